import type { FindingCommand, FindingEventData } from '@oak-gate/core';
import { id, boundOnTheWire, fitState, name, perBound, reason, text } from '../common/values';
import * as z from 'zod';
import { rejudged, rejudgedThen, verdictFact } from '../bench/schemas';
import { placeKey } from '../engines/schemas';
import { fitVariant } from '../library/schemas';
import { samePerson } from '../people/schemas';

export const approval = z.object({ number: name, date: text(10), issuer: name });
const rows = perBound(text(240));
const about = { place: placeKey, reading: z.int(), reason };
const basis = z.object({
  verdict: verdictFact.shape.verdict,
  limit: perBound(boundOnTheWire),
  pin: z.int(),
});
const granted = { ...about, approval, samePerson: samePerson.nullable() };
const decision = {
  pin: z.int(),
  fit: placeKey,
  partState: fitState,
  rows,
  limit: perBound(boundOnTheWire),
  reason,
};
const decisionOf = { ...decision, of: z.exactOptional(fitVariant) };
const noteAccepted = { note: text(2000), pin: z.int(), reason };
const looked = {
  choice: z.int().nullable(),
  lookReason: reason.nullable(),
  samePerson: samePerson.nullable(),
};
export const findingEventData = {
  concessionAsked: z.object({ ...about, basis: basis.nullable() }),
  concessionGranted: z.object({ ...granted, basis: basis.nullable() }),
  concessionRefused: z.object(about),
  limitChosen: z.object(decisionOf),
  limitChoiceRefused: z.object({ choice: z.int(), reason }),
  limitDecided: z.object({ ...decisionOf, ...looked, rejudged }),
  instrumentAccepted: z.object({ instrument: id, reason }),
  limitNoteAccepted: z.object({ ...noteAccepted, approval: approval.nullable() }),
} satisfies { [T in keyof FindingEventData]: z.ZodType<FindingEventData[T]> };
/** The data of older versions, as they were written then. */
export const olderFindingEventData = {
  concessionAsked: [z.object(about)],
  concessionGranted: [z.object(granted)],
  limitChosen: [z.object(decision)],
  limitDecided: [
    z.object({ ...decision, rejudged: rejudgedThen }),
    z.object({ ...decision, ...looked, rejudged: rejudgedThen }),
    z.object({ ...decisionOf, ...looked, rejudged: rejudgedThen }),
  ],
  limitNoteAccepted: [z.object(noteAccepted)],
};

const at = { place: placeKey, basedOn: z.int().min(0) };
export const findingCommands = [
  z.strictObject({ type: z.literal('askConcession'), ...at, reason }),
  z.strictObject({ type: z.literal('grantConcession'), ...at, approval, reason }),
  z.strictObject({ type: z.literal('refuseConcession'), ...at, reason }),
  z.strictObject({
    type: z.literal('decideLimit'),
    fit: placeKey,
    partState: fitState,
    of: z.exactOptional(fitVariant),
    pin: z.int(),
    rows,
    reason,
  }),
  z.strictObject({ type: z.literal('confirmLimit'), choice: z.int(), accept: z.boolean(), reason }),
  z.strictObject({
    type: z.literal('acceptInstrument'),
    instrument: id,
    readings: z.array(z.int()).max(10_000),
    reason,
  }),
  z.strictObject({
    type: z.literal('acceptLimitNote'),
    note: text(2000),
    pin: z.int(),
    approval: approval.nullable(),
    reason,
  }),
  z.strictObject({ type: z.literal('agreeWithdrawal'), ...at, reading: z.int(), reason }),
  z.strictObject({ type: z.literal('decideNotApplicable'), ...at, accept: z.boolean(), reason }),
] as const satisfies readonly z.ZodType<FindingCommand>[];
