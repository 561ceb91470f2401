/** What is left of a part's life, and whether it may go in again. */
export type LifeLeft =
  | { readonly verdict: 'unknown' }
  | {
      readonly verdict: 'ok' | 'replaceNow' | 'expired';
      /** Negative where it is past its limit. */
      readonly left: number;
      /** What it will have done at the next overhaul. */
      readonly atNext?: number;
    };

/**
 * How much of a limited life is left.
 * @param question all in hours, or all in cycles, starts or days, with at most three decimals, which count as they are written;
 * `used` null: nobody knows
 * @returns `expired` at the limit and past it, `replaceNow` where it would pass it before the next overhaul
 * @example lifeLeft({ used: 14200, limit: 16000, untilNext: 4000 }) -> { left: 1800, atNext: 18200, verdict: 'replaceNow' }
 */
export function lifeLeft(question: {
  readonly used: number | null;
  readonly limit: number;
  readonly untilNext?: number;
}): LifeLeft {
  if (question.used === null) return { verdict: 'unknown' };
  const used = thousandths(question.used);
  const limit = thousandths(question.limit);
  const atNext = question.untilNext === undefined ? undefined : used + thousandths(question.untilNext);
  return {
    left: (limit - used) / 1000,
    ...(atNext === undefined ? {} : { atNext: atNext / 1000 }),
    verdict: used >= limit ? 'expired' : atNext !== undefined && atNext > limit ? 'replaceNow' : 'ok',
  };
}
/** Counted in thousandths, so that 0.1 and 0.2 are 0.3. */
const thousandths = (count: number): number => Math.round(count * 1000);
