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
  /** The whole answer, in receipts of the first format; since then it is told from the entries. */
  answer: text().notNull(),
  at: text().notNull(),
  chain: text(),
  firstSeq: integer('first_seq'),
  lastSeq: integer('last_seq'),
  lastHash: text('last_hash'),
});

/** Where each chain ends, as this program wrote it: what was cut off, put on or made anew behind its back is noticed here. */
export const chainHead = sqliteTable('chain_head', {
  chain: text().primaryKey(),
  length: integer().notNull(),
  hash: text().notNull(),
  /** Made with a key of the data folder, so that nobody without it can write another head. */
  mac: text().notNull(),
});
