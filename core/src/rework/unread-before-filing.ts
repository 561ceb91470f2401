import { placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState } from '../bench/places';
import type { PartsState } from '../engines/parts';
import { layoutReason, placeKey } from '../engines/place';
import type { PlaceKey } from '../engines/place';
import type { PartKind } from '../engines/characteristic';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { Route } from '../route/route';

/**
 * The places that are read before the first part of a kind is filed, and are not yet: those of cylinders that wait for later are
 * not among them. Which ring goes where, and whether a bank is odd, is seen of all of them; metal cannot be put back.
 * @returns none once one of them was filed
 */
export function unreadBeforeFiling(
  state: PlacesState & PinState & PartsState & { readonly route: Route },
  kind: PartKind,
): readonly PlaceKey[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  const isBegun = state.parts
    .values()
    .some((part) => part.kind === kind && part.history.some(({ what }) => what === 'filed'));
  if (isBegun) return [];
  const asked = new Set(state.route.gates.flatMap(({ sheets }) => sheets));
  return pin.characteristics
    .filter(({ id, filed }) => filed === kind && asked.has(id))
    .flatMap(({ id }) => sheetPlaces(state, id))
    .filter((place) => layoutReason(pin.model.layout, place) === undefined)
    .map(placeKey)
    .filter((key) => {
      const { readings, deferred, notApplicable } = placeAt(state, key);
      return readings.length === 0 && deferred === undefined && notApplicable === undefined;
    });
}
