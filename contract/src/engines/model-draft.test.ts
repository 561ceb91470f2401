import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import {
  COUNTED_SETS,
  countOf,
  digestOf,
  draftOfModel,
  EMPTY_MODEL,
  headChoices,
  itemOfKind,
  layoutOf,
  modelChanges,
  modelFaults,
  modelOfDraft,
  movedRing,
  numberingsOf,
  placeKey,
  placesOf,
  reshaped,
  shapeOf,
  usualPlate,
  withAskedOfDesign,
  withCount,
  withFace,
  withGapsAt,
  withKindIn,
  withKit,
  withKitItem,
  withKitItemSaid,
  withLabel,
  withLiners,
  withNozzles,
  withoutOwnFaces,
  withoutRing,
  withoutStation,
  withOwnFaces,
  withPartRule,
  withPartRules,
  withRing,
  withRingOf,
  withRingTravel,
  withRodOnPin,
  withStation,
  withStationFor,
  withStationSaid,
} from '@oak-gate/core';
import type { EngineModel, ModelDraft } from '@oak-gate/core';
import fc from 'fast-check';
import { RING_GAP } from '../../../core/test/fixtures';
import { faultsInWords } from '../words/model-words';
import { engineModelFile, modelFile } from './model-file';
import { readModelDraft } from './model-draft-file';

const MODELS = join(import.meta.dirname, '../../../demo/models');
const SAMPLES = readdirSync(MODELS).map((name) => ({
  name,
  file: JSON.parse(readFileSync(join(MODELS, name), 'utf8')) as { model: unknown },
}));
const mm = (text: string) => ({ text, unit: 'mm' as const });
const readAgain = (model: EngineModel): EngineModel =>
  engineModelFile.parse(JSON.parse(JSON.stringify(modelFile(model)))).model;
const faultsOf = (draft: ModelDraft): readonly string[] =>
  modelFaults(draft).map(({ path, fault }) => `${path.join('.')} ${fault}`);
const set = (purpose: (typeof COUNTED_SETS)[number]['purpose']) =>
  COUNTED_SETS.find((each) => each.purpose === purpose)!;

/** Three cylinders in line, two of whose rods share a pin, five rings, two stations, dry liners: made as somebody would. */
function three(): ModelDraft {
  let draft: ModelDraft = {
    ...EMPTY_MODEL,
    ...{ id: 'H3-95', maker: 'Harrow', name: 'H3-95', engineClass: 'tractor', bore: mm('95') },
    plate: usualPlate('H3-00417'),
  };
  draft = { ...draft, layout: { ...draft.layout, frontLabel: 'pulley end' } };
  draft = reshaped(draft, { cylinders: 3, headsEach: 3, rodsEach: 1, mains: 4 });
  draft = withRodOnPin(draft, '2', 0);
  for (const label of ['Top', 'Second', 'Third', 'Upper scraper', 'Lower scraper'])
    draft = withRing(draft, label);
  for (const [label, at] of [
    ['top of ring travel', '15'],
    ['below ring travel', '150'],
  ] as const)
    draft = withStation(draft, { label, datum: 'deck', distance: mm(at), for: ['bore'] });
  for (const { id } of draft.layout.grooves)
    for (const station of ['s1', 's2']) draft = withGapsAt(draft, id, station, true);
  draft = withLiners(draft, 'dry');
  return withCount(withCount(draft, set('bore'), 2), set('rod'), 2);
}
const pinsOf = ({ layout }: ModelDraft) =>
  (layout.journals ?? [])
    .filter(({ kind }) => kind === 'crankpin')
    .map(({ cylinders }) => cylinders.join(' '));

