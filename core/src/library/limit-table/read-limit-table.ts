import { withoutEscape } from './escape-formula';
import type { LimitRow } from '../document';
import type { CellFault, TableError } from './cell-fault';
import { NEEDED_COLUMNS, TABLE_COLUMNS } from './columns';
import type { ColumnUse, GridCell, GridLine, TableMapping } from './columns';
import { readRow } from './read-row';
import type { RowCells } from './row-cells';
import type { TableQuestion, TableToRead } from './table-to-read';

/** One line as it was understood: for the preview, cell by cell. */
export interface LineReading {
  readonly line: number;
  readonly cells: readonly {
    readonly column: string;
    readonly use: ColumnUse;
    readonly text: string;
    readonly faults: readonly CellFault[];
    readonly formula: boolean;
  }[];
  readonly row: LimitRow | undefined;
  readonly questions: readonly TableQuestion[];
}
export interface TableReading {
  readonly lines: readonly LineReading[];
  readonly errors: readonly TableError[];
  /** What somebody must say before the table can be taken in. */
  readonly questions: readonly TableQuestion[];
}
export type ReadTable =
  | { readonly ok: true; readonly rows: readonly LimitRow[] }
  | {
      readonly ok: false;
      readonly errors: readonly TableError[];
      readonly questions: readonly TableQuestion[];
    };

/**
 * Reads a limits table, all of it or nothing.
 * @returns rows with figures as printed and in base units, or every error with its line and column
 */
export function readLimitTable(table: TableToRead): ReadTable {
  const { lines, errors, questions } = readTableLines(table);
  const open = questions.filter(({ id }) => table.answers?.[id] === undefined);
  if (errors.length > 0 || open.length > 0) return { ok: false, errors, questions: open };
  return { ok: true, rows: lines.flatMap(({ row }) => (row === undefined ? [] : [row])) };
}

/** The same with everything that is to be shown of each cell, whatever is wrong. */
export function readTableLines(table: TableToRead): TableReading {
  const { header, mapping } = table;
  const columns = header.map((text) => withoutEscape(text).trim());
  const uses =
    mapping === undefined
      ? columns.map((name) => asColumn(name.toLowerCase()))
      : columns.map((_, i) => mapping.columns[i]?.use ?? 'ignore');
  const headErrors = mapping === undefined ? headerFaults(columns.map((name) => name.toLowerCase())) : [];
  if (headErrors.length > 0) return { lines: [], errors: headErrors, questions: [] };

  const body = table.lines.filter(({ cells }) => cells.some(({ text }) => text.trim() !== ''));
  const footnotes = mapping === undefined ? new Map<string, string>() : footnotesIn(body);
  const seen = new Set<string>();
  const stationsAdded = stationsAddedIn(body, uses);
  const above: string[] = [];
  const errors: TableError[] = [];
  const lines = body
    .filter(({ line }) => !footnotes.has(`line ${line}`))
    .map((given, index): LineReading => {
      const cells = columns.map((_, i): GridCell => {
        const cell = given.cells[i] ?? { text: '' };
        const text = withoutEscape(cell.text).trim();
        const filled = text === '' && mapping?.columns[i]?.fillDown === true ? (above[i] ?? '') : text;
        above[i] = filled;
        return { ...cell, text: filled };
      });
      const { byUse, faults, wrong } = lineCells(cells, uses, mapping);
      const extra = given.cells.slice(columns.length).filter(({ text }) => text.trim() !== '').length;
      if (extra > 0)
        wrong(uses[0] ?? 'row', {
          code: 'LINE_LONGER',
          cells: columns.length + extra,
          columns: columns.length,
        });
      const { row, questions } = readRow(table, byUse, wrong, {
        line: given.line,
        index,
        seen,
        footnotes,
        stationsAdded,
      });
      const shown = cells.map(({ text, formula }, i) => ({
        column: columns[i] ?? '',
        use: uses[i] ?? 'ignore',
        text,
        formula: formula === true,
        faults: faults.filter(({ at }) => at === i).map(({ fault }) => fault),
      }));
      errors.push(
        ...faults.map(({ at, use, fault }) => ({
          line: given.line,
          column: at < 0 ? use : (columns[at] ?? use),
          fault,
        })),
      );
      return { line: given.line, cells: shown, row: faults.length > 0 ? undefined : row, questions };
    });
  if (lines.length === 0)
    errors.push({
      line: 2,
      column: mapping === undefined ? 'row' : (columns[0] ?? ''),
      fault: { code: 'CELL_EMPTY' },
    });
  return { lines, errors, questions: lines.flatMap(({ questions }) => questions) };
}

