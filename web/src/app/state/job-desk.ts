import { inject, Injectable } from '@angular/core';
import { ledgerEntries } from '@oak-gate/contract';
import { decideJob } from '@oak-gate/core';
import type { JobCommand, Problem } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { Api } from './api';
import type { ApiProblem } from './api';
import { jobFeature, JobActions } from './job.feature';
import { newId } from './new-id';
import { Outbox } from './outbox';
import { sessionFeature } from './session.feature';

/** Where a screen hands in what a person does. */
@Injectable({ providedIn: 'root' })
export class JobDesk {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly outbox = inject(Outbox);
  private readonly job = this.store.selectSignal(jobFeature.selectJob);
  private readonly jobId = this.store.selectSignal(jobFeature.selectJobId);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);

  /**
   * Decides here, shows the result at once, and sends it. The server decides again and has the last word.
   * @returns the refusal, if this tablet already knows that it is refused; then nothing is sent
   */
  handIn(command: JobCommand): Problem | undefined {
    const state = this.job();
    const by = this.person();
    const jobId = this.jobId();
    if (state === undefined || by === undefined || jobId === undefined) return undefined;
    const at = new Date().toISOString();
    const named = instrumentNamed(command);
    const instrument = named === undefined ? undefined : state.instruments[named];
    const decided = decideJob(state, command, {
      at,
      by,
      ...(instrument === undefined ? {} : { instrument }),
    });
    if (!decided.ok) return decided.problem;
    const id = newId();
    const foreseen = decided.value.map((event) => ({
      ...event,
      chain: `job:${jobId}`,
      seq: 0,
      job: jobId,
      at,
      command: id,
      by,
    }));
    this.outbox.put({
      jobId,
      id,
      person: by.id,
      command: command as Parameters<Outbox['put']>[0]['command'],
    });
    this.store.dispatch(JobActions.send({ pending: { id, command, foreseen, waiting: false } }));
    return undefined;
  }

  /** Sends a command that only the server can decide (it needs a PIN or the registers), and waits for its word. */
  async ask(command: JobCommand, pin?: string): Promise<ApiProblem | undefined> {
    const id = newId();
    const body = { id, command, ...(pin === undefined ? {} : { pin }) };
    const answer = await this.api.post(`/api/jobs/${this.jobId()}/commands`, body, ledgerEntries);
    if (!answer.ok) return answer.problem;
    this.store.dispatch(JobActions.accepted({ id, entries: answer.value.entries }));
    return undefined;
  }

  /** After a reload: what this tablet still owes the server is sent again, with the ids it had. */
  resume(jobId: string): void {
    const by = this.person();
    for (const { id, command, person } of this.outbox.all().filter((each) => each.jobId === jobId)) {
      if (person === by?.id)
        this.store.dispatch(JobActions.send({ pending: { id, command, foreseen: [], waiting: true } }));
    }
  }
}

function instrumentNamed(command: JobCommand): string | undefined {
  if (command.type === 'takeReading') return command.instrument;
  return command.type === 'correctReading' ? command.instead?.instrument : undefined;
}
