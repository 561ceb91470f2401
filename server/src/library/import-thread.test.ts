import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import type { Worker } from 'node:worker_threads';
import { join } from 'node:path';
import { ProblemError } from '../platform/problem-error';
import { startThread } from '../platform/worker-thread';
import { ImportThreads } from './import-thread';
import type { ImportPiece, ImportSource } from './read-import';

jest.setTimeout(60_000);
const folder = mkdtempSync(join(tmpdir(), 'oak-gate-import-'));
afterAll(() => rmSync(folder, { recursive: true }));

const source = (kind: ImportSource['kind'], text: string): ImportSource => {
  const path = join(folder, 'sent');
  writeFileSync(path, text);
  return {
    name: 'sent',
    path,
    bytes: text.length,
    kind,
    models: [],
    characteristics: [],
    revisions: ['K-1 rev A'],
  };
};
const threads = new ImportThreads();
async function all(of: ImportSource, by = threads): Promise<ImportPiece[] | string> {
  const pieces: ImportPiece[] = [];
  try {
    for await (const piece of by.read(of)) pieces.push(piece);
    return pieces;
  } catch (error) {
    return error instanceof ProblemError ? `${error.code}: ${error.details().title}` : String(error);
  }
}
const HEADER = 'document,revision,title,kind,issued,effective,for_models,row,characteristic,min,max,unit';
const line = (document: string): string => `${document},A,Title,manual,2026-01-01,2026-01-02,,1,x,0.01,,in`;

test('a file is told a piece at a time, with what is wrong in it, and no more than anybody reads', async () => {
  const pieces = await all(
    source('text', [HEADER, ...Array.from({ length: 900 }, (_, i) => line(`X-${i}`))].join('\n')),
  );
  if (typeof pieces === 'string') throw new Error(pieces);
  const errors = pieces.flatMap((each) => each.errors);
  expect(errors.length).toBeGreaterThan(200);
  expect(errors.length).toBeLessThan(210);
  expect(errors[0]).toMatchObject({ line: 2, column: 'characteristic' });
});
test.each<[string, ImportSource['kind'], string, RegExp]>([
  ['no documents', 'text', `${HEADER}\n`, /^FILE_NOT_TEXT: .*holds no documents/],
  ['a quote that never ends', 'text', `${HEADER}\n"x`, /^FILE_NOT_TEXT/],
  ['no JSON', 'json', '[{', /^FILE_NOT_TEXT: .*not JSON/],
  ['JSON that is no document', 'json', '[1]', /^BODY_WRONG/],
  [
    'lists in lists without end',
    'json',
    `${'['.repeat(200_000)}${']'.repeat(200_000)}`,
    /^(BODY_WRONG|FILE_NOT_TEXT)/,
  ],
])('refused by its reader: %s', async (_what, kind, text, said) => {
  expect(await all(source(kind, text))).toMatch(said);
});
test('a file that takes too long ends its thread, and says so', async () => {
  const long = source('text', [HEADER, ...Array.from({ length: 20_000 }, () => line('X-1'))].join('\n'));
  expect(await all(long, new ImportThreads({ millisecondsAPiece: 20, megabytes: 512 }))).toMatch(
    /^FILE_TOO_MUCH: .*longer than 0.02 seconds/,
  );
});
test('a file that takes too much memory ends its thread, and says so', async () => {
  const wide = source('json', `[${'{"a":[1,2,3]},'.repeat(1_000_000)}1]`);
  expect(await all(wide, new ImportThreads({ millisecondsAPiece: 60_000, megabytes: 24 }))).toMatch(
    /^FILE_TOO_MUCH: .*24 MB/,
  );
});
test('nothing of it is taken apart in this thread', async () => {
  const parse = jest.spyOn(JSON, 'parse');
  const large = source('json', JSON.stringify(['x'.repeat(2_000_000)]));
  expect(await all(large)).toMatch(/^BODY_WRONG/);
  expect(parse.mock.calls.filter(([text]) => text.length > 100_000)).toEqual([]);
  parse.mockRestore();
});
test('a reading that nobody goes on with ends its thread, and one that is whole is there for the next', async () => {
  const start = jest.fn(startThread);
  const own = new ImportThreads({ millisecondsAPiece: 60_000, megabytes: 512 }, start);
  const many = source('text', [HEADER, ...Array.from({ length: 900 }, (_, i) => line(`X-${i}`))].join('\n'));
  for await (const _piece of own.read(many)) break;
  const again = await all(source('json', '[1]'), own);
  const next = await all(source('json', '[1]'), own);
  expect([again, next]).toEqual([expect.stringMatching(/^BODY_WRONG/), again]);
  const [left, kept, ...more] = start.mock.results.map(({ value }) => (value as Worker).threadId);
  expect([left, (kept ?? 0) > 0, more]).toEqual([-1, true, []]);
});
