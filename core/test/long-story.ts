import { basedOnNow, decideJob, placeKey, sheetPlaces, slotsOf } from '../src/index';
import type { EngineModel, JobState, PlaceKey } from '../src/index';
import { IVO, MODEL } from './fixtures';
import { Story } from './story';

/** An engine with so many cylinders, three places at each. */
const engine = (cylinders: number): EngineModel => ({
  ...MODEL,
  layout: {
    ...MODEL.layout,
    cylinders: Array.from({ length: cylinders }, (_, n) => ({
      id: String(n + 1),
      label: `Cyl ${n + 1}`,
      bank: n % 2 === 0 ? 'right' : 'left',
      row: n,
    })),
  },
});
/** A story with a reading at every place but the last. */
export function measured(cylinders: number): { story: Story; last: PlaceKey } {
  const model = engine(cylinders);
  const story = new Story('required', model).arrive();
  const { layout } = model;
  const slots = slotsOf(layout, 'ring').map(({ key }) => key);
  story.do({ type: 'fitParts', slots, state: 'new', partNumber: null, lot: null });
  const places = sheetPlaces(story.job).map(placeKey);
  const last = places.at(-1) ?? '';
  for (const place of places.slice(0, -1))
    story.append(eventsOf(story.job, place), IVO, '2026-06-01T12:00:00.000Z');
  return { story, last };
}
export const facts = { at: '2026-06-01T12:00:00.000Z', by: IVO, instrument: new Story().instrument };
export const taking = (state: JobState, place: PlaceKey) =>
  basedOnNow(state, {
    type: 'takeReading',
    place,
    text: place.includes('groove:2') ? '18/20' : place.endsWith('top') ? '11/12' : '44/46',
    unit: 'thou',
    instrument: 'FS-2',
    answers: [{ question: 'expanderOut', answer: 'yes' }],
    slip: null,
  });
function eventsOf(state: JobState, place: PlaceKey) {
  const decided = decideJob(state, taking(state, place), facts);
  if (!decided.ok) throw new Error(JSON.stringify(decided.problem));
  return decided.value;
}
