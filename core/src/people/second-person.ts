import { hoursBetween } from '../kernel/instant';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import type { Problem } from '../kernel/problem-data';
import type { Actor } from '../kernel/actor';

/** `required`: another person must look. `sameSaid`: in a one-man shop the same person looks again, and the record says so. */
export type SecondPersonPolicy = 'required' | 'sameSaid';

/** Set where the second look was the first person's own, with the hours that lay between. */
export interface SamePerson {
  readonly hoursLater: number;
}

/**
 * Whether this person's look counts as a second one.
 * @param first who did the work, and when last
 * @returns undefined for an independent look, `SamePerson` where the shop lets the same person look again
 */
export function secondLook(
  action: string,
  first: { readonly ids: readonly string[]; readonly because: string; readonly lastAt: string },
  by: Actor,
  at: string,
  policy: SecondPersonPolicy,
): Result<SamePerson | undefined, Problem> {
  if (!first.ids.includes(by.id)) return ok(undefined);
  if (policy === 'required')
    return refuse('SECOND_PERSON_NEEDED', { action, person: by.name, because: first.because });
  return ok({ hoursLater: hoursBetween(first.lastAt, at) });
}
