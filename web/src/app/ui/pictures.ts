import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { remarksOn } from '@oak-gate/core';
import type { JobState, PictureWhen } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import type { ApiProblem } from '../state/api';
import { newId } from '../state/new-id';
import { PictureBox } from '../state/picture-box';
import { sessionFeature } from '../state/session.feature';
import { ProblemNote } from './problem-note';
import { PictureUrls } from './picture-urls';
import { DAMAGED, shrinkPicture } from './shrink-picture';
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
  private readonly box = inject(PictureBox);
  private readonly urls = new PictureUrls();
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
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

  /** Taken here, and not on the server's disk yet: they are seen all the same, with a dotted outline. */
  protected readonly waiting = computed(() =>
    this.box
      .all()
      .flatMap((each) =>
        each.jobId === this.job().id && each.about === this.about()
          ? [{ ...each, source: this.urls.of(each.id, each.bytes, each.mime) }]
          : [],
      ),
  );
  protected readonly trouble = computed(() =>
    this.box.cannotKeep() ? CANNOT_KEEP : this.waiting().length > 0 ? this.box.trouble() : undefined,
  );

  protected async add(event: Event, when: PictureWhen): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    const by = this.person();
    if (file === undefined || by === undefined) return;
    this.problem.set(undefined);
    this.sending.set(true);
    const picture = await shrinkPicture(file);
    if (picture === undefined) this.problem.set({ ...DAMAGED, where: file.name });
    else
      await this.box.put({
        ...{ id: newId(), jobId: this.job().id, about: this.about(), when, caption: '' },
        ...{
          name: picture.name,
          by: { id: by.id, name: by.name },
          at: new Date().toISOString(),
          file: picture,
        },
      });
    this.sending.set(false);
  }
  protected forget(id: string): void {
    void this.box.forget(id);
  }
}
const CANNOT_KEEP: ApiProblem = {
  code: 'CANNOT_KEEP',
  title: 'This tablet cannot keep a photograph until it is sent',
  where: 'its own store',
  next: 'Leave the page open until the photograph is there, or free some room on the tablet.',
};
