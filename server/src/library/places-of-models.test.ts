import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { characteristic, engineModelFile } from '@oak-gate/contract';
import {
  parsePlaceKey,
  placeKey,
  placesOf,
  placesOnSheet,
  sheetModel,
  slotsAt,
  slotsOf,
  undeclaredAxes,
} from '@oak-gate/core';
import type { EngineModel, PartKind } from '@oak-gate/core';
import * as z from 'zod';

const json = (path: string): unknown => JSON.parse(readFileSync(join(__dirname, '../../..', path), 'utf8'));
const CATALOGUE = z.array(characteristic).parse(json('server/data/characteristics.json'));
const modelOf = (id: string): EngineModel => engineModelFile.parse(json(`demo/models/${id}.json`)).model;
const ALL = ['VA-4-330', 'M8-52', 'AX6-240', 'HD6-127', 'T3-29', '4-T58'].map(modelOf);
const [VA, M8, AX] = ALL as [EngineModel, EngineModel, EngineModel, ...EngineModel[]];

/**
 * Places of every characteristic that ships on every model of the demo, counted by hand: a flat four with three mains, a crankpin
 * for each rod and no liners; a V8 with five mains, two rods on a crankpin and two heads; a six in line with seven mains, liners
 * measured at five stations, and a head for each cylinder; another six with three rings, two heads, and neither valves nor the bolts
 * of mains and heads in its model; a three with five rings and dry liners; a two-stroke four with six rings and no liners.
 */
const BY_HAND: Readonly<
  Record<
    string,
    readonly [flatFour: number, v8: number, six: number, heavySix: number, three: number, twoStroke: number]
  >
