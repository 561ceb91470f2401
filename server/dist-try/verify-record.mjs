import {
  RECORD_FORMAT,
  envelope,
  faultWords,
  keyChangeWords,
  notARecordWords,
  printable,
  remarkWords,
  schemaOfJobEvent,
  verifyRecord
} from "./chunk-6AOOJSPL.mjs";
import "./chunk-KLTGP5TX.mjs";
import "./chunk-VPFE72TC.mjs";
import "./chunk-LXENB2N7.mjs";
import {
  checkSignature
} from "./chunk-KV2R4TKS.mjs";
import {
  canonical,
  keyChange,
  keyChangeText,
  publicKey,
  seal
} from "./chunk-WQVLMFWN.mjs";
import "./chunk-CFPWUEHS.mjs";

// src/release/verify-record.cli.ts
import { readFileSync } from "node:fs";
import { parseArgs } from "node:util";

// ../core/src/record/same-keys-once.ts
var FORBIDDEN = /* @__PURE__ */ new Set(["__proto__", "constructor", "prototype"]);
var DEEPEST = 60;
var TOKENS = /"((?:[^"\\]|\\.)*)"(\s*:)?|[{}[\]]/g;
function sameKeysOnce(text) {
  const open = [];
  for (const [token, string2, colon] of text.matchAll(TOKENS)) {
    if (token === "{" || token === "[") {
      open.push(token === "{" ? /* @__PURE__ */ new Set() : void 0);
      if (open.length > DEEPEST) return { because: "tooDeep", key: "" };
    } else if (token === "}" || token === "]") open.pop();
    else if (colon !== void 0) {
      const key = JSON.parse(`"${string2 ?? ""}"`);
      if (FORBIDDEN.has(key)) return { because: "forbidden", key };
      const here = open.at(-1);
      if (here?.has(key) === true) return { because: "twice", key };
      here?.add(key);
    }
  }
  return void 0;
}

// ../core/src/job/key-changes.ts
function leadsTo({ key, keyChanges = [] }, from, check) {
  let at = from;
  for (let step = 0; step <= keyChanges.length && at !== void 0; step++) {
    if (at === key.keyId) return true;
    const change = keyChanges.find((each) => each.from === at);
    at = change !== void 0 && isSignedByBoth(keyChanges, change, check) ? change.to.keyId : void 0;
  }
  return false;
}
function isSignedByBoth(changes, change, check) {
  if (change.signatures === null) return false;
  const old = changes.find(({ to }) => to.keyId === change.from)?.to;
  const text = keyChangeText(change);
  const holds = (key, value) => check(text, { alg: "Ed25519", keyId: key.keyId, value }, key);
  return holds(change.to, change.signatures.new) && (old === void 0 || holds(old, change.signatures.old));
}

// ../contract/src/job/record-file.ts
import * as z from "zod";
var strict = (shape) => z.strictObject(shape.shape);
var file = z.strictObject({
  format: z.literal(RECORD_FORMAT),
  version: z.int().min(1),
  title: z.string(),
  job: z.string(),
  seal: seal.extend({ signature: strict(seal.shape.signature) }).strict(),
  key: strict(publicKey),
  keyChanges: z.exactOptional(z.array(keyChange.extend({ to: strict(publicKey) }).strict())),
  entries: z.array(z.strictObject({ entry: z.unknown(), hash: z.string().regex(/^[0-9a-f]{64}$/) })).min(1)
});
function readRecordFile(text) {
  const no = (fault) => ({ ok: false, fault });
  if (text.startsWith("\uFEFF")) return no({ kind: "byteOrderMark" });
  if (text.trim() === "") return no({ kind: "empty" });
  let raw;
  try {
    raw = JSON.parse(text);
  } catch (error) {
    return no({ kind: "notJson", message: error instanceof Error ? error.message : "" });
  }
  const doubled = sameKeysOnce(text);
  if (doubled !== void 0) return no({ kind: "keys", ...doubled });
  const parsed = file.safeParse(raw);
  if (!parsed.success) {
    const [issue] = parsed.error.issues;
    return no({ kind: "form", path: issue?.path.join(".") ?? "", message: issue?.message ?? "" });
  }
  for (const [index, { entry }] of parsed.data.entries.entries()) {
    const fault = entryFault(entry);
    if (fault !== void 0) return no({ kind: "entryForm", entry: index + 1, ...fault });
  }
  return { ok: true, file: parsed.data };
}
function entryFault(entry) {
  const frame = envelope.strict().safeParse(entry);
  if (!frame.success) {
    const typed = z.object({ type: z.string() }).safeParse(entry);
    return {
      type: typed.success ? typed.data.type : "?",
      path: pathOf(frame.error)
    };
  }
  const { type, v, data, ...rest } = frame.data;
  const schema = schemaOfJobEvent(type, v);
  if (schema === void 0) return void 0;
  const read = schema.safeParse(data);
  if (!read.success) return { type, path: ["data", pathOf(read.error)].filter(Boolean).join(".") };
  const same = canonical({ ...rest, type, v, data: read.data }) === canonical(entry);
  return same ? void 0 : { type, path: `data: ${differenceOf(data, read.data)}` };
}
var pathOf = (error) => {
  const [issue] = error.issues;
  const keys = issue?.code === "unrecognized_keys" ? issue.keys.join(", ") : "";
  return [...issue?.path ?? [], keys].filter((each) => each !== "").join(".");
};
function differenceOf(given, read) {
  if (typeof given !== "object" || given === null || typeof read !== "object" || read === null) return "";
  for (const [key, value] of Object.entries(given)) {
    const other = read[key];
    if (!Object.hasOwn(read, key)) return key;
    if (canonical(value) !== canonical(other))
      return [key, differenceOf(value, other)].filter((each) => each !== "").join(".");
  }
  return "";
}

