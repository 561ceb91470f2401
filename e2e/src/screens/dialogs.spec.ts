import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { hiddenParts } from '../support/geometry';
import { at, signIn } from '../support/pages';
import { ApiTablet } from '../support/tablet';
import { expect, test } from '../support/test';
import { inTheme, THEMES } from '../support/themes';

let jobs: { open: string; sealed: string; v8: string };
test.beforeAll(async ({ demo }) => {
  const ivo = await ApiTablet.signIn(demo.address, 'ivo-marrable');
  jobs = {
    open: await ivo.jobId('J-2041'),
    sealed: await ivo.jobId('J-2040'),
    v8: await ivo.openV8('D-1', 'M8-50021'),
  };
});
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
  ],
  'Perrin Oduvale': [
    ['a gate opened again', () => `/jobs/${jobs.open}/gate/arrival`, press('Reopen')],
    ['a supplement', () => `/jobs/${jobs.sealed}/release`, press('Add a supplement')],
  ],
};

for (const theme of THEMES)
  test(`every dialog, ${theme}: legible to a machine, nothing cut or covered`, async ({ page, demo }) => {
    test.setTimeout(300_000);
    await page.setViewportSize({ width: 1024, height: 768 });
    await inTheme(page, theme);
    const wrong: string[] = [];
    for (const [person, openings] of Object.entries(DIALOGS)) {
      await signIn(page, demo.address, person);
      for (const [name, path, open] of openings) {
        await page.goto(demo.address + path());
        await open(page);
        const dialog = page.locator('mat-dialog-container');
        await dialog.waitFor();
        await page.waitForTimeout(200); // it comes in by a tenth of a second
        wrong.push(...(await hiddenParts(page)).map((fault) => `${name}: ${fault}`));
        const { violations } = await new AxeBuilder({ page })
          .include('mat-dialog-container')
          .withTags(['wcag2a', 'wcag2aa'])
          .analyze();
        wrong.push(...violations.map(({ id, nodes }) => `${name}: ${id}: ${nodes[0]?.html ?? ''}`));
        await page.keyboard.press('Escape');
        await expect(dialog).toHaveCount(0);
      }
    }
    expect(wrong).toEqual([]);
  });

for (const theme of THEMES)
  test(`what the bench and the forms refuse, ${theme}: read as well as everything else`, async ({
    page,
    demo,
  }) => {
    test.setTimeout(120_000);
    await page.setViewportSize({ width: 1024, height: 768 });
    await inTheme(page, theme);
    const wrong: string[] = [];
    const look = async (name: string, shown = 'app-problem-note, [role=alert]'): Promise<void> => {
      await page.locator(shown).first().waitFor();
      wrong.push(...(await hiddenParts(page)).map((fault) => `${name}: ${fault}`));
      const { violations } = await new AxeBuilder({ page }).withTags(['wcag2a', 'wcag2aa']).analyze();
      wrong.push(...violations.map(({ id, nodes }) => `${name}: ${id}: ${nodes[0]?.html ?? ''}`));
    };
    await page.goto(`${demo.address}/sign-in`);
    await page.getByRole('button', { name: 'Ivo Marrable' }).click();
    await page.locator('input[name=pin]').fill('9071');
    await page.getByRole('button', { name: 'Sign in' }).click();
    await look('a wrong PIN');
    await signIn(page, demo.address, 'Ivo Marrable');
    await page.goto(`${demo.address}/jobs/${jobs.open}/rings?place=${at(2, 2, 'skirt')}`);
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
  });
