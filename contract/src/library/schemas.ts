import {
  AFTER_WITHDRAWAL,
  AXES,
  COARSE_RULES,
  COLUMN_USES,
  DATUMS,
  DECISION_RULES,
  DIAMETER_BASES,
  DOCUMENT_KINDS,
  ENGINE_CLASSES,
  GROUPS,
  SPREADS_OF,
  REVISION_STATES,
  UNIT_KINDS,
  LIFE_UNITS,
  PIN_VERSIONS,
  WEAR_WAYS,
} from '@oak-gate/core';
import type {
  AppliesTo,
  AttachedFile,
  DocumentRevision,
  FitVariant,
  GoverningLimit,
  LibraryEventData,
  LimitContext,
  LimitRow,
  LimitsPin,
  RowRule,
  TableMapping,
} from '@oak-gate/core';
import { clockEventData } from '../common/clock';
import type { DeepReadonly } from '../common/values';
import {
  boundOnTheWire,
  documentWord,
  figureUnit,
  id,
  instant,
  isoDate,
  lengthOnTheWire,
  lengthUnit,
  name,
  fitState,
  perBound,
  printedFigure,
  printedLength,
  reason,
  revisionWord,
  sha256,
  text,
} from '../common/values';
import * as z from 'zod';
import { checkNote, checkNotes } from './check-note';
import { characteristic, engineModel, fitAddress, partKind } from '../engines/schemas';
import { samePerson } from '../people/schemas';
import { route } from '../release/schemas';

