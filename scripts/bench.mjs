// Speed, as ratios within one run: nothing here is compared with a remembered number. Prints a table for docs/performance.md.
import { join } from 'node:path';
import { bin, checkNode, ensureBuilt, ensureChromium, ensureInstalled, root, run } from './lib.mjs';

checkNode();
ensureInstalled();
ensureBuilt();
ensureChromium();
run(bin('tsx'), [join(root, 'e2e/tools/bench.ts')], { cwd: join(root, 'e2e') });
