import { randomUUID } from 'node:crypto';
import { currentReading, mapDoubts, placeAt, unmapped } from '@oak-gate/core';
import { hiddenParts } from '../support/geometry';
import { Bench, Dialog, drag, signIn } from '../support/pages';
import { Server } from '../support/server';
import { gaugeBores, openSwapV8, secondGap, secondRing } from '../support/swap-engine';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';

test('the map of an engine that is taken apart: by keys, with wrong input on the way, from two tablets', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const { address } = server;
  const sanna = await ApiTablet.signIn(address, 'sanna-tveldt');
  const perrin = await ApiTablet.signIn(address, 'perrin-oduvale');
  const jobId = await sanna.jobId('J-2044');
  const dialog = new Dialog(page);
  await signIn(page, address, 'Ivo Marrable');
  await page.goto(`${address}/jobs/${jobId}/strip`);
  const part = (tag: string) => page.getByRole('button', { name: new RegExp(`^${tag}, `) });
  const entry = async (slot: string) => (await sanna.job(jobId)).asFound.get(slot);

  await test.step('the gate says how many parts are still to be put down, and the first of them is in hand', async () => {
    await expect(page.locator('nav a', { hasText: 'Strip' })).toContainText('waits for 73 parts');
    await expect(page.locator('footer .what')).toContainText('Next: 1-P, piston. Which way was it?');
    expect(await hiddenParts(page)).toEqual([]);
  });
  await test.step('nothing is put down before it is said which way; then the next part lifts', async () => {
    await expect(page.getByRole('button', { name: /It lay so/ })).toBeDisabled();
    await page.keyboard.press('3');
    await page.getByRole('button', { name: 'as the engine' }).click();
    await page.getByLabel('Hours').fill('eleven thousand');
    await page.getByRole('button', { name: /It lay so/ }).click();
    await expect(page.getByRole('alert')).toContainText('is no number of hours');
    await page.getByLabel('Hours').fill('11480');
    await page.getByRole('button', { name: /It lay so/ }).click();
    await expect(page.locator('footer .what')).toContainText('Next: 1-B1, bolt');
    await expect(part('1-P')).toHaveAttribute('aria-label', '1-P, piston, to the left, reused');
    await expect.poll(async () => (await entry('piston@cylinder:1'))?.hours).toBe(11_480);
  });
  await test.step('what has no way round is only there, or is not; of what nobody can tell it is said', async () => {
    await page.keyboard.press('Enter');
    await expect(page.locator('footer .what')).toContainText('Next: 1-B2, bolt');
    await page.keyboard.press('n');
    await expect(page.locator('footer .what')).toContainText('Next: 1-SU, rod shell, upper half');
    await page.keyboard.press('u');
    await expect(part('1-SU')).toHaveAttribute('aria-label', /which way nobody can tell/);
  });
  await test.step('odd without a word is not put down', async () => {
    await page.keyboard.press('o');
    await page.keyboard.press('1');
    await expect(page.getByRole('button', { name: /It lay so/ })).toBeDisabled();
    await page.getByLabel('What is odd of it').fill('a dark line along one edge');
    await page.getByRole('button', { name: /It lay so/ }).click();
    // It was the last of its cylinder: the next part is of another one.
    await page.getByRole('button', { name: /^Cyl 1, 11 of 11/ }).click();
    await expect(part('1-SL')).toContainText('a dark line along one edge');
  });
  await test.step('said anew it asks why, and both stand', async () => {
    await part('1-P').click();
    await page.keyboard.press('1');
    await page.getByRole('button', { name: /Say it anew/ }).click();
    await dialog.fill('Why it is said anew', 'the mark is on the other side');
    await dialog.done('Say it anew');
    await expect.poll(async () => (await entry('piston@cylinder:1'))?.before?.way).toBe('left');
  });
  await test.step('what somebody else said meanwhile is not written over', async () => {
    await part('1-C').click();
    const said = { slot: 'cap@cylinder:1', there: true, cannotTell: false, odd: '', remark: '', hours: null };
    await sanna.must(jobId, {
      ...{ type: 'sayAsFound', ...said, way: 'rear', atBuild: 'reused', reason: 'looked at it again' },
    });
    await expect(part('1-C')).toHaveAttribute('aria-label', /to the rear/);
    const stale = await sanna.post(`/api/jobs/${jobId}/commands`, {
      id: randomUUID(),
      command: { type: 'sayAsFound', ...said, way: 'left', atBuild: 'reused', reason: 'x', basedOn: 1 },
    });
    expect([stale.status, (stale.body as { code: string }).code]).toEqual([409, 'AS_FOUND_SAID_ANEW']);
  });
  await test.step('tags come as print; the whole map passes its gate, and what was odd waits for an inspector', async () => {
    const tags = await page.request.get(`${address}/api/jobs/${jobId}/tags.pdf`);
    expect([tags.status(), (await tags.body()).subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
    for (const { slot, ways } of unmapped(await sanna.job(jobId)))
      await sanna.must(jobId, {
        ...{ type: 'sayAsFound', slot, there: true, way: ways[0] ?? null, cannotTell: false },
        ...{ odd: '', remark: '', hours: null, atBuild: 'reused', reason: '' },
      });
    await sanna.sign(jobId, 'strip');
    await page.goto(`${address}/jobs/${jobId}/gate/measure`);
    const odd = page.locator('.finding', { hasText: 'faces the other way than the book says' });
    await expect(odd).toContainText('was found odd');
    const [finding] = mapDoubts(await perrin.job(jobId));
    await perrin.must(jobId, { type: 'decideOdd', finding: finding?.id, keep: true, reason: 'run in so' });
  });
  await server.remove();
});

test('rings change places before they are filed, then are filed by strokes that are learnt, measured again, and shims stand under a liner', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const { address } = server;
  const ivo = await ApiTablet.signIn(address, 'ivo-marrable');
  const dialog = new Dialog(page);
  const bench = new Bench(page);
  const jobId = await openSwapV8(ivo, 'J-77', 'M8-11999');
  const job = () => ivo.job(jobId);
  await signIn(page, address, 'Ivo Marrable');
  const filing = `${address}/jobs/${jobId}/filing`;

  await test.step('before the bores are gauged nobody proposes anything, and it is said why', async () => {
    await page.goto(filing);
    await expect(page.locator('h1')).toHaveText('3 rings to file, 1 beyond filing.');
    await expect(page.getByText(/have bores that are not gauged/)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Swap as drawn' })).toHaveCount(0);
  });
  await gaugeBores(ivo, jobId);
  await test.step('what is proposed is drawn, becomes a plan, and spends nothing', async () => {
    await expect(page.locator('.before')).toHaveText('As boxed 3 rings to file, 1 beyond filing.');
    await expect(page.locator('h1')).toHaveText('Swapped as drawn: nothing to file, 1 beyond filing.');
    expect(await hiddenParts(page)).toEqual([]);
    await page.getByRole('button', { name: 'Swap as drawn' }).click();
    await expect(page.getByRole('heading', { name: /rings shall move/ })).toBeVisible();
    await expect.poll(async () => (await job()).plans.length).toBe(1);
    expect(currentReading(placeAt(await job(), secondGap('1')))?.text).toBe('14/15');
  });
  await test.step('the same is asked as a question: each answer says what it would mean, and the inspector gives his own', async () => {
    await page.goto(`${address}/jobs/${jobId}/questions`);
    await expect(page.locator('h1')).toContainText('tight by up to 2.0 thou.');
    await expect(page.locator('.notice')).toContainText('decided on it already: 6 parts moved');
    const answer = (title: RegExp) => page.locator('.answer', { hasText: title });
    await expect(answer(/^1File 3\.0 thou off this ring/)).toContainText('17.0 to 18.0');
    await expect(answer(/Accept it as it is/)).toContainText('not yours to give');
    // What is alike is answered with it where somebody says so: a plan for each, and nothing is spent.
    const before = (await job()).plans.length;
    await answer(/^1File/).click();
    await page.getByRole('checkbox', { name: /^The same for 2 more that are alike/ }).check();
    await page.getByRole('button', { name: /Decide so/ }).click();
    await expect.poll(async () => (await job()).plans.length).toBe(before + 3);
    for (const { seq } of (await job()).plans.slice(before))
      await ivo.must(jobId, { type: 'dropPlan', plan: seq, reason: 'the swap comes first' });
    expect(await hiddenParts(page)).toEqual([]);
    await answer(/Accept it as it is/).click();
    await expect(page.getByRole('button', { name: /Decide so/ })).toBeDisabled();
    await page.keyboard.press('ArrowRight');
    await expect(page.locator('.thread')).toContainText('2 of');
    await page.goto(filing);
  });
  await test.step('a plan is given up with a reason; by hand a ring is put where a person wants it', async () => {
    await page.getByRole('button', { name: 'Give it up' }).click();
    await dialog.fill('Reason', 'only one of them');
    await dialog.done('Give it up');
    await expect(page.getByRole('heading', { name: /rings shall move/ })).toHaveCount(0);
    await page.getByRole('button', { name: 'By hand' }).click();
    await page.getByRole('button', { name: 'As boxed', exact: true }).click();
    await expect(page.getByText('As they came: another order would save some of it.')).toBeVisible();
    await page.getByRole('button', { name: 'Ring of 3 stays' }).click();
    await expect(page.getByRole('button', { name: 'Ring of 3 stays' })).toHaveAttribute(
      'aria-pressed',
      'true',
    );
    await page.getByRole('button', { name: 'As boxed', exact: true }).click();
    await page.getByRole('button', { name: /^Ring of 1, 14\/15/ }).click();
    await page.getByRole('button', { name: /^Bore of 2, / }).click();
    await expect(page.locator('h1')).toContainText('As drawn:');
    // The same by dragging: back, and there again.
    await page.getByRole('button', { name: 'As boxed', exact: true }).click();
    await drag(
      page,
      page.getByRole('button', { name: /^Ring of 1, 14\/15/ }),
      page.getByRole('button', { name: /^Bore of 2, / }),
    );
    await expect(page.locator('h1')).toContainText('As drawn:');
    await page.getByRole('button', { name: 'Swap as drawn' }).click();
    await expect(page.getByRole('heading', { name: '2 rings shall move' })).toBeVisible();
  });
  await test.step('when they have moved, what was measured of them is spent, and they are measured again', async () => {
    await page.getByRole('button', { name: 'They have moved' }).click();
    await expect.poll(async () => (await job()).slots.get(secondRing('1'))).toBe(`${secondRing('2')}#1`);
    expect(currentReading(placeAt(await job(), secondGap('1')))).toBeUndefined();
    expect(currentReading(placeAt(await job(), secondGap('3')))?.text).toBe('15/16');
    for (const [cylinder, text] of [
      ['1', '19/20'],
      ['2', '17/18'],
    ] as const)
      await ivo.takeThere(jobId, secondGap(cylinder), text);
  });
  await test.step('strokes are said when the edges are dressed; then the bench asks for the ring', async () => {
    await page.goto(`${filing}?ring=${encodeURIComponent(secondRing('5'))}`);
    await expect(page.locator('.which')).toHaveText(/^Cyl 5, /);
    await expect(page.locator('.headline')).toHaveText('A few strokes, then measure');
    const done = page.getByRole('button', { name: /done, measure/ });
    await expect(done).toBeDisabled();
    await page.getByRole('button', { name: 'One stroke more' }).click();
    await page.getByLabel('Minutes that it took').fill('4');
    await page.getByRole('checkbox', { name: /edges dressed/ }).check();
    await expect(done).toHaveText('3 done, measure');
    await done.click();
    await dialog.fill('Why it was filed all the same', 'the other groove comes tomorrow');
    await dialog.done('3 strokes taken');
    await expect(bench.inHand).toHaveAttribute('data-place', secondGap('5'));
    const filed = (await job()).parts.get(`${secondRing('5')}#1`)?.history.at(-1);
    expect(filed?.round).toEqual({ strokes: 3, tool: 'hand-cranked grinder', minutes: 4 });
    await ivo.takeThere(jobId, secondGap('5'), '15/16');
  });
  await test.step('from then on it is told how many, and never so many that the fastest stroke takes too much', async () => {
    await page.goto(`${filing}?ring=${encodeURIComponent(secondRing('5'))}`);
    await expect(page.locator('.rate')).toHaveText('0.67 thou a stroke of yours, from 1 gap');
    await expect(page.locator('.headline')).toHaveText('1 stroke, then measure');
    await expect(page.locator('.rounds li')).toHaveText(['3 strokes2.0 thou']);
    await page.getByRole('button', { name: 'loose side' }).click();
    await expect(page.locator('.headline')).toHaveText('5 strokes, then measure');
    const slips = await page.request.get(
      `${address}/api/jobs/${jobId}/slips.pdf?sheet=ringGap&tool=diamond%20file`,
    );
    expect([slips.status(), (await slips.body()).subarray(0, 5).toString()]).toEqual([200, '%PDF-']);
  });
  await test.step('a shim is chosen of those at hand, planned, and its liner measured again when it lies there', async () => {
    const heavy = await ivo.jobId('J-2044');
    await page.goto(`${address}/jobs/${heavy}/shims`);
    const atHand = page.getByLabel(/Shims at hand/);
    await atHand.fill('0.05 thin');
    await atHand.press('Tab');
    await expect(page.getByText('thin is no thickness.')).toBeVisible();
    await atHand.fill('0.05 0.075 0.10');
    await atHand.press('Tab');
    await expect(page.getByRole('heading', { name: '0.05 under Cyl 2.' })).toBeVisible();
    await page.getByRole('button', { name: 'Shim it so' }).click();
    await expect(page.getByText('Cyl 2: shimmed, 0.05 mm under its flange')).toBeVisible();
    const place = 'linerProtrusion@cylinder:2/point:h12';
    expect(currentReading(placeAt(await ivo.job(heavy), place))?.text).toBe('0.073');
    await page.getByRole('button', { name: 'It is done' }).click();
    await expect(page.getByRole('heading', { name: 'Measure Cyl 2 first.' })).toBeVisible();
    await expect.poll(async () => currentReading(placeAt(await ivo.job(heavy), place))).toBeUndefined();
    expect(await hiddenParts(page)).toEqual([]);
  });
  await server.remove();
});
