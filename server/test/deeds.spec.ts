import { testServer, type TestServer } from './server';

let s: TestServer;
beforeEach(async () => (s = await testServer({ demo: true })));
afterEach(() => s.close());
const all = async (door: string) => (await s.call('GET', `/api/${door}?limit=500`)).body.items;
const named = async (door: string, name: RegExp) => (await all(door)).find((x: { name: string }) => name.test(x.name));
const house = async () => {
  const { records } = (await s.call('GET', '/api/export?files=0')).body;
  for (const rows of Object.values(records as Record<string, { version: number; updatedAt: string }[]>))
    for (const r of rows) Object.assign(r, { version: 0, updatedAt: '' });
  return records as unknown;
};
const write = (entry: object) => s.call('POST', '/api/log', entry);

test('a clean that worked: soil, shelf, bottle and run in one request, and back again', async () => {
  const before = await house();
  const spot = await named('spots', /^Shower screen/);
  const stock = (await all('stock')).find((x: { item: string }) => x.item === 'citric-descaler');
  const entry = {
    kind: 'clean',
    spot: spot.id,
    question: { material: spot.material, soil: 'limescale' },
    outcome: 'worked',
    moves: [{ stock: stock.id, delta: -13, unit: stock.pack.unit }],
  };
  const done = await write(entry);
  expect(done.status).toBe(201);
  const severity = async () =>
    (await s.call('GET', `/api/spots/${spot.id}`)).body.soils.find((x: { soil: string }) => x.soil === 'limescale')
      .severity;
  expect([await severity(), (await s.call('GET', `/api/stock/${stock.id}`)).body.onHand]).toEqual([
    0,
    stock.onHand - 13,
  ]);
  expect((await write({ kind: 'undo', corrects: done.body.id })).status).toBe(201);
  expect(await house()).toEqual(before);
  // what it did is found out here, and not taken from whoever asks
  const sent = await write({ ...entry, did: [{ on: 'stock', id: stock.id, path: 'onHand', add: 500 }] });
  expect([sent.status, sent.body.errors[0].path]).toEqual([422, '/did']);
});
test('one that fails anywhere changes nothing', async () => {
  const before = await house();
  const spot = await named('spots', /^Shower screen/);
  const stock = (await all('stock'))[0];
  const r = await write({
    kind: 'clean',
    spot: spot.id,
    question: { material: spot.material, soil: 'limescale' },
    outcome: 'worked',
    moves: [
      { stock: stock.id, delta: -1, unit: stock.pack.unit },
      { stock: stock.id, delta: -1e6, unit: stock.pack.unit },
    ],
  });
  expect([r.status, r.body.errors[0].path]).toEqual([422, '/moves/1/delta']);
  expect(await house()).toEqual(before);
});
test('two heads change places, and both are in the log; at no time sits one on two bottles', async () => {
  const bottles = (await all('bottles')).filter((b: { head: object | null }) => b.head);
  const [a, b] = bottles;
  const moved = await write({
    kind: 'head-moved',
    tools: [a.head.id],
    from: a.id,
    bottle: b.id,
    fill: a.fill ?? null,
    toolsRinsed: 2,
  });
  expect(moved.status).toBe(201);
  const heads = async () =>
    (await all('bottles')).map((x: { head: { id: string } | null }) => x.head?.id).filter(Boolean);
  expect((await s.call('GET', `/api/bottles/${b.id}`)).body.head).toEqual(a.head);
  expect((await s.call('GET', `/api/bottles/${a.id}`)).body.head).toEqual(b.head);
  expect(new Set(await heads()).size).toBe((await heads()).length);
  expect((await all('log')).filter((e: { kind: string }) => e.kind === 'head-moved')).toHaveLength(2);
  // somebody else has moved it first
  const late = await write({
    kind: 'head-moved',
    tools: [a.head.id],
    from: a.id,
    bottle: b.id,
    fill: null,
    toolsRinsed: 0,
  });
  expect([late.status, late.body.detail]).toEqual([422, expect.stringMatching(/is not on .* any more/)]);
});
test('a mix and a purchase taken back leave bottle, shelf and list as they were; what hangs on them is named', async () => {
  const before = await house();
  const bottle = (await all('bottles'))[0];
  const stock = (await all('stock')).find((x: { item: string }) => x.item === 'white-vinegar');
  const fill = {
    parts: [{ item: 'white-vinegar', amount: 20, unit: 'mL' }],
    water_mL: 100,
    result: [],
    mixedAt: '2026-11-25T10:00:00.000Z',
    discardAt: '2026-12-25T10:00:00.000Z',
    left_mL: 120,
  };
  const mix = (
    await write({ kind: 'mix', bottle: bottle.id, fill, moves: [{ stock: stock.id, delta: -20, unit: 'mL' }] })
  ).body;
  const clean = (
    await write({
      kind: 'clean',
      spot: (await all('spots'))[0].id,
      outcome: 'not',
      bottle: bottle.id,
      used_mL: 30,
      names: { spot: 'Sill' },
    })
  ).body;
  const no = await write({ kind: 'undo', corrects: mix.id });
  expect([no.status, no.body.detail]).toEqual([422, expect.stringMatching(/^The cleaning of .* \(Sill\) hangs on it/)]);
  for (const id of [clean.id, mix.id]) expect((await write({ kind: 'undo', corrects: id })).status).toBe(201);
  expect(await house()).toEqual(before);
  const line = (await all('shopping')).find((x: { state: string }) => x.state === 'open');
  const piece = (await all('stock')).find((x: { item: string }) => x.item === line.item);
  const kit = (await all('kits'))[0];
  const target =
    piece ??
    (
      await s.call('POST', '/api/stock', {
        kit: kit.id,
        position: 99,
        item: line.item,
        pack: { amount: 1, unit: line.unit },
        onHand: 0,
      })
    ).body;
  const whole = await house();
  const bought = (
    await write({ kind: 'stock', reason: 'buy', moves: [{ stock: target.id, delta: 1, unit: target.pack.unit }] })
  ).body;
  expect((await s.call('GET', `/api/shopping/${line.id}`)).body.state).toBe('bought');
  expect((await write({ kind: 'undo', corrects: bought.id })).body.moves).toMatchObject([
    { delta: -1, after: target.onHand },
  ]);
  expect(await house()).toEqual(whole);
});
