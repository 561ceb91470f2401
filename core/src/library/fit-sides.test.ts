import { currentReading, placeAt, slotsOf, tellAgain } from '../index';
import type { LimitRow, PartState } from '../index';
import { kept, MODEL, printed, REVISION, RING_GAP, ROUTE } from '../../test/fixtures';
import { Story } from '../../test/story';

const PLACE = 'side@cylinder:1/groove:1/member:ring';
const SIDE = {
  ...{ ...RING_GAP, id: 'side', name: 'Ring side clearance', questions: [] },
  axes: ['cylinder', 'groove', 'member'] as const,
  ...{ parts: ['ring', 'piston'], stateOf: 'ring', otherSide: 'piston' },
};
const row = (
  label: string,
  [min, max]: readonly [string, string],
  more: Partial<LimitRow> = {},
): LimitRow => ({
  ...{ id: `OM-1 rev 1 row ${label}`, label, characteristic: 'side', groove: '1', appliesTo: {}, note: '' },
  printed: { min: printed(min, 'thou'), max: printed(max, 'thou') },
  ...more,
});
/** New parts 2 to 5 thou, worn to 9; a new ring in a used groove at most 7, where the manual says so. */
const USUAL = row('1', ['2', '5']);
const WORN = { ...USUAL, printed: { ...USUAL.printed, serviceMax: printed('9', 'thou') } };
const MIXED = row('2', ['2', '7'], { appliesTo: { partStates: ['mixed'] } });

function measured(rows: readonly LimitRow[], ring: PartState, piston: PartState, text: string): Story {
  const story = new Story();
  const [arrival, rings, release] = ROUTE.gates;
  story.characteristics = [SIDE];
  story.revisions = [kept({ ...REVISION, appliesTo: { models: [MODEL.id] } }, rows)];
  story.route = { ...ROUTE, gates: [arrival!, { ...rings!, sheets: ['side'] }, release!] };
  story.arrive();
  for (const [kind, state] of [
    ['ring', ring],
    ['piston', piston],
  ] as const)
    story.do({
      type: 'fitParts',
      slots: slotsOf(MODEL.layout, kind).map(({ key }) => key),
      ...{ state, partNumber: null, lot: null },
    });
  return story.do({ ...story.reading(PLACE, text), answers: [] });
}
const judged = (story: Story) => {
  const verdict = currentReading(placeAt(story.job, PLACE))?.verdict;
  expect(tellAgain(story.entries.map(({ entry }) => entry) as never).remarks).toEqual([]);
  return [verdict?.partState, verdict?.verdict, (verdict?.limit.max ?? NaN) / 25_400];
};

test.each<[PartState, PartState, string, unknown]>([
  ['new', 'new', '4/5', ['new', 'in', 5]],
  ['new', 'new', '6/7', ['new', 'loose', 5]],
  ['reused', 'reused', '8/9', ['reused', 'serviceable', 5]],
  ['new', 'reused', '6/7', ['mixed', 'in', 7]],
  ['new', 'reused', '7/8', ['mixed', 'notProven', 7]],
  ['new', 'reused', '8/9', ['mixed', 'loose', 7]],
  // A ring that ran already takes the column of worn parts, whatever it lies in.
  ['reused', 'new', '8/9', ['reused', 'serviceable', 5]],
])('a %s ring in a %s groove, %s', (ring, piston, text, expected) => {
  expect(judged(measured([WORN, MIXED], ring, piston, text))).toEqual(expected);
});
test('where no row speaks of a new ring in a used groove it is judged as a new one, and never by the wear limit', () => {
  expect(judged(measured([WORN], 'new', 'reused', '6/7'))).toEqual(['mixed', 'loose', 5]);
  expect(judged(measured([WORN], 'new', 'reused', '4/5'))).toEqual(['mixed', 'in', 5]);
});
test('a row for new parts alone is not one for a new ring in a used groove', () => {
  const onlyNew = { ...WORN, appliesTo: { partStates: ['new' as const] } };
  expect(judged(measured([onlyNew, MIXED], 'new', 'reused', '6/7'))).toEqual(['mixed', 'in', 7]);
});
