import { existsSync, mkdirSync, mkdtempSync, readdirSync, renameSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { basename, dirname, join, resolve } from 'node:path';
import { createClient } from '@libsql/client';
import type { Logger } from 'pino';
import type { Clock } from '../platform/clock';
import { ProblemError } from '../platform/problem-error';
import { openLedger } from '../services';
import { readArchive, writeArchive } from './archive';
import { checkShop } from './check-shop';
import type { ShopCheck } from './check-shop';

export interface BackupWorld {
  readonly serverRoot: string;
  readonly clock: Clock;
  readonly logger: Logger;
}
export interface Backup {
  /** The shop's data, without its keys. */
  readonly file: string;
  /** The keys: whoever has them and the data has the shop, so they are kept elsewhere. */
  readonly keys: string;
  readonly found: ShopCheck;
}

/**
 * Puts a data folder into one archive and its keys into another, while a server works on it, and reads both back: a backup
 * counts only when a shop could be opened from it.
 * @throws ProblemError DATABASE_MISSING, BACKUP_WRONG, and what keeps a folder from being opened
 */
export async function makeBackup(folder: string, to: string, world: BackupWorld): Promise<Backup> {
  const database = join(folder, 'oak-gate.sqlite');
  if (!existsSync(database)) throw ProblemError.of('DATABASE_MISSING', { folder });
  mkdirSync(to, { recursive: true, mode: 0o700 });
  const stem = join(to, `oak-gate-${world.clock.now().replaceAll(/[:.]/g, '-')}`);
  const [file, keys] = [`${stem}.zip`, `${stem}.keys.zip`];
  const aside = mkdtempSync(join(tmpdir(), 'oak-gate-backup-'));
  try {
    const copy = join(aside, 'oak-gate.sqlite');
    await copyDatabase(database, copy);
    // What an event speaks of was on the disk before the event: everything that the copy names is there now.
    const attached = namesIn(join(folder, 'files')).filter((name) => /^[0-9a-f]{64}$/.test(name));
    writeArchive(`${file}.part`, [
      { name: 'oak-gate.sqlite', path: copy },
      { name: 'version.json', path: join(folder, 'version.json') },
      ...attached.map((name) => ({ name: `files/${name}`, path: join(folder, 'files', name) })),
    ]);
    const kept = namesIn(join(folder, 'keys'));
    writeArchive(
      `${keys}.part`,
      kept.map((name) => ({ name: `keys/${name}`, path: join(folder, 'keys', name) })),
    );
    const found = await lookInto(`${file}.part`, `${keys}.part`, join(aside, 'read-back'), world);
    renameSync(`${file}.part`, file);
    renameSync(`${keys}.part`, keys);
    return { file, keys, found };
  } finally {
    for (const part of [`${file}.part`, `${keys}.part`]) rmSync(part, { force: true });
    rmSync(aside, { recursive: true, force: true });
  }
}

/**
 * Makes a data folder from a backup.
 * @param folder not there yet, or empty: nothing is ever written over
 * @throws ProblemError FOLDER_NOT_EMPTY, BACKUP_WRONG, and what keeps a folder from being opened
 */
export async function restoreBackup(
  { file, keys }: Pick<Backup, 'file' | 'keys'>,
  folder: string,
  world: BackupWorld,
): Promise<ShopCheck> {
  if (namesIn(folder).length > 0) throw ProblemError.of('FOLDER_NOT_EMPTY', { folder });
  for (const each of [file, keys])
    if (!existsSync(each))
      throw ProblemError.of('BACKUP_WRONG', { file: each, because: 'there is no such file' });
  const target = resolve(folder);
  mkdirSync(dirname(target), { recursive: true });
  const aside = mkdtempSync(join(dirname(target), `.${basename(target)}-restoring-`));
  try {
    const found = await lookInto(file, keys, aside, world);
    rmSync(target, { recursive: true, force: true });
    renameSync(aside, target);
    return found;
  } finally {
    rmSync(aside, { recursive: true, force: true });
  }
}

/** Unpacks a backup, opens the shop in it as a server would, and reads all of it. */
async function lookInto(file: string, keys: string, into: string, world: BackupWorld): Promise<ShopCheck> {
  mkdirSync(into, { recursive: true, mode: 0o700 });
  readArchive(file, into);
  readArchive(keys, into);
  rmSync(join(into, 'manifest.json'), { force: true });
  const opened = await openLedger({ ...world, folder: into });
  try {
    const found = await checkShop(opened, into);
    const [first] = found.faults;
    if (first !== undefined) throw ProblemError.of('BACKUP_WRONG', { file, because: first });
    return found;
  } finally {
    await opened.close();
    for (const name of ['lock.sqlite', 'lock.sqlite-journal']) rmSync(join(into, name), { force: true });
  }
}

async function copyDatabase(from: string, to: string): Promise<void> {
  const client = createClient({ url: `file:${from}`, timeout: 30_000 });
  try {
    // One moment of the database, whatever is written meanwhile.
    await client.execute({ sql: 'VACUUM INTO ?', args: [to] });
  } finally {
    client.close();
  }
}
const namesIn = (folder: string): readonly string[] => (existsSync(folder) ? readdirSync(folder) : []);
