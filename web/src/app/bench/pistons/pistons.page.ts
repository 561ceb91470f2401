import { ChangeDetectionStrategy, Component, computed, inject, input } from '@angular/core';
import { RouterLink } from '@angular/router';
import { gapWords, unitWord } from '@oak-gate/contract';
import {
  currentPin,
  currentReading,
  isPistonClearance,
  isSize,
  placeAt,
  placeKey,
  placeStatus,
  pistonSets,
  sheetPlaces,
  unitOfSheet,
} from '@oak-gate/core';
import type { BoxedRing, FilingLoad, JobState, LengthUnit, PartSet } from '@oak-gate/core';
import { BlindLooks } from '../../state/blind-looks';
import { ProblemNote } from '../../ui/problem-note';
import { UnitChoice } from '../../ui/unit-choice';
import { PartAssigner } from '../swap/part-assigner';
import { PartSwap } from '../swap/part-swap';
import { SwapBoard } from '../swap/swap-board';
import { limitWords, staysWords, swapRows } from '../swap/swap-view';

/** Which piston goes in which bore, by the clearance that it would have there: before any of them has run. */
@Component({
  selector: 'app-pistons-page',
  imports: [ProblemNote, RouterLink, SwapBoard],
  providers: [PartAssigner],
  templateUrl: './pistons.page.html',
  styleUrl: './pistons.page.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class PistonsPage {
  private readonly units = inject(UnitChoice);
  protected readonly job = inject(BlindLooks).job;
  protected readonly unitWord = unitWord;
  readonly sheet = input<string>();
  protected readonly characteristic = computed(() => {
    const job = this.job();
    const pinned = job === undefined ? [] : (currentPin(job)?.characteristics ?? []);
    const all = pinned.filter((each) => isPistonClearance(each, pinned));
    return all.find(({ id }) => id === this.sheet()) ?? all[0];
  });
  protected readonly unit = computed((): LengthUnit => {
    const [job, characteristic] = [this.job(), this.characteristic()];
    return job === undefined || characteristic === undefined
      ? 'mm'
      : (this.units.of(characteristic.id) ?? unitOfSheet(job, characteristic));
  });
  protected readonly swap = new PartSwap<PartSet>({
    job: this.job,
    sets: (locked) => this.setsOf(locked),
    name: ({ rings: [first] }) => [first?.part.partNumber, first?.part.sizeClass].join(' '),
    title: ({ rings: [first] }) =>
      ['Pistons', first?.part.partNumber, first?.part.sizeClass]
        .filter((each) => each != null && each !== '')
        .join(' '),
    limit: (set) => limitWords(set, this.unit()),
    rows: (job, set, order) =>
      swapRows(job, set, order, this.unit(), {
        known: (piston) => this.known(job, piston),
        word: ({ isLoose }, fitsNowhere) => (isLoose ? (fitsNowhere ? 'another piston' : 'out') : ''),
      }),
    load: loadWords,
    many: 'pistons',
  });
  protected readonly headline = computed(() => {
    const view = this.swap.view();
    if (view === undefined) return 'Measure the bores and the skirts first.';
    return view.moves.length > 0
      ? `${this.swap.byHand() ? 'As drawn' : 'Swapped as drawn'}: ${view.after}.`
      : `As they came: ${view.before}.`;
  });
  protected readonly staysWords = computed(() =>
    staysWords(
      this.setsOf(this.swap.locked()).flatMap(({ rings }) => rings),
      'pistons',
    ),
  );
  protected readonly firstPlace = computed(() => {
    const [job, sheet] = [this.job(), this.characteristic()];
    const [place] = job === undefined || sheet === undefined ? [] : sheetPlaces(job, sheet.id);
    return place === undefined ? undefined : placeKey(place);
  });

  private setsOf(locked: ReadonlySet<string>): readonly PartSet[] {
    const [job, characteristic] = [this.job(), this.characteristic()];
    return job === undefined || characteristic === undefined ? [] : pistonSets(job, characteristic, locked);
  }
  /** Its skirt, and how it stands where it lies now. */
  private known(job: JobState, { cylinder }: BoxedRing) {
    const characteristic = this.characteristic();
    const from = characteristic?.from;
    const sheet = from?.rule === 'difference' ? from.less : (characteristic?.id ?? '');
    const skirt = { characteristic: sheet, at: { cylinder } };
    const reading = currentReading(placeAt(job, placeKey(skirt)))?.reading;
    const mark = placeStatus(job, { characteristic: characteristic?.id ?? '', at: { cylinder } }).state;
    const text = reading !== undefined && isSize(reading) ? gapWords(reading, this.unit()) : 'not taken';
    return { text, mark };
  }
}
function loadWords({ loose }: FilingLoad): string {
  return loose === 0 ? 'every one is in' : `${loose} out of its band`;
}
