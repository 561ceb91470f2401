import { existsSync, mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import type { Client } from '@libsql/client';
import { drizzle } from 'drizzle-orm/libsql';
import { migrate } from 'drizzle-orm/libsql/migrator';
import { readMigrationFiles } from 'drizzle-orm/migrator';
import { APPEND_ONLY_TRIGGERS } from './append-only';
import { ProblemError } from '../platform/problem-error';
import * as schema from './schema';
import { WriteQueue } from './write-queue';
import type { Settled, WriteWatch } from './write-queue';

/**
 * Opens the database. Every write goes through `write`, one at a time: the driver allows one writer, and a second write
 * transaction would block the whole event loop for the busy timeout and then fail.
 * @param watch looks at the disk before each writing
 * @throws ProblemError DATABASE_FOREIGN, DATABASE_MISSING before anything in it is touched
 */
export async function openDb(folder: string, migrationsFolder: string, watch: WriteWatch) {
  mkdirSync(folder, { recursive: true });
  const file = join(folder, 'oak-gate.sqlite');
  const isNew = !existsSync(file);
  const client = createClient({ url: `file:${file}`, timeout: 5000 });
  if (!isNew) await refuseForeign(client, folder);
  await client.execute('PRAGMA journal_mode = WAL'); // stays in the file; synchronous is FULL by the driver's default
  if (!isNew) await backUpBeforeMigrating(client, folder, migrationsFolder);
  const db = drizzle({ client, schema });
  await migrate(db, { migrationsFolder });
  for (const { sql } of APPEND_ONLY_TRIGGERS) await client.execute(sql);

  type Tx = Parameters<Parameters<typeof db.transaction>[0]>[0];
  const queue = new WriteQueue<Tx>(db, watch);
  const write = <T>(work: (tx: Tx) => Promise<T>, settled?: Settled): Promise<T> =>
    queue.write(work, settled);
  const close = async (): Promise<void> => {
    await queue.idle();
    await client.execute('PRAGMA wal_checkpoint(TRUNCATE)');
    client.close();
  };
  return { read: db, write, close, client };
}
export type Db = Awaited<ReturnType<typeof openDb>>;
export type Tx = Parameters<Parameters<Db['write']>[0]>[0];

/** A database that another program made is not ours to write into, whatever its file is called. */
async function refuseForeign(client: Client, folder: string): Promise<void> {
  const { rows } = await client.execute("SELECT name FROM sqlite_master WHERE type = 'table'");
  const tables = rows.map(({ name }) => name as string);
  // A first start that was interrupted leaves an empty one, and no key: it is begun again.
  const hasShop = existsSync(join(folder, 'keys')) || existsSync(join(folder, 'version.json'));
  if (tables.every((name) => name === '__drizzle_migrations')) {
    if (hasShop) throw ProblemError.of('DATABASE_MISSING', { folder });
    return;
  }
  if (!tables.includes('__drizzle_migrations') || !tables.includes('entry'))
    throw ProblemError.of('DATABASE_FOREIGN', { folder });
}

/** A migration is applied to a folder of which a copy was put aside first. */
async function backUpBeforeMigrating(
  client: Client,
  folder: string,
  migrationsFolder: string,
): Promise<void> {
  const known = readMigrationFiles({ migrationsFolder }).length;
  const done = await client
    .execute('SELECT count(*) AS done FROM __drizzle_migrations')
    .then(({ rows }) => Number(rows[0]?.['done'] ?? 0))
    .catch(() => 0);
  if (done >= known) return;
  const aside = join(folder, 'backups');
  mkdirSync(aside, { recursive: true });
  const target = join(aside, `before-migration-${done + 1}.sqlite`);
  if (!existsSync(target)) await client.execute({ sql: 'VACUUM INTO ?', args: [target] });
}