test('three cylinders, five rings, two stations: thirty gaps, and the model reads again as it was', () => {
  const draft = three();
  expect(faultsOf(draft)).toEqual([]);
  const model = modelOfDraft(draft);
  expect(placesOf(model.layout, RING_GAP)).toHaveLength(30);
  expect(readAgain(model)).toEqual(model);
  expect(model.serialPattern).toBe('^H3-(\\d{5})$');
  expect(pinsOf(draft)).toEqual(['1 2', '3']);
  expect(model.layout.journals?.map(({ label }) => label)).toEqual([
    ...['main 1', 'main 2', 'main 3', 'main 4'],
    ...['crankpin 1', 'crankpin 2'],
  ]);
});
test('a V8 numbered across: odd to the left, neighbours on one pin, a head on each bank', () => {
  let draft = reshaped(three(), { arrangement: 'v', cylinders: 8, rodsEach: 2, headsEach: 4, mains: 5 });
  draft = withLabel(withLabel(draft, 'banks', 0, 'port bank'), 'banks', 1, 'starboard bank');
  draft = reshaped(draft, { headsEach: 4 });
  expect(faultsOf(draft)).toEqual([]);
  expect(pinsOf(draft)).toEqual(['1 2', '3 4', '5 6', '7 8']);
  expect(draft.layout.heads?.map(({ label, cylinders }) => `${label}: ${cylinders.join(' ')}`)).toEqual([
    'port bank head: 1 3 5 7',
    'starboard bank head: 2 4 6 8',
  ]);
});
test('a six with two heads', () => {
  const draft = reshaped(three(), { cylinders: 6, headsEach: 3, rodsEach: 1 });
  expect(draft.layout.heads?.map(({ cylinders }) => cylinders)).toEqual([
    ['1', '2', '3'],
    ['4', '5', '6'],
  ]);
  expect(faultsOf(draft)).toEqual([]);
  expect(headChoices(draft)).toEqual([6, 3, 2, 1, 0]);
});
test.each(SAMPLES)(
  '$name opens unchanged, and what its shape is asked for again changes nothing',
  ({ file }) => {
    const model = engineModelFile.parse(file).model;
    const read = readModelDraft(file)!;
    expect(read.faults).toEqual([]);
    expect(faultsInWords(read.draft)).toEqual([]);
    expect(digestOf(modelOfDraft(read.draft))).toBe(digestOf(model));
    expect(digestOf(modelOfDraft(draftOfModel(model)))).toBe(digestOf(model));
    expect(readAgain(model)).toEqual(model);
    const draft = draftOfModel(model);
    const shape = shapeOf(draft);
    expect(shape.numbering).toBeDefined();
    expect(shape.rodsEach).toBeDefined();
    expect(digestOf(modelOfDraft(reshaped(draft, {})))).toBe(digestOf(model));
    for (const counted of COUNTED_SETS)
      expect(withCount(draft, counted, countOf(draft, counted))).toEqual(draft);
  },
);

