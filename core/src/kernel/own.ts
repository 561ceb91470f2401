/**
 * What a record holds under a key that came from outside. Plain indexing answers for names such as `constructor` too, and
 * `in` says that they are there.
 */
export const own = <V>(record: Readonly<Record<string, V>>, key: string): V | undefined =>
  Object.hasOwn(record, key) ? record[key] : undefined;
