import { spotId } from '@dolly-tub/demo';
import { NOW, testServer, type TestServer } from './server';

let s: TestServer;
const clock = { now: new Date(NOW) };
beforeAll(async () => {
  s = await testServer({ clock });
});
afterAll(() => s.close());
const room = (name = 'Pantry') => ({
  name,
  order: 0,
  outline: [
    { x: 0, y: 0 },
    { x: 2000, y: 0 },
    { x: 2000, y: 1500 },
  ],
  height_mm: 2300,
  openings: [],
  fixtures: [],
  drains: [],
  start: { x: 0, y: 0 },
});
const kit = (roomId: string) => ({
  name: 'Shelf',
  kind: 'shelf',
  room: roomId,
  limits: {},
  places: [{ id: 'top', name: 'top', row: 0, heightBand: 'eye', locked: false }],
  par: [],
  mirrored: false,
});
const vinegar = (kitId: string, onHand = 500) => ({
  kit: kitId,
  place: 'top',
  position: 0,
  item: 'white-vinegar',
  pack: { amount: 500, unit: 'mL' },
  onHand,
});
const made = async (door: string, body: unknown) =>
  (await s.call('POST', `/api/${door}`, body)).body as { id: string; version: number };

describe('record doors', () => {
  test('make, read, replace, conflict, remove, restore', async () => {
    const a = await s.call('POST', '/api/rooms', room());
    expect(a.status).toBe(201);
    expect(a.body).toMatchObject({ name: 'Pantry', version: 1 });
    const id = a.body.id as string;
    const b = await s.call('PUT', `/api/rooms/${id}`, { ...a.body, name: 'Larder' });
    expect(b).toMatchObject({ status: 200, body: { name: 'Larder', version: 2 } });
    const c = await s.call('PUT', `/api/rooms/${id}`, { ...a.body, name: 'Too late' });
    expect(c).toMatchObject({ status: 409, body: { status: 409, current: { name: 'Larder', version: 2 } } });
    expect((await s.call('DELETE', `/api/rooms/${id}?version=1`)).status).toBe(409);
    expect((await s.call('DELETE', `/api/rooms/${id}?version=2`)).status).toBe(204);
    expect((await s.call('GET', `/api/rooms/${id}`)).status).toBe(404);
    expect(await s.call('POST', `/api/rooms/${id}/restore`)).toMatchObject({ status: 200, body: { name: 'Larder' } });
  });
  test('children go and return with their parent', async () => {
    const r = await made('rooms', room('Attic'));
    const k = await made('kits', kit(r.id));
    const st = await made('stock', vinegar(k.id));
    await s.call('DELETE', `/api/rooms/${r.id}`);
    expect((await s.call('GET', `/api/stock/${st.id}`)).status).toBe(404);
    await s.call('POST', `/api/rooms/${r.id}/restore`);
    expect((await s.call('GET', `/api/stock/${st.id}`)).status).toBe(200);
  });
  test('a day later it is gone for good', async () => {
    const r = await made('rooms', room('Cellar'));
    await s.call('DELETE', `/api/rooms/${r.id}`);
    clock.now = new Date(clock.now.getTime() + 25 * 3600_000);
    expect((await s.call('POST', `/api/rooms/${r.id}/restore`)).status).toBe(404);
  });
  test('an id brought along: the same again is the same, another body is a conflict', async () => {
    const id = '0193a1b0-0000-7fff-8000-000000000001';
    expect((await s.call('POST', '/api/rooms', { id, ...room('Twice') })).status).toBe(201);
    expect(await s.call('POST', '/api/rooms', { id, ...room('Twice') })).toMatchObject({
      status: 201,
      body: { version: 1 },
    });
    expect((await s.call('POST', '/api/rooms', { id, ...room('Other') })).status).toBe(409);
  });
  test('pages', async () => {
    const all = (await s.call('GET', '/api/rooms?limit=500')).body.items as { id: string }[];
    const first = (await s.call('GET', '/api/rooms?limit=2')).body;
    expect(first.items).toHaveLength(2);
    const rest = (await s.call('GET', `/api/rooms?limit=500&after=${first.next}`)).body.items as { id: string }[];
    expect([...first.items, ...rest].map((r: { id: string }) => r.id)).toEqual(all.map((r) => r.id));
    expect((await s.call('GET', '/api/rooms?limit=501')).status).toBe(422);
  });
  test('faults are listed with path and sentence; unknown fields do not pass', async () => {
    const r = await s.call('POST', '/api/rooms', { ...room(), nmae: 'x', height_mm: 'tall' });
    expect(r.status).toBe(422);
    expect(r.headers.get('content-type')).toMatch(/problem\+json/);
    expect(r.body.errors).toEqual(
      expect.arrayContaining([
        expect.objectContaining({ path: '/nmae' }),
        expect.objectContaining({ path: '/height_mm' }),
      ]),
    );
  });
  test('references must exist', async () => {
    const r = await made('rooms', room('Ref'));
    const spot = {
      room: r.id,
      name: 'X',
      x: 0,
      y: 0,
      routeOrder: 0,
      centre: false,
      band: 'mid',
      area_m2: 1,
      material: 'moon-dust',
      soils: [],
      neighbours: [],
      touch: 0,
      food: false,
      skin: false,
      kinds: [],
    };
    expect(await s.call('POST', '/api/spots', spot)).toMatchObject({
      status: 422,
      body: { errors: [{ path: '/material' }] },
    });
    expect((await s.call('POST', '/api/spots', { ...spot, material: 'acrylic', room: 'nowhere' })).status).toBe(422);
  });
  test('an own record is a record of the catalogue once its changes are laid over the nearest', async () => {
    const own = (changes: object, door = 'materials', basedOn = 'oiled-wood') =>
      s.call('POST', `/api/${door}`, { name: 'Grandfather’s desk', basedOn, changes });
    const made = await own({ wetness: 'dry' });
    expect(made.status).toBe(201);
    const asked = await s.call('POST', '/api/advise', { material: made.body.id, soil: 'fingerprints' });
    expect(asked.status).toBe(200);
    expect(asked.body.ladder.length).toBeGreaterThan(0);
    expect(asked.body.ladder.every((r: { wetness: string }) => r.wetness === 'dry')).toBe(true);
    for (const [changes, door, basedOn, path, message] of [
      [{ wetness: 'soggy' }, 'materials', 'oiled-wood', '/changes/wetness', /must be one of: dry, damp/],
      [{ colour: 'brown' }, 'materials', 'oiled-wood', '/changes/colour', /check its spelling/],
      [{ lifts: { wishing: 1 } }, 'soils', 'mud', '/changes/lifts/wishing', /no way of lifting/],
      [{ scrub: 4 }, 'tools', 'toothbrush', '/changes/scrub', /at most 1/],
      [
        { contents: [{ substance: 'moon-dust', percent: { min: 1, max: 2 } }] },
        'products',
        'white-vinegar',
        '/changes/contents/0/substance',
        /not in the catalogue of substances/,
      ],
      [
        { contents: [{ substance: 'acetic-acid', percent: { min: 9, max: 2 } }] },
        'products',
        'white-vinegar',
        '/changes/contents/0/percent',
        /from the smaller to the larger/,
      ],
    ] as const) {
      const r = await own(changes, door, basedOn);
      expect([r.status, r.body.errors[0].path]).toEqual([422, path]);
      expect(r.body.errors[0].message).toMatch(message);
    }
  });
  test('settings are one record', async () => {
    const g = await s.call('GET', '/api/settings/household');
    expect(g.status).toBe(200);
    expect((await s.call('POST', '/api/settings', g.body)).status).toBe(405);
    expect((await s.call('DELETE', '/api/settings/household')).status).toBe(405);
    expect(await s.call('PUT', '/api/settings/household', { ...g.body, theme: 'dark' })).toMatchObject({
      status: 200,
      body: { theme: 'dark', version: 2 },
    });
  });
});

