import { randomUUID } from 'node:crypto';
import { dirname, resolve } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { decidePeople, NOBODY } from '@oak-gate/core';
import { pino } from 'pino';
import { systemClock } from '../platform/clock';
import { orThrow, ProblemError } from '../platform/problem-error';
import { PEOPLE, prepareLostKey } from '../record';
import { openLedger } from '../services';

const USE = 'Use: npm run replace-key -- --manager ID --reason "how it was lost" [--data FOLDER]';

/** Gives a shop another key whose own is lost for good: on a manager's word, which ledger, prints and verifier repeat. */
async function main(): Promise<void> {
  const serverRoot = resolve(dirname(fileURLToPath(import.meta.url)), '..');
  const { values } = parseArgs({
    options: { data: { type: 'string' }, manager: { type: 'string' }, reason: { type: 'string' } },
  });
  const { manager, reason } = values;
  if (manager === undefined || reason === undefined) throw new Error(USE);
  const folder = values.data ?? resolve(serverRoot, '../data/shop');
  const logger = pino({ level: 'error' });
  const { ledger, db, pins, unlock } = await openLedger({ folder, serverRoot, clock: systemClock, logger });
  try {
    const people = (await ledger.state(PEOPLE)) ?? NOBODY;
    const known = Object.hasOwn(people.people, manager) ? people.people[manager] : undefined;
    if (known?.active !== true || people.shop === undefined)
      throw ProblemError.of('PERSON_UNKNOWN', { person: manager });
    const input = createInterface({ input: process.stdin, output: process.stdout });
    const pin = await input.question(`PIN of ${known.name}: `);
    input.close();
    await pins.check(known.id, known.name, pin.trim(), 'signed');
    const { active: _, ...by } = known;
    const { change, take } = prepareLostKey(folder, people.shop.key.keyId, reason);
    await ledger.execute({
      id: randomUUID(),
      chain: PEOPLE,
      by,
      body: change,
      decide: (now = NOBODY) => orThrow(decidePeople(now, { type: 'changeSealKey', ...change }, by)),
    });
    take();
    console.log(
      `The shop now seals with key ${change.to.keyId}. Key ${change.from} is noted as lost, without the old key.`,
    );
  } finally {
    await db.close();
    unlock();
  }
}

main().catch((error: unknown) => {
  if (error instanceof ProblemError) {
    const { title, where, next } = error.details();
    console.error(`${title} (${where}). ${next}`);
  } else console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
