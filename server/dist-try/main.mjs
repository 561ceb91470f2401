import {
  createApp
} from "./chunk-MPTPN3TR.mjs";
import "./chunk-SCWELB67.mjs";
import "./chunk-P2POB3UY.mjs";
import "./chunk-U2VFCSDY.mjs";
import "./chunk-BGN227ZV.mjs";
import "./chunk-KNURXCUT.mjs";
import {
  makeLogger,
  openServices,
  systemClock
} from "./chunk-X6T6XL7X.mjs";
import "./chunk-VDWYCB3L.mjs";
import "./chunk-V4XZO6I7.mjs";
import "./chunk-27AA7MNU.mjs";
import "./chunk-6AOOJSPL.mjs";
import "./chunk-KLTGP5TX.mjs";
import "./chunk-VPFE72TC.mjs";
import "./chunk-LXENB2N7.mjs";
import "./chunk-KV2R4TKS.mjs";
import "./chunk-WQVLMFWN.mjs";
import {
  ProblemError
} from "./chunk-CFPWUEHS.mjs";

// src/main.ts
import { readFileSync } from "node:fs";
import { createServer as createHttpServer } from "node:http";
import { createServer as createHttpsServer } from "node:https";
import { dirname, join as join2, resolve } from "node:path";
import { fileURLToPath } from "node:url";

// src/backup/schedule.ts
import { spawn } from "node:child_process";
import { existsSync, readdirSync, rmSync } from "node:fs";
import { join } from "node:path";
var LOOKED_EVERY_MS = 10 * 6e4;
var BACKUP = /^oak-gate-(\d{4}-\d\d-\d\d)T(\d\d)-(\d\d)-(\d\d)-(\d{3})Z\.zip$/;
var backupsIn = (names) => names.flatMap((name) => {
  const [, day, h = "", m = "", s = "", ms = ""] = BACKUP.exec(name) ?? [];
  return day === void 0 ? [] : [{ name, at: Date.parse(`${day}T${h}:${m}:${s}.${ms}Z`) }];
}).sort((a, b) => a.at - b.at);
var isDue = (names, now, everyHours) => Date.parse(now) - (backupsIn(names).at(-1)?.at ?? -Infinity) >= everyHours * 36e5;
var tooMany = (names, kept) => backupsIn(names).slice(0, -kept).flatMap(({ name }) => [name, name.replace(/\.zip$/, ".keys.zip")]);
function scheduleBackups({
  program,
  folder,
  to,
  everyHours,
  kept,
  clock,
  logger: logger2
}) {
  let trouble;
  const fail2 = (because) => {
    trouble = ProblemError.of("BACKUP_FAILED", { to, because });
  };
  const names = () => existsSync(to) ? readdirSync(to) : [];
  let isAtIt = false;
  const look = () => {
    if (isAtIt || !isDue(names(), clock.now(), everyHours)) return;
    isAtIt = true;
    const said = [];
    const child = spawn(process.execPath, [program, "backup", "--data", folder, "--to", to], {
      stdio: ["ignore", "ignore", "pipe"]
    });
    child.stderr.on("data", (piece) => said.push(piece));
    child.on("error", (error) => {
      isAtIt = false;
      fail2("it could not be begun");
      logger2.error({ err: error }, "the backup could not be begun");
    });
    child.on("close", (code) => {
      isAtIt = false;
      if (code !== 0) {
        const words = Buffer.concat(said).toString("utf8").trim().slice(0, 500);
        fail2(words === "" ? `it ended with ${code ?? "no"} code` : words);
        logger2.error({ said: words }, "the backup failed");
        return;
      }
      trouble = void 0;
      for (const name of tooMany(names(), kept)) rmSync(join(to, name), { force: true });
    });
  };
  const timer = setInterval(look, LOOKED_EVERY_MS);
  look();
  return {
    stop: () => {
      clearInterval(timer);
    },
    trouble: () => trouble
  };
}

