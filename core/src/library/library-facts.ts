import type { Characteristic } from '../engines/characteristic';
import type { Actor } from '../kernel/actor';
import type { SecondPersonPolicy } from '../people/second-person';
import type { Route } from '../route/route';

/** What the world says at the moment of a command on the library. */
export interface LibraryFacts {
  readonly by: Actor;
  readonly at: string;
  readonly secondPerson: SecondPersonPolicy;
  /** Characteristics that ship: a shop adds to them and does not change them. */
  readonly shipped: readonly Characteristic[];
  /** Routes that ship, or lie in the shop's folder. */
  readonly shippedRoutes?: readonly Route[];
}
