import { judge } from '../evidence/size/judge-size';
import type { Verdict } from '../evidence/verdict';
import { currentReading, isJudgedBy, placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState } from '../bench/places';
import { parsePlaceKey, placeKey } from '../engines/place';
import type { PlaceKey } from '../engines/place';
import { BOUNDS } from '../library/limit';
import type { Bound, Limit } from '../library/limit';
import { isSize } from '../evidence/reading';
import { contextFor } from '../library/fit-variant';
import { fitOf } from '../library/judged-fit';
import type { JudgedFit } from '../library/fit-variant';
import type { LimitsPin } from '../library/limits-pin';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { revisionOfRow } from '../library/document';
import { statementsAbout } from '../library/limits-pin';
import { applies, statedBound } from '../library/rank';
import type { Nanometres } from '../quantity/nanometres';
import { missingIn } from '../library/applies-to';

/** One way to decide a limit that the documents leave open, and what it would mean for the readings at hand. */
export interface LimitChoice {
  readonly rows: Readonly<Partial<Record<Bound, string>>>;
  readonly limit: Limit;
  /** The rows apply only if what is not known of the engine turns out to suit them. */
  readonly assumes: readonly string[];
  /** Minimum and maximum come from different documents: nobody published that pair. */
  readonly mixed: boolean;
  readonly readings: readonly {
    readonly place: PlaceKey;
    readonly reading: number;
    readonly verdict: Verdict;
  }[];
}
interface Source {
  readonly row: string;
  readonly value: Nanometres;
  readonly assumes: readonly string[];
}

/**
 * The windows that can be made of what the documents state about a fit: for each bound one of its statements, and no
 * window whose ends cross. Windows of one document come first, then mixed ones.
 */
export function limitChoices(state: PinState & PlacesState, judged: JudgedFit): readonly LimitChoice[] {
  const pin = currentPin(state);
  const place = parsePlaceKey(judged.fit);
  if (pin === undefined || place === undefined) return [];
  const context = contextFor(pin, judged);
  const sources = (bound: Bound): Source[] =>
    statementsAbout(place, pin).flatMap((row): Source[] => {
      const value = statedBound(row, bound, context);
      if (value === undefined || value === 'unknown' || row.kind === 'shop') return [];
      const missing = applies(row, context) ? [] : missingIn(row.appliesTo, context);
      return missing === undefined ? [] : [{ row: row.id, value, assumes: missing }];
    });
  const each = BOUNDS.map((bound) => [bound, sources(bound)] as const);
  const combined = each.reduce<readonly (readonly (readonly [Bound, Source])[])[]>(
    (so, [bound, options]) =>
      options.length === 0
        ? so
        : so.flatMap((given) => options.map((source) => [...given, [bound, source] as const])),
    [[]],
  );
  // One document's own statement is a choice too, where another states a bound that it leaves open and the two cannot be
  // put together. A bound that could be kept is never dropped by the way.
  const statedBounds = each.filter(([, options]) => options.length > 0).length;
  const alone = [...new Set(each.flatMap(([, options]) => options.map(({ row }) => revisionOfRow(row))))]
    .map((document) =>
      each.flatMap(([bound, options]) => {
        const own = options.find(({ row }) => revisionOfRow(row) === document);
        return own === undefined ? [] : [[bound, own] as const];
      }),
    )
    .filter((own) => own.length === statedBounds || !combined.some((whole) => completes(whole, own)));
  const choices = [...alone, ...combined].flatMap((picked) => choiceOf(state, pin, judged, picked));
  const byRows = new Map(choices.map((choice) => [JSON.stringify(choice.rows), choice]));
  return [...byRows.values()].sort((a, b) => Number(a.mixed) - Number(b.mixed));
}

type Picked = readonly (readonly [Bound, Source])[];
/** Whether a whole window keeps everything of a document's own statement, and its ends do not cross. */
const completes = (whole: Picked, own: Picked): boolean =>
  own.every(([bound, { row }]) => whole.some(([other, source]) => other === bound && source.row === row)) &&
  !crosses(limitOf(whole));
const limitOf = (picked: Picked): Limit =>
  Object.fromEntries(picked.map(([bound, { value }]) => [bound, value]));
const crosses = ({ min, max, serviceMin, serviceMax }: Limit): boolean =>
  (min !== undefined && max !== undefined && min > max) ||
  (serviceMin !== undefined && serviceMax !== undefined && serviceMin > serviceMax);

function choiceOf(
  state: PinState & PlacesState,
  pin: LimitsPin,
  judged: JudgedFit,
  picked: Picked,
): LimitChoice[] {
  if (picked.length === 0) return [];
  const limit = limitOf(picked);
  if (crosses(limit)) return [];
  const ends = picked.filter(([bound]) => bound === 'min' || bound === 'max');
  return [
    {
      rows: Object.fromEntries(picked.map(([bound, { row }]) => [bound, row])),
      limit,
      assumes: [...new Set(picked.flatMap(([, { assumes }]) => assumes))],
      mixed: new Set(ends.map(([, { row }]) => revisionOfRow(row))).size > 1,
      readings: sheetPlaces(state)
        .filter((at) => fitOf(pin, at) === judged.fit)
        .flatMap((at) => {
          const key = placeKey(at);
          const reading = currentReading(placeAt(state, key));
          if (reading === undefined || !isJudgedBy(pin, at, reading.verdict, judged)) return [];
          if (!isSize(reading.reading)) return [];
          const verdict = judge({ limit, reading: reading.reading, partState: judged.partState });
          return [{ place: key, reading: reading.seq, verdict }];
        }),
    },
  ];
}
