import { slotsOf } from '../src/index';
import type { Characteristic, EngineModel, KeptRevision } from '../src/index';
import { FEELERS, IVO, kept, MODEL, REVISION, RING_GAP, ROUTE, SANNA, thou } from './fixtures';
import { BORE_GAUGE, mm } from './gauged';
import { BORE, rowOf } from './short-block';
import { Story } from './story';

const PORT = ['1', '3', '5', '7'];
export const STARBOARD = ['2', '4', '6', '8'];
const [top] = MODEL.layout.grooves;
/** Eight cylinders in two banks, one ring each, gauged at one station where its bore is gauged as well; bores in two oversizes. */
export const V8: EngineModel = {
  ...{ ...MODEL, id: 'V-8', engineClass: 'tractor', bore: mm('100') },
  rebore: { oversizes: [mm('0.25'), mm('0.50')], cleanUp: mm('0.05') },
  layout: {
    ...MODEL.layout,
    arrangement: 'v',
    banks: [
      { id: 'port', label: 'port bank', side: 'left' },
      { id: 'starboard', label: 'starboard bank', side: 'right' },
    ],
    cylinders: [...PORT, ...STARBOARD].map((id, i) => ({
      ...{ id, label: `Cyl ${id}`, row: i },
      bank: PORT.includes(id) ? 'port' : 'starboard',
    })),
    grooves: [top!],
    stations: [
      {
        ...{ id: 'mid', label: '', datum: 'deck', distance: mm('25'), for: ['bore'] },
        members: [{ groove: '1', member: 'ring' }],
      },
    ],
    directions: [
      { id: 'along', label: 'along', for: ['bore'] },
      { id: 'across', label: 'across', for: ['bore'] },
    ],
  },
};
export const gapAt = (cylinder: string): string =>
  `ringGap@cylinder:${cylinder}/groove:1/member:ring/station:mid`;
export const boreAt = (cylinder: string, direction: string): string =>
  `bore@cylinder:${cylinder}/station:mid/direction:${direction}`;
/** A gap gauge whose smallest step is a thousandth of an inch. */
const GAUGE = { ...FEELERS, id: 'GG-1', kind: 'sizeGauge' as const, blades: [], uncertainty: thou('0') };

/** An engine with its rings fitted, of one lot where none is named, on a route with the bores on it or without. */
export function twoBanks(
  more: {
    readonly lots?: (cylinder: string) => string | null;
    readonly withBores?: boolean;
    readonly rings?: 'new' | 'reused';
    /** Measured instead of bores and gaps; each of them has the limits of a gap. */
    readonly characteristics?: readonly Characteristic[];
    readonly rules?: number;
  } = {},
): Story {
  const { lots = () => '5512', withBores = true, rings: state = 'new', characteristics } = more;
  const story = new Story('required', V8);
  if (more.rules !== undefined) story.rules = more.rules;
  const [arrival, rings, release] = ROUTE.gates;
  story.characteristics = characteristics ?? (withBores ? [BORE, RING_GAP] : [RING_GAP]);
  const sheets = story.characteristics.map(({ id }) => id);
  const rows: KeptRevision = kept(
    { ...REVISION, appliesTo: { models: ['V-8'] } },
    [
      { ...rowOf('1', 'ringGap', ['0.45', '0.56']), groove: '1', member: 'ring', station: 'mid' },
      rowOf('2', 'bore', ['99.9', '100.2']),
      { ...rowOf('3', 'sides', ['0.05', '0.15']), groove: '1', member: 'ring' },
    ].filter(({ characteristic }) => sheets.includes(characteristic)),
  );
  story.revisions = [rows];
  story.route = { ...ROUTE, gates: [arrival!, { ...rings!, sheets }, release!] };
  story.open().do({ type: 'confirmIdentity', serialSeen: 'V-100' }, SANNA);
  for (const instrument of [BORE_GAUGE, GAUGE])
    story.do({ type: 'takeInstrument', instrument: instrument.id }, IVO, { instrument });
  const fit = (slots: readonly string[], lot: string | null) =>
    story.do({ type: 'fitParts', slots, state, partNumber: null, lot });
  for (const { key } of slotsOf(V8.layout, 'ring')) fit([key], lots(/cylinder:(\d)/.exec(key)?.[1] ?? ''));
  return story;
}
/** The gap of one ring, in thou. */
export const takeGap = (story: Story, cylinder: string, text: string): Story =>
  story.do({ ...story.reading(gapAt(cylinder), text), unit: 'thou', instrument: GAUGE.id }, IVO, {
    instrument: GAUGE,
  });
export const takeBore = (story: Story, cylinder: string, text: string): Story => {
  for (const direction of ['along', 'across'])
    story.do(
      { ...story.reading(boreAt(cylinder, direction), text), unit: 'mm', instrument: BORE_GAUGE.id },
      IVO,
      { instrument: BORE_GAUGE },
    );
  return story;
};
export const GAPS: Readonly<Record<string, string>> = {
  ...{ '1': '15/16', '3': '15/16', '5': '14/15', '7': '16/17' },
  ...{ '2': '19/20', '4': '20/22', '6': '19/20', '8': '20/22' },
};
export function allGaps(story: Story, gaps = GAPS): Story {
  for (const [cylinder, text] of Object.entries(gaps)) takeGap(story, cylinder, text);
  return story;
}
