/**
 * Whether two values are the same data: what JSON would write of them, in whatever order their keys stand. A key without a
 * value is no key. Costs no text and no hash.
 */
export function sameData(a: unknown, b: unknown): boolean {
  if (Object.is(a, b) || a === b) return true;
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return false;
  if (Array.isArray(a) || Array.isArray(b))
    return (
      Array.isArray(a) &&
      Array.isArray(b) &&
      a.length === b.length &&
      a.every((each, i) => sameData(each, b[i]))
    );
  return holds(a, b) && holds(b, a, true);
}
/** Whether every key of one object has the same value in the other; where that is known, whether it is there at all. */
function holds(a: object, b: object, isKnown = false): boolean {
  for (const key of Object.keys(a)) {
    const value = (a as Readonly<Record<string, unknown>>)[key];
    if (value === undefined) continue;
    const other = Object.hasOwn(b, key) ? (b as Readonly<Record<string, unknown>>)[key] : undefined;
    if (isKnown ? other === undefined : !sameData(value, other)) return false;
  }
  return true;
}
