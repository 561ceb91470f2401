import type { LibraryEvent } from './library-events';
import type { ImportedDraft, KeptRevision, LibraryStamp, LibraryState } from './library-state';
import type { LimitFile } from './document';

export function evolveLibrary(state: LibraryState, event: LibraryEvent, stamp: LibraryStamp): LibraryState {
  /** A change of a draft: whoever wrote is named, and a check of what stood there before counts no more. */
  const written = (id: string, change: Partial<KeptRevision>): LibraryState => {
    const kept = state.revisions[id];
    if (kept === undefined) return state;
    const writers = [...new Set([...kept.writers, stamp.id])];
    return withRevision(state, { ...kept, ...change, writers, checked: undefined });
  };
  const changed = (id: string, change: Partial<KeptRevision>): LibraryState => {
    const kept = state.revisions[id];
    return kept === undefined ? state : withRevision(state, { ...kept, ...change });
  };
  switch (event.type) {
    case 'modelImported':
      return { ...state, models: { ...state.models, [event.data.model.id]: event.data } };
    case 'revisionDrafted': {
      const { revision } = event.data;
      return revision.id in state.revisions
        ? written(revision.id, { revision })
        : withRevision(state, asDraft({ revision, rows: [] }, undefined, stamp));
    }
    case 'rowsImported':
      return written(event.data.revision, { rows: event.data.rows, file: event.data.file });
    case 'fileAttached': {
      const { revision, file } = event.data;
      return written(revision, { attachments: [...(state.revisions[revision]?.attachments ?? []), file] });
    }
    case 'draftDropped': {
      const { [event.data.revision]: _, ...revisions } = state.revisions;
      return { ...state, revisions };
    }
    case 'revisionChecked': {
      const { digest, samePerson } = event.data;
      return changed(event.data.revision, { checked: { ...stamp, digest, samePerson } });
    }
    case 'revisionPublished': {
      const { digest, secondLook } = event.data;
      return changed(event.data.revision, { published: { ...stamp, digest, secondLook } });
    }
    case 'revisionWithdrawn': {
      const { reason, then } = event.data;
      return changed(event.data.revision, { withdrawn: { ...stamp, reason, then } });
    }
    case 'characteristicDefined': {
      const { characteristic } = event.data;
      return {
        ...state,
        characteristics: { ...state.characteristics, [characteristic.id]: characteristic },
      };
    }
    case 'kindOrderSet':
      return { ...state, orders: { ...state.orders, [event.data.engineClass]: event.data.order } };
    case 'batchImported': {
      const { batchOf, drafts, file } = event.data;
      const more = drafts.map((draft) => asDraft(draft, file, stamp));
      return {
        ...state,
        imports: { ...state.imports, [batchOf]: [...(state.imports[batchOf] ?? []), ...more] },
      };
    }
    case 'importFinished': {
      const { [event.data.batchOf]: finished = [], ...imports } = state.imports;
      const added = Object.fromEntries(finished.map((kept) => [kept.revision.id, kept]));
      return { ...state, imports, revisions: { ...state.revisions, ...added } };
    }
    case 'importAbandoned': {
      const { [event.data.batchOf]: _, ...imports } = state.imports;
      return { ...state, imports };
    }
  }
}

const asDraft = (
  { revision, rows, attachments = [] }: ImportedDraft,
  file: LimitFile | undefined,
  stamp: LibraryStamp,
): KeptRevision => ({
  revision,
  rows,
  file,
  attachments,
  draftedBy: stamp,
  writers: [stamp.id],
  checked: undefined,
  published: undefined,
  withdrawn: undefined,
});
const withRevision = (state: LibraryState, kept: KeptRevision): LibraryState => ({
  ...state,
  revisions: { ...state.revisions, [kept.revision.id]: kept },
});
