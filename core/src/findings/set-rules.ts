import { isSize } from '../evidence/reading';
import type { SizeReading } from '../evidence/size/size-reading';
import { intervalOf } from '../evidence/size/interval';
import { currentReading, judgedBy, placeAt, sheetPlaces, unaskedReason } from '../bench/places';
import type { PlaceRecord, PlacesState, RecordedReading } from '../bench/places';
import { spreadOfSet } from '../bench/spread-of-set';
import type { Layout } from '../engines/layout';
import { placeKey } from '../engines/place';
import { partIn } from '../engines/parts';
import type { PartsState } from '../engines/parts';
import type { Place } from '../engines/place';
import { FIT_AXES } from '../engines/characteristic';
import type { Characteristic } from '../engines/characteristic';
import { bankDifferences } from './bank-difference';
import type { BankDifference } from './bank-difference';
import { classMismatches } from './class-match';
import type { ClassMismatch } from './class-match';
import { classDoubts } from './ring-class';
import type { ClassDoubt } from './ring-class';
import type { LimitRow } from '../library/document';
import { contextAt } from '../library/judged-fit';
import { currentPin } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { Group, RowRule, SpreadOf } from '../library/row-rule';
import { isLength } from '../quantity/figure';
import { applies } from '../library/rank';

/** How a rule over several readings stands. `notProven`: the brackets are too wide to tell, or `cannotBecause` says why not. */
export interface SetRuleStand {
  /** Changes whenever one of the readings does, so that an acceptance is of these readings. */
  readonly id: string;
  readonly row: string;
  /** Which readings of the engine it holds together, whatever they are: the place, or the group. */
  readonly about: string;
  /**
   * `twoWays`: one fit, known in two ways that cannot both be true. `banks`: gaps of two banks that differ, which says something
   * about their bores. `ringClass`: a gap as a ring, or a bore, of another class would make it. `classes`: parts that run on each
   * other are made for another size than each other.
   */
  readonly kind: 'spread' | 'match' | 'relation' | 'twoWays' | 'banks' | 'ringClass' | 'classes';
  readonly state: 'holds' | 'broken' | 'notProven';
  /** The readings that it is about: of a relation the one that must not be smaller first. */
  readonly places: readonly string[];
  /** Of a spread or a match: within which group. */
  readonly across?: Group;
  /** Of a spread: between which heights of its parts, where the row says it; else between all points, the stricter of the two. */
  readonly of?: SpreadOf;
  /** Of a spread or a match, nm: at least and at most, and what is allowed. */
  readonly least?: number;
  readonly most?: number;
  readonly allowed?: number;
  /** Of `banks` and `ringClass`: what the set says. */
  readonly banks?: BankDifference;
  readonly doubt?: ClassDoubt;
  readonly mismatch?: ClassMismatch;
  /** A rule that this engine cannot be held against is said, never dropped. */
  readonly cannotBecause?: 'groupUnknown' | 'otherNotMeasured';
}
type Taken = readonly [Place, RecordedReading & { readonly reading: SizeReading }];
/** A place of a rule: read, still to be read, or none of its business (not applicable, or of a part the row is not about). */
type Standing = Taken | 'missing' | 'outside';
const isTaken = (standing: Standing): standing is Taken => typeof standing !== 'string';

type RulesSlice = PinState & PlacesState & PartsState & { readonly rules?: number };
/** Since these rules a head has its liners and a crankpin its rods; before, nobody had told the application. */
const GROUPS_KNOWN_SINCE = 8;

/** Since these rules what a set says about its bores and rings is asked about; before, nobody had looked at the set. */
const SETS_SINCE = 10;

/**
 * What holds over several readings at once, where all that it needs are taken: the pinned rows, one fit known in two ways, and what
 * the set says about parts that nobody has measured yet.
 */
