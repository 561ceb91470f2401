import {
  AXES,
  BOUNDS,
  DATUMS,
  FIT_AXES,
  FIT_STATES,
  JOURNAL_KINDS,
  LIFE_UNIT_OF,
  LINERS,
  ONE_INPUT_RULES,
  REPORT_CAUSES,
  SETTLED_AS,
  UNIT_KINDS,
  WEAR_WAYS,
  boundValue,
  clockSteppedBack,
  decimalLength,
  event,
  fitKey,
  id,
  instant,
  invariant,
  isLength,
  isoDate,
  lengthOnTheWire,
  lengthUnit,
  name,
  ok,
  partState,
  placesOf,
  printedBound,
  printedLength,
  quantityOf,
  reason,
  refuse,
  revisionOfRow,
  roundToNanometres,
  rowAxesOf,
  sha256,
  statesWindow,
  text
} from "./chunk-CFPWUEHS.mjs";

// ../core/src/kernel/own.ts
var own = (record2, key) => Object.hasOwn(record2, key) ? record2[key] : void 0;

// ../core/src/quantity/instrument-kind.ts
var INSTRUMENT_KINDS = ["feeler", "sizeGauge", "strip"];

// ../core/src/record/canonical.ts
import canonicalize from "canonicalize";
function canonical(value) {
  if (isInOrder(value)) {
    const plain = JSON.stringify(value);
    if (!LONE_SURROGATE.test(plain)) return plain;
  }
  const text2 = canonicalize(value);
  invariant(text2 !== void 0, "what is recorded can be written as canonical JSON");
  return text2;
}
var LONE_SURROGATE = /\\ud[89a-f]/;
function isInOrder(value) {
  if (value === null || typeof value === "string" || typeof value === "boolean") return true;
  if (typeof value !== "object") return Number.isFinite(value);
  if ("toJSON" in value) return false;
  if (Array.isArray(value)) {
    for (const each of value) if (!isInOrder(each)) return false;
    return true;
  }
  let last;
  for (const key of Object.keys(value)) {
    if (last !== void 0 && key < last) return false;
    if (!isInOrder(value[key])) return false;
    last = key;
  }
  return true;
}

// ../core/src/kernel/actor.ts
var ROLES = ["technician", "inspector", "releaser", "steward", "manager"];
var holdsOneOf = (actor2, roles) => actor2.roles.some((role) => roles.includes(role));

// ../core/src/people/zone.ts
var ZONE_BEFORE = "UTC";
function isZone(zone2) {
  if (!/^[A-Z]/.test(zone2)) return false;
  try {
    return new Intl.DateTimeFormat("en", { timeZone: zone2 }).resolvedOptions().timeZone !== "";
  } catch {
    return false;
  }
}

// ../core/src/people/people-ledger.ts
var keyChangeText = ({ from, to }) => `oak-gate key
${from}
${to.keyId}
${to.spki}`;
var CLOCK_DOUBTS = ["jumped", "beforeLast", "longAfter"];
var NOBODY = {
  shop: void 0,
  people: {},
  keys: [],
  keyChanges: [],
  pins: {},
  clockConfirmed: []
};
var people = () => event();
var withPerson = ({ people: known }, person, active) => ({
  people: { ...known, [person.id]: { ...person, active } }
});
var PEOPLE_EVENTS = {
  shopSetUp: people()(
    2,
    (_state, shop) => ({ shop, keys: [shop.key] }),
    (data) => ({ ...data, zone: ZONE_BEFORE })
  ),
  personAdded: people()(
    1,
    (state, { person }) => withPerson(state, person, true)
  ),
  personChanged: people()(
    2,
    (state, { person, active }) => withPerson(state, person, active),
    (data) => ({ ...data, reason: null })
  ),
  policyChanged: people()(
    1,
    ({ shop }, { secondPerson }) => ({ shop: shop === void 0 ? void 0 : { ...shop, secondPerson } })
  ),
  zoneChanged: people()(1, ({ shop }, { zone: zone2 }) => ({
    shop: shop === void 0 ? void 0 : { ...shop, zone: zone2 }
  })),
  /** The unit in which sheets are read first; null where each is read as it was measured. */
  unitChanged: people()(1, ({ shop }, { unit }) => {
    if (shop === void 0) return {};
    const { unit: _, ...rest } = shop;
    return { shop: { ...rest, ...unit === null ? {} : { unit } } };
  }),
  sealKeyChanged: people()(1, ({ shop, keys, keyChanges }, change, { at, by }) => ({
    shop: shop === void 0 ? void 0 : { ...shop, key: change.to },
    keys: [...keys, change.to],
    keyChanges: [...keyChanges, { ...change, at, by: by.name }]
  })),
  pinSet: people()(
    1,
    ({ pins }, { person, forOneSignIn }, { at, by }) => ({
      pins: { ...pins, [person]: { at, by: by.name, forOneSignIn } }
    })
  ),
  clockConfirmed: people()(1, ({ clockConfirmed }, data, { by }) => ({
    clockConfirmed: [...clockConfirmed, { ...data, by: by.name }]
  })),
  clockSteppedBack: clockSteppedBack()
};
var zoneFault = (zone2) => isZone(zone2) ? void 0 : refuse("ZONE_UNKNOWN", { zone: zone2 });
var sameRoles = (a, b) => a.authorisation === b.authorisation && a.roles.length === b.roles.length && a.roles.every((role) => b.roles.includes(role));
function decidePeople(state, command, by) {
  switch (command.type) {
    case "setUpShop": {
      if (state.shop !== void 0) return refuse("ALREADY_SET_UP", { shop: state.shop.name });
      if (command.name.trim() === "") return refuse("NAME_MISSING", { field: "shop" });
      const { name: name2, secondPerson, zone: zone2, key, first } = command;
      const fault = personFault(first) ?? zoneFault(zone2);
      if (fault !== void 0) return fault;
      return ok([
        { type: "shopSetUp", v: 2, data: { name: name2.trim(), secondPerson, zone: zone2, key } },
        { type: "personAdded", v: 1, data: { person: first } },
        pinSet(first.id, false)
      ]);
    }
    case "addPerson": {
      const fault = managerFault(by, "add a person") ?? personFault(command.person);
      if (fault !== void 0) return fault;
      if (Object.hasOwn(state.people, command.person.id))
        return refuse("ALREADY_THERE", { what: "person", id: command.person.id });
      return ok([
        { type: "personAdded", v: 1, data: { person: command.person } },
        pinSet(command.person.id, true)
      ]);
    }
    case "changePerson": {
      const fault = managerFault(by, "change a person") ?? personFault(command.person);
      if (fault !== void 0) return fault;
      if (!Object.hasOwn(state.people, command.person.id))
        return refuse("PERSON_UNKNOWN", { person: command.person.id });
      const others = Object.values(state.people).filter(
        ({ id: id2, active: active2 }) => id2 !== command.person.id && active2
      );
      const staysManager = command.active && command.person.roles.includes("manager");
      if (!staysManager && !others.some(({ roles }) => roles.includes("manager"))) {
        return refuse("LAST_MANAGER", { person: command.person.name });
      }
      if (command.withPin && command.person.id === by.id) return refuse("PIN_IS_OWN", { person: by.name });
      const { person, active } = command;
      const reason2 = (command.reason ?? "").trim();
      const known = own(state.people, person.id);
      const isMore = known?.active !== active || !sameRoles(known, person);
      if (isMore && reason2 === "") return refuse("REASON_MISSING", { action: "change what a person may do" });
      return ok([
        { type: "personChanged", v: 2, data: { person, active, reason: reason2 === "" ? null : reason2 } },
        ...command.withPin ? [pinSet(command.person.id, true)] : []
      ]);
    }
    case "changePolicy": {
      const fault = managerFault(by, "change who must look at whose work");
      if (fault !== void 0) return fault;
      const { secondPerson } = command;
      const reason2 = command.reason.trim();
      if (reason2 === "") return refuse("REASON_MISSING", { action: "change who must look at whose work" });
      if (state.shop?.secondPerson === secondPerson)
        return refuse("NOTHING_CHANGED", { what: "who looks at whose work" });
      return ok([{ type: "policyChanged", v: 1, data: { secondPerson, reason: reason2 } }]);
    }
    case "changeZone": {
      const { zone: zone2 } = command;
      const fault = managerFault(by, "change the time zone") ?? zoneFault(zone2);
      if (fault !== void 0) return fault;
      const reason2 = command.reason.trim();
      if (reason2 === "") return refuse("REASON_MISSING", { action: "change the time zone" });
      if (state.shop?.zone === zone2) return refuse("NOTHING_CHANGED", { what: "the time zone" });
      return ok([{ type: "zoneChanged", v: 1, data: { zone: zone2, reason: reason2 } }]);
    }
    case "changeUnit": {
      const { unit } = command;
      const fault = managerFault(by, "change the unit of sheets");
      if (fault !== void 0) return fault;
      if ((state.shop?.unit ?? null) === unit)
        return refuse("NOTHING_CHANGED", { what: "the unit of sheets" });
      return ok([{ type: "unitChanged", v: 1, data: { unit } }]);
    }
    case "choosePin":
      return own(state.people, by.id)?.active === true ? ok([pinSet(by.id, false)]) : refuse("PERSON_UNKNOWN", { person: by.id });
    case "confirmClock": {
      const { type: _, ...data } = command;
      const fault = managerFault(by, "confirm the clock");
      if (fault !== void 0) return fault;
      if (data.reason.trim() === "") return refuse("REASON_MISSING", { action: "confirm the clock" });
      return ok([{ type: "clockConfirmed", v: 1, data: { ...data, reason: data.reason.trim() } }]);
    }
    case "changeSealKey":
      return changeKey(state, command, by);
  }
}
function changeKey(state, { from, to, reason: reason2, signatures }, by) {
  const fault = managerFault(by, "change the shop's key");
  if (fault !== void 0) return fault;
  if (reason2.trim() === "") return refuse("REASON_MISSING", { action: "change the shop's key" });
  const now = state.shop?.key.keyId ?? "";
  if (from !== now) return refuse("KEY_MOVED", { seen: from, now });
  if (state.keys.some(({ keyId }) => keyId === to.keyId))
    return refuse("ALREADY_THERE", { what: "key", id: to.keyId });
  const data = { from, to, reason: reason2.trim(), signatures };
  return ok([{ type: "sealKeyChanged", v: 1, data }]);
}
var pinSet = (person, forOneSignIn) => ({ type: "pinSet", v: 1, data: { person, forOneSignIn } });
var confirmationFor = ({ clockConfirmed }, lastDate) => clockConfirmed.findLast(({ clock, expected }) => clock < lastDate && lastDate <= expected);
var managerFault = (by, action) => holdsOneOf(by, ["manager"]) ? void 0 : refuse("MAY_NOT", { action, needs: ["manager"], person: by.name });
function personFault(person) {
  if (person.name.trim() === "") return refuse("NAME_MISSING", { field: "person" });
  return person.roles.length === 0 ? refuse("NO_ROLE", { person: person.name }) : void 0;
}

