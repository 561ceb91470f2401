import {
  ASKED_BESIDE,
  ASKED_OF_PARTS,
  ZONE_BEFORE,
  applies,
  askedOfParts,
  canonical,
  contextFor,
  gateOf,
  holdsOneOf,
  keyChangeText,
  missingIn,
  own,
  restsOn,
  saidOfKind,
  sameData,
  serialNumberOf,
  sha256Hex,
  sheetsBehind,
  statedBound,
  statementsAbout
} from "./chunk-WQVLMFWN.mjs";
import {
  BOUNDS,
  FIT_AXES,
  FIT_STATES,
  KeptMap,
  LIFE_UNIT_OF,
  NO_PARTS,
  PART_EVENTS,
  PART_FACTS,
  ProblemError,
  ZERO,
  acceptRange,
  clockPutRight,
  clockSteppedBack,
  decimalLength,
  depthOf,
  event,
  everLay,
  evolveBy,
  fitKey,
  hoursBetween,
  inputsOf,
  intervalOf,
  invariant,
  isDay,
  isLength,
  isRework,
  isTouchedBy,
  journalClass,
  kindOfSlot,
  layoutReason,
  memberAt,
  minus,
  minutesBetween,
  nanometres,
  nextPartId,
  nothingChanges,
  ok,
  onceFor,
  parsePlaceKey,
  partIn,
  partKindRule,
  placeKey,
  placesOf,
  plus,
  quantityOf,
  questionsFor,
  refuse,
  revisionOfRow,
  roundToNanometres,
  sameWords,
  settingOf,
  slotKey,
  slotsAt,
  slotsOf,
  slotsOfReport,
  stepSince,
  takenHow,
  understandEntry,
  usualPart,
  wasDone,
  workOn
} from "./chunk-CFPWUEHS.mjs";

// src/record/seal-key.ts
import {
  createHash,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  sign,
  verify
} from "node:crypto";
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from "node:fs";
import { join } from "node:path";

// ../core/src/quantity/life-left.ts
function lifeLeft(question) {
  if (question.used === null) return { verdict: "unknown" };
  const used = thousandths(question.used);
  const limit = thousandths(question.limit);
  const atNext = question.untilNext === void 0 ? void 0 : used + thousandths(question.untilNext);
  return {
    left: (limit - used) / 1e3,
    ...atNext === void 0 ? {} : { atNext: atNext / 1e3 },
    verdict: used >= limit ? "expired" : atNext !== void 0 && atNext > limit ? "replaceNow" : "ok"
  };
}
var thousandths = (count) => Math.round(count * 1e3);

// ../core/src/record/chain-hash.ts
var CHAIN_START = "0".repeat(64);
var chainHash = ({
  previous,
  entry
}) => ({
  hash: hashOfBytes(previous, canonical(entry))
});
var hashOfBytes = (previous, bytes) => sha256Hex(`${previous}
${bytes}`);

// ../core/src/people/second-person.ts
function secondLook(action, first, by, at, policy) {
  if (!first.ids.includes(by.id)) return ok(void 0);
  if (policy === "required")
    return refuse("SECOND_PERSON_NEEDED", { action, person: by.name, because: first.because });
  return ok({ hoursLater: hoursBetween(first.lastAt, at) });
}

