import {
  boundText,
  counted,
  gapWords,
  placeWords,
  rangeWords,
  ringName,
  ringNextWords,
  showBound,
  tenths,
  unitWord,
} from '@oak-gate/contract';
import {
  currentPin,
  currentReading,
  asFound,
  intervalOf,
  isSize,
  judgedPart,
  limitInForce,
  NM_PER,
  parsePlaceKey,
  placeAt,
  placeOf,
  placeStatus,
  revisionOfRow,
  setRules,
  sheetPlaces,
} from '@oak-gate/core';
import type {
  Characteristic,
  FilingLoad,
  JobState,
  Learnt,
  LengthUnit,
  PlaceStateWord,
  Limit,
  PlaceKey,
  RingNext,
  RingSet,
  RingToFile,
  SizeReading,
} from '@oak-gate/core';
import type { Hops } from './hop-line';
import type { SwapRow } from '../swap/swap-diagram';
import { swapRows } from '../swap/swap-view';

/** The rings of one groove and what their bores get, in the order in which a person drew it. */
export const ringRows = (
  job: JobState,
  set: RingSet,
  ringForBore: readonly number[],
  unit: LengthUnit,
): readonly SwapRow[] =>
  swapRows(job, set, ringForBore, unit, {
    known: ({ slot }) => {
      const place = placesOfRing(job, slot)[0];
      const status = place === undefined ? undefined : placeStatus(job, place);
      const reading = status?.reading?.reading;
      return {
        text: reading !== undefined && isSize(reading) ? gapWords(reading, unit) : 'not taken',
        mark: status?.state ?? 'notTaken',
      };
    },
    word: (fit, fitsNowhere) =>
      fit.isImpossible
        ? 'no amount suits'
        : fit.isLoose
          ? fitsNowhere
            ? 'a new ring'
            : 'too wide'
          : fit.removal > 0
            ? 'file'
            : '',
  });
const placesOfRing = (job: JobState, slot: string) =>
  (currentPin(job)?.characteristics ?? [])
    .filter(({ filed }) => filed !== undefined)
    .flatMap(({ id }) => {
      const at = parsePlaceKey(slot)?.at;
      return at === undefined ? [] : sheetPlacesAt(job, id, at);
    });
function sheetPlacesAt(job: JobState, sheet: string, at: Readonly<Record<string, string | undefined>>) {
  return sheetPlaces(job, sheet).filter((place) =>
    Object.entries(at).every(([axis, id]) => place.at[axis as keyof typeof place.at] === id),
  );
}

/** "As boxed 9 rings to file, about 50 min." */
export function loadWords({ toFile, loose }: FilingLoad): string {
  const file = toFile === 0 ? 'nothing to file' : `${toFile} ${toFile === 1 ? 'ring' : 'rings'} to file`;
  return loose === 0 ? file : `${file}, ${loose} beyond filing`;
}
/** One ring of the list, in words and drawn. */
export interface FilingLine {
  readonly ring: RingToFile;
  readonly name: string;
  readonly gap: string;
  readonly gapPlace: PlaceKey;
  readonly head: string;
  readonly why: string;
  readonly hops: Hops | undefined;
}
export function filingLines(
  job: JobState,
  rings: readonly RingToFile[],
  unit: LengthUnit,
): readonly FilingLine[] {
  const per = NM_PER[unit];
  const made = rings.map((ring) => removed(ring).map((nm) => nm / per));
  const most = Math.max(
    1,
    ...rings.map(({ next }, i) => (made[i]?.at(-1) ?? 0) + farthest(next) / per),
    ...made.map((each) => each.at(-1) ?? 0),
  );
  const to = niceEnd(most);
  return rings.map((ring, i): FilingLine => {
    const gapPlace = worstPlace(job, ring);
    const reading = placeStatus(job, placeOf(job, gapPlace) ?? { characteristic: '', at: {} }).reading;
    const off = made[i] ?? [];
    return {
      ring,
      name: ringName(job, ring.places),
      gap: reading !== undefined && isSize(reading.reading) ? gapWords(reading.reading, unit) : '',
      gapPlace,
      ...ringNextWords(job, ring.next, unit),
      hops: hopsOf(ring, off, per, to),
    };
  });
}
/** The end of the axis, in whole steps of the unit. */
export function niceEnd(most: number): number {
  const step = 10 ** Math.floor(Math.log10(most));
  return ([1, 1.5, 2, 3, 4, 5, 6, 8, 10].find((each) => each * step >= most) ?? 10) * step;
}
/** The ends of the axis of the list. */
export const axisOf = (lines: readonly FilingLine[]): number => lines.find(({ hops }) => hops)?.hops?.to ?? 1;

