import fc from 'fast-check';
import {
  addTallies,
  barredOf,
  evidenceOf,
  evidenceOfTallies,
  keptOf,
  keysOf,
  lastDone,
  ledgerOfHead,
  ledgerOfSpot,
  ledgerOfTool,
  type LogEntry,
  revise,
  handInMemory,
  putAtHand,
  slimOf,
  standing,
  talliesOf,
} from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';
import { usedAt } from './pieces';
import type { Bottle, Spot } from './records';

const ZONE = 'Europe/Berlin';
const NOW = new Date('2026-11-25T11:00:00.000Z');
const DAY = 86_400_000;
const SPOTS = ['s1', 's2'];
const TOOLS = ['t1', 't2', 'h1', 'h2'];
const HEADS = new Set(['h1', 'h2']);
const BOTTLES = ['b1', 'b2'];
const PRODUCTS = ['bleach', 'vinegar', 'soap'];
const spots = SPOTS.map(
  (id, i) => ({ id, kinds: i ? ['toilet'] : [], band: 'touch', food: i === 0, material: 'glass' }) as unknown as Spot,
);

const some = <T>(of: readonly T[]) => fc.constantFrom(...of);
const fill = fc.subarray(PRODUCTS, { minLength: 1 }).map((items) => ({
  parts: items.map((item) => ({ item, amount: 1, unit: 'mL' as const })),
  left_mL: 10,
  mixedAt: NOW.toISOString(),
}));
const rinsed = some([0, 1, 2, undefined]);
const fields = fc.oneof(
  {
    weight: 5,
    arbitrary: fc.record({
      kind: some(['clean', 'test-spot']),
      spot: some([...SPOTS, undefined]),
      product: some([...PRODUCTS, null]),
      tools: fc.subarray(TOOLS),
      rinsed,
      toolsRinsed: rinsed,
      aired: some([true, undefined]),
      outcome: some(['worked', 'partly', 'not', 'damaged', undefined]),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: some(['rinse']),
      spot: some([...SPOTS, undefined]),
      tools: fc.subarray(TOOLS),
      rinsed,
      aired: some([true, undefined]),
      washed: some([true, undefined]),
    }),
  },
  {
    weight: 2,
    arbitrary: fc.record({
      kind: some(['mix']),
      bottle: some(BOTTLES),
      fill,
      toolsRinsed: some([undefined, undefined, 1]),
    }),
  },
  {
    weight: 1,
    arbitrary: fc.record({
      kind: some(['head-moved']),
      tools: some([['h1'], ['h2']]),
      bottle: some(BOTTLES),
      fill,
      toolsRinsed: rinsed,
    }),
  },
  { weight: 1, arbitrary: fc.record({ kind: some(['damage', 'note']), spot: some(SPOTS) }) },
);
/** Entries over half a year; the clock goes back now and then, and some are corrected or taken back. */
const logs = fc
  .array(fc.tuple(fields, fc.integer({ min: 0, max: 9 * DAY }), fc.integer({ min: 0, max: 19 }), fc.nat(30)), {
    maxLength: 60,
  })
  .map((all): LogEntry[] => {
    let ms = NOW.getTime() - 200 * DAY;
    return all.map(([f, ahead, chance, back], i) => {
      ms = Math.min(ms + ahead, NOW.getTime());
      const at = new Date(chance === 0 ? ms - 40 * DAY : ms).toISOString();
      const { product, ...rest } = f as { product?: string | null };
      return {
        id: `e${i + 1}`,
        seq: i + 1,
        at,
        recordedAt: at,
        ...rest,
        ...(chance === 1 && back > 0 && back <= i
          ? { corrects: `e${i + 1 - back}`, ...(back % 2 ? { kind: 'undo' } : {}) }
          : {}),
        ...('kind' in f && (f.kind === 'clean' || f.kind === 'damage')
          ? { question: { material: 'glass', soil: 'rust' }, method: { name: 'm', product, mechanism: 'acid' } }
          : product
            ? { method: { name: 'm', product } }
            : {}),
        ...(product ? { names: { product: `the ${product}` } } : {}),
      } as unknown as LogEntry;
    });
  });

/** Everything that is derived from a log, at an instant. */
const derived = (log: readonly LogEntry[], now: Date): unknown => ({
  spots: SPOTS.map((s) => ledgerOfSpot(log, s, now, ZONE)),
  done: SPOTS.map((s) => lastDone(log, s)?.id),
  tools: TOOLS.map((t) => ledgerOfTool(log, t, now, ZONE)),
  used: TOOLS.map((t) => [...usedAt(log, t, spots, catalogue)].sort()),
  heads: [...HEADS].map((h) =>
    [null, ...BOTTLES].map((b) =>
      ledgerOfHead(log, h, b ? ({ id: b, fill: null } as unknown as Bottle) : null, now, ZONE),
    ),
  ),
  barred: barredOf(log),
});

const RUNS = process.env['DEEP'] ? 8000 : 400;

