import { currentReading, judgedPart, placeAt, sheetPlaces, unaskedReason } from '../bench/places';
import type { PlacesState } from '../bench/places';
import type { Characteristic } from '../engines/characteristic';
import { partIn } from '../engines/parts';
import type { Part, PartsState } from '../engines/parts';
import { placeKey, slotsAt } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { rowsAbout } from '../library/limits-pin';
import { acceptRange } from '../library/limit';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { SpreadOf } from '../library/row-rule';
import { isLength } from '../quantity/figure';
import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { chooseShims } from './choose-shims';
import type { ShimChoice } from './choose-shims';

type Slice = PlacesState & PinState & PartsState;

/** How one liner stands over the deck, of the points that are measured. */
export interface StandingLiner {
  readonly cylinder: string;
  readonly part: Part | undefined;
  readonly places: readonly PlaceKey[];
  readonly low: Nanometres | undefined;
  readonly high: Nanometres | undefined;
  /** How many of its points are measured; one alone proves no tilt. */
  readonly measured: number;
  readonly state: 'in' | 'low' | 'high' | 'both' | 'notMeasured';
  /** By how much it stands too low at its lowest point, or too high at its highest, nm. */
  readonly by: Nanometres | undefined;
}
/** What can be done under one head. */
export interface HeadAdvice {
  readonly head: string;
  readonly liners: readonly StandingLiner[];
  readonly limit: { readonly min: number; readonly max: number };
  /** How far its liners stand apart, and may; counted as its row says, between all points where it does not. */
  readonly spread:
    { readonly now: Nanometres; readonly allowed: Nanometres | undefined; readonly of: SpreadOf } | undefined;
  readonly isGood: boolean;
  /** Why nothing is proposed yet. */
  readonly waitsFor: 'points' | 'limit' | undefined;
  /** The fewest shims that do it; undefined while something is missing, or nothing has to be done. */
  readonly choice: ShimChoice | undefined;
}

/**
 * What brings the liners under each head to their height, with the shims at hand.
 * @param characteristic heights of points of liners that stand under a head
 * @param shims the thicknesses at hand, nm
 */
export function shimAdvice(
  state: Slice,
  characteristic: Characteristic,
  shims: readonly Nanometres[],
): readonly HeadAdvice[] {
  const pin = currentPin(state);
  if (pin === undefined || !isLinerHeights(characteristic)) return [];
  return (pin.model.layout.heads ?? []).map(({ id, cylinders }): HeadAdvice => {
    const places = sheetPlaces(state, characteristic.id).filter(({ at }) =>
      cylinders.includes(at.cylinder ?? ''),
    );
    const limits = places.map((place) => rangeAt(state, place));
    const hasLimit = limits.every((each) => each !== undefined);
    const min = Math.max(0, ...limits.map((each) => each?.lower ?? 0));
    const max = Math.min(...limits.map((each) => each?.upper ?? Infinity));
    const liners = cylinders.map((cylinder) =>
      linerOf(
        state,
        characteristic,
        cylinder,
        places.filter(({ at }) => at.cylinder === cylinder),
        { min, max },
      ),
    );
    const rule = spreadRule(state, places[0]);
    const of: SpreadOf = rule?.of ?? 'extremes';
    const isWhole = liners.every(({ measured, places: its }) => measured === its.length && measured > 0);
    const known = liners.flatMap(({ low, high }) =>
      low === undefined || high === undefined ? [] : [{ low, high }],
    );
    const now = spreadNow(known, of);
    const allowed = rule?.allowed;
    const isGood =
      isWhole &&
      hasLimit &&
      liners.every(({ state: word }) => word === 'in') &&
      (allowed === undefined || (now ?? 0) <= allowed);
    const waitsFor = !isWhole ? ('points' as const) : !hasLimit ? ('limit' as const) : undefined;
    return {
      ...{ head: id, liners, limit: { min, max }, isGood, waitsFor },
      spread: now === undefined ? undefined : { now: nanometres(Math.round(now)), allowed, of },
      choice:
        waitsFor !== undefined || isGood || !Number.isFinite(max)
          ? undefined
          : chooseShims({
              protrusions: known,
              shims,
              min: nanometres(min),
              max: nanometres(max),
              maxSpread: allowed ?? max,
              between: of,
            }),
    };
  });
}

/** How far liners under one head may stand apart, and between what of them that is meant. */
function spreadRule(
  state: PinState,
  place: Place | undefined,
): { readonly allowed: Nanometres; readonly of: SpreadOf | undefined } | undefined {
  const pin = currentPin(state);
  if (pin === undefined || place === undefined) return undefined;
  for (const { rule, printed } of rowsAbout(place, pin.rows))
    if (
      rule?.kind === 'spread' &&
      rule.across === 'head' &&
      printed.max !== undefined &&
      isLength(printed.max)
    )
      return { allowed: printed.max.nm, of: rule.of };
  return undefined;
}
/** What is measured as heights of liners under their heads. */
export const isLinerHeights = ({ under, axes, from }: Characteristic): boolean =>
  under === 'head' && axes.includes('point') && from === undefined;

function rangeAt(state: Slice, place: Place): { readonly lower: number; readonly upper: number } | undefined {
  const layout = currentPin(state)?.model.layout;
  const parts = (layout === undefined ? [] : slotsAt(layout, 'liner', place)).flatMap(
    (slot) => partIn(state, slot) ?? [],
  );
  const judged = judgedPart(state, place, parts);
  const inForce = limitInForce(state, place, judged);
  return inForce.state === 'inForce'
    ? acceptRange(inForce.limit, judged.state === 'reused' ? 'reused' : 'new')
    : undefined;
}
function linerOf(
  state: Slice,
  characteristic: Characteristic,
  cylinder: string,
  places: readonly Place[],
  { min, max }: { readonly min: number; readonly max: number },
): StandingLiner {
  const layout = currentPin(state)?.model.layout;
  const asked = places.filter((place) => unaskedReason(state, place) === undefined);
  const points = asked.flatMap((place) => {
    const reading = currentReading(placeAt(state, placeKey(place)))?.reading;
    return reading !== undefined && isSize(reading) ? [intervalOf(reading)] : [];
  });
  const [slot] = layout === undefined || places[0] === undefined ? [] : slotsAt(layout, 'liner', places[0]);
  const liner = {
    cylinder,
    part: slot === undefined ? undefined : partIn(state, slot),
    places: asked.map(placeKey),
    measured: points.length,
  };
  if (points.length === 0)
    return { ...liner, low: undefined, high: undefined, state: 'notMeasured', by: undefined };
  const low = Math.min(...points.map(({ lo }) => lo));
  const high = Math.max(...points.map(({ hi }) => hi));
  const [isLow, isHigh] = [low < min, high > max];
  const by = isLow ? min - low : isHigh ? high - max : undefined;
  return {
    ...liner,
    low: nanometres(low),
    high: nanometres(high),
    state: isLow && isHigh ? 'both' : isLow ? 'low' : isHigh ? 'high' : 'in',
    by: by === undefined ? undefined : nanometres(by),
  };
}
function spreadNow(
  liners: readonly { readonly low: number; readonly high: number }[],
  of: SpreadOf,
): number | undefined {
  if (liners.length < 2) return undefined;
  const mids = liners.map(({ low, high }) => (low + high) / 2);
  return of === 'mids'
    ? Math.max(...mids) - Math.min(...mids)
    : Math.max(...liners.map(({ high }) => high)) - Math.min(...liners.map(({ low }) => low));
}