/** The stations that the table itself adds: its other rows may speak of them. */
function stationsAddedIn(lines: readonly GridLine[], uses: readonly ColumnUse[]): ReadonlySet<string> {
  const text = (line: GridLine, use: ColumnUse): string => line.cells[uses.indexOf(use)]?.text.trim() ?? '';
  return new Set(
    lines
      .filter((line) => text(line, 'rule') === 'station')
      .map((line) => `${text(line, 'groove')}/${text(line, 'member')}/${text(line, 'station')}`),
  );
}

/** A line's cells by what they are used for, with a way to say what is wrong with them. */
function lineCells(
  cells: readonly GridCell[],
  uses: readonly ColumnUse[],
  mapping: TableMapping | undefined,
) {
  const faults: { at: number; use: ColumnUse; fault: CellFault }[] = [];
  const at = (use: ColumnUse): number => uses.indexOf(use);
  const wrong = (use: ColumnUse, fault: CellFault): void => {
    faults.push({ at: at(use), use, fault });
  };
  cells.forEach(({ trouble, text }, i) => {
    const use = uses[i];
    if (trouble === undefined || use === undefined || use === 'ignore') return;
    const fault: CellFault =
      trouble === 'error'
        ? { code: 'CELL_ERROR', found: text }
        : { code: trouble === 'date' ? 'CELL_DATE' : 'FORMULA_EMPTY' };
    faults.push({ at: i, use, fault });
  });
  const byUse: RowCells = {
    text: (use) =>
      uses
        .flatMap((each, i) => (each === use && cells[i]?.trouble === undefined ? [cells[i]?.text ?? ''] : []))
        .filter((text) => text !== '')
        .join('; '),
    unit: (use) => mapping?.columns[at(use)]?.unit,
    has: (use) => at(use) >= 0,
  };
  return { byUse, faults, wrong };
}

const asColumn = (name: string): ColumnUse =>
  (TABLE_COLUMNS as readonly string[]).includes(name) ? (name as ColumnUse) : 'ignore';

function headerFaults(columns: readonly string[]): TableError[] {
  const known: readonly string[] = TABLE_COLUMNS;
  const error = (column: string, code: 'COLUMN_MISSING' | 'COLUMN_UNKNOWN' | 'COLUMN_TWICE'): TableError => ({
    line: 1,
    column,
    fault: { code },
  });
  return [
    ...NEEDED_COLUMNS.filter((name) => !columns.includes(name)).map((name) => error(name, 'COLUMN_MISSING')),
    ...columns.filter((name) => !known.includes(name)).map((name) => error(name, 'COLUMN_UNKNOWN')),
    ...columns.filter((name, i) => columns.indexOf(name) !== i).map((name) => error(name, 'COLUMN_TWICE')),
  ];
}

const FOOTNOTE = /^([*†‡§¶#]+|[¹²³⁴-⁹]+|\(?[a-z\d]\)|\[\w{1,2}\])\s*(\S.*)$/iu;
/** Footnotes stand under a table, a line each, in one cell that begins with their mark. */
function footnotesIn(lines: readonly GridLine[]): ReadonlyMap<string, string> {
  const found = new Map<string, string>();
  for (const { line, cells } of lines) {
    const filled = [...new Set(cells.map(({ text }) => text.trim()).filter((text) => text !== ''))];
    const match = filled.length === 1 ? FOOTNOTE.exec(filled[0] ?? '') : null;
    if (match?.[1] === undefined || match[2] === undefined) continue;
    found.set(match[1], match[2]);
    found.set(`line ${line}`, match[2]);
  }
  return found;
}
