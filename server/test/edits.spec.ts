import type { LogFields } from '@dolly-tub/core';
import { testServer, type TestServer } from './server';

let s: TestServer;
beforeEach(async () => {
  s = await testServer({ demo: true });
  s.app.store.db.sqlite.pragma('synchronous = OFF');
});
afterEach(() => s.close());
const edit = (...edits: NonNullable<LogFields['edits']>) => s.call('POST', '/api/log', { kind: 'edit', edits });
const undo = (corrects: string) => s.call('POST', '/api/log', { kind: 'undo', corrects });
/** Every record without what the store keeps of it. */
const bodies = async () => {
  const { records } = (await s.call('GET', '/api/export')).body as { records: Record<string, { id: string }[]> };
  return Object.fromEntries(
    Object.entries(records).map(([door, all]) => [
      door,
      all.map((r) => ({ ...r, version: 0, updatedAt: '', createdAt: '' })),
    ]),
  );
};
const KIT = { name: 'Loft box', kind: 'shelf', room: null, limits: {}, places: [], par: [], mirrored: false };
const ID = '0193a000-0000-7000-8000-0000000000aa';

test('made, moved and renamed in one deed; taken back, everything is as before', async () => {
  const before = await bodies();
  const [stock] = s.app.store.repos.stock.all();
  const r = await edit(
    { does: 'make', on: 'kits', id: ID, fields: KIT as never },
    { does: 'change', on: 'stock', id: stock!.id, version: stock!.version, fields: { kit: ID } },
    { does: 'change', on: 'kits', id: ID, fields: { name: 'Attic box' } },
  );
  expect(r.status).toBe(201);
  expect(s.app.store.repos.kits.get(ID)).toMatchObject({ name: 'Attic box', version: 1 });
  expect(s.app.store.repos.stock.get(stock!.id)).toMatchObject({ kit: ID, version: stock!.version + 1 });
  expect((await undo(r.body.id)).status).toBe(201);
  expect(await bodies()).toEqual(before);
});
test('a room put away takes all that stands in it along; brought back, all of it is there', async () => {
  const before = await bodies();
  const room = s.app.store.repos.rooms.all().find((x) => s.app.store.repos.rooms.children(x.id).length > 5)!;
  const spots = (): number => s.app.store.repos.spots.all().filter((x) => x.room === room.id).length;
  const had = spots();
  const r = await edit({ does: 'put-away', on: 'rooms', id: room.id, version: room.version });
  expect([r.status, spots(), s.app.store.repos.rooms.get(room.id)]).toEqual([201, 0, null]);
  expect((await undo(r.body.id)).status).toBe(201);
  expect([had > 2, spots()]).toEqual([true, had]);
  expect(await bodies()).toEqual(before);
});
test.each([
  [
    'a field that is not right',
    [{ does: 'make', on: 'kits', id: ID, fields: { ...KIT, name: 5 } }],
    '/edits/0/fields/name',
  ],
  ['a field that is missing', [{ does: 'make', on: 'kits', id: ID, fields: { name: 'x' } }], '/edits/0/fields/kind'],
  [
    'a field that is unknown',
    [{ does: 'make', on: 'kits', id: ID, fields: { ...KIT, colour: 'red' } }],
    '/edits/0/fields/colour',
  ],
  ['a room that is not here', [{ does: 'make', on: 'kits', id: ID, fields: { ...KIT, room: 'none' } }], ''],
  ['a record that is not here', [{ does: 'put-away', on: 'kits', id: 'none' }], '/edits/0/id'],
  ['what deeds do not change', [{ does: 'change', on: 'files', id: 'x', fields: {} }], '/edits/0/on'],
  ['settings put away', [{ does: 'put-away', on: 'settings', id: 'household' }], '/edits/0/does'],
  ['second settings', [{ does: 'make', on: 'settings', id: ID, fields: {} }], '/edits/0/does'],
  ['nothing at all', undefined, '/edits'],
])('%s: refused, and nothing of the deed is kept', async (_, edits, path) => {
  const before = await bodies();
  const entries = s.app.store.log.last();
  const [room] = s.app.store.repos.rooms.all();
  const first = { does: 'change', on: 'rooms', id: room!.id, fields: { name: 'half done' } };
  const all = edits && [...edits, first];
  const r = await s.call('POST', '/api/log', { kind: 'edit', ...(all ? { edits: all } : {}) });
  expect([r.status, r.body.errors[0].path]).toEqual([422, expect.stringContaining(path)]);
  expect([await bodies(), s.app.store.log.last()]).toEqual([before, entries]);
});
test('of two devices the later is told what is newer, and nothing is lost', async () => {
  const [room] = s.app.store.repos.rooms.all();
  const change = (name: string) =>
    edit({ does: 'change', on: 'rooms', id: room!.id, version: room!.version, fields: { name } });
  expect((await change('first')).status).toBe(201);
  const late = await change('second');
  expect([late.status, late.body.current.name, late.body.current.version]).toEqual([409, 'first', room!.version + 1]);
  expect(s.app.store.repos.rooms.get(room!.id)!.name).toBe('first');
});
test('taking back what others have built upon names that', async () => {
  const made = await edit({ does: 'make', on: 'kits', id: ID, fields: KIT as never });
  const [stock] = s.app.store.repos.stock.all();
  await edit({ does: 'change', on: 'stock', id: stock!.id, fields: { kit: ID } });
  const r = await undo(made.body.id);
  expect([r.status, r.body.detail]).toEqual([422, expect.stringMatching(/The change of .* hangs on it/)]);
  expect(s.app.store.repos.kits.get(ID)).not.toBeNull();
});
test('the same deed sent again is the same one', async () => {
  const entry = {
    id: '0193a000-0000-7000-8000-0000000000bb',
    kind: 'edit',
    edits: [{ does: 'make', on: 'kits', id: ID, fields: KIT }],
  };
  const [one, two] = [await s.call('POST', '/api/log', entry), await s.call('POST', '/api/log', entry)];
  expect([one.status, two.status, two.body.seq]).toEqual([201, 201, one.body.seq]);
});

