import { createHash } from 'node:crypto';
import { cellWords, draftRevisionRequest, engineModelFile, publishRevisionRequest } from '@oak-gate/contract';
import * as z from 'zod';
import type { LibraryView, RevisionView } from '@oak-gate/contract';
import { currentRevisions, decideLibrary, EMPTY_LIBRARY, readLimitTable, revisionId } from '@oak-gate/core';
import type { Actor, EngineModel, KeptRevision, LibraryCommand, LibraryState } from '@oak-gate/core';
import express, { Router } from 'express';
import { actorOf } from '../people';
import { bodyOf, checked } from '../platform/body';
import type { Clock } from '../platform/clock';
import { orThrow, ProblemError } from '../platform/problem-error';
import { LIBRARY } from '../record';
import type { Services } from '../services';
import { readCsv } from './read-csv';

const LARGEST_TABLE = '5mb';

const stateOf = (kept: KeptRevision, current: readonly KeptRevision[], on: string): RevisionView['state'] => {
  if (kept.published === undefined) return 'draft';
  if (current.includes(kept)) return 'current';
  return kept.revision.effective > on ? 'published' : 'superseded';
};
const modelsOf = (state: LibraryState, kept: KeptRevision): EngineModel[] =>
  Object.values(state.models)
    .map(({ model }) => model)
    .filter(({ id }) => kept.revision.appliesTo.models?.includes(id) !== false);

function libraryView(state: LibraryState, clock: Clock): LibraryView {
  const on = clock.now().slice(0, 10);
  const current = currentRevisions(state, on);
  return {
    revisions: Object.values(state.revisions)
      .map((kept) => ({
        ...(kept.revision as LibraryView['revisions'][number]),
        rowCount: kept.rows.length,
        state: stateOf(kept, current, on),
      }))
      .sort((a, b) =>
        a.number === b.number ? (a.effective < b.effective ? 1 : -1) : a.number < b.number ? -1 : 1,
      ),
    models: Object.values(state.models).map(({ model, digest }) => ({
      id: model.id,
      maker: model.maker,
      name: model.name,
      engineClass: model.engineClass,
      cylinders: model.layout.cylinders.length,
      digest,
    })),
  };
}

export function libraryRoutes({ ledger, sessions, catalogue, clock }: Services): Router {
  const router = Router();
  router.use(sessions.demand);
  const state = async (): Promise<LibraryState> => (await ledger.state(LIBRARY)) ?? EMPTY_LIBRARY;
  const execute = (id: string, command: LibraryCommand, by: Actor): Promise<unknown> =>
    ledger.execute({
      id,
      chain: LIBRARY,
      by,
      body: command,
      decide: (now = EMPTY_LIBRARY) => orThrow(decideLibrary(now, command, by)),
    });
  const revisionOf = async (id: string): Promise<KeptRevision> => {
    const kept = (await state()).revisions[id];
    if (kept === undefined) throw ProblemError.of('REVISION_UNKNOWN', { revision: id });
    return kept;
  };

  router.get('/', async (_req, res) => {
    res.json(libraryView(await state(), clock));
  });
  router.get('/models/:id', async (req, res) => {
    const found = (await state()).models[req.params.id];
    if (found === undefined) throw ProblemError.of('MODEL_UNKNOWN', { model: req.params.id });
    res.json(found.model);
  });
  router.post('/models', async (req, res) => {
    const { id, file } = bodyOf(z.strictObject({ id: z.uuid(), file: z.unknown() }), req);
    const { model } = checked(engineModelFile, file);
    await execute(id, { type: 'importModel', model }, actorOf(res));
    res.status(201).json({ model });
  });
  router.post('/revisions', async (req, res) => {
    const { id, revision } = bodyOf(draftRevisionRequest, req);
    const { models, serialFrom, serialTo, ...stated } = revision;
    const drafted = {
      ...stated,
      id: revisionId(stated.number, stated.revision),
      appliesTo: {
        models,
        ...(serialFrom === null ? {} : { serialFrom }),
        ...(serialTo === null ? {} : { serialTo }),
      },
    };
    await execute(id, { type: 'draftRevision', revision: drafted }, actorOf(res));
    res.status(201).json({ revision: drafted });
  });
  router.get('/revisions/:id', async (req, res) => {
    const kept = await revisionOf(req.params.id);
    const now = await state();
    const on = clock.now().slice(0, 10);
    res.json({
      revision: kept.revision,
      state: stateOf(kept, currentRevisions(now, on), on),
      rows: kept.rows,
      file: kept.file ?? null,
      drafted: kept.draftedBy,
      published: kept.published ?? null,
      models: modelsOf(now, kept),
    });
  });
  // The table comes as the file's own bytes, so that its hash is the file's.
  router.post(
    '/revisions/:id/rows',
    express.raw({ type: () => true, limit: LARGEST_TABLE }),
    async (req, res) => {
      const { command, name } = checked(
        z.object({ command: z.uuid(), name: z.string().max(200) }),
        req.query,
      );
      const kept = await revisionOf(req.params.id);
      const bytes = Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);
      const { header, lines } = readCsv(name, bytes);
      const table = readLimitTable({
        revision: kept.revision.id,
        header,
        lines,
        models: modelsOf(await state(), kept),
        characteristics: catalogue.characteristics,
      });
      if (!table.ok) {
        const errors = table.errors.map(({ line, column, fault }) => ({
          line,
          column,
          message: cellWords(fault),
        }));
        throw ProblemError.of('TABLE_WRONG', { errors: errors.length, file: name }, errors);
      }
      const file = { name, sha256: createHash('sha256').update(bytes).digest('hex') };
      await execute(
        command,
        { type: 'importRows', revision: kept.revision.id, file, rows: table.rows },
        actorOf(res),
      );
      res.status(201).json({ rows: table.rows.length });
    },
  );
  router.post('/revisions/:id/publish', async (req, res) => {
    const { id, secondLook } = bodyOf(publishRevisionRequest, req);
    await execute(id, { type: 'publishRevision', revision: req.params.id, secondLook }, actorOf(res));
    res.status(201).json({ revision: req.params.id });
  });
  return router;
}
