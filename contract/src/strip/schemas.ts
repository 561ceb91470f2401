import { WAYS } from '@oak-gate/core';
import type { StripCommand, StripEventData } from '@oak-gate/core';
import * as z from 'zod';
import { lengthOnTheWire, lengthUnit, reason, text } from '../common/values';
import { partId, placeKey } from '../engines/schemas';
import { samePerson } from '../people/schemas';

const foundSo = {
  slot: placeKey,
  way: z.enum(WAYS).nullable(),
  cannotTell: z.boolean(),
  odd: text(2000),
  remark: text(2000),
  hours: z.number().min(0).max(1e9).multipleOf(0.001).nullable(),
  atBuild: z.enum(['reused', 'new']),
  reason: text(2000),
};
const oddDecided = { finding: text(2000), keep: z.boolean() };
const turning = { effort: text(200), remark: text(2000) };
const running = { place: placeKey, text: text(80), unit: lengthUnit, remark: text(2000) };
const refit = { slot: placeKey, way: z.enum(WAYS), reason: text(2000) };
export const stripEventData = {
  asFoundSaid: z.object({ ...foundSo, part: partId.nullable() }),
  oddDecided: z.object({ ...oddDecided, reason: text(2000), samePerson: samePerson.nullable() }),
  turningSaid: z.object(turning),
  runningSaid: z.object({ ...running, size: lengthOnTheWire.nullable() }),
  refitSaid: z.object({ ...refit, part: partId }),
} satisfies { [T in keyof StripEventData]: z.ZodType<StripEventData[T]> };

export const stripCommands = [
  z.strictObject({ type: z.literal('sayAsFound'), ...foundSo, there: z.boolean(), basedOn: z.int() }),
  z.strictObject({ type: z.literal('decideOdd'), ...oddDecided, reason }),
  z.strictObject({ type: z.literal('sayTurning'), ...turning }),
  z.strictObject({ type: z.literal('sayRunning'), ...running, basedOn: z.int() }),
  z.strictObject({ type: z.literal('sayRefit'), ...refit, basedOn: z.int() }),
] as const satisfies readonly z.ZodType<StripCommand>[];
