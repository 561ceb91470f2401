/** Packages that ship as ES modules only: SWC turns them into CommonJS for Jest. */
const ESM_ONLY = [
  '@noble/hashes',
  'canonicalize',
  'file-type',
  'strtok3',
  'token-types',
  'uint8array-extras',
  '@tokenizer/inflate',
  '@borewit/text-codec',
];

/** Shared by the workspaces that run in Node: TypeScript through SWC, to CommonJS. */
export const nodeJest = (displayName) => ({
  displayName,
  testEnvironment: 'node',
  testMatch: ['<rootDir>/**/*.test.ts'],
  testPathIgnorePatterns: ['/node_modules/', '/dist/'],
  transformIgnorePatterns: [`/node_modules/(?!(${ESM_ONLY.join('|')})/)`],
  moduleNameMapper: { '^canonicalize$': '<rootDir>/../node_modules/canonicalize/lib/canonicalize.js' },
  transform: {
    '^.+\\.m?[tj]s$': [
      '@swc/jest',
      {
        jsc: { target: 'es2022', parser: { syntax: 'typescript', decorators: true } },
        module: { type: 'commonjs' },
        sourceMaps: 'inline',
      },
    ],
  },
});
