import { kindOfContent } from '../../platform/content-kind';
import { ProblemError } from '../../platform/problem-error';
import type { Grid } from './grid';
import { readCsv } from './read-csv';
import { readXlsx } from './read-xlsx';

const XLSX = 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet';

/**
 * The table in a file, by its content: what the name says does not count.
 * @throws ProblemError FILE_NOT_THAT_TYPE, and those of the two readers
 */
export async function readGrid(file: string, bytes: Uint8Array, sheet: number): Promise<Grid> {
  const kind = await kindOfContent(bytes);
  if (kind === XLSX) return readXlsx(file, bytes, sheet);
  if (kind === 'text/plain' || kind === 'application/json') return readCsv(file, bytes);
  throw ProblemError.of('FILE_NOT_THAT_TYPE', {
    file,
    wanted: 'a CSV file or an XLSX workbook',
    found: kind === undefined ? 'its content is of no known kind' : `its content is ${kind}`,
  });
}
