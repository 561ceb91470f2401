import type { SamePerson } from '../people/second-person';
import type { Actor } from '../kernel/actor';
import type { Instrument } from '../instruments/instrument';
import type { SecondPersonPolicy } from '../people/second-person';
import type { Nanometres } from '../quantity/nanometres';
import type { DiameterBasis } from '../library/limits-pin';
import type { Route } from './route';

/** What is known of the engine when it comes in. */
export interface EngineFacts {
  /** Permanent; the serial is a fact that an event can correct. */
  readonly id: string;
  readonly model: string;
  readonly modelName: string;
  readonly serial: string;
  readonly buildDate: string | null;
  /** Over standard; null where nobody said. */
  readonly oversize: Nanometres | null;
  readonly pistonMaterial: string | null;
  readonly ringPartNumber: string | null;
  readonly hoursSinceNew: number | null;
  readonly hoursSinceOverhaul: number | null;
  /** Whose rings are fitted: a leaflet of another maker's is asked about. */
  readonly ringMaker?: string | null;
  /** A bore as measured, for formulas, where it is not taken from the nominal size. */
  readonly measuredBore?: Nanometres | null;
  /** Which diameter formulas are fed with; worked out from what is known where it is not said. */
  readonly diameterBasis?: DiameterBasis | null;
  /** Why the serial is as it is, where it does not match the model's pattern. */
  readonly serialRemark?: string | null;
}
/** What somebody says of the engine later, because a limit waits for it. */
export type SaidFacts = Partial<
  Pick<
    EngineFacts,
    | 'buildDate'
    | 'oversize'
    | 'pistonMaterial'
    | 'ringPartNumber'
    | 'ringMaker'
    | 'measuredBore'
    | 'diameterBasis'
  >
>;
export interface JobFacts {
  readonly number: string;
  readonly duty: string;
  readonly reason: string;
  /** The seal digest of this engine's previous job in the shop. */
  readonly previousSeal: string | null;
  readonly shop: string;
}
export interface CheckedDocument {
  readonly id: string;
  readonly digest: string;
}
interface Done {
  readonly seq: number;
  readonly at: string;
  readonly by: Actor;
}
export interface ArrivalState {
  readonly job: JobFacts;
  readonly engine: EngineFacts;
  readonly route: Route;
  readonly secondPerson: SecondPersonPolicy;
  readonly opened: Done;
  readonly identity: (Done & { readonly samePerson: SamePerson | null }) | undefined;
  readonly documentsChecked:
    (Done & { readonly documents: readonly CheckedDocument[]; readonly pin: number }) | undefined;
  /** The instruments that were taken for this job, as they were when last taken or used. */
  readonly instruments: Readonly<Record<string, Instrument>>;
  /** Revisions that arrived in the library and were not adopted, with the reason. */
  readonly declined: readonly DeclinedDocuments[];
}
export type DeclinedDocuments = Done & {
  readonly documents: readonly CheckedDocument[];
  readonly reason: string;
  readonly pin: number;
};

export interface ArrivalEventData {
  identityConfirmed: { readonly serialSeen: string; readonly samePerson: SamePerson | null };
  serialCorrected: { readonly from: string; readonly to: string; readonly reason: string };
  documentsChecked: { readonly documents: readonly CheckedDocument[]; readonly pin: number };
  instrumentTaken: { readonly instrument: Instrument };
  engineFactsSaid: { readonly facts: SaidFacts; readonly reason: string };
  pinDeclined: {
    readonly documents: readonly CheckedDocument[];
    readonly pin: number;
    readonly reason: string;
  };
}
export type ArrivalEvent = {
  readonly [T in keyof ArrivalEventData]: {
    readonly type: T;
    readonly v: 1;
    readonly data: ArrivalEventData[T];
  };
}[keyof ArrivalEventData];

export function evolveArrival<S extends ArrivalState>(state: S, event: ArrivalEvent, stamp: Done): S {
  switch (event.type) {
    case 'identityConfirmed':
      return { ...state, identity: { ...stamp, samePerson: event.data.samePerson } };
    case 'serialCorrected':
      return {
        ...state,
        engine: { ...state.engine, serial: event.data.to },
        identity: undefined,
        documentsChecked: undefined,
      };
    case 'documentsChecked':
      return { ...state, documentsChecked: { ...stamp, ...event.data } };
    case 'engineFactsSaid':
      return { ...state, engine: { ...state.engine, ...event.data.facts } };
    case 'pinDeclined':
      return { ...state, declined: [...state.declined, { ...stamp, ...event.data }] };
    case 'instrumentTaken':
      return {
        ...state,
        instruments: { ...state.instruments, [event.data.instrument.id]: event.data.instrument },
      };
  }
}
