import type { PrintedLength } from '../quantity/printed-length';
import type { Bound } from './limit';
import type { AppliesTo, BoreFormula, DocumentKind } from './limit-row';

/** One revision of a document; once published it never changes. */
export interface DocumentRevision {
  /** `NUMBER rev REVISION`. */
  readonly id: string;
  readonly number: string;
  readonly revision: string;
  readonly title: string;
  readonly kind: DocumentKind;
  readonly issued: string;
  readonly effective: string;
  readonly appliesTo: AppliesTo;
}

/** One row of a limits table, with its figures as printed beside the exact lengths. */
export interface LimitRow {
  /** `REVISION ID row LABEL`: permanent, and said aloud in a signed record. */
  readonly id: string;
  readonly label: string;
  readonly characteristic: string;
  readonly groove: string;
  readonly member: string;
  readonly station: string;
  readonly printed: Readonly<Partial<Record<Bound, PrintedLength>>>;
  readonly formula?: BoreFormula;
  /** Narrower than the document's own applicability, where the row says so. */
  readonly appliesTo: AppliesTo;
  readonly note: string;
}

export interface LimitFile {
  readonly name: string;
  readonly sha256: string;
}

export const revisionId = (number: string, revision: string): string => `${number} rev ${revision}`;
export const rowId = (revision: string, label: string): string => `${revision} row ${label}`;
