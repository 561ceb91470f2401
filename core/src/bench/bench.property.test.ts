import fc from 'fast-check';
import { judge, nanometres, nextBlade, readEntry, spreadOfSet, withKnown } from '../index';
import type { Limit, Nanometres, SizeReading } from '../index';

const size = fc.integer({ min: 1, max: 60 });
const bracket = fc
  .tuple(size, size)
  .filter(([a, b]) => a < b)
  .map(([a, b]): SizeReading => ({ kind: 'between', goes: nanometres(a), stops: nanometres(b) }));
const readings = fc.oneof(
  bracket,
  size.map((a): SizeReading => ({ kind: 'exact', value: nanometres(a) })),
  size.map((a): SizeReading => ({ kind: 'atLeast', goes: nanometres(a) })),
  size.map((a): SizeReading => ({ kind: 'under', stops: nanometres(a) })),
);
const limits = fc
  .tuple(size, size)
  .filter(([a, b]) => a < b)
  .map(([min, max]): Limit => ({ min: nanometres(min), max: nanometres(max) }));

/** The slow twin: every size that the reading allows, on a fine lattice, held against the limit one by one. */
function sizesOf(reading: SizeReading): number[] {
  const lattice = Array.from({ length: 2000 }, (_, i) => i / 20);
  switch (reading.kind) {
    case 'exact':
      return [reading.value];
    case 'between':
      return lattice.filter((each) => each >= reading.goes && each < reading.stops);
    case 'atLeast':
      return lattice.filter((each) => each >= reading.goes);
    case 'under':
      return lattice.filter((each) => each < reading.stops);
    case 'spread':
      return [reading.low, reading.high];
  }
}

test('a verdict says what is true of every size that the evidence allows, and nothing else', () => {
  fc.assert(
    fc.property(readings, limits, (reading, limit) => {
      const sizes = sizesOf(reading);
      const { verdict } = judge({ limit, reading, partState: 'new' });
      const all = (holds: (value: number) => boolean): boolean => sizes.every(holds);
      if (verdict === 'in') expect(all((value) => value >= limit.min! && value <= limit.max!)).toBe(true);
      if (verdict === 'tight') expect(all((value) => value < limit.min!)).toBe(true);
      if (verdict === 'loose') expect(all((value) => value > limit.max!)).toBe(true);
      // The converse holds but for a bracket that ends less than one lattice step beyond a bound.
      if (verdict === 'notProven')
        expect(all((value) => value >= limit.min! && value <= limit.max! - 0.05)).toBe(false);
    }),
    { numRuns: 400 },
  );
});

test('two readings together say what both say, and are refused where no size is left', () => {
  const blades = readings.filter(({ kind }) => kind !== 'exact');
  fc.assert(
    fc.property(blades, blades, (next, known) => {
      const said = new Set(sizesOf(next));
      const both = sizesOf(known).filter((each) => said.has(each));
      const together = withKnown(next, known);
      expect(together === undefined ? [] : sizesOf(together)).toEqual(both);
    }),
    { numRuns: 400 },
  );
});

test('following the ladder ends, within the set, and settles whatever the set can settle', () => {
  const sets = fc
    .uniqueArray(size, { minLength: 3, maxLength: 20 })
    .map((each) => each.sort((a, b) => a - b).map(nanometres));
  fc.assert(
    fc.property(sets, limits, fc.double({ min: 0.5, max: 70, noNaN: true }), (blades, limit, truth) => {
      const tries: { goes?: Nanometres; stops?: Nanometres } = {};
      for (let step = 0; ; step++) {
        expect(step).toBeLessThanOrEqual(blades.length);
        const advice = nextBlade({ blades, limit, aim: 'verdict', ...tries });
        if ('try' in advice) {
          expect(blades).toContain(advice.try);
          if (advice.try <= truth) tries.goes = advice.try;
          else tries.stops = advice.try;
          continue;
        }
        const min = blades.filter((blade) => blade >= limit.min! && blade <= truth);
        const max = blades.filter((blade) => blade <= limit.max! && blade > truth);
        const settled = min.length > 0 && max.length > 0;
        if (settled) expect(judge({ limit, reading: advice.reading!, partState: 'new' }).verdict).toBe('in');
        break;
      }
    }),
    { numRuns: 400 },
  );
});

test('what a blade set shows never reads as an exact size, and a reading never has a number in letters', () => {
  const blades = [4, 5, 8].map((each) => nanometres(each * 25_400));
  fc.assert(
    fc.property(fc.string(), (text) => {
      const entry = readEntry({ text, unit: 'thou', blades });
      if (entry.ok) expect(entry.reading.kind).not.toBe('exact');
      if (/^[a-z ]+$/i.test(text)) expect(entry.ok).toBe(false);
    }),
  );
});

test.each<[string, SizeReading[], object | undefined]>([
  ['one reading has no spread', [{ kind: 'exact', value: nanometres(4) }], undefined],
  [
    'brackets make an interval',
    [
      { kind: 'between', goes: nanometres(43), stops: nanometres(44) },
      { kind: 'between', goes: nanometres(44), stops: nanometres(45) },
      { kind: 'between', goes: nanometres(41), stops: nanometres(42) },
    ],
    { least: 2, most: 4 },
  ],
  [
    'an open side leaves only the least',
    [
      { kind: 'atLeast', goes: nanometres(50) },
      { kind: 'between', goes: nanometres(44), stops: nanometres(46) },
    ],
    { least: 4 },
  ],
  [
    'overlapping brackets may be equal',
    [
      { kind: 'between', goes: nanometres(4), stops: nanometres(9) },
      { kind: 'exact', value: nanometres(5) },
    ],
    { least: 0, most: 5 },
  ],
])('spread of a set: %s', (_why, set, spread) => expect(spreadOfSet(set)).toEqual(spread));