const station = (draft: ModelDraft, i: number) => draft.layout.stations[i]!.id;
test.each<[string, (draft: ModelDraft) => ModelDraft, string]>([
  ['no maker', (d) => ({ ...d, maker: ' ' }), 'maker missing'],
  ['no name', (d) => ({ ...d, name: '' }), 'name missing'],
  ['a plate without digits', (d) => ({ ...d, plate: usualPlate('H') }), 'serialPattern plate'],
  ['no plate', (d) => ({ ...d, plate: usualPlate(' ') }), 'serialPattern plate'],
  ['no front', (d) => ({ ...d, layout: { ...d.layout, frontLabel: '' } }), 'layout.frontLabel missing'],
  ['a bore in words', (d) => ({ ...d, bore: mm('wide') }), 'bore noSize'],
  ['a bore of nothing', (d) => ({ ...d, bore: mm('0') }), 'bore noSize'],
  ['no cylinder', (d) => reshaped(d, { cylinders: 0 }), 'layout.cylinders none'],
  ['a V of three', (d) => reshaped(d, { arrangement: 'v' }), 'layout.cylinders notEven'],
  [
    'a bank without a name',
    (d) => reshaped(d, { arrangement: 'v', cylinders: 4 }),
    'layout.banks.0.label missing',
  ],
  [
    'two banks of one name',
    (d) =>
      withLabel(withLabel(reshaped(d, { arrangement: 'v', cylinders: 4 }), 'banks', 0, 'a'), 'banks', 1, 'A'),
    'layout.banks.1.label nameTwice',
  ],
  ['a cylinder without a name', (d) => withLabel(d, 'cylinders', 1, ' '), 'layout.cylinders.1.label missing'],
  ['no ring', (d) => d.layout.grooves.reduce((at, { id }) => withoutRing(at, id), d), 'layout.grooves none'],
  ['two rings of one name', (d) => withLabel(d, 'grooves', 1, 'top'), 'layout.grooves.1.label nameTwice'],
  ['a ring without a name', (d) => withLabel(d, 'grooves', 4, ''), 'layout.grooves.4.label missing'],
  [
    'a ring without a station',
    (d) => withGapsAt(withGapsAt(d, '4', 's1', false), '4', 's2', false),
    'layout.grooves.3 noStation',
  ],
  [
    'no station',
    (d) => d.layout.stations.reduce((at, { id }) => withoutStation(at, id), d),
    'layout.stations none',
  ],
  [
    'a station nowhere',
    (d) => withStationSaid(d, station(d, 1), { distance: mm('') }),
    'layout.stations.1.distance noSize',
  ],
  [
    'a station twice',
    (d) => withStationSaid(d, station(d, 1), { distance: mm('15.0') }),
    'layout.stations.1.distance stationTwice',
  ],
  [
    'a station for nothing',
    (d) => withStation(d, { label: '', datum: 'deck', distance: mm('80') }),
    'layout.stations.2 forNothing',
  ],
  [
    'ring travel upside down',
    (d) => withRingTravel(d, { upper: station(d, 1), lower: station(d, 0) }),
    'layout.ringTravel travelTurned',
  ],
  [
    'a cylinder under no head',
    (d) => ({ ...d, layout: { ...d.layout, heads: [{ id: '1', label: 'head', cylinders: ['1', '2'] }] } }),
    'layout.heads underNoHead',
  ],
  [
    'a rod on two pins',
    (d) => ({
      ...d,
      layout: {
        ...d.layout,
        journals: ['1', '2'].map((id) => ({
          ...{ id, label: id, kind: 'crankpin' as const, cylinders: ['1', '2', '3'] },
        })),
      },
    }),
    'layout.journals onTwoPins',
  ],
])('%s is said at its field', (_, wrong, said) => {
  const draft = wrong(three());
  expect(faultsOf(draft)).toContain(said);
  expect(faultsOf(three())).not.toContain(said);
  for (const { words } of faultsInWords(draft)) expect(words).toMatch(/\S/);
});
test('all faults are said at once', () => {
  expect(faultsOf({ ...three(), maker: '', name: '', bore: mm('') })).toHaveLength(3);
  expect(faultsOf(EMPTY_MODEL)).toEqual([
    ...['maker missing', 'name missing', 'serialPattern plate', 'layout.frontLabel missing', 'bore noSize'],
    ...['layout.cylinders none', 'layout.grooves none', 'layout.stations none'],
  ]);
});

test('what was said of a ring that is taken out never holds for one that is made later', () => {
  const published = modelOfDraft(three());
  const without = withoutRing(draftOfModel(published), '5');
  const again = withRing(without, 'Oil', [published]);
  expect(again.layout.grooves.at(-1)?.id).toBe('6');
  // Nor for one that was made and taken out in the same draft.
  expect(withRing(withoutRing(again, '6'), 'Oil', [published]).layout.grooves.at(-1)?.id).toBe('7');
  expect(modelChanges(published, modelOfDraft(without))).toContainEqual(
    expect.objectContaining({ kind: 'removed', set: 'grooves', id: '5' }),
  );
});
test('a cylinder that comes back is the one with that number', () => {
  const model = modelOfDraft(three());
  const back = reshaped(reshaped(draftOfModel(model), { cylinders: 2 }), { cylinders: 3 });
  expect(back.layout.cylinders).toEqual(model.layout.cylinders);
});

