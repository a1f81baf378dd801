/** Journeys of a person, in a real browser: one at a time. */
export default {
  rootDir: '..',
  displayName: 'browser',
  testMatch: ['<rootDir>/e2e/**/*.spec.ts'],
  testEnvironment: 'node',
  maxWorkers: 1,
  testTimeout: 300000,
  extensionsToTreatAsEsm: ['.ts'],
  transform: {
    '^.+\\.ts$': [
      '@swc/jest',
      { jsc: { parser: { syntax: 'typescript' }, target: 'es2022' }, module: { type: 'es6' } },
    ],
  },
  moduleNameMapper: {
    '^@dolly-tub/core$': '<rootDir>/core/src/index.ts',
    '^@dolly-tub/demo$': '<rootDir>/demo/index.ts',
  },
};
