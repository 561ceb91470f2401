import { randomUUID } from 'node:crypto';
import type { Page } from '@playwright/test';
import { hiddenParts } from '../support/geometry';
import { at, signIn } from '../support/pages';
import { illegibleIn, inTheme, turnTo } from '../support/themes';
import { gaugeBores, openSwapV8 } from '../support/swap-engine';
import { ApiTablet } from '../support/tablet';
import { wideEngine } from '../support/wide-engine';
import { expect, test } from '../support/test';

let jobs: Record<'open' | 'sealed' | 'v8' | 'heavy' | 'wide' | 'marine' | 'blind' | 'swap', string>;
const LONG = 'LETTER-OF-A-NUMBER-THAT-NOBODY-WOULD-GIVE-IT-2026/0417-B';
test.beforeAll(async ({ demo }) => {
  const ivo = await ApiTablet.signIn(demo.address, 'ivo-marrable');
  jobs = {
    open: await ivo.jobId('J-2041'),
    sealed: await ivo.jobId('J-2040'),
    v8: await ivo.openV8('S-1', 'M8-50001'),
    heavy: await ivo.jobId('J-2044'),
    marine: await ivo.jobId('J-2042'),
    swap: await openSwapV8(ivo, 'S-18', 'M8-50018'),
    wide: '',
    blind: '',
  };
  await gaugeBores(ivo, jobs.swap);
  const teo = await ApiTablet.signIn(demo.address, 'teo-lindqvale');
  const drafted = await teo.post('/api/library/revisions', {
    id: randomUUID(),
    revision: {
      number: LONG,
      revision: 'supplement to the third issue',
      title: `${'About ring end gaps, side clearances and rod bolts. '.repeat(5)}${'Veryverylong'.repeat(3)}`,
      kind: 'letter',
      issued: '2026-01-01',
      effective: '2026-01-02',
      models: ['VA-4-330', 'M8-52', 'AX6-240'],
      cautions: ['Do not file a ring that is plated on its face. '.repeat(8)],
      notes: 'A note that goes on for a while. '.repeat(30),
    },
  });
  expect(drafted.status).toBe(201);
  const model = await teo.post('/api/library/models', { id: randomUUID(), file: wideEngine('W16') });
  expect([model.status, model.body]).toMatchObject([201, {}]);
  await teo.publish(
    await ApiTablet.signIn(demo.address, 'perrin-oduvale'),
    {
      ...{ number: 'WM-16', revision: '1', title: 'Zylinderbohrungen und Kolbenringe', kind: 'manual' },
      ...{ issued: '2026-01-01', effective: '2026-01-02', models: ['W16'] },
    },
    Buffer.from(
      [
        'row,characteristic,min,max,unit,service_max',
        '1,boreDiameter,99.5000,99.5300,mm,99.6800',
        '2,boreOutOfRound,,0.0400,mm,',
      ].join('\n'),
    ),
  );
  const { status, body } = await ivo.post('/api/jobs', {
    id: randomUUID(),
    route: 're-ring',
    job: { number: 'S-16', duty: 'continuous marine', reason: 'overhaul' },
    engine: {
      ...{ model: 'W16', serial: 'W-16', buildDate: null, oversize: '0', pistonMaterial: null },
      ...{ ringPartNumber: null, hoursSinceNew: null, hoursSinceOverhaul: null },
    },
  });
  expect([status, body]).toMatchObject([201, {}]);
  jobs.wide = (body as { jobId: string }).jobId;
  await teo.post('/api/library/characteristics/second-look', {
    id: randomUUID(),
    ...{ characteristic: 'ringGap', asked: true, tolerance: { text: '1', unit: 'thou' } },
  });
  jobs.blind = await ivo.openV8('S-17', 'M8-50017');
  await ivo.takeThere(jobs.blind, at(1, 2, 'mid'), '17/18');
});
const PAGES: Record<string, () => string> = {
  Floor: () => '/floor',
  'open a job': () => '/jobs/new',
  Arrival: () => `/jobs/${jobs.open}/arrival`,
  bench: () => `/jobs/${jobs.open}/rings`,
  'bench of a V8': () => `/jobs/${jobs.v8}/rings`,
  'the sheet as a set': () => `/jobs/${jobs.marine}/rings?place=${at(3, 1, 'mid')}&view=set`,
  'a set of sizes': () =>
    `/jobs/${jobs.heavy}/measure?place=boreDiameter@cylinder:4/station:d25/direction:across&view=set`,
  'a set of sixteen cylinders': () =>
    `/jobs/${jobs.wide}/measure?place=boreDiameter@cylinder:12/station:s11/direction:across&view=set`,
  'a place that is measured blind': () => `/jobs/${jobs.blind}/rings?place=${at(1, 2, 'mid')}`,
  'clipboards, a bore along its depth': () =>
    `/jobs/${jobs.heavy}/measure?place=boreDiameter@cylinder:4/station:d25/direction:across`,
  'sixteen cylinders at twenty stations': () =>
    `/jobs/${jobs.wide}/measure?place=boreDiameter@cylinder:12/station:s11/direction:across`,
  'sixteen cylinders with long names': () => `/jobs/${jobs.wide}/rings`,
  'a value that is worked out': () =>
    `/jobs/${jobs.heavy}/measure?place=boreOutOfRound@cylinder:4/station:d25`,
  'liner protrusion': () => `/jobs/${jobs.heavy}/block`,
  shims: () => `/jobs/${jobs.heavy}/shims`,
  'the as-found map': () => `/jobs/${jobs.heavy}/strip`,
  'a part looked at face by face': () => `/jobs/${jobs.heavy}/inspect?slot=pin@cylinder:3`,
  'a piston with what was found on it': () =>
    `/jobs/${jobs.heavy}/inspect?slot=piston@cylinder:2&face=grooveLower.1`,
  'a crack test': () => `/jobs/${jobs.heavy}/inspect?slot=piston@cylinder:1&face=crackTest`,
  parts: () => `/jobs/${jobs.heavy}/parts?show=piston`,
  'parts by lot': () => `/jobs/${jobs.swap}/parts?show=lots`,
  kits: () => `/jobs/${jobs.heavy}/kits`,
  'running clearances': () => `/jobs/${jobs.heavy}/running`,
  shells: () => `/jobs/${jobs.heavy}/shells`,
  'which piston in which bore': () => `/jobs/${jobs.heavy}/pistons`,
  'back in as found': () => `/jobs/${jobs.heavy}/refit`,
  'which ring in which bore': () => `/jobs/${jobs.swap}/filing`,
  'a question': () => `/jobs/${jobs.swap}/questions`,
  'one ring to file': () => `/jobs/${jobs.open}/filing`,
  'a gate with several sheets': () => `/jobs/${jobs.heavy}/gate/measure`,
  gate: () => `/jobs/${jobs.open}/gate/rings`,
  record: () => `/jobs/${jobs.sealed}/release`,
  Engines: () => '/engines',
  Library: () => '/library',
  document: () => '/library/SL-88%20rev%20B',
  'document of a long name': () =>
    `/library/${encodeURIComponent(`${LONG} rev supplement to the third issue`)}`,
  'draft a document': () => '/library/new',
  'bring in a file': () => '/library/import',
  'read a table': () => '/library/SL-88%20rev%20B/import',
  compare: () => '/library/compare?from=SL-88%20rev%20B&to=SL-88%20rev%20C',
  'what governs here': () =>
    '/library/governs?model=M8-52&characteristic=ringGap&at=1/ring/mid&oversize=0.020&pistonMaterial=H',
  'engine models': () => '/library?tab=models',
  'what is measured': () => '/library?tab=measured',
  'a new model': () => '/library/models/new',
  'an engine model': () => '/library/models/HD6-127',
  'an engine model of sixteen cylinders': () => '/library/models/W16',
  'something else to measure': () => '/library/measured/new?from=crankpinDiameter',
  routes: () => '/library?tab=routes',
  'a route': () => '/library/routes/short-block-dry',
  'a route that is copied': () => '/library/routes/short-block-dry?as=copy',
  samples: () => '/library?tab=samples',
  'setting up': () => '/setting-up',
  'which kind is stronger': () => '/library?tab=orders',
  limits: () => `/jobs/${jobs.open}/limits`,
  'a fit to decide': () => `/jobs/${jobs.v8}/fit?fit=ringGap@groove:1/member:ring/station:mid&part=new`,
  Instruments: () => '/instruments',
  Shop: () => '/shop',
  'own PIN': () => '/own-pin',
  'Kept on this tablet': () => '/kept',
  'verify a record': () => '/verify',
};

