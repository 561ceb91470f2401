import { mm } from '../../../test/gauged';
import { readStrip } from '../../index';
import type { SizeReading } from '../../index';

const marks = ['1.0', '1.5', '2.0', '3.0'].map((text) => mm(text).nm);
const at = (text: string) => mm(text).nm;
const between = (goes: string, stops: string): SizeReading => ({
  kind: 'between',
  goes: at(goes),
  stops: at(stops),
});
test.each<[string, SizeReading | string]>([
  ['1.5-2.0', between('1.5', '2.0')],
  ['1.5..2', between('1.5', '2.0')],
  [' 1.0 - 3.0 ', between('1.0', '3.0')],
  ['2.0', { kind: 'exact', value: at('2.0') }],
  ['<1.0', { kind: 'under', stops: at('1.0') }],
  ['3.0+', { kind: 'atLeast', goes: at('3.0') }],
  // Both ends of the strip: the clearance lies between the least and the most of both.
  ['1.0-1.5/1.5-2.0', between('1.0', '2.0')],
  ['1.5/2.0', { kind: 'spread', low: at('1.5'), high: at('2.0') }],
  ['2.0/2.0', { kind: 'exact', value: at('2.0') }],
  ['<1.0/1.0-1.5', { kind: 'under', stops: at('1.5') }],
  ['2.0-3.0/3.0+', { kind: 'atLeast', goes: at('2.0') }],
  ['<1.0/3.0+', 'notAReading'],
  ['1.5-2.0/', 'notAReading'],
  ['1.0/1.5/2.0', 'notAReading'],
  ['', 'empty'],
  ['wide', 'notAReading'],
  ['2.0-1.5', 'order'],
  // What is not on the card is no mark of it, and only the outermost marks have an outside.
  ['1.5-2.5', 'notOnCard'],
  ['1.2', 'notOnCard'],
  ['<1.5', 'notOnCard'],
  ['2.0+', 'notOnCard'],
  ['-1.5', 'negative'],
])('"%s" on a card', (text, expected) => {
  const read = readStrip({ text, unit: 'mm', marks });
  expect(read.ok ? read.reading : read.code).toEqual(expected);
});
