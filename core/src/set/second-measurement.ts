import type { SizeReading } from '../evidence/size/size-reading';
import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/** `agrees` is null where the two readings say nothing about each other; then there is no difference either. */
export interface SecondMeasurement {
  readonly agrees: boolean | null;
  /** nm, of the ends that both have; of a blade that goes against one that stops, the gap between them. */
  readonly difference?: Nanometres;
}

/**
 * Do two independent readings of one size agree? Ends that both have are held against each other, lower with lower and upper
 * with upper.
 * @param question two readings, and how far their ends may lie apart (nm)
 */
export function secondMeasurement(question: {
  readonly first: SizeReading;
  readonly second: SizeReading;
  readonly tolerance: number;
}): SecondMeasurement {
  const { first, second, tolerance } = question;
  const differences = [lowerOf, upperOf].flatMap((endOf) => {
    const [a, b] = [endOf(first), endOf(second)];
    return a === undefined || b === undefined ? [] : [Math.abs(a - b)];
  });
  if (differences.length > 0) {
    const difference = nanometres(Math.max(...differences));
    return { agrees: difference <= tolerance, difference };
  }
  const goes = lowerOf(first) ?? lowerOf(second) ?? 0;
  const stops = upperOf(first) ?? upperOf(second) ?? Infinity;
  return goes - stops > tolerance
    ? { agrees: false, difference: nanometres(goes - stops) }
    : { agrees: null };
}

/** The lower end that was measured: the 0 of a blade that stops was not. */
function lowerOf(reading: SizeReading): number | undefined {
  switch (reading.kind) {
    case 'exact':
      return reading.value;
    case 'spread':
      return reading.low;
    case 'under':
      return undefined;
    default:
      return reading.goes;
  }
}
function upperOf(reading: SizeReading): number | undefined {
  switch (reading.kind) {
    case 'exact':
      return reading.value;
    case 'spread':
      return reading.high;
    case 'atLeast':
      return undefined;
    default:
      return reading.stops;
  }
}
