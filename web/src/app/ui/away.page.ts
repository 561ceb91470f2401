import { ChangeDetectionStrategy, Component, inject, input } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { sessionView } from '@oak-gate/contract';
import { filter } from 'rxjs';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { FreshPage } from '../state/missed-page';
import { ownPath } from '../state/own-path';
import { untilReached } from '../state/until-reached';
import { ProblemNote } from './problem-note';

const LAST_TRY = 'oak-gate-fetched-again';
/** A page that is missed again so soon is not a matter of waiting. */
const SOON_MS = 15_000;

/** Instead of a page whose code could not be fetched. It goes there by itself when the server answers again. */
@Component({
  selector: 'app-away-page',
  imports: [ProblemNote],
  template: `
    <div class="page">
      <app-problem-note [problem]="problem" />
      <p><button type="button" class="action" (click)="fetchAgain()">Fetch it now</button></p>
    </div>
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class AwayPage {
  private readonly fresh = inject(FreshPage);
  /** Where the person wanted to go. */
  readonly to = input<string>();
  protected readonly problem: ApiProblem = {
    code: 'PAGE_NOT_FETCHED',
    title: 'This page could not be fetched',
    where: 'the way to the server',
    next: 'It is fetched as soon as the server answers. What you measured is kept on this tablet.',
  };
  constructor() {
    const api = inject(Api);
    untilReached(() => api.get('/api/session', sessionView))
      .pipe(
        filter(({ ok }) => ok),
        takeUntilDestroyed(),
      )
      .subscribe(() => {
        const last = Number(sessionStorage.getItem(LAST_TRY) ?? 0);
        if (Date.now() - last > SOON_MS) this.fetchAgain();
      });
  }
  protected fetchAgain(): void {
    sessionStorage.setItem(LAST_TRY, String(Date.now()));
    this.fresh.load(ownPath(this.to()));
  }
}