/** Both sizes; what is read worst, the smaller one in the sun and in a dark bay. */
const SIZES = [
  { width: 1280, height: 800, themes: ['light'] },
  { width: 1024, height: 768, themes: ['dark', 'sun'] },
] as const;
/** A chart further down is looked at as well. */
const toTheChart = (page: Page): Promise<void> =>
  page.evaluate(() => {
    const sheet = document.querySelector('app-sheet');
    let above = sheet?.parentElement ?? null;
    while (above !== null && !/auto|scroll/.test(getComputedStyle(above).overflowY))
      above = above.parentElement;
    if (sheet !== null && above !== null)
      above.scrollTop += sheet.getBoundingClientRect().top - above.getBoundingClientRect().top;
  });
/** Each page is opened once, and looked at in both sizes and every theme. */
test('every screen at both sizes, in every theme: legible to a machine, nothing cut, covered or wider than the window', async ({
  page,
  demo,
}) => {
  test.setTimeout(900_000);
  await inTheme(page, 'light');
  await signIn(page, demo.address, 'Perrin Oduvale');
  const wrong: string[] = [];
  for (const [name, path] of Object.entries(PAGES)) {
    await page.setViewportSize({ width: SIZES[0].width, height: SIZES[0].height });
    await turnTo(page, 'light');
    await page.goto(demo.address + path());
    await page.locator('.panel, app-sheet table').first().waitFor();
    for (const { width, height, themes } of SIZES) {
      const say = (faults: readonly string[], where = ''): void => {
        wrong.push(...faults.map((fault) => `${name} at ${width}${where}: ${fault}`));
      };
      await page.setViewportSize({ width, height });
      await page.waitForTimeout(100); // what measures itself has heard of it
      const overflow = await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth);
      if (overflow > 0) say([`${overflow} px wider than the window`]);
      say(await hiddenParts(page));
      await toTheChart(page);
      say(await illegibleIn(page, { themes }), ', its chart');
    }
  }
  expect(wrong).toEqual([]);
});

