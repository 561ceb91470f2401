import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import { parsePlaceKey, placeAt, placeStatus } from '@oak-gate/core';
import type { JobState, Role } from '@oak-gate/core';
import { at, DemoJob } from '../../testing/demo-job';
import { person, SESSION } from '../../testing/page';
import { BlindLooks } from './blind-looks';
import { jobFeature } from './job.feature';
import { SessionActions, sessionFeature } from './session.feature';

const SKIRT = at(1, 1, 'skirt');
/** A tablet in somebody's hands, with a job in which ring gaps are measured by two people. */
function tablet(who: string, job: JobState, role: Role = 'technician'): BlindLooks {
  TestBed.configureTestingModule({
    providers: [provideStore(), provideState(jobFeature), provideState(sessionFeature)],
  });
  const store = TestBed.inject(Store);
  store.dispatch(SessionActions.told({ view: { ...SESSION, person: person(who, role) } }));
  const looks = TestBed.inject(BlindLooks);
  Object.defineProperty(looks, 'whole', { value: () => job });
  return looks;
}
function measured(): JobState {
  const demo = new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');
  const [pin] = demo.job.pins;
  const characteristics = pin!.characteristics.map((each) => ({ ...each, secondLook: true as const }));
  demo.state = { ...demo.job, pins: [{ ...pin!, characteristics }] };
  demo.take(SKIRT, '44/46');
  return demo.job;
}
beforeEach(() => {
  localStorage.clear();
});

test('what somebody else found is hidden until this person looks, and the tablet remembers that across a reload', () => {
  const job = measured();
  const looks = tablet('sanna', job);
  expect(looks.isHidden(SKIRT)).toBe(true);
  expect(placeAt(looks.job()!, SKIRT).readings).toEqual([]);
  expect(placeStatus(looks.job()!, parsePlaceKey(SKIRT)!).state).toBe('notTaken');
  looks.show(SKIRT);
  expect([looks.isHidden(SKIRT), placeAt(looks.job()!, SKIRT).readings.length]).toEqual([false, 1]);
  TestBed.resetTestingModule();
  expect(tablet('sanna', job).isHidden(SKIRT)).toBe(false);
  TestBed.resetTestingModule();
  expect([tablet('oda', job).isHidden(SKIRT), tablet.length]).toEqual([true, 2]);
});
test('who measured sees everything; who hides limits does so alone', () => {
  const looks = tablet('ivo', measured());
  expect(looks.isHidden(SKIRT)).toBe(false);
  looks.turnLimits();
  expect(looks.limitsHidden()).toBe(true);
  looks.turnLimits();
  expect(looks.limitsHidden()).toBe(false);
});
test('nothing is hidden from who does not measure, nor of what is sealed or signed for', () => {
  const job = measured();
  expect(tablet('ghislaine', job, 'releaser').isHidden(SKIRT)).toBe(false);
  TestBed.resetTestingModule();
  expect(tablet('sanna', { ...job, seal: {} as never }).isHidden(SKIRT)).toBe(false);
  TestBed.resetTestingModule();
  const signature = { seq: 9 } as never;
  expect(tablet('sanna', { ...job, signatures: { rings: [signature] } }).isHidden(SKIRT)).toBe(false);
});
test('a memory that cannot be read is none', () => {
  localStorage.setItem('oak-gate-blind', '{"looked": 7}');
  expect(tablet('sanna', measured()).isHidden(SKIRT)).toBe(true);
});
