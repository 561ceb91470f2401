/** Drops the properties that are undefined, so that an absent property is really absent in stored bytes. */
export function present<T extends object>(from: T): { [K in keyof T]: Exclude<T[K], undefined> } {
  return Object.fromEntries(Object.entries(from).filter(([, value]) => value !== undefined)) as {
    [K in keyof T]: Exclude<T[K], undefined>;
  };
}
