import { mkdirSync, mkdtempSync, readdirSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { ScriptedClock } from '../platform/clock';
import { backupsIn, isDue, scheduleBackups, tooMany } from './schedule';

jest.setTimeout(60_000);

const name = (at: string): string => `oak-gate-${at.replaceAll(/[:.]/g, '-')}.zip`;
const [OLD, NEW] = ['2026-06-01T08:00:00.000Z', '2026-06-02T08:00:00.000Z'];
const names = [
  name(NEW),
  name(NEW).replace('.zip', '.keys.zip'),
  name(OLD),
  'other.zip',
  `${name(OLD)}.part`,
];

/** A shop that backs itself up by this program, its clock and its timer in a test's hands. */
function scheduled(program: string) {
  const folder = mkdtempSync(join(tmpdir(), 'oak-gate-schedule-'));
  const script = join(folder, 'program.mjs');
  writeFileSync(script, program);
  const to = join(folder, 'kept');
  mkdirSync(to);
  const clock = new ScriptedClock(OLD);
  const errors: unknown[] = [];
  const logger = { error: (said: unknown) => void errors.push(said) } as never;
  const running = scheduleBackups({ program: script, folder, to, everyHours: 24, kept: 2, clock, logger });
  return { ...running, to, clock, errors, script, remove: () => rmSync(folder, { recursive: true }) };
}
/** Writes what a backup is called that is made at a time. */
const making = (at: string): string => `import { writeFileSync } from 'node:fs';
const to = process.argv[process.argv.indexOf('--to') + 1];
for (const end of ['.zip', '.keys.zip']) writeFileSync(to + '/${name(at).replace('.zip', '')}' + end, '');`;
const until = async (holds: () => boolean): Promise<void> => {
  while (!holds()) await new Promise((done) => setImmediate(done));
};

describe('while the server runs', () => {
  beforeEach(() =>
    jest.useFakeTimers({ doNotFake: ['setImmediate', 'nextTick', 'queueMicrotask', 'performance', 'Date'] }),
  );
  afterEach(() => jest.useRealTimers());
  const LOOK = 10 * 60_000;
  test('one is made at once where none is there, the next when it is due, and the oldest go', async () => {
    const shop = scheduled(making(OLD));
    await until(() => readdirSync(shop.to).length === 2);
    shop.clock.advance(23 * 3_600_000);
    writeFileSync(shop.script, making(NEW));
    jest.advanceTimersByTime(LOOK); // too early
    for (let turn = 0; turn < 2000; turn++) await new Promise((done) => setImmediate(done));
    expect(readdirSync(shop.to)).toHaveLength(2);
    shop.clock.advance(3_600_000);
    jest.advanceTimersByTime(LOOK);
    await until(() => readdirSync(shop.to).length === 4);
    writeFileSync(shop.script, making('2026-06-03T08:00:00.000Z'));
    shop.clock.advance(24 * 3_600_000);
    // A look while the last one is still at it makes none: the next look does.
    await until(() => {
      jest.advanceTimersByTime(LOOK);
      return !readdirSync(shop.to).includes(name(OLD)) && readdirSync(shop.to).length === 4;
    });
    expect([shop.trouble(), shop.errors]).toEqual([undefined, []]);
    shop.stop();
    shop.remove();
  });
  test('one that fails is said to everybody until one succeeds; stopped, none is made', async () => {
    const shop = scheduled(`console.error('There is no room (on /mnt)'); process.exit(1);`);
    await until(() => shop.trouble() !== undefined);
    expect(shop.trouble()?.details().title).toBe('The last backup failed: There is no room (on /mnt)');
    expect(shop.errors).toEqual([{ said: 'There is no room (on /mnt)' }]);
    writeFileSync(shop.script, making(OLD));
    jest.advanceTimersByTime(LOOK);
    await until(() => shop.trouble() === undefined);
    expect(readdirSync(shop.to)).toHaveLength(2);
    shop.stop();
    shop.clock.advance(48 * 3_600_000);
    writeFileSync(shop.script, making(NEW));
    jest.advanceTimersByTime(LOOK);
    for (let turn = 0; turn < 2000; turn++) await new Promise((done) => setImmediate(done));
    expect(readdirSync(shop.to)).toHaveLength(2);
    shop.remove();
  });
});

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
