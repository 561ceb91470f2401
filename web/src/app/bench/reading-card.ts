import { ChangeDetectionStrategy, Component, computed, effect, inject } from '@angular/core';
import { RouterLink } from '@angular/router';
import { MatMenuModule } from '@angular/material/menu';
import {
  endedWords,
  inForceWords,
  originWords,
  placeTitle,
  shortReading,
  sinceLastWords,
  judgedWindow,
  leftWords,
  showBound,
  stateWord,
  takenInWords,
  unitWord,
} from '@oak-gate/contract';
import {
  asFitted,
  asFound,
  currentPin,
  currentReading,
  decisionAt,
  decisionRule,
  evidenceOf,
  isSize,
  originOf,
  unitOf,
  limitInForce,
  otherUnit,
  placeAt,
  placeStatus,
  sheetPlaces,
  sinceLast,
  own,
} from '@oak-gate/core';
import type { JobState, LengthUnit, LimitsPin, Place, RecordedReading } from '@oak-gate/core';
import { EarlierJobs } from '../state/earlier-jobs';
import { BlindLooks } from '../state/blind-looks';
import { Band } from '../ui/band';
import { Mark } from '../ui/mark';
import { WhenPipe } from '../ui/when.pipe';
import { fitParams } from '../ui/fit-params';
import { alsoSays, sourcesOf } from './also-says';
import { BenchActs } from './bench-acts';
import { BenchHand } from './bench-hand';
import { PlaceDrawing } from './place-drawing';
import { boreWords } from './bore-words';
import { gaugeWords } from './gauge-words';
import { journalWords } from './journal-words';

/** For the place in hand: the band, the limit with its source, what else is said, what to do next, and what went before. */
@Component({
  selector: 'app-reading-card',
  imports: [Band, Mark, MatMenuModule, PlaceDrawing, RouterLink, WhenPipe],
  templateUrl: './reading-card.html',
  styleUrl: './reading-card.scss',
  changeDetection: ChangeDetectionStrategy.OnPush,
})
export class ReadingCard {
  protected readonly hand = inject(BenchHand);
  protected readonly acts = inject(BenchActs);

