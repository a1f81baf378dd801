import { catalogue } from '../../checks/catalogue-for-tests';
import {
  cleanHere,
  everyUses,
  learnedFactor,
  type Life,
  lifeOf,
  loadsOf,
  type LogEntry,
  pastOf,
  rescuesFor,
  type Spot,
  type Stock,
  upkeepDue,
  washDay,
  wornWords,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { runs } from '../../checks/depth';

const now = new Date('2026-03-20T12:00:00Z');
const at = (day: number, hour = 10): string => new Date(Date.UTC(2026, 2, day, hour)).toISOString();
const row = (id: string, item: string, onHand = 4, more: Partial<Stock> = {}): Stock =>
  ({ id, item, onHand, kit: 'k', position: 0, pack: { amount: 1, unit: 'piece' }, ...more }) as Stock;
const spot = (id: string, more: Partial<Spot> = {}): Spot =>
  ({ id, room: 'r', kinds: [], band: 'mid', food: false, material: 'glazed-tile', area_m2: 1, ...more }) as Spot;
const SPOTS = [
  spot('tiles', { interval_days: 7 }),
  spot('bowl', { kinds: ['bowl'] }),
  spot('floor', { band: 'floor' }),
];
let seq = 0;
const entry = (day: number, kind: LogEntry['kind'], more: object, hour = 10): LogEntry =>
  ({ id: `e${++seq}`, seq, at: at(day, hour), recordedAt: at(day, hour), kind, ...more }) as LogEntry;
const clean = (day: number, tool: string, where = 'tiles', product: string | null = 'dish-detergent', more = {}) =>
  entry(day, 'clean', { spot: where, tools: [tool], method: { name: 'm', product, tool: 't' }, ...more });
const washed = (day: number, tool: string, hour = 10) =>
  entry(day, 'rinse', { tools: [tool], rinsed: 2, washed: true }, hour);
const cloths = row('c', 'microfibre-cloth');
const past = (log: LogEntry[], stock: Stock[] = [cloths]) => pastOf(log, { spots: SPOTS, stock }, now, catalogue);
const life = (log: LogEntry[], s = cloths): Life => lifeOf(s, past(log, [s]), now, catalogue)!;

describe('a row of cloths', () => {
  test('folded to eight faces, two a wet wipe: four of them use one up', () => {
    expect(life([])).toMatchObject({ clean: 4, begun: 0, used: 0, worn: 0, away: null });
    expect(life([clean(1, 'c')])).toMatchObject({ clean: 3, begun: 1, used: 0, facesLeft: 6 });
    expect(life([1, 2, 3, 4].map((d) => clean(d, 'c')))).toMatchObject({ clean: 3, begun: 0, used: 1 });
    expect(life([1, 2, 3, 4].map((d) => clean(d, 'c', 'tiles', null)))).toMatchObject({ begun: 1, facesLeft: 4 });
  });
  test('one that did the toilet is used up at once', () =>
    expect(life([clean(1, 'c', 'bowl')])).toMatchObject({ clean: 3, begun: 0, used: 1 }));
  test('a wash makes all clean, after the machine and the line', () => {
    expect(life([clean(19, 'c'), washed(20, 'c', 11)])).toMatchObject({ clean: 0, used: 0, away: 'in the wash' });
    expect(life([clean(19, 'c'), washed(20, 'c', 2)])).toMatchObject({
      clean: 0,
      away: 'drying',
      readyAt: at(20, 16),
    });
    expect(life([clean(19, 'c'), washed(19, 'c', 11)])).toMatchObject({ clean: 4, away: null, readyAt: null });
  });
  test('a rinse at the sink is no wash; what was undone was not done', () => {
    expect(life([clean(1, 'c'), entry(2, 'rinse', { tools: ['c'], rinsed: 2 })])).toMatchObject({ begun: 1 });
    const one = clean(1, 'c');
    expect(life([one, entry(2, 'undo', { corrects: one.id })])).toMatchObject({ begun: 0, clean: 4 });
  });
  test('washed as often as it bears, it is worn out', () => {
    const many = Array.from({ length: catalogue.tools.get('microfibre-cloth')!.lifetime! }, () => washed(1, 'c'));
    expect(wornWords(life(many))).toMatch(/rag bag/);
    expect(wornWords(life(many.slice(1)))).toBeNull();
    const brush = row('b', 'toothbrush', 1);
    const uses = Array.from({ length: 60 }, () => clean(1, 'b'));
    expect(wornWords(life(uses, brush))).toMatch(/new one/);
  });
  test('what is used once, and what is a product, has no life', () => {
    for (const item of ['paper-towel', 'dish-detergent'])
      expect(lifeOf(row('x', item), past([]), now, catalogue)).toBeNull();
  });
  test('any log: pieces add up, and none is counted twice', () => {
    const deed = fc.tuple(fc.integer({ min: 1, max: 20 }), fc.constantFrom('tiles', 'bowl', 'floor', 'wash'));
    fc.assert(
      fc.property(fc.array(deed, { maxLength: 40 }), fc.integer({ min: 1, max: 6 }), (deeds, n) => {
        const s = row('c', 'cotton-cloth', n);
        const l = life(
          deeds.map(([d, w]) => (w === 'wash' ? washed(d, 'c') : clean(d, 'c', w))),
          s,
        );
        expect(l.clean).toBeGreaterThanOrEqual(0);
        if (!l.away) expect(l.clean + l.begun + l.used).toBe(n);
        expect(l.begun ? l.facesLeft > 0 && l.facesLeft < 8 : l.facesLeft === 0).toBe(true);
      }),
      { numRuns: runs(200) },
    );
  });
});

describe('the wash', () => {
  const rows = [
    row('c', 'microfibre-cloth'),
    row('t', 'cotton-cloth'),
    row('k', 'cotton-cloth'),
    row('p', 'blind-duster'),
  ];
  const log = [clean(18, 'c'), clean(18, 't', 'bowl'), clean(18, 'k'), clean(18, 'p', 'tiles', null)];
  const h = past(log, rows);
  const lives = rows.map((r) => lifeOf(r, h, now, catalogue)!);
  test('microfibre for itself, what did the toilet apart from the rest, as hot as the most delicate bears', () =>
    expect(
      loadsOf(lives, h, () => [], catalogue).loads.map((l) => [l.name, l.max_C, l.lives.map((x) => x.stock.id)]),
    ).toEqual([
      ['Microfibre, all else', 40, ['c', 'p']],
      ['Cotton, toilet and floors', 60, ['t']],
      ['Cotton, all else', 60, ['k']],
    ]));
  test('what a solvent or a drying oil is in, or nobody knows what, never goes into a machine, rinsed or not', () => {
    const met = (product: string) => (id: string) => (id === 'k' ? [{ product, name: product, rinsed: true }] : []);
    for (const product of ['white-spirit', 'wood-oil-drying', 'a product that is gone']) {
      const { loads, never } = loadsOf(lives, h, met(product), catalogue);
      expect(never.map((l) => l.stock.id)).toEqual(['k']);
      expect(loads.flatMap((l) => l.lives.map((x) => x.stock.id))).not.toContain('k');
    }
    expect(loadsOf(lives, h, met('dish-detergent'), catalogue).never).toEqual([]);
  });
  test('what is still wet with something is rinsed first', () => {
    const wet = (id: string) => (id === 't' ? [{ product: 'chlorine-bleach', name: 'bleach', rinsed: false }] : []);
    expect(loadsOf(lives, h, wet, catalogue).loads.map((l) => l.rinse)).toEqual([[], ['bleach'], []]);
    const rinsed = (id: string) => wet(id).map((m) => ({ ...m, rinsed: true }));
    expect(loadsOf(lives, h, rinsed, catalogue).loads.map((l) => l.rinse)).toEqual([[], [], []]);
  });
  test('wash day comes before the first kind has no clean piece: by hand, 8 uses in 56 days of 2 faces of 32', () => {
    const uses = Array.from({ length: 8 }, (_, i) => clean(1 + i, 'c'));
    const p = past(uses);
    // 16 of 32 faces are left, 2/7 a day: 56 days, less half a day on the line
    expect(washDay([lifeOf(cloths, p, now, catalogue)!], p)).toMatchObject({ days: 55 });
    expect(washDay([lifeOf(cloths, past([]), now, catalogue)!], past([]))).toBeNull();
  });
  test('only clean pieces count as there', () =>
    expect([...cleanHere({ id: 'k' }, lives, rows)]).toEqual([
      ['microfibre-cloth', 4],
      ['cotton-cloth', 7],
      ['blind-duster', 4],
    ]));
});

test('a cloth gone wrong has a rescue or an end, of its own kind; a brush has neither', () => {
  const of = (id: string) => rescuesFor(catalogue.tools.get(id)!, catalogue).map((r) => r.id);
  expect(of('microfibre-cloth')).toContain('hard-edges');
  expect(of('cotton-cloth')).not.toContain('hard-edges');
  expect(of('cotton-cloth')).toContain('smells-damp');
  expect(of('squeegee')).toEqual([]);
});

describe('upkeep', () => {
  const vacuum = row('v', 'vacuum-floor', 1);
  const uses = (n: number): LogEntry[] => Array.from({ length: n }, () => clean(1, 'v', 'floor', null));
  const due = (log: LogEntry[], s = vacuum, hardness = 100) =>
    upkeepDue([s], past(log, [s]), hardness, catalogue).map((d) => [d.upkeep.id, d.over]);
  test('falls due by uses, and begins anew when it is done', () => {
    expect(due(uses(5))).toEqual([]);
    expect(due(uses(8))).toEqual([
      ['vacuum-bag', 2],
      ['vacuum-hair', 0],
    ]);
    const done = entry(2, 'note', { tools: ['v'], upkeep: 'vacuum-bag', text: 'Emptied.' });
    expect(due([...uses(8), done])).toEqual([['vacuum-hair', 0]]);
    expect(due([...uses(8), done, ...Array.from({ length: 6 }, () => clean(3, 'v', 'floor', null))])).toEqual([
      ['vacuum-hair', 6],
      ['vacuum-bag', 0],
    ]);
  });
  test('scale sooner in hard water, never later in soft', () => {
    const scale = catalogue.upkeep.get('descale')!;
    expect([0, 120, 240, 5000].map((h) => everyUses(scale, h))).toEqual([20, 20, 10, 1]);
    expect(everyUses(catalogue.upkeep.get('vacuum-hair')!, 5000)).toBe(8);
  });
  test('every tool that is named is one', () => {
    for (const u of catalogue.upkeep.values()) for (const t of u.tools) expect(catalogue.tools.has(t)).toBe(true);
  });
});

describe('what a house takes', () => {
  const bottle = row('d', 'dish-detergent', 400, { pack: { amount: 500, unit: 'mL' } });
  const take = (day: number, mL: number) =>
    clean(day, 'c', 'tiles', 'dish-detergent', { moves: [{ stock: 'd', delta: -mL, unit: 'mL' }] });
  const count = (day: number, delta: number) =>
    entry(day, 'stock', { reason: 'count', moves: [{ stock: 'd', delta, unit: 'mL' }] });
  const taken = (log: LogEntry[]) => past(log, [cloths, bottle]).taken['dish-detergent'];
  test('learns from counting: as much gone again as was reckoned, eight times, is half of twice as much', () => {
    const eight = Array.from({ length: 8 }, (_, i) => take(1 + i, 10));
    expect(taken(eight)).toEqual({ times: 8, reckoned: 80, gone: 80 });
    expect(learnedFactor(taken(eight))).toBe(1);
    expect(learnedFactor(taken([...eight, count(12, -80)]))).toBe(1.5);
    expect(learnedFactor(taken([...eight, count(12, 80)]))).toBe(0.5);
    expect(learnedFactor(undefined)).toBe(1);
  });
  test('what was learned is taken with, and learned no second time: a house that takes twice as much comes to twice', () => {
    let log: LogEntry[] = [];
    for (let day = 1; day <= 300; day++) {
      const f = learnedFactor(taken(log));
      log = [...log, take(day / 20, 10 * f), count(day / 20, -(20 - 10 * f))];
    }
    expect(learnedFactor(taken(log))).toBeCloseTo(2, 1);
  });
  test('never beyond four times, whatever was counted', () =>
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 500 }), fc.float({ min: -1e6, max: 1e6, noNaN: true }), (times, gone) => {
        const f = learnedFactor({ times, reckoned: 10, gone });
        return f >= 0.25 && f <= 4;
      }),
    ));
  test('the rhythm of the spots says what a week will take', () => {
    // the tiles every 7 days, 12 mL the last time
    expect(past([take(1, 30), take(9, 12)], [cloths, bottle]).planned).toEqual({ 'dish-detergent': 12 });
  });
});
