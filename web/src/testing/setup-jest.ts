import { deserialize, serialize } from 'node:v8';
import 'fake-indexeddb/auto';
import { setupZonelessTestEnv } from 'jest-preset-angular/setup-env/zoneless';

setupZonelessTestEnv({ errorOnUnknownElements: true, errorOnUnknownProperties: true });

// jsdom has none; what is kept is plain data.
if (!('structuredClone' in globalThis))
  Object.assign(globalThis, {
    structuredClone: (value: unknown): unknown => deserialize(serialize(value)),
  });

// What the tablet remembers is of one test: the next one begins with an empty one.
afterEach(() => {
  localStorage.clear();
});
