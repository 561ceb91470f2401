import { intervalOf } from '../evidence/size/interval';
import type { Interval } from '../evidence/size/interval';
import type { SizeReading } from '../evidence/size/size-reading';
import { nanometres, roundToNanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';

export interface FilingStation {
  readonly name: string;
  readonly reading: SizeReading;
  readonly min?: Nanometres;
  readonly max?: Nanometres;
}
export type FilingAim =
  | { readonly kind: 'least'; readonly margin: Nanometres }
  | { readonly kind: 'middle' }
  | { readonly kind: 'gap'; readonly station: string; readonly value: Nanometres };
export type FilingPlan =
  | { readonly state: 'notProven' | 'tooLoose'; readonly station: string }
  | { readonly state: 'impossible' | 'measureFiner'; readonly least: Nanometres; readonly most: Nanometres }
  | {
      readonly state: 'none' | 'file';
      readonly least: Nanometres;
      readonly most?: Nanometres;
      readonly remove: Nanometres;
      readonly clamped?: true;
      readonly predicted: readonly {
        readonly name: string;
        readonly low: Nanometres;
        readonly high?: Nanometres;
      }[];
    };

interface Held {
  readonly station: FilingStation;
  readonly interval: Interval;
  /** A removal below this is surely too little (-Infinity: nothing says so). */
  readonly need: number;
  readonly needOpen: boolean;
  /** A removal above this is surely too much. */
  readonly room: number;
}

/**
 * How much to take off a ring's ends. One cut opens the gap by the same amount at every station and never closes it.
 * @param stations readings and bounds of one ring, nm; `shortOf`: stay this far below the maximum
 * @returns the window that is safe wherever in its bracket each size lies, or why there is none
 */
export function filingWindow(question: {
  readonly stations: readonly FilingStation[];
  readonly aim: FilingAim;
  readonly shortOf?: Nanometres;
}): FilingPlan {
  const held = question.stations.map(hold);
  const unknown = held.find(
    ({ station, interval }) =>
      station.reading.kind === 'under' || (station.max !== undefined && interval.hi === Infinity),
  );
  if (unknown !== undefined) return { state: 'notProven', station: unknown.station.name };

  const room = Math.min(...held.map((each) => each.room));
  const tightestRoom = held.find((each) => each.room === room);
  if (room < 0 && tightestRoom !== undefined)
    return { state: 'tooLoose', station: tightestRoom.station.name };

  const least = Math.max(
    0,
    ...held.map(({ station, interval }) => (station.min === undefined ? 0 : station.min - interval.lo)),
  );
  const most = Math.min(
    ...held.map(({ station, interval }) =>
      station.max === undefined ? Infinity : station.max - interval.hi,
    ),
  );
  if (most < 0 || most < least) {
    const state = provablyImpossible(held, room) ? 'impossible' : 'measureFiner';
    return { state, least: nanometres(least), most: nanometres(most) };
  }

  const wanted = wantedRemoval(question, least, most);
  const ceiling = Math.max(least, most - (question.shortOf ?? 0));
  const removed = Math.min(Math.max(wanted, least), ceiling);
  const remove = roundToNanometres(removed);
  return {
    state: remove === 0 ? 'none' : 'file',
    least: nanometres(least),
    ...(most === Infinity ? {} : { most: nanometres(most) }),
    remove,
    ...(removed === wanted ? {} : { clamped: true as const }),
    predicted: held.map(({ station, interval }) => ({
      name: station.name,
      low: nanometres(interval.lo + remove),
      ...(interval.hi === Infinity ? {} : { high: nanometres(interval.hi + remove) }),
    })),
  };
}

function hold(station: FilingStation): Held {
  const interval = intervalOf(station.reading);
  const isSpread = station.reading.kind === 'spread'; // both of its points are real: nothing about it is uncertain
  const need =
    station.min === undefined || interval.hi === Infinity
      ? -Infinity
      : station.min - (isSpread ? interval.lo : interval.hi);
  const room = station.max === undefined ? Infinity : station.max - (isSpread ? interval.hi : interval.lo);
  return { station, interval, need, needOpen: interval.hiOpen && !isSpread, room };
}

function provablyImpossible(held: readonly Held[], room: number): boolean {
  const need = Math.max(...held.map((each) => each.need));
  return (
    need > room ||
    (need === room && held.some((each) => each.need === need && each.needOpen)) ||
    held.some(({ station: { min, max } }) => min !== undefined && max !== undefined && min > max)
  );
}

function wantedRemoval(
  { stations, aim }: { readonly stations: readonly FilingStation[]; readonly aim: FilingAim },
  least: number,
  most: number,
): number {
  if (aim.kind === 'gap') {
    const station = stations.find(({ name }) => name === aim.station);
    return station === undefined ? least : Math.max(0, aim.value - intervalOf(station.reading).lo);
  }
  if (least === 0) return 0;
  if (aim.kind === 'least') return least + aim.margin;
  return most === Infinity ? least : (least + most) / 2;
}
