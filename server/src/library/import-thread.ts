import { setImmediate } from 'node:timers/promises';
import type { Worker } from 'node:worker_threads';
import type { ProblemDetails } from '@oak-gate/contract';
import { ProblemError } from '../platform/problem-error';
import { askThread, startThread } from '../platform/worker-thread';
import type { AnswerLimits } from '../platform/worker-thread';
import type { ImportPiece, ImportSource } from './read-import';

export type ImportAnswer =
  | { readonly ok: true; readonly piece: ImportPiece | null }
  | { readonly ok: false; readonly problem: ProblemDetails }
  | { readonly ok: false; readonly because: string };

/** What reading a file of many documents may take: each piece of it, and all of it. */
export interface ImportLimits {
  readonly millisecondsAPiece: number;
  readonly megabytes: number;
}
const LIMITS: ImportLimits = { millisecondsAPiece: 60_000, megabytes: 1024 };

/** A thread that read a small file to its end waits for the next one; a large one leaves too much behind. */
const KEPT_BELOW = 4 * 1024 * 1024;
const THREAD = { name: 'import.worker', source: 'library/import.worker.ts' };

/** Reads files of many documents, each in a thread that does nothing else meanwhile. */
export class ImportThreads {
  private idle: Worker | undefined;

  constructor(
    private readonly limits: ImportLimits = LIMITS,
    private readonly start: typeof startThread = startThread,
  ) {}

  /**
   * The file a piece at a time: the next one is read when the last one was taken. A reading that is left, or took too much,
   * ends its thread.
   * @throws ProblemError of the file, FILE_TOO_MUCH
   */
  async *read(source: ImportSource): AsyncIterable<ImportPiece> {
    const worker = this.idle ?? this.begin();
    this.idle = undefined;
    worker.ref();
    let isWhole = false;
    try {
      for (let ask: ImportSource | null = source; ; ask = null) {
        const answer = await askThread<ImportAnswer>(worker, ask, source.name, this.answerLimits);
        isWhole = !answer.ok || answer.piece === null;
        if ('problem' in answer) throw ProblemError.again(answer.problem);
        if (!answer.ok)
          throw ProblemError.of('FILE_NOT_TEXT', { file: source.name, because: answer.because });
        if (answer.piece === null) return;
        yield answer.piece;
        await setImmediate(); // others have their turn: the bench goes on while a library comes in
      }
    } finally {
      worker.unref();
      await (isWhole && source.bytes < KEPT_BELOW ? this.keep(worker) : worker.terminate());
    }
  }

  private get answerLimits(): AnswerLimits {
    const { millisecondsAPiece: milliseconds, megabytes } = this.limits;
    return {
      milliseconds,
      megabytes,
      tooLong: `a part of it took longer than ${milliseconds / 1000} seconds`,
    };
  }
  private async keep(worker: Worker): Promise<void> {
    if (this.idle === undefined) this.idle = worker;
    else await worker.terminate();
  }
  private begin(): Worker {
    const resourceLimits = { maxOldGenerationSizeMb: this.limits.megabytes };
    const worker = this.start(THREAD, { resourceLimits });
    worker.on('error', () => undefined); // what it says while it is ended concerns nobody
    worker.once('exit', () => {
      if (this.idle === worker) this.idle = undefined;
    });
    return worker;
  }
}
/** Those of this process. */
export const importThreads = new ImportThreads();
