import { eq, lt } from 'drizzle-orm';
import type { Db, Tx } from '../db/open';
import { credential, session, signInAudit } from './tables';

type Reader = Db['read'] | Tx;

/** PIN hashes, sessions and the sign-in audit. */
export const credentialsStore = {
  async find(db: Reader, person: string): Promise<typeof credential.$inferSelect | undefined> {
    const [row] = await db.select().from(credential).where(eq(credential.person, person));
    return row;
  },
  async put(tx: Tx, person: string, hash: string, mac: string): Promise<void> {
    const row = { person, hash, failed: 0, lockedUntil: null, mac };
    await tx.insert(credential).values(row).onConflictDoUpdate({ target: credential.person, set: row });
  },
  async all(db: Reader): Promise<readonly (typeof credential.$inferSelect)[]> {
    return db.select().from(credential);
  },
  /** Marks a PIN as it is found: once, in a folder that was written before there were marks. */
  async mark(tx: Tx, person: string, mac: string): Promise<void> {
    await tx.update(credential).set({ mac }).where(eq(credential.person, person));
  },
  async setTries(tx: Tx, person: string, failed: number, lockedUntil: string | null): Promise<void> {
    await tx.update(credential).set({ failed, lockedUntil }).where(eq(credential.person, person));
  },
  async audit(
    tx: Tx,
    person: string,
    at: string,
    outcome: 'signedIn' | 'wrong' | 'locked' | 'signed',
  ): Promise<void> {
    await tx.insert(signInAudit).values({ person, at, outcome });
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
  async endOldSessions(tx: Tx, before: string): Promise<void> {
    await tx.delete(session).where(lt(session.startedAt, before));
  },
};
