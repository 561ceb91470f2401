import { benchFigure, boundText, headWords, stateWord } from '@oak-gate/contract';
import { currentPin, nanometres, parsePlaceKey, placeKey, sectionAt } from '@oak-gate/core';
import type { Characteristic, JobState, LengthUnit, Place, PlaceStateWord } from '@oak-gate/core';

/** A round part across its axis: each plane a round, each direction a line through it. Coordinates in px of its own box. */
export interface SectionView {
  readonly width: number;
  readonly height: number;
  readonly planes: readonly SectionPlane[];
  readonly bounds: readonly { readonly label: string; readonly isWear: boolean }[];
  /** What the drawing says, for those who do not see it. */
  readonly words: string;
}
interface SectionPlane {
  readonly label: string;
  readonly x: number;
  readonly y: number;
  /** The limits as rounds. */
  readonly rounds: readonly { readonly r: number; readonly isWear: boolean }[];
  /** The form as it was found, its deviation enlarged; empty where not every direction is known. */
  readonly form: string;
  readonly spots: readonly SectionSpotView[];
}
interface SectionSpotView {
  readonly key: string;
  /** Where the line through the middle begins and ends. */
  readonly from: { readonly x: number; readonly y: number };
  readonly to: { readonly x: number; readonly y: number };
  /** Where its mark stands. */
  readonly x: number;
  readonly y: number;
  readonly label: string;
  readonly figure: string;
  readonly state: PlaceStateWord;
  readonly words: string;
  readonly isHere: boolean;
}

const WIDTH = 280;
const TOP = 22;
/** The smallest and the largest size of the sheet are drawn between these. */
const INNER = 26;
const OUTER = 46;
const STEPS = 60;

/** @returns undefined where a place lies across no round part */
export function sectionView(
  job: JobState,
  characteristic: Characteristic,
  place: Place,
  unit: LengthUnit,
): SectionView | undefined {
  const section = sectionAt(job, place);
  const layout = currentPin(job)?.model.layout;
  if (section === undefined || layout === undefined) return undefined;
  const { least, most } = section.range ?? { least: 0, most: 1 };
  const radius = (size: number): number =>
    INNER + ((size - least) / Math.max(most - least, 1)) * (OUTER - INNER);
  const { min, max, serviceMin, serviceMax } = section.limit;
  const limits = [
    ...(min === undefined ? [] : [{ nm: min, inward: 'up' as const, isWear: false }]),
    ...(max === undefined ? [] : [{ nm: max, inward: 'down' as const, isWear: false }]),
    ...(serviceMin === undefined ? [] : [{ nm: serviceMin, inward: 'up' as const, isWear: true }]),
    ...(serviceMax === undefined ? [] : [{ nm: serviceMax, inward: 'down' as const, isWear: true }]),
  ];
  const here = placeKey(place);
  const pitch = WIDTH / section.planes.length;
  const planes = section.planes.map(({ plane, spots }, i): SectionPlane => {
    const [x, y] = [pitch * (i + 0.5), TOP + OUTER + 18];
    const known = spots.flatMap(({ angle, size }) =>
      size === undefined ? [] : [{ angle, r: radius((size.low + size.high) / 2) }],
    );
    return {
      label: plane === undefined ? '' : headWords(layout, { point: plane }),
      x,
      y,
      rounds: limits.map(({ nm, isWear }) => ({ r: radius(nm), isWear })),
      form: known.length === spots.length ? formOf(known, x, y) : '',
      spots: spots.map(({ key, direction, angle, size, state }): SectionSpotView => {
        const r = size === undefined ? OUTER : radius((size.low + size.high) / 2);
        const [dx, dy] = [Math.sin((angle * Math.PI) / 180), -Math.cos((angle * Math.PI) / 180)];
        const figure =
          size === undefined ? '' : benchFigure(nanometres(Math.round((size.low + size.high) / 2)), unit);
        const label = headWords(layout, { direction });
        return {
          key,
          from: { x: x - dx * r, y: y - dy * r },
          to: { x: x + dx * r, y: y + dy * r },
          x: x + dx * r,
          y: y + dy * r,
          label,
          figure,
          state,
          words: [
            plane === undefined ? '' : headWords(layout, { point: plane }),
            label,
            figure,
            stateWord(state, characteristic),
          ]
            .filter((each) => each !== '')
            .join(', '),
          isHere: key === here,
        };
      }),
    };
  });
  const where = parsePlaceKey(here);
  return {
    width: WIDTH,
    height: TOP + 2 * OUTER + 40,
    planes,
    bounds: limits.map(({ nm, inward, isWear }) => ({
      label: boundText(nanometres(nm), unit, inward),
      isWear,
    })),
    words: `${where === undefined ? '' : characteristic.name} across: ${planes
      .flatMap(({ spots }) => spots)
      .map(({ words }) => words)
      .join('; ')}`,
  };
}

/** A smooth line through what is known: between two directions it goes over evenly. */
function formOf(
  known: readonly { readonly angle: number; readonly r: number }[],
  x: number,
  y: number,
): string {
  const [first] = known;
  if (first === undefined) return '';
  const step = 180 / known.length;
  const points = Array.from({ length: STEPS }, (_, i) => {
    const angle = (i * 360) / STEPS;
    const at = (angle % 180) / step;
    const [before, after] = [Math.floor(at) % known.length, (Math.floor(at) + 1) % known.length];
    const share = (1 - Math.cos((at - Math.floor(at)) * Math.PI)) / 2;
    const r = (known[before] ?? first).r * (1 - share) + (known[after] ?? first).r * share;
    const turn = (angle * Math.PI) / 180;
    return `${(x + Math.sin(turn) * r).toFixed(1)} ${(y - Math.cos(turn) * r).toFixed(1)}`;
  });
  return `M${points.join('L')}Z`;
}
