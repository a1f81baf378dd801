import { judge, mix, mixMatrix, type MixItem, type MixQuestion, readLabel, resolveItems } from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';
import { plainLevel } from '../../checks/plain-mix';

const ids = [...catalogue.products.keys()];
const level = (items: MixItem[], more: Partial<MixQuestion> = {}) => {
  const r = mix({ items, meeting: 'container', ...more }, catalogue);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};

describe('over the whole catalogue', () => {
  test('symmetric: A with B is B with A, for every pair', () => {
    const items = resolveItems(
      ids.map((product) => ({ product })),
      catalogue,
    );
    if (!items.ok) throw new Error('unresolved');
    let pairs = 0;
    for (let i = 0; i < items.value.length; i++)
      for (let j = i + 1; j < items.value.length; j++) {
        const ab = judge([items.value[i]!, items.value[j]!], { meeting: 'container' }, catalogue);
        const ba = judge([items.value[j]!, items.value[i]!], { meeting: 'container' }, catalogue);
        if (ab.level !== ba.level || ab.headline !== ba.headline)
          throw new Error(`${ids[i]} and ${ids[j]}: ${ab.level} against ${ba.level}`);
        pairs++;
      }
    expect(pairs).toBe((ids.length * (ids.length - 1)) / 2);
  });
  test('monotone and order-free: adding never lowers, shuffling never changes', () => {
    fc.assert(
      fc.property(fc.shuffledSubarray(ids, { minLength: 3, maxLength: 5 }), (set) => {
        const all = level(set.map((product) => ({ product }))).level;
        const some = level(set.slice(0, -1).map((product) => ({ product }))).level;
        const turned = level([...set].reverse().map((product) => ({ product }))).level;
        return all >= some && all === turned;
      }),
      { numRuns: 1500 },
    );
  });
  test('the same thing twice is fine', () => {
    for (const product of ids) expect([product, level([{ product }, { product }]).level]).toEqual([product, 0]);
  });
  test('water alone is a safe partner but for the few that the rules name', () => {
    const hot = ids.filter((p) => level([{ product: 'water' }, { product: p }]).level >= 4);
    expect(hot.sort()).toEqual(
      // aluminium in the caustic one: hydrogen and heat at once
      ['drain-opener-acid', 'drain-opener-caustic', 'phosphide-fumigant'],
    );
  });
  test('every level 4 and 5 says what to do in an emergency', () => {
    fc.assert(
      fc.property(fc.constantFrom(...ids), fc.constantFrom(...ids), (a, b) => {
        const v = level([{ product: a }, { product: b }]);
        return v.level < 4 || /everybody out/i.test(v.emergency ?? '');
      }),
      { numRuns: 1500 },
    );
  });
  test('the matrix says the same as one pair at a time, and as the plainest way of asking', () => {
    const some = ids.filter((_, i) => i % 6 === 0);
    const m = mixMatrix(some, 'container', catalogue);
    for (let i = 0; i < some.length; i++)
      for (let j = i + 1; j < some.length; j++) {
        const [a, b] = [some[i]!, some[j]!];
        const said = m[i]![j - i - 1];
        expect([a, b, said]).toEqual([a, b, level([{ product: a }, { product: b }]).level]);
        expect([a, b, said]).toEqual([a, b, plainLevel(a, b, catalogue)]);
      }
  });
  test('percent as sold only ever raises: a stronger substance is never judged milder', () => {
    const acids = [
      'acetic-acid',
      'citric-acid',
      'hydrochloric-acid',
      'hydrogen-peroxide',
      'sodium-hydroxide',
      'ammonia',
      'isopropanol',
    ];
    fc.assert(
      fc.property(
        fc.constantFrom(...acids),
        fc.double({ min: 0.2, max: 50, noNaN: true }),
        fc.double({ min: 1, max: 2, noNaN: true }),
        fc.constantFrom(...ids),
        (substance, percent, k, product) =>
          level([{ substance, percent: Math.min(100, percent * k) }, { product }]).level >=
          level([{ substance, percent }, { product }]).level,
      ),
      { numRuns: 2000 },
    );
  });
});

describe('where they meet', () => {
  const bleach = { product: 'chlorine-bleach' };
  const vinegar = { product: 'white-vinegar' };
  test('a poison gas is one on a wet surface; rinsed it asks for another day', () => {
    expect(level([bleach, vinegar], { meeting: 'surface' }).level).toBe(5);
    const rinsed = level([bleach, vinegar], { meeting: 'surface', rinsed: true });
    expect(rinsed.level).toBe(2);
    expect(rinsed.then.join(' ')).toMatch(/another day/);
  });
  test('rinsed and a night later, on a face that does not drink: fine, rinse once more', () => {
    expect(
      level([{ ...bleach, rinsed: true, daysAgo: 1 }, vinegar], { meeting: 'surface', porous: false }),
    ).toMatchObject({ level: 0 });
    expect(level([{ ...bleach, rinsed: true, daysAgo: 1 }, vinegar], { meeting: 'surface', porous: true }).level).toBe(
      2,
    );
    expect(level([{ ...bleach, rinsed: true, daysAgo: 1 }, vinegar], { meeting: 'surface' }).level).toBe(2);
  });
  test('a rinse does not help in a drain', () =>
    expect(level([bleach, vinegar], { meeting: 'drain', rinsed: true }).level).toBe(5));
  test('on a shelf only what is dangerous counts', () => {
    expect(level([bleach, vinegar], { meeting: 'shelf' }).level).toBe(5);
    expect(level([{ product: 'baking-soda' }, vinegar], { meeting: 'shelf' }).level).toBe(0);
  });
  test('closed makes gas dangerous and leaves the rest', () => {
    expect(level([{ product: 'peroxide-3' }, { product: 'baking-soda' }], { closed: true }).level).toBe(4);
    expect(level([vinegar, { product: 'castile-soap' }], { closed: true }).level).toBe(2);
  });
  test('a home-mixed bottle is judged by what went in', () => {
    const r = mix({ items: [{ bottle: 'b1' }, vinegar], meeting: 'container' }, catalogue, (id) =>
      id === 'b1' ? [bleach] : null,
    );
    expect(r.ok && r.value.level).toBe(5);
  });
});

