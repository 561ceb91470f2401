import { mkdirSync, mkdtempSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { pino } from 'pino';
import { reading, serverRoot, Shop, SKIRT } from '../../test/shop';
import { placeAt } from '@oak-gate/core';
import { openServices } from '../services';
import { ScriptedClock } from './clock';
import { diskProblem } from './disk-problem';
import { ProblemError } from './problem-error';

jest.setTimeout(60_000);
const coded = (code: string, cause?: Error) => Object.assign(new Error('x', { cause }), { code });

test.each<[string, unknown, string | undefined]>([
  ['a full disk', coded('SQLITE_FULL'), 'DISK_FULL'],
  [
    'a full disk, under what the query says',
    new Error('Failed query', { cause: coded('ENOSPC') }),
    'DISK_FULL',
  ],
  ['a folder that may only be read', coded('SQLITE_READONLY_DBMOVED'), 'FOLDER_NOT_WRITABLE'],
  ['somebody else’s folder', coded('EACCES'), 'FOLDER_NOT_WRITABLE'],
  ['a disk that is mounted for reading', coded('EROFS'), 'FOLDER_NOT_WRITABLE'],
  ['a damaged page', coded('SQLITE_CORRUPT'), 'DATABASE_DAMAGED'],
  ['a disk that does not answer', coded('SQLITE_IOERR_READ'), 'DATABASE_DAMAGED'],
  ['somebody who writes just now', coded('SQLITE_BUSY'), undefined],
  ['a rule of the table', coded('SQLITE_CONSTRAINT'), undefined],
  [
    'a file that cannot be opened, as the driver says it',
    new Error('Unable to open connection to local database /x: 14'),
    'FOLDER_NOT_WRITABLE',
  ],
  [
    'the same of a damaged one',
    new Error('Unable to open connection to local database /x: 11'),
    'DATABASE_DAMAGED',
  ],
  ['no error', 'ENOSPC', undefined],
])('%s', (_, error, code) => expect(diskProblem(error, 'x')?.code).toBe(code));

describe('a folder that cannot be worked with is refused with its own words', () => {
  let folder: string;
  beforeEach(() => {
    folder = mkdtempSync(join(tmpdir(), 'oak-gate-disk-'));
  });
  afterEach(() => {
    rmSync(folder, { recursive: true, force: true });
  });
  const opened = () =>
    openServices({
      folder,
      serverRoot,
      clock: new ScriptedClock('2026-06-01T08:00:00.000Z'),
      logger: pino({ level: 'silent' }),
    }).then(
      () => 'opened',
      (error: unknown) => (error instanceof ProblemError ? error.code : String(error)),
    );
  test('its lock cannot be written: nobody else works on it', async () => {
    mkdirSync(join(folder, 'lock.sqlite'));
    expect(await opened()).toBe('FOLDER_NOT_WRITABLE');
  });
  test('its database is something else', async () => {
    writeFileSync(
      join(folder, 'oak-gate.sqlite'),
      'This is no database, and long enough to be one.'.repeat(100),
    );
    mkdirSync(join(folder, 'keys'));
    expect(await opened()).toBe('DATABASE_DAMAGED');
    // And the folder is let go of: the next try says the same, and not that somebody works on it.
    expect(await opened()).toBe('DATABASE_DAMAGED');
  });
  test('its database was made by another program: nothing in it is touched', async () => {
    const file = join(folder, 'oak-gate.sqlite');
    const client = createClient({ url: `file:${file}` });
    await client.execute('CREATE TABLE tide (at TEXT, height REAL)');
    client.close();
    const before = readFileSync(file);
    expect(await opened()).toBe('DATABASE_FOREIGN');
    expect(readFileSync(file).equals(before)).toBe(true);
  });
  test('its database is an empty file beside the shop’s key', async () => {
    mkdirSync(join(folder, 'keys'));
    writeFileSync(join(folder, 'oak-gate.sqlite'), '');
    expect(await opened()).toBe('DATABASE_MISSING');
  });
  test('a first start that was interrupted is begun again', async () => {
    const file = join(folder, 'oak-gate.sqlite');
    const client = createClient({ url: `file:${file}` });
    await client.execute('CREATE TABLE __drizzle_migrations (id INTEGER, hash TEXT, created_at NUMERIC)');
    client.close();
    const services = await openServices({
      ...{ folder, serverRoot, clock: new ScriptedClock('2026-06-01T08:00:00.000Z') },
      logger: pino({ level: 'silent' }),
    });
    expect(await services.ledger.lengthOf('people')).toBe(0);
    await services.close();
  });
  test('a folder that is a file', async () => {
    rmSync(folder, { recursive: true });
    writeFileSync(folder, 'x');
    expect(await opened()).toBe('FOLDER_NOT_WRITABLE');
  });
});

test('a disk that is full refuses a reading in words, writes nothing of it, and takes it when there is room', async () => {
  const shop = await (await new Shop().open()).furnish();
  const { jobId, ivo } = await shop.readyJob();
  const id = '4f9f2c8e-6a43-4c2a-9f3c-0f5d4b1f7c11';
  const command = await ivo.seen(jobId, reading(SKIRT, '44/46') as never);
  const hand = () => ivo.post(`/api/jobs/${jobId}/commands`, { id, command });
  const full = new Error('Failed query: insert\nparams: x', { cause: coded('SQLITE_FULL') });
  // Full for everybody until it is answered: what the Floor writes of an earlier command may come between.
  const disk = jest.spyOn(shop.services.db, 'write').mockRejectedValue(full);
  const answer = await hand();
  disk.mockRestore();
  expect([answer.status, answer.body.code]).toEqual([507, 'DISK_FULL']);
  expect(answer.body.command).toBeUndefined(); // not the last word on this command: the tablet keeps it
  expect(placeAt(await ivo.job(jobId), SKIRT).readings).toHaveLength(0);
  expect((await hand()).status).toBe(201);
  expect(placeAt(await ivo.job(jobId), SKIRT).readings).toHaveLength(1);
  await shop.remove();
});
