import type { JobEntry, LedgerEntry } from '@oak-gate/core';
import { at, DemoJob, FEELERS, IVO } from '../../testing/demo-job';
import { decideJob } from '@oak-gate/core';
import { jobFeature, JobActions } from './job.feature';
import type { JobFeatureState, Pending } from './job.feature';

const { reducer } = jobFeature;
const PLACE = at(1, 1, 'skirt');
function opened(): JobFeatureState {
  const { job } = new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');
  return { ...reducer(undefined, JobActions.open({ jobId: 'J' })), confirmed: job };
}
function pendingReading(state: JobFeatureState, id: string): Pending {
  const command = {
    type: 'takeReading' as const,
    place: PLACE,
    basedOn: 0,
    text: '44/46',
    unit: 'thou' as const,
    instrument: 'FS-2',
    answers: [],
    slip: null,
  };
  const decided = decideJob(state.confirmed!, command, {
    at: '2026-06-01T09:00:00.000Z',
    by: IVO,
    instrument: FEELERS,
  });
  const foreseen = decided.ok
    ? decided.value.map((event) => ({
        ...event,
        chain: 'job:J',
        seq: 0,
        job: 'J',
        at: '2026-06-01T09:00:00.000Z',
        command: id,
        by: IVO,
      }))
    : [];
  return { id, command, foreseen, waiting: false };
}
const written = (state: JobFeatureState, pending: Pending): LedgerEntry<JobEntry>[] =>
  pending.foreseen.map((entry, i) => ({
    entry: { ...entry, seq: state.confirmed!.seq + 1 + i },
    hash: 'a'.repeat(64),
  }));
const readings = (state: JobFeatureState): number =>
  jobFeature.selectJob.projector(state.confirmed, state.pending)?.places[PLACE]?.readings.length ?? 0;

test('a reading is seen at once as pending, and once it is on disk it is seen once', () => {
  const state = opened();
  const pending = pendingReading(state, 'c1');
  const sent = reducer(state, JobActions.send({ pending }));
  expect([readings(sent), jobFeature.selectPendingPlaces.projector(sent.pending)]).toEqual([1, [PLACE]]);
  const accepted = reducer(sent, JobActions.accepted({ id: 'c1', entries: written(state, pending) }));
  expect([readings(accepted), accepted.pending]).toEqual([1, []]);
});
test('heard before it is answered, it is still seen once', () => {
  const state = opened();
  const pending = pendingReading(state, 'c1');
  const entries = written(state, pending);
  const heard = reducer(reducer(state, JobActions.send({ pending })), JobActions.heard({ entries }));
  expect([readings(heard), heard.pending]).toEqual([1, []]);
  expect(readings(reducer(heard, JobActions.accepted({ id: 'c1', entries })))).toBe(1);
});
test('a refusal takes the foreseen reading back and keeps the command for the bar', () => {
  const state = opened();
  const pending = pendingReading(state, 'c1');
  const problem = { code: 'STALE', title: 't', where: 'w', next: 'n' };
  const refused = reducer(
    reducer(state, JobActions.send({ pending })),
    JobActions.refused({ id: 'c1', command: pending.command, problem }),
  );
  expect([readings(refused), refused.refusal?.command]).toEqual([0, pending.command]);
});
test('entries that leave a gap are not joined on', () => {
  const state = opened();
  const [entry] = written(state, pendingReading(state, 'c1'));
  const gap = { ...entry!, entry: { ...entry!.entry, seq: entry!.entry.seq + 5 } };
  expect(reducer(state, JobActions.heard({ entries: [gap] })).confirmed).toBe(state.confirmed);
});
