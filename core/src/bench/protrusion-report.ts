import { roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

export interface LinerReport {
  readonly liner: number;
  readonly low: Nanometres;
  readonly high: Nanometres;
  /** (low + high) / 2 */
  readonly mid: Nanometres;
  /** high - low; 0 of one point, which alone proves no tilt. */
  readonly tilt: Nanometres;
  readonly state: 'low' | 'high' | 'both' | 'in' | 'none';
}
export interface HeadReport {
  /** The largest less the smallest mid of its measured liners; null where none is. */
  readonly spread: Nanometres | null;
  /** Only with a greatest spread: null where an unmeasured liner leaves it open. */
  readonly within?: boolean | null;
}

/**
 * How liners stand over their deck.
 * @param question heights in nm, below the deck negative; `heads` the indices of the liners under each
 */
export function protrusionReport(question: {
  readonly liners: readonly { readonly points: readonly number[] }[];
  readonly heads: readonly (readonly number[])[];
  readonly min?: number;
  readonly max?: number;
  readonly maxSpread?: number;
  readonly maxTilt?: number;
}): {
  readonly liners: readonly LinerReport[];
  readonly heads: readonly HeadReport[];
  readonly tilted: readonly number[];
  readonly notMeasured: readonly number[];
} {
  const { liners, heads, min, max, maxSpread, maxTilt } = question;
  const found = liners.map(({ points }) =>
    points.length === 0 ? undefined : { low: Math.min(...points), high: Math.max(...points) },
  );
  return {
    liners: found.flatMap((ends, liner) =>
      ends === undefined
        ? []
        : [
            {
              liner,
              low: roundToNanometres(ends.low),
              high: roundToNanometres(ends.high),
              mid: roundToNanometres((ends.low + ends.high) / 2),
              tilt: roundToNanometres(ends.high - ends.low),
              state: stateOf(ends, min, max),
            },
          ],
    ),
    heads: heads.map((head): HeadReport => {
      const mids = head.flatMap((liner) => {
        const ends = found[liner];
        return ends === undefined ? [] : [(ends.low + ends.high) / 2];
      });
      const spread = mids.length === 0 ? undefined : Math.max(...mids) - Math.min(...mids);
      const isWhole = mids.length > 0 && mids.length === head.length;
      return {
        spread: spread === undefined ? null : roundToNanometres(spread),
        // More liners can only widen it.
        ...(maxSpread === undefined
          ? {}
          : { within: spread !== undefined && spread > maxSpread ? false : isWhole ? true : null }),
      };
    }),
    tilted: found.flatMap((ends, liner) =>
      ends !== undefined && maxTilt !== undefined && ends.high - ends.low > maxTilt ? [liner] : [],
    ),
    notMeasured: found.flatMap((ends, liner) => (ends === undefined ? [liner] : [])),
  };
}

function stateOf(
  { low, high }: { readonly low: number; readonly high: number },
  min: number | undefined,
  max: number | undefined,
): LinerReport['state'] {
  if (min === undefined && max === undefined) return 'none';
  const [isLow, isHigh] = [min !== undefined && low < min, max !== undefined && high > max];
  if (isLow) return isHigh ? 'both' : 'low';
  return isHigh ? 'high' : 'in';
}
