import type { PlaceKey } from '../engines/place';
import { isInDate } from '../instruments/instrument';
import { currentPin } from '../library/limit-in-force';
import type { ArrivalState } from './arrival';
import { signatureOf } from './gates';
import type { GatesState } from './gates';
import { openMatters } from './open-matters';
import type { Finding, MattersSlice } from './open-matters';
import type { GateRule, Stage } from './route';

export type GateSlice = ArrivalState & GatesState & MattersSlice;

/** One thing that a gate waits for. A screen shows each as a link to where it is settled. */
export type Wait =
  | { readonly kind: 'identity' }
  | { readonly kind: 'documents' }
  | { readonly kind: 'noInstrument'; readonly characteristic: string }
  | { readonly kind: 'instrumentDue'; readonly instrument: string; readonly dueOn: string }
  | { readonly kind: 'place'; readonly place: PlaceKey; readonly state: string }
  | { readonly kind: 'finding'; readonly finding: Finding }
  | { readonly kind: 'gate'; readonly gate: Stage };

export const gateRule = (state: ArrivalState, stage: Stage): GateRule | undefined =>
  state.route.gates.find((gate) => gate.stage === stage);

/** The first gate that is not passed. */
export const currentGate = (state: ArrivalState & GatesState): GateRule | undefined =>
  state.route.gates.find(({ stage }) => signatureOf(state, stage) === undefined);

/** Exactly what a gate still waits for; empty when it is ready to be signed. @param on the day, ISO */
export function gateWaits(state: GateSlice, gate: GateRule, on: string): readonly Wait[] {
  const allSheets = state.route.gates.flatMap(({ sheets }) => sheets);
  const sheets = gate.sheets.length > 0 ? gate.sheets : allSheets;
  const matters = gate.conditions.some((each) => each === 'placesAccepted' || each === 'findingsDecided')
    ? openMatters(state, sheets)
    : undefined;
  return gate.conditions.flatMap((condition): Wait[] => {
    switch (condition) {
      case 'identityConfirmed':
        return state.identity === undefined ? [{ kind: 'identity' }] : [];
      case 'documentsCurrent':
        return state.documentsChecked?.pin === currentPin(state)?.pin ? [] : [{ kind: 'documents' }];
      case 'instrumentsInDate':
        return instrumentWaits(state, allSheets, on);
      case 'placesAccepted':
        return (
          matters?.open.map((status) => ({ kind: 'place', place: status.key, state: status.state })) ?? []
        );
      case 'findingsDecided':
        return matters?.findings.map((finding) => ({ kind: 'finding', finding })) ?? [];
      case 'gatesBefore':
        return gatesBefore(state, gate)
          .filter(({ stage }) => signatureOf(state, stage) === undefined)
          .map(({ stage }) => ({ kind: 'gate', gate: stage }));
    }
  });
}

export const gatesBefore = (state: ArrivalState, gate: GateRule): readonly GateRule[] =>
  state.route.gates.slice(
    0,
    state.route.gates.findIndex(({ stage }) => stage === gate.stage),
  );
export const gatesFrom = (state: ArrivalState, stage: Stage): readonly GateRule[] =>
  state.route.gates.slice(state.route.gates.findIndex((gate) => gate.stage === stage));

function instrumentWaits(state: GateSlice, sheets: readonly string[], on: string): Wait[] {
  const taken = Object.values(state.instruments);
  const due = taken.filter((instrument) => !isInDate(instrument, on));
  const lacking = (currentPin(state)?.characteristics ?? []).filter(
    ({ id, tools }) => sheets.includes(id) && !taken.some(({ kind }) => tools.includes(kind)),
  );
  return [
    ...lacking.map(({ name }): Wait => ({ kind: 'noInstrument', characteristic: name })),
    ...due.map(({ id, dueOn }): Wait => ({ kind: 'instrumentDue', instrument: id, dueOn })),
  ];
}

/** Shut, ready to be signed, or passed: how the gate is drawn. */
export function gateStand(state: GateSlice, gate: GateRule, on: string): 'shut' | 'ready' | 'passed' {
  if (signatureOf(state, gate.stage) !== undefined) return 'passed';
  const before = gatesBefore(state, gate).every(({ stage }) => signatureOf(state, stage) !== undefined);
  return before && gateWaits(state, gate, on).length === 0 ? 'ready' : 'shut';
}