// ../core/src/route/route.ts
var STAGES = [
  "arrival",
  "strip",
  "inspect",
  "measure",
  "block",
  "rings",
  "build",
  "close",
  "release"
];
var CONDITIONS = [
  "identityConfirmed",
  "documentsCurrent",
  "instrumentsInDate",
  "placesAccepted",
  "findingsDecided",
  "gatesBefore",
  "mapComplete",
  "partsInspected",
  "partsRefitted"
];
var gateOf = ({ gates }, stage2) => gates.find((gate) => gate.stage === stage2);
var gateOfSheet = ({ gates }, characteristic2) => gates.find(({ sheets }) => sheets.includes(characteristic2));
function restsOn({ gates }, { stage: stage2, after }) {
  const before = gates.slice(
    0,
    gates.findIndex((gate) => gate.stage === stage2)
  );
  return after === void 0 ? before : before.filter((gate) => after.includes(gate.stage));
}
function restingOn(route2, stage2) {
  const falls = /* @__PURE__ */ new Set([stage2]);
  for (const gate of route2.gates)
    if (restsOn(route2, gate).some((each) => falls.has(each.stage))) falls.add(gate.stage);
  return route2.gates.filter((gate) => falls.has(gate.stage));
}
function sheetsBehind(route2, gate) {
  if (gate.sheets.length > 0) return gate.sheets;
  const below = restsOn(route2, gate).flatMap((each) => sheetsBehind(route2, each));
  return [...new Set(below)];
}

// ../core/src/engines/face-rule.ts
var DEFECTS = [
  "crack",
  "step",
  "polish",
  "breakage",
  "bruise",
  "burning",
  "pitting",
  "scoring",
  "seizure",
  "embedded",
  "fretting",
  "wear",
  "corrosion",
  "stretch",
  "thread",
  "scale",
  "carbon",
  "grit",
  "blocked",
  "wet"
];
var FACE_SORTS = ["clean", "look", "test"];

// ../core/src/quantity/yes-no.ts
var YES_NO = ["yes", "no"];

// ../core/src/quantity/metal.ts
var METALS = ["iron", "aluminium"];

// ../core/src/record/digest.ts
import { sha256 as sha2562 } from "@noble/hashes/sha2.js";
import { bytesToHex, utf8ToBytes } from "@noble/hashes/utils.js";
var sha256Hex = (text2) => sha256HexOf(utf8ToBytes(text2));
var sha256HexOf = (bytes) => bytesToHex(sha2562(bytes));
var digestOf = (value) => sha256Hex(canonical(value));

// ../core/src/kernel/same-data.ts
function sameData(a, b) {
  if (Object.is(a, b) || a === b) return true;
  if (typeof a !== "object" || typeof b !== "object" || a === null || b === null) return false;
  if (Array.isArray(a) || Array.isArray(b))
    return Array.isArray(a) && Array.isArray(b) && a.length === b.length && a.every((each, i) => sameData(each, b[i]));
  return holds(a, b) && holds(b, a, true);
}
function holds(a, b, isKnown = false) {
  for (const key of Object.keys(a)) {
    const value = a[key];
    if (value === void 0) continue;
    const other = Object.hasOwn(b, key) ? b[key] : void 0;
    if (isKnown ? other === void 0 : !sameData(value, other)) return false;
  }
  return true;
}

// ../core/src/engines/engine-model.ts
var ENGINE_CLASSES = ["aircraft", "marine", "tractor", "heavyDiesel", "twoStroke", "ship"];
function serialNumberOf(model, serial2) {
  const counting = new RegExp(model.serialPattern).exec(serial2)?.[1];
  return counting === void 0 ? void 0 : Number(counting);
}

// ../core/src/library/limit-row.ts
var DOCUMENT_KINDS = ["mandatory", "letter", "partMaker", "manual", "shop"];

// ../core/src/library/applies-to.ts
function fieldMatches(appliesTo, context) {
  const matches = [];
  const field = (name2, present, value, suits) => {
    if (present)
      matches.push({
        context: name2,
        match: value === void 0 || value === null ? "missing" : suits(value) ? "matches" : "differs"
      });
  };
  const list = (name2, among, value) => {
    field(name2, among !== void 0, value, (known) => among?.includes(known) === true);
  };
  const { serialFrom, serialTo, buildFrom, buildTo } = appliesTo;
  list("model", appliesTo.models, context.model);
  field(
    "serial",
    serialFrom !== void 0 || serialTo !== void 0,
    context.serial,
    (serial2) => Number(serial2) >= Number(serialFrom ?? -Infinity) && Number(serial2) <= Number(serialTo ?? Infinity)
  );
  list("partNumber", appliesTo.partNumbers, context.partNumber);
  list("oversize", appliesTo.oversizes, context.oversize);
  list("pistonMaterial", appliesTo.pistonMaterials, context.pistonMaterial);
  list("duty", appliesTo.duties, context.duty);
  field(
    "buildDate",
    buildFrom !== void 0 || buildTo !== void 0,
    context.buildDate,
    (date) => (buildFrom === void 0 || date >= buildFrom) && (buildTo === void 0 || date <= buildTo)
  );
  list("partState", appliesTo.partStates, context.partState);
  return matches;
}
function missingIn(appliesTo, context) {
  const fields = fieldMatches(appliesTo, context);
  if (fields.some(({ match }) => match === "differs")) return void 0;
  return fields.filter(({ match }) => match === "missing").map((field) => field.context);
}

