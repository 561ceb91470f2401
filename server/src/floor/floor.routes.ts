import type { EngineList } from '@oak-gate/contract';
import { Router } from 'express';
import type { Jobs } from '../jobs';
import { actorOf } from '../people';
import { projectionStore } from '../record';
import type { Services } from '../services';
import { Floor } from './floor.service';

export function floorRoutes(services: Services, jobs: Jobs): Router {
  const { db } = services;
  const floor = new Floor(services, jobs);
  const router = Router();
  router.get('/floor', async (req, res) => {
    const from = Number(req.query['from'] ?? 0);
    res.json(await floor.view(Number.isSafeInteger(from) && from > 0 ? from : 0, actorOf(res)));
  });
  router.get('/engines', async (_req, res) => {
    const engines = new Map<string, EngineList[number]>();
    for (const row of await projectionStore.jobs(db.read)) {
      const { engineId, serial, modelName, jobId, number, openedAt, sealedAt, sealDigest, supplements } = row;
      const so = engines.get(engineId) ?? { engineId, serial, model: modelName, jobs: [] };
      const job = { jobId, number, openedAt, sealedAt, sealDigest, supplements };
      engines.set(engineId, { ...so, serial, jobs: [...so.jobs, job] });
    }
    res.json([...engines.values()]);
  });
  return router;
}
