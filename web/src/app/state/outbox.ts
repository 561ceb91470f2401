import { computed, Injectable, signal } from '@angular/core';
import { actor, jobCommand, problemDetails } from '@oak-gate/contract';
import { openDB } from 'idb';
import type { DBSchema, IDBPDatabase } from 'idb';
import * as z from 'zod';

const refusal = problemDetails.pick({ code: true, title: true, where: true, next: true });
const kept = z.object({
  id: z.uuid(),
  jobId: z.string(),
  /** Who gave it. */
  by: actor,
  at: z.string(),
  command: jobCommand,
  /** The server's last word, where it refused this very command; it is shown until somebody has read it. */
  refused: refusal.nullable(),
});
export type Kept = z.output<typeof kept>;
/** What was kept and cannot be read: it is shown as it is, and the others live. */
export interface SetAside {
  readonly key: number;
  readonly text: string;
}
interface Store extends DBSchema {
  commands: { key: number; value: unknown };
}
const NAME = 'oak-gate';
/** Where the first programs kept their commands. */
const FIRST_STORE = 'oak-gate-outbox';

/**
 * Commands that are not on the server's disk yet, kept on this tablet's own disk: a reload, a crash or a flat battery loses
 * nothing. All windows of a tablet share it.
 */
@Injectable({ providedIn: 'root' })
export class Outbox {
  private readonly held = signal<readonly (Kept & { readonly key: number })[]>([]);
  readonly setAside = signal<readonly SetAside[]>([]);
  /** In the order in which they were given. */
  readonly all = computed((): readonly Kept[] => this.held());
  readonly waiting = computed(() => this.all().filter(({ refused }) => refused === null));
  readonly refused = computed(() => this.all().filter((each) => each.refused !== null));
  /** Set where this tablet cannot keep anything: then it is said, and what is given is sent all the same. */
  readonly cannotKeep = signal(false);
  private readonly news = typeof BroadcastChannel === 'undefined' ? undefined : new BroadcastChannel(NAME);
  private readonly db = this.open();
  readonly ready: Promise<void>;
  private last = 0;

  constructor() {
    // Where this tablet's disk cannot be read, nothing is kept, and that is said; what is given is sent all the same.
    this.ready = this.read().catch(() => this.cannotKeep.set(true));
    if (this.news !== undefined)
      this.news.onmessage = () => void this.read().catch(() => this.cannotKeep.set(true));
  }

  /** Keeps a command; it is seen at once, and the promise is kept when it is on the disk. */
  async put(command: Omit<Kept, 'refused'>): Promise<void> {
    const key = (this.last = Math.max(this.last + 1, Date.now()));
    const whole = { ...command, refused: null };
    this.held.update((all) => [...all.filter(({ id }) => id !== command.id), { ...whole, key }]);
    await this.write((db) => db.put('commands', whole, key));
  }
  /** The server has it. */
  async take(id: string): Promise<void> {
    const there = this.held().find((each) => each.id === id);
    this.held.update((all) => all.filter((each) => each.id !== id));
    if (there !== undefined) await this.write((db) => db.delete('commands', there.key));
  }
  /** The server refused it for good: it stays, with its words, until somebody has read them. */
  async refuse(id: string, problem: z.output<typeof refusal>): Promise<void> {
    const there = this.held().find((each) => each.id === id);
    if (there === undefined) return;
    const { key, ...whole } = { ...there, refused: refusal.parse(problem) };
    this.held.update((all) => all.map((each) => (each.id === id ? { ...whole, key } : each)));
    await this.write((db) => db.put('commands', whole, key));
  }
  /** Tries a refused command once more, as it is. */
  async again(id: string): Promise<void> {
    const there = this.held().find((each) => each.id === id);
    if (there === undefined) return;
    const { key, ...whole } = { ...there, refused: null };
    this.held.update((all) => all.map((each) => (each.id === id ? { ...whole, key } : each)));
    await this.write((db) => db.put('commands', whole, key));
  }
  async forget(key: number): Promise<void> {
    this.setAside.update((all) => all.filter((each) => each.key !== key));
    await this.write((db) => db.delete('commands', key));
  }

  private async open(): Promise<IDBPDatabase<Store> | undefined> {
    try {
      return await openDB<Store>(NAME, 1, {
        upgrade: (db) => {
          db.createObjectStore('commands');
        },
      });
    } catch {
      this.cannotKeep.set(true);
      return undefined;
    }
  }
  /** On the disk when it returns, not in some cache: the power may go at any moment. */
  private async write(work: (db: IDBPDatabase<Store>) => Promise<unknown>): Promise<void> {
    const db = await this.db;
    if (db === undefined) return;
    try {
      await work(strictly(db));
    } catch {
      this.cannotKeep.set(true);
    }
    this.news?.postMessage('changed');
  }
  private async read(): Promise<void> {
    const db = await this.db;
    if (db === undefined) return;
    await adoptFirstStore(db);
    const there: (Kept & { key: number })[] = [];
    const aside: SetAside[] = [];
    const keys = await db.getAllKeys('commands');
    const values = await db.getAll('commands');
    for (const [i, value] of values.entries()) {
      const key = keys[i] ?? 0;
      const parsed = kept.safeParse(value);
      if (parsed.success) there.push({ ...parsed.data, key });
      else aside.push({ key, text: JSON.stringify(value) });
    }
    this.last = Math.max(this.last, ...keys);
    // What was given while this was being read is not on the disk yet.
    const onDisk = new Set(there.map(({ id }) => id));
    const young = this.held().filter(({ id, key }) => !onDisk.has(id) && key > (keys.at(-1) ?? 0));
    this.held.set([...there, ...young]);
    this.setAside.set(aside);
  }
}

/** A database whose writes return when they are on the disk. */
function strictly(db: IDBPDatabase<Store>): IDBPDatabase<Store> {
  const write = async (work: 'put' | 'delete', ...args: unknown[]): Promise<void> => {
    const tx = db.transaction('commands', 'readwrite', { durability: 'strict' });
    const store = tx.store as unknown as Record<string, (...given: unknown[]) => Promise<unknown>>;
    await Promise.all([store[work]?.(...args), tx.done]);
  };
  return {
    put: (_store: string, ...args: unknown[]) => write('put', ...args),
    delete: (_store: string, ...args: unknown[]) => write('delete', ...args),
  } as unknown as IDBPDatabase<Store>;
}

/** What the first programs left behind is read with the rest: what cannot be read any more is set aside, and shown. */
async function adoptFirstStore(db: IDBPDatabase<Store>): Promise<void> {
  const text = localStorage.getItem(FIRST_STORE);
  if (text === null) return;
  const values = parsed(text);
  const taken = new Set(await db.getAllKeys('commands'));
  let key = 1;
  for (const value of Array.isArray(values) ? (values as unknown[]) : [values]) {
    while (taken.has(key)) key++;
    await db.put('commands', value, key++);
  }
  localStorage.removeItem(FIRST_STORE);
}
function parsed(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    return text;
  }
}
