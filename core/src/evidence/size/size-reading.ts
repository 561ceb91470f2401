import type { Nanometres } from '../../quantity/nanometres';

/** What was learned about a size, never rounded to a number. Lengths in nm. */
export type SizeReading =
  | { readonly kind: 'exact'; readonly value: Nanometres }
  | { readonly kind: 'between'; readonly goes: Nanometres; readonly stops: Nanometres }
  | { readonly kind: 'atLeast'; readonly goes: Nanometres }
  | { readonly kind: 'under'; readonly stops: Nanometres }
  | { readonly kind: 'spread'; readonly low: Nanometres; readonly high: Nanometres };
