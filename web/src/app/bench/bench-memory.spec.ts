import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import { at, DemoJob } from '../../testing/demo-job';
import { SESSION } from '../../testing/page';
import { jobFeature, JobActions } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { SessionActions, sessionFeature } from '../state/session.feature';
import { today } from '../ui/today';
import { BenchHand } from './bench-hand';
import { keepBench, keptBench } from './bench-memory';
import { BenchPlace } from './bench-place';

const PLACE = at(1, 1, 'skirt');
const OTHER = at(2, 1, 'skirt');
const demo = () => new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');

/** The bench as it is after the tablet was started: all that is left of before is what it remembers. */
function start(job: DemoJob): BenchHand {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [
      provideStore(),
      provideState(jobFeature),
      provideState(sessionFeature),
      { provide: JobDesk, useValue: { handIn: () => undefined } },
      BenchHand,
      BenchPlace,
    ],
  });
  const store = TestBed.inject(Store);
  store.dispatch(SessionActions.told({ view: SESSION }));
  store.dispatch(JobActions.open({ jobId: 'J' }));
  store.dispatch(JobActions.told(job.told()));
  const hand = TestBed.inject(BenchHand);
  hand.at.stage.set('rings');
  TestBed.tick();
  return hand;
}

test('what was typed, where the hand was and the gauge in it are there again after a start, and nothing of it counts', () => {
  const job = demo();
  const hand = start(job);
  hand.select(OTHER);
  hand.type('44/4');
  hand.useInstrument('FS-2');
  hand.sayHow('ringGap', { conditions: [{ condition: 'square', is: 'crown' }] });
  TestBed.tick();
  const again = start(job);
  expect([again.at.key(), again.text(), again.instrument()?.id]).toEqual([OTHER, '44/4', 'FS-2']);
  expect(again.saidHow().conditions).toEqual([{ condition: 'square', is: 'crown' }]);
  expect(job.job.places.get(OTHER)).toBeUndefined();
});
test('it is of the person and the job', () => {
  const hand = start(demo());
  hand.select(PLACE);
  hand.type('44/46');
  TestBed.tick();
  const whose = SESSION.person!.id;
  expect(keptBench('J', whose, today())?.drafts.map(({ text }) => text) ?? []).toEqual(
    hand.at.job()?.id === 'J' ? ['44/46'] : [],
  );
  expect(keptBench(hand.at.job()!.id, whose, today())?.drafts).toMatchObject([
    { place: PLACE, text: '44/46' },
  ]);
  expect(keptBench(hand.at.job()!.id, 'somebody else', today())).toBeUndefined();
  expect(keptBench('another job', whose, today())).toBeUndefined();
});
test('what was typed of a ring that was filed since is shown and cannot be handed in', () => {
  const job = demo();
  const hand = start(job);
  hand.select(PLACE);
  hand.type('44/46');
  TestBed.tick();
  const part = [...job.job.parts.values()].find(
    ({ slot }) => slot === 'ring@cylinder:1/groove:1/member:ring',
  )!;
  job.do({ type: 'reworkPart', part: part.id, basedOn: part.condition, what: 'filed', how: 'one end' });
  const again = start(job);
  expect([again.at.key(), again.text(), again.changed()]).toEqual([
    PLACE,
    '44/46',
    expect.stringContaining('typed before the tablet was started again'),
  ]);
  again.record();
  expect([again.text(), again.said()]).toEqual(['44/46', undefined]);
  // Typed again it is of what lies there now, and goes.
  again.type('44/46 ');
  expect(again.changed()).toBeUndefined();
});
test('a setting and a gauge are of their day; what was typed is not', () => {
  const memory = {
    drafts: [{ place: PLACE, instrument: 'FS-2', text: '44/', slip: null, basis: 'x' }],
    how: { ringGap: { conditions: [] } },
    tools: { ringGap: 'FS-2' },
    place: PLACE,
  };
  keepBench('J', 'ivo', '2026-06-01', memory);
  expect(keptBench('J', 'ivo', '2026-06-01')).toEqual(memory);
  expect(keptBench('J', 'ivo', '2026-06-02')).toEqual({ ...memory, how: {}, tools: {}, place: undefined });
});
test.each(['', '{', 'null', '{"day":1}', '{"day":"2026-06-01","drafts":[{}]}'])(
  'what cannot be read is as if nothing was kept: %s',
  (text) => {
    localStorage.setItem('oak-gate-bench J ivo', text);
    expect(keptBench('J', 'ivo', '2026-06-01')).toBeUndefined();
  },
);
