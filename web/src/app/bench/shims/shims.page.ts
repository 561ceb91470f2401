import { ChangeDetectionStrategy, Component, computed, inject, input, signal } from '@angular/core';
import { Router, RouterLink } from '@angular/router';
import { partWords, unitWord } from '@oak-gate/contract';
import {
  currentPin,
  isLinerHeights,
  openPlans,
  partIn,
  placeKey,
  placeOf,
  placeStatus,
  sheetPlaces,
  shimAdvice,
  slotsOf,
  unitOfSheet,
} from '@oak-gate/core';
import type { JobDraft, LengthUnit, PlaceKey, Plan, StandingLiner } from '@oak-gate/core';
import { BlindLooks } from '../../state/blind-looks';
import { JobDesk } from '../../state/job-desk';
import { Asker } from '../../ui/asker';
import { Deck } from '../../ui/deck';
import { deckView } from '../../ui/deck-view';
import { FORM_IMPORTS } from '../../ui/form-imports';
import { ProblemNote } from '../../ui/problem-note';
import { UnitChoice } from '../../ui/unit-choice';
import { readSizes, SizesAtHand } from '../sizes-at-hand';
import { headSaid } from './shims-view';
import type { HeadSaid, ShimSaid } from './shims-view';

/** How each liner stands under its head, and which shims bring it to its height: what is planned spends nothing. */
@Component({
  selector: 'app-shims-page',
  imports: [...FORM_IMPORTS, Deck, ProblemNote, RouterLink],
  templateUrl: './shims.page.html',
  styleUrls: ['../from-the-drawer.scss', './shims.page.scss'],
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ShimsPage {
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  private readonly router = inject(Router);
  private readonly units = inject(UnitChoice);
  private readonly atHand = inject(SizesAtHand);
  protected readonly job = inject(BlindLooks).job;
  protected readonly unitWord = unitWord;
  readonly sheet = input<string>();

  protected readonly characteristic = computed(() => {
    const job = this.job();
    const all = job === undefined ? [] : (currentPin(job)?.characteristics ?? []).filter(isLinerHeights);
    return all.find(({ id }) => id === this.sheet()) ?? all[0];
  });
  protected readonly unit = computed((): LengthUnit => {
    const [job, characteristic] = [this.job(), this.characteristic()];
    return job === undefined || characteristic === undefined
      ? 'mm'
      : (this.units.of(characteristic.id) ?? unitOfSheet(job, characteristic));
  });
  protected readonly typed = computed(() => this.atHand.typed(this.job()?.engine.model ?? '') ?? '');
  protected readonly read = computed(() => readSizes(this.typed(), this.unit()));
  protected readonly advice = computed(() => {
    const [job, characteristic, read] = [this.job(), this.characteristic(), this.read()];
    return job === undefined || characteristic === undefined
      ? []
      : shimAdvice(job, characteristic, read.ok ? read.sizes : []);
  });
  protected readonly heads = computed((): readonly HeadSaid[] => {
    const job = this.job();
    return job === undefined
      ? []
      : this.advice().map((each) => headSaid(job, each, this.unit(), (liner) => this.firstOpen(liner)));
  });
  protected readonly deck = computed(() => {
    const [job, characteristic] = [this.job(), this.characteristic()];
    if (job === undefined || characteristic === undefined) return undefined;
    const [here] = sheetPlaces(job, characteristic.id);
    const raised = new Map(
      this.heads().flatMap(({ shims }) => shims.map(({ cylinder, shim }) => [cylinder, shim] as const)),
    );
    return here === undefined ? undefined : deckView(job, characteristic, here, this.unit(), raised);
  });
  /** What was planned of liners and is not done yet. */
  protected readonly planned = computed((): readonly Plan[] => {
    const job = this.job();
    return job === undefined
      ? []
      : openPlans(job).filter(
          ({ work }) => work.kind === 'rework' && job.parts.get(work.part)?.kind === 'liner',
        );
  });
  protected readonly missing = computed(() => {
    const job = this.job();
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    return job === undefined || layout === undefined
      ? []
      : slotsOf(layout, 'liner').filter(({ key }) => partIn(job, key) === undefined);
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
    this.atHand.keep(this.job()?.engine.model ?? '', text.trim());
  }
  protected go(place: PlaceKey): void {
    void this.router.navigate(['/jobs', this.job()?.id, 'place'], { queryParams: { place } });
  }
  /** Each liner that is to be lifted is a task of its own: they are not lifted at once. */
  protected plan({ shims, headline }: HeadSaid): void {
    for (const { part, how } of shims) {
      if (part === undefined) continue;
      this.say({
        type: 'planWork',
        work: { kind: 'rework', part, what: 'shimmed', how },
        about: [],
        reason: headline,
      });
    }
  }
  protected isPlanned({ part }: ShimSaid): boolean {
    return this.planned().some(({ work }) => work.kind === 'rework' && work.part === part);
  }
  protected allPlanned({ shims }: HeadSaid): boolean {
    return shims.every((each) => this.isPlanned(each));
  }
  protected done({ work }: Plan): void {
    if (work.kind !== 'rework') return;
    const { part, what, how } = work;
    this.say({ type: 'reworkPart', part, what, how });
  }
  protected async drop({ seq }: Plan): Promise<void> {
    await this.asker.ask({
      title: 'The liner stays as it is',
      lines: ['What was planned is given up. Nothing was spent by it.'],
      fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit: 'Give it up',
      act: ({ reason = '' }) => this.desk.ask({ type: 'dropPlan', plan: seq, reason }),
    });
  }
  /** Another way than a shim: what was done to a liner, whose heights are then measured again. */
  protected async otherWay(what: 'cleaned and reseated' | 'seat recut', advice: HeadSaid): Promise<void> {
    const job = this.job();
    const liners = this.advice().find(({ head }) => head === advice.key)?.liners ?? [];
    const parts = liners.flatMap(({ part }) => part ?? []);
    if (job === undefined || parts.length === 0) return;
    const layout = currentPin(job)?.model.layout;
    await this.asker.ask({
      title: what === 'seat recut' ? 'A seat was recut' : 'A liner was cleaned and reseated',
      lines: ['Its heights are spent, and every point of it is measured again. Nothing else is.'],
      fields: [
        {
          key: 'part',
          label: 'Which liner',
          kind: 'choice',
          options: parts.map(({ id, slot }) => ({
            value: id,
            label: `${partWords(layout, 'liner')[0]} of ${layout?.cylinders.find((each) => slot === `liner@cylinder:${each.id}`)?.label ?? id}`,
          })),
        },
        { key: 'how', label: 'How, and how much', kind: 'line' },
      ],
      submit: `It was ${what}`,
      act: ({ part = '', how = '' }) => this.desk.ask({ type: 'reworkPart', part, what, how }),
    });
  }
  protected nameOf({ work }: Plan): string {
    const job = this.job();
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    if (job === undefined || work.kind !== 'rework') return '';
    const slot = job.parts.get(work.part)?.slot;
    const label = layout?.cylinders.find(({ id }) => slot === `liner@cylinder:${id}`)?.label ?? '';
    return `${label}: ${work.what}, ${work.how}`;
  }

  private firstOpen({ places }: StandingLiner): PlaceKey | undefined {
    const job = this.job();
    return job === undefined
      ? undefined
      : (places.find((key) => {
          const place = placeOf(job, key);
          return place !== undefined && !placeStatus(job, place).accepted;
        }) ?? places[0]);
  }
  private say(draft: JobDraft): void {
    const refused = this.desk.handIn(draft, this.job());
    this.problem.set(
      refused === undefined
        ? undefined
        : {
            code: refused.code,
            title: 'This liner changed meanwhile',
            where: 'the head in hand',
            next: 'Look again: the page shows how the liners stand now.',
          },
    );
  }
}
