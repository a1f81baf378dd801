import {
  type Cover,
  components,
  greedy,
  improve,
  firstPrices,
  flatten,
  leastWays,
  type MilpSolver,
  OPEN,
  polish,
  presolve,
  programme,
  searchCover,
  servedBy,
  solveCover,
} from '@dolly-tub/core';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import fc from 'fast-check';
import { runs } from '../../checks/depth';
import { solverForTests } from '../../checks/solver';

let solver: MilpSolver;
beforeAll(async () => {
  solver = await solverForTests();
});

interface Known {
  name: string;
  items: number;
  cost: number[];
  conflicts: [number, number][];
  spots: number[][][];
  optimum: { count: number | null; cost: number | null };
}
/** Solved by OR-tools CP-SAT 9.15. */
const known = JSON.parse(readFileSync(join(process.cwd(), 'core/checks/covers.json'), 'utf8')) as Known[];
const coverOf = (k: Known, by: 'count' | 'cost'): Cover => ({
  weights: by === 'count' ? k.cost.map(() => 1) : k.cost,
  conflicts: k.conflicts,
  spots: k.spots,
});
const fits = (cover: Cover, items: readonly number[]): boolean => {
  const set = new Set(items);
  return cover.conflicts.every(([a, b]) => !set.has(a) || !set.has(b));
};

describe('covers whose best is known from another solver', () => {
  test.each(
    known
      .filter((k) => /^(small|middle)/.test(k.name))
      .flatMap((k) => [[k.name, 'count', k] as const, [k.name, 'cost', k] as const]),
  )('%s by %s', (_name, by, k) => {
    const cover = coverOf(k, by);
    const r = solveCover(cover, solver, { time_s: 20, all: true });
    expect(r?.value ?? null).toBe(k.optimum[by]);
    if (!r) return;
    expect(r.proven).toBe(true);
    expect(servedBy(cover, new Set(r.items)).every(Boolean)).toBe(true);
    expect(fits(cover, r.items)).toBe(true);
  });
});

/** Steiner triple systems as coverings (Fulkerson, Nemhauser and Trotter 1974); optima from memory. */
const A9 = ['012', '345', '678', '036', '147', '258', '048', '156', '237', '057', '138', '246'].map((t) =>
  [...t].map(Number),
);
/** The lines of PG(3,2), three points that add up to nothing: the smallest set that meets them all is a plane (Bose and Burton 1966). */
const PG32 = Array.from({ length: 15 }, (_, a) => a + 1).flatMap((a) =>
  Array.from({ length: 15 }, (_, b) => b + 1)
    .filter((b) => b > a && (a ^ b) > b)
    .map((b) => [a - 1, b - 1, (a ^ b) - 1]),
);
/** Bose’s construction (1939) of fifteen points, five by three; A15’s optimum of 9, from memory, and by all 32 768 sets. */
const A15 = Array.from({ length: 5 }, (_, x) => x).flatMap((x) => [
  [x, x + 5, x + 10],
  ...[0, 1, 2].flatMap((k) =>
    Array.from({ length: 5 }, (_, y) => y)
      .filter((y) => y > x)
      .map((y) => [x + 5 * k, y + 5 * k, (((x + y) * 3) % 5) + 5 * ((k + 1) % 3)]),
  ),
]);
test.each([
  ['A9', A9, 9, 5],
  ['A15', A15, 15, 9],
  ['PG(3,2)', PG32, 15, 7],
] as const)('Steiner triple covering %s', (_name, triples, n, best) => {
  // one of each triple must be had: a way is one item
  const cover: Cover = {
    weights: new Array<number>(n).fill(1),
    conflicts: [],
    spots: triples.map((t) => t.map((i) => [i])),
  };
  expect(solveCover(cover, solver, { time_s: 60 })).toMatchObject({ value: best, proven: true, uncovered: [] });
});

