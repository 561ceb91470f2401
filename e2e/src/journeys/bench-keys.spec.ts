import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { at, Bench, changeHands, Dialog, signIn } from '../support/pages';
import { placeKey, sheetPlaces } from '@oak-gate/core';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';

const SECOND = (cylinder: number): string => at(cylinder, 2, 'mid');
let serial = 30_000;
async function benchOnV8(
  page: Page,
  address: string,
  place: string | undefined = SECOND(1),
): Promise<{ bench: Bench; jobId: string; ivo: ApiTablet }> {
  const ivo = await ApiTablet.signIn(address, 'ivo-marrable');
  const jobId = await ivo.openV8(`K-${++serial}`, `M8-${serial}`);
  await signIn(page, address, 'Ivo Marrable');
  return { bench: await new Bench(page).open(address, jobId, place === '' ? undefined : place), jobId, ivo };
}

test('what is typed is understood in words, with the verdict and both units, before Enter', async ({
  page,
  demo,
}) => {
  const { bench } = await benchOnV8(page, demo.address);
  const rows: [string, string, string][] = [
    ['16/17', 'in', '16 goes, 17 stops: 0.406, not 0.432 mm'],
    ['12/13', 'tight', '12 goes, 13 stops'],
    ['24/25', 'notProven', '24 goes, 25 stops'],
    ['25+', 'loose', 'nothing thicker tried'],
    ['<14', 'tight', 'nothing thinner tried'],
    ['18-20', 'in', 'from 18 to 20'],
    ['19', 'notProven', '19 goes'],
    ['20/', 'in', '20 goes, 22 stops'],
  ];
  for (const [text, verdict, words] of rows) {
    await bench.type(text);
    await expect(bench.verdict).toHaveAttribute('data-verdict', verdict);
    await expect(bench.verdict).toContainText(words);
    await page.keyboard.press('Escape');
  }
});

test('what is no reading says so and is not written', async ({ page, demo }) => {
  const { bench } = await benchOnV8(page, demo.address);
  const rows: [string, string][] = [
    ['two', '"two" is not a reading'],
    ['-4', 'is below zero'],
    ['20/19', 'the blade that stops is not thicker'],
    ['21', 'FS-2 has no such blade'],
    ['16thou/17mm', 'names two units'],
  ];
  for (const [text, words] of rows) {
    await bench.type(text);
    await expect(bench.verdict).toContainText(words);
    await page.keyboard.press('Enter');
    await expect(page.getByRole('alert')).toBeVisible();
    await bench.expectState(SECOND(1), 'notTaken');
    await page.keyboard.press('Escape');
    await expect(page.getByRole('alert')).toHaveCount(0);
  }
  await bench.entry.fill('9'.repeat(10_000));
  await page.keyboard.press('Enter');
  await expect(page.getByRole('alert')).toContainText('is not a reading');
  await bench.expectState(SECOND(1), 'notTaken');
});

test('inches in a thou field take a second Enter; a slip is offered, never corrected silently', async ({
  page,
  demo,
}) => {
  const { bench, jobId, ivo } = await benchOnV8(page, demo.address);
  await bench.type('0.016/0.017');
  await page.keyboard.press('Enter');
  await expect(bench.verdict).toContainText('Read as inches');
  await bench.expectState(SECOND(1), 'notTaken');
  await page.keyboard.press('Enter');
  await bench.expectState(SECOND(1), 'in');

  await bench.at(SECOND(2));
  await bench.type('180/19');
  await expect(bench.verdict).toContainText('18/19 thou?');
  await page.keyboard.press('Escape');
  await bench.type('4+');
  await page.keyboard.press('Enter');
  await bench.settled();
  const taken = (await ivo.job(jobId)).places.get(SECOND(2))?.readings.at(-1);
  expect(taken).toMatchObject({ text: '4+', slip: null });

  await bench.at(SECOND(4));
  await bench.type('180/19');
  await page.getByRole('button', { name: '18/19 thou?' }).click();
  await expect(bench.entry).toHaveValue('18/19');
  await page.keyboard.press('Enter');
  await bench.settled();
  // What was typed first stays in the record.
  expect((await ivo.job(jobId)).places.get(SECOND(4))?.readings.at(-1)).toMatchObject({
    text: '18/19',
    typedFirst: '180/19',
    slip: 'reread',
  });
});

