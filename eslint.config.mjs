import js from '@eslint/js';
import angular from 'angular-eslint';
import boundaries from 'eslint-plugin-boundaries';
import tseslint from 'typescript-eslint';

/** What files of a kind may take from; more is one more thing that they may. */
const from = (type, types, ...more) => ({
  from: { element: { type } },
  allow: [...types.map((t) => ({ to: { element: { type: t } } })), ...more],
});

/** Controls are Material's: none is made again by hand. File fields have no other; they stand hidden behind a button. */
const MADE_BY_HAND = [
  ['Element[name=/^(select|details|dialog|summary|option)$/]', 'Take Material’s select, expansion panel or dialog.'],
  ['Element[name=/^(input|textarea)$/]:not(:has(> TextAttribute[name=/^(matInput|hidden)$/]))', 'Give it matInput.'],
  ['TextAttribute[name="role"][value=/^(listbox|combobox|dialog|option|checkbox|switch|tab)$/]', 'Take Material’s.'],
  ['BoundAttribute[name="aria-pressed"]', 'Take mat-button-toggle.'],
  // without it the browser sends the form itself, and the page is read anew
  [
    'Element[name="form"]:has(> BoundEvent[name="ngSubmit"]):not(:has(> BoundAttribute[name="formGroup"]))',
    'Give it formGroup.',
  ],
  ['PropertyRead[name="target"]', 'Take a form control, or a reference of the template.'],
].map(([selector, message]) => ({ selector, message }));

/** Arrows point to the core; a folder is entered by its door (index.ts) only. */
export default tseslint.config(
  { ignores: ['dist/', 'node_modules/', '.angular/', '.build/', 'coverage/', '**/*.d.ts', '**/*.d.mts'] },
  js.configs.recommended,
  {
    // scripts run on Node itself; what they hand to a browser to run is text or says so
    files: ['**/*.mjs'],
    languageOptions: {
      globals: Object.fromEntries(
        'process console fetch setTimeout clearTimeout setInterval clearInterval performance URL Buffer AbortSignal structuredClone globalThis TextDecoder'
          .split(' ')
          .map((name) => [name, 'readonly']),
      ),
    },
  },
  ...tseslint.configs.recommended,
  {
    files: ['**/*.ts'],
    plugins: { boundaries },
    settings: {
      'import/resolver': { typescript: { project: './tsconfig.json' } },
      'boundaries/elements': [
        { type: 'core', pattern: 'core/src' },
        { type: 'demo', pattern: 'demo' },
        { type: 'server', pattern: 'server/src' },
        { type: 'web-frame', pattern: 'web/src/app/shell' },
        {
          type: 'web-common',
          pattern: ['shared', 'household', 'knowledge', 'label', 'session', 'emergency'].map((f) => `web/src/app/${f}`),
        },
        { type: 'web-place', pattern: 'web/src/app/*', capture: ['place'] },
        { type: 'web-worker', pattern: 'web/src/workers' },
      ],
      'boundaries/ignore': ['**/*.spec.ts', 'web/src/app/testing/**'],
    },
    rules: {
      '@typescript-eslint/consistent-type-imports': ['error', { fixStyle: 'inline-type-imports' }],
      '@typescript-eslint/no-explicit-any': 'error',
      '@typescript-eslint/no-unused-vars': ['error', { argsIgnorePattern: '^_', varsIgnorePattern: '^_' }],
      // arrows point to the core; a place of the app knows what all places share, and no other place
      'boundaries/dependencies': [
        'error',
        {
          default: 'disallow',
          message: '{{from.element.type}} does not reach into {{to.element.type}}.',
          policies: [
            from('core', ['core']),
            from('demo', ['core', 'demo']),
            from('server', ['core', 'demo', 'server']),
            from('web-common', ['core', 'web-common', 'web-worker']),
            from('web-worker', ['core', 'web-worker']),
            from('web-place', ['core', 'web-common', 'web-worker'], {
              to: { element: { type: 'web-place', captured: { place: '{{from.element.captured.place}}' } } },
            }),
            from('web-frame', ['core', 'web-common', 'web-place', 'web-frame']),
          ],
        },
      ],
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
      'no-restricted-syntax': ['error', ...MADE_BY_HAND],
    },
  },
  {
    // drawings: what one picks is a rung, a ring on the plan, a thing on a board
    files: ['ladder', 'plan', 'shelf'].map((f) => `web/src/app/*/${f}.html`),
    rules: { 'no-restricted-syntax': ['error', ...MADE_BY_HAND.filter((x) => !x.selector.includes('aria-pressed'))] },
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
