import { Worker } from 'node:worker_threads';
import type { WorkerOptions } from 'node:worker_threads';
import { ProblemError } from './problem-error';

/**
 * Starts a thread from a file beside the program: as it was built, or, where this is the source, through the same loader as
 * everything else.
 * @param name of its file without an ending, as the build names it
 * @param source of it below `server/src`
 */
export function startThread(
  { name, source }: { readonly name: string; readonly source: string },
  options: WorkerOptions,
): Worker {
  if (!import.meta.url.endsWith('.ts')) return new Worker(new URL(`./${name}.mjs`, import.meta.url), options);
  const url = JSON.stringify(new URL(`../${source}`, import.meta.url));
  const load = `import('tsx/esm/api').then(({ tsImport }) => tsImport(${url}, ${url}))`;
  return new Worker(load, { ...options, eval: true });
}

/** What one answer of a thread may take; `tooLong` says it in words. */
export interface AnswerLimits {
  readonly milliseconds: number;
  readonly megabytes: number;
  readonly tooLong: string;
}

/**
 * Asks a thread about a file, and waits for its answer.
 * @throws ProblemError FILE_TOO_MUCH where it takes too long, too much memory, or breaks down: the thread is to be ended then
 */
export function askThread<A>(
  worker: Worker,
  message: unknown,
  file: string,
  { milliseconds, megabytes, tooLong }: AnswerLimits,
): Promise<A> {
  return new Promise((done, refuse) => {
    const tooMuch = (limit: string): void => {
      end();
      refuse(ProblemError.of('FILE_TOO_MUCH', { file, limit }));
    };
    const heard = (answer: A): void => {
      end();
      done(answer);
    };
    const failed = ({ code }: NodeJS.ErrnoException): void => {
      const isFull = code === 'ERR_WORKER_OUT_OF_MEMORY';
      tooMuch(isFull ? `it took more than ${megabytes} MB of memory` : 'its reader broke down over it');
    };
    const gone = (): void => {
      tooMuch('its reader broke down over it');
    };
    const timer = setTimeout(() => {
      tooMuch(tooLong);
    }, milliseconds);
    const end = (): void => {
      clearTimeout(timer);
      worker.off('message', heard).off('error', failed).off('exit', gone);
    };
    worker.on('message', heard).on('error', failed).on('exit', gone);
    worker.postMessage(message);
  });
}
