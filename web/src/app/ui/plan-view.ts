import { currentPin, findingsAt, placeStatus, sheetPlaces } from '@oak-gate/core';
import type { JobState, Journal, Layout, PlaceStateWord, PlaceStatus } from '@oak-gate/core';

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
  /** Every place of it, also where one mark stands for several. */
  readonly places: readonly PlaceStatus[];
  /** The worst that the other sheets of the stage hold of it. */
  readonly beside: PlaceStatus | undefined;
  /** It is on the bank that lies below while the other one is worked on. */
  readonly isAside: boolean;
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
  /** How the engine lies: bearings are measured with the block turned over. */
  readonly pose: 'above' | 'below' | 'bank';
  /** The bank that is turned uppermost. */
  readonly bank: string | undefined;
  readonly frontLabel: string;
  readonly cylinders: readonly PlanCylinder[];
  /** What belongs to no single cylinder: the whole engine, its heads and journals. */
  readonly rest: PlanCylinder | undefined;
}

/** What is drawn besides the sheet in hand. */
export interface Beside {
  readonly beside?: readonly string[];
  readonly bank?: string | undefined;
}

export const PLAN_WIDTH = 212;
const CRANK = 28;
const MARK_STEP_X = 29;
const MARK_STEP_Y = 25;
const HEAD = 26;
const GAP = 12;
/** More lines of marks than this are no picture any more: then one mark stands for a sheet. */
const MOST_LINES = 5;

/**
 * The engine from above: cylinders at their banks, one mark for each of their places, in the order of the sheet; where that
 * would be too many, one for each sheet, as its worst place stands. Below them what belongs to no single cylinder.
 * @param sheets whose places are marked; all of them where nothing is said
 * @param beside the other sheets of the stage, of which each cylinder shows the worst; `bank` that is turned uppermost
 */
export function planView(
  job: JobState,
  sheets?: readonly string[],
  { beside = [], bank: up }: Beside = {},
): PlanView | undefined {
  const layout = currentPin(job)?.model.layout;
  if (layout === undefined) return undefined;
  const single = layout.banks.length === 1;
  const places = sheetPlaces(job)
    .filter(({ characteristic }) => sheets?.includes(characteristic) ?? true)
    .map((place) => placeStatus(job, place));
  if (
    places.length > 0 &&
    places.every(({ place }) => place.at.cylinder === undefined && isOnCrank(layout, place.at.journal))
  )
    return crankLine(job, layout, places);
  const width = single ? 128 : (PLAN_WIDTH - CRANK - 8) / 2;
  const across = Math.floor(width / MARK_STEP_X);
  const lines = marksOf(
    places.filter(({ place }) => place.at.cylinder === layout.cylinders[0]?.id),
    across,
  );
  const height = HEAD + lines.length * MARK_STEP_Y;
  const pitch = height + GAP;
  const others = new Map<string, PlaceStatus[]>();
  for (const place of beside.length === 0 ? [] : sheetPlaces(job))
    if (place.at.cylinder !== undefined && beside.includes(place.characteristic)) {
      const there = others.get(place.at.cylinder);
      const status = placeStatus(job, place);
      if (there === undefined) others.set(place.at.cylinder, [status]);
      else there.push(status);
    }
  const firstRow = Math.min(...layout.cylinders.map(({ row }) => row));
  const lastRow = Math.max(...layout.cylinders.map(({ row }) => row));

  const cylinders = layout.cylinders.map(({ id, label, bank, row }): PlanCylinder => {
    const side = layout.banks.find((each) => each.id === bank)?.side ?? 'middle';
    const x = single ? (PLAN_WIDTH - width) / 2 : side === 'right' ? PLAN_WIDTH - width : 0;
    const y = 20 + ((row - firstRow) / 4) * pitch;
    const own = places.filter(({ place }) => place.at.cylinder === id);
    const box = boxOf(job, { id, label, x, y, width, height }, own, marksOf(own, across), lines.length);
    const [worst] = [...(others.get(id) ?? [])].sort((a, b) => weight(a) - weight(b));
    return { ...box, beside: worst, isAside: up !== undefined && bank !== up };
  });
  const left = places.filter(({ place }) => place.at.cylinder === undefined);
  const below = 20 + ((lastRow - firstRow) / 4) * pitch + height + GAP;
  const leftLines = marksOf(left, Math.floor(PLAN_WIDTH / MARK_STEP_X));
  const restHeight = HEAD + leftLines.length * MARK_STEP_Y;
  const box = { id: '', label: REST, x: 0, y: below, width: PLAN_WIDTH, height: restHeight };
  const rest = left.length === 0 ? undefined : boxOf(job, box, left, leftLines, leftLines.length);
  return {
    height: rest === undefined ? below + 2 : below + restHeight + 4,
    crank: { x: (PLAN_WIDTH - CRANK) / 2, width: CRANK },
    frontLabel: layout.frontLabel,
    pose: up === undefined ? 'above' : 'bank',
    bank: layout.banks.find(({ id }) => id === up)?.label,
    cylinders,
    rest,
  };
}
/** The box of a journal is told from that of a cylinder by its id. */
export const journalBox = (journal: string): string => `journal ${journal}`;

/**
 * The crank with the block turned over: mains on their line and the crankpins between them to the sides, from the front on. Those
 * of the sheet have their marks, the others only say where these lie.
 */
