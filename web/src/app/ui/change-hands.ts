import { inject, Injectable } from '@angular/core';
import { Router } from '@angular/router';
import { signedInView } from '@oak-gate/contract';
import { Store } from '@ngrx/store';
import { Api } from '../state/api';
import { SessionActions, sessionFeature } from '../state/session.feature';
import { Asker } from './asker';

/** Another person takes over at the same place: a name, a PIN, and everything stays where it is. */
@Injectable({ providedIn: 'root' })
export class ChangeHands {
  private readonly store = inject(Store);
  private readonly api = inject(Api);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly people = this.store.selectSignal(sessionFeature.selectPeople);
  private readonly view = this.store.selectSignal(sessionFeature.selectView);

  async start(preferred?: string, why?: string): Promise<boolean> {
    const options = this.people().map(({ id, name, roles }) => ({
      value: id,
      label: `${name}, ${roles.join(', ')}`,
    }));
    const demoPin = this.view()?.demoPin;
    const changed = await this.asker.ask({
      title: 'Change hands',
      lines: [
        why ?? 'The same place stays open.',
        ...(demoPin == null ? [] : [`In the demo the PIN is ${demoPin}.`]),
      ],
      fields: [
        {
          key: 'person',
          label: 'Who',
          kind: 'choice',
          options,
          ...(preferred === undefined ? {} : { value: preferred }),
        },
        { key: 'pin', label: 'PIN', kind: 'pin' },
      ],
      submit: 'Take over',
      act: async (values) => {
        const answer = await this.api.post('/api/session', values, signedInView);
        if (!answer.ok) return answer.problem;
        this.store.dispatch(SessionActions.handsChanged(answer.value));
        return undefined;
      },
    });
    if (changed && this.view()?.pinToChoose === true)
      await this.router.navigate(['/own-pin'], { queryParams: { back: this.router.url } });
    return changed;
  }
}
