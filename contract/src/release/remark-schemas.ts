import { ORDER_SETTLED, ORDER_SORTS, PICTURE_WHEN } from '@oak-gate/core';
import type { RaisedCommand, RaisedEventData, RemarkCommand, RemarkEventData } from '@oak-gate/core';
import { isoDate, name, reason, text } from '../common/values';
import * as z from 'zod';
import { samePerson } from '../people/schemas';
import { attachedFile } from '../library/schemas';

const finding = text(2000);
const orderThen = { what: name, supplier: name, number: text(120), expectedOn: isoDate.nullable() };
const order = { ...orderThen, sort: z.enum(ORDER_SORTS), asked: text(400) };
const photograph = z.object({ finding, file: attachedFile, caption: text(2000) });
const settledThen = { order: z.int(), as: z.enum(ORDER_SETTLED), note: text(2000) };
const settled = { ...settledThen, certificate: text(200) };
const received = { order: z.int(), accepted: z.boolean(), check: text(2000) };
export const remarkEventData = {
  findingNoted: z.object({ finding, text: reason }),
  photographAdded: photograph.extend({ when: z.exactOptional(z.enum(PICTURE_WHEN)) }),
  paperAdded: z.object({ finding, file: attachedFile, title: text(400) }),
  orderPlaced: z.object({ finding, ...order }),
  orderSettled: z.object(settled),
  orderReceived: z.object({ ...received, evidence: z.array(z.int()).max(1000) }),
} satisfies { [T in keyof RemarkEventData]: z.ZodType<RemarkEventData[T]> };

/** The same, of versions that had no pairs, and no work that is done elsewhere. */
export const olderRemarkEventData = {
  photographAdded: [photograph],
  orderPlaced: [z.object({ finding, ...orderThen })],
  orderSettled: [z.object(settledThen)],
};

/** A photograph or a paper is not among them: it comes with its bytes, by an address of its own. */
export const remarkCommands = [
  z.strictObject({ type: z.literal('noteFinding'), finding, text: reason }),
  z.strictObject({ type: z.literal('placeOrder'), finding, ...order }),
  z.strictObject({ type: z.literal('settleOrder'), ...settled }),
  z.strictObject({ type: z.literal('receiveOrder'), ...received }),
] as const satisfies readonly z.ZodType<RemarkCommand>[];
/** What is said of a photograph beside its bytes. */
export const photographQuery = z.object({
  command: z.uuid(),
  finding,
  name: z.string().min(1).max(200),
  caption: text(2000).default(''),
  when: z.exactOptional(z.enum(PICTURE_WHEN)),
});

/** What is said of a paper beside its bytes. */
export const paperQuery = z.object({
  command: z.uuid(),
  finding,
  name: z.string().min(1).max(200),
  title: text(400),
});

const about = { about: text(2000), text: reason };
const raised = { raised: z.int(), reason };
/** What a person raises by hand, and what an inspector says of it. */
export const raisedEventData = {
  findingRaised: z.object(about),
  raisedDecided: z.object({ ...raised, samePerson: samePerson.nullable() }),
} satisfies { [T in keyof RaisedEventData]: z.ZodType<RaisedEventData[T]> };
export const raisedCommands = [
  z.strictObject({ type: z.literal('raiseFinding'), ...about }),
  z.strictObject({ type: z.literal('decideRaised'), ...raised }),
] as const satisfies readonly z.ZodType<RaisedCommand>[];
