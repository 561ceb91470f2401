import { decideJob, evolveJob, foresee, hear, KeptMap, nothingHeard, openMatters, replayJob } from '../index';
import type { JobEntry } from '../index';
import { IVO } from '../../test/fixtures';
import { facts, measured, taking, workedOut } from '../../test/long-story';

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

test('after a reading one place stands otherwise, and of the others nothing is worked out anew', () => {
  const anew = ({ story, last }: typeof few): string[] => {
    const state = story.job;
    const decided = decideJob(state, taking(state, last), facts);
    if (!decided.ok) throw new Error(decided.problem.code);
    const [event] = decided.value;
    const entry = {
      ...event,
      chain: 'job:J',
      seq: state.seq + 1,
      job: 'J',
      at: facts.at,
      command: 'x',
      by: IVO,
    };
    const before = openMatters(state).statuses;
    const after = openMatters(evolveJob(state, entry as JobEntry)).statuses;
    return after.filter((status, i) => status !== before[i]).map(({ key }) => key);
  };
  expect([anew(few), anew(many)]).toEqual([[few.last], [many.last]]);
});

test('replay and verification grow with the story, and not with its square', () => {
  const looks = ({ story }: typeof few) =>
    counted(() => replayJob(story.entries.map(({ entry }) => entry as JobEntry))).looks;
  // A hundred times the readings, a hundred times the work, and something for the path that grows with the logarithm.
  expect(looks(many) / looks(few)).toBeLessThan(120);
});

test('a value that is worked out costs the same among 33 places and among 3 000', () => {
  const cost = ({ story, last }: typeof few) =>
    counted(() => {
      const decided = decideJob(story.job, taking(story.job, last), facts);
      if (!decided.ok) throw new Error(decided.problem.code);
      expect(decided.value.map(({ type }) => type)).toEqual(['readingTaken', 'valueDerived']);
    });
  const [small, large] = [workedOut(11), workedOut(1000)];
  cost(small);
  cost(large);
  expect(cost(small)).toEqual(cost(large));
  expect(cost(large).walks).toBe(0);
});
