import { randomUUID } from 'node:crypto';
import { readRecordFile } from '@oak-gate/contract';
import { NOBODY, verifyRecord } from '@oak-gate/core';
import type { Envelope, PeopleState } from '@oak-gate/core';
import { FIRST_PIN, PIN, reading, Shop, SKIRT } from '../../test/shop';
import type { Answer, Tablet } from '../../test/shop';
import { textOf } from '../../test/text-of';
import { checkSignature } from '../record';
import { documentOf } from '../release/record-print';

jest.setTimeout(120_000);
const HOUR = 3_600_000;
const OTHER = SKIRT.replace('cylinder:1', 'cylinder:2');
const YEARS = 72 * 366 * 24 * HOUR;
const code = ({ status, body }: { status: number; body: { code?: string } }) => [status, body.code];
let shop: Shop;
beforeEach(async () => {
  shop = await (await new Shop().open()).furnish();
});
afterEach(() => shop.remove());

const confirm = (tablet: Tablet, more: object = {}): Promise<Answer> =>
  tablet.post('/api/shop/clock', {
    id: randomUUID(),
    clock: shop.clock.now(),
    reason: 'compared with the harbour office',
    pin: PIN,
    ...more,
  });
const entriesOf = async (tablet: Tablet, jobId: string): Promise<Envelope[]> =>
  ((await tablet.get(`/api/jobs/${jobId}/entries`)).body.entries as { entry: Envelope }[]).map(
    ({ entry }) => entry,
  );
const troublesOf = async (tablet: Tablet): Promise<string[]> =>
  ((await tablet.get('/api/floor')).body.troubles as { code: string }[]).map((each) => each.code);

test('a clock that jumps is not written down, the Floor says so, and set right again all goes on', async () => {
  const { jobId, ivo } = await shop.readyJob();
  const before = await entriesOf(ivo, jobId);
  shop.clock.jump(YEARS);
  const refused = await ivo.command(jobId, reading(SKIRT, '44/46'));
  // Not the last word: the tablet keeps the reading.
  expect([...code(refused), refused.body.command]).toEqual([503, 'CLOCK_IN_DOUBT', undefined]);
  expect(refused.body.title).toMatch(/says 2098-.* it should be 2026-06-01/);
  expect(await troublesOf(ivo)).toEqual(['CLOCK_IN_DOUBT']);
  expect((await ivo.get('/api/session')).body.clockInDoubt).toMatchObject({ because: 'jumped' });
  expect(await entriesOf(ivo, jobId)).toEqual(before);
  shop.clock.jump(-YEARS);
  expect((await ivo.command(jobId, reading(SKIRT, '44/46'))).status).toBe(201);
  expect(await troublesOf(ivo)).toEqual([]);
  expect((await entriesOf(ivo, jobId)).at(-1)?.at).toMatch(/^2026-06-01/);
});

test('a manager confirms, and nobody else, what he saw, with a reason and his PIN', async () => {
  const [teo, perrin] = [await shop.as('teo'), await shop.as('perrin')];
  expect(code(await confirm(teo))).toEqual([409, 'CLOCK_NOT_IN_DOUBT']);
  shop.clock.jump(3 * HOUR);
  expect(code(await confirm(perrin))).toEqual([403, 'MAY_NOT']);
  expect(code(await confirm(teo, { reason: ' ' }))).toEqual([422, 'REASON_MISSING']);
  expect(code(await confirm(teo, { pin: '0000' }))).toEqual([403, 'PIN_WRONG']);
  const seen = shop.clock.now();
  shop.clock.jump(HOUR);
  expect(code(await confirm(teo, { clock: seen }))).toEqual([503, 'CLOCK_IN_DOUBT']);
  expect(code(await confirm(teo))).toEqual([201, undefined]);
  expect(await troublesOf(teo)).toEqual([]);
});

