import fc from 'fast-check';
import { canonical } from '../record/canonical';
import { sameData } from './same-data';

test('says what the canonical texts say', () => {
  const data = fc.jsonValue({ maxDepth: 3 });
  fc.assert(
    fc.property(data, data, (a, b) => {
      expect(sameData(a, b)).toBe(canonical(a) === canonical(b));
      expect(sameData(a, JSON.parse(canonical(a)))).toBe(true);
      expect(sameData({ a, b }, { b, a })).toBe(true);
    }),
    { numRuns: 500, seed: 5 },
  );
});
test.each<[unknown, unknown, boolean]>([
  [{ a: 1 }, { a: 1, b: undefined }, true],
  [{ a: 1, b: undefined }, { a: 1 }, true],
  [{ a: 1 }, { a: 1, b: null }, false],
  [{ a: 1, b: 2 }, { a: 1 }, false],
  [{ a: undefined }, { toString: 1 }, false],
  [[], {}, false],
  [[1, 2], [1], false],
  [[1], [1, 2], false],
  [0, -0, true],
  [null, undefined, false],
  ['1', 1, false],
])('%p and %p', (a, b, same) => {
  expect([sameData(a, b), sameData(b, a)]).toEqual([same, same]);
});
