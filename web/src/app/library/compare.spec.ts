import { nanometres } from '@oak-gate/core';
import { revisionFor, ROW } from '../../testing/document';
import { PageUnderTest, refusal } from '../../testing/page';
import { ComparePage } from './compare.page';

const pathOf = (revision: string) => `/api/library/revisions/SL-88%20rev%20${revision}`;
const B = { ...revisionFor('SL-88', 'B'), rows: [ROW] };
const C = revisionFor('SL-88', 'C');

test('two revisions side by side: only what changed, the rest on demand', async () => {
  const page = PageUnderTest.open(ComparePage, { from: 'SL-88 rev B', to: 'SL-88 rev C' });
  const second = { ...ROW, label: '5', groove: '2' };
  await page.answer('/api/library/revisions/SL-88%20rev%20B', {
    ...revisionFor('SL-88', 'B'),
    rows: [ROW, second],
  });
  const raised = { ...ROW, printed: { min: { text: '0.0095', unit: 'in', nm: nanometres(241_300) } } };
  const after = revisionFor('SL-88', 'C');
  await page.answer('/api/library/revisions/SL-88%20rev%20C', {
    ...after,
    revision: { ...after.revision, cautions: ['Square the ring.'] },
    rows: [raised, second],
  });
  expect(page.text).toContain('1 changed, 0 added, 0 removed, 1 as before');
  const rows = () => page.element.querySelectorAll('section:first-of-type tbody tr');
  expect(rows()).toHaveLength(1);
  expect(rows()[0]?.textContent.replace(/\s+/g, ' ')).toMatch(
    /at least 0.009 in.*at least 0.0095 in.*changed/,
  );
  page.element.querySelector<HTMLInputElement>('.counts input')!.click();
  await page.settle();
  expect(rows()).toHaveLength(2);
  expect(page.text).toContain('Square the ring.');
});

test('the other way round: nothing of the old order stands under the new headings while it is fetched', async () => {
  const page = PageUnderTest.open(ComparePage, { from: 'SL-88 rev B', to: 'SL-88 rev C' });
  await page.answer(pathOf('B'), B);
  await page.answer(pathOf('C'), C);
  expect(page.text).toContain('0 changed, 0 added, 1 removed');
  await page.say({ from: 'SL-88 rev C', to: 'SL-88 rev B' });
  expect(page.text).toContain('Fetching both revisions…');
  expect(page.text).not.toContain('0.009');
  await page.answer(pathOf('B'), B);
  await page.answer(pathOf('C'), C);
  expect(page.text).toContain('0 changed, 1 added, 0 removed');
});
test('one that there is not is said; another choice begins anew', async () => {
  const page = PageUnderTest.open(ComparePage, { from: 'SL-88 rev B', to: 'SL-88 rev Z' });
  await page.answer(pathOf('B'), B);
  await page.answer(pathOf('Z'), refusal('REVISION_UNKNOWN', 'There is no document SL-88 rev Z'), 404);
  expect(page.element.querySelector('[role=alert]')?.textContent).toContain('There is no document');
  await page.say({ to: 'SL-88 rev C' });
  expect(page.element.querySelector('[role=alert]')).toBeNull();
  await page.answer(pathOf('C'), C);
  expect(page.text).toContain('1 removed');
});
test('a condition that changed is shown on both sides, and a note alone as what it is', async () => {
  const page = PageUnderTest.open(ComparePage, { from: 'SL-88 rev B', to: 'SL-88 rev C' });
  const noted = { ...ROW, label: '5', groove: '2', note: 'cold' };
  await page.answer(pathOf('B'), { ...B, rows: [ROW, noted] });
  await page.answer(pathOf('C'), {
    ...C,
    rows: [
      { ...ROW, appliesTo: { serialTo: 500 } },
      { ...noted, note: 'cold and dry' },
    ],
  });
  const [first, second] = [...page.element.querySelectorAll('section:first-of-type tbody tr')].map((row) =>
    row.textContent.replace(/\s+/g, ' '),
  );
  expect(first).toMatch(/serials up to 400.*serials up to 500/);
  expect(second).toMatch(/cold .*cold and dry/);
});
test('two that are the same say so', async () => {
  const page = PageUnderTest.open(ComparePage, { from: 'SL-88 rev B', to: 'SL-88 rev C' });
  await page.answer(pathOf('B'), B);
  await page.answer(pathOf('C'), { ...C, rows: [ROW] });
  expect(page.text).toContain('The rows are the same, figure by figure.');
});
