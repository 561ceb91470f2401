import { defineConfig } from 'drizzle-kit';

// eslint-disable-next-line no-restricted-exports -- the tool that reads this file wants a default export
export default defineConfig({ dialect: 'sqlite', schema: './src/db/schema.ts', out: './migrations' });
