import { characteristicOf, judgedAt, sheetPlaces } from '../bench/places';
import { placeKey } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import { endsOf, intervalOf } from '../evidence/size/interval';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { Limit } from '../library/limit';
import { placeStatus } from './place-status';
import type { PlaceStateWord, StatusSlice } from './place-status';

/** A diameter of a round part in one direction of one plane. */
export interface SectionSpot {
  readonly key: PlaceKey;
  readonly direction: string;
  /** Degrees from the first direction of the layout: the others stand evenly in half a turn. */
  readonly angle: number;
  /** nm: what is known of it; undefined where nothing counts. */
  readonly size: { readonly low: number; readonly high: number } | undefined;
  readonly state: PlaceStateWord;
}
/** A journal or a bore across its axis: the directions of each of its planes. */
export interface Section {
  readonly planes: readonly { readonly plane: string | undefined; readonly spots: readonly SectionSpot[] }[];
  readonly limit: Limit;
  /** nm: the smallest and the largest of all sizes and limits; undefined where there is none. */
  readonly range: { readonly least: number; readonly most: number } | undefined;
}

/**
 * What is known across the round part at which a place lies.
 * @returns undefined where its sheet has not at least two directions, or lies along a depth
 */
export function sectionAt(state: StatusSlice, place: Place): Section | undefined {
  const characteristic = characteristicOf(state, place);
  const layout = currentPin(state)?.model.layout;
  if (layout === undefined || characteristic === undefined) return undefined;
  const { axes } = characteristic;
  if (!axes.includes('direction') || axes.includes('station')) return undefined;
  const { direction: _d, point: _p, ...hand } = place.at;
  const mine = sheetPlaces(state, characteristic.id).filter(({ at }) => {
    const { direction: _direction, point: _point, ...where } = at;
    return placeKey({ characteristic: '', at: where }) === placeKey({ characteristic: '', at: hand });
  });
  const directions = (layout.directions ?? []).map(({ id }) => id);
  const found = directions.filter((id) => mine.some(({ at }) => at.direction === id));
  if (found.length < 2) return undefined;
  const spot = (each: Place): SectionSpot => {
    const { state: word, reading } = placeStatus(state, each);
    const counts = reading?.status === 'current' && isSize(reading.reading) ? reading.reading : undefined;
    const direction = each.at.direction ?? '';
    return {
      key: placeKey(each),
      direction,
      angle: (found.indexOf(direction) * 180) / found.length,
      size: counts === undefined ? undefined : endsOf(intervalOf(counts)),
      state: word,
    };
  };
  const planes = [...new Set(mine.map(({ at }) => at.point))].map((plane) => ({
    plane,
    spots: mine.filter(({ at }) => at.point === plane).map(spot),
  }));
  const inForce = limitInForce(state, place, judgedAt(state, place));
  const limit = inForce.state === 'inForce' ? inForce.limit : {};
  const sizes = planes.flatMap(({ spots }) =>
    spots.flatMap(({ size }) => (size === undefined ? [] : [size.low, size.high])),
  );
  const all = [...sizes, ...Object.values(limit)];
  return {
    planes,
    limit,
    range: all.length === 0 ? undefined : { least: Math.min(...all), most: Math.max(...all) },
  };
}