// ../core/src/library/rank.ts
function rankOf(row, policy) {
  const place = policy.order.indexOf(row.kind);
  if (row.kind === "shop" || place < 0) return void 0;
  return { kind: -place, specificity: fieldMatches(row.appliesTo, {}).length, issued: row.issued };
}
function compareRanks(a, b) {
  return a.kind - b.kind || a.specificity - b.specificity || (a.issued < b.issued ? -1 : a.issued > b.issued ? 1 : 0);
}
var formulaLength = ({ perDiameter, uplift }, diameter) => roundToNanometres(perDiameter * diameter * (1 + (uplift ?? 0)));
function statedBound(row, bound, context) {
  if (row.formula?.bound === bound) {
    if (context.diameter === void 0 || context.diameter === null) return row[bound] ?? "unknown";
    return formulaLength(row.formula, context.diameter);
  }
  return row[bound];
}
var applies = (row, context) => fieldMatches(row.appliesTo, context).every(({ match }) => match === "matches");
function decideBound(rows, bound, context, policy) {
  const candidates = rows.flatMap((row) => {
    const value = statedBound(row, bound, context);
    const rank = rankOf(row, policy);
    return value === void 0 || value === "unknown" || rank === void 0 || !applies(row, context) ? [] : [{ row, value, rank }];
  });
  const [first, ...rest] = candidates;
  if (first === void 0) return { state: "open" };
  const best = rest.reduce((so, each) => compareRanks(each.rank, so.rank) > 0 ? each : so, first);
  const equals = candidates.filter((each) => compareRanks(each.rank, best.rank) === 0);
  return equals.some((each) => each.value !== best.value) ? { state: "undecided", rank: best.rank } : { state: "decided", value: best.value, source: best.row, rank: best.rank };
}
var eachBound = (of) => BOUNDS.map((bound) => [bound, of(bound)]);

// ../core/src/library/governing-limit.ts
function governingLimit({
  rows,
  context,
  policy
}) {
  const decisions = eachBound((bound) => decideBound(rows, bound, context, policy));
  const decided = decisions.flatMap(
    ([bound, decision]) => decision.state === "decided" ? [{ bound, ...decision }] : []
  );
  const limit = Object.fromEntries(decided.map(({ bound, value }) => [bound, value]));
  const sources = Object.fromEntries(decided.map(({ bound, source }) => [bound, source.id]));
  const undecided = decisions.filter(([, { state }]) => state === "undecided").map(([bound]) => bound);
  const sourceOf = (bound) => decided.find((each) => each.bound === bound)?.source;
  const others = rows.filter((row) => applies(row, context)).flatMap(
    (row) => BOUNDS.flatMap((bound) => {
      const value = statedBound(row, bound, context);
      if (value === void 0 || value === "unknown" || sourceOf(bound) === row) return [];
      return [{ bound, row: row.id, value, differs: limit[bound] !== value }];
    })
  );
  const minSource = sourceOf("min");
  const maxSource = sourceOf("max");
  return {
    limit,
    sources,
    others,
    undecided,
    contradiction: limit.min !== void 0 && limit.max !== void 0 && limit.min > limit.max,
    ...minSource !== void 0 && maxSource !== void 0 && minSource.document !== maxSource.document ? { mixed: true } : {},
    ...targetFrom(rows, context, limit, undecided)
  };
}
function targetFrom(rows, context, limit, undecided) {
  const shop = rows.filter((row) => row.kind === "shop" && applies(row, context));
  const stated = (bound) => shop.map((row) => statedBound(row, bound, context)).filter((value) => value !== void 0 && value !== "unknown");
  const within = (value) => value >= (limit.min ?? -Infinity) && value <= (limit.max ?? Infinity);
  const min = undecided.includes("min") ? void 0 : stated("min").filter((value) => within(value) && value !== limit.min).sort((a, b) => b - a)[0];
  const max = undecided.includes("max") ? void 0 : stated("max").filter((value) => within(value) && value !== limit.max).sort((a, b) => a - b)[0];
  if (min === void 0 && max === void 0) return {};
  if (min !== void 0 && max !== void 0 && min > max) return { targetConflict: true };
  return { target: { ...min === void 0 ? {} : { min }, ...max === void 0 ? {} : { max } } };
}

// ../core/src/library/rows-held-back.ts
function rowsHeldBack({
  rows,
  context,
  policy
}) {
  const held = rows.flatMap((row) => {
    const fields = fieldMatches(row.appliesTo, context);
    const missing = fields.filter(({ match }) => match === "missing").map((field) => field.context);
    if (missing.length === 0 || fields.some(({ match }) => match === "differs")) return [];
    return couldChange(row, rows, context, policy) ? [{ row: row.id, missing }] : [];
  });
  return { held };
}
function couldChange(row, rows, context, policy) {
  const rank = rankOf(row, policy);
  if (rank === void 0) return false;
  return BOUNDS.some((bound) => {
    const value = statedBound(row, bound, context);
    if (value === void 0) return false;
    const decision = decideBound(rows, bound, context, policy);
    if (decision.state === "open") return true;
    const strongEnough = compareRanks(decision.rank, rank);
    return decision.state === "decided" ? strongEnough <= 0 && decision.value !== value : strongEnough < 0;
  });
}

// ../core/src/library/library-state.ts
var AFTER_WITHDRAWAL = ["previous", "nothing"];
var EMPTY_LIBRARY = {
  models: {},
  routes: {},
  revisions: {},
  characteristics: {},
  temperatures: [],
  secondLooks: {},
  judging: {},
  checkNotes: [],
  orders: {},
  imports: {}
};
var revisionDigest = ({
  revision,
  rows,
  attachments
}) => digestOf({
  revision,
  rows,
  ...attachments.length === 0 ? {} : { attachments: attachments.map(({ sha256: sha2563 }) => sha2563) }
});

// ../core/src/library/added-by-documents.ts
var withRule = (rows, kind) => rows.filter((row) => row.rule?.kind === kind);
function addByDocuments({
  model,
  characteristics
}, {
  documents,
  rows,
  policy,
  context
}) {
  const byId = new Map(documents.map((document) => [document.id, document]));
  const applying = rows.filter((row) => row.rule === void 0 ? false : applies(row, context));
  const rank = (row) => {
    const document = byId.get(revisionOfRow(row.id));
    return document === void 0 ? void 0 : rankOf({ ...document, appliesTo: row.appliesTo }, policy);
  };
  const strongestFirst = [...withRule(applying, "station")].sort((a, b) => {
    const [ofA, ofB] = [rank(a), rank(b)];
    if (ofA === void 0 || ofB === void 0) return ofA === ofB ? 0 : ofA === void 0 ? 1 : -1;
    return compareRanks(ofB, ofA);
  });
  const stations = addStations(model.layout.stations, strongestFirst);
  const checks = withRule(applying, "check");
  return {
    model: stations === model.layout.stations ? model : { ...model, layout: { ...model.layout, stations } },
    characteristics: characteristics.map((each) => {
      const asked = checks.filter(
        ({ characteristic: characteristic2 }) => characteristic2 === each.id && quantityOf(each) !== "check"
      );
      return asked.length === 0 ? each : { ...each, questions: [...each.questions, ...asked.map((row) => questionOf(row, each))] };
    })
  };
}
function addStations(given, rows) {
  const added = /* @__PURE__ */ new Map();
  for (const { station: id2, groove, member, rule } of rows) {
    if (id2 === void 0 || groove === void 0 || member === void 0 || !isLength(rule.distance))
      continue;
    if (given.some((each) => each.id === id2)) continue;
    const so = added.get(id2) ?? {
      id: id2,
      label: rule.label,
      datum: rule.datum,
      distance: rule.distance,
      members: []
    };
    if (so.members.some((each) => each.groove === groove && each.member === member)) continue;
    added.set(id2, { ...so, members: [...so.members, { groove, member }] });
  }
  return added.size === 0 ? given : [...given, ...added.values()];
}
var questionOf = (row, characteristic2) => ({
  id: row.id,
  text: row.rule.question,
  when: "always",
  at: Object.fromEntries(
    rowAxesOf(characteristic2).flatMap((axis) => row[axis] === void 0 ? [] : [[axis, row[axis]]])
  ),
  source: row.id
});

