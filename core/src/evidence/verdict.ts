import type { Nanometres } from '../quantity/nanometres';

export const VERDICTS = ['in', 'serviceable', 'tight', 'loose', 'notProven', 'noLimit'] as const;
export type VerdictWord = (typeof VERDICTS)[number];

export interface Verdict {
  readonly verdict: VerdictWord;
  readonly acceptable: boolean;
  /** How much is missing to the lower end, nm, where that is known. */
  readonly shortBy?: Nanometres;
  /** How much is too much at the upper end, nm, where that is known. */
  readonly overBy?: Nanometres;
}
