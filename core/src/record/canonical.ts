import canonicalize from 'canonicalize';
import { invariant } from '../kernel/invariant';

/**
 * The bytes that are hashed and stored: JSON by RFC 8785 (JCS).
 * @throws where the value holds what JSON cannot carry (NaN, a lone surrogate): checked at the borders, so our bug here
 */
export function canonical(value: unknown): string {
  const text = canonicalize(value);
  invariant(text !== undefined, 'what is recorded can be written as canonical JSON');
  return text;
}
