import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { Key } from 'selenium-webdriver';
import { demoServer, door, Person } from './person';

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
    await again.read('#command-list', /It has been mixed: what to do now/);
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
