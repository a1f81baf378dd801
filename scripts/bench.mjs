import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gzipSync } from 'node:zlib';
import { ensureBuilt, ensureChromium, ensureInstalled, root, run, startServer } from './common.mjs';

/** `npm run bench [--no-lighthouse]`: ratios against a named reference, all in this run. */
process.chdir(root);
ensureInstalled();
ensureChromium();
await ensureBuilt();
const say = (what, figure) => console.log(`${what.padEnd(74)} ${figure}`);
for (const part of ['core', 'field', 'household', 'kits', 'pictures'])
  run(join(root, 'node_modules/.bin/tsx'), ['--tsconfig', 'tsconfig.json', `bench/${part}.ts`]);
// the deepest property runs
process.env.DEEP = '1';
run(process.execPath, [
  '--experimental-vm-modules',
  join(root, 'node_modules/.bin/jest'),
  '--selectProjects',
  'core',
  'server',
  '--testPathPatterns',
  '(mixing|method)/properties',
  'household/(deeds|kept)',
  'server/test/transfer',
]);

// first load: what index.html asks for, compressed
const web = join(root, 'dist/web/browser');
const index = readFileSync(join(web, 'index.html'), 'utf8');
const asked = new Set([...index.matchAll(/(?:src|href)="([^"]+\.(?:js|css))"/g)].map((m) => m[1]));
for (const f of [...asked])
  if (f.endsWith('.js'))
    for (const m of readFileSync(join(web, f), 'utf8').matchAll(/(?:from|import)\s*"\.\/([^"]+\.js)"/g))
      asked.add(m[1]);
const bytes = [...asked].reduce((n, f) => n + gzipSync(readFileSync(join(web, f)), { level: 9 }).length, 0);
say(
  'first load, script and style, gzip, against 200 kB',
  `${(bytes / 200000).toFixed(2)} (${(bytes / 1000).toFixed(0)} kB in ${asked.size} files of ${readdirSync(web).length})`,
);

// the catalogue over HTTP against a bare Koa that sends the same bytes
const { default: autocannon } = await import('autocannon');
const { default: Koa } = await import('koa');
const server = await startServer({
  dataDir: mkdtempSync(join(tmpdir(), 'dolly-bench-')),
  env: { DEMO_NOW: '2026-11-25T10:30:00Z' },
});
const path = '/api/catalogue/soils';
const body = Buffer.from(
  await (await fetch(server.url + path, { headers: { 'accept-encoding': 'identity' } })).arrayBuffer(),
);
const packed = gzipSync(body, { level: 9 });
const bare = new Koa();
bare.use((ctx) => {
  ctx.set('Content-Encoding', 'gzip');
  ctx.type = 'json';
  ctx.body = packed;
});
const plain = createServer(bare.callback()).listen(0, '127.0.0.1');
await new Promise((done) => plain.once('listening', done));
const rate = async (url) =>
  (await autocannon({ url, connections: 8, duration: 5, headers: { 'accept-encoding': 'gzip' } })).requests.average;
await rate(server.url + path);
const [ours, theirs] = [await rate(server.url + path), await rate(`http://127.0.0.1:${plain.address().port}/`)];
plain.close();
say(
  'catalogue over HTTP against a bare Koa sending the same bytes (goal 0.6)',
  `${(ours / theirs).toFixed(2)} (${Math.round(ours)} against ${Math.round(theirs)} a second)`,
);

// the second start
const started = performance.now();
const again = spawnSync(
  process.execPath,
  [
    '-e',
    `import('./scripts/common.mjs').then(async m => { m.ensureInstalled(); await m.ensureBuilt(); const s = await m.startServer({ dataDir: process.argv[1] }); s.stop(); })`,
    mkdtempSync(join(tmpdir(), 'dolly-start-')),
  ],
  { cwd: root },
);
say(
  'npm start, second time, against 3 s',
  `${((performance.now() - started) / 3000).toFixed(2)} (${Math.round(performance.now() - started)} ms)${again.status ? ' FAILED' : ''}`,
);

if (!process.argv.includes('--no-lighthouse')) {
  const { lighthouse } = await import('./lighthouse.mjs');
  lighthouse(server.url, say);
}
server.stop();
process.exit(0);
