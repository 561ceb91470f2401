import { integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** The ledger. Rows are only ever added: triggers refuse everything else. */
export const entry = sqliteTable(
  'entry',
  {
    chain: text().notNull(),
    seq: integer().notNull(),
    /** The canonical bytes that are hashed. */
    bytes: text().notNull(),
    hash: text().notNull(),
  },
  (table) => [primaryKey({ columns: [table.chain, table.seq] })],
);

/** What a command was answered, so that the same command sent twice is done once. */
export const receipt = sqliteTable('receipt', {
  command: text().primaryKey(),
  person: text().notNull(),
  bodyHash: text('body_hash').notNull(),
  answer: text().notNull(),
  at: text().notNull(),
});
