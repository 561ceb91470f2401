import {
  betweenText,
  differenceText,
  headWords,
  inForceWords,
  shortReading,
  spreadText,
  stateWord,
  tellsText,
  unitWord,
} from '@oak-gate/contract';
import {
  acceptRange,
  axesOf,
  currentPin,
  intervalOf,
  judgedAt,
  limitInForce,
  NM_PER,
  opensWithBore,
  setsOf,
  unitOf,
} from '@oak-gate/core';
import type {
  Axis,
  Characteristic,
  JobState,
  LengthUnit,
  LimitsPin,
  PlaceKey,
  PlaceStateWord,
  SetBy,
  SetGroup,
  SetPanel,
  SetRow,
  SetWhen,
} from '@oak-gate/core';

/** Heights in px: what stands beside the drawing is laid out to the same. */
export const AXIS = 26;
export const ROW = 20;
export const BETWEEN = 42;
/** Between groups that are not held against each other. */
export const APART = 8;
const FOOT = 6;

/** What is drawn of a panel: x in the unit that is shown, y in px below the axis. */
export type Shape =
  | {
      readonly kind: 'band' | 'worn' | 'target';
      readonly x: readonly [number, number];
      readonly y: readonly [number, number];
    }
  | {
      readonly kind: 'bar';
      readonly x: readonly [number, number];
      readonly y: readonly [number, number];
      readonly state: PlaceStateWord;
      /** Nothing was found on that side: the bar runs on. */
      readonly open: 'below' | 'above' | undefined;
    }
  | { readonly kind: 'bound' | 'mean' | 'rule'; readonly x: number; readonly y: readonly [number, number] }
  | {
      readonly kind: 'apart';
      readonly x: readonly [number, number];
      readonly y: number;
      readonly text: string;
    };

export interface SetRowView {
  readonly key: PlaceKey;
  readonly label: string;
  readonly figure: string;
  readonly state: PlaceStateWord;
  readonly word: string;
  readonly isOdd: boolean;
}
export interface SetGroupView {
  readonly key: string;
  readonly label: string;
  readonly rows: readonly SetRowView[];
  readonly spread: string;
}
export interface SetPanelView {
  readonly key: string;
  readonly title: string;
  /** Where along its part, where that is said apart. */
  readonly where: string;
  readonly limit: string;
  readonly groups: readonly SetGroupView[];
  /** Of two groups, what lies between them. */
  readonly between: SetBetween | undefined;
  readonly spread: string;
  /** The cylinders or journals that stand out, and how many readings do. */
  readonly odd: readonly string[];
  readonly odds: number;
  readonly from: number;
  readonly to: number;
  readonly height: number;
  readonly shapes: readonly Shape[];
}
export interface SetBetween {
  /** The difference of the means of the lower ends, and what the evidence allows. */
  readonly difference: string;
  readonly ofBore: string;
  readonly boreBetween: string;
  /** Whether that is more than chance. */
  readonly tells: string;
  readonly differs: boolean;
}
export interface SetView {
  readonly unit: LengthUnit;
  readonly taken: number;
  readonly of: number;
  readonly panels: readonly SetPanelView[];
}

/** A sheet's readings as they stand to each other. */
export function setView(
  job: JobState,
  characteristic: Characteristic,
  by: SetBy,
  when: SetWhen,
  unit: LengthUnit,
): SetView | undefined {
  const pin = currentPin(job);
  if (pin === undefined) return undefined;
  const panels = setsOf(job, characteristic, by, when);
  const rows = panels.flatMap(({ groups }) => groups.flatMap((group) => group.rows));
  return {
    unit,
    taken: rows.filter(({ size }) => size !== undefined).length,
    of: rows.length,
    panels: panels.map((panel) => panelView(job, pin, characteristic, panel, unit)),
  };
}

function panelView(
  job: JobState,
  pin: LimitsPin,
  characteristic: Characteristic,
  panel: SetPanel,
  unit: LengthUnit,
): SetPanelView {
  const { layout } = pin.model;
  const rows = panel.groups.flatMap((group) => group.rows);
  const { station, ...part } = panel.at;
  const [name, where] = [
    headWords(layout, part),
    station === undefined ? '' : headWords(layout, { station }),
  ];
  const title = name === '' ? where : name;
  const scale = scaleOf(rows, unit);
  const between = betweenOf(panel, characteristic, unit);
  const tops = topsOf(panel.groups, between === undefined ? APART : BETWEEN);
  const height = AXIS + (tops.at(-1)?.bottom ?? 0) + FOOT;
  const odd = new Set(panel.odd);
  return {
    key: panel.key,
    title: title === '' ? characteristic.name : title,
    where: name === '' ? '' : where,
    limit: limitOf(job, rows, unit, characteristic),
    groups: panel.groups.map((group) => ({
      key: group.key,
      label: headWords(layout, group.at).replace(/ bank$/, ''),
      rows: group.rows.map((row) => rowView(pin, characteristic, row, group, panel, odd.has(row.key))),
      spread: spreadText(group.spread, unit),
    })),
    between,
    spread: spreadText(panel.spread, unit),
    odd: [
      ...new Set(
        rows
          .filter(({ key }) => odd.has(key))
          .map(({ place }) => headWords(layout, only(place.at, axesOf(characteristic).across.slice(0, 1)))),
      ),
    ],
    odds: odd.size,
    from: scale.from,
    to: scale.to,
    height,
    shapes: shapesOf(panel, tops, scale, between, unit),
  };
}

