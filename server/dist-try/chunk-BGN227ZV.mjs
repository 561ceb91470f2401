import {
  kindOfContent
} from "./chunk-KNURXCUT.mjs";
import {
  ProblemError
} from "./chunk-CFPWUEHS.mjs";

// src/platform/attachments.ts
import { createHash, randomUUID } from "node:crypto";
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  writeSync
} from "node:fs";
import { join } from "node:path";
var LARGEST_ATTACHMENT = "25mb";
var TAKEN = [
  "application/pdf",
  "image/png",
  "image/jpeg",
  "image/tiff",
  "image/webp",
  "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet",
  "text/plain",
  "application/json"
];
var SHA256 = /^[0-9a-f]{64}$/;
async function lookAtAttachment(name, bytes) {
  if (bytes.length === 0) throw ProblemError.of("FILE_NOT_TEXT", { file: name, because: "it is empty" });
  const mime = await kindOfContent(bytes);
  if (mime === void 0 || !TAKEN.includes(mime)) {
    throw ProblemError.of("FILE_NOT_THAT_TYPE", {
      file: name,
      wanted: "a PDF, a picture, a workbook or a text file",
      found: mime === void 0 ? "its content is of no known kind" : `its content is ${mime}`
    });
  }
  return { name, sha256: createHash("sha256").update(bytes).digest("hex"), bytes: bytes.length, mime };
}
var Attachments = class {
  constructor(folder) {
    this.folder = folder;
  }
  folder;
  /** Puts a file on disk, synced, under its hash: only then may an event that counts speak of it. */
  keep({ sha256 }, bytes) {
    const target = this.path(sha256);
    if (existsSync(target)) return;
    mkdirSync(this.folder, { recursive: true });
    const aside = join(this.folder, `${randomUUID()}.part`);
    const file = openSync(aside, "w");
    writeSync(file, bytes);
    fsyncSync(file);
    closeSync(file);
    renameSync(aside, target);
  }
  /** A kept file, read again and compared with its hash. @throws ProblemError NOT_FOUND */
  read(sha256) {
    if (!SHA256.test(sha256) || !existsSync(this.path(sha256)))
      throw ProblemError.of("NOT_FOUND", { path: sha256 });
    const bytes = readFileSync(this.path(sha256));
    if (createHash("sha256").update(bytes).digest("hex") !== sha256)
      throw ProblemError.of("FILE_UNSAFE", { file: sha256, because: "it was changed on the disk" });
    return bytes;
  }
  path(sha256) {
    return join(this.folder, sha256);
  }
};

export {
  LARGEST_ATTACHMENT,
  lookAtAttachment,
  Attachments
};
//# sourceMappingURL=chunk-BGN227ZV.mjs.map
