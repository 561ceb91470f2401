import type { Defect } from '@oak-gate/core';

/** How high a row of the list beside the belt is, px: the faces of the belt lie at the middles of their rows. */
export const BELT_ROW = 44;
const [TOP, TORN, ROOT, EDGE] = [6, 10, 38, 88];
/** How much of the piston is drawn below its last groove. */
const BELOW = 16;
/** The whole piston has room beside it. */
const LEAST_HEIGHT = 210;

export interface BeltFace {
  readonly face: string;
  /** Its row in the list beside it, from the top. */
  readonly row: number;
  /** The middle of that row: here the line to its name begins. */
  readonly middle: number;
  readonly d: string;
  /** Where it can be pressed: as high as its row. */
  readonly touch: string;
  /** What a defect shows beside the line of the face itself: where a crack runs, what shines. */
  readonly beside: string;
}
/** The ring belt of a piston, cut and drawn large: one face to each row of the list that stands beside it. */
export interface Belt {
  readonly height: number;
  readonly body: string;
  readonly faces: readonly BeltFace[];
  /** The bottoms of the grooves, where carbon sits and oil drains. */
  readonly bottoms: string;
  readonly atBottoms: string;
  readonly edge: number;
}
type Point = readonly [x: number, y: number];
const path = (points: readonly Point[]): string => `M${points.map(([x, y]) => `${x} ${y}`).join('L')}`;

/** How far into the metal a face lies from its groove's bottom to its edge, where something is wrong with it. */
const PROFILES: Readonly<Partial<Record<Defect, readonly Point[]>>> = {
  step: [
    [0.45, 0],
    [0.45, 8],
    [1, 8],
  ],
  breakage: [
    [0.5, 0],
    [0.62, 4],
    [0.68, 11],
    [0.86, 14],
    [1, 21],
  ],
  wear: [
    [0.2, 1],
    [0.5, 4],
    [0.8, 6],
    [1, 7],
  ],
  bruise: [
    [0.4, 0],
    [0.52, 5],
    [0.66, 6],
    [0.78, 0],
    [1, 0],
  ],
};
/** Roughened from end to end. */
const ROUGH: readonly Point[] = Array.from({ length: 9 }, (_, i) => [(i + 1) / 9, i % 2 === 0 ? 4 : 0]);
const ROUGHENS: readonly Defect[] = ['scoring', 'seizure', 'fretting', 'corrosion', 'pitting', 'burning'];

/** @param into +1 where the metal lies below the face, -1 where it lies above */
function surface(y: number, into: 1 | -1, wrong: Defect | undefined): readonly Point[] {
  const profile =
    wrong === undefined ? undefined : (PROFILES[wrong] ?? (ROUGHENS.includes(wrong) ? ROUGH : undefined));
  const rest: readonly Point[] = profile ?? [[1, 0]];
  return [[ROOT, y], ...rest.map(([x, deep]): Point => [ROOT + x * (EDGE - ROOT), y + deep * into])];
}
function beside(y: number, into: 1 | -1, wrong: Defect | undefined): string {
  if (wrong === 'crack') {
    const down = (deep: number): number => y + deep * into;
    return path([
      [66, y],
      [70, down(7)],
      [66, down(11)],
      [71, down(19)],
    ]);
  }
  if (wrong !== 'polish') return '';
  return `M54 ${y - 5 * into}H80M60 ${y - 10 * into}H74`;
}

/**
 * @param grooves ids from the crown down
 * @param wrong what is wrong with a face, where it is rejected
 */
