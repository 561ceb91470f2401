// Every workspace's sources and tests. The application itself is checked by its own build, templates and all.
import { bin, run } from './lib.mjs';

const projects = ['core/test', 'contract/test', 'server/test', 'e2e', 'web/tsconfig.spec.json'];
const codes = projects.map((project) => run(bin('tsc'), ['--noEmit', '-p', project], { allowFail: true }));
process.exit(codes.some((code) => code !== 0) ? 1 : 0);