// ../core/src/engines/size-class.ts
var UNITS = {
  mm: "mm",
  in: "in",
  inch: "in",
  '"': "in",
  thou: "thou"
};
var CLASS = /^(?<sign>[+-]?)\s*(?<figure>\d*[.,]?\d+)\s*(?<unit>mm|inch|in|"|thou)?\s*(?<way>over(?:size)?|o\/s|under(?:size)?|u\/s)?$/iu;
function readSizeClass(text, made, bare) {
  const said = text.trim();
  if (/^(?:std|standard)\.?$/iu.test(said)) return ZERO;
  const found2 = CLASS.exec(said)?.groups;
  if (found2 === void 0) return void 0;
  const { sign: sign2 = "", figure = "", unit, way } = found2;
  const amount = amountOf(figure.replace(",", "."), unit?.toLowerCase(), made);
  if (amount === void 0) return void 0;
  const isUnder = way !== void 0 ? way.toLowerCase().startsWith("u") : sign2 === "" ? bare === "under" : sign2 === "-";
  return isUnder && amount !== 0 ? nanometres(0 - amount) : amount;
}
function amountOf(figure, unit, made) {
  if (unit !== void 0) return decimalLength(figure, UNITS[unit] ?? "mm");
  if (Number(figure) === 0) return ZERO;
  const classes = new Set(made.map(({ nm }) => nm));
  const fits = ["mm", "in", "thou"].flatMap((each) => {
    const nm = decimalLength(figure, each);
    return nm !== void 0 && classes.has(nm) ? [nm] : [];
  });
  return fits.length === 1 ? fits[0] : void 0;
}

// ../core/src/engines/lives.ts
var partLives = (state, layout, hoursFound = () => null) => (layout.lives ?? []).flatMap(
  (rule) => slotsOf(layout, rule.kind).flatMap(({ key }) => {
    const part = partIn(state, key);
    if (part === void 0) return [];
    const said = rule.counts === "hours" ? part.hours ?? hoursFound(part.id) : part.cycles;
    const used = said ?? (part.state === "new" ? 0 : null);
    const { limit, untilNext } = rule;
    const life = lifeLeft({ used, limit, ...untilNext === void 0 ? {} : { untilNext } });
    return [{ rule, slot: key, part, used, life }];
  })
);
var lifedKinds = ({ lives = [] }) => [
  ...new Set(lives.map(({ kind }) => kind))
];

// ../core/src/engines/designs.ts
function designReason(state, layout, place) {
  const { designs = [] } = layout;
  const askedOf = designs.filter(({ asks }) => asks.includes(place.characteristic));
  for (const design of designs) {
    if (!design.leavesOut.includes(place.characteristic)) continue;
    if (liesThere(state, layout, place, design)) return `not asked of ${design.name}`;
  }
  if (askedOf.length === 0 || askedOf.some((design) => liesThere(state, layout, place, design)))
    return void 0;
  return `asked only of ${askedOf.map(({ name }) => name).join(" and ")}`;
}
var liesThere = (state, layout, place, { kind, partNumbers }) => slotsAt(layout, kind, place).some((slot) => partNumbers.includes(partIn(state, slot)?.partNumber ?? ""));

// ../core/src/instruments/instrument.ts
var isInDate = ({ calibratedOn, dueOn }, on) => calibratedOn <= on && on < dueOn;
var cardMarks = (instrument) => instrument.kind === "strip" ? instrument.blades.map(({ nm }) => nm) : void 0;
var bladeSizes = (instrument) => instrument.kind === "feeler" ? instrument.blades.map(({ nm }) => nm) : void 0;

// ../core/src/library/judged-fit.ts
var variantKey = ({ cylinders, ...answers } = {}) => [
  ...cylinders === void 0 ? [] : [`cylinders ${cylinders.join(" ")}`],
  ...ASKED.flatMap((asked) => {
    const answer = answers[asked];
    return answer === void 0 ? [] : [`${ASKED_KEYS[asked]} ${answer ?? "unknown"}`.trim()];
  })
].join(", ");
var ASKED = Object.keys(ASKED_OF_PARTS);
var ASKED_KEYS = { partNumber: "part", pistonMaterial: "piston" };
var sameFit = (a, b) => a.fit === b.fit && a.partState === b.partState && variantKey(a.of) === variantKey(b.of);
var fitText = ({ fit, partState, of }) => `${fit} ${partState}${of === void 0 ? "" : ` ${variantKey(of)}`}`;
function asJudged({ characteristics }, place) {
  const other = characteristics.find(({ id }) => id === place.characteristic)?.judgedAs;
  return other === void 0 ? place : { characteristic: other, at: place.at };
}
var fitOf = (pin, place) => fitKey(asJudged(pin, place));
function decisionAt(pin, place, part) {
  const { known, named: named2 } = decisionsOf(pin);
  const fit = fitOf(pin, place);
  const cylinders = ownCylinders(pin, place);
  const said = answersAt(pin, place, part);
  const answers = {};
  for (const [asked, values] of named2.get(fit) ?? []) {
    const answer = said[asked] ?? null;
    answers[asked] = answer === null || values.has(answer) ? answer : "";
  }
  const find = (of, partState = part.state) => known.get(fitText({ fit, partState, ...Object.keys(of).length === 0 ? {} : { of } }));
  const decided = (partState) => (cylinders === void 0 ? void 0 : find({ cylinders, ...answers }, partState)) ?? find(answers, partState);
  return decided(part.state) ?? (part.state === "mixed" ? decided("new") : void 0);
}
var ownCylinders = (pin, { at }) => pin.cylinders?.find((each) => each.cylinders.includes(at.cylinder ?? ""))?.cylinders;
function answersAt({ characteristics, context }, { characteristic }, part) {
  const its = characteristics.find(({ id }) => id === characteristic)?.stateOf;
  const said = { ringPartNumber: context.partNumber ?? null };
  const ofAll = its === void 0 ? void 0 : saidOfKind(said, its, "partNumber");
  return {
    partNumber: part.partNumber ?? ofAll ?? null,
    pistonMaterial: part.pistonMaterial === void 0 ? context.pistonMaterial ?? null : part.pistonMaterial
  };
}
var decisionsOf = onceFor((pin) => {
  const named2 = /* @__PURE__ */ new Map();
  for (const { fit, of = {} } of pin.fits)
    for (const asked of ASKED) {
      const answer = of[asked];
      if (answer === void 0) continue;
      const ofFit = named2.get(fit) ?? /* @__PURE__ */ new Map();
      const values = ofFit.get(asked) ?? /* @__PURE__ */ new Set();
      if (answer !== null && answer !== "") values.add(answer);
      named2.set(fit, ofFit.set(asked, values));
    }
  return { known: new Map(pin.fits.map((each) => [fitText(each), each])), named: named2 };
});
var dependsOn = (pin, place, asked) => decisionsOf(pin).named.get(fitOf(pin, place))?.has(asked) === true;
function contextAt(pin, place, part) {
  const cylinders = ownCylinders(pin, place);
  const answers = answersAt(pin, place, part);
  const asked = Object.fromEntries(askedOfParts(pin).map((each) => [each, answers[each]]));
  const of = { ...cylinders === void 0 ? {} : { cylinders }, ...asked };
  const partState = decisionAt(pin, place, part)?.partState ?? part.state;
  return contextFor(pin, { partState, of });
}
var fitDecision = (pin, judged) => decisionsOf(pin).known.get(fitText(judged));

// ../core/src/library/limit-in-force.ts
var NO_PIN = { pins: [], limitDecisions: [], limitChosen: [] };
var WITHHELD = ["contradiction", "undecided", "heldBack"];
var currentPin = (state) => state.pins.at(-1);
function limitInForce(state, place, part) {
  const pin = currentPin(state);
  const decision = pin === void 0 ? void 0 : decisionAt(pin, place, part);
  return pin === void 0 || decision === void 0 ? { state: "none" } : inForceBy(state, pin, decision);
}
function limitOfFit(state, judged) {
  const pin = currentPin(state);
  const decision = pin === void 0 ? void 0 : fitDecision(pin, judged);
  return pin === void 0 || decision === void 0 ? { state: "none" } : inForceBy(state, pin, decision);
}
function inForceBy(state, pin, decision) {
  const settled = state.limitDecisions.findLast((each) => each.pin === pin.pin && sameFit(each, decision));
  if (settled !== void 0)
    return { state: "inForce", ...windowOf(decision, settled.limit), sources: settled.rows, decided: true };
  const why = withheldIn(decision);
  if (why !== void 0) return { state: "withheld", why };
  const { limit, sources } = decision.governing;
  const { asks } = decision;
  return Object.keys(limit).length === 0 && asks === void 0 ? { state: "none" } : {
    state: "inForce",
    ...windowOf(decision, limit),
    sources,
    decided: false,
    ...asks === void 0 ? {} : { asks }
  };
}
var windowOf = ({ counts }, limit) => counts === void 0 ? { limit } : { limit: {}, life: { unit: counts, limit } };
function withheldIn({ governing, held }) {
  if (governing.contradiction) return "contradiction";
  if (governing.undecided.length > 0) return "undecided";
  return held.length > 0 ? "heldBack" : void 0;
}

// ../core/src/library/limit-notes.ts
var ENGINE_FACTS = [
  "oversize",
  "measuredBore",
  "pistonMaterial",
  "ringPartNumber",
  "ringMaker",
  "buildDate"
];
var restatedNote = ({ seq, fact, cylinder, part }) => ["factRestated", seq, fact, cylinder ?? part].filter((each) => each !== void 0).join(" ");
function limitNotes(pin, job, there) {
  const fits = (pin.version ?? 1) < 3 ? pin.fits : there;
  const { engine, parts, restated } = job;
  const standing = restated.filter(({ part }) => part === void 0 || parts.get(part)?.slot != null);
  return [
    ...serialNote(pin, engine),
    ...leafletNotes(pin, fits, job),
    ...diameterNote(pin, engine),
    ...standing.map((each) => ({
      id: restatedNote(each),
      kind: "factRestated",
      ...each
    })),
    ...fits.filter(({ governing }) => governing.targetConflict === true).map(({ fit, partState, of }) => ({
      id: `targetConflict ${fitText({ fit, partState, ...of === void 0 ? {} : { of } })}`,
      kind: "targetConflict",
      fit
    }))
  ];
}
function serialNote(pin, { serial }) {
  return serialNumberOf(pin.model, serial) === void 0 ? [{ id: `serialOdd ${serial}`, kind: "serialOdd", serial, pattern: pin.model.serialPattern }] : [];
}
function leafletNotes(pin, fits, job) {
  const isOfOne = (pin.version ?? 1) < 3;
  return leafletsOf(pin, fits, job.limitDecisions).flatMap(
    ({ id, partsMaker, part, fits: governed }) => (isOfOne ? [job.engine.ringMaker ?? null] : makersOf(pin, job, part, governed)).filter((maker) => !sameName(partsMaker, maker)).map((maker) => ({
      id: ["otherMaker", id, isOfOne ? "" : part, maker ?? ""].filter((each) => each !== "").join(" "),
      kind: "otherMaker",
      document: id,
      leafletOf: partsMaker,
      part,
      fitted: maker
    }))
  );
}
function leafletsOf(pin, decided, decisions) {
  const used = [
    ...decided.map(({ fit, governing }) => ({ fit, rows: Object.values(governing.sources) })),
    ...decisions.filter((each) => each.pin === pin.pin).map(({ fit, rows }) => ({ fit, rows: Object.values(rows) }))
  ];
  return pin.documents.flatMap(({ id, kind, partsMaker }) => {
    if (kind !== "partMaker" || partsMaker === void 0) return [];
    const byKind = /* @__PURE__ */ new Map();
    for (const { fit, rows } of used) {
      if (!rows.some((row) => revisionOfRow(row) === id)) continue;
      const part = pin.characteristics.find((each) => fit.startsWith(`${each.id}@`))?.stateOf ?? "";
      byKind.set(part, (byKind.get(part) ?? /* @__PURE__ */ new Set()).add(fit));
    }
    return [...byKind].map(([part, fits]) => ({ id, partsMaker, part, fits }));
  });
}
function makersOf(pin, { engine, parts, slots }, kind, fits) {
  const ofAll = saidOfKind(engine, kind, "maker") ?? null;
  const there = new Set([...fits].flatMap((fit) => slotsOfFits(pin).get(fit) ?? []));
  const makers = [...there].flatMap((slot) => {
    const part = parts.get(slots.get(slot) ?? "");
    return part === void 0 ? [] : [part.maker ?? ofAll];
  });
  return makers.length === 0 ? [ofAll] : [...new Set(makers)];
}
var slotsOfFits = onceFor(
  ({ model, characteristics }) => {
    const found2 = /* @__PURE__ */ new Map();
    for (const characteristic of characteristics)
      for (const place of placesOf(model.layout, characteristic)) {
        const slots = slotsAt(model.layout, characteristic.stateOf, place);
        const ofFit = found2.get(fitKey(place)) ?? [];
        ofFit.push(...slots);
        found2.set(fitKey(place), ofFit);
      }
    return found2;
  }
);
var sameName = (a, b) => b !== null && a.trim().toLowerCase() === b.trim().toLowerCase();
function diameterNote(pin, { oversize }) {
  if (pin.diameterBasis !== "nominal" || oversize === 0) return [];
  const rows = pin.rows.filter((row) => row.formula !== void 0 && BOUNDS.includes(row.formula.bound) && mayApply(row, pin)).map(({ id }) => id);
  return rows.length === 0 ? [] : [{ id: `nominalDiameter ${rows.join(", ")}`, kind: "nominalDiameter", rows, oversize }];
}
var mayApply = (row, pin) => (
  // Which part it is of is not asked here: the number that a row names is the one for which it is held.
  ["new", "reused"].some(
    (partState) => [void 0, ...row.appliesTo.partNumbers ?? []].some(
      (partNumber) => applies(
        row,
        contextFor(pin, { partState, ...partNumber === void 0 ? {} : { of: { partNumber } } })
      )
    )
  )
);

// ../core/src/evidence/reading.ts
var KIND_OF = {
  exact: "size",
  between: "size",
  atLeast: "size",
  under: "size",
  spread: "size",
  answer: "yesNo",
  life: "life"
};
var evidenceKindOf = ({ kind }) => KIND_OF[kind];
var isSize = (reading) => KIND_OF[reading.kind] === "size";

// ../core/src/evidence/life/life.ts
var COUNT = /^(\d{1,3}(?:[ \u00a0\u202f]\d{3})+|\d{1,9})(?:[.,](\d{1,3}))?\s*(h|hours|cycles|starts)?\s*(\+)?$/i;
var UNIT_NAMES = { hours: "h" };
var LIFE_RULES = {
  ruleVersion: 1,
  read: ({ text, counts = "h" }) => {
    const typed = text.trim();
    if (typed === "") return { ok: false, code: "empty" };
    const [, whole, part, named2, more] = COUNT.exec(typed) ?? [];
    if (whole === void 0) return { ok: false, code: "notACount" };
    const unit = named2?.toLowerCase();
    if (unit !== void 0 && (UNIT_NAMES[unit] ?? unit) !== counts) return { ok: false, code: "notACount" };
    if (part !== void 0 && counts !== "h") return { ok: false, code: "notACount" };
    const count = Number(`${whole.replace(/\D/g, "")}.${part ?? "0"}`);
    const reading = { kind: "life", count, ...more === void 0 ? {} : { orMore: true } };
    return { ok: true, reading, unit: null, notes: [] };
  },
  judge: ({ reading, life, partState }) => {
    const limit = life?.limit ?? {};
    const accept = acceptRange(limit, partState);
    if (accept.lower === -Infinity && accept.upper === Infinity)
      return { verdict: "noLimit", acceptable: false };
    const most = reading.orMore === true ? Infinity : reading.count;
    const isWithin2 = (lower, upper) => reading.count >= lower && most <= upper;
    if (isWithin2(accept.lower, accept.upper)) {
      const isNew = isWithin2(limit.min ?? -Infinity, limit.max ?? Infinity);
      return { verdict: isNew ? "in" : "serviceable", acceptable: true };
    }
    if (reading.count > accept.upper) return { verdict: "loose", acceptable: false };
    return { verdict: most < accept.lower ? "tight" : "notProven", acceptable: false };
  },
  isWithin: (next, known) => next.orMore === true ? next.count <= known.count : known.orMore !== true && next.count === known.count,
  together,
  agree: (a, b) => together(a.reading, b.reading) !== void 0,
  comeTo: (all) => {
    const known = all.reduce((so, each) => together(each, so) ?? so);
    return [
      {
        reading: known,
        of: all.findLastIndex((each) => each.count === known.count && each.orMore === known.orMore)
      }
    ];
  }
};
function together(next, known) {
  if (next.orMore === true && known.orMore === true) return next.count >= known.count ? next : known;
  const [open, exact] = next.orMore === true ? [next, known] : [known, next];
  if (open.orMore !== true) return next.count === known.count ? next : void 0;
  return exact.count >= open.count ? exact : void 0;
}

// ../core/src/evidence/size/blade-feel.ts
var LETTER = /^(.*?[\d¼½¾.,"a-zµμ])\s*([fds])\s*$/iu;
var GOES = { f: "free", d: "drag" };
function splitFeel(text) {
  const parted = /^([^/]*)\/(.*)$/s.exec(text);
  if (parted !== null) {
    const [, first = "", second = ""] = parted;
    const [goes2, stops] = [taken(first, "fd"), taken(second, "s")];
    if (goes2 === void 0 && stops === void 0) return { text };
    return {
      text: `${goes2?.text ?? first}/${stops?.text ?? second}`,
      feel: { ...feelOf(goes2?.letter), ...feelOf(stops?.letter) }
    };
  }
  const under = /^\s*<(.*)$/s.exec(text);
  const alone = taken(under?.[1] ?? text, "s");
  if (alone !== void 0) return { text: `<${alone.text.trim()}`, feel: { stops: "starts" } };
  const more = /^(.*)\+\s*$/s.exec(text);
  const goes = under === null ? taken(more?.[1] ?? text, "fd") : void 0;
  return goes === void 0 ? { text } : { text: more === null ? goes.text : `${goes.text}+`, feel: feelOf(goes.letter) };
}
function taken(end, letters) {
  const [, text, letter = ""] = LETTER.exec(end) ?? [];
  const found2 = letter.toLowerCase();
  return text === void 0 || !letters.includes(found2) || !/\d|[¼½¾]/u.test(text) ? void 0 : { text, letter: found2 };
}
function feelOf(letter) {
  if (letter === void 0) return {};
  const goes = GOES[letter];
  return goes === void 0 ? { stops: "starts" } : { goes };
}

// ../core/src/evidence/size/judge-size.ts
var SIZE_RULE_VERSION = 1;
function judge({
  limit,
  reading,
  partState,
  uncertainty = nanometres(0),
  rule = "simple"
}) {
  const accept = acceptRange(limit, partState);
  if (accept.lower === -Infinity && accept.upper === Infinity)
    return { verdict: "noLimit", acceptable: false };
  const guard = rule === "guarded" ? uncertainty : 0;
  const { lo, hi, hiOpen, loMeasured } = intervalOf(reading);
  const low = loMeasured ? lo - guard : lo;
  const high = hi + guard;
  const inside = (lower, upper) => low >= lower && high <= upper;
  const acceptable = inside(accept.lower, accept.upper);
  const verdict = acceptable ? inside(limit.min ?? -Infinity, limit.max ?? Infinity) ? "in" : "serviceable" : outside();
  return { verdict, acceptable, ...margins() };
  function outside() {
    if (reading.kind === "spread") return spreadOutside(reading.low, reading.high);
    if (high < accept.lower || hiOpen && high <= accept.lower) return "tight";
    return low > accept.upper ? "loose" : "notProven";
  }
  function spreadOutside(first, last) {
    const missing = accept.lower - first;
    const over = last - accept.upper;
    if (missing > guard && missing >= over) return "tight";
    if (over > guard) return "loose";
    return missing > guard ? "tight" : "notProven";
  }
  function margins() {
    const missing = accept.lower - lo;
    const over = (hi === Infinity && verdict === "loose" ? lo : hi) - accept.upper;
    return {
      ...loMeasured && missing > 0 && Number.isFinite(missing) ? { shortBy: nanometres(missing) } : {},
      ...over > 0 && Number.isFinite(over) ? { overBy: nanometres(over) } : {}
    };
  }
}

// ../core/src/evidence/size/read-entry.ts
var LONGEST_ENTRY = 200;
var UNIT_NAMES2 = {
  thou: "thou",
  th: "thou",
  in: "in",
  '"': "in",
  mm: "mm",
  um: "um",
  \u00B5m: "um",
  \u03BCm: "um"
};
var QUARTERS = { "\xBC": "25", "\xBD": "5", "\xBE": "75" };
var UNIT_PATTERN = String.raw`(thou|th|in|"|mm|um|µm|μm)`;
var NUMBER = String.raw`(?:-)?\s*(?:\d+[.,]\d*|[.,]\d+|\d*\s*[¼½¾]|\d+)\s*(?:thou|th|in|"|mm|um|µm|μm)?`;
var BLADES = String.raw`(${NUMBER}(?:\s*&\s*${NUMBER}){0,3})`;
var PART = new RegExp(
  String.raw`^\s*(-)?\s*(\d+[.,]\d*|[.,]\d+|\d*\s*[¼½¾]|\d+)\s*${UNIT_PATTERN}?\s*$`,
  "iu"
);
var FORMS = [
  { form: "exact", pattern: form(BLADES) },
  { form: "between", pattern: form(`${BLADES}\\s*/\\s*${BLADES}`) },
  { form: "step", pattern: form(`(${NUMBER})\\s*/`) },
  { form: "atLeast", pattern: form(`${BLADES}\\s*\\+`) },
  { form: "under", pattern: form(`<\\s*${BLADES}`) },
  { form: "spread", pattern: form(`(${NUMBER})\\s*(?:\\.\\.|-)\\s*(${NUMBER})`) }
];
var SPREAD_SIGNED = form(`(${NUMBER})\\s*\\.\\.\\s*(${NUMBER})`);
function form(source) {
  return new RegExp(`^\\s*${source}\\s*${UNIT_PATTERN}?\\s*$`, "iu");
}
function readEntry({ text, unit, allowNegative = false, blades }) {
  if (text.trim() === "") return fault("empty");
  if (text.length > LONGEST_ENTRY || text.includes("...")) return fault("notAReading");
  const clean2 = text.replace(/[\u2013\u2014\u2212]/g, "-");
  const understood = split(clean2, allowNegative, blades !== void 0);
  if (understood === void 0) return fault("notAReading");
  const { ends, form: kind } = understood;
  const parts = ends.flat();
  const typed = [
    ...new Set([...parts.map((part) => part.unit), understood.unitAtEnd].filter((u) => u !== void 0))
  ];
  if (typed.length > 1) return fault("mixedUnits");
  const asInches = unit === "thou" && typed.length === 0 && parts.every(({ digits }) => Number(digits) < 0.1 && (digits.split(".")[1] ?? "").length >= 3);
  const used = typed[0] ?? (asInches ? "in" : unit);
  const sizes = [];
  for (const end of ends) {
    const held = [];
    for (const part of end) {
      const size = decimalLength(part.digits, used);
      if (size === void 0) return fault("notAReading");
      held.push(part.negative ? minus(ZERO, size) : size);
    }
    sizes.push(held);
  }
  if (!allowNegative && parts.some((part) => part.negative)) return fault("negative");
  const [first, second] = sizes.map((held) => held.reduce(plus));
  if (first === void 0) return fault("notAReading");
  const isThere = (held) => (
    // A set has one of each blade: the same one cannot be held twice.
    held.every((size, i) => blades?.includes(size) !== false && held.indexOf(size) === i)
  );
  const thicker = blades?.find((blade) => blade > first);
  const reading = readingFrom(kind, first, second, blades !== void 0, thicker);
  if (reading === void 0) return fault("order");
  const notes = [];
  if (asInches) notes.push("readAsInches");
  if (blades !== void 0 && !sizes.every(isThere)) notes.push("notInSet");
  if (kind === "step" && thicker === void 0) notes.push("lastBlade");
  const stacks = stacksOf(kind, sizes);
  return { ok: true, reading, unit: used, notes, ...stacks === void 0 ? {} : { stacks } };
}
function stacksOf(kind, sizes) {
  const names = kind === "under" ? ["stops"] : ["goes", "stops"];
  const stacked = sizes.flatMap((held, i) => {
    const name = names[i];
    return held.length > 1 && name !== void 0 ? [[name, held]] : [];
  });
  return stacked.length === 0 ? void 0 : Object.fromEntries(stacked);
}
var fault = (code) => ({ ok: false, code });
function readingFrom(kind, a, b, feeler, thicker) {
  switch (kind) {
    case "exact":
      return feeler ? { kind: "atLeast", goes: a } : { kind: "exact", value: a };
    case "atLeast":
      return { kind: "atLeast", goes: a };
    case "step":
      return thicker === void 0 ? { kind: "atLeast", goes: a } : { kind: "between", goes: a, stops: thicker };
    case "under":
      return a <= 0 ? void 0 : { kind: "under", stops: a };
    case "between":
      return b === void 0 || a >= b ? void 0 : { kind: "between", goes: a, stops: b };
    case "spread":
      return b === void 0 || a >= b ? void 0 : { kind: "spread", low: a, high: b };
  }
}
function split(text, allowNegative, feeler) {
  if (text.includes("&") && !feeler) return void 0;
  for (const { form: kind, pattern } of FORMS) {
    if (kind === "step" && !feeler) continue;
    if (kind === "under" && allowNegative) continue;
    const match = (kind === "spread" && allowNegative ? SPREAD_SIGNED : pattern).exec(text);
    if (match === null) continue;
    const count = kind === "between" || kind === "spread" ? 2 : 1;
    const ends = match.slice(1, count + 1).map((end) => end.split("&").map(partFrom));
    if (ends.flat().some((part) => part === void 0)) continue;
    return { form: kind, ends, unitAtEnd: unitNamed(match[count + 1]) };
  }
  return void 0;
}
function partFrom(text) {
  const match = PART.exec(text);
  if (match === null) return void 0;
  const [, sign2, number = "", unit] = match;
  const digits = numberDigits(number);
  return digits === void 0 ? void 0 : { negative: sign2 !== void 0, digits, unit: unitNamed(unit) };
}
function numberDigits(number) {
  const match = /^(?:(\d+[.,]\d*|[.,]\d+)|(\d+)?\s*([¼½¾])|(\d+))$/u.exec(number.trim());
  if (match === null) return void 0;
  const [, decimal, whole, quarter, plain] = match;
  return decimal?.replace(",", ".") ?? (quarter === void 0 ? plain ?? "" : `${whole ?? "0"}.${QUARTERS[quarter] ?? ""}`);
}
var unitNamed = (name) => name === void 0 ? void 0 : UNIT_NAMES2[name.toLowerCase()];

// ../core/src/evidence/size/read-deviation.ts
var NUMBER2 = String.raw`([+-])?\s*(\d+[.,]\d*|[.,]\d+|\d*\s*[¼½¾]|\d+)\s*${UNIT_PATTERN}?`;
var ONE = new RegExp(String.raw`^\s*${NUMBER2}\s*${UNIT_PATTERN}?\s*$`, "iu");
var SPREAD = new RegExp(String.raw`^\s*${NUMBER2}\s*\.\.\s*${NUMBER2}\s*${UNIT_PATTERN}?\s*$`, "iu");
function readDeviation({ text, unit, setting, step }) {
  if (text.trim() === "") return fault2("empty");
  if (text.length > LONGEST_ENTRY || text.includes("...")) return fault2("notAReading");
  const clean2 = text.replace(/[\u2013\u2014\u2212]/g, "-");
  const parts = partsOf(clean2);
  if (parts === void 0) return fault2("notAReading");
  const typed = [...new Set(parts.units)];
  if (typed.length > 1) return fault2("mixedUnits");
  const [named2] = typed;
  const understood = parts.numbers.map((part) => {
    const size = decimalLength(part.digits, named2 ?? unit);
    const isSize3 = named2 !== void 0 || part.sign === void 0 && size !== void 0 && size * 2 >= setting;
    return { part, size, isSize: isSize3 };
  });
  if (understood.some(({ size }) => size === void 0)) return fault2("notAReading");
  const isSize2 = understood[0]?.isSize === true;
  if (understood.some((each) => each.isSize !== isSize2)) return fault2("notAReading");
  if (isSize2 && understood.some(({ part }) => part.sign !== void 0)) return fault2("negative");
  const deviations = understood.map(({ part }) => graduations(part, step));
  const sizes = understood.map(({ size }, i) => isSize2 ? size ?? 0 : setting + (deviations[i] ?? 0));
  if (sizes.some((size) => size < 0)) return fault2("negative");
  const [low, high] = sizes;
  if (low === void 0) return fault2("notAReading");
  if (high !== void 0 && low >= high) return fault2("order");
  const reading = high === void 0 ? { kind: "exact", value: nanometres(low) } : { kind: "spread", low: nanometres(low), high: nanometres(high) };
  const [first = 0, second] = deviations;
  return {
    ok: true,
    reading,
    ...isSize2 ? {} : { deviation: second === void 0 ? first : { low: first, high: second } },
    notes: isSize2 && named2 === void 0 ? ["readAsSize"] : []
  };
}
var fault2 = (code) => ({ ok: false, code });
function partsOf(text) {
  const one = ONE.exec(text);
  const spread = one === null ? SPREAD.exec(text) : null;
  const match = one ?? spread;
  if (match === null) return void 0;
  const found2 = match.slice(1);
  const numbers = [];
  for (let at = 0; at < found2.length - 1; at += 3) {
    const [sign2, number = "", unit] = found2.slice(at, at + 3);
    const digits = numberDigits(number);
    if (digits === void 0) return void 0;
    numbers.push({ sign: sign2, digits, unit: unitNamed(unit) });
  }
  const atEnd = unitNamed(found2.at(-1));
  return {
    numbers,
    units: [...numbers.map(({ unit }) => unit), atEnd].filter((each) => each !== void 0)
  };
}
function graduations({ sign: sign2, digits }, step) {
  const [whole = "0", decimals = ""] = digits.split(".");
  const scale = 10n ** BigInt(decimals.length);
  const times = BigInt(`${whole === "" ? "0" : whole}${decimals}`) * BigInt(step);
  const nm = Number((times * 2n + scale) / (scale * 2n));
  return sign2 === "-" && nm !== 0 ? -nm : nm;
}

// ../core/src/evidence/size/read-strip.ts
function readStrip({
  text,
  unit,
  marks
}) {
  const ends = text.split("/");
  if (ends.length > 2) return { ok: false, code: "notAReading" };
  const found2 = [];
  let unitUsed = unit;
  for (const end of ends) {
    const entry = readEntry({ text: end, unit });
    if (!entry.ok)
      return { ok: false, code: entry.code === "empty" && ends.length > 1 ? "notAReading" : entry.code };
    const on = onCard(entry.reading, marks);
    if (on === void 0) return { ok: false, code: "notOnCard" };
    found2.push(on);
    unitUsed = entry.unit;
  }
  const [first, second = first] = found2;
  if (first === void 0 || second === void 0) return { ok: false, code: "notAReading" };
  const reading = bothEnds(first, second);
  return reading === void 0 ? { ok: false, code: "notAReading" } : { ok: true, reading, unit: unitUsed, notes: [] };
}
function onCard(reading, marks) {
  switch (reading.kind) {
    case "exact":
      return marks.includes(reading.value) ? reading : void 0;
    case "spread":
      return marks.includes(reading.low) && marks.includes(reading.high) ? { kind: "between", goes: reading.low, stops: reading.high } : void 0;
    case "atLeast":
      return reading.goes === marks.at(-1) ? reading : void 0;
    case "under":
      return reading.stops === marks[0] ? reading : void 0;
    case "between":
      return void 0;
  }
}
function bothEnds(a, b) {
  const all = [intervalOf(a), intervalOf(b)];
  const low = Math.min(...all.map(({ lo }) => lo));
  const high = Math.max(...all.map(({ hi }) => hi));
  const isLowKnown = all.every(({ loMeasured }) => loMeasured);
  if (!Number.isFinite(high)) return isLowKnown ? { kind: "atLeast", goes: low } : void 0;
  if (!isLowKnown) return { kind: "under", stops: high };
  if (low === high) return { kind: "exact", value: low };
  return a.kind === "exact" && b.kind === "exact" ? { kind: "spread", low, high } : { kind: "between", goes: low, stops: high };
}

// ../core/src/evidence/size/sizes-together.ts
function isWithin(next, known) {
  const [inner, outer] = [intervalOf(next), intervalOf(known)];
  const isSame = inner.lo === outer.lo && inner.hi === outer.hi;
  if (isSame || known.kind === "exact" || known.kind === "spread") return isSame && next.kind === known.kind;
  return inner.lo >= outer.lo && inner.hi <= outer.hi;
}
function withKnown(next, known) {
  if (isWithin(next, known)) return next;
  if (!isBracket(next) || !isBracket(known)) return void 0;
  const [a, b] = [intervalOf(next), intervalOf(known)];
  const goes = goesOf(a.lo >= b.lo ? next : known);
  const stops = stopsOf(a.hi <= b.hi ? next : known);
  if (goes !== void 0 && stops !== void 0)
    return goes < stops ? { kind: "between", goes, stops } : void 0;
  if (goes !== void 0) return { kind: "atLeast", goes };
  return stops === void 0 ? void 0 : { kind: "under", stops };
}
var isBracket = (reading) => reading.kind === "between" || reading.kind === "atLeast" || reading.kind === "under";
var goesOf = (reading) => reading.kind === "under" ? void 0 : reading.goes;
var stopsOf = (reading) => reading.kind === "atLeast" ? void 0 : reading.stops;
function canBothBe(a, b, tolerance) {
  const [one, other] = [intervalOf(a.reading), intervalOf(b.reading)];
  const isBlades = isBracket(a.reading) && isBracket(b.reading);
  const allowed = Math.max(tolerance, isBlades ? 0 : a.uncertainty + b.uncertainty);
  if (a.reading.kind === "spread" && b.reading.kind === "spread")
    return Math.max(Math.abs(one.lo - other.lo), Math.abs(one.hi - other.hi)) <= allowed;
  const [lower, upper] = one.lo <= other.lo ? [one, other] : [other, one];
  const apart = upper.lo - lower.hi;
  return apart < 0 || apart === 0 && !lower.hiOpen || allowed > 0 && apart <= allowed;
}
function sizesComeTo(all) {
  const brackets = all.flatMap((reading, of) => isBracket(reading) ? [{ reading, of }] : []);
  const shown = all.flatMap((reading, of) => isBracket(reading) ? [] : [{ reading, of }]);
  const narrowed = brackets.reduce((so, { reading, of }, i) => {
    if (i === 0) return { reading, of };
    const both = so === void 0 ? void 0 : withKnown(reading, so.reading);
    return both === void 0 ? void 0 : { reading: both, of };
  }, void 0);
  if (narrowed === void 0) return [...brackets, ...shown];
  const { lo, hi } = intervalOf(narrowed.reading);
  const isInside = ({ reading }) => {
    const size = intervalOf(reading);
    return size.lo < hi && size.hi >= lo;
  };
  return shown.some(isInside) ? shown : [narrowed, ...shown];
}

// ../core/src/evidence/size/size.ts
var SIZE_RULES = {
  ruleVersion: SIZE_RULE_VERSION,
  read: ({ setting, marks, ...typed }) => {
    if (marks !== void 0) return readStrip({ text: typed.text, unit: typed.unit, marks });
    if (setting === void 0 && typed.blades !== void 0) {
      const { text: text2, feel } = splitFeel(typed.text);
      const entry2 = readEntry({ ...typed, text: text2 });
      return entry2.ok && feel !== void 0 ? { ...entry2, feel } : entry2;
    }
    if (setting === void 0) return readEntry(typed);
    const { text, unit } = typed;
    const entry = readDeviation({ text, unit, setting: setting.size, step: setting.step });
    return entry.ok ? { ok: true, reading: entry.reading, unit, notes: entry.notes } : entry;
  },
  judge: ({ limit, reading, partState, uncertainty, rule }) => judge({ limit, reading, partState, uncertainty, rule }),
  isWithin,
  together: withKnown,
  agree: canBothBe,
  comeTo: sizesComeTo
};

// ../core/src/evidence/yes-no/yes-no.ts
var WORDS = { y: "yes", yes: "yes", n: "no", no: "no" };
var YES_NO_RULES = {
  ruleVersion: 1,
  read: ({ text }) => {
    const typed = text.trim().toLowerCase();
    if (typed === "") return { ok: false, code: "empty" };
    const answer = Object.hasOwn(WORDS, typed) ? WORDS[typed] : void 0;
    return answer === void 0 ? { ok: false, code: "notYesOrNo" } : { ok: true, reading: { kind: "answer", answer }, unit: null, notes: [] };
  },
  judge: ({ reading, asks, passes }) => {
    if (asks.length === 0) return { verdict: "noLimit", acceptable: false };
    return reading.answer === passes ? { verdict: "in", acceptable: true } : { verdict: "tight", acceptable: false };
  },
  isWithin: (next, known) => next.answer === known.answer,
  together: (next, known) => next.answer === known.answer ? next : void 0,
  agree: (a, b) => a.reading.answer === b.reading.answer,
  comeTo: (all) => all.flatMap((reading, of) => of === all.length - 1 ? [{ reading, of }] : [])
};

// ../core/src/evidence/evidence.ts
var EVIDENCE = {
  size: SIZE_RULES,
  yesNo: YES_NO_RULES,
  life: LIFE_RULES
};
var EVIDENCE_OF = {
  length: "size",
  check: "yesNo",
  torque: void 0,
  angle: void 0,
  hours: "life",
  cycles: "life",
  starts: "life"
};
var evidenceOf = (characteristic) => EVIDENCE_OF[quantityOf(characteristic)];
var rulesOf = (kind) => EVIDENCE[kind];
var readEvidence = (kind, typed) => rulesOf(kind).read(typed);
function judgeEvidence(question) {
  const rules = rulesOf(evidenceKindOf(question.reading));
  return { ...rules.judge(question), ruleVersion: rules.ruleVersion };
}
var saysNoMore = (next, known) => evidenceKindOf(next) === evidenceKindOf(known) && rulesOf(evidenceKindOf(next)).isWithin(next, known);
var bothTogether = (next, known) => evidenceKindOf(next) === evidenceKindOf(known) ? rulesOf(evidenceKindOf(next)).together(next, known) : void 0;
var canBothBeTrue = (a, b, tolerance) => evidenceKindOf(a.reading) === evidenceKindOf(b.reading) && rulesOf(evidenceKindOf(a.reading)).agree(a, b, tolerance);
function comeTo(all) {
  const [first] = all;
  return first === void 0 ? [] : rulesOf(evidenceKindOf(first)).comeTo(all);
}

// ../core/src/bench/gauge-doubt.ts
function gaugeDoubt(state, place, part, instrument) {
  const inForce = limitInForce(state, place, part);
  if (inForce.state !== "inForce" || inForce.life !== void 0) return void 0;
  const { lower, upper } = acceptRange(inForce.limit, part.state);
  if (!Number.isFinite(lower) || !Number.isFinite(upper) || upper <= lower) return void 0;
  const band = nanometres(upper - lower);
  const blades = bladeSizes(instrument);
  if (blades !== void 0)
    return blades.filter((blade) => blade >= lower && blade <= upper).length < 2 ? { kind: "noTwoBlades", band } : void 0;
  return instrument.resolution * 10 > band ? { kind: "coarse", step: instrument.resolution, band } : void 0;
}

// ../core/src/bench/places.ts
var CORRECTION_REASONS = ["typing", "wrongPlace", "wrongBlade", "takenBack"];
var NO_PLACES = { places: KeptMap.empty(), measuredAt: KeptMap.empty() };
var UNTOUCHED = { version: 0, readings: [], contested: [] };
var placeAt = (state, key) => state.places.get(key) ?? UNTOUCHED;
function currentReading({ contested, readings }) {
  if (contested.length > 0) return void 0;
  for (let i = readings.length - 1; i >= 0; i--) if (readings[i]?.status === "current") return readings[i];
  return void 0;
}
var originOf = ({
  instrument,
  inputs
}) => inputs !== void 0 ? "derived" : instrument === null ? "looked" : "instrument";
var unitOf = ({ instrument, unit }) => instrument?.unit ?? unit ?? "mm";
var asFound = (record) => record.readings.find(({ status }) => status !== "void" && status !== "corrected");
function asFitted(record) {
  const now = currentReading(record);
  const found2 = asFound(record);
  if (now === void 0 || found2 === void 0) return void 0;
  const partOf = (reading) => reading.parts.map(({ id }) => id).join(" ");
  if (partOf(found2) === partOf(now)) return void 0;
  return record.readings.find(
    (each) => partOf(each) === partOf(now) && each.status !== "void" && each.status !== "corrected"
  );
}
var characteristicOf = (state, place) => currentPin(state)?.characteristics.find(({ id }) => id === place.characteristic);
function aspectsOf(state, characteristic, kind) {
  const own2 = characteristic.aspects?.[kind];
  if (own2 !== void 0 || characteristic.from === void 0) return own2;
  const known = currentPin(state)?.characteristics ?? [];
  const inputs = known.filter(
    ({ id, parts }) => inputsOf(characteristic).includes(id) && parts.includes(kind)
  );
  const theirs = inputs.map(({ aspects }) => aspects?.[kind]);
  return theirs.length === 0 || theirs.includes(void 0) ? void 0 : theirs.flatMap((each) => each ?? []);
}
function partsAt(state, characteristic, place) {
  const refs = [];
  const ofState = [];
  for (const { kind, slot } of slotsBehind(state, characteristic, place)) {
    const part = partIn(state, slot);
    if (part === void 0) return { ok: false, slot };
    refs.push({ id: part.id, condition: part.condition });
    if (kind === characteristic.stateOf) ofState.push(part);
  }
  return { ok: true, refs, judged: judgedPart(state, place, ofState) };
}
function judgedPart(state, place, parts) {
  const [first] = parts;
  return {
    ...besideAt(state, place),
    state: columnOf(state, place, parts),
    partNumber: first === void 0 || parts.some(({ partNumber }) => partNumber !== first.partNumber) ? null : first.partNumber
  };
}
function columnOf(state, place, parts) {
  const its = parts.find((part) => part.state !== "new")?.state ?? "new";
  const other = characteristicOf(state, place)?.otherSide;
  const layout = currentPin(state)?.model.layout;
  if (its !== "new" || other === void 0 || layout === void 0) return its;
  const isWorn = slotsAt(layout, other, place).some((slot) => partIn(state, slot)?.state === "reused");
  return isWorn ? "mixed" : its;
}
var NO_PART = { state: "new", partNumber: null };
function besideAt(state, place) {
  const pin = currentPin(state);
  if (pin === void 0 || !dependsOn(pin, place, "pistonMaterial")) return {};
  const { kind, fact } = ASKED_BESIDE.pistonMaterial;
  const own2 = slotsAt(pin.model.layout, kind, place).map((slot) => partIn(state, slot)?.[fact] ?? null);
  if (own2.every((material2) => material2 === null)) return {};
  const [material = null, ...others] = new Set(own2.map((each) => each ?? pin.context[PISTON] ?? null));
  return { [PISTON]: others.length === 0 ? material : null };
}
var PISTON = "pistonMaterial";
function judgedAt(state, place) {
  const characteristic = characteristicOf(state, place);
  const parts = characteristic === void 0 ? void 0 : partsAt(state, characteristic, place);
  return parts?.ok === true ? parts.judged : judgedPart(state, place, []);
}
var decisionsThere = onceFor((state) => {
  const pin = currentPin(state);
  if (pin === void 0 || pin.fits.every(({ of }) => of === void 0)) return pin?.fits ?? [];
  const there = new Set(
    sheetPlaces(state).flatMap((place) => {
      const judged = judgedAt(state, place);
      return FIT_STATES.flatMap((each) => decisionAt(pin, place, { ...judged, state: each }) ?? []);
    })
  );
  return pin.fits.filter((each) => there.has(each));
});
function isJudgedBy(pin, place, verdict, judged) {
  const decision = decisionAt(pin, place, judgedBy(verdict));
  return decision !== void 0 && sameFit(decision, judged);
}
var judgedBy = ({ partState, partNumber, pistonMaterial }) => ({
  state: partState,
  partNumber: partNumber ?? null,
  ...pistonMaterial === void 0 ? {} : { pistonMaterial }
});
function unaskedReason(state, place) {
  const layout = currentPin(state)?.model.layout;
  if (layout === void 0) return void 0;
  const byLayout = layoutReason(layout, place) ?? designReason(state, layout, place);
  if (byLayout !== void 0 || place.at.station === void 0) return byLayout;
  const station = layout.stations.find(({ id }) => id === place.at.station);
  if (station?.only === void 0) return void 0;
  for (const slot of slotsAt(layout, "bore", place)) {
    const bore = partIn(state, slot);
    if (bore?.state === "new") return `${ONLY_WORN}: this one is new`;
    if (bore?.history.some(({ what }) => what === "bored") === true)
      return `${ONLY_WORN}: this one was bored`;
  }
  return void 0;
}
var ONLY_WORN = "asked only in a bore that runs on as it was";
function slotsBehind(state, { parts }, place) {
  const layout = currentPin(state)?.model.layout;
  return layout === void 0 ? [] : parts.flatMap((kind) => slotsAt(layout, kind, place).map((slot) => ({ kind, slot })));
}
function restOnKind(state, sheets, kind) {
  const pin = currentPin(state);
  return kindsBehind(state, sheets).has(kind) || kind === ASKED_BESIDE[PISTON].kind && pin?.fits.some(
    ({ fit, of }) => of?.[PISTON] !== void 0 && sheets.includes(parsePlaceKey(fit)?.characteristic ?? "")
  ) === true;
}
function kindsBehind(state, sheets) {
  const characteristics = currentPin(state)?.characteristics ?? [];
  return new Set(characteristics.filter(({ id }) => sheets.includes(id)).flatMap(({ parts }) => parts));
}
function reportsBehind(state, sheets) {
  const kinds = kindsBehind(state, sheets);
  return state.reports.filter(({ slot }) => kinds.has(kindOfSlot(slot)));
}
function sheetPlaces(state, characteristic) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  const { all, of } = placesOfPin(pin);
  return characteristic === void 0 ? all : of.get(characteristic) ?? [];
}
function isPlaceOfSheet(state, key) {
  const pin = currentPin(state);
  return pin !== void 0 && placesOfPin(pin).byKey.has(key);
}
function placeOf(state, key) {
  const pin = currentPin(state);
  return (pin === void 0 ? void 0 : placesOfPin(pin).byKey.get(key)) ?? parsePlaceKey(key);
}
var placesOfPin = onceFor((pin) => {
  const of = new Map(pin.characteristics.map((each) => [each.id, placesOf(pin.model.layout, each)]));
  const all = [...of.values()].flat();
  return { of, all, byKey: new Map(all.map((place) => [placeKey(place), place])) };
});
var workersAt = (record) => [
  ...new Set(record.readings.map((each) => each.by.id))
];
function unitOfSheet(state, characteristic) {
  const counts = /* @__PURE__ */ new Map();
  for (const place of sheetPlaces(state, characteristic.id)) {
    const reading = currentReading(placeAt(state, placeKey(place)));
    if (reading !== void 0) {
      const unit = unitOf(reading);
      counts.set(unit, (counts.get(unit) ?? 0) + 1);
    }
  }
  const [most] = [...counts].sort((a, b) => b[1] - a[1]);
  const [input] = inputsOf(characteristic);
  const measured = currentPin(state)?.characteristics.find(({ id }) => id === input);
  if (most === void 0 && measured !== void 0 && measured.from === void 0)
    return unitOfSheet(state, measured);
  const fits = Object.values(state.instruments).find(({ kind }) => characteristic.tools.includes(kind));
  const usual = currentPin(state)?.model.bore.unit === "in" ? "thou" : "mm";
  return most?.[0] ?? fits?.unit ?? Object.values(state.instruments)[0]?.unit ?? usual;
}

// ../core/src/bench/judge-place.ts
var UNCERTAINTY_SINCE = 6;
function judgePlace(state, place, part, reading, uncertainty = ZERO) {
  const inForce = limitInForce(state, place, part);
  const { limit, sources, asks, life } = inForce.state === "inForce" ? inForce : { limit: {}, sources: {}, asks: void 0, life: void 0 };
  const rule = decisionRule(state, sources);
  const { ruleVersion, ...verdict } = judgeEvidence({
    reading,
    limit,
    asks: asks ?? [],
    ...life === void 0 ? {} : { life },
    passes: characteristicOf(state, place)?.passes ?? "yes",
    partState: part.state,
    uncertainty,
    rule
  });
  const frame = {
    partState: part.state,
    ...part.partNumber === null || currentPin(state)?.version === void 0 ? {} : { partNumber: part.partNumber },
    ...part.pistonMaterial === void 0 ? {} : { pistonMaterial: part.pistonMaterial },
    rule,
    ruleVersion,
    pin: currentPin(state)?.pin ?? 0,
    ...(state.rules ?? 0) < UNCERTAINTY_SINCE ? {} : { uncertainty }
  };
  return inForce.state === "withheld" ? { verdict: "withheld", acceptable: false, withheld: inForce.why, limit, sources, ...frame } : {
    ...verdict,
    limit,
    sources,
    ...frame,
    ...asks === void 0 ? {} : { asks },
    ...life === void 0 ? {} : { life }
  };
}
function decisionRule(state, sources) {
  const pin = currentPin(state);
  const governing = new Set(Object.values(sources));
  const said = (pin?.rows ?? []).flatMap(
    ({ id, decision }) => decision !== void 0 && governing.has(id) ? [decision] : []
  );
  if (said.includes("guarded")) return "guarded";
  return said.length > 0 ? "simple" : pin?.judging?.rule ?? "simple";
}
function judgeAgain(state, place, { reading, verdict, instrument }) {
  const { pistonMaterial: _then, ...its } = judgedBy(verdict);
  const part = { ...its, ...besideAt(state, place) };
  return judgePlace(state, place, part, reading, verdict.uncertainty ?? instrument?.uncertainty ?? ZERO);
}

// ../core/src/bench/parts-seen.ts
function partsSeen(state, characteristic, place, seen) {
  const refs = [];
  const ofState = [];
  let first;
  for (const { kind, slot } of slotsBehind(state, characteristic, place)) {
    const ofKind = seen.filter(({ id }) => state.parts.get(id)?.kind === kind);
    const ref = ofKind.find(({ id }) => wasIn(state.parts.get(id), slot)) ?? ofKind[0];
    if (ref === void 0) {
      return partIn(state, slot) === void 0 ? refuse("NO_PART_AT_PLACE", { place: placeKey(place), slot }) : refuse("PART_NOT_SEEN_HERE", { part: slot, condition: 0, slot });
    }
    const part = state.parts.get(ref.id);
    if (part === void 0 || !everLay(part, slot) || ref.condition > part.condition)
      return refuse("PART_NOT_SEEN_HERE", { part: ref.id, condition: ref.condition, slot });
    const since = stepSince(part, ref.condition, slot, aspectsOf(state, characteristic, kind));
    if (since !== void 0 && (first === void 0 || since.seq < first.seq)) first = since;
    refs.push({ id: ref.id, condition: ref.condition });
    if (kind === characteristic.stateOf) ofState.push(part);
  }
  const late = first === void 0 ? null : { since: first.seq, why: `taken before the part was ${first.what}, handed in after it` };
  return ok({ refs, judged: judgedPart(state, place, ofState), late });
}
var wasIn = (part, slot) => part !== void 0 && everLay(part, slot);

// ../core/src/bench/understand-taken.ts
var DEVIATIONS_SINCE = 7;
var UNFIT_KEPT_SINCE = 8;
function understand(state, place, said, seen, registered) {
  const { text, unit, answers, slip, typedFirst } = said;
  const where = placeOf(state, place);
  const characteristic = where === void 0 ? void 0 : characteristicOf(state, where);
  const layout = currentPin(state)?.model.layout;
  const kind = characteristic === void 0 ? void 0 : evidenceOf(characteristic);
  if (where === void 0 || characteristic === void 0 || layout === void 0 || kind === void 0)
    return refuse("PLACE_UNKNOWN", { place });
  const byLayout = layoutReason(layout, where);
  if (byLayout !== void 0) return refuse("NOT_APPLICABLE_HERE", { place, reason: byLayout });
  if (characteristic.from !== void 0)
    return refuse("PLACE_DERIVED", { place, from: inputsOf(characteristic) });
  const tool = toolFor(state, characteristic, said.instrument, registered);
  if (!tool.ok) return tool;
  const instrument = tool.value;
  const parts = partsSeen(state, characteristic, where, seen);
  if (!parts.ok) return parts;
  const reason = parts.value.late === null ? unaskedReason(state, where) : void 0;
  if (reason !== void 0) return refuse("NOT_APPLICABLE_HERE", { place, reason });
  const doubt = instrument === null || currentPin(state)?.judging?.coarse !== "refuse" ? void 0 : gaugeDoubt(state, where, parts.value.judged, instrument);
  if (doubt !== void 0 && instrument !== null)
    return refuse("GAUGE_TOO_COARSE", { place, instrument: instrument.id, because: doubt.kind });
  const blades = instrument === null ? void 0 : bladeSizes(instrument);
  const marks = instrument === null ? void 0 : cardMarks(instrument);
  const setting = settingOf(characteristic, said, place);
  const isComparator = state.rules >= DEVIATIONS_SINCE && instrument !== null && blades === void 0;
  if (isComparator && !setting.ok) return setting;
  const counts = LIFE_UNIT_OF[quantityOf(characteristic)];
  const entry = readEvidence(kind, {
    ...isComparator && setting.ok && setting.value !== void 0 ? { setting: { size: setting.value.size.nm, step: instrument.resolution } } : {},
    text,
    ...counts === void 0 ? {} : { counts },
    unit: unit ?? instrument?.unit ?? "mm",
    allowNegative: characteristic.allowNegative,
    ...blades === void 0 ? {} : { blades },
    ...marks === void 0 ? {} : { marks }
  });
  if (!entry.ok) return entryFault(entry.code, place, text, instrument);
  if (instrument !== null && blades !== void 0) {
    if (entry.reading.kind === "exact")
      return refuse("EXACT_FROM_FEELER", { place, instrument: instrument.id });
    if (entry.notes.includes("notInSet"))
      return refuse("BLADE_NOT_IN_SET", { place, instrument: instrument.id, text });
  }
  let unfit;
  for (const question of questionsFor(
    characteristic,
    memberAt(layout, where.at.groove, where.at.member),
    where.at
  )) {
    const answer = answers.find((each) => each.question === question.id);
    if (answer === void 0) return refuse("QUESTION_OPEN", { place, question: question.text });
    if (answer.answer === "yes") continue;
    if (state.rules < UNFIT_KEPT_SINCE) return refuse("QUESTION_SAYS_NO", { place, question: question.text });
    unfit ??= `${question.text} No.`;
  }
  if (!setting.ok) return setting;
  const how = takenHow(layout, characteristic, where, said);
  if (!how.ok) return how;
  const { elsewhere, ...takenSo } = how.value;
  unfit ??= elsewhere;
  return ok({
    text: text.normalize("NFC"),
    unit: entry.unit === null ? null : unit,
    unitUsed: entry.unit,
    reading: entry.reading,
    notes: entry.notes,
    ...entry.stacks === void 0 ? {} : { stacks: entry.stacks },
    ...entry.feel === void 0 ? {} : { feel: entry.feel },
    slip,
    ...said.blind === void 0 ? {} : { blind: said.blind },
    ...said.limitsHidden === void 0 ? {} : { limitsHidden: said.limitsHidden },
    ...typedFirst === void 0 ? {} : { typedFirst: typedFirst.normalize("NFC") },
    instrument,
    ...setting.value === void 0 ? {} : { setting: setting.value },
    ...takenSo,
    answers,
    parts: parts.value.refs,
    verdict: judgePlace(state, where, parts.value.judged, entry.reading, instrument?.uncertainty),
    late: parts.value.late,
    ...unfit === void 0 ? {} : { unfit }
  });
}
function toolFor(state, { name, tools }, named2, registered) {
  if (named2 === null && tools.length === 0) return ok(null);
  if (registered === void 0 || !Object.hasOwn(state.instruments, registered.id))
    return refuse("INSTRUMENT_NOT_TAKEN", { instrument: named2 ?? "" });
  return tools.includes(registered.kind) ? ok(registered) : refuse("INSTRUMENT_UNFIT", { instrument: registered.id, characteristic: name });
}
function entryFault(fault3, place, typed, instrument) {
  const text = typed.length > 40 ? `${typed.slice(0, 40)}\u2026` : typed;
  switch (fault3) {
    case "empty":
      return refuse("ENTRY_EMPTY", { place });
    case "notAReading":
      return refuse("ENTRY_NOT_A_READING", { place, text });
    case "mixedUnits":
      return refuse("ENTRY_MIXED_UNITS", { place, text });
    case "negative":
      return refuse("ENTRY_NEGATIVE", { place, text });
    case "order":
      return refuse("ENTRY_ORDER", { place, text });
    case "notOnCard":
      return refuse("ENTRY_NOT_ON_CARD", {
        place,
        text,
        card: (instrument?.blades ?? []).map((mark) => mark.text)
      });
    case "notACount":
      return refuse("ENTRY_NOT_A_COUNT", { place, text });
    case "notYesOrNo":
      return refuse("ENTRY_NOT_YES_OR_NO", { place, text });
  }
}

// ../core/src/bench/carried-ring.ts
var opensWithBore = (characteristic) => characteristic.from === void 0 && quantityOf(characteristic) === "length" && characteristic.parts.includes("ring") && characteristic.parts.includes("bore");
var boreOf = (state, cylinder) => {
  const part = partIn(state, slotKey(usualPart("bore"), { cylinder }));
  return part === void 0 ? void 0 : { id: part.id, condition: part.condition };
};
var boresSeen = (state, gaps) => gaps.flatMap(({ cylinder }) => boreOf(state, cylinder) ?? []);
function decideCarryRing(state, command, by) {
  const { characteristic: id, station, seen } = command;
  if (!holdsOneOf(by, ["technician", "inspector"]))
    return refuse("MAY_NOT", { action: "measure", needs: ["technician", "inspector"], person: by.name });
  const pin = currentPin(state);
  const characteristic = pin?.characteristics.find((each) => each.id === id);
  const layout = pin?.model.layout;
  if (layout === void 0 || characteristic === void 0 || !opensWithBore(characteristic))
    return refuse("RING_NOT_CARRIED", { because: "noGap", cylinder: "" });
  if (station !== null && !layout.stations.some((each) => each.id === station))
    return refuse("RING_NOT_CARRIED", { because: "station", cylinder: "" });
  const ring = command.ring.trim();
  if (ring === "") return refuse("RING_NOT_CARRIED", { because: "noRing", cylinder: "" });
  const instrument = own(state.instruments, command.instrument);
  if (instrument === void 0 || !characteristic.tools.includes(instrument.kind))
    return refuse("INSTRUMENT_NOT_TAKEN", { instrument: command.instrument });
  if (command.gaps.length < 2) return refuse("RING_NOT_CARRIED", { because: "tooFew", cylinder: "" });
  const blades = bladeSizes(instrument);
  const gaps = [];
  for (const [i, { cylinder, text }] of command.gaps.entries()) {
    const bore = boreOf(state, cylinder);
    if (bore === void 0) return refuse("RING_NOT_CARRIED", { because: "noBore", cylinder });
    if (gaps.some((each) => each.cylinder === cylinder))
      return refuse("RING_NOT_CARRIED", { because: "twice", cylinder });
    if (!sameData(seen[i], bore)) return refuse("RING_NOT_CARRIED", { because: "boreChanged", cylinder });
    const place = placeKey({
      characteristic: id,
      at: { cylinder, ...station === null ? {} : { station } }
    });
    const entry = readEvidence("size", {
      ...{ text, unit: instrument.unit, allowNegative: false },
      ...blades === void 0 ? {} : { blades }
    });
    if (!entry.ok) return entryFault(entry.code, place, text, instrument);
    if (!isSize(entry.reading)) return entryFault("notAReading", place, text, instrument);
    if (blades !== void 0 && entry.reading.kind === "exact")
      return refuse("EXACT_FROM_FEELER", { place, instrument: instrument.id });
    if (blades !== void 0 && entry.notes.includes("notInSet"))
      return refuse("BLADE_NOT_IN_SET", { place, instrument: instrument.id, text });
    gaps.push({ cylinder, text: text.trim(), reading: entry.reading, bore });
  }
  return ok([{ type: "ringCarried", v: 1, data: { characteristic: id, station, ring, instrument, gaps } }]);
}
var isTrusted = ({ instrument, at }) => isInDate(instrument, at.slice(0, 10));
var stillTrue = (state, { gaps }) => gaps.filter(({ cylinder, bore }) => sameData(boreOf(state, cylinder), bore));
function boresByRing(gaps) {
  const [first, ...others] = gaps;
  if (first === void 0) return [];
  const low = ({ reading }) => intervalOf(reading).lo;
  const reference = others.reduce((so, each) => low(each) < low(so) ? each : so, first);
  const from = intervalOf(reference.reading);
  return gaps.map((each) => {
    if (each === reference) return { cylinder: each.cylinder, least: 0, most: 0 };
    const { lo, hi, loMeasured } = intervalOf(each.reading);
    const [least, most] = [(lo - from.hi) / Math.PI, (hi - from.lo) / Math.PI];
    return {
      cylinder: each.cylinder,
      ...loMeasured && Number.isFinite(least) ? { least } : {},
      ...from.loMeasured && Number.isFinite(most) ? { most } : {}
    };
  });
}

// ../core/src/bench/bench-events.ts
function atPlace(state, key, change) {
  const record = placeAt(state, key);
  return { places: state.places.set(key, { ...change(record), version: record.version + 1 }) };
}
var about = (change) => {
  return (state, data, stamp) => atPlace(state, data.place, (record) => change(record, data, stamp, state));
};
var BENCH_EVENTS = {
  readingTaken: event()(
    7,
    (state, { place, refines, contests, decides, ...taken2 }, { seq, at, by }) => {
      const why = taken2.unfit ?? taken2.late?.why;
      const reading = {
        ...taken2,
        seq,
        at,
        by: { id: by.id, name: by.name },
        status: taken2.unfit !== void 0 ? "void" : taken2.late === null ? "current" : "spent",
        ...why === void 0 ? {} : { ended: { seq, why } }
      };
      const changed = atPlace(
        state,
        place,
        (record) => withReading(record, reading, { refines, contests, decides })
      );
      return { ...changed, measuredAt: measuredAlso(state, taken2.parts, place) };
    },
    (data) => ({ ...data, basedOn: null, late: null }),
    (data) => data,
    // what was typed first was not kept
    sameWords,
    sameWords,
    sameWords,
    // how deep it was taken, and how the blades felt, was not asked
    // What it said by itself was not kept where it was put together with what was known.
    (data) => data["refines"] === null ? data : { ...data, mixed: true }
  ),
  valueDerived: event()(1, (state, { place, ended: before, value }, { seq, at, by }) => {
    const changed = atPlace(state, place, (record) => {
      const so = before === null ? record : ended(record, before.reading, before.as, seq, ENDED_WORDS[before.as]);
      return value === null ? so : { ...so, readings: [...so.readings, derivedReading(value, seq, at, by)] };
    });
    return { ...changed, measuredAt: measuredAlso(state, value?.parts ?? [], place) };
  }),
  readingCorrected: event()(
    2,
    about(
      (record, { reading, reason, leaves }, stamp) => deciding(takenBack(record, reading, "corrected", stamp, reason), leaves, stamp.seq)
    ),
    leftNothing
  ),
  readingVoided: event()(
    2,
    about(
      (record, { reading, reason, leaves }, stamp) => deciding(takenBack(record, reading, "void", stamp, reason), leaves, stamp.seq)
    ),
    leftNothing
  ),
  contestDecided: event()(
    2,
    about((record, { keep, reason, voids, leaves }, { seq }) => {
      const losers = voids ?? record.contested.filter((each) => each !== keep);
      const settled = losers.reduce((so, loser) => ended(so, loser, "void", seq, reason), record);
      return deciding({ ...settled, contested: [] }, leaves, seq);
    }),
    (data) => ({ ...data, voids: null, leaves: null })
  ),
  /** Somebody else looked at why a reading that was out was taken back. */
  withdrawalAgreed: event()(
    1,
    about(
      (record, { reading, reason }, { at, by }) => (
        // Who agrees has seen everything that was taken back here until then.
        ofReadings(
          record,
          ({ seq, ended: gone }) => seq <= reading && gone?.by !== void 0,
          (each) => each.ended === void 0 || each.ended.agreed !== void 0 ? each : { ...each, ended: { ...each.ended, agreed: { by: by.name, at, reason } } }
        )
      )
    )
  ),
  placeDeferred: event()(
    1,
    about((record, { reason }, { by }) => ({ ...record, deferred: { reason, by: by.name } }))
  ),
  ringCarried: event()(1, ({ carried = [] }, data, { seq, at, by }) => ({
    carried: [...carried, { ...data, seq, at, by: { id: by.id, name: by.name } }]
  })),
  placeResumed: event()(1, about(withoutDeferral)),
  placeLeft: event()(
    1,
    about((record, { reading, reason }, { at, by }) => ({
      ...record,
      readings: record.readings.map(
        (each) => each.seq === reading ? { ...each, left: { reason, by: { id: by.id, name: by.name }, at, judged: each.verdict } } : each
      )
    }))
  ),
  notApplicableDeclared: event()(
    1,
    about((record, { reason }, { at, by }, state) => ({
      ...record,
      notApplicable: { accepted: false, reason, by: by.id, at, pin: currentPin(state)?.pin ?? 0 }
    }))
  ),
  notApplicableAccepted: event()(
    1,
    about(
      (record, _data, _stamp, state) => record.notApplicable === void 0 ? record : {
        ...record,
        notApplicable: { ...record.notApplicable, accepted: true, pin: currentPin(state)?.pin ?? 0 }
      }
    )
  ),
  notApplicableRefused: event()(
    1,
    about((record) => {
      const { notApplicable: _, ...rest } = record;
      return rest;
    })
  )
};
var ENDED_WORDS = {
  refined: "worked out again from later readings",
  corrected: "what it was worked out from was corrected",
  void: "what it was worked out from does not stand"
};
var derivedReading = ({ unit, ...value }, seq, at, by) => ({
  seq,
  at,
  by: { id: by.id, name: by.name },
  basedOn: null,
  text: "",
  unit,
  unitUsed: unit,
  notes: [],
  slip: null,
  instrument: null,
  answers: [],
  late: null,
  status: "current",
  ...value
});
function leftNothing(data) {
  return { ...data, leaves: null };
}
function deciding(record, standing, seq) {
  if (standing == null) return record;
  const readings = record.readings.map((each) => {
    if (each.seq !== standing.reading)
      return each.status === "current" && each.inputs === void 0 ? { ...each, status: "refined", ended: { seq, why: BESIDE } } : each;
    const { ended: _, own: own2 = each.reading, ...rest } = each;
    const { known, verdict } = standing;
    return {
      ...judgedAnew(rest, verdict),
      reading: known,
      ...sameData(known, own2) ? {} : { own: own2 },
      status: "current"
    };
  });
  return { ...record, readings };
}
var BESIDE = "agrees with the one that decides";
function withReading(record, reading, said) {
  const { refines, contests, decides } = said;
  const { late, unfit } = reading;
  if (late !== null) {
    const at = record.readings.findIndex(({ seq }) => seq > late.since);
    const before = at < 0 ? record.readings : record.readings.slice(0, at);
    return { ...record, readings: [...before, reading, ...record.readings.slice(before.length)] };
  }
  if (unfit !== void 0) return { ...record, readings: [...record.readings, reading] };
  if (decides !== void 0)
    return deciding(
      { ...withoutDeferral(record), readings: [...record.readings, reading] },
      decides,
      reading.seq
    );
  const narrowed = refines === null ? record : ended(record, refines, "refined", reading.seq, "narrowed by a later reading");
  const rivals = record.readings.filter(({ status }) => status === "current").map(({ seq }) => seq);
  return {
    ...withoutDeferral(narrowed),
    readings: [...narrowed.readings, reading],
    contested: contests ? [.../* @__PURE__ */ new Set([...record.contested, ...rivals, reading.seq])] : record.contested
  };
}
function withoutDeferral(record) {
  const { deferred: _, ...rest } = record;
  return rest;
}
function measuredAlso({ measuredAt }, parts, place) {
  return parts.reduce((so, { id }) => {
    const known = so.get(id) ?? [];
    return known.includes(place) ? so : so.set(id, [...known, place]);
  }, measuredAt);
}
var ofReadings = (record, isMeant, change) => ({
  ...record,
  readings: record.readings.map((each) => isMeant(each) ? change(each) : each)
});
function takenBack(record, reading, status, { seq, by }, why) {
  const who = { id: by.id, name: by.name };
  const isIt = (each) => each.seq === reading;
  return ofReadings(
    ended(record, reading, status, seq, why),
    isIt,
    (each) => each.ended === void 0 ? each : { ...each, ended: { ...each.ended, by: who } }
  );
}
function ended(record, reading, status, seq, why) {
  return {
    ...record,
    readings: record.readings.map(
      (each) => each.seq === reading ? { ...each, status, ended: { seq, why } } : each
    ),
    contested: record.contested.includes(reading) && record.contested.length <= 2 ? [] : record.contested.filter((each) => each !== reading)
  };
}
function spendReadings(state, { part, touches }, seq, why) {
  const kind = state.parts.get(part)?.kind ?? "";
  const depends = (reading) => (reading.status === "current" || reading.status === "refined") && reading.parts.some(({ id }) => id === part);
  let { places } = state;
  for (const key of state.measuredAt.get(part) ?? []) {
    if (touches !== void 0 && !isOfThese(state, key, kind, touches)) continue;
    if (!placeAt(state, key).readings.some(depends)) continue;
    const spent = atPlace({ ...state, places }, key, (record) => ({
      ...record,
      // What two people disagreed about is not there any more: both figures are of the part as it was.
      contested: [],
      readings: record.readings.map(
        (each) => depends(each) ? { ...each, status: "spent", ended: { seq, why } } : each
      )
    }));
    ({ places } = spent);
  }
  return { places };
}
function isOfThese(state, key, kind, touches) {
  const place = placeOf(state, key);
  const characteristic = place === void 0 ? void 0 : characteristicOf(state, place);
  return characteristic === void 0 || isTouchedBy({ touches }, aspectsOf(state, characteristic, kind));
}
function judgedAnew(reading, verdict) {
  const { verdict: before, judgedBefore = [] } = reading;
  const isSame = before.verdict === verdict.verdict && sameData(before.sources, verdict.sources);
  return { ...reading, verdict, ...isSame ? {} : { judgedBefore: [...judgedBefore, before] } };
}
function rejudge(state, rejudged, seq) {
  let { places } = state;
  for (const { place, reading, verdict, known } of rejudged) {
    if (places.get(place) === void 0) continue;
    ({ places } = atPlace(
      { ...state, places },
      place,
      (record) => known === void 0 ? {
        ...record,
        readings: record.readings.map(
          (each) => each.seq === reading ? judgedAnew(each, verdict) : each
        )
      } : deciding(record, { reading, known, verdict }, seq)
    ));
  }
  return { places };
}

// ../core/src/bench/repeats.ts
var REPEATS_SINCE = 10;
var ownOf = ({ own: own2, reading }) => own2 ?? reading;
var standingAt = ({ readings }) => readings.filter(
  ({ status, inputs }) => inputs === void 0 && (status === "current" || status === "refined")
);
function standTogether(characteristic, a, b) {
  const { conditions: asked = [], tolerance } = characteristic;
  const statesOf = ({ conditions = [] }) => conditions.filter(({ condition }) => asked.find(({ id }) => id === condition)?.ways === void 0);
  return sameData(statesOf(a), statesOf(b)) && canBothBeTrue(toldOf(a), toldOf(b), tolerance?.nm ?? 0);
}
var toldOf = (reading) => ({
  reading: ownOf(reading),
  uncertainty: reading.verdict.uncertainty ?? reading.instrument?.uncertainty ?? ZERO
});
function knownBy(all, judgedOf) {
  const unsure = nanometres(Math.max(0, ...all.map((each) => toldOf(each).uncertainty)));
  const could = comeTo(all.map(ownOf)).flatMap(({ reading: known, of }) => {
    const its = all[of];
    if (its === void 0) return [];
    const isNarrowed = !sameData(known, ownOf(its));
    const verdict = judgedOf({
      ...its,
      reading: known,
      verdict: isNarrowed ? { ...its.verdict, uncertainty: unsure } : its.verdict
    });
    return [{ reading: its.seq, known, verdict }];
  });
  const [first, ...others] = could;
  return first === void 0 ? void 0 : others.reduce((so, each) => isWorse(each, so) ? each : so, first);
}
function isWorse(a, b) {
  const [one, other] = [rankOf(a), rankOf(b)];
  if (one !== other) return one < other;
  const [here, there] = [roomOf(a), roomOf(b)];
  if (here !== there) return here < there;
  const [mine, its] = [endsOf(a), endsOf(b)];
  return mine.lo !== its.lo ? mine.lo < its.lo : mine.hi > its.hi;
}
var RANKS = [
  ["tight", "loose"],
  ["notProven"],
  ["withheld", "noLimit"],
  ["serviceable"],
  ["in"]
];
var rankOf = ({ verdict }) => RANKS.findIndex((words) => words.includes(verdict.verdict));
function roomOf({ known, verdict }) {
  if (!isSize(known)) return 0;
  const { lower, upper } = acceptRange(verdict.limit, verdict.partState);
  const { lo, hi } = intervalOf(known);
  return Math.min(lo - lower, upper - hi);
}
var endsOf = ({ known }) => isSize(known) ? intervalOf(known) : { lo: 0, hi: 0 };

// ../core/src/set/second-measurement.ts
function secondMeasurement(question) {
  const { first, second, tolerance } = question;
  const differences = [lowerOf, upperOf].flatMap((endOf) => {
    const [a, b] = [endOf(first), endOf(second)];
    return a === void 0 || b === void 0 ? [] : [Math.abs(a - b)];
  });
  if (differences.length > 0) {
    const difference = nanometres(Math.max(...differences));
    return { agrees: difference <= tolerance, difference };
  }
  const goes = lowerOf(first) ?? lowerOf(second) ?? 0;
  const stops = upperOf(first) ?? upperOf(second) ?? Infinity;
  return goes - stops > tolerance ? { agrees: false, difference: nanometres(goes - stops) } : { agrees: null };
}
function lowerOf(reading) {
  switch (reading.kind) {
    case "exact":
      return reading.value;
    case "spread":
      return reading.low;
    case "under":
      return void 0;
    default:
      return reading.goes;
  }
}
function upperOf(reading) {
  switch (reading.kind) {
    case "exact":
      return reading.value;
    case "spread":
      return reading.high;
    case "atLeast":
      return void 0;
    default:
      return reading.stops;
  }
}

// ../core/src/bench/second-look.ts
function asksSecondLook({ route }, { id, from, secondLook: secondLook2 }) {
  if (from !== void 0) return false;
  return secondLook2 === true || route?.gates.some(({ secondLooks }) => secondLooks?.includes(id)) === true;
}
function secondTolerance({ tolerance }, a, b) {
  if (tolerance !== void 0) return tolerance.nm;
  const unsure = [a, b].reduce(
    (sum, { verdict, instrument }) => sum + (verdict.uncertainty ?? instrument?.uncertainty ?? 0),
    0
  );
  return unsure + Math.max(0, ...[a, b].map(({ instrument }) => instrument?.resolution ?? 0));
}
function saysTheSame(characteristic, first, second) {
  const [a, b] = [ownOf(first), ownOf(second)];
  if (!isSize(a) || !isSize(b)) return sameData(a, b);
  const tolerance = secondTolerance(characteristic, first, second);
  return secondMeasurement({ first: a, second: b, tolerance }).agrees;
}
function confirmedBy(characteristic, record) {
  const all = standingAt(record);
  return all.find(
    (second, i) => all.slice(0, i).some(
      (first) => first.by.id !== second.by.id && second.independent === true && saysTheSame(characteristic, first, second) === true
    )
  );
}
function hasMeasured({ readings }, person) {
  const [standing] = standingAt({ version: 0, contested: [], readings });
  return readings.some(
    ({ by, parts }) => by.id === person.id && standing !== void 0 && sameData(parts, standing.parts)
  );
}

// ../core/src/bench/rejudgements.ts
function rejudgements(state) {
  const order = new Map(sheetPlaces(state).map((place, i) => [placeKey(place), i]));
  const rank = (key) => order.get(key) ?? Infinity;
  return state.places.entries().filter(([, { readings }]) => readings.some(({ status }) => status === "current")).sort(([a], [b]) => rank(a) - rank(b) || (a < b ? -1 : 1)).flatMap(([key, record]) => {
    const place = placeOf(state, key);
    return place === void 0 ? [] : rejudgedAt(state, record, key, judgedAgainAt(state, place));
  });
}
var judgedAgainAt = (state, place) => (reading) => judgeAgain(state, place, reading);
function rejudgedAt({ rules = 0 }, record, place, judgedOf) {
  const current = record.readings.filter(({ status }) => status === "current");
  const all = standingAt(record);
  const [now, ...others] = current;
  if (rules >= REPEATS_SINCE && others.length === 0 && all.length > 1) {
    const decides = knownBy(all, judgedOf);
    if (decides !== void 0 && decides.reading !== now?.seq) return [{ place, ...decides }];
  }
  return current.map((reading) => ({ place, reading: reading.seq, verdict: judgedOf(reading) }));
}

// ../core/src/bench/spread-of-set.ts
function spreadOfSet(readings) {
  if (readings.length < 2) return void 0;
  const intervals = readings.map(intervalOf);
  const lowest = Math.min(...intervals.map(({ lo }) => lo));
  const highest = Math.max(...intervals.map(({ hi }) => hi));
  const least = Math.max(
    0,
    Math.max(...intervals.map(({ lo }) => lo)) - Math.min(...intervals.map(({ hi }) => hi))
  );
  return {
    least: nanometres(least),
    ...Number.isFinite(highest) ? { most: nanometres(highest - lowest) } : {}
  };
}

// ../core/src/findings/decisions.ts
var NOTHING_DECIDED = {
  concessions: {},
  concessionsAsked: {},
  acceptedInstruments: {},
  acceptedNotes: {}
};
var FINDING_EVENTS = {
  concessionAsked: event()(
    2,
    (state, { place, reading, basis, reason }, { by }) => ({
      concessionsAsked: {
        ...state.concessionsAsked,
        [place]: { reading, basis: basis ?? basisThen(state, place, reading), reason, by: by.name }
      }
    }),
    (data) => ({ ...data, basis: null })
  ),
  concessionGranted: event()(
    2,
    (state, { place, reading, basis, approval, reason }, { seq, at, by }) => ({
      concessionsAsked: without(state.concessionsAsked, place),
      concessions: {
        ...state.concessions,
        [place]: {
          seq,
          at,
          by: by.id,
          byName: by.name,
          reading,
          basis: basis ?? basisThen(state, place, reading),
          approval,
          reason
        }
      }
    }),
    (data) => ({ ...data, basis: null })
  ),
  concessionRefused: event()(1, (state, { place }) => ({
    concessionsAsked: without(state.concessionsAsked, place)
  })),
  /** Somebody chose how a limit that the documents leave open shall be; nothing is in force by it before the second look. */
  limitChosen: event()(
    2,
    (state, choice, { seq, at, by }) => ({
      limitChosen: [...othersThan(state, choice), { ...choice, seq, at, by: { id: by.id, name: by.name } }]
    }),
    sameWords
  ),
  limitChoiceRefused: event()(
    1,
    (state, { choice }) => ({ limitChosen: state.limitChosen.filter(({ seq }) => seq !== choice) })
  ),
  limitDecided: event()(
    4,
    (state, { rejudged, choice, samePerson: _same, lookReason: _look, ...decision }, { seq, at, by }) => {
      const chosen = state.limitChosen.find((each) => each.seq === choice);
      const made = chosen === void 0 ? { by: by.name, at, secondLook: null } : { by: chosen.by.name, at: chosen.at, secondLook: by.name };
      return {
        ...rejudge(state, rejudged, seq),
        limitDecisions: [...state.limitDecisions, { ...decision, ...made }],
        limitChosen: othersThan(state, decision)
      };
    },
    (data) => ({ ...data, choice: null, lookReason: null, samePerson: null }),
    sameWords,
    sameWords
  ),
  instrumentAccepted: event()(
    1,
    (state, { instrument, reason }, { seq, by }) => ({
      acceptedInstruments: { ...state.acceptedInstruments, [instrument]: { upTo: seq, reason, by: by.name } }
    })
  ),
  limitNoteAccepted: event()(
    2,
    (state, { note, pin, reason, approval }, { seq, by }) => ({
      acceptedNotes: { ...state.acceptedNotes, [note]: { reason, by: by.name, seq, pin, approval } }
    }),
    (data) => ({ ...data, approval: null })
  )
};
var without = (record, key) => {
  const { [key]: _, ...rest } = record;
  return rest;
};
var othersThan = ({ limitChosen }, choice) => limitChosen.filter((each) => each.pin !== choice.pin || !sameFit(each, choice));
var basisOf = ({ verdict, limit, pin }) => ({ verdict, limit, pin });
function basisThen(state, place, reading) {
  const found2 = placeAt(state, place).readings.find(({ seq }) => seq === reading);
  return found2 === void 0 ? { verdict: "noLimit", limit: {}, pin: 0 } : basisOf(found2.verdict);
}
function isAbout(decided, { seq, verdict }) {
  return decided?.reading === seq && decided.basis.verdict === verdict.verdict && decided.basis.pin === verdict.pin && BOUNDS.every((bound2) => decided.basis.limit[bound2] === verdict.limit[bound2]);
}
var concessionOf = (state, place, reading) => {
  const concession = own(state.concessions, place);
  const isOut2 = reading.verdict.verdict === "tight" || reading.verdict.verdict === "loose";
  return isOut2 && isAbout(concession, reading) ? concession : void 0;
};

// ../core/src/findings/declarations.ts
function openDeclaration(state, place) {
  const record = placeAt(state, place);
  const declared = record.notApplicable;
  if (declared === void 0 || currentReading(record) !== void 0) return void 0;
  return declared.accepted && declared.pin === currentPin(state)?.pin ? void 0 : declared;
}

// ../core/src/findings/place-status.ts
var OUT_IS_ASKED_SINCE = 12;
var isOut = (reading) => reading?.verdict.verdict === "tight" || reading?.verdict.verdict === "loose";
var isOfFirstRules = ({ rules, seal }) => seal !== void 0 && rules < 2;
function placeStatus(state, place) {
  const record = placeAt(state, placeKey(place));
  const last = lastOf(place);
  const concession = own(state.concessions, placeKey(place));
  const { pins, reports, rules, seal } = state;
  const unasked = unaskedReason(state, place);
  const isSame = last.record === record && last.concession === concession && last.pins === pins && last.reports === reports && last.rules === rules && last.seal === seal && last.unasked === unasked;
  if (isSame && last.status !== void 0) return last.status;
  const status = workOut(state, place, record, unasked);
  Object.assign(last, {
    record,
    concession,
    pins,
    reports,
    rules,
    seal,
    unasked,
    status
  });
  return status;
}
var lastOf = onceFor((_place) => ({}));
function workOut(state, place, record, unasked) {
  const key = placeKey(place);
  const is = (word, accepted, reading2, reason, conceded = false) => ({
    place,
    key,
    state: word,
    accepted,
    reading: reading2,
    reason,
    conceded
  });
  if (unasked !== void 0) return is("notApplicable", true, void 0, unasked);
  const reading = currentReading(record);
  const byFirst = isOfFirstRules(state);
  const isMeasured = reading !== void 0 || record.contested.length > 0;
  if (record.notApplicable !== void 0 && (byFirst || !isMeasured)) {
    const accepted = byFirst ? record.notApplicable.accepted : openDeclaration(state, key) === void 0;
    return is(
      accepted ? "notApplicable" : "declaredNotApplicable",
      accepted,
      void 0,
      record.notApplicable.reason
    );
  }
  if (record.contested.length > 0) return is("contested", false, record.readings.at(-1));
  if (reportsAt(state, place).length > 0) return is("unsettled", false, reading);
  if (record.deferred !== void 0 && reading?.verdict.acceptable !== true && !(state.rules >= OUT_IS_ASKED_SINCE && isOut(reading))) {
    return is("deferred", false, reading, record.deferred.reason);
  }
  if (reading !== void 0) {
    const conceded = byFirst ? own(state.concessions, key)?.reading === reading.seq : concessionOf(state, key, reading) !== void 0;
    if (reading.verdict.acceptable && isUnconfirmed(state, place, record))
      return is("secondLook", false, reading);
    return is(reading.verdict.verdict, reading.verdict.acceptable || conceded, reading, void 0, conceded);
  }
  const last = record.readings.findLast(({ status }) => status === "spent" || status === "void");
  return last === void 0 ? is("notTaken", false) : is(last.status === "spent" ? "spent" : "void", false, last);
}
function isUnconfirmed(state, place, record) {
  const characteristic = characteristicOf(state, place);
  return characteristic !== void 0 && asksSecondLook(state, characteristic) && confirmedBy(characteristic, record) === void 0;
}
function reportsAt(state, place) {
  if (state.reports.length === 0) return [];
  const slots = slotsBehind(state, { parts: characteristicOf(state, place)?.parts ?? [] }, place).map(
    ({ slot }) => slot
  );
  return state.reports.filter((report) => slotsOfReport(state, report).some((slot) => slots.includes(slot)));
}

// ../core/src/findings/journal-says.ts
function journalSays(state, place) {
  const pin = currentPin(state);
  const here = characteristicOf(state, place);
  if (pin === void 0 || here === void 0) return void 0;
  const { layout } = pin.model;
  const { regrind = [] } = layout;
  const about2 = here.classOf ?? here.id;
  const journals = layout.journals ?? [];
  const journal = journals.find(
    ({ id, cylinders }) => place.at.journal === void 0 ? here.classOf !== void 0 && cylinders.includes(place.at.cylinder ?? "") : id === place.at.journal
  );
  const measured = pin.characteristics.find(({ id }) => id === about2);
  const made = regrind.find(({ journals: kind }) => kind === journal?.kind);
  if (journal === void 0 || made === void 0 || measured?.parts.join() !== "journal") return void 0;
  const sizes = sizesAt(state, about2, ({ at }) => at.journal === journal.id);
  if (sizes.length === 0) return void 0;
  const [least, most] = [Math.min(...sizes.map(({ lo }) => lo)), Math.max(...sizes.map(({ hi }) => hi))];
  const { under, isSure } = journalClass(made, { least, most });
  const stamp = pin.characteristics.find(({ classOf }) => classOf === about2);
  const [stamped] = stamp === void 0 ? [] : sizesAt(
    state,
    stamp.id,
    ({ at }) => here.classOf === void 0 ? at.journal === journal.id || journal.cylinders.includes(at.cylinder ?? "") : placeKey({ characteristic: "", at }) === placeKey({ characteristic: "", at: place.at })
  );
  if (stamped === void 0) return { under, isSure };
  const shells = roundToNanometres(stamped.lo);
  const bore = boreWithShells(state, pin.characteristics, about2);
  const stated = windowAt(state, about2);
  const shift = stated === void 0 ? ZERO : minus(shells, journalClass(made, { least: stated.min, most: stated.max }).under);
  return {
    under,
    isSure,
    shells: {
      under: shells,
      fit: shells === under,
      ...bore === void 0 || stated === void 0 ? {} : {
        clearance: {
          least: roundToNanometres(bore.min - shift - most),
          most: roundToNanometres(bore.max - shift - least)
        }
      }
    }
  };
}
function sizesAt(state, characteristic, isMeant) {
  return sheetPlaces(state, characteristic).filter(isMeant).flatMap((place) => {
    const reading = currentReading(placeAt(state, placeKey(place)))?.reading;
    if (reading === void 0 || !isSize(reading)) return [];
    const { lo, hi } = intervalOf(reading);
    return Number.isFinite(hi) ? [{ lo, hi }] : [];
  });
}
function boreWithShells(state, characteristics, journal) {
  const fit = characteristics.find(({ from }) => from?.rule === "difference" && from.less === journal);
  return fit?.from === void 0 ? void 0 : windowAt(state, fit.from.of);
}
function windowAt(state, characteristic) {
  const [place] = sheetPlaces(state, characteristic);
  const inForce = place === void 0 ? void 0 : limitInForce(state, place, NO_PART);
  if (inForce?.state !== "inForce") return void 0;
  const { min, max } = inForce.limit;
  return min === void 0 || max === void 0 ? void 0 : { min, max };
}

// ../core/src/findings/limit-choices.ts
function limitChoices(state, judged) {
  const pin = currentPin(state);
  const place = parsePlaceKey(judged.fit);
  if (pin === void 0 || place === void 0) return [];
  const context = contextFor(pin, judged);
  const sources = (bound2) => statementsAbout(place, pin).flatMap((row) => {
    const value = statedBound(row, bound2, context);
    if (value === void 0 || value === "unknown" || row.kind === "shop") return [];
    const missing = applies(row, context) ? [] : missingIn(row.appliesTo, context);
    return missing === void 0 ? [] : [{ row: row.id, value, assumes: missing }];
  });
  const each = BOUNDS.map((bound2) => [bound2, sources(bound2)]);
  const combined = each.reduce(
    (so, [bound2, options]) => options.length === 0 ? so : so.flatMap((given) => options.map((source) => [...given, [bound2, source]])),
    [[]]
  );
  const statedBounds = each.filter(([, options]) => options.length > 0).length;
  const alone = [...new Set(each.flatMap(([, options]) => options.map(({ row }) => revisionOfRow(row))))].map(
    (document) => each.flatMap(([bound2, options]) => {
      const own2 = options.find(({ row }) => revisionOfRow(row) === document);
      return own2 === void 0 ? [] : [[bound2, own2]];
    })
  ).filter((own2) => own2.length === statedBounds || !combined.some((whole) => completes(whole, own2)));
  const choices = [...alone, ...combined].flatMap((picked) => choiceOf(state, pin, judged, picked));
  const byRows = new Map(choices.map((choice) => [JSON.stringify(choice.rows), choice]));
  return [...byRows.values()].sort((a, b) => Number(a.mixed) - Number(b.mixed));
}
var completes = (whole, own2) => own2.every(([bound2, { row }]) => whole.some(([other, source]) => other === bound2 && source.row === row)) && !crosses(limitOf(whole));
var limitOf = (picked) => Object.fromEntries(picked.map(([bound2, { value }]) => [bound2, value]));
var crosses = ({ min, max, serviceMin, serviceMax }) => min !== void 0 && max !== void 0 && min > max || serviceMin !== void 0 && serviceMax !== void 0 && serviceMin > serviceMax;
function choiceOf(state, pin, judged, picked) {
  if (picked.length === 0) return [];
  const limit = limitOf(picked);
  if (crosses(limit)) return [];
  const ends = picked.filter(([bound2]) => bound2 === "min" || bound2 === "max");
  return [
    {
      rows: Object.fromEntries(picked.map(([bound2, { row }]) => [bound2, row])),
      limit,
      assumes: [...new Set(picked.flatMap(([, { assumes }]) => assumes))],
      mixed: new Set(ends.map(([, { row }]) => revisionOfRow(row))).size > 1,
      readings: sheetPlaces(state).filter((at) => fitOf(pin, at) === judged.fit).flatMap((at) => {
        const key = placeKey(at);
        const reading = currentReading(placeAt(state, key));
        if (reading === void 0 || !isJudgedBy(pin, at, reading.verdict, judged)) return [];
        if (!isSize(reading.reading)) return [];
        const verdict = judge({ limit, reading: reading.reading, partState: judged.partState });
        return [{ place: key, reading: reading.seq, verdict }];
      })
    }
  ];
}

// ../core/src/set/group-contrast.ts
var MOST_CONTRASTED = 24;
var SIGNIFICANT = 0.05;
var SAME = 1e-9;
function groupContrast(question) {
  const { a, b, resolution } = question;
  const pooled = [...a, ...b];
  if (pooled.length > MOST_CONTRASTED)
    throw new RangeError(`${pooled.length} values are too many to go through`);
  const total = sumOf(pooled);
  const apart = (sum) => sum / a.length - (total - sum) / b.length;
  const difference = meanOf(a) - meanOf(b);
  let splits = 0;
  let asFar = 0;
  const go = (from, wanted, sum) => {
    if (wanted === 0) {
      splits += 1;
      if (Math.abs(apart(sum)) >= Math.abs(difference) - SAME) asFar += 1;
      return;
    }
    for (let i = from; i <= pooled.length - wanted; i++) go(i + 1, wanted - 1, sum + (pooled[i] ?? 0));
  };
  go(0, a.length, 0);
  const p = Math.round(asFar / splits * 1e6) / 1e6;
  const farthest = a.length === b.length ? 2 : 1;
  const isTooFew = farthest / splits > SIGNIFICANT;
  return {
    difference,
    p,
    differs: !isTooFew && asFar / splits <= SIGNIFICANT && Math.abs(difference) > resolution,
    ...isTooFew ? { tooFew: true } : {}
  };
}
var sumOf = (values) => values.reduce((sum, each) => sum + each, 0);
var meanOf = (values) => sumOf(values) / values.length;

// ../core/src/set/bore-difference.ts
function boreDifference(question) {
  const [a, b] = [question.a.filter(hasBothEnds), question.b.filter(hasBothEnds)];
  const leftOut = question.a.length + question.b.length - a.length - b.length;
  if (a.length === 0 || b.length === 0) return { difference: null, least: null, most: null, leftOut };
  const lowsOf = (all) => meanOf(all.map((each) => intervalOf(each).lo));
  const highsOf = (all) => meanOf(all.map((each) => intervalOf(each).hi));
  const onDiameter = (gap) => roundToNanometres(gap / Math.PI);
  return {
    difference: onDiameter(lowsOf(a) - lowsOf(b)),
    least: onDiameter(lowsOf(a) - highsOf(b)),
    most: onDiameter(highsOf(a) - lowsOf(b)),
    leftOut
  };
}
var hasBothEnds = ({ kind }) => kind !== "atLeast" && kind !== "under";

// ../core/src/set/contrast-of.ts
function lowerEnd(reading) {
  if (!isSize(reading)) return void 0;
  const { lo, hi, loMeasured } = intervalOf(reading);
  return loMeasured && Number.isFinite(hi) ? lo : void 0;
}
var resolutionOf = (readings) => Math.max(0, ...readings.map(({ instrument }) => instrument?.resolution ?? 0));
function contrastOf(a, b) {
  const [one, other] = [a, b].map((all) => all.flatMap(({ reading }) => lowerEnd(reading) ?? []));
  if (one === void 0 || other === void 0 || one.length === 0 || other.length === 0) return void 0;
  if (one.length + other.length > MOST_CONTRASTED) return void 0;
  const resolution = resolutionOf([...a, ...b]);
  const question = `${one.join(" ")}|${other.join(" ")}|${resolution}`;
  const known = KNOWN.get(question);
  if (known !== void 0) return known;
  const found2 = groupContrast({ a: one, b: other, resolution });
  if (KNOWN.size >= MOST_KNOWN) KNOWN.clear();
  KNOWN.set(question, found2);
  return found2;
}
var KNOWN = /* @__PURE__ */ new Map();
var MOST_KNOWN = 500;

// ../core/src/findings/bank-difference.ts
function bankDifferences(state, characteristic) {
  const layout = currentPin(state)?.model.layout;
  const [one, other] = layout?.banks ?? [];
  if (layout === void 0 || one === void 0 || other === void 0 || layout.banks.length !== 2)
    return [];
  if (!opensWithBore(characteristic)) return [];
  const bankOf = new Map(layout.cylinders.map(({ id, bank }) => [id, bank]));
  const fits = /* @__PURE__ */ new Map();
  for (const place of sheetPlaces(state, characteristic.id)) {
    const { cylinder: _, ...at } = place.at;
    const reading = unfiledReading(state, characteristic, place);
    const fit = placeKey({ characteristic: characteristic.id, at });
    if (reading !== void 0) fits.set(fit, [...fits.get(fit) ?? [], [place, reading]]);
  }
  const found2 = /* @__PURE__ */ new Map();
  for (const [fit, readings] of fits) {
    const inBank = (bank) => readings.filter(([{ at }]) => bankOf.get(at.cylinder ?? "") === bank);
    const says = ringSays(state, fit, inBank(one.id), inBank(other.id));
    const station = readings[0]?.[0].at.station;
    if (says === void 0) continue;
    const [smaller, larger] = says.oneIsSmaller ? [one.id, other.id] : [other.id, one.id];
    const key = `${station ?? ""} ${smaller}`;
    const before = found2.get(key);
    const rings = [...before?.rings ?? [], says.ring];
    const bores = boresOf(state, layout, rings, { station, smaller, bankOf });
    const by = bores?.says ?? byCarriedRing(state, rings, { characteristic: characteristic.id, station, smaller, bankOf });
    found2.set(key, {
      ...{ characteristic: characteristic.id, station, smaller, larger, rings },
      suitsAll: suitsAll(rings),
      toGauge: by === void 0 ? bores?.toGauge : bores === void 0 ? void 0 : [],
      bores: by
    });
  }
  return [...found2.values()];
}
function ringSays(state, fit, one, other) {
  const readingsOf = (all) => all.map(([, reading]) => reading);
  const contrast = contrastOf(readingsOf(one), readingsOf(other));
  if (contrast?.differs !== true) return void 0;
  const lots = [...new Set([...one, ...other].map(([, reading]) => lotOf(state, reading)))];
  const known = lots.flatMap((lot) => lot ?? []);
  if (known.length > 1) return void 0;
  const oneIsSmaller = contrast.difference < 0;
  const [small, large] = oneIsSmaller ? [one, other] : [other, one];
  const sizesOf = (all) => readingsOf(all).flatMap(({ reading }) => isSize(reading) ? [reading] : []);
  const { difference, least, most } = boreDifference({ a: sizesOf(large), b: sizesOf(small) });
  if (difference === null || least === null || most === null) return void 0;
  return {
    oneIsSmaller,
    ring: {
      fit,
      gap: roundToNanometres(Math.abs(contrast.difference)),
      p: contrast.p,
      bore: { difference, least, most },
      lots: lots.includes(null) ? [] : known,
      readings: [...one, ...other]
    }
  };
}
var lotOf = (state, { parts }) => parts.flatMap(({ id }) => state.parts.get(id)?.kind === "ring" ? [state.parts.get(id)?.lot] : [])[0] ?? null;
function unfiledReading(state, characteristic, place) {
  if (unaskedReason(state, place) !== void 0) return void 0;
  const lying = slotsBehind(state, characteristic, place).map(({ kind, slot }) => ({
    kind,
    part: partIn(state, slot)
  }));
  const isOf = ({ parts }) => lying.every(
    ({ kind, part }) => part !== void 0 && parts.some(
      ({ id, condition }) => id === part.id && (kind === "ring" ? !wasDone(part, "filed", condition) : condition === part.condition)
    )
  );
  const record = placeAt(state, placeKey(place));
  if (record.contested.length > 0) return void 0;
  return record.readings.findLast((each) => each.status === "current" && isOf(each)) ?? record.readings.findLast(
    (each) => (each.status === "spent" || each.status === "refined") && each.late === null && isOf(each)
  );
}
function suitsAll(rings) {
  const least = Math.max(...rings.map(({ bore }) => bore.least));
  const most = Math.min(...rings.map(({ bore }) => bore.most));
  return least <= most ? { least, most } : void 0;
}
function boresOf(state, layout, rings, of) {
  const bore = currentPin(state)?.characteristics.find(
    ({ along, from, parts }) => along?.station === "bore" && from === void 0 && parts.includes("bore")
  );
  if (bore === void 0) return void 0;
  const cylinders = new Set(rings.flatMap(({ readings }) => readings.map(([{ at }]) => at.cylinder ?? "")));
  const depth = (id) => {
    const station = layout.stations.find((each) => each.id === id);
    return station === void 0 ? 0 : depthOf(station);
  };
  const places = sheetPlaces(state, bore.id).filter(
    (place) => cylinders.has(place.at.cylinder ?? "") && unaskedReason(state, place) === void 0
  );
  const stations = [...new Set(places.map(({ at }) => at.station))].sort(
    (a, b) => Math.abs(depth(a) - depth(of.station)) - Math.abs(depth(b) - depth(of.station))
  );
  const missingAt = (station) => places.filter((place) => place.at.station === station && sizeAt(state, place) === void 0);
  const whole = stations.find((station) => missingAt(station).length === 0);
  const [nearest] = stations;
  if (whole === void 0 || stations.length === 0)
    return { toGauge: missingAt(nearest).map(placeKey), says: void 0 };
  const here = places.filter(({ at }) => at.station === whole);
  const meanIn = (isSmaller) => {
    const sizes = here.filter(({ at }) => of.bankOf.get(at.cylinder ?? "") === of.smaller === isSmaller).flatMap((place) => sizeAt(state, place)?.middle ?? []);
    return sizes.length === 0 ? void 0 : meanOf(sizes);
  };
  const [small, large] = [meanIn(true), meanIn(false)];
  if (small === void 0 || large === void 0) return { toGauge: [], says: void 0 };
  const difference = large - small;
  const unsure = 2 * Math.max(...here.map((place) => sizeAt(state, place)?.unsure ?? 0)) + slackOf(rings);
  const agrees = rings.every(
    ({ bore: { least, most } }) => difference >= least - unsure && difference <= most + unsure
  );
  return { toGauge: [], says: { difference: roundToNanometres(difference), agrees, by: "gauge" } };
}
var slackOf = (rings) => 2 / Math.PI * Math.max(
  ...rings.flatMap(
    ({ readings }) => readings.map(([, { verdict, instrument }]) => verdict.uncertainty ?? instrument?.uncertainty ?? 0)
  )
);
function byCarriedRing(state, rings, of) {
  const cylinders = new Set(rings.flatMap(({ readings }) => readings.map(([{ at }]) => at.cylinder ?? "")));
  for (const carried of [...state.carried ?? []].reverse()) {
    if (carried.characteristic !== of.characteristic || carried.station !== (of.station ?? null)) continue;
    if (!isTrusted(carried)) continue;
    const gaps = stillTrue(state, carried);
    if (![...cylinders].every((each) => gaps.some(({ cylinder }) => cylinder === each))) continue;
    const inBank = (isSmaller) => gaps.filter(({ cylinder }) => of.bankOf.get(cylinder) === of.smaller === isSmaller).map(({ reading }) => reading);
    const { difference, least, most, leftOut } = boreDifference({ a: inBank(false), b: inBank(true) });
    if (difference === null || least === null || most === null || leftOut > 0) continue;
    const unsure = 2 * carried.instrument.uncertainty / Math.PI + slackOf(rings);
    const agrees = rings.every(({ bore }) => least - unsure <= bore.most && most + unsure >= bore.least);
    return { difference, agrees, by: "ring" };
  }
  return void 0;
}
function sizeAt(state, place) {
  const reading = currentReading(placeAt(state, placeKey(place)));
  if (reading === void 0 || !isSize(reading.reading)) return void 0;
  const { lo, hi } = intervalOf(reading.reading);
  if (!Number.isFinite(hi)) return void 0;
  const { verdict, instrument } = reading;
  return { middle: (lo + hi) / 2, unsure: verdict.uncertainty ?? instrument?.uncertainty ?? 0 };
}

// ../core/src/findings/class-match.ts
var IN_BORE = ["bore", "liner", "piston", "ring"];
var SHELLS = ["shell", "rodShell"];
function classMismatches(state, asked) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  const found2 = /* @__PURE__ */ new Map();
  const add = (each) => {
    if (each !== void 0 && !found2.has(each.about)) found2.set(each.about, each);
  };
  const boreSizes = smallestBores(state, pin);
  for (const characteristic of asked) {
    const { parts } = characteristic;
    const isOfBore = parts.filter((kind) => IN_BORE.includes(kind)).length > 1;
    const isOfShell = parts.includes("journal") && parts.some((kind) => SHELLS.includes(kind));
    if (!isOfBore && !isOfShell && characteristic.classOf === void 0) continue;
    const seen = /* @__PURE__ */ new Set();
    for (const place of sheetPlaces(state, characteristic.id)) {
      if (!isOfBore) {
        add(ofShells(state, pin, characteristic, place));
        continue;
      }
      const cylinder = place.at.cylinder ?? "";
      if (seen.has(cylinder)) continue;
      seen.add(cylinder);
      add(inBore(state, pin, place, boreSizes.get(cylinder)));
    }
  }
  return [...found2.values()];
}
function smallestBores(state, pin) {
  const measured = pin.characteristics.find(
    ({ along, from, axes }) => along?.station === "bore" && from === void 0 && axes.includes("direction")
  );
  const smallest = /* @__PURE__ */ new Map();
  if (measured?.parts.includes("bore") !== true) return smallest;
  for (const place of sheetPlaces(state, measured.id)) {
    const reading = currentReading(placeAt(state, placeKey(place)))?.reading;
    if (reading === void 0 || !isSize(reading)) continue;
    const { lo, loMeasured } = intervalOf(reading);
    const cylinder = place.at.cylinder ?? "";
    if (loMeasured) smallest.set(cylinder, Math.min(lo, smallest.get(cylinder) ?? Infinity));
  }
  return smallest;
}
function inBore(state, pin, place, size) {
  const made = pin.model.rebore?.oversizes ?? [];
  const at = { characteristic: place.characteristic, at: { cylinder: place.at.cylinder ?? "" } };
  const claims = markedOn(state, slotsBehind(state, { parts: IN_BORE }, at), made, "over");
  const bore = boreClass(pin.model.bore.nm, made, size);
  const all = bore === void 0 ? claims : [{ slot: `bore@cylinder:${at.at.cylinder}`, kind: "bore", off: bore, by: "measured" }, ...claims];
  const [first] = all;
  const other = first === void 0 ? void 0 : all.find(({ off }) => differs(off, first.off, made));
  if (first === void 0 || other === void 0) return void 0;
  const isRing = other.kind === "ring";
  const apart = minus(first.off, other.off);
  return {
    about: `bore@cylinder:${at.at.cylinder}`,
    claims: all,
    places: [placeKey(place)],
    shift: isRing ? nanometres(Math.round(Math.PI * apart)) : apart,
    of: isRing ? "gap" : "clearance"
  };
}
function boreClass(nominal, made, size) {
  if (size === void 0 || made.length === 0) return void 0;
  const step = stepOf(made);
  const off = size - nominal;
  const classes = [ZERO, ...made.map(({ nm }) => nm)].sort((a, b) => a - b);
  const below = classes.filter((each) => each <= off + step / 10).at(-1);
  return below !== void 0 && off - below < step / 2 ? below : void 0;
}
function ofShells(state, pin, { parts, classOf }, place) {
  const kinds = classOf === void 0 ? parts : [...parts, "journal"];
  const behind = slotsBehind(
    state,
    { parts: kinds.filter((kind) => kind === "journal" || SHELLS.includes(kind)) },
    place
  );
  const made = (pin.model.layout.regrind ?? []).flatMap(({ undersizes }) => undersizes);
  const marked = markedOn(state, behind, made, "under");
  const shells = marked.filter(({ kind }) => kind !== "journal");
  const stampSheet = pin.characteristics.find(
    (each) => each.classOf !== void 0 && each.parts.some((kind) => kinds.includes(kind))
  );
  const says = stampSheet === void 0 ? void 0 : journalSays(state, { characteristic: stampSheet.id, at: place.at });
  const journalSlot = behind.find(({ kind }) => kind === "journal")?.slot;
  const own2 = marked.filter(({ kind }) => kind === "journal");
  const bySize = says ?? ofJournal(state, pin, journalSlot);
  const journals = bySize?.isSure === true && journalSlot !== void 0 ? [
    ...own2,
    {
      ...{ slot: journalSlot, kind: "journal", by: "measured" },
      off: roundToNanometres(0 - bySize.under)
    }
  ] : own2;
  const shellSlot = behind.find(({ kind }) => kind !== "journal")?.slot;
  const stamped = says?.shells === void 0 || shellSlot === void 0 ? [] : [
    {
      ...{ slot: shellSlot, kind: shellSlot.slice(0, shellSlot.indexOf("@")), by: "marked" },
      off: roundToNanometres(0 - says.shells.under)
    }
  ];
  const halves = stamped.length > 0 ? stamped : shells;
  const [journal] = journals;
  if (journal === void 0 || halves.length === 0 || shellSlot === void 0) return void 0;
  const mean = halves.reduce((sum, { off }) => sum + off, 0) / halves.length;
  const isOdd = differs(mean, journal.off, made) || journals.some(({ off }) => differs(off, journal.off, made));
  if (!isOdd) return void 0;
  const clearance = says?.shells?.clearance;
  return {
    about: shellSlot.replace(/\/point:.*$/u, ""),
    claims: [...journals, ...halves],
    places: [placeKey(place)],
    ...clearance === void 0 ? {} : { clearance },
    shift: roundToNanometres(mean - journal.off),
    of: "clearance"
  };
}
function ofJournal(state, pin, slot) {
  const journal = pin.model.layout.journals?.find(({ id }) => slot === `journal@journal:${id}`);
  const measured = pin.characteristics.find(
    ({ parts, from, axes, along }) => parts.join() === "journal" && from === void 0 && axes.includes("direction") && (along?.journal ?? journal?.kind) === journal?.kind
  );
  return journal === void 0 || measured === void 0 ? void 0 : journalSays(state, { characteristic: measured.id, at: { journal: journal.id } });
}
function markedOn(state, slots, made, bare) {
  return slots.flatMap(({ kind, slot }) => {
    const text = partIn(state, slot)?.sizeClass ?? void 0;
    const off = text === void 0 ? void 0 : readSizeClass(text, made, bare);
    return off === void 0 ? [] : [{ slot, kind, off, by: "marked" }];
  });
}
function stepOf(made) {
  const classes = [0, ...new Set(made.map(({ nm }) => nm))].sort((a, b) => a - b);
  return Math.min(...classes.slice(1).map((each, i) => each - (classes[i] ?? 0)), 25e4);
}
var differs = (a, b, made) => Math.abs(a - b) >= stepOf(made) / 2;

// ../core/src/findings/ring-class.ts
function classDoubts(state, characteristic) {
  const pin = currentPin(state);
  if (pin === void 0 || !opensWithBore(characteristic)) return [];
  const classes = classesOf(pin);
  return sheetPlaces(state, characteristic.id).flatMap((place) => {
    const reading = currentReading(placeAt(state, placeKey(place)));
    if (reading === void 0 || !isSize(reading.reading)) return [];
    const { verdict } = reading.verdict;
    if (verdict !== "tight" && verdict !== "loose") return [];
    if (unfiledReading(state, characteristic, place) !== reading) return [];
    const made = contextAt(pin, place, judgedBy(reading.verdict)).oversize ?? 0;
    const { lower, upper } = acceptRange(reading.verdict.limit, reading.verdict.partState);
    const { lo, hi, loMeasured } = intervalOf(reading.reading);
    const isClosed = verdict === "tight" && !loMeasured;
    const steps = classes.map((each) => Math.abs(each - made)).filter((step) => step > 0).sort((a, b) => a - b);
    for (const step of steps) {
      const ofGap = Math.PI * step;
      const shift = verdict === "tight" ? -ofGap : ofGap;
      const [from, to] = [lower + shift, upper + shift];
      const isThere = isClosed ? from <= 0 : lo <= to && hi >= from;
      if (!isThere || !Number.isFinite(from) || !Number.isFinite(to)) continue;
      return [
        {
          ...{ place, reading, isClosed, step: nanometres(step) },
          ring: verdict === "tight" ? "larger" : "smaller",
          ofGap: nanometres(Math.round(ofGap))
        }
      ];
    }
    return [];
  });
}
var classesOf = onceFor((pin) => [
  .../* @__PURE__ */ new Set([
    0,
    ...pin.model.rebore?.oversizes.map(({ nm }) => nm) ?? [],
    ...pin.rows.flatMap(({ appliesTo }) => appliesTo.oversizes ?? [])
  ])
]);

// ../core/src/findings/set-rules.ts
var isTaken = (standing) => typeof standing !== "string";
var GROUPS_KNOWN_SINCE = 8;
var SETS_SINCE = 10;
function setRules(state, sheets) {
  const asked = (currentPin(state)?.characteristics ?? []).filter(({ id }) => sheets?.includes(id) ?? true);
  const isOlder = (state.rules ?? SETS_SINCE) < SETS_SINCE;
  const said = isOlder ? [] : asked.flatMap((each) => [...bankRules(state, each), ...classRules(state, each)]);
  const classes = (state.rules ?? CLASSES_SINCE) < CLASSES_SINCE ? [] : mismatchRules(state, asked);
  return [...rowRules(state, sheets), ...twoWays(state, sheets), ...said, ...classes];
}
var CLASSES_SINCE = 13;
function mismatchRules(state, asked) {
  return classMismatches(state, asked).map((mismatch) => {
    const { about: about2, claims, places } = mismatch;
    const said = claims.map(({ slot, off, by }) => `${slot}=${off}${by === "marked" ? "" : "~"}`);
    return {
      id: `classes ${about2} ${said.join(" ")}`,
      ...{ row: "classes", about: about2, kind: "classes", mismatch, state: "broken", places }
    };
  });
}
function bankRules(state, characteristic) {
  return bankDifferences(state, characteristic).map((banks) => {
    const readings = banks.rings.flatMap((ring) => ring.readings);
    const about2 = [characteristic.id, ...banks.station === void 0 ? [] : [banks.station]].join(" ");
    return {
      id: `banks ${about2} ${readings.map(([, { seq }]) => seq).join(" ")}`,
      ...{ row: "banks", about: about2, kind: "banks", banks },
      state: banks.bores === void 0 ? "notProven" : "holds",
      places: readings.map(([place]) => placeKey(place))
    };
  });
}
function classRules(state, characteristic) {
  return classDoubts(state, characteristic).map((doubt) => {
    const about2 = placeKey(doubt.place);
    return {
      id: `ringClass ${about2} ${doubt.reading.seq}`,
      ...{ row: "ringClass", about: about2, kind: "ringClass", doubt, state: "notProven" },
      places: [about2]
    };
  });
}
function twoWays(state, sheets) {
  return (currentPin(state)?.characteristics ?? []).flatMap((derived) => {
    const direct = derived.judgedAs;
    if (direct === void 0 || sheets?.some((id) => id === derived.id || id === direct) === false) return [];
    return sheetPlaces(state, derived.id).flatMap((place) => {
      const keys = [placeKey({ characteristic: direct, at: place.at }), placeKey(place)];
      const readings = keys.map((key) => currentReading(placeAt(state, key)));
      const known = readings.flatMap((each) => each !== void 0 && isSize(each.reading) ? [each] : []);
      const [a, b] = known.map(({ reading, verdict, instrument }) => {
        const { lo, hi } = isSize(reading) ? intervalOf(reading) : { lo: 0, hi: Infinity };
        const unsure = verdict.uncertainty ?? instrument?.uncertainty ?? 0;
        return { lo: lo - unsure, hi: hi + unsure };
      });
      if (a === void 0 || b === void 0 || a.lo <= b.hi && b.lo <= a.hi) return [];
      const about2 = keys[0] ?? "";
      return [
        {
          id: `twoWays ${about2} ${known.map(({ seq }) => seq).join(" ")}`,
          row: "twoWays",
          about: about2,
          kind: "twoWays",
          state: "notProven",
          places: keys
        }
      ];
    });
  });
}
function rowRules(state, sheets) {
  const pin = currentPin(state);
  if (pin?.rows.some(({ rule }) => rule !== void 0) !== true) return [];
  const { heads: _heads, journals: _journals, ...rest } = pin.model.layout;
  const isGrouped = (state.rules ?? GROUPS_KNOWN_SINCE) >= GROUPS_KNOWN_SINCE;
  const layout = isGrouped ? pin.model.layout : rest;
  return pin.rows.filter(({ characteristic, rule }) => rule !== void 0 && (sheets?.includes(characteristic) ?? true)).flatMap((row) => {
    const places = sheetPlaces(state, row.characteristic);
    const here = places.filter((place) => isAt(place, row));
    const standing = (place) => {
      const record = placeAt(state, placeKey(place));
      if (unaskedReason(state, place) !== void 0 || isDeclaredAway(state, record)) return "outside";
      const reading = currentReading(record);
      if (reading === void 0) return "missing";
      return isSize(reading.reading) && applies(row, contextAt(pin, place, judgedBy(reading.verdict))) ? [place, { ...reading, reading: reading.reading }] : "outside";
    };
    if (row.rule?.kind === "spread" || row.rule?.kind === "match")
      return spreads(row, row.rule, here, layout, standing);
    if (row.rule?.kind === "relation")
      return relations(row, here, places, row.rule.notSmallerThan, standing);
    return [];
  });
}
var isDeclaredAway = (state, record) => record.notApplicable?.accepted === true && record.notApplicable.pin === currentPin(state)?.pin && currentReading(record) === void 0;
var isAt = (place, address) => FIT_AXES.every((axis) => address[axis] === void 0 || address[axis] === place.at[axis]);
function groupOf(place, across, { cylinders, heads, journals }) {
  const { cylinder = "" } = place.at;
  switch (across) {
    case "engine":
      return "all";
    case "bank":
      return cylinders.find(({ id }) => id === cylinder)?.bank;
    case "cylinder":
      return place.at.cylinder;
    case "head":
      return place.at.head ?? heads?.find((each) => each.cylinders.includes(cylinder))?.id;
    case "journal":
      return place.at.journal ?? journals?.find((each) => each.cylinders.includes(cylinder))?.id;
  }
}
function spreads(row, rule, here, layout, standing) {
  const { kind, across } = rule;
  const { max } = row.printed;
  if (max === void 0 || !isLength(max)) return [];
  const groups = /* @__PURE__ */ new Map();
  const ungrouped = [];
  for (const place of here) {
    const stands = standing(place);
    const group = groupOf(place, across, layout);
    if (group !== void 0) grouped(groups, group).push(stands);
    else if (isTaken(stands)) ungrouped.push(stands);
  }
  const cannot = ungrouped.length === 0 ? [] : [
    {
      ...stand(row, kind, ungrouped, across),
      state: "notProven",
      across,
      allowed: max.nm,
      cannotBecause: "groupUnknown"
    }
  ];
  const isOfMids = kind === "spread" && rule.of === "mids";
  return [...groups].flatMap(([group, stands]) => {
    const readings = stands.filter(isTaken);
    const sizes = readings.map(([place, { reading }]) => ({ place, reading }));
    const spread = isOfMids ? spreadOfMids(sizes) : spreadOfSet(sizes.map(({ reading }) => reading));
    if (spread === void 0 || readings.length < 2 || stands.includes("missing")) return [];
    return [
      {
        ...stand(row, kind, readings, `${across} ${group}`),
        state: spread.least > max.nm ? "broken" : spread.most !== void 0 && spread.most <= max.nm ? "holds" : "notProven",
        across,
        ...kind === "spread" && rule.of !== void 0 ? { of: rule.of } : {},
        least: spread.least,
        ...spread.most === void 0 ? {} : { most: spread.most },
        allowed: max.nm
      }
    ];
  }).concat(cannot);
}
function spreadOfMids(points) {
  const parts = /* @__PURE__ */ new Map();
  for (const { place, reading } of points) {
    const { point: _, ...part } = place.at;
    const key = placeKey({ characteristic: place.characteristic, at: part });
    parts.set(key, [...parts.get(key) ?? [], intervalOf(reading)]);
  }
  if (parts.size < 2) return void 0;
  const mids = [...parts.values()].map((all) => {
    const [los, his] = [all.map(({ lo }) => lo), all.map(({ hi }) => hi)];
    return {
      lo: (Math.min(...los) + Math.max(...los)) / 2,
      hi: (Math.min(...his) + Math.max(...his)) / 2
    };
  });
  const highest = Math.max(...mids.map(({ hi }) => hi));
  const least = Math.max(0, Math.max(...mids.map(({ lo }) => lo)) - Math.min(...mids.map(({ hi }) => hi)));
  return {
    least,
    ...Number.isFinite(highest) ? { most: highest - Math.min(...mids.map(({ lo }) => lo)) } : {}
  };
}
function grouped(groups, group) {
  const there = groups.get(group) ?? [];
  if (there.length === 0) groups.set(group, there);
  return there;
}
function relations(row, here, all, other, standing) {
  const others = /* @__PURE__ */ new Map();
  for (const each of all)
    if (isAt(each, other) && !others.has(each.at.cylinder)) others.set(each.at.cylinder, each);
  return here.flatMap((place) => {
    const mine = standing(place);
    if (!isTaken(mine)) return [];
    const there = others.get(place.at.cylinder);
    const its = there === void 0 ? "outside" : standing(there);
    if (its === "missing") return [];
    if (its === "outside")
      return [
        {
          ...stand(row, "relation", [mine], placeKey(place)),
          state: "notProven",
          cannotBecause: "otherNotMeasured"
        }
      ];
    const [a, b] = [intervalOf(mine[1].reading), intervalOf(its[1].reading)];
    const surelySmaller = a.hiOpen ? a.hi <= b.lo : a.hi < b.lo;
    return [
      {
        ...stand(row, "relation", [mine, its], placeKey(place)),
        state: surelySmaller ? "broken" : a.lo >= b.hi ? "holds" : "notProven"
      }
    ];
  });
}
var stand = (row, kind, readings, about2) => ({
  id: `${row.id} ${readings.map(([, { seq }]) => seq).join(" ")}`,
  row: row.id,
  about: about2,
  kind,
  places: readings.map(([place]) => placeKey(place))
});

// ../core/src/findings/withdrawn.ts
var withdrawnReadings = (state, sheets) => sheets.flatMap(
  (sheet) => sheetPlaces(state, sheet).flatMap((place) => withdrawnAt(state, placeKey(place)) ?? [])
);
function withdrawnAt(state, key) {
  const record = placeAt(state, key);
  const back = takenBack2(record);
  if (back.length === 0) return void 0;
  const place = placeOf(state, key);
  const characteristic = place === void 0 ? void 0 : characteristicOf(state, place);
  const now = currentReading(record)?.verdict.verdict;
  if (now === "tight" || now === "loose") return void 0;
  const open = back.findLast(
    (reading) => wasFinding(characteristic, reading) && !isMeasuredBySecond(record, reading) && isOfThese2(state, characteristic, reading)
  );
  return open?.ended?.by === void 0 ? void 0 : { place: key, reading: open, by: open.ended.by, why: open.ended.why };
}
var isMeasuredBySecond = ({ readings }, { ended: ended2 }) => readings.some(
  ({ seq, by, status, inputs }) => seq > (ended2?.seq ?? 0) && by.id !== ended2?.by?.id && status !== "void" && status !== "corrected" && inputs === void 0
);
var takenBack2 = onceFor(
  ({ readings }) => readings.filter(
    ({ ended: ended2, verdict, unfit, late, inputs }) => ended2?.by !== void 0 && ended2.agreed === void 0 && unfit === void 0 && late === null && inputs === void 0 && (verdict.verdict === "tight" || verdict.verdict === "loose")
  )
);
var wasFinding = (characteristic, { verdict }) => verdict.verdict === "loose" || characteristic?.filed === void 0;
function isOfThese2(state, characteristic, { parts }) {
  return parts.every(({ id, condition }) => {
    const part = state.parts.get(id);
    if (part?.slot == null) return false;
    const aspects = characteristic === void 0 ? void 0 : aspectsOf(state, characteristic, part.kind);
    return stepSince(part, condition, part.slot, aspects) === void 0;
  });
}

// ../core/src/findings/decide-findings.ts
function decideFindings(state, command, by, at) {
  if (command.reason.trim() === "") return refuse("REASON_MISSING", { action: "decide a finding" });
  const reason = command.reason.trim();
  if (command.type === "askConcession") {
    if (!holdsOneOf(by, ["technician", "inspector"]))
      return refuse("MAY_NOT", {
        action: "ask for a concession",
        needs: ["technician", "inspector"],
        person: by.name
      });
    const asked = concedable(state, command);
    if (!asked.ok) return asked;
    const data = {
      place: command.place,
      reading: asked.value.seq,
      basis: basisOf(asked.value.verdict),
      reason
    };
    return ok([{ type: "concessionAsked", v: 2, data }]);
  }
  if (command.type === "agreeWithdrawal") return agreeWithdrawal(state, command, reason, by, at);
  if (command.type === "confirmLimit") return confirmLimit(state, command, reason, by, at);
  if (!holdsOneOf(by, ["inspector"]))
    return refuse("MAY_NOT", { action: "decide a finding", needs: ["inspector"], person: by.name });
  switch (command.type) {
    case "grantConcession": {
      const reading = concedable(state, command);
      if (!reading.ok) return reading;
      const missing = approvalFault(command.approval);
      if (missing !== void 0) return missing;
      const look = independent(state, command.place, "grant a concession", by, at);
      if (!look.ok) return look;
      const data = {
        place: command.place,
        reading: reading.value.seq,
        basis: basisOf(reading.value.verdict),
        approval: command.approval,
        reason,
        samePerson: null
      };
      return ok([{ type: "concessionGranted", v: 2, data }]);
    }
    case "refuseConcession": {
      const record = placeAt(state, command.place);
      if (record.version !== command.basedOn) return stale(command, record.version);
      const asked = own(state.concessionsAsked, command.place);
      if (asked === void 0) return refuse("NOT_ASKED", { place: command.place });
      return ok([
        { type: "concessionRefused", v: 1, data: { place: command.place, reading: asked.reading, reason } }
      ]);
    }
    case "decideLimit":
      return chooseLimit(state, command, reason, by, at);
    case "acceptLimitNote": {
      const pin = currentPin(state);
      if (pin === void 0) return refuse("NOTE_UNKNOWN", { note: command.note });
      if (command.pin !== pin.pin)
        return refuse("STALE", { what: "the limits", basedOn: command.pin, now: pin.pin });
      const open = [...limitNotes(pin, state, decisionsThere(state)), ...setRules(state)];
      const found2 = open.find(({ id }) => id === command.note);
      if (found2 === void 0) return refuse("NOTE_UNKNOWN", { note: command.note });
      if ("places" in found2) {
        const records = found2.places.map((key) => placeAt(state, key));
        const ids = [...new Set(records.flatMap((record) => workersAt(record)))];
        const lastAt = records.flatMap(({ readings }) => readings.map((each) => each.at)).sort().at(-1) ?? at;
        const first = { ids, because: "took these readings", lastAt };
        const isConcession = found2.state === "broken";
        const policy = isConcession ? "required" : state.secondPerson;
        const look = secondLook("accept what breaks a rule", first, by, at, policy);
        if (!look.ok) return look;
        const missing = isConcession ? approvalFault(command.approval ?? NO_APPROVAL) : void 0;
        if (missing !== void 0) return missing;
      } else if (found2.kind === "factRestated") {
        const first = { ids: [found2.by.id], because: "said it", lastAt: found2.at };
        const look = secondLook("look at what was said anew", first, by, at, state.secondPerson);
        if (!look.ok) return look;
      }
      const data = { note: command.note, pin: pin.pin, reason, approval: command.approval };
      return ok([{ type: "limitNoteAccepted", v: 2, data }]);
    }
    case "acceptInstrument": {
      const { instrument } = command;
      const users = Object.values(lateInstruments(state)[instrument] ?? []);
      if (users.length === 0) return refuse("INSTRUMENT_NOT_TAKEN", { instrument });
      const now = users.map(({ seq }) => seq);
      if (now.length !== command.readings.length || now.some((seq) => !command.readings.includes(seq)))
        return refuse("STALE", {
          what: `readings with ${instrument}`,
          basedOn: command.readings.at(-1) ?? 0,
          now: now.at(-1) ?? 0
        });
      const first = {
        ids: users.map((each) => each.by.id),
        because: "took readings with it",
        lastAt: users.at(-1)?.at ?? at
      };
      const look = secondLook("accept an instrument that was out of date", first, by, at, state.secondPerson);
      return look.ok ? ok([{ type: "instrumentAccepted", v: 1, data: { instrument, reason } }]) : look;
    }
    case "decideNotApplicable": {
      const { place, accept } = command;
      const record = placeAt(state, place);
      const declared = openDeclaration(state, place);
      if (declared === void 0) return refuse("NOT_ASKED", { place });
      if (record.version !== command.basedOn) return stale(command, record.version);
      const work = workAt(state, place, declared.at);
      const first = {
        ids: [declared.by, ...work.ids],
        because: declared.by === by.id ? "declared it" : work.because,
        lastAt: work.lastAt
      };
      const look = secondLook("accept that a place is not applicable", first, by, at, state.secondPerson);
      if (!look.ok) return look;
      return ok([
        { type: accept ? "notApplicableAccepted" : "notApplicableRefused", v: 1, data: { place, reason } }
      ]);
    }
  }
}
var stale = ({ place, basedOn }, now) => refuse("STALE", { what: place, basedOn, now });
var NO_APPROVAL = { number: "", date: "", issuer: "" };
function approvalFault(approval) {
  const missing = ["number", "date", "issuer"].filter((field) => approval[field].trim() === "");
  if (missing.length > 0) return refuse("APPROVAL_INCOMPLETE", { missing });
  return isDay(approval.date) ? void 0 : refuse("APPROVAL_INCOMPLETE", { missing: ["date"] });
}
function concedable(state, { place, basedOn }) {
  const record = placeAt(state, place);
  if (record.version !== basedOn) return stale({ place, basedOn }, record.version);
  const reading = currentReading(record);
  return reading !== void 0 && (reading.verdict.verdict === "tight" || reading.verdict.verdict === "loose") ? ok(reading) : refuse("NOTHING_TO_CONCEDE", { place });
}
function workAt(state, place, at) {
  const record = placeAt(state, place);
  const where = placeOf(state, place);
  const characteristic = where === void 0 ? void 0 : characteristicOf(state, where);
  const lying = where === void 0 || characteristic === void 0 ? [] : slotsBehind(state, characteristic, where).flatMap(({ slot }) => partIn(state, slot)?.id ?? []);
  const parts = /* @__PURE__ */ new Set([
    ...record.readings.flatMap((reading) => reading.parts.map(({ id }) => id)),
    ...lying
  ]);
  const steps = [...parts].flatMap((id) => {
    const part = state.parts.get(id);
    return part === void 0 ? [] : workOn(part, state.rules);
  });
  const ids = [...workersAt(record), ...steps.map((step) => step.by)];
  const lastAt = [...record.readings.map((reading) => reading.at), ...steps.map((step) => step.at)].sort().at(-1) ?? at;
  return { ids: [...new Set(ids)], because: "did the work on it", lastAt };
}
var independent = (state, place, action, by, at) => secondLook(action, workAt(state, place, at), by, at, "required");
var CONFIRMERS = ["inspector", "releaser", "steward"];
function measurersOf(state, fit, at) {
  const pin = currentPin(state);
  const readings = sheetPlaces(state).filter((place) => pin !== void 0 && fitOf(pin, place) === fit).flatMap((place) => placeAt(state, placeKey(place)).readings);
  return {
    ids: [...new Set(readings.map((reading) => reading.by.id))],
    because: "measured what it is about",
    lastAt: readings.at(-1)?.at ?? at
  };
}
function chooseLimit(state, command, reason, by, at) {
  const { fit, partState, rows } = command;
  const judged = { fit, partState, ...command.of === void 0 ? {} : { of: command.of } };
  const pin = currentPin(state);
  const place = parsePlaceKey(fit);
  if (pin === void 0 || place === void 0 || fitDecision(pin, judged) === void 0)
    return refuse("PLACE_UNKNOWN", { place: fit });
  if (command.pin !== pin.pin)
    return refuse("STALE", { what: "the limits", basedOn: command.pin, now: pin.pin });
  if (limitOfFit(state, judged).state !== "withheld") return refuse("LIMIT_NOT_OPEN", { fit });
  const look = secondLook("choose a limit", measurersOf(state, fit, at), by, at, state.secondPerson);
  if (!look.ok) return look;
  const offered = limitChoices(state, judged).find(
    (choice) => BOUNDS.every((bound2) => choice.rows[bound2] === rows[bound2])
  );
  if (offered === void 0) return refuse("CHOICE_NOT_OFFERED", { fit });
  const data = { pin: pin.pin, ...judged, rows: offered.rows, limit: offered.limit, reason };
  return ok([{ type: "limitChosen", v: 2, data }]);
}
function agreeWithdrawal(state, command, reason, by, at) {
  const { place, reading } = command;
  const action = "agree that a reading was not true";
  if (!holdsOneOf(by, AGREE)) return refuse("MAY_NOT", { action, needs: AGREE, person: by.name });
  const record = placeAt(state, place);
  if (record.version !== command.basedOn) return stale(command, record.version);
  const open = withdrawnAt(state, place);
  if (open?.reading.seq !== reading) return refuse("READING_UNKNOWN", { place, reading });
  const first = { ids: [open.by.id], because: "took it back", lastAt: open.reading.at };
  const look = secondLook(action, first, by, at, state.secondPerson);
  if (!look.ok) return look;
  const samePerson = look.value ?? null;
  return ok([{ type: "withdrawalAgreed", v: 1, data: { place, reading, reason, samePerson } }]);
}
var AGREE = ["technician", "inspector"];
function confirmLimit(state, { choice, accept }, reason, by, at) {
  if (!holdsOneOf(by, CONFIRMERS))
    return refuse("MAY_NOT", {
      action: "give the second look at a limit",
      needs: CONFIRMERS,
      person: by.name
    });
  const chosen = state.limitChosen.find(({ seq }) => seq === choice);
  const pin = currentPin(state);
  if (chosen === void 0 || chosen.pin !== pin?.pin) return refuse("CHOICE_GONE", { choice });
  const measurers = measurersOf(state, chosen.fit, at);
  const first = {
    ids: [chosen.by.id, ...measurers.ids],
    because: chosen.by.id === by.id ? "chose it" : measurers.because,
    lastAt: chosen.at
  };
  const look = secondLook("give the second look at a limit", first, by, at, state.secondPerson);
  if (!look.ok) return look;
  if (!accept) return ok([{ type: "limitChoiceRefused", v: 1, data: { choice, reason } }]);
  const { seq: _seq, by: _by, at: _at, ...decision } = chosen;
  const made = { ...decision, by: "", at: "", secondLook: null };
  const after = { ...state, limitDecisions: [...state.limitDecisions, made] };
  const rejudged = rejudgements(after).filter(
    ({ place, verdict }) => isJudgedAs(pin, place, verdict, chosen)
  );
  const samePerson = look.value ?? null;
  const data = { ...decision, rejudged, choice, lookReason: reason, samePerson };
  return ok([{ type: "limitDecided", v: 4, data }]);
}
function isJudgedAs(pin, key, verdict, judged) {
  const place = parsePlaceKey(key);
  return place !== void 0 && isJudgedBy(pin, place, verdict, judged);
}
function lateInstruments(state) {
  const late = {};
  for (const [place, record] of state.places) {
    for (const reading of takenOutOfDate(record)) {
      if (reading.status !== "current" && (state.rules ?? REPEATS_SINCE) < REPEATS_SINCE) continue;
      const { seq, instrument } = reading;
      if (instrument === null) continue;
      if (seq <= (own(state.acceptedInstruments, instrument.id)?.upTo ?? 0)) continue;
      (late[instrument.id] ??= []).push({ ...reading, place });
    }
  }
  for (const readings of Object.values(late)) readings.sort((a, b) => a.seq - b.seq);
  return late;
}
var takenOutOfDate = onceFor(
  ({ readings }) => readings.filter(
    ({ status, instrument, at }) => (status === "current" || status === "refined") && instrument !== null && !isInDate(instrument, at.slice(0, 10))
  )
);

// ../core/src/strip/running.ts
var NOTHING_RAN = { running: KeptMap.empty() };
var RUNNING_EVENTS = {
  runningSaid: event()(1, ({ running }, data, { seq, at, by }) => {
    const before = running.get(data.place);
    const now = { ...data, seq, at, by: { id: by.id, name: by.name } };
    return { running: running.set(data.place, before === void 0 ? now : { ...now, before }) };
  })
};
var runningPlaces = (state) => (currentPin(state)?.characteristics ?? []).filter(({ running }) => running === true).flatMap(
  (characteristic) => sheetPlaces(state, characteristic.id).map((place) => {
    const key = placeKey(place);
    const entry = state.running.get(key);
    const inForce = limitInForce(state, place, { ...NO_PART, state: "reused" });
    const limit = inForce.state === "inForce" ? inForce.limit : void 0;
    const range = limit === void 0 ? void 0 : acceptRange(limit, "reused");
    const size = entry?.size ?? void 0;
    const word = size === void 0 || range === void 0 ? void 0 : size < range.lower ? "tight" : size > range.upper ? "loose" : "in";
    return { place, key, characteristic, entry, limit, word };
  })
);

// ../core/src/release/lives.ts
function livesOf(state) {
  const layout = currentPin(state)?.model.layout;
  if (layout?.lives === void 0) return [];
  const found2 = new Map(
    state.asFound.values().flatMap(({ part, hours }) => part === null ? [] : [[part, hours]])
  );
  return partLives(state, layout, (part) => found2.get(part) ?? null);
}
var livesDue = (state) => livesOf(state).filter(({ life }) => life.verdict !== "ok");

// ../core/src/rework/kits.ts
var NO_KITS = { kits: [] };
var KIT_EVENTS = {
  kitUnpacked: event()(
    1,
    ({ kits }, data, { seq, at, by }) => {
      const before = kits.find((each) => isSameKit(each, data));
      const now = { ...data, seq, at, by: { id: by.id, name: by.name } };
      return {
        kits: [...kits.filter((each) => each !== before), before === void 0 ? now : { ...now, before }]
      };
    }
  )
};
var isSameKit = (a, b) => a.kit === b.kit && a.number === b.number;
var kitRules = (state) => currentPin(state)?.model.layout.kits ?? [];
function kitStands(state) {
  const rules = kitRules(state);
  return state.kits.flatMap((unpacked) => {
    const rule = rules.find(({ id }) => id === unpacked.kit);
    if (rule === void 0) return [];
    if (unpacked.ticks.every(({ found: found2 }) => found2 === 0)) return [{ unpacked, rule, differs: [] }];
    const differs2 = rule.contents.flatMap(({ id, count }) => {
      const found2 = unpacked.ticks.find(({ item }) => item === id)?.found ?? 0;
      return found2 >= count ? [] : [{ item: id, found: found2, wanted: count }];
    });
    return [{ unpacked, rule, differs: differs2 }];
  });
}

// ../core/src/rework/filing-window.ts
function filingWindow(question) {
  const held = question.stations.map(hold);
  const unknown = held.find(
    ({ station, interval }) => station.reading.kind === "under" || station.max !== void 0 && interval.hi === Infinity
  );
  if (unknown !== void 0) return { state: "notProven", station: unknown.station.name };
  const room = Math.min(...held.map((each) => each.room));
  const tightestRoom = held.find((each) => each.room === room);
  if (room < 0 && tightestRoom !== void 0)
    return { state: "tooLoose", station: tightestRoom.station.name };
  const least = Math.max(
    0,
    ...held.map(({ station, interval }) => station.min === void 0 ? 0 : station.min - interval.lo)
  );
  const most = Math.min(
    ...held.map(
      ({ station, interval }) => station.max === void 0 ? Infinity : station.max - interval.hi
    )
  );
  if (most < 0 || most < least) {
    const state = provablyImpossible(held, room) ? "impossible" : "measureFiner";
    return { state, least: nanometres(least), most: nanometres(most) };
  }
  const wanted = wantedRemoval(question, least, most);
  const ceiling = Math.max(least, most - (question.shortOf ?? 0));
  const removed = Math.min(Math.max(wanted, least), ceiling);
  const remove = roundToNanometres(removed);
  return {
    state: remove === 0 ? "none" : "file",
    least: nanometres(least),
    ...most === Infinity ? {} : { most: nanometres(most) },
    remove,
    ...removed === wanted ? {} : { clamped: true },
    predicted: held.map(({ station, interval }) => ({
      name: station.name,
      low: nanometres(interval.lo + remove),
      ...interval.hi === Infinity ? {} : { high: nanometres(interval.hi + remove) }
    }))
  };
}
function hold(station) {
  const interval = intervalOf(station.reading);
  const isSpread = station.reading.kind === "spread";
  const need = station.min === void 0 || interval.hi === Infinity ? -Infinity : station.min - (isSpread ? interval.lo : interval.hi);
  const room = station.max === void 0 ? Infinity : station.max - (isSpread ? interval.hi : interval.lo);
  return { station, interval, need, needOpen: interval.hiOpen && !isSpread, room };
}
function provablyImpossible(held, room) {
  const need = Math.max(...held.map((each) => each.need));
  return need > room || need === room && held.some((each) => each.need === need && each.needOpen) || held.some(({ station: { min, max } }) => min !== void 0 && max !== void 0 && min > max);
}
function wantedRemoval({ stations, aim }, least, most) {
  if (aim.kind === "gap") {
    const station = stations.find(({ name }) => name === aim.station);
    return station === void 0 ? least : Math.max(0, aim.value - intervalOf(station.reading).lo);
  }
  if (least === 0) return 0;
  if (aim.kind === "least") return least + aim.margin;
  return most === Infinity ? least : (least + most) / 2;
}

// ../core/src/rework/filing-plan.ts
function filingAdvice(state, characteristic, school = TIGHT_SIDE) {
  const kind = filedKind(state, characteristic);
  if (kind === void 0) return [];
  return placesBySlot(sheetPlaces(state, characteristic.id), kind).flatMap(
    ([slot, places]) => {
      const readingAt = (place) => currentReading(placeAt(state, placeKey(place)));
      if (!places.some((place) => readingAt(place)?.verdict.verdict === "tight")) return [];
      const readings = places.map(readingAt);
      const part = partIn(state, slot);
      if (part === void 0) return [];
      const missing = places.filter((_, i) => readings[i] === void 0).map(placeKey);
      if (missing.length > 0) return [{ kind: "measureFirst", part, slot, places: missing }];
      if (places.some(
        (place) => limitInForce(state, place, judgedPart(state, place, [part])).state === "withheld"
      ))
        return [];
      const plan = schooled(stationsOf(state, places, part), school, stepOf2(readings));
      return [{ kind: "plan", part, slot, stations: places.map(placeKey), plan }];
    }
  );
}
function filedKind(state, characteristic) {
  const layout = currentPin(state)?.model.layout;
  return layout === void 0 || characteristic?.filed === void 0 ? void 0 : partKindRule(layout, characteristic.filed);
}
function stationsOf(state, places, part) {
  return places.flatMap((place) => {
    const reading = currentReading(placeAt(state, placeKey(place)));
    if (reading === void 0 || !isSize(reading.reading)) return [];
    const inForce = limitInForce(state, place, judgedPart(state, place, [part]));
    const { lower, upper } = acceptRange(inForce.state === "inForce" ? inForce.limit : {}, part.state);
    const guard = inForce.state === "inForce" && decisionRule(state, inForce.sources) === "guarded" ? reading.verdict.uncertainty ?? reading.instrument?.uncertainty ?? 0 : 0;
    return [
      {
        ...{ name: placeKey(place), reading: reading.reading },
        ...bound("min", lower + guard),
        ...bound("max", upper - guard)
      }
    ];
  });
}
var TIGHT_SIDE = { kind: "tight" };
function schooled(stations, school, step) {
  const tightest = stations.reduce(
    (so, each) => so === void 0 || shortage(each) > shortage(so) ? each : so,
    void 0
  );
  const least = { kind: "least", margin: step };
  switch (school.kind) {
    case "tight":
      return filingWindow({ stations, aim: least });
    case "middle":
      return filingWindow({ stations, aim: { kind: "middle" } });
    case "gap":
      return filingWindow({
        stations,
        aim: tightest === void 0 ? least : { kind: "gap", station: tightest.name, value: school.value },
        shortOf: step
      });
    case "loose": {
      const window = filingWindow({ stations, aim: least });
      if (window.state !== "file" || window.most === void 0) return window;
      return filingWindow({
        stations,
        aim: { kind: "least", margin: nanometres(Math.max(0, window.most - window.least)) },
        shortOf: step
      });
    }
  }
}
var shortage = ({ min, reading }) => min === void 0 ? -Infinity : min - intervalOf(reading).lo;
var stepOf2 = (readings) => nanometres(
  Math.max(
    0,
    ...readings.flatMap((reading) => reading?.instrument == null ? [] : [reading.instrument.resolution])
  )
);
var placesBySlot = (places, kind) => {
  const known = slotsOfSheet(places);
  return known[kind.kind] ??= groupedBySlot(places, kind);
};
var slotsOfSheet = onceFor((_places) => ({}));
function groupedBySlot(places, kind) {
  const bySlot3 = /* @__PURE__ */ new Map();
  for (const place of places) {
    if (kind.axes.some((axis) => place.at[axis] === void 0)) continue;
    const slot = slotKey(kind, place.at);
    const there = bySlot3.get(slot);
    if (there === void 0) bySlot3.set(slot, [place]);
    else there.push(place);
  }
  return [...bySlot3];
}
var bound = (name, value) => Number.isFinite(value) ? { [name]: nanometres(value) } : {};

// ../core/src/rework/plans.ts
var NO_PLANS = { plans: [] };
var PLAN_EVENTS = {
  workPlanned: event()(
    1,
    ({ plans }, data, { seq, at, by }) => ({
      plans: [...plans, { ...data, seq, at, by: { id: by.id, name: by.name } }]
    })
  ),
  planDropped: event()(
    1,
    ({ plans }, { plan, reason }, { at, by }) => ({
      plans: plans.map(
        (each) => each.seq === plan ? { ...each, dropped: { reason, by: by.name, at } } : each
      )
    })
  )
};
function planStand({ parts }, { work, seen, dropped }) {
  if (dropped !== void 0) return "dropped";
  const since = seen.flatMap(({ id, condition }) => {
    const part = parts.get(id);
    if (part === void 0) return [];
    const step = stepSince(part, condition, part.slot ?? "");
    const left = step ?? (part.slot === null ? part.history.at(-1) : void 0);
    return left === void 0 ? [] : [{ part, step: left }];
  });
  if (since.length === 0) return "open";
  const isDone = since.every(({ part, step }) => {
    switch (work.kind) {
      case "rework":
        return step.what === work.what;
      case "replace":
        return step.what === "removed";
      case "move":
        return step.what === "moved" && work.moves.some(({ part: id, to }) => id === part.id && to === step.note);
    }
  });
  return isDone && since.length === seen.length ? "done" : "overtaken";
}
var openPlans = (state) => state.plans.filter((plan) => planStand(state, plan) === "open");
var partsOfWork = (work) => work.kind === "move" ? work.moves.map(({ part }) => part) : [work.part];

// ../core/src/engines/faces.ts
var SHARP = "Groove edges are sharp. No crack is judged by feel.";
var FEEL = "No crack is judged by feel.";
var face = (kind, id, name, looks, reject, more = {}) => ({
  ...{ kind, id, name, sort: "look", looks, reject },
  ...{ how: "by eye under the lamp, then with a nail", aspects: ["face"] },
  ...more
});
var clean = (kind, id, name, looks, reject, more = {}) => face(kind, id, name, looks, reject, { sort: "clean", how: "lamp, air and a white cloth", ...more });
var crackTest = (kind, where, more = {}) => face(kind, "crackTest", `crack test: ${where}`, ["crack"], "Reject any crack that the test shows.", {
  ...{ sort: "test", how: "penetrant or magnetic particles, clean and dry" },
  ...more
});
var OF_JOURNALS = { aspects: ["size", "face"] };
var USUAL_FACES = [
  clean(
    "piston",
    "oilHoles",
    "grooves and oil holes clean",
    ["carbon", "blocked"],
    "Carbon in a groove holds the ring out: clean again."
  ),
  face(
    "piston",
    "crown",
    "crown",
    ["burning", "crack", "bruise"],
    "Reject burnt edges, and any mark of a valve."
  ),
  face("piston", "topLand", "top land", ["scoring", "burning"], "Reject scoring that a nail catches on."),
  face(
    "piston",
    "grooveUpper",
    "{groove}, upper face",
    ["step", "polish", "breakage"],
    "Reject any step felt with a nail.",
    { each: "groove", care: SHARP }
  ),
  face(
    "piston",
    "grooveLower",
    "{groove}, lower face",
    ["step", "polish", "breakage"],
    "Reject any step felt with a nail.",
    { each: "groove", care: SHARP }
  ),
  face(
    "piston",
    "skirtThrust",
    "skirt, thrust side",
    ["scoring", "crack", "wear"],
    "Reject seized metal and scoring that a nail catches on."
  ),
  face(
    "piston",
    "skirtOther",
    "skirt, other side",
    ["scoring", "crack", "wear"],
    "Reject seized metal and scoring that a nail catches on."
  ),
  face(
    "piston",
    "bossFront",
    "front boss",
    ["pitting", "scoring", "crack"],
    "Reject cracks and picked-up metal."
  ),
  face(
    "piston",
    "bossRear",
    "rear boss",
    ["pitting", "scoring", "crack"],
    "Reject cracks and picked-up metal."
  ),
  crackTest("piston", "crown and grooves"),
  face(
    "pin",
    "surface",
    "running surface",
    ["pitting", "corrosion", "scoring"],
    "Reject pits and water marks that a nail catches on."
  ),
  crackTest("pin", "whole surface", { how: "magnetic particles, clean and dry" }),
  clean(
    "rod",
    "oilPassage",
    "oil passage proved open",
    ["blocked", "grit"],
    "Air and a wire go through: else clean again.",
    { aspects: ["face", "smallEnd"] }
  ),
  face(
    "rod",
    "shank",
    "shank and edges",
    ["bruise", "crack", "corrosion"],
    "Reject nicks across the shank.",
    { care: FEEL }
  ),
  face(
    "rod",
    "joint",
    "joint face or serrations",
    ["fretting", "crack", "bruise"],
    "Reject fretting that a nail catches on, and faces that are not flat."
  ),
  face(
    "rod",
    "bush",
    "small end bush",
    ["scoring", "wear", "seizure"],
    "Reject picked-up metal and a bush that has turned.",
    { aspects: ["face", "smallEnd"] }
  ),
  face(
    "rod",
    "bigEnd",
    "big end bore",
    ["fretting", "seizure", "burning"],
    "Reject blued metal and any mark of a shell that has turned.",
    { aspects: ["face", "bigEnd"] }
  ),
  crackTest("rod", "shank and serrations", { how: "magnetic particles, clean and dry" }),
  face(
    "cap",
    "joint",
    "joint face or serrations",
    ["fretting", "crack", "bruise"],
    "Reject fretting that a nail catches on, and faces that are not flat."
  ),
  face(
    "bolt",
    "shank",
    "shank",
    ["stretch", "crack", "corrosion"],
    "Reject any waist, and any mark across it.",
    { care: FEEL }
  ),
  face(
    "bolt",
    "thread",
    "thread and seat of the head",
    ["thread", "bruise"],
    "Reject a thread that a nut does not run down by hand."
  ),
  face(
    "rodShell",
    "running",
    "running face",
    ["seizure", "embedded", "scoring", "wear"],
    "Reject smeared metal, dirt that stands proud, and the layer worn through."
  ),
  face(
    "rodShell",
    "back",
    "back",
    ["fretting", "polish", "carbon"],
    "Reject fretting, and any sign that it has turned."
  ),
  face(
    "rodShell",
    "jointFace",
    "joint faces and tang",
    ["bruise", "polish"],
    "Reject a joint face without contact all over."
  ),
  face(
    "shell",
    "running",
    "running face",
    ["seizure", "embedded", "scoring", "wear"],
    "Reject smeared metal, dirt that stands proud, and the layer worn through."
  ),
  face(
    "shell",
    "back",
    "back",
    ["fretting", "polish", "carbon"],
    "Reject fretting, and any sign that it has turned."
  ),
  face(
    "shell",
    "jointFace",
    "joint faces and tang",
    ["bruise", "polish"],
    "Reject a joint face without contact all over."
  ),
  face(
    "thrustWasher",
    "running",
    "running faces",
    ["scoring", "seizure", "wear"],
    "Reject smeared metal and closed grooves."
  ),
  clean(
    "journal",
    "oilPassage",
    "oil passage proved open",
    ["blocked", "grit"],
    "Air and a brush go through, plugs out: else clean again.",
    { ...OF_JOURNALS, journals: ["main", "crankpin"] }
  ),
  face(
    "journal",
    "surface",
    "running surface",
    ["scoring", "seizure", "pitting", "burning"],
    "Reject what a nail catches on, and blued metal.",
    OF_JOURNALS
  ),
  face("journal", "fillet", "fillets", ["crack", "scoring"], "Reject any mark in a fillet.", {
    ...OF_JOURNALS,
    care: FEEL,
    journals: ["main", "crankpin"]
  }),
  crackTest("journal", "fillets and oil holes", {
    ...OF_JOURNALS,
    how: "magnetic particles, clean and dry",
    journals: ["main", "crankpin"]
  }),
  face(
    "mainCap",
    "joint",
    "joint and register",
    ["fretting", "bruise", "crack"],
    "Reject fretting that a nail catches on, and a loose register."
  ),
  face(
    "bore",
    "surface",
    "running surface",
    ["scoring", "polish", "corrosion", "step"],
    "Reject scoring that a nail catches on, and rust in ring travel."
  ),
  face(
    "liner",
    "flange",
    "flange and its underside",
    ["crack", "fretting", "corrosion"],
    "Reject any crack at the root of the flange.",
    { aspects: ["face", "seat"], care: FEEL }
  ),
  face(
    "liner",
    "outside",
    "outside",
    ["pitting", "corrosion", "scoring"],
    "Reject pits deeper than the document allows."
  ),
  clean(
    "block",
    "ledge",
    "ledge of the liner clean",
    ["grit", "bruise", "corrosion"],
    "Nothing is left under a flange: clean again.",
    { lined: true }
  ),
  clean(
    "block",
    "passages",
    "oil and water passages proved open",
    ["blocked", "scale", "grit"],
    "Every passage is proved open, plugs out: else clean again."
  ),
  clean(
    "block",
    "holes",
    "threads clean, blind holes dry",
    ["wet", "thread", "grit"],
    "Oil in a blind hole cracks the block: dry it, and look again."
  ),
  clean(
    "nozzle",
    "jet",
    "oil nozzle open, and of the right sort",
    ["blocked", "bruise", "grit"],
    "Reject a bent nozzle; a blocked one is cleaned again."
  )
];
var facesOf = ({ faces = [] }) => [
  ...USUAL_FACES.filter(({ kind }) => !faces.some((each) => each.kind === kind)),
  ...faces
];

// ../core/src/inspection/follow-ups.ts
var CAUSES = ["dirt", "noOil", "heat", "water", "knock", "misfit"];
var FOLLOW_UPS = [
  { of: "piston", on: ["bore", "rod"] },
  { of: "pin", on: ["rod"] },
  { of: "rodShell", on: ["journal", "rod"] },
  { of: "shell", on: ["journal", "mainCap"] },
  { of: "rod", on: ["journal", "cap"] },
  { of: "cap", on: ["rod"] },
  { of: "bolt", on: ["rod", "cap"] },
  { of: "bore", on: ["piston"] }
];

// ../core/src/inspection/inspection.ts
var FOUND = ["good", "rejected", "notInspected"];
var TEST_METHODS = ["penetrant", "fluorescentPenetrant", "magnetic", "other"];
var NOTHING_LOOKED_AT = {
  looks: KeptMap.empty(),
  crackTests: [],
  looksDecided: []
};
var lookKey = ({ part, item }) => `${part} ${item}`;
var signedBy = ({ seq, at, by }) => ({ seq, at, by: { id: by.id, name: by.name } });
function withLook(looks, now) {
  const key = lookKey(now);
  const before = looks.get(key);
  return looks.set(key, before === void 0 ? now : { ...now, before });
}
var changeTest = ({ crackTests }, seq, change) => crackTests.map((each) => each.seq === seq ? { ...each, ...change } : each);
var CRACK_TEST = "crackTest";
var INSPECTION_EVENTS = {
  looked: event()(1, ({ looks }, data, stamp) => ({
    looks: withLook(looks, { ...data, ...signedBy(stamp) })
  })),
  testBegun: event()(1, ({ crackTests }, data, stamp) => ({
    crackTests: [...crackTests, { ...data, ...signedBy(stamp) }]
  })),
  testDeveloped: event()(
    1,
    (state, { test, developedAt }) => ({ crackTests: changeTest(state, test, { developedAt }) })
  ),
  testRead: event()(1, (state, { test, readAt, results }, stamp) => {
    const { seq, at, by } = signedBy(stamp);
    const begun = state.crackTests.find((each) => each.seq === test);
    return {
      crackTests: changeTest(state, test, { read: { readAt, results, by, at } }),
      looks: results.reduce((looks, { part, found: found2, where, size }) => {
        const of = begun?.parts.find((each) => each.part === part);
        if (of === void 0) return looks;
        const defects = found2 === "good" ? [] : [{ kind: "crack", where, size }];
        const said = { item: CRACK_TEST, found: found2, defects, reason: "", remark: "", cause: null };
        return withLook(looks, { ...of, ...said, seq, at, by, test });
      }, state.looks)
    };
  }),
  testDropped: event()(
    1,
    (state, { test, reason }, { at, by }) => ({
      crackTests: changeTest(state, test, { dropped: { reason, by: by.name, at } })
    })
  ),
  lookDecided: event()(
    1,
    ({ looksDecided }, data, stamp) => ({
      looksDecided: [...looksDecided, { ...data, ...signedBy(stamp) }]
    })
  )
};

// ../core/src/strip/map-slots.ts
var WAYS = [
  "front",
  "rear",
  "left",
  "right",
  "frontLeft",
  "frontRight",
  "rearLeft",
  "rearRight",
  "groovesOut",
  "groovesIn"
];
var SIDES = ["front", "rear", "left", "right"];
var CORNERS = ["frontLeft", "frontRight", "rearLeft", "rearRight"];
var ENDS = ["front", "rear"];
var hasLiners = ({ liners }) => liners === "dry" || liners === "wet";
var MAPPED = [
  { kind: "piston", tag: "P", ways: SIDES },
  { kind: "clip", tag: "CL", ways: [], usedUp: true },
  { kind: "pin", tag: "PN", ways: ENDS },
  { kind: "rod", tag: "R", ways: SIDES },
  { kind: "cap", tag: "C", ways: SIDES },
  { kind: "bolt", tag: "B", ways: [] },
  { kind: "rodShell", tag: "S", ways: CORNERS },
  { kind: "liner", tag: "L", ways: SIDES, isIn: hasLiners },
  { kind: "shim", tag: "SH", ways: [], isIn: ({ liners }) => liners === "wet" },
  { kind: "nozzle", tag: "N", ways: [], isIn: ({ nozzles }) => nozzles === true },
  { kind: "mainCap", tag: "MC", ways: ENDS },
  { kind: "shell", tag: "MS", ways: CORNERS },
  { kind: "thrustWasher", tag: "T", ways: ["groovesOut", "groovesIn"] }
];
var BY_KIND = new Map(MAPPED.map((each) => [each.kind, each]));
var mapSlots = onceFor((layout) => {
  const all = MAPPED.filter(({ isIn }) => isIn?.(layout) ?? true).flatMap(
    (mapped) => slotsOf(layout, mapped.kind).flatMap(({ key }) => {
      const unit = unitOf2(layout, key);
      return unit === void 0 ? [] : [slotOn(layout, key, unit, mapped)];
    })
  );
  const order = unitsOf(layout).map(({ kind, id }) => `${kind} ${id}`);
  const at = ({ unit }) => order.indexOf(`${unit.kind} ${unit.id}`);
  return [...all].sort((a, b) => at(a) - at(b));
});
var unitsOf = onceFor((layout) => [
  ...layout.cylinders.map(({ id, label }) => ({
    kind: "cylinder",
    id,
    tag: figureOf(label) ?? id.toUpperCase()
  })),
  ...(layout.journals ?? []).filter(({ kind }) => kind === "main").map(({ id }, i) => ({ kind: "main", id, tag: `M${i + 1}` })),
  { kind: "engine", id: "engine", tag: "E" }
]);
var mapSlotOf = (layout, slot) => bySlot(layout).get(slot);
var bySlot = onceFor(
  (layout) => new Map(mapSlots(layout).map((each) => [each.slot, each]))
);
function unitOf2(layout, slot) {
  const at = parsePlaceKey(slot)?.at ?? {};
  const units = unitsOf(layout);
  if (at.cylinder !== void 0)
    return units.find(({ kind, id }) => kind === "cylinder" && id === at.cylinder);
  if (at.journal !== void 0) return units.find(({ kind, id }) => kind === "main" && id === at.journal);
  return units.find(({ kind }) => kind === "engine");
}
function slotOn(layout, slot, unit, mapped) {
  const { kind, tag, ways } = mapped;
  const usedUp = mapped.usedUp === true || layout.singleUse?.includes(kind) === true;
  return { slot, kind, tag: `${unit.tag}-${tag}${whichOf(layout, slot)}`, ways, usedUp, unit };
}
function whichOf(layout, slot) {
  const { point, fastener } = parsePlaceKey(slot)?.at ?? {};
  if (point !== void 0) {
    const halves = (layout.points ?? []).filter(({ for: purposes }) => purposes.includes("shell"));
    const letters = halves.map(({ label }) => label.charAt(0).toUpperCase());
    const i = halves.findIndex(({ id }) => id === point);
    const letter = letters[i] ?? "";
    return /^[A-Z]$/u.test(letter) && letters.indexOf(letter) === letters.lastIndexOf(letter) ? letter : String(i + 1);
  }
  if (fastener === void 0) return "";
  const rods = (layout.fasteners ?? []).filter(({ for: purposes }) => purposes.includes("rod"));
  return String(rods.findIndex(({ id }) => id === fastener) + 1);
}
var figureOf = (label) => /(\d+[A-Z]?)\s*$/u.exec(label)?.[1];
var isMapped = (kind) => BY_KIND.has(kind);

// ../core/src/inspection/look-items.ts
var lookSlots = onceFor((layout) => {
  const rules = facesOf(layout);
  const kinds = [...new Set(rules.map(({ kind }) => kind))];
  return kinds.flatMap(
    (kind) => slotsOfKind(layout, kind).map((slot) => ({
      slot,
      kind,
      items: itemsOf(
        layout,
        rules.filter((rule) => rule.kind === kind && isOn(layout, rule, slot)),
        slot
      )
    }))
  ).filter(({ items }) => items.length > 0);
});
var lookSlotOf = (layout, slot) => bySlot2(layout).get(slot);
var bySlot2 = onceFor(
  (layout) => new Map(lookSlots(layout).map((each) => [each.slot, each]))
);
var slotsOfKind = (layout, kind) => isMapped(kind) ? mapSlots(layout).filter((each) => each.kind === kind).map(({ slot }) => slot) : slotsOf(layout, kind).map(({ key }) => key);
function isOn({ liners, journals = [] }, { journals: only, lined }, slot) {
  if (lined === true && liners !== "dry" && liners !== "wet") return false;
  if (only === void 0) return true;
  const at = parsePlaceKey(slot)?.at.journal;
  return journals.some(({ id, kind }) => id === at && only.includes(kind));
}
function itemsOf(layout, rules, slot) {
  const each = rules.filter((rule) => rule.each === "groove");
  return rules.flatMap((rule) => {
    if (rule.each === void 0) return [{ slot, item: rule.id, rule }];
    return rule !== each[0] ? [] : layout.grooves.flatMap(
      ({ id }) => each.map((face2) => ({ slot, item: `${face2.id}.${id}`, rule: face2, groove: id }))
    );
  });
}
function slotsBeside(layout, slot, kind) {
  const [own2, journals] = [parsePlaceKey(slot)?.at ?? {}, layout.journals ?? []];
  const cylindersOf = (journal) => journals.find(({ id }) => id === journal)?.cylinders ?? [];
  const mine = own2.cylinder === void 0 ? cylindersOf(own2.journal) : [own2.cylinder];
  return lookSlots(layout).filter((each) => each.kind === kind).map((each) => each.slot).filter((each) => {
    const at = parsePlaceKey(each)?.at ?? {};
    if (own2.journal !== void 0 && at.journal !== void 0) return own2.journal === at.journal;
    const theirs = at.cylinder === void 0 ? cylindersOf(at.journal) : [at.cylinder];
    return theirs.some((cylinder) => mine.includes(cylinder));
  });
}

// ../core/src/inspection/inspection-stand.ts
var asksInspection = ({ route }) => route.gates.some(({ conditions }) => conditions.includes("partsInspected"));
var WORST = ["rejected", "again", "open", "notInspected", "good"];
var worstFace = (stands) => WORST.find((each) => stands.includes(each)) ?? "good";
var inspectionOf = onceFor(
  (state) => {
    const layout = currentPin(state)?.model.layout;
    if (layout === void 0 || !asksInspection(state)) return [];
    const because = becauseOfFailures(state);
    return lookSlots(layout).flatMap(({ slot, kind, items }) => {
      const part = partIn(state, slot);
      const own2 = isLookedAt(state, slot, part) ? [
        ...items.map((item) => faceOf(state, part, item)),
        ...(because.get(slot) ?? []).map((each) => faceOf(state, part, each))
      ] : (because.get(slot) ?? []).filter(isOfEngine).map((each) => faceOf(state, part, each));
      return own2.length === 0 ? [] : [{ slot, kind, part, faces: own2, stand: worstFace(own2.map(({ stand: stand2 }) => stand2)) }];
    });
  }
);
var isOfEngine = ({ because }) => because?.kind === "cause";
function isLookedAt(state, slot, part) {
  const found2 = state.asFound.get(slot);
  if (part !== void 0)
    return part.state === "reused" && !(found2?.part === part.id && found2.atBuild === "new");
  const takenOut = state.slots.get(slot) !== void 0;
  return !takenOut && !(found2 !== void 0 && (found2.part === null || found2.atBuild === "new"));
}
function faceOf(state, part, asked) {
  const because = "because" in asked ? asked.because : void 0;
  const id = because?.kind === "cause" ? "" : part?.id ?? "";
  const entry = id === "" && because?.kind !== "cause" ? void 0 : state.looks.get(lookKey({ part: id, item: asked.item }));
  return { ...asked, entry, stand: standOf(part, asked.rule, entry) };
}
function standOf(part, rule, entry) {
  if (entry === void 0) return "open";
  const isOf = part?.id === entry.part;
  if (part !== void 0 && isOf && wasChanged(part, entry.condition, rule?.aspects)) return "again";
  return entry.found === "rejected" && rule?.sort === "clean" ? "again" : entry.found;
}
function wasChanged(part, condition, aspects) {
  let at = 1;
  for (const step of part.history) {
    if (at >= condition && isRework(step) && isTouchedBy(step, aspects)) return true;
    if (step.what !== "fitted" && step.what !== "removed") at += 1;
  }
  return false;
}
function becauseOfFailures(state) {
  const layout = currentPin(state)?.model.layout;
  const all = /* @__PURE__ */ new Map();
  const ask = (slot, item, because) => {
    all.set(slot, [...all.get(slot) ?? [], { slot, item, rule: null, because }]);
  };
  if (layout === void 0) return all;
  const sortOf = new Map(
    lookSlots(layout).flatMap(
      ({ items }) => items.map(({ item, rule }) => [`${rule.kind} ${item}`, rule.sort])
    )
  );
  const rejected = state.looks.values().filter(({ found: found2 }) => found2 === "rejected").sort((a, b) => a.seq - b.seq);
  const asked = /* @__PURE__ */ new Set();
  for (const entry of rejected) {
    const kind = kindOfSlot(entry.slot);
    if (sortOf.get(`${kind} ${entry.item}`) === void 0 || sortOf.get(`${kind} ${entry.item}`) === "clean")
      continue;
    if (entry.cause !== null && !asked.has(`cause ${entry.cause} ${entry.slot}`)) {
      asked.add(`cause ${entry.cause} ${entry.slot}`);
      ask(entry.slot, `cause.${entry.seq}`, { kind: "cause", cause: entry.cause, rejected: entry });
    }
    if (asked.has(entry.part)) continue;
    asked.add(entry.part);
    for (const on of FOLLOW_UPS.find(({ of }) => of === kind)?.on ?? [])
      for (const slot of slotsBeside(layout, entry.slot, on))
        ask(slot, `after.${entry.seq}`, { kind: "failed", rejected: entry });
  }
  return all;
}
var lookDoubts = (state) => {
  const decided = new Set(state.looksDecided.map(({ finding }) => finding));
  return inspectionOf(state).flatMap(
    ({ slot, faces }) => faces.flatMap(({ item, stand: stand2, entry }) => {
      if (entry === void 0 || stand2 !== "rejected" && stand2 !== "notInspected") return [];
      const id = lookDoubtId(entry);
      return decided.has(id) ? [] : [{ id, kind: stand2, slot, item, entry }];
    })
  );
};
var lookDoubtId = ({ part, item, seq }) => `look ${part} ${item} ${seq}`;
var facesOpen = (state) => inspectionOf(state).flatMap(
  ({ faces }) => faces.filter(({ stand: stand2 }) => stand2 === "open" || stand2 === "again")
);
var askedFace = (state, slot, item) => inspectionOf(state).find((each) => each.slot === slot)?.faces.find((each) => each.item === item);

// ../core/src/inspection/decide-inspection.ts
function decideInspection(state, command, by, at) {
  if (command.type === "decideLook") return decideLook(state, command, by, at);
  if (!holdsOneOf(by, ["technician", "inspector"]))
    return refuse("MAY_NOT", {
      action: "say what was found on a part",
      needs: ["technician", "inspector"],
      person: by.name
    });
  if (!asksInspection(state)) return refuse("INSPECTION_NOT_ASKED", {});
  switch (command.type) {
    case "sayLooked":
      return sayLooked(state, command, by, at);
    case "beginTest":
      return beginTest(state, command, at);
    case "developTest":
      return developTest(state, command, at);
    case "readTest":
      return readTest(state, command, by, at);
    case "dropTest": {
      const test = openTest(state, command.test);
      if (test === void 0) return refuse("TEST_UNKNOWN", { test: command.test });
      const reason = command.reason.trim();
      return reason === "" ? refuse("REASON_MISSING", { action: "give a crack test up" }) : ok([{ type: "testDropped", v: 1, data: { test: test.seq, reason } }]);
    }
  }
}
function sayLooked(state, command, by, at) {
  const { type: _, basedOn, ...said } = command;
  const { slot, item, found: found2, defects } = said;
  const asked = askedFace(state, slot, item);
  if (asked === void 0) return refuse("FACE_UNKNOWN", { slot, item });
  if (asked.rule?.sort === "test" && found2 !== "notInspected") return refuse("FACE_BY_TEST", { slot });
  if (found2 === "rejected" ? defects.length === 0 : defects.length > 0)
    return refuse("DEFECT_OPEN", { slot, item });
  const { entry } = asked;
  if ((entry?.seq ?? 0) !== basedOn && found2 !== "rejected")
    return refuse("LOOKED_AT_ANEW", { slot, item, person: entry?.by.name ?? "" });
  const reason = said.reason.trim();
  if (reason === "" && (found2 === "notInspected" || found2 === "good" && isSaidAnew(asked.stand)))
    return refuse("REASON_MISSING", {
      action: found2 === "notInspected" ? "leave something not looked at" : "say anew what was found"
    });
  const lifted = mayLift(state, entry, found2, by, at, asked.stand);
  if (!lifted.ok) return lifted;
  const ofEngine = asked.because?.kind === "cause";
  const lying = partIn(state, slot);
  const part = ofEngine ? "" : lying?.id ?? nextPartId(state, slot);
  const words = { reason, remark: said.remark.trim(), defects: defects.map(trimmed) };
  return ok([
    {
      ...{ type: "looked", v: 1 },
      data: { ...said, ...words, part, condition: ofEngine ? 1 : lying?.condition ?? 1 }
    },
    ...ofEngine || lying !== void 0 ? [] : [named(slot, part)]
  ]);
}
var isSaidAnew = (stand2) => stand2 !== "open" && stand2 !== "again";
var trimmed = (defect) => ({
  ...defect,
  where: defect.where.trim(),
  size: defect.size.trim()
});
var named = (slot, part) => ({
  type: "partFitted",
  v: 4,
  data: { part, kind: kindOfSlot(slot), slot, state: "reused", partNumber: null, lot: null }
});
function mayLift(state, entry, found2, by, at, stand2) {
  if (stand2 !== "rejected" || found2 === "rejected" || entry === void 0) return ok(void 0);
  const action = "lift a rejection";
  if (!holdsOneOf(by, ["inspector"]))
    return refuse("MAY_NOT", { action, needs: ["inspector"], person: by.name });
  const first = { ids: rejecters(entry), because: "rejected it", lastAt: entry.at };
  return secondLook(action, first, by, at, state.secondPerson);
}
function rejecters(entry) {
  const ids = [];
  for (let each = entry; each?.found === "rejected"; each = each.before)
    ids.push(each.by.id);
  return ids;
}
var openTest = ({ crackTests }, seq) => crackTests.find((each) => each.seq === seq && each.read === void 0 && each.dropped === void 0);
var CLOCKS_APART = 2;
var isAhead = (said, at) => minutesBetween(at, said) > CLOCKS_APART;
function beginTest(state, command, at) {
  const { type: _, slots, ...said } = command;
  if (slots.length === 0) return refuse("FACE_UNKNOWN", { slot: "", item: CRACK_TEST });
  const parts = [];
  const found2 = [];
  for (const slot of new Set(slots)) {
    const asked = askedFace(state, slot, CRACK_TEST);
    if (asked === void 0) return refuse("FACE_UNKNOWN", { slot, item: CRACK_TEST });
    const lying = partIn(state, slot);
    const part = lying?.id ?? nextPartId(state, slot);
    if (lying === void 0) found2.push(named(slot, part));
    parts.push({ slot, part, condition: lying?.condition ?? 1 });
  }
  const words = {
    area: said.area.trim(),
    batch: said.batch.trim(),
    qualification: said.qualification.trim()
  };
  if (words.area === "" || words.batch === "" || words.qualification === "")
    return refuse("REASON_MISSING", { action: "begin a crack test: its area, batch and qualification" });
  if (isAhead(said.startedAt, at)) return refuse("TEST_NOT_READY", { minutes: 0, because: "ahead" });
  const day = said.startedAt.slice(0, 10);
  if (said.batchUntil < day) return refuse("TEST_PAST", { what: words.batch, until: said.batchUntil });
  if (said.qualifiedUntil < day)
    return refuse("TEST_PAST", { what: words.qualification, until: said.qualifiedUntil });
  return ok([{ type: "testBegun", v: 1, data: { ...said, ...words, parts } }, ...found2]);
}
function developTest(state, { test, developedAt }, at) {
  const begun = openTest(state, test);
  if (begun === void 0 || begun.developedAt !== void 0) return refuse("TEST_UNKNOWN", { test });
  if (isAhead(developedAt, at)) return refuse("TEST_NOT_READY", { minutes: 0, because: "ahead" });
  const short = begun.dwell - minutesBetween(begun.startedAt, developedAt);
  return short > 0 ? refuse("TEST_NOT_READY", { minutes: Math.ceil(short), because: "dwell" }) : ok([{ type: "testDeveloped", v: 1, data: { test, developedAt } }]);
}
function readTest(state, { test, readAt, results }, by, at) {
  const begun = openTest(state, test);
  if (begun === void 0) return refuse("TEST_UNKNOWN", { test });
  if (isAhead(readAt, at)) return refuse("TEST_NOT_READY", { minutes: 0, because: "ahead" });
  const since = begun.developedAt ?? begun.startedAt;
  const asked = begun.developedAt === void 0 ? begun.dwell : begun.development;
  if (begun.developedAt === void 0 && begun.development > 0)
    return refuse("TEST_NOT_READY", { minutes: Math.ceil(begun.development), because: "development" });
  const short = asked - minutesBetween(since, readAt);
  if (short > 0) return refuse("TEST_NOT_READY", { minutes: Math.ceil(short), because: "development" });
  const missing = begun.parts.filter(({ part }) => !results.some((each) => each.part === part));
  const strange = results.some(({ part }) => !begun.parts.some((each) => each.part === part));
  const open = results.some(({ found: found2, where }) => found2 === "rejected" && where.trim() === "");
  if (missing.length > 0 || strange || open || new Set(results.map(({ part }) => part)).size < results.length)
    return refuse("TEST_INCOMPLETE", { parts: missing.length });
  for (const { part, found: found2 } of results) {
    const entry = state.looks.get(lookKey({ part, item: CRACK_TEST }));
    const lifted = mayLift(state, entry, found2, by, at, entry?.found ?? "open");
    if (!lifted.ok) return lifted;
  }
  return ok([{ type: "testRead", v: 1, data: { test, readAt, results: results.map(trimmed) } }]);
}
function decideLook(state, { finding, approval, reason }, by, at) {
  const action = "decide what becomes of a part that was looked at";
  if (!holdsOneOf(by, ["inspector"]))
    return refuse("MAY_NOT", { action, needs: ["inspector"], person: by.name });
  const doubt = lookDoubts(state).find(({ id }) => id === finding);
  if (doubt === void 0) return refuse("FINDING_UNKNOWN", { finding });
  if (reason.trim() === "") return refuse("REASON_MISSING", { action });
  const fault3 = doubt.kind === "rejected" ? approvalFault(approval ?? NO_APPROVAL) : void 0;
  if (fault3 !== void 0) return fault3;
  const { entry } = doubt;
  const first = {
    ids: doubt.kind === "rejected" ? rejecters(entry) : [entry.by.id],
    because: doubt.kind === "rejected" ? "rejected it" : "left it not looked at",
    lastAt: entry.at
  };
  const look = secondLook(action, first, by, at, state.secondPerson);
  if (!look.ok) return look;
  const said = { finding, approval: doubt.kind === "rejected" ? approval : null, reason: reason.trim() };
  return ok([{ type: "lookDecided", v: 1, data: { ...said, samePerson: look.value ?? null } }]);
}
function workOfInspection(state) {
  const entries = inspectionOf(state).flatMap(({ faces }) => faces.flatMap(({ entry }) => entry ?? []));
  const tests = state.crackTests.filter(({ dropped }) => dropped === void 0);
  const all = [...entries, ...tests];
  return {
    ids: [...new Set(all.map(({ by }) => by.id))],
    lastAt: all.map(({ at }) => at).sort().at(-1) ?? ""
  };
}

// ../core/src/strip/as-found.ts
var NOTHING_STRIPPED = {
  ...NOTHING_RAN,
  asFound: KeptMap.empty(),
  oddDecided: [],
  turned: void 0,
  refitted: KeptMap.empty()
};
var STRIP_EVENTS = {
  asFoundSaid: event()(
    1,
    ({ asFound: asFound2 }, data, { seq, at, by }) => {
      const before = asFound2.get(data.slot);
      const now = { ...data, seq, at, by: { id: by.id, name: by.name } };
      return { asFound: asFound2.set(data.slot, before === void 0 ? now : { ...now, before }) };
    }
  ),
  oddDecided: event()(
    1,
    ({ oddDecided }, data, { seq, at, by }) => ({
      oddDecided: [...oddDecided, { ...data, seq, at, by: { id: by.id, name: by.name } }]
    })
  ),
  refitSaid: event()(
    1,
    ({ refitted }, data, { seq, at, by }) => {
      const before = refitted.get(data.part);
      const now = { ...data, seq, at, by: { id: by.id, name: by.name } };
      return { refitted: refitted.set(data.part, before === void 0 ? now : { ...now, before }) };
    }
  ),
  ...RUNNING_EVENTS,
  turningSaid: event()(
    1,
    (_state, data, { seq, at, by }) => ({
      turned: { ...data, seq, at, by: { id: by.id, name: by.name } }
    })
  )
};
var asksMap = ({ route }) => route.gates.some(({ conditions }) => conditions.includes("mapComplete"));
function mapOf(state) {
  const layout = currentPin(state)?.model.layout;
  return layout === void 0 || !asksMap(state) ? [] : mapSlots(layout);
}
var unmapped = (state) => mapOf(state).filter(({ slot }) => state.asFound.get(slot) === void 0);
function mapDoubts(state) {
  if (!asksMap(state)) return [];
  const layout = currentPin(state)?.model.layout;
  const settled = new Set(state.oddDecided.map(({ finding }) => finding));
  return state.asFound.values().flatMap((entry) => {
    const { slot, odd, part: id, atBuild, seq } = entry;
    if (layout !== void 0 && mapSlotOf(layout, slot) === void 0) return [];
    const part = id === null ? void 0 : state.parts.get(id);
    const doubts = [];
    if (odd !== "" && part !== void 0 && part.slot !== null)
      doubts.push({ id: `odd ${slot} ${seq}`, kind: "asFoundOdd", slot, entry });
    if (odd !== "" && id === null) doubts.push({ id: `odd ${slot} ${seq}`, kind: "asFoundOdd", slot, entry });
    if (atBuild === "reused" && part !== void 0 && part.slot !== null && part.slot !== slot)
      doubts.push({
        id: `elsewhere ${part.id} ${part.slot} ${seq}`,
        kind: "notAsFound",
        slot,
        entry,
        now: part.slot
      });
    const refit = refitOf(state, entry);
    const expected = expectedWay(state, entry);
    if (refit !== void 0 && expected !== void 0 && refit.way !== expected)
      doubts.push({ id: `otherWay ${refit.part} ${refit.seq}`, kind: "otherWay", slot, entry, refit });
    return doubts.filter(({ id: doubt }) => !settled.has(doubt));
  });
}
var oddDecisionOf = (state, finding) => state.oddDecided.findLast((each) => each.finding === finding);
var columnOfSlot = (slot) => {
  const at = parsePlaceKey(slot)?.at ?? {};
  return at.cylinder ?? at.journal ?? "";
};
var asksRefit = ({ route }) => route.gates.some(({ conditions }) => conditions.includes("partsRefitted"));
function refitOf(state, { part: id }) {
  const part = id === null ? void 0 : state.parts.get(id);
  const said = id === null ? void 0 : state.refitted.get(id);
  if (said === void 0 || part?.slot !== said.slot) return void 0;
  const put = part.history.findLast(({ what }) => what === "moved" || what === "removed");
  return put !== void 0 && put.seq > said.seq ? void 0 : said;
}
function expectedWay(state, { slot, way, cannotTell, seq }) {
  if (way === null || cannotTell) return void 0;
  return oddDecisionOf(state, `odd ${slot} ${seq}`)?.keep === false ? void 0 : way;
}
function refitParts(state) {
  if (!asksRefit(state)) return [];
  return mapOf(state).flatMap((mapped) => {
    const entry = state.asFound.get(mapped.slot);
    const part = entry?.part == null ? void 0 : state.parts.get(entry.part);
    if (entry === void 0 || part?.slot == null || entry.atBuild === "new" || mapped.ways.length === 0)
      return [];
    const decided = oddDecisionOf(state, `odd ${entry.slot} ${entry.seq}`) ?? oddDecisionOf(state, `elsewhere ${part.id} ${part.slot} ${entry.seq}`);
    return [
      {
        ...{ mapped, entry, part: part.id, slot: part.slot, decided },
        ...{ expected: expectedWay(state, entry), said: refitOf(state, entry) }
      }
    ];
  });
}
function toReplace(state) {
  if (!asksRefit(state)) return [];
  return mapOf(state).filter((mapped) => {
    const entry = state.asFound.get(mapped.slot);
    if (entry === void 0 || entry.atBuild !== "new" && !mapped.usedUp) return false;
    const lying = partIn(state, mapped.slot);
    return lying === void 0 || lying.id === entry.part || lying.state !== "new";
  });
}

// ../core/src/strip/decide-strip.ts
function decideStrip(state, command, by, at) {
  if (command.type === "decideOdd") return decideOdd(state, command, by, at);
  if (!holdsOneOf(by, ["technician", "inspector"]))
    return refuse("MAY_NOT", {
      action: "say how an engine was found",
      needs: ["technician", "inspector"],
      person: by.name
    });
  if (command.type === "sayRefit") return sayRefit(state, command);
  if (!asksMap(state)) return refuse("MAP_NOT_ASKED", {});
  if (command.type === "sayTurning") {
    const effort = command.effort.trim();
    return effort === "" ? refuse("REASON_MISSING", { action: "say how the engine turned" }) : ok([{ type: "turningSaid", v: 1, data: { effort, remark: command.remark.trim() } }]);
  }
  return command.type === "sayRunning" ? sayRunning(state, command) : sayAsFound(state, command);
}
function sayRunning(state, command) {
  const { place, unit, basedOn } = command;
  const there = runningPlaces(state).find(({ key }) => key === place);
  if (there === void 0) return refuse("PLACE_UNKNOWN", { place });
  const [text, remark] = [command.text.trim(), command.remark.trim()];
  const size = text === "" ? null : decimalLength(text.replace(",", "."), unit);
  if (size === void 0) return refuse("ENTRY_NOT_A_READING", { place, text });
  const before = there.entry;
  if ((before?.seq ?? 0) !== basedOn) return refuse("STALE", { what: place, basedOn, now: before?.seq ?? 0 });
  if (size === null && remark === "")
    return refuse("REASON_MISSING", { action: "leave a running clearance without a figure" });
  return ok([{ type: "runningSaid", v: 1, data: { place, text, unit, size, remark } }]);
}
function sayAsFound(state, command) {
  const { type: _, there, basedOn, ...said } = command;
  const { slot, way, cannotTell } = said;
  const layout = currentPin(state)?.model.layout;
  const mapped = layout === void 0 ? void 0 : mapSlotOf(layout, slot);
  if (mapped === void 0) return refuse("SLOT_UNKNOWN", { slot });
  if (way !== null && !mapped.ways.includes(way)) return refuse("WAY_UNKNOWN", { slot, way });
  if (there && mapped.ways.length > 0 && way === null && !cannotTell) return refuse("WAY_OPEN", { slot });
  const before = state.asFound.get(slot);
  if ((before?.seq ?? 0) !== basedOn)
    return refuse("AS_FOUND_SAID_ANEW", { slot, person: before?.by.name ?? "" });
  if (before !== void 0 && said.reason.trim() === "")
    return refuse("REASON_MISSING", { action: "say anew how a part was found" });
  const lying = partIn(state, slot);
  const part = !there ? null : before?.part ?? lying?.id ?? nextPartId(state, slot);
  const isNew = part !== null && state.parts.get(part) === void 0;
  const trimmed2 = { odd: said.odd.trim(), remark: said.remark.trim(), reason: said.reason.trim() };
  return ok([
    {
      ...{ type: "asFoundSaid", v: 1 },
      data: {
        ...said,
        ...trimmed2,
        part,
        way: there && !cannotTell ? way : null,
        cannotTell: there && cannotTell
      }
    },
    ...isNew && lying === void 0 ? [found(slot, part, said.hours)] : []
  ]);
}
var found = (slot, part, hours) => ({
  type: "partFitted",
  v: 4,
  data: {
    ...{ part, kind: kindOfSlot(slot), slot, state: "reused", partNumber: null, lot: null },
    ...hours === null ? {} : { hours }
  }
});
function sayRefit(state, { slot, way, basedOn, reason }) {
  const asked = refitParts(state).find((each) => each.slot === slot);
  if (asked === void 0) return refuse("SLOT_UNKNOWN", { slot });
  if (!asked.mapped.ways.includes(way)) return refuse("WAY_UNKNOWN", { slot, way });
  const { said, part } = asked;
  if ((said?.seq ?? 0) !== basedOn)
    return refuse("AS_FOUND_SAID_ANEW", { slot, person: said?.by.name ?? "" });
  if (said !== void 0 && reason.trim() === "")
    return refuse("REASON_MISSING", { action: "say anew which way a part was put back" });
  return ok([{ type: "refitSaid", v: 1, data: { slot, part, way, reason: reason.trim() } }]);
}
function decideOdd(state, { finding, keep, reason }, by, at) {
  if (!holdsOneOf(by, ["inspector"]))
    return refuse("MAY_NOT", {
      action: "decide what becomes of a part that was found odd",
      needs: ["inspector"],
      person: by.name
    });
  const doubt = mapDoubts(state).find(({ id }) => id === finding);
  if (doubt === void 0) return refuse("FINDING_UNKNOWN", { finding });
  if (reason.trim() === "") return refuse("REASON_MISSING", { action: "decide what becomes of it" });
  const { entry } = doubt;
  const movers = doubt.kind === "notAsFound" ? moversOf(state, entry.part) : [];
  const refitters = doubt.refit === void 0 ? [] : [doubt.refit.by.id];
  const first = {
    ids: [entry.by.id, ...movers, ...refitters],
    because: "found it or moved it",
    lastAt: entry.at
  };
  const look = secondLook(
    "decide what becomes of a part that was found odd",
    first,
    by,
    at,
    state.secondPerson
  );
  if (!look.ok) return look;
  const samePerson = look.value ?? null;
  return ok([{ type: "oddDecided", v: 1, data: { finding, keep, reason: reason.trim(), samePerson } }]);
}
var moversOf = ({ parts }, part) => (parts.get(part ?? "")?.history ?? []).filter(({ what }) => what === "moved").map(({ by }) => by);

// ../core/src/release/gates.ts
var NO_GATE_SIGNED = {
  signatures: {},
  seal: void 0,
  supplements: [],
  earlier: void 0
};
var GATE_EVENTS = {
  gateSigned: event()(
    3,
    ({ signatures }, { gate, ...signed }, stamp) => ({
      signatures: { ...signatures, [gate]: [...signatures[gate] ?? [], { ...stamp, ...signed }] }
    }),
    (data) => ({ ...data, statement: 1 }),
    (data) => ({ ...data, sections: {} })
  ),
  gateReopened: event()(1, (state, { reason, voids }, { seq, at, by }) => {
    const voided = { seq, at, by: by.name, reason };
    const signatures = { ...state.signatures };
    for (const gate of voids) {
      signatures[gate] = signatures[gate]?.map((each) => each.voided === void 0 ? { ...each, voided } : each) ?? [];
    }
    return { signatures };
  }),
  /** What is known of the record before this one, written under the seal. */
  earlierRecordStated: event()(1, (_state, earlier) => ({ earlier })),
  recordSealed: event()(1, (_state, seal, { at }) => ({ seal: { ...seal, at } })),
  supplementAdded: event()(1, ({ supplements }, { text }, stamp) => ({
    supplements: [...supplements, { ...stamp, text, seal: void 0 }]
  })),
  supplementSealed: event()(1, ({ supplements }, seal) => ({
    supplements: supplements.map((each) => each.seal === void 0 ? { ...each, seal } : each)
  }))
};
function signatureOf(state, gate) {
  const last = state.signatures[gate]?.at(-1);
  return last?.voided === void 0 ? last : void 0;
}
var sealText = (job, { length, hash }) => `oak-gate seal
${job}
${length}
${hash}`;

// ../core/src/release/moved-documents.ts
var keyOf = ({ id, digest }) => `${id} ${digest}`;
var sameSet = (a, b) => a.length === b.length && a.every((each) => b.some((other) => keyOf(other) === keyOf(each)));
function documentsSincePin(state, current) {
  const pinned = (currentPin(state)?.documents ?? []).map(({ id, digest }) => ({ id, digest }));
  const outdated = pinned.filter((each) => !current.some((other) => keyOf(other) === keyOf(each)));
  const fresh = current.filter((each) => !pinned.some((other) => keyOf(other) === keyOf(each)));
  return [...outdated, ...fresh].map(({ id }) => id);
}
function movedDocuments(state, current) {
  return declinedNews(state, current) === void 0 ? documentsSincePin(state, current) : [];
}
var declinedNews = (state, current) => state.declined.findLast(
  ({ documents, pin }) => pin === currentPin(state)?.pin && sameSet(documents, current)
);

// ../core/src/release/arrival.ts
var LOOKED_AT_SINCE = 4;
function restatedBy({ engine, restated, rules, acceptedNotes }, facts, reason, { seq, at, by }, cylinder) {
  if (rules < LOOKED_AT_SINCE) return restated;
  const own2 = cylinder === void 0 ? {} : engine.cylinders?.[cylinder] ?? {};
  const known = (fact) => own2[fact] ?? engine[fact] ?? null;
  const said = ENGINE_FACTS.filter((fact) => facts[fact] !== void 0 && facts[fact] !== known(fact)).map(
    (fact) => ({
      fact,
      ...cylinder === void 0 ? {} : { cylinder },
      was: known(fact),
      is: facts[fact] ?? null
    })
  );
  return heldAgainst({ restated, acceptedNotes }, said, reason, { seq, at, by });
}
function restatedOfParts(state, { parts, facts, reason }, stamp) {
  const said = parts.flatMap((id) => {
    const part = state.parts.get(id);
    if (part === void 0) return [];
    return PART_FACTS.flatMap((fact) => {
      const is = facts[fact];
      const was = part[fact] ?? saidOfKind(state.engine, part.kind, fact) ?? null;
      return is === void 0 || is === was ? [] : [{ fact, part: id, was, is }];
    });
  });
  return heldAgainst(state, said, reason, stamp);
}
function heldAgainst({ restated, acceptedNotes }, said, reason, { seq, at, by }) {
  const isSame = (each, { fact, cylinder, part }) => each.fact === fact && each.cylinder === cylinder && each.part === part;
  const anew = said.flatMap((each) => {
    const { was, is: after, ...about2 } = each;
    const open = restated.find(
      (other) => isSame(other, each) && !Object.hasOwn(acceptedNotes, restatedNote(other))
    );
    const before = open?.before ?? was;
    return before === null || before === after ? [] : [{ seq, ...about2, before, after, by: { id: by.id, name: by.name }, at, reason }];
  });
  return [...restated.filter((other) => !said.some((each) => isSame(other, each))), ...anew];
}
var withCylinderFacts = (engine, cylinders, facts) => ({
  ...engine,
  cylinders: {
    ...engine.cylinders,
    ...Object.fromEntries(cylinders.map((each) => [each, { ...engine.cylinders?.[each], ...facts }]))
  }
});
var ARRIVAL_EVENTS = {
  identityConfirmed: event()(1, (_state, { samePerson }, stamp) => ({ identity: { ...stamp, samePerson } })),
  serialCorrected: event()(
    2,
    (state, { to, engine }, stamp) => ({
      engine: { ...state.engine, serial: to, ...engine === null ? {} : { id: engine.id } },
      job: engine === null ? state.job : { ...state.job, previousSeal: engine.previousSeal },
      serialSaid: stamp,
      identity: void 0,
      documentsChecked: void 0
    }),
    (data) => ({ ...data, engine: null })
  ),
  documentsChecked: event()(1, (_state, checked, stamp) => ({ documentsChecked: { ...stamp, ...checked } })),
  /** Who said that the documents are current, or somebody else, found that they are not, or that nobody had looked. */
  documentCheckTakenBack: event()(
    1,
    ({ documentsChecked, checksTakenBack }, { reason }, stamp) => ({
      documentsChecked: void 0,
      checksTakenBack: [
        ...checksTakenBack,
        { ...stamp, reason, saidBy: documentsChecked?.by.name ?? "", saidAt: documentsChecked?.at ?? "" }
      ]
    })
  ),
  instrumentTaken: event()(
    1,
    ({ instruments }, { instrument }) => ({ instruments: { ...instruments, [instrument.id]: instrument } })
  ),
  engineFactsSaid: event()(
    1,
    (state, { facts, reason }, stamp) => ({
      engine: { ...state.engine, ...facts },
      restated: restatedBy(state, facts, reason, stamp)
    })
  ),
  /** What is known of single cylinders, as of the whole engine before: a bore that was measured, an oversize of its own. */
  cylinderFactsSaid: event()(1, (state, { cylinders, facts, reason }, stamp) => {
    const restated = cylinders.reduce(
      (so, cylinder) => restatedBy({ ...state, restated: so }, facts, reason, stamp, cylinder),
      state.restated
    );
    return { engine: withCylinderFacts(state.engine, cylinders, facts), restated };
  }),
  pinDeclined: event()(1, ({ declined }, data, stamp) => ({ declined: [...declined, { ...stamp, ...data }] }))
};

// ../core/src/release/orders.ts
function orderStand({ settled }) {
  if (settled === void 0) return "awaited";
  if (settled.as === "cancelled") return "cancelled";
  const { received } = settled;
  return received === void 0 ? "toReceive" : received.accepted ? "received" : "sentBack";
}
var openOrders = ({ remarks }) => remarks.flatMap(
  (each) => each.kind === "order" && ["awaited", "toReceive"].includes(orderStand(each)) ? [each] : []
);
function slotsOfOrder(state, { finding }) {
  return finding.split(" ").flatMap((token) => {
    const part = state.parts.get(token);
    if (part !== void 0) return [part.slot ?? token.slice(0, token.lastIndexOf("#"))];
    const place = placeOf(state, token);
    const characteristic = place === void 0 ? void 0 : characteristicOf(state, place);
    if (place !== void 0 && characteristic !== void 0)
      return slotsBehind(state, characteristic, place).map(({ slot }) => slot);
    const bare = token.replace(/#\d+$/u, "");
    return parsePlaceKey(bare) === void 0 ? [] : [bare];
  });
}
function isForSheets(state, order, sheets) {
  const kinds = slotsOfOrder(state, order).map(kindOfSlot);
  return kinds.length === 0 || kinds.some((kind) => restOnKind(state, sheets, kind));
}
function evidenceSince(state, order) {
  const since = order.settled?.seq;
  if (since === void 0) return [];
  const parts = slotsOfOrder(state, order).flatMap((slot) => partIn(state, slot)?.id ?? []);
  const readings = parts.flatMap(
    (part) => (state.measuredAt.get(part) ?? []).flatMap((key) => {
      const reading = currentReading(placeAt(state, key));
      return reading?.parts.some(({ id }) => id === part) === true ? [reading.seq] : [];
    })
  );
  const looks = state.looks.values().filter(({ part, found: found2 }) => parts.includes(part) && found2 !== "notInspected").map(({ seq }) => seq);
  return [.../* @__PURE__ */ new Set([...readings, ...looks])].filter((seq) => seq > since).sort((a, b) => a - b);
}

// ../core/src/release/raised.ts
var NOTHING_RAISED = { raised: [] };
var RAISED_EVENTS = {
  findingRaised: event()(
    1,
    ({ raised }, data, { seq, at, by }) => ({
      raised: [...raised, { ...data, seq, at, by: { id: by.id, name: by.name } }]
    })
  ),
  raisedDecided: event()(1, (state, { raised, reason, samePerson }, { at, by }) => ({
    raised: state.raised.map(
      (each) => each.seq === raised ? { ...each, decided: { reason, samePerson, by: by.name, at } } : each
    )
  }))
};
var openRaised = ({ raised }, sheets) => raised.filter(({ decided, about: about2 }) => {
  const [what, key = ""] = about2.split(" ");
  const sheet = what === "place" ? parsePlaceKey(key)?.characteristic : void 0;
  return decided === void 0 && (sheets === void 0 || sheet === void 0 || sheets.includes(sheet));
});

// ../core/src/release/open-matters.ts
var INSPECTORS = ["inspector"];
var WORKERS = ["technician", "inspector"];
function openMatters(state, sheets) {
  const known = mattersOf(state);
  const question = sheets?.join(" ") ?? "*";
  const there = known.get(question);
  if (there !== void 0) return there;
  const matters = workOut2(state, sheets);
  known.set(question, matters);
  return matters;
}
var mattersOf = onceFor((_state) => /* @__PURE__ */ new Map());
function workOut2(state, sheets) {
  const pinned = currentPin(state)?.characteristics ?? [];
  const characteristics = pinned.filter(({ id }) => sheets === void 0 || sheets.includes(id));
  const statuses = characteristics.flatMap(({ id }) => sheetPlaces(state, id)).map((place) => placeStatus(state, place));
  const advice = characteristics.flatMap((each) => filingAdvice(state, each));
  const beyondFiling = new Set(
    advice.flatMap((each) => each.kind === "plan" && isBeyondFiling(each) ? each.stations : [])
  );
  const rules = ruleFindings(
    state,
    characteristics.map(({ id }) => id)
  );
  const waitsForSet = new Set(
    rules.flatMap(
      (each) => each.kind === "setRule" && (each.rule.kind === "ringClass" || each.rule.kind === "banks") ? each.rule.places : []
    )
  );
  const findings = [
    ...limitFindings(
      state,
      characteristics.map(({ id }) => id)
    ),
    ...noteFindings(state, sheets),
    ...statuses.flatMap((status) => placeFindings(state, status, beyondFiling)),
    ...rules,
    ...instrumentFindings(state, sheets),
    // What was found at strip holds whatever comes after it.
    ...mapDoubts(state).map((doubt) => ({
      ...{ id: doubt.id, kind: "asFound", doubt, decidedBy: INSPECTORS },
      notBy: [
        doubt.entry.by.id,
        ...doubt.refit === void 0 ? [] : [doubt.refit.by.id],
        ...doubt.kind === "notAsFound" ? moversOf(state, doubt.entry.part) : []
      ]
    })),
    ...inspectionFindings(state),
    ...inspectionDue(state),
    ...orderFindings(state, sheets),
    ...withdrawnFindings(
      state,
      characteristics.map(({ id }) => id)
    ),
    ...kitFindings(state, sheets),
    ...lifeFindings(state, sheets),
    ...openRaised(state, sheets).map((raised) => ({
      ...{ id: `raised ${raised.seq}`, kind: "raised", raised, decidedBy: INSPECTORS },
      notBy: [raised.by.id]
    })),
    ...reportFindings(state, statuses, sheets)
  ];
  const decidedElsewhere = new Set(
    findings.flatMap(
      (each) => "place" in each ? [each.place] : each.kind === "factUnsettled" ? each.places : []
    )
  );
  const open = statuses.filter((status) => !status.accepted && !decidedElsewhere.has(status.key));
  const tasks = advice.flatMap(
    (each) => each.kind === "plan" && each.plan.state === "file" && !each.stations.some((station) => waitsForSet.has(station)) ? [{ kind: "file", slot: each.slot, part: each.part.id, advice: each }] : []
  );
  const waitsForFile = new Set(tasks.flatMap((task) => task.kind === "file" ? task.advice.stations : []));
  for (const status of open) {
    if (!waitsForFile.has(status.key) && !waitsForSet.has(status.key) && status.state !== "withheld" && status.state !== "noLimit") {
      tasks.push({ kind: "measure", place: status.key, because: status.state });
    }
  }
  return { statuses, open, tasks, findings };
}
var isBeyondFiling = ({ plan }) => plan.state === "tooLoose" || plan.state === "impossible";
function placeFindings(state, status, beyondFiling) {
  const { key, place } = status;
  if (status.accepted) return [];
  const notBy = workersAt(placeAt(state, key));
  if (status.state === "declaredNotApplicable") {
    const declared = placeAt(state, key).notApplicable;
    const { ids } = workAt(state, key, "");
    return [
      {
        id: `notApplicable ${key}`,
        kind: "notApplicableDeclared",
        place: key,
        reason: status.reason ?? "",
        decidedBy: INSPECTORS,
        notBy: [.../* @__PURE__ */ new Set([...declared === void 0 ? [] : [declared.by], ...ids])]
      }
    ];
  }
  if (status.state === "contested")
    return [{ id: `contested ${key}`, kind: "contested", place: key, decidedBy: INSPECTORS, notBy }];
  if (status.conceded || status.state !== "loose" && status.state !== "tight") return [];
  const asked = own(state.concessionsAsked, key);
  const isAsked = asked !== void 0 && status.reading !== void 0 && isAbout(asked, status.reading);
  const canBeFiled = currentPin(state)?.characteristics.find(({ id }) => id === place.characteristic)?.filed !== void 0;
  if (status.state === "tight" && canBeFiled && !beyondFiling.has(key) && !isAsked) return [];
  return [
    {
      // Measured again and still outside, it is the same finding.
      id: `outOfLimits ${key}`,
      kind: "outOfLimits",
      place: key,
      word: status.state,
      asked: isAsked ? asked.reason : null,
      decidedBy: INSPECTORS,
      notBy
    }
  ];
}
function limitFindings(state, characteristics) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  const found2 = /* @__PURE__ */ new Map();
  for (const place of characteristics.flatMap((id) => placesWithheld(pin).get(id) ?? [])) {
    const decision = decisionAt(pin, place, judgedAt(state, place));
    const why = decision === void 0 ? void 0 : withheldIn(decision);
    if (decision === void 0 || why === void 0) continue;
    const id = `limit ${fitText(decision)}`;
    if (found2.has(id)) continue;
    const isAboutIt = (each) => each.pin === pin.pin && sameFit(each, decision);
    if (state.limitDecisions.some(isAboutIt)) continue;
    const { fit, partState, of } = decision;
    const judged = { fit, partState, ...of === void 0 ? {} : { of } };
    const choice = state.limitChosen.find(isAboutIt);
    found2.set(
      id,
      choice === void 0 ? { id, kind: "limitWithheld", ...judged, why, decidedBy: INSPECTORS, notBy: [] } : {
        id,
        kind: "limitToConfirm",
        choice,
        decidedBy: CONFIRMERS,
        notBy: [choice.by.id]
      }
    );
  }
  return [...found2.values()];
}
var placesWithheld = onceFor((pin) => {
  const open = new Set(pin.fits.filter((each) => withheldIn(each) !== void 0).map(({ fit }) => fit));
  const ofPin = { pins: [pin], limitDecisions: [], limitChosen: [] };
  return new Map(
    pin.characteristics.map(({ id }) => [
      id,
      sheetPlaces(ofPin, id).filter((place) => open.has(fitOf(pin, place)))
    ])
  );
});
function noteFindings(state, sheets) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  return limitNotes(pin, state, decisionsThere(state)).filter(({ id, kind }) => !isAcceptedNote(state, id, kind !== "serialOdd" && kind !== "factRestated")).filter((note) => sheets === void 0 || isAboutSheets(state, pin, note, sheets)).map((note) => ({
    id: `note ${note.id}`,
    kind: "limitNote",
    note,
    decidedBy: INSPECTORS,
    notBy: note.kind === "factRestated" ? [note.by.id] : []
  }));
}
function isAboutSheets(state, pin, note, sheets) {
  const hasFit = (fit) => sheets.includes(parsePlaceKey(fit)?.characteristic ?? "");
  const rowsOf = (isOf) => {
    const decided = state.limitDecisions.filter((each) => each.pin === pin.pin);
    return decisionsThere(state).some(
      ({ fit, governing }) => hasFit(fit) && Object.values(governing.sources).some(isOf)
    ) || decided.some(({ fit, rows }) => hasFit(fit) && Object.values(rows).some(isOf));
  };
  switch (note.kind) {
    case "serialOdd":
      return true;
    case "factRestated":
      return note.part === void 0 || restOnKind(state, sheets, kindOfSlot(note.part));
    case "otherMaker":
      return rowsOf((row) => revisionOfRow(row) === note.document);
    case "nominalDiameter":
      return rowsOf((row) => note.rows.includes(row));
    case "targetConflict":
      return hasFit(note.fit);
  }
}
function notesAbout(state, sheets) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  return [
    ...limitNotes(pin, state, decisionsThere(state)).filter(
      (note) => isAboutSheets(state, pin, note, sheets)
    ),
    ...setRules(state, sheets)
  ].map(({ id }) => id);
}
function ruleFindings(state, characteristics) {
  return setRules(state, characteristics).filter(({ id, state: stands }) => stands !== "holds" && !isAcceptedNote(state, id, true)).map((rule) => ({
    // Measured again and still broken, it is the same finding; what was accepted is of the readings.
    id: `rule ${rule.row} ${rule.about}`,
    kind: "setRule",
    rule,
    decidedBy: INSPECTORS,
    notBy: []
  }));
}
function isAcceptedNote(state, id, ofPin) {
  const accepted = own(state.acceptedNotes, id);
  return accepted !== void 0 && (!ofPin || accepted.pin === currentPin(state)?.pin);
}
function reportFindings(state, statuses, sheets) {
  const waiting = statuses.filter(({ state: word }) => word === "unsettled");
  return (sheets === void 0 ? state.reports : reportsBehind(state, sheets)).map((report) => ({
    id: `report ${report.seq}`,
    kind: "factUnsettled",
    report,
    places: waiting.filter(({ place }) => reportsAt(state, place).some(({ seq }) => seq === report.seq)).map(({ key }) => key),
    decidedBy: INSPECTORS,
    notBy: []
  }));
}
var inspectionFindings = (state) => lookDoubts(state).map((doubt) => ({
  ...{ id: doubt.id, kind: "inspection", doubt, decidedBy: INSPECTORS },
  notBy: doubt.kind === "rejected" ? rejecters(doubt.entry) : [doubt.entry.by.id]
}));
var ORDERS_HOLD_SINCE = 12;
function orderFindings(state, sheets) {
  if (state.rules < ORDERS_HOLD_SINCE) return [];
  return openOrders(state).filter((order) => sheets === void 0 || isForSheets(state, order, sheets)).map((order) => ({
    ...{ id: `order ${order.seq}`, kind: "order", order },
    stand: order.settled === void 0 ? "awaited" : "toReceive",
    ...{ decidedBy: WORKERS, notBy: [] }
  }));
}
var SECOND_LOOKS_SINCE = 13;
var withdrawnFindings = (state, sheets) => state.rules < SECOND_LOOKS_SINCE ? [] : withdrawnReadings(state, sheets).map((withdrawn) => ({
  ...{ id: `withdrawn ${withdrawn.place}`, kind: "withdrawn", place: withdrawn.place, withdrawn },
  ...{ decidedBy: WORKERS, notBy: [withdrawn.by.id] }
}));
function kitFindings(state, sheets) {
  return kitStands(state).filter(
    ({ rule, differs: differs2 }) => differs2.some(({ item }) => {
      const kind = rule.contents.find(({ id }) => id === item)?.kind;
      return sheets === void 0 || kind === void 0 || restOnKind(state, sheets, kind);
    })
  ).map((stand2) => ({
    ...{ id: `kit ${stand2.unpacked.kit} ${stand2.unpacked.number}`, kind: "kitDiffers", stand: stand2 },
    ...{ decidedBy: WORKERS, notBy: [] }
  }));
}
function lifeFindings(state, sheets) {
  const layout = currentPin(state)?.model.layout;
  if (layout === void 0 || state.rules < SECOND_LOOKS_SINCE || asksRefit(state)) return [];
  const due = livesDue(state);
  return lifedKinds(layout).filter((kind) => sheets === void 0 || restOnKind(state, sheets, kind)).flatMap((kind) => {
    const its = due.filter(({ rule }) => rule.kind === kind);
    const [first] = its;
    return first === void 0 ? [] : [
      {
        ...{ id: `life ${kind}`, kind: "lifeDue", slot: first.slot, due: its },
        ...{ decidedBy: WORKERS, notBy: [] }
      }
    ];
  });
}
function inspectionDue(state) {
  const { gates } = state.route;
  const gate = gates.find(({ conditions }) => conditions.includes("partsInspected"));
  if (gate === void 0 || signatureOf(state, gate.stage) === void 0) return [];
  const bySlot3 = /* @__PURE__ */ new Map();
  for (const { slot, item } of facesOpen(state))
    bySlot3.set(slot, { item: bySlot3.get(slot)?.item ?? item, open: (bySlot3.get(slot)?.open ?? 0) + 1 });
  return [...bySlot3].map(([slot, due]) => ({
    ...{ id: `lookDue ${slot}`, kind: "inspectionDue", slot, ...due },
    ...{ decidedBy: INSPECTORS, notBy: [] }
  }));
}
function instrumentFindings(state, sheets) {
  return Object.entries(lateInstruments(state)).flatMap(([instrument, all]) => {
    const readings = all.filter(
      ({ place }) => sheets?.includes(parsePlaceKey(place)?.characteristic ?? "") ?? true
    );
    const [first] = readings;
    if (first === void 0) return [];
    return [
      {
        id: `instrument ${instrument}`,
        kind: "instrumentOutOfDate",
        instrument,
        readings: readings.map(({ seq }) => seq),
        places: readings.map(({ place }) => place),
        dueOn: first.instrument?.dueOn ?? "",
        decidedBy: INSPECTORS,
        notBy: [...new Set(readings.map(({ by }) => by.id))]
      }
    ];
  });
}