// src/release/verify-record.cli.ts
var EXIT = { consistent: 0, doesNotFollow: 1, notARecord: 2, otherKey: 3, differs: 4 };
var USE = "Use: npm run verify-record -- FILE [--key ID]   (the key is on the signed print)";
var say = (text) => {
  console.log(printable(text));
};
var complain = (text) => {
  console.error(printable(text));
};
function main() {
  const given = asked();
  if (given === void 0) return EXIT.notARecord;
  const { file: file2, key } = given;
  const record = readRecord(file2);
  if (record === void 0) return EXIT.notARecord;
  const sealedWith = record.key.keyId;
  const expected = key !== void 0 && leadsTo(record, key, checkSignature) ? sealedWith : key;
  const report = verifyRecord(record, checkSignature, expected);
  const [first] = report.faults;
  if (first?.kind === "otherKey") say(`ANOTHER KEY. ${faultWords(first)}`);
  if (report.title !== void 0) say(report.title);
  for (const fault of report.faults)
    if (fault !== first || fault.kind !== "otherKey") say(`  does not follow: ${faultWords(fault)}`);
  for (const change of record.keyChanges ?? [])
    say(`  note: ${keyChangeWords(change, isSignedByBoth(record.keyChanges ?? [], change, checkSignature))}`);
  for (const remark of report.remarks) say(`  differs: ${remarkWords(remark)}`);
  if (first?.kind === "otherKey") return EXIT.otherKey;
  if (!report.consistent) {
    say(`NOT CONSISTENT: ${count(report.faults.length, "thing does", "things do")} not follow.`);
    return EXIT.doesNotFollow;
  }
  say(`Consistent, and ends at digest ${report.seal.hash}: compare with the signed print.`);
  say(
    `${report.entries} entries, ${count(report.state?.supplements.length ?? 0, "supplement", "supplements")}; sealed by key ${sealedWith}${key === void 0 ? ": compare with the key on the print" : ""}.`
  );
  if (report.remarks.length === 0) return EXIT.consistent;
  say(`BUT ${count(report.remarks.length, "thing is", "things are")} not as the rules of its day give it.`);
  return EXIT.differs;
}
var count = (n, one, many) => `${n} ${n === 1 ? one : many}`;
function asked() {
  try {
    const { values, positionals } = parseArgs({
      options: { key: { type: "string" } },
      allowPositionals: true
    });
    const [file2, ...more] = positionals;
    if (file2 !== void 0 && more.length === 0) return { file: file2, key: values.key };
    complain(`Which file? ${USE}`);
  } catch (error) {
    complain(`${error instanceof Error ? error.message : String(error)} ${USE}`);
  }
  return void 0;
}
function readRecord(path) {
  let text;
  try {
    text = new TextDecoder("utf-8", { fatal: true, ignoreBOM: true }).decode(readFileSync(path));
  } catch (error) {
    const isBytes = error instanceof TypeError;
    complain(
      `${path} cannot be read: ${isBytes ? "it is not UTF-8 text" : error instanceof Error ? error.message : String(error)}.`
    );
    return void 0;
  }
  const read = readRecordFile(text);
  if (read.ok) return read.file;
  complain(`${path} is not a record: ${notARecordWords(read.fault)}.`);
  return void 0;
}
process.exitCode = main();
//# sourceMappingURL=verify-record.mjs.map
