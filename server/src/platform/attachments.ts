import { createHash, randomUUID } from 'node:crypto';
import {
  closeSync,
  existsSync,
  fsyncSync,
  mkdirSync,
  openSync,
  readFileSync,
  renameSync,
  writeSync,
} from 'node:fs';
import { join } from 'node:path';
import type { AttachedFile } from '@oak-gate/core';
import { ProblemError } from '../platform/problem-error';
import { kindOfContent } from './content-kind';

export const LARGEST_ATTACHMENT = '25mb';
const TAKEN: readonly string[] = [
  'application/pdf',
  'image/png',
  'image/jpeg',
  'image/tiff',
  'image/webp',
  'application/vnd.openxmlformats-officedocument.spreadsheetml.sheet',
  'text/plain',
  'application/json',
];
const SHA256 = /^[0-9a-f]{64}$/;

/**
 * What a file is, before anything of it is kept.
 * @throws ProblemError FILE_NOT_THAT_TYPE, FILE_NOT_TEXT where it is empty
 */
export async function lookAtAttachment(name: string, bytes: Uint8Array): Promise<AttachedFile> {
  if (bytes.length === 0) throw ProblemError.of('FILE_NOT_TEXT', { file: name, because: 'it is empty' });
  const mime = await kindOfContent(bytes);
  if (mime === undefined || !TAKEN.includes(mime)) {
    throw ProblemError.of('FILE_NOT_THAT_TYPE', {
      file: name,
      wanted: 'a PDF, a picture, a workbook or a text file',
      found: mime === undefined ? 'its content is of no known kind' : `its content is ${mime}`,
    });
  }
  return { name, sha256: createHash('sha256').update(bytes).digest('hex'), bytes: bytes.length, mime };
}

/** The files that belong to documents, each under the SHA-256 of its bytes. */
export class Attachments {
  constructor(private readonly folder: string) {}

  /** Puts a file on disk, synced, under its hash: only then may an event that counts speak of it. */
  keep({ sha256 }: AttachedFile, bytes: Uint8Array): void {
    const target = this.path(sha256);
    if (existsSync(target)) return;
    mkdirSync(this.folder, { recursive: true });
    const aside = join(this.folder, `${randomUUID()}.part`);
    const file = openSync(aside, 'w');
    writeSync(file, bytes);
    fsyncSync(file);
    closeSync(file);
    renameSync(aside, target);
  }

  /** A kept file, read again and compared with its hash. @throws ProblemError NOT_FOUND */
  read(sha256: string): Uint8Array {
    if (!SHA256.test(sha256) || !existsSync(this.path(sha256)))
      throw ProblemError.of('NOT_FOUND', { path: sha256 });
    const bytes = readFileSync(this.path(sha256));
    if (createHash('sha256').update(bytes).digest('hex') !== sha256)
      throw ProblemError.of('FILE_UNSAFE', { file: sha256, because: 'it was changed on the disk' });
    return bytes;
  }
  private path(sha256: string): string {
    return join(this.folder, sha256);
  }
}
