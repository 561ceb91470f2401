import {
  createHash,
  createPrivateKey,
  createPublicKey,
  generateKeyPairSync,
  sign,
  verify,
} from 'node:crypto';
import { existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import type { PublicKey, SealSignature } from '@oak-gate/core';

/** The shop's key for seals: made once, kept in the data folder, readable by the server's user only. */
export class SealKey {
  private constructor(
    private readonly pem: string,
    readonly publicKey: PublicKey,
  ) {}

  static inFolder(folder: string): SealKey {
    const keys = join(folder, 'keys');
    const file = join(keys, 'seal-ed25519.pem');
    if (!existsSync(file)) {
      mkdirSync(keys, { recursive: true, mode: 0o700 });
      const { privateKey } = generateKeyPairSync('ed25519');
      writeFileSync(file, privateKey.export({ format: 'pem', type: 'pkcs8' }), { mode: 0o600, flag: 'wx' });
    }
    const pem = readFileSync(file, 'utf8');
    const spki = createPublicKey(createPrivateKey(pem)).export({ format: 'der', type: 'spki' });
    const keyId = createHash('sha256').update(spki).digest('hex').slice(0, 16);
    return new SealKey(pem, { alg: 'Ed25519', keyId, spki: spki.toString('base64') });
  }

  sign(text: string): SealSignature {
    const value = sign(null, Buffer.from(text, 'utf8'), createPrivateKey(this.pem)).toString('base64');
    return { alg: 'Ed25519', keyId: this.publicKey.keyId, value };
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
