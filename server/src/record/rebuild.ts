import type { Envelope } from '@oak-gate/core';
import type { Db } from '../db/open';
import { ledgerStore } from './ledger.store';
import { PROJECTION_VERSIONS } from './projections';
import type { ChainKinds, ProjectionName } from './projections';
import { projectionStore } from './projection.store';

/** Drops a projection and makes it again from the ledger, in one transaction. */
export async function rebuildProjection(db: Db, kinds: ChainKinds, name: ProjectionName): Promise<void> {
  const kind = kinds[name];
  await db.write(async (tx) => {
    await projectionStore.clear(tx, name);
    for (const chain of await ledgerStore.chains(tx)) {
      if (!kind.has(chain)) continue;
      let state: unknown;
      for (const { bytes } of await ledgerStore.entries(tx, chain)) {
        const entry = JSON.parse(bytes) as Envelope;
        state = kind.evolve(state, entry);
        await kind.project(tx, [entry], state);
      }
    }
    await projectionStore.setVersion(tx, name, PROJECTION_VERSIONS[name]);
  });
}

/** At start-up: makes those projections again that an upgrade has changed. */
export async function bringProjectionsUpToDate(
  db: Db,
  kinds: ChainKinds,
): Promise<readonly ProjectionName[]> {
  const there = await projectionStore.versions(db.read);
  const outdated = (Object.keys(PROJECTION_VERSIONS) as ProjectionName[]).filter(
    (name) => there[name] !== PROJECTION_VERSIONS[name],
  );
  for (const name of outdated) await rebuildProjection(db, kinds, name);
  return outdated;
}