const figures = fc.integer({ min: 0, max: 900 }).map((each) => mm(`${each / 10}`));
const words = fc.constantFrom('Top', 'Second', 'Oil', 'Üb', ' ', 'long '.repeat(8));
type Edit = (draft: ModelDraft) => ModelDraft;
const at = <T>(items: readonly T[], i: number): T | undefined => items[i % Math.max(1, items.length)];
const small = fc.nat(30);
const few = fc.nat(3);
const edits: fc.Arbitrary<Edit> = fc.oneof(
  fc.constantFrom('inline' as const, 'flat' as const, 'v' as const).map(
    (arrangement): Edit =>
      (d) =>
        reshaped(d, { arrangement }),
  ),
  fc.integer({ min: -1, max: 30 }).map(
    (cylinders): Edit =>
      (d) =>
        reshaped(d, { cylinders }),
  ),
  small.map(
    (i): Edit =>
      (d) =>
        reshaped(d, { numbering: at(numberingsOf(d.layout.arrangement), i) }),
  ),
  small.map(
    (i): Edit =>
      (d) =>
        reshaped(d, { headsEach: at(headChoices(d), i) ?? 0 }),
  ),
  fc.nat(3).map(
    (rodsEach): Edit =>
      (d) =>
        reshaped(d, { rodsEach }),
  ),
  fc.nat(12).map(
    (mains): Edit =>
      (d) =>
        reshaped(d, { mains }),
  ),
  fc.tuple(small, fc.nat(9)).map(([i, pin]): Edit => (d) => {
    const rod = at(d.layout.cylinders, i);
    return rod === undefined ? d : withRodOnPin(d, rod.id, pin);
  }),
  words.map(
    (label): Edit =>
      (d) =>
        withRing(d, label),
  ),
  small.map(
    (i): Edit =>
      (d) =>
        withoutRing(d, at(d.layout.grooves, i)?.id ?? ''),
  ),
  fc.tuple(small, fc.constantFrom(-1 as const, 1 as const)).map(
    ([i, by]): Edit =>
      (d) =>
        movedRing(d, i, by),
  ),
  fc
    .tuple(
      small,
      fc.record(
        {
          kind: fc.constantFrom('compression' as const, 'scraper' as const, 'oil' as const, 'rail' as const),
          members: fc.integer({ min: 0, max: 6 }),
          expander: fc.boolean(),
        },
        { requiredKeys: [] },
      ),
    )
    .map(
      ([i, change]): Edit =>
        (d) =>
          withRingOf(d, at(d.layout.grooves, i)?.id ?? '', change),
    ),
  fc.tuple(words, figures, fc.constantFrom('deck' as const, 'skirtEnd' as const), fc.boolean()).map(
    ([label, distance, datum, bore]): Edit =>
      (d) =>
        withStation(d, { label, datum, distance, ...(bore ? { for: ['bore'] } : {}) }),
  ),
  small.map(
    (i): Edit =>
      (d) =>
        withoutStation(d, at(d.layout.stations, i)?.id ?? ''),
  ),
  fc.tuple(small, small, fc.boolean()).map(
    ([i, j, taken]): Edit =>
      (d) =>
        withGapsAt(d, at(d.layout.grooves, i)?.id ?? '', at(d.layout.stations, j)?.id ?? '', taken),
  ),
  fc.tuple(small, fc.constantFrom('bore', 'liner'), fc.boolean()).map(
    ([i, purpose, taken]): Edit =>
      (d) =>
        withStationFor(d, at(d.layout.stations, i)?.id ?? '', purpose, taken),
  ),
  fc.constantFrom('none' as const, 'dry' as const, 'wet' as const).map(
    (liners): Edit =>
      (d) =>
        withLiners(d, liners),
  ),
  fc.tuple(fc.constantFrom(...COUNTED_SETS), fc.nat(14)).map(
    ([counted, n]): Edit =>
      (d) =>
        withCount(d, counted, n),
  ),
  fc.tuple(fc.constantFrom('cylinders' as const, 'grooves' as const, 'heads' as const), small, words).map(
    ([of, i, label]): Edit =>
      (d) =>
        withLabel(d, of, i, label),
  ),
  fc
    .tuple(few, few, words, fc.constantFrom('ring', 'bolt', undefined), fc.integer({ min: 0, max: 3 }))
    .map(([kit, item, name, kind, count]): Edit => (d) => {
      const made = withKitItem(withKit(d), kit);
      const named = withPartRule(made, 'kits', kit, (each) => ({ ...each, name }));
      const groove = d.layout.grooves[0]?.id;
      return withKitItemSaid(named, kit, item, (each) => ({
        ...itemOfKind({ ...each, ...(groove === undefined ? {} : { groove }) }, kind),
        ...{ name, count },
      }));
    }),
  fc.tuple(few, fc.boolean()).map(
    ([kit, whole]): Edit =>
      (d) =>
        whole ? withPartRule(d, 'kits', kit, null) : withKitItemSaid(d, kit, 0, null),
  ),
  fc.tuple(fc.constantFrom('bolt', 'piston'), fc.integer({ min: -1, max: 2 }), fc.boolean()).map(
    ([kind, limit, more]): Edit =>
      (d) =>
        withNozzles(
          withPartRules(withKindIn(d, 'papers', kind, more), 'lives', (all) =>
            more ? [...all, { kind, counts: 'hours', limit }] : all.slice(1),
          ),
          more,
        ),
  ),
  fc.tuple(words, words, fc.constantFrom('only' as const, 'never' as const, 'usual' as const)).map(
    ([name, number, asked]): Edit =>
      (d) =>
        withPartRules(d, 'designs', (all) => [
          ...all.slice(-1),
          withAskedOfDesign(
            {
              name,
              kind: 'ring',
              partNumbers: number === '' ? [] : [number],
              asks: [],
              leavesOut: ['ringGap'],
            },
            'ringGap',
            asked,
          ),
        ]),
  ),
  fc.tuple(fc.constantFrom('pin', 'bolt'), few, words).map(
    ([kind, what, said]): Edit =>
      (d) =>
        what === 0
          ? withoutOwnFaces(d, kind)
          : what === 1
            ? withFace(withOwnFaces(d, kind), kind)
            : withPartRule(d, 'faces', what, (each) => ({ ...each, name: said, reject: said })),
  ),
);
test('whatever is done in the editor, a draft without faults enumerates, exports and imports again unchanged', () => {
  let kept = 0;
  fc.assert(
    fc.property(fc.constantFrom(EMPTY_MODEL, three()), fc.array(edits, { maxLength: 14 }), (start, all) => {
      const draft = all.reduce((now, edit) => edit(now), start);
      const { layout } = draft;
      // No two things of one kind ever have one id, whatever was taken out and put in.
      for (const items of [
        layout.grooves,
        layout.stations,
        layout.cylinders,
        layout.journals ?? [],
        layout.points ?? [],
        layout.kits ?? [],
        ...(layout.kits ?? []).map(({ contents }) => contents),
      ])
        expect(new Set(items.map(({ id }) => id)).size).toBe(items.length);
      // No edit leaves something that names what is not there.
      expect(faultsOf(draft).filter((said) => /unknown|noMember|idTwice/.test(said))).toEqual([]);
      expect(placesOf(layoutOf(draft), RING_GAP).length).toBe(
        layout.cylinders.length * layout.stations.reduce((sum, { members }) => sum + members.length, 0),
      );
      const model = modelOfDraft(draft);
      const parsed = engineModelFile.safeParse(JSON.parse(JSON.stringify(modelFile(model))));
      expect(parsed.success).toBe(modelFaults(draft).length === 0);
      if (!parsed.success) return;
      kept += 1;
      expect(digestOf(parsed.data.model)).toBe(digestOf(model));
      const gaps = placesOf(model.layout, RING_GAP).map(placeKey);
      expect(new Set(gaps).size).toBe(gaps.length);
      expect(modelChanges(model, parsed.data.model)).toEqual([]);
      expect(digestOf(modelOfDraft(draftOfModel(model)))).toBe(digestOf(model));
    }),
    { numRuns: 1500, seed: 20_261_128 },
  );
  expect(kept).toBeGreaterThan(100);
});

