/** Beyond these, going through every split takes too long to be asked for on the way. */
export const MOST_CONTRASTED = 24;
const SIGNIFICANT = 0.05;
/** Differences that are equal but for binary rounding. */
const SAME = 1e-9;

export interface GroupContrast {
  /** Mean of `a` less mean of `b`. */
  readonly difference: number;
  /** How often chance alone splits the pooled values at least so far apart; six decimals. */
  readonly p: number;
  readonly differs: boolean;
  /** Groups of these sizes could not tell whatever was measured: that is not "no difference". */
  readonly tooFew?: true;
}

/**
 * Do two groups really differ? Every way to split the pooled values into groups of these sizes is gone through.
 * @param question values of both groups, neither empty, and the resolution of the gauge in their unit
 * @throws RangeError above 24 values in all
 * @source exact two-sided permutation test on the difference of means
 */
export function groupContrast(question: {
  readonly a: readonly number[];
  readonly b: readonly number[];
  readonly resolution: number;
}): GroupContrast {
  const { a, b, resolution } = question;
  const pooled = [...a, ...b];
  if (pooled.length > MOST_CONTRASTED)
    throw new RangeError(`${pooled.length} values are too many to go through`);
  const total = sumOf(pooled);
  const apart = (sum: number): number => sum / a.length - (total - sum) / b.length;
  const difference = meanOf(a) - meanOf(b);
  let splits = 0;
  let asFar = 0;
  const go = (from: number, wanted: number, sum: number): void => {
    if (wanted === 0) {
      splits += 1;
      if (Math.abs(apart(sum)) >= Math.abs(difference) - SAME) asFar += 1;
      return;
    }
    for (let i = from; i <= pooled.length - wanted; i++) go(i + 1, wanted - 1, sum + (pooled[i] ?? 0));
  };
  go(0, a.length, 0);
  const p = Math.round((asFar / splits) * 1e6) / 1e6;
  // Of groups of one size each split has its mirror, and both lie equally far apart.
  const farthest = a.length === b.length ? 2 : 1;
  const isTooFew = farthest / splits > SIGNIFICANT;
  return {
    difference,
    p,
    differs: !isTooFew && asFar / splits <= SIGNIFICANT && Math.abs(difference) > resolution,
    ...(isTooFew ? { tooFew: true } : {}),
  };
}
const sumOf = (values: readonly number[]): number => values.reduce((sum, each) => sum + each, 0);
/** @param values not empty */
export const meanOf = (values: readonly number[]): number => sumOf(values) / values.length;
