/** What a user can put right is returned as a problem; what only we can put right is thrown (`invariant`). */
export type Result<T, P> =
  { readonly ok: true; readonly value: T } | { readonly ok: false; readonly problem: P };

export const ok = <T>(value: T): { readonly ok: true; readonly value: T } => ({ ok: true, value });
export const no = <P>(problem: P): { readonly ok: false; readonly problem: P } => ({ ok: false, problem });