test('what goes and what stops, typed one after the other, make one bracket; nobody is blamed', async ({
  page,
  demo,
}) => {
  const { bench, jobId, ivo } = await benchOnV8(page, demo.address);
  const place = SECOND(3);
  await bench.at(place);
  await bench.record('17+');
  await bench.at(place);
  await bench.type('<20');
  await expect(bench.verdict).toContainText('with 17+ from before 17/20');
  await page.keyboard.press('Enter');
  await expect(bench.cell(place)).toContainText('17');
  await expect(bench.verdict).not.toContainText('cannot both be true');
  await bench.settled();
  const readings = (await ivo.job(jobId)).places.get(place)?.readings ?? [];
  expect(readings.map(({ text, status }) => [text, status])).toEqual([
    ['17+', 'refined'],
    ['<20', 'current'],
  ]);
});

test('arrows move, Shift+Enter goes back, ? shows the keys, the pad types', async ({ page, demo }) => {
  const { bench } = await benchOnV8(page, demo.address);
  const steps: [string, string][] = [
    ['ArrowDown', at(1, 3, 'mid', 'upper')],
    ['ArrowRight', at(2, 3, 'mid', 'upper')],
    ['ArrowUp', SECOND(2)],
    ['ArrowLeft', SECOND(1)],
    ['Enter', at(1, 3, 'mid', 'upper')],
    ['Shift+Enter', SECOND(1)],
  ];
  for (const [key, place] of steps) {
    await page.keyboard.press(key);
    await expect(bench.inHand).toHaveAttribute('data-place', place);
  }
  await page.keyboard.press('?');
  await expect(page.getByRole('dialog', { name: 'Keys of the bench' })).toBeVisible();
  await page.keyboard.press('Escape');
  await page.keyboard.press('p');
  const pad = page.locator('app-number-pad');
  for (const key of ['1', '6', '/', '1', '7'])
    await pad.getByRole('button', { name: key, exact: true }).click();
  await expect(bench.entry).toHaveValue('16/17');
  await pad.getByRole('button', { name: 'nothing goes' }).click();
  await expect(bench.entry).toHaveValue('<4');
});

test('Ctrl+Z takes the last reading back with one of four reasons; the struck figure stays', async ({
  page,
  demo,
}) => {
  const { bench } = await benchOnV8(page, demo.address);
  await bench.record('16/17');
  await bench.settled();
  await page.keyboard.press('Control+z');
  await expect(bench.verdict).toContainText('Take back 16/17: why?');
  await page.keyboard.press('3');
  await bench.expectState(SECOND(1), 'notTaken');
  await expect(page.locator('app-reading-card .history')).toContainText('corrected');
  await bench.record('17/18');
  await bench.at(SECOND(1));
  await bench.record('20/22');
  await expect(bench.verdict).toContainText('17/18 and 20/22 cannot both be true');
  await page.keyboard.press('1');
  await expect(bench.cell(SECOND(1))).toContainText('20/22');
});

test('only the person moves the hand, what is typed stays at its place, and the end of the sheet leads to what is open', async ({
  page,
  demo,
}) => {
  const { bench, jobId, ivo } = await benchOnV8(page, demo.address, '');
  const sanna = await ApiTablet.signIn(demo.address, 'sanna-tveldt');
  const order = sheetPlaces(await ivo.job(jobId)).map(placeKey);
  const [first = '', second = '', third = ''] = order;
  await test.step('from the Floor: one place is recorded, and the next one is in hand', async () => {
    await expect(bench.inHand).toHaveAttribute('data-place', first);
    await bench.record('16/17');
    await expect(bench.cell(first)).toContainText('16/17');
    await expect(bench.inHand).toHaveAttribute('data-place', second);
    await expect(bench.verdict).toContainText('16/17 recorded at');
  });
  await test.step('another tablet records under the hand: it is said, and nothing moves', async () => {
    await bench.type('20/');
    expect((await sanna.take(jobId, second, '17/18')).status).toBe(201);
    await expect(page.getByRole('alert')).toContainText('Sanna Tveldt recorded 17/18 here while you typed');
    await expect(bench.inHand).toHaveAttribute('data-place', second);
    await expect(bench.entry).toHaveValue('20/');
    await page.keyboard.type('22');
    await page.keyboard.press('Enter');
    await bench.expectState(second, 'contested');
    await expect(bench.inHand).toHaveAttribute('data-place', third);
  });
  await test.step('what is begun stays with its place', async () => {
    await bench.type('16/');
    await page.keyboard.press('Shift+Enter');
    await expect(bench.inHand).toHaveAttribute('data-place', second);
    await expect(bench.entry).toHaveValue('');
    await page.keyboard.press('Enter');
    await expect(bench.entry).toHaveValue('16/');
  });
  await test.step('behind the last place it says what is left, and Enter leads there', async () => {
    await bench.at(order.at(-1) ?? '');
    await page.keyboard.press('Enter');
    await expect(bench.verdict).toContainText(
      /That was the last place: \d+ places are still open, 1 typed and not recorded/,
    );
    await page.keyboard.press('Enter');
    await expect(bench.inHand).toHaveAttribute('data-place', third);
    await expect(bench.entry).toHaveValue('16/');
  });
  await test.step('started again, the tablet has it in hand where it was, and nothing of it counts', async () => {
    await page.reload();
    await expect(bench.inHand).toHaveAttribute('data-place', third);
    await expect(bench.entry).toHaveValue('16/');
    expect(await ivo.openPlaces(jobId)).toContain(third);
  });
});

