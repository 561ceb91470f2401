import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { limitChoices, openMatters } from '@oak-gate/core';
import { chromium } from '@playwright/test';
import type { Page } from '@playwright/test';
import { at } from '../src/support/pages';
import { PIN, root, Server } from '../src/support/server';
import { gaugeBores, openSwapV8 } from '../src/support/swap-engine';
import { ApiTablet } from '../src/support/tablet';

interface Shot {
  readonly name: string;
  readonly who: string | null;
  readonly path: string;
  readonly size?: readonly [number, number];
  readonly dark?: boolean;
  readonly then?: (page: Page) => Promise<void>;
  /** What somebody does first. */
  readonly before?: () => Promise<void>;
}
const folder = join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const server = await new Server().seed().start();
const ivo = await ApiTablet.signIn(server.address, 'ivo-marrable');
const open = await ivo.jobId('J-2041');
const sealed = await ivo.jobId('J-2040');
const v8 = await ivo.jobId('J-2042');
const heavy = await ivo.jobId('J-2044');
const swap = await openSwapV8(ivo, 'J-2046', 'M8-12060');
/** The limit of the top ring, on which two documents contradict each other, is chosen and looked at. */
async function decideTopRing(): Promise<void> {
  const perrin = await ApiTablet.signIn(server.address, 'perrin-oduvale');
  const ghislaine = await ApiTablet.signIn(server.address, 'ghislaine-morrow-tann');
  const state = await perrin.job(v8);
  const open = openMatters(state).findings.find((each) => each.kind === 'limitWithheld');
  if (open?.kind !== 'limitWithheld') throw new Error('nothing to decide');
  const { fit, partState, of } = open;
  const judged = { fit, partState, ...(of === undefined ? {} : { of }) };
  const choices = limitChoices(state, judged);
  const choice = choices.find(({ rows }) => rows.min?.startsWith('RL-12') === true);
  if (choice === undefined) throw new Error('no such choice');
  const reason = 'the rings are the maker’s of the leaflet';
  await perrin.must(v8, { type: 'decideLimit', ...judged, rows: choice.rows, reason });
  const [chosen] = (await perrin.job(v8)).limitChosen;
  await ghislaine.must(v8, { type: 'confirmLimit', choice: chosen?.seq ?? 0, accept: true, reason });
}
const shots: readonly Shot[] = [
  {
    name: 'measure',
    who: 'ivo-marrable',
    path: `/jobs/${heavy}/measure?place=boreDiameter@cylinder:4/station:d25/direction:across`,
  },
  {
    name: 'deck',
    who: 'ivo-marrable',
    path: `/jobs/${heavy}/shims`,
    then: async (page) => {
      await page.getByLabel(/Shims at hand/).fill('0.05 0.075 0.10');
      await page.keyboard.press('Tab');
    },
  },
  {
    name: 'map',
    who: 'ivo-marrable',
    path: `/jobs/${heavy}/strip`,
    then: async (page) => {
      await page.getByRole('button', { name: /^Cyl 4, / }).click();
      await page.keyboard.press('1');
    },
  },
  {
    name: 'filing',
    who: 'ivo-marrable',
    path: `/jobs/${swap}/filing`,
    before: () => gaugeBores(ivo, swap),
  },
  { name: 'floor', who: 'perrin-oduvale', path: '/floor' },
  {
    name: 'crankpins',
    who: 'ivo-marrable',
    path: `/jobs/${heavy}/measure?place=crankpinDiameter@journal:pin-2/direction:along/point:front`,
  },
  { name: 'bench', who: 'ivo-marrable', path: `/jobs/${open}/rings?place=${at(3, 1, 'top')}` },
  {
    name: 'bench-v8',
    who: 'ivo-marrable',
    path: `/jobs/${v8}/rings?place=${at(7, 2, 'mid')}`,
    then: (page) => page.keyboard.type('17/18'),
  },
  {
    name: 'bench-tablet-dark',
    who: 'ivo-marrable',
    path: `/jobs/${open}/rings?place=${at(2, 2, 'skirt')}`,
    size: [1024, 768],
    dark: true,
    then: (page) => page.keyboard.press('p').then(() => page.keyboard.type('50/52')),
  },
  { name: 'gate', who: 'perrin-oduvale', path: `/jobs/${v8}/gate/rings` },
  { name: 'library', who: 'teo-lindqvale', path: '/library' },
  {
    name: 'inspection',
    who: 'ivo-marrable',
    path: `/jobs/${heavy}/inspect?slot=piston@cylinder:2`,
  },
  {
    name: 'question',
    who: 'ivo-marrable',
    path: `/jobs/${swap}/questions`,
    then: (page) => page.keyboard.press('2'),
  },
  {
    name: 'model-editor',
    who: 'teo-lindqvale',
    path: '/library/models/T3-29',
    then: async (page) => {
      await page.getByRole('button', { name: 'Make a next version' }).click();
      await page.locator('app-model-questions button.top', { hasText: 'Rings' }).click();
      await page
        .getByRole('button', { name: /Upper scraper/ })
        .first()
        .click();
    },
  },
  { name: 'parts', who: 'ivo-marrable', path: `/jobs/${heavy}/parts?show=life` },
  { name: 'limits', who: 'perrin-oduvale', path: `/jobs/${open}/limits` },
  {
    name: 'fit',
    who: 'perrin-oduvale',
    path: `/jobs/${v8}/fit?fit=ringGap@groove:1/member:ring/station:mid&part=new`,
  },
  { name: 'record', who: 'ghislaine-morrow-tann', path: `/jobs/${sealed}/release` },
  {
    name: 'set',
    who: 'ivo-marrable',
    path: `/jobs/${v8}/rings?place=${at(1, 1, 'mid')}&view=set`,
    before: decideTopRing,
  },
];
const only = process.argv.slice(2);
const browser = await chromium.launch({
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
for (const { name, who, path, size: [width, height] = [1280, 800], dark = false, then, before } of shots) {
  if (only.length > 0 && !only.includes(name)) continue;
  await before?.();
  const context = await browser.newContext({
    viewport: { width, height },
    colorScheme: dark ? 'dark' : 'light',
    locale: 'en-GB',
    reducedMotion: 'reduce',
  });
  const page = await context.newPage();
  if (who !== null)
    await page.request.post(`${server.address}/api/session`, { data: { person: who, pin: PIN } });
  await page.goto(server.address + path);
  await page.locator('.panel, .names, app-sheet table').first().waitFor();
  await page.evaluate(() => document.fonts.ready);
  await then?.(page);
  await page.waitForTimeout(400);
  await page.screenshot({ path: join(folder, `${name}.png`) });
  await context.close();
  console.log(name);
}
await browser.close();
await server.remove();
