import { inject, Injectable } from '@angular/core';
import { commandAnswer } from '@oak-gate/contract';
import { basedOnNow, decideJob, instrumentIn } from '@oak-gate/core';
import type { JobDraft, JobState, Problem } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { Api } from './api';
import type { ApiProblem } from './api';
import { jobFeature, JobActions } from './job.feature';
import { newId } from './new-id';
import { Outbox } from './outbox';
import { sessionFeature } from './session.feature';

/** Where a screen hands in what a person does. Each command says what it was based on: what the person saw. */
@Injectable({ providedIn: 'root' })
export class JobDesk {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  private readonly job = this.store.selectSignal(jobFeature.selectJob);
  private readonly newer = this.store.selectSignal(jobFeature.selectNewer);
  private readonly jobId = this.store.selectSignal(jobFeature.selectJobId);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);

  /**
   * Decides here, shows the result at once, keeps it on the tablet and sends it. The server decides again and has the last
   * word.
   * @param seen the job as the person saw it, where that is not the present moment: when a dialog was opened
   * @returns the refusal, if this tablet already knows that it is refused; then nothing is sent
   */
  handIn(draft: JobDraft, seen: JobState | undefined = this.job()): Problem | undefined {
    const state = this.job();
    const by = this.person();
    const jobId = this.jobId();
    if (state === undefined || seen === undefined || by === undefined || jobId === undefined)
      return undefined;
    const command = basedOnNow(seen, draft);
    if (this.newer() !== undefined) {
      this.store.dispatch(JobActions.refused({ id: newId(), command, problem: READ_ONLY }));
      return undefined;
    }
    const at = new Date().toISOString();
    const instrument = instrumentIn(state, command);
    const facts = { at, by, ...(instrument === undefined ? {} : { instrument }) };
    const decided = decideJob(state, command, facts);
    if (!decided.ok) return decided.problem;
    const id = newId();
    const actor = { id: by.id, name: by.name, roles: by.roles, authorisation: by.authorisation };
    this.store.dispatch(JobActions.send({ given: { id, command, by: actor, at } }));
    void this.outbox.put({
      jobId,
      id,
      by: actor,
      at,
      command: command as Parameters<Outbox['put']>[0]['command'],
    });
    return undefined;
  }

  /** Sends a command that only the server can decide (it needs a PIN or the registers), and waits for its word. */
  async ask(
    draft: JobDraft,
    pin?: string,
    seen: JobState | undefined = this.job(),
  ): Promise<ApiProblem | undefined> {
    const id = newId();
    const command = seen === undefined ? draft : basedOnNow(seen, draft);
    const body = {
      id,
      command,
      ...(this.person() === undefined ? {} : { person: this.person()?.id }),
      ...(pin === undefined ? {} : { pin }),
    };
    const answer = await this.api.post(`/api/jobs/${this.jobId()}/commands`, body, commandAnswer);
    if (!answer.ok) return answer.problem;
    const { chain, entries } = answer.value;
    this.store.dispatch(JobActions.accepted({ id, chain, entries }));
    return undefined;
  }
}
const READ_ONLY: ApiProblem = {
  code: 'CHAIN_NEWER',
  title: 'This job was written by a newer program',
  where: 'this job',
  next: 'It can be looked at, and nothing is written. Reload the page: this tablet may be older than the server.',
};
