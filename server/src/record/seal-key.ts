import {
  createHash,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  sign,
  verify,
} from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { keyChangeText } from '@oak-gate/core';
import type { KeyChange, PublicKey, SealSignature } from '@oak-gate/core';
import { ProblemError } from '../platform/problem-error';

const NAME = 'seal-ed25519.pem';
/** A key that is about to take the place of the shop's: it counts as soon as the ledger says so, and not before. */
const NEXT = 'seal-ed25519.next.pem';

/** One private key of the shop. */
export class OneKey {
  private constructor(
    private readonly pem: string,
    readonly publicKey: PublicKey,
  ) {}

  static make(file: string): OneKey {
    const { privateKey } = generateKeyPairSync('ed25519');
    // On the disk before anything says that it is the shop's.
    const pem = privateKey.export({ format: 'pem', type: 'pkcs8' });
    writeFileSync(file, pem, { mode: 0o600, flush: true });
    return OneKey.read(file);
  }
  static read(file: string): OneKey {
    const pem = readFileSync(file, 'utf8');
    const spki = createPublicKey(createPrivateKey(pem)).export({ format: 'der', type: 'spki' });
    const keyId = createHash('sha256').update(spki).digest('hex').slice(0, 16);
    return new OneKey(pem, { alg: 'Ed25519', keyId, spki: spki.toString('base64') });
  }
  sign(text: string): SealSignature {
    const value = sign(null, Buffer.from(text, 'utf8'), createPrivateKey(this.pem)).toString('base64');
    return { alg: 'Ed25519', keyId: this.publicKey.keyId, value };
  }
}

/** The shop's key for seals: kept in the data folder, readable by the server's user only, and known to the ledger. */
export class SealKey {
  private constructor(
    private readonly folder: string,
    private key: OneKey,
  ) {}

  /**
   * The key of a folder. A new folder gets one; a shop that is set up has the one that its ledger knows, or does not open.
   * @throws ProblemError SEAL_KEY_MISSING, SEAL_KEY_FOREIGN
   */
  static inFolder(folder: string, known: PublicKey | undefined): SealKey {
    const keys = join(folder, 'keys');
    const [file, next] = [join(keys, NAME), join(keys, NEXT)];
    mkdirSync(keys, { recursive: true, mode: 0o700 });
    if (known === undefined)
      return new SealKey(folder, existsSync(file) ? OneKey.read(file) : OneKey.make(file));
    // The power went between the ledger's word and the renaming: the ledger has the last word.
    if (existsSync(next)) {
      if (isKey(next, known)) renameSync(next, file);
      else rmSync(next);
    }
    if (!existsSync(file)) throw ProblemError.of('SEAL_KEY_MISSING', { keyId: known.keyId, folder });
    const key = readOr(file, () =>
      ProblemError.of('SEAL_KEY_FOREIGN', { keyId: known.keyId, found: 'no key at all', folder }),
    );
    if (key.publicKey.spki !== known.spki)
      throw ProblemError.of('SEAL_KEY_FOREIGN', {
        keyId: known.keyId,
        found: key.publicKey.keyId,
        folder,
      });
    return new SealKey(folder, key);
  }

  get publicKey(): PublicKey {
    return this.key.publicKey;
  }
  /** @throws ProblemError SEAL_NOT_VERIFIED: a seal that does not verify is not written */
  sign(text: string): SealSignature {
    const signature = this.key.sign(text);
    if (!checkSignature(text, signature, this.key.publicKey))
      throw ProblemError.of('SEAL_NOT_VERIFIED', { keyId: this.key.publicKey.keyId });
    return signature;
  }

  /** What a change would say, for a decision before any key is made. */
  wouldChange(reason: string): KeyChange {
    const from = this.key.publicKey.keyId;
    return { from, to: { alg: 'Ed25519', keyId: 'next', spki: '' }, reason, signatures: null };
  }
  /**
   * Another key takes the place, one change after the other.
   * @param say writes the change into the ledger; false where this change was written before, and nothing changes
   */
  async change(reason: string, say: (change: KeyChange) => Promise<boolean>): Promise<void> {
    const run = this.changing.then(async () => {
      const { change, take } = this.prepareChange(reason);
      if (await say(change)) take();
    });
    this.changing = run.catch(() => undefined);
    await run;
  }
  private changing: Promise<unknown> = Promise.resolve();

  /** Another key, and both signatures over the change; it takes the place when the ledger has said so. */
  prepareChange(reason: string): { readonly change: KeyChange; readonly take: () => void } {
    const next = OneKey.make(join(this.folder, 'keys', NEXT));
    const text = keyChangeText({ from: this.key.publicKey.keyId, to: next.publicKey });
    const change: KeyChange = {
      from: this.key.publicKey.keyId,
      to: next.publicKey,
      reason,
      signatures: { old: this.key.sign(text).value, new: next.sign(text).value },
    };
    const take = (): void => {
      renameSync(join(this.folder, 'keys', NEXT), join(this.folder, 'keys', NAME));
      this.key = next;
    };
    return { change, take };
  }
}
/** A key for a shop that lost its own: on the manager's word alone. */
export function prepareLostKey(
  folder: string,
  from: string,
  reason: string,
): { readonly change: KeyChange; readonly take: () => void } {
  const keys = join(folder, 'keys');
  mkdirSync(keys, { recursive: true, mode: 0o700 });
  const next = OneKey.make(join(keys, NEXT));
  const change: KeyChange = { from, to: next.publicKey, reason, signatures: null };
  return { change, take: () => renameSync(join(keys, NEXT), join(keys, NAME)) };
}
function isKey(file: string, known: PublicKey): boolean {
  try {
    return OneKey.read(file).publicKey.spki === known.spki;
  } catch {
    return false; // half written when the power went: nobody sealed with it
  }
}
function readOr(file: string, otherwise: () => Error): OneKey {
  try {
    return OneKey.read(file);
  } catch {
    throw otherwise();
  }
}

/** Whether a signature is that key's over that text. The key's id must be the one that its bytes give. */
export function checkSignature(text: string, signature: SealSignature, key: PublicKey): boolean {
  try {
    const spki = Buffer.from(key.spki, 'base64');
    const keyId = createHash('sha256').update(spki).digest('hex').slice(0, 16);
    if (keyId !== key.keyId || keyId !== signature.keyId) return false;
    const publicKey = createPublicKey({ key: spki, format: 'der', type: 'spki' });
    return verify(null, Buffer.from(text, 'utf8'), publicKey, Buffer.from(signature.value, 'base64'));
  } catch {
    return false;
  }
}