test('a faulty file opens with everything that can be read, and every fault with its place', () => {
  const { model } = structuredClone(SAMPLES.find(({ name }) => name.startsWith('T3'))!.file) as unknown as {
    model: {
      maker: unknown;
      layout: { stations: { distance: unknown }[]; grooves: unknown; cylinders: { bank: string }[] };
    };
  };
  model.maker = 7;
  model.layout.stations[1]!.distance = { text: 'fifteen', unit: 'mm' };
  model.layout.grooves = 'five';
  model.layout.cylinders[0]!.bank = 'port';
  const read = readModelDraft({ format: 'oak-gate/engine-model', version: 2, model })!;
  expect(read.draft.maker).toBe('7');
  const odd = readModelDraft({ format: 'oak-gate/engine-model', version: 2, model: { ...model, name: {} } })!;
  expect([odd.draft.name, odd.faults.some(({ path }) => path[0] === 'name')]).toEqual(['', true]);
  expect(read.draft.layout.grooves).toEqual([]);
  expect(read.draft.layout.stations[1]?.distance.text).toBe('fifteen');
  const said = [...read.faults, ...faultsInWords(read.draft)].map(({ path }) => path.join('.'));
  expect(said).toEqual(
    expect.arrayContaining([
      'maker',
      'layout.grooves',
      'layout.stations.1.distance',
      'layout.cylinders.0.bank',
    ]),
  );
});
test.each([
  [undefined],
  ['text'],
  [{}],
  [{ format: 'other', model: {} }],
  [{ format: 'oak-gate/engine-model' }],
])('what is no model file is none: %j', (file) => {
  expect(readModelDraft(file)).toBeUndefined();
});
test('whatever stands in a model file, it opens', () => {
  fc.assert(
    fc.property(fc.dictionary(fc.constantFrom('maker', 'layout', 'bore', 'id'), fc.jsonValue()), (model) => {
      const read = readModelDraft({ format: 'oak-gate/engine-model', version: 2, model })!;
      expect(read.faults.length).toBeGreaterThan(0);
      expect(() => faultsInWords(read.draft)).not.toThrow();
    }),
  );
});

