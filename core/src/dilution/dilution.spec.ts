import {
  dilute,
  inPercentOf,
  kitchenCost,
  kitchenRound,
  parseNumber,
  parseRatio,
  ppmPerPercent,
  targetsOf,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';
import { inCorpusWords, isAsAsked, RATIO_CORPUS, ratioOf } from '../../checks/ratios';
import { runs } from '../../checks/depth';

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
      { numRuns: runs(2000) },
    );
  });
  test('ratio and percent are one: 1+n of c is c/(n+1)', () => {
    fc.assert(
      fc.property(
        fc.integer({ min: 1, max: 500 }),
        fc.double({ min: 1, max: 90, noNaN: true }),
        (n, c) =>
          Math.abs(
            ok({ stock: { percent: c }, target: { ratio: ratioOf(`1+${n}`) }, final: { mL: 1000 } }).strength.percent -
              c / (n + 1),
          ) < 1e-9,
      ),
      { numRuns: runs(1000) },
    );
  });
  test('bleach by hand: 5.25 % w/w, density 1.08, 1000 ppm available chlorine in 750 mL', () => {
    // g/L of chlorine in the stock: 52.5 × 1.08 × 70.906/74.442 = 54.0
    const a = ok({ stock: { product: 'chlorine-bleach' }, target: { ppm: 1000 }, final: { mL: 750 } });
    expect(a.stock_mL).toBeCloseTo((750 * 1) / (52.5 * 1.08 * (70.906 / 74.442)), 2);
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
  const of = (id: string) => targetsOf(catalogue.products.get(id)!, catalogue).map((t) => t.id);
  test.each([
    ['chlorine-bleach', ['food-contact', 'hard-surface', 'body-fluid']],
    ['sterilising-tablets-chlorine', ['food-contact', 'hard-surface', 'body-fluid']],
    ['peroxide-3', ['peroxide-surface']],
    ['isopropanol-70', ['alcohol-surface']],
    ['white-vinegar', ['descale-light', 'descale-strong']],
    ['citric-descaler', ['descale-light', 'descale-strong']],
    // not every acid is a descaler, not every chlorine disinfects, percent of percarbonate is not percent of peroxide
    ['drain-opener-acid', []],
    ['muriatic-acid', []],
    ['stainless-pickling-gel', []],
    ['oxalic-crystals', []],
    ['cement-film-remover', []],
    ['pool-trichlor-tablets', []],
    ['dishwasher-powder-chlorine', []],
    ['percarbonate-booster', []],
    ['peracetic-sanitiser', []],
    ['isopropanol-99', []],
  ])('%s: %j', (id, want) => expect(of(id)).toEqual(want));
  test('every substance of a window is known, and a window in the product’s own percent is the same strength', () => {
    for (const t of catalogue.targets.values())
      for (const s of t.substances) expect([s, catalogue.substances.has(s)]).toEqual([s, true]);
    const bleach = catalogue.products.get('chlorine-bleach')!;
    const w = inPercentOf(catalogue.targets.get('hard-surface')!, bleach, catalogue);
    expect(w.aim * ppmPerPercent(bleach, catalogue)).toBeCloseTo(1000, 6);
  });
  test('tablets are counted, never cut: four of 4 g are 16 g, and what no whole number makes is said', () => {
    const made = (percent: number, mL: number) =>
      ok({ stock: { product: 'descaler-tablets' }, target: { percent }, final: { mL } });
    // 40 % sulfamic acid in a tablet of 16 g: 0.64 % in a litre
    expect(made(0.64, 1000)).toMatchObject({ tablets: { count: 1, each_g: 16 }, kitchen: { text: '1 tablet' } });
    expect(made(1.28, 2000).tablets).toEqual({ count: 4, each_g: 16 });
    const half = made(0.64, 500);
    expect([half.tablets, half.kitchen, half.stock_g]).toEqual([null, null, expect.closeTo(8, 6)]);
    expect(half.warnings.join(' ')).toMatch(/one makes 1.* L/);
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
      { numRuns: runs(2000) },
    );
  });
  test('as few and as near as trying out everything', () => {
    const drawer = [...spoons, ...['us-floz', 'us-cup', 'capful'].map((m) => catalogue.measures.get(m)!)];
    const parts: Record<string, number> = { spoon: 2, cup: 4, jug: 4, vague: 1 };
    let found = 0;
    fc.assert(
      fc.property(
        fc.double({ min: 2, max: 1200, noNaN: true }),
        fc.double({ min: 0.005, max: 0.25, noNaN: true }),
        fc.shuffledSubarray(drawer, { minLength: 1, maxLength: 3 }),
        (target, slack, mine) => {
          const [low, high] = [target * (1 - slack), target * (1 + slack)];
          const all = mine.map((measure) =>
            Array.from({ length: 12 * parts[measure.kind]! }, (_, i) => ({
              measure,
              count: (i + 1) / parts[measure.kind],
            })),
          );
          const one = all.flat().map((p) => [p]);
          const two = all.flatMap((a, i) => all.slice(i + 1).flatMap((b) => a.flatMap((p) => b.map((q) => [p, q]))));
          const costs = [...one, ...two]
            .filter((picks) => {
              const v = picks.reduce((n, p) => n + p.count * p.measure.volume_mL, 0);
              const scoops = picks.reduce((n, p) => n + Math.ceil(p.count), 0);
              return v >= low - 1e-9 && v <= high + 1e-9 && scoops <= 12;
            })
            .map((picks) => kitchenCost(picks, target));
          const got = kitchenRound(target, low, high, mine);
          if (!costs.length) return got === null;
          found++;
          const picks = got!.parts.map((p) => ({ measure: mine.find((m) => m.id === p.measure)!, count: p.count }));
          return Math.abs(kitchenCost(picks, target) - Math.min(...costs)) < 1e-9;
        },
      ),
      { numRuns: runs(2000) },
    );
    expect(found).toBeGreaterThan(runs(2000) / 3);
  });
  test.each([
    // a scoop less is worth two per cent
    [500, 'metric-tsp metric-tbsp metric-cup', '2 cups'],
    [505, 'metric-tsp metric-tbsp metric-cup', '2 cups'],
    [7.5, 'metric-tsp metric-tbsp metric-cup', '½ tablespoon'],
    [190, 'metric-tsp metric-tbsp metric-cup', '¾ cup'],
    [130, 'metric-tbsp', '8½ tablespoons'],
    [20, 'capful', '2 capfuls'],
  ])('%d mL from %s is %s', (mL, ids, text) =>
    expect(
      kitchenRound(
        mL,
        mL * 0.9,
        mL * 1.1,
        ids.split(' ').map((m) => catalogue.measures.get(m)!),
      )?.text,
    ).toBe(text),
  );
  test('none when no spoon fits', () => expect(kitchenRound(0.2, 0.19, 0.21, spoons)).toBeNull());
  test('the error is signed and relative to the strength', () => {
    const a = ok({ stock: { product: 'chlorine-bleach' }, target: { ppm: 1000 }, final: { mL: 750 } });
    expect(a.kitchen!.text).toBe('1 tablespoon');
    expect(a.kitchen!.error).toBeCloseTo(a.kitchen!.percent / a.strength.percent - 1, 9);
  });
});

