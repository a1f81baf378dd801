import { spawnSync } from 'node:child_process';
import { existsSync, mkdirSync, readFileSync, rmSync } from 'node:fs';
import { join } from 'node:path';
import { ensureBuilt, ensureChromium, ensureInstalled, root } from './common.mjs';

/** Lint, types, unit, API and browser tests; ends with one line `N passed, N failed`. */
process.chdir(root);
ensureInstalled();
ensureChromium();
await ensureBuilt();

const bin = (name) => join(root, 'node_modules/.bin', name);
let passed = 0;
let failed = 0;
const step = (name, command, args, env = {}) => {
  console.log(`\n— ${name}`);
  const r = spawnSync(command, args, {
    cwd: root,
    stdio: 'inherit',
    env: { ...process.env, FORCE_COLOR: '0', ...env },
  });
  return r.status === 0;
};
const check = (name, ...rest) => (step(name, ...rest) ? passed++ : failed++);
const jest = (name, args) => {
  const out = join(root, '.build', `${name.replace(/\W+/g, '-')}.json`);
  mkdirSync(join(root, '.build'), { recursive: true });
  rmSync(out, { force: true });
  const fine = step(
    name,
    process.execPath,
    [
      '--experimental-vm-modules',
      '--disable-warning=ExperimentalWarning',
      bin('jest'),
      '--json',
      `--outputFile=${out}`,
      '--silent=false',
      ...args,
    ].filter((a) => a !== '--disable-warning=ExperimentalWarning' || Number(process.versions.node.split('.')[0]) > 20),
    { NODE_NO_WARNINGS: '1' },
  );
  if (!existsSync(out)) return void failed++;
  const r = JSON.parse(readFileSync(out, 'utf8'));
  passed += r.numPassedTests;
  failed += r.numFailedTests + r.numRuntimeErrorTestSuites;
  if (!fine && r.numFailedTests + r.numRuntimeErrorTestSuites === 0) failed++;
};

check('lint', bin('eslint'), ['.', '--max-warnings', '0']);
check('nothing unused', bin('knip'), ['--no-progress', '--no-config-hints']);
check('types', bin('tsc'), ['-p', 'tsconfig.json', '--noEmit']);
check('types of the pages’ tests', bin('tsc'), ['-p', 'web/tsconfig.spec.json', '--noEmit']);
// as many as there are cores: one fewer, as is usual, would leave one of two idle
jest('unit and API tests', ['--maxWorkers=100%']);
jest('browser tests', ['-c', 'e2e/jest.config.mjs']);
console.log(`\n${passed} passed, ${failed} failed`);
process.exit(failed ? 1 : 0);
