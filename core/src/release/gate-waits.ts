import type { PlaceKey, SlotKey } from '../engines/place';
import { isInDate } from '../instruments/instrument';
import { currentPin } from '../library/limit-in-force';
import type { ArrivalState, CheckedDocument } from './arrival';
import { movedDocuments } from './moved-documents';
import { signatureOf } from './gates';
import { livesDue } from './lives';
import type { GatesState } from './gates';
import { inspectionFindings, openMatters } from './open-matters';
import type { Finding, MattersSlice } from './open-matters';
import { sheetPlaces } from '../bench/places';
import { facesOpen } from '../inspection/inspection-stand';
import { refitParts, toReplace, unmapped } from '../strip/as-found';
import { gateOf, restsOn, sheetsBehind } from '../route/route';
import type { Condition, GateRule, Stage } from '../route/route';

export type GateSlice = ArrivalState & GatesState & MattersSlice;

/** Since these rules Build waits for parts whose life is over, or not known. */
const LIVES_SINCE = 13;

/** One thing that a gate waits for. A screen shows each as a link to where it is settled. */
export type Wait =
  | { readonly kind: 'identity' }
  | { readonly kind: 'documents' }
  /** The library has moved on since the limits were pinned, and nobody has adopted or declined that. */
  | { readonly kind: 'documentsMoved'; readonly documents: readonly string[] }
  | { readonly kind: 'noInstrument'; readonly characteristic: string }
  | { readonly kind: 'instrumentDue'; readonly instrument: string; readonly dueOn: string }
  /** The sheet that the gate is about is not among what is pinned: nothing of it could be asked for. */
  | { readonly kind: 'sheetNotPinned'; readonly sheet: string }
  /** The gate asks for nothing that this job has: a signature would say nothing. */
  | { readonly kind: 'nothingToSign' }
  | { readonly kind: 'place'; readonly place: PlaceKey; readonly state: string }
  | { readonly kind: 'finding'; readonly finding: Finding }
  | { readonly kind: 'gate'; readonly gate: Stage }
  /** Parts of which nobody has said how they were found; the first of them. */
  | { readonly kind: 'map'; readonly open: number; readonly slot: SlotKey }
  /** Parts that ran in, of which nobody said which way they were put back; and what is to be new and is not yet. */
  | { readonly kind: 'refit' | 'replace' | 'life'; readonly open: number; readonly slot: SlotKey }
  /** Faces that nobody has looked at yet, also again; the first of them. */
  | {
      readonly kind: 'inspection';
      readonly open: number;
      readonly slot: SlotKey;
      readonly item: string;
    };

export const gateRule = (state: ArrivalState, stage: Stage): GateRule | undefined =>
  gateOf(state.route, stage);
/** The gates that this one rests on and that nobody has signed yet. */
export const unsignedBefore = (state: ArrivalState & GatesState, gate: GateRule): readonly GateRule[] =>
  restsOn(state.route, gate).filter(({ stage }) => signatureOf(state, stage) === undefined);

/** The gates that can be signed next, with every gate that they rest on behind them: several where stages stand side by side. */
export const openGates = (state: ArrivalState & GatesState): readonly GateRule[] =>
  state.route.gates.filter(
    (gate) => signatureOf(state, gate.stage) === undefined && unsignedBefore(state, gate).length === 0,
  );

/** The first gate that is not passed. */
export const currentGate = (state: ArrivalState & GatesState): GateRule | undefined =>
  state.route.gates.find(({ stage }) => signatureOf(state, stage) === undefined);

/**
 * Exactly what a gate still waits for; empty when it is ready to be signed.
 * @param on the day, ISO
 * @param current the documents that are current for this engine on that day, where the library was asked
 */
