import { isTrusted, opensWithBore, stillTrue } from '../bench/carried-ring';
import { currentReading, placeAt, sheetPlaces, slotsBehind, unaskedReason } from '../bench/places';
import type { PlacesState, RecordedReading } from '../bench/places';
import type { Characteristic } from '../engines/characteristic';
import { depthOf } from '../engines/layout';
import type { Layout } from '../engines/layout';
import { partIn, wasDone } from '../engines/parts';
import type { PartsState } from '../engines/parts';
import { placeKey } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import { intervalOf } from '../evidence/size/interval';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { boreDifference } from '../set/bore-difference';
import { contrastOf } from '../set/contrast-of';
import { meanOf } from '../set/group-contrast';

/** What the gaps of one ring at one station say about the bores of two banks. Lengths in nm, above nothing. */
export interface RingSays {
  /** The fit without its cylinder. */
  readonly fit: string;
  readonly gap: Nanometres;
  /** How often chance alone parts the readings so far. */
  readonly p: number;
  readonly bore: { readonly difference: Nanometres; readonly least: Nanometres; readonly most: Nanometres };
  readonly lots: readonly string[];
  readonly readings: readonly (readonly [Place, RecordedReading])[];
}
/** Two banks whose ring gaps differ by more than chance: their bores may differ, or their rings. */
export interface BankDifference {
  readonly characteristic: string;
  readonly station: string | undefined;
  /** The bank whose gaps are smaller, and the other one. */
  readonly smaller: string;
  readonly larger: string;
  readonly rings: readonly RingSays[];
  /** What suits every ring; undefined where none does. */
  readonly suitsAll: { readonly least: number; readonly most: number } | undefined;
  /** Where the bores are still to be measured; undefined where this job has no sheet for them. */
  readonly toGauge: readonly PlaceKey[] | undefined;
  /** What the bores themselves say, once they are measured: how much larger those of the other bank are. */
  readonly bores:
    | {
        readonly difference: Nanometres;
        readonly agrees: boolean;
        /** With a gauge, or by one ring that was carried through them. */
        readonly by: 'gauge' | 'ring';
      }
    | undefined;
}
type Slice = PinState & PlacesState & PartsState;

/**
 * Every pair of banks whose gaps differ, of one sheet. What counts is each ring as it was before anybody filed it, in the bore as
 * it is now: filing takes the difference out of sight, and not out of the bores.
 */
export function bankDifferences(state: Slice, characteristic: Characteristic): readonly BankDifference[] {
  const layout = currentPin(state)?.model.layout;
  const [one, other] = layout?.banks ?? [];
  if (layout === undefined || one === undefined || other === undefined || layout.banks.length !== 2)
    return [];
  if (!opensWithBore(characteristic)) return [];
  const bankOf = new Map(layout.cylinders.map(({ id, bank }) => [id, bank]));
  const fits = new Map<string, (readonly [Place, RecordedReading])[]>();
  for (const place of sheetPlaces(state, characteristic.id)) {
    const { cylinder: _, ...at } = place.at;
    const reading = unfiledReading(state, characteristic, place);
    const fit = placeKey({ characteristic: characteristic.id, at });
    if (reading !== undefined) fits.set(fit, [...(fits.get(fit) ?? []), [place, reading]]);
  }
  const found = new Map<string, BankDifference>();
  for (const [fit, readings] of fits) {
    const inBank = (bank: string) => readings.filter(([{ at }]) => bankOf.get(at.cylinder ?? '') === bank);
    const says = ringSays(state, fit, inBank(one.id), inBank(other.id));
    const station = readings[0]?.[0].at.station;
    if (says === undefined) continue;
    const [smaller, larger] = says.oneIsSmaller ? [one.id, other.id] : [other.id, one.id];
    const key = `${station ?? ''} ${smaller}`;
    const before = found.get(key);
    const rings = [...(before?.rings ?? []), says.ring];
    const bores = boresOf(state, layout, rings, { station, smaller, bankOf });
    const by =
      bores?.says ??
      byCarriedRing(state, rings, { characteristic: characteristic.id, station, smaller, bankOf });
    found.set(key, {
      ...{ characteristic: characteristic.id, station, smaller, larger, rings },
      suitsAll: suitsAll(rings),
      toGauge: by === undefined ? bores?.toGauge : bores === undefined ? undefined : [],
      bores: by,
    });
  }
  return [...found.values()];
}

