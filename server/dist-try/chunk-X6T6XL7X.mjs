import {
  issueWords
} from "./chunk-VDWYCB3L.mjs";
import {
  fitWords
} from "./chunk-V4XZO6I7.mjs";
import {
  CHAIN_START,
  JOB_EVENTS,
  SealKey,
  currentGate,
  currentPin,
  evolveJob,
  hashOfBytes,
  signatureOf
} from "./chunk-KV2R4TKS.mjs";
import {
  DOCUMENT_KINDS,
  EMPTY_LIBRARY,
  NOBODY,
  PEOPLE_EVENTS,
  canonical,
  characteristic,
  confirmationFor,
  digestOf,
  holdsOneOf,
  own,
  restingOn,
  restsOn,
  route,
  sameData
} from "./chunk-WQVLMFWN.mjs";
import {
  BOUNDS,
  ProblemError,
  __export,
  clockPutRight,
  clockSteppedBack,
  event,
  evolveBy,
  invariant,
  ok,
  refuse,
  revisionOfRow,
  routeFaultWords,
  understandEntry
} from "./chunk-CFPWUEHS.mjs";

// src/platform/logger.ts
import { randomUUID } from "node:crypto";
import { pino } from "pino";
import { pinoHttp } from "pino-http";
var messageOf = (message) => message.split("\n")[0]?.split("params:")[0]?.slice(0, 300) ?? "";
var SERIALIZERS = {
  req: ({ id, method, url }) => ({
    id,
    method,
    path: String(url).split("?")[0]
  }),
  res: ({ statusCode }) => ({ statusCode }),
  err: errorOf
};
var makeLogger = (level, to) => pino({ level, serializers: SERIALIZERS }, ...to === void 0 ? [] : [to]);
var logRequests = (logger) => pinoHttp({
  logger,
  serializers: SERIALIZERS,
  wrapSerializers: false,
  genReqId: () => randomUUID(),
  // What goes well is told to who asks for it; a refusal may explain a complaint; a failure is looked into.
  customLogLevel: (_req, { statusCode }) => statusCode >= 500 ? "warn" : statusCode >= 400 ? "info" : "debug"
});
function errorOf(error) {
  if (!(error instanceof Error)) return { message: "something that is no error" };
  const { name, message, stack = "", cause } = error;
  return {
    name,
    code: error.code,
    message: messageOf(message),
    at: stack.split("\n").filter((line) => line.trimStart().startsWith("at ")).slice(0, 12),
    ...cause instanceof Error ? { cause: errorOf(cause) } : {}
  };
}

// src/platform/clock.ts
import { uptime } from "node:os";
var systemClock = {
  now: () => (/* @__PURE__ */ new Date()).toISOString(),
  steadyMs: () => uptime() * 1e3
};
var ScriptedClock = class {
  constructor(at) {
    this.at = at;
  }
  at;
  steady = 0;
  now() {
    return this.at;
  }
  steadyMs() {
    return this.steady;
  }
  /** The time that it shows after so much has passed; earlier times are a jump. */
  set(at) {
    this.steady += Math.max(0, Date.parse(at) - Date.parse(this.at));
    this.at = new Date(at).toISOString();
  }
  /** So much time passes. */
  advance(milliseconds) {
    this.set(new Date(Date.parse(this.at) + milliseconds).toISOString());
  }
  /** Somebody sets the clock: it shows another time, and none has passed. */
  jump(milliseconds) {
    this.at = new Date(Date.parse(this.at) + milliseconds).toISOString();
  }
};

// ../core/src/instruments/instrument-ledger.ts
var NO_INSTRUMENTS = { instruments: {} };
var register = () => event();
var INSTRUMENT_EVENTS = {
  instrumentRegistered: register()(
    1,
    ({ instruments: instruments2 }, { instrument }) => ({ instruments: { ...instruments2, [instrument.id]: instrument } })
  ),
  instrumentChecked: register()(1, ({ instruments: instruments2 }, { instrument: id, calibratedOn, dueOn }) => {
    const known = instruments2[id];
    return known === void 0 ? {} : { instruments: { ...instruments2, [id]: { ...known, calibratedOn, dueOn } } };
  }),
  /** What it is, said anew: a blade that broke off, another uncertainty. Readings keep the gauge as it was when they were taken. */
  instrumentChanged: register()(
    1,
    ({ instruments: instruments2 }, { instrument }) => ({ instruments: { ...instruments2, [instrument.id]: instrument } })
  ),
  clockSteppedBack: clockSteppedBack(),
  clockPutRight: clockPutRight()
};
function bladesOf({
  kind,
  blades
}) {
  if (kind !== "sizeGauge" && blades.length === 0)
    return refuse("BLADES_WRONG", { blade: "", because: "none" });
  const twice = blades.find((blade, i) => blades.findIndex(({ nm }) => nm === blade.nm) !== i);
  if (twice !== void 0) return refuse("BLADES_WRONG", { blade: twice.text, because: "twice" });
  return ok([...blades].sort((a, b) => a.nm - b.nm));
}
var KEEPERS = ["steward", "manager"];
function decideInstruments(state, command, by) {
  if (!holdsOneOf(by, KEEPERS))
    return refuse("MAY_NOT", { action: "keep the instruments", needs: KEEPERS, person: by.name });
  if (command.type !== "changeInstrument") {
    const dates = command.type === "registerInstrument" ? command.instrument : command;
    if (dates.calibratedOn >= dates.dueOn)
      return refuse("DATES_WRONG", { issued: dates.calibratedOn, effective: dates.dueOn });
  }
  switch (command.type) {
    case "registerInstrument": {
      const { instrument } = command;
      if (Object.hasOwn(state.instruments, instrument.id))
        return refuse("ALREADY_THERE", { what: "instrument", id: instrument.id });
      const blades = bladesOf(instrument);
      if (!blades.ok) return blades;
      const registered = { ...instrument, blades: blades.value };
      return ok([{ type: "instrumentRegistered", v: 1, data: { instrument: registered } }]);
    }
    case "changeInstrument": {
      const { instrument, seen } = command;
      const known = own(state.instruments, instrument.id);
      if (known === void 0) return refuse("INSTRUMENT_UNKNOWN", { instrument: instrument.id });
      if (digestOf(known) !== seen) return refuse("GAUGE_MOVED", { instrument: instrument.id });
      const reason = command.reason.trim();
      if (reason === "") return refuse("REASON_MISSING", { action: "change an instrument" });
      const blades = bladesOf(instrument);
      if (!blades.ok) return blades;
      const { calibratedOn, dueOn } = known;
      const changed2 = { ...instrument, calibratedOn, dueOn, blades: blades.value };
      return ok(
        sameData(changed2, known) ? [] : [{ type: "instrumentChanged", v: 1, data: { instrument: changed2, reason } }]
      );
    }
    case "recordCheck": {
      const { type: _, ...check } = command;
      if (!Object.hasOwn(state.instruments, command.instrument))
        return refuse("INSTRUMENT_UNKNOWN", { instrument: command.instrument });
      return ok([{ type: "instrumentChecked", v: 1, data: check }]);
    }
  }
}

// ../core/src/route/check-route.ts
function routeFault(route2) {
  const { gates } = route2;
  const seen = /* @__PURE__ */ new Set();
  const sheets = /* @__PURE__ */ new Set();
  for (const { stage, after = [], sheets: own2 } of gates) {
    if (seen.has(stage)) return { kind: "stageTwice", stage };
    const later = after.find((each) => !seen.has(each));
    if (later !== void 0) return { kind: "restsOnLater", stage, on: later };
    seen.add(stage);
    for (const sheet of own2) {
      if (sheets.has(sheet)) return { kind: "sheetTwice", sheet };
      sheets.add(sheet);
    }
  }
  if (!gates.some(({ conditions }) => conditions.includes("identityConfirmed")))
    return { kind: "nobodyLooks" };
  const last = gates.at(-1);
  if (last === void 0) return { kind: "nobodyLooks" };
  if (last.sheets.length > 0) return { kind: "sealedOver", stage: last.stage };
  const left = gates.find(
    ({ stage }) => stage !== last.stage && !restingOn(route2, stage).some((gate) => gate === last)
  );
  if (left !== void 0) return { kind: "sealedOver", stage: left.stage };
  return restsOn(route2, last).length > 0 && !last.conditions.includes("gatesBefore") ? { kind: "sealedOver", stage: last.stage } : void 0;
}

// ../core/src/library/library-events.ts
var library = () => event();
var stampOf = ({ at, by }) => ({ id: by.id, by: by.name, at });
function written(state, id, change, stamp) {
  const kept = own(state.revisions, id);
  if (kept === void 0) return {};
  const writers = [.../* @__PURE__ */ new Set([...kept.writers, stamp.by.id])];
  return withRevision(state, { ...kept, ...change, writers, checked: void 0 });
}
function changed(state, id, change) {
  const kept = own(state.revisions, id);
  return kept === void 0 ? {} : withRevision(state, { ...kept, ...change });
}
var nextVersion = (kept, { model, digest }) => ({
  ...{ model, digest, version: (kept?.version ?? 0) + 1, draft: void 0 },
  earlier: kept === void 0 ? [] : [...kept.earlier, { version: kept.version, model: kept.model, digest: kept.digest }]
});
function withModel(state, id, change) {
  const kept = own(state.models, id);
  return kept === void 0 ? {} : { models: { ...state.models, [id]: { ...kept, ...change(kept) } } };
}
var LIBRARY_EVENTS = {
  modelImported: library()(
    1,
    ({ models }, imported) => ({
      models: { ...models, [imported.model.id]: nextVersion(own(models, imported.model.id), imported) }
    })
  ),
  /** The next version of a model, or that one corrected: a check of what stood there before counts no more. */
  modelDrafted: library()(
    1,
    (state, drafted, stamp) => withModel(state, drafted.model.id, ({ draft }) => ({
      draft: {
        ...drafted,
        draftedBy: stampOf(stamp),
        writers: [.../* @__PURE__ */ new Set([...draft?.writers ?? [], stamp.by.id])],
        checked: void 0
      }
    }))
  ),
  modelDraftDropped: library()(
    1,
    (state, { model }) => withModel(state, model, () => ({ draft: void 0 }))
  ),
  modelChecked: library()(
    1,
    (state, { model, ...check }, stamp) => withModel(state, model, ({ draft }) => ({
      draft: draft === void 0 ? void 0 : { ...draft, checked: { ...stampOf(stamp), ...check } }
    }))
  ),
  modelPublished: library()(
    1,
    (state, { model }) => withModel(state, model, (kept) => kept.draft === void 0 ? {} : nextVersion(kept, kept.draft))
  ),
  /** A new draft, or the statement of one that is there already, corrected. */
  revisionDrafted: library()(
    1,
    (state, { revision }, stamp) => Object.hasOwn(state.revisions, revision.id) ? written(state, revision.id, { revision }, stamp) : withRevision(state, asDraft({ revision, rows: [] }, void 0, stampOf(stamp)))
  ),
  rowsImported: library()(1, (state, { revision, file, rows }, stamp) => written(state, revision, { rows, file }, stamp)),
  fileAttached: library()(
    1,
    (state, { revision, file }, stamp) => {
      const attachments = [...own(state.revisions, revision)?.attachments ?? [], file];
      return written(state, revision, { attachments }, stamp);
    }
  ),
  draftDropped: library()(
    1,
    (state, { revision }) => {
      const { [revision]: _, ...revisions } = state.revisions;
      return { revisions };
    }
  ),
  revisionChecked: library()(
    1,
    (state, { revision, ...check }, stamp) => changed(state, revision, { checked: { ...stampOf(stamp), ...check } })
  ),
  revisionPublished: library()(
    1,
    (state, { revision, ...published }, stamp) => changed(state, revision, { published: { ...stampOf(stamp), ...published } })
  ),
  revisionWithdrawn: library()(
    1,
    (state, { revision, ...withdrawn }, stamp) => changed(state, revision, { withdrawn: { ...stampOf(stamp), ...withdrawn } })
  ),
  /** A route of the shop, or that one changed: jobs that are opened from now on go it. */
  routeKept: library()(1, ({ routes }, { route: route2 }) => ({
    routes: { ...routes, [route2.id]: route2 }
  })),
  routePutAway: library()(1, (state, { route: route2 }) => {
    const { [route2]: _, ...routes } = state.routes;
    return { routes };
  }),
  characteristicDefined: library()(
    1,
    ({ characteristics }, { characteristic: characteristic2 }) => ({
      characteristics: { ...characteristics, [characteristic2.id]: characteristic2 }
    })
  ),
  /** Of what the shop reads the temperatures of part and gauge with every reading. */
  temperaturesAsked: library()(
    1,
    ({ temperatures }, { characteristic: characteristic2, asked }) => ({
      temperatures: [
        ...temperatures.filter((each) => each !== characteristic2),
        ...asked ? [characteristic2] : []
      ]
    })
  ),
  secondLookAsked: library()(
    1,
    ({ secondLooks }, { characteristic: characteristic2, asked, tolerance }) => ({
      secondLooks: { ...secondLooks, [characteristic2]: { asked, tolerance } }
    })
  ),
  checkNoted: library()(1, ({ checkNotes }, { note }, { at, by }) => ({
    checkNotes: [...checkNotes, { ...note, by: { id: by.id, name: by.name }, at }]
  })),
  checkNoteTakenBack: library()(
    1,
    ({ checkNotes }, { note }) => ({ checkNotes: checkNotes.filter(({ id }) => id !== note) })
  ),
  judgingSet: library()(
    1,
    ({ judging }, { of, rule, coarse }) => ({ judging: { ...judging, [of]: { rule, coarse } } })
  ),
  kindOrderSet: library()(1, ({ orders }, { engineClass, order }) => ({ orders: { ...orders, [engineClass]: order } })),
  /** Some of the drafts of an import; they count only when it is finished. */
  batchImported: library()(1, ({ imports }, { batchOf, drafts, file }, stamp) => {
    const more = drafts.map((draft) => asDraft(draft, file, stampOf(stamp)));
    return { imports: { ...imports, [batchOf]: [...imports[batchOf] ?? [], ...more] } };
  }),
  importFinished: library()(1, (state, { batchOf }) => {
    const { [batchOf]: finished = [], ...imports } = state.imports;
    const added = Object.fromEntries(finished.map((kept) => [kept.revision.id, kept]));
    return { imports, revisions: { ...state.revisions, ...added } };
  }),
  importAbandoned: library()(
    1,
    (state, { batchOf }) => {
      const { [batchOf]: _, ...imports } = state.imports;
      return { imports };
    }
  ),
  clockSteppedBack: clockSteppedBack(),
  clockPutRight: clockPutRight()
};
var asDraft = ({ revision, rows, attachments = [] }, file, stamp) => ({
  revision,
  rows,
  file,
  attachments,
  draftedBy: stamp,
  writers: [stamp.id],
  checked: void 0,
  published: void 0,
  withdrawn: void 0
});
var withRevision = (state, kept) => ({
  revisions: { ...state.revisions, [kept.revision.id]: kept }
});

