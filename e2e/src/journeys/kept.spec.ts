import { currentReading, placeAt } from '@oak-gate/core';
import { at, Bench, changeHands, Dialog, signIn } from '../support/pages';
import { Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';

test('what is kept on a tablet waits for this server’s own answer and for its author; what comes too late stands at its place', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const { address } = server;
  const dialog = new Dialog(page);
  await signIn(page, address, 'Ivo Marrable');
  const sanna = await ApiTablet.signIn(address, 'sanna-tveldt');
  const jobId = await sanna.jobId('J-2041');
  const place = at(4, 1, 'skirt');
  const tag = page.locator('app-kept-tag a');
  const readings = async (key: string) => placeAt(await sanna.job(jobId), key).readings;
  const commands = '**/api/jobs/*/commands';

  await test.step('neither a strange network’s page nor a server in trouble ends a command', async () => {
    let answered = 0;
    await page.route(commands, async (route) => {
      answered++;
      if (answered === 1)
        await route.fulfill({
          status: 200,
          contentType: 'text/html',
          body: '<h1>Welcome to the harbour</h1>',
        });
      else await route.fulfill({ status: 500, contentType: 'application/json', body: '{}' });
    });
    const bench = await new Bench(page).open(address, jobId, place);
    await bench.record('44/46');
    await expect(tag).toContainText('kept here');
    await expect.poll(() => answered, { timeout: 20_000 }).toBeGreaterThan(2);
    await page.reload();
    await expect(tag).toContainText('1 kept here');
    expect(await readings(place)).toHaveLength(0);
  });
  await test.step('it is not signed by the next hands, and goes out when its author is back', async () => {
    await changeHands(page, 'Perrin Oduvale');
    await page.unroute(commands);
    await expect(tag).toHaveText('1 kept for Ivo Marrable');
    await tag.click();
    await expect(page.getByRole('main')).toContainText(
      'a reading 44/46 at cylinder 4, groove 1, station skirt',
    );
    await expect(page.getByRole('main')).toContainText('Ivo Marrable');
    expect(await readings(place)).toHaveLength(0);
    await changeHands(page, 'Ivo Marrable');
    await expect.poll(async () => (await readings(place)).length).toBe(1);
    const [only, ...more] = await readings(place);
    expect([only?.text, only?.by.id, more]).toEqual(['44/46', 'ivo-marrable', []]);
  });
  await test.step('a ring that is said to be filed after somebody else filed it stands there until it is settled', async () => {
    const short = at(3, 1, 'top');
    const bench = await new Bench(page).open(address, jobId, short);
    await page.route(commands, (route) => route.abort());
    await page.getByRole('button', { name: 'It is filed' }).click();
    await dialog.fill('How: about how much', 'file and gauge, 2 thou');
    await dialog.fill('Why it was filed all the same', 'the customer waits for this one');
    await dialog.done('Filed and deburred');
    await expect(tag).toContainText('1 kept here');
    const job = await sanna.job(jobId);
    const part = currentReading(placeAt(job, short))?.parts.find(({ id }) => id.startsWith('ring'))?.id ?? '';
    const filed = await sanna.command(jobId, { type: 'reworkPart', part, what: 'filed', how: 'by Sanna' });
    expect(filed.status).toBe(201);
    await page.unroute(commands);
    await bench.expectState(short, 'unsettled');
    await expect(tag).toHaveCount(0);
    await page.getByRole('button', { name: 'Settle it' }).click();
    // What happened is the person's word: nothing is chosen before he chose it.
    await dialog.fill('How it is known', 'we spoke: one filing');
    await expect(dialog.box.getByRole('button', { name: 'Settle it' })).toBeDisabled();
    await dialog.choose('Was it done as well?', 'No: it is the same');
    await dialog.done('Settle it');
    await bench.expectState(short, 'spent');
    expect((await sanna.job(jobId)).parts.get(part)?.condition).toBe(2);
  });
  await server.remove();
});
