import { mkdirSync } from 'node:fs';
import { join } from 'node:path';
import { ensureInstalled, root, run } from './common.mjs';

/** `npm run mutants [folder …]`: of the faults put into the engines that decide on safety, how many a test sees. */
const FOLDERS = {
  gate: 'core/src/gate/**/*.ts',
  dilution: 'core/src/dilution/**/*.ts',
  ledger: 'core/src/household/ledger.ts',
  refuse: 'core/src/method/refuse/**/*.ts',
};
process.chdir(root);
ensureInstalled();
const asked = process.argv.slice(2).filter((f) => FOLDERS[f]);
for (const name of asked.length ? asked : Object.keys(FOLDERS)) {
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
