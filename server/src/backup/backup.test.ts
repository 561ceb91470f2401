import { existsSync, mkdtempSync, readdirSync, readFileSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { createClient } from '@libsql/client';
import { strToU8, zipSync } from 'fflate';
import { pino } from 'pino';
import { draft, serverRoot, Shop } from '../../test/shop';
import { ProblemError } from '../platform/problem-error';
import { makeBackup, restoreBackup } from './backup';
import type { Backup } from './backup';
import { checkShop } from './check-shop';
import { openLedger } from '../services';

let shop: Shop;
let away: string;
let made: Backup;
const world = () => ({ serverRoot, clock: shop.clock, logger: pino({ level: 'silent' }) });
const codeOf = (error: unknown): string =>
  error instanceof ProblemError ? `${error.code}: ${error.details().title}` : String(error);
const restored = (from: Pick<Backup, 'file' | 'keys'>, folder: string): Promise<string> =>
  restoreBackup(from, folder, world()).then(() => 'restored', codeOf);

beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
  away = mkdtempSync(join(tmpdir(), 'oak-gate-backups-'));
  await shop.sealed();
  const teo = await shop.as('teo');
  const path = await draft(teo, { number: 'SL-9', revision: 'A', kind: 'letter' });
  await teo.bytes(`${path}/files?command=${randomUUID()}&name=l.txt`, strToU8('Square the ring.'));
  made = await makeBackup(shop.folder, away, world()); // the server is open on this folder
});
afterAll(async () => {
  await shop.remove();
  rmSync(away, { recursive: true, force: true });
});

test('it is two files, the keys apart; nothing else is left beside them', () => {
  expect(made.found).toMatchObject({ chains: 4, seals: 1, files: 1, faults: [] });
  expect(made.found.entries).toBeGreaterThan(40);
  expect(readdirSync(away)).toHaveLength(2);
  const data = readFileSync(made.file);
  expect(data.includes('seal-ed25519')).toBe(false);
  expect(readFileSync(made.keys).includes('seal-ed25519')).toBe(true);
});
test('restored, the shop opens with everything in it and seals with its own key', async () => {
  const folder = join(away, 'restored');
  expect(await restored(made, folder)).toBe('restored');
  const again = new Shop(folder);
  await again.open();
  expect(again.services.notices).toEqual([]);
  expect(again.services.sealKey.publicKey).toEqual(shop.services.sealKey.publicKey);
  const teo = await again.as('teo');
  const { body } = await teo.get('/api/floor');
  const before = (await (await shop.as('teo')).get('/api/floor')).body;
  expect(body.jobs).toEqual(before.jobs);
  await again.remove();
});
test('nothing is written over', async () => {
  expect(await restored(made, shop.folder)).toMatch(/^FOLDER_NOT_EMPTY/);
});

