import { expect } from '@playwright/test';
import type { Locator, Page } from '@playwright/test';
import { PIN } from './server';

export async function signIn(page: Page, address: string, name: string, pin = PIN): Promise<void> {
  await page.goto(`${address}/sign-in`);
  await page.getByRole('button', { name }).click();
  await page.locator('input[name=pin]').fill(pin);
  await page.getByRole('button', { name: 'Sign in' }).click();
  await page.waitForURL('**/floor');
}

/** Chooses from a list of a form, by the words of its label and of the choice. */
export async function choose(
  page: Page,
  within: Locator | Page,
  label: string,
  option: string,
): Promise<void> {
  await within.getByRole('combobox', { name: label, exact: true }).click();
  await page.getByRole('option', { name: option, exact: true }).click();
  // Its list has the same label, and takes a moment to go.
  await expect(page.getByRole('listbox')).toHaveCount(0);
}

/** The dialog that asks: fields by their labels. */
export class Dialog {
  readonly box: Locator;
  constructor(private readonly page: Page) {
    this.box = page.locator('mat-dialog-container');
  }
  /** What opens takes the focus to its first field: a figure that is filled in before that would land there. */
  private async isOpen(): Promise<void> {
    const holdsFocus = (): boolean =>
      [...document.querySelectorAll('mat-dialog-container')].some((box) =>
        box.contains(document.activeElement),
      );
    // One that has lost it meanwhile is filled in all the same.
    await this.page.waitForFunction(holdsFocus, undefined, { timeout: 5_000 }).catch(() => undefined);
  }
  async fill(label: string, value: string): Promise<this> {
    await this.isOpen();
    await this.box.getByLabel(label, { exact: false }).fill(value);
    return this;
  }
  async choose(label: string, option: string): Promise<this> {
    await this.box.getByLabel(label).click();
    await this.page.getByRole('option', { name: option }).first().click();
    return this;
  }
  async submit(name: string): Promise<void> {
    await this.box.getByRole('button', { name, exact: true }).click();
  }
  async done(name: string): Promise<void> {
    await this.submit(name);
    await expect(this.box).toHaveCount(0);
  }
}

export async function changeHands(page: Page, name: string, pin = PIN): Promise<void> {
  await page.locator('button.hands').click();
  const dialog = new Dialog(page);
  await dialog.choose('Who', name);
  await dialog.fill('PIN', pin);
  await dialog.done('Take over');
}

/** The bench as a technician has it in hand. */
export class Bench {
  readonly entry: Locator;
  readonly verdict: Locator;
  constructor(readonly page: Page) {
    this.entry = page.locator('input[data-entry]');
    this.verdict = page.locator('app-entry-bar .understood');
  }
  async open(address: string, jobId: string, place?: string): Promise<this> {
    await this.page.goto(`${address}/jobs/${jobId}/rings${place === undefined ? '' : `?place=${place}`}`);
    await expect(this.page.locator('app-sheet table').first()).toBeVisible();
    await this.sayHow();
    return this;
  }
  cell(place: string): Locator {
    return this.page.locator(`td[data-place="${place}"]`);
  }
  get inHand(): Locator {
    return this.page.locator('td.here');
  }
  clip(sheet: string): Locator {
    return this.page.locator(`app-sheet-clips [data-sheet="${sheet}"]`);
  }
  /** Takes the clipboard of a place in hand, where its stage has several and another one lies in front. */
  private async sheetOf(place: string): Promise<void> {
    const clip = this.clip(place.slice(0, place.indexOf('@')));
    const isThere = (await this.cell(place).count()) > 0;
    if (!isThere && (await clip.count()) > 0) await clip.click();
  }
  async at(place: string): Promise<this> {
    await this.sheetOf(place);
    await this.cell(place).locator('button').click();
    await expect(this.inHand).toHaveAttribute('data-place', place);
    return this;
  }
  async type(text: string): Promise<void> {
    await this.page.keyboard.type(text);
    await expect(this.entry).toHaveValue(text);
  }
  /** Where the sheet asks how it is measured: at its own stations, squared with the skirt. */
  async sayHow(): Promise<void> {
    await expect(this.verdict).not.toBeEmpty();
    if ((await this.page.locator('app-entry-bar [data-how=unsaid]').count()) === 0) return;
    const dialog = new Dialog(this.page);
    await this.page.keyboard.press('Enter');
    await dialog.box.waitFor();
    if ((await dialog.box.getByLabel('Squared with').count()) > 0)
      await dialog.choose('Squared with', 'the skirt of the piston');
    await dialog.done('So it is measured');
  }
  async record(text: string): Promise<void> {
    await this.sayHow();
    await this.type(text);
    await this.page.keyboard.press('Enter');
  }
  async expectState(place: string, state: string): Promise<void> {
    await this.sheetOf(place);
    await expect(this.cell(place)).toHaveAttribute('data-state', state);
  }
  /** What is on disk has no dotted outline any more. */
  async settled(): Promise<void> {
    await expect(this.page.locator('app-sheet .pending')).toHaveCount(0);
  }
  async more(item: string): Promise<void> {
    await this.page.locator('app-reading-card').getByRole('button', { name: 'More' }).click();
    await this.page.getByRole('menuitem', { name: item }).click();
  }
}

export const at = (cylinder: number, groove: number, station: string, member = 'ring'): string =>
  `ringGap@cylinder:${cylinder}/groove:${groove}/member:${member}/station:${station}`;

/** Drags with the mouse, in steps: what is dragged follows the hand before it is let go. */
export async function drag(page: Page, from: Locator, to: Locator): Promise<void> {
  const [a, b] = [await from.boundingBox(), await to.boundingBox()];
  if (a === null || b === null) throw new Error('what is dragged, or where to, cannot be seen');
  await page.mouse.move(a.x + a.width / 2, a.y + a.height / 2);
  await page.mouse.down();
  for (const share of [0.1, 0.4, 0.8, 1])
    await page.mouse.move(
      a.x + a.width / 2 + (b.x + b.width / 2 - a.x - a.width / 2) * share,
      a.y + a.height / 2 + (b.y + b.height / 2 - a.y - a.height / 2) * share,
      { steps: 4 },
    );
  await page.mouse.up();
}
