import { boundText, headWords, stateWord, unitWord } from '@oak-gate/contract';
import {
  currentPin,
  intervalOf,
  isLength,
  isSize,
  judgedAt,
  limitInForce,
  nanometres,
  placeStatus,
  protrusionReport,
  rowsAbout,
  sheetPlaces,
  showExact,
  worstOf,
} from '@oak-gate/core';
import type {
  Characteristic,
  JobState,
  LengthUnit,
  LimitsPin,
  Place,
  PlaceStateWord,
  PlaceStatus,
  Point,
} from '@oak-gate/core';

/** The deck from the side: each liner as high as it stands, under its head, with the window of the allowed spread. In px. */
export interface DeckView {
  readonly width: number;
  readonly height: number;
  /** Where the deck lies. */
  readonly deck: number;
  /** The window of the limits; an open end runs out of the drawing. */
  readonly band: { readonly top: number; readonly bottom: number } | undefined;
  readonly scale: readonly { readonly y: number; readonly label: string; readonly isBound: boolean }[];
  readonly heads: readonly DeckHead[];
  readonly liners: readonly DeckLiner[];
  /** What the drawing says, for those who do not see it. */
  readonly words: string;
}
interface DeckHead {
  readonly label: string;
  readonly said: string;
  readonly state: PlaceStateWord;
  readonly x: number;
  readonly width: number;
  readonly window: { readonly y: number; readonly height: number; readonly label: string } | undefined;
}
interface DeckLiner {
  readonly label: string;
  readonly x: number;
  readonly width: number;
  /** Where its top lies at its middle; that of the deck where nothing is measured. */
  readonly top: number;
  /** Along its front half and its back half. */
  readonly edges: readonly string[];
  readonly body: string;
  readonly state: PlaceStateWord;
  readonly said: string;
  readonly tilt: string;
  readonly isHere: boolean;
  /** Where its top would lie, and what lifts it there. */
  readonly then?: { readonly y: number; readonly height: number; readonly label: string };
  /** Where a press leads. */
  readonly key: string;
}

const LEFT = 78;
const PITCH = 130;
const HEIGHT = 200;
const TOP = 40;
const DECK = 160;
const LINER = 96;

/**
 * @param raised by cylinder, how much higher a liner would stand, nm: drawn over how it stands
 * @returns undefined where a sheet is no heights at points under heads, or nothing is measured on it
 */
