import { mm } from '../../test/gauged';
import { BORE, bore, rowOf, shortBlock, size } from '../../test/short-block';
import { boreSays, parsePlaceKey } from '../index';

const told = (sizes: Readonly<Record<string, readonly [string, string]>>) => {
  const story = shortBlock([BORE], [rowOf('1', 'bore', ['', '101'])]);
  for (const [station, [along, across]] of Object.entries(sizes)) {
    size(story, bore('1', station, 'along'), along);
    size(story, bore('1', station, 'across'), across);
  }
  return story;
};
const says = (sizes: Parameters<typeof told>[0], station = 'top') =>
  boreSays(told(sizes).job, parsePlaceKey(bore('1', station, 'along'))!);

test('how far it is worn, what it would be machined to, and how much wider a gap is up here', () => {
  expect(says({ top: ['100.20', '100.24'], mid: ['100.05', '100.06'], foot: ['100.02', '100.02'] })).toEqual({
    from: mm('100').nm,
    wear: mm('0.24').nm,
    isWhole: true,
    next: { size: mm('100.50').nm, leftEachSide: mm('0.13').nm },
    // pi times the two means apart: 100.22 - 100.02
    gapWider: { by: 628_319, than: 'foot' },
  });
});
test.each<[string, string, string | null]>([
  ['as much left as must come off', '100.40', '100.50'],
  ['a hundredth less', '100.41', '101.00'],
  ['too large for any', '100.91', null],
  ['just large enough for the last', '100.90', '101.00'],
])('%s', (_what, largest, next) => {
  const others = { mid: ['100.00', '100.00'], foot: ['100.00', '100.00'] } as const;
  const found = says({ top: [largest, '100.00'], ...others })?.next;
  expect(found === null ? null : found?.size).toBe(next === null ? null : mm(next).nm);
});
test('at the deepest station nothing is wider than itself, and of half a station nothing is said', () => {
  expect(says({ top: ['100.2', '100.2'], foot: ['100.0', '100.0'] }, 'foot')?.gapWider).toBeUndefined();
  const story = shortBlock([BORE], [rowOf('1', 'bore', ['', '101'])]);
  size(story, bore('1', 'top', 'along'), '100.1');
  expect(boreSays(story.job, parsePlaceKey(bore('1', 'top', 'along'))!)).toBeUndefined();
});
test('of a bore that is not all measured nobody says what cleans it up, and its widest is of all that is known', () => {
  const story = told({ top: ['100.20', '100.20'] });
  // One direction of another station alone: it is no mean, and it is the widest.
  size(story, bore('1', 'mid', 'across'), '100.30');
  const found = boreSays(story.job, parsePlaceKey(bore('1', 'top', 'along'))!);
  expect([found?.isWhole, found?.wear, found?.next]).toEqual([false, mm('0.30').nm, undefined]);
  size(story, bore('1', 'foot', 'along'), '100.1..100.4');
  expect(boreSays(story.job, parsePlaceKey(bore('1', 'top', 'along'))!)?.wear).toBe(mm('0.40').nm);
});
test('what is no bore says nothing of one', () => {
  const story = told({ top: ['100.2', '100.2'] });
  expect(boreSays(story.job, { characteristic: 'skirt', at: { cylinder: '1' } })).toBeUndefined();
});
