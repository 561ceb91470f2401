import {
  attachedFile,
  fitVariant,
  limitsPin
} from "./chunk-KLTGP5TX.mjs";
import {
  verifyChain
} from "./chunk-LXENB2N7.mjs";
import {
  CAUSES,
  CORRECTION_REASONS,
  CRACK_TEST,
  FOUND,
  JOB_EVENTS,
  NO_PART,
  ORDER_SETTLED,
  ORDER_SORTS,
  PICTURE_WHEN,
  REPEATS_SINCE,
  RULES_VERSION,
  TEST_METHODS,
  WAYS,
  WITHHELD,
  askedFace,
  asksInspection,
  asksMap,
  asksSecondLook,
  bothTogether,
  characteristicOf,
  contextAt,
  currentPin,
  currentReading,
  decideCarryRing,
  decideFindings,
  decideInspection,
  decideStrip,
  dependsOn,
  documentsSincePin,
  evidenceOf,
  evidenceSince,
  evolveJob,
  gateRule,
  gateWaits,
  hasMeasured,
  inspectionOf,
  isInDate,
  isPlaceOfSheet,
  isSaidAnew,
  isSize,
  judgeAgain,
  judgePlace,
  judgedAt,
  judgedBy,
  judgedPart,
  kindsBehind,
  kitRules,
  knownBy,
  lateInstruments,
  lookKey,
  mapOf,
  notesAbout,
  openMatters,
  openPlans,
  openRaised,
  orderStand,
  ownOf,
  partsAt,
  partsOfWork,
  placeAt,
  placeOf,
  refitParts,
  rejudgedAt,
  rejudgements,
  reportsBehind,
  restOnKind,
  saysNoMore,
  saysTheSame,
  sealText,
  secondLook,
  sheetPlaces,
  signatureOf,
  standTogether,
  standingAt,
  understand,
  unitOf,
  unsignedBefore,
  withCylinderFacts,
  workOfInspection
} from "./chunk-KV2R4TKS.mjs";
import {
  ASKED_BESIDE,
  DEFECTS,
  DIAMETER_BASES,
  PIN_VERSION,
  YES_NO,
  actor,
  arrivalEventData,
  canonical,
  checkedDocument,
  clockEventData,
  contextOf,
  cylinderFacts,
  digestOf,
  engineFacts,
  filingSaid,
  fitsOf,
  gateCommands,
  gateEventData,
  holdsOneOf,
  instrument,
  jobFacts,
  knownOfPart,
  newPart,
  olderArrivalEventData,
  olderGateEventData,
  olderPartEventData,
  own,
  partEventData,
  partId,
  partMove,
  partRef,
  pinSameDocuments,
  placeKey as placeKey2,
  restingOn,
  restsOn,
  reworkWord,
  route,
  saidFacts,
  saidOfParts,
  sameData,
  samePerson,
  secondPersonPolicy,
  serialNumberOf,
  sheetsBehind,
  workshopFacts,
  zone
} from "./chunk-WQVLMFWN.mjs";
import {
  DATUMS,
  NO_PARTS,
  OF_THE_ENGINE,
  SAID_OF_PART,
  SETTLED_AS,
  ZERO,
  along,
  boundOnTheWire,
  depthOf,
  derivedSize,
  fitState,
  id,
  inputFault,
  inputsOf,
  instant,
  isoDate,
  kindOfSlot,
  kindsChanged,
  layoutReason,
  lengthOnTheWire,
  lengthUnit,
  lifeLimit,
  name,
  nanometres,
  nextPartId,
  ok,
  onceFor,
  parsePlaceKey,
  partIn,
  partKindRule,
  partKindsOf,
  perBound,
  placeKey,
  placesOf,
  plus,
  printedLength,
  reason,
  refuse,
  reworkRule,
  saidOf,
  sha256,
  slotsAt,
  slotsOf,
  text,
  undeclaredAxes,
  understandEntry,
  workOn
} from "./chunk-CFPWUEHS.mjs";

// ../core/src/job/record-file.ts
var RECORD_FORMAT = "oak-gate/record";
var RECORD_VERSION = 2;
var recordTitle = ({ engine, route: route2 }) => `Overhaul record of ${engine.modelName} ${engine.serial}: ${route2.covers}`;

// ../core/src/release/statement/sections.ts
var onSheets = (sheets) => (key) => sheets.includes(parsePlaceKey(key)?.characteristic ?? "");
var statusesBehind = (state, gate) => openMatters(state, sheetsBehind(state.route, gate)).statuses;
var limitsBehind = (state, gate) => {
  const isBehind2 = onSheets(sheetsBehind(state.route, gate));
  return state.limitDecisions.filter(({ pin, fit }) => pin === currentPin(state)?.pin && isBehind2(fit));
};
var notApplicableBehind = (state, gate) => statusesBehind(state, gate).filter(({ state: word }) => word === "notApplicable").map(({ key }) => ({ key, reason: placeAt(state, key).notApplicable?.reason ?? null }));
var lyingParts = (state, isAsked) => state.parts.values().filter(({ kind, slot }) => slot !== null && isAsked(kind)).sort((a, b) => a.id < b.id ? -1 : 1);
var sections = {
  identity: {
    version: 1,
    covers: ({ job, engine, identity }) => ({ job, engine, readBy: identity?.seq ?? null })
  },
  documents: {
    version: 1,
    covers: (state) => {
      const pin = currentPin(state);
      return {
        pin: pin?.pin ?? 0,
        documents: pin?.documents.map(({ id: id2, digest }) => ({ id: id2, digest })) ?? [],
        checked: state.documentsChecked?.seq ?? null,
        declined: state.declined.map(({ seq }) => seq)
      };
    }
  },
  /** Those that were taken, for a gate that asks whether they are in date; elsewhere those that the readings were taken with. */
  instruments: {
    version: 1,
    covers: (state, gate) => gate.conditions.includes("instrumentsInDate") ? Object.values(state.instruments) : [
      ...new Map(
        statusesBehind(state, gate).flatMap(
          ({ reading: reading2 }) => reading2?.instrument == null ? [] : [[`${reading2.instrument.id} ${reading2.instrument.dueOn}`, reading2.instrument]]
        )
      ).values()
    ].map(({ id: id2, calibratedOn, dueOn }) => ({ id: id2, calibratedOn, dueOn }))
  },
  readings: {
    version: 1,
    covers: (state, gate) => statusesBehind(state, gate).map(({ key, state: word, reading: reading2 }) => ({
      key,
      word,
      reading: reading2?.seq ?? null,
      parts: reading2?.parts ?? []
    }))
  },
  parts: {
    version: 3,
    covers: (state, gate) => {
      const sheets = sheetsBehind(state.route, gate);
      return lyingParts(state, (kind) => restOnKind(state, sheets, kind)).map((part) => ({
        ...{ id: part.id, slot: part.slot, state: part.state, condition: part.condition },
        ...saidOf(part)
      }));
    },
    older: {
      2: (state, gate) => {
        const sheets = sheetsBehind(state.route, gate);
        return lyingParts(state, (kind) => restOnKind(state, sheets, kind)).map(
          ({ id: id2, slot, state: is, condition: condition3, partNumber, lot, maker, material }) => {
            const known = { partNumber, lot, maker, material };
            return { id: id2, slot, state: is, condition: condition3, ...known };
          }
        );
      },
      1: (state, gate) => {
        const kinds = kindsBehind(state, sheetsBehind(state.route, gate));
        return lyingParts(state, (kind) => kinds.has(kind)).map(
          ({ id: id2, slot, state: is, condition: condition3, partNumber, lot }) => {
            return { id: id2, slot, state: is, condition: condition3, partNumber, lot };
          }
        );
      }
    }
  },
  /** How everything lay that was put down on the map, for the gate of the map; what was decided of it, for those after. */
  asFound: {
    version: 1,
    covers: (state, gate) => {
      if (!asksMap(state)) return null;
      if (!gate.conditions.includes("mapComplete"))
        return state.oddDecided.map(({ finding: finding2, keep, seq }) => ({ finding: finding2, keep, seq }));
      return state.asFound.values().map(({ slot, part, way, cannotTell, odd, atBuild, seq }) => ({
        ...{ slot, part, way, cannotTell, odd, atBuild, seq }
      })).sort((a, b) => a.slot < b.slot ? -1 : 1);
    }
  },
  /** Which way round what ran in was put back, for the gate that asks for it. */
  refit: {
    version: 1,
    covers: (state, gate) => gate.conditions.includes("partsRefitted") ? refitParts(state).map(({ part, slot, said }) => ({
      part,
      slot,
      way: said?.way ?? null,
      seq: said?.seq ?? 0
    })) : null
  },
  /** What was found on every face, for the gate of the inspection; what was decided of it, for those after. */
  inspection: {
    version: 1,
    covers: (state, gate) => {
      if (!asksInspection(state)) return null;
      const decided3 = state.looksDecided.map(({ finding: finding2, seq }) => ({ finding: finding2, seq }));
      if (!gate.conditions.includes("partsInspected")) return decided3;
      const looks = state.looks.values().map(({ slot, part, item: item2, condition: condition3, found, seq }) => ({ slot, part, item: item2, condition: condition3, found, seq })).sort((a, b) => a.seq - b.seq || (a.part < b.part ? -1 : 1));
      return { looks, decided: decided3 };
    }
  },
  /** Reports that nobody has settled: a gate is not signed over one, and a later format may say otherwise. */
  reports: {
    version: 1,
    covers: (state, gate) => reportsBehind(state, sheetsBehind(state.route, gate)).map(({ seq }) => seq)
  },
  concessions: {
    version: 1,
    covers: (state, gate) => statusesBehind(state, gate).filter(({ conceded }) => conceded).map(({ key }) => ({ key, granted: own(state.concessions, key)?.seq ?? null }))
  },
  /** Places that a person said are not applicable, and who was out of date: decisions that are no reading. */
  decisions: {
    version: 2,
    covers: (state, gate) => {
      const limits = limitsBehind(state, gate).map(({ fit, partState, of = null, rows: rows2, by, secondLook: secondLook2 }) => ({
        fit,
        partState,
        of,
        rows: rows2,
        by,
        secondLook: secondLook2
      }));
      const used = new Set(
        statusesBehind(state, gate).flatMap(({ reading: reading2 }) => reading2?.instrument?.id ?? [])
      );
      const instruments = Object.entries(state.acceptedInstruments).filter(([id2]) => used.has(id2));
      return {
        notApplicable: notApplicableBehind(state, gate),
        limits,
        instruments: Object.fromEntries(instruments)
      };
    },
    older: {
      1: (state, gate) => {
        const limits = limitsBehind(state, gate).map(({ fit, partState, rows: rows2, by, secondLook: secondLook2 }) => ({
          fit,
          partState,
          rows: rows2,
          by,
          secondLook: secondLook2
        }));
        return {
          notApplicable: notApplicableBehind(state, gate),
          limits,
          instruments: state.acceptedInstruments
        };
      }
    }
  },
  notes: {
    version: 1,
    covers: (state, gate) => notesAbout(state, sheetsBehind(state.route, gate)).flatMap((id2) => {
      const accepted = own(state.acceptedNotes, id2);
      return accepted === void 0 ? [] : [{ id: id2, seq: accepted.seq, pin: accepted.pin }];
    }).sort((a, b) => a.seq - b.seq)
  },
  gatesBefore: {
    version: 1,
    covers: (state, gate) => restsOn(state.route, gate).map(({ stage }) => ({
      stage,
      digest: signatureOf(state, stage)?.digest ?? null
    }))
  }
};
var STATEMENT_SECTIONS = sections;
var STATEMENT_TOPICS = Object.keys(sections);
var SECTIONS_NOW = Object.fromEntries(
  Object.entries(STATEMENT_SECTIONS).map(([topic, { version }]) => [topic, version])
);

// ../core/src/release/statement/every-gate-before.ts
var everyGateBefore = ({ gates }, { stage }) => gates.slice(
  0,
  gates.findIndex((gate) => gate.stage === stage)
);

// ../core/src/release/statement/statement-1.ts
function gateStatement1(state, gate) {
  const words = wordsFor(state, gate);
  const pin = currentPin(state);
  const statuses = statusesThen(
    state,
    gate.sheets.length > 0 ? gate.sheets : state.route.gates.flatMap(({ sheets }) => sheets)
  );
  const covered = {
    gate: gate.stage,
    words,
    job: state.job,
    engine: state.engine,
    pin: pin?.pin ?? 0,
    documents: pin?.documents.map(({ id: id2, digest }) => ({ id: id2, digest })) ?? [],
    identity: state.identity?.seq ?? null,
    documentsChecked: state.documentsChecked?.seq ?? null,
    before: everyGateBefore(state.route, gate).map(({ stage }) => signatureOf(state, stage)?.digest ?? null),
    ...gate.stage === "arrival" ? { instruments: Object.values(state.instruments) } : {
      places: statuses.map(({ key, state: word, conceded, reading: reading2 }) => ({
        key,
        word,
        conceded,
        reading: reading2?.seq ?? null
      }))
    }
  };
  return { digest: digestOf(covered), words };
}
function wordsFor(state, gate) {
  const pin = currentPin(state);
  const engine = `${state.engine.modelName}, serial ${state.engine.serial}, job ${state.job.number}`;
  const documents = pin?.documents.map(({ id: id2 }) => id2).join(", ") ?? "";
  const mixed = new Set(pin?.fits.filter(({ governing }) => governing.mixed === true).map(({ fit }) => fit)).size;
  if (gate.stage === "arrival") {
    return [
      `This engine is ${engine}; a second person has read the serial on it.`,
      `It is judged by ${documents}, which were current when they were checked.`,
      ...mixedWords(mixed),
      `The instruments taken for it are in date: ${Object.keys(state.instruments).join(", ")}.`
    ];
  }
  const statuses = statusesThen(state, gate.sheets.length > 0 ? gate.sheets : void 0);
  const within = statuses.filter(({ state: word }) => word === "in" || word === "serviceable").length;
  const conceded = statuses.filter((status) => status.conceded);
  const notApplicable = statuses.filter(({ state: word }) => word === "notApplicable").length;
  const counts = [
    `${within} of ${statuses.length} places within limits`,
    ...conceded.length > 0 ? [`${conceded.length} out of limits and accepted by concession`] : [],
    ...notApplicable > 0 ? [`${notApplicable} not applicable`] : []
  ].join(", ");
  if (gate.stage === "release") {
    return [
      `I have read the record of ${engine}.`,
      `It covers ${state.route.covers} and nothing else: ${counts}.`,
      `Judged by ${documents}.`,
      "After this signature the record is sealed and cannot be changed."
    ];
  }
  return [
    `The sheets behind this gate of ${engine} are complete.`,
    `${capital(state.route.covers)}: ${counts}.`,
    `Judged by ${documents}.`,
    ...sincePinWords(state, mixed)
  ];
}
var mixedWords = (mixed) => mixed === 0 ? [] : [
  `In ${mixed} ${mixed === 1 ? "fit" : "fits"} the minimum and the maximum come from different documents; I accept these windows.`
];
function sincePinWords(state, mixed) {
  const pin = currentPin(state)?.pin ?? 0;
  const isNew = state.documentsChecked !== void 0 && state.documentsChecked.pin !== pin;
  const decided3 = state.limitDecisions.filter((each) => each.pin === pin);
  const declined = state.declined.filter((each) => each.pin === pin);
  return [
    ...isNew ? [`The limits were pinned anew after the arrival was signed (pin ${pin}).`, ...mixedWords(mixed)] : [],
    ...decided3.map(({ fit, reason: reason2 }) => `The limit of ${fit} was decided by a person: ${reason2}`),
    ...declined.map(
      ({ by, reason: reason2 }) => `What arrived in the library later was not adopted (${by.name}): ${reason2}`
    )
  ];
}
var capital = (text2) => text2.charAt(0).toUpperCase() + text2.slice(1);
function statusesThen(state, sheets) {
  const pin = currentPin(state);
  return (pin?.characteristics ?? []).filter(({ id: id2 }) => sheets === void 0 || sheets.includes(id2)).flatMap(({ id: id2 }) => sheetPlaces(state, id2)).map((place) => statusThen(state, place));
}
function statusThen(state, place) {
  const key = placeKey(place);
  const record = placeAt(state, key);
  const layout = currentPin(state)?.model.layout;
  const is = (word, reading3, conceded = false) => ({
    key,
    state: word,
    conceded,
    reading: reading3
  });
  if (layout !== void 0 && layoutReason(layout, place) !== void 0) return is("notApplicable");
  if (record.notApplicable !== void 0)
    return is(record.notApplicable.accepted ? "notApplicable" : "declaredNotApplicable");
  if (record.contested.length > 0) return is("contested", record.readings.at(-1));
  const reading2 = currentReading(record);
  if (record.deferred !== void 0 && reading2?.verdict.acceptable !== true) return is("deferred", reading2);
  if (reading2 !== void 0)
    return is(reading2.verdict.verdict, reading2, own(state.concessions, key)?.reading === reading2.seq);
  const last = record.readings.findLast(({ status }) => status === "spent" || status === "void");
  return last === void 0 ? is("notTaken") : is(last.status === "spent" ? "spent" : "void", last);
}

