import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { placeKey, sheetPlaces } from '@oak-gate/core';
import type { Page } from '@playwright/test';
import { largeTable } from '../support/large-table';
import { at, Bench, changeHands, choose, Dialog, signIn } from '../support/pages';
import { PIN, root, Server } from '../support/server';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';

const TABLE = join(root, 'demo/imports/SM-52-rev-5-as-printed.csv');

async function draft(page: Page, number: string, revision: string, model: string): Promise<void> {
  await page.getByRole('link', { name: 'Library', exact: true }).click();
  await page.getByRole('link', { name: 'Draft a document' }).click();
  await page.getByLabel('Number, as printed').fill(number);
  await page.getByLabel('Revision', { exact: true }).fill(revision);
  await page.getByLabel('Title').fill(`${number}, revision ${revision}`);
  await page.getByLabel('Engine models').click();
  await page.getByRole('option', { name: model }).click();
  await page.keyboard.press('Escape');
  await page.getByLabel('Issued').fill('2026-01-10');
  await page.getByLabel('Effective from').fill('2026-01-20');
  await page.getByRole('button', { name: 'Keep the draft' }).click();
  await expect(page.getByRole('heading', { name: `${number} rev ${revision}` })).toBeVisible();
}

test('the Skerrow contradiction: from the notice on the Floor to the decision and the sealed record', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const { address } = server;
  const dialog = new Dialog(page);
  await signIn(page, address, 'Ivo Marrable');
  const ivo = await ApiTablet.signIn(address, 'ivo-marrable');
  const jobId = await ivo.jobId('J-2042');

  await test.step('the Floor says it, and the drawing shows where no size can satisfy both', async () => {
    await page.getByRole('link', { name: /the documents contradict each other/ }).click();
    await page
      .locator('.finding')
      .filter({ hasText: 'contradict each other' })
      .getByRole('button', { name: 'Decide' })
      .click();
    await expect(page.getByText('no size satisfies both')).toBeVisible();
    const bands = page.locator('app-source-bands .row');
    await expect(bands.filter({ hasText: 'PL-H rev 2' })).toContainText(
      '0.0045 × 3.940 in × 1.3 = 0.02305 in',
    );
    await expect(bands.filter({ hasText: 'PL-H rev 2' })).toContainText('governs min');
    await expect(bands.filter({ hasText: 'SM-52 rev 4' })).toContainText('governs max');
    await expect(page.locator('app-source-bands rect.clash').first()).toBeVisible();
  });
  await test.step('a technician sees what each choice would mean, and cannot decide', async () => {
    const manual = page.getByRole('radio', { name: /SM-52 rev 4 row 1 .*7 in, 1 not proven/ });
    await manual.click();
    await page.getByLabel('Reason, with what it rests on').fill('the manual holds');
    await expect(page.getByRole('button', { name: 'Choose it' })).toBeDisabled();
    await changeHands(page, 'Perrin Oduvale');
    await page.getByRole('button', { name: 'Choose it' }).click();
    const secondLook = page.getByRole('region', { name: 'Second look' });
    await expect(secondLook).toContainText('Perrin Oduvale chose 12.0 to 22.0 thou');
    await expect(secondLook.getByRole('button', { name: 'Confirm' })).toBeHidden();
    await changeHands(page, 'Ghislaine Morrow-Tann');
    await secondLook.getByRole('button', { name: 'Confirm' }).click();
    await dialog.fill('What you looked at', 'both documents, side by side');
    await dialog.done('Confirm');
    await expect(page.getByText('Decided: 12.0 to 22.0 thou.')).toBeVisible();
  });
  await test.step('the rest of the engine is measured, and the gate signed over the decision', async () => {
    const state = await ivo.job(jobId);
    expect([...state.places.keys()].map((key) => key.split('@')[0])).toContain('boreDiameter');
    // The port bank is gauged with another gauge: that of the first day is overdue.
    await ivo.must(jobId, { type: 'takeInstrument', instrument: 'BG-3' });
    const bores = sheetPlaces(state, 'boreDiameter').map(placeKey);
    for (const place of bores.filter((key) => /cylinder:[1357]/.test(key)))
      await ivo.must(jobId, {
        ...({ type: 'takeReading', place, text: '100.06', unit: 'mm', instrument: 'BG-3' } as const),
        ...{ setting: { text: '100.08', unit: 'mm', against: 'ring gauge' }, answers: [], slip: null },
        depth: place.includes('mid')
          ? { text: '1.0', unit: 'in', datum: 'deck' }
          : { text: '3.6', unit: 'in', datum: 'deck' },
      });
    const open = (await ivo.openPlaces(jobId)).filter((key) => !key.includes('groove:1/'));
    for (const place of open) {
      const text = place.includes('groove:2/') ? '18/20' : '16/18';
      const taken = await ivo.take(jobId, place, text);
      expect([place, taken.status]).toEqual([place, 201]);
    }
    await page.goto(`${address}/jobs/${jobId}/rings`);
    await changeHands(page, 'Ivo Marrable');
    const bench = new Bench(page);
    const last = (await ivo.openPlaces(jobId))[0];
    expect(last).toMatch(/groove:1/);
    await bench.at(last ?? '');
    await bench.expectState(last ?? '', 'notProven');
    await page.getByRole('button', { name: 'More' }).click();
    await page.getByRole('menuitem', { name: 'Replace this ring' }).click();
    await dialog.fill('Reason', 'too near the maximum');
    await dialog.done('Replace');
    await bench.record('16/18');
    await bench.settled();
    await page.locator('nav.line').getByText('ready to sign').waitFor();
    await changeHands(page, 'Perrin Oduvale');
    await page.goto(`${address}/jobs/${jobId}/gate/rings`);
    await page.getByRole('button', { name: 'Read and sign' }).click();
    await dialog.fill('PIN', '5821');
    await dialog.done('Sign');
    await changeHands(page, 'Ghislaine Morrow-Tann');
    await page.locator('nav.line').getByText('Release').click();
    await page.getByRole('button', { name: 'Read and sign' }).click();
    await dialog.fill('PIN', '5821');
    await dialog.done('Sign and seal');
    await expect(page.locator('section.seal .digest')).toHaveText(/^[0-9a-f]{64}$/);
    const decisions = page.getByRole('region', { name: 'Decisions about limits' });
    await expect(decisions).toContainText('12.0 to 22.0 thou');
    await expect(decisions).toContainText('SM-52 rev 4 row 1; Perrin Oduvale');
    await expect(decisions).toContainText('Ghislaine Morrow-Tann');
    await expect(decisions).toContainText('the manual holds');
  });
  await test.step('the document says which sealed record relied on it', async () => {
    await page.goto(`${address}/library/SM-52%20rev%204`);
    await expect(page.getByText('Who relies on it').locator('..')).toContainText(/J-2042.*sealed/);
  });
  await server.remove();
});

