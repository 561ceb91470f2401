import { decimalLength, nanometres, showExact } from '@oak-gate/core';

const NUMBER = '\\d*[.,]?\\d+';
/** "0.05 to 1.00 by 0.05": a range with its step, as sets are sold. */
const RANGE = new RegExp(`(${NUMBER})\\s*(?:to|-|\\.\\.)\\s*(${NUMBER})\\s+by\\s+(${NUMBER})`, 'gi');
/** More blades than this are no set that anybody holds. */
const MOST = 200;

/**
 * The blades of a set as somebody lists them: separated by spaces, commas with a space, semicolons or lines, and ranges with
 * their step. A range that does not come out even is left as it was typed, and is told to be wrong.
 */
export function readBlades(text: string): string[] {
  const listed = text.replace(
    RANGE,
    (all, from: string, to: string, by: string) => rangeOf(from, to, by)?.join(' ') ?? all,
  );
  return listed
    .split(/[\s;]+|,\s+/)
    .map((blade) => blade.replace(/,$/, ''))
    .filter((blade) => blade !== '');
}

/** Counted in whole steps of a length, so that nothing is lost between the first and the last. */
function rangeOf(from: string, to: string, by: string): string[] | undefined {
  const [first, last, step] = [from, to, by].map((each) => decimalLength(each.replace(',', '.'), 'mm'));
  if (first === undefined || last === undefined || step === undefined || step <= 0 || last < first)
    return undefined;
  const count = (last - first) / step;
  if (!Number.isInteger(count) || count >= MOST) return undefined;
  const decimals = Math.max(...[from, to, by].map((each) => each.split(/[.,]/)[1]?.length ?? 0));
  return Array.from({ length: count + 1 }, (_, i) => {
    const exact = showExact(nanometres(first + i * step), 'mm');
    const [whole = '0', rest = ''] = exact.split('.');
    return decimals === 0 ? whole : `${whole}.${rest.padEnd(decimals, '0')}`;
  });
}
