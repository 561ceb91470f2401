import { canonical } from './canonical';
import { sha256Hex } from './digest';

/** What stands before the first entry of a chain. */
export const CHAIN_START = '0'.repeat(64);

/** The hash that ties an entry to the one before it: SHA-256 of `previous + "\n" + canonical(entry)`. */
export const chainHash = ({
  previous,
  entry,
}: {
  readonly previous: string;
  readonly entry: unknown;
}): { readonly hash: string } => ({
  hash: hashOfBytes(previous, canonical(entry)),
});

/** The same from bytes that are stored already. */
export const hashOfBytes = (previous: string, bytes: string): string => sha256Hex(`${previous}\n${bytes}`);
