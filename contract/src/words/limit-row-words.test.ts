import { decimalLength, nanometres } from '@oak-gate/core';
import type { AppliesTo, LimitRow, PrintedFigure } from '@oak-gate/core';
import {
  appliesWords,
  arrivedWords,
  contextWords,
  flipsWords,
  inForceWords,
  questionWords,
  rowConverted,
  rowFigures,
  rowUnit,
  workedWords,
} from '../index';
import type { LimitNews } from '../index';

const figure = (text: string, unit: 'in' | 'mm' | 'thou' = 'in'): PrintedFigure => ({
  text,
  unit,
  nm: decimalLength(text, unit)!,
});
const row = (part: Partial<LimitRow>): LimitRow => ({
  id: 'X rev 1 row 1',
  label: '1',
  characteristic: 'ringGap',
  printed: {},
  appliesTo: {},
  note: '',
  ...part,
});

test.each<[string, Partial<LimitRow>, string, string, string]>([
  [
    'both ends',
    { printed: { min: figure('0.040'), max: figure('0.052') } },
    '0.040 to 0.052',
    'in',
    '1.016 to 1.320 mm',
  ],
  ['a minimum only', { printed: { min: figure('0.009') } }, 'at least 0.009', 'in', 'at least 0.229 mm'],
  ['a maximum only', { printed: { max: figure('0.50', 'mm') } }, 'at most 0.50', 'mm', 'at most 19.68 thou'],
  [
    'a wear limit besides',
    { printed: { max: figure('0.022'), serviceMax: figure('0.030') } },
    'at most 0.022; worn at most 0.030',
    'in',
    'at most 0.558 mm',
  ],
  [
    'two units in one row',
    { printed: { min: figure('0.009'), max: figure('0.50', 'mm') } },
    '0.009 in to 0.50 mm',
    'in',
    '0.229 to 0.50 mm',
  ],
  [
    'a formula',
    { formula: { bound: 'min', perDiameter: 0.0045, uplift: 0.3 } },
    'at least 0.0045 per unit of bore and 30 % more',
    '',
    '',
  ],
  [
    'a spread',
    { printed: { max: figure('0.003') }, rule: { kind: 'spread', across: 'engine' } },
    'all of the engine within 0.003',
    'in',
    'at most 0.076 mm',
  ],
  [
    'a match',
    { printed: { max: figure('0.0004') }, rule: { kind: 'match', across: 'journal' } },
    'both on one journal alike within 0.0004',
    'in',
    'at most 0.010 mm',
  ],
  [
    'a relation',
    { rule: { kind: 'relation', notSmallerThan: { groove: '1', member: 'ring', station: 'skirt' } } },
    'not smaller than 1/ring/skirt',
    '',
    '',
  ],
  [
    'a check',
    { rule: { kind: 'check', question: 'Are the edges dressed?' } },
    'Are the edges dressed?',
    '',
    '',
  ],
  [
    'tightening in steps',
    {
      rule: {
        kind: 'tighten',
        steps: [
          { torque: { text: '19', unit: 'lbfft', value: 25.76 } },
          { angle: { text: '90', unit: 'deg', value: 90 } },
        ],
        lubricant: 'oiled',
      },
    },
    '19 lbf·ft, then 90°, oiled',
    '',
    '',
  ],
  ['hours', { printed: { max: { text: '16000', unit: 'h', value: 16_000 } } }, 'at most 16000', 'h', ''],
])('a row in words: %s', (_why, part, figures, unit, converted) => {
  expect([rowFigures(row(part)), rowUnit(row(part)), rowConverted(row(part))]).toEqual([
    figures,
    unit,
    converted,
  ]);
});

