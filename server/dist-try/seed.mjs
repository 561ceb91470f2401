import {
  createApp,
  gateStatement,
  readDemo
} from "./chunk-MPTPN3TR.mjs";
import "./chunk-SCWELB67.mjs";
import "./chunk-P2POB3UY.mjs";
import "./chunk-U2VFCSDY.mjs";
import "./chunk-BGN227ZV.mjs";
import "./chunk-KNURXCUT.mjs";
import {
  ScriptedClock,
  makeLogger,
  openServices,
  systemClock
} from "./chunk-X6T6XL7X.mjs";
import "./chunk-VDWYCB3L.mjs";
import "./chunk-V4XZO6I7.mjs";
import {
  showExact
} from "./chunk-27AA7MNU.mjs";
import {
  commandAnswer,
  ledgerEntries,
  partFactsOf,
  seenOf,
  signatureOver
} from "./chunk-6AOOJSPL.mjs";
import "./chunk-KLTGP5TX.mjs";
import "./chunk-VPFE72TC.mjs";
import "./chunk-LXENB2N7.mjs";
import {
  aboutPart,
  askedFace,
  boresSeen,
  characteristicOf,
  columnOfSlot,
  currentPin,
  currentReading,
  gateRule,
  inspectionOf,
  isSize,
  judgedAt,
  lateInstruments,
  limitChoices,
  limitInForce,
  mapSlots,
  openMatters,
  partsAt,
  placeAt,
  placeOf,
  refitParts,
  replayJob,
  signatureOf,
  slotsBehind,
  tellJob
} from "./chunk-KV2R4TKS.mjs";
import {
  own
} from "./chunk-WQVLMFWN.mjs";
import {
  NM_PER,
  acceptRange,
  depthAsked,
  nanometres,
  parsePlaceKey,
  partIn,
  slotsOf
} from "./chunk-CFPWUEHS.mjs";

// src/demo/seed.ts
import { writeFileSync } from "node:fs";
import { dirname, join, resolve } from "node:path";
import { fileURLToPath } from "node:url";