function ringSays(
  state: PartsState,
  fit: string,
  one: RingSays['readings'],
  other: RingSays['readings'],
): { readonly ring: RingSays; readonly oneIsSmaller: boolean } | undefined {
  const readingsOf = (all: RingSays['readings']) => all.map(([, reading]) => reading);
  const contrast = contrastOf(readingsOf(one), readingsOf(other));
  if (contrast?.differs !== true) return undefined;
  const lots = [...new Set([...one, ...other].map(([, reading]) => lotOf(state, reading)))];
  const known = lots.flatMap((lot) => lot ?? []);
  // Rings of two lots may differ by themselves.
  if (known.length > 1) return undefined;
  const oneIsSmaller = contrast.difference < 0;
  const [small, large] = oneIsSmaller ? [one, other] : [other, one];
  const sizesOf = (all: RingSays['readings']) =>
    readingsOf(all).flatMap(({ reading }) => (isSize(reading) ? [reading] : []));
  const { difference, least, most } = boreDifference({ a: sizesOf(large), b: sizesOf(small) });
  if (difference === null || least === null || most === null) return undefined;
  return {
    oneIsSmaller,
    ring: {
      fit,
      gap: roundToNanometres(Math.abs(contrast.difference)),
      p: contrast.p,
      bore: { difference, least, most },
      lots: lots.includes(null) ? [] : known,
      readings: [...one, ...other],
    },
  };
}
const lotOf = (state: PartsState, { parts }: RecordedReading): string | null =>
  parts.flatMap(({ id }) => (state.parts.get(id)?.kind === 'ring' ? [state.parts.get(id)?.lot] : []))[0] ??
  null;

/** The last reading that was true of the ring that lies there, before it was filed, in the bore as it is now. */
export function unfiledReading(
  state: Slice,
  characteristic: Characteristic,
  place: Place,
): RecordedReading | undefined {
  if (unaskedReason(state, place) !== undefined) return undefined;
  const lying = slotsBehind(state, characteristic, place).map(({ kind, slot }) => ({
    kind,
    part: partIn(state, slot),
  }));
  const isOf = ({ parts }: RecordedReading): boolean =>
    lying.every(
      ({ kind, part }) =>
        part !== undefined &&
        parts.some(
          ({ id, condition }) =>
            id === part.id &&
            (kind === 'ring' ? !wasDone(part, 'filed', condition) : condition === part.condition),
        ),
    );
  const record = placeAt(state, placeKey(place));
  if (record.contested.length > 0) return undefined;
  return (
    record.readings.findLast((each) => each.status === 'current' && isOf(each)) ??
    record.readings.findLast(
      (each) => (each.status === 'spent' || each.status === 'refined') && each.late === null && isOf(each),
    )
  );
}

function suitsAll(rings: readonly RingSays[]): BankDifference['suitsAll'] {
  const least = Math.max(...rings.map(({ bore }) => bore.least));
  const most = Math.min(...rings.map(({ bore }) => bore.most));
  return least <= most ? { least, most } : undefined;
}

