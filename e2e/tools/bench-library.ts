import { createReadStream, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { createClient } from '@libsql/client';
import { parse } from 'csv-parse';
import { largeTable } from '../src/support/large-table';
import type { Server } from '../src/support/server';
import { ApiTablet } from '../src/support/tablet';

const DOCUMENTS = 2_000;
const ROWS_EACH = 25;
const ROWS_AT_ONCE = 400;
type Say = (what: string, figure: string) => void;
const median = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
const high = (values: readonly number[]): number =>
  [...values].sort((a, b) => a - b)[Math.floor(values.length * 0.95)] ?? 0;

/** Parsing the same file and inserting each of its rows, and nothing else: what no import can do without. */
async function bare(path: string, database: string): Promise<number> {
  const client = createClient({ url: `file:${database}` });
  await client.execute('PRAGMA journal_mode = WAL');
  await client.execute('CREATE TABLE bare (id INTEGER PRIMARY KEY, cells TEXT)');
  const started = performance.now();
  let batch: string[] = [];
  const write = async (): Promise<void> => {
    await client.batch(
      batch.map((cells) => ({ sql: 'INSERT INTO bare (cells) VALUES (?)', args: [cells] })),
      'write',
    );
    batch = [];
  };
  for await (const record of createReadStream(path).pipe(parse())) {
    batch.push(JSON.stringify(record));
    if (batch.length === ROWS_AT_ONCE) await write();
  }
  await write();
  const took = performance.now() - started;
  client.close();
  return took;
}

/** The same file through the product, from the request to the last word of its progress. */
async function imported(
  server: Server,
  path: string,
): Promise<{ readonly took: number; readonly steps: number }> {
  const tablet = await ApiTablet.signIn(server.address, 'teo-lindqvale');
  const started = performance.now();
  const begun = await tablet.bytes('/api/library/imports?name=library.csv', readFileSync(path));
  const { id } = begun.body as { id: string };
  let steps = 0;
  for (let last = -1; ;) {
    const now = (await tablet.get(`/api/library/imports/${id}`)) as {
      stage: string;
      rows: number;
      problem: string | null;
    };
    if (now.rows !== last) steps++;
    last = now.rows;
    if (now.stage === 'done') return { took: performance.now() - started, steps };
    if (now.stage !== 'reading' && now.stage !== 'writing')
      throw new Error(`${now.stage}: ${now.problem ?? ''}`);
    await new Promise((done) => setTimeout(done, 50));
  }
}

const WORDS = [
  'LIB-1999',
  'lib 7',
  'manual',
  'liners',
  'printed',
  'table 1500',
  'ring end gap',
  'veldane',
  'sl-88',
  'top of ring',
  'nothing at all',
  '0.015',
  '0.04',
  '0',
];

/** How long somebody waits who asks for a small thing again and again, in milliseconds, as long as `goesOn` says. */
async function looks(server: Server, goesOn: (so: number) => boolean): Promise<readonly number[]> {
  const tablet = await ApiTablet.signIn(server.address, 'ivo-marrable');
  const all: number[] = [];
  while (goesOn(all.length)) {
    const started = performance.now();
    await tablet.get('/api/instruments');
    all.push(performance.now() - started);
  }
  return all;
}

export async function library(server: Server, say: Say): Promise<void> {
  const path = join(server.folder, 'library.csv');
  writeFileSync(path, largeTable(DOCUMENTS, ROWS_EACH));
  const floor = await bare(path, join(server.folder, 'bare-library.sqlite'));
  const quiet = await looks(server, (so) => so < 40);
  const coming = { isOver: false };
  const beside = looks(server, () => !coming.isOver);
  const { took, steps } = await imported(server, path);
  coming.isOver = true;
  const meanwhile = await beside;
  say(
    'somebody else’s request while that file is read and written (median, 95th percentile, longest; the same before it)',
    `${median(meanwhile).toFixed(0)} ms, ${high(meanwhile).toFixed(0)} ms, ${Math.max(...meanwhile).toFixed(0)} ms; ${median(quiet).toFixed(0)} ms`,
  );
  const rows = DOCUMENTS * ROWS_EACH;
  say(
    `import of ${rows} rows in ${DOCUMENTS} documents, checked, as one whole`,
    `${((rows / took) * 1000).toFixed(0)} rows/s, ${(took / 1000).toFixed(1)} s, ${steps} steps of progress seen`,
  );
  say('the same : bare CSV parsing and bare inserts of the same rows', `${(took / floor).toFixed(1)} : 1`);

  const tablet = await ApiTablet.signIn(server.address, 'ivo-marrable');
  const times: number[] = [];
  for (let round = 0; round < 5; round++) {
    for (const word of WORDS) {
      const started = performance.now();
      await tablet.get(`/api/library/search?q=${encodeURIComponent(word)}`);
      if (round > 0) times.push(performance.now() - started);
    }
  }
  const health: number[] = [];
  for (let i = 0; i < 40; i++) {
    const started = performance.now();
    await tablet.get('/api/session');
    health.push(performance.now() - started);
  }
  say(
    'search at that size, with the way there and back (median, 95th percentile; an empty request)',
    `${median(times).toFixed(0)} ms, ${high(times).toFixed(0)} ms; ${median(health).toFixed(0)} ms`,
  );
  const floors: number[] = [];
  for (let i = 0; i < 10; i++) {
    const started = performance.now();
    await tablet.get('/api/floor');
    floors.push(performance.now() - started);
  }
  say(
    'the Floor at that size, with what changes in each open job (median)',
    `${median(floors).toFixed(0)} ms`,
  );
}
