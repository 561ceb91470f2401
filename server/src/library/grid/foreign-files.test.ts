import { strToU8, zipSync } from 'fflate';
import { randomUUID } from 'node:crypto';
import { draft, Shop } from '../../../test/shop';
import { readdirSync } from 'node:fs';
import { join } from 'node:path';
import { ProblemError } from '../../platform/problem-error';
import { ForeignFiles } from './foreign-files';

jest.setTimeout(120_000);
const TYPES =
  '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/><Override PartName="/xl/worksheets/sheet1.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.worksheet+xml"/></Types>';
const RELATIONS = 'xmlns="http://schemas.openxmlformats.org/package/2006/relationships"';
const OFFICE = 'http://schemas.openxmlformats.org/officeDocument/2006/relationships';
const MAIN = 'xmlns="http://schemas.openxmlformats.org/spreadsheetml/2006/main"';
const cellIn = (line: number): string => `<row r="${line}"><c r="A${line}"><v>1</v></c></row>`;
/** A workbook of one sheet with one cell, and what a sheet can state beside it. */
const workbook = (beside: { before?: string; rows?: string; after?: string }): Uint8Array =>
  zipSync({
    '[Content_Types].xml': strToU8(TYPES),
    '_rels/.rels': strToU8(
      `<Relationships ${RELATIONS}><Relationship Id="r1" Type="${OFFICE}/officeDocument" Target="xl/workbook.xml"/></Relationships>`,
    ),
    'xl/workbook.xml': strToU8(
      `<workbook ${MAIN} xmlns:r="${OFFICE}"><sheets><sheet name="A" sheetId="1" r:id="r1"/></sheets></workbook>`,
    ),
    'xl/_rels/workbook.xml.rels': strToU8(
      `<Relationships ${RELATIONS}><Relationship Id="r1" Type="${OFFICE}/worksheet" Target="worksheets/sheet1.xml"/></Relationships>`,
    ),
    'xl/worksheets/sheet1.xml': strToU8(
      `<worksheet ${MAIN}>${beside.before ?? ''}<sheetData><row r="1"><c r="A1" t="inlineStr"><is><t>row</t></is></c></row>${beside.rows ?? ''}</sheetData>${beside.after ?? ''}</worksheet>`,
    ),
  });
const text = (content: string): Uint8Array => new TextEncoder().encode(content);

/** What is asked of a file that nobody has told anything about yet. */
const preview = (files: ForeignFiles, name: string, bytes: Uint8Array) =>
  files.read('preview', {
    ...{ name, bytes, revision: 'T-1 rev 1', upload: 'u', sheet: 0 },
    ...{ models: [], characteristics: [], mapping: null, answers: {}, by: 'Teo' },
  });

describe('files that kill their reader', () => {
  const files = new ForeignFiles();
  afterAll(() => files.close());
  const read = (name: string, bytes: Uint8Array) =>
    preview(files, name, bytes).then(
      () => 'read',
      (error: unknown) =>
        error instanceof ProblemError ? `${error.code}: ${error.details().title}` : 'thrown',
    );
  test.each<[string, Uint8Array, RegExp]>([
    ['nothing strange', workbook({}), /^read$/],
    ['a small merge', workbook({ after: '<mergeCells><mergeCell ref="A1:C2"/></mergeCells>' }), /^read$/],
    [
      'a merge over the whole sheet',
      workbook({ after: '<mergeCells><mergeCell ref="A1:XFD1048576"/></mergeCells>' }),
      /^FILE_TOO_MUCH: .*merged cells/,
    ],
    [
      'many merges that are large together',
      workbook({
        after: `<mergeCells>${Array.from({ length: 300 }, (_, i) => `<mergeCell ref="A${i * 10 + 1}:CV${i * 10 + 10}"/>`).join('')}</mergeCells>`,
      }),
      /^FILE_TOO_MUCH: .*300000 cells/,
    ],
    [
      'a merge that is no range',
      workbook({ after: '<mergeCells><mergeCell ref="A1:XFDXFD99999999"/></mergeCells>' }),
      /^FILE_TOO_MUCH/,
    ],
    [
      'columns up to a thousand million',
      workbook({ before: '<cols><col min="1" max="1000000000" width="9"/></cols>' }),
      /^FILE_TOO_MUCH: .*column range/,
    ],
    [
      'columns up to the last one that there is',
      workbook({ before: '<cols><col min="1" max="16384" width="9"/></cols>' }),
      /^read$/,
    ],
    [
      'a validation of every cell',
      workbook({
        after:
          '<dataValidations count="1"><dataValidation type="whole" sqref="A1:XFD1048576"><formula1>1</formula1></dataValidation></dataValidations>',
      }),
      /^read$/,
    ],
    ['a cell in the last line of a workbook that is taken', workbook({ rows: cellIn(20_000) }), /^read$/],
    ['a cell one line below it', workbook({ rows: cellIn(20_001) }), /^FILE_TOO_LARGE: .*20000 lines/],
    ['1.3 million lines', text('1,2\n'.repeat(1_300_000)), /^FILE_TOO_LARGE: .*20000 lines/],
    ['as many lines as are taken', text('1,2\n'.repeat(20_000)), /^read$/],
    ['one line more', text('1,2\n'.repeat(20_001)), /^FILE_TOO_LARGE/],
    ['as many columns as are taken', text(`${'1,'.repeat(119)}1\n`), /^read$/],
    ['one column more', text(`${'1,'.repeat(120)}1\n`), /^FILE_TOO_LARGE: .*120 columns/],
  ])('%s', async (name, bytes, said) => {
    expect(await read(name, bytes)).toMatch(said);
  });
});