describe('how it is used', () => {
  const at = (product: string, ...conditions: string[]) => level([{ product }], { conditions });
  test.each([
    ['isopropanol-70', 'flame', 5, /No flame/],
    ['isopropanol-70', 'hot', 4, /hand-warm/],
    ['white-vinegar', 'mist', 4, /Only clean water/],
    ['quat-disinfectant', 'mist', 5, /Only clean water/],
    ['chlorine-bleach', 'hot', 2, /hand-warm/],
    ['chlorine-bleach', 'rust', 2, /rust remover/],
    ['chlorine-bleach', 'stored-diluted', 2, /fresh each day/],
    ['quat-disinfectant', 'cotton', 2, /microfibre/],
  ])('%s, %s → %d, and what to do instead', (product, condition, want, then) => {
    const a = at(product, condition);
    expect([a.level, a.then.join(' ')]).toEqual([want, expect.stringMatching(then)]);
    expect(a.findings[0]!.between).toHaveLength(2);
  });
  test('water minds none of them; an unknown label minds flame, heat and mist', () => {
    expect(at('water', ...catalogue.conditions.keys()).level).toBe(0);
    for (const c of catalogue.conditions.values())
      expect([c.id, level([{ label: 'goo' }], { conditions: [c.id] }).level]).toEqual([c.id, c.unknownToo ? 3 : 0]);
  });
  test('a condition never lowers, and an unknown one is refused with the known ones', () => {
    fc.assert(
      fc.property(
        fc.constantFrom(...ids),
        fc.constantFrom(...ids),
        fc.constantFrom(...catalogue.conditions.keys()),
        (a, b, c) => {
          const items = [{ product: a }, { product: b }];
          return level(items, { conditions: [c] }).level >= level(items).level;
        },
      ),
      { numRuns: 1500 },
    );
    expect(
      mix({ items: [{ product: 'water' }], meeting: 'container', conditions: ['full moon'] }, catalogue),
    ).toMatchObject({
      ok: false,
      problems: [{ path: '/conditions' }],
    });
  });
  test('every condition is named by a rule, and every rule of a place has its condition', () => {
    const named = new Set(
      [...catalogue.rules.values()].flatMap((r) =>
        r.clauses.flatMap((c) => (c.b.startsWith('place:') ? [c.b.slice(6)] : [])),
      ),
    );
    expect([...named].sort()).toEqual([...catalogue.conditions.keys()].sort());
  });
});

describe('what is often there already', () => {
  test.each([
    ['urine', 'chlorine-bleach', 5],
    ['litter', 'chlorine-bleach', 5],
    ['nappy-pail', 'chlorine-bleach', 5],
    ['tank-block', 'toilet-cleaner-acid', 5],
    ['pool-water', 'white-vinegar', 5],
    ['drain-yesterday', 'drain-opener-acid', 5],
    ['dishwasher-tablet', 'citric-descaler', 5],
    ['colour-run-remover', 'chlorine-bleach', 5],
    ['limescale', 'citric-descaler', 2],
    ['cement-lime', 'white-vinegar', 2],
    ['aluminium-pan', 'oven-cleaner-caustic', 4],
    ['rim-block-unknown', 'chlorine-bleach', 3],
    ['limescale', 'dish-detergent', 0],
  ])('%s and %s → %d', (id, product, want) => {
    const r = catalogue.residents.get(id)!;
    const asked: MixItem[] = [{ holds: { name: r.name, what: r.holds } }, { product }];
    expect(level(asked, { meeting: r.meeting as MixQuestion['meeting'] }).level).toBe(want);
  });
  test('all of them are known, and meet somewhere', () => {
    for (const r of catalogue.residents.values()) {
      expect([r.id, catalogue.meetings.has(r.meeting)]).toEqual([r.id, true]);
      for (const h of r.holds)
        expect([
          r.id,
          h.product ? catalogue.products.has(h.product) : h.substance ? catalogue.substances.has(h.substance) : true,
        ]).toEqual([r.id, true]);
    }
  });
});

describe('unknown is not safe', () => {
  test.each(['chlorine-bleach', 'white-vinegar', 'toilet-cleaner-acid', 'peroxide-3'])(
    'an unknown label beside %s is at least 3',
    (product) => {
      fc.assert(
        fc.property(
          fc.string({ minLength: 1, maxLength: 40 }).filter((s) => readLabel(s, catalogue).unrecognised.length > 0),
          (label) => level([{ label }, { product }]).level >= 3,
        ),
        { numRuns: 300 },
      );
    },
  );
  test('an unknown label beside plain water is no alarm', () =>
    expect(level([{ label: 'frobnicol, secret enhancer' }, { product: 'water' }]).level).toBe(0));
  test('ids that are not known come back as problems with a path', () => {
    const r = mix({ items: [{ product: 'nothing-such' }, { substance: 'water' }], meeting: 'container' }, catalogue);
    expect(r).toMatchObject({ ok: false, problems: [{ path: '/items/0/product' }] });
  });
});
