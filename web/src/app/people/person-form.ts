import { ChangeDetectionStrategy, Component, computed, input, model } from '@angular/core';
import { MatCheckboxModule } from '@angular/material/checkbox';
import { isPin, PIN_RULE } from '@oak-gate/contract';
import type { Role } from '@oak-gate/core';
import { Field } from '../ui/field';
import { isSaid, unsaid } from '../ui/still-missing';
import { ALL_ROLES, ROLE_HINTS } from './role-words';

export interface PersonDraft {
  readonly name: string;
  readonly roles: readonly Role[];
  readonly authorisation: string;
  readonly pin: string;
}
export const NEW_PERSON: PersonDraft = { name: '', roles: ['technician'], authorisation: '', pin: '' };
export const personBody = ({ name, roles, authorisation }: PersonDraft) => ({
  name: name.trim(),
  roles,
  authorisation: authorisation.trim() === '' ? null : authorisation.trim(),
});
export const missingOfPerson = ({ name, roles, pin }: PersonDraft): readonly string[] =>
  unsaid({ name: isSaid(name), 'a role': roles.length > 0, 'a PIN, by its rule': isPin(pin) });

/** Name, roles, authorisation and PIN of a person. */
@Component({
  selector: 'app-person-form',
  imports: [Field, MatCheckboxModule],
  templateUrl: './person-form.html',
  styleUrl: './person-form.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PersonForm {
  readonly draft = model.required<PersonDraft>();
  /** The person who sets up the shop keeps the PIN that is typed here; everybody else replaces it. */
  readonly isFirst = input(false);
  protected readonly roles = ALL_ROLES;
  protected readonly hints = ROLE_HINTS;

  protected readonly pinHint = computed(() =>
    this.isFirst()
      ? `${PIN_RULE}; it is this person's signature`
      : `${PIN_RULE}; for the first sign-in only: with it the person chooses the PIN that signs`,
  );

  protected change(part: Partial<PersonDraft>): void {
    this.draft.update((draft) => ({ ...draft, ...part }));
  }
  protected toggle(role: Role, held: boolean): void {
    const others = this.draft().roles.filter((each) => each !== role);
    this.change({ roles: held ? [...others, role] : others });
  }
}
