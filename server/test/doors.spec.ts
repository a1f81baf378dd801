import { get, request } from 'node:http';
import { advise, dilute, mix, questionOfSpot, roomAir, solvePh } from '@dolly-tub/core';
import { spotId } from '@dolly-tub/demo';
import { readRawCatalogue } from '../../core/catalogue/read';
import { catalogue, FOLDER } from '../../core/checks/catalogue-for-tests';
import { testServer, type TestServer } from './server';

let s: TestServer;
beforeAll(async () => {
  s = await testServer({ demo: true });
});
afterAll(() => s.close());

describe('computing doors answer what the core answers', () => {
  test('mix', async () => {
    const q = { items: [{ product: 'chlorine-bleach' }, { product: 'white-vinegar' }], meeting: 'container' as const };
    const r = await s.call('POST', '/api/mix', q);
    expect(r.body).toEqual(JSON.parse(JSON.stringify((mix(q, catalogue) as { value: unknown }).value)));
    expect(r.body).toMatchObject({ level: 5, verdict: 'deadly', headline: 'Makes a poison gas' });
    expect(r.body.findings[0]).toMatchObject({ rule: 'R1', forms: ['chlorine'] });
  });
  test('a pasted label beside a substance', async () =>
    expect(
      (
        await s.call('POST', '/api/mix', {
          items: [{ label: 'ingredients: water, mystery enhancer' }, { substance: 'acetic-acid', percent: 5 }],
          meeting: 'container',
        })
      ).body,
    ).toMatchObject({ level: 3, verdict: 'unknown' }));
  test('label', async () =>
    expect((await s.call('POST', '/api/label', { text: 'aqua, citric acid 5–15 %' })).body).toMatchObject({
      ingredients: [{ substance: 'water' }, { substance: 'citric-acid', percent: { min: 5, max: 15 } }],
      undisclosed: false,
    }));
  test('label with the household’s word on an entry; a wrong word for the field is refused', async () => {
    const text = 'water, wonder stuff';
    expect((await s.call('POST', '/api/label', { text })).body).toMatchObject({ unrecognised: ['wonder stuff'] });
    const corrections = [{ text: 'wonder stuff', substance: 'urea' }];
    expect((await s.call('POST', '/api/label', { text, corrections })).body).toMatchObject({ undisclosed: false });
    expect((await s.call('POST', '/api/label', { text, correction: [] })).status).toBe(422);
    const mixed = await s.call('POST', '/api/mix', {
      items: [{ label: text, corrections }, { product: 'chlorine-bleach' }],
      meeting: 'container',
    });
    expect(mixed.body).toMatchObject({ level: 5 });
  });
  test.each([
    [{ stock: { product: 'drain-opener-caustic' }, target: { percent: 5 }, final: { mL: 500 } }, /boils up|never/],
    [{ stock: { product: 'chlorine-bleach' }, target: { ppm: 15920 }, final: { mL: 500 } }, /4500 to 6500 ppm/],
    [{ stock: { product: 'peracetic-sanitiser' }, target: { percent: 3 }, final: { mL: 500 } }, /stronger than/],
    [
      { stock: { product: 'chlorine-bleach' }, target: { ppm: 1000 }, final: { mL: 500 }, there: 'vinegar' },
      /cannot|not known|unknown|add/i,
    ],
  ])('what the gate refuses is no recipe here either: %#', async (q, why) => {
    const r = await s.call('POST', '/api/dilute', q);
    expect([r.status, r.body.recipe]).toEqual([422, undefined]);
    expect(JSON.stringify(r.body.errors)).toMatch(why);
  });
  test('what it lets pass says how it is kept', async () =>
    expect(
      (
        await s.call('POST', '/api/dilute', {
          stock: { product: 'chlorine-bleach' },
          target: { ppm: 1000 },
          final: { mL: 500 },
          vessel: 'sprayer',
        })
      ).body,
    ).toMatchObject({ may: expect.stringMatching(/yes|with/), keeps_h: 24, open: false }));
  test('a tool may be rinsed without a spot, a head moves onto a bottle, and each says what is missing', async () => {
    const at = async (body: object) => (await s.call('POST', '/api/log', body)).status;
    expect(await at({ kind: 'rinse', tools: ['a-brush'] })).toBe(201);
    expect(await at({ kind: 'rinse' })).toBe(422);
    expect(await at({ kind: 'head-moved', tools: ['a-head'] })).toBe(422);
    const bottle = async (name: string) =>
      (
        await s.call('POST', '/api/bottles', {
          name,
          capacity_mL: 500,
          outline: 'sprayer',
          material: 'PET',
          opaque: false,
        })
      ).body.id;
    const head = { kind: 'head-moved', tools: ['a-head'], toolsRinsed: 2 };
    // a bottle that is not here takes no head
    expect(await at({ ...head, bottle: 'b' })).toBe(422);
    const moved = await s.call('POST', '/api/log', { ...head, bottle: await bottle('B') });
    expect(moved.status).toBe(201);
    expect(
      (await s.call('POST', '/api/log', { kind: 'undo', corrects: moved.body.id })).body.errors[0].message,
    ).toMatch(/Move the head back/);
  });
  test('dilute, with the spoons of the request', async () => {
    const q = {
      stock: { product: 'chlorine-bleach' },
      target: { ppm: 1000 },
      final: { mL: 2000 },
      measures: ['us-tsp', 'us-tbsp'],
    };
    const r = await s.call('POST', '/api/dilute', q);
    expect(r.body.stock_mL).toBeCloseTo((dilute(q, catalogue) as { value: { stock_mL: number } }).value.stock_mL, 9);
    expect(r.body.kitchen.text).toMatch(/US t/);
  });
  test('ratio', async () =>
    expect((await s.call('POST', '/api/ratio', { text: '1:10' })).body.readings[0]).toMatchObject({
      form: '1+9',
      partsStock: 1,
      partsWater: 9,
    }));
  test('air', async () => {
    const q = { gas: 'chlorine', released_g: 2, room_m3: 8, ach: 2, minutes: 60 };
    expect((await s.call('POST', '/api/air', q)).body).toEqual(
      JSON.parse(JSON.stringify((roomAir(q, catalogue) as { value: unknown }).value)),
    );
  });
  test('ph', async () => {
    const q = [{ substance: 'acetic-acid', molPerL: 0.8326 }];
    const r = await s.call('POST', '/api/ph', { solutes: q });
    expect(r.body.pH).toBeCloseTo(
      (solvePh(q, catalogue.substances, catalogue.systems) as { value: { pH: number } }).value.pH,
      12,
    );
    expect(r.body.species[0]).toMatchObject({ name: 'H+' });
  });
  test('advise by face', async () => {
    const r = await s.call('POST', '/api/advise', {
      material: 'acrylic',
      finish: 'bath',
      soil: 'limescale',
      severity: 4,
      neighbours: [{ material: 'limestone', runoff: true }],
    });
    const want = advise(
      { material: 'acrylic', finish: 'bath', soil: 'limescale', severity: 4 },
      { neighbours: [{ material: 'limestone', runoff: true }] },
      catalogue,
    );
    expect(r.body.ladder).toEqual(JSON.parse(JSON.stringify((want as { value: { ladder: unknown } }).value.ladder)));
    expect(r.body.recommended).not.toBeNull();
    expect(r.body.ladder[r.body.recommended - 1]).toMatchObject({ product: 'citric-descaler', apply: 'held' });
  });
  test('advise by spot is what the page computes for that spot', async () => {
    const id = spotId('wet-screen');
    const r = await s.call('POST', '/api/advise', { spot: id });
    const store = s.app.store;
    const h = {
      settings: store.repos.settings.get('household'),
      members: store.repos.members.all(),
      rooms: store.repos.rooms.all(),
      spots: store.repos.spots.all(),
      kits: store.repos.kits.all(),
      stock: store.repos.stock.all(),
      log: store.log.all(),
    };
    const q = questionOfSpot(store.repos.spots.get(id)!, h, new Date('2026-11-25T10:30:00Z'), catalogue);
    expect(r.body.ladder).toEqual(
      JSON.parse(
        JSON.stringify((advise(q.question, q.context, catalogue) as { value: { ladder: unknown } }).value.ladder),
      ),
    );
  });
  test('a spot of a home with no bleach answer: the last product is said', async () => {
    const r = await s.call('POST', '/api/advise', { spot: spotId('wet-screen'), soil: 'limescale' });
    const citric = r.body.ladder.find((x: { product: string }) => x.product === 'citric-descaler');
    expect(citric.meets[0].text).toMatch(/Chlorine bleach, used here 3 days ago, rinsed\..*rinse once more/);
  });
  test.each([
    ['mix', { items: [], meeting: 'container' }],
    ['mix', { items: [{ product: 'water' }], meeting: 'moon' }],
    ['mix', { items: [{ product: 'water' }], meeting: 'surface', rinse: true }],
    ['dilute', { stock: {}, target: { ppm: 1 }, final: { mL: 1 } }],
    ['advise', { material: 'acrylic' }],
    ['advise', { material: 'nope', soil: 'dust' }],
    ['air', { gas: 'chlorine', room_m3: 8, ach: 2, minutes: 5 }],
    ['ph', { solutes: [{ substance: 'acetic-acid', molPerL: -1 }] }],
    ['ratio', { text: '' }],
  ])('%s with %j is a 422 with a sentence', async (door, body) => {
    const r = await s.call('POST', `/api/${door}`, body);
    expect(r.status).toBe(422);
    expect(r.body.detail.length).toBeGreaterThan(8);
    expect(r.body.errors[0]).toEqual({ path: expect.any(String), message: expect.any(String) });
  });
});

