import type { FitState } from '../quantity/part-state';

import type { Nanometres } from '../quantity/nanometres';

/** The four bounds that a document may state, in the order in which they are listed everywhere. */
export const BOUNDS = ['min', 'max', 'serviceMin', 'serviceMax'] as const;
export type Bound = (typeof BOUNDS)[number];

/** Bounds in nm. `min`/`max` hold for a new or reworked part, the service bounds are wear limits. */
export type Limit<V extends number = Nanometres> = Readonly<Partial<Record<Bound, V>>>;

/** The ends within which a part of this state is accepted; a missing end is open. */
export function acceptRange(
  limit: Limit<number>,
  partState: FitState,
): { readonly lower: number; readonly upper: number } {
  const lower = partState === 'reused' ? (limit.serviceMin ?? limit.min) : limit.min;
  const upper = partState === 'reused' ? (limit.serviceMax ?? limit.max) : limit.max;
  return { lower: lower ?? -Infinity, upper: upper ?? Infinity };
}
