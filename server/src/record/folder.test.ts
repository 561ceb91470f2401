import { cpSync, existsSync, readFileSync, rmSync, statSync, truncateSync, writeFileSync } from 'node:fs';
import { join, resolve } from 'node:path';
import { randomUUID } from 'node:crypto';
import { createClient } from '@libsql/client';
import { canonical, decidePeople, hashOfBytes, NOBODY, verifyRecord } from '@oak-gate/core';
import type { RecordFile } from '@oak-gate/core';
import { pino } from 'pino';
import { jobRequest, PIN, reading, Shop, SKIRT } from '../../test/shop';
import type { Tablet } from '../../test/shop';
import { replaceLostKey } from '../people/replace-lost-key';
import { FolderKey } from '../platform/folder-key';
import { orThrow } from '../platform/problem-error';
import { jobChain, PEOPLE, prepareLostKey } from './index';
import { checkSignature } from './seal-key';

jest.setTimeout(120_000);
const OTHER = SKIRT.replace('cylinder:1', 'cylinder:2');

/** A furnished shop with a sealed record and four open jobs, made once; each test works on a copy of its folder. */
let made: Shop;
let template: string;
let sealed: string;
let jobs: readonly string[];
beforeAll(async () => {
  made = await (await new Shop().open()).furnish();
  ({ jobId: sealed } = await made.sealed());
  const opened = [];
  for (const number of ['11', '12', '13'])
    opened.push((await made.openJob(`J-${number}`, `4330-000${number}`)).jobId);
  const { jobId, ivo } = await made.readyJob('J-14', '4330-00014');
  await ivo.command(jobId, reading(SKIRT, '44/46'));
  jobs = [...opened, jobId];
  await made.close();
  template = made.folder;
});
afterAll(() => rmSync(template, { recursive: true, force: true }));

let shop: Shop;
beforeEach(() => {
  shop = new Shop();
  rmSync(shop.folder, { recursive: true });
  cpSync(template, shop.folder, { recursive: true });
});
const done: (() => Promise<void>)[] = [];
afterEach(async () => {
  for (const end of done.splice(0)) await end();
  rmSync(shop.folder, { recursive: true, force: true });
});
async function open(): Promise<Shop> {
  await shop.open();
  done.push(() => shop.close());
  return shop;
}
/** What the database's own log holds now, in bytes: what comes behind it is lost where it is cut there. */
const logged = (): number => statSync(join(shop.folder, 'oak-gate.sqlite-wal')).size;
/** A copy of the folder as the disk has it while the server works, its log cut; opened in the place of the first. */
async function openCut(at: number): Promise<Shop> {
  const copy = new Shop();
  rmSync(copy.folder, { recursive: true });
  cpSync(shop.folder, copy.folder, { recursive: true });
  truncateSync(join(copy.folder, 'oak-gate.sqlite-wal'), at);
  done.push(async () => {
    await copy.remove();
  });
  return copy.open();
}

