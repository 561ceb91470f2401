import fc from 'fast-check';
import {
  alikeTo,
  answerLike,
  openMatters,
  planStand,
  questionsOf,
  showExact,
  nanometres,
  tellAgain,
} from '../index';
import type { JobDraft, PossibleAnswer } from '../index';
import { IVO, PERRIN, SANNA } from '../../test/fixtures';
import { allGaps, gapAt, GAPS, STARBOARD, takeBore, takeGap, twoBanks } from '../../test/two-banks';
import type { Story } from '../../test/story';

const question = (story: Story, cylinder: string) =>
  questionsOf(story.job).find(
    ({ kind, places }) => kind === 'outOfLimits' && places.includes(gapAt(cylinder)),
  );
const kinds = (story: Story, cylinder: string) =>
  question(story, cylinder)?.answers.map(({ kind, what }) => (what === undefined ? kind : `${kind} ${what}`));
const inThou = (nm: number) => Number(showExact(nanometres(Math.round(nm)), 'thou')).toFixed(1);
const told = (answer: PossibleAnswer | undefined) =>
  answer?.predicted.map(({ low, high, word }) => `${inThou(low)} to ${inThou(high)} ${word}`);
const gauged = (story: Story) => {
  for (const cylinder of Object.keys(GAPS))
    takeBore(story, cylinder, STARBOARD.includes(cylinder) ? '100.036' : '100.000');
  return story;
};

