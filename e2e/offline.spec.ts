import {
  cpSync,
  existsSync,
  mkdtempSync,
  readdirSync,
  readFileSync,
  rmSync,
  symlinkSync,
  writeFileSync,
} from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import { startServer } from '../scripts/common.mjs';
import { DEMO_NOW, demoServer, door, Person } from './person';

test('opened once, the server gone, the browser started anew: the card opens from the command box, with the numbers', async () => {
  const profile = mkdtempSync(join(tmpdir(), 'dolly-profile-'));
  const server = await demoServer();
  const settings = await door<Record<string, unknown>>(server.url, '/api/settings/household');
  await fetch(`${server.url}/api/settings/household`, {
    method: 'PUT',
    headers: { 'content-type': 'application/json' },
    body: JSON.stringify({ ...settings, emergency: { number: '112', poisonCentre: '0800 555 0100' } }),
  });
  const first = await Person.at(server.url, { profile });
  try {
    await first.open('/rooms');
    await first.see('dt-plan .pin');
    const kept = await first.driver.executeAsyncScript(
      `const done = arguments[arguments.length - 1];
       navigator.serviceWorker.ready.then(async () => {
         for (let i = 0; i < 100; i++) {
           const names = await caches.keys();
           const copy = names.includes('household-copy') ? await (await caches.open('household-copy')).keys() : [];
           if (names.some((n) => n.startsWith('shell-')) && copy.length === 2) return done(names);
           await new Promise((r) => setTimeout(r, 100));
         }
         done([]);
       })`,
    );
    expect(kept).toEqual(expect.arrayContaining(['household-copy', expect.stringMatching(/^shell-/)]));
  } finally {
    await first.quit();
  }
  server.child.kill('SIGKILL');
  await new Promise((gone) => server.child.once('exit', gone));

  const again = await Person.at(server.url, { profile });
  try {
    await again.open('/rooms');
    await again.see('dt-plan .pin');
    await again.keys('/');
    await again.see('dt-command-box input');
    await again.driver.sleep(300);
    await again.keys('already mixed');
    await again.read('.mat-mdc-autocomplete-panel', /It has been mixed: what to do now/);
    await again.keys(Key.ENTER);
    const card = await again.read('dt-emergency-card', /Call 112 or the poison centre 0800 555 0100/);
    expect(card).toMatch(/Everybody out/);
    expect(card).toMatch(/Do not go back/);
    expect(card).toMatch(/Wren, toddler/);
    // the catalogue is there too: a verdict is still given
    await again.open('/mix?with=chlorine-bleach,white-vinegar');
    await again.read('.verdict h2', 'Makes a poison gas');
    // and the one key from a verdict
    await again.keys('e');
    await again.read('h1', 'It has been mixed');
  } finally {
    await again.quit();
  }
});

test('a page that is open over an upgrade goes on, the card too; it says that there is a newer one, and goes over', async () => {
  // a checkout of its own, whose build changes under the open page
  const root = mkdtempSync(join(tmpdir(), 'dolly-upgrade-'));
  for (const f of ['package.json', 'core']) symlinkSync(join(process.cwd(), f), join(root, f));
  const built = join(root, 'dist/web/browser');
  cpSync(join(process.cwd(), 'dist/web/browser'), built, { recursive: true });
  const server = await startServer({
    dataDir: join(root, 'data'),
    env: { DEMO_NOW, NODE_OPTIONS: '', DOLLY_ROOT: root },
  });
  const p = await Person.at(server.url);
  try {
    await p.open('/rooms');
    await p.see('dt-plan .pin');
    await p.driver.executeAsyncScript(
      'const done = arguments[arguments.length - 1]; navigator.serviceWorker.ready.then(async (r) => { for (let i = 0; i < 100 && r.active.state !== "activated"; i++) await new Promise((d) => setTimeout(d, 100)); done(); })',
    );
    await p.open('/rooms');
    await p.see('dt-plan .pin');
    // the next build: other names for everything that is loaded later, and another worker
    const loadedNow = (await p.driver.executeScript(
      'return performance.getEntriesByType("resource").map((e) => new URL(e.name).pathname)',
    )) as string[];
    const later = readdirSync(built).filter((f) => /^chunk-.*\.js$/.test(f) && !loadedNow.includes(`/${f}`));
    expect(later.length).toBeGreaterThan(5);
    for (const f of later) rmSync(join(built, f));
    const worker = readFileSync(join(built, 'service-worker.js'), 'utf8');
    const files = JSON.parse(/const FILES = (\[.*?\]);/.exec(worker)![1]!) as string[];
    const left = files.filter((f) => existsSync(join(built, f)));
    writeFileSync(
      join(built, 'service-worker.js'),
      worker
        .replace(/const FILES = \[.*?\];/, `const FILES = ${JSON.stringify(left)};`)
        .replace(/VERSION = '/, "VERSION = 'next"),
    );
    await p.driver.executeAsyncScript(
      'const done = arguments[arguments.length - 1]; navigator.serviceWorker.ready.then((r) => r.update()).then(done, done)',
    );
    await p.read('.newer', /There is a newer Dolly Tub/);
    // everything that was not loaded yet opens all the same
    await p.press(/^Kits/, 'a.tag');
    await p.see('dt-shelf, dt-kits');
    await p.keys('e');
    await p.read('dt-emergency-card', /Everybody out/);
    await p.press(/^Load it now/);
    await p.driver.wait(
      async () =>
        (await p.driver.executeScript(
          'return navigator.serviceWorker.controller && caches.keys().then((k) => k.filter((n) => n.startsWith("shell-")).length)',
        )) === 2 && (await p.driver.executeScript('return document.querySelector(".newer") === null')),
      40_000,
      'it did not go over',
    );
  } finally {
    await p.quit();
    server.child.kill('SIGKILL');
  }
});
