import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { characteristic, route } from '@oak-gate/contract';
import * as z from 'zod';
import { DOCUMENT_KINDS } from '@oak-gate/core';
import type { Characteristic, EngineClass, LimitPolicy, Route } from '@oak-gate/core';

/** Data that ships with the product: what is measured, which gates a job passes, which kinds of document are stronger. */
export interface Catalogue {
  readonly characteristics: readonly Characteristic[];
  readonly route: Route;
  readonly policyFor: (engineClass: EngineClass) => LimitPolicy;
}
const policies = z.object({
  default: z.array(z.enum(DOCUMENT_KINDS)),
  byClass: z.partialRecord(
    z.enum(['aircraft', 'marine', 'tractor', 'heavyDiesel', 'twoStroke', 'ship']),
    z.array(z.enum(DOCUMENT_KINDS)),
  ),
});

export function loadCatalogue(folder: string): Catalogue {
  const read = (file: string): unknown => JSON.parse(readFileSync(join(folder, file), 'utf8'));
  const order = policies.parse(read('limit-policies.json'));
  return {
    characteristics: z.array(characteristic).parse(read('characteristics.json')),
    route: route.parse(read('route-ring-gaps.json')),
    policyFor: (engineClass) => ({ order: order.byClass[engineClass] ?? order.default }),
  };
}