// ../core/src/release/statement/statement-2.ts
function gateStatement2(state, gate) {
  const words = wordsFor2(state, gate);
  const pin = currentPin(state);
  const { statuses } = openMatters(
    state,
    gate.sheets.length > 0 ? gate.sheets : state.route.gates.flatMap(({ sheets }) => sheets)
  );
  const covered = {
    statement: 2,
    gate: gate.stage,
    words,
    job: state.job,
    engine: state.engine,
    pin: pin?.pin ?? 0,
    documents: pin?.documents.map(({ id: id2, digest }) => ({ id: id2, digest })) ?? [],
    identity: state.identity?.seq ?? null,
    documentsChecked: state.documentsChecked?.seq ?? null,
    before: everyGateBefore(state.route, gate).map(({ stage }) => signatureOf(state, stage)?.digest ?? null),
    ...gate.stage === "arrival" ? { instruments: Object.values(state.instruments) } : {
      places: statuses.map(({ key, state: word, conceded, reading: reading2 }) => ({
        key,
        word,
        conceded,
        reading: reading2?.seq ?? null,
        parts: reading2?.parts ?? []
      })),
      reports: state.reports.map(({ seq }) => seq),
      accepted: Object.values(state.acceptedNotes).map(({ seq }) => seq),
      decided: state.limitDecisions.filter((each) => each.pin === pin?.pin).map(({ fit, partState, rows: rows2 }) => ({ fit, partState, rows: rows2 }))
    }
  };
  return { digest: digestOf(covered), words };
}
function wordsFor2(state, gate) {
  const pin = currentPin(state);
  const engine = `${state.engine.modelName}, serial ${state.engine.serial}, job ${state.job.number}`;
  const documents = pin?.documents.map(({ id: id2 }) => id2).join(", ") ?? "";
  const mixed = new Set(pin?.fits.filter(({ governing }) => governing.mixed === true).map(({ fit }) => fit)).size;
  if (gate.stage === "arrival") {
    return [
      `This engine is ${engine}; a second person has read the serial on it.`,
      `It is judged by ${documents}, which were current when they were checked.`,
      ...mixedWords2(mixed),
      `The instruments taken for it are in date: ${Object.keys(state.instruments).join(", ")}.`
    ];
  }
  const { statuses } = openMatters(state, gate.sheets.length > 0 ? gate.sheets : void 0);
  const within = statuses.filter(({ state: word }) => word === "in" || word === "serviceable").length;
  const conceded = statuses.filter((status) => status.conceded);
  const notApplicable = statuses.filter(({ state: word }) => word === "notApplicable").length;
  const counts = [
    `${within} of ${statuses.length} places within limits`,
    ...conceded.length > 0 ? [`${conceded.length} out of limits and accepted by concession`] : [],
    ...notApplicable > 0 ? [`${notApplicable} not applicable`] : []
  ].join(", ");
  if (gate.stage === "release") {
    return [
      `I have read the record of ${engine}.`,
      `It covers ${state.route.covers} and nothing else: ${counts}.`,
      `Judged by ${documents}.`,
      ...state.job.previousSeal === null ? [] : [`The record before it ends at ${state.job.previousSeal.slice(0, 16)}.`],
      "After this signature the record is sealed and cannot be changed."
    ];
  }
  return [
    `The sheets behind this gate of ${engine} are complete.`,
    `${capital2(state.route.covers)}: ${counts}.`,
    `Judged by ${documents}.`,
    ...sincePinWords2(state, mixed)
  ];
}
var mixedWords2 = (mixed) => mixed === 0 ? [] : [
  `In ${mixed} ${mixed === 1 ? "fit" : "fits"} the minimum and the maximum come from different documents; I accept these windows.`
];
function sincePinWords2(state, mixed) {
  const pin = currentPin(state)?.pin ?? 0;
  const isNew = state.documentsChecked !== void 0 && state.documentsChecked.pin !== pin;
  const decided3 = state.limitDecisions.filter((each) => each.pin === pin);
  const declined = state.declined.filter((each) => each.pin === pin);
  return [
    ...isNew ? [`The limits were pinned anew after the arrival was signed (pin ${pin}).`, ...mixedWords2(mixed)] : [],
    ...decided3.map(
      ({ fit, by, secondLook: secondLook2, reason: reason2 }) => `The limit of ${fit} was chosen by ${by}${secondLook2 === null ? "" : ` and looked at by ${secondLook2}`}: ${reason2}`
    ),
    ...declined.map(
      ({ by, reason: reason2 }) => `What arrived in the library later was not adopted (${by.name}): ${reason2}`
    )
  ];
}
var capital2 = (text2) => text2.charAt(0).toUpperCase() + text2.slice(1);

// ../core/src/release/statement/gate-statement.ts
var STATEMENT_VERSION = 3;
function statementDigest(state, gate, words, versions = SECTIONS_NOW) {
  const sections2 = Object.entries(versions).map(([topic, version]) => {
    const covers = coversOf(topic, version);
    return [topic, { version, covers: covers?.(state, gate) ?? null }];
  });
  return digestOf({
    statement: STATEMENT_VERSION,
    gate: gate.stage,
    words,
    sections: Object.fromEntries(sections2)
  });
}
function coversOf(topic, version) {
  const section = own(STATEMENT_SECTIONS, topic);
  return section?.version === version ? section.covers : section?.older?.[version];
}
function statementAgain(state, gate, { statement, words, sections: sections2 }) {
  switch (statement) {
    case 1:
      return gateStatement1(state, gate);
    case 2:
      return gateStatement2(state, gate);
    default:
      return { digest: statementDigest(state, gate, words, sections2), words };
  }
}

// ../core/src/release/pin-context.ts
function cylinderContexts(model, engine) {
  const told2 = (own2) => {
    const { oversize, diameter } = pinContext(model, { ...engine, ...own2 }, "").context;
    return {
      ...oversize === void 0 ? {} : { oversize },
      ...diameter === void 0 ? {} : { diameter }
    };
  };
  const plain = told2({});
  const alike = /* @__PURE__ */ new Map();
  for (const { id: id2 } of model.layout.cylinders) {
    const its = told2(engine.cylinders?.[id2] ?? {});
    if (sameData(its, plain)) continue;
    const key = `${its.oversize ?? ""} ${its.diameter ?? ""}`;
    const there = alike.get(key) ?? { its, cylinders: [] };
    there.cylinders.push(id2);
    alike.set(key, there);
  }
  return [...alike.values()].map(({ its, cylinders }) => ({ cylinders, ...its }));
}
function pinContext(model, engine, duty) {
  const { serial, buildDate, oversize, pistonMaterial, ringPartNumber } = engine;
  const measured = engine.measuredBore ?? null;
  const known = measured !== null ? "measured" : oversize !== null ? "nominalPlusOversize" : "nominal";
  const asked = engine.diameterBasis ?? known;
  const isKnown = asked === "nominal" || (asked === "measured" ? measured !== null : oversize !== null);
  const diameterBasis = isKnown ? asked : known;
  const diameter = diameterBasis === "measured" && measured !== null ? measured : diameterBasis === "nominalPlusOversize" && oversize !== null ? plus(model.bore.nm, oversize) : model.bore.nm;
  return {
    diameterBasis,
    context: {
      serial,
      duty,
      diameter,
      ...oversize === null ? {} : { oversize },
      ...buildDate === null ? {} : { buildDate },
      ...pistonMaterial === null ? {} : { pistonMaterial },
      ...ringPartNumber === null ? {} : { partNumber: ringPartNumber }
    }
  };
}

// ../core/src/rework/decide-rework.ts
var isFact = (command) => ["fitParts", "replacePart", "reworkPart", "moveParts"].includes(command.type);
var ASPECTS_SINCE = 11;
function decideRework(state, command, by, overtaken = false) {
  if (!holdsOneOf(by, ["technician", "inspector"])) {
    return refuse("MAY_NOT", {
      action: "work on parts",
      needs: ["technician", "inspector"],
      person: by.name
    });
  }
  switch (command.type) {
    case "settleFact":
      return settle(state, command, by);
    case "sayPartFacts":
      return sayPartFacts(state, command);
    case "fitParts":
      return fitParts(state, command, overtaken);
    case "replacePart":
    case "reworkPart":
      return workOn2(state, command, overtaken);
    case "moveParts":
      return moveParts(state, command, overtaken);
  }
}
function sayPartFacts(state, { parts, from, facts, reason: reason2 }) {
  const ids = [...new Set(parts)];
  const unknown2 = ids.find((id2) => state.parts.get(id2) === void 0);
  if (unknown2 !== void 0) return refuse("PART_UNKNOWN", { part: unknown2 });
  const gone = ids.find((id2) => state.parts.get(id2)?.slot === null);
  if (gone !== void 0) return refuse("PART_NOT_FITTED", { part: gone });
  if (reason2.trim() === "") return refuse("REASON_MISSING", { action: "say what a part is" });
  const now = partFactsOf(state, parts);
  const isNew = now.some(
    (known) => SAID_OF_PART.some((fact) => facts[fact] !== void 0 && facts[fact] !== (known[fact] ?? null))
  );
  if (ids.length === 0 || !isNew) return refuse("NOTHING_SAID", { what: "the part" });
  if (!sameData(from, now))
    return refuse("PART_SAID_ANEW", { part: parts.find((_, i) => !sameData(from[i], now[i])) ?? "" });
  return ok([{ type: "partFactsSaid", v: 2, data: { parts: ids, facts, reason: reason2.trim() } }]);
}
var partFactsOf = ({ parts }, ids) => ids.map((id2) => saidOf(parts.get(id2) ?? NOTHING_KNOWN));
var NOTHING_KNOWN = { partNumber: null, maker: null, material: null };
function workOn2(state, command, overtaken) {
  const part = state.parts.get(command.part);
  if (part === void 0) return refuse("PART_UNKNOWN", { part: command.part });
  const slot = part.slot ?? lastSlot(part);
  const fact = factOf(command);
  if (fact.kind === "rework") {
    if (fact.how === "") return refuse("REASON_MISSING", { action: `say how the part was ${fact.what}` });
    if (!reworksOf(state, part.kind).includes(fact.what)) return refuse("PART_UNKNOWN", { part: part.id });
  } else if (fact.reason === "") return refuse("REASON_MISSING", { action: "replace a part" });
  if (command.basedOn > part.condition)
    return refuse("PART_CHANGED", { part: part.id, basedOn: command.basedOn, now: part.condition });
  const because = part.slot === null ? "partGone" : part.condition !== command.basedOn ? "partChanged" : overtaken ? "gateSigned" : void 0;
  if (because !== void 0) return ok([reported(slot, fact, because, command.basedOn)]);
  return ok(eventsOf(state, fact, slot));
}
var lastSlot = ({ history }) => history.findLast(({ what }) => what === "fitted" || what === "moved")?.note ?? "";
function factOf(command) {
  const { part } = command;
  return command.type === "reworkPart" ? {
    ...{ kind: "rework", part, what: command.what, how: command.how.trim() },
    ...command.round === void 0 ? {} : { round: command.round }
  } : { kind: "replace", part, reason: command.reason.trim(), instead: command.instead };
}
function eventsOf(state, fact, slot) {
  const there = partIn(state, slot);
  switch (fact.kind) {
    case "rework":
      return reworked(state, fact);
    case "replace": {
      const removed = there === void 0 ? [] : [removal(there.id, slot, fact.reason)];
      const put = fact.instead === null ? removed : [...removed, fitted(state, slot, fact.instead)];
      return [...put, ...shifted(state, [slot], fact.reason)];
    }
    case "fit": {
      const removed = there === void 0 ? [] : [removal(there.id, slot, ANOTHER_FITTED)];
      return [...removed, fitted(state, slot, fact.with), ...shifted(state, [slot], "fitted")];
    }
    case "move":
      return moved(state, fact.moves, fact.reason);
  }
}
var ANOTHER_FITTED = "another one was fitted";
function reworked(state, { part: id2, what, how, round }) {
  const part = state.parts.get(id2);
  const layout = currentPin(state)?.model.layout;
  if (part === void 0 || layout === void 0) return [];
  const own2 = reworkedOne(state, layout, part, { what, how, ...round === void 0 ? {} : { round } });
  if (state.rules < ASPECTS_SINCE || part.slot === null) return [own2];
  const beside = reworkRule(layout, part.kind, what)?.beside ?? [];
  return [own2, ...besides(state, layout, part.slot, beside, how)];
}
function reworkedOne(state, layout, { id: id2, kind, condition: condition3 }, said) {
  const touches = state.rules < ASPECTS_SINCE ? void 0 : reworkRule(layout, kind, said.what)?.touches;
  const { what, how, ...more } = said;
  return {
    type: "partReworked",
    v: 3,
    data: {
      ...{ part: id2, what, condition: condition3 + 1, how },
      ...touches === void 0 ? {} : { touches },
      ...more
    }
  };
}
function besides(state, layout, slot, beside, how) {
  const at3 = parsePlaceKey(slot)?.at ?? {};
  return beside.flatMap(
    ({ kind, what }) => slotsAt(layout, kind, { characteristic: "", at: at3 }).flatMap((each) => {
      const part = partIn(state, each);
      return part === void 0 ? [] : [reworkedOne(state, layout, part, { what, how })];
    })
  );
}
function shifted(state, slots, how) {
  const layout = currentPin(state)?.model.layout;
  if (layout === void 0 || state.rules < ASPECTS_SINCE) return [];
  return [...new Set(slots)].flatMap((slot) => {
    const kind = kindOfSlot(slot);
    return besides(state, layout, slot, partKindRule(layout, kind)?.shifts ?? [], `${kind}: ${how}`);
  });
}
function moved(state, moves, reason2) {
  const going = new Set(moves.map(({ part }) => part));
  const inTheWay = moves.flatMap(({ to }) => {
    const there = partIn(state, to);
    return there === void 0 || going.has(there.id) ? [] : [removal(there.id, to, ANOTHER_FITTED)];
  });
  const told2 = moves.map(({ part, to }) => ({ part, from: state.parts.get(part)?.slot ?? null, to }));
  const slots = told2.flatMap(({ from, to }) => from === null ? [to] : [from, to]);
  return [
    ...inTheWay,
    { type: "partsMoved", v: 1, data: { moves: told2, reason: reason2 } },
    ...shifted(state, slots, reason2)
  ];
}
var removal = (part, slot, reason2) => ({
  type: "partRemoved",
  v: 1,
  data: { part, slot, reason: reason2 }
});
function fitted(state, slot, { state: partState, ...known }) {
  const part = nextPartId(state, slot);
  const kind = kindOfSlot(slot);
  return { type: "partFitted", v: 4, data: { part, kind, slot, state: partState, ...known } };
}
function moveParts(state, { moves, seen: seen2, reason: said }, overtaken) {
  const reason2 = said.trim();
  if (reason2 === "") return refuse("REASON_MISSING", { action: "move parts" });
  const known = knownSlots(state);
  const going = new Set(moves.map(({ part }) => part));
  for (const { part: id2, to } of moves) {
    const part = state.parts.get(id2);
    if (part === void 0) return refuse("PART_UNKNOWN", { part: id2 });
    if (!known.has(to)) return refuse("SLOT_UNKNOWN", { slot: to });
    if (part.kind !== kindOfSlot(to))
      return refuse("MOVE_NOT_POSSIBLE", { part: id2, to, because: "otherKind" });
  }
  const twice = moves.find(({ to }, i) => moves.findIndex((each) => each.to === to) !== i) ?? moves.find(({ part }, i) => moves.findIndex((each) => each.part === part) !== i);
  if (twice !== void 0) return refuse("MOVE_NOT_POSSIBLE", { ...twice, because: "twice" });
  const [first] = moves;
  if (first === void 0 || moves.every(({ part, to }) => state.parts.get(part)?.slot === to))
    return refuse("NOTHING_SAID", { what: "where the parts lie" });
  const conditions = moves.map(({ part: id2 }) => ({
    now: state.parts.get(id2)?.condition ?? 0,
    was: seen2.find((each) => each.id === id2)?.condition ?? 0,
    part: id2
  }));
  const ahead = conditions.find(({ now, was }) => was > now);
  if (ahead !== void 0)
    return refuse("PART_CHANGED", { part: ahead.part, basedOn: ahead.was, now: ahead.now });
  const because = overtaken ? "gateSigned" : conditions.some(({ now, was }) => was !== now) ? "partChanged" : moves.some(({ to }) => {
    const there = partIn(state, to);
    return there !== void 0 && !going.has(there.id);
  }) ? "slotTaken" : void 0;
  const stays = moves.filter(({ part, to }) => state.parts.get(part)?.slot !== to);
  return because === void 0 ? ok(moved(state, stays, reason2)) : ok([reported(first.to, { kind: "move", moves, seen: seen2, reason: reason2 }, because, null)]);
}
var reported = (slot, fact, because, basedOn) => ({ type: "factReported", v: 4, data: { slot, fact, because, basedOn } });
function fitParts(state, { type: _type, slots, underSignature: _signature, ...part }, overtaken) {
  const known = knownSlots(state);
  const events = [];
  for (const slot of new Set(slots)) {
    if (!known.has(slot)) return refuse("SLOT_UNKNOWN", { slot });
    const because = partIn(state, slot) !== void 0 ? "slotTaken" : overtaken ? "gateSigned" : void 0;
    events.push(
      because === void 0 ? fitted(state, slot, part) : reported(slot, { kind: "fit", slot, with: part }, because, null)
    );
  }
  const put = events.flatMap((each) => each.type === "partFitted" ? [each.data.slot] : []);
  events.push(...shifted(state, put, "fitted"));
  const [first] = slots;
  return events.length === 0 ? refuse("SLOT_UNKNOWN", { slot: first ?? "" }) : ok(events);
}
function reworksOf(state, kind) {
  const layout = currentPin(state)?.model.layout;
  return (layout === void 0 ? void 0 : partKindRule(layout, kind))?.reworks ?? [];
}
function knownSlots(state) {
  const layout = currentPin(state)?.model.layout;
  return layout === void 0 ? /* @__PURE__ */ new Set() : slotsOfLayout(layout);
}
var slotsOfLayout = onceFor(
  (layout) => new Set(partKindsOf(layout).flatMap(({ kind }) => slotsOf(layout, kind).map(({ key }) => key)))
);
function settle(state, { report: seq, as, reason: reason2 }, by) {
  const report = state.reports.find((each) => each.seq === seq);
  if (report === void 0) return refuse("REPORT_UNKNOWN", { report: seq });
  if (report.by.id !== by.id && !holdsOneOf(by, ["inspector"]))
    return refuse("MAY_NOT", {
      action: `settle what ${report.by.name} said`,
      needs: ["inspector"],
      person: by.name
    });
  if (reason2.trim() === "") return refuse("REASON_MISSING", { action: "settle what was said" });
  const settled2 = {
    type: "factSettled",
    v: 1,
    data: { report: seq, as, reason: reason2.trim() }
  };
  if (as !== "happened") return ok([settled2]);
  const done = happened(state, report);
  return done === void 0 ? refuse("PART_NOT_FITTED", { part: "part" in report.fact ? report.fact.part : report.slot }) : ok([...done, settled2]);
}
function happened(state, { fact, slot }) {
  if (fact.kind === "rework" && state.parts.get(fact.part)?.slot == null) return void 0;
  return eventsOf(state, fact, slot);
}

