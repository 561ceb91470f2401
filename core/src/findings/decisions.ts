import { own } from '../kernel/own';
import type { PlaceKey } from '../engines/place';
import { rejudge } from '../bench/bench-events';
import type { Rejudged } from '../bench/bench-events';
import { placeAt } from '../bench/places';
import type { PlacesState, RecordedReading, VerdictFact } from '../bench/places';
import { BOUNDS } from '../library/limit';
import type { LimitDecision, PinState } from '../library/limit-in-force';
import type { SamePerson } from '../people/second-person';
import { sameFit } from '../library/judged-fit';
import { event, sameWords } from '../record/event-table';
import type { DataIn, EventIn } from '../record/event-table';

/** The approval that a concession rests on. */
export interface Approval {
  readonly number: string;
  readonly date: string;
  readonly issuer: string;
}
/** What a concession is of: this verdict, by this limit, under this pin. When one of them moves, it falls. */
export type ConcessionBasis = Pick<VerdictFact, 'verdict' | 'limit' | 'pin'>;
export interface Concession {
  readonly seq: number;
  readonly at: string;
  readonly by: string;
  readonly byName: string;
  readonly reading: number;
  readonly basis: ConcessionBasis;
  readonly approval: Approval;
  readonly reason: string;
}
export interface FindingsState {
  readonly concessions: Readonly<Record<PlaceKey, Concession>>;
  readonly concessionsAsked: Readonly<
    Record<
      PlaceKey,
      {
        readonly reading: number;
        readonly basis: ConcessionBasis;
        readonly reason: string;
        readonly by: string;
      }
    >
  >;
  /** Instruments that were out of date when used, and who accepted that; up to which event. */
  readonly acceptedInstruments: Readonly<
    Record<string, { readonly upTo: number; readonly reason: string; readonly by: string }>
  >;
  /** Notes about limits and rules over several readings that somebody accepted, by their id. */
  readonly acceptedNotes: Readonly<
    Record<
      string,
      {
        readonly reason: string;
        readonly by: string;
        readonly seq: number;
        readonly pin: number;
        readonly approval: Approval | null;
      }
    >
  >;
}
export const NOTHING_DECIDED: FindingsState = {
  concessions: {},
  concessionsAsked: {},
  acceptedInstruments: {},
  acceptedNotes: {},
};

type Slice = FindingsState & PlacesState & PinState;
interface AboutReading {
  readonly place: PlaceKey;
  readonly reading: number;
  readonly reason: string;
}

