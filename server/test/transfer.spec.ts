import { createHash } from 'node:crypto';
import { mkdtempSync, readdirSync, readFileSync, rmSync, statSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { Door, LogFields } from '@dolly-tub/core';
import fc from 'fast-check';
import sharp from 'sharp';
import { NOW, testServer, type TestServer } from './server';

/** Two empty houses: what one gives out, the other takes in. */
let [from, to]: TestServer[] = [];
const pictures: Buffer[] = [];
beforeAll(async () => {
  for (const colour of ['red', 'green', 'blue'])
    pictures.push(
      await sharp({ create: { width: 8, height: 6, channels: 3, background: colour } })
        .png()
        .toBuffer(),
    );
  from = await testServer();
  to = await testServer();
  // what is tested here is what is written, not whether it outlives a power cut
  for (const s of [from, to]) s.app.store.db.sqlite.pragma('synchronous = OFF');
});
afterAll(() => {
  from!.close();
  to!.close();
});

const pick = <T>(r: () => number, of: readonly T[]): T => of[Math.floor(r() * of.length)]!;
/** A household of everything that can be kept, from a seed: own things on shelves, photos, edited and put away. */
function build(s: TestServer, seed: number): void {
  let x = seed + 1;
  const r = (): number => ((x = (x * 48271) % 2147483647) - 1) / 2147483646;
  const some = (most: number): number[] => Array.from({ length: Math.floor(r() * (most + 1)) }, (_, i) => i);
  const { repos, log } = s.app.store;
  const made: { door: Door; id: string; body: Record<string, unknown> }[] = [];
  const make = (door: Door, body: Record<string, unknown>): string => {
    const id = (repos[door].create as (b: unknown) => { id: string })(body).id;
    made.push({ door, id, body });
    return id;
  };
  s.app.store.transaction(() => {
    const bytes = pick(r, pictures);
    const photos = some(2).map(() =>
      make('files', {
        name: 'label',
        type: 'image/png',
        sha256: createHash('sha256').update(bytes).digest('hex'),
        bytes: bytes.toString('base64'),
      }),
    );
    const label = (text: string) => ({ text, photo: photos[0] ?? null, corrections: [] });
    const products = [
      ...some(2).map((i) =>
        make('products', {
          name: `own ${i}`,
          basedOn: pick(r, ['white-vinegar', 'dish-detergent']),
          changes: { fragrance: 'yes' },
        }),
      ),
      // only a label: judged by what it names
      ...some(2).map((i) =>
        make('products', {
          name: `label ${i}`,
          basedOn: null,
          changes: {},
          label: label(pick(r, ['water, citric acid', '???'])),
        }),
      ),
    ];
    const materials = some(2).map((i) => make('materials', { name: `worktop ${i}`, basedOn: 'marble', changes: {} }));
    const soils = some(1).map((i) => make('soils', { name: `stain ${i}`, basedOn: 'rust', changes: {} }));
    const tools = some(1).map((i) => make('tools', { name: `cloth ${i}`, basedOn: 'cotton-cloth', changes: {} }));
    const members = some(2).map((i) => make('members', { name: `M${i}`, colour: 'red', kind: 'adult', limits: [] }));
    const rooms = some(3).map((i) =>
      make('rooms', {
        name: `Room ${i}`,
        order: i,
        outline: [
          { x: 0, y: 0 },
          { x: 3000, y: 0 },
          { x: 3000, y: 2000 },
        ],
        height_mm: 2400,
        openings: [],
        fixtures: [
          { id: 'f', shape: 'basin', x: 0, y: 0, w: 500, d: 400, rotation: 0, resident: products.slice(0, 1) },
        ],
        drains: [],
        start: { x: 0, y: 0 },
      }),
    );
    const spots = rooms.flatMap((room) =>
      some(3).map((i) =>
        make('spots', {
          room,
          name: `Spot ${i}`,
          x: 1,
          y: 1,
          routeOrder: i,
          centre: true,
          band: 'mid',
          area_m2: 0.5,
          material: pick(r, ['glass', ...materials]),
          soils: some(1).map(() => ({ soil: pick(r, ['dust', ...soils]), severity: 2, age: 'dried', seenAt: NOW })),
          neighbours: [],
          touch: 1,
          food: false,
          skin: false,
          kinds: [],
        }),
      ),
    );
    const kits = some(2).map((i) =>
      make('kits', {
        name: `Kit ${i}`,
        kind: 'shelf',
        room: rooms[0] ?? null,
        limits: {},
        places: [],
        par: products.slice(0, 1).map((item) => ({ item, level: 1, unit: 'mL' })),
        mirrored: false,
      }),
    );
    const stock = kits.flatMap((kit) =>
      some(3).map((position) =>
        make('stock', {
          kit,
          position,
          item: pick(r, ['white-vinegar', ...products, ...tools]),
          pack: { amount: 500, unit: 'mL' },
          onHand: 400,
        }),
      ),
    );
    const bottles = some(2).map((i) =>
      make('bottles', {
        name: `Bottle ${i}`,
        capacity_mL: 500,
        outline: 'sprayer',
        material: 'PET',
        opaque: false,
        kit: kits[0] ?? null,
      }),
    );
    for (const item of products)
      make('shopping', { item, amount: 1, unit: 'mL', reason: 'low', section: 'own', state: 'open' });
    const write = (e: LogFields): unknown => log.append(e);
    for (const id of stock)
      if (r() < 0.5) write({ kind: 'stock', reason: 'use', moves: [{ stock: id, delta: -50, unit: 'mL' }] });
    for (const bottle of bottles)
      write({
        kind: 'mix',
        bottle,
        by: members[0] ?? null,
        fill: {
          parts: [{ item: pick(r, ['white-vinegar', ...products]), amount: 10, unit: 'mL' }],
          water_mL: 200,
          result: [],
          mixedAt: NOW,
          discardAt: NOW,
          left_mL: 210,
        },
      });
    for (const spot of spots)
      if (r() < 0.5)
        write({ kind: 'clean', spot, outcome: 'worked', text: `=cmd <b>${'é'.repeat(Math.floor(r() * 9))}</b>` });
    // edited a few times, and some put away again: versions differ, children go with their parent
    for (const m of made)
      for (let n = 0; n < 3; n++)
        if ('name' in m.body && m.door !== 'files' && r() < 0.3)
          (repos[m.door].patch as (i: string, f: object) => void)(m.id, { name: `${String(m.body['name'])}·${n}` });
    for (const id of stock) if (r() < 0.3) repos.stock.patch(id, { position: 9 });
    for (const m of [rooms[1], kits[1]]) if (m && r() < 0.3) repos[m === rooms[1] ? 'rooms' : 'kits'].remove(m, null);
    if (r() < 0.5) repos.settings.patch('household', { name: `House ${seed}`, labelled: products.slice(0, 1) });
  });
}
const exported = async (s: TestServer) => {
  const { exportedAt: _, ...rest } = (await s.call('GET', '/api/export')).body;
  return rest;
};

test('what is given out and taken in by an empty house is the same house, versions, photos and log too', async () => {
  let [photos, own] = [0, 0];
  await fc.assert(
    fc.asyncProperty(fc.integer({ min: 0, max: 1e6 }), async (seed) => {
      from!.app.store.empty();
      to!.app.store.empty();
      build(from!, seed);
      const document = await exported(from!);
      const sent = { ...document, exportedAt: NOW };
      photos += document.records.files.length;
      own += document.records.stock.filter((x: { item: string }) => /^[0-9a-f-]{36}$/.test(x.item)).length;
      if (seed % 8 === 0) {
        const preview = await to!.call('POST', '/api/import?preview=1', sent);
        expect(preview.body.problems).toEqual([]);
      }
      expect((await to!.call('POST', '/api/import', sent)).status).toBe(200);
      expect(await exported(to!)).toEqual(document);
      // taken in once more, nothing changes
      if (seed % 8 !== 0) return;
      const again = await to!.call('POST', '/api/import', sent);
      expect([again.body.adds, again.body.changes]).toEqual([{}, {}]);
      expect(await exported(to!)).toEqual(document);
    }),
    { numRuns: process.env['DEEP'] ? 200 : 20 },
  );
  expect([photos > 4, own > 4]).toEqual([true, true]);
}, 240000);

describe('an old export into a household that has gone on', () => {
  test('versions only rise, so that nobody saves over what came; entries are told to open pages', async () => {
    from!.app.store.empty();
    build(from!, 4);
    const { rooms } = from!.app.store.repos;
    const id = rooms.all()[0]!.id;
    const old = await exported(from!);
    const had = rooms.all()[0]!;
    for (let i = 0; i < 3; i++) rooms.patch(id, { name: `edit ${i}` });
    const last = from!.app.store.lastSeq();
    const entry = { ...old.log[0], id: 'an-entry-from-elsewhere', seq: 1 };
    const answer = await from!.call('POST', '/api/import', { ...old, exportedAt: NOW, log: [...old.log, entry] });
    expect([answer.status, answer.body.changes, answer.body.adds]).toEqual([200, { rooms: 1 }, { log: 1 }]);
    expect(rooms.get(id)).toMatchObject({ name: had.name, version: had.version + 4 });
    // a page that still holds the third edit
    const late = await from!.call('PUT', `/api/rooms/${id}`, { ...had, version: had.version + 3, name: 'late' });
    expect([late.status, late.body.current.version]).toEqual([409, had.version + 4]);
    // open pages are told that everything is another
    const told = (await from!.call('GET', `/api/changes?after=${last}`)).body.items;
    expect(told.map((c: { door: string; id: string }) => [c.door, c.id])).toEqual([['*', '*']]);
    // its number is free for nobody else, so it gets the next
    expect((await from!.call('GET', `/api/log/${entry.id}`)).body.seq).toBeGreaterThan(old.log.length);
  });
  test('one that was put away meanwhile comes back, newer than when it went', async () => {
    from!.app.store.empty();
    build(from!, 4);
    const { rooms } = from!.app.store.repos;
    const old = await exported(from!);
    const had = rooms.all()[0]!;
    rooms.remove(had.id, null);
    expect((await from!.call('POST', '/api/import', { ...old, exportedAt: NOW })).status).toBe(200);
    expect(rooms.get(had.id)!.version).toBe(had.version + 2);
  });
});

describe('a product of which only the label is known', () => {
  test('stands on a shelf, is judged by what it names, and is never offered', async () => {
    from!.app.store.empty();
    const make = async (door: string, body: object): Promise<string> =>
      (await from!.call('POST', `/api/${door}`, body)).body.id;
    const own = (text: string) => make('products', { name: text, basedOn: null, changes: {}, label: { text } });
    const kit = await make('kits', { name: 'K', kind: 'shelf', limits: {}, places: [], par: [], mirrored: false });
    const acid = await own('Ingredients: water, hydrochloric acid 9 %.');
    const nothing = await own('???');
    for (const item of [acid, nothing])
      expect(
        await from!.call('POST', '/api/stock', { kit, position: 0, item, pack: { amount: 1, unit: 'mL' }, onHand: 1 }),
      ).toMatchObject({ status: 201 });
    const level = async (product: string, other: string) =>
      (await from!.call('POST', '/api/mix', { items: [{ product }, { product: other }], meeting: 'container' })).body
        .level;
    expect(await level(acid, 'chlorine-bleach')).toBe(5);
    expect(await level(acid, 'water')).toBeLessThan(3);
    expect(await level(nothing, 'chlorine-bleach')).toBeGreaterThanOrEqual(3);
    expect(await level(nothing, 'dish-detergent')).toBe(3);
    const dilute = await from!.call('POST', '/api/dilute', {
      stock: { product: acid },
      target: { percent: 1 },
      final: { mL: 500 },
    });
    expect([dilute.status, dilute.body.detail]).toEqual([
      422,
      expect.stringMatching(/known here so that mixing can be judged|used as it is/),
    ]);
  });
});

describe('what is thrown away can be brought back', () => {
  let s: TestServer;
  let dataDir: string;
  beforeEach(async () => {
    dataDir = mkdtempSync(join(tmpdir(), 'dolly-back-'));
    s = await testServer({ dataDir });
    build(s, 4);
    s.app.store.log.append({ kind: 'note', text: 'zanzibar-note' });
    s.app.store.repos.settings.patch('household', { name: 'zanzibar-house' });
  });
  afterEach(() => {
    s.close();
    rmSync(dataDir, { recursive: true, force: true });
  });
  const bodies = async () => {
    const { records, log } = await exported(s);
    const plain = Object.entries(records as Record<string, object[]>).map(([door, all]) => [
      door,
      all.map((r) => ({ ...r, version: 0, updatedAt: '' })),
    ]);
    return { records: Object.fromEntries(plain) as unknown, log: log as unknown };
  };
  test.each([
    ['emptied', '/api/household/empty', { confirm: 'empty' }, 'before the household was emptied'],
    ['the demo put back', '/api/demo/reset', { confirm: 'reset' }, 'before the demo was put back'],
  ])('%s: a copy is named, and all of it comes back; what was newer stays newer', async (_, path, body, says) => {
    const before = await bodies();
    const versions = s.app.store.repos.rooms.all().map((r) => [r.id, r.version] as const);
    const { copy } = (await s.call('POST', path, body)).body;
    expect((await s.call('GET', '/api/copies')).body.items).toEqual([{ ...copy, says }]);
    expect(await bodies()).not.toEqual(before);
    expect((await s.call('POST', `/api/copies/${copy.id}/restore`, {})).status).toBe(422);
    const back = await s.call('POST', `/api/copies/${copy.id}/restore`, { confirm: 'restore' });
    expect(back.status).toBe(200);
    expect(await bodies()).toEqual(before);
    for (const [id, version] of versions)
      expect(s.app.store.repos.rooms.get(id)!.version).toBeGreaterThanOrEqual(version);
    // a page that is open is told to read everything anew
    const { items } = (await s.call('GET', '/api/changes?after=0')).body;
    expect(items.filter((c: { door: string }) => c.door === '*')).toHaveLength(2);
    expect(readdirSync(join(dataDir, 'copies')).filter((f) => f.includes('working'))).toEqual([]);
  });
  test('brought in: what was changed by it is there as it was', async () => {
    const before = await bodies();
    const document = await exported(s);
    document.records.rooms[0].name = 'changed by it';
    const { copy, changes } = (await s.call('POST', '/api/import', { ...document, exportedAt: NOW })).body;
    expect(changes).toEqual({ rooms: 1 });
    const version = s.app.store.repos.rooms.get(document.records.rooms[0].id)!.version;
    await s.call('POST', `/api/copies/${copy.id}/restore`, { confirm: 'restore' });
    expect(await bodies()).toEqual(before);
    expect(s.app.store.repos.rooms.get(document.records.rooms[0].id)!.version).toBe(version + 1);
  });
  test('an empty house has nothing to lose, so no copy is taken', async () => {
    await s.call('POST', '/api/household/empty', { confirm: 'empty', keep: false });
    expect((await s.call('POST', '/api/household/empty', { confirm: 'empty' })).body.copy).toBeNull();
    expect((await s.call('GET', '/api/copies')).body.items).toEqual([]);
  });
  test('leave nothing: no file of the folder holds a name any more', async () => {
    const found = () =>
      (readdirSync(dataDir, { recursive: true }) as string[])
        .filter((f) => statSync(join(dataDir, f)).isFile() && readFileSync(join(dataDir, f)).includes('zanzibar'))
        .sort();
    await s.call('POST', '/api/log', { kind: 'note', text: 'zanzibar-again' }, { 'Idempotency-Key': 'k1' });
    writeFileSync(join(dataDir, 'household-before-2.sqlite'), 'zanzibar');
    await s.call('POST', '/api/household/empty', { confirm: 'empty' });
    expect(found().length).toBeGreaterThan(1);
    expect((await s.call('POST', '/api/household/empty', { confirm: 'empty', keep: 'no' })).status).toBe(422);
    expect((await s.call('POST', '/api/household/empty', { confirm: 'empty', keep: false })).body.copy).toBeNull();
    expect(found()).toEqual([]);
  });
  test('an emptied household is kept for thirty days', async () => {
    const clock = { now: new Date(NOW) };
    await s.call('POST', '/api/household/empty', { confirm: 'empty' });
    for (const [days, kept] of [
      [29, 1],
      [31, 0],
    ] as const) {
      s.close();
      clock.now = new Date(Date.parse(NOW) + days * 86_400_000);
      s = await testServer({ dataDir, clock });
      expect((await s.call('GET', '/api/copies')).body.items).toHaveLength(kept);
    }
  });
  test('a copy that is not there, or is damaged, is said; nothing is thrown away', async () => {
    expect((await s.call('POST', '/api/copies/none/restore', { confirm: 'restore' })).status).toBe(404);
    const { copy } = (await s.call('POST', '/api/demo/reset', { confirm: 'reset' })).body;
    const before = await bodies();
    writeFileSync(join(dataDir, 'copies', `${copy.id}.sqlite`), 'rubbish'.repeat(1000));
    const r = await s.call('POST', `/api/copies/${copy.id}/restore`, { confirm: 'restore' });
    expect([r.status, r.body.detail]).toEqual([422, 'That copy is damaged: take another, or a backup.']);
    expect(await bodies()).toEqual(before);
  });
});
