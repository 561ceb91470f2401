import type { ReworkCommand } from '@oak-gate/core';
import { name, partState, reason } from '../common/values';
import * as z from 'zod';
import { partId, placeKey } from '../engines/schemas';

const newPart = { state: partState, partNumber: name.nullable(), lot: name.nullable() };
export const reworkCommands = [
  z.strictObject({ type: z.literal('fitRings'), slots: z.array(placeKey).min(1).max(400), ...newPart }),
  z.strictObject({
    type: z.literal('replacePart'),
    part: partId,
    basedOn: z.int(),
    reason,
    instead: z.strictObject(newPart).nullable(),
  }),
  z.strictObject({
    type: z.literal('reworkPart'),
    part: partId,
    basedOn: z.int(),
    what: z.enum(['filed', 'honed']),
    how: reason,
  }),
] as const satisfies readonly z.ZodType<ReworkCommand>[];
