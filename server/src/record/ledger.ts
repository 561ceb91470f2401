import {
  canonical,
  CHAIN_START,
  confirmationFor,
  digestOf,
  hashOfBytes,
  invariant,
  NOBODY,
  understandEntry,
} from '@oak-gate/core';
import type { Actor, ClockPutRight, Envelope, NewerEntry } from '@oak-gate/core';
import type { ChainDamage } from '@oak-gate/contract';
import { AsyncLocalStorage } from 'node:async_hooks';
import type { Logger } from 'pino';
import type { Db, Tx } from '../db/open';
import { TOLERATED_MS } from '../platform/trusted-clock';
import type { TrustedClock } from '../platform/trusted-clock';
import type { FolderKey } from '../platform/folder-key';
import { ProblemError } from '../platform/problem-error';
import type { Acknowledged } from './acknowledged';
import { PEOPLE } from './chains';
import type { ChainKey } from './chains';
import { ledgerStore } from './ledger.store';
import type { StoredEntry } from './ledger.store';

export interface NewEvent {
  readonly type: string;
  readonly v: number;
  readonly data: unknown;
}
export interface Appended {
  readonly entry: Envelope;
  readonly hash: string;
}
type EventTable = Parameters<typeof understandEntry>[0];

/** How one family of chains is told again, and what else is written when it grows. */
export interface ChainKind<S = unknown> {
  /** Whether a chain belongs to this family. */
  has(chain: string): boolean;
  /** Whether the lists need only the last state of a chain, not each one on the way. */
  readonly lastStateOnly?: boolean;
  /** Every type of event that this program knows in these chains. */
  readonly events: EventTable;
  /** The state after an entry, which is of its newest version. */
  evolve(state: S | undefined, entry: Envelope): S | undefined;
  /** Brings the projections up to date, in the same transaction. Entries are of their newest version. */
  project(tx: Tx, entries: readonly Envelope[], state: S, stand: Stand): Promise<void>;
}
/** Where a chain stands. */
export interface Stand {
  readonly length: number;
  readonly hash: string;
}
/** What is wrong with a chain on the disk. */
export interface Damage {
  readonly because: ChainDamage;
  readonly entry: number;
  readonly promised: number;
}
interface Loaded extends Stand {
  readonly state: unknown;
  readonly at: string;
  /** The clock is behind the last entry, and an entry says so already. */
  readonly steppedBack: boolean;
  /** The first entry that a newer program wrote: nothing from there on is told, and nothing is written. */
  readonly newer: NewerEntry | undefined;
}
const EMPTY: Loaded = {
  state: undefined,
  length: 0,
  hash: CHAIN_START,
  at: '',
  steppedBack: false,
  newer: undefined,
};

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
  /** The clock's own time, where a manager confirms it: the one thing that is written while it is in doubt. */
  readonly dated?: string;
  /** The entries are not told again with the receipt, where they are many. */
  readonly isLarge?: boolean;
  /** Events that need to know where the chain stands after those before them, each in its turn: the seal is the last. */
  readonly closings?: readonly ((
    state: S,
    stand: Stand,
    tx: Tx,
  ) => readonly NewEvent[] | Promise<readonly NewEvent[]>)[];
}
export interface Outcome {
  readonly entries: readonly Appended[];
  /** True where this command was carried out before, and this is the first answer again. */
  readonly repeated: boolean;
}
type Listener = (chain: string, entries: readonly Appended[]) => void;

/** So many jobs are kept in memory as they stand; the one that was unused longest is told again when it is asked for. */
const JOBS_IN_MEMORY = 64;

/**
 * The one writer of the ledger: load, decide, append, project, read back and re-hash in one queued transaction. States are
 * kept in memory and replaced only after the commit. Commands that wait are committed together; each is decided on what those
 * before it wrote.
 */
export class Ledger {
  private readonly loaded = new Map<string, Loaded>();
  private readonly listeners = new Set<Listener>();
  private readonly damage = new Map<string, Damage>();
  /** Where chains stand that were written and are not committed: for those alone who write behind them in the same commit. */
  private readonly uncommitted = new Map<string, Loaded>();
  private readonly queue = new AsyncLocalStorage<Tx>();

  constructor(
    private readonly db: Db,
    private readonly clock: TrustedClock,
    private readonly kinds: readonly ChainKind[],
    private readonly folderKey: FolderKey,
    private readonly logger?: Pick<Logger, 'error'>,
    private readonly acknowledged?: Pick<Acknowledged, 'note'>,
  ) {}

  /** A chain's state as it is on disk. @throws ProblemError CHAIN_DAMAGED */
  async state<S>(chain: ChainKey<S>): Promise<S | undefined> {
    return (await this.load(chain)).state as S | undefined;
  }
  /** What a newer program wrote in a chain, if it did. */
  async newerIn(chain: string): Promise<NewerEntry | undefined> {
    return (await this.load(chain)).newer;
  }
  /** The number of a chain's last entry. */
  async lengthOf(chain: string): Promise<number> {
    return (await this.load(chain)).length;
  }

