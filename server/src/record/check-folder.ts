import type { Db } from '../db/open';
import type { FolderKey } from '../platform/folder-key';
import type { Acknowledgement } from './acknowledged';
import { ledgerStore } from './ledger.store';
import type { Damage, Ledger } from './ledger';
import { projectionStore } from './projection.store';
import { jobRowText } from './projections';

/** Marks the end of every chain as it is found: once, for a folder that was written before there were marks. */
export async function adoptHeads(db: Db, key: FolderKey): Promise<void> {
  const ends = await ledgerStore.ends(db.read);
  await db.write(async (tx) => {
    for (const { chain, length, hash } of ends)
      await ledgerStore.putHead(tx, { chain, length, hash, mac: key.mac('head', chain, length, hash) });
  });
}

export const hasHeads = async (db: Db): Promise<boolean> => (await ledgerStore.heads(db.read)).length > 0;

/**
 * Holds every chain's end against what was noted of it, what was promised in receipts, and what the shop's list says. What
 * was cut off, put on, made anew or put into a list behind the program's back is found before anything is worked with.
 * @returns the chains of jobs whose row in the list is not what this program wrote, and those of which nothing is left
 */
export async function checkFolder(
  db: Db,
  ledger: Ledger,
  key: FolderKey,
  acknowledged: ReadonlyMap<string, Acknowledgement>,
): Promise<{ readonly lists: readonly string[]; readonly lost: readonly string[] }> {
  const ends = new Map((await ledgerStore.ends(db.read)).map((end) => [end.chain, end]));
  const heads = await ledgerStore.heads(db.read);
  const noted = new Map(heads.map((head) => [head.chain, head]));
  const damaged = (chain: string, because: Damage['because'], promised = 0): void => {
    const entry = ends.get(chain)?.length ?? 0;
    ledger.markDamaged(chain, { because, entry, promised: Math.max(promised, entry) });
  };
  for (const head of heads) {
    const { chain, length, hash, mac } = head;
    const end = ends.get(chain);
    if (!key.isMine(mac, 'head', chain, length, hash)) damaged(chain, 'headGone');
    else if (end === undefined || end.length < length) damaged(chain, 'tail', length);
    else if (end.length > length || end.hash !== hash) damaged(chain, 'head', length);
  }
  for (const { chain } of ends.values()) if (!noted.has(chain)) damaged(chain, 'headGone');
  for (const { chain, promised } of await ledgerStore.brokenPromises(db.read))
    damaged(chain, promised > (ends.get(chain)?.length ?? 0) ? 'tail' : 'head', promised);
  for (const [chain, { length }] of acknowledged) {
    if (length > (ends.get(chain)?.length ?? 0)) damaged(chain, 'tail', length);
  }
  const lost = [...acknowledged.keys()].filter((chain) => !ends.has(chain));
  return { lists: await lists(db, ends, key), lost };
}

/** The jobs of which the shop's list says something that this program did not write: their rows are made anew. */
async function lists(
  db: Db,
  ends: ReadonlyMap<string, { readonly length: number }>,
  key: FolderKey,
): Promise<readonly string[]> {
  const rows = await projectionStore.jobs(db.read);
  const wrong = rows
    .filter(
      (row) => !key.isMine(row.mac, jobRowText(row)) || ends.get(`job:${row.jobId}`)?.length !== row.length,
    )
    .map(({ jobId }) => `job:${jobId}`);
  const listed = new Set(rows.map(({ jobId }) => `job:${jobId}`));
  const missing = [...ends.keys()].filter((chain) => chain.startsWith('job:') && !listed.has(chain));
  return [...wrong, ...missing];
}
