import { createHash, randomUUID } from 'node:crypto';
import { createWriteStream, mkdirSync, rmSync } from 'node:fs';
import { open } from 'node:fs/promises';
import { join } from 'node:path';
import { Transform } from 'node:stream';
import { pipeline } from 'node:stream/promises';
import type { Actor } from '@oak-gate/core';
import { Router } from 'express';
import type { Request } from 'express';
import * as z from 'zod';
import { actorOf } from '../people';
import { checked } from '../platform/body';
import { sendEvents } from '../platform/event-stream';
import { ProblemError } from '../platform/problem-error';
import { kindOfContent } from '../platform/content-kind';
import { LibraryImport } from './library-import';
import type { SentFile } from './library-import';
import type { Library } from './library.service';

const LARGEST_IMPORT = 64 * 1024 * 1024;
const HEAD_BYTES = 8192;
/** Imports that have ended and can still be asked about. */
const ENDED_KEPT = 20;

/** Many documents from one file, streamed: with progress, and stopped when somebody says so. */
export function importRoutes(library: Library): Router {
  const router = Router();
  const { folder, logger } = library.services;
  const imports = new Map<string, LibraryImport>();
  const found = (id: string): LibraryImport => {
    const one = imports.get(id);
    if (one === undefined) throw ProblemError.of('IMPORT_UNKNOWN', { batchOf: id });
    return one;
  };
  const running = (): LibraryImport | undefined => [...imports.values()].find(({ runs }) => runs);
  const keep = (one: LibraryImport): void => {
    for (const id of [...imports.keys()].slice(0, -ENDED_KEPT)) imports.delete(id);
    imports.set(one.id, one);
  };
  let receiving = false;

  router.get('/', (_req, res) => {
    res.json({ running: running()?.progress() ?? null });
  });
  router.post('/', async (req, res) => {
    const { name } = checked(z.object({ name: z.string().min(1).max(200) }), req.query);
    const by = actorOf(res);
    const other = running();
    if (other !== undefined || receiving)
      throw ProblemError.of('IMPORT_RUNS', { file: other?.progress().file ?? name });
    receiving = true;
    try {
      const file = await receive(req, join(folder, 'uploads'), name);
      await sweep(library, by);
      const one = new LibraryImport(library, file, by);
      keep(one);
      void one
        .run()
        .catch((error: unknown) => {
          logger.error({ err: error, file: name }, 'an import failed');
        })
        .finally(() => {
          rmSync(file.path, { force: true });
        });
      res.status(202).json(one.progress());
    } finally {
      receiving = false;
    }
  });
  router.get('/:id', (req, res) => {
    res.json(found(req.params.id).progress());
  });
  router.get('/:id/stream', (req, res) => {
    const one = found(req.params.id);
    const send = sendEvents(req, res, (sendOne) => one.watch(sendOne));
    send(one.progress());
  });
  router.delete('/:id', (req, res) => {
    const one = found(req.params.id);
    one.cancel();
    res.json(one.progress());
  });
  return router;
}

/** What an import left behind that a stopped server never finished: it was never in the library, and never will be. */
async function sweep(library: Library, by: Actor): Promise<void> {
  for (const batchOf of Object.keys((await library.state()).imports))
    await library.run(
      { type: 'abandonImport', batchOf, reason: 'the server stopped before it was finished' },
      by,
    );
}

/** Takes a file as it comes, counting and hashing; what is too large is stopped there and leaves nothing behind. */
async function receive(req: Request, folder: string, name: string): Promise<SentFile> {
  mkdirSync(folder, { recursive: true });
  const path = join(folder, `${randomUUID()}.import`);
  const hash = createHash('sha256');
  let bytes = 0;
  const tooLarge = (): ProblemError => ProblemError.of('FILE_TOO_LARGE', { limit: '64 MB' });
  if (Number(req.headers['content-length'] ?? 0) > LARGEST_IMPORT) throw tooLarge();
  const counting = new Transform({
    transform(piece: Buffer, _encoding, done) {
      bytes += piece.length;
      hash.update(piece);
      if (bytes > LARGEST_IMPORT) done(tooLarge());
      else done(null, piece);
    },
  });
  try {
    await pipeline(req, counting, createWriteStream(path));
    return { name, path, bytes, sha256: hash.digest('hex'), kind: await kindOf(name, path, bytes) };
  } catch (error) {
    rmSync(path, { force: true });
    throw error;
  }
}

async function kindOf(file: string, path: string, bytes: number): Promise<SentFile['kind']> {
  if (bytes === 0) throw ProblemError.of('FILE_NOT_TEXT', { file, because: 'it is empty' });
  const handle = await open(path);
  const head = Buffer.alloc(Math.min(bytes, HEAD_BYTES));
  await handle.read(head, 0, head.length, 0);
  await handle.close();
  // The head may end within a character: text is told by everything before it.
  const kind = await kindOfContent(bytes > HEAD_BYTES ? withoutTail(head) : head);
  if (kind === 'text/plain') return /^\s*[{[]/.test(head.toString('utf8')) ? 'json' : 'text';
  if (kind === 'application/json') return 'json';
  if (
    kind === 'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet' ||
    kind === 'application/zip'
  )
    return 'workbook';
  throw ProblemError.of('FILE_NOT_THAT_TYPE', {
    file,
    wanted: 'a CSV file, an XLSX workbook or a JSON document',
    found: kind === undefined ? 'its content is of no known kind' : `its content is ${kind}`,
  });
}
const withoutTail = (head: Buffer): Buffer => {
  let end = head.length;
  while (end > 0 && (head[end - 1] ?? 0) >= 0x80) end--;
  return head.subarray(0, end);
};
