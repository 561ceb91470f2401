import type { EngineModel, JobDraft } from '../index';
import { aboutPart, openMatters, questionsOf } from '../index';
import { IVO, MODEL, PERRIN } from '../../test/fixtures';
import { Story } from '../../test/story';

const TAGGED: EngineModel = { ...MODEL, layout: { ...MODEL.layout, papers: ['ring'] } };
const file = { name: 'tag.pdf', sha256: 'd'.repeat(64), bytes: 12, mime: 'application/pdf' };
const lacking = (story: Story, sheets?: readonly string[]) =>
  openMatters(story.job, sheets).findings.flatMap((each) =>
    each.kind === 'paperMissing' ? each.parts.map(({ id }) => id) : [],
  );

test('a new part without its paper is a finding of what is measured on it, until the paper is kept', () => {
  const story = new Story('required', TAGGED).arrive().fit().measureAll();
  const all = lacking(story);
  expect([all.length, lacking(story, ['boreDiameter'])]).toEqual([4, []]);
  expect(() => story.sign('rings', PERRIN)).toThrow('GATE_SHUT');
  const keep = (part: string, title = 'tag 8814'): JobDraft => ({
    type: 'addPaper',
    finding: aboutPart(part),
    file,
    title,
  });
  expect(story.attempt(keep(all[0]!, ' '), IVO)?.code).toBe('REASON_MISSING');
  for (const part of all) story.do(keep(part));
  expect(lacking(story)).toEqual([]);
  story.sign('rings', PERRIN);
});
test('another part in its place needs a paper of its own; one that ran before needs none', () => {
  const story = new Story('required', TAGGED).arrive().fit();
  const [first] = lacking(story);
  story.do({ type: 'addPaper', finding: aboutPart(first!), file, title: 'tag' });
  expect(lacking(story)).not.toContain(first);
  const instead = { state: 'new', partNumber: 'R-2', lot: null } as const;
  story.do({ type: 'replacePart', part: first!, reason: 'bent', instead });
  expect(lacking(story)).toContain(first!.replace('#1', '#2'));
  story.do({
    ...{ type: 'replacePart', part: first!.replace('#1', '#2'), reason: 'bent too' },
    instead: { ...instead, state: 'reused' },
  });
  expect(lacking(story).some((id) => id.startsWith(first!.replace('#1', '')))).toBe(false);
});
test('it is asked about as a question: its paper, another part, or a part that is waited for', () => {
  const story = new Story('required', TAGGED).arrive().fit();
  const question = questionsOf(story.job).find(({ kind }) => kind === 'paper');
  expect(question?.answers.map(({ kind }) => kind)).toEqual(['decide', 'anotherPart', 'waitForPart']);
});
