import fc from 'fast-check';
import { patternOf, plateFault, plateOf, serialNumberOf, usualPlate } from '../index';
import type { SerialPlate } from '../index';

test.each<[string, string, string]>([
  ['4330-20417', '20417', '^4330-(\\d{5})$'],
  ['T3-066120', '066120', '^T3-(\\d{6})$'],
  ['M8 11873/B', '11873', '^M8 (\\d{5})\\/B$'],
  ['77', '77', '^(\\d{2})$'],
])('the last digits of %s count', (example, counting, pattern) => {
  const plate = usualPlate(example);
  expect([plate.example.slice(plate.from, plate.to), patternOf(plate)]).toEqual([counting, pattern]);
  expect(serialNumberOf({ serialPattern: pattern }, example)).toBe(Number(counting));
});
test.each<[string, SerialPlate, string]>([
  ['nothing', { example: ' ', from: 0, to: 0 }, 'empty'],
  ['no digit', usualPlate('ABC'), 'noDigits'],
  ['a letter among them', { example: '12A4', from: 0, to: 4 }, 'noDigits'],
  ['behind its end', { example: '1234', from: 0, to: 5 }, 'noDigits'],
  ['more than can be counted', usualPlate('1'.repeat(16)), 'tooMany'],
])('a plate with %s is said to be wrong', (_, plate, fault) => {
  expect(plateFault(plate)).toBe(fault);
});
test.each(['^T58-(\\d{4})$', '^4330-(\\d{5})$', '^AX-(\\d{4})$'])(
  'the pattern %s is a plate again',
  (pattern) => {
    expect(patternOf(plateOf(pattern)!)).toBe(pattern);
  },
);
test.each(['^(?:A|B)(\\d{4})$', '^X(\\d+)$', '^[A-Z](\\d{4})$', '^X(\\d{0})$', '(\\d{4})'])(
  'the pattern %s says more than a plate can',
  (pattern) => {
    expect(plateOf(pattern)).toBeUndefined();
  },
);
test('whatever stands on a plate, its own serial is of the model, and what counts is what was shown', () => {
  const letters = fc.string({ unit: fc.constantFrom(...Array.from('AZaz-/. +*(){}[]^$|\\?')), maxLength: 8 });
  const digits = fc.string({
    unit: fc.constantFrom(...Array.from('0123456789')),
    minLength: 1,
    maxLength: 15,
  });
  fc.assert(
    fc.property(letters, digits, letters, digits, (before, counting, after, other) => {
      const example = `${before}${counting}${after}`;
      const plate = { example, from: before.length, to: before.length + counting.length };
      const serialPattern = patternOf(plate);
      expect(serialNumberOf({ serialPattern }, example)).toBe(Number(counting));
      const again = plateOf(serialPattern)!;
      expect(patternOf(again)).toBe(serialPattern);
      expect([again.from, again.to]).toEqual([plate.from, plate.to]);
      // Another number of digits is not of this model.
      if (other.length !== counting.length)
        expect(serialNumberOf({ serialPattern }, `${before}${other}${after}`)).toBeUndefined();
    }),
    { seed: 20_261_127 },
  );
});