/** All sets there are: the fewest open spots, then the least weight. */
function byHand(cover: Cover): { open: number; value: number; all: number | null } {
  let best = { open: Infinity, value: Infinity };
  let all: number | null = null;
  for (let m = 0; m < 1 << cover.weights.length; m++) {
    const items = new Set(cover.weights.flatMap((_, i) => (m & (1 << i) ? [i] : [])));
    if (!fits(cover, [...items])) continue;
    const open = servedBy(cover, items).filter((x) => !x).length;
    const value = [...items].reduce((sum, i) => sum + cover.weights[i]!, 0);
    if (open < best.open || (open === best.open && value < best.value)) best = { open, value };
    if (open === 0 && (all === null || value < all)) all = value;
  }
  return { ...best, all };
}
const small = fc.integer({ min: 3, max: 9 }).chain((n) =>
  fc.record({
    weights: fc.array(fc.integer({ min: 1, max: 9 }), { minLength: n, maxLength: n }),
    conflicts: fc
      .array(fc.tuple(fc.nat(n - 1), fc.nat(n - 1)), { maxLength: 6 })
      .map((c) => c.filter(([a, b]) => a !== b)),
    spots: fc.array(fc.array(fc.array(fc.nat(n - 1), { minLength: 1, maxLength: 3 }), { minLength: 0, maxLength: 4 }), {
      minLength: 1,
      maxLength: 6,
    }),
  }),
);
describe('small houses, against all sets there are', () => {
  test('as many spots as can be, then the lightest; proven; nothing can be taken away; nothing clashes', () => {
    fc.assert(
      fc.property(small, (cover) => {
        const r = solveCover(cover, solver, { time_s: 10 })!;
        const hand = byHand(cover);
        const without = r.items.every(
          (i) =>
            servedBy(cover, new Set(r.items.filter((x) => x !== i))).filter(Boolean).length <
            cover.spots.length - r.uncovered.length,
        );
        return (
          r.proven &&
          r.uncovered.length === hand.open &&
          r.value === hand.value &&
          r.bound <= r.value &&
          fits(cover, r.items) &&
          without
        );
      }),
      { numRuns: runs(300) },
    );
  });
  test('all of them or none: as the wish is', () => {
    fc.assert(
      fc.property(
        small,
        (cover) => (solveCover(cover, solver, { time_s: 10, all: true })?.value ?? null) === byHand(cover).all,
      ),
      { numRuns: runs(150) },
    );
  });
  test('the own search and the programme by itself agree', () => {
    fc.assert(
      fc.property(small, (cover) => {
        const p = presolve({ ...cover, conflicts: [] });
        if (!p.spots.length || p.spots.some((s) => !s.length)) return true;
        const s = searchCover(p.spots, { weights: cover.weights, conflicts: [] }, null, Infinity);
        const { model } = programme(p.spots, cover.weights, [], null);
        const r = solver(model, { time_s: 10 });
        const value = [...s.items!].reduce((sum, i) => sum + cover.weights[i]!, 0);
        return s.done && Math.abs(value - r.bound) < 1e-6;
      }),
      { numRuns: runs(100) },
    );
  });
  test('every price gives a true bound', () => {
    fc.assert(
      fc.property(small, fc.integer({ min: 1, max: 40 }), (cover, rounds) => {
        const spots = cover.spots.map((s) => leastWays(s, () => false)).filter((s) => s.length);
        if (!spots.length) return true;
        const f = flatten(spots, cover.weights);
        const p = improve(f, new Uint8Array(cover.weights.length).fill(OPEN), firstPrices(f), 1e6, rounds);
        return p.bound <= byHand({ ...cover, spots, conflicts: [] }).value + 1e-9;
      }),
      { numRuns: runs(300) },
    );
  });
});

describe('a better set from a first one', () => {
  const serves = (cover: Cover, items: ReadonlySet<number>): boolean =>
    servedBy(cover, items).every(Boolean) && fits(cover, [...items]);
  test('large-5: what a first set by hand takes, and one less', () => {
    const k = known.find((x) => x.name === 'large-5')!;
    const cover = coverOf(k, 'count');
    const p = presolve(cover);
    const spots = { ...cover, spots: p.spots };
    const first = greedy(spots);
    const found = polish(p.spots, cover, first, Infinity, undefined, 600);
    expect([first.size, found.size]).toEqual([k.optimum.count! + 1, k.optimum.count]);
    expect(serves(spots, found)).toBe(true);
  });
  test('any house: still served, nothing clashes, never heavier', () => {
    fc.assert(
      fc.property(small, (cover) => {
        const spots = presolve(cover).spots;
        const left = { ...cover, spots };
        const first = greedy(left);
        if (!spots.length || !serves(left, first)) return true;
        const weigh = (set: ReadonlySet<number>): number => [...set].reduce((sum, i) => sum + cover.weights[i]!, 0);
        const found = polish(spots, cover, first, Infinity, undefined, 30);
        return serves(left, found) && weigh(found) <= weigh(first);
      }),
      { numRuns: runs(200) },
    );
  });
});

describe('by hand', () => {
  test('ways that hold another one, and ways that clash in themselves, fall away', () => {
    expect(leastWays([[1, 2], [2, 1], [1], [3, 4]], (a, b) => a + b === 7)).toEqual([[1]]);
    expect(leastWays([[3, 3, 2]], () => false)).toEqual([[2, 3]]);
  });
  test('what a spot cannot do without is taken; what clashes with it goes', () => {
    const p = presolve({ weights: [1, 1, 1], conflicts: [[0, 1]], spots: [[[0]], [[1], [2]]] });
    expect([...p.forced].sort()).toEqual([0, 2]);
    expect(p.dropped.has(1)).toBe(true);
    expect(p.spots).toEqual([]);
  });
  test('parts that have nothing in common are decided apart, unless they clash', () => {
    const spots = [[[0]], [[1]], [[0, 2]]];
    expect(components(spots, [])).toEqual([[0, 2], [1]]);
    expect(components(spots, [[0, 1]])).toEqual([[0, 1, 2]]);
  });
  test('a first set by hand serves what it can, and holds nothing idle', () => {
    const cover: Cover = { weights: [1, 1, 5], conflicts: [], spots: [[[0]], [[0], [1]], [[2], [0, 1]]] };
    expect([...greedy(cover)].sort()).toEqual([0, 1]);
  });
  test('a spot that nothing serves is named, and the rest is served all the same', () =>
    expect(solveCover({ weights: [2], conflicts: [], spots: [[], [[0]]] }, solver, { time_s: 1 })).toMatchObject({
      items: [0],
      uncovered: [0],
      proven: true,
    }));
  test('two that clash: one spot stays open, the lighter one is had', () =>
    expect(
      solveCover({ weights: [3, 2], conflicts: [[0, 1]], spots: [[[0]], [[1]]] }, solver, { time_s: 5 }),
    ).toMatchObject({ items: [1], uncovered: [0], value: 2, proven: true }));
});
