import { decimalLength } from '../../quantity/decimal-length';
import type { LengthUnit } from '../../quantity/length-unit';
import { nanometres } from '../../quantity/nanometres';
import { LONGEST_ENTRY, numberDigits, UNIT_PATTERN, unitNamed } from './read-entry';
import type { EntryFault } from './read-entry';
import type { SizeReading } from './size-reading';

export type DeviationNote = 'readAsSize';
export type DeviationEntry =
  | {
      readonly ok: true;
      readonly reading: SizeReading;
      /** nm from the setting, where deviations were typed; of a spread both ends. */
      readonly deviation?: number | { readonly low: number; readonly high: number };
      readonly notes: readonly DeviationNote[];
    }
  | { readonly ok: false; readonly code: EntryFault };

interface Question {
  readonly text: string;
  /** The unit of the field. */
  readonly unit: LengthUnit;
  /** What the gauge was set to, nm, above 0. */
  readonly setting: number;
  /** What one graduation is, nm, whole. */
  readonly step: number;
}
interface Part {
  readonly sign: '+' | '-' | undefined;
  readonly digits: string;
  readonly unit: LengthUnit | undefined;
}

const NUMBER = String.raw`([+-])?\s*(\d+[.,]\d*|[.,]\d+|\d*\s*[¼½¾]|\d+)\s*${UNIT_PATTERN}?`;
const ONE = new RegExp(String.raw`^\s*${NUMBER}\s*${UNIT_PATTERN}?\s*$`, 'iu');
const SPREAD = new RegExp(String.raw`^\s*${NUMBER}\s*\.\.\s*${NUMBER}\s*${UNIT_PATTERN}?\s*$`, 'iu');

/**
 * Turns what is read from a comparator gauge into a reading: how far from its setting the size is, or the size itself.
 * @returns the absolute size in nm, with the deviation where one was typed; `readAsSize` where nothing but its amount says
 *   that a number is a size; or the first fault
 * @source  the notation of the bench (docs/notation.md)
 * @example readDeviation({ text: '+6', unit: 'mm', setting: 96_000_000, step: 10_000 }) -> exactly 96 060 000 nm
 */
export function readDeviation({ text, unit, setting, step }: Question): DeviationEntry {
  if (text.trim() === '') return fault('empty');
  if (text.length > LONGEST_ENTRY || text.includes('...')) return fault('notAReading');
  const clean = text.replace(/[\u2013\u2014\u2212]/g, '-');
  const parts = partsOf(clean);
  if (parts === undefined) return fault('notAReading');
  const typed = [...new Set(parts.units)];
  if (typed.length > 1) return fault('mixedUnits');
  const [named] = typed;
  const understood = parts.numbers.map((part) => {
    const size = decimalLength(part.digits, named ?? unit);
    // A sign makes a deviation of any number without a unit; without one, its amount tells.
    const isSize =
      named !== undefined || (part.sign === undefined && size !== undefined && size * 2 >= setting);
    return { part, size, isSize };
  });
  if (understood.some(({ size }) => size === undefined)) return fault('notAReading');
  const isSize = understood[0]?.isSize === true;
  if (understood.some((each) => each.isSize !== isSize)) return fault('notAReading');
  if (isSize && understood.some(({ part }) => part.sign !== undefined)) return fault('negative');

  const deviations = understood.map(({ part }) => graduations(part, step));
  const sizes = understood.map(({ size }, i) => (isSize ? (size ?? 0) : setting + (deviations[i] ?? 0)));
  if (sizes.some((size) => size < 0)) return fault('negative');
  const [low, high] = sizes;
  if (low === undefined) return fault('notAReading');
  if (high !== undefined && low >= high) return fault('order');
  const reading: SizeReading =
    high === undefined
      ? { kind: 'exact', value: nanometres(low) }
      : { kind: 'spread', low: nanometres(low), high: nanometres(high) };
  const [first = 0, second] = deviations;
  return {
    ok: true,
    reading,
    ...(isSize ? {} : { deviation: second === undefined ? first : { low: first, high: second } }),
    notes: isSize && named === undefined ? ['readAsSize'] : [],
  };
}
const fault = (code: EntryFault): DeviationEntry => ({ ok: false, code });

function partsOf(
  text: string,
): { readonly numbers: readonly Part[]; readonly units: readonly LengthUnit[] } | undefined {
  const one = ONE.exec(text);
  const spread = one === null ? SPREAD.exec(text) : null;
  const match = one ?? spread;
  if (match === null) return undefined;
  const found = match.slice(1) as (string | undefined)[];
  const numbers: Part[] = [];
  // Of each number its sign, its digits and its unit; a unit of all of them stands at the end.
  for (let at = 0; at < found.length - 1; at += 3) {
    const [sign, number = '', unit] = found.slice(at, at + 3);
    const digits = numberDigits(number);
    if (digits === undefined) return undefined;
    numbers.push({ sign: sign as Part['sign'], digits, unit: unitNamed(unit) });
  }
  const atEnd = unitNamed(found.at(-1));
  return {
    numbers,
    units: [...numbers.map(({ unit }) => unit), atEnd].filter((each) => each !== undefined),
  };
}

/** So many graduations in nm, exactly, halves away from zero. */
function graduations({ sign, digits }: Part, step: number): number {
  const [whole = '0', decimals = ''] = digits.split('.');
  const scale = 10n ** BigInt(decimals.length);
  const times = BigInt(`${whole === '' ? '0' : whole}${decimals}`) * BigInt(step);
  const nm = Number((times * 2n + scale) / (scale * 2n));
  return sign === '-' && nm !== 0 ? -nm : nm;
}
