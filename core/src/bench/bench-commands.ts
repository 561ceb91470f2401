import type { PartRef, PartsState } from '../engines/parts';
import type { PlaceKey } from '../engines/place';
import type { Instrument } from '../instruments/instrument';
import type { PinState } from '../library/limit-in-force';
import type { LengthUnit } from '../quantity/length-unit';
import type { Answer, CorrectionReason, PlacesState, SlipChoice } from './places';
import type { LookedTwice } from './second-look';
import type { HowSaid } from './taken-how';

export interface BenchSlice extends PlacesState, PinState, PartsState, LookedTwice {
  readonly rules: number;
  readonly instruments: Readonly<Record<string, Instrument>>;
}
export interface At {
  readonly place: PlaceKey;
  /** The version of the place that the person saw. */
  readonly basedOn: number;
}
export interface TakenText extends HowSaid {
  readonly text: string;
  /** The unit of the field; null where what is found has none. */
  readonly unit: LengthUnit | null;
  /** null where somebody looked, and no tool was used. */
  readonly instrument: string | null;
  readonly answers: readonly Answer[];
  readonly slip: SlipChoice | null;
  /** What was typed before another reading of it was taken. */
  readonly typedFirst?: string;
  /** What somebody else had found here was hidden. */
  readonly blind?: true;
  /** Limits and verdict were hidden until it was recorded. */
  readonly limitsHidden?: true;
}
export type BenchCommand =
  /** `seen`: the parts that the person measured, in the condition in which they were. */
  | ({
      readonly type: 'takeReading';
      readonly seen: readonly PartRef[];
      /** Both stand where they cannot be true together: nobody here can say which is wrong, and an inspector decides. */
      readonly keepBoth?: true;
    } & At &
      TakenText)
  | ({
      readonly type: 'correctReading';
      readonly reading: number;
      readonly reason: CorrectionReason;
      readonly instead: (TakenText & { readonly seen: readonly PartRef[] }) | null;
    } & At)
  | ({ readonly type: 'voidReading'; readonly reading: number; readonly reason: string } & At)
  | ({ readonly type: 'decideContest'; readonly keep: number; readonly reason: string } & At)
  | ({ readonly type: 'deferPlace'; readonly reason: string } & At)
  | ({ readonly type: 'resumePlace' } & At)
  /** In its limits, and nothing is done to bring it nearer to what is aimed for. */
  | ({ readonly type: 'leaveAsIs'; readonly reading: number; readonly reason: string } & At)
  | ({ readonly type: 'declareNotApplicable'; readonly reason: string } & At);
