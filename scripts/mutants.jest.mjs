import base from '../jest.config.mjs';

/** A flat configuration for StrykerJS: each folder with the fast specs that say what it must do (see mutants.mjs). */
const { displayName: _name, ...core } = base.projects.find((p) => p.displayName === 'core');
const SPECS = {
  gate: ['gate/gate', 'gate/take', 'gate/protect', 'gate/by-hand'],
  dilution: ['dilution/dilution', 'dilution/by-hand'],
  ledger: ['household/ledger'],
  refuse: ['method/limits', 'method/refuse/refuse'],
  mixing: ['mixing/mixing', 'mixing/places', 'mixing/where'],
  label: ['label/label', 'label/broken', 'label/own'],
  chemistry: ['chemistry/chemistry', 'chemistry/explain'],
  air: ['air/air', 'air/freed', 'air/release', 'air/zones'],
};
export default {
  ...core,
  rootDir: '..',
  testTimeout: 60000,
  testMatch: SPECS[process.env.MUTANTS ?? 'gate'].map((f) => `<rootDir>/core/src/${f}.spec.ts`),
};
