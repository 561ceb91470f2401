import * as fc from 'fast-check';
import { boreReport, computedSize, derivedSize, intervalOf, nanometres } from '../index';
import type { InputSize, SizeReading } from '../index';

const nm = nanometres;
const exact = (value: number): SizeReading => ({ kind: 'exact', value: nm(value) });
const between = (goes: number, stops: number): SizeReading => ({
  kind: 'between',
  goes: nm(goes),
  stops: nm(stops),
});
const spread = (low: number, high: number): SizeReading => ({
  kind: 'spread',
  low: nm(low),
  high: nm(high),
});

type Rule = Parameters<typeof derivedSize>[0];
const all = (sizes: readonly SizeReading[]): readonly InputSize[] => sizes.map((size) => ({ size }));
test.each<[string, Rule, SizeReading[], SizeReading[], SizeReading | undefined]>([
  ['one less one', 'difference', [exact(80)], [exact(75)], exact(5)],
  ['a fit that is tight: below nothing', 'difference', [exact(75)], [exact(80)], exact(-5)],
  ['two directions of each', 'difference', [exact(80), exact(82)], [exact(75), exact(76)], spread(4, 7)],
  ['a bracket', 'difference', [between(80, 82)], [exact(75)], between(5, 7)],
  ['no upper end', 'difference', [{ kind: 'atLeast', goes: nm(80) }], [exact(75)], undefined],
  ['nothing to take from', 'difference', [], [exact(75)], undefined],
  ['nothing to take off', 'difference', [exact(80)], [], undefined],
  ['how far sizes lie apart', 'range', [exact(80), exact(83), exact(81)], [], exact(3)],
  ['alike', 'range', [exact(80), exact(80)], [], exact(0)],
  ['both ends of a spread are there', 'range', [spread(80, 82), exact(85)], [], exact(5)],
  ['brackets that overlap may be alike', 'range', [between(80, 82), between(81, 83)], [], between(0, 3)],
  ['brackets that do not', 'range', [between(80, 81), between(84, 85)], [], between(3, 5)],
  ['one point alone shows no tilt', 'range', [exact(80)], [], undefined],
  ['nor does one bracket', 'range', [between(80, 82)], [], undefined],
  ['both ends of one spread do', 'range', [spread(80, 82)], [], exact(2)],
  ['wear is of the largest size', 'wear', [exact(90), exact(97), exact(93)], [exact(85)], exact(12)],
  ['a bore below its size is not worn', 'wear', [exact(80), exact(84)], [exact(85)], exact(0)],
  ['a bracket may be worn', 'wear', [between(84, 88)], [exact(85)], between(0, 3)],
  ['nobody said what it was made to', 'wear', [exact(90)], [], undefined],
  ['sizes of one depth have no taper', 'taper', [exact(80), exact(82)], [], undefined],
])('%s', (_what, rule, of, less, expected) => {
  expect(derivedSize(rule, all(of), all(less))).toEqual(expected);
});

/** Two sizes at each depth, the shallowest first. */
const bore = (...levels: readonly (readonly [SizeReading, SizeReading])[]): readonly InputSize[] =>
  levels.flatMap(([a, b], i) => [
    { size: a, depth: i * 100 },
    { size: b, depth: i * 100 },
  ]);
