import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import type { Client } from '@libsql/client';
import { diskProblem } from './disk-problem';
import { ProblemError } from './problem-error';

/**
 * Keeps a second server off a data folder. An open write transaction on a file of its own is the lock: the operating
 * system takes it away when the process dies, however it dies, so nothing stale is left behind.
 * @returns how to let go of the folder
 * @throws ProblemError FOLDER_IN_USE, FOLDER_NOT_WRITABLE, DISK_FULL
 */
export async function lockFolder(folder: string): Promise<() => void> {
  let client: Client | undefined;
  try {
    mkdirSync(folder, { recursive: true });
    client = createClient({ url: `file:${join(folder, 'lock.sqlite')}`, timeout: 0 });
    await client.execute('PRAGMA journal_mode = DELETE');
    const held = await client.transaction('write');
    await held.execute('CREATE TABLE IF NOT EXISTS held_by (pid INTEGER)');
    return () => {
      held.close();
      client?.close();
    };
  } catch (error) {
    client?.close();
    throw diskProblem(error, folder) ?? ProblemError.of('FOLDER_IN_USE', { folder });
  }
}
