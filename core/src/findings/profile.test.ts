import { MODEL, RING_GAP } from '../../test/fixtures';
import { gauged, mm } from '../../test/gauged';
import type { Story } from '../../test/story';
import { parsePlaceKey, profileAt } from '../index';
import type { Characteristic, EngineModel } from '../index';

const station = (id: string, depth: string, datum: 'deck' | 'skirtEnd' = 'deck') => ({
  ...{ id, label: '', datum, distance: mm(depth), members: [], for: ['bore'] },
});
/** Two cylinders, three stations from the deck in another order than their depth, one that is counted from elsewhere. */
const BORES: EngineModel = {
  ...MODEL,
  engineClass: 'tractor',
  layout: {
    ...MODEL.layout,
    stations: [
      ...MODEL.layout.stations,
      ...[
        station('deep', '90'),
        station('upper', '10'),
        station('mid', '50'),
        station('foot', '5', 'skirtEnd'),
      ],
    ],
    directions: [
      { id: 'along', label: 'along', for: ['bore'] },
      { id: 'across', label: 'across', for: ['bore'] },
    ],
  },
};
const BORE: Characteristic = {
  ...RING_GAP,
  ...{
    id: 'bore',
    name: 'Bore',
    axes: ['cylinder', 'station', 'direction'],
    questions: [],
    tools: ['sizeGauge'],
  },
  ...{ along: { station: 'bore', direction: 'bore' }, parts: ['bore'], stateOf: 'bore', rowAxes: [] },
};
const bores = (): Story => gauged(BORES, BORE, ['100.00', '100.05']);
const key = (cylinder: number, at: string, direction = 'along') =>
  `bore@cylinder:${cylinder}/station:${at}/direction:${direction}`;
const take = (told: Story, place: string, text: string) =>
  told.do({
    ...({
      type: 'takeReading',
      place,
      text,
      unit: 'mm',
      instrument: 'BG-1',
      answers: [],
      slip: null,
    } as const),
  });
const at = (told: Story, place: string) => profileAt(told.job, parsePlaceKey(place)!);

test('a bore along its depth, whatever the order of its stations; what is counted from elsewhere is no part of it', () => {
  const told = bores();
  take(told, key(1, 'deep'), '100.02');
  take(told, key(1, 'upper'), '100.06');
  take(told, key(1, 'upper', 'across'), '100.08');
  const profile = at(told, key(1, 'mid'))!;
  expect(profile.depths.map(({ station: id }) => id)).toEqual(['upper', 'mid', 'deep']);
  expect(
    profile.lines.map(({ direction, points }) => [direction, points.map(({ size }) => size?.low)]),
  ).toEqual([
    ['along', [mm('100.06').nm, undefined, mm('100.02').nm]],
    ['across', [mm('100.08').nm, undefined, undefined]],
  ]);
  expect(profile.lines[0]!.points.map(({ state }) => state)).toEqual(['loose', 'notTaken', 'in']);
  // Behind it the other cylinder, in both directions.
  expect(profile.others.map(({ points }) => points.map(({ key: place }) => place)[0])).toEqual([
    key(2, 'upper'),
    key(2, 'upper', 'across'),
  ]);
  expect([profile.limit, profile.range]).toEqual([
    { min: mm('100.00').nm, max: mm('100.05').nm },
    { least: mm('100.00').nm, most: mm('100.08').nm },
  ]);
});
test('what does not count any more is not drawn', () => {
  const told = bores();
  take(told, key(1, 'upper'), '100.01');
  const size = () => at(told, key(1, 'upper'))!.lines[0]!.points[0]!.size;
  expect(size()).toBeDefined();
  told.do({ type: 'reworkPart', part: 'bore@cylinder:1#1', basedOn: 1, what: 'honed', how: 'stone' });
  expect(size()).toBeUndefined();
});
test('several points at one station are drawn from the smallest to the largest', () => {
  const told = bores();
  take(told, key(1, 'upper'), '100.01-100.04');
  expect(at(told, key(1, 'upper'))!.lines[0]!.points[0]!.size).toEqual({
    low: mm('100.01').nm,
    high: mm('100.04').nm,
  });
});
test.each<[string, Story, string]>([
  ['nothing that lies along no depth', bores(), 'ringGap@cylinder:1/groove:1/member:ring/station:top'],
  ['a place that is counted from another datum alone', bores(), key(1, 'foot')],
])('%s has no profile', (_what, told, place) => {
  expect(at(told, place)).toBeUndefined();
});
