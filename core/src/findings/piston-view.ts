import { judgedAt, sheetPlaces } from '../bench/places';
import { placeKey } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import { endsOf, intervalOf } from '../evidence/size/interval';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { Limit } from '../library/limit';
import { placeStatus } from './place-status';
import type { PlaceStateWord, StatusSlice } from './place-status';

/** Something that is measured on a piston, at the height at which it is drawn. */
export interface PistonSpot {
  readonly key: PlaceKey;
  readonly characteristic: string;
  readonly name: string;
  /** The ring or rail, where a groove holds several. */
  readonly member: string | undefined;
  /** nm: what is known of it, between its ends; undefined where nothing counts. */
  readonly size: { readonly low: number; readonly high: number } | undefined;
  readonly limit: Limit;
  readonly state: PlaceStateWord;
}
/** A piston from the side: its grooves from the crown down, and below them what is measured on its skirt and its bosses. */
export interface PistonView {
  readonly grooves: readonly {
    readonly groove: string;
    readonly label: string;
    readonly spots: readonly PistonSpot[];
  }[];
  readonly body: readonly PistonSpot[];
}

/**
 * What is known of the piston in a cylinder, on every sheet of the job that depends on it: wear and width of its grooves, the side
 * clearance of its rings, its skirt, its bosses. Fits with other parts that lie in no groove are not drawn on it.
 * @returns undefined where the sheet in hand is not about a piston
 */
export function pistonViewAt(state: StatusSlice, place: Place): PistonView | undefined {
  const pin = currentPin(state);
  const { cylinder } = place.at;
  if (pin === undefined || cylinder === undefined) return undefined;
  const drawn = pin.characteristics.filter(
    ({ parts, axes, from }) =>
      from === undefined &&
      parts.includes('piston') &&
      (axes.includes('groove') || (parts.length === 1 && axes.length === 1)),
  );
  if (!drawn.some(({ id }) => id === place.characteristic)) return undefined;
  const spots = drawn.flatMap((characteristic) =>
    sheetPlaces(state, characteristic.id)
      .filter(({ at }) => at.cylinder === cylinder)
      .map((each) => {
        const { state: word, reading } = placeStatus(state, each);
        const counts = reading?.status === 'current' && isSize(reading.reading) ? reading.reading : undefined;
        const inForce = limitInForce(state, each, judgedAt(state, each));
        const spot: PistonSpot = {
          key: placeKey(each),
          characteristic: characteristic.id,
          name: characteristic.name,
          member: each.at.member,
          size: counts === undefined ? undefined : endsOf(intervalOf(counts)),
          limit: inForce.state === 'inForce' ? inForce.limit : {},
          state: word,
        };
        return { groove: each.at.groove, spot };
      }),
  );
  return {
    grooves: pin.model.layout.grooves.map(({ id, label }) => ({
      groove: id,
      label,
      spots: spots.flatMap(({ groove, spot }) => (groove === id ? [spot] : [])),
    })),
    body: spots.flatMap(({ groove, spot }) => (groove === undefined ? [spot] : [])),
  };
}