export function setRules(state: RulesSlice, sheets?: readonly string[]): readonly SetRuleStand[] {
  const asked = (currentPin(state)?.characteristics ?? []).filter(({ id }) => sheets?.includes(id) ?? true);
  const isOlder = (state.rules ?? SETS_SINCE) < SETS_SINCE;
  const said = isOlder
    ? []
    : asked.flatMap((each) => [...bankRules(state, each), ...classRules(state, each)]);
  const classes = (state.rules ?? CLASSES_SINCE) < CLASSES_SINCE ? [] : mismatchRules(state, asked);
  return [...rowRules(state, sheets), ...twoWays(state, sheets), ...said, ...classes];
}
/** Since these rules parts of different classes that run on each other are a finding; before, they were a sentence. */
const CLASSES_SINCE = 13;
/** Since these rules what was decided of classes is of the very parts; before, of any that were marked alike in their places. */
const OF_PARTS_SINCE = 14;
function mismatchRules(state: RulesSlice, asked: readonly Characteristic[]): readonly SetRuleStand[] {
  const isOfParts = (state.rules ?? OF_PARTS_SINCE) >= OF_PARTS_SINCE;
  return classMismatches(state, asked).map((mismatch): SetRuleStand => {
    const { about, claims, places } = mismatch;
    const said = claims.map(({ slot, off, by }) => {
      const part = isOfParts ? (partIn(state, slot)?.id ?? slot) : slot;
      return `${part}=${off}${by === 'marked' ? '' : '~'}`;
    });
    return {
      id: `classes ${about} ${said.join(' ')}`,
      ...{ row: 'classes', about, kind: 'classes', mismatch, state: 'broken', places },
    };
  });
}

/** Banks that differ hold their gate until the bores are measured; what those say is then told, whatever it is. */
function bankRules(state: RulesSlice, characteristic: Characteristic): readonly SetRuleStand[] {
  return bankDifferences(state, characteristic).map((banks): SetRuleStand => {
    const readings = banks.rings.flatMap((ring) => ring.readings);
    const about = [characteristic.id, ...(banks.station === undefined ? [] : [banks.station])].join(' ');
    return {
      id: `banks ${about} ${readings.map(([, { seq }]) => seq).join(' ')}`,
      ...{ row: 'banks', about, kind: 'banks', banks },
      state: banks.bores === undefined ? 'notProven' : 'holds',
      places: readings.map(([place]) => placeKey(place)),
    };
  });
}
function classRules(state: RulesSlice, characteristic: Characteristic): readonly SetRuleStand[] {
  return classDoubts(state, characteristic).map((doubt): SetRuleStand => {
    const about = placeKey(doubt.place);
    return {
      id: `ringClass ${about} ${doubt.reading.seq}`,
      ...{ row: 'ringClass', about, kind: 'ringClass', doubt, state: 'notProven' },
      places: [about],
    };
  });
}

/**
 * Where a fit was measured and is worked out from its parts as well, and the two lie further apart than both may err. Which is
 * wrong nobody can tell from here: a strip on an oiled journal, a shaft that was turned on it, a diameter misread.
 */
function twoWays(state: RulesSlice, sheets: readonly string[] | undefined): readonly SetRuleStand[] {
  return (currentPin(state)?.characteristics ?? []).flatMap((derived): SetRuleStand[] => {
    const direct = derived.judgedAs;
    if (direct === undefined || sheets?.some((id) => id === derived.id || id === direct) === false) return [];
    return sheetPlaces(state, derived.id).flatMap((place): SetRuleStand[] => {
      const keys = [placeKey({ characteristic: direct, at: place.at }), placeKey(place)];
      const readings = keys.map((key) => currentReading(placeAt(state, key)));
      const known = readings.flatMap((each) => (each !== undefined && isSize(each.reading) ? [each] : []));
      const [a, b] = known.map(({ reading, verdict, instrument }) => {
        const { lo, hi } = isSize(reading) ? intervalOf(reading) : { lo: 0, hi: Infinity };
        const unsure = verdict.uncertainty ?? instrument?.uncertainty ?? 0;
        return { lo: lo - unsure, hi: hi + unsure };
      });
      if (a === undefined || b === undefined || (a.lo <= b.hi && b.lo <= a.hi)) return [];
      const about = keys[0] ?? '';
      return [
        {
          id: `twoWays ${about} ${known.map(({ seq }) => seq).join(' ')}`,
          row: 'twoWays',
          about,
          kind: 'twoWays',
          state: 'notProven',
          places: keys,
        },
      ];
    });
  });
}

