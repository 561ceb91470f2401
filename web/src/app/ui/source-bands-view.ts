import { DIAMETER_WORDS, FIT_STATE_WORDS, contextWords, quantityText, workedWords } from '@oak-gate/contract';
import { BOUNDS, quantityOf } from '@oak-gate/core';
import type {
  Bound,
  Characteristic,
  DiameterBasis,
  LengthUnit,
  FitState,
  SourceBand,
  WhatGoverns,
} from '@oak-gate/core';

/** One source as a line of the drawing. Distances are in units of the drawing, 0 at its left edge. */
export interface BandLine {
  readonly key: string;
  readonly document: string;
  readonly row: string;
  readonly standing: string;
  readonly tone: 'governs' | 'also' | 'advisory' | 'target' | 'held' | 'elsewhere';
  /** The window for new parts, open ends running off the drawing. */
  readonly window:
    | { readonly x: number; readonly width: number; readonly openLeft: boolean; readonly openRight: boolean }
    | undefined;
  /** The further window for worn parts, where the row states one. */
  readonly worn: { readonly x: number; readonly width: number } | undefined;
  readonly ends: readonly {
    readonly bound: Bound;
    readonly x: number;
    readonly text: string;
    readonly anchor: 'start' | 'end';
    readonly governs: boolean;
  }[];
  readonly worked: string;
  readonly remark: string;
}
export interface BandsView {
  readonly lines: readonly BandLine[];
  /** The governing ends, as lines through the whole drawing. */
  readonly marks: readonly { readonly bound: Bound; readonly x: number; readonly text: string }[];
  /** Where the governing minimum lies above the maximum: no size can satisfy both. */
  readonly clash: { readonly x: number; readonly width: number } | undefined;
  readonly ticks: readonly { readonly x: number; readonly text: string }[];
  readonly unit: string;
  readonly words: string;
}

export const DRAWING_WIDTH = 560;
const AIR = 0.16;
const KIND_WORDS = {
  mandatory: 'mandatory',
  letter: 'approved letter',
  partMaker: 'leaflet',
  manual: 'manual',
  shop: 'shop target',
} as const;

/** The picture of what the documents say about one fit: a band for each, on one axis. */
export function bandsView(
  found: WhatGoverns,
  characteristic: Characteristic | undefined,
  unit: LengthUnit,
  partState: FitState,
  basis: DiameterBasis | undefined,
): BandsView {
  const kind = characteristic === undefined ? 'length' : quantityOf(characteristic);
  const figures = found.sources
    .filter(({ stands }) => stands !== 'elsewhere')
    .flatMap(({ bounds }) => Object.values(bounds));
  const lowest = Math.min(...figures);
  const highest = Math.max(...figures);
  const span = highest > lowest ? highest - lowest : Math.max(highest * 0.4, 1);
  const from = Math.max(0, lowest - span * AIR);
  const to = highest + span * AIR;
  const x = (value: number): number =>
    figures.length === 0 ? 0 : ((value - from) / (to - from)) * DRAWING_WIDTH;
  const text = (bound: Bound, value: number): string =>
    quantityText(value, kind, unit, bound.endsWith('in') ? 'up' : 'down');
  const clamp = (at: number): number => Math.min(Math.max(at, 0), DRAWING_WIDTH);
  const lineOf = (source: SourceBand): BandLine => {
    const { bounds, document, row, governs } = source;
    const [min, max] = [bounds.min, bounds.max];
    const hasWindow = min !== undefined || max !== undefined;
    const left = min === undefined ? 0 : x(min);
    const right = max === undefined ? DRAWING_WIDTH : x(max);
    const wornLeft = bounds.serviceMin ?? min;
    const wornRight = bounds.serviceMax ?? max;
    const hasWorn = bounds.serviceMin !== undefined || bounds.serviceMax !== undefined;
    return {
      key: row.id,
      document: document.id,
      row: row.label,
      standing: KIND_WORDS[source.kind],
      tone: toneOf(source),
      window: hasWindow
        ? {
            x: clamp(left),
            width: Math.max(2, clamp(right) - clamp(left)),
            openLeft: min === undefined,
            openRight: max === undefined,
          }
        : undefined,
      worn: hasWorn
        ? {
            x: wornLeft === undefined ? 0 : clamp(x(wornLeft)),
            width: Math.max(
              2,
              (wornRight === undefined ? DRAWING_WIDTH : clamp(x(wornRight))) -
                (wornLeft === undefined ? 0 : clamp(x(wornLeft))),
            ),
          }
        : undefined,
      ends: BOUNDS.flatMap((bound) => {
        const value = bounds[bound];
        if (value === undefined) return [];
        const at = clamp(x(value));
        // Outside its own window, so that two ends never meet; where ends cross, inside it.
        const outside = !(found.governing.contradiction && governs.includes(bound));
        const wanted = bound.endsWith('in') === outside ? ('end' as const) : ('start' as const);
        const anchor = at < 64 ? ('start' as const) : at > DRAWING_WIDTH - 64 ? ('end' as const) : wanted;
        return [{ bound, x: at, text: text(bound, value), anchor, governs: governs.includes(bound) }];
      }),
      worked: source.worked === undefined ? '' : workedWords(source.worked, unit, basis),
      remark: remarkOf(source, partState),
    };
  };
  const { limit, contradiction } = found.governing;
  const marks = BOUNDS.flatMap((bound) => {
    const value = limit[bound];
    return value === undefined ? [] : [{ bound, x: clamp(x(value)), text: text(bound, value) }];
  });
  return {
    lines: found.sources.map(lineOf),
    marks,
    clash:
      contradiction && limit.min !== undefined && limit.max !== undefined
        ? { x: x(limit.max), width: x(limit.min) - x(limit.max) }
        : undefined,
    ticks: ticksOf(from, to, kind === 'length' ? unitStep(unit) : 1).map((value) => ({
      x: x(value),
      text: tickText(value, kind === 'length' ? unit : undefined),
    })),
    unit: kind === 'length' ? UNIT_WORDS[unit] : '',
    words: summary(found, marks, basis, kind === 'length' ? ` ${UNIT_WORDS[unit]}` : ''),
  };
}

