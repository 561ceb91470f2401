import { createHash } from 'node:crypto';
import { closeSync, fsyncSync, mkdirSync, openSync, readFileSync, readSync, writeSync } from 'node:fs';
import { dirname, join } from 'node:path';
import { Unzip, UnzipInflate, Zip, ZipDeflate } from 'fflate';
import * as z from 'zod';
import { ProblemError } from '../platform/problem-error';

const PIECE = 1024 * 1024;
const MANIFEST = 'manifest.json';
/** What can stand in a backup, and nothing else: a name in an archive is a path that somebody else wrote. */
const NAMES =
  /^(manifest\.json|oak-gate\.sqlite|version\.json|files\/[0-9a-f]{64}|keys\/[A-Za-z0-9.-]{1,60})$/;
const manifestFile = z.strictObject({
  format: z.literal('oak-gate/backup'),
  version: z.literal(1),
  files: z.record(z.string(), z.string().regex(/^[0-9a-f]{64}$/)),
});

/** Packs files into one archive, synced, with a list of what they are; read piece by piece, however large they are. */
export function writeArchive(
  target: string,
  files: readonly { readonly name: string; readonly path: string }[],
): void {
  const out = openSync(target, 'wx', 0o600);
  const zip = new Zip((error, piece) => {
    if (error !== null) throw error;
    writeSync(out, piece);
  });
  const hashes: Record<string, string> = {};
  for (const { name, path } of files) {
    const entry = new ZipDeflate(name, { level: 6 });
    zip.add(entry);
    const hash = createHash('sha256');
    for (const piece of piecesOf(path)) {
      hash.update(piece);
      entry.push(piece);
    }
    entry.push(new Uint8Array(), true);
    hashes[name] = hash.digest('hex');
  }
  const manifest = new ZipDeflate(MANIFEST);
  zip.add(manifest);
  const content = { format: 'oak-gate/backup', version: 1, files: hashes };
  manifest.push(Buffer.from(JSON.stringify(content, null, 2)), true);
  zip.end();
  fsyncSync(out);
  closeSync(out);
}

/**
 * Unpacks an archive into a folder and holds every file against the list.
 * @throws ProblemError BACKUP_WRONG
 */
export function readArchive(source: string, into: string): readonly string[] {
  const wrong = (because: string): ProblemError => ProblemError.of('BACKUP_WRONG', { file: source, because });
  const hashes: Record<string, string> = {};
  let fault: ProblemError | undefined;
  const unzip = new Unzip((entry) => {
    if (!NAMES.test(entry.name) || Object.hasOwn(hashes, entry.name)) {
      fault ??= wrong(`it holds ${JSON.stringify(entry.name.slice(0, 80))}, which no backup does`);
      return;
    }
    const path = join(into, entry.name);
    mkdirSync(dirname(path), { recursive: true, mode: 0o700 });
    const out = openSync(path, 'w', 0o600);
    const hash = createHash('sha256');
    entry.ondata = (error, piece, isLast) => {
      if (error !== null) throw error;
      hash.update(piece);
      writeSync(out, piece);
      if (!isLast) return;
      hashes[entry.name] = hash.digest('hex');
      fsyncSync(out);
      closeSync(out);
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (const piece of piecesOf(source)) if (fault === undefined) unzip.push(piece);
    unzip.push(new Uint8Array(), true);
  } catch (error) {
    fault ??= wrong(`it cannot be unpacked: ${error instanceof Error ? error.message : 'damaged'}`);
  }
  if (fault !== undefined) throw fault;
  const { [MANIFEST]: listed, ...found } = hashes;
  if (listed === undefined) throw wrong('its list is missing: it was cut off, or is no backup');
  const manifest = manifestFile.safeParse(jsonIn(join(into, MANIFEST)));
  if (!manifest.success) throw wrong('its list cannot be read by this program');
  const names = [...new Set([...Object.keys(found), ...Object.keys(manifest.data.files)])];
  const other = names.find((name) => found[name] !== manifest.data.files[name]);
  if (other !== undefined) throw wrong(`${other} is not what its list says`);
  return names;
}

function* piecesOf(path: string): Iterable<Uint8Array> {
  const file = openSync(path, 'r');
  try {
    for (;;) {
      const piece = new Uint8Array(PIECE);
      const read = readSync(file, piece);
      if (read === 0) return;
      yield piece.subarray(0, read);
    }
  } finally {
    closeSync(file);
  }
}
function jsonIn(path: string): unknown {
  try {
    return JSON.parse(readFileSync(path, 'utf8'));
  } catch {
    return undefined;
  }
}
