import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { ProblemError } from './problem-error';

/** What a data folder is written as. 2: heads, marked lists, receipts that point into the ledger. */
export const FOLDER_VERSION = 2;
const fileIn = (folder: string): string => join(folder, 'version.json');

/**
 * Looks at a data folder before anything in it is opened, made or locked.
 * @returns the version that it was written as: 1 where it says nothing, undefined where it is new
 * @throws ProblemError FOLDER_NEWER, DATABASE_MISSING
 */
export function folderVersion(folder: string): number | undefined {
  const hasDatabase = existsSync(join(folder, 'oak-gate.sqlite'));
  const file = fileIn(folder);
  const version = existsSync(file) ? versionIn(readFileSync(file, 'utf8')) : hasDatabase ? 1 : undefined;
  if (version !== undefined && version > FOLDER_VERSION)
    throw ProblemError.of('FOLDER_NEWER', { folder, version, known: FOLDER_VERSION });
  if (!hasDatabase && (existsSync(join(folder, 'keys')) || version !== undefined))
    throw ProblemError.of('DATABASE_MISSING', { folder });
  return version;
}
/** A file that cannot be read was not written by a program that we know: it counts as newer. */
function versionIn(text: string): number {
  try {
    const { version } = JSON.parse(text) as { version?: unknown };
    return Number.isSafeInteger(version) ? (version as number) : Infinity;
  } catch {
    return Infinity;
  }
}
export function markFolder(folder: string): void {
  mkdirSync(folder, { recursive: true });
  writeFileSync(fileIn(folder), `${JSON.stringify({ format: 'oak-gate/data', version: FOLDER_VERSION })}\n`);
}