const farthest = (next: RingNext): number =>
  next.kind === 'file'
    ? Math.max(next.plan.remove, next.plan.most ?? next.plan.least)
    : next.kind === 'noAmount' || next.kind === 'measureFiner'
      ? next.least
      : 0;
/** What came off in all after each round, as the middle of what its first station that tells says. */
function removed({ rounds }: RingToFile): readonly number[] {
  let sum = 0;
  return rounds.flatMap(({ at }) => {
    const told = at.find(({ before, after }) => before !== undefined && after !== undefined);
    if (told?.before === undefined || told.after === undefined) return [];
    const [a, b] = [intervalOf(told.before), intervalOf(told.after)];
    if (!Number.isFinite(a.hi) || !Number.isFinite(b.hi)) return [];
    sum += Math.max(0, (b.lo + b.hi) / 2 - (a.lo + a.hi) / 2);
    return [sum];
  });
}
function hopsOf({ next }: RingToFile, made: readonly number[], per: number, to: number): Hops | undefined {
  const at = made.at(-1) ?? 0;
  switch (next.kind) {
    case 'file': {
      const { least, most, remove } = next.plan;
      return {
        made,
        to,
        window: { from: at + least / per, to: most === undefined ? null : at + most / per },
        aim: at + remove / per,
        next: at + remove / per,
      };
    }
    case 'noAmount':
    case 'measureFiner':
      return { made, to, apart: { need: next.least / per, bears: Math.max(0, next.most) / per } };
    default:
      return made.length === 0 ? undefined : { made, to };
  }
}
/** The station that is worst: the tightest, or the one that is too wide. */
function worstPlace(job: JobState, { places, next }: RingToFile): PlaceKey {
  if (next.kind === 'tooLoose' || next.kind === 'openEnd') return next.place;
  const short = (place: PlaceKey): number =>
    currentReading(placeAt(job, place))?.verdict.shortBy ?? -Infinity;
  return places.reduce((worst, each) => (short(each) > short(worst) ? each : worst), places[0] ?? '');
}

