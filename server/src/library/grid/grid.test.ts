import { zipSync, strToU8 } from 'fflate';
import ExcelJS from 'exceljs';
import { readTableLines, writeLibraryTable } from '@oak-gate/core';
import type { Grid } from './grid';
import { ProblemError } from '../../platform/problem-error';
import { readGrid } from './read-grid';
import { refuseZipBomb } from './safe-zip';
import { writeCsv, writeXlsx } from '../../platform/write-table';

const CONTENT_TYPES =
  '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>';
const text = (content: string): Uint8Array => new TextEncoder().encode(content);
const cellsOf = ({ lines }: Grid): string[][] => lines.map(({ cells }) => cells.map((cell) => cell.text));
const refused = async (name: string, bytes: Uint8Array, sheet = 0): Promise<string> =>
  readGrid(name, bytes, sheet).then(
    () => 'read',
    (error: unknown) => (error instanceof ProblemError ? error.code : 'thrown'),
  );
async function workbook(fill: (sheet: ExcelJS.Worksheet) => void): Promise<Uint8Array> {
  const book = new ExcelJS.Workbook();
  fill(book.addWorksheet('Table 12'));
  book.addWorksheet('Notes').addRow(['nothing']);
  return new Uint8Array(await book.xlsx.writeBuffer());
}

describe('tables of text', () => {
  test.each<[string, string, string[][]]>([
    [
      'commas',
      'a,b\n1,2\n',
      [
        ['a', 'b'],
        ['1', '2'],
      ],
    ],
    [
      'semicolons with decimal commas',
      'a;b\r\n0,38;0,52\r\n',
      [
        ['a', 'b'],
        ['0,38', '0,52'],
      ],
    ],
    [
      'tabs, as a spreadsheet’s clipboard',
      'a\tb\n1\t2',
      [
        ['a', 'b'],
        ['1', '2'],
      ],
    ],
    [
      'a byte-order mark',
      '\uFEFFa,b\n1,2',
      [
        ['a', 'b'],
        ['1', '2'],
      ],
    ],
    [
      'quotes with a comma and a line in them',
      'a,b\n"x, y","p\nq"\n',
      [
        ['a', 'b'],
        ['x, y', 'p\nq'],
      ],
    ],
    ['lines of other lengths', 'a,b\n1\n1,2,3\n', [['a', 'b'], ['1'], ['1', '2', '3']]],
  ])('%s', async (_why, content, cells) => {
    expect(cellsOf(await readGrid('t.csv', text(content), 0))).toEqual(cells);
  });
  test.each<[string, Uint8Array, string]>([
    ['empty', text(' \n'), 'FILE_NOT_TEXT'],
    ['not in UTF-8', Uint8Array.of(0x61, 0xff, 0xfe, 0x2c), 'FILE_NOT_THAT_TYPE'],
    [
      'a picture under the name of a table',
      Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13),
      'FILE_NOT_THAT_TYPE',
    ],
    ['a quote that never ends', text('a,b\n"x,1\n2,3'), 'FILE_NOT_TEXT'],
  ])('refused: %s', async (_why, bytes, code) => {
    expect(await refused('limits.csv', bytes)).toBe(code);
  });
  test('what the name says does not count: a workbook called .csv is read as the workbook that it is', async () => {
    const grid = await readGrid('limits.csv', await workbook((sheet) => sheet.addRow(['a', 1])), 0);
    expect([grid.kind, grid.sheets]).toEqual(['xlsx', ['Table 12', 'Notes']]);
  });
});

