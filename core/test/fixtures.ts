import { decimalLength } from '../src/index';
import type {
  Actor,
  Characteristic,
  DocumentRevision,
  EngineModel,
  Envelope,
  Instrument,
  KeptRevision,
  LengthUnit,
  LimitRow,
  Nanometres,
  PrintedLength,
  Role,
  Route,
} from '../src/index';

export const length = (text: string, unit: LengthUnit): Nanometres => {
  const nm = decimalLength(text, unit);
  if (nm === undefined) throw new Error(`${text} ${unit} is no length`);
  return nm;
};
export const printed = (text: string, unit: LengthUnit): PrintedLength => ({
  text,
  unit,
  nm: length(text, unit),
});
export const thou = (text: string): Nanometres => length(text, 'thou');

export const person = (name: string, ...roles: Role[]): Actor => ({
  id: name.toLowerCase(),
  name,
  roles,
  authorisation: null,
});
export const IVO = person('Ivo', 'technician');
export const SANNA = person('Sanna', 'technician');
export const PERRIN = person('Perrin', 'inspector');
export const GHISLAINE = person('Ghislaine', 'releaser');
export const TEO = person('Teo', 'steward', 'manager');

const RING = [{ id: 'ring', label: 'ring', kind: 'compression' as const, expander: false }];
/** Two cylinders, a top ring with two stations and an oil ring with an expander and one. */
export const MODEL: EngineModel = {
  id: 'VA-2',
  maker: 'Veldane',
  name: 'VA-2',
  engineClass: 'aircraft',
  serialPattern: '^V-(\\d+)$',
  bore: printed('5.125', 'in'),
  layout: {
    arrangement: 'flat',
    frontLabel: 'propeller end',
    banks: [
      { id: 'left', label: 'left bank', side: 'left' },
      { id: 'right', label: 'right bank', side: 'right' },
    ],
    cylinders: [
      { id: '1', label: 'Cyl 1', bank: 'right', row: 0 },
      { id: '2', label: 'Cyl 2', bank: 'left', row: 1 },
    ],
    grooves: [
      { id: '1', label: 'Top ring', members: RING },
      { id: '2', label: 'Oil ring', members: [{ id: 'ring', label: 'ring', kind: 'oil', expander: true }] },
    ],
    stations: [
      {
        id: 'skirt',
        label: '',
        datum: 'skirtEnd',
        distance: printed('2.0', 'in'),
        members: [
          { groove: '1', member: 'ring' },
          { groove: '2', member: 'ring' },
        ],
      },
      {
        id: 'top',
        label: 'top of ring travel',
        datum: 'skirtEnd',
        distance: printed('5.25', 'in'),
        members: [{ groove: '1', member: 'ring' }],
      },
    ],
    notApplicable: [],
  },
};
export const RING_GAP: Characteristic = {
  id: 'ringGap',
  name: 'Ring end gap',
  axes: ['cylinder', 'groove', 'member', 'station'],
  parts: ['ring', 'bore'],
  stateOf: 'ring',
  tools: ['feeler', 'sizeGauge'],
  words: { tight: 'tight', loose: 'loose' },
  questions: [{ id: 'expanderOut', text: 'Is the expander out?', when: 'expander' }],
  allowNegative: false,
  filed: 'ring',
};
export const ROUTE: Route = {
  id: 'ring-gaps',
  covers: 'ring end gaps',
  gates: [
    {
      stage: 'arrival',
      label: 'Arrival',
      conditions: ['identityConfirmed', 'documentsCurrent', 'instrumentsInDate'],
      sheets: [],
      signedBy: ['inspector'],
      independent: true,
    },
    {
      stage: 'rings',
      label: 'Rings',
      conditions: ['gatesBefore', 'findingsDecided', 'placesAccepted'],
      sheets: ['ringGap'],
      signedBy: ['inspector'],
      independent: true,
    },
    {
      stage: 'release',
      label: 'Release',
      conditions: ['gatesBefore', 'findingsDecided', 'placesAccepted'],
      sheets: [],
      signedBy: ['releaser'],
      independent: true,
    },
  ],
};

const row = (label: string, groove: string, station: string, min?: string, max?: string): LimitRow => ({
  id: `OM-1 rev 1 row ${label}`,
  label,
  characteristic: 'ringGap',
  groove,
  member: 'ring',
  station,
  appliesTo: {},
  note: '',
  printed: {
    ...(min === undefined ? {} : { min: printed(min, 'in') }),
    ...(max === undefined ? {} : { max: printed(max, 'in') }),
  },
});
export const ROWS: readonly LimitRow[] = [
  row('1', '1', 'skirt', '0.040', '0.052'),
  row('2', '1', 'top', '0.009'),
  row('3', '2', 'skirt', '0.012', '0.028'),
];
export const REVISION: DocumentRevision = {
  id: 'OM-1 rev 1',
  number: 'OM-1',
  revision: '1',
  title: 'Manual',
  kind: 'manual',
  issued: '2026-01-01',
  effective: '2026-01-02',
  appliesTo: { models: ['VA-2'] },
};
export const kept = (revision: DocumentRevision, rows: readonly LimitRow[]): KeptRevision => ({
  revision,
  rows,
  file: undefined,
  attachments: [],
  writers: ['teo'],
  checked: undefined,
  withdrawn: undefined,
  draftedBy: { id: 'teo', by: 'Teo', at: '2026-01-02T08:00:00.000Z' },
  published: {
    id: 'teo',
    by: 'Teo',
    at: '2026-01-02T08:00:00.000Z',
    digest: revision.id.padEnd(64, '0').slice(0, 64),
    secondLook: 'Perrin',
  },
});

const BLADES = [
  '4',
  '5',
  '6',
  '7',
  '8',
  '9',
  '10',
  '11',
  '12',
  '13',
  '14',
  '15',
  '18',
  '20',
  '22',
  '25',
  '28',
  '35',
  '40',
  '42',
  '44',
  '46',
  '48',
  '50',
  '52',
  '55',
];
export const FEELERS: Instrument = {
  id: 'FS-2',
  name: 'Feeler set',
  kind: 'feeler',
  unit: 'thou',
  resolution: thou('1'),
  uncertainty: thou('0.2'),
  calibratedOn: '2026-01-01',
  dueOn: '2026-12-01',
  blades: BLADES.map((text) => printed(text, 'thou')),
};

/** An event as a ledger would hand it on. */
export const stamped = (
  event: { readonly type: string; readonly v: number; readonly data: unknown },
  by: Actor,
  at = '2026-01-01T00:00:00.000Z',
): Envelope => ({ chain: 'c', seq: 1, job: null, command: 'c', at, by, ...event });
