import { mkdirSync, mkdtempSync, rmSync, utimesSync, writeFileSync } from 'node:fs';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { brotliCompressSync } from 'node:zlib';
import Koa from 'koa';
import { web } from '../src/http/web';

let dir: string;
let server: Server;
const get = async (path: string, accept = 'identity') => {
  const r = await fetch(`http://127.0.0.1:${(server.address() as AddressInfo).port}${path}`, {
    headers: { 'accept-encoding': accept },
  });
  return { status: r.status, text: await r.text(), cache: r.headers.get('cache-control') };
};
beforeEach(async () => {
  dir = mkdtempSync(join(tmpdir(), 'dolly-web-'));
  mkdirSync(join(dir, 'web/browser'), { recursive: true });
  mkdirSync(join(dir, 'before'));
  writeFileSync(join(dir, 'web/browser/index.html'), '<head><title>one</title></head>');
  writeFileSync(join(dir, 'web/browser/main-0123abcd.js'), 'now');
  writeFileSync(join(dir, 'before/main-89abcdef.js'), 'then');
  writeFileSync(
    join(dir, 'web/preload.json'),
    JSON.stringify({ rooms: ['rooms-1.js'], 'rooms/:room': ['rooms-1.js', 'plan-2.js'], '': ['rooms-1.js'] }),
  );
  writeFileSync(join(dir, 'web/browser/main-0123abcd.js.br'), brotliCompressSync('now, packed'));
  const koa = new Koa();
  koa.silent = true;
  koa.use(web(join(dir, 'web/browser'), join(dir, 'before')));
  server = createServer(koa.callback());
  await new Promise<void>((done) => server.listen(0, '127.0.0.1', done));
});
afterEach(() => {
  server.close();
  rmSync(dir, { recursive: true, force: true });
});

test('a place names its own files in its head, another place none of them', async () => {
  const link = (file: string) => `<link rel="modulepreload" href="${file}">`;
  expect((await get('/rooms')).text).toBe(`<head><title>one</title>${link('rooms-1.js')}</head>`);
  expect((await get('/rooms/kitchen')).text).toContain(link('plan-2.js'));
  expect((await get('/')).text).toContain(link('rooms-1.js'));
  for (const path of ['/kits', '/rooms/kitchen/more'])
    expect((await get(path)).text).toBe('<head><title>one</title></head>');
  expect((await get('/rooms')).cache).toBe('no-cache');
});

test('a newer build is served without a new start', async () => {
  await get('/rooms');
  const index = join(dir, 'web/browser/index.html');
  writeFileSync(index, '<head><title>two</title></head>');
  utimesSync(index, new Date(), new Date(Date.now() + 5000));
  writeFileSync(join(dir, 'web/preload.json'), JSON.stringify({ rooms: ['rooms-9.js'] }));
  expect((await get('/rooms')).text).toContain('two');
  expect((await get('/rooms')).text).toContain('rooms-9.js');
});

test('files of this build and of the one before for ever; others are not there, and nothing outside is', async () => {
  expect(await get('/main-0123abcd.js')).toMatchObject({ text: 'now', cache: expect.stringContaining('immutable') });
  expect(await get('/main-0123abcd.js', 'gzip, br')).toMatchObject({ text: 'now, packed' });
  expect(await get('/main-89abcdef.js')).toMatchObject({ text: 'then' });
  expect((await get('/main-00000000.js')).status).not.toBe(200);
  expect((await get('/..%2fpreload.json')).status).not.toBe(200);
});
