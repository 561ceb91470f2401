/** Fewer than these say nothing about what is usual. */
const FEWEST = 4;
/** Beyond this modified z-score a value is odd; the factor makes it one standard deviation where values are normal. */
const ODD_BEYOND = 3.5;
const NORMAL = 0.6745;

/**
 * Which values of a set stand out: by more than two steps of the gauge from the median, and by more than the set itself scatters.
 * @param question values, and the smallest step of the gauge in their unit
 * @source modified z-score on the median absolute deviation; where that is 0 the step alone decides
 */
export function oddOneOut(question: { readonly values: readonly number[]; readonly resolution: number }): {
  readonly odd: readonly number[];
} {
  const { values, resolution } = question;
  if (values.length < FEWEST) return { odd: [] };
  const median = medianOf(values);
  const scatter = medianOf(values.map((value) => Math.abs(value - median)));
  const isOdd = (value: number): boolean =>
    Math.abs(value - median) > 2 * resolution &&
    (scatter === 0 || (NORMAL * Math.abs(value - median)) / scatter > ODD_BEYOND);
  return { odd: values.flatMap((value, i) => (isOdd(value) ? [i] : [])) };
}

/** @param values not empty */
export function medianOf(values: readonly number[]): number {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  const upper = sorted[half] ?? 0;
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? upper) + upper) / 2;
}
