import { NO_INSTRUMENTS, verifyChain } from '@oak-gate/core';
import type { Envelope, InstrumentsState } from '@oak-gate/core';
import { reading, Shop, SKIRT } from '../../test/shop';
import { APPEND_ONLY_TRIGGERS } from '../db/append-only';
import { lockFolder } from '../platform/folder-lock';
import { INSTRUMENTS, jobChain, projectionStore, rebuildProjection } from './index';
import { Ledger } from './ledger';
import { ledgerStore } from './ledger.store';
import { chainKinds, PROJECTION_VERSIONS } from './projections';
import type { ProjectionName } from './projections';

jest.setTimeout(60_000);
const kindsOf = () => chainKinds((id) => (id === 'ringGap' ? 'Ring end gap' : id), shop.services.folderKey);
let shop: Shop;
let jobId: string;
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
  ({ jobId } = await shop.sealed());
});
afterAll(() => shop.remove());

test('every chain on disk follows from its start', async () => {
  for (const chain of await ledgerStore.chains(shop.services.db.read)) {
    const entries = await shop.services.ledger.entries(chain);
    expect(verifyChain({ entries })).toEqual({ intact: true, length: entries.length });
  }
});

describe('the database refuses too', () => {
  const refuse = (sql: string) => expect(shop.services.db.client.execute(sql)).rejects.toThrow(/append|gap/);
  test('an update', () => refuse(`UPDATE entry SET bytes = '{}' WHERE seq = 1`));
  test('a delete', () => refuse(`DELETE FROM entry WHERE seq = 1`));
  test('a replacing insert', () =>
    refuse(`INSERT OR REPLACE INTO entry (chain, seq, bytes, hash) VALUES ('library', 1, '{}', 'x')`));
  test('a gap', () =>
    refuse(`INSERT INTO entry (chain, seq, bytes, hash) VALUES ('library', 999, '{}', 'x')`));
  test('triggers that somebody dropped are there again after the next start', async () => {
    const { client } = shop.services.db;
    for (const { name } of APPEND_ONLY_TRIGGERS) await client.execute(`DROP TRIGGER ${name}`);
    await shop.close();
    await shop.open();
    const { rows } = await shop.services.db.client.execute(
      `SELECT name FROM sqlite_master WHERE type = 'trigger' ORDER BY name`,
    );
    expect(rows.map((row) => row['name'])).toEqual(APPEND_ONLY_TRIGGERS.map(({ name }) => name).sort());
  });
});

test('all projections made again are what they were', async () => {
  const { db } = shop.services;
  const before = await projectionStore.dump(db.read);
  expect(Object.values(before).every((rows) => (rows as unknown[]).length > 0)).toBe(true);
  await db.client.execute(`UPDATE job_row SET number = 'broken'`);
  for (const name of Object.keys(PROJECTION_VERSIONS) as ProjectionName[])
    await rebuildProjection(db, kindsOf(), name);
  expect(await projectionStore.dump(db.read)).toEqual(before);
});

test('a second server is kept off the folder, and let in when the first has gone', async () => {
  await expect(lockFolder(shop.folder)).rejects.toMatchObject({ code: 'FOLDER_IN_USE' });
  await shop.close();
  const unlock = await lockFolder(shop.folder);
  unlock();
  await shop.open();
});

test('an entry whose bytes were changed behind the triggers is found when the chain is told', async () => {
  const { client } = shop.services.db;
  const chain = jobChain(jobId);
  const { rows } = await client.execute({
    sql: 'SELECT bytes FROM entry WHERE chain = ? AND seq = 20',
    args: [chain],
  });
  const bytes = rows[0]?.['bytes'] as string;
  await client.execute('DROP TRIGGER entry_is_never_changed');
  const put = (text: string) =>
    client.execute({ sql: 'UPDATE entry SET bytes = ? WHERE chain = ? AND seq = 20', args: [text, chain] });
  await put(bytes.replace('"seq":20', '"seq":21'));
  const fresh = new Ledger(
    shop.services.db,
    shop.services.clock,
    Object.values(kindsOf()),
    shop.services.folderKey,
  );
  await expect(fresh.state(chain)).rejects.toMatchObject({
    code: 'CHAIN_DAMAGED',
    data: { because: 'hash', entry: 20 },
  });
  await put(bytes);
  await client.execute(APPEND_ONLY_TRIGGERS[0]!.sql);
});

