import type { LifeUnit } from '../quantity/figure';
import type { Limit } from './limit';

/** How long, or how often, something may serve: the bounds that documents state, in what is counted. */
export interface LifeLimit {
  readonly unit: LifeUnit;
  readonly limit: Limit<number>;
}
