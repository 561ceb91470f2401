import { execFileSync } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { connect } from 'node:net';
import type { Socket } from 'node:net';
import { basedOnNow, placeAt, placeKey, sheetPlaces } from '@oak-gate/core';
import type { JobState } from '@oak-gate/core';
import { expect, test } from '@playwright/test';
import { largeTable } from '../support/large-table';
import { Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { squaredAt } from '../../../core/test/as-planned';

const PEOPLE = 30;
const STREAMS_EACH = 10;
const JOBS = 10;
const SLOW = 20;
/** What a process may grow by between one round and the last: a heap breathes, a leak does not stop. */
const BREATH_KB = 48 * 1024;
test.describe.configure({ timeout: 480_000 });

/** A client that has all day: a byte of its body now and then, and never all of it. */
function slowBody(address: string): Socket {
  const { hostname, port, host } = new URL(address);
  const socket = connect(Number(port), hostname);
  socket.on('error', () => undefined);
  socket.write(
    `POST /api/session HTTP/1.1\r\nHost: ${host}\r\nContent-Type: application/json\r\nContent-Length: 9000\r\n\r\n{`,
  );
  const timer = setInterval(() => socket.write(' '), 100);
  socket.once('close', () => clearInterval(timer));
  return socket;
}
/** A stream of a job that is listened to until it is closed; `last` is the number of the last entry that it told. */
function listen(address: string, cookie: string, jobId: string, from: number) {
  const stop = new AbortController();
  const heard = { last: 0, failed: false, close: () => stop.abort() };
  const decoder = new TextDecoder();
  void (async () => {
    const url = `${address}/api/jobs/${jobId}/stream?from=${from}`;
    const { body, status } = await fetch(url, { headers: { cookie }, signal: stop.signal });
    heard.failed = status !== 200;
    let text = '';
    const reader = body?.getReader();
    for (;;) {
      const { value, done } = (await reader?.read()) ?? { done: true };
      if (done) return;
      text = (text + decoder.decode(value)).slice(-100_000);
      for (const [, id] of text.matchAll(/^id: (\d+)$/gm)) heard.last = Math.max(heard.last, Number(id));
    }
  })().catch(() => {
    heard.failed ||= !stop.signal.aborted;
  });
  return heard;
}
const memoryOf = (pid: number): number =>
  Number(execFileSync('ps', ['-o', 'rss=', '-p', String(pid)], { encoding: 'utf8' }).trim());

test('thirty people record at once, three hundred tablets listen, slow clients hang on, a library comes in: nothing fails, nothing is lost', async () => {
  const server = await new Server().seed().start();
  const teo = await ApiTablet.signIn(server.address, 'teo-lindqvale');
  const ivo = await ApiTablet.signIn(server.address, 'ivo-marrable');
  const people = await ApiTablet.hire(
    server.address,
    teo,
    Array.from({ length: PEOPLE }, (_, i) => `Hand ${i + 1}`),
  );
  const jobs: { jobId: string; state: JobState; places: readonly string[] }[] = [];
  for (let n = 0; n < JOBS; n++) {
    const jobId = await ivo.openV8(`L-${n}`, `M8-${43_000 + n}`);
    const state = await ivo.job(jobId);
    jobs.push({ jobId, state, places: sheetPlaces(state).map(placeKey) });
  }
  const streams: { readonly jobId: string; readonly heard: ReturnType<typeof listen> }[] = [];
  for (const [i, person] of people.entries()) {
    const cookie = await person.cookie();
    for (let n = 0; n < STREAMS_EACH; n++) {
      const { jobId, state } = jobs[(i + n) % JOBS]!;
      streams.push({ jobId, heard: listen(server.address, cookie, jobId, state.seq + 1) });
    }
  }
  const slow = Array.from({ length: SLOW }, () => slowBody(server.address));
  const begun = await teo.bytes('/api/library/imports?name=large.csv', Buffer.from(largeTable(120, 50)));
  expect(begun.status).toBe(202);

  const acknowledged: { jobId: string; place: string; person: number }[] = [];
  const refused: unknown[] = [];
  /** Everybody takes a few places of one job, side by side with all the others. */
  const round = (number: number, each: number) =>
    Promise.all(
      people.map(async (person, i) => {
        const { jobId, state, places } = jobs[i % JOBS]!;
        for (let n = 0; n < each; n++) {
          const place = places[(Math.floor(i / JOBS) * 4 + number) * each + n]!;
          const command = basedOnNow(state, {
            ...{ type: 'takeReading', place, text: '17/18', unit: 'thou', instrument: 'FS-2', slip: null },
            answers: [{ question: 'expanderOut', answer: 'yes' }],
            ...squaredAt(place),
          });
          const answer = await person.post(`/api/jobs/${jobId}/commands`, { id: randomUUID(), command });
          if (answer.status === 201) acknowledged.push({ jobId, place, person: i });
          else refused.push(answer.body);
        }
      }),
    );
  await round(0, 2);
  const ofImport = async () =>
    (await teo.get(`/api/library/imports/${(begun.body as { id: string }).id}`)) as {
      stage: string;
      rows: number;
    };
  await expect.poll(async () => (await ofImport()).stage, { timeout: 120_000 }).toBe('done');
  const memory: number[] = [];
  for (const number of [1, 2, 3]) {
    await round(number, 2);
    memory.push(memoryOf(server.pid));
  }

  expect(refused).toEqual([]);
  expect(acknowledged).toHaveLength(PEOPLE * 8);
  for (const { jobId } of jobs) {
    const state = await ivo.job(jobId);
    for (const { place, person } of acknowledged.filter((each) => each.jobId === jobId)) {
      const readings = placeAt(state, place).readings.map(({ by }) => by.name);
      expect([place, readings]).toEqual([place, [`Hand ${person + 1}`]]);
    }
    // Every tablet that listens has heard all of it.
    await expect
      .poll(() => streams.filter((each) => each.jobId === jobId && each.heard.last === state.seq).length)
      .toBe((PEOPLE * STREAMS_EACH) / JOBS);
  }
  expect(streams.filter(({ heard }) => heard.failed)).toEqual([]);
  expect((memory[2] ?? 0) - (memory[0] ?? 0)).toBeLessThan(BREATH_KB);
  expect(slow.filter((socket) => !socket.destroyed)).toHaveLength(SLOW);
  for (const { heard } of streams) heard.close();
  for (const socket of slow) socket.destroy();
  await server.remove();
});
