import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { hiddenParts } from './geometry';

/** As the system says, light or dark, and the one of high contrast that somebody chooses in the sun. */
export const THEMES = ['light', 'dark', 'sun'] as const;
export type Theme = (typeof THEMES)[number];

/** What is opened from now on is in this theme. */
export async function inTheme(page: Page, theme: Theme): Promise<void> {
  await page.emulateMedia({ colorScheme: theme === 'dark' ? 'dark' : 'light' });
  await page.addInitScript((chosen) => {
    localStorage.setItem('oak-gate-theme', chosen);
  }, theme);
}

/** The page that is open, in another theme. A theme is nothing but colours and strokes: the page is the same one. */
export async function turnTo(page: Page, theme: Theme): Promise<void> {
  await page.evaluate((chosen) => {
    document.documentElement.dataset['theme'] = chosen;
  }, theme);
  await page.waitForTimeout(150); // colours go over in a tenth of a second
}

/**
 * What a machine can say of how legible a page, or a part of it, is in one theme after the other. What does not depend on colours is asked in the light one only.
 */
export async function illegibleIn(
  page: Page,
  { part, themes = ['sun', 'dark', 'light'] }: { part?: string; themes?: readonly Theme[] } = {},
): Promise<string[]> {
  const wrong: string[] = [];
  for (const theme of themes) {
    await turnTo(page, theme);
    const axe = new AxeBuilder({ page });
    if (part !== undefined) axe.include(part);
    // The rows of a long sheet are drawn alike: it is the first ones that are asked about.
    else axe.exclude('app-sheet tbody tr:nth-child(n + 7)');
    if (theme === 'light') axe.withTags(['wcag2a', 'wcag2aa']);
    else axe.withRules(['color-contrast']);
    const { violations } = await axe.analyze();
    wrong.push(...violations.map(({ id, nodes }) => `${theme}: ${id}: ${nodes[0]?.html ?? ''}`));
    // Strokes are wider in the sun; nothing else moves from theme to theme.
    if (theme !== 'dark') wrong.push(...(await hiddenParts(page)).map((fault) => `${theme}: ${fault}`));
  }
  return wrong;
}