test('one confirmation counts once: doubled it changes nothing, and late it confirms no other jump', async () => {
  const teo = await shop.as('teo');
  shop.clock.jump(3 * HOUR);
  const command = { id: randomUUID(), clock: shop.clock.now() };
  const answers = await Promise.all([confirm(teo, command), confirm(teo, command)]);
  expect(answers.map(({ status }) => status)).toEqual([201, 201]);
  const state = async (): Promise<PeopleState> =>
    (await shop.services.ledger.state<PeopleState>('people')) ?? NOBODY;
  expect((await state()).clockConfirmed).toHaveLength(1);
  shop.clock.jump(-3 * HOUR);
  expect((await confirm(teo, command)).status).toBe(201);
  expect(await troublesOf(teo)).toEqual(['CLOCK_IN_DOUBT']);
});

test('what was dated by a wrong clock stays; the story goes on at the right time, says why, and is sealed', async () => {
  const { jobId, ivo } = await shop.readyJob();
  const teo = await shop.as('teo');
  shop.clock.jump(YEARS);
  expect((await confirm(teo, { reason: 'nobody looked' })).status).toBe(201);
  // Believed, it dates everything; the gauges are long out of date.
  expect((await ivo.command(jobId, reading(SKIRT, '50+'))).status).toBe(201);
  expect((await entriesOf(ivo, jobId)).at(-1)?.at).toMatch(/^2098/);
  shop.clock.jump(-YEARS);
  shop.clock.advance(60_000);
  expect(code(await ivo.command(jobId, reading(SKIRT, '44/46')))).toEqual([503, 'CLOCK_IN_DOUBT']);
  expect((await confirm(teo, { reason: 'the battery of the server was empty' })).status).toBe(201);
  expect((await ivo.command(jobId, reading(OTHER, '44/46'))).status).toBe(201);
  const last = (await entriesOf(ivo, jobId)).slice(-3).map(({ type, at }) => [type, at.slice(0, 10)]);
  expect(last).toEqual([
    ['readingTaken', '2098-07-25'],
    ['clockPutRight', '2026-06-01'],
    ['readingTaken', '2026-06-01'],
  ]);
  // Once is enough for this chain; the others say it when they are written.
  expect(
    (
      await ivo.command(jobId, {
        type: 'sayEngineFacts',
        facts: { ringMaker: 'Quill' },
        reason: 'on the box',
      })
    ).status,
  ).toBe(201);
  expect((await entriesOf(ivo, jobId)).filter(({ type }) => type === 'clockPutRight')).toHaveLength(1);
  expect((await ivo.job(jobId)).clockPutRight).toMatchObject([
    { by: 'Teo', reason: 'the battery of the server was empty' },
  ]);
  // A job that is opened now knows nothing of it.
  const { jobId: other } = await shop.readyJob('J-2', '4330-00002');
  expect((await ivo.job(other)).clockPutRight).toEqual([]);
});

test('a record whose time runs back verifies with the entry that says why, and not without', async () => {
  const { jobId, ivo } = await shop.measured();
  const teo = await shop.as('teo');
  shop.clock.jump(5 * HOUR);
  await confirm(teo, { reason: 'summer time, I thought' });
  expect(
    (
      await ivo.command(jobId, {
        type: 'sayEngineFacts',
        facts: { ringMaker: 'Quill' },
        reason: 'on the box',
      })
    ).status,
  ).toBe(201);
  shop.clock.jump(-5 * HOUR);
  await confirm(teo, { reason: 'it was not' });
  await (await shop.as('perrin')).command(jobId, { type: 'checkDocuments' });
  expect((await (await shop.as('perrin')).sign(jobId, 'rings')).status).toBe(201);
  expect((await (await shop.as('ghislaine')).sign(jobId, 'release')).status).toBe(201);
  const { body } = await ivo.get(`/api/jobs/${jobId}/record.json`);
  const read = readRecordFile(JSON.stringify(body));
  if (!read.ok) throw new Error(JSON.stringify(read.fault));
  const report = verifyRecord(read.file, checkSignature);
  expect([report.faults, report.remarks]).toEqual([[], []]);
  expect(textOf(documentOf(report.state!, read.file))).toMatch(
    /put right on 1 Jun 2026 .* dated as late as 1 Jun 2026 .* Teo: it was not/,
  );
  const renamed = {
    ...read.file,
    entries: read.file.entries.map((each) => {
      const entry = each.entry as Envelope;
      return entry.type === 'clockPutRight'
        ? { ...each, entry: { ...entry, type: 'clockSteppedBack' } }
        : each;
    }),
  };
  expect(verifyRecord(renamed, checkSignature).faults.map(({ kind }) => kind)).toContain('timeRunsBack');
});

