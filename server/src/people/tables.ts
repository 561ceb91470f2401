import { integer, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** PIN hashes and tries: ordinary tables, never in the ledger. */
export const credential = sqliteTable('credential', {
  person: text().primaryKey(),
  hash: text().notNull(),
  failed: integer().notNull().default(0),
  lockedUntil: text('locked_until'),
  /** What shows that this program set the PIN. */
  mac: text().notNull().default(''),
});
export const session = sqliteTable('session', {
  tokenHash: text('token_hash').primaryKey(),
  person: text().notNull(),
  startedAt: text('started_at').notNull(),
  seenAt: text('seen_at').notNull(),
});
export const signInAudit = sqliteTable('sign_in_audit', {
  id: integer().primaryKey({ autoIncrement: true }),
  person: text().notNull(),
  at: text().notNull(),
  outcome: text({ enum: ['signedIn', 'wrong', 'locked', 'signed'] }).notNull(),
});
