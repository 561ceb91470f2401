import { strToU8, zipSync } from 'fflate';
import { ended, Shop } from '../../test/shop';
import type { Tablet } from '../../test/shop';

const CONTENT_TYPES =
  '<Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Override PartName="/xl/workbook.xml" ContentType="application/vnd.openxmlformats-officedocument.spreadsheetml.sheet.main+xml"/></Types>';
let shop: Shop;
let teo: Tablet;
beforeEach(async () => {
  shop = await (await new Shop().open()).furnish();
  teo = await shop.as('teo');
});
afterEach(async () => shop.remove());

const HEADER = 'row,characteristic,groove,member,station,min,max,unit,note';
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const manyDocuments = (count: number, rows = 3): string =>
  [
    `document,revision,title,kind,issued,effective,for_models,${HEADER}`,
    ...Array.from({ length: count }, (_, d) =>
      Array.from(
        { length: rows },
        (_, r) =>
          `X-${d},A,Title ${d},manual,2026-01-01,2026-01-02,VA-4-330,${r + 1},ringGap,1,ring,top,0.0${r + 10},,in,n`,
      ),
    ).flat(),
  ].join('\n');

describe('an import of many documents', () => {
  test('comes in whole, as drafts, with progress on its stream', async () => {
    const begun = await teo.bytes('/api/library/imports?name=many.csv', bytes(manyDocuments(120)));
    expect(begun.status).toBe(202);
    const end = await ended(teo, begun.body.id as string);
    expect(end).toMatchObject({ stage: 'done', documents: 120, rows: 360 });
    const response = await fetch(`${shop.base}/api/library/imports/${begun.body.id}/stream`, {
      headers: { cookie: Reflect.get(teo, 'cookie') as string },
    });
    const reader = response.body!.getReader();
    let heard = '';
    while (!heard.includes('data: ')) heard += new TextDecoder().decode((await reader.read()).value);
    await reader.cancel();
    expect(heard).toContain('"stage":"done"');
    expect((await teo.get('/api/library?q=X-')).body.revisions[0]).toMatchObject({
      state: 'draft',
      rowCount: 3,
    });
  });
  test('one wrong cell keeps all of it out, and says line and column', async () => {
    const begun = await teo.bytes(
      '/api/library/imports?name=many.csv',
      bytes(manyDocuments(5).replace('0.012', 'x')),
    );
    expect(await ended(teo, begun.body.id as string)).toMatchObject({
      stage: 'wrong',
      errors: [{ line: 4, column: 'min' }],
    });
    expect((await teo.get('/api/library?q=X-')).body.total).toBe(0);
  });
  test('stopped on the way, nothing of it is in the library; the next one may begin', async () => {
    const begun = await teo.bytes('/api/library/imports?name=many.csv', bytes(manyDocuments(1500)));
    expect((await teo.bytes('/api/library/imports?name=two.csv', bytes(manyDocuments(1)))).body.code).toBe(
      'IMPORT_RUNS',
    );
    // Another tablet finds it without having begun it.
    const ivo = await shop.as('ivo');
    expect((await ivo.get('/api/library/imports')).body.running).toMatchObject({
      id: begun.body.id,
      file: 'many.csv',
    });
    const asIvo = await ivo.send(`/api/library/imports/${begun.body.id}`, { method: 'DELETE' });
    expect([asIvo.status, asIvo.body.code]).toEqual([403, 'MAY_NOT']);
    expect((await teo.send(`/api/library/imports/${begun.body.id}`, { method: 'DELETE' })).status).toBe(200);
    expect((await ended(teo, begun.body.id as string)).stage).toBe('cancelled');
    expect((await teo.get('/api/library/imports')).body.running).toBeNull();
    expect((await teo.get('/api/library?q=X-')).body.total).toBe(0);
    const again = await teo.bytes('/api/library/imports?name=two.csv', bytes(manyDocuments(1)));
    expect((await ended(teo, again.body.id as string)).stage).toBe('done');
  });
  test('a list of JSON documents is read a little at a time too, and can be stopped while it is read', async () => {
    const one = await teo.get('/api/library/revisions/SL-88%20rev%20B/export?as=json');
    const text = JSON.stringify(one.body);
    const list = `[${Array.from({ length: 600 }, (_, d) => text.replaceAll('SL-88', `X-${d}`)).join()}]`;
    const begun = await teo.bytes('/api/library/imports?name=many.json', bytes(list));
    expect(begun.body.stage).toBe('reading');
    await teo.send(`/api/library/imports/${begun.body.id}`, { method: 'DELETE' });
    const end = (await ended(teo, begun.body.id as string)) as unknown as { documents: number };
    expect(end).toMatchObject({ stage: 'cancelled', problem: null });
    expect(end.documents).toBeLessThan(600);
    expect((await teo.get('/api/library?q=X-')).body.total).toBe(0);
  });
  test('of imports that have ended the last are kept to be asked about, not all that ever were', async () => {
    const ids: string[] = [];
    for (let i = 0; i < 22; i++) {
      const begun = await teo.bytes('/api/library/imports?name=wrong.csv', bytes('document,row\n'));
      ids.push(begun.body.id as string);
      await ended(teo, begun.body.id as string);
    }
    const still = await Promise.all(
      [ids[0], ids[1], ids[21]].map(async (id) => {
        const { body } = await teo.get(`/api/library/imports/${id}`);
        return (body.stage ?? body.code) as string;
      }),
    );
    expect(still).toEqual(['IMPORT_UNKNOWN', 'wrong', 'wrong']);
  });
  test('a server that stopped in the middle leaves nothing behind, and the next import sweeps it up', async () => {
    const begun = await teo.bytes('/api/library/imports?name=many.csv', bytes(manyDocuments(900)));
    for (;;) {
      const { body } = await teo.get(`/api/library/imports/${begun.body.id}`);
      if (body.stage === 'writing' && body.documents > 0) break;
      if (body.stage === 'done') throw new Error('too fast for this test');
      await new Promise((done) => setTimeout(done, 2));
    }
    await shop.close();
    await shop.open();
    const again = await shop.as('teo');
    expect((await again.get('/api/library?q=X-')).body.total).toBe(0);
    const next = await again.bytes('/api/library/imports?name=two.csv', bytes(manyDocuments(1)));
    expect((await ended(again, next.body.id as string)).stage).toBe('done');
    expect((await again.get('/api/library?q=X-')).body.total).toBe(1);
    teo = again;
  });
  test.each<[string, Uint8Array, number, string]>([
    ['nothing at all', new Uint8Array(), 422, 'FILE_NOT_TEXT'],
    [
      'a program under the name of a table',
      Uint8Array.of(0x4d, 0x5a, 0x90, 0, 3, 0, 0, 0, 4),
      409,
      'FILE_NOT_THAT_TYPE',
    ],
  ])('%s is refused at the door', async (_why, content, status, code) => {
    const answer = await teo.bytes('/api/library/imports?name=limits.csv', content);
    expect([answer.status, answer.body.code]).toEqual([status, code]);
  });
  test.each<[string, Uint8Array, string]>([
    [
      'a zip bomb as a workbook',
      zipSync({
        '[Content_Types].xml': strToU8(CONTENT_TYPES),
        'xl/workbook.xml': new Uint8Array(70 * 1024 * 1024),
      }),
      'zip bomb',
    ],
    ['a JSON that is none', bytes('{"format": '), 'not JSON'],
    [
      'a table of no documents',
      bytes('document,revision,title,kind,issued,effective,row,characteristic,min,max,unit\n'),
      'holds no documents',
    ],
  ])('%s is read and refused, and says why', async (_why, content, words) => {
    const begun = await teo.bytes('/api/library/imports?name=limits.xlsx', content);
    const why =
      begun.status === 202
        ? (await ended(teo, begun.body.id as string)).problem
        : (begun.body.detail as string);
    expect(why).toContain(words);
  });
  test('200 MB are refused at the door, and leave nothing on the disk', async () => {
    const answer = await teo.bytes(
      '/api/library/imports?name=large.csv',
      new Uint8Array(200 * 1024 * 1024).fill(0x61),
    );
    expect([answer.status, answer.body.code]).toEqual([413, 'FILE_TOO_LARGE']);
  });
  test('a technician brings nothing in', async () => {
    const ivo = await shop.as('ivo');
    expect((await ivo.bytes('/api/library/imports?name=x.csv', bytes(manyDocuments(1)))).body.code).toBe(
      'MAY_NOT',
    );
  });
});
