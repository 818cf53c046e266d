import js from '@eslint/js';
import tanstackQuery from '@tanstack/eslint-plugin-query';
import jest from 'eslint-plugin-jest';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import playwright from 'eslint-plugin-playwright';
import reactHooks from 'eslint-plugin-react-hooks';
import tseslint from 'typescript-eslint';

const notInCore = ['@nestjs/*', 'react', 'react-dom', 'knex', 'pg', 'joi', 'node:*', '@tare/*'];

export default tseslint.config(
  { ignores: ['**/dist/**', '**/node_modules/**', '.tare/**', 'test-results/**', 'playwright-report/**', 'apps/web/vite.config.ts'] },
  js.configs.recommended,
  {
    files: ['**/*.ts', '**/*.tsx'],
    extends: [tseslint.configs.strictTypeChecked],
    languageOptions: { parserOptions: { projectService: true, tsconfigRootDir: import.meta.dirname } },
    rules: {
      '@typescript-eslint/explicit-function-return-type': ['error', { allowExpressions: true }],
      // Numbers in templates are what this program is about.
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true, allowNullish: true }],
      // `!` says "checked above"; the compiler option noUncheckedIndexedAccess would otherwise force dead branches.
      '@typescript-eslint/no-non-null-assertion': 'off',
      '@typescript-eslint/no-extraneous-class': 'off',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_', ignoreRestSiblings: true }],
      '@typescript-eslint/no-unnecessary-type-parameters': 'off',
      '@typescript-eslint/no-confusing-void-expression': ['error', { ignoreVoidReturningFunctions: true, ignoreArrowShorthand: true }],
    },
  },
  {
    files: ['packages/core/src/**/*.ts'],
    ignores: ['**/*.test.ts'],
    rules: {
      'no-restricted-imports': ['error', { patterns: notInCore }],
      'no-restricted-globals': ['error', 'window', 'document', 'fetch', 'console', 'setTimeout', 'process', 'crypto', 'Date', 'performance'],
      'no-restricted-properties': ['error', { object: 'Math', property: 'random', message: 'Chance comes in as an argument.' }],
    },
  },
  {
    // A test's helpers say what they return by what is expected of them; answers of a request are any until then.
    files: ['**/*.test.ts', '**/*.test.tsx'],
    rules: {
      '@typescript-eslint/explicit-function-return-type': 'off',
      '@typescript-eslint/no-unsafe-assignment': 'off',
      '@typescript-eslint/no-unnecessary-condition': 'off',
    },
  },
  {
    // What is known of a crank is said by its figures alone: screens and server do not make an estimate, or judge one, of their own.
    files: ['apps/web/src/**', 'apps/server/src/**'],
    ignores: ['**/*.test.ts', '**/*.test.tsx'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          paths: [
            {
              name: '@tare/core',
              importNames: ['estimate', 'chanceInside', 'verdictBy', 'radius95Of', 'trackedPlane', 'jobEstimate'],
              message: 'figures.estimate says it.',
            },
          ],
        },
      ],
    },
  },
  {
    // A quantity is typed in one kind of field, which knows units, fractions and sums; a bare number would be read in a unit that nobody sees.
    files: ['apps/web/src/**/*.tsx', 'apps/web/src/**/*.ts'],
    ignores: [
      '**/*.test.ts',
      '**/*.test.tsx',
      'apps/web/src/ui/QuantityField.tsx',
      'apps/web/src/benches/weigh/ReadingForm.tsx',
      'apps/web/src/benches/makeReady/PlaceEntry.tsx',
    ],
    rules: {
      'no-restricted-syntax': [
        'error',
        { selector: "JSXAttribute[name.name='inputMode']", message: 'A quantity is typed in a QuantityField.' },
        {
          selector: "JSXOpeningElement[name.name=/^(input|Field)$/] > JSXAttribute[name.name='type'][value.value='number']",
          message: 'A quantity is typed in a QuantityField.',
        },
        {
          selector: "ImportSpecifier[imported.name='parseDecimal']",
          message: 'What is typed is read by readQuantity, with the unit that it is kept in.',
        },
      ],
    },
  },
  { files: ['apps/web/src/**/*.tsx', 'apps/web/src/**/*.ts'], ...reactHooks.configs.flat.recommended },
  ...tanstackQuery.configs['flat/recommended'].map((config) => ({ ...config, files: ['apps/web/src/**/*.ts', 'apps/web/src/**/*.tsx'] })),
  {
    files: ['apps/web/src/**/*.tsx'],
    ...jsxA11y.flatConfigs.recommended,
    rules: {
      ...jsxA11y.flatConfigs.recommended.rules,
      // The field that waits takes the keys: one hand is on a part, and nobody reaches for a mouse first.
      'jsx-a11y/no-autofocus': 'off',
    },
  },
  {
    files: ['**/*.test.ts', '**/*.test.tsx'],
    ...jest.configs['flat/recommended'],
    rules: {
      ...jest.configs['flat/recommended'].rules,
      // A property holds under a condition, and a table has rows of two kinds.
      'jest/no-conditional-expect': 'off',
      'jest/expect-expect': 'error',
    },
  },
  {
    files: ['e2e/**/*.spec.ts'],
    ...playwright.configs['flat/recommended'],
    rules: {
      ...playwright.configs['flat/recommended'].rules,
      'playwright/no-wait-for-timeout': 'error',
      'playwright/no-conditional-in-test': 'off',
      'playwright/consistent-spacing-between-blocks': 'off',
    },
  },
  {
    files: ['**/*.mjs', '**/*.cjs', 'apps/web/public/*.js'],
    languageOptions: {
      globals: {
        process: 'readonly',
        Buffer: 'readonly',
        console: 'readonly',
        document: 'readonly',
        localStorage: 'readonly',
        matchMedia: 'readonly',
        setTimeout: 'readonly',
        URL: 'readonly',
      },
    },
  },
);
