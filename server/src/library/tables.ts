import { sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** How the tables of a maker were read last: a help for the next one, and no part of the record. */
export const importMapping = sqliteTable('import_mapping', {
  maker: text().primaryKey(),
  mapping: text().notNull(),
  header: text().notNull(),
  savedAt: text('saved_at').notNull(),
});
