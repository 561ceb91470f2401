import fc from 'fast-check';
import { decimalLength, LENGTH_UNITS, nanometres, roundToNanometres, showExact, showLength } from '../index';

describe('decimalLength', () => {
  test.each<[string, 'thou' | 'in' | 'mm' | 'um', number | undefined, string]>([
    ['9', 'thou', 228_600, 'whole thou are exact'],
    ['0.009', 'in', 228_600, 'the same in inches'],
    ['.5', 'mm', 500_000, 'either side may be missing'],
    ['12.', 'mm', 12_000_000, 'either side may be missing'],
    ['0.0000005', 'mm', 1, 'half a nanometre rounds away from zero'],
    ['0.00000049', 'mm', 0, 'less than half a nanometre rounds down'],
    ['.', 'mm', undefined, 'a point alone is no number'],
    ['', 'mm', undefined, 'nothing is no number'],
    ['1e3', 'mm', undefined, 'no powers'],
    ['1,5', 'mm', undefined, 'commas are turned to points before'],
    ['0000000012', 'mm', 12_000_000, 'leading zeros do not count'],
    ['1234567890', 'mm', undefined, 'ten digits are a slip'],
  ])('%s %s -> %s: %s', (text, unit, nm) => expect(decimalLength(text, unit)).toBe(nm));

  test('shown exactly, it reads back as itself, in every unit', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 0, max: 999_999_999_999 }),
        fc.constantFrom('mm' as const, 'um' as const),
        (count, unit) => {
          expect(decimalLength(showExact(nanometres(count), unit), unit)).toBe(count);
        },
      ),
    );
  });
});

describe('showLength', () => {
  test.each<[number, 'thou' | 'mm', number, 'nearest' | 'up' | 'down', string]>([
    [228_600, 'mm', 3, 'nearest', '0.229'],
    [228_600, 'mm', 3, 'down', '0.228'],
    [228_600, 'mm', 3, 'up', '0.229'],
    [1_320_800, 'mm', 3, 'down', '1.320'],
    [1_016_000, 'mm', 3, 'up', '1.016'],
    [-228_600, 'thou', 1, 'nearest', '−9.0'],
    [-228_601, 'thou', 1, 'up', '−9.0'],
    [-228_601, 'thou', 1, 'down', '−9.1'],
    [-10, 'thou', 1, 'nearest', '0.0'],
  ])('%i nm in %s, %i decimals, %s: %s', (nm, unit, decimals, rounding, text) =>
    expect(showLength(nanometres(nm), unit, decimals, rounding)).toBe(text),
  );
  test('an inward conversion never lies outside the bound', () => {
    fc.assert(
      fc.property(fc.integer({ min: 0, max: 1e9 }), fc.constantFrom(...LENGTH_UNITS), (count, unit) => {
        const value = nanometres(count);
        expect(decimalLength(showLength(value, unit, 3, 'up'), unit)).toBeGreaterThanOrEqual(count);
        expect(decimalLength(showLength(value, unit, 3, 'down'), unit)).toBeLessThanOrEqual(count);
      }),
    );
  });
});

test('lengths are whole and safe, and zero has one form', () => {
  expect(() => nanometres(0.5)).toThrow(RangeError);
  expect(() => nanometres(2 ** 53)).toThrow(RangeError);
  expect(Object.is(nanometres(-0), 0)).toBe(true);
  expect([roundToNanometres(0.5), roundToNanometres(-0.5), roundToNanometres(1.4999)]).toEqual([1, -1, 1]);
});
