import { tableMapping } from '@oak-gate/contract';
import type { TableMapping } from '@oak-gate/core';
import { asc, eq } from 'drizzle-orm';
import * as z from 'zod';
import type { Db } from '../db/open';
import { importMapping } from './tables';

/** How tables of a maker were read last. */
export const mappingStore = {
  async of(
    db: Db,
    maker: string,
  ): Promise<{ readonly mapping: TableMapping; readonly header: readonly string[] } | undefined> {
    const [row] = await db.read.select().from(importMapping).where(eq(importMapping.maker, maker));
    if (row === undefined) return undefined;
    const mapping = tableMapping.safeParse(JSON.parse(row.mapping));
    const header = z.array(z.string()).safeParse(JSON.parse(row.header));
    return mapping.success && header.success ? { mapping: mapping.data, header: header.data } : undefined;
  },
  async makers(db: Db): Promise<readonly string[]> {
    const rows = await db.read
      .select({ maker: importMapping.maker })
      .from(importMapping)
      .orderBy(asc(importMapping.maker));
    return rows.map(({ maker }) => maker);
  },
  async keep(
    db: Db,
    maker: string,
    { mapping, header }: { readonly mapping: TableMapping; readonly header: readonly string[] },
    at: string,
  ): Promise<void> {
    const row = { maker, mapping: JSON.stringify(mapping), header: JSON.stringify(header), savedAt: at };
    await db.write((tx) =>
      tx.insert(importMapping).values(row).onConflictDoUpdate({ target: importMapping.maker, set: row }),
    );
  },
};
