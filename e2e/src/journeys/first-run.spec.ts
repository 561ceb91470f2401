import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { parsePlaceKey } from '@oak-gate/core';
import { Bench, changeHands, Dialog, at } from '../support/pages';
import { root, Server } from '../support/server';
import { expect, test } from '../support/test';

const sample = (path: string): string => join(root, 'demo', path);

/** What a blade set says at each station of this engine, well inside what its letter allows. */
const GAPS: Readonly<Record<string, string>> = { skirt: '42/44', top: '10/11', topOil: '10/11' };

test('an empty folder becomes a shop that seals its first record, and verifies it', async ({ page }) => {
  const server = await new Server().start();
  const dialog = new Dialog(page);
  await page.goto(server.address);
  await page.waitForURL('**/set-up');
  await page.getByLabel('Name of the shop').fill('Harbour Works');
  await page.getByLabel('Name', { exact: true }).fill('Asta Brandt');
  await page.getByLabel('PIN').fill('5821');
  await page.getByRole('button', { name: 'Open the shop' }).click();

  await page.waitForURL('**/setting-up');
  await page.getByRole('link', { name: 'Add people' }).click();
  await page.waitForURL('**/shop');
  const before = page.getByRole('region', { name: 'Before the first seal' });
  for (const role of ['a technician', 'an inspector', 'a releaser']) await expect(before).toContainText(role);
  for (const [name, role] of [
    ['Bo Friis', 'technician'],
    ['Cato Lund', 'inspector'],
  ] as const) {
    await page.getByRole('button', { name: 'Add a person' }).click();
    await page.getByLabel('Name', { exact: true }).fill(name);
    await page.getByLabel('First PIN').fill('8265');
    if (role !== 'technician') {
      await page.getByRole('checkbox', { name: /technician/ }).uncheck();
      await page.getByRole('checkbox', { name: new RegExp(`^${role}`) }).check();
    }
    await page.getByRole('button', { name: 'Add', exact: true }).click();
    await expect(page.getByRole('cell', { name })).toBeVisible();
  }

  await test.step('what is still missing is said; roles are changed with a reason, and so is the second look', async () => {
    await expect(before).not.toContainText('an inspector');
    await page
      .getByRole('row', { name: /Asta Brandt/ })
      .getByRole('button', { name: 'Roles' })
      .click();
    await dialog.box.getByLabel('Roles').click();
    await page.getByRole('option', { name: /^releaser/ }).click();
    await page.keyboard.press('Escape');
    await expect(dialog.box).toContainText('Still to be filled in: Reason');
    await expect(dialog.box.getByRole('button', { name: 'Change it' })).toBeDisabled();
    await dialog.fill('Reason', 'we are three');
    await dialog.done('Change it');
    await expect(before).toHaveCount(0);
    await page.getByRole('button', { name: 'Change the second look' }).click();
    await dialog.fill('Reason', 'alone in August');
    await dialog.done('The same person may');
    await expect(page.getByText('the same person may look again later')).toBeVisible();
    await page.getByRole('button', { name: 'Change the second look' }).click();
    await dialog.fill('Reason', 'August is over');
    await dialog.done('Always another person');
    await expect(page.getByText('always another person')).toBeVisible();
  });
  await test.step('a PIN that the manager gave opens the door once, to choose one’s own', async () => {
    await changeHands(page, 'Cato Lund', '8265');
    await page.waitForURL('**/own-pin*');
    // There is no way round it.
    await page.goto(`${server.address}/floor`);
    await expect(page.getByRole('heading', { name: 'Choose your own PIN' })).toBeVisible();
    const own = page.getByLabel('Your own PIN', { exact: true });
    const again = page.getByLabel('Your own PIN once more');
    const keep = page.getByRole('button', { name: 'This is my PIN' });
    await page.getByLabel('The PIN that you were given').fill('8264');
    await own.fill('1234');
    await again.fill('1234');
    await expect(keep).toBeDisabled();
    await own.fill('5821');
    await expect(page.getByText('not the same yet')).toBeVisible();
    await again.fill('5821');
    await keep.click();
    await expect(page.getByRole('alert')).toContainText('The PIN is wrong');
    await page.getByLabel('The PIN that you were given').fill('8265');
    await keep.click();
    await page.waitForURL('**/floor');

    await changeHands(page, 'Bo Friis', '8265');
    await page.getByLabel('The PIN that you were given').fill('8265');
    await own.fill('5821');
    await again.fill('5821');
    await keep.click();
    await page.waitForURL('**/floor');
    await page.getByRole('link', { name: 'Shop' }).click();
    await page.getByRole('link', { name: 'Change my PIN' }).click();
    await expect(page.getByRole('heading', { name: 'Change your PIN' })).toBeVisible();
    await page.getByRole('button', { name: 'Leave it as it is' }).click();
    await changeHands(page, 'Asta Brandt');
  });

  await page.getByRole('link', { name: 'Library' }).click();
  await page.getByRole('link', { name: 'Engine models' }).click();
  await page
    .locator('input[type=file]')
    .setInputFiles({ name: 'broken.json', mimeType: 'application/json', buffer: Buffer.from('{"format"') });
  await expect(page.getByRole('alert')).toContainText('broken.json is not JSON');
  await page.locator('input[type=file]').setInputFiles(sample('models/VA-4-330.json'));
  await expect(page.getByRole('cell', { name: 'Veldane VA-4-330' })).toBeVisible();
  await page.getByRole('link', { name: 'Draft a document' }).click();
  await page.getByLabel('Number, as printed').fill('SL-88');
  await page.getByLabel('Revision', { exact: true }).fill('B');
  await page.getByLabel('Title').fill('Ring gaps in choked cylinders');
  await page.getByLabel('Kind').click();
  await page.getByRole('option', { name: 'approved letter' }).click();
  await page.getByLabel('Engine models').click();
  await page.getByRole('option', { name: 'Veldane VA-4-330' }).click();
  await page.keyboard.press('Escape');
  await page.getByLabel('Issued').fill('2026-01-10');
  await page.getByLabel('Effective from').fill('2026-01-20');
  await page.getByLabel('Serials from').fill('ten');
  await page.getByRole('button', { name: 'Keep the draft' }).click();
  await expect(page.getByRole('alert')).toContainText('as a whole number');
  await page.getByLabel('Serials from').fill('');
  await page.getByRole('button', { name: 'Keep the draft' }).click();

  await test.step('a wrong table lists its cells and takes nothing in; the right one is read', async () => {
    await page.waitForURL('**/library/SL-88*');
    await expect(page.getByRole('cell', { name: 'No rows yet' })).toBeVisible();
    await page.getByRole('link', { name: 'Read a table' }).click();
    await expect(page.getByRole('heading', { name: 'Read a table into SL-88 rev B' })).toBeVisible();
    const table = readFileSync(sample('documents/SL-88-rev-B.csv'), 'utf8');
    const read = (name: string, text: string) =>
      page
        .locator('input[type=file]')
        .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(text) });
    await read(
      'wrong.csv',
      table.replace('0.040,0.052,in', '0.060,0.052,in').replace('3,ringGap,3', '3,ringGap,7'),
    );
    const wrong = page.getByRole('region', { name: 'What is wrong' });
    await expect(wrong).toContainText('2 cells cannot be read');
    await expect(wrong).toContainText('line 2, min the minimum 0.060 is above the maximum 0.052');
    await expect(wrong).toContainText('has no groove "7"');
    await expect(page.getByRole('button', { name: /^Take .* into the draft/ })).toBeDisabled();
    await read('right.csv', table);
    await page.getByRole('button', { name: 'Take 6 rows into the draft' }).click();
    await expect(page.getByText('2.0 in from the skirt end').first()).toBeVisible();
  });
  await test.step('who wrote it cannot check it; another does, and the steward publishes', async () => {
    await page.getByRole('button', { name: 'Check it' }).click();
    await dialog.submit('It is as printed');
    await expect(dialog.box).toContainText('Asta Brandt cannot');
    await dialog.submit('Leave it');
    await changeHands(page, 'Cato Lund');
    await page.getByRole('button', { name: 'Check it' }).click();
    await dialog.done('It is as printed');
    await changeHands(page, 'Asta Brandt');
    await page.getByRole('button', { name: 'Publish', exact: true }).click();
    await dialog.done('Publish and freeze');
    await expect(page.getByText('current', { exact: true })).toBeVisible();
    await expect(page.getByRole('button', { name: 'Write the rows' })).toHaveCount(0);
  });

  await test.step('a feeler set is registered by the form, in its own unit', async () => {
    await page.getByRole('link', { name: 'Instruments' }).click();
    await page.getByRole('button', { name: 'Register an instrument' }).click();
    await page.getByLabel('Id', { exact: true }).fill('FS-1');
    await page.getByLabel('Name').fill('Bench feelers');
    await page.getByLabel('Checked on').fill('2026-10-01');
    await page.getByLabel('Due again on').fill('2027-10-01');
    await page.getByLabel('Blades').fill('9 10 11 thick 12 18 20 28 42 44');
    await page.getByRole('button', { name: 'Register', exact: true }).click();
    await expect(page.getByRole('alert')).toContainText('"thick" is not a size in thou');
    await page.getByLabel('Blades').fill('9 10 11 12 18 20 28 42 44');
    await page.getByRole('button', { name: 'Register', exact: true }).click();
    await expect(page.getByText('9 blades, thou')).toBeVisible();
  });

  await test.step('a job is opened by a technician; an odd serial needs a word of why', async () => {
    await changeHands(page, 'Bo Friis');
    await page.getByRole('link', { name: 'Floor', exact: true }).click();
    await expect(page.getByText('No job is in the shop')).toBeVisible();
    await page.getByRole('link', { name: 'Open a job' }).click();
    await page.getByLabel('Job number').fill('H-1');
    await page.getByLabel('Engine model').click();
    await page.getByRole('option', { name: 'Veldane VA-4-330' }).click();
    await page.getByLabel('What is overhauled').click();
    await page.getByRole('option', { name: 'ring end gaps', exact: true }).click();
    await page.getByLabel('Serial, as on the plate').fill('4330-99');
    await page.getByLabel('Duty').fill('crop spraying');
    await page.getByRole('button', { name: 'Open the job' }).click();
    await expect(page.getByRole('alert')).toContainText('4330-99');
    await page.getByLabel('Serial, as on the plate').fill('4330-00099');
    await page.getByRole('button', { name: 'Open the job' }).click();
    await page.waitForURL('**/arrival');
  });
  await test.step('who opened the job is no second person; another is', async () => {
    await page.getByRole('button', { name: 'Read the plate' }).click();
    // Nobody copies it from the screen.
    await expect(page.locator('.serial:visible')).toHaveCount(0);
    await dialog.fill('Serial on the plate', '4330-00099');
    await dialog.submit('Confirm');
    await expect(dialog.box).toContainText('Bo Friis cannot confirm the identity');
    await dialog.submit('Leave it');
    await changeHands(page, 'Cato Lund');
    await page.getByRole('button', { name: 'Read the plate' }).click();
    await dialog.fill('Serial on the plate', '4330-00009');
    await dialog.submit('Confirm');
    await expect(dialog.box).toContainText('The job says another serial than “4330-00009”');
    await expect(dialog.box).toContainText('look like 4330-12345: the last five digits count');
    await expect(dialog.box).not.toContainText('4330-00099');
    await dialog.fill('Serial on the plate', '4330-00099');
    await dialog.done('Confirm');
    await page.getByRole('button', { name: 'They are current' }).click();
    await dialog.done('They are current');
    await page.getByRole('button', { name: 'Read and sign' }).click();
    await dialog.fill('PIN', '5821');
    await dialog.done('Sign');
    await expect(page.getByText('Signed by Cato Lund')).toBeVisible();
  });
  await test.step('rings are fitted, a gauge is taken where it is needed, and all of their gaps are taken, by keys alone', async () => {
    await changeHands(page, 'Bo Friis');
    await page.locator('nav.line').getByText('Rings').click();
    const bench = new Bench(page);
    await expect(bench.verdict).toContainText('No ring is fitted here');
    await page.keyboard.press('f');
    await dialog.done('Fit');
    await expect(bench.verdict).toContainText('No gauge is taken');
    await page.locator('app-entry-bar').getByRole('button', { name: 'Take a gauge' }).click();
    // One that nobody has registered yet: there and back.
    await dialog.choose('Which', 'One that is not listed');
    await dialog.done('Take it in hand');
    await page.waitForURL('**/instruments');
    await page.goBack();
    await page.locator('app-entry-bar').getByRole('button', { name: 'Take a gauge' }).click();
    await dialog.choose('Which', 'FS-1, Bench feelers');
    await dialog.done('Take it in hand');
    await bench.expectState(at(1, 1, 'skirt'), 'notTaken');
    for (let taken = 0; taken < 24; taken++) {
      const place = (await bench.inHand.getAttribute('data-place')) ?? '';
      const { station = '', groove = '' } = parsePlaceKey(place)?.at ?? {};
      if (groove === '3') await page.keyboard.press('y'); // the expander is out
      await bench.record(groove === '3' && station === 'skirt' ? '18/20' : (GAPS[station] ?? ''));
      await bench.expectState(place, 'in');
    }
    await bench.settled();
    await page.locator('nav.line').getByText('ready to sign').waitFor();
  });
  await test.step('Rings and Release are signed, and the record is sealed', async () => {
    await changeHands(page, 'Cato Lund');
    await page.getByRole('link', { name: 'Rings gate' }).click();
    await page.getByRole('button', { name: 'Read and sign' }).click();
    await expect(dialog.box).toContainText('24 of 24 places within limits');
    await dialog.fill('PIN', '5821');
    await dialog.done('Sign');
    await changeHands(page, 'Asta Brandt');
    await page.locator('nav.line').getByText('Release').click();
    await page.getByRole('button', { name: 'Read and sign' }).click();
    await dialog.fill('PIN', '5821');
    await dialog.done('Sign and seal');
    await expect(page.locator('section.seal .digest')).toHaveText(/^[0-9a-f]{64}$/);
  });
  await test.step('the exported record is verified where it is dropped', async () => {
    const download = page.waitForEvent('download');
    await page.getByRole('link', { name: 'Export' }).click();
    const file = await (await download).path();
    await page.getByRole('link', { name: 'Shop', exact: true }).click();
    await page.getByRole('link', { name: 'Verify a record' }).click();
    await page.locator('input[type=file]').setInputFiles(file);
    await expect(page.getByRole('heading', { name: 'This record is consistent' })).toBeVisible();
  });
  await server.remove();
});
