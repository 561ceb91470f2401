import { hash, verify } from '@node-rs/argon2';
import type { Actor } from '@oak-gate/core';
import type { Db, Tx } from '../db/open';
import type { Clock } from '../platform/clock';
import type { FolderKey } from '../platform/folder-key';
import { ProblemError } from '../platform/problem-error';
import { credentialsStore } from './credentials.store';

/** Argon2id at 19 MiB and two passes: OWASP's first recommendation, about 0.1 s here. */
const ARGON2 = { algorithm: 2 as const, memoryCost: 19_456, timeCost: 2, parallelism: 1 };
const TRIES = 5;
const FIRST_PAUSE_MS = 30_000;
const LONGEST_PAUSE_MS = 3_600_000;
/** Tries that are older than this are forgotten, wherever they were made. */
const TRIES_KEPT_MS = 24 * 3_600_000;

/** What a PIN is typed for: at the door, below a statement, or to choose another one. */
type PinPurpose = 'signedIn' | 'signed' | 'choosing';
type Tries = NonNullable<Awaited<ReturnType<typeof credentialsStore.tries>>>;

/** How long one waits after so many wrong tries, in milliseconds. */
const pauseAfter = (failed: number): number =>
  Math.min(FIRST_PAUSE_MS * 2 ** (Math.floor(failed / TRIES) - 1), LONGEST_PAUSE_MS);

/** PINs: hashed with a memory-hard function, and tried only so often. Hashing runs before the writing queue. */
export class Pins {
  /** Checks of one person wait for one another, so that parallel guesses count one by one. */
  private readonly checking = new Map<string, Promise<unknown>>();

  /** When the pause of a person at a place ends, by the steady time: nobody who sets the clock shortens or stretches it. */
  private readonly pauses = new Map<string, number>();

  constructor(
    private readonly db: Db,
    private readonly clock: Clock,
    private readonly folderKey: FolderKey,
  ) {}

  /** Marks the PINs of a folder that was written before there were marks. */
  async adopt(): Promise<void> {
    const all = await credentialsStore.all(this.db.read);
    await this.db.write(async (tx) => {
      for (const { person, hash: hashed } of all)
        await credentialsStore.mark(tx, person, this.folderKey.mac('pin', person, hashed));
    });
  }
  /** The people whose PIN this program did not set. */
  async foreign(): Promise<readonly string[]> {
    const all = await credentialsStore.all(this.db.read);
    return all
      .filter((each) => !this.folderKey.isMine(each.mac, 'pin', each.person, each.hash))
      .map(({ person }) => person);
  }

  async hash(pin: string): Promise<string> {
    return hash(pin, ARGON2);
  }
  /** Within the transaction that writes the person: nobody is in the shop without a PIN. */
  async keep(tx: Tx, person: string, hashed: string, by: string): Promise<void> {
    await credentialsStore.put(tx, person, hashed, this.folderKey.mac('pin', person, hashed));
    // Who forgot the old one is not kept out with the new one.
    await credentialsStore.forgetTriesOf(tx, person);
    await credentialsStore.audit(tx, person, this.clock.now(), 'pinSet', by);
  }

  /** What tells one PIN from another without telling it: a repeated command must bring the same one. */
  fingerprint(pin: string): string {
    return this.folderKey.mac('pin given', pin);
  }

  /**
   * @param place where it is tried: wrong tries at one place lock nobody out at another
   * @param isForOneSignIn whether a manager set it, asked when it was found to be right: once it has opened the door, it opens
   * it no more
   * @throws ProblemError PIN_WRONG with the tries left, PIN_LOCKED with the pause in seconds, PIN_SPENT
   */
  async check(
    { id, name }: Pick<Actor, 'id' | 'name'>,
    pin: string,
    purpose: PinPurpose,
    place: string,
    isForOneSignIn: () => Promise<boolean> = () => Promise.resolve(false),
  ): Promise<void> {
    const before = this.checking.get(id) ?? Promise.resolve();
    const run = before
      .catch(() => undefined)
      .then(() => this.checkNow(id, name, pin, purpose, place, isForOneSignIn));
    this.checking.set(id, run);
    await run;
  }

  private async checkNow(
    person: string,
    name: string,
    pin: string,
    purpose: PinPurpose,
    place: string,
    isForOneSignIn: () => Promise<boolean>,
  ): Promise<void> {
    const known = await credentialsStore.find(this.db.read, person);
    const tries = await credentialsStore.tries(this.db.read, person, place);
    const now = this.clock.now();
    if (known !== undefined && !this.folderKey.isMine(known.mac, 'pin', person, known.hash))
      throw ProblemError.of('CREDENTIALS_CHANGED', { person: name });
    const pause = this.pauseLeft(tries, `${person} ${place}`);
    if (pause > 0) {
      const seconds = Math.ceil(pause / 1000);
      await this.db.write((tx) => credentialsStore.audit(tx, person, now, 'locked'));
      throw ProblemError.of('PIN_LOCKED', { person: name, seconds });
    }
    const right = known !== undefined && (await verify(known.hash, pin));
    if (right) {
      const opensTheDoor = purpose === 'signedIn' && (await isForOneSignIn());
      if (opensTheDoor && known.usedAt !== null) throw ProblemError.of('PIN_SPENT', { person: name });
      await this.db.write(async (tx) => {
        if (opensTheDoor) await credentialsStore.use(tx, person, now);
        if (tries !== undefined) await credentialsStore.forgetTries(tx, person, place);
        await credentialsStore.audit(tx, person, now, purpose);
      });
      return;
    }
    const failed = (tries?.failed ?? 0) + 1;
    const isLast = failed % TRIES === 0;
    const lockedUntil = isLast ? new Date(Date.parse(now) + pauseAfter(failed)).toISOString() : null;
    if (isLast) this.pauses.set(`${person} ${place}`, this.clock.steadyMs() + pauseAfter(failed));
    await this.db.write(async (tx) => {
      await credentialsStore.forgetOldTries(tx, new Date(Date.parse(now) - TRIES_KEPT_MS).toISOString());
      await credentialsStore.setTries(tx, { person, place, failed, lockedUntil, at: now });
      await credentialsStore.audit(tx, person, now, 'wrong');
    });
    throw ProblemError.of('PIN_WRONG', { person: name, left: isLast ? 0 : TRIES - (failed % TRIES) });
  }

  /** What is left of a pause, in milliseconds. One that began before this start lasts no longer than a whole one. */
  private pauseLeft(tries: Tries | undefined, key: string): number {
    if (tries?.lockedUntil == null) {
      this.pauses.delete(key);
      return 0;
    }
    const left = Date.parse(tries.lockedUntil) - Date.parse(this.clock.now());
    const until =
      this.pauses.get(key) ??
      this.clock.steadyMs() + Math.max(0, Math.min(left, pauseAfter(Math.max(tries.failed, TRIES))));
    this.pauses.set(key, until);
    return until - this.clock.steadyMs();
  }
}