// ../core/src/bench/derive.ts
function inputPlaces({ model, characteristics }, characteristic, place) {
  return inputsOf(characteristic).map((id2) => {
    const input2 = characteristics.find((each) => each.id === id2);
    if (input2 === void 0) return [];
    return along(model.layout, input2.axes, input2.along ?? {}, place.at).map((at3) => ({ characteristic: id2, at: at3 })).filter((each) => layoutReason(model.layout, each) === void 0);
  });
}
var derivedBy = onceFor(
  (pin) => {
    const found = /* @__PURE__ */ new Map();
    for (const characteristic of pin.characteristics) {
      if (characteristic.from === void 0) continue;
      const axes = along(pin.model.layout, characteristic.axes, characteristic.along ?? {});
      for (const at3 of axes) {
        const place = { characteristic: characteristic.id, at: at3 };
        for (const input2 of inputPlaces(pin, characteristic, place).flat()) {
          const key = placeKey(input2);
          found.set(key, [...found.get(key) ?? [], placeKey(place)]);
        }
      }
    }
    return found;
  }
);
var derivedFrom = ({ characteristics }, id2) => characteristics.filter((each) => inputsOf(each).includes(id2)).map((each) => each.id);
function valueNow(state, pin, key) {
  const place = placeOf(state, key);
  const characteristic = pin.characteristics.find(({ id: id2 }) => id2 === place?.characteristic);
  if (place === void 0 || characteristic?.from === void 0) return void 0;
  const places = inputPlaces(pin, characteristic, place);
  const readings = places.map((each) => each.map((at3) => currentReading(placeAt(state, placeKey(at3)))));
  const all = readings.flat();
  if (all.length === 0 || !all.every((each) => each !== void 0)) return void 0;
  if (!takenAsNeeded(pin, characteristic.from, places.flat(), all)) return void 0;
  const sizes = readings.map(
    (each, i) => each.flatMap((reading3, j) => {
      if (reading3 === void 0 || !isSize(reading3.reading)) return [];
      const station = pin.model.layout.stations.find(({ id: id2 }) => id2 === places[i]?.[j]?.at.station);
      return [{ size: reading3.reading, ...station === void 0 ? {} : { depth: depthOf(station) } }];
    })
  );
  const { rule } = characteristic.from;
  const less = rule === "wear" ? madeTo(pin, place) : sizes[1];
  const reading2 = derivedSize(rule, sizes[0] ?? [], less, state.rules);
  const parts = partsAt(state, characteristic, place);
  if (reading2 === void 0 || !parts.ok) return void 0;
  const uncertainty = uncertaintyBy(state.rules, readings);
  const [first] = all;
  return {
    reading: reading2,
    unit: first === void 0 ? null : unitOf(first),
    inputs: places.flatMap(
      (each, i) => each.map((at3, j) => ({ place: placeKey(at3), reading: readings[i]?.[j]?.seq ?? 0 }))
    ),
    parts: unionOf(all.flatMap((each) => each.parts)),
    verdict: judgePlace(state, place, parts.judged, reading2, uncertainty)
  };
}
function madeTo(pin, place) {
  const { oversize } = contextAt(pin, place, NO_PART);
  return oversize === void 0 || oversize === null ? [] : [{ size: { kind: "exact", value: plus(pin.model.bore.nm, oversize) } }];
}
function takenAsNeeded({ characteristics }, { when }, places, readings) {
  if (when === void 0) return true;
  return places.every(({ characteristic }, i) => {
    const input2 = characteristics.find(({ id: id2 }) => id2 === characteristic);
    const asked = input2?.conditions?.some(({ id: id2 }) => id2 === when.condition) === true;
    const said = readings[i]?.conditions?.find(({ condition: condition3 }) => condition3 === when.condition);
    return !asked || said?.is === when.is;
  });
}
var TWO_ENDS_SINCE = 8;
function uncertaintyBy(rules2, inputs) {
  const of = inputs.map(
    (each) => each.flatMap((reading2) => reading2 === void 0 ? [] : uncertaintyOf(reading2))
  );
  if ((rules2 ?? 0) < TWO_ENDS_SINCE) return of.flat().reduce(plus, ZERO);
  const worst = of.map((each) => nanometres(Math.max(0, ...each)));
  const [first = ZERO, second = first] = worst;
  return plus(first, second);
}
var uncertaintyOf = ({ verdict, instrument: instrument2 }) => verdict.uncertainty ?? instrument2?.uncertainty ?? ZERO;
var unionOf = (parts) => [
  ...new Map(parts.map((part) => [`${part.id} ${part.condition}`, part])).values()
];
function derivedAnew(state, touched) {
  const pin = currentPin(state);
  if (pin === void 0) return [];
  const rests = derivedBy(pin);
  const keys = new Set(touched.flatMap((key) => rests.get(key) ?? []));
  return [...keys].flatMap((place) => {
    const before = placeAt(state, place).readings.find(({ status }) => status === "current");
    const value = valueNow(state, pin, place);
    const isSame = before !== void 0 && value !== void 0 && value.inputs.length === before.inputs?.length && value.inputs.every(({ reading: reading2 }, i) => before.inputs?.[i]?.reading === reading2) && // The same sizes come to something else where another oversize is in the bore.
    sameData(value.reading, before.reading);
    if (isSame || before === void 0 && value === void 0) return [];
    const ended = before === void 0 ? null : { reading: before.seq, as: endedAs(state, before) };
    return [{ place, ended, value: value ?? null }];
  });
}
function endedAs(state, { inputs = [] }) {
  const now = inputs.map(
    ({ place, reading: reading2 }) => placeAt(state, place).readings.find(({ seq }) => seq === reading2)?.status
  );
  if (now.includes("corrected")) return "corrected";
  return now.every((status) => status === "current" || status === "refined") && !isContested(state, inputs) ? "refined" : "void";
}
var isContested = (state, inputs) => inputs.some(({ place }) => placeAt(state, place).contested.length > 0);

// ../core/src/job/behind-gate.ts
function isBehind(state, gate, command) {
  switch (command.type) {
    case "signGate":
    case "reopenGate":
    case "addSupplement":
      return false;
    // these are decided by the gates themselves
    // A gauge that is taken changes nothing that was measured with another; what is added to a finding decides nothing.
    case "takeInstrument":
    case "sayAsFound":
    case "sayTurning":
    case "sayRunning":
      return gate.conditions.includes("mapComplete");
    case "sayRefit":
      return gate.conditions.includes("partsRefitted");
    // A first word on a part that came later, or was changed since, takes nothing back that was signed.
    case "sayLooked": {
      const asked = askedFace(state, command.slot, command.item);
      return gate.conditions.includes("partsInspected") && isSaidAnew(asked?.stand ?? "open");
    }
    case "readTest":
      return gate.conditions.includes("partsInspected") && command.results.some(({ part }) => {
        const slot = state.parts.get(part)?.slot;
        return slot != null && isSaidAnew(askedFace(state, slot, CRACK_TEST)?.stand ?? "open");
      });
    case "beginTest":
    case "developTest":
    case "dropTest":
    case "decideLook":
    case "decideOdd":
    case "planWork":
    case "dropPlan":
    case "noteFinding":
    case "addPhotograph":
    case "addPaper":
    case "unpackKit":
    case "placeOrder":
    case "raiseFinding":
    case "decideRaised":
    case "settleOrder":
    case "receiveOrder":
      return false;
    case "confirmIdentity":
    case "correctSerial":
    case "checkDocuments":
    case "takeBackDocumentCheck":
      return gate.conditions.includes("identityConfirmed") || gate.conditions.includes("documentsCurrent");
    // A new pin is a decision of its own: what was current at arrival stays signed, and the sheets are judged anew.
    case "pinAgain":
    case "declinePin":
    case "sayEngineFacts":
    case "sayCylinderFacts":
      return gate.sheets.length > 0;
    case "carryRing":
      return gate.sheets.includes(command.characteristic);
    case "acceptLimitNote":
      return gate.sheets.length > 0 && notesAbout(state, gate.sheets).includes(command.note);
    case "fitParts":
      return command.slots.some((slot) => changesBehind(state, gate, kindOfSlot(slot)));
    case "sayPartFacts":
      return command.parts.some((part) => isOfKind(state, gate, state.parts.get(part)?.kind));
    case "replacePart":
      return changesBehind(state, gate, state.parts.get(command.part)?.kind);
    case "reworkPart":
      return changesBehind(state, gate, state.parts.get(command.part)?.kind, command.what);
    case "moveParts":
      return command.moves.some(({ to }) => changesBehind(state, gate, kindOfSlot(to)));
    // That nothing more was done changes nothing that was signed; that it was done does.
    case "settleFact": {
      const report = state.reports.find(({ seq }) => seq === command.report);
      return command.as === "happened" && isOfKind(state, gate, report && kindOfSlot(report.slot));
    }
    case "acceptInstrument":
      return (own(lateInstruments(state), command.instrument) ?? []).some(
        ({ place }) => hasSheetOf(gate, place)
      );
    case "confirmLimit": {
      const choice = state.limitChosen.find(({ seq }) => seq === command.choice);
      return choice === void 0 ? gate.sheets.length > 0 : hasSheetOf(gate, choice.fit);
    }
    case "decideLimit":
      return hasSheetOf(gate, command.fit);
    // What is measured changes what is worked out from it, also where that is another stage's.
    case "takeReading":
    case "correctReading":
    case "voidReading":
    case "decideContest":
      return hasSheetOf(gate, command.place) || isWorkedOutFrom(state, gate, command.place);
    default:
      return hasSheetOf(gate, command.place);
  }
}
var hasSheetOf = (gate, key) => gate.sheets.includes(parsePlaceKey(key)?.characteristic ?? "");
function isWorkedOutFrom(state, { sheets }, key) {
  const pin = currentPin(state);
  const measured = parsePlaceKey(key)?.characteristic ?? "";
  return pin !== void 0 && derivedFrom(pin, measured).some((sheet) => sheets.includes(sheet));
}
function changesBehind(state, gate, kind, what) {
  const layout = currentPin(state)?.model.layout;
  if (kind === void 0 || layout === void 0) return isOfKind(state, gate, kind);
  return kindsChanged(layout, kind, what).some((each) => isOfKind(state, gate, each));
}
var isOfKind = (state, { sheets }, kind) => sheets.length > 0 && (kind === void 0 || restOnKind(state, sheets, kind));
var signedOver = (state, command) => state.route.gates.filter(
  (each) => signatureOf(state, each.stage) !== void 0 && isBehind(state, each, command)
);
function signatureOver(state, command) {
  const signatures = signedOver(state, command).map(({ stage }) => signatureOf(state, stage)?.seq ?? 0);
  return signatures.length === 0 ? null : Math.max(...signatures);
}

// ../core/src/job/command-of.ts
function commandOf(state, events) {
  const of = (type) => events.find((each) => each.type === type)?.data;
  const version = (place) => placeAt(state, place).version;
  const pin = currentPin(state)?.pin ?? 0;
  const told2 = (command, facts = {}) => ({ command, facts });
  const settled2 = of("factSettled");
  if (settled2 !== void 0) return told2({ type: "settleFact", ...settled2 });
  const [first] = events;
  switch (first?.type) {
    case "identityConfirmed":
      return told2({ type: "confirmIdentity", serialSeen: first.data.serialSeen });
    case "serialCorrected": {
      const { from, to, reason: reason2, engine } = first.data;
      const facts = engine === null ? {} : { engineOfSerial: engine };
      return told2({ type: "correctSerial", from, serial: to, reason: reason2 }, facts);
    }
    case "documentsChecked":
      return told2({ type: "checkDocuments", pin }, { currentDocuments: first.data.documents });
    case "documentCheckTakenBack":
      return told2({ type: "takeBackDocumentCheck", ...first.data });
    case "instrumentTaken": {
      const { instrument: instrument2 } = first.data;
      return told2(
        { type: "takeInstrument", instrument: instrument2.id, dueOn: instrument2.dueOn },
        { instrument: instrument2 }
      );
    }
    case "limitsPinned": {
      return told2(...adoption(first.data, pin));
    }
    case "engineFactsSaid":
      return told2({ type: "sayEngineFacts", pin, ...first.data });
    case "cylinderFactsSaid":
      return told2({ type: "sayCylinderFacts", pin, ...first.data });
    case "pinDeclined": {
      const { documents, reason: reason2 } = first.data;
      return told2({ type: "declinePin", pin, documents, reason: reason2 }, { currentDocuments: documents });
    }
    case "readingTaken": {
      const { place, basedOn } = first.data;
      return told2(
        {
          type: "takeReading",
          place,
          basedOn: basedOn ?? version(place),
          seen: first.data.parts,
          ...first.data.keptBoth === void 0 ? {} : { keepBoth: first.data.keptBoth },
          ...takenOf(first.data)
        },
        toolOf(first.data)
      );
    }
    case "readingCorrected": {
      const { place, reading: reading2, reason: reason2 } = first.data;
      const instead = of("readingTaken");
      return told2(
        {
          type: "correctReading",
          place,
          basedOn: version(place),
          reading: reading2,
          reason: reason2,
          instead: instead === void 0 ? null : { ...takenOf(instead), seen: instead.parts }
        },
        instead === void 0 ? {} : toolOf(instead)
      );
    }
    case "readingVoided": {
      const { leaves: _, ...voided2 } = first.data;
      return told2({ type: "voidReading", basedOn: version(voided2.place), ...voided2 });
    }
    case "contestDecided": {
      const { leaves: _leaves, voids: _voids, ...kept2 } = first.data;
      return told2({ type: "decideContest", basedOn: version(kept2.place), ...kept2 });
    }
    case "withdrawalAgreed": {
      const { samePerson: _, ...agreed } = first.data;
      return told2({ type: "agreeWithdrawal", basedOn: version(agreed.place), ...agreed });
    }
    case "kitUnpacked": {
      const { kit: kit2, number: number5 } = first.data;
      const before = state.kits.find((each) => each.kit === kit2 && each.number === number5);
      return told2({ type: "unpackKit", basedOn: before?.seq ?? 0, ...first.data });
    }
    case "placeDeferred":
      return told2({ type: "deferPlace", basedOn: version(first.data.place), ...first.data });
    case "placeResumed":
      return told2({ type: "resumePlace", basedOn: version(first.data.place), ...first.data });
    case "ringCarried": {
      const { gaps, instrument: instrument2, ...carried } = first.data;
      return told2({
        ...{ type: "carryRing", instrument: instrument2.id, ...carried },
        gaps: gaps.map(({ cylinder, text: text2 }) => ({ cylinder, text: text2 })),
        seen: gaps.map(({ bore }) => bore)
      });
    }
    case "placeLeft":
      return told2({ type: "leaveAsIs", basedOn: version(first.data.place), ...first.data });
    case "notApplicableDeclared":
      return told2({ type: "declareNotApplicable", basedOn: version(first.data.place), ...first.data });
    case "notApplicableAccepted":
    case "notApplicableRefused": {
      const { place, reason: reason2 } = first.data;
      const accept = first.type === "notApplicableAccepted";
      return told2({ type: "decideNotApplicable", place, basedOn: version(place), accept, reason: reason2 });
    }
    case "partFitted": {
      const slots = events.flatMap(
        (each) => each.type === "partFitted" || each.type === "factReported" ? [each.data.slot] : []
      );
      return told2({
        type: "fitParts",
        slots,
        ...newPartOf(first.data),
        underSignature: null
      });
    }
    case "partFactsSaid":
      return told2({ type: "sayPartFacts", from: partFactsOf(state, first.data.parts), ...first.data });
    case "partReworked": {
      const { part, what, condition: condition3, how, round } = first.data;
      return told2({
        type: "reworkPart",
        part,
        what,
        how,
        ...round === void 0 ? {} : { round },
        basedOn: condition3 - 1,
        underSignature: null
      });
    }
    case "partsMoved": {
      const { moves, reason: reason2 } = first.data;
      return told2({ type: "moveParts", ...moveOf(state, moves), reason: reason2, underSignature: null });
    }
    case "partRemoved": {
      const { part, reason: reason2 } = first.data;
      const fitted2 = of("partFitted");
      const instead = fitted2 === void 0 ? null : newPartOf(fitted2);
      const basedOn = state.parts.get(part)?.condition ?? 0;
      return told2({ type: "replacePart", part, basedOn, reason: reason2, instead, underSignature: null });
    }
    case "factReported": {
      const { fact, basedOn } = first.data;
      const underSignature2 = -1;
      const slots = events.flatMap(
        (each) => each.type === "partFitted" || each.type === "factReported" ? [each.data.slot] : []
      );
      return told2(factCommand(fact, basedOn ?? 0, underSignature2, slots));
    }
    case "concessionAsked": {
      const { place, reason: reason2 } = first.data;
      return told2({ type: "askConcession", place, basedOn: version(place), reason: reason2 });
    }
    case "concessionGranted": {
      const { place, approval: approval2, reason: reason2 } = first.data;
      return told2({ type: "grantConcession", place, basedOn: version(place), approval: approval2, reason: reason2 });
    }
    case "concessionRefused": {
      const { place, reason: reason2 } = first.data;
      return told2({ type: "refuseConcession", place, basedOn: version(place), reason: reason2 });
    }
    case "limitChosen": {
      const { limit: _limit, ...chosen } = first.data;
      return told2({ type: "decideLimit", ...chosen });
    }
    case "limitDecided": {
      const { choice, lookReason } = first.data;
      return choice === null ? void 0 : told2({ type: "confirmLimit", choice, accept: true, reason: lookReason ?? "" });
    }
    case "limitChoiceRefused":
      return told2({ type: "confirmLimit", accept: false, ...first.data });
    case "instrumentAccepted": {
      const { instrument: instrument2, reason: reason2 } = first.data;
      const readings = (lateInstruments(state)[instrument2] ?? []).map(({ seq }) => seq);
      return told2({ type: "acceptInstrument", instrument: instrument2, readings, reason: reason2 });
    }
    case "limitNoteAccepted": {
      const { note, reason: reason2, approval: approval2 } = first.data;
      return told2({ type: "acceptLimitNote", note, pin: first.data.pin, approval: approval2, reason: reason2 });
    }
    case "asFoundSaid": {
      const { part, ...said } = first.data;
      const basedOn = state.asFound.get(said.slot)?.seq ?? 0;
      return told2({ type: "sayAsFound", ...said, there: part !== null, basedOn });
    }
    case "oddDecided": {
      const { samePerson: _, ...decided3 } = first.data;
      return told2({ type: "decideOdd", ...decided3 });
    }
    case "refitSaid": {
      const { slot, way, reason: reason2 } = first.data;
      const basedOn = refitParts(state).find((each) => each.slot === slot)?.said?.seq ?? 0;
      return told2({ type: "sayRefit", slot, way, reason: reason2, basedOn });
    }
    case "runningSaid": {
      const { size: _, ...said } = first.data;
      return told2({ type: "sayRunning", basedOn: state.running.get(said.place)?.seq ?? 0, ...said });
    }
    case "turningSaid":
      return told2({ type: "sayTurning", ...first.data });
    case "looked": {
      const { part: _part, condition: _condition, ...said } = first.data;
      const basedOn = askedFace(state, said.slot, said.item)?.entry?.seq ?? 0;
      return told2({ type: "sayLooked", ...said, basedOn });
    }
    case "testBegun": {
      const { parts, ...said } = first.data;
      return told2({ type: "beginTest", ...said, slots: parts.map(({ slot }) => slot) });
    }
    case "testDeveloped":
      return told2({ type: "developTest", ...first.data });
    case "testRead":
      return told2({ type: "readTest", ...first.data });
    case "testDropped":
      return told2({ type: "dropTest", ...first.data });
    case "lookDecided": {
      const { samePerson: _, ...decided3 } = first.data;
      return told2({ type: "decideLook", ...decided3 });
    }
    case "workPlanned":
      return told2({ type: "planWork", ...first.data });
    case "planDropped":
      return told2({ type: "dropPlan", ...first.data });
    case "findingNoted":
      return told2({ type: "noteFinding", ...first.data });
    case "photographAdded":
      return told2({ type: "addPhotograph", ...first.data });
    case "paperAdded":
      return told2({ type: "addPaper", ...first.data });
    case "orderPlaced":
      return told2({ type: "placeOrder", ...first.data });
    case "orderSettled":
      return told2({ type: "settleOrder", ...first.data });
    case "findingRaised":
      return told2({ type: "raiseFinding", ...first.data });
    case "raisedDecided": {
      const { raised: raised2, reason: reason2 } = first.data;
      return told2({ type: "decideRaised", raised: raised2, reason: reason2 });
    }
    case "orderReceived": {
      const { evidence: _, ...said } = first.data;
      return told2({ type: "receiveOrder", ...said });
    }
    case "gateSigned": {
      const { gate, digest, words, statement, sections: sections2 } = first.data;
      return told2({ type: "signGate", gate, digest, words }, { signedAs: { statement, sections: sections2 } });
    }
    case "gateReopened": {
      const { gate, reason: reason2 } = first.data;
      const signature = signatureOf(state, gate)?.seq ?? 0;
      const adopted = of("limitsPinned");
      if (adopted !== void 0) {
        const [command, facts] = adoption(adopted, pin);
        return told2({ ...command, underSignature: signatureOver(state, command) }, facts);
      }
      return told2({ type: "reopenGate", gate, signature, reason: reason2 });
    }
    case "supplementAdded":
      return told2({ type: "addSupplement", text: first.data.text });
    default:
      return void 0;
  }
}
function adoption({ reason: reason2, rejudged: _, ...freshPin }, pin) {
  const documents = freshPin.documents.map(({ id: id2, digest }) => ({ id: id2, digest }));
  return [
    { type: "pinAgain", pin, underSignature: null, documents, reason: reason2 },
    { freshPin, currentDocuments: documents }
  ];
}
function newPartOf({
  part: _part,
  kind: _kind,
  slot: _slot,
  ...described
}) {
  return described;
}
var toolOf = ({ instrument: instrument2 }) => instrument2 === null ? {} : { instrument: instrument2 };
function takenOf({
  text: text2,
  unit,
  instrument: instrument2,
  answers,
  slip: slip2,
  typedFirst,
  conditions,
  setting,
  depth: depth2,
  temperatures: temperatures2,
  blind,
  limitsHidden
}) {
  return {
    text: text2,
    unit,
    instrument: instrument2?.id ?? null,
    answers,
    slip: slip2,
    ...typedFirst === void 0 ? {} : { typedFirst },
    ...blind === void 0 ? {} : { blind },
    ...limitsHidden === void 0 ? {} : { limitsHidden },
    ...conditions === void 0 ? {} : { conditions },
    ...setting === void 0 ? {} : { setting: { text: setting.size.text, unit: setting.size.unit, against: setting.against } },
    ...depth2 === void 0 ? {} : { depth: { text: depth2.size.text, unit: depth2.size.unit, datum: depth2.datum } },
    ...temperatures2 === void 0 ? {} : { temperatures: saidTemperatures(temperatures2) }
  };
}
var saidTemperatures = ({ part, gauge, kept: kept2 }) => ({
  part: String(part / 1e3),
  gauge: String(gauge / 1e3),
  ...kept2 === void 0 ? {} : { kept: kept2 }
});
var moveOf = (state, moves) => ({
  moves: moves.map(({ part, to }) => ({ part, to })),
  seen: moves.map(({ part }) => ({ id: part, condition: state.parts.get(part)?.condition ?? 0 }))
});
function factCommand(fact, basedOn, underSignature2, slots) {
  switch (fact.kind) {
    case "rework":
      return {
        type: "reworkPart",
        part: fact.part,
        what: fact.what,
        how: fact.how,
        ...fact.round === void 0 ? {} : { round: fact.round },
        basedOn,
        underSignature: underSignature2
      };
    case "replace": {
      const { part, reason: reason2, instead } = fact;
      return { type: "replacePart", part, reason: reason2, instead, basedOn, underSignature: underSignature2 };
    }
    case "fit":
      return { type: "fitParts", slots, ...fact.with, underSignature: underSignature2 };
    case "move":
      return { type: "moveParts", moves: fact.moves, seen: fact.seen, reason: fact.reason, underSignature: underSignature2 };
  }
}

