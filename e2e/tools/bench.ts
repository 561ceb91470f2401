import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { createClient } from '@libsql/client';
import {
  assignRings,
  nanometres,
  basedOnNow,
  placeKey,
  RECORD_FORMAT,
  RECORD_VERSION,
  recordTitle,
  replayJob,
  sheetPlaces,
  verifyRecord,
} from '@oak-gate/core';
import type { JobEntry, RecordFile } from '@oak-gate/core';
import { chromium } from '@playwright/test';
import type { Page } from '@playwright/test';
import { munkres } from 'munkres';
import { measured } from '../../core/test/long-story';
import { at } from '../src/support/pages';
import { PIN, root, Server } from '../src/support/server';
import { ApiTablet } from '../src/support/tablet';
import { library } from './bench-library';
import { squaredAt } from '../../core/test/as-planned';

const rows: [string, string][] = [];
const say = (what: string, figure: string): void => {
  rows.push([what, figure]);
  console.log(`${what}: ${figure}`);
};
const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
const JOBS_A_ROUND = 10;

/** Acknowledged readings through the API beside bare inserts of the same durability, in turn, so that both meet the same disk. */
async function writing(server: Server): Promise<void> {
  const tablet = await ApiTablet.signIn(server.address, 'ivo-marrable');
  const client = createClient({ url: `file:${join(server.folder, 'bare.sqlite')}` });
  await client.execute('PRAGMA journal_mode = WAL');
  await client.execute('CREATE TABLE bare (id INTEGER PRIMARY KEY, bytes TEXT)');
  const bytes = 'x'.repeat(1800); // about what an entry with a reading takes
  const ratios: number[] = [];
  const perSecond: number[] = [];
  for (let round = 0; round < 3; round++) {
    const jobs = [];
    for (let n = 0; n < JOBS_A_ROUND; n++) {
      const jobId = await tablet.openV8(`B-${round}-${n}`, `M8-6${round}0${10 + n}`);
      const job = await tablet.job(jobId);
      jobs.push({ jobId, job, places: sheetPlaces(job).map(placeKey) });
    }
    const readings = jobs.flatMap(({ jobId, job, places }) => places.map((place) => ({ jobId, job, place })));
    const began = performance.now();
    for (const _ of readings)
      await client.execute({ sql: 'INSERT INTO bare (bytes) VALUES (?)', args: [bytes] });
    const bare = performance.now() - began;
    const started = performance.now();
    for (const { jobId, job, place } of readings) {
      const command = basedOnNow(job, {
        type: 'takeReading',
        place,
        text: '17/18',
        unit: 'thou',
        instrument: 'FS-2',
        answers: [{ question: 'expanderOut', answer: 'yes' }],
        slip: null,
        ...squaredAt(place),
      });
      const { status } = await tablet.post(`/api/jobs/${jobId}/commands`, { id: randomUUID(), command });
      if (status !== 201) throw new Error(`${place}: ${status}`);
    }
    const through = performance.now() - started;
    ratios.push(through / bare);
    perSecond.push((readings.length / through) * 1000);
  }
  client.close();
  say(
    'acknowledged readings per second through the API, one client (median of 3 rounds)',
    median(perSecond).toFixed(0),
  );
  say(
    'time of a reading through the API : time of a bare durable insert',
    `${median(ratios).toFixed(1)} : 1`,
  );
}

