import { ed25519 } from '@noble/curves/ed25519.js';
import { sha256HexOf } from '@oak-gate/core';
import type { SignatureCheck } from '@oak-gate/core';

/** What stands before the 32 bytes of an Ed25519 key in a SubjectPublicKeyInfo (RFC 8410). */
const SPKI_HEAD = '302a300506032b6570032100';
const bytesOf = (base64: string): Uint8Array =>
  Uint8Array.from(atob(base64), (letter) => letter.charCodeAt(0));
const hexOf = (bytes: Uint8Array): string =>
  Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');

/** The same check as the server's, in the browser: strict as RFC 8032 has it. */
export const checkSignature: SignatureCheck = (text, signature, key) => {
  try {
    const spki = bytesOf(key.spki);
    const keyId = sha256HexOf(spki).slice(0, 16);
    if (keyId !== key.keyId || keyId !== signature.keyId || hexOf(spki.slice(0, 12)) !== SPKI_HEAD)
      return false;
    const message = new TextEncoder().encode(text);
    return ed25519.verify(bytesOf(signature.value), message, spki.slice(12), { zip215: false });
  } catch {
    return false;
  }
};
