import type { Envelope, JobDraft, PlaceKey } from '../index';
import { currentReading, openMatters, placeAt, tellAgain } from '../index';
import { GHISLAINE, IVO, PERRIN, SANNA } from '../../test/fixtures';
import { at, Story } from '../../test/story';

const SKIRT = at(1, 2, 'skirt');
const open = (story: Story) =>
  openMatters(story.job).findings.filter(({ kind }) => kind === 'withdrawn' || kind === 'outOfLimits');
const kinds = (story: Story) => open(story).map(({ kind }) => kind);
const read = (story: Story, text: string, by = IVO): Story => story.do(story.reading(SKIRT, text), by);
const lastOf = (story: Story, place: PlaceKey = SKIRT): number =>
  currentReading(placeAt(story.job, place))?.seq ?? 0;
const voided = (story: Story, by = IVO): Story =>
  story.do({ type: 'voidReading', place: SKIRT, reading: lastOf(story), reason: 'on a burr' }, by);
const agree = (story: Story, reading: number): JobDraft => ({
  ...{ type: 'agreeWithdrawal', place: SKIRT, reading, reason: 'seen the burr' },
});
const begun = (): Story => read(new Story().arrive().fit(), '40/42');

test('a gap that was too wide and is made void waits for somebody else', () => {
  const story = begun();
  expect(kinds(story)).toEqual(['outOfLimits']);
  const seq = lastOf(story);
  voided(story);
  expect([kinds(story), open(story)[0]?.notBy]).toEqual([['withdrawn'], [IVO.id]]);
  expect(story.attempt(agree(story, seq), IVO)?.code).toBe('SECOND_PERSON_NEEDED');
  expect(story.attempt(agree(story, seq + 1), SANNA)?.code).toBe('READING_UNKNOWN');
  expect(story.attempt(agree(story, seq), GHISLAINE)?.code).toBe('MAY_NOT');
  story.do(agree(story, seq), SANNA);
  expect(kinds(story)).toEqual([]);
  expect(story.attempt(agree(story, seq), SANNA)?.code).toBe('READING_UNKNOWN');
  expect(tellAgain(story.entries.map(({ entry }) => entry as Envelope)).remarks).toEqual([]);
});
test('whoever took it back does not settle it by measuring again; somebody else does', () => {
  const story = voided(begun());
  read(story, '18/20');
  expect(kinds(story)).toEqual(['withdrawn']);
  read(story, '18/20', PERRIN);
  expect(kinds(story)).toEqual([]);
});
test('corrected into another figure that is out, it is that finding; taken back again, each waits', () => {
  const story = begun();
  const correct = (text: string): JobDraft => ({
    ...{ type: 'correctReading', place: SKIRT, reading: lastOf(story), reason: 'typing' },
    instead: {
      text,
      unit: 'thou',
      instrument: story.instrument.id,
      answers: [{ question: 'expanderOut', answer: 'yes' }],
      slip: null,
    } as never,
  });
  story.do(correct('42/44'));
  expect(kinds(story)).toEqual(['outOfLimits']);
  story.do(correct('18/20'));
  expect(kinds(story)).toEqual(['withdrawn']);
  const { reading } = open(story).flatMap((each) => (each.kind === 'withdrawn' ? each.withdrawn : []))[0]!;
  expect(reading.text).toBe('42/44');
  story.do(agree(story, reading.seq), PERRIN);
  // Who agreed saw what was taken back before as well.
  expect(kinds(story)).toEqual([]);
});
test('who agrees with what another one took back does not agree with what he took back himself', () => {
  const story = voided(begun());
  const his = placeAt(story.job, SKIRT).readings[0]!.seq;
  read(story, '42/44', SANNA);
  const hers = lastOf(story);
  voided(story, SANNA);
  expect(open(story)[0]?.notBy).toEqual([SANNA.id]);
  story.do(agree(story, hers), IVO);
  expect([kinds(story), open(story)[0]?.notBy]).toEqual([['withdrawn'], [IVO.id]]);
  expect(story.attempt(agree(story, his), IVO)?.code).toBe('SECOND_PERSON_NEEDED');
  story.do(agree(story, his), SANNA);
  expect(kinds(story)).toEqual([]);
  expect(tellAgain(story.entries.map(({ entry }) => entry as Envelope)).remarks).toEqual([]);
});
test('with its ring it is gone; with another ring it does not come back', () => {
  const story = voided(begun());
  const ring = 'ring@cylinder:1/groove:2/member:ring#1';
  const instead = { state: 'new', partNumber: 'R-1', lot: null } as const;
  story.do({ type: 'replacePart', part: ring, reason: 'worn', instead });
  expect(kinds(story)).toEqual([]);
});
test('what was in, and what was void from the first, waits for nobody', () => {
  const story = read(new Story().arrive().fit(), '18/20');
  voided(story);
  expect(kinds(story)).toEqual([]);
});
test('where one person is the shop, he looks again and it says so; by older rules nobody was asked', () => {
  const alone = voided(read(new Story('sameSaid').arrive().fit(), '40/42'));
  const seq = placeAt(alone.job, SKIRT).readings[0]!.seq;
  alone.do(agree(alone, seq), IVO);
  expect(kinds(alone)).toEqual([]);
  const older = new Story();
  older.rules = 12;
  expect(kinds(voided(read(older.arrive().fit(), '40/42')))).toEqual([]);
});