> = {
  ringGap: [24, 32, 24, 18, 15, 32], // 4 x (3 + 2 + 1 stations), 8 x 4 members, 6 x 4 rings; 4 x (6 + 2 at the ends of a worn bore)
  ringSideClearance: [12, 32, 24, 18, 15, 24],
  grooveWidth: [12, 24, 24, 18, 15, 24],
  grooveWear: [12, 24, 24, 18, 15, 24],
  grooveTrial: [12, 24, 24, 18, 15, 24],
  boreDiameter: [16, 32, 60, 60, 18, 24], // stations for bores x two directions
  boreOutOfRound: [8, 16, 30, 30, 9, 12],
  boreTaper: [4, 8, 6, 6, 3, 4],
  boreTaperEnds: [4, 8, 6, 6, 3, 4],
  boreChoke: [4, 8, 6, 6, 3, 4],
  boreWear: [4, 8, 6, 6, 3, 4],
  boreRidge: [4, 8, 6, 6, 3, 4],
  boreRidgeFelt: [4, 8, 6, 6, 3, 4],
  blockBore: [0, 0, 24, 0, 12, 0], // two seats x two directions
  linerOutside: [0, 0, 24, 0, 12, 0],
  linerFit: [0, 0, 12, 0, 6, 0], // two seats
  linerProtrusion: [0, 0, 24, 24, 12, 0], // four points of the clock
  linerTilt: [4, 8, 6, 6, 3, 4],
  linerSeatClean: [4, 8, 6, 6, 3, 4],
  pistonSkirt: [4, 8, 6, 6, 3, 4],
  pistonClearance: [4, 8, 6, 6, 3, 4],
  pistonClearanceParts: [4, 8, 6, 6, 3, 4],
  pinClearance: [4, 8, 6, 6, 3, 4],
  pinDiameter: [4, 8, 6, 6, 3, 4],
  pinBoss: [4, 8, 6, 6, 3, 4],
  rodBush: [4, 8, 6, 6, 3, 4],
  pinBossClearance: [4, 8, 6, 6, 3, 4],
  rodBushClearance: [4, 8, 6, 6, 3, 4],
  journalDiameter: [14, 18, 26, 26, 14, 18], // mains and crankpins x two directions
  crankpinDiameter: [0, 0, 0, 24, 12, 16], // two planes x two directions, where a model has planes
  crankpinOutOfRound: [0, 0, 0, 12, 6, 8],
  crankpinTaper: [8, 8, 12, 12, 6, 8],
  mainJournalDiameter: [0, 0, 0, 28, 16, 20],
  mainJournalOutOfRound: [0, 0, 0, 14, 8, 10],
  mainBore: [6, 10, 14, 14, 8, 10],
  bigEndBore: [8, 16, 12, 12, 6, 8],
  mainShellSize: [3, 5, 7, 7, 4, 5],
  rodShellSize: [4, 8, 6, 6, 3, 4],
  mainClearance: [3, 5, 7, 7, 4, 5],
  mainClearanceParts: [3, 5, 7, 7, 4, 5],
  rodClearance: [4, 8, 6, 6, 3, 4],
  rodClearanceParts: [4, 8, 6, 6, 3, 4],
  endFloat: [1, 1, 1, 1, 1, 1],
  rodSideFloat: [4, 8, 6, 6, 3, 4],
  valveLash: [8, 16, 12, 0, 0, 0],
  rodNutTorque: [8, 16, 12, 12, 6, 8],
  mainBoltTorque: [6, 10, 14, 0, 0, 0],
  headBoltTorque: [0, 20, 48, 0, 0, 0], // screwed cylinders; two heads of ten; six heads of eight
  tighteningAngle: [8, 16, 12, 12, 6, 8],
  boltHours: [8, 16, 12, 12, 6, 8],
  boltTightenings: [8, 16, 12, 12, 6, 8],
  crankStarts: [1, 1, 1, 1, 1, 1],
  freeRotation: [4, 8, 6, 6, 3, 4],
  crankTurns: [1, 1, 1, 1, 1, 1],
};
test('the table has every characteristic that ships', () => {
  expect(Object.keys(BY_HAND)).toEqual(CATALOGUE.map(({ id }) => id));
});
test.each(CATALOGUE.map((each) => [each.id, each] as const))(
  '%s is found where it is measured',
  (id, each) => {
    const counts = ALL.map(({ layout }) => placesOf(layout, each).length);
    expect(counts).toEqual(BY_HAND[id]);
    for (const { layout } of ALL) {
      const places = placesOf(layout, each);
      // Where there is none, an axis of it is missing, and that is said; nowhere else is one missing.
      expect(undeclaredAxes(layout, each).length > 0).toBe(places.length === 0);
      const keys = places.map(placeKey);
      expect(new Set(keys).size).toBe(keys.length);
      for (const [i, place] of places.entries()) {
        expect(parsePlaceKey(keys[i]!)).toEqual(place);
        expect(Object.keys(place.at).sort()).toEqual([...each.axes].sort());
      }
    }
  },
);
test.each<[PartKind, number, number, number]>([
  ['bore', 4, 8, 6],
  ['ring', 12, 32, 24],
  ['rod', 4, 8, 6],
  ['journal', 7, 9, 13],
  ['shell', 14, 18, 26],
  ['bolt', 8, 16, 12],
  ['rodShell', 8, 16, 12],
  ['cap', 4, 8, 6],
  ['mainCap', 3, 5, 7],
  ['thrustWasher', 1, 1, 1],
])('slots of every %s', (kind, ...counts) => {
  expect([VA, M8, AX].map(({ layout }) => slotsOf(layout, kind).length)).toEqual(counts);
});
test('both rods of a crankpin depend on it, each on its own shells; a main on its own', () => {
  const at = (cylinder: string) => ({ characteristic: 'rodClearance', at: { cylinder } });
  expect(slotsAt(M8.layout, 'journal', at('1'))).toEqual(['journal@journal:pin-1']);
  expect(slotsAt(M8.layout, 'journal', at('2'))).toEqual(['journal@journal:pin-1']);
  // Two rods on one pin have four halves, each rod its own two.
  expect(slotsAt(M8.layout, 'rodShell', at('3'))).toEqual([
    'rodShell@cylinder:3/point:upper',
    'rodShell@cylinder:3/point:lower',
  ]);
  const main = { characteristic: 'mainClearance', at: { journal: 'main-5' } };
  expect(slotsAt(M8.layout, 'shell', main)).toEqual([
    'shell@journal:main-5/point:upper',
    'shell@journal:main-5/point:lower',
  ]);
  expect(slotsAt(M8.layout, 'rod', { characteristic: 'x', at: { journal: 'pin-3' } })).toEqual([
    'rod@cylinder:5',
    'rod@cylinder:6',
  ]);
  // A rod's bearing rests on its journal, both halves of the shell, the rod itself and the bolts of its cap.
  const { parts } = CATALOGUE.find(({ id }) => id === 'rodClearance')!;
  expect(parts.flatMap((kind) => slotsAt(M8.layout, kind, at('3')))).toEqual([
    'rodShell@cylinder:3/point:upper',
    'rodShell@cylinder:3/point:lower',
    'journal@journal:pin-2',
    'rod@cylinder:3',
    ...slotsOf(M8.layout, 'bolt').flatMap((slot) => (slot.at.cylinder === '3' ? [slot.key] : [])),
  ]);
  expect(slotsOf(M8.layout, 'bolt').filter((slot) => slot.at.cylinder === '3')).toHaveLength(2);
});
test('a model made before there were journals has the rings that it had, and says what it lacks', () => {
  const { heads: _h, journals: _j, directions: _d, points: _p, fasteners: _f, ...old } = VA.layout;
  const of = (id: string) => CATALOGUE.find((each) => each.id === id)!;
  expect(placesOf(old, of('ringGap'))).toEqual(placesOf(VA.layout, of('ringGap')));
  expect(undeclaredAxes(old, of('mainClearance'))).toEqual(['journal']);
  expect(undeclaredAxes(old, of('boreDiameter'))).toEqual(['direction']);
  expect(undeclaredAxes(old, of('ringGap'))).toEqual([]);
});

