import {
  asItem,
  type Bottle,
  type Carrier,
  carriersOf,
  type CarrierSource,
  judge,
  ledgerOfHead,
  ledgerOfTool,
  type LogEntry,
  meetsOn,
  resolveItems,
} from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';

const now = new Date('2026-11-25T10:00:00Z');
let seq = 0;
const entry = (e: object): LogEntry =>
  ({ id: `e${++seq}`, seq, at: '2026-11-24T10:00:00Z', recordedAt: '', kind: 'note', ...e }) as LogEntry;
const used = (product: string, piece: string, more: object = {}): LogEntry =>
  entry({
    kind: 'clean',
    spot: 's1',
    tools: [piece],
    rinsed: 1,
    method: { name: product, product, tool: 'cellulose-sponge' },
    ...more,
  });
const bottle = (id: string, product: string | null, head = `${id}-head`): Bottle =>
  ({
    id,
    name: id,
    head: { id: head, kind: 'trigger' },
    fill: product
      ? {
          parts: [{ item: product, amount: 50, unit: 'mL' }],
          water_mL: 450,
          result: [],
          mixedAt: '2026-11-24T09:00:00Z',
          discardAt: '2026-11-26T09:00:00Z',
          left_mL: 300,
        }
      : null,
  }) as unknown as Bottle;
const house = (more: Partial<CarrierSource>): CarrierSource => ({
  settings: null,
  rooms: [],
  spots: [],
  kits: [
    { id: 'k1', name: 'Caddy', room: 'r1' },
    { id: 'k2', name: 'Sink', room: 'r2' },
  ] as never,
  stock: [
    { id: 'sponge-1', kit: 'k1', item: 'cellulose-sponge', onHand: 1 },
    { id: 'sponge-2', kit: 'k2', item: 'cellulose-sponge', onHand: 1 },
    { id: 'scraper', kit: 'k1', item: 'plastic-scraper', onHand: 1 },
  ] as never,
  bottles: [],
  log: [],
  ...more,
});
const on = (c: Carrier | undefined, product: string) => meetsOn(c!, product, catalogue);

describe('what a tool carries', () => {
  test('a rinsed face is no rinsed sponge', () => {
    expect(ledgerOfTool([used('chlorine-bleach', 'sponge-1')], 'sponge-1', now, 'UTC')).toMatchObject([
      { product: 'chlorine-bleach', rinsed: false, daysAgo: 1 },
    ]);
    expect(
      ledgerOfTool([used('chlorine-bleach', 'sponge-1', { toolsRinsed: 2 })], 'sponge-1', now, 'UTC')[0]!.rinsed,
    ).toBe(true);
  });
  test('a later rinse takes along all that was there before', () => {
    const log = [
      used('chlorine-bleach', 'sponge-1', { at: '2026-11-20T10:00:00Z' }),
      used('white-vinegar', 'sponge-1', { at: '2026-11-21T10:00:00Z' }),
      entry({ kind: 'rinse', tools: ['sponge-1'], at: '2026-11-22T10:00:00Z' }),
    ];
    expect(ledgerOfTool(log, 'sponge-1', now, 'UTC').map((m) => m.rinsed)).toEqual([true, true]);
    expect(ledgerOfTool(log.slice(0, 2), 'sponge-1', now, 'UTC').map((m) => m.rinsed)).toEqual([false, false]);
  });
  test('what carries nothing is no carrier', () =>
    expect(carriersOf(house({ log: [used('chlorine-bleach', 'scraper')] }), now, catalogue)).toEqual([]));
});