test('a fault at any step writes nothing, and the next command finds the ledger whole', async () => {
  const { db } = shop.services;
  const steps = ['receipt', 'entries', 'append', 'keepReceipt'] as const;
  const real = { ...ledgerStore };
  let reached = 0;
  for (const step of steps) {
    for (let failAt = 1; failAt <= 3; failAt++) {
      let calls = 0;
      const store = ledgerStore as unknown as Record<string, unknown>;
      store[step] = (...args: never[]) => {
        if (++calls === failAt) throw new Error('disk full');
        return (real[step] as (...given: never[]) => unknown)(...args);
      };
      const before = await real.entries(db.read, INSTRUMENTS);
      const command = {
        id: `fault-${step}-${failAt}`,
        chain: INSTRUMENTS,
        body: { step, failAt },
        by: { id: 'teo', name: 'Teo', roles: ['steward' as const], authorisation: null },
        decide: (state: InstrumentsState = NO_INSTRUMENTS) =>
          [1, 2].map((each) => ({
            type: 'instrumentRegistered',
            v: 1,
            data: { instrument: { ...state.instruments['FS-2'], id: `X-${step}-${failAt}-${each}` } },
          })),
      };
      const failed = await shop.services.ledger.execute(command).then(
        () => false,
        () => true,
      );
      Object.assign(ledgerStore, real);
      const after = await real.entries(db.read, INSTRUMENTS);
      expect(after.length - before.length).toBe(failed ? 0 : 2);
      if (failed) reached++;
      expect(Object.keys((await shop.services.ledger.state(INSTRUMENTS))?.instruments ?? {})).toHaveLength(
        after.length,
      );
      // The same command again is done, once.
      if (failed) expect((await shop.services.ledger.execute(command)).repeated).toBe(false);
    }
  }
  expect(reached).toBe(5);
});

test('a listener that fails after the commit does not turn a done command into an error, and the others hear', async () => {
  const heard: string[] = [];
  const deaf = shop.services.ledger.onAppended(() => {
    throw new Error('the line is gone');
  });
  const listening = shop.services.ledger.onAppended((chain) => heard.push(chain));
  const { jobId: open, ivo } = await shop.openJob('J-34', '4330-00034');
  const answer = await ivo.command(open, { type: 'takeInstrument', instrument: 'FS-2' });
  expect(answer.status).toBe(201);
  expect(heard).toContain(jobChain(open));
  deaf();
  listening();
});

test('jobs that nobody looks at leave the memory, and come back as they were', async () => {
  const { ledger } = shop.services;
  const chains: string[] = [];
  for (let n = 100; n < 170; n++) chains.push(jobChain((await shop.openJob(`J-${n}`, `4330-00${n}`)).jobId));
  expect(chains.filter((chain) => ledger.known(chain as never) !== undefined).length).toBeLessThanOrEqual(64);
  expect(ledger.known(chains[0] as never)).toBeUndefined();
  const again = await ledger.state(chains[0] as never);
  expect(again).toMatchObject({ job: { number: 'J-100' } });
});

test('what an entry holds is as it was sent: the envelope names the chain, the command and the person', async () => {
  const { jobId: open, ivo } = await shop.readyJob('J-30', '4330-00030');
  await ivo.command(open, reading(SKIRT, '44/46'));
  const { body } = await ivo.get(`/api/jobs/${open}/entries`);
  const entry = (body.entries as { entry: Envelope }[]).at(-1)!.entry;
  expect(entry).toMatchObject({
    chain: `job:${open}`,
    job: open,
    type: 'readingTaken',
    v: 7,
    by: { id: 'ivo', name: 'Ivo', roles: ['technician'], authorisation: null },
  });
  expect(JSON.stringify(body)).not.toContain('"pin":"');
});
