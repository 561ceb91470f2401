import { RECORD_FORMAT, RECORD_VERSION } from '@oak-gate/core';
import type { JobState, RecordFile } from '@oak-gate/core';
import { ProblemError } from '../platform/problem-error';
import type { Jobs } from '../jobs';
import { jobChain, PEOPLE } from '../record';
import type { Ledger } from '../record';

export const recordTitle = (state: JobState): string =>
  `Overhaul record of ${state.engine.modelName} ${state.engine.serial}: ${state.route.covers}`;

/** A sealed record as a file that stands alone. @throws ProblemError NOT_SEALED */
export async function exportRecord(ledger: Ledger, jobs: Jobs, jobId: string): Promise<RecordFile> {
  const state = await jobs.state(jobId);
  const key = (await ledger.state(PEOPLE))?.shop?.key;
  if (state.seal === undefined || key === undefined)
    throw ProblemError.of('NOT_SEALED', { job: state.job.number });
  const { at: _, ...seal } = state.seal;
  return {
    format: RECORD_FORMAT,
    version: RECORD_VERSION,
    title: recordTitle(state),
    job: state.id,
    seal,
    key,
    entries: await ledger.entries(jobChain(jobId)),
  };
}
