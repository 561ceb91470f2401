import type { HashedEntry } from '../record/verify-chain';
import type { KeyChange, PublicKey } from '../people/people-ledger';
import type { Seal } from '../release/gates';
import type { JobState } from './job-state';

export const RECORD_FORMAT = 'oak-gate/record';
/** 2: with the changes of the shop's key. */
export const RECORD_VERSION = 2;

/** A sealed record as a file that stands alone (docs/record-format.md). */
export interface RecordFile {
  readonly format: typeof RECORD_FORMAT;
  readonly version: number;
  readonly title: string;
  readonly job: string;
  readonly seal: Seal;
  /** The key that the record was sealed with. */
  readonly key: PublicKey;
  /** How the shop's key changed, from its first one on; none in files of version 1. */
  readonly keyChanges?: readonly KeyChange[];
  readonly entries: readonly HashedEntry[];
}

/** What a record is called: made of what its entries say, so that nobody can print another title above them. */
export const recordTitle = ({ engine, route }: Pick<JobState, 'engine' | 'route'>): string =>
  `Overhaul record of ${engine.modelName} ${engine.serial}: ${route.covers}`;