test('a ring that is short is asked about with every answer that suits it, and what each would mean', () => {
  // 17.72 to 22.04 thou are allowed.
  const story = gauged(allGaps(twoBanks(), { ...GAPS, '1': '15/16', '2': '23/24' }));
  expect(kinds(story, '1')).toEqual([
    ...['file', 'otherPlace', 'rework honed'],
    ...['anotherPart', 'lookAgain', 'waitForPart', 'concession'],
  ]);
  const answers = question(story, '1')?.answers;
  const of = (kind: string) => answers?.find((each) => each.kind === kind);
  expect(told(of('file'))).toEqual(['18.7 to 19.7 in']);
  expect(of('file')?.spends).toEqual([gapAt('1')]);
  expect(told(of('otherPlace'))).toHaveLength(2);
  expect(of('otherPlace')?.work).toMatchObject({ kind: 'move' });
  expect(told(of('concession'))).toEqual(['15.0 to 16.0 tight']);
  // Nobody grants it who measured there.
  expect([of('concession')?.who, of('concession')?.notBy]).toEqual([['inspector'], ['ivo']]);
  // What another ring would be nobody knows.
  expect(told(of('anotherPart'))).toEqual([]);
});
test('metal is not put back: a ring that is too wide is not filed', () => {
  const story = gauged(allGaps(twoBanks(), { ...GAPS, '2': '28/30' }));
  expect(kinds(story, '2')).toEqual(['anotherPart', 'lookAgain', 'waitForPart', 'concession']);
});
test('an answer that is work is planned, spends nothing, and the question says so until it is done', () => {
  const story = allGaps(twoBanks(), { ...GAPS, '1': '14/15' });
  const file = question(story, '1')?.answers.find(({ kind }) => kind === 'file');
  const id = question(story, '1')?.id ?? '';
  story.do({ type: 'planWork', work: file!.work!, about: [id], reason: '' });
  expect(question(story, '1')?.planned).toEqual([story.job.plans[0]?.seq]);
  story.do({ type: 'reworkPart', part: file!.part!, what: 'filed', how: '4 thou' });
  expect(planStand(story.job, story.job.plans[0]!)).toBe('done');
  // It closes by what is measured, and not because it was answered.
  expect(question(story, '1')).toBeUndefined();
  takeGap(story, '1', '16/17');
  expect(question(story, '1')).toBeDefined();
  expect(tellAgain(story.entries.map(({ entry }) => entry as never)).remarks).toEqual([]);
});
test('whatever is measured and done, each size that is out is asked about once, and a question without one is a finding', () => {
  const step = fc.record({
    cylinder: fc.constantFrom(...Object.keys(GAPS)),
    what: fc.constantFrom('measure', 'file', 'swap', 'concede', 'replace'),
    gap: fc.integer({ min: 12, max: 26 }),
  });
  fc.assert(
    fc.property(fc.array(step, { minLength: 5, maxLength: 14 }), (steps) => {
      const story = gauged(twoBanks());
      for (const { cylinder, what, gap } of steps) {
        const slot = `ring@cylinder:${cylinder}/groove:1/member:ring`;
        const other = `ring@cylinder:${String((Number(cylinder) % 8) + 1)}/groove:1/member:ring`;
        const [one, two] = [slot, other].map((each) => story.job.slots.get(each) ?? '');
        const drafts: Record<string, JobDraft> = {
          file: { type: 'reworkPart', part: one!, what: 'filed', how: 'x' },
          swap: {
            type: 'moveParts',
            moves: [
              { part: one!, to: other },
              { part: two!, to: slot },
            ],
            reason: 'x',
          },
          concede: {
            ...{ type: 'grantConcession', place: gapAt(cylinder), reason: 'x' },
            approval: { number: '1', date: '2026-05-01', issuer: 'x' },
          },
          replace: {
            ...{ type: 'replacePart', part: one!, reason: 'x' },
            instead: { state: 'new', partNumber: null, lot: null },
          },
        };
        const draft = drafts[what];
        if (draft !== undefined) story.attempt(draft, what === 'concede' ? PERRIN : SANNA);
        else
          story.attempt(
            { ...story.reading(gapAt(cylinder), `${gap}/${gap + 1}`), unit: 'thou', instrument: 'GG-1' },
            IVO,
            {
              instrument: story.job.instruments['GG-1']!,
            },
          );
        const { statuses, findings } = openMatters(story.job, ['ringGap']);
        const asked = questionsOf(story.job).filter(({ kind }) => kind === 'outOfLimits');
        const out = statuses.filter(
          ({ state, conceded }) => (state === 'tight' || state === 'loose') && !conceded,
        );
        expect(asked.flatMap(({ places }) => places).sort()).toEqual(out.map(({ key }) => key).sort());
        const held = findings.filter(({ kind }) => kind === 'outOfLimits').map(({ id }) => id);
        expect(asked.flatMap((each) => each.findings.map(({ id }) => id)).sort()).toEqual(held.sort());
        for (const { answers } of asked)
          for (const { kind, predicted } of answers)
            if (kind === 'file' || kind === 'otherPlace')
              for (const { word } of predicted) expect(word).toBe('in');
      }
    }),
    { numRuns: 15 },
  );
});

test('what asks the same of another cylinder is told, and answered with it; a concession never is', () => {
  const story = gauged(allGaps(twoBanks(), { ...GAPS, '1': '15/16', '3': '14/15', '2': '23/24' }));
  const of = (cylinder: string, kind: string) =>
    question(story, cylinder)?.answers.find((each) => each.kind === kind);
  const alike = (cylinder: string, kind: string) =>
    alikeTo(story.job, question(story, cylinder)!, of(cylinder, kind)!).flatMap(({ places }) => places);
  expect(alike('1', 'file').sort()).toEqual(['3', '5', '7'].map(gapAt));
  expect(alike('3', 'file').sort()).toEqual(['1', '5', '7'].map(gapAt));
  for (const kind of ['concession', 'anotherPart', 'lookAgain', 'waitForPart'])
    expect([kind, alike('1', kind)]).toEqual([kind, []]);
  // Each means its own.
  const [one, three] = [of('1', 'file'), answerLike(question(story, '3')!, of('1', 'file')!)];
  expect(three?.cut).toBeGreaterThan(one?.cut ?? 0);
  // One that is too loose is another matter.
  expect(alikeTo(story.job, question(story, '2')!, question(story, '2')!.answers[0]!)).toEqual([]);
});