describe('what the database’s own log has lost after a crash', () => {
  test('a log that is whole loses nothing, and nothing is said', async () => {
    await open();
    const ivo = await shop.as('ivo');
    expect((await ivo.command(jobs[3]!, reading(OTHER, '44/46'))).status).toBe(201);
    const copy = await openCut(logged());
    expect(copy.services.notices).toEqual([]);
    expect(copy.services.ledger.damagedChains).toEqual([]);
  });
  test('a reading that was acknowledged and is gone: that job says so, the others work', async () => {
    await open();
    const ivo = await shop.as('ivo');
    // One before it, so that it is not the first that is noted since the start.
    expect((await ivo.command(jobs[0]!, { type: 'takeInstrument', instrument: 'FS-2' })).status).toBe(201);
    const command = await ivo.seen(jobs[3]!, reading(OTHER, '44/46') as never);
    const before = logged();
    const length = await shop.services.ledger.lengthOf(jobChain(jobs[3]!));
    expect((await ivo.command(jobs[3]!, command)).status).toBe(201);
    const copy = await openCut(before);
    expect(copy.services.ledger.damageOf(jobChain(jobs[3]!))).toEqual({
      because: 'tail',
      entry: length,
      promised: length + 1,
    });
    const there = await copy.as('ivo');
    expect((await there.get(`/api/jobs/${jobs[3]!}/entries`)).body.code).toBe('CHAIN_DAMAGED');
    expect((await there.get(`/api/jobs/${jobs[0]!}/entries`)).status).toBe(200);
    // And again at the next start: nothing makes it forget.
    await copy.close();
    await copy.open();
    expect(copy.services.ledger.damagedChains).toEqual([jobChain(jobs[3]!)]);
  });
  test('a job that was opened and is gone altogether is named', async () => {
    await open();
    const ivo = await shop.as('ivo');
    const before = logged();
    const { body } = await ivo.post('/api/jobs', jobRequest('J-99', '4330-00099'));
    const copy = await openCut(before);
    expect(copy.services.notices).toEqual([expect.stringContaining(`Of job:${body.jobId} nothing is left`)]);
    expect(JSON.stringify((await (await copy.as('ivo')).get('/api/floor')).body.needs)).toContain(
      'nothing is left',
    );
  });
  test('who is in the shop was cut: nobody works on it', async () => {
    await open();
    const teo = await shop.as('teo');
    const before = logged();
    const person = { name: 'Runa', roles: ['technician'], authorisation: null };
    await teo.post('/api/people', { id: randomUUID(), person, pin: '8265' });
    await expect(openCut(before)).rejects.toMatchObject({ code: 'CHAIN_DAMAGED', data: { chain: 'people' } });
    done.pop(); // it was never opened
  });
  test('lines of the acknowledgements that were cut, doubled or made up say nothing', async () => {
    const file = join(shop.folder, 'acknowledged.txt');
    const lines = readFileSync(file, 'utf8');
    const forged = lines.split('\n')[0]!.replace(/^(\S+) \d+/, '$1 900');
    writeFileSync(file, `${lines}${lines}\n\u0000\u0000 x\n${lines.slice(0, 30)}\n${forged}\n`);
    await open();
    expect(shop.services.ledger.damagedChains).toEqual([]);
  });
});

const refused = (): Promise<unknown> =>
  shop.open().then(
    async () => {
      await shop.close();
      return 'opened';
    },
    (error: unknown) => error,
  );

/** Somebody with an editor for databases, who knows how the triggers are called. */
async function meddle(...statements: readonly (string | { sql: string; args: (string | number)[] })[]) {
  const client = createClient({ url: `file:${join(shop.folder, 'oak-gate.sqlite')}` });
  const { rows } = await client.execute(`SELECT name FROM sqlite_master WHERE type = 'trigger'`);
  for (const { name } of rows as unknown as { name: string }[])
    if (!name.startsWith('limit_search')) await client.execute(`DROP TRIGGER ${name}`);
  for (const each of statements) await client.execute(each);
  client.close();
}
async function storedIn(chain: string): Promise<{ seq: number; bytes: string; hash: string }[]> {
  const client = createClient({ url: `file:${join(shop.folder, 'oak-gate.sqlite')}` });
  const { rows } = await client.execute({
    sql: 'SELECT seq, bytes, hash FROM entry WHERE chain = ? ORDER BY seq',
    args: [chain],
  });
  client.close();
  return rows as never;
}

describe('what must not be worked with is refused before it is touched', () => {
  test('a folder that a newer program wrote', async () => {
    writeFileSync(join(shop.folder, 'version.json'), '{"format":"oak-gate/data","version":3}');
    expect(await refused()).toMatchObject({ code: 'FOLDER_NEWER', data: { version: 3, known: 2 } });
    expect(existsSync(join(shop.folder, 'lock'))).toBe(false);
    writeFileSync(join(shop.folder, 'version.json'), 'not JSON');
    expect(await refused()).toMatchObject({ code: 'FOLDER_NEWER' });
  });
  test('a folder without its database does not become a new shop', async () => {
    rmSync(join(shop.folder, 'oak-gate.sqlite'));
    expect(await refused()).toMatchObject({ code: 'DATABASE_MISSING' });
    expect(existsSync(join(shop.folder, 'oak-gate.sqlite'))).toBe(false);
  });
  test('a folder without the shop’s key gets no new one, and with another shop’s key it does not open', async () => {
    const file = join(shop.folder, 'keys', 'seal-ed25519.pem');
    const own = readFileSync(file);
    rmSync(file);
    expect(await refused()).toMatchObject({ code: 'SEAL_KEY_MISSING' });
    expect(existsSync(file)).toBe(false);
    writeFileSync(file, 'half a key');
    expect(await refused()).toMatchObject({ code: 'SEAL_KEY_FOREIGN', data: { found: 'no key at all' } });
    prepareLostKey(shop.folder, 'x', 'x').take();
    expect(await refused()).toMatchObject({ code: 'SEAL_KEY_FOREIGN' });
    writeFileSync(file, own);
    await open();
  });
  test('a folder without the key of its marks', async () => {
    rmSync(join(shop.folder, 'keys', 'folder.key'));
    expect(await refused()).toMatchObject({ code: 'SEAL_KEY_MISSING' });
  });
  test('a story that ends later than it is now goes on only with a manager’s word, whatever else is gone', async () => {
    await meddle('DELETE FROM receipt');
    shop.clock.jump(-24 * 3_600_000);
    await open();
    const ivo = await shop.as('ivo');
    const refused = await ivo.command(jobs[0]!, { type: 'takeInstrument', instrument: 'FS-2' });
    expect([refused.status, refused.body.code]).toEqual([503, 'CLOCK_IN_DOUBT']);
  });
  test('heads are not made anew because somebody took the version away', async () => {
    rmSync(join(shop.folder, 'version.json'));
    await meddle({
      sql: 'DELETE FROM entry WHERE chain = ? AND seq >= 20',
      args: [jobChain(jobs[3]!)],
    });
    await open();
    const ivo = await shop.as('ivo');
    expect((await ivo.get(`/api/jobs/${jobs[3]!}/entries`)).body).toMatchObject({ code: 'CHAIN_DAMAGED' });
  });
});