const UNIT_WORDS: Readonly<Record<LengthUnit, string>> = { thou: 'thou', in: 'in', mm: 'mm', um: 'µm' };
const unitStep = (unit: LengthUnit): number =>
  ({ thou: 25_400, in: 25_400_000, mm: 1_000_000, um: 1_000 })[unit];

function toneOf({ stands, standing, governs }: SourceBand): BandLine['tone'] {
  if (stands === 'elsewhere') return 'elsewhere';
  if (stands === 'heldBack') return 'held';
  if (governs.length > 0) return 'governs';
  if (standing === 'target') return 'target';
  return standing === 'advisory' ? 'advisory' : 'also';
}
function remarkOf({ stands, standing, missing, governs, row }: SourceBand, partState: FitState): string {
  if (stands === 'elsewhere')
    return `speaks of something else than this engine (${FIT_STATE_WORDS[partState]})`;
  if (stands === 'heldBack') return `held back: ${contextWords(missing)} is not known`;
  if (governs.length > 0) return `governs ${governs.map((bound) => BOUND_SHORT[bound]).join(' and ')}`;
  if (standing === 'target') return 'a target: it only narrows';
  return standing === 'advisory'
    ? 'advisory here: it never governs'
    : row.rule?.kind === 'station'
      ? 'adds the station'
      : 'also says';
}
const BOUND_SHORT: Readonly<Record<Bound, string>> = {
  min: 'min',
  max: 'max',
  serviceMin: 'worn min',
  serviceMax: 'worn max',
};

/** Five or so round figures along the axis. */
function ticksOf(from: number, to: number, unit: number): number[] {
  const span = (to - from) / unit;
  if (!(span > 0) || !Number.isFinite(span)) return [];
  const rough = span / 5;
  const power = 10 ** Math.floor(Math.log10(rough));
  const step = [1, 2, 5, 10].map((each) => each * power).find((each) => each >= rough) ?? power;
  const ticks: number[] = [];
  for (let at = Math.ceil(from / unit / step) * step; at <= to / unit; at += step) ticks.push(at * unit);
  return ticks;
}
const tickText = (value: number, unit: LengthUnit | undefined): string =>
  String(Number((value / (unit === undefined ? 1 : unitStep(unit))).toPrecision(6)));

function summary(
  found: WhatGoverns,
  marks: BandsView['marks'],
  basis: DiameterBasis | undefined,
  unit: string,
): string {
  const { governing, held } = found;
  const window = marks.map(({ bound, text }) => `${BOUND_SHORT[bound]} ${text}`).join(', ');
  if (found.decided === true) return `Decided: ${window}${unit}.`;
  if (governing.contradiction) return 'The documents contradict each other: no size satisfies both.';
  if (governing.undecided.length > 0) return 'Documents of the same standing differ: somebody must decide.';
  if (held.length > 0)
    return `Not to be trusted yet: ${held.length} ${held.length === 1 ? 'row is' : 'rows are'} held back.`;
  if (marks.length === 0) return 'Nothing governs here: there is no limit.';
  const fed =
    basis !== undefined &&
    found.sources.some(({ worked, governs }) => worked !== undefined && governs.length > 0);
  return `Governs: ${window}${unit}${governing.mixed === true ? ', from two documents' : ''}${fed ? ` (${DIAMETER_WORDS[basis]})` : ''}.`;
}
