import {
  ChangeDetectionStrategy,
  Component,
  computed,
  HostListener,
  inject,
  input,
  signal,
} from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import {
  answerWords,
  openQuestionWords,
  placeInJob,
  plannedWords,
  predictedWhere,
  questionWhere,
  predictedWords,
  unitWord,
} from '@oak-gate/contract';
import {
  aboutPlace,
  alikeTo,
  answerLike,
  characteristicOf,
  currentPin,
  currentReading,
  holdsOneOf,
  isSize,
  openPlans,
  placeAt,
  placeOf,
  placeStatus,
  questionsOf,
  unitOfSheet,
} from '@oak-gate/core';
import type {
  Finding,
  JobDraft,
  LengthUnit,
  OpenQuestion,
  PlaceKey,
  Plan,
  PossibleAnswer,
} from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { BlindLooks } from '../../state/blind-looks';
import { JobDesk } from '../../state/job-desk';
import { sessionFeature } from '../../state/session.feature';
import { Asker } from '../../ui/asker';
import type { Ask } from '../../ui/ask-dialog';
import { Band } from '../../ui/band';
import { EnginePlan } from '../../ui/engine-plan';
import { Mark } from '../../ui/mark';
import { orderAsk } from '../../ui/order-ask';
import { Pictures } from '../../ui/pictures';
import { ProblemNote } from '../../ui/problem-note';
import { faceLink } from '../../ui/stage-links';
import { UnitChoice } from '../../ui/unit-choice';
import { WhenPipe } from '../../ui/when.pipe';
import { FindingRemarks } from '../finding-remarks';
import { askFor, pageOfFinding } from '../finding-list';
import { PredictedBand } from './predicted-band';

