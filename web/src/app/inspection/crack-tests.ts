import {
  ChangeDetectionStrategy,
  Component,
  computed,
  DestroyRef,
  inject,
  input,
  signal,
} from '@angular/core';
import { TEST_WORDS, testResultWords, testWords } from '@oak-gate/contract';
import { CRACK_TEST, TEST_METHODS } from '@oak-gate/core';
import type { CrackTest, JobState, TestMethod, TestResult } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { JobDesk } from '../state/job-desk';
import type { ApiProblem } from '../state/api';
import { sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import type { AskField } from '../ui/ask-dialog';
import { WhenPipe } from '../ui/when.pipe';
import type { KindView, PartView } from './inspection-view';

const MINUTE = 60_000;
/** The bars of the times move by themselves. */
const TICK_MS = 10_000;
const MINUTES_AGO: AskField = {
  key: 'ago',
  label: 'How many minutes ago',
  kind: 'line',
  value: '0',
  hint: 'Now is 0. What was done before it was typed is said as it was.',
};

/** One time that a test must work, and how much of it has passed. */
interface TestTime {
  readonly label: string;
  readonly asked: number;
  readonly passed: number;
  readonly since: string | undefined;
}

/** The crack tests of parts of one kind: begun with their batch, with the times that they must work, read part by part. */
@Component({
  selector: 'app-crack-tests',
  imports: [WhenPipe],
  templateUrl: './crack-tests.html',
  styleUrl: './crack-tests.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class CrackTests {
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  private readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  readonly job = input.required<JobState>();
  readonly kind = input<KindView>();
  readonly part = input.required<PartView>();
  /** The face in hand is the one that a test answers for. */
  readonly isInHand = input(false);
  private readonly now = signal(Date.now());
  protected readonly sealed = computed(() => this.job().seal !== undefined);

  constructor() {
    const timer = setInterval(() => {
      this.now.set(Date.now());
    }, TICK_MS);
    inject(DestroyRef).onDestroy(() => {
      clearInterval(timer);
    });
  }

  /** Of this kind: those under way first, then those of the part in hand, the last one first. */
  protected readonly tests = computed(() => {
    const slots = new Set(this.kind()?.parts.map(({ slot }) => slot));
    const own = this.part().slot;
    return this.job()
      .crackTests.filter(({ parts }) => parts.some(({ slot }) => slots.has(slot)))
      .filter((test) => isUnderWay(test) || test.parts.some(({ slot }) => slot === own))
      .map((test) => ({
        test,
        words: testWords(test),
        result: testResultWords(this.job(), test),
        isOpen: isUnderWay(test),
        names: this.namesOf(test),
        times: this.timesOf(test),
      }))
      .sort((a, b) => Number(b.isOpen) - Number(a.isOpen) || b.test.seq - a.test.seq);
  });
  /** Whether a test answers for something on these parts. */
  protected readonly isAsked = computed(() => this.part().faces.some(({ item }) => item === CRACK_TEST));
  private namesOf({ parts }: CrackTest): string {
    const names = new Map(this.kind()?.parts.map(({ slot, name }) => [slot, name]));
    return parts.map(({ slot }) => names.get(slot) ?? slot).join(', ');
  }
  private timesOf({ dwell, development, startedAt, developedAt, read }: CrackTest): readonly TestTime[] {
    const until = read === undefined ? this.now() : Date.parse(read.readAt);
    const minutes = (from: string, to: number): number =>
      Math.max(0, Math.floor((to - Date.parse(from)) / MINUTE));
    const developed = developedAt === undefined ? until : Date.parse(developedAt);
    return [
      { label: 'dwell', asked: dwell, passed: minutes(startedAt, developed), since: startedAt },
      {
        label: 'developer',
        asked: development,
        passed: developedAt === undefined ? 0 : minutes(developedAt, until),
        since: developedAt,
      },
    ].filter(({ asked }) => asked > 0);
  }

  async begin(): Promise<void> {
    const parts = (this.kind()?.parts ?? []).filter(({ faces }) =>
      faces.some(({ item }) => item === CRACK_TEST),
    );
    const last = this.job().crackTests.at(-1);
    const area =
      this.part()
        .faces.find(({ item }) => item === CRACK_TEST)
        ?.name.replace('crack test: ', '') ?? '';
    await this.asker.ask({
      title: 'Begin a crack test',
      lines: ['The parts are clean and dry. What is put on now must work as long as its maker says.'],
      fields: [
        {
          ...{ key: 'slots', label: 'Which parts', kind: 'several', value: this.part().slot },
          options: parts.map(({ slot, name }) => ({ value: slot, label: name })),
        },
        {
          ...{ key: 'method', label: 'Method', kind: 'choice', value: last?.method ?? 'penetrant' },
          options: TEST_METHODS.map((value) => ({ value, label: TEST_WORDS[value] })),
        },
        { key: 'area', label: 'Which area', kind: 'line', value: area },
        { key: 'batch', label: 'Batch of the fluid', kind: 'line', value: last?.batch ?? '' },
        { key: 'batchUntil', label: 'Batch to be used until', kind: 'date', value: last?.batchUntil ?? '' },
        {
          ...{
            key: 'qualification',
            label: `Qualification of ${this.person()?.name ?? 'who tests'}`,
            kind: 'line',
          },
          value: this.ownLast()?.qualification ?? '',
        },
        {
          ...{ key: 'qualifiedUntil', label: 'Qualified until', kind: 'date' },
          value: this.ownLast()?.qualifiedUntil ?? '',
        },
        { key: 'dwell', label: 'Dwell at least, min', kind: 'line', value: String(last?.dwell ?? 10) },
        {
          ...{ key: 'development', label: 'Developer at least, min (0 where there is none)', kind: 'line' },
          value: String(last?.development ?? 10),
        },
        MINUTES_AGO,
      ],
      submit: 'It is on',
      act: (values) => {
        const { slots = '', method = 'penetrant', area: where = '', batch = '', batchUntil = '' } = values;
        const { qualification = '', qualifiedUntil = '' } = values;
        const [dwell, development] = [minutesIn(values['dwell']), minutesIn(values['development'])];
        const startedAt = momentAgo(values['ago']);
        if (dwell === undefined || development === undefined || startedAt === undefined) return NO_MINUTES;
        return this.desk.ask({
          ...{ type: 'beginTest', slots: slots.split(' '), method: method as TestMethod, area: where },
          ...{ batch, batchUntil, qualification, qualifiedUntil, dwell, development, startedAt },
        });
      },
    });
  }
  /** A person's own qualification is offered again, and nobody else's. */
  private ownLast(): CrackTest | undefined {
    return this.job().crackTests.findLast(({ by }) => by.id === this.person()?.id);
  }
  protected async develop({ seq, dwell }: CrackTest): Promise<void> {
    await this.asker.ask({
      title: 'The developer is on',
      lines: [`The penetrant has worked at least ${dwell} min and is wiped off.`],
      fields: [MINUTES_AGO],
      submit: 'It is on',
      act: ({ ago }) => {
        const developedAt = momentAgo(ago);
        return developedAt === undefined
          ? NO_MINUTES
          : this.desk.ask({ type: 'developTest', test: seq, developedAt });
      },
    });
  }
  protected async read(test: CrackTest): Promise<void> {
    const names = new Map(this.kind()?.parts.map(({ slot, name }) => [slot, name]));
    await this.asker.ask({
      title: 'What the test shows',
      lines: ['Each part by itself. Where there is a crack, it is said where it runs.'],
      fields: test.parts.flatMap(({ slot, part }): AskField[] => [
        {
          ...{ key: `found ${part}`, label: names.get(slot) ?? slot, kind: 'choice', value: '' },
          options: [
            { value: 'good', label: 'no crack' },
            { value: 'rejected', label: 'a crack' },
          ],
        },
        { key: `where ${part}`, label: 'Where it runs, and how long', kind: 'line', optional: true },
      ]),
      submit: 'It shows this',
      act: (values) =>
        this.desk.ask({
          ...{ type: 'readTest', test: test.seq, readAt: new Date().toISOString() },
          results: test.parts.map(({ part }): TestResult => ({
            ...{ part, found: values[`found ${part}`] === 'good' ? 'good' : 'rejected' },
            ...{ where: values[`where ${part}`] ?? '', size: '' },
          })),
        }),
    });
  }
  protected async drop({ seq }: CrackTest): Promise<void> {
    await this.asker.ask({
      title: 'Give this test up',
      lines: ['It stays in the record as given up, and says nothing of its parts.'],
      fields: [{ key: 'reason', label: 'Why', kind: 'text' }],
      submit: 'Give it up',
      act: ({ reason = '' }) => this.desk.ask({ type: 'dropTest', test: seq, reason }),
    });
  }
}
const isUnderWay = ({ read, dropped }: CrackTest): boolean => read === undefined && dropped === undefined;
function minutesIn(text = ''): number | undefined {
  const minutes = Number(text.trim().replace(',', '.'));
  return text.trim() === '' || !Number.isFinite(minutes) || minutes < 0 || minutes > 1440
    ? undefined
    : minutes;
}
function momentAgo(text: string | undefined): string | undefined {
  const minutes = minutesIn(text);
  return minutes === undefined ? undefined : new Date(Date.now() - minutes * MINUTE).toISOString();
}
const NO_MINUTES: ApiProblem = {
  code: 'BODY_WRONG',
  title: 'These are no minutes',
  where: 'the times of the test',
  next: 'Write figures from 0 to 1440.',
};
