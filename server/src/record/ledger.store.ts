import { and, asc, desc, eq, gte, lte, sql } from 'drizzle-orm';
import type { Db, Tx } from '../db/open';
import { chainHead, entry, receipt } from './tables';

export interface StoredEntry {
  readonly seq: number;
  /** The canonical bytes as text; undefined where they are no text: somebody wrote there who is not this program. */
  readonly bytes: string | undefined;
  readonly hash: string;
}
export interface StoredHead {
  readonly chain: string;
  readonly length: number;
  readonly hash: string;
  readonly mac: string;
}
type Reader = Db['read'] | Tx;

const decoder = new TextDecoder('utf-8', { fatal: true, ignoreBOM: true });
/** The driver ends the whole process where a text is not UTF-8, so the bytes are fetched as bytes and read here. */
function textOf(bytes: ArrayBuffer): string | undefined {
  try {
    return decoder.decode(bytes);
  } catch {
    return undefined;
  }
}
const rawBytes = sql<ArrayBuffer>`CAST(${entry.bytes} AS BLOB)`;

/** The rows of the ledger. There is no update and no delete of entries here, and the triggers would refuse them. */
export const ledgerStore = {
  async entries(db: Reader, chain: string, from = 1, to?: number): Promise<readonly StoredEntry[]> {
    const range = [eq(entry.chain, chain), gte(entry.seq, from)];
    const rows = await db
      .select({ seq: entry.seq, bytes: rawBytes, hash: entry.hash })
      .from(entry)
      .where(and(...range, ...(to === undefined ? [] : [lte(entry.seq, to)])))
      .orderBy(asc(entry.seq));
    return rows.map(({ seq, bytes, hash }) => ({ seq, hash, bytes: textOf(bytes) }));
  },
  async chains(db: Reader): Promise<readonly string[]> {
    const rows = await db.selectDistinct({ chain: entry.chain }).from(entry).orderBy(asc(entry.chain));
    return rows.map(({ chain }) => chain);
  },
  async append(tx: Tx, chain: string, stored: StoredEntry & { readonly bytes: string }): Promise<void> {
    await tx.insert(entry).values({ chain, ...stored });
  },
  /** Where each chain really ends. */
  async ends(db: Reader): Promise<readonly { chain: string; length: number; hash: string }[]> {
    // Not called `length` in SQL: a row of the driver has one of its own.
    const rows = await db.all<{ chain: string; last: number; hash: string }>(
      sql`SELECT e.chain AS chain, e.seq AS last, e.hash AS hash FROM entry AS e
          JOIN (SELECT chain, max(seq) AS last FROM entry GROUP BY chain) AS m ON m.chain = e.chain AND m.last = e.seq`,
    );
    return rows.map(({ chain, last, hash }) => ({ chain, length: last, hash }));
  },
  async heads(db: Reader): Promise<readonly StoredHead[]> {
    return db.select().from(chainHead);
  },
  async putHead(tx: Tx, head: StoredHead): Promise<void> {
    await tx.insert(chainHead).values(head).onConflictDoUpdate({ target: chainHead.chain, set: head });
  },
  async receipt(tx: Reader, command: string): Promise<typeof receipt.$inferSelect | undefined> {
    const [row] = await tx.select().from(receipt).where(eq(receipt.command, command));
    return row;
  },
  /** When the last command was carried out: the rows are in the order of their writing. */
  async lastCommandAt(db: Reader): Promise<string | undefined> {
    const [row] = await db
      .select({ at: receipt.at })
      .from(receipt)
      .orderBy(desc(sql`rowid`))
      .limit(1);
    return row?.at;
  },
  async keepReceipt(tx: Tx, row: typeof receipt.$inferInsert): Promise<void> {
    await tx.insert(receipt).values(row);
  },
  /** Receipts whose last entry is not there any more, or is another one: by chain, the highest number that was promised. */
  async brokenPromises(db: Reader): Promise<readonly { chain: string; promised: number }[]> {
    return db.all(
      sql`SELECT r.chain AS chain, max(r.last_seq) AS promised FROM receipt AS r
          LEFT JOIN entry AS e ON e.chain = r.chain AND e.seq = r.last_seq
          WHERE r.chain IS NOT NULL AND r.last_seq > 0 AND (e.hash IS NULL OR e.hash <> r.last_hash) GROUP BY r.chain`,
    );
  },
};
