// Every workspace's sources and tests. The application itself is checked by its own build, templates and all.
import { runTogether, typeChecks } from './lib.mjs';

const codes = await runTogether(typeChecks());
process.exit(codes.some((code) => code !== 0) ? 1 : 0);
