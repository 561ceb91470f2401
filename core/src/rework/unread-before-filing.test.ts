import { unreadBeforeFiling } from '../index';
import { at, Story } from '../../test/story';

const open = (story: Story) => unreadBeforeFiling(story.job, 'ring');
const file = (story: Story) =>
  story.do({ type: 'reworkPart', ...story.part(at(1, 1, 'top')), what: 'filed', how: 'one end' });

test('every place of the sheet is read before the first ring is filed; a place that waits for later is not asked for', () => {
  const story = new Story().arrive().fit();
  const all = open(story).length;
  expect(all).toBeGreaterThan(3);
  story.take(at(1, 1, 'top'), '8/9');
  expect(open(story)).toHaveLength(all - 1);
  expect(open(story)).not.toContain(at(1, 1, 'top'));
  story.do({ type: 'deferPlace', place: at(2, 1, 'top'), reason: 'its cylinder is away' });
  expect(open(story)).toHaveLength(all - 2);
  story.do({ type: 'resumePlace', place: at(2, 1, 'top') });
  expect(open(story)).toHaveLength(all - 1);
});
test('once one was filed, nobody is asked again; of a kind that is not filed nothing is asked', () => {
  const story = file(
    new Story()
      .arrive()
      .fit()
      .take(at(1, 1, 'top'), '8/9'),
  );
  expect(open(story)).toEqual([]);
  expect(unreadBeforeFiling(story.job, 'piston')).toEqual([]);
});
test('what was read and is not true any more was read', () => {
  const story = new Story().arrive().fit().measureAll();
  expect(open(story)).toEqual([]);
  story.do({ type: 'reworkPart', part: 'bore@cylinder:1#1', what: 'honed', how: 'x' });
  expect(open(story)).toEqual([]);
});
