import { clockWords } from '@oak-gate/contract';
import { dirname, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { parseArgs } from 'node:util';
import { systemClock } from '../platform/clock';
import { makeLogger } from '../platform/logger';
import { ProblemError } from '../platform/problem-error';
import { makeBackup, restoreBackup } from './backup';
import { checkShop } from './check-shop';
import type { ShopCheck } from './check-shop';
import { openLedger } from '../services';

const USE = `Use: npm run backup -- --to FOLDER [--data FOLDER]
     npm run check -- [--data FOLDER]   (with the server stopped)
     npm run restore -- FILE.zip --keys FILE.keys.zip --data NEW_FOLDER`;

async function main([what, ...args]: readonly string[]): Promise<void> {
  const serverRoot = resolve(dirname(fileURLToPath(import.meta.url)), '..');
  const world = { serverRoot, clock: systemClock, logger: makeLogger('error') };
  const { values, positionals } = parseArgs({
    args: [...args],
    options: { data: { type: 'string' }, to: { type: 'string' }, keys: { type: 'string' } },
    allowPositionals: true,
  });
  const { data, to, keys } = values;
  const [file] = positionals;
  if (what === 'backup' && to !== undefined && file === undefined) {
    const made = await makeBackup(data ?? resolve(serverRoot, '../data/shop'), to, world);
    console.log(
      `${made.file}\n${made.keys}   (the keys: keep them somewhere else)\n${holdsWords(made.found)}`,
    );
  } else if (what === 'restore' && file !== undefined && keys !== undefined && data !== undefined) {
    const found = await restoreBackup({ file, keys }, data, world);
    console.log(`${data} is a shop again. ${holdsWords(found)}`);
  } else if (what === 'check' && file === undefined)
    await check(data ?? resolve(serverRoot, '../data/shop'), world);
  else throw new Error(USE);
}
const holdsWords = ({ chains, entries, seals, files }: ShopCheck): string =>
  `Read whole: ${chains} chains with ${entries} entries, ${seals} seals, ${files} attached files.`;

/** Reads a folder that no server works on, and says what in it is not as it should be. */
async function check(folder: string, world: Omit<Parameters<typeof openLedger>[0], 'folder'>): Promise<void> {
  const opened = await openLedger({ ...world, folder });
  try {
    const found = await checkShop(opened, folder);
    console.log(holdsWords(found));
    const doubt = opened.clock.doubt();
    if (doubt !== undefined) console.log(`  now: ${clockWords(doubt)}.`);
    const disk = opened.disk.trouble()?.details();
    if (disk !== undefined) console.log(`  now: ${disk.title} (${disk.where}).`);
    for (const fault of found.faults) console.log(`  wrong: ${fault}`);
    console.log(found.faults.length === 0 ? 'Everything is as it was written.' : 'NOT AS IT WAS WRITTEN.');
    if (found.faults.length > 0) process.exitCode = 1;
  } finally {
    await opened.close();
  }
}

main(process.argv.slice(2)).catch((error: unknown) => {
  if (error instanceof ProblemError) {
    const { title, where, next } = error.details();
    console.error(`${title} (${where}). ${next}`);
  } else console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