// src/services.ts
import { existsSync as existsSync6 } from "node:fs";
import { join as join8 } from "node:path";

// src/catalogue/index.ts
import { existsSync, readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import * as z from "zod";
var policies = z.object({
  default: z.array(z.enum(DOCUMENT_KINDS)),
  byClass: z.partialRecord(
    z.enum(["aircraft", "marine", "tractor", "heavyDiesel", "twoStroke", "ship"]),
    z.array(z.enum(DOCUMENT_KINDS))
  )
});
function loadCatalogue(folder, shop) {
  const read = (file) => JSON.parse(readFileSync(join(folder, file), "utf8"));
  const order = policies.parse(read("limit-policies.json"));
  const routes = /* @__PURE__ */ new Map();
  for (const from of [folder, ...shop === void 0 ? [] : [shop]])
    for (const each of routesIn(join(from, "routes"))) routes.set(each.id, each);
  return {
    characteristics: z.array(characteristic).parse(read("characteristics.json")),
    // The first is taken where nobody says which: one that is for every engine.
    routes: [...routes.values()].sort(
      (a, b) => Number(a.classes !== void 0) - Number(b.classes !== void 0)
    ),
    policyFor: (engineClass) => ({ order: order.byClass[engineClass] ?? order.default })
  };
}
function routesIn(folder) {
  if (!existsSync(folder)) return [];
  const files = readdirSync(folder).filter((name) => name.endsWith(".json"));
  return files.sort().map((name) => routeIn(join(folder, name)));
}
function routeIn(file) {
  let data;
  try {
    data = JSON.parse(readFileSync(file, "utf8"));
  } catch (error) {
    throw ProblemError.of("ROUTE_WRONG", { file, because: error instanceof Error ? error.message : "" });
  }
  const read = route.safeParse(data, { error: issueWords });
  if (!read.success) {
    const [issue] = read.error.issues;
    const because = `${issue?.path.join(".") ?? ""}: ${issue?.message ?? ""}`;
    throw ProblemError.of("ROUTE_WRONG", { file, because });
  }
  const fault = routeFault(read.data);
  if (fault !== void 0) throw ProblemError.of("ROUTE_WRONG", { file, because: routeFaultWords(fault) });
  return read.data;
}

// src/db/open.ts
import { existsSync as existsSync2, mkdirSync } from "node:fs";
import { join as join2 } from "node:path";
import { createClient } from "@libsql/client";
import { drizzle } from "drizzle-orm/libsql";
import { migrate } from "drizzle-orm/libsql/migrator";
import { readMigrationFiles } from "drizzle-orm/migrator";

// src/db/append-only.ts
var APPEND_ONLY_TRIGGERS = [
  {
    name: "entry_is_never_changed",
    sql: `CREATE TRIGGER IF NOT EXISTS entry_is_never_changed BEFORE UPDATE ON entry
      BEGIN SELECT RAISE(ABORT, 'entry is append-only: add a correcting entry instead'); END`
  },
  {
    name: "entry_is_never_deleted",
    sql: `CREATE TRIGGER IF NOT EXISTS entry_is_never_deleted BEFORE DELETE ON entry
      BEGIN SELECT RAISE(ABORT, 'entry is append-only: add a correcting entry instead'); END`
  },
  {
    name: "entry_follows_the_last",
    sql: `CREATE TRIGGER IF NOT EXISTS entry_follows_the_last BEFORE INSERT ON entry
      WHEN NEW.seq <> (SELECT coalesce(max(seq), 0) + 1 FROM entry WHERE chain = NEW.chain)
      BEGIN SELECT RAISE(ABORT, 'entry leaves a gap or overwrites: append after the last seq'); END`
  }
];

// src/db/schema.ts
var schema_exports = {};
__export(schema_exports, {
  chainHead: () => chainHead,
  credential: () => credential,
  documentUse: () => documentUse,
  entry: () => entry,
  floorRow: () => floorRow,
  importMapping: () => importMapping,
  instrumentRow: () => instrumentRow,
  jobRow: () => jobRow,
  limitRowIndex: () => limitRowIndex,
  modelRow: () => modelRow,
  personRow: () => personRow,
  pinTries: () => pinTries,
  projectionVersion: () => projectionVersion,
  receipt: () => receipt,
  revisionRow: () => revisionRow,
  rowUse: () => rowUse,
  session: () => session,
  signInAudit: () => signInAudit
});

// src/record/tables.ts
import { integer, primaryKey, sqliteTable, text } from "drizzle-orm/sqlite-core";
var entry = sqliteTable(
  "entry",
  {
    chain: text().notNull(),
    seq: integer().notNull(),
    /** The canonical bytes that are hashed. */
    bytes: text().notNull(),
    hash: text().notNull()
  },
  (table) => [primaryKey({ columns: [table.chain, table.seq] })]
);
var receipt = sqliteTable("receipt", {
  command: text().primaryKey(),
  person: text().notNull(),
  bodyHash: text("body_hash").notNull(),
  /** The whole answer, in receipts of the first format; since then it is told from the entries. */
  answer: text().notNull(),
  at: text().notNull(),
  chain: text(),
  firstSeq: integer("first_seq"),
  lastSeq: integer("last_seq"),
  lastHash: text("last_hash")
});
var chainHead = sqliteTable("chain_head", {
  chain: text().primaryKey(),
  length: integer().notNull(),
  hash: text().notNull(),
  /** Made with a key of the data folder, so that nobody without it can write another head. */
  mac: text().notNull()
});

// src/record/projection-tables.ts
import { index, integer as integer2, primaryKey as primaryKey2, sqliteTable as sqliteTable2, text as text2 } from "drizzle-orm/sqlite-core";
var projectionVersion = sqliteTable2("projection_version", {
  name: text2().primaryKey(),
  version: integer2().notNull()
});
var jobRow = sqliteTable2("job_row", {
  jobId: text2("job_id").primaryKey(),
  number: text2().notNull().unique(),
  engineId: text2("engine_id").notNull(),
  serial: text2().notNull(),
  model: text2().notNull(),
  modelName: text2("model_name").notNull(),
  openedAt: text2("opened_at").notNull(),
  sealedAt: text2("sealed_at"),
  sealDigest: text2("seal_digest"),
  gates: text2().notNull(),
  /** How many supplements stand behind the seal, and the seal of the last one. */
  supplements: integer2().notNull().default(0),
  lastSeal: text2("last_seal"),
  /** The entry up to which this row tells the story, and what shows that this program wrote it. */
  length: integer2().notNull().default(0),
  mac: text2().notNull().default("")
});
var floorRow = sqliteTable2("floor_row", {
  jobId: text2("job_id").primaryKey(),
  length: integer2().notNull(),
  /** The first day on which it must be worked out again; null where no day changes it. */
  until: text2(),
  summary: text2().notNull()
});
var revisionRow = sqliteTable2("revision_row", {
  id: text2().primaryKey(),
  number: text2().notNull(),
  title: text2().notNull(),
  kind: text2().notNull(),
  publishedAt: text2("published_at"),
  effective: text2().notNull(),
  rowCount: integer2("row_count").notNull()
});
var limitRowIndex = sqliteTable2(
  "limit_row_index",
  { n: integer2().primaryKey(), id: text2().notNull(), revision: text2().notNull() },
  (table) => [index("limit_row_of_revision").on(table.revision)]
);
var documentUse = sqliteTable2(
  "document_use",
  { jobId: text2("job_id").notNull(), revision: text2().notNull() },
  (table) => [
    primaryKey2({ columns: [table.jobId, table.revision] }),
    index("document_used").on(table.revision)
  ]
);
var rowUse = sqliteTable2(
  "row_use",
  { jobId: text2("job_id").notNull(), revision: text2().notNull(), row: text2().notNull() },
  (table) => [primaryKey2({ columns: [table.jobId, table.row] }), index("row_used").on(table.revision)]
);
var modelRow = sqliteTable2("model_row", {
  id: text2().primaryKey(),
  name: text2().notNull(),
  maker: text2().notNull(),
  digest: text2().notNull()
});
var instrumentRow = sqliteTable2("instrument_row", {
  id: text2().primaryKey(),
  name: text2().notNull(),
  dueOn: text2("due_on").notNull()
});
var personRow = sqliteTable2("person_row", {
  id: text2().primaryKey(),
  name: text2().notNull(),
  active: integer2({ mode: "boolean" }).notNull()
});

// src/library/tables.ts
import { sqliteTable as sqliteTable3, text as text3 } from "drizzle-orm/sqlite-core";
var importMapping = sqliteTable3("import_mapping", {
  maker: text3().primaryKey(),
  mapping: text3().notNull(),
  header: text3().notNull(),
  savedAt: text3("saved_at").notNull()
});

// src/people/tables.ts
import { integer as integer3, primaryKey as primaryKey3, sqliteTable as sqliteTable4, text as text4 } from "drizzle-orm/sqlite-core";
var credential = sqliteTable4("credential", {
  person: text4().primaryKey(),
  hash: text4().notNull(),
  failed: integer3().notNull().default(0),
  lockedUntil: text4("locked_until"),
  /** What shows that this program set the PIN. */
  mac: text4().notNull().default(""),
  /** When it first opened the door. */
  usedAt: text4("used_at")
});
var pinTries = sqliteTable4(
  "pin_tries",
  {
    person: text4().notNull(),
    place: text4().notNull(),
    failed: integer3().notNull(),
    lockedUntil: text4("locked_until"),
    at: text4().notNull()
  },
  (table) => [primaryKey3({ columns: [table.person, table.place] })]
);
var session = sqliteTable4("session", {
  tokenHash: text4("token_hash").primaryKey(),
  person: text4().notNull(),
  startedAt: text4("started_at").notNull(),
  seenAt: text4("seen_at").notNull()
});
var signInAudit = sqliteTable4("sign_in_audit", {
  id: integer3().primaryKey({ autoIncrement: true }),
  person: text4().notNull(),
  at: text4().notNull(),
  outcome: text4({ enum: ["signedIn", "wrong", "locked", "signed", "choosing", "pinSet"] }).notNull(),
  /** Who did it, where that can be somebody else. */
  by: text4()
});

// src/db/write-queue.ts
var MOST_TOGETHER = 64;
var WriteQueue = class {
  constructor(db, watch) {
    this.db = db;
    this.watch = watch;
  }
  db;
  watch;
  waiting = [];
  pumping;
  write(work, settled = () => void 0) {
    return new Promise((done, fail) => {
      this.waiting.push({ work, settled, done, fail });
      this.pumping ??= this.pump();
    });
  }
  /** When nothing waits any more. */
  async idle() {
    await this.pumping;
  }
  async pump() {
    await Promise.resolve();
    try {
      while (this.waiting.length > 0) {
        const batch = this.waiting.splice(0, MOST_TOGETHER);
        await (batch.length === 1 ? this.each(batch) : this.together(batch));
      }
    } finally {
      this.pumping = void 0;
    }
  }
  async each(batch) {
    for (const one of batch) {
      try {
        this.watch.refuse();
        const value = await this.db.transaction(one.work);
        this.watch.wrote();
        one.settled(true);
        one.done(value);
      } catch (error) {
        this.watch.failed(error);
        one.settled(false);
        one.fail(error);
      }
    }
  }
  async together(batch) {
    const answers = await this.answersOf(batch).catch(() => void 0);
    if (answers === void 0) {
      for (const one of batch) one.settled(false);
      await this.each(batch);
      return;
    }
    this.watch.wrote();
    for (const answer of answers) answer();
  }
  async answersOf(batch) {
    this.watch.refuse();
    return this.db.transaction(async (tx) => {
      const told = [];
      for (const one of batch) told.push(await answerOf(tx, one));
      return told;
    });
  }
};
async function answerOf(tx, { work, settled, done, fail }) {
  try {
    const value = await tx.transaction(work);
    return () => {
      settled(true);
      done(value);
    };
  } catch (error) {
    if (!(error instanceof ProblemError)) throw error;
    return () => {
      settled(false);
      fail(error);
    };
  }
}

// src/db/open.ts
async function openDb(folder, migrationsFolder, watch) {
  mkdirSync(folder, { recursive: true });
  const file = join2(folder, "oak-gate.sqlite");
  const isNew = !existsSync2(file);
  const client = createClient({ url: `file:${file}`, timeout: 5e3 });
  if (!isNew) await refuseForeign(client, folder);
  await client.execute("PRAGMA journal_mode = WAL");
  if (!isNew) await backUpBeforeMigrating(client, folder, migrationsFolder);
  const db = drizzle({ client, schema: schema_exports });
  await migrate(db, { migrationsFolder });
  for (const { sql: sql3 } of APPEND_ONLY_TRIGGERS) await client.execute(sql3);
  const queue = new WriteQueue(db, watch);
  const write = (work, settled) => queue.write(work, settled);
  const close = async () => {
    await queue.idle();
    await client.execute("PRAGMA wal_checkpoint(TRUNCATE)");
    client.close();
  };
  return { read: db, write, close, client };
}
async function refuseForeign(client, folder) {
  const { rows } = await client.execute("SELECT name FROM sqlite_master WHERE type = 'table'");
  const tables = rows.map(({ name }) => name);
  const hasShop = existsSync2(join2(folder, "keys")) || existsSync2(join2(folder, "version.json"));
  if (tables.every((name) => name === "__drizzle_migrations")) {
    if (hasShop) throw ProblemError.of("DATABASE_MISSING", { folder });
    return;
  }
  if (!tables.includes("__drizzle_migrations") || !tables.includes("entry"))
    throw ProblemError.of("DATABASE_FOREIGN", { folder });
}
async function backUpBeforeMigrating(client, folder, migrationsFolder) {
  const known = readMigrationFiles({ migrationsFolder }).length;
  const done = await client.execute("SELECT count(*) AS done FROM __drizzle_migrations").then(({ rows }) => Number(rows[0]?.["done"] ?? 0)).catch(() => 0);
  if (done >= known) return;
  const aside = join2(folder, "backups");
  mkdirSync(aside, { recursive: true });
  const target = join2(aside, `before-migration-${done + 1}.sqlite`);
  if (!existsSync2(target)) await client.execute({ sql: "VACUUM INTO ?", args: [target] });
}

// src/people/pins.ts
import { hash, verify } from "@node-rs/argon2";

// src/people/credentials.store.ts
import { and, eq, lt, ne } from "drizzle-orm";
var credentialsStore = {
  async find(db, person) {
    const [row] = await db.select().from(credential).where(eq(credential.person, person));
    return row;
  },
  async put(tx, person, hash2, mac) {
    const row = { person, hash: hash2, failed: 0, lockedUntil: null, mac, usedAt: null };
    await tx.insert(credential).values(row).onConflictDoUpdate({ target: credential.person, set: row });
  },
  /** Notes that a PIN has opened the door. */
  async use(tx, person, at) {
    await tx.update(credential).set({ usedAt: at }).where(eq(credential.person, person));
  },
  async all(db) {
    return db.select().from(credential);
  },
  /** Marks a PIN as it is found: once, in a folder that was written before there were marks. */
  async mark(tx, person, mac) {
    await tx.update(credential).set({ mac }).where(eq(credential.person, person));
  },
  async tries(db, person, place) {
    const [row] = await db.select().from(pinTries).where(and(eq(pinTries.person, person), eq(pinTries.place, place)));
    return row;
  },
  async setTries(tx, row) {
    const target = [pinTries.person, pinTries.place];
    await tx.insert(pinTries).values(row).onConflictDoUpdate({ target, set: row });
  },
  async forgetTries(tx, person, place) {
    await tx.delete(pinTries).where(and(eq(pinTries.person, person), eq(pinTries.place, place)));
  },
  async forgetTriesOf(tx, person) {
    await tx.delete(pinTries).where(eq(pinTries.person, person));
  },
  async forgetOldTries(tx, before) {
    await tx.delete(pinTries).where(lt(pinTries.at, before));
  },
  async audit(tx, person, at, outcome, by = null) {
    await tx.insert(signInAudit).values({ person, at, outcome, by });
  },
  async startSession(tx, tokenHash, person, at) {
    await tx.insert(session).values({ tokenHash, person, startedAt: at, seenAt: at });
  },
  async session(db, tokenHash) {
    const [row] = await db.select().from(session).where(eq(session.tokenHash, tokenHash));
    return row;
  },
  async endSession(tx, tokenHash) {
    await tx.delete(session).where(eq(session.tokenHash, tokenHash));
  },
  /** @param but the hash of the one that goes on */
  async endSessionsOf(tx, person, but = "") {
    await tx.delete(session).where(and(eq(session.person, person), ne(session.tokenHash, but)));
  },
  async endOldSessions(tx, before) {
    await tx.delete(session).where(lt(session.startedAt, before));
  }
};

// src/people/pins.ts
var ARGON2 = { algorithm: 2, memoryCost: 19456, timeCost: 2, parallelism: 1 };
var TRIES = 5;
var FIRST_PAUSE_MS = 3e4;
var LONGEST_PAUSE_MS = 36e5;
var TRIES_KEPT_MS = 24 * 36e5;
var pauseAfter = (failed) => Math.min(FIRST_PAUSE_MS * 2 ** (Math.floor(failed / TRIES) - 1), LONGEST_PAUSE_MS);
var Pins = class {
  constructor(db, clock, folderKey) {
    this.db = db;
    this.clock = clock;
    this.folderKey = folderKey;
  }
  db;
  clock;
  folderKey;
  /** Checks of one person wait for one another, so that parallel guesses count one by one. */
  checking = /* @__PURE__ */ new Map();
  /** When the pause of a person at a place ends, by the steady time: nobody who sets the clock shortens or stretches it. */
  pauses = /* @__PURE__ */ new Map();
  /** Marks the PINs of a folder that was written before there were marks. */
  async adopt() {
    const all = await credentialsStore.all(this.db.read);
    await this.db.write(async (tx) => {
      for (const { person, hash: hashed } of all)
        await credentialsStore.mark(tx, person, this.folderKey.mac("pin", person, hashed));
    });
  }
  /** The people whose PIN this program did not set. */
  async foreign() {
    const all = await credentialsStore.all(this.db.read);
    return all.filter((each) => !this.folderKey.isMine(each.mac, "pin", each.person, each.hash)).map(({ person }) => person);
  }
  async hash(pin) {
    return hash(pin, ARGON2);
  }
  /** Within the transaction that writes the person: nobody is in the shop without a PIN. */
  async keep(tx, person, hashed, by) {
    await credentialsStore.put(tx, person, hashed, this.folderKey.mac("pin", person, hashed));
    await credentialsStore.forgetTriesOf(tx, person);
    await credentialsStore.audit(tx, person, this.clock.now(), "pinSet", by);
  }
  /** What tells one PIN from another without telling it: a repeated command must bring the same one. */
  fingerprint(pin) {
    return this.folderKey.mac("pin given", pin);
  }
  /**
   * @param place where it is tried: wrong tries at one place lock nobody out at another
   * @param isForOneSignIn whether a manager set it, asked when it was found to be right: once it has opened the door, it opens
   * it no more
   * @throws ProblemError PIN_WRONG with the tries left, PIN_LOCKED with the pause in seconds, PIN_SPENT
   */
  async check({ id, name }, pin, purpose, place, isForOneSignIn = () => Promise.resolve(false)) {
    const before = this.checking.get(id) ?? Promise.resolve();
    const run = before.catch(() => void 0).then(() => this.checkNow(id, name, pin, purpose, place, isForOneSignIn));
    this.checking.set(id, run);
    await run;
  }
  async checkNow(person, name, pin, purpose, place, isForOneSignIn) {
    const known = await credentialsStore.find(this.db.read, person);
    const tries = await credentialsStore.tries(this.db.read, person, place);
    const now = this.clock.now();
    if (known !== void 0 && !this.folderKey.isMine(known.mac, "pin", person, known.hash))
      throw ProblemError.of("CREDENTIALS_CHANGED", { person: name });
    const pause = this.pauseLeft(tries, `${person} ${place}`);
    if (pause > 0) {
      const seconds = Math.ceil(pause / 1e3);
      await this.db.write((tx) => credentialsStore.audit(tx, person, now, "locked"));
      throw ProblemError.of("PIN_LOCKED", { person: name, seconds });
    }
    const right = known !== void 0 && await verify(known.hash, pin);
    if (right) {
      const opensTheDoor = purpose === "signedIn" && await isForOneSignIn();
      if (opensTheDoor && known.usedAt !== null) throw ProblemError.of("PIN_SPENT", { person: name });
      await this.db.write(async (tx) => {
        if (opensTheDoor) await credentialsStore.use(tx, person, now);
        if (tries !== void 0) await credentialsStore.forgetTries(tx, person, place);
        await credentialsStore.audit(tx, person, now, purpose);
      });
      return;
    }
    const failed = (tries?.failed ?? 0) + 1;
    const isLast = failed % TRIES === 0;
    const lockedUntil = isLast ? new Date(Date.parse(now) + pauseAfter(failed)).toISOString() : null;
    if (isLast) this.pauses.set(`${person} ${place}`, this.clock.steadyMs() + pauseAfter(failed));
    await this.db.write(async (tx) => {
      await credentialsStore.forgetOldTries(tx, new Date(Date.parse(now) - TRIES_KEPT_MS).toISOString());
      await credentialsStore.setTries(tx, { person, place, failed, lockedUntil, at: now });
      await credentialsStore.audit(tx, person, now, "wrong");
    });
    throw ProblemError.of("PIN_WRONG", { person: name, left: isLast ? 0 : TRIES - failed % TRIES });
  }
  /** What is left of a pause, in milliseconds. One that began before this start lasts no longer than a whole one. */
  pauseLeft(tries, key) {
    if (tries?.lockedUntil == null) {
      this.pauses.delete(key);
      return 0;
    }
    const left = Date.parse(tries.lockedUntil) - Date.parse(this.clock.now());
    const until = this.pauses.get(key) ?? this.clock.steadyMs() + Math.max(0, Math.min(left, pauseAfter(Math.max(tries.failed, TRIES))));
    this.pauses.set(key, until);
    return until - this.clock.steadyMs();
  }
};

// src/people/sessions.ts
import { createHash, randomBytes } from "node:crypto";
import { parse, serialize } from "cookie";

// src/record/acknowledged.ts
import { closeSync, existsSync as existsSync3, openSync, readFileSync as readFileSync2, renameSync, writeFileSync, writeSync } from "node:fs";
import { join as join3 } from "node:path";
var fileIn = (folder) => join3(folder, "acknowledged.txt");
var MOST_LINES = 4e3;
var Acknowledged = class _Acknowledged {
  constructor(folder, key, last) {
    this.folder = folder;
    this.key = key;
    this.last = last;
  }
  folder;
  key;
  last;
  file;
  lines = 0;
  static inFolder(folder, key) {
    const last = /* @__PURE__ */ new Map();
    const text5 = existsSync3(fileIn(folder)) ? readFileSync2(fileIn(folder), "utf8") : "";
    for (const line of text5.split("\n")) {
      const [chain = "", length = "", hash2 = "", mac = ""] = line.split(" ");
      if (key.isMine(mac, "acknowledged", chain, Number(length), hash2))
        last.set(chain, { length: Number(length), hash: hash2 });
    }
    return new _Acknowledged(folder, key, last);
  }
  get all() {
    return this.last;
  }
  note(chain, length, hash2) {
    this.last.set(chain, { length, hash: hash2 });
    if (this.file === void 0 || this.lines >= MOST_LINES) this.writeAnew();
    else {
      writeSync(this.file, this.line(chain, { length, hash: hash2 }));
      this.lines++;
    }
  }
  close() {
    if (this.file !== void 0) closeSync(this.file);
    this.file = void 0;
  }
  writeAnew() {
    this.close();
    const path = fileIn(this.folder);
    const lines = [...this.last].map(([chain, end]) => this.line(chain, end));
    writeFileSync(`${path}.new`, lines.join(""), { mode: 384 });
    renameSync(`${path}.new`, path);
    this.file = openSync(path, "a", 384);
    this.lines = lines.length;
  }
  line(chain, { length, hash: hash2 }) {
    return `${chain} ${length} ${hash2} ${this.key.mac("acknowledged", chain, length, hash2)}
`;
  }
};

// src/record/ledger.ts
import { AsyncLocalStorage } from "node:async_hooks";

// src/platform/trusted-clock.ts
var TOLERATED_MS = 5 * 6e4;
var YEAR_MS = 366 * 24 * 36e5;
var TOGETHER_EVERY_MS = 24 * 36e5;
var TrustedClock = class {
  /** @param lastEntry when the last entry was made; undefined in a new folder */
  constructor(machine, lastEntry) {
    this.machine = machine;
    this.start = lastEntry === void 0 ? void 0 : Date.parse(lastEntry);
    this.latest = this.start ?? 0;
    this.anchor = { at: this.start ?? this.read(), steady: machine.steadyMs() };
    this.doubt();
  }
  machine;
  anchor;
  /** The last entry, as long as the clock has not been right beside it. */
  start;
  /** The latest time that anything was dated with. */
  latest;
  now() {
    return this.doubt()?.expected ?? this.machine.now();
  }
  steadyMs() {
    return this.machine.steadyMs();
  }
  /** The date of what is written now. @throws ProblemError CLOCK_IN_DOUBT */
  forEntry() {
    const doubt = this.doubt();
    if (doubt !== void 0) throw ProblemError.of("CLOCK_IN_DOUBT", doubt);
    const now = this.machine.now();
    this.latest = Math.max(this.latest, Date.parse(now));
    return now;
  }
  /** What is wrong with the clock now; a clock that is set right again is believed again. */
  doubt() {
    const clock = this.read();
    const steady = this.machine.steadyMs();
    if (this.start !== void 0) {
      const because = startFault(clock, this.start);
      const passed2 = this.start + steady - this.anchor.steady;
      if (because !== void 0) return doubtful(clock, passed2, because);
      this.start = void 0;
      this.anchor = { at: clock, steady };
    }
    const passed = steady - this.anchor.steady;
    const expected = this.anchor.at + passed;
    if (Math.abs(clock - expected) > TOLERATED_MS)
      return doubtful(clock, Math.max(expected, this.latest), "jumped");
    if (passed > TOGETHER_EVERY_MS) this.anchor = { at: clock, steady };
    return void 0;
  }
  /** A chain was found that ends at a later time than it is now, and nobody has said why. */
  isBehind(lastEntry) {
    this.start = Date.parse(lastEntry);
    this.latest = Math.max(this.latest, this.start);
    this.anchor = { at: this.start, steady: this.machine.steadyMs() };
    return ProblemError.of("CLOCK_IN_DOUBT", this.doubt() ?? doubtful(this.read(), this.start, "beforeLast"));
  }
  /** From here on the clock is right as it stood when a manager said so. */
  confirmed(clock, steady) {
    this.start = void 0;
    this.latest = Date.parse(clock);
    this.anchor = { at: Date.parse(clock), steady };
  }
  /** What the machine shows, believed or not. */
  shown() {
    return this.machine.now();
  }
  read() {
    return Date.parse(this.machine.now());
  }
};
function startFault(clock, last) {
  if (clock < last - TOLERATED_MS) return "beforeLast";
  return clock > last + YEAR_MS ? "longAfter" : void 0;
}
var doubtful = (clock, expected, because) => ({
  clock: new Date(clock).toISOString(),
  expected: new Date(expected).toISOString(),
  because
});

// src/record/chains.ts
var LIBRARY = "library";
var INSTRUMENTS = "instruments";
var PEOPLE = "people";
var jobChain = (jobId) => `job:${jobId}`;

// src/record/ledger.store.ts
import { and as and2, asc, desc, eq as eq2, gte, lte, sql } from "drizzle-orm";
var decoder = new TextDecoder("utf-8", { fatal: true, ignoreBOM: true });
function textOf(bytes) {
  try {
    return decoder.decode(bytes);
  } catch {
    return void 0;
  }
}
var rawBytes = sql`CAST(${entry.bytes} AS BLOB)`;
var ledgerStore = {
  async entries(db, chain, from = 1, to) {
    const range = [eq2(entry.chain, chain), gte(entry.seq, from)];
    const rows = await db.select({ seq: entry.seq, bytes: rawBytes, hash: entry.hash }).from(entry).where(and2(...range, ...to === void 0 ? [] : [lte(entry.seq, to)])).orderBy(asc(entry.seq));
    return rows.map(({ seq, bytes, hash: hash2 }) => ({ seq, hash: hash2, bytes: textOf(bytes) }));
  },
  async chains(db) {
    const rows = await db.selectDistinct({ chain: entry.chain }).from(entry).orderBy(asc(entry.chain));
    return rows.map(({ chain }) => chain);
  },
  async append(tx, chain, stored) {
    await tx.insert(entry).values({ chain, ...stored });
  },
  /** Where each chain really ends. */
  async ends(db) {
    const rows = await db.all(
      sql`SELECT e.chain AS chain, e.seq AS last, e.hash AS hash FROM entry AS e
          JOIN (SELECT chain, max(seq) AS last FROM entry GROUP BY chain) AS m ON m.chain = e.chain AND m.last = e.seq`
    );
    return rows.map(({ chain, last, hash: hash2 }) => ({ chain, length: last, hash: hash2 }));
  },
  async heads(db) {
    return db.select().from(chainHead);
  },
  async putHead(tx, head) {
    await tx.insert(chainHead).values(head).onConflictDoUpdate({ target: chainHead.chain, set: head });
  },
  async receipt(tx, command) {
    const [row] = await tx.select().from(receipt).where(eq2(receipt.command, command));
    return row;
  },
  /** When the last command was carried out: the rows are in the order of their writing. */
  async lastCommandAt(db) {
    const [row] = await db.select({ at: receipt.at }).from(receipt).orderBy(desc(sql`rowid`)).limit(1);
    return row?.at;
  },
  async keepReceipt(tx, row) {
    await tx.insert(receipt).values(row);
  },
  /** Receipts whose last entry is not there any more, or is another one: by chain, the highest number that was promised. */
  async brokenPromises(db) {
    return db.all(
      sql`SELECT r.chain AS chain, max(r.last_seq) AS promised FROM receipt AS r
          LEFT JOIN entry AS e ON e.chain = r.chain AND e.seq = r.last_seq
          WHERE r.chain IS NOT NULL AND r.last_seq > 0 AND (e.hash IS NULL OR e.hash <> r.last_hash) GROUP BY r.chain`
    );
  }
};

// src/record/ledger.ts
var EMPTY = {
  state: void 0,
  length: 0,
  hash: CHAIN_START,
  at: "",
  steppedBack: false,
  newer: void 0
};
var JOBS_IN_MEMORY = 64;
var Ledger = class {
  constructor(db, clock, kinds, folderKey, logger, acknowledged) {
    this.db = db;
    this.clock = clock;
    this.kinds = kinds;
    this.folderKey = folderKey;
    this.logger = logger;
    this.acknowledged = acknowledged;
  }
  db;
  clock;
  kinds;
  folderKey;
  logger;
  acknowledged;
  loaded = /* @__PURE__ */ new Map();
  listeners = /* @__PURE__ */ new Set();
  damage = /* @__PURE__ */ new Map();
  /** Where chains stand that were written and are not committed: for those alone who write behind them in the same commit. */
  uncommitted = /* @__PURE__ */ new Map();
  queue = new AsyncLocalStorage();
  /** A chain's state as it is on disk. @throws ProblemError CHAIN_DAMAGED */
  async state(chain) {
    return (await this.load(chain)).state;
  }
  /** What a newer program wrote in a chain, if it did. */
  async newerIn(chain) {
    return (await this.load(chain)).newer;
  }
  /** The number of a chain's last entry. */
  async lengthOf(chain) {
    return (await this.load(chain)).length;
  }
  /** The state that was loaded last; for decisions of another chain inside the queue. */
  known(chain) {
    return (this.ahead(chain) ?? this.loaded.get(chain))?.state;
  }
  /** Says that a chain is not as it was written: it is shown as damaged, and the others work. */
  markDamaged(chain, damage) {
    if (this.damage.has(chain)) return;
    this.damage.set(chain, damage);
    this.loaded.delete(chain);
  }
  get damagedChains() {
    return [...this.damage.keys()];
  }
  damageOf(chain) {
    return this.damage.get(chain);
  }
  /** Whether a command was carried out before; another body under its id is refused when it is given again. */
  async wasCarriedOut(command) {
    return await ledgerStore.receipt(this.db.read, command) !== void 0;
  }
  async entries(chain, from = 1, to) {
    this.refuseDamaged(chain);
    const stored = await ledgerStore.entries(this.queue.getStore() ?? this.db.read, chain, from, to);
    return stored.map(({ seq, bytes, hash: hash2 }) => ({ entry: this.read(chain, seq, bytes), hash: hash2 }));
  }
  onAppended(listener) {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }
  async execute(command) {
    const bodyHash = digestOf({ chain: command.bodyChain ?? command.chain, body: command.body });
    await this.load(command.chain);
    const { chain } = command;
    let written2;
    try {
      return await this.db.write(
        (tx) => this.queue.run(tx, async () => {
          written2 = await this.carryOut(tx, command, bodyHash);
          if (written2.after !== void 0) this.uncommitted.set(chain, written2.after);
          return written2.outcome;
        }),
        (committed) => {
          const { after, outcome } = written2 ?? {};
          written2 = void 0;
          if (after === void 0 || outcome === void 0) return;
          if (this.uncommitted.get(chain) === after) this.uncommitted.delete(chain);
          if (!committed) return;
          this.remember(chain, after);
          this.acknowledge(chain, after);
          this.tellListeners(chain, outcome.entries);
        }
      );
    } catch (error) {
      if (!(error instanceof ProblemError)) this.loaded.delete(command.chain);
      throw error;
    }
  }
  /** A disk that takes the entry and not the line about it takes nothing back. */
  acknowledge(chain, { length, hash: hash2 }) {
    try {
      this.acknowledged?.note(chain, length, hash2);
    } catch (error) {
      this.logger?.error({ err: error, chain }, "the acknowledgement could not be noted");
    }
  }
  /** What is committed is committed: a listener that fails changes nothing about the answer. */
  tellListeners(chain, entries) {
    for (const listener of this.listeners) {
      try {
        listener(chain, entries);
      } catch (error) {
        this.logger?.error({ err: error, chain }, "a listener failed after the commit");
      }
    }
  }
  async carryOut(tx, command, bodyHash) {
    const receipt2 = await ledgerStore.receipt(tx, command.id);
    if (receipt2 !== void 0) {
      if (receipt2.bodyHash !== bodyHash || receipt2.person !== command.by.id) {
        throw ProblemError.of("COMMAND_ID_REUSED", { command: command.id });
      }
      return { outcome: { entries: await this.answered(receipt2), repeated: true } };
    }
    const { chain } = command;
    const before = await this.load(chain);
    if (before.newer !== void 0) {
      const { seq, type, v } = before.newer;
      throw ProblemError.of("CHAIN_NEWER", { chain, entry: seq, type, version: v });
    }
    const { at, notes } = this.dateOf(command, before);
    const decided = await command.decide(before.state, at, tx);
    let grown = await this.append(tx, command, before, [...notes, ...decided], at);
    const all = [...grown.appended];
    for (const closing of command.closings ?? []) {
      const events = await closing(grown.after.state, grown.after, tx);
      grown = await this.append(tx, command, grown.after, events, at);
      all.push(...grown.appended);
    }
    const { after } = grown;
    await this.kindOf(chain).project(
      tx,
      all.map(({ entry: entry2 }) => entry2),
      after.state,
      after
    );
    await this.readBack(tx, chain, before, all.length);
    const { length, hash: hash2 } = after;
    await ledgerStore.putHead(tx, {
      chain,
      length,
      hash: hash2,
      mac: this.folderKey.mac("head", chain, length, hash2)
    });
    await ledgerStore.keepReceipt(tx, {
      command: command.id,
      person: command.by.id,
      bodyHash,
      answer: "",
      at,
      chain,
      firstSeq: command.isLarge === true ? length + 1 : before.length + 1,
      lastSeq: length,
      lastHash: hash2
    });
    return { outcome: { entries: all, repeated: false }, after };
  }
  /**
   * The date of what is written now, and what the chain says of the clock first. A little behind its last entry, time stands
   * still until the clock has caught up; far behind, only a manager's word lets it begin anew.
   * @throws ProblemError CLOCK_IN_DOUBT
   */
  dateOf({ dated }, before) {
    const now = dated ?? this.clock.forEntry();
    if (dated !== void 0 || now >= before.at) return { at: now, notes: [] };
    if (Date.parse(before.at) - Date.parse(now) <= TOLERATED_MS) {
      const note = { type: "clockSteppedBack", v: 1, data: { clock: now } };
      return { at: before.at, notes: before.steppedBack ? [] : [note] };
    }
    const said = confirmationFor(this.known(PEOPLE) ?? NOBODY, before.at);
    if (said === void 0) throw this.clock.isBehind(before.at);
    const data = { was: before.at, by: said.by, reason: said.reason };
    return { at: now, notes: [{ type: "clockPutRight", v: 1, data }] };
  }
  /** The first answer again: told from the entries that it was of. */
  async answered({
    answer,
    chain,
    firstSeq,
    lastSeq
  }) {
    if (chain === null || firstSeq === null || lastSeq === null) return JSON.parse(answer);
    return firstSeq > lastSeq ? [] : this.entries(chain, firstSeq, lastSeq);
  }
  async append(tx, command, before, events, at) {
    const { chain, by } = command;
    const job = chain.startsWith("job:") ? chain.slice("job:".length) : null;
    const appended = [];
    let after = before;
    for (const { type, v, data } of events) {
      const entry2 = {
        chain,
        seq: after.length + 1,
        type,
        v,
        job,
        at,
        command: command.id,
        by,
        data
      };
      const bytes = canonical(entry2);
      const hash2 = hashOfBytes(after.hash, bytes);
      await ledgerStore.append(tx, chain, { seq: entry2.seq, bytes, hash: hash2 });
      after = this.grow(after, entry2, hash2);
      invariant(after.newer === void 0, "this program knows every event that it writes");
      appended.push({ entry: entry2, hash: hash2 });
    }
    return { appended, after };
  }
  /** What was just written is read from the disk again and must hash to what was promised. */
  async readBack(tx, chain, before, count2) {
    const stored = await ledgerStore.entries(tx, chain, before.length + 1);
    invariant(stored.length === count2, "every appended entry can be read back");
    let { hash: hash2 } = before;
    for (const each of stored) {
      hash2 = hashOfBytes(hash2, each.bytes ?? "");
      invariant(hash2 === each.hash, "an appended entry reads back with its own hash");
    }
  }
  async load(chain) {
    this.refuseDamaged(chain);
    const ahead = this.ahead(chain);
    if (ahead !== void 0) return ahead;
    const known = this.loaded.get(chain);
    if (known !== void 0) {
      this.remember(chain, known);
      return known;
    }
    const loaded = this.tell(chain, await ledgerStore.entries(this.db.read, chain));
    const meanwhile = this.loaded.get(chain);
    if (meanwhile !== void 0 && meanwhile.length >= loaded.length) return meanwhile;
    if (loaded.length > 0) this.remember(chain, loaded);
    return loaded;
  }
  ahead(chain) {
    return this.queue.getStore() === void 0 ? void 0 : this.uncommitted.get(chain);
  }
  remember(chain, loaded) {
    this.loaded.delete(chain);
    this.loaded.set(chain, loaded);
    if (this.loaded.size <= JOBS_IN_MEMORY) return;
    for (const oldest of this.loaded.keys()) {
      if (this.loaded.size <= JOBS_IN_MEMORY) return;
      if (oldest.startsWith("job:")) this.loaded.delete(oldest);
    }
  }
  /** How many chains are in memory as they stand. */
  get inMemory() {
    return this.loaded.size;
  }
  /** Tells a chain again from its bytes; a chain that does not hold is not worked on. */
  tell(chain, stored) {
    let so = EMPTY;
    for (const { seq, bytes, hash: hash2 } of stored) {
      if (seq !== so.length + 1 || bytes === void 0 || hashOfBytes(so.hash, bytes) !== hash2) {
        const because = bytes === void 0 ? "bytes" : "hash";
        this.markDamaged(chain, { because, entry: so.length + 1, promised: stored.length });
        this.refuseDamaged(chain);
      }
      so = this.grow(so, this.read(chain, seq, bytes), hash2);
    }
    return so;
  }
  read(chain, entry2, bytes) {
    try {
      if (bytes !== void 0) return JSON.parse(bytes);
    } catch {
    }
    this.markDamaged(chain, { because: "bytes", entry: entry2, promised: entry2 });
    this.refuseDamaged(chain);
    throw new Error(`${chain}: entry ${entry2} cannot be read`);
  }
  refuseDamaged(chain) {
    const damage = this.damage.get(chain);
    if (damage !== void 0) throw ProblemError.of("CHAIN_DAMAGED", { chain, ...damage });
  }
  grow(before, entry2, hash2) {
    const kind = this.kindOf(entry2.chain);
    const understood = before.newer === void 0 ? understandEntry(kind.events, entry2) : void 0;
    return {
      // What a newer program wrote changes nothing here: it could mean anything, and so could all that follows.
      state: understood?.known === true ? kind.evolve(before.state, understood.entry) : before.state,
      newer: before.newer ?? (understood?.known === false ? understood.newer : void 0),
      length: entry2.seq,
      hash: hash2,
      at: entry2.at,
      steppedBack: entry2.type === "clockSteppedBack" || before.steppedBack && entry2.at === before.at
    };
  }
  kindOf(chain) {
    const kind = this.kinds.find((each) => each.has(chain));
    invariant(kind !== void 0, `chain ${chain} is of a known kind`);
    return kind;
  }
};

// src/record/projection.store.ts
import { and as and3, asc as asc2, count, desc as desc2, eq as eq3, inArray, isNotNull, isNull, max, sql as sql2 } from "drizzle-orm";
var TABLES = {
  jobs: [jobRow, documentUse, rowUse, floorRow],
  library: [revisionRow, modelRow, limitRowIndex],
  instruments: [instrumentRow],
  people: [personRow]
};
var projectionStore = {
  async putJob(tx, row) {
    await tx.insert(jobRow).values(row).onConflictDoUpdate({ target: jobRow.jobId, set: row });
  },
  async putRevision(tx, row) {
    await tx.insert(revisionRow).values(row).onConflictDoUpdate({ target: revisionRow.id, set: row });
  },
  async putModel(tx, row) {
    await tx.insert(modelRow).values(row).onConflictDoUpdate({ target: modelRow.id, set: row });
  },
  async putLimitUse(tx, jobId, documents, rows) {
    await tx.delete(documentUse).where(eq3(documentUse.jobId, jobId));
    await tx.delete(rowUse).where(eq3(rowUse.jobId, jobId));
    for (const some of chunks(documents))
      await tx.insert(documentUse).values(some.map((revision) => ({ jobId, revision })));
    for (const some of chunks(rows)) await tx.insert(rowUse).values(some.map((each) => ({ jobId, ...each })));
  },
  /** The jobs that a document is pinned in. */
  async jobsOfDocument(db, revision) {
    const rows = await db.select({ job: jobRow }).from(documentUse).innerJoin(jobRow, eq3(jobRow.jobId, documentUse.jobId)).where(eq3(documentUse.revision, revision)).orderBy(asc2(jobRow.openedAt));
    return rows.map(({ job }) => job);
  },
  /** Row by row, the jobs of which a document's rows are the source of a bound. */
  async jobsOfRows(db, revision) {
    return db.select({ row: rowUse.row, job: jobRow }).from(rowUse).innerJoin(jobRow, eq3(jobRow.jobId, rowUse.jobId)).where(eq3(rowUse.revision, revision)).orderBy(asc2(rowUse.row), asc2(jobRow.openedAt));
  },
  async indexDocument(tx, id, words) {
    await tx.run(sql2`DELETE FROM document_text WHERE id = ${id}`);
    await tx.run(sql2`INSERT INTO document_text (id, words) VALUES (${id}, ${words})`);
  },
  async indexRows(tx, revision, rows) {
    await forgetRows(tx, revision);
    const [last] = await tx.select({ n: max(limitRowIndex.n) }).from(limitRowIndex);
    const first = (last?.n ?? 0) + 1;
    const numbered = rows.map((row, i) => ({ ...row, n: first + i }));
    for (const some of chunks(numbered)) {
      await tx.insert(limitRowIndex).values(some.map(({ n, id }) => ({ n, id, revision })));
      const values = sql2.join(
        some.map(({ n, words }) => sql2`(${n}, ${words})`),
        sql2`, `
      );
      await tx.run(sql2`INSERT INTO limit_row_text (rowid, words) VALUES ${values}`);
    }
  },
  async forgetRevision(tx, id) {
    await forgetRows(tx, id);
    await tx.run(sql2`DELETE FROM document_text WHERE id = ${id}`);
    await tx.delete(revisionRow).where(eq3(revisionRow.id, id));
  },
  /** Forgets the words of everything that is not in the library. */
  async forgetStrays(tx, known) {
    const indexed = await tx.selectDistinct({ revision: limitRowIndex.revision }).from(limitRowIndex);
    for (const { revision } of indexed)
      if (!known.has(revision)) await projectionStore.forgetRevision(tx, revision);
  },
  /** Documents and rows whose words begin with every word of the question; unordered, at most so many. */
  async search(db, words, most) {
    const match = words.map((word) => `"${word.replaceAll('"', "")}"*`).join(" ");
    const documents = await db.all(
      sql2`SELECT id FROM document_text WHERE document_text MATCH ${match} LIMIT ${most}`
    );
    const rows = await db.all(
      sql2`SELECT i.id, i.revision FROM (SELECT rowid FROM limit_row_text WHERE limit_row_text MATCH ${match} LIMIT ${most}) AS found
          JOIN limit_row_index AS i ON i.n = found.rowid`
    );
    return { documents: documents.map(({ id }) => id), rows };
  },
  async putInstrument(tx, row) {
    await tx.insert(instrumentRow).values(row).onConflictDoUpdate({ target: instrumentRow.id, set: row });
  },
  async putPerson(tx, row) {
    await tx.insert(personRow).values(row).onConflictDoUpdate({ target: personRow.id, set: row });
  },
  async jobs(db) {
    return db.select().from(jobRow).orderBy(asc2(jobRow.openedAt));
  },
  async job(db, jobId) {
    const [row] = await db.select().from(jobRow).where(eq3(jobRow.jobId, jobId));
    return row;
  },
  async jobOfNumber(db, number) {
    const [row] = await db.select().from(jobRow).where(eq3(jobRow.number, number));
    return row;
  },
  /** The jobs of the engine with this serial, the first one first. */
  async jobsOfSerial(db, model, serial) {
    return db.select().from(jobRow).where(and3(eq3(jobRow.model, model), eq3(jobRow.serial, serial))).orderBy(asc2(jobRow.openedAt));
  },
  /** Jobs that left, the last one first, some at a time. */
  async sealedJobs(db, from, most) {
    return db.select().from(jobRow).where(isNotNull(jobRow.sealedAt)).orderBy(desc2(jobRow.openedAt)).limit(most).offset(from);
  },
  async countSealed(db) {
    const [row] = await db.select({ n: count() }).from(jobRow).where(isNotNull(jobRow.sealedAt));
    return row?.n ?? 0;
  },
  async floorRows(db) {
    return db.select().from(floorRow);
  },
  async putFloorRow(tx, row) {
    await tx.insert(floorRow).values(row).onConflictDoUpdate({ target: floorRow.jobId, set: row });
  },
  async openJobs(db) {
    return db.select().from(jobRow).where(isNull(jobRow.sealedAt)).orderBy(asc2(jobRow.openedAt));
  },
  async jobsOfEngine(db, engineId) {
    return db.select().from(jobRow).where(eq3(jobRow.engineId, engineId)).orderBy(asc2(jobRow.openedAt));
  },
  async versions(db) {
    const rows = await db.select().from(projectionVersion);
    return Object.fromEntries(rows.map(({ name, version }) => [name, version]));
  },
  async setVersion(tx, name, version) {
    await tx.insert(projectionVersion).values({ name, version }).onConflictDoUpdate({ target: projectionVersion.name, set: { version } });
  },
  async clear(tx, name) {
    for (const table of TABLES[name]) await tx.delete(table);
    if (name !== "library") return;
    await tx.run(sql2`DELETE FROM document_text`);
    await tx.run(sql2`DELETE FROM limit_row_text`);
  },
  /** Everything that the projections hold, for comparing them with themselves made again. */
  async dump(db) {
    return {
      jobs: await db.select().from(jobRow).orderBy(asc2(jobRow.jobId)),
      revisions: await db.select().from(revisionRow).orderBy(asc2(revisionRow.id)),
      models: await db.select().from(modelRow).orderBy(asc2(modelRow.id)),
      limitRows: await db.select({ id: limitRowIndex.id, revision: limitRowIndex.revision }).from(limitRowIndex).orderBy(asc2(limitRowIndex.id)),
      documentUse: await db.select().from(documentUse).orderBy(asc2(documentUse.jobId), asc2(documentUse.revision)),
      rowUse: await db.select().from(rowUse).orderBy(asc2(rowUse.jobId), asc2(rowUse.row)),
      words: await db.all(
        sql2`SELECT words FROM limit_row_text UNION ALL SELECT words FROM document_text ORDER BY words`
      ),
      instruments: await db.select().from(instrumentRow).orderBy(asc2(instrumentRow.id)),
      people: await db.select().from(personRow).orderBy(asc2(personRow.id))
    };
  }
};
async function forgetRows(tx, revision) {
  const known = await tx.select({ n: limitRowIndex.n }).from(limitRowIndex).where(eq3(limitRowIndex.revision, revision));
  for (const some of chunks(known.map(({ n }) => n))) {
    const numbers = sql2.join(
      some.map((n) => sql2`${n}`),
      sql2`, `
    );
    await tx.run(sql2`DELETE FROM limit_row_text WHERE rowid IN (${numbers})`);
    await tx.delete(limitRowIndex).where(inArray(limitRowIndex.n, some));
  }
}
var CHUNK = 200;
function chunks(items) {
  const parts = [];
  for (let at = 0; at < items.length; at += CHUNK) parts.push(items.slice(at, at + CHUNK));
  return parts;
}

// src/record/search-text.ts
var modelsSpokenOf = (state, { appliesTo }) => appliesTo.models === void 0 ? Object.values(state.models).map(({ model }) => model) : appliesTo.models.flatMap((id) => own(state.models, id)?.model ?? []);
var FIGURE = /\d+[.,]\d+/g;
var figureWord = (figure) => figure.replace(/[.,]/, "p");
var withFigures = (text5) => [text5, ...[...text5.matchAll(FIGURE)].map(([figure]) => figureWord(figure))].join(" ");
var wordsAsked = (question) => (question.toLowerCase().match(/\d+[.,]\d+|[\p{L}\p{N}]+/gu) ?? []).map(figureWord);
var documentText = (revision, models) => withFigures(
  [
    revision.number,
    revision.revision,
    revision.title,
    revision.partsMaker ?? "",
    revision.notes ?? "",
    ...models.map(({ id, maker, name }) => `${id} ${maker} ${name}`)
  ].join(" ")
);
function rowText(row, { number, revision }, models, nameOf) {
  const [model] = models;
  const { ring, station } = fitWords(row, [], model?.layout);
  return withFigures(
    [
      number,
      revision,
      row.label,
      nameOf(row.characteristic),
      row.characteristic,
      ring,
      station,
      ...models.map(({ id, maker }) => `${id} ${maker}`),
      row.note,
      ...BOUNDS.flatMap((bound) => row.printed[bound]?.text ?? []),
      row.formula?.perDiameter ?? ""
    ].join(" ")
  );
}

// src/record/projections.ts
var PROJECTION_VERSIONS = { jobs: 3, library: 3, instruments: 1, people: 1 };
var jobRowText = (row) => {
  const { mac: _, ...said } = row;
  return canonical(said);
};
var jobsKind = (folderKey) => ({
  has: (chain) => chain.startsWith("job:"),
  lastStateOnly: true,
  events: JOB_EVENTS,
  evolve: (state, entry2) => evolveJob(state, entry2),
  project: async (tx, entries, state, { length }) => {
    if (entries.some(({ type }) => LIMIT_EVENTS.includes(type))) await projectLimitUse(tx, state);
    const gates = state.route.gates.map(({ stage, label }) => ({
      stage,
      label,
      stand: signatureOf(state, stage) === void 0 ? "shut" : "passed"
    }));
    const row = {
      jobId: state.id,
      number: state.job.number,
      engineId: state.engine.id,
      serial: state.engine.serial,
      model: state.engine.model,
      modelName: state.engine.modelName,
      openedAt: state.opened.at,
      sealedAt: state.seal?.at ?? null,
      sealDigest: state.seal?.hash ?? null,
      gates: JSON.stringify({ current: currentGate(state)?.stage ?? null, gates }),
      supplements: state.supplements.length,
      lastSeal: state.supplements.at(-1)?.seal?.hash ?? state.seal?.hash ?? null,
      length
    };
    await projectionStore.putJob(tx, { ...row, mac: folderKey.mac(jobRowText(row)) });
  }
});
var LIMIT_EVENTS = ["limitsPinned", "limitDecided"];
async function projectLimitUse(tx, state) {
  const pin = currentPin(state);
  if (pin === void 0) return;
  const decided = state.limitDecisions.filter((each) => each.pin === pin.pin);
  const rows = /* @__PURE__ */ new Set([
    ...pin.fits.flatMap(({ governing }) => Object.values(governing.sources)),
    ...decided.flatMap((each) => Object.values(each.rows))
  ]);
  await projectionStore.putLimitUse(
    tx,
    state.id,
    pin.documents.map(({ id }) => id),
    [...rows].map((row) => ({ row, revision: revisionOfRow(row) }))
  );
}
var libraryKind = (nameOf) => ({
  has: (chain) => chain === LIBRARY,
  events: LIBRARY_EVENTS,
  evolve: (state = EMPTY_LIBRARY, entry2) => evolveBy(LIBRARY_EVENTS, state, entry2),
  project: async (tx, entries, state) => {
    for (const entry2 of entries)
      await projectLibrary(tx, entry2, state, nameOf);
  }
});
async function projectLibrary(tx, entry2, state, nameOf) {
  const name = (id) => own(state.characteristics, id)?.name ?? nameOf(id);
  const put = async (kept) => {
    if (kept === void 0) return;
    const { id, number, title, kind, effective } = kept.revision;
    await projectionStore.putRevision(tx, {
      id,
      number,
      title,
      kind,
      effective,
      publishedAt: kept.published?.at ?? null,
      rowCount: kept.rows.length
    });
  };
  const index2 = async (revision, rows) => {
    const models = modelsSpokenOf(state, revision);
    await projectionStore.indexDocument(tx, revision.id, documentText(revision, models));
    await projectionStore.indexRows(
      tx,
      revision.id,
      rows.map((row) => ({ id: row.id, words: rowText(row, revision, models, name) }))
    );
  };
  switch (entry2.type) {
    case "modelImported": {
      const { model, digest } = entry2.data;
      await projectionStore.putModel(tx, { id: model.id, name: model.name, maker: model.maker, digest });
      return;
    }
    case "modelPublished": {
      const kept = own(state.models, entry2.data.model);
      if (kept === void 0) return;
      const { model, digest } = kept;
      await projectionStore.putModel(tx, { id: model.id, name: model.name, maker: model.maker, digest });
      return;
    }
    case "revisionDrafted":
    case "rowsImported": {
      const id = entry2.type === "revisionDrafted" ? entry2.data.revision.id : entry2.data.revision;
      const kept = own(state.revisions, id);
      await put(kept);
      if (kept !== void 0) await index2(kept.revision, kept.rows);
      return;
    }
    case "draftDropped":
      await projectionStore.forgetRevision(tx, entry2.data.revision);
      return;
    case "revisionPublished":
      await put(own(state.revisions, entry2.data.revision));
      return;
    // Drafts of an import are indexed as they come in, a little at a time; they are found once they are in the library.
    case "batchImported": {
      const pending = own(state.imports, entry2.data.batchOf) ?? [];
      for (const { revision, rows } of entry2.data.drafts) {
        await put(
          pending.find((kept) => kept.revision.id === revision.id) ?? own(state.revisions, revision.id)
        );
        await index2(revision, rows);
      }
      return;
    }
    case "importAbandoned":
      await projectionStore.forgetStrays(
        tx,
        /* @__PURE__ */ new Set([...Object.keys(state.revisions), ...pendingIds(state)])
      );
      return;
    case "routeKept":
    case "routePutAway":
    case "modelDrafted":
    case "modelDraftDropped":
    case "modelChecked":
    case "importFinished":
    case "fileAttached":
    case "revisionChecked":
    case "revisionWithdrawn":
    case "characteristicDefined":
    case "temperaturesAsked":
    case "secondLookAsked":
    case "checkNoted":
    case "checkNoteTakenBack":
    case "judgingSet":
    case "kindOrderSet":
    case "clockSteppedBack":
    case "clockPutRight":
      return;
  }
}
var pendingIds = (state) => Object.values(state.imports).flatMap((drafts) => drafts.map(({ revision }) => revision.id));
var instruments = {
  has: (chain) => chain === INSTRUMENTS,
  events: INSTRUMENT_EVENTS,
  evolve: (state = NO_INSTRUMENTS, entry2) => evolveBy(INSTRUMENT_EVENTS, state, entry2),
  project: async (tx, _entries, state) => {
    for (const { id, name, dueOn } of Object.values(state.instruments))
      await projectionStore.putInstrument(tx, { id, name, dueOn });
  }
};
var people = {
  has: (chain) => chain === PEOPLE,
  events: PEOPLE_EVENTS,
  evolve: (state = NOBODY, entry2) => evolveBy(PEOPLE_EVENTS, state, entry2),
  project: async (tx, _entries, state) => {
    for (const { id, name, active } of Object.values(state.people))
      await projectionStore.putPerson(tx, { id, name, active });
  }
};
var chainKinds = (nameOf, folderKey) => ({
  jobs: jobsKind(folderKey),
  library: libraryKind(nameOf),
  instruments,
  people
});

// src/record/check-folder.ts
async function adoptHeads(db, key) {
  const ends = await ledgerStore.ends(db.read);
  await db.write(async (tx) => {
    for (const { chain, length, hash: hash2 } of ends)
      await ledgerStore.putHead(tx, { chain, length, hash: hash2, mac: key.mac("head", chain, length, hash2) });
  });
}
var hasHeads = async (db) => (await ledgerStore.heads(db.read)).length > 0;
async function checkFolder(db, ledger, key, acknowledged) {
  const ends = new Map((await ledgerStore.ends(db.read)).map((end) => [end.chain, end]));
  const heads = await ledgerStore.heads(db.read);
  const noted = new Map(heads.map((head) => [head.chain, head]));
  const damaged = (chain, because, promised = 0) => {
    const entry2 = ends.get(chain)?.length ?? 0;
    ledger.markDamaged(chain, { because, entry: entry2, promised: Math.max(promised, entry2) });
  };
  for (const head of heads) {
    const { chain, length, hash: hash2, mac } = head;
    const end = ends.get(chain);
    if (!key.isMine(mac, "head", chain, length, hash2)) damaged(chain, "headGone");
    else if (end === void 0 || end.length < length) damaged(chain, "tail", length);
    else if (end.length > length || end.hash !== hash2) damaged(chain, "head", length);
  }
  for (const { chain } of ends.values()) if (!noted.has(chain)) damaged(chain, "headGone");
  for (const { chain, promised } of await ledgerStore.brokenPromises(db.read))
    damaged(chain, promised > (ends.get(chain)?.length ?? 0) ? "tail" : "head", promised);
  for (const [chain, { length }] of acknowledged) {
    if (length > (ends.get(chain)?.length ?? 0)) damaged(chain, "tail", length);
  }
  const lost = [...acknowledged.keys()].filter((chain) => !ends.has(chain));
  return { lists: await lists(db, ends, key), lost };
}
async function lists(db, ends, key) {
  const rows = await projectionStore.jobs(db.read);
  const wrong = rows.filter(
    (row) => !key.isMine(row.mac, jobRowText(row)) || ends.get(`job:${row.jobId}`)?.length !== row.length
  ).map(({ jobId }) => `job:${jobId}`);
  const listed = new Set(rows.map(({ jobId }) => `job:${jobId}`));
  const missing = [...ends.keys()].filter((chain) => chain.startsWith("job:") && !listed.has(chain));
  return [...wrong, ...missing];
}

// src/record/rebuild.ts
async function rebuildProjection(db, kinds, name) {
  const kind = kinds[name];
  await db.write(async (tx) => {
    await projectionStore.clear(tx, name);
    for (const chain of await ledgerStore.chains(tx))
      if (kind.has(chain)) await projectChain(tx, kind, chain);
    await projectionStore.setVersion(tx, name, PROJECTION_VERSIONS[name]);
  });
}
async function projectChain(tx, kind, chain) {
  let state;
  let stand = { length: 0, hash: "" };
  const told = [];
  for (const { seq, bytes, hash: hash2 } of await ledgerStore.entries(tx, chain)) {
    const entry2 = readEntry(bytes);
    const understood = entry2 === void 0 ? void 0 : understandEntry(kind.events, entry2);
    if (understood?.known !== true) break;
    state = kind.evolve(state, understood.entry);
    stand = { length: seq, hash: hash2 };
    if (kind.lastStateOnly === true) told.push(understood.entry);
    else await kind.project(tx, [understood.entry], state, stand);
  }
  if (told.length > 0) await kind.project(tx, told, state, stand);
}
function readEntry(bytes) {
  try {
    return bytes === void 0 ? void 0 : JSON.parse(bytes);
  } catch {
    return void 0;
  }
}
async function bringProjectionsUpToDate(db, kinds) {
  const there = await projectionStore.versions(db.read);
  const outdated = Object.keys(PROJECTION_VERSIONS).filter(
    (name) => there[name] !== PROJECTION_VERSIONS[name]
  );
  for (const name of outdated) await rebuildProjection(db, kinds, name);
  return outdated;
}

// src/people/sessions.ts
var COOKIE = "oak_gate_session";
var LONGEST_MS = 14 * 36e5;
var hashOf = (token) => createHash("sha256").update(token).digest("hex");
var cookieFor = (req) => ({
  httpOnly: true,
  sameSite: "strict",
  path: "/",
  secure: req.secure
});
var Sessions = class {
  constructor(db, clock, ledger) {
    this.db = db;
    this.clock = clock;
    this.ledger = ledger;
  }
  db;
  clock;
  ledger;
  open = /* @__PURE__ */ new Set();
  /** When each sign-in that was asked for since the start began, by the steady time. */
  began = /* @__PURE__ */ new Map();
  async start(req, res, person) {
    const token = randomBytes(32).toString("base64url");
    const now = this.clock.now();
    this.began.set(hashOf(token), this.clock.steadyMs());
    for (const [each, at] of this.began) {
      if (this.clock.steadyMs() - at > LONGEST_MS) this.began.delete(each);
    }
    await this.db.write(async (tx) => {
      await credentialsStore.endOldSessions(tx, new Date(Date.parse(now) - LONGEST_MS).toISOString());
      await credentialsStore.startSession(tx, hashOf(token), person, now);
    });
    res.setHeader("Set-Cookie", serialize(COOKIE, token, { ...cookieFor(req), maxAge: LONGEST_MS / 1e3 }));
  }
  async end(req, res) {
    const token = this.tokenOf(req);
    if (token !== void 0) {
      await this.db.write((tx) => credentialsStore.endSession(tx, hashOf(token)));
      this.close((each) => each.session === hashOf(token));
    }
    res.setHeader("Set-Cookie", serialize(COOKIE, "", { ...cookieFor(req), maxAge: 0 }));
  }
  /** Whether a sign-in is still there, as a transaction sees it. */
  async holds(tx, req) {
    const token = this.tokenOf(req);
    return token !== void 0 && await credentialsStore.session(tx, hashOf(token)) !== void 0;
  }
  /** Within the transaction that sets a new PIN: whoever signed in with the old one is out, but for who chose it himself. */
  async endAllOf(tx, person, but) {
    const token = but === void 0 ? void 0 : this.tokenOf(but);
    await credentialsStore.endSessionsOf(tx, person, token === void 0 ? void 0 : hashOf(token));
  }
  /** Ends what is open of somebody who is signed out everywhere, or has left the shop. */
  closeAllOf(person, but) {
    const stays = but === void 0 ? void 0 : hashOf(this.tokenOf(but) ?? "");
    this.close((each) => each.person === person && each.session !== stays);
  }
  /** How many streams are open. */
  get streams() {
    return this.open.size;
  }
  close(which) {
    for (const each of [...this.open].filter(which)) {
      this.open.delete(each);
      each.end();
    }
  }
  /** Names the sign-in behind a request: what a place is told by where wrong PINs are counted. */
  nameOf(req) {
    return hashOf(this.tokenOf(req) ?? "").slice(0, 16);
  }
  /** Something that stays open, until its sign-in ends. @returns what forgets it */
  untilEnd(req, person, end) {
    const one = { session: hashOf(this.tokenOf(req) ?? ""), person, end };
    this.open.add(one);
    return () => this.open.delete(one);
  }
  /** The person as the people's ledger knows them now: roles that were taken away do not linger in a session. */
  async personOf(req) {
    const token = this.tokenOf(req);
    if (token === void 0) return void 0;
    const found = await credentialsStore.session(this.db.read, hashOf(token));
    if (found === void 0 || this.ageOf(found) > LONGEST_MS) return void 0;
    const state = await this.ledger.state(PEOPLE);
    const known = own(state?.people ?? {}, found.person);
    if (known?.active !== true) return void 0;
    const { active: _, ...actor } = known;
    return actor;
  }
  /** Whether a manager set the PIN that this person has: until it is replaced, nothing is done in this person's name. */
  async hasPinToChoose(person) {
    const pins = (await this.ledger.state(PEOPLE))?.pins ?? {};
    return own(pins, person)?.forOneSignIn === true;
  }
  /** A sign-in ages by the time that passes, whoever sets the clock; before this start, by what the clock said. */
  ageOf({
    tokenHash,
    startedAt
  }) {
    const steady = this.clock.steadyMs();
    const age = Date.parse(this.clock.now()) - Date.parse(startedAt);
    const began = this.began.get(tokenHash) ?? steady - Math.max(0, age);
    this.began.set(tokenHash, began);
    return steady - began;
  }
  tokenOf(req) {
    return parse(req.headers.cookie ?? "")[COOKIE];
  }
};
var actorOf = (res) => res.locals["actor"];

// src/platform/disk-problem.ts
var FULL = /^(SQLITE_FULL|ENOSPC|EDQUOT)/;
var NOT_WRITABLE = /^(SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM|EACCES|EPERM|EROFS|ENOTDIR|EEXIST)/;
var DAMAGED = /^(SQLITE_CORRUPT|SQLITE_NOTADB|SQLITE_IOERR|EIO)/;
function diskProblem(error, folder) {
  for (let at = error, depth = 0; typeof at === "object" && at !== null && depth < 6; at = at.cause, depth++) {
    const code = codeOf(at);
    if (FULL.test(code)) return ProblemError.of("DISK_FULL", { folder });
    if (NOT_WRITABLE.test(code)) return ProblemError.of("FOLDER_NOT_WRITABLE", { folder });
    if (DAMAGED.test(code)) return ProblemError.of("DATABASE_DAMAGED", { folder });
  }
  return void 0;
}
var NUMBERS = {
  8: "SQLITE_READONLY",
  10: "SQLITE_IOERR",
  11: "SQLITE_CORRUPT",
  13: "SQLITE_FULL",
  14: "SQLITE_CANTOPEN",
  26: "SQLITE_NOTADB"
};
function codeOf({ code, message }) {
  if (typeof code === "string" && (FULL.test(code) || NOT_WRITABLE.test(code) || DAMAGED.test(code)))
    return code;
  const number = /Unable to open connection to local database .*: (\d+)\D*$/.exec(String(message))?.[1] ?? "";
  return NUMBERS[number] ?? "";
}

// src/platform/disk-watch.ts
import { accessSync, constants, statfsSync, statSync } from "node:fs";
import { join as join4 } from "node:path";
var RESERVE_BYTES = 48 * 1024 * 1024;
var LOOKED_EVERY_MS = 1e3;
var realDisk = {
  free: (folder) => {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  },
  mayWrite: (folder) => {
    accessSync(folder, constants.W_OK);
  },
  identity: (file) => {
    const found = statSync(file, { throwIfNoEntry: false });
    return found === void 0 ? void 0 : `${found.dev} ${found.ino}`;
  }
};
var DiskWatch = class {
  constructor(folder, clock, disk = realDisk) {
    this.folder = folder;
    this.clock = clock;
    this.disk = disk;
    this.database = join4(folder, "oak-gate.sqlite");
  }
  folder;
  clock;
  disk;
  database;
  /** The file that was opened, as it was found at the first look. */
  known;
  lookedAt = -Infinity;
  found;
  failure;
  /** @throws ProblemError DISK_FULL, FOLDER_NOT_WRITABLE, DATABASE_GONE */
  refuse() {
    const found = this.look();
    if (found !== void 0) throw found;
  }
  /** What everybody should know; undefined where all is well. */
  trouble() {
    return this.look() ?? this.failure;
  }
  wrote() {
    this.failure = void 0;
  }
  failed(error) {
    this.failure = diskProblem(error, this.folder) ?? this.failure;
  }
  look() {
    const now = this.clock.steadyMs();
    if (now - this.lookedAt < LOOKED_EVERY_MS) return this.found;
    this.lookedAt = now;
    this.found = this.lookNow();
    return this.found;
  }
  lookNow() {
    const { folder } = this;
    try {
      const identity = this.disk.identity(this.database);
      this.known ??= identity;
      if (identity !== this.known) return ProblemError.of("DATABASE_GONE", { folder });
      this.disk.mayWrite(folder);
      return this.disk.free(folder) < RESERVE_BYTES ? ProblemError.of("DISK_FULL", { folder }) : void 0;
    } catch (error) {
      return diskProblem(error, folder);
    }
  }
};

// src/platform/folder-lock.ts
import { mkdirSync as mkdirSync2 } from "node:fs";
import { join as join5 } from "node:path";
import { createClient as createClient2 } from "@libsql/client";
async function lockFolder(folder) {
  let client;
  try {
    mkdirSync2(folder, { recursive: true });
    client = createClient2({ url: `file:${join5(folder, "lock.sqlite")}`, timeout: 0 });
    await client.execute("PRAGMA journal_mode = DELETE");
    const held = await client.transaction("write");
    await held.execute("CREATE TABLE IF NOT EXISTS held_by (pid INTEGER)");
    return () => {
      held.close();
      client?.close();
    };
  } catch (error) {
    client?.close();
    throw diskProblem(error, folder) ?? ProblemError.of("FOLDER_IN_USE", { folder });
  }
}

// src/platform/folder-key.ts
import { createHmac, randomBytes as randomBytes2, timingSafeEqual } from "node:crypto";
import { existsSync as existsSync4, mkdirSync as mkdirSync3, readFileSync as readFileSync3, writeFileSync as writeFileSync2 } from "node:fs";
import { join as join6 } from "node:path";
var FolderKey = class _FolderKey {
  constructor(secret) {
    this.secret = secret;
  }
  secret;
  static fileIn = (folder) => join6(folder, "keys", "folder.key");
  /** The secret of a folder, made where there is none. */
  static inFolder(folder) {
    const file = _FolderKey.fileIn(folder);
    if (!existsSync4(file)) {
      mkdirSync3(join6(folder, "keys"), { recursive: true, mode: 448 });
      writeFileSync2(file, randomBytes2(32).toString("hex"), { mode: 384, flag: "wx" });
    }
    return new _FolderKey(Buffer.from(readFileSync3(file, "utf8").trim(), "hex"));
  }
  mac(...parts) {
    return createHmac("sha256", this.secret).update(JSON.stringify(parts)).digest("hex");
  }
  isMine(mac, ...parts) {
    const [given, own2] = [Buffer.from(mac), Buffer.from(this.mac(...parts))];
    return given.length === own2.length && timingSafeEqual(given, own2);
  }
};

// src/platform/folder-version.ts
import { existsSync as existsSync5, mkdirSync as mkdirSync4, readFileSync as readFileSync4, writeFileSync as writeFileSync3 } from "node:fs";
import { join as join7 } from "node:path";
var FOLDER_VERSION = 2;
var fileIn2 = (folder) => join7(folder, "version.json");
function folderVersion(folder) {
  const hasDatabase = existsSync5(join7(folder, "oak-gate.sqlite"));
  const file = fileIn2(folder);
  const version = existsSync5(file) ? versionIn(readFileSync4(file, "utf8")) : hasDatabase ? 1 : void 0;
  if (version !== void 0 && version > FOLDER_VERSION)
    throw ProblemError.of("FOLDER_NEWER", { folder, version, known: FOLDER_VERSION });
  if (!hasDatabase && (existsSync5(join7(folder, "keys")) || version !== void 0))
    throw ProblemError.of("DATABASE_MISSING", { folder });
  return version;
}
function versionIn(text5) {
  try {
    const { version } = JSON.parse(text5);
    return Number.isSafeInteger(version) ? version : Infinity;
  } catch {
    return Infinity;
  }
}
function markFolder(folder) {
  mkdirSync4(folder, { recursive: true });
  writeFileSync3(fileIn2(folder), `${JSON.stringify({ format: "oak-gate/data", version: FOLDER_VERSION })}
`);
}

// src/services.ts
async function openServices(options) {
  const { folder, logger, demoPin } = options;
  const opened = await openLedger(options);
  const { ledger, db, disk, clock, folderKey, catalogue } = opened;
  try {
    const shop = (await ledger.state(PEOPLE))?.shop;
    const sealKey = SealKey.inFolder(folder, shop?.key);
    markFolder(folder);
    const beforeClose = /* @__PURE__ */ new Set();
    return {
      db,
      clock,
      ledger,
      logger,
      demoPin,
      pins: opened.pins,
      sessions: new Sessions(db, clock, ledger),
      sealKey,
      folderKey,
      notices: opened.notices,
      troubles: /* @__PURE__ */ new Set([() => disk.trouble(), () => clockTrouble(clock)]),
      catalogue,
      folder,
      samples: join8(options.serverRoot, "../demo"),
      beforeClose,
      close: async () => {
        for (const end of beforeClose) await end();
        await opened.close();
      }
    };
  } catch (error) {
    await opened.close();
    throw error;
  }
}
async function openLedger({
  folder,
  serverRoot,
  clock: machine,
  logger
}) {
  const version = folderVersion(folder);
  if (version === FOLDER_VERSION && !existsSync6(FolderKey.fileIn(folder)))
    throw ProblemError.of("SEAL_KEY_MISSING", { keyId: "of the folder", folder });
  const unlock = await lockFolder(folder);
  const disk = new DiskWatch(folder, machine);
  const db = await openDb(folder, join8(serverRoot, "migrations"), disk).catch((error) => {
    unlock();
    throw diskProblem(error, folder) ?? error;
  });
  try {
    const folderKey = FolderKey.inFolder(folder);
    const catalogue = loadCatalogue(join8(serverRoot, "data"), folder);
    const nameOf = (id) => catalogue.characteristics.find((each) => each.id === id)?.name ?? id;
    const kinds = chainKinds(nameOf, folderKey);
    const clock = new TrustedClock(machine, await ledgerStore.lastCommandAt(db.read));
    const pins = new Pins(db, clock, folderKey);
    if (version === 1 && !await hasHeads(db)) {
      await pins.adopt();
      await adoptHeads(db, folderKey);
    }
    const rebuilt = await bringProjectionsUpToDate(db, kinds);
    if (rebuilt.length > 0) logger.info({ rebuilt }, "projections made again");
    const acknowledged = Acknowledged.inFolder(folder, folderKey);
    const ledger = new Ledger(db, clock, Object.values(kinds), folderKey, logger, acknowledged);
    const notices = await lookAtFolder({ db, ledger, folderKey, pins, kinds, acknowledged });
    for (const notice of notices) logger.warn(notice);
    const close = async () => {
      await db.close();
      acknowledged.close();
      unlock();
    };
    return { db, disk, clock, ledger, folderKey, catalogue, pins, notices, close };
  } catch (error) {
    await db.close();
    unlock();
    throw error;
  }
}
var clockTrouble = (clock) => {
  const doubt = clock.doubt();
  return doubt === void 0 ? void 0 : ProblemError.of("CLOCK_IN_DOUBT", doubt);
};
async function lookAtFolder({
  db,
  ledger,
  folderKey,
  pins,
  kinds,
  acknowledged
}) {
  const notices = [];
  const { lists: lists2, lost } = await checkFolder(db, ledger, folderKey, acknowledged.all);
  for (const chain of lost) {
    const count2 = acknowledged.all.get(chain)?.length ?? 0;
    notices.push(
      `Of ${chain} nothing is left, and ${count2} entries of it were written: the database was cut. Restore the newest backup into another folder and compare.`
    );
  }
  for (const chain of [PEOPLE, LIBRARY, INSTRUMENTS]) {
    const newer = await ledger.newerIn(chain);
    if (newer === void 0) continue;
    const { seq, type, v } = newer;
    throw ProblemError.of("CHAIN_NEWER", { chain, entry: seq, type, version: v });
  }
  for (const chain of lists2.filter((each) => ledger.damageOf(each) === void 0)) {
    const number = await numberIn(ledger, chain);
    if (number === void 0) continue;
    await db.write((tx) => projectChain(tx, kinds.jobs, chain));
    notices.push(
      `What the shop's list said of ${number} was changed behind the program's back: it was made again from the ledger.`
    );
  }
  const people2 = await ledger.state(PEOPLE);
  for (const person of await pins.foreign())
    notices.push(
      `The PIN of ${own(people2?.people ?? {}, person)?.name ?? person} was changed behind the program's back: a manager sets a new one.`
    );
  return notices;
}
async function numberIn(ledger, chain) {
  try {
    return (await ledger.state(jobChain(chain.slice("job:".length))))?.job.number;
  } catch (error) {
    if (error instanceof ProblemError && error.code === "CHAIN_DAMAGED") return void 0;
    throw error;
  }
}

export {
  NO_INSTRUMENTS,
  decideInstruments,
  routeFault,
  TOLERATED_MS,
  LIBRARY,
  INSTRUMENTS,
  PEOPLE,
  jobChain,
  ledgerStore,
  projectionStore,
  wordsAsked,
  actorOf,
  importMapping,
  diskProblem,
  makeLogger,
  logRequests,
  systemClock,
  ScriptedClock,
  openServices,
  openLedger
};
//# sourceMappingURL=chunk-X6T6XL7X.mjs.map
