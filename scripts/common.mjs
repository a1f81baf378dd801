import { execFileSync, spawn, spawnSync } from 'node:child_process';
import { createHash } from 'node:crypto';
import {
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from 'node:fs';
import { dirname, join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { promisify } from 'node:util';
import { brotliCompress, gzip } from 'node:zlib';

/** Plain Node, no dependencies: these run before anything is installed. */
export const root = dirname(dirname(fileURLToPath(import.meta.url)));
const stamps = join(root, '.build');

/** One clear sentence, and out. */
export function stop(sentence) {
  console.error(sentence);
  process.exit(1);
}

function files(path, out) {
  const full = join(root, path);
  if (!existsSync(full)) return out;
  const s = statSync(full);
  if (s.isFile()) out.push(`${path}:${s.size}:${Math.round(s.mtimeMs)}`);
  else for (const f of readdirSync(full).sort()) files(join(path, f), out);
  return out;
}
/** A stamp of inputs by name, size and time. */
export const stampOf = (paths) =>
  createHash('sha256')
    .update(paths.flatMap((p) => files(p, [])).join('\n'))
    .digest('hex');
const readStamp = (name) => (existsSync(join(stamps, name)) ? readFileSync(join(stamps, name), 'utf8') : '');
export function writeStamp(name, value) {
  mkdirSync(stamps, { recursive: true });
  writeFileSync(join(stamps, name), value);
}

export function run(command, args, options = {}) {
  const r = spawnSync(command, args, { cwd: root, stdio: 'inherit', ...options });
  if (r.error) throw r.error;
  return r.status ?? 1;
}
export const has = (command) => spawnSync(command, ['--version'], { stdio: 'ignore' }).error === undefined;

/** Install when the lock file changed or node_modules is missing: all of it, or only what it takes to build and run. */
export function ensureInstalled({ tests = true } = {}) {
  const [major, minor] = process.versions.node.split('.').map(Number);
  if (major < 20 || (major === 20 && minor < 19))
    stop(`Dolly Tub needs Node.js 20.19 or newer; this is ${process.versions.node}.`);
  const want = createHash('sha256')
    .update(readFileSync(join(root, 'package-lock.json')))
    .update(process.versions.modules)
    .digest('hex');
  const sqlite = join(root, 'node_modules/better-sqlite3/build/Release/better_sqlite3.node');
  // with all that tests need, what building and running need is there too
  const stamps = tests ? ['install'] : ['install', 'install-to-run'];
  if (stamps.some((s) => readStamp(s) === want) && existsSync(sqlite)) return;
  if (!existsSync(sqlite)) {
    const missing = [
      ['python3', 'python3'],
      ['make', 'make'],
      ['g++', 'g++'],
    ]
      .filter(([c]) => !has(c))
      .map(([, p]) => p);
    if (missing.length)
      stop(
        `The database is compiled on this machine and needs ${missing.join(', ')}: install it (on Debian: apt-get install ${missing.join(' ')}) and run this again.`,
      );
  }
  console.log('Installing what is missing (a few minutes the first time) …');
  const env = { ...process.env };
  // where Node's own headers are on the machine, node-gyp need not fetch them
  if (existsSync('/usr/include/node/node.h') && !env.npm_config_nodedir) env.npm_config_nodedir = '/usr';
  delete env.NODE_ENV;
  const only = tests ? [] : ['--omit=dev'];
  const began = Date.now();
  const status = run('npm', ['ci', ...only, '--no-fund', '--no-audit', '--loglevel=error'], { env });
  if (status !== 0)
    stop('Installing failed: the lines above say why. Check the network or the disk, and run this again.');
  keepWhatIsRead();
  if (!existsSync(sqlite)) stop('The database could not be compiled: the lines above say why.');
  writeStamp(tests ? 'install' : 'install-to-run', want);
  console.log(`Installed in ${Math.round((Date.now() - began) / 1000)} s.`);
}

const SERVER_INPUTS = ['core/src', 'core/catalogue', 'server/src', 'demo', 'package-lock.json', 'scripts/build.mjs'];
const WEB_INPUTS = ['core/src', 'web', 'angular.json', 'tsconfig.base.json', 'package-lock.json', 'scripts/merge.mjs'];

/** Build server and web app when their inputs changed. */
export async function ensureBuilt() {
  for (const [name, inputs, output] of [
    ['server', SERVER_INPUTS, 'dist/server/main.js'],
    ['web', WEB_INPUTS, 'dist/web/browser/index.html'],
  ]) {
    const now = stampOf(inputs);
    if (readStamp(name) === now && existsSync(join(root, output))) continue;
    console.log(`Building the ${name === 'web' ? 'app' : name} …`);
    const began = Date.now();
    const status = name === 'server' ? buildServer() : await buildWeb();
    if (status !== 0) stop(`Building the ${name} failed: the lines above say why.`);
    writeStamp(name, now);
    console.log(`Built in ${Math.round((Date.now() - began) / 1000)} s.`);
  }
}
/** Of the recogniser's packages what is read here: one program of eight, one set of data of each language. */
const RECOGNISER = /^(?:tesseract-core-simd-lstm\.(?:js|wasm)|package\.json|LICENSE.*)$/;
const DATA = /^(?:4\.0\.0_best_int|package\.json|LICENSE.*)$/i;
/** The rest of them, some 60 MB, is taken off the disk again. */
export function keepWhatIsRead(modules = join(root, 'node_modules')) {
  const data = join(modules, '@tesseract.js-data');
  const folders = [[join(modules, 'tesseract.js-core'), RECOGNISER]];
  if (existsSync(data)) for (const language of readdirSync(data)) folders.push([join(data, language), DATA]);
  for (const [folder, read] of folders)
    if (existsSync(folder))
      for (const file of readdirSync(folder))
        if (!read.test(file)) rmSync(join(folder, file), { recursive: true, force: true });
}
export function buildServer() {
  return run(join(root, 'node_modules/.bin/esbuild'), [
    'server/src/main.ts',
    'server/src/compute/worker.ts',
    'server/src/import/worker.ts',
    'server/src/reading/worker.ts',
    'server/src/sight/worker.ts',
    '--bundle',
    // what is asked for only when it is needed stays a file of its own
    '--splitting',
    '--platform=node',
    '--format=esm',
    '--target=node20',
    '--packages=external',
    '--alias:@dolly-tub/core=./core/src/index.ts',
    '--alias:@dolly-tub/demo=./demo/index.ts',
    '--outdir=dist/server',
    '--log-level=warning',
  ]);
}
/** Files of the build before this one, for pages that were opened with it. */
function keepBefore() {
  const built = join(root, 'dist/web/browser');
  if (!existsSync(built)) return;
  rmSync(join(root, 'dist/before'), { recursive: true, force: true });
  cpSync(built, join(root, 'dist/before'), { recursive: true });
}
export async function buildWeb() {
  keepBefore();
  const status = run(join(root, 'node_modules/.bin/ng'), ['build', '--no-progress'], {
    env: { ...process.env, NG_CLI_ANALYTICS: 'false', CI: '1' },
  });
  if (status !== 0) return status;
  // not at the head of this file: it runs before anything is installed
  const { mergeFiles, spreadByBrowser } = await import('./merge.mjs');
  spreadByBrowser(join(root, 'dist/web/browser'));
  spreadByBrowser(join(root, 'dist/web/server'));
  // the builder calls it so where a server draws as well
  renameSync(join(root, 'dist/web/browser/index.csr.html'), join(root, 'dist/web/browser/index.html'));
  await mergeFiles(join(root, 'dist/web/browser'), readFileSync(join(root, 'web/src/app/app.routes.ts'), 'utf8'));
  writeServiceWorker();
  await packFiles(join(root, 'dist/web/browser'));
  return 0;
}
/**
 * Beside each file that never changes under its name its compressed forms, as small as they get: packed once here, sent as
 * they are by the server. The service worker keeps its name from build to build, and is packed when it is asked for.
 */
async function packFiles(dir) {
  const texts = readdirSync(dir).filter(
    (f) => /[-.][A-Z0-9]{8}\.(js|css|svg)$|\.wasm$/i.test(f) && statSync(join(dir, f)).size > 2048,
  );
  await Promise.all(
    texts.map(async (f) => {
      const plain = readFileSync(join(dir, f));
      writeFileSync(join(dir, `${f}.br`), await promisify(brotliCompress)(plain));
      writeFileSync(join(dir, `${f}.gz`), await promisify(gzip)(plain, { level: 9 }));
    }),
  );
}
/** The service worker with the names of what was built, and a version that changes when any of it does. */
function writeServiceWorker() {
  const out = join(root, 'dist/web/browser');
  const files = readdirSync(out, { recursive: true })
    .map((f) => `/${String(f).replaceAll('\\', '/')}`)
    .filter((f) => /\.(js|css|woff2|svg|webmanifest)$/.test(f) && f !== '/service-worker.js')
    .sort();
  const version = createHash('sha256');
  for (const f of [...files, '/index.html']) version.update(f).update(readFileSync(join(out, f)));
  const code = readFileSync(join(root, 'web/service-worker.js'), 'utf8').replace('/* global FILES, VERSION */\n', '');
  writeFileSync(
    join(out, 'service-worker.js'),
    `const FILES = ${JSON.stringify(files)};\nconst VERSION = '${version.digest('hex').slice(0, 16)}';\n${code}`,
  );
}

/** Debian's Chromium and ChromeDriver, for the browser tests. */
export function ensureChromium() {
  if (existsSync('/usr/bin/chromium') && existsSync('/usr/bin/chromedriver')) return;
  if (!has('apt-get'))
    stop('The browser tests need chromium and chromedriver in /usr/bin: install them, and run this again.');
  console.log("Installing Debian's chromium and chromium-driver …");
  const env = { ...process.env, DEBIAN_FRONTEND: 'noninteractive' };
  const sudo = process.getuid?.() === 0 ? [] : ['sudo'];
  const apt = (...args) =>
    run([...sudo, 'apt-get'][0], [...sudo.slice(1), ...(sudo.length ? ['apt-get'] : []), ...args], {
      env,
      stdio: ['ignore', 'ignore', 'inherit'],
    });
  if (
    apt('update', '-qq') !== 0 ||
    apt('install', '-y', '-qq', 'chromium', 'chromium-driver') !== 0 ||
    !existsSync('/usr/bin/chromedriver')
  )
    stop(
      'chromium and chromium-driver could not be installed: install them by hand (apt-get install chromium chromium-driver) and run this again.',
    );
}

/** Start the built server on a free port with its own data; resolves once it answers. */
export async function startServer({ port = 0, dataDir, env = {} }) {
  const child = spawn(process.execPath, [join(root, 'dist/server/main.js')], {
    cwd: root,
    env: { ...process.env, PORT: String(port), DATA_DIR: dataDir, ...env },
    stdio: ['ignore', 'pipe', 'pipe'],
  });
  let err = '';
  child.stderr.on('data', (d) => (err += d));
  const url = await new Promise((resolve, reject) => {
    child.stdout.on('data', (d) => {
      const m = /(http:\/\/\S+?)\/?\s/.exec(String(d));
      if (m) resolve(m[1]);
    });
    child.on('exit', (code) => reject(new Error(err || `server ended with ${code}`)));
  });
  return { url, child, stop: () => child.kill('SIGTERM'), errors: () => err };
}
export { execFileSync };
