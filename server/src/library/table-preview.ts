import { createHash } from 'node:crypto';
import { cellWords, fitWords, questionWords, rowConverted, rowStatement } from '@oak-gate/contract';
import type { TablePreview } from '@oak-gate/contract';
import { fitName, isOwnTable, readTableLines, suggestMapping } from '@oak-gate/core';
import type {
  Characteristic,
  EngineModel,
  GridLine,
  LimitRow,
  RowAnswers,
  TableMapping,
  TableToRead,
} from '@oak-gate/core';
import { ProblemError } from '../platform/problem-error';
import type { Grid } from './grid/grid';

const TOP_LINES = 12;

/** What is asked of a table in a file, before anybody opened it. */
export interface TableQuestion {
  readonly revision: string;
  readonly upload: string;
  readonly name: string;
  readonly bytes: Uint8Array;
  readonly sheet: number;
  readonly models: readonly EngineModel[];
  readonly characteristics: readonly Characteristic[];
  readonly mapping: TableMapping | null;
  readonly answers: RowAnswers;
  /** Whose answers they are: the name stands with what was chosen. */
  readonly by: string;
  /** The table must be in our own columns: a wrong header is said, and no other reading is guessed at. */
  readonly ownOnly?: boolean;
  readonly remembered?: { readonly mapping: TableMapping; readonly header: readonly string[] } | undefined;
}
export interface TableQuestioned extends TableQuestion {
  readonly grid: Grid;
}
export interface TakenRows {
  readonly rows: readonly LimitRow[];
  readonly mapping: TableMapping | undefined;
  readonly header: readonly string[];
}
/** What a table is read with: our own columns as they are, another's by its mapping. */
function toRead(question: TableQuestioned): {
  readonly table: TableToRead;
  readonly own: boolean;
  readonly fromMemory: boolean;
} {
  const { grid, revision, models, characteristics, answers, by, remembered } = question;
  const [first] = grid.lines;
  const own =
    first !== undefined &&
    (question.ownOnly === true ||
      (question.mapping === null && isOwnTable(first.cells.map(({ text }) => text))));
  const base = { revision, models, characteristics, answers, by };
  if (own) {
    return {
      table: { ...base, header: first.cells.map(({ text }) => text), lines: grid.lines.slice(1) },
      own,
      fromMemory: false,
    };
  }
  const suggested = suggestMapping(grid.lines, remembered);
  const mapping = question.mapping ?? suggested.mapping;
  const head = grid.lines.find(({ line }) => line === mapping.headerLine);
  const width = Math.max(mapping.columns.length, head?.cells.length ?? 0);
  return {
    table: {
      ...base,
      mapping,
      header: Array.from({ length: width }, (_, i) => head?.cells[i]?.text ?? ''),
      lines: grid.lines.filter(({ line }) => line > mapping.headerLine),
    },
    own,
    fromMemory: question.mapping === null && suggested.fromMemory,
  };
}

/** Everything that was read of a table, cell by cell, with what is wrong and what must be asked. */
export function previewTable(question: TableQuestioned): TablePreview {
  const { grid, name, bytes, upload, sheet, models, characteristics } = question;
  const { table, own, fromMemory } = toRead(question);
  const reading = readTableLines(table);
  const layout = models[0]?.layout;
  const fitColumn = table.mapping?.columns.findIndex(({ use }) => use === 'fit') ?? -1;
  return {
    upload,
    file: { name, sha256: createHash('sha256').update(bytes).digest('hex') },
    kind: grid.kind,
    sheets: [...grid.sheets],
    sheet,
    own,
    mapping: table.mapping ?? null,
    fromMemory,
    header: [...table.header],
    top: grid.lines.slice(0, TOP_LINES).map(topLine),
    fits:
      fitColumn < 0
        ? []
        : [
            ...new Set(
              reading.lines
                .map(({ cells }) => fitName(cells[fitColumn]?.text ?? ''))
                .filter((text) => text !== ''),
            ),
          ],
    lines: reading.lines.map(({ line, cells, row }) => ({
      line,
      cells: cells.map(({ column, text, formula, faults }) => ({
        column,
        text,
        formula,
        faults: faults.map(cellWords),
      })),
      says: row === undefined ? null : rowSays(row),
    })),
    errors: reading.errors.map(({ line, column, fault }) => ({ line, column, message: cellWords(fault) })),
    questions: reading.questions.map((each) => {
      const { words, answers } = questionWords(each);
      return {
        id: each.id,
        line: each.line,
        label: each.label,
        kind: each.kind,
        words,
        answers: [...answers],
      };
    }),
    rows: reading.lines.filter(({ row }) => row !== undefined).length,
  };

  function rowSays(row: LimitRow) {
    const { what, ring, station } = fitWords(row, characteristics, layout);
    return {
      fit: [what, ring, station].filter((part) => part !== '').join(', '),
      figures: rowStatement(row),
      converted: rowConverted(row),
      note: row.note,
    };
  }
}
const topLine = ({ line, cells }: GridLine) => ({ line, cells: cells.map(({ text }) => text) });

/**
 * The rows of a table, all of them or nothing.
 * @throws ProblemError TABLE_WRONG with every wrong cell, QUESTIONS_OPEN
 */
export function rowsOfTable(question: TableQuestioned): TakenRows {
  const { table } = toRead(question);
  const reading = readTableLines(table);
  if (reading.errors.length > 0) {
    const errors = reading.errors.map(({ line, column, fault }) => ({
      line,
      column,
      message: cellWords(fault),
    }));
    throw ProblemError.of('TABLE_WRONG', { errors: errors.length, file: question.name }, errors);
  }
  const open = reading.questions.filter(({ id }) => question.answers[id] === undefined);
  if (open.length > 0)
    throw ProblemError.of('QUESTIONS_OPEN', { file: question.name, questions: open.length });
  return {
    rows: reading.lines.flatMap(({ row }) => (row === undefined ? [] : [row])),
    mapping: table.mapping,
    header: table.header,
  };
}
