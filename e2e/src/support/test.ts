import { test as base, expect } from '@playwright/test';
import { Server } from './server';

/** Messages of the network that a test brings about on purpose: a refusal is no fault of the page. */
const EXPECTED =
  /the server responded with a status of (4\d\d)|Failed to load resource|ERR_CONNECTION_REFUSED|ERR_EMPTY_RESPONSE|ERR_INCOMPLETE_CHUNKED_ENCODING|ERR_NETWORK_IO_SUSPENDED/;

/** Every test fails with anything on the console that it did not bring about. */
export const test = base.extend<{ cleanConsole: undefined }, { demo: Server }>({
  demo: [
    async ({}, use) => {
      const server = await new Server().seed().start();
      await use(server);
      await server.remove();
    },
    { scope: 'worker', timeout: 120_000 },
  ],
  cleanConsole: [
    async ({ page }, use) => {
      const seen: string[] = [];
      page.on('console', (message) => {
        if (['error', 'warning'].includes(message.type()) && !EXPECTED.test(message.text()))
          seen.push(message.text());
      });
      page.on('pageerror', (error) => seen.push(error.message));
      await use(undefined);
      expect(seen).toEqual([]);
    },
    { auto: true },
  ],
});
export { expect };