  /** The state that was loaded last; for decisions of another chain inside the queue. */
  known<S>(chain: ChainKey<S>): S | undefined {
    return (this.ahead(chain) ?? this.loaded.get(chain))?.state as S | undefined;
  }

  /** Says that a chain is not as it was written: it is shown as damaged, and the others work. */
  markDamaged(chain: string, damage: Damage): void {
    if (this.damage.has(chain)) return;
    this.damage.set(chain, damage);
    this.loaded.delete(chain);
  }
  get damagedChains(): readonly string[] {
    return [...this.damage.keys()];
  }
  damageOf(chain: string): Damage | undefined {
    return this.damage.get(chain);
  }

  /** Whether a command was carried out before; another body under its id is refused when it is given again. */
  async wasCarriedOut(command: string): Promise<boolean> {
    return (await ledgerStore.receipt(this.db.read, command)) !== undefined;
  }

  async entries(chain: string, from = 1, to?: number): Promise<readonly Appended[]> {
    this.refuseDamaged(chain);
    const stored = await ledgerStore.entries(this.queue.getStore() ?? this.db.read, chain, from, to);
    return stored.map(({ seq, bytes, hash }) => ({ entry: this.read(chain, seq, bytes), hash }));
  }

  onAppended(listener: Listener): () => void {
    this.listeners.add(listener);
    return () => this.listeners.delete(listener);
  }

  async execute<S>(command: Command<S>): Promise<Outcome> {
    const bodyHash = digestOf({ chain: command.bodyChain ?? command.chain, body: command.body });
    // A long story is told before the queue: others do not wait for it.
    await this.load(command.chain);
    const { chain } = command;
    let written: { outcome: Outcome; after?: Loaded } | undefined;
    try {
      return await this.db.write(
        (tx) =>
          this.queue.run(tx, async () => {
            written = await this.carryOut(tx, command, bodyHash);
            if (written.after !== undefined) this.uncommitted.set(chain, written.after);
            return written.outcome;
          }),
        (committed) => {
          const { after, outcome } = written ?? {};
          written = undefined;
          if (after === undefined || outcome === undefined) return;
          if (this.uncommitted.get(chain) === after) this.uncommitted.delete(chain);
          if (!committed) return;
          this.remember(chain, after);
          this.acknowledge(chain, after);
          this.tellListeners(chain, outcome.entries);
        },
      );
    } catch (error) {
      if (!(error instanceof ProblemError)) this.loaded.delete(command.chain);
      throw error;
    }
  }

  /** A disk that takes the entry and not the line about it takes nothing back. */
  private acknowledge(chain: string, { length, hash }: Stand): void {
    try {
      this.acknowledged?.note(chain, length, hash);
    } catch (error) {
      this.logger?.error({ err: error, chain }, 'the acknowledgement could not be noted');
    }
  }
  /** What is committed is committed: a listener that fails changes nothing about the answer. */
  private tellListeners(chain: string, entries: readonly Appended[]): void {
    for (const listener of this.listeners) {
      try {
        listener(chain, entries);
      } catch (error) {
        this.logger?.error({ err: error, chain }, 'a listener failed after the commit');
      }
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
      return { outcome: { entries: await this.answered(receipt), repeated: true } };
    }
    const { chain } = command;
    const before = await this.load(chain);
    if (before.newer !== undefined) {
      const { seq, type, v } = before.newer;
      throw ProblemError.of('CHAIN_NEWER', { chain, entry: seq, type, version: v });
    }
    const { at, notes } = this.dateOf(command, before);
    const decided = await command.decide(before.state as S | undefined, at, tx);
    let grown = await this.append(tx, command, before, [...notes, ...decided], at);
    const all = [...grown.appended];
    for (const closing of command.closings ?? []) {
      const events = await closing(grown.after.state as S, grown.after, tx);
      grown = await this.append(tx, command, grown.after, events, at);
      all.push(...grown.appended);
    }
    const { after } = grown;
    await this.kindOf(chain).project(
      tx,
      all.map(({ entry }) => entry),
      after.state,
      after,
    );
    await this.readBack(tx, chain, before, all.length);
    const { length, hash } = after;
    await ledgerStore.putHead(tx, {
      chain,
      length,
      hash,
      mac: this.folderKey.mac('head', chain, length, hash),
    });
    await ledgerStore.keepReceipt(tx, {
      command: command.id,
      person: command.by.id,
      bodyHash,
      answer: '',
      at,
      chain,
      firstSeq: command.isLarge === true ? length + 1 : before.length + 1,
      lastSeq: length,
      lastHash: hash,
    });
    return { outcome: { entries: all, repeated: false }, after };
  }