const CLIENTS = [1, 10, 50] as const;
const READINGS_EACH = 20;
/** What many clients get written, beside what the same clients get answered that costs nothing, and beside bare durable inserts. */
async function manyClients(server: Server): Promise<void> {
  const first = await ApiTablet.signIn(server.address, 'ivo-marrable');
  const most = Math.max(...CLIENTS);
  const clients: { tablet: ApiTablet; commands: { path: string; command: object }[] }[] = [];
  for (let n = 0; n < most; n++) {
    const tablet = await ApiTablet.signIn(server.address, 'ivo-marrable');
    const commands = [];
    for (let j = 0; commands.length < READINGS_EACH * CLIENTS.length; j++) {
      const jobId = await first.openV8(`C-${n}-${j}`, `M8-8${String(n).padStart(2, '0')}${String(10 + j)}`);
      const job = await first.job(jobId);
      for (const place of sheetPlaces(job).map(placeKey)) {
        const reading = {
          type: 'takeReading',
          place,
          text: '17/18',
          unit: 'thou',
          instrument: 'FS-2',
          slip: null,
          ...squaredAt(place),
        };
        const answers = [{ question: 'expanderOut', answer: 'yes' }];
        commands.push({
          path: `/api/jobs/${jobId}/commands`,
          command: basedOnNow(job, { ...reading, answers } as never),
        });
      }
    }
    clients.push({ tablet, commands });
  }
  const client = createClient({ url: `file:${join(server.folder, 'bare-many.sqlite')}` });
  await client.execute('PRAGMA journal_mode = WAL');
  await client.execute('CREATE TABLE bare (id INTEGER PRIMARY KEY, bytes TEXT)');
  const perSecond = async (count: number, act: () => Promise<unknown>): Promise<number> => {
    const started = performance.now();
    await act();
    return (count / (performance.now() - started)) * 1000;
  };
  for (const count of CLIENTS) {
    const some = clients.slice(0, count);
    const all = count * READINGS_EACH;
    const empty = await perSecond(all, () =>
      Promise.all(
        some.map(async ({ tablet }) => {
          for (let n = 0; n < READINGS_EACH; n++) await tablet.get('/api/library/imports');
        }),
      ),
    );
    const bare = await perSecond(200, async () => {
      for (let n = 0; n < 200; n++)
        await client.execute({ sql: 'INSERT INTO bare (bytes) VALUES (?)', args: ['x'.repeat(1800)] });
    });
    const written = await perSecond(all, () =>
      Promise.all(
        some.map(async ({ tablet, commands }) => {
          for (const { path, command } of commands.splice(0, READINGS_EACH)) {
            const { status } = await tablet.post(path, { id: randomUUID(), command });
            if (status !== 201) throw new Error(`${path}: ${status}`);
          }
        }),
      ),
    );
    say(
      `${count} ${count === 1 ? 'client' : 'clients'} at once: acknowledged readings per second; an empty request : one of them; a bare durable insert : one of them`,
      `${written.toFixed(0)}; 1 : ${(empty / written).toFixed(1)}; 1 : ${(bare / written).toFixed(1)}`,
    );
  }
  client.close();
}

const JOBS = 300;
/** The Floor of a shop with many open jobs, right after a start and then; and a long story told again. */
async function manyJobs(server: Server): Promise<void> {
  const tablet = await ApiTablet.signIn(server.address, 'ivo-marrable');
  const opened = [];
  for (let n = 0; n < JOBS; n++) opened.push(await tablet.openV8(`F-${n}`, `M8-${71_000 + n}`));
  await server.stop();
  await server.start();
  const again = await ApiTablet.signIn(server.address, 'ivo-marrable');
  const looks: number[] = [];
  for (let i = 0; i < 21; i++) {
    const started = performance.now();
    await again.get('/api/floor');
    looks.push(performance.now() - started);
  }
  const [cold = 0, ...warm] = looks;
  say(
    `the Floor at ${JOBS} open jobs, first look after a start, then (median)`,
    `${cold.toFixed(0)} ms, ${median(warm).toFixed(0)} ms`,
  );
}

/** Which of 24 rings in which of 24 bores, against a general package that solves the same matrix. */
function ringsToBores(): void {
  const count = 24;
  const bores = Array.from({ length: count }, (_, i) => nanometres(100_000_000 + ((i * 7_919) % 61) * 1_000));
  const gaps = Array.from({ length: count }, (_, i) => nanometres(380_000 + ((i * 104_729) % 97) * 3_000));
  const question = {
    ...{ gaps, bores, referenceDiameter: nanometres(100_000_000) },
    ...{ min: nanometres(450_000), max: nanometres(560_000) },
  };
  const costs = bores.map((bore) =>
    gaps.map((gap) => {
      const is = gap + Math.PI * (bore - 100_000_000);
      return is > 560_000 ? 1e12 : is < 450_000 ? 1e9 + 450_000 - is : 0;
    }),
  );
  const timed = (act: () => unknown): number =>
    median(
      Array.from({ length: 31 }, () => {
        const started = performance.now();
        act();
        return performance.now() - started;
      }),
    );
  const own = timed(() => assignRings(question));
  const general = timed(() => munkres(costs));
  say('24 rings assigned to 24 bores (median of 31)', `${own.toFixed(2)} ms`);
  say('a general package for the same matrix : that', `${(general / own).toFixed(1)} : 1`);
}

