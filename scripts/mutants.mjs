import { join } from 'node:path';
import { ensureInstalled, root, run } from './common.mjs';

/**
 * `npm run mutants [folder …]`: of the faults put into the engines that decide on safety, how many a test sees; and
 * `data`, faults in the data of mixing: every clause, line, cell and member of a group (bench/data-mutants.ts). Beside
 * `npm test`, not in it: a folder takes up to half an hour.
 */
const FOLDERS = {
  gate: ['core/src/gate', ['gate/gate', 'gate/take', 'gate/protect', 'gate/by-hand']],
  dilution: ['core/src/dilution', ['dilution/dilution', 'dilution/by-hand']],
  ledger: ['core/src/household/ledger.ts', ['household/ledger']],
  refuse: ['core/src/method/refuse', ['method/limits', 'method/refuse/refuse']],
  mixing: [
    'core/src/mixing',
    [
      'mixing/by-hand',
      'mixing/mixing',
      'mixing/places',
      'mixing/where',
      '../checks/mixing-published',
      '../checks/harmless',
    ],
  ],
  label: ['core/src/label', ['label/label', 'label/broken', 'label/own', 'label/by-hand', 'label/reader']],
  chemistry: [
    'core/src/chemistry',
    ['chemistry/chemistry', 'chemistry/explain', 'chemistry/by-hand', '../checks/equilibria', '../checks/published'],
  ],
  air: ['core/src/air', ['air/air', 'air/freed', 'air/release', 'air/zones', 'air/by-hand', '../checks/published']],
};
const DATA = 'data';
/** Percent of the faults that a test must see. */
const ENOUGH = 85;
process.chdir(root);
ensureInstalled();
const { faultsOf } = await import('./faults.mjs');
const asked = process.argv.slice(2).filter((f) => FOLDERS[f] || f === DATA);
const scores = [];
for (const name of asked.length ? asked : [...Object.keys(FOLDERS), DATA]) {
  console.log(`\n— ${name}`);
  if (name === DATA) run(join(root, 'node_modules/.bin/tsx'), ['--tsconfig', 'tsconfig.json', 'bench/data-mutants.ts']);
  else scores.push(await faultsOf(name, ...FOLDERS[name]));
}
if (scores.some((s) => s < ENOUGH)) process.exitCode = 1;
