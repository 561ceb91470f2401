import { ProblemError } from './problem-error';

const FULL = /^(SQLITE_FULL|ENOSPC|EDQUOT)/;
const NOT_WRITABLE = /^(SQLITE_READONLY|SQLITE_CANTOPEN|SQLITE_PERM|EACCES|EPERM|EROFS|ENOTDIR|EEXIST)/;
const DAMAGED = /^(SQLITE_CORRUPT|SQLITE_NOTADB|SQLITE_IOERR|EIO)/;

interface Caused {
  readonly code?: unknown;
  readonly message?: unknown;
  readonly cause?: Caused | null;
}

/** What the disk says in an error, in words; undefined where it is not about the disk. */
export function diskProblem(error: unknown, folder: string): ProblemError | undefined {
  for (
    let at = error as Caused | null | undefined, depth = 0;
    typeof at === 'object' && at !== null && depth < 6;
    at = at.cause, depth++
  ) {
    const code = codeOf(at);
    if (FULL.test(code)) return ProblemError.of('DISK_FULL', { folder });
    if (NOT_WRITABLE.test(code)) return ProblemError.of('FOLDER_NOT_WRITABLE', { folder });
    if (DAMAGED.test(code)) return ProblemError.of('DATABASE_DAMAGED', { folder });
  }
  return undefined;
}

/** Where it cannot even open a file, the driver says so in its message alone, with SQLite's own number. */
const NUMBERS: Readonly<Record<string, string>> = {
  8: 'SQLITE_READONLY',
  10: 'SQLITE_IOERR',
  11: 'SQLITE_CORRUPT',
  13: 'SQLITE_FULL',
  14: 'SQLITE_CANTOPEN',
  26: 'SQLITE_NOTADB',
};
function codeOf({ code, message }: Caused): string {
  if (typeof code === 'string' && (FULL.test(code) || NOT_WRITABLE.test(code) || DAMAGED.test(code)))
    return code;
  const number = /Unable to open connection to local database .*: (\d+)\D*$/.exec(String(message))?.[1] ?? '';
  return NUMBERS[number] ?? '';
}
