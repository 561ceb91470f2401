import { layoutReason, placeKey } from '@oak-gate/core';
import type { Layout, Place, PlaceKey } from '@oak-gate/core';

export type Move = 'next' | 'back' | 'up' | 'down' | 'left' | 'right';

/** Where the hand goes: along the route (by cylinder, then ring, then station), or over the sheet as it is drawn. */
export function moved(layout: Layout, places: readonly Place[], from: PlaceKey, move: Move): PlaceKey {
  const route = places.filter((place) => layoutReason(layout, place) === undefined);
  const at = route.findIndex((place) => placeKey(place) === from);
  const here = route[at];
  if (here === undefined) return from;
  const keyOf = (place: Place | undefined): PlaceKey => (place === undefined ? from : placeKey(place));
  if (move === 'next') return keyOf(route[at + 1]);
  if (move === 'back') return keyOf(route[at - 1]);
  if (move === 'up' || move === 'down') {
    const column = route.filter((place) => place.at.cylinder === here.at.cylinder);
    return keyOf(column[column.indexOf(here) + (move === 'down' ? 1 : -1)]);
  }
  const isSameLine = (place: Place): boolean =>
    place.at.groove === here.at.groove &&
    place.at.member === here.at.member &&
    place.at.station === here.at.station;
  const line = route.filter(isSameLine);
  return keyOf(line[line.indexOf(here) + (move === 'right' ? 1 : -1)]);
}
