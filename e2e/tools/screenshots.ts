import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { chromium } from '@playwright/test';
import type { Page } from '@playwright/test';
import { at } from '../src/support/pages';
import { PIN, root, Server } from '../src/support/server';
import { ApiTablet } from '../src/support/tablet';

interface Shot {
  readonly name: string;
  readonly who: string | null;
  readonly path: string;
  readonly size?: readonly [number, number];
  readonly dark?: boolean;
  readonly then?: (page: Page) => Promise<void>;
}
const folder = join(root, 'docs/screenshots');
mkdirSync(folder, { recursive: true });
const server = await new Server().seed().start();
const ivo = await ApiTablet.signIn(server.address, 'ivo-marrable');
const open = await ivo.jobId('J-2041');
const sealed = await ivo.jobId('J-2040');
const v8 = await ivo.openV8('J-2042', 'M8-11873');
const MEASURED: readonly (readonly [number, string, string, string])[] = [1, 2, 3, 4, 5].flatMap(
  (cylinder): [number, string, string, string][] => {
    const port = cylinder % 2 === 1;
    return [
      [cylinder, '2', 'ring', port ? '16/17' : '20/22'],
      [cylinder, '3', 'upper', port ? '17+' : '18+'],
      [cylinder, '3', 'lower', '18/19'],
    ];
  },
);
for (const [cylinder, groove, member, text] of MEASURED) {
  const place = at(cylinder, Number(groove), 'mid', member);
  await ivo.command(v8, {
    type: 'takeReading',
    place,
    basedOn: 0,
    text,
    unit: 'thou',
    instrument: 'FS-2',
    answers: [{ question: 'expanderOut', answer: 'yes' }],
    slip: null,
  });
}

const shots: readonly Shot[] = [
  {
    name: 'sign-in',
    who: null,
    path: '/sign-in',
    then: (page) => page.getByRole('button', { name: 'Perrin Oduvale' }).click(),
  },
  { name: 'floor', who: 'perrin-oduvale', path: '/floor' },
  { name: 'open-job', who: 'ivo-marrable', path: '/jobs/new' },
  { name: 'arrival', who: 'perrin-oduvale', path: `/jobs/${open}/arrival` },
  { name: 'bench', who: 'ivo-marrable', path: `/jobs/${open}/rings?place=${at(3, 1, 'top')}` },
  {
    name: 'bench-typing',
    who: 'ivo-marrable',
    path: `/jobs/${open}/rings?place=${at(4, 1, 'skirt')}`,
    then: (page) =>
      page.keyboard
        .type('38/40')
        .then(() => page.keyboard.press('Escape'))
        .then(() => page.keyboard.type('44/46')),
  },
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
  { name: 'document', who: 'teo-lindqvale', path: '/library/SL-88%20rev%20B' },
  { name: 'instruments', who: 'teo-lindqvale', path: '/instruments' },
  { name: 'shop', who: 'teo-lindqvale', path: '/shop' },
  { name: 'record', who: 'ghislaine-morrow-tann', path: `/jobs/${sealed}/release` },
  { name: 'record-dark', who: 'ghislaine-morrow-tann', path: `/jobs/${sealed}/release`, dark: true },
];
const only = process.argv.slice(2);
const browser = await chromium.launch({
  executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
  args: ['--no-sandbox', '--disable-gpu'],
});
for (const { name, who, path, size: [width, height] = [1280, 800], dark = false, then } of shots) {
  if (only.length > 0 && !only.includes(name)) continue;
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
