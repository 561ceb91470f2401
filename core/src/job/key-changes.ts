import { keyChangeText } from '../people/people-ledger';
import type { KeyChange, PublicKey } from '../people/people-ledger';
import type { RecordFile } from './record-file';
import type { SignatureCheck } from './verify-record';

/** Whether the shop's own changes lead from a key to the one that sealed: each signed by the one before it. */
export function leadsTo(
  { key, keyChanges = [] }: Pick<RecordFile, 'key' | 'keyChanges'>,
  from: string,
  check: SignatureCheck,
): boolean {
  let at: string | undefined = from;
  for (let step = 0; step <= keyChanges.length && at !== undefined; step++) {
    if (at === key.keyId) return true;
    const change: KeyChange | undefined = keyChanges.find((each) => each.from === at);
    at = change !== undefined && isSignedByBoth(keyChanges, change, check) ? change.to.keyId : undefined;
  }
  return false;
}

/** The very first key is known by its id alone: the new key's word is checked, and the old one's where its bytes are here. */
export function isSignedByBoth(
  changes: readonly KeyChange[],
  change: KeyChange,
  check: SignatureCheck,
): boolean {
  if (change.signatures === null) return false;
  const old = changes.find(({ to }) => to.keyId === change.from)?.to;
  const text = keyChangeText(change);
  const holds = (key: PublicKey, value: string): boolean =>
    check(text, { alg: 'Ed25519', keyId: key.keyId, value }, key);
  return holds(change.to, change.signatures.new) && (old === undefined || holds(old, change.signatures.old));
}