// ../core/src/job/decide-arrival.ts
function decideOpening(opening, { by }, rules2 = RULES_VERSION) {
  if (!holdsOneOf(by, ["technician", "inspector"])) {
    return refuse("MAY_NOT", { action: "open a job", needs: ["technician", "inspector"], person: by.name });
  }
  const { pin, ...opened2 } = opening;
  const bore = boreFault(pin.model, opened2.engine);
  if (bore !== void 0) return bore;
  if (pin.model.engineClass === "aircraft" && opened2.secondPerson !== "required")
    return refuse("SECOND_PERSON_NEEDED", {
      action: "open a job on an aircraft engine",
      person: by.name,
      because: "would look at their own work later"
    });
  const unpinned = opened2.route.gates.flatMap(({ sheets }) => sheets).find((sheet) => !pin.characteristics.some(({ id: id2 }) => id2 === sheet));
  if (unpinned !== void 0) return refuse("SHEET_NOT_PINNED", { sheet: unpinned });
  for (const characteristic of pin.characteristics) {
    const { layout } = pin.model;
    const strange = characteristic.parts.find((kind) => partKindRule(layout, kind) === void 0);
    if (strange !== void 0)
      return refuse("PART_KIND_UNKNOWN", {
        characteristic: characteristic.name,
        model: pin.model.name,
        kind: strange
      });
    if (evidenceOf(characteristic) === void 0)
      return refuse("SHEET_NOT_MEASURED", { sheet: characteristic.name });
    const input2 = inputFault(characteristic, pin.characteristics);
    if (input2 !== void 0) return refuse("INPUT_WRONG", input2);
    const axes = undeclaredAxes(pin.model.layout, characteristic);
    if (axes.length > 0)
      return refuse("AXIS_NOT_DECLARED", {
        characteristic: characteristic.name,
        model: pin.model.name,
        axes
      });
  }
  if (opened2.job.number.trim() === "") return refuse("NAME_MISSING", { field: "job number" });
  const fault = serialFault(pin, opened2.engine.serial);
  if (fault !== void 0 && (opened2.engine.serialRemark ?? "").trim() === "") return fault;
  if (pin.documents.length === 0) return refuse("NO_DOCUMENT", { model: pin.model.name });
  const asked = new Set(pin.characteristics.flatMap(({ parts }) => parts));
  const there = OF_THE_ENGINE.filter((kind) => kind === "bore" || asked.has(kind)).flatMap(
    (kind) => slotsOf(pin.model.layout, kind).map(({ key }) => ({ kind, key }))
  );
  const bores = there.map(({ kind, key }) => ({
    type: "partFitted",
    v: 4,
    data: {
      part: nextPartId(NO_PARTS, key),
      kind,
      slot: key,
      state: "reused",
      partNumber: null,
      lot: null
    }
  }));
  return ok([
    { type: "jobOpened", v: 3, data: { ...opened2, rules: rules2 } },
    { type: "limitsPinned", v: 4, data: { ...pin, reason: "job opened", rejudged: [] } },
    ...bores
  ]);
}
function serialFault(pin, serial) {
  return serialNumberOf(pin.model, serial) === void 0 ? refuse("SERIAL_NOT_OF_MODEL", { serial, model: pin.model.name, pattern: pin.model.serialPattern }) : void 0;
}
function decideArrival(state, command, facts) {
  const { by, at: at3 } = facts;
  switch (command.type) {
    case "confirmIdentity": {
      const seen2 = command.serialSeen.trim();
      if (seen2 !== state.engine.serial)
        return refuse("SERIAL_DIFFERS", { seen: seen2, pattern: currentPin(state)?.model.serialPattern ?? "" });
      const { opened: opened2, serialSaid } = state;
      const first = {
        ids: [opened2.by.id, serialSaid.by.id],
        because: serialSaid.by.id === by.id ? "said what the serial is" : "opened the job",
        lastAt: serialSaid.at
      };
      const look = secondLook("confirm the identity", first, by, at3, state.secondPerson);
      return look.ok ? ok([
        { type: "identityConfirmed", v: 1, data: { serialSeen: seen2, samePerson: look.value ?? null } }
      ]) : look;
    }
    case "correctSerial": {
      if (!holdsOneOf(by, ["technician", "inspector"]))
        return refuse("MAY_NOT", {
          action: "correct the serial",
          needs: ["technician", "inspector"],
          person: by.name
        });
      if (command.reason.trim() === "") return refuse("REASON_MISSING", { action: "correct the serial" });
      const { serial: now } = state.engine;
      if (command.from !== now) return refuse("SERIAL_MOVED", { seen: command.from, job: now });
      const before = currentPin(state);
      const engine = facts.engineOfSerial;
      if (before === void 0 || engine === void 0)
        return refuse("NO_DOCUMENT", { model: state.engine.modelName });
      const to = command.serial.trim();
      const fault = serialFault(before, to);
      if (fault !== void 0) return fault;
      const { context, diameterBasis } = pinContext(
        before.model,
        { ...state.engine, serial: to },
        state.job.duty
      );
      const pin = pinSameDocuments(before, context, diameterBasis, placed(state, state.engine));
      const reason2 = command.reason.trim();
      return ok([
        { type: "serialCorrected", v: 2, data: { from: now, to, reason: reason2, engine } },
        pinned(state, pin, `serial corrected: ${reason2}`)
      ]);
    }
    case "checkDocuments": {
      const pin = currentPin(state);
      if (command.pin !== (pin?.pin ?? 0))
        return refuse("STALE", { what: "the limits", basedOn: command.pin, now: pin?.pin ?? 0 });
      const current = facts.currentDocuments ?? [];
      const pinnedIds = (pin?.documents ?? []).map(({ id: id2, digest }) => ({ id: id2, digest }));
      const outdated = pinnedIds.filter(({ digest }) => !current.some((each) => each.digest === digest));
      const missing = current.filter(({ digest }) => !pinnedIds.some((each) => each.digest === digest));
      if (outdated.length + missing.length > 0) {
        return refuse("DOCUMENTS_NOT_CURRENT", { documents: [...outdated, ...missing].map(({ id: id2 }) => id2) });
      }
      return ok([{ type: "documentsChecked", v: 1, data: { documents: pinnedIds, pin: pin?.pin ?? 0 } }]);
    }
    case "takeBackDocumentCheck": {
      const { checked } = command;
      const reason2 = command.reason.trim();
      if (reason2 === "")
        return refuse("REASON_MISSING", { action: "take back that the documents are current" });
      const now = state.documentsChecked?.seq ?? 0;
      if (now === 0) return refuse("DOCUMENTS_NOT_CHECKED", { job: state.job.number });
      if (checked !== now)
        return refuse("STALE", { what: "the check of the documents", basedOn: checked, now });
      return ok([{ type: "documentCheckTakenBack", v: 1, data: { checked, reason: reason2 } }]);
    }
    case "takeInstrument": {
      const { instrument: instrument2 } = facts;
      if (instrument2 === void 0) return refuse("INSTRUMENT_UNKNOWN", { instrument: command.instrument });
      if (!holdsOneOf(by, ["technician", "inspector"]))
        return refuse("MAY_NOT", {
          action: "take an instrument for a job",
          needs: ["technician", "inspector"],
          person: by.name
        });
      if (instrument2.dueOn !== command.dueOn)
        return refuse("INSTRUMENT_MOVED", {
          instrument: instrument2.id,
          seen: command.dueOn,
          now: instrument2.dueOn
        });
      if (!isInDate(instrument2, at3.slice(0, 10))) {
        return refuse("INSTRUMENT_OUT_OF_DATE", { instrument: instrument2.id, dueOn: instrument2.dueOn });
      }
      return ok([{ type: "instrumentTaken", v: 1, data: { instrument: instrument2 } }]);
    }
    case "pinAgain": {
      if (!holdsOneOf(by, ["inspector"]))
        return refuse("MAY_NOT", { action: "pin the limits again", needs: ["inspector"], person: by.name });
      if (command.reason.trim() === "") return refuse("REASON_MISSING", { action: "pin the limits again" });
      const pin = facts.freshPin;
      if (pin === void 0 || pin.documents.length === 0)
        return refuse("NO_DOCUMENT", { model: state.engine.modelName });
      return pinMoved(state, command.pin) ?? newsChanged(command.documents, facts) ?? ok([pinned(state, pin, command.reason.trim())]);
    }
    case "declinePin": {
      const { documents } = command;
      const reason2 = command.reason.trim();
      if (!holdsOneOf(by, ["inspector"]))
        return refuse("MAY_NOT", { action: "decline a revision", needs: ["inspector"], person: by.name });
      if (reason2 === "") return refuse("REASON_MISSING", { action: "decline a revision" });
      const changed = pinMoved(state, command.pin) ?? newsChanged(documents, facts);
      if (changed !== void 0) return changed;
      if (documentsSincePin(state, documents).length === 0)
        return refuse("NOTHING_NEW", { job: state.job.number });
      const pin = currentPin(state)?.pin ?? 0;
      return ok([{ type: "pinDeclined", v: 1, data: { documents, pin, reason: reason2 } }]);
    }
    case "sayCylinderFacts":
    case "sayEngineFacts": {
      const reason2 = command.reason.trim();
      if (!holdsOneOf(by, ["technician", "inspector"]))
        return refuse("MAY_NOT", {
          action: "say what engine this is",
          needs: ["technician", "inspector"],
          person: by.name
        });
      if (reason2 === "") return refuse("REASON_MISSING", { action: "say more of the engine" });
      if (Object.keys(command.facts).length === 0) return refuse("NOTHING_SAID", { what: "the engine" });
      const before = currentPin(state);
      if (before === void 0) return refuse("NO_DOCUMENT", { model: state.engine.modelName });
      const moved2 = pinMoved(state, command.pin);
      if (moved2 !== void 0) return moved2;
      const ofCylinders = command.type === "sayCylinderFacts" ? command.cylinders : void 0;
      const known = before.model.layout.cylinders.map(({ id: id2 }) => id2);
      const strange = ofCylinders?.find((each) => !known.includes(each));
      if (strange !== void 0 || ofCylinders?.length === 0)
        return refuse("CYLINDER_UNKNOWN", { cylinder: strange ?? "", known });
      const engine = ofCylinders === void 0 ? { ...state.engine, ...command.facts } : state.engine;
      const bore = boreFault(before.model, { ...engine, ...command.facts });
      if (bore !== void 0) return bore;
      const { facts: saidFacts2 } = command;
      const said = ofCylinders === void 0 ? { type: "engineFactsSaid", v: 1, data: { facts: saidFacts2, reason: reason2 } } : { type: "cylinderFactsSaid", v: 1, data: { cylinders: ofCylinders, facts: saidFacts2, reason: reason2 } };
      const after = ofCylinders === void 0 ? engine : withCylinderFacts(engine, ofCylinders, command.facts);
      const { context, diameterBasis } = pinContext(before.model, after, state.job.duty);
      const pin = pinSameDocuments(before, context, diameterBasis, placed(state, after));
      const what = ofCylinders === void 0 ? "the engine" : `cylinder ${ofCylinders.join(", cylinder ")}`;
      return ok([said, pinned({ ...state, engine: after }, pin, `more was said of ${what}: ${reason2}`)]);
    }
  }
}
function placed({ rules: rules2, pins }, engine) {
  const model = pins.at(-1)?.model;
  return rules2 < PLACED_SINCE || model === void 0 ? {} : { version: pinVersionOf(rules2), cylinders: cylinderContexts(model, engine) };
}
var pinVersionOf = (rules2) => rules2 < BESIDE_SINCE ? 2 : rules2 < COUNTED_SINCE ? 3 : PIN_VERSION;
var PLACED_SINCE = 6;
var BESIDE_SINCE = 7;
var COUNTED_SINCE = 9;
function newsChanged(seen2, facts) {
  const current = facts.currentDocuments ?? [];
  const same = seen2.length === current.length && seen2.every((each) => current.some(({ digest }) => digest === each.digest));
  return same ? void 0 : refuse("NEWS_CHANGED", { documents: current.map(({ id: id2 }) => id2) });
}
function pinMoved(state, seen2) {
  const now = currentPin(state)?.pin ?? 0;
  return seen2 === now ? void 0 : refuse("STALE", { what: "the limits", basedOn: seen2, now });
}
function boreFault({ bore }, { measuredBore, oversize }) {
  const measured = measuredBore ?? null;
  if (measured !== null && measured <= 0) return refuse("BORE_WRONG", { what: "measured bore" });
  return oversize !== null && (oversize < 0 || bore.nm + oversize <= 0) ? refuse("BORE_WRONG", { what: "oversize" }) : void 0;
}
function pinned(state, pin, reason2) {
  const after = { ...state, pins: [...state.pins, pin] };
  return { type: "limitsPinned", v: 4, data: { ...pin, reason: reason2, rejudged: rejudgements(after) } };
}

// ../core/src/bench/take-before-repeats.ts
function takeBeforeRepeats(state, { place, basedOn }, taken2, record, by) {
  const event = (refines, contests) => {
    const mixed = refines === null ? {} : { mixed: true };
    return ok([
      { type: "readingTaken", v: 7, data: { place, basedOn, ...taken2, refines, contests, ...mixed } }
    ]);
  };
  if (taken2.late !== null || taken2.unfit !== void 0) return event(null, false);
  const isFresh = basedOn === record.version;
  if (record.contested.length > 0) {
    const isRival = record.readings.some(
      ({ seq, by: author }) => record.contested.includes(seq) && author.id === by.id
    );
    return isFresh || isRival ? refuse("PLACE_CONTESTED", { place }) : event(null, true);
  }
  const now = currentReading(record);
  if (now === void 0) return event(null, false);
  const { reading: reading2 } = taken2;
  if (!isFresh && now.by.id !== by.id)
    return saysNoMore(reading2, now.reading) ? event(now.seq, false) : event(null, true);
  const where = placeOf(state, place);
  const asked = (where === void 0 ? void 0 : characteristicOf(state, where))?.conditions ?? [];
  const statesOf = ({ conditions = [] }) => conditions.filter(({ condition: condition3 }) => asked.find(({ id: id2 }) => id2 === condition3)?.ways === void 0);
  const isAlike = sameData(statesOf(taken2), statesOf(now)) && sameData(taken2.setting, now.setting);
  const together = isAlike ? bothTogether(reading2, now.reading) : void 0;
  if (together === void 0 || where === void 0)
    return refuse("PLACE_HAS_READING", { place, text: now.text });
  const verdict = judgeAgain(state, where, { ...taken2, reading: together });
  const data = { place, basedOn, ...taken2, reading: together, verdict, mixed: true };
  return ok([{ type: "readingTaken", v: 7, data: { ...data, refines: now.seq, contests: false } }]);
}

