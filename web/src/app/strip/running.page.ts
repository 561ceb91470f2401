import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { placeInJob, showBound, unitWord } from '@oak-gate/contract';
import { currentPin, runningPlaces, unitOfSheet } from '@oak-gate/core';
import type { LengthUnit, PlaceKey, RunningPlace } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { jobFeature } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import type { ApiProblem } from '../state/api';
import { Mark } from '../ui/mark';
import { ProblemNote } from '../ui/problem-note';
import { UnitChoice } from '../ui/unit-choice';
import { WhenPipe } from '../ui/when.pipe';

interface Typed {
  readonly text: string;
  readonly remark: string;
}

/** What the engine ran with, measured while it is still together: it informs, and nothing spends it. */
@Component({
  selector: 'app-running-page',
  imports: [Mark, ProblemNote, RouterLink, WhenPipe],
  templateUrl: './running.page.html',
  styleUrl: './running.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RunningPage {
  private readonly desk = inject(JobDesk);
  private readonly units = inject(UnitChoice);
  protected readonly job = inject(Store).selectSignal(jobFeature.selectJob);
  protected readonly unitWord = unitWord;
  protected readonly sealed = computed(() => this.job()?.seal !== undefined);
  private readonly drafts = signal<Readonly<Record<PlaceKey, Typed>>>({});
  protected readonly rows = computed(() => {
    const job = this.job();
    if (job === undefined) return [];
    return runningPlaces(job).map((each) => {
      const unit = this.units.of(each.characteristic.id) ?? unitOfSheet(job, each.characteristic);
      const draft = this.drafts()[each.key];
      return {
        ...{ each, unit, draft, entry: each.entry },
        where: placeInJob(currentPin(job), each.key),
        limit: each.limit === undefined ? 'no limit is stated' : showBound(each.limit, unit),
        text: draft?.text ?? each.entry?.text ?? '',
        remark: draft?.remark ?? each.entry?.remark ?? '',
        said: each.entry === undefined ? '' : WORDS[each.word ?? 'none'],
        mark: each.word,
      };
    });
  });
  protected readonly done = computed(() => this.rows().filter(({ entry }) => entry !== undefined).length);
  protected readonly gate = computed(
    () => this.job()?.route.gates.find(({ conditions }) => conditions.includes('mapComplete'))?.stage,
  );
  protected readonly problem = signal<ApiProblem | undefined>(undefined);

  protected type(key: PlaceKey, part: Partial<Typed>, now: Typed): void {
    this.drafts.update((all) => ({ ...all, [key]: { ...now, ...part } }));
  }
  /** Put down where something was typed; what was refused stays in its field. */
  protected async put({ key }: RunningPlace, unit: LengthUnit): Promise<void> {
    const [job, typed] = [this.job(), this.drafts()[key]];
    if (job === undefined || typed === undefined || this.sealed()) return;
    const { text, remark } = typed;
    const refused = await this.desk.ask(
      { type: 'sayRunning', place: key, text, unit, remark },
      undefined,
      job,
    );
    this.problem.set(refused);
    if (refused !== undefined) return;
    this.drafts.update(({ [key]: _, ...rest }) => rest);
  }
}
const WORDS = {
  in: 'within what may go on running',
  tight: 'tighter than what may go on running',
  loose: 'wider than what may go on running',
  none: '',
} as const;
