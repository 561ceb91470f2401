import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { MatMenuModule } from '@angular/material/menu';
import { addedWords } from '@oak-gate/contract';
import { orderStand, remarksOn } from '@oak-gate/core';
import type { JobState, OrderRemark, OrderStand } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import type { ApiProblem } from '../state/api';
import { JobDesk } from '../state/job-desk';
import { newId } from '../state/new-id';
import { PictureBox } from '../state/picture-box';
import { sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import { orderAsk, orderNextAsk } from '../ui/order-ask';
import { paperAsk, PaperSender } from '../ui/paper-ask';
import { DAMAGED, shrinkPicture } from '../ui/shrink-picture';
import { WhenPipe } from '../ui/when.pipe';

/** What can be said of an order next. */
const ORDER_ACTS: Readonly<Partial<Record<OrderStand, string>>> = {
  awaited: 'What became of it',
  toReceive: 'Receive it…',
};

/** Notes, photographs and orders that belong to a finding: they stay with it, however often somebody measures. */
@Component({
  selector: 'app-finding-remarks',
  imports: [MatMenuModule, WhenPipe],
  templateUrl: './finding-remarks.html',
  styleUrl: './finding-remarks.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FindingRemarks {
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  private readonly box = inject(PictureBox);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  private readonly papers = inject(PaperSender);
  readonly job = input.required<JobState>();
  readonly finding = input.required<string>();
  protected readonly sealed = computed(() => this.job().seal !== undefined);
  protected readonly remarks = computed(() =>
    remarksOn(this.job(), this.finding()).map((remark) => ({
      remark,
      words: addedWords(remark),
      picture:
        remark.kind === 'photograph'
          ? `/api/jobs/${this.job().id}/photographs/${remark.file.sha256}`
          : undefined,
      paper: remark.kind === 'paper' ? `/api/jobs/${this.job().id}/papers/${remark.file.sha256}` : undefined,
      order: remark.kind === 'order' && ORDER_ACTS[orderStand(remark)] !== undefined ? remark : undefined,
      act: remark.kind === 'order' ? ORDER_ACTS[orderStand(remark)] : undefined,
    })),
  );

  protected async note(): Promise<void> {
    const finding = this.finding();
    await this.asker.ask({
      title: 'A note to this finding',
      lines: ['It stands in the record with your name. It decides nothing.'],
      fields: [{ key: 'text', label: 'What is to be said', kind: 'text' }],
      submit: 'Note it',
      act: ({ text = '' }) => this.desk.ask({ type: 'noteFinding', finding, text }),
    });
  }
  protected async order(): Promise<void> {
    await this.asker.ask(orderAsk('A part is ordered', this.finding(), (draft) => this.desk.ask(draft)));
  }
  protected async goOn(order: OrderRemark): Promise<void> {
    await this.asker.ask(orderNextAsk(order, (draft) => this.desk.ask(draft, undefined, this.job())));
  }
  /** The picture is shown before it is sent, with a line about it. */
  protected async photograph(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    if (file === undefined) return;
    await this.asker.ask({
      title: `A photograph of it: ${file.name}`,
      lines: ['It is kept with the record under its own digest, without what the camera wrote beside it.'],
      fields: [{ key: 'caption', label: 'What it shows', kind: 'line', optional: true }],
      submit: 'Add it',
      act: ({ caption = '' }) => this.send(file, caption),
    });
  }
  private async send(taken: File, caption: string): Promise<ApiProblem | undefined> {
    const file = await shrinkPicture(taken);
    const by = this.person();
    if (file === undefined || by === undefined) return { ...DAMAGED, where: taken.name };
    await this.box.put({
      ...{ id: newId(), jobId: this.job().id, about: this.finding(), when: null, caption },
      ...{ name: file.name, by: { id: by.id, name: by.name }, at: new Date().toISOString(), file },
    });
    return undefined;
  }
  /** A certificate, a release tag or the sheet of another shop, as a PDF or a picture. */
  protected async paper(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    if (file !== undefined) await this.asker.ask(paperAsk(this.finding(), file, this.papers));
  }
}