// ../core/src/job/based-on.ts
function basedOnNow(state, draft) {
  return { ...basisIn(state, draft), ...draft, ...insteadOf(state, draft) };
}
function basisIn(state, draft) {
  switch (draft.type) {
    case "takeReading":
      return { basedOn: placeAt(state, draft.place).version, seen: partsSeenAt(state, draft.place) };
    case "correctReading":
    case "voidReading":
    case "decideContest":
    case "deferPlace":
    case "resumePlace":
    case "leaveAsIs":
    case "declareNotApplicable":
    case "decideNotApplicable":
    case "askConcession":
    case "grantConcession":
    case "refuseConcession":
    case "agreeWithdrawal":
      return { basedOn: placeAt(state, draft.place).version };
    case "carryRing":
      return { seen: boresSeen(state, draft.gaps) };
    case "fitParts":
      return { underSignature: signatureOver(state, draft) };
    case "replacePart":
    case "reworkPart":
      return {
        basedOn: state.parts.get(draft.part)?.condition ?? 0,
        underSignature: signatureOver(state, draft)
      };
    case "moveParts":
      return {
        seen: draft.moves.map(({ part }) => ({ id: part, condition: state.parts.get(part)?.condition ?? 0 })),
        underSignature: signatureOver(state, draft)
      };
    case "sayPartFacts":
      return { from: partFactsOf(state, draft.parts) };
    case "decideLimit":
    case "acceptLimitNote":
    case "checkDocuments":
    case "declinePin":
    case "sayEngineFacts":
    case "sayCylinderFacts":
      return { pin: currentPin(state)?.pin ?? 0 };
    case "pinAgain":
      return { pin: currentPin(state)?.pin ?? 0, underSignature: signatureOver(state, draft) };
    case "acceptInstrument":
      return { readings: (lateInstruments(state)[draft.instrument] ?? []).map(({ seq }) => seq) };
    case "correctSerial":
      return { from: state.engine.serial };
    case "takeBackDocumentCheck":
      return { checked: state.documentsChecked?.seq ?? 0 };
    case "takeInstrument":
      return { dueOn: own(state.instruments, draft.instrument)?.dueOn ?? "" };
    case "reopenGate":
      return { signature: signatureOf(state, draft.gate)?.seq ?? 0 };
    case "sayAsFound":
      return { basedOn: state.asFound.get(draft.slot)?.seq ?? 0 };
    case "sayRunning":
      return { basedOn: state.running.get(draft.place)?.seq ?? 0 };
    case "sayRefit":
      return { basedOn: refitParts(state).find(({ slot }) => slot === draft.slot)?.said?.seq ?? 0 };
    case "sayLooked":
      return { basedOn: askedFace(state, draft.slot, draft.item)?.entry?.seq ?? 0 };
    case "unpackKit":
      return {
        basedOn: state.kits.find(({ kit, number }) => kit === draft.kit && number === draft.number.trim())?.seq ?? 0
      };
    case "planWork":
      return { seen: seenOf(state, draft.work) };
    // These name what they are about: the choice, the report, the digest, what was read on the plate.
    case "confirmLimit":
    case "settleFact":
    case "dropPlan":
    case "decideOdd":
    case "sayTurning":
    case "beginTest":
    case "developTest":
    case "readTest":
    case "dropTest":
    case "decideLook":
    case "signGate":
    case "confirmIdentity":
    case "noteFinding":
    case "addPhotograph":
    case "addPaper":
    case "placeOrder":
    case "raiseFinding":
    case "decideRaised":
    case "settleOrder":
    case "receiveOrder":
    case "addSupplement":
      return {};
  }
}
function insteadOf(state, draft) {
  if (draft.type !== "correctReading" || draft.instead === null) return {};
  return { instead: { seen: partsSeenAt(state, draft.place), ...draft.instead } };
}
function partsSeenAt(state, key) {
  const place = placeOf(state, key);
  const characteristic = place === void 0 ? void 0 : characteristicOf(state, place);
  if (place === void 0 || characteristic === void 0) return [];
  const parts = partsAt(state, characteristic, place);
  return parts.ok ? parts.refs : [];
}

// ../core/src/job/tablet.ts
function hear(heard, chain, entries) {
  if (chain !== heard.chain) return heard;
  let so = heard;
  for (const { entry } of entries) {
    if (entry.chain !== chain || entry.seq <= so.seq) continue;
    if (entry.seq > so.seq + 1) return { ...so, gap: true };
    so = { ...so, ...tellJob(so, entry), seq: entry.seq };
  }
  return { ...so, gap: false };
}

// src/demo/demo-client.ts
import { randomUUID } from "node:crypto";
var DemoClient = class {
  constructor(base) {
    this.base = base;
  }
  base;
  cookie = "";
  async signIn(person, pin) {
    await this.post("/api/session", { person, pin });
  }
  async post(path, body) {
    return this.send(path, {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify(body)
    });
  }
  async upload(path, body) {
    return this.send(path, {
      method: "POST",
      headers: { "content-type": "application/octet-stream" },
      body: new Uint8Array(body)
    });
  }
  async get(path) {
    return this.send(path, {});
  }
  /** @returns the job as it stands after the command, told from what was written */
  async command(jobId, command, state, pin) {
    const answer = await this.post(`/api/jobs/${jobId}/commands`, {
      id: randomUUID(),
      command,
      ...pin === void 0 ? {} : { pin }
    });
    const { chain, entries } = commandAnswer.parse(answer);
    const heard = hear({ state, newer: void 0, chain, seq: state.seq, gap: false }, chain, entries);
    if (heard.state === void 0) throw new Error(`Job ${jobId} has no story.`);
    return heard.state;
  }
  async job(jobId) {
    const { entries } = ledgerEntries.parse(await this.get(`/api/jobs/${jobId}/entries`));
    const state = replayJob(entries.map(({ entry }) => entry));
    if (state === void 0) throw new Error(`Job ${jobId} has no story.`);
    return state;
  }
  async send(path, init) {
    const response = await fetch(`${this.base}${path}`, {
      ...init,
      headers: { ...init.headers, cookie: this.cookie }
    });
    const set = response.headers.getSetCookie().at(-1)?.split(";")[0];
    if (set !== void 0) this.cookie = set;
    const text = await response.text();
    if (!response.ok) throw new Error(`${init.method ?? "GET"} ${path}: ${response.status} ${text}`);
    return text === "" ? void 0 : JSON.parse(text);
  }
};

