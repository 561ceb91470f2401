import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { clockPutRightWords, coveredWords, placeInJob, stateWordAt } from '@oak-gate/contract';
import { currentPin, openMatters, own } from '@oak-gate/core';
import type { Stage } from '@oak-gate/core';
import { BlindLooks } from '../state/blind-looks';
import { JobDesk } from '../state/job-desk';
import { Asker } from '../ui/asker';
import { Sheet } from '../ui/sheet';
import { WhenPipe } from '../ui/when.pipe';
import { FindingList } from './finding-list';
import { GateSign } from './gate-sign';
import { HistoryList } from './history-list';
import { LimitDecisions } from './limit-decisions';

/** The record as the releaser reads it: the chart, what was decided, who signed, the seal. */
@Component({
  selector: 'app-record-page',
  imports: [FindingList, GateSign, HistoryList, LimitDecisions, Sheet, WhenPipe],
  templateUrl: './record.page.html',
  styleUrl: './record.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class RecordPage {
  readonly stage = input.required<Stage>();
  protected readonly clockPutRightWords = clockPutRightWords;
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  protected readonly job = inject(BlindLooks).job;
  protected readonly pin = computed(() => {
    const job = this.job();
    return job === undefined ? undefined : currentPin(job);
  });
  /** Concessions that count: about readings that still do. */
  protected readonly conceded = computed(() => {
    const job = this.job();
    const layout = this.pin()?.model.layout;
    if (job === undefined || layout === undefined) return [];
    return openMatters(job)
      .statuses.filter((status) => status.conceded)
      .flatMap((status) => {
        const concession = own(job.concessions, status.key);
        return concession === undefined
          ? []
          : [
              {
                ...concession,
                place: placeInJob(this.pin(), status.key),
                word: stateWordAt(this.pin(), status.key, status.state),
              },
            ];
      });
  });
  /** What is not plain: what the releaser reads before the words. */
  protected readonly covered = computed(() => {
    const job = this.job();
    return job === undefined ? [] : coveredWords(job);
  });
  protected readonly signed = computed(() => {
    const job = this.job();
    return job === undefined
      ? []
      : job.route.gates.flatMap(({ stage, label }) =>
          (job.signatures[stage] ?? []).map((signature) => ({ ...signature, label })),
        );
  });

  protected async supplement(): Promise<void> {
    await this.asker.ask({
      title: 'Add a supplement',
      lines: [
        'What is sealed stays as it is. A supplement says what became known later, and gets a seal of its own.',
      ],
      fields: [
        { key: 'text', label: 'What became known', kind: 'text' },
        { key: 'pin', label: 'PIN', kind: 'pin', hint: 'an inspector or a releaser signs it' },
      ],
      submit: 'Sign and seal',
      act: ({ text, pin }) => this.desk.ask({ type: 'addSupplement', text: text ?? '' }, pin ?? ''),
    });
  }
}
