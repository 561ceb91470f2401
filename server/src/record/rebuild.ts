import { understandEntry } from '@oak-gate/core';
import type { Envelope } from '@oak-gate/core';
import type { Db, Tx } from '../db/open';
import { ledgerStore } from './ledger.store';
import type { ChainKind } from './ledger';
import { PROJECTION_VERSIONS } from './projections';
import type { ChainKinds, ProjectionName } from './projections';
import { projectionStore } from './projection.store';

/** Drops a projection and makes it again from the ledger, in one transaction. */
export async function rebuildProjection(db: Db, kinds: ChainKinds, name: ProjectionName): Promise<void> {
  const kind = kinds[name];
  await db.write(async (tx) => {
    await projectionStore.clear(tx, name);
    for (const chain of await ledgerStore.chains(tx))
      if (kind.has(chain)) await projectChain(tx, kind, chain);
    await projectionStore.setVersion(tx, name, PROJECTION_VERSIONS[name]);
  });
}

/** Makes what the lists say of one chain anew: as far as the chain can be told. */
export async function projectChain(tx: Tx, kind: ChainKind, chain: string): Promise<void> {
  let state: unknown;
  let stand = { length: 0, hash: '' };
  const told: Envelope[] = [];
  for (const { seq, bytes, hash } of await ledgerStore.entries(tx, chain)) {
    const entry = readEntry(bytes);
    const understood = entry === undefined ? undefined : understandEntry(kind.events, entry);
    if (understood?.known !== true) break; // damaged, or of a newer program: both are said where the chain is opened
    state = kind.evolve(state, understood.entry);
    stand = { length: seq, hash };
    if (kind.lastStateOnly === true) told.push(understood.entry);
    else await kind.project(tx, [understood.entry], state, stand);
  }
  if (told.length > 0) await kind.project(tx, told, state, stand);
}
function readEntry(bytes: string | undefined): Envelope | undefined {
  try {
    return bytes === undefined ? undefined : (JSON.parse(bytes) as Envelope);
  } catch {
    return undefined;
  }
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