// src/platform/arguments.ts
import { isIP } from "node:net";
import { parseArgs } from "node:util";
var DEFAULT_PORT = 4310;
function readArguments(argv, defaultFolder) {
  const { values } = parseArgs({
    args: [...argv],
    options: {
      data: { type: "string" },
      port: { type: "string" },
      host: { type: "string" },
      name: { type: "string", multiple: true },
      "backup-to": { type: "string" },
      cert: { type: "string" },
      "cert-key": { type: "string" },
      behind: { type: "string" },
      "backup-every": { type: "string" },
      "demo-pin": { type: "string" }
    }
  });
  const port = Number(values.port ?? DEFAULT_PORT);
  if (!Number.isInteger(port) || port < 0 || port > 65535)
    throw new Error(`"${values.port ?? ""}" is not a port: use a number from 1 to 65535.`);
  const everyHours = Number(values["backup-every"] ?? 24);
  if (!(everyHours > 0 && everyHours <= 24 * 31))
    throw new Error(
      `"${values["backup-every"] ?? ""}" is no number of hours between backups: use 24 for once a day.`
    );
  const to = values["backup-to"];
  if (to === void 0 && values["backup-every"] !== void 0)
    throw new Error("--backup-every needs --backup-to FOLDER: say where the backups go.");
  const { cert, "cert-key": key, behind } = values;
  if (cert === void 0 !== (key === void 0))
    throw new Error("--cert and --cert-key belong together: name the certificate and its key.");
  if (behind !== void 0 && isIP(behind) === 0)
    throw new Error(
      `"${behind}" is no address: --behind takes the one from which the proxy asks, such as 127.0.0.1.`
    );
  return {
    certificate: cert === void 0 || key === void 0 ? void 0 : { cert, key },
    behind,
    backups: to === void 0 ? void 0 : { to, everyHours },
    folder: values.data ?? defaultFolder,
    port,
    host: values.host ?? "127.0.0.1",
    names: values.name ?? [],
    demoPin: values["demo-pin"]
  };
}

// src/main.ts
var serverRoot = resolve(dirname(fileURLToPath(import.meta.url)), "..");
var logger = makeLogger(process.env["LOG_LEVEL"] ?? "warn");
var BACKUPS_KEPT = 14;
var KEPT_ALIVE_MS = 75e3;
async function main() {
  const { folder, port, host, names, backups, certificate, behind, demoPin } = readArguments(
    process.argv.slice(2),
    resolve(serverRoot, "../data")
  );
  const secured = certificate === void 0 ? void 0 : readCertificate(certificate);
  const services = await openServices({ folder, serverRoot, clock: systemClock, logger, demoPin });
  const app = createApp(services, { webDir: resolve(serverRoot, "../web/dist/browser"), names, behind });
  const server = secured === void 0 ? createHttpServer(app) : createHttpsServer(secured, app);
  server.keepAliveTimeout = KEPT_ALIVE_MS;
  server.headersTimeout = KEPT_ALIVE_MS + 5e3;
  server.once("error", fail);
  server.listen(port, host, () => {
    const address = server.address();
    const used = typeof address === "object" && address !== null ? address.port : port;
    console.log(`Oak Gate is open at http${secured === void 0 ? "" : "s"}://${host}:${used}/`);
  });
  const backing = backups === void 0 ? void 0 : scheduleBackups({
    ...backups,
    program: join2(serverRoot, "dist/backup.mjs"),
    folder,
    kept: BACKUPS_KEPT,
    clock: systemClock,
    logger
  });
  if (backing !== void 0) services.troubles.add(backing.trouble);
  const stop = () => {
    backing?.stop();
    server.close(() => {
      void services.close().then(() => process.exit(0));
    });
    server.closeAllConnections();
  };
  process.once("SIGTERM", stop);
  process.once("SIGINT", stop);
}
function readCertificate({ cert, key }) {
  const read = (path) => {
    try {
      return readFileSync(path);
    } catch {
      throw new Error(
        `${path} cannot be read: --cert and --cert-key name the certificate and its key, in PEM.`
      );
    }
  };
  return { cert: read(cert), key: read(key) };
}
function fail(error) {
  if (error instanceof ProblemError) {
    const { title, where, next } = error.details();
    console.error(`${title} (${where}). ${next}`);
  } else if (error.code === "EADDRINUSE") {
    console.error("The port is in use. Stop the other program, or start with --port and another number.");
  } else console.error(error instanceof Error ? error.message : error);
  process.exit(1);
}
main().catch(fail);
//# sourceMappingURL=main.mjs.map
