import { gateRule, gateWaits } from '@oak-gate/core';
import type { Wait } from '@oak-gate/core';
import { at } from '../../../core/test/story';
import { step, twoSheets } from '../../../core/test/two-sheets';
import { waitGroups } from './wait-groups';

const DAY = '2026-06-01';
const grouped = (told: ReturnType<typeof twoSheets>, stage: 'rings' | 'measure') =>
  waitGroups(told.job, gateWaits(told.job, gateRule(told.job, stage)!, DAY, undefined));

test('places of one sheet and cylinder are one line, with the first of them', () => {
  const told = twoSheets();
  expect(grouped(told, 'rings').map(({ words, count }) => [words, count])).toEqual([
    ['Ring end gap, Cyl 1: 3 places not taken', 3],
    ['Ring end gap, Cyl 2: 3 places not taken', 3],
  ]);
  expect(grouped(told, 'rings').map(({ first }) => first)).toMatchObject([
    { kind: 'place', place: at(1, 1, 'skirt') },
    { kind: 'place', place: at(2, 1, 'skirt') },
  ]);
});
test('where they stand in different ways each is counted', () => {
  const told = twoSheets().take(at(1, 1, 'top'), '8/10');
  expect(grouped(told, 'rings')[0]?.words).toBe('Ring end gap, Cyl 1: 3 places, 2 not taken, 1 not proven');
});
test('one place is said as it is, and so is everything else', () => {
  const told = twoSheets().take(step(1), '9/10').take(step(2), '12/14');
  const groups = grouped(told, 'measure');
  expect(groups.map(({ first, count }) => [first.kind, count])).toEqual([['finding', 1]]);
  const one = twoSheets().take(step(1), '9/10');
  expect(grouped(one, 'measure').map(({ words }) => words)).toEqual([
    'Step at the top of the bore, Cyl 2: not taken',
  ]);
});
test('matters that are no places are never put together', () => {
  const told = twoSheets();
  const waits: Wait[] = [
    { kind: 'identity' },
    { kind: 'identity' },
    { kind: 'place', place: 'nonsense', state: 'notTaken' },
  ];
  expect(waitGroups(told.job, waits).map(({ count }) => count)).toEqual([1, 1, 1]);
});
