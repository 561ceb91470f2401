import { randomUUID } from 'node:crypto';
import { mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { demoFile, draft, jobRequest, PIN, reading, Shop, SKIRT } from '../test/shop';
import type { Tablet } from '../test/shop';
import { placeAt, placeKey, placesOf, verifyChain, verifyRecord } from '@oak-gate/core';
import { readRecordFile } from '@oak-gate/contract';
import { checkSignature } from './record';

jest.setTimeout(60_000);
let shop: Shop;
beforeAll(async () => {
  shop = await (await new Shop().open()).furnish();
});
afterAll(() => shop.remove());
/** A record as its file is read: strictly. */
function asRecord(body: unknown) {
  const read = readRecordFile(JSON.stringify(body));
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  return read.file;
}
const refused = (answer: { status: number; body: { code?: string } }) => [answer.status, answer.body.code];

describe('the door', () => {
  test('an empty folder is set up once, and the first person is signed in', async () => {
    const empty = await new Shop().open();
    const tablet = empty.tablet();
    expect((await tablet.get('/api/session')).body).toMatchObject({ shop: null, person: null, people: [] });
    const setUp = {
      shop: 'Quay',
      secondPerson: 'sameSaid',
      zone: 'UTC',
      person: { name: 'Åsa Ek', roles: ['technician'], authorisation: null },
      pin: PIN,
    };
    expect((await tablet.post('/api/setup', setUp)).status).toBe(201);
    expect((await tablet.get('/api/session')).body).toMatchObject({
      shop: { name: 'Quay' },
      person: { id: 'a-sa-ek', roles: ['technician', 'manager'] },
    });
    expect(refused(await tablet.post('/api/setup', setUp))).toEqual([409, 'ALREADY_SET_UP']);
    await empty.remove();
  });
  test('nothing is told to who is not signed in', async () => {
    for (const path of [
      '/api/floor',
      '/api/library',
      '/api/instruments',
      '/api/jobs/x/entries',
      '/api/jobs/x/record.json',
      '/api/jobs/x/sheets.csv',
    ]) {
      expect(refused(await shop.tablet().get(path))).toEqual([401, 'NOT_SIGNED_IN']);
    }
  });
  test('five wrong PINs are followed by a pause, which even the right PIN waits out', async () => {
    const tablet = shop.tablet();
    const attempt = async (pin: string): Promise<unknown> =>
      (await tablet.post('/api/session', { person: 'sanna', pin })).body;
    for (const left of [4, 3, 2, 1, 0])
      expect(await attempt('0000')).toMatchObject({ code: 'PIN_WRONG', data: { left } });
    expect(await attempt(PIN)).toMatchObject({ code: 'PIN_LOCKED', data: { seconds: 30 } });
    shop.clock.advance(30_000);
    expect(await attempt(PIN)).toMatchObject({ person: { id: 'sanna' } });
  });
  test('wrong PINs elsewhere lock nobody out who is signed in, and those of one person no other', async () => {
    const { jobId, ivo } = await shop.readyJob('J-60', '4330-00060');
    const perrin = await shop.as('perrin');
    const stranger = shop.tablet();
    for (let turn = 0; turn < 6; turn++)
      await stranger.post('/api/session', { person: 'perrin', pin: '0000' });
    expect(refused(await shop.tablet().post('/api/session', { person: 'perrin', pin: PIN }))).toEqual([
      429,
      'PIN_LOCKED',
    ]);
    expect((await shop.tablet().post('/api/session', { person: 'ivo', pin: PIN })).status).toBe(201);
    // At the tablet that Perrin holds he signs as before: the gate refuses for its own reasons, and not his PIN.
    expect((await perrin.sign(jobId, 'rings')).body.code).toBe('GATE_SHUT');
    expect((await perrin.sign(jobId, 'rings', '0000')).body).toMatchObject({
      code: 'PIN_WRONG',
      data: { left: 4 },
    });
    expect((await ivo.get('/api/floor')).status).toBe(200);
    shop.clock.advance(3_600_000);
  });
  test('a new PIN ends every sign-in with the old one, and its streams; leaving the shop does, and signing out', async () => {
    const teo = await shop.as('teo');
    const { jobId } = await shop.readyJob('J-61', '4330-00061');
    const person = await shop.join(teo, 'Olin', ['technician']);
    const streamOf = async (tablet: Tablet) => tablet.stream(`/api/jobs/${jobId}/stream`);
    // Ended by what happened, and not by the next heartbeat.
    const isClosed = () => expect(shop.services.sessions.streams).toBe(0);
    const change = (more: object) =>
      teo.post('/api/people/change', { id: randomUUID(), person, active: true, reason: 'a test', ...more });
    const signIn = async (pin: string): Promise<Tablet> => {
      const tablet = shop.tablet();
      expect((await tablet.post('/api/session', { person: person.id, pin })).status).toBe(201);
      return tablet;
    };
    const first = await signIn(PIN);
    const firstStream = await streamOf(first);
    await change({ pin: '8315' });
    isClosed();
    await firstStream.ended;
    expect(refused(await first.get('/api/floor'))).toEqual([401, 'NOT_SIGNED_IN']);
    // Whoever forgot the old one tried it too often: the new one is taken at once.
    for (let turn = 0; turn < 5; turn++)
      await shop.tablet().post('/api/session', { person: person.id, pin: '0000' });
    expect((await shop.tablet().post('/api/session', { person: person.id, pin: '8315' })).status).toBe(429);
    await change({ pin: '8316' });
    const second = await shop.choosePin(person.id, '8316', '8317');
    const secondStream = await streamOf(second);
    await second.send('/api/session', { method: 'DELETE' });
    isClosed();
    await secondStream.ended;
    const third = await signIn('8317');
    const thirdStream = await streamOf(third);
    await change({ active: false });
    isClosed();
    await thirdStream.ended;
    expect((await third.get('/api/floor')).status).toBe(401);
  });
  test.each(['1111', '1234', '9876', '4321', '2727', '1987', '2026', '123', '12a4', 'short one'])(
    'the PIN %s is refused, with words',
    async (pin) => {
      const person = { name: 'Weak', roles: ['technician'], authorisation: null };
      const answer = await (await shop.as('teo')).post('/api/people', { id: randomUUID(), person, pin });
      expect([answer.status, answer.body.code]).toEqual([400, 'BODY_WRONG']);
      expect(JSON.stringify(answer.body)).toMatch(/4 to 12 digits|try that first/);
    },
  );
  test('a secret longer than a PIN is one as well', async () => {
    const pin = 'two oars and a bucket';
    const person = { name: 'Long', roles: ['technician'], authorisation: null };
    const { body } = await (await shop.as('teo')).post('/api/people', { id: randomUUID(), person, pin });
    const answer = await shop.tablet().post('/api/session', { person: body.person.id, pin });
    expect(answer.status).toBe(201);
  });
  test('adding a person twice by one command adds one, and leaves the PIN as it was; a refused one leaves none', async () => {
    const teo = await shop.as('teo');
    const person = { name: 'Runa', roles: ['technician'], authorisation: null };
    const id = randomUUID();
    const [first, again, other] = [
      await teo.post('/api/people', { id, person, pin: PIN }),
      await teo.post('/api/people', { id, person, pin: PIN }),
      await teo.post('/api/people', { id, person, pin: '8315' }),
    ];
    expect([first.body, again.body]).toEqual([
      { person: { ...person, id: 'runa' } },
      { person: { ...person, id: 'runa' } },
    ]);
    expect(refused(other)).toEqual([409, 'COMMAND_ID_REUSED']);
    await shop.choosePin('runa', PIN, '8316');
    const ivo = await shop.as('ivo');
    const change = { id: randomUUID(), person: { ...person, id: 'runa' }, active: true, pin: '8315' };
    expect(refused(await ivo.post('/api/people/change', change))).toEqual([403, 'MAY_NOT']);
    expect((await shop.tablet().post('/api/session', { person: 'runa', pin: '8316' })).status).toBe(201);
  });
  test('a person who left the shop is out at once', async () => {
    const teo = await shop.as('teo');
    const person = await shop.join(teo, 'Guest', ['technician']);
    const guest = await shop.as(person.id);
    expect((await guest.get('/api/floor')).status).toBe(200);
    await teo.post('/api/people/change', { id: randomUUID(), person, active: false, reason: 'left' });
    expect((await guest.get('/api/floor')).status).toBe(401);
  });
  test('a body that is no JSON, or not the right one, is named', async () => {
    const ivo = await shop.as('ivo');
    expect(
      refused(
        await ivo.send('/api/jobs', {
          method: 'POST',
          headers: { 'content-type': 'application/json' },
          body: '{"a":',
        }),
      ),
    ).toEqual([400, 'BODY_WRONG']);
    expect(
      (await ivo.post('/api/jobs', { ...jobRequest('J-9', '4330-00009'), extra: 1 })).body,
    ).toMatchObject({ code: 'BODY_WRONG' });
    expect(refused(await ivo.get('/api/nothing'))).toEqual([404, 'NOT_FOUND']);
  });
});

describe('the library', () => {
  const GOOD = demoFile('documents/SL-88-rev-B.csv');
  test.each<[string, string, string[]]>([
    ['a wrong header', GOOD.replace('station', 'depth'), ['1 depth']],
    ['a wrong unit', GOOD.replace(',in,', ',ells,'), ['2 unit']],
    ['min above max', GOOD.replace('0.040,0.052', '0.060,0.052'), ['2 min']],
    ['a groove that the model does not have', GOOD.replace('1,ringGap,1', '1,ringGap,8'), ['2 groove']],
  ])('%s: every wrong cell is listed and nothing is written', async (_why, table, cells) => {
    const teo = await shop.as('teo');
    const path = await draft(teo, { number: `T-${randomUUID().slice(0, 8)}`, revision: '1', kind: 'manual' });
    const answer = await teo.csv(`${path}/rows?command=${randomUUID()}&name=t.csv`, table);
    expect(answer.body).toMatchObject({ code: 'TABLE_WRONG', status: 422 });
    expect(
      (answer.body.errors as { line: number; column: string }[]).map(
        ({ line, column }) => `${line} ${column}`,
      ),
    ).toEqual(cells);
    expect((await teo.get(path)).body.rows).toEqual([]);
  });
  test.each<[string, string]>([
    ['a byte-order mark', `\ufeff${GOOD}`],
    [
      'semicolons',
      GOOD.replace('; expander', ', expander').replace(', expander', ' expander').replaceAll(',', ';'),
    ],
    ['lines that end as on Windows', GOOD.replaceAll('\n', '\r\n')],
  ])('%s is no obstacle', async (_why, table) => {
    const teo = await shop.as('teo');
    const path = await draft(teo, { number: `T-${randomUUID().slice(0, 8)}`, revision: '1', kind: 'manual' });
    expect((await teo.csv(`${path}/rows?command=${randomUUID()}&name=t.csv`, table)).body).toEqual({
      rows: 6,
    });
  });
  test.each<[string, string, string]>([
    ['an empty file', ' ', 'FILE_NOT_TEXT'],
    ['an unclosed quote', 'row,unit\n"1,in', 'FILE_NOT_TEXT'],
    ['no table of limits', 'row,unit\n1', 'TABLE_WRONG'],
    ['a spreadsheet behind the name', 'PK\u0003\u0004\u0000\u0000', 'FILE_NOT_THAT_TYPE'],
    ['more than is taken', 'x'.repeat(9_000_000), 'FILE_TOO_LARGE'],
  ])('%s is refused with words', async (_why, table, code) => {
    const teo = await shop.as('teo');
    const path = await draft(teo, { number: `T-${randomUUID().slice(0, 8)}`, revision: '1', kind: 'manual' });
    expect((await teo.csv(`${path}/rows?command=${randomUUID()}&name=t.csv`, table)).body.code).toBe(code);
  });
  test('a model file that contradicts itself is refused at the place', async () => {
    const teo = await shop.as('teo');
    const file = JSON.parse(demoFile('models/VA-4-330.json'));
    file.model.layout.cylinders[0].bank = 'nowhere';
    expect((await teo.post('/api/library/models', { id: randomUUID(), file })).body).toMatchObject({
      code: 'BODY_WRONG',
      where: 'model.layout.cylinders.0.bank',
    });
    const evil = JSON.parse(demoFile('models/VA-4-330.json'));
    evil.model.serialPattern = '^(a+)+$';
    expect((await teo.post('/api/library/models', { id: randomUUID(), file: evil })).body.code).toBe(
      'BODY_WRONG',
    );
  });
  test('a technician does not keep the library', async () => {
    expect(
      refused(
        await (
          await shop.as('ivo')
        ).post('/api/library/models', { id: randomUUID(), file: JSON.parse(demoFile('models/M8-52.json')) }),
      ),
    ).toEqual([403, 'MAY_NOT']);
  });
});

describe('commands', () => {
  test('the same command twice is done once; with another body, or from another person, it is refused', async () => {
    const { jobId, ivo } = await shop.readyJob('J-10', '4330-00010');
    const id = randomUUID();
    const first = await ivo.command(jobId, reading(SKIRT, '44/46'), { id });
    const seen = (first.body.entries as { entry: { data: { parts: unknown } } }[])[0]!.entry.data.parts;
    const same = { ...reading(SKIRT, '44/46', 0), seen };
    const again = await ivo.command(jobId, same, { id });
    expect([first.status, again.status]).toEqual([201, 200]);
    expect(again.body).toEqual(first.body);
    expect(refused(await ivo.command(jobId, reading(SKIRT, '42/44'), { id }))).toEqual([
      409,
      'COMMAND_ID_REUSED',
    ]);
    expect(refused(await (await shop.as('sanna')).command(jobId, reading(SKIRT, '44/46'), { id }))).toEqual([
      409,
      'COMMAND_ID_REUSED',
    ]);
    expect(placeAt(await ivo.job(jobId), SKIRT).readings).toHaveLength(1);
  });
  test('opening the same job twice opens it once; another number or serial is its own job', async () => {
    const ivo = await shop.as('ivo');
    const request = jobRequest('J-11', '4330-00011');
    const [first, again] = [await ivo.post('/api/jobs', request), await ivo.post('/api/jobs', request)];
    expect(again.body).toEqual(first.body);
    expect(refused(await ivo.post('/api/jobs', jobRequest('J-11', '4330-00012')))).toEqual([
      409,
      'JOB_NUMBER_TAKEN',
    ]);
    expect(refused(await ivo.post('/api/jobs', jobRequest('J-12', '4330-00011')))).toEqual([
      409,
      'ENGINE_HAS_OPEN_JOB',
    ]);
    expect(refused(await ivo.post('/api/jobs', jobRequest('J-13', 'M8-11873')))).toEqual([
      409,
      'SERIAL_NOT_OF_MODEL',
    ]);
  });
  test('a hundred readings at once: each is answered, none that was taken is lost, the chain holds', async () => {
    const { jobId, ivo } = await shop.readyJob('J-14', '4330-00014');
    const sanna = await shop.as('sanna');
    const places = placesOf(
      (await ivo.job(jobId)).pins[0]!.model.layout,
      (await ivo.job(jobId)).pins[0]!.characteristics[0]!,
    ).map(placeKey);
    const seen = await Promise.all(places.map((place) => ivo.seen(jobId, reading(place, '44/46') as never)));
    const sent = Array.from({ length: 100 }, (_, i) => ({
      id: randomUUID(),
      command: { ...seen[i % places.length], text: i % 5 ? '44/46' : '42/44' },
    }));
    const answers = await Promise.all(
      sent.map((each, i) => (i % 2 ? ivo : sanna).post(`/api/jobs/${jobId}/commands`, each)),
    );
    const taken = sent.filter((_, i) => answers[i]!.status === 201).map(({ id }) => id);
    expect(taken.length).toBeGreaterThanOrEqual(places.length);
    expect(new Set(answers.map(({ body }) => String(body.code ?? 'taken')))).toEqual(
      new Set(['taken', 'PLACE_HAS_READING']),
    );
    const { entries } = (await ivo.get(`/api/jobs/${jobId}/entries`)).body as {
      entries: { entry: { command: string; type: string }; hash: string }[];
    };
    const written = entries
      .filter(({ entry }) => entry.type === 'readingTaken')
      .map(({ entry }) => entry.command);
    expect([...written].sort()).toEqual([...taken].sort());
    expect(verifyChain({ entries })).toEqual({ intact: true, length: entries.length });
  });
  test('signing takes the PIN of who signs, and a wrong one signs nothing', async () => {
    const { jobId } = await shop.openJob('J-15', '4330-00015');
    const perrin = await shop.as('perrin');
    expect(refused(await perrin.sign(jobId, 'arrival', ''))).toEqual([403, 'PIN_NEEDED']);
    expect(refused(await perrin.sign(jobId, 'arrival', '9999'))).toEqual([403, 'PIN_WRONG']);
    expect(refused(await perrin.sign(jobId, 'arrival'))).toEqual([409, 'GATE_SHUT']);
    expect((await perrin.job(jobId)).signatures).toEqual({});
  });
  test('what one person gave is not taken from the hands of another, and waits', async () => {
    const { jobId, ivo } = await shop.readyJob('J-31', '4330-00031');
    const id = randomUUID();
    const sanna = await shop.as('sanna');
    const other = await sanna.command(jobId, reading(SKIRT, '44/46'), { id, person: 'ivo' });
    expect(refused(other)).toEqual([403, 'OTHER_HANDS']);
    expect([other.body.data, other.body.command]).toEqual([{ author: 'Ivo', person: 'Sanna' }, undefined]);
    const own = await ivo.command(jobId, reading(SKIRT, '44/46'), { id, person: 'ivo' });
    expect([own.status, own.body.command]).toEqual([201, id]);
    expect(placeAt(await ivo.job(jobId), SKIRT).readings[0]!.by.id).toBe('ivo');
  });
  test('a refusal that is the last word on a command names it; one that is not does not', async () => {
    const { jobId, ivo } = await shop.readyJob('J-32', '4330-00032');
    const said = async (body: object) => {
      const id = randomUUID();
      const answer = await ivo.post(`/api/jobs/${jobId}/commands`, { id, ...body });
      return [String(answer.body.code), answer.body.command === id];
    };
    const good = await ivo.seen(jobId, reading(SKIRT, '44/46') as never);
    expect(await said({ command: { ...good, place: SKIRT.replace('cylinder:1', 'cylinder:9') } })).toEqual([
      'PLACE_UNKNOWN',
      true,
    ]);
    expect(await said({ command: { ...good, colour: 'red' } })).toEqual(['BODY_WRONG', true]);
    expect(await said({ command: good, person: 'sanna' })).toEqual(['OTHER_HANDS', false]);
    await shop.tablet().post(`/api/jobs/${jobId}/commands`, { id: randomUUID(), command: good });
    const stranger = await shop
      .tablet()
      .post(`/api/jobs/${jobId}/commands`, { id: randomUUID(), command: good });
    expect([stranger.status, stranger.body.command]).toEqual([401, undefined]);
  });
  test('when the clock steps back, time stands still in the ledger and an entry says so', async () => {
    const { jobId, ivo } = await shop.readyJob('J-16', '4330-00016');
    const before = (await ivo.job(jobId)).at;
    shop.clock.jump(-240_000);
    await ivo.command(jobId, reading(SKIRT, '50+'));
    await ivo.command(jobId, reading(SKIRT, '50/52', (await ivo.job(jobId)).places.get(SKIRT)!.version));
    const { body } = await ivo.get(`/api/jobs/${jobId}/entries`);
    const last = (body.entries as { entry: { type: string; at: string } }[])
      .slice(-3)
      .map(({ entry }) => [entry.type, entry.at]);
    expect(last).toEqual([
      ['clockSteppedBack', before],
      ['readingTaken', before],
      ['readingTaken', before],
    ]);
    shop.clock.jump(240_000);
  });
  test('another tablet hears what was written', async () => {
    const { jobId, ivo } = await shop.readyJob('J-17', '4330-00017');
    const perrin = await shop.as('perrin');
    const stream = await fetch(
      `${shop.base}/api/jobs/${jobId}/stream?from=${(await ivo.job(jobId)).seq + 1}`,
      {
        headers: { cookie: Reflect.get(perrin, 'cookie') as string },
      },
    );
    const reader = stream.body!.getReader();
    await reader.read();
    await ivo.command(jobId, reading(SKIRT, '44/46'));
    const { value } = await reader.read();
    expect(new TextDecoder().decode(value)).toContain('readingTaken');
    await reader.cancel();
  });
  test('a tablet that was away asks from where it is, and is told the rest once and in order', async () => {
    const { jobId, ivo } = await shop.readyJob('J-33', '4330-00033');
    const { seq } = await ivo.job(jobId);
    await ivo.command(jobId, reading(SKIRT, '50+'));
    const rest = (await ivo.get(`/api/jobs/${jobId}/entries?from=${seq}`)).body.entries as Told[];
    expect(rest.map(({ entry }) => entry.seq)).toEqual([seq, seq + 1]);
    // The stream goes on behind the last entry that came, whatever its address says.
    const stream = await fetch(`${shop.base}/api/jobs/${jobId}/stream?from=1`, {
      headers: { cookie: Reflect.get(ivo, 'cookie') as string, 'last-event-id': String(seq) },
    });
    const reader = stream.body!.getReader();
    let text = '';
    while (!text.includes('readingTaken')) text += new TextDecoder().decode((await reader.read()).value);
    expect(text).toContain(`id: ${seq + 1}`);
    expect(text).not.toContain(`"seq":${seq},`);
    await reader.cancel();
  });
});
interface Told {
  readonly entry: { readonly seq: number };
}

describe('the application that it serves', () => {
  let served: Shop;
  const web = mkdtempSync(join(tmpdir(), 'oak-gate-web-'));
  beforeAll(async () => {
    writeFileSync(join(web, 'index.html'), '<script nonce="__CSP_NONCE__">1</script>');
    writeFileSync(join(web, 'chunk-ABCDEFGH.js'), 'export {}');
    writeFileSync(join(web, 'plain.js'), 'export {}');
    served = await new Shop().open(web);
  });
  afterAll(async () => {
    await served.remove();
    rmSync(web, { recursive: true });
  });
  const get = (path: string): Promise<Response> => fetch(served.base + path);

  test.each(['/', '/floor', '/library/SL-88%20rev%20B', '/library/SL-4.2', '/jobs/1/rings?place=x'])(
    '%s is a page of it, never kept by a browser, with a nonce of its own',
    async (path) => {
      const [first, second] = [await get(path), await get(path)];
      expect([first.status, first.headers.get('cache-control')]).toEqual([200, 'no-store']);
      const [page, other] = [await first.text(), await second.text()];
      const nonce = /nonce="([^"]+)"/.exec(page)?.[1] ?? '';
      expect(first.headers.get('content-security-policy')).toContain(`'nonce-${nonce}'`);
      expect(page).not.toBe(other);
    },
  );
  test.each([
    ['/chunk-ABCDEFGH.js', 200, /immutable/],
    ['/plain.js', 200, /^public, max-age=0$/],
    ['/chunk-OLDERONE.js', 404, null],
    ['/media/gone.woff2', 404, null],
    ['/../server.js', 404, null],
  ])('%s: %i', async (path, status, kept) => {
    const answer = await get(path);
    expect(answer.status).toBe(status);
    if (kept !== null) expect(answer.headers.get('cache-control')).toMatch(kept);
    else expect(await answer.json()).toMatchObject({ code: 'NOT_FOUND', data: { path: expect.any(String) } });
  });
});