// ../core/src/bench/decide-bench.ts
function decideBench(state, command, by, instrument2) {
  const { place } = command;
  if (!isPlaceOfSheet(state, place)) return refuse("PLACE_UNKNOWN", { place });
  if (!holdsOneOf(by, ["technician", "inspector"])) {
    return refuse("MAY_NOT", { action: "measure", needs: ["technician", "inspector"], person: by.name });
  }
  const record = placeAt(state, place);
  switch (command.type) {
    case "takeReading":
      return take(state, command, record, by, instrument2);
    case "correctReading":
      return correct(state, command, record, by, instrument2);
    case "voidReading": {
      const { reading: reading2 } = command;
      const fault = staleFault(command, record) ?? reasonFault(command.reason, "void a reading") ?? contestFault(record, place) ?? countsFault(state, record, place, reading2);
      if (fault !== void 0) return fault;
      const data = {
        place,
        reading: reading2,
        reason: command.reason.trim(),
        leaves: leftBy(state, place, record, reading2)
      };
      return ok([{ type: "readingVoided", v: 2, data }]);
    }
    case "decideContest": {
      if (record.contested.length === 0) return refuse("NOT_CONTESTED", { place });
      if (!record.contested.includes(command.keep))
        return refuse("READING_UNKNOWN", { place, reading: command.keep });
      const fault = inspectorFault(by, "decide between two readings") ?? rivalFault(state, record, by) ?? staleFault(command, record) ?? reasonFault(command.reason, "decide between two readings");
      if (fault !== void 0) return fault;
      const data = { place, keep: command.keep, reason: command.reason.trim() };
      return ok([
        { type: "contestDecided", v: 2, data: { ...data, ...decided(state, place, record, command.keep) } }
      ]);
    }
    case "deferPlace":
    case "declareNotApplicable": {
      const fault = staleFault(command, record) ?? reasonFault(
        command.reason,
        command.type === "deferPlace" ? "defer a place" : "declare a place not applicable"
      );
      if (fault !== void 0) return fault;
      if (command.type === "declareNotApplicable") {
        const there = record.readings.findLast(({ status }) => status === "current");
        if (there !== void 0) return refuse("PLACE_HAS_READING", { place, text: there.text });
      }
      const type = command.type === "deferPlace" ? "placeDeferred" : "notApplicableDeclared";
      return ok([{ type, v: 1, data: { place, reason: command.reason.trim() } }]);
    }
    case "leaveAsIs": {
      const reading2 = currentReading(record);
      const fault = staleFault(command, record) ?? contestFault(record, place) ?? countsFault(state, record, place, command.reading) ?? reasonFault(command.reason, "leave a place as it is");
      if (fault !== void 0) return fault;
      if (reading2?.verdict.acceptable !== true) return refuse("NOTHING_TO_LEAVE", { place });
      const data = { place, reading: command.reading, reason: command.reason.trim() };
      return ok([{ type: "placeLeft", v: 1, data }]);
    }
    case "resumePlace":
      return staleFault(command, record) ?? ok([{ type: "placeResumed", v: 1, data: { place } }]);
  }
}
var inspectorFault = (by, action) => holdsOneOf(by, ["inspector"]) ? void 0 : refuse("MAY_NOT", { action, needs: ["inspector"], person: by.name });
var staleFault = ({ place, basedOn }, { version }) => basedOn === version ? void 0 : refuse("STALE", { what: place, basedOn, now: version });
var reasonFault = (reason2, action) => reason2.trim() === "" ? refuse("REASON_MISSING", { action }) : void 0;
var contestFault = ({ contested }, place) => contested.length > 0 ? refuse("PLACE_CONTESTED", { place }) : void 0;
function rivalFault({ rules: rules2 }, record, by) {
  const rivals = rules2 < REPEATS_SINCE ? record.readings.filter(({ seq }) => record.contested.includes(seq)) : standingAt(record);
  return rivals.some(({ by: author }) => author.id === by.id) ? refuse("SECOND_PERSON_NEEDED", {
    action: "decide between two readings",
    person: by.name,
    because: "took one of them"
  }) : void 0;
}
function countsFault(state, record, place, seq) {
  const reading2 = record.readings.find((each) => each.seq === seq);
  if (reading2 === void 0) return refuse("READING_UNKNOWN", { place, reading: seq });
  if (reading2.inputs !== void 0)
    return refuse("PLACE_DERIVED", { place, from: reading2.inputs.map((each) => each.place) });
  const isBeside = state.rules >= REPEATS_SINCE && reading2.status === "refined" && standingAt(record).every((each) => each.seq <= seq || each.mixed !== true);
  return reading2.status === "current" || isBeside ? void 0 : refuse("READING_NOT_CURRENT", { place, reading: seq, status: reading2.status });
}
function leftBy(state, place, record, gone) {
  if (state.rules < REPEATS_SINCE) return null;
  return whatStands(
    state,
    place,
    standingAt(record).filter(({ seq }) => seq !== gone)
  );
}
function whatStands(state, place, all) {
  const where = placeOf(state, place);
  return where === void 0 ? null : knownBy(all, (each) => judgeAgain(state, where, each)) ?? null;
}
function decided(state, place, record, keep) {
  const where = placeOf(state, place);
  const characteristic = where === void 0 ? void 0 : characteristicOf(state, where);
  if (state.rules < REPEATS_SINCE || characteristic === void 0) return { voids: null, leaves: null };
  const all = standingAt(record);
  const kept2 = all.filter(({ seq }) => seq === keep);
  for (const each of all)
    if (each.seq !== keep && kept2.every((other) => isAtOne(state, characteristic, other, each)))
      kept2.push(each);
  const stays = all.filter((each) => kept2.includes(each));
  const voids = all.filter((each) => !kept2.includes(each)).map(({ seq }) => seq);
  return { voids, leaves: whatStands(state, place, stays) };
}
var isAtOne = (state, characteristic, a, b) => standTogether(characteristic, a, b) && (a.by.id === b.by.id || !asksSecondLook(state, characteristic) || saysTheSame(characteristic, a, b) !== false);
function take(state, command, record, by, instrument2) {
  const { place, basedOn } = command;
  if (basedOn > record.version) return refuse("STALE", { what: place, basedOn, now: record.version });
  const taken2 = understand(state, place, command, command.seen, instrument2);
  if (!taken2.ok) return taken2;
  if (state.rules < REPEATS_SINCE) return takeBeforeRepeats(state, command, taken2.value, record, by);
  return putBeside(state, command, taken2.value, record, by);
}
var NOT_YET = Number.MAX_SAFE_INTEGER;
function putBeside(state, { place, basedOn, keepBoth }, taken2, record, by) {
  const where = placeOf(state, place);
  const characteristic = where === void 0 ? void 0 : characteristicOf(state, where);
  if (where === void 0 || characteristic === void 0) return refuse("PLACE_UNKNOWN", { place });
  const all = standingAt(record);
  const mine = { ...taken2, seq: NOT_YET, by };
  const data = { place, basedOn, ...taken2, ...independence(record, taken2, basedOn, by) };
  const event = (more) => ok([{ type: "readingTaken", v: 7, data: { ...data, ...more } }]);
  if (taken2.late !== null || taken2.unfit !== void 0) return event({ refines: null, contests: false });
  const isFresh = basedOn === record.version;
  if (record.contested.length > 0) {
    const isRival = all.some(({ by: author }) => author.id === by.id);
    return isRival ? refuse("PLACE_CONTESTED", { place }) : event({ refines: null, contests: true });
  }
  const now = currentReading(record);
  if (now === void 0) return event({ refines: null, contests: false });
  if (!all.every((each) => isAtOne(state, characteristic, each, mine))) {
    const isSecondLook = asksSecondLook(state, characteristic) && all.some((each) => each.by.id !== by.id);
    if (!isFresh && now.by.id !== by.id || isSecondLook && taken2.blind === true)
      return event({ refines: null, contests: true });
    return keepBoth === true ? event({ refines: null, contests: true, keptBoth: true }) : refuse("PLACE_HAS_READING", { place, text: now.text });
  }
  const standing2 = knownBy([...all, mine], (each) => judgeAgain(state, where, each));
  if (standing2 === void 0) return refuse("PLACE_UNKNOWN", { place });
  const { known, verdict } = standing2;
  if (standing2.reading !== NOT_YET) return event({ refines: null, contests: false, decides: standing2 });
  const own2 = sameData(known, ownOf(mine)) ? {} : { own: ownOf(mine) };
  return event({ reading: known, verdict, ...own2, refines: now.seq, contests: false });
}
function independence(record, { blind }, basedOn, by) {
  const others = standingAt(record).filter((each) => each.by.id !== by.id);
  const isUnseen = blind === true && !hasMeasured(record, by) || others.every((each) => each.basedOn !== null && basedOn <= each.basedOn);
  return others.length > 0 && isUnseen ? { independent: true } : {};
}
function correct(state, command, record, by, instrument2) {
  const { place, basedOn, reading: reading2, reason: reason2, instead } = command;
  const fault = staleFault(command, record) ?? contestFault(record, place) ?? countsFault(state, record, place, reading2);
  if (fault !== void 0) return fault;
  const leaves2 = leftBy(state, place, record, reading2);
  const corrected2 = { type: "readingCorrected", v: 2, data: { place, reading: reading2, reason: reason2, leaves: leaves2 } };
  if (instead === null) return ok([corrected2]);
  const taken2 = understand(state, place, instead, instead.seen, instrument2);
  if (!taken2.ok) return taken2;
  if (leaves2 === null) {
    const data = { place, basedOn, ...taken2.value, refines: null, contests: false };
    return ok([corrected2, { type: "readingTaken", v: 7, data }]);
  }
  const left = withoutReading(record, reading2, leaves2);
  const put = putBeside(state, { place, basedOn: left.version }, taken2.value, left, by);
  if (!put.ok) return put;
  return ok([
    corrected2,
    ...put.value.map(
      (event) => event.type === "readingTaken" ? { ...event, data: { ...event.data, basedOn } } : event
    )
  ]);
}
var withoutReading = (record, gone, leaves2) => ({
  ...record,
  readings: record.readings.filter(({ seq }) => seq !== gone).map(
    (each) => each.seq === leaves2.reading ? { ...each, own: ownOf(each), reading: leaves2.known, verdict: leaves2.verdict, status: "current" } : each
  )
});

// ../core/src/release/decide-gates.ts
var SIGNED_NOW = { statement: STATEMENT_VERSION, sections: SECTIONS_NOW };
function decideGates(state, command, by, at3, { currentDocuments, wordsToSign, signedAs = SIGNED_NOW } = {}) {
  if (command.type === "addSupplement") return addSupplement(state, command.text, by);
  const gate = gateRule(state, command.gate);
  if (gate === void 0) return refuse("GATE_UNKNOWN", { gate: command.gate });
  if (!holdsOneOf(by, gate.signedBy)) {
    const action = command.type === "signGate" ? `sign the ${gate.label} gate` : `reopen the ${gate.label} gate`;
    return refuse("MAY_NOT", { action, needs: gate.signedBy, person: by.name });
  }
  if (command.type === "reopenGate") {
    if (command.reason.trim() === "") return refuse("REASON_MISSING", { action: "reopen a gate" });
    const signature = signatureOf(state, gate.stage);
    if (signature === void 0) return refuse("GATE_NOT_SIGNED", { gate: gate.label });
    if (signature.seq !== command.signature)
      return refuse("STALE", {
        what: `${gate.label} gate`,
        basedOn: command.signature,
        now: signature.seq
      });
    const voids = restingOn(state.route, gate.stage).map(({ stage }) => stage).filter((stage) => signatureOf(state, stage) !== void 0);
    return ok([
      { type: "gateReopened", v: 1, data: { gate: gate.stage, reason: command.reason.trim(), voids } }
    ]);
  }
  if (signatureOf(state, gate.stage) !== void 0) return refuse("BEHIND_SIGNED_GATE", { gate: gate.label });
  const [before] = unsignedBefore(state, gate);
  if (before !== void 0) return refuse("GATE_BEFORE_OPEN", { gate: gate.label, before: before.label });
  const waits = gateWaits(state, gate, at3.slice(0, 10), currentDocuments);
  if (waits.length > 0) return refuse("GATE_SHUT", { gate: gate.label, waits: waits.length });
  const { digest, words } = statementAgain(state, gate, { ...signedAs, words: command.words });
  if (digest !== command.digest)
    return refuse("GATE_CHANGED", { gate: gate.label, basedOn: command.digest, now: digest });
  if ((wordsToSign ?? words).join("\n") !== command.words.join("\n"))
    return refuse("WORDS_CHANGED", { gate: gate.label });
  const look = gate.independent ? secondLook(`sign the ${gate.label} gate`, workBehind(state, gate), by, at3, state.secondPerson) : ok(void 0);
  if (!look.ok) return look;
  return ok([
    {
      type: "gateSigned",
      v: 3,
      data: {
        gate: gate.stage,
        digest,
        words,
        samePerson: look.value ?? null,
        ...signedAs
      }
    }
  ]);
}
var SUPPLEMENTERS = ["inspector", "releaser"];
function addSupplement(state, text2, by) {
  if (!holdsOneOf(by, SUPPLEMENTERS)) {
    return refuse("MAY_NOT", { action: "add to a sealed record", needs: SUPPLEMENTERS, person: by.name });
  }
  if (state.seal === void 0)
    return refuse("GATE_NOT_SIGNED", { gate: state.route.gates.at(-1)?.label ?? "" });
  if (text2.trim() === "") return refuse("REASON_MISSING", { action: "say what is to be added" });
  return ok([{ type: "supplementAdded", v: 1, data: { text: text2.trim() } }]);
}
function workBehind(state, gate) {
  if (gate.conditions.includes("identityConfirmed")) {
    const { opened: opened2, serialSaid } = state;
    return {
      ids: [opened2.by.id, serialSaid.by.id],
      because: "said what engine this is",
      lastAt: serialSaid.at
    };
  }
  if (gate.conditions.includes("partsInspected"))
    return { ...workOfInspection(state), because: "looked at the parts" };
  const sheets = sheetsBehind(state.route, gate);
  const readings = state.places.entries().filter(([key]) => sheets.includes(parsePlaceKey(key)?.characteristic ?? "")).flatMap(([, record]) => record.readings);
  const kinds = kindsBehind(state, sheets);
  const steps = state.parts.values().filter(({ kind }) => kinds.has(kind)).flatMap((part) => workOn(part, state.rules));
  const ids = [
    ...readings.map((reading2) => reading2.by.id),
    ...steps.map((step) => step.by),
    ...reportsBehind(state, sheets).map((report) => report.by.id),
    ...gate.conditions.includes("partsRefitted") ? refitParts(state).flatMap(({ said }) => said?.by.id ?? []) : []
  ];
  const lastAt = [...readings.map((reading2) => reading2.at), ...steps.map((step) => step.at)].sort().at(-1) ?? state.opened.at;
  return { ids: [...new Set(ids)], because: "did work behind this gate", lastAt };
}

// ../core/src/release/decide-remarks.ts
var WRITERS = ["technician", "inspector"];
function decideRemarks(state, command, by) {
  if (!holdsOneOf(by, WRITERS))
    return refuse("MAY_NOT", { action: "add to a finding", needs: WRITERS, person: by.name });
  if (command.type === "settleOrder") {
    const { order: order2, as } = command;
    const placed2 = orderIn(state, order2);
    const said = { note: command.note.trim(), certificate: command.certificate.trim() };
    return placed2 === void 0 || placed2.settled !== void 0 ? refuse("ORDER_UNKNOWN", { order: order2 }) : ok([{ type: "orderSettled", v: 2, data: { order: order2, as, ...said } }]);
  }
  if (command.type === "receiveOrder") return receive(state, command);
  const { finding: finding2 } = command;
  const isKnown = openMatters(state).findings.some(({ id: id2 }) => id2 === finding2) || state.remarks.some((each) => each.finding === finding2) || isThere(state, finding2);
  if (!isKnown) return refuse("FINDING_UNKNOWN", { finding: finding2 });
  switch (command.type) {
    case "noteFinding": {
      const text2 = command.text.trim();
      return text2 === "" ? refuse("REASON_MISSING", { action: "note something" }) : ok([{ type: "findingNoted", v: 1, data: { finding: finding2, text: text2 } }]);
    }
    case "addPhotograph": {
      const { file, caption, when } = command;
      const data = { finding: finding2, file, caption: caption.trim(), ...when === void 0 ? {} : { when } };
      return ok([{ type: "photographAdded", v: 2, data }]);
    }
    case "addPaper": {
      const title = command.title.trim();
      return title === "" ? refuse("REASON_MISSING", { action: "keep a paper that has no name" }) : ok([{ type: "paperAdded", v: 1, data: { finding: finding2, file: command.file, title } }]);
    }
    case "placeOrder": {
      const [what, supplier] = [command.what.trim(), command.supplier.trim()];
      if (what === "" || supplier === "") return refuse("REASON_MISSING", { action: "order something" });
      const { number: number5, expectedOn, sort, asked } = command;
      const said = { what, supplier, sort, asked: asked.trim(), number: number5.trim(), expectedOn };
      return ok([{ type: "orderPlaced", v: 2, data: { finding: finding2, ...said } }]);
    }
  }
}
var orderIn = ({ remarks }, order2) => remarks.flatMap((each) => each.kind === "order" && each.seq === order2 ? [each] : [])[0];
function receive(state, { order: order2, accepted, check }) {
  const placed2 = orderIn(state, order2);
  if (placed2 === void 0 || orderStand(placed2) !== "toReceive") return refuse("ORDER_UNKNOWN", { order: order2 });
  const evidence = evidenceSince(state, placed2);
  if (accepted && placed2.sort === "work" && evidence.length === 0)
    return refuse("ORDER_NOT_MEASURED", { what: placed2.what });
  if (check.trim() === "") return refuse("REASON_MISSING", { action: "receive what was ordered" });
  return ok([{ type: "orderReceived", v: 1, data: { order: order2, accepted, check: check.trim(), evidence } }]);
}
function isThere(state, about4) {
  const [what, key = ""] = about4.split(" ");
  if (what === "place") return isPlaceOfSheet(state, key);
  if (what === "part") return state.parts.get(key) !== void 0;
  if (what === "face") return isFaceThere(state, key);
  return what === "slot" && mapOf(state).some(({ slot }) => slot === key);
}
function isFaceThere(state, key) {
  const [part = "", item2 = ""] = key.split("/");
  if (state.looks.get(lookKey({ part: part.replaceAll("|", "/"), item: item2 })) !== void 0) return true;
  return inspectionOf(state).some(
    (each) => each.part?.id === part.replaceAll("|", "/") && each.faces.some((face) => face.item === item2)
  );
}

// ../core/src/release/decide-raised.ts
function decideRaised(state, command, by, at3) {
  if (command.type === "raiseFinding") {
    if (!holdsOneOf(by, ["technician", "inspector"]))
      return refuse("MAY_NOT", {
        action: "raise a finding",
        needs: ["technician", "inspector"],
        person: by.name
      });
    const { about: about4 } = command;
    if (!isThere(state, about4)) return refuse("FINDING_UNKNOWN", { finding: about4 });
    const text2 = command.text.trim();
    return text2 === "" ? refuse("REASON_MISSING", { action: "raise a finding" }) : ok([{ type: "findingRaised", v: 1, data: { about: about4, text: text2 } }]);
  }
  const action = "decide what somebody raised";
  if (!holdsOneOf(by, ["inspector"]))
    return refuse("MAY_NOT", { action, needs: ["inspector"], person: by.name });
  const found = openRaised(state).find(({ seq }) => seq === command.raised);
  if (found === void 0) return refuse("FINDING_UNKNOWN", { finding: `raised ${command.raised}` });
  const reason2 = command.reason.trim();
  if (reason2 === "") return refuse("REASON_MISSING", { action });
  const first = { ids: [found.by.id], because: "raised it", lastAt: found.at };
  const look = secondLook(action, first, by, at3, state.secondPerson);
  if (!look.ok) return look;
  return ok([
    { type: "raisedDecided", v: 1, data: { raised: found.seq, reason: reason2, samePerson: look.value ?? null } }
  ]);
}

