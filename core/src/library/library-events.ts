import type { Characteristic } from '../engines/characteristic';
import type { EngineClass, EngineModel } from '../engines/engine-model';
import type { SamePerson } from '../people/second-person';
import type { AttachedFile, DocumentRevision, LimitFile, LimitRow } from './document';
import type { AfterWithdrawal, ImportedDraft } from './library-state';
import type { DocumentKind } from './limit-row';

export interface LibraryEventData {
  modelImported: { readonly model: EngineModel; readonly digest: string };
  /** A new draft, or the statement of one that is there already, corrected. */
  revisionDrafted: { readonly revision: DocumentRevision };
  rowsImported: { readonly revision: string; readonly file: LimitFile; readonly rows: readonly LimitRow[] };
  fileAttached: { readonly revision: string; readonly file: AttachedFile };
  draftDropped: { readonly revision: string; readonly reason: string };
  revisionChecked: {
    readonly revision: string;
    readonly digest: string;
    readonly samePerson: SamePerson | null;
  };
  revisionPublished: { readonly revision: string; readonly digest: string; readonly secondLook: string };
  revisionWithdrawn: { readonly revision: string; readonly reason: string; readonly then: AfterWithdrawal };
  characteristicDefined: { readonly characteristic: Characteristic };
  kindOrderSet: {
    readonly engineClass: EngineClass;
    readonly order: readonly DocumentKind[];
    readonly reason: string;
  };
  /** Some of the drafts of an import; they count only when it is finished. */
  batchImported: {
    readonly batchOf: string;
    readonly file: LimitFile;
    readonly drafts: readonly ImportedDraft[];
  };
  importFinished: { readonly batchOf: string };
  importAbandoned: { readonly batchOf: string; readonly reason: string };
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
  | { readonly type: 'amendDraft'; readonly revision: DocumentRevision }
  | {
      readonly type: 'importRows';
      readonly revision: string;
      readonly file: LimitFile;
      readonly rows: readonly LimitRow[];
    }
  | { readonly type: 'attachFile'; readonly revision: string; readonly file: AttachedFile }
  | { readonly type: 'dropDraft'; readonly revision: string; readonly reason: string }
  | { readonly type: 'checkRevision'; readonly revision: string; readonly digest: string }
  | { readonly type: 'publishRevision'; readonly revision: string }
  | {
      readonly type: 'withdrawRevision';
      readonly revision: string;
      readonly reason: string;
      readonly then: AfterWithdrawal;
    }
  | { readonly type: 'defineCharacteristic'; readonly characteristic: Characteristic }
  | {
      readonly type: 'setKindOrder';
      readonly engineClass: EngineClass;
      readonly order: readonly DocumentKind[];
      readonly reason: string;
    }
  | {
      readonly type: 'importBatch';
      readonly batchOf: string;
      readonly file: LimitFile;
      readonly drafts: readonly ImportedDraft[];
    }
  | { readonly type: 'finishImport'; readonly batchOf: string }
  | { readonly type: 'abandonImport'; readonly batchOf: string; readonly reason: string };