describe('moving a thing changes the verdict', () => {
  test('a sponge: the one with bleach in it makes gas with vinegar, another one does not', () => {
    const all = carriersOf(
      house({ log: [used('chlorine-bleach', 'sponge-1'), used('white-vinegar', 'sponge-2')] }),
      now,
      catalogue,
    );
    expect(all.map((c) => [c.id, c.where])).toEqual([
      ['sponge-1', 'Caddy'],
      ['sponge-2', 'Sink'],
    ]);
    expect(on(all[0], 'citric-descaler')).toMatchObject({ level: 5, now: expect.stringMatching(/Take another one/) });
    expect(on(all[1], 'citric-descaler')?.level).toBeLessThan(3);
    expect(on(all[1], 'chlorine-bleach')?.level).toBe(5);
  });
  test('rinsed, it asks for another day, and never clears a porous thing wholly', () => {
    const all = carriersOf(
      house({ log: [used('chlorine-bleach', 'sponge-1', { toolsRinsed: 2, at: '2026-11-10T10:00:00Z' })] }),
      now,
      catalogue,
    );
    expect(on(all[0], 'white-vinegar')).toMatchObject({ level: 2 });
  });
  test('a trigger head: what it leaves goes with it', () => {
    const before = [bottle('bleach', 'chlorine-bleach'), bottle('vinegar', 'white-vinegar')];
    const fill = before[0]!.fill!;
    const log = [entry({ kind: 'head-moved', tools: ['bleach-head'], from: 'bleach', bottle: 'vinegar', fill })];
    // on its own bottle: nothing new; on the other one: gas
    expect(on(carriersOf(house({ bottles: before }), now, catalogue)[0], 'chlorine-bleach')).toBeNull();
    expect(on(carriersOf(house({ bottles: before }), now, catalogue)[0], 'white-vinegar')).toMatchObject({
      level: 5,
      now: expect.stringMatching(/clean water through it twice/),
    });
    const moved = ledgerOfHead(log, 'bleach-head', bottle('vinegar', null), now, 'UTC');
    expect(moved).toMatchObject([{ product: 'chlorine-bleach', rinsed: false }]);
    const rinsed = ledgerOfHead([{ ...log[0]!, toolsRinsed: 2 }], 'bleach-head', bottle('vinegar', null), now, 'UTC');
    expect(rinsed).toMatchObject([{ product: 'chlorine-bleach', rinsed: true }]);
  });
  test('a refilled bottle leaves its old contents in the head until it is rinsed', () => {
    const b = bottle('b', 'white-vinegar');
    const log = [
      entry({ kind: 'mix', bottle: 'b', at: '2026-11-20T10:00:00Z', fill: bottle('x', 'chlorine-bleach').fill }),
    ];
    expect(ledgerOfHead(log, 'b-head', b, now, 'UTC').map((m) => m.product)).toEqual([
      'white-vinegar',
      'chlorine-bleach',
    ]);
  });
});

test('a block in the bowl is a carrier of the room', () => {
  const rooms = [
    { id: 'r1', name: 'Wet room', fixtures: [{ id: 'wc', shape: 'toilet', resident: ['tank-block-chlorine'] }] },
  ];
  const c = carriersOf(house({ rooms: rooms as never }), now, catalogue)[0];
  expect(c).toMatchObject({ kind: 'fixture', where: 'Wet room' });
  expect(on(c, 'toilet-cleaner-acid')).toMatchObject({ level: 5, now: expect.stringMatching(/Take the block out/) });
});

test('judged as one thing: worst of all that it carries, whatever the order', () => {
  const c = (products: string[]): Carrier => ({
    id: 'x',
    kind: 'tool',
    name: 'sponge',
    where: 'Caddy',
    porous: true,
    met: products.map((product) => ({ product, name: product, rinsed: false, daysAgo: 0, at: '' })),
  });
  const level = (products: string[]): number => {
    const items = resolveItems([asItem(c(products), catalogue), { product: 'white-vinegar' }], catalogue);
    return items.ok ? judge(items.value, { meeting: 'carried' }, catalogue).level : -1;
  };
  expect(level(['dish-detergent', 'chlorine-bleach'])).toBe(5);
  expect(level(['chlorine-bleach', 'dish-detergent'])).toBe(5);
  expect(level(['dish-detergent'])).toBeLessThan(3);
});
