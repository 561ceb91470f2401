import { randomUUID } from 'node:crypto';
import { NO_INSTRUMENTS } from '@oak-gate/core';
import type { InstrumentsState } from '@oak-gate/core';
import { Shop } from '../../test/shop';
import { ProblemError } from '../platform/problem-error';
import { INSTRUMENTS } from '../record';
import { credentialsStore } from '../people/credentials.store';
import { signInAudit } from '../people/tables';
import type { Tx } from './open';
import { WriteQueue } from './write-queue';

jest.setTimeout(60_000);
let shop: Shop;
let commits: number;
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
});
afterAll(() => shop.remove());

const watch = { refuse: () => undefined, wrote: () => undefined, failed: () => undefined };
/** A queue of its own over the shop's database, whose commits are counted. */
function queue(more: Partial<typeof watch> = {}, atCommit: () => void = () => undefined): WriteQueue<Tx> {
  commits = 0;
  const { read } = shop.services.db;
  const counted = {
    transaction: <T>(work: (tx: Tx) => Promise<T>): Promise<T> =>
      read.transaction(async (tx) => {
        const done = await work(tx);
        atCommit();
        commits++;
        return done;
      }),
  };
  return new WriteQueue<Tx>(counted, { ...watch, ...more });
}
const note = (what: string) => (tx: Tx) =>
  credentialsStore.audit(tx, what, '2026-06-01T08:00:00.000Z', 'signed');
const noted = async (prefix: string): Promise<string[]> =>
  (await shop.services.db.read.select().from(signInAudit))
    .map(({ person }) => person)
    .filter((each) => each.startsWith(prefix));
const refusal = (): never => {
  throw ProblemError.of('NOT_SET_UP', {});
};

test('what waits together is committed once, in its order, sixty-four at a time', async () => {
  const writes = queue();
  await Promise.all(Array.from({ length: 130 }, (_, i) => writes.write(note(`a${i}`))));
  expect(commits).toBe(3);
  expect(await noted('a')).toEqual(Array.from({ length: 130 }, (_, i) => `a${i}`));
  await writes.write(note('a last'));
  expect(commits).toBe(4);
});
test('a refusal undoes its own work and nobody else’s', async () => {
  const writes = queue();
  const done = await Promise.allSettled([
    writes.write(note('b0')),
    writes.write(async (tx) => {
      await note('b1')(tx);
      refusal();
    }),
    writes.write(note('b2')),
  ]);
  expect(done.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
  expect([await noted('b'), commits]).toEqual([['b0', 'b2'], 1]);
});
test('what breaks fails alone: the others are written, each once', async () => {
  const writes = queue();
  const settled: string[] = [];
  const done = await Promise.allSettled(
    [0, 1, 2].map((i) =>
      writes.write(
        async (tx) => {
          await note(`c${i}`)(tx);
          if (i === 1) throw new Error('broken');
        },
        (committed) => settled.push(`${i} ${committed}`),
      ),
    ),
  );
  expect(done.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
  expect(await noted('c')).toEqual(['c0', 'c2']);
  // All of them were undone once, and then each was told what became of it.
  expect(settled).toEqual(['0 false', '1 false', '2 false', '0 true', '1 false', '2 true']);
});
test('a commit that fails for all of them is made for each; where the disk stays full, everybody is told', async () => {
  let full = 1;
  const failing = queue({}, () => {
    if (full-- > 0) throw Object.assign(new Error('full'), { code: 'SQLITE_FULL' });
  });
  await Promise.all([failing.write(note('d0')), failing.write(note('d1'))]);
  expect(await noted('d')).toEqual(['d0', 'd1']);
  const failed: unknown[] = [];
  const full2 = queue({ failed: (error?: unknown) => void failed.push(error) }, () => {
    throw Object.assign(new Error('full'), { code: 'SQLITE_FULL' });
  });
  const done = await Promise.allSettled([full2.write(note('e0')), full2.write(note('e1'))]);
  expect(done.map(({ status }) => status)).toEqual(['rejected', 'rejected']);
  expect([await noted('e'), failed.length]).toEqual([[], 2]);
});
test('what the disk refuses before anything is begun is not begun, and what comes later is', async () => {
  let isFull = true;
  const writes = queue({ refuse: () => (isFull ? refusal() : undefined) });
  const done = await Promise.allSettled([writes.write(note('f0')), writes.write(note('f1'))]);
  expect([done.map(({ status }) => status), commits]).toEqual([['rejected', 'rejected'], 0]);
  isFull = false;
  await writes.write(note('f2'));
  expect(await noted('f')).toEqual(['f2']);
});

describe('commands of one chain in one commit', () => {
  const by = { id: 'teo', name: 'Teo', roles: ['steward' as const], authorisation: null };
  const command = (id: string, name: string) => ({
    id,
    chain: INSTRUMENTS,
    by,
    body: { name },
    decide: (state: InstrumentsState = NO_INSTRUMENTS) => {
      if (Object.hasOwn(state.instruments, name)) refusal();
      const known = Object.values(state.instruments)[0]!;
      return [{ type: 'instrumentRegistered', v: 1, data: { instrument: { ...known, id: name } } }];
    },
  });
  test('each is decided on what those before it wrote; doubled, it is told the same again', async () => {
    const { ledger } = shop.services;
    const heard: number[] = [];
    const stop = ledger.onAppended((chain, entries) => {
      if (chain === INSTRUMENTS) heard.push(...entries.map(({ entry }) => entry.seq));
    });
    const from = await ledger.lengthOf(INSTRUMENTS);
    const ids = Array.from({ length: 12 }, () => randomUUID());
    const done = await Promise.allSettled([
      ...ids.map((id, i) => ledger.execute(command(id, `G-${i % 10}`))), // the last two ask for what is there by then
      ledger.execute(command(ids[0]!, 'G-0')),
      ledger.execute(command(ids[1]!, 'another body')),
    ]);
    stop();
    const said = done.map((each) =>
      each.status === 'rejected'
        ? (each.reason as ProblemError).code
        : each.value.entries.map(({ entry }) => entry.seq - from).join(),
    );
    expect(said).toEqual([
      '1',
      '2',
      '3',
      '4',
      '5',
      '6',
      '7',
      '8',
      '9',
      '10',
      'NOT_SET_UP',
      'NOT_SET_UP',
      '1',
      'COMMAND_ID_REUSED',
    ]);
    expect(heard).toEqual(Array.from({ length: 10 }, (_, i) => from + 1 + i));
    expect(await ledger.lengthOf(INSTRUMENTS)).toBe(from + 10);
    const told = await ledger.entries(INSTRUMENTS);
    expect(told.map(({ entry }) => entry.seq)).toEqual(Array.from({ length: from + 10 }, (_, i) => i + 1));
  });
  test('where one of them breaks, the chain goes on from what is committed', async () => {
    const { ledger } = shop.services;
    const from = await ledger.lengthOf(INSTRUMENTS);
    const broken = { ...command(randomUUID(), 'H-1'), decide: () => Promise.reject(new Error('broken')) };
    const done = await Promise.allSettled([
      ledger.execute(command(randomUUID(), 'H-0')),
      ledger.execute(broken),
      ledger.execute(command(randomUUID(), 'H-2')),
    ]);
    expect(done.map(({ status }) => status)).toEqual(['fulfilled', 'rejected', 'fulfilled']);
    expect(await ledger.lengthOf(INSTRUMENTS)).toBe(from + 2);
    await shop.close();
    await shop.open();
    expect(shop.services.notices).toEqual([]);
    expect(shop.services.ledger.damagedChains).toEqual([]);
  });
});
