import presets from 'jest-preset-angular/presets/index.js';

const preset = presets.createCjsPreset({ tsconfig: '<rootDir>/tsconfig.spec.json' });

/** The component tests: CommonJS, jsdom, zoneless. */
export default {
  ...preset,
  displayName: 'web',
  transform: {
    // packages that ship as ES modules only: SWC turns them into CommonJS, much faster than the preset's ts-jest
    'node_modules/(@noble/hashes|@noble/curves|canonicalize)/.+\\.js$': [
      '@swc/jest',
      { jsc: { target: 'es2022' }, module: { type: 'commonjs' } },
    ],
    ...preset.transform,
  },
  transformIgnorePatterns: ['node_modules/(?!(.*\\.mjs$|@noble/hashes/|@noble/curves/|canonicalize/))'],
  moduleNameMapper: { '^canonicalize$': '<rootDir>/../node_modules/canonicalize/lib/canonicalize.js' },
  testMatch: ['<rootDir>/src/**/*.spec.ts'],
  setupFilesAfterEnv: ['<rootDir>/src/testing/setup-jest.ts'],
};
