// Verifies an exported record without the server: npm run verify-record -- FILE
import { spawnSync } from 'node:child_process';
import { join } from 'node:path';
import { checkNode, ensureInstalled, ensureServerBuilt, root } from './lib.mjs';

checkNode();
ensureInstalled();
ensureServerBuilt();
const { status } = spawnSync(
  process.execPath,
  [join(root, 'server/dist/verify-record.mjs'), ...process.argv.slice(2)],
  { stdio: 'inherit' },
);
process.exit(status ?? 1);
