import { ChangeDetectionStrategy, Component, computed, DestroyRef, inject, signal } from '@angular/core';
import { takeUntilDestroyed } from '@angular/core/rxjs-interop';
import { RouterLink } from '@angular/router';
import { importProgress, runningImport } from '@oak-gate/contract';
import type { ImportProgress } from '@oak-gate/contract';
import { takeWhile } from 'rxjs';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { eventsOf } from '../state/event-stream';
import { ErrorTable } from '../ui/error-table';
import { ProblemNote } from '../ui/problem-note';

const STAGE_WORDS: Readonly<Record<ImportProgress['stage'], string>> = {
  reading: '1 of 2: reading and checking the file. Nothing is in the library yet.',
  writing: '2 of 2: writing the drafts. They count when all of them are there.',
  done: 'All of it is in the library, as drafts.',
  wrong: 'Something in the file is wrong. Nothing of it is in the library.',
  cancelled: 'Stopped. Nothing of it is in the library.',
  failed: 'It could not be finished. Nothing of it is in the library.',
};

/** Many documents from one file: how far it is, stopped at any moment, all of it or nothing. */
@Component({
  selector: 'app-library-import-page',
  imports: [ErrorTable, ProblemNote, RouterLink],
  templateUrl: './library-import.page.html',
  styleUrl: './library-import.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LibraryImportPage {
  private readonly api = inject(Api);
  private readonly gone = inject(DestroyRef);
  protected readonly progress = signal<ImportProgress | undefined>(undefined);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly sending = signal<string | undefined>(undefined);
  protected readonly stageWords = STAGE_WORDS;
  protected readonly runs = computed(() => {
    const stage = this.progress()?.stage;
    return stage === 'reading' || stage === 'writing';
  });
  protected readonly share = computed(() => {
    const { bytes = 0, ofBytes = 0, stage } = this.progress() ?? {};
    return stage === 'done' ? 100 : ofBytes === 0 ? 0 : Math.round((bytes / ofBytes) * 100);
  });

  constructor() {
    void this.findRunning();
  }
  /** What somebody began before, on this tablet or another, is followed too. */
  private async findRunning(): Promise<void> {
    const answer = await this.api.get('/api/library/imports', runningImport);
    if (!answer.ok) this.problem.set(answer.problem);
    else if (answer.value.running !== null && this.progress() === undefined)
      this.follow(answer.value.running);
  }
  protected async send(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    if (file === undefined) return;
    this.sending.set(file.name);
    this.progress.set(undefined);
    const path = `/api/library/imports?name=${encodeURIComponent(file.name)}`;
    const answer = await this.api.upload(path, file, importProgress);
    field.value = '';
    this.sending.set(undefined);
    this.problem.set(answer.ok ? undefined : answer.problem);
    if (answer.ok) this.follow(answer.value);
  }
  private follow(begun: ImportProgress): void {
    this.progress.set(begun);
    eventsOf(`/api/library/imports/${begun.id}/stream`, importProgress)
      .pipe(
        takeWhile(({ stage }) => stage === 'reading' || stage === 'writing', true),
        takeUntilDestroyed(this.gone),
      )
      .subscribe((progress) => {
        this.progress.set(progress);
      });
  }
  protected async cancel(): Promise<void> {
    const running = this.progress();
    if (running === undefined) return;
    const answer = await this.api.delete(`/api/library/imports/${running.id}`, importProgress);
    if (!answer.ok) this.problem.set(answer.problem);
  }
}
