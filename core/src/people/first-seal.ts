import type { Actor, Role } from '../kernel/actor';
import type { SecondPersonPolicy } from './second-person';

/** What a shop still lacks before a record can be sealed in it. */
export type MissingForSeal =
  | { readonly kind: 'role'; readonly role: Role }
  /** Everybody who may inspect did the work as well: nobody is left for the second look. */
  | { readonly kind: 'secondPerson' };

/** In the order in which a job needs them. */
const NEEDED: readonly Role[] = ['steward', 'technician', 'inspector', 'releaser'];

/**
 * Which roles nobody has, and whether there is a second person: what is asked before the first job, and not found out at its
 * last gate.
 */
export function missingForSeal(
  people: readonly (Actor & { readonly active: boolean })[],
  policy: SecondPersonPolicy,
): readonly MissingForSeal[] {
  const here = people.filter(({ active }) => active);
  const roles = NEEDED.filter((role) => !here.some((each) => each.roles.includes(role)));
  const canMeasure = here.filter(
    (each) => each.roles.includes('technician') || each.roles.includes('inspector'),
  );
  const hasSecond = here.some(
    (inspector) =>
      inspector.roles.includes('inspector') && canMeasure.some((worker) => worker.id !== inspector.id),
  );
  const isAlone = policy === 'required' && !roles.includes('inspector') && !hasSecond;
  return [
    ...roles.map((role) => ({ kind: 'role' as const, role })),
    ...(isAlone ? [{ kind: 'secondPerson' as const }] : []),
  ];
}
