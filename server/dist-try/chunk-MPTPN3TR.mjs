import {
  MOST_ERRORS,
  writeLibraryTable
} from "./chunk-SCWELB67.mjs";
import {
  cellWords
} from "./chunk-P2POB3UY.mjs";
import {
  escapeFormula,
  present,
  readLimitTable
} from "./chunk-U2VFCSDY.mjs";
import {
  Attachments,
  LARGEST_ATTACHMENT,
  lookAtAttachment
} from "./chunk-BGN227ZV.mjs";
import {
  kindOfContent
} from "./chunk-KNURXCUT.mjs";
import {
  INSTRUMENTS,
  LIBRARY,
  NO_INSTRUMENTS,
  PEOPLE,
  TOLERATED_MS,
  actorOf,
  decideInstruments,
  diskProblem,
  importMapping,
  jobChain,
  logRequests,
  projectionStore,
  routeFault,
  wordsAsked
} from "./chunk-X6T6XL7X.mjs";
import {
  issueWords
} from "./chunk-VDWYCB3L.mjs";
import {
  GROUP_WORDS,
  LIFE_WORDS,
  WITHHELD_WORDS,
  boundText,
  countedIn,
  endedWords,
  fitWords,
  inForceWords,
  judgedWindow,
  limitText,
  movedWords,
  rowStatement,
  showBound,
  stateWord,
  stateWordAt,
  workedWords
} from "./chunk-V4XZO6I7.mjs";
import {
  otherUnit,
  showExact,
  showLength
} from "./chunk-27AA7MNU.mjs";
import {
  RECORD_FORMAT,
  RECORD_VERSION,
  cylinderContexts,
  decideJob,
  decideOpening,
  faultWords,
  jobCommandRequest,
  openJobRequest,
  paperQuery,
  photographQuery,
  pinContext,
  recordTitle,
  remarkWords,
  statementDigest,
  verifyRecord,
  workBehind
} from "./chunk-6AOOJSPL.mjs";
import {
  askSecondLookRequest,
  askTemperaturesRequest,
  checkRevisionRequest,
  currentRevisions,
  decideCheckNote,
  defineCharacteristicRequest,
  documentFile,
  draftRevisionRequest,
  governsRequest,
  isLater,
  judgingOf,
  noteCheckRequest,
  policyOf,
  publishRevisionRequest,
  readTableRequest,
  reasonRequest,
  revisionState,
  revisionStatement,
  setJudgingRequest,
  setKindOrderRequest,
  sheetRowsRequest,
  tableMapping,
  takeBackCheckNoteRequest,
  takeTableRequest,
  withdrawRevisionRequest
} from "./chunk-KLTGP5TX.mjs";
import {
  textCells
} from "./chunk-VPFE72TC.mjs";
import {
  CAUSES,
  MOST_CONTRASTED,
  REPEATS_SINCE,
  TEST_METHODS,
  WAYS,
  asFitted,
  asFound,
  askedFace,
  boresByRing,
  characteristicOf,
  checkSignature,
  concessionOf,
  contextAt,
  contrastOf,
  currentGate,
  currentPin,
  currentReading,
  decisionAt,
  decisionsThere,
  declinedNews,
  documentsSincePin,
  evidenceKindOf,
  evidenceOf,
  filingAdvice,
  fitDecision,
  fitText,
  gateRule,
  gateStand,
  gateWaits,
  inspectionOf,
  isInDate,
  isOfFirstRules,
  isSize,
  judgeAgain,
  judgedAt,
  judgedPart,
  kitStands,
  limitInForce,
  limitNotes,
  limitOfFit,
  livesOf,
  lookSlotOf,
  lowerEnd,
  mapOf,
  meanOf,
  notesAbout,
  openMatters,
  originOf,
  placeAt,
  placeOf,
  placeStatus,
  planStand,
  refitParts,
  resolutionOf,
  runningPlaces,
  sealText,
  secondLook,
  setRules,
  sheetPlaces,
  signatureOf,
  spreadOfSet,
  stillTrue,
  unaskedReason,
  unitOf,
  unitOfSheet
} from "./chunk-KV2R4TKS.mjs";
import {
  DEFECTS,
  DOCUMENT_KINDS,
  EMPTY_LIBRARY,
  ENGINE_CLASSES,
  FACE_SORTS,
  INSTRUMENT_KINDS,
  NOBODY,
  ROLES,
  STAGES,
  addByDocuments,
  addPersonRequest,
  applies,
  changeInstrumentRequest,
  changePersonRequest,
  changePolicyRequest,
  changeSealKeyRequest,
  changeUnitRequest,
  changeZoneRequest,
  characteristic,
  choosePinRequest,
  confirmClockRequest,
  contextOf,
  decidePeople,
  digestOf,
  documentsFor,
  engineModel,
  forDocuments,
  formulaLength,
  gateOfSheet,
  holdsOneOf,
  modelWith,
  own,
  pinLimits,
  recordCheckRequest,
  registerInstrumentRequest,
  revisionDigest,
  route,
  sameData,
  samePerson,
  setUpRequest,
  sheetsBehind,
  signInRequest,
  statedBound,
  statementsAbout,
  whatIsSaid
} from "./chunk-WQVLMFWN.mjs";
import {
  BOUNDS,
  COMPUTED_WORDS,
  FIT_AXES,
  LENGTH_UNITS,
  NM_PER,
  PART_STATES,
  ProblemError,
  SAID_OF_PART,
  ZERO,
  axesOf,
  axesWords,
  clockPutRightWords,
  computedLines,
  computedSize,
  decimalLength,
  depthOf,
  depthWords,
  endsOf,
  figureOf,
  fitKey,
  headWords,
  id,
  inputFault,
  inputsOf,
  instant,
  intervalOf,
  invariant,
  isLength,
  lengthUnit,
  name,
  nanometres,
  ok,
  orThrow,
  parsePlaceKey,
  partIn,
  partWords,
  placeInJob,
  placeKey,
  placeTitle,
  placeWords,
  placeWordsOf,
  placesInColumns,
  placesOf,
  placesOnSheet,
  plateFault,
  quantityOf,
  reason,
  refuse,
  revisionId,
  roundToNanometres,
  serialExpected,
  sha256,
  sheetModel,
  slotWords,
  slotsAt,
  spansOf,
  undeclaredAxes,
  unitWord,
  variantWords
} from "./chunk-CFPWUEHS.mjs";

// src/demo/demo-files.ts
import { readFileSync, readdirSync } from "node:fs";
import { join } from "node:path";

// ../core/src/engines/model-draft.ts
var EMPTY_MODEL = {
  ...{ id: "", maker: "", name: "", engineClass: "heavyDiesel", serialPattern: "" },
  plate: { example: "", from: 0, to: 0 },
  bore: { text: "", unit: "mm" },
  layout: {
    ...{ arrangement: "inline", frontLabel: "", banks: [], cylinders: [], grooves: [], stations: [] },
    ...{ heads: [], journals: [], directions: [], points: [], fasteners: [], notApplicable: [] }
  }
};
var isFigure = (value) => "unit" in value && "text" in value && Object.keys(value).every((key2) => FIGURE_KEYS.includes(key2));
var FIGURE_KEYS = ["text", "unit", "nm"];
function eachFigure(value, of) {
  if (Array.isArray(value)) return value.map((each) => eachFigure(each, of));
  if (typeof value !== "object" || value === null) return value;
  if (isFigure(value)) return of(value);
  return Object.fromEntries(Object.entries(value).map(([key2, each]) => [key2, eachFigure(each, of)]));
}
var asDrafted = (value) => eachFigure(value, ({ text, unit }) => ({ text, unit }));
function typedSize({ text, unit }) {
  const nm = decimalLength(text.trim(), unit);
  return nm === void 0 || nm <= 0 ? void 0 : { text: text.trim(), unit, nm };
}
var layoutOf = ({ layout }) => eachFigure(layout, (figure3) => typedSize(figure3) ?? { ...figure3, nm: ZERO });
function idOf(name2) {
  const plain = name2.normalize("NFD").replace(/[^A-Za-z0-9]+/g, "-").replace(/^-+|-+$/g, "").slice(0, MOST_ID);
  return plain === "" ? "engine" : plain;
}
var MOST_ID = 40;

// ../core/src/engines/model-faults.ts
function modelFaults(draft) {
  const { layout, plate } = draft;
  const faults = [];
  for (const field of ["maker", "name"])
    if (isEmpty(draft[field])) faults.push({ path: [field], fault: "missing" });
  const wrongPlate = plate === null ? void 0 : plateFault(plate);
  if (wrongPlate !== void 0) faults.push({ path: ["serialPattern"], fault: "plate", plate: wrongPlate });
  if (isEmpty(layout.frontLabel)) faults.push({ path: ["layout", "frontLabel"], fault: "missing" });
  faults.push(...sizeFaults(draft, []));
  const { cylinders, grooves, stations } = layout;
  for (const [set2, items] of Object.entries({ cylinders, grooves, stations }))
    if (items.length === 0) faults.push({ path: ["layout", set2], fault: "none" });
  const inLayout = [
    ...setFaults(layout),
    ...standFaults(layout),
    ...coverFaults(layout),
    ...stationFaults(layout),
    ...kindFaults(draft)
  ];
  return [...faults, ...inLayout.map((each) => ({ ...each, path: ["layout", ...each.path] }))];
}
var isEmpty = (text) => text.trim() === "";
function sizeFaults(value, path) {
  if (Array.isArray(value)) return value.flatMap((each, i) => sizeFaults(each, [...path, i]));
  if (typeof value !== "object" || value === null) return [];
  if ("text" in value && "unit" in value) {
    const figure3 = value;
    return typedSize(figure3) === void 0 ? [{ path, fault: "noSize", text: figure3.text.trim() }] : [];
  }
  return Object.entries(value).flatMap(([key2, each]) => sizeFaults(each, [...path, key2]));
}
var SETS = [
  ...["banks", "cylinders", "grooves", "stations", "heads"],
  ...["journals", "directions", "points", "fasteners"]
];
function setFaults(layout) {
  return SETS.flatMap((set2) => {
    const items = layout[set2] ?? [];
    const seen = { ids: /* @__PURE__ */ new Set(), names: /* @__PURE__ */ new Set() };
    return items.flatMap((each, i) => {
      const isAgain = seen.ids.has(each.id);
      const name2 = `${each.kind ?? ""} ${each.label.trim().toLowerCase()}`;
      const isNamedAgain = seen.names.has(name2);
      seen.ids.add(each.id);
      seen.names.add(name2);
      const isNamed = set2 !== "stations" && (set2 !== "banks" || items.length > 1);
      return [
        ...isAgain ? [{ path: [set2], fault: "idTwice", id: each.id }] : [],
        ...isNamed && isEmpty(each.label) ? [{ path: [set2, i, "label"], fault: "missing" }] : isNamed && isNamedAgain && !isAgain ? [{ path: [set2, i, "label"], fault: "nameTwice", name: each.label.trim() }] : []
      ];
    });
  });
}
function standFaults({ arrangement, banks, cylinders }) {
  return [
    ...arrangement !== "inline" && cylinders.length % 2 === 1 ? [{ path: ["cylinders"], fault: "notEven" }] : [],
    ...cylinders.flatMap(({ bank, row, label }, i) => [
      ...banks.some(({ id: id2 }) => id2 === bank) ? [] : [{ path: ["cylinders", i, "bank"], fault: "unknown", what: "bank", id: bank }],
      ...cylinders.findIndex((each) => each.bank === bank && each.row === row) < i ? [{ path: ["cylinders", i], fault: "samePlace", name: label }] : []
    ])
  ];
}
function coverFaults({ cylinders, heads = [], journals = [] }) {
  const faults = [];
  for (const [set2, items] of [["heads", heads], ["journals", journals]])
    items.forEach(({ cylinders: named2 }, i) => {
      for (const id2 of named2)
        if (!cylinders.some((each) => each.id === id2))
          faults.push({ path: [set2, i, "cylinders"], fault: "unknown", what: "cylinder", id: id2 });
    });
  const pins = journals.filter(({ kind }) => kind === "crankpin");
  for (const [set2, items, none, two] of [
    ["heads", heads, "underNoHead", "underTwoHeads"],
    ["journals", pins, "onNoPin", "onTwoPins"]
  ]) {
    if (items.length === 0) continue;
    for (const { id: id2, label } of cylinders) {
      const covers = items.filter((each) => each.cylinders.includes(id2)).length;
      if (covers !== 1) faults.push({ path: [set2], fault: covers === 0 ? none : two, name: label });
    }
  }
  return faults;
}
function stationFaults(layout) {
  const { grooves, stations, ringTravel, notApplicable } = layout;
  const faults = [];
  const isMember = (groove, member) => grooves.some((each) => each.id === groove && each.members.some(({ id: id2 }) => id2 === member));
  const exact = layoutOf({ layout }).stations;
  stations.forEach((station, i) => {
    const { members, for: purposes = [] } = station;
    if (members.length === 0 && purposes.length === 0)
      faults.push({ path: ["stations", i], fault: "forNothing" });
    for (const { groove, member } of members)
      if (!isMember(groove, member))
        faults.push({ path: ["stations", i, "members"], fault: "noMember", groove, member });
    const mine = exact[i];
    const isAgain = stations.slice(0, i).some((other, j) => {
      const there = exact[j];
      if (mine === void 0 || there === void 0 || typedSize(station.distance) === void 0)
        return false;
      const isSameHeight = other.datum === station.datum && there.distance.nm === mine.distance.nm;
      const isSameUse = purposes.some((purpose) => other.for?.includes(purpose) === true) || members.some(({ groove }) => other.members.some((one) => one.groove === groove));
      return isSameHeight && isSameUse;
    });
    if (isAgain) faults.push({ path: ["stations", i, "distance"], fault: "stationTwice" });
  });
  grooves.forEach(({ id: id2, label }, i) => {
    if (!stations.some(({ members }) => members.some(({ groove }) => groove === id2)))
      faults.push({ path: ["grooves", i], fault: "noStation", name: label.trim() });
  });
  for (const id2 of Object.values(ringTravel ?? {}))
    if (!stations.some((each) => each.id === id2))
      faults.push({ path: ["ringTravel"], fault: "unknown", what: "station", id: id2 });
  const [upper, lower2] = ["upper", "lower"].map(
    (end) => exact.find(({ id: id2 }) => id2 === ringTravel?.[end])
  );
  if (upper !== void 0 && lower2 !== void 0 && depthOf(upper) >= depthOf(lower2))
    faults.push({ path: ["ringTravel"], fault: "travelTurned" });
  notApplicable.forEach(({ groove, member }, i) => {
    if (!isMember(groove, member))
      faults.push({ path: ["notApplicable", i], fault: "noMember", groove, member });
  });
  return faults;
}
function kindFaults(draft) {
  const { partKinds = [] } = draft.layout;
  const layout = layoutOf(draft);
  return partKinds.flatMap(({ kind, axes, along = {} }, i) => [
    ...partKinds.findIndex((each) => each.kind === kind) < i ? [{ path: ["partKinds", i, "kind"], fault: "kindTwice", kind }] : [],
    ...undeclaredAxes(layout, { axes, along }).map((axis) => ({
      path: ["partKinds", i, "axes"],
      fault: "noAxis",
      kind,
      axis
    }))
  ]);
}

// ../core/src/engines/model-shape.ts
function unusedId(taken, wanted) {
  const ids = new Set(taken.map(({ id: id2 }) => id2));
  if (!ids.has(wanted)) return wanted;
  for (let n = 2; ; n += 1) if (!ids.has(`${wanted}-${n}`)) return `${wanted}-${n}`;
}

// ../core/src/engines/model-changes.ts
var SETS2 = [
  ...["banks", "cylinders", "grooves", "stations", "heads"],
  ...[
    "journals",
    "directions",
    "points",
    "fasteners",
    "regrind",
    "partKinds",
    "faces",
    "notApplicable"
  ]
];
var FIELDS = [...["maker", "name", "engineClass", "serialPattern", "bore", "rebore"]];
var LAYOUT_FIELDS = [
  "arrangement",
  "frontLabel",
  "liners",
  "crown",
  "nozzles",
  "singleUse",
  "lives",
  "kits",
  "designs",
  "ringTravel"
];
function itemsOf(layout, set2) {
  switch (set2) {
    case "regrind":
      return (layout.regrind ?? []).map((data) => ({ id: data.journals, label: data.journals, data }));
    case "partKinds":
      return (layout.partKinds ?? []).map((data) => ({ id: data.kind, label: data.name, data }));
    case "faces":
      return (layout.faces ?? []).map((data) => ({
        id: `${data.kind} ${data.id}`,
        label: `${data.kind}: ${data.name}`,
        data
      }));
    case "notApplicable":
      return layout.notApplicable.map((data) => ({
        id: [data.characteristic, data.groove, data.member, data.station ?? ""].join(" "),
        label: data.reason,
        data
      }));
    default:
      return (layout[set2] ?? []).map((data) => ({ id: data.id, label: data.label, data }));
  }
}
function modelChanges(from, to) {
  const said = [
    ...FIELDS.filter((field) => !sameData(from[field] ?? null, to[field] ?? null)),
    ...LAYOUT_FIELDS.filter((field) => !sameData(from.layout[field] ?? null, to.layout[field] ?? null))
  ];
  return [
    ...said.map((field) => ({ kind: "said", field })),
    ...SETS2.flatMap((set2) => {
      const [before, after] = [itemsOf(from.layout, set2), itemsOf(to.layout, set2)];
      const there = new Map(before.map((each) => [each.id, each]));
      const left = new Set(after.map(({ id: id2 }) => id2));
      return [
        ...after.flatMap(({ id: id2, label, data }) => {
          const old = there.get(id2);
          if (old === void 0) return [{ kind: "added", set: set2, id: id2, label }];
          return sameData(old.data, data) ? [] : [{ kind: "changed", set: set2, id: id2, label, before: old.label }];
        }),
        ...before.filter(({ id: id2 }) => !left.has(id2)).map(({ id: id2, label }) => ({ kind: "removed", set: set2, id: id2, label }))
      ];
    })
  ];
}

// ../core/src/library/kept-model.ts
function versionPinned(kept, pinned) {
  return [kept, ...[...kept.earlier].reverse()].find(({ model }) => {
    const { stations } = model.layout;
    const mine = { ...pinned.layout, stations: pinned.layout.stations.slice(0, stations.length) };
    return sameData({ ...pinned, layout: mine }, model);
  });
}

// ../core/src/library/decide-model.ts
var called = ({ model, version: version2 }) => `${model.maker} ${model.name}, version ${version2 + 1}`;
function decideModel(state, command, facts) {
  switch (command.type) {
    case "importModel": {
      const { model, isNew = false } = command;
      const known = own(state.models, model.id);
      const digest = digestOf(model);
      if (known === void 0) {
        const named2 = Object.values(state.models).find(
          (each) => each.model.maker === model.maker && each.model.name === model.name
        );
        if (named2 !== void 0 && isNew) return isThere(named2.model);
        return ok([{ type: "modelImported", v: 1, data: { model, digest } }]);
      }
      if (isNew || known.digest === digest) return isThere(known.model);
      return drafted(known, model, known.draft === void 0 ? known.digest : "");
    }
    case "draftModel": {
      const known = own(state.models, command.model.id);
      return known === void 0 ? refuse("MODEL_UNKNOWN", { model: command.model.id }) : drafted(known, command.model, command.seen);
    }
    case "dropModelDraft": {
      const found = inMaking(state, command.model);
      if (!found.ok) return found;
      const reason2 = command.reason.trim();
      if (reason2 === "") return refuse("REASON_MISSING", { action: "throw a draft away" });
      return ok([{ type: "modelDraftDropped", v: 1, data: { model: command.model, reason: reason2 } }]);
    }
    case "checkModel":
      return check(state, command, facts);
    case "publishModel": {
      const found = inMaking(state, command.model);
      if (!found.ok) return found;
      const { kept, draft } = found.value;
      const { checked: checked2 } = draft;
      if (checked2 === void 0) return refuse("MODEL_NOT_CHECKED", { model: called(kept) });
      const look = checked2.samePerson === null ? checked2.by : `${checked2.by}, who made it, ${checked2.samePerson.hoursLater} h later`;
      return ok([
        {
          type: "modelPublished",
          v: 1,
          data: {
            ...{ model: command.model, version: kept.version + 1, digest: draft.digest },
            secondLook: look
          }
        }
      ]);
    }
  }
}
var isThere = ({ id: id2, maker, name: name2 }) => refuse("ALREADY_THERE", { what: "engine model", id: name2 === "" ? id2 : `${maker} ${name2}` });
function drafted(kept, model, seen) {
  const now = kept.draft?.digest ?? kept.digest;
  if (seen !== now) return refuse("MODEL_MOVED", { model: `${kept.model.maker} ${kept.model.name}` });
  const digest = digestOf(model);
  if (digest === kept.digest) return refuse("MODEL_SAME", { model: `${model.maker} ${model.name}` });
  return ok(digest === now ? [] : [{ type: "modelDrafted", v: 1, data: { model, digest } }]);
}
function inMaking(state, model) {
  const kept = own(state.models, model);
  if (kept === void 0) return refuse("MODEL_UNKNOWN", { model });
  const { draft } = kept;
  return draft === void 0 ? refuse("NO_MODEL_DRAFT", { model: called(kept) }) : ok({ kept, draft });
}
function check(state, command, { by, at, secondPerson }) {
  if (!holdsOneOf(by, MODEL_CHECKERS))
    return refuse("MAY_NOT", { action: "check a model", needs: MODEL_CHECKERS, person: by.name });
  const found = inMaking(state, command.model);
  if (!found.ok) return found;
  const { kept, draft } = found.value;
  if (draft.digest !== command.digest) return refuse("DRAFT_CHANGED", { revision: called(kept) });
  const first = { ids: draft.writers, because: "made it", lastAt: draft.draftedBy.at };
  const look = secondLook(`check ${called(kept)}`, first, by, at, secondPerson);
  if (!look.ok) return look;
  const data = { model: command.model, digest: draft.digest, samePerson: look.value ?? null };
  return ok([{ type: "modelChecked", v: 1, data }]);
}
var MODEL_CHECKERS = ["steward", "inspector", "technician"];

// ../core/src/library/shop-routes.ts
function conditionsOf(route2, gate) {
  const isFirst = route2.gates[0] === gate;
  if (isFirst) return ["identityConfirmed", "documentsCurrent"];
  if (gate.conditions.includes("mapComplete")) return ["gatesBefore", "mapComplete"];
  if (gate.conditions.includes("partsInspected")) return ["gatesBefore", "partsInspected"];
  const refit = gate.conditions.filter((each) => each === "partsRefitted");
  return gate.sheets.length > 0 || route2.gates.at(-1) === gate ? ["gatesBefore", "findingsDecided", "placesAccepted", ...refit] : ["gatesBefore", "findingsDecided"];
}
function shopRouteFault(route2, known) {
  if (route2.covers.trim() === "") return { kind: "nothingCovered" };
  const fault = routeFault(route2);
  if (fault !== void 0) return fault;
  for (const gate of route2.gates) {
    const { stage, conditions, sheets: sheets2, secondLooks = [], signedBy } = gate;
    if (signedBy.length === 0) return { kind: "nobodySigns", stage };
    const missing = conditionsOf(route2, gate).find((each) => !conditions.includes(each));
    if (missing !== void 0) return { kind: "leftOut", stage, condition: missing };
    const unknown2 = sheets2.find((sheet) => !known.some(({ id: id2 }) => id2 === sheet));
    if (unknown2 !== void 0) return { kind: "noSheet", sheet: unknown2 };
    const look = secondLooks.find((sheet) => !sheets2.includes(sheet));
    if (look !== void 0) return { kind: "lookWithoutSheet", stage, sheet: look };
  }
  return void 0;
}
function routesOf(shipped, { routes }) {
  const ids = new Set(shipped.map(({ id: id2 }) => id2));
  return [
    ...shipped.map((each) => own(routes, each.id) ?? each),
    ...Object.values(routes).filter(({ id: id2 }) => !ids.has(id2))
  ];
}
function decideRoute(state, command, { shipped, shippedRoutes = [] }) {
  const reason2 = command.reason.trim();
  if (reason2 === "") return refuse("REASON_MISSING", { action: "change a route" });
  if (command.type === "putRouteAway")
    return Object.hasOwn(state.routes, command.route) ? ok([{ type: "routePutAway", v: 1, data: { route: command.route, reason: reason2 } }]) : refuse("ROUTE_NOT_OURS", { route: command.route });
  const { route: route2, seen } = command;
  const all = routesOf(shippedRoutes, state);
  const there = all.find(({ id: id2 }) => id2 === route2.id);
  if ((there === void 0 ? null : digestOf(there)) !== seen)
    return refuse("ROUTE_MOVED", { route: route2.covers });
  const named2 = all.find(({ id: id2, covers }) => id2 !== route2.id && covers.trim() === route2.covers.trim());
  if (named2 !== void 0) return refuse("ALREADY_THERE", { what: "route", id: named2.covers });
  const fault = shopRouteFault(route2, [...shipped, ...Object.values(state.characteristics)]);
  if (fault !== void 0) return refuse("ROUTE_CANNOT", { route: route2.covers, fault });
  return ok([{ type: "routeKept", v: 1, data: { route: route2, reason: reason2 } }]);
}

// ../core/src/library/decide-library.ts
var TIGHTENED = ["torque", "angle"];
var STEWARDS = ["steward"];
var CHECKERS = ["steward", "inspector", "technician"];
function decideLibrary(state, command, facts) {
  const { by } = facts;
  if (command.type === "checkRevision") return check2(state, command, facts);
  if (command.type === "checkModel") return decideModel(state, command, facts);
  if (command.type === "noteCheck" || command.type === "takeBackCheckNote")
    return decideCheckNote(state, command, by, [...facts.shipped, ...Object.values(state.characteristics)]);
  if (!holdsOneOf(by, STEWARDS))
    return refuse("MAY_NOT", { action: "keep the library", needs: STEWARDS, person: by.name });
  switch (command.type) {
    case "importModel":
    case "draftModel":
    case "dropModelDraft":
    case "publishModel":
      return decideModel(state, command, facts);
    case "keepRoute":
    case "putRouteAway":
      return decideRoute(state, command, facts);
    case "draftRevision": {
      const { revision } = command;
      if (Object.hasOwn(state.revisions, revision.id))
        return refuse("ALREADY_THERE", { what: "revision", id: revision.id });
      return statementFault(state, revision) ?? ok([{ type: "revisionDrafted", v: 1, data: { revision } }]);
    }
    case "amendDraft": {
      const { revision } = command;
      const draft = draftOf(state, revision.id);
      if (!draft.ok) return draft;
      return statementFault(state, revision) ?? ok([{ type: "revisionDrafted", v: 1, data: { revision } }]);
    }
    case "importRows": {
      const draft = draftOf(state, command.revision);
      if (!draft.ok) return draft;
      const { revision, file: file2, rows } = command;
      return ok([{ type: "rowsImported", v: 1, data: { revision, file: file2, rows } }]);
    }
    case "attachFile": {
      const draft = draftOf(state, command.revision);
      if (!draft.ok) return draft;
      const { revision, file: file2 } = command;
      if (draft.value.attachments.some(({ sha256: sha2562 }) => sha2562 === file2.sha256))
        return refuse("ALREADY_THERE", { what: "file", id: file2.name });
      return ok([{ type: "fileAttached", v: 1, data: { revision, file: file2 } }]);
    }
    case "dropDraft": {
      const draft = draftOf(state, command.revision);
      if (!draft.ok) return draft;
      const reason2 = command.reason.trim();
      if (reason2 === "") return refuse("REASON_MISSING", { action: "throw a draft away" });
      return ok([{ type: "draftDropped", v: 1, data: { revision: command.revision, reason: reason2 } }]);
    }
    case "publishRevision": {
      const draft = draftOf(state, command.revision);
      if (!draft.ok) return draft;
      const { checked: checked2 } = draft.value;
      if (draft.value.rows.length === 0) return refuse("REVISION_EMPTY", { revision: command.revision });
      if (checked2 === void 0) return refuse("SECOND_LOOK_MISSING", { revision: command.revision });
      const secondLookBy = checked2.samePerson === null ? checked2.by : `${checked2.by}, who wrote it, ${checked2.samePerson.hoursLater} h later`;
      const data = { revision: command.revision, digest: checked2.digest, secondLook: secondLookBy };
      return ok([{ type: "revisionPublished", v: 1, data }]);
    }
    case "withdrawRevision": {
      const kept = own(state.revisions, command.revision);
      if (kept === void 0) return refuse("REVISION_UNKNOWN", { revision: command.revision });
      if (kept.published === void 0 || kept.withdrawn !== void 0)
        return refuse("NOT_PUBLISHED", { revision: command.revision });
      const reason2 = command.reason.trim();
      if (reason2 === "") return refuse("REASON_MISSING", { action: "withdraw a revision" });
      return ok([
        { type: "revisionWithdrawn", v: 1, data: { revision: command.revision, reason: reason2, then: command.then } }
      ]);
    }
    case "defineCharacteristic": {
      const { characteristic: characteristic2 } = command;
      if (facts.shipped.some(({ id: id2 }) => id2 === characteristic2.id) || Object.hasOwn(state.characteristics, characteristic2.id))
        return refuse("ALREADY_THERE", { what: "characteristic", id: characteristic2.id });
      if (characteristic2.name.trim() === "") return refuse("NAME_MISSING", { field: "characteristic" });
      const input = inputFault(characteristic2, [...facts.shipped, ...Object.values(state.characteristics)]);
      if (input !== void 0) return refuse("INPUT_WRONG", input);
      return ok([{ type: "characteristicDefined", v: 1, data: { characteristic: characteristic2 } }]);
    }
    case "askTemperatures": {
      const { characteristic: characteristic2, asked } = command;
      const known = [...facts.shipped, ...Object.values(state.characteristics)].find(
        ({ id: id2 }) => id2 === characteristic2
      );
      if (known === void 0) return refuse("CHARACTERISTIC_UNKNOWN", { characteristic: characteristic2 });
      if (asked && (quantityOf(known) !== "length" || known.from !== void 0))
        return refuse("NO_TEMPERATURES", { characteristic: known.name });
      return ok(
        state.temperatures.includes(characteristic2) === asked ? [] : [{ type: "temperaturesAsked", v: 1, data: { characteristic: characteristic2, asked } }]
      );
    }
    case "askSecondLook": {
      const { characteristic: characteristic2, asked, tolerance } = command;
      const known = [...facts.shipped, ...Object.values(state.characteristics)].find(
        ({ id: id2 }) => id2 === characteristic2
      );
      if (known === void 0) return refuse("CHARACTERISTIC_UNKNOWN", { characteristic: characteristic2 });
      if (TIGHTENED.includes(quantityOf(known)) || known.from !== void 0)
        return refuse("NO_SECOND_LOOK", { characteristic: known.name });
      const size = tolerance === null ? null : toleranceOf(known, tolerance);
      if (size === void 0)
        return refuse("TOLERANCE_WRONG", { characteristic: known.name, text: tolerance?.text ?? "" });
      const data = { characteristic: characteristic2, asked, tolerance: size };
      const now = own(state.secondLooks, characteristic2) ?? { asked: false, tolerance: null };
      return ok(sameData({ characteristic: characteristic2, ...now }, data) ? [] : [{ type: "secondLookAsked", v: 1, data }]);
    }
    case "setJudging": {
      const { of, rule: rule2, coarse } = command;
      const reason2 = command.reason.trim();
      if (reason2 === "")
        return refuse("REASON_MISSING", { action: "change how readings near a limit are decided" });
      return ok([{ type: "judgingSet", v: 1, data: { of, rule: rule2, coarse, reason: reason2 } }]);
    }
    case "setKindOrder": {
      const { engineClass, order: order2 } = command;
      const reason2 = command.reason.trim();
      if (reason2 === "")
        return refuse("REASON_MISSING", { action: "change which kind of document is stronger" });
      if (order2.length === 0 || new Set(order2).size !== order2.length || order2.includes("shop"))
        return refuse("ORDER_WRONG", { order: order2 });
      return ok([{ type: "kindOrderSet", v: 1, data: { engineClass, order: order2, reason: reason2 } }]);
    }
    case "importBatch": {
      const { batchOf, file: file2, drafts } = command;
      const pending = new Set((own(state.imports, batchOf) ?? []).map(({ revision }) => revision.id));
      for (const { revision } of drafts) {
        if (Object.hasOwn(state.revisions, revision.id) || pending.has(revision.id))
          return refuse("ALREADY_THERE", { what: "revision", id: revision.id });
        const fault = statementFault(state, revision);
        if (fault !== void 0) return fault;
      }
      return ok([{ type: "batchImported", v: 1, data: { batchOf, file: file2, drafts } }]);
    }
    case "finishImport": {
      const { batchOf } = command;
      if (!Object.hasOwn(state.imports, batchOf)) return refuse("IMPORT_UNKNOWN", { batchOf });
      const taken = own(state.imports, batchOf)?.find(
        ({ revision }) => Object.hasOwn(state.revisions, revision.id)
      );
      if (taken !== void 0) return refuse("ALREADY_THERE", { what: "revision", id: taken.revision.id });
      return ok([{ type: "importFinished", v: 1, data: { batchOf } }]);
    }
    case "abandonImport": {
      const { batchOf, reason: reason2 } = command;
      if (!Object.hasOwn(state.imports, batchOf)) return refuse("IMPORT_UNKNOWN", { batchOf });
      return ok([{ type: "importAbandoned", v: 1, data: { batchOf, reason: reason2 } }]);
    }
  }
}
function check2(state, command, { by, at, secondPerson }) {
  if (!holdsOneOf(by, CHECKERS))
    return refuse("MAY_NOT", { action: "check a document", needs: CHECKERS, person: by.name });
  const draft = draftOf(state, command.revision);
  if (!draft.ok) return draft;
  if (draft.value.rows.length === 0) return refuse("REVISION_EMPTY", { revision: command.revision });
  const digest = revisionDigest(draft.value);
  if (digest !== command.digest) return refuse("DRAFT_CHANGED", { revision: command.revision });
  const { writers, draftedBy } = draft.value;
  const first = { ids: writers, because: "wrote in it", lastAt: draftedBy.at };
  const look = secondLook(`check ${command.revision}`, first, by, at, secondPerson);
  if (!look.ok) return look;
  const data = { revision: command.revision, digest, samePerson: look.value ?? null };
  return ok([{ type: "revisionChecked", v: 1, data }]);
}
function statementFault(state, { appliesTo, issued, effective }) {
  const unknown2 = (appliesTo.models ?? []).find((id2) => !Object.hasOwn(state.models, id2));
  if (unknown2 !== void 0) return refuse("MODEL_UNKNOWN", { model: unknown2 });
  return effective < issued ? refuse("DATES_WRONG", { issued, effective }) : void 0;
}
function draftOf(state, id2) {
  const kept = own(state.revisions, id2);
  if (kept === void 0) return refuse("REVISION_UNKNOWN", { revision: id2 });
  return kept.published === void 0 ? ok(kept) : refuse("REVISION_PUBLISHED", { revision: id2 });
}
function toleranceOf(known, { text, unit }) {
  const nm = decimalLength(text.trim().replace(",", "."), unit);
  return nm === void 0 || nm <= 0 || quantityOf(known) !== "length" ? void 0 : { text: text.trim(), unit, nm };
}

// ../core/src/library/shop-target.ts
function shopTarget(state, place, part) {
  const pin = currentPin(state);
  const target = governingOf(state, place, part)?.target;
  if (pin === void 0 || target === void 0) return void 0;
  const context = contextAt(pin, place, part);
  const ids = statementsAbout(place, pin).filter((row) => row.kind === "shop" && applies(row, context)).filter(
    (row) => ["min", "max"].some(
      (bound) => target[bound] !== void 0 && statedBound(row, bound, context) === target[bound]
    )
  ).map(({ id: id2 }) => id2);
  return { target, rows: pin.rows.filter(({ id: id2 }) => ids.includes(id2)) };
}
function governingOf(state, place, part) {
  const pin = currentPin(state);
  return pin === void 0 ? void 0 : decisionAt(pin, place, part)?.governing;
}

// ../core/src/library/targets-beyond.ts
function targetsBeyond(draft, question) {
  if (draft.revision.kind !== "shop") return [];
  const { id: id2, by, at } = draft.draftedBy;
  const published = { id: id2, by, at, digest: "", secondLook: "" };
  const pin = pinLimits({
    ...question,
    pin: 1,
    revisions: [
      ...question.revisions.filter(({ revision }) => revision.number !== draft.revision.number),
      { ...draft, published }
    ],
    engine: { serial: "" },
    diameterBasis: "nominal"
  });
  const own2 = new Set(draft.rows.map((row) => row.id));
  const found = /* @__PURE__ */ new Map();
  const places = pin.characteristics.filter((each) => quantityOf(each) === "length").flatMap((each) => placesOf(pin.model.layout, each));
  for (const [fit, place] of new Map(places.map((each) => [fitKey(each), each])))
    for (const partState of PART_STATES) {
      const limit = fitDecision(pin, { fit, partState })?.governing.limit;
      if (limit === void 0) continue;
      const context = { ...pin.context, partState };
      for (const row of statementsAbout(place, pin))
        for (const bound of ["min", "max"]) {
          if (!own2.has(row.id) || !applies(row, context)) continue;
          const value = statedBound(row, bound, context);
          if (typeof value !== "number") continue;
          if (value >= (limit.min ?? -Infinity) && value <= (limit.max ?? Infinity)) continue;
          found.set(`${row.id} ${fit} ${bound}`, { row: row.id, fit, bound });
        }
    }
  return [...found.values()];
}

// ../core/src/findings/profile.ts
function profileAt(state, place) {
  const characteristic2 = characteristicOf(state, place);
  const layout = currentPin(state)?.model.layout;
  if (layout === void 0 || characteristic2?.along?.station === void 0) return void 0;
  const here = layout.stations.find(({ id: id2 }) => id2 === place.at.station);
  const depthOf2 = new Map(
    layout.stations.filter(({ datum }) => datum === here?.datum).map(({ id: id2, distance }) => [id2, distance.nm])
  );
  const onSheet = sheetPlaces(state, characteristic2.id).filter(({ at }) => depthOf2.has(at.station ?? ""));
  const lines = /* @__PURE__ */ new Map();
  for (const each of onSheet) {
    const { station = "", ...at } = each.at;
    const line = lines.get(textOf(at)) ?? { at, points: [] };
    const { state: word, reading } = placeStatus(state, each);
    const counts = reading?.status === "current" && isSize(reading.reading) ? reading.reading : void 0;
    line.points.push({
      key: placeKey(each),
      station,
      depth: depthOf2.get(station) ?? 0,
      size: counts === void 0 ? void 0 : endsOf(intervalOf(counts)),
      state: word
    });
    lines.set(textOf(at), line);
  }
  const all = [...lines.values()].map(({ at, points }) => ({
    at,
    line: { direction: at.direction, points: points.sort((a, b) => a.depth - b.depth) }
  }));
  const { station: _station, direction: _direction, ...hand } = place.at;
  const isHere = ({ direction: _, ...at }) => textOf(at) === textOf(hand);
  const mine = all.filter(({ at }) => isHere(at)).map(({ line }) => line);
  const depths = [...new Map(onSheet.map(({ at }) => [at.station ?? "", depthOf2.get(at.station ?? "") ?? 0]))].map(([station, depth]) => ({ station, depth })).sort((a, b) => a.depth - b.depth);
  if (depths.length < 2) return void 0;
  const inForce = limitInForce(state, place, judgedAt(state, place));
  const limit = inForce.state === "inForce" ? inForce.limit : {};
  return {
    lines: mine,
    others: all.filter(({ at }) => !isHere(at)).map(({ line }) => line),
    depths,
    travel: travelOf(layout, depthOf2),
    limit,
    range: rangeOf(
      all.flatMap(({ line }) => line.points),
      limit
    )
  };
}
function travelOf({ ringTravel }, depthOf2) {
  const [from, to] = [ringTravel?.upper, ringTravel?.lower].map((station) => depthOf2.get(station ?? ""));
  return from === void 0 || to === void 0 ? void 0 : { from: Math.min(from, to), to: Math.max(from, to) };
}
function rangeOf(points, limit) {
  let [least, most] = [Infinity, -Infinity];
  const see = (size) => {
    least = Math.min(least, size);
    most = Math.max(most, size);
  };
  for (const { size } of points)
    if (size !== void 0) {
      see(size.low);
      see(size.high);
    }
  for (const bound of Object.values(limit)) see(bound);
  return least > most ? void 0 : { least, most };
}
var textOf = (at) => Object.entries(at).map(([axis, id2]) => `${axis}:${id2}`).sort().join("/");

// ../core/src/findings/pin-changes.ts
function pinChanges(state, fresh) {
  const pin = currentPin(state);
  const after = { ...state, pins: [...state.pins, fresh] };
  const ids = (of) => (of?.documents ?? []).map(({ id: id2, digest }) => `${id2}
${digest}`);
  const name2 = (id2) => id2.split("\n")[0] ?? id2;
  const [was, is] = [ids(pin), ids(fresh)];
  const keys = (of) => sheetPlaces(of).map(placeKey);
  const [before, now] = [keys(state), keys(after)];
  return {
    added: is.filter((id2) => !was.includes(id2)).map(name2),
    removed: was.filter((id2) => !is.includes(id2)).map(name2),
    fits: changedFits(state, after, fresh),
    flips: verdictFlips(state, after),
    placesAdded: now.filter((key2) => !before.includes(key2)),
    placesRemoved: before.filter((key2) => !now.includes(key2))
  };
}
function changedFits(state, after, fresh) {
  const judged = new Map(
    [...currentPin(state)?.fits ?? [], ...fresh.fits].map(
      ({ fit, partState, of }) => [
        fitText({ fit, partState, ...of === void 0 ? {} : { of } }),
        { fit, partState, ...of === void 0 ? {} : { of } }
      ]
    )
  );
  return [...judged.values()].flatMap((each) => {
    const [was, is] = [limitOfFit(state, each), limitOfFit(after, each)];
    return sameLimit(was, is) ? [] : [{ ...each, before: was, after: is }];
  });
}
function sameLimit(a, b) {
  if (a.state === "inForce" && b.state === "inForce")
    return BOUNDS.every(
      (bound) => a.limit[bound] === b.limit[bound] && a.sources[bound] === b.sources[bound]
    );
  return a.state === b.state && (a.state !== "withheld" || b.state !== "withheld" || a.why === b.why);
}
function verdictFlips(before, after) {
  return before.places.entries().flatMap(([key2, record2]) => {
    const place = parsePlaceKey(key2);
    const reading = currentReading(record2);
    if (place === void 0 || reading === void 0) return [];
    const verdict = judgeAgain(after, place, reading);
    return verdict.verdict === reading.verdict.verdict ? [] : [{ place: key2, reading: reading.seq, before: reading.verdict, after: verdict }];
  });
}

// ../core/src/rework/filing-rate.ts
function filingRate({ rounds }) {
  const counted2 = rounds.flatMap(opened);
  const strokes = sumOf(counted2.map((each) => each.strokes));
  if (strokes === 0) return { rate: null };
  const perStroke = (sum) => roundToNanometres(Math.max(0, sum / strokes));
  const least = sumOf(counted2.map((each) => each.least));
  const most = sumOf(counted2.map((each) => each.most));
  return { rate: { low: perStroke(least), mean: perStroke((least + most) / 2), high: perStroke(most) } };
}
function opened({ strokes, before, after }) {
  if (strokes <= 0 || isOpenEnded(before) || isOpenEnded(after)) return [];
  const from = intervalOf(before);
  const to = intervalOf(after);
  const most = to.hi - from.lo;
  const shrank = most < 0 || most === 0 && to.hiOpen;
  return shrank ? [] : [{ strokes, least: to.lo - from.hi, most }];
}
var isOpenEnded = ({ kind }) => kind === "atLeast" || kind === "under";
var sumOf = (numbers) => numbers.reduce((sum, each) => sum + each, 0);

// ../core/src/rework/strokes-for.ts
function strokesFor({
  remove,
  rate,
  stopShort
}) {
  if (remove <= 0) return { strokes: 0 };
  if (rate === null || rate.high === 0) return { strokes: null };
  if (rate.high > remove) return { strokes: 0 };
  return { strokes: Math.max(1, Math.floor(remove / rate.high) - stopShort) };
}

// ../core/src/rework/filing-board.ts
function filingBoard(state, characteristic2, question) {
  const { school, who, tool, stopShort } = question;
  const byRing = ringPlaces(state, characteristic2);
  const learnt = learntBy(
    byRing.flatMap(([, part, places]) => roundsOf(state, part, places)),
    who,
    tool
  );
  const advice = new Map(filingAdvice(state, characteristic2, school).map((each) => [each.slot, each]));
  const rings = byRing.flatMap(([slot, part, places]) => {
    const ring = { slot, part, places: places.map(placeKey), rounds: roundsOf(state, part, places) };
    const readings2 = places.map((place) => currentReading(placeAt(state, placeKey(place))));
    const its = advice.get(slot);
    if (its?.kind === "measureFirst") return [{ ...ring, next: { kind: "measure", places: its.places } }];
    if (its?.kind === "plan") {
      const next = nextOf(
        state,
        its.plan,
        (plan) => strokesFor({ remove: plan.remove, rate: learnt.rate, stopShort }).strokes
      );
      return next === void 0 ? [] : [{ ...ring, next }];
    }
    const due = ring.places.filter((_, i) => readings2[i] === void 0);
    if (ring.rounds.length > 0 && due.length > 0)
      return [{ ...ring, next: { kind: "measure", places: due } }];
    const loose = places.find((_, i) => readings2[i]?.verdict.verdict === "loose");
    return loose === void 0 ? [] : [{ ...ring, next: { kind: "tooLoose", place: placeKey(loose) } }];
  });
  return { rings: rings.sort((a, b) => needOf(b.next) - needOf(a.next)), learnt };
}
function needOf(next) {
  switch (next.kind) {
    case "file":
      return next.plan.remove;
    case "noBlade":
      return Number.MAX_SAFE_INTEGER;
    case "measure":
      return -1;
    case "openEnd":
    case "measureFiner":
      return -2;
    case "noAmount":
      return -3;
    case "tooLoose":
      return -4;
  }
}
function nextOf(state, plan, strokes) {
  switch (plan.state) {
    case "none":
      return void 0;
    case "file":
      return { kind: "file", plan, strokes: strokes(plan) };
    case "notProven":
      return currentReading(placeAt(state, plan.station))?.reading.kind === "under" ? { kind: "noBlade" } : { kind: "openEnd", place: plan.station };
    case "tooLoose":
      return { kind: "tooLoose", place: plan.station };
    case "impossible":
      return { kind: "noAmount", least: plan.least, most: plan.most };
    case "measureFiner":
      return { kind: "measureFiner", least: plan.least, most: plan.most };
  }
}
function ringPlaces(state, characteristic2) {
  const layout = currentPin(state)?.model.layout;
  const kind = characteristic2.filed;
  if (layout === void 0 || kind === void 0) return [];
  const bySlot = /* @__PURE__ */ new Map();
  for (const place of sheetPlaces(state, characteristic2.id)) {
    const [slot] = slotsAt(layout, kind, place);
    if (slot === void 0) continue;
    const there = bySlot.get(slot);
    if (there === void 0) bySlot.set(slot, [place]);
    else there.push(place);
  }
  return [...bySlot].flatMap(([slot, places]) => {
    const part = partIn(state, slot);
    return part === void 0 ? [] : [[slot, part, places]];
  });
}
function roundsOf(state, part, places) {
  let condition = 1;
  return part.history.flatMap((step) => {
    if (step.what === "fitted" || step.what === "removed") return [];
    const before = condition;
    condition += 1;
    if (step.what !== "filed") return [];
    const after = condition;
    const at = places.map((place) => {
      const readings2 = placeAt(state, placeKey(place)).readings.filter(isTrue);
      const of = (asIs) => readings2.filter(({ parts }) => parts.some((ref) => ref.id === part.id && ref.condition === asIs)).map(({ reading }) => reading).findLast(isSize);
      return { place: placeKey(place), before: of(before), after: of(after) };
    });
    return [{ step, at }];
  });
}
var isTrue = ({ status }) => status === "current" || status === "spent";
function learntBy(rounds, who, tool) {
  const own2 = rounds.filter(({ step }) => step.by === who && step.round?.tool === tool);
  const told = own2.flatMap(
    ({ step, at }) => at.flatMap(
      ({ before, after }) => before === void 0 || after === void 0 || !isClosed(before) || !isClosed(after) ? [] : [{ strokes: step.round?.strokes ?? 0, before, after }]
    )
  );
  const minutes = own2.flatMap(({ step }) => step.round?.minutes ?? []);
  return {
    ...filingRate({ rounds: told }),
    gaps: told.length,
    minutesARound: minutes.length === 0 ? null : minutes.reduce((sum, each) => sum + each, 0) / minutes.length
  };
}
var isClosed = (reading) => {
  const { hi, loMeasured } = intervalOf(reading);
  return loMeasured && Number.isFinite(hi);
};

// ../core/src/release/minutes.ts
var MINUTES_PER_PLACE = 3;
var MINUTES_PER_FILING = 12;

// ../core/src/set/odd-one-out.ts
var FEWEST = 4;
var ODD_BEYOND = 3.5;
var NORMAL = 0.6745;
function oddOneOut(question) {
  const { values, resolution } = question;
  if (values.length < FEWEST) return { odd: [] };
  const median = medianOf(values);
  const scatter = medianOf(values.map((value) => Math.abs(value - median)));
  const isOdd = (value) => Math.abs(value - median) > 2 * resolution && (scatter === 0 || NORMAL * Math.abs(value - median) / scatter > ODD_BEYOND);
  return { odd: values.flatMap((value, i) => isOdd(value) ? [i] : []) };
}
function medianOf(values) {
  const sorted = [...values].sort((a, b) => a - b);
  const half = Math.floor(sorted.length / 2);
  const upper = sorted[half] ?? 0;
  return sorted.length % 2 === 1 ? upper : ((sorted[half - 1] ?? upper) + upper) / 2;
}

// ../core/src/findings/set-of-sheet.ts
function setsOf(state, characteristic2, by, when) {
  const layout = currentPin(state)?.model.layout;
  const { across, groups, lines } = axesOf(characteristic2);
  if (layout === void 0 || across.length === 0) return [];
  const down = [...groups, ...lines];
  const bankOf = new Map(layout.cylinders.map(({ id: id2, bank }) => [id2, bank]));
  const inBank = ({ cylinder }) => {
    const bank = cylinder === void 0 ? void 0 : bankOf.get(cylinder);
    return bank === void 0 || layout.banks.length < 2 ? {} : { bank };
  };
  const shared = {
    bank: (at) => only(at, down),
    cylinder: (at) => only(at, across.slice(0, 1)),
    station: (at) => only(
      at,
      down.filter((axis) => axis !== "station")
    )
  };
  const apart = {
    bank: inBank,
    cylinder: () => ({}),
    station: (at) => only(at, ["station"])
  };
  const rows = sheetPlaces(state, characteristic2.id).flatMap((place) => rowOf(state, place, when));
  return gathered(rows, shared[by]).map(([at, all]) => panelOf(at, gathered(all, apart[by])));
}
var only = (at, axes) => Object.fromEntries(axes.flatMap((axis) => at[axis] === void 0 ? [] : [[axis, at[axis]]]));
function gathered(rows, by) {
  const found = /* @__PURE__ */ new Map();
  for (const row of rows) {
    const at = by(row.place.at);
    const key2 = placeKey({ characteristic: "", at });
    const there = found.get(key2);
    if (there === void 0) found.set(key2, { at, rows: [row] });
    else there.rows.push(row);
  }
  return [...found.values()].map(({ at, rows: all }) => [at, all]);
}
function rowOf(state, place, when) {
  if (unaskedReason(state, place) !== void 0) return [];
  const key2 = placeKey(place);
  const record2 = placeAt(state, key2);
  const status = placeStatus(state, place);
  const reading = when === "asFound" ? asFound(record2) : currentReading(record2);
  const part = judgedAt(state, place);
  const inForce = limitInForce(state, place, part);
  const isNow = reading !== void 0 && reading === currentReading(record2);
  return [
    {
      place,
      key: key2,
      reading,
      size: reading !== void 0 && isSize(reading.reading) ? reading.reading : void 0,
      state: isNow || reading === void 0 ? status.state : reading.verdict.verdict,
      limit: isNow || reading === void 0 ? inForce.state === "inForce" ? inForce.limit : {} : reading.verdict.limit,
      partState: isNow || reading === void 0 ? part.state : reading.verdict.partState,
      target: shopTarget(state, place, part)?.target
    }
  ];
}
function panelOf(at, all) {
  const groups = all.map(([its, rows2]) => {
    const lows = rows2.flatMap(
      ({ reading }) => reading === void 0 ? [] : lowerEnd(reading.reading) ?? []
    );
    return {
      key: placeKey({ characteristic: "", at: its }),
      at: its,
      rows: rows2,
      mean: lows.length === 0 ? void 0 : meanOf(lows),
      spread: spreadOfSet(sizesOf(rows2))
    };
  });
  const rows = groups.flatMap((group) => group.rows);
  const known = rows.flatMap((row) => {
    const low = row.reading === void 0 ? void 0 : lowerEnd(row.reading.reading);
    return row.reading === void 0 || low === void 0 ? [] : [{ key: row.key, low, reading: row.reading }];
  });
  const resolution = resolutionOf(known.map(({ reading }) => reading));
  const { odd } = oddOneOut({ values: known.map(({ low }) => low), resolution });
  return {
    key: placeKey({ characteristic: "", at }),
    at,
    groups,
    spread: spreadOfSet(sizesOf(rows)),
    odd: odd.flatMap((i) => known[i]?.key ?? []),
    contrast: contrastIn(groups)
  };
}
var sizesOf = (rows) => rows.flatMap(({ size }) => size ?? []);
function contrastIn(groups) {
  const [a, b] = groups.map(({ rows }) => rows.flatMap(({ reading }) => reading ?? []));
  if (a === void 0 || b === void 0 || groups.length !== 2) return void 0;
  return a.length + b.length > MOST_CONTRASTED ? "tooMany" : contrastOf(a, b);
}

// ../core/src/findings/since-last.ts
function earlierJob(state) {
  if (state.seal === void 0) return void 0;
  const left = {};
  const errs = {};
  for (const place of sheetPlaces(state)) {
    const key2 = placeKey(place);
    const taken = currentReading(placeAt(state, key2));
    if (taken === void 0 || !isSize(taken.reading)) continue;
    left[key2] = taken.reading;
    errs[key2] = errOf(taken);
  }
  return {
    ...{ number: state.job.number, sealedAt: state.seal.at, hours: state.engine.hoursSinceNew },
    ...{ left, errs }
  };
}
var errOf = ({ verdict, instrument }) => verdict.uncertainty ?? instrument?.uncertainty ?? 0;

// ../contract/src/words/model-fault-words.ts
var PLATE_WORDS = {
  empty: "Write a serial as it stands on a plate",
  noDigits: "Only digits count: choose the digits by which its serials are counted",
  tooMany: "At most fifteen digits count: choose the last ones"
};
var quoted = (name2) => name2.trim() === "" ? "One without a name" : `\u201C${name2.trim()}\u201D`;
var MISSING = {
  maker: "Say who makes it",
  name: "Say what it is called",
  frontLabel: "Say what stands at its front: \u201Cfan end\u201D, \u201Cpropeller end\u201D",
  label: "Give it a name"
};
var NONE = {
  cylinders: "Say how many cylinders it has",
  grooves: "It has no ring: add its grooves, from the crown down",
  stations: "It has no station: say where gaps and bores are measured"
};
function modelFaultWords(fault) {
  const field = String(fault.path.at(-1) ?? "");
  switch (fault.fault) {
    case "missing":
      return MISSING[field] ?? "is empty";
    case "none":
      return NONE[field] ?? "has none";
    case "noSize":
      return fault.text === "" ? "Write a size" : `\u201C${fault.text}\u201D is not a size above nothing`;
    case "plate":
      return PLATE_WORDS[fault.plate];
    case "notEven":
      return "Two banks have the same number of cylinders: make it an even number";
    case "idTwice":
      return `the id "${fault.id}" is there twice`;
    case "nameTwice":
      return `${quoted(fault.name)} is there twice: nobody could tell them apart`;
    case "samePlace":
      return `${quoted(fault.name)} stands where another cylinder is`;
    case "unknown":
      return `there is no ${fault.what} "${fault.id}"`;
    case "noMember":
      return `there is no member "${fault.member}" in groove "${fault.groove}"`;
    case "forNothing":
      return "is for nothing: say which rings are measured here, or what else is";
    case "noStation":
      return `${quoted(fault.name)} has no station: say where its gap is taken`;
    case "stationTwice":
      return "lies at the same height as another station for the same: one of them is enough";
    case "travelTurned":
      return "The upper end of ring travel lies below the lower one";
    case "underNoHead":
      return `${quoted(fault.name)} is under no head`;
    case "underTwoHeads":
      return `${quoted(fault.name)} is under two heads`;
    case "onNoPin":
      return `The rod of ${quoted(fault.name)} is on no crankpin`;
    case "onTwoPins":
      return `The rod of ${quoted(fault.name)} is on two crankpins`;
    case "kindTwice":
      return `the kind "${fault.kind}" is there twice`;
    case "noAxis":
      return `a ${fault.kind} lies along ${fault.axis}, and this layout has none of these`;
  }
}

// ../contract/src/engines/model-file.ts
import * as z from "zod";
var keyId = z.string().regex(/^[A-Za-z0-9-]{1,40}$/, {
  error: "an id that stands in places: letters from A to Z, digits and -, without spaces; words for people go into the label"
});
var figure = z.strictObject({ text: z.string().max(20), unit: lengthUnit }).transform(({ text: figureText, unit }, context) => {
  const nm = decimalLength(figureText, unit);
  if (nm !== void 0) return { text: figureText, unit, nm };
  context.addIssue({ code: "custom", message: `"${figureText}" is not a figure in ${unit}` });
  return z.NEVER;
});
var SETS_SINCE_2 = ["heads", "journals", "directions", "points", "fasteners", "partKinds"];
var engineModelFile = z.object({
  format: z.literal("oak-gate/engine-model"),
  version: z.literal([1, 2]),
  model: modelWith(figure, keyId)
}).superRefine(({ model, version: version2 }, context) => {
  const wrong = (path, message) => {
    context.addIssue({ code: "custom", path: ["model", ...path], message });
  };
  if (version2 === 1) {
    for (const set2 of SETS_SINCE_2)
      if (model.layout[set2] !== void 0)
        wrong(["layout", set2], 'comes with version 2 of this file: say "version": 2');
  }
  for (const fault of modelFaults({ ...model, plate: null })) wrong(fault.path, modelFaultWords(fault));
});
var modelFile = (model) => ({
  format: "oak-gate/engine-model",
  version: 2,
  model: asDrafted(model)
});

// ../contract/src/library/model-view.ts
import * as z2 from "zod";
var version = z2.object({ version: z2.int().min(1), digest: sha256, model: engineModel });
var modelView = version.extend({
  earlier: z2.array(version),
  draft: z2.object({
    digest: sha256,
    model: engineModel,
    by: z2.string(),
    at: instant,
    writers: z2.array(z2.string()),
    checked: z2.object({ by: z2.string(), at: instant, samePerson: samePerson.nullable() }).nullable(),
    /** Rows of documents in force that name something which the draft does not have any more. */
    rowsLost: z2.array(z2.object({ document: name, row: name }))
  }).nullable(),
  /** Open jobs with the version that each of them keeps; null where it is none that is known. */
  jobs: z2.array(z2.object({ jobId: z2.string(), number: name, version: z2.int().nullable() })),
  /** What is measured: for counting the places. */
  characteristics: z2.array(characteristic)
});
var file = z2.unknown();
var newModelRequest = z2.strictObject({ id: z2.uuid(), file });
var importModelRequest = z2.strictObject({ id: z2.uuid(), file });
var draftModelRequest = z2.strictObject({ id: z2.uuid(), file, seen: sha256 });
var dropModelDraftRequest = z2.strictObject({ id: z2.uuid(), reason });
var checkModelRequest = z2.strictObject({ id: z2.uuid(), digest: sha256 });
var publishModelRequest = z2.strictObject({ id: z2.uuid() });
var modelKept = z2.object({ model: z2.object({ id }) });

// ../contract/src/library/samples.ts
import * as z3 from "zod";
var samplesView = z3.object({
  models: z3.array(
    z3.object({
      id: z3.string(),
      maker: z3.string(),
      name: z3.string(),
      engineClass: z3.enum(ENGINE_CLASSES),
      cylinders: z3.int(),
      /** One of this name is in the library. */
      taken: z3.boolean()
    })
  ),
  documents: z3.array(
    z3.object({
      id: z3.string(),
      title: z3.string(),
      kind: z3.enum(DOCUMENT_KINDS),
      models: z3.array(z3.string()),
      /** Models that it speaks of and that are not in the library yet. */
      missing: z3.array(z3.string()),
      taken: z3.boolean()
    })
  ),
  instruments: z3.array(
    z3.object({
      id: z3.string(),
      name: z3.string(),
      kind: z3.enum(INSTRUMENT_KINDS),
      unit: z3.enum(["thou", "in", "mm", "um"]),
      resolution: z3.string(),
      uncertainty: z3.string(),
      blades: z3.array(z3.string())
    })
  )
});
var takeSampleRequest = z3.strictObject({ id: z3.uuid() });

// ../contract/src/library/route-view.ts
import * as z4 from "zod";
var routesView = z4.object({
  routes: z4.array(z4.object({ route, digest: sha256, ours: z4.boolean(), ships: z4.boolean() }))
});
var keepRouteRequest = z4.strictObject({ id: z4.uuid(), route, seen: sha256.nullable(), reason });
var putRouteAwayRequest = z4.strictObject({ id: z4.uuid(), route: id, reason });

// ../contract/src/words/bench-figure.ts
function benchFigure(nm, unit) {
  const exact = showExact(nm, unit);
  const usual = unit === "mm" ? 2 : unit === "in" ? 3 : 0;
  return (exact.split(".")[1]?.length ?? 0) < usual ? showLength(nm, unit, usual) : exact;
}

// ../contract/src/evidence/size/size-words.ts
function shortSize(reading, unit) {
  const show = (nm) => benchFigure(nm, unit);
  switch (reading.kind) {
    case "exact":
      return show(reading.value);
    case "between":
      return `${show(reading.goes)}/${show(reading.stops)}`;
    case "atLeast":
      return `${show(reading.goes)}+`;
    case "under":
      return `<${show(reading.stops)}`;
    case "spread":
      return `${show(reading.low)}${reading.low < 0 ? ".." : "-"}${show(reading.high)}`;
  }
}
function understoodSize(reading, unit) {
  const show = (nm) => benchFigure(nm, unit);
  const second = otherUnit(unit);
  const other = (nm) => showLength(nm, second);
  const word = unitWord(second);
  switch (reading.kind) {
    case "exact":
      return `${show(reading.value)} ${unitWord(unit)}: ${other(reading.value)} ${word}`;
    case "between":
      return `${show(reading.goes)} goes, ${show(reading.stops)} stops: ${other(reading.goes)}, not ${other(reading.stops)} ${word}`;
    case "atLeast":
      return `${show(reading.goes)} goes, nothing thicker tried: at least ${other(reading.goes)} ${word}`;
    case "under":
      return `${show(reading.stops)} stops, nothing thinner tried: under ${other(reading.stops)} ${word}`;
    case "spread":
      return `from ${show(reading.low)} to ${show(reading.high)}: ${other(reading.low)} to ${other(reading.high)} ${word}`;
  }
}
function marginOfSize(verdict, reading, unit) {
  const open2 = reading.kind === "between" || reading.kind === "atLeast";
  if (verdict.verdict === "tight" && verdict.shortBy !== void 0) {
    return `by ${open2 ? "up to " : ""}${showExact(verdict.shortBy, unit)} ${unitWord(unit)}`;
  }
  if (verdict.verdict === "loose" && verdict.overBy !== void 0) {
    const atLeast = reading.kind === "atLeast";
    return `by ${atLeast ? "at least " : open2 ? "up to " : ""}${showExact(verdict.overBy, unit)} ${unitWord(unit)}`;
  }
  return "";
}
var SIZE_WORDS = {
  short: shortSize,
  figure: (reading, unit) => `${shortSize(reading, unit)} ${unitWord(unit)}`,
  understood: understoodSize,
  margin: marginOfSize,
  notation: [
    ["19/21", "the 19 goes, the 21 does not"],
    ["22+", "the 22 goes, nothing thicker was tried"],
    ["<4", "the 4 does not go, nothing thinner was tried"],
    ["10-15", "from 10 to 15 around it: both ends are real"],
    ["9&13/23", "9 and 13 held together go"],
    ["0.45 mm", "another unit, typed behind the figure"]
  ]
};

// ../contract/src/evidence/yes-no/yes-no-words.ts
var YES_NO_WORDS = {
  short: ({ answer }) => answer,
  figure: ({ answer }) => answer,
  understood: ({ answer }) => answer === "yes" ? "yes, it is so" : "no, it is not so",
  margin: () => "",
  notation: [
    ["yes", "it is so (y is enough)"],
    ["no", "it is not so (n is enough)"]
  ]
};

// ../contract/src/evidence/evidence-words.ts
var WORDS = {
  size: SIZE_WORDS,
  yesNo: YES_NO_WORDS,
  life: LIFE_WORDS
};
var wordsOf = (kind) => WORDS[kind];
var shortReading = (reading, unit) => wordsOf(evidenceKindOf(reading)).short(reading, unit);
function figureWords(reading, unit, measured) {
  const turned2 = measured?.below !== void 0 && isSize(reading) ? turnedRound(reading) : void 0;
  const figure3 = wordsOf(evidenceKindOf(reading)).figure(turned2 ?? reading, unit);
  return turned2 === void 0 ? figure3 : `${measured?.below ?? ""} ${figure3}`;
}
function turnedRound(reading) {
  const { lo, hi } = intervalOf(reading);
  if (hi > 0 || lo >= 0) return void 0;
  const [low, high] = [nanometres(-hi), nanometres(-lo)];
  if (low === high) return { kind: "exact", value: low };
  return reading.kind === "spread" ? { kind: "spread", low, high } : { kind: "between", goes: low, stops: high };
}

// ../contract/src/words/set-words.ts
var DECIMALS = { thou: 1, in: 4, mm: 3, um: 0 };
function differenceText(nm, unit, round) {
  const whole = nanometres(Math.round(nm));
  const exact = showExact(whole, unit);
  if ((exact.split(".")[1]?.length ?? 0) <= DECIMALS[unit]) return exact;
  return showLength(whole, unit, DECIMALS[unit], round);
}
var betweenText = (least, most, unit) => `${differenceText(least, unit, "down")} to ${differenceText(most, unit, "up")}`;
var chanceText = (p) => p <= 0 ? "never" : `1 in ${Math.max(1, Math.round(1 / p))}`;
var spreadText = (spread, unit) => spread === void 0 ? "" : spread.most === void 0 ? `at least ${differenceText(spread.least, unit, "down")}` : spread.least === spread.most ? differenceText(spread.least, unit) : betweenText(spread.least, spread.most, unit);
function tellsText(contrast) {
  if (contrast === "tooMany") return "too many to go through: not told";
  if (contrast.tooFew === true) return "too few to tell";
  return contrast.differs ? `by chance ${chanceText(contrast.p)}` : `no more than chance (${chanceText(contrast.p)})`;
}
function setLines(state, characteristic2, unit) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  const { layout } = pin.model;
  const [across = "cylinder"] = axesOf(characteristic2).across;
  return setsOf(state, characteristic2, "bank", "asLeft").flatMap((panel) => {
    const rows = panel.groups.flatMap((group) => group.rows);
    const taken = rows.filter(({ size }) => size !== void 0).length;
    if (taken < 2) return [];
    const { contrast } = panel;
    const name2 = headWords(layout, panel.at);
    const apart = contrast === void 0 || contrast === "tooMany" ? void 0 : contrast.difference;
    const by = apart === void 0 ? "" : `${differenceText(Math.abs(apart), unit)} ${unitWord(unit)}, `;
    const groups = panel.groups.filter(({ spread }) => spread !== void 0);
    return [
      {
        what: name2 === "" ? characteristic2.name : `${characteristic2.name}, ${name2}`,
        taken,
        spread: groups.map(({ at, spread }) => `${headWords(layout, at)} ${spreadText(spread, unit)}`.trim()).join("; "),
        odd: rows.filter(({ key: key2 }) => panel.odd.includes(key2)).map(
          ({ place, reading }) => reading === void 0 ? "" : `${headWords(layout, { [across]: place.at[across] })}: ${shortReading(reading.reading, unitOf(reading))}`
        ).join(", "),
        between: contrast === void 0 ? "" : `${by}${tellsText(contrast)}`
      }
    ];
  });
}
var capital = (words) => `${words.charAt(0).toUpperCase()}${words.slice(1)}`;
var bankName = ({ model }, id2) => (model.layout.banks.find((each) => each.id === id2)?.label ?? id2).replace(/ bank$/, "");
function bankWords(pin, banks, unit) {
  const [lead] = banks.rings;
  if (lead === void 0) return "";
  const name2 = unitWord(unit);
  const { difference, least, most } = lead.bore;
  const said = `${capital(bankName(pin, banks.smaller))} gaps are about ${differenceText(lead.gap, unit)} ${name2} smaller: that is about ${differenceText(difference, unit)} ${name2} of bore (${betweenText(least, most, unit)})`;
  if (banks.bores !== void 0) {
    const { difference: bore, agrees, by } = banks.bores;
    const looked = by === "gauge" ? "Gauged" : "By one ring carried through them";
    const found = bore < 0 ? `the bores there are ${differenceText(-1 * bore, unit)} ${name2} larger` : `the bores there are ${differenceText(bore, unit)} ${name2} smaller`;
    return agrees ? `${said}. ${looked}, ${found}: they agree` : `${said}. ${looked}, ${found}: they do not agree. Look at the rings: their lots, and what is marked on them`;
  }
  return banks.toGauge === void 0 ? `${said}. This job has no sheet for bores: gauge them, and an inspector sets this aside with what was found` : `${said}. Gauge the bores before filing`;
}
function relativeBoreWords(layout, carried, gaps) {
  const { unit } = carried.instrument;
  return boresByRing(gaps).map(({ cylinder, least, most }, i) => {
    const gap = gaps[i];
    const plus = (nm, round) => differenceText(nm, unit, round);
    return {
      where: headWords(layout, { cylinder }),
      gap: gap === void 0 ? "" : shortReading(gap.reading, unit),
      bore: least === 0 && most === 0 ? "the smallest" : least === void 0 ? most === void 0 ? "not known" : `at most ${plus(most, "up")}` : most === void 0 ? `at least ${plus(least, "down")}` : betweenText(least, most, unit)
    };
  });
}
function classWords(pin, doubt, unit) {
  const { place, ring, step, ofGap, isClosed: isClosed2 } = doubt;
  const key2 = placeKey(place);
  const where = pin === void 0 ? key2 : placeInJob(pin, key2);
  const class_ = `${differenceText(step, unit)} ${unitWord(unit)}`;
  const gap = `${differenceText(ofGap, unit)} ${unitWord(unit)} of gap`;
  const other = ring === "larger" ? "smaller" : "larger";
  const what = isClosed2 ? `no blade goes, as with a ring made for a bore ${class_} or more larger (${gap}), or in a bore a class smaller` : `off by about ${gap}, as with a ring made for a bore ${class_} ${ring}, or in a bore ${class_} ${other}`;
  return `${where === "" ? place.characteristic : where}: ${what}. Read what is marked on the ring, and gauge its bore, before anybody files`;
}
function mismatchWords(pin, mismatch) {
  if (pin === void 0) return mismatch.about;
  const { claims, clearance, shift, of } = mismatch;
  const unit = claims.flatMap((each) => classUnit(pin, each.off))[0] ?? "mm";
  const said = claims.map((each) => {
    const [name2 = ""] = slotWords(pin.model.layout, each.slot).split(", ");
    return `${name2.toLowerCase()} ${each.by === "marked" ? "marked" : "is by its size"} ${classOff(each, unit)}`;
  });
  const comes = clearance === void 0 ? `together ${differenceText(Math.abs(shift), unit)} ${unitWord(unit)} ${shift < 0 ? "tighter" : "wider"} than meant${of === "gap" ? ", of the gap" : ""}` : `together the clearance would be ${betweenText(clearance.least, clearance.most, unit)} ${unitWord(unit)}`;
  const where = slotWords(pin.model.layout, mismatch.about).split(", ").slice(1).join(", ");
  return `${where === "" ? "" : `${where.charAt(0).toUpperCase()}${where.slice(1)}: `}${[...new Set(said)].join(", ")}; ${comes}`;
}
var classOff = ({ off }, unit) => off === 0 ? "standard" : `${showExact(nanometres(Math.abs(off)), unit)} ${unitWord(unit)} ${off < 0 ? "under" : "over"}`;
function classUnit({ model }, off) {
  const made = [
    ...model.rebore?.oversizes ?? [],
    ...(model.layout.regrind ?? []).flatMap(({ undersizes }) => undersizes)
  ];
  return made.flatMap(({ nm, unit }) => nm === Math.abs(off) ? [unit] : []);
}

// ../contract/src/words/ring-words.ts
function ringName(job, places) {
  const layout = currentPin(job)?.model.layout;
  const place = parsePlaceKey(places[0] ?? "");
  if (layout === void 0 || place === void 0) return "";
  const { cylinder, ring } = placeWords(layout, place);
  return `${cylinder}, ${ring.charAt(0).toLowerCase()}${ring.slice(1)}`;
}
function gapWords(reading, unit) {
  const { lo, hi, loMeasured } = intervalOf(reading);
  const show = (nm) => benchFigure(nanometres(nm), unit);
  if (!loMeasured) return `<${show(hi)}`;
  if (!Number.isFinite(hi)) return `${show(lo)}+`;
  return lo === hi ? show(lo) : `${show(lo)}/${show(hi)}`;
}
var rangeWords = (low, high, unit) => `${tenths(low, unit)} to ${tenths(high, unit)}`;
function tenths(nm, unit) {
  const digits = { thou: 1, in: 4, mm: 3, um: 0 }[unit];
  return (nm / NM_PER[unit]).toFixed(digits);
}
var counted = (count, one) => `${count} ${one}${count === 1 ? "" : "s"}`;
function ringNextWords(job, next, unit) {
  const show = (nm) => `${tenths(nm, unit)} ${unitWord(unit)}`;
  switch (next.kind) {
    case "file":
      return next.strokes === null ? { head: "a few strokes, then measure", why: "" } : next.strokes === 0 ? { head: "nearly there: by hand", why: "One stroke could already take too much." } : { head: `${counted(next.strokes, "stroke")}, then measure`, why: "" };
    case "measure":
      return {
        head: `measure ${counted(next.places.length, "station")}`,
        why: "One cut opens all of its stations."
      };
    case "noBlade":
      return {
        head: "no blade goes",
        why: "Read its class mark first. Is it of this bore, take a few strokes a round until one goes."
      };
    case "openEnd":
      return { head: "prove the other side first", why: "Nobody knows how much room is left." };
    case "measureFiner":
      return { head: "measure finer", why: "The brackets leave no cut that is sure." };
    case "noAmount":
      return {
        head: "no amount suits",
        why: `One station needs ${show(next.least)}, another bears ${show(Math.max(0, next.most))}. Another bore, or a straight one.`
      };
    case "tooLoose": {
      const reading = currentReading(placeAt(job, next.place));
      const over = reading?.verdict.overBy;
      return {
        head: "cannot be put back",
        why: `${over === void 0 ? "Over its maximum" : `Over its maximum by ${show(over)}`}. A narrower bore may suit it; else a new ring.`
      };
    }
  }
}

// ../contract/src/words/way-words.ts
function wayWords(way, frontLabel) {
  const words = {
    front: `to the ${frontLabel}`,
    rear: "to the rear",
    left: "to the left",
    right: "to the right",
    frontLeft: "front, left",
    frontRight: "front, right",
    rearLeft: "rear, left",
    rearRight: "rear, right",
    groovesOut: "grooves out",
    groovesIn: "grooves in"
  };
  return words[way];
}

// ../contract/src/words/inspection-words.ts
var DEFECT_WORDS = {
  crack: "crack",
  step: "step",
  polish: "polish",
  breakage: "breakage",
  bruise: "bruise",
  burning: "burning",
  pitting: "pitting",
  scoring: "scoring",
  seizure: "seizure",
  embedded: "embedded dirt",
  fretting: "fretting",
  wear: "wear",
  corrosion: "corrosion",
  stretch: "stretched",
  thread: "thread damaged",
  scale: "scale",
  carbon: "carbon",
  grit: "grit",
  blocked: "blocked",
  wet: "wet"
};
var TEST_WORDS = {
  penetrant: "Penetrant",
  fluorescentPenetrant: "Fluorescent penetrant",
  magnetic: "Magnetic particles",
  other: "Another method"
};
var CAUSE_WORDS = {
  dirt: { cause: "dirt drawn in", check: "air path: filter, hoses and joints" },
  noOil: { cause: "oil missing", check: "oil supply to it: pump, passages, nozzle" },
  heat: { cause: "too hot", check: "cooling: passages, pump, thermostat" },
  water: { cause: "water in it", check: "liner seals and head joint" },
  knock: { cause: "knocking", check: "injection or ignition, and its timing" },
  misfit: { cause: "wrongly fitted before", check: "the other parts of the earlier overhaul" }
};
function faceWords(state, { rule: rule2, groove, because }) {
  const layout = currentPin(state)?.model.layout;
  if (because?.kind === "cause") return CAUSE_WORDS[because.cause].check;
  if (because?.kind === "failed")
    return `looked over again, because ${lowered(slotIn(layout, because.rejected.slot))} was rejected`;
  return named(layout, rule2?.name ?? "", groove);
}
function named(layout, name2, groove) {
  if (groove === void 0) return name2;
  const at = layout?.grooves.findIndex(({ id: id2 }) => id2 === groove) ?? -1;
  return name2.replace("{groove}", `groove ${at + 1}`);
}
var lowered = (text) => text.charAt(0).toLowerCase() + text.slice(1);
var slotIn = (layout, slot) => layout === void 0 ? slot : slotWords(layout, slot);
function faceInJob(state, slot, item) {
  const layout = currentPin(state)?.model.layout;
  const asked = askedFace(state, slot, item);
  const rule2 = layout === void 0 ? void 0 : lookSlotOf(layout, slot)?.items.find((each) => each.item === item);
  const face2 = asked !== void 0 ? faceWords(state, asked) : rule2 !== void 0 ? named(layout, rule2.rule.name, rule2.groove) : "looked over again";
  return `${slotIn(layout, slot)}: ${face2}`;
}
var defectWords = ({ kind, where, size }) => [DEFECT_WORDS[kind], where, size].filter((each) => each !== "").join(", ");
function lookWords({ found, defects, reason: reason2, remark, cause }) {
  const wrong = defects.map(defectWords).join("; ");
  const said = found === "good" ? "good" : found === "rejected" ? `rejected: ${wrong}` : `not looked at: ${reason2}`;
  return [
    said,
    ...cause === null ? [] : [`suspected: ${CAUSE_WORDS[cause].cause}`],
    ...remark === "" ? [] : [remark],
    ...reason2 === "" || found === "notInspected" ? [] : [`said anew: ${reason2}`]
  ].join("; ");
}
function inspectionFindingWords(state, finding) {
  if (finding.kind === "inspectionDue") {
    const { slot: slot2, item: item2, open: open2 } = finding;
    return open2 === 1 ? `${faceInJob(state, slot2, item2)} is to be looked at` : `${slotIn(currentPin(state)?.model.layout, slot2)}: ${open2} faces are to be looked at`;
  }
  const { kind, slot, item, entry } = finding.doubt;
  const face2 = faceInJob(state, slot, item);
  return kind === "rejected" ? `${face2} is rejected: ${entry.defects.map(defectWords).join("; ")}` : `${face2} was not looked at: ${entry.reason}`;
}
function lookLines(state) {
  const layout = currentPin(state)?.model.layout;
  const lines = state.looks.values().flatMap((current) => {
    const chain = [];
    for (let each = current; each !== void 0; each = each.before) chain.push(each);
    return chain.map((entry) => ({ entry, isOld: entry !== current }));
  });
  return lines.sort((a, b) => a.entry.seq - b.entry.seq).map(({ entry, isOld }) => {
    const whole = faceInJob(state, entry.slot, entry.item);
    const part = slotIn(layout, entry.slot);
    const isOut = entry.part !== "" && partIn(state, entry.slot)?.id !== entry.part;
    return {
      ...{ part: isOut ? `${part} (${entry.part})` : part, face: whole.slice(part.length + 2) },
      ...{ said: lookWords(entry), by: entry.by.name, at: entry.at, isOld }
    };
  });
}
var lookDecisionLines = (state) => state.looksDecided.map(({ finding, approval, reason: reason2, samePerson: samePerson2, by, at }) => {
  const [, part = "", item = ""] = finding.split(" ");
  const slot = part.slice(0, part.lastIndexOf("#"));
  const on = approval === null ? "need not be looked at" : `used on approval ${approval.number} of ${approval.date}, ${approval.issuer}`;
  return {
    what: faceInJob(state, slot, item),
    decided: `${on}: ${reason2}${samePerson2 === null ? "" : `; same person, ${samePerson2.hoursLater} h later`}`,
    ...{ by: by.name, at }
  };
});
function testWords(test) {
  const { method, batch, batchUntil, dwell, development, qualification, qualifiedUntil, area } = test;
  return [
    `${TEST_WORDS[method]}: ${area}`,
    `batch ${batch}, to ${batchUntil}`,
    ...dwell > 0 ? [`dwell at least ${dwell} min`] : [],
    ...development > 0 ? [`developer at least ${development} min`] : [],
    `${qualification}, to ${qualifiedUntil}`
  ].join("; ");
}
function testResultWords(state, test) {
  const layout = currentPin(state)?.model.layout;
  if (test.dropped !== void 0) return `given up by ${test.dropped.by}: ${test.dropped.reason}`;
  if (test.read === void 0) return "not read yet";
  const slotOf2 = (part) => test.parts.find((each) => each.part === part)?.slot ?? part;
  const bad = test.read.results.filter(({ found }) => found === "rejected");
  const good = test.read.results.length - bad.length;
  return [
    ...good > 0 ? [`no crack in ${good} ${good === 1 ? "part" : "parts"}`] : [],
    ...bad.map(
      ({ part, where, size }) => `crack in ${lowered(slotIn(layout, slotOf2(part)))}: ${[where, size].filter((each) => each !== "").join(", ")}`
    )
  ].join("; ");
}

// ../contract/src/words/part-words.ts
function kitWords({ unpacked, rule: rule2, differs }) {
  const short = differs.map(({ item, found, wanted }) => {
    const name2 = rule2.contents.find(({ id: id2 }) => id2 === item)?.name ?? item;
    return `${wanted - found} of ${wanted} ${name2.toLowerCase()} missing`;
  });
  return `${rule2.name} ${unpacked.number}: ${short.length === 0 ? "whole" : short.join(", ")}`;
}
function partLifeWords({ rule: rule2, life, used }) {
  const of = `${countWords(rule2.limit)} ${rule2.counts}`;
  switch (life.verdict) {
    case "unknown":
      return `nobody knows its ${rule2.counts}: replace it, or say them`;
    case "expired":
      return `${countWords(used ?? 0)} of ${of}: its life is over`;
    case "replaceNow":
      return `${countWords(life.atNext ?? 0)} at the next overhaul, of ${of}: replace it now`;
    case "ok":
      return `${countWords(life.left)} of ${of} left`;
  }
}
var countWords = (count) => count.toLocaleString("en-GB").replaceAll(",", " ");
var kitLines = (state) => kitStands(state).map((stand) => {
  const { unpacked, rule: rule2 } = stand;
  const held = unpacked.ticks.map(({ item, found, lot }) => {
    const name2 = rule2.contents.find(({ id: id2 }) => id2 === item)?.name ?? item;
    return `${found} ${name2.toLowerCase()}${lot === "" ? "" : `, lot ${lot}`}`;
  });
  const again = unpacked.before === void 0 ? "" : ", counted again";
  return {
    what: `${kitWords(stand)}${unpacked.box === "" ? "" : `, ${unpacked.box}`}${again}`,
    held: [...held, ...unpacked.remark === "" ? [] : [unpacked.remark]].join("; "),
    ...{ by: unpacked.by.name, at: unpacked.at }
  };
});
function lifeLines(state) {
  const layout = currentPin(state)?.model.layout;
  return layout === void 0 ? [] : livesOf(state).map((each) => ({
    where: slotWords(layout, each.slot),
    part: [each.part.partNumber, each.part.serial ?? each.part.lot].filter(Boolean).join(", "),
    stands: partLifeWords(each)
  }));
}

// ../contract/src/words/wait-words.ts
var placeIn = (state, key2) => placeInJob(state.pins.at(-1), key2);
var wordAt = (state, key2, word) => stateWordAt(state.pins.at(-1), key2, word);
function waitWords(state, wait) {
  switch (wait.kind) {
    case "identity":
      return "a second person to read the serial on the engine";
    case "documents":
      return "the documents to be checked as current";
    case "documentsMoved":
      return `${wait.documents.join(", ")}: arrived or changed in the library; adopt or decline`;
    case "noInstrument":
      return `an instrument for ${wait.characteristic.toLowerCase()}`;
    case "instrumentDue":
      return `${wait.instrument}: due for its check on ${wait.dueOn}`;
    case "place":
      return `${placeIn(state, wait.place)}: ${wordAt(state, wait.place, wait.state)}`;
    case "finding":
      return findingWords(state, wait.finding);
    case "sheetNotPinned":
      return `the sheet ${wait.sheet}, which is not pinned for this job`;
    case "nothingToSign":
      return "something to sign for: it asks for nothing that this job has";
    case "map":
      return wait.open === 1 ? `${slotIn2(state, wait.slot)}: how it was found` : `${wait.open} parts: how they were found, ${slotIn2(state, wait.slot)} next`;
    case "refit":
      return wait.open === 1 ? `${slotIn2(state, wait.slot)}: which way it was put back` : `${wait.open} parts: which way they were put back, ${lower(slotIn2(state, wait.slot))} next`;
    case "replace":
      return wait.open === 1 ? `${slotIn2(state, wait.slot)}: a new one` : `${wait.open} parts that are to be new, ${lower(slotIn2(state, wait.slot))} next`;
    case "life":
      return wait.open === 1 ? `${slotIn2(state, wait.slot)}: its life` : `${wait.open} parts whose life is over or not known, ${lower(slotIn2(state, wait.slot))} next`;
    case "inspection":
      return wait.open === 1 ? faceInJob(state, wait.slot, wait.item) : `${wait.open} faces to be looked at, ${faceInJob(state, wait.slot, wait.item)} next`;
    case "gate":
      return `the ${state.route.gates.find(({ stage }) => stage === wait.gate)?.label ?? wait.gate} gate`;
  }
}
function findingWords(state, finding) {
  switch (finding.kind) {
    case "outOfLimits": {
      const asked = finding.asked === null ? "" : "; a concession is asked for";
      const word = wordAt(state, finding.place, finding.word);
      return `${placeIn(state, finding.place)}${isCheck(state, finding.place) ? ":" : " is"} ${word}${asked}`;
    }
    case "limitWithheld":
      return `${fitIn(state, finding)}: ${WITHHELD_WORDS[finding.why]}`;
    case "notApplicableDeclared":
      return `${placeIn(state, finding.place)} is said to be not applicable: ${finding.reason}`;
    case "contested":
      return `${placeIn(state, finding.place)}: ${contestWords(placeAt(state, finding.place))}`;
    case "factUnsettled":
      return `${placeIn(state, finding.report.slot)}: ${reportWords(finding.report)}`;
    case "limitToConfirm":
      return `${fitIn(state, finding.choice)}: ${finding.choice.by.name} chose a limit; somebody else looks at it`;
    case "limitNote":
      return noteWords(state, finding.note);
    case "setRule":
      return ruleWords(state, finding.rule);
    case "asFound":
      return mapDoubtWords(state, finding.doubt);
    case "raised":
      return `${aboutWords(state, finding.raised.about)}: ${finding.raised.text}`;
    case "order": {
      const { what, expectedOn } = finding.order;
      return finding.stand === "awaited" ? `awaiting ${what}${expectedOn === null ? "" : `, expected on ${expectedOn}`}` : `${what} came, and nobody here has measured or checked it yet`;
    }
    case "withdrawn":
      return withdrawnWords(state, finding.withdrawn);
    case "kitDiffers":
      return kitWords(finding.stand);
    case "lifeDue":
      return lifeDueWords(state, finding.due);
    case "inspection":
    case "inspectionDue":
      return inspectionFindingWords(state, finding);
    case "instrumentOutOfDate":
      return `${finding.instrument} was past its check on ${finding.dueOn}; ${finding.places.length} ${finding.places.length === 1 ? "reading was" : "readings were"} taken with it`;
  }
}
function withdrawnWords(state, { place, reading, by, why }) {
  const figure3 = figureWords(reading.reading, unitOf(reading), measuredAt(state, place));
  const word = wordAt(state, place, reading.verdict.verdict);
  return `${placeIn(state, place)} was ${word} (${figure3}), and ${by.name} took it back: ${endedWords(why)}`;
}
function lifeDueWords(state, due) {
  const [first] = due;
  if (first === void 0) return "";
  const [one, many] = partWords(currentPin(state)?.model.layout, first.rule.kind);
  return due.length === 1 ? `${slotIn2(state, first.slot)}: ${partLifeWords(first)}` : `${due.length} ${many === "" ? one : many}: ${partLifeWords(first)}${due.some(({ life }) => life.verdict !== first.life.verdict) ? ", and others" : ""}`;
}
var slotIn2 = (state, slot) => {
  const layout = currentPin(state)?.model.layout;
  return layout === void 0 ? slot : slotWords(layout, slot);
};
function mapDoubtWords(state, { kind, slot, entry, now, refit }) {
  const name2 = slotIn2(state, slot);
  if (kind === "asFoundOdd") return `${name2} was found odd: ${entry.odd}`;
  if (kind === "notAsFound")
    return `${name2} is run in and lies elsewhere now: ${lower(slotIn2(state, now ?? ""))}`;
  const front = currentPin(state)?.model.layout.frontLabel ?? "";
  const [was, is] = [entry.way, refit?.way ?? null].map((way) => way === null ? "" : wayWords(way, front));
  return `${name2} was put back ${is}, and was found ${was}`;
}
var lower = (text) => text.charAt(0).toLowerCase() + text.slice(1);
function contestWords({ contested, readings: readings2 }) {
  const people2 = new Set(readings2.filter(({ seq }) => contested.includes(seq)).map(({ by }) => by.id));
  if (people2.size > 2) return `${people2.size} people measured it, and not alike`;
  return people2.size === 2 ? "two people measured it, and not alike" : `${contested.length} readings of one person cannot all be true`;
}
var CAUSE_WORDS2 = {
  partChanged: "somebody had worked on the part meanwhile",
  partGone: "the part had been taken out meanwhile",
  slotTaken: "a part lies there already",
  gateSigned: "the gate had been signed meanwhile"
};
function reportWords(report) {
  const { fact, because } = report;
  const how = fact.kind === "rework" ? ` (${fact.how})` : fact.kind === "fit" ? "" : ` (${fact.reason})`;
  return `${saidWords(report)}${how}; ${CAUSE_WORDS2[because]}`;
}
function saidWords({ by, fact }) {
  return `${by.name} says: ${doneWords(fact)}`;
}
function doneWords(fact) {
  switch (fact.kind) {
    case "rework":
      return fact.what;
    case "fit":
      return "fitted";
    case "replace":
      return fact.instead === null ? "taken out" : "replaced";
    case "move":
      return fact.moves.length === 1 ? "moved" : `${fact.moves.length} parts moved`;
  }
}
function noteWords(state, note) {
  switch (note.kind) {
    case "serialOdd":
      return `serial ${note.serial} does not match the pattern of this model, so rows for a range of serials cannot be told apart`;
    case "otherMaker":
      return note.fitted === null ? `${note.document} is a leaflet for ${note.leafletOf} ${partsIn(state, note.part)}, and nobody said whose ${partsIn(state, note.part)} are fitted` : `${note.document} is a leaflet for ${note.leafletOf} ${partsIn(state, note.part)}; ${note.fitted} ${partsIn(state, note.part)} are fitted`;
    case "nominalDiameter":
      return note.oversize === null ? `a formula is fed with the nominal bore, and nobody said whether the bore is oversize (${note.rows.join(", ")})` : `a formula is fed with the nominal bore, and the bore is oversize (${note.rows.join(", ")})`;
    case "factRestated":
      return `${note.by.name} says that ${FACT_NAMES[note.fact]}${ofWhat(state, note)} is ${factText(state, note, note.after)}; it was recorded as ${factText(state, note, note.before)} (${note.reason})`;
    case "targetConflict":
      return `${placeIn(state, note.fit)}: the shop\u2019s own targets cross each other`;
  }
}
var partsIn = (state, kind) => partWords(currentPin(state)?.model.layout, kind)[1];
function ofWhat(state, { cylinder, part }) {
  const { cylinders = [] } = currentPin(state)?.model.layout ?? {};
  if (part !== void 0) return ` of ${placeIn(state, part.slice(0, part.lastIndexOf("#")))}`;
  return cylinder === void 0 ? "" : ` of ${cylinders.find(({ id: id2 }) => id2 === cylinder)?.label ?? cylinder}`;
}
var FACT_NAMES = {
  oversize: "the bore oversize",
  measuredBore: "the bore as measured",
  pistonMaterial: "the piston material",
  ringPartNumber: "the part number of the rings",
  ringMaker: "the maker of the rings",
  buildDate: "the date of build",
  partNumber: "the part number",
  maker: "the maker",
  material: "the material"
};
function factText(state, { fact }, value) {
  if (value === null) return "not known";
  const unit = currentPin(state)?.model.bore.unit ?? "mm";
  if (typeof value === "string") return value;
  return fact === "oversize" && value === 0 ? "standard" : `${showExact(nanometres(value), unit)} ${unitWord(unit)}`;
}
var fitIn = (state, { fit, of }) => [placeIn(state, fit), variantWords(currentPin(state)?.model.layout, of)].filter((each) => each !== "").join(", ");
var measuredAt = (state, key2) => currentPin(state)?.characteristics.find(({ id: id2 }) => key2.startsWith(`${id2}@`));
function isCheck(state, key2) {
  const id2 = key2.slice(0, key2.indexOf("@"));
  return currentPin(state)?.characteristics.find((each) => each.id === id2)?.unitKind === "check";
}
function unitAt(state, place = "") {
  const last = state.places.get(place)?.readings.at(-1);
  return last === void 0 ? "mm" : unitOf(last);
}
function ruleWords(state, rule2) {
  const unit = unitAt(state, rule2.places[0]);
  const show = (nm) => nm === void 0 ? "" : showExact(nanometres(nm), unit);
  const stands = rule2.state === "broken" ? "does not hold" : "cannot be told from these readings";
  if (rule2.kind === "twoWays") {
    const [measured, worked2] = rule2.places.map((place) => {
      const reading = currentReading(placeAt(state, place));
      return reading === void 0 ? "" : figureWords(reading.reading, unit, measuredAt(state, place));
    });
    return `${placeIn(state, rule2.about)}: measured ${measured ?? ""}, from its parts ${worked2 ?? ""}; both cannot be true. A strip on an oiled journal or a shaft that was turned reads wrong, and so does a diameter misread`;
  }
  if (rule2.banks !== void 0) {
    const pin = currentPin(state);
    return pin === void 0 ? rule2.about : bankWords(pin, rule2.banks, unit);
  }
  if (rule2.doubt !== void 0) return classWords(currentPin(state), rule2.doubt, unit);
  if (rule2.mismatch !== void 0) return mismatchWords(currentPin(state), rule2.mismatch);
  if (rule2.kind === "relation") {
    const [mine, its] = rule2.places.map((place) => placeIn(state, place));
    if (rule2.cannotBecause !== void 0)
      return `${mine ?? ""} must not be smaller than a place that is not measured in this cylinder: this cannot be told (${rule2.row})`;
    return `${mine ?? ""} must not be smaller than ${its ?? ""}: this ${stands} (${rule2.row})`;
  }
  const { cylinder, fit } = whereOf(state, rule2);
  const within = `within ${show(rule2.allowed)} ${unitWord(unit)}`;
  if (rule2.cannotBecause === "groupUnknown")
    return `${fit}: ${rule2.row} asks for all ${GROUP_WORDS[rule2.across ?? "engine"]} ${within}, and nobody told the application which these are on this engine`;
  const known = rule2.most === void 0 ? `at least ${show(rule2.least)}` : rule2.least === rule2.most ? show(rule2.most) : `${show(rule2.least)} to ${show(rule2.most)}`;
  const who = {
    engine: "all cylinders",
    bank: `all of the bank of ${cylinder}`,
    cylinder: `all in ${cylinder}`,
    head: `all under the head of ${cylinder}`,
    journal: `both on the crankpin of ${cylinder}`
  };
  const group = `${rule2.of === "mids" ? "the mid heights of " : ""}${who[rule2.across ?? "engine"]}`;
  return `${fit}, ${group} ${within}: they lie ${known} apart, which ${rule2.state === "broken" ? "is too much" : "does not prove it"} (${rule2.row})`;
}
function whereOf(state, rule2) {
  const pin = currentPin(state);
  const place = parsePlaceKey(rule2.places[0] ?? "");
  if (pin === void 0 || place === void 0) return { cylinder: "", fit: rule2.about };
  const { cylinder, point, ...at } = place.at;
  const rest = rule2.of === "mids" || point === void 0 ? at : { ...at, point };
  return {
    cylinder: cylinder === void 0 ? "" : headWords(pin.model.layout, { cylinder }),
    fit: placeInJob(pin, placeKey({ characteristic: place.characteristic, at: rest }))
  };
}
function taskWords(state, task) {
  if (task.kind === "measure") {
    const again = task.because === "spent" ? "measure again" : task.because === "notProven" ? "prove it" : "measure";
    return `${placeIn(state, task.place)}: ${again}`;
  }
  const { plan, stations } = task.advice;
  const unit = unitAt(state, stations[0]);
  const where = placeIn(state, task.slot);
  if (plan.state !== "file") return where;
  const count = stations.length === 1 ? "measure again" : stations.length === 2 ? "measure both stations" : `measure all ${stations.length} stations`;
  return `${where}: file ${showExact(plan.remove, unit)} ${unitWord(unit)}, ${count}`;
}
function aboutWords(state, about) {
  const [what = "", key2 = ""] = about.split(" ");
  const slotOf2 = (part) => state.parts.get(part)?.slot ?? part.replace(/#\d+$/u, "");
  switch (what) {
    case "place":
      return placeInJob(currentPin(state), key2);
    case "part":
      return slotIn2(state, slotOf2(key2));
    case "face": {
      const [part = "", item = ""] = key2.split("/");
      return faceInJob(state, slotOf2(part.replaceAll("|", "/")), item);
    }
    default:
      return slotIn2(state, key2);
  }
}

// ../contract/src/words/remark-words.ts
var CAUSE_WORDS3 = {
  outOfLimits: "out of limits",
  contested: "two people measured it",
  notApplicable: "said to be not applicable",
  limit: "its limit was to be decided",
  rule: "a rule over several readings",
  note: "something about its limit",
  report: "a report from the workshop",
  instrument: "an instrument past its check",
  odd: "found odd",
  elsewhere: "run in, and lies elsewhere than it was found",
  look: "looked at",
  lookDue: "to be looked at",
  order: "something that was ordered",
  raised: "raised by hand",
  withdrawn: "out, and taken back",
  kit: "a kit that was not whole",
  life: "parts whose life is limited"
};
var slotOfPart = (part) => part.slice(0, part.lastIndexOf("#"));
function findingName(state, id2) {
  const open2 = openMatters(state).findings.find((each) => each.id === id2);
  if (open2 !== void 0) return findingWords(state, open2);
  const [cause = "", ...rest] = id2.split(" ");
  const layout = currentPin(state)?.model.layout;
  const [named2 = ""] = rest;
  if (cause === "place") return placeInJob(currentPin(state), named2);
  if (layout !== void 0 && (cause === "part" || cause === "slot"))
    return slotWords(layout, state.parts.get(named2)?.slot ?? named2.replace(/#\d+$/u, ""));
  if (cause === "look" || cause === "face") {
    const [part = "", item = ""] = cause === "face" ? named2.replaceAll("|", "\n").split("/") : rest;
    return faceInJob(state, slotOfPart(part.replaceAll("\n", "/")), item);
  }
  const words = CAUSE_WORDS3[cause] ?? "a finding";
  const about = rest.join(" ");
  const key2 = rest.find((each) => parsePlaceKey(each) !== void 0);
  return key2 === void 0 ? `${words}${about === "" ? "" : ` (${about})`}` : `${placeInJob(currentPin(state), key2)}: ${words}`;
}
function addedWords(remark) {
  switch (remark.kind) {
    case "note":
      return remark.text;
    case "photograph":
      return `photograph${remark.when === void 0 ? "" : `, ${remark.when}`} ${remark.file.name}${remark.caption === "" ? "" : `: ${remark.caption}`}`;
    case "paper":
      return `paper: ${remark.title} (${remark.file.name})`;
    case "order": {
      const { what, supplier, number: number2, expectedOn, settled, sort, asked } = remark;
      const due = expectedOn === null ? "" : `, expected on ${expectedOn}`;
      const shall = asked === "" ? "" : `; asked: ${asked}`;
      return `${sort === "work" ? "sent out" : "ordered"}: ${what}, ${sort === "work" ? "to" : "from"} ${supplier}${number2 === "" ? "" : `, order ${number2}`}${due}${shall}${settledWords(settled)}`;
    }
  }
}
function settledWords(settled) {
  if (settled === void 0) return "";
  const { as, by, note, certificate, received } = settled;
  const came = `; ${as} (${by})${certificate === "" ? "" : `, certificate ${certificate}`}${note === "" ? "" : `: ${note}`}`;
  if (received === void 0) return came;
  const own2 = received.evidence.length;
  const rests = own2 === 0 ? "" : `, on ${own2} ${own2 === 1 ? "reading or look" : "readings and looks"} of our own`;
  return `${came}; ${received.accepted ? "received" : "sent back"} by ${received.by}${rests}: ${received.check}`;
}
var raisedLines = (state) => state.raised.map(({ about, text, decided, by, at }) => ({
  what: `${aboutWords(state, about)}: ${text}`,
  decided: decided === void 0 ? "not decided" : `${decided.reason} (${decided.by}${decided.samePerson === null ? "" : `, same person, ${decided.samePerson.hoursLater} h later`})`,
  ...{ by: by.name, at }
}));

// ../contract/src/words/map-words.ts
function foundWords({ part, way, cannotTell, atBuild }, frontLabel) {
  if (part === null) return "none there";
  const lay = cannotTell ? "which way nobody can tell" : way === null ? "" : wayWords(way, frontLabel);
  return [lay, atBuild === "new" ? "new at Build" : "reused"].filter((each) => each !== "").join(", ");
}
function mapLines(state) {
  const layout = currentPin(state)?.model.layout;
  if (layout === void 0) return [];
  return mapOf(state).flatMap(({ slot, tag: tag2 }) => {
    const lines = [];
    for (let each = state.asFound.get(slot); each !== void 0; each = each.before) {
      const { odd, remark, hours, reason: reason2, by, at } = each;
      lines.push({
        ...{ tag: tag2, what: slotWords(layout, slot), lay: foundWords(each, layout.frontLabel) },
        said: [
          ...odd === "" ? [] : [`odd: ${odd}`],
          ...hours === null ? [] : [`${hours} h`],
          ...remark === "" ? [] : [remark],
          ...reason2 === "" ? [] : [`said anew: ${reason2}`]
        ].join("; "),
        ...{ by: by.name, at, isOld: each !== state.asFound.get(slot) }
      });
    }
    return lines;
  });
}
function refitLines(state) {
  const layout = currentPin(state)?.model.layout;
  if (layout === void 0) return [];
  return refitParts(state).flatMap(({ mapped, said, slot, entry }) => {
    const lines = [];
    for (let each = said; each !== void 0; each = each.before)
      lines.push({
        ...{ tag: mapped.tag, what: slotWords(layout, slot), lay: wayWords(each.way, layout.frontLabel) },
        said: [
          ...entry.way !== null && entry.way !== each.way ? [`found ${wayWords(entry.way, layout.frontLabel)}`] : [],
          ...each.reason === "" ? [] : [`said anew: ${each.reason}`]
        ].join("; "),
        ...{ by: each.by.name, at: each.at, isOld: each !== said }
      });
    return lines;
  });
}
var oddLines = (state) => state.oddDecided.map(({ finding, keep, reason: reason2, samePerson: samePerson2, by, at }) => ({
  what: oddName(state, finding),
  decided: `${keep ? "stays so" : "is put right when it goes together again"}: ${reason2}${samePerson2 === null ? "" : `; same person, ${samePerson2.hoursLater} h later`}`,
  ...{ by: by.name, at }
}));
function oddName(state, finding) {
  const layout = currentPin(state)?.model.layout;
  const seq = Number(finding.split(" ").at(-1));
  for (const current of state.asFound.values())
    for (let entry = current; entry !== void 0; entry = entry.before)
      if (entry.seq === seq && layout !== void 0) {
        const name2 = slotWords(layout, entry.slot);
        return finding.startsWith("odd ") ? `${name2}: ${entry.odd}` : `${name2}: lies elsewhere than it was found`;
      }
  return findingName(state, finding);
}
var STAND_WORDS = {
  open: "not done yet",
  done: "done",
  overtaken: "something else was done",
  dropped: "given up"
};
function plannedWords(work) {
  const how = work.kind === "rework" ? work.how : work.reason;
  return `${doneWords(work)}${how === "" ? "" : `: ${how}`}`;
}
var planLines = (state) => state.plans.map((plan) => {
  const layout = currentPin(state)?.model.layout;
  const [first] = plan.seen;
  const slot = first?.id.slice(0, first.id.lastIndexOf("#")) ?? "";
  const { dropped } = plan;
  return {
    where: layout === void 0 ? slot : placeWordsOf(layout, slot),
    what: plannedWords(plan.work),
    became: `${STAND_WORDS[planStand(state, plan)]}${dropped === void 0 ? "" : ` by ${dropped.by}: ${dropped.reason}`}`,
    plan
  };
});
var runningLines = (state) => runningPlaces(state).flatMap(({ key: key2, characteristic: characteristic2, entry, word }) => {
  const lines = [];
  for (let each = entry; each !== void 0; each = each.before)
    lines.push({
      ...{ tag: "", what: placeInJob(currentPin(state), key2) || characteristic2.name },
      lay: each.size === null ? "not measured" : `${each.text} ${unitWord(each.unit)}`,
      said: [
        ...each === entry && word !== void 0 ? [RUNNING_WORDS[word]] : [],
        ...each.remark === "" ? [] : [each.remark]
      ].join("; "),
      ...{ by: each.by.name, at: each.at, isOld: each !== entry }
    });
  return lines;
});
var RUNNING_WORDS = {
  in: "within what may go on running",
  tight: "tighter than what may go on running",
  loose: "wider than what may go on running"
};

// ../contract/src/words/model-words.ts
var SET_WORDS = {
  banks: "bank",
  cylinders: "cylinder",
  grooves: "ring",
  stations: "station",
  heads: "head",
  journals: "journal",
  directions: "direction",
  points: "point",
  fasteners: "bolt or nut",
  regrind: "undersizes of",
  partKinds: "kind of part",
  faces: "what is looked at",
  notApplicable: "place that is not measured"
};
var FIELD_WORDS = {
  maker: "its maker",
  name: "its name",
  engineClass: "its class",
  serialPattern: "how its serials look",
  bore: "its bore",
  rebore: "its oversizes",
  arrangement: "its arrangement",
  frontLabel: "what stands at its front",
  nozzles: "oil nozzles",
  singleUse: "what is new at every overhaul",
  lives: "how long its parts may serve",
  kits: "what its kits hold",
  designs: "what is asked of which design",
  liners: "its liners",
  crown: "the crown of its piston",
  ringTravel: "its ring travel"
};
function modelChangeWords(change) {
  if (change.kind === "said") return `${FIELD_WORDS[change.field]} is said otherwise`;
  const what = `${SET_WORDS[change.set]} ${change.label === "" ? change.id : `\u201C${change.label}\u201D`}`;
  switch (change.kind) {
    case "added":
      return `${what} is new`;
    case "removed":
      return `${what} is gone`;
    case "changed":
      return change.before !== "" && change.before !== change.label ? `${SET_WORDS[change.set]} \u201C${change.before}\u201D is now \u201C${change.label}\u201D` : `${what} is changed`;
  }
}

// ../contract/src/words/mark-shapes.ts
var MARK_SHAPES = {
  in: "M10 3a7 7 0 1 1 0 14a7 7 0 1 1 0-14z",
  serviceable: "M10 3a7 7 0 0 0 0 14z",
  tight: "M16.5 2.5v15L3 10z",
  loose: "M3.5 2.5v15L17 10z",
  notProven: "M10 2.5l7.5 7.5-7.5 7.5L2.5 10z",
  noLimit: "M10 3.5a6.5 6.5 0 1 1 0 13a6.5 6.5 0 1 1 0-13zM3.5 10h13",
  withheld: "M10 3.5a6.5 6.5 0 1 1 0 13a6.5 6.5 0 1 1 0-13zM10 6v5M10 13.2v1",
  notTaken: "M10 7a3 3 0 1 1 0 6a3 3 0 1 1 0-6z",
  spent: "M3 10h14",
  void: "M3 8h14M3 12h14",
  contested: "M8 3a7 7 0 0 0 0 14zM12 3a7 7 0 0 1 0 14z",
  unsettled: "M4 6h8M8.5 3L12 6 8.5 9M16 14H8M11.5 11L8 14l3.5 3",
  secondLook: "M8 4a6 6 0 1 0 0 12a6 6 0 1 0 0-12zM12 4a6 6 0 0 1 0 12",
  deferred: "M7 5v10M13 5v10",
  notApplicable: "M4.5 10h11",
  declaredNotApplicable: "M4.5 10h4M11.5 10h4"
};
var MARK_OUTLINES = {
  serviceable: "M10 4a6 6 0 0 1 0 12"
};
var MARK_FILLED = ["in", "serviceable", "tight", "loose", "contested"];

// ../contract/src/words/statement-words.ts
function gateStatement(state, gate) {
  const words = Object.values(STATEMENT_WORDS).flatMap((wordsOf2) => wordsOf2(state, gate));
  const isLast = gate.stage === state.route.gates.at(-1)?.stage;
  const all = isLast ? [...words, "After this signature the record is sealed and cannot be changed."] : words;
  return { digest: statementDigest(state, gate, all), words: all };
}
var isMap = ({ conditions }) => conditions.includes("mapComplete");
var isInspection = ({ conditions }) => conditions.includes("partsInspected");
var isArrival = ({ conditions }) => conditions.includes("identityConfirmed");
var isRecord = (state, { stage }) => stage === state.route.gates.at(-1)?.stage;
var plural = (n, one, many) => `${n} ${n === 1 ? one : many}`;
var listed = (items) => items.length < 2 ? items.join("") : `${items.slice(0, -1).join(", ")} and ${items.at(-1) ?? ""}`;
var capital2 = (text) => text.charAt(0).toUpperCase() + text.slice(1);
var STATEMENT_WORDS = {
  identity: (state, gate) => {
    const { job, engine, identity } = state;
    const which = `${engine.modelName}, serial ${engine.serial}, job ${job.number}`;
    if (isArrival(gate))
      return [
        identity?.samePerson == null ? `This engine is ${which}; a second person has read the serial on it.` : `This engine is ${which}; the same person has read the serial on it again, ${plural(identity.samePerson.hoursLater, "hour", "hours")} later.`
      ];
    if (isMap(gate)) return [`This is how ${which}, was found when it was taken apart.`];
    if (isInspection(gate)) return [`These are the parts of ${which}, as they were looked at.`];
    return isRecord(state, gate) ? [`I have read the record of ${which}.`] : [`The sheets behind this gate of ${which} are complete.`];
  },
  readings: (state, gate) => {
    const sheets2 = sheetsBehind(state.route, gate);
    const { statuses } = openMatters(state, sheets2);
    if (statuses.length === 0) return [];
    const within = statuses.filter(({ state: word }) => word === "in" || word === "serviceable").length;
    const conceded2 = statuses.filter((status) => status.conceded).length;
    const notApplicable = statuses.filter(({ state: word }) => word === "notApplicable").length;
    const counts = listed([
      `${within} of ${plural(statuses.length, "place", "places")} within limits`,
      ...conceded2 > 0 ? [`${conceded2} out of limits and accepted by concession`] : [],
      ...notApplicable > 0 ? [`${notApplicable} not applicable`] : []
    ]);
    return isRecord(state, gate) ? [`It covers ${state.route.covers} and nothing else: ${counts}.`] : [`${capital2(measuredWords(state, sheets2))}: ${counts}.`];
  },
  documents: (state, gate) => {
    if (isMap(gate) || isInspection(gate)) return [];
    const pin = currentPin(state);
    const documents = pin?.documents.map(({ id: id2 }) => id2) ?? [];
    if (isArrival(gate)) {
      const [is, they] = documents.length === 1 ? ["was", "it was"] : ["were", "they were"];
      return [
        `It is judged by ${listed(documents)}, which ${is} current when ${they} checked.`,
        ...mixedWords(state)
      ];
    }
    const isNew = state.documentsChecked !== void 0 && state.documentsChecked.pin !== pin?.pin;
    return [
      `Judged by ${listed(documents)}.`,
      ...isNew ? ["The limits were worked out anew after the arrival was signed.", ...mixedWords(state)] : [],
      ...state.declined.filter((each) => each.pin === pin?.pin).map(({ by, reason: reason2 }) => `What arrived in the library later was not adopted (${by.name}): ${reason2}`)
    ];
  },
  instruments: (state, gate) => {
    if (gate.conditions.includes("instrumentsInDate"))
      return [`The instruments taken for it are in date: ${Object.keys(state.instruments).join(", ")}.`];
    const used = openMatters(state, sheetsBehind(state.route, gate)).statuses.flatMap(
      ({ reading }) => reading?.instrument == null ? [] : [reading.instrument.id]
    );
    return used.length === 0 ? [] : [`Measured with ${listed([...new Set(used)].sort())}.`];
  },
  decisions: (state, gate) => {
    const sheets2 = sheetsBehind(state.route, gate);
    const isBehind = (key2) => sheets2.includes(parsePlaceKey(key2)?.characteristic ?? "");
    return state.limitDecisions.filter(({ pin, fit }) => pin === currentPin(state)?.pin && isBehind(fit)).map(
      ({ fit, by, secondLook: secondLook2, reason: reason2 }) => `The limit of ${placeIn2(state, fit)} was chosen by ${by}${secondLook2 === null ? "" : ` and looked at by ${secondLook2}`}: ${reason2}`
    );
  },
  asFound: (state, gate) => {
    if (!isMap(gate)) return [];
    const all = state.asFound.values();
    const count = (is) => all.filter(is).length;
    const odd = count((entry) => entry.odd !== "");
    const unsure = count(({ cannotTell }) => cannotTell);
    return [
      `${capital2(plural(all.length, "part is", "parts are"))} put down: ${listed([
        `${count(({ atBuild }) => atBuild === "reused")} to go in again`,
        ...odd > 0 ? [`${odd} found odd`] : [],
        ...unsure > 0 ? [`of ${unsure} nobody can tell which way it lay`] : []
      ])}.`
    ];
  },
  refit: (state, gate) => {
    if (!gate.conditions.includes("partsRefitted")) return [];
    const all = refitParts(state);
    const other = all.filter(({ said, expected }) => expected !== void 0 && said?.way !== expected).length;
    return all.length === 0 ? [] : [
      `${capital2(plural(all.length, "part that ran in is", "parts that ran in are"))} back in, ${other === 0 ? "each as it was found" : `${other} otherwise than found, as decided`}.`
    ];
  },
  inspection: (state, gate) => {
    if (!isInspection(gate)) return [];
    const parts = inspectionOf(state);
    const stands = parts.flatMap(({ faces }) => faces.map(({ stand }) => stand));
    const count = (stand) => stands.filter((each) => each === stand).length;
    const tests = state.crackTests.filter(({ read }) => read !== void 0).length;
    return [
      `${capital2(plural(stands.length, "face", "faces"))} of ${plural(parts.length, "part", "parts")}: ${listed(
        [
          `${count("good")} good`,
          ...count("rejected") > 0 ? [`${count("rejected")} rejected and used on an approval`] : [],
          ...count("notInspected") > 0 ? [`${count("notInspected")} not looked at`] : [],
          ...tests > 0 ? [plural(tests, "crack test", "crack tests")] : []
        ]
      )}.`
    ];
  },
  concessions: () => [],
  notes: (state, gate) => {
    const accepted = notesAbout(state, sheetsBehind(state.route, gate)).filter(
      (id2) => own(state.acceptedNotes, id2) !== void 0
    );
    return accepted.length === 0 ? [] : [`${capital2(plural(accepted.length, "finding was", "findings were"))} accepted with a reason.`];
  },
  parts: () => [],
  reports: () => [],
  gatesBefore: (state, gate) => isRecord(state, gate) && state.job.previousSeal !== null ? [`The record before it ends at ${state.job.previousSeal.slice(0, 16)}.`] : []
};
function measuredWords(state, sheets2) {
  const all = state.route.gates.flatMap((gate) => gate.sheets);
  if (all.every((sheet) => sheets2.includes(sheet))) return state.route.covers;
  const names = (currentPin(state)?.characteristics ?? []).filter(({ id: id2 }) => sheets2.includes(id2));
  return listed(names.map(({ name: name2 }) => name2.toLowerCase()));
}
function mixedWords(state) {
  const fits = currentPin(state)?.fits.filter(({ governing }) => governing.mixed === true) ?? [];
  const mixed = new Set(fits.map(({ fit }) => fit)).size;
  return mixed === 0 ? [] : [
    `In ${plural(mixed, "fit", "fits")} the minimum and the maximum come from different documents; I accept these windows.`
  ];
}
function placeIn2(state, key2) {
  const place = placeInJob(currentPin(state), key2);
  return place.charAt(0).toLowerCase() + place.slice(1);
}

// ../contract/src/words/history-words.ts
function measuredLines(state) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  return sheetPlaces(state).flatMap(
    (place) => placeAt(state, placeKey(place)).readings.map((reading) => lineOf(pin, place, reading))
  );
}
function lineOf(pin, place, taken) {
  const key2 = placeKey(place);
  const where = placeInJob(pin, key2);
  const {
    seq,
    at,
    by,
    reading,
    status,
    verdict,
    text,
    typedFirst,
    slip: slip2,
    ended,
    left,
    judgedBefore = []
  } = taken;
  const unit = unitOf(taken);
  const isWrong = status === "void" || status === "corrected";
  const word = stateWordAt(pin, key2, verdict.verdict);
  const said = {
    current: word,
    refined: `${word}; ${ended?.why ?? "narrowed by a later reading"}`,
    spent: `${word} as it was`,
    void: "void",
    corrected: "corrected"
  }[status];
  const notes = [
    ...text === "" ? [] : [`typed ${text}${typedFirst === void 0 ? "" : `, first ${typedFirst}`}`],
    ...takenInWords(pin, place, taken),
    ...taken.independent === true ? ["without seeing what was found before"] : [],
    ...taken.limitsHidden === true ? ["without seeing the limits"] : [],
    ...taken.keptBoth === true ? ["kept beside what it contradicts"] : [],
    ...slip2 === "asTyped" ? ["asked about as a slip, and stands as typed"] : [],
    ...left === void 0 ? [] : [leftWords(left)],
    ...ended === void 0 || status === "refined" ? [] : [endedWords(ended.why)],
    ...ended?.agreed === void 0 ? [] : [`${ended.agreed.by} agreed: ${ended.agreed.reason}`],
    ...judgedBefore.map(
      (was) => `judged before: ${stateWordAt(pin, key2, was.verdict)} by ${[...new Set(Object.values(was.sources))].join(", ")} (${judgedWindow(was, unit)})`
    )
  ];
  return {
    seq,
    where,
    at,
    by: by.name,
    what: `${said}; ${originWords(pin, taken)}`,
    figure: figureWords(reading, unit),
    struck: isWrong ? 2 : status === "spent" ? 1 : 0,
    note: notes.join("; ")
  };
}
var leftWords = ({ reason: reason2, by }) => `left as it is by ${by.name}: ${reason2}`;
function originWords(pin, reading) {
  switch (originOf(reading)) {
    case "instrument":
      return reading.instrument?.id ?? "";
    case "looked":
      return `looked at by ${reading.by.name}`;
    case "derived": {
      const inputs = reading.inputs ?? [];
      const from = new Set(inputs.map(({ place }) => parsePlaceKey(place)?.characteristic));
      const names = [...from].map(
        (id2) => pin?.characteristics.find((each) => each.id === id2)?.name.toLowerCase() ?? id2 ?? ""
      );
      return `worked out from ${inputs.length} ${inputs.length === 1 ? "reading" : "readings"} of ${names.join(" and ")}`;
    }
  }
}
function takenInWords(pin, { characteristic: characteristic2 }, {
  conditions = [],
  setting,
  depth,
  temperatures,
  feel
}) {
  const asked = pin.characteristics.find(({ id: id2 }) => id2 === characteristic2)?.conditions ?? [];
  return [
    ...feel === void 0 ? [] : [feelWords(feel)],
    ...depth === void 0 ? [] : [`at ${depthWords(depth)}`],
    ...conditions.map(({ condition, is }) => {
      const found = asked.find(({ id: id2 }) => id2 === condition);
      const choice = found?.choices.find(({ id: id2 }) => id2 === is);
      return `${found?.name ?? condition}: ${choice?.text ?? is}`;
    }),
    ...setting === void 0 ? [] : [`set to ${setting.size.text} ${unitWord(setting.size.unit)} with ${setting.against}`],
    ...temperatures === void 0 ? [] : [temperatureWords(temperatures)]
  ];
}
var FEEL_WORDS = { free: "goes freely", drag: "goes with a light drag", starts: "only starts" };
var feelWords = ({ goes, stops }) => [
  ...goes === void 0 ? [] : [FEEL_WORDS[goes]],
  ...stops === void 0 ? [] : [goes === void 0 ? FEEL_WORDS.starts : `the next ${FEEL_WORDS.starts}`]
].join(", ");
var degrees = (thousandths) => `${thousandths / 1e3} \xB0C`;
var temperatureWords = ({ part, gauge, kept }) => `part ${degrees(part)}, gauge ${degrees(gauge)}${kept === void 0 ? "" : `, measured all the same: ${kept}`}`;
function partLines(state) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  const { layout } = pin.model;
  return [...state.parts.values()].flatMap(
    (part) => part.history.filter(({ what }) => what !== "fitted" || isExchange(state, part)).map((step) => ({
      seq: step.seq,
      where: placeWordsOf(layout, slotAfter(part, step)),
      at: step.at,
      by: step.byName,
      // A kind that the layout declares is named: its slot alone does not say what lies there.
      what: [nameIn(layout, part), stepWords(layout, part, step)].filter((each) => each !== "").join(" "),
      figure: "",
      struck: 0,
      note: step.what === "fitted" ? newPartWords(part) : step.why ?? step.note
    })).concat(
      (part.said ?? []).map(({ seq, at, by, facts, before, reason: reason2 }) => ({
        seq,
        where: placeWordsOf(layout, part.slot ?? slotOf(part)),
        at,
        by: by.name,
        what: [nameIn(layout, part), saidOfPart(facts, before)].filter((each) => each !== "").join(" "),
        figure: "",
        struck: 0,
        note: reason2
      }))
    )
  ).sort((a, b) => a.seq - b.seq);
}
var nameIn = (layout, { kind }) => layout.partKinds?.find((each) => each.kind === kind)?.name ?? (SAID_WITHOUT_NAME.has(kind) ? "" : partWords(layout, kind)[0]);
var SAID_WITHOUT_NAME = /* @__PURE__ */ new Set([
  ...["bore", "block", "ring", "piston", "pin", "rod", "liner", "journal", "shell", "bolt"]
]);
var slotAfter = (part, step) => part.history.findLast(({ seq, what }) => seq <= step.seq && (what === "fitted" || what === "moved"))?.note ?? slotOf(part);
function stepWords(layout, part, step) {
  const { what, round } = step;
  if (what === "moved") {
    const before = part.history.filter(({ seq }) => seq < step.seq);
    const last = before.findLast(
      (each) => each.what !== "filed" && (each.what === "removed" || each.what === "fitted" || each.what === "moved")
    );
    return last === void 0 || last.what === "removed" ? "put in again" : `moved here from ${lowerFirst(placeWordsOf(layout, last.note))}`;
  }
  if (round === void 0) return what;
  const { strokes, tool, minutes } = round;
  const time = minutes === null ? "" : `, ${minutes} min`;
  return `${what}, ${strokes} ${strokes === 1 ? "stroke" : "strokes"} with the ${tool}${time}`;
}
var lowerFirst = (text) => text.charAt(0).toLowerCase() + text.slice(1);
var slotOf = (part) => part.id.slice(0, part.id.lastIndexOf("#"));
var isExchange = (state, part) => (state.fittedCount.get(slotOf(part)) ?? 0) > 1 && !part.id.endsWith("#1");
function saidOfPart(facts, before) {
  const told = SAID_OF_PART.flatMap((fact) => {
    const is = facts[fact];
    if (is === void 0 || is === (before[fact] ?? null)) return [];
    const was = before[fact] == null ? "" : ` (was ${before[fact]})`;
    return [`${PART_FACT_WORDS[fact]} ${is ?? "not known"}${was}`];
  });
  return `said to be: ${told.join(", ")}`;
}
var PART_FACT_WORDS = {
  partNumber: "part number",
  maker: "maker",
  material: "material",
  serial: "serial",
  lot: "lot or box",
  sizeClass: "size class",
  hours: "hours",
  cycles: "cycles"
};
var newPartWords = ({ state, partNumber, lot, ...part }) => {
  const { partNumber: number2, maker, material } = part.said?.[0]?.before ?? { partNumber, ...part };
  return [`${state} part`, number2 ?? "", maker ?? "", material ?? "", lot === null ? "" : `lot ${lot}`].filter((each) => each !== "").join(", ");
};

// ../contract/src/words/document-words.ts
var KIND_WORDS = {
  mandatory: "mandatory",
  letter: "approved letter",
  partMaker: "part maker\u2019s leaflet",
  manual: "manual",
  shop: "shop target"
};

// ../contract/src/words/moment-words.ts
var DATE = { day: "numeric", month: "short", year: "numeric" };
var MOMENT = {
  ...DATE,
  hour: "2-digit",
  minute: "2-digit",
  hourCycle: "h23",
  timeZoneName: "shortOffset"
};
var formats = /* @__PURE__ */ new Map();
function formatOf(zone) {
  const known = formats.get(zone);
  if (known !== void 0) return known;
  const made = new Intl.DateTimeFormat("en-GB", { ...MOMENT, timeZone: zone });
  formats.set(zone, made);
  return made;
}
function momentWords(at, zone) {
  const said = new Map(
    formatOf(zone).formatToParts(new Date(at)).map(({ type, value }) => [type, value])
  );
  const part = (name2) => said.get(name2) ?? "";
  const offset = part("timeZoneName").replace("GMT", "UTC").replace(/\+0$/, "");
  return `${part("day")} ${part("month")} ${part("year")} ${part("hour")}:${part("minute")} ${offset}`;
}
var day = new Intl.DateTimeFormat("en-GB", { ...DATE, timeZone: "UTC" });
var dayWords = (on) => day.format(new Date(on));

// src/demo/demo-files.ts
import * as z5 from "zod";
var dayOffset = z5.int();
var moment = z5.string().regex(/^-?\d+ \d\d:\d\d$/);
var demoPeople = z5.object({
  shop: z5.string(),
  secondPerson: z5.enum(["required", "sameSaid"]),
  zone: z5.string(),
  pin: z5.string(),
  people: z5.array(
    z5.object({ name: z5.string(), roles: z5.array(z5.enum(ROLES)), authorisation: z5.string().nullable() })
  ).min(1)
});
var demoInstrument = z5.object({
  id: z5.string(),
  name: z5.string(),
  kind: z5.enum(INSTRUMENT_KINDS),
  unit: z5.enum(["thou", "in", "mm", "um"]),
  resolution: z5.string(),
  uncertainty: z5.string(),
  calibratedOn: dayOffset,
  dueOn: dayOffset,
  blades: z5.array(z5.string())
});
var demoDocument = z5.object({
  /** What the form of a document asks; the dates are days from the day of seeding. */
  revision: revisionStatement.omit({ issued: true, effective: true }),
  issued: dayOffset,
  effective: dayOffset,
  /** When it reached the shop; those that came after the jobs had begun are read after them. */
  at: moment,
  afterJobs: z5.boolean().default(false),
  draftedBy: z5.string(),
  checkedBy: z5.string(),
  /** The table of its rows, and what else belongs to it. */
  rows: z5.string(),
  files: z5.array(z5.string()).default([])
});
var demoCheckNote = z5.object({
  who: z5.string(),
  ...noteCheckRequest.shape.note.shape
});
var readings = z5.object({
  instrument: z5.string(),
  everyMinutes: z5.int(),
  answers: z5.record(z5.string(), z5.enum(["yes", "no"])),
  /** `cylinder/groove/member/station` of a ring end gap, or any place by its key, to what was typed. */
  taken: z5.record(z5.string(), z5.string()),
  /** What the gauge was set to, where figures are how far from that the sizes are. */
  conditions: z5.array(z5.object({ condition: z5.string(), is: z5.string() })).optional(),
  setting: z5.object({ text: z5.string(), unit: z5.enum(LENGTH_UNITS), against: z5.string() }).optional()
});
var demoStep = z5.object({
  at: moment,
  who: z5.string(),
  command: z5.looseObject({ type: z5.string() }).optional(),
  sign: z5.enum(STAGES).optional(),
  fit: z5.object({
    cylinders: z5.array(z5.string()),
    state: z5.enum(["new", "reused"]),
    partNumber: z5.string(),
    lot: z5.string()
  }).optional(),
  /** Every slot of these kinds. */
  name: z5.object({ kinds: z5.array(z5.string()), state: z5.enum(["new", "reused"]) }).optional(),
  readings: readings.optional(),
  rework: z5.object({ slot: z5.string(), what: z5.enum(["filed", "honed"]), how: z5.string() }).optional(),
  replace: z5.object({
    slot: z5.string(),
    reason: z5.string(),
    state: z5.enum(["new", "reused"]),
    partNumber: z5.string(),
    lot: z5.string()
  }).optional(),
  /** Everything of these cylinders that is put down on the map: which way each kind lay, and what was odd of which slot. */
  asFound: z5.object({
    cylinders: z5.array(z5.string()),
    kinds: z5.array(z5.string()).optional(),
    ways: z5.record(z5.string(), z5.enum(WAYS)),
    hours: z5.number().nullable(),
    odd: z5.record(z5.string(), z5.string()).default({})
  }).optional(),
  /** All faces of the parts of these kinds at these cylinders or journals that are not said of yet, but for those that are named. */
  looked: z5.object({
    kinds: z5.array(z5.string()),
    at: z5.array(z5.string()).optional(),
    sorts: z5.array(z5.enum(FACE_SORTS)).default(["clean", "look"]),
    /** Only the first so many faces. */
    first: z5.int().optional(),
    /** By slot and face, "piston@cylinder:2 crown": what was wrong there. */
    wrong: z5.record(
      z5.string(),
      z5.object({ kind: z5.enum(DEFECTS), where: z5.string(), size: z5.string() }).extend({
        remark: z5.string().default(""),
        cause: z5.enum(CAUSES).nullable().default(null)
      })
    ).default({}),
    /** By slot and face: why it was not looked at. */
    left: z5.record(z5.string(), z5.string()).default({})
  }).optional(),
  /** A crack test; without results it is still under way. */
  tested: z5.object({
    slots: z5.array(z5.string()),
    method: z5.enum(TEST_METHODS),
    area: z5.string(),
    batch: z5.string(),
    batchUntil: dayOffset,
    qualification: z5.string(),
    qualifiedUntil: dayOffset,
    dwell: z5.number(),
    development: z5.number(),
    /** By slot: where there is a crack. */
    cracks: z5.record(z5.string(), z5.string()).default({}),
    read: z5.boolean()
  }).optional(),
  concede: z5.object({
    place: z5.string(),
    approval: z5.object({ number: z5.string(), date: dayOffset, issuer: z5.string() }),
    reason: z5.string()
  }).optional()
});
var demoJob = z5.object({
  open: openJobRequest.omit({ id: true }).extend({ at: moment, who: z5.string() }),
  steps: z5.array(demoStep)
});
function readDemo(folder) {
  const json = (path) => JSON.parse(readFileSync(join(folder, path), "utf8"));
  const all = (sub) => readdirSync(join(folder, sub)).filter((name2) => name2.endsWith(".json")).sort();
  return {
    people: demoPeople.parse(json("people.json")),
    instruments: z5.array(demoInstrument).parse(json("instruments.json")),
    checkNotes: z5.array(demoCheckNote).parse(json("check-notes.json")),
    models: all("models").map((name2) => json(`models/${name2}`)),
    documents: all("documents").map((name2) => {
      const document = demoDocument.parse(json(`documents/${name2}`));
      const read = (file2) => readFileSync(join(folder, "documents", file2));
      return {
        ...document,
        table: read(document.rows),
        attachments: document.files.map((file2) => ({ file: file2, bytes: read(file2) }))
      };
    }),
    jobs: all("jobs").map((name2) => demoJob.parse(json(`jobs/${name2}`))),
    pictures: {
      before: readFileSync(join(folder, "photographs/before.png")),
      after: readFileSync(join(folder, "photographs/after.png"))
    }
  };
}

// src/app.ts
import { randomBytes, randomUUID as randomUUID7 } from "node:crypto";
import { existsSync as existsSync3, readFileSync as readFileSync4 } from "node:fs";
import { join as join4 } from "node:path";
import compression from "compression";
import express2 from "express";
import helmet from "helmet";

// src/floor/floor.routes.ts
import { Router as Router2 } from "express";

// src/people/access.ts
var people = { action: "change who is in the shop", needs: ["manager"] };
var clock = { action: "confirm the clock", needs: ["manager"] };
var key = { action: "change the shop's key", needs: ["manager"] };
var library = { action: "keep the library", needs: ["steward"] };
var check3 = {
  action: "check a document or a model",
  needs: ["steward", "inspector", "technician"]
};
var noting = {
  action: "note what is said of a check",
  needs: ["steward", "inspector", "technician"]
};
var opening = { action: "open a job", needs: ["technician", "inspector"] };
var instruments = { action: "keep the instruments", needs: ["steward", "manager"] };
var ROUTES = {
  "GET /session": "anyone",
  "POST /session": "anyone",
  "DELETE /session": "anyone",
  "POST /session/pin": "signedInAnyhow",
  "POST /setup": "anyone",
  "POST /people": people,
  "POST /people/change": people,
  "POST /shop/key": key,
  "POST /shop/clock": clock,
  "POST /shop/policy": people,
  "POST /shop/unit": people,
  "POST /shop/zone": people,
  "GET /floor": "signedIn",
  "GET /engines": "signedIn",
  "POST /jobs": opening,
  "GET /jobs/:jobId/entries": "signedIn",
  "GET /jobs/:jobId/news": "signedIn",
  "GET /jobs/:jobId/earlier": "signedIn",
  "GET /jobs/:jobId/stream": "signedIn",
  "GET /jobs/:jobId/record.json": "signedIn",
  "GET /jobs/:jobId/record.zip": "signedIn",
  "GET /jobs/:jobId/record.pdf": "signedIn",
  "GET /jobs/:jobId/sheets.csv": "signedIn",
  "GET /jobs/:jobId/worksheet.pdf": "signedIn",
  "GET /jobs/:jobId/slips.pdf": "signedIn",
  "GET /jobs/:jobId/tags.pdf": "signedIn",
  "POST /jobs/:jobId/commands": "signedIn",
  "POST /jobs/:jobId/photographs": "signedIn",
  "GET /jobs/:jobId/photographs/:sha256": "signedIn",
  "POST /jobs/:jobId/papers": "signedIn",
  "GET /jobs/:jobId/papers/:sha256": "signedIn",
  "GET /instruments": "signedIn",
  "POST /instruments": instruments,
  "POST /instruments/checks": instruments,
  "POST /instruments/changes": instruments,
  "GET /library": "signedIn",
  "GET /library/search": "signedIn",
  "GET /library/governs": "signedIn",
  "GET /library/models/:id": "signedIn",
  "GET /library/models/:id/file": "signedIn",
  "GET /library/models/:id/versions": "signedIn",
  "GET /library/routes": "signedIn",
  "POST /library/routes": library,
  "POST /library/routes/put-away": library,
  "GET /library/samples": "signedIn",
  "GET /library/samples/models/:id": "signedIn",
  "POST /library/samples/documents/:id/take": library,
  "POST /library/models": library,
  "POST /library/models/new": library,
  "POST /library/models/:id/draft": library,
  "POST /library/models/:id/draft/drop": library,
  "POST /library/models/:id/check": check3,
  "POST /library/models/:id/publish": library,
  "POST /library/characteristics": library,
  "POST /library/characteristics/second-look": library,
  "POST /library/characteristics/notes": noting,
  "POST /library/characteristics/notes/taken-back": noting,
  "GET /library/characteristics/:id/notes": "signedIn",
  "POST /library/judging": library,
  "POST /library/characteristics/temperatures": library,
  "POST /library/orders": library,
  "GET /library/imports": "signedIn",
  "POST /library/imports": library,
  "GET /library/imports/:id": "signedIn",
  "GET /library/imports/:id/stream": "signedIn",
  "DELETE /library/imports/:id": library,
  "GET /library/revisions/makers": "signedIn",
  "POST /library/revisions": library,
  "GET /library/revisions/:id": "signedIn",
  "PUT /library/revisions/:id": library,
  "POST /library/revisions/:id/rows": library,
  "PUT /library/revisions/:id/rows": library,
  "POST /library/revisions/:id/table": library,
  "POST /library/revisions/:id/table/:upload/read": library,
  "POST /library/revisions/:id/table/:upload/take": library,
  "POST /library/revisions/:id/files": library,
  "GET /library/revisions/:id/files/:sha256": "signedIn",
  "POST /library/revisions/:id/check": check3,
  "POST /library/revisions/:id/publish": library,
  "POST /library/revisions/:id/withdraw": library,
  "POST /library/revisions/:id/drop": library,
  "GET /library/revisions/:id/used": "signedIn",
  "GET /library/revisions/:id/export": "signedIn"
};
var doors = Object.entries(ROUTES).map(([route2, access]) => {
  const [method = "", path = ""] = route2.split(" ");
  return { method, steps: path.split("/"), access };
});
var isParameter = (step) => step.startsWith(":");
function accessOf(method, path) {
  const asked = path.split("/");
  const fitting = doors.filter(
    (door) => door.method === (method === "HEAD" ? "GET" : method) && door.steps.length === asked.length && door.steps.every((step, i) => isParameter(step) ? asked[i] !== "" : step === asked[i])
  );
  const parameters = (steps) => steps.filter(isParameter).length;
  return fitting.sort((a, b) => parameters(a.steps) - parameters(b.steps))[0]?.access;
}
var guardRoutes = (sessions) => async (req, res, next) => {
  const access = accessOf(req.method, req.path);
  if (access === void 0) throw ProblemError.of("NOT_FOUND", { path: req.originalUrl.slice(0, 200) });
  if (access !== "anyone") {
    const person = await sessions.personOf(req);
    if (person === void 0) throw ProblemError.of("NOT_SIGNED_IN", {});
    if (access !== "signedInAnyhow" && await sessions.hasPinToChoose(person.id))
      throw ProblemError.of("PIN_TO_CHOOSE", { person: person.name });
    if (typeof access === "object" && !holdsOneOf(person, access.needs))
      throw ProblemError.of("MAY_NOT", { ...access, person: person.name });
    res.locals["actor"] = person;
    res.locals["signIn"] = {
      holds: async () => await sessions.personOf(req) !== void 0,
      untilEnd: (end) => sessions.untilEnd(req, person.id, end)
    };
  }
  next();
};

// src/people/people.routes.ts
import { randomUUID } from "node:crypto";
import { Router } from "express";

// src/platform/body.ts
function bodyOf(schema, req) {
  return checked(schema, req.body);
}
function checked(schema, value) {
  const parsed = schema.safeParse(value, { error: issueWords });
  if (parsed.success) return parsed.data;
  throw bodyProblem(parsed.error);
}
function bodyProblem({ issues: [issue] }) {
  return ProblemError.of("BODY_WRONG", {
    path: issue?.path.join(".") ?? "",
    message: issue?.message ?? "not as it must be"
  });
}

// src/platform/limit-tries.ts
import { rateLimit } from "express-rate-limit";
var limitTries = () => rateLimit({
  windowMs: 6e4,
  limit: 60,
  standardHeaders: "draft-8",
  legacyHeaders: false,
  skipSuccessfulRequests: true,
  handler: () => {
    throw ProblemError.of("TOO_MANY_REQUESTS", {});
  }
});

// src/people/people.routes.ts
function personId(state, name2) {
  const base = name2.normalize("NFKD").replace(/[^A-Za-z0-9]+/g, "-").replace(/^-+|-+$/g, "").toLowerCase().slice(0, 40) || "person";
  for (let count = 1; ; count++) {
    const id2 = count === 1 ? base : `${base}-${count}`;
    if (!Object.hasOwn(state.people, id2)) return id2;
  }
}
function personIn(events) {
  const about = events.find(({ type }) => type === "personAdded" || type === "personChanged");
  invariant(about?.type === "personAdded" || about?.type === "personChanged", "it names a person");
  return about.data.person;
}
function pinOf(events) {
  const set2 = events.find(({ type }) => type === "pinSet");
  invariant(set2?.type === "pinSet", "where a PIN is kept, the ledger says whose");
  return set2.data.person;
}
function peopleRoutes({ ledger, pins, sessions, sealKey, clock: clock2, demoPin }) {
  const router = Router();
  const state = async () => await ledger.state(PEOPLE) ?? NOBODY;
  const execute = async (id2, body, by, commandOn, { hashed, chosenIn } = {}) => {
    const { entries } = await ledger.execute({
      id: id2,
      chain: PEOPLE,
      by,
      body,
      decide: async (now = NOBODY, _at, tx) => {
        const events = orThrow(decidePeople(now, commandOn(now), by));
        if (hashed !== void 0) {
          const person = pinOf(events);
          if (chosenIn !== void 0 && !await sessions.holds(tx, chosenIn))
            throw ProblemError.of("NOT_SIGNED_IN", {});
          await pins.keep(tx, person, hashed, by.id);
          await sessions.endAllOf(tx, person, chosenIn);
        }
        return events;
      }
    });
    return entries.map(({ entry }) => entry);
  };
  router.get("/session", async (req, res) => {
    const { shop, people: people2, keys } = await state();
    const person = await sessions.personOf(req);
    const view = {
      shop: shop === void 0 ? null : { ...shop, keys: keys.map(({ keyId: keyId2 }) => keyId2) },
      person: person ?? null,
      people: Object.values(people2),
      demoPin: demoPin ?? null,
      now: clock2.now(),
      pinToChoose: person !== void 0 && await sessions.hasPinToChoose(person.id),
      clockInDoubt: clock2.doubt() ?? null
    };
    res.json(view);
  });
  router.post("/setup", limitTries(), async (req, res) => {
    const { shop, secondPerson, zone, person, pin } = bodyOf(setUpRequest, req);
    const before = await state();
    if (before.shop !== void 0) throw ProblemError.of("ALREADY_SET_UP", { shop: before.shop.name });
    const roles = [.../* @__PURE__ */ new Set([...person.roles, "manager"])];
    const first = { ...person, roles, id: personId(before, person.name) };
    const hashed = await pins.hash(pin);
    const command = {
      type: "setUpShop",
      name: shop,
      secondPerson,
      zone,
      first,
      key: sealKey.publicKey
    };
    await execute(randomUUID(), command, first, () => command, { hashed });
    await sessions.start(req, res, first.id);
    res.status(201).json({ person: first });
  });
  router.post("/session", limitTries(), async (req, res) => {
    const { person, pin } = bodyOf(signInRequest, req);
    const known = own((await state()).people, person);
    if (known?.active !== true) throw ProblemError.of("PERSON_UNKNOWN", { person });
    let forOneSignIn = false;
    await pins.check(known, pin, "signedIn", `address ${req.ip ?? ""}`, async () => {
      forOneSignIn = await sessions.hasPinToChoose(person);
      return forOneSignIn;
    });
    await sessions.end(req, res);
    await sessions.start(req, res, person);
    const { active: _, ...actor } = known;
    res.status(201).json({ person: actor, pinToChoose: forOneSignIn });
  });
  router.post("/session/pin", async (req, res) => {
    const { id: id2, pin, next } = bodyOf(choosePinRequest, req);
    const by = actorOf(res);
    const body = { choosePin: pins.fingerprint(next) };
    if (!await ledger.wasCarriedOut(id2)) {
      await pins.check(by, pin, "choosing", `sign-in ${sessions.nameOf(req)}`);
      if (pin === next) throw ProblemError.of("PIN_THE_SAME", { person: by.name });
    }
    const hashed = await pins.hash(next);
    await execute(id2, body, by, () => ({ type: "choosePin" }), { hashed, chosenIn: req });
    sessions.closeAllOf(by.id, req);
    res.status(201).json({ person: by });
  });
  router.delete("/session", async (req, res) => {
    await sessions.end(req, res);
    res.status(204).end();
  });
  router.post("/people", async (req, res) => {
    const { id: id2, person, pin } = bodyOf(addPersonRequest, req);
    const hashed = await pins.hash(pin);
    const add = (now) => ({
      type: "addPerson",
      person: { ...person, id: personId(now, person.name) }
    });
    const body = { add: person, pin: pins.fingerprint(pin) };
    const added2 = await execute(id2, body, actorOf(res), add, { hashed });
    res.status(201).json({ person: personIn(added2) });
  });
  router.post("/shop/key", async (req, res) => {
    const { id: id2, reason: reason2, pin } = bodyOf(changeSealKeyRequest, req);
    const by = actorOf(res);
    await pins.check(by, pin, "signed", `sign-in ${sessions.nameOf(req)}`);
    const now = await state();
    orThrow(decidePeople(now, { type: "changeSealKey", ...sealKey.wouldChange(reason2) }, by));
    await sealKey.change(reason2, async (change) => {
      const command = { type: "changeSealKey", ...change };
      const { repeated } = await ledger.execute({
        id: id2,
        chain: PEOPLE,
        by,
        body: { changeSealKey: reason2 },
        decide: (there = NOBODY) => orThrow(decidePeople(there, command, by))
      });
      return !repeated;
    });
    res.status(201).json({ key: sealKey.publicKey });
  });
  router.post("/shop/clock", async (req, res) => {
    const { id: id2, clock: seen, reason: reason2, pin } = bodyOf(confirmClockRequest, req);
    const by = actorOf(res);
    await pins.check(by, pin, "signed", `sign-in ${sessions.nameOf(req)}`);
    const steady = clock2.steadyMs();
    const doubt = clock2.doubt();
    const dated = clock2.shown();
    const { repeated } = await ledger.execute({
      id: id2,
      chain: PEOPLE,
      by,
      body: { confirmClock: seen, reason: reason2 },
      dated,
      decide: (there = NOBODY) => {
        const hasMoved = doubt !== void 0 && Math.abs(Date.parse(dated) - Date.parse(seen)) > TOLERATED_MS;
        if (doubt === void 0) throw ProblemError.of("CLOCK_NOT_IN_DOUBT", { clock: dated });
        if (hasMoved) throw ProblemError.of("CLOCK_IN_DOUBT", doubt);
        return orThrow(decidePeople(there, { type: "confirmClock", ...doubt, reason: reason2 }, by));
      }
    });
    if (!repeated) clock2.confirmed(dated, steady);
    res.status(201).json({ now: clock2.now() });
  });
  router.post("/people/change", async (req, res) => {
    const { id: id2, person, active, pin, reason: reason2 } = bodyOf(changePersonRequest, req);
    const hashed = pin === void 0 ? void 0 : await pins.hash(pin);
    const why = reason2 === void 0 ? {} : { reason: reason2 };
    const change = { type: "changePerson", person, active, ...why };
    const body = pin === void 0 ? change : { ...change, pin: pins.fingerprint(pin) };
    const command = { ...change, withPin: pin !== void 0 };
    await execute(id2, body, actorOf(res), () => command, hashed === void 0 ? {} : { hashed });
    if (pin !== void 0 || !active) sessions.closeAllOf(person.id);
    res.status(201).json({ person });
  });
  router.post("/shop/policy", async (req, res) => {
    const { id: id2, ...change } = bodyOf(changePolicyRequest, req);
    await execute(id2, change, actorOf(res), () => ({ type: "changePolicy", ...change }));
    res.status(201).json({ secondPerson: change.secondPerson });
  });
  router.post("/shop/zone", async (req, res) => {
    const { id: id2, ...change } = bodyOf(changeZoneRequest, req);
    await execute(id2, change, actorOf(res), () => ({ type: "changeZone", ...change }));
    res.status(201).json({ zone: change.zone });
  });
  router.post("/shop/unit", async (req, res) => {
    const { id: id2, unit } = bodyOf(changeUnitRequest, req);
    await execute(id2, { unit }, actorOf(res), () => ({ type: "changeUnit", unit }));
    res.status(201).json({ unit });
  });
  return router;
}

// src/floor/floor-view.ts
var jobLink = (state, stage) => `/jobs/${state.id}/${stage}`;
var engineWords = (state) => `${state.engine.modelName} ${state.engine.serial}`;
var roleWords = (roles) => roles.join(" or ");
function openJobRow(state, on) {
  const current = currentGate(state);
  const waits = current === void 0 ? [] : gateWaits(state, current, on);
  const { waitingOn, then } = waitingWords(
    state,
    waits,
    current?.label ?? "",
    roleWords(current?.signedBy ?? [])
  );
  return {
    jobId: state.id,
    number: state.job.number,
    serial: state.engine.serial,
    model: state.engine.modelName,
    gates: state.route.gates.map((gate) => ({
      stage: gate.stage,
      label: gate.label,
      stand: gateStand(state, gate, on)
    })),
    waitingOn,
    then: [awaitingWords(state), then].filter((each) => each !== "").join("; "),
    sealed: null,
    damaged: null,
    openedAt: state.opened.at
  };
}
function awaitingWords(state) {
  const orders = state.remarks.flatMap((each) => each.kind === "order" && each.settled === void 0 ? [each] : []).sort((a, b) => (a.expectedOn ?? "9") < (b.expectedOn ?? "9") ? -1 : 1);
  const [first] = orders;
  if (first === void 0) return "";
  const { what, expectedOn } = first;
  const due = expectedOn === null ? "" : `, expected on ${dayWords2(expectedOn)}`;
  const more = orders.length === 1 ? "" : ` and ${orders.length - 1} more`;
  return `awaiting ${what}${due}${more}`;
}
function waitingWords(state, waits, gate, signers) {
  const [first] = waits;
  if (first === void 0)
    return { waitingOn: `${gate} gate: ${signers} signature`, then: thenNext(state, gate) };
  const findings = waits.filter(
    (wait) => wait.kind === "finding" && !(wait.finding.kind === "order" && wait.finding.stand === "awaited")
  );
  const { tasks, open: open2 } = mattersNow(state);
  const files = tasks.filter(({ kind }) => kind === "file");
  if (findings[0] !== void 0) {
    return {
      waitingOn: `Decide: ${waitWords(state, findings[0])}`,
      then: andOthers(findings.length - 1, remaining(open2.length, files.length, gate))
    };
  }
  const [task] = tasks;
  const isMeasuring = waits.every(({ kind }) => kind === "place");
  if (isMeasuring && task !== void 0) {
    return {
      waitingOn: capital3(taskWords(state, task)),
      then: remaining(open2.length - 1, files.length, gate)
    };
  }
  const others = waits.length - 1;
  return {
    waitingOn: capital3(waitWords(state, first)),
    then: others === 0 ? `then the ${gate} gate is ready` : `and ${others} more before the ${gate} gate`
  };
}
var capital3 = (text) => text.charAt(0).toUpperCase() + text.slice(1);
function thenNext({ route: route2 }, gate) {
  const next = route2.gates[route2.gates.findIndex(({ label }) => label === gate) + 1];
  return next === void 0 ? "then the record is sealed" : `then the ${next.label} gate`;
}
var andOthers = (findings, then) => findings <= 0 ? then : `and ${findings} more to decide; ${then}`;
function remaining(places, files, gate) {
  if (places <= 0) return `then the ${gate} gate is ready`;
  const minutes = places * MINUTES_PER_PLACE + files * MINUTES_PER_FILING;
  return `then ${places} ${places === 1 ? "place" : "places"} to take, about ${minutes} min`;
}
var DAY = new Intl.DateTimeFormat("en-GB", { day: "numeric", month: "short", timeZone: "UTC" });
var dayWords2 = (at) => DAY.format(Date.parse(at));
function sealedJobRow(row) {
  const { gates } = JSON.parse(row.gates);
  const signed = gates.filter(({ stand }) => stand === "passed").length;
  const added2 = row.supplements === 0 ? "" : `, ${row.supplements} ${row.supplements === 1 ? "supplement" : "supplements"}`;
  return {
    jobId: row.jobId,
    number: row.number,
    serial: row.serial,
    model: row.modelName,
    gates,
    waitingOn: `Sealed ${dayWords2(row.sealedAt ?? row.openedAt)}`,
    then: `record ${(row.sealDigest ?? "").slice(0, 4)} ${(row.sealDigest ?? "").slice(4, 8)}, ${signed} gates signed${added2}`,
    sealed: { at: row.sealedAt ?? row.openedAt, digest: row.sealDigest ?? "" },
    damaged: null,
    openedAt: row.openedAt
  };
}
function needsOf(state, on) {
  const gate = currentGate(state);
  if (gate === void 0) return [];
  const need = ({ roles, notBy = [], who = roleWords(roles) }, sentence, urgency, { since = state.at, stage = gate.stage, same = "" } = {}) => ({
    ...{ jobId: state.id, who, roles, same, since, urgency },
    // In a one-man shop the same person looks again, and says so.
    notBy: state.secondPerson === "required" ? notBy : [],
    sentence: `${engineWords(state)}: ${sentence}`,
    link: jobLink(state, stage)
  });
  const waits = gateWaits(state, gate, on);
  if (waits.length === 0)
    return [
      need(
        { roles: gate.signedBy, notBy: gate.independent ? workBehind(state, gate).ids : [] },
        `the ${gate.label} gate is ready to sign`,
        2
      )
    ];
  const { findings: open2, tasks } = mattersNow(state);
  const findings = open2.map((finding) => {
    const stage = pageOf(state, finding);
    return need({ roles: finding.decidedBy, notBy: finding.notBy }, findingWords(state, finding), 1, {
      since: sinceOf(state, finding),
      ...stage === void 0 ? {} : { stage },
      same: sameFinding(finding)
    });
  });
  const technician = { roles: ["technician"] };
  const arrivals = waits.flatMap((wait) => {
    if (wait.kind === "identity") {
      const { id: id2, name: name2 } = state.opened.by;
      return [
        need(
          { roles: READERS, notBy: [id2], who: `anybody but ${name2}` },
          "a second person must read the serial",
          3,
          {
            since: state.opened.at
          }
        )
      ];
    }
    if (wait.kind === "noInstrument")
      return [need(technician, waitWords(state, wait), 4, { since: state.opened.at, same: "noInstrument" })];
    if (wait.kind === "refit" || wait.kind === "replace")
      return [need(technician, waitWords(state, wait), 3, { stage: "refit" })];
    if (wait.kind === "map" || wait.kind === "inspection")
      return [need(technician, waitWords(state, wait), 3)];
    return wait.kind === "instrumentDue" ? [need({ roles: ["steward"] }, waitWords(state, wait), 2, { same: "instrumentDue" })] : [];
  });
  const files = tasks.filter(({ kind }) => kind === "file").map((task) => need(technician, taskWords(state, task), 3, { same: "file" }));
  return [...findings, ...arrivals, ...files];
}
var READERS = ["technician", "inspector"];
var sameFinding = (finding) => "place" in finding ? `${finding.kind} ${parsePlaceKey(finding.place)?.characteristic ?? ""}` : finding.kind;
function pageOf({ route: route2 }, finding) {
  const { kind } = finding;
  if (kind === "limitWithheld" || kind === "limitToConfirm" || kind === "limitNote" || kind === "setRule")
    return "limits";
  if (kind === "asFound")
    return route2.gates.find(({ conditions }) => conditions.includes("findingsDecided"))?.stage;
  if (kind === "order" || kind === "raised" || kind === "withdrawn") return "questions";
  if (kind === "kitDiffers") return "kits";
  if (kind === "lifeDue") return "parts";
  if (kind === "inspection" || kind === "inspectionDue")
    return route2.gates.find(({ conditions }) => conditions.includes("partsInspected"))?.stage;
  const place = "place" in finding ? finding.place : finding.places[0];
  return gateOfSheet(route2, parsePlaceKey(place ?? "")?.characteristic ?? "")?.stage;
}
function mattersNow(state) {
  const gate = currentGate(state);
  const sheets2 = gate === void 0 ? [] : sheetsBehind(state.route, gate);
  return openMatters(state, sheets2.length === 0 ? void 0 : sheets2);
}
function sinceOf(state, finding) {
  if (!("place" in finding)) return state.at;
  return state.places.get(finding.place)?.readings.at(-1)?.at ?? state.at;
}
function withMoved({ row, needs }, moved, now) {
  if (moved.added.length + moved.removed.length === 0) return { row, needs };
  const words = movedWords(moved);
  const need = {
    ...{ jobId: row.jobId, who: "inspector", roles: ["inspector"], notBy: [], same: "" },
    sentence: `${row.model} ${row.serial}: ${words}; look what it would change`,
    link: `/jobs/${row.jobId}/limits`,
    since: now,
    urgency: 1
  };
  const ready = row.gates.find(({ stand }) => stand === "ready");
  if (ready === void 0) return { row, needs: [need, ...needs] };
  return {
    row: {
      ...row,
      gates: row.gates.map((gate) => gate === ready ? { ...gate, stand: "shut" } : gate),
      waitingOn: `Decide: ${words}`,
      then: `then the ${ready.label} gate is ready`
    },
    needs: [need, ...needs.filter(({ sentence }) => !sentence.endsWith("is ready to sign"))]
  };
}
function damagedRow(row, words) {
  const listed2 = sealedJobRow(row);
  const sentence = `${row.modelName} ${row.serial} (${row.number}): ${words}`;
  return {
    row: {
      ...listed2,
      sealed: null,
      waitingOn: "Changed behind the program\u2019s back",
      then: words,
      damaged: words
    },
    needs: [
      {
        ...{ jobId: row.jobId, who: "manager", roles: ["manager"], notBy: [], same: "" },
        sentence,
        link: `/jobs/${row.jobId}`,
        since: row.openedAt,
        urgency: 0
      }
    ]
  };
}
function instrumentNeeds(instruments3, on, now) {
  return instruments3.filter((instrument) => !isInDate(instrument, on)).map(({ id: id2, name: name2, dueOn }) => ({
    ...{ jobId: null, who: "steward", roles: ["steward"], notBy: [], same: "instrument" },
    sentence: `${name2} ${id2} is past its check of ${dueOn}`,
    link: "/instruments",
    since: now,
    urgency: 2
  }));
}

// src/floor/shop-needs.ts
var byUrgency = (a, b) => a.urgency - b.urgency || (a.since < b.since ? -1 : 1);
function needsFor(person, needs) {
  const groups = /* @__PURE__ */ new Map();
  for (const { roles, notBy, same, ...need } of [...needs].sort(byUrgency)) {
    const mine = (roles.length === 0 || holdsOneOf(person, roles)) && !notBy.includes(person.id);
    const key2 = `${need.jobId ?? ""} ${need.who} ${mine} ${same === "" ? need.sentence : same}`;
    const known = groups.get(key2);
    groups.set(key2, {
      first: known?.first ?? { ...need, mine, count: 1 },
      count: (known?.count ?? 0) + 1
    });
  }
  const all = [...groups.values()].map(({ first, count }) => ({ ...first, count }));
  return {
    needs: [...all].sort((a, b) => Number(b.mine) - Number(a.mine) || byUrgency(a, b)),
    inAll: all.length
  };
}

// src/floor/floor.service.ts
var PAGE = 40;
var SETTLE_MS = 250;
var Floor = class {
  constructor(services, jobs) {
    this.services = services;
    this.jobs = jobs;
    services.ledger.onAppended((chain) => {
      if (chain.startsWith("job:")) this.settleLater(chain.slice("job:".length));
    });
    services.beforeClose.add(() => this.stop());
  }
  services;
  jobs;
  kept = /* @__PURE__ */ new Map();
  isRead = false;
  changed = /* @__PURE__ */ new Set();
  timer;
  working = Promise.resolve();
  documents = /* @__PURE__ */ new Map();
  documentsOf = "";
  async view(from, person) {
    const { db, ledger, clock: clock2, notices, troubles } = this.services;
    const now = clock2.now();
    const on = now.slice(0, 10);
    const open2 = await projectionStore.openJobs(db.read);
    const library2 = await ledger.state(LIBRARY) ?? EMPTY_LIBRARY;
    const length = await ledger.lengthOf(LIBRARY);
    const told = [];
    for (const row of open2) told.push(await this.of(row, on, now, library2, length));
    const damagedSealed = await this.damagedAmongSealed();
    const register = await ledger.state(INSTRUMENTS) ?? NO_INSTRUMENTS;
    const needs = [
      ...notices.map((sentence) => notice(sentence, now)),
      ...damagedSealed.flatMap((each) => each.needs),
      ...told.flatMap((each) => each.needs),
      ...instrumentNeeds(Object.values(register.instruments), on, now)
    ];
    const seen = needsFor(person, needs);
    const sealedInAll = await projectionStore.countSealed(db.read);
    const openRows = told.map(({ row }) => row).slice(from, from + PAGE);
    const sealed = await projectionStore.sealedJobs(
      db.read,
      Math.max(0, from - open2.length),
      PAGE - openRows.length
    );
    const named2 = new Map(damagedSealed.map(({ row }) => [row.jobId, row]));
    return {
      shop: (await ledger.state(PEOPLE))?.shop?.name ?? "",
      today: now,
      troubles: [...troubles].flatMap((each) => {
        const found = each()?.details();
        if (found === void 0) return [];
        const { code, title: title2, where, next } = found;
        return [{ code, title: title2, where, next }];
      }),
      needs: seen.needs.slice(0, PAGE),
      needsInAll: seen.inAll,
      jobs: [...openRows, ...sealed.map((row) => named2.get(row.jobId) ?? sealedJobRow(row))],
      from,
      jobsInAll: open2.length + sealedInAll
    };
  }
  async of(row, on, now, library2, length) {
    try {
      const { summary } = await this.summaryOf(row, on);
      const current = this.documentsFor(library2, length, on, summary);
      return withMoved(summary, movedSince(summary, current), now);
    } catch (error) {
      if (error instanceof ProblemError) return damagedRow(row, error.details().where);
      throw error;
    }
  }
  async summaryOf(row, on) {
    if (this.services.ledger.damageOf(jobChain(row.jobId)) !== void 0) await this.jobs.state(row.jobId);
    if (!this.isRead) await this.readKept();
    const there = this.kept.get(row.jobId);
    if (there?.length === row.length && (there.until === null || on < there.until)) return there;
    const made = summaryFrom(await this.jobs.state(row.jobId), row.length, on);
    this.kept.set(row.jobId, made);
    this.settleLater(row.jobId);
    return made;
  }
  async readKept() {
    for (const { jobId, length, until, summary } of await projectionStore.floorRows(this.services.db.read))
      if (!this.kept.has(jobId))
        this.kept.set(jobId, { length, until, summary: JSON.parse(summary) });
    this.isRead = true;
  }
  async damagedAmongSealed() {
    const { db, ledger } = this.services;
    const damaged = ledger.damagedChains.filter((chain) => chain.startsWith("job:"));
    const rows = await Promise.all(
      damaged.map((chain) => projectionStore.job(db.read, chain.slice("job:".length)))
    );
    return rows.flatMap((row) => {
      if (row?.sealedAt == null) return [];
      const damage = ledger.damageOf(jobChain(row.jobId));
      if (damage === void 0) return [];
      const problem = ProblemError.of("CHAIN_DAMAGED", { chain: jobChain(row.jobId), ...damage });
      return [damagedRow(row, problem.details().where)];
    });
  }
  /** The documents for an engine: those of its model are looked for once, the few that ask for more are held against it. */
  documentsFor(library2, length, on, { model, context }) {
    const stand = `${length} ${on}`;
    if (this.documentsOf !== stand) this.documents.clear();
    this.documentsOf = stand;
    const known = this.documents.get(model) ?? documentsOfModel(currentRevisions(library2, on), model);
    this.documents.set(model, known);
    return [...known.always, ...documentsFor(known.asking, context)];
  }
  settleLater(jobId) {
    this.changed.add(jobId);
    this.timer ??= setTimeout(() => {
      this.timer = void 0;
      this.working = this.working.then(() => this.settle());
    }, SETTLE_MS);
    this.timer.unref();
  }
  /** Works out what changed, outside the writing queue, and keeps it. */
  async settle() {
    const { clock: clock2, db, ledger, logger } = this.services;
    const on = clock2.now().slice(0, 10);
    for (const jobId of [...this.changed]) {
      this.changed.delete(jobId);
      try {
        const chain = jobChain(jobId);
        const length = await ledger.lengthOf(chain);
        const state = await ledger.state(chain);
        if (state === void 0 || state.seal !== void 0) continue;
        const made = summaryFrom(state, length, on);
        this.kept.set(jobId, made);
        const row = { jobId, length, until: made.until, summary: JSON.stringify(made.summary) };
        await db.write((tx) => projectionStore.putFloorRow(tx, row));
      } catch (error) {
        if (!(error instanceof ProblemError))
          logger.error({ err: error, jobId }, "the Floor could not be kept");
      }
    }
  }
  async stop() {
    clearTimeout(this.timer);
    this.timer = void 0;
    this.working = this.working.then(() => this.settle());
    await this.working;
  }
};
function documentsOfModel(revisions, model) {
  const of = revisions.filter(({ revision }) => revision.appliesTo.models?.includes(model) !== false);
  const asksMore = ({ revision }) => Object.keys(revision.appliesTo).some((field) => field !== "models");
  return {
    always: documentsFor(
      of.filter((each) => !asksMore(each)),
      { model }
    ),
    asking: of.filter(asksMore)
  };
}
function summaryFrom(state, length, on) {
  const pin = currentPin(state);
  const model = pin?.model;
  const asked = model === void 0 ? {} : pinContext(model, state.engine, state.job.duty).context;
  const known = model === void 0 ? {} : contextOf(model, { serial: state.engine.serial, ...asked });
  const context = forDocuments(known, pin?.version);
  const asks = state.route.gates.some(
    ({ stage, conditions }) => conditions.includes("instrumentsInDate") && signatureOf(state, stage) === void 0
  );
  const dues = asks ? Object.values(state.instruments) : [];
  const until = dues.map(({ dueOn }) => dueOn).filter((dueOn) => dueOn > on).sort()[0] ?? null;
  return {
    length,
    until,
    summary: {
      row: openJobRow(state, on),
      needs: needsOf(state, on),
      pinned: (pin?.documents ?? []).map(({ id: id2, digest }) => ({ id: id2, digest })),
      declined: state.declined.filter((each) => each.pin === pin?.pin).map(({ documents }) => documents),
      model: state.engine.model,
      context
    }
  };
}
var textOf2 = ({ id: id2, digest }) => `${id2} ${digest}`;
function movedSince({ pinned, declined }, current) {
  const now = new Set(current.map(textOf2));
  const then = new Set(pinned.map(textOf2));
  const isDeclined = declined.some(
    (documents) => documents.length === now.size && documents.every((each) => now.has(textOf2(each)))
  );
  if (isDeclined) return { added: [], removed: [] };
  return {
    added: current.filter((each) => !then.has(textOf2(each))).map(({ id: id2 }) => id2),
    removed: pinned.filter((each) => !now.has(textOf2(each))).map(({ id: id2 }) => id2)
  };
}
var notice = (sentence, now) => ({
  ...{ jobId: null, who: "manager", roles: ["manager"], notBy: [], same: "" },
  sentence,
  link: "/shop",
  since: now,
  urgency: 0
});

// src/floor/floor.routes.ts
function floorRoutes(services, jobs) {
  const { db } = services;
  const floor = new Floor(services, jobs);
  const router = Router2();
  router.get("/floor", async (req, res) => {
    const from = Number(req.query["from"] ?? 0);
    res.json(await floor.view(Number.isSafeInteger(from) && from > 0 ? from : 0, actorOf(res)));
  });
  router.get("/engines", async (_req, res) => {
    const engines = /* @__PURE__ */ new Map();
    for (const row of await projectionStore.jobs(db.read)) {
      const { engineId, serial, modelName, jobId, number: number2, openedAt, sealedAt, sealDigest, supplements: supplements2 } = row;
      const so = engines.get(engineId) ?? { engineId, serial, model: modelName, jobs: [] };
      const job = { jobId, number: number2, openedAt, sealedAt, sealDigest, supplements: supplements2 };
      engines.set(engineId, { ...so, serial, jobs: [...so.jobs, job] });
    }
    res.json([...engines.values()]);
  });
  return router;
}

// src/instruments/instruments.routes.ts
import { Router as Router3 } from "express";
function instrumentRoutes({ ledger }) {
  const router = Router3();
  const execute = (id2, command, by) => ledger.execute({
    id: id2,
    chain: INSTRUMENTS,
    by,
    body: command,
    decide: (state = NO_INSTRUMENTS) => orThrow(decideInstruments(state, command, by))
  });
  router.get("/", async (_req, res) => {
    const state = await ledger.state(INSTRUMENTS) ?? NO_INSTRUMENTS;
    res.json(Object.values(state.instruments).sort((a, b) => a.id < b.id ? -1 : 1));
  });
  router.post("/", async (req, res) => {
    const { id: id2, instrument } = bodyOf(registerInstrumentRequest, req);
    await execute(id2, { type: "registerInstrument", instrument }, actorOf(res));
    res.status(201).json({ instrument });
  });
  router.post("/changes", async (req, res) => {
    const { id: id2, ...change } = bodyOf(changeInstrumentRequest, req);
    await execute(id2, { type: "changeInstrument", ...change }, actorOf(res));
    res.status(201).json({ instrument: change.instrument });
  });
  router.post("/checks", async (req, res) => {
    const { id: id2, ...check4 } = bodyOf(recordCheckRequest, req);
    await execute(id2, { type: "recordCheck", ...check4 }, actorOf(res));
    res.status(201).json(check4);
  });
  return router;
}

// src/jobs/jobs.routes.ts
import { Router as Router4 } from "express";

// src/platform/event-stream.ts
var HEARTBEAT_MS = 2e4;
function sendEvents(req, res, listen) {
  res.set({ "Content-Type": "text/event-stream", "Cache-Control": "no-store", Connection: "keep-alive" });
  res.flushHeaders();
  const write = (text) => {
    res.write(text);
    res.flush();
  };
  const send2 = (event, id2) => {
    write(`${id2 === void 0 ? "" : `id: ${id2}
`}data: ${JSON.stringify(event)}

`);
  };
  write("retry: 1000\n\n");
  const stop = listen(send2);
  const signIn = res.locals["signIn"];
  const end = () => {
    res.end();
  };
  const forget = signIn?.untilEnd(end);
  const heartbeat = setInterval(() => {
    write(": still here\n\n");
    void signIn?.holds().then((holds) => holds || end());
  }, HEARTBEAT_MS);
  res.on("close", () => {
    clearInterval(heartbeat);
    forget?.();
    stop();
  });
  return send2;
}

// src/jobs/jobs.routes.ts
var isSigned = (command) => command.type === "signGate" || command.type === "addSupplement" || command.type === "pinAgain" && command.underSignature !== null;
function jobRoutes({ ledger, pins, sessions }, jobs) {
  const router = Router4();
  router.post("/", async (req, res) => {
    const { jobId } = await jobs.open(bodyOf(openJobRequest, req), actorOf(res));
    res.status(201).json({ jobId });
  });
  router.get("/:jobId/entries", async (req, res) => {
    const chain = jobChain(req.params.jobId);
    await jobs.state(req.params.jobId);
    res.json({ chain, entries: await ledger.entries(chain, fromIn(req)) });
  });
  router.get("/:jobId/news", async (req, res) => {
    res.json(await jobs.news(req.params.jobId));
  });
  router.get("/:jobId/earlier", async (req, res) => {
    const answer = { earlier: await jobs.earlier(req.params.jobId) ?? null };
    res.json(answer);
  });
  router.post("/:jobId/commands", async (req, res) => {
    const by = actorOf(res);
    const parsed = jobCommandRequest.safeParse(req.body, { error: issueWords });
    if (!parsed.success) throw lastWordOn(idIn(req.body), bodyProblem(parsed.error));
    const { id: id2, command, person, pin } = parsed.data;
    if (person !== void 0 && person !== by.id)
      throw ProblemError.of("OTHER_HANDS", { author: await nameOf(person), person: by.name });
    if (isSigned(command)) {
      if (pin === void 0 || pin === "") throw ProblemError.of("PIN_NEEDED", { action: "signing" });
      await pins.check(by, pin, "signed", `sign-in ${sessions.nameOf(req)}`);
    }
    try {
      const { entries, repeated } = await jobs.command(req.params.jobId, id2, command, by);
      res.status(repeated ? 200 : 201).json({ command: id2, chain: jobChain(req.params.jobId), entries });
    } catch (error) {
      throw lastWordOn(id2, error);
    }
  });
  router.get("/:jobId/stream", async (req, res) => {
    const chain = jobChain(req.params.jobId);
    await jobs.state(req.params.jobId);
    const heard = Number(req.headers["last-event-id"]);
    const from = Number.isSafeInteger(heard) && heard > 0 ? heard + 1 : fromIn(req);
    let backlog = [];
    const send2 = sendEvents(req, res, (say) => {
      const tell = (entries) => say({ chain, entries }, entries.at(-1)?.entry.seq);
      return ledger.onAppended((grown, entries) => {
        if (grown === chain) {
          if (backlog === void 0) tell(entries);
          else backlog.push(...entries);
        } else if (grown === LIBRARY) say({ library: true });
      });
    });
    const before = await ledger.entries(chain, from);
    const last = before.at(-1)?.entry.seq ?? from - 1;
    const all = [...before, ...backlog.filter(({ entry }) => entry.seq > last)];
    backlog = void 0;
    if (all.length > 0) send2({ chain, entries: all }, all.at(-1)?.entry.seq);
  });
  return router;
  async function nameOf(person) {
    const people2 = (await ledger.state(PEOPLE))?.people ?? {};
    return Object.hasOwn(people2, person) ? people2[person]?.name ?? person : person;
  }
}
var NOT_THE_LAST_WORD = /* @__PURE__ */ new Set([
  "CHAIN_DAMAGED",
  "CLOCK_IN_DOUBT",
  "DATABASE_DAMAGED",
  "DATABASE_GONE",
  "DISK_FULL",
  "FOLDER_NOT_WRITABLE",
  "CHAIN_NEWER",
  "NOT_SET_UP",
  "SEAL_NOT_VERIFIED"
]);
function lastWordOn(id2, error) {
  const isLast = error instanceof ProblemError && id2 !== void 0 && !NOT_THE_LAST_WORD.has(error.code);
  return isLast ? error.ofCommand(id2) : error;
}
function idIn(body) {
  const id2 = body?.id;
  return typeof id2 === "string" && id2.length <= 80 ? id2 : void 0;
}
function fromIn(req) {
  const from = Number(req.query["from"] ?? 1);
  return Number.isSafeInteger(from) && from > 0 ? from : 1;
}

// src/jobs/photograph.routes.ts
import { Router as Router5 } from "express";

// src/platform/raw-body.ts
import express from "express";

// src/platform/guard.ts
import { isIP } from "node:net";
import { hostname } from "node:os";
var READS = /* @__PURE__ */ new Set(["GET", "HEAD", "OPTIONS"]);
var BYTES = "application/octet-stream";
var JSON_TYPE = "application/json";
function guardHost(names) {
  const known = new Set(
    ["localhost", hostname(), `${hostname()}.local`, ...names].map((each) => each.toLowerCase())
  );
  return (req, _res, next) => {
    const host = hostOf(req.headers.host);
    if (host === void 0 || !known.has(host) && isIP(host.replace(/^\[|\]$/g, "")) === 0)
      throw ProblemError.of("HOST_UNKNOWN", { host: (req.headers.host ?? "").slice(0, 200) });
    next();
  };
}
function hostOf(header) {
  if (header === void 0 || !/^[A-Za-z0-9.:[\]-]+$/.test(header)) return void 0;
  return urlOf(`http://${header}`)?.hostname.toLowerCase();
}
var urlOf = (text) => URL.canParse(text) ? new URL(text) : void 0;
var guardOrigin = (req, _res, next) => {
  if (!READS.has(req.method)) {
    const site = req.headers["sec-fetch-site"];
    if (site !== void 0 && site !== "same-origin")
      throw ProblemError.of("CROSS_SITE", { from: `a page that is ${[site].flat().join().slice(0, 40)}` });
    const { origin } = req.headers;
    if (origin !== void 0 && urlOf(origin)?.host !== req.headers.host)
      throw ProblemError.of("CROSS_SITE", { from: origin.slice(0, 200) });
  }
  next();
};
var guardContentType = (req, _res, next) => {
  if (!READS.has(req.method) && hasBody(req)) {
    const found = (req.headers["content-type"] ?? "").toLowerCase().replaceAll(" ", "");
    const taken = [JSON_TYPE, `${JSON_TYPE};charset=utf-8`, BYTES];
    if (!taken.includes(found))
      throw ProblemError.of("CONTENT_TYPE_WRONG", {
        wanted: `${JSON_TYPE} in UTF-8, or a file as ${BYTES}`,
        found: found.slice(0, 100)
      });
  }
  next();
};
var hasBody = ({ headers }) => headers["transfer-encoding"] !== void 0 || Number(headers["content-length"] ?? 0) > 0;
function plainJson(key2, value) {
  if (key2 === "__proto__") throw new SyntaxError("it names __proto__");
  if (HALF.test(key2) || typeof value === "string" && HALF.test(value))
    throw new SyntaxError("it holds half a character");
  return value;
}
var HALF = new RegExp("\\p{Surrogate}", "u");

// src/platform/raw-body.ts
var rawBody = (limit) => express.raw({ type: BYTES, limit });
var bytesOf = (req) => Buffer.isBuffer(req.body) ? req.body : Buffer.alloc(0);

// src/jobs/photograph.routes.ts
var LARGEST_PHOTOGRAPH = "15mb";
var PAPER = "application/pdf";
var PICTURES = ["image/png", "image/jpeg", "image/webp"];
function photographRoutes({ folder }, jobs) {
  const router = Router5();
  const attachments = new Attachments(`${folder}/files`);
  router.post("/:jobId/photographs", rawBody(LARGEST_PHOTOGRAPH), async (req, res) => {
    const { command, finding, name: name2, caption, when } = checked(photographQuery, req.query);
    const { jobId } = req.params;
    await jobs.state(jobId);
    const bytes = bytesOf(req);
    const file2 = await lookAtAttachment(name2, bytes);
    if (!PICTURES.includes(file2.mime))
      throw ProblemError.of("FILE_NOT_THAT_TYPE", {
        file: name2,
        wanted: "a picture",
        found: `its content is ${file2.mime}`
      });
    const { entries, repeated } = await jobs.command(
      jobId,
      command,
      {
        ...{ type: "addPhotograph", finding, file: file2, caption },
        ...when === void 0 ? {} : { when }
      },
      actorOf(res),
      () => {
        attachments.keep(file2, bytes);
      }
    );
    res.status(repeated ? 200 : 201).json({ command, chain: jobChain(jobId), entries });
  });
  router.post("/:jobId/papers", rawBody(LARGEST_PHOTOGRAPH), async (req, res) => {
    const { command, finding, name: name2, title: title2 } = checked(paperQuery, req.query);
    const { jobId } = req.params;
    await jobs.state(jobId);
    const bytes = bytesOf(req);
    const file2 = await lookAtAttachment(name2, bytes);
    if (![...PICTURES, PAPER].includes(file2.mime))
      throw ProblemError.of("FILE_NOT_THAT_TYPE", {
        ...{ file: name2, wanted: "a PDF or a picture" },
        found: `its content is ${file2.mime}`
      });
    const { entries, repeated } = await jobs.command(
      ...[jobId, command, { type: "addPaper", finding, file: file2, title: title2 }, actorOf(res)],
      () => {
        attachments.keep(file2, bytes);
      }
    );
    res.status(repeated ? 200 : 201).json({ command, chain: jobChain(jobId), entries });
  });
  router.get("/:jobId/photographs/:sha256", send2("photograph"));
  router.get("/:jobId/papers/:sha256", send2("paper"));
  return router;
  function send2(kind) {
    return async ({ params: { jobId, sha256: sha2562 } }, res) => {
      const { remarks } = await jobs.state(jobId);
      const found = remarks.find((each) => each.kind === kind && each.file.sha256 === sha2562);
      if (found === void 0 || !("file" in found)) throw ProblemError.of("NOT_FOUND", { path: sha2562 });
      res.type(found.file.mime).set("Content-Security-Policy", "default-src 'none'; sandbox").send(Buffer.from(attachments.read(found.file.sha256)));
    };
  }
}

// src/jobs/jobs.service.ts
import { randomUUID as randomUUID2 } from "node:crypto";

// src/jobs/job-facts.ts
function pinToday({ ledger, catalogue }, model, engine, route2, pin, on) {
  const library2 = ledger.known(LIBRARY) ?? EMPTY_LIBRARY;
  const { context, diameterBasis } = pinContext(model, engine, engine.duty);
  return pinLimits({
    pin,
    on,
    model,
    characteristics: [...catalogue.characteristics, ...Object.values(library2.characteristics)].filter(({ id: id2 }) => route2.gates.some(({ sheets: sheets2 }) => sheets2.includes(id2))).map((each) => asShopAsks(library2, each)),
    revisions: currentRevisions(library2, on),
    policy: policyOf(library2, model.engineClass, catalogue.policyFor),
    judging: judgingOf(library2.judging, model.engineClass),
    engine: context,
    diameterBasis,
    cylinders: cylinderContexts(model, engine)
  });
}
function asShopAsks({ temperatures, secondLooks }, each) {
  const { asked, tolerance } = own(secondLooks, each.id) ?? { asked: false, tolerance: null };
  return {
    ...each,
    ...temperatures.includes(each.id) ? { temperatures: true } : {},
    ...asked ? { secondLook: true } : {},
    ...tolerance === null ? {} : { tolerance }
  };
}
function modelKept2({ ledger }, state) {
  const library2 = ledger.known(LIBRARY) ?? EMPTY_LIBRARY;
  const kept = own(library2.models, state.engine.model);
  if (kept === void 0) throw ProblemError.of("MODEL_UNKNOWN", { model: state.engine.model });
  const pinned = state.pins.at(-1)?.model;
  return { kept, mine: (pinned === void 0 ? void 0 : versionPinned(kept, pinned)) ?? kept };
}
function modelNews(services, state) {
  const { kept, mine } = modelKept2(services, state);
  if (mine.digest === kept.digest) return null;
  return {
    ...{ mine: mine.version, now: kept.version },
    changes: modelChanges(mine.model, kept.model).map(modelChangeWords)
  };
}
function freshPin(services, state, on) {
  const model = modelKept2(services, state).mine.model;
  const engine = { ...state.engine, duty: state.job.duty };
  return pinToday(services, model, engine, state.route, state.pins.length + 1, on);
}
var documentsOf = (pin) => pin.documents.map(({ id: id2, digest }) => ({ id: id2, digest }));
var ASKS_LIBRARY = ["checkDocuments", "pinAgain", "declinePin", "signGate"];
function factsFor(services, state, command, by, at) {
  const on = at.slice(0, 10);
  const register = services.ledger.known(INSTRUMENTS) ?? NO_INSTRUMENTS;
  const named2 = instrumentNamed(command);
  const instrument = named2 === void 0 ? void 0 : own(register.instruments, named2);
  const asksLibrary = ASKS_LIBRARY.includes(command.type);
  if (!asksLibrary) return { at, by, ...instrument === void 0 ? {} : { instrument } };
  if (command.type === "pinAgain") {
    const fresh = freshPin(services, state, on);
    return { at, by, freshPin: fresh, currentDocuments: documentsOf(fresh) };
  }
  const gate = command.type === "signGate" ? gateRule(state, command.gate) : void 0;
  return {
    at,
    by,
    currentDocuments: currentDocuments(services, state, on),
    ...gate === void 0 ? {} : { wordsToSign: gateStatement(state, gate).words }
  };
}
function currentDocuments({ ledger }, state, on) {
  const library2 = ledger.known(LIBRARY) ?? EMPTY_LIBRARY;
  const { model } = modelKept2({ ledger }, state).mine;
  const { context } = pinContext(model, state.engine, state.job.duty);
  const asked = contextOf(model, context);
  return documentsFor(currentRevisions(library2, on), forDocuments(asked, state.pins.at(-1)?.version));
}
function instrumentNamed(command) {
  if (command.type === "takeReading" || command.type === "takeInstrument")
    return command.instrument ?? void 0;
  return command.type === "correctReading" ? command.instead?.instrument ?? void 0 : void 0;
}

// src/jobs/jobs.service.ts
var Jobs = class {
  constructor(services) {
    this.services = services;
  }
  services;
  async open(request, by) {
    await this.warm();
    const jobId = randomUUID2();
    const outcome = await this.services.ledger.execute({
      // The job's id is made here; a repeated command gets the first answer, so its body must not hold the new id.
      id: request.id,
      chain: jobChain(jobId),
      by,
      body: { open: request },
      bodyChain: "job",
      decide: (_state, at, tx) => this.decideOpening(request, by, at, tx)
    });
    return { jobId: outcome.entries[0]?.entry.job ?? jobId, outcome };
  }
  /** @param keep puts on the disk what the event speaks of, once it is decided that there will be one */
  async command(jobId, id2, command, by, keep) {
    await this.warm();
    await this.state(jobId);
    const { ledger } = this.services;
    return ledger.execute({
      id: id2,
      chain: jobChain(jobId),
      by,
      body: command,
      decide: async (state, at, tx) => {
        if (state === void 0) throw ProblemError.of("JOB_UNKNOWN", { job: jobId });
        const facts = factsFor(this.services, state, command, by, at);
        if (command.type !== "correctSerial") {
          const decided = orThrow(decideJob(state, command, facts));
          keep?.();
          return decided;
        }
        const serial = command.serial.trim();
        const engineOfSerial = await this.engineOf(tx, state.engine.model, serial);
        const events = orThrow(decideJob(state, command, { ...facts, engineOfSerial }));
        await this.refuseSecondJob(tx, state.engine.model, serial, jobId);
        return events;
      },
      // The last gate closes the record: what is known of the one before it, and the seal, follow in the same transaction.
      closings: [
        (state, _stand, tx) => this.earlierRecord(state, command, tx),
        (state, { length, hash }) => {
          const seals = sealingEvent(state, command);
          return seals === void 0 ? [] : [
            {
              type: seals,
              v: 1,
              data: {
                length,
                hash,
                signature: this.services.sealKey.sign(sealText(state.id, { length, hash }))
              }
            }
          ];
        }
      ]
    });
  }
  /** The record before this one, as it stands when this one is sealed: a supplement that is left off later is missed here. */
  async earlierRecord(state, command, tx) {
    if (sealingEvent(state, command) !== "recordSealed") return [];
    const before = (await projectionStore.jobsOfEngine(tx, state.engine.id)).findLast(
      ({ jobId, sealDigest }) => jobId !== state.id && sealDigest !== null
    );
    if (before?.sealDigest == null) return [];
    const { sealDigest: seal2, supplements: supplements2, lastSeal } = before;
    return [{ type: "earlierRecordStated", v: 1, data: { seal: seal2, supplements: supplements2, last: lastSeal ?? seal2 } }];
  }
  /** The engine that has a serial, by the jobs that the shop had of it; a new one where it had none. */
  async engineOf(tx, model, serial) {
    const known = await projectionStore.jobsOfSerial(tx, model, serial);
    return {
      id: known[0]?.engineId ?? randomUUID2(),
      previousSeal: known.findLast(({ sealDigest }) => sealDigest !== null)?.sealDigest ?? null
    };
  }
  /** @throws ProblemError JOB_UNKNOWN */
  async state(jobId) {
    const state = await this.services.ledger.state(jobChain(jobId));
    if (state === void 0) throw ProblemError.of("JOB_UNKNOWN", { job: jobId });
    return state;
  }
  /** The sealed job of this engine before this one was opened; undefined where the shop had none. */
  async earlier(jobId) {
    const state = await this.state(jobId);
    const before = (await projectionStore.jobsOfEngine(this.services.db.read, state.engine.id)).findLast(
      (each) => each.jobId !== jobId && each.sealDigest !== null && each.openedAt <= state.opened.at
    );
    return before === void 0 ? void 0 : earlierJob(await this.state(before.jobId));
  }
  /** What arrived in the library since the limits were pinned; of a sealed job nothing is news. */
  async news(jobId) {
    await this.warm();
    return this.newsOf(await this.state(jobId));
  }
  async newsOf(state) {
    await this.warm();
    const nothing = { documents: [], moved: [], declined: null, changes: null, model: null };
    if (state.seal !== void 0) return nothing;
    const on = this.services.clock.now().slice(0, 10);
    const documents = currentDocuments(this.services, state, on);
    const moved = documentsSincePin(state, documents);
    const declined = declinedNews(state, documents);
    return {
      documents: [...documents],
      moved: [...moved],
      declined: declined === void 0 ? null : { by: declined.by.name, at: declined.at, reason: declined.reason },
      changes: moved.length === 0 ? null : pinChanges(state, freshPin(this.services, state, on)),
      model: modelNews(this.services, state)
    };
  }
  /** The registers are read inside the queue without waiting, so they are loaded before it. */
  async warm() {
    const { ledger } = this.services;
    await ledger.state(LIBRARY);
    await ledger.state(INSTRUMENTS);
    await ledger.state(PEOPLE);
  }
  async decideOpening(request, by, at, tx) {
    const { ledger, catalogue } = this.services;
    const shop = ledger.known(PEOPLE)?.shop;
    if (shop === void 0) throw ProblemError.of("NOT_SET_UP", {});
    const library2 = ledger.known(LIBRARY) ?? EMPTY_LIBRARY;
    const model = own(library2.models, request.engine.model)?.model;
    if (model === void 0) throw ProblemError.of("MODEL_UNKNOWN", { model: request.engine.model });
    if (await projectionStore.jobOfNumber(tx, request.job.number) !== void 0)
      throw ProblemError.of("JOB_NUMBER_TAKEN", { job: request.job.number });
    const serial = request.engine.serial.trim();
    await this.refuseSecondJob(tx, model.id, serial);
    const known = await this.engineOf(tx, model.id, serial);
    const size = (path, text) => {
      if (text === "") return null;
      const nm = decimalLength(text.replace(",", "."), model.bore.unit);
      if (nm !== void 0) return nm;
      throw ProblemError.of("BODY_WRONG", { path, message: `"${text}" is not a size in ${model.bore.unit}` });
    };
    const oversize = size("engine.oversize", request.engine.oversize);
    const measuredBore = size("engine.measuredBore", request.engine.measuredBore ?? "");
    const engine = {
      ...request.engine,
      serial,
      oversize,
      measuredBore,
      ringMaker: request.engine.ringMaker ?? null,
      diameterBasis: request.engine.diameterBasis ?? null,
      serialRemark: request.engine.serialRemark ?? null,
      id: known.id,
      modelName: `${model.maker} ${model.name}`
    };
    const { number: number2, duty, reason: reason2 } = request.job;
    const route2 = routeAsked(routesOf(catalogue.routes, library2), request.route);
    const pin = pinToday(this.services, model, { ...engine, duty }, route2, 1, at.slice(0, 10));
    const opening2 = {
      job: {
        number: number2,
        duty,
        reason: reason2,
        shop: shop.name,
        previousSeal: known.previousSeal
      },
      engine,
      pin,
      route: route2,
      secondPerson: model.engineClass === "aircraft" ? "required" : shop.secondPerson,
      zone: shop.zone
    };
    return orThrow(decideOpening(opening2, { by }));
  }
  /** One open job per engine. */
  async refuseSecondJob(tx, model, serial, except) {
    const jobs = await projectionStore.jobsOfSerial(tx, model, serial);
    const other = jobs.find((job) => job.sealedAt === null && job.jobId !== except);
    if (other !== void 0) throw ProblemError.of("ENGINE_HAS_OPEN_JOB", { serial, job: other.number });
  }
};
function routeAsked(routes, asked) {
  const route2 = asked === void 0 ? routes[0] : routes.find(({ id: id2 }) => id2 === asked);
  if (route2 !== void 0) return route2;
  throw ProblemError.of("ROUTE_UNKNOWN", { route: asked ?? "", known: routes.map(({ id: id2 }) => id2) });
}
function sealingEvent(state, command) {
  if (command.type === "addSupplement") return "supplementSealed";
  const last = state.route.gates.at(-1);
  const isLast = command.type === "signGate" && command.gate === last?.stage;
  return isLast && signatureOf(state, last.stage) !== void 0 ? "recordSealed" : void 0;
}

// src/library/library.routes.ts
import { Router as Router12 } from "express";
import * as z10 from "zod";

// src/library/import.routes.ts
import { createHash, randomUUID as randomUUID4 } from "node:crypto";
import { createWriteStream, mkdirSync, rmSync } from "node:fs";
import { open } from "node:fs/promises";
import { join as join2 } from "node:path";
import { Transform } from "node:stream";
import { pipeline } from "node:stream/promises";
import { Router as Router6 } from "express";
import * as z6 from "zod";

// src/library/library-import.ts
import { randomUUID as randomUUID3 } from "node:crypto";
import { setImmediate as setImmediate2 } from "node:timers/promises";

// src/library/import-thread.ts
import { setImmediate } from "node:timers/promises";

// src/platform/worker-thread.ts
import { Worker } from "node:worker_threads";
function startThread({ name: name2, source }, options) {
  if (!import.meta.url.endsWith(".ts")) return new Worker(new URL(`./${name2}.mjs`, import.meta.url), options);
  const url = JSON.stringify(new URL(`../${source}`, import.meta.url));
  const load = `import('tsx/esm/api').then(({ tsImport }) => tsImport(${url}, ${url}))`;
  return new Worker(load, { ...options, eval: true });
}
function askThread(worker, message, file2, { milliseconds, megabytes, tooLong }) {
  return new Promise((done, refuse2) => {
    const tooMuch = (limit) => {
      end();
      refuse2(ProblemError.of("FILE_TOO_MUCH", { file: file2, limit }));
    };
    const heard = (answer) => {
      end();
      done(answer);
    };
    const failed = ({ code }) => {
      const isFull = code === "ERR_WORKER_OUT_OF_MEMORY";
      tooMuch(isFull ? `it took more than ${megabytes} MB of memory` : "its reader broke down over it");
    };
    const gone = () => {
      tooMuch("its reader broke down over it");
    };
    const timer = setTimeout(() => {
      tooMuch(tooLong);
    }, milliseconds);
    const end = () => {
      clearTimeout(timer);
      worker.off("message", heard).off("error", failed).off("exit", gone);
    };
    worker.on("message", heard).on("error", failed).on("exit", gone);
    worker.postMessage(message);
  });
}

// src/library/import-thread.ts
var LIMITS = { millisecondsAPiece: 6e4, megabytes: 1024 };
var KEPT_BELOW = 4 * 1024 * 1024;
var THREAD = { name: "import.worker", source: "library/import.worker.ts" };
var ImportThreads = class {
  constructor(limits2 = LIMITS, start = startThread) {
    this.limits = limits2;
    this.start = start;
  }
  limits;
  start;
  idle;
  /**
   * The file a piece at a time: the next one is read when the last one was taken. A reading that is left, or took too much,
   * ends its thread.
   * @throws ProblemError of the file, FILE_TOO_MUCH
   */
  async *read(source) {
    const worker = this.idle ?? this.begin();
    this.idle = void 0;
    worker.ref();
    let isWhole = false;
    try {
      for (let ask = source; ; ask = null) {
        const answer = await askThread(worker, ask, source.name, this.answerLimits);
        isWhole = !answer.ok || answer.piece === null;
        if ("problem" in answer) throw ProblemError.again(answer.problem);
        if (!answer.ok)
          throw ProblemError.of("FILE_NOT_TEXT", { file: source.name, because: answer.because });
        if (answer.piece === null) return;
        yield answer.piece;
        await setImmediate();
      }
    } finally {
      worker.unref();
      await (isWhole && source.bytes < KEPT_BELOW ? this.keep(worker) : worker.terminate());
    }
  }
  get answerLimits() {
    const { millisecondsAPiece: milliseconds, megabytes } = this.limits;
    return {
      milliseconds,
      megabytes,
      tooLong: `a part of it took longer than ${milliseconds / 1e3} seconds`
    };
  }
  async keep(worker) {
    if (this.idle === void 0) this.idle = worker;
    else await worker.terminate();
  }
  begin() {
    const resourceLimits = { maxOldGenerationSizeMb: this.limits.megabytes };
    const worker = this.start(THREAD, { resourceLimits });
    worker.on("error", () => void 0);
    worker.once("exit", () => {
      if (this.idle === worker) this.idle = void 0;
    });
    return worker;
  }
};
var importThreads = new ImportThreads();

// src/library/library-import.ts
var ROWS_AT_ONCE = 25;
var TURNS = 12;
var LibraryImport = class {
  constructor(library2, file2, by) {
    this.library = library2;
    this.file = file2;
    this.by = by;
    this.attachments = new Attachments(`${library2.services.folder}/files`);
  }
  library;
  file;
  by;
  id = randomUUID3();
  stage = "reading";
  bytes = 0;
  documents = 0;
  rows = 0;
  errors = [];
  problem = null;
  stopped = false;
  /** What the documents bring with them: kept when all of them are there. */
  files = [];
  attachments;
  watchers = /* @__PURE__ */ new Set();
  get runs() {
    return this.stage === "reading" || this.stage === "writing";
  }
  progress() {
    const { id: id2, stage, bytes, documents, rows, problem } = this;
    return {
      id: id2,
      file: this.file.name,
      stage,
      bytes,
      ofBytes: this.file.bytes,
      documents,
      rows,
      errors: this.errors.slice(0, MOST_ERRORS).map(({ line, column, fault }) => ({ line, column, message: cellWords(fault) })),
      problem
    };
  }
  watch(watcher) {
    this.watchers.add(watcher);
    return () => this.watchers.delete(watcher);
  }
  cancel() {
    this.stopped = true;
  }
  async run() {
    try {
      const drafts = await this.read();
      if (this.stopped) this.end("cancelled");
      else if (this.errors.length > 0) this.end("wrong");
      else await this.write(drafts);
    } catch (error) {
      this.problem = error instanceof ProblemError ? error.details().detail : "Something went wrong on our side";
      this.end("failed");
      if (!(error instanceof ProblemError)) throw error;
    }
  }
  end(stage) {
    this.stage = stage;
    this.tell();
  }
  tell() {
    const progress = this.progress();
    for (const watcher of this.watchers) watcher(progress);
  }
  /** Says how far it is, and lets others have their turn: the bench goes on while a library comes in. */
  async giveWay() {
    this.tell();
    for (let turn = 0; turn < TURNS; turn++) await setImmediate2();
  }
  async read() {
    const state = await this.library.state();
    const { name: name2, path, bytes, kind } = this.file;
    const source = {
      ...{ name: name2, path, bytes, kind },
      characteristics: this.library.characteristics(state),
      models: Object.values(state.models).map(({ model }) => model),
      revisions: Object.keys(state.revisions)
    };
    const drafts = [];
    for await (const piece of importThreads.read(source)) {
      this.bytes = piece.bytes;
      drafts.push(...piece.drafts);
      this.documents = drafts.length;
      this.rows += piece.drafts.reduce((so, { rows }) => so + rows.length, 0);
      this.files.push(...piece.files);
      this.errors.push(...piece.errors);
      this.tell();
      if (this.stopped) break;
    }
    return drafts;
  }
  async write(drafts) {
    this.stage = "writing";
    const { rows: allRows, documents: all } = this;
    this.rows = 0;
    this.documents = 0;
    const file2 = { name: this.file.name, sha256: this.file.sha256 };
    try {
      for (const batch of batches(drafts)) {
        if (this.stopped) break;
        await this.library.run({ type: "importBatch", batchOf: this.id, file: file2, drafts: batch }, this.by);
        this.documents += batch.length;
        this.rows += batch.reduce((so, { rows }) => so + rows.length, 0);
        this.bytes = Math.round(this.file.bytes * this.rows / Math.max(allRows, 1));
        await this.giveWay();
      }
      if (!this.stopped && this.documents === all) {
        for (const [file3, bytes] of this.files) this.attachments.keep(file3, bytes);
        await this.library.run({ type: "finishImport", batchOf: this.id }, this.by);
        this.end("done");
        return;
      }
    } catch (error) {
      await this.abandon("it could not be written");
      throw error;
    }
    await this.abandon("cancelled by who began it");
    this.end("cancelled");
  }
  async abandon(reason2) {
    const state = await this.library.state();
    if (Object.hasOwn(state.imports, this.id))
      await this.library.run({ type: "abandonImport", batchOf: this.id, reason: reason2 }, this.by);
  }
};
function* batches(drafts) {
  let batch = [];
  let rows = 0;
  for (const draft of drafts) {
    batch.push(draft);
    rows += draft.rows.length;
    if (rows < ROWS_AT_ONCE) continue;
    yield batch;
    batch = [];
    rows = 0;
  }
  if (batch.length > 0) yield batch;
}

// src/library/import.routes.ts
var LARGEST_IMPORT = 64 * 1024 * 1024;
var HEAD_BYTES = 8192;
var ENDED_KEPT = 20;
function importRoutes(library2) {
  const router = Router6();
  const { folder, logger } = library2.services;
  const imports = /* @__PURE__ */ new Map();
  const found = (id2) => {
    const one = imports.get(id2);
    if (one === void 0) throw ProblemError.of("IMPORT_UNKNOWN", { batchOf: id2 });
    return one;
  };
  const running = () => [...imports.values()].find(({ runs }) => runs);
  const keep = (one) => {
    for (const id2 of [...imports.keys()].slice(0, -ENDED_KEPT)) imports.delete(id2);
    imports.set(one.id, one);
  };
  let receiving = false;
  router.get("/", (_req, res) => {
    res.json({ running: running()?.progress() ?? null });
  });
  router.post("/", async (req, res) => {
    const { name: name2 } = checked(z6.object({ name: z6.string().min(1).max(200) }), req.query);
    const by = actorOf(res);
    const other = running();
    if (other !== void 0 || receiving)
      throw ProblemError.of("IMPORT_RUNS", { file: other?.progress().file ?? name2 });
    receiving = true;
    try {
      const file2 = await receive(req, join2(folder, "uploads"), name2);
      await sweep(library2, by);
      const one = new LibraryImport(library2, file2, by);
      keep(one);
      void one.run().catch((error) => {
        logger.error({ err: error, file: name2 }, "an import failed");
      }).finally(() => {
        rmSync(file2.path, { force: true });
      });
      res.status(202).json(one.progress());
    } finally {
      receiving = false;
    }
  });
  router.get("/:id", (req, res) => {
    res.json(found(req.params.id).progress());
  });
  router.get("/:id/stream", (req, res) => {
    const one = found(req.params.id);
    const send2 = sendEvents(req, res, (sendOne) => one.watch(sendOne));
    send2(one.progress());
  });
  router.delete("/:id", (req, res) => {
    const one = found(req.params.id);
    one.cancel();
    res.json(one.progress());
  });
  return router;
}
async function sweep(library2, by) {
  for (const batchOf of Object.keys((await library2.state()).imports))
    await library2.run(
      { type: "abandonImport", batchOf, reason: "the server stopped before it was finished" },
      by
    );
}
async function receive(req, folder, name2) {
  mkdirSync(folder, { recursive: true });
  const path = join2(folder, `${randomUUID4()}.import`);
  const hash = createHash("sha256");
  let bytes = 0;
  const tooLarge = () => ProblemError.of("FILE_TOO_LARGE", { limit: "64 MB" });
  if (Number(req.headers["content-length"] ?? 0) > LARGEST_IMPORT) throw tooLarge();
  const counting = new Transform({
    transform(piece, _encoding, done) {
      bytes += piece.length;
      hash.update(piece);
      if (bytes > LARGEST_IMPORT) done(tooLarge());
      else done(null, piece);
    }
  });
  try {
    await pipeline(req, counting, createWriteStream(path));
    return { name: name2, path, bytes, sha256: hash.digest("hex"), kind: await kindOf(name2, path, bytes) };
  } catch (error) {
    rmSync(path, { force: true });
    throw error;
  }
}
async function kindOf(file2, path, bytes) {
  if (bytes === 0) throw ProblemError.of("FILE_NOT_TEXT", { file: file2, because: "it is empty" });
  const handle = await open(path);
  const head2 = Buffer.alloc(Math.min(bytes, HEAD_BYTES));
  await handle.read(head2, 0, head2.length, 0);
  await handle.close();
  const kind = await kindOfContent(bytes > HEAD_BYTES ? withoutTail(head2) : head2);
  if (kind === "text/plain") return /^\s*[{[]/.test(head2.toString("utf8")) ? "json" : "text";
  if (kind === "application/json") return "json";
  if (kind === "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet" || kind === "application/zip")
    return "workbook";
  throw ProblemError.of("FILE_NOT_THAT_TYPE", {
    file: file2,
    wanted: "a CSV file, an XLSX workbook or a JSON document",
    found: kind === void 0 ? "its content is of no known kind" : `its content is ${kind}`
  });
}
var withoutTail = (head2) => {
  let end = head2.length;
  while (end > 0 && (head2[end - 1] ?? 0) >= 128) end--;
  return head2.subarray(0, end);
};

// src/library/model.routes.ts
import { Router as Router7 } from "express";
function modelRoutes(library2) {
  const router = Router7();
  router.get("/:id", async (req, res) => {
    res.json(await library2.model(req.params.id));
  });
  router.get("/:id/versions", async (req, res) => {
    res.json(await viewOf(library2, req.params.id));
  });
  router.get("/:id/file", async (req, res) => {
    const model = await library2.model(req.params.id);
    res.attachment(`${model.id}.json`).type("json").send(`${JSON.stringify(modelFile(model), null, 2)}
`);
  });
  router.post("/", async (req, res) => {
    const { id: id2, file: file2 } = bodyOf(importModelRequest, req);
    const { model } = checked(engineModelFile, file2);
    await library2.execute(id2, { type: "importModel", model }, actorOf(res));
    res.status(201).json({ model });
  });
  router.post("/new", async (req, res) => {
    const { id: id2, file: file2 } = bodyOf(newModelRequest, req);
    const { model } = checked(engineModelFile, file2);
    const there = Object.values((await library2.state()).models).map((each) => each.model);
    const made = { ...model, id: unusedId(there, idOf(model.name)) };
    await library2.execute(id2, { type: "importModel", model: made, isNew: true }, actorOf(res));
    res.status(201).json({ model: made });
  });
  router.post("/:id/draft", async (req, res) => {
    const { id: id2, file: file2, seen } = bodyOf(draftModelRequest, req);
    const { model } = checked(engineModelFile, file2);
    if (model.id !== req.params.id)
      throw ProblemError.of("BODY_WRONG", {
        path: "file.model.id",
        message: "A version keeps the id of its model"
      });
    await library2.execute(id2, { type: "draftModel", model, seen }, actorOf(res));
    res.status(201).json({ model });
  });
  router.post("/:id/draft/drop", async (req, res) => {
    const { id: id2, reason: reason2 } = bodyOf(dropModelDraftRequest, req);
    await library2.execute(id2, { type: "dropModelDraft", model: req.params.id, reason: reason2 }, actorOf(res));
    res.status(201).json({ model: { id: req.params.id } });
  });
  router.post("/:id/check", async (req, res) => {
    const { id: id2, digest } = bodyOf(checkModelRequest, req);
    await library2.execute(id2, { type: "checkModel", model: req.params.id, digest }, actorOf(res));
    res.status(201).json({ model: { id: req.params.id } });
  });
  router.post("/:id/publish", async (req, res) => {
    const { id: id2 } = bodyOf(publishModelRequest, req);
    await library2.execute(id2, { type: "publishModel", model: req.params.id }, actorOf(res));
    res.status(201).json({ model: { id: req.params.id } });
  });
  return router;
}
async function viewOf(library2, id2) {
  const state = await library2.state();
  const kept = own(state.models, id2);
  if (kept === void 0) throw ProblemError.of("MODEL_UNKNOWN", { model: id2 });
  const { version: version2, digest, model, earlier, draft } = kept;
  return {
    ...{ version: version2, digest, model, earlier },
    draft: draft === void 0 ? null : {
      ...{ digest: draft.digest, model: draft.model, writers: draft.writers },
      ...{ by: draft.draftedBy.by, at: draft.draftedBy.at },
      checked: draft.checked === void 0 ? null : {
        ...{ by: draft.checked.by, at: draft.checked.at },
        samePerson: draft.checked.samePerson
      },
      rowsLost: rowsLost(library2, state, draft.model)
    },
    jobs: await jobsOf(library2, kept),
    characteristics: library2.characteristics(state)
  };
}
function rowsLost(library2, state, { id: id2, layout }) {
  const ids = {
    groove: new Set(layout.grooves.map((each) => each.id)),
    member: new Set(layout.grooves.flatMap(({ members }) => members.map((each) => each.id))),
    station: new Set(layout.stations.map((each) => each.id))
  };
  return currentRevisions(state, library2.today()).filter(({ revision }) => revision.appliesTo.models?.includes(id2) === true).flatMap(({ revision, rows }) => {
    const added2 = new Set(rows.flatMap(({ rule: rule2, station }) => rule2?.kind === "station" ? [station] : []));
    return rows.filter(({ rule: rule2 }) => rule2?.kind !== "station").filter(
      (row) => FIT_AXES.some((axis) => {
        const named2 = row[axis];
        return named2 !== void 0 && !ids[axis].has(named2) && !(axis === "station" && added2.has(named2));
      })
    ).map(({ label }) => ({ document: revision.id, row: label }));
  });
}
async function jobsOf({ services }, kept) {
  const open2 = (await projectionStore.openJobs(services.db.read)).filter(
    ({ model }) => model === kept.model.id
  );
  return Promise.all(
    open2.map(async ({ jobId, number: number2 }) => {
      const job = await services.ledger.state(jobChain(jobId));
      const pin = job === void 0 ? void 0 : currentPin(job);
      return {
        ...{ jobId, number: number2 },
        version: pin === void 0 ? null : versionPinned(kept, pin.model)?.version ?? null
      };
    })
  );
}

// src/library/library.service.ts
import { randomUUID as randomUUID5 } from "node:crypto";

// src/library/grid/foreign-files.ts
var LIMITS2 = { milliseconds: 2e4, megabytes: 384, waiting: 8 };
var ForeignFiles = class {
  constructor(limits2 = LIMITS2) {
    this.limits = limits2;
  }
  limits;
  worker;
  last = Promise.resolve();
  waiting = 0;
  /** @throws ProblemError of the file, FILE_TOO_MUCH, TOO_MANY_REQUESTS where too many wait */
  async read(kind, asks) {
    if (this.waiting >= this.limits.waiting) throw ProblemError.of("TOO_MANY_REQUESTS", {});
    this.waiting++;
    const turn = this.last.then(() => this.ask({ kind, asks }, asks.name));
    this.last = turn.catch(() => void 0);
    try {
      return await turn;
    } finally {
      this.waiting--;
    }
  }
  async close() {
    const { worker } = this;
    this.worker = void 0;
    await worker?.terminate();
  }
  async ask(task, file2) {
    const worker = this.started();
    const { milliseconds, megabytes } = this.limits;
    const tooLong = `it took longer than ${milliseconds / 1e3} seconds`;
    worker.ref();
    const answer = await askThread(worker, task, file2, { milliseconds, megabytes, tooLong }).catch((error) => {
      if (this.worker === worker) void this.close();
      throw error;
    }).finally(() => {
      worker.unref();
    });
    if (answer.ok) return answer.value;
    if ("problem" in answer) throw ProblemError.again(answer.problem);
    throw ProblemError.of("FILE_NOT_TEXT", { file: file2, because: answer.because });
  }
  started() {
    const resourceLimits = { maxOldGenerationSizeMb: this.limits.megabytes };
    if (this.worker === void 0) {
      const thread = { name: "foreign-file.worker", source: "library/grid/foreign-file.worker.ts" };
      this.worker = startThread(thread, { resourceLimits });
      this.worker.on("error", () => void 0);
    }
    return this.worker;
  }
};
var foreignFiles = new ForeignFiles();

// src/library/library.service.ts
var Library = class {
  constructor(services) {
    this.services = services;
  }
  services;
  /** What somebody sent is read in a thread of its own. */
  files = foreignFiles;
  async state() {
    return await this.services.ledger.state(LIBRARY) ?? EMPTY_LIBRARY;
  }
  today() {
    return this.services.clock.now().slice(0, 10);
  }
  /** @param keep puts on the disk what the event speaks of, once it is decided that there will be one */
  async execute(id2, command, by, { isLarge = false, keep } = {}) {
    const { ledger, catalogue } = this.services;
    await ledger.state(PEOPLE);
    return ledger.execute({
      id: id2,
      chain: LIBRARY,
      by,
      body: command,
      isLarge,
      decide: (now = EMPTY_LIBRARY, at) => {
        const events = orThrow(
          decideLibrary(now, command, {
            by,
            at,
            secondPerson: ledger.known(PEOPLE)?.shop?.secondPerson ?? "required",
            shipped: catalogue.characteristics,
            shippedRoutes: catalogue.routes
          })
        );
        keep?.();
        return events;
      }
    });
  }
  /** The same for a command that nobody but this server sends. */
  async run(command, by) {
    return this.execute(randomUUID5(), command, by, { isLarge: true });
  }
  /** @throws ProblemError REVISION_UNKNOWN */
  async revision(id2) {
    const kept = own((await this.state()).revisions, id2);
    if (kept === void 0) throw ProblemError.of("REVISION_UNKNOWN", { revision: id2 });
    return kept;
  }
  /** @throws ProblemError MODEL_UNKNOWN */
  async model(id2) {
    const found = own((await this.state()).models, id2)?.model;
    if (found === void 0) throw ProblemError.of("MODEL_UNKNOWN", { model: id2 });
    return found;
  }
  characteristics(state) {
    return [...this.services.catalogue.characteristics, ...Object.values(state.characteristics)];
  }
  policy(state, model) {
    return policyOf(state, model.engineClass, this.services.catalogue.policyFor);
  }
  standing(state, kept) {
    const on = this.today();
    return revisionState(kept, currentRevisions(state, on), on);
  }
  /** The models that a document speaks of, with the stations that documents in force have added to them. */
  modelsOf(state, { revision }) {
    return Object.values(state.models).map(({ model }) => model).filter(({ id: id2 }) => revision.appliesTo.models?.includes(id2) !== false).map((model) => this.withStations(state, model, revision.number));
  }
  /**
   * A model with the stations that documents in force have added to it.
   * @param except the number of a document that does not count: a row may not rest on what its own document adds
   */
  withStations(state, model, except) {
    const about = currentRevisions(state, this.today()).filter(
      ({ revision }) => revision.number !== except && revision.appliesTo.models?.includes(model.id) !== false
    );
    return addByDocuments(
      { model, characteristics: [] },
      {
        documents: about.map((each) => each.revision),
        rows: about.flatMap(({ rows }) => rows.map((row) => ({ ...row, appliesTo: {} }))),
        policy: this.policy(state, model),
        context: {}
      }
    ).model;
  }
};

// src/library/revision.routes.ts
import { createHash as createHash2 } from "node:crypto";
import { Router as Router8 } from "express";
import * as z7 from "zod";

// src/platform/write-table.ts
import { stringify } from "csv-stringify/sync";
import ExcelJS from "exceljs";
import { unzipSync, zipSync } from "fflate";
var writeCsv = ({ header, lines }) => stringify([header.map(escapeFormula), ...lines.map((cells) => cells.map(escapeFormula))], {
  record_delimiter: "\r\n"
});
var ZIP_DAY = /* @__PURE__ */ new Date("2000-01-01T00:00:00Z");
async function writeXlsx(name2, { header, lines }) {
  const workbook = new ExcelJS.Workbook();
  workbook.created = ZIP_DAY;
  workbook.modified = ZIP_DAY;
  const sheet = workbook.addWorksheet(name2.replace(/[\\/?*[\]:]/g, " ").slice(0, 31));
  for (const cells of [header, ...lines]) {
    const row = sheet.addRow(cells.map(escapeFormula));
    row.eachCell((cell) => {
      cell.numFmt = "@";
    });
  }
  sheet.getRow(1).font = { bold: true };
  const bytes = new Uint8Array(await workbook.xlsx.writeBuffer());
  return zipSync(unzipSync(bytes), { mtime: ZIP_DAY });
}

// src/library/revision.routes.ts
function revisionRoutes(library2) {
  const router = Router8();
  const attachments = new Attachments(`${library2.services.folder}/files`);
  router.post("/", async (req, res) => {
    const { id: id2, revision } = bodyOf(draftRevisionRequest, req);
    const drafted2 = statementOf(revision);
    await library2.execute(id2, { type: "draftRevision", revision: drafted2 }, actorOf(res));
    res.status(201).json({ revision: drafted2 });
  });
  router.get("/:id", async (req, res) => {
    const state = await library2.state();
    res.json(viewOf2(library2, state, await library2.revision(req.params.id)));
  });
  router.put("/:id", async (req, res) => {
    const { id: id2, revision } = bodyOf(draftRevisionRequest, req);
    const amended = statementOf(revision);
    if (amended.id !== req.params.id)
      throw ProblemError.of("BODY_WRONG", {
        path: "number",
        message: "A number and a revision do not change: draft another"
      });
    await library2.execute(id2, { type: "amendDraft", revision: amended }, actorOf(res));
    res.json({ revision: amended });
  });
  router.put("/:id/rows", async (req, res) => {
    const { id: id2, header, lines } = bodyOf(sheetRowsRequest, req);
    const state = await library2.state();
    const kept = await library2.revision(req.params.id);
    const table2 = readLimitTable({
      revision: kept.revision.id,
      header,
      lines: lines.map((cells, i) => ({ line: i + 1, cells: textCells(cells) })),
      models: library2.modelsOf(state, kept),
      characteristics: library2.characteristics(state)
    });
    if (!table2.ok) {
      const errors = table2.errors.map(({ line, column, fault }) => ({
        line,
        column,
        message: cellWords(fault)
      }));
      throw ProblemError.of("TABLE_WRONG", { errors: errors.length, file: "the sheet" }, errors);
    }
    const sha2562 = createHash2("sha256").update(JSON.stringify([header, ...lines])).digest("hex");
    const file2 = { name: "written in the sheet", sha256: sha2562 };
    await library2.execute(
      id2,
      { type: "importRows", revision: kept.revision.id, file: file2, rows: table2.rows },
      actorOf(res)
    );
    res.json({ rows: table2.rows.length });
  });
  router.post("/:id/files", rawBody(LARGEST_ATTACHMENT), async (req, res) => {
    const { command, name: name2 } = checked(
      z7.object({ command: z7.uuid(), name: z7.string().min(1).max(200) }),
      req.query
    );
    await library2.revision(req.params.id);
    const bytes = bytesOf(req);
    const file2 = await lookAtAttachment(name2, bytes);
    const keep = () => {
      attachments.keep(file2, bytes);
    };
    const attach = { type: "attachFile", revision: req.params.id, file: file2 };
    await library2.execute(command, attach, actorOf(res), { keep });
    res.status(201).json({ file: file2 });
  });
  router.get("/:id/files/:sha256", async (req, res) => {
    const kept = await library2.revision(req.params.id);
    const file2 = kept.attachments.find(({ sha256: sha2562 }) => sha2562 === req.params.sha256);
    if (file2 === void 0) throw ProblemError.of("NOT_FOUND", { path: req.params.sha256 });
    res.attachment(file2.name).type(file2.mime).set("Content-Security-Policy", "default-src 'none'; sandbox").send(Buffer.from(attachments.read(file2.sha256)));
  });
  router.post("/:id/check", async (req, res) => {
    const { id: id2, digest } = bodyOf(checkRevisionRequest, req);
    await library2.execute(id2, { type: "checkRevision", revision: req.params.id, digest }, actorOf(res));
    res.status(201).json({ revision: req.params.id });
  });
  router.post("/:id/publish", async (req, res) => {
    const { id: id2 } = bodyOf(publishRevisionRequest, req);
    await library2.execute(id2, { type: "publishRevision", revision: req.params.id }, actorOf(res));
    res.status(201).json({ revision: req.params.id });
  });
  router.post("/:id/withdraw", async (req, res) => {
    const { id: id2, reason: reason2, then } = bodyOf(withdrawRevisionRequest, req);
    await library2.execute(
      id2,
      { type: "withdrawRevision", revision: req.params.id, reason: reason2, then },
      actorOf(res)
    );
    res.status(201).json({ revision: req.params.id });
  });
  router.post("/:id/drop", async (req, res) => {
    const { id: id2, reason: reason2 } = bodyOf(reasonRequest, req);
    await library2.execute(id2, { type: "dropDraft", revision: req.params.id, reason: reason2 }, actorOf(res));
    res.status(201).json({ revision: req.params.id });
  });
  router.get("/:id/used", async (req, res) => {
    await library2.revision(req.params.id);
    res.json(await usedView(library2, req.params.id));
  });
  router.get("/:id/export", async (req, res) => {
    const { as } = checked(z7.object({ as: z7.enum(["csv", "xlsx", "json"]) }), req.query);
    const { revision, rows, attachments: files } = await library2.revision(req.params.id);
    const name2 = revision.id.replaceAll(/[ /]/g, "-");
    const table2 = writeLibraryTable([{ revision, rows }]);
    if (as === "csv") {
      res.attachment(`${name2}.csv`).type("text/csv; charset=utf-8").send(writeCsv(table2));
      return;
    }
    if (as === "xlsx") {
      res.attachment(`${name2}.xlsx`).send(Buffer.from(await writeXlsx(revision.id, table2)));
      return;
    }
    const file2 = documentFile.parse({
      format: "oak-gate/document",
      version: 1,
      revision,
      rows,
      attachments: files.map((each) => ({
        ...each,
        content: Buffer.from(attachments.read(each.sha256)).toString("base64")
      }))
    });
    res.attachment(`${name2}.json`).type("json").send(`${JSON.stringify(file2, null, 2)}
`);
  });
  return router;
}
function statementOf(form) {
  const { number: number2, revision, title: title2, kind, issued, effective } = form;
  const some = (items) => items.length === 0 ? void 0 : items;
  return present({
    id: revisionId(number2, revision),
    number: number2,
    revision,
    title: title2.trim(),
    kind,
    issued,
    effective,
    appliesTo: present({
      models: form.models,
      serialFrom: form.serialFrom ?? void 0,
      serialTo: form.serialTo ?? void 0,
      partNumbers: some(form.partNumbers),
      oversizes: some(form.oversizes),
      pistonMaterials: some(form.pistonMaterials),
      duties: some(form.duties),
      buildFrom: form.buildFrom ?? void 0,
      buildTo: form.buildTo ?? void 0,
      partStates: some(form.partStates)
    }),
    supersedes: some(form.supersedes),
    partsMaker: form.partsMaker.trim() === "" ? void 0 : form.partsMaker.trim(),
    notes: form.notes.trim() === "" ? void 0 : form.notes.trim(),
    cautions: some(form.cautions.map((each) => each.trim()).filter((each) => each !== ""))
  });
}
function viewOf2(library2, state, kept) {
  const on = library2.today();
  const current = currentRevisions(state, on);
  const stamp = (given) => given ?? null;
  const { revision, rows, file: file2, draftedBy, writers, checked: check4, published, withdrawn } = kept;
  return {
    revision,
    state: revisionState(kept, current, on),
    rows,
    file: file2 ?? null,
    attachments: kept.attachments,
    drafted: draftedBy,
    writers,
    digest: revisionDigest(kept),
    checked: stamp(check4),
    published: stamp(published),
    withdrawn: stamp(withdrawn),
    models: library2.modelsOf(state, kept),
    characteristics: library2.characteristics(state),
    siblings: Object.values(state.revisions).filter((each) => each.revision.number === revision.number).sort((a, b) => isLater(a, b) ? -1 : 1).map((each) => ({
      id: each.revision.id,
      revision: each.revision.revision,
      effective: each.revision.effective,
      state: revisionState(each, current, on)
    })),
    beyond: published === void 0 ? beyondLimits(library2, state, kept) : []
  };
}
function beyondLimits(library2, state, draft) {
  const on = library2.today();
  const measured = new Set(draft.rows.map(({ characteristic: characteristic2 }) => characteristic2));
  const characteristics = library2.characteristics(state).filter(({ id: id2 }) => measured.has(id2));
  const revisions = currentRevisions(state, on);
  return library2.modelsOf(state, draft).flatMap((model) => {
    const policy = library2.policy(state, model);
    return targetsBeyond(draft, { on, model, characteristics, revisions, policy }).map(
      ({ row, fit, bound }) => `${row}: its ${bound} for ${placeInJob({ model, characteristics }, fit)} on ${model.maker} ${model.name}`
    );
  });
}
var jobRef = ({ jobId, number: number2, serial, modelName, sealedAt }) => ({
  jobId,
  number: number2,
  serial,
  modelName,
  sealedAt
});
async function usedView(library2, revision) {
  const { read } = library2.services.db;
  const byRow = /* @__PURE__ */ new Map();
  for (const { row, job } of await projectionStore.jobsOfRows(read, revision))
    byRow.set(row, [...byRow.get(row) ?? [], jobRef(job)]);
  return {
    pinned: (await projectionStore.jobsOfDocument(read, revision)).map(jobRef),
    rows: [...byRow].map(([row, jobs]) => ({ row, jobs }))
  };
}

// src/library/route.routes.ts
import { Router as Router9 } from "express";
function routeRoutes(library2) {
  const router = Router9();
  router.get("/", async (_req, res) => {
    const state = await library2.state();
    const shipped = library2.services.catalogue.routes;
    const view = {
      routes: routesOf(shipped, state).map((route2) => ({
        route: route2,
        digest: digestOf(route2),
        ours: own(state.routes, route2.id) !== void 0,
        ships: shipped.some(({ id: id2 }) => id2 === route2.id)
      }))
    };
    res.json(view);
  });
  router.post("/", async (req, res) => {
    const { id: id2, route: route2, seen, reason: reason2 } = bodyOf(keepRouteRequest, req);
    await library2.execute(id2, { type: "keepRoute", route: route2, seen, reason: reason2 }, actorOf(res));
    res.status(201).json({ route: { id: route2.id } });
  });
  router.post("/put-away", async (req, res) => {
    const { id: id2, route: route2, reason: reason2 } = bodyOf(putRouteAwayRequest, req);
    await library2.execute(id2, { type: "putRouteAway", route: route2, reason: reason2 }, actorOf(res));
    res.status(201).json({ route: { id: route2 } });
  });
  return router;
}

// src/library/samples.routes.ts
import { createHash as createHash3, randomUUID as randomUUID6 } from "node:crypto";
import { existsSync } from "node:fs";
import { Router as Router10 } from "express";
function sampleRoutes(library2) {
  const router = Router10();
  let read;
  const samples = () => {
    const folder = library2.services.samples;
    if (!existsSync(folder)) throw ProblemError.of("NOT_FOUND", { path: folder });
    return read ??= readDemo(folder);
  };
  const models = () => samples().models.map((file2) => ({ file: file2, ...checked(engineModelFile, file2) }));
  router.get("/", async (_req, res) => {
    const state = await library2.state();
    const view = {
      models: models().map(({ model }) => ({
        ...{ id: model.id, maker: model.maker, name: model.name, engineClass: model.engineClass },
        cylinders: model.layout.cylinders.length,
        taken: Object.values(state.models).some(
          (each) => each.model.maker === model.maker && each.model.name === model.name
        )
      })),
      documents: samples().documents.map(({ revision }) => {
        const id2 = revisionId(revision.number, revision.revision);
        return {
          ...{ id: id2, title: revision.title, kind: revision.kind, models: revision.models },
          missing: revision.models.filter((model) => own(state.models, model) === void 0),
          taken: own(state.revisions, id2) !== void 0
        };
      }),
      instruments: samples().instruments.map(({ calibratedOn: _, dueOn: __, ...each }) => each)
    };
    res.json(view);
  });
  router.get("/models/:id", (req, res) => {
    const found = models().find(({ model }) => model.id === req.params.id);
    if (found === void 0) throw ProblemError.of("MODEL_UNKNOWN", { model: req.params.id });
    res.json(found.file);
  });
  router.post("/documents/:id/take", async (req, res) => {
    const { id: id2 } = bodyOf(takeSampleRequest, req);
    const by = actorOf(res);
    const found = samples().documents.find(
      ({ revision: revision2 }) => revisionId(revision2.number, revision2.revision) === req.params.id
    );
    if (found === void 0) throw ProblemError.of("REVISION_UNKNOWN", { revision: req.params.id });
    const today = library2.today();
    const revision = statementOf({ ...found.revision, issued: today, effective: today });
    const state = await library2.state();
    const unknown2 = found.revision.models.find((model) => own(state.models, model) === void 0);
    if (unknown2 !== void 0) throw ProblemError.of("MODEL_UNKNOWN", { model: unknown2 });
    const upload = createHash3("sha256").update(found.table).digest("hex");
    const { rows } = await library2.files.read("rows", {
      ...{ revision: revision.id, upload, name: found.rows, bytes: found.table, by: by.name },
      ...{ sheet: 0, mapping: null, answers: {}, ownOnly: true, remembered: void 0 },
      models: library2.modelsOf(state, { revision }),
      characteristics: library2.characteristics(state)
    });
    await library2.execute(id2, { type: "draftRevision", revision }, by);
    const file2 = { name: found.rows, sha256: upload };
    await library2.execute(randomUUID6(), { type: "importRows", revision: revision.id, file: file2, rows }, by);
    res.status(201).json({ revision: { id: revision.id } });
  });
  return router;
}

// src/library/search.ts
var MOST_FOUND = 240;
var MOST_SHOWN = 30;
var STATE_ORDER = [
  "current",
  "published",
  "checked",
  "draft",
  "superseded",
  "withdrawn"
];
async function searchLibrary(library2, asked) {
  const words = wordsAsked(asked);
  if (words.length === 0) return { hits: [], more: false };
  const state = await library2.state();
  const on = library2.today();
  const current = currentRevisions(state, on);
  const standing = (id2) => {
    const kept = own(state.revisions, id2);
    return kept === void 0 ? void 0 : revisionState(kept, current, on);
  };
  const found = await projectionStore.search(library2.services.db.read, words, MOST_FOUND);
  const documents = found.documents.flatMap((id2) => {
    const kept = own(state.revisions, id2);
    const stands = standing(id2);
    if (kept === void 0 || stands === void 0) return [];
    return [
      { kind: "document", title: id2, detail: kept.revision.title, link: documentLink(id2), state: stands }
    ];
  });
  const rows = found.rows.flatMap(({ id: id2, revision }) => {
    const row = own(state.revisions, revision)?.rows.find((each) => each.id === id2);
    const stands = standing(revision);
    return row === void 0 || stands === void 0 ? [] : [rowHit(library2, state, row, revision, stands)];
  });
  const inForce = (a, b) => order(a) - order(b);
  const hits = [
    ...registers(library2, state, words),
    ...documents.sort(inForce).slice(0, MOST_SHOWN),
    ...rows.sort(inForce)
  ];
  return {
    hits: hits.slice(0, MOST_SHOWN),
    more: hits.length > MOST_SHOWN || found.rows.length === MOST_FOUND || found.documents.length === MOST_FOUND
  };
}
var order = ({ state }) => state === null ? -1 : STATE_ORDER.indexOf(state);
var documentLink = (id2) => `/library/${encodeURIComponent(id2)}`;
function rowHit(library2, state, row, revision, stands) {
  const kept = own(state.revisions, revision);
  const model = own(state.models, kept?.revision.appliesTo.models?.[0] ?? "")?.model;
  const { what, ring, station } = fitWords(row, library2.characteristics(state), model?.layout);
  return {
    kind: "row",
    title: [what, ring, station].filter((part) => part !== "").join(", "),
    detail: `${rowStatement(row)}, ${row.id}`,
    link: `${documentLink(revision)}?row=${encodeURIComponent(row.label)}`,
    state: stands
  };
}
function registers(library2, state, words) {
  const suits = (text) => {
    const parts = wordsAsked(text);
    return words.every((word) => parts.some((part) => part.startsWith(word)));
  };
  const models = Object.values(state.models).filter(({ model }) => suits(`${model.id} ${model.maker} ${model.name} ${model.engineClass}`)).map(({ model }) => ({
    kind: "model",
    title: `${model.maker} ${model.name}`,
    detail: `${model.layout.cylinders.length} cylinders, ${model.engineClass}`,
    link: `/library/governs?model=${encodeURIComponent(model.id)}`,
    state: null
  }));
  const characteristics = library2.characteristics(state).filter(({ id: id2, name: name2, measures }) => suits(`${id2} ${name2} ${measures ?? ""}`)).map(({ id: id2, name: name2, measures }) => ({
    kind: "characteristic",
    title: name2,
    detail: measures ?? id2,
    link: `/library/governs?characteristic=${encodeURIComponent(id2)}`,
    state: null
  }));
  return [...models, ...characteristics].slice(0, 8);
}

// src/library/table.routes.ts
import { createHash as createHash4 } from "node:crypto";
import { Router as Router11 } from "express";
import * as z9 from "zod";

// src/library/mapping.store.ts
import { asc, eq } from "drizzle-orm";
import * as z8 from "zod";
var mappingStore = {
  async of(db, maker) {
    const [row] = await db.read.select().from(importMapping).where(eq(importMapping.maker, maker));
    if (row === void 0) return void 0;
    const mapping = tableMapping.safeParse(JSON.parse(row.mapping));
    const header = z8.array(z8.string()).safeParse(JSON.parse(row.header));
    return mapping.success && header.success ? { mapping: mapping.data, header: header.data } : void 0;
  },
  async makers(db) {
    const rows = await db.read.select({ maker: importMapping.maker }).from(importMapping).orderBy(asc(importMapping.maker));
    return rows.map(({ maker }) => maker);
  },
  async keep(db, maker, { mapping, header }, at) {
    const row = { maker, mapping: JSON.stringify(mapping), header: JSON.stringify(header), savedAt: at };
    await db.write(
      (tx) => tx.insert(importMapping).values(row).onConflictDoUpdate({ target: importMapping.maker, set: row })
    );
  }
};

// src/library/uploads.ts
import { existsSync as existsSync2, mkdirSync as mkdirSync2, readFileSync as readFileSync2, readdirSync as readdirSync2, rmSync as rmSync2, statSync, writeFileSync } from "node:fs";
import { join as join3 } from "node:path";
var UPLOAD = /^[0-9a-f]{64}$/;
var KEPT_MS = 24 * 3600 * 1e3;
var Uploads = class {
  constructor(folder) {
    this.folder = folder;
  }
  folder;
  put(sha2562, name2, bytes, now) {
    mkdirSync2(this.folder, { recursive: true });
    for (const file2 of readdirSync2(this.folder)) {
      const path = join3(this.folder, file2);
      if (statSync(path).mtimeMs < Date.parse(now) - KEPT_MS) rmSync2(path, { force: true });
    }
    writeFileSync(join3(this.folder, sha2562), bytes);
    writeFileSync(join3(this.folder, `${sha2562}.name`), name2);
  }
  /** @throws ProblemError UPLOAD_UNKNOWN */
  get(upload) {
    const path = join3(this.folder, upload);
    if (!UPLOAD.test(upload) || !existsSync2(path)) throw ProblemError.of("UPLOAD_UNKNOWN", { upload });
    return { name: readFileSync2(`${path}.name`, "utf8"), bytes: readFileSync2(path) };
  }
};

// src/library/table.routes.ts
var LARGEST_TABLE = "8mb";
function tableRoutes(library2) {
  const router = Router11();
  const { files } = library2;
  const { db, clock: clock2, folder } = library2.services;
  const uploads = new Uploads(`${folder}/uploads`);
  const question = async (revision, file2, how, by, maker = "") => {
    const state = await library2.state();
    const kept = await library2.revision(revision);
    return {
      revision,
      ...file2,
      ...how,
      by,
      models: library2.modelsOf(state, kept),
      characteristics: library2.characteristics(state),
      remembered: maker === "" ? void 0 : await mappingStore.of(db, maker)
    };
  };
  const AS_IT_IS = { sheet: 0, mapping: null, answers: {} };
  const name2 = z9.string().min(1).max(200);
  router.get("/makers", async (_req, res) => {
    res.json({ makers: await mappingStore.makers(db) });
  });
  router.post("/:id/rows", rawBody(LARGEST_TABLE), async (req, res) => {
    const query = checked(z9.object({ command: z9.uuid(), name: name2 }), req.query);
    const bytes = bytesOf(req);
    const sha2562 = createHash4("sha256").update(bytes).digest("hex");
    const sent = { upload: sha2562, name: query.name, bytes };
    const asked = await question(req.params.id, sent, AS_IT_IS, actorOf(res).name);
    const { rows } = await files.read("rows", { ...asked, ownOnly: true });
    const file2 = { name: query.name, sha256: sha2562 };
    await library2.execute(
      query.command,
      { type: "importRows", revision: req.params.id, file: file2, rows },
      actorOf(res)
    );
    res.status(201).json({ rows: rows.length });
  });
  router.post("/:id/table", rawBody(LARGEST_TABLE), async (req, res) => {
    const query = checked(z9.object({ name: name2, maker: z9.string().max(120).default("") }), req.query);
    const bytes = bytesOf(req);
    const upload = createHash4("sha256").update(bytes).digest("hex");
    const sent = { upload, name: query.name, bytes };
    const asked = await question(req.params.id, sent, AS_IT_IS, actorOf(res).name, query.maker);
    const preview = await files.read("preview", asked);
    uploads.put(upload, query.name, bytes, clock2.now());
    res.status(201).json(preview);
  });
  router.post("/:id/table/:upload/read", async (req, res) => {
    const how = bodyOf(readTableRequest, req);
    const file2 = { upload: req.params.upload, ...uploads.get(req.params.upload) };
    res.json(await files.read("preview", await question(req.params.id, file2, how, actorOf(res).name)));
  });
  router.post("/:id/table/:upload/take", async (req, res) => {
    const { id: id2, maker, ...how } = bodyOf(takeTableRequest, req);
    const sent = uploads.get(req.params.upload);
    const asked = await question(
      req.params.id,
      { upload: req.params.upload, ...sent },
      how,
      actorOf(res).name
    );
    const { rows, mapping, header } = await files.read("rows", asked);
    const file2 = { name: sent.name, sha256: req.params.upload };
    await library2.execute(id2, { type: "importRows", revision: req.params.id, file: file2, rows }, actorOf(res));
    if (maker.trim() !== "" && mapping !== void 0)
      await mappingStore.keep(db, maker.trim(), { mapping, header }, clock2.now());
    res.status(201).json({ rows: rows.length });
  });
  return router;
}

// src/library/library.routes.ts
var MOST_LISTED = 200;
var UNSAID = { rule: null, coarse: null };
function libraryRoutes(services) {
  const router = Router12();
  const library2 = new Library(services);
  router.get("/", async (req, res) => {
    const { q } = checked(z10.object({ q: z10.string().max(200).default("") }), req.query);
    res.json(listView(library2, await library2.state(), q));
  });
  router.get("/search", async (req, res) => {
    const { q } = checked(z10.object({ q: z10.string().max(200).default("") }), req.query);
    res.json(await searchLibrary(library2, q));
  });
  router.get("/governs", async (req, res) => {
    res.json(await governsView(library2, checked(governsRequest, req.query)));
  });
  router.post("/characteristics", async (req, res) => {
    const { id: id2, characteristic: characteristic2 } = bodyOf(defineCharacteristicRequest, req);
    const defined = {
      parts: [],
      stateOf: characteristic2.parts?.[0] ?? "bore",
      tools: [],
      questions: [],
      allowNegative: false,
      ...characteristic2
    };
    await library2.execute(id2, { type: "defineCharacteristic", characteristic: defined }, actorOf(res));
    res.status(201).json({ characteristic: defined });
  });
  router.post("/characteristics/temperatures", async (req, res) => {
    const { id: id2, characteristic: characteristic2, asked } = bodyOf(askTemperaturesRequest, req);
    await library2.execute(id2, { type: "askTemperatures", characteristic: characteristic2, asked }, actorOf(res));
    res.status(201).json({ characteristic: characteristic2, asked });
  });
  router.post("/characteristics/second-look", async (req, res) => {
    const { id: id2, ...asked } = bodyOf(askSecondLookRequest, req);
    await library2.execute(id2, { type: "askSecondLook", ...asked }, actorOf(res));
    res.status(201).json(asked);
  });
  router.post("/characteristics/notes", async (req, res) => {
    const { id: id2, note } = bodyOf(noteCheckRequest, req);
    await library2.execute(id2, { type: "noteCheck", note: { ...note, id: id2 } }, actorOf(res));
    res.status(201).json({ id: id2 });
  });
  router.post("/characteristics/notes/taken-back", async (req, res) => {
    const { id: id2, note, reason: reason2 } = bodyOf(takeBackCheckNoteRequest, req);
    await library2.execute(id2, { type: "takeBackCheckNote", note, reason: reason2 }, actorOf(res));
    res.status(201).json({ note });
  });
  router.get("/characteristics/:id/notes", async (req, res) => {
    const state = await library2.state();
    const notes = notesOf(library2, state, req.params.id);
    res.json(notes);
  });
  router.post("/judging", async (req, res) => {
    const { id: id2, ...said } = bodyOf(setJudgingRequest, req);
    await library2.execute(id2, { type: "setJudging", ...said }, actorOf(res));
    res.status(201).json(said);
  });
  router.post("/orders", async (req, res) => {
    const { id: id2, engineClass, order: order2, reason: reason2 } = bodyOf(setKindOrderRequest, req);
    await library2.execute(id2, { type: "setKindOrder", engineClass, order: order2, reason: reason2 }, actorOf(res));
    res.status(201).json({ engineClass, order: order2 });
  });
  router.use("/models", modelRoutes(library2));
  router.use("/samples", sampleRoutes(library2));
  router.use("/routes", routeRoutes(library2));
  router.use("/imports", importRoutes(library2));
  router.use("/revisions", tableRoutes(library2));
  router.use("/revisions", revisionRoutes(library2));
  return router;
}
var notesOf = (library2, state, characteristic2) => {
  const current = currentRevisions(state, library2.today());
  return {
    notes: state.checkNotes.filter((each) => each.characteristic === characteristic2).map((each) => {
      const source = each.document === null ? void 0 : own(state.revisions, each.document);
      return {
        ...each,
        sourceState: source === void 0 ? null : revisionState(source, current, library2.today())
      };
    })
  };
};
function listView(library2, state, asked) {
  const on = library2.today();
  const current = currentRevisions(state, on);
  const word = asked.trim().toLowerCase();
  const suiting = Object.values(state.revisions).filter(
    ({ revision }) => `${revision.id} ${revision.title} ${(revision.appliesTo.models ?? []).join(" ")}`.toLowerCase().includes(word)
  );
  const { catalogue } = library2.services;
  return {
    total: suiting.length,
    revisions: suiting.sort(
      ({ revision: a }, { revision: b }) => a.number === b.number ? a.effective < b.effective ? 1 : -1 : a.number < b.number ? -1 : 1
    ).slice(0, MOST_LISTED).map((kept) => ({
      ...kept.revision,
      rowCount: kept.rows.length,
      state: revisionState(kept, current, on)
    })),
    models: Object.values(state.models).map(({ model, digest, version: version2, draft }) => ({
      id: model.id,
      maker: model.maker,
      name: model.name,
      engineClass: model.engineClass,
      cylinders: model.layout.cylinders.length,
      serials: serialExpected(model.serialPattern),
      digest,
      version: version2,
      draft: draft === void 0 ? null : draft.checked === void 0 ? "made" : "checked"
    })),
    characteristics: library2.characteristics(state).map((each) => ({
      ...each,
      ours: Object.hasOwn(state.characteristics, each.id),
      warm: state.temperatures.includes(each.id),
      notes: notesOf(library2, state, each.id).notes,
      looks: own(state.secondLooks, each.id) ?? { asked: false, tolerance: null }
    })),
    orders: ENGINE_CLASSES.map((engineClass) => ({
      engineClass,
      order: own(state.orders, engineClass) ?? catalogue.policyFor(engineClass).order,
      ours: Object.hasOwn(state.orders, engineClass)
    })),
    judging: ["shop", ...ENGINE_CLASSES].map((of) => ({
      of,
      ...own(state.judging, of) ?? UNSAID,
      // What holds for every class that says nothing of its own.
      holds: of === "shop" ? judgingOf({ shop: own(state.judging, "shop") ?? UNSAID }, "aircraft") : judgingOf(state.judging, of)
    })),
    routes: routesOf(catalogue.routes, state).map(({ id: id2, covers, classes }) => ({
      id: id2,
      covers,
      ...classes === void 0 ? {} : { classes }
    }))
  };
}
async function governsView(library2, asked) {
  const state = await library2.state();
  const model = await library2.model(asked.model);
  const on = asked.on === "" ? library2.today() : asked.on;
  const size = (path, text) => {
    if (text.trim() === "") return null;
    const figure3 = figureOf(text.trim(), model.bore.unit);
    if (figure3 !== void 0 && isLength(figure3)) return figure3.nm;
    throw ProblemError.of("BODY_WRONG", { path, message: `"${text}" is not a size in ${model.bore.unit}` });
  };
  const said = (text) => text.trim() === "" ? null : text.trim();
  const { context, diameterBasis } = pinContext(
    model,
    {
      serial: asked.serial.trim(),
      oversize: size("oversize", asked.oversize),
      measuredBore: size("measuredBore", asked.measuredBore),
      buildDate: said(asked.buildDate),
      pistonMaterial: said(asked.pistonMaterial),
      ringPartNumber: said(asked.partNumber)
    },
    asked.duty.trim()
  );
  const { duty, ...rest } = context;
  const engine = duty === "" ? rest : context;
  const found = whatIsSaid({ model, revisions: currentRevisions(state, on), engine });
  const rows = found.rows.filter(({ characteristic: characteristic2 }) => characteristic2 === asked.characteristic);
  return {
    model: library2.withStations(state, model),
    characteristics: library2.characteristics(state),
    documents: found.documents,
    rows,
    policy: library2.policy(state, model),
    context: found.context,
    diameterBasis,
    on
  };
}

// src/release/release.routes.ts
import { Router as Router13 } from "express";
import * as z11 from "zod";

// src/release/record-export.ts
async function exportRecord(ledger, jobs, jobId) {
  const state = await jobs.state(jobId);
  const people2 = await ledger.state(PEOPLE);
  const keyId2 = state.seal?.signature.keyId;
  const key2 = people2?.keys.find((each) => each.keyId === keyId2);
  if (state.seal === void 0 || key2 === void 0)
    throw ProblemError.of("NOT_SEALED", { job: state.job.number });
  const { at: _, ...seal2 } = state.seal;
  return {
    format: RECORD_FORMAT,
    version: RECORD_VERSION,
    title: recordTitle(state),
    job: state.id,
    seal: seal2,
    key: key2,
    keyChanges: (people2?.keyChanges ?? []).map(({ from, to, reason: reason2, signatures: signatures2 }) => ({
      from,
      to,
      reason: reason2,
      signatures: signatures2
    })),
    entries: await ledger.entries(jobChain(jobId))
  };
}

// src/release/print-slips.ts
import pdfmake2 from "pdfmake";

// src/release/print-fonts.ts
import { readFileSync as readFileSync3 } from "node:fs";
import { createRequire } from "node:module";
import bidiFactory from "bidi-js";
import * as fontkit from "fontkit";
import pdfmake from "pdfmake";
var { virtualfs } = pdfmake;
var face = (family, folder, file2) => ({
  family,
  folder,
  file: file2,
  weights: ["400Regular", "600SemiBold"]
});
var FACES = [
  face("Barlow", "barlow", "Barlow"),
  face("Plex", "ibm-plex-mono", "IBMPlexMono"),
  face("Noto", "noto-sans", "NotoSans"),
  face("Noto Hebrew", "noto-sans-hebrew", "NotoSansHebrew"),
  face("Noto Arabic", "noto-sans-arabic", "NotoSansArabic"),
  face("Noto Armenian", "noto-sans-armenian", "NotoSansArmenian"),
  face("Noto Georgian", "noto-sans-georgian", "NotoSansGeorgian"),
  face("Noto Devanagari", "noto-sans-devanagari", "NotoSansDevanagari"),
  face("Noto Thai", "noto-sans-thai", "NotoSansThai")
];
var EASTERN = [
  face("Noto Han", "noto-sans-sc", "NotoSansSC"),
  face("Noto Hangul", "noto-sans-kr", "NotoSansKR")
];
var NEEDS_EASTERN = /[\p{Script=Han}\p{Script=Hiragana}\p{Script=Katakana}\p{Script=Hangul}\p{Script=Bopomofo}\u3000-\u303f\uff00-\uffef]/u;
var DEFAULT = "Barlow";
var FIGURES = "Plex";
var loaded = [];
function printFonts(text = "") {
  const needed = NEEDS_EASTERN.test(text) ? [...FACES, ...EASTERN] : FACES;
  const missing = needed.filter(({ family }) => !loaded.some((each) => each.family === family));
  if (missing.length === 0) return loaded;
  const fonts = {};
  for (const each of missing) {
    const [normal, bold] = each.weights.map((weight) => {
      const name2 = `${each.file}-${weight}.ttf`;
      virtualfs.writeFileSync(name2, fileOf(each, weight));
      return name2;
    });
    fonts[each.family] = { normal, bold, italics: normal, bolditalics: bold };
    const font = fontkit.create(fileOf(each, each.weights[0]));
    loaded.push({
      family: each.family,
      has: (codePoint) => "hasGlyphForCodePoint" in font && font.hasGlyphForCodePoint(codePoint)
    });
  }
  pdfmake.addFonts(fonts);
  pdfmake.setUrlAccessPolicy(() => false);
  pdfmake.setLocalAccessPolicy(() => false);
  return loaded;
}
var { resolve } = createRequire(import.meta.url);
var fileOf = ({ folder, file: file2 }, weight) => Buffer.concat([
  readFileSync3(resolve(`@expo-google-fonts/${folder}/${weight}/${file2}_${weight}.ttf`)),
  Buffer.alloc(64)
]);
var SHORT_LINE = 44;
var bidi = bidiFactory();
function spansOf2(text, family = DEFAULT) {
  if (/^[\x20-\x7e]*$/.test(text)) return [{ text, font: family }];
  const lines = PHRASE.test(text) ? shortLines(text) : [text];
  return lines.flatMap((line, i) => [
    ...i === 0 ? [] : [{ text: "\n", font: family }],
    ...inVisualOrder(line).flatMap((part) => inFaces(part, family))
  ]);
}
function shortLines(text) {
  const lines = [];
  let line = "";
  for (const word of text.split(" ")) {
    if (line !== "" && line.length + word.length >= SHORT_LINE) {
      lines.push(line);
      line = word;
    } else line = line === "" ? word : `${line} ${word}`;
  }
  return [...lines, line];
}
var LETTER = "[\\p{Script=Hebrew}\\p{Script=Arabic}\\p{Script=Syriac}\\p{Script=Thaana}]";
var PHRASE = new RegExp(`(${LETTER}(?:[^\\p{L}]*(?:${LETTER}|\\p{M}))*[\\p{Pe}\\p{Pf}]*)`, "u");
var inVisualOrder = (line) => (
  // Every second part is a phrase.
  line.split(PHRASE).flatMap((part, i) => i % 2 === 0 ? [part] : turned(part))
);
function turned(line) {
  const found = bidi.getEmbeddingLevels(line, "rtl");
  const mirrored = bidi.getMirroredCharactersMap(line, found.levels);
  const parts = [];
  for (let at = 0; at < line.length; at++) {
    const level = found.levels[at] ?? 0;
    const letter = mirrored.get(at) ?? line[at] ?? "";
    const last = parts.at(-1);
    const isApart = level % 2 === 1 && (letter === " " || last?.text.endsWith(" ") === true);
    if (last?.level === level && !isApart) last.text += letter;
    else parts.push({ text: letter, level });
  }
  const highest = Math.max(...parts.map(({ level }) => level));
  for (let level = highest; level >= 1; level--) reverseRuns(parts, level);
  return parts.map(({ text }) => text);
}
function reverseRuns(parts, level) {
  for (let from = 0; from < parts.length; from++) {
    let to = from;
    while (to < parts.length && (parts[to]?.level ?? 0) >= level) to++;
    if (to > from) parts.splice(from, to - from, ...parts.slice(from, to).reverse());
    from = to;
  }
}
function inFaces(text, family) {
  const faces = printFonts(text);
  const turning = new RegExp(LETTER, "u").exec(text)?.[0]?.codePointAt(0);
  const order2 = [
    ...turning === void 0 ? [] : faces.filter((each) => each.has(turning)),
    ...faces.filter((each) => each.family === family),
    ...faces.filter((each) => each.family !== FIGURES)
  ];
  const spans = [];
  const put = (letters, font) => {
    const last = spans.at(-1);
    if (last?.font === font) last.text += letters;
    else spans.push({ text: letters, font });
  };
  for (const letter of text) {
    const codePoint = letter.codePointAt(0) ?? 0;
    const last = spans.at(-1)?.font;
    const stays = last !== void 0 && /[\p{M}\p{Zs}\p{P}]/u.test(letter);
    const found = (stays ? order2.find((each) => each.family === last && each.has(codePoint)) : void 0) ?? order2.find((each) => each.has(codePoint));
    if (/\s/.test(letter)) put(letter, last ?? family);
    else if (found === void 0) put(`(U+${codePoint.toString(16).toUpperCase().padStart(4, "0")})`, family);
    else put(letter, found.family);
  }
  return spans;
}
function inEveryScript(content, family = DEFAULT) {
  return set(content, family);
}
function set(node, family) {
  if (typeof node === "string") {
    const text2 = setText(node, family);
    return typeof text2 === "string" ? text2 : { text: text2 };
  }
  if (Array.isArray(node)) return node.map((each) => set(each, family));
  if (typeof node !== "object" || node === null) return node;
  const { font, text, stack, columns, table: table2 } = node;
  const inner = font ?? family;
  return {
    ...node,
    ...text === void 0 ? {} : { text: setText(text, inner) },
    ...stack === void 0 ? {} : { stack: set(stack, inner) },
    ...columns === void 0 ? {} : { columns: set(columns, inner) },
    ...table2 === void 0 ? {} : { table: { ...table2, body: set(table2.body, inner) } }
  };
}
function setText(text, family) {
  if (typeof text === "string") {
    const spans = spansOf2(text, family);
    return spans.every(({ font }) => font === family) && spans.map((each) => each.text).join("") === text ? text : spans;
  }
  if (Array.isArray(text))
    return text.flatMap((part2) => {
      const done2 = setText(part2, family);
      return Array.isArray(done2) ? done2 : [done2];
    });
  if (typeof text !== "object" || text === null) return text;
  const part = text;
  const done = setText(part.text ?? "", part.font ?? family);
  return Array.isArray(done) ? done.map(
    (span) => typeof span === "string" ? { ...part, text: span } : { ...part, ...span }
  ) : { ...part, text: done };
}

// src/release/print-parts.ts
var SOFT = "#5D615B";
var LINE = "#BDB5A4";
var title = (text) => ({
  headlineLevel: 1,
  text,
  bold: true,
  fontSize: 11.5,
  margin: [0, 12, 0, 4]
});
var small = (text) => ({ text, fontSize: 8, color: SOFT });
var IN_THE_SHOPS_WORDS_SINCE = 5;
var isInShopsWords = ({ rules }) => rules >= IN_THE_SHOPS_WORDS_SINCE;
var moment2 = (state, at) => isInShopsWords(state) ? momentWords(at, state.zone) : `${at.slice(0, 10)} ${at.slice(11, 16)} UTC`;
var day2 = (state, on) => isInShopsWords(state) ? dayWords(on) : on;
var digestWords = (state, digest) => isInShopsWords(state) ? digest.slice(0, 16) : digest;
var RULED = {
  hLineWidth: () => 0.5,
  vLineWidth: () => 0,
  hLineColor: () => LINE,
  paddingLeft: () => 4,
  paddingRight: () => 4,
  paddingTop: () => 2,
  paddingBottom: () => 2
};
var table = (widths, head2, rows) => ({
  layout: RULED,
  table: {
    headerRows: 1,
    // A head never stands at the foot of a page without a row.
    keepWithHeaderRows: 1,
    dontBreakRows: true,
    widths,
    body: [head2.map((text) => ({ text, bold: true, fontSize: 8, color: SOFT })), ...rows]
  }
});

// src/release/print-slips.ts
var INK = "#1F2624";
var STOP_SHORT = 2;
async function printSlips(state, question) {
  printFonts();
  const at = new Date(state.at);
  const name2 = `${state.job.number}, ${state.engine.modelName} ${state.engine.serial}`;
  const slips = slipsOf(state, question);
  return pdfmake2.createPdf({
    info: { title: `Filing slips, ${name2}`, producer: "Oak Gate", creationDate: at, modDate: at },
    pageSize: "A4",
    pageMargins: [36, 34, 36, 40],
    defaultStyle: { font: "Barlow", fontSize: 10, color: INK, lineHeight: 1.12 },
    content: inEveryScript([
      { text: `Filing slips: ${name2}`, bold: true, fontSize: 14 },
      small(
        `As the rings stand on ${day2(state, state.at)}. No record: what is done counts when it is entered.`
      ),
      ...slips.length === 0 ? [{ text: "No ring of this sheet is to be filed.", margin: [0, 14, 0, 0] }] : slips
    ]),
    footer: (page, pages) => ({
      margin: [36, 6, 36, 0],
      text: `${name2}  \xB7  page ${page} of ${pages}`,
      fontSize: 7.5,
      color: SOFT
    })
  }).getBuffer();
}
function slipsOf(state, { sheet, school, tool, who }) {
  const characteristic2 = currentPin(state)?.characteristics.find(({ id: id2 }) => id2 === sheet);
  if (characteristic2 === void 0) return [];
  const unit = unitOfSheet(state, characteristic2);
  const { rings } = filingBoard(state, characteristic2, { school, tool, who: who.id, stopShort: STOP_SHORT });
  return rings.filter(({ next }) => next.kind === "file" || next.kind === "noBlade").map((ring) => slip(state, ring, unit, tool, who.name));
}
function slip(state, ring, unit, tool, who) {
  const { head: head2, why } = ringNextWords(state, ring.next, unit);
  const cut = ring.next.kind === "file" ? `Take off ${rangeWords(ring.next.plan.least, ring.next.plan.most ?? ring.next.plan.least, unit)} ${unitWord(unit)} in all, aim for ${rangeWords(ring.next.plan.remove, ring.next.plan.remove, unit).split(" to ")[0] ?? ""}.` : why;
  return {
    margin: [0, 10, 0, 0],
    unbreakable: true,
    table: {
      widths: ["*", 190],
      body: [
        [
          [
            { text: ringName(state, ring.places), bold: true, fontSize: 15 },
            { text: head2.charAt(0).toUpperCase() + head2.slice(1), bold: true, fontSize: 13 },
            { text: cut, margin: [0, 2, 0, 4] },
            ...ring.places.map((key2) => ({
              text: stationLine(state, ring, key2, unit),
              fontSize: 9
            }))
          ],
          [
            { text: `${tool}, strokes of ${who}`, fontSize: 9, color: SOFT },
            { text: "strokes taken  ______   ______   ______", margin: [0, 10, 0, 8] },
            { text: "[  ] towards the inside, ends square" },
            { text: "[  ] edges dressed, grit off" },
            { text: "by  ____________________", margin: [0, 10, 0, 0] }
          ]
        ]
      ]
    }
  };
}
function stationLine(state, ring, key2, unit) {
  const place = placeOf(state, key2);
  const layout = currentPin(state)?.model.layout;
  if (place === void 0 || layout === void 0) return key2;
  const reading = currentReading(placeAt(state, key2))?.reading;
  const inForce = limitInForce(state, place, judgedPart(state, place, [ring.part]));
  const now = reading !== void 0 && isSize(reading) ? gapWords(reading, unit) : "not taken";
  const limit = inForce.state === "inForce" ? showBound(inForce.limit, unit) : "no limit";
  return `${placeWords(layout, place).station}: ${now}, allowed ${limit} ${unitWord(unit)}`;
}

// src/release/print-tags.ts
import pdfmake3 from "pdfmake";
var INK2 = "#1F2624";
var ACROSS = 3;
async function printTags(state) {
  printFonts();
  const at = new Date(state.at);
  const name2 = `${state.job.number}, ${state.engine.modelName} ${state.engine.serial}`;
  const slots = mapOf(state);
  const rows = [];
  for (let i = 0; i < slots.length; i += ACROSS) rows.push(slots.slice(i, i + ACROSS));
  return pdfmake3.createPdf({
    info: { title: `Tags, ${name2}`, producer: "Oak Gate", creationDate: at, modDate: at },
    pageSize: "A4",
    pageMargins: [30, 34, 30, 34],
    defaultStyle: { font: "Barlow", fontSize: 9, color: INK2, lineHeight: 1.1 },
    content: inEveryScript([
      { text: `Tags: ${name2}`, bold: true, fontSize: 14 },
      small("One for each part, tied on before anything is cleaned or mixed."),
      slots.length === 0 ? { text: "This job is not taken apart on a map.", margin: [0, 14, 0, 0] } : {
        margin: [0, 8, 0, 0],
        table: {
          dontBreakRows: true,
          widths: Array.from({ length: ACROSS }, () => "*"),
          body: rows.map((row) => [
            ...row.map((slot) => tag(state, slot)),
            ...Array.from({ length: ACROSS - row.length }, () => "")
          ])
        }
      }
    ]),
    footer: (page, pages) => ({
      margin: [30, 6, 30, 0],
      text: `${name2}  \xB7  page ${page} of ${pages}`,
      fontSize: 7.5,
      color: SOFT
    })
  }).getBuffer();
}
function tag(state, { slot, tag: code }) {
  const layout = currentPin(state)?.model.layout;
  return {
    columns: [
      { width: 48, qr: `${state.job.number} ${code}`, fit: 44, foreground: INK2 },
      {
        width: "*",
        stack: [
          { text: code, bold: true, fontSize: 22 },
          { text: layout === void 0 ? slot : slotWords(layout, slot), fontSize: 8.5 },
          { text: `${state.job.number} \xB7 ${state.engine.serial}`, fontSize: 7.5, color: SOFT }
        ]
      }
    ],
    columnGap: 6,
    margin: [2, 4, 2, 4]
  };
}

// src/release/record-pictures.ts
import { strToU8, zip } from "fflate";
var NO_PICTURES = /* @__PURE__ */ new Map();
function picturesOf({ remarks }, attachments) {
  const pictures = /* @__PURE__ */ new Map();
  for (const remark of remarks) {
    if (remark.kind !== "photograph" && remark.kind !== "paper") continue;
    if (pictures.has(remark.file.sha256)) continue;
    const bytes = readIfThere(attachments, remark.file.sha256);
    if (bytes !== void 0)
      pictures.set(remark.file.sha256, { kind: remark.kind, file: remark.file, bytes });
  }
  return pictures;
}
function readIfThere(attachments, sha2562) {
  try {
    return attachments.read(sha2562);
  } catch {
    return void 0;
  }
}
var ENDINGS = {
  "image/jpeg": "jpg",
  "image/png": "png",
  "image/webp": "webp",
  "application/pdf": "pdf"
};
var zipRecord = (name2, record2, pictures) => new Promise((resolve2, reject) => {
  const files = { [name2]: strToU8(JSON.stringify(record2)) };
  for (const [sha2562, { kind, file: file2, bytes }] of pictures)
    files[`${kind}s/${sha2562}.${ENDINGS[file2.mime] ?? "bin"}`] = bytes;
  zip(files, { level: 6 }, (error, bytes) => {
    if (error === null) resolve2(bytes);
    else reject(error);
  });
});

// src/release/record-print.ts
import pdfmake4 from "pdfmake";

// src/release/print-chart.ts
var MOST_ACROSS = 6;
function charts(state, unit) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  const { layout } = pin.model;
  return pin.characteristics.flatMap(
    (characteristic2) => sheetModel(layout, characteristic2, MOST_ACROSS).blocks.map(
      (block) => chartBlock(state, layout, characteristic2, block, unit)
    )
  );
}
function chartBlock(state, layout, characteristic2, { bank, columns, groups }, unit) {
  const unitOf3 = (reading) => unit ?? (reading === void 0 ? "mm" : unitOf(reading));
  const usual = currentPin(state)?.model.bore.unit === "in" ? "thou" : "mm";
  return {
    title: [characteristic2.name, ...bank === void 0 ? [] : [headWords(layout, { bank })]].join(", "),
    head: headOf(characteristic2),
    columns: columns.map((at) => headWords(layout, at)),
    lines: groups.flatMap(
      (group) => group.lines.map(({ at, places }) => {
        const cells = places.map(
          (place) => place === void 0 ? void 0 : chartCell(state, characteristic2, place, unitOf3)
        );
        const heads = columns.map((each) => headWords(layout, each));
        const limits2 = byText(
          cells,
          heads,
          ({ status: { reading } }) => reading === void 0 ? void 0 : judgedWindow(reading.verdict, unitOf3(reading), characteristic2)
        );
        const inForce = byText(
          places,
          heads,
          (place) => inForceWords(limitInForce(state, place, judgedAt(state, place)), unit ?? usual, characteristic2)
        );
        return {
          group: headWords(layout, group.at),
          line: headWords(layout, at),
          limit: joined(limits2),
          limits: limits2.map(({ text, where, found }) => ({ limit: text, where, cells: found })),
          inForce: joined(inForce),
          cells
        };
      })
    )
  };
}
function byText(along, heads, say) {
  const said = /* @__PURE__ */ new Map();
  along.forEach((each, i) => {
    const text = each === void 0 ? void 0 : say(each);
    if (each === void 0 || text === void 0) return;
    const so = said.get(text) ?? { heads: [], found: [] };
    so.heads.push(heads[i] ?? "");
    so.found.push(each);
    said.set(text, so);
  });
  return [...said].map(([text, { heads: where, found }]) => ({
    text,
    where: said.size === 1 ? "" : where.join(", "),
    found
  }));
}
var joined = (said) => said.map(({ text, where }) => where === "" ? text : `${where}: ${text}`).join("; ");
function headOf(characteristic2) {
  const { groups, lines } = axesOf(characteristic2);
  const words = axesWords([...groups, ...lines]);
  return words.charAt(0).toUpperCase() + words.slice(1);
}
function chartCell(state, characteristic2, place, unitOf3) {
  const status = placeStatus(state, place);
  const record2 = placeAt(state, status.key);
  const unit = unitOf3(status.reading);
  const show = (reading) => reading === void 0 ? "" : shortReading(reading.reading, unit);
  const left = status.reading?.status === "current" ? status.reading : void 0;
  const found = asFound(record2);
  return {
    status,
    word: stateWord(status.state, characteristic2),
    asFound: found === left ? "" : show(found),
    asFitted: show(asFitted(record2) === left ? void 0 : asFitted(record2)),
    asLeft: show(left),
    band: left === void 0 || !isSize(left.reading) ? "" : bandSvg(left.verdict.limit, left.reading)
  };
}
var WIDTH = 74;
var HEIGHT = 9;
function bandSvg(limit, reading) {
  const { lo, hi } = intervalOf(reading);
  const min = limit.min ?? limit.serviceMin;
  const max = limit.max ?? limit.serviceMax;
  const end = hi === Infinity ? lo * 1.15 : hi;
  const from = Math.min(lo, min ?? lo, max === void 0 ? lo : max * 0.8) * 0.9;
  const to = Math.max(end, max ?? end, min === void 0 ? end : min * 1.2) * 1.06;
  const x = (value) => Math.round((value - from) / (to - from) * WIDTH * 10) / 10;
  const left = min === void 0 ? 0 : x(min);
  const right = max === void 0 ? WIDTH : x(max);
  const tick = (at) => `<line x1="${at}" y1="0" x2="${at}" y2="${HEIGHT}" stroke="#1F2624" stroke-width="0.7"/>`;
  return `<svg width="${WIDTH}" height="${HEIGHT}" viewBox="0 0 ${WIDTH} ${HEIGHT}" xmlns="http://www.w3.org/2000/svg"><rect x="0" y="3" width="${WIDTH}" height="3" fill="#EFE9DB"/><rect x="${left}" y="2" width="${Math.max(0, right - left)}" height="5" fill="#CFE3DC"/>` + (min === void 0 ? "" : tick(left)) + (max === void 0 ? "" : tick(right)) + `<rect x="${x(lo)}" y="1" width="${Math.max(1.6, x(end) - x(lo))}" height="7" fill="#1F2624"/></svg>`;
}

// src/release/print-marks.ts
var INK3 = "#1F2624";
function markSvg(state, conceded2, size = 9) {
  const outline = MARK_OUTLINES[state];
  const fill = MARK_FILLED.includes(state) ? INK3 : "none";
  const line = (path, filled) => `<path d="${path}" fill="${filled}" stroke="${INK3}" stroke-width="1.6"/>`;
  const shape = `${line(MARK_SHAPES[state], fill)}${outline === void 0 ? "" : line(outline, "none")}`;
  return `<svg width="${size}" height="${size}" viewBox="0 0 20 20" xmlns="http://www.w3.org/2000/svg">` + (conceded2 ? `<rect x="1" y="1" width="18" height="18" fill="none" stroke="${INK3}" stroke-width="1.6"/><g transform="translate(3 3) scale(0.7)">${shape}</g>` : shape) + `</svg>`;
}
var HEIGHT2 = 11;
function groundSvg(limit, reading, width, others = []) {
  const { lo, hi } = intervalOf(reading);
  const end = hi === Infinity ? lo * 1.06 : hi;
  const ends = others.map(intervalOf).flatMap((each) => [each.lo, ...each.hi === Infinity ? [] : [each.hi]]);
  const bounds = [limit.serviceMin, limit.min, limit.max, limit.serviceMax].filter(
    (bound) => bound !== void 0
  );
  const [least, most] = [Math.min(lo, ...bounds, ...ends), Math.max(end, ...bounds, ...ends)];
  const air = Math.max((most - least) * 0.12, Math.abs(most) * 4e-3, 1);
  const x = (value) => Math.round((value - least + air) / (most - least + 2 * air) * width * 10) / 10;
  const lower2 = limit.min ?? limit.serviceMin;
  const upper = limit.max ?? limit.serviceMax;
  const strip = (from, to, fill) => {
    const [left, right] = [from === void 0 ? 0 : x(from), to === void 0 ? width : x(to)];
    return `<rect x="${left}" y="0" width="${Math.max(0, right - left)}" height="${HEIGHT2 - 4}" fill="${fill}"/>`;
  };
  const at = x((lo + end) / 2);
  return `<svg width="${width}" height="${HEIGHT2}" viewBox="0 0 ${width} ${HEIGHT2}" xmlns="http://www.w3.org/2000/svg">` + strip(limit.serviceMin ?? limit.min, limit.serviceMax ?? limit.max, "#EDEDEB") + strip(lower2, upper, "#D5D7D3") + bounds.map(
    (bound) => `<line x1="${x(bound)}" y1="0" x2="${x(bound)}" y2="${HEIGHT2 - 4}" stroke="${INK3}" stroke-width="0.9"/>`
  ).join("") + `<path d="M${at - 3} ${HEIGHT2 - 5}h6l-3 5z" fill="${INK3}"/><line x1="${x(lo)}" y1="${HEIGHT2 - 5}" x2="${Math.max(x(end), x(lo) + 0.5)}" y2="${HEIGHT2 - 5}" stroke="${INK3}" stroke-width="1.4"/></svg>`;
}

// src/release/print-profile.ts
var INK4 = "#1F2624";
var SOFT2 = "#5B5F58";
var [WIDTH2, HEIGHT3, LEFT, TOP] = [122, 104, 26, 16];
var IN_A_ROW = 6;
function profilesOf(state, characteristic2, unit) {
  const layout = currentPin(state)?.model.layout;
  const firsts = /* @__PURE__ */ new Map();
  for (const place of sheetPlaces(state, characteristic2.id)) {
    const { station: _s, direction: _d, ...where } = place.at;
    const key2 = placeKey({ characteristic: "", at: where });
    if (!firsts.has(key2)) firsts.set(key2, place);
  }
  const drawn = [...firsts.values()].flatMap((place) => {
    const profile = profileAt(state, place);
    const isKnown = profile?.lines.some(({ points }) => points.some(({ size }) => size !== void 0));
    if (layout === void 0 || profile === void 0 || isKnown !== true) return [];
    const { station: _s, direction: _d, ...where } = place.at;
    return [profileSvg(profile, headWords(layout, where), unit)];
  });
  const rows = [];
  for (let i = 0; i < drawn.length; i += IN_A_ROW)
    rows.push({
      margin: [0, 4, 0, 0],
      columnGap: 4,
      columns: drawn.slice(i, i + IN_A_ROW).map((svg) => ({ width: WIDTH2, svg }))
    });
  return rows;
}
function profileSvg({ lines, depths, limit, range }, title2, unit) {
  const { least, most } = range ?? { least: 0, most: 1 };
  const air = Math.max((most - least) * 0.08, 1);
  const x = (size) => (LEFT + (size - least + air) / (most - least + 2 * air) * (WIDTH2 - LEFT - 4)).toFixed(1);
  const [first, last] = [depths[0]?.depth ?? 0, depths.at(-1)?.depth ?? 1];
  const y = (depth) => (TOP + 6 + (depth - first) / Math.max(last - first, 1) * (HEIGHT3 - TOP - 22)).toFixed(1);
  const text = (at, down, words, more = "") => `<text x="${at}" y="${down}" font-size="7" fill="${SOFT2}"${more}>${escaped(words)}</text>`;
  const upright = (size, weight) => size === void 0 ? "" : `<path d="M${x(size)} ${TOP}V${HEIGHT3 - 12}" stroke="${INK4}" stroke-width="${weight}" fill="none"/>`;
  const label = (size, inward) => size === void 0 ? "" : text(x(size), HEIGHT3 - 3, boundText(nanometres(size), unit, inward), ' text-anchor="middle"');
  const { min, max, serviceMin, serviceMax } = limit;
  const strip = min === void 0 || max === void 0 ? "" : `<rect x="${x(min)}" y="${TOP}" width="${(Number(x(max)) - Number(x(min))).toFixed(1)}" height="${HEIGHT3 - TOP - 12}" fill="#D5D7D3"/>`;
  const paths = lines.map(({ points }, i) => {
    const known = points.flatMap(
      ({ size, depth }) => size === void 0 ? [] : [`${x((size.low + size.high) / 2)} ${y(depth)}`]
    );
    return known.length === 0 ? "" : `<path d="M${known.join("L")}" stroke="${INK4}" stroke-width="1.2" fill="none"${i === 0 ? "" : ' stroke-dasharray="3 2"'}/>`;
  });
  return `<svg width="${WIDTH2}" height="${HEIGHT3}" viewBox="0 0 ${WIDTH2} ${HEIGHT3}" xmlns="http://www.w3.org/2000/svg"><text x="${LEFT}" y="9" font-size="8" fill="${INK4}">${escaped(title2)}</text>` + strip + depths.map(
    ({ depth }) => text(LEFT - 4, Number(y(depth)) + 2.5, showExact(nanometres(depth), "mm"), ' text-anchor="end"')
  ).join("") + upright(min, 0.7) + upright(max, 0.7) + upright(serviceMin, 1.8) + upright(serviceMax, 1.8) + label(min ?? serviceMin, "up") + label(serviceMax ?? max, "down") + paths.join("") + `</svg>`;
}
var escaped = (words) => words.replace(/[&<>"]/g, (sign) => `&#${sign.charCodeAt(0)};`);

// src/release/print-clipboard.ts
var CLIPBOARD_SINCE = 6;
var isOnClipboards = ({ rules }) => rules >= CLIPBOARD_SINCE;
function clipboards(state) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  return pin.characteristics.flatMap((characteristic2) => {
    const unit = unitOfSheet(state, characteristic2);
    const model = sheetModel(pin.model.layout, characteristic2, MOST_ACROSS);
    const statuses = placesOnSheet(model).map((place) => placeStatus(state, place));
    return [
      ...model.blocks.flatMap((block) => chart(state, pin, model, block, unit)),
      ...profilesOf(state, characteristic2, unit),
      legend(characteristic2, statuses),
      ...conceded(state, pin, statuses),
      measuredWith(state, pin, characteristic2, statuses)
    ];
  });
}
function chart(state, pin, model, block, unit) {
  const { characteristic: characteristic2 } = model;
  const printed2 = chartBlock(state, pin.model.layout, characteristic2, block, unit);
  const isSized = characteristic2.unitKind === void 0 || characteristic2.unitKind === "length";
  const counted2 = countedIn(characteristic2);
  const inUnit = isSized ? `in ${unitWord(unit)}${inMillimetres(unit)}` : counted2 === void 0 ? "as it was found" : `in ${counted2}`;
  const width = 560 / Math.max(printed2.columns.length, 3) - 24;
  return [
    {
      headlineLevel: 1,
      margin: [0, 14, 0, 3],
      columns: [
        {
          width: "*",
          text: [
            { text: printed2.title, bold: true, fontSize: 12.5 },
            { text: `   ${inUnit}`, fontSize: 8.5, color: SOFT }
          ]
        },
        { width: "auto", text: "as found over as left", fontSize: 8.5, color: SOFT, margin: [0, 3, 0, 0] }
      ]
    },
    {
      layout: CHART,
      table: {
        headerRows: 1,
        keepWithHeaderRows: 1,
        dontBreakRows: true,
        widths: [72, 128, ...printed2.columns.map(() => "*")],
        body: [
          [head("Limits"), head(printed2.head), ...printed2.columns.map((each) => head(each, "right"))],
          ...printed2.lines.map(({ group, line, limit, limits: limits2, cells }, i) => [
            // A limit stands once for all lines below it that have the same.
            limit === printed2.lines[i - 1]?.limit ? "" : { stack: limits2.flatMap((each) => limitStack(each, unit)) },
            group === "" || group === printed2.lines[i - 1]?.group ? { text: line, fontSize: 8.5 } : { stack: [{ text: group, bold: true }, ...line === "" ? [] : [small(line)]] },
            ...cells.map(
              (cell) => cell === void 0 ? "" : { stack: cellStack(cell, width, sizesOf2(cells)) }
            )
          ]),
          ...computedRows(state, model, block, unit)
        ]
      }
    }
  ];
}
function limitStack({ limit, where, cells }, unit) {
  const verdict = cells[0]?.status.reading?.verdict;
  const { serviceMin, serviceMax } = verdict?.limit ?? {};
  const worn = [
    ...serviceMin === void 0 ? [] : [`at least ${boundText(serviceMin, unit, "up")}`],
    ...serviceMax === void 0 ? [] : [`at most ${boundText(serviceMax, unit, "down")}`]
  ];
  const rows = [.../* @__PURE__ */ new Set([...Object.values(verdict?.sources ?? {}), ...verdict?.asks ?? []])];
  return [
    ...where === "" ? [] : [small(where)],
    { text: limit, font: "Plex", bold: true, fontSize: 8.5 },
    ...worn.length === 0 ? [] : [small(`worn ${worn.join(", ")}`)],
    ...rows.map((row) => ({ text: row, fontSize: 7, color: SOFT }))
  ];
}
function cellStack({ status, word, asFound: asFound3, asFitted: asFitted2, asLeft }, width, ofLine) {
  const { state, conceded: isConceded, reading, reason: reason2 } = status;
  const gone = asFound3 === "" ? [] : [figure2(asFound3, false)];
  const fitted = asFitted2 === "" ? [] : [figure2(asFitted2, false)];
  const left = asLeft === "" ? { text: word, fontSize: 7.5, color: SOFT } : figure2(asLeft, true);
  const isOut = state !== "in" && state !== "serviceable" && asLeft !== "";
  const said = [isOut ? word : "", isConceded ? "conceded" : "", reason2 ?? ""].filter((each) => each !== "");
  const current = reading?.status === "current" ? reading : void 0;
  return [
    {
      columns: [
        {
          width: "*",
          alignment: "right",
          stack: [...gone, ...fitted, ...gone.length === 0 ? [] : [rule(width)], left]
        },
        { width: 13, svg: markSvg(state, isConceded), margin: [4, gone.length > 0 ? 14 : 2, 0, 0] }
      ]
    },
    ...current === void 0 || !isSize(current.reading) ? [] : [
      {
        svg: groundSvg(current.verdict.limit, current.reading, width, ofLine),
        margin: [0, 1, 0, 0]
      }
    ],
    ...said.length === 0 ? [] : [{ text: said.join(", "), fontSize: 7, alignment: "right" }]
  ];
}
var sizesOf2 = (cells) => cells.flatMap((cell) => {
  const reading = cell?.status.reading;
  return reading?.status === "current" && isSize(reading.reading) ? [reading.reading] : [];
});
var figure2 = (text, isLeft) => ({
  text,
  font: "Plex",
  fontSize: isLeft ? 10.5 : 8.5,
  bold: isLeft
});
var rule = (width) => ({
  canvas: [{ type: "line", x1: width * 0.4, y1: 1, x2: width, y2: 1, lineWidth: 0.5 }]
});
function computedRows(state, model, block, unit) {
  return computedLines(model).map((kind) => [
    "",
    { text: COMPUTED_WORDS[kind], bold: true, fontSize: 8.5 },
    ...spansOf(block, model).flatMap((span) => {
      const sizes = placesInColumns(block, span).flatMap((place) => {
        const { reading } = placeStatus(state, place);
        return reading?.status === "current" && isSize(reading.reading) ? [reading.reading] : [];
      });
      const size = computedSize(kind, sizes, model.made);
      const text = size === void 0 ? "" : `= ${shortReading(size, unit)}`;
      const cell = {
        ...{ text, font: "Plex", bold: true, fontSize: 9, alignment: "right", margin: [0, 0, 13, 0] },
        ...span.span === 1 ? {} : { colSpan: span.span }
      };
      return [cell, ...Array.from({ length: span.span - 1 }, () => "")];
    })
  ]);
}
function legend(characteristic2, statuses) {
  const there = new Map(
    statuses.map(({ state, conceded: is }) => [`${state} ${is}`, [state, is]])
  );
  return {
    margin: [0, 4, 0, 2],
    columnGap: 4,
    columns: [
      ...[...there.values()].flatMap(([state, isConceded]) => [
        { width: 10, svg: markSvg(state, isConceded), margin: [0, 1, 0, 0] },
        {
          width: "auto",
          text: `${stateWord(state, characteristic2)}${isConceded ? ", conceded" : ""}`,
          fontSize: 8,
          color: SOFT,
          margin: [0, 0, 12, 0]
        }
      ]),
      {
        width: "*",
        // Only what was felt with blades is written like this.
        text: statuses.some(({ reading }) => isBracket(reading?.reading.kind)) ? "19/21: the 19 goes, the 21 stops. 22+: the 22 goes." : "",
        fontSize: 8,
        color: SOFT
      }
    ]
  };
}
var isBracket = (kind) => kind === "between" || kind === "atLeast" || kind === "under";
function conceded(state, pin, statuses) {
  return statuses.flatMap(({ key: key2, place, state: is, conceded: isConceded, reading }) => {
    const concession = own(state.concessions, key2);
    if (!isConceded || concession === void 0 || reading === void 0) return [];
    const { title: where, line } = placeTitle(pin, place);
    const characteristic2 = pin.characteristics.find(({ id: id2 }) => id2 === place.characteristic);
    const { approval, reason: reason2, byName, at } = concession;
    return [
      {
        unbreakable: true,
        margin: [0, 4, 0, 0],
        table: {
          widths: [22, "*", "auto"],
          body: [
            [
              { svg: markSvg(is, true, 18), margin: [2, 3, 0, 0] },
              {
                margin: [0, 2, 0, 2],
                stack: [
                  {
                    text: `${[where, line].filter((each) => each !== "").join(", ")}: ${figureWords(reading.reading, unitOf(reading), characteristic2)}, ${stateWord(is, characteristic2)}, conceded.`,
                    bold: true
                  },
                  `${reason2.replace(/[.\s]*$/, "")}. ${byName}, ${moment2(state, at)}.`
                ]
              },
              {
                alignment: "right",
                margin: [8, 2, 2, 2],
                stack: [
                  { text: approval.number, font: "Plex", bold: true },
                  small(`${approval.issuer}, ${day2(state, approval.date)}`)
                ]
              }
            ]
          ]
        }
      }
    ];
  });
}
function measuredWith(state, pin, characteristic2, statuses) {
  if (characteristic2.from !== void 0) {
    const names = inputsOf(characteristic2).map(
      (id2) => pin.characteristics.find((each) => each.id === id2)?.name.toLowerCase() ?? id2
    );
    return {
      ...small(`Worked out from ${names.join(" and ")}.`),
      margin: [0, 5, 0, 0]
    };
  }
  const readings2 = statuses.flatMap(({ key: key2 }) => placeAt(state, key2).readings).filter(({ inputs }) => inputs === void 0);
  const tools = new Map(
    readings2.flatMap(
      ({ instrument }) => instrument === null ? [] : [[`${instrument.id} ${instrument.dueOn}`, instrument]]
    )
  );
  const settings = new Set(
    readings2.flatMap(
      ({ setting }) => setting === void 0 ? [] : [`set to ${setting.size.text} ${unitWord(setting.size.unit)} with ${setting.against}`]
    )
  );
  const people2 = /* @__PURE__ */ new Map();
  for (const { by, at } of [...readings2].sort((a, b) => a.at < b.at ? -1 : 1))
    people2.set(by.name, [...people2.get(by.name) ?? [], at]);
  return {
    unbreakable: true,
    margin: [0, 5, 0, 0],
    columns: [
      {
        width: "*",
        stack: [
          {
            text: tools.size === 0 ? "Looked at, without a gauge" : "Measured with",
            bold: true,
            fontSize: 8.5
          },
          ...[...tools.values()].map(
            ({ id: id2, name: name2, dueOn }) => small(`${id2} ${name2}, due ${day2(state, dueOn)}`)
          ),
          ...[...settings].map((each) => small(each))
        ]
      },
      {
        width: "*",
        stack: [
          {
            text: readings2.length === 0 ? "Measured by nobody yet" : "Measured by",
            bold: true,
            fontSize: 8.5
          },
          ...[...people2].map(
            ([name2, times]) => small(
              times.length === 1 ? `${name2}, ${moment2(state, times[0] ?? "")}` : `${name2}, ${times.length} readings from ${moment2(state, times[0] ?? "")} to ${moment2(state, times.at(-1) ?? "")}`
            )
          )
        ]
      }
    ]
  };
}
var head = (text, alignment = "left") => ({
  text,
  bold: true,
  fontSize: 8.5,
  alignment
});
var CHART = {
  ...RULED,
  hLineWidth: (i) => i === 0 ? 0 : i === 1 ? 1 : 0.4,
  hLineColor: (i) => i === 1 ? "#1F2624" : "#BDB5A4"
};
var inMillimetres = (unit) => unit === "mm" ? "" : ` (1 ${unitWord(unit)} = ${NM_PER[unit] / NM_PER.mm} mm)`;
function worksheets(state, sheets2) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  return pin.characteristics.filter(({ id: id2 }) => sheets2.includes(id2)).flatMap((characteristic2) => {
    const model = sheetModel(pin.model.layout, characteristic2, MOST_ACROSS);
    const notes = [
      ...characteristic2.from === void 0 ? [] : ["worked out, nothing is measured here"],
      ...(characteristic2.conditions ?? []).map(
        ({ name: name2, choices }) => `${name2}: ${choices.map(({ text }) => `[  ] ${text}`).join("   ")}`
      ),
      ...characteristic2.setting === void 0 ? [] : ["set to ________ with ________________"]
    ];
    return model.blocks.map((block) => {
      const printed2 = chartBlock(state, pin.model.layout, characteristic2, block, void 0);
      const stack = [
        title(printed2.title),
        ...notes.map((each) => small(each)),
        {
          layout: BOXED,
          margin: [0, 4, 0, 0],
          table: {
            headerRows: 1,
            dontBreakRows: true,
            widths: [84, 140, ...printed2.columns.map(() => "*")],
            heights: (row) => row === 0 ? 14 : 26,
            body: [
              [head("Limits"), head(printed2.head), ...printed2.columns.map((each) => head(each))],
              ...printed2.lines.map(({ group, line, inForce, cells }) => [
                { text: inForce, font: "Plex", fontSize: 8.5 },
                { stack: [{ text: group, bold: true }, small(line)] },
                ...cells.map(
                  (cell) => cell === void 0 || cell.status.state === "notApplicable" ? { text: "\u2014", alignment: "center", color: SOFT } : { text: " " }
                )
              ])
            ]
          }
        },
        {
          margin: [0, 12, 0, 0],
          columns: [
            small("Gauge: ______________________"),
            small("Measured by: ______________________"),
            small("Date and time: ______________________")
          ]
        }
      ];
      return { stack, unbreakable: printed2.lines.length <= 12, margin: [0, 0, 0, 10] };
    });
  });
}
var BOXED = { ...RULED, vLineWidth: () => 0.4, vLineColor: () => "#BDB5A4" };

// src/release/print-limits.ts
function limits(state) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  const used = new Set(
    state.places.values().flatMap(
      ({ readings: readings2 }) => readings2.filter(({ status }) => status === "current").flatMap(({ verdict }) => Object.values(verdict.sources))
    )
  );
  const rows = pin.rows.filter(({ id: id2, rule: rule2 }) => used.has(id2) || rule2 !== void 0).map((row) => {
    const { what, ring, station } = fitWords(row, pin.characteristics, pin.model.layout);
    return [
      row.id,
      [what, ring, station].filter((part) => part !== "").join(", "),
      {
        text: [rowStatement(row), ...worked(row, pin)].join("\n"),
        font: "Plex",
        fontSize: 7.5
      },
      row.note
    ];
  });
  const inWords = isInShopsWords(state);
  const documents = pin.documents.map(({ id: id2, title: name2, kind, issued, effective, digest }) => [
    id2,
    name2,
    inWords ? KIND_WORDS[kind] : kind,
    day2(state, issued),
    day2(state, effective),
    ...inWords ? [] : [{ text: digest.slice(0, 24), font: "Plex", fontSize: 7 }]
  ]);
  return [
    title("Limits, as printed in their sources"),
    table([130, 190, 150, "*"], ["Source row", "Fit", "As printed", "Note"], rows),
    title(inWords ? `Documents, as they stood on ${day2(state, pin.on)}` : `Documents, as pinned ${pin.on}`),
    inWords ? table([110, "*", 110, 70, 70], ["Document", "Title", "Kind", "Issued", "Effective"], documents) : table(
      [90, "*", 60, 60, 60, 130],
      ["Document", "Title", "Kind", "Issued", "Effective", "Digest"],
      documents
    )
  ];
}
var noLongerWords = (state, pin) => isInShopsWords(state) ? " (of documents that are no longer in force)" : ` (pin ${pin}, no longer in force)`;
var approvalWords = (state, { number: number2, date, issuer }) => `${number2}, ${day2(state, date)}, ${issuer}`;
function worked({ formula }, pin) {
  const diameter = pin.context.diameter ?? void 0;
  if (formula === void 0 || diameter === void 0) return [];
  const { bound, perDiameter, uplift } = formula;
  const value = formulaLength(formula, diameter);
  return [
    workedWords(
      { bound, perDiameter, uplift: uplift ?? 0, diameter, value },
      pin.model.bore.unit,
      pin.diameterBasis
    )
  ];
}
function decisions(state) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  const granted = Object.entries(state.concessions).flatMap(([place, concession]) => {
    const reading = placeAt(state, place).readings.find(({ seq }) => seq === concession.reading);
    if (reading?.status !== "current") return [];
    return [
      {
        place,
        concession,
        reading,
        holds: isOfFirstRules(state) || concessionOf(state, place, reading) !== void 0
      }
    ];
  });
  const notes = [
    ...limitNotes(pin, state, decisionsThere(state)).map((note) => ({
      id: note.id,
      words: noteWords(state, note)
    })),
    ...setRules(state).map((rule2) => ({ id: rule2.id, words: ruleWords(state, rule2) }))
  ];
  const rows = [
    ...granted.map(({ place, concession, reading, holds }) => [
      `${placeInJob(pin, place)}: ${reading.verdict.verdict}${holds ? "" : " (the concession fell: what it was of has moved)"}`,
      approvalWords(state, concession.approval),
      concession.reason,
      `${concession.byName}, ${moment2(state, concession.at)}`
    ]),
    ...state.limitDecisions.map((each) => [
      `Limit: ${placeInJob(pin, each.fit)}`,
      Object.values(each.rows).join(", ") + (each.pin === pin.pin ? "" : noLongerWords(state, each.pin)),
      each.reason,
      `${each.by}, ${moment2(state, each.at)}${each.secondLook === null ? "" : `; looked at by ${each.secondLook}`}`
    ]),
    ...notes.flatMap(({ id: id2, words }) => {
      const accepted = own(state.acceptedNotes, id2);
      if (accepted === void 0) return [];
      const rests = accepted.approval === null ? "" : approvalWords(state, accepted.approval);
      return [[`Accepted: ${words}`, rests, accepted.reason, accepted.by]];
    }),
    ...state.checksTakenBack.map((each) => [
      "Taken back: that the documents are current",
      `said by ${each.saidBy}, ${moment2(state, each.saidAt)}`,
      each.reason,
      `${each.by.name}, ${moment2(state, each.at)}`
    ]),
    ...state.declined.map(({ documents, reason: reason2, by, at }) => [
      "Not adopted",
      documents.map(({ id: id2 }) => id2).join(", "),
      reason2,
      `${by.name}, ${moment2(state, at)}`
    ])
  ];
  return [
    title("Concessions and decisions"),
    rows.length === 0 ? small("None.") : table([180, 150, "*", 100], ["What", "Rests on", "Reason", "By"], rows),
    ...state.pins.length > 1 ? [
      small(
        isInShopsWords(state) ? `The limits were taken over from the documents ${state.pins.length} times; those printed above are the last ones, of ${day2(state, pin.on)}.` : `The limits were pinned ${state.pins.length} times; those printed above are of pin ${pin.pin}, of ${pin.on}.`
      )
    ] : []
  ];
}

// src/release/print-history.ts
var PRINTED_SINCE = 4;
function history(state, pictures) {
  if (state.rules < PRINTED_SINCE) return [];
  const [measured, worked2] = [measuredLines(state), partLines(state)];
  return [
    ...measured.length === 0 ? [] : [
      title("Everything that was measured"),
      small("Struck once: true of the part as it was then. Struck twice: taken back as wrong."),
      table(
        [160, "auto", 110, "*", "auto"],
        ["Where", "Figure", "What it is", "As typed, and why it does not count", "By"],
        measured.map((line) => rowOf2(state, line))
      )
    ],
    ...worked2.length === 0 ? [] : [
      title("What was done to the parts"),
      table(
        [160, "auto", "*", "auto"],
        ["Part", "What", "How or why", "By"],
        worked2.map((line) => workRow(state, line))
      )
    ],
    ...asFound2(state),
    ...lookedAt(state),
    ...planned(state),
    ...kits(state),
    ...raised(state),
    ...added(state, pictures)
  ];
}
function asFound2(state) {
  const lines = mapLines(state);
  if (lines.length === 0) return [];
  const { turned: turned2 } = state;
  const odd = oddLines(state);
  const running = runningLines(state);
  const found = lines.filter(({ by }) => by !== "");
  const refit = refitLines(state);
  return [
    title("As found when it was taken apart"),
    ...turned2 === void 0 ? [] : [
      small(
        `Turned before: ${turned2.effort}${turned2.remark === "" ? "" : `, ${turned2.remark}`} (${turned2.by.name}, ${moment2(state, turned2.at)}).`
      )
    ],
    ...running.length === 0 ? [] : [
      table(
        [190, 90, "*", "auto"],
        ["Running clearance", "As it ran", "What was said", "By"],
        running.map((line) => [
          line.what,
          { text: line.lay, ...line.isOld ? { decoration: "lineThrough" } : {} },
          small(line.said),
          small(`${line.by}, ${moment2(state, line.at)}`)
        ])
      )
    ],
    table(
      ["auto", 130, 130, "*", "auto"],
      ["Tag", "Part", "How it lay", "What was said", "By"],
      found.map((line) => {
        const struck = line.isOld ? { decoration: "lineThrough" } : {};
        return [
          { text: line.tag, font: "Plex", fontSize: 8 },
          line.what,
          { text: line.lay, ...struck },
          small(line.said),
          small(`${line.by}, ${moment2(state, line.at)}`)
        ];
      })
    ),
    ...refit.length === 0 ? [] : [
      table(
        ["auto", 130, 130, "*", "auto"],
        ["Tag", "Part", "How it was put back", "What was said", "By"],
        refit.map((line) => [
          { text: line.tag, font: "Plex", fontSize: 8 },
          line.what,
          { text: line.lay, ...line.isOld ? { decoration: "lineThrough" } : {} },
          small(line.said),
          small(`${line.by}, ${moment2(state, line.at)}`)
        ])
      )
    ],
    ...odd.length === 0 ? [] : [
      table(
        [230, "*", "auto"],
        ["What was odd", "Decided", "By"],
        odd.map((each) => [
          each.what,
          each.decided,
          small(`${each.by}, ${moment2(state, each.at)}`)
        ])
      )
    ]
  ];
}
function lookedAt(state) {
  const lines = lookLines(state);
  const decided = lookDecisionLines(state);
  return [
    ...lines.length === 0 ? [] : [
      title("What was looked at"),
      table(
        [110, 150, "*", "auto"],
        ["Part", "Face", "What was found", "By"],
        lines.map((line) => [
          line.part,
          line.face,
          { text: line.said, ...line.isOld ? { decoration: "lineThrough" } : {} },
          small(`${line.by}, ${moment2(state, line.at)}`)
        ])
      )
    ],
    ...state.crackTests.length === 0 ? [] : [
      title("Crack tests"),
      table(
        [200, "*", 130, "auto"],
        ["Method, fluid and qualification", "What it showed", "Times", "By"],
        state.crackTests.map((test) => [
          testWords(test),
          testResultWords(state, test),
          small(
            [
              `on ${moment2(state, test.startedAt)}`,
              ...test.developedAt === void 0 ? [] : [`developer ${moment2(state, test.developedAt)}`],
              ...test.read === void 0 ? [] : [`read ${moment2(state, test.read.readAt)}`]
            ].join(", ")
          ),
          small(
            test.read === void 0 || test.read.by.id === test.by.id ? test.by.name : `${test.by.name}; read by ${test.read.by.name}`
          )
        ])
      )
    ],
    ...decided.length === 0 ? [] : [
      table(
        [230, "*", "auto"],
        ["What was rejected, or not looked at", "Decided", "By"],
        decided.map((each) => [
          each.what,
          each.decided,
          small(`${each.by}, ${moment2(state, each.at)}`)
        ])
      )
    ]
  ];
}
function planned(state) {
  const lines = planLines(state);
  if (lines.length === 0) return [];
  return [
    title("What was planned"),
    table(
      [160, "*", 150, "auto"],
      ["Part", "What, and why", "What became of it", "By"],
      lines.map(({ where, what, became, plan }) => [
        where,
        what,
        became,
        small(`${plan.by.name}, ${moment2(state, plan.at)}`)
      ])
    )
  ];
}
function kits(state) {
  const [unpacked, lives] = [kitLines(state), lifeLines(state)];
  return [
    ...unpacked.length === 0 ? [] : [
      title("Kits"),
      table(
        [190, "*", "auto"],
        ["Kit", "What lay in it", "Unpacked by"],
        unpacked.map((each) => [
          each.what,
          each.held,
          small(`${each.by}, ${moment2(state, each.at)}`)
        ])
      )
    ],
    ...lives.length === 0 ? [] : [
      title("Parts whose life is limited"),
      table(
        [190, 150, "*"],
        ["Where", "Part", "How it stands"],
        lives.map((each) => [each.where, each.part, each.stands])
      )
    ]
  ];
}
function raised(state) {
  const lines = raisedLines(state);
  if (lines.length === 0) return [];
  return [
    title("Raised by hand"),
    table(
      [260, "*", "auto"],
      ["What", "Decided", "Raised by"],
      lines.map((each) => [
        each.what,
        each.decided,
        small(`${each.by}, ${moment2(state, each.at)}`)
      ])
    )
  ];
}
function added(state, pictures) {
  if (state.remarks.length === 0) return [];
  return [
    title(
      state.remarks.some(({ kind }) => kind === "paper") ? "Notes, photographs, papers and orders" : "Notes, photographs and orders"
    ),
    table(
      [190, "*", "auto"],
      ["Finding", "What was added", "By"],
      state.remarks.map((each) => [
        findingName(state, each.finding),
        each.kind === "photograph" ? {
          stack: [
            addedWords(each),
            ...pictureOf(pictures, each.file),
            small(`SHA-256 ${each.file.sha256}`)
          ]
        } : each.kind === "paper" ? { stack: [addedWords(each), small(`SHA-256 ${each.file.sha256}`)] } : addedWords(each),
        small(`${each.by.name}, ${moment2(state, each.at)}`)
      ])
    )
  ];
}
var DRAWN = ["image/jpeg", "image/png"];
function pictureOf(pictures, { sha256: sha2562, mime }) {
  const bytes = pictures.get(sha2562)?.bytes;
  return bytes === void 0 || !DRAWN.includes(mime) ? [] : [{ image: `data:${mime};base64,${Buffer.from(bytes).toString("base64")}`, fit: [240, 150] }];
}
function rowOf2(state, { where, figure: figure3, what, note, by, at, struck }) {
  const line = struck === 0 ? {} : { decoration: "lineThrough" };
  const twice = struck === 2 ? { decorationStyle: "double" } : {};
  return [
    where,
    { text: figure3, font: "Plex", fontSize: 8, ...line, ...twice },
    what,
    small(note),
    small(`${by}, ${moment2(state, at)}`)
  ];
}
var workRow = (state, { where, what, note, by, at }) => [
  where,
  what,
  small(note),
  small(`${by}, ${moment2(state, at)}`)
];

// src/release/print-set.ts
function sets(state) {
  if (state.rules < REPEATS_SINCE) return [];
  const rows = (currentPin(state)?.characteristics ?? []).flatMap((characteristic2) => {
    const unit = unitOfSheet(state, characteristic2);
    return setLines(state, characteristic2, unit).map((line) => [
      line.what,
      `${line.taken}`,
      { text: `${line.spread} ${unitWord(unit)}`, font: "Plex", fontSize: 8 },
      line.between,
      line.odd === "" ? "none" : line.odd
    ]);
  });
  return [
    ...rows.length === 0 ? [] : [
      title("What the readings say together"),
      small("As left. Nothing here is judged: each reading has its own word on its sheet."),
      table(
        [190, "auto", "*", "*", "*"],
        ["Which", "Taken", "How far apart they lie", "Between the two banks", "Which stand out"],
        rows
      )
    ],
    ...carriedRings(state)
  ];
}
function carriedRings(state) {
  const layout = currentPin(state)?.model.layout;
  if (layout === void 0) return [];
  return (state.carried ?? []).flatMap((carried) => {
    const { ring, station, gaps, instrument, by, at } = carried;
    const where = station === null ? "" : `, ${headWords(layout, { station })}`;
    const now = stillTrue(state, carried);
    return [
      title("One ring carried through the bores"),
      small(
        `${ring}${where}, with ${instrument.id}, by ${by.name}, ${moment2(state, at)}. Bores in ${unitWord(instrument.unit)} of diameter over the smallest.`
      ),
      table(
        ["auto", "auto", "auto", "*"],
        ["Bore", "Gap", "Larger by", ""],
        relativeBoreWords(layout, carried, gaps).map((line, i) => [
          line.where,
          { text: line.gap, font: "Plex", fontSize: 8 },
          line.bore,
          now.some((each) => each === gaps[i]) ? "" : "of the bore as it was then"
        ])
      )
    ];
  });
}

// src/release/record-print.ts
var INK5 = "#1F2624";
var CAUTION = "Oak Gate supports the work. This record does not replace the maker\u2019s current manual, the local rules, or the licensed person who signs.";
async function printRecord(state, record2, pictures = NO_PICTURES) {
  printFonts();
  try {
    return await printed(documentOf(state, record2, pictures));
  } catch (error) {
    if (pictures.size === 0) throw error;
    return printed(documentOf(state, record2, await drawable(pictures)));
  }
}
async function drawable(pictures) {
  const whole = /* @__PURE__ */ new Map();
  for (const [sha2562, picture] of pictures)
    try {
      await printed({ content: pictureOf(pictures, picture.file), defaultStyle: { font: "Barlow" } });
      whole.set(sha2562, picture);
    } catch {
      continue;
    }
  return whole;
}
async function printed({ content, footer, ...page }) {
  return pdfmake4.createPdf({
    ...page,
    content: inEveryScript(content),
    footer: (...at) => typeof footer === "function" ? inEveryScript(footer(...at) ?? "") : ""
  }).getBuffer();
}
function documentOf(state, record2, pictures = NO_PICTURES) {
  const report = verifyRecord(record2, checkSignature);
  const sealedAt = new Date(state.seal?.at ?? state.at);
  return {
    info: { title: recordTitle(state), producer: "Oak Gate", creationDate: sealedAt, modDate: sealedAt },
    pageSize: "A4",
    pageOrientation: "landscape",
    pageMargins: [36, 34, 36, 46],
    defaultStyle: { font: "Barlow", fontSize: 9, color: INK5, lineHeight: 1.12 },
    footer: (page, pages) => ({
      margin: [36, 8, 36, 0],
      columns: [
        { width: "*", text: CAUTION, fontSize: 7.5, color: SOFT },
        {
          width: "auto",
          text: `${state.job.number}  \xB7  digest ${record2.seal.hash.slice(0, 16)}  \xB7  page ${page} of ${pages}`,
          font: "Plex",
          fontSize: 7,
          color: SOFT,
          alignment: "right",
          margin: [12, 1, 0, 0]
        }
      ]
    }),
    // A heading goes to the next page with what it heads.
    pageBreakBefore: (node, queries) => node.headlineLevel === 1 && queries.getFollowingNodesOnPage().length === 0,
    content: [
      ...warning(report),
      ...heading(state, record2),
      ...isOnClipboards(state) ? clipboards(state) : sheets(state),
      ...sets(state),
      ...limits(state),
      ...instruments2(state),
      ...decisions(state),
      ...history(state, pictures),
      ...signatures(state),
      ...supplements(state),
      ...seal(state, record2, report)
    ]
  };
}
async function printWorksheets(state, sheets2) {
  printFonts();
  const at = new Date(state.at);
  const name2 = `${state.job.number}, ${state.engine.modelName} ${state.engine.serial}`;
  return pdfmake4.createPdf({
    info: { title: `Worksheet, ${name2}`, producer: "Oak Gate", creationDate: at, modDate: at },
    pageSize: "A4",
    pageOrientation: "landscape",
    pageMargins: [36, 34, 36, 46],
    defaultStyle: { font: "Barlow", fontSize: 9, color: INK5, lineHeight: 1.12 },
    content: inEveryScript([
      { text: state.job.shop, fontSize: 8.5, color: SOFT },
      { text: `Worksheet: ${name2}`, bold: true, fontSize: 15 },
      small("No record: what is written here counts when it is entered, with the name of who measured it."),
      ...worksheets(state, sheets2)
    ]),
    footer: (page, pages) => ({
      margin: [36, 8, 36, 0],
      text: `${name2}  \xB7  pin ${currentPin(state)?.pin ?? 0}  \xB7  page ${page} of ${pages}`,
      fontSize: 7.5,
      color: SOFT
    })
  }).getBuffer();
}
function warning({ consistent, faults, remarks }) {
  if (consistent && remarks.length === 0) return [];
  const title2 = consistent ? "This record is not as the rules of its day give it" : "This record does not verify";
  const words = [...faults.map(faultWords), ...remarks.map(remarkWords)];
  return [
    {
      margin: [0, 0, 0, 10],
      table: {
        widths: ["*"],
        body: [
          [
            {
              margin: [8, 6, 8, 6],
              stack: [
                { text: title2, bold: true, fontSize: 20 },
                ...words.map((text) => ({ text, fontSize: 11 }))
              ]
            }
          ]
        ]
      }
    }
  ];
}
function heading(state, { keyChanges }) {
  const { engine, job } = state;
  const hours = (value) => value === null ? "not known" : `${value} h`;
  const facts = [
    ["Job", `${job.number}, opened ${moment2(state, state.opened.at)} by ${state.opened.by.name}`],
    ["Duty", job.duty],
    ["Why it came", job.reason],
    ["Since new / overhaul", `${hours(engine.hoursSinceNew)} / ${hours(engine.hoursSinceOverhaul)}`],
    [
      "Identity",
      state.identity === void 0 ? "not confirmed" : `confirmed by ${state.identity.by.name}, ${moment2(state, state.identity.at)}${sameWords(state.identity.samePerson)}`
    ],
    ["Previous record", previousWords(state)],
    ...isInShopsWords(state) ? [["Times", `as the clocks of ${state.zone} show them`]] : [],
    ...state.clockPutRight.map((each) => [
      "Clock",
      clockPutRightWords(each, (at) => moment2(state, at))
    ]),
    ...(keyChanges ?? []).flatMap(
      ({ from, to, reason: reason2, signatures: signatures2 }) => signatures2 === null ? [
        [
          "Key of the shop",
          `${to.keyId} took the place of ${from}, which was lost, without the old key: ${reason2}`
        ]
      ] : []
    )
  ];
  return [
    { text: job.shop, fontSize: 8.5, color: SOFT },
    { text: `Overhaul record: ${state.route.covers}`, bold: true, fontSize: 17, margin: [0, 0, 0, 2] },
    {
      columns: [
        { width: "auto", text: engine.serial, font: "Plex", bold: true, fontSize: 15 },
        { width: "*", text: engine.modelName, fontSize: 13, margin: [12, 2, 0, 0] }
      ]
    },
    {
      margin: [0, 6, 0, 0],
      layout: "noBorders",
      table: { widths: [92, "*"], body: facts.map(([name2, value]) => [{ text: name2, color: SOFT }, value]) }
    }
  ];
}
var sameWords = (same) => same === null ? "" : ` (same person, ${same.hoursLater} hours later)`;
function sheets(state) {
  const unit = unitOf2(state);
  return charts(state, isInShopsWords(state) ? unit : void 0).flatMap((chart2) => [
    title(chart2.title),
    small(
      `In ${unitWord(unit)}${inMillimetres2(state, unit)}. As left in bold; as found and as fitted above it where they differ. 19/21: the 19 goes, the 21 stops. 22+: the 22 goes.`
    ),
    table(
      [150, 66, ...chart2.columns.map(() => "*")],
      [chart2.head, "Limit", ...chart2.columns],
      chart2.lines.map(({ group, line, limit, cells }) => [
        group === "" ? { text: line, bold: true } : { stack: [{ text: group, bold: true }, small(line)] },
        { text: limit, font: "Plex", fontSize: 7.5 },
        ...cells.map((cell) => cell === void 0 ? "" : { stack: cellStack2(cell) })
      ])
    )
  ]);
}
function cellStack2({ status, word: stands, asFound: asFound3, asFitted: asFitted2, asLeft, band }) {
  const word = stands + (status.conceded ? ", conceded" : "") + (status.reason === void 0 ? "" : `: ${status.reason}`);
  return [
    ...asFound3 === "" ? [] : [small(`found ${asFound3}`)],
    ...asFitted2 === "" ? [] : [small(`fitted ${asFitted2}`)],
    {
      text: [
        { text: asLeft, font: "Plex", bold: true, fontSize: 10.5 },
        { text: `  ${word}`, fontSize: 8 }
      ]
    },
    ...band === "" ? [] : [{ svg: band }]
  ];
}
function inMillimetres2(state, unit) {
  const word = unitWord(unit);
  if (!isInShopsWords(state)) return ` (1 ${word} = ${NM_PER[unit]} nm)`;
  return unit === "mm" ? "" : ` (1 ${word} = ${NM_PER[unit] / NM_PER.mm} mm)`;
}
var unitOf2 = (state) => Object.values(state.instruments)[0]?.unit ?? "mm";
function instruments2(state) {
  const used = new Map(
    state.places.values().flatMap(
      ({ readings: readings2 }) => readings2.flatMap(
        ({ instrument }) => instrument === null ? [] : [[`${instrument.id} ${instrument.dueOn}`, instrument]]
      )
    )
  );
  return [
    title("Instruments"),
    table(
      ["auto", "*", "auto", "auto", "auto"],
      ["Instrument", "Name", "Unit", "Calibrated", "Due"],
      [...used.values()].map(({ id: id2, name: name2, unit, calibratedOn, dueOn }) => [
        id2,
        name2,
        unitWord(unit),
        day2(state, calibratedOn),
        day2(state, dueOn)
      ])
    )
  ];
}
function signatures(state) {
  const rows = state.route.gates.flatMap(
    ({ stage, label }) => (state.signatures[stage] ?? []).map((signature) => signatureRow(state, label, signature))
  );
  return [
    title("Signatures"),
    small("A signature here is the server\u2019s word that this person\u2019s PIN was typed under these words."),
    isInShopsWords(state) ? table([60, 170, "*"], ["Gate", "Signed by", "Words"], rows) : table([60, 150, "*", 118], ["Gate", "Signed by", "Words", "Digest of what was signed"], rows)
  ];
}
function signatureRow(state, label, { by, at, words, digest, samePerson: samePerson2, voided }) {
  const authorisation = by.authorisation === null ? "" : `, ${by.authorisation}`;
  return [
    label,
    {
      stack: [
        `${by.name}${authorisation}`,
        small(`${moment2(state, at)}${sameWords(samePerson2)}`),
        ...voided === void 0 ? [] : [small(`void since ${moment2(state, voided.at)}: ${voided.reason}`)]
      ]
    },
    words.join(" "),
    // Who signed what is sealed with it; its digest stands in the file, and serves nobody on paper.
    ...isInShopsWords(state) ? [] : [{ text: digest.slice(0, 32), font: "Plex", fontSize: 7 }]
  ];
}
function supplements(state) {
  if (state.supplements.length === 0) return [];
  return [
    title("Supplements, added after the seal"),
    ...state.supplements.map(({ text, by, at, seal: own2 }) => ({
      margin: [0, 0, 0, 6],
      stack: [
        text,
        small(
          `${by.name}, ${moment2(state, at)}; seal ${own2 === void 0 ? "missing" : digestWords(state, own2.hash)}`
        )
      ]
    }))
  ];
}
function previousWords(state) {
  const { job, earlier } = state;
  if (earlier === void 0)
    return job.previousSeal === null ? "none in this shop" : digestWords(state, job.previousSeal);
  const { seal: digest, supplements: count, last } = earlier;
  const added2 = count === 0 ? "no supplements" : `${count} supplements, the last one sealed ${digestWords(state, last)}`;
  return `${digestWords(state, digest)}, with ${added2} when this one was sealed`;
}
function seal(state, record2, report) {
  return [
    title("Seal"),
    ...isOnClipboards(state) ? [
      {
        unbreakable: true,
        columns: [
          { width: 84, qr: record2.seal.hash, fit: 72, foreground: INK5 },
          {
            width: "*",
            margin: [0, 8, 0, 0],
            text: "Compare this digest with the file: Shop, verify a record. Only a file that ends at it is this record."
          }
        ]
      }
    ] : [],
    { text: record2.seal.hash, font: "Plex", bold: true, fontSize: 11 },
    small(
      `Closes ${record2.seal.length} entries. Ed25519, key ${record2.seal.signature.keyId}. ${record2.seal.signature.value}`
    ),
    ...report.remarks.map((remark) => small(remarkWords(remark))),
    { text: CAUTION, margin: [0, 8, 0, 0] },
    {
      margin: [0, 26, 0, 0],
      columns: [
        small("Signed in ink by the releaser: ______________________________"),
        small("Date: ______________")
      ]
    }
  ];
}

// src/release/sheet-table.ts
var HEADER = [
  "sheet",
  "place",
  "where",
  "limit",
  "sources",
  "as_found",
  "as_left",
  "unit",
  "state",
  "conceded",
  "instrument",
  "measured_by",
  "measured_at",
  "taken_in",
  "worked_out_from"
];
function sheetTable(state) {
  const pin = currentPin(state);
  return {
    header: HEADER,
    lines: pin === void 0 ? [] : pin.characteristics.flatMap((characteristic2) => {
      const model = sheetModel(pin.model.layout, characteristic2);
      return [
        ...placesOnSheet(model).map((place) => lineOf2(state, pin.model, characteristic2, place)),
        ...computedLinesOf(state, model, unitOfSheet(state, characteristic2))
      ];
    })
  };
}
function computedLinesOf(state, model, unit) {
  const { characteristic: characteristic2, blocks } = model;
  const { layout } = currentPin(state)?.model ?? {};
  return computedLines(model).flatMap(
    (kind) => blocks.flatMap(
      (block) => spansOf(block, model).map(({ at, ...span }) => {
        const sizes = placesInColumns(block, span).flatMap((place) => {
          const { reading } = placeStatus(state, place);
          return reading?.status === "current" && isSize(reading.reading) ? [reading.reading] : [];
        });
        const size = computedSize(kind, sizes, model.made);
        const where = layout === void 0 ? "" : headWords(layout, at);
        const cells = {
          sheet: characteristic2.name,
          where: [where, COMPUTED_WORDS[kind]].filter((each) => each !== "").join(", "),
          as_left: size === void 0 ? "" : shortReading(size, unit),
          unit: unitWord(unit)
        };
        return HEADER.map((name2) => cells[name2] ?? "");
      })
    )
  );
}
function lineOf2(state, model, characteristic2, place) {
  const status = placeStatus(state, place);
  const found = asFound(placeAt(state, status.key));
  const { reading } = status;
  const unit = reading === void 0 ? model.bore.unit === "in" ? "thou" : "mm" : unitOf(reading);
  const inForce = limitInForce(state, place, judgedAt(state, place));
  const isSized = evidenceOf(characteristic2) === "size";
  const isLimited = inForce.state === "inForce";
  return [
    characteristic2.name,
    status.key,
    placeWords(model.layout, place).whole,
    isLimited ? limitText(inForce, unit, characteristic2) : "",
    isLimited ? [.../* @__PURE__ */ new Set([...Object.values(inForce.sources), ...inForce.asks ?? []])].join("; ") : "",
    found === void 0 ? "" : shortReading(found.reading, unit),
    reading?.status === "current" ? shortReading(reading.reading, unit) : "",
    isSized ? unitWord(unit) : countedIn(characteristic2) ?? "",
    stateWord(status.state, characteristic2),
    status.conceded ? "yes" : "",
    reading === void 0 ? "" : originWords(currentPin(state), reading),
    reading?.by.name ?? "",
    reading?.at ?? "",
    reading === void 0 ? "" : takenInWords({ characteristics: [characteristic2] }, place, reading).join("; "),
    (reading?.inputs ?? []).map((each) => each.place).join("; ")
  ];
}

// src/release/release.routes.ts
var slipQuery = z11.object({
  sheet: z11.string().max(80),
  school: z11.enum(["tight", "middle", "loose"]).default("tight"),
  /** A given gap, nm: it goes before the school. */
  gap: z11.exactOptional(z11.coerce.number().int().min(0)),
  tool: z11.string().max(120)
});
function releaseRoutes({ ledger, folder }, jobs) {
  const router = Router13();
  const attachments = new Attachments(`${folder}/files`);
  router.get("/:jobId/record.json", async (req, res) => {
    const record2 = await exportRecord(ledger, jobs, req.params.jobId);
    const state = await jobs.state(req.params.jobId);
    res.attachment(`${state.job.number}-${state.engine.serial}-record.json`).json(record2);
  });
  router.get("/:jobId/record.zip", async (req, res) => {
    const record2 = await exportRecord(ledger, jobs, req.params.jobId);
    const state = await jobs.state(req.params.jobId);
    const name2 = `${state.job.number}-${state.engine.serial}-record`;
    const bytes = await zipRecord(`${name2}.json`, record2, picturesOf(state, attachments));
    res.attachment(`${name2}.zip`).type("application/zip").send(Buffer.from(bytes));
  });
  router.get("/:jobId/record.pdf", async (req, res) => {
    const record2 = await exportRecord(ledger, jobs, req.params.jobId);
    const state = await jobs.state(req.params.jobId);
    const pdf = await printRecord(state, record2, picturesOf(state, attachments));
    res.type("application/pdf").set("Content-Disposition", `inline; filename="${state.job.number}-record.pdf"`).send(pdf);
  });
  router.get("/:jobId/sheets.csv", async (req, res) => {
    const state = await jobs.state(req.params.jobId);
    res.attachment(`${state.job.number}-${state.engine.serial}-sheets.csv`).type("text/csv; charset=utf-8").send(writeCsv(sheetTable(state)));
  });
  router.get("/:jobId/worksheet.pdf", async (req, res) => {
    const state = await jobs.state(req.params.jobId);
    const { stage } = checked(z11.object({ stage: z11.exactOptional(z11.string()) }), req.query);
    const gates = state.route.gates.filter((gate) => stage === void 0 || gate.stage === stage);
    if (gates.length === 0) throw ProblemError.of("NOT_FOUND", { path: stage ?? "" });
    const pdf = await printWorksheets(
      state,
      gates.flatMap(({ sheets: sheets2 }) => sheets2)
    );
    res.type("application/pdf").set("Content-Disposition", `inline; filename="${state.job.number}-worksheet.pdf"`).send(pdf);
  });
  router.get("/:jobId/tags.pdf", async (req, res) => {
    const state = await jobs.state(req.params.jobId);
    const pdf = await printTags(state);
    res.type("application/pdf").set("Content-Disposition", `inline; filename="${state.job.number}-tags.pdf"`).send(pdf);
  });
  router.get("/:jobId/slips.pdf", async (req, res) => {
    const state = await jobs.state(req.params.jobId);
    const { sheet, school, gap, tool } = checked(slipQuery, req.query);
    const { id: id2, name: name2 } = actorOf(res);
    const pdf = await printSlips(state, {
      ...{ sheet, tool, who: { id: id2, name: name2 } },
      school: gap === void 0 ? { kind: school } : { kind: "gap", value: nanometres(gap) }
    });
    res.type("application/pdf").set("Content-Disposition", `inline; filename="${state.job.number}-slips.pdf"`).send(pdf);
  });
  return router;
}

// src/app.ts
var HSTS_SECONDS = 365 * 24 * 3600;
function createApp(services, { webDir, names = [], behind } = {}) {
  const app = express2();
  app.set("trust proxy", behind ?? false);
  app.disable("x-powered-by");
  app.use(guardHost(names));
  app.use(logRequests(services.logger));
  app.use((_req, res, next) => {
    res.locals["nonce"] = randomBytes(16).toString("base64");
    next();
  });
  const nonce = (_req, res) => `'nonce-${String(res.locals["nonce"])}'`;
  app.use(
    helmet({
      contentSecurityPolicy: {
        useDefaults: false,
        directives: {
          defaultSrc: ["'none'"],
          scriptSrc: ["'self'"],
          styleSrc: ["'self'", nonce],
          fontSrc: ["'self'"],
          imgSrc: ["'self'", "data:"],
          connectSrc: ["'self'"],
          workerSrc: ["'self'"],
          baseUri: ["'self'"],
          formAction: ["'self'"],
          frameAncestors: ["'none'"]
        }
      },
      strictTransportSecurity: false
      // said below, where it is true
    })
  );
  app.use((req, res, next) => {
    if (req.secure) res.setHeader("Strict-Transport-Security", `max-age=${HSTS_SECONDS}`);
    next();
  });
  app.use(compression());
  app.use("/api", (_req, res, next) => {
    res.setHeader("Cache-Control", "no-store");
    next();
  });
  app.use("/api", guardOrigin, guardContentType);
  app.use("/api", guardRoutes(services.sessions));
  app.use("/api", express2.json({ limit: "2mb", type: JSON_TYPE, reviver: plainJson }));
  const jobs = new Jobs(services);
  app.use("/api", peopleRoutes(services));
  app.use("/api/jobs", releaseRoutes(services, jobs));
  app.use("/api/jobs", jobRoutes(services, jobs));
  app.use("/api/jobs", photographRoutes(services, jobs));
  app.use("/api/library", libraryRoutes(services));
  app.use("/api/instruments", instrumentRoutes(services));
  app.use("/api", floorRoutes(services, jobs));
  if (webDir !== void 0 && existsSync3(webDir)) serveApplication(app, webDir);
  app.use(answerErrors(services.folder));
  return app;
}
var PART = /\.(js|css|map|woff2|svg|ico|json)$/;
function serveApplication(app, webDir) {
  const index = readFileSync4(join4(webDir, "index.html"), "utf8");
  app.use(
    express2.static(webDir, {
      index: false,
      setHeaders: (res, path) => {
        if (/[-.][A-Z0-9]{8}\.\w+$/.test(path))
          res.setHeader("Cache-Control", "public, max-age=31536000, immutable");
      }
    })
  );
  app.get("/{*path}", (req, res) => {
    if (PART.test(req.path)) throw ProblemError.of("NOT_FOUND", { path: req.path });
    res.type("html").set("Cache-Control", "no-store").send(index.replaceAll("__CSP_NONCE__", String(res.locals["nonce"])));
  });
}
var answerErrors = (folder) => (error, req, res, _next) => {
  const known = asProblem(error);
  const ofDisk = known === void 0 ? diskProblem(error, folder) : void 0;
  if (known === void 0) {
    const reference = randomUUID7().slice(0, 8);
    req.log.error({ err: error, reference }, ofDisk?.code ?? "unexpected");
    send(res, ofDisk ?? ProblemError.of("INTERNAL", { reference }));
    return;
  }
  send(res, known);
};
function send(res, problem) {
  res.status(problem.status).type("application/problem+json").send(JSON.stringify(problem.details()));
}
function asProblem(error) {
  if (error instanceof ProblemError) return error;
  const { type, message, status } = error;
  const because = (message ?? "").slice(0, 200);
  if (type === "entity.too.large") return ProblemError.of("FILE_TOO_LARGE", { limit: "what is taken here" });
  if (type === "entity.parse.failed")
    return ProblemError.of("BODY_WRONG", { path: "", message: `The request is not JSON: ${because}` });
  return status !== void 0 && status >= 400 && status < 500 ? ProblemError.of("REQUEST_BROKEN", { because }) : void 0;
}

export {
  gateStatement,
  readDemo,
  createApp
};
//# sourceMappingURL=chunk-MPTPN3TR.mjs.map
