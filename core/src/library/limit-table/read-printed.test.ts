import fc from 'fast-check';
import {
  agree,
  figureOf,
  halfLastDigit,
  isLength,
  readPrinted,
  secondAcceptance,
  unitFrom,
} from '../../index';
import type { FigureUnit, PrintedFigure } from '../../index';

const said = (text: string, unit?: FigureUnit): string => {
  const read = readPrinted(text, unit);
  if (!read.ok) return `no ${read.because}`;
  const { second, marks } = read.cell;
  const show = (figure: PrintedFigure | undefined): string =>
    figure === undefined ? '' : `${figure.text} ${figure.unit}`;
  const ends = (of: typeof read.cell | NonNullable<typeof second>): string =>
    of.value === undefined ? `${show(of.min)}..${show(of.max)}` : show(of.value);
  return [ends(read.cell), ...(second === undefined ? [] : [`or ${ends(second)}`]), ...marks].join(' | ');
};

describe('a cell as manuals print it', () => {
  test.each<[string, FigureUnit | undefined, string]>([
    ['0.38', 'mm', '0.38 mm'],
    ['0,38', 'mm', '0,38 mm'],
    ['.5', 'mm', '.5 mm'],
    ['0.38 mm', undefined, '0.38 mm'],
    ['15 thou', 'mm', '15 thou'],
    ['0.015"', undefined, '0.015 in'],
    ['0.38', undefined, 'no unit'],
    ['', 'mm', 'no figure'],
    ['forty', 'mm', 'no figure'],
    ['-0.38', 'mm', 'no figure'],
    ['0.3.8', 'mm', 'no figure'],
    ['1.234,5', 'mm', 'no figure'],
    ['0.38 ells', 'mm', 'no figure'],
    ['0.38-0.52', 'mm', '0.38 mm..0.52 mm'],
    ['0,38 – 0,52 mm', undefined, '0,38 mm..0,52 mm'],
    ['0.38 to 0.52', 'mm', '0.38 mm..0.52 mm'],
    ['0.38..0.52', 'mm', '0.38 mm..0.52 mm'],
    ['0.38 mm – 0.52 mm', undefined, '0.38 mm..0.52 mm'],
    ['3-1/2', 'in', '3-1/2 in'],
    ['3 1/2', 'in', '3 1/2 in'],
    ['1/64', 'in', '1/64 in'],
    ['1/0', 'in', 'no figure'],
    ['1/64-1/32', 'in', '1/64 in..1/32 in'],
    ['min 0.014', 'in', '0.014 in..'],
    ['0.014 min.', 'in', '0.014 in..'],
    ['at least 0.014', 'in', '0.014 in..'],
    ['≥0.014', 'in', '0.014 in..'],
    ['max. 0.145', 'mm', '..0.145 mm'],
    ['up to 0.145 mm', undefined, '..0.145 mm'],
    ['≤ 0,145', 'mm', '..0,145 mm'],
    ['38 ± 2', 'Nm', '36 Nm..40 Nm'],
    ['0.50 +/- 0.05', 'mm', '0.45 mm..0.55 mm'],
    ['1 ± 2', 'mm', 'no figure'],
    ['0.38*', 'mm', '0.38 mm | *'],
    ['0.38 ¹', 'mm', '0.38 mm | ¹'],
    ['0.38 [a]', 'mm', '0.38 mm | [a]'],
    ['0.38–0.52 †', 'mm', '0.38 mm..0.52 mm | †'],
    ['38 lbf.ft', undefined, '38 lbfft'],
    ['100 deg', undefined, '100 deg'],
    ['16000 hours', undefined, '16000 h'],
    ['0.015-0.020 in (0.38-0.51 mm)', undefined, '0.015 in..0.020 in | or 0.38 mm..0.51 mm'],
    ['0.38 mm (0.015 in)', undefined, '0.38 mm | or 0.015 in'],
  ])('%s in %s is %s', (text, unit, expected) => {
    expect(said(text, unit)).toBe(expected);
  });

  test('whatever stands in a cell is read or refused, never thrown at', () => {
    fc.assert(fc.property(fc.string(), (text) => void readPrinted(text, 'mm')));
  });
  test('a printed range reads back with the figures that were printed', () => {
    const figure = fc.integer({ min: 1, max: 999_999 }).map((n) => (n / 10_000).toFixed(4));
    fc.assert(
      fc.property(figure, figure, fc.constantFrom('-', ' – ', ' to ', '..'), (a, b, dash) => {
        expect(said(`${a}${dash}${b}`, 'in')).toBe(`${a} in..${b} in`);
      }),
    );
  });
});

