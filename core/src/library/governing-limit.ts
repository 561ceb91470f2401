import { BOUNDS } from './limit';
import type { Bound, Limit } from './limit';
import type { Nanometres } from '../quantity/nanometres';
import type { LimitContext, LimitPolicy, LimitStatement } from './limit-row';
import { applies, decideBound, eachBound, statedBound } from './rank';

export interface OtherStatement<V extends number = Nanometres> {
  readonly bound: Bound;
  readonly row: string;
  readonly value: V;
  readonly differs: boolean;
}
export interface GoverningLimit<V extends number = Nanometres> {
  readonly limit: Limit<V>;
  readonly sources: Readonly<Partial<Record<Bound, string>>>;
  readonly others: readonly OtherStatement<V>[];
  readonly undecided: readonly Bound[];
  readonly contradiction: boolean;
  readonly mixed?: true;
  readonly target?: { readonly min?: V; readonly max?: V };
  readonly targetConflict?: true;
}

/**
 * Which figure governs each bound, from which row, and what the other documents say.
 * @param rows current, effective rows about one fit; `policy.order`: kinds from strongest to weakest
 * @returns each bound decided on its own; shop rows only ever narrow, as a target
 */
export function governingLimit<V extends number = Nanometres>({
  rows,
  context,
  policy,
}: {
  readonly rows: readonly LimitStatement<V>[];
  readonly context: LimitContext;
  readonly policy: LimitPolicy;
}): GoverningLimit<V> {
  const decisions = eachBound((bound) => decideBound(rows, bound, context, policy));
  const decided = decisions.flatMap(([bound, decision]) =>
    decision.state === 'decided' ? [{ bound, ...decision }] : [],
  );
  const limit: Limit<V> = Object.fromEntries(decided.map(({ bound, value }) => [bound, value]));
  const sources = Object.fromEntries(decided.map(({ bound, source }) => [bound, source.id]));
  const undecided = decisions.filter(([, { state }]) => state === 'undecided').map(([bound]) => bound);
  const sourceOf = (bound: Bound): LimitStatement<V> | undefined =>
    decided.find((each) => each.bound === bound)?.source;

  const others = rows
    .filter((row) => applies(row, context))
    .flatMap((row) =>
      BOUNDS.flatMap((bound): OtherStatement<V>[] => {
        const value = statedBound(row, bound, context);
        if (value === undefined || value === 'unknown' || sourceOf(bound) === row) return [];
        return [{ bound, row: row.id, value, differs: limit[bound] !== value }];
      }),
    );
  const minSource = sourceOf('min');
  const maxSource = sourceOf('max');
  return {
    limit,
    sources,
    others,
    undecided,
    contradiction: limit.min !== undefined && limit.max !== undefined && limit.min > limit.max,
    ...(minSource !== undefined && maxSource !== undefined && minSource.document !== maxSource.document
      ? { mixed: true as const }
      : {}),
    ...targetFrom(rows, context, limit, undecided),
  };
}

/** Shop rows narrow a decided or open bound; outside the decided limit, or where a bound is undecided, they say nothing. */
function targetFrom<V extends number>(
  rows: readonly LimitStatement<V>[],
  context: LimitContext,
  limit: Limit<V>,
  undecided: readonly Bound[],
): Pick<GoverningLimit<V>, 'target' | 'targetConflict'> {
  const shop = rows.filter((row) => row.kind === 'shop' && applies(row, context));
  const stated = (bound: 'min' | 'max'): V[] =>
    shop
      .map((row) => statedBound(row, bound, context))
      .filter((value): value is V => value !== undefined && value !== 'unknown');
  const within = (value: number): boolean =>
    value >= (limit.min ?? -Infinity) && value <= (limit.max ?? Infinity);
  const min = undecided.includes('min')
    ? undefined
    : stated('min')
        .filter((value) => within(value) && value !== limit.min)
        .sort((a, b) => b - a)[0];
  const max = undecided.includes('max')
    ? undefined
    : stated('max')
        .filter((value) => within(value) && value !== limit.max)
        .sort((a, b) => a - b)[0];
  if (min === undefined && max === undefined) return {};
  if (min !== undefined && max !== undefined && min > max) return { targetConflict: true };
  return { target: { ...(min === undefined ? {} : { min }), ...(max === undefined ? {} : { max }) } };
}
