import { decimalLength, inBySourcesUnit, nanometres } from '../index';
import type { JobState, LengthUnit, LimitRow, PlaceStatus, Reading } from '../index';

const figure = (text: string, unit: LengthUnit) => ({
  text,
  unit,
  nm: decimalLength(text.replace(',', '.'), unit)!,
});
const of = (printed: Partial<LimitRow>, reading: Reading, state: PlaceStatus['state'] = 'tight') =>
  inBySourcesUnit(
    { pins: [{ rows: [{ id: 'OM-1 rev 1 row 1', ...printed }] }] } as unknown as JobState,
    {
      state,
      reading: { reading, verdict: { sources: { min: 'OM-1 rev 1 row 1' } } },
    } as unknown as PlaceStatus,
  );
const exact = (text: string, unit: LengthUnit): Reading => ({
  kind: 'exact',
  value: decimalLength(text, unit)!,
});
const METRIC = { printed: { min: figure('0,40', 'mm') } };

test.each<[string, Partial<LimitRow>, Reading, string | undefined]>([
  ['a hair under, by the unit of the gauge', METRIC, exact('15.7', 'thou'), '0.40'],
  ['the last size that rounds up to it', METRIC, exact('0.395', 'mm'), '0.40'],
  ['the first that does not', METRIC, exact('0.394999', 'mm'), undefined],
  [
    'a bracket counts by what went',
    METRIC,
    { kind: 'between', goes: decimalLength('15.7', 'thou')!, stops: decimalLength('15.74', 'thou')! },
    '0.40',
  ],
  [
    'one whose lower end is out in that unit as well',
    METRIC,
    { kind: 'between', goes: decimalLength('15', 'thou')!, stops: decimalLength('15.74', 'thou')! },
    undefined,
  ],
  ['nothing went: nothing is known of it', METRIC, { kind: 'under', stops: nanometres(390_000) }, undefined],
  [
    'the other unit that the document prints',
    { printed: { min: figure('0.016', 'in') }, also: { min: figure('0.39', 'mm') } },
    exact('0.39', 'mm'),
    '0.39',
  ],
  ['whole inches', { printed: { min: figure('1', 'in') } }, exact('0.99', 'in'), '1'],
  [
    'printed as a fraction',
    { printed: { min: { text: '1/64', unit: 'in', nm: nanometres(396_875) } } },
    exact('0.3968', 'mm'),
    undefined,
  ],
  ['no row of that name any more', { id: 'another' }, exact('15.7', 'thou'), undefined],
])('%s', (_why, printed, reading, read) => {
  expect(of(printed, reading)?.read.text).toBe(read);
});
test('a reading that is in asks for no such thing', () => {
  expect(of(METRIC, exact('15.7', 'thou'), 'in')).toBeUndefined();
});
