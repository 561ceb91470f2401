import type { Limit } from '../library/limit';
import type { LifeLimit } from '../library/life-limit';
import type { LifeUnit } from '../quantity/figure';
import type { LengthUnit } from '../quantity/length-unit';
import type { Nanometres } from '../quantity/nanometres';
import type { FitState } from '../quantity/part-state';
import type { Reading } from './reading';
import type { BladeFeel } from './size/blade-feel';
import type { BladeStacks, EntryNote } from './size/read-entry';
import type { DecisionRule } from '../quantity/decision-rule';
import type { Verdict } from './verdict';
import type { YesNo } from '../quantity/yes-no';

/** What somebody typed, with what the notation must know of the place and the tool. */
export interface Typed {
  readonly text: string;
  /** The unit of the field. */
  readonly unit: LengthUnit;
  readonly allowNegative: boolean;
  /** The blades of the feeler set in hand, nm, ascending, where one is. */
  readonly blades?: readonly Nanometres[];
  /** The clearances on the card of the strip that was crushed, nm, ascending. */
  readonly marks?: readonly Nanometres[];
  /** What is counted, where something is. */
  readonly counts?: LifeUnit;
  /** Of a comparator: what it was set to, and what one graduation of it is; then a figure is how far from that the size is. */
  readonly setting?: { readonly size: Nanometres; readonly step: Nanometres };
}
export type ReadFault =
  'empty' | 'notAReading' | 'mixedUnits' | 'negative' | 'order' | 'notYesOrNo' | 'notOnCard' | 'notACount';
export type ReadText<R> =
  | {
      readonly ok: true;
      readonly reading: R;
      /** The unit that was read; null where what was typed has none. */
      readonly unit: LengthUnit | null;
      readonly notes: readonly EntryNote[];
      readonly stacks?: BladeStacks;
      readonly feel?: BladeFeel;
    }
  | { readonly ok: false; readonly code: ReadFault };

/** What a reading is held against. */
export interface ToJudge<R> {
  readonly reading: R;
  readonly limit: Limit;
  /** The rows that ask for a check at the place. */
  readonly asks: readonly string[];
  /** How long, or how often, something may serve. */
  readonly life?: LifeLimit;
  /** The answer that is right, of a check. */
  readonly passes: YesNo;
  readonly partState: FitState;
  /** Expanded, nm. */
  readonly uncertainty: Nanometres;
  readonly rule: DecisionRule;
}

/** One reading of several of the same thing. */
export interface Told<R> {
  readonly reading: R;
  /** Expanded, nm; 0 where nothing is measured. */
  readonly uncertainty: Nanometres;
}
/** What several readings come to, and whose it is: the place in their list. */
export interface ComesTo<R> {
  readonly reading: R;
  readonly of: number;
}

/** Everything that a kind of evidence must answer; its schema and words are found by the same name in `contract`. */
export interface EvidenceRules<R extends Reading> {
  /** The version of the rule that `judge` follows; it is written beside every verdict in the record. */
  readonly ruleVersion: number;
  /** From the typed text to a reading, or the first thing that is wrong with it. */
  readonly read: (typed: Typed) => ReadText<R>;
  /** A missing limit is never good, and what the evidence does not settle is not proven. */
  readonly judge: (question: ToJudge<R>) => Verdict;
  /** Whether a second look says the same as the first, or no more. */
  readonly isWithin: (next: R, known: R) => boolean;
  /** What both say together; undefined where they cannot both be true, or nobody can tell. */
  readonly together: (next: R, known: R) => R | undefined;
  /** Whether two readings of the same thing can both be true; `tolerance` (nm) is how far apart the shop lets them lie. */
  readonly agree: (a: Told<R>, b: Told<R>, tolerance: number) => boolean;
  /**
   * What readings that agree come to together, whichever came first: brackets to what all of them say. Of more than one the
   * worst decides, by a limit that is not known here.
   * @param all not empty
   */
  readonly comeTo: (all: readonly R[]) => readonly ComesTo<R>[];
}
