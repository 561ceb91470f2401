import {
  canonical,
  currentGate,
  currentPin,
  EMPTY_LIBRARY,
  evolveBy,
  evolveJob,
  INSTRUMENT_EVENTS,
  JOB_EVENTS,
  LIBRARY_EVENTS,
  NO_INSTRUMENTS,
  NOBODY,
  PEOPLE_EVENTS,
  revisionOfRow,
  signatureOf,
  own,
} from '@oak-gate/core';
import type {
  DocumentRevision,
  Envelope,
  InstrumentsState,
  JobEntry,
  JobState,
  KeptRevision,
  LibraryEvent,
  LibraryState,
  LimitRow,
  PeopleState,
} from '@oak-gate/core';
import type { Tx } from '../db/open';
import type { FolderKey } from '../platform/folder-key';
import { INSTRUMENTS, LIBRARY, PEOPLE } from './chains';
import type { ChainKind } from './ledger';
import { projectionStore } from './projection.store';
import type { JobRow } from './projection.store';
import { documentText, modelsSpokenOf, rowText } from './search-text';

/** Raised when what a projection holds changes: at the next start it is made again from the ledger. */
export const PROJECTION_VERSIONS = { jobs: 3, library: 3, instruments: 1, people: 1 } as const;
export type ProjectionName = keyof typeof PROJECTION_VERSIONS;

/** What a row of the jobs' list says, as one text: what is marked with the folder's key. */
export const jobRowText = (row: Omit<JobRow, 'mac'> & { readonly mac?: string }): string => {
  const { mac: _, ...said } = row;
  return canonical(said);
};

const jobsKind = (folderKey: FolderKey): ChainKind<JobState> => ({
  has: (chain) => chain.startsWith('job:'),
  lastStateOnly: true,
  events: JOB_EVENTS,
  evolve: (state, entry) => evolveJob(state, entry as JobEntry),
  project: async (tx, entries, state, { length }) => {
    if (entries.some(({ type }) => LIMIT_EVENTS.includes(type))) await projectLimitUse(tx, state);
    // Whether an open gate is ready follows from the story and the day: the Floor asks the story, this only keeps what is signed.
    const gates = state.route.gates.map(({ stage, label }) => ({
      stage,
      label,
      stand: signatureOf(state, stage) === undefined ? 'shut' : 'passed',
    }));
    const row = {
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
      supplements: state.supplements.length,
      lastSeal: state.supplements.at(-1)?.seal?.hash ?? state.seal?.hash ?? null,
      length,
    };
    await projectionStore.putJob(tx, { ...row, mac: folderKey.mac(jobRowText(row)) });
  },
});
/** After these a job may rest on other documents and rows than before. */
const LIMIT_EVENTS: readonly string[] = ['limitsPinned', 'limitDecided'];

/** What a job rests on now: the documents of its pin, and the rows that are the source of a bound. */
async function projectLimitUse(tx: Tx, state: JobState): Promise<void> {
  const pin = currentPin(state);
  if (pin === undefined) return;
  const decided = state.limitDecisions.filter((each) => each.pin === pin.pin);
  const rows = new Set([
    ...pin.fits.flatMap(({ governing }) => Object.values(governing.sources)),
    ...decided.flatMap((each) => Object.values(each.rows)),
  ]);
  await projectionStore.putLimitUse(
    tx,
    state.id,
    pin.documents.map(({ id }) => id),
    [...rows].map((row) => ({ row, revision: revisionOfRow(row) })),
  );
}

const libraryKind = (nameOf: CharacteristicName): ChainKind<LibraryState> => ({
  has: (chain) => chain === LIBRARY,
  events: LIBRARY_EVENTS,
  evolve: (state = EMPTY_LIBRARY, entry) => evolveBy<LibraryState>(LIBRARY_EVENTS, state, entry),
  project: async (tx, entries, state) => {
    for (const entry of entries)
      await projectLibrary(tx, entry as Envelope<LibraryEvent> & LibraryEvent, state, nameOf);
  },
});

/** What a characteristic is called: the catalogue's names are no part of the ledger. */
export type CharacteristicName = (id: string) => string;