function crankLine(job: JobState, layout: Layout, places: readonly PlaceStatus[]): PlanView {
  const width = 128;
  const across = Math.floor(width / MARK_STEP_X);
  let y = 20;
  const boxes = alongCrank(layout.journals ?? []).map(({ id, label, kind }, i): PlanCylinder => {
    const own = places.filter(({ place }) => place.at.journal === id);
    const lines = marksOf(own, across);
    const height = HEAD + lines.length * MARK_STEP_Y;
    const side = kind === 'main' ? 0 : i % 4 === 1 ? -1 : 1;
    const x = (PLAN_WIDTH - width) / 2 + side * 22;
    const box = boxOf(job, { id: journalBox(id), label, x, y, width, height }, own, lines, lines.length);
    y += height + 6;
    return box;
  });
  return {
    height: y + 4,
    crank: { x: (PLAN_WIDTH - CRANK) / 2, width: CRANK },
    frontLabel: layout.frontLabel,
    pose: 'below',
    bank: undefined,
    cylinders: boxes,
    rest: undefined,
  };
}
/** A camshaft's journals are no part of the crank. */
const isOnCrank = ({ journals = [] }: Layout, journal: string | undefined): boolean =>
  journals.some(({ id, kind }) => id === journal && (kind === 'main' || kind === 'crankpin'));
/** Mains with the crankpins that lie between them, as many in each bay. */
export function alongCrank(journals: readonly Journal[]): readonly Journal[] {
  const [mains, pins] = (['main', 'crankpin'] as const).map((kind) =>
    journals.filter((each) => each.kind === kind),
  );
  if (mains === undefined || pins === undefined) return journals;
  const bays = Math.max(1, mains.length - 1);
  const inBay = Math.ceil(pins.length / bays);
  return [
    ...mains.flatMap((main, i) => [main, ...pins.slice(i * inBay, (i + 1) * inBay)]),
    ...pins.slice(mains.length * inBay),
  ];
}
const REST = 'Heads, journals, engine';

function boxOf(
  job: JobState,
  box: Pick<PlanCylinder, 'id' | 'label' | 'x' | 'y' | 'width' | 'height'>,
  places: readonly PlaceStatus[],
  lines: readonly (readonly PlaceStatus[])[],
  fins: number,
): PlanCylinder {
  const { label, x, y, width } = box;
  const marks = lines.flatMap((line, lineIndex) =>
    line.map((status, column) => ({
      status,
      asked: findingsAt(job, status).length > 0,
      x: x + width / 2 + (column - (line.length - 1) / 2) * MARK_STEP_X - 9,
      y: y + HEAD + lineIndex * MARK_STEP_Y - 4,
    })),
  );
  const done = places.filter(({ accepted }) => accepted).length;
  return {
    ...box,
    fins: Array.from({ length: fins }, (_, line) => y + HEAD - 2 + line * MARK_STEP_Y),
    marks,
    places,
    beside: undefined,
    isAside: false,
    words: `${label}: ${done} of ${places.length} places accepted`,
  };
}

/** A line for each ring with a mark for each station; where rings have one station each, their marks share lines. */
function marksOf(statuses: readonly PlaceStatus[], across: number): readonly (readonly PlaceStatus[])[] {
  const all = linesOf(statuses, across).flatMap((line) => chunks(line, across));
  return all.length <= MOST_LINES ? all : chunks(worstOfEach(statuses), across);
}
const chunks = <T>(all: readonly T[], most: number): readonly (readonly T[])[] =>
  Array.from({ length: Math.ceil(all.length / most) }, (_, i) => all.slice(i * most, (i + 1) * most));

/** Of each sheet the place that weighs most. */
function worstOfEach(statuses: readonly PlaceStatus[]): readonly PlaceStatus[] {
  const worst = new Map<string, PlaceStatus>();
  for (const status of statuses) {
    const there = worst.get(status.place.characteristic);
    if (there === undefined || weight(status) < weight(there)) worst.set(status.place.characteristic, status);
  }
  return [...worst.values()];
}
const WEIGHTS: readonly PlaceStateWord[] = [
  ...([
    'loose',
    'tight',
    'contested',
    'unsettled',
    'withheld',
    'noLimit',
    'notProven',
    'secondLook',
  ] as const),
  ...(['void', 'spent', 'declaredNotApplicable', 'deferred', 'notTaken'] as const),
  ...(['serviceable', 'in', 'notApplicable'] as const),
];
const weight = ({ state, conceded }: PlaceStatus): number =>
  conceded ? WEIGHTS.length - 3.5 : WEIGHTS.indexOf(state);

function linesOf(statuses: readonly PlaceStatus[], across: number): readonly (readonly PlaceStatus[])[] {
  const stations = new Map<string, number>();
  const rings = new Map<string, PlaceStatus[]>();
  for (const status of statuses) {
    const { groove = '', member = '' } = status.place.at;
    stations.set(`${groove} ${member}`, (stations.get(`${groove} ${member}`) ?? 0) + 1);
    rings.set(groove, [...(rings.get(groove) ?? []), status]);
  }
  if (Math.max(0, ...stations.values()) > 1) return [...rings.values()];
  return chunks(statuses, across);
}