/** Everything about the ring in hand. */
export interface InHand {
  readonly line: FilingLine;
  readonly headline: string;
  readonly sub: string;
  readonly stations: readonly {
    readonly place: PlaceKey;
    readonly words: string;
    readonly limit: Limit;
    readonly found: SizeReading | undefined;
    readonly now: SizeReading | undefined;
    readonly after: { readonly low: number; readonly high: number } | undefined;
    readonly said: string;
    readonly nowWords: string;
    readonly afterWords: string;
    readonly state: PlaceStateWord;
  }[];
  readonly rounds: readonly { readonly what: string; readonly off: string }[];
  readonly limits: readonly string[];
}
export function inHand(
  job: JobState,
  line: FilingLine,
  strokes: number,
  learnt: Learnt,
  unit: LengthUnit,
): InHand {
  const { ring } = line;
  const layout = currentPin(job)?.model.layout;
  const { rate } = learnt;
  const cut = rate === null ? undefined : { low: rate.low * strokes, high: rate.high * strokes };
  const stations = ring.places.flatMap((key) => {
    const place = placeOf(job, key);
    if (place === undefined || layout === undefined) return [];
    const record = placeAt(job, key);
    const now = currentReading(record);
    const found = asFound(record)?.reading;
    const inForce = limitInForce(job, place, judgedPart(job, place, [ring.part]));
    const reading = now !== undefined && isSize(now.reading) ? now.reading : undefined;
    const ends = reading === undefined ? undefined : intervalOf(reading);
    const after =
      cut === undefined || ends === undefined || !Number.isFinite(ends.hi) || !ends.loMeasured
        ? undefined
        : { low: ends.lo + cut.low, high: ends.hi + cut.high };
    const limit = inForce.state === 'inForce' ? inForce.limit : {};
    const nowWords = reading === undefined ? 'not taken' : gapWords(reading, unit);
    const afterWords = after === undefined ? '' : rangeWords(after.low, after.high, unit);
    const words = placeWords(layout, place).station;
    return [
      {
        ...{ place: key, words, limit, now: reading, after, nowWords, afterWords },
        found: found !== undefined && isSize(found) ? found : undefined,
        state: placeStatus(job, place).state,
        said: `${words}: now ${nowWords}${afterWords === '' ? '' : `, then ${afterWords}`}, allowed ${showBound(limit, unit)}`,
      },
    ];
  });
  const limits = [
    ...new Set(
      ring.places.flatMap((key) => {
        const place = placeOf(job, key);
        const inForce = place && limitInForce(job, place, judgedPart(job, place, [ring.part]));
        return inForce?.state === 'inForce'
          ? [
              `${showBound(inForce.limit, unit)} ${unitWord(unit)} · ${[...new Set(Object.values(inForce.sources).map(revisionOfRow))].join(', ')}`,
            ]
          : [];
      }),
    ),
  ];
  return {
    line,
    headline: line.head.charAt(0).toUpperCase() + line.head.slice(1),
    sub: subOf(ring, cut, unit),
    stations,
    limits,
    rounds: ring.rounds.map(({ step, at }) => {
      const told = at.find(({ before, after }) => before !== undefined && after !== undefined);
      const [a, b] = [told?.before, told?.after].map((each) =>
        each === undefined ? undefined : intervalOf(each),
      );
      const strokesSaid = step.round === undefined ? step.note : counted(step.round.strokes, 'stroke');
      const off =
        a === undefined || b === undefined || !Number.isFinite(a.hi) || !Number.isFinite(b.hi)
          ? 'not measured'
          : `${tenths((b.lo + b.hi - a.lo - a.hi) / 2, unit)} ${unitWord(unit)}`;
      return { what: strokesSaid, off };
    }),
  };
}
function subOf(
  { next }: RingToFile,
  cut: { readonly low: number; readonly high: number } | undefined,
  unit: LengthUnit,
): string {
  if (next.kind !== 'file') return '';
  const { least, most } = next.plan;
  const suits = `${boundText(least, unit, 'up')}${most === undefined ? '' : ` to ${boundText(most, unit, 'down')}`} ${unitWord(unit)}${most === undefined ? ' or more' : ''} suits`;
  return cut === undefined ? suits : `${rangeWords(cut.low, cut.high, unit)} off; ${suits}`;
}
/** What a cut would make of rings that must not be smaller than this one: said before it is made. */
export function relationWarnings(
  job: JobState,
  { ring }: FilingLine,
  sheet: string,
  unit: LengthUnit,
): readonly string[] {
  const layout = currentPin(job)?.model.layout;
  if (ring.next.kind !== 'file' || layout === undefined) return [];
  const { predicted } = ring.next.plan;
  return setRules(job, [sheet]).flatMap(({ kind, places: [held, other] }) => {
    const then = predicted.find(({ name }) => name === other);
    if (kind !== 'relation' || held === undefined || then === undefined || ring.places.includes(held))
      return [];
    const its = currentReading(placeAt(job, held))?.reading;
    if (its === undefined || !isSize(its) || (then.high ?? then.low) <= intervalOf(its).lo) return [];
    const where = ringName(job, [held]);
    return [
      `After it this gap may be ${tenths(then.high ?? then.low, unit)} ${unitWord(unit)}, and that of ${where.charAt(0).toLowerCase()}${where.slice(1)} must not be smaller: it is ${gapWords(its, unit)}.`,
    ];
  });
}
/** How long what is on the list may take, where that was learnt; rounded up to five minutes. */
export function minutesFor(rings: readonly RingToFile[], learnt: Learnt): number | undefined {
  const { rate, minutesARound } = learnt;
  if (rate === null || minutesARound === null || rate.mean === 0) return undefined;
  const rounds = rings.reduce((sum, { next }) => {
    if (next.kind !== 'file') return sum;
    const strokes = next.plan.remove / rate.mean;
    return sum + Math.max(1, Math.ceil(strokes / Math.max(1, next.strokes ?? 1)));
  }, 0);
  return rounds === 0 ? undefined : Math.ceil((rounds * minutesARound) / 5) * 5;
}
export const filedSheet = (job: JobState, sheet: string | undefined): Characteristic | undefined => {
  const all = currentPin(job)?.characteristics.filter(
    ({ id, filed }) => filed !== undefined && job.route.gates.some(({ sheets }) => sheets.includes(id)),
  );
  return all?.find(({ id }) => id === sheet) ?? all?.[0];
};
