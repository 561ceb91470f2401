import { BEARING, EYES, JOURNALS, keyOf, rowOf, shortBlock, size, STAMPS } from '../../test/short-block';
import { mm } from '../../test/gauged';
import type { Story } from '../../test/story';
import { IVO } from '../../test/fixtures';
import { currentPin, journalSays, parsePlaceKey } from '../index';

const PIN = (direction: string) => keyOf('journals', { journal: 'p1', direction });
const STAMP = keyOf('stamps', { cylinder: '3' });
const GROUND = [rowOf('1', 'journals', ['59.73', '59.76']), rowOf('2', 'eyes', ['59.80', '59.84'])];
const begun = (rows = GROUND): Story => shortBlock([JOURNALS, STAMPS, EYES, BEARING], rows);
const stamped = (told: Story, text: string): Story =>
  told.do(
    {
      ...({ type: 'takeReading', place: STAMP, text, unit: 'mm', instrument: null } as const),
      ...{ answers: [], slip: null },
    },
    IVO,
  );
const says = (told: Story, place = PIN('along')) => journalSays(told.job, parsePlaceKey(place)!);

test.each<[string, string, string, boolean]>([
  ['standard', '59.98', '0', true],
  ['standard, worn', '59.90', '0', true],
  ['a hair less than half way to the next class', '59.876', '0', true],
  ['half way between two classes', '59.875', '0', false],
  ['a hair more', '59.874', '0.25', true],
  ['ground to the first undersize', '59.74', '0.25', true],
  ['to the second', '59.49', '0.50', true],
  ['far below the last one that is made', '59.20', '0.50', false],
])('a crankpin that is %s', (_what, measured, under, isSure) => {
  const told = size(begun(), PIN('along'), measured);
  expect(says(told)).toEqual({ under: mm(under).nm, isSure });
});
test('of a journal of which nothing is known, or whose model says no undersizes, nothing is said', () => {
  expect(says(begun())).toBeUndefined();
  const told = size(begun(), PIN('along'), '59.74');
  const pin = currentPin(told.job)!;
  const { regrind: _, ...layout } = pin.model.layout;
  told.state = { ...told.job, pins: [{ ...pin, model: { ...pin.model, layout } }] };
  expect(says(told)).toBeUndefined();
});
test('shells of its class fit; others are said with the clearance that they would give', () => {
  const told = size(size(begun(), PIN('along'), '59.74'), PIN('across'), '59.75');
  // 59.80 to 59.84 with shells 0.25 under, on 59.74 to 59.75.
  stamped(told, '0.25');
  const fit = { under: mm('0.25').nm, fit: true, clearance: { least: mm('0.05').nm, most: mm('0.10').nm } };
  expect(says(told)).toEqual({ under: mm('0.25').nm, isSure: true, shells: fit });
  expect(says(told, STAMP)?.shells).toEqual(fit);
  // The other rod of the pin, of which nobody looked, knows its journal only.
  expect(says(told, keyOf('stamps', { cylinder: '1' }))).toEqual({ under: mm('0.25').nm, isSure: true });
});
test.each<[string, string, string, string]>([
  ['too thick: the shaft would not turn', '0.50', '-0.2', '-0.15'],
  ['standard: a quarter too wide', '0', '0.3', '0.35'],
])('shells that are %s', (_what, stamp, least, most) => {
  const told = stamped(size(size(begun(), PIN('along'), '59.74'), PIN('across'), '59.75'), stamp);
  const { shells } = says(told)!;
  expect(shells?.fit).toBe(false);
  const at = (text: string): number => Math.round(Number(text) * 1e6);
  expect([shells?.clearance?.least, (shells?.clearance?.most ?? 0) - (at(most) - at(least))]).toEqual([
    at(least),
    at(least),
  ]);
});
test('a document that speaks of the standard crank is read as that', () => {
  const rows = [rowOf('1', 'journals', ['59.98', '60.00']), rowOf('2', 'eyes', ['60.05', '60.08'])];
  const told = stamped(size(begun(rows), PIN('along'), '59.74'), '0.25');
  // With shells a quarter under its bore is a quarter less: 59.80 to 59.83.
  expect(says(told)?.shells).toMatchObject({
    fit: true,
    clearance: { least: mm('0.06').nm, most: mm('0.09').nm },
  });
});