test('a refusal on the bench can be read in every theme, and covers nothing', async ({ page, demo }) => {
  const { bench } = await benchOnV8(page, demo.address);
  await bench.record('.021');
  const note = page.locator('app-entry-bar .problem');
  await expect(note).toBeVisible();
  for (const theme of ['light', 'dark'] as const) {
    await page.emulateMedia({ colorScheme: theme });
    const { violations } = await new AxeBuilder({ page })
      .include('app-entry-bar .problem')
      .withTags(['wcag2aa'])
      .analyze();
    expect([theme, violations.map(({ id }) => id)]).toEqual([theme, []]);
  }
  const [box, card] = [
    await note.boundingBox(),
    await page.locator('app-reading-card .next .acts').boundingBox(),
  ];
  expect((card?.y ?? 0) + (card?.height ?? 0)).toBeLessThanOrEqual((box?.y ?? 0) + 1);
  // Closed, it takes nothing away that was typed.
  await note.getByRole('button').first().click();
  await expect(note).toHaveCount(0);
  await expect(bench.entry).toHaveValue('.021');
});

test('two people at one place: contested, then decided by an inspector', async ({ page, browser, demo }) => {
  const { bench, jobId } = await benchOnV8(page, demo.address);
  const other = await browser.newContext();
  const second = await other.newPage();
  await signIn(second, demo.address, 'Sanna Tveldt');
  const theirs = await new Bench(second).open(demo.address, jobId, SECOND(1));
  // Sanna's tablet is off the air while Ivo measures: both hold a first reading.
  await other.setOffline(true);
  await theirs.record('18/19');
  await expect(second.getByRole('status')).toContainText('kept here');
  await bench.record('16/17');
  await bench.settled();
  await other.setOffline(false);
  await bench.expectState(SECOND(1), 'contested');
  await other.close();

  await page.goto(`${demo.address}/jobs/${jobId}/gate/rings`);
  await changeHands(page, 'Perrin Oduvale');
  await page
    .locator('.finding', { hasText: 'two people measured it' })
    .getByRole('button', { name: 'Decide' })
    .click();
  const dialog = new Dialog(page);
  await dialog.choose('Which reading stands', '18/19 by Sanna');
  await dialog.fill('Reason', 'measured again together');
  await dialog.done('Decide');
  await bench.open(demo.address, jobId, SECOND(1));
  await bench.expectState(SECOND(1), 'in');
  await expect(bench.cell(SECOND(1))).toContainText('18/19');
});

test('not applicable by hand stays open until an inspector accepts it', async ({ page, demo }) => {
  const { bench, jobId } = await benchOnV8(page, demo.address);
  await bench.more('Not applicable here');
  const dialog = new Dialog(page);
  await dialog.fill('Reason', 'this engine was built without it');
  await dialog.done('Say so');
  await bench.expectState(SECOND(1), 'declaredNotApplicable');
  await page.goto(`${demo.address}/jobs/${jobId}/gate/rings`);
  const finding = page.locator('.finding', { hasText: 'said to be not applicable' });
  await finding.getByRole('button', { name: 'Decide' }).click();
  await dialog.fill('Reason', 'x');
  await dialog.submit('Decide');
  await expect(dialog.box).toContainText('may not decide a finding');
});

test('after ten idle minutes the bench asks whose hands it is in, before it takes a key', async ({
  page,
  demo,
}) => {
  await page.clock.install();
  const { bench } = await benchOnV8(page, demo.address);
  await page.clock.fastForward('09:50');
  await bench.type('16/17');
  await page.keyboard.press('Escape');
  await page.clock.fastForward('10:10');
  await page.keyboard.press('1');
  const dialog = new Dialog(page);
  await expect(dialog.box).toContainText('Nobody worked here for ten minutes');
  await expect(bench.entry).toHaveValue('');
  await dialog.fill('PIN', '5821');
  await dialog.done('Take over');
  await bench.type('16/17');
});
