import { ledgerEntries } from '@oak-gate/contract';
import { openMatters, tellAgain } from '@oak-gate/core';
import type { Remark } from '@oak-gate/core';
import { signIn } from '../support/pages';
import { Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';

/** What was planted in each job, by an event with which somebody must have answered it. */
const PLANTED: Readonly<Record<string, readonly string[]>> = {
  'J-2041': ['partReworked'],
  'J-2042': ['limitChosen', 'limitDecided'],
  'J-2043': ['partRemoved'],
  'J-2044': ['partRemoved', 'oddDecided', 'lookDecided'],
};

test('the jobs with planted troubles go from their findings to closed, by who may, with photographs of before and after', async ({
  page,
}) => {
  const open = await new Server().seed().start();
  const before = await ApiTablet.signIn(open.address, 'ivo-marrable');
  const server = await new Server().seedClosed().start();
  const { address } = server;
  const ivo = await ApiTablet.signIn(address, 'ivo-marrable');
  const told = async (tablet: ApiTablet, jobId: string) =>
    ledgerEntries.parse(await tablet.get(`/api/jobs/${jobId}/entries`)).entries.map(({ entry }) => entry);
  await signIn(page, address, 'Perrin Oduvale');

  for (const [number, events] of Object.entries(PLANTED))
    await test.step(number, async () => {
      const was = openMatters(await before.job(await before.jobId(number)));
      expect(was.findings.length + was.tasks.filter(({ kind }) => kind === 'file').length).toBeGreaterThan(0);
      const jobId = await ivo.jobId(number);
      const job = await ivo.job(jobId);
      const now = openMatters(job);
      expect([now.findings, now.tasks.filter(({ kind }) => kind === 'file')]).toEqual([[], []]);
      const out = now.statuses.filter(
        ({ state, conceded }) => (state === 'tight' || state === 'loose') && !conceded,
      );
      expect(out.map(({ key }) => key)).toEqual([]);
      const entries = await told(ivo, jobId);
      const types = new Set(entries.map(({ type }) => type));
      expect(events.filter((type) => !types.has(type))).toEqual([]);
      // Decided again from its story alone, everything was right by the rules of its day.
      expect(tellAgain(entries).remarks).toEqual([]);
      const pictures = job.remarks.filter(
        (each): each is Remark & { readonly kind: 'photograph' } => each.kind === 'photograph',
      );
      const pairs = ['before', 'after'].map((when) => pictures.filter((each) => each.when === when).length);
      expect([pairs[0]! > 0, pairs[0]]).toEqual([true, pairs[1]]);
      await page.goto(`${address}/jobs/${jobId}/questions`);
      await expect(page.getByText('Nothing has to be decided', { exact: false })).toBeVisible();
      const [after] = pictures.filter(({ when }) => when === 'after');
      if (after === undefined) return;
      const part = after.finding.replace('part ', '');
      const kind = job.parts.get(part)?.kind ?? '';
      await page.goto(`${address}/jobs/${jobId}/parts?show=${kind}&part=${encodeURIComponent(part)}`);
      const shown = page.locator('app-pictures img').last();
      await expect(shown).toBeVisible();
      await expect
        .poll(() => shown.evaluate((image) => (image as HTMLImageElement).naturalWidth))
        .toBeGreaterThan(100);
    });
});
