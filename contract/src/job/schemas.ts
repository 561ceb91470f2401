import { DIAMETER_BASES, WITHHELD } from '@oak-gate/core';
import type {
  ArrivalCommand,
  JobCommand,
  JobEntry,
  JobEventData,
  LimitInForce,
  PinChanges,
} from '@oak-gate/core';
import {
  id,
  instant,
  isoDate,
  lengthOnTheWire,
  name,
  partState,
  perBound,
  reason,
  sha256,
  text,
} from '../common/values';
import type { DeepReadonly } from '../common/values';
import * as z from 'zod';
import { benchCommands, benchEventData, rejudged, verdictFact } from '../bench/schemas';
import { partEventData } from '../engines/schemas';
import { findingCommands, findingEventData } from '../findings/schemas';
import { limitsPin } from '../library/schemas';
import { actor, publicKey, secondPersonPolicy } from '../people/schemas';
import {
  arrivalEventData,
  checkedDocument,
  engineFacts,
  gateCommands,
  gateEventData,
  jobFacts,
  route,
  saidFacts,
  seal,
} from '../release/schemas';
import { reworkCommands } from '../rework/schemas';

const ownEventData = {
  jobOpened: z.object({ job: jobFacts, engine: engineFacts, route, secondPerson: secondPersonPolicy }),
  limitsPinned: limitsPin.extend({ reason: text(2000), rejudged }),
  clockSteppedBack: z.object({ clock: instant }),
} satisfies { [T in keyof JobEventData]: z.ZodType<JobEventData[T]> };

const frame = {
  chain: z.string(),
  seq: z.int().min(1),
  job: z.string().nullable(),
  at: instant,
  command: z.string(),
  by: actor,
};
const entryOf = <T extends string, D extends z.ZodType>(type: T, data: D) =>
  z.object({ ...frame, type: z.literal(type), v: z.literal(1), data });

const { jobOpened, limitsPinned, clockSteppedBack } = ownEventData;
/** An entry of a job's chain, checked where it comes in from outside. */
export const jobEntry = z.discriminatedUnion('type', [
  entryOf('jobOpened', jobOpened),
  entryOf('limitsPinned', limitsPinned),
  entryOf('clockSteppedBack', clockSteppedBack),
  entryOf('identityConfirmed', arrivalEventData.identityConfirmed),
  entryOf('serialCorrected', arrivalEventData.serialCorrected),
  entryOf('documentsChecked', arrivalEventData.documentsChecked),
  entryOf('instrumentTaken', arrivalEventData.instrumentTaken),
  entryOf('engineFactsSaid', arrivalEventData.engineFactsSaid),
  entryOf('pinDeclined', arrivalEventData.pinDeclined),
  entryOf('readingTaken', benchEventData.readingTaken),
  entryOf('readingCorrected', benchEventData.readingCorrected),
  entryOf('readingVoided', benchEventData.readingVoided),
  entryOf('contestDecided', benchEventData.contestDecided),
  entryOf('placeDeferred', benchEventData.placeDeferred),
  entryOf('placeResumed', benchEventData.placeResumed),
  entryOf('notApplicableDeclared', benchEventData.notApplicableDeclared),
  entryOf('notApplicableAccepted', benchEventData.notApplicableAccepted),
  entryOf('notApplicableRefused', benchEventData.notApplicableRefused),
  entryOf('partFitted', partEventData.partFitted),
  entryOf('partRemoved', partEventData.partRemoved),
  entryOf('partReworked', partEventData.partReworked),
  entryOf('concessionAsked', findingEventData.concessionAsked),
  entryOf('concessionGranted', findingEventData.concessionGranted),
  entryOf('concessionRefused', findingEventData.concessionRefused),
  entryOf('limitDecided', findingEventData.limitDecided),
  entryOf('instrumentAccepted', findingEventData.instrumentAccepted),
  entryOf('limitNoteAccepted', findingEventData.limitNoteAccepted),
  entryOf('gateSigned', gateEventData.gateSigned),
  entryOf('gateReopened', gateEventData.gateReopened),
  entryOf('recordSealed', gateEventData.recordSealed),
  entryOf('supplementAdded', gateEventData.supplementAdded),
  entryOf('supplementSealed', gateEventData.supplementSealed),
]) satisfies z.ZodType<JobEntry>;

