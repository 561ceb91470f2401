import {
  COLUMN_USES,
  DECISION_RULES
} from "./chunk-VPFE72TC.mjs";
import {
  AFTER_WITHDRAWAL,
  DIAMETER_BASES,
  DOCUMENT_KINDS,
  ENGINE_CLASSES,
  PIN_VERSIONS,
  characteristic,
  clockEventData,
  engineModel,
  fitAddress,
  holdsOneOf,
  own,
  partKind,
  route,
  samePerson
} from "./chunk-WQVLMFWN.mjs";
import {
  AXES,
  DATUMS,
  GROUPS,
  LIFE_UNITS,
  SPREADS_OF,
  UNIT_KINDS,
  WEAR_WAYS,
  boundOnTheWire,
  documentWord,
  figureUnit,
  fitState,
  id,
  instant,
  isoDate,
  lengthOnTheWire,
  lengthUnit,
  name,
  ok,
  perBound,
  printedFigure,
  printedLength,
  reason,
  refuse,
  revisionWord,
  sha256,
  text
} from "./chunk-CFPWUEHS.mjs";

// ../core/src/library/judging.ts
var COARSE_RULES = ["warn", "refuse"];
var USUAL = { rule: "simple", coarse: "warn" };
var judgingOf = (said2, engineClass) => {
  const [its, all] = [own(said2, engineClass), own(said2, "shop")];
  return {
    rule: its?.rule ?? all?.rule ?? USUAL.rule,
    coarse: its?.coarse ?? all?.coarse ?? USUAL.coarse
  };
};

// ../core/src/library/check-note.ts
var CHECK_NOTE_KINDS = ["why", "skipping", "practice", "hearsay"];
var isSourced = (kind) => kind === "why" || kind === "skipping";
var STEWARDS = ["steward"];
var HEARERS = ["steward", "inspector", "technician"];
function decideCheckNote(state, command, by, known) {
  if (command.type === "takeBackCheckNote") {
    const kept = state.checkNotes.find(({ id: id3 }) => id3 === command.note);
    if (kept === void 0) return refuse("CHECK_NOTE_UNKNOWN", { note: command.note });
    if (kept.by.id !== by.id && !holdsOneOf(by, STEWARDS))
      return refuse("MAY_NOT", {
        action: "take back what another person noted",
        needs: STEWARDS,
        person: by.name
      });
    const reason2 = command.reason.trim();
    if (reason2 === "") return refuse("REASON_MISSING", { action: "take back a note of a check" });
    return ok([{ type: "checkNoteTakenBack", v: 1, data: { note: command.note, reason: reason2 } }]);
  }
  const { id: id2, characteristic: characteristic2, kind, document } = command.note;
  const needs = isSourced(kind) ? STEWARDS : HEARERS;
  if (!holdsOneOf(by, needs))
    return refuse("MAY_NOT", { action: "note that of a check", needs, person: by.name });
  if (!known.some((each) => each.id === characteristic2))
    return refuse("CHARACTERISTIC_UNKNOWN", { characteristic: characteristic2 });
  if (state.checkNotes.some((each) => each.id === id2)) return refuse("ALREADY_THERE", { what: "note", id: id2 });
  const [text2, from] = [command.note.text.trim(), command.note.from.trim()];
  if (text2 === "") return refuse("CHECK_NOTE_INCOMPLETE", { kind, missing: "text" });
  if (!isSourced(kind)) {
    if (document !== null) return refuse("CHECK_NOTE_NOT_CITED", { kind });
    if (from === "") return refuse("CHECK_NOTE_INCOMPLETE", { kind, missing: "from" });
  } else {
    if (document === null) return refuse("CHECK_NOTE_INCOMPLETE", { kind, missing: "document" });
    const revision = own(state.revisions, document);
    if (revision === void 0) return refuse("REVISION_UNKNOWN", { revision: document });
    if (revision.published === void 0 || revision.withdrawn !== void 0)
      return refuse("NOT_PUBLISHED", { revision: document });
  }
  return ok([{ type: "checkNoted", v: 1, data: { note: { ...command.note, text: text2, from } } }]);
}

