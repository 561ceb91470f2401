import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { intervalOf } from '../evidence/size/interval';
import type { SizeReading } from '../evidence/size/size-reading';

/** How far a set's sizes lie apart: at least `least`, and at most `most` where every reading has an upper end. nm. */
export interface SetSpread {
  readonly least: Nanometres;
  readonly most?: Nanometres;
}

/**
 * The spread of a set of readings. Brackets make it an interval.
 * @returns undefined for fewer than two readings
 * @example 43/44, 44/45, 41/42 thou -> 2 to 4 thou
 */
export function spreadOfSet(readings: readonly SizeReading[]): SetSpread | undefined {
  if (readings.length < 2) return undefined;
  const intervals = readings.map(intervalOf);
  const lowest = Math.min(...intervals.map(({ lo }) => lo));
  const highest = Math.max(...intervals.map(({ hi }) => hi));
  const least = Math.max(
    0,
    Math.max(...intervals.map(({ lo }) => lo)) - Math.min(...intervals.map(({ hi }) => hi)),
  );
  return {
    least: nanometres(least),
    ...(Number.isFinite(highest) ? { most: nanometres(highest - lowest) } : {}),
  };
}
