import type { PartKind, PartKindRule } from './characteristic';
import type { FaceRule } from './face-rule';
import { JOURNAL_KINDS } from './journal-kinds';
import type { JournalKind } from './journal-kinds';
import type { Groove } from './groove';
import { minus, ZERO } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import type { PrintedLength } from '../quantity/printed-length';

/** A kind of part that a layout declares besides the usual ones, with its words for people. */
export interface DeclaredPartKind extends PartKindRule {
  readonly name: string;
  readonly names: string;
}

/** An engine's places and parts, as data. Ids are permanent; labels are for people and may be corrected. */
export interface Layout {
  readonly arrangement: 'inline' | 'flat' | 'v';
  /** What stands at the front of the drawing, for instance "propeller end". */
  readonly frontLabel: string;
  readonly banks: readonly Bank[];
  readonly cylinders: readonly Cylinder[];
  readonly grooves: readonly Groove[];
  /** What journals were made to, and the undersizes in which shells are made for them. */
  readonly regrind?: readonly Regrind[];
  /** What a bore is: of the block, or of a liner that is pressed in or stands in water; models made before nobody asked say nothing. */
  readonly liners?: Liners;
  /** How the crown of a piston stands to its bore: no ring is squared with one that is relieved. */
  readonly crown?: 'relieved';
  readonly stations: readonly Station[];
  /** The stations between which the rings run. */
  readonly ringTravel?: { readonly upper: string; readonly lower: string };
  /** Models made before there were others have none of these. */
  readonly heads?: readonly Head[];
  readonly journals?: readonly Journal[];
  readonly directions?: readonly Purposed[];
  readonly points?: readonly Point[];
  readonly fasteners?: readonly Purposed[];
  /** Kinds of part besides the usual ones, and where they lie. */
  readonly partKinds?: readonly DeclaredPartKind[];
  /** What is looked at on its parts, and what is rejected: of the kinds that are here it is all that is looked at. */
  readonly faces?: readonly FaceRule[];
  /** Kinds of part that are replaced at every overhaul whatever they look like, besides clips. */
  readonly singleUse?: readonly PartKind[];
  /** Kinds of part whose life is limited. */
  readonly lives?: readonly LifeRule[];
  /** Kinds whose new parts come with a paper: a release tag, a certificate. */
  readonly papers?: readonly PartKind[];
  /** Kits that parts come in, with what is in each. */
  readonly kits?: readonly KitRule[];
  /** Designs of a part, told by its number, for which other sheets are asked. */
  readonly designs?: readonly DesignRule[];
  /** Letters or colours by which bores, and what runs in them, are sorted, each with the bore that it is for. */
  readonly boreClasses?: readonly BoreClass[];
  /** Whether oil is sprayed at the pistons; models made before nobody asked say nothing. */
  readonly nozzles?: true;
  /** Places that the layout itself takes out, with the reason. */
  readonly notApplicable: readonly NotApplicable[];
}
/** How long parts of a kind may serve. */
export interface LifeRule {
  readonly kind: PartKind;
  readonly counts: 'hours' | 'cycles';
  readonly limit: number;
  /** How much it does until the next overhaul; nobody looks ahead where nothing is said. */
  readonly untilNext?: number;
}
export interface KitRule {
  readonly id: string;
  readonly name: string;
  readonly contents: readonly KitItem[];
}
export interface KitItem {
  readonly id: string;
  readonly name: string;
  readonly count: number;
  /** What its parts are, where they lie in slots; of rings in which groove. */
  readonly kind?: PartKind;
  readonly groove?: string;
  readonly partNumber?: string;
}
export interface BoreClass {
  /** As it is stamped or painted: "A", "red". */
  readonly mark: string;
  readonly size: PrintedLength;
}
export interface DesignRule {
  readonly name: string;
  readonly kind: PartKind;
  readonly partNumbers: readonly string[];
  /** Characteristics that are asked of this design only. */
  readonly asks: readonly string[];
  /** Characteristics that are not asked of it. */
  readonly leavesOut: readonly string[];
}
export const LINERS = ['none', 'dry', 'wet'] as const;
export type Liners = (typeof LINERS)[number];
export interface Bank {
  readonly id: string;
  readonly label: string;
  readonly side: 'left' | 'right' | 'middle';
}
export interface Cylinder {
  readonly id: string;
  readonly label: string;
  readonly bank: string;
  /** How far from the front it stands, in quarters of a cylinder pitch. */
  readonly row: number;
}
export interface Head {
  readonly id: string;
  readonly label: string;
  readonly cylinders: readonly string[];
}
export { JOURNAL_KINDS };
export type { JournalKind };
export interface Journal {
  readonly id: string;
  readonly label: string;
  readonly kind: JournalKind;
  /** Of a crankpin: the cylinders whose rods it carries. */
  readonly cylinders: readonly string[];
}
export interface Regrind {
  readonly journals: JournalKind;
  readonly standard: PrintedLength;
  readonly undersizes: readonly PrintedLength[];
}
/** One of an ordered set, with what it is for: a characteristic names the purpose that it is measured along. */
export interface Purposed {
  readonly id: string;
  readonly label: string;
  readonly for: readonly string[];
}
export interface Point extends Purposed {
  /** Where it lies around its part, in hours of a clock face, where that says something. */
  readonly clock?: number;
}
export const DATUMS = ['deck', 'skirtEnd', 'flange'] as const;
export type Datum = (typeof DATUMS)[number];
export interface Station {
  readonly id: string;
  readonly label: string;
  readonly datum: Datum;
  readonly distance: PrintedLength;
  /** The rings that are measured here; none where the station is for something else. */
  readonly members: readonly { readonly groove: string; readonly member: string }[];
  /** What else is measured here: bores, liners, … */
  readonly for?: readonly string[];
  /** Asked only in a bore that runs on as it was: worn, with its ridge, not machined. */
  readonly only?: 'wornBore';
}
/** How deep a station lies below the top, nm: what is counted from the skirt's end is counted upwards. */
export const depthOf = ({ datum, distance }: Station): Nanometres =>
  datum === 'skirtEnd' ? minus(ZERO, distance.nm) : distance.nm;
export interface NotApplicable {
  readonly characteristic: string;
  readonly groove: string;
  readonly member: string;
  readonly station?: string;
  readonly reason: string;
}
