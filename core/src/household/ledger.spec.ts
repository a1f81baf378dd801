import { ledgerOfHead, ledgerOfSpot, ledgerOfTool, lastDone, type LogEntry, standing } from '@dolly-tub/core';
import { evidenceOf, barredOf } from './ledger';

/** Times in Berlin, in winter an hour before UTC; now is a Wednesday noon. */
const NOW = new Date('2026-11-25T11:00:00.000Z');
const ZONE = 'Europe/Berlin';
let seq = 0;
const entry = (at: string, e: Partial<LogEntry>): LogEntry =>
  ({ id: `e${++seq}`, seq, at, recordedAt: at, kind: 'clean', spot: 's', ...e }) as LogEntry;
const put = (product: string, at: string, e: Partial<LogEntry> = {}): LogEntry =>
  entry(at, { method: { name: product, product }, names: { product: `the ${product}` }, ...e });
const rinse = (at: string, e: Partial<LogEntry> = {}): LogEntry => entry(at, { kind: 'rinse', ...e });
const spot = (log: LogEntry[]) => ledgerOfSpot(log, 's', NOW, ZONE);
const sponge = (log: LogEntry[]) => ledgerOfTool(log, 'sponge', NOW, ZONE);

describe('what a spot last met', () => {
  test('never rinsed: the fact, its night and the name it had', () =>
    expect(spot([put('bleach', '2026-11-24T18:00:00.000Z', { rinsed: 0 })])).toEqual([
      {
        product: 'bleach',
        rinsed: false,
        daysAgo: 1,
        at: '2026-11-24T18:00:00.000Z',
        name: 'the bleach',
        aired: false,
        sworn: false,
      },
    ]));
  test('rinsed then and since: how often, and nights from the last rinse', () =>
    expect(
      spot([
        put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 1 }),
        rinse('2026-11-23T10:00:00.000Z', { rinsed: 2 }),
      ])[0],
    ).toMatchObject({
      rinsed: true,
      times: 3,
      daysAgo: 5,
      rinsedDaysAgo: 2,
      rinsedAt: '2026-11-23T10:00:00.000Z',
    }));
  test('a rinse before it is none of it; one noted without a number is one', () => {
    expect(
      spot([rinse('2026-11-19T10:00:00.000Z'), put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 0 })])[0]!.rinsed,
    ).toBe(false);
    expect(
      spot([put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 0 }), rinse('2026-11-21T10:00:00.000Z')])[0],
    ).toMatchObject({ times: 1 });
  });
  test('rinsing off the second product is no rinse of the first', () => {
    const l = spot([
      put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 0 }),
      put('vinegar', '2026-11-21T10:00:00.000Z', { rinsed: 2 }),
    ]);
    expect(l.map((m) => [m.product, m.rinsed])).toEqual([
      ['vinegar', true],
      ['bleach', false],
    ]);
  });
  test('the latest use counts, not the rinsed one before it', () =>
    expect(
      spot([
        put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 2 }),
        put('bleach', '2026-11-22T10:00:00.000Z', { rinsed: 0 }),
      ])[0],
    ).toMatchObject({ rinsed: false, daysAgo: 3 }));
  test('a dab in a corner is a use; looking, counting and another spot are none', () => {
    expect(spot([put('bleach', '2026-11-24T10:00:00.000Z', { kind: 'test-spot' })])).toHaveLength(1);
    expect(spot([put('bleach', '2026-11-24T10:00:00.000Z', { kind: 'damage' })])).toEqual([]);
    expect(spot([put('bleach', '2026-11-24T10:00:00.000Z', { spot: 'other' })])).toEqual([]);
  });
  test('the person’s own word: a rinse of its own, twice and aired', () => {
    const used = put('bleach', '2026-11-10T10:00:00.000Z', { rinsed: 0 });
    const word = (e: Partial<LogEntry>) => spot([used, rinse('2026-11-20T10:00:00.000Z', e)])[0]!;
    expect(word({ rinsed: 2, aired: true })).toMatchObject({ sworn: true, aired: true, times: 2 });
    expect(word({ rinsed: 1, aired: true }).sworn).toBe(false);
    expect(word({ rinsed: 2 }).sworn).toBe(false);
    expect(spot([put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 2, aired: true })])[0]).toMatchObject({
      sworn: false,
      aired: true,
    });
  });
  test('rinsed and over two months back it is forgotten, sixty nights it is not; never rinsed it never is', () => {
    const at = (days: number): string => new Date(NOW.getTime() - days * 86_400_000).toISOString();
    expect(spot([put('bleach', at(60), { rinsed: 1 })])).toHaveLength(1);
    expect(spot([put('bleach', at(62), { rinsed: 1 })])).toEqual([]);
    expect(spot([put('bleach', at(400), { rinsed: 0 })])).toHaveLength(1);
  });
  test('undone and corrected entries no longer stand', () => {
    const a = put('bleach', '2026-11-24T10:00:00.000Z');
    const b = put('vinegar', '2026-11-24T10:00:00.000Z', { corrects: a.id });
    expect(standing([a, b]).map((e) => e.id)).toEqual([b.id]);
    expect(standing([a, entry('2026-11-24T11:00:00.000Z', { kind: 'undo', corrects: a.id })])).toEqual([]);
  });
});

