import { ChangeDetectionStrategy, Component, inject, input, output, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { CLASS_WORDS, KIND_WORDS, modelKept, samplesView, unitWord } from '@oak-gate/contract';
import type { SamplesView } from '@oak-gate/contract';
import type { LengthUnit } from '@oak-gate/core';
import * as z from 'zod';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { newId } from '../state/new-id';
import { ProblemNote } from '../ui/problem-note';

/** Pieces of the sample shop, one by one: what is taken is the shop's own from then on. */
@Component({
  selector: 'app-sample-list',
  imports: [ProblemNote, RouterLink],
  templateUrl: './sample-list.html',
  styleUrl: './sample-list.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class SampleList {
  private readonly api = inject(Api);
  private readonly router = inject(Router);
  readonly mayChange = input(false);
  readonly changed = output();
  protected readonly samples = signal<SamplesView | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly busy = signal(false);
  protected readonly classWords = CLASS_WORDS;
  protected readonly kindWords = KIND_WORDS;

  constructor() {
    void this.look();
  }
  private async look(): Promise<void> {
    const answer = await this.api.get('/api/library/samples', samplesView);
    if (answer.ok) this.samples.set(answer.value);
    else this.problem.set(answer.problem);
  }
  protected unit(unit: string): string {
    return unitWord(unit as LengthUnit);
  }
  /** As it stands: nothing of it is asked. */
  protected async takeModel(id: string): Promise<void> {
    this.busy.set(true);
    const file = await this.api.get(`/api/library/samples/models/${encodeURIComponent(id)}`, z.unknown());
    const answer = file.ok
      ? await this.api.post('/api/library/models/new', { id: newId(), file: file.value }, modelKept)
      : file;
    this.busy.set(false);
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (!answer.ok) return;
    this.changed.emit();
    await this.look();
  }
  protected async takeDocument(id: string): Promise<void> {
    this.busy.set(true);
    const answer = await this.api.post(
      `/api/library/samples/documents/${encodeURIComponent(id)}/take`,
      { id: newId() },
      z.unknown(),
    );
    this.busy.set(false);
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (answer.ok) await this.router.navigate(['/library', id]);
  }
}
