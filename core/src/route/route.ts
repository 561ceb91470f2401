import type { EngineClass } from '../engines/engine-model';
import type { Role } from '../kernel/actor';

export const STAGES = [
  'arrival',
  'strip',
  'inspect',
  'measure',
  'block',
  'rings',
  'build',
  'close',
  'release',
] as const;
export type Stage = (typeof STAGES)[number];

/** What a gate can wait for. Code knows these kinds; which gate has which of them is the route's data. */
export const CONDITIONS = [
  'identityConfirmed',
  'documentsCurrent',
  'instrumentsInDate',
  'placesAccepted',
  'findingsDecided',
  'gatesBefore',
  'mapComplete',
  'partsInspected',
  'partsRefitted',
] as const;
export type Condition = (typeof CONDITIONS)[number];

export interface GateRule {
  readonly stage: Stage;
  readonly label: string;
  readonly conditions: readonly Condition[];
  /** The characteristics whose sheets are taken in this stage. */
  readonly sheets: readonly string[];
  /** The characteristics among them of which a second person measures every place, without seeing what the first one found. */
  readonly secondLooks?: readonly string[];
  readonly signedBy: readonly Role[];
  /** Whether who did the work behind the gate may sign it. */
  readonly independent: boolean;
  /**
   * The gates that this one rests on: they are signed before it, and it falls when one of them is opened again. Every gate
   * before it where nothing is said.
   */
  readonly after?: readonly Stage[];
}

/** The gates that a job passes, in order, and what its record covers. */
export interface Route {
  readonly id: string;
  /** What the record covers, in words: it stands in the record's title. */
  readonly covers: string;
  /** The classes of engine that it is for; every one where nothing is said. */
  readonly classes?: readonly EngineClass[];
  readonly gates: readonly GateRule[];
}

export const gateOf = ({ gates }: Route, stage: Stage): GateRule | undefined =>
  gates.find((gate) => gate.stage === stage);

/** The gate in which a sheet is taken. */
export const gateOfSheet = ({ gates }: Route, characteristic: string): GateRule | undefined =>
  gates.find(({ sheets }) => sheets.includes(characteristic));

/**
 * What a stage is about, by what its gate asks for and not by its name: the engine that came in, sheets to be measured, the
 * record as a whole, or what a gate alone waits for.
 */
export type StageKind = 'arrival' | 'map' | 'inspection' | 'sheets' | 'record' | 'gate';
export function stageKind({ gates }: Route, { stage, conditions, sheets }: GateRule): StageKind {
  if (conditions.includes('identityConfirmed')) return 'arrival';
  if (conditions.includes('mapComplete')) return 'map';
  if (conditions.includes('partsInspected')) return 'inspection';
  if (sheets.length > 0) return 'sheets';
  return gates.at(-1)?.stage === stage ? 'record' : 'gate';
}

/** The gates that must be signed before this one, in the route's order. */
export function restsOn({ gates }: Route, { stage, after }: GateRule): readonly GateRule[] {
  const before = gates.slice(
    0,
    gates.findIndex((gate) => gate.stage === stage),
  );
  return after === undefined ? before : before.filter((gate) => after.includes(gate.stage));
}

/** A gate and every gate that rests on it, also through others: what falls when it is opened again. */
export function restingOn(route: Route, stage: Stage): readonly GateRule[] {
  const falls = new Set([stage]);
  for (const gate of route.gates)
    if (restsOn(route, gate).some((each) => falls.has(each.stage))) falls.add(gate.stage);
  return route.gates.filter((gate) => falls.has(gate.stage));
}

/** The sheets that a gate is about: its own, or, where it has none, those of every gate that it rests on. */
export function sheetsBehind(route: Route, gate: GateRule): readonly string[] {
  if (gate.sheets.length > 0) return gate.sheets;
  const below = restsOn(route, gate).flatMap((each) => sheetsBehind(route, each));
  return [...new Set(below)];
}
