import { quantityOf } from '../../engines/characteristic';
import type { Characteristic, WearWay } from '../../engines/characteristic';
import { baseValue, FIGURE_UNITS } from '../../quantity/figure';
import type { FigureUnit, PrintedFigure } from '../../quantity/figure';
import { BOUNDS } from '../limit';
import type { Bound } from '../limit';
import { BOUND_COLUMNS } from './columns';
import type { ColumnUse } from './columns';
import { readPrinted, unitFrom } from './read-printed';
import type { PrintedCell } from './read-printed';
import type { RowCells, Wrong } from './row-cells';
import { agree } from './two-units';

/** What a row's cells state, in both of the units that they print. */
export interface Figures {
  readonly printed: Partial<Record<Bound, PrintedFigure>>;
  readonly second: Partial<Record<Bound, PrintedFigure>>;
  readonly marks: string[];
}

/** The unit of a row's bare figures: its own cell, the unit said for the whole table, or none where it needs none. */
export function readUnit(
  cells: RowCells,
  wrong: Wrong,
  characteristic: Characteristic,
  everywhere: FigureUnit | undefined,
): { readonly unit: FigureUnit | undefined } {
  const found = cells.text('unit');
  if (found !== '') {
    const unit = FIGURE_UNITS.find((each) => each.toLowerCase() === found.toLowerCase()) ?? unitFrom(found);
    if (unit === undefined) wrong('unit', { code: 'UNIT_UNKNOWN', found });
    return { unit };
  }
  const needsOne = quantityOf(characteristic) !== 'check' && cells.has('unit') && everywhere === undefined;
  if (needsOne && BOUNDS.some((bound) => cells.text(BOUND_COLUMNS[bound]) !== ''))
    wrong('unit', { code: 'CELL_EMPTY' });
  return { unit: everywhere };
}

const ENDS = { min: 'min', max: 'max', service_min: 'serviceMin', service_max: 'serviceMax' } as const;
export function readFigures(
  cells: RowCells,
  wrong: Wrong,
  rowUnit: FigureUnit | undefined,
  wear: WearWay | undefined,
): Figures {
  const figures: Figures = { printed: {}, second: {}, marks: [] };
  const read = (use: ColumnUse): PrintedCell | undefined => {
    const text = cells.text(use);
    if (/^(?:-|–|—|n\/?a|none)?$/i.test(text.trim())) return undefined; // nothing is stated
    const unit = cells.unit(use) ?? rowUnit;
    const outcome = readPrinted(text, unit);
    if (outcome.ok) {
      figures.marks.push(...outcome.cell.marks);
      return outcome.cell;
    }
    // Where the unit itself is wrong that was said already, in its own cell.
    if (outcome.because === 'figure')
      wrong(use, { code: use.includes('range') ? 'NOT_A_RANGE' : 'NOT_A_FIGURE', found: text.slice(0, 40) });
    else if (cells.text('unit') === '' && !cells.has('unit')) wrong(use, { code: 'UNIT_UNKNOWN', found: '' });
    return undefined;
  };
  for (const [column, bound] of Object.entries(ENDS) as [keyof typeof ENDS, Bound][]) {
    const cell = read(column);
    if (cell === undefined) continue;
    const end = bound.endsWith('in') ? 'min' : 'max';
    const figure = cell.value ?? (cell.min === undefined || cell.max === undefined ? cell[end] : undefined);
    if (figure === undefined) wrong(column, { code: 'NOT_A_FIGURE', found: cells.text(column).slice(0, 40) });
    else figures.printed[bound] = figure;
    const again = cell.second?.value ?? cell.second?.[end];
    if (again !== undefined) figures.second[bound] = again;
  }
  const range = (use: 'range' | 'service_range', low: Bound, high: Bound): void => {
    const cell = read(use);
    if (cell === undefined) return;
    // A wear limit printed alone lies on the side to which wear goes.
    const worn = wear === 'grows' ? high : wear === 'shrinks' ? low : undefined;
    if (cell.value !== undefined && use === 'service_range' && worn !== undefined)
      figures.printed[worn] = cell.value;
    else if (cell.value !== undefined)
      wrong(use, { code: 'NOT_A_RANGE', found: cells.text(use).slice(0, 40) });
    if (cell.min !== undefined) figures.printed[low] = cell.min;
    if (cell.max !== undefined) figures.printed[high] = cell.max;
    if (cell.second?.min !== undefined) figures.second[low] = cell.second.min;
    if (cell.second?.max !== undefined) figures.second[high] = cell.second.max;
  };
  range('range', 'min', 'max');
  range('service_range', 'serviceMin', 'serviceMax');
  for (const [use, end] of [
    ['second_min', 'min'],
    ['second_max', 'max'],
  ] as const) {
    const cell = read(use);
    const figure = cell?.value ?? cell?.[end];
    if (figure !== undefined) figures.second[end] = figure;
  }
  const again = read('second_range');
  if (again?.min !== undefined) figures.second.min = again.min;
  if (again?.max !== undefined) figures.second.max = again.max;
  return figures;
}

