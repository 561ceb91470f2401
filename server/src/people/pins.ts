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

/** PINs: hashed with a memory-hard function, and tried only so often. Hashing runs before the writing queue. */
export class Pins {
  /** Checks of one person wait for one another, so that parallel guesses count one by one. */
  private readonly checking = new Map<string, Promise<unknown>>();

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
  async keep(tx: Tx, person: string, hashed: string): Promise<void> {
    await credentialsStore.put(tx, person, hashed, this.folderKey.mac('pin', person, hashed));
    // Who forgot the old one is not kept out with the new one.
    await credentialsStore.forgetTriesOf(tx, person);
  }

  /** What tells one PIN from another without telling it: a repeated command must bring the same one. */
  fingerprint(pin: string): string {
    return this.folderKey.mac('pin given', pin);
  }

  /**
   * @param place where it is tried: wrong tries at one place lock nobody out at another
   * @throws ProblemError PIN_WRONG with the tries left, or PIN_LOCKED with the pause in seconds
   */
  async check(
    { id, name }: Pick<Actor, 'id' | 'name'>,
    pin: string,
    purpose: 'signedIn' | 'signed',
    place: string,
  ): Promise<void> {
    const before = this.checking.get(id) ?? Promise.resolve();
    const run = before.catch(() => undefined).then(() => this.checkNow(id, name, pin, purpose, place));
    this.checking.set(id, run);
    await run;
  }

  private async checkNow(
    person: string,
    name: string,
    pin: string,
    purpose: 'signedIn' | 'signed',
    place: string,
  ): Promise<void> {
    const known = await credentialsStore.find(this.db.read, person);
    const tries = await credentialsStore.tries(this.db.read, person, place);
    const now = this.clock.now();
    if (known !== undefined && !this.folderKey.isMine(known.mac, 'pin', person, known.hash))
      throw ProblemError.of('CREDENTIALS_CHANGED', { person: name });
    if (tries?.lockedUntil != null && tries.lockedUntil > now) {
      const seconds = Math.ceil((Date.parse(tries.lockedUntil) - Date.parse(now)) / 1000);
      await this.db.write((tx) => credentialsStore.audit(tx, person, now, 'locked'));
      throw ProblemError.of('PIN_LOCKED', { person: name, seconds });
    }
    const right = known !== undefined && (await verify(known.hash, pin));
    if (right) {
      await this.db.write(async (tx) => {
        if (tries !== undefined) await credentialsStore.forgetTries(tx, person, place);
        await credentialsStore.audit(tx, person, now, purpose);
      });
      return;
    }
    const failed = (tries?.failed ?? 0) + 1;
    const pauses = Math.floor(failed / TRIES);
    const isLast = failed % TRIES === 0;
    const lockedUntil = isLast
      ? new Date(
          Date.parse(now) + Math.min(FIRST_PAUSE_MS * 2 ** (pauses - 1), LONGEST_PAUSE_MS),
        ).toISOString()
      : null;
    await this.db.write(async (tx) => {
      await credentialsStore.forgetOldTries(tx, new Date(Date.parse(now) - TRIES_KEPT_MS).toISOString());
      await credentialsStore.setTries(tx, { person, place, failed, lockedUntil, at: now });
      await credentialsStore.audit(tx, person, now, 'wrong');
    });
    throw ProblemError.of('PIN_WRONG', { person: name, left: isLast ? 0 : TRIES - (failed % TRIES) });
  }
}
