import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import { instrumentList, unitWord } from '@oak-gate/contract';
import { currentPin, gateRule, isInDate, signatureOf } from '@oak-gate/core';
import type { Instrument, Stage } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { Api } from '../state/api';
import type { ApiProblem } from '../state/api';
import { jobFeature } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { Asker } from '../ui/asker';
import { ProblemNote } from '../ui/problem-note';
import { today } from '../ui/today';
import { WhenPipe } from '../ui/when.pipe';
import { GateSign } from './gate-sign';

/** The Arrival gate: is it this engine, are these the documents, are the instruments in date. */
@Component({
  selector: 'app-arrival-page',
  imports: [GateSign, ProblemNote, RouterLink, WhenPipe],
  templateUrl: './arrival.page.html',
  styleUrl: './arrival.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ArrivalPage {
  readonly stage = input.required<Stage>();
  private readonly store = inject(Store);
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  protected readonly job = this.store.selectSignal(jobFeature.selectJob);
  protected readonly problem = signal<ApiProblem | undefined>(undefined);
  private readonly register = signal<readonly Instrument[]>([]);
  protected readonly unitWord = unitWord;
  protected readonly pin = computed(() => {
    const job = this.job();
    return job === undefined ? undefined : currentPin(job);
  });
  protected readonly shut = computed(() => {
    const job = this.job();
    return job !== undefined && job.seal === undefined && signatureOf(job, this.stage()) === undefined;
  });
  /** The routes of today ask for a gauge where its sheet is taken; jobs that were opened before ask for it here. */
  protected readonly asksForInstruments = computed(() => {
    const job = this.job();
    const gate = job === undefined ? undefined : gateRule(job, this.stage());
    return gate?.conditions.includes('instrumentsInDate') === true;
  });
  protected readonly sealed = computed(() => this.job()?.seal !== undefined);
  protected readonly taken = computed(() =>
    Object.values(this.job()?.instruments ?? {}).map((instrument) => ({
      ...instrument,
      late: !isInDate(instrument, today()),
    })),
  );
  protected readonly toTake = computed(() =>
    this.register().filter(({ id }) => !Object.hasOwn(this.job()?.instruments ?? {}, id)),
  );
  protected readonly documentsChecked = computed(() => {
    const checked = this.job()?.documentsChecked;
    return checked?.pin === this.pin()?.pin ? checked : undefined;
  });

  constructor() {
    void inject(Api)
      .get('/api/instruments', instrumentList)
      .then((answer) => {
        if (answer.ok) this.register.set(answer.value);
      });
  }
  protected async confirm(): Promise<void> {
    // Nobody copies what he is to read: the serial is off the screen while it is asked for.
    document.body.classList.add('reading-the-plate');
    await this.asker.ask({
      title: 'Read the serial on the engine',
      lines: ['A second person reads the plate and types what stands there, without looking at the job.'],
      fields: [{ key: 'serial', label: 'Serial on the plate', kind: 'line' }],
      submit: 'Confirm',
      act: ({ serial }) => this.desk.ask({ type: 'confirmIdentity', serialSeen: serial ?? '' }),
    });
    document.body.classList.remove('reading-the-plate');
  }
  protected async correctSerial(): Promise<void> {
    const seen = this.job();
    await this.asker.ask({
      title: 'Correct the serial',
      lines: [
        'The old serial stays in the record. Another person reads the plate, and the documents are checked again.',
        'The job joins the engine that has this serial, with the seals before it.',
      ],
      fields: [
        { key: 'serial', label: 'Right serial', kind: 'line', value: this.job()?.engine.serial ?? '' },
        { key: 'reason', label: 'Reason', kind: 'text' },
      ],
      submit: 'Correct',
      act: ({ serial, reason }) =>
        this.desk.ask({ type: 'correctSerial', serial: serial ?? '', reason: reason ?? '' }, undefined, seen),
    });
  }
  protected async checkDocuments(): Promise<void> {
    const seen = this.job();
    await this.asker.ask({
      title: 'Are these the current ones?',
      lines: [
        ...(this.pin()?.documents ?? []).map(({ id, title }) => `${id}: ${title}`),
        'Whoever says so has compared them with what the makers list today. Where the limits change after that, it is asked again.',
      ],
      fields: [],
      submit: 'They are current',
      act: () => this.desk.ask({ type: 'checkDocuments' }, undefined, seen),
    });
  }
  protected async takeBack(checked: number): Promise<void> {
    await this.asker.ask({
      title: 'They are not current',
      lines: [
        'What was said stays in the record, with who takes it back and why. Arrival waits until it is said again.',
      ],
      fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit: 'Take it back',
      act: ({ reason }) => this.desk.ask({ type: 'takeBackDocumentCheck', checked, reason: reason ?? '' }),
    });
  }
  protected async take(instrument: string): Promise<void> {
    const dueOn = this.register().find(({ id }) => id === instrument)?.dueOn ?? '';
    this.problem.set(await this.desk.ask({ type: 'takeInstrument', instrument, dueOn }));
  }
}
