import canonicalize from 'canonicalize';
import fc from 'fast-check';
import { canonical } from './canonical';

const inOrder = (value: unknown): unknown => JSON.parse(canonicalize(value) ?? 'null') as unknown;

test('every value is written as the standard says, in order or not', () => {
  fc.assert(
    fc.property(fc.jsonValue({ maxDepth: 4 }), (value) => {
      expect(canonical(value)).toBe(canonicalize(value));
      expect(canonical(inOrder(value))).toBe(canonicalize(value));
    }),
  );
});
test.each<[string, unknown]>([
  ['keys out of order', { b: 1, a: 2 }],
  ['keys out of order, deep inside', { a: [{ z: 1, b: { y: 1, x: 2 } }] }],
  ['keys that look like numbers', { '10': 1, '9': 2, a: 3 }],
  ['nothing beside something', { a: undefined, b: 1 }],
  ['nothing in a list', [undefined, 1]],
  ['a day', { at: new Date(0) }],
  ['figures', [0, -0, 1e21, 1e-7, 5e-324, 0.1 + 0.2]],
  ['words with what JSON escapes', { a: 'a"b\\c\n\u2028\u0007', b: '\\ud800' }],
  ['signs outside the first plane', { '\u{1F527}': '\u{1F527}', '\uFFFD': 1 }],
])('%s', (_, value) => {
  expect(canonical(value)).toBe(canonicalize(value));
});
test.each<[string, unknown]>([
  ['no number', [NaN]],
  ['no end', { a: Infinity }],
  ['half a sign', { a: '\ud800' }],
  ['half a sign in a key', { '\udc00': 1 }],
  ['nothing at all', undefined],
])('%s cannot be recorded', (_, value) => {
  expect(() => canonical(value)).toThrow();
});
