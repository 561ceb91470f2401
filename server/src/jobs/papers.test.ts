import { randomUUID } from 'node:crypto';
import { rmSync } from 'node:fs';
import { join } from 'node:path';
import { unzipSync } from 'fflate';
import { Attachments } from '../platform/attachments';
import { picturesOf, zipRecord } from '../release/record-pictures';
import { documentOf } from '../release/record-print';
import { checkShop } from '../backup/check-shop';
import { textOf } from '../../test/text-of';
import { Shop } from '../../test/shop';
import type { Tablet } from '../../test/shop';

const PDF = Buffer.from('%PDF-1.4\n1 0 obj<</Type/Catalog>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF\n');
const RING = 'ring@cylinder:1/groove:1/member:ring#1';
let shop: Shop;
let ivo: Tablet;
let jobId: string;
beforeEach(async () => {
  shop = await (await new Shop().open()).furnish();
  ({ jobId, ivo } = await shop.readyJob());
});
afterEach(() => shop.remove());

const path = (more: Record<string, string> = {}): string =>
  `/api/jobs/${jobId}/papers?${new URLSearchParams({
    ...{ command: randomUUID(), finding: `part ${RING}`, name: 'tag.pdf', title: 'release tag 8814' },
    ...more,
  }).toString()}`;
const kept = async () => (await ivo.job(jobId)).remarks;

test('a paper of a part is kept under its digest, once, given back in a box of its own, and looked after', async () => {
  const address = path();
  expect([(await ivo.bytes(address, PDF)).status, (await ivo.bytes(address, PDF)).status]).toEqual([
    201, 200,
  ]);
  const [paper, ...more] = await kept();
  expect([paper, more]).toMatchObject([
    { kind: 'paper', finding: `part ${RING}`, title: 'release tag 8814', file: { mime: 'application/pdf' } },
    [],
  ]);
  if (paper?.kind !== 'paper') throw new Error('no paper');
  const { sha256 } = paper.file;
  const given = await ivo.get(`/api/jobs/${jobId}/papers/${sha256}`);
  expect([given.status, String(given.body).slice(0, 5)]).toEqual([200, '%PDF-']);
  // A paper is no photograph, and another job knows nothing of it.
  expect((await ivo.get(`/api/jobs/${jobId}/photographs/${sha256}`)).status).toBe(404);
  const other = await shop.openJob('J-2', '4330-00002');
  expect((await ivo.get(`/api/jobs/${other.jobId}/papers/${sha256}`)).status).toBe(404);
  const { folder, services } = shop;
  const faults = async () => (await checkShop({ ...services, notices: [] } as never, folder)).faults;
  expect(await faults()).toEqual([]);
  rmSync(join(folder, 'files', sha256));
  expect(await faults()).toEqual([expect.stringMatching(/job J-1, tag\.pdf/)]);
});
test.each<[string, Buffer, Record<string, string>, string]>([
  ['a table', Buffer.from('row,min\n1,2'), {}, 'FILE_NOT_THAT_TYPE'],
  ['a paper without a name', PDF, { title: ' ' }, 'REASON_MISSING'],
  ['a paper of a part that is not there', PDF, { finding: 'part ring@cylinder:9#1' }, 'FINDING_UNKNOWN'],
  ['a paper of which nothing is said', PDF, { command: 'x' }, 'BODY_WRONG'],
])('%s is refused, and nothing is kept', async (_what, bytes, more, code) => {
  expect((await ivo.bytes(path(more), bytes)).body).toMatchObject({ code });
  expect(await kept()).toEqual([]);
});
test('a disk that is full refuses it in words, nothing speaks of it, and it is taken when there is room', async () => {
  const full = Object.assign(new Error('ENOSPC: no space left on device'), { code: 'ENOSPC' });
  const keep = jest.spyOn(Attachments.prototype, 'keep').mockImplementationOnce(() => {
    throw full;
  });
  const address = path();
  expect((await ivo.bytes(address, PDF)).body).toMatchObject({ code: 'DISK_FULL' });
  expect(await kept()).toEqual([]);
  keep.mockRestore();
  expect((await ivo.bytes(address, PDF)).status).toBe(201);
});
test('it goes out with the record under its digest, and the print names it', async () => {
  const other = await (await new Shop().open()).furnish();
  try {
    const { jobId: whole, ivo: by } = await other.measured();
    const query = {
      command: randomUUID(),
      finding: `part ${RING}`,
      name: 'tag.pdf',
      title: 'release tag 8814',
    };
    const address = `/api/jobs/${whole}/papers?${new URLSearchParams(query).toString()}`;
    expect((await by.bytes(address, PDF)).status).toBe(201);
    await (await other.as('perrin')).sign(whole, 'rings');
    await (await other.as('ghislaine')).sign(whole, 'release');
    const state = await by.job(whole);
    const record = (await by.get(`/api/jobs/${whole}/record.json`)).body as never;
    const pictures = picturesOf(state, new Attachments(`${other.folder}/files`));
    const [sha256] = [...pictures.keys()];
    const files = unzipSync(await zipRecord('record.json', record, pictures));
    expect(Object.keys(files).sort()).toEqual([`papers/${sha256}.pdf`, 'record.json']);
    expect(Buffer.from(files[`papers/${sha256}.pdf`]!)).toEqual(PDF);
    const print = textOf(documentOf(state, record, pictures));
    expect(print).toContain('paper: release tag 8814 (tag.pdf)');
    expect(print).toContain(`SHA-256 ${sha256}`);
    // After the seal no paper is added: it would stand in no record.
    const late = address.replace(query.command, randomUUID());
    expect((await by.bytes(late, PDF)).body).toMatchObject({ code: 'JOB_SEALED' });
  } finally {
    await other.remove();
  }
});
