import * as fc from 'fast-check';
import { chooseShells, nanometres } from '../index';

const um = (count: number) => nanometres(count * 1000);
const SIZES = [0, 5, 10, 25].map(um);

test('a half of each brings the rods of one crankpin to the same clearance', () => {
  // 60 and 65 um with standard shells, 40 to 70 allowed: 10 less of half a shell makes them one, in the middle of the band.
  const choice = chooseShells({
    bearings: [
      { low: um(60), high: um(60) },
      { low: um(65), high: um(65) },
    ],
    ...{ halves: [um(0), um(10)], min: um(40), max: um(70) },
  });
  expect(choice).toMatchObject({ feasible: true, apart: 0 });
  expect(choice.feasible && choice.pairs).toEqual([
    { upper: um(0), lower: um(10) },
    { upper: um(10), lower: um(10) },
  ]);
});
test.each<[string, number, number, number]>([
  // A clearance with standard shells that none at hand brings in, the bearing, and by how much it stays out.
  ['too tight whatever is put in', 39, 0, -1],
  ['too wide by one', 101, 0, 1],
])('%s', (_what, standard, bearing, reach) => {
  const choice = chooseShells({
    bearings: [{ low: um(standard), high: um(standard) }],
    ...{ halves: [um(0), um(30)], min: um(40), max: um(70) },
  });
  expect(choice).toEqual({ feasible: false, bearing, reach: um(reach) });
});
test('alike, the fewest halves that differ; alike in that, the middle of the band', () => {
  const choice = chooseShells({
    bearings: [{ low: um(68), high: um(68) }],
    ...{ halves: SIZES, min: um(40), max: um(70) },
  });
  // 10 and 10 make 58, 0 and 25 make 55.5: halves of one size come first.
  expect(choice.feasible && choice.pairs[0]).toEqual({ upper: um(10), lower: um(10) });
});
test('as good as every choice that there is, and never out', () => {
  const clearance = fc.integer({ min: 20, max: 120 });
  fc.assert(
    fc.property(
      fc.array(clearance, { minLength: 1, maxLength: 2 }),
      fc.uniqueArray(fc.integer({ min: 0, max: 50 }), { minLength: 1, maxLength: 4 }),
      fc.integer({ min: 0, max: 20 }),
      (bearings, halves, maxApart) => {
        const [min, max] = [40, 70];
        const choice = chooseShells({
          bearings: bearings.map((each) => ({ low: um(each), high: um(each) })),
          halves: halves.map(um),
          ...{ min: um(min), max: um(max), maxApart: um(maxApart) },
        });
        const closes = halves.flatMap((a) => halves.map((b) => (a + b) / 2));
        const good = bearings.map((each) =>
          closes.map((by) => each - by).filter((c) => c >= min && c <= max),
        );
        const apart = (good[1] ?? good[0] ?? []).flatMap((b) => (good[0] ?? []).map((a) => Math.abs(a - b)));
        const least = bearings.length === 1 ? (good[0]?.length === 0 ? Infinity : 0) : Math.min(...apart);
        expect(choice.feasible).toBe(least <= maxApart);
        if (!choice.feasible) return;
        expect(choice.apart).toBe(Math.round(least * 1000));
        for (const { low, high } of choice.after) expect(low >= um(min) && high <= um(max)).toBe(true);
      },
    ),
  );
});