describe('the file of a model', () => {
  const file = (change: (layout: Record<string, unknown>) => void, version = 2): string[] => {
    const raw = json('demo/models/M8-52.json') as {
      version: number;
      model: { layout: Record<string, unknown> };
    };
    raw.version = version;
    change(raw.model.layout);
    const read = engineModelFile.safeParse(raw);
    return read.success
      ? []
      : read.error.issues.map(({ path, message }) => `${path.slice(2).join('.')}: ${message}`);
  };
  const VALVE = {
    ...{ kind: 'valve', name: 'valve', names: 'valves', axes: ['cylinder', 'point'] },
    ...{ along: { point: 'valve' }, reworks: ['refaced'] },
  };
  const withParts =
    (...partKinds: object[]) =>
    (layout: Record<string, unknown>) => {
      layout['partKinds'] = partKinds;
    };
  test('may declare kinds of part, which lie where it says', () => {
    expect(file(withParts(VALVE))).toEqual([]);
    const layout = { ...M8.layout, partKinds: [VALVE as never] };
    expect(slotsOf(layout, 'valve')).toHaveLength(16);
    expect(slotsAt(layout, 'valve', { characteristic: 'x', at: { cylinder: '3' } })).toHaveLength(2);
    expect(slotsOf(M8.layout, 'valve')).toEqual([]);
  });
  test.each<[string, object[], RegExp]>([
    ['a usual kind', [{ ...VALVE, kind: 'ring' }], /partKinds\.0\.kind: is a usual kind/],
    ['a kind twice', [VALVE, VALVE], /partKinds\.1\.kind: the kind "valve" is there twice/],
    ['no word for a key', [{ ...VALVE, kind: 'No 1' }], /partKinds\.0\.kind: a word such as/],
    [
      'an axis along which it has nothing',
      [{ ...VALVE, along: { point: 'camshaft' } }],
      /partKinds\.0\.axes: a valve lies along point, and this layout has none of these/,
    ],
    ['a rework that is fitting', [{ ...VALVE, reworks: ['fitted'] }], /partKinds\.0\.reworks\.0: is said by/],
    ['a rework in capitals', [{ ...VALVE, reworks: ['Reamed!'] }], /partKinds\.0\.reworks\.0: what was done/],
  ])('a kind of part with %s is refused', (_what, kinds, said) => {
    expect(file(withParts(...kinds)).join('\n')).toMatch(said);
  });
  test('kinds of part come with version 2 of the file', () => {
    expect(file(withParts(VALVE), 1).join('\n')).toMatch(/partKinds: comes with version 2/);
  });
  const first = (layout: Record<string, unknown>, set: string) =>
    (layout[set] as Record<string, unknown>[])[0]!;
  test.each<[string, (layout: Record<string, unknown>) => void, RegExp]>([
    [
      'an id that no key can hold',
      (l) => (first(l, 'journals')['id'] = 'No 1'),
      /journals\.0\.id: an id that stands in places/,
    ],
    [
      'an id of a cylinder as well',
      (l) => (first(l, 'cylinders')['id'] = 'cyl.1'),
      /cylinders\.0\.id: an id/,
    ],
    [
      'two of one id',
      (l) => (first(l, 'points')['id'] = 'exhaust'),
      /points: the id "exhaust" is there twice/,
    ],
    [
      'a crankpin of a cylinder that is not there',
      (l) => (first(l, 'journals')['cylinders'] = ['9']),
      /no cylinder "9"/,
    ],
    ['a head of nothing', (l) => (first(l, 'heads')['cylinders'] = []), /heads\.0\.cylinders/],
    [
      'a station for nothing',
      (l) => Object.assign(first(l, 'stations'), { members: [], for: [] }),
      /is for nothing/,
    ],
  ])('is refused with %s', (_why, change, said) => {
    expect(file(change).join('\n')).toMatch(said);
  });
  test('of version 1 is read as it was, and has none of what came later', () => {
    const SETS = ['heads', 'journals', 'directions', 'points', 'fasteners'];
    const asItWas = (layout: Record<string, unknown>): void => {
      for (const set of SETS) Reflect.deleteProperty(layout, set);
      layout['stations'] = (layout['stations'] as { members: unknown[] }[]).filter(
        ({ members }) => members.length > 0,
      );
    };
    expect(file(asItWas, 1)).toEqual([]);
    expect(file(() => undefined, 1)).toHaveLength(SETS.length);
    expect(file(() => undefined, 2)).toEqual([]);
    expect(file(() => undefined, 3).length).toBeGreaterThan(0);
  });
});

