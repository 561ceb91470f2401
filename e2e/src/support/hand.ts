import type { Locator, Page } from '@playwright/test';

/** A hand that counts what it does: presses of something on the screen, and keys. */
export class Hand {
  presses = 0;
  keys = 0;
  /** @param byTouch a finger on the glass, and no mouse */
  constructor(
    readonly page: Page,
    private readonly byTouch = false,
  ) {}

  async press(what: Locator): Promise<void> {
    await (this.byTouch ? what.tap() : what.click());
    this.presses += 1;
  }
  /** Writes into a field: one press to get there, and a key for each letter. */
  async write(field: Locator, text: string): Promise<void> {
    await field.fill(text);
    this.presses += 1;
    this.keys += text.length;
  }
  /** Goes on with Tab until the focus is on what is looked for; each is a key. */
  async tabTo(selector: string, text = ''): Promise<void> {
    for (let tab = 0; tab < 120; tab++) {
      const isThere = await this.page.evaluate(
        ([what, words]) =>
          document.activeElement?.matches(what) === true &&
          document.activeElement.textContent.includes(words),
        [selector, text] as const,
      );
      if (isThere) return;
      await this.page.keyboard.press('Tab');
      this.keys += 1;
    }
    throw new Error(`Tab never comes to ${selector} ${text}`);
  }
  /** One of a list: to open it, and to take one of it. */
  async pick(list: Locator, label: string): Promise<void> {
    await list.selectOption({ label });
    this.presses += 2;
  }
}