export function deckView(
  job: JobState,
  characteristic: Characteristic,
  here: Place,
  unit: LengthUnit,
  raised?: ReadonlyMap<string, number>,
): DeckView | undefined {
  const pin = currentPin(job);
  const heads = pin?.model.layout.heads ?? [];
  if (pin === undefined || characteristic.under !== 'head' || !characteristic.axes.includes('point'))
    return undefined;
  const { layout } = pin.model;
  const liners = layout.cylinders.map(({ id, label }) => {
    const places = sheetPlaces(job, characteristic.id).filter(({ at }) => at.cylinder === id);
    const statuses = places.map((place) => placeStatus(job, place));
    const isWhole = statuses.every(
      (status) => heightsOf(status).length > 0 || status.state === 'notApplicable',
    );
    return { id, label, statuses, isWhole, points: statuses.flatMap(heightsOf) };
  });
  const all = liners.flatMap(({ points }) => points);
  if (all.length === 0) return undefined;
  const inForce = limitInForce(job, here, judgedAt(job, here));
  const { min, max } = inForce.state === 'inForce' ? inForce.limit : {};
  const allowed = spreadAllowed(pin, here);
  const report = protrusionReport({
    liners: liners.map(({ points }) => ({ points })),
    heads: heads.map(({ cylinders }) => liners.flatMap(({ id }, i) => (cylinders.includes(id) ? [i] : []))),
    ...(min === undefined ? {} : { min }),
    ...(max === undefined ? {} : { max }),
    ...(allowed === undefined ? {} : { maxSpread: allowed }),
  });
  const lifted = liners.flatMap(({ id, points }) => points.map((point) => point + (raised?.get(id) ?? 0)));
  const highest = Math.max(...lifted, max ?? 0, min ?? 0) * 1.06;
  const lowest = Math.min(0, ...all);
  const y = (nm: number): number => DECK - ((nm - 0) / Math.max(highest - lowest, 1)) * (DECK - TOP);
  const xOf = (i: number): number => LEFT + i * PITCH + (PITCH - LINER) / 2;
  const show = (nm: number): string => showExact(nanometres(Math.round(nm)), unit);
  const views = liners.map(({ id, label, statuses, points }, i): DeckLiner => {
    const its = report.liners.find(({ liner }) => liner === i);
    const worst = worstOf(statuses);
    const state = worst?.state ?? 'notTaken';
    const x = xOf(i);
    const corners = [...outline(layout.points ?? [], statuses, x, y)];
    const top = its === undefined ? DECK : y(its.mid);
    return {
      label,
      x,
      width: LINER,
      top,
      edges: corners.map((line) => `M${line.map(([px, py]) => `${px} ${py}`).join('L')}`),
      body:
        points.length === 0
          ? ''
          : `M${x} ${DECK}L${(corners[0] ?? []).map(([px, py]) => `${px} ${py}`).join('L')}L${x + LINER} ${DECK}Z`,
      state,
      said: saidOf(statuses, characteristic, show),
      tilt: its === undefined || points.length < 2 || its.tilt === 0 ? '' : `tilt ${show(its.tilt)}`,
      // Where it is drawn what would be, nothing is in hand.
      isHere: raised === undefined && here.at.cylinder === id,
      ...thenOf(raised?.get(id), its?.mid),
      key: (statuses.find(({ key }) => key === worst?.key) ?? statuses[0])?.key ?? '',
    };
  });
  function thenOf(by: number | undefined, mid: number | undefined): Pick<DeckLiner, 'then'> {
    if (by === undefined || mid === undefined) return {};
    const to = y(mid + by);
    return { then: { y: to, height: Math.max(2, y(mid) - to), label: `+${show(by)}` } };
  }
  return {
    width: LEFT + liners.length * PITCH,
    height: HEIGHT,
    deck: DECK,
    band:
      min === undefined && max === undefined
        ? undefined
        : { top: max === undefined ? TOP : y(max), bottom: min === undefined ? DECK : y(min) },
    scale: [
      { y: DECK, label: 'deck', isBound: false },
      ...[min, max].flatMap((bound, i) =>
        bound === undefined
          ? []
          : [
              {
                y: y(bound),
                label: boundText(nanometres(bound), unit, i === 0 ? 'up' : 'down'),
                isBound: true,
              },
            ],
      ),
    ],
    heads: heads.map(({ id, cylinders }, h): DeckHead => {
      const indices = liners.flatMap((liner, i) => (cylinders.includes(liner.id) ? [i] : []));
      const stands = report.heads[h];
      const first = indices[0] ?? 0;
      const mids = report.liners
        .filter(({ liner }) => indices.includes(liner))
        .map(({ mid }) => mid as number);
      const at = allowed === undefined ? undefined : windowAt(mids, allowed);
      return {
        label: headWords(layout, { head: id }),
        said: mids.length < 2 || stands?.spread == null ? '' : `${show(stands.spread)} apart`,
        // A point that is still to be measured can move the middle of its liner.
        state:
          stands?.within === false
            ? 'loose'
            : stands?.within === true && indices.every((i) => liners[i]?.isWhole === true)
              ? 'in'
              : 'notTaken',
        x: xOf(first) - 8,
        width: (indices.length - 1) * PITCH + LINER + 16,
        window:
          at === undefined || allowed === undefined
            ? undefined
            : { y: y(at + allowed), height: y(at) - y(at + allowed), label: show(allowed) },
      };
    }),
    liners: views,
    words: `${characteristic.name} over the deck, ${unitWord(unit)}: ${views
      .map(({ label, state, said }) => `${label} ${said === '' ? stateWord(state, characteristic) : said}`)
      .join(', ')}`,
  };
}