test('a table as a manual prints it: columns, names, two units, a second acceptance; remembered for the next', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  await signIn(page, server.address, 'Teo Lindqvale');
  await draft(page, 'SM-52', '5', 'Skerrow M8-52');
  await page.getByRole('link', { name: 'Read a table' }).click();
  await expect(page.getByRole('heading', { name: 'Read a table into' })).toBeVisible();
  await expect(page.getByLabel('Whose table it is')).toHaveValue('Skerrow');
  await page.locator('input[type=file]').setInputFiles(TABLE);
  const meaning = page.getByRole('region', { name: 'What its names mean' });
  for (const [name, what, where] of [
    ['Ring end gap, top', 'Ring end gap', 'Top compression ring, 1.0 in from the deck'],
    ['Ring end gap, second', 'Ring end gap', 'Second compression ring, 1.0 in from the deck'],
    ['Rail end gap, upper', 'Ring end gap', 'Oil ring, upper rail, 1.0 in from the deck'],
    ['Rail end gap, lower', 'Ring end gap', 'Oil ring, lower rail, 1.0 in from the deck'],
    ['Rod bearing clearance', 'Rod bearing clearance', ''],
  ] as const) {
    const named = meaning.getByRole('group', { name });
    await choose(page, named, 'What is measured', what);
    if (where === '') continue;
    // Of several places none is there by itself.
    await expect(named.getByRole('combobox', { name: 'Where' })).toContainText('say where');
    await choose(page, named, 'Where', where);
    await expect(named.getByRole('combobox', { name: 'Where' })).toContainText(where);
  }
  await test.step('all or nothing: two questions wait, and only answers let it in', async () => {
    const take = page.getByRole('button', { name: 'Take 5 rows into the draft' });
    await expect(page.getByText('2 questions wait for an answer')).toBeVisible();
    await expect(take).toBeDisabled();
    await page.getByRole('button', { name: '0,014 in controls' }).click();
    await page.getByRole('button', { name: 'The table holds; the remark stays a note' }).click();
    await expect(page.getByText('5 rows, all of them understood')).toBeVisible();
    await take.click();
    await expect(page.getByRole('heading', { name: 'SM-52 rev 5' })).toBeVisible();
    await expect(page.getByRole('row', { name: /^2 Second compression ring/ })).toContainText(
      '0,016 to 0,024; worn at most 0,032',
    );
    await expect(page.getByRole('row', { name: /^2 Second compression ring/ })).toContainText(
      'below the deck',
    );
  });
  await test.step('the next table of this maker is read the same way', async () => {
    await draft(page, 'SM-52', '6', 'Skerrow M8-52');
    await page.getByRole('link', { name: 'Read a table' }).click();
    await expect(page.getByRole('heading', { name: 'Read a table into' })).toBeVisible();
    await page.locator('input[type=file]').setInputFiles(TABLE);
    await expect(page.getByText('read the way the last one of this maker was')).toBeVisible();
    await expect(page.getByText('2 questions wait for an answer')).toBeVisible();
  });
  await test.step('what is no table says so, and the page stays usable', async () => {
    await page.locator('input[type=file]').setInputFiles({
      name: 'photo.xlsx',
      mimeType: 'image/png',
      buffer: Buffer.from('89504e470d0a1a0a', 'hex'),
    });
    await expect(page.getByRole('alert')).toContainText('photo.xlsx');
    await page.locator('input[type=file]').setInputFiles(TABLE);
    await expect(page.getByText('2 questions wait for an answer')).toBeVisible();
  });
  await server.remove();
});

