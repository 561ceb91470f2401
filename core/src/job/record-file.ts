import type { HashedEntry } from '../record/verify-chain';
import type { PublicKey } from '../people/people-ledger';
import type { Seal } from '../release/gates';

export const RECORD_FORMAT = 'oak-gate/record';
export const RECORD_VERSION = 1;

/** A sealed record as a file that stands alone (docs/record-format.md). */
export interface RecordFile {
  readonly format: typeof RECORD_FORMAT;
  readonly version: number;
  readonly title: string;
  readonly job: string;
  readonly seal: Seal;
  readonly key: PublicKey;
  readonly entries: readonly HashedEntry[];
}