// ../core/src/rework/decide-kit.ts
var WRITERS2 = ["technician", "inspector"];
function decideKit(state, command, by) {
  if (!holdsOneOf(by, WRITERS2))
    return refuse("MAY_NOT", { action: "unpack a kit", needs: WRITERS2, person: by.name });
  const rule = kitRules(state).find(({ id: id2 }) => id2 === command.kit);
  const number5 = command.number.trim();
  if (rule === void 0) return refuse("KIT_UNKNOWN", { kit: command.kit });
  if (number5 === "") return refuse("REASON_MISSING", { action: "unpack a kit without its number" });
  const uncounted = rule.contents.find(({ id: id2 }) => !command.ticks.some(({ item: item2 }) => item2 === id2));
  if (uncounted !== void 0) return refuse("KIT_NOT_COUNTED", { kit: rule.name, item: uncounted.name });
  const before = state.kits.find((each) => each.kit === rule.id && each.number === number5);
  if ((before?.seq ?? 0) !== command.basedOn)
    return refuse("STALE", { what: `kit ${number5}`, basedOn: command.basedOn, now: before?.seq ?? 0 });
  const remark = command.remark.trim();
  if (before !== void 0 && remark === "") return refuse("REASON_MISSING", { action: "count a kit again" });
  const ticks = rule.contents.map(({ id: id2 }) => {
    const { found = 0, lot = "" } = command.ticks.find(({ item: item2 }) => item2 === id2) ?? {};
    return { item: id2, found, lot: lot.trim() };
  });
  return ok([
    { type: "kitUnpacked", v: 1, data: { kit: rule.id, number: number5, box: command.box.trim(), ticks, remark } }
  ]);
}

// ../core/src/rework/decide-plan.ts
function decidePlan(state, command, by) {
  if (command.type === "dropPlan") {
    const { plan, reason: reason3 } = command;
    if (!openPlans(state).some(({ seq }) => seq === plan)) return refuse("PLAN_UNKNOWN", { plan });
    return reason3.trim() === "" ? refuse("REASON_MISSING", { action: "give up what was planned" }) : ok([{ type: "planDropped", v: 1, data: { plan, reason: reason3.trim() } }]);
  }
  const { work, about: about4, seen: seen2, reason: reason2 } = command;
  for (const { id: id2, condition: condition3 } of seen2) {
    const now = state.parts.get(id2)?.condition ?? 0;
    if (now !== condition3) return refuse("PART_CHANGED", { part: id2, basedOn: condition3, now });
  }
  const possible = decideRework(state, asFact(work, seen2), by);
  if (!possible.ok) return possible;
  const [first] = possible.value;
  if (first?.type === "factReported")
    return work.kind === "move" ? refuse("MOVE_NOT_POSSIBLE", {
      part: work.moves[0]?.part ?? "",
      to: first.data.slot,
      because: "taken"
    }) : refuse("PART_NOT_FITTED", { part: work.part });
  return ok([{ type: "workPlanned", v: 1, data: { work, about: about4, seen: seen2, reason: reason2.trim() } }]);
}
function asFact(work, seen2) {
  const basedOn = seen2[0]?.condition ?? 0;
  switch (work.kind) {
    case "rework": {
      const { kind: _, ...said } = work;
      return { type: "reworkPart", ...said, basedOn, underSignature: null };
    }
    case "replace": {
      const { kind: _, ...said } = work;
      return { type: "replacePart", ...said, basedOn, underSignature: null };
    }
    case "move": {
      const { kind: _, ...said } = work;
      return { type: "moveParts", ...said, seen: seen2, underSignature: null };
    }
  }
}
var seenOf = (state, work) => partsOfWork(work).map((id2) => ({ id: id2, condition: state.parts.get(id2)?.condition ?? 0 }));

// ../core/src/job/what-follows.ts
function withWhatFollows(state, events, stamp) {
  const isPinned = events.some(({ type }) => type === "limitsPinned");
  const touched = new Set(events.flatMap(touchedBy));
  const slots = events.flatMap((event) => slotsSaidBy(state, event));
  const isWorkedOut = isPinned || touched.size > 0 && hasDerived(state);
  if (!isWorkedOut && slots.length === 0) return events;
  const after = told(state, events, stamp);
  const pin = currentPin(after);
  if (isPinned && pin !== void 0) for (const place of derivedBy(pin).keys()) touched.add(place);
  const derived = !isWorkedOut ? [] : derivedAnew(after, [...touched]).map(asDerived);
  const derivedToo = told(after, derived, stamp);
  const rejudged2 = judgedAgain(derivedToo, slots);
  if (rejudged2.length === 0) return [...events, ...derived];
  const judged = { type: "readingsJudgedAgain", v: 2, data: { rejudged: rejudged2 } };
  const moved2 = rejudged2.flatMap(({ place, known }) => known === void 0 ? [] : [place]);
  const follows = moved2.length === 0 ? [] : derivedAnew(told(derivedToo, [judged], stamp), moved2).map(asDerived);
  return [...events, ...derived, judged, ...follows];
}
var asDerived = (data) => ({ type: "valueDerived", v: 1, data });
function told(state, events, stamp) {
  let after = state;
  for (const { type, v, data } of events)
    after = evolveJob(after, {
      ...stamp,
      type,
      v,
      data,
      chain: "",
      job: state.id,
      command: "",
      seq: after.seq + 1
    });
  return after;
}
function touchedBy(event) {
  switch (event.type) {
    case "readingTaken":
    case "readingCorrected":
    case "readingVoided":
    case "contestDecided":
      return [event.data.place];
    // Of readings that agree another one decides by the new limit.
    case "limitDecided":
      return event.data.rejudged.flatMap(({ place, known }) => known === void 0 ? [] : [place]);
    default:
      return [];
  }
}
var hasDerived = ({ pins }) => pins.at(-1)?.characteristics.some(({ from }) => from !== void 0) === true;
function slotsSaidBy(state, event) {
  switch (event.type) {
    case "partFitted":
    case "partRemoved":
      return [event.data.slot];
    case "partsMoved":
      return event.data.moves.flatMap(({ from, to }) => from === null ? [to] : [from, to]);
    case "partFactsSaid":
      return event.data.parts.flatMap((id2) => state.parts.get(id2)?.slot ?? []);
    default:
      return [];
  }
}
function judgedAgain(state, slots) {
  const pin = currentPin(state);
  if (pin === void 0 || slots.length === 0) return [];
  const bySlot = placesBySlot(pin);
  const places = new Map(
    slots.flatMap((slot) => bySlot.get(slot) ?? []).map((place) => [placeKey(place), place])
  );
  return [...places].flatMap(([key, place]) => {
    const record = placeAt(state, key);
    const now = currentReading(record);
    if (now === void 0) return [];
    const part = judgedAt(state, place);
    return rejudgedAt(
      state,
      record,
      key,
      ({ reading: reading2, verdict, instrument: instrument2 }) => judgePlace(state, place, part, reading2, verdict.uncertainty ?? instrument2?.uncertainty ?? ZERO)
    ).filter(({ reading: reading2, verdict }) => reading2 !== now.seq || !sameData(verdict, now.verdict));
  });
}
var placesBySlot = onceFor((pin) => {
  const found = /* @__PURE__ */ new Map();
  const beside = ASKED_BESIDE.pistonMaterial.kind;
  const { layout } = pin.model;
  for (const characteristic of pin.characteristics)
    for (const place of placesOf(layout, characteristic)) {
      const asksBeside = dependsOn(pin, place, "pistonMaterial");
      const other = characteristic.otherSide === void 0 ? [] : [characteristic.otherSide];
      for (const kind of /* @__PURE__ */ new Set([characteristic.stateOf, ...other, ...asksBeside ? [beside] : []]))
        for (const slot of slotsAt(layout, kind, place)) {
          const there = found.get(slot) ?? [];
          there.push(place);
          found.set(slot, there);
        }
    }
  return found;
});

// ../core/src/job/decide-job.ts
function decideJob(state, command, facts, rules2 = RULES_VERSION) {
  if (state.seal !== void 0 && command.type !== "addSupplement")
    return refuse("JOB_SEALED", { job: state.job.number });
  const told2 = decide(state, command, facts);
  const decided3 = told2.ok ? ok(withWhatFollows(state, told2.value, facts)) : told2;
  if (!decided3.ok || state.rules >= rules2 || state.seal !== void 0) return decided3;
  return ok([{ type: "rulesAdopted", v: 1, data: { rules: rules2 } }, ...decided3.value]);
}
function decide(state, command, facts) {
  const signed = signedOver(state, command);
  if (signed.length > 0 && command.type === "pinAgain") return adoptBehind(state, command, signed, facts);
  const [behind] = signed;
  const overtaken = behind !== void 0 && isFact(command) && command.underSignature !== signatureOver(state, command);
  if (behind !== void 0 && !overtaken) return refuse("BEHIND_SIGNED_GATE", { gate: behind.label });
  const { by, at: at3 } = facts;
  switch (command.type) {
    case "confirmIdentity":
    case "correctSerial":
    case "checkDocuments":
    case "takeBackDocumentCheck":
    case "takeInstrument":
    case "pinAgain":
    case "declinePin":
    case "sayEngineFacts":
    case "sayCylinderFacts":
      return decideArrival(state, command, facts);
    case "takeReading":
    case "correctReading":
    case "voidReading":
    case "decideContest":
    case "deferPlace":
    case "resumePlace":
    case "leaveAsIs":
    case "declareNotApplicable":
      return decideBench(state, command, by, facts.instrument);
    case "carryRing":
      return decideCarryRing(state, command, by);
    case "fitParts":
    case "replacePart":
    case "reworkPart":
    case "moveParts":
    case "sayPartFacts":
    case "settleFact":
      return decideRework(state, command, by, overtaken);
    case "askConcession":
    case "grantConcession":
    case "refuseConcession":
    case "decideLimit":
    case "confirmLimit":
    case "acceptInstrument":
    case "acceptLimitNote":
    case "decideNotApplicable":
    case "agreeWithdrawal":
      return decideFindings(state, command, by, at3);
    case "sayAsFound":
    case "decideOdd":
    case "sayTurning":
    case "sayRunning":
    case "sayRefit":
      return decideStrip(state, command, by, at3);
    case "sayLooked":
    case "beginTest":
    case "developTest":
    case "readTest":
    case "dropTest":
    case "decideLook":
      return decideInspection(state, command, by, at3);
    case "planWork":
    case "dropPlan":
      return decidePlan(state, command, by);
    case "noteFinding":
    case "addPhotograph":
    case "addPaper":
    case "placeOrder":
    case "settleOrder":
    case "receiveOrder":
      return decideRemarks(state, command, by);
    case "unpackKit":
      return decideKit(state, command, by);
    case "raiseFinding":
    case "decideRaised":
      return decideRaised(state, command, by, at3);
    case "signGate":
    case "reopenGate":
    case "addSupplement":
      return decideGates(state, command, by, at3, facts);
  }
}
function adoptBehind(state, command, behind, facts) {
  const [first] = behind;
  if (command.underSignature !== signatureOver(state, command))
    return refuse("BEHIND_SIGNED_GATE", { gate: first?.label ?? "" });
  const adopted = decideArrival(state, command, facts);
  if (!adopted.ok) return adopted;
  const reopened = [];
  for (const { stage } of behind) {
    if (reopened.some((each) => each.type === "gateReopened" && each.data.voids.includes(stage))) continue;
    const signature = signatureOf(state, stage)?.seq ?? 0;
    const reopen = { type: "reopenGate", gate: stage, signature, reason: command.reason };
    const one = decideGates(state, reopen, facts.by, facts.at);
    if (!one.ok) return one;
    reopened.push(...one.value);
  }
  return ok([...reopened, ...adopted.value]);
}

// ../core/src/job/tell-again.ts
var OWN_NOTES = /* @__PURE__ */ new Set([
  "clockSteppedBack",
  "clockPutRight",
  "earlierRecordStated",
  "recordSealed",
  "supplementSealed"
]);
function tellAgain(entries) {
  const remarks = [];
  let state;
  for (let at3 = 0; at3 < entries.length; ) {
    const group = groupAt(entries, at3);
    const known = [];
    for (const entry of group) {
      const understood = understandEntry(JOB_EVENTS, entry);
      if (!understood.known) {
        const { seq, type, v } = understood.newer;
        remarks.push({ kind: "newerProgram", entry: seq, type, version: v });
        return { state, remarks, stuck: void 0 };
      }
      known.push(understood.entry);
    }
    try {
      remarks.push(...remarksOn(state, known));
      for (const entry of known) {
        const after = evolveJob(state, entry);
        remarks.push(...factsAgain(state, after, entry));
        state = after;
      }
    } catch {
      const [first] = group;
      return { state, remarks, stuck: { entry: at3 + 1, type: first?.type ?? "?" } };
    }
    at3 += group.length;
  }
  return { state, remarks, stuck: void 0 };
}
function groupAt(entries, at3) {
  const command = entries[at3]?.command;
  let end = at3 + 1;
  while (end < entries.length && entries[end]?.command === command) end++;
  return entries.slice(at3, end);
}
function remarksOn(state, group) {
  const [first] = group;
  if (first === void 0) return [];
  const rules2 = group.find(({ type }) => type === "rulesAdopted");
  const opening = group.find(({ type }) => type === "jobOpened");
  const isOfOldRules = opening?.type === "jobOpened" ? opening.data.rules < 2 : (state?.rules ?? 1) < 2 && rules2 === void 0;
  return isOfOldRules ? group.flatMap(entitledThen) : decidedAgain(state, group);
}
function decidedAgain(state, group) {
  const written = group.filter(({ type: type2 }) => !OWN_NOTES.has(type2));
  const [first] = written;
  if (first === void 0) return [];
  const { seq: entry, type, by, at: at3 } = first;
  const oneHand = group.every((each) => each.at === at3 && sameData(each.by, by));
  if (!oneHand) return [{ kind: "decidedOtherwise", entry, type }];
  const events = written.map(({ type: kind, v, data }) => ({ type: kind, v, data }));
  const decided3 = decidedEvents(state, events, { at: at3, by });
  if (decided3 === void 0) return [{ kind: "decidedOtherwise", entry, type }];
  if (!decided3.ok)
    return [{ kind: "wouldBeRefused", entry, type, person: by.name, code: decided3.problem.code }];
  const differs = written.find((each, i) => {
    const other = decided3.value[i];
    return !sameData(other, events[i]);
  });
  if (differs === void 0 && decided3.value.length === written.length) return [];
  const named = differs ?? first;
  return named.type === "readingTaken" && isVerdictAlone(named, decided3.value[written.indexOf(named)]) ? [] : [{ kind: "decidedOtherwise", entry: named.seq, type: named.type }];
}
function isVerdictAlone(entry, again) {
  if (entry.type !== "readingTaken" || again?.type !== "readingTaken") return false;
  return sameData({ ...entry.data, verdict: null }, { ...again.data, verdict: null });
}
function decidedEvents(state, events, facts) {
  if (state === void 0) {
    const [opened2, pinned2] = events;
    if (opened2?.type !== "jobOpened" || pinned2?.type !== "limitsPinned") return void 0;
    const { rules: rules3, ...opening } = opened2.data;
    const { reason: _reason, rejudged: _rejudged, ...pin } = pinned2.data;
    return decideOpening({ ...opening, pin }, facts, rules3);
  }
  const told2 = commandOf(
    state,
    events.filter(({ type }) => type !== "rulesAdopted")
  );
  const adopted = events.find(({ type }) => type === "rulesAdopted");
  const rules2 = adopted?.type === "rulesAdopted" ? adopted.data.rules : state.rules;
  return told2 === void 0 ? void 0 : decideJob(state, told2.command, { ...facts, ...told2.facts }, rules2);
}
var ENTITLED_THEN = {
  readingTaken: ["technician", "inspector"],
  readingCorrected: ["technician", "inspector"],
  readingVoided: ["technician", "inspector"],
  placeDeferred: ["technician", "inspector"],
  placeResumed: ["technician", "inspector"],
  notApplicableDeclared: ["technician", "inspector"],
  partReworked: ["technician", "inspector"],
  partRemoved: ["technician", "inspector"],
  engineFactsSaid: ["technician", "inspector"],
  contestDecided: ["inspector"],
  notApplicableAccepted: ["inspector"],
  notApplicableRefused: ["inspector"],
  concessionGranted: ["inspector"],
  concessionRefused: ["inspector"],
  limitDecided: ["inspector"],
  instrumentAccepted: ["inspector"],
  limitNoteAccepted: ["inspector"],
  pinDeclined: ["inspector"],
  supplementAdded: ["inspector", "releaser"]
};
function entitledThen({ seq, type, by }) {
  const needs = ENTITLED_THEN[type];
  return needs === void 0 || holdsOneOf(by, needs) ? [] : [{ kind: "notEntitled", entry: seq, type, person: by.name }];
}
function factsAgain(before, after, entry) {
  const { seq } = entry;
  switch (entry.type) {
    case "readingTaken": {
      const { place, reading: reading2, verdict, parts } = entry.data;
      return verdictAgain(after, seq, place, partsJudged(after, place, parts, verdict), reading2, verdict);
    }
    case "valueDerived": {
      const { place, value } = entry.data;
      if (value === null) return [];
      const { reading: reading2, parts, verdict } = value;
      return verdictAgain(after, seq, place, partsJudged(after, place, parts, verdict), reading2, verdict);
    }
    case "limitsPinned": {
      const { rejudged: rejudged2, reason: _, ...pin } = entry.data;
      return [...pinAgain(after, pin, seq), ...rejudgedAgain(after, seq, rejudged2)];
    }
    case "limitDecided":
    case "readingsJudgedAgain":
      return rejudgedAgain(after, seq, entry.data.rejudged);
    case "gateSigned": {
      const gate = before === void 0 ? void 0 : gateRule(before, entry.data.gate);
      if (before === void 0 || gate === void 0)
        return [{ kind: "gateDigestDiffers", entry: seq, gate: entry.data.gate }];
      const { digest, words } = statementAgain(before, gate, entry.data);
      const same = digest === entry.data.digest && words.join("\n") === entry.data.words.join("\n");
      const entitled = holdsOneOf(entry.by, gate.signedBy);
      return [
        ...same ? [] : [{ kind: "gateDigestDiffers", entry: seq, gate: gate.label }],
        ...entitled ? [] : [{ kind: "notEntitled", entry: seq, type: entry.type, person: entry.by.name }]
      ];
    }
    default:
      return [];
  }
}
function partsJudged(state, key, parts, recorded) {
  const place = placeOf(state, key);
  const kind = place === void 0 ? void 0 : characteristicOf(state, place)?.stateOf;
  const found = parts.map(({ id: id2 }) => state.parts.get(id2)).filter((part) => part !== void 0 && part.kind === kind);
  const known = found.filter((part) => part !== void 0);
  return place === void 0 || known.length === 0 ? judgedBy(recorded) : judgedPart(state, place, known);
}
function rejudgedAgain(state, entry, rejudged2) {
  return rejudged2.flatMap(({ place, reading: reading2, verdict }) => {
    const found = placeAt(state, place).readings.find(({ seq }) => seq === reading2);
    return found === void 0 ? [] : verdictAgain(state, entry, place, judgedBy(verdict), found.reading, verdict);
  });
}
function verdictAgain(state, entry, key, part, reading2, recorded) {
  const place = placeOf(state, key);
  const { uncertainty } = recorded;
  const of = uncertainty === void 0 ? { ...state, rules: 0 } : state;
  const again = place === void 0 ? void 0 : judgePlace(of, place, part, reading2, uncertainty);
  if (sameData(again, recorded)) return [];
  return [
    {
      kind: "verdictDiffers",
      entry,
      place: key,
      recorded: recorded.verdict,
      recomputed: again?.verdict ?? "noLimit",
      ruleVersion: recorded.ruleVersion
    }
  ];
}
function pinAgain(state, pin, entry) {
  const { context, diameterBasis } = pinContext(pin.model, state.engine, state.job.duty);
  const differs = (what) => [{ kind: "pinDiffers", entry, pin: pin.pin, what }];
  if (!sameData(contextOf(pin.model, context), pin.context)) return differs("what is known of the engine");
  if (pin.diameterBasis !== void 0 && pin.diameterBasis !== diameterBasis)
    return differs("the bore that formulas are fed with");
  if (pin.version !== void 0 && !sameData(cylinderContexts(pin.model, state.engine), pin.cylinders))
    return differs("what is known of the cylinders");
  return sameData(fitsOf(pin), pin.fits) ? [] : differs("the limits that the rows give");
}

