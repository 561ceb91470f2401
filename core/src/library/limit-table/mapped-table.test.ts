import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  BOUNDS,
  readLimitTable,
  readTableLines,
  rowTexts,
  suggestMapping,
  TABLE_COLUMNS,
  textCells,
} from '../../index';
import type {
  Characteristic,
  FitMeaning,
  GridCell,
  GridLine,
  LimitRow,
  TableMapping,
  TableToRead,
} from '../../index';
import { MODEL, RING_GAP } from '../../../test/fixtures';

const ROD: Characteristic = {
  ...RING_GAP,
  id: 'rodClearance',
  name: 'Rod bearing clearance',
  axes: ['cylinder'],
  questions: [],
};
const file = readFileSync(join(__dirname, '../../../../demo/imports/SM-52-rev-5-as-printed.csv'), 'utf8');
const LINES: readonly GridLine[] = file
  .trim()
  .split('\n')
  .map((text, i) => ({ line: i + 1, cells: textCells(text.split(';')) }));
const at = (groove: string): FitMeaning => ({
  characteristic: 'ringGap',
  groove,
  member: 'ring',
  station: 'skirt',
});
const FITS: Readonly<Record<string, FitMeaning>> = {
  'Ring end gap, top': at('1'),
  'Ring end gap, second': { ...at('1'), station: 'top' },
  'Rail end gap, upper': at('2'),
  'Rail end gap, lower': at('2'),
  'Rod bearing clearance': { characteristic: 'rodClearance' },
};
const suggested = suggestMapping(LINES);
const mapping: TableMapping = { ...suggested.mapping, fits: FITS };
const table = (more: Partial<TableToRead> = {}): TableToRead => ({
  revision: 'SM rev 5',
  header: suggested.header,
  lines: LINES.filter(({ line }) => line > mapping.headerLine),
  models: [MODEL],
  characteristics: [RING_GAP, ROD],
  mapping,
  ...more,
});

test('the line that names the columns is found, and what they are is guessed with their units', () => {
  expect(suggested.mapping.headerLine).toBe(2);
  expect(suggested.mapping.columns).toEqual([
    { use: 'fit', fillDown: true },
    { use: 'range', unit: 'in' },
    { use: 'second_range', unit: 'mm' },
    { use: 'service_range', unit: 'in' },
    { use: 'remark' },
    { use: 'ignore' },
  ]);
});
test('a name of a fit that nobody explained is wrong in its cell', () => {
  const { errors } = readTableLines(table({ mapping: suggested.mapping }));
  expect(errors[0]).toEqual({
    line: 3,
    column: 'Item',
    fault: { code: 'FIT_UNKNOWN', found: 'Ring end gap, top' },
  });
});
test('a bare wear figure in a column of ranges is said to be no range', () => {
  const { errors } = readTableLines(table());
  expect(errors.map(({ line, column, fault }) => [line, column, fault.code])).toEqual([
    [3, 'Worn (in)', 'NOT_A_RANGE'],
    [4, 'Worn (in)', 'NOT_A_RANGE'],
  ]);
});