export function gateWaits(
  state: GateSlice,
  gate: GateRule,
  on: string,
  current?: readonly CheckedDocument[],
): readonly Wait[] {
  const sheets = sheetsBehind(state.route, gate);
  const matters = gate.conditions.some((each) => each === 'placesAccepted' || each === 'findingsDecided')
    ? openMatters(state, sheets)
    : undefined;
  const moved = current === undefined ? [] : movedDocuments(state, current);
  return [...emptyWaits(state, gate, sheets), ...gate.conditions.flatMap(waitsFor)];

  function waitsFor(condition: Condition): Wait[] {
    switch (condition) {
      case 'identityConfirmed':
        return state.identity === undefined ? [{ kind: 'identity' }] : [];
      case 'documentsCurrent':
        return state.documentsChecked?.pin === currentPin(state)?.pin && moved.length === 0
          ? []
          : [{ kind: 'documents' }];
      case 'instrumentsInDate':
        return instrumentWaits(state, sheets.length > 0 ? sheets : allSheets(state), on);
      case 'placesAccepted':
        return (
          matters?.open.map((status) => ({ kind: 'place', place: status.key, state: status.state })) ?? []
        );
      case 'findingsDecided':
        return [
          ...(moved.length === 0 ? [] : [{ kind: 'documentsMoved' as const, documents: moved }]),
          ...(matters?.findings.map((finding) => ({ kind: 'finding' as const, finding })) ?? []),
        ];
      case 'mapComplete': {
        const open = unmapped(state);
        const [first] = open;
        return first === undefined ? [] : [{ kind: 'map', open: open.length, slot: first.slot }];
      }
      case 'partsRefitted': {
        const open = refitParts(state).filter(({ said }) => said === undefined);
        const old = toReplace(state);
        const lives =
          state.rules < LIVES_SINCE
            ? []
            : livesDue(state).filter(({ slot }) => !old.some((each) => each.slot === slot));
        return [
          ...(open[0] === undefined
            ? []
            : [{ kind: 'refit' as const, open: open.length, slot: open[0].slot }]),
          ...(old[0] === undefined
            ? []
            : [{ kind: 'replace' as const, open: old.length, slot: old[0].slot }]),
          ...(lives[0] === undefined
            ? []
            : [{ kind: 'life' as const, open: lives.length, slot: lives[0].slot }]),
        ];
      }
      case 'partsInspected': {
        const open = facesOpen(state);
        const [first] = open;
        return [
          ...(first === undefined
            ? []
            : [{ kind: 'inspection' as const, open: open.length, slot: first.slot, item: first.item }]),
          ...inspectionFindings(state).map((finding) => ({ kind: 'finding' as const, finding })),
        ];
      }
      case 'gatesBefore':
        return unsignedBefore(state, gate).map(({ stage }) => ({ kind: 'gate', gate: stage }));
    }
  }
}

/** A gate is signed for something: its sheets are pinned, and there is a place on them where it asks for places. */
function emptyWaits(state: GateSlice, gate: GateRule, sheets: readonly string[]): Wait[] {
  const pinned = new Set((currentPin(state)?.characteristics ?? []).map(({ id }) => id));
  const missing = gate.sheets.filter((sheet) => !pinned.has(sheet));
  if (missing.length > 0) return missing.map((sheet) => ({ kind: 'sheetNotPinned', sheet }));
  const asks = gate.conditions.filter((condition) => condition !== 'gatesBefore');
  const isEmpty =
    asks.length === 0 ||
    (gate.conditions.includes('placesAccepted') &&
      !sheets.some((sheet) => sheetPlaces(state, sheet).length > 0));
  return isEmpty ? [{ kind: 'nothingToSign' }] : [];
}

/** A gate before all sheets asks for the instruments of every one. */
const allSheets = ({ route }: ArrivalState): readonly string[] => route.gates.flatMap(({ sheets }) => sheets);

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
export function gateStand(
  state: GateSlice,
  gate: GateRule,
  on: string,
  current?: readonly CheckedDocument[],
): 'shut' | 'ready' | 'passed' {
  if (signatureOf(state, gate.stage) !== undefined) return 'passed';
  const isReady = unsignedBefore(state, gate).length === 0;
  return isReady && gateWaits(state, gate, on, current).length === 0 ? 'ready' : 'shut';
}