// ../core/src/library/fit-variant.ts
var ASKED_OF_PARTS = {
  partNumber: "partNumbers",
  pistonMaterial: "pistonMaterials"
};
var ASKED_BESIDE = {
  pistonMaterial: { kind: "piston", fact: "material" }
};
var SAID_OF_KINDS = {
  ringPartNumber: { kind: "ring", fact: "partNumber" },
  ringMaker: { kind: "ring", fact: "maker" },
  pistonMaterial: { kind: "piston", fact: "material" }
};
function saidOfKind(said, kind, fact) {
  const name2 = Object.keys(SAID_OF_KINDS).find(
    (each) => SAID_OF_KINDS[each].kind === kind && SAID_OF_KINDS[each].fact === fact
  );
  return (name2 === void 0 ? void 0 : said[name2]) ?? void 0;
}
function contextFor(pin2, { of = {}, partState: partState2 }) {
  if (pin2.version === void 0) return { ...pin2.context, partState: partState2 };
  const { cylinders: _of, ...answers } = of;
  const engine = without(
    pin2.context,
    askedOfParts(pin2).filter((asked) => asked === "partNumber" || answers[asked] !== void 0)
  );
  const own2 = pin2.cylinders?.find((each) => each.cylinders.join() === of.cylinders?.join());
  const { cylinders: _which, ...its } = own2 ?? { cylinders: [] };
  const known = Object.fromEntries(Object.entries(answers).filter(([, answer]) => answer !== null));
  return { ...engine, ...its, ...known, partState: partState2 };
}
var askedOfParts = ({ version = 1 }) => Object.keys(ASKED_OF_PARTS).filter(
  (asked) => version >= (asked === "partNumber" ? 2 : 3)
);
var without = (context, left) => Object.fromEntries(Object.entries(context).filter(([key]) => !left.includes(key)));

// ../core/src/library/limits-pin.ts
var DIAMETER_BASES = ["nominal", "nominalPlusOversize", "measured"];
var PIN_VERSIONS = [2, 3, 4];
var PIN_VERSION = 4;
function pinLimits(question) {
  const { pin: pin2, on, model, characteristics, policy, diameterBasis, cylinders = [], judging } = question;
  const said = whatIsSaid(question, (context) => forDocuments(context, PIN_VERSION));
  return assemble({
    pin: pin2,
    on,
    model,
    characteristics,
    policy,
    diameterBasis,
    ...said,
    version: PIN_VERSION,
    cylinders,
    ...judging === void 0 ? {} : { judging }
  });
}
function pinSameDocuments(before, engine, diameterBasis, placed) {
  const characteristics = before.characteristics.map((each) => ({
    ...each,
    questions: each.questions.filter(({ source }) => source === void 0)
  }));
  const { model, on, policy, documents, rows } = before;
  const context = contextOf(model, engine);
  return assemble({
    pin: before.pin + 1,
    on,
    model,
    characteristics,
    policy,
    documents,
    rows,
    context,
    diameterBasis,
    ...placed,
    ...before.judging === void 0 ? {} : { judging: before.judging }
  });
}
function assemble(given) {
  const { documents, policy, context } = given;
  const { model, characteristics } = addByDocuments(given, given);
  const rows = given.rows.filter((row) => characteristics.some(({ id: id2 }) => id2 === row.characteristic));
  const pinned = { ...given, model, characteristics, rows };
  return { ...pinned, fits: fitsOf({ ...given, model, characteristics, documents, rows, policy, context }) };
}
function fitsOf(pin2) {
  return pin2.characteristics.flatMap((characteristic2) => {
    const kind = quantityOf(characteristic2);
    if (characteristic2.judgedAs !== void 0) return [];
    if (!isDecided(kind, pin2.version)) return [];
    const counts = LIFE_UNIT_OF[kind];
    const fits = new Map(
      placesOf(pin2.model.layout, characteristic2).map((place) => [fitKey(place), place])
    );
    return [...fits].flatMap(
      ([fit, place]) => statesDecided(pin2.rows, place).flatMap(
        (partState2) => variantsOf(
          pin2,
          place,
          (of) => kind === "check" ? decideCheck(fit, place, partState2, pin2, of) : { ...decideFit(fit, place, partState2, pin2, of), ...counts === void 0 ? {} : { counts } }
        )
      )
    );
  });
}
var statesDecided = (rows, place) => FIT_STATES.filter(
  (state) => state !== "mixed" || rowsAbout(place, rows).some(({ appliesTo }) => appliesTo.partStates?.includes("mixed") === true)
);
function isDecided(kind, version) {
  if (kind === "length") return true;
  if (kind === "check") return version !== void 0;
  return LIFE_UNIT_OF[kind] !== void 0 && version !== void 0 && version >= COUNTS_SINCE;
}
var COUNTS_SINCE = 4;
function variantsOf(pin2, place, decide) {
  if (pin2.version === void 0) return [decide(void 0)];
  const about = rowsAbout(place, pin2.rows);
  let answers = [{}];
  for (const asked of askedOfParts(pin2)) {
    const named = new Set(about.flatMap(({ appliesTo }) => appliesTo[ASKED_OF_PARTS[asked]] ?? []));
    if (named.size > 0)
      answers = answers.flatMap(
        (so) => [null, "", ...[...named].sort()].map((answer) => ({ ...so, [asked]: answer }))
      );
  }
  const classes = place.at.cylinder === void 0 ? [] : pin2.cylinders ?? [];
  return answers.flatMap((answer) => {
    const plain = decide(Object.keys(answer).length === 0 ? void 0 : answer);
    const own2 = classes.map(({ cylinders }) => decide({ cylinders, ...answer }));
    return [plain, ...own2.filter((each) => !sameDecision(each, plain))];
  });
}
var sameDecision = (a, b) => sameData(a.governing, b.governing) && sameData(a.held, b.held) && sameData(a.asks, b.asks);
function contextOf(model, { serial: serial2, ...rest }) {
  const counting = serialNumberOf(model, serial2);
  return { ...rest, model: model.id, ...counting === void 0 ? {} : { serial: counting } };
}
function forDocuments(context, version) {
  return version === void 0 ? context : without(context, ["oversize", ...askedOfParts({ version })]);
}
var sameContext = (context) => context;
function whatIsSaid({ model, revisions, engine }, narrowedBy = sameContext) {
  const context = contextOf(model, engine);
  const asked = narrowedBy(context);
  const relevant = revisions.filter(({ revision }) => mayApply(revision.appliesTo, asked));
  return {
    context,
    documents: relevant.flatMap(
      ({ revision, published }) => published === void 0 ? [] : [{ ...revision, digest: published.digest }]
    ),
    rows: relevant.flatMap(
      (kept) => kept.rows.map((row) => ({ ...row, appliesTo: narrowed(kept.revision.appliesTo, row.appliesTo) }))
    )
  };
}
function decideFit(fit, place, partState2, said, of) {
  const variant = of === void 0 ? {} : { of };
  const rows = statementsAbout(place, said);
  const context = contextFor(said, { partState: partState2, ...variant });
  const question = { rows, context, policy: said.policy };
  return {
    fit,
    partState: partState2,
    ...variant,
    governing: governingLimit(question),
    held: rowsHeldBack(question).held
  };
}
function decideCheck(fit, place, partState2, said, of) {
  const variant = of === void 0 ? {} : { of };
  const context = contextFor(said, { partState: partState2, ...variant });
  const rows = rowsAbout(place, said.rows).filter(({ rule }) => rule?.kind === "check");
  const asks = rows.filter((row) => applies(row, context)).map(({ id: id2 }) => id2);
  const held = rows.flatMap((row) => {
    const missing = missingIn(row.appliesTo, context) ?? [];
    return missing.length === 0 ? [] : [{ row: row.id, missing }];
  });
  const governing = { limit: {}, sources: {}, others: [], undecided: [], contradiction: false };
  return { fit, partState: partState2, ...variant, governing, held, ...asks.length === 0 ? {} : { asks } };
}
var statementsAbout = (place, said) => statementsOf(
  rowsAbout(place, said.rows).filter((row) => statesWindow(row)),
  said.documents
);
var rowsAbout = ({ characteristic: characteristic2, at }, rows) => rows.filter(
  (row) => row.characteristic === characteristic2 && FIT_AXES.every((axis) => row[axis] === void 0 || row[axis] === at[axis])
);
function statementsOf(rows, documents) {
  const byId = new Map(documents.map((document) => [document.id, document]));
  return rows.flatMap((row) => {
    const document = byId.get(revisionOfRow(row.id));
    if (document === void 0) return [];
    const { formula } = row;
    const bounds = {};
    for (const bound of BOUNDS) {
      const figure = printedBound(row, bound);
      if (figure !== void 0) bounds[bound] = boundValue(row, figure);
    }
    return [
      {
        id: row.id,
        document: document.number,
        kind: document.kind,
        issued: document.issued,
        appliesTo: row.appliesTo,
        ...bounds,
        ...formula === void 0 ? {} : { formula }
      }
    ];
  });
}
var documentsFor = (revisions, context) => revisions.flatMap(
  ({ revision, published }) => published === void 0 || !mayApply(revision.appliesTo, context) ? [] : [{ id: revision.id, digest: published.digest }]
);
var mayApply = (appliesTo, context) => fieldMatches(appliesTo, context).every(({ match }) => match !== "differs");
var narrowed = (document, row) => ({ ...document, ...row });

