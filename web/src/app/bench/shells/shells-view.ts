import {
  classText,
  placeWords,
  rangeWords,
  slotWords,
  unitWord,
  headWords,
  tenths,
} from '@oak-gate/contract';
import { currentPin, placeOf, showExact } from '@oak-gate/core';
import type {
  JobState,
  JournalAdvice,
  LengthUnit,
  Limit,
  Nanometres,
  PlaceKey,
  PlaceStateWord,
  SizeReading,
  SlotKey,
  StandingBearing,
} from '@oak-gate/core';

/** One bearing: its two halves with their class, what its clearance is, and what it would be. */
export interface BearingSaid {
  readonly place: PlaceKey;
  readonly title: string;
  readonly state: PlaceStateWord;
  readonly limit: Limit;
  readonly now: SizeReading | undefined;
  readonly after: { readonly low: number; readonly high: number } | undefined;
  readonly nowWords: string;
  readonly afterWords: string;
  readonly said: string;
  readonly halves: readonly { readonly slot: SlotKey; readonly is: string; readonly shall: string }[];
}
/** A half that is to be changed. */
export interface HalfToChange {
  readonly part: string;
  readonly words: string;
  readonly sizeClass: string;
}
/** The bearings of one journal, in words. */
export interface JournalSaid {
  readonly key: string;
  readonly title: string;
  readonly headline: string;
  readonly lines: readonly string[];
  readonly bearings: readonly BearingSaid[];
  readonly changes: readonly HalfToChange[];
  readonly toMeasure: PlaceKey | undefined;
  readonly others: readonly string[];
}

export function journalSaid(job: JobState, advice: JournalAdvice, unit: LengthUnit): JournalSaid {
  const layout = currentPin(job)?.model.layout;
  const name = unitWord(unit);
  const title =
    layout === undefined ? advice.journal : capital(headWords(layout, { journal: advice.journal }));
  const { bearings, choice, limit, maxApart, waitsFor } = advice;
  const said = bearings.map((bearing, i) => bearingSaid(job, advice, bearing, i, unit));
  const changes = bearings.flatMap((bearing, i) => changesOf(job, advice, bearing, i, unit));
  const open = bearings.find(({ now }) => now === undefined);
  const allowed = limit === undefined ? [] : [`Allowed ${rangeWords(limit.min, limit.max, unit)} ${name}.`];
  const apart =
    maxApart === undefined ? [] : [`The rods of one crankpin within ${showExact(maxApart, unit)} ${name}.`];
  const base = { key: advice.journal, title, bearings: said, changes: [], others: [], toMeasure: undefined };
  if (waitsFor === 'clearance')
    return {
      ...base,
      headline: `Measure ${said.find(({ place }) => place === open?.place)?.title ?? title} first.`,
      lines: allowed,
      toMeasure: open?.place,
    };
  if (waitsFor === 'limit')
    return { ...base, headline: 'No limit is in force here.', lines: ['Decide it first, under Limits.'] };
  if (waitsFor === 'class')
    return {
      ...base,
      headline: 'Read the class on its shells first.',
      lines: [...allowed, 'What is stamped on the halves that lie there is said at the bench.'],
      toMeasure: bearings.find(({ under }) => under === undefined)?.place,
    };
  if (advice.isGood) return { ...base, headline: 'Its shells stay.', lines: [...allowed, ...apart] };
  if (choice?.feasible !== true) {
    const bearing = said[choice?.bearing ?? 0];
    const by = choice?.reach ?? 0;
    const still =
      by === 0
        ? 'With these halves the rods of this crankpin do not come near enough to each other.'
        : `${bearing?.title ?? title} stays ${tenths(Math.abs(by), unit)} ${name} too ${by < 0 ? 'tight' : 'wide'} with what comes nearest.`;
    return {
      ...base,
      headline: 'No shell at hand does it.',
      lines: [still, ...allowed, ...apart],
      others: OTHERS,
    };
  }
  return {
    ...base,
    headline: `${changes.length} ${changes.length === 1 ? 'half' : 'halves'} to change.`,
    lines: [
      ...allowed,
      ...apart,
      ...(bearings.length > 1 ? [`Then ${tenths(choice.apart, unit)} ${name} apart.`] : []),
      'A prediction: each bearing whose shells change is measured again.',
    ],
    changes,
    others: OTHERS,
  };
}
const OTHERS: readonly string[] = [
  'Dirt behind a half, a cap the wrong way round or a bolt that is not at its torque gives a false clearance.',
  'A journal that no shell suits is ground to the next undersize: the shells are then of that class.',
];
const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
const HALF = ['upper', 'lower'] as const;

function bearingSaid(
  job: JobState,
  { choice, limit }: JournalAdvice,
  bearing: StandingBearing,
  i: number,
  unit: LengthUnit,
): BearingSaid {
  const layout = currentPin(job)?.model.layout;
  const place = placeOf(job, bearing.place);
  const title = layout === undefined || place === undefined ? bearing.place : placeWords(layout, place).whole;
  const { now } = bearing;
  const after = choice?.feasible === true ? choice.after[i] : undefined;
  const pair = choice?.feasible === true ? choice.pairs[i] : undefined;
  const nowWords = now === undefined ? 'not measured' : rangeWords(now.low, now.high, unit);
  const afterWords = after === undefined ? '' : rangeWords(after.low, after.high, unit);
  return {
    ...{ place: bearing.place, title, nowWords, afterWords, after },
    state: bearing.state === 'notMeasured' ? 'notTaken' : bearing.state,
    limit: limit === undefined ? {} : { min: limit.min as Nanometres, max: limit.max as Nanometres },
    now:
      now === undefined
        ? undefined
        : { kind: 'spread', low: now.low as Nanometres, high: now.high as Nanometres },
    said: `${title}: now ${nowWords}${afterWords === '' ? '' : `, then ${afterWords}`}`,
    halves: bearing.halves.map(({ slot, part }, half) => {
      const shall = pair?.[HALF[half] ?? 'lower'];
      return {
        slot,
        is: part?.sizeClass ?? (bearing.under === undefined ? '' : classText(bearing.under, unit)),
        shall: shall === undefined ? '' : classText(shall, unit),
      };
    }),
  };
}
function changesOf(
  job: JobState,
  { choice }: JournalAdvice,
  bearing: StandingBearing,
  i: number,
  unit: LengthUnit,
): readonly HalfToChange[] {
  const layout = currentPin(job)?.model.layout;
  const pair = choice?.feasible === true ? choice.pairs[i] : undefined;
  if (pair === undefined || layout === undefined) return [];
  const is = bearing.halves.map(({ under }) => under ?? bearing.under);
  // Which half is the thicker one is nobody's matter where both are at hand: the one that lies there stays.
  const turned = is[0] === pair.lower || is[1] === pair.upper;
  const shall = turned ? [pair.lower, pair.upper] : [pair.upper, pair.lower];
  return bearing.halves.flatMap(({ slot, part }, half): readonly HalfToChange[] => {
    const to = shall[half] ?? pair.lower;
    if (part === undefined || is[half] === to) return [];
    const sizeClass = classText(to, unit);
    return [{ part: part.id, sizeClass, words: `${slotWords(layout, slot)}: ${sizeClass}` }];
  });
}
