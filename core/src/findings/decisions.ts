import type { PlaceKey } from '../engines/place';
import type { LimitDecision } from '../library/limit-in-force';
import type { Rejudged } from '../bench/bench-events';
import type { SamePerson } from '../people/second-person';

/** The approval that a concession rests on. */
export interface Approval {
  readonly number: string;
  readonly date: string;
  readonly issuer: string;
}
export interface Concession {
  readonly seq: number;
  readonly at: string;
  readonly by: string;
  readonly byName: string;
  readonly reading: number;
  readonly approval: Approval;
  readonly reason: string;
}
export interface FindingsState {
  readonly concessions: Readonly<Record<PlaceKey, Concession>>;
  readonly concessionsAsked: Readonly<
    Record<PlaceKey, { readonly reading: number; readonly reason: string; readonly by: string }>
  >;
  /** Instruments that were out of date when used, and who accepted that; up to which event. */
  readonly acceptedInstruments: Readonly<
    Record<string, { readonly upTo: number; readonly reason: string; readonly by: string }>
  >;
  /** Notes about limits and rules over several readings that somebody accepted, by their id. */
  readonly acceptedNotes: Readonly<
    Record<string, { readonly reason: string; readonly by: string; readonly seq: number }>
  >;
}
export const NOTHING_DECIDED: FindingsState = {
  concessions: {},
  concessionsAsked: {},
  acceptedInstruments: {},
  acceptedNotes: {},
};

export interface FindingEventData {
  concessionAsked: { readonly place: PlaceKey; readonly reading: number; readonly reason: string };
  concessionGranted: {
    readonly place: PlaceKey;
    readonly reading: number;
    readonly approval: Approval;
    readonly reason: string;
    readonly samePerson: SamePerson | null;
  };
  concessionRefused: { readonly place: PlaceKey; readonly reading: number; readonly reason: string };
  limitDecided: LimitDecision & { readonly rejudged: readonly Rejudged[] };
  instrumentAccepted: { readonly instrument: string; readonly reason: string };
  limitNoteAccepted: { readonly note: string; readonly pin: number; readonly reason: string };
}
export type FindingEvent = {
  readonly [T in keyof FindingEventData]: {
    readonly type: T;
    readonly v: 1;
    readonly data: FindingEventData[T];
  };
}[keyof FindingEventData];

interface Stamp {
  readonly seq: number;
  readonly at: string;
  readonly by: { readonly id: string; readonly name: string };
}

/** `limitDecided` changes limits and verdicts, not this slice. */
export function evolveFindings(state: FindingsState, event: FindingEvent, stamp: Stamp): FindingsState {
  switch (event.type) {
    case 'concessionAsked': {
      const { place, reading, reason } = event.data;
      return {
        ...state,
        concessionsAsked: { ...state.concessionsAsked, [place]: { reading, reason, by: stamp.by.name } },
      };
    }
    case 'concessionGranted': {
      const { place, reading, approval, reason } = event.data;
      const concession: Concession = {
        seq: stamp.seq,
        at: stamp.at,
        by: stamp.by.id,
        byName: stamp.by.name,
        reading,
        approval,
        reason,
      };
      return { ...without(state, place), concessions: { ...state.concessions, [place]: concession } };
    }
    case 'concessionRefused':
      return without(state, event.data.place);
    case 'instrumentAccepted': {
      const accepted = { upTo: stamp.seq, reason: event.data.reason, by: stamp.by.name };
      return {
        ...state,
        acceptedInstruments: { ...state.acceptedInstruments, [event.data.instrument]: accepted },
      };
    }
    case 'limitNoteAccepted': {
      const accepted = { reason: event.data.reason, by: stamp.by.name, seq: stamp.seq };
      return { ...state, acceptedNotes: { ...state.acceptedNotes, [event.data.note]: accepted } };
    }
    case 'limitDecided':
      return state;
  }
}
function without(state: FindingsState, place: PlaceKey): FindingsState {
  const { [place]: _, ...concessionsAsked } = state.concessionsAsked;
  return { ...state, concessionsAsked };
}