const only = (at: SetRow['place']['at'], axes: readonly Axis[]): SetRow['place']['at'] =>
  Object.fromEntries(axes.flatMap((axis) => (at[axis] === undefined ? [] : [[axis, at[axis]]])));

/** What tells a row from the others of its panel: the cylinder, or which ring and station. */
function rowLabel(pin: LimitsPin, row: SetRow, group: SetGroup, panel: SetPanel): string {
  const said = { ...panel.at, ...group.at };
  const rest = Object.fromEntries(
    Object.entries(row.place.at).filter(([axis]) => !Object.hasOwn(said, axis)),
  );
  return headWords(pin.model.layout, rest, true);
}
function rowView(
  pin: LimitsPin,
  characteristic: Characteristic,
  row: SetRow,
  group: SetGroup,
  panel: SetPanel,
  isOdd: boolean,
): SetRowView {
  const { key, reading, state } = row;
  return {
    key,
    label: rowLabel(pin, row, group, panel).replace(/^Cyl /, ''),
    figure: reading === undefined ? '' : shortReading(reading.reading, unitOf(reading)),
    state,
    word: stateWord(state, characteristic),
    isOdd,
  };
}

/** The limit of a panel where it is one for all of its rows. */
function limitOf(
  job: JobState,
  rows: readonly SetRow[],
  unit: LengthUnit,
  characteristic: Characteristic,
): string {
  const said = new Set(
    rows.map(({ place }) => {
      const inForce = limitInForce(job, place, judgedAt(job, place));
      return inForce.state === 'withheld'
        ? 'waits for a decision'
        : inForceWords(inForce, unit, characteristic);
    }),
  );
  const [first, ...others] = said;
  return others.length > 0 ? 'limits differ' : (first ?? '');
}
function betweenOf(
  panel: SetPanel,
  characteristic: Characteristic,
  unit: LengthUnit,
): SetBetween | undefined {
  const [a, b] = panel.groups;
  const { contrast } = panel;
  if (a?.mean === undefined || b?.mean === undefined || contrast === undefined) return undefined;
  const name = unitWord(unit);
  if (contrast === 'tooMany')
    return {
      ...{ difference: `${differenceText(Math.abs(a.mean - b.mean), unit)} ${name}`, differs: false },
      ...{ ofBore: '', boreBetween: '', tells: tellsText(contrast) },
    };
  const apart = Math.abs(contrast.difference);
  const isOfBore = opensWithBore(characteristic);
  const ends = endsApart(a, b);
  const onDiameter = (gap: number): number => gap / Math.PI;
  return {
    difference: `${differenceText(apart, unit)} ${name}`,
    ofBore: isOfBore ? `÷ π = ${differenceText(onDiameter(apart), unit)} of bore` : '',
    boreBetween:
      isOfBore && ends !== undefined ? betweenText(onDiameter(ends.least), onDiameter(ends.most), unit) : '',
    tells: tellsText(contrast),
    differs: contrast.differs,
  };
}
/** How far the means of two groups lie apart at least and at most; undefined where an end is open. */
function endsApart(a: SetGroup, b: SetGroup): { readonly least: number; readonly most: number } | undefined {
  const ends = ({ rows }: SetGroup) => {
    const all = rows.flatMap(({ size }) => (size === undefined ? [] : [intervalOf(size)]));
    const whole = all.filter(({ hi, loMeasured }) => loMeasured && Number.isFinite(hi));
    const mean = (values: readonly number[]): number =>
      values.reduce((sum, each) => sum + each, 0) / values.length;
    return whole.length === 0
      ? undefined
      : { lo: mean(whole.map(({ lo }) => lo)), hi: mean(whole.map(({ hi }) => hi)) };
  };
  const [one, other] = [ends(a), ends(b)];
  if (one === undefined || other === undefined) return undefined;
  const [low, high] = one.lo <= other.lo ? [one, other] : [other, one];
  return { least: high.lo - low.hi, most: high.hi - low.lo };
}

