import * as z from 'zod';
import { id, reason, sha256 } from '../common/values';
import type { DeepReadonly } from '../common/values';
import { route } from '../release/schemas';

/** The routes that a job may be opened on. `ours`: the shop's own, or the shop's in the place of one that ships. */
export const routesView = z.object({
  routes: z.array(z.object({ route, digest: sha256, ours: z.boolean(), ships: z.boolean() })),
});
export type RoutesView = DeepReadonly<z.output<typeof routesView>>;
/** `seen`: the digest of the route as it stood on the screen; null of one that is new. */
export const keepRouteRequest = z.strictObject({ id: z.uuid(), route, seen: sha256.nullable(), reason });
export const putRouteAwayRequest = z.strictObject({ id: z.uuid(), route: id, reason });
