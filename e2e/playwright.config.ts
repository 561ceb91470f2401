import { defineConfig } from '@playwright/test';

export default defineConfig({
  testDir: './src',
  outputDir: './test-results',
  fullyParallel: false,
  // Each has a server of its own; two fit the smallest machine that tests run on.
  workers: 2,
  forbidOnly: Boolean(process.env['CI']),
  retries: 0,
  // Limits against hanging, not measures of speed: a machine that stands still for a while fails nothing.
  timeout: 240_000,
  expect: { timeout: 40_000 },
  reporter: [['list']],
  // What is looked at when everything else has run comes last.
  projects: [
    { name: 'application', testIgnore: /last\// },
    { name: 'last', testMatch: /last\//, dependencies: ['application'] },
  ],
  use: {
    actionTimeout: 40_000,
    navigationTimeout: 60_000,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    timezoneId: 'UTC',
    trace: 'retain-on-failure',
    launchOptions: {
      executablePath: process.env['CHROMIUM'] ?? '/usr/bin/chromium',
      args: [
        '--no-sandbox',
        '--disable-gpu',
        '--disable-quic',
        '--no-first-run',
        '--disable-background-networking',
        '--disable-component-update',
        '--disable-sync',
      ],
    },
  },
});