// ../contract/src/common/clock.ts
import * as z from "zod";
var clockEventData = {
  clockSteppedBack: z.object({ clock: instant }),
  clockPutRight: z.object({ was: instant, by: name, reason: text(2e3) })
};

// ../contract/src/people/schemas.ts
import * as z2 from "zod";
var actor = z2.object({
  id,
  name,
  roles: z2.array(z2.enum(ROLES)).readonly(),
  authorisation: text(60).nullable()
});
var secondPersonPolicy = z2.enum(["required", "sameSaid"]);
var zone = z2.string().min(1).max(60);
var samePerson = z2.object({ hoursLater: z2.int() });
var publicKey = z2.object({
  alg: z2.literal("Ed25519"),
  keyId: z2.string(),
  spki: z2.string()
});
var keyChange = z2.object({
  from: z2.string(),
  to: publicKey,
  reason: text(2e3),
  signatures: z2.object({ old: z2.string(), new: z2.string() }).nullable()
});
var pin = z2.string().regex(/^(\d{4,12}|.{10,64})$/u, {
  error: "a PIN has 4 to 12 digits; a longer secret has 10 to 64 characters"
}).refine((text2) => !isWeakPin(text2), { error: "everybody would try that first: choose another one" });
function isWeakPin(text2) {
  const digits = Array.from(text2, Number);
  const steps = digits.slice(1).map((digit, i) => digit - (digits[i] ?? 0));
  const isRun = steps.every((step) => step === steps[0]) && Math.abs(steps[0] ?? 0) <= 1;
  const half = text2.slice(0, text2.length / 2);
  return isRun || text2.length % 2 === 0 && text2 === half + half || /^(19|20)\d\d$/.test(text2);
}
var peopleEventData = {
  shopSetUp: z2.object({ name, secondPerson: secondPersonPolicy, zone, key: publicKey }),
  personAdded: z2.object({ person: actor }),
  personChanged: z2.object({ person: actor, active: z2.boolean(), reason: text(2e3).nullable() }),
  policyChanged: z2.object({ secondPerson: secondPersonPolicy, reason: text(2e3) }),
  zoneChanged: z2.object({ zone, reason: text(2e3) }),
  unitChanged: z2.object({ unit: lengthUnit.nullable() }),
  sealKeyChanged: keyChange,
  pinSet: z2.object({ person: id, forOneSignIn: z2.boolean() }),
  clockConfirmed: z2.object({
    clock: instant,
    expected: instant,
    because: z2.enum(CLOCK_DOUBTS),
    reason: text(2e3)
  }),
  clockSteppedBack: clockEventData.clockSteppedBack
};
var newPerson = { name, roles: z2.array(z2.enum(ROLES)).min(1), authorisation: text(60).nullable() };
var setUpRequest = z2.strictObject({
  shop: name,
  secondPerson: secondPersonPolicy,
  zone,
  person: z2.strictObject(newPerson),
  pin
});
var addPersonRequest = z2.strictObject({ id: z2.uuid(), person: z2.strictObject(newPerson), pin });
var changePersonRequest = z2.strictObject({
  id: z2.uuid(),
  person: z2.strictObject({ id, ...newPerson }),
  active: z2.boolean(),
  pin: z2.exactOptional(pin),
  reason: z2.exactOptional(text(2e3))
});
var changePolicyRequest = z2.strictObject({
  id: z2.uuid(),
  secondPerson: secondPersonPolicy,
  reason: text(2e3)
});
var changeZoneRequest = z2.strictObject({ id: z2.uuid(), zone, reason: text(2e3) });
var changeUnitRequest = z2.strictObject({ id: z2.uuid(), unit: lengthUnit.nullable() });
var changeSealKeyRequest = z2.strictObject({
  id: z2.uuid(),
  reason: text(2e3),
  pin: z2.string().max(64)
});
var choosePinRequest = z2.strictObject({ id: z2.uuid(), pin: z2.string().max(64), next: pin });
var confirmClockRequest = z2.strictObject({
  id: z2.uuid(),
  /** What the clock said when the manager was asked. */
  clock: instant,
  reason: text(2e3),
  pin: z2.string().max(64)
});
var signInRequest = z2.strictObject({ person: id, pin: z2.string().max(64) });
var clockInDoubt = z2.object({
  clock: instant,
  expected: instant,
  because: z2.enum(CLOCK_DOUBTS)
});
var signedInView = z2.object({ person: actor, pinToChoose: z2.boolean() });
var personView = actor.extend({ active: z2.boolean() });
var sessionView = z2.object({
  shop: z2.object({
    name,
    secondPerson: secondPersonPolicy,
    zone,
    unit: z2.exactOptional(lengthUnit),
    key: publicKey,
    /** Every key that the shop ever sealed with. */
    keys: z2.array(z2.string())
  }).nullable(),
  person: actor.nullable(),
  people: z2.array(personView),
  /** Shown on the sign-in page of the demo only. */
  demoPin: z2.string().nullable(),
  now: instant,
  /** The PIN was set by a manager: its owner chooses one before anything else. */
  pinToChoose: z2.boolean(),
  /** The server's clock cannot be believed: nothing is written until it is set right or confirmed. */
  clockInDoubt: clockInDoubt.nullable()
});

// ../contract/src/release/schemas.ts
import * as z4 from "zod";

