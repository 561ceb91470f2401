import { basedOnNow } from '@oak-gate/core';
import type { GivenCommand } from '@oak-gate/core';
import { plannedAt } from '../../../../core/test/as-planned';
import { at, DemoJob, IVO, SANNA } from '../../testing/demo-job';
import { jobFeature, JobActions } from './job.feature';
import type { JobFeatureState } from './job.feature';

const { reducer } = jobFeature;
const PLACE = at(1, 1, 'skirt');
const OTHER = at(2, 1, 'skirt');
const demo = () => new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');
const opened = (job = demo()): JobFeatureState =>
  reducer(reducer(undefined, JobActions.open({ jobId: 'J' })), JobActions.told(job.told()));
/** A reading that Ivo gives who sees the job as it is drawn. */
function given(state: JobFeatureState, id: string, text: string, place = PLACE): GivenCommand {
  const command = basedOnNow(shown(state)!, {
    ...plannedAt(shown(state)!, place),
    type: 'takeReading',
    place,
    text,
    unit: 'thou',
    instrument: 'FS-2',
    answers: [],
    slip: null,
  });
  return { id, command, by: IVO, at: '2026-06-01T09:00:00.000Z' };
}
const foreseen = (state: JobFeatureState) => jobFeature.selectForeseen.projector(state.heard, state.given);
const shown = (state: JobFeatureState) => foreseen(state)?.state;
const texts = (state: JobFeatureState, place = PLACE) =>
  shown(state)
    ?.places.get(place)
    ?.readings.map(({ text, status }) => `${text} ${status}`) ?? [];
/** What the server writes of a command, on the story as it is there. */
function written(job: DemoJob, { id, command }: GivenCommand, by = IVO) {
  const from = job.entries.length + 1;
  job.do(command, by);
  const told = job.told(from);
  return {
    ...told,
    entries: told.entries.map(({ entry, hash }) => ({ entry: { ...entry, command: id }, hash })),
  };
}

test('a reading is seen at once as pending, and once it is on disk it is seen once', () => {
  const job = demo();
  const state = opened(job);
  const one = given(state, 'c1', '44/46');
  const sent = reducer(state, JobActions.send({ given: one }));
  expect([texts(sent), jobFeature.selectPendingPlaces.projector(foreseen(sent))]).toEqual([
    ['44/46 current'],
    [PLACE],
  ]);
  const accepted = reducer(sent, JobActions.accepted({ id: 'c1', ...written(job, one) }));
  expect([texts(accepted), accepted.given]).toEqual([['44/46 current'], []]);
});
test('heard before it is answered, and still kept by a box that is a moment late, it is seen once', () => {
  const job = demo();
  const state = opened(job);
  const one = given(state, 'c1', '44/46');
  const told = written(job, one);
  const heard = reducer(reducer(state, JobActions.send({ given: one })), JobActions.heard(told));
  const late = reducer(heard, JobActions.kept({ jobId: 'J', given: [one] }));
  expect([texts(late), late.given]).toEqual([['44/46 current'], []]);
  expect(texts(reducer(late, JobActions.accepted({ id: 'c1', ...told })))).toEqual(['44/46 current']);
});
test('one person’s second reading follows the first, whatever another tablet writes elsewhere meanwhile', () => {
  const job = demo();
  let state = opened(job);
  const first = given(state, 'c1', '50+');
  state = reducer(state, JobActions.send({ given: first }));
  const second = given(state, 'c2', '50/52');
  state = reducer(state, JobActions.send({ given: second }));
  const theirs = written(job, given(opened(job), 's1', '44/46', OTHER), SANNA);
  state = reducer(state, JobActions.heard(theirs));
  expect(texts(state)).toEqual(['50+ refined', '50/52 current']);
  for (const each of [first, second])
    state = reducer(state, JobActions.accepted({ id: each.id, ...written(job, each) }));
  expect([texts(state), state.given, shown(state)?.places.get(PLACE)?.contested]).toEqual([
    ['50+ refined', '50/52 current'],
    [],
    [],
  ]);
});
test('a refusal takes the foreseen reading back and keeps the command for the bar', () => {
  const state = opened();
  const one = given(state, 'c1', '44/46');
  const problem = { code: 'STALE', title: 't', where: 'w', next: 'n' };
  const refused = reducer(
    reducer(state, JobActions.send({ given: one })),
    JobActions.refused({ id: 'c1', command: one.command, problem }),
  );
  expect([texts(refused), refused.refusal?.command]).toEqual([[], one.command]);
});
test('an answer for another job joins nothing, though its numbers fit', () => {
  const job = demo();
  const state = opened(job);
  const { entries } = written(job, given(state, 'c1', '44/46'));
  const other = entries.map(({ entry, hash }) => ({ entry: { ...entry, chain: 'job:B' }, hash }));
  for (const told of [
    { chain: 'job:B', entries: other },
    { chain: 'job:J', entries: other },
  ])
    expect(reducer(state, JobActions.heard(told)).heard.seq).toBe(state.heard.seq);
});
test('behind a gap the pending reading stays until the story tells it', () => {
  const job = demo();
  const state = opened(job);
  const one = given(state, 'c1', '44/46');
  const sent = reducer(state, JobActions.send({ given: one }));
  const theirs = written(job, given(state, 's1', '44/46', OTHER), SANNA);
  const mine = written(job, one);
  const gap = reducer(sent, JobActions.accepted({ id: 'c1', ...mine }));
  const emptied = reducer(gap, JobActions.kept({ jobId: 'J', given: [] }));
  expect([gap.heard.gap, texts(emptied), emptied.given.length]).toEqual([true, ['44/46 current'], 1]);
  const filled = reducer(
    emptied,
    JobActions.heard({ chain: 'job:J', entries: [...theirs.entries, ...mine.entries] }),
  );
  expect([filled.heard.gap, texts(filled), filled.given, filled.answered]).toEqual([
    false,
    ['44/46 current'],
    [],
    [],
  ]);
});
test('an entry of a newer program makes the job one to look at: what was told stays, and nothing follows', () => {
  const job = demo();
  const state = opened(job);
  const told = written(job, given(state, 'c1', '44/46'));
  const newer = told.entries.map(({ entry, hash }) => ({
    entry: { ...entry, type: 'ringPolished' } as never,
    hash,
  }));
  const after = reducer(state, JobActions.heard({ chain: 'job:J', entries: newer }));
  expect([jobFeature.selectNewer.projector(after.heard)?.type, texts(after)]).toEqual(['ringPolished', []]);
  expect(after.heard.seq).toBe(state.heard.seq + 1);
});
