import fc from 'fast-check';
import { assignRings } from './assign-rings';
import type { RingsToAssign } from './assign-rings';
import { cheapestMatch } from './cheapest-match';
import { chooseShims } from './choose-shims';
import type { Protrusion } from './choose-shims';
import { filingRate } from './filing-rate';
import { filingWindow } from './filing-window';
import { strokesFor } from './strokes-for';
import { nanometres, roundToNanometres } from '../quantity/nanometres';
import type { SizeReading } from '../evidence/size/size-reading';
import type { Nanometres } from '../quantity/nanometres';

const nm = (low: number, high: number): fc.Arbitrary<Nanometres> =>
  fc.integer({ min: low, max: high }).map(nanometres);
const THOU = 25_400;

const permutations = (count: number): number[][] =>
  count === 0
    ? [[]]
    : permutations(count - 1).flatMap((rest) =>
        Array.from({ length: count }, (_, at) => [...rest.slice(0, at), count - 1, ...rest.slice(at)]),
      );

describe('which ring in which bore', () => {
  const sets: fc.Arbitrary<RingsToAssign> = fc.integer({ min: 1, max: 5 }).chain((count) =>
    fc.record({
      gaps: fc.array(
        fc.oneof(
          nm(200_000, 900_000),
          fc.tuple(nm(200_000, 900_000), nm(0, 60_000)).map(([low, wide]) => ({
            low,
            high: nanometres(low + wide),
          })),
        ),
        { minLength: count, maxLength: count },
      ),
      bores: fc.array(nm(99_900_000, 100_100_000), { minLength: count, maxLength: count }),
      referenceDiameter: fc.constant(nanometres(100_000_000)),
      min: nm(350_000, 450_000),
      max: nm(500_000, 700_000),
    }),
  );

  test('no other order has fewer loose ones, fewer to file, or less to take off', () => {
    fc.assert(
      fc.property(sets, (set) => {
        const found = assignRings(set);
        expect([...found.ringForBore].sort()).toEqual(set.bores.map((_, i) => i));
        const loads = permutations(set.bores.length).map((order) => {
          const { asBoxed } = assignRings({
            ...set,
            gaps: order.map((ring) => set.gaps[ring] ?? nanometres(0)),
          });
          return asBoxed;
        });
        const [best] = loads.sort(
          (a, b) => a.loose - b.loose || a.toFile - b.toFile || a.totalRemoval - b.totalRemoval,
        );
        const { loose, toFile, totalRemoval } = found;
        expect({ loose, toFile, totalRemoval }).toEqual(best);
        // And what it says of its order is what that order comes to.
        const so = assignRings({
          ...set,
          gaps: found.ringForBore.map((ring) => set.gaps[ring] ?? nanometres(0)),
        });
        expect(so.asBoxed).toEqual({ loose, toFile, totalRemoval });
      }),
      { numRuns: 150 },
    );
  });
  test('rings that are more than the bores are refused', () => {
    expect(() =>
      assignRings({
        gaps: [nanometres(1)],
        bores: [],
        referenceDiameter: nanometres(1),
        min: nanometres(1),
        max: nanometres(2),
      }),
    ).toThrow('1 rings do not go into 0 bores');
  });
  test('the work grows with the cube of their number, not faster', () => {
    const looks = (count: number): number => {
      let looked = 0;
      const costs = Array.from({ length: count }, (_, i) =>
        Array.from({ length: count }, (_each, j) => (i * 7919 + j * 104_729) % 1009),
      ).map((row) => new Proxy(row, { get: (of, key) => ((looked += 1), Reflect.get(of, key) as unknown) }));
      cheapestMatch(costs);
      return looked;
    };
    expect(looks(48) / looks(24)).toBeLessThan(9);
  });
});