// ../contract/src/instruments/schemas.ts
import * as z3 from "zod";
var instrument = z3.object({
  id,
  name,
  kind: z3.enum(INSTRUMENT_KINDS),
  unit: lengthUnit,
  resolution: lengthOnTheWire,
  uncertainty: lengthOnTheWire,
  calibratedOn: isoDate,
  dueOn: isoDate,
  blades: z3.array(printedLength)
});
var instrumentEventData = {
  instrumentRegistered: z3.object({ instrument }),
  instrumentChanged: z3.object({ instrument, reason }),
  instrumentChecked: z3.object({ instrument: id, calibratedOn: isoDate, dueOn: isoDate, certificate: name }),
  ...clockEventData
};
var figureText = z3.string().trim().regex(/^\d*[.,]?\d*$/).max(20);
var form = {
  id,
  name,
  kind: z3.enum(INSTRUMENT_KINDS),
  unit: lengthUnit,
  resolution: figureText,
  uncertainty: figureText,
  blades: z3.array(z3.string().trim().max(20)).max(120)
};
function withLengths(said, context) {
  const wrong = [];
  const figure = (value, path, zeroAllowed = false) => {
    const nm = decimalLength(value.replace(",", "."), said.unit);
    if (nm !== void 0 && (zeroAllowed || nm > 0)) return { text: value, unit: said.unit, nm };
    wrong.push(value);
    context.addIssue({
      code: "custom",
      path: ["instrument", ...path],
      message: `"${value}" is not a size in ${said.unit}`
    });
    return z3.NEVER;
  };
  const resolution = figure(said.resolution, ["resolution"]);
  const uncertainty = figure(said.uncertainty, ["uncertainty"], true);
  const blades = said.blades.map((blade, i) => figure(blade, ["blades", i]));
  return wrong.length > 0 ? z3.NEVER : { ...said, resolution: resolution.nm, uncertainty: uncertainty.nm, blades };
}
var registerInstrumentRequest = z3.strictObject({
  id: z3.uuid(),
  instrument: z3.strictObject({ ...form, calibratedOn: isoDate, dueOn: isoDate })
}).transform(({ id: command, instrument: said }, context) => ({
  id: command,
  instrument: withLengths(said, context)
}));
var changeInstrumentRequest = z3.strictObject({ id: z3.uuid(), instrument: z3.strictObject(form), seen: sha256, reason }).transform(({ id: command, instrument: said, ...rest }, context) => ({
  id: command,
  ...rest,
  instrument: withLengths(said, context)
}));
var recordCheckRequest = z3.strictObject({
  id: z3.uuid(),
  instrument: id,
  calibratedOn: isoDate,
  dueOn: isoDate,
  certificate: name
});
var instrumentList = z3.array(instrument);

// ../contract/src/release/schemas.ts
var stage = z4.enum(STAGES);
var route = z4.object({
  id,
  covers: name,
  classes: z4.exactOptional(z4.array(z4.enum(ENGINE_CLASSES)).min(1)),
  gates: z4.array(
    z4.object({
      stage,
      label: name,
      conditions: z4.array(z4.enum(CONDITIONS)).min(1),
      sheets: z4.array(id),
      secondLooks: z4.exactOptional(z4.array(id)),
      signedBy: z4.array(z4.enum(ROLES)).min(1),
      independent: z4.boolean(),
      after: z4.exactOptional(z4.array(stage))
    })
  ).min(1)
});
var seal = z4.object({
  length: z4.int().min(1),
  hash: sha256,
  signature: z4.object({ alg: z4.literal("Ed25519"), keyId: z4.string(), value: z4.string() })
});
var cylinderFacts = z4.strictObject({
  oversize: z4.exactOptional(lengthOnTheWire.nullable()),
  measuredBore: z4.exactOptional(lengthOnTheWire.nullable())
});
var engineFacts = z4.object({
  id,
  model: id,
  modelName: name,
  serial: name,
  buildDate: isoDate.nullable(),
  oversize: lengthOnTheWire.nullable(),
  pistonMaterial: name.nullable(),
  ringPartNumber: name.nullable(),
  hoursSinceNew: z4.number().nullable(),
  hoursSinceOverhaul: z4.number().nullable(),
  ringMaker: z4.exactOptional(name.nullable()),
  measuredBore: z4.exactOptional(lengthOnTheWire.nullable()),
  diameterBasis: z4.exactOptional(z4.enum(DIAMETER_BASES).nullable()),
  serialRemark: z4.exactOptional(text(2e3).nullable()),
  cylinders: z4.exactOptional(z4.record(id, cylinderFacts))
});
var saidFacts = z4.strictObject({
  buildDate: z4.exactOptional(isoDate.nullable()),
  oversize: z4.exactOptional(lengthOnTheWire.nullable()),
  pistonMaterial: z4.exactOptional(name.nullable()),
  ringPartNumber: z4.exactOptional(name.nullable()),
  ringMaker: z4.exactOptional(name.nullable()),
  measuredBore: z4.exactOptional(lengthOnTheWire.nullable()),
  diameterBasis: z4.exactOptional(z4.enum(DIAMETER_BASES).nullable())
});
var jobFacts = z4.object({
  number: id,
  duty: name,
  reason: text(2e3),
  previousSeal: sha256.nullable(),
  shop: name
});
var checkedDocument = z4.object({ id: name, digest: sha256 });
var serial = { from: name, to: name, reason };
var engineOfSerial = z4.object({ id, previousSeal: sha256.nullable() });
var arrivalEventData = {
  identityConfirmed: z4.object({ serialSeen: name, samePerson: samePerson.nullable() }),
  serialCorrected: z4.object({ ...serial, engine: engineOfSerial.nullable() }),
  documentsChecked: z4.object({ documents: z4.array(checkedDocument), pin: z4.int() }),
  documentCheckTakenBack: z4.object({ checked: z4.int(), reason: text(2e3) }),
  instrumentTaken: z4.object({ instrument }),
  engineFactsSaid: z4.object({ facts: saidFacts, reason }),
  cylinderFactsSaid: z4.object({ cylinders: z4.array(id).min(1), facts: cylinderFacts, reason }),
  pinDeclined: z4.object({ documents: z4.array(checkedDocument), pin: z4.int(), reason })
};
var signed = {
  gate: stage,
  digest: sha256,
  words: z4.array(text(2600)),
  samePerson: samePerson.nullable()
};
var olderArrivalEventData = { serialCorrected: [z4.object(serial)] };
var statement = z4.int().min(1);
var olderGateEventData = { gateSigned: [z4.object(signed), z4.object({ ...signed, statement })] };
var gateEventData = {
  gateSigned: z4.object({ ...signed, statement, sections: z4.record(id, z4.int().min(1)) }),
  gateReopened: z4.object({ gate: stage, reason, voids: z4.array(stage) }),
  earlierRecordStated: z4.object({ seal: sha256, supplements: z4.int().min(0), last: sha256 }),
  recordSealed: seal,
  supplementAdded: z4.object({ text: reason }),
  supplementSealed: seal
};
var gateCommands = [
  z4.strictObject({
    type: z4.literal("signGate"),
    gate: stage,
    digest: sha256,
    words: z4.array(text(2600)).max(200)
  }),
  z4.strictObject({ type: z4.literal("reopenGate"), gate: stage, signature: z4.int(), reason }),
  z4.strictObject({ type: z4.literal("addSupplement"), text: reason })
];