const BOUND = z.enum(['min', 'max', 'serviceMin', 'serviceMax']);
export const documentKind = z.enum(DOCUMENT_KINDS);
export const appliesTo = z.object({
  models: z.exactOptional(z.array(id)),
  serialFrom: z.exactOptional(z.union([z.int(), z.string()])),
  serialTo: z.exactOptional(z.union([z.int(), z.string()])),
  partNumbers: z.exactOptional(z.array(name)),
  oversizes: z.exactOptional(z.array(lengthOnTheWire)),
  pistonMaterials: z.exactOptional(z.array(name)),
  duties: z.exactOptional(z.array(name)),
  buildFrom: z.exactOptional(isoDate),
  buildTo: z.exactOptional(isoDate),
  partStates: z.exactOptional(z.array(fitState)),
}) satisfies z.ZodType<AppliesTo>;
export const documentRevision = z.object({
  id: name,
  number: documentWord,
  revision: revisionWord,
  title: text(300),
  kind: documentKind,
  issued: isoDate,
  effective: isoDate,
  appliesTo,
  supersedes: z.exactOptional(z.array(documentWord).max(20)),
  partsMaker: z.exactOptional(name),
  notes: z.exactOptional(text(4000)),
  cautions: z.exactOptional(z.array(text(600)).max(40)),
}) satisfies z.ZodType<DocumentRevision>;
const step = z.object({ torque: z.exactOptional(printedFigure), angle: z.exactOptional(printedFigure) });
const rule = z.discriminatedUnion('kind', [
  z.object({
    kind: z.literal('spread'),
    across: z.enum(GROUPS),
    of: z.exactOptional(z.enum(SPREADS_OF)),
  }),
  z.object({ kind: z.literal('match'), across: z.enum(GROUPS) }),
  z.object({ kind: z.literal('relation'), notSmallerThan: fitAddress }),
  z.object({ kind: z.literal('check'), question: text(300) }),
  z.object({ kind: z.literal('tighten'), steps: z.array(step), lubricant: text(300) }),
  z.object({
    kind: z.literal('station'),
    label: name,
    datum: z.enum(DATUMS),
    distance: printedFigure,
  }),
]) satisfies z.ZodType<RowRule>;
export const limitRow = z.object({
  id: text(240),
  label: name,
  characteristic: id,
  groove: z.exactOptional(id),
  member: z.exactOptional(id),
  station: z.exactOptional(id),
  printed: perBound(printedFigure),
  also: z.exactOptional(perBound(printedFigure)),
  unitChosenBy: z.exactOptional(name),
  fitIs: z.exactOptional(z.literal('interference')),
  decision: z.exactOptional(z.enum(DECISION_RULES)),
  formula: z.exactOptional(
    z.object({ bound: BOUND, perDiameter: z.number(), uplift: z.exactOptional(z.number()) }),
  ),
  rule: z.exactOptional(rule),
  appliesTo,
  note: text(2000),
}) satisfies z.ZodType<LimitRow>;
export const limitFile = z.object({ name: text(200), sha256 });
export const attachedFile = z.object({
  name: text(200),
  sha256,
  bytes: z.int().min(0),
  mime: text(120),
}) satisfies z.ZodType<AttachedFile>;
const draft = z.object({
  revision: documentRevision,
  rows: z.array(limitRow),
  attachments: z.exactOptional(z.array(attachedFile)),
});
const judgingFor = z.enum([...ENGINE_CLASSES, 'shop']);
const judgingSaid = {
  rule: z.enum(DECISION_RULES).nullable(),
  coarse: z.enum(COARSE_RULES).nullable(),
};
export const libraryEventData = {
  modelImported: z.object({ model: engineModel, digest: sha256 }),
  modelDrafted: z.object({ model: engineModel, digest: sha256 }),
  modelDraftDropped: z.object({ model: id, reason }),
  modelChecked: z.object({ model: id, digest: sha256, samePerson: samePerson.nullable() }),
  modelPublished: z.object({ model: id, version: z.int().min(2), digest: sha256, secondLook: text(300) }),
  revisionDrafted: z.object({ revision: documentRevision }),
  rowsImported: z.object({ revision: name, file: limitFile, rows: z.array(limitRow) }),
  fileAttached: z.object({ revision: name, file: attachedFile }),
  draftDropped: z.object({ revision: name, reason }),
  revisionChecked: z.object({ revision: name, digest: sha256, samePerson: samePerson.nullable() }),
  revisionPublished: z.object({ revision: name, digest: sha256, secondLook: text(300) }),
  revisionWithdrawn: z.object({ revision: name, reason, then: z.enum(AFTER_WITHDRAWAL) }),
  routeKept: z.object({ route, reason }),
  routePutAway: z.object({ route: id, reason }),
  characteristicDefined: z.object({ characteristic }),
  temperaturesAsked: z.object({ characteristic: id, asked: z.boolean() }),
  secondLookAsked: z.object({
    characteristic: id,
    asked: z.boolean(),
    tolerance: printedLength.nullable(),
  }),
  checkNoted: z.object({ note: checkNote }),
  checkNoteTakenBack: z.object({ note: z.string(), reason }),
  judgingSet: z.object({ of: judgingFor, ...judgingSaid, reason }),
  kindOrderSet: z.object({ engineClass: z.enum(ENGINE_CLASSES), order: z.array(documentKind), reason }),
  batchImported: z.object({ batchOf: z.string(), file: limitFile, drafts: z.array(draft) }),
  importFinished: z.object({ batchOf: z.string() }),
  importAbandoned: z.object({ batchOf: z.string(), reason }),
  ...clockEventData,
} satisfies { [T in keyof LibraryEventData]: z.ZodType<LibraryEventData[T]> };

