import * as fc from 'fast-check';
import { MODEL, printed, REVISION, RING_GAP, ROWS } from '../../../test/fixtures';
import {
  DOCUMENT_WORD,
  decimalLength,
  documentOfLine,
  escapeFormula,
  figureOf,
  libraryColumns,
  readLibraryDocument,
  readLimitTable,
  rowTexts,
  TABLE_COLUMNS,
  textCells,
  withoutEscape,
  writeLibraryTable,
} from '../../index';
import type { Characteristic, DocumentRevision, ImportedDraft, LimitRow, RowRule } from '../../index';

const TORQUE: Characteristic = {
  ...RING_GAP,
  id: 'rodNutTorque',
  name: 'Rod bolt tightening',
  axes: ['cylinder'],
  unitKind: 'torque',
  questions: [],
};
const KNOWN = { models: [MODEL], characteristics: [RING_GAP, TORQUE] };

/** Writes documents as one table, with cells made safe as a file has them, and reads them back. */
function thereAndBack(drafts: readonly ImportedDraft[]): unknown {
  const { header, lines } = writeLibraryTable(drafts);
  const found = libraryColumns(header.map(escapeFormula));
  if (!found.ok) return found.errors;
  const grid = lines.map((cells, i) => ({ line: i + 2, cells: textCells(cells.map(escapeFormula)) }));
  const groups = new Map<string, typeof grid>();
  for (const line of grid) {
    const of = documentOfLine(found.columns, line);
    groups.set(of, [...(groups.get(of) ?? []), line]);
  }
  return [...groups.values()].map((of) => {
    const read = readLibraryDocument({ columns: found.columns, lines: of, ...KNOWN });
    return read.ok ? read.draft : read.errors;
  });
}

const plain = fc
  .string({ minLength: 1, maxLength: 20 })
  .map((text) =>
    text
      .replace(/[;|\r\n\t]/g, ' ')
      .replace(/\s+/g, ' ')
      .trim(),
  )
  .filter((text) => text !== '');
const day = fc
  .integer({ min: 0, max: 20_000 })
  .map((days) => new Date(days * 86_400_000).toISOString().slice(0, 10));
const size = fc.integer({ min: 1, max: 99_999 }).map((count) => printed((count / 10_000).toFixed(4), 'in'));
const figures = fc
  .record({ a: size, b: size, worn: size, which: fc.constantFrom('min', 'max', 'both', 'worn') })
  .map(({ a, b, worn, which }): LimitRow['printed'] => {
    const [low, high] = a.nm <= b.nm ? [a, b] : [b, a];
    if (which === 'min') return { min: low };
    if (which === 'max') return { max: high };
    return which === 'both'
      ? { min: low, max: high }
      : { min: low, max: high, serviceMax: worn.nm < high.nm ? high : worn };
  });
const rule = fc.oneof(
  fc.constant<RowRule | undefined>(undefined),
  fc.constant<RowRule>({ kind: 'spread', across: 'engine' }),
  fc.constant<RowRule>({ kind: 'spread', across: 'head', of: 'mids' }),
  fc.constant<RowRule>({
    kind: 'relation',
    notSmallerThan: { groove: '1', member: 'ring', station: 'skirt' },
  }),
  plain.map((question): RowRule => ({ kind: 'check', question })),
);
const applies = fc.record(
  {
    serialFrom: fc.nat(500),
    serialTo: fc.integer({ min: 500, max: 999 }),
    partNumbers: fc.uniqueArray(plain, { minLength: 1, maxLength: 3 }),
    pistonMaterials: fc.uniqueArray(plain, { minLength: 1, maxLength: 2 }),
    oversizes: fc.constantFrom(
      [decimalLength('0', 'mm')!],
      [decimalLength('0.5', 'mm')!, decimalLength('0.020', 'in')!],
    ),
    partStates: fc.constantFrom(['new' as const], ['new' as const, 'reused' as const]),
    buildFrom: fc.constant('2001-02-03'),
  },
  { requiredKeys: [] },
);
const row = fc
  .record({
    printed: figures,
    rule,
    appliesTo: applies,
    note: fc.oneof(fc.constant(''), plain),
    place: fc.constantFrom(0, 1, 2),
  })
  .map(({ place, rule: of, printed: said, ...rest }): LimitRow => {
    const { characteristic, groove, member, station } = ROWS[place]!;
    const base = {
      id: '',
      label: '',
      characteristic,
      groove: groove!,
      member: member!,
      station: station!,
      ...rest,
    };
    if (of === undefined) return { ...base, printed: said };
    const max = said.max ?? said.min!;
    return { ...base, rule: of, printed: of.kind === 'spread' ? { max } : {} };
  });
