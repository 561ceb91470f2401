import { BLOCK, BORE, bore, JOURNALS, keyOf, rowOf, shortBlock, size, WEAR } from '../../test/short-block';
import { mm } from '../../test/gauged';
import type { Story } from '../../test/story';
import {
  computedLines,
  computedSize,
  currentPin,
  currentReading,
  parsePlaceKey,
  placeAt,
  sheetModel,
  tellAgain,
  whyNoValue,
} from '../index';
import type { Envelope } from '../index';

const PLACE = keyOf('wear', { cylinder: '1' });
const worn = () =>
  shortBlock([BORE, WEAR], [rowOf('1', 'bore', ['99.9', '101']), rowOf('2', 'wear', ['', '0.15'])]);
function measured(told: Story, largest = '100.11'): Story {
  for (const at of ['top', 'mid', 'foot'])
    for (const direction of ['along', 'across'])
      size(told, bore('1', at, direction), at === 'top' && direction === 'across' ? largest : '100.02');
  return told;
}
const value = (told: Story) => currentReading(placeAt(told.job, PLACE));
const remarks = (told: Story) => tellAgain(told.entries.map(({ entry }) => entry as Envelope)).remarks;

test.each<[string, string, string]>([
  ['worn up to the limit', '100.15', 'in'],
  ['a hair more', '100.151', 'loose'],
])('a bore that is %s', (_what, largest, verdict) => {
  const told = measured(worn(), largest);
  expect(value(told)).toMatchObject({
    reading: { kind: 'exact', value: mm(largest).nm - mm('100').nm },
    verdict: { verdict },
  });
  expect(value(told)?.inputs).toHaveLength(6);
  expect(remarks(told)).toEqual([]);
});
test('it waits for every place of the bore, and follows what is put right', () => {
  const told = worn();
  size(told, bore('1', 'top', 'across'), '100.11');
  expect(value(told)).toBeUndefined();
  const whole = measured(worn());
  const place = bore('1', 'top', 'across');
  whole.do({
    ...({ type: 'correctReading', place, reason: 'typing', instead: null } as const),
    basedOn: whole.version(place),
    reading: currentReading(placeAt(whole.job, place))!.seq,
  });
  expect(value(whole)).toBeUndefined();
  size(whole, place, '100.05');
  expect(value(whole)).toMatchObject({ reading: { value: mm('0.05').nm } });
  expect(remarks(whole)).toEqual([]);
});
test('another oversize in the bore makes it another wear, of the same sizes', () => {
  const told = measured(worn(), '100.61');
  expect(value(told)).toMatchObject({ reading: { value: mm('0.61').nm }, verdict: { verdict: 'loose' } });
  told.do({ type: 'sayEngineFacts', facts: { oversize: mm('0.5').nm }, reason: 'stamped on the deck' });
  expect(value(told)).toMatchObject({ reading: { value: mm('0.11').nm }, verdict: { verdict: 'in' } });
  told.do({ type: 'sayEngineFacts', facts: { oversize: null }, reason: 'it was read wrongly' });
  const pin = currentPin(told.job)!;
  const its = pin.characteristics.find(({ id }) => id === 'wear')!;
  expect([value(told), whyNoValue(told.job, pin, its, parsePlaceKey(PLACE)!)]).toEqual([
    undefined,
    'notMadeTo',
  ]);
  expect(remarks(told)).toEqual([]);
});

describe('the class of a journal is a line below its sheet', () => {
  const layout = BLOCK.layout;
  const sheet = sheetModel(layout, { ...JOURNALS, wear: 'shrinks' });
  const exact = (text: string) => ({ kind: 'exact' as const, value: mm(text).nm });
  test('where the model says in which undersizes its shells are made', () => {
    expect(computedLines(sheet)).toEqual(['smallest', 'range', 'under']);
    const { regrind: _, ...plain } = layout;
    expect(computedLines(sheetModel(plain, { ...JOURNALS, wear: 'shrinks' }))).toEqual(['smallest', 'range']);
    // A bore is not ground.
    expect(computedLines(sheetModel(layout, BORE))).not.toContain('under');
  });
  test.each<[string, string[], string | undefined]>([
    ['ground', ['59.74', '59.75'], '0.25'],
    ['standard', ['59.98', '59.97'], '0'],
    ['half way between two', ['59.875'], undefined],
    ['of two classes at once', ['59.98', '59.73'], undefined],
    ['unknown', [], undefined],
  ])('a journal that is %s', (_what, sizes, under) => {
    expect(computedSize('under', sizes.map(exact), sheet.made)).toEqual(
      under === undefined ? undefined : exact(under),
    );
  });
});
