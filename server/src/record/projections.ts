import { currentGate, signatureOf } from '@oak-gate/core';
import type {
  Envelope,
  InstrumentEvent,
  InstrumentsState,
  JobState,
  LibraryEvent,
  LibraryState,
  PeopleEvent,
  PeopleState,
} from '@oak-gate/core';
import {
  evolveInstruments,
  evolveJob,
  evolveLibrary,
  evolvePeople,
  EMPTY_LIBRARY,
  NO_INSTRUMENTS,
  NOBODY,
} from '@oak-gate/core';
import type { JobEntry } from '@oak-gate/core';
import type { Tx } from '../db/open';
import type { ChainKey, ChainKind } from './ledger';
import { projectionStore } from './projection.store';

export const LIBRARY: ChainKey<LibraryState> = 'library';
export const INSTRUMENTS: ChainKey<InstrumentsState> = 'instruments';
export const PEOPLE: ChainKey<PeopleState> = 'people';
export const jobChain = (jobId: string): ChainKey<JobState> => `job:${jobId}`;

/** Raised when what a projection holds changes: at the next start it is made again from the ledger. */
export const PROJECTION_VERSIONS = { jobs: 1, library: 1, instruments: 1, people: 1 } as const;
export type ProjectionName = keyof typeof PROJECTION_VERSIONS;

const isNote = (entry: Envelope): boolean => entry.type === 'clockSteppedBack';

const jobs: ChainKind<JobState> = {
  has: (chain) => chain.startsWith('job:'),
  evolve: (state, entry) => evolveJob(state, entry as JobEntry),
  project: async (tx, _entries, state) => {
    // Whether an open gate is ready follows from the story and the day: the Floor asks the story, this only keeps what is signed.
    const gates = state.route.gates.map(({ stage, label }) => ({
      stage,
      label,
      stand: signatureOf(state, stage) === undefined ? 'shut' : 'passed',
    }));
    await projectionStore.putJob(tx, {
      jobId: state.id,
      number: state.job.number,
      engineId: state.engine.id,
      serial: state.engine.serial,
      model: state.engine.model,
      modelName: state.engine.modelName,
      openedAt: state.opened.at,
      sealedAt: state.seal?.at ?? null,
      sealDigest: state.seal?.hash ?? null,
      gates: JSON.stringify({ current: currentGate(state)?.stage ?? null, gates }),
    });
  },
};
const library: ChainKind<LibraryState> = {
  has: (chain) => chain === LIBRARY,
  evolve: (state = EMPTY_LIBRARY, entry) =>
    isNote(entry)
      ? state
      : evolveLibrary(state, entry as Envelope<LibraryEvent> & LibraryEvent, {
          by: entry.by.name,
          at: entry.at,
        }),
  project: async (tx, entries, state) => {
    for (const entry of entries as readonly (Envelope<LibraryEvent> & LibraryEvent)[])
      await projectLibrary(tx, entry, state);
  },
};
async function projectLibrary(
  tx: Tx,
  entry: Envelope<LibraryEvent> & LibraryEvent,
  state: LibraryState,
): Promise<void> {
  if (entry.type === 'modelImported') {
    const { model, digest } = entry.data;
    await projectionStore.putModel(tx, { id: model.id, name: model.name, maker: model.maker, digest });
    return;
  }
  const id = entry.type === 'revisionDrafted' ? entry.data.revision.id : entry.data.revision;
  const kept = state.revisions[id];
  if (kept === undefined) return;
  const { number, title, kind, effective } = kept.revision;
  await projectionStore.putRevision(tx, {
    id,
    number,
    title,
    kind,
    effective,
    publishedAt: kept.published?.at ?? null,
    rowCount: kept.rows.length,
  });
}
const instruments: ChainKind<InstrumentsState> = {
  has: (chain) => chain === INSTRUMENTS,
  evolve: (state = NO_INSTRUMENTS, entry) =>
    isNote(entry) ? state : evolveInstruments(state, entry as Envelope<InstrumentEvent> & InstrumentEvent),
  project: async (tx, _entries, state) => {
    for (const { id, name, dueOn } of Object.values(state.instruments))
      await projectionStore.putInstrument(tx, { id, name, dueOn });
  },
};
const people: ChainKind<PeopleState> = {
  has: (chain) => chain === PEOPLE,
  evolve: (state = NOBODY, entry) =>
    isNote(entry) ? state : evolvePeople(state, entry as Envelope<PeopleEvent> & PeopleEvent),
  project: async (tx, _entries, state) => {
    for (const { id, name, active } of Object.values(state.people))
      await projectionStore.putPerson(tx, { id, name, active });
  },
};

export const CHAIN_KINDS: readonly ChainKind[] = [jobs, library, instruments, people];
const PROJECTION_OF: Readonly<Record<ProjectionName, ChainKind>> = { jobs, library, instruments, people };
export const projectionKind = (name: ProjectionName): ChainKind => PROJECTION_OF[name];
