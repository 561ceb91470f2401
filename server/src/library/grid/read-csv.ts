import { textCells } from '@oak-gate/core';
import { CsvError, parse } from 'csv-parse/sync';
import { ProblemError } from '../../platform/problem-error';
import { MOST_COLUMNS, MOST_LINES } from './grid';
import type { Grid } from './grid';

/**
 * The cells of a CSV file, with line numbers. A byte-order mark is taken off; commas and semicolons are both understood.
 * @throws ProblemError FILE_NOT_TEXT where it is no text in UTF-8, or no table
 */
export function readCsv(file: string, bytes: Uint8Array): Grid {
  const text = decode(file, bytes);
  if (text.trim() === '') throw ProblemError.of('FILE_NOT_TEXT', { file, because: 'it is empty' });
  try {
    // One line more than is taken tells that there are more, whatever follows.
    const records = parse(text, {
      ...CSV_OPTIONS,
      delimiter: delimiterOf(text),
      to: MOST_LINES + 1,
    }) as unknown as {
      readonly record: string[];
      readonly info: { readonly lines: number };
    }[];
    if (records.length > MOST_LINES)
      throw ProblemError.of('FILE_TOO_LARGE', { limit: `${MOST_LINES} lines` });
    const widest = records.reduce((most, { record }) => Math.max(most, record.length), 0);
    if (widest > MOST_COLUMNS) throw ProblemError.of('FILE_TOO_LARGE', { limit: `${MOST_COLUMNS} columns` });
    return {
      kind: 'csv',
      sheets: [''],
      lines: records.map(({ record, info }) => ({ line: info.lines, cells: textCells(record) })),
    };
  } catch (error) {
    if (error instanceof CsvError) throw ProblemError.of('FILE_NOT_TEXT', { file, because: error.message });
    throw error;
  }
}
export const CSV_OPTIONS = {
  bom: true,
  skip_empty_lines: true,
  info: true,
  relax_column_count: true,
} as const;

/** A table of semicolons has decimal commas; one of tabs comes from a spreadsheet's clipboard. */
export function delimiterOf(text: string): string {
  const [first = ''] = text.split(/\r?\n/, 1);
  const count = (mark: string): number => first.split(mark).length;
  const best = ([',', ';', '\t'] as const).reduce((so, mark) => (count(mark) > count(so) ? mark : so));
  return best;
}

function decode(file: string, bytes: Uint8Array): string {
  try {
    const text = new TextDecoder('utf-8', { fatal: true }).decode(bytes);
    if (text.includes('\u0000'))
      throw ProblemError.of('FILE_NOT_TEXT', { file, because: 'it is not a text file' });
    return text;
  } catch (error) {
    if (error instanceof ProblemError) throw error;
    throw ProblemError.of('FILE_NOT_TEXT', { file, because: 'it is not text in UTF-8' });
  }
}
