import { integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** PIN hashes: ordinary tables, never in the ledger. `failed` and `locked_until` are of the programs before this one. */
export const credential = sqliteTable('credential', {
  person: text().primaryKey(),
  hash: text().notNull(),
  failed: integer().notNull().default(0),
  lockedUntil: text('locked_until'),
  /** What shows that this program set the PIN. */
  mac: text().notNull().default(''),
  /** When it first opened the door. */
  usedAt: text('used_at'),
});
/** Wrong PINs of a person at one place: whoever guesses elsewhere keeps nobody out who works here. */
export const pinTries = sqliteTable(
  'pin_tries',
  {
    person: text().notNull(),
    place: text().notNull(),
    failed: integer().notNull(),
    lockedUntil: text('locked_until'),
    at: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.person, table.place] })],
);
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
  outcome: text({ enum: ['signedIn', 'wrong', 'locked', 'signed', 'choosing', 'pinSet'] }).notNull(),
  /** Who did it, where that can be somebody else. */
  by: text(),
});
