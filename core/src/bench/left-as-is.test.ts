import { currentReading, leftAsIs, placeAt } from '../index';
import type { JobDraft } from '../index';
import { IVO, PERRIN, SANNA } from '../../test/fixtures';
import { at, Story } from '../../test/story';

const SKIRT = at(1, 1, 'skirt');
const started = (): Story => new Story().arrive().fit();
const taken = (text: string): Story => started().take(SKIRT, text);
const counts = (story: Story) => currentReading(placeAt(story.job, SKIRT));
const leave = (story: Story, more: Partial<JobDraft & { type: 'leaveAsIs' }> = {}): string =>
  story.attempt(
    {
      ...{ type: 'leaveAsIs', place: SKIRT, reading: counts(story)?.seq ?? 0, reason: 'half a thou' },
      ...more,
    },
    IVO,
  )?.code ?? 'left';
const isLeft = (story: Story): boolean => {
  const reading = counts(story);
  return reading !== undefined && leftAsIs(reading) !== undefined;
};

test('what is in is left as it is, by who, when and why', () => {
  const story = taken('44/46');
  expect(leave(story)).toBe('left');
  expect(counts(story)?.left).toMatchObject({ reason: 'half a thou', by: { id: IVO.id } });
  expect(isLeft(story)).toBe(true);
});
test.each<[string, Story, Partial<JobDraft & { type: 'leaveAsIs' }>, string]>([
  ['nothing was measured', started(), {}, 'READING_UNKNOWN'],
  ['it is tight', taken('28/35'), {}, 'NOTHING_TO_LEAVE'],
  ['it is not proven', taken('44+'), {}, 'NOTHING_TO_LEAVE'],
  ['no reason', taken('44/46'), { reason: '  ' }, 'REASON_MISSING'],
  ['another reading', taken('44/46'), { reading: 1 }, 'READING_UNKNOWN'],
  ['the place has moved since it was seen', taken('44/46'), { basedOn: 0 }, 'STALE'],
])('refused where %s', (_, story, more, code) => {
  expect(leave(story, more)).toBe(code);
});
describe('it falls', () => {
  const left = (): Story => {
    const story = taken('44/46');
    expect(leave(story)).toBe('left');
    return story;
  };
  test.each<[string, (story: Story) => unknown]>([
    ['with a reading that is taken back', (s) => s.do(backOf(s), IVO)],
    ['with a reading that is void', (s) => s.do(voided(s), IVO)],
    [
      'where the ring is filed',
      (s) => s.do({ type: 'reworkPart', ...s.part(SKIRT), what: 'filed', how: 'a little' }, IVO),
    ],
    [
      'where somebody else finds otherwise',
      (s) => s.do({ ...s.reading(SKIRT, '48/50'), keepBoth: true }, SANNA),
    ],
  ])('%s', (_, then) => {
    const story = left();
    then(story);
    expect(isLeft(story)).toBe(false);
  });
  test('and stands again, where an inspector decides for it', () => {
    const story = left();
    const seq = counts(story)!.seq;
    story.do({ ...story.reading(SKIRT, '48/50'), keepBoth: true }, SANNA);
    story.do({ type: 'decideContest', place: SKIRT, keep: seq, reason: 'seen' }, PERRIN);
    expect([counts(story)?.seq, isLeft(story)]).toEqual([seq, true]);
  });
  test('where another reading that agrees is the worse one and decides: nobody decided of that', () => {
    const story = left().take(SKIRT, '42/46', SANNA);
    const [first] = placeAt(story.job, SKIRT).readings;
    expect(first?.left?.reason).toBe('half a thou');
    expect(isLeft(story)).toBe(counts(story)?.seq === first?.seq);
  });
});
const backOf = (story: Story) => ({
  ...{ type: 'correctReading' as const, place: SKIRT, reading: counts(story)?.seq ?? 0 },
  ...{ reason: 'typing' as const, instead: null },
});
const voided = (story: Story) => ({
  ...{ type: 'voidReading' as const, place: SKIRT, reading: counts(story)?.seq ?? 0 },
  reason: 'blade bent',
});
