import { benchFigure, stateWord } from '@oak-gate/contract';
import { acceptRange, currentPin, nanometres, pistonViewAt, placeKey } from '@oak-gate/core';
import type { JobState, LengthUnit, Limit, PistonSpot, Place, PlaceStateWord } from '@oak-gate/core';

/** The piston from the side, its grooves from the crown down; beside each what was measured there, against what is allowed. */
export interface PistonDrawing {
  /** What stands beside the grooves: one column for each sheet. */
  readonly heads: readonly string[];
  readonly grooves: readonly {
    readonly label: string;
    readonly cells: readonly (readonly PistonCell[])[];
  }[];
  readonly body: readonly (PistonCell & { readonly name: string })[];
  readonly words: string;
}
export interface PistonCell {
  readonly key: string;
  readonly figure: string;
  readonly state: PlaceStateWord;
  readonly isHere: boolean;
  readonly words: string;
  /** How far what is known reaches along the bar, in parts of it; the limit stands at `LIMIT_AT`. */
  readonly bar: { readonly from: number; readonly to: number } | undefined;
}
/** Where on a bar the limit stands: what is beyond it is still seen. */
export const LIMIT_AT = 0.75;
const NARROW = 'Ring ';

/** @returns undefined where the sheet in hand is not about a piston */
export function pistonDrawing(job: JobState, place: Place, unit: LengthUnit): PistonDrawing | undefined {
  const found = pistonViewAt(job, place);
  const pin = currentPin(job);
  if (found === undefined || pin === undefined) return undefined;
  const here = placeKey(place);
  const cell = (spot: PistonSpot): PistonCell => {
    const { key, size, limit, state, name, characteristic } = spot;
    const figure =
      size === undefined
        ? ''
        : [...new Set([size.low, size.high])].map((nm) => benchFigure(nanometres(nm), unit)).join('/');
    const measured = pin.characteristics.find(({ id }) => id === characteristic);
    return {
      key,
      figure,
      state,
      isHere: key === here,
      words: [name, spot.member ?? '', figure, stateWord(state, measured)]
        .filter((each) => each !== '')
        .join(', '),
      bar: barOf(size, limit),
    };
  };
  const sheets = [
    ...new Set(found.grooves.flatMap(({ spots }) => spots.map(({ characteristic }) => characteristic))),
  ];
  const nameOf = (id: string): string => pin.characteristics.find((each) => each.id === id)?.name ?? id;
  return {
    heads: sheets.map((id) => {
      const name = nameOf(id);
      const short = name.startsWith(NARROW) ? name.slice(NARROW.length) : name;
      return short.charAt(0).toUpperCase() + short.slice(1);
    }),
    grooves: found.grooves.map(({ label, spots }) => ({
      label,
      cells: sheets.map((id) => spots.filter(({ characteristic }) => characteristic === id).map(cell)),
    })),
    body: found.body.map((spot) => ({ ...cell(spot), name: spot.name })),
    words: `The piston from the side: ${[...found.grooves.flatMap(({ spots }) => spots), ...found.body]
      .map((spot) => cell(spot).words)
      .join('; ')}`,
  };
}

/** Only where there is a most, and from nothing on: how much of it is used up. */
function barOf(size: PistonSpot['size'], limit: Limit): PistonCell['bar'] {
  const { upper } = acceptRange(limit, 'reused');
  if (size === undefined || !Number.isFinite(upper) || upper <= 0 || (limit.min ?? 0) > upper / 2)
    return undefined;
  const along = (nm: number): number => Math.min(1, Math.max(0, (nm / upper) * LIMIT_AT));
  return { from: along(size.low), to: along(size.high) };
}
