import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { Attachments } from '../platform/attachments';
import { picturesOf, zipRecord } from '../release/record-pictures';
import { documentOf, drawable } from '../release/record-print';
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

test('a disk that is full while a photograph is stored refuses it in words, nothing speaks of it, and it is taken when there is room', async () => {
  const full = Object.assign(new Error('ENOSPC: no space left on device'), { code: 'ENOSPC' });
  const keep = jest.spyOn(Attachments.prototype, 'keep').mockImplementationOnce(() => {
    throw full;
  });
  const address = path();
  const refused = await ivo.bytes(address, POINT);
  expect([refused.status, refused.body]).toMatchObject([507, { code: 'DISK_FULL' }]);
  expect((await ivo.job(jobId)).remarks).toEqual([]);
  expect(existsSync(join(shop.folder, 'files')) ? readdirSync(join(shop.folder, 'files')) : []).toEqual([]);
  expect([(await ivo.bytes(address, POINT)).status, (await ivo.job(jobId)).remarks.length]).toEqual([201, 1]);
  keep.mockRestore();
});
test('the record goes out with its photographs: drawn in print, and as bytes under their digests', async () => {
  const other = await (await new Shop().open()).furnish();
  try {
    const { jobId: whole, ivo: by } = await other.measured();
    const of = (name: string): string =>
      `/api/jobs/${whole}/photographs?${new URLSearchParams({
        ...{ command: randomUUID(), finding: `place ${SKIRT}`, name, caption: 'the end of the ring' },
      }).toString()}`;
    expect((await by.bytes(of('ring.png'), POINT)).status).toBe(201);
    // By its first bytes a picture, and damaged inside: a tablet draws it anew before it sends it, a script does not.
    const torn = Buffer.concat([POINT.subarray(0, 40), Buffer.alloc(40)]);
    expect((await by.bytes(of('torn.png'), torn)).status).toBe(201);
    await (await other.as('perrin')).sign(whole, 'rings');
    await (await other.as('ghislaine')).sign(whole, 'release');
    const state = await by.job(whole);
    const record = (await by.get(`/api/jobs/${whole}/record.json`)).body as never;
    const pictures = picturesOf(state, new Attachments(`${other.folder}/files`));
    expect([...pictures.values()].map(({ file }) => file.name)).toEqual(['ring.png', 'torn.png']);
    const drawn = JSON.stringify(documentOf(state, record, pictures).content);
    expect(drawn.split('"image":"data:image/png;base64,')).toHaveLength(3);
    expect(JSON.stringify(documentOf(state, record).content)).not.toContain('data:image');
    // One that cannot be drawn costs the pictures and not the print.
    const pdf = await by.get(`/api/jobs/${whole}/record.pdf`);
    expect([pdf.status, String(pdf.body).slice(0, 5)]).toEqual([200, '%PDF-']);
    expect([...(await drawable(pictures)).values()].map(({ file }) => file.name)).toEqual(['ring.png']);
    const zip = await zipRecord('record.json', record, pictures);
    const files = unzipSync(zip);
    const names = [...pictures.keys()].map((sha256) => `photographs/${sha256}.png`);
    expect(Object.keys(files).sort()).toEqual(['record.json', ...names].sort());
    expect(Buffer.from(files[names[0]!]!)).toEqual(POINT);
    expect((await by.get(`/api/jobs/${whole}/record.zip`)).status).toBe(200);
    // What is gone from the disk is named by the record, and the rest goes out.
    rmSync(join(other.folder, 'files', [...pictures.keys()][0]!));
    expect(picturesOf(state, new Attachments(`${other.folder}/files`)).size).toBe(1);
    expect((await by.get(`/api/jobs/${whole}/record.pdf`)).status).toBe(200);
  } finally {
    await other.remove();
  }
});
