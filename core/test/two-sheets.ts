import type { Characteristic, LimitRow, Route } from '../src/index';
import { kept, printed, REVISION, RING_GAP, ROUTE, ROWS } from './fixtures';
import { Story } from './story';

/** A second thing that is measured with a feeler, in each bore: nothing of it depends on a ring. */
export const BORE_STEP: Characteristic = {
  ...RING_GAP,
  id: 'boreStep',
  name: 'Step at the top of the bore',
  axes: ['cylinder'],
  parts: ['bore'],
  stateOf: 'bore',
  questions: [],
};
export const STEP_ROW: LimitRow = {
  id: 'OM-1 rev 1 row 4',
  label: '4',
  characteristic: 'boreStep',
  appliesTo: {},
  note: '',
  printed: { max: printed('0.010', 'in') },
};
const [arrival, rings, release] = ROUTE.gates as [Gate, Gate, Gate];
type Gate = Route['gates'][number];
/** Two stages with a sheet each, neither of which rests on the other, and the record that rests on both. */
export const TWO_SHEETS: Route = {
  id: 'bores-and-rings',
  covers: 'bores and ring end gaps',
  gates: [
    { ...arrival, conditions: ['identityConfirmed', 'documentsCurrent'] },
    { ...rings, stage: 'measure', label: 'Measure', sheets: ['boreStep'], after: ['arrival'] },
    { ...rings, after: ['arrival'] },
    { ...release, after: ['measure', 'rings'] },
  ],
};

/** A job on that route, arrived, with its rings fitted. */
export function twoSheets(): Story {
  const story = new Story();
  story.characteristics = [RING_GAP, BORE_STEP];
  story.revisions = [kept(REVISION, [...ROWS, STEP_ROW])];
  story.route = TWO_SHEETS;
  return story.arrive().fit();
}
export const step = (cylinder: number): string => `boreStep@cylinder:${cylinder}`;
