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
/** What an engine has of grooves. */
export interface Grooves {
  readonly grooves: readonly Groove[];
}
