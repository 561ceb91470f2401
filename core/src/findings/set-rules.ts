import { intervalOf } from '../bench/interval';
import { currentReading, placeAt, sheetPlaces } from '../bench/places';
import type { PlacesState, RecordedReading } from '../bench/places';
import { spreadOfSet } from '../bench/spread-of-set';
import { placeKey } from '../engines/place';
import type { Place } from '../engines/place';
import { FIT_AXES } from '../engines/characteristic';
import type { LimitRow } from '../library/document';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import { isLength } from '../quantity/figure';
import { applies } from '../library/rank';

/** How a rule over several readings stands. `notProven`: the brackets are too wide to tell. */
export interface SetRuleStand {
  /** Changes whenever one of the readings does, so that an acceptance is of these readings. */
  readonly id: string;
  readonly row: string;
  readonly kind: 'spread' | 'relation';
  readonly state: 'holds' | 'broken' | 'notProven';
  /** The readings that it is about: of a relation the one that must not be smaller first. */
  readonly places: readonly string[];
  /** Of a spread, nm: at least and at most, and what is allowed. */
  readonly least?: number;
  readonly most?: number;
  readonly allowed?: number;
}
type Taken = readonly [Place, RecordedReading];

/** The pinned rows about several readings at once, where all the readings that they need are taken. */
export function setRules(state: PinState & PlacesState, sheets?: readonly string[]): readonly SetRuleStand[] {
  const pin = currentPin(state);
  if (pin === undefined) return [];
  return pin.rows
    .filter(({ characteristic, rule }) => rule !== undefined && (sheets?.includes(characteristic) ?? true))
    .flatMap((row): SetRuleStand[] => {
      const places = sheetPlaces(state, row.characteristic);
      const here = places.filter((place) => isAt(place, row));
      const taken = (at: readonly Place[]): readonly Taken[] =>
        at.flatMap((place): Taken[] => {
          const reading = currentReading(placeAt(state, placeKey(place)));
          if (reading === undefined) return [];
          return applies(row, { ...pin.context, partState: reading.verdict.partState })
            ? [[place, reading]]
            : [];
        });
      if (row.rule?.kind === 'spread') return spreads(row, here, row.rule.across, state, taken);
      if (row.rule?.kind === 'relation') return relations(row, here, places, row.rule.notSmallerThan, taken);
      return [];
    });
}

const isAt = (place: Place, address: Pick<LimitRow, 'groove' | 'member' | 'station'>): boolean =>
  FIT_AXES.every((axis) => address[axis] === undefined || address[axis] === place.at[axis]);

function spreads(
  row: LimitRow,
  here: readonly Place[],
  across: string,
  state: PinState,
  taken: (at: readonly Place[]) => readonly Taken[],
): SetRuleStand[] {
  const { max } = row.printed;
  if (max === undefined || !isLength(max)) return [];
  const layout = currentPin(state)?.model.layout;
  const groupOf = (place: Place): string => {
    if (across === 'cylinder') return place.at.cylinder ?? '';
    if (across === 'bank') return layout?.cylinders.find(({ id }) => id === place.at.cylinder)?.bank ?? '';
    return 'all';
  };
  const groups = new Map<string, Place[]>();
  for (const place of here) groups.set(groupOf(place), [...(groups.get(groupOf(place)) ?? []), place]);
  return [...groups.values()].flatMap((places): SetRuleStand[] => {
    const readings = taken(places);
    const spread = spreadOfSet(readings.map(([, { reading }]) => reading));
    if (spread === undefined || readings.length < places.length) return [];
    return [
      {
        ...stand(row, 'spread', readings),
        state:
          spread.least > max.nm
            ? 'broken'
            : spread.most !== undefined && spread.most <= max.nm
              ? 'holds'
              : 'notProven',
        least: spread.least,
        ...(spread.most === undefined ? {} : { most: spread.most }),
        allowed: max.nm,
      },
    ];
  });
}

/** The size here is not smaller than the one there, in the same cylinder. */
function relations(
  row: LimitRow,
  here: readonly Place[],
  all: readonly Place[],
  other: Pick<LimitRow, 'groove' | 'member' | 'station'>,
  taken: (at: readonly Place[]) => readonly Taken[],
): SetRuleStand[] {
  return here.flatMap((place): SetRuleStand[] => {
    const there = all.find((each) => each.at.cylinder === place.at.cylinder && isAt(each, other));
    const readings = taken(there === undefined ? [place] : [place, there]);
    const [mine, its] = readings;
    if (mine === undefined || its === undefined) return [];
    const [a, b] = [intervalOf(mine[1].reading), intervalOf(its[1].reading)];
    const surelySmaller = a.hiOpen ? a.hi <= b.lo : a.hi < b.lo;
    return [
      {
        ...stand(row, 'relation', readings),
        state: surelySmaller ? 'broken' : a.lo >= b.hi ? 'holds' : 'notProven',
      },
    ];
  });
}

const stand = (row: LimitRow, kind: SetRuleStand['kind'], readings: readonly Taken[]) => ({
  id: `${row.id} ${readings.map(([, { seq }]) => seq).join(' ')}`,
  row: row.id,
  kind,
  places: readings.map(([place]) => placeKey(place)),
});
