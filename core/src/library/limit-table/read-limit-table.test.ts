import { readLimitTable, textCells } from '../../index';
import { MODEL, RING_GAP } from '../../../test/fixtures';

const HEADER = 'row,characteristic,groove,member,station,min,max,unit';
const GOOD = '1,ringGap,1,ring,skirt,0.040,0.052,in';
const read = (...lines: string[]) => {
  const [header = '', ...rest] = lines;
  return readLimitTable({
    revision: 'OM-1 rev 1',
    header: header.split(','),
    lines: rest.map((line, i) => ({ line: i + 2, cells: textCells(line.split(',')) })),
    models: [MODEL],
    characteristics: [RING_GAP],
  });
};

test('figures are kept as printed beside their exact lengths', () => {
  const table = read(HEADER, GOOD);
  expect(table.ok && table.rows[0]).toMatchObject({
    id: 'OM-1 rev 1 row 1',
    printed: { min: { text: '0.040', unit: 'in', nm: 1_016_000 }, max: { text: '0.052', nm: 1_320_800 } },
  });
});

test.each<[string, string[], number, string, string]>([
  [
    'a column is missing',
    ['row,characteristic,groove,member,station,min,max', GOOD],
    1,
    'unit',
    'COLUMN_MISSING',
  ],
  ['a column that is not known', [`${HEADER},colour`, `${GOOD},red`], 1, 'colour', 'COLUMN_UNKNOWN'],
  ['a column twice', [`${HEADER},min`, `${GOOD},1`], 1, 'min', 'COLUMN_TWICE'],
  ['a unit that is none', [HEADER, '1,ringGap,1,ring,skirt,0.040,0.052,ell'], 2, 'unit', 'UNIT_UNKNOWN'],
  ['min above max', [HEADER, '1,ringGap,1,ring,skirt,0.060,0.052,in'], 2, 'min', 'MIN_ABOVE_MAX'],
  [
    'a groove that the model does not have',
    [HEADER, '1,ringGap,7,ring,skirt,0.040,,in'],
    2,
    'groove',
    'NOT_IN_MODEL',
  ],
  [
    'a member that the groove does not have',
    [HEADER, '1,ringGap,1,rail,skirt,0.040,,in'],
    2,
    'member',
    'NOT_IN_MODEL',
  ],
  [
    'a station that this ring does not have',
    [HEADER, '1,ringGap,2,ring,top,0.040,,in'],
    2,
    'station',
    'NOT_IN_MODEL',
  ],
  ['a figure in letters', [HEADER, '1,ringGap,1,ring,skirt,forty,,in'], 2, 'min', 'NOT_A_FIGURE'],
  ['a negative figure', [HEADER, '1,ringGap,1,ring,skirt,-0.040,,in'], 2, 'min', 'NOT_A_FIGURE'],
  ['no bound', [HEADER, '1,ringGap,1,ring,skirt,,,in'], 2, 'min', 'NO_BOUND'],
  ['a row label twice', [HEADER, GOOD, GOOD], 3, 'row', 'ROW_TWICE'],
  ['no row label', [HEADER, ',ringGap,1,ring,skirt,0.040,,in'], 2, 'row', 'CELL_EMPTY'],
  [
    'a characteristic that is not measured',
    [HEADER, '1,ringgap,1,ring,skirt,0.040,,in'],
    2,
    'characteristic',
    'CHARACTERISTIC_UNKNOWN',
  ],
  [
    'a model that the document does not speak of',
    [`${HEADER},models`, `${GOOD},XX`],
    2,
    'models',
    'MODEL_OUTSIDE',
  ],
  ['a part state that is none', [`${HEADER},part_states`, `${GOOD},old`], 2, 'part_states', 'STATE_UNKNOWN'],
  [
    'a formula without its bound',
    [`${HEADER},formula_bound,per_diameter`, `1,ringGap,1,ring,skirt,,,in,least,0.0045`],
    2,
    'formula_bound',
    'BOUND_UNKNOWN',
  ],
  [
    'a formula in letters',
    [`${HEADER},formula_bound,per_diameter`, `1,ringGap,1,ring,skirt,,,in,min,much`],
    2,
    'per_diameter',
    'NOT_A_NUMBER',
  ],
  ['nothing but a header', [HEADER], 2, 'row', 'CELL_EMPTY'],
])('%s', (_why, lines, line, column, code) => {
  const table = read(...lines);
  expect(table.ok ? [] : table.errors).toMatchObject([{ line, column, fault: { code } }]);
});

test('every wrong cell is named, and nothing is read where one is wrong', () => {
  const table = read(HEADER, GOOD, '2,ringGap,9,ring,skirt,x,0.052,feet');
  expect(table.ok ? [] : table.errors.map(({ line, column }) => `${line} ${column}`)).toEqual([
    '3 groove',
    '3 unit',
    '3 min',
  ]);
});
test('a bound that touches is no error', () =>
  expect(read(HEADER, '1,ringGap,1,ring,skirt,0.052,0.052,in').ok).toBe(true));