interface Scale {
  readonly from: number;
  readonly to: number;
  readonly at: (nm: number) => number;
}
/** From the smallest to the largest that is known or allowed, with air at both ends. */
function scaleOf(rows: readonly SetRow[], unit: LengthUnit): Scale {
  const ends = rows.flatMap(({ size, limit }) => {
    const bounds = Object.values(limit);
    if (size === undefined) return bounds;
    const { lo, hi, loMeasured } = intervalOf(size);
    return [...bounds, ...(loMeasured ? [lo] : []), ...(Number.isFinite(hi) ? [hi] : [])];
  });
  const at = (nm: number): number => nm / NM_PER[unit];
  if (ends.length === 0) return { from: 0, to: 1, at };
  const [low, high] = [Math.min(...ends), Math.max(...ends)];
  const air = high > low ? (high - low) * 0.12 : Math.max(Math.abs(high) * 0.002, 1);
  return { from: at(Math.max(Math.min(0, low), low - air)), to: at(high + air), at };
}
/** Where each group begins and ends, px below the axis. */
const topsOf = (groups: readonly SetGroup[], apart: number) =>
  groups.reduce<readonly { readonly top: number; readonly bottom: number }[]>((so, { rows }) => {
    const before = so.at(-1);
    const top = before === undefined ? 0 : before.bottom + apart;
    return [...so, { top, bottom: top + rows.length * ROW }];
  }, []);

function shapesOf(
  { groups }: SetPanel,
  tops: ReturnType<typeof topsOf>,
  scale: Scale,
  between: SetBetween | undefined,
  unit: LengthUnit,
): readonly Shape[] {
  const shapes: Shape[] = [];
  groups.forEach(({ rows, mean }, i) => {
    const { top = 0, bottom = 0 } = tops[i] ?? {};
    rows.forEach((row, j) => {
      shapes.push(...rowShapes(row, top + j * ROW, scale));
    });
    for (const bound of boundsOf(rows)) shapes.push({ kind: 'bound', x: scale.at(bound), y: [top, bottom] });
    if (mean !== undefined && groups.length > 1)
      shapes.push({ kind: 'mean', x: scale.at(mean), y: [top, bottom] });
  });
  const [a, b] = groups;
  const [first, second] = tops;
  if (between !== undefined && a?.mean !== undefined && b?.mean !== undefined && first && second) {
    const middle = (first.bottom + second.top) / 2;
    shapes.push(
      { kind: 'rule', x: scale.at(a.mean), y: [first.bottom, middle + 10] },
      { kind: 'rule', x: scale.at(b.mean), y: [middle - 10, second.top] },
      {
        kind: 'apart',
        x: [scale.at(Math.min(a.mean, b.mean)), scale.at(Math.max(a.mean, b.mean))],
        y: middle,
        text: differenceText(Math.abs(a.mean - b.mean), unit),
      },
    );
  }
  return shapes;
}
function rowShapes({ size, limit, partState, target, state }: SetRow, top: number, scale: Scale): Shape[] {
  const y = [top + 0.5, top + ROW - 0.5] as const;
  const within = (
    low: number | undefined,
    high: number | undefined,
  ): readonly [number, number] | undefined =>
    low === undefined && high === undefined
      ? undefined
      : [low === undefined ? scale.from : scale.at(low), high === undefined ? scale.to : scale.at(high)];
  const { lower, upper } = acceptRange(limit, partState);
  const finite = (end: number): number | undefined => (Number.isFinite(end) ? end : undefined);
  const worn = within(finite(lower), finite(upper));
  const band = within(limit.min, limit.max);
  const aim = target === undefined ? undefined : within(target.min ?? limit.min, target.max ?? limit.max);
  const shapes: Shape[] = [
    ...(worn === undefined ? [] : [{ kind: 'worn' as const, x: worn, y }]),
    ...(band === undefined ? [] : [{ kind: 'band' as const, x: band, y }]),
    ...(aim === undefined ? [] : [{ kind: 'target' as const, x: aim, y }]),
  ];
  if (size === undefined) return shapes;
  const { lo, hi, loMeasured } = intervalOf(size);
  const open = !loMeasured ? ('below' as const) : Number.isFinite(hi) ? undefined : ('above' as const);
  const x = [loMeasured ? scale.at(lo) : scale.from, Number.isFinite(hi) ? scale.at(hi) : scale.to] as const;
  return [...shapes, { kind: 'bar', x, y: [top + 3, top + ROW - 3], state, open }];
}
/** The ends within which all rows of a group are accepted, where they are the same for all. */
function boundsOf(rows: readonly SetRow[]): readonly number[] {
  const ends = ({ limit, partState }: SetRow): readonly number[] => {
    const { lower, upper } = acceptRange(limit, partState);
    return [lower, upper];
  };
  const [first] = rows;
  const its = first === undefined ? [] : ends(first);
  const isOne = rows.every((row) => ends(row).every((end, i) => end === its[i]));
  return isOne ? its.filter((end) => Number.isFinite(end)) : [];
}
