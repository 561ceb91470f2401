import type { Actor } from '../kernel/actor';

/** What is written for each event; all of it is hashed. */
export interface Envelope<
  Event extends { type: string; v: number; data: unknown } = { type: string; v: number; data: unknown },
> {
  /** `job:ID`, `library`, `instruments` or `people`. */
  readonly chain: string;
  /** Counts from 1 in its chain. */
  readonly seq: number;
  readonly type: Event['type'];
  readonly v: Event['v'];
  readonly job: string | null;
  /** UTC, milliseconds, ISO 8601. */
  readonly at: string;
  /** The command that the event comes from. */
  readonly command: string;
  readonly by: Actor;
  readonly data: Event['data'];
}

/** An entry with the hash that ties it to the one before. */
export interface LedgerEntry<E = Envelope> {
  readonly entry: E;
  readonly hash: string;
}
