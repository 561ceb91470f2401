import type { Characteristic, JobDraft } from '../index';
import { nanometres, shellAdvice } from '../index';
import { JOURNALS, keyOf, PLAY, rowOf, shortBlock, size } from '../../test/short-block';
import type { Story } from '../../test/story';

const BEARING: Characteristic = {
  ...PLAY,
  tools: ['sizeGauge'],
  id: 'rodPlay',
  name: 'rodPlay',
  parts: ['rodShell', 'journal'],
  stateOf: 'rodShell',
};
const ROWS = [
  rowOf('1', 'rodPlay', ['0.03', '0.06']),
  rowOf('2', 'rodPlay', ['', '0.01'], { rule: { kind: 'match', across: 'journal' } }),
];
const um = (count: number) => nanometres(count * 1000);
const begun = (): Story => shortBlock([JOURNALS, BEARING], ROWS);
const at = (cylinder: string) => keyOf('rodPlay', { cylinder });
const marked = (told: Story, cylinder: string, sizeClass: string): Story =>
  told.do({
    ...{ type: 'sayPartFacts', facts: { sizeClass }, reason: 'as stamped' },
    parts: ['upper', 'lower'].map((half) => `rodShell@cylinder:${cylinder}/point:${half}#1`),
  } satisfies JobDraft);
const pin1 = (told: Story, halves: readonly number[] = []) =>
  shellAdvice(told.job, BEARING, halves.map(um)).find(({ journal }) => journal === 'p1')!;

test('both rods of a crankpin are measured, and their shells named, before anything is proposed', () => {
  const told = begun();
  expect(pin1(told).waitsFor).toBe('clearance');
  size(size(told, at('1'), '0.05'), at('3'), '0.07');
  expect(pin1(told).waitsFor).toBe('class');
  marked(marked(told, '1', 'STD'), '3', 'STD');
  expect([pin1(told).waitsFor, pin1(told).bearings.map(({ state }) => state)]).toEqual([
    undefined,
    ['in', 'loose'],
  ]);
});
test('what is at hand brings the loose one in and the two together', () => {
  const told = marked(marked(size(size(begun(), at('1'), '0.05'), at('3'), '0.07'), '1', 'STD'), '3', 'STD');
  expect(pin1(told).choice).toMatchObject({ feasible: false, bearing: 1, reach: um(10) });
  expect(pin1(told, [20]).choice).toMatchObject({
    ...{ feasible: true, apart: 0 },
    pairs: [
      { upper: 0, lower: 0 },
      { upper: um(20), lower: um(20) },
    ],
  });
});
test('shells that lie there already are counted: what is proposed is from standard', () => {
  const told = marked(marked(size(size(begun(), at('1'), '0.05'), at('3'), '0.02'), '1', 'STD'), '3', '0.25');
  // With 0.25 under it is 0.02: with standard ones 0.27, and nothing at hand lies between.
  expect(pin1(told).bearings.map(({ under }) => under)).toEqual([0, 250_000]);
  expect(pin1(told, [250]).choice).toMatchObject({ feasible: false, bearing: 1 });
  expect(pin1(told, [220]).choice).toMatchObject({ feasible: true });
});
test('in, and near enough to each other, nothing is proposed', () => {
  const told = marked(marked(size(size(begun(), at('1'), '0.05'), at('3'), '0.055'), '1', 'STD'), '3', 'STD');
  expect([pin1(told, [20]).isGood, pin1(told, [20]).choice]).toEqual([true, undefined]);
  const apart = marked(
    marked(size(size(begun(), at('1'), '0.035'), at('3'), '0.055'), '1', 'STD'),
    '3',
    'STD',
  );
  expect([pin1(apart, [20]).isGood, pin1(apart, [20]).choice?.feasible]).toEqual([false, true]);
});
