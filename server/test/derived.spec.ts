import fc from 'fast-check';
import { catalogue as catalogueForTests } from '../../core/checks/catalogue-for-tests';
import {
  type HousePast,
  keptOf,
  type LogEntry,
  type LogFields,
  pastOf,
  slimOf,
  standing,
  talliesOf,
} from '@dolly-tub/core';
import { testServer, type TestServer } from './server';

let s: TestServer;
const clock = { now: new Date('2026-11-25T10:30:00.000Z') };
beforeAll(async () => {
  s = await testServer({ demo: true, clock });
  s.app.store.db.sqlite.pragma('synchronous = OFF');
});
afterAll(() => s.close());

const heads = (): ReadonlySet<string> =>
  new Set(s.app.store.repos.bottles.all().flatMap((b) => (b.head ? [b.head.id] : [])));
const sorted = (x: readonly object[]): string[] => x.map((t) => JSON.stringify(t)).sort();
/** What stands in the derived tables. */
const tables = (): unknown => ({
  kept: s.app.store.log.derived.kept().map((e) => e.id),
  tallies: sorted(s.app.store.log.derived.tallies()),
  lists: s.app.store.db.sqlite.prepare('SELECT key, seq, at FROM at_hand ORDER BY key, seq').all(),
  words: s.app.store.db.sqlite.prepare('SELECT seq, words FROM log ORDER BY seq').all(),
  index:
    s.app.store.db.sqlite.prepare(`INSERT INTO log_words (log_words) VALUES ('integrity-check')`).run().changes >= 0,
});

test('of the demo it is what the core works out from the whole log', () => {
  const { log } = s.app.store;
  expect(log.derived.kept()).toEqual(keptOf(log.all(), clock.now, heads()).map(slimOf));
  expect(sorted(log.derived.tallies())).toEqual(sorted(talliesOf(standing(log.all()))));
  expect(log.derived.tallies().length).toBeGreaterThan(5);
});

test('kept entry by entry, with some taken back, it is what filling it anew gives', () => {
  const { store } = s.app;
  const spots = store.repos.spots.all().slice(0, 2);
  const tools = store.repos.stock.all().slice(0, 2);
  const deed: fc.Arbitrary<LogFields | 'undo' | 'correct'> = fc.oneof(
    fc
      .tuple(
        fc.constantFrom(...spots),
        fc.constantFrom('chlorine-bleach', 'white-vinegar'),
        fc.constantFrom('worked', 'partly', 'damaged'),
        fc.subarray(tools),
        fc.constantFrom(0, 1, 2),
      )
      .map(([spot, product, outcome, with_, rinsed]): LogFields => ({
        kind: 'clean',
        spot: spot.id,
        outcome: outcome as 'worked',
        rinsed: rinsed as 0,
        toolsRinsed: rinsed as 0,
        tools: with_.map((t) => t.id),
        question: { material: spot.material, soil: 'limescale' },
        method: { name: 'm', product, mechanism: 'acid' },
        names: { product },
      })),
    fc.constantFrom(...spots).map((spot): LogFields => ({ kind: 'rinse', spot: spot.id, rinsed: 1 })),
    fc.constantFrom(...tools).map((t): LogFields => ({ kind: 'rinse', tools: [t.id], washed: true })),
    fc.constant<LogFields>({ kind: 'note', text: 'zinc' }),
    fc.constant('undo' as const),
    fc.constant('correct' as const),
  );
  fc.assert(
    fc.property(fc.array(fc.tuple(deed, fc.integer({ min: -2, max: 20 })), { maxLength: 12 }), (deeds) => {
      class Back extends Error {}
      expect(() =>
        store.transaction(() => {
          const written: LogEntry[] = [];
          const start = clock.now;
          try {
            for (const [d, days] of deeds) {
              clock.now = new Date(clock.now.getTime() + days * 3_600_000 * 24);
              const last = written.at(-1);
              if (typeof d === 'string') {
                if (!last) continue;
                const fields: LogFields =
                  d === 'undo' ? { kind: 'undo', corrects: last.id } : { kind: 'note', text: 'no', corrects: last.id };
                try {
                  store.log.append(fields);
                  written.pop();
                } catch (e) {
                  if (!/day old|undone before|hangs on it|no longer|edited/.test((e as Error).message)) throw e;
                }
              } else written.push(store.log.append({ ...d, at: clock.now.toISOString() }));
            }
            const entryByEntry = tables();
            store.log.derived.rebuild();
            const { kept, ...anew } = tables() as { kept: string[] };
            // what was once needed may still be at hand; what is needed always is
            const { kept: had, ...was } = entryByEntry as { kept: string[] };
            expect(was).toEqual(anew);
            expect(had).toEqual(expect.arrayContaining(kept));
          } finally {
            clock.now = start;
          }
          throw new Back();
        }),
      ).toThrow(Back);
    }),
    { numRuns: 60 },
  );
});

