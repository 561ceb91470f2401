import { writeFileSync } from 'node:fs';
import { dirname, join, resolve } from 'node:path';
import { fileURLToPath } from 'node:url';
import { makeLogger } from '../platform/logger';
import { createApp } from '../app';
import { ScriptedClock, systemClock } from '../platform/clock';
import { openServices } from '../services';
import { DemoClient } from './demo-client';
import { readDemo } from './demo-files';
import { DemoLoader, demoBegins } from './load-demo';

/** The jobs of the demo whose troubles are planted: with `closed` each is led from its findings to closed. */
const TO_CLOSE = ['J-2041', 'J-2042', 'J-2043', 'J-2044'];

/** Seeds an empty data folder with the demo: `seed.mjs DATA-FOLDER DEMO-FOLDER [closed]`. */
async function main(folder: string, demoFolder: string, isClosed: boolean): Promise<void> {
  const serverRoot = resolve(dirname(fileURLToPath(import.meta.url)), '..');
  const today = systemClock.now().slice(0, 10);
  const clock = new ScriptedClock(demoBegins(today));
  const services = await openServices({ folder, serverRoot, clock, logger: makeLogger('warn') });
  const server = createApp(services).listen(0, '127.0.0.1');
  await new Promise<void>((done) =>
    server.once('listening', () => {
      done();
    }),
  );
  const address = server.address();
  if (typeof address !== 'object' || address === null) throw new Error('The seeding server has no port.');
  try {
    const loader = new DemoLoader(
      new DemoClient(`http://127.0.0.1:${address.port}`),
      clock,
      readDemo(demoFolder),
      today,
    );
    await loader.load();
    if (isClosed) await loader.close(TO_CLOSE);
  } finally {
    server.closeAllConnections();
    server.close();
    await services.close();
  }
}

const [folder, demoFolder, how] = process.argv.slice(2);
if (folder === undefined || demoFolder === undefined)
  throw new Error('seed.mjs DATA-FOLDER DEMO-FOLDER [closed]');
await main(folder, demoFolder, how === 'closed');
writeFileSync(join(folder, 'seeded'), ''); // an interrupted seeding is begun again
