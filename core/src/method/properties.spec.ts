import {
  advise,
  type Advice,
  type Context,
  faceById,
  front,
  loadCatalogue,
  type Profile,
  type Question,
  type Rung,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue, raw } from '../../checks/catalogue-for-tests';
import { enumerate } from '../../checks/enumerate';

/** Each property counts the cases that say something, and fails under a thousand of them. */
/** The whole of it with `npm run bench`; a third of the cases each time. */
const SHARE = process.env['DEEP'] ? 1 : 0.33;
const ENOUGH = 850 * SHARE;
const runsOf = (n: number): number => Math.ceil(n * SHARE);
const ask = (q: Question, context: Context = {}): Advice => {
  const a = advise(q, context, catalogue);
  if (!a.ok) throw new Error(a.problems[0]!.message);
  return a.value;
};
const harm = (a: Advice): number => (a.recommended === null ? Infinity : a.ladder[a.recommended - 1]!.harm);
const faces = [...catalogue.materials.values()].flatMap((m) => [
  { material: m.id, finish: null as string | null },
  ...m.finishes.map((f) => ({ material: m.id, finish: f.id as string | null })),
]);
const soils = [...catalogue.soils.values()].filter((s) => !s.damage).map((s) => s.id);
const question = fc
  .record({
    face: fc.constantFrom(...faces),
    soil: fc.constantFrom(...soils),
    severity: fc.integer({ min: 1, max: 5 }),
    age: fc.constantFrom('fresh' as const, 'dried' as const, 'set' as const),
  })
  .map(({ face, soil, severity, age }): Question => ({ ...face, soil, severity, age }));
const stances = fc.record(
  Object.fromEntries(
    [...catalogue.stances.values()]
      .filter((s) => s.choices.some((c) => c.refuses))
      .map((s) => [s.id, fc.constantFrom(s.default, ...s.choices.filter((c) => c.refuses).map((c) => c.id))]),
  ),
);
const profile: fc.Arbitrary<Profile> = fc.record({
  noChlorine: fc.boolean(),
  fragranceFree: fc.boolean(),
  septic: fc.boolean(),
  people: fc.subarray(['asthma', 'toddler', 'pregnant']),
  pets: fc.subarray(['bird', 'cat', 'fish']),
  stances,
});
const items = [...catalogue.products.keys(), ...catalogue.tools.keys()];
const kit = fc.subarray(items, { minLength: 10, maxLength: 80 });

