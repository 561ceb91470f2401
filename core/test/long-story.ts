import { basedOnNow, decideJob, placeKey, sheetPlaces, slotsOf } from '../src/index';
import type { Characteristic, EngineModel, JobState, PlaceKey } from '../src/index';
import { IVO, MODEL } from './fixtures';
import { BORE_STEP, TWO_SHEETS } from './two-sheets';
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
/** Two sizes of each bore, and a place at which they come to something, with a reading at every one but the last. */
export function workedOut(cylinders: number): { story: Story; last: PlaceKey } {
  const size = (id: string): Characteristic => ({ ...BORE_STEP, id, name: id });
  const story = new Story('required', engine(cylinders));
  story.characteristics = [
    size('boreTop'),
    size('boreFoot'),
    {
      ...{ ...size('boreCone'), allowNegative: true },
      from: { rule: 'difference', of: 'boreTop', less: 'boreFoot' },
    },
  ];
  const sheets = story.characteristics.map(({ id }) => id);
  const gates = TWO_SHEETS.gates.map((gate) => ({
    ...gate,
    sheets: gate.stage === 'measure' ? sheets : [],
  }));
  story.route = { ...TWO_SHEETS, gates };
  story.open().do({ type: 'takeInstrument', instrument: 'FS-2' });
  const places = sheetPlaces(story.job)
    .map(placeKey)
    .filter((key) => !key.startsWith('boreCone'));
  for (const place of places.slice(0, -1))
    story.append(eventsOf(story.job, place), IVO, '2026-06-01T12:00:00.000Z');
  return { story, last: places.at(-1) ?? '' };
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
