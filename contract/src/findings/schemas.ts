import type { FindingCommand, FindingEventData } from '@oak-gate/core';
import { id, lengthOnTheWire, name, partState, perBound, reason, text } from '../common/values';
import * as z from 'zod';
import { rejudged } from '../bench/schemas';
import { placeKey } from '../engines/schemas';
import { samePerson } from '../people/schemas';

const approval = z.object({ number: name, date: text(10), issuer: name });
const rows = perBound(text(240));
export const findingEventData = {
  concessionAsked: z.object({ place: placeKey, reading: z.int(), reason }),
  concessionGranted: z.object({
    place: placeKey,
    reading: z.int(),
    approval,
    reason,
    samePerson: samePerson.nullable(),
  }),
  concessionRefused: z.object({ place: placeKey, reading: z.int(), reason }),
  limitDecided: z.object({
    pin: z.int(),
    fit: placeKey,
    partState,
    rows,
    limit: perBound(lengthOnTheWire),
    reason,
    rejudged,
  }),
  instrumentAccepted: z.object({ instrument: id, reason }),
  limitNoteAccepted: z.object({ note: text(2000), pin: z.int(), reason }),
} satisfies { [T in keyof FindingEventData]: z.ZodType<FindingEventData[T]> };

const at = { place: placeKey, basedOn: z.int().min(0) };
export const findingCommands = [
  z.strictObject({ type: z.literal('askConcession'), ...at, reason }),
  z.strictObject({ type: z.literal('grantConcession'), ...at, approval, reason }),
  z.strictObject({ type: z.literal('refuseConcession'), ...at, reason }),
  z.strictObject({ type: z.literal('decideLimit'), fit: placeKey, partState, rows, reason }),
  z.strictObject({ type: z.literal('acceptInstrument'), instrument: id, reason }),
  z.strictObject({ type: z.literal('acceptLimitNote'), note: text(2000), reason }),
  z.strictObject({ type: z.literal('decideNotApplicable'), ...at, accept: z.boolean(), reason }),
] as const satisfies readonly z.ZodType<FindingCommand>[];
