import { own } from '@oak-gate/core';
import { createHash, randomBytes } from 'node:crypto';
import type { Actor } from '@oak-gate/core';
import { parse, serialize } from 'cookie';
import type { Request, Response } from 'express';
import type { Db, Tx } from '../db/open';
import type { Clock } from '../platform/clock';
import { PEOPLE } from '../record';
import type { Ledger } from '../record';
import { credentialsStore } from './credentials.store';

const COOKIE = 'oak_gate_session';
const LONGEST_MS = 14 * 3_600_000;
const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** A cookie that came by HTTPS goes by nothing else. */
const cookieFor = (req: Request) => ({
  httpOnly: true,
  sameSite: 'strict' as const,
  path: '/',
  secure: req.secure,
});
interface OpenStream {
  readonly session: string;
  readonly person: string;
  readonly end: () => void;
}

/** Who works at a tablet now. A session is a random token, of which only the hash is kept. */
export class Sessions {
  private readonly open = new Set<OpenStream>();
  /** When each sign-in that was asked for since the start began, by the steady time. */
  private readonly began = new Map<string, number>();

  constructor(
    private readonly db: Db,
    private readonly clock: Clock,
    private readonly ledger: Ledger,
  ) {}

  async start(req: Request, res: Response, person: string): Promise<void> {
    const token = randomBytes(32).toString('base64url');
    const now = this.clock.now();
    this.began.set(hashOf(token), this.clock.steadyMs());
    for (const [each, at] of this.began) {
      if (this.clock.steadyMs() - at > LONGEST_MS) this.began.delete(each);
    }
    await this.db.write(async (tx) => {
      await credentialsStore.endOldSessions(tx, new Date(Date.parse(now) - LONGEST_MS).toISOString());
      await credentialsStore.startSession(tx, hashOf(token), person, now);
    });
    res.setHeader('Set-Cookie', serialize(COOKIE, token, { ...cookieFor(req), maxAge: LONGEST_MS / 1000 }));
  }

  async end(req: Request, res: Response): Promise<void> {
    const token = this.tokenOf(req);
    if (token !== undefined) {
      await this.db.write((tx) => credentialsStore.endSession(tx, hashOf(token)));
      this.close((each) => each.session === hashOf(token));
    }
    res.setHeader('Set-Cookie', serialize(COOKIE, '', { ...cookieFor(req), maxAge: 0 }));
  }
  /** Whether a sign-in is still there, as a transaction sees it. */
  async holds(tx: Tx, req: Request): Promise<boolean> {
    const token = this.tokenOf(req);
    return token !== undefined && (await credentialsStore.session(tx, hashOf(token))) !== undefined;
  }
  /** Within the transaction that sets a new PIN: whoever signed in with the old one is out, but for who chose it himself. */
  async endAllOf(tx: Tx, person: string, but?: Request): Promise<void> {
    const token = but === undefined ? undefined : this.tokenOf(but);
    await credentialsStore.endSessionsOf(tx, person, token === undefined ? undefined : hashOf(token));
  }
  /** Ends what is open of somebody who is signed out everywhere, or has left the shop. */
  closeAllOf(person: string, but?: Request): void {
    const stays = but === undefined ? undefined : hashOf(this.tokenOf(but) ?? '');
    this.close((each) => each.person === person && each.session !== stays);
  }
  /** How many streams are open. */
  get streams(): number {
    return this.open.size;
  }
  private close(which: (each: OpenStream) => boolean): void {
    for (const each of [...this.open].filter(which)) {
      this.open.delete(each);
      each.end();
    }
  }
  /** Names the sign-in behind a request: what a place is told by where wrong PINs are counted. */
  nameOf(req: Request): string {
    return hashOf(this.tokenOf(req) ?? '').slice(0, 16);
  }
  /** Something that stays open, until its sign-in ends. @returns what forgets it */
  untilEnd(req: Request, person: string, end: () => void): () => void {
    const one: OpenStream = { session: hashOf(this.tokenOf(req) ?? ''), person, end };
    this.open.add(one);
    return () => this.open.delete(one);
  }

  /** The person as the people's ledger knows them now: roles that were taken away do not linger in a session. */
  async personOf(req: Request): Promise<Actor | undefined> {
    const token = this.tokenOf(req);
    if (token === undefined) return undefined;
    const found = await credentialsStore.session(this.db.read, hashOf(token));
    if (found === undefined || this.ageOf(found) > LONGEST_MS) return undefined;
    const state = await this.ledger.state(PEOPLE);
    const known = own(state?.people ?? {}, found.person);
    if (known?.active !== true) return undefined;
    const { active: _, ...actor } = known;
    return actor;
  }

  /** Whether a manager set the PIN that this person has: until it is replaced, nothing is done in this person's name. */
  async hasPinToChoose(person: string): Promise<boolean> {
    const pins = (await this.ledger.state(PEOPLE))?.pins ?? {};
    return own(pins, person)?.forOneSignIn === true;
  }

  /** A sign-in ages by the time that passes, whoever sets the clock; before this start, by what the clock said. */
  private ageOf({
    tokenHash,
    startedAt,
  }: {
    readonly tokenHash: string;
    readonly startedAt: string;
  }): number {
    const steady = this.clock.steadyMs();
    const age = Date.parse(this.clock.now()) - Date.parse(startedAt);
    const began = this.began.get(tokenHash) ?? steady - Math.max(0, age);
    this.began.set(tokenHash, began);
    return steady - began;
  }

  private tokenOf(req: Request): string | undefined {
    return parse(req.headers.cookie ?? '')[COOKIE];
  }
}
export const actorOf = (res: Response): Actor => res.locals['actor'] as Actor;
