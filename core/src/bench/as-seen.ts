import { placeKey } from '../engines/place';
import type { PlaceKey } from '../engines/place';
import { onceFor } from '../kernel/once-for';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { LimitsPin } from '../library/limits-pin';
import { derivedBy } from './derive';
import { sheetPlaces } from './places';
import type { PlacesState } from './places';
import { asksSecondLook, isHiddenFrom } from './second-look';
import type { LookedTwice } from './second-look';

type Shown = PinState & PlacesState & LookedTwice;

/** A job as somebody sees it who is to measure without knowing what was found: those places look as if nobody had been there. */
export interface SeenBy<S> {
  readonly state: S;
  /** The places at which something is there, and not shown. */
  readonly hidden: ReadonlySet<PlaceKey>;
}

/**
 * What a person sees who has not measured where a second look is asked for. Every place keeps its version, so that what is handed
 * in is still based on it; what is worked out from what is hidden is hidden too.
 * @param looked the places at which the person wanted to see it all the same
 * @param isOpen of which sheets it is still measured: what is signed for is hidden from nobody
 */
export function asSeenBy<S extends Shown>(
  state: S,
  person: { readonly id: string },
  looked: ReadonlySet<PlaceKey>,
  isOpen: (sheet: string) => boolean = () => true,
): SeenBy<S> {
  const pin = currentPin(state);
  const asked = pin?.characteristics.filter((each) => isOpen(each.id) && asksSecondLook(state, each)) ?? [];
  const hidden = new Set(
    asked.flatMap(({ id }) =>
      sheetPlaces(state, id).flatMap((place) => {
        const key = placeKey(place);
        return !looked.has(key) && isHiddenFrom(state, place, person) ? [key] : [];
      }),
    ),
  );
  if (pin === undefined || hidden.size === 0) return { state, hidden };
  const rests = derivedBy(pin);
  const all = new Set([...hidden, ...[...hidden].flatMap((key) => rests.get(key) ?? [])]);
  let { places } = state;
  for (const key of all) {
    const record = places.get(key);
    if (record !== undefined) places = places.set(key, { ...record, readings: [], contested: [] });
  }
  return { state: { ...state, places }, hidden };
}

/** A job as somebody sees it who wants to measure before knowing the limits. What was judged keeps its verdict. */
export function withoutLimits<S extends PinState>(state: S): S {
  const pin = currentPin(state);
  return pin === undefined
    ? state
    : { ...state, pins: [...state.pins.slice(0, -1), limitless(pin)], limitDecisions: [], limitChosen: [] };
}
const limitless = onceFor((pin: LimitsPin): LimitsPin => ({ ...pin, fits: [], rows: [] }));
