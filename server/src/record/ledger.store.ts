import { and, asc, eq, gte } from 'drizzle-orm';
import type { Db, Tx } from '../db/open';
import { entry, receipt } from './tables';

export interface StoredEntry {
  readonly seq: number;
  readonly bytes: string;
  readonly hash: string;
}
type Reader = Db['read'] | Tx;

/** The rows of the ledger. There is no update and no delete here, and the triggers would refuse them. */
export const ledgerStore = {
  async entries(db: Reader, chain: string, from = 1): Promise<readonly StoredEntry[]> {
    return db
      .select({ seq: entry.seq, bytes: entry.bytes, hash: entry.hash })
      .from(entry)
      .where(and(eq(entry.chain, chain), gte(entry.seq, from)))
      .orderBy(asc(entry.seq));
  },
  async chains(db: Reader): Promise<readonly string[]> {
    const rows = await db.selectDistinct({ chain: entry.chain }).from(entry).orderBy(asc(entry.chain));
    return rows.map(({ chain }) => chain);
  },
  async append(tx: Tx, chain: string, stored: StoredEntry): Promise<void> {
    await tx.insert(entry).values({ chain, ...stored });
  },
  async receipt(tx: Tx, command: string): Promise<typeof receipt.$inferSelect | undefined> {
    const [row] = await tx.select().from(receipt).where(eq(receipt.command, command));
    return row;
  },
  async keepReceipt(tx: Tx, row: typeof receipt.$inferInsert): Promise<void> {
    await tx.insert(receipt).values(row);
  },
};
