// Makes a data folder from a backup: npm run restore -- FILE.zip --keys FILE.keys.zip --data NEW_FOLDER
import { runServerProgram } from './lib.mjs';

runServerProgram('backup', 'restore');
