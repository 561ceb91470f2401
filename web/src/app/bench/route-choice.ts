import { Injectable, signal } from '@angular/core';
import { axesWords } from '@oak-gate/contract';
import { axesOf, placeKey, placesOnSheet, sheetModel, sheetPlaces } from '@oak-gate/core';
import type { Characteristic, JobState, Layout, Place } from '@oak-gate/core';

const KEY = 'oak-gate-route';

/** In which order the hand goes over a sheet. The tablet remembers it. */
@Injectable({ providedIn: 'root' })
export class RouteChoice {
  /** Along the lines: one station in all cylinders before the next; else all of one cylinder before the next. */
  readonly byLine = signal(localStorage.getItem(KEY) === 'line');

  turn(): void {
    this.byLine.update((now) => !now);
    localStorage.setItem(KEY, this.byLine() ? 'line' : 'column');
  }
}

/** The places of a sheet in the order in which the hand goes. */
export function routeOver(
  job: JobState,
  layout: Layout,
  characteristic: Characteristic,
  byLine: boolean,
): readonly Place[] {
  const places = sheetPlaces(job, characteristic.id);
  if (!byLine) return places;
  const known = new Map(places.map((place) => [placeKey(place), place]));
  return placesOnSheet(sheetModel(layout, characteristic)).flatMap(
    (place) => known.get(placeKey(place)) ?? [],
  );
}

/** "by cylinder", "by station"; undefined where a sheet has only one way over it. */
export function routeWords(
  layout: Layout,
  characteristic: Characteristic,
  byLine: boolean,
): string | undefined {
  const { across, groups, lines } = axesOf(characteristic);
  const [block] = sheetModel(layout, characteristic).blocks;
  const down = block?.groups.flatMap((group) => group.lines).length ?? 0;
  if (block === undefined || block.columns.length < 2 || down < 2) return undefined;
  return `by ${axesWords(byLine ? [...groups, ...lines].slice(0, 1) : across.slice(0, 1))}`;
}
