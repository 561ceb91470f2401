import { mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { reading, Shop, SKIRT } from '../../test/shop';
import { ScriptedClock } from './clock';
import { DiskWatch, realDisk } from './disk-watch';
import type { Disk } from './disk-watch';

jest.setTimeout(60_000);
const MB = 1024 * 1024;
const coded = (code: string): Error => Object.assign(new Error(code), { code });
const good: Disk = { free: () => 1000 * MB, mayWrite: () => undefined, identity: () => '1 1' };
const fails = (code: string) => (): never => {
  throw coded(code);
};

test.each<[string, Partial<Disk>, string | undefined]>([
  ['room enough', {}, undefined],
  ['just room enough', { free: () => 48 * MB }, undefined],
  ['a byte less', { free: () => 48 * MB - 1 }, 'DISK_FULL'],
  ['mounted for reading only', { mayWrite: fails('EROFS') }, 'FOLDER_NOT_WRITABLE'],
  ['given to another user', { mayWrite: fails('EACCES') }, 'FOLDER_NOT_WRITABLE'],
  ['a disk that cannot be read', { free: fails('EIO') }, 'DATABASE_DAMAGED'],
  ['something that says nothing of the disk', { free: fails('ENOSYS') }, undefined],
])('before anything is begun: %s', (_what, disk, code) => {
  const watch = new DiskWatch('/shop', new ScriptedClock('2026-06-01T08:00:00.000Z'), { ...good, ...disk });
  expect(watch.trouble()?.code).toBe(code);
  const refuse = () => watch.refuse();
  if (code === undefined) expect(refuse).not.toThrow();
  else expect(refuse).toThrow(new RegExp(code));
});

test('it looks once in a second, however much is written, and sees that there is room again', () => {
  const clock = new ScriptedClock('2026-06-01T08:00:00.000Z');
  let [looks, free] = [0, 0];
  const watch = new DiskWatch('/shop', clock, { ...good, free: () => (looks++, free) });
  for (let turn = 0; turn < 50; turn++) expect(() => watch.refuse()).toThrow(/DISK_FULL/);
  expect(looks).toBe(1);
  free = 100 * MB;
  clock.advance(1000);
  for (let turn = 0; turn < 50; turn++) watch.refuse();
  expect(looks).toBe(2);
});

test('what failed is said until something was written again', () => {
  const watch = new DiskWatch('/shop', new ScriptedClock('2026-06-01T08:00:00.000Z'), good);
  watch.failed(new Error('Failed query', { cause: coded('SQLITE_READONLY') }));
  expect(watch.trouble()?.code).toBe('FOLDER_NOT_WRITABLE');
  expect(() => watch.refuse()).not.toThrow(); // it is tried again: the disk may be back
  watch.failed(new Error('a refusal of another kind'));
  expect(watch.trouble()?.code).toBe('FOLDER_NOT_WRITABLE');
  watch.wrote();
  expect(watch.trouble()).toBeUndefined();
});

test('a database that is exchanged or taken away is noticed on a real disk', () => {
  const folder = mkdtempSync(join(tmpdir(), 'oak-gate-disk-'));
  const clock = new ScriptedClock('2026-06-01T08:00:00.000Z');
  const file = join(folder, 'oak-gate.sqlite');
  writeFileSync(file, 'x');
  const watch = new DiskWatch(folder, clock, { ...realDisk, free: () => 1000 * MB });
  const trouble = (): string | undefined => {
    clock.advance(1000);
    return watch.trouble()?.code;
  };
  expect(trouble()).toBeUndefined();
  renameSync(file, `${file}.aside`);
  expect(trouble()).toBe('DATABASE_GONE');
  writeFileSync(file, 'x');
  expect(trouble()).toBe('DATABASE_GONE');
  renameSync(`${file}.aside`, file);
  expect(trouble()).toBeUndefined();
  rmSync(folder, { recursive: true });
});

test('a database that is taken away while people work: nothing is written, everybody reads why, nothing is lost', async () => {
  const shop = await (await new Shop().open()).furnish();
  const { jobId, ivo } = await shop.readyJob();
  const file = join(shop.folder, 'oak-gate.sqlite');
  renameSync(file, `${file}.aside`);
  shop.clock.advance(1000);
  const refused = await ivo.command(jobId, reading(SKIRT, '44/46'));
  expect([refused.status, refused.body.code, refused.body.command]).toEqual([
    503,
    'DATABASE_GONE',
    undefined,
  ]);
  const { troubles } = (await ivo.get('/api/floor')).body as { troubles: { code: string; next: string }[] };
  expect(troubles).toMatchObject([{ code: 'DATABASE_GONE' }]);
  expect(troubles[0]?.next).toMatch(/Stop the server/);
  renameSync(`${file}.aside`, file);
  shop.clock.advance(1000);
  expect((await ivo.command(jobId, reading(SKIRT, '44/46'))).status).toBe(201);
  expect((await ivo.get('/api/floor')).body.troubles).toEqual([]);
  await shop.remove();
});
