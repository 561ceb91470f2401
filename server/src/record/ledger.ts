import { canonical, CHAIN_START, digestOf, hashOfBytes, invariant } from '@oak-gate/core';
import type { Actor, Envelope } from '@oak-gate/core';
import type { Db, Tx } from '../db/open';
import type { Clock } from '../platform/clock';
import { ProblemError } from '../platform/problem-error';
import { ledgerStore } from './ledger.store';
import type { StoredEntry } from './ledger.store';

/** The name of a chain, which knows what its story adds up to. */
export type ChainKey<S> = string & { readonly addsUpTo?: S };

export interface NewEvent {
  readonly type: string;
  readonly v: number;
  readonly data: unknown;
}
export interface Appended {
  readonly entry: Envelope;
  readonly hash: string;
}

/** How one family of chains is told again, and what else is written when it grows. */
export interface ChainKind<S = unknown> {
  /** Whether a chain belongs to this family. */
  has(chain: string): boolean;
  evolve(state: S | undefined, entry: Envelope): S | undefined;
  /** Brings the projections up to date, in the same transaction. */
  project(tx: Tx, entries: readonly Envelope[], state: S): Promise<void>;
}
interface Loaded {
  readonly state: unknown;
  readonly length: number;
  readonly hash: string;
  readonly at: string;
  /** The clock is behind the last entry, and an entry says so already. */
  readonly steppedBack: boolean;
}
const EMPTY: Loaded = { state: undefined, length: 0, hash: CHAIN_START, at: '', steppedBack: false };

export interface Command<S> {
  readonly id: string;
  readonly chain: ChainKey<S>;
  readonly by: Actor;
  /** What the client sent, without a PIN: the same id with another body is refused. */
  readonly body: unknown;
  /** What stands for the chain in the body's hash, where the command itself makes the chain. */
  readonly bodyChain?: string;
  /** Decides on the state as it is inside the queue; throws a ProblemError to refuse. */
  readonly decide: (
    state: S | undefined,
    at: string,
    tx: Tx,
  ) => readonly NewEvent[] | Promise<readonly NewEvent[]>;
  /** The entries are not kept with the receipt, where they are many: a repeated command is then answered without them. */
  readonly isLarge?: boolean;
  /** Events that need to know where the chain stands after the first ones: the seal. */
  readonly close?: (
    state: S,
    stand: { readonly length: number; readonly hash: string },
  ) => readonly NewEvent[];
}
export interface Outcome {
  readonly entries: readonly Appended[];
  /** True where this command was carried out before, and this is the first answer again. */
  readonly repeated: boolean;
}
type Listener = (chain: string, entries: readonly Appended[]) => void;

/**
 * The one writer of the ledger: load, decide, append, project, read back and re-hash in one queued transaction. States are
 * kept in memory and replaced only after the commit.
 */
export class Ledger {
  private readonly loaded = new Map<string, Loaded>();
  private readonly listeners = new Set<Listener>();

  constructor(
    private readonly db: Db,
    private readonly clock: Clock,
    private readonly kinds: readonly ChainKind[],
  ) {}

  /** A chain's state as it is on disk. */
  async state<S>(chain: ChainKey<S>): Promise<S | undefined> {
    const loaded = await this.load(this.db.read, chain);
    return loaded.state as S | undefined;
  }

  /** The state that was loaded last; for decisions of another chain inside the queue. */
  known<S>(chain: ChainKey<S>): S | undefined {
    return this.loaded.get(chain)?.state as S | undefined;
  }

  async entries(chain: string, from = 1): Promise<readonly Appended[]> {
    const stored = await ledgerStore.entries(this.db.read, chain, from);
    return stored.map(({ bytes, hash }) => ({ entry: JSON.parse(bytes) as Envelope, hash }));
  }

