import {
  AXES,
  DATUMS,
  DEFECTS,
  FACE_SORTS,
  ENGINE_CLASSES,
  FIT_AXES,
  INSTRUMENT_KINDS,
  ONE_INPUT_RULES,
  JOURNAL_KINDS,
  LINERS,
  METALS,
  REPORT_CAUSES,
  YES_NO,
  SETTLED_AS,
  UNIT_KINDS,
  WEAR_WAYS,
} from '@oak-gate/core';
import type {
  NewPart,
  FilingSaid,
  PartMove,
  SaidOfPart,
  Characteristic,
  DeclaredPartKind,
  DesignRule,
  KitRule,
  LifeRule,
  EngineModel,
  FaceRule,
  Layout,
  PartEventData,
  PrintedLength,
  WorkshopFact,
} from '@oak-gate/core';
import { id, name, partState, printedLength, text } from '../common/values';
import * as z from 'zod';

/** Where a fit is, without its cylinder. */
export const fitAddress = z.object({
  groove: z.exactOptional(id),
  member: z.exactOptional(id),
  station: z.exactOptional(id),
});
/** A kind of part: one word as it stands in the keys of slots. */
export const partKind = z.string().regex(/^[a-z][A-Za-z]{1,40}$/, { error: 'a word such as "valve"' });
/** What of a part a reading depends on, and a rework changes: "ends", "wall". */
export const aspect = z.string().regex(/^[a-z][A-Za-z]{1,40}$/);
/** What is done to a part, in the words of a history: "filed", "reamed". */
export const reworkWord = z
  .string()
  .regex(/^[a-z][a-z ]{1,40}$/, { error: 'what was done, in small letters: "reamed"' })
  .refine((word) => !['fitted', 'removed', 'moved'].includes(word), {
    error: 'is said by fitting, replacing and moving',
  });
/** What a model says of one face, as it stands in its file. */
export const faceRule = z.object({
  kind: partKind,
  id: z.string().regex(/^[A-Za-z0-9-]{1,40}$/),
  name,
  sort: z.enum(FACE_SORTS),
  each: z.exactOptional(z.literal('groove')),
  looks: z.array(z.enum(DEFECTS)).max(8),
  how: text(200),
  reject: text(400),
  source: z.exactOptional(text(200)),
  care: z.exactOptional(text(200)),
  aspects: z.array(aspect).min(1).max(8),
  journals: z.exactOptional(z.array(z.enum(JOURNAL_KINDS)).min(1).max(3)),
  lined: z.exactOptional(z.literal(true)),
}) satisfies z.ZodType<FaceRule>;

