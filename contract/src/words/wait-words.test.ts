import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { nanometres } from '@oak-gate/core';
import type { CellFault, Finding, JobState, LimitNote, SetRuleStand, Wait } from '@oak-gate/core';
import { engineModelFile } from '../engines/model-file';
import { cellWords } from './cell-words';
import { findingWords, noteWords, ruleWords, waitWords } from './wait-words';

const { model } = engineModelFile.parse(
  JSON.parse(readFileSync(join(__dirname, '../../../demo/models/VA-4-330.json'), 'utf8')),
);
const at = (cylinder: number, station = 'top') =>
  `ringGap@cylinder:${cylinder}/groove:1/member:ring/station:${station}`;
const STATE = {
  pins: [
    {
      model,
      characteristics: [{ id: 'ringGap', name: 'Ring end gap', words: { tight: 'tight', loose: 'loose' } }],
    },
  ],
  places: new Map<string, object>([
    [at(1), { contested: [], readings: [{ status: 'current', instrument: { unit: 'thou' } }] }],
    [
      at(2),
      {
        contested: [1, 2],
        readings: [
          { seq: 1, by: { id: 'ivo' } },
          { seq: 2, by: { id: 'sanna' } },
        ],
      },
    ],
  ]),
  route: { gates: [{ stage: 'arrival', label: 'Arrival' }] },
} as unknown as JobState;
const PLACE = 'Cyl 1, top compression ring, top of ring travel';
const finding = (of: object): Finding =>
  ({ id: 'f', decidedBy: ['inspector'], notBy: [], ...of }) as unknown as Finding;

test.each<[Wait, string]>([
  [{ kind: 'identity' }, 'a second person to read the serial on the engine'],
  [{ kind: 'documents' }, 'the documents to be checked as current'],
  [
    { kind: 'documentsMoved', documents: ['SL-88 rev C', 'TQ-1 rev 3'] },
    'SL-88 rev C, TQ-1 rev 3: arrived or changed in the library; adopt or decline',
  ],
  [{ kind: 'noInstrument', characteristic: 'Ring end gap' }, 'an instrument for ring end gap'],
  [
    { kind: 'instrumentDue', instrument: 'FS-2', dueOn: '2026-06-01' },
    'FS-2: due for its check on 2026-06-01',
  ],
  [{ kind: 'place', place: at(1), state: 'notTaken' }, `${PLACE}: not taken`],
  [{ kind: 'place', place: at(1), state: 'notProven' }, `${PLACE}: not proven`],
  [{ kind: 'gate', gate: 'arrival' }, 'the Arrival gate'],
  [{ kind: 'gate', gate: 'release' }, 'the release gate'],
  [
    { kind: 'finding', finding: finding({ kind: 'contested', place: at(2) }) },
    `${PLACE.replace('1', '2')}: two people measured it, and not alike`,
  ],
])('a gate that waits: %j', (wait, words) => expect(waitWords(STATE, wait)).toBe(words));

test.each<[object, string]>([
  [{ kind: 'outOfLimits', place: at(1), word: 'loose', asked: null }, `${PLACE} is loose`],
  [
    { kind: 'outOfLimits', place: at(1), word: 'tight', asked: 'no other ring' },
    `${PLACE} is tight; a concession is asked for`,
  ],
  [
    { kind: 'notApplicableDeclared', place: at(1), reason: 'chamfered' },
    `${PLACE} is said to be not applicable: chamfered`,
  ],
  [
    { kind: 'instrumentOutOfDate', instrument: 'FS-2', dueOn: '2026-06-01', places: [at(1)] },
    'FS-2 was past its check on 2026-06-01; 1 reading was taken with it',
  ],
  [
    { kind: 'instrumentOutOfDate', instrument: 'FS-2', dueOn: '2026-06-01', places: [at(1), at(2)] },
    'FS-2 was past its check on 2026-06-01; 2 readings were taken with it',
  ],
])('a finding: %j', (of, words) => expect(findingWords(STATE, finding(of))).toBe(words));
test.each(['contradiction', 'tie', 'heldBack'] as const)('a limit withheld for a %s says why', (why) => {
  const fit = 'ringGap@groove:1/member:ring/station:top';
  const words = findingWords(STATE, finding({ kind: 'limitWithheld', fit, partState: 'new', why }));
  expect(words).toMatch(/^top compression ring, top of ring travel: .{8,}/);
});

