import type { PartKind } from './characteristic';
import type { JournalKind } from './journal-kinds';

/** What can be wrong with a face. Words and drawings for people are the contract's and the page's. */
export const DEFECTS = [
  'crack',
  'step',
  'polish',
  'breakage',
  'bruise',
  'burning',
  'pitting',
  'scoring',
  'seizure',
  'embedded',
  'fretting',
  'wear',
  'corrosion',
  'stretch',
  'thread',
  'scale',
  'carbon',
  'grit',
  'blocked',
  'wet',
] as const;
export type Defect = (typeof DEFECTS)[number];

/** `clean`: proved clean, open or dry; `look`: by eye and nail; `test`: by a crack test that has an entry of its own. */
export const FACE_SORTS = ['clean', 'look', 'test'] as const;
export type FaceSort = (typeof FACE_SORTS)[number];

/** One thing to look at on every part of a kind, as data of a model: what is looked for, how, and what is rejected. */
export interface FaceRule {
  readonly kind: PartKind;
  /** Permanent, and of one face of this kind alone. */
  readonly id: string;
  readonly name: string;
  readonly sort: FaceSort;
  /** There is one on each groove of the piston. */
  readonly each?: 'groove';
  readonly looks: readonly Defect[];
  readonly how: string;
  /** What is rejected, as the document has it. */
  readonly reject: string;
  /** Where that stands. */
  readonly source?: string;
  /** What hurts who looks, or what fools him. */
  readonly care?: string;
  /** What of the part it is a face of: a rework that changes it makes the face due again. */
  readonly aspects: readonly string[];
  /** Only on journals of these kinds. */
  readonly journals?: readonly JournalKind[];
  /** Only where the engine has liners of its own. */
  readonly lined?: true;
}
