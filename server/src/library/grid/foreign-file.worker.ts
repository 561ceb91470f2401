import { parentPort } from 'node:worker_threads';
import { ProblemError } from '../../platform/problem-error';
import type { ForeignAnswer } from './foreign-files';
import { carryOut } from './foreign-task';
import type { ForeignTask } from './foreign-task';

/** The thread in which foreign files are read, one after the other. */
parentPort?.on('message', (task: ForeignTask) => {
  void answer(task).then((said) => parentPort?.postMessage(said));
});
async function answer(task: ForeignTask): Promise<ForeignAnswer> {
  try {
    return { ok: true, value: await carryOut(task) };
  } catch (error) {
    if (error instanceof ProblemError) return { ok: false, problem: error.details() };
    return { ok: false, because: error instanceof Error ? error.message : String(error) };
  }
}
