import { evolveBench, rejudge, spendReadings } from '../bench/evolve-bench';
import { evolveParts, NO_PARTS } from '../engines/parts';
import { evolveFindings, NOTHING_DECIDED } from '../findings/decisions';
import { invariant } from '../kernel/invariant';
import { NO_PIN } from '../library/limit-in-force';
import { evolveArrival } from '../release/arrival';
import { evolveGates, NO_GATE_SIGNED } from '../release/gates';
import type { JobEntry } from './job-events';
import type { JobState } from './job-state';

/** The next state of a job. It believes the entry: whether it may be was decided before it was written. */
export function evolveJob(before: JobState | undefined, entry: JobEntry): JobState {
  if (before === undefined) {
    invariant(entry.type === 'jobOpened', 'a job begins with its opening');
    const { job, engine, route, secondPerson } = entry.data;
    return {
      id: entry.job ?? '',
      seq: entry.seq,
      at: entry.at,
      job,
      engine,
      route,
      secondPerson,
      opened: { seq: entry.seq, at: entry.at, by: entry.by },
      identity: undefined,
      documentsChecked: undefined,
      instruments: {},
      declined: [],
      ...NO_PARTS,
      ...NO_PIN,
      places: {},
      ...NOTHING_DECIDED,
      ...NO_GATE_SIGNED,
    };
  }
  return { ...apply(before, entry), seq: entry.seq, at: entry.at };
}

function apply(state: JobState, entry: JobEntry): JobState {
  const { seq, at, by } = entry;
  switch (entry.type) {
    case 'jobOpened':
    case 'clockSteppedBack':
      return state;
    case 'limitsPinned': {
      const { reason: _, rejudged, ...pin } = entry.data;
      return { ...state, ...rejudge(state, rejudged, seq), pins: [...state.pins, pin] };
    }
    case 'limitDecided': {
      const { rejudged, ...decision } = entry.data;
      return {
        ...state,
        ...rejudge(state, rejudged, seq),
        limitDecisions: [...state.limitDecisions, { ...decision, by: by.name, at }],
      };
    }
    case 'identityConfirmed':
    case 'serialCorrected':
    case 'documentsChecked':
    case 'instrumentTaken':
    case 'engineFactsSaid':
    case 'pinDeclined':
      return evolveArrival(state, entry, { seq, at, by });
    case 'readingTaken':
    case 'readingCorrected':
    case 'readingVoided':
    case 'contestDecided':
    case 'placeDeferred':
    case 'placeResumed':
    case 'notApplicableDeclared':
    case 'notApplicableAccepted':
    case 'notApplicableRefused':
      return { ...state, ...evolveBench(state, entry, { seq, at, by: { id: by.id, name: by.name } }) };
    case 'partFitted':
    case 'partRemoved':
    case 'partReworked': {
      const parts = evolveParts(state, entry, { seq, at, by: by.id });
      const spent =
        entry.type === 'partFitted' ? state : spendReadings(state, entry.data.part, seq, spentBecause(entry));
      return { ...state, ...parts, places: spent.places };
    }
    case 'concessionAsked':
    case 'concessionGranted':
    case 'concessionRefused':
    case 'instrumentAccepted':
    case 'limitNoteAccepted':
      return { ...state, ...evolveFindings(state, entry, { seq, at, by: { id: by.id, name: by.name } }) };
    case 'gateSigned':
    case 'gateReopened':
    case 'recordSealed':
    case 'supplementAdded':
    case 'supplementSealed':
      return { ...state, ...evolveGates(state, entry, { seq, at, by }) };
  }
}

const spentBecause = (entry: JobEntry & { readonly type: 'partRemoved' | 'partReworked' }): string =>
  entry.type === 'partRemoved' ? `removed: ${entry.data.reason}` : `${entry.data.what}: ${entry.data.how}`;

/** A whole story told again. */
export const replayJob = (entries: readonly JobEntry[]): JobState | undefined =>
  entries.reduce<JobState | undefined>((state, entry) => evolveJob(state, entry), undefined);
