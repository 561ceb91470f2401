import { DIAMETER_BASES, JOB_EVENTS, WITHHELD } from '@oak-gate/core';
import type {
  ArrivalCommand,
  Envelope,
  JobCommand,
  JobEventData,
  JobEventType,
  LimitInForce,
  PinChanges,
} from '@oak-gate/core';
import { clockEventData } from '../common/clock';
import {
  id,
  instant,
  isoDate,
  lengthOnTheWire,
  lifeLimit,
  name,
  fitState,
  perBound,
  reason,
  sha256,
  text,
} from '../common/values';
import type { DeepReadonly } from '../common/values';
import * as z from 'zod';
import {
  benchCommands,
  benchEventData,
  olderBenchEventData,
  rejudged,
  rejudgedThen,
  verdictFact,
} from '../bench/schemas';
import { olderPartEventData, partEventData } from '../engines/schemas';
import { findingCommands, findingEventData, olderFindingEventData } from '../findings/schemas';
import { fitVariant, limitsPin } from '../library/schemas';
import { actor, secondPersonPolicy, zone } from '../people/schemas';
import {
  arrivalEventData,
  checkedDocument,
  cylinderFacts,
  engineFacts,
  gateCommands,
  gateEventData,
  jobFacts,
  olderArrivalEventData,
  olderGateEventData,
  route,
  saidFacts,
} from '../release/schemas';
import {
  olderRemarkEventData,
  raisedCommands,
  raisedEventData,
  remarkCommands,
  remarkEventData,
} from '../release/remark-schemas';
import { inspectionCommands, inspectionEventData } from '../inspection/schemas';
import { stripCommands, stripEventData } from '../strip/schemas';
import { kitCommands, kitEventData, planCommands, planEventData, reworkCommands } from '../rework/schemas';

const rules = z.int().min(1);
const opened = { job: jobFacts, engine: engineFacts, route, secondPerson: secondPersonPolicy };
/** Every event of a job's chain with its schema; one that core's table has and this has not does not compile. */
const jobEventData = {
  jobOpened: z.object({ ...opened, rules, zone }),
  rulesAdopted: z.object({ rules }),
  limitsPinned: limitsPin.extend({ reason: text(2000), rejudged }),
  readingsJudgedAgain: z.object({ rejudged }),
  ...clockEventData,
  ...arrivalEventData,
  ...benchEventData,
  ...partEventData,
  ...findingEventData,
  ...remarkEventData,
  ...raisedEventData,
  ...planEventData,
  ...kitEventData,
  ...stripEventData,
  ...inspectionEventData,
  ...gateEventData,
} satisfies { [T in keyof JobEventData]: z.ZodType<JobEventData[T]> };
const pinnedThen = limitsPin.extend({ reason: text(2000), rejudged: rejudgedThen });
/** The schemas of versions before the newest one, the first one first. */
const olderEventData: Readonly<Partial<Record<JobEventType, readonly z.ZodType[]>>> = {
  jobOpened: [z.object(opened), z.object({ ...opened, rules })],
  // What a version before it had, the newer one has too; what is new in it nobody wrote then.
  limitsPinned: [pinnedThen, pinnedThen, pinnedThen],
  readingsJudgedAgain: [z.object({ rejudged: rejudgedThen })],
  ...olderArrivalEventData,
  ...olderPartEventData,
  ...olderRemarkEventData,
  ...olderBenchEventData,
  ...olderFindingEventData,
  ...olderGateEventData,
};

/** What is written for each event, whatever its type. */
export const envelope = z.object({
  chain: z.string(),
  seq: z.int().min(1),
  type: z.string(),
  v: z.int().min(1),
  job: z.string().nullable(),
  at: instant,
  command: z.string(),
  by: actor,
  data: z.unknown(),
}) satisfies z.ZodType<Envelope>;

