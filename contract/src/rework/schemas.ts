import { SETTLED_AS } from '@oak-gate/core';
import type { ReworkCommand } from '@oak-gate/core';
import { name, partState, reason } from '../common/values';
import * as z from 'zod';
import { partId, placeKey, reworkWord } from '../engines/schemas';

const underSignature = z.int().nullable();
const newPart = { state: partState, partNumber: name.nullable(), lot: name.nullable() };
export const reworkCommands = [
  z.strictObject({
    type: z.literal('fitParts'),
    slots: z.array(placeKey).min(1).max(400),
    ...newPart,
    underSignature,
  }),
  z.strictObject({
    type: z.literal('replacePart'),
    part: partId,
    basedOn: z.int(),
    reason,
    instead: z.strictObject(newPart).nullable(),
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
    type: z.literal('settleFact'),
    report: z.int(),
    as: z.enum(SETTLED_AS),
    reason,
  }),
] as const satisfies readonly z.ZodType<ReworkCommand>[];
