import { unitWord } from '@oak-gate/contract';
import { depthOf, layoutOf } from '@oak-gate/core';
import type { Journal, Member, ModelDraft } from '@oak-gate/core';
import { middleCut } from '../../ui/middle-cut';
import { alongCrank } from '../../ui/plan-view';

/** Drawings of a model while it is made, in px of their own boxes; each part says what it is of. */
export interface EngineView {
  readonly width: number;
  readonly height: number;
  readonly cylinders: readonly {
    readonly id: string;
    readonly x: number;
    readonly y: number;
    readonly r: number;
    readonly text: string;
    readonly label: string;
  }[];
  readonly heads: readonly {
    readonly id: string;
    readonly label: string;
    readonly x: number;
    readonly y: number;
    readonly width: number;
    readonly height: number;
  }[];
  readonly crank: readonly {
    readonly id: string;
    readonly label: string;
    readonly text: string;
    readonly kind: Journal['kind'];
    readonly y: number;
    readonly height: number;
  }[];
  readonly block: { readonly x: number; readonly width: number };
  readonly crankX: number;
  readonly front: string;
  readonly liner: boolean;
}
const ENGINE = { height: 430, top: 44, bottom: 30 } as const;
const NUMBER = /(\d+)\s*$/;
/** What stands in a small shape: the number at the end of a name, or its beginning. */
const short = (label: string): string => NUMBER.exec(label)?.[1] ?? label.trim().slice(0, 3);

/** The engine from above, its front on top, and its crank beside it. */
export function engineView({ layout }: Pick<ModelDraft, 'layout'>): EngineView {
  const { cylinders, banks, heads = [], journals = [], frontLabel, liners } = layout;
  const two = banks.length > 1;
  const block = { x: 6, width: two ? 148 : 104 };
  const rows = cylinders.map(({ row }) => row);
  const first = Math.min(0, ...rows);
  const last = Math.max(0, ...rows);
  const inside = ENGINE.height - ENGINE.top - ENGINE.bottom;
  const quarter = Math.min(24, inside / (last - first + 4));
  const r = Math.min(two ? 30 : 38, quarter * 1.7);
  const yOf = (row: number): number => ENGINE.top + (row - first + 2) * quarter;
  const xOf = (bank: string): number => {
    const side = banks.find(({ id }) => id === bank)?.side;
    if (!two) return block.x + block.width / 2;
    return side === 'right' ? block.x + block.width - 38 : block.x + 38;
  };
  const drawn = cylinders.map(({ id, label, bank, row }) => ({
    ...{ id, label, text: short(label), x: xOf(bank), y: yOf(row), r },
  }));
  const over = heads.flatMap(({ id, label, cylinders: under }) => {
    const there = drawn.filter((each) => under.includes(each.id));
    if (there.length === 0) return [];
    const gap = Math.min(5, quarter);
    const left = Math.min(...there.map(({ x }) => x)) - r - gap;
    const top = Math.min(...there.map(({ y }) => y)) - r - gap;
    return [
      {
        ...{ id, label, x: left, y: top },
        width: Math.max(...there.map(({ x }) => x)) + r + gap - left,
        height: Math.max(...there.map(({ y }) => y)) + r + gap - top,
      },
    ];
  });
  const height = Math.max(120, ENGINE.top + (last - first + 4) * quarter + ENGINE.bottom);
  const line = alongCrank(journals);
  const each = (height - ENGINE.top - ENGINE.bottom) / Math.max(1, line.length);
  const crank = line.map(({ id, label, kind, cylinders: rods }, i) => ({
    ...{ id, label, kind, y: ENGINE.top + i * each, height: each },
    text:
      kind === 'crankpin'
        ? rods.map((rod) => short(cylinders.find((one) => one.id === rod)?.label ?? rod)).join('+')
        : `M${short(label)}`,
  }));
  const crankX = block.x + block.width + 18;
  return {
    ...{ width: crankX + 54, height, cylinders: drawn, heads: over, crank, block, crankX },
    front: middleCut(frontLabel.trim(), 20),
    liner: liners === 'dry' || liners === 'wet',
  };
}

