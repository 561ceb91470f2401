import { hiddenParts } from '../support/geometry';
import { Bench, Dialog, signIn } from '../support/pages';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';
import { Server } from '../support/server';

const bore = (cylinder: number, depth: number, direction: 'along' | 'across') =>
  `boreDiameter@cylinder:${cylinder}/station:d${depth}/direction:${direction}`;

test('a stage with several clipboards: by keys and by touch, deviations from a setting, a bore along its depth', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const { address } = server;
  const ivo = await ApiTablet.signIn(address, 'ivo-marrable');
  const jobId = await ivo.jobId('J-2044');
  const bench = new Bench(page);
  const dialog = new Dialog(page);
  await signIn(page, address, 'Ivo Marrable');

  await test.step('each clipboard says how far it is and the worst that it holds', async () => {
    await page.goto(`${address}/jobs/${jobId}/measure?place=${bore(4, 25, 'across')}`);
    await expect(bench.inHand).toHaveAttribute('data-place', bore(4, 25, 'across'));
    await expect(bench.clip('boreDiameter')).toHaveAttribute('aria-label', /46 of 60, worst: large/);
    // What is worked out from it lies on it, of each cylinder the worst.
    await expect(bench.clip('boreOutOfRound')).toHaveCount(0);
    const worked = page.locator('app-sheet tfoot tr', { hasText: 'Bore taper' });
    await expect(worked.locator('td').nth(3)).toContainText('0.11');
    await expect(page.locator('app-sheet thead')).toContainText('0 to +3, worn at most +15');
    await expect(bench.clip('pistonSkirt')).toHaveAttribute('aria-label', /4 of 6, worst: not taken/);
    expect(await hiddenParts(page)).toEqual([]);
  });
  await test.step('the brackets turn them over, a touch takes one, and the hand comes back to where it was', async () => {
    await page.keyboard.press(']');
    await expect(bench.clip('pistonSkirt')).toHaveAttribute('aria-selected', 'true');
    await page.keyboard.press('[');
    await expect(bench.inHand).toHaveAttribute('data-place', bore(4, 25, 'across'));
    await bench.clip('pistonSkirt').click();
    await expect(page.locator('app-sheet h2')).toHaveText('Piston skirt diameter');
    await page.getByRole('button', { name: 'The sheet before' }).click();
    await expect(bench.inHand).toHaveAttribute('data-place', bore(4, 25, 'across'));
  });
  await test.step('the next place that is not taken, and the next that is wrong, are one key or one touch away', async () => {
    await page.keyboard.press('PageDown');
    await expect(bench.inHand).toHaveAttribute('data-place', bore(5, 190, 'along'));
    await page.keyboard.press('PageUp');
    // The groove that was hammered out is the next thing that is wrong, and then the taper of the fourth bore before it.
    await expect(bench.inHand).not.toHaveAttribute('data-place', bore(5, 190, 'along'));
    await bench.at(bore(4, 25, 'across'));
    await page.getByRole('button', { name: 'Next open' }).click();
    await expect(bench.inHand).toHaveAttribute('data-place', bore(5, 190, 'along'));
    await bench.at(bore(4, 25, 'across'));
  });
  await test.step('a press on the drawing goes to its place', async () => {
    await page.locator(`app-profile [data-place="${bore(4, 75, 'along')}"] .touch`).click();
    await expect(bench.inHand).toHaveAttribute('data-place', bore(4, 75, 'along'));
  });
  await test.step('what the gauge is set to is said once; then a figure is how far from it the size is', async () => {
    await bench.at(bore(6, 25, 'along'));
    await expect(bench.verdict).toContainText('How is it measured?');
    await page.keyboard.press('Enter');
    await dialog.fill('The gauge is set to', '127.00');
    await dialog.fill('With: a ring gauge', 'setting ring SR-127');
    await dialog.done('So it is measured');
    // What a figure counts stands beside the field.
    await expect(page.locator('app-entry-bar')).toContainText('0.01 mm');
    await bench.type('+7');
    await expect(bench.verdict).toContainText('127.07 mm');
    await page.keyboard.press('Enter');
    await bench.expectState(bore(6, 25, 'along'), 'serviceable');
    // The second direction at the same station: what is worked out from both comes by itself.
    await bench.at(bore(6, 25, 'across'));
    await bench.record('+9');
    await expect(bench.cell(bore(6, 25, 'across'))).toContainText('+9');
    await bench.at(bore(6, 75, 'along'));
    await bench.type('127.05');
    await page.keyboard.press('Enter');
    await expect(bench.verdict).toContainText('Read as a size');
    await page.keyboard.press('Escape');
    await bench.type('4/6');
    await expect(bench.verdict).toContainText('"4/6"');
    await page.keyboard.press('Escape');
  });
  await test.step('the gate says what is open by sheet and cylinder, and leads to the first of each', async () => {
    await bench.settled();
    await page.goto(`${address}/jobs/${jobId}/gate/measure`);
    const waits = page.locator('app-gate-sign .waits a');
    await expect(waits.filter({ hasText: 'Bore diameter, Cyl 6: 8 places not taken' })).toHaveCount(1);
    await waits.filter({ hasText: 'Bore diameter, Cyl 6' }).click();
    await expect(bench.inHand).toHaveAttribute('data-place', bore(6, 75, 'along'));
  });
  await server.remove();
});