// ../core/src/release/remarks.ts
var PICTURE_WHEN = ["before", "after"];
var ORDER_SORTS = ["part", "work"];
var ORDER_SETTLED = ["arrived", "cancelled"];
var NO_REMARKS = { remarks: [] };
var added = ({ remarks }, { seq, at, by }, remark) => ({
  remarks: [...remarks, { seq, at, by: { id: by.id, name: by.name }, ...remark }]
});
var REMARK_EVENTS = {
  findingNoted: event()(
    1,
    (state, data, stamp) => added(state, stamp, { kind: "note", ...data })
  ),
  photographAdded: event()(
    2,
    (state, data, stamp) => added(state, stamp, { kind: "photograph", ...data }),
    sameWords
  ),
  paperAdded: event()(
    1,
    (state, data, stamp) => added(state, stamp, { kind: "paper", ...data })
  ),
  orderPlaced: event()(
    2,
    (state, data, stamp) => added(state, stamp, { kind: "order", ...data }),
    (data) => ({ ...data, sort: "part", asked: "" })
  ),
  orderSettled: event()(
    2,
    ({ remarks }, { order, ...said }, { seq, at, by }) => ({
      remarks: remarks.map(
        (each) => each.kind === "order" && each.seq === order ? { ...each, settled: { ...said, by: by.name, at, seq } } : each
      )
    }),
    (data) => ({ ...data, certificate: "" })
  ),
  orderReceived: event()(
    1,
    ({ remarks }, { order, ...said }, { at, by }) => ({
      remarks: remarks.map(
        (each) => each.kind === "order" && each.seq === order && each.settled !== void 0 ? { ...each, settled: { ...each.settled, received: { ...said, by: by.name, at } } } : each
      )
    })
  )
};
var aboutPart = (part) => `part ${part}`;