describe('from readings to a record', () => {
  test('the whole path ends in a sealed record that verifies, prints and is never written again', async () => {
    const { jobId, ivo } = await shop.sealed();
    const { body } = await ivo.get(`/api/jobs/${jobId}/record.json`);
    const file = asRecord(body);
    expect(verifyRecord(file, checkSignature)).toMatchObject({ consistent: true, faults: [], remarks: [] });
    expect(file.title).toContain('ring end gaps');
    const pdf = await ivo.get(`/api/jobs/${jobId}/record.pdf`);
    expect([pdf.status, String(pdf.body).slice(0, 5)]).toEqual([200, '%PDF-']);
    expect(refused(await ivo.command(jobId, reading(SKIRT, '44/46')))).toEqual([409, 'JOB_SEALED']);
    const ghislaine = await shop.as('ghislaine');
    const supplement = { type: 'addSupplement', text: 'lot 77 was recalled by its maker' };
    expect(refused(await ghislaine.command(jobId, supplement))).toEqual([403, 'PIN_NEEDED']);
    expect((await ghislaine.command(jobId, supplement, { pin: PIN })).status).toBe(201);
    const longer = asRecord((await ivo.get(`/api/jobs/${jobId}/record.json`)).body);
    expect([longer.entries.length - file.entries.length, longer.seal]).toEqual([2, file.seal]);
    expect(verifyRecord(longer, checkSignature)).toMatchObject({ consistent: true, faults: [], remarks: [] });
    expect((await ivo.get(`/api/jobs/${jobId}/record.pdf`)).status).toBe(200);
    const forged = { ...file, seal: { ...file.seal, hash: 'a'.repeat(64) } };
    expect(verifyRecord(forged, checkSignature).faults.map(({ kind }) => kind)).toContain('signatureWrong');
  });
  test('the next job of the engine begins with the seal of the one before', async () => {
    const ivo = await shop.as('ivo');
    const floor = (await ivo.get('/api/floor')).body;
    const sealed = (floor.jobs as { serial: string; sealed: { digest: string } | null }[]).find(
      ({ serial, sealed: left }) => serial === '4330-20417' && left !== null,
    )!;
    const { jobId } = await shop.openJob('J-18', '4330-20417');
    expect((await ivo.job(jobId)).job.previousSeal).toBe(sealed.sealed!.digest);
  });
  test('an open job has no record yet', async () => {
    const { jobId, ivo } = await shop.openJob('J-19', '4330-00019');
    expect(refused(await ivo.get(`/api/jobs/${jobId}/record.pdf`))).toEqual([409, 'NOT_SEALED']);
  });
});
