import type { PartsState } from '../engines/parts';
import { placeKey } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import type { Rejudged } from './bench-events';
import { judgeAgain } from './judge-place';
import type { JudgedState } from './judge-place';
import { placeOf, sheetPlaces } from './places';
import type { PlaceRecord, PlacesState, VerdictFact } from './places';
import { knownBy, REPEATS_SINCE, standingAt } from './repeats';
import type { Stood } from './repeats';

type Rejudging = JudgedState & PlacesState & PartsState;

/** The verdicts when the limits change: every reading that counts, judged again, in the order of the sheets. */
export function rejudgements(state: Rejudging): readonly Rejudged[] {
  const order = new Map(sheetPlaces(state).map((place, i) => [placeKey(place), i]));
  const rank = (key: string): number => order.get(key) ?? Infinity;
  return state.places
    .entries()
    .filter(([, { readings }]) => readings.some(({ status }) => status === 'current'))
    .sort(([a], [b]) => rank(a) - rank(b) || (a < b ? -1 : 1))
    .flatMap(([key, record]) => {
      const place = placeOf(state, key);
      return place === undefined ? [] : rejudgedAt(state, record, key, judgedAgainAt(state, place));
    });
}
const judgedAgainAt =
  (state: Rejudging, place: Place) =>
  (reading: Stood): VerdictFact =>
    judgeAgain(state, place, reading);

/** What becomes of a place: of several readings that agree, another one may be the worst by the new limit. */
export function rejudgedAt(
  { rules = 0 }: JudgedState,
  record: PlaceRecord,
  place: PlaceKey,
  judgedOf: (reading: Stood) => VerdictFact,
): readonly Rejudged[] {
  const current = record.readings.filter(({ status }) => status === 'current');
  const all = standingAt(record);
  const [now, ...others] = current;
  if (rules >= REPEATS_SINCE && others.length === 0 && all.length > 1) {
    const decides = knownBy(all, judgedOf);
    if (decides !== undefined && decides.reading !== now?.seq) return [{ place, ...decides }];
  }
  return current.map((reading) => ({ place, reading: reading.seq, verdict: judgedOf(reading) }));
}
