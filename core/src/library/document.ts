import type { DecisionRule } from '../quantity/decision-rule';
import { baseValue } from '../quantity/figure';
import type { PrintedFigure } from '../quantity/figure';
import type { Bound } from './limit';
import type { AppliesTo, BoreFormula, DocumentKind } from './limit-row';
import type { RowRule } from './row-rule';

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
  /** Numbers of other documents that this one takes the place of. */
  readonly supersedes?: readonly string[];
  /** Whose parts a leaflet speaks of. */
  readonly partsMaker?: string;
  readonly notes?: string;
  readonly cautions?: readonly string[];
}

/** One row of a limits table, with its figures as printed beside the exact values. */
export interface LimitRow {
  /** `REVISION ID row LABEL`: permanent, and said aloud in a signed record. */
  readonly id: string;
  readonly label: string;
  readonly characteristic: string;
  readonly groove?: string;
  readonly member?: string;
  readonly station?: string;
  readonly printed: Readonly<Partial<Record<Bound, PrintedFigure>>>;
  /** The same figures as the document prints them in its other unit; `printed` controls. */
  readonly also?: Readonly<Partial<Record<Bound, PrintedFigure>>>;
  /** Who said which unit controls, where the two do not agree. */
  readonly unitChosenBy?: string;
  /** The figures are interference: how much larger the shaft is than its hole. Without it they are clearance. */
  readonly fitIs?: 'interference';
  readonly formula?: BoreFormula;
  /** How the document wants its limit to be decided near its ends; as the shop does where nothing is said. */
  readonly decision?: DecisionRule;
  /** What the row asks for besides, or instead of, a window for one reading. */
  readonly rule?: RowRule;
  /** Narrower than the document's own applicability, where the row says so. */
  readonly appliesTo: AppliesTo;
  readonly note: string;
}
/** Interference is clearance below nothing: the most of the one is the least of the other. */
const OPPOSITE = {
  min: 'max',
  max: 'min',
  serviceMin: 'serviceMax',
  serviceMax: 'serviceMin',
} as const satisfies Record<Bound, Bound>;
/** The figure that a row prints for a bound of the size in core, where a clearance counts upwards. */
export const printedBound = ({ printed, fitIs }: LimitRow, bound: Bound): PrintedFigure | undefined =>
  printed[fitIs === 'interference' ? OPPOSITE[bound] : bound];
/** What a printed figure comes to in the base unit of its quantity, as it is judged. */
export const boundValue = ({ fitIs }: LimitRow, figure: PrintedFigure): number =>
  fitIs === 'interference' ? -baseValue(figure) + 0 : baseValue(figure);

/** The file that rows were read from. */
export interface LimitFile {
  readonly name: string;
  readonly sha256: string;
}
/** A file that belongs to a revision: the letter itself as a scan, a drawing, the table. */
export interface AttachedFile {
  readonly name: string;
  readonly sha256: string;
  readonly bytes: number;
  /** What the content is, found in the content and not in the name. */
  readonly mime: string;
}

/**
 * How a document's number and its revision are written: as printed, in any script, with the marks that makers use in them.
 * The marks that part a list (comma, semicolon, bar) are none of them, and the mark of a row's id does not stand in one.
 */
export const DOCUMENT_WORD = /^(?!.* row )[\p{L}\p{N}][\p{L}\p{N}._/()+&' -]{0,79}(?<! )$/u;
/** Characters of a revision at most, so that an id of both still fits on a line. */
export const REVISION_MOST = 30;
export const revisionId = (number: string, revision: string): string => `${number} rev ${revision}`;
const ROW_MARK = ' row ';
export const rowId = (revision: string, label: string): string => `${revision}${ROW_MARK}${label}`;
/** The revision that a row id names. */
export const revisionOfRow = (row: string): string => row.slice(0, row.indexOf(ROW_MARK));
