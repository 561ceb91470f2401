import { existsSync, mkdirSync, readFileSync, readdirSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ProblemError } from '../platform/problem-error';

const UPLOAD = /^[0-9a-f]{64}$/;
const KEPT_MS = 24 * 3600 * 1000;

/** Tables that were sent and not taken in yet. They are no part of the record, and go after a day. */
export class Uploads {
  constructor(private readonly folder: string) {}

  put(sha256: string, name: string, bytes: Uint8Array, now: string): void {
    mkdirSync(this.folder, { recursive: true });
    for (const file of readdirSync(this.folder)) {
      const path = join(this.folder, file);
      if (statSync(path).mtimeMs < Date.parse(now) - KEPT_MS) rmSync(path, { force: true });
    }
    writeFileSync(join(this.folder, sha256), bytes);
    writeFileSync(join(this.folder, `${sha256}.name`), name);
  }
  /** @throws ProblemError UPLOAD_UNKNOWN */
  get(upload: string): { readonly name: string; readonly bytes: Uint8Array } {
    const path = join(this.folder, upload);
    if (!UPLOAD.test(upload) || !existsSync(path)) throw ProblemError.of('UPLOAD_UNKNOWN', { upload });
    return { name: readFileSync(`${path}.name`, 'utf8'), bytes: readFileSync(path) };
  }
}
