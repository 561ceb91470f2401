import { and, eq, lt, ne } from 'drizzle-orm';
import type { Db, Tx } from '../db/open';
import { credential, pinTries, session, signInAudit } from './tables';

type Reader = Db['read'] | Tx;

/** PIN hashes, sessions and the sign-in audit. */
export const credentialsStore = {
  async find(db: Reader, person: string): Promise<typeof credential.$inferSelect | undefined> {
    const [row] = await db.select().from(credential).where(eq(credential.person, person));
    return row;
  },
  async put(tx: Tx, person: string, hash: string, mac: string): Promise<void> {
    const row = { person, hash, failed: 0, lockedUntil: null, mac, usedAt: null };
    await tx.insert(credential).values(row).onConflictDoUpdate({ target: credential.person, set: row });
  },
  /** Notes that a PIN has opened the door. */
  async use(tx: Tx, person: string, at: string): Promise<void> {
    await tx.update(credential).set({ usedAt: at }).where(eq(credential.person, person));
  },
  async all(db: Reader): Promise<readonly (typeof credential.$inferSelect)[]> {
    return db.select().from(credential);
  },
  /** Marks a PIN as it is found: once, in a folder that was written before there were marks. */
  async mark(tx: Tx, person: string, mac: string): Promise<void> {
    await tx.update(credential).set({ mac }).where(eq(credential.person, person));
  },
  async tries(db: Reader, person: string, place: string): Promise<typeof pinTries.$inferSelect | undefined> {
    const [row] = await db
      .select()
      .from(pinTries)
      .where(and(eq(pinTries.person, person), eq(pinTries.place, place)));
    return row;
  },
  async setTries(tx: Tx, row: typeof pinTries.$inferInsert): Promise<void> {
    const target = [pinTries.person, pinTries.place];
    await tx.insert(pinTries).values(row).onConflictDoUpdate({ target, set: row });
  },
  async forgetTries(tx: Tx, person: string, place: string): Promise<void> {
    await tx.delete(pinTries).where(and(eq(pinTries.person, person), eq(pinTries.place, place)));
  },
  async forgetTriesOf(tx: Tx, person: string): Promise<void> {
    await tx.delete(pinTries).where(eq(pinTries.person, person));
  },
  async forgetOldTries(tx: Tx, before: string): Promise<void> {
    await tx.delete(pinTries).where(lt(pinTries.at, before));
  },
  async audit(
    tx: Tx,
    person: string,
    at: string,
    outcome: NonNullable<(typeof signInAudit.$inferInsert)['outcome']>,
    by: string | null = null,
  ): Promise<void> {
    await tx.insert(signInAudit).values({ person, at, outcome, by });
  },
  async startSession(tx: Tx, tokenHash: string, person: string, at: string): Promise<void> {
    await tx.insert(session).values({ tokenHash, person, startedAt: at, seenAt: at });
  },
  async session(db: Reader, tokenHash: string): Promise<typeof session.$inferSelect | undefined> {
    const [row] = await db.select().from(session).where(eq(session.tokenHash, tokenHash));
    return row;
  },
  async endSession(tx: Tx, tokenHash: string): Promise<void> {
    await tx.delete(session).where(eq(session.tokenHash, tokenHash));
  },
  /** @param but the hash of the one that goes on */
  async endSessionsOf(tx: Tx, person: string, but = ''): Promise<void> {
    await tx.delete(session).where(and(eq(session.person, person), ne(session.tokenHash, but)));
  },
  async endOldSessions(tx: Tx, before: string): Promise<void> {
    await tx.delete(session).where(lt(session.startedAt, before));
  },
};
