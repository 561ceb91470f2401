/** How a reading is decided near the ends of a limit. `guarded`: only what is inside by more than the gauge may err is in. */
export const DECISION_RULES = ['simple', 'guarded'] as const;
export type DecisionRule = (typeof DECISION_RULES)[number];
