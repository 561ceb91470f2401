import { SETTLED_AS } from '@oak-gate/core';
import type { ReworkCommand } from '@oak-gate/core';
import { name, reason } from '../common/values';
import * as z from 'zod';
import { newPart, partId, placeKey, reworkWord, saidOfParts } from '../engines/schemas';

const partNumber = name.nullable();
const underSignature = z.int().nullable();
export const reworkCommands = [
  z.strictObject({
    type: z.literal('fitParts'),
    slots: z.array(placeKey).min(1).max(400),
    ...newPart.shape,
    underSignature,
  }),
  z.strictObject({
    type: z.literal('replacePart'),
    part: partId,
    basedOn: z.int(),
    reason,
    instead: z.strictObject(newPart.shape).nullable(),
    underSignature,
  }),
  z.strictObject({
    type: z.literal('reworkPart'),
    part: partId,
    basedOn: z.int(),
    what: reworkWord,
    how: reason,
    underSignature,
  }),
  z.strictObject({
    type: z.literal('sayPartFacts'),
    parts: z.array(partId).min(1).max(400),
    from: z.array(z.strictObject({ partNumber, maker: partNumber, material: partNumber })).max(400),
    facts: saidOfParts,
    reason,
  }),
  z.strictObject({
    type: z.literal('settleFact'),
    report: z.int(),
    as: z.enum(SETTLED_AS),
    reason,
  }),
] as const satisfies readonly z.ZodType<ReworkCommand>[];
