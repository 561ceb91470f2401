import type { EngineModel } from '../engines/engine-model';
import { sameData } from '../kernel/same-data';
import type { SamePerson } from '../people/second-person';
import type { LibraryStamp } from './library-stamp';

/** A model as it holds, or as it held. */
export interface ModelVersion {
  readonly version: number;
  readonly model: EngineModel;
  readonly digest: string;
}
/** A next version while it is made: nobody opens a job on it. */
export interface ModelInMaking {
  readonly model: EngineModel;
  readonly digest: string;
  readonly draftedBy: LibraryStamp;
  /** Everybody who changed it: none of them may take the second look. */
  readonly writers: readonly string[];
  readonly checked:
    (LibraryStamp & { readonly digest: string; readonly samePerson: SamePerson | null }) | undefined;
}
export interface KeptModel extends ModelVersion {
  /** The versions before, the first one first. */
  readonly earlier: readonly ModelVersion[];
  readonly draft: ModelInMaking | undefined;
}

export type ModelCommand =
  /** A model that is not there yet is its first version; of one that is there, the next one is drafted. */
  | { readonly type: 'importModel'; readonly model: EngineModel; readonly isNew?: boolean }
  /** `seen`: the digest of what it was made from, so that nobody writes over what he has not seen. */
  | { readonly type: 'draftModel'; readonly model: EngineModel; readonly seen: string }
  | { readonly type: 'dropModelDraft'; readonly model: string; readonly reason: string }
  | { readonly type: 'checkModel'; readonly model: string; readonly digest: string }
  | { readonly type: 'publishModel'; readonly model: string };
/**
 * Which version of its model an engine was pinned with: what documents added to its stations is no part of the model.
 * @returns undefined where it was none of them
 */
export function versionPinned(kept: KeptModel, pinned: EngineModel): ModelVersion | undefined {
  return [kept, ...[...kept.earlier].reverse()].find(({ model }) => {
    const { stations } = model.layout;
    const mine = { ...pinned.layout, stations: pinned.layout.stations.slice(0, stations.length) };
    return sameData({ ...pinned, layout: mine }, model);
  });
}