test.each<[object, RegExp]>([
  [{ kind: 'serialOdd', serial: 'X1', pattern: '' }, /^serial X1 does not match the pattern/],
  [
    { kind: 'otherMaker', document: 'RL-12 rev 1', leafletOf: 'Corvale', part: 'ring', fitted: null },
    /leaflet for Corvale rings, and nobody said whose rings are fitted$/,
  ],
  [
    { kind: 'otherMaker', document: 'RL-12 rev 1', leafletOf: 'Corvale', part: 'ring', fitted: 'Tamber' },
    /leaflet for Corvale rings; Tamber rings are fitted$/,
  ],
  [
    { kind: 'otherMaker', document: 'BL-2 rev 1', leafletOf: 'Corvale', part: 'shell', fitted: 'Tamber' },
    /leaflet for Corvale shells; Tamber shells are fitted$/,
  ],
  [{ kind: 'nominalDiameter', rows: ['a', 'b'], oversize: null }, /nobody said whether .* \(a, b\)$/],
  [
    { kind: 'nominalDiameter', rows: ['a'], oversize: nanometres(508_000) },
    /nominal bore, and the bore is oversize \(a\)$/,
  ],
  [
    { kind: 'targetConflict', fit: 'ringGap@groove:1/member:ring/station:top' },
    /own targets cross each other$/,
  ],
])('a note about limits: %j', (note, words) =>
  expect(noteWords(STATE, { id: 'n', ...note } as LimitNote)).toMatch(words),
);

const thou = (count: number) => count * 25_400;
const SPREAD = {
  id: 'r',
  row: 'SL-9 rev A row 1',
  about: 'engine all',
  kind: 'spread',
  state: 'broken',
  across: 'engine',
  places: [at(1), at(2)],
  least: thou(3),
  most: thou(5),
  allowed: thou(2),
} as const satisfies SetRuleStand;
const { most: _, ...OPEN } = SPREAD;
const RELATION = { id: 'r', row: 'SL-9 rev A row 2', about: at(1), kind: 'relation' } as const;
test.each<[string, SetRuleStand, string]>([
  [
    'too far apart over the engine',
    SPREAD,
    'top compression ring, top of ring travel, all cylinders within 2 thou: they lie 3 to 5 apart, which is too much (SL-9 rev A row 1)',
  ],
  [
    'in one bank, with an end that is open',
    { ...OPEN, across: 'bank', state: 'notProven' },
    'top compression ring, top of ring travel, all of the bank of Cyl 1 within 2 thou: they lie at least 3 apart, which does not prove it (SL-9 rev A row 1)',
  ],
  [
    'under one head, which the layout does not know',
    { ...SPREAD, across: 'head', state: 'notProven', cannotBecause: 'groupUnknown' },
    'top compression ring, top of ring travel: SL-9 rev A row 1 asks for all under one head within 2 thou, and nobody told the application which these are on this engine',
  ],
  [
    'smaller than it may be',
    { ...RELATION, state: 'broken', places: [at(1), at(1, 'skirt')] },
    `${PLACE} must not be smaller than Cyl 1, top compression ring, 2.0 in from the skirt end: this does not hold (SL-9 rev A row 2)`,
  ],
  [
    'brackets that do not tell',
    { ...RELATION, state: 'notProven', places: [at(1), at(1, 'skirt')] },
    `${PLACE} must not be smaller than Cyl 1, top compression ring, 2.0 in from the skirt end: this cannot be told from these readings (SL-9 rev A row 2)`,
  ],
  [
    'nothing to compare with',
    { ...RELATION, state: 'notProven', places: [at(1)], cannotBecause: 'otherNotMeasured' },
    `${PLACE} must not be smaller than a place that is not measured in this cylinder: this cannot be told (SL-9 rev A row 2)`,
  ],
])('a rule over several readings, %s', (_why, rule, words) => expect(ruleWords(STATE, rule)).toBe(words));

