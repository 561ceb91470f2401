import fc from 'fast-check';
import { IVO, MODEL, RING_GAP, SANNA } from '../../test/fixtures';
import { BORE_GAUGE, gauged } from '../../test/gauged';
import { at, Story } from '../../test/story';
import {
  currentReading,
  millikelvin,
  parsePlaceKey,
  placeAt,
  placeStatus,
  tellAgain,
  temperatureDoubt,
} from '../index';
import type { Characteristic, Envelope, HowSaid, Layout } from '../index';

const SQUARED: NonNullable<Characteristic['conditions']> = [
  {
    id: 'squared',
    name: 'Squared with',
    choices: [
      { id: 'crown', text: 'the crown', not: 'relieved' },
      { id: 'skirt', text: 'the skirt' },
    ],
  },
];
const GAP: Characteristic = { ...RING_GAP, depth: true, conditions: SQUARED };
const PLACE = at(1, 1, 'skirt');
const HERE: HowSaid = {
  conditions: [{ condition: 'squared', is: 'skirt' }],
  depth: { text: '2.0', unit: 'in', datum: 'skirtEnd' },
};
function begun(crown?: Layout['crown']): Story {
  const layout = crown === undefined ? MODEL.layout : { ...MODEL.layout, crown };
  const told = new Story('required', { ...MODEL, layout });
  told.characteristics = [GAP];
  return told.open().do({ type: 'takeInstrument', instrument: 'FS-2' }).fit();
}
const taking = (told: Story, how: HowSaid, text = '44/46') => ({ ...told.reading(PLACE, text), ...how });
const record = (told: Story) => placeAt(told.job, PLACE);
const state = (told: Story) => placeStatus(told.job, parsePlaceKey(PLACE)!).state;
const remarks = (told: Story) => tellAgain(told.entries.map(({ entry }) => entry as Envelope)).remarks;

test.each<[string, HowSaid, string]>([
  ['nobody said how deep', { ...HERE, depth: undefined as never }, 'DEPTH_OPEN'],
  ['a depth that is none', { ...HERE, depth: { text: 'deep', unit: 'in', datum: 'skirtEnd' } }, 'DEPTH_OPEN'],
  ['an empty depth', { ...HERE, depth: { text: ' ', unit: 'in', datum: 'skirtEnd' } }, 'DEPTH_OPEN'],
  ['nobody said how it was squared', { ...HERE, conditions: [] }, 'CONDITION_OPEN'],
])('%s: nothing is written', (_what, how, code) => {
  const told = begun();
  expect(told.attempt(taking(told, how), IVO)?.code).toBe(code);
  expect(record(told).readings).toEqual([]);
});
test.each<[string, HowSaid['depth'] & object, 'in' | 'void']>([
  ['at its station', { text: '2.0', unit: 'in', datum: 'skirtEnd' }, 'in'],
  ['the same with a comma', { text: '2,00', unit: 'in', datum: 'skirtEnd' }, 'in'],
  ['the same in another unit', { text: '50.8', unit: 'mm', datum: 'skirtEnd' }, 'in'],
  ['a hair deeper', { text: '2.001', unit: 'in', datum: 'skirtEnd' }, 'void'],
  ['less deep', { text: '1.9', unit: 'in', datum: 'skirtEnd' }, 'void'],
  ['as deep from the other end', { text: '2.0', unit: 'in', datum: 'deck' }, 'void'],
])('a gap taken %s', (_what, depth, expected) => {
  const told = begun();
  told.do(taking(told, { ...HERE, depth }));
  expect(state(told)).toBe(expected);
  expect(record(told).readings[0]).toMatchObject({ depth: { datum: depth.datum } });
  if (expected === 'void')
    expect(record(told).readings[0]?.unfit).toBe(
      `Taken at ${depth.text} ${depth.unit} from ${depth.datum === 'deck' ? 'the deck' : 'the skirt end'}; the station is 2.0 in from the skirt end.`,
    );
  expect(remarks(told)).toEqual([]);
});
test('what was taken elsewhere stands beside what counts, displaces nothing and contests nothing', () => {
  const told = begun();
  told.do(taking(told, HERE));
  const elsewhere = { ...HERE, depth: { text: '5.25', unit: 'in', datum: 'skirtEnd' } as const };
  // Somebody else, who saw the place before it was measured, and held the ring at the other station.
  told.do({ ...taking(told, elsewhere, '11/12'), basedOn: 0 }, SANNA);
  told.do(taking(told, elsewhere, '9/10'));
  expect([state(told), currentReading(record(told))?.text, record(told).contested]).toEqual([
    'in',
    '44/46',
    [],
  ]);
  expect(record(told).readings.map(({ status, text }) => [text, status])).toEqual([
    ['44/46', 'current'],
    ['11/12', 'void'],
    ['9/10', 'void'],
  ]);
  // And what is put right there is taken at its own depth again.
  told.do({
    ...({ type: 'correctReading', place: PLACE, reason: 'typing' } as const),
    basedOn: told.version(PLACE),
    reading: currentReading(record(told))!.seq,
    instead: taking(told, elsewhere, '46/48'),
  });
  expect([state(told), currentReading(record(told))]).toEqual(['void', undefined]);
  expect(remarks(told)).toEqual([]);
});
test('a ring is squared with the skirt where the crown is relieved, and with either elsewhere', () => {
  const crown = { ...HERE, conditions: [{ condition: 'squared', is: 'crown' }] };
  const relieved = begun('relieved');
  expect(relieved.attempt(taking(relieved, crown), IVO)).toMatchObject({
    code: 'CONDITION_OPEN',
    data: { choices: ['the skirt'] },
  });
  relieved.do(taking(relieved, HERE));
  const flat = begun();
  flat.do(taking(flat, crown));
  expect([state(relieved), state(flat)]).toEqual(['in', 'in']);
});

