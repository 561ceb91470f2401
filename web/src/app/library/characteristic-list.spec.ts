import { CHARACTERISTICS } from '../../testing/document';
import { PageUnderTest } from '../../testing/page';
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
  expect(page.element.querySelector('a')).toBeNull();
});
test('the steward adds one on its own page, also like one that is there', () => {
  const page = opened();
  const links = [...page.element.querySelectorAll('a')].map((each) => each.getAttribute('href'));
  expect(links).toContain('/library/measured/new');
  expect(links).toContain('/library/measured/new?from=ringGap');
});
