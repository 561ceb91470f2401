import type { EngineModel, LifeRule } from '../index';
import { livesDue, livesOf, openMatters, partLives } from '../index';
import { BLOCK, shortBlock, rowOf, PLAY } from '../../test/short-block';
import { MODEL } from '../../test/fixtures';
import { Story } from '../../test/story';

const PISTONS: LifeRule = { kind: 'piston', counts: 'hours', limit: 16_000, untilNext: 4000 };
const LAYOUT = { ...BLOCK.layout, lives: [PISTONS] };
const withPistons = (): Story => shortBlock([PLAY], [rowOf('1', 'play', ['0.05', '0.15'])]);
const due = (told: Story) => partLives(told.job, LAYOUT).filter(({ life }) => life.verdict !== 'ok');
const ONE = 'piston@cylinder:1#1';
const used = (told: Story, hours: number | null): Story =>
  told.do({ type: 'sayPartFacts', parts: [ONE], facts: { hours }, reason: 'log book' });

test('a new part has done nothing; one that ran and of which nobody knows the hours is replaced', () => {
  const told = withPistons();
  expect(due(told)).toEqual([]);
  const instead = { state: 'reused', partNumber: null, lot: null } as const;
  told.do({ type: 'replacePart', part: ONE, reason: 'the old one', instead });
  expect(due(told).map(({ part, life }) => [part.id, life.verdict])).toEqual([
    ['piston@cylinder:1#2', 'unknown'],
  ]);
});
test.each<[number, string, number | undefined]>([
  // Done so far; 16 000 is its life, 4 000 until the next overhaul.
  [12_000, 'ok', undefined],
  [12_000.001, 'replaceNow', 1],
  [15_999.999, 'replaceNow', 1],
  [16_000, 'expired', 1],
])('a piston that did %s hours', (hours, verdict, count) => {
  const told = used(withPistons(), hours);
  expect(partLives(told.job, LAYOUT)[0]?.life.verdict).toBe(verdict);
  expect(due(told)).toHaveLength(count ?? 0);
});
test('on a route that does not ask at Build it holds the sheets of its kind', () => {
  const model: EngineModel = {
    ...MODEL,
    layout: { ...MODEL.layout, lives: [{ kind: 'ring', counts: 'cycles', limit: 10 }] },
  };
  const story = new Story('required', model).arrive().fit();
  const ring = 'ring@cylinder:1/groove:1/member:ring#1';
  story.do({ type: 'sayPartFacts', parts: [ring], facts: { cycles: 10 }, reason: 'log book' });
  expect([livesOf(story.job).length, livesDue(story.job).length]).toEqual([4, 1]);
  const found = (sheets?: readonly string[]) =>
    openMatters(story.job, sheets).findings.filter(({ kind }) => kind === 'lifeDue').length;
  expect([found(), found(['ringGap']), found(['boreDiameter'])]).toEqual([1, 1, 0]);
});
