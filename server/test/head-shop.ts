import { randomUUID } from 'node:crypto';
import { mkdirSync, mkdtempSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { jobRequest, Shop } from './shop';
import type { Tablet } from './shop';

/** Everything that a shop says to measure valve gear: the same data that docs/own-measurements.md tells of, and no code. */
const WORK = ['gatesBefore', 'findingsDecided', 'placesAccepted'];
const gate = (
  stage: string,
  label: string,
  conditions: readonly string[],
  sheets: readonly string[],
  by: string,
) => ({
  stage,
  label,
  conditions,
  sheets,
  signedBy: [by],
  independent: true,
});
export const VALVE_SHEETS = [
  'guideBore',
  'valveStem',
  'stemClearance',
  'camshaftEndFloat',
  'rockerFree',
] as const;
export const ROUTE = {
  id: 'valve-gear',
  covers: 'valve gear and ring end gaps',
  gates: [
    gate('arrival', 'Arrival', ['identityConfirmed', 'documentsCurrent'], [], 'inspector'),
    { ...gate('measure', 'Measure', WORK, VALVE_SHEETS, 'inspector'), after: ['arrival'] },
    gate('release', 'Release', WORK, [], 'releaser'),
  ],
};

const station = (id: string, label: string, distance: string) => ({
  id,
  label,
  datum: 'deck',
  distance: { text: distance, unit: 'mm' },
  members: [{ groove: '1', member: 'ring' }],
});
const ids = (from: number, to: number): string[] =>
  Array.from({ length: to - from + 1 }, (_, i) => String(from + i));
/** Four cylinders under two heads, five mains; the layout says where valves, guides, rockers and the camshaft lie. */
export const MODEL = {
  format: 'oak-gate/engine-model',
  version: 2,
  model: {
    id: 'HD-4-112',
    maker: 'Halden',
    name: 'HD-4-112',
    engineClass: 'heavyDiesel',
    serialPattern: '^H-(\\d{4})$',
    bore: { text: '112.00', unit: 'mm' },
    layout: {
      arrangement: 'inline',
      frontLabel: 'fan end',
      banks: [{ id: 'a', label: '', side: 'middle' }],
      cylinders: ids(1, 4).map((id, i) => ({ id, label: `Cylinder ${id}`, bank: 'a', row: i * 4 })),
      grooves: [
        {
          id: '1',
          label: 'Top ring',
          members: [{ id: 'ring', label: 'ring', kind: 'compression', expander: false }],
        },
      ],
      stations: [station('top', 'top of travel', '20')],
      heads: [
        { id: 'front', label: 'Front head', cylinders: ['1', '2'] },
        { id: 'rear', label: 'Rear head', cylinders: ['3', '4'] },
      ],
      journals: [
        ...ids(1, 5).map((id) => ({ id: `m${id}`, label: `Main ${id}`, kind: 'main', cylinders: [] })),
        ...ids(1, 4).map((id) => ({
          id: `p${id}`,
          label: `Crankpin ${id}`,
          kind: 'crankpin',
          cylinders: [id],
        })),
      ],
      directions: [
        { id: 'along', label: 'along', for: ['valve gear'] },
        { id: 'across', label: 'across', for: ['valve gear'] },
      ],
      points: [
        { id: 'in', label: 'inlet valve', for: ['valve'] },
        { id: 'ex', label: 'exhaust valve', for: ['valve'] },
      ],
      partKinds: [
        kind('valve', 'valve', 'valves', ['refaced']),
        kind('guide', 'valve guide', 'valve guides', ['reamed']),
        kind('rocker', 'rocker', 'rockers', ['bushed anew']),
        { kind: 'camshaft', name: 'camshaft', names: 'camshafts', axes: [], reworks: ['ground'] },
      ],
      notApplicable: [],
    },
  },
};
function kind(id: string, name: string, names: string, reworks: readonly string[]) {
  return { kind: id, name, names, axes: ['cylinder', 'point'], along: { point: 'valve' }, reworks };
}

const SIZE = {
  measures: 'as the manual shows',
  unitKind: 'length',
  rowAxes: [],
  along: { point: 'valve', direction: 'valve gear' },
};
const DIAMETER = {
  ...SIZE,
  axes: ['cylinder', 'point', 'direction'],
  words: { tight: 'small', loose: 'large' },
};
export const CHARACTERISTICS = [
  {
    ...DIAMETER,
    id: 'guideBore',
    name: 'Guide inside diameter',
    usualTool: 'small bore gauge',
    wear: 'grows',
    parts: ['guide'],
    stateOf: 'guide',
    tools: ['sizeGauge'],
    setting: true,
    conditions: [
      {
        id: 'head',
        name: 'Head',
        choices: [
          { id: 'off', text: 'off the block' },
          { id: 'bolted', text: 'bolted to a plate' },
        ],
      },
    ],
  },
  {
    ...DIAMETER,
    id: 'valveStem',
    name: 'Valve stem diameter',
    usualTool: 'micrometer',
    wear: 'shrinks',
    parts: ['valve'],
    stateOf: 'valve',
    tools: ['sizeGauge'],
  },
  {
    ...SIZE,
    axes: ['cylinder', 'point'],
    along: { point: 'valve' },
    words: { tight: 'tight', loose: 'loose' },
    id: 'stemClearance',
    name: 'Valve stem in guide',
    usualTool: 'worked out',
    wear: 'grows',
    parts: ['guide', 'valve'],
    stateOf: 'guide',
    from: { rule: 'difference', of: 'guideBore', less: 'valveStem' },
  },
  {
    ...SIZE,
    axes: [],
    along: {},
    words: { tight: 'tight', loose: 'loose' },
    id: 'camshaftEndFloat',
    name: 'Camshaft end float',
    usualTool: 'feeler set',
    wear: 'grows',
    parts: ['camshaft'],
    stateOf: 'camshaft',
    tools: ['feeler'],
  },
  {
    measures: 'turned by hand on its shaft',
    unitKind: 'check',
    rowAxes: [],
    axes: ['cylinder', 'point'],
    along: { point: 'valve' },
    words: { tight: 'binds', loose: 'binds' },
    id: 'rockerFree',
    name: 'Rocker free on its shaft',
    usualTool: 'the hand',
    wear: 'none',
    parts: ['rocker'],
    stateOf: 'rocker',
  },
];
export const TABLE = `row,characteristic,min,max,service_max,unit,rule,question
1,guideBore,8.00,8.02,8.06,mm,,
2,valveStem,7.95,7.97,,mm,,
3,stemClearance,0.03,0.07,0.12,mm,,
4,camshaftEndFloat,4,12,16,thou,,
5,rockerFree,,,,,check,Does the rocker turn freely on its shaft?`;

/** A shop with nothing but its own data besides what ships; with people, a feeler set, a bore gauge and a micrometer. */
export async function headShop(): Promise<Shop> {
  const folder = mkdtempSync(join(tmpdir(), 'oak-gate-head-'));
  mkdirSync(join(folder, 'routes'));
  writeFileSync(join(folder, 'routes/valve-gear.json'), JSON.stringify(ROUTE));
  const shop = await new Shop(folder).open();
  await shop.furnish();
  const teo = await shop.as('teo');
  const must = async (path: string, body: object): Promise<void> => {
    const answer = await teo.post(path, { id: randomUUID(), ...body });
    if (answer.status !== 201) throw new Error(JSON.stringify(answer.body));
  };
  await must('/api/library/models', { file: MODEL });
  for (const characteristic of CHARACTERISTICS)
    await must('/api/library/characteristics', { characteristic });
  for (const [id, name] of [
    ['BG-1', 'Small bore gauge'],
    ['MC-1', 'Micrometer'],
  ])
    await must('/api/instruments', {
      instrument: {
        ...{ id, name, kind: 'sizeGauge', unit: 'mm', resolution: '0.001', uncertainty: '0.002' },
        ...{ calibratedOn: '2026-05-01', dueOn: '2026-12-01', blades: [] },
      },
    });
  await shop.publish({ number: 'HM-112', revision: '1', kind: 'manual', models: ['HD-4-112'] }, TABLE);
  return shop;
}
export async function openHeadJob(shop: Shop, ivo: Tablet): Promise<string> {
  const request = jobRequest('J-1', 'H-0112');
  const opened = await ivo.post('/api/jobs', {
    ...request,
    engine: { ...request.engine, model: 'HD-4-112' },
    route: ROUTE.id,
  });
  if (opened.status !== 201) throw new Error(JSON.stringify(opened.body));
  return opened.body.jobId as string;
}
