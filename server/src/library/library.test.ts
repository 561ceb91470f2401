import { randomUUID } from 'node:crypto';
import { existsSync, readdirSync } from 'node:fs';
import { join } from 'node:path';
import { openMatters } from '@oak-gate/core';
import { demoFile, draft, ended, jobRequest, PIN, reading, Shop } from '../../test/shop';
import type { Answer, Tablet } from '../../test/shop';

let shop: Shop;
let teo: Tablet;
beforeEach(async () => {
  shop = await (await new Shop().open()).furnish();
  teo = await shop.as('teo');
});
afterEach(async () => shop.remove());

const HEADER = 'row,characteristic,groove,member,station,min,max,unit,note';
const TOP_ROW = `${HEADER}\n1,ringGap,1,ring,top,0.0095,,in,raised`;
const bytes = (text: string): Uint8Array => new TextEncoder().encode(text);
const errorsOf = ({ body }: Answer): string[] =>
  (body.errors as { column: string }[]).map(({ column }) => column);

describe('a file that belongs to a document', () => {
  test.each<[string, string, Uint8Array, number, string | undefined]>([
    ['a text', 'letter.txt', bytes('Square the ring.'), 201, undefined],
    ['nothing at all', 'letter.txt', new Uint8Array(), 422, 'FILE_NOT_TEXT'],
    [
      'a program under the name of a letter',
      'letter.pdf',
      Uint8Array.of(0x4d, 0x5a, 0x90, 0, 3, 0, 0, 0),
      409,
      'FILE_NOT_THAT_TYPE',
    ],
    [
      'a picture',
      'scan.bin',
      Uint8Array.of(0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a, 0, 0, 0, 13, 0x49, 0x48, 0x44, 0x52),
      201,
      undefined,
    ],
  ])('%s', async (_why, name, content, status, code) => {
    const path = await draft(teo, { number: 'SL-9', revision: 'A', kind: 'letter' });
    const answer = await teo.bytes(`${path}/files?command=${randomUUID()}&name=${name}`, content);
    expect([answer.status, answer.body.code]).toEqual([status, code]);
    const { attachments } = (await teo.get(path)).body;
    expect(attachments).toHaveLength(status === 201 ? 1 : 0);
  });
  test('what is refused is not kept', async () => {
    const kept = () => readdirSync(join(shop.folder, 'files')).sort();
    const path = await draft(teo, { number: 'SL-9', revision: 'B', kind: 'letter' });
    await teo.bytes(`${path}/files?command=${randomUUID()}&name=l.txt`, bytes('Kept.'));
    const before = kept();
    const to = (revision: string, by: Tablet) =>
      by.bytes(
        `/api/library/revisions/${revision}/files?command=${randomUUID()}&name=l.txt`,
        bytes('Not kept.'),
      );
    expect((await to('SL-88%20rev%20B', teo)).body.code).toBe('REVISION_PUBLISHED');
    expect((await to('constructor', teo)).body.code).toBe('REVISION_UNKNOWN');
    expect((await to('SL-9%20rev%20B', await shop.as('ivo'))).body.code).toBe('MAY_NOT');
    expect(kept()).toEqual(before);
  });
  test('it comes back byte by byte under its hash, and cannot run as a page', async () => {
    const path = await draft(teo, { number: 'SL-9', revision: 'A', kind: 'letter' });
    await teo.bytes(`${path}/files?command=${randomUUID()}&name=l.txt`, bytes('<script>1</script>'));
    const [file] = (await teo.get(path)).body.attachments;
    expect([file.mime, file.bytes]).toEqual(['text/plain', 18]);
    const back = await teo.get(`${path}/files/${file.sha256}`);
    expect(back.body).toBe('<script>1</script>');
    expect((await teo.get(`${path}/files/${'0'.repeat(64)}`)).status).toBe(404);
  });
  test('200 MB are refused before they are read', async () => {
    const path = await draft(teo, { number: 'SL-9', revision: 'A', kind: 'letter' });
    const large = new Uint8Array(200 * 1024 * 1024);
    const answer = await teo.bytes(`${path}/files?command=${randomUUID()}&name=l.pdf`, large);
    expect([answer.status, answer.body.code]).toEqual([413, 'FILE_TOO_LARGE']);
    expect((await teo.bytes(`${path}/table?name=t.csv`, large)).status).toBe(413);
  });
});

