import { inject, Injectable } from '@angular/core';
import { commandAnswer } from '@oak-gate/contract';
import { Store } from '@ngrx/store';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { jobFeature, JobActions } from '../state/job.feature';
import { newId } from '../state/new-id';
import type { Ask } from './ask-dialog';

/** Sends a paper to the job that is open: its bytes lie on the server's disk before anything speaks of it. */
@Injectable({ providedIn: 'root' })
export class PaperSender {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly jobId = this.store.selectSignal(jobFeature.selectJobId);

  async send(about: string, file: File, title: string): Promise<ApiProblem | undefined> {
    const id = newId();
    const query = new URLSearchParams({ command: id, finding: about, name: file.name, title });
    const answer = await this.api.upload(
      `/api/jobs/${this.jobId() ?? ''}/papers?${query.toString()}`,
      file,
      commandAnswer,
    );
    if (!answer.ok) return answer.problem;
    const { chain, entries } = answer.value;
    this.store.dispatch(JobActions.accepted({ id, chain, entries }));
    return undefined;
  }
}
/** What a paper is, before it is kept. */
export const paperAsk = (about: string, file: File, papers: PaperSender): Ask => ({
  title: `A paper: ${file.name}`,
  lines: [
    'It is kept with the record under its own digest. It is no evidence: what it says is measured here.',
  ],
  fields: [{ key: 'title', label: 'What it is, with its number', kind: 'line' }],
  submit: 'Keep it',
  act: ({ title = '' }) => papers.send(about, file, title),
});
