import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { missingForSeal } from '@oak-gate/core';
import type { MissingForSeal, Role } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { sessionFeature } from '../state/session.feature';

const WHAT_FOR: Readonly<Record<Role, string>> = {
  technician: 'a technician, who opens jobs, measures and files',
  inspector: 'an inspector, who checks documents, decides findings and signs Arrival and Rings',
  releaser: 'a releaser, who reads the whole record and signs Release, which seals it',
  steward: 'a steward, who brings in engine models, limits and instruments',
  manager: 'a manager, who adds people',
};
const wordsOf = (missing: MissingForSeal): string =>
  missing.kind === 'role'
    ? WHAT_FOR[missing.role]
    : 'a second person: nobody looks at his own work here, so a technician and an inspector must be two people';

/** What the shop still lacks before its first record can be sealed: said before the first job, not at its last gate. */
@Component({
  selector: 'app-first-steps',
  imports: [RouterLink],
  template: `
    @if (missing().length > 0) {
      <section class="panel panel-pad" aria-label="Before the first seal">
        <h2>Before a record can be sealed here</h2>
        <p>Nobody in the shop is yet:</p>
        <ul>
          @for (each of missing(); track $index) {
            <li>{{ each }}</li>
          }
        </ul>
        <p class="soft">
          One person may have several roles. A manager gives them under <a routerLink="/shop">Shop</a>.
        </p>
      </section>
    }
  `,
  styles: `
    .panel {
      margin-bottom: 18px;
      border-left: 4px solid var(--brass);
    }
    ul {
      margin: 8px 0;
      padding-left: 22px;
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FirstSteps {
  private readonly view = inject(Store).selectSignal(sessionFeature.selectView);
  protected readonly missing = computed((): readonly string[] => {
    const view = this.view();
    const policy = view?.shop?.secondPerson;
    return view === undefined || policy === undefined ? [] : missingForSeal(view.people, policy).map(wordsOf);
  });
}