test('rows written in the sheet: keys, a paste from a spreadsheet, undo, what is wrong in its cell', async ({
  page,
  context,
}) => {
  const server = await new Server().seed().start();
  await context.grantPermissions(['clipboard-read', 'clipboard-write']);
  await signIn(page, server.address, 'Teo Lindqvale');
  await draft(page, 'OM-330', '8', 'Veldane VA-4-330');
  await page.getByRole('button', { name: 'Write the rows' }).click();
  const cell = (at: string) => page.locator(`td[data-cell="${at}"]`);
  await cell('1 characteristic').click();
  // Two of its words leave several; the list shows which, and Enter takes the one that the arrow is on.
  await page.keyboard.type('gap travel');
  const top = 'Ring end gap, Top compression ring, top of ring travel, 5.25 in from the skirt end';
  await expect(page.getByRole('option')).toHaveText([top, /Second compression ring/, /Oil ring/]);
  await page.keyboard.press('ArrowDown');
  await page.keyboard.press('Enter');
  await expect(cell('1 characteristic')).toHaveText(top);
  await cell('1 min').click();
  await page.keyboard.type('forty');
  await page.keyboard.press('Tab');
  await expect(cell('1 min')).toHaveAttribute('aria-invalid', 'true');
  await expect(page.getByRole('button', { name: 'Save the rows' })).toBeDisabled();
  await cell('1 min').click();
  await page.keyboard.type('0.0095');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Tab');
  await page.keyboard.type('in');
  await page.keyboard.press('Enter');
  await expect(cell('1 min')).toHaveText('0.0095');
  await expect(page.getByRole('button', { name: 'Save the rows' })).toBeEnabled();

  await page.evaluate(() =>
    navigator.clipboard.writeText(
      'Ring end gap, Second compression ring, top of ring travel, 5.25 in from the skirt end\t.0095\t\tin\n' +
        'Ring end gap, Oil ring, top of ring travel, 4.75 in from the skirt end\t0.0095\t\tin\n',
    ),
  );
  await cell('2 characteristic').click();
  await page.keyboard.press('Control+v');
  await expect(cell('3 characteristic')).toContainText('Oil ring');
  await expect(cell('2 min')).toHaveText('0.0095');
  await page.keyboard.press('Control+z');
  await expect(cell('2 characteristic')).toHaveText('');
  await page.keyboard.press('Control+Shift+z');
  await expect(cell('2 characteristic')).toContainText('Second compression ring');
  const dialog = new Dialog(page);
  await page.getByRole('link', { name: 'Library', exact: true }).click();
  await expect(dialog.box).toContainText('The rows that you wrote are not saved yet.');
  await dialog.done('Stay here');
  await expect(cell('3 characteristic')).toContainText('Oil ring');
  await cell('3 characteristic').click();
  await page.keyboard.press('Control+s');
  await expect(page.getByRole('cell', { name: 'at least 0.0095' })).toHaveCount(3);
  await page.getByRole('link', { name: 'Library', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'Library' })).toBeVisible();
  await page.goBack();

  await test.step('the two revisions side by side', async () => {
    await page.getByRole('link', { name: 'Compare OM-330 rev 7 with this one' }).click();
    await expect(page.getByRole('status')).toContainText('3 added, 2 removed');
  });
  await server.remove();
});

