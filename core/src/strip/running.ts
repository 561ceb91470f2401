import { sheetPlaces } from '../bench/places';
import { NO_PART } from '../bench/places';
import type { Characteristic } from '../engines/characteristic';
import { placeKey } from '../engines/place';
import type { Place, PlaceKey } from '../engines/place';
import { KeptMap } from '../kernel/kept-map';
import { acceptRange } from '../library/limit';
import type { Limit } from '../library/limit';
import { currentPin, limitInForce } from '../library/limit-in-force';
import type { PinState } from '../library/limit-in-force';
import type { LengthUnit } from '../quantity/length-unit';
import { nanometres } from '../quantity/nanometres';
import type { Nanometres } from '../quantity/nanometres';
import { event } from '../record/event-table';

/** A clearance as the engine ran with it, before it was taken apart: it informs, and is never spent. */
export interface RunningSaid {
  readonly place: PlaceKey;
  /** As it was typed; empty where it could not be measured, which the remark says why. */
  readonly text: string;
  readonly unit: LengthUnit;
  readonly size: Nanometres | null;
  readonly remark: string;
}
export interface RunningEntry extends RunningSaid {
  readonly by: { readonly id: string; readonly name: string };
  readonly at: string;
  readonly seq: number;
  readonly before?: RunningEntry;
}
export interface RunningState {
  readonly running: KeptMap<RunningEntry>;
}
export const NOTHING_RAN: RunningState = { running: KeptMap.empty() };

export const RUNNING_EVENTS = {
  runningSaid: event<RunningSaid, RunningState>()(1, ({ running }, data, { seq, at, by }) => {
    const before = running.get(data.place);
    const now = { ...data, seq, at, by: { id: by.id, name: by.name } };
    return { running: running.set(data.place, before === undefined ? now : { ...now, before }) };
  }),
};

/** What can be measured of an engine that is still together, with what was said of it. */
export interface RunningPlace {
  readonly place: Place;
  readonly key: PlaceKey;
  readonly characteristic: Characteristic;
  readonly entry: RunningEntry | undefined;
  /** What documents allow of parts that go on running. */
  readonly limit: Limit | undefined;
  /** Against what parts may have that go on running; nothing where nobody states it. */
  readonly word: 'in' | 'tight' | 'loose' | undefined;
}
export const runningPlaces = (state: PinState & RunningState): readonly RunningPlace[] =>
  (currentPin(state)?.characteristics ?? [])
    .filter(({ running }) => running === true)
    .flatMap((characteristic) =>
      sheetPlaces(state, characteristic.id).map((place): RunningPlace => {
        const key = placeKey(place);
        const entry = state.running.get(key);
        const inForce = limitInForce(state, place, { ...NO_PART, state: 'reused' });
        const range = inForce.state === 'inForce' ? acceptRange(inForce.limit, 'reused') : undefined;
        const limit: Limit | undefined =
          range === undefined
            ? undefined
            : {
                ...(Number.isFinite(range.lower) ? { min: nanometres(range.lower) } : {}),
                ...(Number.isFinite(range.upper) ? { max: nanometres(range.upper) } : {}),
              };
        const size = entry?.size ?? undefined;
        const word =
          size === undefined || range === undefined
            ? undefined
            : size < range.lower
              ? 'tight'
              : size > range.upper
                ? 'loose'
                : 'in';
        return { place, key, characteristic, entry, limit, word };
      }),
    );
