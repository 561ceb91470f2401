import type { EngineList, FloorView } from '@oak-gate/contract';
import { NO_INSTRUMENTS } from '@oak-gate/core';

import { Router } from 'express';
import type { Jobs } from '../jobs';
import { INSTRUMENTS, PEOPLE, projectionStore } from '../record';
import type { Services } from '../services';
import { byUrgency, instrumentNeeds, needsOf, openJobRow, sealedJobRow } from './floor-view';

export function floorRoutes({ db, ledger, sessions, clock }: Services, jobs: Jobs): Router {
  const router = Router();
  router.use(sessions.demand);
  router.get('/floor', async (_req, res) => {
    const now = clock.now();
    const on = now.slice(0, 10);
    const rows = await projectionStore.jobs(db.read);
    const open = await Promise.all(
      rows
        .filter(({ sealedAt }) => sealedAt === null)
        .map(async ({ jobId }) => {
          const state = await jobs.state(jobId);
          return { state, news: await jobs.newsOf(state) };
        }),
    );
    const register = (await ledger.state(INSTRUMENTS)) ?? NO_INSTRUMENTS;
    const people = await ledger.state(PEOPLE);
    const view: FloorView = {
      shop: people?.shop?.name ?? '',
      today: now,
      needs: [
        ...open.flatMap(({ state, news }) => needsOf(state, on, news)),
        ...instrumentNeeds(Object.values(register.instruments), on, now),
      ].sort(byUrgency),
      jobs: [
        ...open.map(({ state, news }) => openJobRow(state, on, news)),
        ...rows
          .filter(({ sealedAt }) => sealedAt !== null)
          .map(sealedJobRow)
          .reverse(),
      ],
    };
    res.json(view);
  });
  router.get('/engines', async (_req, res) => {
    const engines = new Map<string, EngineList[number]>();
    for (const {
      engineId,
      serial,
      modelName,
      jobId,
      number,
      openedAt,
      sealedAt,
    } of await projectionStore.jobs(db.read)) {
      const so = engines.get(engineId) ?? { engineId, serial, model: modelName, jobs: [] };
      engines.set(engineId, { ...so, serial, jobs: [...so.jobs, { jobId, number, openedAt, sealedAt }] });
    }
    res.json([...engines.values()]);
  });
  return router;
}
