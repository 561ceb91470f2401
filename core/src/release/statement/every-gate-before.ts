import type { GateRule, Route } from '../../route/route';

/** What the first statements said of the gates before: every one in the route's order. */
export const everyGateBefore = ({ gates }: Route, { stage }: GateRule): readonly GateRule[] =>
  gates.slice(
    0,
    gates.findIndex((gate) => gate.stage === stage),
  );
