import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { ensureInstalled, root, run } from './common.mjs';

/** `npm run mutants [folder …]`: of the faults put into the engines that decide on safety, how many a test sees. */
const FOLDERS = {
  gate: 'core/src/gate/**/*.ts',
  dilution: 'core/src/dilution/**/*.ts',
  ledger: 'core/src/household/ledger.ts',
  refuse: 'core/src/method/refuse/**/*.ts',
  mixing: 'core/src/mixing/**/*.ts',
  label: 'core/src/label/**/*.ts',
  chemistry: 'core/src/chemistry/**/*.ts',
  air: 'core/src/air/**/*.ts',
};
/** Faults in the data of mixing: every clause, line, cell and member of a group (bench/data-mutants.ts). */
const DATA = 'data';
process.chdir(root);
ensureInstalled();
const asked = process.argv.slice(2).filter((f) => FOLDERS[f] || f === DATA);
for (const name of asked.length ? asked : [...Object.keys(FOLDERS), DATA]) {
  if (name === DATA) {
    run(join(root, 'node_modules/.bin/tsx'), ['--tsconfig', 'tsconfig.json', 'bench/data-mutants.ts']);
    continue;
  }
  mkdirSync(join(root, '.build/mutants'), { recursive: true });
  process.env.MUTANTS = name;
  console.log(`\n— ${name}`);
  run(process.execPath, [
    join(root, 'node_modules/.bin/stryker'),
    'run',
    '--mutate',
    `${FOLDERS[name]},!**/*.spec.ts,!**/index.ts`,
    '--incrementalFile',
    `.build/mutants/${name}.json`,
  ]);
}
