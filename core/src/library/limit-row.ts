import type { Bound } from './limit';
import type { FitState } from '../quantity/part-state';
import type { Nanometres } from '../quantity/nanometres';

export const DOCUMENT_KINDS = ['mandatory', 'letter', 'partMaker', 'manual', 'shop'] as const;
export type DocumentKind = (typeof DOCUMENT_KINDS)[number];

/** The counting part of a serial: a number, or its digits. Compared as numbers. */
export type Counting = number | string;

/** To what a row applies. Every field that is there must match; the more fields, the more specific. */
export interface AppliesTo {
  readonly models?: readonly string[];
  readonly serialFrom?: Counting;
  readonly serialTo?: Counting;
  readonly partNumbers?: readonly string[];
  /** nm over standard. */
  readonly oversizes?: readonly Nanometres[];
  readonly pistonMaterials?: readonly string[];
  readonly duties?: readonly string[];
  /** ISO dates, ends included. */
  readonly buildFrom?: string;
  readonly buildTo?: string;
  readonly partStates?: readonly FitState[];
}

/** So much per unit of bore diameter, and so much more for a piston material or a duty. */
export interface BoreFormula {
  readonly bound: Bound;
  readonly perDiameter: number;
  readonly uplift?: number;
}

/**
 * What one document row states about one fit, as the decision of what governs sees it. Lengths are in nm; rows about a
 * torque, an angle or hours are compared in their own base unit.
 */
export type LimitStatement<V extends number = Nanometres> = Partial<Readonly<Record<Bound, V>>> &
  StatementFrame;
interface StatementFrame {
  readonly id: string;
  readonly document: string;
  readonly kind: DocumentKind;
  /** ISO date. */
  readonly issued: string;
  readonly appliesTo: AppliesTo;
  readonly formula?: BoreFormula;
  /** Kept for people; it decides nothing here. */
  readonly relation?: string | Readonly<Record<string, unknown>>;
}

/** What is known of the engine and the part when a limit is looked for. A missing value, or null, matches nothing. */
export interface LimitContext {
  readonly model?: string | null;
  /** The counting part of the serial. */
  readonly serial?: Counting | null;
  readonly partNumber?: string | null;
  readonly oversize?: Nanometres | null;
  readonly pistonMaterial?: string | null;
  readonly duty?: string | null;
  readonly buildDate?: string | null;
  readonly partState?: FitState | null;
  /** Bore diameter for formulas, nm. */
  readonly diameter?: Nanometres | null;
}

/** The shop's order of kinds, strongest first, `shop` left out. A kind that is not in it is advisory. */
export interface LimitPolicy {
  readonly order: readonly DocumentKind[];
}