// ../contract/src/engines/schemas.ts
import * as z5 from "zod";
var fitAddress = z5.object({
  groove: z5.exactOptional(id),
  member: z5.exactOptional(id),
  station: z5.exactOptional(id)
});
var partKind = z5.string().regex(/^[a-z][A-Za-z]{1,40}$/, { error: 'a word such as "valve"' });
var aspect = z5.string().regex(/^[a-z][A-Za-z]{1,40}$/);
var reworkWord = z5.string().regex(/^[a-z][a-z ]{1,40}$/, { error: 'what was done, in small letters: "reamed"' }).refine((word) => !["fitted", "removed", "moved"].includes(word), {
  error: "is said by fitting, replacing and moving"
});
var faceRule = z5.object({
  kind: partKind,
  id: z5.string().regex(/^[A-Za-z0-9-]{1,40}$/),
  name,
  sort: z5.enum(FACE_SORTS),
  each: z5.exactOptional(z5.literal("groove")),
  looks: z5.array(z5.enum(DEFECTS)).max(8),
  how: text(200),
  reject: text(400),
  source: z5.exactOptional(text(200)),
  care: z5.exactOptional(text(200)),
  aspects: z5.array(aspect).min(1).max(8),
  journals: z5.exactOptional(z5.array(z5.enum(JOURNAL_KINDS)).min(1).max(3)),
  lined: z5.exactOptional(z5.literal(true))
});
var lifeRule = z5.object({
  kind: partKind,
  counts: z5.enum(["hours", "cycles"]),
  limit: z5.number().positive().max(1e9),
  untilNext: z5.exactOptional(z5.number().positive().max(1e9))
});
var kitRule = z5.object({
  id,
  name,
  contents: z5.array(
    z5.object({
      ...{ id, name },
      count: z5.int().min(1).max(1e3),
      kind: z5.exactOptional(partKind),
      groove: z5.exactOptional(id),
      partNumber: z5.exactOptional(name)
    })
  ).min(1).max(200)
});
var designRule = z5.object({
  name,
  kind: partKind,
  partNumbers: z5.array(name).min(1).max(100),
  asks: z5.array(id).max(40),
  leavesOut: z5.array(id).max(40)
});
var purposes = z5.strictObject({
  journal: z5.exactOptional(name),
  station: z5.exactOptional(name),
  direction: z5.exactOptional(name),
  point: z5.exactOptional(name),
  fastener: z5.exactOptional(name)
});
var EARLY_KINDS = ["bore", "block", "ring", "piston", "pin", "rod", "liner", "journal", "shell", "bolt"];
var partKindDeclared = z5.object({
  // A kind that became usual later stays what a model said that it is.
  kind: partKind.refine((kind) => !EARLY_KINDS.includes(kind), {
    error: "is a usual kind of part, and lies where it always does"
  }),
  name,
  names: name,
  axes: z5.array(z5.enum(AXES)),
  along: z5.exactOptional(purposes),
  reworks: z5.array(reworkWord).max(12)
});
var layoutWith = (distance, id2) => {
  const purposed = { id: id2, label: name, for: z5.array(name).min(1).max(8) };
  return z5.object({
    arrangement: z5.enum(["inline", "flat", "v"]),
    frontLabel: name,
    liners: z5.exactOptional(z5.enum(LINERS)),
    crown: z5.exactOptional(z5.literal("relieved")),
    regrind: z5.exactOptional(
      z5.array(
        z5.object({
          journals: z5.enum(JOURNAL_KINDS),
          standard: distance,
          undersizes: z5.array(distance).min(1).max(12)
        })
      ).max(3)
    ),
    banks: z5.array(z5.object({ id: id2, label: name, side: z5.enum(["left", "right", "middle"]) })).min(1).max(4),
    cylinders: z5.array(z5.object({ id: id2, label: name, bank: id2, row: z5.int().min(0).max(96) })).min(1).max(24),
    grooves: z5.array(
      z5.object({
        id: id2,
        label: name,
        members: z5.array(
          z5.object({
            id: id2,
            label: name,
            kind: z5.enum(["compression", "scraper", "oil", "rail"]),
            expander: z5.boolean()
          })
        ).min(1).max(4)
      })
    ).min(1).max(8),
    stations: z5.array(
      z5.object({
        id: id2,
        label: name,
        datum: z5.enum(DATUMS),
        distance,
        members: z5.array(z5.object({ groove: id2, member: id2 })),
        for: z5.exactOptional(z5.array(name).max(8)),
        only: z5.exactOptional(z5.literal("wornBore"))
      })
    ).min(1).max(40),
    ringTravel: z5.exactOptional(z5.object({ upper: id2, lower: id2 })),
    heads: z5.exactOptional(z5.array(z5.object({ id: id2, label: name, cylinders: z5.array(id2).min(1) })).max(24)),
    journals: z5.exactOptional(
      z5.array(z5.object({ id: id2, label: name, kind: z5.enum(JOURNAL_KINDS), cylinders: z5.array(id2).max(4) })).max(60)
    ),
    directions: z5.exactOptional(z5.array(z5.object(purposed)).max(24)),
    points: z5.exactOptional(
      z5.array(z5.object({ ...purposed, clock: z5.exactOptional(z5.number().min(0).max(12)) })).max(40)
    ),
    fasteners: z5.exactOptional(z5.array(z5.object(purposed)).max(60)),
    partKinds: z5.exactOptional(z5.array(partKindDeclared).max(20)),
    faces: z5.exactOptional(z5.array(faceRule).max(200)),
    nozzles: z5.exactOptional(z5.literal(true)),
    singleUse: z5.exactOptional(z5.array(partKind).max(40)),
    lives: z5.exactOptional(z5.array(lifeRule).max(40)),
    kits: z5.exactOptional(z5.array(kitRule).max(40)),
    designs: z5.exactOptional(z5.array(designRule).max(40)),
    notApplicable: z5.array(
      z5.object({
        characteristic: id2,
        groove: id2,
        member: id2,
        station: z5.exactOptional(id2),
        reason: text(300)
      })
    )
  });
};
var modelWith = (length, axisId) => z5.object({
  id,
  maker: name,
  name,
  engineClass: z5.enum(ENGINE_CLASSES),
  serialPattern: z5.string().max(120).refine(isSerialPattern, { error: "is not a regular expression with one group, the counting part" }),
  bore: length,
  rebore: z5.exactOptional(z5.object({ oversizes: z5.array(length).min(1).max(12), cleanUp: length })),
  layout: layoutWith(length, axisId)
});
var layout = layoutWith(printedLength, id);
var engineModel = modelWith(printedLength, id);
function isSerialPattern(pattern) {
  if (/[+*}]\)?[+*{]/.test(pattern) || /\\\d/.test(pattern)) return false;
  try {
    return (new RegExp(`${pattern}|`).exec("")?.length ?? 0) === 2;
  } catch {
    return false;
  }
}
var takenSo = z5.exactOptional(z5.object({ condition: id, is: id }));
var characteristic = z5.object({
  id,
  name,
  axes: z5.array(z5.enum(AXES)),
  along: z5.exactOptional(purposes),
  parts: z5.array(partKind),
  stateOf: partKind,
  tools: z5.array(z5.enum(INSTRUMENT_KINDS)),
  words: z5.object({ tight: name, loose: name }),
  questions: z5.array(
    z5.object({
      id: text(240),
      text: text(300),
      when: z5.enum(["always", "expander"]),
      at: z5.exactOptional(fitAddress),
      source: z5.exactOptional(text(240))
    })
  ),
  allowNegative: z5.boolean(),
  filed: z5.exactOptional(partKind),
  aspects: z5.exactOptional(z5.partialRecord(partKind, z5.array(aspect).min(1))),
  passes: z5.exactOptional(z5.enum(YES_NO)),
  from: z5.exactOptional(
    z5.discriminatedUnion("rule", [
      z5.object({ rule: z5.literal("difference"), of: id, less: id, when: takenSo }),
      z5.object({ rule: z5.enum(ONE_INPUT_RULES), of: id, when: takenSo })
    ])
  ),
  judgedAs: z5.exactOptional(id),
  classOf: z5.exactOptional(id),
  running: z5.exactOptional(z5.literal(true)),
  below: z5.exactOptional(z5.literal("interference")),
  under: z5.exactOptional(z5.literal("head")),
  conditions: z5.exactOptional(
    z5.array(
      z5.object({
        id,
        name,
        ways: z5.exactOptional(z5.literal(true)),
        choices: z5.array(z5.object({ id, text: name, not: z5.exactOptional(z5.literal("relieved")) })).min(1).max(6)
      })
    ).max(6)
  ),
  setting: z5.exactOptional(z5.literal(true)),
  depth: z5.exactOptional(z5.literal(true)),
  otherSide: z5.exactOptional(partKind),
  secondLook: z5.exactOptional(z5.literal(true)),
  tolerance: z5.exactOptional(printedLength),
  temperatures: z5.exactOptional(z5.literal(true)),
  metal: z5.exactOptional(z5.enum(METALS)),
  unitKind: z5.exactOptional(z5.enum(UNIT_KINDS)),
  measures: z5.exactOptional(text(300)),
  usualTool: z5.exactOptional(name),
  wear: z5.exactOptional(z5.enum(WEAR_WAYS)),
  rowAxes: z5.exactOptional(z5.array(z5.enum(FIT_AXES)))
});
var placeKey = z5.string().max(200).regex(/^[A-Za-z]+@[A-Za-z0-9:/-]+$/);
var partId = z5.string().max(240);
var partRef = z5.object({ id: partId, condition: z5.int().min(1) });
var partCount = z5.number().min(0).max(1e9).multipleOf(1e-3).nullable();
var newPart = z5.object({
  state: partState,
  partNumber: name.nullable(),
  lot: name.nullable(),
  maker: z5.exactOptional(name.nullable()),
  material: z5.exactOptional(name.nullable()),
  serial: z5.exactOptional(name.nullable()),
  sizeClass: z5.exactOptional(name.nullable()),
  hours: z5.exactOptional(partCount),
  cycles: z5.exactOptional(partCount)
});
var saidFacts2 = {
  partNumber: z5.exactOptional(name.nullable()),
  maker: z5.exactOptional(name.nullable()),
  material: z5.exactOptional(name.nullable())
};
var saidOfParts = z5.strictObject({
  ...saidFacts2,
  serial: z5.exactOptional(name.nullable()),
  lot: z5.exactOptional(name.nullable()),
  sizeClass: z5.exactOptional(name.nullable()),
  hours: z5.exactOptional(partCount),
  cycles: z5.exactOptional(partCount)
});
var knownOfPart = z5.strictObject({
  ...saidOfParts.shape,
  partNumber: name.nullable(),
  maker: name.nullable(),
  material: name.nullable()
});
var filingSaid = z5.strictObject({
  strokes: z5.int().min(1).max(1e4),
  tool: name,
  minutes: z5.number().min(0).max(1e4).multipleOf(0.5).nullable()
});
var partMove = z5.strictObject({ part: partId, to: placeKey });
var workshopFacts = {
  rework: z5.object({
    ...{ kind: z5.literal("rework"), part: partId, what: reworkWord, how: text(2e3) },
    round: z5.exactOptional(filingSaid)
  }),
  replace: z5.object({
    ...{ kind: z5.literal("replace"), part: partId, reason: text(2e3) },
    instead: newPart.nullable()
  }),
  fit: z5.object({ kind: z5.literal("fit"), slot: placeKey, with: newPart }),
  move: z5.object({
    ...{ kind: z5.literal("move"), moves: z5.array(partMove).min(1).max(400), reason: text(2e3) },
    seen: z5.array(partRef).max(400)
  })
};
var workshopFact = z5.discriminatedUnion("kind", [
  workshopFacts.rework,
  workshopFacts.replace,
  workshopFacts.fit,
  workshopFacts.move
]);
var partEventData = {
  partFitted: z5.object({
    part: partId,
    kind: partKind,
    slot: placeKey,
    ...newPart.shape
  }),
  partFactsSaid: z5.object({ parts: z5.array(partId).min(1), facts: saidOfParts, reason: text(2e3) }),
  partRemoved: z5.object({ part: partId, slot: placeKey, reason: text(2e3) }),
  partReworked: z5.object({
    part: partId,
    what: reworkWord,
    condition: z5.int().min(2),
    how: text(2e3),
    touches: z5.exactOptional(z5.array(aspect)),
    round: z5.exactOptional(filingSaid)
  }),
  partsMoved: z5.object({
    moves: z5.array(partMove.extend({ from: placeKey.nullable() })).min(1),
    reason: text(2e3)
  }),
  factReported: z5.object({
    slot: placeKey,
    fact: workshopFact,
    because: z5.enum(REPORT_CAUSES),
    basedOn: z5.int().nullable()
  }),
  factSettled: z5.object({ report: z5.int(), as: z5.enum(SETTLED_AS), reason: text(2e3) })
};
var usualKind = z5.enum(["bore", "ring", "piston", "pin", "rod", "liner", "journal", "shell", "bolt"]);
var earlyRework = z5.enum(["filed", "honed"]);
var { partFitted, partReworked, factReported, partFactsSaid } = partEventData;
var { rework: reworkFact, replace: replaceFact, fit: fitFact } = workshopFacts;
var newPartThen = newPart.omit({ serial: true, sizeClass: true, hours: true, cycles: true });
var otherFactsThen = [
  replaceFact.extend({ instead: newPartThen.nullable() }),
  fitFact.extend({ with: newPartThen })
];
var reworkFactThen = reworkFact.omit({ round: true });
var fittedThen = partFitted.omit({ serial: true, sizeClass: true, hours: true, cycles: true });
var fittedEarly = fittedThen.omit({ maker: true, material: true });
var reworkedThen = partReworked.omit({ touches: true, round: true });
var reportedWith = (fact) => factReported.extend({ fact });
var olderPartEventData = {
  partFitted: [fittedEarly.extend({ kind: usualKind }), fittedEarly, fittedThen],
  partFactsSaid: [partFactsSaid.extend({ facts: z5.strictObject(saidFacts2) })],
  partReworked: [reworkedThen.extend({ what: earlyRework }), reworkedThen],
  // What was not asked of a part then, nobody said.
  factReported: [
    reportedWith(
      z5.discriminatedUnion("kind", [reworkFactThen.extend({ what: earlyRework }), ...otherFactsThen])
    ),
    reportedWith(z5.discriminatedUnion("kind", [reworkFactThen, ...otherFactsThen])),
    reportedWith(z5.discriminatedUnion("kind", [reworkFactThen, ...otherFactsThen]))
  ]
};