describe('the order of things', () => {
  test('one instant written with an offset is that instant', () => {
    // the rinse at 08:30 UTC is before the bleach at 10:00+01:00 = 09:00 UTC, though it is the larger text
    const l = spot([
      rinse('2026-11-25T08:30:00.000Z', { rinsed: 2 }),
      put('bleach', '2026-11-25T10:00:00+01:00', { rinsed: 0 }),
    ]);
    expect(l[0]!.rinsed).toBe(false);
  });
  test.each([
    [
      'rinsed by the clock, not by writing',
      [
        ['bleach', '2026-11-24T09:00:00.000Z'],
        ['rinse', '2026-11-24T08:00:00.000Z'],
      ],
      false,
    ],
    [
      'rinsed by writing, not by the clock',
      [
        ['rinse', '2026-11-24T10:00:00.000Z'],
        ['bleach', '2026-11-24T09:00:00.000Z'],
      ],
      false,
    ],
    [
      'rinsed by both',
      [
        ['bleach', '2026-11-24T09:00:00.000Z'],
        ['rinse', '2026-11-24T10:00:00.000Z'],
      ],
      true,
    ],
  ] as [string, [string, string][], boolean][])('after the clock went back the worse counts: %s', (_, rows, rinsed) => {
    const log = rows.map(([what, at]) =>
      what === 'rinse' ? rinse(at, { rinsed: 2 }) : put('bleach', at, { rinsed: 0 }),
    );
    expect(spot(log)[0]!.rinsed).toBe(rinsed);
  });
  test('of two accounts the fewer rinses and the later night', () => {
    // written: rinse once, then the bleach (rinsed once), then a rinse; by the clock the last one came first
    const log = [
      put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 1 }),
      rinse('2026-11-23T10:00:00.000Z', { rinsed: 2, aired: true }),
      rinse('2026-11-19T10:00:00.000Z', { rinsed: 1 }),
    ];
    expect(spot(log)[0]).toMatchObject({ rinsed: true, times: 3, rinsedDaysAgo: 2 });
    const other = [
      put('bleach', '2026-11-22T10:00:00.000Z', { rinsed: 1 }),
      put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 2 }),
    ];
    expect(spot(other)[0]).toMatchObject({ times: 1, daysAgo: 3, rinsedDaysAgo: 3, sworn: false });
  });
});