const governing = z.object({
  limit: perBound(boundOnTheWire),
  sources: perBound(z.string()),
  others: z.array(z.object({ bound: BOUND, row: z.string(), value: boundOnTheWire, differs: z.boolean() })),
  undecided: z.array(BOUND),
  contradiction: z.boolean(),
  mixed: z.exactOptional(z.literal(true)),
  target: z.exactOptional(
    z.object({ min: z.exactOptional(boundOnTheWire), max: z.exactOptional(boundOnTheWire) }),
  ),
  targetConflict: z.exactOptional(z.literal(true)),
}) satisfies z.ZodType<GoverningLimit>;
const context = z.object({
  model: z.exactOptional(id.nullable()),
  serial: z.exactOptional(z.union([z.int(), z.string()]).nullable()),
  partNumber: z.exactOptional(name.nullable()),
  oversize: z.exactOptional(lengthOnTheWire.nullable()),
  pistonMaterial: z.exactOptional(name.nullable()),
  duty: z.exactOptional(name.nullable()),
  buildDate: z.exactOptional(isoDate.nullable()),
  partState: z.exactOptional(fitState.nullable()),
  diameter: z.exactOptional(lengthOnTheWire.nullable()),
}) satisfies z.ZodType<LimitContext>;
const contextKey = z.enum([
  'model',
  'serial',
  'partNumber',
  'oversize',
  'pistonMaterial',
  'duty',
  'buildDate',
  'partState',
  'diameter',
]);
/** For which of the places of a fit a decision is, where they are not all alike. */
export const fitVariant = z.object({
  cylinders: z.exactOptional(z.array(id)),
  partNumber: z.exactOptional(z.string().max(240).nullable()),
  pistonMaterial: z.exactOptional(z.string().max(240).nullable()),
}) satisfies z.ZodType<FitVariant>;
export const limitsPin = z.object({
  pin: z.int().min(1),
  on: isoDate,
  model: engineModel,
  characteristics: z.array(characteristic),
  documents: z.array(documentRevision.extend({ digest: sha256 })),
  rows: z.array(limitRow),
  policy: z.object({ order: z.array(documentKind) }),
  context,
  diameterBasis: z.exactOptional(z.enum(DIAMETER_BASES)),
  fits: z.array(
    z.object({
      fit: z.string(),
      partState: fitState,
      governing,
      held: z.array(z.object({ row: z.string(), missing: z.array(contextKey) })),
      of: z.exactOptional(fitVariant),
      asks: z.exactOptional(z.array(z.string())),
      counts: z.exactOptional(z.enum(LIFE_UNITS)),
    }),
  ),
  version: z.exactOptional(z.literal(PIN_VERSIONS)),
  judging: z.exactOptional(z.object({ rule: z.enum(DECISION_RULES), coarse: z.enum(COARSE_RULES) })),
  cylinders: z.exactOptional(
    z.array(
      z.object({
        cylinders: z.array(id),
        oversize: context.shape.oversize,
        diameter: context.shape.diameter,
      }),
    ),
  ),
}) satisfies z.ZodType<LimitsPin>;

