import { mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { createServer, request, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { gunzipSync } from 'node:zlib';
import Koa from 'koa';
import { web } from '../src/http/web';
import { firstSights, type Sight } from '../src/sight/sight';
import type { Drawn } from '../src/sight/worker';
import { thread } from './server';

/** In place of the page's program: draws what the doors answer it, by the path that it is asked for. */
const PROGRAM = `
let late = 1200;
const say = (shell) => ({ styles: '<style></style>', shell: '<dt-shell>' + shell + '</dt-shell>' });
export async function draw(url, hosts) {
  const { pathname, host } = new URL(url);
  if (pathname === '/fails') throw new Error('no');
  if (pathname === '/late') await fetch('/api/late').then(() => new Promise((go) => setTimeout(go, late)));
  if (pathname === '/quicker') late = 0;
  if (pathname === '/refused') return say('The log could not be read: ' + (await fetch('/api/refused')).status);
  if (pathname === '/writes') return say(await fetch('/api/stock', { method: 'POST' }).then(() => 'written', () => 'refused'));
  if (pathname === '/outside') return say(await fetch('http://example.test/').then(() => 'out', () => 'refused'));
  if (pathname === '/browser') return say([navigator.language, typeof localStorage.getItem('x'), typeof new Worker('x').postMessage].join());
  const of = await (await fetch('/api/household')).json();
  return say([host, hosts.join(), of.cookie, of.path].join(' '));
}`;

describe('a first sight', () => {
  let dir: string;
  let sight: Sight;
  const asked: string[] = [];
  const doors: RequestListener = (q, s) => {
    asked.push(`${q.method} ${q.url}`);
    if (q.url === '/api/refused') s.statusCode = 503;
    s.end(JSON.stringify({ cookie: q.headers.cookie ?? '', path: q.url }));
  };
  const ask = (path: string, cookie = '', language = 'en') => sight.draw({ path, cookie, language });
  /** A thread that has begun: until then every page draws itself. */
  const begun = async () => {
    for (let i = 0; i < 200 && !(await ask('/rooms')); i++) await new Promise((go) => setTimeout(go, 50));
  };
  beforeAll(() => {
    dir = mkdtempSync(join(tmpdir(), 'dolly-sight-test-'));
    writeFileSync(join(dir, 'program.mjs'), PROGRAM);
    sight = firstSights({ filename: thread('sight') }, join(dir, 'program.mjs'), () => doors);
  });
  afterAll(async () => {
    await sight.close();
    rmSync(dir, { recursive: true, force: true });
  });

  test('is not waited for while its thread begins; then it is there, for whom it was asked', async () => {
    expect(await ask('/rooms')).toBeNull();
    await begun();
    const [one, two] = await Promise.all([ask('/rooms', 'dolly-session=one'), ask('/kits', 'dolly-session=two')]);
    expect(one!.shell).toBe('<dt-shell>localhost localhost dolly-session=one /api/household</dt-shell>');
    expect(two!.shell).toContain('dolly-session=two');
    expect((await ask('/rooms'))!.shell).not.toContain('dolly-session');
  });

  test('reads the doors and nothing else, and writes nothing', async () => {
    await begun();
    asked.length = 0;
    expect((await ask('/writes'))!.shell).toContain('refused');
    expect((await ask('/outside'))!.shell).toContain('refused');
    expect(asked).toEqual([]);
    expect((await ask('/browser', '', 'nl-NL'))!.shell).toContain('nl-NL,object,function');
  });

  test('is none where it fails or is late, and the next one is there again', async () => {
    await begun();
    expect(await ask('/fails')).toBeNull();
    await begun();
    // a place that says what it could not read is no first sight
    expect(await ask('/refused')).toBeNull();
    await begun();
    asked.length = 0;
    expect(await ask('/late')).toBeNull();
    await begun();
    expect(await ask('/rooms')).not.toBeNull();
  });

  test('of a place that was late is not waited for until a drawing of it was quick enough', async () => {
    await begun();
    const since = performance.now();
    // known to be late by the test before: drawn while nobody waits, and late again
    expect(await ask('/late')).toBeNull();
    expect(performance.now() - since).toBeLessThan(700);
    await begun();
    await ask('/quicker');
    expect(await ask('/late')).toBeNull();
    await begun();
    expect(await ask('/late')).not.toBeNull();
    expect(asked.filter((a) => a.includes('late'))).toHaveLength(4);
  });
});

test('a place that was late its first time is drawn again by itself, and waited for from then on', async () => {
  const dir = mkdtempSync(join(tmpdir(), 'dolly-late-'));
  writeFileSync(
    join(dir, 'program.mjs'),
    `const seen = new Set();
export async function draw(url) {
  const first = !seen.has(url) && url.endsWith('/kits');
  seen.add(url);
  if (first) await new Promise((go) => setTimeout(go, 400));
  return { styles: '', shell: url };
}`,
  );
  const sight = firstSights({ filename: thread('sight') }, join(dir, 'program.mjs'), () => () => undefined, 200, 50);
  try {
    const ask = (path: string) => sight.draw({ path, cookie: '', language: 'en' });
    for (let i = 0; i < 200 && !(await ask('/rooms')); i++) await new Promise((go) => setTimeout(go, 50));
    expect(await ask('/kits')).toBeNull();
    await new Promise((go) => setTimeout(go, 1000));
    expect(await ask('/kits')).not.toBeNull();
  } finally {
    await sight.close();
    rmSync(dir, { recursive: true, force: true });
  }
});

describe('a page with its first sight', () => {
  let dir: string;
  let server: Server;
  let isIn = true;
  let drawn: Drawn | null;
  let theme = 'system';
  const asked: { path: string; cookie: string; language: string }[] = [];
  const HEAD =
    '<html lang="en"><head><link rel="preload" as="fetch" href="/api/household"/><link rel="preload" as="font" href="a.woff2"></head>';
  const INDEX = `${HEAD}<body><dt-shell></dt-shell><script src="main.js"></script></body></html>`;
  /** As a browser opens it: `fetch` would say by itself that it is no opening. */
  const get = (path: string, headers: Record<string, string> = {}) =>
    new Promise<{ text: string; cache: string | undefined; packed: boolean }>((done) => {
      const { port } = server.address() as AddressInfo;
      request({ port, path, headers: { 'sec-fetch-mode': 'navigate', ...headers } }, (r) => {
        const parts: Buffer[] = [];
        r.on('data', (part: Buffer) => parts.push(part));
        r.on('end', () => {
          const packed = r.headers['content-encoding'] === 'gzip';
          const whole = Buffer.concat(parts);
          done({ text: String(packed ? gunzipSync(whole) : whole), cache: r.headers['cache-control'], packed });
        });
      }).end();
    });
  beforeAll(async () => {
    dir = mkdtempSync(join(tmpdir(), 'dolly-page-'));
    mkdirSync(join(dir, 'web/browser'), { recursive: true });
    writeFileSync(join(dir, 'web/browser/index.html'), INDEX);
    const sight: Sight = {
      draw: (ask) => {
        asked.push(ask);
        return Promise.resolve(drawn);
      },
      warm: () => undefined,
      close: () => Promise.resolve(),
    };
    const koa = new Koa();
    koa.use(async (ctx, next) => {
      ctx.state['isIn'] = () => isIn;
      await next();
    });
    koa.use(web(join(dir, 'web/browser'), join(dir, 'before'), { sight, theme: () => theme }));
    server = createServer(koa.callback());
    await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
  });
  beforeEach(() => {
    isIn = true;
    theme = 'system';
    // in what is drawn a dollar is a dollar
    drawn = { styles: '<style>a</style>', shell: '<dt-shell ng-version="21">$& a box</dt-shell>' };
    asked.length = 0;
  });
  afterAll(() => {
    server.close();
    rmSync(dir, { recursive: true, force: true });
  });

  test('has it in its place, its styles in the head, and the program named for later', async () => {
    const { text, cache } = await get('/kits?at=1', { cookie: 'dolly-session=x', 'accept-language': 'nl-NL,nl' });
    expect(text).toBe(
      '<html lang="en"><head><link rel="later" data-rel="preload" as="fetch" href="/api/household"/>' +
        '<link rel="preload" as="font" href="a.woff2"><style>a</style></head>' +
        '<body><dt-shell data-sight ng-version="21">$& a box</dt-shell><script src="main.js"></script></body></html>',
    );
    expect(cache).toBe('no-store');
    expect(asked).toEqual([{ path: '/kits?at=1', cookie: 'dolly-session=x', language: 'nl-NL' }]);
  });

  test('is whole without one, and in the light that the household wants', async () => {
    drawn = null;
    theme = 'dark';
    expect((await get('/kits')).text).toContain('<html class="theme-dark" lang="en">');
    expect((await get('/kits')).text).toContain('<body><dt-shell></dt-shell><script');
  });

  test('is drawn for a person who is let in and opens it, not for what is kept for later', async () => {
    isIn = false;
    expect((await get('/kits')).text).toBe(INDEX);
    isIn = true;
    expect((await get('/', { 'sec-fetch-mode': 'no-cors' })).text).toBe(INDEX);
    expect(asked).toEqual([]);
    expect((await get('/kits')).text).toContain('a box');
  });

  test('comes packed where that is taken', async () => {
    const { text, packed } = await get('/kits', { 'accept-encoding': 'gzip' });
    expect([packed, text.includes('a box')]).toEqual([true, true]);
    expect((await get('/kits')).packed).toBe(false);
  });
});
