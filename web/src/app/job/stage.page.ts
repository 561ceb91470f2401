import { BlindLooks } from '../state/blind-looks';
import { NgComponentOutlet } from '@angular/common';
import {
  ChangeDetectionStrategy,
  Component,
  computed,
  effect,
  inject,
  input,
  signal,
  untracked,
} from '@angular/core';
import type { Type } from '@angular/core';
import { Router } from '@angular/router';
import { Title } from '@angular/platform-browser';
import { currentGate, currentPin, gateOfSheet, parsePlaceKey, stageKind } from '@oak-gate/core';
import type { GateRule, JobState, StageKind } from '@oak-gate/core';
import { ProblemNote } from '../ui/problem-note';

/** What each kind of stage is worked on; fetched when it is needed. */
export type StagePages = Readonly<Record<StageKind, () => Promise<Type<unknown>>>>;

/**
 * One page for every stage of every route: it asks the job's route what the stage is about. `record` is the last one, `place`
 * the one of the sheet to which the place belongs, and nothing the one that is to be signed next.
 */
@Component({
  selector: 'app-stage-page',
  imports: [NgComponentOutlet, ProblemNote],
  template: `
    @if (unknown(); as problem) {
      <div class="page"><app-problem-note [problem]="problem" /></div>
    } @else {
      <!-- Another stage is another page, also where it is of the same kind: nothing of the one before stays in hand. -->
      @for (page of shown(); track page.inputs.stage) {
        <ng-container *ngComponentOutlet="page.component; inputs: page.inputs" />
      }
    }
  `,
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class StagePage {
  private readonly router = inject(Router);
  readonly stage = input<string>();
  readonly place = input<string>();
  /** `set`: the sheet of that place as a set. */
  readonly view = input<string>();
  readonly pages = input.required<StagePages>();
  private readonly job = inject(BlindLooks).job;
  private readonly gate = computed(() => {
    const job = this.job();
    return job === undefined ? undefined : gateAsked(job, this.stage(), this.place());
  });
  private readonly stageId = computed(() => this.gate()?.stage);
  private readonly kind = computed(() => {
    const job = this.job();
    const gate = this.gate();
    return job === undefined || gate === undefined ? undefined : stageKind(job.route, gate);
  });
  private readonly fetched = signal<
    { readonly kind: StageKind; readonly component: Type<unknown> } | undefined
  >(undefined);
  protected readonly shown = computed(() => {
    const fetched = this.fetched();
    const stage = this.stageId();
    if (fetched === undefined || stage === undefined || fetched.kind !== this.kind()) return [];
    const [place, view] = [this.place(), this.view()];
    const isBench = fetched.kind === 'sheets';
    return [{ component: fetched.component, inputs: isBench ? { stage, place, view } : { stage } }];
  });
  protected readonly unknown = computed(() =>
    this.job() === undefined || this.gate() !== undefined
      ? undefined
      : {
          code: 'GATE_UNKNOWN',
          title: 'This job has no such stage',
          where: this.stage() ?? '',
          next: 'Choose one of the gates in the line above.',
        },
  );

  constructor() {
    const title = inject(Title);
    effect(() => {
      const kind = this.kind();
      if (kind === undefined) return;
      void this.pages()
        [kind]()
        .then(
          (component) => {
            this.fetched.set({ kind, component });
          },
          // The address stays: the page that stands in for it fetches this one again.
          () =>
            this.router.navigate(['/away'], {
              queryParams: { to: this.router.url },
              skipLocationChange: true,
            }),
        );
    });
    // A link that asks the route leads to the stage's own address.
    effect(() => {
      const stage = this.stageId();
      if (stage === undefined || stage === this.stage()) return;
      void this.router.navigate(['/jobs', untracked(this.job)?.id, stage], {
        queryParamsHandling: 'preserve',
        replaceUrl: true,
      });
    });
    effect(() => {
      const job = this.job();
      const gate = this.gate();
      if (job !== undefined && gate !== undefined) title.setTitle(`${titleOf(job, gate)} · Oak Gate`);
    });
  }
}

function gateAsked(
  job: JobState,
  stage: string | undefined,
  place: string | undefined,
): GateRule | undefined {
  const { route } = job;
  if (stage === undefined) return currentGate(job) ?? route.gates.at(-1);
  if (stage === 'record') return route.gates.at(-1);
  if (stage === 'place') return gateOfSheet(route, parsePlaceKey(place ?? '')?.characteristic ?? '');
  return route.gates.find((gate) => gate.stage === stage);
}
function titleOf(job: JobState, gate: GateRule): string {
  const [sheet] = gate.sheets;
  const measured = currentPin(job)?.characteristics.find(({ id }) => id === sheet)?.name;
  return stageKind(job.route, gate) === 'record' ? 'Record' : (measured ?? gate.label);
}
