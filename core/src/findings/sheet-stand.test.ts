import type { Story } from '../../test/story';
import { at } from '../../test/story';
import { step, twoSheets } from '../../test/two-sheets';
import { openMatters, sheetStands } from '../index';
import type { PlaceStateWord, PlaceStatus, SheetStand } from '../index';

const SHEETS = ['boreStep', 'ringGap'];
const standOf = (told: Story): readonly SheetStand[] =>
  sheetStands(openMatters(told.job, SHEETS).statuses, SHEETS);
const said = (told: Story) =>
  standOf(told).map(({ sheet, taken, of, worst }) => [sheet, `${taken} of ${of}`, worst]);

test('each sheet says how far it is and the worst that it holds, in the order of the stage', () => {
  const told = twoSheets();
  expect(said(told)).toEqual([
    ['boreStep', '0 of 2', 'notTaken'],
    ['ringGap', '0 of 6', 'notTaken'],
  ]);
  told.take(step(1), '9/10').take(at(1, 1, 'top'), '11/12');
  expect(said(told)[0]).toEqual(['boreStep', '1 of 2', 'notTaken']);
  // Something that is out is worse than something that nobody has taken.
  told.take(step(2), '11/12');
  expect(said(told)).toEqual([
    ['boreStep', '2 of 2', 'loose'],
    ['ringGap', '1 of 6', 'notTaken'],
  ]);
});
test('what was spent counts as taken no more', () => {
  const told = twoSheets().take(step(1), '9/10').take(step(2), '9/10');
  expect(said(told)[0]).toEqual(['boreStep', '2 of 2', 'in']);
  told.do({ type: 'reworkPart', ...told.part(step(1), 'bore'), what: 'honed', how: 'stone' });
  expect(said(told)[0]).toEqual(['boreStep', '1 of 2', 'spent']);
});
test('what is not applicable is asked of nobody', () => {
  const told = twoSheets();
  const [, rings] = standOf(told);
  told.do({ type: 'declareNotApplicable', place: at(1, 2, 'skirt'), basedOn: 0, reason: 'no such land' });
  expect(standOf(told)[1]).toMatchObject({ of: rings!.of, worst: 'declaredNotApplicable' });
});

const status = (state: PlaceStateWord, conceded = false): PlaceStatus =>
  ({ place: { characteristic: 'x', at: {} }, key: '', state, conceded, accepted: false }) as never;
test.each<[string, PlaceStatus[], PlaceStateWord, boolean]>([
  [
    'two people who differ, before anything that is out',
    [status('loose'), status('contested')],
    'contested',
    false,
  ],
  ['out, before not proven', [status('notProven'), status('tight')], 'tight', false],
  ['not proven, before not taken', [status('notTaken'), status('notProven')], 'notProven', false],
  ['not taken, before good', [status('in'), status('notTaken')], 'notTaken', false],
  ['worn within limits, before good', [status('in'), status('serviceable')], 'serviceable', false],
  ['conceded, before worn', [status('serviceable'), status('loose', true)], 'loose', true],
  ['not taken, before conceded', [status('loose', true), status('notTaken')], 'notTaken', false],
  ['the first of those alike', [status('in'), status('in')], 'in', false],
])('the worst: %s', (_what, statuses, worst, conceded) => {
  expect(sheetStands(statuses, ['x'])[0]).toMatchObject({ worst, conceded });
});
test('a sheet of which this engine has no place, and a place of another stage', () => {
  const [stand] = sheetStands([status('loose')], ['y']);
  expect(stand).toEqual({
    sheet: 'y',
    of: 0,
    taken: 0,
    accepted: 0,
    worst: 'notApplicable',
    conceded: false,
  });
});
