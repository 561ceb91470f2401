/** A value that is worked out once for each object that it is about, and forgotten with it. */
export function onceFor<K extends object, V>(work: (about: K) => V): (about: K) => V {
  const known = new WeakMap<K, { readonly value: V }>();
  return (about) => {
    const there = known.get(about);
    if (there !== undefined) return there.value;
    const value = work(about);
    known.set(about, { value });
    return value;
  };
}
