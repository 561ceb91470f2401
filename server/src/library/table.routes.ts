import { createHash } from 'node:crypto';
import { readTableRequest, takeTableRequest } from '@oak-gate/contract';
import type { RowAnswers, TableMapping } from '@oak-gate/core';
import { Router } from 'express';
import * as z from 'zod';
import { actorOf } from '../people';
import { bodyOf, checked } from '../platform/body';
import { bytesOf, rawBody } from '../platform/raw-body';
import type { Library } from './library.service';
import { mappingStore } from './mapping.store';
import type { TableQuestion } from './table-preview';
import { Uploads } from './uploads';

const LARGEST_TABLE = '8mb';

/** A table from a file into a draft: sent once, looked at as often as it takes, taken in as a whole. */
export function tableRoutes(library: Library): Router {
  const router = Router();
  const { files } = library;
  const { db, clock, folder } = library.services;
  const uploads = new Uploads(`${folder}/uploads`);

  const question = async (
    revision: string,
    file: { readonly upload: string; readonly name: string; readonly bytes: Uint8Array },
    how: { readonly sheet: number; readonly mapping: TableMapping | null; readonly answers: RowAnswers },
    by: string,
    maker = '',
  ): Promise<TableQuestion> => {
    const state = await library.state();
    const kept = await library.revision(revision);
    return {
      revision,
      ...file,
      ...how,
      by,
      models: library.modelsOf(state, kept),
      characteristics: library.characteristics(state),
      remembered: maker === '' ? undefined : await mappingStore.of(db, maker),
    };
  };
  const AS_IT_IS = { sheet: 0, mapping: null, answers: {} };
  const name = z.string().min(1).max(200);

  router.get('/makers', async (_req, res) => {
    res.json({ makers: await mappingStore.makers(db) });
  });
  // A table in our own columns goes straight in; its hash is that of the file's own bytes.
  router.post('/:id/rows', rawBody(LARGEST_TABLE), async (req, res) => {
    const query = checked(z.object({ command: z.uuid(), name }), req.query);
    const bytes = bytesOf(req);
    const sha256 = createHash('sha256').update(bytes).digest('hex');
    const sent = { upload: sha256, name: query.name, bytes };
    const asked = await question(req.params.id, sent, AS_IT_IS, actorOf(res).name);
    const { rows } = await files.read('rows', { ...asked, ownOnly: true });
    const file = { name: query.name, sha256 };
    await library.execute(
      query.command,
      { type: 'importRows', revision: req.params.id, file, rows },
      actorOf(res),
    );
    res.status(201).json({ rows: rows.length });
  });
  router.post('/:id/table', rawBody(LARGEST_TABLE), async (req, res) => {
    const query = checked(z.object({ name, maker: z.string().max(120).default('') }), req.query);
    const bytes = bytesOf(req);
    const upload = createHash('sha256').update(bytes).digest('hex');
    const sent = { upload, name: query.name, bytes };
    const asked = await question(req.params.id, sent, AS_IT_IS, actorOf(res).name, query.maker);
    const preview = await files.read('preview', asked);
    // What could not be read is not kept.
    uploads.put(upload, query.name, bytes, clock.now());
    res.status(201).json(preview);
  });
  router.post('/:id/table/:upload/read', async (req, res) => {
    const how = bodyOf(readTableRequest, req);
    const file = { upload: req.params.upload, ...uploads.get(req.params.upload) };
    res.json(await files.read('preview', await question(req.params.id, file, how, actorOf(res).name)));
  });
  router.post('/:id/table/:upload/take', async (req, res) => {
    const { id, maker, ...how } = bodyOf(takeTableRequest, req);
    const sent = uploads.get(req.params.upload);
    const asked = await question(
      req.params.id,
      { upload: req.params.upload, ...sent },
      how,
      actorOf(res).name,
    );
    const { rows, mapping, header } = await files.read('rows', asked);
    const file = { name: sent.name, sha256: req.params.upload };
    await library.execute(id, { type: 'importRows', revision: req.params.id, file, rows }, actorOf(res));
    if (maker.trim() !== '' && mapping !== undefined)
      await mappingStore.keep(db, maker.trim(), { mapping, header }, clock.now());
    res.status(201).json({ rows: rows.length });
  });
  return router;
}
