import {
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  input,
  linkedSignal,
  signal,
} from '@angular/core';
import { RouterLink } from '@angular/router';
import {
  FIT_STATE_WORDS,
  contextWords,
  inForceWords,
  partWords,
  placeInJob,
  placeWordsOf,
  rowStatement,
  stateWord,
  variantWords,
} from '@oak-gate/contract';
import {
  CONFIRMERS,
  FIT_STATES,
  currentPin,
  fitKey,
  holdsOneOf,
  limitChoices,
  limitOfFit,
  parsePlaceKey,
  placeKey,
  saidOfKind,
  sameFit,
  sheetPlaces,
  variantKey,
  whatGoverns,
  windowOf,
  withDecision,
} from '@oak-gate/core';
import type { JudgedFit, LimitChoice, Part, FitState, VerdictWord } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { BlindLooks } from '../state/blind-looks';
import type { ApiProblem } from '../state/api';
import { JobDesk } from '../state/job-desk';
import { sessionFeature } from '../state/session.feature';
import { Asker } from '../ui/asker';
import { Field } from '../ui/field';
import { Mark } from '../ui/mark';
import { ProblemNote } from '../ui/problem-note';
import { isSaid, StillMissing, unsaid } from '../ui/still-missing';
import { SourceBands } from '../ui/source-bands';
import { WhenPipe } from '../ui/when.pipe';
import { unitOfFit } from '../ui/bench-unit';
import { partsAsked } from './parts-asked';
import { askPartFacts } from '../ui/part-facts-ask';
import { askFacts, factsFor } from './say-facts';

