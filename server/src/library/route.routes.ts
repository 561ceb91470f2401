import { keepRouteRequest, putRouteAwayRequest } from '@oak-gate/contract';
import type { RoutesView } from '@oak-gate/contract';
import { digestOf, own, routesOf } from '@oak-gate/core';
import { Router } from 'express';
import { actorOf } from '../people';
import { bodyOf } from '../platform/body';
import type { Library } from './library.service';

/** The routes that a job goes: those that ship, and those that the shop made of them. */
export function routeRoutes(library: Library): Router {
  const router = Router();

  router.get('/', async (_req, res) => {
    const state = await library.state();
    const shipped = library.services.catalogue.routes;
    const view: RoutesView = {
      routes: routesOf(shipped, state).map((route) => ({
        route,
        digest: digestOf(route),
        ours: own(state.routes, route.id) !== undefined,
        ships: shipped.some(({ id }) => id === route.id),
      })),
    };
    res.json(view);
  });
  router.post('/', async (req, res) => {
    const { id, route, seen, reason } = bodyOf(keepRouteRequest, req);
    await library.execute(id, { type: 'keepRoute', route, seen, reason }, actorOf(res));
    res.status(201).json({ route: { id: route.id } });
  });
  router.post('/put-away', async (req, res) => {
    const { id, route, reason } = bodyOf(putRouteAwayRequest, req);
    await library.execute(id, { type: 'putRouteAway', route, reason }, actorOf(res));
    res.status(201).json({ route: { id: route } });
  });
  return router;
}
