import { catalogue } from '../../checks/catalogue-for-tests';
import { solverForTests } from '../../checks/solver';
import {
  clashesOn,
  curveFrom,
  jobsOfKind,
  mayShelve,
  movesApart,
  pairsOf,
  placesOf,
  type Question,
  reviewKit,
  smallestOf,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { runs } from '../../checks/depth';

const jobs: Question[] = [
  { material: 'glazed-tile', soil: 'soap-scum' },
  { material: 'glass', soil: 'hard-water-spots' },
  { material: 'vinyl-floor', soil: 'dust' },
];
const pairsFor = (q: Question[]) => {
  const r = pairsOf(q, {}, catalogue);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
const advised = [...catalogue.products.values()].filter((p) => p.advised).map((p) => p.id);

describe('a kit held against its room', () => {
  test('what it does, what it lacks and where that stands, what adds nothing', () => {
    const r = reviewKit(
      ['dish-detergent', 'microfibre-cloth', 'leather-cleaner', 'bucket'],
      pairsFor(jobs),
      [{ id: 'store', items: ['citric-descaler', 'microfibre-glass-cloth'] }],
      catalogue,
    );
    expect(r.done).toEqual([0, 2]);
    expect(r.gaps).toEqual([{ job: 1, wants: expect.anything(), elsewhere: 'store' }]);
    // a bucket is no thing to clean with, so it is never idle
    expect(r.idle).toEqual(catalogue.products.has('leather-cleaner') ? ['leather-cleaner'] : []);
  });
  test('what can be spared one at a time: two that do the same', () => {
    const one = reviewKit(['dish-detergent', 'microfibre-cloth'], pairsFor([jobs[0]!]), [], catalogue);
    expect(one.spare).toEqual([]);
    const two = reviewKit(['dish-detergent', 'microfibre-cloth', 'cotton-cloth'], pairsFor([jobs[0]!]), [], catalogue);
    expect(two.spare.sort()).toEqual(['cotton-cloth', 'microfibre-cloth']);
  });
});

test('a cloth for the toilet and one for the rest: a piece for each kind of place', () => {
  const covers = [
    { job: 0, product: 'dish-detergent', tool: 'microfibre-cloth' },
    { job: 1, product: null, tool: 'microfibre-cloth' },
    { job: 2, product: null, tool: 'bucket' },
  ];
  const places = placesOf(covers, [{ kept: 'toilet' }, { kept: 'kitchen' }, { kept: 'rest' }], catalogue);
  expect(places).toEqual({ 'microfibre-cloth': ['kitchen', 'toilet'], bucket: ['rest'] });
});

describe('what must not stand together', () => {
  test('bleach and two acids: one thing goes, not two', () => {
    const moves = movesApart(['chlorine-bleach', 'white-vinegar', 'citric-descaler'], [], catalogue);
    expect(moves.map((m) => m.item)).toEqual(['chlorine-bleach']);
    expect(moves[0]!.to).toBeNull();
  });
  test('it goes where it may stand, never where it clashes', () => {
    const others = [
      { id: 'acids', items: ['sulfamic-descaler'] },
      { id: 'cloths', items: ['microfibre-cloth'] },
    ];
    expect(movesApart(['chlorine-bleach', 'white-vinegar'], others, catalogue)).toEqual([
      {
        item: 'chlorine-bleach',
        to: 'cloths',
        place: null,
        because: expect.stringMatching(/./),
      },
    ]);
  });
  test('of two places where it may stand, the one that asks for nothing; no lock is told of where a toddler lives', () => {
    const at = (id: string, locked: boolean) => ({
      id,
      items: [],
      kind: 'shelf',
      places: [{ id: 'top', name: 'top', row: 0, heightBand: 'eye' as const, locked }],
    });
    const [m] = movesApart(['chlorine-bleach', 'white-vinegar'], [at('open', false), at('shut', true)], catalogue, {
      people: ['toddler'],
    });
    expect(m).toMatchObject({ to: 'shut', place: 'top' });
    // bleach has no locked place, two acids without a label have one each: both of them go
    const shelf = ['chlorine-bleach', 'white-vinegar', 'lemon-juice'];
    const two = movesApart(shelf, [at('open', false)], catalogue, { people: ['toddler'] });
    expect(two.map((x) => [x.item, x.to])).toEqual([
      ['lemon-juice', 'open'],
      ['white-vinegar', 'open'],
    ]);
    expect(movesApart(['chlorine-bleach', 'white-vinegar'], [], catalogue)[0]).toMatchObject({ to: null, place: null });
  });
  test('any shelf: after the moves nothing clashes, no fewer would do, and the gate lets each stand where it goes', () => {
    fc.assert(
      fc.property(
        fc.uniqueArray(fc.constantFrom(...advised), { minLength: 2, maxLength: 7 }),
        fc.uniqueArray(fc.constantFrom(...advised), { maxLength: 4 }),
        (items, other) => {
          const moves = movesApart(items, [{ id: 'other', items: other }], catalogue);
          const clash = (set: readonly string[]): boolean => clashesOn(set, catalogue).some((c) => c.level >= 4);
          const left = items.filter((x) => !moves.some((m) => m.item === x));
          // all sets that are smaller by one
          const subsets = (n: number, from: readonly string[]): string[][] =>
            n === 0 ? [[]] : from.flatMap((x, i) => subsets(n - 1, from.slice(i + 1)).map((r) => [x, ...r]));
          const home = (x: string): boolean => mayShelve(x, other, null, {}, catalogue).may !== 'no';
          const weight = (out: readonly string[]): number => out.reduce((w, x) => w + (home(x) ? 1 : 2.5), 0);
          const mine = weight(moves.map((m) => m.item));
          const fewer = Array.from({ length: items.length }, (_, n) => subsets(n, items))
            .flat()
            .some((out) => weight(out) < mine && !clash(items.filter((x) => !out.includes(x))));
          const there = [...other];
          const allowed = moves.every((m) => {
            if (m.to === null) return true;
            const may = mayShelve(m.item, there, null, {}, catalogue).may !== 'no';
            there.push(m.item);
            return may;
          });
          return !clash(left) && !fewer && allowed;
        },
      ),
      { numRuns: runs(60) },
    );
  });
});

describe('from the smallest kit on', () => {
  test.each(['harm', 'minutes'] as const)(
    'each step is better in %s, holds nothing that clashes, still does everything',
    async (measure) => {
      const solver = await solverForTests();
      const pairs = pairsFor([
        ...jobs,
        { material: 'glass', soil: 'fingerprints' },
        { material: 'wool', soil: 'coffee' },
      ]);
      const kit = smallestOf(pairs, { time_s: 5 }, catalogue, solver);
      const curve = curveFrom(kit.items, pairs, 4, catalogue, measure);
      const by = (x: { harm: number; dwell_min: number }): number => (measure === 'harm' ? x.harm : x.dwell_min);
      expect(curve[0]).toMatchObject({ items: kit.items, added: null });
      expect(curve.length).toBeGreaterThan(measure === 'harm' ? 1 : 0);
      for (const [i, p] of curve.entries()) {
        expect(clashesOn(p.items, catalogue).filter((c) => c.level >= 4)).toEqual([]);
        const set = new Set(p.items);
        const done = pairs.filter((ps) => ps.some((x) => (!x.product || set.has(x.product)) && set.has(x.tool)));
        expect(done).toHaveLength(pairs.length - kit.uncovered.length);
        // by hand: the mean of the best of each job that is done
        const best = done.map((ps) =>
          Math.min(...ps.filter((x) => (!x.product || set.has(x.product)) && set.has(x.tool)).map(by)),
        );
        expect(p.value).toBeCloseTo(best.reduce((a, b) => a + b, 0) / best.length, 6);
        if (!i) continue;
        expect(p.value).toBeLessThan(curve[i - 1]!.value);
        expect(p.items).toHaveLength(curve[i - 1]!.items.length + 1);
        expect([...curve[i - 1]!.items, p.added!].sort()).toEqual(p.items);
      }
    },
  );
  test('every kind of room has marks of its own to begin with', () => {
    const h = { settings: null, members: [], rooms: [], spots: [], kits: [], stock: [], log: [] };
    for (const kind of catalogue.roomkinds.values()) {
      const all = jobsOfKind(kind, h, new Date('2026-11-25T10:00:00Z'), catalogue);
      expect([kind.id, all.length > 0]).toEqual([kind.id, true]);
      for (const j of all) expect(j.question.severity).toBeGreaterThanOrEqual(3);
    }
  });
});
