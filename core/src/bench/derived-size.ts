import type { DerivedFrom } from '../engines/characteristic';
import { intervalOf } from '../evidence/size/interval';
import type { Interval } from '../evidence/size/interval';
import type { SizeReading } from '../evidence/size/size-reading';
import { nanometres, roundToNanometres } from '../quantity/nanometres';
import { fitFromParts } from './fit-from-parts';

/** A size that a value is worked out from. */
export interface InputSize {
  readonly size: SizeReading;
  /** How deep it was taken, nm from the top; sizes without a depth are all of one. */
  readonly depth?: number;
}
interface Ends {
  readonly low: number;
  readonly high: number;
}

/**
 * What two sets of sizes, or one, come to: the least and the most that it can be; undefined where they say nothing about it.
 * @param of, less intervals of the sizes, nm, neither empty where the rule needs it; of wear, less is the size that was made
 */
const DERIVE: Readonly<
  Record<DerivedFrom['rule'], (of: readonly At[], less: readonly At[]) => Ends | undefined>
> = {
  // The tightest place is the smallest of the one with the largest of the other, wherever around they were taken.
  difference: (of, less) => {
    const { least, most } = fitFromParts({ hole: endsOf(of), shaft: endsOf(less) });
    return { low: least, high: most };
  },
  range: (of) => apart(of),
  meanRange: (of) => apart(levelsOf(of).map(([, mean]) => mean)),
  taper: (of) => {
    const less = topLessBottom(of);
    if (less === undefined) return undefined;
    const sizes = [Math.abs(less.low), Math.abs(less.high)];
    return { low: less.low <= 0 && less.high >= 0 ? 0 : Math.min(...sizes), high: Math.max(...sizes) };
  },
  // No bore is narrower for being worn: what is below its size was never that large, or was measured wrong.
  wear: (of, less) => {
    const [made] = less;
    if (made === undefined) return undefined;
    const over = (ends: readonly number[]): number => Math.max(0, Math.max(...ends) - made.lo);
    return { low: over(of.map(({ lo }) => lo)), high: over(of.map(({ hi }) => hi)) };
  },
  choke: (of) => {
    const less = topLessBottom(of);
    return less === undefined ? undefined : { low: Math.max(0, -less.high), high: Math.max(0, -less.low) };
  },
};
type At = Pick<Interval, 'lo' | 'hi'> & { readonly depth?: number };
const endsOf = (all: readonly At[]): readonly number[] => all.flatMap(({ lo, hi }) => [lo, hi]);
function apart(all: readonly At[]): Ends {
  const [los, his] = [all.map(({ lo }) => lo), all.map(({ hi }) => hi)];
  return {
    low: Math.max(0, Math.max(...los) - Math.min(...his)),
    high: Math.max(...his) - Math.min(...los),
  };
}
/** The mean at each depth, from the shallowest to the deepest, unrounded. */
function levelsOf(all: readonly At[]): readonly (readonly [number, At])[] {
  const levels = new Map<number, At[]>();
  for (const each of all) levels.set(each.depth ?? 0, [...(levels.get(each.depth ?? 0) ?? []), each]);
  const mean = (sizes: readonly number[]): number =>
    sizes.reduce((sum, each) => sum + each, 0) / sizes.length;
  return [...levels]
    .sort(([a], [b]) => a - b)
    .map(([depth, at]) => [depth, { lo: mean(at.map(({ lo }) => lo)), hi: mean(at.map(({ hi }) => hi)) }]);
}
/** undefined of one station: nothing can be said of how a bore runs. */
function topLessBottom(all: readonly At[]): Ends | undefined {
  const levels = levelsOf(all);
  const [top, bottom] = [levels[0]?.[1], levels.at(-1)?.[1]];
  return levels.length < 2 || top === undefined || bottom === undefined
    ? undefined
    : { low: top.lo - bottom.hi, high: top.hi - bottom.lo };
}

/**
 * @param rules by which the story is told: since 8 one point alone shows no range
 * @returns what is known of the value, never rounded to a number: a spread where every size is exact, else a bracket
 */
export function derivedSize(
  rule: DerivedFrom['rule'],
  of: readonly InputSize[],
  less: readonly InputSize[] = [],
  rules = ONE_POINT_SINCE,
): SizeReading | undefined {
  if (of.length === 0 || ((rule === 'difference' || rule === 'wear') && less.length === 0)) return undefined;
  if (rules >= ONE_POINT_SINCE && isOnePoint(rule, of)) return undefined;
  const at = (all: readonly InputSize[]): readonly At[] =>
    all.map(({ size, depth }) => ({ ...intervalOf(size), ...(depth === undefined ? {} : { depth }) }));
  const [minuend, other] = [at(of), at(less)];
  if ([...minuend, ...other].some(({ hi }) => !Number.isFinite(hi))) return undefined;
  const ends = DERIVE[rule](minuend, other);
  if (ends === undefined) return undefined;
  const { low, high } = ends;
  const isReal = [...of, ...less].every(({ size: { kind } }) => kind === 'exact' || kind === 'spread');
  // Both ends of a spread are there: how far apart such sizes lie is known and no bracket.
  if (rule === 'range' && isReal) return { kind: 'exact', value: nanometres(high) };
  if (low === high) return { kind: 'exact', value: roundToNanometres(low) };
  // Around a part both ends are there; of a range, or of brackets, the true value is one of those between.
  return rule === 'difference' && [...minuend, ...other].every(({ lo, hi }) => lo === hi)
    ? { kind: 'spread', low: nanometres(low), high: nanometres(high) }
    : { kind: 'between', goes: roundToNanometres(low), stops: roundToNanometres(high) };
}
const ONE_POINT_SINCE = 8;
const isOnePoint = (rule: DerivedFrom['rule'], of: readonly InputSize[]): boolean =>
  rule === 'range' && of.length < 2 && of.every(({ size: { kind } }) => kind !== 'spread');
