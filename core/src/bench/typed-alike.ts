import { placeKey } from '../engines/place';
import type { Place } from '../engines/place';
import type { PartsState } from '../engines/parts';
import { isSize } from '../evidence/reading';
import type { Reading } from '../evidence/reading';
import { sameData } from '../kernel/same-data';
import { acceptRange } from '../library/limit';
import { limitInForce } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { judgedAt, placeAt, sheetPlaces } from './places';
import type { PlacesState, RecordedReading } from './places';
import { ownOf } from './repeats';

/** So many readings alike, one after the other, are asked about. */
export const ALIKE_ASKED = 5;
/** `fiveAlike`: so many readings running say the same. `oneBlade`: one blade that goes was typed into fits of different limits. */
export type TypedAlike = 'fiveAlike' | 'oneBlade';

/**
 * Whether what is typed looks like the reading before it rather than like this place: an expectation, or a hand that goes on by
 * itself. It is asked about, and never refused.
 * @param by who measures; only that person's own readings of this sheet are looked at
 */
export function typedAlike(
  state: PlacesState & PinState & PartsState,
  place: Place,
  by: { readonly id: string },
  reading: Reading,
): TypedAlike | undefined {
  // That everything which was looked at is right says nothing about the hand.
  if (!isSize(reading)) return undefined;
  const here = placeKey(place);
  const own = sheetPlaces(state, place.characteristic)
    .flatMap((each): readonly (readonly [Place, RecordedReading])[] =>
      placeKey(each) === here
        ? []
        : placeAt(state, placeKey(each))
            .readings.filter((taken) => taken.by.id === by.id && taken.inputs === undefined)
            .map((taken) => [each, taken] as const),
    )
    .sort(([, a], [, b]) => b.seq - a.seq)
    .slice(0, ALIKE_ASKED - 1);
  const isAlike = ([, taken]: readonly [Place, RecordedReading]): boolean => sameData(ownOf(taken), reading);
  if (own.length === ALIKE_ASKED - 1 && own.every(isAlike)) return 'fiveAlike';
  const [last] = own;
  if (last === undefined || reading.kind !== 'atLeast' || !isAlike(last)) return undefined;
  return sameData(rangeAt(state, last[0]), rangeAt(state, place)) ? undefined : 'oneBlade';
}
function rangeAt(state: PinState & PartsState, place: Place): unknown {
  const part = judgedAt(state, place);
  const inForce = limitInForce(state, place, part);
  return acceptRange(inForce.state === 'inForce' ? inForce.limit : {}, part.state);
}
