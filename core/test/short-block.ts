import { placeKey, slotsOf } from '../src/index';
import type { Characteristic, EngineModel, LimitRow, Place, Route, RowRule } from '../src/index';
import { kept, MODEL, REVISION, RING_GAP, ROUTE, SANNA, IVO } from './fixtures';
import { BORE_GAUGE, mm } from './gauged';
import { Story } from './story';

const station = (id: string, depth: string) => ({
  ...{ id, label: '', datum: 'deck', distance: mm(depth), members: [], for: ['bore'] },
});
const named = (id: string, ...purposes: string[]) => ({ id, label: id, for: purposes });
/**
 * Four cylinders under two heads, bores at three depths in two directions, liners at four points of the clock, a crankpin for
 * two rods each, three mains.
 */
export const BLOCK: EngineModel = {
  ...{ ...MODEL, id: 'B-4', engineClass: 'tractor', bore: mm('100') },
  rebore: { oversizes: [mm('0.50'), mm('1.00')], cleanUp: mm('0.10') },
  layout: {
    ...MODEL.layout,
    regrind: [{ journals: 'crankpin', standard: mm('60'), undersizes: [mm('0.25'), mm('0.50')] }],
    banks: [
      { id: 'left', label: 'left bank', side: 'left' },
      { id: 'right', label: 'right bank', side: 'right' },
    ],
    cylinders: ['1', '2', '3', '4'].map((id, i) => ({
      ...{ id, label: `Cyl ${id}`, row: i },
      bank: i < 2 ? 'left' : 'right',
    })),
    stations: [
      ...MODEL.layout.stations,
      station('mid', '50'),
      station('top', '10'),
      station('foot', '90'),
    ] as never,
    heads: [
      { id: 'A', label: 'head A', cylinders: ['1', '2'] },
      { id: 'B', label: 'head B', cylinders: ['3', '4'] },
    ],
    journals: [
      ...['m1', 'm2', 'm3'].map((id) => ({ id, label: id, kind: 'main' as const, cylinders: [] })),
      { id: 'p1', label: 'pin 1', kind: 'crankpin', cylinders: ['1', '3'] },
      { id: 'p2', label: 'pin 2', kind: 'crankpin', cylinders: ['2', '4'] },
    ],
    directions: [named('along', 'bore', 'journal'), named('across', 'bore', 'journal')],
    points: [
      { ...named('h12', 'liner'), clock: 12 },
      { ...named('h6', 'liner'), clock: 6 },
      named('upper', 'shell'),
      named('lower', 'shell'),
    ],
  },
};

const BASE: Characteristic = {
  ...RING_GAP,
  questions: [],
  tools: ['sizeGauge'],
  rowAxes: [],
  allowNegative: true,
};
const measured = (
  id: string,
  axes: Characteristic['axes'],
  part: string,
  more: Partial<Characteristic> = {},
) => {
  const { filed: _, ...base } = BASE;
  return { ...base, id, name: id, axes, parts: [part], stateOf: part, ...more };
};
const bores = { along: { station: 'bore', direction: 'bore' } } as const;
export const BORE = measured('bore', ['cylinder', 'station', 'direction'], 'bore', bores);
export const ROUND = measured('round', ['cylinder', 'station'], 'bore', {
  ...bores,
  tools: [],
  from: { rule: 'range', of: 'bore' },
});
export const TAPER = measured('taper', ['cylinder'], 'bore', {
  tools: [],
  from: { rule: 'meanRange', of: 'bore' },
});
export const SKIRT = measured('skirt', ['cylinder'], 'piston');
export const PLAY = measured('play', ['cylinder'], 'piston', { tools: ['feeler'] });
/** The same fit from its parts. */
export const PLAY_PARTS: Characteristic = {
  ...measured('playParts', ['cylinder'], 'piston', { tools: [], below: 'interference', judgedAs: 'play' }),
  ...{ parts: ['piston', 'bore'], from: { rule: 'difference', of: 'bore', less: 'skirt' } },
};
export const STANDS = measured('stands', ['cylinder', 'point'], 'liner', {
  along: { point: 'liner' },
  under: 'head',
});
export const JOURNALS = measured('journals', ['journal', 'direction'], 'journal', {
  along: { journal: 'crankpin', direction: 'journal' },
});
/** What is stamped on the shells of the rods, which lie with them here. */
export const STAMPS = measured('stamps', ['cylinder'], 'rod', { tools: [], classOf: 'journals' });
/** The bore of a rod with its shells in, and the bearing from it. */
export const EYES = measured('eyes', ['cylinder', 'direction'], 'rod', { along: { direction: 'journal' } });
export const BEARING = measured('bearing', ['cylinder'], 'rod', {
  ...{ tools: [], from: { rule: 'difference', of: 'eyes', less: 'journals' } },
});
export const WEAR = measured('wear', ['cylinder'], 'bore', {
  tools: [],
  from: { rule: 'wear', of: 'bore' },
});
export const RODS = measured('rods', ['cylinder', 'journal'], 'rod', { along: { journal: 'crankpin' } });

export const rowOf = (
  label: string,
  characteristic: string,
  [min, max]: readonly [min: string, max: string],
  more: Partial<LimitRow> & { readonly rule?: RowRule } = {},
): LimitRow => ({
  ...{ id: `OM-1 rev 1 row ${label}`, label, characteristic, appliesTo: {}, note: '' },
  printed: {
    ...(min === '' ? {} : { min: mm(min) }),
    ...(max === '' ? {} : { max: mm(max) }),
  },
  ...more,
});
const [arrival, rings, release] = ROUTE.gates as [Gate, Gate, Gate];
type Gate = Route['gates'][number];
/** A job in which these are measured, arrived, with every part that they rest on named; by older rules where some are said. */
export function shortBlock(
  characteristics: readonly Characteristic[],
  rows: readonly LimitRow[],
  rules?: number,
  block: EngineModel = BLOCK,
): Story {
  const told = new Story('required', block);
  if (rules !== undefined) told.rules = rules;
  told.characteristics = characteristics;
  told.revisions = [kept({ ...REVISION, appliesTo: { models: [BLOCK.id] } }, rows)];
  told.route = {
    ...ROUTE,
    gates: [arrival, { ...rings, sheets: characteristics.map(({ id }) => id) }, release],
  };
  told.instrument = BORE_GAUGE;
  told.open().do({ type: 'confirmIdentity', serialSeen: 'V-100' }, SANNA);
  told.do({ type: 'takeInstrument', instrument: BORE_GAUGE.id }, IVO);
  const kinds = new Set(characteristics.flatMap(({ parts }) => parts));
  kinds.delete('bore');
  for (const kind of kinds) {
    const slots = slotsOf(BLOCK.layout, kind).map(({ key }) => key);
    told.do({ type: 'fitParts', slots, state: 'new', partNumber: null, lot: null });
  }
  return told;
}
export const keyOf = (characteristic: string, at: Place['at']): string => placeKey({ characteristic, at });
export const bore = (cylinder: string, at: string, direction: string): string =>
  keyOf('bore', { cylinder, station: at, direction });
/** Takes a size with the bore gauge, in mm, by somebody. */
export const size = (told: Story, place: string, text: string, by = IVO): Story =>
  told.do({ type: 'takeReading', place, text, unit: 'mm', instrument: 'BG-1', answers: [], slip: null }, by);
