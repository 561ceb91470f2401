// Real use: serves the application from its data folder (./data/shop, or --data FOLDER), empty at first.
// --port N, --host H, --name N, --backup-to FOLDER, --backup-every HOURS.
import { join } from 'node:path';
import { checkNode, ensureBuilt, ensureInstalled, root, serve } from './lib.mjs';

checkNode();
ensureInstalled();
ensureBuilt();
// Of an option that stands twice the last one counts.
serve(['--data', join(root, 'data', 'shop'), ...process.argv.slice(2)]);
