import {
  checkModelRequest,
  draftModelRequest,
  dropModelDraftRequest,
  engineModelFile,
  importModelRequest,
  modelFile,
  newModelRequest,
  publishModelRequest,
} from '@oak-gate/contract';
import type { ModelView } from '@oak-gate/contract';
import { currentPin, currentRevisions, FIT_AXES, idOf, own, unusedId, versionPinned } from '@oak-gate/core';
import type { EngineModel, KeptModel, LibraryState } from '@oak-gate/core';
import { Router } from 'express';
import { actorOf } from '../people';
import { bodyOf, checked } from '../platform/body';
import { ProblemError } from '../platform/problem-error';
import { jobChain, projectionStore } from '../record';
import type { Library } from './library.service';

/** Engine models: in and out as files, made here, and changed by versions that a second person looks at. */
export function modelRoutes(library: Library): Router {
  const router = Router();

  router.get('/:id', async (req, res) => {
    res.json(await library.model(req.params.id));
  });
  router.get('/:id/versions', async (req, res) => {
    res.json(await viewOf(library, req.params.id));
  });
  router.get('/:id/file', async (req, res) => {
    const model = await library.model(req.params.id);
    res
      .attachment(`${model.id}.json`)
      .type('json')
      .send(`${JSON.stringify(modelFile(model), null, 2)}\n`);
  });
  router.post('/', async (req, res) => {
    const { id, file } = bodyOf(importModelRequest, req);
    const { model } = checked(engineModelFile, file);
    await library.execute(id, { type: 'importModel', model }, actorOf(res));
    res.status(201).json({ model });
  });
  // Its id is made of its name, and of no id that is there: nobody is asked for one.
  router.post('/new', async (req, res) => {
    const { id, file } = bodyOf(newModelRequest, req);
    const { model } = checked(engineModelFile, file);
    const there = Object.values((await library.state()).models).map((each) => each.model);
    const made = { ...model, id: unusedId(there, idOf(model.name)) };
    await library.execute(id, { type: 'importModel', model: made, isNew: true }, actorOf(res));
    res.status(201).json({ model: made });
  });
  router.post('/:id/draft', async (req, res) => {
    const { id, file, seen } = bodyOf(draftModelRequest, req);
    const { model } = checked(engineModelFile, file);
    if (model.id !== req.params.id)
      throw ProblemError.of('BODY_WRONG', {
        path: 'file.model.id',
        message: 'A version keeps the id of its model',
      });
    await library.execute(id, { type: 'draftModel', model, seen }, actorOf(res));
    res.status(201).json({ model });
  });
  router.post('/:id/draft/drop', async (req, res) => {
    const { id, reason } = bodyOf(dropModelDraftRequest, req);
    await library.execute(id, { type: 'dropModelDraft', model: req.params.id, reason }, actorOf(res));
    res.status(201).json({ model: { id: req.params.id } });
  });
  router.post('/:id/check', async (req, res) => {
    const { id, digest } = bodyOf(checkModelRequest, req);
    await library.execute(id, { type: 'checkModel', model: req.params.id, digest }, actorOf(res));
    res.status(201).json({ model: { id: req.params.id } });
  });
  router.post('/:id/publish', async (req, res) => {
    const { id } = bodyOf(publishModelRequest, req);
    await library.execute(id, { type: 'publishModel', model: req.params.id }, actorOf(res));
    res.status(201).json({ model: { id: req.params.id } });
  });
  return router;
}

async function viewOf(library: Library, id: string): Promise<ModelView> {
  const state = await library.state();
  const kept = own(state.models, id);
  if (kept === undefined) throw ProblemError.of('MODEL_UNKNOWN', { model: id });
  const { version, digest, model, earlier, draft } = kept;
  return {
    ...{ version, digest, model, earlier },
    draft:
      draft === undefined
        ? null
        : {
            ...{ digest: draft.digest, model: draft.model, writers: draft.writers },
            ...{ by: draft.draftedBy.by, at: draft.draftedBy.at },
            checked:
              draft.checked === undefined
                ? null
                : {
                    ...{ by: draft.checked.by, at: draft.checked.at },
                    samePerson: draft.checked.samePerson,
                  },
            rowsLost: rowsLost(library, state, draft.model),
          },
    jobs: await jobsOf(library, kept),
    characteristics: library.characteristics(state),
  };
}

/** Rows of documents in force that speak of a ring or a station which the model, as it is drafted, does not have. */
function rowsLost(
  library: Library,
  state: LibraryState,
  { id, layout }: EngineModel,
): readonly { readonly document: string; readonly row: string }[] {
  const ids = {
    groove: new Set(layout.grooves.map((each) => each.id)),
    member: new Set(layout.grooves.flatMap(({ members }) => members.map((each) => each.id))),
    station: new Set(layout.stations.map((each) => each.id)),
  };
  return currentRevisions(state, library.today())
    .filter(({ revision }) => revision.appliesTo.models?.includes(id) === true)
    .flatMap(({ revision, rows }) => {
      // What a document adds itself it need not find in the model.
      const added = new Set(rows.flatMap(({ rule, station }) => (rule?.kind === 'station' ? [station] : [])));
      return rows
        .filter(({ rule }) => rule?.kind !== 'station')
        .filter((row) =>
          FIT_AXES.some((axis) => {
            const named = row[axis];
            return named !== undefined && !ids[axis].has(named) && !(axis === 'station' && added.has(named));
          }),
        )
        .map(({ label }) => ({ document: revision.id, row: label }));
    });
}

async function jobsOf(
  { services }: Library,
  kept: KeptModel,
): Promise<readonly { readonly jobId: string; readonly number: string; readonly version: number | null }[]> {
  const open = (await projectionStore.openJobs(services.db.read)).filter(
    ({ model }) => model === kept.model.id,
  );
  return Promise.all(
    open.map(async ({ jobId, number }) => {
      const job = await services.ledger.state(jobChain(jobId));
      const pin = job === undefined ? undefined : currentPin(job);
      return {
        ...{ jobId, number },
        version: pin === undefined ? null : (versionPinned(kept, pin.model)?.version ?? null),
      };
    }),
  );
}
