import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import * as z from 'zod';
import { clockWords, PIN_RULE, unitWord } from '@oak-gate/contract';
import type { PersonView } from '@oak-gate/contract';
import { LENGTH_UNITS } from '@oak-gate/core';
import type { ClockInDoubt } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { StillMissing } from '../ui/still-missing';
import { zoneHere, zones } from '../ui/zones';
import { newId } from '../state/new-id';
import { SessionActions, sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import { FirstSteps } from '../ui/first-steps';
import { FORM_IMPORTS } from '../ui/form-imports';
import { ProblemNote } from '../ui/problem-note';
import { missingOfPerson, NEW_PERSON, personBody, PersonForm } from './person-form';
import type { PersonDraft } from './person-form';
import { ALL_ROLES, ROLE_HINTS } from './role-words';

/** Where the shop reads each sheet in the unit of its gauge. */
const AS_MEASURED = 'as measured';

/** The shop and its people. */
@Component({
  selector: 'app-shop-page',
  imports: [...FORM_IMPORTS, FirstSteps, PersonForm, ProblemNote, RouterLink, StillMissing],
  templateUrl: './shop.page.html',
  styleUrl: './shop.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShopPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly router = inject(Router);
  private readonly asker = inject(Asker);
  protected readonly view = this.store.selectSignal(sessionFeature.selectView);
  protected readonly isManager = computed(() => this.view()?.person?.roles.includes('manager') === true);
  protected readonly adding = signal(false);
  protected readonly draft = signal<PersonDraft>(NEW_PERSON);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly missing = computed(() => missingOfPerson(this.draft()));

  protected async add(): Promise<void> {
    const draft = this.draft();
    const answer = await this.api.post(
      '/api/people',
      { id: newId(), person: personBody(draft), pin: draft.pin },
      z.unknown(),
    );
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (!answer.ok) return;
    this.draft.set(NEW_PERSON);
    this.adding.set(false);
    this.store.dispatch(SessionActions.ask());
  }

  /** What is wrong with the clock, as it was when this page was opened. */
  protected readonly clock = computed(() => this.view()?.clockInDoubt ?? undefined);
  protected readonly clockWords = clockWords;

  constructor() {
    this.store.dispatch(SessionActions.ask());
  }
  protected isMe(person: PersonView): boolean {
    return person.id === this.view()?.person?.id;
  }
  /** Whoever knows what time it is says so, with a reason: the ledger's dates rest on it. */
  protected async confirmClock(doubt: ClockInDoubt): Promise<void> {
    const id = newId();
    await this.asker.ask({
      title: 'Is the clock right now?',
      lines: [
        `${clockWords(doubt)}.`,
        'Look at another clock first. From here on everything is dated by this one; where that is earlier than what was written, the record says why.',
      ],
      fields: [
        { key: 'reason', label: 'What happened', kind: 'text' },
        { key: 'pin', label: 'Your PIN', kind: 'pin' },
      ],
      submit: 'The clock is right',
      act: async ({ reason, pin }) => {
        const body = { id, clock: doubt.clock, reason, pin };
        const answer = await this.api.post('/api/shop/clock', body, z.unknown());
        this.store.dispatch(SessionActions.ask());
        return answer.ok ? undefined : answer.problem;
      },
    });
  }
  /** Roles and authorisation are given and taken with a reason: signatures rest on them. */
  protected async changeRoles(person: PersonView): Promise<void> {
    const { id, name, active } = person;
    await this.asker.ask({
      title: `What ${name} may do`,
      lines: ['What this person signed stays in every record. The new roles hold from now on.'],
      fields: [
        {
          key: 'roles',
          label: 'Roles',
          kind: 'several',
          value: person.roles.join(' '),
          options: ALL_ROLES.map((role) => ({ value: role, label: `${role}: ${ROLE_HINTS[role]}` })),
        },
        {
          key: 'authorisation',
          label: 'Licence or authorisation number',
          kind: 'line',
          optional: true,
          value: person.authorisation ?? '',
        },
        { key: 'reason', label: 'Reason', kind: 'text' },
      ],
      submit: 'Change it',
      act: ({ roles = '', authorisation = '', reason }) =>
        this.send('/api/people/change', {
          person: {
            id,
            name,
            roles: roles.split(' ').filter((role) => role !== ''),
            authorisation: authorisation.trim() === '' ? null : authorisation.trim(),
          },
          active,
          reason,
        }),
    });
  }
  protected async changePolicy(): Promise<void> {
    const now = this.view()?.shop?.secondPerson;
    const next = now === 'required' ? 'sameSaid' : 'required';
    await this.asker.ask({
      title: 'Who looks at whose work',
      lines: [
        next === 'sameSaid'
          ? 'From now on the same person may look again later, and the record says so. Aircraft engines always need another person.'
          : 'From now on the second look is always another person’s.',
        'Jobs that are open keep what they were opened under.',
      ],
      fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit: next === 'sameSaid' ? 'The same person may' : 'Always another person',
      act: ({ reason }) => this.send('/api/shop/policy', { secondPerson: next, reason }),
    });
  }
  protected async changeZone(): Promise<void> {
    await this.asker.ask({
      title: 'Where the shop’s clocks are',
      lines: [
        'Screens show every moment as the clocks there show it.',
        'A job is printed in the zone in which it was opened.',
      ],
      fields: [
        {
          key: 'zone',
          label: 'Time zone',
          kind: 'choice',
          value: this.view()?.shop?.zone ?? zoneHere(),
          options: zones().map((value) => ({ value, label: value })),
        },
        { key: 'reason', label: 'Reason', kind: 'text' },
      ],
      submit: 'Change it',
      act: ({ zone, reason }) => this.send('/api/shop/zone', { zone, reason }),
    });
  }
  protected readonly unitWord = unitWord;
  protected async changeUnit(): Promise<void> {
    await this.asker.ask({
      title: 'In which unit sheets are read first',
      lines: [
        'Whoever reads a sheet may choose another unit for it. What is typed, recorded and printed stays in the unit of its gauge.',
      ],
      fields: [
        {
          key: 'unit',
          label: 'Unit',
          kind: 'choice',
          value: this.view()?.shop?.unit ?? AS_MEASURED,
          options: [
            { value: AS_MEASURED, label: 'as each was measured' },
            ...LENGTH_UNITS.map((value) => ({ value, label: unitWord(value) })),
          ],
        },
      ],
      submit: 'Change it',
      act: ({ unit }) => this.send('/api/shop/unit', { unit: unit === AS_MEASURED ? null : unit }),
    });
  }
  private async send(path: string, body: object): Promise<ApiProblem | undefined> {
    const answer = await this.api.post(path, { id: newId(), ...body }, z.unknown());
    if (!answer.ok) return answer.problem;
    this.store.dispatch(SessionActions.ask());
    return undefined;
  }
  protected async newPin(person: PersonView): Promise<void> {
    await this.change(person, person.active, `A new PIN for ${person.name}`, 'Set the PIN', true);
  }
  protected async toggle(person: PersonView): Promise<void> {
    const leaving = person.active;
    await this.change(
      person,
      !leaving,
      leaving ? `${person.name} leaves the shop` : `${person.name} comes back`,
      leaving ? 'Take off the list' : 'Put on the list',
      false,
    );
  }
  private async change(
    { id, name, roles, authorisation }: PersonView,
    active: boolean,
    title: string,
    submit: string,
    asksPin: boolean,
  ): Promise<void> {
    await this.asker.ask({
      title,
      lines: asksPin
        ? [
            'It is for one sign-in: with it the person chooses another one, and only that one signs.',
            'Every tablet where this person is signed in now is left.',
          ]
        : ['What this person signed stays in every record.'],
      fields: asksPin
        ? [{ key: 'pin', label: 'New PIN', kind: 'pin', hint: PIN_RULE }]
        : [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit,
      act: ({ pin, reason }) =>
        this.send('/api/people/change', {
          person: { id, name, roles, authorisation },
          active,
          ...(asksPin ? { pin } : { reason }),
        }),
    });
  }
  /** Another key takes the place of the shop's: signed by both, and in the ledger before it counts. */
  protected async changeKey(): Promise<void> {
    await this.asker.ask({
      title: 'Another key for seals',
      lines: [
        'From now on records are sealed with a new key; both keys sign the change. Records that are sealed stay as they are.',
        'Write the new key down beside the old one, and make a backup of the data folder.',
      ],
      fields: [
        { key: 'reason', label: 'Reason', kind: 'text' },
        { key: 'pin', label: 'Your PIN', kind: 'pin' },
      ],
      submit: 'Change the key',
      act: ({ reason, pin }) => this.send('/api/shop/key', { reason, pin }),
    });
  }
  protected async signOut(): Promise<void> {
    this.store.dispatch(SessionActions.signOut());
    await this.router.navigateByUrl('/sign-in');
  }
}
