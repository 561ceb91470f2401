import { CAUSES, DEFECTS, FOUND, TEST_METHODS } from '@oak-gate/core';
import type { InspectionCommand, InspectionEventData } from '@oak-gate/core';
import * as z from 'zod';
import { instant, isoDate, name, reason, text } from '../common/values';
import { partId, placeKey } from '../engines/schemas';
import { approval } from '../findings/schemas';
import { samePerson } from '../people/schemas';

/** A face in an address and a key: "grooveLower.2", "cause.118". */
const item = z.string().regex(/^[A-Za-z0-9.-]{1,80}$/, { error: 'the id of a face such as "crown"' });
const defects = z.array(z.object({ kind: z.enum(DEFECTS), where: text(200), size: text(200) })).max(20);
const looked = {
  slot: placeKey,
  item,
  found: z.enum(FOUND),
  defects,
  reason: text(2000),
  remark: text(2000),
  cause: z.enum(CAUSES).nullable(),
};
const condition = z.int().min(1);
const minutes = z.number().min(0).max(1440);
const begun = {
  method: z.enum(TEST_METHODS),
  area: text(200),
  batch: text(80),
  batchUntil: isoDate,
  qualification: text(200),
  qualifiedUntil: isoDate,
  dwell: minutes,
  development: minutes,
  startedAt: instant,
};
const test = z.int().min(1);
const results = z
  .array(z.object({ part: partId, found: z.enum(['good', 'rejected']), where: text(200), size: text(200) }))
  .max(500);
const decided = { finding: text(2000), approval: approval.nullable() };

export const inspectionEventData = {
  // What is looked at because of a suspected cause is of the engine and of no part.
  looked: z.object({ ...looked, part: z.union([partId, z.literal('')]), condition }),
  testBegun: z.object({
    ...begun,
    parts: z.array(z.object({ slot: placeKey, part: partId, condition })).max(500),
  }),
  testDeveloped: z.object({ test, developedAt: instant }),
  testRead: z.object({ test, readAt: instant, results }),
  testDropped: z.object({ test, reason: text(2000) }),
  lookDecided: z.object({ ...decided, reason: text(2000), samePerson: samePerson.nullable() }),
} satisfies { [T in keyof InspectionEventData]: z.ZodType<InspectionEventData[T]> };

export const inspectionCommands = [
  z.strictObject({ type: z.literal('sayLooked'), ...looked, basedOn: z.int() }),
  z.strictObject({ type: z.literal('beginTest'), ...begun, slots: z.array(placeKey).max(500) }),
  z.strictObject({ type: z.literal('developTest'), test, developedAt: instant }),
  z.strictObject({ type: z.literal('readTest'), test, readAt: instant, results }),
  z.strictObject({ type: z.literal('dropTest'), test, reason: name }),
  z.strictObject({ type: z.literal('decideLook'), ...decided, reason }),
] as const satisfies readonly z.ZodType<InspectionCommand>[];