describe('what was changed behind the program’s back is this job’s harm, and no other’s', () => {
  const chain = () => jobChain(jobs[3]!);
  const rehash = async (change: (seq: number, bytes: string) => string) => {
    let hash = '';
    const statements = [];
    for (const each of await storedIn(chain())) {
      const bytes = change(each.seq, each.bytes);
      hash = each.seq === 1 && bytes === each.bytes ? each.hash : hashOfBytes(hash, bytes);
      statements.push({
        sql: 'UPDATE entry SET bytes = ?, hash = ? WHERE chain = ? AND seq = ?',
        args: [bytes, hash, chain(), each.seq],
      });
    }
    await meddle(...statements);
  };
  test.each<[string, () => Promise<void>, string]>([
    [
      'the end cut off',
      () => meddle({ sql: 'DELETE FROM entry WHERE chain = ? AND seq > 18', args: [chain()] }),
      'tail',
    ],
    [
      'the whole chain gone',
      () => meddle({ sql: 'DELETE FROM entry WHERE chain = ?', args: [chain()] }),
      'tail',
    ],
    [
      'a figure changed and every hash made anew',
      () => rehash((_seq, bytes) => bytes.replace('"44/46"', '"46/48"')),
      'head',
    ],
    [
      'an entry put on',
      async () => {
        const all = await storedIn(chain());
        const last = all.at(-1)!;
        const entry = { ...(JSON.parse(last.bytes) as object), seq: last.seq + 1 };
        const bytes = canonical(entry);
        await meddle({
          sql: 'INSERT INTO entry (chain, seq, bytes, hash) VALUES (?, ?, ?, ?)',
          args: [chain(), last.seq + 1, bytes, hashOfBytes(last.hash, bytes)],
        });
      },
      'head',
    ],
    [
      'bytes that are no text',
      () =>
        meddle({
          sql: `UPDATE entry SET bytes = CAST(x'7bfffe7d' AS TEXT) WHERE chain = ? AND seq = 12`,
          args: [chain()],
        }),
      'bytes',
    ],
    [
      'a byte changed and nothing else',
      () =>
        meddle({
          sql: `UPDATE entry SET bytes = replace(bytes, 'FS-2', 'FS-3') WHERE chain = ? AND instr(bytes, 'FS-2') > 0`,
          args: [chain()],
        }),
      'hash',
    ],
    [
      'its head gone',
      () => meddle({ sql: 'DELETE FROM chain_head WHERE chain = ?', args: [chain()] }),
      'headGone',
    ],
    [
      'its head written by somebody',
      () => meddle({ sql: 'UPDATE chain_head SET length = length - 1 WHERE chain = ?', args: [chain()] }),
      'headGone',
    ],
    [
      'the end cut off, and its head and receipts with it',
      () =>
        meddle(
          { sql: 'DELETE FROM entry WHERE chain = ? AND seq > 18', args: [chain()] },
          { sql: 'DELETE FROM chain_head WHERE chain = ?', args: [chain()] },
          { sql: 'DELETE FROM receipt WHERE chain = ? AND last_seq > 18', args: [chain()] },
        ),
      'headGone',
    ],
  ])('%s', async (_, harm, because) => {
    await harm();
    await open();
    const ivo = await shop.as('ivo');
    const told = await ivo.get(`/api/jobs/${jobs[3]!}/entries`);
    expect(told.body).toMatchObject({ code: 'CHAIN_DAMAGED' });
    expect(shop.services.ledger.damageOf(chain())).toMatchObject({ because });
    // A command on it is refused, and not as its last word: the tablet keeps it.
    const refusal = await ivo.post(`/api/jobs/${jobs[3]!}/commands`, {
      id: randomUUID(),
      command: { ...reading(SKIRT, '44/46', 0), seen: [] },
    });
    expect(refusal.body).toMatchObject({ code: 'CHAIN_DAMAGED' });
    expect(refusal.body.command).toBeUndefined();
    // The others work, and the Floor shows all of them.
    expect((await ivo.command(jobs[0]!, { type: 'takeInstrument', instrument: 'FS-2' })).status).toBe(201);
    const floor = await ivo.get('/api/floor');
    expect(floor.status).toBe(200);
    const rows = floor.body.jobs as { jobId: string; damaged: string | null }[];
    expect(rows.filter(({ damaged }) => damaged !== null).map(({ jobId }) => jobId)).toEqual([jobs[3]!]);
    expect(rows).toHaveLength(5);
  });

  test('a list that says something else is made again, and the Floor says so', async () => {
    await meddle(
      {
        sql: `UPDATE job_row SET serial = 'X-1', sealed_at = '2026-01-01' WHERE job_id = ?`,
        args: [jobs[1]!],
      },
      { sql: 'DELETE FROM job_row WHERE job_id = ?', args: [jobs[2]!] },
    );
    await open();
    const { body } = await (await shop.as('ivo')).get('/api/floor');
    const rows = body.jobs as { jobId: string; serial: string }[];
    expect(rows.find(({ jobId }) => jobId === jobs[1]!)?.serial).toBe('4330-00012');
    expect(rows.map(({ jobId }) => jobId)).toContain(jobs[2]!);
    expect(shop.services.notices.join(' ')).toMatch(/J-12.*made again.*J-13.*made again/);
    expect(JSON.stringify(body.needs)).toContain('J-12');
  });
  test('a PIN that somebody put in opens nothing, and a manager sets a new one', async () => {
    await meddle(
      `UPDATE credential SET hash = (SELECT hash FROM credential WHERE person = 'ivo') WHERE person = 'perrin'`,
    );
    await open();
    const answer = await shop.tablet().post('/api/session', { person: 'perrin', pin: PIN });
    expect(answer.body).toMatchObject({ code: 'CREDENTIALS_CHANGED' });
    expect(shop.services.notices.join(' ')).toContain('Perrin');
    const teo = await shop.as('teo');
    await teo.post('/api/people/change', {
      id: randomUUID(),
      person: { id: 'perrin', name: 'Perrin', roles: ['inspector'], authorisation: null },
      active: true,
      pin: '9867',
    });
    const again = await shop.tablet().post('/api/session', { person: 'perrin', pin: '9867' });
    expect(again.status).toBe(201);
  });
});

