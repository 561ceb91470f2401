import { checkNode, ensureBuilt, ensureInstalled } from './lib.mjs';

checkNode();
ensureInstalled();
ensureBuilt();
