import type { EngineModel } from '../index';
import { openMatters, parsePlaceKey, placeStatus, unaskedReason } from '../index';
import { MODEL } from '../../test/fixtures';
import { at, Story } from '../../test/story';

const DESIGN = { name: 'the keystone ring', kind: 'ring', partNumbers: ['K-1'] } as const;
const model = (design: { asks?: readonly string[]; leavesOut?: readonly string[] }): EngineModel => ({
  ...MODEL,
  layout: { ...MODEL.layout, designs: [{ ...DESIGN, asks: [], leavesOut: [], ...design }] },
});
const fitted = (partNumber: string, by: EngineModel): Story => {
  const story = new Story('required', by).arrive().fit();
  const instead = { state: 'new', partNumber, lot: null } as const;
  const part = 'ring@cylinder:1/groove:1/member:ring#1';
  return story.do({ type: 'replacePart', part, reason: 'of another design', instead });
};
const why = (story: Story, cylinder: number) =>
  unaskedReason(story.job, parsePlaceKey(at(cylinder, 1, 'top'))!);

test('a part of a design for which a sheet is left out takes its places out, and no others', () => {
  const story = fitted('K-1', model({ leavesOut: ['ringGap'] }));
  expect([why(story, 1), why(story, 2)]).toEqual(['not asked of the keystone ring', undefined]);
  expect(placeStatus(story.job, parsePlaceKey(at(1, 1, 'top'))!).accepted).toBe(true);
  expect(openMatters(story.job).open.some(({ key }) => key === at(2, 1, 'top'))).toBe(true);
  expect(why(fitted('R-1', model({ leavesOut: ['ringGap'] })), 1)).toBeUndefined();
});
test('what is asked of one design only is asked where such a part lies', () => {
  const story = fitted('K-1', model({ asks: ['ringGap'] }));
  expect([why(story, 1), why(story, 2)]).toEqual([undefined, 'asked only of the keystone ring']);
});
test('swapped for a part of the other design the place is asked again', () => {
  const story = fitted('K-1', model({ leavesOut: ['ringGap'] }));
  const instead = { state: 'new', partNumber: 'R-1', lot: null } as const;
  const part = 'ring@cylinder:1/groove:1/member:ring#2';
  story.do({ type: 'replacePart', part, reason: 'the right one', instead });
  expect(why(story, 1)).toBeUndefined();
});
