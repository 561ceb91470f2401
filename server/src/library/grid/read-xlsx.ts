import type { GridCell, GridLine } from '@oak-gate/core';
import ExcelJS from 'exceljs';
import type { Cell, CellValue, Workbook } from 'exceljs';
import { ProblemError } from '../../platform/problem-error';
import { MOST_COLUMNS, MOST_LINES } from './grid';
import type { Grid } from './grid';
import { refuseWideRanges } from './refuse-wide-ranges';
import { refuseZipBomb } from './safe-zip';

/**
 * The cells of one sheet of a workbook as their text stands in it. A merged cell counts for every cell that it covers.
 * @throws ProblemError FILE_UNSAFE, FILE_NOT_TEXT where it is no workbook, SHEET_WRONG
 */
export async function readXlsx(file: string, bytes: Uint8Array, sheet = 0): Promise<Grid> {
  refuseZipBomb(file, bytes);
  refuseWideRanges(file, bytes);
  const workbook = await open(file, bytes);
  const sheets = workbook.worksheets.map(({ name }) => name);
  const chosen = workbook.worksheets[sheet];
  if (chosen === undefined) throw ProblemError.of('SHEET_WRONG', { file, sheet });
  if (chosen.rowCount > MOST_LINES) throw ProblemError.of('FILE_TOO_LARGE', { limit: `${MOST_LINES} lines` });
  const width = Math.min(chosen.columnCount, MOST_COLUMNS);
  const lines: GridLine[] = [];
  chosen.eachRow({ includeEmpty: false }, (row, line) => {
    const cells = Array.from({ length: width }, (_, i) => readCell(row.getCell(i + 1)));
    if (cells.some(({ text }) => text !== '')) lines.push({ line, cells });
  });
  return { kind: 'xlsx', sheets, lines };
}

/** What a sheet says beside its cells: nothing of it is asked for, and some of it is kept cell by cell. */
const NOT_READ = ['dataValidations', 'conditionalFormatting', 'hyperlinks', 'extLst'];

async function open(file: string, bytes: Uint8Array): Promise<Workbook> {
  const workbook = new ExcelJS.Workbook();
  try {
    // The package's types want an older kind of buffer than Node makes.
    await workbook.xlsx.load(Buffer.from(bytes) as unknown as ArrayBuffer, { ignoreNodes: NOT_READ });
    return workbook;
  } catch (error) {
    const because = error instanceof Error ? error.message : 'it is no workbook';
    throw ProblemError.of('FILE_NOT_TEXT', { file, because });
  }
}

function readCell(cell: Cell): GridCell {
  const { value } = cell.isMerged ? cell.master : cell;
  return read(value, (cell.isMerged ? cell.master : cell).numFmt);
}
function read(value: CellValue, format: string | undefined): GridCell {
  if (value === null || value === undefined) return { text: '' };
  if (typeof value === 'string') return { text: value.trim() };
  if (typeof value === 'number') return { text: asShown(value, format) };
  if (typeof value === 'boolean') return { text: value ? 'yes' : 'no' };
  // Spreadsheets turn "1-2" into a date without asking: what was typed is lost, so it is never guessed at.
  if (value instanceof Date) return { text: value.toISOString().slice(0, 10), trouble: 'date' };
  if ('error' in value) return { text: value.error, trouble: 'error' };
  if ('richText' in value)
    return {
      text: value.richText
        .map(({ text }) => text)
        .join('')
        .trim(),
    };
  if ('hyperlink' in value) return { text: value.text.trim() };
  return fromFormula('result' in value ? value.result : undefined, format);
}
/** Only the result that the spreadsheet kept is read; nothing is ever worked out here. */
function fromFormula(result: CellValue, format: string | undefined): GridCell {
  if (result === undefined || result === null)
    return { text: '', trouble: 'formulaWithoutResult', formula: true };
  return { ...read(result, format), formula: true };
}

/** A number as the sheet shows it: 0.5 in the format 0.00 is printed 0.50. Binary dust is wiped off. */
function asShown(value: number, format: string | undefined): string {
  const decimals = /0\.(0+)/.exec(format ?? '')?.[1]?.length;
  const plain = String(Number(value.toPrecision(12)));
  if (decimals === undefined) return plain;
  const shown = value.toFixed(decimals);
  return Number(shown) === Number(plain) ? shown : plain; // the format must not round a figure away
}
