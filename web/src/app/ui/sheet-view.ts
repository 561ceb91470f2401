import { placeWords, shortReading, showBound, workedAt } from '@oak-gate/contract';
import {
  currentPin,
  findingsAt,
  limitInForce,
  partsAt,
  placeStatus,
  sheetPlaces,
  spreadOfSet,
  showExact,
} from '@oak-gate/core';
import type {
  Characteristic,
  JobState,
  LengthUnit,
  LimitInForce,
  PartState,
  Place,
  PlaceStatus,
  Reading,
} from '@oak-gate/core';

/** A sheet as a chart on a clipboard: cylinders across, rings and stations down. */
export interface SheetView {
  readonly title: string;
  readonly unit: LengthUnit;
  readonly blocks: readonly SheetBlock[];
}
export interface SheetBlock {
  readonly label: string;
  readonly cylinders: readonly { readonly id: string; readonly label: string }[];
  readonly groups: readonly SheetGroup[];
}
export interface SheetGroup {
  readonly label: string;
  readonly lines: readonly SheetLine[];
}
export interface SheetLine {
  readonly station: string;
  readonly limit: string;
  readonly spread: string;
  readonly cells: readonly SheetCell[];
}
export interface SheetCell {
  readonly status: PlaceStatus;
  /** Good by itself, and the gate asks about it all the same. */
  readonly asked: boolean;
  /** What was done to the ring here: a filed one and one that was exchanged look different. */
  readonly worked: string;
  readonly figure: string;
  /** What goes over what stops, for narrow columns. */
  readonly over: string;
  readonly under: string;
}

/** More cylinders than this do not fit side by side at reading size: the chart splits by bank. */
export const MOST_ACROSS = 6;

/** The part state that a place is judged for: that of the part which lies there, else new. */
export function partStateAt(job: JobState, characteristic: Characteristic, place: Place): PartState {
  const parts = partsAt(job, characteristic, place);
  return parts.ok ? parts.partState : 'new';
}

export function sheetView(job: JobState, unit: LengthUnit): SheetView | undefined {
  const pin = currentPin(job);
  const [characteristic] = pin?.characteristics ?? [];
  if (pin === undefined || characteristic === undefined) return undefined;
  const { layout } = pin.model;
  const split = layout.cylinders.length > MOST_ACROSS && layout.banks.length > 1;
  const blocks = split
    ? layout.banks.map(({ id, label }) => ({
        label,
        cylinders: layout.cylinders.filter(({ bank }) => bank === id),
      }))
    : [{ label: '', cylinders: layout.cylinders }];
  const places = sheetPlaces(job, characteristic.id);
  return {
    title: characteristic.name,
    unit,
    blocks: blocks.map(({ label, cylinders }) => ({
      label,
      cylinders,
      groups: groupsOf(
        job,
        characteristic,
        places.filter(({ at }) => cylinders.some(({ id }) => id === at.cylinder)),
        unit,
      ),
    })),
  };
}

function groupsOf(
  job: JobState,
  characteristic: Characteristic,
  places: readonly Place[],
  unit: LengthUnit,
): SheetGroup[] {
  const layout = currentPin(job)?.model.layout;
  if (layout === undefined) return [];
  const groups = new Map<string, Map<string, Place[]>>();
  for (const place of places) {
    const { ring, shortStation: station } = placeWords(layout, place);
    const lines = groups.get(ring) ?? new Map<string, Place[]>();
    lines.set(station, [...(lines.get(station) ?? []), place]);
    groups.set(ring, lines);
  }
  return [...groups].map(([label, lines]) => ({
    label,
    lines: [...lines].map(([station, across]) => lineOf(job, characteristic, station, across, unit)),
  }));
}

function lineOf(
  job: JobState,
  characteristic: Characteristic,
  station: string,
  places: readonly Place[],
  unit: LengthUnit,
): SheetLine {
  const cells = places.map((place) => cellOf(job, placeStatus(job, place), unit));
  const [first] = places;
  const inForce =
    first === undefined ? undefined : limitInForce(job, first, partStateAt(job, characteristic, first));
  const readings = cells.flatMap(({ status }) =>
    status.reading?.status === 'current' ? [status.reading.reading] : [],
  );
  return {
    station,
    limit: inForce === undefined ? '' : limitText(inForce, unit),
    spread: spreadText(readings, unit),
    cells,
  };
}

export function limitText(inForce: LimitInForce, unit: LengthUnit): string {
  if (inForce.state === 'inForce') return showBound(inForce.limit, unit);
  return inForce.state === 'none' ? 'no limit' : 'undecided';
}

const WORKED = { filed: 'filed', exchanged: 'new ring', not: '' } as const;
function cellOf(job: JobState, status: PlaceStatus, unit: LengthUnit): SheetCell {
  const reading = status.reading?.reading;
  const figure = reading === undefined ? '' : shortReading(reading, unit);
  const [over = '', under = ''] = figure.split('/');
  const worked = WORKED[workedAt(job, status.key) ?? 'not'];
  return { status, worked, asked: findingsAt(job, status).length > 0, figure, over, under };
}

function spreadText(readings: readonly Reading[], unit: LengthUnit): string {
  const spread = spreadOfSet(readings);
  if (spread === undefined) return '';
  const least = showExact(spread.least, unit);
  if (spread.most === undefined) return `${least}+`;
  const most = showExact(spread.most, unit);
  return least === most ? least : `${least} to ${most}`;
}
