import { judge, nanometres } from '../../index';
import type { Limit, PartState, SizeReading, VerdictWord } from '../../index';

const nm = nanometres;
const exact = (value: number): SizeReading => ({ kind: 'exact', value: nm(value) });
const between = (goes: number, stops: number): SizeReading => ({
  kind: 'between',
  goes: nm(goes),
  stops: nm(stops),
});
const spread = (low: number, high: number): SizeReading => ({ kind: 'spread', low: nm(low), high: nm(high) });
const BOTH: Limit = { min: nm(100), max: nm(200) };
const WEAR: Limit = { ...BOTH, serviceMin: nm(90), serviceMax: nm(260) };

test.each<[string, SizeReading, Limit, PartState, VerdictWord]>([
  ['one below the minimum', exact(99), BOTH, 'new', 'tight'],
  ['on the minimum', exact(100), BOTH, 'new', 'in'],
  ['on the maximum', exact(200), BOTH, 'new', 'in'],
  ['one above the maximum', exact(201), BOTH, 'new', 'loose'],
  ['a bracket that ends at the minimum: the size is below it', between(90, 100), BOTH, 'new', 'tight'],
  ['a bracket that ends one above the minimum', between(90, 101), BOTH, 'new', 'notProven'],
  ['a bracket that begins at the minimum', between(100, 110), BOTH, 'new', 'in'],
  ['a bracket that ends at the maximum', between(190, 200), BOTH, 'new', 'in'],
  ['a bracket over the maximum', between(190, 201), BOTH, 'new', 'notProven'],
  ['a bracket that begins at the maximum may be on it', between(200, 210), BOTH, 'new', 'notProven'],
  ['a bracket that begins above the maximum', between(201, 210), BOTH, 'new', 'loose'],
  ['goes only, no maximum asked', { kind: 'atLeast', goes: nm(100) }, { min: nm(100) }, 'new', 'in'],
  ['goes only, a maximum asked', { kind: 'atLeast', goes: nm(150) }, BOTH, 'new', 'notProven'],
  ['stops only, below the minimum', { kind: 'under', stops: nm(100) }, BOTH, 'new', 'tight'],
  ['stops only, only a maximum asked', { kind: 'under', stops: nm(200) }, { max: nm(200) }, 'new', 'in'],
  [
    'stops only, a minimum of nothing',
    { kind: 'under', stops: nm(150) },
    { min: nm(0), max: nm(200) },
    'new',
    'in',
  ],
  ['a used part within its wear limit', exact(250), WEAR, 'reused', 'serviceable'],
  ['a used part that is as good as new', exact(150), WEAR, 'reused', 'in'],
  ['a used part past its wear limit', exact(261), WEAR, 'reused', 'loose'],
  ['a new part is not judged by wear limits', exact(250), WEAR, 'new', 'loose'],
  ['only wear limits, a new part', exact(150), { serviceMax: nm(260) }, 'new', 'noLimit'],
  ['only wear limits, a used part', exact(150), { serviceMax: nm(260) }, 'reused', 'in'],
  ['no limit at all', exact(150), {}, 'new', 'noLimit'],
  ['both points inside', spread(100, 200), BOTH, 'new', 'in'],
  ['missing as much below as above', spread(90, 210), BOTH, 'new', 'tight'],
  ['missing more above', spread(95, 210), BOTH, 'new', 'loose'],
])('%s', (_why, reading, limit, partState, verdict) => {
  const found = judge({ limit, reading, partState });
  expect(found.verdict).toBe(verdict);
  expect(found.acceptable).toBe(verdict === 'in' || verdict === 'serviceable');
});

describe('guarded: only what is surely inside passes', () => {
  const guarded = (reading: SizeReading, uncertainty: number) =>
    judge({ limit: BOTH, reading, partState: 'new', uncertainty: nm(uncertainty), rule: 'guarded' }).verdict;
  test.each<[string, SizeReading, number, VerdictWord]>([
    ['the widened interval touches the minimum', exact(105), 5, 'in'],
    ['it reaches one below', exact(104), 5, 'notProven'],
    ['surely below', exact(94), 5, 'tight'],
    ['just not surely below', exact(95), 5, 'notProven'],
    ['surely above', exact(206), 5, 'loose'],
    ['a spread that is out only by the widening', spread(102, 150), 5, 'notProven'],
    ['a spread that is out by itself', spread(94, 150), 5, 'tight'],
  ])('%s', (_why, reading, uncertainty, verdict) => expect(guarded(reading, uncertainty)).toBe(verdict));
});

test('margins are from the unwidened interval, and only where something is known', () => {
  const margins = (reading: SizeReading) => {
    const { shortBy, overBy } = judge({ limit: BOTH, reading, partState: 'new' });
    return [shortBy, overBy];
  };
  expect(margins(between(80, 90))).toEqual([20, undefined]);
  expect(margins(between(90, 210))).toEqual([10, 10]);
  expect(margins({ kind: 'under', stops: nm(90) })).toEqual([undefined, undefined]);
  expect(margins({ kind: 'atLeast', goes: nm(230) })).toEqual([undefined, 30]);
  expect(margins({ kind: 'atLeast', goes: nm(150) })).toEqual([undefined, undefined]);
});
