import { conditionsOf } from '@oak-gate/core';
import type { Condition, GateRule, Role, Route, Stage } from '@oak-gate/core';

const withGate = (route: Route, stage: Stage, to: (gate: GateRule) => GateRule): Route => ({
  ...route,
  gates: route.gates.map((gate) => (gate.stage === stage ? to(gate) : gate)),
});
/** A gate without what is not said: an empty list of second looks is none. */
const tidy = ({ secondLooks = [], ...gate }: GateRule): GateRule => {
  const left = secondLooks.filter((each) => gate.sheets.includes(each));
  return left.length === 0 ? gate : { ...gate, secondLooks: left };
};

/** A sheet one earlier (-1) or one later (+1) in its stage: the hand goes this order. */
export function movedSheet(route: Route, stage: Stage, sheet: string, by: -1 | 1): Route {
  return withGate(route, stage, (gate) => {
    const sheets = [...gate.sheets];
    const from = sheets.indexOf(sheet);
    const other = sheets[from + by];
    if (from < 0 || other === undefined) return gate;
    sheets[from] = other;
    sheets[from + by] = sheet;
    return { ...gate, sheets };
  });
}
/** A sheet out of its gate; one that is the last of it leaves a gate that only waits. */
export const withoutSheet = (route: Route, stage: Stage, sheet: string): Route =>
  guarded(
    withGate(route, stage, (gate) => tidy({ ...gate, sheets: gate.sheets.filter((each) => each !== sheet) })),
  );
/** A sheet at the end of a gate, and at no other. */
export const withSheet = (route: Route, stage: Stage, sheet: string): Route => {
  const without = {
    ...route,
    gates: route.gates.map((gate) => tidy({ ...gate, sheets: gate.sheets.filter((each) => each !== sheet) })),
  };
  return guarded(withGate(without, stage, (gate) => ({ ...gate, sheets: [...gate.sheets, sheet] })));
};
export const withSecondLook = (route: Route, stage: Stage, sheet: string, asked: boolean): Route =>
  withGate(route, stage, (gate) =>
    tidy({
      ...gate,
      secondLooks: [...(gate.secondLooks ?? []).filter((each) => each !== sheet), ...(asked ? [sheet] : [])],
    }),
  );
export const withSigner = (route: Route, stage: Stage, role: Role, signs: boolean): Route =>
  withGate(route, stage, (gate) => ({
    ...gate,
    signedBy: [...gate.signedBy.filter((each) => each !== role), ...(signs ? [role] : [])],
  }));
export const withIndependent = (route: Route, stage: Stage, independent: boolean): Route =>
  withGate(route, stage, (gate) => ({ ...gate, independent }));
export const withGateLabel = (route: Route, stage: Stage, label: string): Route =>
  withGate(route, stage, (gate) => ({ ...gate, label }));
/** What a gate waits for besides what it always waits for. */
export const withCondition = (route: Route, stage: Stage, condition: Condition, asked: boolean): Route =>
  withGate(route, stage, (gate) => ({
    ...gate,
    conditions: [...gate.conditions.filter((each) => each !== condition), ...(asked ? [condition] : [])],
  }));
/** A gate between the first and the last out of the line; what rested on it rests on what is left. */
export const withoutGate = (route: Route, stage: Stage): Route => ({
  ...route,
  gates: route.gates
    .filter((gate) => gate.stage !== stage)
    .map(({ after, ...gate }) =>
      after === undefined ? gate : { ...gate, after: after.filter((each) => each !== stage) },
    ),
});
/** Every gate waits for what no shop may leave out; a sheet that comes to a gate brings that with it. */
const guarded = (route: Route): Route => ({
  ...route,
  gates: route.gates.map((gate) => {
    const missing = conditionsOf(route, gate).filter((each) => !gate.conditions.includes(each));
    return missing.length === 0 ? gate : { ...gate, conditions: [...gate.conditions, ...missing] };
  }),
});

/** Another route made of this one: an id of its own, of letters, digits and dashes. */
export function copyOf(route: Route, taken: readonly string[]): Route {
  for (let n = 2; ; n += 1) {
    const id = `${route.id.slice(0, MOST_ID)}-${n}`;
    if (!taken.includes(id)) return { ...route, id, covers: `${route.covers}, ours` };
  }
}
const MOST_ID = 70;