/** Words in a list are kept in one cell of a table, parted by these marks. */
const listWord = name.refine((value) => !/[;|]/.test(value), { error: 'must not hold ; or |' });
const wordList = z.array(listWord).max(200).default([]);
/** A document's own statement, as a form sends it: what is empty is not said. */
export const revisionStatement = z.strictObject({
  number: documentWord,
  revision: revisionWord,
  title: text(300).refine((value) => value.trim() !== '', { error: 'is empty' }),
  kind: documentKind,
  issued: isoDate,
  effective: isoDate,
  models: z.array(id).min(1),
  serialFrom: z.int().min(0).nullable().default(null),
  serialTo: z.int().min(0).nullable().default(null),
  partNumbers: wordList,
  /** nm over standard. */
  oversizes: z.array(lengthOnTheWire).max(50).default([]),
  pistonMaterials: wordList,
  duties: wordList,
  buildFrom: isoDate.nullable().default(null),
  buildTo: isoDate.nullable().default(null),
  partStates: z.array(fitState).max(3).default([]),
  supersedes: z.array(documentWord).max(20).default([]),
  partsMaker: name.default(''),
  notes: text(4000).default(''),
  /** A table keeps them in one cell, parted by a bar. */
  cautions: z
    .array(text(600).refine((value) => !value.includes('|'), { error: 'must not hold |' }))
    .max(40)
    .default([]),
});
export type RevisionStatement = z.input<typeof revisionStatement>;
export const draftRevisionRequest = z.strictObject({ id: z.uuid(), revision: revisionStatement });
export const reasonRequest = z.strictObject({ id: z.uuid(), reason });
export const checkRevisionRequest = z.strictObject({ id: z.uuid(), digest: sha256 });
export const publishRevisionRequest = z.strictObject({ id: z.uuid() });
export const withdrawRevisionRequest = z.strictObject({
  id: z.uuid(),
  reason,
  then: z.enum(AFTER_WITHDRAWAL),
});
/** Rows as a person wrote them in the sheet: texts under our own columns. */
export const sheetRowsRequest = z.strictObject({
  id: z.uuid(),
  header: z.array(z.string().max(60)).min(1).max(60),
  lines: z.array(z.array(z.string().max(2000)).max(60)).max(5000),
});
/** What a shop adds to be measured. Without an axis there is one place of it on an engine. */
export const shopCharacteristic = z.strictObject({
  id: z.string().regex(/^[a-z][A-Za-z]{1,40}$/),
  name: name.refine((value) => value.trim() !== '', { error: 'is empty' }),
  measures: text(300),
  usualTool: name,
  unitKind: z.enum(UNIT_KINDS),
  axes: z.array(z.enum(AXES)),
  along: characteristic.shape.along,
  wear: z.enum(WEAR_WAYS),
  words: z.strictObject({ tight: name, loose: name }),
  /** On which parts a reading depends: what is done to one of these spends it. */
  parts: z.exactOptional(z.array(partKind)),
  stateOf: z.exactOptional(partKind),
  /** What it is measured with on the bench; with nothing, its rows are compared and nobody measures it. */
  tools: z.exactOptional(characteristic.shape.tools),
  filed: characteristic.shape.filed,
  passes: characteristic.shape.passes,
  from: characteristic.shape.from,
  conditions: characteristic.shape.conditions,
  /** What must be answered with yes before a reading counts. */
  questions: z.exactOptional(
    z.array(z.strictObject({ id, text: text(300), when: z.literal('always') })).max(6),
  ),
  judgedAs: characteristic.shape.judgedAs,
  below: characteristic.shape.below,
  under: characteristic.shape.under,
  setting: characteristic.shape.setting,
  depth: characteristic.shape.depth,
  running: characteristic.shape.running,
  metal: characteristic.shape.metal,
  rowAxes: characteristic.shape.rowAxes,
  allowNegative: z.exactOptional(z.boolean()),
});
export const defineCharacteristicRequest = z.strictObject({
  id: z.uuid(),
  characteristic: shopCharacteristic,
});
export const askTemperaturesRequest = z.strictObject({
  id: z.uuid(),
  characteristic: id,
  asked: z.boolean(),
});
export const askSecondLookRequest = z.strictObject({
  id: z.uuid(),
  characteristic: id,
  asked: z.boolean(),
  tolerance: z.strictObject({ text: text(40), unit: lengthUnit }).nullable(),
});
export const setJudgingRequest = z.strictObject({ id: z.uuid(), of: judgingFor, ...judgingSaid, reason });
export const setKindOrderRequest = z.strictObject({
  id: z.uuid(),
  engineClass: z.enum(ENGINE_CLASSES),
  order: z.array(documentKind).min(1).max(4),
  reason,
});
export const tableMapping = z.object({
  headerLine: z.int().min(1),
  columns: z
    .array(
      z.object({
        use: z.enum(COLUMN_USES),
        unit: z.exactOptional(figureUnit),
        fillDown: z.exactOptional(z.boolean()),
      }),
    )
    .max(120),
  characteristic: z.exactOptional(id),
  unit: z.exactOptional(figureUnit),
  fits: z.record(z.string().max(300), fitAddress.extend({ characteristic: id })),
}) satisfies z.ZodType<TableMapping>;
/** How a table that was uploaded before is read: once to look, once to take it in. */
export const readTableRequest = z.strictObject({
  sheet: z.int().min(0).default(0),
  mapping: tableMapping.nullable().default(null),
  answers: z.record(z.string(), z.string()).default({}),
});
export const takeTableRequest = readTableRequest.extend({ id: z.uuid(), maker: name.default('') });

