import { createHash, generateKeyPairSync, sign } from 'node:crypto';
import { CHAIN_START, chainHash, sealText } from '@oak-gate/core';
import type { HashedEntry, JobEntry, PublicKey, RecordFile, Seal } from '@oak-gate/core';

/** Makes a record anew with other entries, as somebody could who has a key of his own: every hash and every seal holds. */
export function forged(record: RecordFile, change: (entry: JobEntry) => JobEntry): RecordFile {
  const { privateKey, publicKey } = generateKeyPairSync('ed25519');
  const spki = publicKey.export({ format: 'der', type: 'spki' });
  const keyId = createHash('sha256').update(spki).digest('hex').slice(0, 16);
  const key: PublicKey = { alg: 'Ed25519', keyId, spki: spki.toString('base64') };
  let seal: Seal = record.seal;
  const entries: HashedEntry[] = [];
  for (const each of record.entries) {
    let entry = change(each.entry as JobEntry);
    const previous = entries.at(-1)?.hash ?? CHAIN_START;
    if (entry.type === 'recordSealed' || entry.type === 'supplementSealed') {
      const upTo = { length: entries.length, hash: previous };
      const text = sealText(record.job, upTo);
      const value = sign(null, Buffer.from(text, 'utf8'), privateKey).toString('base64');
      entry = { ...entry, data: { ...upTo, signature: { alg: 'Ed25519', keyId, value } } };
      if (entry.type === 'recordSealed') seal = entry.data;
    }
    entries.push({ entry, hash: chainHash({ previous, entry }).hash });
  }
  return { ...record, key, seal, entries };
}
