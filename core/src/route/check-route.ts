import { restsOn, restingOn } from './route';
import type { Route, Stage } from './route';

/** What keeps a route from being followed. */
export type RouteFault =
  | { readonly kind: 'stageTwice'; readonly stage: Stage }
  | { readonly kind: 'sheetTwice'; readonly sheet: string }
  /** A gate rests on one that does not come before it. */
  | { readonly kind: 'restsOnLater'; readonly stage: Stage; readonly on: Stage }
  /** Nobody would read the serial on the engine. */
  | { readonly kind: 'nobodyLooks' }
  /** The last gate seals the record: it has no sheet of its own, and rests on every other. */
  | { readonly kind: 'sealedOver'; readonly stage: Stage };

/** @returns the first fault; undefined where the route can be followed from its first gate to its last */
export function routeFault(route: Route): RouteFault | undefined {
  const { gates } = route;
  const seen = new Set<Stage>();
  const sheets = new Set<string>();
  for (const { stage, after = [], sheets: own } of gates) {
    if (seen.has(stage)) return { kind: 'stageTwice', stage };
    const later = after.find((each) => !seen.has(each));
    if (later !== undefined) return { kind: 'restsOnLater', stage, on: later };
    seen.add(stage);
    for (const sheet of own) {
      if (sheets.has(sheet)) return { kind: 'sheetTwice', sheet };
      sheets.add(sheet);
    }
  }
  if (!gates.some(({ conditions }) => conditions.includes('identityConfirmed')))
    return { kind: 'nobodyLooks' };
  const last = gates.at(-1);
  if (last === undefined) return { kind: 'nobodyLooks' };
  if (last.sheets.length > 0) return { kind: 'sealedOver', stage: last.stage };
  const left = gates.find(
    ({ stage }) => stage !== last.stage && !restingOn(route, stage).some((gate) => gate === last),
  );
  if (left !== undefined) return { kind: 'sealedOver', stage: left.stage };
  // What is sealed without waiting for those before it would leave them out.
  return restsOn(route, last).length > 0 && !last.conditions.includes('gatesBefore')
    ? { kind: 'sealedOver', stage: last.stage }
    : undefined;
}
