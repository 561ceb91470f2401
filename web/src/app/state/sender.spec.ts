import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import { IDBFactory } from 'fake-indexeddb';
import { openDB } from 'idb';
import { at, IVO, SANNA } from '../../testing/demo-job';
import { person, refusal, SESSION } from '../../testing/page';
import { jobFeature, JobActions } from './job.feature';
import { newId } from './new-id';
import { OneSender } from './one-sender';
import { Outbox } from './outbox';
import type { Kept } from './outbox';
import { Sender } from './sender';
import { SessionActions, sessionFeature } from './session.feature';

const COMMANDS = '/api/jobs/J/commands';
const reading = (by = IVO, id: string = newId()): Omit<Kept, 'refused'> => ({
  id,
  jobId: 'J',
  by,
  at: '2026-06-01T09:00:00.000Z',
  command: {
    type: 'takeReading',
    place: at(1, 1, 'skirt'),
    basedOn: 0,
    seen: [],
    text: '44/46',
    unit: 'thou',
    instrument: 'FS-2',
    answers: [],
    slip: null,
  },
});
let http: HttpTestingController;
/** Promises of the tablet's disk come and go. */
async function settle(): Promise<void> {
  for (let i = 0; i < 12; i++) {
    await new Promise((done) => setTimeout(done, 1));
    TestBed.tick();
  }
}
function handsOf(name: string | null): void {
  const who = name === null ? null : person(name, 'technician');
  TestBed.inject(Store).dispatch(SessionActions.told({ view: { ...SESSION, person: who } }));
}
async function tablet(): Promise<Outbox> {
  TestBed.resetTestingModule();
  TestBed.configureTestingModule({
    providers: [
      provideHttpClient(),
      provideHttpClientTesting(),
      provideStore(),
      provideState(jobFeature),
      provideState(sessionFeature),
    ],
  });
  http = TestBed.inject(HttpTestingController);
  handsOf('Ivo');
  TestBed.inject(Store).dispatch(JobActions.open({ jobId: 'J' }));
  TestBed.runInInjectionContext(() => TestBed.inject(Sender).start());
  const outbox = TestBed.inject(Outbox);
  await outbox.ready;
  await settle();
  return outbox;
}
const answerTo = (id: string) => ({ command: id, chain: 'job:J', entries: [] });
const asked = () => http.match(COMMANDS);
const idsOf = (requests: ReturnType<typeof asked>) =>
  requests.map(({ request }) => (request.body as { id: string }).id);

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  localStorage.clear();
});

test('commands go one after another, in the name of who gave them, and leave the tablet when they are written', async () => {
  const outbox = await tablet();
  const [a, b] = [reading(), reading()];
  await outbox.put(a);
  await outbox.put(b);
  await settle();
  const [first, ...others] = asked();
  expect([idsOf([first!]), others.length]).toEqual([[a.id], 0]);
  expect(first!.request.body).toMatchObject({ person: 'ivo' });
  first!.flush(answerTo(a.id));
  await settle();
  const then = asked();
  expect(idsOf(then)).toEqual([b.id]);
  then[0]!.flush(answerTo(b.id));
  await settle();
  expect(outbox.all()).toEqual([]);
  expect((await tablet()).all()).toEqual([]);
});

test('only this server’s word on this very command ends it: all else waits, and is sent again with the id it had', async () => {
  const outbox = await tablet();
  const one = reading();
  await outbox.put(one);
  const speak: [string, (request: ReturnType<typeof asked>[number]) => void][] = [
    ['no server', (r) => r.error(new ProgressEvent('error'), { status: 0, statusText: 'Unknown Error' })],
    ['the sign-in ended', (r) => r.flush(refusal('NOT_SIGNED_IN', 'n'), { status: 401, statusText: 'x' })],
    [
      'too many requests',
      (r) => r.flush(refusal('TOO_MANY_REQUESTS', 'n'), { status: 429, statusText: 'x' }),
    ],
    ['a full disk', (r) => r.flush(refusal('INTERNAL', 'n'), { status: 500, statusText: 'x' })],
    ['the page of a strange network', (r) => r.flush('<html>Sign in to the harbour Wi-Fi</html>')],
    [
      'a refusal of another command',
      (r) => r.flush({ ...refusal('STALE', 'n'), command: newId() }, { status: 409, statusText: 'x' }),
    ],
    ['an answer to another command', (r) => r.flush(answerTo(newId()))],
  ];
  for (const [why, answer] of speak) {
    await settle();
    const tries = asked();
    expect([why, idsOf(tries)]).toEqual([why, [one.id]]);
    answer(tries[0]!);
    await settle();
    expect([why, outbox.waiting().length, TestBed.inject(Sender).trouble() !== undefined]).toEqual([
      why,
      1,
      true,
    ]);
    handsOf('Ivo'); // whoever signs in again sends at once: no pause is waited out here
  }
});

