import { ChangeDetectionStrategy, Component, computed, effect, inject, input } from '@angular/core';
import { RouterLink, RouterLinkActive, RouterOutlet } from '@angular/router';
import { arrivedWords, flipsWords } from '@oak-gate/contract';
import { openGates, gateStand, gateWaits } from '@oak-gate/core';
import type { Wait } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { jobFeature, JobActions } from '../state/job.feature';
import { Gate } from '../ui/gate';
import { KeptTag } from '../ui/kept-tag';
import { ProblemNote } from '../ui/problem-note';
import { today } from '../ui/today';
import { middleCut } from '../ui/middle-cut';
import { WhenPipe } from '../ui/when.pipe';

/** The engine strip and the gate line, on top of every screen of a job. */
@Component({
  selector: 'app-job-shell',
  imports: [RouterOutlet, RouterLink, RouterLinkActive, Gate, KeptTag, ProblemNote, WhenPipe],
  templateUrl: './job-shell.html',
  styleUrl: './job-shell.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class JobShell {
  private readonly store = inject(Store);
  readonly jobId = input.required<string>();
  protected readonly job = this.store.selectSignal(jobFeature.selectJob);
  protected readonly problem = this.store.selectSignal(jobFeature.selectProblem);
  protected readonly newer = this.store.selectSignal(jobFeature.selectNewer);
  private readonly news = this.store.selectSignal(jobFeature.selectNews);
  /** What arrived in the library and touches this job, with what it would change. */
  protected readonly arrived = computed(() => {
    const news = this.news();
    return news === undefined || news.moved.length === 0 || news.declined !== null
      ? undefined
      : { what: arrivedWords(news), changes: flipsWords(news) };
  });
  /** The job keeps the version of its model; that there is a newer one is said, and under Limits what it would change. */
  protected readonly newModel = computed(() => this.news()?.model?.now);
  protected readonly modelName = computed(() => middleCut(this.job()?.engine.modelName ?? '', 34));

  protected readonly gates = computed(() => {
    const job = this.job();
    if (job === undefined) return [];
    const on = today();
    const current = this.news()?.documents;
    const open = new Set(openGates(job).map(({ stage }) => stage));
    return job.route.gates.map((gate) => {
      const stand = gateStand(job, gate, on, current);
      const isOpen = open.has(gate.stage);
      const waits = isOpen ? gateWaits(job, gate, on, current) : [];
      const words = !isOpen
        ? ''
        : waits.length === 0
          ? 'ready to sign'
          : waits.every(({ kind }) => kind === 'map' || kind === 'inspection')
            ? countedWords(waits)
            : waits.every(({ kind }) => kind === 'place')
              ? `${waits.length} ${waits.length === 1 ? 'place' : 'places'} open`
              : `waits for ${waits.length}`;
      return {
        stage: gate.stage,
        label: gate.label,
        stand,
        words,
        here: isOpen,
      };
    });
  });
  /** Those that are due first are named; how many more there are is said, so that the line holds. */
  protected readonly instruments = computed(() => {
    const all = Object.values(this.job()?.instruments ?? {}).sort((a, b) => (a.dueOn < b.dueOn ? -1 : 1));
    const shown = all.length <= 2 ? all : all.slice(0, 1);
    const late = ({ dueOn }: { readonly dueOn: string }): boolean => dueOn <= today();
    return {
      late,
      shown,
      more: all
        .slice(shown.length)
        .map((each) => `${each.id}, ${late(each) ? 'past its check, ' : ''}due ${each.dueOn}`),
    };
  });

  constructor() {
    effect(() => {
      this.store.dispatch(JobActions.open({ jobId: this.jobId() }));
    });
  }
}
/** "73 parts", "12 faces": how many are not on the map yet, or not looked at. */
function countedWords(waits: readonly Wait[]): string {
  return waits
    .flatMap((wait) => {
      if (wait.kind === 'map') return [`waits for ${wait.open} ${wait.open === 1 ? 'part' : 'parts'}`];
      return wait.kind === 'inspection'
        ? [`waits for ${wait.open} ${wait.open === 1 ? 'face' : 'faces'}`]
        : [];
    })
    .join(', ');
}