  /**
   * The date of what is written now, and what the chain says of the clock first. A little behind its last entry, time stands
   * still until the clock has caught up; far behind, only a manager's word lets it begin anew.
   * @throws ProblemError CLOCK_IN_DOUBT
   */
  private dateOf(
    { dated }: Pick<Command<unknown>, 'dated'>,
    before: Loaded,
  ): { readonly at: string; readonly notes: readonly NewEvent[] } {
    const now = dated ?? this.clock.forEntry();
    if (dated !== undefined || now >= before.at) return { at: now, notes: [] };
    if (Date.parse(before.at) - Date.parse(now) <= TOLERATED_MS) {
      const note = { type: 'clockSteppedBack', v: 1, data: { clock: now } };
      return { at: before.at, notes: before.steppedBack ? [] : [note] };
    }
    const said = confirmationFor(this.known(PEOPLE) ?? NOBODY, before.at);
    if (said === undefined) throw this.clock.isBehind(before.at);
    const data: ClockPutRight = { was: before.at, by: said.by, reason: said.reason };
    return { at: now, notes: [{ type: 'clockPutRight', v: 1, data }] };
  }

  /** The first answer again: told from the entries that it was of. */
  private async answered({
    answer,
    chain,
    firstSeq,
    lastSeq,
  }: NonNullable<Awaited<ReturnType<typeof ledgerStore.receipt>>>): Promise<readonly Appended[]> {
    if (chain === null || firstSeq === null || lastSeq === null) return JSON.parse(answer) as Appended[];
    return firstSeq > lastSeq ? [] : this.entries(chain, firstSeq, lastSeq);
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
      invariant(after.newer === undefined, 'this program knows every event that it writes');
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
      hash = hashOfBytes(hash, each.bytes ?? '');
      invariant(hash === each.hash, 'an appended entry reads back with its own hash');
    }
  }

  private async load(chain: string): Promise<Loaded> {
    this.refuseDamaged(chain);
    const ahead = this.ahead(chain);
    if (ahead !== undefined) return ahead;
    const known = this.loaded.get(chain);
    if (known !== undefined) {
      this.remember(chain, known);
      return known;
    }
    const loaded = this.tell(chain, await ledgerStore.entries(this.db.read, chain));
    // Somebody else may have told it meanwhile, and a command may have been carried out on that.
    const meanwhile = this.loaded.get(chain);
    if (meanwhile !== undefined && meanwhile.length >= loaded.length) return meanwhile;
    if (loaded.length > 0) this.remember(chain, loaded);
    return loaded;
  }
  private ahead(chain: string): Loaded | undefined {
    return this.queue.getStore() === undefined ? undefined : this.uncommitted.get(chain);
  }
  private remember(chain: string, loaded: Loaded): void {
    this.loaded.delete(chain);
    this.loaded.set(chain, loaded);
    if (this.loaded.size <= JOBS_IN_MEMORY) return;
    for (const oldest of this.loaded.keys()) {
      if (this.loaded.size <= JOBS_IN_MEMORY) return;
      if (oldest.startsWith('job:')) this.loaded.delete(oldest);
    }
  }
  /** How many chains are in memory as they stand. */
  get inMemory(): number {
    return this.loaded.size;
  }

  /** Tells a chain again from its bytes; a chain that does not hold is not worked on. */
  private tell(chain: string, stored: readonly StoredEntry[]): Loaded {
    let so = EMPTY;
    for (const { seq, bytes, hash } of stored) {
      if (seq !== so.length + 1 || bytes === undefined || hashOfBytes(so.hash, bytes) !== hash) {
        const because = bytes === undefined ? 'bytes' : 'hash';
        this.markDamaged(chain, { because, entry: so.length + 1, promised: stored.length });
        this.refuseDamaged(chain);
      }
      so = this.grow(so, this.read(chain, seq, bytes), hash);
    }
    return so;
  }
  private read(chain: string, entry: number, bytes: string | undefined): Envelope {
    try {
      if (bytes !== undefined) return JSON.parse(bytes) as Envelope;
    } catch {
      // said below
    }
    this.markDamaged(chain, { because: 'bytes', entry, promised: entry });
    this.refuseDamaged(chain);
    throw new Error(`${chain}: entry ${entry} cannot be read`); // never reached: the chain is damaged
  }
  private refuseDamaged(chain: string): void {
    const damage = this.damage.get(chain);
    if (damage !== undefined) throw ProblemError.of('CHAIN_DAMAGED', { chain, ...damage });
  }

  private grow(before: Loaded, entry: Envelope, hash: string): Loaded {
    const kind = this.kindOf(entry.chain);
    const understood = before.newer === undefined ? understandEntry(kind.events, entry) : undefined;
    return {
      // What a newer program wrote changes nothing here: it could mean anything, and so could all that follows.
      state: understood?.known === true ? kind.evolve(before.state, understood.entry) : before.state,
      newer: before.newer ?? (understood?.known === false ? understood.newer : undefined),
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
