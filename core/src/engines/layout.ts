import type { PrintedLength } from '../quantity/printed-length';

/** An engine's places and parts, as data. Ids are permanent; labels are for people and may be corrected. */
export interface Layout {
  readonly arrangement: 'inline' | 'flat' | 'v';
  /** What stands at the front of the drawing, for instance "propeller end". */
  readonly frontLabel: string;
  readonly banks: readonly Bank[];
  readonly cylinders: readonly Cylinder[];
  readonly grooves: readonly Groove[];
  readonly stations: readonly Station[];
  /** Places that the layout itself takes out, with the reason. */
  readonly notApplicable: readonly NotApplicable[];
}
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
export interface Groove {
  readonly id: string;
  readonly label: string;
  readonly members: readonly Member[];
}
/** A groove holds one ring, or an expander with one or two rails: each ring or rail is a member. */
export interface Member {
  readonly id: string;
  readonly label: string;
  readonly kind: 'compression' | 'scraper' | 'oil' | 'rail';
  readonly expander: boolean;
}
export interface Station {
  readonly id: string;
  readonly label: string;
  readonly datum: 'deck' | 'skirtEnd' | 'flange';
  readonly distance: PrintedLength;
  readonly members: readonly { readonly groove: string; readonly member: string }[];
}
export interface NotApplicable {
  readonly characteristic: string;
  readonly groove: string;
  readonly member: string;
  readonly station?: string;
  readonly reason: string;
}
