import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parsePlaceKey } from '@oak-gate/core';
import * as z from 'zod';
import { characteristic } from '../engines/schemas';
import { engineModelFile } from '../engines/model-file';
import { axesWords, placeInJob, placeTitle } from './place-words';
import { stateWordAt } from './state-words';

const json = (path: string): unknown => JSON.parse(readFileSync(join(__dirname, '../../..', path), 'utf8'));
const { model } = engineModelFile.parse(json('demo/models/M8-52.json'));
const CATALOGUE = z.array(characteristic).parse(json('server/data/characteristics.json'));
const measuring = (...ids: readonly string[]) => ({
  model,
  characteristics: CATALOGUE.filter(({ id }) => ids.includes(id)),
});
const RINGS = measuring('ringGap');
const SEVERAL = measuring('ringGap', 'endFloat', 'journalDiameter', 'rodSideFloat');
const GAP = 'ringGap@cylinder:1/groove:1/member:ring/station:mid';

test.each([
  [RINGS, GAP, 'Cyl 1, top compression ring, 1.0 in from the deck'],
  [SEVERAL, GAP, 'Ring end gap, Cyl 1, top compression ring, 1.0 in from the deck'],
  [SEVERAL, 'rodSideFloat@cylinder:3', 'Rod side float, Cyl 3'],
  // What has one place is called by what is measured, whatever else is.
  [SEVERAL, 'endFloat@engine', 'Crankshaft end float'],
  [measuring('endFloat'), 'endFloat@engine', 'Crankshaft end float'],
  // The key of a slot, and of a place of which nobody knows what it measures.
  [SEVERAL, 'ring@cylinder:1/groove:1/member:ring', 'Cyl 1, top compression ring'],
  [SEVERAL, 'nonsense', 'nonsense'],
  [undefined, GAP, GAP],
])('%#: a place among everything that is measured', (pin, key, words) => {
  expect(placeInJob(pin, key)).toBe(words);
});
test.each([
  [RINGS, GAP, 'Cyl 1, top compression ring', '1.0 in from the deck'],
  [SEVERAL, GAP, 'Cyl 1, top compression ring', '1.0 in from the deck, Ring end gap'],
  [SEVERAL, 'rodSideFloat@cylinder:3', 'Cyl 3', 'Rod side float'],
  [SEVERAL, 'endFloat@engine', 'Crankshaft end float', ''],
])('%#: a place in two lines', (pin, key, title, line) => {
  expect(placeTitle(pin, parsePlaceKey(key)!)).toEqual({ title, line });
});
test.each([
  [['groove', 'member', 'station'], 'ring and station'],
  [['station', 'direction'], 'station and direction'],
  [['fastener'], 'bolt or nut'],
  [[], ''],
] as const)('%j together are called %s', (axes, words) => {
  expect(axesWords(axes)).toBe(words);
});
test.each([
  ['ringGap', GAP, 'tight', 'tight'],
  ['pistonSkirt', 'pistonSkirt@cylinder:3', 'tight', 'small'],
  ['pistonSkirt', 'pistonSkirt@cylinder:3', 'loose', 'large'],
  ['pistonSkirt', 'pistonSkirt@cylinder:3', 'notTaken', 'not taken'],
  ['ringGap', 'pistonSkirt@cylinder:3', 'loose', 'loose'], // measured by no sheet of this job
] as const)('%s at %s that is %s is called %s', (sheet, key, state, word) => {
  expect(stateWordAt(measuring(sheet), key, state)).toBe(word);
});
