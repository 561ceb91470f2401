// Puts a shop's data and, apart from it, its keys into two files, while the server works: npm run backup -- --to FOLDER
import { runServerProgram } from './lib.mjs';

runServerProgram('backup', 'backup');
