import { IVO, PERRIN as INSPECTOR, SANNA } from '../../test/fixtures';
import { Story } from '../../test/story';
import { openMatters, tellAgain } from '../index';
import type { Actor, JobDraft, JobEntry, SaidFacts } from '../index';

const OTHER: Actor = { ...INSPECTOR, id: 'other', name: 'Other' };
const OVER = 508_000;
const say = (facts: SaidFacts): JobDraft => ({ type: 'sayEngineFacts', facts, reason: 'measured it' });
const open = (oversize: number | null): Story => {
  const story = new Story().open();
  return oversize === null ? story : story.do(say({ oversize } as SaidFacts), SANNA);
};
const asked = (story: Story) =>
  openMatters(story.job).findings.flatMap((each) =>
    each.kind === 'limitNote' && each.note.kind === 'factRestated'
      ? [{ note: each.note.id, before: each.note.before, after: each.note.after, notBy: each.notBy }]
      : [],
  );
const accept = (story: Story): JobDraft => ({
  type: 'acceptLimitNote',
  note: asked(story)[0]?.note ?? '',
  approval: null,
  reason: 'looked at it',
});
/** Every story is decided again as the verifier does. */
const remarks = (story: Story) => tellAgain(story.entries.map(({ entry }) => entry as JobEntry)).remarks;

describe('what limits rest on is not said anew by one person alone', () => {
  test('what nobody had said is said by whoever knows it', () => {
    expect(asked(open(null).do(say({ pistonMaterial: 'H' }), IVO))).toEqual([]);
  });
  test('what was recorded and is said anew waits for a second person, with both figures', () => {
    const story = open(0).do(say({ oversize: OVER } as SaidFacts), IVO);
    expect(asked(story)).toMatchObject([{ before: 0, after: OVER, notBy: ['ivo'] }]);
    expect(story.attempt(accept(story), IVO)?.code).toBe('MAY_NOT');
    story.do(accept(story), INSPECTOR);
    expect([asked(story), remarks(story)]).toEqual([[], []]);
  });
  test('an inspector who said it does not look at it himself', () => {
    const story = open(0).do(say({ oversize: OVER } as SaidFacts), INSPECTOR);
    expect(story.attempt(accept(story), INSPECTOR)?.code).toBe('SECOND_PERSON_NEEDED');
    story.do(accept(story), OTHER);
    expect(remarks(story)).toEqual([]);
  });
  test('in a one-man shop the same person looks again', () => {
    const story = new Story('sameSaid').open().do(say({ oversize: 0 } as SaidFacts), INSPECTOR);
    story.do(say({ oversize: OVER } as SaidFacts), INSPECTOR);
    expect(story.attempt(accept(story), INSPECTOR)).toBeUndefined();
  });
  test('taken back before anybody looked, nothing is left to look at; after that, it is', () => {
    const story = open(0).do(say({ oversize: OVER } as SaidFacts), IVO);
    story.do(say({ oversize: 0 } as SaidFacts), INSPECTOR);
    expect([asked(story), story.job.engine.oversize]).toEqual([[], 0]);
    story.do(say({ oversize: OVER } as SaidFacts), IVO).do(accept(story), INSPECTOR);
    story.do(say({ oversize: 0 } as SaidFacts), IVO);
    expect(asked(story)).toMatchObject([{ before: OVER, after: 0 }]);
    expect(remarks(story)).toEqual([]);
  });
  test('nobody gets round it by two steps, over nothing or over another figure', () => {
    for (const between of [null, 254_000]) {
      const story = open(0).do(say({ oversize: between } as SaidFacts), IVO);
      story.do(say({ oversize: OVER } as SaidFacts), IVO);
      expect(asked(story)).toMatchObject([{ before: 0, after: OVER }]);
    }
  });
  test('the same said again is nothing new, and another fact is a question of its own', () => {
    const story = open(0).do(say({ oversize: 0, pistonMaterial: 'H' } as SaidFacts), IVO);
    expect(asked(story)).toEqual([]);
    story.do(say({ oversize: OVER, pistonMaterial: 'L' } as SaidFacts), IVO);
    expect(asked(story).map(({ before }) => before)).toEqual([0, 'H']);
  });
  test('the gate waits for the look', () => {
    const story = measured()
      .do(say({ pistonMaterial: 'H' }), IVO)
      .do(say({ pistonMaterial: 'L' }), IVO);
    expect(story.attempt(story.signCommand('rings'), INSPECTOR)?.code).toBe('GATE_SHUT');
    story.do(accept(story), INSPECTOR).sign('rings', INSPECTOR);
    expect(remarks(story)).toEqual([]);
  });
  test('a story of older rules is told as it was', () => {
    const story = new Story();
    story.rules = 3;
    story
      .open()
      .do(say({ oversize: 0 } as SaidFacts), IVO)
      .do(say({ oversize: OVER } as SaidFacts), IVO);
    expect([asked(story), remarks(story)]).toEqual([[], []]);
  });
});

const measured = (): Story => new Story().arrive().fit().measureAll();

describe('a revision is adopted under a signature in one act', () => {
  const documents = (story: Story) => story.pin(1).documents.map(({ id, digest }) => ({ id, digest }));
  const adopt = (story: Story, more: object = {}): JobDraft => ({
    type: 'pinAgain',
    documents: documents(story),
    reason: 'rev C',
    ...more,
  });
  const signed = () => measured().sign('rings', INSPECTOR);

  test('the gate is open again, the limits are new, one reason stands for both, and it is decided again alike', () => {
    const story = signed();
    const before = story.entries.length;
    story.do(adopt(story), INSPECTOR);
    const written = story.entries
      .slice(before)
      .map(({ entry }) => entry as { type: string; command: string });
    expect(written.map(({ type }) => type)).toEqual(['gateReopened', 'limitsPinned']);
    expect(new Set(written.map(({ command }) => command)).size).toBe(1);
    expect(story.job.pins).toHaveLength(2);
    expect(remarks(story)).toEqual([]);
    story.sign('rings', INSPECTOR);
    expect(remarks(story)).toEqual([]);
  });
  test('by nobody who may not adopt, on nothing that was not seen, and not without a reason', () => {
    const story = signed();
    expect(story.attempt(adopt(story), IVO)?.code).toBe('MAY_NOT');
    expect(story.attempt(adopt(story, { underSignature: null }), INSPECTOR)?.code).toBe('BEHIND_SIGNED_GATE');
    expect(story.attempt(adopt(story, { underSignature: 1 }), INSPECTOR)?.code).toBe('BEHIND_SIGNED_GATE');
    expect(story.attempt(adopt(story, { reason: ' ' }), INSPECTOR)?.code).toBe('REASON_MISSING');
    expect(story.job.pins).toHaveLength(1);
  });
  test('signed by somebody else meanwhile, it is asked again; reopened meanwhile, it is adopted plainly or asked again', () => {
    const story = signed();
    const seen = adopt(story, { underSignature: story.entries.length });
    story
      .do({ type: 'reopenGate', gate: 'rings', reason: 'looked again' }, INSPECTOR)
      .sign('rings', INSPECTOR);
    expect(story.attempt(seen, INSPECTOR)?.code).toBe('BEHIND_SIGNED_GATE');
  });
});