// ../core/src/release/gate-waits.ts
var LIVES_SINCE = 13;
var gateRule = (state, stage) => gateOf(state.route, stage);
var unsignedBefore = (state, gate) => restsOn(state.route, gate).filter(({ stage }) => signatureOf(state, stage) === void 0);
var currentGate = (state) => state.route.gates.find(({ stage }) => signatureOf(state, stage) === void 0);
function gateWaits(state, gate, on, current) {
  const sheets = sheetsBehind(state.route, gate);
  const matters = gate.conditions.some((each) => each === "placesAccepted" || each === "findingsDecided") ? openMatters(state, sheets) : void 0;
  const moved = current === void 0 ? [] : movedDocuments(state, current);
  return [...emptyWaits(state, gate, sheets), ...gate.conditions.flatMap(waitsFor)];
  function waitsFor(condition) {
    switch (condition) {
      case "identityConfirmed":
        return state.identity === void 0 ? [{ kind: "identity" }] : [];
      case "documentsCurrent":
        return state.documentsChecked?.pin === currentPin(state)?.pin && moved.length === 0 ? [] : [{ kind: "documents" }];
      case "instrumentsInDate":
        return instrumentWaits(state, sheets.length > 0 ? sheets : allSheets(state), on);
      case "placesAccepted":
        return matters?.open.map((status) => ({ kind: "place", place: status.key, state: status.state })) ?? [];
      case "findingsDecided":
        return [
          ...moved.length === 0 ? [] : [{ kind: "documentsMoved", documents: moved }],
          ...matters?.findings.map((finding) => ({ kind: "finding", finding })) ?? []
        ];
      case "mapComplete": {
        const open = unmapped(state);
        const [first] = open;
        return first === void 0 ? [] : [{ kind: "map", open: open.length, slot: first.slot }];
      }
      case "partsRefitted": {
        const open = refitParts(state).filter(({ said }) => said === void 0);
        const old = toReplace(state);
        const lives = state.rules < LIVES_SINCE ? [] : livesDue(state).filter(({ slot }) => !old.some((each) => each.slot === slot));
        return [
          ...open[0] === void 0 ? [] : [{ kind: "refit", open: open.length, slot: open[0].slot }],
          ...old[0] === void 0 ? [] : [{ kind: "replace", open: old.length, slot: old[0].slot }],
          ...lives[0] === void 0 ? [] : [{ kind: "life", open: lives.length, slot: lives[0].slot }]
        ];
      }
      case "partsInspected": {
        const open = facesOpen(state);
        const [first] = open;
        return [
          ...first === void 0 ? [] : [{ kind: "inspection", open: open.length, slot: first.slot, item: first.item }],
          ...inspectionFindings(state).map((finding) => ({ kind: "finding", finding }))
        ];
      }
      case "gatesBefore":
        return unsignedBefore(state, gate).map(({ stage }) => ({ kind: "gate", gate: stage }));
    }
  }
}
function emptyWaits(state, gate, sheets) {
  const pinned = new Set((currentPin(state)?.characteristics ?? []).map(({ id }) => id));
  const missing = gate.sheets.filter((sheet) => !pinned.has(sheet));
  if (missing.length > 0) return missing.map((sheet) => ({ kind: "sheetNotPinned", sheet }));
  const asks = gate.conditions.filter((condition) => condition !== "gatesBefore");
  const isEmpty = asks.length === 0 || gate.conditions.includes("placesAccepted") && !sheets.some((sheet) => sheetPlaces(state, sheet).length > 0);
  return isEmpty ? [{ kind: "nothingToSign" }] : [];
}
var allSheets = ({ route }) => route.gates.flatMap(({ sheets }) => sheets);
function instrumentWaits(state, sheets, on) {
  const taken2 = Object.values(state.instruments);
  const due = taken2.filter((instrument) => !isInDate(instrument, on));
  const lacking = (currentPin(state)?.characteristics ?? []).filter(
    ({ id, tools }) => sheets.includes(id) && !taken2.some(({ kind }) => tools.includes(kind))
  );
  return [
    ...lacking.map(({ name }) => ({ kind: "noInstrument", characteristic: name })),
    ...due.map(({ id, dueOn }) => ({ kind: "instrumentDue", instrument: id, dueOn }))
  ];
}
function gateStand(state, gate, on, current) {
  if (signatureOf(state, gate.stage) !== void 0) return "passed";
  const isReady = unsignedBefore(state, gate).length === 0;
  return isReady && gateWaits(state, gate, on, current).length === 0 ? "ready" : "shut";
}