describe('a sheet', () => {
  const laidOut = CATALOGUE.flatMap((each) =>
    ALL.flatMap((model) =>
      [6, Infinity].map((most) => [`${each.id} on ${model.id}, ${most} across`, each, model, most] as const),
    ),
  );
  test.each(laidOut)(
    '%s: every place once, and no more side by side than there is room for',
    (_what, each, model, most) => {
      const sheet = sheetModel(model.layout, each, most);
      const keys = placesOnSheet(sheet).map(placeKey);
      expect([...keys].sort()).toEqual(placesOf(model.layout, each).map(placeKey).sort());
      for (const { columns, groups } of sheet.blocks) {
        expect(columns.length).toBeLessThanOrEqual(most);
        // No block, group or line without a place on it, and a cell for each column.
        for (const { lines } of groups)
          for (const { places } of lines) {
            expect(places).toHaveLength(columns.length);
            expect(places.some((place) => place !== undefined)).toBe(true);
          }
      }
    },
  );
  test.each([
    ['ringGap', M8, ['port', 'starboard'], 'cylinder', ['groove', 'member'], ['station']],
    ['boreDiameter', AX, [undefined, undefined], 'cylinder direction', [], ['station']],
    ['boreDiameter', M8, ['port', 'port', 'starboard', 'starboard'], 'cylinder direction', [], ['station']],
    ['mainClearance', M8, [undefined], 'journal', [], []],
    ['mainClearance', AX, [undefined, undefined], 'journal', [], []], // seven mains: four, and three below
    ['endFloat', VA, [undefined], undefined, [], []],
    ['headBoltTorque', M8, [undefined], 'head', [], ['fastener']],
    ['ringSideClearance', AX, [undefined], 'cylinder', [], ['groove', 'member']],
  ] as const)('%s on %o', (id, model, banks, across, group, line) => {
    const { blocks } = sheetModel(
      model.layout,
      CATALOGUE.find((each) => each.id === id)!,
      6,
    );
    expect(blocks.map(({ bank }) => bank)).toEqual(banks);
    const [first] = blocks;
    expect(Object.keys(first!.columns[0]!)).toEqual(across?.split(' ') ?? []);
    expect(Object.keys(first!.groups[0]!.at)).toEqual(group);
    expect(Object.keys(first!.groups[0]!.lines[0]!.at)).toEqual(line);
  });
});
