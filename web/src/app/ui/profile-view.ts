import { benchFigure, boundText, headWords, stateWord, unitWord } from '@oak-gate/contract';
import { currentPin, nanometres, profileAt, showExact } from '@oak-gate/core';
import type {
  Characteristic,
  JobState,
  LengthUnit,
  Place,
  PlaceStateWord,
  ProfileLine,
} from '@oak-gate/core';

/** A bore along its depth as a drawing: depth down, size to the right. Coordinates in px of its own box. */
export interface ProfileView {
  readonly width: number;
  readonly height: number;
  readonly stations: readonly { readonly y: number; readonly label: string }[];
  readonly bounds: readonly { readonly x: number; readonly label: string; readonly isWear: boolean }[];
  /** Between which heights the rings run. */
  readonly travel: { readonly from: number; readonly to: number } | undefined;
  readonly others: readonly string[];
  readonly lines: readonly ProfileLineView[];
  /** What the drawing says, for those who do not see it. */
  readonly words: string;
}
interface ProfileLineView {
  readonly label: string;
  readonly path: string;
  /** The second direction is dashed, so that it is told apart without colour. */
  readonly isDashed: boolean;
  readonly points: readonly ProfilePointView[];
}
interface ProfilePointView {
  readonly key: string;
  readonly x: number;
  readonly y: number;
  /** Half of the length that is not known. */
  readonly half: number;
  readonly state: PlaceStateWord;
  readonly words: string;
  readonly isHere: boolean;
}

const WIDTH = 280;
const LEFT = 58;
const RIGHT = 12;
const TOP = 26;
const ROW = 34;
/** Sizes stand this far from the edges, so that no mark is cut. */
const MARGIN = 14;

/** @returns undefined where a place lies along no depth, or nothing is known there and no limit either */
export function profileView(
  job: JobState,
  characteristic: Characteristic,
  place: Place,
  unit: LengthUnit,
): ProfileView | undefined {
  const profile = profileAt(job, place);
  const layout = currentPin(job)?.model.layout;
  if (profile?.range === undefined || layout === undefined) return undefined;
  const { least, most } = profile.range;
  const span = Math.max(most - least, 1);
  const xOf = (size: number): number =>
    LEFT + MARGIN + ((size - least) / span) * (WIDTH - LEFT - RIGHT - 2 * MARGIN);
  const [first, last] = [profile.depths[0]?.depth ?? 0, profile.depths.at(-1)?.depth ?? 0];
  const height = TOP + ROW * profile.depths.length;
  const yOf = (depth: number): number =>
    TOP + 12 + ((depth - first) / Math.max(last - first, 1)) * (height - TOP - 28);
  const pathOf = ({ points }: ProfileLine): string =>
    points
      .flatMap(({ size, depth }) =>
        size === undefined ? [] : [`${xOf((size.low + size.high) / 2).toFixed(1)} ${yOf(depth).toFixed(1)}`],
      )
      .map((point, i) => `${i === 0 ? 'M' : 'L'}${point}`)
      .join(' ');
  const depthUnit =
    layout.stations.find(({ id }) => id === profile.depths[0]?.station)?.distance.unit ?? 'mm';
  const shownDepth = (depth: number): string => showExact(nanometres(depth), depthUnit);
  const here = `${place.at.station ?? ''} ${place.at.direction ?? ''}`;
  const lines = profile.lines.map((line, i): ProfileLineView => {
    const label = line.direction === undefined ? '' : headWords(layout, { direction: line.direction });
    return {
      label,
      path: pathOf(line),
      isDashed: i > 0,
      points: line.points.flatMap(({ key, station, size, depth, state }): ProfilePointView[] => {
        if (size === undefined) return [];
        const [low, high] = [xOf(size.low), xOf(size.high)];
        const shown = benchFigure(nanometres(Math.round((size.low + size.high) / 2)), unit);
        return [
          {
            key,
            x: (low + high) / 2,
            y: yOf(depth),
            half: (high - low) / 2,
            state,
            words: [
              `${shownDepth(depth)} ${unitWord(depthUnit)} deep`,
              label,
              shown,
              stateWord(state, characteristic),
            ]
              .filter((each) => each !== '')
              .join(', '),
            isHere: `${station} ${line.direction ?? ''}` === here,
          },
        ];
      }),
    };
  });
  const { min, max, serviceMin, serviceMax } = profile.limit;
  const bound = (nm: number | undefined, inward: 'up' | 'down', isWear: boolean): ProfileView['bounds'] =>
    nm === undefined ? [] : [{ x: xOf(nm), label: boundText(nanometres(nm), unit, inward), isWear }];
  return {
    width: WIDTH,
    height,
    stations: profile.depths.map(({ depth }) => ({ y: yOf(depth), label: shownDepth(depth) })),
    bounds: [
      ...bound(min, 'up', false),
      ...bound(max, 'down', false),
      ...bound(serviceMin, 'up', true),
      ...bound(serviceMax, 'down', true),
    ],
    travel:
      profile.travel === undefined
        ? undefined
        : { from: yOf(profile.travel.from), to: yOf(profile.travel.to) },
    others: profile.others.map(pathOf).filter((path) => path.includes('L')),
    lines,
    words: `${characteristic.name} along its depth: ${lines
      .flatMap(({ points }) => points)
      .map(({ words }) => words)
      .join('; ')}`,
  };
}