test('a folder that nobody touched opens without a word', async () => {
  await open();
  expect(shop.services.notices).toEqual([]);
  expect(shop.services.ledger.damagedChains).toEqual([]);
});

describe('what tomorrow’s program wrote', () => {
  test('is told as far as it is known, and nothing is written behind it', async () => {
    await open();
    const chain = jobChain(jobs[0]!);
    const last = (await storedIn(chain)).at(-1)!;
    await shop.close();
    done.splice(0);
    const entry = { ...(JSON.parse(last.bytes) as object), seq: last.seq + 1, type: 'cameraLooked', v: 1 };
    const bytes = canonical(entry);
    const hash = hashOfBytes(last.hash, bytes);
    const mac = FolderKey.inFolder(shop.folder).mac('head', chain, last.seq + 1, hash);
    await meddle(
      {
        sql: 'INSERT INTO entry (chain, seq, bytes, hash) VALUES (?, ?, ?, ?)',
        args: [chain, last.seq + 1, bytes, hash],
      },
      {
        sql: 'UPDATE chain_head SET length = ?, hash = ?, mac = ? WHERE chain = ?',
        args: [last.seq + 1, hash, mac, chain],
      },
    );
    await open();
    const ivo = await shop.as('ivo');
    const { body } = await ivo.get(`/api/jobs/${jobs[0]!}/entries`);
    expect(body.entries).toHaveLength(last.seq + 1);
    const refusal = await ivo.command(jobs[0]!, { type: 'takeInstrument', instrument: 'FS-2' });
    expect(refusal.body).toMatchObject({ code: 'CHAIN_NEWER', data: { type: 'cameraLooked' } });
    expect(refusal.body.command).toBeUndefined();
    expect((await ivo.get('/api/floor')).status).toBe(200);
  });
});