export {
  own,
  YES_NO,
  INSTRUMENT_KINDS,
  canonical,
  sha256Hex,
  digestOf,
  sameData,
  ROLES,
  holdsOneOf,
  ZONE_BEFORE,
  keyChangeText,
  NOBODY,
  PEOPLE_EVENTS,
  decidePeople,
  confirmationFor,
  ENGINE_CLASSES,
  serialNumberOf,
  DOCUMENT_KINDS,
  missingIn,
  formulaLength,
  statedBound,
  applies,
  AFTER_WITHDRAWAL,
  EMPTY_LIBRARY,
  revisionDigest,
  STAGES,
  gateOf,
  gateOfSheet,
  restsOn,
  restingOn,
  sheetsBehind,
  addByDocuments,
  ASKED_OF_PARTS,
  ASKED_BESIDE,
  saidOfKind,
  contextFor,
  askedOfParts,
  DIAMETER_BASES,
  PIN_VERSIONS,
  PIN_VERSION,
  pinLimits,
  pinSameDocuments,
  fitsOf,
  contextOf,
  forDocuments,
  whatIsSaid,
  statementsAbout,
  documentsFor,
  DEFECTS,
  FACE_SORTS,
  clockEventData,
  actor,
  secondPersonPolicy,
  zone,
  samePerson,
  publicKey,
  keyChange,
  setUpRequest,
  addPersonRequest,
  changePersonRequest,
  changePolicyRequest,
  changeZoneRequest,
  changeUnitRequest,
  changeSealKeyRequest,
  choosePinRequest,
  confirmClockRequest,
  signInRequest,
  fitAddress,
  partKind,
  reworkWord,
  modelWith,
  engineModel,
  characteristic,
  placeKey,
  partId,
  partRef,
  newPart,
  saidOfParts,
  knownOfPart,
  filingSaid,
  partMove,
  workshopFacts,
  partEventData,
  olderPartEventData,
  instrument,
  registerInstrumentRequest,
  changeInstrumentRequest,
  recordCheckRequest,
  route,
  seal,
  cylinderFacts,
  engineFacts,
  saidFacts,
  jobFacts,
  checkedDocument,
  arrivalEventData,
  olderArrivalEventData,
  olderGateEventData,
  gateEventData,
  gateCommands
};
//# sourceMappingURL=chunk-WQVLMFWN.mjs.map