test('one field looks everything up; a file of many documents comes in whole, or not at all', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  await signIn(page, server.address, 'Teo Lindqvale');
  await page.getByRole('link', { name: 'Library', exact: true }).click();
  const hits = page.getByRole('region', { name: 'What was found' });
  for (const [word, hit] of [
    ['SL-88', 'SL-88 rev C'],
    ['choked', 'Service letter: ring gaps in choked steel cylinders'],
    ['end fl', 'Crankshaft end float'],
    ['skerrow', 'Skerrow M8-52'],
  ] as const) {
    await page.getByLabel('Search the library').fill(word);
    await expect(hits).toContainText(hit);
  }
  for (const [word, hit, heading] of [
    ['SL-88 C', /SL-88 rev C/, 'SL-88 rev C'],
    ['0.040 SL-88', /Ring end gap/, 'SL-88 rev'],
    ['skerrow', /Skerrow M8-52/, 'What governs here'],
  ] as const) {
    await page.getByLabel('Search the library').fill(word);
    await hits.getByRole('link', { name: hit }).first().click();
    await expect(page.getByRole('heading', { name: heading, level: 1 })).toBeVisible();
    if (word !== 'skerrow') await page.goBack();
  }
  await expect(hits).toHaveCount(0);
  await page.goBack();
  await expect(page.getByLabel('Search the library')).toHaveValue('skerrow');
  await expect(hits).toContainText('Skerrow M8-52');
  const table = await page.request.get(
    `${server.address}/api/library/revisions/SL-88%20rev%20C/export?as=csv`,
  );
  const text = await table.text();
  await page.goto(`${server.address}/library/import`);
  const bring = (name: string, content: string) =>
    page
      .locator('input[type=file]')
      .setInputFiles({ name, mimeType: 'text/csv', buffer: Buffer.from(content) });
  const progress = page.getByRole('region', { name: 'How far it is' });
  await bring('wrong.csv', text.replaceAll('SL-88', 'SL-99').replace('0.040', 'forty'));
  await expect(progress).toContainText('Nothing of it is in the library');
  await expect(page.getByRole('region', { name: 'What is wrong' })).toContainText('forty');
  await bring('right.csv', text.replaceAll('SL-88', 'SL-99'));
  await expect(progress).toContainText('All of it is in the library, as drafts');
  await page.getByRole('link', { name: 'See the drafts' }).click();
  await expect(page.getByRole('row', { name: /SL-99 rev C/ })).toContainText('draft');
  await server.remove();
});

test('a large file: how far it is, seen on coming back too, and stopped with nothing of it left', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  await signIn(page, server.address, 'Teo Lindqvale');
  await page.goto(`${server.address}/library/import`);
  await page.locator('input[type=file]').setInputFiles({
    name: 'whole-shelf.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(largeTable(3_000, 25)),
  });
  const progress = page.getByRole('region', { name: 'How far it is' });
  const bar = progress.getByRole('progressbar');
  await expect(bar).not.toHaveAttribute('aria-valuenow', '0');
  await expect(page.locator('input[type=file]')).toHaveCount(0);
  await page.getByRole('link', { name: 'To the library' }).click();
  await expect(page.getByRole('heading', { name: 'Library' })).toBeVisible();
  await page.goBack();
  await expect(progress).toContainText('whole-shelf.csv');
  await progress.getByRole('button', { name: 'Stop it' }).click();
  await expect(progress).toContainText('Stopped. Nothing of it is in the library.');
  await expect(page.getByText('Choose a file')).toBeVisible();
  await page.goto(`${server.address}/library?q=LIB-1`);
  await expect(page.getByText('Nothing begins with these words')).toBeVisible();
  await server.remove();
});