/** What was decided, as events. */
export const FINDING_EVENTS = {
  concessionAsked: event<AboutReading & { readonly basis: ConcessionBasis | null }, Slice>()(
    2,
    (state, { place, reading, basis, reason }, { by }) => ({
      concessionsAsked: {
        ...state.concessionsAsked,
        [place]: { reading, basis: basis ?? basisThen(state, place, reading), reason, by: by.name },
      },
    }),
    (data) => ({ ...data, basis: null }),
  ),
  concessionGranted: event<
    AboutReading & {
      /** Null in stories that did not say it: then it is the verdict of that moment. */
      readonly basis: ConcessionBasis | null;
      readonly approval: Approval;
      readonly samePerson: SamePerson | null;
    },
    Slice
  >()(
    2,
    (state, { place, reading, basis, approval, reason }, { seq, at, by }) => ({
      concessionsAsked: without(state.concessionsAsked, place),
      concessions: {
        ...state.concessions,
        [place]: {
          seq,
          at,
          by: by.id,
          byName: by.name,
          reading,
          basis: basis ?? basisThen(state, place, reading),
          approval,
          reason,
        },
      },
    }),
    (data) => ({ ...data, basis: null }),
  ),
  concessionRefused: event<AboutReading, Slice>()(1, (state, { place }) => ({
    concessionsAsked: without(state.concessionsAsked, place),
  })),
  /** Somebody chose how a limit that the documents leave open shall be; nothing is in force by it before the second look. */
  limitChosen: event<LimitDecision, Slice>()(
    2,
    (state, choice, { seq, at, by }) => ({
      limitChosen: [...othersThan(state, choice), { ...choice, seq, at, by: { id: by.id, name: by.name } }],
    }),
    sameWords,
  ),
  limitChoiceRefused: event<{ readonly choice: number; readonly reason: string }, Slice>()(
    1,
    (state, { choice }) => ({ limitChosen: state.limitChosen.filter(({ seq }) => seq !== choice) }),
  ),
  limitDecided: event<
    LimitDecision & {
      readonly rejudged: readonly Rejudged[];
      /** The choice that was looked at; null in stories in which nobody had to. */
      readonly choice: number | null;
      /** What whoever gave the second look said. */
      readonly lookReason: string | null;
      readonly samePerson: SamePerson | null;
    },
    Slice
  >()(
    4,
    (state, { rejudged, choice, samePerson: _same, lookReason: _look, ...decision }, { seq, at, by }) => {
      const chosen = state.limitChosen.find((each) => each.seq === choice);
      const made =
        chosen === undefined
          ? { by: by.name, at, secondLook: null }
          : { by: chosen.by.name, at: chosen.at, secondLook: by.name };
      return {
        ...rejudge(state, rejudged, seq),
        limitDecisions: [...state.limitDecisions, { ...decision, ...made }],
        limitChosen: othersThan(state, decision),
      };
    },
    (data) => ({ ...data, choice: null, lookReason: null, samePerson: null }),
    sameWords,
    sameWords,
  ),
  instrumentAccepted: event<{ readonly instrument: string; readonly reason: string }, Slice>()(
    1,
    (state, { instrument, reason }, { seq, by }) => ({
      acceptedInstruments: { ...state.acceptedInstruments, [instrument]: { upTo: seq, reason, by: by.name } },
    }),
  ),
  limitNoteAccepted: event<
    {
      readonly note: string;
      readonly pin: number;
      readonly reason: string;
      /** What it rests on where a rule over several readings is broken: that is a concession. */
      readonly approval: Approval | null;
    },
    Slice
  >()(
    2,
    (state, { note, pin, reason, approval }, { seq, by }) => ({
      acceptedNotes: { ...state.acceptedNotes, [note]: { reason, by: by.name, seq, pin, approval } },
    }),
    (data) => ({ ...data, approval: null }),
  ),
};
export type FindingEventData = DataIn<typeof FINDING_EVENTS>;
export type FindingEvent = EventIn<typeof FINDING_EVENTS>;

const without = <V>(record: Readonly<Record<string, V>>, key: string): Readonly<Record<string, V>> => {
  const { [key]: _, ...rest } = record;
  return rest;
};
const othersThan = ({ limitChosen }: PinState, choice: LimitDecision) =>
  limitChosen.filter((each) => each.pin !== choice.pin || !sameFit(each, choice));

export const basisOf = ({ verdict, limit, pin }: VerdictFact): ConcessionBasis => ({ verdict, limit, pin });
function basisThen(state: PlacesState, place: PlaceKey, reading: number): ConcessionBasis {
  const found = placeAt(state, place).readings.find(({ seq }) => seq === reading);
  return found === undefined ? { verdict: 'noLimit', limit: {}, pin: 0 } : basisOf(found.verdict);
}

/** Whether what was decided about a reading is still about it: this reading, verdict, limit and pin. */
export function isAbout(
  decided: { readonly reading: number; readonly basis: ConcessionBasis } | undefined,
  { seq, verdict }: Pick<RecordedReading, 'seq' | 'verdict'>,
): boolean {
  return (
    decided?.reading === seq &&
    decided.basis.verdict === verdict.verdict &&
    decided.basis.pin === verdict.pin &&
    BOUNDS.every((bound) => decided.basis.limit[bound] === verdict.limit[bound])
  );
}
/** The concession that covers a reading now: only what is out of a limit can be conceded. */
export const concessionOf = (
  state: FindingsState,
  place: PlaceKey,
  reading: Pick<RecordedReading, 'seq' | 'verdict'>,
): Concession | undefined => {
  const concession = own(state.concessions, place);
  const isOut = reading.verdict.verdict === 'tight' || reading.verdict.verdict === 'loose';
  return isOut && isAbout(concession, reading) ? concession : undefined;
};
