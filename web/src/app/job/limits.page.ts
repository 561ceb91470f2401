import { ChangeDetectionStrategy, Component, computed, inject, signal } from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  arrivedWords,
  benchFigure,
  flipsWords,
  inForceWords,
  placeInJob,
  shortReading,
  stateWordAt,
  unitWord,
  variantWords,
} from '@oak-gate/contract';
import {
  currentPin,
  decisionsThere,
  fitText,
  limitOfFit,
  placeAt,
  signatureOf,
  unitOf,
} from '@oak-gate/core';
import type { LimitNews } from '@oak-gate/contract';
import type { JobState, PlaceStateWord } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { jobFeature, JobActions } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import { Mark } from '../ui/mark';
import { WhenPipe } from '../ui/when.pipe';
import { askCylinderFacts } from './say-facts';
import { paramsOf } from '../ui/fit-params';
import { measuredAt, unitOfFit } from '../ui/bench-unit';
import { FindingList } from './finding-list';
import { LimitDecisions } from './limit-decisions';

/** By what this job is judged: what is pinned, what arrived since and would change, and what somebody decided. */
@Component({
  selector: 'app-limits-page',
  imports: [FindingList, LimitDecisions, Mark, RouterLink, WhenPipe],
  templateUrl: './limits.page.html',
  styleUrl: './limits.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class LimitsPage {
  private readonly store = inject(Store);
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  protected readonly job = this.store.selectSignal(jobFeature.selectJob);
  protected readonly news = this.store.selectSignal(jobFeature.selectNews);
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);
  protected readonly pin = computed(() => {
    const job = this.job();
    return job === undefined ? undefined : currentPin(job);
  });
  protected readonly mayDecide = computed(() => this.person()?.roles.includes('inspector') === true);

  constructor() {
    // How it stands with the readings of this moment: nobody asks that at every reading.
    this.store.dispatch(JobActions.newsWanted());
  }

  /** What adopting would change, place by place, in words. */
  protected readonly arrived = computed(() => {
    const [job, news] = [this.job(), this.news()];
    if (job === undefined || news === undefined || news.moved.length === 0) return undefined;
    const changes = news.changes;
    return {
      declined: news.declined,
      what: arrivedWords(news),
      howMany: flipsWords(news),
      ...changedFits(job, changes?.fits ?? []),
      flips: (changes?.flips ?? []).map(({ place, reading, before, after }) => {
        const taken = placeAt(job, place).readings.find(({ seq }) => seq === reading);
        return {
          place,
          where: placeIn(job, place),
          figure: taken === undefined ? '' : shortReading(taken.reading, unitOf(taken)),
          before: before.verdict,
          after: after.verdict,
          words: `${wordAt(job, place, before.verdict)} now, ${wordAt(job, place, after.verdict)} then`,
        };
      }),
      placesAdded: (changes?.placesAdded ?? []).map((key) => placeIn(job, key)),
      placesRemoved: (changes?.placesRemoved ?? []).map((key) => placeIn(job, key)),
    };
  });
  /** The decisions that a place of this engine is judged by, for new parts and for used ones. */
  private readonly there = computed((): ReadonlySet<string> => {
    const job = this.job();
    return new Set(job === undefined ? [] : decisionsThere(job).map(fitText));
  });
  /** Those for parts of a number or a material that lie nowhere in this engine are shown when they are asked for. */
  protected readonly showsAll = signal(false);
  protected readonly elsewhere = computed(() => {
    const there = this.there();
    return (this.pin()?.fits ?? []).filter((judged) => !there.has(fitText(judged))).length;
  });
  protected readonly fits = computed(() => {
    const job = this.job();
    const pin = this.pin();
    if (job === undefined || pin === undefined) return [];
    const there = this.there();
    const shown = this.showsAll() ? pin.fits : pin.fits.filter((judged) => there.has(fitText(judged)));
    return shown.map((judged) => {
      const unit = unitOfFit(job, judged.fit);
      const { fit, partState, governing, held } = judged;
      const inForce = limitOfFit(job, judged);
      return {
        key: fitText(judged),
        params: paramsOf(judged),
        of: variantWords(pin.model.layout, judged.of),
        fit,
        partState,
        where: placeIn(job, fit),
        words: inForceWords(inForce, unit, measuredAt(pin, fit)),
        state: inForce.state,
        sources: inForce.state === 'inForce' ? [...new Set(Object.values(inForce.sources))].join(', ') : '',
        decided: inForce.state === 'inForce' && inForce.decided,
        mixed: governing.mixed === true,
        held: held.length,
        target: governing.target !== undefined,
      };
    });
  });

  /** The cylinders of which something else is known than of the engine, in words. */
  protected readonly cylinders = computed(() => {
    const pin = this.pin();
    const unit = pin?.model.bore.unit ?? 'mm';
    return (pin?.cylinders ?? []).map(({ cylinders, oversize, diameter }) => {
      const said = [
        ...(oversize == null ? [] : [`oversize ${benchFigure(oversize, unit)} ${unitWord(unit)}`]),
        ...(diameter == null ? [] : [`formulas take ${benchFigure(diameter, unit)} ${unitWord(unit)}`]),
      ];
      return `${variantWords(pin?.model.layout, { cylinders })}: ${said.join(', ')}`;
    });
  });
  protected async sayOfCylinders(): Promise<void> {
    const pin = this.pin();
    const seen = this.job();
    if (pin === undefined) return;
    await this.asker.ask(
      askCylinderFacts(pin.model.layout, pin.model.bore.unit, (draft) =>
        this.desk.ask(draft, undefined, seen),
      ),
    );
  }

  protected async adopt(): Promise<void> {
    const documents = this.news()?.documents ?? [];
    const seen = this.job();
    const gate = seen?.route.gates.find(({ sheets }) => sheets.length > 0);
    const isSigned = seen !== undefined && gate !== undefined && signatureOf(seen, gate.stage) !== undefined;
    await this.asker.ask({
      title: isSigned ? `Adopt it, and reopen the ${gate.label} gate` : 'Adopt what is current now',
      lines: [
        'The job takes a copy of the documents that are current today. Every reading that counts is judged again.',
        'Decisions about limits that were made for the old documents end with them.',
        ...(isSigned
          ? [
              `The ${gate.label} gate was signed by the old ones: its signature and every later one are void with this, and stay readable. Whoever may sign this gate does both at once.`,
            ]
          : []),
      ],
      fields: [
        { key: 'reason', label: 'Reason', kind: 'text' },
        ...(isSigned ? [{ key: 'pin', label: 'PIN', kind: 'pin' as const }] : []),
      ],
      submit: isSigned ? 'Adopt and reopen' : 'Adopt',
      act: ({ reason, pin }) =>
        this.desk.ask({ type: 'pinAgain', documents: [...documents], reason: reason ?? '' }, pin, seen),
    });
  }
  protected async decline(): Promise<void> {
    const documents = this.news()?.documents ?? [];
    const seen = this.job();
    await this.asker.ask({
      title: 'Decline it for this job',
      lines: [
        'The job stays with what it has pinned. The reason stands in the record, and a later revision is asked about anew.',
      ],
      fields: [{ key: 'reason', label: 'Reason', kind: 'text' }],
      submit: 'Decline',
      act: ({ reason }) =>
        this.desk.ask(
          { type: 'declinePin', documents: [...documents], reason: reason ?? '' },
          undefined,
          seen,
        ),
    });
  }
}

