import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router } from '@angular/router';
import { isPin, PIN_RULE, sessionView } from '@oak-gate/contract';
import { Store } from '@ngrx/store';
import * as z from 'zod';
import { Api, UNREACHABLE } from '../state/api';
import type { ApiProblem } from '../state/api';
import { newId } from '../state/new-id';
import { ownPath } from '../state/own-path';
import { SessionActions, sessionFeature } from '../state/session.feature';
import { Field } from '../ui/field';
import { FORM_IMPORTS } from '../ui/form-imports';
import { ProblemNote } from '../ui/problem-note';
import { StillMissing, unsaid } from '../ui/still-missing';

/** Everybody's own PIN: chosen before anything else where a manager set one, and changed whenever one likes. */
@Component({
  selector: 'app-own-pin-page',
  imports: [...FORM_IMPORTS, Field, ProblemNote, StillMissing],
  templateUrl: './own-pin.page.html',
  styleUrl: './door.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class OwnPinPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  /** Where the person wanted to go. */
  readonly back = input<string>();
  private readonly view = this.store.selectSignal(sessionFeature.selectView);
  protected readonly person = this.store.selectSignal(sessionFeature.selectPerson);
  /** A manager knows the PIN: nothing else can be done before. */
  protected readonly isFirst = computed(() => this.view()?.pinToChoose === true);
  protected readonly pin = signal('');
  protected readonly next = signal('');
  protected readonly again = signal('');
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly busy = signal(false);
  protected readonly rule = `${PIN_RULE}; it is your signature`;
  protected readonly differs = computed(() => this.again() !== '' && this.again() !== this.next());
  protected readonly missing = computed(() =>
    unsaid({
      [this.isFirst() ? 'the PIN that you were given' : 'the PIN that you have']: this.pin() !== '',
      'your own PIN, by its rule': isPin(this.next()),
      'the same once more': this.again() !== '' && this.again() === this.next(),
    }),
  );
  protected readonly complete = computed(() => this.missing().length === 0);
  /** One command, however often it is sent: a lost answer leaves no doubt which PIN counts. */
  private command = newId();

  protected async choose(): Promise<void> {
    if (!this.complete() || this.busy()) return;
    this.busy.set(true);
    const body = { id: this.command, pin: this.pin(), next: this.next() };
    const answer = await this.api.post('/api/session/pin', body, z.unknown());
    this.busy.set(false);
    if (!answer.ok) {
      this.problem.set(answer.problem);
      if (answer.problem.code !== UNREACHABLE.code) this.command = newId();
      return;
    }
    const session = await this.api.get('/api/session', sessionView);
    if (session.ok) this.store.dispatch(SessionActions.told({ view: session.value }));
    await this.leave();
  }
  protected leave(): Promise<boolean> {
    return this.router.navigateByUrl(ownPath(this.back()));
  }
  protected async signOut(): Promise<void> {
    this.store.dispatch(SessionActions.signOut());
    await this.router.navigateByUrl('/sign-in');
  }
}
