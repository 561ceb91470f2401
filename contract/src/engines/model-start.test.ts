import { answerFaults, MOST_CYLINDERS, modelOf, placeKey, placesOf, usualPlate } from '@oak-gate/core';
import type { AnswerFault, EngineModel, ModelAnswers } from '@oak-gate/core';
import fc from 'fast-check';
import { RING_GAP } from '../../../core/test/fixtures';
import { engineModelFile } from './schemas';

const mm = (text: string) => ({ text, unit: 'mm' as const });
/** Three cylinders in line, five rings, two stations, dry liners. */
const THREE: ModelAnswers = {
  ...{ maker: 'Harrow', name: 'H3-95', engineClass: 'tractor', plate: usualPlate('H3-00417') },
  ...{ arrangement: 'inline', banks: [], cylinders: 3, numbering: 'across', frontLabel: 'pulley end' },
  bore: mm('95'),
  rings: ['Top', 'Second', 'Third', 'Upper scraper', 'Lower scraper'].map((label, i) => ({
    ...{ label, members: 1, expander: false, stations: [0, 1] },
    kind: i < 3 ? ('compression' as const) : ('scraper' as const),
  })),
  stations: [
    { label: 'top of ring travel', datum: 'deck', distance: mm('15'), bore: true },
    { label: 'below ring travel', datum: 'deck', distance: mm('150'), bore: true },
  ],
  ...{ mains: 4, pins: 'each', heads: 'one', liners: 'dry', rodBolts: 2 },
};
/** As a file that is exported and read again. */
function readAgain(model: EngineModel): unknown {
  const plain = JSON.parse(JSON.stringify(model), (key, value: unknown) =>
    key === 'nm' ? undefined : value,
  ) as unknown;
  return engineModelFile.parse({ format: 'oak-gate/engine-model', version: 2, model: plain }).model;
}
const gapsOf = ({ layout }: EngineModel) => placesOf(layout, RING_GAP);