const revisionStateWord = z.enum(REVISION_STATES);
/** A revision in a list; its rows are asked for one by one. */
export const revisionSummary = documentRevision.extend({ rowCount: z.int(), state: revisionStateWord });
const stamp = z.object({ by: z.string(), at: instant });
export const revisionView = z.object({
  revision: documentRevision,
  state: revisionStateWord,
  rows: z.array(limitRow),
  file: limitFile.nullable(),
  attachments: z.array(attachedFile),
  drafted: stamp,
  writers: z.array(z.string()),
  /** What a check would be of: the digest of the text as it stands. */
  digest: sha256,
  checked: stamp.extend({ samePerson: samePerson.nullable() }).nullable(),
  published: stamp.extend({ digest: sha256, secondLook: z.string() }).nullable(),
  withdrawn: stamp.extend({ reason: z.string(), then: z.enum(AFTER_WITHDRAWAL) }).nullable(),
  models: z.array(engineModel),
  characteristics: z.array(characteristic),
  /** Other revisions of the same number, newest first. */
  siblings: z.array(
    z.object({ id: name, revision: revisionWord, effective: isoDate, state: revisionStateWord }),
  ),
  /** Targets of a draft that lie beyond the limits that are published: jobs ignore them there. */
  beyond: z.array(z.string()),
});
const jobRef = z.object({
  jobId: z.string(),
  number: z.string(),
  serial: z.string(),
  modelName: z.string(),
  sealedAt: instant.nullable(),
});
/** Which jobs a document, or each of its rows, is used in. */
export const whereUsed = z.object({
  pinned: z.array(jobRef),
  rows: z.array(z.object({ row: z.string(), jobs: z.array(jobRef) })),
});
export const modelSummary = z.object({
  id,
  maker: name,
  name,
  engineClass: z.enum(ENGINE_CLASSES),
  cylinders: z.int(),
  digest: sha256,
  /** What its serials look like, on an example. */
  serials: z.string(),
  version: z.int().min(1),
  /** A next version: being made, or checked and waiting to be published. */
  draft: z.enum(['made', 'checked']).nullable(),
});
export const routeSummary = z.object({
  id: z.string(),
  covers: z.string(),
  /** The classes of engine that it is for; every one where nothing is said. */
  classes: z.exactOptional(z.array(z.string())),
});
export const libraryView = z.object({
  total: z.int(),
  revisions: z.array(revisionSummary),
  models: z.array(modelSummary),
  /** `warm`: the shop reads the temperatures of part and gauge with every reading of it; `looks`: who measures it twice. */
  characteristics: z.array(
    characteristic.extend({
      ours: z.boolean(),
      warm: z.boolean(),
      looks: z.object({ asked: z.boolean(), tolerance: printedLength.nullable() }),
      notes: checkNotes.shape.notes,
    }),
  ),
  orders: z.array(
    z.object({ engineClass: z.enum(ENGINE_CLASSES), order: z.array(documentKind), ours: z.boolean() }),
  ),
  /** How readings near a limit are decided: what was said for all engines and for each class, and what holds for each. */
  judging: z.array(
    z.object({
      of: judgingFor,
      ...judgingSaid,
      holds: z.object({ rule: z.enum(DECISION_RULES), coarse: z.enum(COARSE_RULES) }),
    }),
  ),
  /** What a job can be opened on. */
  routes: z.array(routeSummary),
});
/** An answer of the look-up: a document, a row of one, a model or a characteristic. */
export const searchHit = z.object({
  kind: z.enum(['document', 'row', 'model', 'characteristic']),
  /** What it is called, and what it is. */
  title: z.string(),
  detail: z.string(),
  link: z.string(),
  state: revisionStateWord.nullable(),
});
export const searchView = z.object({ hits: z.array(searchHit), more: z.boolean() });
export const tableErrors = z.array(z.object({ line: z.int(), column: z.string(), message: z.string() }));

