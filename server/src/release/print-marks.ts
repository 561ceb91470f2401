import { MARK_FILLED, MARK_OUTLINES, MARK_SHAPES } from '@oak-gate/contract';
import { intervalOf } from '@oak-gate/core';
import type { Limit, PlaceStateWord, SizeReading } from '@oak-gate/core';

const INK = '#1F2624';

/** The mark of a state as it is drawn on the screen, in ink alone: shapes tell the states apart, boxed where it is conceded. */
export function markSvg(state: PlaceStateWord, conceded: boolean, size = 9): string {
  const outline = MARK_OUTLINES[state];
  const fill = MARK_FILLED.includes(state) ? INK : 'none';
  const line = (path: string, filled: string): string =>
    `<path d="${path}" fill="${filled}" stroke="${INK}" stroke-width="1.6"/>`;
  const shape = `${line(MARK_SHAPES[state], fill)}${outline === undefined ? '' : line(outline, 'none')}`;
  return (
    `<svg width="${size}" height="${size}" viewBox="0 0 20 20" xmlns="http://www.w3.org/2000/svg">` +
    (conceded
      ? `<rect x="1" y="1" width="18" height="18" fill="none" stroke="${INK}" stroke-width="1.6"/><g transform="translate(3 3) scale(0.7)">${shape}</g>`
      : shape) +
    `</svg>`
  );
}

const HEIGHT = 11;
/**
 * The limit as the ground under a figure: what is allowed of a new part light, up to the wear limit lighter, bounds as lines,
 * and a pointer where the size is. Left is small and right is large.
 * @param others of the same line: all of them are drawn to one scale, so that the eye can compare them
 */
export function groundSvg(
  limit: Limit,
  reading: SizeReading,
  width: number,
  others: readonly SizeReading[] = [],
): string {
  const { lo, hi } = intervalOf(reading);
  const end = hi === Infinity ? lo * 1.06 : hi;
  const ends = others
    .map(intervalOf)
    .flatMap((each) => [each.lo, ...(each.hi === Infinity ? [] : [each.hi])]);
  const bounds = [limit.serviceMin, limit.min, limit.max, limit.serviceMax].filter(
    (bound) => bound !== undefined,
  );
  const [least, most] = [Math.min(lo, ...bounds, ...ends), Math.max(end, ...bounds, ...ends)];
  const air = Math.max((most - least) * 0.12, Math.abs(most) * 0.004, 1);
  const x = (value: number): number =>
    Math.round(((value - least + air) / (most - least + 2 * air)) * width * 10) / 10;
  const lower = limit.min ?? limit.serviceMin;
  const upper = limit.max ?? limit.serviceMax;
  const strip = (from: number | undefined, to: number | undefined, fill: string): string => {
    const [left, right] = [from === undefined ? 0 : x(from), to === undefined ? width : x(to)];
    return `<rect x="${left}" y="0" width="${Math.max(0, right - left)}" height="${HEIGHT - 4}" fill="${fill}"/>`;
  };
  const at = x((lo + end) / 2);
  return (
    `<svg width="${width}" height="${HEIGHT}" viewBox="0 0 ${width} ${HEIGHT}" xmlns="http://www.w3.org/2000/svg">` +
    strip(limit.serviceMin ?? limit.min, limit.serviceMax ?? limit.max, '#EDEDEB') +
    strip(lower, upper, '#D5D7D3') +
    bounds
      .map(
        (bound) =>
          `<line x1="${x(bound)}" y1="0" x2="${x(bound)}" y2="${HEIGHT - 4}" stroke="${INK}" stroke-width="0.9"/>`,
      )
      .join('') +
    `<path d="M${at - 3} ${HEIGHT - 5}h6l-3 5z" fill="${INK}"/>` +
    `<line x1="${x(lo)}" y1="${HEIGHT - 5}" x2="${Math.max(x(end), x(lo) + 0.5)}" y2="${HEIGHT - 5}" stroke="${INK}" stroke-width="1.4"/>` +
    `</svg>`
  );
}