const lifeRule = z.object({
  kind: partKind,
  counts: z.enum(['hours', 'cycles']),
  limit: z.number().positive().max(1e9),
  untilNext: z.exactOptional(z.number().positive().max(1e9)),
}) satisfies z.ZodType<LifeRule>;
const kitRule = z.object({
  id,
  name,
  contents: z
    .array(
      z.object({
        ...{ id, name },
        count: z.int().min(1).max(1000),
        kind: z.exactOptional(partKind),
        groove: z.exactOptional(id),
        partNumber: z.exactOptional(name),
      }),
    )
    .min(1)
    .max(200),
}) satisfies z.ZodType<KitRule>;
const designRule = z.object({
  name,
  kind: partKind,
  partNumbers: z.array(name).min(1).max(100),
  asks: z.array(id).max(40),
  leavesOut: z.array(id).max(40),
}) satisfies z.ZodType<DesignRule>;
const purposes = z.strictObject({
  journal: z.exactOptional(name),
  station: z.exactOptional(name),
  direction: z.exactOptional(name),
  point: z.exactOptional(name),
  fastener: z.exactOptional(name),
});
const EARLY_KINDS = ['bore', 'block', 'ring', 'piston', 'pin', 'rod', 'liner', 'journal', 'shell', 'bolt'];
const partKindDeclared = z.object({
  // A kind that became usual later stays what a model said that it is.
  kind: partKind.refine((kind) => !EARLY_KINDS.includes(kind), {
    error: 'is a usual kind of part, and lies where it always does',
  }),
  name,
  names: name,
  axes: z.array(z.enum(AXES)),
  along: z.exactOptional(purposes),
  reworks: z.array(reworkWord).max(12),
}) satisfies z.ZodType<DeclaredPartKind>;
const layoutWith = <D extends z.ZodType<PrintedLength>>(distance: D, id: z.ZodType<string>) => {
  const purposed = { id, label: name, for: z.array(name).min(1).max(8) };
  return z.object({
    arrangement: z.enum(['inline', 'flat', 'v']),
    frontLabel: name,
    liners: z.exactOptional(z.enum(LINERS)),
    crown: z.exactOptional(z.literal('relieved')),
    regrind: z.exactOptional(
      z
        .array(
          z.object({
            journals: z.enum(JOURNAL_KINDS),
            standard: distance,
            undersizes: z.array(distance).min(1).max(12),
          }),
        )
        .max(3),
    ),
    banks: z
      .array(z.object({ id, label: name, side: z.enum(['left', 'right', 'middle']) }))
      .min(1)
      .max(4),
    cylinders: z
      .array(z.object({ id, label: name, bank: id, row: z.int().min(0).max(96) }))
      .min(1)
      .max(24),
    grooves: z
      .array(
        z.object({
          id,
          label: name,
          members: z
            .array(
              z.object({
                id,
                label: name,
                kind: z.enum(['compression', 'scraper', 'oil', 'rail']),
                expander: z.boolean(),
              }),
            )
            .min(1)
            .max(4),
        }),
      )
      .min(1)
      .max(8),
    stations: z
      .array(
        z.object({
          id,
          label: name,
          datum: z.enum(DATUMS),
          distance,
          members: z.array(z.object({ groove: id, member: id })),
          for: z.exactOptional(z.array(name).max(8)),
          only: z.exactOptional(z.literal('wornBore')),
        }),
      )
      .min(1)
      .max(40),
    ringTravel: z.exactOptional(z.object({ upper: id, lower: id })),
    heads: z.exactOptional(z.array(z.object({ id, label: name, cylinders: z.array(id).min(1) })).max(24)),
    journals: z.exactOptional(
      z
        .array(z.object({ id, label: name, kind: z.enum(JOURNAL_KINDS), cylinders: z.array(id).max(4) }))
        .max(60),
    ),
    directions: z.exactOptional(z.array(z.object(purposed)).max(24)),
    points: z.exactOptional(
      z.array(z.object({ ...purposed, clock: z.exactOptional(z.number().min(0).max(12)) })).max(40),
    ),
    fasteners: z.exactOptional(z.array(z.object(purposed)).max(60)),
    partKinds: z.exactOptional(z.array(partKindDeclared).max(20)),
    faces: z.exactOptional(z.array(faceRule).max(200)),
    nozzles: z.exactOptional(z.literal(true)),
    singleUse: z.exactOptional(z.array(partKind).max(40)),
    lives: z.exactOptional(z.array(lifeRule).max(40)),
    papers: z.exactOptional(z.array(partKind).max(40)),
    kits: z.exactOptional(z.array(kitRule).max(40)),
    designs: z.exactOptional(z.array(designRule).max(40)),
    boreClasses: z.exactOptional(z.array(z.object({ mark: name, size: distance })).max(24)),
    notApplicable: z.array(
      z.object({
        characteristic: id,
        groove: id,
        member: id,
        station: z.exactOptional(id),
        reason: text(300),
      }),
    ),
  });
};
export const modelWith = <D extends z.ZodType<PrintedLength>>(length: D, axisId: z.ZodType<string>) =>
  z.object({
    id,
    maker: name,
    name,
    engineClass: z.enum(ENGINE_CLASSES),
    serialPattern: z
      .string()
      .max(120)
      .refine(isSerialPattern, { error: 'is not a regular expression with one group, the counting part' }),
    bore: length,
    rebore: z.exactOptional(z.object({ oversizes: z.array(length).min(1).max(12), cleanUp: length })),
    layout: layoutWith(length, axisId),
  });

export const layout = layoutWith(printedLength, id) satisfies z.ZodType<Layout>;
export const engineModel = modelWith(printedLength, id) satisfies z.ZodType<EngineModel>;

function isSerialPattern(pattern: string): boolean {
  // Nested repetition could make a pattern that never ends: patterns stay simple.
  if (/[+*}]\)?[+*{]/.test(pattern) || /\\\d/.test(pattern)) return false;
  try {
    return (new RegExp(`${pattern}|`).exec('')?.length ?? 0) === 2;
  } catch {
    return false;
  }
}

