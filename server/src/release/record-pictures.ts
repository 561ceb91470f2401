import type { AttachedFile, JobState } from '@oak-gate/core';
import { strToU8, zip } from 'fflate';
import type { Attachments } from '../platform/attachments';

/** What is kept of a record beside its story. */
interface KeptBytes {
  readonly kind: 'photograph' | 'paper';
  readonly file: AttachedFile;
  readonly bytes: Uint8Array;
}
/** The photographs and papers of a record by their digest; one that is not on the disk any more is not among them. */
export type Pictures = ReadonlyMap<string, KeptBytes>;
export const NO_PICTURES: Pictures = new Map();

export function picturesOf({ remarks }: JobState, attachments: Attachments): Pictures {
  const pictures = new Map<string, KeptBytes>();
  for (const remark of remarks) {
    if (remark.kind !== 'photograph' && remark.kind !== 'paper') continue;
    if (pictures.has(remark.file.sha256)) continue;
    const bytes = readIfThere(attachments, remark.file.sha256);
    if (bytes !== undefined)
      pictures.set(remark.file.sha256, { kind: remark.kind, file: remark.file, bytes });
  }
  return pictures;
}
/** The chain names a photograph by its digest: where its bytes are lost the record is still whole, and says which one it was. */
function readIfThere(attachments: Attachments, sha256: string): Uint8Array | undefined {
  try {
    return attachments.read(sha256);
  } catch {
    return undefined;
  }
}
const ENDINGS: Readonly<Record<string, string>> = {
  'image/jpeg': 'jpg',
  'image/png': 'png',
  'image/webp': 'webp',
  'application/pdf': 'pdf',
};
/** The sealed record with its photographs and papers, each under the digest by which the record names it. */
export const zipRecord = (name: string, record: unknown, pictures: Pictures): Promise<Uint8Array> =>
  new Promise((resolve, reject) => {
    const files: Record<string, Uint8Array> = { [name]: strToU8(JSON.stringify(record)) };
    for (const [sha256, { kind, file, bytes }] of pictures)
      files[`${kind}s/${sha256}.${ENDINGS[file.mime] ?? 'bin'}`] = bytes;
    zip(files, { level: 6 }, (error, bytes) => {
      if (error === null) resolve(bytes);
      else reject(error);
    });
  });
