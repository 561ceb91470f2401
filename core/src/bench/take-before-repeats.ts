import type { Actor } from '../kernel/actor';
import type { PlaceKey } from '../engines/place';
import { bothTogether, saysNoMore } from '../evidence/evidence';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { sameData } from '../kernel/same-data';
import type { BenchSlice } from './bench-commands';
import type { BenchEvent } from './bench-events';
import { judgeAgain } from './judge-place';
import { characteristicOf, currentReading, placeOf } from './places';
import type { PlaceRecord, RecordedReading, SaidCondition } from './places';
import type { Taken } from './understand-taken';

/**
 * How a reading was put beside what was there by the rules before repeats: stories that were told by them are decided by them
 * again. What was narrowed did not keep what it had said by itself.
 */
export function takeBeforeRepeats(
  state: BenchSlice,
  { place, basedOn }: { readonly place: PlaceKey; readonly basedOn: number },
  taken: Taken,
  record: PlaceRecord,
  by: Actor,
): Result<readonly BenchEvent[], Problem> {
  const event = (refines: number | null, contests: boolean): Result<readonly BenchEvent[], Problem> => {
    const mixed = refines === null ? {} : { mixed: true as const };
    return ok([
      { type: 'readingTaken', v: 7, data: { place, basedOn, ...taken, refines, contests, ...mixed } },
    ]);
  };
  if (taken.late !== null || taken.unfit !== undefined) return event(null, false);
  const isFresh = basedOn === record.version;
  if (record.contested.length > 0) {
    const isRival = record.readings.some(
      ({ seq, by: author }) => record.contested.includes(seq) && author.id === by.id,
    );
    return isFresh || isRival ? refuse('PLACE_CONTESTED', { place }) : event(null, true);
  }
  const now = currentReading(record);
  if (now === undefined) return event(null, false);
  const { reading } = taken;
  // Somebody else was here meanwhile. What says no more than the known is not held against it; what differs is kept too, and a
  // person decides.
  if (!isFresh && now.by.id !== by.id)
    return saysNoMore(reading, now.reading) ? event(now.seq, false) : event(null, true);
  // What was found in another state, or with a tool set otherwise, is not put together with it.
  const where = placeOf(state, place);
  const asked = (where === undefined ? undefined : characteristicOf(state, where))?.conditions ?? [];
  const statesOf = ({ conditions = [] }: Pick<RecordedReading, 'conditions'>): readonly SaidCondition[] =>
    conditions.filter(({ condition }) => asked.find(({ id }) => id === condition)?.ways === undefined);
  const isAlike = sameData(statesOf(taken), statesOf(now)) && sameData(taken.setting, now.setting);
  const together = isAlike ? bothTogether(reading, now.reading) : undefined;
  if (together === undefined || where === undefined)
    return refuse('PLACE_HAS_READING', { place, text: now.text });
  const verdict = judgeAgain(state, where, { ...taken, reading: together });
  const data = { place, basedOn, ...taken, reading: together, verdict, mixed: true as const };
  return ok([{ type: 'readingTaken', v: 7, data: { ...data, refines: now.seq, contests: false } }]);
}
