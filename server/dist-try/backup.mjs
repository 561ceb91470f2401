import {
  Attachments
} from "./chunk-BGN227ZV.mjs";
import "./chunk-KNURXCUT.mjs";
import {
  LIBRARY,
  PEOPLE,
  ledgerStore,
  makeLogger,
  openLedger,
  systemClock
} from "./chunk-X6T6XL7X.mjs";
import "./chunk-VDWYCB3L.mjs";
import "./chunk-V4XZO6I7.mjs";
import "./chunk-27AA7MNU.mjs";
import {
  verifyChain
} from "./chunk-LXENB2N7.mjs";
import {
  SealKey,
  checkSignature,
  sealText
} from "./chunk-KV2R4TKS.mjs";
import {
  NOBODY
} from "./chunk-WQVLMFWN.mjs";
import {
  ProblemError,
  clockWords
} from "./chunk-CFPWUEHS.mjs";

// src/backup/backup.cli.ts
import { dirname as dirname3, resolve as resolve2 } from "node:path";
import { fileURLToPath } from "node:url";
import { parseArgs } from "node:util";

// src/backup/backup.ts
import { existsSync, mkdirSync as mkdirSync2, mkdtempSync, readdirSync, renameSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { basename, dirname as dirname2, join as join2, resolve } from "node:path";
import { createClient } from "@libsql/client";

// src/backup/archive.ts
import { createHash } from "node:crypto";
import { closeSync, fsyncSync, mkdirSync, openSync, readFileSync, readSync, writeSync } from "node:fs";
import { dirname, join } from "node:path";
import { Unzip, UnzipInflate, Zip, ZipDeflate } from "fflate";
import * as z from "zod";
var PIECE = 1024 * 1024;
var MANIFEST = "manifest.json";
var NAMES = /^(manifest\.json|oak-gate\.sqlite|version\.json|files\/[0-9a-f]{64}|keys\/[A-Za-z0-9.-]{1,60})$/;
var manifestFile = z.strictObject({
  format: z.literal("oak-gate/backup"),
  version: z.literal(1),
  files: z.record(z.string(), z.string().regex(/^[0-9a-f]{64}$/))
});
function writeArchive(target, files) {
  const out = openSync(target, "wx", 384);
  const zip = new Zip((error, piece) => {
    if (error !== null) throw error;
    writeSync(out, piece);
  });
  const hashes = {};
  for (const { name, path } of files) {
    const entry = new ZipDeflate(name, { level: 6 });
    zip.add(entry);
    const hash = createHash("sha256");
    for (const piece of piecesOf(path)) {
      hash.update(piece);
      entry.push(piece);
    }
    entry.push(new Uint8Array(), true);
    hashes[name] = hash.digest("hex");
  }
  const manifest = new ZipDeflate(MANIFEST);
  zip.add(manifest);
  const content = { format: "oak-gate/backup", version: 1, files: hashes };
  manifest.push(Buffer.from(JSON.stringify(content, null, 2)), true);
  zip.end();
  fsyncSync(out);
  closeSync(out);
}
function readArchive(source, into) {
  const wrong = (because) => ProblemError.of("BACKUP_WRONG", { file: source, because });
  const hashes = {};
  let fault;
  const unzip = new Unzip((entry) => {
    if (!NAMES.test(entry.name) || Object.hasOwn(hashes, entry.name)) {
      fault ??= wrong(`it holds ${JSON.stringify(entry.name.slice(0, 80))}, which no backup does`);
      return;
    }
    const path = join(into, entry.name);
    mkdirSync(dirname(path), { recursive: true, mode: 448 });
    const out = openSync(path, "w", 384);
    const hash = createHash("sha256");
    entry.ondata = (error, piece, isLast) => {
      if (error !== null) throw error;
      hash.update(piece);
      writeSync(out, piece);
      if (!isLast) return;
      hashes[entry.name] = hash.digest("hex");
      fsyncSync(out);
      closeSync(out);
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (const piece of piecesOf(source)) if (fault === void 0) unzip.push(piece);
    unzip.push(new Uint8Array(), true);
  } catch (error) {
    fault ??= wrong(`it cannot be unpacked: ${error instanceof Error ? error.message : "damaged"}`);
  }
  if (fault !== void 0) throw fault;
  const { [MANIFEST]: listed, ...found } = hashes;
  if (listed === void 0) throw wrong("its list is missing: it was cut off, or is no backup");
  const manifest = manifestFile.safeParse(jsonIn(join(into, MANIFEST)));
  if (!manifest.success) throw wrong("its list cannot be read by this program");
  const names = [.../* @__PURE__ */ new Set([...Object.keys(found), ...Object.keys(manifest.data.files)])];
  const other = names.find((name) => found[name] !== manifest.data.files[name]);
  if (other !== void 0) throw wrong(`${other} is not what its list says`);
  return names;
}
function* piecesOf(path) {
  const file = openSync(path, "r");
  try {
    for (; ; ) {
      const piece = new Uint8Array(PIECE);
      const read = readSync(file, piece);
      if (read === 0) return;
      yield piece.subarray(0, read);
    }
  } finally {
    closeSync(file);
  }
}
function jsonIn(path) {
  try {
    return JSON.parse(readFileSync(path, "utf8"));
  } catch {
    return void 0;
  }
}

// src/backup/check-shop.ts
async function checkShop({ ledger, db, notices }, folder) {
  const faults = [...notices];
  const trying = async (what, act) => {
    try {
      return await act();
    } catch (error) {
      const words = error instanceof ProblemError ? error.details() : void 0;
      faults.push(
        words === void 0 ? `${what}: ${String(error)}` : `${what}: ${words.title} (${words.where})`
      );
      return void 0;
    }
  };
  const people = await trying("people", () => ledger.state(PEOPLE)) ?? NOBODY;
  await trying("keys", () => SealKey.inFolder(folder, people.shop?.key));
  const pictured = [];
  const chains = await ledgerStore.ends(db.read);
  let [entries, seals] = [0, 0];
  for (const { chain } of chains) {
    const told = await trying(chain, () => ledger.entries(chain));
    if (told === void 0) continue;
    entries += told.length;
    if (!verifyChain({ entries: told }).intact)
      faults.push(`${chain}: an entry does not follow from the one before it`);
    if (!chain.startsWith("job:")) continue;
    const job = await trying(chain, () => ledger.state(chain));
    pictured.push(...photographsOf(job));
    const seal = job?.seal;
    if (seal === void 0) continue;
    seals++;
    const key = people.keys.find(({ keyId }) => keyId === seal.signature.keyId);
    if (key === void 0 || !checkSignature(sealText(chain.slice("job:".length), seal), seal.signature, key))
      faults.push(`${chain}: its seal does not verify`);
  }
  const attachments = new Attachments(`${folder}/files`);
  const library = await trying("library", () => ledger.state(LIBRARY));
  const attached = Object.values(library?.revisions ?? {}).flatMap(
    ({ revision, attachments: files2 }) => files2.map(({ sha256, name }) => ({ sha256, what: `${revision.id}, ${name}` }))
  );
  for (const { sha256, what } of [...attached, ...pictured])
    await trying(what, () => attachments.read(sha256));
  const files = new Set([...attached, ...pictured].map(({ sha256 }) => sha256)).size;
  return { chains: chains.length, entries, seals, files, faults };
}
var photographsOf = (state) => (state?.remarks ?? []).flatMap(
  (each) => each.kind === "photograph" || each.kind === "paper" ? [{ sha256: each.file.sha256, what: `job ${state?.job.number ?? ""}, ${each.file.name}` }] : []
);

// src/backup/backup.ts
async function makeBackup(folder, to, world) {
  const database = join2(folder, "oak-gate.sqlite");
  if (!existsSync(database)) throw ProblemError.of("DATABASE_MISSING", { folder });
  mkdirSync2(to, { recursive: true, mode: 448 });
  const stem = join2(to, `oak-gate-${world.clock.now().replaceAll(/[:.]/g, "-")}`);
  const [file, keys] = [`${stem}.zip`, `${stem}.keys.zip`];
  const aside = mkdtempSync(join2(tmpdir(), "oak-gate-backup-"));
  try {
    const copy = join2(aside, "oak-gate.sqlite");
    await copyDatabase(database, copy);
    const attached = namesIn(join2(folder, "files")).filter((name) => /^[0-9a-f]{64}$/.test(name));
    writeArchive(`${file}.part`, [
      { name: "oak-gate.sqlite", path: copy },
      { name: "version.json", path: join2(folder, "version.json") },
      ...attached.map((name) => ({ name: `files/${name}`, path: join2(folder, "files", name) }))
    ]);
    const kept = namesIn(join2(folder, "keys"));
    writeArchive(
      `${keys}.part`,
      kept.map((name) => ({ name: `keys/${name}`, path: join2(folder, "keys", name) }))
    );
    const found = await lookInto(`${file}.part`, `${keys}.part`, join2(aside, "read-back"), world);
    renameSync(`${file}.part`, file);
    renameSync(`${keys}.part`, keys);
    return { file, keys, found };
  } finally {
    for (const part of [`${file}.part`, `${keys}.part`]) rmSync(part, { force: true });
    rmSync(aside, { recursive: true, force: true });
  }
}
async function restoreBackup({ file, keys }, folder, world) {
  if (namesIn(folder).length > 0) throw ProblemError.of("FOLDER_NOT_EMPTY", { folder });
  for (const each of [file, keys])
    if (!existsSync(each))
      throw ProblemError.of("BACKUP_WRONG", { file: each, because: "there is no such file" });
  const target = resolve(folder);
  mkdirSync2(dirname2(target), { recursive: true });
  const aside = mkdtempSync(join2(dirname2(target), `.${basename(target)}-restoring-`));
  try {
    const found = await lookInto(file, keys, aside, world);
    rmSync(target, { recursive: true, force: true });
    renameSync(aside, target);
    return found;
  } finally {
    rmSync(aside, { recursive: true, force: true });
  }
}
async function lookInto(file, keys, into, world) {
  mkdirSync2(into, { recursive: true, mode: 448 });
  readArchive(file, into);
  readArchive(keys, into);
  rmSync(join2(into, "manifest.json"), { force: true });
  const opened = await openLedger({ ...world, folder: into });
  try {
    const found = await checkShop(opened, into);
    const [first] = found.faults;
    if (first !== void 0) throw ProblemError.of("BACKUP_WRONG", { file, because: first });
    return found;
  } finally {
    await opened.close();
    for (const name of ["lock.sqlite", "lock.sqlite-journal"]) rmSync(join2(into, name), { force: true });
  }
}
async function copyDatabase(from, to) {
  const client = createClient({ url: `file:${from}`, timeout: 3e4 });
  try {
    await client.execute({ sql: "VACUUM INTO ?", args: [to] });
  } finally {
    client.close();
  }
}
var namesIn = (folder) => existsSync(folder) ? readdirSync(folder) : [];

// src/backup/backup.cli.ts
var USE = `Use: npm run backup -- --to FOLDER [--data FOLDER]
     npm run check -- [--data FOLDER]   (with the server stopped)
     npm run restore -- FILE.zip --keys FILE.keys.zip --data NEW_FOLDER`;
async function main([what, ...args]) {
  const serverRoot = resolve2(dirname3(fileURLToPath(import.meta.url)), "..");
  const world = { serverRoot, clock: systemClock, logger: makeLogger("error") };
  const { values, positionals } = parseArgs({
    args: [...args],
    options: { data: { type: "string" }, to: { type: "string" }, keys: { type: "string" } },
    allowPositionals: true
  });
  const { data, to, keys } = values;
  const [file] = positionals;
  if (what === "backup" && to !== void 0 && file === void 0) {
    const made = await makeBackup(data ?? resolve2(serverRoot, "../data/shop"), to, world);
    console.log(
      `${made.file}
${made.keys}   (the keys: keep them somewhere else)
${holdsWords(made.found)}`
    );
  } else if (what === "restore" && file !== void 0 && keys !== void 0 && data !== void 0) {
    const found = await restoreBackup({ file, keys }, data, world);
    console.log(`${data} is a shop again. ${holdsWords(found)}`);
  } else if (what === "check" && file === void 0)
    await check(data ?? resolve2(serverRoot, "../data/shop"), world);
  else throw new Error(USE);
}
var holdsWords = ({ chains, entries, seals, files }) => `Read whole: ${chains} chains with ${entries} entries, ${seals} seals, ${files} attached files.`;
async function check(folder, world) {
  const opened = await openLedger({ ...world, folder });
  try {
    const found = await checkShop(opened, folder);
    console.log(holdsWords(found));
    const doubt = opened.clock.doubt();
    if (doubt !== void 0) console.log(`  now: ${clockWords(doubt)}.`);
    const disk = opened.disk.trouble()?.details();
    if (disk !== void 0) console.log(`  now: ${disk.title} (${disk.where}).`);
    for (const fault of found.faults) console.log(`  wrong: ${fault}`);
    console.log(found.faults.length === 0 ? "Everything is as it was written." : "NOT AS IT WAS WRITTEN.");
    if (found.faults.length > 0) process.exitCode = 1;
  } finally {
    await opened.close();
  }
}
main(process.argv.slice(2)).catch((error) => {
  if (error instanceof ProblemError) {
    const { title, where, next } = error.details();
    console.error(`${title} (${where}). ${next}`);
  } else console.error(error instanceof Error ? error.message : error);
  process.exitCode = 1;
});
//# sourceMappingURL=backup.mjs.map
