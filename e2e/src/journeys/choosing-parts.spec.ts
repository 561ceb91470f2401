import { randomUUID } from 'node:crypto';
import { join } from 'node:path';
import {
  aboutPart,
  kitStands,
  livesOf,
  openMatters,
  openPlans,
  placeAt,
  remarksOn,
  runningPlaces,
  slotsOf,
} from '@oak-gate/core';
import { plannedAt } from '../../../core/test/as-planned';
import { hiddenParts } from '../support/geometry';
import { Dialog, drag, signIn } from '../support/pages';
import { root, Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';

const BOLT = 'bolt@cylinder:1/fastener:rod-1';

test('parts with their kits, papers, lives and photographs: what is missing holds, and what waits for the server is not lost', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const { address } = server;
  const ivo = await ApiTablet.signIn(address, 'ivo-marrable');
  const perrin = await ApiTablet.signIn(address, 'perrin-oduvale');
  const jobId = await ivo.jobId('J-2044');
  const job = () => ivo.job(jobId);
  const dialog = new Dialog(page);
  await signIn(page, address, 'Ivo Marrable');

  await test.step('what the engine runs with is put down before it is taken apart', async () => {
    await page.goto(`${address}/jobs/${jobId}/strip`);
    await page.getByRole('link', { name: /^Running, 0 of/ }).click();
    const field = page.getByLabel(/end float, as it ran/i);
    await field.fill('a lot');
    await field.press('Enter');
    await expect(page.getByRole('alert')).toContainText('a lot');
    await field.fill('0,42');
    await field.press('Enter');
    await expect(page.getByText('within what may go on running')).toBeVisible();
    const ran = async () => runningPlaces(await job()).flatMap(({ entry }) => entry?.size ?? []);
    expect(await ran()).toEqual([420_000]);
    expect(await hiddenParts(page)).toEqual([]);
  });
  await test.step('a kit is counted thing by thing; what is short holds what its parts are measured on', async () => {
    await page.goto(`${address}/jobs/${jobId}/kits`);
    const put = page.getByRole('button', { name: 'It holds this' });
    await expect(page.locator('footer .what')).toHaveText('Which number stands on the box?');
    await page.getByLabel('Number on the box').fill('4471');
    await page.getByLabel('Liners, found').fill('six');
    await expect(page.getByText('a whole number')).toBeVisible();
    await expect(put).toBeDisabled();
    for (const all of await page.getByRole('button', { name: /, all there$/ }).all()) await all.click();
    await page.getByLabel('Intermediate rings, found').fill('5');
    await page.getByLabel('Intermediate rings, lot').fill('5512');
    await expect(page.locator('footer .what')).toHaveText('1 thing is short.');
    await put.click();
    await expect(page.getByText('1 of 6 intermediate rings missing')).toBeVisible();
    const held = async (sheet: string) =>
      openMatters(await job(), [sheet]).findings.some(({ kind }) => kind === 'kitDiffers');
    expect([await held('ringGap'), await held('pinDiameter')]).toEqual([true, false]);
    await page.getByRole('button', { name: 'Count it again' }).click();
    for (const all of await page.getByRole('button', { name: /, all there$/ }).all()) await all.click();
    await expect(page.locator('footer .what')).toHaveText('Why is it counted again?');
    await page.getByLabel('Why it is counted again').fill('the sixth one lay in the lid');
    await put.click();
    await expect(page.getByText('Cylinder set for six 4471: whole')).toBeVisible();
    expect(await held('ringGap')).toBe(false);
    expect(kitStands(await job())[0]?.unpacked.before?.ticks[3]?.found).toBe(5);
  });
  await test.step('a part whose life nobody knows is first in its list, until its hours are said', async () => {
    await page.goto(`${address}/jobs/${jobId}/parts`);
    await expect(page.locator('h1')).toHaveText('Parts');
    const due = async () => livesOf(await job()).filter(({ life }) => life.verdict !== 'ok').length;
    const before = await due();
    await expect(page.locator('.lines .line').first()).toContainText('nobody knows its hours');
    await page.getByRole('button', { name: 'What it is…' }).click();
    await dialog.fill('Hours', 'many');
    await dialog.fill('How it is known', 'log book');
    await dialog.box.getByRole('button', { name: 'Say so' }).click();
    await expect(dialog.box.getByRole('alert')).toContainText('is no number');
    await dialog.fill('Hours', '11480');
    await dialog.done('Say so');
    await expect.poll(due).toBe(before - 1);
  });
  await test.step('a part of another design changes what is asked, and the usual one in its place is asked again', async () => {
    const slot = 'ring@cylinder:5/groove:2/member:ring';
    const place = 'ringSideClearance@cylinder:5/groove:2/member:ring';
    const shown = page.locator('app-entry-bar .understood');
    const ring = { state: 'new', lot: 'lot 9', maker: 'Ostrand' };
    await ivo.must(jobId, { type: 'fitParts', slots: [slot], ...ring, partNumber: 'HD-R2K' });
    await page.goto(`${address}/jobs/${jobId}/build?place=${place}`);
    await expect(shown).toContainText('not asked of the keystone intermediate ring');
    await expect(page.locator('app-sheet-clips .clip[aria-selected=true]')).toContainText('of 11');
    expect(openMatters(await job(), ['ringSideClearance']).open.map(({ key }) => key)).not.toContain(place);
    await ivo.must(jobId, {
      ...{ type: 'replacePart', part: `${slot}#1`, reason: 'the parallel one is meant' },
      instead: { ...ring, partNumber: 'HD-R2' },
    });
    await expect(shown).not.toContainText('not asked of');
    await expect(page.locator('app-sheet-clips .clip[aria-selected=true]')).toContainText('of 12');
    expect(openMatters(await job(), ['ringSideClearance']).open.map(({ key }) => key)).toContain(place);
  });
  await test.step('a paper belongs to its part; what is no paper is refused in words', async () => {
    await page.goto(`${address}/jobs/${jobId}/parts?show=bolt&part=${encodeURIComponent(`${BOLT}#1`)}`);
    const paper = page.getByLabel('A paper of this part');
    await paper.setInputFiles({ name: 'rows.csv', mimeType: 'text/csv', buffer: Buffer.from('a,b\n1,2') });
    await dialog.fill('What it is, with its number', 'release tag 8814');
    await dialog.box.getByRole('button', { name: 'Keep it' }).click();
    await expect(dialog.box.getByRole('alert')).toContainText('rows.csv');
    await page.keyboard.press('Escape');
    const pdf = Buffer.from('%PDF-1.4\n1 0 obj<</Type/Catalog>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF\n');
    await paper.setInputFiles({ name: 'tag.pdf', mimeType: 'application/pdf', buffer: pdf });
    await dialog.fill('What it is, with its number', 'release tag 8814');
    await dialog.done('Keep it');
    const kept = page.getByRole('link', { name: 'release tag 8814' });
    await expect(kept).toBeVisible();
    const got = await page.request.get(`${address}${(await kept.getAttribute('href')) ?? ''}`);
    expect([got.status(), got.headers()['content-type'], (await got.body()).equals(pdf)]).toEqual([
      ...[200, 'application/pdf', true],
    ]);
  });
  await test.step('a photograph that finds no server waits on the tablet, over a reload, and goes out by itself', async () => {
    const pictures = '**/api/jobs/*/photographs?**';
    await page.route(pictures, (route) => route.abort());
    await page
      .locator('app-pictures input[type=file]')
      .first()
      .setInputFiles(join(root, 'docs/screenshots/floor.png'));
    await expect(page.getByText('waits for the server', { exact: false }).first()).toBeVisible();
    await expect(page.locator('app-kept-tag a')).toContainText('1 photograph waits');
    await page.reload();
    await expect(page.locator('app-pictures .waiting img')).toBeVisible();
    await page.locator('app-kept-tag a').click();
    await expect(page.getByRole('main')).toContainText('Photograph floor.jpg');
    expect(remarksOn(await job(), aboutPart(`${BOLT}#1`)).some(({ kind }) => kind === 'photograph')).toBe(
      false,
    );
    await page.unroute(pictures);
    await expect
      .poll(
        async () =>
          remarksOn(await job(), aboutPart(`${BOLT}#1`)).filter(({ kind }) => kind === 'photograph').length,
        { timeout: 40_000 },
      )
      .toBe(1);
    await expect(page.getByRole('main')).not.toContainText('Photograph floor.jpg');
  });
  await test.step('what was out and is taken back by one person waits for another', async () => {
    const place = openMatters(await job()).findings.flatMap((each) =>
      each.kind === 'outOfLimits' && each.word === 'loose' ? [each.place] : [],
    )[0]!;
    const { readings } = placeAt(await job(), place);
    const current = readings.findLast(({ status }) => status === 'current')!;
    const taker = current.by.id === 'ivo-marrable' ? ivo : await ApiTablet.signIn(address, current.by.id);
    await taker.must(jobId, {
      type: 'voidReading',
      place,
      reading: current.seq,
      reason: 'the gauge was dropped',
    });
    await page.goto(
      `${address}/jobs/${jobId}/questions?question=${encodeURIComponent(`withdrawn ${place}`)}`,
    );
    await expect(page.locator('h1')).toContainText('took it back');
    const agree = { type: 'agreeWithdrawal', place, reading: current.seq, reason: 'seen' };
    expect((await taker.command(jobId, agree)).status).toBe(403);
    await perrin.must(jobId, agree);
    await expect(page.locator('h1')).not.toContainText('took it back');
  });
});

test('shells are chosen from what is at hand: read, proposed, planned, and measured again', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const { address } = server;
  const ivo = await ApiTablet.signIn(address, 'ivo-marrable');
  const dialog = new Dialog(page);
  const opened = await ivo.post('/api/jobs', {
    ...{ id: randomUUID(), route: 'short-block-dry' },
    job: { number: 'J-78', duty: 'farm', reason: 'bearings' },
    engine: {
      ...{ model: 'T3-29', serial: 'T3-066121', oversize: '0', pistonMaterial: null, buildDate: null },
      ...{ ringPartNumber: null, hoursSinceNew: 6_120, hoursSinceOverhaul: 2_210 },
    },
  });
  const { jobId } = opened.body as { jobId: string };
  const job = () => ivo.job(jobId);
  const layout = (await job()).pins[0]!.model.layout;
  await ivo.must(jobId, { type: 'takeInstrument', instrument: 'PS-1' });
  const read = async (cylinder: string, text: string): Promise<void> => {
    const place = `rodClearance@cylinder:${cylinder}`;
    await ivo.must(jobId, {
      ...{
        type: 'takeReading',
        ...plannedAt(await job(), place),
        place,
        text,
        unit: 'mm',
        instrument: 'PS-1',
      },
      ...{ slip: null, answers: ['dry', 'notTurned'].map((question) => ({ question, answer: 'yes' })) },
    });
  };
  for (const kind of ['rodShell', 'journal', 'rod', 'bolt']) {
    const slots = slotsOf(layout, kind).map(({ key }) => key);
    await ivo.must(jobId, { type: 'fitParts', slots, state: 'new', partNumber: `${kind}-1`, lot: null });
  }
  await signIn(page, address, 'Ivo Marrable');
  const shells = `${address}/jobs/${jobId}/shells`;

  await test.step('before anything is known it says what is to be measured, and reads no figure that is none', async () => {
    await page.goto(`${shells}?sheet=rodClearance`);
    await expect(page.locator('h1')).toContainText('to measure or read first');
    await page.getByLabel(/Undersizes at hand/).fill('thin');
    await page.getByLabel(/Undersizes at hand/).press('Tab');
    await expect(page.getByText(/thin cannot be read/)).toBeVisible();
    await page.getByLabel(/Undersizes at hand/).fill('');
    await page.getByLabel(/Undersizes at hand/).press('Tab');
  });
  await read('1', '0.075-0.100');
  await test.step('of which class the shells are that lie there is read before others are proposed', async () => {
    await page.goto(`${shells}?sheet=rodClearance&journal=pin-1`);
    await expect(page.locator('aside h2')).toHaveText('Read the class on its shells first.');
    const parts = ['upper', 'lower'].map((half) => `rodShell@cylinder:1/point:${half}#1`);
    await ivo.must(jobId, { type: 'sayPartFacts', parts, facts: { sizeClass: 'STD' }, reason: 'as stamped' });
    await expect(page.locator('aside h2')).toHaveText('No shell at hand does it.');
  });
  await test.step('what is at hand brings the rod in; planned, it spends nothing', async () => {
    await page.getByLabel(/Undersizes at hand/).fill('0.012 0.025');
    await page.getByLabel(/Undersizes at hand/).press('Tab');
    await expect(page.locator('aside h2')).toContainText('to change');
    expect(await hiddenParts(page)).toEqual([]);
    await page.getByRole('button', { name: 'Change them so' }).click();
    await expect(
      page.getByRole('heading', { name: 'To do: nothing is spent before it is in' }),
    ).toBeVisible();
    await expect.poll(async () => openPlans(await job()).length).toBeGreaterThan(0);
    expect(placeAt(await job(), 'rodClearance@cylinder:1').readings.at(-1)?.status).toBe('current');
  });
  await test.step('a half that is in is named as it is stamped, and its bearing is measured again', async () => {
    const [plan] = openPlans(await job());
    const part = plan?.work.kind === 'replace' ? plan.work.part : '';
    await page.getByRole('button', { name: 'It is in…' }).first().click();
    await dialog.fill('Part number', 'RS-52-U');
    await dialog.done('It is in');
    await expect.poll(async () => (await job()).parts.get(part)?.slot).toBeNull();
    const cylinder = /cylinder:(\d)/u.exec(part)?.[1] ?? '';
    expect(placeAt(await job(), `rodClearance@cylinder:${cylinder}`).readings.at(-1)?.status).toBe('spent');
  });
  await test.step('a plan is given up with a reason', async () => {
    const before = openPlans(await job()).length;
    if (before === 0) return;
    await page.getByRole('button', { name: 'Give it up' }).first().click();
    await dialog.fill('Reason', 'none left');
    await dialog.done('Give it up');
    await expect.poll(async () => openPlans(await job()).length).toBe(before - 1);
  });
});