describe('what a row asks for besides a window', () => {
  const RULES = 'rule,across,not_smaller_than,question,steps,station_label,datum,distance';
  const TORQUE = { ...RING_GAP, id: 'nutTorque', name: 'Nut torque', axes: [], unitKind: 'torque' as const };
  const row = (cells: Readonly<Record<string, string>>) => {
    const header = `${HEADER},${RULES}`.split(',');
    const given: Record<string, string> = {
      row: '1',
      characteristic: 'ringGap',
      groove: '1',
      member: 'ring',
      station: 'top',
      unit: 'in',
      ...cells,
    };
    return readLimitTable({
      revision: 'OM-1 rev 1',
      header,
      lines: [{ line: 2, cells: textCells(header.map((name) => given[name] ?? '')) }],
      models: [MODEL],
      characteristics: [RING_GAP, TORQUE],
    });
  };
  test.each<[Record<string, string>, object]>([
    [
      { rule: 'spread', across: 'bank', max: '0.003' },
      { kind: 'spread', across: 'bank' },
    ],
    [
      { rule: 'match', across: 'journal', max: '0.003' },
      { kind: 'match', across: 'journal' },
    ],
    [
      { rule: 'relation', not_smaller_than: '1 / ring / skirt' },
      { kind: 'relation', notSmallerThan: { groove: '1', member: 'ring', station: 'skirt' } },
    ],
    [
      { rule: 'check', question: 'Dressed?' },
      { kind: 'check', question: 'Dressed?' },
    ],
    [
      { rule: 'station', station: 'mid', station_label: 'middle', datum: 'deck', distance: '3.5 in' },
      {
        kind: 'station',
        label: 'middle',
        datum: 'deck',
        distance: { text: '3.5', unit: 'in', nm: 88_900_000 },
      },
    ],
    [
      {
        characteristic: 'nutTorque',
        groove: '',
        member: '',
        station: '',
        unit: '',
        rule: 'tighten',
        steps: '20 Nm; ; 90 deg',
      },
      {
        kind: 'tighten',
        steps: [{ torque: { text: '20', unit: 'Nm' } }, { angle: { text: '90', unit: 'deg' } }],
        lubricant: '',
      },
    ],
  ])('%j', (cells, rule) => {
    const table = row(cells);
    expect(table.ok ? table.rows[0]?.rule : table.errors).toMatchObject(rule);
  });
  test.each<[string, Record<string, string>, [string, string][]]>([
    ['a rule that is none', { rule: 'about' }, [['rule', 'ONE_OF']]],
    ['no group', { rule: 'spread', max: '0.003' }, [['across', 'NEEDED_BY_RULE']]],
    ['a group that is none', { rule: 'spread', across: 'shelf', max: '0.003' }, [['across', 'ONE_OF']]],
    ['no maximum', { rule: 'match', across: 'bank' }, [['max', 'NEEDED_BY_RULE']]],
    ['no other place', { rule: 'relation' }, [['not_smaller_than', 'NEEDED_BY_RULE']]],
    ['half a place', { rule: 'relation', not_smaller_than: '1/ring' }, [['not_smaller_than', 'ONE_OF']]],
    [
      'a place that the engine does not have',
      { rule: 'relation', not_smaller_than: '1/ring/deck' },
      [['not_smaller_than', 'NOT_IN_MODEL']],
    ],
    [
      'a ring that the engine does not have',
      { rule: 'relation', not_smaller_than: '1//skirt' },
      [['not_smaller_than', 'NOT_IN_MODEL']],
    ],
    ['no question', { rule: 'check' }, [['question', 'NEEDED_BY_RULE']]],
    ['no steps', { rule: 'tighten' }, [['steps', 'NEEDED_BY_RULE']]],
    ['marks without steps', { rule: 'tighten', steps: '; ;' }, [['steps', 'NOT_A_FIGURE']]],
    ['a step that is a length', { rule: 'tighten', steps: '20 mm' }, [['steps', 'NOT_A_FIGURE']]],
    ['a step without a unit', { rule: 'tighten', steps: '20' }, [['steps', 'NOT_A_FIGURE']]],
    [
      'a station without datum and distance',
      { rule: 'station', station: 'mid' },
      [
        ['datum', 'NEEDED_BY_RULE'],
        ['distance', 'NEEDED_BY_RULE'],
      ],
    ],
    [
      'a station that the engine has already',
      { rule: 'station', datum: 'deck', distance: '3.5 in' },
      [['station', 'STATION_THERE']],
    ],
  ])('%s', (_why, cells, errors) => {
    const table = row(cells);
    expect(table.ok ? [] : table.errors.map(({ column, fault }) => [column, fault.code])).toEqual(errors);
  });
  test('a place that the same letter adds may be the other one of a relation', () => {
    const table = read(
      `${HEADER},${RULES}`,
      '1,ringGap,1,ring,mid,,,in,station,,,,,middle,deck,3.5 in',
      '2,ringGap,1,ring,top,,,in,relation,,1/ring/mid,,,,,',
    );
    expect(table.ok ? [] : table.errors).toEqual([]);
  });
});
