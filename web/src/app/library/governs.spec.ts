import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { nanometres } from '@oak-gate/core';
import { CHARACTERISTICS, libraryOf, revisionFor, ROW, VELDANE } from '../../testing/document';
import { PageUnderTest, refusal } from '../../testing/page';
import { GovernsPage } from './governs.page';

const LIBRARY = libraryOf({ total: 1 });
const GOVERNS = {
  model: VELDANE,
  characteristics: CHARACTERISTICS,
  documents: [{ ...revisionFor('SL-88', 'B').revision, digest: 'd'.repeat(64) }],
  rows: [{ ...ROW, appliesTo: {} }],
  policy: { order: ['letter', 'manual'] },
  context: { diameter: nanometres(130_175_000) },
  diameterBasis: 'nominal',
  on: '2026-11-25',
};
const ASKED = { model: 'VA-4-330', characteristic: 'ringGap', at: '1/ring/top' };
const question = (more = '') =>
  `/api/library/governs?model=VA-4-330&characteristic=ringGap&partState=new${more}`;
const alert = (page: PageUnderTest<unknown>) => page.element.querySelector('[role=alert]')?.textContent;

async function opened(inputs: object = ASKED): Promise<PageUnderTest<GovernsPage>> {
  const page = PageUnderTest.open(GovernsPage, { ...inputs });
  await page.answer('/api/library', LIBRARY);
  await page.answer('/api/library/models/VA-4-330', VELDANE);
  return page;
}

test('the drawing of what each document says, and for which day', async () => {
  const page = await opened();
  await page.answer(question(), GOVERNS);
  expect(page.text).toContain('by the documents in force on 25 Nov 2026');
  expect(page.element.querySelector('app-source-bands')?.textContent).toContain('SL-88 rev B');
});
test('where no document speaks, it says that nothing measured there can count as good', async () => {
  const page = await opened();
  await page.answer(question(), { ...GOVERNS, rows: [] });
  expect(page.text).toContain('Nothing measured here can count as good');
});
test('what is known of the engine goes into the question, what is empty does not', async () => {
  const page = await opened({ ...ASKED, serial: '4330-20417', oversize: '0.010', duty: '' });
  await page.answer(question('&serial=4330-20417&oversize=0.010'), GOVERNS);
  expect(page.element.querySelector('app-source-bands')).not.toBeNull();
});
test('a slow answer to the question before does not stand under the new one', async () => {
  const page = await opened({ ...ASKED, serial: '1' });
  const slow = page.http.expectOne(question('&serial=1'));
  await page.say({ serial: '12' });
  await page.answer(question('&serial=12'), { ...GOVERNS, on: '2026-11-24' });
  slow.flush({ ...GOVERNS, on: '2020-01-01' });
  await page.settle();
  expect(page.text).toContain('24 Nov 2026');
});
test('a figure that is none is said, and the last drawing stays', async () => {
  const page = await opened();
  await page.answer(question(), GOVERNS);
  await page.say({ oversize: 'thick' });
  await page.answer(
    question('&oversize=thick'),
    refusal('BODY_WRONG', '“oversize”: "thick" is not a size'),
    400,
  );
  expect(alert(page)).toContain('is not a size');
  expect(page.element.querySelector('app-source-bands')).not.toBeNull();
});
test('opened without a question it asks about the first engine and the first that is measured there', async () => {
  const page = PageUnderTest.open(GovernsPage);
  const went = jest.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
  await page.answer('/api/library', LIBRARY);
  const said = Object.assign({}, ...went.mock.calls.map(([, extras]) => extras?.queryParams)) as object;
  expect(said).toEqual({ model: 'VA-4-330', characteristic: CHARACTERISTICS[0]!.id });
});
test('a place that this engine does not have gives way to one that it has', async () => {
  const page = PageUnderTest.open(GovernsPage, { ...ASKED, at: '9/ring/top' });
  const went = jest.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
  await page.answer('/api/library', LIBRARY);
  await page.answer('/api/library/models/VA-4-330', VELDANE);
  page.http.expectOne(question());
  const places = went.mock.calls.map(([, extras]) => (extras?.queryParams as { at?: string }).at);
  expect(places).toContain('1/ring/skirt');
});
