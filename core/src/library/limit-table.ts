import type { Characteristic } from '../engines/characteristic';
import type { EngineModel } from '../engines/engine-model';
import { decimalLength } from '../quantity/decimal-length';
import { LENGTH_UNITS } from '../quantity/length-unit';
import type { LengthUnit } from '../quantity/length-unit';
import { PART_STATES } from '../quantity/part-state';
import type { PartState } from '../quantity/part-state';
import type { PrintedLength } from '../quantity/printed-length';
import { rowId } from './document';
import type { LimitRow } from './document';
import { BOUNDS } from './limit';
import type { Bound } from './limit';
import type { AppliesTo, BoreFormula } from './limit-row';

/** The columns of a limits table as a file; those after `unit` may be left out. */
export const TABLE_COLUMNS = [
  'row',
  'characteristic',
  'groove',
  'member',
  'station',
  'min',
  'max',
  'unit',
  'service_min',
  'service_max',
  'formula_bound',
  'per_diameter',
  'uplift',
  'models',
  'serial_from',
  'serial_to',
  'part_states',
  'note',
] as const;
export type TableColumn = (typeof TABLE_COLUMNS)[number];
const NEEDED: readonly TableColumn[] = TABLE_COLUMNS.slice(0, 8);
const BOUND_COLUMNS: Readonly<Record<Bound, TableColumn>> = {
  min: 'min',
  max: 'max',
  serviceMin: 'service_min',
  serviceMax: 'service_max',
};

/** What is wrong with a cell, as a code with the data for its words. */
export type CellFault =
  | { readonly code: 'COLUMN_MISSING' | 'COLUMN_UNKNOWN' | 'COLUMN_TWICE' }
  | { readonly code: 'CELL_EMPTY' }
  | {
      readonly code:
        | 'UNIT_UNKNOWN'
        | 'NOT_A_FIGURE'
        | 'NOT_A_NUMBER'
        | 'ROW_TWICE'
        | 'BOUND_UNKNOWN'
        | 'STATE_UNKNOWN'
        | 'MODEL_OUTSIDE';
      readonly found: string;
    }
  | { readonly code: 'MIN_ABOVE_MAX'; readonly min: string; readonly max: string }
  | { readonly code: 'NO_BOUND' }
  | { readonly code: 'CHARACTERISTIC_UNKNOWN'; readonly found: string; readonly known: readonly string[] }
  | {
      readonly code: 'NOT_IN_MODEL';
      readonly axis: 'groove' | 'member' | 'station';
      readonly found: string;
      readonly model: string;
      readonly known: readonly string[];
    };
export interface TableError {
  /** Line of the file, the header being line 1. */
  readonly line: number;
  readonly column: string;
  readonly fault: CellFault;
}
export type ReadTable =
  | { readonly ok: true; readonly rows: readonly LimitRow[] }
  | { readonly ok: false; readonly errors: readonly TableError[] };

interface Line {
  readonly line: number;
  readonly cells: readonly string[];
}

/**
 * Reads a limits table, all of it or nothing.
 * @param header the first line's cells; `lines`: the others with their line numbers
 * @param models the models that the document speaks of; every row must exist in each of them that it applies to
 * @returns rows with figures as printed and in nm, or every error with its line and column
 */
export function readLimitTable(question: {
  readonly revision: string;
  readonly header: readonly string[];
  readonly lines: readonly Line[];
  readonly models: readonly EngineModel[];
  readonly characteristics: readonly Characteristic[];
}): ReadTable {
  const columns = question.header.map((name) => name.trim().toLowerCase());
  const headerErrors = headerFaults(columns);
  if (headerErrors.length > 0) return { ok: false, errors: headerErrors };
  const errors: TableError[] = [];
  const seen = new Set<string>();
  const rows = question.lines.map(({ line, cells }) => {
    const cell = (column: TableColumn): string => (cells[columns.indexOf(column)] ?? '').trim();
    const wrong = (column: TableColumn, fault: CellFault): void => void errors.push({ line, column, fault });
    return readRow(question, cell, wrong, seen);
  });
  if (errors.length === 0 && rows.length === 0)
    errors.push({ line: 2, column: 'row', fault: { code: 'CELL_EMPTY' } });
  return errors.length > 0 ? { ok: false, errors } : { ok: true, rows };
}

function headerFaults(columns: readonly string[]): TableError[] {
  const known: readonly string[] = TABLE_COLUMNS;
  const error = (column: string, code: 'COLUMN_MISSING' | 'COLUMN_UNKNOWN' | 'COLUMN_TWICE'): TableError => ({
    line: 1,
    column,
    fault: { code },
  });
  return [
    ...NEEDED.filter((name) => !columns.includes(name)).map((name) => error(name, 'COLUMN_MISSING')),
    ...columns.filter((name) => !known.includes(name)).map((name) => error(name, 'COLUMN_UNKNOWN')),
    ...columns.filter((name, i) => columns.indexOf(name) !== i).map((name) => error(name, 'COLUMN_TWICE')),
  ];
}

type Cell = (column: TableColumn) => string;
type Wrong = (column: TableColumn, fault: CellFault) => void;

