import js from '@eslint/js';
import jsxA11y from 'eslint-plugin-jsx-a11y';
import reactHooks from 'eslint-plugin-react-hooks';
import regexp from 'eslint-plugin-regexp';
import tseslint from 'typescript-eslint';

export default tseslint.config(
  { ignores: ['dist/', 'data/', 'data-demo/', 'node_modules/', 'test-results/', 'playwright-report/', '.wireit/'] },
  js.configs.recommended,
  ...tseslint.configs.strictTypeChecked,
  ...tseslint.configs.stylisticTypeChecked,
  reactHooks.configs.flat['recommended-latest'],
  {
    ...jsxA11y.flatConfigs.recommended,
    files: ['web/**/*.tsx'],
    rules: {
      ...jsxA11y.flatConfigs.recommended.rules,
      // A sheet begins where one writes.
      'jsx-a11y/no-autofocus': 'off',
      // What scrolls by itself can be scrolled with the keys.
      'jsx-a11y/no-noninteractive-tabindex': ['error', { roles: ['region'], tags: [] }],
      'jsx-a11y/label-has-associated-control': ['error', { controlComponents: ['Form.Control'], assert: 'either' }],
    },
  },
  {
    languageOptions: {
      // One program for everything: the types of what server and pages share are worked out once.
      parserOptions: { project: ['./tsconfig.lint.json'], tsconfigRootDir: import.meta.dirname },
    },
    plugins: { regexp },
    rules: {
      // An expression whose time grows faster than its text stands still at a hostile one.
      'regexp/no-super-linear-backtracking': ['error', { report: 'potential' }],
      'regexp/no-super-linear-move': ['error', { report: 'potential', ignoreSticky: false }],
      'max-lines': ['error', 400],
      'max-lines-per-function': ['error', 80],
      '@typescript-eslint/restrict-template-expressions': ['error', { allowNumber: true, allowBoolean: true }],
      '@typescript-eslint/no-confusing-void-expression': [
        'error',
        { ignoreArrowShorthand: true, ignoreVoidOperator: true },
      ],
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      '@typescript-eslint/no-misused-promises': [
        'error',
        { checksVoidReturn: { arguments: false, attributes: false } },
      ],
    },
  },
  {
    files: ['core/**/*.ts'],
    rules: {
      // Pure: no clock, no randomness, no machine underneath.
      'no-restricted-globals': [
        'error',
        'window',
        'document',
        'process',
        'fetch',
        'setTimeout',
        'setInterval',
        'localStorage',
        'performance',
      ],
      'no-restricted-properties': [
        'error',
        { object: 'Math', property: 'random' },
        { object: 'Date', property: 'now' },
      ],
      'no-restricted-imports': ['error', { patterns: ['node:*', 'react*', 'express*', 'typeorm*'] }],
    },
  },
  // Indices of numeric loops are bounded by the arrays they were made for; a check per element would cost the loop.
  {
    files: ['core/numeric/**', 'core/crest/**', 'core/palate/**', 'core/sitting/**', 'benchmarks/**'],
    rules: { '@typescript-eslint/no-non-null-assertion': 'off' },
  },
  // Texts read there are the application's own.
  {
    files: ['server/test/secondOpinion/**'],
    rules: { 'regexp/no-super-linear-move': 'off', 'regexp/no-super-linear-backtracking': 'off' },
  },
  // Longer than a function should be, and still to be taken apart. Nothing is added here.
  {
    files: [
      'core/shelf/plan/improve.ts',
      'demo/fill.ts',
      'web/Notices.tsx',
      'web/SearchBox.tsx',
      'web/bag/BagPage.tsx',
      'web/bag/curve/RidgeChart.tsx',
      'web/bag/log/LogEntry.tsx',
      'web/bench/Running.tsx',
      'web/cup/ComparePart.tsx',
      'web/cup/words/ChipsField.tsx',
      'web/forms/OtherCopy.tsx',
      'web/forms/Sheet.tsx',
      'web/recipes/RecipePage.tsx',
      'web/shelf/Orders.tsx',
      'web/storeRoom/NotebookColumns.tsx',
      'web/storeRoom/NotebookOptions.tsx',
      'web/storeRoom/SheetOfParts.tsx',
      'web/table/LaidCups.tsx',
      'web/table/NewSittingPage.tsx',
      'web/table/Reading.tsx',
      'web/words/DescribeForm.tsx',
    ],
    rules: { 'max-lines-per-function': 'off' },
  },
  // Matchers stand for values of any type; a group of tests is one function.
  {
    files: ['**/*.{test,spec}.ts', '**/test/**', 'e2e/**', 'reliability/**'],
    rules: { 'max-lines-per-function': 'off' },
  },
  { files: ['**/*.test.ts'], rules: { '@typescript-eslint/no-unsafe-assignment': 'off' } },
  // The ORM's schemas are written as literals.
  {
    files: ['server/db/**/entities.ts', 'server/db/**/*Entities.ts'],
    rules: { '@typescript-eslint/no-unsafe-class-instance-assignment': 'off' },
  },
  { files: ['**/*.js', '**/*.mjs'], ...tseslint.configs.disableTypeChecked },
  {
    files: ['scripts/**/*.mjs'],
    languageOptions: {
      globals: {
        process: 'readonly',
        console: 'readonly',
        setInterval: 'readonly',
        clearInterval: 'readonly',
        URL: 'readonly',
      },
    },
  },
);