// ../core/src/job/job-events.ts
var RULES_VERSION = 13;
var { partReworked, partRemoved, partsMoved, partFactsSaid } = PART_EVENTS;
var JOB_EVENTS = {
  /** The state begins with it: see `evolveJob`. */
  jobOpened: event()(
    3,
    nothingChanges,
    (data) => ({ ...data, rules: 1 }),
    (data) => ({ ...data, zone: ZONE_BEFORE })
  ),
  /** From here on the story is decided by newer rules. */
  rulesAdopted: event()(1, (_state, { rules }) => ({ rules })),
  limitsPinned: event()(
    4,
    (state, { reason: _, rejudged, ...pin }, { seq }) => ({
      ...rejudge(state, rejudged, seq),
      pins: [...state.pins, pin]
    }),
    sameWords,
    sameWords,
    sameWords
  ),
  clockSteppedBack: clockSteppedBack(),
  clockPutRight: clockPutRight(({ clockPutRight: before }, data, { at }) => ({
    clockPutRight: [...before, { ...data, at }]
  })),
  ...ARRIVAL_EVENTS,
  ...BENCH_EVENTS,
  ...PART_EVENTS,
  /** What was measured of the part was true of the part as it was. */
  partReworked: event()(
    3,
    (state, data, stamp) => ({
      ...partReworked.evolve(state, data, stamp),
      ...spendReadings(state, data, stamp.seq, `${data.what}: ${data.how}`)
    }),
    sameWords,
    sameWords
  ),
  /** What was measured of a part where it lay was true of it there. */
  partsMoved: event()(1, (state, data, stamp) => ({
    ...partsMoved.evolve(state, data, stamp),
    places: data.moves.reduce(
      (places, { part }) => spendReadings({ ...state, places }, { part }, stamp.seq, `moved: ${data.reason}`).places,
      state.places
    )
  })),
  partRemoved: event()(
    1,
    (state, data, stamp) => ({
      ...partRemoved.evolve(state, data, stamp),
      ...spendReadings(state, { part: data.part }, stamp.seq, `removed: ${data.reason}`)
    })
  ),
  partFactsSaid: event()(
    2,
    (state, data, stamp) => ({
      ...partFactsSaid.evolve(state, data, stamp),
      restated: restatedOfParts(state, data, stamp)
    }),
    sameWords
  ),
  /** What a change of a part means for the readings beside it, which it does not spend. */
  readingsJudgedAgain: event()(
    2,
    (state, { rejudged }, { seq }) => rejudge(state, rejudged, seq),
    sameWords
  ),
  ...FINDING_EVENTS,
  ...REMARK_EVENTS,
  ...RAISED_EVENTS,
  ...PLAN_EVENTS,
  ...KIT_EVENTS,
  ...STRIP_EVENTS,
  ...INSPECTION_EVENTS,
  ...GATE_EVENTS
};