// src/demo/load-demo.ts
import { randomUUID as randomUUID3 } from "node:crypto";
import * as z from "zod";

// src/demo/close-findings.ts
import { randomUUID as randomUUID2 } from "node:crypto";
var MOST_ANSWERS = 400;
var APPROVAL = { number: "TQ-118", date: "", issuer: "Tarnlow Quay engineering" };
var FindingCloser = class {
  constructor(client, as, tick, hands, pictures, day) {
    this.client = client;
    this.as = as;
    this.tick = tick;
    this.hands = hands;
    this.pictures = pictures;
    this.day = day;
  }
  client;
  as;
  tick;
  hands;
  pictures;
  day;
  async close(jobId) {
    for (let i = 0; i < MOST_ANSWERS; i++) {
      const state = await this.client.job(jobId);
      const { findings, tasks } = openMatters(state);
      const [finding] = findings;
      const file = tasks.find((task) => task.kind === "file");
      if (finding !== void 0) await this.answer(jobId, state, finding);
      else if (file !== void 0) await this.file(jobId, state, file);
      else return;
    }
    throw new Error(`Job ${jobId} still asks after ${MOST_ANSWERS} answers.`);
  }
  async give(jobId, who, draft) {
    await this.as(who);
    const state = await this.client.job(jobId);
    await this.client.command(jobId, basedOnNow(state, draft), state);
    this.tick();
  }
  async answer(jobId, state, finding) {
    const { inspector, confirmer, second } = this.hands;
    const by = (draft, who = inspector) => this.give(jobId, who, draft);
    const reason = "looked at beside the engine";
    switch (finding.kind) {
      case "limitWithheld": {
        const { fit, partState, of } = finding;
        const judged = { fit, partState, ...of === void 0 ? {} : { of } };
        const [choice] = limitChoices(state, judged);
        if (choice === void 0) throw new Error(`${fit}: the documents give no choice.`);
        return by({ type: "decideLimit", ...judged, rows: choice.rows, reason });
      }
      case "limitToConfirm":
        return by({ type: "confirmLimit", choice: finding.choice.seq, accept: true, reason }, confirmer);
      case "limitNote":
        return by({ type: "acceptLimitNote", note: finding.note.id, approval: null, reason });
      case "setRule": {
        const approval = finding.rule.state === "broken" ? { ...APPROVAL, date: this.day } : null;
        return by({ type: "acceptLimitNote", note: finding.rule.id, approval, reason });
      }
      case "notApplicableDeclared":
        return by({ type: "decideNotApplicable", place: finding.place, accept: true, reason });
      case "contested": {
        const { contested } = placeAt(state, finding.place);
        return by({ type: "decideContest", place: finding.place, keep: contested.at(-1) ?? 0, reason });
      }
      case "factUnsettled":
        return by({ type: "settleFact", report: finding.report.seq, as: "same", reason });
      case "asFound":
        return by({ type: "decideOdd", finding: finding.id, keep: true, reason: "run in so, and sound" });
      case "instrumentOutOfDate":
        return by({
          type: "acceptInstrument",
          instrument: finding.instrument,
          reason: "checked since: right"
        });
      case "raised":
        return by({ type: "decideRaised", raised: finding.raised.seq, reason });
      case "withdrawn": {
        const { reading, by: taker } = finding.withdrawn;
        const who = taker.name === second ? inspector : second;
        return by({ type: "agreeWithdrawal", place: finding.place, reading: reading.seq, reason }, who);
      }
      case "inspection":
        return finding.doubt.kind === "rejected" ? this.anotherPart(jobId, state, finding.doubt.entry.part, "rejected by eye") : by({ type: "decideLook", finding: finding.id, approval: null, reason });
      case "outOfLimits": {
        const part = partToReplace(state, finding.place);
        if (part === void 0) throw new Error(`${finding.place}: nothing there can be replaced.`);
        return this.anotherPart(jobId, state, part, "out of its limits");
      }
      default:
        throw new Error(`The demo has no answer to ${finding.id}.`);
    }
  }
  /** Another part in its place, and everything that was measured of the old one is measured of it. */
  async anotherPart(jobId, state, id, reason) {
    const part = state.parts.get(id);
    if (part === void 0) throw new Error(`${id} does not lie there.`);
    const measured = readingsOf(state, part);
    await this.picture(jobId, part.id, "before");
    const { partNumber, maker, material } = part;
    await this.give(jobId, this.hands.technician, {
      ...{ type: "replacePart", part: id, reason },
      instead: { state: "new", partNumber, lot: "stores 12", maker, material }
    });
    const now = partIn(await this.client.job(jobId), part.slot ?? "");
    await this.measureAgain(jobId, measured);
    if (now !== void 0) await this.picture(jobId, now.id, "after");
  }
  async file(jobId, state, { part: id, advice }) {
    const part = state.parts.get(id);
    if (part === void 0) return;
    const measured = readingsOf(state, part).filter(([key]) => advice.stations.includes(key));
    await this.picture(jobId, id, "before");
    await this.give(jobId, this.hands.technician, {
      ...{ type: "reworkPart", part: id, what: "filed", how: "one end, towards the inside, edges dressed" },
      round: { strokes: 3, tool: "hand file", minutes: 4 }
    });
    await this.measureAgain(jobId, measured);
    await this.picture(jobId, id, "after");
  }
  /** In the way in which it was measured before, in the middle of what is allowed now. */
  async measureAgain(jobId, readings) {
    for (const [place, before] of readings) {
      const state = await this.client.job(jobId);
      const where = placeOf(state, place);
      if (where === void 0 || currentReading(placeAt(state, place)) !== void 0) continue;
      const text = textWithin(state, where, before);
      if (text === void 0) continue;
      const { instrument, unit, answers, conditions, setting, depth } = before;
      await this.give(jobId, this.hands.second, {
        ...{ type: "takeReading", place, text, unit: instrument?.unit ?? unit, slip: null },
        instrument: instrument?.id ?? null,
        answers: answers.map(({ question }) => ({ question, answer: "yes" })),
        ...conditions === void 0 ? {} : { conditions },
        ...setting === void 0 ? {} : { setting: { text: setting.size.text, unit: setting.size.unit, against: setting.against } },
        ...depth === void 0 ? {} : { depth: { text: depth.size.text, unit: depth.size.unit, datum: depth.datum } }
      });
    }
  }
  async picture(jobId, part, when) {
    await this.as(this.hands.technician);
    const query = new URLSearchParams({
      ...{ command: randomUUID2(), finding: aboutPart(part), name: `${when}.png`, when },
      caption: when === "before" ? "as it came out" : "as it went in"
    });
    await this.client.upload(`/api/jobs/${jobId}/photographs?${query.toString()}`, this.pictures[when]);
    this.tick();
  }
};
function partToReplace(state, key) {
  const place = placeOf(state, key);
  const characteristic = place === void 0 ? void 0 : characteristicOf(state, place);
  if (place === void 0 || characteristic === void 0) return void 0;
  const behind = slotsBehind(state, characteristic, place);
  const own2 = behind.find(({ kind }) => kind === characteristic.stateOf) ?? behind[0];
  return own2 === void 0 ? void 0 : partIn(state, own2.slot)?.id;
}
var readingsOf = (state, { id }) => (state.measuredAt.get(id) ?? []).flatMap((key) => {
  const reading = currentReading(placeAt(state, key));
  return reading !== void 0 && reading.inputs === void 0 && reading.parts.some((part) => part.id === id) ? [[key, reading]] : [];
});
function textWithin(state, place, before) {
  const { instrument, reading } = before;
  if (!isSize(reading)) return reading.kind === "answer" ? "yes" : before.text;
  const inForce = limitInForce(state, place, judgedAt(state, place));
  if (inForce.state !== "inForce") return before.text;
  const { lower, upper } = acceptRange(inForce.limit, "new");
  const low = Number.isFinite(lower) ? lower : upper / 2;
  const high = Number.isFinite(upper) ? upper : low + Math.max(Math.abs(low) / 4, 1e5);
  const unit = instrument?.unit ?? before.unit ?? "mm";
  if (instrument?.kind === "feeler" || instrument?.kind === "strip")
    return bladesWithin(instrument, low, high, unit);
  const middle = onStep((low + high) / 2, instrument?.resolution, unit);
  if (before.setting === void 0) return showExact(nanometres(middle), unit);
  const off = middle - before.setting.size.nm;
  return `${off < 0 ? "-" : "+"}${showExact(nanometres(Math.abs(off)), unit)}`;
}
function bladesWithin({ blades, kind }, low, high, unit) {
  const sizes = blades.map(({ nm }) => nm).sort((a2, b2) => a2 - b2);
  const within = sizes.filter((nm) => nm >= low && nm <= high);
  const middle = Math.floor((within.length - 1) / 2);
  const [a, b] = [within[middle], within[middle + 1]];
  if (a === void 0 || b === void 0) return void 0;
  const [small, large] = [showExact(a, unit), showExact(b, unit)];
  return kind === "strip" ? `${small}-${large}` : `${small}/${large}`;
}
var onStep = (nm, resolution, unit) => {
  const step = resolution === void 0 || resolution === 0 ? NM_PER[unit] / 1e3 : resolution;
  return Math.round(nm / step) * step;
};