const right: TableMapping = {
  ...mapping,
  columns: mapping.columns.map((column) =>
    column.use === 'service_range' ? { use: 'service_max', unit: 'in' as const } : column,
  ),
};
test('what two units disagree about, and a second acceptance, wait for an answer', () => {
  const read = readLimitTable(table({ mapping: right }));
  expect(read.ok).toBe(false);
  expect(read.ok ? [] : read.questions.map(({ id, kind }) => `${id}: ${kind}`)).toEqual([
    '6 min units: unitsDisagree',
    '7 remark: secondAcceptance',
  ]);
});
const answered = (units: string, remark: string) => {
  const read = readLimitTable(
    table({ mapping: right, answers: { '6 min units': units, '7 remark': remark }, by: 'Teo' }),
  );
  if (!read.ok) throw new Error(JSON.stringify(read.errors));
  return read.rows;
};
test('the answers decide, and the figures stay as printed', () => {
  const rows = answered('first', 'tableHolds');
  expect(
    rows.map(({ printed }) =>
      BOUNDS.flatMap((bound) => printed[bound] ?? []).map(({ text, unit }) => `${text} ${unit}`),
    ),
  ).toEqual([
    ['0,012 in', '0,022 in', '0,030 in'],
    ['0,016 in', '0,024 in', '0,032 in'],
    ['0,014 in'],
    ['0,014 in'],
    ['0,0016 in', '0,0032 in'],
  ]);
  expect(rows.map(({ note }) => note)).toEqual([
    '',
    '* measured one inch below the deck',
    '',
    '',
    '0,0040 in acceptable for one overhaul; ¹ plastic strip on a dry journal',
  ]);
  const other = answered('second', 'wearLimit');
  expect(other[3]?.printed.min).toMatchObject({ text: '0,41', unit: 'mm', nm: 410_000 });
  expect(other[4]?.printed.serviceMax).toMatchObject({ text: '0,0040', unit: 'in', nm: 101_600 });
});
test('both printed units stay with a row, and who said which one counts where they are not the same size', () => {
  const told = (row?: LimitRow) => [row?.printed.min?.text, row?.also?.min?.text, row?.unitChosenBy];
  const [agreeing, ...others] = answered('second', 'tableHolds');
  expect([agreeing?.also?.min, agreeing?.unitChosenBy]).toMatchObject([{ unit: 'mm' }, undefined]);
  expect(told(others[2])).toEqual(['0,41', '0,014', 'Teo']);
  expect(told(answered('first', 'tableHolds')[3])).toEqual(['0,014', '0,41', 'Teo']);
});
test('a row with both units is the same row when it was written in our own columns and read again', () => {
  const rows = answered('second', 'wearLimit');
  const lines = rows.map((row, i) => ({
    line: i + 2,
    cells: textCells(TABLE_COLUMNS.map((column) => rowTexts(row)[column] ?? '')),
  }));
  const { mapping: _, ...ours } = table({ header: TABLE_COLUMNS, lines, by: 'somebody else' });
  expect(readLimitTable(ours)).toEqual({ ok: true, rows });
});
test('in our own columns two units that are not the same size are wrong until somebody puts a name to it', () => {
  const header = [
    'row',
    'characteristic',
    'groove',
    'member',
    'station',
    'min',
    'max',
    'unit',
    'unit_chosen_by',
  ];
  const read = (...last: string[]) => readTableLines({ ...own([...START, ...textCells(last)]), header });
  const wrong = { code: 'UNITS_DISAGREE', first: '0.040 in', second: '1.10 mm' };
  expect(read('0.040 (1.10 mm)', '', 'in', '').errors).toEqual([{ line: 2, column: 'min', fault: wrong }]);
  expect(read('0.040 (1.02 mm)', '', 'in', '').errors).toEqual([]);
  const [line] = read('0.040 (1.10 mm)', '', 'in', 'Perrin').lines;
  expect([line?.row?.printed.min?.text, line?.row?.unitChosenBy]).toEqual(['0.040', 'Perrin']);
});
test('a wear limit printed alone lies on the side to which wear goes', () => {
  const wears = (wear: 'grows' | 'shrinks') =>
    readTableLines(table({ characteristics: [{ ...RING_GAP, wear }, ROD] })).lines[0]?.row?.printed;
  expect(wears('grows')?.serviceMax?.text).toBe('0,030');
  expect(wears('shrinks')?.serviceMin?.text).toBe('0,030');
});
test('a mapping that was remembered is taken where its header stands, wherever that is', () => {
  const moved = [
    { line: 1, cells: textCells(['a page heading']) },
    ...LINES.map(({ line, cells }) => ({ line: line + 1, cells })),
  ];
  const again = suggestMapping(moved, { mapping: right, header: suggested.header });
  expect([again.fromMemory, again.mapping.headerLine, again.mapping.fits]).toEqual([true, 3, FITS]);
  const other = suggestMapping(moved, { mapping: right, header: ['Quite', 'other'] });
  expect(other.fromMemory).toBe(false);
});

const own = (...cells: GridCell[][]): TableToRead => ({
  revision: 'X rev 1',
  header: ['row', 'characteristic', 'groove', 'member', 'station', 'min', 'max', 'unit'],
  lines: cells.map((line, i) => ({ line: i + 2, cells: line })),
  models: [MODEL],
  characteristics: [RING_GAP, ROD],
});
const cell = (text: string, more: Partial<GridCell> = {}): GridCell => ({ text, ...more });
const START = textCells(['1', 'ringGap', '1', 'ring', 'skirt']);
test.each<[string, GridCell[], string, string]>([
  [
    'an error value',
    [...START, cell('#REF!', { trouble: 'error' }), cell(''), cell('in')],
    'min',
    'CELL_ERROR',
  ],
  [
    'a date that a spreadsheet made',
    [...START, cell('2026-01-02', { trouble: 'date' }), cell(''), cell('in')],
    'min',
    'CELL_DATE',
  ],
  [
    'a formula that was never worked out',
    [...START, cell('', { trouble: 'formulaWithoutResult' }), cell('1'), cell('in')],
    'min',
    'FORMULA_EMPTY',
  ],
  [
    'a decimal comma that parted a figure',
    [...START, ...textCells(['0', '04', 'in', 'x'])],
    'row',
    'LINE_LONGER',
  ],
  [
    'a torque where a length is measured',
    [...START, ...textCells(['38', '', 'Nm'])],
    'min',
    'UNIT_OF_OTHER_KIND',
  ],
  [
    'a groove where none is measured',
    textCells(['1', 'rodClearance', '1', '', '', '0.1', '', 'mm']) as GridCell[],
    'groove',
    'AXIS_NOT_HERE',
  ],
])('%s is wrong in its cell', (_why, cells, column, code) => {
  const read = readLimitTable(own(cells));
  expect(read.ok ? [] : read.errors.map((error) => [error.column, error.fault.code])).toContainEqual([
    column,
    code,
  ]);
});
test('a result that a spreadsheet worked out is taken, and shown as such', () => {
  const { lines, errors } = readTableLines(
    own([...START, cell('0.04', { formula: true }), cell(''), cell('in')]),
  );
  expect([errors, lines[0]?.cells[5]?.formula, lines[0]?.row?.printed.min?.text]).toEqual([[], true, '0.04']);
});
