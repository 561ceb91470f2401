import fc from 'fast-check';
import { filingWindow, nanometres } from '../index';
import type { FilingStation } from '../index';

const station = fc
  .record({
    goes: fc.integer({ min: 0, max: 30 }),
    width: fc.integer({ min: 1, max: 4 }),
    min: fc.integer({ min: 0, max: 30 }),
    room: fc.integer({ min: 2, max: 20 }),
  })
  .map(({ goes, width, min, room }, i = 0): FilingStation => ({
    name: `s${i}`,
    reading: { kind: 'between', goes: nanometres(goes), stops: nanometres(goes + width) },
    min: nanometres(min),
    max: nanometres(min + room),
  }));

/** The slow twin: a cut is safe where, wherever in its bracket each size lies, every station ends inside its limit. */
function isSafe(stations: readonly FilingStation[], cut: number): boolean {
  return stations.every(
    ({ reading, min, max }) =>
      reading.kind === 'between' && reading.goes + cut >= min! && reading.stops + cut <= max!,
  );
}

test('the window holds exactly the cuts that are safe wherever in its bracket each gap lies', () => {
  fc.assert(
    fc.property(fc.array(station, { minLength: 1, maxLength: 3 }), (stations) => {
      const plan = filingWindow({ stations, aim: { kind: 'least', margin: nanometres(0) } });
      const safe = Array.from({ length: 60 }, (_, cut) => cut).filter((cut) => isSafe(stations, cut));
      if (plan.state === 'file' || plan.state === 'none') {
        expect([plan.least, plan.most, isSafe(stations, plan.remove)]).toEqual([safe[0], safe.at(-1), true]);
      } else expect(safe).toEqual([]);
    }),
    { numRuns: 500 },
  );
});

test('what is called impossible is so for every true size, and metal is never put back', () => {
  fc.assert(
    fc.property(fc.array(station, { minLength: 1, maxLength: 3 }), (stations) => {
      const plan = filingWindow({ stations, aim: { kind: 'middle' } });
      if (plan.state !== 'impossible' && plan.state !== 'tooLoose') return;
      // The kindest true sizes: each gap just under the blade that stops, or at the blade that goes.
      const some = Array.from({ length: 240 }, (_, i) => i / 4).some((cut) =>
        stations.every(
          ({ reading, min, max }) =>
            reading.kind === 'between' && reading.stops - 0.01 + cut >= min! && reading.goes + cut <= max!,
        ),
      );
      expect(some).toBe(false);
    }),
    { numRuns: 500 },
  );
});