describe('the log and stock', () => {
  test('a use moves stock and says what is left; nothing goes below zero; an undo puts it back', async () => {
    const k = await made('kits', kit((await made('rooms', room('L'))).id));
    const st = await made('stock', vinegar(k.id, 100));
    const use = await s.call('POST', '/api/log', {
      kind: 'stock',
      reason: 'use',
      moves: [{ stock: st.id, delta: -30, unit: 'mL' }],
    });
    expect(use).toMatchObject({ status: 201, body: { moves: [{ after: 70 }] } });
    expect((await s.call('GET', `/api/stock/${st.id}`)).body.onHand).toBe(70);
    expect(
      await s.call('POST', '/api/log', {
        kind: 'stock',
        reason: 'use',
        moves: [{ stock: st.id, delta: -80, unit: 'mL' }],
      }),
    ).toMatchObject({ status: 422, body: { errors: [{ path: '/moves/0/delta' }] } });
    expect((await s.call('GET', `/api/stock/${st.id}`)).body.onHand).toBe(70);
    const undo = await s.call('POST', '/api/log', { kind: 'undo', corrects: use.body.id });
    expect(undo.body.moves).toMatchObject([{ delta: 30, after: 100 }]);
    expect((await s.call('POST', '/api/log', { kind: 'undo', corrects: use.body.id })).status).toBe(422);
  });
  test('an amount edited by hand is written down as an adjustment, and the version goes up by one', async () => {
    const k = await made('kits', kit((await made('rooms', room('E'))).id));
    const st = (await s.call('POST', '/api/stock', vinegar(k.id, 100))).body;
    const put = await s.call('PUT', `/api/stock/${st.id}`, { ...st, onHand: 40 });
    expect(put).toMatchObject({ status: 200, body: { onHand: 40, version: 2 } });
    expect((await s.call('GET', '/api/log?kind=stock&limit=1')).body.items[0]).toMatchObject({
      reason: 'adjust',
      moves: [{ stock: st.id, delta: -60, after: 40 }],
    });
  });
  test('mix fills the bottle and takes from the shelf in one go, or not at all', async () => {
    const k = await made('kits', kit((await made('rooms', room('M'))).id));
    const st = await made('stock', vinegar(k.id, 50));
    const b = await made('bottles', { name: 'B', capacity_mL: 500, outline: 'sprayer', material: 'pp', opaque: false });
    const fill = {
      parts: [{ item: 'white-vinegar', amount: 60, unit: 'mL' }],
      water_mL: 240,
      result: [],
      mixedAt: NOW,
      discardAt: NOW,
      left_mL: 300,
    };
    expect(
      (
        await s.call('POST', '/api/log', {
          kind: 'mix',
          bottle: b.id,
          fill,
          moves: [{ stock: st.id, delta: -60, unit: 'mL' }],
        })
      ).status,
    ).toBe(422);
    expect((await s.call('GET', `/api/bottles/${b.id}`)).body.fill).toBeUndefined();
    expect(
      (
        await s.call('POST', '/api/log', {
          kind: 'mix',
          bottle: b.id,
          fill,
          moves: [{ stock: st.id, delta: -50, unit: 'mL' }],
        })
      ).status,
    ).toBe(201);
    expect((await s.call('GET', `/api/bottles/${b.id}`)).body.fill.left_mL).toBe(300);
    const r = await made('rooms', room('N'));
    const spot = await made('spots', {
      room: r.id,
      name: 'S',
      x: 0,
      y: 0,
      routeOrder: 0,
      centre: false,
      band: 'mid',
      area_m2: 1,
      material: 'acrylic',
      soils: [],
      neighbours: [],
      touch: 0,
      food: false,
      skin: false,
      kinds: [],
    });
    await s.call('POST', '/api/log', { kind: 'clean', spot: spot.id, outcome: 'worked', bottle: b.id, used_mL: 120 });
    expect((await s.call('GET', `/api/bottles/${b.id}`)).body.fill.left_mL).toBe(180);
    expect(
      (
        await s.call('POST', '/api/mix', {
          items: [{ bottle: b.id }, { product: 'chlorine-bleach' }],
          meeting: 'container',
        })
      ).body.level,
    ).toBe(5);
  });
  test('buying closes the shopping line', async () => {
    const k = await made('kits', kit((await made('rooms', room('S'))).id));
    const st = await made('stock', vinegar(k.id, 0));
    const line = await made('shopping', {
      item: 'white-vinegar',
      amount: 500,
      unit: 'mL',
      reason: 'empty',
      section: 'cleaning',
      state: 'open',
    });
    await s.call('POST', '/api/log', {
      kind: 'stock',
      reason: 'buy',
      moves: [{ stock: st.id, delta: 500, unit: 'mL' }],
    });
    expect((await s.call('GET', `/api/shopping/${line.id}`)).body.state).toBe('bought');
  });
  test('it is only added to, newest first, by at then seq', async () => {
    await s.call('POST', '/api/log', { kind: 'note', text: 'old', at: '2020-01-01T00:00:00Z' });
    await s.call('POST', '/api/log', { kind: 'note', text: 'first', at: '2030-01-01T00:00:00Z' });
    await s.call('POST', '/api/log', { kind: 'note', text: 'second', at: '2030-01-01T00:00:00Z' });
    const page = (await s.call('GET', '/api/log?kind=note&limit=2')).body;
    expect(page.items.map((e: { text: string }) => e.text)).toEqual(['second', 'first']);
    const next = (await s.call('GET', `/api/log?kind=note&limit=50&after=${page.next}`)).body.items;
    expect(next[next.length - 1].text).toBe('old');
    expect((await s.call('PUT', `/api/log/${page.items[0].id}`, {})).status).toBe(405);
    expect((await s.call('GET', '/api/log?since=2029-01-01T00:00:00Z')).body.items.length).toBe(2);
    expect((await s.call('POST', '/api/log', { kind: 'note' })).status).toBe(422);
  });
  test('Idempotency-Key: once, and another body is refused', async () => {
    const h = { 'Idempotency-Key': 'k-1' };
    const a = await s.call('POST', '/api/log', { kind: 'note', text: 'once' }, h);
    const b = await s.call('POST', '/api/log', { kind: 'note', text: 'once' }, h);
    expect(b.body.id).toBe(a.body.id);
    expect((await s.call('POST', '/api/log', { kind: 'note', text: 'other' }, h)).status).toBe(422);
    const found = (await s.call('GET', '/api/log?kind=note&limit=500')).body.items.filter(
      (e: { text: string }) => e.text === 'once',
    );
    expect(found).toHaveLength(1);
  });
});