describe('the thread that reads them', () => {
  const slow = text('0.040,"x y z"\n'.repeat(19_000));
  test('is ended when it takes too long, and the next file gets a new one', async () => {
    const files = new ForeignFiles({ milliseconds: 30, megabytes: 384, waiting: 2 });
    const refusal = await preview(files, 'slow.csv', slow).catch((error: unknown) => error);
    expect(refusal).toMatchObject({ code: 'FILE_TOO_MUCH', data: { file: 'slow.csv' } });
    await files.close();
    const patient = new ForeignFiles();
    expect(await preview(patient, 'slow.csv', slow)).toMatchObject({ kind: 'csv' });
    await patient.close();
  });
  test('is ended under a file while another one waits: that one is read by the next thread', async () => {
    const limits = { milliseconds: 60_000, megabytes: 384, waiting: 3 };
    const files = new ForeignFiles(limits);
    await preview(files, 'first.csv', text('a,b\n')); // the thread is there
    limits.milliseconds = 1;
    const stuck = preview(files, 'stuck.csv', slow).catch((error: unknown) => error);
    await Promise.resolve();
    limits.milliseconds = 60_000;
    const waiting = preview(files, 'waiting.csv', text('a,b\n1,2\n'));
    expect(await stuck).toMatchObject({ code: 'FILE_TOO_MUCH' });
    expect(await waiting).toMatchObject({ kind: 'csv' });
    await files.close();
  });
  test('is ended when it takes too much memory', async () => {
    const files = new ForeignFiles({ milliseconds: 60_000, megabytes: 24, waiting: 2 });
    const wide = text(`${'"abcdefgh",'.repeat(100)}\n`.repeat(19_000).slice(0, 8_000_000));
    const refusal = await preview(files, 'wide.csv', wide).catch((error: unknown) => error);
    expect(refusal).toMatchObject({ code: 'FILE_TOO_MUCH' });
    await files.close();
  });
  test('has its files wait for one another, and refuses those that would wait too long', async () => {
    const files = new ForeignFiles({ milliseconds: 60_000, megabytes: 384, waiting: 2 });
    const small = () => preview(files, 's.csv', text('a,b\n'));
    const answers = await Promise.allSettled([1, 2, 3].map(small));
    expect(answers.map(({ status }) => status)).toEqual(['fulfilled', 'fulfilled', 'rejected']);
    expect(await small()).toMatchObject({ kind: 'csv' });
    await files.close();
  });
});

test('the shop goes on while a file is read; what could not be read is not kept', async () => {
  const shop = await (await new Shop().open()).furnish();
  const teo = await shop.as('teo');
  const ivo = await shop.as('ivo');
  const path = await draft(teo, { number: 'T-1', revision: '1', kind: 'manual' });
  const table = Array.from(
    { length: 15_000 },
    (_, i) => `${i},ringGap,1,ring,skirt,0.0${10 + (i % 9)},0.050,in,x`,
  );
  const header = 'row,characteristic,groove,member,station,min,max,unit,note';
  let others = 0;
  const read = new Set<string>();
  const preview = teo.csv(`${path}/table?name=large.csv`, `${header}\n${table.join('\n')}`).then((answer) => {
    read.add('large.csv');
    return answer;
  });
  // Read in the server's own thread, it would answer none of these before the file.
  while (read.size === 0 && others < 20) if ((await ivo.get('/api/floor')).status === 200) others++;
  expect(others).toBe(20);
  expect((await preview).body).toMatchObject({ rows: 15_000 });
  const kept = () => readdirSync(join(shop.folder, 'uploads')).length;
  const before = kept();
  const wrong = await teo.csv(`${path}/table?name=bad.csv&x=${randomUUID()}`, '1,2\n'.repeat(30_000));
  expect([wrong.status, wrong.body.code, kept()]).toEqual([413, 'FILE_TOO_LARGE', before]);
  await shop.remove();
});