async function projectLibrary(
  tx: Tx,
  entry: LibraryEvent,
  state: LibraryState,
  nameOf: CharacteristicName,
): Promise<void> {
  const name: CharacteristicName = (id) => own(state.characteristics, id)?.name ?? nameOf(id);
  const put = async (kept: KeptRevision | undefined): Promise<void> => {
    if (kept === undefined) return;
    const { id, number, title, kind, effective } = kept.revision;
    await projectionStore.putRevision(tx, {
      id,
      number,
      title,
      kind,
      effective,
      publishedAt: kept.published?.at ?? null,
      rowCount: kept.rows.length,
    });
  };
  const index = async (revision: DocumentRevision, rows: readonly LimitRow[]): Promise<void> => {
    const models = modelsSpokenOf(state, revision);
    await projectionStore.indexDocument(tx, revision.id, documentText(revision, models));
    await projectionStore.indexRows(
      tx,
      revision.id,
      rows.map((row) => ({ id: row.id, words: rowText(row, revision, models, name) })),
    );
  };
  switch (entry.type) {
    case 'modelImported': {
      const { model, digest } = entry.data;
      await projectionStore.putModel(tx, { id: model.id, name: model.name, maker: model.maker, digest });
      return;
    }
    case 'modelPublished': {
      const kept = own(state.models, entry.data.model);
      if (kept === undefined) return;
      const { model, digest } = kept;
      await projectionStore.putModel(tx, { id: model.id, name: model.name, maker: model.maker, digest });
      return;
    }
    case 'revisionDrafted':
    case 'rowsImported': {
      const id = entry.type === 'revisionDrafted' ? entry.data.revision.id : entry.data.revision;
      const kept = own(state.revisions, id);
      await put(kept);
      if (kept !== undefined) await index(kept.revision, kept.rows);
      return;
    }
    case 'draftDropped':
      await projectionStore.forgetRevision(tx, entry.data.revision);
      return;
    case 'revisionPublished':
      await put(own(state.revisions, entry.data.revision));
      return;
    // Drafts of an import are indexed as they come in, a little at a time; they are found once they are in the library.
    case 'batchImported': {
      const pending = own(state.imports, entry.data.batchOf) ?? [];
      for (const { revision, rows } of entry.data.drafts) {
        await put(
          pending.find((kept) => kept.revision.id === revision.id) ?? own(state.revisions, revision.id),
        );
        await index(revision, rows);
      }
      return;
    }
    case 'importAbandoned':
      await projectionStore.forgetStrays(
        tx,
        new Set([...Object.keys(state.revisions), ...pendingIds(state)]),
      );
      return;
    case 'routeKept':
    case 'routePutAway':
    case 'modelDrafted':
    case 'modelDraftDropped':
    case 'modelChecked':
    case 'importFinished':
    case 'fileAttached':
    case 'revisionChecked':
    case 'revisionWithdrawn':
    case 'characteristicDefined':
    case 'temperaturesAsked':
    case 'secondLookAsked':
    case 'checkNoted':
    case 'checkNoteTakenBack':
    case 'judgingSet':
    case 'kindOrderSet':
    case 'clockSteppedBack':
    case 'clockPutRight':
      return;
  }
}
const pendingIds = (state: LibraryState): string[] =>
  Object.values(state.imports).flatMap((drafts) => drafts.map(({ revision }) => revision.id));

const instruments: ChainKind<InstrumentsState> = {
  has: (chain) => chain === INSTRUMENTS,
  events: INSTRUMENT_EVENTS,
  evolve: (state = NO_INSTRUMENTS, entry) => evolveBy<InstrumentsState>(INSTRUMENT_EVENTS, state, entry),
  project: async (tx, _entries, state) => {
    for (const { id, name, dueOn } of Object.values(state.instruments))
      await projectionStore.putInstrument(tx, { id, name, dueOn });
  },
};
const people: ChainKind<PeopleState> = {
  has: (chain) => chain === PEOPLE,
  events: PEOPLE_EVENTS,
  evolve: (state = NOBODY, entry) => evolveBy<PeopleState>(PEOPLE_EVENTS, state, entry),
  project: async (tx, _entries, state) => {
    for (const { id, name, active } of Object.values(state.people))
      await projectionStore.putPerson(tx, { id, name, active });
  },
};

export type ChainKinds = Readonly<Record<ProjectionName, ChainKind>>;
/** Every family of chains. @param nameOf what the catalogue's characteristics are called, for the look-up */
export const chainKinds = (nameOf: CharacteristicName, folderKey: FolderKey): ChainKinds => ({
  jobs: jobsKind(folderKey),
  library: libraryKind(nameOf),
  instruments,
  people,
});