test('what an imported entry says that it did is not believed: taking it back keeps every record as its schema says', async () => {
  const document = (await s.call('GET', '/api/export')).body;
  const [room] = s.app.store.repos.rooms.all();
  const at = new Date('2026-11-25T10:29:00Z').toISOString();
  const did = [
    { on: 'rooms', id: room!.id, path: 'name', was: { $: 'no text' }, is: room!.name },
    { on: 'kits', id: ID, path: '.', was: { anything: true }, is: null },
  ];
  for (const [i, d] of did.entries())
    document.log.push({ id: `evil${i}`, seq: 9000 + i, at, recordedAt: at, kind: 'note', text: 'x', did: [d] });
  expect((await s.call('POST', '/api/import', document)).status).toBe(200);
  const before = await bodies();
  for (const id of ['evil0', 'evil1']) expect((await undo(id)).status).toBe(422);
  expect(await bodies()).toEqual(before);
});

describe('a record changed by its own door', () => {
  const last = () => s.app.store.log.all().at(-1)!;
  test.each([
    [
      'made',
      async () => {
        const r = await s.call('POST', '/api/kits', { ...KIT, id: ID });
        expect(r.status).toBe(201);
        expect(last()).toMatchObject({ edits: [{ does: 'make', on: 'kits', id: ID }], names: { record: 'Loft box' } });
      },
    ],
    [
      'changed',
      async () => {
        const [kit] = (await s.call('GET', '/api/kits')).body.items;
        expect((await s.call('PUT', `/api/kits/${kit.id}`, { ...kit, name: 'Other name' })).status).toBe(200);
        expect(last().edits).toEqual([{ does: 'change', on: 'kits', id: kit.id, fields: { name: 'Other name' } }]);
      },
    ],
    [
      'put away, with what hangs on it',
      async () => {
        const rooms = s.app.store.repos.rooms;
        const room = rooms.all().find((x) => rooms.children(x.id).length > 5)!;
        expect((await s.call('DELETE', `/api/rooms/${room.id}`)).status).toBe(204);
        expect(last().did!.length).toBeGreaterThan(5);
      },
    ],
    [
      'the settings',
      async () => {
        const r = (await s.call('GET', '/api/settings/household')).body;
        expect((await s.call('PUT', '/api/settings/household', { ...r, septic: !r.septic })).status).toBe(200);
        expect(last().did).toEqual([{ on: 'settings', id: 'household', path: 'septic', was: r.septic, is: !r.septic }]);
      },
    ],
    [
      'an amount and another field',
      async () => {
        const one = (await s.call('GET', '/api/stock')).body.items.find((x: { onHand: number }) => x.onHand > 1);
        const r = await s.call('PUT', `/api/stock/${one.id}`, {
          ...one,
          onHand: one.onHand - 1,
          openedOn: '2026-01-02',
        });
        expect(r.status).toBe(200);
        // the amount stands by itself, so that the log stays the truth of stock
        const [adjust, edited] = s.app.store.log.all().slice(-2);
        expect(adjust).toMatchObject({ kind: 'stock', reason: 'adjust', moves: [{ stock: one.id, delta: -1 }] });
        expect(edited!.did!.map((d) => d.path)).toEqual(['openedOn']);
        expect((await undo(edited!.id)).status).toBe(201);
        expect((await undo(adjust!.id)).status).toBe(201);
      },
    ],
  ])('%s: stands in the log, and taken back everything is as before', async (_, work) => {
    const before = await bodies();
    await work();
    const e = last();
    if (e.kind !== 'undo') {
      expect(await bodies()).not.toEqual(before);
      expect((await undo(e.id)).status).toBe(201);
    }
    expect(await bodies()).toEqual(before);
  });
  test('brought back: so that it can be put away again by taking that back', async () => {
    const rooms = s.app.store.repos.rooms;
    const room = rooms.all().find((x) => rooms.children(x.id).length > 5)!;
    await s.call('DELETE', `/api/rooms/${room.id}`);
    const gone = await bodies();
    expect((await s.call('POST', `/api/rooms/${room.id}/restore`)).status).toBe(200);
    expect(last().did!.length).toBeGreaterThan(5);
    expect((await undo(last().id)).status).toBe(201);
    expect(await bodies()).toEqual(gone);
  });
  test('what changed nothing is not written, nor are the steps of a run', async () => {
    const n = s.app.store.log.last();
    const [kit] = (await s.call('GET', '/api/kits')).body.items;
    await s.call('PUT', `/api/kits/${kit.id}`, kit);
    const run = { state: 'open', session: null, steps: [], timers: [], room: null, startedAt: '2026-11-25T10:00:00Z' };
    await s.call('POST', '/api/runs', run);
    expect(s.app.store.log.last()).toBe(n);
  });
});