/** In which state what a value is worked out from must have been taken. */
const takenSo = z.exactOptional(z.object({ condition: id, is: id }));
export const characteristic = z.object({
  id,
  name,
  axes: z.array(z.enum(AXES)),
  along: z.exactOptional(purposes),
  parts: z.array(partKind),
  stateOf: partKind,
  tools: z.array(z.enum(INSTRUMENT_KINDS)),
  words: z.object({ tight: name, loose: name }),
  questions: z.array(
    z.object({
      id: text(240),
      text: text(300),
      when: z.enum(['always', 'expander']),
      at: z.exactOptional(fitAddress),
      source: z.exactOptional(text(240)),
    }),
  ),
  allowNegative: z.boolean(),
  filed: z.exactOptional(partKind),
  aspects: z.exactOptional(z.partialRecord(partKind, z.array(aspect).min(1))),
  passes: z.exactOptional(z.enum(YES_NO)),
  from: z.exactOptional(
    z.discriminatedUnion('rule', [
      z.object({ rule: z.literal('difference'), of: id, less: id, when: takenSo }),
      z.object({ rule: z.enum(ONE_INPUT_RULES), of: id, when: takenSo }),
    ]),
  ),
  judgedAs: z.exactOptional(id),
  classOf: z.exactOptional(id),
  running: z.exactOptional(z.literal(true)),
  below: z.exactOptional(z.literal('interference')),
  under: z.exactOptional(z.literal('head')),
  conditions: z.exactOptional(
    z
      .array(
        z.object({
          id,
          name,
          ways: z.exactOptional(z.literal(true)),
          choices: z
            .array(z.object({ id, text: name, not: z.exactOptional(z.literal('relieved')) }))
            .min(1)
            .max(6),
        }),
      )
      .max(6),
  ),
  setting: z.exactOptional(z.literal(true)),
  depth: z.exactOptional(z.literal(true)),
  otherSide: z.exactOptional(partKind),
  secondLook: z.exactOptional(z.literal(true)),
  tolerance: z.exactOptional(printedLength),
  temperatures: z.exactOptional(z.literal(true)),
  metal: z.exactOptional(z.enum(METALS)),
  unitKind: z.exactOptional(z.enum(UNIT_KINDS)),
  measures: z.exactOptional(text(300)),
  usualTool: z.exactOptional(name),
  wear: z.exactOptional(z.enum(WEAR_WAYS)),
  rowAxes: z.exactOptional(z.array(z.enum(FIT_AXES))),
}) satisfies z.ZodType<Characteristic>;

export const placeKey = z
  .string()
  .max(200)
  .regex(/^[A-Za-z]+@[A-Za-z0-9:/-]+$/);
