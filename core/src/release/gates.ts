import type { SamePerson } from '../people/second-person';
import type { Actor } from '../kernel/actor';
import { event } from '../record/event-table';
import type { DataIn, EventIn } from '../record/event-table';
import type { Stage } from '../route/route';

export interface GateSignature {
  readonly seq: number;
  readonly at: string;
  readonly by: Actor;
  /** SHA-256 of the canonical statement of the state behind the gate. */
  readonly digest: string;
  /** The words that were on the screen when the PIN was typed. */
  readonly words: readonly string[];
  readonly samePerson: SamePerson | null;
  /** Which version of the statement the digest and the words are of. */
  readonly statement: number;
  /** Which sections the digest is of, each in which version; empty in the statements before there were sections. */
  readonly sections: Readonly<Record<string, number>>;
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
/** What a signature covers, and the words that are signed. The same state gives the same bytes on every machine. */
export interface GateStatement {
  readonly digest: string;
  readonly words: readonly string[];
}
/** The record of this engine's previous job in the shop, as it stood when this one was sealed. */
export interface EarlierRecord {
  readonly seal: string;
  /** How many supplements it had, and the seal of the last one: one that is left off later is missed here. */
  readonly supplements: number;
  readonly last: string;
}
export interface GatesState {
  /** All signatures of each gate, the last one last; voided ones stay. */
  readonly signatures: Readonly<Readonly<Partial<Record<Stage, readonly GateSignature[]>>>>;
  readonly seal: (Seal & { readonly at: string }) | undefined;
  readonly supplements: readonly Supplement[];
  readonly earlier: EarlierRecord | undefined;
}
export const NO_GATE_SIGNED: GatesState = {
  signatures: {},
  seal: undefined,
  supplements: [],
  earlier: undefined,
};

/** Signatures and seals, as events. */
export const GATE_EVENTS = {
  gateSigned: event<
    {
      readonly gate: Stage;
      readonly digest: string;
      readonly words: readonly string[];
      readonly samePerson: SamePerson | null;
      readonly statement: number;
      readonly sections: Readonly<Record<string, number>>;
    },
    GatesState
  >()(
    3,
    ({ signatures }, { gate, ...signed }, stamp) => ({
      signatures: { ...signatures, [gate]: [...(signatures[gate] ?? []), { ...stamp, ...signed }] },
    }),
    (data) => ({ ...data, statement: 1 }),
    (data) => ({ ...data, sections: {} }),
  ),
  gateReopened: event<
    { readonly gate: Stage; readonly reason: string; readonly voids: readonly Stage[] },
    GatesState
  >()(1, (state, { reason, voids }, { seq, at, by }) => {
    const voided = { seq, at, by: by.name, reason };
    const signatures = { ...state.signatures };
    for (const gate of voids) {
      signatures[gate] =
        signatures[gate]?.map((each) => (each.voided === undefined ? { ...each, voided } : each)) ?? [];
    }
    return { signatures };
  }),
  /** What is known of the record before this one, written under the seal. */
  earlierRecordStated: event<EarlierRecord, GatesState>()(1, (_state, earlier) => ({ earlier })),
  recordSealed: event<Seal, GatesState>()(1, (_state, seal, { at }) => ({ seal: { ...seal, at } })),
  supplementAdded: event<{ readonly text: string }, GatesState>()(1, ({ supplements }, { text }, stamp) => ({
    supplements: [...supplements, { ...stamp, text, seal: undefined }],
  })),
  supplementSealed: event<Seal, GatesState>()(1, ({ supplements }, seal) => ({
    supplements: supplements.map((each) => (each.seal === undefined ? { ...each, seal } : each)),
  })),
};
export type GateEventData = DataIn<typeof GATE_EVENTS>;
export type GateEvent = EventIn<typeof GATE_EVENTS>;

/** The signature that holds, if the gate is passed. */
export function signatureOf(state: GatesState, gate: Stage): GateSignature | undefined {
  const last = state.signatures[gate]?.at(-1);
  return last?.voided === undefined ? last : undefined;
}

/** The text that the shop's key signs. */
export const sealText = (job: string, { length, hash }: Pick<Seal, 'length' | 'hash'>): string =>
  `oak-gate seal\n${job}\n${length}\n${hash}`;