  protected readonly blind = inject(BlindLooks);
  private readonly earlierJobs = inject(EarlierJobs);
  constructor() {
    effect(() => {
      const id = this.hand.at.job()?.id;
      if (id !== undefined) void this.earlierJobs.ask(id);
    });
  }
  protected show(): void {
    const key = this.hand.at.key();
    if (key !== undefined) this.blind.show(key);
  }
  protected readonly view = computed(() => {
    const job = this.hand.at.shown();
    const place = this.hand.at.place();
    const status = this.hand.at.status();
    const pin = job === undefined ? undefined : currentPin(job);
    if (job === undefined || place === undefined || status === undefined || pin === undefined)
      return undefined;
    const unit = this.hand.unit();
    const part = this.hand.at.part();
    const inForce = limitInForce(job, place, part);
    const fit = decisionAt(pin, place, part);
    const characteristic = this.hand.at.characteristic();
    const isSized = characteristic === undefined || evidenceOf(characteristic) === 'size';
    const target = inForce.state === 'inForce' && !inForce.decided ? fit?.governing.target : undefined;
    const { title, line } = placeTitle(pin, place);
    const limit = inForce.state === 'inForce' ? inForce.limit : {};
    const record = placeAt(job, status.key);
    const others = sheetPlaces(job, place.characteristic)
      .filter(
        ({ at }) =>
          at.groove === place.at.groove &&
          at.member === place.at.member &&
          at.station === place.at.station &&
          at.cylinder !== place.at.cylinder,
      )
      .flatMap((other) => {
        const { reading } = placeStatus(job, other);
        return reading?.status === 'current' && isSize(reading.reading) ? [reading.reading] : [];
      });
    const concession = status.conceded ? own(job.concessions, status.key) : undefined;
    const also = alsoSays(job, place, part, inForce, unit);
    const differ = also.filter(({ differs }) => differs).length;
    return {
      says: [
        ...boreWords(job, place, unit),
        ...journalWords(job, place, unit),
        ...this.sinceLast(job, place, unit),
      ],
      alsoShort: `${also.length} more ${also.length === 1 ? 'row says' : 'rows say'} something of it${differ === 0 ? '' : `, ${differ} otherwise`}`,
      title,
      line,
      unit,
      limit,
      others,
      concession,
      state: status.state,
      isSized,
      measured:
        this.hand.at.parts().find((each) => each.part.kind === characteristic?.stateOf)?.words[0] ?? 'part',
      // The part that is measured is told always, any other where something was done to it.
      parts: this.hand.at
        .parts()
        .map(({ part: each, words }) => ({
          part: each,
          words,
          steps: each.history.filter(({ what }) => what !== 'fitted' && what !== 'removed'),
        }))
        .filter(({ part: each, steps }) => each.kind === characteristic?.stateOf || steps.length > 0),
      reading:
        status.reading?.status === 'current' && isSize(status.reading.reading)
          ? status.reading.reading
          : undefined,
      inForce,
      limitText:
        inForce.state === 'withheld' ? 'waits for a decision' : inForceWords(inForce, unit, characteristic),
      converted:
        // One size, rounded inward from both sides, would be none.
        isSized && inForce.state === 'inForce' && (limit.min === undefined || limit.min !== limit.max)
          ? `${showBound(limit, otherUnit(unit), characteristic?.below)} ${unitWord(otherUnit(unit))}`
          : '',
      decided: inForce.state === 'inForce' && inForce.decided,
      target,
      targetText: target === undefined ? '' : `${showBound(target, unit)} ${unitWord(unit)}`,
      mixed: inForce.state === 'inForce' && !inForce.decided && fit?.governing.mixed === true,
      fit: fitParams(job, place, part),
      sources: sourcesOf(job, place, part, inForce, unit),
      also,
      history: record.readings.map((reading) => this.historyOf(pin, place, reading, record, unit)),
      sealed: job.seal !== undefined,
      gauge: gaugeWords(job, place, part, this.hand.instrument(), unit),
      isGuarded: inForce.state === 'inForce' && decisionRule(job, inForce.sources) === 'guarded',
    };
  });

  private sinceLast(job: JobState, place: Place, unit: LengthUnit): readonly string[] {
    const earlier = this.earlierJobs.of(job.id);
    const since = earlier === undefined ? undefined : sinceLast(job, earlier, place);
    return earlier === undefined || since === undefined ? [] : sinceLastWords(since, earlier, unit);
  }
  private historyOf(
    pin: LimitsPin,
    place: Place,
    reading: RecordedReading,
    record: ReturnType<typeof placeAt>,
    unit: LengthUnit,
  ) {
    const roles = [
      ...(asFound(record) === reading ? ['as found'] : []),
      ...(asFitted(record) === reading && currentReading(record) !== reading ? ['as fitted'] : []),
      ...(currentReading(record) === reading ? ['as left'] : []),
    ];
    return {
      seq: reading.seq,
      figure: shortReading(reading.reading, unitOf(reading)),
      role: roles.join(', '),
      status:
        reading.status === 'current'
          ? stateWord(reading.verdict.verdict, this.hand.at.characteristic())
          : reading.status,
      mark:
        reading.status === 'current'
          ? reading.verdict.verdict
          : reading.status === 'spent'
            ? ('spent' as const)
            : reading.status === 'refined'
              ? undefined
              : ('void' as const),
      struck: reading.status === 'spent',
      twice: reading.status === 'void' || reading.status === 'corrected',
      who:
        originOf(reading) === 'looked'
          ? originWords(pin, reading)
          : `${reading.by.name}, ${originWords(pin, reading)}`,
      takenIn: takenInWords(pin, place, reading).join('; '),
      at: reading.at,
      left: reading.left === undefined ? '' : leftWords(reading.left),
      why: reading.ended === undefined ? '' : endedWords(reading.ended.why),
      before: (reading.judgedBefore ?? []).map(
        (was) =>
          `${stateWord(was.verdict, this.hand.at.characteristic())} by ${[...new Set(Object.values(was.sources))].join(', ') || 'no limit'} (${judgedWindow(was, unit)})`,
      ),
    };
  }
}