test.each<[string, number, string]>([
  ['before the last entry', -2 * HOUR, 'beforeLast'],
  ['more than a year behind it', 400 * 24 * HOUR, 'longAfter'],
])('a start %s is in doubt until the clock is right or confirmed', async (_when, jump, because) => {
  const { jobId } = await shop.readyJob();
  await shop.close();
  shop.clock.jump(jump);
  await shop.open();
  const ivo = await shop.as('ivo'); // who works here can still sign in, and read
  expect((await ivo.get('/api/session')).body.clockInDoubt).toMatchObject({ because });
  expect(code(await ivo.command(jobId, reading(SKIRT, '44/46')))).toEqual([503, 'CLOCK_IN_DOUBT']);
  const teo = await shop.as('teo');
  expect((await confirm(teo)).status).toBe(201);
  expect((await ivo.command(jobId, reading(SKIRT, '44/46'))).status).toBe(201);
  // And the next start finds nothing strange.
  await shop.close();
  await shop.open();
  expect((await (await shop.as('ivo')).get('/api/session')).body.clockInDoubt).toBeNull();
});

test('pauses and sign-ins count by what passes, whatever the clock shows', async () => {
  await shop.readyJob();
  const tablet = shop.tablet();
  const ivo = await shop.as('ivo');
  const attempt = async (pin: string) => (await tablet.post('/api/session', { person: 'sanna', pin })).status;
  for (let turn = 0; turn < 5; turn++) await attempt('0000');
  // So little is no jump, and shortens no pause either.
  shop.clock.jump(4 * 60_000);
  expect(await attempt(PIN)).toBe(429);
  shop.clock.jump(YEARS);
  expect(await attempt(PIN)).toBe(429);
  expect((await ivo.get('/api/floor')).status).toBe(200);
  shop.clock.jump(-2 * YEARS);
  expect(await attempt(PIN)).toBe(429);
  shop.clock.advance(31_000);
  expect(await attempt(PIN)).toBe(201);
  expect((await ivo.get('/api/floor')).status).toBe(200);
  shop.clock.advance(14 * HOUR);
  expect((await ivo.get('/api/floor')).status).toBe(401);
});
test('a pause that began before the start lasts no longer than a whole one', async () => {
  const tablet = shop.tablet();
  for (let turn = 0; turn < 5; turn++) await tablet.post('/api/session', { person: 'sanna', pin: '0000' });
  await shop.close();
  shop.clock.jump(-YEARS);
  await shop.open();
  const attempt = async () =>
    (await shop.tablet().post('/api/session', { person: 'sanna', pin: PIN })).status;
  expect(await attempt()).toBe(429);
  shop.clock.advance(31_000);
  expect(await attempt()).toBe(201);
});
test('who was given a PIN chooses another one even then, as soon as the clock is right', async () => {
  const teo = await shop.as('teo');
  const person = { name: 'Runa', roles: ['technician'], authorisation: null };
  await teo.post('/api/people', { id: randomUUID(), person, pin: FIRST_PIN });
  shop.clock.jump(YEARS);
  const tablet = shop.tablet();
  expect((await tablet.post('/api/session', { person: 'runa', pin: FIRST_PIN })).status).toBe(201);
  const choose = () => tablet.post('/api/session/pin', { id: randomUUID(), pin: FIRST_PIN, next: PIN });
  expect(code(await choose())).toEqual([503, 'CLOCK_IN_DOUBT']);
  shop.clock.jump(-YEARS);
  expect((await choose()).status).toBe(201);
});
