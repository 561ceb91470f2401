import { accessSync, constants, statfsSync, statSync } from 'node:fs';
import { join } from 'node:path';
import type { Clock } from './clock';
import { diskProblem } from './disk-problem';
import { ProblemError } from './problem-error';

/** Below this, nothing more is begun: the log that is open and a backup's last page still find room. */
const RESERVE_BYTES = 48 * 1024 * 1024;
const LOOKED_EVERY_MS = 1000;

/** What a disk says of itself; a test puts another one in its place. */
export interface Disk {
  /** Bytes that may still be written. */
  free(folder: string): number;
  /** @throws what the system says where nothing can be written there */
  mayWrite(folder: string): void;
  /** Which file it is, wherever its name has gone; undefined where there is none. */
  identity(file: string): string | undefined;
}
export const realDisk: Disk = {
  free: (folder) => {
    const { bavail, bsize } = statfsSync(folder);
    return bavail * bsize;
  },
  mayWrite: (folder) => {
    accessSync(folder, constants.W_OK);
  },
  identity: (file) => {
    const found = statSync(file, { throwIfNoEntry: false });
    return found === undefined ? undefined : `${found.dev} ${found.ino}`;
  },
};

/**
 * Looks at the disk before each writing, so that what cannot end well is not begun, and keeps in mind what failed until
 * something was written again. What it finds is said to everybody.
 */
export class DiskWatch {
  private readonly database: string;
  /** The file that was opened, as it was found at the first look. */
  private known: string | undefined;
  private lookedAt = -Infinity;
  private found: ProblemError | undefined;
  private failure: ProblemError | undefined;

  constructor(
    private readonly folder: string,
    private readonly clock: Pick<Clock, 'steadyMs'>,
    private readonly disk: Disk = realDisk,
  ) {
    this.database = join(folder, 'oak-gate.sqlite');
  }

  /** @throws ProblemError DISK_FULL, FOLDER_NOT_WRITABLE, DATABASE_GONE */
  refuse(): void {
    const found = this.look();
    if (found !== undefined) throw found;
  }
  /** What everybody should know; undefined where all is well. */
  trouble(): ProblemError | undefined {
    return this.look() ?? this.failure;
  }
  wrote(): void {
    this.failure = undefined;
  }
  failed(error: unknown): void {
    this.failure = diskProblem(error, this.folder) ?? this.failure;
  }

  private look(): ProblemError | undefined {
    const now = this.clock.steadyMs();
    if (now - this.lookedAt < LOOKED_EVERY_MS) return this.found;
    this.lookedAt = now;
    this.found = this.lookNow();
    return this.found;
  }
  private lookNow(): ProblemError | undefined {
    const { folder } = this;
    try {
      const identity = this.disk.identity(this.database);
      this.known ??= identity;
      if (identity !== this.known) return ProblemError.of('DATABASE_GONE', { folder });
      this.disk.mayWrite(folder);
      return this.disk.free(folder) < RESERVE_BYTES ? ProblemError.of('DISK_FULL', { folder }) : undefined;
    } catch (error) {
      return diskProblem(error, folder);
    }
  }
}
