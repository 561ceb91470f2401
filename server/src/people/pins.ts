import { hash, verify } from '@node-rs/argon2';
import type { Db, Tx } from '../db/open';
import type { Clock } from '../platform/clock';
import type { FolderKey } from '../platform/folder-key';
import { ProblemError } from '../platform/problem-error';
import { credentialsStore } from './credentials.store';

/** Argon2id at 19 MiB and two passes: OWASP's first recommendation, about 0.1 s here. */
const ARGON2 = { algorithm: 2 as const, memoryCost: 19_456, timeCost: 2, parallelism: 1 };
const TRIES = 5;
const FIRST_PAUSE_MS = 30_000;

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
  }

  /** @throws ProblemError PIN_WRONG with the tries left, or PIN_LOCKED with the pause in seconds */
  async check(person: string, name: string, pin: string, purpose: 'signedIn' | 'signed'): Promise<void> {
    const before = this.checking.get(person) ?? Promise.resolve();
    const run = before.catch(() => undefined).then(() => this.checkNow(person, name, pin, purpose));
    this.checking.set(person, run);
    await run;
  }

  private async checkNow(
    person: string,
    name: string,
    pin: string,
    purpose: 'signedIn' | 'signed',
  ): Promise<void> {
    const known = await credentialsStore.find(this.db.read, person);
    const now = this.clock.now();
    if (known !== undefined && !this.folderKey.isMine(known.mac, 'pin', person, known.hash))
      throw ProblemError.of('CREDENTIALS_CHANGED', { person: name });
    if (known?.lockedUntil != null && known.lockedUntil > now) {
      const seconds = Math.ceil((Date.parse(known.lockedUntil) - Date.parse(now)) / 1000);
      await this.db.write((tx) => credentialsStore.audit(tx, person, now, 'locked'));
      throw ProblemError.of('PIN_LOCKED', { person: name, seconds });
    }
    const right = known !== undefined && (await verify(known.hash, pin));
    if (right) {
      await this.db.write(async (tx) => {
        if (known.failed > 0) await credentialsStore.setTries(tx, person, 0, null);
        await credentialsStore.audit(tx, person, now, purpose);
      });
      return;
    }
    const failed = (known?.failed ?? 0) + 1;
    const pauses = Math.floor(failed / TRIES);
    const isLast = failed % TRIES === 0;
    const until = isLast
      ? new Date(Date.parse(now) + FIRST_PAUSE_MS * 2 ** (pauses - 1)).toISOString()
      : null;
    await this.db.write(async (tx) => {
      await credentialsStore.setTries(tx, person, failed, until);
      await credentialsStore.audit(tx, person, now, 'wrong');
    });
    throw ProblemError.of('PIN_WRONG', { person: name, left: isLast ? 0 : TRIES - (failed % TRIES) });
  }
}
