import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideEffects } from '@ngrx/effects';
import { provideState, provideStore, Store } from '@ngrx/store';
import type { JobCommand, JobEntry, LedgerEntry } from '@oak-gate/core';
import { at, DemoJob } from '../../testing/demo-job';
import { refusal, SESSION } from '../../testing/page';
import * as jobEffects from './job.effects';
import { jobFeature, JobActions } from './job.feature';
import { Outbox } from './outbox';
import * as sessionEffects from './session.effects';
import { SessionActions, sessionFeature } from './session.feature';

type Entries = readonly LedgerEntry<JobEntry>[];

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
const TOLD = { entries: story.entries };
const NOTHING_NEW = { documents: [], moved: [], declined: null, changes: null };
const READING: JobCommand = {
  type: 'takeReading',
  place: at(1, 1, 'skirt'),
  basedOn: 0,
  text: '44/46',
  unit: 'thou',
  instrument: 'FS-2',
  answers: [{ question: 'expanderOut', answer: 'yes' }],
  slip: null,
};
/** What the server writes when a reading is handed in as the next entry of the story. */
function written(commandId: string): Entries {
  const longer = new DemoJob('VA-4-330', 'SL-88-rev-B', '4330-20417').take(at(1, 1, 'skirt'), '44/46');
  return longer.entries
    .slice(story.entries.length)
    .map(({ entry, hash }) => ({ entry: { ...entry, command: commandId }, hash }));
}

let http: HttpTestingController;
let store: Store;
const state = () => store.selectSignal(jobFeature.selectJobState)();
const wait = (ms = 0) => jest.advanceTimersByTimeAsync(ms);
const entriesOf = (job: string) => `/api/jobs/${job}/entries`;
const away = { status: 0, statusText: 'Unknown Error' };
function send(id: string): void {
  TestBed.inject(Outbox).put({ jobId: 'J', id, person: 'ivo', command: READING as never });
  store.dispatch(
    JobActions.send({
      pending: { id, command: READING, foreseen: written(id).map(({ entry }) => entry), waiting: false },
    }),
  );
}
const asked = () => http.match('/api/jobs/J/commands');
const idsOf = (requests: ReturnType<typeof asked>) =>
  requests.map(({ request }) => (request.body as { id: string }).id);
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
      expect([state().confirmed, state().problem?.code]).toEqual([undefined, 'UNREACHABLE']);
      await wait(2000);
    }
    http.expectOne(entriesOf('J')).flush(TOLD);
    await wait();
    http.expectOne('/api/jobs/J/news').flush(NOTHING_NEW);
    expect([state().confirmed?.seq, state().problem]).toEqual([story.entries.length, undefined]);
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
    expect([state().jobId, state().confirmed]).toEqual(['J', undefined]);
    http.expectOne(entriesOf('J')).flush(TOLD);
    await wait();
    http.expectOne('/api/jobs/J/news').flush(NOTHING_NEW);
    expect(state().confirmed?.seq).toBe(story.entries.length);
  });
});

describe('commands', () => {
  test('go one after another, each after the answer to the one before it', async () => {
    await openJob();
    send('a');
    send('b');
    const [first, ...others] = asked();
    expect([idsOf([first!]), others]).toEqual([['a'], []]);
    first!.flush({ entries: written('a') });
    await wait();
    http.expectOne('/api/jobs/J/news').flush(NOTHING_NEW);
    const then = asked();
    expect(idsOf(then)).toEqual(['b']);
    then[0]!.flush(refusal('PLACE_HAS_READING', 'There is a reading here'), {
      status: 409,
      statusText: 'Conflict',
    });
    await wait();
    expect([state().pending, state().refusal?.problem.code]).toEqual([[], 'PLACE_HAS_READING']);
    expect(TestBed.inject(Outbox).all()).toEqual([]);
  });
  test('are kept on the tablet while the server is away, and sent again with the id that they had', async () => {
    await openJob();
    send('a');
    for (let i = 0; i < 2; i++) {
      const tries = asked();
      expect(idsOf(tries)).toEqual(['a']);
      tries[0]!.error(new ProgressEvent('error'), away);
      await wait();
      expect([state().pending[0]?.waiting, TestBed.inject(Outbox).all().length]).toEqual([true, 1]);
      await wait(2000);
    }
    asked()[0]!.flush({ entries: written('a') });
    await wait();
    http.expectOne('/api/jobs/J/news').flush(NOTHING_NEW);
    expect([state().pending, TestBed.inject(Outbox).all()]).toEqual([[], []]);
    expect(state().confirmed?.places[at(1, 1, 'skirt')]?.readings).toHaveLength(1);
  });
});

describe('what other tablets write', () => {
  test('joins on to the story', async () => {
    const stream = await openJob();
    stream.say({ entries: written('theirs') });
    await wait();
    http.expectOne('/api/jobs/J/news').flush(NOTHING_NEW);
    expect(state().confirmed?.seq).toBe(story.entries.length + 1);
  });
  test('with a gap before it: the whole story is asked for, and a new stream takes the place of the old', async () => {
    const stream = await openJob();
    const [{ entry, hash } = story.entries[0]!] = written('theirs');
    stream.say({ entries: [{ entry: { ...entry, seq: entry.seq + 3 }, hash }] });
    await wait();
    expect(state().confirmed?.seq).toBe(story.entries.length);
    http.expectOne(entriesOf('J')).flush({ entries: [...story.entries, ...written('theirs')] });
    await wait();
    http.expectOne('/api/jobs/J/news').flush(NOTHING_NEW);
    expect([state().confirmed?.seq, stream.closed, FakeStream.open.length]).toEqual([
      story.entries.length + 1,
      true,
      2,
    ]);
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
