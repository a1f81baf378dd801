import { dilute, isSolid, type Measure, ppmPerPercent, targetsOf } from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';
import { runs } from '../../checks/depth';
import { ratioOf } from '../../checks/ratios';

/** Every figure of an answer by a second, plain way: by what is in the bottle in grams, and nothing else. */
const spoons = ['metric-tsp', 'metric-tbsp', 'metric-cup', 'us-tsp', 'us-cup', 'uk-floz'].map((id) =>
  catalogue.measures.get(id)!,
);
const mine: Measure[] = [{ id: 'mine', name: 'my cap', kind: 'cap', volume_mL: 22, basis: { default: 'household' } }];
const all = [...catalogue.products.values()].filter((p) => p.advised && !p.use.neatOnly);
const near = (a: number, b: number): boolean => Math.abs(a - b) <= 1e-9 * Math.max(1, Math.abs(a), Math.abs(b));

test('every figure, by weighing out', () => {
  let made = 0;
  fc.assert(
    fc.property(
      fc.constantFrom(...all),
      fc.double({ min: 0.0005, max: 0.999, noNaN: true }),
      fc.double({ min: 20, max: 20_000, noNaN: true }),
      fc.constantFrom('percent', 'ppm', 'ratio'),
      fc.subarray([...spoons.map((m) => m.id), 'mine'], { minLength: 1 }),
      fc.option(fc.integer({ min: 1, max: 700 }), { nil: undefined }),
      (p, share, mL, way, measures, madeDaysAgo) => {
        const solid = isSolid(p);
        const density = p.density ?? 1;
        const byVolume = p.strength.basis === 'v/v';
        // as many figures as a ratio is read with
        const parts = Number((1 / share - 1).toPrecision(4));
        // g (mL of alcohol) in a mL of what is poured, as its label says
        const inOne = (p.strength.percent / 100) * (byVolume ? 1 : density);
        const percent = solid ? share * p.strength.percent * 0.2 : share * inOne * 100;
        const target =
          way === 'percent'
            ? { percent }
            : way === 'ppm'
              ? { ppm: percent * ppmPerPercent(p, catalogue) }
              : { ratio: ratioOf(`1+${parts}`) };
        const r = dilute(
          { stock: { product: p.id, ...(madeDaysAgo ? { madeDaysAgo } : {}) }, target, final: { mL }, measures },
          catalogue,
          mine,
        );
        // an old stock may be weaker than what is asked for
        if (!r.ok) return madeDaysAgo !== undefined || (solid && way === 'ratio');
        made++;
        const a = r.value;
        const now = (a.stockStrength.percent / 100) * (byVolume ? 1 : density);
        const active = a.stock_mL * now;
        const wanted = way === 'ratio' ? (solid ? active / mL : now / (1 + parts)) : percent / 100;
        const k = a.kitchen;
        // mg/L counts chlorine where it is that, and weighs alcohol
        const substance = catalogue.substances.get(p.strength.substance)!;
        const weighs = substance.availableChlorine ?? (byVolume ? substance.density_gPerMl! : 1);
        const held = k ? (k.parts.length ? k.parts.reduce((v, x) => v + x.count * x.volume_mL, 0) : k.stock_mL) : 0;
        return [
          // what is in it is what was asked for
          near(active / mL, wanted),
          near(a.strength.percent, (active / mL) * 100),
          near(a.strength.ppm, (active / mL) * 1e6 * weighs),
          near(a.water_mL, solid ? mL : mL - a.stock_mL),
          near(a.partsWater, a.water_mL / a.stock_mL),
          a.stock_g === null || near(a.stock_g, a.stock_mL * density),
          // the spoons hold what the answer says, and are as far off as it says
          !k || near(k.stock_mL, held),
          !k || near(k.percent, ((held * now) / mL) * 100),
          !k || near(k.ppm, ((held * now) / mL) * 1e6 * weighs),
          !k || near(k.error, held / a.stock_mL - 1),
          !k ||
            (k.percent >= a.window.min * (1 - 1e-9) &&
              k.percent <= Math.max(a.window.max, a.strength.percent) * (1 + 1e-9)),
          a.window.inside === (a.strength.percent >= a.window.min && a.strength.percent <= a.window.max),
          a.window.target === null || targetsOf(p, catalogue).some((t) => t.id === a.window.target),
          a.stockStrength.low <= a.stockStrength.percent && a.stockStrength.percent <= a.stockStrength.high,
          a.lasts === null || a.lasts.enough_days <= a.lasts.more_days,
          a.shrinks_mL === null || (a.shrinks_mL >= -mL * 1e-3 && a.shrinks_mL < mL * 0.05),
        ].every(Boolean);
      },
    ),
    { numRuns: runs(10_000) },
  );
  expect(made).toBeGreaterThan(runs(10_000) / 2);
});
