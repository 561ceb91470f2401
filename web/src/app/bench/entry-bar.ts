import type { ElementRef } from '@angular/core';
import {
  afterRenderEffect,
  ChangeDetectionStrategy,
  Component,
  computed,
  inject,
  viewChild,
} from '@angular/core';
import {
  CORRECTION_WORDS,
  placeTitle,
  placeInJob,
  figureWords,
  stateWord,
  unitWord,
} from '@oak-gate/contract';
import { CORRECTION_REASONS, currentPin } from '@oak-gate/core';
import type { PlaceKey } from '@oak-gate/core';
import { MatMenuModule } from '@angular/material/menu';
import { Store } from '@ngrx/store';
import { sessionFeature } from '../state/session.feature';
import { Mark } from '../ui/mark';
import { ProblemNote } from '../ui/problem-note';
import { BenchActs } from './bench-acts';
import { BenchHand } from './bench-hand';
import type { BenchEnd } from './bench-hand';
import { BladeLadder } from './blade-ladder';
import { NumberPad } from './number-pad';
import { PadChoice } from './pad-choice';

/** The bar at the foot of the bench where a reading is typed, large, with what was understood of it. */
@Component({
  selector: 'app-entry-bar',
  imports: [BladeLadder, Mark, MatMenuModule, NumberPad, ProblemNote],
  templateUrl: './entry-bar.html',
  styleUrl: './entry-bar.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class EntryBar {
  protected readonly hand = inject(BenchHand);
  protected readonly acts = inject(BenchActs);
  protected readonly pad = inject(PadChoice);
  protected readonly person = inject(Store).selectSignal(sessionFeature.selectPerson);
  private readonly field = viewChild<ElementRef<HTMLInputElement>>('entry');
  protected readonly unitWord = unitWord;
  protected readonly reasons = CORRECTION_REASONS.map((reason, index) => ({
    number: index + 1,
    words: CORRECTION_WORDS[reason],
  }));
  protected wholeOf(key: PlaceKey): string {
    const job = this.hand.at.job();
    return job === undefined ? '' : placeInJob(currentPin(job), key);
  }
  /** As many figures as the field needs room for: the rest of a very long entry is scrolled to. */
  protected readonly charsOf = (text: string): number => Math.min(text.length, 14);
  protected endWords({ open, typed }: BenchEnd): string {
    const places = open === 1 ? '1 place is still open' : `${open} places are still open`;
    const left = typed === 0 ? '' : `, ${typed} typed and not recorded`;
    return open + typed === 0
      ? 'That was the last place: all of them are answered'
      : `That was the last place: ${places}${left}`;
  }
  protected readonly place = computed(() => {
    const job = this.hand.at.job();
    const place = this.hand.at.place();
    const pin = job === undefined ? undefined : currentPin(job);
    return pin === undefined || place === undefined ? undefined : placeTitle(pin, place);
  });
  /** How the place stands, where nothing is typed. */
  /** What is known here is said before anything is asked. */
  protected readonly isKnown = computed(() => this.hand.at.status()?.reading?.status === 'current');
  /** That it is taken elsewhere stands in the place of a verdict that will not count, and is asked when it is handed in. */
  protected readonly saysElsewhere = computed(() => {
    const asking = this.hand.asking();
    return asking === undefined ? this.hand.understood()?.kind !== 'wrong' : asking.kind === 'void';
  });
  protected readonly standing = computed(() => {
    const status = this.hand.at.status();
    if (status === undefined) return { mark: undefined, words: '' };
    const { state, reading } = status;
    const unit = this.hand.unit();
    const figure =
      reading?.status !== 'current'
        ? ''
        : `, ${figureWords(reading.reading, unit, this.hand.at.characteristic())}`;
    const words = stateWord(state, this.hand.at.characteristic());
    return { mark: state, words: `${words}${figure}` };
  });
  /** Nothing is measured here, and nobody began to type. */
  protected readonly isLeftOut = computed(
    () => this.hand.at.notMeasured() !== undefined && this.hand.text() === '',
  );
  protected readonly sealed = computed(() => this.hand.at.job()?.seal !== undefined);
  protected readonly thinnest = computed(() => this.hand.instrument()?.blades[0]?.text);

  /** What a crushed strip can show against its card, the widest first: the wider it is, the smaller is the clearance. */
  protected readonly strip = computed(() => {
    const instrument = this.hand.instrument();
    if (instrument?.kind !== 'strip') return [];
    const marks = instrument.blades.map(({ text }) => text);
    const [first, last] = [marks[0], marks.at(-1)];
    if (first === undefined || last === undefined) return [];
    const between = marks.slice(1).map((mark, i) => `${marks[i] ?? ''}-${mark}`);
    const fields = [`<${first}`, ...between, `${last}+`];
    return fields.map((text, i) => ({ text, wide: 92 - (i / Math.max(1, fields.length - 1)) * 74 }));
  });

  constructor() {
    // A key can come before what was typed is drawn: then nothing seems to have changed at the next place, and its figure
    // would stand there. What stands in the field is what is typed at the place in hand.
    afterRenderEffect(() => {
      const text = this.hand.text();
      this.hand.at.key();
      const field = this.field()?.nativeElement;
      if (field !== undefined && field.value !== text) field.value = text;
    });
  }

  focus(): void {
    const field = this.field()?.nativeElement;
    if (field === undefined) return;
    // A key may come before the page is drawn again: the character must land in what is typed now.
    if (field.value !== this.hand.text()) field.value = this.hand.text();
    field.focus();
  }
  protected typed(event: Event): void {
    this.hand.type((event.target as HTMLInputElement).value);
  }
  protected press(key: string): void {
    this.hand.type(this.hand.text() + key);
  }
  protected back(): void {
    this.hand.type(this.hand.text().slice(0, -1));
  }
}
