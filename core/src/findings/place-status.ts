import { layoutReason, placeKey } from '../engines/place';
import type { Place } from '../engines/place';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { VerdictWord } from '../bench/judge';
import { currentReading, placeAt } from '../bench/places';
import type { PlacesState, RecordedReading } from '../bench/places';
import type { FindingsState } from './decisions';

export type PlaceStateWord =
  | VerdictWord
  | 'withheld'
  | 'notTaken'
  | 'spent'
  | 'void'
  | 'contested'
  | 'deferred'
  | 'notApplicable'
  | 'declaredNotApplicable';

export interface PlaceStatus {
  readonly place: Place;
  readonly key: string;
  readonly state: PlaceStateWord;
  /** Out of limits and accepted by a concession: the word tight or loose stays. */
  readonly conceded: boolean;
  /** Whether the gate need not wait for this place. */
  readonly accepted: boolean;
  /** The reading that counts, or the last one that did. */
  readonly reading: RecordedReading | undefined;
  /** Why it is not applicable or deferred. */
  readonly reason: string | undefined;
}
export type StatusSlice = PlacesState & PinState & FindingsState;

/** Where a place stands now: the one answer that plan, sheet, gate and print all show. */
export function placeStatus(state: StatusSlice, place: Place): PlaceStatus {
  const key = placeKey(place);
  const record = placeAt(state, key);
  const layout = currentPin(state)?.model.layout;
  const is = (
    word: PlaceStateWord,
    accepted: boolean,
    reading?: RecordedReading,
    reason?: string,
    conceded = false,
  ): PlaceStatus => ({
    place,
    key,
    state: word,
    accepted,
    reading,
    reason,
    conceded,
  });
  const byLayout = layout === undefined ? undefined : layoutReason(layout, place);
  if (byLayout !== undefined) return is('notApplicable', true, undefined, byLayout);
  if (record.notApplicable !== undefined) {
    const { accepted, reason } = record.notApplicable;
    return is(accepted ? 'notApplicable' : 'declaredNotApplicable', accepted, undefined, reason);
  }
  if (record.contested.length > 0) return is('contested', false, record.readings.at(-1));
  const reading = currentReading(record);
  if (record.deferred !== undefined && reading?.verdict.acceptable !== true) {
    return is('deferred', false, reading, record.deferred.reason);
  }
  if (reading !== undefined) {
    const conceded = state.concessions[key]?.reading === reading.seq;
    return is(reading.verdict.verdict, reading.verdict.acceptable || conceded, reading, undefined, conceded);
  }
  const last = record.readings.findLast(({ status }) => status === 'spent' || status === 'void');
  return last === undefined
    ? is('notTaken', false)
    : is(last.status === 'spent' ? 'spent' : 'void', false, last);
}
