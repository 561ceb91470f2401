import { figureOf } from '../../quantity/figure';
import type { FigureUnit, PrintedFigure } from '../../quantity/figure';

/** What a printed cell states: one figure, or ends, with the footnote marks that stood at it. */
export interface PrintedCell {
  readonly value?: PrintedFigure;
  readonly min?: PrintedFigure;
  readonly max?: PrintedFigure;
  /** The same in another unit, where the cell prints both: `0.015-0.020 in (0.38-0.51 mm)`. */
  readonly second?: Omit<PrintedCell, 'second' | 'marks'>;
  readonly marks: readonly string[];
}

const UNIT_SPELLINGS: Readonly<Record<string, FigureUnit>> = {
  thou: 'thou',
  th: 'thou',
  mil: 'thou',
  in: 'in',
  'in.': 'in',
  inch: 'in',
  inches: 'in',
  '"': 'in',
  '”': 'in',
  mm: 'mm',
  um: 'um',
  µm: 'um',
  μm: 'um',
  micron: 'um',
  microns: 'um',
  nm: 'Nm',
  'n·m': 'Nm',
  'n.m': 'Nm',
  'n m': 'Nm',
  'lbf.ft': 'lbfft',
  'lbf ft': 'lbfft',
  lbfft: 'lbfft',
  'lb.ft': 'lbfft',
  'ft.lb': 'lbfft',
  'ft lb': 'lbfft',
  'lbf.in': 'lbfin',
  'lbf in': 'lbfin',
  lbfin: 'lbfin',
  'kgf.m': 'kgfm',
  'kgf m': 'kgfm',
  kgfm: 'kgfm',
  deg: 'deg',
  degrees: 'deg',
  '°': 'deg',
  h: 'h',
  hours: 'h',
  hrs: 'h',
  cycles: 'cycles',
  starts: 'starts',
};
/** The unit that a word names, however manuals spell it. */
export const unitFrom = (word: string): FigureUnit | undefined =>
  UNIT_SPELLINGS[word.trim().toLowerCase().replace(/\s+/g, ' ')];

const NUMBER = String.raw`(?:\d+[ -]\d+\/\d+|\d+\/\d+|\d+(?:[.,]\d*)?|[.,]\d+)`;
const UNIT = String.raw`(?:\s*([a-zµμ."”°·][a-zµμ.·" ]*?))?`;
const DASH = String.raw`\s*(?:-|–|—|−|\.\.\.?|…|to)\s*`;
const ONE = new RegExp(`^(${NUMBER})${UNIT}$`, 'i');
const RANGE = new RegExp(`^(${NUMBER})${UNIT}${DASH}(${NUMBER})${UNIT}$`, 'i');
const AROUND = new RegExp(`^(${NUMBER})${UNIT}\\s*(?:±|\\+\\/?-)\\s*(${NUMBER})${UNIT}$`, 'i');
const LEAST =
  /^(?:min(?:imum)?\.?|at least|not (?:less|smaller) than|≥|>=)\s*(.+)$|^(.+?)\s*(?:min(?:imum)?\.?|or more)$/i;
const MOST =
  /^(?:max(?:imum)?\.?|at most|not (?:more|larger) than|up to|≤|<=)\s*(.+)$|^(.+?)\s*(?:max(?:imum)?\.?|or less)$/i;
