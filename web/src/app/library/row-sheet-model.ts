import { NEEDED_COLUMNS, readTableLines, rowTexts, TABLE_COLUMNS, textCells } from '@oak-gate/core';
import type { Characteristic, EngineModel, LimitRow, TableColumn, TableReading } from '@oak-gate/core';

/** The sheet as it stands: texts under our own columns. Every change makes a new one, so that each can be taken back. */
export type SheetLines = readonly (readonly string[])[];

export interface CellAt {
  readonly line: number;
  readonly column: number;
}
/** A sheet with what was before it and what was taken back. */
export interface SheetHistory {
  readonly now: SheetLines;
  readonly past: readonly SheetLines[];
  readonly future: readonly SheetLines[];
}
const MOST_KEPT = 200;
export const SHEET_COLUMNS: readonly TableColumn[] = TABLE_COLUMNS;
/** The columns that most documents need; the others are shown when asked for, or where a row uses them. */
export const USUAL_COLUMNS: readonly TableColumn[] = [
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
  'note',
];

export const blankLine = (label: string): readonly string[] =>
  SHEET_COLUMNS.map((column) => (column === 'row' ? label : ''));
export const linesOf = (rows: readonly LimitRow[]): SheetLines =>
  rows.map((row) => {
    const texts = rowTexts(row);
    return SHEET_COLUMNS.map((column) => texts[column] ?? '');
  });

export const begin = (lines: SheetLines): SheetHistory => ({ now: lines, past: [], future: [] });
export const change = (history: SheetHistory, now: SheetLines): SheetHistory => ({
  now,
  past: [...history.past.slice(-MOST_KEPT), history.now],
  future: [],
});
export function undo({ now, past, future }: SheetHistory): SheetHistory {
  const before = past.at(-1);
  return before === undefined
    ? { now, past, future }
    : { now: before, past: past.slice(0, -1), future: [now, ...future] };
}
export function redo({ now, past, future }: SheetHistory): SheetHistory {
  const [after, ...rest] = future;
  return after === undefined ? { now, past, future } : { now: after, past: [...past, now], future: rest };
}

/** The next label after those that are there: numbers count on. */
export function nextLabel(lines: SheetLines): string {
  const numbers = lines.map(([label]) => Number(label)).filter((each) => Number.isInteger(each));
  return String(Math.max(0, ...numbers) + 1);
}
/** How a cell is shown, and what becomes of a line when a text is put into one of its cells. */
export interface CellWords {
  shown(cells: readonly string[], column: TableColumn): string;
  put(cells: readonly string[], column: TableColumn, text: string, isTyped?: boolean): readonly string[];
}
const columnAt = (column: number): TableColumn => SHEET_COLUMNS[column] ?? 'row';
export const setCell = (
  lines: SheetLines,
  { line, column }: CellAt,
  text: string,
  words: CellWords,
): SheetLines =>
  lines.map((cells, i) => (i === line ? words.put(cells, columnAt(column), text, true) : cells));

export const insertLine = (lines: SheetLines, at: number): SheetLines => [
  ...lines.slice(0, at),
  blankLine(nextLabel(lines)),
  ...lines.slice(at),
];
export const removeLines = (lines: SheetLines, from: number, to: number): SheetLines =>
  lines.filter((_, i) => i < from || i > to);

/**
 * Puts a block of cells in, from a place on, as a spreadsheet's clipboard gives it: tabs between cells, a line each.
 * @param visible the columns that are shown, in their order: the block runs along these
 */
export function pasteBlock(
  lines: SheetLines,
  at: CellAt,
  visible: readonly number[],
  block: string,
  words: CellWords,
): SheetLines {
  const given = block
    .replace(/\r\n?/g, '\n')
    .replace(/\n$/, '')
    .split('\n')
    .map((line) => line.split('\t'));
  const start = visible.indexOf(at.column);
  let grown = lines;
  while (grown.length < at.line + given.length) grown = insertLine(grown, grown.length);
  return grown.map((cells, line) => {
    const texts = given[line - at.line];
    if (texts === undefined) return cells;
    return texts.reduce<readonly string[]>((so, text, offset) => {
      const column = visible[start + offset];
      return column === undefined ? so : words.put(so, columnAt(column), text);
    }, cells);
  });
}
/** The cells of a rectangle, as a clipboard takes them. */
export const copyBlock = (
  lines: SheetLines,
  from: CellAt,
  to: CellAt,
  visible: readonly number[],
  words: CellWords,
): string => {
  const [first, last] = [visible.indexOf(from.column), visible.indexOf(to.column)].sort((a, b) => a - b);
  const columns = visible.slice(first, (last ?? 0) + 1);
  return lines
    .slice(Math.min(from.line, to.line), Math.max(from.line, to.line) + 1)
    .map((cells) => columns.map((column) => words.shown(cells, columnAt(column))).join('\t'))
    .join('\n');
};
export const clearBlock = (
  lines: SheetLines,
  from: CellAt,
  to: CellAt,
  visible: readonly number[],
  words: CellWords,
): SheetLines => {
  const [first, last] = [visible.indexOf(from.column), visible.indexOf(to.column)].sort((a, b) => a - b);
  const columns = visible.slice(first, (last ?? 0) + 1);
  const [top, bottom] = [Math.min(from.line, to.line), Math.max(from.line, to.line)];
  return lines.map((cells, line) =>
    line < top || line > bottom
      ? cells
      : columns.reduce((so, column) => words.put(so, columnAt(column), ''), cells),
  );
};

/** A line that holds nothing but its label is not a row yet. */
const isBlank = (cells: readonly string[]): boolean =>
  cells.every((text, i) => text === '' || SHEET_COLUMNS[i] === 'row');
interface SheetTable {
  readonly header: readonly TableColumn[];
  readonly lines: SheetLines;
  /** Where each line stands in the sheet, counted from 1. */
  readonly at: readonly number[];
}
/** What is sent and judged: the lines that say something, in the columns that one of them uses or a table always has. */
export function sheetTable(lines: SheetLines): SheetTable {
  const said = lines.flatMap((cells, i) => (isBlank(cells) ? [] : [{ cells, at: i + 1 }]));
  const used = SHEET_COLUMNS.map(
    (column, i) => NEEDED_COLUMNS.includes(column) || said.some(({ cells }) => (cells[i] ?? '') !== ''),
  );
  return {
    header: SHEET_COLUMNS.filter((_, i) => used[i]),
    lines: said.map(({ cells }) => cells.filter((_, i) => used[i])),
    at: said.map(({ at }) => at),
  };
}
/** What is wrong with the sheet as it stands: the same reading as the server’s. Lines count from 1. */
export function judgeSheet(
  lines: SheetLines,
  of: {
    readonly revision: string;
    readonly models: readonly EngineModel[];
    readonly characteristics: readonly Characteristic[];
  },
): TableReading {
  const table = sheetTable(lines);
  return readTableLines({
    ...of,
    header: table.header,
    lines: table.lines.map((cells, i) => ({ line: table.at[i] ?? i + 1, cells: textCells(cells) })),
  });
}
