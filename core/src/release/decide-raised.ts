import { holdsOneOf } from '../kernel/actor';
import type { Actor } from '../kernel/actor';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { secondLook } from '../people/second-person';
import type { SecondPersonPolicy } from '../people/second-person';
import { isThere } from './decide-remarks';
import type { MattersSlice } from './open-matters';
import { openRaised } from './raised';
import type { RaisedEvent, RaisedState } from './raised';

export type RaisedCommand =
  | { readonly type: 'raiseFinding'; readonly about: string; readonly text: string }
  /** `raised`: the entry by which it was. */
  | { readonly type: 'decideRaised'; readonly raised: number; readonly reason: string };

/**
 * Decides what somebody raises, and what an inspector who did not raise it says of it.
 * @problems MAY_NOT, FINDING_UNKNOWN, REASON_MISSING, SECOND_PERSON_NEEDED
 */
export function decideRaised(
  state: MattersSlice & RaisedState & { readonly secondPerson: SecondPersonPolicy },
  command: RaisedCommand,
  by: Actor,
  at: string,
): Result<readonly RaisedEvent[], Problem> {
  if (command.type === 'raiseFinding') {
    if (!holdsOneOf(by, ['technician', 'inspector']))
      return refuse('MAY_NOT', {
        action: 'raise a finding',
        needs: ['technician', 'inspector'],
        person: by.name,
      });
    const { about } = command;
    if (!isThere(state, about)) return refuse('FINDING_UNKNOWN', { finding: about });
    const text = command.text.trim();
    return text === ''
      ? refuse('REASON_MISSING', { action: 'raise a finding' })
      : ok([{ type: 'findingRaised', v: 1, data: { about, text } }]);
  }
  const action = 'decide what somebody raised';
  if (!holdsOneOf(by, ['inspector']))
    return refuse('MAY_NOT', { action, needs: ['inspector'], person: by.name });
  const found = openRaised(state).find(({ seq }) => seq === command.raised);
  if (found === undefined) return refuse('FINDING_UNKNOWN', { finding: `raised ${command.raised}` });
  const reason = command.reason.trim();
  if (reason === '') return refuse('REASON_MISSING', { action });
  const first = { ids: [found.by.id], because: 'raised it', lastAt: found.at };
  const look = secondLook(action, first, by, at, state.secondPerson);
  if (!look.ok) return look;
  return ok([
    { type: 'raisedDecided', v: 1, data: { raised: found.seq, reason, samePerson: look.value ?? null } },
  ]);
}