describe('rows in and out', () => {
  test('as CSV, as a workbook and as JSON: what comes back is what went out', async () => {
    const note = '=HYPERLINK("x")';
    await shop.publish(
      {
        number: 'No. 9/04-Å (b)',
        revision: 'A',
        kind: 'letter',
        cautions: ['-1 is no figure', 'Grit off.'],
        serialFrom: 100,
        oversizes: [0, 508_000],
        supersedes: ['SL-7'],
        partsMaker: 'Corvale',
        notes: '@home',
      },
      `${HEADER},rule,across\n1,ringGap,1,ring,top,0.0095,,in,"${note.replaceAll('"', '""')}",,\n2,ringGap,1,ring,top,,0.003,in,,spread,engine`,
    );
    const path = `/api/library/revisions/${encodeURIComponent('No. 9/04-Å (b) rev A')}`;
    const kept = (await teo.get(path)).body;
    for (const as of ['csv', 'xlsx', 'json'] as const) {
      const response = await fetch(`${shop.base}${path}/export?as=${as}`, {
        headers: { cookie: Reflect.get(teo, 'cookie') as string },
      });
      const content = new Uint8Array(await response.arrayBuffer());
      expect(response.headers.get('content-disposition')).toMatch(/No\.-9-04-/); // no path in a file's name
      const other = await (await new Shop().open()).furnish();
      const there = await other.as('teo');
      const begun = await there.bytes(`/api/library/imports?name=x.${as}`, content);
      expect([as, begun.status]).toEqual([as, 202]);
      expect(await ended(there, begun.body.id as string)).toMatchObject({
        stage: 'done',
        documents: 1,
        rows: 2,
        errors: [],
      });
      const back = (await there.get(path)).body;
      expect([as, back.revision, back.rows]).toEqual([as, kept.revision, kept.rows]);
      await other.remove();
    }
  });
  test('a document’s files travel inside its JSON; one that is not what its hash says keeps it all out', async () => {
    const path = await draft(teo, { number: 'SL-10', revision: 'A', kind: 'letter' });
    await teo.bytes(`${path}/files?command=${randomUUID()}&name=l.txt`, bytes('Square the ring.'));
    const file = (await teo.get(`${path}/export?as=json`)).body as { attachments: { content: string }[] };
    const other = await (await new Shop().open()).furnish();
    const there = await other.as('teo');
    const bring = async () =>
      ended(
        there,
        (await there.bytes('/api/library/imports?name=x.json', bytes(JSON.stringify(file)))).body
          .id as string,
      );
    const { content } = file.attachments[0]!;
    file.attachments[0]!.content = Buffer.from('Never mind.').toString('base64');
    expect((await bring()).problem).toContain('is not the file that its hash says');
    expect(existsSync(join(other.folder, 'files'))).toBe(false);
    file.attachments[0]!.content = content;
    expect((await bring()).stage).toBe('done');
    const [kept] = (await there.get(path)).body.attachments as { sha256: string }[];
    expect((await there.get(`${path}/files/${kept?.sha256}`)).body).toBe('Square the ring.');
    await other.remove();
  });
  test('a JSON document whose figure was changed beside its text does not come in', async () => {
    const file = (await teo.get('/api/library/revisions/SL-88%20rev%20B/export?as=json')).body as {
      revision: Record<string, unknown>;
      rows: { id: string; printed: { min: { nm: number } } }[];
    };
    Object.assign(file.revision, { id: 'SL-8 rev B', number: 'SL-8' });
    for (const row of file.rows) row.id = row.id.replace('SL-88', 'SL-8');
    file.rows[0]!.printed.min.nm = 1;
    const begun = await teo.bytes('/api/library/imports?name=x.json', bytes(JSON.stringify(file)));
    const end = await ended(teo, begun.body.id as string);
    expect([end.stage, end.problem]).toEqual(['failed', expect.stringContaining('not what their texts say')]);
    expect((await teo.get('/api/library/revisions/SL-8%20rev%20B')).status).toBe(404);
  });
  test('the sheet: wrong cells are named and nothing is written; right ones replace what was there', async () => {
    const path = await draft(teo, { number: 'SL-9', revision: 'A', kind: 'letter' });
    const put = (min: string) =>
      teo.put(`${path}/rows`, {
        id: randomUUID(),
        header: HEADER.split(','),
        lines: [['1', 'ringGap', '1', 'ring', 'top', min, '', 'in', '']],
      });
    const wrong = await put('forty');
    expect([wrong.status, errorsOf(wrong)]).toEqual([422, ['min']]);
    expect((await put('0.009')).status).toBe(200);
    expect((await put('0.0095')).status).toBe(200);
    expect((await teo.get(path)).body.rows).toMatchObject([
      { printed: { min: { text: '0.0095', nm: 241_300 } } },
    ]);
  });
  test('how a maker’s table is read is remembered for that maker and no other', async () => {
    const path = await draft(teo, { number: 'OM-9', revision: '1', kind: 'manual' });
    const table = bytes('Item;New (mm)\nTop gap;0,23 - 0,60\n');
    const sent = await teo.bytes(`${path}/table?name=t.csv&maker=Veldane`, table);
    expect(sent.body).toMatchObject({ own: false, fromMemory: false, fits: ['Top gap'], rows: 0 });
    const { upload, mapping } = sent.body;
    const fits = { 'Top gap': { characteristic: 'ringGap', groove: '1', member: 'ring', station: 'top' } };
    const how = { sheet: 0, mapping: { ...mapping, fits }, answers: {} };
    const read = await teo.post(`${path}/table/${upload}/read`, how);
    expect(read.body).toMatchObject({
      rows: 1,
      errors: [],
      lines: [{ says: { figures: '0,23 to 0,60 mm' } }],
    });
    expect(
      (await teo.post(`${path}/table/${upload}/take`, { ...how, id: randomUUID(), maker: 'Veldane' })).status,
    ).toBe(201);
    expect((await teo.get('/api/library/revisions/makers')).body).toEqual({ makers: ['Veldane'] });
    expect((await teo.bytes(`${path}/table?name=t.csv&maker=Veldane`, table)).body).toMatchObject({
      fromMemory: true,
      rows: 1,
    });
    expect((await teo.bytes(`${path}/table?name=t.csv&maker=Skerrow`, table)).body).toMatchObject({
      fromMemory: false,
    });
    const gone = await teo.post(`${path}/table/${'f'.repeat(64)}/read`, how);
    expect([gone.status, gone.body.next]).toEqual([409, expect.stringMatching(/again/)]);
  });
  test('a question that waits keeps the whole table out until it is answered', async () => {
    const path = await draft(teo, { number: 'OM-9', revision: '1', kind: 'manual' });
    const { body } = await teo.bytes(
      `${path}/table?name=t.csv`,
      bytes('Item;New (in);New (mm)\nTop gap;0,009 - 0,020;0,23 - 0,70\n'),
    );
    const fits = { 'Top gap': { characteristic: 'ringGap', groove: '1', member: 'ring', station: 'top' } };
    const how = { sheet: 0, mapping: { ...body.mapping, fits }, answers: {} };
    const read = (await teo.post(`${path}/table/${body.upload}/read`, how)).body;
    expect(read.questions).toMatchObject([{ kind: 'unitsDisagree' }]);
    const take = (answers: object) =>
      teo.post(`${path}/table/${body.upload}/take`, { ...how, answers, id: randomUUID() });
    expect((await take({})).body.code).toBe('QUESTIONS_OPEN');
    expect((await take({ [read.questions[0].id]: 'second' })).status).toBe(201);
    const [row] = (await teo.get(path)).body.rows;
    expect([row.printed.max, row.also.max, row.unitChosenBy]).toMatchObject([
      { text: '0,70', unit: 'mm' },
      { text: '0,020', unit: 'in' },
      'Teo',
    ]);
  });
  test('an engine model goes out as a file and comes in as the same model elsewhere', async () => {
    const file = (await teo.get('/api/library/models/VA-4-330/file')).body as object;
    const other = await new Shop().open();
    const there = other.tablet();
    await there.post('/api/setup', {
      shop: 'Q',
      secondPerson: 'required',
      zone: 'UTC',
      person: { name: 'Teo', roles: ['steward'], authorisation: null },
      pin: '4711',
    });
    expect((await there.post('/api/library/models', { id: randomUUID(), file })).status).toBe(201);
    const digest = async (tablet: Tablet): Promise<string> =>
      (await tablet.get('/api/library')).body.models[0].digest as string;
    expect(await digest(there)).toBe(await digest(teo));
    await other.remove();
  });
});