// ../core/src/library/current-revisions.ts
function currentRevisions(state, on) {
  const effective = Object.values(state.revisions).filter(
    ({ published, revision }) => published !== void 0 && revision.effective <= on
  );
  const newest = /* @__PURE__ */ new Map();
  for (const kept of effective) {
    if (kept.withdrawn !== void 0) continue;
    const so = newest.get(kept.revision.number);
    if (so === void 0 || isLater(kept, so)) newest.set(kept.revision.number, kept);
  }
  for (const kept of effective) {
    if (kept.withdrawn?.then !== "nothing") continue;
    const so = newest.get(kept.revision.number);
    if (so !== void 0 && isLater(kept, so)) newest.delete(kept.revision.number);
  }
  const current = [...newest.values()];
  return current.filter((kept) => !current.some((other) => takesThePlaceOf(other, kept))).sort((a, b) => a.revision.id < b.revision.id ? -1 : 1);
}
function takesThePlaceOf(a, b) {
  const names = (one, other) => one !== other && one.revision.supersedes?.includes(other.revision.number) === true;
  if (!names(a, b)) return false;
  return !names(b, a) || isLater(a, b) || !isLater(b, a) && a.revision.id > b.revision.id;
}
var isLater = (a, b) => a.revision.effective === b.revision.effective ? a.revision.issued > b.revision.issued : a.revision.effective > b.revision.effective;
var REVISION_STATES = [
  "draft",
  "checked",
  "published",
  "current",
  "superseded",
  "withdrawn"
];
function revisionState(kept, current, on) {
  if (kept.withdrawn !== void 0) return "withdrawn";
  if (kept.published === void 0) return kept.checked === void 0 ? "draft" : "checked";
  if (current.includes(kept)) return "current";
  return kept.revision.effective > on ? "published" : "superseded";
}
var policyOf = (state, engineClass, shipped) => {
  const order = own(state.orders, engineClass);
  return order === void 0 ? shipped(engineClass) : { order };
};

// ../contract/src/library/check-note.ts
import * as z from "zod";
var said = z.string().max(2e3);
var checkNote = z.object({
  id: z.string().max(80),
  characteristic: id,
  kind: z.enum(CHECK_NOTE_KINDS),
  text: said,
  document: name.nullable(),
  from: said
});
var noteCheckRequest = z.strictObject({
  id: z.uuid(),
  note: z.strictObject(checkNote.omit({ id: true }).shape)
});
var takeBackCheckNoteRequest = z.strictObject({ id: z.uuid(), note: z.string().max(80), reason });
var checkNotes = z.object({
  notes: z.array(
    checkNote.extend({
      by: z.object({ id: z.string(), name: z.string() }),
      at: instant,
      sourceState: z.enum(REVISION_STATES).nullable()
    })
  )
});

