import { currentPin, sheetPlaces } from '@oak-gate/core';
import type { Characteristic, LengthUnit } from '@oak-gate/core';
import { DemoJob } from '../../testing/demo-job';
import { askHow } from './how-ask';
import { isUnsaid, stationsAsked, WARM_FOR } from './said-how';
import type { SaidHow } from './said-how';

const NOTHING: SaidHow = { conditions: [] };
function asked(sheet: string, more: Partial<Characteristic> = {}, said = NOTHING, unit: LengthUnit = 'mm') {
  const { job } = new DemoJob('HD6-127', 'HD-OH-rev-5', 'HD6-540918', [], 'short-block');
  const pin = currentPin(job)!;
  const characteristic = { ...pin.characteristics.find(({ id }) => id === sheet)!, ...more };
  const { layout } = pin.model;
  const places = sheetPlaces(job, sheet);
  const stations = stationsAsked(layout, characteristic, places);
  const told: SaidHow[] = [];
  const ask = askHow({ layout, characteristic, stations, said, unit, say: (how) => told.push(how) });
  const values = Object.fromEntries(ask.fields.map(({ key, value }) => [key, value ?? '']));
  return {
    ask,
    told,
    values,
    act: (change: Record<string, string>) => ask.act({ ...values, ...change }),
    isUnsaid: (how: SaidHow, now?: number) => isUnsaid(layout, characteristic, places[0]!, how, now),
  };
}

test('the depths of a bore stand in one line as its stations say, and one key confirms them', () => {
  const { ask, act, told, isUnsaid: lacks } = asked('boreDiameter');
  const depths = ask.fields.find(({ key }) => key === 'depths');
  expect(depths).toMatchObject({ label: 'Depths (mm)', value: '25 · 75 · 130 · 190 · 240' });
  expect(ask.fields.map(({ key }) => key)).toEqual(['size', 'unit', 'against', 'depths', 'datum']);
  expect(lacks(NOTHING)).toBe(true);
  expect(act({ size: '127.00', against: 'SR-127' })).toBeUndefined();
  expect(told[0]?.depths).toMatchObject({
    d25: { text: '25', unit: 'mm', datum: 'deck' },
    d240: { text: '240', unit: 'mm', datum: 'deck' },
  });
  expect(lacks(told[0]!)).toBe(false);
});
test.each([
  ['one too few', '25 · 75 · 130 · 190'],
  ['one too many', '25 75 130 190 240 250'],
  ['nothing', ''],
  ['words', 'as always'],
  ['a figure that is none', '25 · 75 · 130 · 190 · 2.4.0'],
])('depths with %s are refused, and what is there stays', (_what, depths) => {
  const { act, told } = asked('boreDiameter');
  expect(act({ depths, size: '127.00', against: 'SR-127' })).toMatchObject({ code: 'DEPTH_OPEN' });
  expect(told).toEqual([]);
});
test('another depth, counted from another end, is taken as it is said', () => {
  const { act, told } = asked('boreDiameter');
  void act({ depths: '25; 75; 130; 180,5; 240', datum: 'flange', size: '127.00', against: 'SR-127' });
  expect(told[0]?.depths?.['d190']).toEqual({ text: '180,5', unit: 'mm', datum: 'flange' });
});
test('a ring is not squared with a crown that is relieved; what can only be one way is confirmed', () => {
  const { ask } = asked('ringGap');
  const field = (key: string) => ask.fields.find((each) => each.key === key);
  expect(field('is squared')?.options?.map(({ value }) => value)).toEqual(['skirt', 'oldPiston', 'tool']);
  expect([field('is squared')?.value, field('is ends')?.value]).toEqual(['', 'clean']);
});
test.each<[string, string, string, string, string | undefined]>([
  ['alike', '20', '21', '', undefined],
  ['apart', '28', '20', '', 'TEMPERATURES_ASK'],
  ['apart, with a reason', '28', '20', 'the heater is on', undefined],
  ['warm, of another metal', '27', '27', '', 'TEMPERATURES_ASK'],
  ['none', '', '20', '', 'TEMPERATURE_OPEN'],
  ['no temperature', 'warm', '20', '', 'TEMPERATURE_OPEN'],
])('temperatures that are %s', (_what, part, gauge, kept, code) => {
  const { ask, act, told, isUnsaid: lacks } = asked('pistonSkirt', { temperatures: true });
  expect(ask.fields.map(({ key }) => key)).toContain('kept');
  const problem = act({ part, gauge, kept, 'is height': 'document' });
  expect((problem as { code?: string } | undefined)?.code).toBe(code);
  if (told[0] !== undefined) {
    // They are of their hour: parts warm up.
    const { warmAt = 0 } = told[0];
    expect(warmAt).toBeGreaterThan(0);
    expect([lacks(told[0], warmAt + WARM_FOR - 1), lacks(told[0], warmAt + WARM_FOR)]).toEqual([false, true]);
  }
  expect(told[0]?.temperatures).toEqual(
    code === undefined ? { part, gauge, ...(kept === '' ? {} : { kept }) } : undefined,
  );
});
