import { changeInstrumentRequest, recordCheckRequest, registerInstrumentRequest } from '@oak-gate/contract';
import { decideInstruments, NO_INSTRUMENTS } from '@oak-gate/core';
import type { Actor, InstrumentCommand } from '@oak-gate/core';
import { Router } from 'express';
import { actorOf } from '../people';
import { bodyOf } from '../platform/body';
import { orThrow } from '../platform/problem-error';
import { INSTRUMENTS } from '../record';
import type { Services } from '../services';

export function instrumentRoutes({ ledger }: Services): Router {
  const router = Router();
  const execute = (id: string, command: InstrumentCommand, by: Actor): Promise<unknown> =>
    ledger.execute({
      id,
      chain: INSTRUMENTS,
      by,
      body: command,
      decide: (state = NO_INSTRUMENTS) => orThrow(decideInstruments(state, command, by)),
    });

  router.get('/', async (_req, res) => {
    const state = (await ledger.state(INSTRUMENTS)) ?? NO_INSTRUMENTS;
    res.json(Object.values(state.instruments).sort((a, b) => (a.id < b.id ? -1 : 1)));
  });
  router.post('/', async (req, res) => {
    const { id, instrument } = bodyOf(registerInstrumentRequest, req);
    await execute(id, { type: 'registerInstrument', instrument }, actorOf(res));
    res.status(201).json({ instrument });
  });
  router.post('/changes', async (req, res) => {
    const { id, ...change } = bodyOf(changeInstrumentRequest, req);
    await execute(id, { type: 'changeInstrument', ...change }, actorOf(res));
    res.status(201).json({ instrument: change.instrument });
  });
  router.post('/checks', async (req, res) => {
    const { id, ...check } = bodyOf(recordCheckRequest, req);
    await execute(id, { type: 'recordCheck', ...check }, actorOf(res));
    res.status(201).json(check);
  });
  return router;
}