export function beltOf(grooves: readonly string[], wrong: (face: string) => Defect | undefined): Belt {
  const middle = (row: number): number => row * BELT_ROW + BELT_ROW / 2;
  const pressed = (row: number): string =>
    `M${ROOT} ${row * BELT_ROW + 1}H${EDGE + 8}V${(row + 1) * BELT_ROW - 1}H${ROOT}z`;
  const height = Math.max(LEAST_HEIGHT, (1 + 2 * grooves.length) * BELT_ROW + BELOW);
  const lands = grooves.map((id, i) => {
    const [upper, lower] = [`grooveUpper.${id}`, `grooveLower.${id}`];
    const [above, below] = [middle(1 + 2 * i), middle(2 + 2 * i)];
    return {
      ...{ upper, lower, above, below, row: 1 + 2 * i },
      onUpper: surface(above, -1, wrong(upper)),
      onLower: surface(below, 1, wrong(lower)),
    };
  });
  const right = lands.flatMap(({ onUpper, onLower }) => [...[...onUpper].reverse(), ...onLower]);
  const firstEdge = lands[0]?.onUpper.at(-1)?.[1] ?? height;
  return {
    height,
    edge: EDGE,
    body: `${path([[TORN, TOP], [EDGE, TOP], ...right, [EDGE, height]])}${torn(height)}z`,
    atBottoms: lands
      .map(({ above, below }) => `M${ROOT - 24} ${above}H${ROOT}V${below}H${ROOT - 24}z`)
      .join(''),
    bottoms: lands.map(({ above, below }) => `M${ROOT} ${above}V${below}`).join(''),
    faces: [
      {
        face: 'topLand',
        row: 0,
        middle: middle(0),
        d: `M${EDGE} ${TOP}V${firstEdge}`,
        touch: pressed(0),
        beside: '',
      },
      ...lands.flatMap(({ upper, lower, above, below, row, onUpper, onLower }) => [
        {
          face: upper,
          row,
          middle: above,
          d: path(onUpper),
          touch: pressed(row),
          beside: beside(above, -1, wrong(upper)),
        },
        {
          face: lower,
          row: row + 1,
          middle: below,
          d: path(onLower),
          touch: pressed(row + 1),
          beside: beside(below, 1, wrong(lower)),
        },
      ]),
    ],
  };
}
/** Back to where it began, along an edge as paper is torn. */
function torn(height: number): string {
  const waves = Math.max(1, Math.round((height - TOP) / 60));
  const wave = (height - TOP) / waves;
  const back = Array.from({ length: waves }, (_, i) => {
    const from = height - i * wave;
    return `C${TORN - 8} ${from - wave / 3} ${TORN + 8} ${from - (2 * wave) / 3} ${TORN} ${from - wave}`;
  });
  return `L${TORN} ${height}${back.join('')}`;
}

/** The whole piston beside its belt, the right half cut, on a field of 128 by the belt's height. */
export function pistonInSection(grooves: number, height: number) {
  const crown = Math.round((height - 190) / 2);
  const [left, middle, right] = [12, 62, 112];
  const [skirt, pin] = [crown + 158, crown + 102];
  const pitch = Math.min(16, 56 / Math.max(1, grooves));
  const rings = Array.from({ length: grooves }, (_, i) => crown + 14 + i * pitch);
  const bites = rings.map((y) => `V${y}h-10v${pitch / 2}h10`).join('');
  const inside = `H104V${pin + 24}H84V${pin - 24}H100V${crown + 74}Q98 ${crown + 42} ${middle} ${crown + 40}`;
  const belt = [crown - 4, crown + 14 + grooves * pitch + 2] as const;
  return {
    outside: `M${middle} ${crown}H${left}V${skirt}H${middle}z`,
    rings: rings.map((y) => `M${left} ${y}H${middle}V${y + pitch / 2}H${left}z`).join(''),
    cut: `M${middle} ${crown + 18}Q78 ${crown + 18} 82 ${crown}H${right}${bites}V${skirt}${inside}z`,
    pin: `M84 ${pin - 13}H${right}V${pin + 13}H84z`,
    axes: `M${middle} ${crown - 12}V${skirt + 10}M4 ${pin}H122`,
    zoom: `M98 ${belt[0]}H118V${belt[1]}H98zM118 ${belt[0]}L128 ${TOP}M118 ${belt[1]}L128 ${height - 2}`,
    word: [middle, skirt + 28] as const,
  };
}