describe('look-up', () => {
  test.each([
    ['sl-88', 'document', 'SL-88 rev B'],
    ['choked', 'document', undefined],
    ['ring trav', 'row', undefined],
    ['veldane', 'model', 'Veldane VA-4-330'],
    ['end fl', 'characteristic', 'Crankshaft end float'],
  ])('"%s" finds a %s', async (word, kind, title) => {
    const { hits } = (await teo.get(`/api/library/search?q=${encodeURIComponent(word)}`)).body;
    const found = (hits as { kind: string; title: string }[]).filter((hit) => hit.kind === kind);
    if (word === 'choked') return expect(found).toHaveLength(0); // the title of this shop’s letter says no such word
    if (title !== undefined) expect(found.map((hit) => hit.title)).toContain(title);
    else expect(found.length).toBeGreaterThan(0);
    return undefined;
  });
  test.each([
    ['0.040', true],
    ['0,040', true],
    ['0.04', true],
    ['ring 0.040 SL-88', true],
    ['0.0401', false],
    ['1.040', false],
    ['ring 0.040 OM-88', false],
  ])('a figure is looked up as it is printed: %s is found: %s', async (words, there) => {
    const { hits } = (await teo.get(`/api/library/search?q=${encodeURIComponent(words)}`)).body;
    const rows = (hits as { kind: string; detail: string }[]).filter(({ kind }) => kind === 'row');
    const details = rows.map(({ detail }) => detail);
    if (there) expect(details).toContain('0.040 to 0.052 in, SL-88 rev B row 1');
    else expect(details).toEqual([]);
  });
  test('signs and quotes in a search find nothing and break nothing', async () => {
    for (const word of ['"', "'; drop table x", '*', 'a" OR "b', '%%%'])
      expect((await teo.get(`/api/library/search?q=${encodeURIComponent(word)}`)).status).toBe(200);
  });
  test('a current document stands before the one it overtook', async () => {
    await shop.publish({ number: 'SL-88', revision: 'C', kind: 'letter', effective: '2026-05-01' }, TOP_ROW);
    const { hits } = (await teo.get('/api/library/search?q=SL-88')).body as { hits: object[] };
    expect(hits.slice(0, 2)).toMatchObject([
      { title: 'SL-88 rev C', state: 'current' },
      { title: 'SL-88 rev B', state: 'superseded' },
    ]);
  });
});

