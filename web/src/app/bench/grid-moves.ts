import { axesOf, layoutReason, placeKey, placesOnSheet, sheetModel } from '@oak-gate/core';
import type { Axis, Characteristic, Layout, Place, PlaceKey } from '@oak-gate/core';

export type Move = 'next' | 'back' | 'up' | 'down' | 'left' | 'right';

/**
 * Where the hand goes: along the route (all of one cylinder, or of what else stands across, before the next), or over the
 * sheet as it is drawn. It stays where there is nothing in that direction.
 * @param places of the sheets on the bench, in the order in which they are taken; `isAsked`: whether something is measured there
 */
export function moved(
  layout: Layout,
  characteristics: readonly Characteristic[],
  places: readonly Place[],
  from: PlaceKey,
  move: Move,
  isAsked: (place: Place) => boolean = (place) => layoutReason(layout, place) === undefined,
): PlaceKey {
  const route = places.filter(isAsked);
  const at = route.findIndex((place) => placeKey(place) === from);
  const here = route[at];
  if (here === undefined) return from;
  const keyOf = (place: Place | undefined): PlaceKey => (place === undefined ? from : placeKey(place));
  // Nothing is taken where a value is worked out: the route goes on to what is measured.
  const isMeasured = (place: Place): boolean =>
    characteristics.find(({ id }) => id === place.characteristic)?.from === undefined;
  if (move === 'next') return keyOf(route.slice(at + 1).find(isMeasured));
  if (move === 'back') return keyOf(route.slice(0, at).findLast(isMeasured));
  const characteristic = characteristics.find(({ id }) => id === here.characteristic);
  if (characteristic === undefined) return from;
  const { across, groups, lines } = axesOf(characteristic);
  const isVertical = move === 'up' || move === 'down';
  const kept: readonly Axis[] = isVertical ? across : [...groups, ...lines];
  // Sideways in the order in which the columns stand, which is not that of the route where rods stand under their crankpin.
  const onSheet = isVertical ? route : placesOnSheet(sheetModel(layout, characteristic));
  const along = onSheet.filter(
    (place) =>
      place.characteristic === here.characteristic &&
      isAsked(place) &&
      kept.every((axis) => place.at[axis] === here.at[axis]),
  );
  const stands = along.findIndex((place) => placeKey(place) === from);
  return keyOf(along[stands + (move === 'down' || move === 'right' ? 1 : -1)]);
}