function rowRules(state: RulesSlice, sheets?: readonly string[]): readonly SetRuleStand[] {
  const pin = currentPin(state);
  if (pin?.rows.some(({ rule }) => rule !== undefined) !== true) return [];
  const { heads: _heads, journals: _journals, ...rest } = pin.model.layout;
  const isGrouped = (state.rules ?? GROUPS_KNOWN_SINCE) >= GROUPS_KNOWN_SINCE;
  const layout: Layout = isGrouped ? pin.model.layout : rest;
  return pin.rows
    .filter(({ characteristic, rule }) => rule !== undefined && (sheets?.includes(characteristic) ?? true))
    .flatMap((row): SetRuleStand[] => {
      const places = sheetPlaces(state, row.characteristic);
      const here = places.filter((place) => isAt(place, row));
      const standing = (place: Place): Standing => {
        const record = placeAt(state, placeKey(place));
        if (unaskedReason(state, place) !== undefined || isDeclaredAway(state, record)) return 'outside';
        const reading = currentReading(record);
        if (reading === undefined) return 'missing';
        return isSize(reading.reading) && applies(row, contextAt(pin, place, judgedBy(reading.verdict)))
          ? [place, { ...reading, reading: reading.reading }]
          : 'outside';
      };
      if (row.rule?.kind === 'spread' || row.rule?.kind === 'match')
        return spreads(row, row.rule, here, layout, standing);
      if (row.rule?.kind === 'relation')
        return relations(row, here, places, row.rule.notSmallerThan, standing);
      return [];
    });
}

/** Accepted as not applicable under this pin, and not measured after all. */
const isDeclaredAway = (state: PinState, record: PlaceRecord): boolean =>
  record.notApplicable?.accepted === true &&
  record.notApplicable.pin === currentPin(state)?.pin &&
  currentReading(record) === undefined;

const isAt = (place: Place, address: Pick<LimitRow, 'groove' | 'member' | 'station'>): boolean =>
  FIT_AXES.every((axis) => address[axis] === undefined || address[axis] === place.at[axis]);

/** Which group a place is in; undefined where the layout does not say (it has no heads and no journals). */
function groupOf(place: Place, across: Group, { cylinders, heads, journals }: Layout): string | undefined {
  const { cylinder = '' } = place.at;
  switch (across) {
    case 'engine':
      return 'all';
    case 'bank':
      return cylinders.find(({ id }) => id === cylinder)?.bank;
    case 'cylinder':
      return place.at.cylinder;
    case 'head':
      return place.at.head ?? heads?.find((each) => each.cylinders.includes(cylinder))?.id;
    case 'journal':
      return place.at.journal ?? journals?.find((each) => each.cylinders.includes(cylinder))?.id;
  }
}

function spreads(
  row: LimitRow,
  rule: Extract<RowRule, { readonly kind: 'spread' | 'match' }>,
  here: readonly Place[],
  layout: Layout,
  standing: (place: Place) => Standing,
): SetRuleStand[] {
  const { kind, across } = rule;
  const { max } = row.printed;
  if (max === undefined || !isLength(max)) return [];
  const groups = new Map<string, Standing[]>();
  const ungrouped: Taken[] = [];
  for (const place of here) {
    const stands = standing(place);
    const group = groupOf(place, across, layout);
    if (group !== undefined) grouped(groups, group).push(stands);
    else if (isTaken(stands)) ungrouped.push(stands);
  }
  const cannot: SetRuleStand[] =
    ungrouped.length === 0
      ? []
      : [
          {
            ...stand(row, kind, ungrouped, across),
            state: 'notProven',
            across,
            allowed: max.nm,
            cannotBecause: 'groupUnknown',
          },
        ];
  const isOfMids = kind === 'spread' && rule.of === 'mids';
  return [...groups]
    .flatMap(([group, stands]): SetRuleStand[] => {
      const readings = stands.filter(isTaken);
      const sizes = readings.map(([place, { reading }]) => ({ place, reading }));
      const spread = isOfMids ? spreadOfMids(sizes) : spreadOfSet(sizes.map(({ reading }) => reading));
      if (spread === undefined || readings.length < 2 || stands.includes('missing')) return [];
      return [
        {
          ...stand(row, kind, readings, `${across} ${group}`),
          state:
            spread.least > max.nm
              ? 'broken'
              : spread.most !== undefined && spread.most <= max.nm
                ? 'holds'
                : 'notProven',
          across,
          ...(kind === 'spread' && rule.of !== undefined ? { of: rule.of } : {}),
          least: spread.least,
          ...(spread.most === undefined ? {} : { most: spread.most }),
          allowed: max.nm,
        },
      ];
    })
    .concat(cannot);
}

