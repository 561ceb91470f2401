import { decimalLength } from '../quantity/decimal-length';
import type { LengthUnit } from '../quantity/length-unit';
import { nanometres, ZERO } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import type { PrintedLength } from '../quantity/printed-length';

const UNITS: Readonly<Record<string, LengthUnit>> = {
  mm: 'mm',
  in: 'in',
  inch: 'in',
  '"': 'in',
  thou: 'thou',
};
const CLASS =
  /^(?<sign>[+-]?)\s*(?<figure>\d*[.,]?\d+)\s*(?<unit>mm|inch|in|"|thou)?\s*(?<way>over(?:size)?|o\/s|under(?:size)?|u\/s)?$/iu;

/**
 * By how much a class that is stamped or printed on a box is over its standard: "0.25 under", "+0.020 in", "STD".
 * @param made the classes that the model names: a figure without a unit is of the one that it is printed as
 * @param bare what a figure without a word means: shells are made for a smaller shaft, pistons and rings for a larger bore
 * @returns nm, negative where it is under; undefined for letters and for what nobody can read
 */
export function readSizeClass(
  text: string,
  made: readonly PrintedLength[],
  bare: 'over' | 'under',
): Nanometres | undefined {
  const said = text.trim();
  if (/^(?:std|standard)\.?$/iu.test(said)) return ZERO;
  const found = CLASS.exec(said)?.groups;
  if (found === undefined) return undefined;
  const { sign = '', figure = '', unit, way } = found;
  const amount = amountOf(figure.replace(',', '.'), unit?.toLowerCase(), made);
  if (amount === undefined) return undefined;
  const isUnder =
    way !== undefined ? way.toLowerCase().startsWith('u') : sign === '' ? bare === 'under' : sign === '-';
  return isUnder && amount !== 0 ? nanometres(0 - amount) : amount;
}
function amountOf(
  figure: string,
  unit: string | undefined,
  made: readonly PrintedLength[],
): Nanometres | undefined {
  if (unit !== undefined) return decimalLength(figure, UNITS[unit] ?? 'mm');
  if (Number(figure) === 0) return ZERO;
  const classes = new Set<number>(made.map(({ nm }) => nm));
  const fits = (['mm', 'in', 'thou'] as const).flatMap((each) => {
    const nm = decimalLength(figure, each);
    return nm !== undefined && classes.has(nm) ? [nm] : [];
  });
  return fits.length === 1 ? fits[0] : undefined;
}

/** Whether two marks are one, however they were written down: "b" and " B". */
export const sameMark = (one: string, other: string): boolean =>
  one.trim().toLowerCase() === other.trim().toLowerCase();
