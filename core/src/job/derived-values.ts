import { derivedAnew, derivedBy } from '../bench/derive';
import type { PlaceKey } from '../engines/place';
import { currentPin } from '../library/limit-in-force';
import type { Stamp } from '../record/event-table';
import { evolveJob } from './evolve-job';
import type { JobEntry, JobEvent } from './job-events';
import type { JobState } from './job-state';

/**
 * The values that are worked out from what was measured live and die with it: what a command changed is followed, in the same
 * act, by what it makes of them. A rework needs none: readings that are spent are theirs as well.
 */
export function withDerivedValues(
  state: JobState,
  events: readonly JobEvent[],
  stamp: Pick<Stamp, 'at' | 'by'>,
): readonly JobEvent[] {
  const isPinned = events.some(({ type }) => type === 'limitsPinned');
  const touched = new Set(events.flatMap(touchedBy));
  if (!isPinned && (touched.size === 0 || !hasDerived(state))) return events;
  let after = state;
  for (const { type, v, data } of events)
    after = evolveJob(after, {
      ...stamp,
      type,
      v,
      data,
      chain: '',
      job: state.id,
      command: '',
      seq: after.seq + 1,
    } as JobEntry);
  // Another pin may measure elsewhere: every value is held against what it now rests on.
  const pin = currentPin(after);
  if (isPinned && pin !== undefined) for (const place of derivedBy(pin).keys()) touched.add(place);
  const derived = derivedAnew(after, [...touched]).map((data): JobEvent => ({
    type: 'valueDerived',
    v: 1,
    data,
  }));
  return [...events, ...derived];
}

/** The places whose readings an event changes in another way than by their parts or limits. */
function touchedBy(event: JobEvent): readonly PlaceKey[] {
  switch (event.type) {
    case 'readingTaken':
    case 'readingCorrected':
    case 'readingVoided':
    case 'contestDecided':
      return [event.data.place];
    default:
      return [];
  }
}
const hasDerived = ({ pins }: JobState): boolean =>
  pins.at(-1)?.characteristics.some(({ from }) => from !== undefined) === true;