export const ledgerEntries = z.object({ entries: z.array(z.object({ entry: jobEntry, hash: sha256 })) });
export type LedgerEntries = z.output<typeof ledgerEntries>;

const arrivalCommands = [
  z.strictObject({ type: z.literal('confirmIdentity'), serialSeen: name }),
  z.strictObject({ type: z.literal('correctSerial'), serial: name, reason }),
  z.strictObject({ type: z.literal('checkDocuments') }),
  z.strictObject({ type: z.literal('takeInstrument'), instrument: id }),
  z.strictObject({ type: z.literal('pinAgain'), documents: z.array(checkedDocument), reason }),
  z.strictObject({ type: z.literal('declinePin'), documents: z.array(checkedDocument), reason }),
  z.strictObject({ type: z.literal('sayEngineFacts'), facts: saidFacts, reason }),
] as const satisfies readonly z.ZodType<ArrivalCommand>[];
export const jobCommand = z.discriminatedUnion('type', [
  ...arrivalCommands,
  ...benchCommands,
  ...findingCommands,
  ...reworkCommands,
  ...gateCommands,
]) satisfies z.ZodType<JobCommand>;

/** A command with the id that the client made for it: sent twice, it is done once. */
export const jobCommandRequest = z.strictObject({
  id: z.uuid(),
  command: jobCommand,
  pin: z.exactOptional(z.string().max(40)),
});
export type JobCommandRequest = z.input<typeof jobCommandRequest>;

export const openJobRequest = z.strictObject({
  id: z.uuid(),
  job: z.strictObject({ number: id, duty: name, reason: text(2000) }),
  engine: z.strictObject({
    model: id,
    serial: name,
    buildDate: isoDate.nullable(),
    /** As typed, in the unit of the model's bore; 0 for standard, empty where nobody knows. */
    oversize: z.string().trim().max(20),
    pistonMaterial: name.nullable(),
    ringPartNumber: name.nullable(),
    hoursSinceNew: z.number().min(0).max(1e6).nullable(),
    hoursSinceOverhaul: z.number().min(0).max(1e6).nullable(),
    ringMaker: name.nullable().default(null),
    /** As typed, in the unit of the model's bore; empty where it was not measured. */
    measuredBore: z.string().trim().max(20).default(''),
    diameterBasis: z.enum(DIAMETER_BASES).nullable().default(null),
    serialRemark: text(2000).nullable().default(null),
  }),
});
export type OpenJobRequest = z.input<typeof openJobRequest>;
const limitInForce = z.discriminatedUnion('state', [
  z.object({
    state: z.literal('inForce'),
    limit: perBound(lengthOnTheWire),
    sources: perBound(z.string()),
    decided: z.boolean(),
  }),
  z.object({ state: z.literal('none') }),
  z.object({ state: z.literal('withheld'), why: z.enum(WITHHELD) }),
]) satisfies z.ZodType<LimitInForce>;
/** What arrived in the library since the limits of a job were pinned, and what adopting it would change. */
export const limitNews = z.object({
  documents: z.array(checkedDocument),
  moved: z.array(z.string()),
  declined: z.object({ by: z.string(), at: instant, reason: z.string() }).nullable(),
  changes: z
    .object({
      added: z.array(z.string()),
      removed: z.array(z.string()),
      fits: z.array(z.object({ fit: z.string(), partState, before: limitInForce, after: limitInForce })),
      flips: z.array(
        z.object({ place: z.string(), reading: z.int(), before: verdictFact, after: verdictFact }),
      ),
      placesAdded: z.array(z.string()),
      placesRemoved: z.array(z.string()),
    })
    .nullable() satisfies z.ZodType<PinChanges | null>,
});
export type LimitNews = DeepReadonly<z.output<typeof limitNews>>;
export const jobOpenedView = z.object({ jobId: z.string() });

/** A record as a file; its entries are hashed as they stand, so they are not changed by reading them. */
export const recordFile = z.object({
  format: z.literal('oak-gate/record'),
  version: z.int().min(1),
  title: z.string(),
  job: z.string(),
  seal,
  key: publicKey,
  entries: z
    .array(z.object({ entry: z.looseObject({ type: z.string(), v: z.int() }), hash: z.string() }))
    .min(1),
});