describe('the smallest kit', () => {
  const jobs = [
    { material: 'glass', soil: 'limescale' },
    { material: 'glazed-tile', soil: 'soap-scum' },
    { material: 'vinyl-floor', soil: 'dust', severity: 2 },
  ];
  const covers = async (job: object, kit: readonly string[]): Promise<boolean> =>
    (await s.call('POST', '/api/advise', { ...job, kit })).body.recommended !== null;
  test('covers every job by the door of advice, and nothing of it can be taken away', async () => {
    const r = await s.call('POST', '/api/kit/smallest', { jobs });
    expect(r.status).toBe(200);
    expect(r.body).toMatchObject({ uncovered: [], proven: true, goal: { name: 'items', value: r.body.items.length } });
    for (const job of jobs) expect(await covers(job, r.body.items)).toBe(true);
    for (const x of r.body.items as string[]) {
      const less = (r.body.items as string[]).filter((y) => y !== x);
      expect((await Promise.all(jobs.map((j) => covers(j, less)))).every(Boolean)).toBe(false);
    }
    expect((r.body.covers as { job: number }[]).map((c) => c.job)).toEqual([0, 1, 2]);
  });
  test('people and what is owned count; each goal answers in its own unit', async () => {
    for (const goal of ['cost', 'harm', 'weight', 'scent']) {
      const r = await s.call('POST', '/api/kit/smallest', {
        jobs,
        goal,
        profile: { pets: ['bird'] },
        own: ['cotton-cloth'],
      });
      expect([r.status, r.body.goal.name, typeof r.body.goal.value]).toEqual([200, goal, 'number']);
    }
  });
  test.each([
    [{ jobs: [] }, /jobs/],
    [{ jobs: [{ material: 'glas', soil: 'limescale' }] }, /"glas" is not in the catalogue/],
    [{ jobs, goal: 'beauty' }, /goal/],
    [{ job: jobs }, /job/],
  ])('%j is told', async (q, says) => {
    const r = await s.call('POST', '/api/kit/smallest', q);
    expect([r.status, r.body.detail]).toEqual([422, expect.stringMatching(says)]);
  });
});

