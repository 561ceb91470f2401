import type { EngineModel } from '../engines/engine-model';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { holdsOneOf } from '../kernel/actor';
import type { Actor } from '../kernel/actor';
import { digestOf } from '../record/digest';
import type { DocumentRevision, LimitFile, LimitRow } from './document';

export interface KeptRevision {
  readonly revision: DocumentRevision;
  readonly rows: readonly LimitRow[];
  readonly file: LimitFile | undefined;
  readonly draftedBy: Stamp;
  /** Set once the revision is frozen. */
  readonly published: (Stamp & { readonly digest: string; readonly secondLook: string }) | undefined;
}
interface Stamp {
  readonly by: string;
  readonly at: string;
}
export interface LibraryState {
  readonly models: Readonly<Record<string, { readonly model: EngineModel; readonly digest: string }>>;
  readonly revisions: Readonly<Record<string, KeptRevision>>;
}
export const EMPTY_LIBRARY: LibraryState = { models: {}, revisions: {} };

export interface LibraryEventData {
  modelImported: { readonly model: EngineModel; readonly digest: string };
  revisionDrafted: { readonly revision: DocumentRevision };
  rowsImported: { readonly revision: string; readonly file: LimitFile; readonly rows: readonly LimitRow[] };
  revisionPublished: { readonly revision: string; readonly digest: string; readonly secondLook: string };
}
export type LibraryEvent = {
  readonly [T in keyof LibraryEventData]: {
    readonly type: T;
    readonly v: 1;
    readonly data: LibraryEventData[T];
  };
}[keyof LibraryEventData];

export type LibraryCommand =
  | { readonly type: 'importModel'; readonly model: EngineModel }
  | { readonly type: 'draftRevision'; readonly revision: DocumentRevision }
  | {
      readonly type: 'importRows';
      readonly revision: string;
      readonly file: LimitFile;
      readonly rows: readonly LimitRow[];
    }
  | { readonly type: 'publishRevision'; readonly revision: string; readonly secondLook: string };

/** What a published revision is known by: its own statement and its rows. */
export const revisionDigest = (kept: Pick<KeptRevision, 'revision' | 'rows'>): string =>
  digestOf({ revision: kept.revision, rows: kept.rows });

/** Decides what enters the library. Everything is drafted first; a published revision is frozen. */
export function decideLibrary(
  state: LibraryState,
  command: LibraryCommand,
  by: Actor,
): Result<readonly LibraryEvent[], Problem> {
  if (!holdsOneOf(by, ['steward']))
    return refuse('MAY_NOT', { action: 'keep the library', needs: ['steward'], person: by.name });
  switch (command.type) {
    case 'importModel': {
      const digest = digestOf(command.model);
      const known = state.models[command.model.id];
      if (known?.digest === digest)
        return refuse('ALREADY_THERE', { what: 'engine model', id: command.model.id });
      return ok([{ type: 'modelImported', v: 1, data: { model: command.model, digest } }]);
    }
    case 'draftRevision': {
      const { revision } = command;
      const unknown = (revision.appliesTo.models ?? []).find((id) => !(id in state.models));
      if (unknown !== undefined) return refuse('MODEL_UNKNOWN', { model: unknown });
      if (revision.effective < revision.issued)
        return refuse('DATES_WRONG', { issued: revision.issued, effective: revision.effective });
      if (revision.id in state.revisions)
        return refuse('ALREADY_THERE', { what: 'revision', id: revision.id });
      return ok([{ type: 'revisionDrafted', v: 1, data: { revision } }]);
    }
    case 'importRows': {
      const draft = draftOf(state, command.revision);
      if (!draft.ok) return draft;
      const { revision, file, rows } = command;
      return ok([{ type: 'rowsImported', v: 1, data: { revision, file, rows } }]);
    }
    case 'publishRevision': {
      const draft = draftOf(state, command.revision);
      if (!draft.ok) return draft;
      if (draft.value.rows.length === 0) return refuse('REVISION_EMPTY', { revision: command.revision });
      if (command.secondLook.trim() === '')
        return refuse('SECOND_LOOK_MISSING', { revision: command.revision });
      const data = {
        revision: command.revision,
        digest: revisionDigest(draft.value),
        secondLook: command.secondLook.trim(),
      };
      return ok([{ type: 'revisionPublished', v: 1, data }]);
    }
  }
}

function draftOf(state: LibraryState, id: string): Result<KeptRevision, Problem> {
  const kept = state.revisions[id];
  if (kept === undefined) return refuse('REVISION_UNKNOWN', { revision: id });
  return kept.published === undefined ? ok(kept) : refuse('REVISION_PUBLISHED', { revision: id });
}

export function evolveLibrary(state: LibraryState, event: LibraryEvent, stamp: Stamp): LibraryState {
  switch (event.type) {
    case 'modelImported':
      return { ...state, models: { ...state.models, [event.data.model.id]: event.data } };
    case 'revisionDrafted': {
      const { revision } = event.data;
      return withRevision(state, {
        revision,
        rows: [],
        file: undefined,
        draftedBy: stamp,
        published: undefined,
      });
    }
    case 'rowsImported': {
      const kept = state.revisions[event.data.revision];
      return kept === undefined
        ? state
        : withRevision(state, { ...kept, rows: event.data.rows, file: event.data.file });
    }
    case 'revisionPublished': {
      const kept = state.revisions[event.data.revision];
      const { digest, secondLook } = event.data;
      return kept === undefined
        ? state
        : withRevision(state, { ...kept, published: { ...stamp, digest, secondLook } });
    }
  }
}
const withRevision = (state: LibraryState, kept: KeptRevision): LibraryState => ({
  ...state,
  revisions: { ...state.revisions, [kept.revision.id]: kept },
});

/** The revisions that count on a day: published, effective, and not overtaken by a later one of the same number. */
export function currentRevisions(state: LibraryState, on: string): readonly KeptRevision[] {
  const newest = new Map<string, KeptRevision>();
  for (const kept of Object.values(state.revisions)) {
    if (kept.published === undefined || kept.revision.effective > on) continue;
    const so = newest.get(kept.revision.number);
    if (so === undefined || isLater(kept, so)) newest.set(kept.revision.number, kept);
  }
  return [...newest.values()].sort((a, b) => (a.revision.id < b.revision.id ? -1 : 1));
}
const isLater = (a: KeptRevision, b: KeptRevision): boolean =>
  a.revision.effective === b.revision.effective
    ? a.revision.issued > b.revision.issued
    : a.revision.effective > b.revision.effective;
