import type { Place } from '../engines/place';
import type { LimitRow } from './document';
import type { GoverningLimit } from './governing-limit';
import { contextAt, decisionAt } from './judged-fit';
import type { JudgedPart } from './fit-variant';
import { currentPin } from './limit-in-force';
import type { PinState } from './limit-in-force';
import { statementsAbout } from './limits-pin';
import { applies, statedBound } from './rank';

/** What the shop aims for within the limits, and the rows that say so. */
export interface ShopTarget {
  readonly target: NonNullable<GoverningLimit['target']>;
  readonly rows: readonly LimitRow[];
}

/** @returns undefined where the shop says nothing, where its rows cross, or where all that they say lies outside the limits */
export function shopTarget(state: PinState, place: Place, part: JudgedPart): ShopTarget | undefined {
  const pin = currentPin(state);
  const target = governingOf(state, place, part)?.target;
  if (pin === undefined || target === undefined) return undefined;
  const context = contextAt(pin, place, part);
  const ids = statementsAbout(place, pin)
    .filter((row) => row.kind === 'shop' && applies(row, context))
    .filter((row) =>
      (['min', 'max'] as const).some(
        (bound) => target[bound] !== undefined && statedBound(row, bound, context) === target[bound],
      ),
    )
    .map(({ id }) => id);
  return { target, rows: pin.rows.filter(({ id }) => ids.includes(id)) };
}
function governingOf(state: PinState, place: Place, part: JudgedPart): GoverningLimit | undefined {
  const pin = currentPin(state);
  return pin === undefined ? undefined : decisionAt(pin, place, part)?.governing;
}
