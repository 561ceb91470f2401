import { BOUNDS } from './limit';
import type { Bound } from './limit';
import { roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { fieldMatches } from './applies-to';
import type { BoreFormula, LimitContext, LimitPolicy, LimitStatement } from './limit-row';

/** How strongly a row speaks: kind, then specificity, then date of issue. */
export interface Rank {
  readonly kind: number;
  readonly specificity: number;
  readonly issued: string;
}

/** The rank of a row that may govern; undefined for shop and advisory rows. */
export function rankOf(
  row: Pick<LimitStatement, 'kind' | 'appliesTo' | 'issued'>,
  policy: LimitPolicy,
): Rank | undefined {
  const place = policy.order.indexOf(row.kind);
  if (row.kind === 'shop' || place < 0) return undefined;
  return { kind: -place, specificity: fieldMatches(row.appliesTo, {}).length, issued: row.issued };
}

/** Negative when a is weaker than b. */
export function compareRanks(a: Rank, b: Rank): number {
  return (
    a.kind - b.kind ||
    a.specificity - b.specificity ||
    (a.issued < b.issued ? -1 : a.issued > b.issued ? 1 : 0)
  );
}

/** So much per unit of bore, and so much more: the length that a formula states for a bore, rounded to 1 nm. */
export const formulaLength = ({ perDiameter, uplift }: BoreFormula, diameter: Nanometres): Nanometres =>
  roundToNanometres(perDiameter * diameter * (1 + (uplift ?? 0)));

/** What a row says about a bound: a figure, nothing, or a formula that lacks the bore it is fed with. */
export function statedBound<V extends number>(
  row: LimitStatement<V>,
  bound: Bound,
  context: LimitContext,
): V | 'unknown' | undefined {
  if (row.formula?.bound === bound) {
    if (context.diameter === undefined || context.diameter === null) return row[bound] ?? 'unknown';
    return formulaLength(row.formula, context.diameter) as number as V; // only rows about lengths carry a formula
  }
  return row[bound];
}

export const applies = (row: Pick<LimitStatement, 'appliesTo'>, context: LimitContext): boolean =>
  fieldMatches(row.appliesTo, context).every(({ match }) => match === 'matches');

export interface Candidate<V extends number = Nanometres> {
  readonly row: LimitStatement<V>;
  readonly value: V;
  readonly rank: Rank;
}
export type BoundDecision<V extends number = Nanometres> =
  | { readonly state: 'open' }
  | {
      readonly state: 'decided';
      readonly value: V;
      readonly source: LimitStatement<V>;
      readonly rank: Rank;
    }
  | { readonly state: 'undecided'; readonly rank: Rank };

/** The decision of one bound among the rows that apply: strongest kind, highest specificity, latest issue. */
export function decideBound<V extends number>(
  rows: readonly LimitStatement<V>[],
  bound: Bound,
  context: LimitContext,
  policy: LimitPolicy,
): BoundDecision<V> {
  const candidates = rows.flatMap((row): Candidate<V>[] => {
    const value = statedBound(row, bound, context);
    const rank = rankOf(row, policy);
    return value === undefined || value === 'unknown' || rank === undefined || !applies(row, context)
      ? []
      : [{ row, value, rank }];
  });
  const [first, ...rest] = candidates;
  if (first === undefined) return { state: 'open' };
  const best = rest.reduce((so, each) => (compareRanks(each.rank, so.rank) > 0 ? each : so), first);
  const equals = candidates.filter((each) => compareRanks(each.rank, best.rank) === 0);
  return equals.some((each) => each.value !== best.value)
    ? { state: 'undecided', rank: best.rank }
    : { state: 'decided', value: best.value, source: best.row, rank: best.rank };
}

export const eachBound = <T>(of: (bound: Bound) => T): readonly (readonly [Bound, T])[] =>
  BOUNDS.map((bound) => [bound, of(bound)] as const);
