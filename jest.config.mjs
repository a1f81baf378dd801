/** Unit and API tests. The browser has a configuration of its own (e2e/jest.config.mjs). */
const swc = [
  '@swc/jest',
  { jsc: { parser: { syntax: 'typescript', decorators: true }, target: 'es2022' }, module: { type: 'es6' } },
];
const node = {
  testEnvironment: 'node',
  extensionsToTreatAsEsm: ['.ts'],
  setupFilesAfterEnv: ['<rootDir>/core/checks/seed.mjs'],
  transform: { '^.+\\.ts$': swc },
  moduleNameMapper: {
    '^@dolly-tub/core$': '<rootDir>/core/src/index.ts',
    '^@dolly-tub/demo$': '<rootDir>/demo/index.ts',
    '^(\\.{1,2}/.*)\\.js$': '$1',
  },
};
export default {
  testTimeout: 60000,
  projects: [
    {
      ...node,
      displayName: 'core',
      rootDir: '.',
      testMatch: ['<rootDir>/core/**/*.spec.ts', '<rootDir>/demo/**/*.spec.ts'],
    },
    { ...node, displayName: 'server', rootDir: '.', testMatch: ['<rootDir>/server/**/*.spec.ts'] },
    {
      displayName: 'web',
      rootDir: '.',
      preset: 'jest-preset-angular',
      testMatch: ['<rootDir>/web/src/**/*.spec.ts'],
      setupFilesAfterEnv: ['<rootDir>/web/jest.setup.ts'],
      moduleNameMapper: {
        '^@dolly-tub/core$': '<rootDir>/core/src/index.ts',
        '^@dolly-tub/demo$': '<rootDir>/demo/index.ts',
        '^(?:lucide-static|.*/public)/.*\\.svg$': '<rootDir>/web/src/app/testing/svg.ts',
        '^uuid$': '<rootDir>/node_modules/uuid/dist/cjs/index.js',
      },
      transform: {
        '^.+\\.(ts|mjs|js|html)$': [
          'jest-preset-angular',
          { tsconfig: '<rootDir>/web/tsconfig.spec.json', stringifyContentPathRegex: '\\.html$' },
        ],
      },
      transformIgnorePatterns: ['node_modules/(?!.*\\.mjs$|d3-|internmap|fuse)'],
    },
  ],
};