// ../core/src/job/verify-record.ts
function verifyRecord(file, checkSignature, expectedKey) {
  const faults = [];
  const { seal, entries, key } = file;
  if (expectedKey !== void 0 && key.keyId !== expectedKey)
    faults.push({ kind: "otherKey", keyId: key.keyId, expected: expectedKey });
  if (file.version > RECORD_VERSION) faults.push({ kind: "newerFormat", version: file.version });
  const chain = verifyChain({ entries });
  if (!chain.intact && "firstBad" in chain) {
    faults.push({
      kind: "entryDoesNotFollow",
      entry: chain.firstBad + 1,
      type: typeOf(entries[chain.firstBad]?.entry)
    });
  }
  faults.push(...frameFaults(file));
  if (entries[seal.length - 1]?.hash !== seal.hash)
    faults.push({ kind: "endsElsewhere", entries: entries.length, sealed: seal.length });
  faults.push(...sealEntryFaults(file));
  if (!checkSignature(sealText(file.job, seal), seal.signature, key))
    faults.push({ kind: "signatureWrong", keyId: seal.signature.keyId });
  faults.push(...supplementFaults(file, checkSignature));
  const told2 = tellAgain(entries.map(({ entry }) => entry));
  if (told2.stuck !== void 0) faults.push({ kind: "doesNotReplay", ...told2.stuck });
  const title = told2.state === void 0 ? void 0 : recordTitle(told2.state);
  if (title !== void 0 && title !== file.title)
    faults.push({ kind: "titleDiffers", title: file.title, derived: title });
  return {
    consistent: faults.length === 0,
    faults,
    remarks: told2.remarks,
    title,
    seal,
    entries: entries.length,
    state: told2.state
  };
}
function frameFaults({ entries, job }) {
  let last = "";
  for (const [index, each] of entries.entries()) {
    const entry = each.entry;
    if (entry.seq !== index + 1)
      return [{ kind: "numberingBroken", entry: index + 1, found: Number(entry.seq) }];
    if (entry.chain !== `job:${job}` || entry.job !== job)
      return [{ kind: "otherChain", entry: index + 1, chain: String(entry.chain) }];
    const mayRunBack = entry.type === "clockPutRight";
    if (typeof entry.at !== "string" || entry.at < last && !mayRunBack)
      return [{ kind: "timeRunsBack", entry: index + 1 }];
    last = entry.at;
  }
  return [];
}
function sealEntryFaults({ entries, seal }) {
  const own2 = entries[seal.length]?.entry;
  if (own2?.type !== "recordSealed")
    return [{ kind: "sealEntryMissing", entries: entries.length, expected: seal.length + 1 }];
  const isSame = sameText(own2.data, seal) && own2.v === 1 && cameWith(own2, entries[seal.length - 1]?.entry);
  return isSame ? [] : [{ kind: "sealEntryDiffers" }];
}
function cameWith(own2, before) {
  const { at: at3, by, command } = before ?? {};
  return own2.at === at3 && own2.command === command && sameText(own2.by, by);
}
function sameText(a, b) {
  try {
    return canonical(a ?? null) === canonical(b ?? null);
  } catch {
    return false;
  }
}
function supplementFaults({ entries, seal, job, key }, checkSignature) {
  const faults = [];
  const entryAt = (index2) => entries[index2]?.entry;
  let index = seal.length + 1;
  while (index < entries.length) {
    const noted = CLOCK_NOTES.has(typeOf(entryAt(index))) ? 1 : 0;
    const added = index + noted;
    if (entryAt(added)?.type !== "supplementAdded") {
      faults.push({ kind: "behindSeal", entry: index + 1, type: typeOf(entryAt(index)) });
      index += 1;
      continue;
    }
    const next = entryAt(added + 1);
    const own2 = next?.type === "supplementSealed" ? next.data : void 0;
    const closes = own2?.length === added + 1 && own2.hash === entries[added]?.hash && cameWith(next ?? {}, entryAt(added));
    if (!closes || !checkSignature(sealText(job, own2), own2.signature, key))
      faults.push({ kind: "supplementNotSealed", entry: added + 1 });
    index = added + (own2 === void 0 ? 1 : 2);
  }
  return faults;
}
var CLOCK_NOTES = /* @__PURE__ */ new Set(["clockSteppedBack", "clockPutRight"]);
var typeOf = (entry) => entry?.type ?? "?";

// ../contract/src/words/record-words.ts
function faultWords(fault) {
  switch (fault.kind) {
    case "otherKey":
      return `The record is sealed with key ${fault.keyId}, and not with ${fault.expected}, which the shop's print names: somebody else sealed it.`;
    case "newerFormat":
      return `The file has format version ${fault.version}: it was made by a newer program.`;
    case "entryDoesNotFollow":
      return `Entry ${fault.entry} (${fault.type}) does not follow from the one before it: it, or the one before it, was changed, moved or left out.`;
    case "endsElsewhere":
      return `The seal closes ${fault.sealed} entries with another last hash than the one that is there; the file has ${fault.entries} entries.`;
    case "sealEntryMissing":
      return `The file has ${fault.entries} entries; with its sealing entry it should have ${fault.expected}.`;
    case "sealEntryDiffers":
      return "The sealing entry in the chain and the seal of the file say different things.";
    case "supplementNotSealed":
      return `The supplement in entry ${fault.entry} is not closed by a seal of its own that follows from it.`;
    case "behindSeal":
      return `Behind the seal stands entry ${fault.entry} (${fault.type}): only supplements with seals of their own belong there, and nobody signed this.`;
    case "otherChain":
      return `Entry ${fault.entry} belongs to another chain (${fault.chain}).`;
    case "timeRunsBack":
      return `Entry ${fault.entry} is older than the one before it, or has no time.`;
    case "titleDiffers":
      return `The file calls itself "${fault.title}"; its entries are the "${fault.derived}".`;
    case "numberingBroken":
      return `Where entry ${fault.entry} should stand, there is entry ${fault.found}.`;
    case "signatureWrong":
      return `The signature of the seal is not that of key ${fault.keyId}.`;
    case "doesNotReplay":
      return `Entry ${fault.entry} (${fault.type}) cannot be read: it does not have the form of its kind.`;
  }
}
function remarkWords(remark) {
  switch (remark.kind) {
    case "newerProgram":
      return `Entry ${remark.entry} (${remark.type}, version ${remark.version}) was made by a newer program and was not read.`;
    case "verdictDiffers":
      return `Entry ${remark.entry}: recorded as ${remark.recorded} by rule version ${remark.ruleVersion}, recomputed as ${remark.recomputed} (${remark.place}).`;
    case "gateDigestDiffers":
      return `Entry ${remark.entry}: the words or the digest that were signed at the ${remark.gate} gate are not those recomputed here.`;
    case "pinDiffers":
      return `Entry ${remark.entry}: ${remark.what}, pinned for this job (pin ${remark.pin}), is not what its documents and facts give.`;
    case "notEntitled":
      return `Entry ${remark.entry} (${remark.type}): ${remark.person} was not entitled to it.`;
    case "wouldBeRefused":
      return `Entry ${remark.entry} (${remark.type}) by ${remark.person}: by the rules of its day it would have been refused (${remark.code}).`;
    case "decidedOtherwise":
      return `Entry ${remark.entry} (${remark.type}): by the rules of its day something else would have been written.`;
  }
}
function keyChangeWords({ from, to, reason: reason2, signatures }, isProven) {
  if (signatures === null)
    return `key ${to.keyId} took the place of ${from}, which was lost, without the old key: ${reason2}`;
  return isProven ? `key ${to.keyId} took the place of ${from}, signed by both: ${reason2}` : `key ${to.keyId} is said to have taken the place of ${from}, and the signatures do not hold: ${reason2}`;
}
function notARecordWords(fault) {
  switch (fault.kind) {
    case "byteOrderMark":
      return "it begins with a byte-order mark, which no export of this program has: another program saved it. Export the record again and leave the file as it is";
    case "empty":
      return "it is empty. Export the record again";
    case "notJson":
      return `it is broken: ${fault.message}. Export the record again, or copy the file once more`;
    case "keys":
      return fault.because === "twice" ? `the key "${fault.key}" stands twice in one place, so that it reads in two ways: nobody exported it so` : fault.because === "forbidden" ? `it has a key "${fault.key}", which no record has: nobody exported it so` : "it is nested deeper than any record";
    case "form":
      return `${fault.message}${fault.path === "" ? "" : ` at ${fault.path}`}`;
    case "entryForm":
      return `entry ${fault.entry} (${fault.type}) has something that its kind does not have, or not in that form, at ${fault.path}: nobody signed that`;
  }
}
var printable = (text2) => text2.replace(
  // eslint-disable-next-line no-control-regex -- these are what must not reach a terminal
  /[\u0000-\u001f\u007f-\u009f\u200b-\u200f\u2028-\u202e\u2060-\u2069\ufeff]/g,
  (mark) => `\\u${mark.charCodeAt(0).toString(16).padStart(4, "0")}`
);

// ../core/src/evidence/verdict.ts
var VERDICTS = ["in", "serviceable", "tight", "loose", "notProven", "noLimit"];

// ../contract/src/job/schemas.ts
import * as z11 from "zod";

// ../contract/src/bench/schemas.ts
import * as z5 from "zod";

// ../contract/src/evidence/evidence-schemas.ts
import * as z4 from "zod";

// ../contract/src/evidence/life/life-schema.ts
import * as z from "zod";
var LIFE_SCHEMAS = [
  z.object({ kind: z.literal("life"), count: z.number().min(0), orMore: z.exactOptional(z.literal(true)) })
];

// ../contract/src/evidence/size/size-schema.ts
import * as z2 from "zod";
var SIZE_SCHEMAS = [
  z2.object({ kind: z2.literal("exact"), value: lengthOnTheWire }),
  z2.object({ kind: z2.literal("between"), goes: lengthOnTheWire, stops: lengthOnTheWire }),
  z2.object({ kind: z2.literal("atLeast"), goes: lengthOnTheWire }),
  z2.object({ kind: z2.literal("under"), stops: lengthOnTheWire }),
  z2.object({ kind: z2.literal("spread"), low: lengthOnTheWire, high: lengthOnTheWire })
];

// ../contract/src/evidence/yes-no/yes-no-schema.ts
import * as z3 from "zod";
var YES_NO_SCHEMAS = [z3.object({ kind: z3.literal("answer"), answer: z3.enum(YES_NO) })];

// ../contract/src/evidence/evidence-schemas.ts
var SCHEMAS = { size: SIZE_SCHEMAS, yesNo: YES_NO_SCHEMAS, life: LIFE_SCHEMAS };
var reading = z4.discriminatedUnion("kind", [
  ...SCHEMAS.size,
  ...SCHEMAS.yesNo,
  ...SCHEMAS.life
]);
var sizeReading = z4.discriminatedUnion("kind", [...SIZE_SCHEMAS]);

// ../contract/src/bench/schemas.ts
var verdictFact = z5.object({
  verdict: z5.enum([...VERDICTS, "withheld"]),
  acceptable: z5.boolean(),
  shortBy: z5.exactOptional(lengthOnTheWire),
  overBy: z5.exactOptional(lengthOnTheWire),
  withheld: z5.exactOptional(z5.enum(WITHHELD)),
  limit: perBound(lengthOnTheWire),
  sources: perBound(z5.string()),
  partState: fitState,
  rule: z5.enum(["simple", "guarded"]),
  ruleVersion: z5.int(),
  pin: z5.int(),
  partNumber: z5.exactOptional(name),
  pistonMaterial: z5.exactOptional(name.nullable()),
  uncertainty: z5.exactOptional(lengthOnTheWire),
  asks: z5.exactOptional(z5.array(z5.string())),
  life: z5.exactOptional(lifeLimit)
});
var answer = z5.object({ question: text(240), answer: z5.enum(["yes", "no"]) });
var slip = z5.enum(["asTyped", "reread"]).nullable();
var judgedThen = { place: placeKey2, reading: z5.int(), verdict: verdictFact };
var rejudgedThen = z5.array(z5.object(judgedThen));
var rejudged = z5.array(
  z5.object({ ...judgedThen, known: z5.exactOptional(reading) })
);
var standing = z5.object({
  reading: z5.int(),
  known: reading,
  verdict: verdictFact
});
var lengths = z5.array(lengthOnTheWire).min(2).max(4);
var stacks = z5.object({ goes: z5.exactOptional(lengths), stops: z5.exactOptional(lengths) });
var taken = {
  place: placeKey2,
  text: z5.string(),
  unit: lengthUnit,
  unitUsed: lengthUnit,
  reading: sizeReading,
  notes: z5.array(z5.enum(["readAsInches", "notInSet", "lastBlade", "readAsSize"])),
  slip,
  instrument,
  answers: z5.array(answer),
  parts: z5.array(partRef),
  verdict: verdictFact,
  refines: z5.int().nullable(),
  contests: z5.boolean()
};
var aboutPlace = (why) => z5.object({ place: placeKey2, reason: why });
var takenSeen = {
  ...taken,
  basedOn: z5.int().min(0).nullable(),
  stacks: z5.exactOptional(stacks),
  late: z5.object({ since: z5.int(), why: z5.string() }).nullable()
};
var takenTyped = { ...takenSeen, typedFirst: z5.exactOptional(z5.string()) };
var condition = z5.object({ condition: id, is: id });
var input = z5.object({ place: placeKey2, reading: z5.int() });
var takenHow = {
  ...takenTyped,
  reading,
  unit: lengthUnit.nullable(),
  unitUsed: lengthUnit.nullable(),
  instrument: instrument.nullable(),
  setting: z5.exactOptional(z5.object({ size: printedLength, against: name })),
  conditions: z5.exactOptional(z5.array(condition))
};
var takenFit = { ...takenHow, unfit: z5.exactOptional(z5.string()) };
var depth = z5.object({ size: printedLength, datum: z5.enum(DATUMS) });
var temperatures = z5.object({ part: z5.int(), gauge: z5.int(), kept: z5.exactOptional(z5.string()) });
var feel = z5.object({
  goes: z5.exactOptional(z5.enum(["free", "drag"])),
  stops: z5.exactOptional(z5.literal("starts"))
});
var takenDeep = {
  ...takenFit,
  depth: z5.exactOptional(depth),
  temperatures: z5.exactOptional(temperatures),
  feel: z5.exactOptional(feel)
};
var yes = z5.exactOptional(z5.literal(true));
var corrected = { place: placeKey2, reading: z5.int(), reason: z5.enum(CORRECTION_REASONS) };
var voided = { place: placeKey2, reading: z5.int(), reason };
var kept = { place: placeKey2, keep: z5.int(), reason };
var leaves = standing.nullable();
var benchEventData = {
  readingTaken: z5.object({
    ...takenDeep,
    own: z5.exactOptional(reading),
    decides: z5.exactOptional(standing),
    independent: yes,
    blind: yes,
    limitsHidden: yes,
    keptBoth: yes
  }),
  valueDerived: z5.object({
    place: placeKey2,
    ended: z5.object({ reading: z5.int(), as: z5.enum(["refined", "corrected", "void"]) }).nullable(),
    value: z5.object({
      reading,
      unit: lengthUnit.nullable(),
      inputs: z5.array(input),
      parts: z5.array(partRef),
      verdict: verdictFact
    }).nullable()
  }),
  readingCorrected: z5.object({ ...corrected, leaves }),
  readingVoided: z5.object({ ...voided, leaves }),
  contestDecided: z5.object({ ...kept, voids: z5.array(z5.int()).nullable(), leaves }),
  placeDeferred: aboutPlace(reason),
  placeResumed: z5.object({ place: placeKey2 }),
  ringCarried: z5.object({
    characteristic: id,
    station: id.nullable(),
    ring: text(200),
    instrument,
    gaps: z5.array(z5.object({ cylinder: id, text: text(80), reading: sizeReading, bore: partRef }))
  }),
  placeLeft: z5.object({ place: placeKey2, reading: z5.int(), reason }),
  notApplicableDeclared: aboutPlace(reason),
  notApplicableAccepted: aboutPlace(reason),
  notApplicableRefused: aboutPlace(reason),
  withdrawalAgreed: z5.object({
    place: placeKey2,
    reading: z5.int(),
    reason,
    samePerson: samePerson.nullable()
  })
};
var olderBenchEventData = {
  readingTaken: [
    z5.object(taken),
    z5.object(takenSeen),
    z5.object(takenTyped),
    z5.object(takenHow),
    z5.object(takenFit),
    z5.object(takenDeep)
  ],
  readingCorrected: [z5.object(corrected)],
  readingVoided: [z5.object(voided)],
  contestDecided: [z5.object(kept)]
};
var typed = z5.string().max(2e4).refine((value) => !new RegExp("\\p{Surrogate}", "u").test(value));
var takenText = {
  text: typed,
  typedFirst: z5.exactOptional(typed),
  unit: lengthUnit.nullable(),
  instrument: id.nullable(),
  answers: z5.array(answer).max(10),
  slip,
  blind: yes,
  limitsHidden: yes,
  conditions: z5.exactOptional(z5.array(z5.strictObject({ condition: id, is: id })).max(10)),
  setting: z5.exactOptional(z5.strictObject({ text: text(40), unit: lengthUnit, against: text(120) })),
  depth: z5.exactOptional(z5.strictObject({ text: text(40), unit: lengthUnit, datum: z5.enum(DATUMS) })),
  temperatures: z5.exactOptional(
    z5.strictObject({ part: text(20), gauge: text(20), kept: z5.exactOptional(text(500)) })
  )
};
var at = { place: placeKey2, basedOn: z5.int().min(0) };
var seen = z5.array(partRef).max(20);
var benchCommands = [
  z5.strictObject({ type: z5.literal("takeReading"), ...at, seen, keepBoth: yes, ...takenText }),
  z5.strictObject({
    type: z5.literal("correctReading"),
    ...at,
    reading: z5.int(),
    reason: z5.enum(CORRECTION_REASONS),
    instead: z5.strictObject({ ...takenText, seen }).nullable()
  }),
  z5.strictObject({ type: z5.literal("voidReading"), ...at, reading: z5.int(), reason }),
  z5.strictObject({ type: z5.literal("decideContest"), ...at, keep: z5.int(), reason }),
  z5.strictObject({ type: z5.literal("deferPlace"), ...at, reason }),
  z5.strictObject({ type: z5.literal("resumePlace"), ...at }),
  z5.strictObject({
    type: z5.literal("carryRing"),
    characteristic: id,
    station: id.nullable(),
    ring: typed.max(200),
    instrument: id,
    gaps: z5.array(z5.strictObject({ cylinder: id, text: typed.max(200) })).max(60),
    seen: z5.array(partRef).max(60)
  }),
  z5.strictObject({ type: z5.literal("leaveAsIs"), ...at, reading: z5.int(), reason }),
  z5.strictObject({ type: z5.literal("declareNotApplicable"), ...at, reason })
];

