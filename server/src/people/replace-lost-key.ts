import { randomUUID } from 'node:crypto';
import { decidePeople, NOBODY, own } from '@oak-gate/core';
import type { KeyChange } from '@oak-gate/core';
import { orThrow, ProblemError } from '../platform/problem-error';
import { PEOPLE, prepareLostKey } from '../record';
import { openLedger } from '../services';

/**
 * Gives a shop another key whose own is lost for good: on a manager's word, which ledger, prints and verifier repeat.
 * @param pin asks for the manager's PIN, by name
 * @throws ProblemError PERSON_UNKNOWN, PIN_WRONG, MAY_NOT and what keeps a folder from being opened
 */
export async function replaceLostKey({
  manager,
  reason,
  pin,
  ...where
}: Parameters<typeof openLedger>[0] & {
  readonly manager: string;
  readonly reason: string;
  readonly pin: (name: string) => Promise<string>;
}): Promise<KeyChange> {
  const { ledger, pins, close } = await openLedger(where);
  try {
    const people = (await ledger.state(PEOPLE)) ?? NOBODY;
    const known = own(people.people, manager);
    if (known?.active !== true || people.shop === undefined)
      throw ProblemError.of('PERSON_UNKNOWN', { person: manager });
    await pins.check(known, (await pin(known.name)).trim(), 'signed', 'this machine');
    const { active: _, ...by } = known;
    const { change, take } = prepareLostKey(where.folder, people.shop.key.keyId, reason);
    await ledger.execute({
      id: randomUUID(),
      chain: PEOPLE,
      by,
      body: change,
      decide: (now = NOBODY) => orThrow(decidePeople(now, { type: 'changeSealKey', ...change }, by)),
    });
    take();
    return change;
  } finally {
    await close();
  }
}
