import { currentReading, placeAt } from '../bench/places';
import type { PlaceRecord, PlacesState } from '../bench/places';
import type { PlaceKey } from '../engines/place';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';

/** What somebody said to be not applicable and nobody has accepted under this pin; nothing where it was measured after all. */
export function openDeclaration(
  state: PlacesState & PinState,
  place: PlaceKey,
): PlaceRecord['notApplicable'] | undefined {
  const record = placeAt(state, place);
  const declared = record.notApplicable;
  if (declared === undefined || currentReading(record) !== undefined) return undefined;
  return declared.accepted && declared.pin === currentPin(state)?.pin ? undefined : declared;
}
