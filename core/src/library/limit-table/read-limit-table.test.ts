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