describe('workbooks', () => {
  test('merged cells, numbers as they are shown, rich text, links and yes or no', async () => {
    const bytes = await workbook((sheet) => {
      sheet.addRow(['Top ring', 0.5, true]);
      sheet.addRow([null, 0.30000000000000004, { text: 'see 7-3', hyperlink: 'http://127.0.0.1/' }]);
      sheet.getCell('B1').numFmt = '0.00';
      sheet.getCell('A4').value = { richText: [{ text: '0.38' }, { text: '-0.52' }] };
      sheet.mergeCells('A1:A2');
    });
    expect(cellsOf(await readGrid('t.xlsx', bytes, 0))).toEqual([
      ['Top ring', '0.50', 'yes'],
      ['Top ring', '0.3', 'see 7-3'],
      ['0.38-0.52', '', ''],
    ]);
  });
  test('a format never rounds a figure away', async () => {
    const bytes = await workbook((sheet) => {
      sheet.addRow([0.0165]);
      sheet.getCell('A1').numFmt = '0.00';
    });
    expect(cellsOf(await readGrid('t.xlsx', bytes, 0))).toEqual([['0.0165']]);
  });
  test('errors, dates that were ranges, and formulas are said to be so; nothing is worked out', async () => {
    const bytes = await workbook((sheet) => {
      sheet.addRow([
        { error: '#DIV/0!' },
        new Date('2026-02-01T00:00:00Z'),
        { formula: 'A1*2', result: 0.02 },
        { formula: 'A1*2' },
        { formula: 'A1/0', result: { error: '#REF!' } },
      ] as never);
    });
    const [line] = (await readGrid('t.xlsx', bytes, 0)).lines;
    expect(line?.cells).toEqual([
      { text: '#DIV/0!', trouble: 'error' },
      { text: '2026-02-01', trouble: 'date' },
      { text: '0.02', formula: true },
      { text: '', trouble: 'formulaWithoutResult', formula: true },
      { text: '#REF!', trouble: 'error', formula: true },
    ]);
    const reading = readTableLines({
      revision: 'X rev 1',
      header: ['row', 'characteristic', 'min', 'max', 'unit'],
      lines: [
        {
          line: 2,
          cells: [{ text: '1' }, { text: 'x' }, ...(line?.cells.slice(0, 2) ?? []), { text: 'in' }],
        },
      ],
      models: [],
      characteristics: [
        {
          id: 'x',
          name: 'x',
          axes: ['cylinder'],
          parts: [],
          stateOf: 'bore',
          tools: [],
          words: { tight: '', loose: '' },
          questions: [],
          allowNegative: false,
        },
      ],
    });
    expect(reading.errors.map(({ column, fault }) => [column, fault.code])).toEqual([
      ['min', 'CELL_ERROR'],
      ['max', 'CELL_DATE'],
      ['min', 'NO_BOUND'],
    ]);
  });
  test('a sheet that is not there, and an archive that is no workbook', async () => {
    expect(await refused('t.xlsx', await workbook((sheet) => sheet.addRow([1])), 7)).toBe('SHEET_WRONG');
    const other = zipSync({ 'a.txt': strToU8('x') });
    expect(['FILE_NOT_THAT_TYPE', 'FILE_NOT_TEXT']).toContain(await refused('t.xlsx', other));
  });
  test('a zip bomb is stopped while it unpacks, whatever it states of itself', async () => {
    const real = await workbook((sheet) => sheet.addRow(['a']));
    const bomb = zipSync({
      '[Content_Types].xml': strToU8(CONTENT_TYPES),
      'xl/workbook.xml': strToU8('<workbook/>'),
      'xl/worksheets/sheet1.xml': new Uint8Array(80 * 1024 * 1024),
    });
    expect(bomb.length).toBeLessThan(200_000);
    expect(await refused('limits.xlsx', bomb)).toBe('FILE_UNSAFE');
    const pieces: number[] = [];
    expect(() => refuseZipBomb('limits.xlsx', bomb, (size) => pieces.push(size))).toThrow(/zip bomb/);
    // What stood in memory is counted, not read off the process: others unpack in it at the same time.
    expect(pieces.reduce((sum, size) => sum + size, 0)).toBeLessThan(32 * 1024 * 1024);
    expect(Math.max(...pieces)).toBeLessThan(8 * 1024 * 1024);
    const many = zipSync(
      Object.fromEntries(Array.from({ length: 2_100 }, (_, i) => [`f${i}`, new Uint8Array(1)])),
    );
    expect(() => refuseZipBomb('limits.xlsx', many)).toThrow(/thousands of files/);
    expect(() => refuseZipBomb('limits.xlsx', real.subarray(0, real.length / 2))).not.toThrow(/zip bomb/);
    expect(() => refuseZipBomb('limits.xlsx', real)).not.toThrow();
  });
});

describe('what goes out', () => {
  const notes = ['=1+1', '+cmd', '-0.5 loose', '@SUM(A1)', "'=kept", 'plain', '\t=tab'];
  const table = { header: ['note'], lines: notes.map((note) => [note]) };
  test('a cell that a spreadsheet would carry out is made text, as CSV and as a workbook', async () => {
    for (const line of writeCsv(table).split('\r\n').slice(1, -1))
      expect(line.replace(/^"/, '')).not.toMatch(/^[=+\-@\t]/);
    const book = new ExcelJS.Workbook();
    await book.xlsx.load(Buffer.from(await writeXlsx('t', table)) as unknown as ArrayBuffer);
    book.worksheets[0]!.eachRow((row) => {
      const { value } = row.getCell(1);
      expect(typeof value).toBe('string');
      expect(value).not.toMatch(/^[=+\-@\t]/);
    });
  });
  test('the same table gives the same bytes', async () => {
    const [one, two] = [await writeXlsx('t', table), await writeXlsx('t', table)];
    expect(Buffer.from(one).equals(Buffer.from(two))).toBe(true);
    expect(writeLibraryTable([])).toMatchObject({ lines: [] });
  });
});