// ../core/src/job/evolve-job.ts
function evolveJob(before, entry) {
  const { seq, at, by } = entry;
  if (before === void 0) {
    invariant(entry.type === "jobOpened", "a job begins with its opening");
    const opened = { seq, at, by };
    return {
      id: entry.job ?? "",
      seq,
      at,
      ...entry.data,
      opened,
      serialSaid: opened,
      identity: void 0,
      documentsChecked: void 0,
      checksTakenBack: [],
      instruments: {},
      declined: [],
      restated: [],
      clockPutRight: [],
      ...NO_PARTS,
      ...NO_PIN,
      ...NO_PLACES,
      ...NOTHING_DECIDED,
      ...NO_REMARKS,
      ...NOTHING_RAISED,
      ...NO_PLANS,
      ...NO_KITS,
      ...NOTHING_STRIPPED,
      ...NOTHING_LOOKED_AT,
      ...NO_GATE_SIGNED
    };
  }
  return { ...evolveBy(JOB_EVENTS, before, entry), seq, at };
}
var NOTHING_TOLD = { state: void 0, newer: void 0 };
function tellJob(told, entry) {
  if (told.newer !== void 0) return told;
  const understood = understandEntry(JOB_EVENTS, entry);
  return understood.known ? { ...told, state: evolveJob(told.state, understood.entry) } : { ...told, newer: understood.newer };
}
var replayJob = (entries) => entries.reduce(tellJob, NOTHING_TOLD).state;

