// Gives a shop another key whose own is lost: npm run replace-key -- --manager ID --reason "how it was lost"
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { checkNode, ensureInstalled, ensureServerBuilt, option, root } from './lib.mjs';

checkNode();
ensureInstalled();
ensureServerBuilt();
const data = option('data', join(root, 'data/shop'));
const given = process.argv.slice(2);
const { status } = spawnSync(
  process.execPath,
  [
    join(root, 'server/dist/replace-key.mjs'),
    ...given,
    ...(given.some((each) => each.startsWith('--data')) ? [] : ['--data', data]),
  ],
  { stdio: 'inherit' },
);
process.exit(status ?? 1);
