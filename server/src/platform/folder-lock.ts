import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { ProblemError } from './problem-error';

/**
 * Keeps a second server off a data folder. An open write transaction on a file of its own is the lock: the operating
 * system takes it away when the process dies, however it dies, so nothing stale is left behind.
 * @returns how to let go of the folder
 * @throws ProblemError FOLDER_IN_USE
 */
export async function lockFolder(folder: string): Promise<() => void> {
  mkdirSync(folder, { recursive: true });
  const client = createClient({ url: `file:${join(folder, 'lock.sqlite')}`, timeout: 0 });
  try {
    await client.execute('PRAGMA journal_mode = DELETE');
    const held = await client.transaction('write');
    await held.execute('CREATE TABLE IF NOT EXISTS held_by (pid INTEGER)');
    return () => {
      held.close();
      client.close();
    };
  } catch {
    client.close();
    throw ProblemError.of('FOLDER_IN_USE', { folder });
  }
}
