import {
  bodyOf,
  type Bottle,
  deedOf,
  didOf,
  type Edit,
  type Edited,
  type Effect,
  inverseOf,
  type LogEntry,
  type LogFields,
  type Reach,
  recordsAfter,
  valueAt,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { runs } from '../../checks/depth';

/** A household small enough to read, and everything in it that a deed can change. */
const START = {
  stock: [
    { id: 's1', kit: 'k', position: 0, item: 'white-vinegar', pack: { amount: 500, unit: 'mL' }, onHand: 300 },
    { id: 's2', kit: 'k', position: 1, item: 'baking-soda', pack: { amount: 500, unit: 'g' }, onHand: 40 },
  ],
  rooms: [{ id: 'o1', name: 'Bath' }],
  kits: [{ id: 'k', name: 'Shelf', room: 'o1' }],
  bottles: [
    { id: 'b1', name: 'Sprayer', capacity_mL: 500, head: { id: 'h1', kind: 'trigger' }, fill: null },
    { id: 'b2', name: 'Jug', capacity_mL: 500, head: { id: 'h2', kind: 'foam' }, fill: null },
    { id: 'b3', name: 'Bare', capacity_mL: 500, head: null, fill: null },
  ],
  spots: [
    {
      id: 'p1',
      room: 'o1',
      soils: [
        { soil: 'rust', severity: 3, age: 'dried', seenAt: 'then' },
        { soil: 'dust', severity: 1, age: 'fresh', seenAt: 'then' },
      ],
    },
    { id: 'p2', room: 'o1', soils: [{ soil: 'limescale', severity: 5, age: 'set', seenAt: 'then' }] },
  ],
  shopping: [
    { id: 'l1', item: 'white-vinegar', state: 'open' },
    { id: 'l2', item: 'dish-detergent', state: 'open' },
  ],
  runs: [{ id: 'r1', state: 'running', timers: [{ id: 't' }] }],
};
type Rows = Record<Edited, { id: string; room?: string; kit?: string }[]>;
class House {
  rows = JSON.parse(JSON.stringify(START)) as Rows;
  log: LogEntry[] = [];
  gone = new Set<string>();
  private readonly one = (on: Edited, id: string) => this.rows[on].find((r) => r.id === id) ?? null;
  private children(on: Edited, id: string): { on: Edited; id: string }[] {
    if (on === 'kits') return this.rows.stock.filter((r) => r.kit === id).map((r) => ({ on: 'stock', id: r.id }));
    if (on !== 'rooms') return [];
    const kits = this.rows.kits.filter((r) => r.room === id);
    return [
      ...kits.flatMap((k) => [...this.children('kits', k.id), { on: 'kits' as const, id: k.id }]),
      ...this.rows.spots.filter((r) => r.room === id).map((r) => ({ on: 'spots' as const, id: r.id })),
    ];
  }
  private readonly reach: Reach = {
    stock: (id) => this.one('stock', id) as never,
    bottle: (id) => this.one('bottles', id) as never,
    spot: (id) => this.one('spots', id) as never,
    run: (id) => this.one('runs', id) as never,
    shopping: () => this.rows.shopping as never,
    body: (on, id) => {
      const r = this.one(on, id);
      return r && bodyOf(r);
    },
    children: (on, id) => this.children(on, id),
  };
  private carryOut(effects: readonly Effect[]): void {
    for (const { on, id, is } of recordsAfter(effects, this.one)) {
      this.rows[on] = this.rows[on].filter((r) => r.id !== id);
      if (is) this.rows[on].push({ ...is, id });
      this.rows[on].sort((a, b) => (a.id < b.id ? -1 : 1));
    }
  }
  /** Null when it was done; else what was said. */
  do(fields: LogFields, id = `e${this.log.length}`): string | null {
    const at = `2026-11-25T10:${String(this.log.length).padStart(2, '0')}:00.000Z`;
    // as at the border: what stands somewhere stands in something that is there
    for (const x of fields.edits ?? [])
      for (const [on, id] of [
        ['rooms', x.fields?.['room']],
        ['kits', x.fields?.['kit']],
      ] as const)
        if (id && !this.one(on, id as string) && !fields.edits!.some((m) => m.does === 'make' && m.id === id))
          return 'It is not here.';
    const done = deedOf(fields, this.reach, at);
    if (!done.ok) return done.problems[0]!.message;
    this.carryOut(done.value.effects);
    for (const [i, e] of [done.value.entry, ...done.value.also].entries())
      this.log.push({
        ...e,
        id: i ? `${id}+` : id,
        seq: this.log.length + 1,
        at,
        recordedAt: at,
        did: i ? [] : done.value.effects,
      } as LogEntry);
    return null;
  }
  takeBack(id: string): string | null {
    const was = this.log.find((e) => e.id === id)!;
    const later = this.log.filter((e) => e.seq > was.seq && !this.gone.has(e.id));
    const did = inverseOf(was, later, (on, of, path) => valueAt(this.one(on, of), path));
    if (!did.ok) return did.problems[0]!.message;
    this.carryOut(did.value);
    this.gone.add(id);
    return null;
  }
}
const fill = (mL: number, n: number) => ({
  parts: [{ item: 'white-vinegar', stock: 's1', amount: 20, unit: 'mL' as const }],
  water_mL: mL,
  result: [],
  mixedAt: `2026-11-25T09:00:00.${String(n).padStart(3, '0')}Z`,
  discardAt: '2026-12-25T09:00:00.000Z',
  left_mL: mL,
});
const use = (stock: string, delta: number, reason: 'use' | 'buy' | 'count' = 'use'): LogFields => ({
  kind: 'stock',
  reason,
  moves: [{ stock, delta, unit: stock === 's1' ? 'mL' : 'g' }],
});
const clean = (spot: string, soil: string, outcome: 'worked' | 'partly' | 'not', more: object = {}): LogFields => ({
  kind: 'clean',
  spot,
  question: { material: 'glass', soil },
  outcome,
  ...more,
});

describe('what a deed does', () => {
  let h: House;
  beforeEach(() => (h = new House()));
  const row = (on: Effect['on'], id: string) => h.rows[on].find((r) => r.id === id) as never as Record<string, never>;
  const soil = (spot: string, id: string) =>
    (row('spots', spot)['soils'] as { soil: string; severity: number }[]).find((s) => s.soil === id)!.severity;
  test('a clean that worked takes the soil away, one that partly did a step of it, one that did not nothing', () => {
    h.do(clean('p1', 'rust', 'worked'));
    h.do(clean('p2', 'limescale', 'partly'));
    h.do(clean('p1', 'dust', 'not'));
    expect([soil('p1', 'rust'), soil('p1', 'dust'), soil('p2', 'limescale')]).toEqual([0, 1, 4]);
    // a trace that partly went is a trace
    h.do(clean('p1', 'dust', 'partly'));
    expect(soil('p1', 'dust')).toBe(1);
    expect(h.takeBack('e1')).toBeNull();
    expect([soil('p2', 'limescale'), soil('p1', 'rust')]).toEqual([5, 0]);
  });
  test('a mix fills the bottle and takes from the shelf; taken back, both are as before', () => {
    expect(
      h.do({ kind: 'mix', bottle: 'b1', fill: fill(400, 1), moves: [{ stock: 's1', delta: -20, unit: 'mL' }] }),
    ).toBeNull();
    expect([row('bottles', 'b1')['fill'], row('stock', 's1')['onHand']]).toEqual([fill(400, 1), 280]);
    expect(h.takeBack('e0')).toBeNull();
    expect(h.rows).toEqual(START);
  });
  test('what was used of it since hangs on a mix, and says so', () => {
    h.do({ kind: 'mix', bottle: 'b1', fill: fill(400, 1) });
    h.do(clean('p1', 'rust', 'worked', { bottle: 'b1', used_mL: 50, names: { spot: 'Tap' } }));
    expect((row('bottles', 'b1')['fill'] as unknown as { left_mL: number }).left_mL).toBe(350);
    expect(h.takeBack('e0')).toBe(
      'The cleaning of 2026-11-25 10:01 (Tap) hangs on it (it has been changed since): take that back first.',
    );
    expect([h.takeBack('e1'), h.takeBack('e0')]).toEqual([null, null]);
    expect(h.rows).toEqual(START);
  });
  test('what was taken of a bottle that is filled anew is not poured into the new', () => {
    h.do({ kind: 'mix', bottle: 'b1', fill: fill(400, 1) });
    h.do(clean('p1', 'rust', 'not', { bottle: 'b1', used_mL: 50 }));
    h.do({ kind: 'mix', bottle: 'b1', fill: fill(200, 2) });
    expect(h.takeBack('e1')).toBeNull();
    expect(row('bottles', 'b1')['fill']).toEqual(fill(200, 2));
  });
  test('buying crosses the line off; taken back, it is open again, and the other never was touched', () => {
    h.do(use('s1', 500, 'buy'));
    expect([row('shopping', 'l1')['state'], row('shopping', 'l2')['state'], row('stock', 's1')['onHand']]).toEqual([
      'bought',
      'open',
      800,
    ]);
    expect(h.takeBack('e0')).toBeNull();
    expect(h.rows).toEqual(START);
  });
  test('two heads change places in one deed, each with what it came out of; one that has moved meanwhile is refused', () => {
    h.do({ kind: 'mix', bottle: 'b2', fill: fill(100, 1) });
    const move = (head: string, from: string, to: string): LogFields => ({
      kind: 'head-moved',
      tools: [head],
      from,
      bottle: to,
      fill: null,
      toolsRinsed: 2,
    });
    expect(h.do(move('h1', 'b1', 'b2'))).toBeNull();
    expect(h.rows.bottles.map((b) => (b as Bottle).head?.id)).toEqual(['h2', 'h1', undefined]);
    expect(h.log.slice(-2)).toMatchObject([
      { tools: ['h1'], from: 'b1', bottle: 'b2', fill: null },
      {
        tools: ['h2'],
        from: 'b2',
        bottle: 'b1',
        fill: fill(100, 1),
        toolsRinsed: 2,
        text: 'The foam head of Jug now sits on Sprayer, rinsed twice.',
      },
    ]);
    expect(h.do(move('h1', 'b1', 'b3'))).toBe('That head is not on Sprayer any more: look at the bottles again.');
    expect(h.do(move('h2', 'b1', 'b3'))).toBeNull();
    expect(h.rows.bottles.map((b) => (b as Bottle).head?.id)).toEqual([undefined, 'h1', 'h2']);
    expect(h.log.at(-1)).toMatchObject({ tools: ['h2'], bottle: 'b3' });
  });
  test('a run ends with its last entry', () => {
    h.do(clean('p1', 'rust', 'worked', { run: 'r1', ends: true }));
    expect(h.rows.runs).toEqual([{ id: 'r1', state: 'done', timers: [] }]);
    expect(h.takeBack('e0')).toBeNull();
    expect(h.rows).toEqual(START);
  });
  test('a count says how much there is: what was used before it is no longer given back', () => {
    h.do(use('s1', -30));
    h.do(use('s1', 10, 'count'));
    expect(h.takeBack('e0')).toMatch(/^The stock entry of 2026-11-25 10:01 hangs on it \(the amount was set since\)/);
    expect([h.takeBack('e1'), h.takeBack('e0')]).toEqual([null, null]);
    expect(h.rows).toEqual(START);
  });
  test('what was used up is not taken back from the shelf', () => {
    h.do(use('s2', 500, 'buy'));
    h.do(use('s2', -520));
    expect(h.takeBack('e0')).toBe(
      'The stock entry of 2026-11-25 10:01 hangs on it (it took of what this had brought): take that back first.',
    );
    // more came since, and yet it could not have been taken then
    h.do(use('s2', 500, 'buy'));
    expect(h.takeBack('e0')).toMatch(/10:01 hangs on it/);
    expect(h.takeBack('e2')).toBeNull();
  });
  test.each([
    [use('s9', -1), /no longer on a shelf/],
    [{ ...use('s1', -1), moves: [{ stock: 's1', delta: -1, unit: 'g' }] } as LogFields, /counted in mL, not in g/],
    [use('s1', -301), /Only 300 mL are there: count the shelf first, then take 301/],
    [{ kind: 'mix', bottle: 'b9', fill: fill(10, 1) } as LogFields, /not in this household/],
    [{ kind: 'mix', bottle: 'b1', fill: fill(501, 1) } as LogFields, /holds 500 mL: mix less/],
    [{ kind: 'pour-out', bottle: 'b9' } as LogFields, /not in this household/],
    // the second move of the same piece counts on the first
    [
      {
        kind: 'stock',
        reason: 'use',
        moves: [1, 2].map(() => ({ stock: 's1', delta: -200, unit: 'mL' as const })),
      } as LogFields,
      /Only 100 mL are there/,
    ],
  ])('%#: refused, and nothing is changed', (entry, says) => {
    expect(h.do(entry)).toMatch(says);
    expect([h.rows, h.log]).toEqual([START, []]);
  });
  test('an entry of before, that does not say what it did, gives its moves back', () => {
    const old = {
      id: 'x',
      seq: 1,
      kind: 'stock',
      moves: [{ stock: 's1', delta: -20, unit: 'mL', after: 280 }],
    } as unknown as LogEntry;
    expect(didOf(old)).toEqual([{ on: 'stock', id: 's1', path: 'onHand', add: -20 }]);
    expect(didOf({ ...old, moves: undefined })).toEqual([]);
  });
  test('what is gone, or was edited by hand, is said', () => {
    h.do(clean('p1', 'rust', 'worked'));
    h.rows.spots[0] = { ...h.rows.spots[0]!, soils: [{ ...START.spots[0]!.soils[0]!, severity: 2 }] } as never;
    expect(h.takeBack('e0')).toMatch(/edited by hand since/);
    h.do(use('s1', -20));
    h.rows.stock = [];
    expect(h.takeBack('e1')).toMatch(/no longer there/);
  });
});

const edit = (...edits: Edit[]): LogFields => ({ kind: 'edit', edits });
describe('records made, changed and put away', () => {
  let h: House;
  beforeEach(() => (h = new House()));
  const has = (on: Edited, id: string) => h.rows[on].some((r) => r.id === id);
  test('made, and taken back while nothing was done with it', () => {
    expect(h.do(edit({ does: 'make', on: 'kits', id: 'k2', fields: { name: 'Box', room: 'o1' } }))).toBeNull();
    expect(h.rows.kits).toContainEqual({ id: 'k2', name: 'Box', room: 'o1' });
    expect(h.takeBack('e0')).toBeNull();
    expect(h.rows).toEqual(START);
  });
  test('what was made and used since stays, and it says by what', () => {
    h.do(edit({ does: 'make', on: 'spots', id: 'p9', fields: { room: 'o1', soils: [] } }));
    h.do({ kind: 'rinse', spot: 'p9' });
    expect(h.takeBack('e0')).toMatch(/The rinse of .*hangs on it \(it was used since\)/);
    h.takeBack('e1');
    expect(h.takeBack('e0')).toBeNull();
  });
  test('a change goes back as long as nobody changed the same field', () => {
    h.do(edit({ does: 'change', on: 'kits', id: 'k', fields: { name: 'Caddy' } }));
    expect(didOf(h.log[0]!)).toEqual([{ on: 'kits', id: 'k', path: 'name', was: 'Shelf', is: 'Caddy' }]);
    h.do(edit({ does: 'change', on: 'kits', id: 'k', fields: { room: null } }));
    expect(h.takeBack('e0')).toBeNull();
    expect(h.rows.kits[0]).toEqual({ id: 'k', name: 'Shelf', room: null });
    h.do(edit({ does: 'change', on: 'kits', id: 'k', fields: { room: 'o1' } }));
    expect(h.takeBack('e1')).toMatch(/The change of .*hangs on it/);
  });
  test('put away with all that stands in it, and brought back with it', () => {
    h.do(edit({ does: 'put-away', on: 'rooms', id: 'o1' }));
    expect([has('rooms', 'o1'), has('kits', 'k'), has('stock', 's1'), has('spots', 'p2')]).toEqual([
      false,
      false,
      false,
      false,
    ]);
    expect(h.takeBack('e0')).toBeNull();
    expect(h.rows).toEqual(START);
  });
  test('what stood in something that is put away itself waits for that', () => {
    h.do(edit({ does: 'put-away', on: 'spots', id: 'p1' }));
    h.do(edit({ does: 'put-away', on: 'rooms', id: 'o1' }));
    expect(h.takeBack('e0')).toMatch(/hangs on it \(what it stood in went with it\)/);
    h.takeBack('e1');
    expect(h.takeBack('e0')).toBeNull();
    expect(h.rows).toEqual(START);
  });
  test('what would have gone with its kit does not come back into another of that id', () => {
    h.do(edit({ does: 'put-away', on: 'stock', id: 's2' }));
    h.do(edit({ does: 'put-away', on: 'kits', id: 'k' }));
    h.do(edit({ does: 'make', on: 'kits', id: 'k', fields: { name: 'made', room: 'o1' } }));
    expect(h.takeBack('e0')).toMatch(/hangs on it \(what it stood in went with it\)/);
  });
  test('what was moved out of a kit that went does not go back into it', () => {
    h.do(edit({ does: 'make', on: 'kits', id: 'k2', fields: { name: 'Box', room: 'o1' } }));
    h.do(edit({ does: 'change', on: 'stock', id: 's1', fields: { kit: 'k2' } }));
    h.do(edit({ does: 'put-away', on: 'kits', id: 'k' }));
    expect(h.takeBack('e1')).toMatch(/hangs on it \(what it stood in went with it\)/);
  });
  test('several at once are one deed: all of them or none', () => {
    const both = edit(
      { does: 'make', on: 'kits', id: 'k2', fields: { name: 'Box', room: 'o1' } },
      { does: 'change', on: 'stock', id: 's1', fields: { kit: 'k2' } },
      { does: 'change', on: 'kits', id: 'k2', fields: { name: 'Basket' } },
    );
    expect(h.do(both)).toBeNull();
    expect([h.rows.kits[1], h.rows.stock[0]!.kit]).toEqual([{ id: 'k2', name: 'Basket', room: 'o1' }, 'k2']);
    expect(h.takeBack('e0')).toBeNull();
    expect(h.rows).toEqual(START);
    const half = edit(
      { does: 'change', on: 'kits', id: 'k', fields: { name: 'X' } },
      { does: 'put-away', on: 'kits', id: 'none' },
    );
    expect(h.do(half)).toMatch(/not here/);
    expect(h.rows).toEqual(START);
    expect(h.do(edit({ does: 'make', on: 'kits', id: 'k', fields: {} }))).toMatch(/of that id already/);
  });
});

const DEEP = Boolean(process.env['DEEP']);
describe('taking back, whatever happened in between', () => {
  let n = 0;
  const deed: fc.Arbitrary<LogFields> = fc.oneof(
    fc.tuple(fc.constantFrom('s1', 's2'), fc.integer({ min: -60, max: -1 })).map(([s, d]) => use(s, d)),
    fc.constantFrom('s1', 's2').map((s) => use(s, 500, 'buy')),
    fc.tuple(fc.constantFrom('s1', 's2'), fc.integer({ min: -20, max: 20 })).map(([s, d]) => use(s, d, 'count')),
    fc.tuple(fc.constantFrom('b1', 'b2'), fc.integer({ min: 50, max: 500 })).map(([bottle, mL]): LogFields => ({
      kind: 'mix',
      bottle,
      fill: fill(mL, ++n % 1000),
      moves: [{ stock: 's1', delta: -20, unit: 'mL' }],
    })),
    fc.constantFrom('b1', 'b2').map((bottle): LogFields => ({ kind: 'pour-out', bottle })),
    fc
      .tuple(
        fc.constantFrom(['p1', 'rust'], ['p1', 'dust'], ['p2', 'limescale']),
        fc.constantFrom('worked', 'partly', 'not'),
        fc.constantFrom({}, { bottle: 'b1', used_mL: 70 }, { bottle: 'b2', used_mL: 30 }, { run: 'r1', ends: true }),
      )
      .map(([[p, s], o, more]) => clean(p!, s!, o as 'worked', more)),
    fc.constantFrom<LogFields>({ kind: 'note', text: 'x' }, { kind: 'rinse', spot: 'p1' }),
    // two devices edit: a few things of each kind come, are renamed, moved and go
    fc
      .constantFrom('k', 'k2')
      .map((id) => edit({ does: 'make', on: 'kits', id, fields: { name: 'made', room: 'o1' } })),
    fc
      .tuple(fc.constantFrom('k', 'k2'), fc.constantFrom('A', 'B'))
      .map(([id, name]) => edit({ does: 'change', on: 'kits', id, fields: { name } })),
    fc
      .tuple(fc.constantFrom('s1', 's2'), fc.constantFrom('k', 'k2'))
      .map(([id, kit]) => edit({ does: 'change', on: 'stock', id, fields: { kit } })),
    fc
      .constantFrom<[Edited, string]>(
        ['kits', 'k'],
        ['kits', 'k2'],
        ['stock', 's2'],
        ['spots', 'p2'],
        ['bottles', 'b2'],
        ['shopping', 'l1'],
      )
      .map(([on, id]) => edit({ does: 'put-away', on, id })),
    fc
      .constantFrom('p2', 'p3')
      .map((id) =>
        edit({ does: 'make', on: 'spots', id, fields: { room: 'o1', soils: [{ soil: 'limescale', severity: 4 }] } }),
      ),
  );
  test('the household is as if it had not been done, or it says what hangs on it', () => {
    let [back, refused] = [0, 0];
    fc.assert(
      fc.property(fc.array(deed, { minLength: 1, maxLength: 14 }), fc.nat(), (deeds, which) => {
        const house = new House();
        const done = deeds.filter((d, i) => house.do(d, `d${i}`) === null);
        if (!done.length) return;
        const entry = house.log[which % house.log.length]!;
        const before = JSON.stringify(house.rows);
        const says = house.takeBack(entry.id);
        if (says !== null) {
          refused++;
          expect(says).toMatch(/hangs on it/);
          expect(JSON.stringify(house.rows)).toBe(before);
          return;
        }
        back++;
        // the same again from the start, without it: every other at its own instant
        const without = new House();
        deeds.forEach((d, i) => {
          if (!house.log.some((e) => e.id === `d${i}`)) return;
          if (`d${i}` === entry.id) without.log.push(entry);
          else expect(without.do(d, `d${i}`)).toBeNull();
        });
        expect(house.rows).toEqual(without.rows);
      }),
      { numRuns: runs(DEEP ? 20_000 : 2000) },
    );
    expect([back > runs(500), refused > runs(100)]).toEqual([true, true]);
  });
  test('all of it taken back, last first: the household is as it began', () => {
    fc.assert(
      fc.property(fc.array(deed, { minLength: 1, maxLength: 14 }), (deeds) => {
        const house = new House();
        deeds.forEach((d) => house.do(d));
        for (const e of [...house.log].reverse()) expect(house.takeBack(e.id)).toBeNull();
        expect(house.rows).toEqual(START);
      }),
      { numRuns: runs(DEEP ? 10_000 : 1000) },
    );
  });
});