function readRow(
  { revision, models, characteristics }: Parameters<typeof readLimitTable>[0],
  cell: Cell,
  wrong: Wrong,
  seen: Set<string>,
): LimitRow {
  const label = cell('row');
  if (label === '') wrong('row', { code: 'CELL_EMPTY' });
  else if (seen.has(label)) wrong('row', { code: 'ROW_TWICE', found: label });
  seen.add(label);
  const characteristic = cell('characteristic');
  if (!characteristics.some(({ id }) => id === characteristic)) {
    wrong('characteristic', {
      code: 'CHARACTERISTIC_UNKNOWN',
      found: characteristic,
      known: characteristics.map(({ id }) => id),
    });
  }
  const appliesTo = readAppliesTo(cell, wrong, models);
  const spoken = models.filter(({ id }) => appliesTo.models === undefined || appliesTo.models.includes(id));
  for (const model of spoken) checkAddress(model, cell, wrong);
  const unit = readUnit(cell, wrong);
  const printed = unit === undefined ? {} : readBounds(cell, wrong, unit);
  const formula = readFormula(cell, wrong);
  if (
    Object.keys(printed).length === 0 &&
    cell('formula_bound') === '' &&
    cell('per_diameter') === '' &&
    BOUNDS.every((bound) => cell(BOUND_COLUMNS[bound]) === '')
  ) {
    wrong('min', { code: 'NO_BOUND' });
  }
  return {
    id: rowId(revision, label),
    label,
    characteristic,
    groove: cell('groove'),
    member: cell('member'),
    station: cell('station'),
    printed,
    ...(formula === undefined ? {} : { formula }),
    appliesTo,
    note: cell('note'),
  };
}

function checkAddress({ name, layout }: EngineModel, cell: Cell, wrong: Wrong): void {
  const unknown = (
    axis: 'groove' | 'member' | 'station',
    known: readonly { readonly id: string }[],
  ): void => {
    wrong(axis, {
      code: 'NOT_IN_MODEL',
      axis,
      found: cell(axis),
      model: name,
      known: known.map(({ id }) => id),
    });
  };
  const groove = layout.grooves.find(({ id }) => id === cell('groove'));
  if (groove === undefined) return unknown('groove', layout.grooves);
  if (!groove.members.some(({ id }) => id === cell('member'))) return unknown('member', groove.members);
  const here = layout.stations.filter(({ members }) =>
    members.some((each) => each.groove === groove.id && each.member === cell('member')),
  );
  if (!here.some(({ id }) => id === cell('station'))) unknown('station', here);
}

function readUnit(cell: Cell, wrong: Wrong): LengthUnit | undefined {
  const found = cell('unit').toLowerCase();
  const unit = LENGTH_UNITS.find((each) => each === found);
  if (unit === undefined)
    wrong('unit', found === '' ? { code: 'CELL_EMPTY' } : { code: 'UNIT_UNKNOWN', found: cell('unit') });
  return unit;
}

function readBounds(cell: Cell, wrong: Wrong, unit: LengthUnit): LimitRow['printed'] {
  const printed: Partial<Record<Bound, PrintedLength>> = {};
  for (const bound of BOUNDS) {
    const column = BOUND_COLUMNS[bound];
    const text = cell(column);
    if (text === '') continue;
    const nm = decimalLength(text.replace(',', '.'), unit);
    if (nm === undefined) wrong(column, { code: 'NOT_A_FIGURE', found: text.slice(0, 40) });
    else printed[bound] = { text, unit, nm };
  }
  const crossing = (low: Bound, high: Bound): void => {
    const [min, max] = [printed[low], printed[high]];
    if (min !== undefined && max !== undefined && min.nm > max.nm) {
      wrong(BOUND_COLUMNS[low], { code: 'MIN_ABOVE_MAX', min: min.text, max: max.text });
    }
  };
  crossing('min', 'max');
  crossing('serviceMin', 'serviceMax');
  return printed;
}

function readFormula(cell: Cell, wrong: Wrong): BoreFormula | undefined {
  const bound = cell('formula_bound');
  if (bound === '' && cell('per_diameter') === '') return undefined;
  const known = BOUNDS.find((each) => BOUND_COLUMNS[each] === bound);
  if (known === undefined) wrong('formula_bound', { code: 'BOUND_UNKNOWN', found: bound });
  const perDiameter = readNumber(cell, wrong, 'per_diameter');
  const uplift = cell('uplift') === '' ? undefined : readNumber(cell, wrong, 'uplift');
  if (known === undefined || perDiameter === undefined) return undefined;
  return { bound: known, perDiameter, ...(uplift === undefined ? {} : { uplift }) };
}

function readNumber(cell: Cell, wrong: Wrong, column: TableColumn): number | undefined {
  const text = cell(column).replace(',', '.');
  if (/^\d+(\.\d+)?$/.test(text)) return Number(text);
  wrong(column, { code: 'NOT_A_NUMBER', found: cell(column).slice(0, 40) });
  return undefined;
}

function readAppliesTo(cell: Cell, wrong: Wrong, models: readonly EngineModel[]): AppliesTo {
  const list = (column: TableColumn): string[] =>
    cell(column)
      .split(/[;|]/)
      .map((each) => each.trim())
      .filter((each) => each !== '');
  const outside = list('models').find((id) => !models.some((model) => model.id === id));
  if (outside !== undefined) wrong('models', { code: 'MODEL_OUTSIDE', found: outside });
  const states = list('part_states');
  const oddState = states.find((each) => !(PART_STATES as readonly string[]).includes(each));
  if (oddState !== undefined) wrong('part_states', { code: 'STATE_UNKNOWN', found: oddState });
  const serial = (column: 'serial_from' | 'serial_to'): number | undefined =>
    cell(column) === '' ? undefined : readNumber(cell, wrong, column);
  const from = serial('serial_from');
  const to = serial('serial_to');
  return {
    ...(list('models').length === 0 ? {} : { models: list('models') }),
    ...(from === undefined ? {} : { serialFrom: from }),
    ...(to === undefined ? {} : { serialTo: to }),
    ...(states.length === 0 ? {} : { partStates: states as PartState[] }),
  };
}