describe('the catalogue over HTTP', () => {
  test.each(['materials', 'soils', 'products', 'tools', 'substances', 'rules', 'sources'])('%s', async (list) => {
    const r = await s.call('GET', `/api/catalogue/${list}`);
    expect(r.status).toBe(200);
    expect(r.body.items.length).toBeGreaterThan(50);
    expect(r.body.items[0]).toMatchObject({ id: expect.any(String), name: expect.any(String) });
  });
  test('the whole, in one piece and as lines that a page reads one by one', async () => {
    const r = await fetch(`${s.url}/api/catalogue/lines`);
    expect(r.headers.get('content-type')).toContain('ndjson');
    const lines = (await r.text()).split('\n');
    expect(lines.length).toBeGreaterThan(5);
    const parts = lines.map((line) => JSON.parse(line) as object);
    lines.forEach((line, i) => {
      if (Object.keys(parts[i]!).length > 1) expect(line.length).toBeLessThan(101_000);
    });
    expect(Object.assign({}, ...parts)).toEqual(readRawCatalogue(FOLDER));
    expect((await s.call('GET', '/api/catalogue/whole')).body).toEqual(readRawCatalogue(FOLDER));
    expect(parts.flatMap((p) => Object.keys(p))).toHaveLength(new Set(parts.flatMap((p) => Object.keys(p))).size);
  });
  test('products carry their classes, rules their operands', async () => {
    const p = (await s.call('GET', '/api/catalogue/products')).body.items.find(
      (x: { id: string }) => x.id === 'chlorine-bleach',
    );
    expect(p.classes).toContain('hypochlorite');
    const r = (await s.call('GET', '/api/catalogue/rules')).body.items.find((x: { id: string }) => x.id === 'R1');
    expect(r).toMatchObject({ between: ['active-halogen', 'acid'], level: 5, forms: ['chlorine'] });
  });
  test('asked again with its hash: not modified', async () => {
    const etag = (await s.call('GET', '/api/catalogue/soils')).headers.get('etag')!;
    expect((await s.call('GET', '/api/catalogue/soils', undefined, { 'If-None-Match': etag })).status).toBe(304);
  });
  test('an own product joins, and the shipped ones stay', async () => {
    const own = (
      await s.call('POST', '/api/products', {
        name: 'Corner-shop descaler',
        basedOn: 'citric-descaler',
        changes: { fume: 0.2 },
      })
    ).body;
    const items = (await s.call('GET', '/api/catalogue/products')).body.items as { id: string; name: string }[];
    expect(items.find((p) => p.id === own.id)).toMatchObject({ name: 'Corner-shop descaler' });
    expect(
      (
        await s.call('POST', '/api/mix', {
          items: [{ product: own.id }, { product: 'chlorine-bleach' }],
          meeting: 'container',
        })
      ).body.level,
    ).toBe(5);
  });
});

