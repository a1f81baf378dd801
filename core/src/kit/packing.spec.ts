import { catalogue } from '../../checks/catalogue-for-tests';
import { solverForTests } from '../../checks/solver';
import {
  clashesOn,
  type Kit,
  type KitCover,
  type LogEntry,
  packingOf,
  pairsOf,
  type Question,
  type Settings,
  type Spot,
  type SpotJob,
  type Stock,
  tripsOf,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { runs } from '../../checks/depth';

const now = new Date('2026-03-20T12:00:00Z');
const settings = {
  timeZone: 'UTC',
  colourClasses: [
    { letter: 'T', texture: '', colour: 'red', name: 'toilet', class: 'toilet' },
    { letter: 'B', texture: '', colour: 'blue', name: 'basin', class: 'basin' },
  ],
} as unknown as Settings;
const kit = (id: string, room: string | null, kind: Kit['kind'] = 'shelf'): Kit =>
  ({
    id,
    name: id,
    kind,
    room,
    limits: {},
    par: [],
    mirrored: false,
    places: [{ id: 'p', name: 'p' }],
  }) as unknown as Kit;
const KITS = [kit('bathshelf', 'bath'), kit('sink', 'kitchen'), kit('apron', null, 'apron')];
const ROOMS = [
  { id: 'kitchen', order: 0 },
  { id: 'bath', order: 1 },
] as never;
const spot = (id: string, more: Partial<Spot> = {}): Spot =>
  ({ id, room: 'bath', kinds: [], band: 'mid', food: false, material: 'glazed-tile', area_m2: 1, ...more }) as Spot;
const SPOTS = [spot('tiles'), spot('bowl', { kinds: ['bowl'] }), spot('top', { room: 'kitchen', food: true })];
const thing = (id: string, item: string, at: string, more: Partial<Stock> = {}): Stock =>
  ({ id, item, kit: at, onHand: 2, position: 0, pack: { amount: 1, unit: 'piece' }, ...more }) as Stock;
const job = (where: string): SpotJob => ({ spot: where, name: where }) as SpotJob;
const house = (stock: Stock[], log: LogEntry[] = []) => ({
  settings,
  rooms: ROOMS,
  spots: SPOTS,
  kits: KITS,
  stock,
  log,
});
const JOBS = [job('tiles'), job('bowl'), job('top')];
const pack = (covers: KitCover[], stock: Stock[], carrier: string | null = null, log: LogEntry[] = []) =>
  packingOf(covers, JOBS, KITS.find((k) => k.id === carrier) ?? null, house(stock, log), now, catalogue);

describe('what goes along', () => {
  const cover = (j: number, product: string | null = 'dish-detergent', tool = 'cotton-cloth'): KitCover => ({
    job: j,
    product,
    tool,
  });
  test('the toilet’s cloth for the toilet and another for the rest, each from its own shelf', () => {
    const stock = [
      thing('t', 'cotton-cloth', 'bathshelf', { colourClass: 'T' }),
      thing('b', 'cotton-cloth', 'bathshelf', { colourClass: 'B' }),
      thing('d', 'dish-detergent', 'sink'),
    ];
    const p = pack([cover(0), cover(1)], stock);
    // the kitchen comes first on the way
    expect(p.stops.map((s) => [s.kit.id, s.takes.map((t) => t.stock.id)])).toEqual([
      ['sink', ['d']],
      ['bathshelf', ['b', 't']],
    ]);
    expect(p.refused).toEqual([]);
    const [d] = p.stops[0]!.takes;
    expect([d!.zone, d!.jobs]).toEqual(['ready', [0, 1]]);
    expect(p.stops[1]!.takes.every((t) => t.zone === 'clean')).toBe(true);
  });
  test('a cloth of no class does the toilet or the rest, never both: a piece for each, or one of the two is refused', () => {
    const cloths = (onHand: number) => [
      thing('c', 'cotton-cloth', 'apron', { onHand }),
      thing('d', 'dish-detergent', 'apron'),
    ];
    const of = (onHand: number) => pack([cover(0), cover(1), cover(2)], cloths(onHand), 'apron');
    const three = of(3).stops[0]!.takes.filter((t) => t.stock.id === 'c');
    expect(three.map((t) => [t.only, t.pieces, t.jobs])).toEqual([
      ['rest', 1, [0]],
      ['toilet', 1, [1]],
      ['kitchen', 1, [2]],
    ]);
    expect(
      of(1)
        .stops[0]!.takes.filter((t) => t.stock.id === 'c')
        .map((t) => t.only),
    ).toEqual(['rest']);
    expect(of(1).refused.map((r) => r.job)).toEqual([1, 2]);
  });
  test('with the toilet’s cloth alone the kitchen stays as it is, and why is said', () => {
    const p = pack(
      [cover(2)],
      [thing('t', 'cotton-cloth', 'sink', { colourClass: 'T' }), thing('d', 'dish-detergent', 'sink')],
    );
    expect(p.refused).toEqual([{ job: 2, because: expect.stringMatching(/toilet/) }]);
    expect(p.stops).toEqual([]);
    expect(pack([cover(2)], []).refused[0]!.because).toMatch(/none left/);
  });
  test('what is in the apron already comes first, and what must not meet the rest stays at home', () => {
    const stock = [
      thing('c', 'cotton-cloth', 'apron', { colourClass: 'B' }),
      thing('bleach', 'chlorine-bleach', 'apron'),
      thing('v', 'white-vinegar', 'sink'),
    ];
    const p = pack([cover(0, 'white-vinegar')], stock, 'apron');
    expect(p.stops.map((s) => s.kit.id)).toEqual(['apron', 'sink']);
    expect(p.leave.map((s) => s.id)).toEqual(['bleach']);
  });
  test('bleach and acid never on one spot, on its neighbour or with one piece on one day: the later one waits', () => {
    const cloths = [
      thing('c1', 'cotton-cloth', 'sink', { colourClass: 'B', onHand: 1 }),
      thing('pad', 'white-pad', 'sink', { onHand: 1 }),
      thing('brush', 'nylon-detail-brush', 'sink', { onHand: 1 }),
      thing('v', 'white-vinegar', 'sink'),
      thing('bleach', 'chlorine-bleach', 'bathshelf'),
    ];
    const beside = { spot: 'top2', relation: 'below', runoff: true } as never;
    const spots = [
      spot('tiles'),
      spot('top2', { neighbours: [] }),
      spot('edge', { neighbours: [beside] }),
      spot('far'),
    ];
    const of = (...rows: [string, string, string][]) =>
      packingOf(
        rows.map(([, product, tool], i) => cover(i, product, tool)),
        rows.map(([where]) => job(where)),
        null,
        { ...house(cloths), spots },
        now,
        catalogue,
      );
    // on one spot, with a tool each
    const one = of(['tiles', 'white-vinegar', 'cotton-cloth'], ['tiles', 'chlorine-bleach', 'white-pad']);
    expect(one.later).toEqual([{ job: 1, because: expect.stringMatching(/./) }]);
    expect(one.stops.flatMap((s) => s.takes.map((t) => t.stock.id))).not.toContain('bleach');
    // beside it, whichever of the two is named as the neighbour
    expect(of(['top2', 'white-vinegar', 'cotton-cloth'], ['edge', 'chlorine-bleach', 'white-pad']).later).toHaveLength(
      1,
    );
    expect(of(['edge', 'white-vinegar', 'cotton-cloth'], ['top2', 'chlorine-bleach', 'white-pad']).later).toHaveLength(
      1,
    );
    // with one piece, far apart
    const brush = 'nylon-detail-brush';
    expect(of(['tiles', 'white-vinegar', brush], ['far', 'chlorine-bleach', brush]).later).toHaveLength(1);
    // far apart, with a tool each: nothing meets
    expect(of(['tiles', 'white-vinegar', 'cotton-cloth'], ['far', 'chlorine-bleach', 'white-pad']).later).toEqual([]);
    expect(of(['tiles', 'white-vinegar', 'cotton-cloth'], ['tiles', 'dish-detergent', 'white-pad']).later).toEqual([]);
  });
  test('one bottle for all of the round, the carrier’s own first; and its own cloths as long as they last', () => {
    const stock = [
      thing('d1', 'dish-detergent', 'bathshelf'),
      thing('d2', 'dish-detergent', 'sink', { openedOn: '2026-01-01' }),
      thing('c1', 'cotton-cloth', 'bathshelf', { colourClass: 'B' }),
      thing('c2', 'cotton-cloth', 'apron', { colourClass: 'B', onHand: 1 }),
    ];
    const five = Array.from({ length: 5 }, (_, i) => spot(`s${i}`));
    const of = (all: Stock[]) =>
      packingOf(
        five.map((_, i) => cover(i)),
        five.map((x) => job(x.id)),
        KITS[2]!,
        { ...house(all), spots: five },
        now,
        catalogue,
      ).stops.map((x) => x.takes.map((t) => [t.stock.id, t.jobs.length]));
    // four spots for the cloth of the apron, the fifth for another
    expect(of(stock)).toEqual([[['c2', 4]], [['d2', 5]], [['c1', 1]]]);
    expect(of([...stock, thing('d3', 'dish-detergent', 'apron')])[0]).toEqual([
      ['c2', 4],
      ['d3', 5],
    ]);
  });
  test('cloths enough: five spots at two faces of eight are two of them, never more than there are', () => {
    const stock = [thing('b', 'microfibre-cloth', 'sink', { onHand: 3 }), thing('d', 'dish-detergent', 'sink')];
    const spots = Array.from({ length: 5 }, (_, i) => spot(`s${i}`));
    const of = (onHand: number) =>
      packingOf(
        spots.map((_, i) => cover(i, 'dish-detergent', 'microfibre-cloth')),
        spots.map((s) => job(s.id)),
        null,
        { ...house([{ ...stock[0]!, onHand }, stock[1]!]), spots },
        now,
        catalogue,
      ).stops[0]!.takes.find((t) => t.stock.id === 'b')!.pieces;
    expect([of(3), of(1)]).toEqual([2, 1]);
  });
});

describe('carrier by carrier', () => {
  const questions: Question[] = [
    { material: 'glazed-tile', soil: 'limescale' },
    { material: 'glazed-tile', soil: 'mildew' },
    { material: 'glass', soil: 'fingerprints' },
    { material: 'vinyl-floor', soil: 'dust' },
  ];
  const r = pairsOf(questions, {}, catalogue);
  const pairs = r.ok ? r.value : [];
  const things = [...new Set(pairs.flatMap((ps) => ps.flatMap((p) => [...(p.product ? [p.product] : []), p.tool])))];
  test('any house: nothing that must be kept apart goes in one carrier, all is done that can be, with what is there', async () => {
    const solver = await solverForTests();
    fc.assert(
      fc.property(fc.subarray(things), (own) => {
        const { trips, open } = tripsOf(pairs, own, catalogue, solver);
        const done = trips.flat().map((c) => c.job);
        const can = pairs.flatMap((ps, j) =>
          ps.some((p) => (p.product === null || own.includes(p.product)) && own.includes(p.tool)) ? [j] : [],
        );
        return (
          [...done].sort().join() === can.join() &&
          open.every((j) => !can.includes(j)) &&
          trips.every((covers) => {
            const items = covers.flatMap((c) => [c.product, c.tool]).filter((x): x is string => x !== null);
            return items.every((x) => own.includes(x)) && clashesOn(items, catalogue).every((clash) => clash.level < 4);
          })
        );
      }),
      { numRuns: runs(40) },
    );
  });
  test('bleach for the specks and acid for the lime: two carriers, one after the other', async () => {
    // each job with the one pair that does it
    const two = [
      [{ product: 'chlorine-bleach', tool: 'white-pad', effect: 1, harm: 1, dwell_min: 5 }],
      [{ product: 'white-vinegar', tool: 'white-pad', effect: 1, harm: 1, dwell_min: 5 }],
    ];
    const own = ['chlorine-bleach', 'white-vinegar', 'white-pad'];
    const { trips, open } = tripsOf(two, own, catalogue, await solverForTests());
    expect(trips.map((t) => t.map((c) => c.job))).toEqual(expect.arrayContaining([[0], [1]]));
    expect([trips.length, open]).toEqual([2, []]);
  });
  test('a house with nothing takes nothing along', async () => {
    expect(tripsOf(pairs, [], catalogue, await solverForTests())).toEqual({ trips: [], open: [0, 1, 2, 3] });
  });
});
