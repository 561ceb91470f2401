import { lifeLeft } from '../quantity/life-left';
import type { LifeLeft } from '../quantity/life-left';
import type { PartKind } from './characteristic';
import type { Layout, LifeRule } from './layout';
import { partIn } from './parts';
import type { Part, PartsState } from './parts';
import { slotsOf } from './place';
import type { SlotKey } from './place';

/** How a part whose life is limited stands. */
export interface PartLife {
  readonly rule: LifeRule;
  readonly slot: SlotKey;
  readonly part: Part;
  /** What it has done; null where nobody knows. */
  readonly used: number | null;
  readonly life: LifeLeft;
}

/**
 * The lives of the parts that lie there, of the kinds that a model limits. A new part of which nothing is said has done nothing.
 * @param hoursFound of a part, as it was said when the engine was taken apart
 * @returns one for each part and limit, in the order of the layout
 */
export const partLives = (
  state: PartsState,
  layout: Layout,
  hoursFound: (part: string) => number | null = () => null,
): readonly PartLife[] =>
  (layout.lives ?? []).flatMap((rule) =>
    slotsOf(layout, rule.kind).flatMap(({ key }): readonly PartLife[] => {
      const part = partIn(state, key);
      if (part === undefined) return [];
      const said = rule.counts === 'hours' ? (part.hours ?? hoursFound(part.id)) : part.cycles;
      const used = said ?? (part.state === 'new' ? 0 : null);
      const { limit, untilNext } = rule;
      const life = lifeLeft({ used, limit, ...(untilNext === undefined ? {} : { untilNext }) });
      return [{ rule, slot: key, part, used, life }];
    }),
  );
/** The kinds whose lives a model limits. */
export const lifedKinds = ({ lives = [] }: Pick<Layout, 'lives'>): readonly PartKind[] => [
  ...new Set(lives.map(({ kind }) => kind)),
];
