import type { FloorNeed } from '@oak-gate/contract';
import { holdsOneOf } from '@oak-gate/core';
import type { Actor, Role } from '@oak-gate/core';

/** What needs somebody, as it is known before it is asked who looks. */
export interface ShopNeed extends Omit<FloorNeed, 'mine' | 'count'> {
  /** Who may settle it; none where that is not a matter of roles. */
  readonly roles: readonly Role[];
  /** Who may not, because he did the work. */
  readonly notBy: readonly string[];
  /** Needs of one job that are alike carry the same word here. */
  readonly same: string;
}

export const byUrgency = (
  a: Pick<FloorNeed, 'urgency' | 'since'>,
  b: Pick<FloorNeed, 'urgency' | 'since'>,
): number => a.urgency - b.urgency || (a.since < b.since ? -1 : 1);

/** What one person sees: first what he can do himself, each sort once, with how many there are. */
export function needsFor(
  person: Actor,
  needs: readonly ShopNeed[],
): { readonly needs: readonly FloorNeed[]; readonly inAll: number } {
  const groups = new Map<string, { readonly first: FloorNeed; readonly count: number }>();
  for (const { roles, notBy, same, ...need } of [...needs].sort(byUrgency)) {
    const mine = (roles.length === 0 || holdsOneOf(person, roles)) && !notBy.includes(person.id);
    const key = `${need.jobId ?? ''} ${need.who} ${mine} ${same === '' ? need.sentence : same}`;
    const known = groups.get(key);
    groups.set(key, {
      first: known?.first ?? { ...need, mine, count: 1 },
      count: (known?.count ?? 0) + 1,
    });
  }
  const all = [...groups.values()].map(({ first, count }) => ({ ...first, count }));
  return {
    needs: [...all].sort((a, b) => Number(b.mine) - Number(a.mine) || byUrgency(a, b)),
    inAll: all.length,
  };
}