test.each<[AppliesTo, string]>([
  [{}, ''],
  [{ models: ['VA'] }, ''],
  [{ serialFrom: 100 }, 'serials from 100 on'],
  [{ serialTo: 400 }, 'serials up to 400'],
  [
    { serialFrom: 100, serialTo: 400, buildFrom: '2001-01-01' },
    'serials 100 to 400; built from 2001-01-01 on',
  ],
  [{ oversizes: [nanometres(0), nanometres(508_000)] }, 'oversize standard, 0.508 mm'],
  [{ pistonMaterials: ['H'], duties: ['towing'], partStates: ['new'] }, 'piston H; duty towing; new'],
  [{ partNumbers: ['A', 'B'] }, 'part A, B'],
])('what an applicability says besides the models: %j', (to, words) => {
  expect(appliesWords(to)).toBe(words);
});

test('a formula worked out names the diameter and where it comes from', () => {
  const worked = {
    bound: 'min' as const,
    perDiameter: 0.0045,
    uplift: 0,
    diameter: decimalLength('3.940', 'in')!,
    value: decimalLength('0.01773', 'in')!,
  };
  expect(workedWords(worked, 'thou', 'measured')).toBe('0.0045 × 3.940 in = 0.01773 in (bore as measured)');
  expect(workedWords({ ...worked, uplift: 0.3 }, 'mm', undefined)).toBe(
    '0.0045 × 100.076 mm × 1.3 = 0.4503 mm',
  );
  expect(workedWords({ ...worked, diameter: undefined, value: undefined }, 'mm', 'nominal')).toBe(
    '0.0045 per unit of bore: the bore is not known',
  );
});
test('what is in force, or why nothing is', () => {
  const limit = { min: nanometres(228_600) };
  expect(inForceWords({ state: 'inForce', limit, sources: {}, decided: false }, 'thou')).toBe(
    'at least 9.0 thou',
  );
  expect(inForceWords({ state: 'none' }, 'mm')).toBe('no limit');
  expect(inForceWords({ state: 'withheld', why: 'contradiction' }, 'mm')).toBe(
    'the documents contradict each other',
  );
  expect(contextWords(['pistonMaterial', 'oversize'])).toBe(
    'the piston material and the oversize of the bores',
  );
});
test.each<[string[], string[], number, string, string]>([
  [
    ['SL-88 rev C'],
    ['SL-88 rev B'],
    1,
    'SL-88 rev C arrived in the place of SL-88 rev B',
    '1 verdict would change',
  ],
  [['A rev 1'], [], 0, 'A rev 1 arrived', 'no verdict would change'],
  [[], ['A rev 1'], 2, 'A rev 1 no longer holds', '2 verdicts would change'],
  [[], ['A rev 1', 'B rev 2'], 2, 'A rev 1, B rev 2 no longer hold', '2 verdicts would change'],
])('what arrived and went: %j %j', (added, removed, flips, arrived, change) => {
  const news = {
    documents: [],
    moved: [],
    declined: null,
    changes: {
      added,
      removed,
      flips: Array.from({ length: flips }),
      fits: [],
      placesAdded: [],
      placesRemoved: [],
    },
  } as unknown as LimitNews;
  expect([arrivedWords(news), flipsWords(news)]).toEqual([arrived, change]);
});
test('a question of a table names both figures and what each answer means', () => {
  const asked = questionWords({
    id: 'q',
    line: 4,
    label: '4',
    kind: 'unitsDisagree',
    bound: 'min',
    first: figure('0.014'),
    second: figure('0.41', 'mm'),
  });
  expect(asked.words).toBe(
    'Row 4, at least: 0.014 in and 0.41 mm are not the same size. Which one does the document go by?',
  );
  expect(asked.answers).toEqual([
    { value: 'first', label: '0.014 in controls' },
    { value: 'second', label: '0.41 mm controls' },
  ]);
  const second = questionWords({
    id: 'q',
    line: 4,
    label: '5',
    kind: 'secondAcceptance',
    remark: '0.0040 in acceptable for one overhaul',
    figure: '0.0040',
  });
  expect(second.answers.map(({ value }) => value)).toEqual(['tableHolds', 'wearLimit']);
});
