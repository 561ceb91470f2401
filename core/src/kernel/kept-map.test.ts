import fc from 'fast-check';
import { KeptMap } from './kept-map';

const key = fc.oneof(
  fc.string({ maxLength: 3 }),
  fc.constantFrom('Aa', 'BB', 'AaAa', 'BBBB', 'AaBB', '__proto__', ''),
);

test('says what a plain map says, and every earlier map stays what it was', () => {
  fc.assert(
    fc.property(fc.array(fc.tuple(key, fc.integer()), { maxLength: 200 }), (given) => {
      const plain = new Map<string, number>();
      let kept = KeptMap.empty<number>();
      const earlier: [KeptMap<number>, string][] = [];
      for (const [name, value] of given) {
        plain.set(name, value);
        kept = kept.set(name, value);
        earlier.push([kept, JSON.stringify([...kept])]);
        expect(kept.get(name)).toBe(value);
      }
      expect(kept.size).toBe(plain.size);
      expect(new Map(kept)).toEqual(plain);
      for (const name of [...plain.keys(), 'nowhere']) expect(kept.has(name)).toBe(plain.has(name));
      for (const [map, text] of earlier) expect(JSON.stringify([...map])).toBe(text);
    }),
    { numRuns: 300, seed: 11 },
  );
});
test('the same content is in the same order, however it came about', () => {
  fc.assert(
    fc.property(fc.uniqueArray(key, { maxLength: 80 }), fc.integer(), (names, seed) => {
      const one = KeptMap.from(names.map((name): [string, string] => [name, name]));
      const shuffled = [...names].sort(
        (a, b) => (((a.length + 1) * 31 + seed) % 7) - (((b.length + 1) * 17 + seed) % 5),
      );
      const other = KeptMap.from([...shuffled, ...names].map((name): [string, string] => [name, name]));
      expect([...other]).toEqual([...one]);
    }),
    { numRuns: 200, seed: 12 },
  );
});
test('a change of values that changes none costs nothing', () => {
  const map = KeptMap.from(Array.from({ length: 100 }, (_, n): [string, number] => [`k${n}`, n]));
  expect(map.map((value) => value)).toBe(map);
  expect(map.map((value) => value * 2).get('k7')).toBe(14);
});
