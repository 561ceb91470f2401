import { decimalLength } from './decimal-length';
import { LENGTH_UNITS, NM_PER } from './length-unit';
import type { LengthUnit } from './length-unit';
import { roundToNanometres } from './nanometres';
import type { PrintedLength } from './printed-length';

/** What kind of quantity a characteristic is. A check is answered with yes or no and has no unit. */
export const UNIT_KINDS = ['length', 'torque', 'angle', 'hours', 'cycles', 'starts', 'check'] as const;
export type UnitKind = (typeof UNIT_KINDS)[number];

/** Newton metres in one unit of torque. */
const NM_OF_TORQUE = {
  Nm: 1,
  // eslint-disable-next-line no-loss-of-precision -- the figure as it is defined; the nearest double is meant
  lbfft: 1.3558179483314004,
  lbfin: 0.1129848290276167,
  kgfm: 9.80665,
} as const;
export const TORQUE_UNITS = ['Nm', 'lbfft', 'lbfin', 'kgfm'] as const;
/** What time in service, and how often something was done, is counted in. */
export const LIFE_UNITS = ['h', 'cycles', 'starts'] as const;
export type LifeUnit = (typeof LIFE_UNITS)[number];
export const PLAIN_UNITS = [...TORQUE_UNITS, 'deg', ...LIFE_UNITS] as const;
export type PlainUnit = (typeof PLAIN_UNITS)[number];
export const FIGURE_UNITS = [...LENGTH_UNITS, ...PLAIN_UNITS] as const;
export type FigureUnit = (typeof FIGURE_UNITS)[number];

/** A figure as printed that is no length: torque in N.m, angle in degrees, time in service in hours, how often by count. */
export interface PrintedPlain {
  readonly text: string;
  readonly unit: PlainUnit;
  readonly value: number;
}
export type PrintedFigure = PrintedLength | PrintedPlain;

/** A figure as one says it with its unit's own short name: `0.040 in`. */
export const withUnit = ({ text, unit }: PrintedFigure): string => `${text} ${unit}`;

/** The figure in the base unit of its kind: nm, N.m, degrees or hours. */
export const baseValue = (figure: PrintedFigure): number => ('nm' in figure ? figure.nm : figure.value);

export const isLength = (figure: PrintedFigure): figure is PrintedLength => 'nm' in figure;

export function unitKindOf(unit: FigureUnit): Exclude<UnitKind, 'check'> {
  if (isLengthUnit(unit)) return 'length';
  if (unit === 'deg') return 'angle';
  if (isTorqueUnit(unit)) return 'torque';
  return unit === 'h' ? 'hours' : unit;
}
const isTorqueUnit = (unit: FigureUnit): unit is (typeof TORQUE_UNITS)[number] =>
  (TORQUE_UNITS as readonly string[]).includes(unit);
/** What a kind of quantity is counted in, where it is counted. */
export const LIFE_UNIT_OF: Readonly<Partial<Record<UnitKind, LifeUnit>>> = {
  hours: 'h',
  cycles: 'cycles',
  starts: 'starts',
};
export const isLengthUnit = (unit: FigureUnit): unit is LengthUnit =>
  (LENGTH_UNITS as readonly string[]).includes(unit);

const FRACTION = /^(?:(\d{1,6})[ -])?(\d{1,4})\/(\d{1,4})$/;

/**
 * The figure that a text states in a unit.
 * @param text digits with `.` or `,` as the decimal mark, or a fraction (`1/64`, `3 1/2`), without sign or unit
 * @returns the figure with the text as it stands, or undefined where it is none; lengths are exact, and round half away
 *   from zero where they are finer than 1 nm
 */
export function figureOf(text: string, unit: FigureUnit): PrintedFigure | undefined {
  const plain = text.replace(',', '.');
  const fraction = FRACTION.exec(text);
  if (isLengthUnit(unit)) {
    const nm = fraction === null ? decimalLength(plain, unit) : fractionLength(fraction, unit);
    return nm === undefined ? undefined : { text, unit, nm };
  }
  const count = fraction === null ? decimal(plain) : fractionValue(fraction);
  if (count === undefined) return undefined;
  const value = isTorqueUnit(unit) ? count * NM_OF_TORQUE[unit] : count;
  return { text, unit, value };
}

const decimal = (text: string): number | undefined =>
  /^(\d{1,9}(\.\d{0,12})?|\.\d{1,12})$/.test(text) ? Number(text) : undefined;
function fractionValue([, whole = '0', over = '0', under = '0']: RegExpExecArray): number | undefined {
  return Number(under) === 0 ? undefined : Number(whole) + Number(over) / Number(under);
}
function fractionLength([, whole = '0', over = '0', under = '0']: RegExpExecArray, unit: LengthUnit) {
  const below = Number(under);
  // Small whole numbers times nm per inch stay far inside the safe integers: one division, rounded once.
  return below === 0
    ? undefined
    : roundToNanometres(((Number(whole) * below + Number(over)) * NM_PER[unit]) / below);
}

/** Half of what the last printed digit counts, in the base unit: how far a rounded figure may lie from the true one. */
export function halfLastDigit({ text, unit }: PrintedFigure): number {
  const decimals = /[.,](\d*)$/.exec(text)?.[1]?.length ?? 0;
  return (10 ** -decimals * basePer(unit)) / 2;
}
const basePer = (unit: FigureUnit): number =>
  isLengthUnit(unit) ? NM_PER[unit] : isTorqueUnit(unit) ? NM_OF_TORQUE[unit] : 1;