describe('found by words', () => {
  const find = async (q: string) =>
    (await s.call('GET', `/api/log?${q}`)).body.items as (LogEntry & { undone?: true })[];
  test('every kind but one: that records were changed is another question', async () => {
    await s.call('POST', '/api/log', { kind: 'note', text: 'kept' });
    await s.call('POST', '/api/log', {
      kind: 'edit',
      edits: [
        { does: 'make', on: 'members', id: 'mo', fields: { name: 'Mo', colour: 'blue', kind: 'adult', limits: [] } },
      ],
    });
    const kinds = async (q: string) =>
      ((await s.call('GET', `/api/log?${q}`)).body.items as LogEntry[]).map((e) => e.kind);
    expect(await kinds('limit=2')).toEqual(['edit', 'note']);
    expect((await kinds('without=edit&limit=500')).includes('edit')).toBe(false);
    expect(await kinds('without=edit&limit=1')).toEqual(['note']);
  });
  test('by beginnings of words, accents and case aside, all of them, newest first', async () => {
    await s.call('POST', '/api/log', { kind: 'note', text: 'Crème brûlée on the hob' });
    await s.call('POST', '/api/log', { kind: 'note', text: 'The hob is fine' });
    expect((await find('find=creme%20HOB')).map((e) => e.text)).toEqual(['Crème brûlée on the hob']);
    expect((await find('find=hob&limit=2')).map((e) => e.text)).toEqual(['The hob is fine', 'Crème brûlée on the hob']);
    expect(await find('find=br%C3%BBl%C3%A9es')).toEqual([]);
    // no language of the table is spoken by what a person types
    for (const odd of ['"', '*', 'a OR', 'NEAR(', '^x', '-', 'words:x', "'; DROP"])
      expect((await s.call('GET', `/api/log?find=${encodeURIComponent(odd)}`)).status).toBe(200);
  });
  test('by the soil, the product and how it went, as the page tells them', async () => {
    const all = s.app.store.log.all();
    const clean = all.find((e) => e.kind === 'clean' && e.outcome === 'partly' && e.names?.['product'])!;
    const found = await find(`find=${encodeURIComponent(`partly ${clean.names!['product']}`)}&kind=clean&limit=500`);
    expect(found.map((e) => e.id)).toContain(clean.id);
    expect(found.every((e) => e.outcome === 'partly')).toBe(true);
  });
  test('of one spot; and page after page', async () => {
    const spot = s.app.store.log.all().find((e) => e.kind === 'clean')!.spot!;
    const mine = await find(`spot=${spot}&limit=500`);
    expect(mine.length).toBeGreaterThan(0);
    expect(mine.every((e) => e.spot === spot)).toBe(true);
    const first = (await s.call('GET', '/api/log?find=clean&limit=3')).body;
    const second = (await s.call('GET', `/api/log?find=clean&limit=3&after=${first.next}`)).body;
    expect(second.items.length).toBe(3);
    expect(second.items.map((e: LogEntry) => e.id)).not.toEqual(expect.arrayContaining([first.items[0].id]));
  });
  test('what was taken back says so, and no longer counts', async () => {
    const spot = s.app.store.repos.spots.all()[0]!;
    const before = JSON.stringify(s.app.store.log.derived.tallies());
    const clean = await s.call('POST', '/api/log', {
      kind: 'clean',
      spot: spot.id,
      outcome: 'not',
      question: { material: spot.material, soil: 'limescale' },
      method: { name: 'a new way', product: null, mechanism: 'acid' },
    });
    expect(JSON.stringify(s.app.store.log.derived.tallies())).not.toBe(before);
    await s.call('POST', '/api/log', { kind: 'undo', corrects: clean.body.id });
    expect(JSON.stringify(s.app.store.log.derived.tallies())).toBe(before);
    expect((await find('find=%22new%20way')).map((e) => e.undone)).toEqual([true]);
  });
  test('a question that cannot be is told', async () => {
    expect((await s.call('GET', `/api/log?find=${'x'.repeat(201)}`)).status).toBe(422);
    expect((await s.call('GET', '/api/log/rates?since=now')).body.errors[0].message).toMatch(/date and time/);
  });
  test('what worked lately, most used first', async () => {
    const { items } = (await s.call('GET', '/api/log/rates?since=2026-08-25T00:00:00Z')).body;
    expect(items.length).toBeGreaterThan(3);
    expect(items[0].times).toBeGreaterThanOrEqual(items[1].times);
    expect(items.every((r: { share: number }) => r.share >= 0 && r.share <= 1)).toBe(true);
    expect((await s.call('GET', '/api/log/rates?since=2027-01-01T00:00:00Z')).body.items).toEqual([]);
  });
  test('what the whole log says of the things: the same as the core works out, anew after each deed and each taking back', async () => {
    const { store } = s.app;
    const past = async (): Promise<HousePast> => (await s.call('GET', '/api/log/past')).body;
    const cloth = store.repos.stock.all().find((x) => x.item === 'microfibre-cloth')!;
    const before = await past();
    const h = { spots: store.repos.spots.all(), stock: store.repos.stock.all() };
    expect(before).toEqual(pastOf(store.log.all(), h, clock.now, catalogueForTests));
    expect(before.pieces[cloth.id]!.uses).toBeGreaterThan(10);
    expect(Object.keys(before.weeks).length).toBeGreaterThan(3);
    expect(before.planned['toilet-gel-citric']).toBeGreaterThan(0);
    const wash = await s.call('POST', '/api/log', { kind: 'rinse', tools: [cloth.id], rinsed: 2, washed: true });
    expect((await past()).pieces[cloth.id]).toMatchObject({ washes: before.pieces[cloth.id]!.washes + 1, faces: 0 });
    await s.call('POST', '/api/log', { kind: 'undo', corrects: wash.body.id });
    expect(await past()).toEqual(before);
    const tool = store.repos.stock.all().find((x) => x.item === 'vacuum-floor')!;
    await s.call('POST', '/api/log', { kind: 'note', text: 'Emptied.', tools: [tool.id], upkeep: 'vacuum-bag' });
    expect((await past()).pieces[tool.id]!.upkept['vacuum-bag']).toBe(0);
  });
});
