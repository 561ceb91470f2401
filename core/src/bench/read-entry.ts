import { decimalLength } from '../quantity/decimal-length';
import type { LengthUnit } from '../quantity/length-unit';
import { minus, ZERO } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import type { Reading } from './reading';

export type EntryNote = 'readAsInches' | 'notInSet' | 'lastBlade';
export type EntryFault = 'empty' | 'notAReading' | 'mixedUnits' | 'negative' | 'order';
export type Entry =
  | {
      readonly ok: true;
      readonly reading: Reading;
      readonly unit: LengthUnit;
      readonly notes: readonly EntryNote[];
    }
  | { readonly ok: false; readonly code: EntryFault };

interface Question {
  readonly text: string;
  readonly unit: LengthUnit;
  readonly allowNegative?: boolean;
  /** Blades of the feeler set in hand, nm, ascending. */
  readonly blades?: readonly Nanometres[];
}

/** Longer than any sentence of the notation; what is longer was pasted or leaned on. */
const LONGEST = 200;
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
const NUMBER = String.raw`(-)?\s*(?:(\d+[.,]\d*|[.,]\d+)|(\d+)?\s*([¼½¾])|(\d+))\s*(thou|th|in|"|mm|um|µm|μm)?`;

interface Part {
  readonly negative: boolean;
  readonly digits: string;
  readonly unit: LengthUnit | undefined;
}
type Form = 'exact' | 'between' | 'atLeast' | 'under' | 'spread' | 'step';

const FORMS: readonly { readonly form: Form; readonly pattern: RegExp }[] = [
  { form: 'exact', pattern: form(NUMBER) },
  { form: 'between', pattern: form(`${NUMBER}\\s*/\\s*${NUMBER}`) },
  { form: 'step', pattern: form(`${NUMBER}\\s*/`) },
  { form: 'atLeast', pattern: form(`${NUMBER}\\s*\\+`) },
  { form: 'under', pattern: form(`<\\s*${NUMBER}`) },
  { form: 'spread', pattern: form(`${NUMBER}\\s*(?:\\.\\.|-)\\s*${NUMBER}`) },
];
const SPREAD_SIGNED = form(`${NUMBER}\\s*\\.\\.\\s*${NUMBER}`);
function form(source: string): RegExp {
  return new RegExp(`^\\s*${source}\\s*(thou|th|in|"|mm|um|µm|μm)?\\s*$`, 'iu');
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
  if (text.length > LONGEST || text.includes('...')) return fault('notAReading');
  const clean = text.replace(/[\u2013\u2014\u2212]/g, '-');
  const understood = split(clean, allowNegative, blades !== undefined);
  if (understood === undefined) return fault('notAReading');
  const { parts, form: kind } = understood;

  const typed = [
    ...new Set([...parts.map((part) => part.unit), understood.unitAtEnd].filter((u) => u !== undefined)),
  ];
  if (typed.length > 1) return fault('mixedUnits');
  const asInches =
    unit === 'thou' &&
    typed.length === 0 &&
    parts.every(({ digits }) => Number(digits) < 0.1 && (digits.split('.')[1] ?? '').length >= 3);
  const used = typed[0] ?? (asInches ? 'in' : unit);
  const sizes: Nanometres[] = [];
  for (const part of parts) {
    const size = decimalLength(part.digits, used);
    if (size === undefined) return fault('notAReading');
    sizes.push(part.negative ? minus(ZERO, size) : size);
  }
  if (!allowNegative && parts.some((part) => part.negative)) return fault('negative');

  const [first, second] = sizes;
  if (first === undefined) return fault('notAReading');
  const notInSet = blades !== undefined && sizes.some((size) => !blades.includes(size));
  const thicker = blades?.find((blade) => blade > first);
  const reading = readingFrom(kind, first, second, blades !== undefined, thicker);
  if (reading === undefined) return fault('order');
  const notes: EntryNote[] = [];
  if (asInches) notes.push('readAsInches');
  if (notInSet) notes.push('notInSet');
  if (kind === 'step' && thicker === undefined) notes.push('lastBlade');
  return { ok: true, reading, unit: used, notes };
}

const fault = (code: EntryFault): Entry => ({ ok: false, code });

function readingFrom(
  kind: Form,
  a: Nanometres,
  b: Nanometres | undefined,
  feeler: boolean,
  thicker: Nanometres | undefined,
): Reading | undefined {
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
  readonly parts: readonly Part[];
  readonly unitAtEnd: LengthUnit | undefined;
}

/** Which form the text has, with its numbers; signs are let through here and judged by the caller. */
function split(text: string, allowNegative: boolean, feeler: boolean): Understood | undefined {
  for (const { form: kind, pattern } of FORMS) {
    if (kind === 'step' && !feeler) continue;
    if (kind === 'under' && allowNegative) continue;
    const match = (kind === 'spread' && allowNegative ? SPREAD_SIGNED : pattern).exec(text);
    if (match === null) continue;
    const groups = match.slice(1);
    const count = kind === 'between' || kind === 'spread' ? 2 : 1;
    const parts = Array.from({ length: count }, (_, i) => partFrom(groups.slice(i * 6, i * 6 + 6)));
    return { form: kind, parts, unitAtEnd: unitNamed(groups[count * 6]) };
  }
  return undefined;
}

function partFrom([sign, decimal, whole, quarter, plain, unit]: (string | undefined)[]): Part {
  const digits =
    decimal?.replace(',', '.') ??
    (quarter === undefined ? (plain ?? '') : `${whole ?? '0'}.${QUARTERS[quarter] ?? ''}`);
  return { negative: sign !== undefined, digits, unit: unitNamed(unit) };
}

const unitNamed = (name: string | undefined): LengthUnit | undefined =>
  name === undefined ? undefined : UNIT_NAMES[name.toLowerCase()];
