import { nanometres, readEntry } from '../../index';
import type { Entry, Nanometres } from '../../index';

const T = 25_400;
const blades = [4, 5, 9, 10, 19, 20, 22].map((each) => nanometres(each * T));
const read = (text: string, more: object = {}): Entry => readEntry({ text, unit: 'thou', ...more });
const thou = (...sizes: number[]): number[] => sizes.map((each) => Math.round(each * T));
/** The sizes of a reading in the order in which they are typed. */
const sizes = (entry: Entry): number[] =>
  entry.ok ? Object.values(entry.reading).filter((each): each is Nanometres => typeof each === 'number') : [];

describe('with a measuring tool', () => {
  test.each<[string, string, number[]]>([
    ['19', 'exact', thou(19)],
    [' 19.5 ', 'exact', thou(19.5)],
    ['19,5', 'exact', thou(19.5)],
    ['7½', 'exact', thou(7.5)],
    ['7 ¼', 'exact', thou(7.25)],
    ['¾', 'exact', thou(0.75)],
    ['.5', 'exact', thou(0.5)],
    ['19/21', 'between', thou(19, 21)],
    ['19 / 21', 'between', thou(19, 21)],
    ['22+', 'atLeast', thou(22)],
    ['<4', 'under', thou(4)],
    ['10-15', 'spread', thou(10, 15)],
    ['10..15', 'spread', thou(10, 15)],
    ['10–15', 'spread', thou(10, 15)],
    ['0.5 mm', 'exact', [500_000]],
    ['0.5MM', 'exact', [500_000]],
    ['500 µm', 'exact', [500_000]],
    ['500 μm', 'exact', [500_000]],
    ['0.02"', 'exact', [508_000]],
    ['0.5/0.55 mm', 'between', [500_000, 550_000]],
    ['0.5 mm/0.55', 'between', [500_000, 550_000]],
  ])('"%s" is %s', (text, kind, expected) => {
    const entry = read(text);
    expect([entry.ok && entry.reading.kind, sizes(entry)]).toEqual([kind, expected]);
  });
  test.each<[string, string]>([
    ['', 'empty'],
    [' \t', 'empty'],
    ['19 21', 'notAReading'],
    ['1 9', 'notAReading'],
    ['19/', 'notAReading'],
    ['19/21/23', 'notAReading'],
    ['10...15', 'notAReading'],
    ['19&4', 'notAReading'],
    ['+19', 'notAReading'],
    ['19 m m', 'notAReading'],
    ['1e3', 'notAReading'],
    ['٣', 'notAReading'],
    ['19 thou / 0.5 mm', 'mixedUnits'],
    ['-19', 'negative'],
    ['−19', 'negative'],
    ['21/19', 'order'],
    ['19/19', 'order'],
    ['15-10', 'order'],
    ['<0', 'order'],
    ['-5 thou / 3 mm', 'mixedUnits'],
  ])('"%s" is %s', (text, code) => expect(read(text)).toEqual({ ok: false, code }));
});

describe('with a feeler set', () => {
  test.each<[string, string, number[], string[]]>([
    ['19', 'atLeast', thou(19), []],
    ['19/', 'between', thou(19, 20), []],
    ['20/', 'between', thou(20, 22), []],
    ['22/', 'atLeast', thou(22), ['lastBlade']],
    ['19/21', 'between', thou(19, 21), ['notInSet']],
    ['<4', 'under', thou(4), []],
    ['0.009/0.010', 'between', thou(9, 10), ['readAsInches']],
    ['0.011/', 'between', thou(11, 19), ['readAsInches', 'notInSet']],
  ])('"%s" is %s', (text, kind, expected, notes) => {
    const entry = read(text, { blades });
    expect([entry.ok && entry.reading.kind, sizes(entry), entry.ok && entry.notes]).toEqual([
      kind,
      expected,
      notes,
    ]);
  });
});

describe('inches in a thou field', () => {
  test.each<[string, boolean]>([
    ['0.010', true],
    ['0.0999', true],
    ['0.1000', false],
    ['0.01', false],
    ['0.010 thou', false],
    ['0.010/0.02', false],
    ['0.010/0.020', true],
  ])('"%s" -> %s', (text, asInches) => {
    const entry = read(text);
    expect(entry.ok && entry.notes.includes('readAsInches')).toBe(asInches);
  });
});

describe('where a size may be negative', () => {
  test.each<[string, number[] | string]>([
    ['-5', thou(-5)],
    ['-5..-3', thou(-5, -3)],
    ['-5..3', thou(-5, 3)],
    ['5-8', 'notAReading'],
    ['<4', 'notAReading'],
    ['-3..-5', 'order'],
  ])('"%s"', (text, expected) => {
    const entry = read(text, { allowNegative: true });
    expect(entry.ok ? sizes(entry) : entry.code).toEqual(expected);
  });
});
