import type { Nanometres } from '../quantity/nanometres';
import { BOUNDS } from './limit';
import { fieldMatches } from './applies-to';
import type { LimitContext, LimitPolicy, LimitStatement } from './limit-row';
import { compareRanks, decideBound, rankOf, statedBound } from './rank';

export interface HeldBackRow {
  readonly row: string;
  readonly missing: readonly (keyof LimitContext)[];
}

/**
 * Which rows may matter and are left out only because the context does not say enough: what to ask for first.
 * @returns row ids with the names of the missing context values
 */
export function rowsHeldBack<V extends number = Nanometres>({
  rows,
  context,
  policy,
}: {
  readonly rows: readonly LimitStatement<V>[];
  readonly context: LimitContext;
  readonly policy: LimitPolicy;
}): { readonly held: readonly HeldBackRow[] } {
  const held = rows.flatMap((row): HeldBackRow[] => {
    const fields = fieldMatches(row.appliesTo, context);
    const missing = fields.filter(({ match }) => match === 'missing').map((field) => field.context);
    if (missing.length === 0 || fields.some(({ match }) => match === 'differs')) return [];
    return couldChange(row, rows, context, policy) ? [{ row: row.id, missing }] : [];
  });
  return { held };
}

function couldChange<V extends number>(
  row: LimitStatement<V>,
  rows: readonly LimitStatement<V>[],
  context: LimitContext,
  policy: LimitPolicy,
): boolean {
  const rank = rankOf(row, policy);
  if (rank === undefined) return false;
  return BOUNDS.some((bound) => {
    const value = statedBound(row, bound, context);
    if (value === undefined) return false;
    const decision = decideBound(rows, bound, context, policy);
    if (decision.state === 'open') return true;
    const strongEnough = compareRanks(decision.rank, rank);
    return decision.state === 'decided' ? strongEnough <= 0 && decision.value !== value : strongEnough < 0;
  });
}
