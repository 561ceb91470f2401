import { aboutPart, aboutPlace, openMatters, questionsOf, tellAgain } from '../index';
import type { Envelope, JobDraft } from '../index';
import { at, Story } from '../../test/story';
import { GHISLAINE, IVO, PERRIN, SANNA } from '../../test/fixtures';

const TOP = at(1, 1, 'top');
const raise = (about: string, text = 'a rattle when it is turned'): JobDraft => ({
  type: 'raiseFinding',
  about,
  text,
});
const raised = (story: Story, sheets?: readonly string[]) =>
  openMatters(story.job, sheets).findings.filter(({ kind }) => kind === 'raised');

test('what somebody raises holds the gate until an inspector who did not raise it decides', () => {
  const story = new Story()
    .arrive()
    .fit()
    .measureAll()
    .do(raise(aboutPlace(TOP)));
  const [finding] = raised(story);
  expect([finding?.decidedBy, finding?.notBy]).toEqual([['inspector'], [IVO.id]]);
  expect(
    questionsOf(story.job)
      .find(({ id }) => id === finding?.id)
      ?.answers.map(({ kind }) => kind),
  ).toEqual(['decide']);
  expect(() => story.sign('rings', PERRIN)).toThrow('GATE_SHUT');
  const seq = story.job.raised[0]!.seq;
  const decide = (reason = 'it was the bench'): JobDraft => ({ type: 'decideRaised', raised: seq, reason });
  expect([story.attempt(decide(), SANNA)?.code, story.attempt(decide(' '), PERRIN)?.code]).toEqual([
    'MAY_NOT',
    'REASON_MISSING',
  ]);
  story.do(decide(), PERRIN);
  expect([raised(story), story.attempt(decide(), PERRIN)?.code]).toEqual([[], 'FINDING_UNKNOWN']);
  story.sign('rings', PERRIN);
  expect(tellAgain(story.entries.map(({ entry }) => entry as Envelope)).remarks).toEqual([]);
});
test('who raised it does not decide it; where one person is the shop, he says that it was himself', () => {
  const story = new Story()
    .arrive()
    .fit()
    .do(raise(aboutPlace(TOP)), PERRIN);
  const decide: JobDraft = { type: 'decideRaised', raised: story.job.raised[0]!.seq, reason: 'looked again' };
  expect(story.attempt(decide, PERRIN)?.code).toBe('SECOND_PERSON_NEEDED');
  const alone = new Story('sameSaid')
    .arrive()
    .fit()
    .do(raise(aboutPlace(TOP)), PERRIN);
  alone.do({ ...decide, raised: alone.job.raised[0]!.seq }, PERRIN);
  expect(alone.job.raised[0]?.decided?.samePerson).toEqual({ hoursLater: 0 });
});
test('of a place it is of its own sheet; of a part it is of all', () => {
  const story = new Story()
    .arrive()
    .fit()
    .do(raise(aboutPlace(TOP)))
    .do(raise(aboutPart('bore@cylinder:1#1')));
  expect([raised(story, ['ringGap']).length, raised(story, ['boreDiameter']).length]).toEqual([2, 1]);
});
test.each<[string, JobDraft, string]>([
  ['about nothing', raise('place nowhere'), 'FINDING_UNKNOWN'],
  ['without a word', raise(aboutPlace(TOP), '  '), 'REASON_MISSING'],
])('nothing is raised %s', (_what, draft, code) => {
  expect(new Story().arrive().fit().attempt(draft, IVO)?.code).toBe(code);
});
test('who neither measures nor inspects raises nothing', () => {
  expect(
    new Story()
      .arrive()
      .fit()
      .attempt(raise(aboutPlace(TOP)), GHISLAINE)?.code,
  ).toBe('MAY_NOT');
});
