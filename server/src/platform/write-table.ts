import { escapeFormula } from '@oak-gate/core';
import { stringify } from 'csv-stringify/sync';
import ExcelJS from 'exceljs';
import { unzipSync, zipSync } from 'fflate';

export interface Table {
  readonly header: readonly string[];
  readonly lines: readonly (readonly string[])[];
}

/** A table as CSV in UTF-8; a cell that a spreadsheet would carry out is made text. */
export const writeCsv = ({ header, lines }: Table): string =>
  stringify([header.map(escapeFormula), ...lines.map((cells) => cells.map(escapeFormula))], {
    record_delimiter: '\r\n',
  });

const ZIP_DAY = new Date('2000-01-01T00:00:00Z');

/** The same as a workbook of one sheet. The same table gives the same bytes. */
export async function writeXlsx(name: string, { header, lines }: Table): Promise<Uint8Array> {
  const workbook = new ExcelJS.Workbook();
  workbook.created = ZIP_DAY;
  workbook.modified = ZIP_DAY;
  const sheet = workbook.addWorksheet(name.replace(/[\\/?*[\]:]/g, ' ').slice(0, 31));
  for (const cells of [header, ...lines]) {
    const row = sheet.addRow(cells.map(escapeFormula));
    row.eachCell((cell) => {
      cell.numFmt = '@'; // text stays text: no figure is made a number or a date of
    });
  }
  sheet.getRow(1).font = { bold: true };
  const bytes = new Uint8Array(await workbook.xlsx.writeBuffer());
  return zipSync(unzipSync(bytes), { mtime: ZIP_DAY });
}
