import type { UnitKind } from '../quantity/figure';
import type { Layout, Member } from './layout';

export const AXES = [
  'cylinder',
  'bank',
  'head',
  'journal',
  'groove',
  'member',
  'station',
  'direction',
  'point',
  'fastener',
] as const;
export type Axis = (typeof AXES)[number];
/** The axes that a limit row may name; it speaks of every place along the others. */
export const FIT_AXES = ['groove', 'member', 'station'] as const;
export type FitAxis = (typeof FIT_AXES)[number];

/** Axes of which a layout has sets for several purposes; a characteristic says which of them it means. */
export const PURPOSED_AXES = ['journal', 'station', 'direction', 'point', 'fastener'] as const;
export type PurposedAxis = (typeof PURPOSED_AXES)[number];
export type Purposes = Readonly<Partial<Record<PurposedAxis, string>>>;

export const PART_KINDS = [
  'bore',
  'ring',
  'piston',
  'pin',
  'rod',
  'liner',
  'journal',
  'shell',
  'bolt',
] as const;
export type PartKind = (typeof PART_KINDS)[number];

/** Where a part of each kind lies: the axes that name its slot. */
export const SLOT_AXES: Readonly<Record<PartKind, readonly Axis[]>> = {
  bore: ['cylinder'],
  ring: ['cylinder', 'groove', 'member'],
  piston: ['cylinder'],
  pin: ['cylinder'],
  rod: ['cylinder'],
  liner: ['cylinder'],
  journal: ['journal'],
  shell: ['journal', 'point'],
  bolt: ['cylinder', 'fastener'],
};
/** Which of a layout's sets name the slots of a kind. */
export const SLOT_PURPOSES: Readonly<Record<PartKind, Purposes>> = {
  bore: {},
  ring: {},
  piston: {},
  pin: {},
  rod: {},
  liner: {},
  journal: {},
  shell: { point: 'shell' },
  bolt: { fastener: 'rod' },
};

/** Something that must be answered with yes before a reading counts. */
export interface Question {
  readonly id: string;
  readonly text: string;
  /** Asked only of members of which this is true. */
  readonly when: 'always' | 'expander';
  /** Asked only here, where a document added the check for some places. */
  readonly at?: Readonly<Partial<Record<FitAxis, string>>>;
  /** The row that asks for it, where a document added it. */
  readonly source?: string;
}

/** Which way wear takes a size: it says on which side a wear limit lies. */
export const WEAR_WAYS = ['grows', 'shrinks', 'either', 'none'] as const;
export type WearWay = (typeof WEAR_WAYS)[number];

/** What is measured, as data: no characteristic is a special case in code. */
export interface Characteristic {
  readonly id: string;
  readonly name: string;
  readonly axes: readonly Axis[];
  /** Which of the layout's journals, stations, directions, points and fasteners; without a word, those for rings. */
  readonly along?: Purposes;
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
  /** What kind of quantity; a length where nothing is said (pins made before there were others). */
  readonly unitKind?: UnitKind;
  /** What is measured, in a sentence. */
  readonly measures?: string;
  /** The usual tool, in the shop's words. */
  readonly usualTool?: string;
  readonly wear?: WearWay;
  /** The axes that a row about it must name; all of groove, member and station that it has where nothing is said. */
  readonly rowAxes?: readonly FitAxis[];
}

export const quantityOf = ({ unitKind }: Characteristic): UnitKind => unitKind ?? 'length';
export const rowAxesOf = ({ rowAxes, axes }: Characteristic): readonly FitAxis[] =>
  rowAxes ?? FIT_AXES.filter((axis) => axes.includes(axis));

export const questionsFor = (
  characteristic: Characteristic,
  member: Member | undefined,
  at: Readonly<Partial<Record<Axis, string>>> = {},
): readonly Question[] =>
  characteristic.questions.filter(
    (question) =>
      (question.when === 'always' || member?.expander === true) &&
      FIT_AXES.every((axis) => question.at?.[axis] === undefined || question.at[axis] === at[axis]),
  );

export const memberAt = (
  layout: Layout,
  groove: string | undefined,
  member: string | undefined,
): Member | undefined =>
  layout.grooves.find(({ id }) => id === groove)?.members.find(({ id }) => id === member);
