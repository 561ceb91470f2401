import type { PlacesState } from '../bench/places';
import type { PartsState } from '../engines/parts';
import type { FindingsState } from '../findings/decisions';
import type { PinState } from '../library/limit-in-force';
import type { ClockPutRight } from '../record/event-table';
import type { ArrivalState } from '../release/arrival';
import type { GatesState } from '../release/gates';
import type { RemarksState } from '../release/remarks';
import type { KitsState } from '../rework/kits';
import type { PlansState } from '../rework/plans';
import type { StripState } from '../strip/as-found';
import type { RaisedState } from '../release/raised';
import type { InspectionState } from '../inspection/inspection';

/** A job as its story tells it: every topic's slice, and where the story stands. */
export interface JobState
  extends
    ArrivalState,
    PartsState,
    PinState,
    PlacesState,
    FindingsState,
    RemarksState,
    PlansState,
    KitsState,
    StripState,
    InspectionState,
    RaisedState,
    InspectionState,
    GatesState {
  readonly id: string;
  readonly seq: number;
  readonly at: string;
  /** Where the story's time runs back, and on whose word. */
  readonly clockPutRight: readonly (ClockPutRight & { readonly at: string })[];
}