/** A story of 2 999 readings told again, and its record verified but for the signature. */
function longStory(): void {
  const { story } = measured(1000);
  const entries = story.entries.map(({ entry }) => JSON.parse(JSON.stringify(entry)) as JobEntry);
  const timed = (act: () => unknown): number => {
    const started = performance.now();
    act();
    return performance.now() - started;
  };
  const told = Array.from({ length: 5 }, () => timed(() => replayJob(entries)));
  const title = recordTitle(story.job);
  const sealing = story.seal().entries.at(-1)?.entry as Extract<JobEntry, { type: 'recordSealed' }>;
  const file: RecordFile = {
    format: RECORD_FORMAT,
    version: RECORD_VERSION,
    title,
    job: 'J',
    seal: sealing.data,
    key: { alg: 'Ed25519', keyId: 'k', spki: '' },
    entries: story.entries,
  };
  const report = verifyRecord(file, () => true);
  if (report.faults.length + report.remarks.length > 0) throw new Error(JSON.stringify(report.faults));
  const verified = Array.from({ length: 5 }, () => timed(() => verifyRecord(file, () => true)));
  say('a story of 2 999 readings told again (median of 5)', `${median(told).toFixed(0)} ms`);
  say('the same verified, every command decided again (median of 5)', `${median(verified).toFixed(0)} ms`);
}

/** From the key to the verdict on the screen, in frames of this browser. */
async function screen(server: Server): Promise<void> {
  const browser = await chromium.launch({
    executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
    args: ['--no-sandbox', '--disable-gpu'],
  });
  const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
  await page.request.post(`${server.address}/api/session`, { data: { person: 'ivo-marrable', pin: PIN } });
  const tablet = await ApiTablet.signIn(server.address, 'ivo-marrable');
  const jobId = await tablet.jobId('J-2041');

  const loads: number[] = [];
  for (let i = 0; i < 5; i++) {
    const fresh = await browser.newContext();
    const first = await fresh.newPage();
    const started = performance.now();
    await first.goto(`${server.address}/sign-in`);
    await first.getByRole('button', { name: 'Ivo Marrable' }).waitFor();
    loads.push(performance.now() - started);
    await fresh.close();
  }
  say('first load of the sign-in page, empty cache (median of 5)', `${median(loads).toFixed(0)} ms`);

  // The compiler that runs this file marks functions by a helper that the page does not have.
  await page.addInitScript('globalThis.__name = (named) => named');
  await page.goto(`${server.address}/jobs/${jobId}/rings?place=${at(4, 1, 'skirt')}`);
  await page.locator('app-sheet table').waitFor();
  const measured = await page.evaluate(async () => {
    const nextFrame = (): Promise<number> => new Promise((done) => requestAnimationFrame(done));
    const frames: number[] = [];
    let before = await nextFrame();
    for (let i = 0; i < 60; i++) {
      const now = await nextFrame();
      frames.push(now - before);
      before = now;
    }
    const field = document.querySelector<HTMLInputElement>('input[data-entry]');
    const bar = document.querySelector('app-entry-bar .understood');
    if (field === null || bar === null) throw new Error('no entry bar');
    const toVerdict: number[] = [];
    for (let i = 0; i < 60; i++) {
      const wanted = i % 2 === 0 ? 'tight' : 'in';
      const seen = new Promise<number>((done) => {
        const observer = new MutationObserver(() => {
          if (bar.getAttribute('data-verdict') !== wanted) return;
          observer.disconnect();
          done(performance.now());
        });
        observer.observe(bar, { attributes: true, subtree: true, childList: true, characterData: true });
      });
      const started = performance.now();
      field.value = wanted === 'tight' ? '20/22' : '44/46';
      field.dispatchEvent(new Event('input', { bubbles: true }));
      toVerdict.push((await seen) - started);
    }
    return { frames, toVerdict };
  });
  const frame = median(measured.frames);
  const key = median(measured.toVerdict);
  const worst =
    [...measured.toVerdict].sort((a, b) => a - b)[Math.floor(measured.toVerdict.length * 0.95)] ?? 0;
  say(
    'keystroke to verdict on screen (median, 95th percentile) : one frame',
    `${(key / frame).toFixed(2)}, ${(worst / frame).toFixed(2)} : 1 (frame ${frame.toFixed(1)} ms)`,
  );
  await clipboards(page, `${server.address}/jobs/${await tablet.jobId('J-2044')}/measure`, frame);
  await browser.close();
}

