import {
  basedOnNow,
  decideJob,
  evolveJob,
  foresee,
  KeptMap,
  nothingHeard,
  hear,
  placeKey,
  replayJob,
  sheetPlaces,
  slotsOf,
} from '../index';
import type { EngineModel, JobEntry, JobState, PlaceKey } from '../index';
import { IVO, MODEL } from '../../test/fixtures';
import { Story } from '../../test/story';

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
function measured(cylinders: number): { story: Story; last: PlaceKey } {
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
const facts = { at: '2026-06-01T12:00:00.000Z', by: IVO, instrument: new Story().instrument };
const taking = (state: JobState, place: PlaceKey) =>
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

/** How often a story looks into its maps and changes them, and how often it walks through one, while something is done. */
function counted(act: () => void): { looks: number; changes: number; walks: number } {
  const get = jest.spyOn(KeptMap.prototype, 'get');
  const set = jest.spyOn(KeptMap.prototype, 'set');
  const walk = jest.spyOn(KeptMap.prototype, Symbol.iterator as never);
  act();
  const counts = {
    looks: get.mock.calls.length,
    changes: set.mock.calls.length,
    walks: walk.mock.calls.length,
  };
  jest.restoreAllMocks();
  return counts;
}

const few = measured(11);
const many = measured(1000);

test('there are 32 readings in the one story, and 2 999 in the other', () => {
  const readings = ({ story }: typeof few) =>
    (story.entries as readonly { entry: JobEntry }[]).filter(({ entry }) => entry.type === 'readingTaken')
      .length;
  expect([readings(few), readings(many)]).toEqual([32, 2999]);
});

test('a recorded reading costs the same at 30 and at 3 000: as many looks, as many changes, and no walk through all', () => {
  const cost = ({ story, last }: typeof few) => {
    const state = story.job;
    const command = taking(state, last);
    return counted(() => {
      const decided = decideJob(state, command, facts);
      if (!decided.ok) throw new Error(decided.problem.code);
      for (const event of decided.value)
        evolveJob(state, {
          ...event,
          chain: 'job:J',
          seq: state.seq + 1,
          job: 'J',
          at: facts.at,
          command: 'x',
          by: IVO,
        });
    });
  };
  cost(few); // what is kept for a pin is made once
  cost(many);
  expect(cost(few)).toEqual(cost(many));
  expect(cost(many).walks).toBe(0);
});

test('a tablet hears an entry and foresees a reading without going through the others', () => {
  const cost = ({ story, last }: typeof few) => {
    const told = story.entries as readonly { entry: JobEntry }[];
    const heard = hear(nothingHeard('job:J'), 'job:J', told.slice(0, -1));
    const command = { id: 'x', command: taking(story.job, last), by: IVO, at: facts.at };
    hear(heard, 'job:J', told.slice(-1));
    return counted(() => {
      const { state } = hear(heard, 'job:J', told.slice(-1));
      if (state !== undefined) foresee(state, [command]);
    });
  };
  expect(cost(few)).toEqual(cost(many));
});

test('replay and verification grow with the story, and not with its square', () => {
  const looks = ({ story }: typeof few) =>
    counted(() => replayJob(story.entries.map(({ entry }) => entry as JobEntry))).looks;
  // A hundred times the readings, a hundred times the work, and something for the path that grows with the logarithm.
  expect(looks(many) / looks(few)).toBeLessThan(120);
});
