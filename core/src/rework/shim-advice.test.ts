import { nanometres, planStand, shimAdvice, showExact } from '../index';
import type { Nanometres, RowRule } from '../index';
import { STANDS, keyOf, rowOf, shortBlock, size } from '../../test/short-block';
import type { Story } from '../../test/story';

const SHIMS = [50_000, 75_000, 100_000].map(nanometres);
const spread = (of?: 'mids' | 'extremes'): RowRule => ({
  ...{ kind: 'spread', across: 'head' },
  ...(of === undefined ? {} : { of }),
});
const engine = (of?: 'mids' | 'extremes') =>
  shortBlock(
    [STANDS],
    [rowOf('1', 'stands', ['0.085', '0.140']), rowOf('2', 'stands', ['', '0.025'], { rule: spread(of) })],
  );
const stand = (story: Story, cylinder: string, front: string, rear: string) => {
  size(story, keyOf('stands', { cylinder, point: 'h12' }), front);
  size(story, keyOf('stands', { cylinder, point: 'h6' }), rear);
};
const all = (story: Story, heights: Readonly<Record<string, readonly [string, string]>>) => {
  for (const [cylinder, [front, rear]] of Object.entries(heights)) stand(story, cylinder, front, rear);
  return story;
};
const head = (story: Story, id = 'A', shims: readonly Nanometres[] = SHIMS) =>
  shimAdvice(story.job, STANDS, shims).find((each) => each.head === id)!;
const mm = (nm: number | undefined) => (nm === undefined ? undefined : showExact(nanometres(nm), 'mm'));

test('the fewest shims that bring a head into its limits and near enough to each other', () => {
  const story = all(engine(), { 1: ['0.112', '0.109'], 2: ['0.073', '0.071'] });
  const advice = head(story);
  expect(advice.liners.map(({ state, by }) => [state, mm(by)])).toEqual([
    ['in', undefined],
    ['low', '0.014'],
  ]);
  expect([mm(advice.spread?.now), mm(advice.spread?.allowed), advice.isGood]).toEqual([
    '0.041',
    '0.025',
    false,
  ]);
  expect(advice.choice).toMatchObject({ feasible: true, shims: [0, 50_000], spread: 14_000 });
});
test.each([
  ['between all points where the row does not say', undefined, '0.026', false],
  ['between all points', 'extremes', '0.026', false],
  ['between mid heights', 'mids', '0.022', true],
] as const)('spread is counted %s', (_what, of, now, isGood) => {
  const story = all(engine(of), { 1: ['0.100', '0.092'], 2: ['0.118', '0.118'] });
  const { spread: is, isGood: good } = head(story);
  expect([mm(is?.now), good]).toEqual([now, isGood]);
});
test('nothing is proposed before every point is measured, nor under a head that is good', () => {
  const story = engine();
  size(story, keyOf('stands', { cylinder: '1', point: 'h12' }), '0.073');
  expect(head(story)).toMatchObject({ waitsFor: 'points', choice: undefined, isGood: false });
  // One point alone proves no tilt: how many there are is told.
  expect(head(story).liners.map(({ measured, places }) => `${measured} of ${places.length}`)).toEqual([
    '1 of 2',
    '0 of 2',
  ]);
  all(story, { 3: ['0.110', '0.110'], 4: ['0.112', '0.113'] });
  expect(head(story, 'B')).toMatchObject({ isGood: true, choice: undefined, waitsFor: undefined });
});
test('where no shim at hand does it, the least spread that can be had is told', () => {
  const story = all(engine(), { 1: ['0.139', '0.139'], 2: ['0.060', '0.060'] });
  expect(head(story, 'A', [nanometres(50_000)]).choice).toEqual({ feasible: false, lowestSpread: 29_000 });
  expect(head(story, 'A', [nanometres(20_000)]).choice).toEqual({ feasible: false, lowestSpread: null });
});
test('a shim that is planned spends nothing, and one that is put under a liner spends its heights alone', () => {
  const story = all(engine(), { 1: ['0.112', '0.109'], 2: ['0.073', '0.071'] });
  const part = 'liner@cylinder:2#1';
  const work = { kind: 'rework', part, what: 'shimmed', how: '0.05 under' } as const;
  story.do({ type: 'planWork', work, about: [], reason: 'low by 0.014' });
  expect([planStand(story.job, story.job.plans[0]!), head(story).waitsFor]).toEqual(['open', undefined]);
  story.do({ type: 'reworkPart', part, what: 'shimmed', how: '0.05 under' });
  expect(planStand(story.job, story.job.plans[0]!)).toBe('done');
  expect(head(story).liners.map(({ measured }) => measured)).toEqual([2, 0]);
  // A shim as a part of its own lifts its liner too.
  stand(story, '2', '0.123', '0.121');
  story.do({ type: 'fitParts', slots: ['shim@cylinder:1'], state: 'new', partNumber: 'S-50', lot: null });
  expect(story.job.parts.get('liner@cylinder:1#1')?.history.map(({ what }) => what)).toEqual([
    'fitted',
    'shimmed',
  ]);
  expect(head(story).liners.map(({ measured }) => measured)).toEqual([0, 2]);
});
