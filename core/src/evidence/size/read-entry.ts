import { decimalLength } from '../../quantity/decimal-length';
import type { LengthUnit } from '../../quantity/length-unit';
import { minus, plus, ZERO } from '../../quantity/nanometres';
import type { Nanometres } from '../../quantity/nanometres';
import type { SizeReading } from './size-reading';

export type EntryNote = 'readAsInches' | 'notInSet' | 'lastBlade' | 'readAsSize';
export type EntryFault = 'empty' | 'notAReading' | 'mixedUnits' | 'negative' | 'order';
export type Entry =
  | {
      readonly ok: true;
      readonly reading: SizeReading;
      readonly unit: LengthUnit;
      readonly notes: readonly EntryNote[];
      /** The blades that were held together, for the ends where they were, in the order typed. */
      readonly stacks?: BladeStacks;
    }
  | { readonly ok: false; readonly code: EntryFault };

export interface BladeStacks {
  readonly goes?: readonly Nanometres[];
  readonly stops?: readonly Nanometres[];
}

interface Question {
  readonly text: string;
  readonly unit: LengthUnit;
  readonly allowNegative?: boolean;
  /** Blades of the feeler set in hand, nm, ascending. */
  readonly blades?: readonly Nanometres[];
}

/** Longer than any sentence of the notation; what is longer was pasted or leaned on. */
export const LONGEST_ENTRY = 200;
const UNIT_NAMES: Readonly<Record<string, LengthUnit>> = {
  thou: 'thou',
  th: 'thou',
  in: 'in',
  '"': 'in',
  mm: 'mm',
  um: 'um',
  µm: 'um',
  μm: 'um',
};
const QUARTERS: Readonly<Record<string, string>> = { '¼': '25', '½': '5', '¾': '75' };
export const UNIT_PATTERN = String.raw`(thou|th|in|"|mm|um|µm|μm)`;
const NUMBER = String.raw`(?:-)?\s*(?:\d+[.,]\d*|[.,]\d+|\d*\s*[¼½¾]|\d+)\s*(?:thou|th|in|"|mm|um|µm|μm)?`;
/** One blade, or up to four that are held together as one. */
const BLADES = String.raw`(${NUMBER}(?:\s*&\s*${NUMBER}){0,3})`;
const PART = new RegExp(
  String.raw`^\s*(-)?\s*(\d+[.,]\d*|[.,]\d+|\d*\s*[¼½¾]|\d+)\s*${UNIT_PATTERN}?\s*$`,
  'iu',
);

interface Part {
  readonly negative: boolean;
  readonly digits: string;
  readonly unit: LengthUnit | undefined;
}
type Form = 'exact' | 'between' | 'atLeast' | 'under' | 'spread' | 'step';

const FORMS: readonly { readonly form: Form; readonly pattern: RegExp }[] = [
  { form: 'exact', pattern: form(BLADES) },
  { form: 'between', pattern: form(`${BLADES}\\s*/\\s*${BLADES}`) },
  { form: 'step', pattern: form(`(${NUMBER})\\s*/`) },
  { form: 'atLeast', pattern: form(`${BLADES}\\s*\\+`) },
  { form: 'under', pattern: form(`<\\s*${BLADES}`) },
  { form: 'spread', pattern: form(`(${NUMBER})\\s*(?:\\.\\.|-)\\s*(${NUMBER})`) },
];
const SPREAD_SIGNED = form(`(${NUMBER})\\s*\\.\\.\\s*(${NUMBER})`);
function form(source: string): RegExp {
  return new RegExp(`^\\s*${source}\\s*${UNIT_PATTERN}?\\s*$`, 'iu');
}

/**
 * Turns what a technician types into a reading.
 * @param text as typed; `unit`: the unit of the field; `blades`: the feeler set in hand, if one is
 * @returns the reading in nm with the unit that was used and what is to be said about it, or the first fault
 * @source  the notation of the bench (docs/notation.md)
 * @example readEntry({ text: '19/21', unit: 'thou' }) -> between 482 600 and 533 400 nm
 */