test('refused for good it stays with its words until somebody has read them; it may be sent again', async () => {
  const outbox = await tablet();
  const one = reading();
  await outbox.put(one);
  await settle();
  asked()[0]!.flush(
    { ...refusal('PLACE_HAS_READING', 'There is a reading here'), command: one.id },
    { status: 409, statusText: 'Conflict' },
  );
  await settle();
  expect([outbox.waiting(), outbox.refused().map(({ refused }) => refused?.code)]).toEqual([
    [],
    ['PLACE_HAS_READING'],
  ]);
  const reloaded = await tablet();
  expect(reloaded.refused()).toMatchObject([{ id: one.id, command: { text: '44/46' } }]);
  expect(asked()).toEqual([]);
  await reloaded.again(one.id);
  await settle();
  expect(idsOf(asked())).toEqual([one.id]);
});

test('after hands were changed it waits for its author, and is never signed by the next one', async () => {
  const outbox = await tablet();
  handsOf('Sanna');
  const mine = reading(SANNA);
  await outbox.put(reading(IVO));
  await outbox.put(mine);
  await settle();
  const [first, ...others] = asked();
  expect([idsOf([first!]), others.length]).toEqual([[mine.id], 0]);
  first!.flush(answerTo(mine.id));
  await settle();
  expect([asked(), outbox.waiting().map(({ by }) => by.name)]).toEqual([[], ['Ivo']]);
  handsOf('Ivo');
  await settle();
  expect(asked()).toHaveLength(1);
});

test('one kept command that cannot be read is set aside and shown, and the others live', async () => {
  const before = await tablet();
  handsOf(null);
  const one = reading();
  await before.put(one);
  const db = await openDB('oak-gate', 1);
  await db.put('commands', { jobId: 'J', id: 'x', command: { type: 'polishRing' } }, 1);
  db.close();
  localStorage.setItem('oak-gate-outbox', '[{"jobId":"J","id":"old"}]');
  const outbox = await tablet();
  expect(outbox.all().map(({ id }) => id)).toEqual([one.id]);
  expect(outbox.setAside()).toHaveLength(2);
  expect(
    outbox
      .setAside()
      .map(({ text }) => text)
      .join(),
  ).toMatch(/polishRing.*"old"|"old".*polishRing/);
  for (const { key } of outbox.setAside()) await outbox.forget(key);
  expect((await tablet()).setAside()).toEqual([]);
});

test('two windows of one tablet do not send twice: the second one leaves it to the first', async () => {
  await tablet();
  const [first, second] = [new OneSender(), new OneSender()];
  const ran: string[] = [];
  let end = (): void => undefined;
  const running = first.alone(async () => {
    ran.push('first');
    await new Promise<void>((done) => (end = done));
  });
  await second.alone(async () => {
    ran.push('second');
  });
  expect(ran).toEqual(['first']);
  end();
  await running;
  await second.alone(async () => {
    ran.push('second');
  });
  expect(ran).toEqual(['first', 'second']);
});
test('a window that died loses its lease after a few seconds', async () => {
  localStorage.setItem('oak-gate-sender', JSON.stringify({ window: 'gone', until: Date.now() - 1 }));
  const ran: string[] = [];
  await new OneSender().alone(async () => {
    ran.push('next');
  });
  expect(ran).toEqual(['next']);
});
