import type { EngineClass } from '../engines/engine-model';
import type { DecisionRule } from '../quantity/decision-rule';
import { own } from '../kernel/own';

/** What is done about a gauge whose step is too coarse for a limit: it is said, or the reading is refused. */
export const COARSE_RULES = ['warn', 'refuse'] as const;
export type CoarseRule = (typeof COARSE_RULES)[number];
/** How readings near the ends of a limit are decided, and with how coarse a gauge. */
export interface Judging {
  readonly rule: DecisionRule;
  readonly coarse: CoarseRule;
}
/** What the shop says for all its engines, or for a class of them; null where it leaves it to what is said for all. */
export interface JudgingSaid {
  readonly rule: DecisionRule | null;
  readonly coarse: CoarseRule | null;
}
export type JudgingFor = EngineClass | 'shop';

const USUAL: Judging = { rule: 'simple', coarse: 'warn' };
export const judgingOf = (
  said: Readonly<Partial<Record<JudgingFor, JudgingSaid>>>,
  engineClass: EngineClass,
): Judging => {
  const [its, all] = [own(said, engineClass), own(said, 'shop')];
  return {
    rule: its?.rule ?? all?.rule ?? USUAL.rule,
    coarse: its?.coarse ?? all?.coarse ?? USUAL.coarse,
  };
};
