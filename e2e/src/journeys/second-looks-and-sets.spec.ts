import { randomUUID } from 'node:crypto';
import { at, Bench, changeHands, Dialog, signIn } from '../support/pages';
import { Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';

test.describe.configure({ timeout: 240_000 });
let server: Server;
let ivo: ApiTablet;
test.beforeAll(async () => {
  server = await new Server().seed().start();
  ivo = await ApiTablet.signIn(server.address, 'ivo-marrable');
});
test.afterAll(async () => {
  await server.remove();
});

test('a second person measures blind, and not alike: a third looks, and an inspector who took none decides', async ({
  page,
}) => {
  const { address } = server;
  const place = at(1, 2, 'mid');
  const bench = new Bench(page);
  const card = page.locator('app-reading-card');

  await test.step('the steward asks for a second look, with a tolerance', async () => {
    await signIn(page, address, 'Teo Lindqvale');
    await page.goto(`${address}/library?tab=measured`);
    await page.getByRole('button', { name: 'Second look at Ring end gap: not asked' }).click();
    const dialog = new Dialog(page);
    await dialog.choose('Measured by', 'two people, the second one blind');
    await dialog.fill('Two readings of one place may differ by', 'a hair');
    await dialog.submit('Say so');
    await expect(dialog.box).toContainText('is no tolerance of ring end gap');
    await dialog.fill('Two readings of one place may differ by', '1 thou');
    await dialog.done('Say so');
    await expect(
      page.getByRole('button', { name: 'Second look at Ring end gap: of every place, within 1 thou' }),
    ).toBeVisible();
  });
  const job = await ivo.openV8('L-1', 'M8-60001');
  const teo = await ApiTablet.signIn(address, 'teo-lindqvale');
  const [oda] = await ApiTablet.hire(address, teo, ['Oda Ferrant']);
  await ivo.takeThere(job, place, '17/18');

  await test.step('what the first one found is nowhere on the bench of the second', async () => {
    await changeHands(page, 'Sanna Tveldt');
    await bench.open(address, job, place);
    await expect(bench.cell(place)).toHaveAttribute('data-state', 'notTaken');
    await expect(card.getByLabel('Second look')).toContainText('hidden from you');
    expect(await page.locator('main, body').first().innerText()).not.toContain('17/18');
    await page.keyboard.press('v');
    await expect(page.getByLabel('The set', { exact: true })).toContainText(
      'Nothing of this sheet can be seen yet',
    );
    await page.keyboard.press('v');
  });
  await test.step('she finds another size: both are kept, and neither is right by itself', async () => {
    await bench.record('20/22');
    await expect(bench.verdict).toContainText('not alike: an inspector decides');
    await bench.expectState(place, 'contested');
    await bench.at(place);
    await expect(card).toContainText('two people measured it, and not alike'.replace('two', 'Two'));
    await expect(card.getByLabel('History of this place')).toContainText('17/18');
  });
  await test.step('a third person looks, and is not shown the two', async () => {
    const unseen = { ...(await lookOf(oda, job, place, '17/18')), blind: true };
    await oda?.must(job, unseen);
    await page.goto(`${address}/jobs/${job}/gate/rings`);
    const finding = page.locator('.finding').filter({ hasText: '3 people measured it' });
    await expect(finding).toBeVisible();
    await changeHands(page, 'Perrin Oduvale');
    await finding.getByRole('button', { name: 'Decide' }).click();
    const dialog = new Dialog(page);
    await dialog.choose('Which reading stands', '17/18 by Ivo Marrable');
    await dialog.fill('Reason', 'two of three, and the 20 does not go');
    await dialog.done('Decide');
    await expect(finding).toHaveCount(0);
  });
  await test.step('what agrees stands beside it as the second look, and what does not is void', async () => {
    await bench.open(address, job, place);
    await bench.expectState(place, 'in');
    const history = card.getByLabel('History of this place');
    await expect(history.locator('.twice')).toHaveText('20/22');
    await teo.post('/api/library/characteristics/second-look', {
      ...{ id: randomUUID(), characteristic: 'ringGap', asked: false, tolerance: null },
    });
    const { readings } = (await ivo.job(job)).places.get(place) ?? { readings: [] };
    expect(readings.map(({ status, independent }) => [status, independent === true])).toEqual([
      ['refined', false],
      ['void', true],
      ['current', true],
    ]);
  });
});
/** A reading as the bench of somebody sends it. */
async function lookOf(
  tablet: ApiTablet | undefined,
  job: string,
  place: string,
  text: string,
): Promise<object> {
  const state = await tablet?.job(job);
  if (state === undefined) throw new Error('no tablet');
  const { plannedAt } = await import('../../../core/test/as-planned');
  return {
    ...{ type: 'takeReading', place, text, unit: 'thou', instrument: 'FS-2', slip: null },
    answers: [{ question: 'expanderOut', answer: 'yes' }],
    ...plannedAt(state, place),
  };
}

test('banks that differ hold the gate until their bores are gauged, and then say whether they agree', async ({
  page,
}) => {
  const { address } = server;
  const job = await ivo.jobId('J-2042');
  const bench = new Bench(page);
  await signIn(page, address, 'Ivo Marrable');
  await test.step('the set says it, and its own key leads to the first bore', async () => {
    await bench.open(address, job, at(3, 1, 'mid'));
    await expect(page.locator('app-reading-card')).toContainText('Gauge the bores before filing');
    await page.keyboard.press('v');
    const set = page.getByLabel('The set', { exact: true });
    await expect(set.locator('h1')).toHaveText(
      'Port gaps are about 4.3 thou smaller: that is about 1.4 thou of bore (1.0 to 1.9). Gauge the bores before filing.',
    );
    await expect(
      set.locator('[appChart], .chart').first().locator('svg path, svg rect').first(),
    ).toBeAttached();
    await expect(set.locator('article').first()).toContainText('by chance 1 in 35');
    await expect(set.locator('article').nth(1)).toContainText('too few to tell');
    await expect(page.getByRole('button', { name: 'Set aside, with a reason' })).toBeDisabled();
    await page.keyboard.press('Enter');
    await expect(bench.inHand).toHaveAttribute(
      'data-place',
      'boreDiameter@cylinder:1/station:mid/direction:along',
    );
  });
  await test.step('the gate waits for them', async () => {
    await page.goto(`${address}/jobs/${job}/gate/rings`);
    await expect(page.locator('.finding').filter({ hasText: 'Gauge the bores before filing' })).toBeVisible();
  });
  await test.step('one ring carried through some of them is said, and does not settle it; through all of them it does', async () => {
    await bench.open(address, job, at(3, 1, 'mid'));
    await page.keyboard.press('v');
    const set = page.getByLabel('The set', { exact: true });
    const carry = async (gaps: Readonly<Record<string, string>>) => {
      await page.getByRole('button', { name: 'Carry one ring through the bores' }).click();
      const dialog = new Dialog(page);
      await dialog.fill('Which ring', 'the longest of lot 5512');
      for (const [cylinder, text] of Object.entries(gaps)) await dialog.fill(`Gap in Cyl ${cylinder}`, text);
      return dialog;
    };
    const wrong = await carry({ '1': '16/18', '2': 'wide' });
    await wrong.submit('Record it');
    await expect(wrong.box).toContainText('wide');
    await wrong.fill('Gap in Cyl 2', '20/22');
    await wrong.done('Record it');
    await expect(page.getByLabel('What the set says')).toContainText('One ring in every bore');
    await expect(set.locator('h1')).toContainText('Gauge the bores before filing');
    const all = Object.fromEntries(
      [1, 2, 3, 4, 5, 6, 7, 8].map((cylinder) => [`${cylinder}`, cylinder % 2 === 1 ? '16/17' : '20/22']),
    );
    await (await carry(all)).done('Record it');
    await expect(set.locator('h1')).toContainText('By one ring carried through them');
    await expect(set.locator('h1')).toContainText('they agree');
    await page.keyboard.press('v');
  });
  await test.step('gauged, they agree, and the gate waits no more', async () => {
    const { plannedAt } = await import('../../../core/test/as-planned');
    for (const cylinder of [1, 3, 5, 7])
      for (const direction of ['along', 'across']) {
        const place = `boreDiameter@cylinder:${cylinder}/station:mid/direction:${direction}`;
        await ivo.must(job, {
          ...{ type: 'takeReading', place, text: '-10', unit: 'thou', instrument: 'BG-5' },
          ...{ answers: [], slip: null, ...plannedAt(await ivo.job(job), place) },
          setting: { text: '3.940', unit: 'in', against: 'micrometer' },
        });
      }
    await bench.open(address, job, at(3, 1, 'mid'));
    await page.keyboard.press('v');
    await expect(page.getByLabel('The set', { exact: true }).locator('h1')).toContainText(
      /Gauged, .* they agree/,
    );
    await expect(page.getByLabel('What the set says')).toContainText('agrees');
    await page.goto(`${address}/jobs/${job}/gate/rings`);
    await page.locator('.finding').first().waitFor();
    await expect(page.locator('.finding').filter({ hasText: 'Gauge the bores' })).toHaveCount(0);
  });
});

test('a ring whose ends touch may be of another class: it is looked at before anybody files', async ({
  page,
}) => {
  const { address } = server;
  const job = await ivo.openReady(
    { number: 'L-3', duty: 'heavy tow', reason: 'overhaul' },
    { model: 'HD6-127', serial: 'HD6-540777' },
  );
  const place = 'ringGap@cylinder:2/groove:1/member:ring/station:unworn';
  const bench = new Bench(page);
  await signIn(page, address, 'Ivo Marrable');
  await bench.open(address, job, place);
  await bench.record('<5');
  await bench.at(place);
  const card = page.locator('app-reading-card');
  await expect(card).toContainText('no blade goes, as with a ring made for a bore');
  await expect(card).toContainText('Read what is marked on the ring');
  await expect(card.getByRole('button', { name: 'It is filed' })).toHaveCount(0);
  // The right ring lies there: the doubt is gone with the one that was taken out.
  await bench.more('Replace this ring…');
  const dialog = new Dialog(page);
  await dialog.fill('Reason', 'marked +0.50, taken back to the store');
  await page
    .locator('mat-dialog-container')
    .getByRole('button', { name: /Replace|fitted|Fit/ })
    .last()
    .click();
  await expect(dialog.box).toHaveCount(0);
  await bench.at(place);
  await bench.record('18/20');
  await bench.at(place);
  await expect(bench.verdict).toContainText('in');
  await page.goto(`${address}/jobs/${job}/gate/rings`);
  await page.locator('.panel').first().waitFor();
  await expect(page.locator('.finding').filter({ hasText: 'Read what is marked' })).toHaveCount(0);
});

test('a second ring that is smaller than the top one is filed until the relation holds', async ({ page }) => {
  const { address } = server;
  const [teo, perrin] = await Promise.all(
    ['teo-lindqvale', 'perrin-oduvale'].map((who) => ApiTablet.signIn(address, who)),
  );
  if (teo === undefined || perrin === undefined) throw new Error('nobody');
  await teo.publish(
    perrin,
    {
      ...{
        number: 'SM-52R',
        revision: '1',
        title: 'Lower rings not smaller than the top ring',
        kind: 'manual',
      },
      ...{ issued: '2026-01-01', effective: '2026-01-02', models: ['M8-52'] },
    },
    Buffer.from(
      [
        'row,characteristic,groove,member,station,min,max,unit,rule,not_smaller_than',
        '1,ringGap,2,ring,mid,,,in,relation,1/ring/mid',
      ].join('\n'),
    ),
  );
  const job = await ivo.openV8('L-4', 'M8-60004');
  const [top, second] = [at(1, 1, 'mid'), at(1, 2, 'mid')];
  await ivo.takeThere(job, top, '20/22');
  await ivo.takeThere(job, second, '17/18');
  const bench = new Bench(page);
  const card = page.locator('app-reading-card');
  await signIn(page, address, 'Ivo Marrable');
  await bench.open(address, job, second);
  await expect(card).toContainText('must not be smaller than');
  await expect(card).toContainText('and it holds');
  await card.getByRole('button', { name: 'It is filed' }).click();
  const dialog = new Dialog(page);
  await dialog.fill('How', 'flat file, one end');
  await dialog.fill('Why it was filed all the same', 'the customer waits for this one');
  await dialog.done('Filed and deburred');
  await bench.at(second);
  await bench.record('22/23');
  await bench.at(second);
  await expect(card).not.toContainText('must not be smaller than');
});

test('what is in is left as it is with a reason, and why a check is made can be read at its place', async ({
  page,
}) => {
  const { address } = server;
  const job = await ivo.jobId('J-2041');
  const place = at(1, 1, 'skirt');
  const bench = new Bench(page);
  const card = page.locator('app-reading-card');
  const box = page.locator('mat-dialog-container').first();
  await signIn(page, address, 'Ivo Marrable');
  await bench.open(address, job, place);
  await test.step('left as it is', async () => {
    await bench.more('Leave it as it is');
    const dialog = new Dialog(page);
    await dialog.fill('Reason', 'not worth filing');
    await dialog.done('Good as it is');
    await expect(card).toContainText('In, and left as it is by Ivo Marrable: not worth filing');
    await page.getByRole('button', { name: 'More' }).first().click();
    await expect(page.getByRole('menuitem', { name: 'Leave it as it is' })).toHaveCount(0);
    await page.keyboard.press('Escape');
  });
  await test.step('why it is checked, by which document; what is only said stands apart', async () => {
    await bench.more('Why this is checked');
    await expect(box).toContainText('SL-88 rev B');
    await expect(box).toContainText('it is no source, and nothing can cite it');
    await box.getByRole('button', { name: 'Note something' }).click();
    const note = page.locator('mat-dialog-container').last();
    await expect(note).not.toContainText('Which document says so');
    await note.getByLabel('What', { exact: false }).first().fill('File from the inside.');
    await note.getByRole('button', { name: 'Note it' }).click();
    await expect(note).toContainText('Nobody said whose practice it is');
    await note.getByLabel('Where in it', { exact: false }).fill('an old hand');
    await note.getByRole('button', { name: 'Note it' }).click();
    await expect(box).toContainText('an old hand');
    await box.getByRole('button', { name: 'Close' }).click();
  });
  await test.step('it falls with the reading that it was said of', async () => {
    await bench.more('Void this reading');
    const dialog = new Dialog(page);
    await dialog.fill('Reason', 'a bent blade');
    await dialog.done('Void it');
    await expect(card).not.toContainText('In, and left as it is');
    await expect(card).toContainText('left as it is by Ivo Marrable: not worth filing');
  });
});
