import { createHash, randomUUID } from 'node:crypto';
import { existsSync } from 'node:fs';
import { engineModelFile, takeSampleRequest } from '@oak-gate/contract';
import type { SamplesView } from '@oak-gate/contract';
import { own, revisionId } from '@oak-gate/core';
import { Router } from 'express';
import { readDemo } from '../demo';
import { actorOf } from '../people';
import { bodyOf, checked } from '../platform/body';
import { ProblemError } from '../platform/problem-error';
import type { Library } from './library.service';
import { statementOf } from './revision.routes';

type Samples = ReturnType<typeof readDemo>;

/** Pieces of the sample shop, one by one: a new shop takes what it has use for, and changes it. */
export function sampleRoutes(library: Library): Router {
  const router = Router();
  let read: Samples | undefined;
  const samples = (): Samples => {
    const folder = library.services.samples;
    if (!existsSync(folder)) throw ProblemError.of('NOT_FOUND', { path: folder });
    return (read ??= readDemo(folder));
  };
  const models = () => samples().models.map((file) => ({ file, ...checked(engineModelFile, file) }));

  router.get('/', async (_req, res) => {
    const state = await library.state();
    const view: SamplesView = {
      models: models().map(({ model }) => ({
        ...{ id: model.id, maker: model.maker, name: model.name, engineClass: model.engineClass },
        cylinders: model.layout.cylinders.length,
        taken: Object.values(state.models).some(
          (each) => each.model.maker === model.maker && each.model.name === model.name,
        ),
      })),
      documents: samples().documents.map(({ revision }) => {
        const id = revisionId(revision.number, revision.revision);
        return {
          ...{ id, title: revision.title, kind: revision.kind, models: revision.models },
          missing: revision.models.filter((model) => own(state.models, model) === undefined),
          taken: own(state.revisions, id) !== undefined,
        };
      }),
      instruments: samples().instruments.map(({ calibratedOn: _, dueOn: __, ...each }) => each),
    };
    res.json(view);
  });
  router.get('/models/:id', (req, res) => {
    const found = models().find(({ model }) => model.id === req.params.id);
    if (found === undefined) throw ProblemError.of('MODEL_UNKNOWN', { model: req.params.id });
    res.json(found.file);
  });
  // As a draft of whoever takes it, dated today: it holds when somebody else has compared it.
  router.post('/documents/:id/take', async (req, res) => {
    const { id } = bodyOf(takeSampleRequest, req);
    const by = actorOf(res);
    const found = samples().documents.find(
      ({ revision }) => revisionId(revision.number, revision.revision) === req.params.id,
    );
    if (found === undefined) throw ProblemError.of('REVISION_UNKNOWN', { revision: req.params.id });
    const today = library.today();
    const revision = statementOf({ ...found.revision, issued: today, effective: today });
    const state = await library.state();
    const unknown = found.revision.models.find((model) => own(state.models, model) === undefined);
    if (unknown !== undefined) throw ProblemError.of('MODEL_UNKNOWN', { model: unknown });
    const upload = createHash('sha256').update(found.table).digest('hex');
    // Read before anything is drafted: a draft without its rows would be left behind.
    const { rows } = await library.files.read('rows', {
      ...{ revision: revision.id, upload, name: found.rows, bytes: found.table, by: by.name },
      ...{ sheet: 0, mapping: null, answers: {}, ownOnly: true, remembered: undefined },
      models: library.modelsOf(state, { revision }),
      characteristics: library.characteristics(state),
    });
    await library.execute(id, { type: 'draftRevision', revision }, by);
    const file = { name: found.rows, sha256: upload };
    await library.execute(randomUUID(), { type: 'importRows', revision: revision.id, file, rows }, by);
    res.status(201).json({ revision: { id: revision.id } });
  });
  return router;
}
