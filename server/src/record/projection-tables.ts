import { index, integer, primaryKey, sqliteTable, text } from 'drizzle-orm/sqlite-core';

/** Projections: made from the ledger for lists and search; they can be dropped and made again at any time. */
export const projectionVersion = sqliteTable('projection_version', {
  name: text().primaryKey(),
  version: integer().notNull(),
});
export const jobRow = sqliteTable('job_row', {
  jobId: text('job_id').primaryKey(),
  number: text().notNull().unique(),
  engineId: text('engine_id').notNull(),
  serial: text().notNull(),
  model: text().notNull(),
  modelName: text('model_name').notNull(),
  openedAt: text('opened_at').notNull(),
  sealedAt: text('sealed_at'),
  sealDigest: text('seal_digest'),
  gates: text().notNull(),
  /** How many supplements stand behind the seal, and the seal of the last one. */
  supplements: integer().notNull().default(0),
  lastSeal: text('last_seal'),
  /** The entry up to which this row tells the story, and what shows that this program wrote it. */
  length: integer().notNull().default(0),
  mac: text().notNull().default(''),
});
/** What the Floor says of an open job, worked out beside the writing and read as it is. */
export const floorRow = sqliteTable('floor_row', {
  jobId: text('job_id').primaryKey(),
  length: integer().notNull(),
  /** The first day on which it must be worked out again; null where no day changes it. */
  until: text(),
  summary: text().notNull(),
});
export const revisionRow = sqliteTable('revision_row', {
  id: text().primaryKey(),
  number: text().notNull(),
  title: text().notNull(),
  kind: text().notNull(),
  publishedAt: text('published_at'),
  effective: text().notNull(),
  rowCount: integer('row_count').notNull(),
});
/** Limit rows by number, so that the text index can find and forget those of one revision. */
export const limitRowIndex = sqliteTable(
  'limit_row_index',
  { n: integer().primaryKey(), id: text().notNull(), revision: text().notNull() },
  (table) => [index('limit_row_of_revision').on(table.revision)],
);
/** Which documents a job is judged by, and which rows govern a fit of it. */
export const documentUse = sqliteTable(
  'document_use',
  { jobId: text('job_id').notNull(), revision: text().notNull() },
  (table) => [
    primaryKey({ columns: [table.jobId, table.revision] }),
    index('document_used').on(table.revision),
  ],
);
export const rowUse = sqliteTable(
  'row_use',
  { jobId: text('job_id').notNull(), revision: text().notNull(), row: text().notNull() },
  (table) => [primaryKey({ columns: [table.jobId, table.row] }), index('row_used').on(table.revision)],
);
export const modelRow = sqliteTable('model_row', {
  id: text().primaryKey(),
  name: text().notNull(),
  maker: text().notNull(),
  digest: text().notNull(),
});
export const instrumentRow = sqliteTable('instrument_row', {
  id: text().primaryKey(),
  name: text().notNull(),
  dueOn: text('due_on').notNull(),
});
export const personRow = sqliteTable('person_row', {
  id: text().primaryKey(),
  name: text().notNull(),
  active: integer({ mode: 'boolean' }).notNull(),
});