describe('a revision that touches open jobs', () => {
  test('the Floor and the job say so with what would change; declined it is quiet, and sealed records are listed', async () => {
    const { jobId, ivo } = await shop.measured();
    const perrin = await shop.as('perrin');
    await shop.publish(
      { number: 'SL-88', revision: 'C', kind: 'letter', effective: '2026-05-01' },
      demoFile('documents/SL-88-rev-B.csv').replace(
        '4,ringGap,1,ring,top,0.009,',
        '4,ringGap,1,ring,top,0.0115,',
      ),
    );
    const { body: news } = await ivo.get(`/api/jobs/${jobId}/news`);
    expect(news.moved).toEqual(['SL-88 rev B', 'SL-88 rev C']);
    expect(news.changes.flips.length).toBe(4);
    const needs = (await ivo.get('/api/floor')).body.needs as { sentence: string; link: string }[];
    expect(needs[0]).toMatchObject({
      sentence: expect.stringContaining(
        'SL-88 rev C arrived in the place of SL-88 rev B; look what it would change',
      ) as string,
      link: `/jobs/${jobId}/limits`,
    });
    expect((await perrin.sign(jobId, 'rings')).body.code).toBe('GATE_SHUT');
    const decline = {
      type: 'declinePin',
      documents: news.documents,
      reason: 'rings bought to the old letter',
    };
    expect((await ivo.command(jobId, decline)).body.code).toBe('MAY_NOT');
    expect((await perrin.command(jobId, decline)).status).toBe(201);
    expect((await perrin.sign(jobId, 'rings')).status).toBe(201);
    await (await shop.as('ghislaine')).sign(jobId, 'release');
    const used = (await teo.get('/api/library/revisions/SL-88%20rev%20B/used')).body;
    expect(used.pinned).toMatchObject([{ number: 'J-1', sealedAt: expect.any(String) as string }]);
    expect((used.rows as unknown[]).length).toBeGreaterThan(0);
    const story = await ivo.job(jobId);
    expect(story.declined).toMatchObject([{ reason: 'rings bought to the old letter' }]);
  });
  test('adopted, the job is judged by the copy that it took', async () => {
    const { jobId, ivo } = await shop.readyJob();
    const place = 'ringGap@cylinder:1/groove:1/member:ring/station:top';
    await ivo.command(jobId, reading(place, '9/10'));
    await shop.publish({ number: 'SL-88', revision: 'C', kind: 'letter', effective: '2026-05-01' }, TOP_ROW);
    const { documents } = (await ivo.get(`/api/jobs/${jobId}/news`)).body;
    const perrin = await shop.as('perrin');
    expect((await perrin.command(jobId, { type: 'pinAgain', documents: [], reason: 'x' })).body.code).toBe(
      'NEWS_CHANGED',
    );
    expect((await perrin.command(jobId, { type: 'pinAgain', documents, reason: 'current' })).status).toBe(
      201,
    );
    const state = await ivo.job(jobId);
    expect(state.places.get(place)?.readings.at(-1)?.verdict.verdict).toBe('notProven');
    expect((await ivo.get(`/api/jobs/${jobId}/news`)).body.moved).toEqual([]);
  });
  test('adopted under a signature, the gate is reopened in the same act, with the PIN of who may both', async () => {
    const { jobId, ivo } = await shop.measured();
    const perrin = await shop.as('perrin');
    await perrin.sign(jobId, 'rings');
    await shop.publish({ number: 'SL-88', revision: 'C', kind: 'letter', effective: '2026-05-01' }, TOP_ROW);
    const { documents } = (await ivo.get(`/api/jobs/${jobId}/news`)).body;
    const command = await perrin.seen(jobId, { type: 'pinAgain', documents, reason: 'rev C' } as never);
    const adopt = (tablet: Tablet, more: object) =>
      tablet.post(`/api/jobs/${jobId}/commands`, { id: randomUUID(), command, ...more });
    expect((await adopt(perrin, {})).body.code).toBe('PIN_NEEDED');
    expect((await adopt(perrin, { pin: '0000' })).body.code).toBe('PIN_WRONG');
    expect((await adopt(ivo, { pin: PIN })).body.code).toBe('MAY_NOT');
    const adopted = await adopt(perrin, { pin: PIN });
    expect((adopted.body.entries as { entry: { type: string } }[]).map(({ entry }) => entry.type)).toEqual([
      'gateReopened',
      'limitsPinned',
    ]);
    // A second tablet that saw the same is asked to look again, and changes nothing.
    expect((await adopt(perrin, { pin: PIN })).status).toBeGreaterThanOrEqual(400);
    const state = await ivo.job(jobId);
    expect([state.pins.length, state.signatures.rings?.[0]?.voided?.reason]).toEqual([2, 'rev C']);
    // What a reading was judged before is still there.
    const top = 'ringGap@cylinder:1/groove:1/member:ring/station:top';
    expect(
      state.places
        .get(top)
        ?.readings.at(-1)
        ?.judgedBefore?.map(({ pin }) => pin),
    ).toEqual([1]);
  });
  test('withdrawn, the previous revision holds again, or nothing of that number', async () => {
    const path = await shop.publish(
      { number: 'SL-88', revision: 'C', kind: 'letter', effective: '2026-05-01' },
      TOP_ROW,
    );
    const current = async (): Promise<string[]> =>
      ((await teo.get('/api/library')).body.revisions as { id: string; state: string }[])
        .filter(({ state }) => state === 'current')
        .map(({ id }) => id);
    expect(await current()).toEqual(['SL-88 rev C']);
    await teo.post(`${path}/withdraw`, { id: randomUUID(), reason: 'printed wrong', then: 'previous' });
    expect(await current()).toEqual(['SL-88 rev B']);
  });
});

