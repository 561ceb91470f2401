import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { floorView } from '@oak-gate/contract';
import type { FloorView } from '@oak-gate/contract';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { FirstSteps } from '../ui/first-steps';
import { FORM_IMPORTS } from '../ui/form-imports';
import { Gate } from '../ui/gate';
import { ProblemNote } from '../ui/problem-note';
import { WhenPipe } from '../ui/when.pipe';

const FIRST_NEEDS = 6;
const LOOK_AGAIN_MS = 20_000;

/** The jobs in the shop, what each waits for, and what needs somebody today. */
@Component({
  selector: 'app-floor-page',
  imports: [...FORM_IMPORTS, FirstSteps, RouterLink, Gate, ProblemNote, WhenPipe],
  templateUrl: './floor.page.html',
  styleUrl: './floor.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FloorPage {
  private readonly api = inject(Api);
  protected readonly view = signal<FloorView | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly search = signal('');
  protected readonly PAGE = 40;
  protected readonly jobs = computed(() => {
    const words = this.search()
      .trim()
      .toLowerCase()
      .split(/\s+/)
      .filter((word) => word !== '');
    return (this.view()?.jobs ?? []).filter((job) => {
      const text = `${job.serial} ${job.model} ${job.number} ${job.waitingOn}`.toLowerCase();
      return words.every((word) => text.includes(word));
    });
  });

  constructor() {
    void this.look();
    const timer = setInterval(() => void this.look(), LOOK_AGAIN_MS);
    inject(DestroyRef).onDestroy(() => {
      clearInterval(timer);
    });
  }
  /** The first ones leave room for the jobs; the rest comes at a press. */
  protected readonly all = signal(false);
  protected readonly shown = computed(() => {
    const needs = this.view()?.needs ?? [];
    return this.all() ? needs : needs.slice(0, FIRST_NEEDS);
  });
  protected readonly from = signal(0);
  protected turn(from: number): void {
    this.from.set(from);
    void this.look();
  }
  private async look(): Promise<void> {
    const from = this.from();
    const answer = await this.api.get(`/api/floor${from === 0 ? '' : `?from=${from}`}`, floorView);
    if (from !== this.from()) return; // another page was turned to meanwhile
    if (answer.ok) this.view.set(answer.value);
    this.problem.set(answer.ok ? undefined : answer.problem);
  }
  /** The first gate that is not passed: the one that the job stands at. */
  protected current(job: FloorView['jobs'][number]): string | undefined {
    return job.gates.find(({ stand }) => stand !== 'passed')?.stage;
  }
  protected gateWords(job: FloorView['jobs'][number]): string {
    return job.gates.map(({ label, stand }) => `${label} ${stand}`).join(', ');
  }
}