  onAppended(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  async execute<S>(command: Command<S>): Promise<Outcome> {
    const bodyHash = digestOf({ chain: command.bodyChain ?? command.chain, body: command.body });
    try {
      const { outcome, after } = await this.db.write((tx) => this.carryOut(tx, command, bodyHash));
      if (after !== undefined) {
        this.loaded.set(command.chain, after);
        for (const listener of this.listeners) listener(command.chain, outcome.entries);
      }
      return outcome;
    } catch (error) {
      if (!(error instanceof ProblemError)) this.loaded.delete(command.chain);
      throw error;
    }
  }

  private async carryOut<S>(
    tx: Tx,
    command: Command<S>,
    bodyHash: string,
  ): Promise<{ outcome: Outcome; after?: Loaded }> {
    const receipt = await ledgerStore.receipt(tx, command.id);
    if (receipt !== undefined) {
      if (receipt.bodyHash !== bodyHash || receipt.person !== command.by.id) {
        throw ProblemError.of('COMMAND_ID_REUSED', { command: command.id });
      }
      return { outcome: { entries: JSON.parse(receipt.answer) as Appended[], repeated: true } };
    }
    const before = await this.load(tx, command.chain);
    const now = this.clock.now();
    const at = now < before.at ? before.at : now;
    const decided = await command.decide(before.state as S | undefined, at, tx);
    const steppedBack = now < before.at && !before.steppedBack;
    const first: readonly NewEvent[] = steppedBack
      ? [{ type: 'clockSteppedBack', v: 1, data: { clock: now } }]
      : [];

    const grown = await this.append(tx, command, before, [...first, ...decided], at);
    const closing = command.close?.(grown.after.state as S, grown.after) ?? [];
    const { appended, after } =
      closing.length === 0 ? grown : await this.append(tx, command, grown.after, closing, at);
    const all = closing.length === 0 ? appended : [...grown.appended, ...appended];
    await this.kindOf(command.chain).project(
      tx,
      all.map(({ entry }) => entry),
      after.state,
    );
    await this.readBack(tx, command.chain, before, all.length);
    await ledgerStore.keepReceipt(tx, {
      command: command.id,
      person: command.by.id,
      bodyHash,
      answer: JSON.stringify(command.isLarge === true ? [] : all),
      at,
    });
    return { outcome: { entries: all, repeated: false }, after };
  }

  private async append<S>(
    tx: Tx,
    command: Command<S>,
    before: Loaded,
    events: readonly NewEvent[],
    at: string,
  ): Promise<{ appended: Appended[]; after: Loaded }> {
    const { chain, by } = command;
    const job = chain.startsWith('job:') ? chain.slice('job:'.length) : null;
    const appended: Appended[] = [];
    let after = before;
    for (const { type, v, data } of events) {
      const entry: Envelope = {
        chain,
        seq: after.length + 1,
        type,
        v,
        job,
        at,
        command: command.id,
        by,
        data,
      };
      const bytes = canonical(entry);
      const hash = hashOfBytes(after.hash, bytes);
      await ledgerStore.append(tx, chain, { seq: entry.seq, bytes, hash });
      after = this.grow(after, entry, hash);
      appended.push({ entry, hash });
    }
    return { appended, after };
  }

  /** What was just written is read from the disk again and must hash to what was promised. */
  private async readBack(tx: Tx, chain: string, before: Loaded, count: number): Promise<void> {
    const stored = await ledgerStore.entries(tx, chain, before.length + 1);
    invariant(stored.length === count, 'every appended entry can be read back');
    let { hash } = before;
    for (const each of stored) {
      hash = hashOfBytes(hash, each.bytes);
      invariant(hash === each.hash, 'an appended entry reads back with its own hash');
    }
  }

  private async load(db: Parameters<typeof ledgerStore.entries>[0], chain: string): Promise<Loaded> {
    const known = this.loaded.get(chain);
    if (known !== undefined) return known;
    const loaded = this.tell(chain, await ledgerStore.entries(db, chain));
    if (loaded.length > 0) this.loaded.set(chain, loaded);
    return loaded;
  }

  /** Tells a chain again from its bytes; a chain that does not hold is not worked on. */
  private tell(chain: string, stored: readonly StoredEntry[]): Loaded {
    return stored.reduce<Loaded>((so, { bytes, hash }) => {
      invariant(hashOfBytes(so.hash, bytes) === hash, `chain ${chain} holds at entry ${so.length + 1}`);
      return this.grow(so, JSON.parse(bytes) as Envelope, hash);
    }, EMPTY);
  }

  private grow(before: Loaded, entry: Envelope, hash: string): Loaded {
    const kind = this.kindOf(entry.chain);
    return {
      state: kind.evolve(before.state, entry),
      length: entry.seq,
      hash,
      at: entry.at,
      steppedBack: entry.type === 'clockSteppedBack' || (before.steppedBack && entry.at === before.at),
    };
  }

  private kindOf(chain: string): ChainKind {
    const kind = this.kinds.find((each) => each.has(chain));
    invariant(kind !== undefined, `chain ${chain} is of a known kind`);
    return kind;
  }
}
