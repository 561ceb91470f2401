import canonicalize from 'canonicalize';
import { invariant } from '../kernel/invariant';

/**
 * The bytes that are hashed and stored: JSON by RFC 8785 (JCS).
 * @throws where the value holds what JSON cannot carry (NaN, a lone surrogate): checked at the borders, so our bug here
 */
export function canonical(value: unknown): string {
  // What was read back from canonical bytes, as every record is, has its keys in their order: then plain JSON is the same
  // text, in a fraction of the time.
  if (isInOrder(value)) {
    const plain = JSON.stringify(value);
    if (!LONE_SURROGATE.test(plain)) return plain;
  }
  const text = canonicalize(value);
  invariant(text !== undefined, 'what is recorded can be written as canonical JSON');
  return text;
}

const LONE_SURROGATE = /\\ud[89a-f]/;

/** Whether a value is plain JSON with the keys of every object in the order that they are written in. */
function isInOrder(value: unknown): boolean {
  if (value === null || typeof value === 'string' || typeof value === 'boolean') return true;
  if (typeof value !== 'object') return Number.isFinite(value);
  if ('toJSON' in value) return false;
  if (Array.isArray(value)) {
    for (const each of value) if (!isInOrder(each)) return false;
    return true;
  }
  let last: string | undefined;
  for (const key of Object.keys(value)) {
    if (last !== undefined && key < last) return false;
    if (!isInOrder((value as Readonly<Record<string, unknown>>)[key])) return false;
    last = key;
  }
  return true;
}
