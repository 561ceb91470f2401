import { Worker } from 'node:worker_threads';
import type { WorkerOptions } from 'node:worker_threads';

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