describe('what is known of an engine', () => {
  const odd = (serialRemark: string | null) => {
    const request = jobRequest('J-7', 'RESTAMPED 17');
    return { ...request, engine: { ...request.engine, serialRemark } };
  };
  test('an odd serial is refused without a word of why; with one it is a finding that an inspector accepts', async () => {
    const ivo = await shop.as('ivo');
    expect((await ivo.post('/api/jobs', odd(null))).body.code).toBe('SERIAL_NOT_OF_MODEL');
    const opened = await ivo.post('/api/jobs', odd('the plate was restamped after a fire'));
    expect(opened.status).toBe(201);
    const { jobId } = opened.body as { jobId: string };
    const notes = async (): Promise<string[]> =>
      openMatters(await ivo.job(jobId)).findings.flatMap((each) =>
        each.kind === 'limitNote' ? [each.note.id] : [],
      );
    expect(await notes()).toEqual(['serialOdd RESTAMPED 17']);
    const perrin = await shop.as('perrin');
    const accept = {
      type: 'acceptLimitNote',
      note: 'serialOdd RESTAMPED 17',
      approval: null,
      reason: 'no row depends on it',
    };
    expect((await ivo.command(jobId, accept)).body.code).toBe('MAY_NOT');
    expect((await perrin.command(jobId, accept)).status).toBe(201);
    expect(await notes()).toEqual([]);
  });
  test('what a row lacked is said later, once for the whole job, and the row then applies', async () => {
    await shop.publish(
      {
        number: 'SL-9',
        revision: 'A',
        kind: 'letter',
        pistonMaterials: ['H'],
        issued: '2026-03-01',
        effective: '2026-03-02',
      },
      `${HEADER}\n1,ringGap,1,ring,top,0.0115,,in,`,
    );
    const { jobId, ivo } = await shop.readyJob();
    const place = 'ringGap@cylinder:1/groove:1/member:ring/station:top';
    await ivo.command(jobId, reading(place, '9/10'));
    const verdict = async () => (await ivo.job(jobId)).places.get(place)?.readings.at(-1)?.verdict.verdict;
    expect(await verdict()).toBe('withheld');
    const say = (facts: object, reason = 'stamped on the crown') =>
      ivo.command(jobId, { type: 'sayEngineFacts', facts, reason });
    expect((await say({}, 'x')).body.code).toBe('NOTHING_SAID');
    expect((await say({ pistonMaterial: 'H' }, ' ')).status).toBeGreaterThanOrEqual(400);
    expect((await say({ pistonMaterial: 'H' })).status).toBe(201);
    expect(await verdict()).toBe('tight');
  });
});

