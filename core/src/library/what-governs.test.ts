import * as fc from 'fast-check';
import { kept, MODEL, printed, REVISION, RING_GAP, ROWS, thou } from '../../test/fixtures';
import {
  decisionAt,
  limitNotes,
  NO_PARTS,
  PIN_VERSION,
  pinLimits,
  pinSameDocuments,
  whatGoverns,
} from '../index';
import type { DocumentRevision, KeptRevision, LimitRow, PinQuestion } from '../index';

const document = (number: string, part: Partial<DocumentRevision>): DocumentRevision => ({
  ...REVISION,
  id: `${number} rev 1`,
  number,
  ...part,
});
const row = (document: string, label: string, part: Partial<LimitRow>): LimitRow => ({
  id: `${document} rev 1 row ${label}`,
  label,
  characteristic: 'ringGap',
  groove: '1',
  member: 'ring',
  station: 'top',
  printed: {},
  appliesTo: {},
  note: '',
  ...part,
});
const MANUAL = kept(REVISION, [
  ...ROWS.slice(0, 1),
  row('OM-1', '2', { printed: { min: printed('0.009', 'in'), max: printed('0.022', 'in') } }),
  ...ROWS.slice(2),
]);
const LEAFLET = kept(document('PL-1', { kind: 'partMaker', partsMaker: 'Corvale' }), [
  row('PL-1', '1', { formula: { bound: 'min', perDiameter: 0.0045, uplift: 0.3 } }),
]);
const TARGET = kept(document('TQ-1', { kind: 'shop' }), [
  row('TQ-1', '1', { printed: { min: printed('0.012', 'in'), max: printed('0.030', 'in') } }),
]);
const pin = (revisions: readonly KeptRevision[], part: Partial<PinQuestion> = {}) =>
  pinLimits({
    pin: 1,
    on: '2026-06-01',
    model: MODEL,
    characteristics: [RING_GAP],
    revisions,
    policy: { order: ['mandatory', 'letter', 'partMaker', 'manual'] },
    engine: { serial: 'V-100', diameter: thou('3940'), oversize: thou('20') },
    diameterBasis: 'nominalPlusOversize',
    ...part,
  });
const TOP = { characteristic: 'ringGap', at: { groove: '1', member: 'ring', station: 'top' } };

test('each source is a band, strongest first, with the ends that govern; a target and what is elsewhere come last', () => {
  const elsewhere = kept(document('SL-9', { kind: 'letter' }), [
    row('SL-9', '1', { printed: { max: printed('0.020', 'in') }, appliesTo: { serialFrom: 500 } }),
  ]);
  const found = whatGoverns(TOP, { partState: 'new' }, pin([TARGET, MANUAL, elsewhere, LEAFLET]));
  expect(
    found.sources.map(({ document: { number }, stands, standing, governs }) => [
      number,
      stands,
      standing,
      governs,
    ]),
  ).toEqual([
    ['PL-1', 'applies', 'governs', ['min']],
    ['OM-1', 'applies', 'governs', ['max']],
    ['TQ-1', 'applies', 'target', []],
    ['SL-9', 'elsewhere', 'governs', []],
  ]);
  expect(found.governing).toMatchObject({ contradiction: true, mixed: true });
});
test('a formula is worked out with the diameter that was used, rounded to whole nanometres', () => {
  const [leaflet] = whatGoverns(TOP, { partState: 'new' }, pin([MANUAL, LEAFLET])).sources;
  expect(leaflet?.worked).toEqual({
    bound: 'min',
    perDiameter: 0.0045,
    uplift: 0.3,
    diameter: thou('3940'),
    value: thou('23.049'),
  });
  expect(leaflet?.bounds).toEqual({ min: thou('23.049') });
});
test.each<[string, Partial<PinQuestion['engine']>, 'applies' | 'heldBack', string[]]>([
  ['the alloy is known and suits', { pistonMaterial: 'H' }, 'applies', []],
  ['the alloy is not known', {}, 'heldBack', ['pistonMaterial']],
])('a row that depends on the alloy: %s', (_why, engine, stands, missing) => {
  const leaflet = kept(
    LEAFLET.revision,
    LEAFLET.rows.map((each) => ({ ...each, appliesTo: { pistonMaterials: ['H'] } })),
  );
  const base = { serial: 'V-100', diameter: thou('3940'), oversize: thou('20') };
  const found = whatGoverns(
    TOP,
    { partState: 'new' },
    pin([MANUAL, leaflet], { engine: { ...base, ...engine } }),
  );
  expect(found.sources[0]).toMatchObject({ stands, missing });
});
test('an alloy that does not suit takes the row out, and it is not held back', () => {
  const leaflet = kept(
    LEAFLET.revision,
    LEAFLET.rows.map((each) => ({ ...each, appliesTo: { pistonMaterials: ['H'] } })),
  );
  const engine = { serial: 'V-100', diameter: thou('3940'), oversize: thou('20'), pistonMaterial: 'N' };
  const found = whatGoverns(TOP, { partState: 'new' }, pin([MANUAL, leaflet], { engine }));
  expect([found.held, found.governing.limit]).toEqual([[], { min: thou('9'), max: thou('22') }]);
});
test('where a kind is advisory it is shown and never governs', () => {
  const policy = { order: ['letter', 'manual'] as const };
  const found = whatGoverns(TOP, { partState: 'new' }, pin([MANUAL, LEAFLET], { policy }));
  expect(found.sources.find(({ kind }) => kind === 'partMaker')).toMatchObject({
    standing: 'advisory',
    governs: [],
  });
  expect(found.governing).toMatchObject({ contradiction: false, limit: { min: thou('9'), max: thou('22') } });
});
test('a shop target narrows inside the limit, whatever it says', () => {
  const size = fc.integer({ min: 1, max: 40_000 });
  fc.assert(
    fc.property(size, size, size, size, (a, b, c, d) => {
      const window = (low: number, high: number) => ({
        min: printed((Math.min(low, high) / 1e6).toFixed(6), 'in'),
        max: printed((Math.max(low, high) / 1e6).toFixed(6), 'in'),
      });
      const manual = kept(REVISION, [row('OM-1', '2', { printed: window(a, b) })]);
      const target = kept(TARGET.revision, [row('TQ-1', '1', { printed: window(c, d) })]);
      const alone = whatGoverns(TOP, { partState: 'new' }, pin([manual])).governing;
      const both = whatGoverns(TOP, { partState: 'new' }, pin([manual, target])).governing;
      expect(both.limit).toEqual(alone.limit);
      const { min, max } = both.target ?? {};
      if (min !== undefined) expect(min).toBeGreaterThan(alone.limit.min ?? 0);
      if (max !== undefined) expect(max).toBeLessThan(alone.limit.max ?? Infinity);
    }),
  );
});
test('what is said of the engine later decides the same documents anew, as the next pin', () => {
  const leaflet = kept(
    LEAFLET.revision,
    LEAFLET.rows.map((each) => ({ ...each, appliesTo: { pistonMaterials: ['H'] } })),
  );
  const before = pin([MANUAL, leaflet]);
  const after = pinSameDocuments(
    before,
    { ...before.context, pistonMaterial: 'H', serial: 'V-100' },
    'nominalPlusOversize',
    { version: PIN_VERSION, cylinders: [] },
  );
  const fit = (of: typeof before) => decisionAt(of, TOP, { state: 'new', partNumber: null });
  expect([fit(before)?.held.length, fit(before)?.governing.contradiction]).toEqual([1, false]);
  expect([fit(after)?.held.length, fit(after)?.governing.contradiction]).toEqual([0, true]);
  expect([after.pin, after.documents]).toEqual([2, before.documents]);
});

