import type { YesNo } from '../quantity/yes-no';
import type { UnitKind } from '../quantity/figure';
import type { Grooves, Member } from './groove';
import type { Metal } from '../quantity/metal';
import type { InstrumentKind } from '../quantity/instrument-kind';
import type { PrintedLength } from '../quantity/printed-length';

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

/** A kind of part (`ring`, `bore`): the usual ones, and those that a layout declares. */
export type PartKind = string;
/** A kind of part: where such parts lie in an engine, and what is done to them that changes them. */
export interface PartKindRule {
  readonly kind: PartKind;
  /** The axes that name its slot. */
  readonly axes: readonly Axis[];
  /** Which of a layout's sets name the slots. */
  readonly along?: Purposes;
  /** In the words of a history: "filed", "honed". */
  readonly reworks: readonly string[];
  /**
   * What of the part each of them changes: the ends of a ring, and not its sides. Only the readings of that are spent; of what is
   * not named here every reading is.
   */
  readonly touches?: Readonly<Record<string, readonly string[]>>;
  /** What happens to other parts at the same place with it: a liner that is pressed in closes its bore. */
  readonly alsoDone?: Readonly<Record<string, readonly DoneBeside[]>>;
  /** What happens to them when such a part is put in, taken out or moved: a shim lifts its liner. */
  readonly shifts?: readonly DoneBeside[];
}
export interface DoneBeside {
  readonly kind: PartKind;
  readonly what: string;
}

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

/** In which state something is measured: caps at full torque, with or without shells, dry. One choice is simply confirmed. */
export interface MeasuringCondition {
  readonly id: string;
  /** "Caps". */
  readonly name: string;
  /** They are ways to do the same: what was found in one of them and in another is of one size. */
  readonly ways?: true;
  readonly choices: readonly {
    readonly id: string;
    readonly text: string;
    /** Where it cannot be done: a ring is not squared with a crown that is relieved. */
    readonly not?: 'relieved';
  }[];
}

/**
 * A value that nobody measures at its place: it is worked out from what was measured elsewhere.
 * - `difference`: the one size less the other, over every direction or point in which either was taken
 * - `range`: how far the sizes lie apart: out-of-round, the tilt of a liner
 * - `meanRange`: the largest mean of a station less the smallest: a belly and a waist show in it, which `taper` does not see.
 *   It is never less than `taper`, and so the stricter of the two where a row does not say which it means
 * - `taper`: how far the means of the shallowest and the deepest station differ, whichever is the larger
 * - `wear`: the largest size less the one that the bore was made to: standard, or its oversize
 * - `choke`: by how much the shallowest station is narrower than the deepest; nothing where it is not
 */
export type DerivedFrom =
  | ({ readonly rule: 'difference'; readonly of: string; readonly less: string } & TakenSo)
  | ({ readonly rule: OneInputRule; readonly of: string } & TakenSo);
interface TakenSo {
  /** Only from readings that were taken in this state, where their characteristic asks for it: a bore with its shells in. */
  readonly when?: { readonly condition: string; readonly is: string };
}
export const ONE_INPUT_RULES = ['range', 'meanRange', 'taper', 'choke', 'wear'] as const;
export type OneInputRule = (typeof ONE_INPUT_RULES)[number];
/** The characteristics that a value is worked out from. */
export const inputsOf = ({ from }: Pick<Characteristic, 'from'>): readonly string[] =>
  from === undefined ? [] : from.rule === 'difference' ? [from.of, from.less] : [from.of];

/** What keeps a value from being worked out: an input that nobody knows, that is no size, or is worked out itself. */
export function inputFault(
  characteristic: Characteristic,
  known: readonly Characteristic[],
):
  | {
      readonly characteristic: string;
      readonly input: string;
      readonly because: 'unknown' | 'noSize' | 'derived';
    }
  | undefined {
  for (const input of inputsOf(characteristic)) {
    const found = known.find(({ id }) => id === input);
    const because =
      found === undefined
        ? 'unknown'
        : found.from !== undefined
          ? 'derived'
          : quantityOf(found) !== 'length' || quantityOf(characteristic) !== 'length'
            ? 'noSize'
            : undefined;
    if (because !== undefined) return { characteristic: characteristic.name, input, because };
  }
  return undefined;
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
  /** On what of each of them: the ends of a ring, the wall of a bore. On all of a part where nothing is said. */
  readonly aspects?: Readonly<Partial<Record<PartKind, readonly string[]>>>;
  /** Whose state (new, reused) selects the limit. */
  readonly stateOf: PartKind;
  /** The part on the other side of the fit: a new one in one of these that ran already has a column of its own, where a row states it. */
  readonly otherSide?: PartKind;
  readonly tools: readonly InstrumentKind[];
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
  /** Of a check: the answer that is right; yes where nothing is said. */
  readonly passes?: YesNo;
  /** What it is worked out from, where it is not measured itself. */
  readonly from?: DerivedFrom;
  /** The characteristic by whose rows it is judged: the same fit, known in another way. */
  readonly judgedAs?: string;
  /** What a size below nothing is called, where it is a fit of two parts. */
  readonly below?: 'interference';
  /** What its columns stand under on its sheet: liners under their head. */
  readonly under?: 'head';
  /** In which state it is measured: said once with every reading. */
  readonly conditions?: readonly MeasuringCondition[];
  /** Of the size that is stamped on shells: the characteristic of the journals that must be of that class. */
  readonly classOf?: string;
  /** It is measured before an engine is taken apart as well: what it ran with is put down beside its map. */
  readonly running?: true;
  /** Its tool is set to a size first, and every reading names the setting. */
  readonly setting?: true;
  /** Its readings say how deep they were taken: one that was taken elsewhere than at its station is kept, and does not count. */
  readonly depth?: true;
  /** Its readings say how warm part and gauge were, where the shop asks for it. */
  readonly temperatures?: true;
  /** It is measured by two people, of whom the second does not see what the first one found. */
  readonly secondLook?: true;
  /** How far apart readings of it may lie and still be of one size, whoever took them; what both gauges may err where nothing is said. */
  readonly tolerance?: PrintedLength;
  /** Of what the part is, where it grows otherwise than a steel gauge. */
  readonly metal?: Metal;
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
  layout: Grooves,
  groove: string | undefined,
  member: string | undefined,
): Member | undefined =>
  layout.grooves.find(({ id }) => id === groove)?.members.find(({ id }) => id === member);
