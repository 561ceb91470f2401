import { CONDITIONS, DIAMETER_BASES, ENGINE_CLASSES, ROLES, STAGES } from '@oak-gate/core';
import type {
  ArrivalEventData,
  CylinderFacts,
  GateCommand,
  GateEventData,
  Route,
  SaidFacts,
  Seal,
} from '@oak-gate/core';
import { id, isoDate, lengthOnTheWire, name, reason, sha256, text } from '../common/values';
import * as z from 'zod';
import { instrument } from '../instruments/schemas';
import { samePerson } from '../people/schemas';

export const stage = z.enum(STAGES);
export const route = z.object({
  id,
  covers: name,
  classes: z.exactOptional(z.array(z.enum(ENGINE_CLASSES)).min(1)),
  gates: z
    .array(
      z.object({
        stage,
        label: name,
        conditions: z.array(z.enum(CONDITIONS)).min(1),
        sheets: z.array(id),
        secondLooks: z.exactOptional(z.array(id)),
        signedBy: z.array(z.enum(ROLES)).min(1),
        independent: z.boolean(),
        after: z.exactOptional(z.array(stage)),
      }),
    )
    .min(1),
}) satisfies z.ZodType<Route>;
export const seal = z.object({
  length: z.int().min(1),
  hash: sha256,
  signature: z.object({ alg: z.literal('Ed25519'), keyId: z.string(), value: z.string() }),
}) satisfies z.ZodType<Seal>;

/** What can be known of one cylinder alone. */
export const cylinderFacts = z.strictObject({
  oversize: z.exactOptional(lengthOnTheWire.nullable()),
  measuredBore: z.exactOptional(lengthOnTheWire.nullable()),
}) satisfies z.ZodType<CylinderFacts>;

export const engineFacts = z.object({
  id,
  model: id,
  modelName: name,
  serial: name,
  buildDate: isoDate.nullable(),
  oversize: lengthOnTheWire.nullable(),
  pistonMaterial: name.nullable(),
  ringPartNumber: name.nullable(),
  hoursSinceNew: z.number().nullable(),
  hoursSinceOverhaul: z.number().nullable(),
  ringMaker: z.exactOptional(name.nullable()),
  measuredBore: z.exactOptional(lengthOnTheWire.nullable()),
  diameterBasis: z.exactOptional(z.enum(DIAMETER_BASES).nullable()),
  serialRemark: z.exactOptional(text(2000).nullable()),
  cylinders: z.exactOptional(z.record(id, cylinderFacts)),
});
/** What somebody says of the engine later, because a limit waits for it. */
export const saidFacts = z.strictObject({
  buildDate: z.exactOptional(isoDate.nullable()),
  oversize: z.exactOptional(lengthOnTheWire.nullable()),
  pistonMaterial: z.exactOptional(name.nullable()),
  ringPartNumber: z.exactOptional(name.nullable()),
  ringMaker: z.exactOptional(name.nullable()),
  measuredBore: z.exactOptional(lengthOnTheWire.nullable()),
  diameterBasis: z.exactOptional(z.enum(DIAMETER_BASES).nullable()),
}) satisfies z.ZodType<SaidFacts>;
export const jobFacts = z.object({
  number: id,
  duty: name,
  reason: text(2000),
  previousSeal: sha256.nullable(),
  shop: name,
});
export const checkedDocument = z.object({ id: name, digest: sha256 });
const serial = { from: name, to: name, reason };
const engineOfSerial = z.object({ id, previousSeal: sha256.nullable() });
export const arrivalEventData = {
  identityConfirmed: z.object({ serialSeen: name, samePerson: samePerson.nullable() }),
  serialCorrected: z.object({ ...serial, engine: engineOfSerial.nullable() }),
  documentsChecked: z.object({ documents: z.array(checkedDocument), pin: z.int() }),
  documentCheckTakenBack: z.object({ checked: z.int(), reason: text(2000) }),
  instrumentTaken: z.object({ instrument }),
  engineFactsSaid: z.object({ facts: saidFacts, reason }),
  cylinderFactsSaid: z.object({ cylinders: z.array(id).min(1), facts: cylinderFacts, reason }),
  pinDeclined: z.object({ documents: z.array(checkedDocument), pin: z.int(), reason }),
} satisfies { [T in keyof ArrivalEventData]: z.ZodType<ArrivalEventData[T]> };
const signed = {
  gate: stage,
  digest: sha256,
  words: z.array(text(2600)),
  samePerson: samePerson.nullable(),
};
/** The data of older versions, as they were written then. */
export const olderArrivalEventData = { serialCorrected: [z.object(serial)] };
const statement = z.int().min(1);
export const olderGateEventData = { gateSigned: [z.object(signed), z.object({ ...signed, statement })] };
export const gateEventData = {
  gateSigned: z.object({ ...signed, statement, sections: z.record(id, z.int().min(1)) }),
  gateReopened: z.object({ gate: stage, reason, voids: z.array(stage) }),
  earlierRecordStated: z.object({ seal: sha256, supplements: z.int().min(0), last: sha256 }),
  recordSealed: seal,
  supplementAdded: z.object({ text: reason }),
  supplementSealed: seal,
} satisfies { [T in keyof GateEventData]: z.ZodType<GateEventData[T]> };
export const gateCommands = [
  z.strictObject({
    type: z.literal('signGate'),
    gate: stage,
    digest: sha256,
    words: z.array(text(2600)).max(200),
  }),
  z.strictObject({ type: z.literal('reopenGate'), gate: stage, signature: z.int(), reason }),
  z.strictObject({ type: z.literal('addSupplement'), text: reason }),
] as const satisfies readonly z.ZodType<GateCommand>[];
