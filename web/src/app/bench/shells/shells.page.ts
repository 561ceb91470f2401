import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { slotWords, unitWord } from '@oak-gate/contract';
import {
  currentPin,
  isBearingClearance,
  openPlans,
  placeKey,
  sheetPlaces,
  shellAdvice,
  showExact,
  unitOfSheet,
} from '@oak-gate/core';
import type { JobDraft, LengthUnit, PlaceKey, Plan } from '@oak-gate/core';
import { BlindLooks } from '../../state/blind-looks';
import { JobDesk } from '../../state/job-desk';
import { Asker } from '../../ui/asker';
import { ProblemNote } from '../../ui/problem-note';
import { UnitChoice } from '../../ui/unit-choice';
import { CutBand } from '../cut-band';
import { readSizes, SizesAtHand } from '../sizes-at-hand';
import { journalSaid } from './shells-view';
import type { JournalSaid } from './shells-view';

/** More than so many different halves nobody has at hand, and the choice is still made in a moment. */
const MOST_HALVES = 8;

/** Which shells bring every bearing into its band, and the rods of one crankpin near to each other. */
@Component({
  selector: 'app-shells-page',
  imports: [CutBand, ProblemNote, RouterLink],
  templateUrl: './shells.page.html',
  styleUrls: ['../from-the-drawer.scss', './shells.page.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShellsPage {
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly units = inject(UnitChoice);
  private readonly atHand = inject(SizesAtHand);
  protected readonly job = inject(BlindLooks).job;
  protected readonly unitWord = unitWord;
  readonly sheet = input<string>();
  /** The journal in hand. */
  readonly journal = input<string>();

  protected readonly sheets = computed(() => {
    const job = this.job();
    return job === undefined
      ? []
      : (currentPin(job)?.characteristics ?? []).filter(
          (each) => isBearingClearance(each) && each.from === undefined,
        );
  });
  protected readonly characteristic = computed(
    () => this.sheets().find(({ id }) => id === this.sheet()) ?? this.sheets()[0],
  );
  protected readonly unit = computed((): LengthUnit => {
    const [job, characteristic] = [this.job(), this.characteristic()];
    return job === undefined || characteristic === undefined
      ? 'mm'
      : (this.units.of(characteristic.id) ?? unitOfSheet(job, characteristic));
  });
  private readonly drawer = computed(
    () => `shells ${this.job()?.engine.model ?? ''} ${this.characteristic()?.id ?? ''}`,
  );
  /** As it was typed; before that the undersizes that the model names. */
  protected readonly typed = computed(() => this.atHand.typed(this.drawer()) ?? this.made());
  private readonly made = computed(() => {
    const job = this.job();
    const { regrind = [] } = (job === undefined ? undefined : currentPin(job)?.model.layout) ?? {};
    const isOfRods = this.characteristic()?.axes.includes('cylinder') === true;
    return regrind
      .filter(({ journals }) => (journals === 'crankpin') === isOfRods)
      .flatMap(({ undersizes }) =>
        undersizes.map(({ nm, text, unit }) => (unit === this.unit() ? text : showExact(nm, this.unit()))),
      )
      .join(' ');
  });
  protected readonly read = computed(() => {
    const read = readSizes(this.typed(), this.unit());
    return read.ok && read.sizes.length > MOST_HALVES
      ? { ok: false as const, word: `more than ${MOST_HALVES} sizes` }
      : read;
  });
  private readonly advice = computed(() => {
    const [job, characteristic, read] = [this.job(), this.characteristic(), this.read()];
    return job === undefined || characteristic === undefined
      ? []
      : shellAdvice(job, characteristic, read.ok ? read.sizes : []);
  });
  protected readonly journals = computed((): readonly JournalSaid[] => {
    const job = this.job();
    return job === undefined ? [] : this.advice().map((each) => journalSaid(job, each, this.unit()));
  });
  protected readonly here = computed(() => {
    const all = this.journals();
    return (
      all.find(({ key }) => key === this.journal()) ??
      all.find(({ changes }) => changes.length > 0) ??
      all.find(({ headline }) => headline !== STAY) ??
      all[0]
    );
  });
  protected readonly headline = computed(() => {
    const all = this.journals();
    const halves = all.reduce((sum, { changes }) => sum + changes.length, 0);
    const open = all.filter(({ toMeasure }) => toMeasure !== undefined).length;
    const said = [
      ...(halves === 0 ? [] : [`${halves} ${halves === 1 ? 'half' : 'halves'} to change`]),
      ...(open === 0 ? [] : [`${open} ${open === 1 ? 'journal' : 'journals'} to measure or read first`]),
    ];
    return said.length === 0 ? 'No shell has to change.' : `${said.join(', ')}.`;
  });
  /** Shells that shall be changed, and are not yet. */
  protected readonly planned = computed((): readonly Plan[] => {
    const job = this.job();
    const kinds = this.characteristic()?.parts ?? [];
    return job === undefined
      ? []
      : openPlans(job).filter(
          ({ work }) =>
            work.kind === 'replace' &&
            (job.parts.get(work.part)?.kind ?? '').toLowerCase().endsWith('shell') &&
            kinds.includes(job.parts.get(work.part)?.kind ?? ''),
        );
  });
  protected readonly problem = signal<
    { code: string; title: string; where: string; next: string } | undefined
  >(undefined);
  protected readonly firstPlace = computed(() => {
    const [job, characteristic] = [this.job(), this.characteristic()];
    const [place] =
      job === undefined || characteristic === undefined ? [] : sheetPlaces(job, characteristic.id);
    return place === undefined ? undefined : placeKey(place);
  });

  protected keep(text: string): void {
    this.atHand.keep(this.drawer(), text.trim());
  }
  protected take(journal: string): void {
    const sheet = this.characteristic()?.id;
    void this.router.navigate([], { queryParams: { sheet, journal }, replaceUrl: true });
  }
  protected change(sheet: string): void {
    void this.router.navigate([], { queryParams: { sheet }, replaceUrl: true });
  }
  protected go(place: PlaceKey): void {
    void this.router.navigate(['/jobs', this.job()?.id, 'place'], { queryParams: { place } });
  }
  /** Each half is a task of its own; nothing is spent before somebody says that it is in. */
  protected plan({ changes, headline }: JournalSaid): void {
    for (const { part, sizeClass } of changes) {
      const instead = { state: 'new' as const, partNumber: null, lot: null, sizeClass };
      this.say({
        type: 'planWork',
        work: { kind: 'replace', part, reason: 'another class of shell', instead },
        about: [],
        reason: headline,
      });
    }
  }
  protected allPlanned({ changes }: JournalSaid): boolean {
    return changes.every(({ part }) =>
      this.planned().some(({ work }) => work.kind === 'replace' && work.part === part),
    );
  }
  /** What is in is named as it is read on its box. */
  protected async done({ work }: Plan): Promise<void> {
    const job = this.job();
    if (job === undefined || work.kind !== 'replace' || work.instead === null) return;
    const { part, reason, instead } = work;
    await this.asker.ask({
      title: `${this.nameOf(part)}: a new half is in`,
      lines: ['The clearance is spent with it, and measured again.'],
      fields: [
        { key: 'sizeClass', label: 'Class, as stamped', kind: 'line', value: instead.sizeClass ?? '' },
        { key: 'partNumber', label: 'Part number', kind: 'line' },
        { key: 'lot', label: 'Lot on the box', kind: 'line', optional: true },
      ],
      submit: 'It is in',
      act: ({ sizeClass = '', partNumber = '', lot = '' }) =>
        this.desk.ask(
          {
            ...{ type: 'replacePart', part, reason },
            instead: {
              ...{ state: 'new', sizeClass: sizeClass.trim(), partNumber: partNumber.trim() },
              lot: lot.trim() === '' ? null : lot.trim(),
            },
          },
          undefined,
          job,
        ),
    });
  }
  protected async drop({ seq }: Plan): Promise<void> {
    await this.asker.ask({
      title: 'The half stays as it is',
      lines: ['What was planned is given up. Nothing was spent by it.'],
      fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit: 'Give it up',
      act: ({ reason = '' }) => this.desk.ask({ type: 'dropPlan', plan: seq, reason }),
    });
  }
  protected planWords({ work }: Plan): string {
    return work.kind === 'replace' ? `${this.nameOf(work.part)}: ${work.instead?.sizeClass ?? ''}` : '';
  }
  private nameOf(part: string): string {
    const job = this.job();
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    const slot = job?.parts.get(part)?.slot;
    return layout === undefined || slot == null ? part : slotWords(layout, slot);
  }
  private say(draft: JobDraft): void {
    const refused = this.desk.handIn(draft, this.job());
    this.problem.set(
      refused === undefined
        ? undefined
        : {
            code: refused.code,
            title: 'This half changed meanwhile',
            where: 'the journal in hand',
            next: 'Look again: the page shows how the shells lie now.',
          },
    );
  }
}
const STAY = 'Its shells stay.';