export type UnitChosen = 'first' | 'second' | undefined;
/**
 * Figures in the unit that controls, and beside them the same as printed in the other one. Where the two do not agree somebody
 * says which controls; until then the first does.
 */
export function settleUnits(
  { printed, second }: Figures,
  choose: (bound: Bound, first: PrintedFigure, second: PrintedFigure) => UnitChosen,
): {
  readonly printed: Partial<Record<Bound, PrintedFigure>>;
  readonly also: Partial<Record<Bound, PrintedFigure>>;
  readonly wasChosen: boolean;
} {
  const settled: Partial<Record<Bound, PrintedFigure>> = { ...printed };
  const also: Partial<Record<Bound, PrintedFigure>> = {};
  let wasChosen = false;
  for (const bound of BOUNDS) {
    const first = printed[bound];
    const other = second[bound];
    if (other === undefined) continue;
    if (first === undefined) {
      settled[bound] = other;
      continue;
    }
    const chosen = agree(first, other) ? undefined : choose(bound, first, other);
    wasChosen ||= chosen !== undefined;
    const isSecond = chosen === 'second';
    settled[bound] = isSecond ? other : first;
    also[bound] = isSecond ? first : other;
  }
  return { printed: settled, also, wasChosen };
}

/** A figure that a remark accepts beside the table's own is a wear limit, on the side on which it lies. */
export function addWearLimit(
  printed: Partial<Record<Bound, PrintedFigure>>,
  acceptance: { readonly text: string; readonly unit?: string },
  rowUnit: FigureUnit | undefined,
  wrong: Wrong,
): void {
  const unit =
    (acceptance.unit === undefined ? undefined : unitFrom(acceptance.unit)) ??
    printed.max?.unit ??
    printed.min?.unit ??
    rowUnit;
  const read = readPrinted(acceptance.text, unit);
  const figure = read.ok ? read.cell.value : undefined;
  if (figure === undefined) {
    wrong('remark', { code: 'NOT_A_FIGURE', found: acceptance.text });
    return;
  }
  const isBelow = printed.min !== undefined && baseValue(figure) < baseValue(printed.min);
  printed[isBelow ? 'serviceMin' : 'serviceMax'] = figure;
}

export function checkCrossing(printed: Partial<Record<Bound, PrintedFigure>>, wrong: Wrong): void {
  for (const [low, high] of [
    ['min', 'max'],
    ['serviceMin', 'serviceMax'],
  ] as const) {
    const [min, max] = [printed[low], printed[high]];
    if (min !== undefined && max !== undefined && baseValue(min) > baseValue(max))
      wrong(BOUND_COLUMNS[low], { code: 'MIN_ABOVE_MAX', min: min.text, max: max.text });
  }
}
