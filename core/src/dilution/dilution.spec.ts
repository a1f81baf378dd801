import { dilute, kitchenRound, parseNumber, parseRatio } from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';

const make = (q: Parameters<typeof dilute>[0]) => dilute(q, catalogue);
const ok = (q: Parameters<typeof dilute>[0]) => {
  const r = make(q);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};

describe('C1·V1 = C2·V2', () => {
  test('round trip: the stock that goes in gives back the strength asked for', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 99, noNaN: true }),
        fc.double({ min: 0.001, max: 0.99, noNaN: true }),
        fc.double({ min: 10, max: 20000, noNaN: true }),
        (stock, share, mL) => {
          const a = ok({ stock: { percent: stock }, target: { percent: stock * share }, final: { mL } });
          return (
            Math.abs((a.stock_mL * stock) / mL / (stock * share) - 1) < 1e-9 &&
            Math.abs(a.stock_mL + a.water_mL - mL) < 1e-6
          );
        },
      ),
      { numRuns: 2000 },
    );
  });
  test('ratio and percent are one: 1+n of c is c/(n+1)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500 }),
        fc.double({ min: 1, max: 90, noNaN: true }),
        (n, c) =>
          Math.abs(
            ok({ stock: { percent: c }, target: { ratio: `1+${n}` }, final: { mL: 1000 } }).strength.percent -
              c / (n + 1),
          ) < 1e-9,
      ),
      { numRuns: 1000 },
    );
  });
  test('bleach by hand: 5.25 % w/w, density 1.08, 1000 ppm available chlorine in 750 mL', () => {
    // g/L of chlorine in the stock: 52.5 × 1.08 × 70.906/74.442 = 54.0
    const a = ok({ stock: { product: 'chlorine-bleach' }, target: { ppm: 1000 }, final: { mL: 750 } });
    expect(a.stock_mL).toBeCloseTo((750 * 1) / (52.5 * 1.08 * (70.906 / 74.442)), 2);
    expect(a.warnings.join(' ')).toMatch(/24\sh/);
  });
  test('powder by hand: 3 % citric acid in 500 mL is 15 g', () =>
    expect(
      ok({ stock: { product: 'citric-descaler' }, target: { percent: 3 }, final: { mL: 500 } }).stock_g,
    ).toBeCloseTo(15, 6));
  test('an old bottle needs more of it', () => {
    const fresh = ok({ stock: { product: 'chlorine-bleach' }, target: { ppm: 1000 }, final: { mL: 1000 } });
    const old = ok({
      stock: { product: 'chlorine-bleach', madeDaysAgo: 365 },
      target: { ppm: 1000 },
      final: { mL: 1000 },
    });
    expect(old.stock_mL).toBeGreaterThan(fresh.stock_mL * 1.1);
    expect(old.stockStrength.low).toBeLessThan(old.stockStrength.high);
  });
  test('a stronger mix than the stock is refused with a sentence', () =>
    expect(make({ stock: { percent: 3 }, target: { percent: 5 }, final: { mL: 100 } })).toMatchObject({
      ok: false,
      problems: [{ path: '/target' }],
    }));
  test('two ways to say the stock is refused', () =>
    expect(make({ stock: { percent: 3, ppm: 30 }, target: { percent: 1 }, final: { mL: 100 } }).ok).toBe(false));
});

describe('which window speaks of a product', () => {
  test('every class named by a window is the class of some substance', () => {
    const known = new Set([...catalogue.substances.values()].flatMap((x) => x.classes));
    for (const t of catalogue.targets.values()) for (const c of t.classes) expect(known).toContain(c);
  });
  test('whatever gives available chlorine is judged by the chlorine windows', () => {
    const of = new Set([...catalogue.targets.values()].filter((t) => t.kind === 'chlorine').flatMap((t) => t.classes));
    const giving = [...catalogue.substances.values()].filter((x) => x.availableChlorine);
    expect(giving.length).toBeGreaterThan(5);
    for (const x of giving) expect([x.id, x.classes.some((c) => of.has(c))]).toEqual([x.id, true]);
  });
});
describe('in the kitchen', () => {
  const spoons = ['metric-tsp', 'metric-tbsp', 'metric-cup'].map((m) => catalogue.measures.get(m)!);
  test('what the spoons hold is what is said, and it stays in the window', () => {
    fc.assert(
      fc.property(fc.double({ min: 4, max: 900, noNaN: true }), (target) => {
        const k = kitchenRound(target, target * 0.9, target * 1.1, spoons);
        if (!k) return true;
        const sum = k.parts.reduce((a, p) => a + p.count * p.volume_mL, 0);
        return Math.abs(sum - k.stock_mL) < 1e-9 && sum >= target * 0.9 - 1e-9 && sum <= target * 1.1 + 1e-9;
      }),
      { numRuns: 2000 },
    );
  });
  test('none when no spoon fits', () => expect(kitchenRound(0.2, 0.19, 0.21, spoons)).toBeNull());
  test('the error is signed and relative to the strength', () => {
    const a = ok({ stock: { product: 'chlorine-bleach' }, target: { ppm: 1000 }, final: { mL: 750 } });
    expect(a.kitchen!.text).toBe('1 tablespoon');
    expect(a.kitchen!.error).toBeCloseTo(a.kitchen!.percent / a.strength.percent - 1, 9);
  });
});

describe('ratio language', () => {
  const forms = (t: string) => {
    const r = parseRatio(t, catalogue.measures);
    return r.ok ? r.value.readings.map((x) => x.form) : r.problems[0]!.message;
  };
  test.each([
    ['1:10', ['1+9', '1+10']],
    ['1+9', ['1+9']],
    ['1 in 10', ['1+9']],
    ['10%', ['1+9']],
    ['5000 ppm', ['1+199']],
    ['0.5 %', ['1+199']],
    ['50/50', ['1+1']],
    ['1:1', ['1+1']],
    ['20 mL/L', ['1+49', '1+50']],
    ['4 tsp per quart', ['1+48', '1+47']],
    ['½ cup per gallon', ['1+32', '1+31']],
    ['2 oz/gal', ['1+64', '1+63']],
  ])('%s', (t, want) => expect(forms(t)).toEqual(want));
  test('a bottle without a size is asked for', () =>
    expect(parseRatio('3 drops per bottle', catalogue.measures)).toMatchObject({
      ok: true,
      value: { needs: ['bottle'] },
    }));
  test('a capful in 5 litres is vague', () =>
    expect(parseRatio('a capful in 5 litres', catalogue.measures)).toMatchObject({ ok: true, value: { vague: true } }));
  test('nonsense gets a sentence', () => expect(forms('a bit of this')).toMatch(/is not a ratio/));
  test('never throws', () => {
    fc.assert(
      fc.property(fc.string({ maxLength: 60 }), (t) => typeof parseRatio(t, catalogue.measures).ok === 'boolean'),
      { numRuns: 3000 },
    );
  });
  test.each([
    ['1½', 1.5],
    ['1 1/2', 1.5],
    ['½', 0.5],
    ['2,5', 2.5],
    ['three', 3],
    ['a half', 0.5],
    ['x', null],
  ])('number %s', (t, n) => expect(parseNumber(t)).toBe(n));
});