/** Both ends of what is known at a point: of a size that a gauge showed they are one. */
function heightsOf({ reading }: PlaceStatus): readonly number[] {
  if (reading?.status !== 'current' || !isSize(reading.reading)) return [];
  const { lo, hi } = intervalOf(reading.reading);
  return Number.isFinite(hi) ? (lo === hi ? [lo] : [lo, hi]) : [lo];
}
/** What a row allows the liners under one head to differ by, nm. */
function spreadAllowed({ rows }: LimitsPin, here: Place): number | undefined {
  const row = rowsAbout(here, rows).find(({ rule }) => rule?.kind === 'spread' && rule.across === 'head');
  const max = row?.printed.max;
  return max !== undefined && isLength(max) ? max.nm : undefined;
}
/** The lowest height of the window that holds the most liners. */
function windowAt(mids: readonly number[], allowed: number): number | undefined {
  const held = (from: number): number => mids.filter((mid) => mid >= from && mid <= from + allowed).length;
  const [best] = [...mids].sort((a, b) => held(b) - held(a) || a - b);
  if (best === undefined) return undefined;
  // The window lies around those that it holds, not on the lowest of them.
  const inside = mids.filter((mid) => mid >= best && mid <= best + allowed);
  return (Math.min(...inside) + Math.max(...inside)) / 2 - allowed / 2;
}
/** By how much a liner is out, as its points were judged: what may be worn so far is no finding. */
function saidOf(
  statuses: readonly PlaceStatus[],
  { words }: Characteristic,
  show: (nm: number) => string,
): string {
  const most = (word: 'tight' | 'loose'): number =>
    Math.max(
      0,
      ...statuses.map(({ state, reading }) =>
        state !== word ? 0 : ((word === 'tight' ? reading?.verdict.shortBy : reading?.verdict.overBy) ?? 0),
      ),
    );
  const [low, high] = [most('tight'), most('loose')];
  if (low > 0) return `${words.tight} by ${show(low)}`;
  return high > 0 ? `${words.loose} by ${show(high)}` : '';
}

/**
 * The top of a liner as it is seen from the side: the front on the left, the rear on the right, once past the near side and once
 * past the far one. Points without a place on the clock stand evenly side by side.
 */
function outline(
  points: readonly Point[],
  statuses: readonly PlaceStatus[],
  x: number,
  y: (nm: number) => number,
): readonly (readonly (readonly [number, number])[])[] {
  const known = statuses.flatMap((status, i) => {
    const [height] = heightsOf(status);
    const clock = points.find(({ id }) => id === status.place.at.point)?.clock;
    const share =
      clock === undefined
        ? (i + 0.5) / statuses.length
        : 0.5 - 0.5 * Math.cos(((clock % 12) / 12) * 2 * Math.PI);
    return height === undefined ? [] : [{ share, isFar: clock !== undefined && clock % 12 > 6, height }];
  });
  if (known.length === 0) return [];
  const line = (isFar: boolean): readonly (readonly [number, number])[] => {
    const side = known
      .filter((each) => each.share < 0.02 || each.share > 0.98 || each.isFar === isFar)
      .sort((a, b) => a.share - b.share);
    const [first, last] = [side[0], side.at(-1)];
    if (first === undefined || last === undefined) return [];
    const px = (share: number): number => Math.round(x + share * LINER);
    const ends = { from: [px(0), y(first.height)] as const, to: [px(1), y(last.height)] as const };
    return [ends.from, ...side.map(({ share, height }) => [px(share), y(height)] as const), ends.to];
  };
  return [line(false), line(true)].filter((each) => each.length > 0);
}