test('three cylinders, five rings, two stations: thirty gaps, and the model reads again as it was', () => {
  const model = modelOf('H3-95', THREE)!;
  expect(gapsOf(model)).toHaveLength(30);
  expect(readAgain(model)).toEqual(model);
  expect(model.serialPattern).toBe('^H3-(\\d{5})$');
});
test('a V8 with shared crankpins, numbered across: odd to the left, neighbours on one pin', () => {
  const model = modelOf('V8', {
    ...{ ...THREE, arrangement: 'v', banks: ['port', 'starboard'], cylinders: 8 },
    ...{ mains: 5, pins: 'pairs', heads: 'perBank', liners: 'none' },
  })!;
  const { layout } = model;
  expect(layout.cylinders.filter(({ bank }) => bank === 'left').map(({ id }) => id)).toEqual([
    '1',
    '3',
    '5',
    '7',
  ]);
  expect(
    layout.journals?.filter(({ kind }) => kind === 'crankpin').map(({ cylinders }) => cylinders),
  ).toEqual([
    ['1', '2'],
    ['3', '4'],
    ['5', '6'],
    ['7', '8'],
  ]);
  expect(layout.heads?.map(({ label, cylinders }) => `${label}: ${cylinders.join(' ')}`)).toEqual([
    'port head: 1 3 5 7',
    'starboard head: 2 4 6 8',
  ]);
  expect(readAgain(model)).toEqual(model);
});
test('numbered bank by bank, the rods of one pin are of both banks', () => {
  const model = modelOf('V8', {
    ...{ ...THREE, arrangement: 'v', banks: ['left', 'right'], cylinders: 8 },
    ...{ numbering: 'bankByBank', pins: 'pairs' },
  })!;
  expect(model.layout.journals?.find(({ id }) => id === 'pin-1')?.cylinders).toEqual(['1', '5']);
});
test('a six with two heads', () => {
  const model = modelOf('S6', { ...THREE, cylinders: 6, heads: 'two', liners: 'wet' })!;
  expect(model.layout.heads?.map(({ cylinders }) => cylinders)).toEqual([
    ['1', '2', '3'],
    ['4', '5', '6'],
  ]);
});
const [station, foot] = THREE.stations;
const [ring, ...others] = THREE.rings;
test.each<[string, Partial<ModelAnswers>, AnswerFault]>([
  ['no maker', { maker: ' ' }, { at: 'maker', fault: 'missing' }],
  ['no name', { name: '' }, { at: 'name', fault: 'missing' }],
  ['a plate without digits', { plate: usualPlate('H') }, { at: 'plate', fault: 'noDigits' }],
  ['no cylinder', { cylinders: 0 }, { at: 'cylinders', fault: 'count', least: 1, most: MOST_CYLINDERS }],
  [
    'half a cylinder',
    { cylinders: 1.5 },
    { at: 'cylinders', fault: 'count', least: 1, most: MOST_CYLINDERS },
  ],
  [
    'too many cylinders',
    { cylinders: 25 },
    { at: 'cylinders', fault: 'count', least: 1, most: MOST_CYLINDERS },
  ],
  ['a V of three', { arrangement: 'v', banks: ['a', 'b'] }, { at: 'cylinders', fault: 'notEven' }],
  [
    'a bank without a name',
    { arrangement: 'v', cylinders: 4, banks: ['a'] },
    { at: 'banks', fault: 'missing', index: 1 },
  ],
  [
    'two banks of one name',
    { arrangement: 'v', cylinders: 4, banks: ['a', 'a'] },
    { at: 'banks', fault: 'twice' },
  ],
  ['no front', { frontLabel: '' }, { at: 'frontLabel', fault: 'missing' }],
  ['no bore', { bore: mm('wide') }, { at: 'bore', fault: 'noFigure' }],
  ['a bore of nothing', { bore: mm('0') }, { at: 'bore', fault: 'noFigure' }],
  ['no station', { stations: [] }, { at: 'stations', fault: 'count', least: 1, most: 20 }],
  [
    'a station nowhere',
    { stations: [station!, { ...foot!, distance: mm('') }] },
    { at: 'stations', fault: 'noFigure', index: 1 },
  ],
  [
    'a station twice',
    { stations: [station!, { ...foot!, distance: mm('15.0') }] },
    { at: 'stations', fault: 'twice', index: 1 },
  ],
  [
    'a station for nothing',
    { stations: [station!, foot!, { ...foot!, distance: mm('80'), bore: false }] },
    { at: 'stations', fault: 'forNothing', index: 2 },
  ],
  ['no ring', { rings: [] }, { at: 'rings', fault: 'count', least: 1, most: 8 }],
  [
    'a ring without a name',
    { rings: [{ ...ring!, label: '' }, ...others] },
    { at: 'rings', fault: 'missing', index: 0 },
  ],
  [
    'a ring without a station',
    { rings: [{ ...ring!, stations: [7] }, ...others] },
    { at: 'rings', fault: 'noStation', index: 0 },
  ],
  [
    'a ring of no piece',
    { rings: [{ ...ring!, members: 0 }, ...others] },
    { at: 'rings', fault: 'members', index: 0 },
  ],
  ['pairs of three rods', { pins: 'pairs' }, { at: 'pins', fault: 'notEven' }],
  ['two heads over three', { heads: 'two' }, { at: 'heads', fault: 'notEven' }],
  ['a head for each bank in line', { heads: 'perBank' }, { at: 'heads', fault: 'oneBank' }],
])('%s is said at its field, and makes no model', (_, wrong, fault) => {
  const answers = { ...THREE, ...wrong };
  expect(answerFaults(answers)).toContainEqual(fault);
  expect(modelOf('X', answers)).toBeUndefined();
});
test('all faults are said at once', () => {
  expect(answerFaults({ ...THREE, maker: '', name: '', bore: mm('') })).toHaveLength(3);
});
test('whatever is answered without a fault is a model that enumerates, and reads again as it was', () => {
  const labels = fc.string({
    unit: fc.constantFrom(...Array.from('abcXYZ äö')),
    minLength: 1,
    maxLength: 12,
  });
  const figures = fc.integer({ min: 1, max: 900 }).map((each) => mm(`${each / 10}`));
  const answers: fc.Arbitrary<ModelAnswers> = fc.record({
    ...{ maker: labels, name: labels, frontLabel: labels, bore: figures },
    engineClass: fc.constantFrom('aircraft', 'marine', 'tractor', 'ship'),
    plate: fc.integer({ min: 0, max: 99999 }).map((each) => usualPlate(`P-${each}/x`)),
    arrangement: fc.constantFrom('inline', 'flat', 'v'),
    banks: fc.constant(['one', 'other']),
    cylinders: fc.integer({ min: 1, max: 24 }),
    numbering: fc.constantFrom('across', 'bankByBank'),
    rings: fc.array(
      fc.record({
        ...{ label: labels, members: fc.integer({ min: 1, max: 3 }), expander: fc.boolean() },
        kind: fc.constantFrom('compression', 'scraper', 'oil', 'rail'),
        stations: fc.uniqueArray(fc.integer({ min: 0, max: 3 }), { minLength: 1, maxLength: 4 }),
      }),
      { minLength: 1, maxLength: 6 },
    ),
    stations: fc.uniqueArray(
      fc.record({
        ...{ label: fc.constantFrom('', 'top'), bore: fc.boolean(), distance: figures },
        datum: fc.constantFrom('deck', 'skirtEnd', 'flange'),
      }),
      { minLength: 1, maxLength: 4, selector: ({ datum, distance }) => `${datum} ${distance.text}` },
    ),
    mains: fc.integer({ min: 0, max: 9 }),
    pins: fc.constantFrom('each', 'pairs'),
    heads: fc.constantFrom('none', 'one', 'two', 'perBank', 'perCylinder'),
    liners: fc.constantFrom('none', 'dry', 'wet'),
    rodBolts: fc.integer({ min: 0, max: 4 }),
  });
  let made = 0;
  fc.assert(
    fc.property(answers, (given) => {
      const model = modelOf('M-1', given);
      expect(model === undefined).toBe(answerFaults(given).length > 0);
      if (model === undefined) return;
      made += 1;
      const there = (stations: readonly number[]) =>
        stations.filter((each) => given.stations[each] !== undefined);
      const each = given.rings.reduce(
        (sum, { members, stations }) => sum + members * there(stations).length,
        0,
      );
      const gaps = gapsOf(model).map(placeKey);
      expect(gaps).toHaveLength(given.cylinders * each);
      expect(new Set(gaps).size).toBe(gaps.length);
      expect(readAgain(model)).toEqual(model);
      const rods = model.layout.journals
        ?.filter(({ kind }) => kind === 'crankpin')
        .flatMap(({ cylinders }) => cylinders);
      expect([...(rods ?? [])].sort()).toEqual(model.layout.cylinders.map(({ id }) => id).sort());
    }),
    { numRuns: 400, seed: 20_261_127 },
  );
  expect(made).toBeGreaterThan(40);
});
