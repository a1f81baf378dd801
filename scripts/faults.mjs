import { spawn } from 'node:child_process';
import { mkdirSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import { basename, join, resolve } from 'node:path';
import { pathToFileURL } from 'node:url';
import { createInstrumenter } from '@stryker-mutator/instrumenter';
import { build } from 'esbuild';
import { createInjector } from 'typed-inject';
import { root } from './common.mjs';

/**
 * Faults put into a folder of the core by machine (StrykerJS’s instrumenter), and how many of them its specs see. All
 * faults are in one bundle, each behind a switch; a process of its own tries one: it runs the tests that come by the
 * fault first, then the others, until one fails. That takes a second a fault where a Jest run a fault takes ten.
 */
const QUIET = { debug() {}, info() {}, warn: console.warn, error: console.error, isDebugEnabled: () => false };
const LEAST_MS = 20_000;
const AT_ONCE = Number(process.env.AT_ONCE ?? 2);
/** Of so many faults one is tried: a look at a folder before the whole of it. */
const EVERY = Number(process.env.EVERY ?? 1);

/** Files of a folder without their specs and doors, or the one file. */
const sources = (path) =>
  statSync(join(root, path)).isFile()
    ? [path]
    : readdirSync(join(root, path), { recursive: true })
        .map((f) => join(path, f))
        .filter((f) => f.endsWith('.ts') && !f.endsWith('.spec.ts') && basename(f) !== 'index.ts');

async function instrumented(files) {
  const instrumenter = createInjector().provideValue('logger', QUIET).injectFunction(createInstrumenter);
  return instrumenter.instrument(
    files.map((f) => ({ name: resolve(root, f), content: readFileSync(join(root, f), 'utf8'), mutate: true })),
    {
      // sentences are data of the catalogue or are read by people: a changed word is no fault that a test should pin
      excludedMutations: ['StringLiteral'],
      ignorers: [],
      plugins: null,
      noHeader: false,
    },
  );
}

/** One bundle of the specs with all faults in it. */
async function bundled(name, files, specs) {
  const texts = new Map(files.map((f) => [f.name, f.content]));
  const out = join(root, `.build/faults/${name}.mjs`);
  await build({
    stdin: {
      contents: [
        `import ${JSON.stringify(join(root, 'core/checks/seed.mjs'))};`,
        ...specs.map((s) => `import ${JSON.stringify(join(root, `core/src/${s}.spec.ts`))};`),
      ].join('\n'),
      resolveDir: root,
      loader: 'ts',
    },
    banner: { js: `import { tried } from ${JSON.stringify(join(root, 'scripts/faults-run.mjs'))};` },
    footer: { js: 'await tried();' },
    bundle: true,
    format: 'esm',
    platform: 'node',
    target: 'node20',
    packages: 'external',
    // specs are imported for what they do
    ignoreAnnotations: true,
    treeShaking: false,
    alias: { '@dolly-tub/core': join(root, 'core/src/index.ts') },
    outfile: out,
    logLevel: 'error',
    plugins: [
      {
        name: 'faults',
        setup(b) {
          const few = join(root, 'scripts/faults-fc.mjs');
          b.onResolve({ filter: /^fast-check$/ }, ({ importer }) =>
            importer === few ? { path: 'fast-check', external: true } : { path: few },
          );
          // a spec that reads a table beside itself still finds it from the bundle
          b.onLoad({ filter: /\.ts$/ }, ({ path }) => ({
            contents: (texts.get(path) ?? readFileSync(path, 'utf8')).replaceAll(
              'import.meta.url',
              JSON.stringify(pathToFileURL(path).href),
            ),
            loader: 'ts',
          }));
        },
      },
    ],
  });
  return out;
}

/** One process with one fault (or none); what it printed last, and how it ended. */
function tryOne(bundle, env, limit_ms) {
  return new Promise((done) => {
    const child = spawn(process.execPath, [bundle], {
      cwd: root,
      env: { ...process.env, MUTANTS: '1', NODE_NO_WARNINGS: '1', ...env },
      stdio: ['ignore', 'pipe', 'pipe'],
    });
    let said = '';
    child.stdout.on('data', (d) => (said += d));
    child.stderr.on('data', (d) => (said += d));
    const clock = setTimeout(() => child.kill('SIGKILL'), limit_ms);
    // once all that it said is read, not merely once it has ended
    child.on('close', (code) => {
      clearTimeout(clock);
      done({ code, said });
    });
  });
}

/** Killed and left of one folder; what is left is written beside the bundle, and printed. */
export async function faultsOf(name, path, specs) {
  mkdirSync(join(root, '.build/faults'), { recursive: true });
  const { files, mutants } = await instrumented(sources(path));
  const asked = mutants
    .filter((m) => m.status !== 'Ignored' && m.mutatorName !== 'StringLiteral')
    .filter((_, n) => n % EVERY === 0);
  const bundle = await bundled(name, files, specs);
  const sound = await tryOne(bundle, { COVER: '1' }, 600_000);
  if (sound.code !== 0) throw new Error(`The tests of ${name} fail without a fault:\n${sound.said.slice(-2000)}`);
  const { tests, cover, took_ms } = JSON.parse(sound.said.trim().split('\n').pop());
  if (!tests.length) throw new Error(`No tests in ${specs.join(', ')}.`);
  const all = tests.map((_, n) => n);
  const kills = new Map();
  const left = [];
  let [killed, tried] = [0, 0];
  const started = Date.now();
  const queue = [...asked];
  const worker = async () => {
    for (let m = queue.shift(); m; m = queue.shift()) {
      const by = new Set(cover[m.id] ?? []);
      // what comes by the fault first, of those what killed most, then what is quick
      const order = [...all].sort(
        (a, b) =>
          Number(by.has(b)) - Number(by.has(a)) ||
          (kills.get(b) ?? 0) - (kills.get(a) ?? 0) ||
          tests[a].ms - tests[b].ms,
      );
      const env = { __STRYKER_ACTIVE_MUTANT__: m.id, TESTS: order.join(',') };
      const { code, said } = await tryOne(bundle, env, LEAST_MS + 4 * took_ms);
      tried++;
      if (code === 0) left.push(m);
      else {
        killed++;
        const n = /failed (\d+)/.exec(said)?.[1];
        if (n !== undefined) kills.set(Number(n), (kills.get(Number(n)) ?? 0) + 1);
      }
      if (tried % 50 === 0)
        console.log(
          `${tried} of ${asked.length}, ${left.length} left, ${((Date.now() - started) / 1000).toFixed(0)} s`,
        );
    }
  };
  await Promise.all(Array.from({ length: AT_ONCE }, worker));
  const lines = left
    .sort((a, b) =>
      a.fileName < b.fileName ? -1 : a.fileName > b.fileName ? 1 : a.location.start.line - b.location.start.line,
    )
    .map((m) => {
      const file = m.fileName.replace(`${root}/`, '');
      const was = readFileSync(m.fileName, 'utf8')
        .split('\n')
        .slice(m.location.start.line, m.location.end.line + 1);
      const from =
        was.length === 1
          ? was[0].slice(m.location.start.column, m.location.end.column)
          : was[0].slice(m.location.start.column);
      return `${file}:${m.location.start.line + 1} ${m.mutatorName}: ${from.trim().slice(0, 90)} → ${m.replacement.replace(/\s+/g, ' ').slice(0, 90)}`;
    });
  writeFileSync(join(root, `.build/faults/${name}.txt`), lines.join('\n'));
  console.log(lines.map((l) => `survived: ${l}`).join('\n'));
  const score = (100 * killed) / asked.length;
  console.log(
    `${name}: ${asked.length} faults${EVERY > 1 ? ` (one in ${EVERY})` : ''}, ${killed} killed, ${left.length} survived: ${score.toFixed(1)} %, in ${((Date.now() - started) / 60_000).toFixed(0)} min`,
  );
  return score;
}
