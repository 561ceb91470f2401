import { CsvError, parse } from 'csv-parse/sync';
import { ProblemError } from '../platform/problem-error';

export interface CsvLines {
  readonly header: readonly string[];
  readonly lines: readonly { readonly line: number; readonly cells: readonly string[] }[];
}

/**
 * The cells of a CSV file, with line numbers. A byte-order mark is taken off; commas and semicolons are both understood.
 * @throws ProblemError FILE_NOT_TEXT where it is no text in UTF-8, or no table
 */
export function readCsv(file: string, bytes: Uint8Array): CsvLines {
  const text = decode(file, bytes);
  if (text.trim() === '') throw ProblemError.of('FILE_NOT_TEXT', { file, because: 'it is empty' });
  const firstLine = text.split(/\r?\n/, 1)[0] ?? '';
  const delimiter = firstLine.split(';').length > firstLine.split(',').length ? ';' : ',';
  try {
    const records = parse(text, {
      bom: true,
      delimiter,
      skip_empty_lines: true,
      info: true,
      relax_column_count: false,
    }) as unknown as {
      readonly record: string[];
      readonly info: { readonly lines: number };
    }[];
    const [header, ...lines] = records.map(({ record, info }) => ({ line: info.lines, cells: record }));
    if (header === undefined) throw ProblemError.of('FILE_NOT_TEXT', { file, because: 'it has no lines' });
    return { header: header.cells, lines };
  } catch (error) {
    if (error instanceof CsvError) throw ProblemError.of('FILE_NOT_TEXT', { file, because: error.message });
    throw error;
  }
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
