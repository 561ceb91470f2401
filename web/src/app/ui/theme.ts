import { Injectable, signal } from '@angular/core';

const THEMES = ['system', 'light', 'dark', 'sun'] as const;
export type Theme = (typeof THEMES)[number];
const KEY = 'oak-gate-theme';
export const THEME_WORDS: Readonly<Record<Theme, string>> = {
  system: 'As the system',
  light: 'Light',
  dark: 'Dark bay',
  sun: 'In the sun',
};

/** Light, dark, or high contrast for the sun; as the system says until somebody chooses. */
@Injectable({ providedIn: 'root' })
export class ThemeChoice {
  readonly theme = signal<Theme>(stored());

  constructor() {
    apply(this.theme());
  }
  next(): void {
    const theme = THEMES[(THEMES.indexOf(this.theme()) + 1) % THEMES.length] ?? 'system';
    this.theme.set(theme);
    localStorage.setItem(KEY, theme);
    apply(theme);
  }
}
const stored = (): Theme => THEMES.find((theme) => theme === localStorage.getItem(KEY)) ?? 'system';
function apply(theme: Theme): void {
  if (theme === 'system') delete document.documentElement.dataset['theme'];
  else document.documentElement.dataset['theme'] = theme;
}
