import { intervalOf } from '../evidence/size/interval';
import type { SizeReading } from '../evidence/size/size-reading';
import { roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { meanOf } from './group-contrast';

export interface BoreDifference {
  /** Of the lower ends, nm on diameter; null where nothing is left on a side. */
  readonly difference: Nanometres | null;
  readonly least: Nanometres | null;
  readonly most: Nanometres | null;
  /** Readings that are known on one side only. */
  readonly leftOut: number;
}

/**
 * What the end gaps of like rings in two banks say about their bores: `a` less `b`, on diameter.
 * @param question the gaps of each bank: of one kind and lot of ring, none filed
 * @source the circumference opens by pi times the diameter
 */
export function boreDifference(question: {
  readonly a: readonly SizeReading[];
  readonly b: readonly SizeReading[];
}): BoreDifference {
  const [a, b] = [question.a.filter(hasBothEnds), question.b.filter(hasBothEnds)];
  const leftOut = question.a.length + question.b.length - a.length - b.length;
  if (a.length === 0 || b.length === 0) return { difference: null, least: null, most: null, leftOut };
  const lowsOf = (all: readonly SizeReading[]): number => meanOf(all.map((each) => intervalOf(each).lo));
  const highsOf = (all: readonly SizeReading[]): number => meanOf(all.map((each) => intervalOf(each).hi));
  const onDiameter = (gap: number): Nanometres => roundToNanometres(gap / Math.PI);
  return {
    difference: onDiameter(lowsOf(a) - lowsOf(b)),
    least: onDiameter(lowsOf(a) - highsOf(b)),
    most: onDiameter(highsOf(a) - lowsOf(b)),
    leftOut,
  };
}
const hasBothEnds = ({ kind }: SizeReading): boolean => kind !== 'atLeast' && kind !== 'under';
