import { issueWords, jobCommandRequest, openJobRequest } from '@oak-gate/contract';
import type { EarlierJobView } from '@oak-gate/contract';
import type { JobCommand } from '@oak-gate/core';
import { Router } from 'express';
import { actorOf } from '../people';
import { bodyOf, bodyProblem } from '../platform/body';
import { ProblemError } from '../platform/problem-error';
import { sendEvents } from '../platform/event-stream';
import { jobChain, LIBRARY, PEOPLE } from '../record';
import type { Appended } from '../record';
import type { Services } from '../services';
import type { Jobs } from './jobs.service';

/** What is done below a statement, or takes a signature away with another act: with the PIN. */
const isSigned = (command: JobCommand): boolean =>
  command.type === 'signGate' ||
  command.type === 'addSupplement' ||
  (command.type === 'pinAgain' && command.underSignature !== null);

export function jobRoutes({ ledger, pins, sessions }: Services, jobs: Jobs): Router {
  const router = Router();

  router.post('/', async (req, res) => {
    const { jobId } = await jobs.open(bodyOf(openJobRequest, req), actorOf(res));
    res.status(201).json({ jobId });
  });
  router.get('/:jobId/entries', async (req, res) => {
    const chain = jobChain(req.params.jobId);
    await jobs.state(req.params.jobId);
    res.json({ chain, entries: await ledger.entries(chain, fromIn(req)) });
  });
  // What arrived in the library since the limits were pinned, and what adopting it would change, reading by reading.
  router.get('/:jobId/news', async (req, res) => {
    res.json(await jobs.news(req.params.jobId));
  });
  // How the engine was left the last time.
  router.get('/:jobId/earlier', async (req, res) => {
    const answer: EarlierJobView = { earlier: (await jobs.earlier(req.params.jobId)) ?? null };
    res.json(answer);
  });
  router.post('/:jobId/commands', async (req, res) => {
    const by = actorOf(res);
    const parsed = jobCommandRequest.safeParse(req.body, { error: issueWords });
    // What this server cannot read it will not read later either: that is its last word on this command.
    if (!parsed.success) throw lastWordOn(idIn(req.body), bodyProblem(parsed.error));
    const { id, command, person, pin } = parsed.data;
    if (person !== undefined && person !== by.id)
      throw ProblemError.of('OTHER_HANDS', { author: await nameOf(person), person: by.name });
    if (isSigned(command)) {
      if (pin === undefined || pin === '') throw ProblemError.of('PIN_NEEDED', { action: 'signing' });
      await pins.check(by, pin, 'signed', `sign-in ${sessions.nameOf(req)}`);
    }
    try {
      const { entries, repeated } = await jobs.command(req.params.jobId, id, command, by);
      res.status(repeated ? 200 : 201).json({ command: id, chain: jobChain(req.params.jobId), entries });
    } catch (error) {
      throw lastWordOn(id, error);
    }
  });
  // Other tablets hear of what was written here, from the number on that they have.
  router.get('/:jobId/stream', async (req, res) => {
    const chain = jobChain(req.params.jobId);
    await jobs.state(req.params.jobId);
    const heard = Number(req.headers['last-event-id']);
    const from = Number.isSafeInteger(heard) && heard > 0 ? heard + 1 : fromIn(req);
    let backlog: Appended[] | undefined = [];
    const send = sendEvents<unknown>(req, res, (say) => {
      const tell = (entries: readonly Appended[]): void => say({ chain, entries }, entries.at(-1)?.entry.seq);
      return ledger.onAppended((grown, entries) => {
        if (grown === chain) {
          // What comes while the backlog is being read follows it.
          if (backlog === undefined) tell(entries);
          else backlog.push(...entries);
        } else if (grown === LIBRARY) say({ library: true });
      });
    });
    const before = await ledger.entries(chain, from);
    const last = before.at(-1)?.entry.seq ?? from - 1;
    const all = [...before, ...backlog.filter(({ entry }) => entry.seq > last)];
    backlog = undefined;
    if (all.length > 0) send({ chain, entries: all }, all.at(-1)?.entry.seq);
  });
  return router;

  async function nameOf(person: string): Promise<string> {
    const people = (await ledger.state(PEOPLE))?.people ?? {};
    return Object.hasOwn(people, person) ? (people[person]?.name ?? person) : person;
  }
}

/** Refusals that say something of this moment and not of the command: the same command may be taken later. */
const NOT_THE_LAST_WORD: ReadonlySet<string> = new Set([
  'CHAIN_DAMAGED',
  'CLOCK_IN_DOUBT',
  'DATABASE_DAMAGED',
  'DATABASE_GONE',
  'DISK_FULL',
  'FOLDER_NOT_WRITABLE',
  'CHAIN_NEWER',
  'NOT_SET_UP',
  'SEAL_NOT_VERIFIED',
]);
function lastWordOn(id: string | undefined, error: unknown): unknown {
  const isLast = error instanceof ProblemError && id !== undefined && !NOT_THE_LAST_WORD.has(error.code);
  return isLast ? error.ofCommand(id) : error;
}
function idIn(body: unknown): string | undefined {
  const id = (body as { id?: unknown } | null | undefined)?.id;
  return typeof id === 'string' && id.length <= 80 ? id : undefined;
}
function fromIn(req: { readonly query: Readonly<Record<string, unknown>> }): number {
  const from = Number(req.query['from'] ?? 1);
  return Number.isSafeInteger(from) && from > 0 ? from : 1;
}