/** The schema of a type and version, as it was written then; undefined for what a newer program made. */
export function schemaOfJobEvent(type: string, v: number): z.ZodType | undefined {
  if (!Object.hasOwn(jobEventData, type)) return undefined;
  const newest = JOB_EVENTS[type as JobEventType].v;
  if (v === newest) return jobEventData[type as JobEventType];
  return v < newest ? olderEventData[type as JobEventType]?.[v - 1] : undefined;
}
/** Entries of a job's chain as a server sends them: each as it was written, checked by the schema of its day. */
const jobEnvelope = envelope.superRefine((entry, context) => {
  const found = schemaOfJobEvent(entry.type, entry.v)?.safeParse(entry.data);
  for (const issue of found?.error?.issues ?? [])
    context.addIssue({ code: 'custom', path: ['data', ...issue.path], message: issue.message });
});
export const ledgerEntries = z.object({
  chain: z.string(),
  entries: z.array(z.object({ entry: jobEnvelope, hash: sha256 })),
});
export type LedgerEntries = z.output<typeof ledgerEntries>;
/** The answer to a command: it names the command, so that nothing else can be taken for it. */
export const commandAnswer = ledgerEntries.extend({ command: z.string() });

const arrivalCommands = [
  z.strictObject({ type: z.literal('confirmIdentity'), serialSeen: name }),
  z.strictObject({ type: z.literal('correctSerial'), from: name, serial: name, reason }),
  z.strictObject({ type: z.literal('checkDocuments'), pin: z.int() }),
  z.strictObject({ type: z.literal('takeBackDocumentCheck'), checked: z.int(), reason }),
  z.strictObject({ type: z.literal('takeInstrument'), instrument: id, dueOn: isoDate }),
  z.strictObject({
    type: z.literal('pinAgain'),
    pin: z.int(),
    underSignature: z.int().nullable(),
    documents: z.array(checkedDocument),
    reason,
  }),
  z.strictObject({
    type: z.literal('declinePin'),
    pin: z.int(),
    documents: z.array(checkedDocument),
    reason,
  }),
  z.strictObject({
    type: z.literal('sayCylinderFacts'),
    pin: z.int(),
    cylinders: z.array(id).min(1).max(24),
    facts: cylinderFacts,
    reason,
  }),
  z.strictObject({ type: z.literal('sayEngineFacts'), pin: z.int(), facts: saidFacts, reason }),
] as const satisfies readonly z.ZodType<ArrivalCommand>[];
export const jobCommand = z.discriminatedUnion('type', [
  ...arrivalCommands,
  ...benchCommands,
  ...findingCommands,
  ...remarkCommands,
  ...raisedCommands,
  ...reworkCommands,
  ...planCommands,
  ...kitCommands,
  ...stripCommands,
  ...inspectionCommands,
  ...gateCommands,
]) satisfies z.ZodType<JobCommand>;

/** A command with the id that the client made for it: sent twice, it is done once. */
export const jobCommandRequest = z.strictObject({
  id: z.uuid(),
  command: jobCommand,
  /** Who gave it: a tablet that changed hands meanwhile signs nothing in another name. */
  person: z.exactOptional(id),
  pin: z.exactOptional(z.string().max(64)),
});
export type JobCommandRequest = z.input<typeof jobCommandRequest>;

export const openJobRequest = z.strictObject({
  id: z.uuid(),
  /** Which gates it passes; the first route of the shop where nothing is said. */
  route: z.exactOptional(id),
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
    asks: z.exactOptional(z.array(z.string())),
    life: z.exactOptional(lifeLimit),
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
      fits: z.array(
        z.object({
          fit: z.string(),
          partState: fitState,
          of: z.exactOptional(fitVariant),
          before: limitInForce,
          after: limitInForce,
        }),
      ),
      flips: z.array(
        z.object({ place: z.string(), reading: z.int(), before: verdictFact, after: verdictFact }),
      ),
      placesAdded: z.array(z.string()),
      placesRemoved: z.array(z.string()),
    })
    .nullable() satisfies z.ZodType<PinChanges | null>,
  /** A version of the model that was published after the one that the job keeps, with what is different in it. */
  model: z.object({ mine: z.int(), now: z.int(), changes: z.array(z.string()) }).nullable(),
});
export type LimitNews = DeepReadonly<z.output<typeof limitNews>>;
export const jobOpenedView = z.object({ jobId: z.string() });
