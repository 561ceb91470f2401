import { TestBed } from '@angular/core/testing';
import { Router } from '@angular/router';
import { libraryOf } from '../../testing/document';
import { PageUnderTest, refusal } from '../../testing/page';
import { OpenJobPage } from './open-job.page';

type Page = PageUnderTest<OpenJobPage>;
const submit = async (page: Page): Promise<void> => {
  page.element.querySelector('form')!.dispatchEvent(new Event('submit'));
  await page.settle();
};
const alert = (page: Page) => page.element.querySelector('[role=alert]')?.textContent ?? '';
async function filled(): Promise<Page> {
  const page = PageUnderTest.open(OpenJobPage);
  await page.answer('/api/library', libraryOf());
  for (const [name, text] of [
    ['number', ' J-9 '],
    ['serial', 'M8-1'],
    ['duty', 'tug'],
  ] as const)
    await page.type(name, text);
  return page;
}

test('without an engine model it says where to get one', async () => {
  const page = PageUnderTest.open(OpenJobPage);
  await page.answer('/api/library', libraryOf({ models: [] }));
  expect(page.text).toContain('No engine model is in the library yet');
});
test('what is still to be filled in stands beside the grey button, and what limits may depend on is folded', async () => {
  const page = PageUnderTest.open(OpenJobPage);
  await page.answer('/api/library', libraryOf());
  expect(page.text).toContain('Still to be filled in: job number, engine model, serial, duty.');
  await page.type('number', 'J-9');
  expect(page.text).toContain('Still to be filled in: engine model, serial, duty.');
  expect(page.text).toContain('0 of 8 said');
  await page.type('pistonMaterial', 'H');
  expect(page.text).toContain('1 of 8 said');
  expect(page.element.querySelector('mat-expansion-panel')?.classList).not.toContain('mat-expanded');
});
test('a job is not opened without number, model, serial and duty', async () => {
  const page = await filled();
  expect(page.button('Open the job')?.disabled).toBe(true); // no model is chosen
});
test('what is not known is sent as nothing, what is typed as it stands without spaces around it', async () => {
  const page = await filled();
  const went = jest.spyOn(TestBed.inject(Router), 'navigate').mockResolvedValue(true);
  expect(page.component.unsaved()).toContain('not opened yet');
  await page.type('hoursSinceNew', '2210,5');
  await page.type('oversize', '0.020');
  await submit(page);
  const sent = page.http.expectOne('/api/jobs');
  expect(sent.request.body).toMatchObject({
    job: { number: 'J-9', duty: 'tug', reason: '' },
    engine: {
      serial: 'M8-1',
      oversize: '0.020',
      hoursSinceNew: 2210.5,
      hoursSinceOverhaul: null,
      pistonMaterial: null,
      buildDate: null,
      diameterBasis: null,
    },
  });
  sent.flush({ jobId: 'new' });
  await page.settle();
  expect(went).toHaveBeenCalledWith(['/jobs', 'new']);
  expect(page.component.unsaved()).toBeUndefined();
});
test.each([
  ['hoursSinceNew', '12h', 'hours since new'],
  ['hoursSinceNew', '1.234,5', 'hours since new'],
  ['hoursSinceNew', '-5', 'hours since new'],
  ['hoursSinceOverhaul', 'many', 'hours since overhaul'],
])('%s of %j is said and not dropped', async (name, text, where) => {
  const page = await filled();
  await page.type(name, text);
  await submit(page);
  page.http.expectNone('/api/jobs');
  expect(alert(page)).toContain(`"${text}" is no number of hours`);
  expect(alert(page)).toContain(where);
  expect(page.element.querySelector<HTMLInputElement>(`input[name="${name}"]`)?.value).toBe(text);
});
test('a refusal keeps all that was typed, and the corrected form is another command', async () => {
  const page = await filled();
  await submit(page);
  const first = page.http.expectOne('/api/jobs');
  first.flush(refusal('JOB_NUMBER_TAKEN', 'There is a job J-9 already'), {
    status: 409,
    statusText: 'Conflict',
  });
  await page.settle();
  expect(alert(page)).toContain('There is a job J-9 already');
  await page.type('number', 'J-10');
  await submit(page);
  const second = page.http.expectOne('/api/jobs');
  expect(second.request.body).toMatchObject({ job: { number: 'J-10', duty: 'tug' } });
  expect((second.request.body as { id: string }).id).not.toBe((first.request.body as { id: string }).id);
});
test('where the shop has several routes it is asked which, and the answer goes with the job', async () => {
  const page = PageUnderTest.open(OpenJobPage);
  const routes = [
    { id: 'ring-gaps', covers: 'ring end gaps' },
    { id: 'camshaft-and-rings', covers: 'camshaft end float and ring end gaps' },
  ];
  await page.answer('/api/library', libraryOf({ routes }));
  expect(page.text).toContain('What is overhauled');
  expect(page.text).toMatch(/Still to be filled in:.*what is overhauled/);
});
