import { jobCommandRequest, openJobRequest } from '@oak-gate/contract';
import { Router } from 'express';
import { actorOf } from '../people';
import { bodyOf } from '../platform/body';
import { ProblemError } from '../platform/problem-error';
import { sendEvents } from '../platform/event-stream';
import { jobChain, LIBRARY } from '../record';
import type { Services } from '../services';
import type { Jobs } from './jobs.service';

export function jobRoutes({ ledger, pins, sessions }: Services, jobs: Jobs): Router {
  const router = Router();
  router.use(sessions.demand);

  router.post('/', async (req, res) => {
    const { jobId } = await jobs.open(bodyOf(openJobRequest, req), actorOf(res));
    res.status(201).json({ jobId });
  });
  router.get('/:jobId/entries', async (req, res) => {
    await jobs.state(req.params.jobId);
    const from = Number(req.query['from'] ?? 1);
    res.json({
      entries: await ledger.entries(
        jobChain(req.params.jobId),
        Number.isSafeInteger(from) && from > 0 ? from : 1,
      ),
    });
  });
  // What arrived in the library since the limits were pinned, and what adopting it would change, reading by reading.
  router.get('/:jobId/news', async (req, res) => {
    res.json(await jobs.news(req.params.jobId));
  });
  router.post('/:jobId/commands', async (req, res) => {
    const { id, command, pin } = bodyOf(jobCommandRequest, req);
    const by = actorOf(res);
    if (command.type === 'signGate' || command.type === 'addSupplement') {
      if (pin === undefined || pin === '') throw ProblemError.of('PIN_NEEDED', { action: 'signing' });
      await pins.check(by.id, by.name, pin, 'signed');
    }
    const { entries, repeated } = await jobs.command(req.params.jobId, id, command, by);
    res.status(repeated ? 200 : 201).json({ entries });
  });
  // Other tablets hear of what was written here.
  router.get('/:jobId/stream', async (req, res) => {
    const chain = jobChain(req.params.jobId);
    await jobs.state(req.params.jobId);
    sendEvents<unknown>(req, res, (send) =>
      ledger.onAppended((grown, entries) => {
        if (grown === chain) send({ entries });
        // What is judged by may have moved: the tablet asks for the news of its job.
        else if (grown === LIBRARY) send({ library: true });
      }),
    );
  });
  return router;
}