describe('what a tool and a head have met', () => {
  test('a rinse of the tool takes all along; a rinse of the spot does not', () => {
    const used = put('bleach', '2026-11-24T10:00:00.000Z', { tools: ['sponge'], rinsed: 2 });
    expect(sponge([used])[0]).toMatchObject({ product: 'bleach', rinsed: false });
    expect(sponge([used, rinse('2026-11-24T12:00:00.000Z', { tools: ['sponge'], rinsed: 2 })])[0]).toMatchObject({
      rinsed: true,
      times: 2,
    });
    expect(sponge([used, rinse('2026-11-24T12:00:00.000Z', { tools: ['sponge'] })])[0]).toMatchObject({ times: 1 });
    expect(sponge([used, rinse('2026-11-24T12:00:00.000Z')])[0]!.rinsed).toBe(false);
    expect(sponge([{ ...used, toolsRinsed: 1 } as LogEntry])[0]).toMatchObject({ rinsed: true, times: 1 });
    expect(sponge([put('bleach', '2026-11-24T10:00:00.000Z', { tools: ['brush'] })])).toEqual([]);
    expect(sponge([put('bleach', '2026-11-24T10:00:00.000Z', { tools: ['sponge'], kind: 'damage' })])).toEqual([]);
  });
  const fill = (item: string, mixedAt: string) => ({ parts: [{ item }], mixedAt }) as never;
  const head = (log: LogEntry[], on: { id: string; fill?: never } | null) => ledgerOfHead(log, 'h', on, NOW, ZONE);
  test('what is in the bottle it sits on is there now', () =>
    expect(head([], { id: 'b', fill: fill('vinegar', '2026-11-23T10:00:00.000Z') })).toEqual([
      { product: 'vinegar', name: 'vinegar', rinsed: false, daysAgo: 2, at: '2026-11-23T10:00:00.000Z' },
    ]));
  test('what was mixed there since it came, not what was there before it', () => {
    const mixed = (at: string) => entry(at, { kind: 'mix', bottle: 'b', fill: fill('bleach', at) });
    const before = mixed('2026-11-20T10:00:00.000Z');
    const came = entry('2026-11-22T10:00:00.000Z', {
      kind: 'head-moved',
      tools: ['h'],
      fill: fill('lye', '2026-11-01T10:00:00.000Z'),
    });
    expect(head([before, came], { id: 'b' }).map((m) => m.product)).toEqual(['lye']);
    expect(
      head([before, { ...came, seq: ++seq } as LogEntry, mixed('2026-11-23T10:00:00.000Z')], { id: 'b' })
        .map((m) => m.product)
        .sort(),
    ).toEqual(['bleach', 'lye']);
    expect(head([mixed('2026-11-23T10:00:00.000Z')], { id: 'c' })).toEqual([]);
    expect(head([mixed('2026-11-23T10:00:00.000Z')], null)).toEqual([]);
  });
  test('rinsed as it was moved: what it left is rinsed', () =>
    expect(
      head(
        [
          entry('2026-11-22T10:00:00.000Z', {
            kind: 'head-moved',
            tools: ['h'],
            toolsRinsed: 2,
            fill: fill('lye', '2026-11-01T10:00:00.000Z'),
          }),
        ],
        { id: 'b' },
      )[0],
    ).toMatchObject({ product: 'lye', rinsed: true, times: 2 }));
  test('what is inside is told once, as not rinsed', () =>
    expect(
      head(
        [
          entry('2026-11-22T10:00:00.000Z', {
            kind: 'head-moved',
            tools: ['h'],
            toolsRinsed: 2,
            fill: fill('lye', '2026-11-01T10:00:00.000Z'),
          }),
        ],
        { id: 'b', fill: fill('lye', '2026-11-23T10:00:00.000Z') },
      ).map((m) => [m.product, m.rinsed]),
    ).toEqual([['lye', false]]));
});

