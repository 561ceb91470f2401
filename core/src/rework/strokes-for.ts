import type { Nanometres } from '../quantity/nanometres';
import type { StrokeRate } from './filing-rate';

/**
 * How many strokes to take before the ring is measured again: so many that the fastest stroke learnt does not pass the goal, and
 * some fewer, because metal cannot be put back.
 * @param question `remove`: nm to take off; `stopShort`: how many strokes before the goal to stop
 * @returns null where nothing was learnt; 0 where nothing is to be taken off, or one stroke could already be too much
 */
export function strokesFor({
  remove,
  rate,
  stopShort,
}: {
  readonly remove: Nanometres;
  readonly rate: StrokeRate | null;
  readonly stopShort: number;
}): { readonly strokes: number | null } {
  if (remove <= 0) return { strokes: 0 };
  if (rate === null || rate.high === 0) return { strokes: null };
  if (rate.high > remove) return { strokes: 0 };
  return { strokes: Math.max(1, Math.floor(remove / rate.high) - stopShort) };
}
