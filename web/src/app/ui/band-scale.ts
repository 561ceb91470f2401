import { intervalOf } from '@oak-gate/core';
import type { Limit, SizeReading } from '@oak-gate/core';

/** From nanometres to the band's width. Left is small and right is large, on every band. */
export interface BandScale {
  readonly x: (value: number) => number;
  readonly from: number;
  readonly to: number;
}

/** A scale that shows the whole limit, the reading and the rest of the set, with air at both ends. */
export function bandScale(limit: Limit, readings: readonly SizeReading[], width: number): BandScale {
  const ends = readings
    .map(intervalOf)
    .flatMap(({ lo, hi, loMeasured }) => [...(loMeasured ? [lo] : []), ...(hi === Infinity ? [] : [hi])]);
  const bounds = Object.values(limit);
  const all = [...ends, ...bounds];
  const lowest = Math.min(...all);
  const highest = Math.max(...all);
  const air = Math.max((highest - lowest) * 0.16, highest * 0.04, 1);
  const from = Math.max(0, lowest - air);
  const to = highest + air;
  return {
    from,
    to,
    x: (value) =>
      all.length === 0 ? 0 : ((Math.min(Math.max(value, from), to) - from) / (to - from)) * width,
  };
}
