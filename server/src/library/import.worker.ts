import { parentPort } from 'node:worker_threads';
import { ProblemError } from '../platform/problem-error';
import type { ImportAnswer } from './import-thread';
import { readImport } from './read-import';
import type { ImportPiece, ImportSource } from './read-import';

/** The thread in which a file of many documents is read: a piece for each time that it is asked, the source with the first. */
let pieces: AsyncIterator<ImportPiece> | undefined;
parentPort?.on('message', (source: ImportSource | null) => {
  void next(source).then((said) => parentPort?.postMessage(said));
});
async function next(source: ImportSource | null): Promise<ImportAnswer> {
  try {
    if (source !== null) pieces = readImport(source)[Symbol.asyncIterator]();
    const found = await pieces?.next();
    return { ok: true, piece: found === undefined || found.done === true ? null : found.value };
  } catch (error) {
    if (error instanceof ProblemError) return { ok: false, problem: error.details() };
    return { ok: false, because: error instanceof Error ? error.message : String(error) };
  }
}