test.each<[string, Rule, readonly InputSize[], SizeReading | undefined]>([
  ['worn at the top', 'taper', bore([exact(90), exact(94)], [exact(81), exact(82)]), exact(11)],
  [
    'narrower at the top is a taper too',
    'taper',
    bore([exact(80), exact(80)], [exact(84), exact(84)]),
    exact(4),
  ],
  [
    'a belly is no taper',
    'taper',
    bore([exact(80), exact(80)], [exact(90), exact(90)], [exact(80), exact(80)]),
    exact(0),
  ],
  [
    'and a range of means',
    'meanRange',
    bore([exact(80), exact(80)], [exact(90), exact(90)], [exact(80), exact(80)]),
    exact(10),
  ],
  [
    'brackets that may be alike',
    'taper',
    bore([between(80, 84), exact(80)], [exact(81), exact(80)]),
    between(0, 2),
  ],
  ['a choke', 'choke', bore([exact(80), exact(82)], [exact(90), exact(90)]), exact(9)],
  ['none where it opens', 'choke', bore([exact(90), exact(90)], [exact(80), exact(80)]), exact(0)],
  ['of one depth nothing is known', 'choke', bore([exact(90), exact(90)]), undefined],
])('%s', (_what, rule, of, expected) => {
  expect(derivedSize(rule, of)).toEqual(expected);
});
test('by rules before the eighth one point was a range of nothing', () => {
  expect(derivedSize('range', all([exact(80)]), [], 7)).toEqual(exact(0));
});

test('of sizes that a tool showed, the report over the whole bore says the same', () => {
  const level = fc.tuple(fc.integer({ min: 1, max: 500 }), fc.integer({ min: 1, max: 500 }));
  fc.assert(
    fc.property(fc.array(level, { minLength: 2, maxLength: 6 }), (levels) => {
      const stations = levels.map(([a, b], i) => ({ name: `${i}`, depth: i * 100, a, b }));
      const report = boreReport({ nominal: 100, stations });
      const sizes = bore(...levels.map(([a, b]): [SizeReading, SizeReading] => [exact(a), exact(b)]));
      expect(derivedSize('taper', sizes)).toEqual(exact(Math.abs(report.taper)));
      expect(derivedSize('choke', sizes)).toEqual(exact(report.choke));
      expect(derivedSize('meanRange', sizes)).toEqual(exact(report.meanRange));
      // The one that a row means which does not say: never the milder one.
      expect(report.meanRange).toBeGreaterThanOrEqual(Math.abs(report.taper));
    }),
  );
});

const size = fc
  .tuple(fc.integer({ min: 0, max: 400 }), fc.integer({ min: 1, max: 40 }))
  .chain(([from, wide]) =>
    fc.constantFrom(exact(from), between(from, from + wide), spread(from, from + wide)),
  );
/** A true size that a reading allows. */
const inside = (reading: SizeReading, share: number): number => {
  const { lo, hi } = intervalOf(reading);
  return lo + Math.round((hi - lo) * share);
};
test('whatever the true sizes are, the value that they come to is within what is worked out', () => {
  const sizes = fc.array(size, { minLength: 1, maxLength: 5 });
  fc.assert(
    fc.property(sizes, sizes, fc.double({ min: 0, max: 1, noNaN: true }), (of, less, share) => {
      const truth = (all: readonly SizeReading[]): number[] => all.map((each) => inside(each, share));
      const difference = intervalOf(derivedSize('difference', all(of), all(less))!);
      for (const a of truth(of))
        for (const b of truth(less)) {
          expect(a - b).toBeGreaterThanOrEqual(difference.lo);
          expect(a - b).toBeLessThanOrEqual(difference.hi);
        }
      const brackets = of.filter(({ kind }) => kind !== 'spread');
      if (brackets.length < 2) return;
      const range = intervalOf(derivedSize('range', all(brackets))!);
      const real = Math.max(...truth(brackets)) - Math.min(...truth(brackets));
      expect(real).toBeGreaterThanOrEqual(range.lo);
      expect(real).toBeLessThanOrEqual(range.hi);
    }),
  );
});

test('the extreme one of a column is the one that can lie farthest out', () => {
  const sizes = [exact(84), between(80, 90), spread(70, 85)];
  expect(computedSize('largest', sizes)).toEqual(between(80, 90));
  expect(computedSize('smallest', sizes)).toEqual(spread(70, 85));
  expect([computedSize('largest', []), computedSize('range', [exact(1)])]).toEqual([undefined, undefined]);
});
