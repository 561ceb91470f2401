import { createHash, randomBytes } from 'node:crypto';
import type { Actor } from '@oak-gate/core';
import { parse, serialize } from 'cookie';
import type { NextFunction, Request, RequestHandler, Response } from 'express';
import type { Db } from '../db/open';
import type { Clock } from '../platform/clock';
import { ProblemError } from '../platform/problem-error';
import { PEOPLE } from '../record';
import type { Ledger } from '../record';
import { credentialsStore } from './credentials.store';

const COOKIE = 'oak_gate_session';
const LONGEST_MS = 14 * 3_600_000;
const hashOf = (token: string): string => createHash('sha256').update(token).digest('hex');

/** Who works at a tablet now. A session is a random token, of which only the hash is kept. */
export class Sessions {
  constructor(
    private readonly db: Db,
    private readonly clock: Clock,
    private readonly ledger: Ledger,
  ) {}

  async start(res: Response, person: string): Promise<void> {
    const token = randomBytes(32).toString('base64url');
    const now = this.clock.now();
    await this.db.write(async (tx) => {
      await credentialsStore.endOldSessions(tx, new Date(Date.parse(now) - LONGEST_MS).toISOString());
      await credentialsStore.startSession(tx, hashOf(token), person, now);
    });
    res.setHeader(
      'Set-Cookie',
      serialize(COOKIE, token, { httpOnly: true, sameSite: 'strict', path: '/', maxAge: LONGEST_MS / 1000 }),
    );
  }

  async end(req: Request, res: Response): Promise<void> {
    const token = this.tokenOf(req);
    if (token !== undefined) await this.db.write((tx) => credentialsStore.endSession(tx, hashOf(token)));
    res.setHeader(
      'Set-Cookie',
      serialize(COOKIE, '', { httpOnly: true, sameSite: 'strict', path: '/', maxAge: 0 }),
    );
  }

  /** The person as the people's ledger knows them now: roles that were taken away do not linger in a session. */
  async personOf(req: Request): Promise<Actor | undefined> {
    const token = this.tokenOf(req);
    if (token === undefined) return undefined;
    const found = await credentialsStore.session(this.db.read, hashOf(token));
    if (found === undefined || Date.parse(found.startedAt) + LONGEST_MS < Date.parse(this.clock.now()))
      return undefined;
    const state = await this.ledger.state(PEOPLE);
    const known = state?.people[found.person];
    if (known?.active !== true) return undefined;
    const { active: _, ...actor } = known;
    return actor;
  }

  /** Puts the person behind a request where `actorOf` finds it, or refuses. */
  readonly demand: RequestHandler = async (
    req: Request,
    res: Response,
    next: NextFunction,
  ): Promise<void> => {
    const person = await this.personOf(req);
    if (person === undefined) throw ProblemError.of('NOT_SIGNED_IN', {});
    res.locals['actor'] = person;
    next();
  };

  private tokenOf(req: Request): string | undefined {
    return parse(req.headers.cookie ?? '')[COOKIE];
  }
}
export const actorOf = (res: Response): Actor => res.locals['actor'] as Actor;
