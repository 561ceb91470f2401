import { CORRECTION_REASONS, DATUMS, VERDICTS, WITHHELD } from '@oak-gate/core';
import type {
  BenchCommand,
  BenchEventData,
  CarryRingCommand,
  Rejudged,
  Standing,
  VerdictFact,
} from '@oak-gate/core';
import {
  id,
  lengthOnTheWire,
  lifeLimit,
  lengthUnit,
  name,
  fitState,
  perBound,
  printedLength,
  reason,
  text,
} from '../common/values';
import * as z from 'zod';
import { samePerson } from '../people/schemas';
import { partRef, placeKey } from '../engines/schemas';
import { reading, sizeReading } from '../evidence/evidence-schemas';
import { instrument } from '../instruments/schemas';

export const verdictFact = z.object({
  verdict: z.enum([...VERDICTS, 'withheld']),
  acceptable: z.boolean(),
  shortBy: z.exactOptional(lengthOnTheWire),
  overBy: z.exactOptional(lengthOnTheWire),
  withheld: z.exactOptional(z.enum(WITHHELD)),
  limit: perBound(lengthOnTheWire),
  sources: perBound(z.string()),
  partState: fitState,
  rule: z.enum(['simple', 'guarded']),
  ruleVersion: z.int(),
  pin: z.int(),
  partNumber: z.exactOptional(name),
  pistonMaterial: z.exactOptional(name.nullable()),
  uncertainty: z.exactOptional(lengthOnTheWire),
  asks: z.exactOptional(z.array(z.string())),
  life: z.exactOptional(lifeLimit),
}) satisfies z.ZodType<VerdictFact>;
const answer = z.object({ question: text(240), answer: z.enum(['yes', 'no']) });
const slip = z.enum(['asTyped', 'reread']).nullable();
const judgedThen = { place: placeKey, reading: z.int(), verdict: verdictFact };
export const rejudgedThen = z.array(z.object(judgedThen));
export const rejudged = z.array(
  z.object({ ...judgedThen, known: z.exactOptional(reading) }) satisfies z.ZodType<Rejudged>,
);
const standing = z.object({
  reading: z.int(),
  known: reading,
  verdict: verdictFact,
}) satisfies z.ZodType<Standing>;

const lengths = z.array(lengthOnTheWire).min(2).max(4);
const stacks = z.object({ goes: z.exactOptional(lengths), stops: z.exactOptional(lengths) });
const taken = {
  place: placeKey,
  text: z.string(),
  unit: lengthUnit,
  unitUsed: lengthUnit,
  reading: sizeReading,
  notes: z.array(z.enum(['readAsInches', 'notInSet', 'lastBlade', 'readAsSize'])),
  slip,
  instrument,
  answers: z.array(answer),
  parts: z.array(partRef),
  verdict: verdictFact,
  refines: z.int().nullable(),
  contests: z.boolean(),
};
const aboutPlace = (why: z.ZodType<string>) => z.object({ place: placeKey, reason: why });
const takenSeen = {
  ...taken,
  basedOn: z.int().min(0).nullable(),
  stacks: z.exactOptional(stacks),
  late: z.object({ since: z.int(), why: z.string() }).nullable(),
};
const takenTyped = { ...takenSeen, typedFirst: z.exactOptional(z.string()) };
const condition = z.object({ condition: id, is: id });
const input = z.object({ place: placeKey, reading: z.int() });
const takenHow = {
  ...takenTyped,
  reading,
  unit: lengthUnit.nullable(),
  unitUsed: lengthUnit.nullable(),
  instrument: instrument.nullable(),
  setting: z.exactOptional(z.object({ size: printedLength, against: name })),
  conditions: z.exactOptional(z.array(condition)),
};
const takenFit = { ...takenHow, unfit: z.exactOptional(z.string()) };
const depth = z.object({ size: printedLength, datum: z.enum(DATUMS) });
const temperatures = z.object({ part: z.int(), gauge: z.int(), kept: z.exactOptional(z.string()) });
const feel = z.object({
  goes: z.exactOptional(z.enum(['free', 'drag'])),
  stops: z.exactOptional(z.literal('starts')),
});
const takenDeep = {
  ...takenFit,
  depth: z.exactOptional(depth),
  temperatures: z.exactOptional(temperatures),
  feel: z.exactOptional(feel),
};
const yes = z.exactOptional(z.literal(true));
const corrected = { place: placeKey, reading: z.int(), reason: z.enum(CORRECTION_REASONS) };
const voided = { place: placeKey, reading: z.int(), reason };
const kept = { place: placeKey, keep: z.int(), reason };
const leaves = standing.nullable();
export const benchEventData = {
  readingTaken: z.object({
    ...takenDeep,
    own: z.exactOptional(reading),
    decides: z.exactOptional(standing),
    independent: yes,
    blind: yes,
    limitsHidden: yes,
    keptBoth: yes,
  }),
  valueDerived: z.object({
    place: placeKey,
    ended: z.object({ reading: z.int(), as: z.enum(['refined', 'corrected', 'void']) }).nullable(),
    value: z
      .object({
        reading,
        unit: lengthUnit.nullable(),
        inputs: z.array(input),
        parts: z.array(partRef),
        verdict: verdictFact,
      })
      .nullable(),
  }),
  readingCorrected: z.object({ ...corrected, leaves }),
  readingVoided: z.object({ ...voided, leaves }),
  contestDecided: z.object({ ...kept, voids: z.array(z.int()).nullable(), leaves }),
  placeDeferred: aboutPlace(reason),
  placeResumed: z.object({ place: placeKey }),
  ringCarried: z.object({
    characteristic: id,
    station: id.nullable(),
    ring: text(200),
    instrument,
    gaps: z.array(z.object({ cylinder: id, text: text(80), reading: sizeReading, bore: partRef })),
  }),
  placeLeft: z.object({ place: placeKey, reading: z.int(), reason }),
  notApplicableDeclared: aboutPlace(reason),
  notApplicableAccepted: aboutPlace(reason),
  notApplicableRefused: aboutPlace(reason),
  withdrawalAgreed: z.object({
    place: placeKey,
    reading: z.int(),
    reason,
    samePerson: samePerson.nullable(),
  }),
} satisfies { [T in keyof BenchEventData]: z.ZodType<BenchEventData[T]> };

