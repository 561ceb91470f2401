import { NO_PLACES } from '../bench/places';
import { NO_PARTS } from '../engines/parts';
import { NOTHING_DECIDED } from '../findings/decisions';
import { invariant } from '../kernel/invariant';
import { NO_PIN } from '../library/limit-in-force';
import type { Envelope } from '../record/envelope';
import { evolveBy, understandEntry } from '../record/event-table';
import type { NewerEntry } from '../record/event-table';
import { NO_GATE_SIGNED } from '../release/gates';
import { NOTHING_RAISED } from '../release/raised';
import { NO_REMARKS } from '../release/remarks';
import { NO_KITS } from '../rework/kits';
import { NO_PLANS } from '../rework/plans';
import { NOTHING_LOOKED_AT } from '../inspection/inspection';
import { NOTHING_STRIPPED } from '../strip/as-found';
import { JOB_EVENTS } from './job-events';
import type { JobEntry } from './job-events';
import type { JobState } from './job-state';

/** The next state of a job. It believes the entry: whether it may be was decided before it was written. */
export function evolveJob(before: JobState | undefined, entry: JobEntry): JobState {
  const { seq, at, by } = entry;
  if (before === undefined) {
    invariant(entry.type === 'jobOpened', 'a job begins with its opening');
    const opened = { seq, at, by };
    return {
      id: entry.job ?? '',
      seq,
      at,
      ...entry.data,
      opened,
      serialSaid: opened,
      identity: undefined,
      documentsChecked: undefined,
      checksTakenBack: [],
      instruments: {},
      declined: [],
      restated: [],
      clockPutRight: [],
      ...NO_PARTS,
      ...NO_PIN,
      ...NO_PLACES,
      ...NOTHING_DECIDED,
      ...NO_REMARKS,
      ...NOTHING_RAISED,
      ...NO_PLANS,
      ...NO_KITS,
      ...NOTHING_STRIPPED,
      ...NOTHING_LOOKED_AT,
      ...NO_GATE_SIGNED,
    };
  }
  return { ...evolveBy<JobState>(JOB_EVENTS, before, entry), seq, at };
}

/** A story told from its entries as they were written, up to the first one that this program does not know. */
export interface ToldJob {
  readonly state: JobState | undefined;
  readonly newer: NewerEntry | undefined;
}
export const NOTHING_TOLD: ToldJob = { state: undefined, newer: undefined };

/** Tells an entry as it was written. After the first one that is not known nothing more is told: it could mean anything. */
export function tellJob(told: ToldJob, entry: Envelope): ToldJob {
  if (told.newer !== undefined) return told;
  const understood = understandEntry(JOB_EVENTS, entry);
  return understood.known
    ? { ...told, state: evolveJob(told.state, understood.entry) }
    : { ...told, newer: understood.newer };
}

/** A whole story told again. */
export const replayJob = (entries: readonly Envelope[]): JobState | undefined =>
  entries.reduce(tellJob, NOTHING_TOLD).state;
