import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router } from '@angular/router';
import { sessionView } from '@oak-gate/contract';
import * as z from 'zod';
import { Store } from '@ngrx/store';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { SessionActions } from '../state/session.feature';
import { isSaid, StillMissing, unsaid } from '../ui/still-missing';
import { zoneHere, zones } from '../ui/zones';
import { FORM_IMPORTS } from '../ui/form-imports';
import { ProblemNote } from '../ui/problem-note';
import { missingOfPerson, NEW_PERSON, personBody, PersonForm } from './person-form';
import type { PersonDraft } from './person-form';

/** The first run on an empty data folder: the shop and its first person. */
@Component({
  selector: 'app-set-up-page',
  imports: [...FORM_IMPORTS, PersonForm, ProblemNote, StillMissing],
  templateUrl: './set-up.page.html',
  styleUrl: './door.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SetUpPage {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  private readonly store = inject(Store);
  protected readonly shop = signal('');
  protected readonly secondPerson = signal<'required' | 'sameSaid'>('required');
  protected readonly zone = signal(zoneHere());
  protected readonly zones = zones();
  protected readonly person = signal<PersonDraft>({ ...NEW_PERSON, roles: ['steward', 'manager'] });
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly missing = computed(() => [
    ...unsaid({ 'name of the shop': isSaid(this.shop()) }),
    ...missingOfPerson(this.person()),
  ]);

  protected async setUp(): Promise<void> {
    const person = this.person();
    const body = {
      shop: this.shop().trim(),
      secondPerson: this.secondPerson(),
      zone: this.zone(),
      person: personBody(person),
      pin: person.pin,
    };
    const answer = await this.api.post('/api/setup', body, z.unknown());
    if (!answer.ok) {
      this.problem.set(answer.problem);
      return;
    }
    const session = await this.api.get('/api/session', sessionView);
    if (session.ok) this.store.dispatch(SessionActions.told({ view: session.value }));
    await this.router.navigateByUrl('/setting-up');
  }
}