/**
 * How far the mid heights of several parts lie apart: of each the middle between its lowest and its highest point.
 * @returns undefined for fewer than two parts
 */
function spreadOfMids(
  points: readonly { readonly place: Place; readonly reading: SizeReading }[],
): { readonly least: number; readonly most?: number } | undefined {
  const parts = new Map<string, ReturnType<typeof intervalOf>[]>();
  for (const { place, reading } of points) {
    const { point: _, ...part } = place.at;
    const key = placeKey({ characteristic: place.characteristic, at: part });
    parts.set(key, [...(parts.get(key) ?? []), intervalOf(reading)]);
  }
  if (parts.size < 2) return undefined;
  const mids = [...parts.values()].map((all) => {
    const [los, his] = [all.map(({ lo }) => lo), all.map(({ hi }) => hi)];
    // The lowest point lies between the smallest of both ends, the highest between the largest of both.
    return {
      lo: (Math.min(...los) + Math.max(...los)) / 2,
      hi: (Math.min(...his) + Math.max(...his)) / 2,
    };
  });
  const highest = Math.max(...mids.map(({ hi }) => hi));
  const least = Math.max(0, Math.max(...mids.map(({ lo }) => lo)) - Math.min(...mids.map(({ hi }) => hi)));
  return {
    least,
    ...(Number.isFinite(highest) ? { most: highest - Math.min(...mids.map(({ lo }) => lo)) } : {}),
  };
}

function grouped(groups: Map<string, Standing[]>, group: string): Standing[] {
  const there = groups.get(group) ?? [];
  if (there.length === 0) groups.set(group, there);
  return there;
}

/** The size here is not smaller than the one there, in the same cylinder. */
function relations(
  row: LimitRow,
  here: readonly Place[],
  all: readonly Place[],
  other: Pick<LimitRow, 'groove' | 'member' | 'station'>,
  standing: (place: Place) => Standing,
): SetRuleStand[] {
  const others = new Map<string | undefined, Place>();
  for (const each of all)
    if (isAt(each, other) && !others.has(each.at.cylinder)) others.set(each.at.cylinder, each);
  return here.flatMap((place): SetRuleStand[] => {
    const mine = standing(place);
    if (!isTaken(mine)) return [];
    const there = others.get(place.at.cylinder);
    const its = there === undefined ? 'outside' : standing(there);
    if (its === 'missing') return [];
    if (its === 'outside')
      return [
        {
          ...stand(row, 'relation', [mine], placeKey(place)),
          state: 'notProven',
          cannotBecause: 'otherNotMeasured',
        },
      ];
    const [a, b] = [intervalOf(mine[1].reading), intervalOf(its[1].reading)];
    const surelySmaller = a.hiOpen ? a.hi <= b.lo : a.hi < b.lo;
    return [
      {
        ...stand(row, 'relation', [mine, its], placeKey(place)),
        state: surelySmaller ? 'broken' : a.lo >= b.hi ? 'holds' : 'notProven',
      },
    ];
  });
}

const stand = (row: LimitRow, kind: SetRuleStand['kind'], readings: readonly Taken[], about: string) => ({
  id: `${row.id} ${readings.map(([, { seq }]) => seq).join(' ')}`,
  row: row.id,
  about,
  kind,
  places: readings.map(([place]) => placeKey(place)),
});