describe('two accounts after the clock went back, field by field', () => {
  // written in this order; by the clock the other way round
  const twice = (first: LogEntry, second: LogEntry) => spot([first, second])[0]!;
  test('not rinsed in one account: the later use by instant and by night, aired in both or not at all, nobody’s word', () => {
    const m = twice(
      put('bleach', '2026-11-23T10:00:00.000Z', { rinsed: 1, aired: true }),
      put('bleach', '2026-11-21T10:00:00.000Z', { rinsed: 0 }),
    );
    expect(m).toEqual({
      product: 'bleach',
      name: 'the bleach',
      rinsed: false,
      daysAgo: 2,
      at: '2026-11-23T10:00:00.000Z',
      aired: false,
      sworn: false,
    });
    const both = twice(
      put('bleach', '2026-11-23T10:00:00.000Z', { rinsed: 0, aired: true }),
      put('bleach', '2026-11-21T10:00:00.000Z', { rinsed: 1, aired: true }),
    );
    expect(both).toMatchObject({ rinsed: false, at: '2026-11-23T10:00:00.000Z', daysAgo: 2, aired: true });
  });
  test('rinsed in both: the fewer rinses, the later rinse, aired and sworn only where both say so', () => {
    const m = twice(
      put('bleach', '2026-11-23T10:00:00.000Z', { rinsed: 2, aired: true }),
      put('bleach', '2026-11-21T10:00:00.000Z', { rinsed: 1 }),
    );
    expect(m).toMatchObject({
      rinsed: true,
      times: 1,
      daysAgo: 2,
      rinsedAt: '2026-11-23T10:00:00.000Z',
      rinsedDaysAgo: 2,
      aired: false,
      sworn: false,
    });
    const both = twice(
      put('bleach', '2026-11-21T10:00:00.000Z', { rinsed: 1, aired: true }),
      put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 2, aired: true }),
    );
    expect(both).toMatchObject({ times: 1, rinsedAt: '2026-11-21T10:00:00.000Z', aired: true });
  });
  test('the word stands only where every account has it', () => {
    const word = { rinsed: 2, aired: true } as const;
    const used = put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 1 });
    // by the clock the word came before the use, by writing after it
    expect(spot([used, rinse('2026-11-19T10:00:00.000Z', word)])[0]).toMatchObject({
      sworn: false,
      aired: false,
      times: 1,
    });
    // an odd entry elsewhere sends the clock back, and both accounts agree
    const odd = entry('2026-11-01T10:00:00.000Z', { kind: 'note', spot: 'other' });
    expect(
      spot([put('bleach', '2026-11-20T10:00:00.000Z'), rinse('2026-11-21T10:00:00.000Z', word), odd])[0],
    ).toMatchObject({ sworn: true, aired: true });
  });
  test('of several rinses the last one counts its nights', () =>
    expect(
      spot([
        put('bleach', '2026-11-18T10:00:00.000Z', { rinsed: 0 }),
        rinse('2026-11-20T10:00:00.000Z'),
        rinse('2026-11-22T10:00:00.000Z'),
      ])[0],
    ).toMatchObject({ times: 2, rinsedAt: '2026-11-22T10:00:00.000Z', rinsedDaysAgo: 3 }));
  test('airing after another product airs nothing of the first', () =>
    expect(
      spot([
        put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 0 }),
        put('vinegar', '2026-11-21T10:00:00.000Z', { rinsed: 1, aired: true }),
      ]).map((m) => [m.product, m.aired]),
    ).toEqual([
      ['vinegar', true],
      ['bleach', false],
    ]));
  test('a rinse of no times is none', () =>
    expect(
      spot([
        put('bleach', '2026-11-20T10:00:00.000Z', { rinsed: 0 }),
        rinse('2026-11-21T10:00:00.000Z', { rinsed: 0 }),
      ])[0],
    ).toMatchObject({ rinsed: false }));
  test('entries that say nothing of how it was done are passed over', () => {
    expect(spot([entry('2026-11-20T10:00:00.000Z', {})])).toEqual([]);
    expect(sponge([entry('2026-11-20T10:00:00.000Z', { tools: ['sponge'] })])).toEqual([]);
    expect(sponge([put('bleach', '2026-11-20T10:00:00.000Z', { tools: ['sponge'], kind: 'test-spot' })])).toHaveLength(
      1,
    );
  });
  test('two entries of one instant: the one written last is the last', () => {
    const at = '2026-11-20T10:00:00.000Z';
    expect(standing([put('a', at), put('b', at)]).map((e) => e.method!.product)).toEqual(['b', 'a']);
  });
});
describe('a head, step by step', () => {
  const fill = (item: string) => ({ parts: [{ item }], mixedAt: '2026-11-01T10:00:00.000Z' }) as never;
  const head = (log: LogEntry[], on: { id: string; fill?: never } | null = { id: 'b' }) =>
    ledgerOfHead(log, 'h', on, NOW, ZONE).map((m) => [m.product, m.rinsed, m.times ?? 0]);
  const moved = (at: string, e: Partial<LogEntry> = {}) =>
    entry(at, { kind: 'head-moved', tools: ['h'], fill: fill('lye'), ...e });
  const mix = (at: string, item = 'bleach', e: Partial<LogEntry> = {}) =>
    entry(at, { kind: 'mix', bottle: 'b', fill: fill(item), ...e });
  test('never moved: all that was mixed in its bottle', () =>
    expect(head([mix('2026-11-02T10:00:00.000Z'), mix('2026-11-03T10:00:00.000Z', 'vinegar')])).toEqual([
      ['vinegar', false, 0],
      ['bleach', false, 0],
    ]));
  test('another head’s move, and a bottle that is only used, are none of it', () => {
    expect(head([mix('2026-11-02T10:00:00.000Z'), moved('2026-11-03T10:00:00.000Z', { tools: ['other'] })])).toEqual([
      ['bleach', false, 0],
    ]);
    expect(head([entry('2026-11-02T10:00:00.000Z', { kind: 'pour-out', bottle: 'b', fill: fill('bleach') })])).toEqual(
      [],
    );
    expect(head([entry('2026-11-02T10:00:00.000Z', { kind: 'clean', tools: ['h'], fill: fill('bleach') })])).toEqual(
      [],
    );
    expect(head([moved('2026-11-03T10:00:00.000Z', { fill: null })])).toEqual([]);
  });
  test('mixed at the very instant when it came counts', () =>
    expect(head([mix('2026-11-03T10:00:00.000Z'), moved('2026-11-03T10:00:00.000Z')]).map((m) => m[0])).toEqual([
      'lye',
      'bleach',
    ]));
  test('a rinse of the head takes all before it along, by its number, and none after', () => {
    const before = mix('2026-11-02T10:00:00.000Z');
    const flush = (e: Partial<LogEntry>) => rinse('2026-11-03T10:00:00.000Z', { tools: ['h'], ...e });
    expect(head([before, flush({ rinsed: 2 })])).toEqual([['bleach', true, 2]]);
    expect(head([before, flush({})])).toEqual([['bleach', true, 1]]);
    expect(head([before, flush({ toolsRinsed: 0 })])).toEqual([['bleach', false, 0]]);
    expect(head([before, entry('2026-11-03T10:00:00.000Z', { kind: 'note', tools: ['h'] })])).toEqual([
      ['bleach', false, 0],
    ]);
    const a = mix('2026-11-02T10:00:00.000Z');
    const f = flush({ rinsed: 1 });
    expect(head([a, f, mix('2026-11-04T10:00:00.000Z', 'vinegar')])).toEqual([
      ['vinegar', false, 0],
      ['bleach', true, 1],
    ]);
  });
  test('what is inside stands first, what it met before behind it', () =>
    expect(head([mix('2026-11-02T10:00:00.000Z')], { id: 'b', fill: fill('vinegar') })).toEqual([
      ['vinegar', false, 0],
      ['bleach', false, 0],
    ]));
});