// ../contract/src/findings/schemas.ts
import * as z6 from "zod";
var approval = z6.object({ number: name, date: text(10), issuer: name });
var rows = perBound(text(240));
var about = { place: placeKey2, reading: z6.int(), reason };
var basis = z6.object({
  verdict: verdictFact.shape.verdict,
  limit: perBound(boundOnTheWire),
  pin: z6.int()
});
var granted = { ...about, approval, samePerson: samePerson.nullable() };
var decision = {
  pin: z6.int(),
  fit: placeKey2,
  partState: fitState,
  rows,
  limit: perBound(boundOnTheWire),
  reason
};
var decisionOf = { ...decision, of: z6.exactOptional(fitVariant) };
var noteAccepted = { note: text(2e3), pin: z6.int(), reason };
var looked = {
  choice: z6.int().nullable(),
  lookReason: reason.nullable(),
  samePerson: samePerson.nullable()
};
var findingEventData = {
  concessionAsked: z6.object({ ...about, basis: basis.nullable() }),
  concessionGranted: z6.object({ ...granted, basis: basis.nullable() }),
  concessionRefused: z6.object(about),
  limitChosen: z6.object(decisionOf),
  limitChoiceRefused: z6.object({ choice: z6.int(), reason }),
  limitDecided: z6.object({ ...decisionOf, ...looked, rejudged }),
  instrumentAccepted: z6.object({ instrument: id, reason }),
  limitNoteAccepted: z6.object({ ...noteAccepted, approval: approval.nullable() })
};
var olderFindingEventData = {
  concessionAsked: [z6.object(about)],
  concessionGranted: [z6.object(granted)],
  limitChosen: [z6.object(decision)],
  limitDecided: [
    z6.object({ ...decision, rejudged: rejudgedThen }),
    z6.object({ ...decision, ...looked, rejudged: rejudgedThen }),
    z6.object({ ...decisionOf, ...looked, rejudged: rejudgedThen })
  ],
  limitNoteAccepted: [z6.object(noteAccepted)]
};
var at2 = { place: placeKey2, basedOn: z6.int().min(0) };
var findingCommands = [
  z6.strictObject({ type: z6.literal("askConcession"), ...at2, reason }),
  z6.strictObject({ type: z6.literal("grantConcession"), ...at2, approval, reason }),
  z6.strictObject({ type: z6.literal("refuseConcession"), ...at2, reason }),
  z6.strictObject({
    type: z6.literal("decideLimit"),
    fit: placeKey2,
    partState: fitState,
    of: z6.exactOptional(fitVariant),
    pin: z6.int(),
    rows,
    reason
  }),
  z6.strictObject({ type: z6.literal("confirmLimit"), choice: z6.int(), accept: z6.boolean(), reason }),
  z6.strictObject({
    type: z6.literal("acceptInstrument"),
    instrument: id,
    readings: z6.array(z6.int()).max(1e4),
    reason
  }),
  z6.strictObject({
    type: z6.literal("acceptLimitNote"),
    note: text(2e3),
    pin: z6.int(),
    approval: approval.nullable(),
    reason
  }),
  z6.strictObject({ type: z6.literal("agreeWithdrawal"), ...at2, reading: z6.int(), reason }),
  z6.strictObject({ type: z6.literal("decideNotApplicable"), ...at2, accept: z6.boolean(), reason })
];

// ../contract/src/release/remark-schemas.ts
import * as z7 from "zod";
var finding = text(2e3);
var orderThen = { what: name, supplier: name, number: text(120), expectedOn: isoDate.nullable() };
var order = { ...orderThen, sort: z7.enum(ORDER_SORTS), asked: text(400) };
var photograph = z7.object({ finding, file: attachedFile, caption: text(2e3) });
var settledThen = { order: z7.int(), as: z7.enum(ORDER_SETTLED), note: text(2e3) };
var settled = { ...settledThen, certificate: text(200) };
var received = { order: z7.int(), accepted: z7.boolean(), check: text(2e3) };
var remarkEventData = {
  findingNoted: z7.object({ finding, text: reason }),
  photographAdded: photograph.extend({ when: z7.exactOptional(z7.enum(PICTURE_WHEN)) }),
  paperAdded: z7.object({ finding, file: attachedFile, title: text(400) }),
  orderPlaced: z7.object({ finding, ...order }),
  orderSettled: z7.object(settled),
  orderReceived: z7.object({ ...received, evidence: z7.array(z7.int()).max(1e3) })
};
var olderRemarkEventData = {
  photographAdded: [photograph],
  orderPlaced: [z7.object({ finding, ...orderThen })],
  orderSettled: [z7.object(settledThen)]
};
var remarkCommands = [
  z7.strictObject({ type: z7.literal("noteFinding"), finding, text: reason }),
  z7.strictObject({ type: z7.literal("placeOrder"), finding, ...order }),
  z7.strictObject({ type: z7.literal("settleOrder"), ...settled }),
  z7.strictObject({ type: z7.literal("receiveOrder"), ...received })
];
var photographQuery = z7.object({
  command: z7.uuid(),
  finding,
  name: z7.string().min(1).max(200),
  caption: text(2e3).default(""),
  when: z7.exactOptional(z7.enum(PICTURE_WHEN))
});
var paperQuery = z7.object({
  command: z7.uuid(),
  finding,
  name: z7.string().min(1).max(200),
  title: text(400)
});
var about2 = { about: text(2e3), text: reason };
var raised = { raised: z7.int(), reason };
var raisedEventData = {
  findingRaised: z7.object(about2),
  raisedDecided: z7.object({ ...raised, samePerson: samePerson.nullable() })
};
var raisedCommands = [
  z7.strictObject({ type: z7.literal("raiseFinding"), ...about2 }),
  z7.strictObject({ type: z7.literal("decideRaised"), ...raised })
];

// ../contract/src/inspection/schemas.ts
import * as z8 from "zod";
var item = z8.string().regex(/^[A-Za-z0-9.-]{1,80}$/, { error: 'the id of a face such as "crown"' });
var defects = z8.array(z8.object({ kind: z8.enum(DEFECTS), where: text(200), size: text(200) })).max(20);
var looked2 = {
  slot: placeKey2,
  item,
  found: z8.enum(FOUND),
  defects,
  reason: text(2e3),
  remark: text(2e3),
  cause: z8.enum(CAUSES).nullable()
};
var condition2 = z8.int().min(1);
var minutes = z8.number().min(0).max(1440);
var begun = {
  method: z8.enum(TEST_METHODS),
  area: text(200),
  batch: text(80),
  batchUntil: isoDate,
  qualification: text(200),
  qualifiedUntil: isoDate,
  dwell: minutes,
  development: minutes,
  startedAt: instant
};
var test = z8.int().min(1);
var results = z8.array(z8.object({ part: partId, found: z8.enum(["good", "rejected"]), where: text(200), size: text(200) })).max(500);
var decided2 = { finding: text(2e3), approval: approval.nullable() };
var inspectionEventData = {
  // What is looked at because of a suspected cause is of the engine and of no part.
  looked: z8.object({ ...looked2, part: z8.union([partId, z8.literal("")]), condition: condition2 }),
  testBegun: z8.object({
    ...begun,
    parts: z8.array(z8.object({ slot: placeKey2, part: partId, condition: condition2 })).max(500)
  }),
  testDeveloped: z8.object({ test, developedAt: instant }),
  testRead: z8.object({ test, readAt: instant, results }),
  testDropped: z8.object({ test, reason: text(2e3) }),
  lookDecided: z8.object({ ...decided2, reason: text(2e3), samePerson: samePerson.nullable() })
};
var inspectionCommands = [
  z8.strictObject({ type: z8.literal("sayLooked"), ...looked2, basedOn: z8.int() }),
  z8.strictObject({ type: z8.literal("beginTest"), ...begun, slots: z8.array(placeKey2).max(500) }),
  z8.strictObject({ type: z8.literal("developTest"), test, developedAt: instant }),
  z8.strictObject({ type: z8.literal("readTest"), test, readAt: instant, results }),
  z8.strictObject({ type: z8.literal("dropTest"), test, reason: name }),
  z8.strictObject({ type: z8.literal("decideLook"), ...decided2, reason })
];

// ../contract/src/strip/schemas.ts
import * as z9 from "zod";
var foundSo = {
  slot: placeKey2,
  way: z9.enum(WAYS).nullable(),
  cannotTell: z9.boolean(),
  odd: text(2e3),
  remark: text(2e3),
  hours: z9.number().min(0).max(1e9).multipleOf(1e-3).nullable(),
  atBuild: z9.enum(["reused", "new"]),
  reason: text(2e3)
};
var oddDecided = { finding: text(2e3), keep: z9.boolean() };
var turning = { effort: text(200), remark: text(2e3) };
var running = { place: placeKey2, text: text(80), unit: lengthUnit, remark: text(2e3) };
var refit = { slot: placeKey2, way: z9.enum(WAYS), reason: text(2e3) };
var stripEventData = {
  asFoundSaid: z9.object({ ...foundSo, part: partId.nullable() }),
  oddDecided: z9.object({ ...oddDecided, reason: text(2e3), samePerson: samePerson.nullable() }),
  turningSaid: z9.object(turning),
  runningSaid: z9.object({ ...running, size: lengthOnTheWire.nullable() }),
  refitSaid: z9.object({ ...refit, part: partId })
};
var stripCommands = [
  z9.strictObject({ type: z9.literal("sayAsFound"), ...foundSo, there: z9.boolean(), basedOn: z9.int() }),
  z9.strictObject({ type: z9.literal("decideOdd"), ...oddDecided, reason }),
  z9.strictObject({ type: z9.literal("sayTurning"), ...turning }),
  z9.strictObject({ type: z9.literal("sayRunning"), ...running, basedOn: z9.int() }),
  z9.strictObject({ type: z9.literal("sayRefit"), ...refit, basedOn: z9.int() })
];

// ../contract/src/rework/schemas.ts
import * as z10 from "zod";
var underSignature = z10.int().nullable();
var reworkCommands = [
  z10.strictObject({
    type: z10.literal("fitParts"),
    slots: z10.array(placeKey2).min(1).max(400),
    ...newPart.shape,
    underSignature
  }),
  z10.strictObject({
    type: z10.literal("replacePart"),
    part: partId,
    basedOn: z10.int(),
    reason,
    instead: z10.strictObject(newPart.shape).nullable(),
    underSignature
  }),
  z10.strictObject({
    type: z10.literal("reworkPart"),
    part: partId,
    basedOn: z10.int(),
    what: reworkWord,
    how: reason,
    round: z10.exactOptional(filingSaid),
    underSignature
  }),
  z10.strictObject({
    type: z10.literal("moveParts"),
    moves: z10.array(partMove).min(1).max(400),
    seen: z10.array(partRef).max(400),
    reason,
    underSignature
  }),
  z10.strictObject({
    type: z10.literal("sayPartFacts"),
    parts: z10.array(partId).min(1).max(400),
    from: z10.array(knownOfPart).max(400),
    facts: saidOfParts,
    reason
  }),
  z10.strictObject({
    type: z10.literal("settleFact"),
    report: z10.int(),
    as: z10.enum(SETTLED_AS),
    reason
  })
];
var plannedWork = z10.discriminatedUnion("kind", [
  workshopFacts.rework,
  workshopFacts.replace,
  workshopFacts.move
]);
var about3 = z10.array(text(2e3)).max(400);
var planned = { work: plannedWork, about: about3, seen: z10.array(partRef).max(400), reason: text(2e3) };
var planEventData = {
  workPlanned: z10.object(planned),
  planDropped: z10.object({ plan: z10.int(), reason: text(2e3) })
};
var planCommands = [
  z10.strictObject({ type: z10.literal("planWork"), ...planned }),
  z10.strictObject({ type: z10.literal("dropPlan"), plan: z10.int(), reason })
];
var kit = {
  kit: id,
  number: name,
  box: text(120),
  ticks: z10.array(z10.object({ item: id, found: z10.int().min(0).max(1e4), lot: text(120) })).max(400),
  remark: text(2e3)
};
var kitEventData = {
  kitUnpacked: z10.object(kit)
};
var kitCommands = [
  z10.strictObject({ type: z10.literal("unpackKit"), basedOn: z10.int().min(0), ...kit })
];

// ../contract/src/job/schemas.ts
var rules = z11.int().min(1);
var opened = { job: jobFacts, engine: engineFacts, route, secondPerson: secondPersonPolicy };
var jobEventData = {
  jobOpened: z11.object({ ...opened, rules, zone }),
  rulesAdopted: z11.object({ rules }),
  limitsPinned: limitsPin.extend({ reason: text(2e3), rejudged }),
  readingsJudgedAgain: z11.object({ rejudged }),
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
  ...gateEventData
};
var pinnedThen = limitsPin.extend({ reason: text(2e3), rejudged: rejudgedThen });
var olderEventData = {
  jobOpened: [z11.object(opened), z11.object({ ...opened, rules })],
  // What a version before it had, the newer one has too; what is new in it nobody wrote then.
  limitsPinned: [pinnedThen, pinnedThen, pinnedThen],
  readingsJudgedAgain: [z11.object({ rejudged: rejudgedThen })],
  ...olderArrivalEventData,
  ...olderPartEventData,
  ...olderRemarkEventData,
  ...olderBenchEventData,
  ...olderFindingEventData,
  ...olderGateEventData
};
var envelope = z11.object({
  chain: z11.string(),
  seq: z11.int().min(1),
  type: z11.string(),
  v: z11.int().min(1),
  job: z11.string().nullable(),
  at: instant,
  command: z11.string(),
  by: actor,
  data: z11.unknown()
});
function schemaOfJobEvent(type, v) {
  if (!Object.hasOwn(jobEventData, type)) return void 0;
  const newest = JOB_EVENTS[type].v;
  if (v === newest) return jobEventData[type];
  return v < newest ? olderEventData[type]?.[v - 1] : void 0;
}
var jobEnvelope = envelope.superRefine((entry, context) => {
  const found = schemaOfJobEvent(entry.type, entry.v)?.safeParse(entry.data);
  for (const issue of found?.error?.issues ?? [])
    context.addIssue({ code: "custom", path: ["data", ...issue.path], message: issue.message });
});
var ledgerEntries = z11.object({
  chain: z11.string(),
  entries: z11.array(z11.object({ entry: jobEnvelope, hash: sha256 }))
});
var commandAnswer = ledgerEntries.extend({ command: z11.string() });
var arrivalCommands = [
  z11.strictObject({ type: z11.literal("confirmIdentity"), serialSeen: name }),
  z11.strictObject({ type: z11.literal("correctSerial"), from: name, serial: name, reason }),
  z11.strictObject({ type: z11.literal("checkDocuments"), pin: z11.int() }),
  z11.strictObject({ type: z11.literal("takeBackDocumentCheck"), checked: z11.int(), reason }),
  z11.strictObject({ type: z11.literal("takeInstrument"), instrument: id, dueOn: isoDate }),
  z11.strictObject({
    type: z11.literal("pinAgain"),
    pin: z11.int(),
    underSignature: z11.int().nullable(),
    documents: z11.array(checkedDocument),
    reason
  }),
  z11.strictObject({
    type: z11.literal("declinePin"),
    pin: z11.int(),
    documents: z11.array(checkedDocument),
    reason
  }),
  z11.strictObject({
    type: z11.literal("sayCylinderFacts"),
    pin: z11.int(),
    cylinders: z11.array(id).min(1).max(24),
    facts: cylinderFacts,
    reason
  }),
  z11.strictObject({ type: z11.literal("sayEngineFacts"), pin: z11.int(), facts: saidFacts, reason })
];
var jobCommand = z11.discriminatedUnion("type", [
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
  ...gateCommands
]);
var jobCommandRequest = z11.strictObject({
  id: z11.uuid(),
  command: jobCommand,
  /** Who gave it: a tablet that changed hands meanwhile signs nothing in another name. */
  person: z11.exactOptional(id),
  pin: z11.exactOptional(z11.string().max(64))
});
var openJobRequest = z11.strictObject({
  id: z11.uuid(),
  /** Which gates it passes; the first route of the shop where nothing is said. */
  route: z11.exactOptional(id),
  job: z11.strictObject({ number: id, duty: name, reason: text(2e3) }),
  engine: z11.strictObject({
    model: id,
    serial: name,
    buildDate: isoDate.nullable(),
    /** As typed, in the unit of the model's bore; 0 for standard, empty where nobody knows. */
    oversize: z11.string().trim().max(20),
    pistonMaterial: name.nullable(),
    ringPartNumber: name.nullable(),
    hoursSinceNew: z11.number().min(0).max(1e6).nullable(),
    hoursSinceOverhaul: z11.number().min(0).max(1e6).nullable(),
    ringMaker: name.nullable().default(null),
    /** As typed, in the unit of the model's bore; empty where it was not measured. */
    measuredBore: z11.string().trim().max(20).default(""),
    diameterBasis: z11.enum(DIAMETER_BASES).nullable().default(null),
    serialRemark: text(2e3).nullable().default(null)
  })
});
var limitInForce = z11.discriminatedUnion("state", [
  z11.object({
    state: z11.literal("inForce"),
    limit: perBound(lengthOnTheWire),
    sources: perBound(z11.string()),
    decided: z11.boolean(),
    asks: z11.exactOptional(z11.array(z11.string())),
    life: z11.exactOptional(lifeLimit)
  }),
  z11.object({ state: z11.literal("none") }),
  z11.object({ state: z11.literal("withheld"), why: z11.enum(WITHHELD) })
]);
var limitNews = z11.object({
  documents: z11.array(checkedDocument),
  moved: z11.array(z11.string()),
  declined: z11.object({ by: z11.string(), at: instant, reason: z11.string() }).nullable(),
  changes: z11.object({
    added: z11.array(z11.string()),
    removed: z11.array(z11.string()),
    fits: z11.array(
      z11.object({
        fit: z11.string(),
        partState: fitState,
        of: z11.exactOptional(fitVariant),
        before: limitInForce,
        after: limitInForce
      })
    ),
    flips: z11.array(
      z11.object({ place: z11.string(), reading: z11.int(), before: verdictFact, after: verdictFact })
    ),
    placesAdded: z11.array(z11.string()),
    placesRemoved: z11.array(z11.string())
  }).nullable(),
  /** A version of the model that was published after the one that the job keeps, with what is different in it. */
  model: z11.object({ mine: z11.int(), now: z11.int(), changes: z11.array(z11.string()) }).nullable()
});
var jobOpenedView = z11.object({ jobId: z11.string() });

export {
  partFactsOf,
  seenOf,
  cylinderContexts,
  pinContext,
  statementDigest,
  workBehind,
  decideOpening,
  signatureOver,
  decideJob,
  RECORD_FORMAT,
  RECORD_VERSION,
  recordTitle,
  verifyRecord,
  photographQuery,
  paperQuery,
  envelope,
  schemaOfJobEvent,
  ledgerEntries,
  commandAnswer,
  jobCommandRequest,
  openJobRequest,
  faultWords,
  remarkWords,
  keyChangeWords,
  notARecordWords,
  printable
};
//# sourceMappingURL=chunk-6AOOJSPL.mjs.map
