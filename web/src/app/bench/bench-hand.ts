import { computed, inject, Injectable, signal } from '@angular/core';
import { wordsOf } from '@oak-gate/contract';
import {
  bladeSizes,
  CORRECTION_REASONS,
  currentPin,
  currentReading,
  memberAt,
  nextBlade,
  placeAt,
  questionsFor,
} from '@oak-gate/core';
import type { Answer, CorrectionReason, JobDraft, PlaceKey, Problem, SlipChoice } from '@oak-gate/core';
import { Store } from '@ngrx/store';
import { jobFeature, JobActions } from '../state/job.feature';
import { JobDesk } from '../state/job-desk';
import { BenchPlace } from './bench-place';
import { entryOf, triesSoFar, typedTries } from './blade-tries';
import type { Tries } from './blade-tries';
import type { Move } from './grid-moves';
import { nextStep } from './next-words';
import { understand } from './understanding';

/** What waits for one more key before it is done. */
export type Asking =
  | { readonly kind: 'inches' }
  | { readonly kind: 'slip' }
  | { readonly kind: 'question'; readonly text: string }
  | {
      readonly kind: 'correct';
      readonly place: PlaceKey;
      readonly reading: number;
      readonly text: string;
      readonly instead: boolean;
    };

export const REASON_WORDS: Readonly<Record<CorrectionReason, string>> = {
  typing: 'typed wrongly',
  wrongPlace: 'wrong place',
  wrongBlade: 'wrong blade',
  takenBack: 'taken back, measure again',
};

/** The hand on the bench: which place it is at, what is typed, what was answered. One for each open bench. */
@Injectable()
export class BenchHand {
  private readonly store = inject(Store);
  private readonly desk = inject(JobDesk);
  readonly at = inject(BenchPlace);
  readonly pending = this.store.selectSignal(jobFeature.selectPendingPlaces);
  readonly refusal = this.store.selectSignal(jobFeature.selectRefusal);
  readonly text = signal('');
  readonly asking = signal<Asking | undefined>(undefined);
  readonly problem = signal<Problem | undefined>(undefined);
  private readonly instrumentId = signal<string | undefined>(undefined);
  private readonly slip = signal<SlipChoice | null>(null);
  /** Answers hold for a ring: its expander is out for all of its stations. */
  private readonly answers = signal<Readonly<Record<string, readonly Answer[]>>>({});
  private readonly lastTaken = signal<PlaceKey | undefined>(undefined);

  readonly instruments = computed(() => Object.values(this.at.job()?.instruments ?? {}));
  readonly instrument = computed(
    () => this.instruments().find(({ id }) => id === this.instrumentId()) ?? this.instruments()[0],
  );
  readonly understood = computed(() => {
    const job = this.at.job();
    const place = this.at.place();
    const characteristic = this.at.characteristic();
    const instrument = this.instrument();
    if (job === undefined || place === undefined || characteristic === undefined || instrument === undefined)
      return undefined;
    return understand(job, place, characteristic, instrument, this.at.partState(), this.text());
  });
  readonly next = computed(() => {
    const job = this.at.job();
    const status = this.at.status();
    return job === undefined || status === undefined
      ? undefined
      : nextStep(job, status, this.instrument(), this.at.partState());
  });
  readonly questions = computed(() => {
    const job = this.at.job();
    const place = this.at.place();
    const characteristic = this.at.characteristic();
    const layout = job === undefined ? undefined : currentPin(job)?.model.layout;
    if (layout === undefined || place === undefined || characteristic === undefined) return [];
    const said = this.answers()[this.at.slot()] ?? [];
    return questionsFor(characteristic, memberAt(layout, place.at.groove, place.at.member), place.at).map(
      (question) => ({
        ...question,
        answer: said.find((each) => each.question === question.id)?.answer,
      }),
    );
  });
  /** The tries so far at this place, from what is typed or from the reading that is not proven. */
  readonly tries = computed((): Tries => {
    const typed = this.understood();
    const unit = this.instrument()?.unit ?? 'mm';
    const entry = typed?.kind === 'read' ? typedTries(this.text(), unit) : undefined;
    if (entry !== undefined) return entry;
    const job = this.at.job();
    const key = this.at.key();
    return job === undefined || key === undefined ? {} : triesSoFar(currentReading(placeAt(job, key)));
  });
  readonly marked = computed(() => {
    const instrument = this.instrument();
    const blades = instrument === undefined ? undefined : bladeSizes(instrument);
    const limit = this.at.limit();
    if (blades === undefined || limit?.state !== 'inForce') return undefined;
    const advice = nextBlade({
      blades,
      limit: limit.limit,
      aim: 'verdict',
      partState: this.at.partState(),
      ...this.tries(),
    });
    return 'try' in advice ? advice.try : undefined;
  });

