import { mkdtempSync, readdirSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { randomUUID } from 'node:crypto';
import { placeKey, sheetPlaces, verifyChain } from '@oak-gate/core';
import type { HashedEntry } from '@oak-gate/core';
import { signIn } from '../support/pages';
import { runProgramBeside, Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';
import { squaredAt } from '../../../core/test/as-planned';

test('a backup is made while readings go on; restored, the shop has every reading that was acknowledged before it began', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const away = mkdtempSync(join(tmpdir(), 'oak-gate-backups-'));
  const ivo = await ApiTablet.signIn(server.address, 'ivo-marrable');
  const jobId = await ivo.openV8('B-1', 'M8-42000');
  const places = sheetPlaces(await ivo.job(jobId)).map(placeKey);
  const acknowledged: string[] = [];
  const stream = (async () => {
    for (const place of places) {
      const id = randomUUID();
      const reading = { type: 'takeReading', place, text: '18/19', unit: 'thou', instrument: 'FS-2' };
      const answers = [{ question: 'expanderOut', answer: 'yes' }];
      const { status } = await ivo.command(
        jobId,
        { ...reading, ...squaredAt(place), answers, slip: null },
        id,
      );
      expect(status).toBe(201);
      acknowledged.push(id);
    }
  })();
  await expect.poll(() => acknowledged.length).toBeGreaterThan(3);
  const before = [...acknowledged];
  const made = await runProgramBeside('backup.mjs', 'backup', '--data', server.folder, '--to', away);
  expect([made.code, made.output]).toEqual([0, expect.stringContaining('Read whole: ')]);
  await stream;
  expect(acknowledged).toHaveLength(places.length);
  await server.stop('SIGKILL');

  const names = readdirSync(away).sort();
  expect(names).toHaveLength(2);
  const [keys = '', file = ''] = names.map((name) => join(away, name));
  const folder = join(away, 'restored');
  const taken = await runProgramBeside(
    'backup.mjs',
    'restore',
    file,
    '--keys',
    keys,
    '--data',
    server.folder,
  );
  expect([taken.code, taken.output]).toEqual([
    1,
    expect.stringContaining('There is something in this folder already'),
  ]);
  const restored = await runProgramBeside('backup.mjs', 'restore', file, '--keys', keys, '--data', folder);
  expect([restored.code, restored.output]).toEqual([0, expect.stringContaining('is a shop again')]);

  const checked = await runProgramBeside('backup.mjs', 'check', '--data', folder);
  expect([checked.code, checked.output]).toEqual([
    0,
    expect.stringContaining('Everything is as it was written'),
  ]);

  const again = await new Server(folder).start();
  const busy = await runProgramBeside('backup.mjs', 'check', '--data', folder);
  expect([busy.code, busy.output]).toEqual([
    1,
    expect.stringContaining('Another server works on this data folder'),
  ]);
  await signIn(page, again.address, 'Ivo Marrable');
  await expect(page.getByRole('row', { name: /B-1/ })).toBeVisible();
  const there = await ApiTablet.signIn(again.address, 'ivo-marrable');
  const { entries } = (await there.get(`/api/jobs/${jobId}/entries`)) as {
    entries: (HashedEntry & { entry: { command: string } })[];
  };
  expect(verifyChain({ entries })).toEqual({ intact: true, length: entries.length });
  const commands = new Set(entries.map(({ entry }) => entry.command));
  expect(before.filter((id) => !commands.has(id))).toEqual([]);
  const [next = ''] = places;
  expect((await there.take(jobId, next, '18/20')).status).toBeLessThan(500);
  await again.remove();
  await server.remove();
  rmSync(away, { recursive: true, force: true });
});

test('asked for what it does not know, the program says how it is used', async () => {
  const asked = await runProgramBeside('backup.mjs', 'backup');
  expect([asked.code, asked.output]).toEqual([1, expect.stringContaining('Use: npm run backup')]);
});
