import base from '../jest.config.mjs';

/** A flat configuration for StrykerJS, with its own list of fast specs: those that say what the mutated folders must do. */
const core = base.projects.find((p) => p.displayName === 'core');
const { displayName: _name, ...flat } = core;
export default {
  ...flat,
  rootDir: '..',
  testTimeout: 60000,
  testMatch: ['gate/gate', 'gate/take', 'dilution/dilution', 'household/ledger', 'household/household', 'household/scene', 'method/limits'].map(
    (f) => `<rootDir>/core/src/${f}.spec.ts`,
  ),
};