describe('an entry of the log sent again', () => {
  test('the same is the first; anything else is refused with what is there', async () => {
    const s = await testServer();
    const kit = (
      await s.call('POST', '/api/kits', { name: 'K', kind: 'store', limits: {}, places: [], par: [], mirrored: false })
    ).body.id;
    const stock = (
      await s.call('POST', '/api/stock', {
        kit,
        position: 0,
        item: 'white-vinegar',
        pack: { amount: 500, unit: 'mL' },
        onHand: 500,
      })
    ).body.id;
    const id = '01939a00-0000-7000-8000-0000000000aa';
    const use = (delta: number, more: object = {}) => ({
      id,
      kind: 'stock',
      reason: 'use',
      moves: [{ stock, delta, unit: 'mL' }],
      ...more,
    });
    const at = { at: '2026-11-25T09:00:00+00:00' };
    expect((await s.call('POST', '/api/log', use(-10, at))).status).toBe(201);
    for (const same of [use(-10, at), use(-10), use(-10, { at: '2026-11-25T10:00:00+01:00' })])
      expect((await s.call('POST', '/api/log', same)).status).toBe(201);
    for (const other of [
      use(-20),
      use(-10, { text: 'more' }),
      use(-10, { reason: 'count' }),
      use(-10, { at: '2026-11-25T09:01:00Z' }),
      { id, kind: 'note', text: 'x' },
    ])
      expect(await s.call('POST', '/api/log', other)).toMatchObject({
        status: 409,
        body: { current: { id, moves: [{ delta: -10, after: 490 }] } },
      });
    expect((await s.call('GET', `/api/stock/${stock}`)).body.onHand).toBe(490);
    s.close();
  });
});

