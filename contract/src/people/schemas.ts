import { CLOCK_DOUBTS, ROLES } from '@oak-gate/core';
import type { Actor, ClockInDoubt, KeyChange, PeopleEventData, PublicKey, SamePerson } from '@oak-gate/core';
import { clockEventData } from '../common/clock';
import { id, instant, lengthUnit, name, text } from '../common/values';
import * as z from 'zod';

export const actor = z.object({
  id,
  name,
  roles: z.array(z.enum(ROLES)).readonly(),
  authorisation: text(60).nullable(),
}) satisfies z.ZodType<Actor>;
export const secondPersonPolicy = z.enum(['required', 'sameSaid']);
/** Name of a time zone; whether there is one of that name is asked where it is said. */
export const zone = z.string().min(1).max(60);
export const samePerson = z.object({ hoursLater: z.int() }) satisfies z.ZodType<SamePerson>;
export const publicKey = z.object({
  alg: z.literal('Ed25519'),
  keyId: z.string(),
  spki: z.string(),
}) satisfies z.ZodType<PublicKey>;

export const keyChange = z.object({
  from: z.string(),
  to: publicKey,
  reason: text(2000),
  signatures: z.object({ old: z.string(), new: z.string() }).nullable(),
}) satisfies z.ZodType<KeyChange>;

/**
 * What somebody proves himself by: digits, so that they can be typed on the number pad with a glove on, or a longer secret.
 * What everybody would try first is none.
 */
export const pin = z
  .string()
  .regex(/^(\d{4,12}|.{10,64})$/u, {
    error: 'a PIN has 4 to 12 digits; a longer secret has 10 to 64 characters',
  })
  .refine((text) => !isWeakPin(text), { error: 'everybody would try that first: choose another one' });

export const isPin = (text: string): boolean => pin.safeParse(text).success;
export const PIN_RULE =
  '4 to 12 digits that nobody would try first; with a keyboard at hand, 10 characters and more';

/** One digit only, digits in their order, the same half twice, a year of somebody's life. */
export function isWeakPin(text: string): boolean {
  const digits = Array.from(text, Number);
  const steps = digits.slice(1).map((digit, i) => digit - (digits[i] ?? 0));
  const isRun = steps.every((step) => step === steps[0]) && Math.abs(steps[0] ?? 0) <= 1;
  const half = text.slice(0, text.length / 2);
  return isRun || (text.length % 2 === 0 && text === half + half) || /^(19|20)\d\d$/.test(text);
}
export const peopleEventData = {
  shopSetUp: z.object({ name, secondPerson: secondPersonPolicy, zone, key: publicKey }),
  personAdded: z.object({ person: actor }),
  personChanged: z.object({ person: actor, active: z.boolean(), reason: text(2000).nullable() }),
  policyChanged: z.object({ secondPerson: secondPersonPolicy, reason: text(2000) }),
  zoneChanged: z.object({ zone, reason: text(2000) }),
  unitChanged: z.object({ unit: lengthUnit.nullable() }),
  sealKeyChanged: keyChange,
  pinSet: z.object({ person: id, forOneSignIn: z.boolean() }),
  clockConfirmed: z.object({
    clock: instant,
    expected: instant,
    because: z.enum(CLOCK_DOUBTS),
    reason: text(2000),
  }),
  clockSteppedBack: clockEventData.clockSteppedBack,
} satisfies { [T in keyof PeopleEventData]: z.ZodType<PeopleEventData[T]> };

const newPerson = { name: name, roles: z.array(z.enum(ROLES)).min(1), authorisation: text(60).nullable() };
export const setUpRequest = z.strictObject({
  shop: name,
  secondPerson: secondPersonPolicy,
  zone,
  person: z.strictObject(newPerson),
  pin,
});
export const addPersonRequest = z.strictObject({ id: z.uuid(), person: z.strictObject(newPerson), pin });
export const changePersonRequest = z.strictObject({
  id: z.uuid(),
  person: z.strictObject({ id, ...newPerson }),
  active: z.boolean(),
  pin: z.exactOptional(pin),
  reason: z.exactOptional(text(2000)),
});
export const changePolicyRequest = z.strictObject({
  id: z.uuid(),
  secondPerson: secondPersonPolicy,
  reason: text(2000),
});
export const changeZoneRequest = z.strictObject({ id: z.uuid(), zone, reason: text(2000) });
export const changeUnitRequest = z.strictObject({ id: z.uuid(), unit: lengthUnit.nullable() });
export const changeSealKeyRequest = z.strictObject({
  id: z.uuid(),
  reason: text(2000),
  pin: z.string().max(64),
});
/** The person proves himself with the PIN that he has, and chooses the one that he will have. */
export const choosePinRequest = z.strictObject({ id: z.uuid(), pin: z.string().max(64), next: pin });
export const confirmClockRequest = z.strictObject({
  id: z.uuid(),
  /** What the clock said when the manager was asked. */
  clock: instant,
  reason: text(2000),
  pin: z.string().max(64),
});
export const signInRequest = z.strictObject({ person: id, pin: z.string().max(64) });

export const clockInDoubt = z.object({
  clock: instant,
  expected: instant,
  because: z.enum(CLOCK_DOUBTS),
}) satisfies z.ZodType<ClockInDoubt>;
/** Who signed in, and whether the PIN is to be replaced before anything else. */
export const signedInView = z.object({ person: actor, pinToChoose: z.boolean() });
export const personView = actor.extend({ active: z.boolean() });
export const sessionView = z.object({
  shop: z
    .object({
      name,
      secondPerson: secondPersonPolicy,
      zone,
      unit: z.exactOptional(lengthUnit),
      key: publicKey,
      /** Every key that the shop ever sealed with. */
      keys: z.array(z.string()),
    })
    .nullable(),
  person: actor.nullable(),
  people: z.array(personView),
  /** Shown on the sign-in page of the demo only. */
  demoPin: z.string().nullable(),
  now: instant,
  /** The PIN was set by a manager: its owner chooses one before anything else. */
  pinToChoose: z.boolean(),
  /** The server's clock cannot be believed: nothing is written until it is set right or confirmed. */
  clockInDoubt: clockInDoubt.nullable(),
});
export type SessionView = z.output<typeof sessionView>;
export type PersonView = z.output<typeof personView>;
