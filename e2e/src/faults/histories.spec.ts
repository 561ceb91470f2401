import { limitChoices, openMatters } from '@oak-gate/core';
import type { Actor, LimitChoice } from '@oak-gate/core';
import { describeHistory, randomSteps, someHistories, STEPS } from '../../../core/test/history-steps';
import type { StepName } from '../../../core/test/history-steps';
import { Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';
import { GHISLAINE, IVO, PEOPLE, PERRIN, Workshop } from '../support/workshop';

/**
 * The random histories once more, fewer of them, with a real server that is killed in the middle of its writing. More, or
 * others, with KILLED=100 SEED=7.
 */
const RUNS = Number(process.env['KILLED'] ?? 10);
const SEED = Number(process.env['SEED'] ?? 20_260_602);
// The library and the clock are the server's own here, and signing comes at the end.
const NOT_HERE = ['clockBack', 'libraryMoves', 'adopt', 'decline', 'signRings', 'release', 'finish'];
const OFTEN = { measure: 4, send: 3, restart: 2 } as const;
const KINDS = STEPS.filter((each) => !NOT_HERE.includes(each)).concat(
  Object.entries(OFTEN).flatMap(([kind, times]) => Array<StepName>(times).fill(kind as StepName)),
);

test('whatever happens with a server that is killed again and again: what it acknowledged is there once, and true', async ({}, info) => {
  test.setTimeout(240_000 + RUNS * 60_000);
  const server = await new Server().seed().start();
  const people = new Map<string, { actor: Actor; http: ApiTablet }>();
  for (const id of PEOPLE) {
    const http = await ApiTablet.signIn(server.address, id);
    const { person } = (await http.get('/api/session')) as { person: Actor };
    people.set(id, { actor: person, http });
  }
  const came = new Map<string, number>();
  for (const [n, steps] of someHistories(randomSteps(KINDS, 20, 50), SEED, RUNS).entries()) {
    const jobId = await openReady(people, n);
    const workshop = new Workshop(server, jobId, people);
    try {
      await workshop.live(steps);
      await workshop.check(info.outputPath('record.json'));
      // Every other one is brought to its seal.
      if (n % 2 === 0) {
        await workshop.seal();
        await workshop.check(info.outputPath('record.json'));
      }
    } catch (error) {
      throw new Error(`history ${n + 1}, seed ${SEED}:\n${describeHistory(steps)}\n${String(error)}`, {
        cause: error,
      });
    }
    for (const [what, count] of workshop.came) came.set(what, (came.get(what) ?? 0) + count);
  }
  await server.remove();
  const awaited = ['killed', 'cutOff', 'acknowledged', 'late', 'contested', 'refused', 'sentTwice', 'sealed'];
  expect(awaited.filter((what) => !came.has(what))).toEqual([]);
});

/** A V8 with its rings fitted, whose contradiction is decided by one person and confirmed by another. */
async function openReady(
  people: ReadonlyMap<string, { readonly http: ApiTablet }>,
  n: number,
): Promise<string> {
  const [ivo, perrin, ghislaine] = [IVO, PERRIN, GHISLAINE].map((id) => people.get(id)?.http);
  if (ivo === undefined || perrin === undefined || ghislaine === undefined)
    throw new Error('nobody is there');
  const jobId = await ivo.openV8(`K-${n + 1}`, `M8-${41_000 + n}`);
  const fit = 'ringGap@groove:1/member:ring/station:mid';
  const state = await ivo.job(jobId);
  const ofManual = ({ rows }: LimitChoice) => Object.values(rows).every((row) => row.startsWith('SM-52'));
  // What is open is the fit beside the pistons that lie there: their material selects its rows.
  const open = openMatters(state).findings.find(
    (finding) => finding.kind === 'limitWithheld' && finding.fit === fit && finding.partState === 'new',
  );
  const of = open?.kind === 'limitWithheld' ? open.of : undefined;
  const judged = { fit, partState: 'new', ...(of === undefined ? {} : { of }) } as const;
  const choice = limitChoices(state, judged).find(ofManual);
  const decided = {
    type: 'decideLimit',
    ...judged,
    rows: choice?.rows ?? {},
    reason: 'asked the maker',
  };
  expect((await perrin.command(jobId, decided)).status).toBe(201);
  const chosen = (await ivo.job(jobId)).limitChosen[0]?.seq;
  const confirm = { type: 'confirmLimit', choice: chosen, accept: true, reason: 'read both' };
  expect((await ghislaine.command(jobId, confirm)).status).toBe(201);
  return jobId;
}