test('what must be at hand tells of everything as the whole log does, today and later', () => {
  fc.assert(
    fc.property(logs, (log) => {
      const kept = keptOf(log, NOW, HEADS);
      for (const days of [0, 5, 90]) {
        const now = new Date(NOW.getTime() + days * DAY);
        expect(derived(kept, now)).toEqual(derived(log, now));
        // and with no more of each than ledgers read
        expect(derived(kept.map(slimOf), now)).toEqual(derived(log, now));
      }
    }),
    { numRuns: RUNS },
  );
});

test('entry by entry, with some taken back, it comes to the same', () => {
  fc.assert(
    fc.property(logs, (log) => {
      const hand = handInMemory();
      const newest = new Map<string, number>();
      for (const e of log) {
        const now = new Date(Math.max(Date.parse(e.at), ...newest.values()));
        const was = log.find((x) => x.id === e.corrects && x.seq < e.seq);
        if (was) {
          hand.remove(was.id);
          revise(keysOf(was), hand, now, HEADS);
        }
        if (e.kind === 'undo') continue;
        hand.add(e);
        const ms = Date.parse(e.at);
        putAtHand(
          e,
          keysOf(e).every((k) => (newest.get(k) ?? -Infinity) <= ms),
          hand,
          now,
          HEADS,
        );
        for (const k of keysOf(e)) newest.set(k, Math.max(newest.get(k) ?? -Infinity, ms));
      }
      expect(derived(hand.kept(), NOW)).toEqual(derived(log, NOW));
    }),
    { numRuns: RUNS },
  );
});

test('what is barred is told in one order, whichever of damages alike is at hand', () => {
  const damage = (n: number, daysAgo: number, product: string | null): LogEntry => ({
    ...({ id: `e${n}`, seq: n, kind: 'damage', spot: 's1' } as LogEntry),
    at: new Date(NOW.getTime() - daysAgo * DAY).toISOString(),
    question: { material: 'glass', soil: 'rust' } as LogEntry['question'],
    method: { name: 'm', product } as LogEntry['method'],
  });
  const log = [damage(1, 9, 'bleach'), damage(2, 9, null), damage(3, 49, null)];
  expect(barredOf(keptOf(log, NOW, HEADS))).toEqual(barredOf(log));
  expect(barredOf([log[0]!, log[2]!])).toEqual(barredOf([log[0]!, log[1]!]));
});

test('forgotten in one order of a clock that went back, it is not told by its date of the other', () => {
  const at = (daysAgo: number): string => new Date(NOW.getTime() - daysAgo * DAY).toISOString();
  const entry = (n: number, daysAgo: number, item: string, fields: Partial<LogEntry>): LogEntry =>
    ({ id: `e${n}`, seq: n, at: at(daysAgo), bottle: 'b1', fill: { parts: [{ item }] }, ...fields }) as LogEntry;
  const log = [
    entry(1, 200, 'vinegar', { kind: 'mix' }),
    entry(2, 200, 'bleach', { kind: 'mix', toolsRinsed: 1 }),
    entry(3, 240, 'vinegar', { kind: 'head-moved', tools: ['h1'], toolsRinsed: 0 }),
  ];
  expect(derived(keptOf(log, NOW, HEADS), NOW)).toEqual(derived(log, NOW));
  const vinegar = ledgerOfHead(log, 'h1', { id: 'b1', fill: null }, NOW, ZONE).find((m) => m.product === 'vinegar');
  expect(vinegar).toMatchObject({ rinsed: false, daysAgo: 240 });
});

test('ten years of the same few things are a few entries', () => {
  const log = Array.from({ length: 3650 }, (_, i): LogEntry => {
    const at = new Date(NOW.getTime() - (3650 - i) * DAY).toISOString();
    const product = PRODUCTS[i % 3]!;
    return {
      id: `e${i}`,
      seq: i + 1,
      at,
      recordedAt: at,
      kind: 'clean',
      spot: SPOTS[i % 2]!,
      outcome: 'worked',
      tools: ['t1'],
      toolsRinsed: (i % 2) as 0 | 1,
      rinsed: 1,
      question: { material: 'glass', soil: 'rust' },
      method: { name: 'm', product, mechanism: 'acid' },
    } as unknown as LogEntry;
  });
  const kept = keptOf(log, NOW, HEADS);
  expect(kept.length).toBeLessThan(12);
  expect(derived(kept, NOW)).toEqual(derived(log, NOW));
});

test('what worked, counted spot by spot, is what the whole log counts', () => {
  fc.assert(
    fc.property(logs, fc.nat(60), (log, cut) => {
      const stand = [...standing(log)].sort((a, b) => b.seq - a.seq);
      const tallies = addTallies([...talliesOf(stand.slice(0, cut)), ...talliesOf(stand.slice(cut))]);
      expect(tallies).toEqual(talliesOf(stand));
      const sorted = (x: readonly object[]): string[] => x.map((t) => JSON.stringify(t)).sort();
      expect(sorted(evidenceOfTallies(tallies))).toEqual(sorted(evidenceOf(log)));
    }),
    { numRuns: 100 },
  );
});
