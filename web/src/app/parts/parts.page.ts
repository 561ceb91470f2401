import { ChangeDetectionStrategy, Component, computed, inject } from '@angular/core';
import { toSignal } from '@angular/core/rxjs-interop';
import { ActivatedRoute, Router, RouterLink } from '@angular/router';
import { partWords, slotWords } from '@oak-gate/contract';
import { aboutPart, currentPin } from '@oak-gate/core';
import type { JobDraft, JobState } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { jobFeature } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { Asker } from '../ui/asker';
import { paperAsk, PaperSender } from '../ui/paper-ask';
import { askPartFacts } from '../ui/part-facts-ask';
import { Pictures } from '../ui/pictures';
import { WhenPipe } from '../ui/when.pipe';
import { kindsOf, kitOf, lifeBar, lotLines, papersOf, partLines } from './parts-view';
import type { PartLine } from './parts-view';

/** Beside the kinds of part: those whose life is limited, and what their lots say. */
const LIFE = 'life';
const LOTS = 'lots';

/** Every part that lies in the engine: what it is, where it came from, how long it may serve, its papers and what was done to it. */
@Component({
  selector: 'app-parts-page',
  imports: [Pictures, RouterLink, WhenPipe],
  templateUrl: './parts.page.html',
  styleUrl: './parts.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PartsPage {
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly papers = inject(PaperSender);
  protected readonly job = inject(Store).selectSignal(jobFeature.selectJob);
  private readonly params = toSignal(inject(ActivatedRoute).queryParamMap);
  protected readonly sealed = computed(() => this.job()?.seal !== undefined);

  protected readonly lines = computed(() => {
    const job = this.job();
    return job === undefined ? [] : partLines(job);
  });
  protected readonly kinds = computed(() => {
    const job = this.job();
    return job === undefined ? [] : kindsOf(job, this.lines());
  });
  protected readonly lifed = computed(() => this.lines().filter(({ life }) => life !== undefined));
  protected readonly due = computed(
    () => this.lifed().filter(({ life }) => life?.life.verdict !== 'ok').length,
  );
  protected readonly show = computed(
    () => this.params()?.get('show') ?? (this.due() > 0 ? LIFE : (this.kinds()[0]?.kind ?? '')),
  );
  protected readonly shown = computed((): readonly PartLine[] => {
    const show = this.show();
    if (show !== LIFE) return this.lines().filter(({ kind }) => kind === show);
    // What may not go in again comes first.
    return [...this.lifed()].sort((a, b) => rank(a) - rank(b));
  });
  protected readonly isLots = computed(() => this.show() === LOTS);
  protected readonly lots = computed(() => {
    const job = this.job();
    return job === undefined || !this.isLots() ? [] : lotLines(job);
  });
  protected readonly part = computed(
    () => this.shown().find(({ part }) => part.id === this.params()?.get('part')) ?? this.shown()[0],
  );
  protected readonly card = computed(() => {
    const [job, line] = [this.job(), this.part()];
    if (job === undefined || line === undefined) return undefined;
    const { part, life } = line;
    const facts: readonly (readonly [string, string])[] = [
      ['Number', part.partNumber ?? ''],
      ['Maker', part.maker ?? ''],
      ['Serial', part.serial ?? ''],
      ['Lot or box', part.lot ?? ''],
      ['Out of', kitOf(job, part) ?? ''],
      ['Class', part.sizeClass ?? ''],
      ['Material', part.material ?? ''],
      ['Hours', part.hours === undefined || part.hours === null ? '' : String(part.hours)],
      ['Cycles', part.cycles === undefined || part.cycles === null ? '' : String(part.cycles)],
    ];
    return {
      ...{ line, part, about: aboutPart(part.id) },
      known: facts.filter(([, value]) => value !== ''),
      unknown: facts.filter(([, value]) => value === '').map(([name]) => name.toLowerCase()),
      bar: life === undefined ? undefined : lifeBar(life),
      papers: papersOf(job, part.id),
      steps: part.history.map((step) => ({ ...step, words: stepWords(job, step) })).reverse(),
    };
  });
  protected readonly stands = computed(() => {
    const due = this.due();
    const said = [
      `${this.lines().length} parts lie in the engine`,
      ...(due === 0
        ? []
        : [`${due} ${due === 1 ? 'is' : 'are'} to be renewed, or of a life that nobody knows`]),
    ];
    return `${said.join('; ')}.`;
  });

  protected see(show: string): void {
    void this.router.navigate([], { queryParams: { show }, replaceUrl: true });
  }
  protected take(part: string): void {
    void this.router.navigate([], { queryParams: { show: this.show(), part }, replaceUrl: true });
  }
  protected async say(): Promise<void> {
    const [job, line] = [this.job(), this.part()];
    if (job === undefined || line === undefined) return;
    const words = partWords(currentPin(job)?.model.layout, line.kind);
    await this.asker.ask(
      askPartFacts(job, [line.part], words, (draft: JobDraft) => this.desk.ask(draft, undefined, job)),
    );
  }
  protected async renew(): Promise<void> {
    const [job, line] = [this.job(), this.part()];
    if (job === undefined || line === undefined) return;
    await this.asker.ask({
      title: `${line.where}: another one is in`,
      lines: ['What lay there is taken out with it. What was measured on it is measured again.'],
      fields: [
        { key: 'partNumber', label: 'Part number', kind: 'line' },
        { key: 'lot', label: 'Lot on the box', kind: 'line', optional: true },
        { key: 'serial', label: 'Serial', kind: 'line', optional: true },
        { key: 'reason', label: 'Why', kind: 'text' },
      ],
      submit: 'It is in',
      act: ({ partNumber = '', lot = '', serial = '', reason = '' }) =>
        this.desk.ask(
          {
            ...{ type: 'replacePart', part: line.part.id, reason },
            instead: {
              ...{ state: 'new', partNumber: partNumber.trim() },
              lot: lot.trim() === '' ? null : lot.trim(),
              ...(serial.trim() === '' ? {} : { serial: serial.trim() }),
            },
          },
          undefined,
          job,
        ),
    });
  }
  protected async paper(event: Event): Promise<void> {
    const field = event.target as HTMLInputElement;
    const file = field.files?.[0];
    field.value = '';
    const about = this.card()?.about;
    if (file !== undefined && about !== undefined) await this.asker.ask(paperAsk(about, file, this.papers));
  }
  protected readonly LIFE = LIFE;
  protected readonly LOTS = LOTS;
}
const rank = ({ life }: PartLine): number =>
  ['unknown', 'expired', 'replaceNow', 'ok'].indexOf(life?.life.verdict ?? 'ok');
function stepWords(job: JobState, { what, note, why }: { what: string; note: string; why?: string }): string {
  const layout = currentPin(job)?.model.layout;
  const where = layout === undefined ? note : slotWords(layout, note);
  if (what === 'fitted') return `fitted: ${where}`;
  if (what === 'moved') return `moved to ${where}${why === undefined ? '' : `: ${why}`}`;
  return note === '' ? what : `${what}: ${note}`;
}