  select(key: PlaceKey): void {
    this.at.choose(key);
    this.clear();
  }
  move(move: Move): void {
    const key = this.at.stepped(move);
    if (key !== undefined) this.select(key);
  }
  useInstrument(id: string): void {
    this.instrumentId.set(id);
    this.clear();
  }
  type(text: string): void {
    this.text.set(text);
    this.slip.set(null);
    this.asking.set(undefined);
    this.problem.set(undefined);
  }
  clear(): void {
    this.type('');
    if (this.refusal() !== undefined) this.store.dispatch(JobActions.noticeRead());
  }

  /** Goes or stops, said of the marked blade: the entry is put together from the tries. */
  answerBlade(goes: boolean, blade = this.marked()): void {
    const unit = this.instrument()?.unit;
    if (blade === undefined || unit === undefined) return;
    const tries = { ...this.tries(), ...(goes ? { goes: blade } : { stops: blade }) };
    this.type(entryOf(tries, unit));
  }

  answerQuestion(question: string, answer: 'yes' | 'no'): void {
    const slot = this.at.slot();
    this.answers.update((answers) => ({
      ...answers,
      [slot]: [...(answers[slot] ?? []).filter((each) => each.question !== question), { question, answer }],
    }));
    if (this.asking()?.kind === 'question') this.asking.set(undefined);
  }

  /** Takes the offered re-reading, or stays with what was typed; either is recorded. */
  settleSlip(choice: SlipChoice, which = 0): void {
    const suspect = this.understood()?.suspects[which];
    if (suspect === undefined) return;
    if (choice === 'reread') this.text.set(suspect.text);
    this.asking.set(undefined);
    this.slip.set(choice);
  }

  /** Records what is typed. What is unclear asks for one more key and is not written before it. */
  record(): void {
    const key = this.at.key();
    const job = this.at.job();
    const instrument = this.instrument();
    const understood = this.understood();
    if (key === undefined || job === undefined || instrument === undefined || understood === undefined)
      return;
    const asked = this.asking();
    if (understood.kind === 'empty') {
      this.move('next');
      return;
    }
    if (understood.suspects.length > 0 && this.slip() === null) {
      if (asked?.kind !== 'slip') {
        this.asking.set({ kind: 'slip' });
        return;
      }
      this.slip.set('asTyped');
    }
    if (understood.asInches && asked?.kind !== 'inches') {
      this.asking.set({ kind: 'inches' });
      return;
    }
    const open = this.questions().find(({ answer }) => answer === undefined);
    if (open !== undefined) {
      this.asking.set({ kind: 'question', text: open.text });
      return;
    }
    const taken = {
      text: this.text(),
      unit: instrument.unit,
      instrument: instrument.id,
      answers: this.answers()[this.at.slot()] ?? [],
      slip: this.slip(),
    };
    const refused = this.desk.handIn({ type: 'takeReading', place: key, ...taken });
    if (refused?.code === 'PLACE_HAS_READING') {
      const reading = currentReading(placeAt(job, key));
      if (reading !== undefined)
        this.asking.set({
          kind: 'correct',
          place: key,
          reading: reading.seq,
          text: reading.text,
          instead: true,
        });
      return;
    }
    this.problem.set(refused);
    if (refused !== undefined) return;
    this.lastTaken.set(key);
    this.clear();
    this.move('next');
  }

  /** Takes the last reading back: the last one of this hand, or the one at this place. */
  takeBack(): void {
    const job = this.at.job();
    const key = this.lastTaken() ?? this.at.key();
    if (job === undefined || key === undefined) return;
    const reading = currentReading(placeAt(job, key));
    if (reading === undefined) return;
    this.select(key);
    this.asking.set({
      kind: 'correct',
      place: key,
      reading: reading.seq,
      text: reading.text,
      instead: false,
    });
  }

  /** One of the four reasons, on one key. */
  correct(number: number): void {
    const asking = this.asking();
    const reason = CORRECTION_REASONS[number - 1];
    const job = this.at.job();
    const instrument = this.instrument();
    if (asking?.kind !== 'correct' || reason === undefined || job === undefined || instrument === undefined)
      return;
    const instead = asking.instead
      ? {
          text: this.text(),
          unit: instrument.unit,
          instrument: instrument.id,
          answers: this.answers()[this.at.slot()] ?? [],
          slip: this.slip(),
        }
      : null;
    const basedOn = placeAt(job, asking.place).version;
    this.problem.set(
      this.desk.handIn({
        type: 'correctReading',
        place: asking.place,
        basedOn,
        reading: asking.reading,
        reason,
        instead,
      }),
    );
    this.lastTaken.set(undefined);
    if (this.problem() === undefined) this.clear();
  }

  /** Hands in any other act at once, and shows its refusal beside the bar. */
  handIn(draft: JobDraft): void {
    this.problem.set(this.desk.handIn(draft));
  }
  readonly problemWords = computed(() => {
    const found = this.problem();
    if (found !== undefined) {
      const { what, where, next } = wordsOf(found);
      return { title: what, where, next };
    }
    return this.refusal()?.problem;
  });

  /** What was typed and refused is put back, so that nothing has to be typed again. */
  restore(): void {
    const refused = this.refusal();
    if (refused?.command.type !== 'takeReading') return;
    const { place, text } = refused.command;
    this.at.choose(place);
    this.text.set(text);
  }
}
