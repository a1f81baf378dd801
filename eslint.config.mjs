import js from '@eslint/js';
import angular from 'angular-eslint';
import boundaries from 'eslint-plugin-boundaries';
import tseslint from 'typescript-eslint';

/** Arrows point to the core; a folder is entered by its door (index.ts) only. */
export default tseslint.config(
  { ignores: ['dist/', 'node_modules/', '.angular/', '.build/', 'coverage/', '**/*.mjs', '**/*.d.ts', '**/*.d.mts'] },
  js.configs.recommended,
  ...tseslint.configs.recommended,
  {
    files: ['**/*.ts'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { typescript: { project: './tsconfig.json' } },
      'boundaries/elements': [
        { type: 'core', pattern: 'core/src/*', mode: 'folder', capture: ['name'] },
        { type: 'demo', pattern: 'demo', mode: 'folder' },
        { type: 'server', pattern: 'server/src/*', mode: 'folder', capture: ['name'] },
        { type: 'web', pattern: 'web/src/app/*', mode: 'folder', capture: ['name'] },
      ],
    },
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      eqeqeq: 'error',
      'no-console': 'error',
      'no-restricted-imports': [
        'error',
        { patterns: [{ group: ['@dolly-tub/core/*'], message: 'The core is entered by its door.' }] },
      ],
    },
  },
  {
    files: ['core/src/**/*.ts'],
    ignores: ['**/*.spec.ts'],
    rules: {
      'no-restricted-imports': [
        'error',
        {
          patterns: [
            {
              group: ['node:*', '@angular/*', '@ngrx/*', 'koa*', 'drizzle*', '**/server/**', '**/web/**', '**/demo/**'],
              message: 'The core knows no page, no server, no Node.',
            },
            // from a folder inside a folder, the door is one step further away
            {
              group: ['../*/*', '!../*/index', '!../../*', '../../*/*'],
              message: 'Go through the folder’s door (its index.ts).',
            },
          ],
        },
      ],
    },
  },
  {
    files: ['web/src/**/*.ts'],
    extends: [...angular.configs.tsRecommended],
    processor: angular.processInlineTemplates,
    rules: {
      '@angular-eslint/component-selector': ['error', { type: 'element', prefix: 'dt', style: 'kebab-case' }],
      '@angular-eslint/no-input-rename': 'off',
      'no-console': 'off',
    },
  },
  {
    files: ['web/src/**/*.html'],
    extends: [...angular.configs.templateRecommended, ...angular.configs.templateAccessibility],
    // options of a combobox take no focus: the field keeps it and moves aria-activedescendant (WAI-ARIA pattern)
    rules: {
      '@angular-eslint/template/click-events-have-key-events': 'off',
      '@angular-eslint/template/interactive-supports-focus': 'off',
    },
  },
  {
    files: ['web/service-worker.js'],
    languageOptions: {
      globals: Object.fromEntries(['self', 'caches', 'fetch', 'URL', 'FILES', 'VERSION'].map((g) => [g, 'readonly'])),
    },
  },
  { files: ['server/src/main.ts', 'bench/**'], rules: { 'no-console': 'off' } },
  {
    files: ['**/*.spec.ts', 'server/test/**', 'e2e/**', 'demo/**', 'core/checks/**'],
    rules: { '@typescript-eslint/no-explicit-any': 'off', 'no-restricted-imports': 'off' },
  },
);