describe('notes about limits', () => {
  const engine = { serial: 'V-100', oversize: thou('20'), ringMaker: 'Corvale' };
  test.each<[string, ReturnType<typeof pin>, object, string[]]>([
    ['nothing odd', pin([MANUAL, LEAFLET]), engine, []],
    [
      'a serial that does not follow the pattern',
      pin([MANUAL], { engine: { serial: 'W100' } }),
      { ...engine, serial: 'W100' },
      ['serialOdd W100'],
    ],
    [
      'a leaflet of another maker governs',
      pin([MANUAL, LEAFLET]),
      { ...engine, ringMaker: 'Orrin' },
      ['otherMaker PL-1 rev 1 ring Orrin'],
    ],
    ['the same maker in other letters', pin([MANUAL, LEAFLET]), { ...engine, ringMaker: ' corvale ' }, []],
    [
      'nobody said whose rings are fitted',
      pin([MANUAL, LEAFLET]),
      { ...engine, ringMaker: null },
      ['otherMaker PL-1 rev 1 ring'],
    ],
    [
      'a leaflet that is advisory does not matter',
      pin([MANUAL, LEAFLET], { policy: { order: ['manual'] } }),
      { ...engine, ringMaker: 'Orrin' },
      [],
    ],
    [
      'a formula fed with the nominal bore of an oversize engine',
      pin([MANUAL, LEAFLET], { diameterBasis: 'nominal' }),
      engine,
      ['nominalDiameter PL-1 rev 1 row 1'],
    ],
    [
      'the nominal bore of a standard engine',
      pin([MANUAL, LEAFLET], { diameterBasis: 'nominal' }),
      { ...engine, oversize: 0 },
      [],
    ],
    [
      'the nominal bore, and nobody said what it is',
      pin([MANUAL, LEAFLET], { diameterBasis: 'nominal' }),
      { ...engine, oversize: null },
      ['nominalDiameter PL-1 rev 1 row 1'],
    ],
    ['the nominal bore without a formula', pin([MANUAL], { diameterBasis: 'nominal' }), engine, []],
  ])('%s', (_why, of, about, ids) => {
    expect(
      limitNotes(of, { ...NO_PARTS, engine: about as never, restated: [], limitDecisions: [] }, of.fits).map(
        ({ id }) => id,
      ),
    ).toEqual(ids);
  });
});