const MARK = /(?:[*†‡§¶#]+|[¹²³⁴-⁹⁰]+|\s?\[\w{1,2}\]|(?<=[\d"m)])\s\(?[a-z\d]\)$)/giu;
const IN_BRACKETS = /^(.*?\d.*?)\s*[([](.*\d.*?[a-zµ"°].*)[)\]]$/i;

/**
 * Reads a cell as manuals print it: a figure or a range, with a unit or without, with footnote marks, perhaps in two units.
 * @param unit the unit of bare figures, where one is known
 * @returns what is stated; `unit` where figures have no unit at all; `figure` where it is no such text
 * @example `0,38 – 0,52 mm *` -> min 0,38 and max 0,52 mm, mark `*`
 */
export function readPrinted(
  text: string,
  unit: FigureUnit | undefined,
):
  | { readonly ok: true; readonly cell: PrintedCell }
  | { readonly ok: false; readonly because: 'figure' | 'unit' } {
  const { bare, marks } = withoutMarks(text.replace(/[\u00A0\u2009\u202F]/g, ' ').trim());
  const both = IN_BRACKETS.exec(bare);
  const first = stated(both?.[1] ?? bare, unit);
  if (typeof first === 'string') return { ok: false, because: first };
  if (both?.[2] === undefined) return { ok: true, cell: { ...first, marks } };
  const second = stated(both[2], undefined);
  return typeof second === 'string'
    ? { ok: false, because: second }
    : { ok: true, cell: { ...first, second, marks } };
}

/** Footnote marks stand at the end of a figure, raised or in brackets: they are kept, and are no part of it. */
export function withoutMarks(text: string): { readonly bare: string; readonly marks: readonly string[] } {
  const marks: string[] = [];
  const bare = text
    .replace(MARK, (mark) => {
      marks.push(mark.trim());
      return '';
    })
    .trim();
  return { bare, marks };
}

type Stated = Omit<PrintedCell, 'second' | 'marks'>;
function stated(text: string, unit: FigureUnit | undefined): Stated | 'figure' | 'unit' {
  const trimmed = text.trim();
  const ends = (match: RegExpExecArray): [PrintedFigure, PrintedFigure] | 'figure' | 'unit' => {
    const [, low = '', lowUnit, high = '', highUnit] = match;
    const spoken = highUnit ?? lowUnit;
    const last = figure(high, spoken, unit);
    if (typeof last === 'string') return last;
    const first = figure(low, lowUnit ?? highUnit, unit);
    return typeof first === 'string' ? first : [first, last];
  };
  const around = AROUND.exec(trimmed);
  if (around !== null) {
    const both = ends(around);
    return typeof both === 'string' ? both : widened(both[0], both[1]);
  }
  const range = RANGE.exec(trimmed);
  // "3-1/2" is three and a half, not a range.
  if (range !== null && ONE.exec(trimmed) === null) {
    const both = ends(range);
    return typeof both === 'string' ? both : { min: both[0], max: both[1] };
  }
  const least = LEAST.exec(trimmed);
  if (least !== null) return asEnd('min', least[1] ?? least[2] ?? '', unit);
  const most = MOST.exec(trimmed);
  if (most !== null) return asEnd('max', most[1] ?? most[2] ?? '', unit);
  const one = ONE.exec(trimmed);
  if (one === null) return 'figure';
  const value = figure(one[1] ?? '', one[2], unit);
  return typeof value === 'string' ? value : { value };
}
function asEnd(end: 'min' | 'max', text: string, unit: FigureUnit | undefined): Stated | 'figure' | 'unit' {
  const one = ONE.exec(text.trim());
  if (one === null) return 'figure';
  const value = figure(one[1] ?? '', one[2], unit);
  return typeof value === 'string' ? value : { [end]: value };
}
/** A figure plus or minus another: the ends are worked out in the printed unit's own decimals. */
function widened(middle: PrintedFigure, by: PrintedFigure): Stated | 'figure' {
  const decimals = Math.max(...[middle, by].map(({ text }) => /[.,](\d*)$/.exec(text)?.[1]?.length ?? 0));
  const number = ({ text }: PrintedFigure): number => Number(text.replace(',', '.'));
  if (![middle, by].every((each) => Number.isFinite(number(each)))) return 'figure';
  const at = (value: number): PrintedFigure | undefined =>
    value < 0 ? undefined : figureOf(value.toFixed(decimals), middle.unit);
  const min = at(number(middle) - number(by));
  const max = at(number(middle) + number(by));
  return min === undefined || max === undefined ? 'figure' : { min, max };
}
function figure(
  text: string,
  word: string | undefined,
  unit: FigureUnit | undefined,
): PrintedFigure | 'figure' | 'unit' {
  const spoken = word === undefined ? unit : unitFrom(word);
  if (spoken === undefined) return word === undefined ? 'unit' : 'figure';
  return figureOf(text, spoken) ?? 'figure';
}
