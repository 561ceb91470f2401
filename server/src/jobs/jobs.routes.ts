import { jobCommandRequest, openJobRequest } from '@oak-gate/contract';
import { Router } from 'express';
import type { Response } from 'express';
import { actorOf } from '../people';
import { bodyOf } from '../platform/body';
import { ProblemError } from '../platform/problem-error';
import { jobChain } from '../record';
import type { Services } from '../services';
import type { Jobs } from './jobs.service';

const HEARTBEAT_MS = 20_000;

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
    res.set({ 'Content-Type': 'text/event-stream', 'Cache-Control': 'no-store', Connection: 'keep-alive' });
    res.flushHeaders();
    const send = (text: string): void => {
      res.write(text);
      (res as Response & { flush: () => void }).flush(); // the compressing layer would hold it back
    };
    send(': open\n\n');
    const stop = ledger.onAppended((grown, entries) => {
      if (grown === chain) send(`data: ${JSON.stringify({ entries })}\n\n`);
    });
    const heartbeat = setInterval(() => {
      send(': still here\n\n');
    }, HEARTBEAT_MS);
    req.on('close', () => {
      clearInterval(heartbeat);
      stop();
    });
  });
  return router;
}