// src/record/seal-key.ts
var NAME = "seal-ed25519.pem";
var NEXT = "seal-ed25519.next.pem";
var OneKey = class _OneKey {
  constructor(pem, publicKey) {
    this.pem = pem;
    this.publicKey = publicKey;
  }
  pem;
  publicKey;
  static make(file) {
    const { privateKey } = generateKeyPairSync("ed25519");
    const pem = privateKey.export({ format: "pem", type: "pkcs8" });
    writeFileSync(file, pem, { mode: 384, flush: true });
    return _OneKey.read(file);
  }
  static read(file) {
    const pem = readFileSync(file, "utf8");
    const spki = createPublicKey(createPrivateKey(pem)).export({ format: "der", type: "spki" });
    const keyId = createHash("sha256").update(spki).digest("hex").slice(0, 16);
    return new _OneKey(pem, { alg: "Ed25519", keyId, spki: spki.toString("base64") });
  }
  sign(text) {
    const value = sign(null, Buffer.from(text, "utf8"), createPrivateKey(this.pem)).toString("base64");
    return { alg: "Ed25519", keyId: this.publicKey.keyId, value };
  }
};
var SealKey = class _SealKey {
  constructor(folder, key) {
    this.folder = folder;
    this.key = key;
  }
  folder;
  key;
  /**
   * The key of a folder. A new folder gets one; a shop that is set up has the one that its ledger knows, or does not open.
   * @throws ProblemError SEAL_KEY_MISSING, SEAL_KEY_FOREIGN
   */
  static inFolder(folder, known) {
    const keys = join(folder, "keys");
    const [file, next] = [join(keys, NAME), join(keys, NEXT)];
    mkdirSync(keys, { recursive: true, mode: 448 });
    if (known === void 0)
      return new _SealKey(folder, existsSync(file) ? OneKey.read(file) : OneKey.make(file));
    if (existsSync(next)) {
      if (isKey(next, known)) renameSync(next, file);
      else rmSync(next);
    }
    if (!existsSync(file)) throw ProblemError.of("SEAL_KEY_MISSING", { keyId: known.keyId, folder });
    const key = readOr(
      file,
      () => ProblemError.of("SEAL_KEY_FOREIGN", { keyId: known.keyId, found: "no key at all", folder })
    );
    if (key.publicKey.spki !== known.spki)
      throw ProblemError.of("SEAL_KEY_FOREIGN", {
        keyId: known.keyId,
        found: key.publicKey.keyId,
        folder
      });
    return new _SealKey(folder, key);
  }
  get publicKey() {
    return this.key.publicKey;
  }
  /** @throws ProblemError SEAL_NOT_VERIFIED: a seal that does not verify is not written */
  sign(text) {
    const signature = this.key.sign(text);
    if (!checkSignature(text, signature, this.key.publicKey))
      throw ProblemError.of("SEAL_NOT_VERIFIED", { keyId: this.key.publicKey.keyId });
    return signature;
  }
  /** What a change would say, for a decision before any key is made. */
  wouldChange(reason) {
    const from = this.key.publicKey.keyId;
    return { from, to: { alg: "Ed25519", keyId: "next", spki: "" }, reason, signatures: null };
  }
  /**
   * Another key takes the place, one change after the other.
   * @param say writes the change into the ledger; false where this change was written before, and nothing changes
   */
  async change(reason, say) {
    const run = this.changing.then(async () => {
      const { change, take } = this.prepareChange(reason);
      if (await say(change)) take();
    });
    this.changing = run.catch(() => void 0);
    await run;
  }
  changing = Promise.resolve();
  /** Another key, and both signatures over the change; it takes the place when the ledger has said so. */
  prepareChange(reason) {
    const next = OneKey.make(join(this.folder, "keys", NEXT));
    const text = keyChangeText({ from: this.key.publicKey.keyId, to: next.publicKey });
    const change = {
      from: this.key.publicKey.keyId,
      to: next.publicKey,
      reason,
      signatures: { old: this.key.sign(text).value, new: next.sign(text).value }
    };
    const take = () => {
      renameSync(join(this.folder, "keys", NEXT), join(this.folder, "keys", NAME));
      this.key = next;
    };
    return { change, take };
  }
};
function prepareLostKey(folder, from, reason) {
  const keys = join(folder, "keys");
  mkdirSync(keys, { recursive: true, mode: 448 });
  const next = OneKey.make(join(keys, NEXT));
  const change = { from, to: next.publicKey, reason, signatures: null };
  return { change, take: () => renameSync(join(keys, NEXT), join(keys, NAME)) };
}
function isKey(file, known) {
  try {
    return OneKey.read(file).publicKey.spki === known.spki;
  } catch {
    return false;
  }
}
function readOr(file, otherwise) {
  try {
    return OneKey.read(file);
  } catch {
    throw otherwise();
  }
}
function checkSignature(text, signature, key) {
  try {
    const spki = Buffer.from(key.spki, "base64");
    const keyId = createHash("sha256").update(spki).digest("hex").slice(0, 16);
    if (keyId !== key.keyId || keyId !== signature.keyId) return false;
    const publicKey = createPublicKey({ key: spki, format: "der", type: "spki" });
    return verify(null, Buffer.from(text, "utf8"), publicKey, Buffer.from(signature.value, "base64"));
  } catch {
    return false;
  }
}

