import * as fc from 'fast-check';
import { printed, REVISION, ROWS } from '../../test/fixtures';
import { compareRevisions } from '../index';
import type { DocumentRevision, LimitRow } from '../index';

const of = (rows: readonly LimitRow[], part: Partial<DocumentRevision> = {}) => ({
  revision: { ...REVISION, ...part },
  rows,
});
const [first, second, third] = ROWS as [LimitRow, LimitRow, LimitRow];

test('figures side by side: what changed, came, went and stayed', () => {
  const changed = { ...second, printed: { min: printed('0.0095', 'in') } };
  const added: LimitRow = { ...third, label: '9', characteristic: 'rodClearance' };
  const found = compareRevisions(of([first, second, third]), of([first, changed, added]));
  expect(
    found.rows.map(({ change, before, after, fields }) => [change, before?.label, after?.label, fields]),
  ).toEqual([
    ['same', '1', '1', []],
    ['changed', '2', '2', ['min']],
    ['added', undefined, '9', []],
    ['removed', '3', undefined, []],
  ]);
});
test('a row that was only numbered anew is the same row', () => {
  const found = compareRevisions(of(ROWS), of(ROWS.map((row, i) => ({ ...row, label: `1.${i}` }))));
  expect(found.rows.map(({ change }) => change)).toEqual(['same', 'same', 'same']);
});
test('the same figures in another unit are a change of what is printed', () => {
  const inMm = { ...second, printed: { min: printed('0.2286', 'mm') } };
  expect(compareRevisions(of([second]), of([inMm])).rows[0]?.fields).toEqual(['unit', 'min']);
});
test('a condition that came to a row is a change of that row; another fit under the same label is not', () => {
  const narrower = { ...second, appliesTo: { serialFrom: 400 } };
  expect(compareRevisions(of([second]), of([narrower])).rows).toMatchObject([
    { change: 'changed', fields: ['serial_from'] },
  ]);
  const elsewhere = { ...second, groove: '2', station: 'skirt' };
  expect(compareRevisions(of([second]), of([elsewhere])).rows.map(({ change }) => change)).toEqual([
    'added',
    'removed',
  ]);
});
test('what a document says of itself otherwise is named field by field', () => {
  const after = of([], {
    title: 'Manual, revised',
    cautions: ['Square the ring.'],
    appliesTo: { models: ['VA-2', 'VA-4'] },
  });
  expect(compareRevisions(of([]), after).statement.map(({ field }) => field)).toEqual([
    'title',
    'appliesTo',
    'cautions',
  ]);
});
test('no row is lost or counted twice, whichever rows are kept, moved or changed', () => {
  const pick = fc.subarray([...ROWS], { minLength: 0 });
  fc.assert(
    fc.property(pick, pick, fc.boolean(), (before, after, reversed) => {
      const list = reversed ? [...after].reverse() : after;
      const { rows } = compareRevisions(of(before), of(list));
      const ids = (all: readonly LimitRow[]) => all.map(({ id }) => id).sort();
      expect(ids(rows.flatMap((each) => each.before ?? []))).toEqual(ids(before));
      expect(rows.flatMap((each) => each.after ?? [])).toEqual(list);
      const same = before.filter((row) => list.includes(row)).length;
      expect(rows.filter(({ change }) => change === 'same')).toHaveLength(same);
    }),
  );
});
