import { readFileSync } from 'node:fs';
import { createServer } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { seedDemo } from '@dolly-tub/demo';
import pino from 'pino';
import { readRawCatalogue } from '../../core/catalogue/read';
import { accessOf } from './access/access';
import { namesHere, networkOf } from './access/network';
import { createApp } from './app';
import { StartProblem } from './store/start-problem';

/** Root of the checkout: the bundle and the sources both stand two folders below it. */
const root = process.env['DOLLY_ROOT'] ?? process.cwd();

function port(): number {
  const raw = process.env['PORT'] ?? '4173';
  const n = Number(raw);
  if (!Number.isInteger(n) || n < 0 || n > 65535)
    throw new StartProblem(`PORT must be a number from 0 to 65535, not "${raw}".`);
  return n;
}

/** DEMO_NOW fixes the clock for pictures and tests. */
function clock(): () => Date {
  const fixed = process.env['DEMO_NOW'];
  if (!fixed) return () => new Date();
  const at = Date.parse(fixed);
  if (Number.isNaN(at))
    throw new StartProblem(`DEMO_NOW must be a date, for example 2026-11-25T10:00:00Z, not "${fixed}".`);
  const offset = at - Date.now();
  return () => new Date(Date.now() + offset);
}

/** How long a page waits for the server's first sight of it, 0 for never; a slow machine may want more than it has. */
function sightWait(): number | undefined {
  const raw = process.env['FIRST_SIGHT_MS'];
  if (raw === undefined) return undefined;
  const n = Number(raw);
  if (!Number.isInteger(n) || n < 0 || n > 10_000)
    throw new StartProblem(`FIRST_SIGHT_MS must be a number of milliseconds from 0 to 10000, not "${raw}".`);
  return n;
}

async function main(): Promise<void> {
  const network = networkOf(process.env);
  const logger = pino({ level: process.env['LOG_LEVEL'] ?? 'warn' });
  const { version } = JSON.parse(readFileSync(join(root, 'package.json'), 'utf8')) as { version: string };
  const dataDir = process.env['DATA_DIR'] ?? join(root, 'data');
  const now = clock();
  const wait = sightWait();
  const scheme = network.tls ? 'https' : 'http';
  const names = namesHere();
  let shown = port();
  const addresses = (): string[] => names.map((n) => `${scheme}://${n}:${shown}/`);
  const access = accessOf(dataDir, now);
  // nobody else gets in before there is something to ask them for
  const open = network.open && access.isSet();
  const thread = (of: string): { filename: string } => ({
    filename: fileURLToPath(new URL(`./${of}/worker.js`, import.meta.url)),
  });
  const app = await createApp({
    dataDir,
    raw: readRawCatalogue(join(root, 'core/catalogue')),
    webRoot: join(root, 'dist/web/browser'),
    version,
    allowedHosts: [
      network.host,
      ...(open ? names : []),
      ...(process.env['ALLOWED_HOSTS'] ?? '')
        .split(',')
        .map((h) => h.trim())
        .filter(Boolean),
    ],
    gatekeeper: { access, open, tls: network.tls !== null, addresses },
    logger,
    now,
    demo: process.env['DEMO'] !== '0',
    computing: thread('compute'),
    importing: thread('import'),
    reading: thread('reading'),
    ...(wait === 0 ? {} : { sight: thread('sight') }),
    ...(wait ? { sight_ms: wait } : {}),
    seed: seedDemo,
  });
  if (process.argv.includes('rebuild')) {
    app.store.transaction(app.store.log.derived.rebuild);
    console.log(`What is derived from the log of ${app.store.log.last()} entries is filled anew.`);
    return app.close();
  }
  if (app.store.damage) console.error(app.store.damage);
  const host = open || !network.open ? network.host : '127.0.0.1';
  const answer = app.koa.callback();
  const server = network.tls ? createSecureServer(network.tls, answer) : createServer(answer);
  server.listen(port(), host);
  server.on('error', (e: NodeJS.ErrnoException) => {
    const says =
      e.code === 'EADDRINUSE'
        ? `Port ${port()} is taken: stop what uses it, or start with another, for example PORT=${port() + 1} npm start.`
        : e.code === 'EACCES'
          ? `Port ${port()} may not be used here: take one above 1024, for example PORT=4173 npm start.`
          : `The address ${host}:${port()} cannot be used (${e.message}): check HOST and PORT.`;
    console.error(says);
    process.exit(1);
  });
  server.on('listening', () => {
    app.sight?.warm();
    const a = server.address();
    if (typeof a === 'object' && a) shown = a.port;
    const here = `${scheme}://${host === '0.0.0.0' || host === '::' ? 'localhost' : host}:${shown}/`;
    if (network.open && !open)
      console.error(
        `It is open to this machine only until the house has a passphrase: set one at ${here}settings, start again, and others type ${addresses()[0] ?? here}.`,
      );
    console.log(`Dolly Tub is open at ${here}`);
    if (open) for (const x of addresses().slice(0, 3)) console.log(`and on the home network at ${x}`);
  });
  const stop = (): void => {
    server.close();
    server.closeAllConnections();
    void app.close().finally(() => process.exit(0));
  };
  process.on('SIGINT', stop);
  process.on('SIGTERM', stop);
}

main().catch((e: unknown) => {
  if (e instanceof StartProblem) console.error(e.message);
  else if (
    (e as NodeJS.ErrnoException).code === 'ERR_DLOPEN_FAILED' ||
    /bindings|NODE_MODULE_VERSION/.test((e as Error).message)
  )
    console.error('The database part was built for another Node.js: delete node_modules and start again.');
  else console.error(`Dolly Tub could not start: ${(e as Error).message}`);
  process.exit(1);
});
