import { effect, inject, Injectable, signal, untracked } from '@angular/core';
import { commandAnswer } from '@oak-gate/contract';
import { Store } from '@ngrx/store';
import { Api } from './api';
import type { ApiProblem } from './api';
import { JobActions } from './job.feature';
import { OneSender } from './one-sender';
import { Outbox } from './outbox';
import type { Kept } from './outbox';
import { sessionFeature } from './session.feature';

const FIRST_RETRY_MS = 1000;
const LAST_RETRY_MS = 30_000;

/**
 * Sends what the tablet keeps, in its order, each command in the name of who gave it. Only this server's word on this very
 * command ends it; whatever else comes back (no answer, the page of a strange network, a full disk, an ended sign-in) leaves
 * it where it is, and it is sent again.
 */
@Injectable({ providedIn: 'root' })
export class Sender {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly outbox = inject(Outbox);
  private readonly oneSender = inject(OneSender);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);
  /** Why nothing goes out at the moment, as far as this window knows. */
  readonly trouble = signal<ApiProblem | undefined>(undefined);
  private isAtIt = false;
  private pause = FIRST_RETRY_MS;
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** From now on everything that is kept is sent, as soon as it can be. */
  start(): void {
    effect(() => {
      this.outbox.waiting();
      this.person();
      untracked(() => void this.send());
    });
  }

  private mine(): Kept | undefined {
    const me = this.person()?.id;
    return this.outbox.waiting().find(({ by }) => by.id === me);
  }

  private async send(): Promise<void> {
    clearTimeout(this.timer);
    if (this.isAtIt || this.mine() === undefined) return;
    this.isAtIt = true;
    try {
      await this.outbox.ready;
      await this.oneSender.alone(async () => {
        for (let next = this.mine(); next !== undefined; next = this.mine())
          if (!(await this.deliver(next))) return;
      });
    } finally {
      this.isAtIt = false;
    }
    if (this.mine() !== undefined) this.later();
  }
  private later(): void {
    clearTimeout(this.timer);
    this.timer = setTimeout(() => void this.send(), this.pause);
    this.pause = Math.min(this.pause * 2, LAST_RETRY_MS);
  }

  /** @returns whether the server has spoken about this command */
  private async deliver({ id, jobId, command, by }: Kept): Promise<boolean> {
    const answer = await this.api.post(
      `/api/jobs/${jobId}/commands`,
      { id, command, person: by.id },
      commandAnswer,
    );
    if (answer.ok && answer.value.command === id) {
      this.trouble.set(undefined);
      this.pause = FIRST_RETRY_MS;
      const { chain, entries } = answer.value;
      this.store.dispatch(JobActions.accepted({ id, chain, entries }));
      await this.outbox.take(id);
      return true;
    }
    if (!answer.ok && answer.problem.command === id) {
      this.trouble.set(undefined);
      this.pause = FIRST_RETRY_MS;
      this.store.dispatch(JobActions.refused({ id, command, problem: answer.problem }));
      await this.outbox.refuse(id, answer.problem);
      return true;
    }
    this.trouble.set(answer.ok ? OF_SOMETHING_ELSE : answer.problem);
    return false;
  }
}
const OF_SOMETHING_ELSE: ApiProblem = {
  code: 'NOT_UNDERSTOOD',
  title: 'What came back is not the answer to what was sent',
  where: 'this tablet’s connection',
  next: 'It is kept here and sent again. Look whether another network or program stands between.',
};
