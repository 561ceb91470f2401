import * as z from 'zod';
import { eventsOf } from './event-stream';

class FakeSource {
  static made: FakeSource[] = [];
  readyState = 1;
  onopen?: () => void;
  onmessage?: (event: { data: string }) => void;
  onerror?: () => void;
  constructor(readonly path: string) {
    FakeSource.made.push(this);
  }
  close(): void {
    this.readyState = 2;
  }
  fail(readyState: number): void {
    this.readyState = readyState;
    this.onerror?.();
  }
}
const heard: unknown[] = [];
const listen = () =>
  eventsOf('/api/jobs/J/stream', z.object({ n: z.int() })).subscribe((event) => heard.push(event));

beforeEach(() => {
  jest.useFakeTimers();
  FakeSource.made = [];
  heard.length = 0;
  Object.assign(globalThis, { EventSource: FakeSource });
});
afterEach(() => jest.useRealTimers());
const last = (): FakeSource => FakeSource.made.at(-1)!;

test('what is understood is told; the rest is passed over', () => {
  listen();
  for (const data of ['{"n":1}', '{"n":"x"}', '{', '{"n":2}']) last().onmessage?.({ data });
  expect(heard).toEqual([{ n: 1 }, { n: 2 }]);
});
test('a stream that broke off is the browser’s to open again', () => {
  listen();
  last().fail(0);
  jest.advanceTimersByTime(60_000);
  expect(FakeSource.made).toHaveLength(1);
});
test('one that was refused is opened again, at growing pauses, and at the first one after it was open', () => {
  listen();
  for (const [pause, made] of [
    [2000, 2],
    [4000, 3],
    [8000, 4],
  ] as const) {
    last().fail(2);
    jest.advanceTimersByTime(pause - 1);
    expect(FakeSource.made).toHaveLength(made - 1);
    jest.advanceTimersByTime(1);
    expect(FakeSource.made).toHaveLength(made);
  }
  last().onopen?.();
  last().onmessage?.({ data: '{"n":3}' });
  expect(heard).toEqual([{ n: 3 }]);
  last().fail(2);
  jest.advanceTimersByTime(2000);
  expect(FakeSource.made).toHaveLength(5);
});
test('nobody listens any more: it is closed, and not opened again', () => {
  const subscription = listen();
  last().fail(2);
  subscription.unsubscribe();
  jest.advanceTimersByTime(60_000);
  expect([FakeSource.made.length, last().readyState]).toEqual([1, 2]);
});
