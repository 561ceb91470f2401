import type { JudgingFor, JudgingSaid } from './judging';
import { own } from '../kernel/own';
import type { Characteristic } from '../engines/characteristic';
import type { EngineClass, EngineModel } from '../engines/engine-model';
import type { SamePerson } from '../people/second-person';
import { clockPutRight, clockSteppedBack, event } from '../record/event-table';
import type { DataIn, EventIn, Stamp } from '../record/event-table';
import type { AttachedFile, DocumentRevision, LimitFile, LimitRow } from './document';
import type { AfterWithdrawal, ImportedDraft, KeptRevision, LibraryState, SecondLook } from './library-state';
import type { CheckNote } from './check-note';
import type { KeptModel, ModelVersion } from './kept-model';
import type { LibraryStamp } from './library-stamp';
import type { Route } from '../route/route';
import type { DocumentKind } from './limit-row';

const library = <D>() => event<D, LibraryState>();
const stampOf = ({ at, by }: Stamp): LibraryStamp => ({ id: by.id, by: by.name, at });

/** A change of a draft: whoever wrote is named, and a check of what stood there before counts no more. */
function written(
  state: LibraryState,
  id: string,
  change: Partial<KeptRevision>,
  stamp: Stamp,
): Partial<LibraryState> {
  const kept = own(state.revisions, id);
  if (kept === undefined) return {};
  const writers = [...new Set([...kept.writers, stamp.by.id])];
  return withRevision(state, { ...kept, ...change, writers, checked: undefined });
}
function changed(state: LibraryState, id: string, change: Partial<KeptRevision>): Partial<LibraryState> {
  const kept = own(state.revisions, id);
  return kept === undefined ? {} : withRevision(state, { ...kept, ...change });
}

/** A version that holds from now on; what held before is kept. Before versions were checked, a file in another form was one. */
const nextVersion = (
  kept: KeptModel | undefined,
  { model, digest }: Pick<ModelVersion, 'model' | 'digest'>,
): KeptModel => ({
  ...{ model, digest, version: (kept?.version ?? 0) + 1, draft: undefined },
  earlier:
    kept === undefined
      ? []
      : [...kept.earlier, { version: kept.version, model: kept.model, digest: kept.digest }],
});
function withModel(
  state: LibraryState,
  id: string,
  change: (kept: KeptModel) => Partial<KeptModel>,
): Partial<LibraryState> {
  const kept = own(state.models, id);
  return kept === undefined ? {} : { models: { ...state.models, [id]: { ...kept, ...change(kept) } } };
}

