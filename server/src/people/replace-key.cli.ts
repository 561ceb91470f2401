import { dirname, resolve } from 'node:path';
import { createInterface } from 'node:readline/promises';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { makeLogger } from '../platform/logger';
import { systemClock } from '../platform/clock';
import { ProblemError } from '../platform/problem-error';
import { replaceLostKey } from './replace-lost-key';

const USE = 'Use: npm run replace-key -- --manager ID --reason "how it was lost" [--data FOLDER]';

async function main(): Promise<void> {
  const serverRoot = resolve(dirname(fileURLToPath(import.meta.url)), '..');
  const { values } = parseArgs({
    options: { data: { type: 'string' }, manager: { type: 'string' }, reason: { type: 'string' } },
  });
  const { manager, reason } = values;
  if (manager === undefined || reason === undefined) throw new Error(USE);
  const { from, to } = await replaceLostKey({
    folder: values.data ?? resolve(serverRoot, '../data/shop'),
    serverRoot,
    clock: systemClock,
    logger: makeLogger('error'),
    manager,
    reason,
    pin: askPin,
  });
  console.log(`The shop now seals with key ${to.keyId}. Key ${from} is noted as lost, without the old key.`);
}
async function askPin(name: string): Promise<string> {
  const input = createInterface({ input: process.stdin, output: process.stdout });
  const pin = await input.question(`PIN of ${name}: `);
  input.close();
  return pin;
}

main().catch((error: unknown) => {
  if (error instanceof ProblemError) {
    const { title, where, next } = error.details();
    console.error(`${title} (${where}). ${next}`);
  } else console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
