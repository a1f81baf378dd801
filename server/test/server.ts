import { existsSync, mkdirSync, mkdtempSync, renameSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { seedDemo } from '@dolly-tub/demo';
import { buildSync } from 'esbuild';
import pino from 'pino';
import { readRawCatalogue } from '../../core/catalogue/read';
import { accessOf } from '../src/access/access';
import { type App, createApp } from '../src/app';

export interface TestServer {
  app: App;
  url: string;
  call(
    method: string,
    path: string,
    body?: unknown,
    headers?: Record<string, string>,
  ): Promise<{ status: number; body: any; headers: Headers }>;
  close(): void;
}
/** The program of a thread, bundled as it is for use; once for each state of the sources. */
const made = new Map<string, string>();
export function thread(name: 'compute' | 'import' | 'reading' | 'sight'): string {
  const had = made.get(name);
  if (had) return had;
  const { outputFiles } = buildSync({
    entryPoints: [`server/src/${name}/worker.ts`],
    bundle: true,
    platform: 'node',
    format: 'esm',
    target: 'node20',
    packages: 'external',
    alias: { '@dolly-tub/core': './core/src/index.ts' },
    write: false,
  });
  const { hash, contents } = outputFiles[0]!;
  const file = join(process.cwd(), '.build/threads', `${name}-${hash.replace(/\W/g, '')}.mjs`);
  if (!existsSync(file)) {
    mkdirSync(join(file, '..'), { recursive: true });
    writeFileSync(`${file}.${process.pid}`, contents);
    renameSync(`${file}.${process.pid}`, file);
  }
  made.set(name, file);
  return file;
}

export const NOW = '2026-11-25T10:30:00.000Z';

/** The real app on a free port, with its own folder and a clock that the test moves. */
export async function testServer(
  o: {
    demo?: boolean;
    clock?: { now: Date };
    dataDir?: string;
    said?: string[];
    longest_ms?: number;
    open?: boolean;
  } = {},
): Promise<TestServer> {
  // a folder of the test's own stays when the server ends: it may be started there again
  const dataDir = o.dataDir ?? mkdtempSync(join(tmpdir(), 'dolly-api-'));
  const clock = o.clock ?? { now: new Date(NOW) };
  const access = accessOf(dataDir, () => clock.now);
  const app = await createApp({
    dataDir,
    raw: readRawCatalogue(join(process.cwd(), 'core/catalogue')),
    webRoot: join(process.cwd(), 'dist/web/browser'),
    version: 'test',
    allowedHosts: [],
    gatekeeper: { access, open: o.open ?? false, tls: false, addresses: () => ['http://192.168.1.20:4173/'] },
    logger: o.said ? pino({ level: 'warn' }, { write: (line) => void o.said!.push(line) }) : pino({ level: 'silent' }),
    now: () => clock.now,
    demo: o.demo ?? false,
    seed: seedDemo,
    computing: { filename: thread('compute') },
    importing: { filename: thread('import') },
    reading: { filename: thread('reading') },
    ...(o.longest_ms ? { longest_ms: o.longest_ms } : {}),
  });
  const server: Server = createServer(app.koa.callback());
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  const url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  return {
    app,
    url,
    async call(method, path, body, headers = {}) {
      const r = await fetch(url + path, {
        method,
        headers: { ...(body === undefined ? {} : { 'content-type': 'application/json' }), ...headers },
        ...(body === undefined ? {} : { body: typeof body === 'string' ? body : JSON.stringify(body) }),
      });
      const text = await r.text();
      return {
        status: r.status,
        body: text && /[/+]json/.test(r.headers.get('content-type') ?? '') ? JSON.parse(text) : text,
        headers: r.headers,
      };
    },
    close() {
      server.closeAllConnections();
      server.close();
      void app.close();
      if (!o.dataDir) rmSync(dataDir, { recursive: true, force: true });
    },
  };
}