const question = z.object({
  id: z.string(),
  line: z.int(),
  label: z.string(),
  kind: z.enum(['unitsDisagree', 'secondAcceptance']),
  /** The question in words, with what may be answered. */
  words: z.string(),
  answers: z.array(z.object({ value: z.string(), label: z.string() })),
});
/** What was read of an uploaded table, cell by cell, before anything is taken in. */
export const tablePreview = z.object({
  upload: z.string(),
  file: limitFile,
  kind: z.enum(['csv', 'xlsx']),
  sheets: z.array(z.string()),
  sheet: z.int(),
  /** In our own columns: it needs no mapping. */
  own: z.boolean(),
  mapping: tableMapping.nullable(),
  fromMemory: z.boolean(),
  header: z.array(z.string()),
  /** The first lines as they stand, for choosing the line that names the columns. */
  top: z.array(z.object({ line: z.int(), cells: z.array(z.string()) })),
  /** Names of fits that the table uses, whether their meaning is known or not. */
  fits: z.array(z.string()),
  lines: z.array(
    z.object({
      line: z.int(),
      cells: z.array(
        z.object({ column: z.string(), text: z.string(), formula: z.boolean(), faults: z.array(z.string()) }),
      ),
      /** What the row was understood as, or null where something is wrong with it. */
      says: z
        .object({ fit: z.string(), figures: z.string(), converted: z.string(), note: z.string() })
        .nullable(),
    }),
  ),
  errors: tableErrors,
  questions: z.array(question),
  rows: z.int(),
});
/** An import of many documents, as it goes on. */
export const importProgress = z.object({
  id: z.string(),
  file: z.string(),
  stage: z.enum(['reading', 'writing', 'done', 'wrong', 'cancelled', 'failed']),
  bytes: z.int(),
  ofBytes: z.int(),
  documents: z.int(),
  rows: z.int(),
  errors: tableErrors,
  problem: z.string().nullable(),
});
/** The import that runs, if there is one: whoever opens the page sees it, and a steward may stop it. */
export const runningImport = z.object({ running: importProgress.nullable() });
export const governsRequest = z.strictObject({
  model: id,
  serial: name.default(''),
  characteristic: id,
  groove: id.optional(),
  member: id.optional(),
  station: id.optional(),
  partState: fitState.default('new'),
  oversize: z.string().max(20).default(''),
  measuredBore: z.string().max(20).default(''),
  pistonMaterial: z.string().max(120).default(''),
  partNumber: z.string().max(120).default(''),
  duty: z.string().max(120).default(''),
  buildDate: z.union([isoDate, z.literal('')]).default(''),
  on: z.union([isoDate, z.literal('')]).default(''),
});
/** What is needed to say what governs: the client decides with the same functions as the server. */
export const governsView = z.object({
  model: engineModel,
  characteristics: z.array(characteristic),
  documents: z.array(documentRevision.extend({ digest: sha256 })),
  rows: z.array(limitRow),
  policy: z.object({ order: z.array(documentKind) }),
  context,
  diameterBasis: z.enum(DIAMETER_BASES),
  on: isoDate,
});
/** A document with everything that it says, as a file. */
export const documentFile = z.object({
  format: z.literal('oak-gate/document'),
  version: z.literal(1),
  revision: documentRevision,
  rows: z.array(limitRow),
  /** With their bytes, so that nothing is lost on the way. */
  attachments: z.array(attachedFile.extend({ content: z.base64() })).default([]),
});
export type RevisionSummary = DeepReadonly<z.output<typeof revisionSummary>>;
export type RevisionView = DeepReadonly<z.output<typeof revisionView>>;
export type RouteSummary = DeepReadonly<z.output<typeof routeSummary>>;
export type ModelSummary = DeepReadonly<z.output<typeof modelSummary>>;
export type LibraryView = DeepReadonly<z.output<typeof libraryView>>;
export type SearchView = DeepReadonly<z.output<typeof searchView>>;
export type SearchHit = DeepReadonly<z.output<typeof searchHit>>;
export type WhereUsed = DeepReadonly<z.output<typeof whereUsed>>;
export type JobRef = DeepReadonly<z.output<typeof jobRef>>;
export type TablePreview = DeepReadonly<z.output<typeof tablePreview>>;
export type ImportProgress = DeepReadonly<z.output<typeof importProgress>>;
export type GovernsView = DeepReadonly<z.output<typeof governsView>>;
