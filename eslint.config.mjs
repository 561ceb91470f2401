import js from '@eslint/js';
import angular from 'angular-eslint';
import prettier from 'eslint-config-prettier/flat';
import { defineConfig, globalIgnores } from 'eslint/config';
import globals from 'globals';
import tseslint from 'typescript-eslint';

const ZOD_WHOLE = {
  selector: "ImportDeclaration[source.value='zod'] > :matches(ImportSpecifier, ImportDefaultSpecifier)",
  message: "Write `import * as z from 'zod'`: the named import keeps every language of Zod in the bundle.",
};

/** Keys come from outside: `constructor` is in every plain object, and every plain object has one to give. */
const KEYED =
  'people|revisions|models|imports|instruments|characteristics|orders|concessions|concessionsAsked|acceptedInstruments|acceptedNotes';
const NOT_OWN = [
  {
    selector: "BinaryExpression[operator='in'][left.type!='Literal'][left.type!='PrivateIdentifier']",
    message: 'Ask Object.hasOwn, or own() in core/kernel: `in` knows what every object inherits.',
  },
  {
    selector: `MemberExpression[computed=true][property.type!='Literal'][object.property.name=/^(${KEYED})$/]`,
    message: 'Ask own() in core/kernel: indexing gives what every object inherits.',
  },
];

export default defineConfig(
  globalIgnores([
    '**/dist/',
    '**/.angular/',
    '**/coverage/',
    '**/test-results/',
    '.cache/',
    'data/',
    'server/migrations/',
  ]),
  {
    files: ['**/*.mjs'],
    extends: [js.configs.recommended],
    languageOptions: { globals: globals.node },
  },
  {
    files: ['**/*.ts'],
    extends: [
      js.configs.recommended,
      tseslint.configs.strictTypeChecked,
      tseslint.configs.stylisticTypeChecked,
    ],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'separate-type-imports' }],
      '@typescript-eslint/no-import-type-side-effects': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true, allowNever: true }],
      '@typescript-eslint/switch-exhaustiveness-check': [
        'error',
        { considerDefaultExhaustiveForUnions: true },
      ],
      // Readers here are told shapes by type aliases of unions and interfaces alike.
      '@typescript-eslint/consistent-type-definitions': 'off',
      '@typescript-eslint/no-confusing-void-expression': [
        'error',
        { ignoreVoidReturningFunctions: true, ignoreArrowShorthand: true },
      ],
      'no-restricted-exports': [
        'error',
        { restrictDefaultExports: { direct: true, named: true, defaultFrom: true } },
      ],
      'no-restricted-syntax': ['error', ZOD_WHOLE, ...NOT_OWN],
    },
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/directive-selector': [
        'error',
        { type: 'attribute', prefix: 'app', style: 'camelCase' },
      ],
      '@angular-eslint/component-selector': [
        'error',
        { type: 'element', prefix: 'app', style: 'kebab-case' },
      ],
      '@angular-eslint/component-class-suffix': 'off',
      '@angular-eslint/prefer-on-push-component-change-detection': 'error',
      '@typescript-eslint/no-extraneous-class': ['error', { allowWithDecorator: true }],
    },
  },
  {
    files: ['web/src/**/*.html'],
    extends: [angular.configs.templateRecommended, angular.configs.templateAccessibility],
    rules: {
      // Static style attributes are refused by the page's Content-Security-Policy.
      '@angular-eslint/template/no-inline-styles': ['error', { allowNgStyle: true, allowBindToStyle: true }],
      // The bench takes keys as a whole (bench-keys.ts): a cylinder of the plan is reached by arrows, not by tabbing.
      '@angular-eslint/template/click-events-have-key-events': 'off',
      '@angular-eslint/template/interactive-supports-focus': 'off',
    },
  },
  {
    // core: pure computation. Anything from outside it must be listed here.
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              regex: '^(?!\\.\\.?(?:/|$))(?!@noble/hashes/)(?!canonicalize$)',
              message: 'core imports nothing but itself, the hash and the canonical form.',
            },
          ],
        },
      ],
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'fetch',
        'localStorage',
        'console',
        'setTimeout',
        'setInterval',
        'Date',
      ].map((each) =>
        each === 'Date'
          ? { name: 'Date', message: 'Pass the time in; compare instants with core/src/kernel/instant.ts.' }
          : each,
      ),
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random', message: 'Use a generator that is passed in.' },
      ],
    },
  },
  { files: ['core/src/kernel/instant.ts'], rules: { 'no-restricted-globals': 'off' } },
  {
    // One clock: everything else asks it.
    files: ['server/src/**/*.ts'],
    ignores: ['server/src/platform/clock.ts'],
    rules: {
      'no-restricted-syntax': [
        'error',
        ZOD_WHOLE,
        ...NOT_OWN,
        {
          selector: "NewExpression[callee.name='Date'][arguments.length=0]",
          message: 'Ask the clock (platform/clock.ts).',
        },
        {
          selector: "MemberExpression[object.name='Date'][property.name='now']",
          message: 'Ask the clock (platform/clock.ts).',
        },
      ],
    },
  },
  {
    files: [
      '**/*.test.ts',
      '**/*.spec.ts',
      'e2e/**/*.ts',
      '{core,contract,server}/test/**/*.ts',
      'web/src/testing/**/*.ts',
    ],
    rules: {
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unsafe-member-access': 'off',
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/require-await': 'off',
      '@typescript-eslint/unbound-method': 'off',
      '@typescript-eslint/no-confusing-void-expression': 'off',
      'no-empty-pattern': 'off',
      'no-restricted-syntax': ['error', ZOD_WHOLE],
    },
  },
  {
    files: ['server/drizzle.config.ts', 'e2e/playwright.config.ts'],
    rules: { 'no-restricted-exports': 'off' },
  },
  prettier,
);