/** What is measured of the bores: at the station nearest to that of the rings at which every one of these cylinders is. */
function boresOf(
  state: Slice,
  layout: Layout,
  rings: readonly RingSays[],
  of: {
    readonly station: string | undefined;
    readonly smaller: string;
    readonly bankOf: ReadonlyMap<string, string>;
  },
): { readonly toGauge: readonly PlaceKey[]; readonly says: BankDifference['bores'] } | undefined {
  const bore = currentPin(state)?.characteristics.find(
    ({ along, from, parts }) => along?.station === 'bore' && from === undefined && parts.includes('bore'),
  );
  if (bore === undefined) return undefined;
  const cylinders = new Set(rings.flatMap(({ readings }) => readings.map(([{ at }]) => at.cylinder ?? '')));
  const depth = (id: string | undefined): number => {
    const station = layout.stations.find((each) => each.id === id);
    return station === undefined ? 0 : depthOf(station);
  };
  const places = sheetPlaces(state, bore.id).filter(
    (place) => cylinders.has(place.at.cylinder ?? '') && unaskedReason(state, place) === undefined,
  );
  const stations = [...new Set(places.map(({ at }) => at.station))].sort(
    (a, b) => Math.abs(depth(a) - depth(of.station)) - Math.abs(depth(b) - depth(of.station)),
  );
  const missingAt = (station: string | undefined) =>
    places.filter((place) => place.at.station === station && sizeAt(state, place) === undefined);
  const whole = stations.find((station) => missingAt(station).length === 0);
  const [nearest] = stations;
  if (whole === undefined || stations.length === 0)
    return { toGauge: missingAt(nearest).map(placeKey), says: undefined };
  const here = places.filter(({ at }) => at.station === whole);
  const meanIn = (isSmaller: boolean): number | undefined => {
    const sizes = here
      .filter(({ at }) => (of.bankOf.get(at.cylinder ?? '') === of.smaller) === isSmaller)
      .flatMap((place) => sizeAt(state, place)?.middle ?? []);
    return sizes.length === 0 ? undefined : meanOf(sizes);
  };
  const [small, large] = [meanIn(true), meanIn(false)];
  if (small === undefined || large === undefined) return { toGauge: [], says: undefined };
  const difference = large - small;
  const unsure = 2 * Math.max(...here.map((place) => sizeAt(state, place)?.unsure ?? 0)) + slackOf(rings);
  const agrees = rings.every(
    ({ bore: { least, most } }) => difference >= least - unsure && difference <= most + unsure,
  );
  return { toGauge: [], says: { difference: roundToNanometres(difference), agrees, by: 'gauge' } };
}
/** What the gauges of the gaps may err, on diameter: two that differ by less do not contradict each other. */
const slackOf = (rings: readonly RingSays[]): number =>
  (2 / Math.PI) *
  Math.max(
    ...rings.flatMap(({ readings }) =>
      readings.map(([, { verdict, instrument }]) => verdict.uncertainty ?? instrument?.uncertainty ?? 0),
    ),
  );

/** What one ring says that was carried through all of these bores, at the station of the rings: the last one that was. */
function byCarriedRing(
  state: Slice,
  rings: readonly RingSays[],
  of: {
    readonly characteristic: string;
    readonly station: string | undefined;
    readonly smaller: string;
    readonly bankOf: ReadonlyMap<string, string>;
  },
): BankDifference['bores'] {
  const cylinders = new Set(rings.flatMap(({ readings }) => readings.map(([{ at }]) => at.cylinder ?? '')));
  for (const carried of [...(state.carried ?? [])].reverse()) {
    if (carried.characteristic !== of.characteristic || carried.station !== (of.station ?? null)) continue;
    if (!isTrusted(carried)) continue;
    const gaps = stillTrue(state, carried);
    if (![...cylinders].every((each) => gaps.some(({ cylinder }) => cylinder === each))) continue;
    const inBank = (isSmaller: boolean) =>
      gaps
        .filter(({ cylinder }) => (of.bankOf.get(cylinder) === of.smaller) === isSmaller)
        .map(({ reading }) => reading);
    const { difference, least, most, leftOut } = boreDifference({ a: inBank(false), b: inBank(true) });
    if (difference === null || least === null || most === null || leftOut > 0) continue;
    const unsure = (2 * carried.instrument.uncertainty) / Math.PI + slackOf(rings);
    const agrees = rings.every(({ bore }) => least - unsure <= bore.most && most + unsure >= bore.least);
    return { difference, agrees, by: 'ring' };
  }
  return undefined;
}
function sizeAt(
  state: PlacesState,
  place: Place,
): { readonly middle: number; readonly unsure: number } | undefined {
  const reading = currentReading(placeAt(state, placeKey(place)));
  if (reading === undefined || !isSize(reading.reading)) return undefined;
  const { lo, hi } = intervalOf(reading.reading);
  if (!Number.isFinite(hi)) return undefined;
  const { verdict, instrument } = reading;
  return { middle: (lo + hi) / 2, unsure: verdict.uncertainty ?? instrument?.uncertainty ?? 0 };
}
