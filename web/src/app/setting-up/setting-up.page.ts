import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { Store } from '@ngrx/store';
import { floorView, instrumentList, libraryView } from '@oak-gate/contract';
import { missingForSeal } from '@oak-gate/core';
import type { Role } from '@oak-gate/core';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { sessionFeature } from '../state/session.feature';
import { FirstSteps } from '../ui/first-steps';
import { ProblemNote } from '../ui/problem-note';

/** What of the shop there is: what tells whether a step is done. */
interface There {
  readonly models: number;
  readonly documents: number;
  readonly drafts: number;
  readonly gauges: number;
  readonly jobs: number;
}
interface Step {
  readonly id: string;
  readonly what: string;
  readonly why: string;
  readonly done: string | undefined;
  readonly link: string;
  readonly query?: Readonly<Record<string, string>>;
  readonly go: string;
  /** The roles of which one is needed for it. */
  readonly needs: readonly Role[];
}
const SKIPPED = 'oak-gate steps skipped';
const skippedHere = (): readonly string[] => {
  try {
    const kept: unknown = JSON.parse(localStorage.getItem(SKIPPED) ?? '[]');
    return Array.isArray(kept) ? kept.filter((each) => typeof each === 'string') : [];
  } catch {
    return [];
  }
};
const many = (count: number, one: string): string => `${count} ${count === 1 ? one : `${one}s`}`;

/** From nothing to the first job, step by step; each may be skipped, and is found here again. */
@Component({
  selector: 'app-setting-up-page',
  imports: [FirstSteps, ProblemNote, RouterLink],
  templateUrl: './setting-up.page.html',
  styleUrl: './setting-up.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SettingUpPage {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  private readonly view = this.store.selectSignal(sessionFeature.selectView);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly there = signal<There | undefined>(undefined);
  protected readonly skipped = signal(skippedHere());

  protected readonly steps = computed((): readonly Step[] => {
    const [view, there] = [this.view(), this.there()];
    if (view?.shop == null || there === undefined) return [];
    const missing = missingForSeal(view.people, view.shop.secondPerson);
    const active = view.people.filter(({ active }) => active).length;
    const said = (count: number, one: string): string | undefined =>
      count > 0 ? many(count, one) : undefined;
    return [
      {
        id: 'people',
        what: 'People and their roles',
        why: 'Who measures, who checks, who releases, who keeps the library. One person may be several of these.',
        done: missing.length === 0 ? many(active, 'person').replace('persons', 'people') : undefined,
        ...{ link: '/shop', go: 'Add people', needs: ['manager'] },
      },
      {
        id: 'gauges',
        what: 'Gauges',
        why: 'Feeler sets with the blades that they really have, and what else is measured with; from samples, or each by itself.',
        done: said(there.gauges, 'gauge'),
        ...{ link: '/instruments', go: 'Register a gauge', needs: ['steward', 'manager'] },
      },
      {
        id: 'model',
        what: 'An engine model',
        why: 'What there is to measure on an engine: a few questions, or a sample that is changed.',
        done: said(there.models, 'model'),
        ...{ link: '/library/models/new', go: 'Make a model', needs: ['steward'] },
      },
      {
        id: 'document',
        what: 'A document with limits',
        why: 'What readings are judged by. Somebody who did not write it compares it with the paper before it holds.',
        done: said(there.documents, 'document'),
        ...(there.drafts > 0 && there.documents === 0
          ? { link: '/library', go: 'Have the draft compared, and publish it' }
          : { link: '/library/new', go: 'Write a document' }),
        needs: ['steward'],
      },
      {
        id: 'job',
        what: 'The first job',
        why: 'One overhaul of one engine serial, from its arrival to the sealed record.',
        done: said(there.jobs, 'job'),
        ...{ link: '/jobs/new', go: 'Open a job', needs: ['technician', 'inspector'] },
      },
    ];
  });
  protected readonly open = computed(() =>
    this.steps().filter(({ id, done }) => done === undefined && !this.skipped().includes(id)),
  );
  protected readonly put = computed(() =>
    this.steps().filter(({ id, done }) => done === undefined && this.skipped().includes(id)),
  );
  protected readonly done = computed(() => this.steps().filter((each) => each.done !== undefined));

  constructor() {
    void this.look();
  }
  private async look(): Promise<void> {
    const [library, gauges, floor] = await Promise.all([
      this.api.get('/api/library', libraryView),
      this.api.get('/api/instruments', instrumentList),
      this.api.get('/api/floor', floorView),
    ]);
    for (const answer of [library, gauges, floor]) if (!answer.ok) this.problem.set(answer.problem);
    if (!library.ok || !gauges.ok || !floor.ok) return;
    const published = library.value.revisions.filter(({ state }) =>
      ['current', 'published', 'superseded'].includes(state),
    );
    this.there.set({
      models: library.value.models.length,
      documents: published.length,
      drafts: library.value.revisions.length - published.length,
      gauges: gauges.value.length,
      jobs: floor.value.jobsInAll,
    });
  }
  protected may({ needs }: Step): boolean {
    return this.person()?.roles.some((role) => needs.includes(role)) === true;
  }
  protected skip(id: string, isSkipped: boolean): void {
    this.skipped.update((now) => [...now.filter((each) => each !== id), ...(isSkipped ? [id] : [])]);
    localStorage.setItem(SKIPPED, JSON.stringify(this.skipped()));
  }
}