/** What has to be decided, one question at a time, asked on the engine: the evidence, and what each answer would mean. */
@Component({
  selector: 'app-questions-page',
  imports: [
    Band,
    EnginePlan,
    FindingRemarks,
    Mark,
    Pictures,
    PredictedBand,
    ProblemNote,
    RouterLink,
    WhenPipe,
  ],
  templateUrl: './questions.page.html',
  styleUrl: './questions.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class QuestionsPage {
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly units = inject(UnitChoice);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  protected readonly job = inject(BlindLooks).job;
  protected readonly unitWord = unitWord;
  protected readonly about = aboutPlace;
  /** The question in hand, by its id. */
  readonly question = input<string>();

  protected readonly all = computed((): readonly OpenQuestion[] => {
    const job = this.job();
    return job === undefined ? [] : questionsOf(job);
  });
  protected readonly at = computed(() => {
    const i = this.all().findIndex(({ id }) => id === this.question());
    return i < 0 ? 0 : i;
  });
  protected readonly here = computed(() => this.all()[this.at()]);
  protected readonly place = computed(() => this.here()?.places[0]);
  protected readonly unit = computed((): LengthUnit => {
    const [job, key] = [this.job(), this.place()];
    const place = job === undefined || key === undefined ? undefined : placeOf(job, key);
    const characteristic =
      job === undefined || place === undefined ? undefined : characteristicOf(job, place);
    return job === undefined || characteristic === undefined
      ? 'mm'
      : (this.units.of(characteristic.id) ?? unitOfSheet(job, characteristic));
  });
  protected readonly said = computed(() => {
    const [job, here] = [this.job(), this.here()];
    return job === undefined || here === undefined ? undefined : openQuestionWords(job, here, this.unit());
  });
  /** What is known at each place that it is about. */
  protected readonly evidence = computed(() => {
    const [job, here] = [this.job(), this.here()];
    if (job === undefined || here === undefined) return [];
    return here.places.slice(0, 4).flatMap((key) => {
      const place = placeOf(job, key);
      const reading = currentReading(placeAt(job, key));
      if (place === undefined || reading === undefined || !isSize(reading.reading)) return [];
      const { state, conceded } = placeStatus(job, place);
      const sources = [...new Set(Object.values(reading.verdict.sources))].join(', ');
      return [
        {
          ...{ key, state, conceded, limit: reading.verdict.limit, reading: reading.reading, sources },
          where: placeInJob(currentPin(job), key),
          text: `${reading.text}${reading.text.includes(' ') ? '' : ` ${unitWord(reading.unitUsed ?? this.unit())}`}`,
          ...{ by: reading.by.name, when: reading.at, gauge: reading.instrument?.id ?? '' },
        },
      ];
    });
  });
  protected readonly answers = computed(() => {
    const [job, here] = [this.job(), this.here()];
    if (job === undefined || here === undefined) return [];
    const person = this.person();
    return here.answers.map((answer) => ({
      answer,
      words: answerWords(job, answer, this.unit()),
      may: person !== undefined && holdsOneOf(person, answer.who) && !answer.notBy.includes(person.id),
      predicted: answer.predicted.slice(0, 4).map((size) => ({
        size,
        words: predictedWords(size, this.unit()),
        where: predictedWhere(job, size),
      })),
    }));
  });
  protected readonly planned = computed((): readonly (Plan & { readonly words: string })[] => {
    const [job, here] = [this.job(), this.here()];
    return job === undefined || here === undefined
      ? []
      : openPlans(job)
          .filter(({ seq }) => here.planned.includes(seq))
          .map((plan) => ({ ...plan, words: plannedWords(plan.work) }));
  });
  private readonly chosenIn = signal<{ readonly id: string; readonly answer: number }>({ id: '', answer: 0 });
  protected readonly chosen = computed(() => {
    const { id, answer } = this.chosenIn();
    return id === this.here()?.id ? Math.min(answer, this.answers().length - 1) : 0;
  });
  protected readonly taken = computed(() => this.answers()[this.chosen()]);
  /** Others that ask the same of another cylinder: they are answered with this one where somebody says so. */
  protected readonly alike = computed((): readonly OpenQuestion[] => {
    const [job, here, taken] = [this.job(), this.here(), this.taken()];
    return job === undefined || here === undefined || taken === undefined
      ? []
      : alikeTo(job, here, taken.answer);
  });
  protected readonly alikeWords = computed(() => {
    const job = this.job();
    return job === undefined
      ? ''
      : this.alike()
          .map((each) => questionWhere(job, each))
          .join('; ');
  });
  private readonly togetherOf = signal('');
  protected readonly together = computed(() => this.togetherOf() === this.here()?.id);
  protected answerTogether(on: boolean): void {
    this.togetherOf.set(on ? (this.here()?.id ?? '') : '');
  }
  protected readonly sealed = computed(() => this.job()?.seal !== undefined);
  protected readonly problem = signal<
    { code: string; title: string; where: string; next: string } | undefined
  >(undefined);

  protected choose(answer: number): void {
    this.chosenIn.set({ id: this.here()?.id ?? '', answer });
  }
  protected go(by: number): void {
    const all = this.all();
    const next = all[(this.at() + by + all.length) % Math.max(1, all.length)];
    if (next !== undefined) this.open(next.id);
  }
  protected open(question: string): void {
    this.problem.set(undefined);
    void this.router.navigate([], { queryParams: { question }, replaceUrl: true });
  }
  protected toBench(place: PlaceKey): void {
    void this.router.navigate(['/jobs', this.job()?.id, 'place'], { queryParams: { place } });
  }

  protected async decide(): Promise<void> {
    const [job, here, taken] = [this.job(), this.here(), this.taken()];
    if (job === undefined || here === undefined || taken?.may !== true || this.sealed()) return;
    const { answer, words } = taken;
    switch (answer.kind) {
      case 'file':
      case 'otherPlace':
      case 'rework':
        for (const each of this.asked(here)) this.plan(each, answerLike(each, answer) ?? answer, words.title);
        return;
      case 'lookAgain':
      case 'anotherPart':
        await this.goLook(here);
        return;
      case 'concession':
        if (here.kind === 'rejected') await this.decideFinding(here.findings[0], answer);
        else await this.asker.ask(this.concession(here.places));
        return;
      case 'waitForPart':
        await this.asker.ask(this.order(here));
        return;
      default:
        await this.decideFinding(here.findings[0], answer, this.asked(here).slice(1));
    }
  }
  /** The question in hand, and with it those that are alike where somebody said so. */
  private asked(here: OpenQuestion): readonly OpenQuestion[] {
    return this.together() ? [here, ...this.alike()] : [here];
  }
  /** At the bench of its place, or at the part whose face it is. */
  private async goLook({ findings: [finding] }: OpenQuestion): Promise<void> {
    const job = this.job();
    if (job === undefined) return;
    if (finding?.kind !== 'inspection' && finding?.kind !== 'inspectionDue') {
      const page = finding === undefined ? undefined : pageOfFinding(finding);
      if (page !== undefined)
        await this.router.navigate(['/jobs', job.id, ...page.path], { queryParams: page.query });
      else if (this.place() !== undefined) this.toBench(this.place() ?? '');
      return;
    }
    const link = faceLink(job, finding);
    if (link !== undefined)
      await this.router.navigate(['/jobs', job.id, ...link.path], { queryParams: link.face ?? {} });
  }
  private plan({ id }: OpenQuestion, answer: PossibleAnswer, reason: string): void {
    if (answer.work === undefined) return;
    const refused = this.desk.handIn(
      { type: 'planWork', work: answer.work, about: [id], reason },
      this.job(),
    );
    this.problem.set(
      refused === undefined
        ? undefined
        : {
            code: refused.code,
            title: 'This was not planned',
            where: 'the part in question',
            next: 'It changed meanwhile: look at what is asked now.',
          },
    );
  }
  private async decideFinding(
    finding: Finding | undefined,
    answer: PossibleAnswer,
    others: readonly OpenQuestion[] = [],
  ): Promise<void> {
    const job = this.job();
    if (job === undefined || finding === undefined) return;
    if (finding.kind === 'limitWithheld' || finding.kind === 'limitToConfirm') {
      await this.router.navigate(['/jobs', job.id, 'limits']);
      return;
    }
    const page = pageOfFinding(finding);
    if (page !== undefined) {
      await this.router.navigate(['/jobs', job.id, ...page.path], { queryParams: page.query });
      return;
    }
    // The same word for those that are alike, each as a decision of its own.
    const send = async (draft: JobDraft) => {
      const refused = await this.desk.ask(draft, undefined, job);
      if (refused !== undefined) return refused;
      for (const { id } of others) {
        if (!('finding' in draft)) continue;
        const next = await this.desk.ask({ ...draft, finding: id });
        if (next !== undefined) return next;
      }
      return undefined;
    };
    if (answer.kind === 'keepAsFound' || answer.kind === 'putRight') {
      await this.asker.ask({
        title: answer.kind === 'keepAsFound' ? 'It stays as it was found' : 'Put right at Build',
        lines: ['What is decided stands in the record, and later work follows it.'],
        fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
        submit: 'Decide so',
        act: ({ reason = '' }) =>
          send({ type: 'decideOdd', finding: finding.id, keep: answer.kind === 'keepAsFound', reason }),
      });
      return;
    }
    const ask = askFor(job, finding, send);
    if (ask !== undefined) await this.asker.ask(ask);
  }
  /** Always of one place: nobody accepts several parts in one breath. */
  private concession(places: readonly PlaceKey[]): Ask {
    const job = this.job();
    const pin = job === undefined ? undefined : currentPin(job);
    return {
      title: 'Accept it as it is',
      lines: [
        'A concession uses a part outside its limits. The word stays on the record for ever.',
        ...(places.length > 1 ? ['Each place is conceded by itself.'] : []),
      ],
      fields: [
        ...(places.length > 1
          ? [
              {
                key: 'place',
                label: 'Which place',
                kind: 'choice' as const,
                options: places.map((value) => ({ value, label: placeInJob(pin, value) })),
              },
            ]
          : []),
        { key: 'number', label: 'Approval number', kind: 'line' },
        { key: 'date', label: 'Date of the approval', kind: 'date' },
        { key: 'issuer', label: 'Issued by', kind: 'line' },
        { key: 'reason', label: 'Reason', kind: 'text' },
      ],
      submit: 'Grant the concession',
      act: ({ place = places[0] ?? '', number = '', date = '', issuer = '', reason = '' }) =>
        this.desk.ask(
          { type: 'grantConcession', place, approval: { number, date, issuer }, reason },
          undefined,
          job,
        ),
    };
  }
  private order({ findings, places }: OpenQuestion): Ask {
    const about = findings[0]?.id ?? aboutPlace(places[0] ?? '');
    return orderAsk('Wait for a part', about, (draft) => this.desk.ask(draft));
  }

  @HostListener('document:keydown', ['$event'])
  protected key(event: KeyboardEvent): void {
    const field = event.target as HTMLElement;
    if (this.asker.isOpen || event.ctrlKey || event.altKey || event.metaKey) return;
    if (['INPUT', 'TEXTAREA'].includes(field.tagName)) return;
    const number = Number(event.key);
    if (number >= 1 && number <= this.answers().length) this.choose(number - 1);
    else if (event.key === 'ArrowRight') this.go(1);
    else if (event.key === 'ArrowLeft') this.go(-1);
    else if (event.key === 'Enter' && (field.tagName !== 'BUTTON' || field.closest('.answer.here') !== null))
      void this.decide();
    else return;
    event.preventDefault();
  }
}
