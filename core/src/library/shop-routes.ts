import type { Characteristic } from '../engines/characteristic';
import { own } from '../kernel/own';
import type { Problem } from '../kernel/problem-data';
import { refuse } from '../kernel/refuse';
import { ok } from '../kernel/result';
import type { Result } from '../kernel/result';
import { routeFault } from '../route/check-route';
import type { RouteFault } from '../route/check-route';
import type { Condition, GateRule, Route, Stage } from '../route/route';
import { digestOf } from '../record/digest';
import type { LibraryEvent } from './library-events';
import type { LibraryFacts } from './library-facts';
import type { LibraryState } from './library-state';

export type RouteCommand =
  | {
      readonly type: 'keepRoute';
      readonly route: Route;
      /** The digest of the route as it was seen; null of one that is new. */
      readonly seen: string | null;
      readonly reason: string;
    }
  | { readonly type: 'putRouteAway'; readonly route: string; readonly reason: string };

/** Why a route of a shop is not kept: it cannot be followed, or something is left out that no shop may leave out. */
export type ShopRouteFault =
  | RouteFault
  | { readonly kind: 'leftOut'; readonly stage: Stage; readonly condition: Condition }
  | { readonly kind: 'noSheet'; readonly sheet: string }
  | { readonly kind: 'nothingCovered' }
  | { readonly kind: 'nobodySigns'; readonly stage: Stage }
  | { readonly kind: 'lookWithoutSheet'; readonly stage: Stage; readonly sheet: string };

/** What a gate waits for whatever a shop wants: an identity that is read, findings that are decided, places that are accepted. */
export function conditionsOf(route: Pick<Route, 'gates'>, gate: GateRule): readonly Condition[] {
  const isFirst = route.gates[0] === gate;
  if (isFirst) return ['identityConfirmed', 'documentsCurrent'];
  // The map is put down before anything is cleaned or mixed; what was odd is decided at the gate after it.
  if (gate.conditions.includes('mapComplete')) return ['gatesBefore', 'mapComplete'];
  // So is what the parts look like: what was rejected is decided there.
  if (gate.conditions.includes('partsInspected')) return ['gatesBefore', 'partsInspected'];
  const refit = gate.conditions.filter((each) => each === 'partsRefitted');
  return gate.sheets.length > 0 || route.gates.at(-1) === gate
    ? ['gatesBefore', 'findingsDecided', 'placesAccepted', ...refit]
    : ['gatesBefore', 'findingsDecided'];
}

/** @returns the first fault; undefined where a job can be opened on the route */
export function shopRouteFault(
  route: Route,
  known: readonly Pick<Characteristic, 'id'>[],
): ShopRouteFault | undefined {
  if (route.covers.trim() === '') return { kind: 'nothingCovered' };
  const fault = routeFault(route);
  if (fault !== undefined) return fault;
  for (const gate of route.gates) {
    const { stage, conditions, sheets, secondLooks = [], signedBy } = gate;
    if (signedBy.length === 0) return { kind: 'nobodySigns', stage };
    const missing = conditionsOf(route, gate).find((each) => !conditions.includes(each));
    if (missing !== undefined) return { kind: 'leftOut', stage, condition: missing };
    const unknown = sheets.find((sheet) => !known.some(({ id }) => id === sheet));
    if (unknown !== undefined) return { kind: 'noSheet', sheet: unknown };
    const look = secondLooks.find((sheet) => !sheets.includes(sheet));
    if (look !== undefined) return { kind: 'lookWithoutSheet', stage, sheet: look };
  }
  return undefined;
}

/** The routes that a job may be opened on: the shop's own in the place of those that ship. */
export function routesOf(
  shipped: readonly Route[],
  { routes }: Pick<LibraryState, 'routes'>,
): readonly Route[] {
  const ids = new Set(shipped.map(({ id }) => id));
  return [
    ...shipped.map((each) => own(routes, each.id) ?? each),
    ...Object.values(routes).filter(({ id }) => !ids.has(id)),
  ];
}

/** Decides what becomes of a route of the shop. */
export function decideRoute(
  state: LibraryState,
  command: RouteCommand,
  { shipped, shippedRoutes = [] }: LibraryFacts,
): Result<readonly LibraryEvent[], Problem> {
  const reason = command.reason.trim();
  if (reason === '') return refuse('REASON_MISSING', { action: 'change a route' });
  if (command.type === 'putRouteAway')
    return Object.hasOwn(state.routes, command.route)
      ? ok([{ type: 'routePutAway', v: 1, data: { route: command.route, reason } }])
      : refuse('ROUTE_NOT_OURS', { route: command.route });
  const { route, seen } = command;
  const all = routesOf(shippedRoutes, state);
  const there = all.find(({ id }) => id === route.id);
  if ((there === undefined ? null : digestOf(there)) !== seen)
    return refuse('ROUTE_MOVED', { route: route.covers });
  const named = all.find(({ id, covers }) => id !== route.id && covers.trim() === route.covers.trim());
  // The record's title says what it covers: two routes of one name could not be told apart there.
  if (named !== undefined) return refuse('ALREADY_THERE', { what: 'route', id: named.covers });
  const fault = shopRouteFault(route, [...shipped, ...Object.values(state.characteristics)]);
  if (fault !== undefined) return refuse('ROUTE_CANNOT', { route: route.covers, fault });
  return ok([{ type: 'routeKept', v: 1, data: { route, reason } }]);
}