/** Opening a stage with its stack of sheets, and going from one sheet to the next, until the new one is drawn. */
async function clipboards(page: Page, address: string, frame: number): Promise<void> {
  const opened: number[] = [];
  for (let i = 0; i < 5; i++) {
    await page.goto('about:blank');
    const started = performance.now();
    await page.goto(address);
    await page.locator('app-sheet table').first().waitFor();
    opened.push(performance.now() - started);
  }
  say('a stage of nineteen sheets opened, cache filled (median of 5)', `${median(opened).toFixed(0)} ms`);
  const turned = await page.evaluate(async () => {
    const inHand = (): string | undefined =>
      document.querySelector<HTMLElement>('.clip[aria-selected=true]')?.dataset['sheet'];
    const took: number[] = [];
    for (let i = 0; i < 40; i++) {
      const before = inHand();
      const started = performance.now();
      // There and back: behind the last sheet there is none.
      const key = i % 2 === 0 ? ']' : '[';
      document.body.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true }));
      while (inHand() === before || document.querySelector('app-sheet table') === null) {
        if (performance.now() - started > 5_000) throw new Error('the next sheet does not come');
        await new Promise((done) => setTimeout(done));
      }
      // What is written there is drawn with the next frame.
      await new Promise((done) => requestAnimationFrame(done));
      took.push(performance.now() - started);
    }
    return took;
  });
  const slow = [...turned].sort((a, b) => a - b)[Math.floor(turned.length * 0.95)] ?? 0;
  say(
    'from one sheet to the next, drawn (median, 95th percentile) : one frame',
    `${(median(turned) / frame).toFixed(1)}, ${(slow / frame).toFixed(1)} : 1`,
  );
}

/** What the first page must fetch before it can be used. */
function bytes(): void {
  const folder = join(root, 'web/dist/browser');
  const index = readFileSync(join(folder, 'index.html'), 'utf8');
  const scripts = [...index.matchAll(/(?:src|href)="([^"]+\.js)"/g)].map(([, name]) => name ?? '');
  const sizes = [...new Set(scripts)].map(
    (name) => gzipSync(readFileSync(join(folder, name)), { level: 9 }).length,
  );
  say(
    'initial JavaScript, gzip (limit 200 kB)',
    `${(sizes.reduce((sum, size) => sum + size, 0) / 1000).toFixed(1)} kB in ${sizes.length} files`,
  );
  const fonts = readdirSync(join(folder, 'media'))
    .filter((name) => name.endsWith('.woff2'))
    .map((name) => readFileSync(join(folder, 'media', name)).length);
  say(
    'faces',
    `${(fonts.reduce((sum, size) => sum + size, 0) / 1000).toFixed(0)} kB in ${fonts.length} files, shipped with the application`,
  );
}

const server = await new Server().seed().start();
try {
  bytes();
  longStory();
  ringsToBores();
  await writing(server);
  await manyClients(server);
  await screen(server);
  await manyJobs(server);
  await library(server, say);
} finally {
  await server.remove();
}
console.log(
  `\n| what | here |\n|---|---|\n${rows.map(([what, figure]) => `| ${what} | ${figure} |`).join('\n')}`,
);
