import { RECORD_FORMAT, RECORD_VERSION, recordTitle } from '@oak-gate/core';
import type { RecordFile } from '@oak-gate/core';
import { ProblemError } from '../platform/problem-error';
import type { Jobs } from '../jobs';
import { jobChain, PEOPLE } from '../record';
import type { Ledger } from '../record';

/** A sealed record as a file that stands alone, with the key that it was sealed with. @throws ProblemError NOT_SEALED */
export async function exportRecord(ledger: Ledger, jobs: Jobs, jobId: string): Promise<RecordFile> {
  const state = await jobs.state(jobId);
  const people = await ledger.state(PEOPLE);
  const keyId = state.seal?.signature.keyId;
  const key = people?.keys.find((each) => each.keyId === keyId);
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
    keyChanges: (people?.keyChanges ?? []).map(({ from, to, reason, signatures }) => ({
      from,
      to,
      reason,
      signatures,
    })),
    entries: await ledger.entries(jobChain(jobId)),
  };
}