/** One of each: the compiler asks for a line here whenever a fault is added. */
const FAULTS: { readonly [C in CellFault['code']]: [Extract<CellFault, { code: C }> | CellFault, RegExp] } = {
  COLUMN_MISSING: [{ code: 'COLUMN_MISSING' }, /column is missing/],
  COLUMN_UNKNOWN: [{ code: 'COLUMN_UNKNOWN' }, /no such column/],
  COLUMN_TWICE: [{ code: 'COLUMN_TWICE' }, /there twice/],
  LINE_LONGER: [{ code: 'LINE_LONGER', cells: 9, columns: 8 }, /9 cells for 8 columns.*decimal comma/],
  CELL_EMPTY: [{ code: 'CELL_EMPTY' }, /must be filled in/],
  NO_BOUND: [{ code: 'NO_BOUND' }, /no bound and no formula/],
  CELL_DATE: [{ code: 'CELL_DATE' }, /made a date.*as text/],
  FORMULA_EMPTY: [{ code: 'FORMULA_EMPTY' }, /never worked out: open and save/],
  FIT_NOT_SAID: [{ code: 'FIT_NOT_SAID' }, /what is measured is not said/],
  UNIT_UNKNOWN: [{ code: 'UNIT_UNKNOWN', found: 'ell' }, /"ell" is not a unit: use thou/],
  NOT_A_FIGURE: [{ code: 'NOT_A_FIGURE', found: 'forty' }, /"forty" is not a figure/],
  NOT_A_RANGE: [{ code: 'NOT_A_RANGE', found: '1-' }, /"1-" is not a range such as/],
  NOT_A_NUMBER: [{ code: 'NOT_A_NUMBER', found: 'x' }, /"x" is not a number/],
  NOT_A_DATE: [{ code: 'NOT_A_DATE', found: '1.1.26' }, /"1.1.26" is not a date: write year-month-day/],
  NOT_A_DOCUMENT_WORD: [{ code: 'NOT_A_DOCUMENT_WORD', found: 'A;B' }, /"A;B" is not a number.*letters/],
  ROW_TWICE: [{ code: 'ROW_TWICE', found: '4' }, /row "4" is there twice/],
  BOUND_UNKNOWN: [{ code: 'BOUND_UNKNOWN', found: 'top' }, /"top" is not a bound: use min/],
  STATE_UNKNOWN: [{ code: 'STATE_UNKNOWN', found: 'old' }, /"old" is not a part state: use new or reused/],
  MODEL_OUTSIDE: [{ code: 'MODEL_OUTSIDE', found: 'M8' }, /does not speak of model "M8"/],
  CELL_ERROR: [{ code: 'CELL_ERROR', found: '#REF!' }, /shows an error here: #REF!/],
  FIT_UNKNOWN: [{ code: 'FIT_UNKNOWN', found: 'Gap' }, /"Gap" means here is not said yet/],
  STATION_THERE: [{ code: 'STATION_THERE', found: 'top' }, /has a station "top" already/],
  NOT_A_FIT: [{ code: 'NOT_A_FIT', found: 'interference' }, /only be said of a fit of two parts/],
  TOO_LONG: [{ code: 'TOO_LONG', found: '2001 characters' }, /too long: 2001 characters/],
  UNIT_OF_OTHER_KIND: [
    { code: 'UNIT_OF_OTHER_KIND', found: 'Nm', kind: 'length' },
    /Nm is no unit of a length/,
  ],
  AXIS_NOT_HERE: [
    { code: 'AXIS_NOT_HERE', axis: 'groove', characteristic: 'Bore' },
    /Bore has no groove: leave this empty/,
  ],
  ONE_OF: [{ code: 'ONE_OF', found: 'a', known: ['b', 'c'] }, /"a" is not known here: use b, c/],
  AXIS_NOT_DECLARED: [
    {
      code: 'AXIS_NOT_DECLARED',
      axes: ['journal'],
      characteristic: 'Main bearing clearance',
      model: 'VA-4-330',
    },
    /VA-4-330 has nothing along journal/,
  ],
  PLACE_NOT_SAID: [{ code: 'PLACE_NOT_SAID' }, /say where/],
  UNITS_DISAGREE: [
    { code: 'UNITS_DISAGREE', first: '0.040 in', second: '1.10 mm' },
    /0\.040 in and 1\.10 mm are not/,
  ],
  NEEDED_BY_RULE: [{ code: 'NEEDED_BY_RULE', rule: 'spread' }, /rule spread needs this/],
  MIN_ABOVE_MAX: [{ code: 'MIN_ABOVE_MAX', min: '2', max: '1' }, /minimum 2 is above the maximum 1/],
  CHARACTERISTIC_UNKNOWN: [
    { code: 'CHARACTERISTIC_UNKNOWN', found: 'gap', known: ['ringGap'] },
    /"gap" is not measured here: use ringGap/,
  ],
  NOT_IN_MODEL: [
    { code: 'NOT_IN_MODEL', axis: 'station', found: 'x', model: 'VA-2', known: [] },
    /VA-2 has no station "x" here: it has none/,
  ],
};
test.each(Object.values(FAULTS))('a cell that is wrong: %j', (fault, words) => {
  expect(cellWords(fault)).toMatch(words);
});
