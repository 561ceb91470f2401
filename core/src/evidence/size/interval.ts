import { assertNever } from '../../kernel/invariant';
import type { SizeReading } from './size-reading';

/** The worst case that a reading allows, nm. `hiOpen`: the true size is below `hi`, not at it. */
export interface Interval {
  readonly lo: number;
  readonly hi: number;
  readonly hiOpen: boolean;
  /** The 0 of `under` (or of nothing known) is not a measured end. */
  readonly loMeasured: boolean;
}

/** The worst-case interval of a reading; `hi` is Infinity where no blade has stopped. */
export function intervalOf(reading: SizeReading): Interval {
  switch (reading.kind) {
    case 'exact':
      return { lo: reading.value, hi: reading.value, hiOpen: false, loMeasured: true };
    case 'between':
      return { lo: reading.goes, hi: reading.stops, hiOpen: true, loMeasured: true };
    case 'atLeast':
      return { lo: reading.goes, hi: Infinity, hiOpen: true, loMeasured: true };
    case 'under':
      return { lo: 0, hi: reading.stops, hiOpen: true, loMeasured: false };
    case 'spread':
      return { lo: reading.low, hi: reading.high, hiOpen: false, loMeasured: true };
    default:
      return assertNever(reading, 'intervalOf');
  }
}

/** Between what a size is drawn: one that is known on one side only stands where it is known. */
export function endsOf({ lo, hi, loMeasured }: ReturnType<typeof intervalOf>): {
  readonly low: number;
  readonly high: number;
} {
  if (!Number.isFinite(hi)) return { low: lo, high: lo };
  return loMeasured ? { low: lo, high: hi } : { low: hi, high: hi };
}