describe('what the shop sets itself', () => {
  test('the order of kinds: what is left out is advisory for jobs that are pinned from then on', async () => {
    await shop.publish(
      { number: 'PL-1', revision: '1', kind: 'partMaker', partsMaker: 'Corvale' },
      `${HEADER}\n1,ringGap,1,ring,top,0.012,,in,`,
    );
    const governs = async () =>
      (await teo.get('/api/library/governs?model=VA-4-330&characteristic=ringGap&serial=4330-20417')).body
        .policy.order as string[];
    expect(await governs()).not.toContain('partMaker');
    const order = ['mandatory', 'letter', 'partMaker', 'manual'];
    const set = (body: object) =>
      teo.post('/api/library/orders', { id: randomUUID(), engineClass: 'aircraft', reason: 'r', ...body });
    expect((await set({ order: ['letter', 'letter'] })).status).toBeGreaterThanOrEqual(400);
    expect((await set({ order, reason: ' ' })).status).toBeGreaterThanOrEqual(400);
    expect((await set({ order })).status).toBe(201);
    expect(await governs()).toEqual(order);
  });
  test('a target beyond the limits is said before it is published, and no more when it is', async () => {
    await shop.publish(
      { number: 'OM-330', revision: '7', kind: 'manual' },
      'row,characteristic,groove,member,station,min,max,unit\n1,ringGap,1,ring,skirt,0.038,0.050,in',
    );
    const path = await draft(teo, { number: 'TQ-7', revision: '1', kind: 'shop' });
    const table =
      'row,characteristic,groove,member,station,min,max,unit\n1,ringGap,1,ring,skirt,0.044,0.060,in';
    await teo.csv(`${path}/rows?command=${randomUUID()}&name=rows.csv`, table);
    expect((await teo.get(path)).body.beyond).toEqual([
      expect.stringMatching(/^TQ-7 rev 1 row 1: its max for .*ring.* on Veldane VA-4-330$/),
    ]);
    await shop.check(path);
    expect((await teo.post(`${path}/publish`, { id: randomUUID() })).status).toBe(201);
    expect((await teo.get(path)).body.beyond).toEqual([]);
  });
  test('a characteristic of its own: rows are written for it like for any other', async () => {
    const characteristic = {
      id: 'pinOvality',
      name: 'Pin ovality',
      measures: 'largest less smallest',
      usualTool: 'micrometer',
      unitKind: 'length',
      axes: ['cylinder'],
      wear: 'grows',
      words: { tight: 'small', loose: 'large' },
    };
    const define = (part: object) =>
      teo.post('/api/library/characteristics', {
        id: randomUUID(),
        characteristic: { ...characteristic, ...part },
      });
    expect((await define({})).status).toBe(201);
    expect((await define({})).body.code).toBe('ALREADY_THERE');
    expect((await define({ id: 'ringGap' })).body.code).toBe('ALREADY_THERE');
    await shop.publish(
      { number: 'TQ-9', revision: '1', kind: 'manual' },
      'row,characteristic,min,max,unit\n1,pinOvality,,0.01,mm',
    );
    const { hits } = (await teo.get('/api/library/search?q=ovality')).body;
    expect((hits as { kind: string }[]).map(({ kind }) => kind)).toEqual(['characteristic', 'row']);
  });
});
