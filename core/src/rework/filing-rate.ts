import { intervalOf } from '../evidence/size/interval';
import type { SizeReading } from '../evidence/size/size-reading';
import { roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

/** One round of filing: a ring's gap at one station before and after so many strokes. */
export interface FilingRound {
  readonly strokes: number;
  readonly before: SizeReading;
  readonly after: SizeReading;
}
/** What one stroke takes off, nm: at the least, in the middle and at the most. */
export interface StrokeRate {
  readonly low: Nanometres;
  readonly mean: Nanometres;
  readonly high: Nanometres;
}

/**
 * What one stroke takes off, learnt from rounds of filing. A round that says nothing is left out: one that is open on a side, has
 * no strokes, or after which the gap is surely smaller than it was.
 * @returns the rate in nm per stroke, each rounded once; null where no round counts
 */
export function filingRate({ rounds }: { readonly rounds: readonly FilingRound[] }): {
  readonly rate: StrokeRate | null;
} {
  const counted = rounds.flatMap(opened);
  const strokes = sumOf(counted.map((each) => each.strokes));
  if (strokes === 0) return { rate: null };
  const perStroke = (sum: number): Nanometres => roundToNanometres(Math.max(0, sum / strokes));
  const least = sumOf(counted.map((each) => each.least));
  const most = sumOf(counted.map((each) => each.most));
  return { rate: { low: perStroke(least), mean: perStroke((least + most) / 2), high: perStroke(most) } };
}

/** By how much a round opened the gap, at the least and at the most; nothing where it does not count. */
function opened({ strokes, before, after }: FilingRound): {
  readonly strokes: number;
  readonly least: number;
  readonly most: number;
}[] {
  if (strokes <= 0 || isOpenEnded(before) || isOpenEnded(after)) return [];
  const from = intervalOf(before);
  const to = intervalOf(after);
  const most = to.hi - from.lo;
  const shrank = most < 0 || (most === 0 && to.hiOpen);
  return shrank ? [] : [{ strokes, least: to.lo - from.hi, most }];
}
const isOpenEnded = ({ kind }: SizeReading): boolean => kind === 'atLeast' || kind === 'under';
const sumOf = (numbers: readonly number[]): number => numbers.reduce((sum, each) => sum + each, 0);
