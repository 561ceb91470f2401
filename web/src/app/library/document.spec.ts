import { PageUnderTest, person, refusal, SESSION } from '../../testing/page';
import { revisionFor, ROW } from '../../testing/document';
import { DocumentPage } from './document.page';

const DRAFT = revisionFor('SL-88', 'B');
const PATH = '/api/library/revisions/SL-88%20rev%20B';
const open = async (view: object, used: object = { pinned: [], rows: [] }, session = SESSION) => {
  const page = PageUnderTest.open(DocumentPage, { revision: 'SL-88 rev B' }, session);
  page.http.expectOne(`${PATH}/used`).flush(used);
  await page.answer(PATH, view);
  return page;
};
const STAMP = { id: 'teo', by: 'Teo', at: '2026-01-03T08:00:00.000Z' };
const CHECKED = { ...STAMP, by: 'Perrin', digest: 'd'.repeat(64), samePerson: null };
const PUBLISHED = { ...STAMP, digest: 'd'.repeat(64), secondLook: 'Perrin' };

test('a draft without rows cannot be checked, let alone published', async () => {
  const page = await open(DRAFT);
  expect(page.text).toContain('No rows yet');
  expect([page.button('Check it'), page.button('Publish')]).toEqual([undefined, undefined]);
});
test('rows stand as printed, with the other unit rounded inward, at their fit in the engine’s words', async () => {
  const page = await open({ ...DRAFT, rows: [ROW] });
  const cells = [...page.element.querySelectorAll('tbody td')].map((cell) =>
    cell.textContent.replace(/\s+/g, ' ').trim(),
  );
  expect(cells).toEqual([
    '4',
    expect.stringMatching(
      /^Top compression ring, top of ring travel, 5.25 in from the skirt end ?Ring end gap$/,
    ) as string,
    'at least 0.009',
    'in',
    'at least 0.229 mm',
    'serials up to 400 top of ring travel',
    '',
  ]);
  expect([page.button('Check it') !== undefined, page.button('Publish')]).toEqual([true, undefined]);
});
test('a checked draft is ready for the steward; the check sends the digest of what was on the screen', async () => {
  const page = await open({ ...DRAFT, rows: [ROW], checked: CHECKED, state: 'checked' });
  expect(page.text).toContain('Compared with the paper by Perrin');
  expect(page.button('Publish')).toBeDefined();
});
test('a published revision has no way to change it, only to withdraw it, and shows its digest', async () => {
  const page = await open({
    ...DRAFT,
    rows: [ROW],
    state: 'current',
    checked: CHECKED,
    published: PUBLISHED,
    file: { name: 'a.csv', sha256: 'a'.repeat(64) },
  });
  expect([page.button('Write the rows'), page.element.querySelector('input[type=file]')]).toEqual([
    undefined,
    null,
  ]);
  expect(page.text).toContain(`Frozen as ${'d'.repeat(64)} from a.csv`);
  expect(page.button('Withdraw')).toBeDefined();
});
test('somebody who is no steward may read, and neither write nor withdraw', async () => {
  const session = { ...SESSION, person: person('Ivo', 'technician') };
  const draft = await open({ ...DRAFT, rows: [ROW] }, undefined, session);
  expect(draft.button('Write the rows')).toBeUndefined();
});
test('who relies on it: open and sealed jobs, and which rows govern where', async () => {
  const job = { jobId: 'J1', number: 'J-7', serial: 'V-1', modelName: 'VA', sealedAt: null };
  const sealed = { ...job, jobId: 'J2', number: 'J-5', sealedAt: '2026-02-03T08:00:00.000Z' };
  const page = await open(
    { ...DRAFT, rows: [ROW], state: 'superseded', checked: CHECKED, published: PUBLISHED },
    { pinned: [job, sealed], rows: [{ row: ROW.id, jobs: [sealed] }] },
  );
  expect(page.text).toContain('J-7VA V-1open');
  expect(page.text).toContain('J-5VA V-1sealed 3 Feb 2026');
  expect(page.text).toContain('sealed by this revision, and stay as they were signed');
  expect(page.element.querySelector('td.jobs')?.textContent.trim()).toBe('J-5');
});
test('a file that is not taken says what it is and what to do', async () => {
  const page = await open(DRAFT);
  const field = page.element.querySelector<HTMLInputElement>('input[type=file]')!;
  Object.defineProperty(field, 'files', { value: [new File(['MZ'], 'letter.pdf')] });
  field.dispatchEvent(new Event('change'));
  await page.settle();
  const sent = page.http.expectOne((request) => request.url.startsWith(`${PATH}/files`));
  expect(sent.request.url).toContain('name=letter.pdf');
  sent.flush(refusal('FILE_NOT_THAT_TYPE', 'letter.pdf is no PDF'), { status: 415, statusText: 'Wrong' });
  await page.settle();
  expect(page.element.querySelector('[role=alert]')?.textContent).toContain('letter.pdf is no PDF');
});
test('a document that is not there is said so', async () => {
  const page = PageUnderTest.open(DocumentPage, { revision: 'SL-88 rev B' });
  const gone = refusal('REVISION_UNKNOWN', 'There is no document SL-88 rev B');
  page.http.expectOne(`${PATH}/used`).flush(gone, { status: 404, statusText: 'Refused' });
  await page.answer(PATH, gone, 404);
  expect(page.element.querySelector('[role=alert]')?.textContent).toContain('There is no document');
});

test('another document on the same page begins empty, and a late answer for the first is not shown in it', async () => {
  const page = await open({ ...DRAFT, rows: [ROW] });
  expect(page.text).toContain('at least 0.009');
  const next = '/api/library/revisions/SL-88%20rev%20C';
  await page.say({ revision: 'SL-88 rev C' });
  expect(page.text).toContain('Fetching the document…');
  const late = page.http.expectOne(next);
  page.http.expectOne(`${next}/used`).flush({ pinned: [], rows: [] });
  await page.say({ revision: 'SL-88 rev B' });
  late.flush(revisionFor('SL-88', 'C'));
  page.http.expectOne(`${PATH}/used`).flush({ pinned: [], rows: [] });
  await page.answer(PATH, { ...DRAFT, rows: [ROW] });
  expect(page.element.querySelector('h1')?.textContent).toContain('SL-88 rev B');
  expect(page.text).toContain('at least 0.009');
});

test('rows that were written and not saved are known to the page, until they are taken back', async () => {
  const page = await open({ ...DRAFT, rows: [ROW] });
  await page.click('Write the rows');
  expect(page.component.unsaved()).toBeUndefined();
  await page.click('Row below');
  expect(page.component.unsaved()).toContain('not saved yet');
  await page.click('Undo');
  expect(page.component.unsaved()).toBeUndefined();
});
