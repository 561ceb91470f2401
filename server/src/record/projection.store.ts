import { and, asc, count, desc, eq, inArray, isNotNull, isNull, max, sql } from 'drizzle-orm';
import type { SQLiteTable } from 'drizzle-orm/sqlite-core';
import type { Db, Tx } from '../db/open';
import {
  documentUse,
  floorRow,
  instrumentRow,
  jobRow,
  limitRowIndex,
  modelRow,
  personRow,
  projectionVersion,
  revisionRow,
  rowUse,
} from './projection-tables';

type Reader = Db['read'] | Tx;
export type JobRow = typeof jobRow.$inferSelect;

const TABLES = {
  jobs: [jobRow, documentUse, rowUse, floorRow],
  library: [revisionRow, modelRow, limitRowIndex],
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
  async putLimitUse(
    tx: Tx,
    jobId: string,
    documents: readonly string[],
    rows: readonly { readonly row: string; readonly revision: string }[],
  ): Promise<void> {
    await tx.delete(documentUse).where(eq(documentUse.jobId, jobId));
    await tx.delete(rowUse).where(eq(rowUse.jobId, jobId));
    for (const some of chunks(documents))
      await tx.insert(documentUse).values(some.map((revision) => ({ jobId, revision })));
    for (const some of chunks(rows)) await tx.insert(rowUse).values(some.map((each) => ({ jobId, ...each })));
  },
  /** The jobs that a document is pinned in. */
  async jobsOfDocument(db: Reader, revision: string): Promise<readonly JobRow[]> {
    const rows = await db
      .select({ job: jobRow })
      .from(documentUse)
      .innerJoin(jobRow, eq(jobRow.jobId, documentUse.jobId))
      .where(eq(documentUse.revision, revision))
      .orderBy(asc(jobRow.openedAt));
    return rows.map(({ job }) => job);
  },
  /** Row by row, the jobs of which a document's rows are the source of a bound. */
  async jobsOfRows(
    db: Reader,
    revision: string,
  ): Promise<readonly { readonly row: string; readonly job: JobRow }[]> {
    return db
      .select({ row: rowUse.row, job: jobRow })
      .from(rowUse)
      .innerJoin(jobRow, eq(jobRow.jobId, rowUse.jobId))
      .where(eq(rowUse.revision, revision))
      .orderBy(asc(rowUse.row), asc(jobRow.openedAt));
  },
  async indexDocument(tx: Tx, id: string, words: string): Promise<void> {
    await tx.run(sql`DELETE FROM document_text WHERE id = ${id}`);
    await tx.run(sql`INSERT INTO document_text (id, words) VALUES (${id}, ${words})`);
  },
  async indexRows(
    tx: Tx,
    revision: string,
    rows: readonly { readonly id: string; readonly words: string }[],
  ): Promise<void> {
    await forgetRows(tx, revision);
    const [last] = await tx.select({ n: max(limitRowIndex.n) }).from(limitRowIndex);
    const first = (last?.n ?? 0) + 1;
    const numbered = rows.map((row, i) => ({ ...row, n: first + i }));
    for (const some of chunks(numbered)) {
      await tx.insert(limitRowIndex).values(some.map(({ n, id }) => ({ n, id, revision })));
      const values = sql.join(
        some.map(({ n, words }) => sql`(${n}, ${words})`),
        sql`, `,
      );
      await tx.run(sql`INSERT INTO limit_row_text (rowid, words) VALUES ${values}`);
    }
  },
  async forgetRevision(tx: Tx, id: string): Promise<void> {
    await forgetRows(tx, id);
    await tx.run(sql`DELETE FROM document_text WHERE id = ${id}`);
    await tx.delete(revisionRow).where(eq(revisionRow.id, id));
  },
  /** Forgets the words of everything that is not in the library. */
  async forgetStrays(tx: Tx, known: ReadonlySet<string>): Promise<void> {
    const indexed = await tx.selectDistinct({ revision: limitRowIndex.revision }).from(limitRowIndex);
    for (const { revision } of indexed)
      if (!known.has(revision)) await projectionStore.forgetRevision(tx, revision);
  },
  /** Documents and rows whose words begin with every word of the question; unordered, at most so many. */
  async search(
    db: Reader,
    words: readonly string[],
    most: number,
  ): Promise<{
    readonly documents: readonly string[];
    readonly rows: readonly { id: string; revision: string }[];
  }> {
    const match = words.map((word) => `"${word.replaceAll('"', '')}"*`).join(' ');
    const documents = await db.all<{ id: string }>(
      sql`SELECT id FROM document_text WHERE document_text MATCH ${match} LIMIT ${most}`,
    );
    const rows = await db.all<{ id: string; revision: string }>(
      sql`SELECT i.id, i.revision FROM (SELECT rowid FROM limit_row_text WHERE limit_row_text MATCH ${match} LIMIT ${most}) AS found
          JOIN limit_row_index AS i ON i.n = found.rowid`,
    );
    return { documents: documents.map(({ id }) => id), rows };
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
  async job(db: Reader, jobId: string): Promise<JobRow | undefined> {
    const [row] = await db.select().from(jobRow).where(eq(jobRow.jobId, jobId));
    return row;
  },
  async jobOfNumber(db: Reader, number: string): Promise<JobRow | undefined> {
    const [row] = await db.select().from(jobRow).where(eq(jobRow.number, number));
    return row;
  },
  /** The jobs of the engine with this serial, the first one first. */
  async jobsOfSerial(db: Reader, model: string, serial: string): Promise<readonly JobRow[]> {
    return db
      .select()
      .from(jobRow)
      .where(and(eq(jobRow.model, model), eq(jobRow.serial, serial)))
      .orderBy(asc(jobRow.openedAt));
  },
  /** Jobs that left, the last one first, some at a time. */
  async sealedJobs(db: Reader, from: number, most: number): Promise<readonly JobRow[]> {
    return db
      .select()
      .from(jobRow)
      .where(isNotNull(jobRow.sealedAt))
      .orderBy(desc(jobRow.openedAt))
      .limit(most)
      .offset(from);
  },
  async countSealed(db: Reader): Promise<number> {
    const [row] = await db.select({ n: count() }).from(jobRow).where(isNotNull(jobRow.sealedAt));
    return row?.n ?? 0;
  },
  async floorRows(db: Reader): Promise<readonly (typeof floorRow.$inferSelect)[]> {
    return db.select().from(floorRow);
  },
  async putFloorRow(tx: Tx, row: typeof floorRow.$inferInsert): Promise<void> {
    await tx.insert(floorRow).values(row).onConflictDoUpdate({ target: floorRow.jobId, set: row });
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
    if (name !== 'library') return;
    await tx.run(sql`DELETE FROM document_text`);
    await tx.run(sql`DELETE FROM limit_row_text`);
  },
  /** Everything that the projections hold, for comparing them with themselves made again. */
  async dump(db: Reader): Promise<Readonly<Record<string, unknown>>> {
    return {
      jobs: await db.select().from(jobRow).orderBy(asc(jobRow.jobId)),
      revisions: await db.select().from(revisionRow).orderBy(asc(revisionRow.id)),
      models: await db.select().from(modelRow).orderBy(asc(modelRow.id)),
      limitRows: await db
        .select({ id: limitRowIndex.id, revision: limitRowIndex.revision })
        .from(limitRowIndex)
        .orderBy(asc(limitRowIndex.id)),
      documentUse: await db
        .select()
        .from(documentUse)
        .orderBy(asc(documentUse.jobId), asc(documentUse.revision)),
      rowUse: await db.select().from(rowUse).orderBy(asc(rowUse.jobId), asc(rowUse.row)),
      words: await db.all(
        sql`SELECT words FROM limit_row_text UNION ALL SELECT words FROM document_text ORDER BY words`,
      ),
      instruments: await db.select().from(instrumentRow).orderBy(asc(instrumentRow.id)),
      people: await db.select().from(personRow).orderBy(asc(personRow.id)),
    };
  },
};

async function forgetRows(tx: Tx, revision: string): Promise<void> {
  const known = await tx
    .select({ n: limitRowIndex.n })
    .from(limitRowIndex)
    .where(eq(limitRowIndex.revision, revision));
  for (const some of chunks(known.map(({ n }) => n))) {
    const numbers = sql.join(
      some.map((n) => sql`${n}`),
      sql`, `,
    );
    await tx.run(sql`DELETE FROM limit_row_text WHERE rowid IN (${numbers})`);
    await tx.delete(limitRowIndex).where(inArray(limitRowIndex.n, some));
  }
}
const CHUNK = 200;
/** A statement takes only so many values. */
function chunks<T>(items: readonly T[]): T[][] {
  const parts: T[][] = [];
  for (let at = 0; at < items.length; at += CHUNK) parts.push(items.slice(at, at + CHUNK));
  return parts;
}