export function readEntry({ text, unit, allowNegative = false, blades }: Question): Entry {
  if (text.trim() === '') return fault('empty');
  if (text.length > LONGEST_ENTRY || text.includes('...')) return fault('notAReading');
  const clean = text.replace(/[\u2013\u2014\u2212]/g, '-');
  const understood = split(clean, allowNegative, blades !== undefined);
  if (understood === undefined) return fault('notAReading');
  const { ends, form: kind } = understood;
  const parts = ends.flat();

  const typed = [
    ...new Set([...parts.map((part) => part.unit), understood.unitAtEnd].filter((u) => u !== undefined)),
  ];
  if (typed.length > 1) return fault('mixedUnits');
  const asInches =
    unit === 'thou' &&
    typed.length === 0 &&
    parts.every(({ digits }) => Number(digits) < 0.1 && (digits.split('.')[1] ?? '').length >= 3);
  const used = typed[0] ?? (asInches ? 'in' : unit);
  const sizes: Nanometres[][] = [];
  for (const end of ends) {
    const held: Nanometres[] = [];
    for (const part of end) {
      const size = decimalLength(part.digits, used);
      if (size === undefined) return fault('notAReading');
      held.push(part.negative ? minus(ZERO, size) : size);
    }
    sizes.push(held);
  }
  if (!allowNegative && parts.some((part) => part.negative)) return fault('negative');

  const [first, second] = sizes.map((held) => held.reduce(plus));
  if (first === undefined) return fault('notAReading');
  const isThere = (held: readonly Nanometres[]): boolean =>
    // A set has one of each blade: the same one cannot be held twice.
    held.every((size, i) => blades?.includes(size) !== false && held.indexOf(size) === i);
  const thicker = blades?.find((blade) => blade > first);
  const reading = readingFrom(kind, first, second, blades !== undefined, thicker);
  if (reading === undefined) return fault('order');
  const notes: EntryNote[] = [];
  if (asInches) notes.push('readAsInches');
  if (blades !== undefined && !sizes.every(isThere)) notes.push('notInSet');
  if (kind === 'step' && thicker === undefined) notes.push('lastBlade');
  const stacks = stacksOf(kind, sizes);
  return { ok: true, reading, unit: used, notes, ...(stacks === undefined ? {} : { stacks }) };
}

/** Which ends were felt with more than one blade. */
function stacksOf(kind: Form, sizes: readonly (readonly Nanometres[])[]): BladeStacks | undefined {
  const names = kind === 'under' ? (['stops'] as const) : (['goes', 'stops'] as const);
  const stacked = sizes.flatMap((held, i) => {
    const name = names[i];
    return held.length > 1 && name !== undefined ? [[name, held] as const] : [];
  });
  return stacked.length === 0 ? undefined : Object.fromEntries(stacked);
}

const fault = (code: EntryFault): Entry => ({ ok: false, code });

function readingFrom(
  kind: Form,
  a: Nanometres,
  b: Nanometres | undefined,
  feeler: boolean,
  thicker: Nanometres | undefined,
): SizeReading | undefined {
  switch (kind) {
    case 'exact':
      return feeler ? { kind: 'atLeast', goes: a } : { kind: 'exact', value: a };
    case 'atLeast':
      return { kind: 'atLeast', goes: a };
    case 'step':
      return thicker === undefined
        ? { kind: 'atLeast', goes: a }
        : { kind: 'between', goes: a, stops: thicker };
    case 'under':
      return a <= 0 ? undefined : { kind: 'under', stops: a };
    case 'between':
      return b === undefined || a >= b ? undefined : { kind: 'between', goes: a, stops: b };
    case 'spread':
      return b === undefined || a >= b ? undefined : { kind: 'spread', low: a, high: b };
  }
}

interface Understood {
  readonly form: Form;
  /** The numbers of each end: more than one where blades are held together. */
  readonly ends: readonly (readonly Part[])[];
  readonly unitAtEnd: LengthUnit | undefined;
}

/** Which form the text has, with its numbers; signs are let through here and judged by the caller. */
function split(text: string, allowNegative: boolean, feeler: boolean): Understood | undefined {
  if (text.includes('&') && !feeler) return undefined;
  for (const { form: kind, pattern } of FORMS) {
    if (kind === 'step' && !feeler) continue;
    if (kind === 'under' && allowNegative) continue;
    const match = (kind === 'spread' && allowNegative ? SPREAD_SIGNED : pattern).exec(text);
    if (match === null) continue;
    const count = kind === 'between' || kind === 'spread' ? 2 : 1;
    const ends = match.slice(1, count + 1).map((end) => end.split('&').map(partFrom));
    if (ends.flat().some((part) => part === undefined)) continue;
    return { form: kind, ends: ends as Part[][], unitAtEnd: unitNamed(match[count + 1]) };
  }
  return undefined;
}

function partFrom(text: string): Part | undefined {
  const match = PART.exec(text);
  if (match === null) return undefined;
  const [, sign, number = '', unit] = match as unknown as (string | undefined)[];
  const digits = numberDigits(number);
  return digits === undefined ? undefined : { negative: sign !== undefined, digits, unit: unitNamed(unit) };
}

/** The digits of one number as they are typed, with a fraction as its decimals: `7½` is 7.5. */
export function numberDigits(number: string): string | undefined {
  const match = /^(?:(\d+[.,]\d*|[.,]\d+)|(\d+)?\s*([¼½¾])|(\d+))$/u.exec(number.trim());
  if (match === null) return undefined;
  const [, decimal, whole, quarter, plain] = match as unknown as (string | undefined)[];
  return (
    decimal?.replace(',', '.') ??
    (quarter === undefined ? (plain ?? '') : `${whole ?? '0'}.${QUARTERS[quarter] ?? ''}`)
  );
}
export const unitNamed = (name: string | undefined): LengthUnit | undefined =>
  name === undefined ? undefined : UNIT_NAMES[name.toLowerCase()];