describe('what the household saw', () => {
  const saw = (outcome: string, e: Partial<LogEntry> = {}): LogEntry =>
    put('vinegar', '2026-11-20T10:00:00.000Z', {
      outcome: outcome as never,
      question: { material: 'tile', soil: 'limescale', finish: 'glazed' } as never,
      method: { name: 'v', product: 'vinegar', tool: 'cloth', mechanism: 'acid' },
      ...e,
    });
  test('counts by outcome; what has no answer, soil or mechanism is no evidence', () => {
    expect(evidenceOf([saw('worked'), saw('worked'), saw('partly'), saw('not'), saw('damaged')])).toEqual([
      { mechanism: 'acid', soil: 'limescale', material: 'tile', finish: 'glazed', worked: 2, partly: 1, not: 2 },
    ]);
    expect(
      evidenceOf([
        { ...saw('worked'), outcome: null } as never,
        { ...saw('worked'), question: null } as never,
        saw('worked', { kind: 'rinse' }),
        saw('worked', { method: { name: 'v' } as never }),
      ]),
    ).toEqual([]);
  });
  test('each mechanism, soil, surface and finish has a count of its own', () => {
    const of = (mechanism: string, soil: string, finish?: string): LogEntry =>
      saw('worked', {
        question: { material: 'tile', soil, ...(finish ? { finish } : {}) } as never,
        method: { name: 'v', product: 'v', mechanism },
      });
    expect(
      evidenceOf([of('acid', 'rust'), of('acid', 'limescale'), of('rub', 'rust'), of('acid', 'rust', 'matt')]),
    ).toHaveLength(4);
  });
  test('damage bars product and tool on that surface, however it was noted', () => {
    expect(barredOf([saw('damaged')])).toEqual([
      { product: 'vinegar', tool: 'cloth', material: 'tile', finish: 'glazed' },
    ]);
    expect(barredOf([saw('', { kind: 'damage' })])).toHaveLength(1);
    expect(barredOf([{ ...saw('damaged'), method: null } as never])).toEqual([
      { product: null, tool: null, material: 'tile', finish: 'glazed' },
    ]);
    expect(barredOf([saw('worked'), { ...saw('damaged'), question: null } as never])).toEqual([]);
  });
  test('last cleaned: the latest clean of that spot', () => {
    const log = [
      put('a', '2026-11-20T10:00:00.000Z'),
      put('b', '2026-11-22T10:00:00.000Z'),
      rinse('2026-11-24T10:00:00.000Z'),
    ];
    expect(lastDone(log, 's')!.id).toBe(log[1]!.id);
    expect(lastDone(log, 'other')).toBeNull();
  });
});