test('a revision that is published while a job is open says so there without a reload', async ({ page }) => {
  const server = await new Server().seed().start();
  await signIn(page, server.address, 'Ivo Marrable');
  await page.getByRole('link', { name: 'M8-11873', exact: true }).click();
  await expect(page.locator('nav.line')).toBeVisible();
  await expect(page.locator('a.arrived')).toHaveCount(0);
  const [teo, perrin] = await Promise.all(
    ['teo-lindqvale', 'perrin-oduvale'].map((id) => ApiTablet.signIn(server.address, id)),
  );
  if (teo === undefined || perrin === undefined) throw new Error('nobody signed in');
  await teo.publish(
    perrin,
    {
      number: 'SM-52',
      revision: '5',
      title: 'Rings and rod bearings',
      kind: 'manual',
      issued: '2026-01-01',
      effective: '2026-01-02',
      models: ['M8-52'],
    },
    readFileSync(join(root, 'demo/documents/SM-52-rev-4.csv')),
  );
  await expect(page.locator('a.arrived')).toContainText('SM-52 rev 5 arrived in the place of SM-52 rev 4');
  await expect(page.locator('a.arrived')).toContainText('no verdict would change');
  await page.locator('a.arrived').click();
  await expect(page.getByRole('region', { name: 'What arrived' })).toContainText(
    'An inspector adopts or declines it',
  );
  await changeHands(page, 'Perrin Oduvale');
  const dialog = new Dialog(page);
  await page.getByRole('button', { name: 'Decline' }).click();
  await dialog.fill('Reason', 'the engine is half measured to the old manual');
  await dialog.done('Decline');
  await expect(page.locator('a.arrived')).toHaveCount(0);
  await expect(page.getByRole('region', { name: 'Decisions about limits' })).toContainText(
    'half measured to the old manual',
  );

  await changeHands(page, 'Teo Lindqvale');
  const job = page.url();
  const withdraw = async (id: string, then: RegExp, reason: string): Promise<void> => {
    await page.goto(`${server.address}/library/${encodeURIComponent(id)}`);
    await page.getByRole('button', { name: 'Withdraw' }).click();
    await dialog.box.getByLabel('What holds then').click();
    await page.getByRole('option', { name: then }).click();
    await dialog.fill('Reason', reason);
    await dialog.done('Withdraw');
    await expect(page.locator('.withdrawn')).toContainText(`Withdrawn by Teo Lindqvale`);
    await expect(page.locator('.withdrawn')).toContainText(reason);
    await page.goto(job);
    await expect(page.locator('nav.line')).toBeVisible();
  };
  // The one before it holds again: that is what is pinned, so there is nothing new.
  await withdraw('SM-52 rev 5', /before it/, 'its table of gaps was misprinted');
  await expect(page.locator('a.arrived')).toHaveCount(0);
  // Nothing holds any more: the pin rests on what is no longer current, and says so.
  await withdraw('SM-52 rev 4', /Nothing of SM-52/, 'the maker takes the manual back');
  await expect(page.locator('a.arrived')).toContainText('SM-52 rev 4 no longer holds');
  await server.remove();
});

