import { invariant } from '../kernel/invariant';
import type { Actor } from '../kernel/actor';
import type { Envelope } from './envelope';

/** What an event is written with, besides its own data. */
export interface Stamp {
  readonly seq: number;
  readonly at: string;
  readonly by: Actor;
  readonly command: string;
}
/**
 * One type of event: its newest version, what it does to the state, and how the data of older versions are read. Unions,
 * lists, schemas and the verifier's knowledge all derive from the tables of these.
 */
export interface EventType<V extends number, D, S> {
  readonly v: V;
  /** The part of the state that changes. It believes the data: whether it may be was decided before it was written. */
  readonly evolve: (state: S, data: D, stamp: Stamp) => Partial<S>;
  /** `upcasts[n - 1]` turns data of version n into data of version n + 1. Stored bytes are never changed. */
  readonly upcasts: readonly Upcast[];
}
export type Upcast = (data: Readonly<Record<string, unknown>>) => Readonly<Record<string, unknown>>;
export type EventTable<S> = Readonly<Record<string, EventType<number, never, S>>>;

/** @example event<{ reason: string }, Slice>()(1, (state, { reason }) => ({ reason })) */
export const event =
  <D, S>() =>
  <const V extends number>(
    v: V,
    evolve: (state: S, data: D, stamp: Stamp) => Partial<S>,
    ...upcasts: readonly Upcast[]
  ): EventType<V, D, S> => {
    invariant(upcasts.length === v - 1, 'every older version of an event can be read');
    return { v, evolve, upcasts };
  };

/** An event that changes nothing by itself. */
export const nothingChanges = (): object => ({});

type AnyTable = Readonly<Record<string, { readonly v: number; readonly evolve: unknown }>>;
export type DataIn<T extends AnyTable> = {
  readonly [K in keyof T & string]: T[K]['evolve'] extends (
    state: never,
    data: infer D,
    stamp: Stamp,
  ) => unknown
    ? D
    : never;
};
/** The union of all events of a table, each with its newest version. */
export type EventIn<T extends AnyTable> = {
  readonly [K in keyof T & string]: { readonly type: K; readonly v: T[K]['v']; readonly data: DataIn<T>[K] };
}[keyof T & string];

/** An entry of a type or version that this program does not know. */
export interface NewerEntry {
  readonly seq: number;
  readonly type: string;
  readonly v: number;
}
export type Understood<E> =
  | { readonly known: true; readonly entry: Envelope & E }
  | { readonly known: false; readonly newer: NewerEntry };

/** Reads an entry as its newest version; what the table does not have was made by a newer program. */
export function understandEntry<
  T extends AnyTable & Readonly<Record<string, { readonly upcasts: readonly Upcast[] }>>,
>(table: T, entry: Envelope): Understood<EventIn<T>> {
  const { seq, type, v } = entry;
  const known = Object.hasOwn(table, type) ? table[type] : undefined;
  if (known === undefined || !Number.isInteger(v) || v < 1 || v > known.v)
    return { known: false, newer: { seq, type, v } };
  const data = known.upcasts
    .slice(v - 1)
    .reduce((so, upcast) => upcast(so), entry.data as Readonly<Record<string, unknown>>);
  return { known: true, entry: { ...entry, v: known.v, data } as Envelope & EventIn<T> };
}

/** What was said then means the same now; the newer version can say more. */
export const sameWords: Upcast = (data) => data;

/** What the clock's step back is called in every chain: `at` repeats until it has caught up. */
export const clockSteppedBack = <S>(): EventType<1, { readonly clock: string }, S> => ({
  v: 1,
  evolve: nothingChanges,
  upcasts: [],
});

/** Why a chain's time runs back: what stands before it was dated by a clock that was wrong, on a manager's word. */
export interface ClockPutRight {
  /** The last date before it. */
  readonly was: string;
  /** Who said so, and why. */
  readonly by: string;
  readonly reason: string;
}
/** From here on `at` begins anew at an earlier time. It is the only entry that may stand before its predecessor. */
export const clockPutRight = <S>(
  evolve: (state: S, data: ClockPutRight, stamp: Stamp) => Partial<S> = () => ({}),
): EventType<1, ClockPutRight, S> => ({ v: 1, evolve, upcasts: [] });

/** The state after an event of a table. */
export function evolveBy<S>(
  table: Readonly<Record<string, { readonly evolve: (state: S, data: never, stamp: Stamp) => Partial<S> }>>,
  state: S,
  entry: Envelope,
): S {
  const { seq, at, by, command, type, data } = entry;
  const known = table[type];
  invariant(known !== undefined, `an entry of type ${type} was understood before it is told`);
  return { ...state, ...known.evolve(state, data as never, { seq, at, by, command }) };
}
