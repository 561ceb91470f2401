import type { SamePerson } from '../people/second-person';
import type { Actor } from '../kernel/actor';
import type { Stage } from './route';

export interface GateSignature {
  readonly seq: number;
  readonly at: string;
  readonly by: Actor;
  /** SHA-256 of the canonical statement of the state behind the gate. */
  readonly digest: string;
  /** The words that were on the screen when the PIN was typed. */
  readonly words: readonly string[];
  readonly samePerson: SamePerson | null;
  readonly voided?: {
    readonly seq: number;
    readonly at: string;
    readonly by: string;
    readonly reason: string;
  };
}
export interface SealSignature {
  readonly alg: 'Ed25519';
  readonly keyId: string;
  /** base64 */
  readonly value: string;
}
/** What closes a record: how long its chain is, where it ends, and the shop's signature over that. */
export interface Seal {
  readonly length: number;
  readonly hash: string;
  readonly signature: SealSignature;
}
/** What is added to a record after its seal: the sealed part stays as it is, and the addition has a seal of its own. */
export interface Supplement {
  readonly seq: number;
  readonly at: string;
  readonly by: Actor;
  readonly text: string;
  readonly seal: Seal | undefined;
}
export interface GatesState {
  /** All signatures of each gate, the last one last; voided ones stay. */
  readonly signatures: Readonly<Readonly<Partial<Record<Stage, readonly GateSignature[]>>>>;
  readonly seal: (Seal & { readonly at: string }) | undefined;
  readonly supplements: readonly Supplement[];
}
export const NO_GATE_SIGNED: GatesState = { signatures: {}, seal: undefined, supplements: [] };

export interface GateEventData {
  gateSigned: {
    readonly gate: Stage;
    readonly digest: string;
    readonly words: readonly string[];
    readonly samePerson: SamePerson | null;
  };
  gateReopened: { readonly gate: Stage; readonly reason: string; readonly voids: readonly Stage[] };
  recordSealed: Seal;
  supplementAdded: { readonly text: string };
  supplementSealed: Seal;
}
export type GateEvent = {
  readonly [T in keyof GateEventData]: { readonly type: T; readonly v: 1; readonly data: GateEventData[T] };
}[keyof GateEventData];

/** The signature that holds, if the gate is passed. */
export function signatureOf(state: GatesState, gate: Stage): GateSignature | undefined {
  const last = state.signatures[gate]?.at(-1);
  return last?.voided === undefined ? last : undefined;
}

interface Stamp {
  readonly seq: number;
  readonly at: string;
  readonly by: Actor;
}

export function evolveGates(state: GatesState, event: GateEvent, stamp: Stamp): GatesState {
  switch (event.type) {
    case 'gateSigned': {
      const { gate, ...signed } = event.data;
      const signature: GateSignature = { ...stamp, ...signed };
      return {
        ...state,
        signatures: { ...state.signatures, [gate]: [...(state.signatures[gate] ?? []), signature] },
      };
    }
    case 'gateReopened': {
      const voided = { seq: stamp.seq, at: stamp.at, by: stamp.by.name, reason: event.data.reason };
      const signatures = { ...state.signatures };
      for (const gate of event.data.voids) {
        signatures[gate] =
          signatures[gate]?.map((each) => (each.voided === undefined ? { ...each, voided } : each)) ?? [];
      }
      return { ...state, signatures };
    }
    case 'recordSealed':
      return { ...state, seal: { ...event.data, at: stamp.at } };
    case 'supplementAdded': {
      const supplement: Supplement = { ...stamp, text: event.data.text, seal: undefined };
      return { ...state, supplements: [...state.supplements, supplement] };
    }
    case 'supplementSealed': {
      const supplements = state.supplements.map((each) =>
        each.seal === undefined ? { ...each, seal: event.data } : each,
      );
      return { ...state, supplements };
    }
  }
}

/** The text that the shop's key signs. */
export const sealText = (job: string, { length, hash }: Pick<Seal, 'length' | 'hash'>): string =>
  `oak-gate seal\n${job}\n${length}\n${hash}`;
