import { SETTLED_AS } from '@oak-gate/core';
import type {
  KitCommand,
  KitEventData,
  PlanCommand,
  PlanEventData,
  PlannedWork,
  ReworkCommand,
} from '@oak-gate/core';
import { id, name, reason, text } from '../common/values';
import * as z from 'zod';
import {
  filingSaid,
  knownOfPart,
  newPart,
  partId,
  partMove,
  partRef,
  placeKey,
  reworkWord,
  workshopFacts,
  saidOfParts,
} from '../engines/schemas';

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
    round: z.exactOptional(filingSaid),
    underSignature,
  }),
  z.strictObject({
    type: z.literal('moveParts'),
    moves: z.array(partMove).min(1).max(400),
    seen: z.array(partRef).max(400),
    reason,
    underSignature,
  }),
  z.strictObject({
    type: z.literal('sayPartFacts'),
    parts: z.array(partId).min(1).max(400),
    from: z.array(knownOfPart).max(400),
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
const plannedWork = z.discriminatedUnion('kind', [
  workshopFacts.rework,
  workshopFacts.replace,
  workshopFacts.move,
]) satisfies z.ZodType<PlannedWork>;
const about = z.array(text(2000)).max(400);
const planned = { work: plannedWork, about, seen: z.array(partRef).max(400), reason: text(2000) };
export const planEventData = {
  workPlanned: z.object(planned),
  planDropped: z.object({ plan: z.int(), reason: text(2000) }),
} satisfies { [T in keyof PlanEventData]: z.ZodType<PlanEventData[T]> };
export const planCommands = [
  z.strictObject({ type: z.literal('planWork'), ...planned }),
  z.strictObject({ type: z.literal('dropPlan'), plan: z.int(), reason }),
] as const satisfies readonly z.ZodType<PlanCommand>[];

const kit = {
  kit: id,
  number: name,
  box: text(120),
  ticks: z.array(z.object({ item: id, found: z.int().min(0).max(10_000), lot: text(120) })).max(400),
  remark: text(2000),
};
export const kitEventData = {
  kitUnpacked: z.object(kit),
} satisfies { [T in keyof KitEventData]: z.ZodType<KitEventData[T]> };
export const kitCommands = [
  z.strictObject({ type: z.literal('unpackKit'), basedOn: z.int().min(0), ...kit }),
] as const satisfies readonly z.ZodType<KitCommand>[];