describe('changes, export, import, backup, demo', () => {
  test('the stream replays after Last-Event-ID and then follows', async () => {
    const last = (await s.call('GET', '/api/changes?after=0')).body.last as number;
    const made1 = await made('rooms', room('Streamed'));
    const stop = new AbortController();
    const r = await fetch(`${s.url}/api/events`, { headers: { 'Last-Event-ID': String(last) }, signal: stop.signal });
    const reader = r.body!.getReader();
    let text = '';
    const until = async (want: string) => {
      while (!text.includes(want)) text += new TextDecoder().decode((await reader.read()).value);
    };
    await until(made1.id);
    const made2 = await made('rooms', room('Later'));
    await until(made2.id);
    expect(text).toMatch(/event: record\ndata: \{"door":"rooms"/);
    stop.abort();
  });
  test('export → preview → import into an empty one gives the same household', async () => {
    const demo = await testServer({ demo: true });
    const other = await testServer();
    try {
      const doc = (await demo.call('GET', '/api/export')).body;
      expect(doc.records.spots.length).toBeGreaterThanOrEqual(40);
      const preview = (await other.call('POST', '/api/import?preview=1', doc)).body;
      expect(preview.problems).toEqual([]);
      expect(preview.adds.spots).toBe(doc.records.spots.length);
      expect((await other.call('GET', '/api/spots')).body.items).toEqual([]);
      expect((await other.call('POST', '/api/import', doc)).status).toBe(200);
      const back = (await other.call('GET', '/api/export')).body;
      expect(back.records.spots).toEqual(doc.records.spots);
      expect(back.records.stock).toEqual(doc.records.stock);
      expect(back.log.length).toBe(doc.log.length);
      const broken = structuredClone(doc);
      broken.records.spots[0].material = 'moon-dust';
      expect((await other.call('POST', '/api/import?preview=1', broken)).body.problems[0].path).toBe(
        '/records/spots/0/material',
      );
      expect((await other.call('POST', '/api/import', { ...doc, version: 99 })).status).toBe(422);
    } finally {
      demo.close();
      other.close();
    }
  });
  test('backup is a SQLite file', async () => {
    const r = await fetch(`${s.url}/api/backup`);
    expect(
      Buffer.from(await r.arrayBuffer())
        .subarray(0, 15)
        .toString(),
    ).toBe('SQLite format 3');
  });
  test('the demo comes back only on a confirming word', async () => {
    expect((await s.call('POST', '/api/demo/reset', {})).status).toBe(422);
    expect((await s.call('POST', '/api/demo/reset', { confirm: 'reset' })).status).toBe(200);
    const spots = (await s.call('GET', '/api/spots?limit=500')).body.items as { id: string }[];
    expect(spots.length).toBeGreaterThanOrEqual(40);
    expect(spots.map((x) => x.id)).toContain(spotId('wet-screen'));
    const log = (await s.call('GET', '/api/log?limit=500')).body.items as { at: string }[];
    expect(Date.parse(log[0]!.at) - Date.parse(log[log.length - 1]!.at)).toBeGreaterThan(80 * 86_400_000);
    expect((await s.call('POST', '/api/household/empty', { confirm: 'empty' })).status).toBe(200);
    expect((await s.call('GET', '/api/spots')).body.items).toEqual([]);
  });
  test('each record has a schema, and OpenAPI names every door', async () => {
    for (const d of [
      'rooms',
      'spots',
      'kits',
      'stock',
      'bottles',
      'products',
      'members',
      'shopping',
      'runs',
      'files',
      'settings',
      'log',
      'export',
    ])
      expect((await s.call('GET', `/api/schema/${d}.json`)).body.$schema).toMatch(/2020-12/);
    const paths = Object.keys((await s.call('GET', '/api/openapi.json')).body.paths);
    for (const p of [
      '/api/mix',
      '/api/label',
      '/api/dilute',
      '/api/ratio',
      '/api/advise',
      '/api/air',
      '/api/ph',
      '/api/rooms',
      '/api/log',
      '/api/export',
    ])
      expect(paths).toContain(p);
  });
});
test('the store promises WAL and full synchronisation', () => {
  expect(s.app.store.db.sqlite.pragma('journal_mode', { simple: true })).toBe('wal');
  expect(s.app.store.db.sqlite.pragma('synchronous', { simple: true })).toBe(2);
  expect(s.app.store.db.sqlite.pragma('foreign_keys', { simple: true })).toBe(1);
});
