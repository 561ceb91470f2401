/** A promise this code makes to itself; if it breaks, that is our bug and never the user's fault. */
export function invariant(holds: boolean, promise: string): asserts holds {
  if (!holds) throw new Error(`Bug: broken promise "${promise}".`);
}

/** Marks a branch that the compiler must prove unreachable: a new kind does not compile until it is handled. */
export function assertNever(value: never, where: string): never {
  throw new Error(`Bug: ${where} was not told about ${JSON.stringify(value)}.`);
}