describe('figures', () => {
  test.each<[string, FigureUnit, number | undefined]>([
    ['1/64', 'in', 396_875],
    ['3 1/2', 'in', 88_900_000],
    ['1/3', 'mm', 333_333],
    ['2/3', 'mm', 666_667],
    ['0.0005', 'in', 12_700],
  ])('%s %s is %i nm', (text, unit, nm) => {
    expect(figureOf(text, unit)).toMatchObject({ nm });
  });
  test.each<[string, FigureUnit, number]>([
    ['38', 'lbfft', 51.521082036593],
    ['150', 'Nm', 150],
    ['2', 'kgfm', 19.6133],
    ['100', 'deg', 100],
    ['16000', 'h', 16_000],
  ])('%s %s is %d in its base unit', (text, unit, value) => {
    const figure = figureOf(text, unit);
    expect(figure === undefined || isLength(figure) ? undefined : figure.value).toBeCloseTo(value, 9);
  });
  test.each([['1.5e3'], ['x'], ['12345678901']])('"%s" is no figure', (text) => {
    expect(figureOf(text, 'Nm')).toBeUndefined();
  });
  test('the last printed digit says how far a rounded figure may be off', () => {
    expect(halfLastDigit({ text: '0.38', unit: 'mm', nm: 0 as never })).toBe(5_000);
    expect(halfLastDigit({ text: '15', unit: 'thou', nm: 0 as never })).toBe(12_700);
  });
  test('units in other spellings', () => {
    expect(['inch', 'IN', 'µm', 'μm', 'ft lb', 'N·m', 'hours', 'ells'].map(unitFrom)).toEqual([
      'in',
      'in',
      'um',
      'um',
      'lbfft',
      'Nm',
      'h',
      undefined,
    ]);
  });
});

describe('two printings of one figure', () => {
  const pair = (a: string, unitA: FigureUnit, b: string, unitB: FigureUnit): boolean =>
    agree(figureOf(a, unitA)!, figureOf(b, unitB)!);
  test.each<[string, FigureUnit, string, FigureUnit, boolean, string]>([
    ['0.38', 'mm', '0.015', 'in', true, '14.96 thou is rounded to 15'],
    ['0.38', 'mm', '0.014', 'in', false, 'fifteen is not fourteen'],
    ['0.38', 'mm', '0.0150', 'in', true, '0.381 mm is rounded to 0.38'],
    ['0.385', 'mm', '0.0150', 'in', false, '15.16 thou is not 15.0, and 0.381 mm is not 0.385'],
    ['1', 'in', '25.4', 'mm', true, 'exact'],
    ['1.000', 'in', '25', 'mm', true, 'rounded to whole millimetres'],
    ['1.000', 'in', '24', 'mm', false, 'a millimetre off'],
    ['38', 'lbfft', '51.5', 'Nm', true, '51.52 is rounded'],
    ['38', 'lbfft', '53', 'Nm', false, 'one and a half off'],
    ['1', 'in', '1', 'Nm', false, 'not the same kind'],
  ])('%s %s and %s %s: %s, %s', (a, unitA, b, unitB, expected) => {
    expect([pair(a, unitA, b, unitB), pair(b, unitB, a, unitA)]).toEqual([expected, expected]);
  });
  test('a figure converted and rounded to any last digit agrees with itself', () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 99_999 }), fc.integer({ min: 1, max: 5 }), (n, decimals) => {
        const inches = figureOf((n / 10_000).toFixed(4), 'in')!;
        const mm = ((n / 10_000) * 25.4).toFixed(decimals);
        expect(agree(inches, figureOf(mm, 'mm')!)).toBe(true);
      }),
    );
  });
});

test.each<[string, object | undefined]>([
  ['0.60 mm acceptable for one overhaul', { text: '0.60', unit: 'mm' }],
  ['may be reused up to 0,0040 in', { text: '0,0040', unit: 'in' }],
  ['measured one inch below the deck', undefined],
  ['renew at every overhaul', undefined],
  ['see page 7', undefined],
])('a second acceptance in "%s"', (remark, expected) => {
  expect(secondAcceptance(remark)).toEqual(expected);
});
