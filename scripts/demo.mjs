// One command from a fresh clone to the demo in the browser. --port N, --reset to tell the demo again from the start, --closed for
// the demo in which the planted troubles are led from their findings to closed.
import { existsSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { checkNode, ensureBuilt, ensureInstalled, flag, option, root, run, serve } from './lib.mjs';

checkNode();
ensureInstalled();
ensureBuilt();
const isClosed = flag('closed');
const folder = join(root, 'data', isClosed ? 'demo-closed' : 'demo');
const demo = join(root, 'demo');
if (flag('reset')) rmSync(folder, { recursive: true, force: true });
if (!existsSync(join(folder, 'seeded'))) {
  rmSync(folder, { recursive: true, force: true });
  const how = isClosed ? ['closed'] : [];
  run(process.execPath, ['--enable-source-maps', join(root, 'server/dist/seed.mjs'), folder, demo, ...how]);
}
const { pin, people } = JSON.parse(readFileSync(join(demo, 'people.json'), 'utf8'));
const port = option('port', '4310');
serve(['--data', folder, '--port', port, '--demo-pin', pin], () => {
  console.log(`\nThe demo: http://127.0.0.1:${port}/`);
  for (const { name, roles } of people) console.log(`  ${name.padEnd(24)} PIN ${pin}   ${roles.join(', ')}`);
  console.log('Everything in it is invented. Ctrl+C stops it; --reset tells it again from the start.\n');
});
