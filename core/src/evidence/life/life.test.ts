import fc from 'fast-check';
import { IVO, kept, MODEL, REVISION, RING_GAP, ROUTE, SANNA } from '../../../test/fixtures';
import { Story } from '../../../test/story';
import {
  bothTogether,
  currentReading,
  judgeEvidence,
  limitInForce,
  NO_PART,
  openMatters,
  parsePlaceKey,
  placeAt,
  placeStatus,
  readEvidence,
  saysNoMore,
  tellAgain,
} from '../../index';
import type { Characteristic, Envelope, LifeReading, Limit, PartState } from '../../index';

const typed = (text: string, counts: 'h' | 'cycles' | 'starts' = 'h') =>
  readEvidence('life', { text, unit: 'mm', allowNegative: false, counts });
test.each<[string, number | string, boolean]>([
  ['17340', 17340, false],
  ['17 340', 17340, false],
  ['17340 h', 17340, false],
  ['17340.5', 17340.5, false],
  ['17340,25 hours', 17340.25, false],
  ['0', 0, false],
  ['16000+', 16000, true],
  ['', 'empty', false],
  ['17 34', 'notACount', false],
  ['17340 starts', 'notACount', false],
  ['many', 'notACount', false],
  ['-5', 'notACount', false],
  ['1.2345', 'notACount', false],
  ['constructor', 'notACount', false],
])('%j hours', (text, expected, orMore) => {
  const found = typed(text);
  const reading = found.ok ? (found.reading as LifeReading) : undefined;
  expect(found.ok ? reading?.count : found.code).toBe(expected);
  expect(reading?.orMore === true).toBe(orMore);
});
test('cycles and starts are whole', () => {
  expect(typed('3.5', 'cycles')).toEqual({ ok: false, code: 'notACount' });
  expect(typed('412 starts', 'starts')).toMatchObject({ reading: { count: 412 } });
});

const count = (of: number, orMore?: true): LifeReading => ({
  kind: 'life',
  count: of,
  ...(orMore === undefined ? {} : { orMore }),
});
const judged = (reading: LifeReading, limit: Limit<number>, partState: PartState = 'reused') =>
  judgeEvidence({
    ...{ reading, limit: {}, asks: [], passes: 'yes', partState, uncertainty: 0 as never, rule: 'simple' },
    life: { unit: 'h', limit },
  });
test.each<[string, LifeReading, Limit<number>, string, boolean]>([
  ['under the most', count(15_999.9), { max: 16_000 }, 'in', true],
  ['exactly the most', count(16_000), { max: 16_000 }, 'in', true],
  ['over it', count(16_000.1), { max: 16_000 }, 'loose', false],
  ['as much or more below the most proves nothing', count(15_000, true), { max: 16_000 }, 'notProven', false],
  ['as much or more, and that is too much', count(17_000, true), { max: 16_000 }, 'loose', false],
  [
    'past what is new, and not past what is worn',
    count(5_000),
    { max: 0, serviceMax: 16_000 },
    'serviceable',
    true,
  ],
  ['too few', count(3), { min: 4 }, 'tight', false],
  ['nothing is stated', count(3), {}, 'noLimit', false],
])('%s', (_what, reading, limit, verdict, acceptable) => {
  expect(judged(reading, limit)).toMatchObject({ verdict, acceptable });
});
test('two looks say the same, or the closer one, or cannot both be true', () => {
  expect(bothTogether(count(7), count(7))).toEqual(count(7));
  expect(bothTogether(count(7), count(8))).toBeUndefined();
  expect(bothTogether(count(5, true), count(8))).toEqual(count(8));
  expect(bothTogether(count(9, true), count(8))).toBeUndefined();
  expect(bothTogether(count(5, true), count(8, true))).toEqual(count(8, true));
  const some = fc.record({ of: fc.integer({ min: 0, max: 9 }), open: fc.boolean() });
  const reading = ({ of, open }: { of: number; open: boolean }) => count(of, open ? true : undefined);
  fc.assert(
    fc.property(some, some, (a, b) => {
      const [one, other] = [reading(a), reading(b)];
      const both = bothTogether(one, other);
      expect(bothTogether(other, one)).toEqual(both);
      // What says no more than the known is true together with it, and leaves it as it is.
      if (saysNoMore(one, other)) expect(both).toEqual(other);
    }),
  );
});

const HOURS: Characteristic = {
  ...RING_GAP,
  ...{ id: 'boltHours', name: 'Hours of a bolt', axes: ['cylinder'], parts: ['bore'], stateOf: 'bore' },
  ...{ questions: [], tools: [], rowAxes: [], unitKind: 'hours', words: { tight: 'under', loose: 'over' } },
};
const PLACE = 'boltHours@cylinder:1';
function hoursJob(rules?: number): Story {
  const told = new Story('required', { ...MODEL, engineClass: 'tractor' });
  if (rules !== undefined) told.rules = rules;
  const [arrival, rings, release] = ROUTE.gates as [never, (typeof ROUTE.gates)[number], never];
  told.characteristics = [RING_GAP, HOURS];
  told.route = { ...ROUTE, gates: [arrival, { ...rings, sheets: ['boltHours'] }, release] };
  const row = { id: 'OM-1 rev 1 row 1', label: '1', characteristic: 'boltHours', appliesTo: {}, note: '' };
  told.revisions = [
    kept({ ...REVISION, appliesTo: { models: [MODEL.id] } }, [
      { ...row, printed: { max: { text: '16000', unit: 'h', value: 16_000 } } },
    ]),
  ];
  return told.open().do({ type: 'confirmIdentity', serialSeen: 'V-100' }, SANNA);
}
const looked = (text: string) => ({
  ...({ type: 'takeReading', place: PLACE, text, unit: null, instrument: null } as const),
  ...{ answers: [], slip: null },
});
test('bolts past their hours are out by the row that says so, stop the gate, and are in again when they are renewed', () => {
  const told = hoursJob();
  const place = parsePlaceKey(PLACE)!;
  expect(limitInForce(told.job, place, NO_PART)).toMatchObject({
    state: 'inForce',
    limit: {},
    life: { unit: 'h', limit: { max: 16_000 } },
  });
  expect(told.attempt(looked('a lot'), IVO)?.code).toBe('ENTRY_NOT_A_COUNT');
  told.do(looked('17 340'));
  expect(placeStatus(told.job, place)).toMatchObject({ state: 'loose', accepted: false });
  expect(openMatters(told.job, ['boltHours']).findings).toMatchObject([{ place: PLACE }]);
  told.do({
    ...({ type: 'replacePart', reason: 'past their hours' } as const),
    ...told.part(PLACE, 'bore'),
    instead: { state: 'new', partNumber: null, lot: null },
  });
  expect(placeStatus(told.job, place).state).toBe('spent');
  told.do(looked('0'));
  expect(placeStatus(told.job, place)).toMatchObject({ state: 'in', accepted: true });
  expect(currentReading(placeAt(told.job, PLACE))?.verdict).toMatchObject({
    limit: {},
    sources: { max: 'OM-1 rev 1 row 1' },
    life: { unit: 'h', limit: { max: 16_000 } },
  });
  expect(tellAgain(told.entries.map(({ entry }) => entry as Envelope)).remarks).toEqual([]);
});
