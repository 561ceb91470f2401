import { readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { route as routeSchema } from '@oak-gate/contract';
import { CONDITIONS, conditionsOf, ROLES, shopRouteFault } from '@oak-gate/core';
import type { Route } from '@oak-gate/core';
import fc from 'fast-check';
import { CHARACTERISTICS } from '../../../testing/document';
import {
  copyOf,
  movedSheet,
  withCondition,
  withGateLabel,
  withIndependent,
  withoutGate,
  withoutSheet,
  withSecondLook,
  withSheet,
  withSigner,
} from './route-edit';

const FOLDER = join(__dirname, '../../../../../server/data/routes');
const SHIPPED = readdirSync(FOLDER).map((name) => ({
  name,
  route: routeSchema.parse(JSON.parse(readFileSync(join(FOLDER, name), 'utf8'))),
}));
const SHORT = SHIPPED.find(({ name }) => name === 'short-block-dry.json')!.route;
const sheetsOf = ({ gates }: Route, stage: string) => gates.find((gate) => gate.stage === stage)!.sheets;

test.each(SHIPPED)('$name is one that a shop may keep, and its copy is another one', ({ route }) => {
  expect(shopRouteFault(route, CHARACTERISTICS)).toBeUndefined();
  const copy = copyOf(route, [route.id, `${route.id}-2`]);
  expect(copy.id).toBe(`${route.id}-3`);
  expect(copy.covers).not.toBe(route.covers);
});
test('a sheet goes earlier and later in its stage, not beyond its ends, and to another gate with its guards', () => {
  const [first, second] = sheetsOf(SHORT, 'measure');
  expect(sheetsOf(movedSheet(SHORT, 'measure', second!, -1), 'measure').slice(0, 2)).toEqual([second, first]);
  expect(movedSheet(SHORT, 'measure', first!, -1)).toEqual(SHORT);
  const moved = withSheet(SHORT, 'rings', first!);
  expect(sheetsOf(moved, 'measure')).not.toContain(first);
  expect(sheetsOf(moved, 'rings')).toContain(first);
});
test('a second look goes with its sheet', () => {
  const [sheet] = sheetsOf(SHORT, 'rings');
  const looked = withSecondLook(SHORT, 'rings', sheet!, true);
  expect(looked.gates.find(({ stage }) => stage === 'rings')?.secondLooks).toEqual([sheet]);
  const without = withoutSheet(looked, 'rings', sheet!);
  expect('secondLooks' in without.gates.find(({ stage }) => stage === 'rings')!).toBe(false);
  expect(withSecondLook(looked, 'rings', sheet!, false)).toEqual(SHORT);
});
test('whatever is changed, a route that is kept waits for what no shop leaves out', () => {
  const small = fc.nat(30);
  const at = <T>(items: readonly T[], i: number): T => items[i % items.length]!;
  type Edit = (route: Route) => Route;
  const gate = (i: number, route: Route) => at(route.gates, i);
  const edits: fc.Arbitrary<Edit> = fc.oneof(
    fc.tuple(small, small).map(([i, j]): Edit => (r) => {
      const { stage, sheets } = gate(i, r);
      return sheets.length === 0 ? r : withoutSheet(r, stage, at(sheets, j));
    }),
    fc.tuple(small, small).map(([i, j]): Edit => (r) => {
      // To the first gate and the last no page brings a sheet.
      const inner = r.gates.slice(1, -1);
      return inner.length === 0 ? r : withSheet(r, at(inner, i).stage, at(CHARACTERISTICS, j).id);
    }),
    fc.tuple(small, small, fc.boolean()).map(([i, j, asked]): Edit => (r) => {
      const { stage, sheets } = gate(i, r);
      return sheets.length === 0 ? r : withSecondLook(r, stage, at(sheets, j), asked);
    }),
    fc.tuple(small, fc.constantFrom(...ROLES), fc.boolean()).map(
      ([i, role, signs]): Edit =>
        (r) =>
          withSigner(r, gate(i, r).stage, role, signs),
    ),
    fc.tuple(small, fc.boolean()).map(
      ([i, is]): Edit =>
        (r) =>
          withIndependent(r, gate(i, r).stage, is),
    ),
    small.map(
      (i): Edit =>
        (r) =>
          withGateLabel(r, gate(i, r).stage, 'Called otherwise'),
    ),
    fc.tuple(small, fc.constantFrom(...CONDITIONS)).map(
      ([i, condition]): Edit =>
        (r) =>
          conditionsOf(r, gate(i, r)).includes(condition)
            ? r
            : withCondition(r, gate(i, r).stage, condition, false),
    ),
    small.map((i): Edit => (r) => {
      const inner = r.gates.slice(1, -1);
      return inner.length < 2 ? r : withoutGate(r, at(inner, i).stage);
    }),
  );
  const starts: readonly Route[] = SHIPPED.map(({ route }) => route);
  fc.assert(
    fc.property(fc.constantFrom(...starts), fc.array(edits, { maxLength: 12 }), (start, all) => {
      const route = all.reduce<Route>((now, edit) => edit(now), start);
      const fault = shopRouteFault(route, CHARACTERISTICS);
      // Of what a page can do, only that nobody signs any more is left to be refused.
      if (fault !== undefined) expect(fault.kind).toBe('nobodySigns');
      expect(routeSchema.safeParse(route).success).toBe(
        route.gates.every(({ signedBy }) => signedBy.length > 0),
      );
    }),
    { numRuns: 400, seed: 20_261_128 },
  );
});
test.each([
  ['without an identity that is read', (r: Route) => withCondition(r, 'arrival', 'identityConfirmed', false)],
  ['without deciding findings', (r: Route) => withCondition(r, 'rings', 'findingsDecided', false)],
  ['without accepting places', (r: Route) => withCondition(r, 'rings', 'placesAccepted', false)],
  [
    'without accepting places at its seal',
    (r: Route) => withCondition(r, 'release', 'placesAccepted', false),
  ],
  ['before the gates before it', (r: Route) => withCondition(r, 'rings', 'gatesBefore', false)],
  ['with a sheet that nobody knows', (r: Route) => withSheet(r, 'rings', 'nothing')],
  ['with nobody who signs', (r: Route) => withSigner(r, 'rings', 'inspector', false)],
  ['without a name', (r: Route) => ({ ...r, covers: ' ' })],
])('refused: a route %s', (_, change) => {
  expect(shopRouteFault(SHORT, CHARACTERISTICS)).toBeUndefined();
  expect(shopRouteFault(change(SHORT), CHARACTERISTICS)).toBeDefined();
});
