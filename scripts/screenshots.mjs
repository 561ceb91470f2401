// Takes the pictures in docs/screenshots again, from a freshly told demo.
import { join } from 'node:path';
import { bin, checkNode, ensureBuilt, ensureChromium, ensureInstalled, root, run } from './lib.mjs';

checkNode();
ensureInstalled();
ensureBuilt();
ensureChromium();
run(bin('tsx'), [join(root, 'e2e/tools/screenshots.ts')], { cwd: join(root, 'e2e') });
