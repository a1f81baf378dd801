import {
  advise,
  clashesOn,
  type KitGoal,
  type MilpSolver,
  type Question,
  smallestKit,
  sufficing,
  worthOf,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';
import { runs } from '../../checks/depth';
import { solverForTests } from '../../checks/solver';

let solver: MilpSolver;
beforeAll(async () => {
  solver = await solverForTests();
});
const kitOf = (jobs: Question[], more: object = {}) => {
  const r = smallestKit({ jobs, ...more }, catalogue, solver);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
const covers = (q: Question, kit: readonly string[], context: object = {}): boolean => {
  const a = advise(q, { ...context, kit }, catalogue);
  return a.ok && a.value.recommended !== null;
};
const materials = [...catalogue.materials.keys()];
const soils = [...catalogue.soils.values()].filter((s) => !s.damage).map((s) => s.id);
const anyJob = fc.record({
  material: fc.constantFrom(...materials),
  soil: fc.constantFrom(...soils),
  severity: fc.integer({ min: 1, max: 4 }),
});
const bathroom: Question[] = [
  { material: 'glazed-tile', soil: 'soap-scum' },
  { material: 'glass', soil: 'hard-water-spots' },
  { material: 'glazed-tile', soil: 'limescale', severity: 4 },
  { material: 'mirror', soil: 'toothpaste' },
  { material: 'vinyl-floor', soil: 'dust' },
];

describe('pairs that suffice', () => {
  test('a ladder of a kit recommends something exactly where the kit holds such a pair', () => {
    const all = [...catalogue.products.keys(), ...catalogue.tools.keys()];
    fc.assert(
      fc.property(anyJob, fc.subarray(all, { minLength: 2, maxLength: 60 }), (q, some) => {
        const pairs = sufficing(q, {}, catalogue);
        if (!pairs.ok) return false;
        const kit = new Set(some);
        const holds = pairs.value.some((p) => (p.product === null || kit.has(p.product)) && kit.has(p.tool));
        return holds === covers(q, some);
      }),
      { numRuns: runs(80) },
    );
  });
  test('what is not in the catalogue is told', () =>
    expect(smallestKit({ jobs: [{ material: 'glass', soil: 'moondust' }] }, catalogue, solver)).toMatchObject({
      ok: false,
      problems: [{ path: '/jobs/0/soil' }],
    }));
});

describe('the smallest kit', () => {
  test('any jobs: it covers what it says, holds nothing idle, and nothing that must be kept apart', () => {
    fc.assert(
      fc.property(fc.array(anyJob, { minLength: 1, maxLength: 6 }), (jobs) => {
        const k = kitOf(jobs, { time_s: 20 });
        const served = (items: readonly string[]): number => jobs.filter((q) => covers(q, items)).length;
        return (
          k.proven &&
          jobs.every((q, i) => covers(q, k.items) === !k.uncovered.includes(i)) &&
          k.impossible.every((i) => k.uncovered.includes(i)) &&
          k.items.every((x) => served(k.items.filter((y) => y !== x)) < jobs.length - k.uncovered.length) &&
          clashesOn(k.items, catalogue).every((c) => c.level < 4) &&
          k.covers.every((c) => covers(jobs[c.job]!, [...(c.product ? [c.product] : []), c.tool])) &&
          k.items.every((x) => k.needed[x]!.length > 0)
        );
      }),
      { numRuns: runs(30) },
    );
  });
  test('one job takes a product and a cloth, or a tool alone', () => {
    expect(kitOf([{ material: 'glass', soil: 'limescale' }]).items).toHaveLength(2);
    expect(kitOf([{ material: 'vinyl-floor', soil: 'dust' }]).goal).toEqual({ name: 'items', value: 1 });
  });
  test('no pair of other things does as well: every smaller set, tried', () => {
    const k = kitOf(bathroom);
    expect(k).toMatchObject({ proven: true, uncovered: [], least: k.items.length });
    // all pairs of things that any of the jobs could use
    const names = [
      ...new Set(
        bathroom.flatMap((q) => {
          const r = sufficing(q, {}, catalogue);
          return r.ok ? r.value.flatMap((p) => [...(p.product ? [p.product] : []), p.tool]) : [];
        }),
      ),
    ];
    const pairs = bathroom.map((q) => {
      const r = sufficing(q, {}, catalogue);
      return r.ok ? r.value : [];
    });
    const serves = (kit: ReadonlySet<string>): boolean =>
      pairs.every((ps) => ps.some((p) => (p.product === null || kit.has(p.product)) && kit.has(p.tool)));
    let smaller = false;
    if (k.items.length === 3) for (const a of names) for (const b of names) if (serves(new Set([a, b]))) smaller = true;
    expect([k.items.length, smaller]).toEqual([3, false]);
  });
  test('what is owned comes before what is not, never more of it', () => {
    const free = kitOf(bathroom);
    const pairs = bathroom.map((q) => {
      const r = sufficing(q, {}, catalogue);
      return r.ok ? r.value : [];
    });
    // whatever could stand in for one of them
    const others = [...catalogue.products.keys(), ...catalogue.tools.keys()].filter(
      (x) =>
        !free.items.includes(x) &&
        free.items.some((out) => {
          const kit = [...free.items.filter((y) => y !== out), x];
          const has = new Set(kit);
          return (
            pairs.every((ps) => ps.some((p) => (!p.product || has.has(p.product)) && has.has(p.tool))) &&
            clashesOn(kit, catalogue).every((c) => c.level < 4)
          );
        }),
    );
    expect(others.length).toBeGreaterThan(3);
    for (const x of others.slice(0, 6)) {
      const mine = kitOf(bathroom, { own: [x] });
      expect(mine.items).toContain(x);
      expect(mine.items.length).toBe(free.items.length);
    }
  });
  test.each(['cost', 'harm', 'weight', 'scent'] as const)(
    'least %s: never more of it than the fewest things have',
    (goal: KitGoal) => {
      const worth = (items: readonly string[]): number =>
        items.reduce((sum, x) => sum + worthOf(x, goal, catalogue), 0);
      const [fewest, least] = [kitOf(bathroom), kitOf(bathroom, { goal })];
      expect(worth(least.items)).toBeLessThanOrEqual(worth(fewest.items));
      expect(least.goal).toEqual({ name: goal, value: worth(least.items) / (goal === 'cost' ? 10 : 1) });
      expect(least.uncovered).toEqual([]);
    },
  );
  test('people count: with a bird nothing that gives off fumes', () => {
    const jobs: Question[] = [{ material: 'enamel-steel', soil: 'baked-grease', severity: 4 }];
    const profile = { pets: ['bird' as const] };
    const k = kitOf(jobs, { context: { profile } });
    for (const c of k.covers) expect(covers(jobs[c.job]!, k.items, { profile })).toBe(true);
  });
  test.each([
    [
      'a spirit and an oxygen powder',
      { material: 'melamine-laminate', soil: 'tea-scale', severity: 5 },
      { material: 'sandstone', soil: 'tree-sap', severity: 4 },
    ],
    [
      'white spirit and an oxygen powder',
      { material: 'acetate', soil: 'hot-melt-glue', severity: 3 },
      { material: 'sintered-stone', soil: 'coffee-oil', severity: 5 },
    ],
  ] satisfies [string, Question, Question][])('%s never share a carrier: one job is left, and named', (_name, a, b) => {
    const level = (items: readonly string[]): number => Math.max(0, ...clashesOn(items, catalogue).map((c) => c.level));
    const free = kitOf([a, b], { apartFrom: 9 });
    expect([free.uncovered, level(free.items) >= 4]).toEqual([[], true]);
    const apart = kitOf([a, b]);
    expect(level(apart.items)).toBeLessThan(4);
    // each could be done by itself
    expect([apart.uncovered.length, apart.impossible]).toEqual([1, []]);
  });
  test('an empty list of jobs is told', () =>
    expect(smallestKit({ jobs: [] }, catalogue, solver)).toMatchObject({ ok: false, problems: [{ path: '/jobs' }] }));
});