describe('shims', () => {
  const heads = fc.record({
    protrusions: fc.array(
      fc.oneof<fc.Arbitrary<Protrusion>[]>(
        nm(20_000, 130_000),
        fc.tuple(nm(20_000, 120_000), nm(0, 15_001)).map(([low, wide]) => ({
          low,
          high: nanometres(low + wide),
        })),
      ),
      { minLength: 1, maxLength: 4 },
    ),
    shims: fc.constant([50_000, 75_000, 100_000].map(nanometres)),
    min: fc.constant(nanometres(85_000)),
    max: fc.constant(nanometres(140_000)),
    maxSpread: nm(0, 40_000),
  });
  type Heads = typeof heads extends fc.Arbitrary<infer T> ? T : never;
  interface Tried {
    readonly count: number;
    readonly spread: number;
    readonly thickness: number;
  }
  function everyWay({ protrusions, shims, min, max }: Heads): Tried[] {
    const all = protrusions.reduce<number[][]>(
      (so, _each) => so.flatMap((ways) => [0, ...shims].map((shim) => [...ways, shim])),
      [[]],
    );
    return all.flatMap((ways) => {
      const ends = ways.map((shim, i) => {
        const its = protrusions[i] ?? nanometres(0);
        return typeof its === 'number' ? [its + shim, its + shim] : [its.low + shim, its.high + shim];
      });
      if (!ends.every(([low = 0, high = 0]) => low >= min && high <= max)) return [];
      const mids = ends.map(([low = 0, high = 0]) => (low + high) / 2);
      return {
        count: ways.filter((shim) => shim > 0).length,
        spread: Math.max(...mids) - Math.min(...mids),
        thickness: ways.reduce((sum, shim) => sum + shim, 0),
      };
    });
  }

  test('nothing at hand does it with fewer, nearer to each other, or thinner', () => {
    fc.assert(
      fc.property(heads, (head) => {
        const ways = everyWay(head);
        const within = ways
          .filter(({ spread }) => spread <= head.maxSpread)
          .sort((a, b) => a.count - b.count || a.spread - b.spread || a.thickness - b.thickness);
        const found = chooseShims(head);
        if (!found.feasible) {
          expect(within).toEqual([]);
          const lowest = Math.min(...ways.map(({ spread }) => spread));
          expect(found.lowestSpread).toBe(ways.length === 0 ? null : roundToNanometres(lowest));
          return;
        }
        const [best] = within;
        expect(found.shims.filter((shim) => shim > 0)).toHaveLength(best?.count ?? -1);
        expect(found.spread).toBe(roundToNanometres(best?.spread ?? -1));
        expect(found.shims.reduce<number>((sum, each) => sum + each, 0)).toBe(best?.thickness);
      }),
      { numRuns: 300 },
    );
  });
  test('twenty liners under one head are no more work than their square', () => {
    const protrusions = Array.from({ length: 20 }, (_, i) => nanometres(60_000 + 1_371 * i));
    const found = chooseShims({
      protrusions,
      shims: [25_000, 50_000, 75_000].map(nanometres),
      min: nanometres(85_000),
      max: nanometres(140_000),
      maxSpread: nanometres(25_000),
    });
    expect(found.feasible).toBe(true);
  });
});

describe('filing', () => {
  const STEPS = Array.from({ length: 80 }, (_, i) => (i + 1) * THOU);
  /** What blades of a thou each say of a gap. */
  const felt = (gap: number): SizeReading => {
    const goes = STEPS.findLast((blade) => blade <= gap);
    return goes === undefined
      ? { kind: 'under', stops: nanometres(THOU) }
      : { kind: 'between', goes: nanometres(goes), stops: nanometres(goes + THOU) };
  };

  test('who follows what is advised never takes a ring past its maximum, and gets every station in', () => {
    fc.assert(
      fc.property(
        fc.record({
          gaps: fc.array(fc.integer({ min: 8 * THOU, max: 30 * THOU }), { minLength: 1, maxLength: 3 }),
          room: fc.integer({ min: 4, max: 12 }),
          stroke: fc.integer({ min: 5_000, max: 30_000 }),
          learnt: fc.array(fc.integer({ min: 3, max: 9 }), { minLength: 1, maxLength: 3 }),
          stopShort: fc.integer({ min: 0, max: 2 }),
        }),
        ({ gaps, room, stroke, learnt, stopShort }) => {
          // Somebody filed rings before, and each stroke took off what it takes off.
          const rounds = learnt.map((strokes, i) => {
            const from = (10 + 5 * i) * THOU + 7_000;
            return { strokes, before: felt(from), after: felt(from + strokes * stroke) };
          });
          const { rate } = filingRate({ rounds });
          expect(rate === null || (rate.low <= stroke && stroke <= rate.high)).toBe(true);
          let now = gaps;
          for (let round = 0; round < 40; round++) {
            const stations = now.map((gap, i) => ({
              name: String(i),
              reading: felt(gap),
              min: nanometres(20 * THOU),
              max: nanometres((20 + room) * THOU),
            }));
            const plan = filingWindow({ stations, aim: { kind: 'middle' } });
            if (plan.state !== 'file') {
              if (plan.state === 'none') for (const gap of now) expect(gap).toBeGreaterThanOrEqual(20 * THOU);
              return;
            }
            const { strokes } = strokesFor({ remove: plan.remove, rate, stopShort });
            // One stroke could be too much: nothing more is advised.
            if (strokes === null || strokes === 0) return;
            now = now.map((gap) => gap + strokes * stroke);
            for (const gap of now) expect(gap).toBeLessThanOrEqual((20 + room) * THOU);
          }
          throw new Error('it never comes to an end');
        },
      ),
      { numRuns: 400 },
    );
  });
});
