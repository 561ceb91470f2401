import { randomUUID } from 'node:crypto';
import { mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import { join } from 'node:path';
import { STAGES } from '@oak-gate/core';
import type { Route, Stage } from '@oak-gate/core';
import { Bench, Dialog, signIn } from '../support/pages';
import { root, Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { hiddenParts } from '../support/geometry';
import { expect, test } from '../support/test';

const file = (name: string): string => readFileSync(join(root, 'demo/valve-gear', name), 'utf8');
const slots = ['1', '2', '3', '4'].flatMap((cylinder) =>
  ['in', 'ex'].map((point) => `cylinder:${cylinder}/point:${point}`),
);
const guide = (direction: string): string => `guideBore@cylinder:1/direction:${direction}/point:in`;
const stem = (direction: string): string => `valveStem@cylinder:1/direction:${direction}/point:in`;
const CLEARANCE = 'stemClearance@cylinder:1/point:in';
const FREE = 'rockerFree@cylinder:1/point:in';

/** Everything that is not the bench: the shop's own data from its files, a job, its parts and gauges. */
/** Every stage that there is, each with its gate. */
function nineGates(): Route {
  const route = JSON.parse(file('route.json')) as Route;
  const [arrival, measure] = route.gates as [Route['gates'][number], Route['gates'][number]];
  const release = route.gates.at(-1)!;
  const name = (stage: Stage): string => stage.charAt(0).toUpperCase() + stage.slice(1);
  const between = STAGES.slice(1, -1).map((stage) => ({
    ...{ ...measure, after: ['arrival' as const], stage, label: name(stage) },
    sheets: stage === 'measure' ? measure.sheets : [],
  }));
  const gates = [arrival, ...between, { ...release, after: STAGES.slice(0, -1) }];
  return { ...route, id: 'nine-gates', covers: 'everything', gates };
}

async function openJob(server: Server): Promise<string> {
  const { address } = server;
  const [ivo, teo, perrin] = (await Promise.all(
    ['ivo-marrable', 'teo-lindqvale', 'perrin-oduvale'].map((id) => ApiTablet.signIn(address, id)),
  )) as [ApiTablet, ApiTablet, ApiTablet];
  const must = async (path: string, body: object): Promise<void> => {
    const answer = await teo.post(path, { id: randomUUID(), ...body });
    expect([answer.status, answer.body]).toEqual([201, answer.body]);
  };
  await must('/api/library/models', { file: JSON.parse(file('model.json')) as object });
  for (const characteristic of JSON.parse(file('characteristics.json')) as object[])
    await must('/api/library/characteristics', { characteristic });
  for (const [id, name] of [
    ['BG-9', 'Small bore gauge'],
    ['MC-9', 'Micrometer'],
  ])
    await must('/api/instruments', {
      instrument: {
        ...{ id, name, kind: 'sizeGauge', unit: 'mm', resolution: '0.001', uncertainty: '0.002' },
        ...{ calibratedOn: '2026-01-01', dueOn: '2099-12-01', blades: [] },
      },
    });
  const document = { number: 'OH-112', revision: '1', title: 'Valve gear', kind: 'manual' };
  const dates = { issued: '2026-01-01', effective: '2026-01-02' };
  await teo.publish(perrin, { ...document, ...dates, models: ['HD4-112'] }, Buffer.from(file('limits.csv')));
  const nobodyKnows = {
    ...{ buildDate: null, oversize: '', pistonMaterial: null, ringPartNumber: null },
    ...{ hoursSinceNew: null, hoursSinceOverhaul: null },
  };
  const opened = await ivo.post('/api/jobs', {
    id: randomUUID(),
    route: 'valve-gear',
    job: { number: 'V-1', duty: 'generator', reason: 'oil in the exhaust' },
    engine: { ...nobodyKnows, model: 'HD4-112', serial: 'H-0112' },
  });
  const { jobId } = opened.body as { jobId: string };
  for (const instrument of ['BG-9', 'FS-2']) await ivo.command(jobId, { type: 'takeInstrument', instrument });
  for (const kind of ['valve', 'guide', 'rocker'])
    await ivo.command(jobId, {
      type: 'fitParts',
      slots: slots.map((slot) => `${kind}@${slot}`),
      state: kind === 'guide' ? 'reused' : 'new',
      partNumber: null,
      lot: null,
    });
  return jobId;
}

test('a sheet that a shop brought in as data: conditions, a setting, values worked out, yes and no, and a finding with what belongs to it', async ({
  page,
}) => {
  const server = new Server().seed();
  mkdirSync(join(server.folder, 'routes'));
  writeFileSync(join(server.folder, 'routes/valve-gear.json'), file('route.json'));
  writeFileSync(join(server.folder, 'routes/nine-gates.json'), JSON.stringify(nineGates()));
  await server.start();
  const { address } = server;
  const jobId = await openJob(server);
  const bench = new Bench(page);
  const dialog = new Dialog(page);
  const goTo = async (place: string): Promise<void> => {
    await page.goto(`${address}/jobs/${jobId}/measure?place=${place}`);
    await expect(bench.inHand).toHaveAttribute('data-place', place);
  };
  await signIn(page, address, 'Ivo Marrable');

  await test.step('how it is measured is said once for the sheet, and stands with every reading', async () => {
    await goTo(guide('along'));
    await expect(bench.verdict).toContainText('How is it measured?');
    await page.getByRole('button', { name: 'Say it once for this sheet' }).click();
    await dialog.choose('Head', 'off the block');
    await dialog.fill('The gauge is set to', '8.000');
    await dialog.fill('With: a ring gauge', 'ring gauge RG-8');
    await dialog.done('So it is measured');
    // A whole size on a gauge that shows deviations is asked about once.
    await bench.record('8.01');
    await expect(bench.verdict).toContainText('Read as a size');
    await page.keyboard.press('Enter');
    await bench.expectState(guide('along'), 'in');
    await goTo(guide('along'));
    await expect(page.locator('app-reading-card')).toContainText(
      'Head: off the block; set to 8.000 mm with ring gauge RG-8',
    );
  });
  await test.step('what is worked out says what it waits for, and comes by itself', async () => {
    await goTo(CLEARANCE);
    await expect(page.locator('app-reading-card')).toContainText(
      '1 of 2 of guide inside diameter and 2 of 2 of valve stem diameter to go',
    );
    await expect(bench.entry).toBeDisabled();
    // Each button leads to where it is measured.
    await page.locator('app-entry-bar').getByRole('button', { name: 'Valve stem diameter' }).click();
    await expect(bench.inHand).toHaveAttribute('data-place', stem('along'));
    // Another gauge is taken in hand where it is needed.
    await bench.more('Another gauge…');
    await dialog.choose('Which', 'MC-9, Micrometer');
    await dialog.done('Take it in hand');
    await bench.record('7.96');
    await bench.at(stem('across'));
    await bench.record('7.95');
    await bench.at(guide('across'));
    // The tablet has kept what was said of the sheet, though the page was loaded anew.
    await bench.more('How it is measured…');
    await dialog.fill('The gauge is set to', 'eight');
    await dialog.fill('With: a ring gauge', 'RG-8');
    await dialog.done('So it is measured');
    await bench.type('8.02');
    await page.keyboard.press('Enter');
    await expect(page.locator('app-entry-bar')).toContainText('"eight" is no size that a gauge is set to');
    await bench.more('How it is measured…');
    await dialog.fill('The gauge is set to', '8.000');
    await dialog.done('So it is measured');
    await bench.at(guide('across'));
    await bench.entry.fill('8.02');
    await page.keyboard.press('Enter');
    await expect(bench.verdict).toContainText('Read as a size');
    await page.keyboard.press('Enter');
    await bench.settled();
    await goTo(CLEARANCE);
    await bench.expectState(CLEARANCE, 'in');
    await expect(bench.verdict).toContainText('in, 0.05-0.07 mm');
    expect(await hiddenParts(page)).toEqual([]);
  });
  await test.step('yes and no by their keys: the wrong answer is a finding in its own words', async () => {
    await goTo(FREE);
    await expect(bench.verdict).toContainText('Yes or no?');
    // The whole word is as good as its letter.
    await page.keyboard.type('yes');
    await expect(bench.entry).toHaveValue('yes');
    await page.keyboard.press('n');
    await expect(bench.verdict).toContainText('binds');
    await page.keyboard.press('Enter');
    await bench.expectState(FREE, 'tight');
    await page.keyboard.type('maybe');
    await expect(bench.verdict).toContainText('"maybe" is neither yes nor no');
    await page.keyboard.press('Escape');
  });
  await test.step('a note, a photograph and an order belong to the finding', async () => {
    await bench.settled();
    await page.goto(`${address}/jobs/${jobId}/gate/measure`);
    const finding = page.locator('.finding').filter({ hasText: 'Rocker free on its shaft' });
    await expect(finding).toContainText('Cylinder 1, inlet valve: binds');
    const add = async (what: string): Promise<void> => {
      await finding.getByRole('button', { name: 'Add to it' }).click();
      await page.getByRole('menuitem', { name: what }).click();
    };
    await add('A note…');
    await dialog.fill('What is to be said', 'a burr on the shaft');
    await dialog.done('Note it');
    const chosen = page.waitForEvent('filechooser');
    await add('A photograph…');
    const picture = join(root, 'docs/screenshots/bench.png');
    await (await chosen).setFiles(picture);
    await dialog.fill('What it shows', 'the burr');
    await dialog.done('Add it');
    await expect(finding.getByRole('img')).toBeVisible();
    await expect
      .poll(() => finding.getByRole('img').evaluate((image) => (image as HTMLImageElement).naturalWidth))
      .toBeGreaterThan(100);
    await add('An order…');
    await dialog.fill('What is ordered', 'rocker shaft');
    await dialog.fill('From whom', 'Ostrand parts');
    await dialog.done('It is ordered');
    await finding.getByRole('button', { name: 'What became of it' }).click();
    await dialog.choose('What happened', 'it arrived');
    await dialog.done('Say so');
    await finding.getByRole('button', { name: 'Receive it…' }).click();
    await dialog.choose('It is', 'as asked, and used');
    await dialog.fill('What was checked here', 'stamped right, 14.0 thick');
    await dialog.done('Say so');
    await expect(finding).toContainText('a burr on the shaft');
    await expect(finding).toContainText('ordered: rocker shaft, from Ostrand parts; arrived (Ivo Marrable)');
    expect(await hiddenParts(page)).toEqual([]);
  });
  await test.step('what is read on a part is said of that part, and stands in its history', async () => {
    await goTo(stem('along'));
    await bench.more('What this valve is…');
    await dialog.fill('Maker', 'Ostrand');
    await dialog.fill('How it is known', 'stamped on the stem');
    await dialog.done('Say so');
    await bench.more('What this valve is…');
    await expect(dialog.box.getByLabel('Maker')).toHaveValue('Ostrand');
    await dialog.box.getByRole('button', { name: 'Leave it' }).click();
    await page.goto(`${address}/jobs/${jobId}/record`);
    await expect(page.getByText('said to be: maker Ostrand')).toBeVisible();
  });
  await test.step('of one cylinder something else is known: only what depends on it is judged again', async () => {
    await page.goto(`${address}/jobs/${jobId}/limits`);
    await page.getByRole('button', { name: 'Of single cylinders…' }).click();
    await dialog.choose('Which', 'all under Front head');
    await dialog.fill('Bore oversize', 'half');
    await dialog.fill('How it is known', 'stamped on it');
    await dialog.submit('Say so');
    await expect(dialog.box).toContainText('"half" is not a size in mm');
    await dialog.fill('Bore oversize', '0.50');
    await dialog.done('Say so');
    await expect(page.getByText('Cylinder 1 and Cylinder 2: oversize 0.50 mm')).toBeVisible();
    const sheet = await page.request.get(`${address}/api/jobs/${jobId}/worksheet.pdf?stage=measure`);
    expect([sheet.status(), sheet.headers()['content-type']]).toEqual([200, 'application/pdf']);
  });
  await test.step('nine gates stand in one line on a tablet, none of them cut', async () => {
    const opened = await (
      await ApiTablet.signIn(address, 'ivo-marrable')
    ).post('/api/jobs', {
      id: randomUUID(),
      route: 'nine-gates',
      job: { number: 'V-9', duty: 'generator', reason: '' },
      engine: {
        ...{ model: 'HD4-112', serial: 'H-0113', buildDate: null, oversize: '', pistonMaterial: null },
        ...{ ringPartNumber: null, hoursSinceNew: null, hoursSinceOverhaul: null },
      },
    });
    for (const [width, height] of [
      [1024, 768],
      [1280, 800],
    ] as const) {
      await page.setViewportSize({ width, height });
      await page.goto(`${address}/jobs/${(opened.body as { jobId: string }).jobId}/measure`);
      const gates = page.locator('nav.line a');
      await expect(gates).toHaveCount(10);
      const boxes = await Promise.all((await gates.all()).map((gate) => gate.boundingBox()));
      expect(boxes.every((box) => box !== null && box.x + box.width <= width && box.width >= 44)).toBe(true);
      expect(await hiddenParts(page)).toEqual([]);
    }
  });
  await server.remove();
});
