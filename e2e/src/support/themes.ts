import type { Page } from '@playwright/test';

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