const KIT = { id: 'kit', name: 'Top kit', contents: [{ id: 'item', name: 'Rings', count: 2 }] };
const DESIGN = { name: 'keystone', kind: 'ring', partNumbers: ['K-1'], asks: [], leavesOut: ['ringGap'] };
const FACE = {
  ...{ kind: 'pin', id: 'face', name: 'surface', sort: 'look', looks: ['crack'] },
  ...{ how: 'by eye', reject: 'any crack', aspects: ['face'] },
};
test.each<[string, object, readonly string[]]>([
  ['kits that are whole', { kits: [KIT, { ...KIT, id: 'kit-2', name: 'Other kit' }] }, []],
  ['a kit with a name that is there', { kits: [KIT, { ...KIT, id: 'kit-2' }] }, ['kits.1.name nameTwice']],
  ['a kit with an id that is there', { kits: [KIT, { ...KIT, name: 'Other' }] }, ['kits idTwice']],
  ['a kit with nothing in it', { kits: [{ ...KIT, contents: [] }] }, ['kits.0.contents none']],
  ['a kit without a name', { kits: [{ ...KIT, name: ' ' }] }, ['kits.0.name missing']],
  ...[0, 1.5, -1, 1001].map((count): [string, object, readonly string[]] => [
    `${count} things in a kit`,
    { kits: [{ ...KIT, contents: [{ id: 'item', name: 'Rings', count }] }] },
    ['kits.0.contents.0.count noCount'],
  ]),
  ['a thousand of them', { kits: [{ ...KIT, contents: [{ id: 'i', name: 'Balls', count: 1000 }] }] }, []],
  [
    'a thing of a kind and a groove that are not there',
    { kits: [{ ...KIT, contents: [{ ...KIT.contents[0], kind: 'wing', groove: '9' }] }] },
    ['kits.0.contents.0.kind unknown', 'kits.0.contents.0.groove unknown'],
  ],
  ['lives in hours and in cycles', { lives: [life(1), { ...life(1), counts: 'cycles' }] }, []],
  ['a life that is there twice', { lives: [life(1), life(2)] }, ['lives.1 lifeTwice']],
  ['a life of nothing', { lives: [life(0)] }, ['lives.0.limit noCount']],
  ['a life without end', { lives: [life(1e9 + 1)] }, ['lives.0.limit noCount']],
  [
    'nothing until the next overhaul',
    { lives: [{ ...life(1), untilNext: 0 }] },
    ['lives.0.untilNext noCount'],
  ],
  ['a kind that is not there', { papers: ['wing'], singleUse: ['bolt'] }, ['papers.0 unknown']],
  ['a design', { designs: [DESIGN] }, []],
  [
    'a design without numbers',
    { designs: [{ ...DESIGN, partNumbers: [' '] }] },
    ['designs.0.partNumbers missing'],
  ],
  [
    'a design that asks nothing else',
    { designs: [{ ...DESIGN, leavesOut: [] }] },
    ['designs.0.asks asksNothing'],
  ],
  [
    'a design that asks both ways',
    { designs: [{ ...DESIGN, asks: ['ringGap'] }] },
    ['designs.0.asks bothWays'],
  ],
  [
    'two classes of bores',
    {
      boreClasses: [
        { mark: 'A', size: mm('92') },
        { mark: 'B', size: mm('92.01') },
      ],
    },
    [],
  ],
  [
    'a mark that is there, and one that is none',
    {
      boreClasses: [
        { mark: 'A', size: mm('92') },
        { mark: ' a', size: mm('93') },
        { mark: ' ', size: mm('94') },
      ],
    },
    ['boreClasses.1.mark nameTwice', 'boreClasses.2.mark missing'],
  ],
  ['a face', { faces: [FACE, { ...FACE, id: 'other' }, { ...FACE, kind: 'bolt' }] }, []],
  ['a face that is there', { faces: [FACE, FACE] }, ['faces idTwice']],
  [
    'a face without words',
    { faces: [{ ...FACE, how: '', reject: ' ' }] },
    ['faces.0.how missing', 'faces.0.reject missing'],
  ],
])('what a model says of its parts: %s', (_, said, faults) => {
  const draft = { ...three(), layout: { ...three().layout, ...said } } as ModelDraft;
  expect(faultsOf(draft)).toEqual(faults.map((each) => `layout.${each}`));
  const parsed = engineModelFile.safeParse(JSON.parse(JSON.stringify(modelFile(modelOfDraft(draft)))));
  expect(parsed.success).toBe(faults.length === 0);
});
function life(limit: number) {
  return { kind: 'bolt', counts: 'hours', limit };
}
test('a file with one wrong thing keeps everything else that it says of its parts', () => {
  const { model } = structuredClone(SAMPLES.find(({ name }) => name.startsWith('HD6'))!.file) as unknown as {
    model: { maker: string; layout: Record<string, unknown> & { kits: (typeof KIT)[] } };
  };
  model.layout.kits[0]!.contents[0]!.count = -6;
  model.layout['faces'] = [FACE, { ...FACE, id: 'other', looks: 'everything' }];
  model.layout['lives'] = [{ kind: 'bolt', counts: 'hours', limit: 'long' }, life(9)];
  const read = readModelDraft({ format: 'oak-gate/engine-model', version: 2, model })!;
  const { kits = [], faces = [], lives = [] } = read.draft.layout;
  expect([kits.length, kits[0]?.contents.length, kits[0]?.contents[0]?.count]).toEqual([2, 7, -6]);
  expect(faces.map(({ id }) => id)).toEqual(['face']);
  expect(lives.map(({ limit }) => limit)).toEqual([0, 9]);
  const said = [...read.faults, ...faultsInWords(read.draft)].map(({ path }) => path.join('.'));
  expect(said).toEqual(
    expect.arrayContaining([
      'layout.kits.0.contents.0.count',
      'layout.faces.1.looks',
      'layout.lives.0.limit',
    ]),
  );
});
test('a ring that is taken out of a model leaves the kits that hold such rings without their groove', () => {
  const model = SAMPLES.find(({ name }) => name.startsWith('HD6'))!.file;
  const draft = withoutRing(readModelDraft(model)!.draft, '2');
  const rings = draft.layout.kits?.[0]?.contents.filter(({ kind }) => kind === 'ring');
  expect(rings?.map(({ groove }) => groove)).toEqual(['1', undefined, '3']);
});
