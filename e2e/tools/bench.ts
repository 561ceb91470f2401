import { randomUUID } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { createClient } from '@libsql/client';
import { chromium } from '@playwright/test';
import { at } from '../src/support/pages';
import { PIN, root, Server } from '../src/support/server';
import { ApiTablet } from '../src/support/tablet';
import { library } from './bench-library';

const rows: [string, string][] = [];
const say = (what: string, figure: string): void => {
  rows.push([what, figure]);
  console.log(`${what}: ${figure}`);
};
const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
const READINGS = 400;

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
    const jobId = await tablet.openV8(`B-${round}`, `M8-6000${round}`);
    let started = performance.now();
    for (let i = 0; i < READINGS; i++)
      await client.execute({ sql: 'INSERT INTO bare (bytes) VALUES (?)', args: [bytes] });
    const bare = performance.now() - started;
    started = performance.now();
    for (let i = 0; i < READINGS; i++) {
      const place = at((i % 8) + 1, (Math.floor(i / 8) % 2) + 1, 'mid');
      const { status } = await tablet.command(
        jobId,
        {
          type: 'takeReading',
          place,
          basedOn: 0,
          text: '17/18',
          unit: 'thou',
          instrument: 'FS-2',
          answers: [],
          slip: null,
        },
        randomUUID(),
      );
      if (status !== 201) throw new Error(`reading ${i}: ${status}`);
    }
    const through = performance.now() - started;
    ratios.push(through / bare);
    perSecond.push((READINGS / through) * 1000);
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
  await browser.close();
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
  await writing(server);
  await screen(server);
  await library(server, say);
} finally {
  await server.remove();
}
console.log(
  `\n| what | here |\n|---|---|\n${rows.map(([what, figure]) => `| ${what} | ${figure} |`).join('\n')}`,
);
