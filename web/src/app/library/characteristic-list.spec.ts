import { CHARACTERISTICS } from '../../testing/document';
import { PageUnderTest, refusal } from '../../testing/page';
import { CharacteristicList } from './characteristic-list';

const LIST = [
  ...CHARACTERISTICS.map((each) => ({
    ...each,
    ours: false,
    warm: false,
    looks: { asked: false, tolerance: null },
    notes: [],
  })),
  {
    ...CHARACTERISTICS[0]!,
    id: 'pinOvality',
    name: 'Pin ovality',
    ours: true,
    warm: true,
    looks: { asked: false, tolerance: null },
    notes: [],
  },
];
const opened = (mayChange = true) =>
  PageUnderTest.open(CharacteristicList, { characteristics: LIST, mayChange });
type Page = ReturnType<typeof opened>;
const rowOf = (page: Page, name: string) =>
  [...page.element.querySelectorAll('tbody tr')]
    .find((row) => row.querySelector('strong')?.textContent === name)
    ?.textContent.replace(/\s+/g, ' ');

test('each says what is measured, with what, where, as what and which way wear goes', () => {
  const page = opened(false);
  expect(page.element.querySelectorAll('tbody tr')).toHaveLength(LIST.length);
  expect(rowOf(page, 'Ring end gap')).toMatch(
    /between the ends of a ring.*feeler.*cylinder, groove, ring or rail, station.*a length.*wear makes it larger/,
  );
  expect([
    rowOf(page, 'Pin ovality')?.includes('ours'),
    rowOf(page, 'Ring end gap')?.includes('ours'),
  ]).toEqual([true, false]);
  expect(page.button('Add one')).toBeUndefined();
});
test('one is added by name and short name; a refusal keeps the form as it was typed', async () => {
  const page = opened();
  await page.click('Add one');
  expect(page.button('Add to the catalogue')?.disabled).toBe(true);
  await page.type('name', ' Pin ovality ');
  expect(page.button('Add to the catalogue')?.disabled).toBe(true);
  await page.type('id', 'Pin Ovality');
  const submit = async (): Promise<void> => {
    page.element.querySelector('form')!.dispatchEvent(new Event('submit'));
    await page.settle();
  };
  await submit();
  await page.answer('/api/library/characteristics', refusal('BODY_WRONG', '“id”: letters only'), 400);
  expect(page.element.querySelector('[role=alert]')?.textContent).toContain('letters only');
  expect(page.element.querySelector<HTMLInputElement>('input[name="name"]')?.value).toBe(' Pin ovality ');
  await page.type('id', 'pinOvality');
  await submit();
  const sent = page.http.expectOne('/api/library/characteristics');
  expect(sent.request.body).toMatchObject({
    characteristic: {
      id: 'pinOvality',
      name: 'Pin ovality',
      unitKind: 'length',
      axes: ['cylinder'],
      wear: 'grows',
    },
  });
  sent.flush({});
  await page.settle();
  expect(page.element.querySelector('form')).toBeNull();
});
