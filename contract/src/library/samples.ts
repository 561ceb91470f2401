import { DOCUMENT_KINDS, ENGINE_CLASSES, INSTRUMENT_KINDS } from '@oak-gate/core';
import * as z from 'zod';
import type { DeepReadonly } from '../common/values';

/** What ships for a new shop: each piece is taken by itself, and is the shop's own from then on. */
export const samplesView = z.object({
  models: z.array(
    z.object({
      id: z.string(),
      maker: z.string(),
      name: z.string(),
      engineClass: z.enum(ENGINE_CLASSES),
      cylinders: z.int(),
      /** One of this name is in the library. */
      taken: z.boolean(),
    }),
  ),
  documents: z.array(
    z.object({
      id: z.string(),
      title: z.string(),
      kind: z.enum(DOCUMENT_KINDS),
      models: z.array(z.string()),
      /** Models that it speaks of and that are not in the library yet. */
      missing: z.array(z.string()),
      taken: z.boolean(),
    }),
  ),
  instruments: z.array(
    z.object({
      id: z.string(),
      name: z.string(),
      kind: z.enum(INSTRUMENT_KINDS),
      unit: z.enum(['thou', 'in', 'mm', 'um']),
      resolution: z.string(),
      uncertainty: z.string(),
      blades: z.array(z.string()),
    }),
  ),
});
export type SamplesView = DeepReadonly<z.output<typeof samplesView>>;
export const takeSampleRequest = z.strictObject({ id: z.uuid() });
