import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { checkShop } from '../backup/check-shop';
import { reading, Shop, SKIRT } from '../../test/shop';
import type { Tablet } from '../../test/shop';

/** The smallest picture there is: one grey point. */
const POINT = Buffer.from(
  'iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAAAAAA6fptVAAAACklEQVR4nGNoAAAAggCBd81ytgAAAABJRU5ErkJggg==',
  'base64',
);
const FINDING = `outOfLimits ${SKIRT}`;
let shop: Shop;
let ivo: Tablet;
let jobId: string;
beforeEach(async () => {
  shop = await (await new Shop().open()).furnish();
  ({ jobId, ivo } = await shop.readyJob());
  // Over its maximum: no file puts metal back.
  expect((await ivo.command(jobId, reading(SKIRT, '55+'))).status).toBe(201);
});
afterEach(() => shop.remove());

const path = (more: Record<string, string> = {}): string =>
  `/api/jobs/${jobId}/photographs?${new URLSearchParams({
    command: randomUUID(),
    finding: FINDING,
    name: 'ring.png',
    caption: 'the end of the ring',
    ...more,
  }).toString()}`;

test('a photograph of a finding is kept under its digest, shown, said once, and looked after by the check of the folder', async () => {
  const address = path();
  const added = await ivo.bytes(address, POINT);
  expect([added.status, (await ivo.bytes(address, POINT)).status]).toEqual([201, 200]);
  const [remark, ...more] = (await ivo.job(jobId)).remarks;
  expect([remark, more]).toMatchObject([
    { kind: 'photograph', finding: FINDING, caption: 'the end of the ring', file: { mime: 'image/png' } },
    [],
  ]);
  if (remark?.kind !== 'photograph') throw new Error('no photograph');
  const { sha256 } = remark.file;
  expect((await ivo.get(`/api/jobs/${jobId}/photographs/${sha256}`)).status).toBe(200);
  // Of another job nobody sees it by its digest.
  const other = await shop.openJob('J-2', '4330-00002');
  expect((await ivo.get(`/api/jobs/${other.jobId}/photographs/${sha256}`)).status).toBe(404);
  const { folder, services } = shop;
  const faults = async () => (await checkShop({ ...services, notices: [] } as never, folder)).faults;
  expect(await faults()).toEqual([]);
  rmSync(join(folder, 'files', sha256));
  expect(await faults()).toEqual([expect.stringMatching(/job J-1, ring\.png/)]);
});

test.each<[string, Buffer, Record<string, string>, string]>([
  ['what is no picture', Buffer.from('row,min\n1,2'), {}, 'FILE_NOT_THAT_TYPE'],
  ['an empty file', Buffer.alloc(0), {}, 'FILE_NOT_TEXT'],
  ['a finding that is not there', POINT, { finding: 'outOfLimits nowhere' }, 'FINDING_UNKNOWN'],
  ['no name of a finding', POINT, { command: 'x' }, 'BODY_WRONG'],
])('%s is refused, and nothing is kept', async (_what, bytes, more, code) => {
  expect((await ivo.bytes(path(more), bytes)).body).toMatchObject({ code });
  expect((await ivo.job(jobId)).remarks).toEqual([]);
});
test('a photograph comes with its bytes: as a command alone it is not understood', async () => {
  const file = { name: 'x.png', sha256: '0'.repeat(64), bytes: 1, mime: 'image/png' };
  const command = { type: 'addPhotograph', finding: FINDING, file, caption: '' };
  const { status } = await ivo.post(`/api/jobs/${jobId}/commands`, { id: randomUUID(), command });
  expect(status).toBe(400);
});
