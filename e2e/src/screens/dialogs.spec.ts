import { squaredAt } from '../../../core/test/as-planned';
import { randomUUID } from 'node:crypto';
import { partIn, slotKey, usualPart } from '@oak-gate/core';
import type { JobDraft } from '@oak-gate/core';
import type { Page } from '@playwright/test';
import { at, Bench, signIn } from '../support/pages';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';
import { illegibleIn, inTheme } from '../support/themes';

let jobs: { open: string; sealed: string; v8: string; empty: string };
const TIGHT = at(1, 2, 'mid');
const LOOSE = at(3, 2, 'mid');
const CONTESTED = at(2, 2, 'mid');
const REPORTED = at(4, 2, 'mid');
const UNTAKEN = at(5, 2, 'mid');
const SETTLED_BY_NOBODY = at(6, 2, 'mid');
test.beforeAll(async ({ demo }) => {
  const ivo = await ApiTablet.signIn(demo.address, 'ivo-marrable');
  const sanna = await ApiTablet.signIn(demo.address, 'sanna-tveldt');
  const v8 = await ivo.openV8('D-1', 'M8-50021');
  jobs = {
    open: await ivo.jobId('J-2041'),
    sealed: await ivo.jobId('J-2040'),
    v8,
    empty: await ivo.openEmptyV8('D-2', 'M8-50022'),
  };
  await ivo.takeThere(v8, TIGHT, '10/11');
  await ivo.takeThere(v8, LOOSE, '28/32');
  // The set has no blade between these, and the maximum is 24.
  await ivo.takeThere(v8, SETTLED_BY_NOBODY, '24/25');
  const seen = {
    type: 'takeReading',
    place: CONTESTED,
    unit: 'thou',
    instrument: 'FS-2',
    answers: [{ question: 'expanderOut', answer: 'yes' }],
    slip: null,
    ...squaredAt(CONTESTED),
  };
  const readings = await Promise.all([
    ivo.seen(v8, { ...seen, text: '16/17' } as JobDraft),
    sanna.seen(v8, { ...seen, text: '18/19' } as JobDraft),
  ]);
  await ivo.post(`/api/jobs/${v8}/commands`, { id: randomUUID(), command: readings[0] });
  await sanna.post(`/api/jobs/${v8}/commands`, { id: randomUUID(), command: readings[1] });
  // Two people say that they filed the same ring, and neither knew of the other.
  const ring = partIn(
    await ivo.job(v8),
    slotKey(usualPart('ring'), { cylinder: '4', groove: '2', member: 'ring' }),
  );
  const filed = { type: 'reworkPart', part: ring?.id ?? '', basedOn: ring?.condition ?? 0, what: 'filed' };
  await ivo.command(v8, { ...filed, how: 'flat file: a little' });
  await sanna.command(v8, { ...filed, how: 'diamond file: one end' });
});
/** What the card of a place offers at once, or behind More. */
const onBench =
  (name: string, where: 'card' | 'more' = 'more') =>
  async (page: Page): Promise<void> => {
    await page.locator('app-sheet table').first().waitFor();
    if (where === 'more') await new Bench(page).more(name);
    else await page.locator('app-reading-card').getByRole('button', { name }).first().click();
  };
const benchOf = (job: 'v8' | 'empty', place: string) => (): string =>
  `/jobs/${jobs[job]}/rings?place=${place}`;
const decide =
  (about: string) =>
  (page: Page): Promise<void> =>
    page.locator('.finding', { hasText: about }).getByRole('button', { name: 'Decide' }).first().click();
/** What is added to a finding, behind its own button. */
const addTo =
  (about: string, what: string) =>
  async (page: Page): Promise<void> => {
    const finding = page.locator('.finding', { hasText: about }).first();
    await finding.getByRole('button', { name: 'Add to it' }).click();
    await page.getByRole('menuitem', { name: what }).click();
  };
type Opening = readonly [name: string, path: () => string, open: (page: Page) => Promise<void>];
const press =
  (name: string) =>
  (page: Page): Promise<void> =>
    page.getByRole('button', { name }).first().click();
