import type { Characteristic } from '../engines/characteristic';
import type { Place } from '../engines/place';
import { placeKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import type { PinState } from '../library/limit-in-force';
import { sameData } from '../kernel/same-data';
import { secondMeasurement } from '../set/second-measurement';
import { characteristicOf, placeAt } from './places';
import type { PlaceRecord, PlacesState, RecordedReading } from './places';
import { ownOf, standingAt } from './repeats';
import type { Stood } from './repeats';

/** What of a route says who measures twice. */
export interface LookedTwice {
  readonly route?: {
    readonly gates: readonly {
      readonly sheets: readonly string[];
      readonly secondLooks?: readonly string[];
    }[];
  };
}
type Looked = PinState & LookedTwice;

/** Whether a place is measured by two people, of whom the second does not see what the first one found: by the shop, or the route. */
export function asksSecondLook({ route }: Looked, { id, from, secondLook }: Characteristic): boolean {
  if (from !== undefined) return false;
  return secondLook === true || route?.gates.some(({ secondLooks }) => secondLooks?.includes(id)) === true;
}

/**
 * How far apart the readings of two people may lie, nm: what the shop says, or else what both may err and one step of the
 * coarser gauge.
 */
export function secondTolerance({ tolerance }: Characteristic, a: Stood, b: Stood): number {
  if (tolerance !== undefined) return tolerance.nm;
  const unsure = [a, b].reduce(
    (sum, { verdict, instrument }) => sum + (verdict.uncertainty ?? instrument?.uncertainty ?? 0),
    0,
  );
  return unsure + Math.max(0, ...[a, b].map(({ instrument }) => instrument?.resolution ?? 0));
}

/** Whether a second person found the same; null where the two say nothing about each other. */
export function saysTheSame(characteristic: Characteristic, first: Stood, second: Stood): boolean | null {
  const [a, b] = [ownOf(first), ownOf(second)];
  if (!isSize(a) || !isSize(b)) return sameData(a, b);
  const tolerance = secondTolerance(characteristic, first, second);
  return secondMeasurement({ first: a, second: b, tolerance }).agrees;
}

/**
 * The second reading of two people that agree, of which it did not see the other; undefined while there is none. One person's
 * own second reading is never two people's.
 */
export function confirmedBy(
  characteristic: Characteristic,
  record: PlaceRecord,
): RecordedReading | undefined {
  const all = standingAt(record);
  return all.find((second, i) =>
    all
      .slice(0, i)
      .some(
        (first) =>
          first.by.id !== second.by.id &&
          second.independent === true &&
          saysTheSame(characteristic, first, second) === true,
      ),
  );
}

/**
 * Whether somebody measured the same parts here before, whatever became of that reading: since then this person has seen what others
 * found, and a reading that was taken back makes nobody blind again.
 */
export function hasMeasured({ readings }: PlaceRecord, person: { readonly id: string }): boolean {
  const [standing] = standingAt({ version: 0, contested: [], readings });
  return readings.some(
    ({ by, parts }) => by.id === person.id && standing !== undefined && sameData(parts, standing.parts),
  );
}

/** What somebody else found that this person must not see before measuring: the first reading, where a second look is asked for. */
export function isHiddenFrom(
  state: Looked & PlacesState,
  place: Place,
  person: { readonly id: string },
): boolean {
  const characteristic = characteristicOf(state, place);
  if (characteristic === undefined || !asksSecondLook(state, characteristic)) return false;
  const record = placeAt(state, placeKey(place));
  const all = standingAt(record);
  return all.length > 0 && !hasMeasured(record, person) && confirmedBy(characteristic, record) === undefined;
}