// ../contract/src/library/schemas.ts
import * as z2 from "zod";
var BOUND = z2.enum(["min", "max", "serviceMin", "serviceMax"]);
var documentKind = z2.enum(DOCUMENT_KINDS);
var appliesTo = z2.object({
  models: z2.exactOptional(z2.array(id)),
  serialFrom: z2.exactOptional(z2.union([z2.int(), z2.string()])),
  serialTo: z2.exactOptional(z2.union([z2.int(), z2.string()])),
  partNumbers: z2.exactOptional(z2.array(name)),
  oversizes: z2.exactOptional(z2.array(lengthOnTheWire)),
  pistonMaterials: z2.exactOptional(z2.array(name)),
  duties: z2.exactOptional(z2.array(name)),
  buildFrom: z2.exactOptional(isoDate),
  buildTo: z2.exactOptional(isoDate),
  partStates: z2.exactOptional(z2.array(fitState))
});
var documentRevision = z2.object({
  id: name,
  number: documentWord,
  revision: revisionWord,
  title: text(300),
  kind: documentKind,
  issued: isoDate,
  effective: isoDate,
  appliesTo,
  supersedes: z2.exactOptional(z2.array(documentWord).max(20)),
  partsMaker: z2.exactOptional(name),
  notes: z2.exactOptional(text(4e3)),
  cautions: z2.exactOptional(z2.array(text(600)).max(40))
});
var step = z2.object({ torque: z2.exactOptional(printedFigure), angle: z2.exactOptional(printedFigure) });
var rule = z2.discriminatedUnion("kind", [
  z2.object({
    kind: z2.literal("spread"),
    across: z2.enum(GROUPS),
    of: z2.exactOptional(z2.enum(SPREADS_OF))
  }),
  z2.object({ kind: z2.literal("match"), across: z2.enum(GROUPS) }),
  z2.object({ kind: z2.literal("relation"), notSmallerThan: fitAddress }),
  z2.object({ kind: z2.literal("check"), question: text(300) }),
  z2.object({ kind: z2.literal("tighten"), steps: z2.array(step), lubricant: text(300) }),
  z2.object({
    kind: z2.literal("station"),
    label: name,
    datum: z2.enum(DATUMS),
    distance: printedFigure
  })
]);
var limitRow = z2.object({
  id: text(240),
  label: name,
  characteristic: id,
  groove: z2.exactOptional(id),
  member: z2.exactOptional(id),
  station: z2.exactOptional(id),
  printed: perBound(printedFigure),
  also: z2.exactOptional(perBound(printedFigure)),
  unitChosenBy: z2.exactOptional(name),
  fitIs: z2.exactOptional(z2.literal("interference")),
  decision: z2.exactOptional(z2.enum(DECISION_RULES)),
  formula: z2.exactOptional(
    z2.object({ bound: BOUND, perDiameter: z2.number(), uplift: z2.exactOptional(z2.number()) })
  ),
  rule: z2.exactOptional(rule),
  appliesTo,
  note: text(2e3)
});
var limitFile = z2.object({ name: text(200), sha256 });
var attachedFile = z2.object({
  name: text(200),
  sha256,
  bytes: z2.int().min(0),
  mime: text(120)
});
var draft = z2.object({
  revision: documentRevision,
  rows: z2.array(limitRow),
  attachments: z2.exactOptional(z2.array(attachedFile))
});
var judgingFor = z2.enum([...ENGINE_CLASSES, "shop"]);
var judgingSaid = {
  rule: z2.enum(DECISION_RULES).nullable(),
  coarse: z2.enum(COARSE_RULES).nullable()
};
var libraryEventData = {
  modelImported: z2.object({ model: engineModel, digest: sha256 }),
  modelDrafted: z2.object({ model: engineModel, digest: sha256 }),
  modelDraftDropped: z2.object({ model: id, reason }),
  modelChecked: z2.object({ model: id, digest: sha256, samePerson: samePerson.nullable() }),
  modelPublished: z2.object({ model: id, version: z2.int().min(2), digest: sha256, secondLook: text(300) }),
  revisionDrafted: z2.object({ revision: documentRevision }),
  rowsImported: z2.object({ revision: name, file: limitFile, rows: z2.array(limitRow) }),
  fileAttached: z2.object({ revision: name, file: attachedFile }),
  draftDropped: z2.object({ revision: name, reason }),
  revisionChecked: z2.object({ revision: name, digest: sha256, samePerson: samePerson.nullable() }),
  revisionPublished: z2.object({ revision: name, digest: sha256, secondLook: text(300) }),
  revisionWithdrawn: z2.object({ revision: name, reason, then: z2.enum(AFTER_WITHDRAWAL) }),
  routeKept: z2.object({ route, reason }),
  routePutAway: z2.object({ route: id, reason }),
  characteristicDefined: z2.object({ characteristic }),
  temperaturesAsked: z2.object({ characteristic: id, asked: z2.boolean() }),
  secondLookAsked: z2.object({
    characteristic: id,
    asked: z2.boolean(),
    tolerance: printedLength.nullable()
  }),
  checkNoted: z2.object({ note: checkNote }),
  checkNoteTakenBack: z2.object({ note: z2.string(), reason }),
  judgingSet: z2.object({ of: judgingFor, ...judgingSaid, reason }),
  kindOrderSet: z2.object({ engineClass: z2.enum(ENGINE_CLASSES), order: z2.array(documentKind), reason }),
  batchImported: z2.object({ batchOf: z2.string(), file: limitFile, drafts: z2.array(draft) }),
  importFinished: z2.object({ batchOf: z2.string() }),
  importAbandoned: z2.object({ batchOf: z2.string(), reason }),
  ...clockEventData
};
var governing = z2.object({
  limit: perBound(boundOnTheWire),
  sources: perBound(z2.string()),
  others: z2.array(z2.object({ bound: BOUND, row: z2.string(), value: boundOnTheWire, differs: z2.boolean() })),
  undecided: z2.array(BOUND),
  contradiction: z2.boolean(),
  mixed: z2.exactOptional(z2.literal(true)),
  target: z2.exactOptional(
    z2.object({ min: z2.exactOptional(boundOnTheWire), max: z2.exactOptional(boundOnTheWire) })
  ),
  targetConflict: z2.exactOptional(z2.literal(true))
});
var context = z2.object({
  model: z2.exactOptional(id.nullable()),
  serial: z2.exactOptional(z2.union([z2.int(), z2.string()]).nullable()),
  partNumber: z2.exactOptional(name.nullable()),
  oversize: z2.exactOptional(lengthOnTheWire.nullable()),
  pistonMaterial: z2.exactOptional(name.nullable()),
  duty: z2.exactOptional(name.nullable()),
  buildDate: z2.exactOptional(isoDate.nullable()),
  partState: z2.exactOptional(fitState.nullable()),
  diameter: z2.exactOptional(lengthOnTheWire.nullable())
});
var contextKey = z2.enum([
  "model",
  "serial",
  "partNumber",
  "oversize",
  "pistonMaterial",
  "duty",
  "buildDate",
  "partState",
  "diameter"
]);
var fitVariant = z2.object({
  cylinders: z2.exactOptional(z2.array(id)),
  partNumber: z2.exactOptional(z2.string().max(240).nullable()),
  pistonMaterial: z2.exactOptional(z2.string().max(240).nullable())
});
var limitsPin = z2.object({
  pin: z2.int().min(1),
  on: isoDate,
  model: engineModel,
  characteristics: z2.array(characteristic),
  documents: z2.array(documentRevision.extend({ digest: sha256 })),
  rows: z2.array(limitRow),
  policy: z2.object({ order: z2.array(documentKind) }),
  context,
  diameterBasis: z2.exactOptional(z2.enum(DIAMETER_BASES)),
  fits: z2.array(
    z2.object({
      fit: z2.string(),
      partState: fitState,
      governing,
      held: z2.array(z2.object({ row: z2.string(), missing: z2.array(contextKey) })),
      of: z2.exactOptional(fitVariant),
      asks: z2.exactOptional(z2.array(z2.string())),
      counts: z2.exactOptional(z2.enum(LIFE_UNITS))
    })
  ),
  version: z2.exactOptional(z2.literal(PIN_VERSIONS)),
  judging: z2.exactOptional(z2.object({ rule: z2.enum(DECISION_RULES), coarse: z2.enum(COARSE_RULES) })),
  cylinders: z2.exactOptional(
    z2.array(
      z2.object({
        cylinders: z2.array(id),
        oversize: context.shape.oversize,
        diameter: context.shape.diameter
      })
    )
  )
});
var listWord = name.refine((value) => !/[;|]/.test(value), { error: "must not hold ; or |" });
var wordList = z2.array(listWord).max(200).default([]);
var revisionStatement = z2.strictObject({
  number: documentWord,
  revision: revisionWord,
  title: text(300).refine((value) => value.trim() !== "", { error: "is empty" }),
  kind: documentKind,
  issued: isoDate,
  effective: isoDate,
  models: z2.array(id).min(1),
  serialFrom: z2.int().min(0).nullable().default(null),
  serialTo: z2.int().min(0).nullable().default(null),
  partNumbers: wordList,
  /** nm over standard. */
  oversizes: z2.array(lengthOnTheWire).max(50).default([]),
  pistonMaterials: wordList,
  duties: wordList,
  buildFrom: isoDate.nullable().default(null),
  buildTo: isoDate.nullable().default(null),
  partStates: z2.array(fitState).max(3).default([]),
  supersedes: z2.array(documentWord).max(20).default([]),
  partsMaker: name.default(""),
  notes: text(4e3).default(""),
  /** A table keeps them in one cell, parted by a bar. */
  cautions: z2.array(text(600).refine((value) => !value.includes("|"), { error: "must not hold |" })).max(40).default([])
});
var draftRevisionRequest = z2.strictObject({ id: z2.uuid(), revision: revisionStatement });
var reasonRequest = z2.strictObject({ id: z2.uuid(), reason });
var checkRevisionRequest = z2.strictObject({ id: z2.uuid(), digest: sha256 });
var publishRevisionRequest = z2.strictObject({ id: z2.uuid() });
var withdrawRevisionRequest = z2.strictObject({
  id: z2.uuid(),
  reason,
  then: z2.enum(AFTER_WITHDRAWAL)
});
var sheetRowsRequest = z2.strictObject({
  id: z2.uuid(),
  header: z2.array(z2.string().max(60)).min(1).max(60),
  lines: z2.array(z2.array(z2.string().max(2e3)).max(60)).max(5e3)
});
var shopCharacteristic = z2.strictObject({
  id: z2.string().regex(/^[a-z][A-Za-z]{1,40}$/),
  name: name.refine((value) => value.trim() !== "", { error: "is empty" }),
  measures: text(300),
  usualTool: name,
  unitKind: z2.enum(UNIT_KINDS),
  axes: z2.array(z2.enum(AXES)),
  along: characteristic.shape.along,
  wear: z2.enum(WEAR_WAYS),
  words: z2.strictObject({ tight: name, loose: name }),
  /** On which parts a reading depends: what is done to one of these spends it. */
  parts: z2.exactOptional(z2.array(partKind)),
  stateOf: z2.exactOptional(partKind),
  /** What it is measured with on the bench; with nothing, its rows are compared and nobody measures it. */
  tools: z2.exactOptional(characteristic.shape.tools),
  filed: characteristic.shape.filed,
  passes: characteristic.shape.passes,
  from: characteristic.shape.from,
  conditions: characteristic.shape.conditions,
  /** What must be answered with yes before a reading counts. */
  questions: z2.exactOptional(
    z2.array(z2.strictObject({ id, text: text(300), when: z2.literal("always") })).max(6)
  ),
  judgedAs: characteristic.shape.judgedAs,
  below: characteristic.shape.below,
  under: characteristic.shape.under,
  setting: characteristic.shape.setting,
  depth: characteristic.shape.depth,
  running: characteristic.shape.running,
  metal: characteristic.shape.metal,
  rowAxes: characteristic.shape.rowAxes,
  allowNegative: z2.exactOptional(z2.boolean())
});
var defineCharacteristicRequest = z2.strictObject({
  id: z2.uuid(),
  characteristic: shopCharacteristic
});
var askTemperaturesRequest = z2.strictObject({
  id: z2.uuid(),
  characteristic: id,
  asked: z2.boolean()
});
var askSecondLookRequest = z2.strictObject({
  id: z2.uuid(),
  characteristic: id,
  asked: z2.boolean(),
  tolerance: z2.strictObject({ text: text(40), unit: lengthUnit }).nullable()
});
var setJudgingRequest = z2.strictObject({ id: z2.uuid(), of: judgingFor, ...judgingSaid, reason });
var setKindOrderRequest = z2.strictObject({
  id: z2.uuid(),
  engineClass: z2.enum(ENGINE_CLASSES),
  order: z2.array(documentKind).min(1).max(4),
  reason
});
var tableMapping = z2.object({
  headerLine: z2.int().min(1),
  columns: z2.array(
    z2.object({
      use: z2.enum(COLUMN_USES),
      unit: z2.exactOptional(figureUnit),
      fillDown: z2.exactOptional(z2.boolean())
    })
  ).max(120),
  characteristic: z2.exactOptional(id),
  unit: z2.exactOptional(figureUnit),
  fits: z2.record(z2.string().max(300), fitAddress.extend({ characteristic: id }))
});
var readTableRequest = z2.strictObject({
  sheet: z2.int().min(0).default(0),
  mapping: tableMapping.nullable().default(null),
  answers: z2.record(z2.string(), z2.string()).default({})
});
var takeTableRequest = readTableRequest.extend({ id: z2.uuid(), maker: name.default("") });
var revisionStateWord = z2.enum(REVISION_STATES);
var revisionSummary = documentRevision.extend({ rowCount: z2.int(), state: revisionStateWord });
var stamp = z2.object({ by: z2.string(), at: instant });
var revisionView = z2.object({
  revision: documentRevision,
  state: revisionStateWord,
  rows: z2.array(limitRow),
  file: limitFile.nullable(),
  attachments: z2.array(attachedFile),
  drafted: stamp,
  writers: z2.array(z2.string()),
  /** What a check would be of: the digest of the text as it stands. */
  digest: sha256,
  checked: stamp.extend({ samePerson: samePerson.nullable() }).nullable(),
  published: stamp.extend({ digest: sha256, secondLook: z2.string() }).nullable(),
  withdrawn: stamp.extend({ reason: z2.string(), then: z2.enum(AFTER_WITHDRAWAL) }).nullable(),
  models: z2.array(engineModel),
  characteristics: z2.array(characteristic),
  /** Other revisions of the same number, newest first. */
  siblings: z2.array(
    z2.object({ id: name, revision: revisionWord, effective: isoDate, state: revisionStateWord })
  ),
  /** Targets of a draft that lie beyond the limits that are published: jobs ignore them there. */
  beyond: z2.array(z2.string())
});
var jobRef = z2.object({
  jobId: z2.string(),
  number: z2.string(),
  serial: z2.string(),
  modelName: z2.string(),
  sealedAt: instant.nullable()
});
var whereUsed = z2.object({
  pinned: z2.array(jobRef),
  rows: z2.array(z2.object({ row: z2.string(), jobs: z2.array(jobRef) }))
});
var modelSummary = z2.object({
  id,
  maker: name,
  name,
  engineClass: z2.enum(ENGINE_CLASSES),
  cylinders: z2.int(),
  digest: sha256,
  /** What its serials look like, on an example. */
  serials: z2.string(),
  version: z2.int().min(1),
  /** A next version: being made, or checked and waiting to be published. */
  draft: z2.enum(["made", "checked"]).nullable()
});
var routeSummary = z2.object({
  id: z2.string(),
  covers: z2.string(),
  /** The classes of engine that it is for; every one where nothing is said. */
  classes: z2.exactOptional(z2.array(z2.string()))
});
var libraryView = z2.object({
  total: z2.int(),
  revisions: z2.array(revisionSummary),
  models: z2.array(modelSummary),
  /** `warm`: the shop reads the temperatures of part and gauge with every reading of it; `looks`: who measures it twice. */
  characteristics: z2.array(
    characteristic.extend({
      ours: z2.boolean(),
      warm: z2.boolean(),
      looks: z2.object({ asked: z2.boolean(), tolerance: printedLength.nullable() }),
      notes: checkNotes.shape.notes
    })
  ),
  orders: z2.array(
    z2.object({ engineClass: z2.enum(ENGINE_CLASSES), order: z2.array(documentKind), ours: z2.boolean() })
  ),
  /** How readings near a limit are decided: what was said for all engines and for each class, and what holds for each. */
  judging: z2.array(
    z2.object({
      of: judgingFor,
      ...judgingSaid,
      holds: z2.object({ rule: z2.enum(DECISION_RULES), coarse: z2.enum(COARSE_RULES) })
    })
  ),
  /** What a job can be opened on. */
  routes: z2.array(routeSummary)
});
var searchHit = z2.object({
  kind: z2.enum(["document", "row", "model", "characteristic"]),
  /** What it is called, and what it is. */
  title: z2.string(),
  detail: z2.string(),
  link: z2.string(),
  state: revisionStateWord.nullable()
});
var searchView = z2.object({ hits: z2.array(searchHit), more: z2.boolean() });
var tableErrors = z2.array(z2.object({ line: z2.int(), column: z2.string(), message: z2.string() }));
var question = z2.object({
  id: z2.string(),
  line: z2.int(),
  label: z2.string(),
  kind: z2.enum(["unitsDisagree", "secondAcceptance"]),
  /** The question in words, with what may be answered. */
  words: z2.string(),
  answers: z2.array(z2.object({ value: z2.string(), label: z2.string() }))
});
var tablePreview = z2.object({
  upload: z2.string(),
  file: limitFile,
  kind: z2.enum(["csv", "xlsx"]),
  sheets: z2.array(z2.string()),
  sheet: z2.int(),
  /** In our own columns: it needs no mapping. */
  own: z2.boolean(),
  mapping: tableMapping.nullable(),
  fromMemory: z2.boolean(),
  header: z2.array(z2.string()),
  /** The first lines as they stand, for choosing the line that names the columns. */
  top: z2.array(z2.object({ line: z2.int(), cells: z2.array(z2.string()) })),
  /** Names of fits that the table uses, whether their meaning is known or not. */
  fits: z2.array(z2.string()),
  lines: z2.array(
    z2.object({
      line: z2.int(),
      cells: z2.array(
        z2.object({ column: z2.string(), text: z2.string(), formula: z2.boolean(), faults: z2.array(z2.string()) })
      ),
      /** What the row was understood as, or null where something is wrong with it. */
      says: z2.object({ fit: z2.string(), figures: z2.string(), converted: z2.string(), note: z2.string() }).nullable()
    })
  ),
  errors: tableErrors,
  questions: z2.array(question),
  rows: z2.int()
});
var importProgress = z2.object({
  id: z2.string(),
  file: z2.string(),
  stage: z2.enum(["reading", "writing", "done", "wrong", "cancelled", "failed"]),
  bytes: z2.int(),
  ofBytes: z2.int(),
  documents: z2.int(),
  rows: z2.int(),
  errors: tableErrors,
  problem: z2.string().nullable()
});
var runningImport = z2.object({ running: importProgress.nullable() });
var governsRequest = z2.strictObject({
  model: id,
  serial: name.default(""),
  characteristic: id,
  groove: id.optional(),
  member: id.optional(),
  station: id.optional(),
  partState: fitState.default("new"),
  oversize: z2.string().max(20).default(""),
  measuredBore: z2.string().max(20).default(""),
  pistonMaterial: z2.string().max(120).default(""),
  partNumber: z2.string().max(120).default(""),
  duty: z2.string().max(120).default(""),
  buildDate: z2.union([isoDate, z2.literal("")]).default(""),
  on: z2.union([isoDate, z2.literal("")]).default("")
});
var governsView = z2.object({
  model: engineModel,
  characteristics: z2.array(characteristic),
  documents: z2.array(documentRevision.extend({ digest: sha256 })),
  rows: z2.array(limitRow),
  policy: z2.object({ order: z2.array(documentKind) }),
  context,
  diameterBasis: z2.enum(DIAMETER_BASES),
  on: isoDate
});
var documentFile = z2.object({
  format: z2.literal("oak-gate/document"),
  version: z2.literal(1),
  revision: documentRevision,
  rows: z2.array(limitRow),
  /** With their bytes, so that nothing is lost on the way. */
  attachments: z2.array(attachedFile.extend({ content: z2.base64() })).default([])
});

export {
  judgingOf,
  decideCheckNote,
  currentRevisions,
  isLater,
  revisionState,
  policyOf,
  noteCheckRequest,
  takeBackCheckNoteRequest,
  attachedFile,
  fitVariant,
  limitsPin,
  revisionStatement,
  draftRevisionRequest,
  reasonRequest,
  checkRevisionRequest,
  publishRevisionRequest,
  withdrawRevisionRequest,
  sheetRowsRequest,
  defineCharacteristicRequest,
  askTemperaturesRequest,
  askSecondLookRequest,
  setJudgingRequest,
  setKindOrderRequest,
  tableMapping,
  readTableRequest,
  takeTableRequest,
  governsRequest,
  documentFile
};
//# sourceMappingURL=chunk-KLTGP5TX.mjs.map
