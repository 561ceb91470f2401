import type { Layout } from './layout';
import { partIn } from './parts';
import type { PartsState } from './parts';
import { slotsAt } from './place';
import type { Place } from './place';

/**
 * Why a place is not asked because of the design of the part that lies there: another one leaves it out, or it is asked of
 * another one only.
 * @returns undefined where it is asked; also where nobody has said which part lies there and no design leaves it out
 */
export function designReason(state: PartsState, layout: Layout, place: Place): string | undefined {
  const { designs = [] } = layout;
  const askedOf = designs.filter(({ asks }) => asks.includes(place.characteristic));
  for (const design of designs) {
    if (!design.leavesOut.includes(place.characteristic)) continue;
    if (liesThere(state, layout, place, design)) return `not asked of ${design.name}`;
  }
  if (askedOf.length === 0 || askedOf.some((design) => liesThere(state, layout, place, design)))
    return undefined;
  return `asked only of ${askedOf.map(({ name }) => name).join(' and ')}`;
}
const liesThere = (
  state: PartsState,
  layout: Layout,
  place: Place,
  { kind, partNumbers }: NonNullable<Layout['designs']>[number],
): boolean =>
  slotsAt(layout, kind, place).some((slot) => partNumbers.includes(partIn(state, slot)?.partNumber ?? ''));
