import type { Characteristic } from '../engines/characteristic';
import type { PrintedLength } from '../quantity/printed-length';
import type { EngineClass } from '../engines/engine-model';
import type { SamePerson } from '../people/second-person';
import { digestOf } from '../record/digest';
import type { AttachedFile, DocumentRevision, LimitFile, LimitRow } from './document';
import type { JudgingFor, JudgingSaid } from './judging';
import type { KeptCheckNote } from './check-note';
import type { KeptModel } from './kept-model';
import type { LibraryStamp } from './library-stamp';
import type { Route } from '../route/route';
import type { DocumentKind } from './limit-row';

/** A revision as it is kept: drafted, checked, published, and at the end overtaken or withdrawn. */
export interface KeptRevision {
  readonly revision: DocumentRevision;
  readonly rows: readonly LimitRow[];
  /** The file that the rows were read from last. */
  readonly file: LimitFile | undefined;
  readonly attachments: readonly AttachedFile[];
  readonly draftedBy: LibraryStamp;
  /** Everybody who wrote in the draft: none of them may take the second look. */
  readonly writers: readonly string[];
  /** Set while the draft stands as it was compared with the paper; any change takes it away. */
  readonly checked:
    (LibraryStamp & { readonly digest: string; readonly samePerson: SamePerson | null }) | undefined;
  /** Set once the revision is frozen. */
  readonly published: (LibraryStamp & { readonly digest: string; readonly secondLook: string }) | undefined;
  readonly withdrawn:
    (LibraryStamp & { readonly reason: string; readonly then: AfterWithdrawal }) | undefined;
}
/** What holds after a revision is withdrawn: the one before it again, or nothing of this document. */
export const AFTER_WITHDRAWAL = ['previous', 'nothing'] as const;
export type AfterWithdrawal = (typeof AFTER_WITHDRAWAL)[number];

/** A draft as it comes in with others in one import. */
export interface ImportedDraft {
  readonly revision: DocumentRevision;
  readonly rows: readonly LimitRow[];
  /** Files that came with it, on disk already. */
  readonly attachments?: readonly AttachedFile[];
}
/** What the shop says about the second look at what is measured. */
export interface SecondLook {
  readonly asked: boolean;
  readonly tolerance: PrintedLength | null;
}
export interface LibraryState {
  readonly models: Readonly<Record<string, KeptModel>>;
  readonly revisions: Readonly<Record<string, KeptRevision>>;
  /** Routes of the shop: one with the id of a route that ships stands in its place. */
  readonly routes: Readonly<Record<string, Route>>;
  /** What the shop measures beyond the catalogue that ships. */
  readonly characteristics: Readonly<Record<string, Characteristic>>;
  /** Of which characteristics the shop reads temperatures with every reading. */
  readonly temperatures: readonly string[];
  /** Of which characteristics two people measure every place, and how far apart any two readings of one place may lie. */
  readonly secondLooks: Readonly<Record<string, SecondLook>>;
  /** How readings near a limit are decided, for all engines of the shop or for a class of them. */
  readonly judging: Readonly<Partial<Record<JudgingFor, JudgingSaid>>>;
  /** Why checks are made, and what is said of them. */
  readonly checkNotes: readonly KeptCheckNote[];
  /** The shop's order of document kinds, per class of engine, where it set one. */
  readonly orders: Readonly<Partial<Record<EngineClass, readonly DocumentKind[]>>>;
  /** Imports that are not finished: nothing of them is in the library yet. */
  readonly imports: Readonly<Record<string, readonly KeptRevision[]>>;
}
export const EMPTY_LIBRARY: LibraryState = {
  models: {},
  routes: {},
  revisions: {},
  characteristics: {},
  temperatures: [],
  secondLooks: {},
  judging: {},
  checkNotes: [],
  orders: {},
  imports: {},
};

/** What a revision is known by: its own statement, its rows and its files. */
export const revisionDigest = ({
  revision,
  rows,
  attachments,
}: Pick<KeptRevision, 'revision' | 'rows' | 'attachments'>): string =>
  digestOf({
    revision,
    rows,
    ...(attachments.length === 0 ? {} : { attachments: attachments.map(({ sha256 }) => sha256) }),
  });
