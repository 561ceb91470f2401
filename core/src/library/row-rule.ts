import type { FitAxis } from '../engines/characteristic';
import type { Datum } from '../engines/layout';
import type { PrintedFigure } from '../quantity/figure';

/** The group within which readings may differ by so much, or on which two parts are matched. */
export const GROUPS = ['engine', 'bank', 'head', 'journal', 'cylinder'] as const;
export type Group = (typeof GROUPS)[number];

/** Between what a spread is meant: the highest and the lowest of all points, or the middles of the parts. */
export const SPREADS_OF = ['extremes', 'mids'] as const;
export type SpreadOf = (typeof SPREADS_OF)[number];

/** Where a fit is, without its cylinder. */
export type FitAddress = Readonly<Partial<Record<FitAxis, string>>>;

/** One step of tightening: to a torque, or through an angle from there. */
export interface TighteningStep {
  readonly torque?: PrintedFigure;
  readonly angle?: PrintedFigure;
}
/**
 * What a row asks for besides a window for one reading.
 * - `spread`: all readings of the group lie within so much of each other (the row's maximum), or where the row says so the
 *   mid heights of its parts: the stricter holds where it does not
 * - `relation`: the size is not smaller than the same size at another fit of the same cylinder
 * - `match`: two parts on one journal are alike within so much (the row's maximum)
 * - `check`: a question that must be answered with yes before a reading of that fit counts
 * - `tighten`: torque in steps, or to a torque and then through an angle
 * - `station`: the letter adds a station at which this fit is measured from now on
 */
export type RowRule =
  | { readonly kind: 'spread'; readonly across: Group; readonly of?: SpreadOf }
  | { readonly kind: 'relation'; readonly notSmallerThan: FitAddress }
  | { readonly kind: 'match'; readonly across: Group }
  | { readonly kind: 'check'; readonly question: string }
  | { readonly kind: 'tighten'; readonly steps: readonly TighteningStep[]; readonly lubricant: string }
  | {
      readonly kind: 'station';
      readonly label: string;
      readonly datum: Datum;
      readonly distance: PrintedFigure;
    };
export const RULE_KINDS = [
  'spread',
  'relation',
  'match',
  'check',
  'tighten',
  'station',
] as const satisfies readonly RowRule['kind'][];

/** Whether a row states a window for single readings, and so takes part in deciding what governs. */
export const statesWindow = (row: { readonly rule?: RowRule }): boolean =>
  row.rule === undefined || row.rule.kind === 'station';
