import { nanometres } from '@oak-gate/core';
import { PageUnderTest, refusal, SESSION } from '../../testing/page';
import { InstrumentsPage } from './instruments.page';
import { readBlades } from './read-blades';

const nm = nanometres;
const FEELERS = {
  id: 'FS-2',
  name: 'Feelers',
  kind: 'feeler',
  unit: 'thou',
  resolution: nm(25_400),
  uncertainty: nm(0),
  calibratedOn: '2026-01-01',
  dueOn: '2026-06-01',
  blades: [
    { text: '8', unit: 'thou', nm: nm(203_200) },
    { text: '10', unit: 'thou', nm: nm(254_000) },
  ],
};
type Page = PageUnderTest<InstrumentsPage>;
async function opened(instruments: object[], session = SESSION): Promise<Page> {
  const page = PageUnderTest.open(InstrumentsPage, {}, session);
  await page.answer('/api/instruments', instruments);
  return page;
}
async function typed(page: Page, fields: Readonly<Record<string, string>>): Promise<void> {
  for (const [name, text] of Object.entries(fields)) await page.type(name, text);
}
const REGISTER = {
  id: ' FS-3 ',
  name: 'Long feelers',
  calibratedOn: '2026-05-01',
  dueOn: '2027-05-01',
  blades: '8, 9; 10\n12',
};
async function submit(page: Page): Promise<void> {
  page.element.querySelector('form')!.dispatchEvent(new Event('submit'));
  await page.settle();
}

test('an empty register says that readings need an instrument', async () => {
  expect((await opened([])).text).toContain('Readings need an instrument');
});
test.each([
  ['2026-05-31T23:59:59.000Z', false],
  ['2026-06-01T00:00:00.000Z', true],
  ['2026-07-02T00:00:00.000Z', true],
])('at %s an instrument that is due on 1 June is past its check: %s', async (now, past) => {
  const page = await opened([FEELERS], { ...SESSION, now });
  expect(page.text.includes('past its check')).toBe(past);
});
test('a feeler set lists the blades that it really has', async () => {
  const page = await opened([FEELERS]);
  expect(page.text).toMatch(/FS-2 ?Feelers ?8 10 ?2 blades, thou/);
});
test('it is registered only when all is there, with the blades one by one', async () => {
  const page = await opened([]);
  await page.click('Register an instrument');
  const { blades, ...others } = REGISTER;
  await typed(page, others);
  expect(page.button('Register')?.disabled).toBe(true);
  await typed(page, { blades });
  expect(page.text).toContain('4 listed');
  await submit(page);
  const sent = page.http.expectOne({ method: 'POST', url: '/api/instruments' });
  expect(sent.request.body).toMatchObject({
    instrument: { id: 'FS-3', kind: 'feeler', unit: 'thou', blades: ['8', '9', '10', '12'] },
  });
  sent.flush({});
  await page.settle();
  await page.answer('/api/instruments', [FEELERS]);
  expect([page.element.querySelector('form'), page.text.includes('FS-2')]).toEqual([null, true]);
});
test('a refusal stands in the form, and nothing of it is lost', async () => {
  const page = await opened([]);
  await page.click('Register an instrument');
  await typed(page, REGISTER);
  await submit(page);
  page.http
    .expectOne({ method: 'POST', url: '/api/instruments' })
    .flush(refusal('ALREADY_THERE', 'There is an FS-3 already'), { status: 409, statusText: 'Conflict' });
  await page.settle();
  expect(page.element.querySelector('form [role=alert]')?.textContent).toContain('There is an FS-3 already');
  expect(page.element.querySelector<HTMLTextAreaElement>('textarea[name=blades]')?.value).toBe(
    REGISTER.blades,
  );
});

test.each<[string, string[]]>([
  ['', []],
  ['  ', []],
  ['8 9  10', ['8', '9', '10']],
  ['8;9;10', ['8', '9', '10']],
  ['8, 9, 10', ['8', '9', '10']],
  ['0,05 0,10', ['0,05', '0,10']],
  ['0,05, 0,10,', ['0,05', '0,10']],
  ['8\n9\r\n10', ['8', '9', '10']],
])('blades listed as %j are %j', (text, blades) => expect(readBlades(text)).toEqual(blades));