export type RingShape = {
  readonly kind: Member['kind'];
  readonly members: number;
  readonly expander: boolean;
};
export interface PistonHalfView {
  readonly height: number;
  readonly width: number;
  readonly grooves: readonly {
    readonly id: string;
    readonly y: number;
    readonly label: string;
    readonly number: number;
    readonly ring: RingShape;
    readonly noStation: boolean;
  }[];
  readonly pinY: number;
  readonly relieved: boolean;
}
/** The piston from its axis to its wall, with what lies in each groove. */
export function pistonHalfView({ layout }: Pick<ModelDraft, 'layout'>): PistonHalfView {
  const { grooves, stations, crown } = layout;
  const pitch = Math.min(42, 250 / Math.max(1, grooves.length));
  return {
    width: 250,
    height: 430,
    grooves: grooves.map(({ id, label, members }, i) => ({
      ...{ id, label: middleCut(label.trim(), 15), number: i + 1, y: 66 + i * pitch },
      ring: {
        kind: members[0]?.kind ?? 'compression',
        members: members.length,
        expander: members.some(({ expander }) => expander),
      },
      noStation: !stations.some((each) => each.members.some(({ groove }) => groove === id)),
    })),
    pinY: 66 + Math.max(1, grooves.length) * pitch + 26,
    relieved: crown === 'relieved',
  };
}
/** A ring in its groove, cut through: the wall to the right, the crown above. Its box is 14 wide and 12 high. */
export function ringPath({ kind, members }: RingShape): string {
  if (kind === 'rail' || members > 1)
    return Array.from({ length: Math.max(2, members) }, (_, i) => {
      const y = (i * 12) / Math.max(2, members);
      return `M0 ${y}h14v${(12 / Math.max(2, members)) * 0.6}h-14z`;
    }).join('');
  switch (kind) {
    case 'compression':
      return 'M0 0h14v12h-14z';
    case 'scraper':
      return 'M0 0h14v7l-5 2v3h-9z';
    case 'oil':
      return 'M0 0h14v4h-5v4h5v4h-14v-4h4v-4h-4z';
  }
}

export interface BoreView {
  readonly width: number;
  readonly height: number;
  readonly columns: readonly {
    readonly id: string;
    readonly number: number;
    readonly label: string;
    readonly x: number;
  }[];
  readonly rows: readonly {
    readonly id: string;
    readonly letter: string;
    readonly y: number;
    readonly text: string;
    readonly words: string;
    readonly bore: boolean;
    readonly liner: boolean;
    readonly taken: readonly string[];
  }[];
  readonly travel: { readonly from: number; readonly to: number } | undefined;
  readonly datum: string;
}
const BORE = { left: 44, column: 27, right: 82, top: 46, row: 38 } as const;
/** Stations go by letters, as they stand from the deck down; the number of a ring is its place from the crown. */
export const stationLetter = (index: number): string =>
  index < 26
    ? String.fromCharCode(65 + index)
    : `${String.fromCharCode(64 + Math.floor(index / 26))}${String.fromCharCode(65 + (index % 26))}`;
const DATUM = { deck: 'below the deck', skirtEnd: 'from the skirt end', flange: 'from the flange' } as const;

/** The bore with its stations at their depths, and which ring’s gap is taken at which of them. */
export function boreView(draft: Pick<ModelDraft, 'layout'>): BoreView {
  const { grooves, stations, ringTravel } = layoutOf(draft);
  const columns = grooves.map(({ id, label }, i) => ({
    ...{ id, label, number: i + 1, x: BORE.left + i * BORE.column + BORE.column / 2 },
  }));
  const order = stations
    .map((station, index) => ({ station, index, depth: depthOf(station) }))
    .sort((a, b) => a.depth - b.depth);
  const least = order[0]?.depth ?? 0;
  const span = Math.max(1, (order.at(-1)?.depth ?? 0) - least);
  const room = Math.max(300, order.length * BORE.row);
  // At their depths, and never so near that one covers another.
  let y = BORE.top - BORE.row;
  const rows = order.map(({ station, index, depth }) => {
    y = Math.max(y + BORE.row, BORE.top + ((depth - least) / span) * (room - BORE.row));
    const { id, label, distance, datum, members, for: purposes = [] } = station;
    return {
      ...{ id, y, letter: stationLetter(index) },
      text: `${distance.text.trim() === '' ? '?' : distance.text} ${unitWord(distance.unit)}`,
      words: `${label.trim() === '' ? 'station' : label.trim()}, ${distance.text} ${unitWord(distance.unit)} ${DATUM[datum]}`,
      bore: purposes.includes('bore'),
      liner: purposes.includes('liner'),
      taken: members.map(({ groove }) => groove),
    };
  });
  const yOf = (id: string | undefined): number | undefined => rows.find((each) => each.id === id)?.y;
  const [from, to] = [yOf(ringTravel?.upper), yOf(ringTravel?.lower)];
  const datums = [...new Set(stations.map(({ datum }) => datum))];
  return {
    width: BORE.left + Math.max(4, columns.length) * BORE.column + BORE.right,
    height: (rows.at(-1)?.y ?? BORE.top) + 44,
    ...{ columns, rows },
    travel: from === undefined || to === undefined ? undefined : { from, to },
    datum: datums.length === 1 && datums[0] !== undefined ? DATUM[datums[0]] : '',
  };
}