describe('properties over faces, soils and households', () => {
  test('every answer is whole: a front, shares of one, seven names at most, a source for every refusal', () => {
    let rungs = 0;
    fc.assert(
      fc.property(question, (q) => {
        const a = ask(q);
        rungs += a.ladder.length;
        if (a.ladder.length > 7) return false;
        if (new Set(a.ladder.map((r) => r.name)).size !== a.ladder.length) return false;
        for (const [i, r] of a.ladder.entries()) {
          const sum = r.sinner.chemistry + r.sinner.action + r.sinner.temperature + r.sinner.time;
          if (Math.abs(sum - 1) > 1e-9 || r.effect < 0 || r.effect > 1 || r.harm < 0 || r.harm > 1) return false;
          const last = a.ladder[i - 1];
          if (last && last.harm > r.harm) return false;
          // what harms more does more, or is there for its chemistry or its surface
          const ownRight = (x: Rung): boolean => x.remedy !== null || x.madeFor !== null;
          if (!ownRight(r) && a.ladder.slice(0, i).some((x) => !ownRight(x) && x.effect >= r.effect)) return false;
          // a step within a rung does more, too
          if (r.stronger.some((x, n) => x.effect <= (r.stronger[n - 1]?.effect ?? r.effect) || x.harm < r.harm))
            return false;
          if (r.dwell_min > r.dwellMax_min || !r.steps.length) return false;
          // the sums that the page shows are the figures that it shows
          if (Math.abs(1 - r.harms.reduce((k, h) => k * (1 - h.h), 1) - r.harm) > 1e-9) return false;
        }
        if (a.recommended !== null && a.ladder[a.recommended - 1]!.effect < 0.7) return false;
        return a.refused.every((r) => r.because.length > 5 && catalogue.sources.has(r.source));
      }),
      { numRuns: runsOf(500) },
    );
    expect(rungs).toBeGreaterThan(ENOUGH);
  }, 120000);

  test('every rung is inside every limit of its face, checked from the tables and not by the engine', () => {
    let rungs = 0;
    fc.assert(
      fc.property(question, (q) => {
        const m = faceById(q.finish ? `${q.material}/${q.finish}` : q.material, catalogue)!;
        for (const r of ask(q).ladder) {
          rungs++;
          const broken = outside(r, m);
          if (broken) throw new Error(`${m.name}: ${r.name}: ${broken}`);
        }
        return true;
      }),
      { numRuns: runsOf(500) },
    );
    expect(rungs).toBeGreaterThan(ENOUGH);
  }, 120000);

  test('a stricter household never admits what was refused, nor lowers the harm that suffices', () => {
    let cases = 0;
    fc.assert(
      fc.property(question, profile, (q, p) => {
        const [free, strict] = [ask(q), ask(q, { profile: p })];
        if (free.refused.length) cases++;
        const refused = new Set(strict.refused.map((r) => r.product ?? r.tool));
        return free.refused.every((r) => refused.has(r.product ?? r.tool)) && harm(strict) >= harm(free) - 1e-12;
      }),
      { numRuns: runsOf(1050) },
    );
    expect(cases).toBeGreaterThanOrEqual(ENOUGH);
  }, 240000);

  test('a smaller kit never does with less harm, and holds to what is in it', () => {
    let cases = 0;
    fc.assert(
      fc.property(question, kit, (q, k) => {
        const [large, small] = [ask(q, { kit: k }), ask(q, { kit: k.filter((_, i) => i % 3) })];
        cases++;
        const here = new Set(k);
        const water = (id: string) =>
          catalogue.products
            .get(id)!
            .contents.every((c) => catalogue.substances.get(c.substance)!.classes.includes('water'));
        return (
          harm(small) >= harm(large) - 1e-12 &&
          large.ladder.every((r) => here.has(r.tool) && (r.product === null || here.has(r.product) || water(r.product)))
        );
      }),
      { numRuns: runsOf(1050) },
    );
    expect(cases).toBeGreaterThanOrEqual(ENOUGH);
  }, 240000);

  test('more of it, or older, never asks for a gentler rung', () => {
    let cases = 0;
    fc.assert(
      fc.property(question, (q) => {
        const less = ask(q);
        const more = ask({ ...q, severity: Math.min(5, q.severity! + 1) });
        const older = ask({ ...q, age: q.age === 'fresh' ? 'dried' : 'set' });
        if (less.recommended !== null) cases++;
        // superglue and the like are touched by nothing while they are fresh: older may then be gentler
        const byAge = catalogue.soils.get(q.soil)!.sets.some((s) => s.when?.ages);
        return harm(more) >= harm(less) - 1e-12 && (byAge || harm(older) >= harm(less) - 1e-12);
      }),
      { numRuns: runsOf(1700) },
    );
    expect(cases).toBeGreaterThanOrEqual(ENOUGH);
  }, 240000);

  test('a product without effect on the soil, added, leaves the ladder as it was', () => {
    const idle = { ...raw.products.find((p) => p.id === 'dish-detergent')!, id: 'idle', name: 'idle', mechanisms: {} };
    const more = loadCatalogue({ ...raw, products: [...raw.products, idle] });
    let cases = 0;
    fc.assert(
      fc.property(question, (q) => {
        const a = ask(q);
        const b = advise(q, {}, more);
        cases += a.ladder.length;
        return b.ok && JSON.stringify(b.value.ladder) === JSON.stringify(a.ladder);
      }),
      { numRuns: runsOf(400) },
    );
    expect(cases).toBeGreaterThan(ENOUGH);
  }, 240000);

  test('pruned and plain enumeration answer alike, with and without what the household has seen', () => {
    let rungs = 0;
    const evidence = fc.option(
      fc.record({
        mechanism: fc.constantFrom(...catalogue.mechanisms.keys()),
        worked: fc.integer({ min: 0, max: 6 }),
        not: fc.integer({ min: 0, max: 6 }),
      }),
    );
    fc.assert(
      fc.property(question, evidence, (q, e) => {
        const context: Context = e
          ? { evidence: [{ ...e, partly: 0, soil: q.soil, material: q.material, finish: q.finish ?? null }] }
          : {};
        const [fast, plain] = [ask(q, context), enumerate(q, context, catalogue)];
        rungs += plain.ladder.length;
        const same = fast.ladder.map((r) => ({ ...r, then: null }));
        return JSON.stringify(same) === JSON.stringify(plain.ladder) && fast.recommended === plain.recommended;
      }),
      { numRuns: 40 },
    );
    // each answer stands for hundreds of thousands of methods
    expect(rungs).toBeGreaterThan(60);
  }, 240000);

  test('the front is that of plain enumeration', () => {
    fc.assert(
      fc.property(
        fc.array(
          fc.record({
            gain: fc.double({ min: 0, max: 1, noNaN: true }),
            cost: fc.double({ min: 0, max: 1, noNaN: true }),
          }),
          { maxLength: 60 },
        ),
        (items) => {
          const kept = front(items);
          const plain = items.filter(
            (x) =>
              !items.some(
                (y) => y !== x && y.gain >= x.gain && y.cost <= x.cost && (y.gain > x.gain || y.cost < x.cost),
              ),
          );
          return (
            kept.every((k) => plain.includes(k) || plain.some((p) => p.gain === k.gain && p.cost === k.cost)) &&
            plain.every((p) => kept.some((k) => Math.abs(k.gain - p.gain) < 1e-9 && k.cost <= p.cost))
          );
        },
      ),
      { numRuns: runsOf(1000) },
    );
  });
});