describe('the key of the shop', () => {
  const recordOf = async (tablet: Tablet, jobId: string): Promise<RecordFile> =>
    (await tablet.get(`/api/jobs/${jobId}/record.json`)).body as RecordFile;
  const verified = (file: RecordFile) => verifyRecord(file, checkSignature);

  test('changes with both signatures; what the old one sealed verifies still, and the next record says the change', async () => {
    await open();
    const [teo, ivo] = [await shop.as('teo'), await shop.as('ivo')];
    const before = await recordOf(ivo, sealed);
    expect(await ivo.post('/api/shop/key', { id: randomUUID(), reason: 'x', pin: PIN })).toMatchObject({
      body: { code: 'MAY_NOT' },
    });
    const asked = { id: randomUUID(), reason: 'five years old', pin: PIN };
    // Once, however often and however closely it is asked.
    const answers = await Promise.all([teo, teo, teo].map((each) => each.post('/api/shop/key', asked)));
    expect(answers.map(({ status }) => status)).toEqual([201, 201, 201]);
    const after = await recordOf(ivo, sealed);
    expect(after.key).toEqual(before.key);
    expect(verified(after)).toMatchObject({ consistent: true, remarks: [] });
    expect(after.keyChanges).toEqual([
      expect.objectContaining({ from: before.key.keyId, reason: 'five years old' }),
    ]);
    await shop.close();
    await shop.open();
    expect(shop.services.sealKey.publicKey.keyId).toBe(after.keyChanges![0]!.to.keyId);
  });
  test('that is lost is replaced on a manager’s word, and the change carries no signature of the old one', async () => {
    const keyId = made.services.sealKey.publicKey.keyId;
    rmSync(join(shop.folder, 'keys', 'seal-ed25519.pem'));
    const replace = (manager: string, pin: string) =>
      replaceLostKey({
        folder: shop.folder,
        serverRoot: resolve(__dirname, '../..'),
        clock: shop.clock,
        logger: pino({ level: 'silent' }),
        manager,
        reason: 'the disk broke',
        pin: () => Promise.resolve(pin),
      });
    await expect(replace('nobody', PIN)).rejects.toMatchObject({ code: 'PERSON_UNKNOWN' });
    await expect(replace('teo', '0000')).rejects.toMatchObject({ code: 'PIN_WRONG' });
    await expect(replace('ivo', PIN)).rejects.toMatchObject({ code: 'MAY_NOT' });
    expect(await refused()).toMatchObject({ code: 'SEAL_KEY_MISSING' });
    await replace('teo', PIN);
    await open();
    const file = await recordOf(await shop.as('ivo'), sealed);
    expect(file.key.keyId).toBe(keyId);
    expect(file.keyChanges).toEqual([expect.objectContaining({ from: keyId, signatures: null })]);
    expect(verified(file).consistent).toBe(true);
  });
  test.each([
    ['before the ledger said so: the old one stays', false],
    ['after the ledger said so: the new one counts', true],
  ])('power that goes %s', async (_, isSaid) => {
    await open();
    const { services } = shop;
    const { change } = services.sealKey.prepareChange('x');
    const teo = await shop.as('teo');
    const by = { id: 'teo', name: 'Teo', roles: ['manager' as const], authorisation: null };
    if (isSaid)
      await services.ledger.execute({
        id: randomUUID(),
        chain: PEOPLE,
        by,
        body: change,
        decide: (now = NOBODY) => orThrow(decidePeople(now, { type: 'changeSealKey', ...change }, by)),
      });
    expect((await teo.get('/api/floor')).status).toBe(200);
    await shop.close();
    await shop.open();
    const now = shop.services.sealKey.publicKey.keyId;
    expect(now).toBe(isSaid ? change.to.keyId : change.from);
    expect(existsSync(join(shop.folder, 'keys', 'seal-ed25519.next.pem'))).toBe(false);
  });
});
