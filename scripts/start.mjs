// Real use: serves the application from its data folder (./data/shop, or --data FOLDER), empty at first. --port N, --host H.
import { join } from 'node:path';
import { checkNode, ensureBuilt, ensureInstalled, option, root, serve } from './lib.mjs';

checkNode();
ensureInstalled();
ensureBuilt();
serve([
  '--data',
  option('data', join(root, 'data', 'shop')),
  '--port',
  option('port', '4310'),
  '--host',
  option('host', '127.0.0.1'),
]);