export {
  CHAIN_START,
  chainHash,
  hashOfBytes,
  secondLook,
  isInDate,
  fitText,
  decisionAt,
  dependsOn,
  contextAt,
  fitDecision,
  WITHHELD,
  currentPin,
  limitInForce,
  limitOfFit,
  limitNotes,
  evidenceKindOf,
  isSize,
  evidenceOf,
  saysNoMore,
  bothTogether,
  CORRECTION_REASONS,
  placeAt,
  currentReading,
  originOf,
  unitOf,
  asFound,
  asFitted,
  characteristicOf,
  partsAt,
  judgedPart,
  NO_PART,
  judgedAt,
  decisionsThere,
  judgedBy,
  unaskedReason,
  slotsBehind,
  restOnKind,
  kindsBehind,
  reportsBehind,
  sheetPlaces,
  isPlaceOfSheet,
  placeOf,
  unitOfSheet,
  judgePlace,
  judgeAgain,
  understand,
  boresSeen,
  decideCarryRing,
  stillTrue,
  boresByRing,
  REPEATS_SINCE,
  ownOf,
  standingAt,
  standTogether,
  knownBy,
  asksSecondLook,
  saysTheSame,
  hasMeasured,
  rejudgements,
  rejudgedAt,
  spreadOfSet,
  concessionOf,
  isOfFirstRules,
  placeStatus,
  limitChoices,
  MOST_CONTRASTED,
  meanOf,
  lowerEnd,
  resolutionOf,
  contrastOf,
  setRules,
  decideFindings,
  lateInstruments,
  runningPlaces,
  livesOf,
  kitRules,
  kitStands,
  filingAdvice,
  planStand,
  openPlans,
  partsOfWork,
  CAUSES,
  FOUND,
  TEST_METHODS,
  lookKey,
  CRACK_TEST,
  WAYS,
  mapSlots,
  lookSlotOf,
  asksInspection,
  inspectionOf,
  askedFace,
  decideInspection,
  isSaidAnew,
  workOfInspection,
  asksMap,
  mapOf,
  columnOfSlot,
  refitParts,
  decideStrip,
  signatureOf,
  sealText,
  documentsSincePin,
  declinedNews,
  withCylinderFacts,
  orderStand,
  evidenceSince,
  openRaised,
  openMatters,
  notesAbout,
  PICTURE_WHEN,
  ORDER_SORTS,
  ORDER_SETTLED,
  aboutPart,
  gateRule,
  unsignedBefore,
  currentGate,
  gateWaits,
  gateStand,
  RULES_VERSION,
  JOB_EVENTS,
  evolveJob,
  tellJob,
  replayJob,
  SealKey,
  prepareLostKey,
  checkSignature
};
//# sourceMappingURL=chunk-KV2R4TKS.mjs.map
