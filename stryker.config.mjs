/**
 * Faults put in by machine, one folder a run: `npm run mutants [folder]`. A fault that no test sees is a hole in the
 * tests. Beside `npm test`, not in it: a folder takes up to an hour.
 */
export default {
  testRunner: 'jest',
  testRunnerNodeArgs: ['--experimental-vm-modules'],
  jest: { projectType: 'custom', configFile: 'scripts/mutants.jest.mjs', enableFindRelatedTests: false },
  coverageAnalysis: 'perTest',
  incremental: true,
  reporters: ['clear-text', 'progress', 'json'],
  clearTextReporter: { allowColor: false, allowEmojis: false, logTests: false, reportTests: false },
  tempDirName: '.build/stryker',
  ignorePatterns: ['dist', 'docs', 'web', 'e2e', 'data', '.angular', 'server'],
  concurrency: 2,
  timeoutMS: 20000,
  // modules of earlier runs are never let go: a fresh runner now and then keeps it quick
  maxTestRunnerReuse: 40,
  thresholds: { high: 90, low: 85, break: 85 },
  disableTypeChecks: false,
  // sentences are data of the catalogue or are read by people: a changed word is no fault that a test should pin
  mutator: { excludedMutations: ['StringLiteral'] },
};
