import type { BenchEvent, Rejudged } from '../bench/bench-events';
import type { PartEvent } from '../engines/parts';
import type { FindingEvent } from '../findings/decisions';
import type { LimitsPin } from '../library/limits-pin';
import type { SecondPersonPolicy } from '../people/second-person';
import type { Envelope } from '../record/envelope';
import type { ArrivalEvent, EngineFacts, JobFacts } from '../release/arrival';
import type { GateEvent } from '../release/gates';
import type { Route } from '../release/route';

export interface JobEventData {
  jobOpened: {
    readonly job: JobFacts;
    readonly engine: EngineFacts;
    readonly route: Route;
    readonly secondPerson: SecondPersonPolicy;
  };
  limitsPinned: LimitsPin & { readonly reason: string; readonly rejudged: readonly Rejudged[] };
  /** The clock went back: `at` repeats until it has caught up. */
  clockSteppedBack: { readonly clock: string };
}
type OwnEvent = {
  readonly [T in keyof JobEventData]: { readonly type: T; readonly v: 1; readonly data: JobEventData[T] };
}[keyof JobEventData];

export type JobEvent = OwnEvent | ArrivalEvent | BenchEvent | PartEvent | FindingEvent | GateEvent;
export type JobEntry = Envelope<JobEvent> & JobEvent;

/** The type and version of everything that can stand in a job's chain: what is not here was made by a newer program. */
export const JOB_EVENT_VERSIONS: Readonly<Record<JobEvent['type'], 1>> = {
  jobOpened: 1,
  limitsPinned: 1,
  clockSteppedBack: 1,
  identityConfirmed: 1,
  serialCorrected: 1,
  documentsChecked: 1,
  instrumentTaken: 1,
  engineFactsSaid: 1,
  pinDeclined: 1,
  readingTaken: 1,
  readingCorrected: 1,
  readingVoided: 1,
  contestDecided: 1,
  placeDeferred: 1,
  placeResumed: 1,
  notApplicableDeclared: 1,
  notApplicableAccepted: 1,
  notApplicableRefused: 1,
  partFitted: 1,
  partRemoved: 1,
  partReworked: 1,
  concessionAsked: 1,
  concessionGranted: 1,
  concessionRefused: 1,
  limitDecided: 1,
  instrumentAccepted: 1,
  limitNoteAccepted: 1,
  gateSigned: 1,
  gateReopened: 1,
  recordSealed: 1,
  supplementAdded: 1,
  supplementSealed: 1,
};