const WETNESS = ['dry', 'damp', 'wet', 'flood'];
const CLASSES: [keyof (typeof raw.materials)[number]['tolerates'], string, number][] = [
  ['chlorine', 'active-halogen', 0.001],
  ['ketone', 'ketone', 1],
  ['alcohol', 'alcohol', 2],
  ['hydrocarbon', 'hydrocarbon', 2],
  ['terpene', 'terpene', 0.5],
  ['protease', 'enzyme', 0.01],
];
/** The limit of the face that a rung breaks, read from the tables; null when none. */
function outside(r: Rung, m: (typeof raw.materials)[number]): string | null {
  const tool = catalogue.tools.get(r.tool)!;
  const product = r.product ? catalogue.products.get(r.product)! : null;
  const application = catalogue.applications.get(r.apply)!;
  if (WETNESS.indexOf(r.wetness) > WETNESS.indexOf(m.wetness)) return `${r.wetness} of ${m.wetness}`;
  if (m.clothOnly && application.reaches) return 'cloth only';
  if (m.maxTemp_C !== null && r.temperature_C > m.maxTemp_C) return 'heat';
  if (!m.steam && (tool.mechanisms['steam'] ?? 0) > 0) return 'steam';
  if (tool.dullsGloss && m.gloss === 'gloss') return 'gloss';
  if (tool.blade && !m.blade) return 'blade';
  if (
    tool.abrasive !== 'none' &&
    !tool.finePolish &&
    (m.face !== 'solid' || (m.hardness ?? 0) <= (tool.hardness_mohs ?? 6))
  )
    return 'hardness';
  if (product) {
    for (const [key, cls, from] of CLASSES) {
      const percent = product.contents
        .filter((c) =>
          catalogue.substances
            .get(c.substance)!
            .classes.some((k) => (catalogue.operandsOf.get(k) ?? [k]).includes(cls)),
        )
        .reduce((a, c) => a + c.percent.max, 0);
      const inUse = r.dose ? (percent * r.dose.amount * (product.density ?? 1)) / 1000 : percent;
      if (m.tolerates[key] === 'no' && inUse >= from * 1.5) return `${key} ${inUse} %`;
    }
    // undiluted and declared for the neat product: the band, or one of its zones for the time of the rung
    if (!r.dose && product.pH?.of === 'neat' && (product.mechanisms['acid'] ?? 0) > 0.3) {
      const low = product.pH.max;
      if (low < m.pH.min && !m.pH.outside.some((z) => low >= z.min && low <= z.max && r.dwell_min <= z.minutes))
        return `pH ${low} of ${m.pH.min}`;
    }
  }
  return null;
}
