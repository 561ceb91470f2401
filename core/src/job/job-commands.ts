import type { BenchCommand } from '../bench/bench-commands';
import type { CarryRingCommand } from '../bench/carried-ring';
import type { FindingCommand } from '../findings/decide-findings';
import type { KitCommand } from '../rework/decide-kit';
import type { PlanCommand } from '../rework/decide-plan';
import type { ReworkCommand } from '../rework/decide-rework';
import type { GateCommand, GateFacts } from '../release/decide-gates';
import type { InspectionCommand } from '../inspection/decide-inspection';
import type { StripCommand } from '../strip/decide-strip';
import type { RaisedCommand } from '../release/decide-raised';
import type { RemarkCommand } from '../release/decide-remarks';
import type { EngineFacts, JobFacts } from '../release/arrival';
import type { SecondPersonPolicy } from '../people/second-person';
import type { Route } from '../route/route';
import type { CheckedDocument, CylinderFacts, SaidFacts } from '../release/arrival';
import type { PartRef } from '../engines/parts';
import type { Actor } from '../kernel/actor';
import type { Instrument } from '../instruments/instrument';
import type { LimitsPin } from '../library/limits-pin';

export type ArrivalCommand =
  | { readonly type: 'confirmIdentity'; readonly serialSeen: string }
  /** `from`: the serial that the person saw in the job. */
  | {
      readonly type: 'correctSerial';
      readonly from: string;
      readonly serial: string;
      readonly reason: string;
    }
  | { readonly type: 'checkDocuments'; readonly pin: number }
  /** `checked`: the entry of the word that is taken back. */
  | { readonly type: 'takeBackDocumentCheck'; readonly checked: number; readonly reason: string }
  /** `dueOn`: the due date that the person saw. */
  | { readonly type: 'takeInstrument'; readonly instrument: string; readonly dueOn: string }
  /** Adopts what is current now: `documents` are those that the person saw and decided about, `pin` what they replace. */
  | {
      readonly type: 'pinAgain';
      readonly pin: number;
      /** The signature over the readings that the person saw and reopens with it, if one stands. */
      readonly underSignature: number | null;
      readonly documents: readonly CheckedDocument[];
      readonly reason: string;
    }
  | {
      readonly type: 'declinePin';
      readonly pin: number;
      readonly documents: readonly CheckedDocument[];
      readonly reason: string;
    }
  | {
      readonly type: 'sayCylinderFacts';
      readonly pin: number;
      readonly cylinders: readonly string[];
      readonly facts: CylinderFacts;
      readonly reason: string;
    }
  | {
      readonly type: 'sayEngineFacts';
      readonly pin: number;
      readonly facts: SaidFacts;
      readonly reason: string;
    };

export type JobCommand =
  | ArrivalCommand
  | BenchCommand
  | CarryRingCommand
  | FindingCommand
  | ReworkCommand
  | PlanCommand
  | KitCommand
  | StripCommand
  | InspectionCommand
  | RemarkCommand
  | RaisedCommand
  | GateCommand;
export type JobCommandType = JobCommand['type'];

/** What a command says of the state that its author saw. */
type Basis =
  | 'basedOn'
  | 'seen'
  | 'pin'
  | 'from'
  | 'dueOn'
  | 'readings'
  | 'signature'
  | 'underSignature'
  | 'checked'
  | 'instead';
type DraftOf<C> = C extends { readonly type: 'correctReading'; readonly instead: infer I }
  ? Omit<C, 'basedOn' | 'instead'> & {
      readonly basedOn?: number;
      readonly instead: I extends null ? null : Omit<I, 'seen'> & { readonly seen?: readonly PartRef[] };
    }
  : C extends { readonly type: string }
    ? Omit<C, Exclude<Basis, 'instead'>> & Partial<Pick<C, Exclude<Basis, 'instead'> & keyof C>>
    : never;
/** A command before it says what it was based on. */
export type JobDraft = DraftOf<JobCommand>;

/** What a job is opened with: made by the server from the library, the register and the person's answers. */
export interface Opening {
  readonly job: JobFacts;
  readonly engine: EngineFacts;
  readonly route: Route;
  readonly secondPerson: SecondPersonPolicy;
  readonly zone: string;
  readonly pin: LimitsPin;
}

/** What the world says at the moment of a command: identity, time, and the registers outside the job. */
export interface Facts extends GateFacts {
  readonly at: string;
  readonly by: Actor;
  /** The register's word on the instrument that the command names. */
  readonly instrument?: Instrument;
  /** What would be pinned today, for commands that pin again. */
  readonly freshPin?: LimitsPin;
  /** Which engine of this model has the serial that a correction names, and the seal of its last record. */
  readonly engineOfSerial?: { readonly id: string; readonly previousSeal: string | null };
}
