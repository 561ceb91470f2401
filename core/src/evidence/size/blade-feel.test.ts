import fc from 'fast-check';
import { nanometres, readEvidence, splitFeel } from '../../index';
import type { BladeFeel } from '../../index';

const THOU = 25_400;
const BLADES = [38, 39, 40, 41, 42].map((blade) => nanometres(blade * THOU));
const read = (text: string, by: object = { blades: BLADES }) =>
  readEvidence('size', { text, unit: 'thou', allowNegative: false, ...by });

test.each<[string, string, BladeFeel | undefined]>([
  ['40/41', '40/41', undefined],
  ['40f/41', '40/41', { goes: 'free' }],
  ['40d/41', '40/41', { goes: 'drag' }],
  ['40/41s', '40/41', { stops: 'starts' }],
  ['40 D / 41 S', '40 / 41 ', { goes: 'drag', stops: 'starts' }],
  ['40d+', '40+', { goes: 'drag' }],
  ['40d', '40', { goes: 'drag' }],
  ['40d/', '40/', { goes: 'drag' }],
  ['41s', '<41', { stops: 'starts' }],
  ['<41s', '<41', { stops: 'starts' }],
  ['7&33½d/41', '7&33½/41', { goes: 'drag' }],
  ['0.040 in d/0.041 in', '0.040 in/0.041 in', { goes: 'drag' }],
])('%s is %s, with what was felt', (typed, text, feel) => {
  const found = splitFeel(typed);
  expect([found.text.replace(/\s/g, ''), found.feel]).toEqual([text.replace(/\s/g, ''), feel]);
  // What was felt changes nothing of what is known.
  expect(read(typed)).toMatchObject({ ...read(text), ...(feel === undefined ? {} : { feel }) });
});
test.each([
  ['a blade that goes and only starts', '40s/41'],
  ['one that stops and is free', '40/41f'],
  ['one that does not go and drags', '<40d'],
  ['a letter alone', 'd'],
  ['two letters', '40fd/41'],
  ['a feel of a spread', '40d-41'],
])('%s is no reading: %s', (_what, text) => {
  expect(read(text)).toEqual({ ok: false, code: 'notAReading' });
});
test('only a blade is felt: a gauge with a letter is no reading', () => {
  expect(read('40d', {})).toEqual({ ok: false, code: 'notAReading' });
});
test('a blade that only starts is never one that goes', () => {
  fc.assert(
    fc.property(fc.constantFrom(...BLADES), (blade) => {
      const found = read(`${blade / THOU}s`);
      expect(found).toMatchObject({ ok: true, reading: { kind: 'under', stops: blade } });
    }),
  );
});