// src/demo/load-demo.ts
var STEWARD = "Teo Lindqvale";
var DAY_MS = 864e5;
var MINUTE_MS = 6e4;
var CLOSING_STEP_MS = 5e3;
var madeJob = z.object({ jobId: z.string() });
var madePerson = z.object({ person: z.object({ id: z.string() }) });
var FIRST_PIN = "8265";
var DemoLoader = class {
  constructor(client, clock, demo, today) {
    this.client = client;
    this.clock = clock;
    this.demo = demo;
    this.today = today;
  }
  client;
  clock;
  demo;
  today;
  ids = /* @__PURE__ */ new Map();
  async load() {
    await this.shop();
    await this.library();
    const steps = this.demo.jobs.flatMap((job) => this.stepsOf(job));
    for (const { at, run } of inOrder(steps)) {
      this.waitUntil(at);
      await run();
    }
    for (const document of this.documents(true)) await this.document(document);
  }
  /** Leads these jobs from their findings to closed, right after they have been told. */
  async close(numbers) {
    const closer = new FindingCloser(
      this.client,
      (who) => this.as(who),
      () => this.clock.advance(CLOSING_STEP_MS),
      {
        ...{ technician: "Ivo Marrable", second: "Sanna Tveldt", inspector: "Perrin Oduvale" },
        confirmer: "Ghislaine Morrow-Tann"
      },
      this.demo.pictures,
      this.day(0)
    );
    await this.as(STEWARD);
    const jobs = z.object({ jobs: z.array(z.object({ jobId: z.string(), number: z.string() })) }).parse(await this.client.get("/api/floor"));
    for (const number of numbers) {
      const found = jobs.jobs.find((each) => each.number === number);
      if (found === void 0) throw new Error(`The demo has no job ${number}.`);
      await closer.close(found.jobId);
    }
  }
  /** Nothing is dated earlier than what was told before it. */
  waitUntil(at) {
    if (this.moment(at) > this.clock.now()) this.clock.set(this.moment(at));
  }
  moment(text) {
    return momentOf(this.today, text);
  }
  day(offset) {
    return this.moment(`${offset} 00:00`).slice(0, 10);
  }
  async as(who) {
    const id = this.ids.get(who);
    if (id === void 0) throw new Error(`The demo has nobody called ${who}.`);
    await this.client.signIn(id, this.demo.people.pin);
  }
  async shop() {
    const { shop, secondPerson, zone, pin, people } = this.demo.people;
    const [first, ...others] = people;
    if (first === void 0) throw new Error("The demo has no people.");
    const made = madePerson.parse(
      await this.client.post("/api/setup", { shop, secondPerson, zone, person: first, pin })
    );
    this.ids.set(first.name, made.person.id);
    for (const person of others) {
      const { person: added } = madePerson.parse(
        await this.client.post("/api/people", { id: randomUUID3(), person, pin: FIRST_PIN })
      );
      this.ids.set(person.name, added.id);
    }
    for (const { name } of others) {
      await this.client.signIn(this.ids.get(name) ?? "", FIRST_PIN);
      await this.client.post("/api/session/pin", { id: randomUUID3(), pin: FIRST_PIN, next: pin });
    }
    await this.as(first.name);
  }
  async library() {
    const { client, demo } = this;
    for (const file of demo.models) await client.post("/api/library/models", { id: randomUUID3(), file });
    for (const document of this.documents(false)) await this.document(document);
    await this.as(STEWARD);
    for (const { calibratedOn, dueOn, ...instrument } of demo.instruments) {
      const dated = { ...instrument, calibratedOn: this.day(calibratedOn), dueOn: this.day(dueOn) };
      await client.post("/api/instruments", { id: randomUUID3(), instrument: dated });
    }
    for (const { who, ...note } of demo.checkNotes) {
      await this.as(who);
      await client.post("/api/library/characteristics/notes", { id: randomUUID3(), note });
    }
  }
  documents(afterJobs) {
    return inOrder(this.demo.documents.filter((each) => each.afterJobs === afterJobs));
  }
  /** A document from its draft to publication, by the people who did it. */
  async document(document) {
    const { client } = this;
    const { revision, table, rows, issued, effective, attachments } = document;
    this.waitUntil(document.at);
    await this.as(document.draftedBy);
    const dated = { ...revision, issued: this.day(issued), effective: this.day(effective) };
    await client.post("/api/library/revisions", { id: randomUUID3(), revision: dated });
    const path = `/api/library/revisions/${encodeURIComponent(`${revision.number} rev ${revision.revision}`)}`;
    const query = (name) => `command=${randomUUID3()}&name=${encodeURIComponent(name)}`;
    await client.upload(`${path}/rows?${query(rows)}`, table);
    for (const { file, bytes } of attachments) await client.upload(`${path}/files?${query(file)}`, bytes);
    await this.as(document.checkedBy);
    const { digest } = z.object({ digest: z.string() }).parse(await client.get(path));
    await client.post(`${path}/check`, { id: randomUUID3(), digest });
    await this.as(document.draftedBy);
    await client.post(`${path}/publish`, { id: randomUUID3() });
  }
  /** Everything that happens to a job, each thing at its time. */
  stepsOf({ open: { at, who, ...opening }, steps }) {
    let jobId = "";
    const open = async () => {
      await this.as(who);
      const made = await this.client.post("/api/jobs", { id: randomUUID3(), ...opening });
      jobId = madeJob.parse(made).jobId;
    };
    const take = (step) => async () => {
      await this.as(step.who);
      await this.step(jobId, step);
    };
    return [{ at, run: open }, ...steps.map((step) => ({ at: step.at, run: take(step) }))];
  }
  async step(jobId, step) {
    const { client } = this;
    if (step.command !== void 0) await this.give(jobId, step.command);
    if (step.sign !== void 0) await this.sign(jobId, step.sign);
    if (step.readings !== void 0) await this.readings(jobId, step.readings);
    const state = await client.job(jobId);
    if (step.fit !== void 0) {
      const { cylinders, ...part } = step.fit;
      const slots = slotsOf(layoutOf(state), "ring").filter(({ at }) => cylinders.includes(at.cylinder ?? "")).map(({ key }) => key);
      await this.give(jobId, { type: "fitParts", slots, ...part });
    }
    for (const kind of step.name?.kinds ?? [])
      await this.give(jobId, {
        type: "fitParts",
        slots: slotsOf(layoutOf(state), kind).map(({ key }) => key),
        ...{ state: step.name?.state ?? "reused", partNumber: null, lot: null }
      });
    if (step.asFound !== void 0) await this.asFound(jobId, layoutOf(state), step.asFound);
    if (step.looked !== void 0) await this.looked(jobId, step.looked);
    if (step.tested !== void 0) await this.tested(jobId, step.tested);
    if (step.rework !== void 0) {
      const { slot, what, how: how2 } = step.rework;
      await this.give(jobId, { type: "reworkPart", ...partBasis(state, slot), what, how: how2 });
    }
    if (step.replace !== void 0) {
      const { slot, reason, ...instead } = step.replace;
      await this.give(jobId, { type: "replacePart", ...partBasis(state, slot), reason, instead });
    }
    if (step.concede !== void 0) {
      const { place, approval, reason } = step.concede;
      await this.give(jobId, {
        type: "grantConcession",
        place,
        approval: { ...approval, date: this.day(approval.date) },
        reason
      });
    }
  }
  /** How parts were found, one after the other. */
  async asFound(jobId, layout, { cylinders, kinds, ways, hours, odd }) {
    const all = mapSlots(layout).filter(
      ({ unit, kind }) => cylinders.includes(unit.id) && (kinds?.includes(kind) ?? true)
    );
    for (const { slot, kind, ways: possible, usedUp } of all)
      await this.give(jobId, {
        ...{ type: "sayAsFound", slot, there: true, cannotTell: false, remark: "", reason: "" },
        ...{ way: ways[kind] ?? possible[0] ?? null, odd: odd[slot] ?? "" },
        ...{ hours, atBuild: usedUp ? "new" : "reused" }
      });
  }
  /** What was found on the faces of parts, one after the other. */
  async looked(jobId, { kinds, at, sorts, first, wrong, left }) {
    const all = inspectionOf(await this.client.job(jobId)).filter(
      ({ kind, slot }) => kinds.includes(kind) && (at === void 0 || at.includes(columnOfSlot(slot)))
    ).flatMap(({ faces }) => faces.filter(({ stand }) => stand === "open").slice(0, first)).filter(({ rule }) => rule !== null && sorts.includes(rule.sort));
    for (const { slot, item } of all) {
      const bad = wrong[`${slot} ${item}`];
      const reason = left[`${slot} ${item}`];
      const { remark = "", cause = null, ...defect } = bad ?? {};
      await this.give(jobId, {
        ...{ type: "sayLooked", slot, item, remark, cause, reason: reason ?? "" },
        found: bad === void 0 ? reason === void 0 ? "good" : "notInspected" : "rejected",
        defects: bad === void 0 ? [] : [defect]
      });
    }
  }
  /** A crack test from its beginning, with the times that it must work. */
  async tested(jobId, { cracks, read, batchUntil, qualifiedUntil, ...said }) {
    const minutes = (n) => new Date(Date.parse(this.clock.now()) + n * 6e4).toISOString();
    const { dwell, development, slots } = said;
    const back = read ? dwell + development + 2 : dwell + 1;
    const dates = { batchUntil: this.day(batchUntil), qualifiedUntil: this.day(qualifiedUntil) };
    await this.give(jobId, { type: "beginTest", ...said, ...dates, startedAt: minutes(-back) });
    const test = (await this.client.job(jobId)).crackTests.at(-1);
    if (test === void 0) return;
    if (development > 0)
      await this.give(jobId, { type: "developTest", test: test.seq, developedAt: minutes(dwell - back) });
    if (!read) return;
    await this.give(jobId, {
      ...{ type: "readTest", test: test.seq, readAt: minutes(-1) },
      results: slots.map((slot) => {
        const where = cracks[slot];
        const part = test.parts.find((each) => each.slot === slot)?.part ?? "";
        return { part, found: where === void 0 ? "good" : "rejected", where: where ?? "", size: "" };
      })
    });
  }
  /** A command of somebody who sees the job as it is at that moment. */
  async give(jobId, draft) {
    const state = await this.client.job(jobId);
    const taken = draft.type === "takeInstrument" ? { dueOn: this.dueOn(draft.instrument) } : {};
    await this.client.command(jobId, basedOnNow(state, { ...taken, ...draft }), state);
  }
  dueOn(instrument) {
    const known = this.demo.instruments.find(({ id }) => id === instrument);
    return known === void 0 ? "" : this.day(known.dueOn);
  }
  async sign(jobId, stage) {
    const state = await this.client.job(jobId);
    const gate = gateRule(state, stage);
    if (gate === void 0) throw new Error(`The job has no ${stage} gate.`);
    await this.client.command(
      jobId,
      { type: "signGate", gate: stage, ...gateStatement(state, gate) },
      state,
      this.demo.people.pin
    );
  }
  async readings(jobId, { instrument, everyMinutes, answers, taken, setting, conditions }) {
    const unit = this.demo.instruments.find(({ id }) => id === instrument)?.unit ?? "mm";
    let state = await this.client.job(jobId);
    for (const [path, text] of Object.entries(taken)) {
      const [cylinder, groove, member, station] = path.split("/");
      const place = path.includes("@") ? path : `ringGap@cylinder:${cylinder}/groove:${groove}/member:${member}/station:${station}`;
      const asked = Object.entries(answers).map(([question, answer]) => ({ question, answer }));
      const draft = {
        type: "takeReading",
        place,
        text,
        unit,
        instrument,
        answers: asked,
        slip: null,
        ...setting === void 0 ? {} : { setting },
        ...conditions === void 0 ? {} : { conditions },
        ...depthAt(state, place)
      };
      state = await this.client.command(jobId, basedOnNow(state, draft), state);
      this.clock.advance(everyMinutes * MINUTE_MS);
    }
  }
};
function momentOf(today, text) {
  const [days = "0", time = "00:00"] = text.split(" ");
  return new Date(Date.parse(`${today}T${time}:00.000Z`) + Number(days) * DAY_MS).toISOString();
}
var demoBegins = (today) => momentOf(today, "-60 07:30");
function inOrder(all) {
  const time = ({ at }) => momentOf("2000-01-01", at);
  return [...all].sort((a, b) => time(a).localeCompare(time(b)));
}
function depthAt(state, key) {
  const place = parsePlaceKey(key);
  const characteristic = place === void 0 ? void 0 : characteristicOf(state, place);
  const station = place === void 0 || characteristic === void 0 ? void 0 : depthAsked(layoutOf(state), characteristic, place);
  return station === void 0 ? {} : { depth: { text: station.distance.text, unit: station.distance.unit, datum: station.datum } };
}
var layoutOf = (state) => {
  const layout = state.pins.at(-1)?.model.layout;
  if (layout === void 0) throw new Error("The job has no limits pinned.");
  return layout;
};
function partBasis(state, slot) {
  const part = partIn(state, slot);
  if (part === void 0) throw new Error(`No part lies in ${slot}.`);
  return { part: part.id, basedOn: part.condition };
}