export const partId = z.string().max(240);
export const partRef = z.object({ id: partId, condition: z.int().min(1) });
/** Hours or cycles that a part has done, with at most three decimals. */
const partCount = z.number().min(0).max(1e9).multipleOf(0.001).nullable();
export const newPart = z.object({
  state: partState,
  partNumber: name.nullable(),
  lot: name.nullable(),
  maker: z.exactOptional(name.nullable()),
  material: z.exactOptional(name.nullable()),
  serial: z.exactOptional(name.nullable()),
  sizeClass: z.exactOptional(name.nullable()),
  hours: z.exactOptional(partCount),
  cycles: z.exactOptional(partCount),
}) satisfies z.ZodType<NewPart>;
const saidFacts = {
  partNumber: z.exactOptional(name.nullable()),
  maker: z.exactOptional(name.nullable()),
  material: z.exactOptional(name.nullable()),
};
/** What is said of parts that lie there. */
export const saidOfParts = z.strictObject({
  ...saidFacts,
  serial: z.exactOptional(name.nullable()),
  lot: z.exactOptional(name.nullable()),
  sizeClass: z.exactOptional(name.nullable()),
  hours: z.exactOptional(partCount),
  cycles: z.exactOptional(partCount),
}) satisfies z.ZodType<Partial<SaidOfPart>>;
/** What was known of a part before. */
export const knownOfPart = z.strictObject({
  ...saidOfParts.shape,
  partNumber: name.nullable(),
  maker: name.nullable(),
  material: name.nullable(),
}) satisfies z.ZodType<SaidOfPart>;
/** A round of filing: how many strokes, with what, and how long it took. */
export const filingSaid = z.strictObject({
  strokes: z.int().min(1).max(10_000),
  tool: name,
  minutes: z.number().min(0).max(10_000).multipleOf(0.5).nullable(),
}) satisfies z.ZodType<FilingSaid>;
export const partMove = z.strictObject({ part: partId, to: placeKey }) satisfies z.ZodType<PartMove>;
export const workshopFacts = {
  rework: z.object({
    ...{ kind: z.literal('rework'), part: partId, what: reworkWord, how: text(2000) },
    round: z.exactOptional(filingSaid),
  }),
  replace: z.object({
    ...{ kind: z.literal('replace'), part: partId, reason: text(2000) },
    instead: newPart.nullable(),
  }),
  fit: z.object({ kind: z.literal('fit'), slot: placeKey, with: newPart }),
  move: z.object({
    ...{ kind: z.literal('move'), moves: z.array(partMove).min(1).max(400), reason: text(2000) },
    seen: z.array(partRef).max(400),
  }),
};
const workshopFact = z.discriminatedUnion('kind', [
  workshopFacts.rework,
  workshopFacts.replace,
  workshopFacts.fit,
  workshopFacts.move,
]) satisfies z.ZodType<WorkshopFact>;
export const partEventData = {
  partFitted: z.object({
    part: partId,
    kind: partKind,
    slot: placeKey,
    ...newPart.shape,
  }),
  partFactsSaid: z.object({ parts: z.array(partId).min(1), facts: saidOfParts, reason: text(2000) }),
  partRemoved: z.object({ part: partId, slot: placeKey, reason: text(2000) }),
  partReworked: z.object({
    part: partId,
    what: reworkWord,
    condition: z.int().min(2),
    how: text(2000),
    touches: z.exactOptional(z.array(aspect)),
    round: z.exactOptional(filingSaid),
  }),
  partsMoved: z.object({
    moves: z.array(partMove.extend({ from: placeKey.nullable() })).min(1),
    reason: text(2000),
  }),
  factReported: z.object({
    slot: placeKey,
    fact: workshopFact,
    because: z.enum(REPORT_CAUSES),
    basedOn: z.int().nullable(),
  }),
  factSettled: z.object({ report: z.int(), as: z.enum(SETTLED_AS), reason: text(2000) }),
} satisfies { [T in keyof PartEventData]: z.ZodType<PartEventData[T]> };
/** The same, of versions that knew the usual kinds of part and two things that are done to them. */
const usualKind = z.enum(['bore', 'ring', 'piston', 'pin', 'rod', 'liner', 'journal', 'shell', 'bolt']);
const earlyRework = z.enum(['filed', 'honed']);
const { partFitted, partReworked, factReported, partFactsSaid } = partEventData;
const { rework: reworkFact, replace: replaceFact, fit: fitFact } = workshopFacts;
const newPartThen = newPart.omit({ serial: true, sizeClass: true, hours: true, cycles: true });
const otherFactsThen = [
  replaceFact.extend({ instead: newPartThen.nullable() }),
  fitFact.extend({ with: newPartThen }),
] as const;
const reworkFactThen = reworkFact.omit({ round: true });
const fittedThen = partFitted.omit({ serial: true, sizeClass: true, hours: true, cycles: true });
const fittedEarly = fittedThen.omit({ maker: true, material: true });
const reworkedThen = partReworked.omit({ touches: true, round: true });
const reportedWith = (fact: z.ZodType<WorkshopFact>) => factReported.extend({ fact });
export const olderPartEventData = {
  partFitted: [fittedEarly.extend({ kind: usualKind }), fittedEarly, fittedThen],
  partFactsSaid: [partFactsSaid.extend({ facts: z.strictObject(saidFacts) })],
  partReworked: [reworkedThen.extend({ what: earlyRework }), reworkedThen],
  // What was not asked of a part then, nobody said.
  factReported: [
    reportedWith(
      z.discriminatedUnion('kind', [reworkFactThen.extend({ what: earlyRework }), ...otherFactsThen]),
    ),
    reportedWith(z.discriminatedUnion('kind', [reworkFactThen, ...otherFactsThen])),
    reportedWith(z.discriminatedUnion('kind', [reworkFactThen, ...otherFactsThen])),
  ],
};
