import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { startServer } from '../scripts/common.mjs';
import { accessOf } from '../server/src/access/access';
import { DEMO_NOW, Person } from './person';

const WORDS = 'four wet cloths on a line';

test('a device at the door: the card opens to anybody, the house to the passphrase, and signed out nothing is left', async () => {
  const dataDir = mkdtempSync(join(tmpdir(), 'dolly-network-'));
  await accessOf(dataDir, () => new Date(DEMO_NOW)).set(WORDS, undefined, 'here');
  const server = await startServer({ dataDir, env: { DEMO_NOW, NODE_OPTIONS: '', HOST: '0.0.0.0' } });
  const p = await Person.at(server.url);
  try {
    await p.open('/rooms');
    await p.read('dt-sign-in', /Who is at the door/);
    expect(await p.violations()).toEqual([]);
    // nothing of the house is in the page
    expect(await p.read('body')).not.toMatch(/Shower|Heron/);
    await p.press(/The emergency card opens without it/);
    await p.read('main', /Everybody out|fresh air/i);
    await p.open('/kits');
    await p.type('Passphrase of the house', 'one that is a guess');
    await p.press('Come in');
    await p.read('dt-sign-in [role=alert]', /not the passphrase of this house/);
    await p.type('Passphrase of the house', WORDS);
    await p.press('Come in');
    // one goes on where one wanted to go
    await p.read('main', /Wet room shelf/);
    await p.open('/settings');
    await p.read('dt-home-network', /Others in the house come in at: http:\/\/\S+:[1-9]/);
    expect(await p.violations()).toEqual([]);
    await p.press('Sign out every device');
    await p.read('dt-sign-in', /Who is at the door/);
    const left = await p.driver.executeAsyncScript(
      `const done = arguments[arguments.length - 1];
       (async () => done((await caches.keys()).includes('household-copy') ? (await (await caches.open('household-copy')).keys()).map(r => r.url) : []))()`,
    );
    expect(left).toEqual([]);
    expect((await p.errors()).filter((e) => !/401/.test(e))).toEqual([]);
  } finally {
    await p.quit();
    server.child.kill('SIGKILL');
  }
}, 90000);

test('typed and imported text is never markup', async () => {
  const dataDir = mkdtempSync(join(tmpdir(), 'dolly-markup-'));
  const server = await startServer({ dataDir, env: { DEMO_NOW, NODE_OPTIONS: '' } });
  const p = await Person.at(server.url);
  const evil = `<img src=x onerror="window.hurt=1"><script>window.hurt=2</script>`;
  const document = (await (await fetch(`${server.url}/api/export`)).json()) as {
    records: Record<string, { name: string }[]>;
    log: { text?: string; kind: string }[];
  };
  for (const door of ['rooms', 'spots', 'kits', 'bottles', 'members'])
    for (const r of document.records[door]!) r.name = `${evil}${r.name}`.slice(0, 75);
  for (const e of document.log) if (e.text) e.text = evil + e.text;
  try {
    const r = await fetch(`${server.url}/api/import`, {
      method: 'POST',
      headers: { 'content-type': 'application/json' },
      body: JSON.stringify(document),
    });
    expect(r.status).toBe(200);
    for (const path of ['/rooms', '/kits', '/log', '/mix', '/choose', '/settings', '/dilute']) {
      await p.open(path);
      await p.read('main', /\S/);
      await p.driver.sleep(400);
      expect(
        await p.driver.executeScript('return [window.hurt ?? 0, document.querySelectorAll("img[src=x]").length]'),
      ).toEqual([0, 0]);
    }
    expect((await p.errors()).filter((e) => /Content Security|script/i.test(e))).toEqual([]);
  } finally {
    await p.quit();
    server.child.kill('SIGKILL');
  }
}, 90000);
