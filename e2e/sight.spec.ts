import { createServer, request } from 'node:http';
import type { AddressInfo } from 'node:net';
import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { failing } from '../scripts/browser.mjs';
import { startServer } from '../scripts/common.mjs';
import { DEMO_NOW, Person } from './person';

/** The page as a browser is handed it, before any of its program is read. */
const opened = (url: string): Promise<string> =>
  new Promise((done, fail) =>
    request(url, { headers: { 'sec-fetch-mode': 'navigate', 'accept-encoding': 'identity' } }, (r) => {
      const parts: Buffer[] = [];
      r.on('data', (part: Buffer) => parts.push(part));
      r.on('end', () => done(Buffer.concat(parts).toString()));
    })
      .on('error', fail)
      .end(),
  );
/** Once the thread that draws has begun. */
async function drawn(url: string): Promise<string> {
  let page = await opened(url);
  for (let i = 0; i < 100 && !page.includes('data-sight'); i++) {
    await new Promise((go) => setTimeout(go, 200));
    page = await opened(url);
  }
  return page;
}
const words = (page: string): string =>
  page
    .slice(page.indexOf('<dt-shell'))
    .replace(/<[^>]*>/g, ' ')
    .replace(/\s+/g, ' ');

describe('what is seen before the program is read', () => {
  let server: Awaited<ReturnType<typeof startServer>>;
  beforeAll(async () => {
    const dataDir = mkdtempSync(join(tmpdir(), 'dolly-sight-e2e-'));
    // however slow the machine is that tests
    server = await startServer({ dataDir, env: { DEMO_NOW, NODE_OPTIONS: '', FIRST_SIGHT_MS: '9000' } });
  });
  afterAll(() => server.stop());

  test.each([
    ['/rooms', 'sanitary acrylic'],
    ['/choose', 'Dirty in this house'],
    ['/choose?spot=0193a1b0-0000-7002-8000-000000000004', 'limescale'],
    ['/choose/job/toilet-ring', 'Into one hand'],
    ['/choose/field', 'field'],
    ['/choose/product/white-vinegar', 'White vinegar'],
    ['/mix?with=chlorine-bleach,white-vinegar', 'chlorine gas'],
    ['/mix/shelf', 'shelf'],
    ['/dilute?product=chlorine-bleach&ppm=1000&mL=750', 'mL'],
    ['/kits', 'top shelf'],
    ['/list', 'To buy'],
    ['/log', 'Log'],
    ['/own', 'Own things'],
    ['/settings', 'Settings'],
    ['/emergency', 'Everybody out'],
    ['/code', 'code'],
  ])('%s is there, with what this house holds', async (path, says) => {
    const page = await drawn(server.url + path);
    expect(page).toContain('data-sight');
    expect(words(page)).toContain(says);
    expect(words(page)).toContain('Heron Lock');
    expect(words(page)).not.toMatch(/does not answer|Reading (the|…)|could not be read/);
  });

  test('what it is made of is compiled beside the thread that draws it: every file says so in its first line', async () => {
    const page = await drawn(`${server.url}/kits`);
    const files = [...page.matchAll(/data-rel="modulepreload" href="([^"]+\.js)"/g)].map((m) => m[1]!);
    expect(files.length).toBeGreaterThan(10);
    for (const file of files) {
      const text = await (await fetch(`${server.url}/${file}`)).text();
      expect([file, text.split('\n')[0]]).toEqual([file, '//# allFunctionsCalledOnLoad']);
    }
  });

  test('holds what somebody called a thing as words, never as part of the page', async () => {
    const { items } = (await (await fetch(`${server.url}/api/rooms`)).json()) as { items: { id: string }[] };
    const { id } = items[0]!;
    const put = await fetch(`${server.url}/api/rooms/${id}`, {
      method: 'PUT',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify({ ...items[0], name: '<style>body{display:none}</style>"><script>1</script>' }),
    });
    expect(put.status).toBe(200);
    const page = await drawn(`${server.url}/rooms/${id}`);
    expect(page).toContain('&lt;style&gt;');
    expect(page.slice(0, page.indexOf('</head>'))).not.toContain('<style>body{display:none}');
    expect(page.match(/<script>1/g)).toBeNull();
  });

  test('of an empty house is where one begins', async () => {
    const dataDir = mkdtempSync(join(tmpdir(), 'dolly-sight-e2e-'));
    const empty = await startServer({
      dataDir,
      env: { DEMO_NOW, NODE_OPTIONS: '', FIRST_SIGHT_MS: '9000', DEMO: '0' },
    });
    try {
      for (const path of ['/', '/rooms']) expect(words(await drawn(empty.url + path))).toMatch(/Make my house/);
      expect(words(await drawn(`${empty.url}/kits`))).not.toMatch(/Reading|undefined|NaN/);
    } finally {
      empty.stop();
    }
  });

  test('is shown once it is whole: nothing of it moves while it comes', async () => {
    const page = (await drawn(`${server.url}/mix?with=chlorine-bleach,white-vinegar`)).replace(
      / src="main[^"]*" type="module"/,
      '',
    );
    // on a phone what stands after it is put above it
    const half = page.indexOf('</dt-mix-ask>') + '</dt-mix-ask>'.length;
    const slow = createServer((q, s) => {
      if (q.url !== '/') {
        request(server.url + q.url, (r) => r.pipe(s.writeHead(r.statusCode!, r.headers))).end();
        return;
      }
      s.writeHead(200, { 'content-type': 'text/html; charset=utf-8' }).write(page.slice(0, half));
      setTimeout(() => s.end(page.slice(half)), 1500);
    });
    await new Promise<void>((go) => slow.listen(0, '127.0.0.1', go));
    const p = await Person.at(server.url, { width: 390, height: 844 });
    try {
      await p.driver.get(`http://127.0.0.1:${(slow.address() as AddressInfo).port}/`);
      await p.read('main', /chlorine gas/);
      const moved = await p.driver.executeAsyncScript(
        `const go = arguments[0];
        new PerformanceObserver((l) => go(l.getEntries().reduce((sum, e) => sum + e.value, 0)))
          .observe({ type: 'layout-shift', buffered: true });
        setTimeout(() => go(0), 1000);`,
      );
      expect(moved).toBeLessThan(0.05);
    } finally {
      await p.quit();
      slow.close();
    }
  });

  test('gives way to the program, which draws the same words', async () => {
    const p = await Person.at(server.url, { width: 390, height: 844 });
    try {
      const before = words(await drawn(`${server.url}/emergency`));
      await p.open('/emergency');
      const after = await p.read('main', 'Everybody out');
      for (const line of ['Do not go back', 'Going back', 'Not before the people you called say so'])
        expect([before.includes(line), after.includes(line)]).toEqual([true, true]);
      expect(await p.driver.executeScript('return document.querySelectorAll("dt-shell").length')).toBe(1);
    } finally {
      await p.quit();
    }
  });

  test('where a file of the program fails the page is loaded once more; where that fails too it is told, and mended by loading', async () => {
    const p = await Person.at(server.url, { width: 390, height: 844 });
    try {
      await failing(p.driver, ['*/part-2-*']);
      await p.driver.get(`${server.url}/emergency`);
      await p.read('[role=alert]', /Nothing on this page answers.*Load the page again/);
      // what the server drew can still be read
      await p.read('main', /Everybody out/);
      const how = `return performance.getEntriesByType('navigation')[0].type`;
      expect(await p.driver.executeScript(how)).toBe('reload');
      expect(await p.violations()).toEqual([]);
      await failing(p.driver, []);
      await p.press('Load the page again');
      await p.see('dt-shell[ng-version]:not([data-sight])');
      expect(await p.driver.executeScript(`return document.querySelector('.unread')`)).toBeNull();
    } finally {
      await p.quit();
    }
  });
});