describe('ratio language', () => {
  test.each(RATIO_CORPUS.map((c) => [c.text, c.system, c] as const))('%s (%s)', (_t, _s, c) => {
    const r = parseRatio(c.text, catalogue.measures, c.system);
    if (!isAsAsked(c, r)) expect(inCorpusWords(r)).toBe(c.want);
  });
  test('the corpus is long, and has wrong ones in it', () => {
    expect(RATIO_CORPUS.length).toBeGreaterThanOrEqual(250);
    expect(RATIO_CORPUS.filter((c) => c.want.startsWith('ERR')).length).toBeGreaterThan(25);
    const [c] = RATIO_CORPUS;
    expect(isAsAsked(c!, parseRatio('1:11', catalogue.measures))).toBe(false);
    expect(isAsAsked({ text: 'a', system: 'us', want: 'ERR moon' }, parseRatio('abc', catalogue.measures))).toBe(false);
  });
  const forms = (t: string) => {
    const r = parseRatio(t, catalogue.measures);
    return r.ok ? r.value.readings.map((x) => x.form) : r.problems[0]!.message;
  };
  test.each([
    ['1:10', ['1+9', '1+10']],
    ['1+9', ['1+9']],
    ['1 in 10', ['1+9']],
    ['10%', ['1+9']],
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
      { numRuns: runs(3000) },
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
