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
] as const;
export type Condition = (typeof CONDITIONS)[number];

export interface GateRule {
  readonly stage: Stage;
  readonly label: string;
  readonly conditions: readonly Condition[];
  /** The characteristics whose sheets are taken in this stage. */
  readonly sheets: readonly string[];
  readonly signedBy: readonly Role[];
  /** Whether who did the work behind the gate may sign it. */
  readonly independent: boolean;
}

/** The gates that a job passes, in order, and what its record covers. */
export interface Route {
  readonly id: string;
  /** What the record covers, in words: it stands in the record's title. */
  readonly covers: string;
  readonly gates: readonly GateRule[];
}
