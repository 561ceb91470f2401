import { existsSync, readdirSync, readFileSync } from 'node:fs';
import { join } from 'node:path';
import { characteristic, issueWords, route, routeFaultWords } from '@oak-gate/contract';
import * as z from 'zod';
import { DOCUMENT_KINDS, routeFault } from '@oak-gate/core';
import type { Characteristic, EngineClass, LimitPolicy, Route } from '@oak-gate/core';
import { ProblemError } from '../platform/problem-error';

/** Data that ships with the product: what is measured, which gates a job passes, which kinds of document are stronger. */
export interface Catalogue {
  readonly characteristics: readonly Characteristic[];
  /** What a job may be opened on: those that ship, and those that the shop has in its data folder. Never empty. */
  readonly routes: readonly Route[];
  readonly policyFor: (engineClass: EngineClass) => LimitPolicy;
}
const policies = z.object({
  default: z.array(z.enum(DOCUMENT_KINDS)),
  byClass: z.partialRecord(
    z.enum(['aircraft', 'marine', 'tractor', 'heavyDiesel', 'twoStroke', 'ship']),
    z.array(z.enum(DOCUMENT_KINDS)),
  ),
});

/**
 * @param folder what ships
 * @param shop the shop's data folder: routes of its own lie in `routes/`; one with the id of a route that ships stands in its place
 * @throws ProblemError ROUTE_WRONG
 */
export function loadCatalogue(folder: string, shop?: string): Catalogue {
  const read = (file: string): unknown => JSON.parse(readFileSync(join(folder, file), 'utf8'));
  const order = policies.parse(read('limit-policies.json'));
  const routes = new Map<string, Route>();
  for (const from of [folder, ...(shop === undefined ? [] : [shop])])
    for (const each of routesIn(join(from, 'routes'))) routes.set(each.id, each);
  return {
    characteristics: z.array(characteristic).parse(read('characteristics.json')),
    // The first is taken where nobody says which: one that is for every engine.
    routes: [...routes.values()].sort(
      (a, b) => Number(a.classes !== undefined) - Number(b.classes !== undefined),
    ),
    policyFor: (engineClass) => ({ order: order.byClass[engineClass] ?? order.default }),
  };
}

function routesIn(folder: string): readonly Route[] {
  if (!existsSync(folder)) return [];
  const files = readdirSync(folder).filter((name) => name.endsWith('.json'));
  return files.sort().map((name) => routeIn(join(folder, name)));
}
function routeIn(file: string): Route {
  let data: unknown;
  try {
    data = JSON.parse(readFileSync(file, 'utf8'));
  } catch (error) {
    throw ProblemError.of('ROUTE_WRONG', { file, because: error instanceof Error ? error.message : '' });
  }
  const read = route.safeParse(data, { error: issueWords });
  if (!read.success) {
    const [issue] = read.error.issues;
    const because = `${issue?.path.join('.') ?? ''}: ${issue?.message ?? ''}`;
    throw ProblemError.of('ROUTE_WRONG', { file, because });
  }
  const fault = routeFault(read.data);
  if (fault !== undefined) throw ProblemError.of('ROUTE_WRONG', { file, because: routeFaultWords(fault) });
  return read.data;
}
