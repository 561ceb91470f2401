import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { commandAnswer } from '@oak-gate/contract';
import { remarksOn } from '@oak-gate/core';
import type { JobState, PictureWhen } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { JobActions } from '../state/job.feature';
import { newId } from '../state/new-id';
import { ProblemNote } from './problem-note';
import { shrinkPicture } from './shrink-picture';
import { WhenPipe } from './when.pipe';

/** Photographs of a place, a part or a finding, as they were found and after something was done; a new one by camera or file. */
@Component({
  selector: 'app-pictures',
  imports: [ProblemNote, WhenPipe],
  templateUrl: './pictures.html',
  styleUrl: './pictures.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class Pictures {
  private readonly api = inject(Api);
  private readonly store = inject(Store);
  readonly job = input.required<JobState>();
  /** What they are of: the id of a finding, or a place or part as `core` names it. */
  readonly about = input.required<string>();
  protected readonly sending = signal(false);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  protected readonly sealed = computed(() => this.job().seal !== undefined);
  protected readonly shown = computed(() =>
    remarksOn(this.job(), this.about()).flatMap((remark) =>
      remark.kind === 'photograph'
        ? [
            {
              ...{ seq: remark.seq, at: remark.at, by: remark.by.name, caption: remark.caption },
              when: remark.when,
              source: `/api/jobs/${this.job().id}/photographs/${remark.file.sha256}`,
            },
          ]
        : [],
    ),
  );

  protected async add(event: Event, when: PictureWhen): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    if (file === undefined) return;
    this.problem.set(undefined);
    this.sending.set(true);
    const picture = await shrinkPicture(file);
    if (picture === undefined)
      this.problem.set({
        code: 'FILE_NOT_THAT_TYPE',
        title: 'This file is damaged, or no picture',
        where: file.name,
        next: 'Take the photograph again, or choose another file.',
      });
    else this.problem.set(await this.send(picture, when));
    this.sending.set(false);
  }
  private async send(file: File, when: PictureWhen): Promise<ApiProblem | undefined> {
    const id = newId();
    const query = new URLSearchParams({ command: id, finding: this.about(), name: file.name, when });
    const answer = await this.api.upload(
      `/api/jobs/${this.job().id}/photographs?${query.toString()}`,
      file,
      commandAnswer,
    );
    if (!answer.ok) return answer.problem;
    const { chain, entries } = answer.value;
    this.store.dispatch(JobActions.accepted({ id, chain, entries }));
    return undefined;
  }
}
