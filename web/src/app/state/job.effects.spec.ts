import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import { at, DemoJob } from '../../testing/demo-job';
import { refusal, SESSION } from '../../testing/page';
import * as jobEffects from './job.effects';
import { jobFeature, JobActions } from './job.feature';
import * as sessionEffects from './session.effects';
import { SessionActions, sessionFeature } from './session.feature';

/** A stream that a test speaks on. */
class FakeStream {
  static open: FakeStream[] = [];
  onmessage: (event: { data: string }) => void = () => undefined;
  closed = false;
  constructor(readonly path: string) {
    FakeStream.open.push(this);
  }
  close(): void {
    this.closed = true;
  }
  say(event: object): void {
    this.onmessage({ data: JSON.stringify(event) });
  }
}
const story = new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417');
const TOLD = story.told();
const NOTHING_NEW = { documents: [], moved: [], declined: null, changes: null, model: null };
/** What the server writes when somebody else hands a reading in as the next entry of the story. */
function theirs(command = 'theirs') {
  const longer = new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417').take(at(1, 1, 'skirt'), '44/46');
  const told = longer.told(story.entries.length + 1);
  return {
    ...told,
    entries: told.entries.map(({ entry, hash }) => ({ entry: { ...entry, command }, hash })),
  };
}
let http: HttpTestingController;
let store: Store;
const state = () => store.selectSignal(jobFeature.selectJobState)();
const wait = (ms = 0) => jest.advanceTimersByTimeAsync(ms);
const entriesOf = (job: string) => `/api/jobs/${job}/entries`;
const away = { status: 0, statusText: 'Unknown Error' };
async function openJob(): Promise<FakeStream> {
  store.dispatch(JobActions.open({ jobId: 'J' }));
  http.expectOne(entriesOf('J')).flush(TOLD);
  await wait();
  http.expectOne('/api/jobs/J/news').flush(NOTHING_NEW);
  await wait();
  return FakeStream.open.at(-1)!;
}

beforeEach(() => {
  jest.useFakeTimers();
  localStorage.clear();
  FakeStream.open = [];
  Object.assign(globalThis, { EventSource: FakeStream });
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      provideStore(),
      provideState(jobFeature),
      provideState(sessionFeature),
      provideEffects(jobEffects, sessionEffects),
    ],
  });
  http = TestBed.inject(HttpTestingController);
  store = TestBed.inject(Store);
});
afterEach(() => {
  http.verify();
  jest.useRealTimers();
});

describe('a job that is opened', () => {
  test('is asked for again until the server is there, and says meanwhile that it is away', async () => {
    store.dispatch(JobActions.open({ jobId: 'J' }));
    for (let i = 0; i < 3; i++) {
      http.expectOne(entriesOf('J')).error(new ProgressEvent('error'), away);
      await wait();
      expect([state().heard.state, state().problem?.code]).toEqual([undefined, 'UNREACHABLE']);
      await wait(2000);
    }
    http.expectOne(entriesOf('J')).flush(TOLD);
    await wait();
    http.expectOne('/api/jobs/J/news').flush(NOTHING_NEW);
    expect([state().heard.state?.seq, state().problem]).toEqual([story.entries.length, undefined]);
  });
  test('that there is not is refused once, and not asked for again', async () => {
    store.dispatch(JobActions.open({ jobId: 'J' }));
    http
      .expectOne(entriesOf('J'))
      .flush(refusal('JOB_UNKNOWN', 'There is no such job'), { status: 404, statusText: 'Not Found' });
    await wait(10_000);
    expect(state().problem?.code).toBe('JOB_UNKNOWN');
  });
  test('gives way to the next one: a late answer for the first is not shown in it', async () => {
    store.dispatch(JobActions.open({ jobId: 'first' }));
    const late = http.expectOne(entriesOf('first'));
    store.dispatch(JobActions.open({ jobId: 'J' }));
    late.flush(TOLD);
    await wait();
    expect([state().jobId, state().heard.state]).toEqual(['J', undefined]);
    http.expectOne(entriesOf('J')).flush(TOLD);
    await wait();
    http.expectOne('/api/jobs/J/news').flush(NOTHING_NEW);
    expect(state().heard.state?.seq).toBe(story.entries.length);
  });
});

describe('what other tablets write', () => {
  test('joins on to the story, and costs no question about the library', async () => {
    const stream = await openJob();
    stream.say(theirs());
    await wait();
    expect(state().heard.seq).toBe(story.entries.length + 1);
    http.expectNone('/api/jobs/J/news');
  });
  test('of another job is nobody’s here', async () => {
    const stream = await openJob();
    stream.say({ ...theirs(), chain: 'job:B' });
    await wait();
    expect(state().heard.seq).toBe(story.entries.length);
  });
  test('with a gap before it: what lies between is asked for, from the number that is missing', async () => {
    const stream = await openJob();
    const { chain, entries } = theirs();
    const { entry, hash } = entries[0]!;
    stream.say({ chain, entries: [{ entry: { ...entry, seq: entry.seq + 3 }, hash }] });
    await wait();
    expect([state().heard.seq, state().heard.gap]).toEqual([story.entries.length, true]);
    http.expectOne(`${entriesOf('J')}?from=${story.entries.length + 1}`).flush(theirs());
    await wait();
    expect([state().heard.seq, state().heard.gap, stream.closed]).toEqual([
      story.entries.length + 1,
      false,
      false,
    ]);
  });
  test('is heard from the number on that this tablet has, also what came between the first load and the stream', async () => {
    const stream = await openJob();
    expect(stream.path).toBe(`/api/jobs/J/stream?from=${story.entries.length + 1}`);
  });
  test('one event that is not understood does not end the stream', async () => {
    const stream = await openJob();
    stream.onmessage({ data: '{"half' });
    stream.say({ entries: 'none' });
    const { chain, entries } = theirs();
    stream.say({
      chain,
      entries: entries.map(({ entry, hash }) => ({ entry: { ...entry, type: 'ringPolished', v: 3 }, hash })),
    });
    await wait();
    expect(state().heard.newer).toMatchObject({ type: 'ringPolished', v: 3 });
    stream.say({ library: true });
    await wait();
    http.expectOne('/api/jobs/J/news').flush(NOTHING_NEW);
  });
  test('that the library moved on: what it means here is asked for', async () => {
    const stream = await openJob();
    stream.say({ library: true });
    await wait();
    http.expectOne('/api/jobs/J/news').flush({ ...NOTHING_NEW, moved: ['SL-88 rev C'] });
    await wait();
    expect(state().news?.moved).toEqual(['SL-88 rev C']);
  });
  test('the stream is closed with the job', async () => {
    const stream = await openJob();
    store.dispatch(JobActions.close());
    expect(stream.closed).toBe(true);
  });
});

test('who is here is asked until the server is there; a second asker waits for the same answer', async () => {
  const session = store.selectSignal(sessionFeature.selectSessionState);
  store.dispatch(SessionActions.ask());
  http.expectOne('/api/session').error(new ProgressEvent('error'), away);
  await wait();
  expect([session().status, session().problem?.code]).toEqual(['failed', 'UNREACHABLE']);
  store.dispatch(SessionActions.ask());
  await wait(2000);
  http.expectOne('/api/session').flush(SESSION);
  await wait();
  expect([session().status, session().view?.person?.name, session().problem]).toEqual([
    'known',
    'Teo',
    undefined,
  ]);
});
