import type { Layout, Member } from './layout';

export const AXES = ['cylinder', 'groove', 'member', 'station'] as const;
export type Axis = (typeof AXES)[number];
export const PART_KINDS = ['bore', 'ring'] as const;
export type PartKind = (typeof PART_KINDS)[number];

/** Where a part of each kind lies: the axes that name its slot. */
export const SLOT_AXES: Readonly<Record<PartKind, readonly Axis[]>> = {
  bore: ['cylinder'],
  ring: ['cylinder', 'groove', 'member'],
};

/** Something that must be answered with yes before a reading counts. */
export interface Question {
  readonly id: string;
  readonly text: string;
  /** Asked only of members of which this is true. */
  readonly when: 'always' | 'expander';
}

/** What is measured, as data: no characteristic is a special case in code. */
export interface Characteristic {
  readonly id: string;
  readonly name: string;
  readonly axes: readonly Axis[];
  /** The parts on which a reading depends; when one changes, the reading is spent. */
  readonly parts: readonly PartKind[];
  /** Whose state (new, reused) selects the limit. */
  readonly stateOf: PartKind;
  readonly tools: readonly ('feeler' | 'sizeGauge')[];
  readonly words: { readonly tight: string; readonly loose: string };
  readonly questions: readonly Question[];
  readonly allowNegative: boolean;
  /** Which part can be filed to open this size, if any. */
  readonly filed?: PartKind;
}

export const questionsFor = (
  characteristic: Characteristic,
  member: Member | undefined,
): readonly Question[] =>
  characteristic.questions.filter(({ when }) => when === 'always' || member?.expander === true);

export const memberAt = (
  layout: Layout,
  groove: string | undefined,
  member: string | undefined,
): Member | undefined =>
  layout.grooves.find(({ id }) => id === groove)?.members.find(({ id }) => id === member);
