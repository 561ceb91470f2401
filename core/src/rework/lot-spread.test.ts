import { lotSpreads } from '../index';
import { takeGap as read, twoBanks } from '../../test/two-banks';
import type { Story } from '../../test/story';

const spreads = (story: Story) =>
  lotSpreads(
    story.job,
    story.job.pins[0]!.characteristics.find(({ id }) => id === 'ringGap')!,
  ).map(({ lot, count, least, most, mean }) => [lot, count, least / 25_400, most / 25_400, mean / 25_400]);

test('each lot has its own spread, of its rings as they came', () => {
  const story = twoBanks({ lots: (cylinder) => (['1', '3'].includes(cylinder) ? '5512' : '5601') });
  for (const [cylinder, text] of [
    ['1', '15.1'],
    ['3', '17'],
    ['2', '20'],
  ] as const)
    read(story, cylinder, text);
  expect(spreads(story)).toEqual([
    ['5512', 2, 15.1, 17, 16.05],
    ['5601', 1, 20, 20, 20],
  ]);
  // Filed, it is not as it came any more: what it was first is what its lot is.
  story.do({
    ...{ type: 'reworkPart', part: 'ring@cylinder:1/groove:1/member:ring#1', what: 'filed', how: 'one end' },
    round: { strokes: 2, tool: 'hand file', minutes: null },
  });
  read(story, '1', '18');
  expect(spreads(story)[0]).toEqual(['5512', 2, 15.1, 17, 16.05]);
});
test('rings of no lot, and those that ran in, are of nobody’s lot', () => {
  expect(spreads(read(twoBanks({ lots: () => null }), '1', '15'))).toEqual([]);
  expect(spreads(read(twoBanks({ rings: 'reused' }), '1', '15'))).toEqual([]);
});
