import { provideHttpClient } from '@angular/common/http';
import { HttpTestingController, provideHttpClientTesting } from '@angular/common/http/testing';
import { TestBed } from '@angular/core/testing';
import { provideState, provideStore, Store } from '@ngrx/store';
import { IDBFactory } from 'fake-indexeddb';
import { IVO } from '../../testing/demo-job';
import { person, refusal, SESSION } from '../../testing/page';
import { jobFeature } from './job.feature';
import { newId } from './new-id';
import { PictureBox } from './picture-box';
import { SessionActions, sessionFeature } from './session.feature';

let http: HttpTestingController;
async function settle(): Promise<void> {
  for (let i = 0; i < 14; i++) {
    await new Promise((done) => setTimeout(done, 1));
    TestBed.tick();
  }
}
const handsOf = (name: string): void =>
  TestBed.inject(Store).dispatch(
    SessionActions.told({ view: { ...SESSION, person: person(name, 'technician') } }),
  );
async function tablet(hands = 'Ivo'): Promise<PictureBox> {
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
  handsOf(hands);
  const box = TestBed.inject(PictureBox);
  await box.ready;
  await settle();
  return box;
}
const bytes = new Uint8Array([1, 2, 3]);
const file = Object.assign(new Blob([bytes], { type: 'image/jpeg' }), {
  name: 'ring.jpg',
  arrayBuffer: () => Promise.resolve(bytes.buffer.slice(0)),
}) as unknown as File;
const taken = (id = newId()) => ({
  ...{ id, jobId: 'J', about: 'part P', when: 'before' as const, name: 'ring.jpg', caption: '' },
  ...{ by: { id: IVO.id, name: IVO.name }, at: '2026-06-01T09:00:00.000Z', file },
});
const sent = () => http.match(({ url }) => url.startsWith('/api/jobs/J/photographs'));
const written = (id: string) => ({ command: id, chain: 'job:J', entries: [] });

beforeEach(() => {
  globalThis.indexedDB = new IDBFactory();
  localStorage.clear();
});

test('where the server is away it waits on the tablet, over a reload, and goes out under the id that it had', async () => {
  const box = await tablet();
  const one = taken();
  await box.put(one);
  await settle();
  sent()[0]!.error(new ProgressEvent('error'), { status: 0, statusText: 'Unknown Error' });
  await settle();
  expect([box.all().length, box.trouble()?.code]).toEqual([1, 'UNREACHABLE']);
  const after = await tablet();
  expect(after.all()).toMatchObject([{ id: one.id, about: 'part P', refused: null }]);
  await settle();
  const [again] = sent();
  expect(new URL(again!.request.url, 'http://x').searchParams.get('command')).toBe(one.id);
  again!.flush(written(one.id));
  await settle();
  expect(after.all()).toEqual([]);
  expect((await tablet()).all()).toEqual([]);
});
test.each(['DISK_FULL', 'NOT_SIGNED_IN', 'INTERNAL'])(
  '%s is no last word: it is sent again',
  async (code) => {
    const box = await tablet();
    await box.put(taken());
    await settle();
    sent()[0]!.flush(refusal(code, 'n'), { status: 507, statusText: 'x' });
    await settle();
    expect([box.all()[0]?.refused, box.trouble()?.code]).toEqual([null, code]);
    handsOf('Ivo');
    await settle();
    expect(sent()).toHaveLength(1);
  },
);
test('refused for good it stays with its words until somebody has read them, and the next one goes out', async () => {
  const box = await tablet();
  const [bad, good] = [taken(), taken()];
  await box.put(bad);
  await box.put(good);
  await settle();
  sent()[0]!.flush(refusal('FINDING_UNKNOWN', 'No such part'), { status: 404, statusText: 'x' });
  await settle();
  expect(box.all()[0]?.refused?.title).toBe('No such part');
  sent()[0]!.flush(written(good.id));
  await settle();
  expect(box.all().map(({ id }) => id)).toEqual([bad.id]);
  await box.forget(bad.id);
  expect([box.all(), (await tablet()).all()]).toEqual([[], []]);
});
test('nobody sends in the name of somebody else', async () => {
  const box = await tablet('Sanna');
  await box.put(taken());
  await settle();
  expect([sent().length, box.all().length]).toEqual([0, 1]);
  handsOf('Ivo');
  await settle();
  expect(sent()).toHaveLength(1);
});