/** Fits whose figures change, new and reused parts in one line where they change alike; the others only counted. */
function changedFits(job: JobState, fits: NonNullable<LimitNews['changes']>['fits']) {
  const said = fits.map(({ fit, partState, of, before, after }) => ({
    where: [placeIn(job, fit), variantWords(currentPin(job)?.model.layout, of)]
      .filter((each) => each !== '')
      .join(', '),
    partState,
    before: inForceWords(before, unitOfFit(job, fit), measuredAt(currentPin(job), fit)),
    after: inForceWords(after, unitOfFit(job, fit), measuredAt(currentPin(job), fit)),
  }));
  const lines = new Map<string, { where: string; parts: string; before: string; after: string }>();
  for (const { where, partState, before, after } of said.filter((each) => each.before !== each.after)) {
    const key = `${where} ${before} ${after}`;
    const so = lines.get(key);
    lines.set(key, {
      where,
      before,
      after,
      parts: so === undefined ? partState : `${so.parts}, ${partState}`,
    });
  }
  const same = new Set(said.filter((each) => each.before === each.after).map(({ where }) => where));
  return { fits: [...lines.values()], sameFigures: same.size };
}

const wordAt = (job: JobState, key: string, word: PlaceStateWord): string =>
  stateWordAt(currentPin(job), key, word);
const placeIn = (job: JobState, key: string): string => placeInJob(currentPin(job), key);
