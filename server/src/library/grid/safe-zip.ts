import { Unzip, UnzipInflate } from 'fflate';
import { ProblemError } from '../../platform/problem-error';

/** A workbook of limits unpacks to a few megabytes; these bounds leave ten times that. */
const MOST_UNPACKED = 64 * 1024 * 1024;
const MOST_FILES = 2_000;
const MOST_TIMES = 150;
/** A packed byte can stand for a thousand: pieces are small, so that no single one of them is already the bomb. */
const PIECE = 4 * 1024;

/**
 * Unpacks an archive into nothing, counting, and stops at the first sign of a bomb: the sizes that an archive states of
 * itself are not believed.
 * @param watch told of every piece that is unpacked, in bytes
 * @throws ProblemError FILE_UNSAFE
 */
export function refuseZipBomb(
  file: string,
  bytes: Uint8Array,
  watch: (size: number) => void = () => undefined,
): void {
  // The unpacking catches what is thrown in it and tells of a damaged archive: the first finding counts.
  let found: ProblemError | undefined;
  const unsafe = (because: string): never => {
    found ??= ProblemError.of('FILE_UNSAFE', { file, because });
    throw found;
  };
  let unpacked = 0;
  let files = 0;
  const count = (size: number): void => {
    watch(size);
    unpacked += size;
    if (unpacked > MOST_UNPACKED || unpacked > Math.max(bytes.length * MOST_TIMES, 1024 * 1024))
      unsafe('it unpacks to far more than it is, as a zip bomb does');
  };
  const unzip = new Unzip((entry) => {
    if (++files > MOST_FILES) unsafe('it holds thousands of files, which no workbook does');
    entry.ondata = (error, piece) => {
      if (error !== null) unsafe('its archive is damaged');
      count(piece.length);
    };
    entry.start();
  });
  unzip.register(UnzipInflate);
  try {
    for (let at = 0; at < bytes.length; at += PIECE)
      unzip.push(bytes.subarray(at, at + PIECE), at + PIECE >= bytes.length);
  } catch {
    unsafe('its archive is damaged');
  }
}