test('pistons go where their clearance is in: proposed once bores and skirts are known, dragged, planned, and measured again', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const { address } = server;
  const ivo = await ApiTablet.signIn(address, 'ivo-marrable');
  const opened = await ivo.post('/api/jobs', {
    ...{ id: randomUUID(), route: 'strip-and-short-block' },
    job: { number: 'J-79', duty: 'heavy tow', reason: 'pistons' },
    engine: {
      ...{ model: 'HD6-127', serial: 'HD6-540919', oversize: '0', pistonMaterial: null, buildDate: null },
      ...{ ringPartNumber: null, hoursSinceNew: 6_120, hoursSinceOverhaul: 2_210 },
    },
  });
  const { jobId } = opened.body as { jobId: string };
  const job = () => ivo.job(jobId);
  const layout = (await job()).pins[0]!.model.layout;
  for (const instrument of ['BG-3', 'MC-7']) await ivo.must(jobId, { type: 'takeInstrument', instrument });
  const slots = slotsOf(layout, 'piston').map(({ key }) => key);
  await ivo.must(jobId, { type: 'fitParts', slots, state: 'new', partNumber: 'HD-P127', lot: '88' });
  const take = async (place: string, text: string, unit: string, instrument: string, more: object = {}) =>
    ivo.must(jobId, {
      ...{ type: 'takeReading', ...plannedAt(await job(), place), place, text, unit, instrument },
      ...{ answers: [], slip: null, ...more },
    });
  const setting = { setting: { text: '127.00', unit: 'mm', against: 'setting ring SR-127' } };
  const skirt = (cylinder: number) => `pistonSkirt@cylinder:${cylinder}`;
  // Piston 1 is too large for its bore and piston 2 too small for its own: in each other's both are in.
  const SKIRTS = ['126.88', '126.81', '126.84', '126.83', '126.85', '126.84'];
  for (const cylinder of [1, 2, 3, 4, 5, 6]) {
    for (const station of ['d25', 'd75', 'd130', 'd190', 'd240'])
      for (const direction of ['along', 'across']) {
        const place = `boreDiameter@cylinder:${cylinder}/station:${station}/direction:${direction}`;
        await take(place, cylinder === 2 ? '+3' : '+1', 'mm', 'BG-3', setting);
      }
    await take(skirt(cylinder), SKIRTS[cylinder - 1]!, 'mm', 'MC-7');
  }
  await signIn(page, address, 'Ivo Marrable');

  await test.step('what is proposed moves two and brings both in', async () => {
    await page.goto(`${address}/jobs/${jobId}/pistons`);
    await expect(page.locator('h1')).toHaveText('Swapped as drawn: every one is in.');
    await expect(page.getByText('As they came 2 out of its band.', { exact: false })).toBeVisible();
    expect(await hiddenParts(page)).toEqual([]);
  });
  await test.step('by hand one is dragged back, and one is kept where it is', async () => {
    await page.getByRole('button', { name: 'By hand' }).click();
    await page.getByRole('button', { name: 'As they came' }).click();
    await expect(page.locator('h1')).toHaveText('As they came: 2 out of its band.');
    await drag(
      page,
      page.getByRole('button', { name: /^Piston of 1, 126\.88/ }),
      page.getByRole('button', { name: /^Bore of 2, / }),
    );
    await expect(page.locator('h1')).toHaveText('As drawn: every one is in.');
    await page.getByRole('button', { name: 'Piston of 3 stays' }).click();
    await expect(page.getByRole('button', { name: 'Piston of 3 stays' })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
  });
  await test.step('planned it spends nothing; moved, each is measured again in its own bore', async () => {
    await page.getByRole('button', { name: 'As proposed' }).click();
    await page.getByRole('button', { name: 'Swap as drawn' }).click();
    await expect(page.getByRole('heading', { name: '2 pistons shall move' })).toBeVisible();
    expect(placeAt(await job(), skirt(1)).readings.at(-1)?.status).toBe('current');
    await page.getByRole('button', { name: 'They have moved' }).click();
    await expect.poll(async () => (await job()).slots.get('piston@cylinder:1')).toBe('piston@cylinder:2#1');
    expect(placeAt(await job(), skirt(1)).readings.at(-1)?.status).toBe('spent');
    expect(placeAt(await job(), skirt(3)).readings.at(-1)?.status).toBe('current');
  });
});
