import { NM_PER } from './length-unit';
import type { LengthUnit } from './length-unit';
import type { Nanometres } from './nanometres';

/** How many decimals a unit is usually read to on a bench; exact lengths that need more are given more. */
const USUAL: Readonly<Record<LengthUnit, number>> = { thou: 1, in: 4, mm: 3, um: 0 };

export type Rounding = 'nearest' | 'up' | 'down';

/**
 * A length as text, in a unit, without the unit's name.
 * @param value nm
 * @param unit the unit to show
 * @param decimals how many decimals (default: the usual ones of the unit)
 * @param rounding `up` and `down` are for converted bounds, which round inward
 * @example showLength(228_600, 'mm') -> '0.229'
 */
export function showLength(
  value: Nanometres,
  unit: LengthUnit,
  decimals: number = USUAL[unit],
  rounding: Rounding = 'nearest',
): string {
  const scaled = BigInt(Math.abs(value)) * 10n ** BigInt(decimals);
  const per = BigInt(NM_PER[unit]);
  const negative = value < 0;
  const away =
    rounding === 'nearest'
      ? (2n * scaled + per) / (2n * per)
      : roundOutward(scaled, per, (rounding === 'up') !== negative);
  const digits = away.toString().padStart(decimals + 1, '0');
  const whole = digits.slice(0, digits.length - decimals);
  const text = decimals === 0 ? whole : `${whole}.${digits.slice(-decimals)}`;
  return negative && /[1-9]/.test(text) ? `−${text}` : text;
}

const roundOutward = (scaled: bigint, per: bigint, awayFromZero: boolean): bigint =>
  awayFromZero ? (scaled + per - 1n) / per : scaled / per;

/** A length with all the decimals that it needs and no more: blades and printed figures, as they are called. */
export function showExact(value: Nanometres, unit: LengthUnit): string {
  for (let decimals = 0; decimals <= 9; decimals++) {
    if ((BigInt(value) * 10n ** BigInt(decimals)) % BigInt(NM_PER[unit]) === 0n) {
      return showLength(value, unit, decimals);
    }
  }
  return showLength(value, unit, 9);
}

/** The other system's unit for the same kind of work, shown beside the first. */
export const otherUnit = (unit: LengthUnit): LengthUnit => (unit === 'mm' || unit === 'um' ? 'thou' : 'mm');
