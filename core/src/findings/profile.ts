import { endsOf, intervalOf } from '../evidence/size/interval';
import { isSize } from '../evidence/reading';
import type { Layout } from '../engines/layout';
import { placeKey } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import { characteristicOf, judgedAt, sheetPlaces } from '../bench/places';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { Limit } from '../library/limit';
import { placeStatus } from './place-status';
import type { PlaceStateWord, StatusSlice } from './place-status';

/** One size of a profile, at its depth. */
export interface ProfilePoint {
  readonly key: PlaceKey;
  readonly station: string;
  /** nm from the datum. */
  readonly depth: number;
  /** nm: what is known of the size; the ends are one where it was measured exactly. Missing where nothing counts. */
  readonly size: { readonly low: number; readonly high: number } | undefined;
  readonly state: PlaceStateWord;
}
/** The points of one direction, from the shallowest to the deepest. */
export interface ProfileLine {
  /** The id of its direction; undefined where the sheet has none. */
  readonly direction: string | undefined;
  readonly points: readonly ProfilePoint[];
}
/** A bore or a liner along its depth: that of the place in hand, and all the others of the sheet behind it. */
export interface Profile {
  readonly lines: readonly ProfileLine[];
  readonly others: readonly ProfileLine[];
  readonly depths: readonly { readonly station: string; readonly depth: number }[];
  /** nm: between which depths the rings run, where the layout says so of stations that are counted from the same datum. */
  readonly travel: { readonly from: number; readonly to: number } | undefined;
  readonly limit: Limit;
  /** nm: the smallest and the largest of all sizes and limits; undefined where there is none. */
  readonly range: { readonly least: number; readonly most: number } | undefined;
}

/**
 * What is known along the depth at which a place lies.
 * @returns undefined where its sheet has not at least two stations that are counted from one datum
 */
export function profileAt(state: StatusSlice, place: Place): Profile | undefined {
  const characteristic = characteristicOf(state, place);
  const layout = currentPin(state)?.model.layout;
  if (layout === undefined || characteristic?.along?.station === undefined) return undefined;
  const here = layout.stations.find(({ id }) => id === place.at.station);
  const depthOf = new Map(
    layout.stations
      .filter(({ datum }) => datum === here?.datum)
      .map(({ id, distance }) => [id, distance.nm as number]),
  );
  const onSheet = sheetPlaces(state, characteristic.id).filter(({ at }) => depthOf.has(at.station ?? ''));
  interface Open {
    readonly at: Place['at'];
    readonly points: ProfilePoint[];
  }
  const lines = new Map<string, Open>();
  for (const each of onSheet) {
    const { station = '', ...at } = each.at;
    const line: Open = lines.get(textOf(at)) ?? { at, points: [] };
    const { state: word, reading } = placeStatus(state, each);
    const counts = reading?.status === 'current' && isSize(reading.reading) ? reading.reading : undefined;
    line.points.push({
      key: placeKey(each),
      station,
      depth: depthOf.get(station) ?? 0,
      size: counts === undefined ? undefined : endsOf(intervalOf(counts)),
      state: word,
    });
    lines.set(textOf(at), line);
  }
  const all = [...lines.values()].map(({ at, points }) => ({
    at,
    line: { direction: at.direction, points: points.sort((a, b) => a.depth - b.depth) },
  }));
  const { station: _station, direction: _direction, ...hand } = place.at;
  const isHere = ({ direction: _, ...at }: Place['at']): boolean => textOf(at) === textOf(hand);
  const mine = all.filter(({ at }) => isHere(at)).map(({ line }) => line);
  const depths = [...new Map(onSheet.map(({ at }) => [at.station ?? '', depthOf.get(at.station ?? '') ?? 0]))]
    .map(([station, depth]) => ({ station, depth }))
    .sort((a, b) => a.depth - b.depth);
  if (depths.length < 2) return undefined;
  const inForce = limitInForce(state, place, judgedAt(state, place));
  const limit = inForce.state === 'inForce' ? inForce.limit : {};
  return {
    lines: mine,
    others: all.filter(({ at }) => !isHere(at)).map(({ line }) => line),
    depths,
    travel: travelOf(layout, depthOf),
    limit,
    range: rangeOf(
      all.flatMap(({ line }) => line.points),
      limit,
    ),
  };
}

function travelOf({ ringTravel }: Layout, depthOf: ReadonlyMap<string, number>): Profile['travel'] {
  const [from, to] = [ringTravel?.upper, ringTravel?.lower].map((station) => depthOf.get(station ?? ''));
  return from === undefined || to === undefined
    ? undefined
    : { from: Math.min(from, to), to: Math.max(from, to) };
}
function rangeOf(points: readonly ProfilePoint[], limit: Limit): Profile['range'] {
  let [least, most] = [Infinity, -Infinity];
  const see = (size: number): void => {
    least = Math.min(least, size);
    most = Math.max(most, size);
  };
  for (const { size } of points)
    if (size !== undefined) {
      see(size.low);
      see(size.high);
    }
  for (const bound of Object.values(limit)) see(bound);
  return least > most ? undefined : { least, most };
}
const textOf = (at: Place['at']): string =>
  Object.entries(at)
    .map(([axis, id]) => `${axis}:${id}`)
    .sort()
    .join('/');
