import { backupsIn, isDue, tooMany } from './schedule';

const name = (at: string): string => `oak-gate-${at.replaceAll(/[:.]/g, '-')}.zip`;
const [OLD, NEW] = ['2026-06-01T08:00:00.000Z', '2026-06-02T08:00:00.000Z'];
const names = [
  name(NEW),
  name(NEW).replace('.zip', '.keys.zip'),
  name(OLD),
  'other.zip',
  `${name(OLD)}.part`,
];

test('backups are known by their names, the newest last', () => {
  expect(backupsIn(names).map((each) => each.name)).toEqual([name(OLD), name(NEW)]);
});
test.each<[readonly string[], string, boolean]>([
  [[], NEW, true],
  [names, '2026-06-03T07:59:59.999Z', false],
  [names, '2026-06-03T08:00:00.000Z', true],
  [['other.zip'], NEW, true],
])('%j at %s is due: %s', (there, now, due) => expect(isDue(there, now, 24)).toBe(due));
test('those beyond the newest go with their keys', () => {
  expect(tooMany(names, 1)).toEqual([name(OLD), name(OLD).replace('.zip', '.keys.zip')]);
  expect(tooMany(names, 2)).toEqual([]);
});