/** The data of older versions, as they were written then. */
export const olderBenchEventData = {
  readingTaken: [
    z.object(taken),
    z.object(takenSeen),
    z.object(takenTyped),
    z.object(takenHow),
    z.object(takenFit),
    z.object(takenDeep),
  ],
  readingCorrected: [z.object(corrected)],
  readingVoided: [z.object(voided)],
  contestDecided: [z.object(kept)],
};

/** As typed, of any length that a person can send: the notation refuses what is too long, with words. */
const typed = z
  .string()
  .max(20_000)
  .refine((value) => !/\p{Surrogate}/u.test(value));
const takenText = {
  text: typed,
  typedFirst: z.exactOptional(typed),
  unit: lengthUnit.nullable(),
  instrument: id.nullable(),
  answers: z.array(answer).max(10),
  slip,
  blind: yes,
  limitsHidden: yes,
  conditions: z.exactOptional(z.array(z.strictObject({ condition: id, is: id })).max(10)),
  setting: z.exactOptional(z.strictObject({ text: text(40), unit: lengthUnit, against: text(120) })),
  depth: z.exactOptional(z.strictObject({ text: text(40), unit: lengthUnit, datum: z.enum(DATUMS) })),
  temperatures: z.exactOptional(
    z.strictObject({ part: text(20), gauge: text(20), kept: z.exactOptional(text(500)) }),
  ),
};
const at = { place: placeKey, basedOn: z.int().min(0) };
const seen = z.array(partRef).max(20);
export const benchCommands = [
  z.strictObject({ type: z.literal('takeReading'), ...at, seen, keepBoth: yes, ...takenText }),
  z.strictObject({
    type: z.literal('correctReading'),
    ...at,
    reading: z.int(),
    reason: z.enum(CORRECTION_REASONS),
    instead: z.strictObject({ ...takenText, seen }).nullable(),
  }),
  z.strictObject({ type: z.literal('voidReading'), ...at, reading: z.int(), reason }),
  z.strictObject({ type: z.literal('decideContest'), ...at, keep: z.int(), reason }),
  z.strictObject({ type: z.literal('deferPlace'), ...at, reason }),
  z.strictObject({ type: z.literal('resumePlace'), ...at }),
  z.strictObject({
    type: z.literal('carryRing'),
    characteristic: id,
    station: id.nullable(),
    ring: typed.max(200),
    instrument: id,
    gaps: z.array(z.strictObject({ cylinder: id, text: typed.max(200) })).max(60),
    seen: z.array(partRef).max(60),
  }),
  z.strictObject({ type: z.literal('leaveAsIs'), ...at, reading: z.int(), reason }),
  z.strictObject({ type: z.literal('declareNotApplicable'), ...at, reason }),
] as const satisfies readonly z.ZodType<BenchCommand | CarryRingCommand>[];
