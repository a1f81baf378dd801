import { mkdtempSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { spotId } from '@dolly-tub/demo';
import Database from 'better-sqlite3';
import { MIGRATIONS } from '../src/store/migrations';
import { openStore } from '../src/store/open';
import { NOW, testServer, type TestServer } from './server';

let s: TestServer;
beforeAll(async () => {
  s = await testServer({ demo: true, clock: { now: new Date(NOW) } });
});
afterAll(() => s.close());
const note = (at: string) => s.call('POST', '/api/log', { kind: 'note', text: 'a word', at });

describe('when things happened', () => {
  test('an instant with an offset is kept in UTC to the millisecond', async () =>
    expect((await note('2026-11-24T08:30:00+01:00')).body.at).toBe('2026-11-24T07:30:00.000Z'));
  test.each(['2016-12-31T23:59:60Z', '0000-01-01T00:00:00Z', '9999-12-31T23:59:59Z', '2026-02-30T10:00:00Z'])(
    '%s is refused with what to write instead',
    async (at) => {
      const a = await note(at);
      expect(a.status).toBe(422);
      expect(a.body.errors[0]).toMatchObject({ path: '/at', message: expect.stringMatching(/from 1970 to 2199/) });
    },
  );
  test.each([
    ['timeZone', 'Mars/Olympus'],
    ['locale', 'xx-Nowhere'],
    ['currency', 'ZZZ'],
  ])('an unknown %s is refused', async (field, value) => {
    const now = (await s.call('GET', '/api/settings')).body.items[0];
    const a = await s.call('PUT', '/api/settings/household', { ...now, [field]: value });
    expect([a.status, a.body.errors[0].path]).toEqual([422, `/${field}`]);
  });
  test('bleach written with an offset after the rinse bars the acid: it does not sort before it', async () => {
    const spot = spotId('wet-screen');
    const clean = (at: string) => ({
      kind: 'clean',
      spot,
      at,
      outcome: 'worked',
      rinsed: 0,
      question: { material: 'acrylic', finish: 'bath', soil: 'mildew' },
      method: { name: 'Bleach', product: 'chlorine-bleach', tool: 'toothbrush' },
    });
    await s.call('POST', '/api/log', { kind: 'rinse', spot, rinsed: 1, at: '2026-11-25T09:00:00Z' });
    await s.call('POST', '/api/log', clean('2026-11-25T05:00:00-05:00'));
    const a = (await s.call('POST', '/api/advise', { spot, soil: 'limescale' })).body;
    expect(a.ladder.some((r: { product: string | null }) => r.product === 'citric-descaler')).toBe(false);
  });
  test('an older store is put right: offsets become UTC, what no clock holds becomes when it was written', () => {
    const dir = mkdtempSync(join(tmpdir(), 'dolly-times-'));
    const old = new Database(join(dir, 'household.sqlite'));
    old.exec(MIGRATIONS[0]!.sql);
    old.pragma('user_version = 1');
    const put = old.prepare('INSERT INTO log (id, at, recorded_at, kind, body) VALUES (?, ?, ?, ?, ?)');
    const written = '2026-11-25T10:30:00.000Z';
    for (const [id, at] of [
      ['a', '2026-11-25T07:00:00-05:00'],
      ['b', '2016-12-31T23:59:60Z'],
      ['c', '9999-01-01T00:00:00Z'],
      ['d', '2026-11-25T10:00:00.000Z'],
    ])
      put.run(id, at, written, 'note', '{}');
    old.close();
    const db = openStore(dir, () => new Date(written));
    expect(db.sqlite.prepare('SELECT id, at FROM log ORDER BY id').all()).toEqual([
      { id: 'a', at: '2026-11-25T12:00:00.000Z' },
      { id: 'b', at: written },
      { id: 'c', at: written },
      { id: 'd', at: '2026-11-25T10:00:00.000Z' },
    ]);
    db.close();
  });
});