test('sizes on the bench: entry figure, verdict, sheet figures, marks and targets', async ({
  page,
  demo,
}) => {
  await signIn(page, demo.address, 'Ivo Marrable');
  await page.goto(`${demo.address}/jobs/${jobs.open}/rings`);
  await page.locator('app-sheet table').waitFor();
  const fontSize = (selector: string) =>
    page
      .locator(selector)
      .first()
      .evaluate((element) => parseFloat(getComputedStyle(element).fontSize));
  const box = async (selector: string) =>
    (await page.locator(selector).first().boundingBox()) ?? { width: 0, height: 0 };
  expect(await fontSize('input[data-entry]')).toBeGreaterThanOrEqual(46);
  expect(await fontSize('app-entry-bar .verdict')).toBeGreaterThanOrEqual(28);
  expect(await fontSize('app-sheet .figure')).toBeGreaterThanOrEqual(16);
  expect((await box('app-sheet app-mark svg')).width).toBeGreaterThanOrEqual(14);
  expect((await box('app-engine-plan app-mark svg')).width).toBeGreaterThanOrEqual(18);
  for (const target of [
    'app-blade-ladder .rungs button',
    'app-blade-ladder .answer',
    'app-entry-bar .record',
  ]) {
    const { width, height } = await box(target);
    expect([target, Math.min(width, height) >= 56]).toEqual([target, true]);
  }
});
