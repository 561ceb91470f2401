import { CHAIN_START, chainHash } from './chain-hash';

export interface HashedEntry {
  readonly entry: unknown;
  readonly hash: string;
}
export type ChainVerdict =
  | { readonly intact: true; readonly length: number }
  | { readonly intact: false; readonly firstBad: number }
  | { readonly intact: false; readonly endsAt: number; readonly expectedLength: number };

/**
 * Whether every hash follows from the entry before it, and whether the chain ends where a seal says that it ends.
 * @param expected length and last hash as the seal states them
 */
export function verifyChain({
  entries,
  previous = CHAIN_START,
  expected,
}: {
  readonly entries: readonly HashedEntry[];
  readonly previous?: string;
  readonly expected?: { readonly length: number; readonly hash: string };
}): ChainVerdict {
  let last = previous;
  for (const [index, { entry, hash }] of entries.entries()) {
    if (hashFollows(last, entry) !== hash) return { intact: false, firstBad: index };
    last = hash;
  }
  if (expected !== undefined && (entries.length !== expected.length || last !== expected.hash)) {
    return { intact: false, endsAt: entries.length, expectedLength: expected.length };
  }
  return { intact: true, length: entries.length };
}

/** An entry that cannot be written canonically cannot have been written by us. */
function hashFollows(previous: string, entry: unknown): string | undefined {
  try {
    return chainHash({ previous, entry }).hash;
  } catch {
    return undefined;
  }
}