describe('borders', () => {
  const rawCall = (path: string, headers: Record<string, string>, method = 'GET', body = '') =>
    new Promise<{ status: number; body: string }>((resolve, reject) => {
      const r = request(s.url + '/x', { method, path, headers }, (res) => {
        let text = '';
        res.on('data', (d) => (text += d));
        res.on('end', () => resolve({ status: res.statusCode!, body: text }));
      });
      r.on('error', reject);
      r.end(body);
    });
  test('a foreign Host is not answered', async () =>
    expect((await rawCall('/api/rooms', { host: 'evil.example' })).status).toBe(403));
  test('another site may not write', async () => {
    for (const headers of [{ 'sec-fetch-site': 'cross-site' }, { origin: 'http://evil.example' }] as Record<
      string,
      string
    >[])
      expect((await s.call('POST', '/api/log', { kind: 'note', text: 'x' }, headers)).status).toBe(403);
    expect(
      (
        await s.call(
          'POST',
          '/api/log',
          { kind: 'note', text: 'x' },
          { origin: s.url, 'sec-fetch-site': 'same-origin' },
        )
      ).status,
    ).toBe(201);
  });
  test('headers: strict policy, nosniff, no framing, no wildcard', async () => {
    const h = (await s.call('GET', '/api/health')).headers;
    expect(h.get('content-security-policy')).toMatch(/script-src 'self'/);
    expect(h.get('content-security-policy')).not.toMatch(/script-src[^;]*unsafe-inline/);
    expect(h.get('content-security-policy')).toMatch(/frame-ancestors 'none'/);
    expect(h.get('x-content-type-options')).toBe('nosniff');
    expect(h.get('access-control-allow-origin')).toBeNull();
    expect(h.get('strict-transport-security')).toBeNull();
  });
  test.each([
    ['malformed', '{"a":', 400],
    ['not JSON', 'hello', 400],
    ['deep', '['.repeat(3000) + ']'.repeat(3000), 400],
    ['an array', '[]', 422],
    ['null', 'null', 422],
    ['__proto__', '{"__proto__":{"x":1},"kind":"note","text":"a"}', 422],
    ['constructor', '{"constructor":{"prototype":{}},"kind":"note","text":"a"}', 422],
    ['huge', JSON.stringify({ kind: 'note', text: 'x'.repeat(1_200_000) }), 413],
  ])('%s JSON is a problem document without a stack', async (_, body, status) => {
    const r = await s.call('POST', '/api/log', body);
    expect(r.status).toBe(status);
    expect(r.headers.get('content-type')).toMatch(/problem\+json/);
    expect(JSON.stringify(r.body)).not.toMatch(/\bat .*\.(ts|js):\d+/);
  });
  test('another type is a 415, another method a 405, another address a 404', async () => {
    expect((await s.call('POST', '/api/log', 'kind=note', { 'content-type': 'text/plain' })).status).toBe(415);
    expect((await s.call('DELETE', '/api/mix')).status).toBe(405);
    expect((await s.call('GET', '/api/nothing')).status).toBe(404);
  });
  test.each([
    '/../package.json',
    '/..%2f..%2fpackage.json',
    '/%2e%2e/%2e%2e/package.json',
    '/....//package.json',
    '/assets/..%5c..%5cpackage.json',
  ])('no way out of the app folder: %s', async (path) => {
    const r = await rawCall(path, { host: new URL(s.url).host });
    expect(r.body).not.toMatch(/"devDependencies"/);
  });
});

test('a page that goes on before its answer is whole leaves no line in the log', async () => {
  const said: string[] = [];
  const s = await testServer({ demo: true, said });
  /** Ask, and leave with the first piece of the answer. */
  const leave = (path: string): Promise<void> =>
    new Promise((done) => {
      const asked = get(s.url + path, (answer) => {
        answer.once('data', () => asked.destroy());
        answer.on('error', () => undefined);
      });
      asked.on('error', () => undefined);
      asked.on('close', () => done());
    });
  for (const path of ['/api/events', '/api/export', '/api/catalogue/whole', '/api/backup'])
    for (let i = 0; i < 3; i++) await leave(path);
  await new Promise((done) => setTimeout(done, 300));
  expect(said).toEqual([]);
  s.close();
}, 60000);
