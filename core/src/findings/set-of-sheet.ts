import { asFound, currentReading, judgedAt, placeAt, sheetPlaces, unaskedReason } from '../bench/places';
import type { PlacesState, RecordedReading } from '../bench/places';
import { axesOf } from '../bench/sheet-model';
import { spreadOfSet } from '../bench/spread-of-set';
import type { SetSpread } from '../bench/spread-of-set';
import type { Axis, Characteristic } from '../engines/characteristic';
import type { Layout } from '../engines/layout';
import type { PartsState } from '../engines/parts';
import { placeKey } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import { isSize } from '../evidence/reading';
import type { SizeReading } from '../evidence/size/size-reading';
import { limitInForce, currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { Limit } from '../library/limit';
import type { FitState } from '../quantity/part-state';
import { shopTarget } from '../library/shop-target';
import { contrastOf, lowerEnd, resolutionOf } from '../set/contrast-of';
import type { GroupContrast } from '../set/group-contrast';
import { meanOf, MOST_CONTRASTED } from '../set/group-contrast';
import { oddOneOut } from '../set/odd-one-out';
import type { PlaceStateWord } from './place-status';
import { placeStatus } from './place-status';
import type { StatusSlice } from './place-status';

/** How a sheet's readings are brought together: the same fit over the banks, all of a cylinder, or one ring at its stations. */
export const SETS_BY = ['bank', 'cylinder', 'station'] as const;
export type SetBy = (typeof SETS_BY)[number];
export type SetWhen = 'asFound' | 'asLeft';
type At = Place['at'];

/** One place of a set. */
export interface SetRow {
  readonly place: Place;
  readonly key: PlaceKey;
  readonly reading: RecordedReading | undefined;
  /** The size that is drawn; nothing where nothing is known. */
  readonly size: SizeReading | undefined;
  readonly state: PlaceStateWord;
  readonly limit: Limit;
  readonly partState: FitState;
  readonly target: Limit | undefined;
}
export interface SetGroup {
  readonly key: string;
  /** What its rows have in common beyond the panel; empty where there is one group only. */
  readonly at: At;
  readonly rows: readonly SetRow[];
  /** Of the lower ends, nm; undefined where nothing surely went. Nothing is judged by it. */
  readonly mean: number | undefined;
  readonly spread: SetSpread | undefined;
}
/** Readings that can be held against each other, in their groups. */
export interface SetPanel {
  readonly key: string;
  readonly at: At;
  readonly groups: readonly SetGroup[];
  readonly spread: SetSpread | undefined;
  /** Those that stand out. */
  readonly odd: readonly PlaceKey[];
  /** Of two groups: whether they differ; `tooMany` where going through all of them takes too long. */
  readonly contrast: GroupContrast | 'tooMany' | undefined;
}
type Slice = StatusSlice & PlacesState & PinState & PartsState;

/** The ways in which a sheet can be looked at as a set; none where nothing of it can be held against anything. */
export function waysOfSet(layout: Layout, characteristic: Characteristic): readonly SetBy[] {
  const { across, groups, lines } = axesOf(characteristic);
  if (across.length === 0) return [];
  const down = [...groups, ...lines];
  return SETS_BY.filter((by) => {
    if (by === 'bank') return true;
    if (by === 'cylinder') return down.length > 0;
    return down.includes('station') && layout.stations.length > 1;
  });
}

/** The readings of a sheet as sets, each with what it says about itself. */
export function setsOf(
  state: Slice,
  characteristic: Characteristic,
  by: SetBy,
  when: SetWhen,
): readonly SetPanel[] {
  const layout = currentPin(state)?.model.layout;
  const { across, groups, lines } = axesOf(characteristic);
  if (layout === undefined || across.length === 0) return [];
  const down = [...groups, ...lines];
  const bankOf = new Map(layout.cylinders.map(({ id, bank }) => [id, bank]));
  const inBank = ({ cylinder }: At): At => {
    const bank = cylinder === undefined ? undefined : bankOf.get(cylinder);
    return bank === undefined || layout.banks.length < 2 ? {} : { bank };
  };
  const shared: Readonly<Record<SetBy, (at: At) => At>> = {
    bank: (at) => only(at, down),
    cylinder: (at) => only(at, across.slice(0, 1)),
    station: (at) =>
      only(
        at,
        down.filter((axis) => axis !== 'station'),
      ),
  };
  const apart: Readonly<Record<SetBy, (at: At) => At>> = {
    bank: inBank,
    cylinder: () => ({}),
    station: (at) => only(at, ['station']),
  };
  const rows = sheetPlaces(state, characteristic.id).flatMap((place) => rowOf(state, place, when));
  return gathered(rows, shared[by]).map(([at, all]) => panelOf(at, gathered(all, apart[by])));
}
const only = (at: At, axes: readonly Axis[]): At =>
  Object.fromEntries(axes.flatMap((axis) => (at[axis] === undefined ? [] : [[axis, at[axis]]])));
function gathered(
  rows: readonly SetRow[],
  by: (at: At) => At,
): readonly (readonly [At, readonly SetRow[]])[] {
  const found = new Map<string, { readonly at: At; readonly rows: SetRow[] }>();
  for (const row of rows) {
    const at = by(row.place.at);
    const key = placeKey({ characteristic: '', at });
    const there = found.get(key);
    if (there === undefined) found.set(key, { at, rows: [row] });
    else there.rows.push(row);
  }
  return [...found.values()].map(({ at, rows: all }) => [at, all]);
}

function rowOf(state: Slice, place: Place, when: SetWhen): SetRow[] {
  if (unaskedReason(state, place) !== undefined) return [];
  const key = placeKey(place);
  const record = placeAt(state, key);
  const status = placeStatus(state, place);
  const reading = when === 'asFound' ? asFound(record) : currentReading(record);
  const part = judgedAt(state, place);
  const inForce = limitInForce(state, place, part);
  const isNow = reading !== undefined && reading === currentReading(record);
  return [
    {
      place,
      key,
      reading,
      size: reading !== undefined && isSize(reading.reading) ? reading.reading : undefined,
      state: isNow || reading === undefined ? status.state : reading.verdict.verdict,
      limit:
        isNow || reading === undefined
          ? inForce.state === 'inForce'
            ? inForce.limit
            : {}
          : reading.verdict.limit,
      partState: isNow || reading === undefined ? part.state : reading.verdict.partState,
      target: shopTarget(state, place, part)?.target,
    },
  ];
}

function panelOf(at: At, all: readonly (readonly [At, readonly SetRow[]])[]): SetPanel {
  const groups = all.map(([its, rows]): SetGroup => {
    const lows = rows.flatMap(({ reading }) =>
      reading === undefined ? [] : (lowerEnd(reading.reading) ?? []),
    );
    return {
      key: placeKey({ characteristic: '', at: its }),
      at: its,
      rows,
      mean: lows.length === 0 ? undefined : meanOf(lows),
      spread: spreadOfSet(sizesOf(rows)),
    };
  });
  const rows = groups.flatMap((group) => group.rows);
  const known = rows.flatMap((row) => {
    const low = row.reading === undefined ? undefined : lowerEnd(row.reading.reading);
    return row.reading === undefined || low === undefined
      ? []
      : [{ key: row.key, low, reading: row.reading }];
  });
  const resolution = resolutionOf(known.map(({ reading }) => reading));
  const { odd } = oddOneOut({ values: known.map(({ low }) => low), resolution });
  return {
    key: placeKey({ characteristic: '', at }),
    at,
    groups,
    spread: spreadOfSet(sizesOf(rows)),
    odd: odd.flatMap((i) => known[i]?.key ?? []),
    contrast: contrastIn(groups),
  };
}
const sizesOf = (rows: readonly SetRow[]): readonly SizeReading[] => rows.flatMap(({ size }) => size ?? []);
function contrastIn(groups: readonly SetGroup[]): SetPanel['contrast'] {
  const [a, b] = groups.map(({ rows }) => rows.flatMap(({ reading }) => reading ?? []));
  if (a === undefined || b === undefined || groups.length !== 2) return undefined;
  return a.length + b.length > MOST_CONTRASTED ? 'tooMany' : contrastOf(a, b);
}
