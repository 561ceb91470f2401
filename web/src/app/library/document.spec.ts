import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { engineModelFile } from '@oak-gate/contract';
import { nanometres } from '@oak-gate/core';
import { PageUnderTest, refusal } from '../../testing/page';
import { DocumentPage } from './document.page';

const { model } = engineModelFile.parse(
  JSON.parse(readFileSync(join(__dirname, '../../../../demo/models/VA-4-330.json'), 'utf8')),
);
const row = {
  id: 'SL-88 rev B row 4',
  label: '4',
  characteristic: 'ringGap',
  groove: '1',
  member: 'ring',
  station: 'top',
  appliesTo: {},
  note: 'top of ring travel',
  printed: { min: { text: '0.009', unit: 'in', nm: nanometres(228_600) } },
};
const DRAFT = {
  revision: {
    id: 'SL-88 rev B',
    number: 'SL-88',
    revision: 'B',
    title: 'Ring gaps',
    kind: 'letter',
    issued: '2026-01-01',
    effective: '2026-02-01',
    appliesTo: { models: ['VA-4-330'] },
  },
  state: 'draft',
  rows: [],
  file: null,
  drafted: { by: 'Teo', at: '2026-01-01T08:00:00.000Z' },
  published: null,
  models: [model],
};
const PATH = '/api/library/revisions/SL-88%20rev%20B';
const open = () => PageUnderTest.open(DocumentPage, { revision: 'SL-88 rev B' });

test('a draft without rows can be filled and not published', async () => {
  const page = open();
  await page.answer(PATH, DRAFT);
  expect(page.text).toContain('No rows yet');
  expect([page.button('Publish')?.disabled, page.element.querySelector('input[type=file]') !== null]).toEqual(
    [true, true],
  );
});
test('rows stand as printed, with the other unit rounded inward, at their fit in the engine’s words', async () => {
  const page = open();
  await page.answer(PATH, { ...DRAFT, rows: [row] });
  const cells = [...page.element.querySelectorAll('tbody td')].map((cell) =>
    cell.textContent.replace(/\s+/g, ' ').trim(),
  );
  expect(cells).toEqual([
    '4',
    expect.stringMatching(/^Top compression ring ?top of ring travel, 5.25 in from the skirt end$/) as string,
    'at least 0.009',
    'in',
    'at least 0.229 mm',
    'top of ring travel',
  ]);
  expect(page.button('Publish')?.disabled).toBe(false);
});
test('a published revision has no way to change it, and shows its digest', async () => {
  const page = open();
  const published = {
    by: 'Teo',
    at: '2026-01-03T08:00:00.000Z',
    digest: 'd'.repeat(64),
    secondLook: 'Perrin',
  };
  await page.answer(PATH, {
    ...DRAFT,
    rows: [row],
    state: 'current',
    published,
    file: { name: 'a.csv', sha256: 'a'.repeat(64) },
  });
  expect([page.button('Publish'), page.element.querySelector('input[type=file]')]).toEqual([undefined, null]);
  expect(page.text).toContain(`Frozen as ${'d'.repeat(64)}`);
  expect(page.text).toContain('second look Perrin');
});
test('a table with wrong cells is shown cell by cell', async () => {
  const page = open();
  await page.answer(PATH, DRAFT);
  const field = page.element.querySelector<HTMLInputElement>('input[type=file]')!;
  Object.defineProperty(field, 'files', { value: [new File(['x'], 'wrong.csv')] });
  field.dispatchEvent(new Event('change'));
  await page.settle();
  const sent = page.http.expectOne((request) => request.url.startsWith(`${PATH}/rows`));
  expect(sent.request.url).toContain('name=wrong.csv');
  sent.flush(
    refusal('TABLE_WRONG', '2 cells are wrong; nothing was written', [
      { line: 2, column: 'min', message: 'forty is not a figure' },
      { line: 4, column: 'unit', message: 'no unit' },
    ]),
    { status: 422, statusText: 'Wrong' },
  );
  await page.settle();
  const errors = [...page.element.querySelectorAll('[role=alert] tbody tr')].map((each) =>
    each.textContent.replace(/\s+/g, ' ').trim(),
  );
  expect(errors).toEqual(['2minforty is not a figure', '4unitno unit']);
});
test('a document that is not there is said so', async () => {
  const page = open();
  await page.answer(PATH, refusal('REVISION_UNKNOWN', 'There is no document SL-88 rev B'), 404);
  expect(page.element.querySelector('[role=alert]')?.textContent).toContain('There is no document');
});
