import { randomUUID } from 'node:crypto';
import { placeKey, sheetPlaces, verifyChain } from '@oak-gate/core';
import type { HashedEntry } from '@oak-gate/core';
import { at, Bench, signIn } from '../support/pages';
import { runProgram, Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';
import { squaredAt } from '../../../core/test/as-planned';

test('killed in the middle of a stream of readings: every acknowledged one is there, and the chains hold', async () => {
  const server = await new Server().seed().start();
  const ivo = await ApiTablet.signIn(server.address, 'ivo-marrable');
  const jobs = await Promise.all([1, 2, 3].map((i) => ivo.openV8(`P-${i}`, `M8-4000${i}`)));
  const acknowledged: { jobId: string; id: string }[] = [];
  const refused: { jobId: string; id: string }[] = [];
  const stream = jobs.map(async (jobId) => {
    const give = async (place: string, basedOn: object, wanted: number): Promise<boolean> => {
      const id = randomUUID();
      const command = {
        type: 'takeReading',
        place,
        ...basedOn,
        text: wanted === 201 ? '17/18' : '19/20',
        unit: 'thou',
        instrument: 'FS-2',
        answers: [{ question: 'expanderOut', answer: 'yes' }],
        slip: null,
        ...squaredAt(place),
      };
      const answer = await ivo.command(jobId, command, id).catch(() => undefined);
      if (answer === undefined) return false; // the power went
      expect([place, answer.status]).toEqual([place, wanted]);
      (wanted === 201 ? acknowledged : refused).push({ jobId, id });
      return true;
    };
    for (const place of sheetPlaces(await ivo.job(jobId)).map(placeKey)) {
      if (!(await give(place, {}, 201))) return;
      // The same person, as if nothing were there yet, with what cannot be true as well: it is refused.
      if (!(await give(place, { basedOn: 0 }, 409))) return;
    }
  });
  await expect.poll(() => acknowledged.length).toBeGreaterThan(25);
  await server.stop('SIGKILL');
  await Promise.all(stream);
  expect(acknowledged.length).toBeLessThan(96);

  await server.start();
  const again = await ApiTablet.signIn(server.address, 'ivo-marrable');
  for (const jobId of jobs) {
    const { entries } = (await again.get(`/api/jobs/${jobId}/entries`)) as {
      entries: (HashedEntry & { entry: { command: string } })[];
    };
    expect(verifyChain({ entries })).toEqual({ intact: true, length: entries.length });
    const commands = entries.map(({ entry }) => entry.command);
    for (const { id } of acknowledged.filter((each) => each.jobId === jobId))
      expect(commands.filter((each) => each === id)).toHaveLength(1);
    for (const { id } of refused.filter((each) => each.jobId === jobId)) expect(commands).not.toContain(id);
  }
  await server.remove();
});

test('a second server on the same data folder says so and does not start', async ({ demo }) => {
  const second = runProgram('main.mjs', '--data', demo.folder, '--port', '0');
  expect(second.code).toBe(1);
  expect(second.output).toContain('Another server works on this data folder');
});

test('a port that is none is refused with words', () => {
  const wrong = runProgram('main.mjs', '--port', 'harbour');
  expect([wrong.code, wrong.output]).toEqual([1, expect.stringContaining('"harbour" is not a port')]);
});

test('while the server is away readings are kept on the tablet, over a reload too, and sent when it is back', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const ivo = await ApiTablet.signIn(server.address, 'ivo-marrable');
  const jobId = await ivo.openV8('P-9', 'M8-40009');
  await signIn(page, server.address, 'Ivo Marrable');
  const bench = await new Bench(page).open(server.address, jobId, at(1, 2, 'mid'));
  await server.stop('SIGKILL');
  await bench.record('16/17');
  await expect(page.getByRole('status')).toContainText('server away: 1 kept here');
  await expect(bench.cell(at(1, 2, 'mid')).getByRole('img')).toHaveAttribute('aria-label', /not on disk yet/);
  await server.start();
  await page.goto(`${server.address}/jobs/${jobId}/rings`); // a reload: the command comes out of the tablet's store
  await bench.expectState(at(1, 2, 'mid'), 'in');
  await bench.settled();
  await expect.poll(async () => (await ivo.job(jobId)).places.get(at(1, 2, 'mid'))?.readings.length).toBe(1);
  await server.remove();
});

test('a page that is opened while the server is away says so, and opens by itself when it is back', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  await signIn(page, server.address, 'Ivo Marrable');
  const job = page.getByRole('row', { name: /J-2041/ }).locator('a.serial');
  await job.waitFor();
  await server.stop('SIGKILL');
  await job.click();
  await expect(page.getByRole('alert')).toContainText('This page could not be fetched');
  await expect(page).toHaveURL(/\/floor$/);
  await server.start();
  await expect(page.locator('.strip .serial')).toBeVisible();
  await server.remove();
});
