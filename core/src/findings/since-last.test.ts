import fc from 'fast-check';
import { earlierJob, nanometres, parsePlaceKey, sinceLast } from '../index';
import type { EarlierJob, SizeReading } from '../index';
import { IVO, thou } from '../../test/fixtures';
import { boreAt, gapAt, takeBore, takeGap, twoBanks } from '../../test/two-banks';
import type { Story } from '../../test/story';

const GAP = parsePlaceKey(gapAt('1'))!;
const bracket = (low: string, high: string): SizeReading => ({
  ...{ kind: 'between', goes: thou(low), stops: thou(high) },
});
const size = (nm: number): SizeReading => ({ kind: 'exact', value: nanometres(nm) });
const earlier = (
  left: EarlierJob['left'],
  hours: number | null = 1000,
  errs: EarlierJob['errs'] = {},
): EarlierJob => ({
  ...{ number: 'J-1', sealedAt: '2020-01-01T00:00:00.000Z', hours, left, errs },
});
const BORES = { [boreAt('1', 'along')]: size(100_000_000), [boreAt('1', 'across')]: size(100_010_000) };
const LEFT = earlier({ [gapAt('1')]: bracket('14', '15'), ...BORES });
const ran = (story: Story, hoursSinceNew: number | null) => ({
  ...story.job,
  engine: { ...story.job.engine, hoursSinceNew },
});
/** The rings that came in with the engine, and its bores 25 um wider than they were left. */
const found = (): Story => takeBore(takeGap(twoBanks({ rings: 'reused' }), '1', '18/19'), '1', '100.030');

test('what a gap grew by is split between its bore and its ring', () => {
  const since = sinceLast(ran(found(), 3000), LEFT, GAP)!;
  expect([since.grew.least, since.grew.most, since.hours]).toEqual([thou('3'), thou('5'), 2000]);
  const ofBore = Math.round(Math.PI * 25_000);
  expect(since.split).toEqual({
    fromBore: ofBore,
    fromRing: { low: thou('3') - ofBore, high: thou('5') - ofBore },
  });
});
test.each<[string, () => Story, EarlierJob]>([
  ['it was not measured then', found, earlier(BORES)],
  ['nothing was measured yet', () => twoBanks({ rings: 'reused' }), LEFT],
  ['the ring is a new one', () => takeGap(twoBanks(), '1', '18/19'), LEFT],
  [
    'it was filed before anybody measured it',
    () => {
      const story = twoBanks({ rings: 'reused' });
      story.do({ type: 'reworkPart', ...story.part(gapAt('1')), what: 'filed', how: 'a little' }, IVO);
      return takeGap(story, '1', '18/19');
    },
    LEFT,
  ],
  [
    'the bore was honed before',
    () => {
      const story = twoBanks({ rings: 'reused' });
      story.do({ type: 'reworkPart', ...story.part(gapAt('1'), 'bore'), what: 'honed', how: 'stone' }, IVO);
      return takeGap(story, '1', '18/19');
    },
    LEFT,
  ],
])('nothing is said where %s', (_, story, before) => {
  expect(sinceLast(ran(story(), 3000), before, GAP)).toBeUndefined();
});
test('what the gauges may err belongs to what is not known', () => {
  const errs = { [gapAt('1')]: thou('0.2'), [boreAt('1', 'along')]: 1000 };
  const exact = sinceLast(ran(found(), 3000), LEFT, GAP)!;
  const since = sinceLast(ran(found(), 3000), earlier(LEFT.left, 1000, errs), GAP)!;
  const wider = thou('0.2') + Math.PI * 1000;
  expect([since.grew.least, since.grew.most]).toEqual([thou('2.8'), thou('5.2')]);
  expect(since.split!.fromRing.low).toBe(Math.round(exact.split!.fromRing.low! - wider));
  expect(since.split!.fromRing.high).toBe(Math.round(exact.split!.fromRing.high! + wider));
  expect(since.lasts!).toBeLessThan(exact.lasts!);
});
test('filed after it was measured, what was found still tells', () => {
  const story = found();
  story.do({ type: 'reworkPart', ...story.part(gapAt('1')), what: 'filed', how: 'a little' }, IVO);
  expect(sinceLast(ran(takeGap(story, '1', '20/21'), 3000), LEFT, GAP)?.now).toEqual(bracket('18', '19'));
});
test.each<[string, EarlierJob, number | null]>([
  ['nobody said how long it ran', LEFT, null],
  ['nobody said it then', earlier(LEFT.left, null), 3000],
  ['it ran no hour', LEFT, 1000],
  ['the counter runs backward', LEFT, 900],
])('no hours where %s', (_, before, hours) => {
  const since = sinceLast(ran(found(), hours), before, GAP);
  expect([since?.grew.least, since?.hours, since?.lasts]).toEqual([thou('3'), undefined, undefined]);
});
test('what only goes has no end above, and lasts nobody knows how long', () => {
  const story = takeGap(twoBanks({ rings: 'reused' }), '1', '18+');
  const since = sinceLast(ran(story, 3000), LEFT, GAP);
  expect([since?.grew, since?.lasts, since?.split]).toEqual([{ least: thou('3') }, undefined, undefined]);
});
test('an earlier job is one that is sealed', () => {
  expect(earlierJob(found().job)).toBeUndefined();
});
test('whatever ring and bore really did, it lies within what is said', () => {
  const micron = (most: number) => fc.integer({ min: 0, max: most }).map((um) => um * 1000);
  fc.assert(
    fc.property(
      micron(600),
      micron(80),
      micron(120),
      micron(25),
      micron(25),
      (gap, ofBore, ofRing, below, above) => {
        const then = {
          kind: 'between',
          goes: nanometres(gap - below),
          stops: nanometres(gap + above),
        } as const;
        const now = gap + Math.PI * ofBore + ofRing;
        const story = takeBore(twoBanks({ rings: 'reused' }), '1', ((100_000_000 + ofBore) / 1e6).toFixed(3));
        // A gauge of a thousandth of an inch shows what lies on both sides of it.
        const low = Math.floor(now / 25_400);
        takeGap(story, '1', `${low}/${low + 1}`);
        const left = {
          [gapAt('1')]: then,
          [boreAt('1', 'along')]: size(100_000_000),
          [boreAt('1', 'across')]: size(100_000_000),
        };
        const since = sinceLast(ran(story, 3000), earlier(left), GAP)!;
        const grew = now - gap;
        expect(since.grew.least!).toBeLessThanOrEqual(grew);
        expect(since.grew.most!).toBeGreaterThanOrEqual(grew);
        expect(since.split!.fromRing.low!).toBeLessThanOrEqual(ofRing + 1);
        expect(since.split!.fromRing.high!).toBeGreaterThanOrEqual(ofRing - 1);
        if (since.lasts !== undefined && grew > 0)
          expect(now + (grew / 2000) * since.lasts).toBeLessThanOrEqual(560_000 + 1);
      },
    ),
    { numRuns: 60, seed: 20_261_127 },
  );
});
