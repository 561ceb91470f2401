import type { PlaceKey } from '../engines/place';
import type { CorrectionReason, RecordedReading, VerdictFact } from './places';

export interface BenchEventData {
  readingTaken: Omit<RecordedReading, 'seq' | 'at' | 'by' | 'status' | 'ended'> & {
    readonly place: PlaceKey;
    /** The reading that this one narrows. */
    readonly refines: number | null;
    /** True where somebody else's first reading was there already. */
    readonly contests: boolean;
  };
  readingCorrected: { readonly place: PlaceKey; readonly reading: number; readonly reason: CorrectionReason };
  readingVoided: { readonly place: PlaceKey; readonly reading: number; readonly reason: string };
  contestDecided: { readonly place: PlaceKey; readonly keep: number; readonly reason: string };
  placeDeferred: { readonly place: PlaceKey; readonly reason: string };
  placeResumed: { readonly place: PlaceKey };
  notApplicableDeclared: { readonly place: PlaceKey; readonly reason: string };
  notApplicableAccepted: { readonly place: PlaceKey; readonly reason: string };
  notApplicableRefused: { readonly place: PlaceKey; readonly reason: string };
}
export type BenchEvent = {
  readonly [T in keyof BenchEventData]: { readonly type: T; readonly v: 1; readonly data: BenchEventData[T] };
}[keyof BenchEventData];

/** A reading that was judged again because the limit changed under it. */
export interface Rejudged {
  readonly place: PlaceKey;
  readonly reading: number;
  readonly verdict: VerdictFact;
}