const changed = (path: string, change: (bytes: Buffer) => Uint8Array): string => {
  const other = join(away, `changed-${randomUUID()}.zip`);
  writeFileSync(other, change(readFileSync(path)));
  return other;
};
test.each<[string, () => Pick<Backup, 'file' | 'keys'>, RegExp]>([
  [
    'a byte is another one',
    () => ({
      ...made,
      file: changed(made.file, (bytes) => {
        const at = Math.floor(bytes.length / 2);
        bytes[at] = (bytes[at] ?? 0) ^ 0xff;
        return bytes;
      }),
    }),
    /^BACKUP_WRONG/,
  ],
  [
    'it was cut off',
    () => ({ ...made, file: changed(made.file, (bytes) => bytes.subarray(0, bytes.length * 0.6)) }),
    /^BACKUP_WRONG/,
  ],
  ['it is no archive', () => ({ ...made, file: changed(made.file, () => strToU8('x')) }), /^BACKUP_WRONG/],
  ['its keys are not there', () => ({ ...made, keys: join(away, 'nowhere.zip') }), /no such file/],
  [
    'the data is given for the keys',
    () => ({ file: made.file, keys: made.file }),
    /^(SEAL_KEY_MISSING|BACKUP_WRONG)/,
  ],
  [
    'it holds a path that leads out of the folder',
    () => ({ ...made, file: changed(made.file, () => zipSync({ '../outside.txt': strToU8('x') })) }),
    /which no backup does/,
  ],
  [
    'it lacks what its list names',
    () => ({
      ...made,
      file: changed(made.file, () =>
        zipSync({
          'manifest.json': strToU8(
            JSON.stringify({
              format: 'oak-gate/backup',
              version: 1,
              files: { 'version.json': 'a'.repeat(64) },
            }),
          ),
        }),
      ),
    }),
    /version.json is not what its list says/,
  ],
])('%s: refused with words, and nothing is made of it', async (_, from, said) => {
  const folder = join(away, `refused-${randomUUID()}`);
  expect(await restored(from(), folder)).toMatch(said);
  expect(existsSync(folder)).toBe(false);
  expect(existsSync(join(away, 'outside.txt'))).toBe(false);
  expect(readdirSync(away).filter((name) => name.includes('restoring'))).toEqual([]);
});
test('a folder that is no shop is not backed up', async () => {
  const empty = mkdtempSync(join(tmpdir(), 'oak-gate-empty-'));
  expect(await makeBackup(empty, away, world()).then(() => 'made', codeOf)).toMatch(/^DATABASE_MISSING/);
  rmSync(empty, { recursive: true });
});

describe('the check of a whole folder', () => {
  let folder: string;
  beforeEach(async () => {
    folder = join(away, `checked-${randomUUID()}`);
    expect(await restored(made, folder)).toBe('restored');
  });
  const faults = async (): Promise<readonly string[]> => {
    const opened = await openLedger({ ...world(), folder });
    try {
      return (await checkShop(opened, folder)).faults;
    } finally {
      await opened.close();
    }
  };
  const inDatabase = async (...statements: readonly string[]): Promise<void> => {
    const client = createClient({ url: `file:${join(folder, 'oak-gate.sqlite')}` });
    for (const statement of statements) await client.execute(statement);
    client.close();
  };
  test('finds nothing where nothing was changed', async () => {
    expect(await faults()).toEqual([]);
  });
  test('finds an attached file that is gone, and one that was changed', async () => {
    const [name = ''] = readdirSync(join(folder, 'files'));
    writeFileSync(join(folder, 'files', name), 'Never mind.');
    expect((await faults()).join()).toMatch(/SL-9 rev A, l\.txt: .*changed on the disk/);
    rmSync(join(folder, 'files', name));
    expect((await faults()).join()).toMatch(/SL-9 rev A, l\.txt: There is nothing here/);
  });
  test('a folder with something wrong in it is not backed up as if it were whole, and nothing is left of the try', async () => {
    const [name = ''] = readdirSync(join(folder, 'files'));
    writeFileSync(join(folder, 'files', name), 'Never mind.');
    const to = join(away, `refused-${randomUUID()}`);
    expect(await makeBackup(folder, to, world()).then(() => 'made', codeOf)).toMatch(
      /^BACKUP_WRONG: .*l\.txt/,
    );
    expect(readdirSync(to)).toEqual([]);
  });
  test('finds a key that is gone', async () => {
    rmSync(join(folder, 'keys', 'seal-ed25519.pem'));
    expect((await faults()).join()).toMatch(/^keys: .*key/);
  });
  test('finds a chain that was cut', async () => {
    await inDatabase(
      'DROP TRIGGER entry_is_never_deleted',
      "DELETE FROM entry WHERE chain LIKE 'job:%' AND seq = (SELECT max(seq) FROM entry WHERE chain LIKE 'job:%')",
    );
    expect((await faults()).join()).toMatch(/^job:.*: .*are gone/);
  });
});
