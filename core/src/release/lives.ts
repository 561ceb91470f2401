import { partLives } from '../engines/lives';
import type { PartLife } from '../engines/lives';
import type { PartsState } from '../engines/parts';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { StripState } from '../strip/as-found';

type Slice = PartsState & PinState & StripState;

/** The lives of the parts that lie there: by what is said of each, else by what was known of it when it came out. */
export function livesOf(state: Slice): readonly PartLife[] {
  const layout = currentPin(state)?.model.layout;
  if (layout?.lives === undefined) return [];
  const found = new Map(
    state.asFound.values().flatMap(({ part, hours }) => (part === null ? [] : [[part, hours] as const])),
  );
  return partLives(state, layout, (part) => found.get(part) ?? null);
}
/** Those that may not go in again: past their limit, past it before the next overhaul, or of a life that nobody knows. */
export const livesDue = (state: Slice): readonly PartLife[] =>
  livesOf(state).filter(({ life }) => life.verdict !== 'ok');