// src/demo/seed.ts
var TO_CLOSE = ["J-2041", "J-2042", "J-2043", "J-2044"];
async function main(folder2, demoFolder2, isClosed) {
  const serverRoot = resolve(dirname(fileURLToPath(import.meta.url)), "..");
  const today = systemClock.now().slice(0, 10);
  const clock = new ScriptedClock(demoBegins(today));
  const services = await openServices({ folder: folder2, serverRoot, clock, logger: makeLogger("warn") });
  const server = createApp(services).listen(0, "127.0.0.1");
  await new Promise(
    (done) => server.once("listening", () => {
      done();
    })
  );
  const address = server.address();
  if (typeof address !== "object" || address === null) throw new Error("The seeding server has no port.");
  try {
    const loader = new DemoLoader(
      new DemoClient(`http://127.0.0.1:${address.port}`),
      clock,
      readDemo(demoFolder2),
      today
    );
    await loader.load();
    if (isClosed) await loader.close(TO_CLOSE);
  } finally {
    server.closeAllConnections();
    server.close();
    await services.close();
  }
}
var [folder, demoFolder, how] = process.argv.slice(2);
if (folder === void 0 || demoFolder === void 0)
  throw new Error("seed.mjs DATA-FOLDER DEMO-FOLDER [closed]");
await main(folder, demoFolder, how === "closed");
writeFileSync(join(folder, "seeded"), "");
//# sourceMappingURL=seed.mjs.map