test('two ways to square a ring are of one size: the second look narrows the first; another state is not put with it', () => {
  const withWays: Characteristic = { ...GAP, conditions: SQUARED.map((each) => ({ ...each, ways: true })) };
  const crown = { ...HERE, conditions: [{ condition: 'squared', is: 'crown' }] };
  const told = begun();
  told.do(taking(told, HERE, '40+'));
  // Where the choices are states, they are not of one size.
  expect(told.attempt(taking(told, crown, '<46'), IVO)?.code).toBe('PLACE_HAS_READING');
  const other = new Story('required', MODEL);
  other.characteristics = [withWays];
  other.open().do({ type: 'takeInstrument', instrument: 'FS-2' }).fit();
  other.do(taking(other, HERE, '40+'));
  other.do(taking(other, crown, '<46'));
  expect(currentReading(record(other))).toMatchObject({
    reading: { kind: 'between' },
    conditions: crown.conditions,
  });
  expect(remarks(other)).toEqual([]);
});

describe('temperatures, where the shop asks for them', () => {
  const SKIRT: Characteristic = {
    ...RING_GAP,
    ...{ id: 'skirt', name: 'Skirt', axes: ['cylinder'], questions: [], tools: ['sizeGauge'] },
    ...{ parts: ['bore'], stateOf: 'bore', rowAxes: [], temperatures: true, metal: 'aluminium' },
  };
  const place = 'skirt@cylinder:1';
  const take = (temperatures?: HowSaid['temperatures']) => ({
    ...({ type: 'takeReading', place, text: '96.02', unit: 'mm', instrument: BORE_GAUGE.id } as const),
    ...{ answers: [], slip: null },
    ...(temperatures === undefined ? {} : { temperatures }),
  });
  test.each<[string, string, string | undefined, string | undefined]>([
    ['20', '20', undefined, undefined],
    ['20', '23', undefined, undefined],
    ['20', '23.001', undefined, 'apart'],
    ['17', '20', undefined, undefined],
    ['16.9', '20', undefined, 'apart'],
    ['23', '23', undefined, undefined],
    // One temperature does not help: aluminium has grown otherwise than steel.
    ['23.1', '23.1', undefined, 'metals'],
    ['16.9', '16.9', undefined, 'metals'],
    ['31', '31', 'the heating cannot be turned off', undefined],
  ])('part at %s and gauge at %s, kept because "%s": asked about %s', (part, gauge, kept, doubt) => {
    const told = gauged(MODEL, SKIRT, ['96.00', '96.05']);
    const problem = told.attempt(take({ part, gauge, ...(kept === undefined ? {} : { kept }) }), IVO);
    expect(problem?.code).toBe(doubt === undefined ? undefined : 'TEMPERATURES_ASK');
    if (doubt !== undefined) expect(problem?.data).toMatchObject({ doubt, part, gauge });
    const [taken] = placeAt(told.job, place).readings;
    expect(taken?.temperatures?.kept).toBe(doubt === undefined ? kept : undefined);
    expect(taken?.status).toBe(doubt === undefined ? 'current' : undefined);
  });
  test.each<[string, HowSaid['temperatures']]>([
    ['nothing', undefined],
    ['one of them', { part: '20', gauge: '' }],
    ['no temperature', { part: 'warm', gauge: '20' }],
    ['none of a workshop', { part: '2000', gauge: '20' }],
  ])('%s is said: it is asked for', (_what, said) => {
    const told = gauged(MODEL, SKIRT, ['96.00', '96.05']);
    expect(told.attempt(take(said), IVO)?.code).toBe('TEMPERATURE_OPEN');
  });
  test('iron and steel grow alike: away from 20 °C only the distance between them is asked about', () => {
    expect(temperatureDoubt({ part: 35_000, gauge: 35_000 })).toBeUndefined();
    expect(temperatureDoubt({ part: 35_000, gauge: 35_000, metal: 'aluminium' })).toBe('metals');
  });
  test('a temperature is read exactly, and neither way round nor by how much is it ever a matter of who stands first', () => {
    expect(['20', '-5,5', '+21.125', '−3', '20.0005', '', '20 C', '301', '-61'].map(millikelvin)).toEqual([
      ...[20_000, -5_500, 21_125, -3_000, undefined, undefined, undefined, undefined, undefined],
    ]);
    const degrees = fc.integer({ min: -60_000, max: 300_000 });
    fc.assert(
      fc.property(degrees, degrees, (a, b) => {
        expect(temperatureDoubt({ part: a, gauge: b })).toBe(temperatureDoubt({ part: b, gauge: a }));
        expect(millikelvin((a / 1000).toFixed(3))).toBe(a);
      }),
    );
  });
});
