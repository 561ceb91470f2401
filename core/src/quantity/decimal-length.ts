import { NM_PER } from './length-unit';
import type { LengthUnit } from './length-unit';
import { nanometres } from './nanometres';
import type { Nanometres } from './nanometres';

/** The most digits that a length can need; more is a slip of the hand and would leave the safe integers. */
const MOST_WHOLE = 9;
const MOST_FRACTION = 24;

/**
 * The exact length that a decimal text states in a unit.
 * @param text digits with at most one `.`, without sign or unit, for instance `12.5` or `.04`
 * @param unit the unit that the digits count
 * @param scaleUp a power of ten by which to move the decimal point (negative moves it left)
 * @returns nm, rounded half away from zero where the text is finer than 1 nm; undefined where it is no such text
 */
export function decimalLength(text: string, unit: LengthUnit, scaleUp = 0): Nanometres | undefined {
  const match = /^(\d*)(?:\.(\d*))?$/.exec(text);
  if (match === null) return undefined;
  const whole = (match[1] ?? '').replace(/^0+(?=\d)/, '');
  const fraction = match[2] ?? '';
  if (whole === '' && fraction === '') return undefined;
  if (whole.length > MOST_WHOLE || fraction.length > MOST_FRACTION) return undefined;
  let numerator = BigInt(`${whole}${fraction}`) * BigInt(NM_PER[unit]);
  let denominator = 10n ** BigInt(fraction.length);
  if (scaleUp > 0) numerator *= 10n ** BigInt(scaleUp);
  if (scaleUp < 0) denominator *= 10n ** BigInt(-scaleUp);
  const count = (2n * numerator + denominator) / (2n * denominator); // half away from zero; never negative here
  return count > BigInt(Number.MAX_SAFE_INTEGER) ? undefined : nanometres(Number(count));
}
