import { decimalLength } from '../quantity/decimal-length';
import { LENGTH_UNITS } from '../quantity/length-unit';
import type { LengthUnit } from '../quantity/length-unit';
import type { Nanometres } from '../quantity/nanometres';

interface Question {
  /** The number as typed: decimal text, no sign, no unit. */
  readonly entered: string;
  readonly unit: LengthUnit;
  readonly limit: { readonly min?: Nanometres; readonly max?: Nanometres };
}
export interface Suspect {
  readonly reason: 'unit' | 'decimal';
  readonly unit: LengthUnit;
  readonly value: Nanometres;
}
export interface SlipReport {
  readonly plausible: boolean;
  readonly suspects: readonly Suspect[];
}

const POINT_MOVES = [-1, -2, -3, 1, 2, 3];

/**
 * Whether a typed number makes sense only in another unit or with its decimal point elsewhere. Nothing is corrected here.
 * @param limit nm, at least one end
 * @returns plausible, or the re-readings that fall inside the limit: other units first, then moved points
 */
export function slipSuspects({ entered, unit, limit }: Question): SlipReport {
  const text = entered.replace(',', '.');
  const value = decimalLength(text, unit);
  if (value === undefined) return { plausible: true, suspects: [] };
  if (isPlausible(value, limit)) return { plausible: true, suspects: [] };
  const inOtherUnits = LENGTH_UNITS.filter((other) => other !== unit).map((other) => ({
    reason: 'unit' as const,
    unit: other,
    value: decimalLength(text, other),
  }));
  const moved = POINT_MOVES.map((power) => ({
    reason: 'decimal' as const,
    unit,
    value: decimalLength(text, unit, power),
  }));
  const suspects = [...inOtherUnits, ...moved].filter(
    (suspect): suspect is Suspect => suspect.value !== undefined && fits(suspect.value, limit),
  );
  return { plausible: false, suspects };
}

function isPlausible(value: number, { min, max }: Question['limit']): boolean {
  if (min !== undefined && value * 2 < min) return false;
  if (max !== undefined && value > 2 * max) return false;
  if (max === undefined && min !== undefined && min > 0 && value > 20 * min) return false;
  return !(min === undefined && max !== undefined && value * 50 < max);
}

function fits(value: number, { min, max }: Question['limit']): boolean {
  if (min !== undefined) return value >= min && value <= (max ?? 4 * min);
  return max !== undefined && value * 10 >= max && value <= max;
}
