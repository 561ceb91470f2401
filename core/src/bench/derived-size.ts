import type { DerivedFrom } from '../engines/characteristic';
import { intervalOf } from '../evidence/size/interval';
import type { Interval } from '../evidence/size/interval';
import type { SizeReading } from '../evidence/size/size-reading';
import { nanometres } from '../quantity/nanometres';

/**
 * What two sets of sizes, or one, come to.
 * @param of, less intervals of the sizes, nm, none of them empty
 * @returns the least and the most that it can be, and whether both ends are real because every size is exact; undefined where
 *   a size has no upper end
 */
const DERIVE: Readonly<
  Record<
    DerivedFrom['rule'],
    (of: readonly Interval[], less: readonly Interval[]) => { readonly low: number; readonly high: number }
  >
> = {
  // The tightest place is the smallest of the one with the largest of the other, wherever around they were taken.
  difference: (of, less) => ({
    low: least(of, 'lo') - most(less, 'hi'),
    high: most(of, 'hi') - least(less, 'lo'),
  }),
  range: (of) => ({
    low: Math.max(0, most(of, 'lo') - least(of, 'hi')),
    high: most(of, 'hi') - least(of, 'lo'),
  }),
};
const least = (all: readonly Interval[], end: 'lo' | 'hi'): number =>
  Math.min(...all.map((each) => each[end]));
const most = (all: readonly Interval[], end: 'lo' | 'hi'): number =>
  Math.max(...all.map((each) => each[end]));

/** @returns what is known of the value, never rounded to a number: a spread where every size is exact, else a bracket */
export function derivedSize(
  rule: DerivedFrom['rule'],
  of: readonly SizeReading[],
  less: readonly SizeReading[] = [],
): SizeReading | undefined {
  if (of.length === 0 || (rule === 'difference' && less.length === 0)) return undefined;
  const [minuend, other] = [of.map(intervalOf), less.map(intervalOf)];
  // Both ends of a spread are there: how far apart such sizes lie is known and no bracket.
  if (rule === 'range' && of.every(({ kind }) => kind === 'exact' || kind === 'spread'))
    return { kind: 'exact', value: nanometres(most(minuend, 'hi') - least(minuend, 'lo')) };
  const { low, high } = DERIVE[rule](minuend, other);
  if (!Number.isFinite(low) || !Number.isFinite(high)) return undefined;
  if (low === high) return { kind: 'exact', value: nanometres(low) };
  // Around a part both ends are there; of a range, or of brackets, the true value is one of those between.
  const isReal = rule === 'difference' && [...minuend, ...other].every(({ lo, hi }) => lo === hi);
  return isReal
    ? { kind: 'spread', low: nanometres(low), high: nanometres(high) }
    : { kind: 'between', goes: nanometres(low), stops: nanometres(high) };
}