test('a revision that arrives over a signed gate is adopted in one act, with one reason and one signature', async ({
  page,
}) => {
  const server = await new Server().seed().start();
  const { address } = server;
  const [ivo, sanna, teo, perrin] = await Promise.all(
    ['ivo-marrable', 'sanna-tveldt', 'teo-lindqvale', 'perrin-oduvale'].map((id) =>
      ApiTablet.signIn(address, id),
    ),
  );
  if (ivo === undefined || sanna === undefined || teo === undefined || perrin === undefined)
    throw new Error('nobody signed in');
  const jobId = await ivo.openReady(
    { number: 'R-1', duty: 'continuous marine', reason: 'rebored' },
    {
      model: 'M8-52',
      serial: 'M8-50031',
      oversize: '0.020',
      pistonMaterial: 'K',
      ringPartNumber: 'CR-52-020',
      ringMaker: 'Corvale',
    },
  );
  await sanna.command(jobId, { type: 'confirmIdentity', serialSeen: 'M8-50031' });
  await ivo.command(jobId, { type: 'checkDocuments' });
  for (const place of await ivo.openPlaces(jobId)) await ivo.takeThere(jobId, place, '18/20');
  await perrin.sign(jobId, 'arrival');
  await perrin.sign(jobId, 'rings');
  const rows = readFileSync(join(root, 'demo/documents/SM-52-rev-4.csv'), 'utf8');
  await teo.publish(
    perrin,
    {
      number: 'SM-52',
      revision: '5',
      title: 'Rings and rod bearings',
      kind: 'manual',
      issued: '2026-01-01',
      effective: '2026-01-02',
      models: ['M8-52'],
    },
    // The second ring may be no smaller than 0.019 now: 18/20 may be too tight for it.
    Buffer.from(rows.replace('0.016,0.024', '0.019,0.024')),
  );

  const adoption = page.getByRole('region', { name: 'What arrived' });
  const dialog = new Dialog(page);
  await signIn(page, address, 'Perrin Oduvale');
  await page.goto(`${address}/jobs/${jobId}/limits`);
  await expect(adoption).toContainText('19.0 to 24.0 thou');
  await adoption.getByRole('button', { name: 'Adopt' }).click();
  await expect(dialog.box).toContainText('its signature and every later one are void with this');
  await dialog.fill('PIN', '1111');
  await expect(dialog.box.getByRole('button', { name: 'Adopt and reopen' })).toBeDisabled();
  await dialog.fill('Reason', 'it holds for engines on the bench');
  await dialog.submit('Adopt and reopen');
  await expect(dialog.box).toContainText('PIN');
  await expect(dialog.box.getByLabel('Reason')).toHaveValue('it holds for engines on the bench');
  expect((await ivo.job(jobId)).pins).toHaveLength(1);
  await dialog.fill('PIN', PIN);
  await dialog.done('Adopt and reopen');
  await expect(adoption).toHaveCount(0);
  await expect(page.locator('nav.line').getByText(/8 places open/)).toBeVisible();

  // What was signed, and by which document it was judged, can still be read.
  const bench = await new Bench(page).open(address, jobId, at(1, 2, 'mid'));
  await bench.expectState(at(1, 2, 'mid'), 'notProven');
  await expect(page.locator('app-reading-card .history')).toContainText('in by SM-52 rev 4');
  await page.goto(`${address}/jobs/${jobId}/release`);
  await expect(page.getByText('it holds for engines on the bench').first()).toBeVisible();
  await server.remove();
});

test('the shop sets which kind is stronger, and adds what it measures', async ({ page }) => {
  const server = await new Server().seed().start();
  const dialog = new Dialog(page);
  await signIn(page, server.address, 'Teo Lindqvale');
  await page.getByRole('link', { name: 'Library', exact: true }).click();
  await page.getByRole('link', { name: 'Which kind is stronger' }).click();
  const aircraft = page.locator('app-kind-orders .classes section').filter({ hasText: 'Aircraft' });
  await expect(aircraft).toContainText('part maker’s leaflet: advisory');
  await aircraft.getByRole('button', { name: 'Let it govern' }).click();
  await dialog.fill('Reason', 'we hold the approval of these rings');
  await dialog.done('Change the order');
  await expect(aircraft.locator('li')).toHaveCount(4);
  await expect(aircraft).toContainText('set by the shop');

  const marine = page.locator('app-kind-orders .classes section').filter({ hasText: 'Marine' });
  const kinds = marine.locator('li .name');
  const [first = '', second = ''] = await kinds.allInnerTexts();
  const from = await marine.locator('li').nth(1).boundingBox();
  const to = await marine.locator('li').nth(0).boundingBox();
  if (from === null || to === null) throw new Error('not on the screen');
  await page.mouse.move(from.x + 60, from.y + from.height / 2);
  await page.mouse.down();
  await page.mouse.move(to.x + 60, to.y + to.height / 2, { steps: 8 });
  await page.mouse.move(to.x + 60, to.y + 4, { steps: 4 });
  await page.mouse.up();
  await expect(dialog.box).toContainText(`From now on: ${second}, then ${first}`);
  await dialog.fill('Reason', 'the yard wants it so');
  await dialog.done('Change the order');
  await expect(kinds.first()).toHaveText(second);
  await page.reload();
  await expect(kinds.first()).toHaveText(second);

  await page.getByRole('link', { name: 'What is measured' }).click();
  await page.getByRole('link', { name: 'Add one' }).click();
  await page.getByLabel('What it is called').fill('Pin ovality');
  await page.getByLabel('What is measured').fill('largest less smallest diameter of a pin');
  await page.getByLabel('Its usual tool').fill('micrometer');
  await expect(page.getByText('Still to be filled in: parts it depends on')).toBeVisible();
  await page.getByLabel('Parts it depends on').press('Enter');
  await page.getByRole('option', { name: 'pin', exact: true }).click();
  await page.keyboard.press('Escape');
  await page.getByRole('button', { name: 'Add it to the catalogue' }).click();
  await expect(page.getByRole('row', { name: /Pin ovality/ })).toContainText('ours');
  await server.remove();
});
