import type { Worker } from 'node:worker_threads';
import type { ProblemDetails } from '@oak-gate/contract';
import { ProblemError } from '../../platform/problem-error';
import { askThread, startThread } from '../../platform/worker-thread';
import type { ForeignTaskKind, ForeignTasks } from './foreign-task';

export type ForeignAnswer =
  | { readonly ok: true; readonly value: unknown }
  | { readonly ok: false; readonly problem: ProblemDetails }
  | { readonly ok: false; readonly because: string };

/** What reading one file may take. */
export interface ReadingLimits {
  readonly milliseconds: number;
  readonly megabytes: number;
  /** How many may wait for their turn. */
  readonly waiting: number;
}
const LIMITS: ReadingLimits = { milliseconds: 20_000, megabytes: 384, waiting: 8 };

/**
 * Reads foreign files in a thread of its own, one at a time: whatever a file does to its reader, the server goes on. A thread
 * that takes too long or too much is ended, and the next file gets a new one.
 */
export class ForeignFiles {
  private worker: Worker | undefined;
  private last: Promise<unknown> = Promise.resolve();
  private waiting = 0;

  constructor(private readonly limits: ReadingLimits = LIMITS) {}

  /** @throws ProblemError of the file, FILE_TOO_MUCH, TOO_MANY_REQUESTS where too many wait */
  async read<K extends ForeignTaskKind>(
    kind: K,
    asks: ForeignTasks[K]['asks'] & { readonly name: string },
  ): Promise<ForeignTasks[K]['gives']> {
    if (this.waiting >= this.limits.waiting) throw ProblemError.of('TOO_MANY_REQUESTS', {});
    this.waiting++;
    const turn = this.last.then(() => this.ask({ kind, asks }, asks.name));
    this.last = turn.catch(() => undefined);
    try {
      return (await turn) as ForeignTasks[K]['gives'];
    } finally {
      this.waiting--;
    }
  }
  async close(): Promise<void> {
    const { worker } = this;
    // At once: the next file must not be given to a thread that is being ended.
    this.worker = undefined;
    await worker?.terminate();
  }

  private async ask(
    task: { readonly kind: ForeignTaskKind; readonly asks: unknown },
    file: string,
  ): Promise<unknown> {
    const worker = this.started();
    const { milliseconds, megabytes } = this.limits;
    const tooLong = `it took longer than ${milliseconds / 1000} seconds`;
    worker.ref();
    const answer = await askThread<ForeignAnswer>(worker, task, file, { milliseconds, megabytes, tooLong })
      .catch((error: unknown) => {
        // It took too much, or is gone: the next file gets a new one.
        if (this.worker === worker) void this.close();
        throw error;
      })
      .finally(() => {
        worker.unref();
      });
    if (answer.ok) return answer.value;
    if ('problem' in answer) throw ProblemError.again(answer.problem);
    throw ProblemError.of('FILE_NOT_TEXT', { file, because: answer.because });
  }

  private started(): Worker {
    const resourceLimits = { maxOldGenerationSizeMb: this.limits.megabytes };
    if (this.worker === undefined) {
      const thread = { name: 'foreign-file.worker', source: 'library/grid/foreign-file.worker.ts' };
      this.worker = startThread(thread, { resourceLimits });
      // What a thread says while it is ended concerns nobody any more.
      this.worker.on('error', () => undefined);
    }
    return this.worker;
  }
}

/** The one thread of this process that reads foreign files; idle, it keeps nobody from ending. */
export const foreignFiles = new ForeignFiles();