/** Who opens which dialog, where, and how. */
const DIALOGS: Readonly<Record<string, readonly Opening[]>> = {
  'Teo Lindqvale': [
    ...['Change the second look', 'Change the time zone', 'Change the key', 'Roles', 'New PIN', 'Leaves'].map(
      (name): Opening => [name, () => '/shop', press(name)],
    ),
    ['a check of a gauge', () => '/instruments', press('Checked')],
    ['a withdrawal', () => '/library/SL-88%20rev%20B', press('Withdraw')],
  ],
  'Ivo Marrable': [
    ...['Read the plate', 'The serial is wrong', 'They are current'].map((name): Opening => [
      name,
      () => `/jobs/${jobs.v8}/arrival`,
      press(name),
    ]),
    ['change hands', () => '/floor', (page) => page.locator('button.hands').click()],
    ['fit rings', benchOf('empty', TIGHT), onBench('Fit rings', 'card')],
    ['a ring is filed', benchOf('v8', TIGHT), onBench('This ring was filed')],
    ['a ring is replaced', benchOf('v8', TIGHT), onBench('Replace this ring')],
    ['a bore is honed', benchOf('v8', TIGHT), onBench('This bore was honed')],
    ['a bore is replaced', benchOf('v8', TIGHT), onBench('Replace this bore')],
    ['a note to a finding', () => `/jobs/${jobs.v8}/gate/rings`, addTo('is loose', 'A note')],
    ['an order', () => `/jobs/${jobs.v8}/gate/rings`, addTo('is loose', 'An order')],
    ['of single cylinders', () => `/jobs/${jobs.v8}/limits`, press('Of single cylinders')],
    ['a concession is asked for', benchOf('v8', LOOSE), onBench('Ask for a concession')],
    ['why it is checked', benchOf('v8', LOOSE), onBench('Why this is checked')],
    [
      'one ring carried through the bores',
      () => `${benchOf('v8', LOOSE)()}&view=set`,
      press('Carry one ring through the bores'),
    ],
    [
      'left as it is',
      () => `/jobs/${jobs.open}/rings?place=${at(1, 1, 'skirt')}`,
      onBench('Leave it as it is'),
    ],
    ['a reading is void', benchOf('v8', LOOSE), onBench('Void this reading')],
    ['a place is deferred', benchOf('v8', UNTAKEN), onBench('Defer this place')],
    ['not applicable', benchOf('v8', UNTAKEN), onBench('Not applicable here')],
    ['a report is settled', benchOf('v8', REPORTED), onBench('Settle it', 'card')],
    ['another gauge', benchOf('v8', SETTLED_BY_NOBODY), onBench('Another gauge', 'card')],
  ],
  'Perrin Oduvale': [
    ['a gate opened again', () => `/jobs/${jobs.open}/gate/arrival`, press('Reopen')],
    ['a contest is decided', () => `/jobs/${jobs.v8}/gate/rings`, decide('two people measured it')],
    ['a ring out of limits is decided', () => `/jobs/${jobs.v8}/gate/rings`, decide('is loose')],
    ['a supplement', () => `/jobs/${jobs.sealed}/release`, press('Add a supplement')],
  ],
};

test('every dialog, in every theme: legible to a machine, nothing cut or covered', async ({ page, demo }) => {
  test.setTimeout(600_000);
  await page.setViewportSize({ width: 1024, height: 768 });
  await inTheme(page, 'light');
  const wrong: string[] = [];
  for (const [person, openings] of Object.entries(DIALOGS)) {
    await signIn(page, demo.address, person);
    for (const [name, path, open] of openings) {
      await page.goto(demo.address + path());
      await open(page);
      const dialog = page.locator('mat-dialog-container');
      await dialog.waitFor();
      await page.waitForTimeout(200); // it comes in by a tenth of a second
      wrong.push(
        ...(await illegibleIn(page, { part: 'mat-dialog-container' })).map((fault) => `${name}, ${fault}`),
      );
      await page.keyboard.press('Escape');
      await expect(dialog).toHaveCount(0);
    }
  }
  expect(wrong).toEqual([]);
});

test('what the bench and the forms refuse, in every theme: read as well as everything else', async ({
  page,
  demo,
}) => {
  await page.setViewportSize({ width: 1024, height: 768 });
  await inTheme(page, 'light');
  const wrong: string[] = [];
  const look = async (name: string, shown = 'app-problem-note, [role=alert]'): Promise<void> => {
    await page.locator(shown).first().waitFor();
    wrong.push(...(await illegibleIn(page)).map((fault) => `${name}, ${fault}`));
  };
  await page.goto(`${demo.address}/sign-in`);
  await page.getByRole('button', { name: 'Ivo Marrable' }).click();
  await page.locator('input[name=pin]').fill('9071');
  await page.getByRole('button', { name: 'Sign in' }).click();
  await look('a wrong PIN');
  await signIn(page, demo.address, 'Ivo Marrable');
  await new Bench(page).open(demo.address, jobs.open, at(2, 2, 'skirt'));
  await page.locator('input[data-entry]').fill('.021');
  await page.keyboard.press('Enter');
  await look('a figure that the set cannot mean');
  await page.getByRole('button', { name: 'Understood' }).first().click();
  await page.locator('input[data-entry]').fill('440/46');
  await page.getByRole('button', { name: '44/46 thou' }).waitFor();
  await look('a slip that is asked about', '.slip, app-entry-bar');
  await page.goto(`${demo.address}/jobs/new`);
  await page.locator('input[name=number]').fill('J-1');
  await page.locator('input[name=hoursSinceNew]').fill('many');
  await page.locator('form').evaluate((form) => form.dispatchEvent(new Event('submit')));
  await look('hours that are none');
  expect(wrong).toEqual([]);
});
