import type { SaidCondition, TakenText } from '@oak-gate/core';

/** How a sheet is measured: in which state, and with what its gauge was set. */
export type SaidHow = Pick<TakenText, 'setting'> & { readonly conditions: readonly SaidCondition[] };
