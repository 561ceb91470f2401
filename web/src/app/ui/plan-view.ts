import { currentPin, findingsAt, placeStatus, sheetPlaces } from '@oak-gate/core';
import type { JobState, PlaceStatus } from '@oak-gate/core';

export interface PlanCylinder {
  readonly id: string;
  readonly label: string;
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
  /** Where its lines of marks are parted, from the top of the drawing. */
  readonly fins: readonly number[];
  readonly marks: readonly PlanMark[];
  /** What to be read for the whole cylinder. */
  readonly words: string;
}
export interface PlanMark {
  readonly status: PlaceStatus;
  /** Good by itself, and the gate asks about it all the same. */
  readonly asked: boolean;
  readonly x: number;
  readonly y: number;
}
export interface PlanView {
  readonly height: number;
  readonly crank: { readonly x: number; readonly width: number };
  readonly frontLabel: string;
  readonly cylinders: readonly PlanCylinder[];
}

export const PLAN_WIDTH = 212;
const CRANK = 28;
const MARK_STEP_X = 29;
const MARK_STEP_Y = 25;
const HEAD = 26;
const GAP = 12;

/**
 * The engine from above: cylinders at their banks, one mark for each of their places, in the order of the sheet.
 * @param sheets whose places are marked; all of them where nothing is said
 */
export function planView(job: JobState, sheets?: readonly string[]): PlanView | undefined {
  const layout = currentPin(job)?.model.layout;
  if (layout === undefined) return undefined;
  const single = layout.banks.length === 1;
  const places = sheetPlaces(job)
    .filter(({ characteristic }) => sheets?.includes(characteristic) ?? true)
    .map((place) => placeStatus(job, place));
  const width = single ? 128 : (PLAN_WIDTH - CRANK - 8) / 2;
  const across = Math.floor(width / MARK_STEP_X);
  const lines = marksOf(
    places.filter(({ place }) => place.at.cylinder === layout.cylinders[0]?.id),
    across,
  );
  const height = HEAD + lines.length * MARK_STEP_Y;
  const pitch = height + GAP;
  const firstRow = Math.min(...layout.cylinders.map(({ row }) => row));
  const lastRow = Math.max(...layout.cylinders.map(({ row }) => row));

  const cylinders = layout.cylinders.map(({ id, label, bank, row }): PlanCylinder => {
    const side = layout.banks.find((each) => each.id === bank)?.side ?? 'middle';
    const x = single ? (PLAN_WIDTH - width) / 2 : side === 'right' ? PLAN_WIDTH - width : 0;
    const y = 20 + ((row - firstRow) / 4) * pitch;
    const own = places.filter(({ place }) => place.at.cylinder === id);
    const marks = marksOf(own, across).flatMap((line, lineIndex) =>
      line.map((status, column) => ({
        status,
        asked: findingsAt(job, status).length > 0,
        x: x + width / 2 + (column - (line.length - 1) / 2) * MARK_STEP_X - 9,
        y: y + HEAD + lineIndex * MARK_STEP_Y - 4,
      })),
    );
    const done = own.filter(({ accepted }) => accepted).length;
    return {
      id,
      label,
      x,
      y,
      width,
      height,
      fins: lines.map((_, line) => y + HEAD - 2 + line * MARK_STEP_Y),
      marks,
      words: `${label}: ${done} of ${own.length} places accepted`,
    };
  });
  return {
    height: 20 + ((lastRow - firstRow) / 4) * pitch + height + 14,
    crank: { x: (PLAN_WIDTH - CRANK) / 2, width: CRANK },
    frontLabel: layout.frontLabel,
    cylinders,
  };
}

/** A line for each ring with a mark for each station; where rings have one station each, their marks share lines. */
function marksOf(statuses: readonly PlaceStatus[], across: number): readonly (readonly PlaceStatus[])[] {
  const stations = new Map<string, number>();
  const rings = new Map<string, PlaceStatus[]>();
  for (const status of statuses) {
    const { groove = '', member = '' } = status.place.at;
    stations.set(`${groove} ${member}`, (stations.get(`${groove} ${member}`) ?? 0) + 1);
    rings.set(groove, [...(rings.get(groove) ?? []), status]);
  }
  if (Math.max(0, ...stations.values()) > 1) return [...rings.values()];
  return Array.from({ length: Math.ceil(statuses.length / across) }, (_, line) =>
    statuses.slice(line * across, (line + 1) * across),
  );
}
