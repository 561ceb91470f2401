// Reads a whole data folder and says what in it is not as it was written: npm run check -- [--data FOLDER]
import { runServerProgram } from './lib.mjs';

runServerProgram('backup', 'check');
