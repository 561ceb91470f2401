import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  afterNextRender,
  Injector,
} from '@angular/core';
import { Router } from '@angular/router';
import { signedInView } from '@oak-gate/contract';
import { Store } from '@ngrx/store';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { ownPath } from '../state/own-path';
import { SessionActions, sessionFeature } from '../state/session.feature';
import { FORM_IMPORTS } from '../ui/form-imports';
import { ProblemNote } from '../ui/problem-note';

/** Who is here: a name to tap, a PIN. */
@Component({
  selector: 'app-sign-in-page',
  imports: [...FORM_IMPORTS, ProblemNote],
  templateUrl: './sign-in.page.html',
  styleUrl: './door.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SignInPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  /** Where the person wanted to go. */
  readonly back = input<string>();
  protected readonly session = this.store.selectSignal(sessionFeature.selectSessionState);
  protected readonly people = this.store.selectSignal(sessionFeature.selectPeople);
  protected readonly person = signal<string | undefined>(undefined);
  protected readonly pin = signal('');
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly busy = signal(false);
  protected readonly shown = computed(() => this.problem() ?? this.session().problem);

  private readonly injector = inject(Injector);

  constructor() {
    if (this.session().status !== 'known') this.store.dispatch(SessionActions.ask());
    // Whoever was only sent here because the server was away goes on as soon as it says who they are.
    let away = false;
    effect(() => {
      const { status, view } = this.session();
      if (status === 'failed') away = true;
      else if (away && view?.shop === null) void this.router.navigateByUrl('/set-up');
      else if (away && view?.person != null) void this.goBack();
    });
  }
  protected initials(name: string): string {
    return name
      .split(/\s+/)
      .map((part) => part.charAt(0))
      .slice(0, 2)
      .join('');
  }
  protected choose(id: string): void {
    this.person.set(id);
    this.problem.set(undefined);
    // As soon as the field is there: what is typed right after the name belongs to it.
    afterNextRender(
      { read: () => document.querySelector<HTMLInputElement>('input[name=pin]')?.focus() },
      { injector: this.injector },
    );
  }
  protected async signIn(): Promise<void> {
    const person = this.person();
    if (person === undefined || this.pin() === '' || this.busy()) return;
    this.busy.set(true);
    const answer = await this.api.post('/api/session', { person, pin: this.pin() }, signedInView);
    this.busy.set(false);
    this.pin.set('');
    if (!answer.ok) {
      this.problem.set(answer.problem);
      return;
    }
    this.store.dispatch(SessionActions.handsChanged(answer.value));
    // Where a PIN is to be chosen first, the way back leads there.
    await this.goBack();
  }
  private goBack(): Promise<boolean> {
    return this.router.navigateByUrl(ownPath(this.back()));
  }
}