const revision = fc
  .record({
    number: fc
      .stringMatching(/^[A-ZÅЖ0-9][A-Za-zß0-9._/()+&' -]{0,14}[a-z0-9)]$/)
      .filter((word) => DOCUMENT_WORD.test(word)),
    revision: fc.stringMatching(/^[A-Z0-9]{1,2}$/),
    title: plain,
    kind: fc.constantFrom('letter' as const, 'manual' as const, 'partMaker' as const),
    issued: day,
    effective: day,
    more: fc.record(
      {
        partsMaker: plain,
        notes: plain,
        cautions: fc.array(plain, { minLength: 1, maxLength: 2 }),
        supersedes: fc.constant(['OM-9']),
      },
      { requiredKeys: [] },
    ),
  })
  .map(({ more, ...said }): DocumentRevision => ({
    ...said,
    ...more,
    id: `${said.number} rev ${said.revision}`,
    appliesTo: { models: ['VA-2'] },
  }));
const draft = fc
  .record({ revision, rows: fc.array(row, { maxLength: 5 }) })
  .map(({ revision: of, rows }): ImportedDraft => ({
    revision: of,
    rows: rows.map((each, i) => ({ ...each, label: String(i + 1), id: `${of.id} row ${i + 1}` })),
  }));

test('documents of any shape come back from one table as they were', () => {
  const drafts = fc.uniqueArray(draft, { minLength: 1, maxLength: 3, selector: ({ revision: of }) => of.id });
  fc.assert(
    fc.property(drafts, (given) => {
      expect(thereAndBack(given)).toEqual(given);
    }),
  );
});
test('torque in steps comes back too', () => {
  const tightened: LimitRow = {
    id: 'OM-1 rev 1 row 9',
    label: '9',
    characteristic: 'rodNutTorque',
    printed: {},
    rule: {
      kind: 'tighten',
      steps: [{ torque: figureOf('19', 'lbfft')! }, { angle: figureOf('90', 'deg')! }],
      lubricant: 'oiled',
    },
    appliesTo: {},
    note: '',
  };
  expect(thereAndBack([{ revision: REVISION, rows: [tightened] }])).toEqual([
    { revision: REVISION, rows: [tightened] },
  ]);
});
test('whatever a cell holds, it is made safe and comes back as it was', () => {
  fc.assert(
    fc.property(fc.oneof(fc.string(), fc.stringMatching(/^'{0,3}[=+\-@\t]?a?$/)), (cell) => {
      expect(escapeFormula(cell)).not.toMatch(/^[=+\-@\t\r]/);
      expect(withoutEscape(escapeFormula(cell))).toBe(cell);
    }),
  );
});

const HEADER = [
  'document',
  'revision',
  'title',
  'kind',
  'issued',
  'effective',
  'row',
  'characteristic',
  'groove',
  'member',
  'station',
  'min',
  'max',
  'unit',
];
const LINE = [
  'OM-1',
  '1',
  'T',
  'manual',
  '2026-01-01',
  '2026-01-02',
  '1',
  'ringGap',
  '1',
  'ring',
  'top',
  '0.009',
  '',
  'in',
];
const changed = (at: string, to: string): string[] => LINE.map((cell, i) => (HEADER[i] === at ? to : cell));
test.each<[string, string[][], [number, string][]]>([
  ['nothing', [LINE], []],
  ['no number', [changed('document', '')], [[2, 'document']]],
  ['a number with the marks that makers use', [changed('document', 'No. 9/04-Å (b) & 2+')], []],
  ['a number that would part a list', [changed('document', 'OM-1; OM-2')], [[2, 'document']]],
  ['a number that would part a row’s id', [changed('document', 'OM row 1')], [[2, 'document']]],
  ['a revision as long as it may be', [changed('revision', 'r'.repeat(30))], []],
  ['a revision that is longer', [changed('revision', 'r'.repeat(31))], [[2, 'revision']]],
  ['a date that is none', [changed('issued', '2026-02-30')], [[2, 'issued']]],
  ['a kind that is none', [changed('kind', 'memo')], [[2, 'kind']]],
  [
    'two titles of one document',
    [LINE, changed('title', 'U').map((cell, i) => (HEADER[i] === 'row' ? '2' : cell))],
    [[3, 'title']],
  ],
  ['a row twice', [LINE, LINE], [[3, 'row']]],
  ['a place that the engine does not have', [changed('station', 'deck')], [[2, 'station']]],
])('what is wrong is said with line and column: %s', (_why, lines, expected) => {
  const found = libraryColumns(HEADER);
  if (!found.ok) throw new Error('the header is right');
  const grid = lines.map((cells, i) => ({ line: i + 2, cells: textCells(cells) }));
  const read = readLibraryDocument({ columns: found.columns, lines: grid, ...KNOWN });
  expect(read.ok ? [] : read.errors.map(({ line, column }) => [line, column])).toEqual(expected);
});
test.each<[string, string[], string[]]>([
  ['a column missing', HEADER.filter((name) => name !== 'title'), ['title']],
  ['a column twice', [...HEADER, 'min'], ['min']],
  ['a column of nobody', [...HEADER, 'colour'], ['colour']],
])('a header with %s', (_why, header, columns) => {
  const found = libraryColumns(header);
  expect(found.ok ? [] : found.errors.map(({ column }) => column)).toEqual(columns);
});

test.each(['simple', 'guarded', '', 'lucky'])('a row that is decided %p', (decision) => {
  const file = `row,characteristic,groove,member,station,min,max,unit,decision\n1,ringGap,1,ring,skirt,1,2,in,${decision}`;
  const [header = '', line = ''] = file.split('\n');
  const read = readLimitTable({
    revision: 'OM-1 rev 1',
    header: header.split(','),
    lines: [{ line: 2, cells: textCells(line.split(',')) }],
    models: [MODEL],
    characteristics: [RING_GAP],
  });
  if (decision === 'lucky')
    expect(read.ok ? [] : read.errors.map(({ column }) => column)).toEqual(['decision']);
  else expect(read.ok ? read.rows[0]?.decision : read.errors).toBe(decision === '' ? undefined : decision);
});
test('every column is written by some row: one that is only named would be read by nobody', () => {
  const everything: LimitRow['appliesTo'] = {
    ...{ models: ['VA-2'], serialFrom: 1, serialTo: 2, partNumbers: ['P'], pistonMaterials: ['H'] },
    ...{ oversizes: [decimalLength('0', 'mm')!], duties: ['survey'], partStates: ['new'] },
    ...{ buildFrom: '2001-02-03', buildTo: '2002-02-03' },
  };
  const rules: readonly RowRule[] = [
    { kind: 'spread', across: 'engine', of: 'extremes' },
    { kind: 'relation', notSmallerThan: { groove: '1', member: 'ring', station: 'skirt' } },
    { kind: 'check', question: 'Is it free?' },
    { kind: 'tighten', steps: [{ torque: { text: '40', unit: 'N·m', value: 40 } }], lubricant: 'oil' },
    { kind: 'station', label: 'low', datum: 'deck', distance: printed('4', 'in') },
  ] as never;
  const bounds = { min: printed('1', 'in'), max: printed('2', 'in') };
  const worn = { serviceMin: printed('0.5', 'in'), serviceMax: printed('3', 'in') };
  const rows: LimitRow[] = [
    {
      ...{ ...ROWS[0]!, printed: { ...bounds, ...worn }, also: bounds, appliesTo: everything, note: 'n' },
      ...{
        fitIs: 'interference' as const,
        decision: 'guarded' as const,
        unitChosenBy: 'Teo',
        formula: { bound: 'max', perDiameter: 0.004, uplift: 0.3 } as const,
      },
    },
    ...rules.map((each): LimitRow => ({ ...ROWS[0]!, printed: {}, rule: each })),
  ];
  const written = new Set(
    rows.flatMap((each) =>
      Object.entries(rowTexts(each)).flatMap(([column, text]) => (text === '' ? [] : [column])),
    ),
  );
  expect(TABLE_COLUMNS.filter((column) => !written.has(column))).toEqual([]);
});