/** One fit of a job: what each pinned document says, what governs, and, where they leave it open, what somebody decides. */
@Component({
  selector: 'app-fit-page',
  imports: [Field, Mark, ProblemNote, RouterLink, SourceBands, WhenPipe, StillMissing],
  templateUrl: './fit.page.html',
  styleUrl: './fit.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class FitPage {
  private readonly store = inject(Store);
  private readonly desk = inject(JobDesk);
  private readonly asker = inject(Asker);
  /** A fit, or one place of it. */
  readonly fit = input<string>();
  readonly part = input<string>();
  /** Which of its places, where they are not all judged alike. */
  readonly of = input<string>();
  protected readonly job = inject(BlindLooks).job;
  private readonly person = this.store.selectSignal(sessionFeature.selectPerson);
  protected readonly mayDecide = computed(() => this.person()?.roles.includes('inspector') === true);
  protected readonly mayConfirm = computed(() => {
    const person = this.person();
    return person !== undefined && holdsOneOf(person, CONFIRMERS);
  });
  protected readonly partState = computed(
    (): FitState => FIT_STATES.find((each) => each === this.part()) ?? 'new',
  );
  protected readonly stateWords = FIT_STATE_WORDS;
  /** A new part in a used one is a case of its own only where a row says so. */
  protected readonly states = computed((): readonly FitState[] => {
    const job = this.job();
    const pin = job === undefined ? undefined : currentPin(job);
    const fit = this.fit();
    return FIT_STATES.filter(
      (state) =>
        state !== 'mixed' || pin?.fits.some((each) => each.partState === state && each.fit === fit) === true,
    );
  });
  protected readonly chosen = linkedSignal<string, number | undefined>({
    source: () => `${this.fit() ?? ''} ${this.partState()} ${this.of() ?? ''}`,
    computation: () => undefined,
  });
  protected readonly reason = signal('');
  protected readonly missing = computed(() =>
    unsaid({ 'which of them': this.chosen() !== undefined, 'the reason': isSaid(this.reason()) }),
  );
  protected readonly problem = signal<ApiProblem | undefined>(undefined);

  protected readonly view = computed(() => {
    const job = this.job();
    const pin = job === undefined ? undefined : currentPin(job);
    const place = parsePlaceKey(this.fit() ?? '');
    if (job === undefined || pin === undefined || place === undefined) return undefined;
    const partState = this.partState();
    const { cylinder: _cylinder, ...address } = place.at;
    const at = { characteristic: place.characteristic, at: address };
    const named = pin.fits.find(
      (each) =>
        each.fit === fitKey(at) && each.partState === partState && variantKey(each.of) === (this.of() ?? ''),
    );
    const of = named?.of;
    const judged: JudgedFit = { fit: fitKey(at), partState, ...(of === undefined ? {} : { of }) };
    const inForce = limitOfFit(job, judged);
    const found = withDecision(whatGoverns(at, judged, pin), inForce);
    const unit = unitOfFit(job, fitKey(at));
    const decided = job.limitDecisions.findLast((each) => each.pin === pin.pin && sameFit(each, judged));
    const chosen = job.limitChosen.find((each) => each.pin === pin.pin && sameFit(each, judged));
    const characteristic = pin.characteristics.find(({ id }) => id === place.characteristic);
    const lacking = [...new Set(found.held.flatMap((each) => each.missing))];
    const missing = factsFor(lacking, characteristic?.stateOf);
    const places = sheetPlaces(job, place.characteristic).filter((each) => fitKey(each) === fitKey(at));
    const [first] = places;
    const partNumber = of?.partNumber ?? saidOfKind(job.engine, characteristic?.stateOf ?? '', 'partNumber');
    const pistonMaterial = of?.pistonMaterial ?? job.engine.pistonMaterial;
    return {
      jobId: job.id,
      sealed: job.seal !== undefined,
      pin,
      found,
      fit: fitKey(at),
      of,
      title: [placeInJob(pin, fitKey(at)), variantWords(pin.model.layout, of)]
        .filter((each) => each !== '')
        .join(', '),
      characteristic,
      unit,
      inForce,
      words: inForceWords(inForce, unit, characteristic),
      decided,
      waiting:
        chosen === undefined
          ? undefined
          : {
              ...chosen,
              words: inForceWords(
                { state: 'inForce', ...windowOf(named ?? {}, chosen.limit), sources: {}, decided: true },
                unit,
                characteristic,
              ),
              from: [...new Set(Object.values(chosen.rows))].join(' with '),
              isMine: chosen.by.id === this.person()?.id,
            },
      missing,
      lacks: contextWords(lacking),
      asked: partsAsked(job, places, lacking).map(({ kind, parts }) => {
        const words = partWords(pin.model.layout, kind);
        return { parts, words, label: `Say it of ${parts.length} ${words[parts.length === 1 ? 0 : 1]}` };
      }),
      choices:
        inForce.state === 'withheld'
          ? limitChoices(job, judged).map((choice) => ({
              choice,
              words: inForceWords(
                { state: 'inForce', ...windowOf(named ?? {}, choice.limit), sources: {}, decided: true },
                unit,
                characteristic,
              ),
              rows: [...new Set(Object.values(choice.rows))].join(' with '),
              assumes: contextWords(choice.assumes as Parameters<typeof contextWords>[0]),
              counts: countsOf(choice),
              flips: choice.readings.map(({ place: key, verdict }) => ({
                key,
                state: verdict.verdict,
                where: placeWordsOf(pin.model.layout, key).split(',')[0] ?? key,
              })),
            }))
          : [],
      rules: found.rules.map((row) => ({
        id: row.id,
        words: rowStatement(row),
        note: row.note,
      })),
      bench: first === undefined ? undefined : placeKey(first),
      lookUp: {
        model: pin.model.id,
        characteristic: place.characteristic,
        at: [address.groove ?? '', address.member ?? '', address.station ?? ''].join('/'),
        partState,
        serial: job.engine.serial,
        ...(pistonMaterial ? { pistonMaterial } : {}),
        ...(partNumber ? { partNumber } : {}),
        ...(job.engine.buildDate === null ? {} : { buildDate: job.engine.buildDate }),
        duty: job.job.duty,
      },
    };
  });

  protected async decide(): Promise<void> {
    const view = this.view();
    const chosen = this.chosen();
    const choice = chosen === undefined ? undefined : view?.choices[chosen]?.choice;
    if (view === undefined || choice === undefined) return;
    this.problem.set(
      await this.desk.ask({
        type: 'decideLimit',
        pin: view.pin.pin,
        fit: view.fit,
        partState: this.partState(),
        ...(view.of === undefined ? {} : { of: view.of }),
        rows: choice.rows,
        reason: this.reason(),
      }),
    );
    if (this.problem() === undefined) this.reason.set('');
  }
  /** The second look at what somebody else chose. */
  protected async confirm(accept: boolean): Promise<void> {
    const waiting = this.view()?.waiting;
    if (waiting === undefined) return;
    const seen = this.job();
    await this.asker.ask({
      title: accept ? `It shall be so: ${waiting.words}` : 'It shall not be so',
      lines: [`${waiting.by.name} chose it: ${waiting.reason}`],
      fields: [{ key: 'reason', label: 'What you looked at', kind: 'text' }],
      submit: accept ? 'Confirm' : 'Refuse',
      act: ({ reason }) =>
        this.desk.ask(
          { type: 'confirmLimit', choice: waiting.seq, accept, reason: reason ?? '' },
          undefined,
          seen,
        ),
    });
  }

  protected async sayFacts(): Promise<void> {
    const view = this.view();
    if (view === undefined) return;
    await this.asker.ask(askFacts(view.missing, view.pin.model.bore.unit, (draft) => this.desk.ask(draft)));
  }
  protected async sayOfParts(parts: readonly Part[], words: readonly [string, string]): Promise<void> {
    const seen = this.job();
    if (seen === undefined) return;
    await this.asker.ask(askPartFacts(seen, parts, words, (draft) => this.desk.ask(draft, undefined, seen)));
  }
}

const ORDER: readonly VerdictWord[] = ['in', 'serviceable', 'tight', 'loose', 'notProven', 'noLimit'];
/** "9 in, 1 tight, 2 not proven": what a choice would make of the readings at hand. */
function countsOf({ readings }: LimitChoice): string {
  if (readings.length === 0) return 'no reading is taken here yet';
  return ORDER.flatMap((word) => {
    const count = readings.filter(({ verdict }) => verdict.verdict === word).length;
    return count === 0 ? [] : [`${count} ${stateWord(word)}`];
  }).join(', ');
}
