import { asc, eq, isNull } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import type { Db, Tx } from '../db/open';
import {
  instrumentRow,
  jobRow,
  modelRow,
  personRow,
  projectionVersion,
  revisionRow,
} from './projection-tables';

type Reader = Db['read'] | Tx;
export type JobRow = typeof jobRow.$inferSelect;

const TABLES = {
  jobs: [jobRow],
  library: [revisionRow, modelRow],
  instruments: [instrumentRow],
  people: [personRow],
} as const;

/** The tables for lists and search. */
export const projectionStore = {
  async putJob(tx: Tx, row: typeof jobRow.$inferInsert): Promise<void> {
    await tx.insert(jobRow).values(row).onConflictDoUpdate({ target: jobRow.jobId, set: row });
  },
  async putRevision(tx: Tx, row: typeof revisionRow.$inferInsert): Promise<void> {
    await tx.insert(revisionRow).values(row).onConflictDoUpdate({ target: revisionRow.id, set: row });
  },
  async putModel(tx: Tx, row: typeof modelRow.$inferInsert): Promise<void> {
    await tx.insert(modelRow).values(row).onConflictDoUpdate({ target: modelRow.id, set: row });
  },
  async putInstrument(tx: Tx, row: typeof instrumentRow.$inferInsert): Promise<void> {
    await tx.insert(instrumentRow).values(row).onConflictDoUpdate({ target: instrumentRow.id, set: row });
  },
  async putPerson(tx: Tx, row: typeof personRow.$inferInsert): Promise<void> {
    await tx.insert(personRow).values(row).onConflictDoUpdate({ target: personRow.id, set: row });
  },
  async jobs(db: Reader): Promise<readonly JobRow[]> {
    return db.select().from(jobRow).orderBy(asc(jobRow.openedAt));
  },
  async openJobs(db: Reader): Promise<readonly JobRow[]> {
    return db.select().from(jobRow).where(isNull(jobRow.sealedAt)).orderBy(asc(jobRow.openedAt));
  },
  async jobsOfEngine(db: Reader, engineId: string): Promise<readonly JobRow[]> {
    return db.select().from(jobRow).where(eq(jobRow.engineId, engineId)).orderBy(asc(jobRow.openedAt));
  },
  async versions(db: Reader): Promise<Readonly<Record<string, number>>> {
    const rows = await db.select().from(projectionVersion);
    return Object.fromEntries(rows.map(({ name, version }) => [name, version]));
  },
  async setVersion(tx: Tx, name: string, version: number): Promise<void> {
    await tx
      .insert(projectionVersion)
      .values({ name, version })
      .onConflictDoUpdate({ target: projectionVersion.name, set: { version } });
  },
  async clear(tx: Tx, name: keyof typeof TABLES): Promise<void> {
    for (const table of TABLES[name]) await tx.delete(table as SQLiteTable);
  },
  /** Everything that the projections hold, for comparing them with themselves made again. */
  async dump(db: Reader): Promise<Readonly<Record<string, unknown>>> {
    return {
      jobs: await db.select().from(jobRow).orderBy(asc(jobRow.jobId)),
      revisions: await db.select().from(revisionRow).orderBy(asc(revisionRow.id)),
      models: await db.select().from(modelRow).orderBy(asc(modelRow.id)),
      instruments: await db.select().from(instrumentRow).orderBy(asc(instrumentRow.id)),
      people: await db.select().from(personRow).orderBy(asc(personRow.id)),
    };
  },
};