/** Everything that can stand in the library's chain. */
export const LIBRARY_EVENTS = {
  modelImported: library<{ readonly model: EngineModel; readonly digest: string }>()(
    1,
    ({ models }, imported) => ({
      models: { ...models, [imported.model.id]: nextVersion(own(models, imported.model.id), imported) },
    }),
  ),
  /** The next version of a model, or that one corrected: a check of what stood there before counts no more. */
  modelDrafted: library<{ readonly model: EngineModel; readonly digest: string }>()(
    1,
    (state, drafted, stamp) =>
      withModel(state, drafted.model.id, ({ draft }) => ({
        draft: {
          ...drafted,
          draftedBy: stampOf(stamp),
          writers: [...new Set([...(draft?.writers ?? []), stamp.by.id])],
          checked: undefined,
        },
      })),
  ),
  modelDraftDropped: library<{ readonly model: string; readonly reason: string }>()(1, (state, { model }) =>
    withModel(state, model, () => ({ draft: undefined })),
  ),
  modelChecked: library<{
    readonly model: string;
    readonly digest: string;
    readonly samePerson: SamePerson | null;
  }>()(1, (state, { model, ...check }, stamp) =>
    withModel(state, model, ({ draft }) => ({
      draft: draft === undefined ? undefined : { ...draft, checked: { ...stampOf(stamp), ...check } },
    })),
  ),
  modelPublished: library<{
    readonly model: string;
    readonly version: number;
    readonly digest: string;
    readonly secondLook: string;
  }>()(1, (state, { model }) =>
    withModel(state, model, (kept) => (kept.draft === undefined ? {} : nextVersion(kept, kept.draft))),
  ),
  /** A new draft, or the statement of one that is there already, corrected. */
  revisionDrafted: library<{ readonly revision: DocumentRevision }>()(1, (state, { revision }, stamp) =>
    Object.hasOwn(state.revisions, revision.id)
      ? written(state, revision.id, { revision }, stamp)
      : withRevision(state, asDraft({ revision, rows: [] }, undefined, stampOf(stamp))),
  ),
  rowsImported: library<{
    readonly revision: string;
    readonly file: LimitFile;
    readonly rows: readonly LimitRow[];
  }>()(1, (state, { revision, file, rows }, stamp) => written(state, revision, { rows, file }, stamp)),
  fileAttached: library<{ readonly revision: string; readonly file: AttachedFile }>()(
    1,
    (state, { revision, file }, stamp) => {
      const attachments = [...(own(state.revisions, revision)?.attachments ?? []), file];
      return written(state, revision, { attachments }, stamp);
    },
  ),
  draftDropped: library<{ readonly revision: string; readonly reason: string }>()(
    1,
    (state, { revision }) => {
      const { [revision]: _, ...revisions } = state.revisions;
      return { revisions };
    },
  ),
  revisionChecked: library<{
    readonly revision: string;
    readonly digest: string;
    readonly samePerson: SamePerson | null;
  }>()(1, (state, { revision, ...check }, stamp) =>
    changed(state, revision, { checked: { ...stampOf(stamp), ...check } }),
  ),
  revisionPublished: library<{
    readonly revision: string;
    readonly digest: string;
    readonly secondLook: string;
  }>()(1, (state, { revision, ...published }, stamp) =>
    changed(state, revision, { published: { ...stampOf(stamp), ...published } }),
  ),
  revisionWithdrawn: library<{
    readonly revision: string;
    readonly reason: string;
    readonly then: AfterWithdrawal;
  }>()(1, (state, { revision, ...withdrawn }, stamp) =>
    changed(state, revision, { withdrawn: { ...stampOf(stamp), ...withdrawn } }),
  ),
  /** A route of the shop, or that one changed: jobs that are opened from now on go it. */
  routeKept: library<{ readonly route: Route; readonly reason: string }>()(1, ({ routes }, { route }) => ({
    routes: { ...routes, [route.id]: route },
  })),
  routePutAway: library<{ readonly route: string; readonly reason: string }>()(1, (state, { route }) => {
    const { [route]: _, ...routes } = state.routes;
    return { routes };
  }),
  characteristicDefined: library<{ readonly characteristic: Characteristic }>()(
    1,
    ({ characteristics }, { characteristic }) => ({
      characteristics: { ...characteristics, [characteristic.id]: characteristic },
    }),
  ),
  /** Of what the shop reads the temperatures of part and gauge with every reading. */
  temperaturesAsked: library<{ readonly characteristic: string; readonly asked: boolean }>()(
    1,
    ({ temperatures }, { characteristic, asked }) => ({
      temperatures: [
        ...temperatures.filter((each) => each !== characteristic),
        ...(asked ? [characteristic] : []),
      ],
    }),
  ),
  secondLookAsked: library<{ readonly characteristic: string } & SecondLook>()(
    1,
    ({ secondLooks }, { characteristic, asked, tolerance }) => ({
      secondLooks: { ...secondLooks, [characteristic]: { asked, tolerance } },
    }),
  ),
  checkNoted: library<{ readonly note: CheckNote }>()(1, ({ checkNotes }, { note }, { at, by }) => ({
    checkNotes: [...checkNotes, { ...note, by: { id: by.id, name: by.name }, at }],
  })),
  checkNoteTakenBack: library<{ readonly note: string; readonly reason: string }>()(
    1,
    ({ checkNotes }, { note }) => ({ checkNotes: checkNotes.filter(({ id }) => id !== note) }),
  ),
  judgingSet: library<{ readonly of: JudgingFor; readonly reason: string } & JudgingSaid>()(
    1,
    ({ judging }, { of, rule, coarse }) => ({ judging: { ...judging, [of]: { rule, coarse } } }),
  ),
  kindOrderSet: library<{
    readonly engineClass: EngineClass;
    readonly order: readonly DocumentKind[];
    readonly reason: string;
  }>()(1, ({ orders }, { engineClass, order }) => ({ orders: { ...orders, [engineClass]: order } })),
  /** Some of the drafts of an import; they count only when it is finished. */
  batchImported: library<{
    readonly batchOf: string;
    readonly file: LimitFile;
    readonly drafts: readonly ImportedDraft[];
  }>()(1, ({ imports }, { batchOf, drafts, file }, stamp) => {
    const more = drafts.map((draft) => asDraft(draft, file, stampOf(stamp)));
    return { imports: { ...imports, [batchOf]: [...(imports[batchOf] ?? []), ...more] } };
  }),
  importFinished: library<{ readonly batchOf: string }>()(1, (state, { batchOf }) => {
    const { [batchOf]: finished = [], ...imports } = state.imports;
    const added = Object.fromEntries(finished.map((kept) => [kept.revision.id, kept]));
    return { imports, revisions: { ...state.revisions, ...added } };
  }),
  importAbandoned: library<{ readonly batchOf: string; readonly reason: string }>()(
    1,
    (state, { batchOf }) => {
      const { [batchOf]: _, ...imports } = state.imports;
      return { imports };
    },
  ),
  clockSteppedBack: clockSteppedBack<LibraryState>(),
  clockPutRight: clockPutRight<LibraryState>(),
};
export type LibraryEventData = DataIn<typeof LIBRARY_EVENTS>;
export type LibraryEvent = EventIn<typeof LIBRARY_EVENTS>;

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
const withRevision = (state: LibraryState, kept: KeptRevision): Partial<LibraryState> => ({
  revisions: { ...state.revisions, [kept.revision.id]: kept },
});
