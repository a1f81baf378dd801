import {
  agedBleach,
  agedBleachRange,
  dilute,
  type DiluteQuestion,
  halfLife_days,
  inPercentOf,
  kitchenRound,
  type Measure,
  ppmPerPercent,
  strongestOf,
  targetsOf,
} from '@dolly-tub/core';
import { catalogue } from '../../checks/catalogue-for-tests';
import { ratioOf } from '../../checks/ratios';

const spoon = (id: string, volume_mL: number): Measure => ({
  id,
  name: `${id} spoon`,
  kind: 'spoon',
  volume_mL,
  basis: { default: 'household' },
});
const MINE = [spoon('red', 7), spoon('blue', 20)];
const answer = (q: Omit<DiluteQuestion, 'final'> & { final?: { mL: number } }, most?: number) => {
  const r = dilute({ final: { mL: 1000 }, ...q }, catalogue, MINE, most);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
const problem = (q: object): string | null => {
  const whole = { stock: { percent: 10 }, target: { percent: 1 }, final: { mL: 100 }, ...q } as DiluteQuestion;
  const r = dilute(whole, catalogue, MINE);
  return r.ok ? null : `${r.problems[0]!.path} ${r.problems[0]!.message}`;
};

describe('whole answers, by hand', () => {
  test('10 % to 2 % in half a litre: 100 mL and 400 mL of water', () =>
    expect(
      answer({ stock: { percent: 10 }, target: { percent: 2 }, final: { mL: 500 }, measures: ['metric-tbsp'] }),
    ).toEqual({
      ratio: '1+4',
      partsWater: 4,
      stock_mL: 100,
      stock_g: null,
      water_mL: 400,
      strength: { percent: 2, ppm: 20000 },
      tablets: null,
      // 6½ × 15 = 97.5 mL: nearer in spoons and strength together than seven (105 mL)
      kitchen: {
        text: '6½ tablespoons',
        stock_mL: 97.5,
        parts: [{ measure: 'metric-tbsp', name: 'tablespoons', count: 6.5, volume_mL: 15 }],
        percent: 1.95,
        ppm: 19500,
        error: expect.closeTo(-0.025, 12),
      },
      window: { min: 1.8, max: expect.closeTo(2.2, 12), target: null, name: null, inside: true },
      stockStrength: { percent: 10, low: 10, high: 10, basis: 'w/v' },
      read: null,
      lasts: null,
      shrinks_mL: null,
      warnings: [],
      because: [
        {
          text: '10 % × 100 mL = 2 % × 500 mL: parts of water = (stock ÷ wanted) − 1.',
          source: 'cdc-who-ebola-2014',
        },
      ],
    }));
  test('bleach for a hard surface: 54 g of chlorine in a litre of it, so 13.9 mL for three quarters of a gram', () => {
    const perL = 52.5 * 1.08 * 0.9525;
    expect(answer({ stock: { product: 'chlorine-bleach' }, target: { ppm: 1000 }, final: { mL: 750 } })).toEqual({
      ratio: '1+53.01',
      partsWater: expect.closeTo(750 / (750 / perL) - 1, 9),
      stock_mL: expect.closeTo(750 / perL, 9),
      stock_g: expect.closeTo((750 / perL) * 1.08, 9),
      water_mL: expect.closeTo(750 - 750 / perL, 9),
      strength: { percent: expect.closeTo(0.1 / 0.9525, 12), ppm: expect.closeTo(1000, 9) },
      tablets: null,
      kitchen: {
        text: '1 tablespoon',
        stock_mL: 15,
        parts: [{ measure: 'metric-tbsp', name: 'tablespoon', count: 1, volume_mL: 15 }],
        percent: expect.closeTo((15 * perL) / 750 / 10 / 0.9525, 9),
        ppm: expect.closeTo((15 * perL * 1000) / 750, 6),
        error: expect.closeTo(15 / (750 / perL) - 1, 9),
      },
      window: {
        min: expect.closeTo(0.08 / 0.9525, 12),
        max: expect.closeTo(0.16 / 0.9525, 12),
        target: 'hard-surface',
        name: 'hard surface',
        inside: true,
      },
      stockStrength: { percent: 5.25, low: 5.25, high: 5.25, basis: 'w/w' },
      read: null,
      // 20 % may go: 0.5^(d/half-life) by White, and the formula at 25 °C, of which the lower counts
      lasts: { enough_days: 221, more_days: 954 },
      shrinks_mL: null,
      warnings: [],
      because: [
        {
          text: '5.25 % × 13.9 mL = 0.105 % × 750 mL (density 1.08): parts of water = (stock ÷ wanted) − 1.',
          source: 'cdc-who-ebola-2014',
        },
        {
          text: '800 to 1600 ppm for hard surfaces; keep it wet 5 to 10 min. The label of your product wins.',
          source: 'cdc-bleach',
        },
      ],
    });
  });
  test('a powder is weighed, and goes into all of the water', () => {
    const a = answer({ stock: { product: 'citric-descaler' }, target: { percent: 3 }, final: { mL: 500 } });
    const density = catalogue.products.get('citric-descaler')!.density!;
    expect(a).toMatchObject({
      stock_g: expect.closeTo(15, 9),
      stock_mL: expect.closeTo(15 / density, 9),
      water_mL: 500,
      partsWater: expect.closeTo(500 / (15 / density), 9),
      strength: { percent: 3, ppm: 30000 },
      kitchen: { text: '1 tablespoon + ½ teaspoon', stock_mL: 17.5 },
      window: { min: 2, max: 5, target: 'descale-light', inside: true },
    });
    expect(a.because.map((b) => b.text)).toEqual([
      '3 % in 500 mL takes 15 g.',
      '2 to 5 % for scale film; keep it wet 8 to 10 min. The label of your product wins.',
    ]);
  });
  test('alcohol by volume, never weighed; thinned below 60 % it says that it disinfects nothing', () => {
    const thin = answer({ stock: { product: 'isopropanol-91' }, target: { percent: 50 }, final: { mL: 500 } });
    expect(thin).toMatchObject({
      stock_mL: expect.closeTo((500 * 50) / 91, 9),
      stock_g: null,
      strength: { percent: 50, ppm: expect.closeTo(50 * 0.786 * 10000, 6) },
      stockStrength: { basis: 'v/v' },
      warnings: ['Below 60 % v/v alcohol does not disinfect: it cleans only.'],
    });
    expect(thin.because[0]!.text).toBe('91 % × 275 mL = 50 % × 500 mL: parts of water = (stock ÷ wanted) − 1.');
    const at = (percent: number) => answer({ stock: { product: 'isopropanol-91' }, target: { percent } }).warnings;
    expect([at(59.9).length, at(60).length, at(70).length]).toEqual([1, 0, 0]);
    expect(answer({ stock: { product: 'white-vinegar' }, target: { percent: 1 } }).warnings).toEqual([]);
  });
  test('tablets: two of 16 g at 40 % make 1.28 % in a litre', () => {
    const a = answer({ stock: { product: 'descaler-tablets' }, target: { percent: 1.28 } });
    expect(a).toMatchObject({ tablets: { count: 2, each_g: 16 }, stock_g: expect.closeTo(32, 9), warnings: [] });
    expect(a.kitchen).toEqual({
      text: '2 tablets',
      stock_mL: expect.closeTo(a.stock_mL, 9),
      parts: [],
      percent: expect.closeTo(1.28, 9),
      ppm: expect.closeTo(12800, 6),
      error: expect.closeTo(0, 12),
    });
    expect(a.because[0]!.text).toBe('1.28 % in 1 L takes 32 g, and a tablet weighs about 16 g.');
    // one tablet is 20 % too much at 0.8 and stays; past that none does
    const percent = (p: number) => answer({ stock: { product: 'descaler-tablets' }, target: { percent: p } }).tablets;
    expect([percent(0.585), percent(0.58), percent(0.7), percent(0.72)].map((t) => t?.count ?? 0)).toEqual([
      1, 0, 1, 0,
    ]);
    expect(answer({ stock: { product: 'descaler-tablets' }, target: { percent: 0.3 } }).warnings).toEqual([
      'No whole number of tablets makes that: one makes 2.13 L of this strength.',
    ]);
  });
  test('an old bottle: what it likely holds is reckoned with, and said', () => {
    const a = answer({ stock: { product: 'chlorine-bleach', madeDaysAgo: 400 }, target: { ppm: 1000 } });
    expect(a.stockStrength).toEqual({
      percent: expect.closeTo(4.3041, 3),
      // half in 722 days: 5.25 × 0.5^(400 ÷ 722)
      low: expect.closeTo(3.576, 3),
      high: expect.closeTo(4.7527, 3),
      basis: 'w/w',
    });
    expect(a.stock_mL).toBeCloseTo(1000 / (4.3041 * 10 * 1.08 * 0.9525), 1);
    expect(a.because[1]).toEqual({
      text: '5.25 % of sodium hypochlorite, 400 days old and kept at about 20 °C, likely is 4.3 % now (3.58 to 4.75): bleach falls apart by itself, the stronger and warmer the sooner.',
      source: 'utility-hypochlorite-handbook',
    });
    // 5.25 % keeps four fifths for about a year and a half
    const worn = (madeDaysAgo: number) =>
      answer({ stock: { product: 'chlorine-bleach', madeDaysAgo }, target: { ppm: 1000 } }).warnings;
    expect([worn(400).length, worn(600).length]).toEqual([0, 2]);
    expect(worn(600)[0]).toMatch(/lost more than a fifth/);
    const powder = { product: 'sterilising-tablets-chlorine', madeDaysAgo: 400 };
    expect(answer({ stock: powder, target: { ppm: 500 } }).because[0]!.text).not.toMatch(/days old/);
    expect(
      answer({ stock: { product: 'white-vinegar', madeDaysAgo: 400 }, target: { percent: 1 } }).stockStrength.percent,
    ).toBe(catalogue.products.get('white-vinegar')!.strength.percent);
  });
  test('the label that was read counts for the nominal strength', () => {
    const a = answer({ stock: { product: 'chlorine-bleach', labelPercent: 8 }, target: { ppm: 1000 } });
    expect(a.stock_mL).toBeCloseTo(1000 / (80 * 1.08 * 0.9525), 9);
    expect(a.stockStrength).toMatchObject({ percent: 8, low: 8, high: 8 });
  });
  test('ppm of a stock without a name, and a ratio of it', () =>
    expect(answer({ stock: { ppm: 50000 }, target: { ratio: ratioOf('1+9') } })).toMatchObject({
      stock_mL: 100,
      water_mL: expect.closeTo(900, 9),
      strength: { percent: 0.5, ppm: 5000 },
    }));
  test('every kind of ratio, of a stock that is named and of one that is not', () => {
    const of = (ratio: string, product?: string, mL = 1000) =>
      answer({ stock: product ? { product } : { percent: 10 }, target: { ratio: ratioOf(ratio) }, final: { mL } });
    // a share of the bottle: ten mL of a hundred of what is 10 %
    expect(of('10 %').strength.percent).toBeCloseTo(1, 12);
    expect(of('1:10').read).toMatchObject({ taken: { form: '1+9' }, other: { form: '1+10' }, differs: 10 / 11 - 1 });
    expect(of('1:10').because.at(-1)!.text).toMatch(/Taken as 1\+9, .* Read as 1\+10, .* it is 9\.09 % weaker/);
    expect(of('1 in 10').read).toMatchObject({ other: null, differs: 0 });
    // a strength of what works, where it has published ones: not a twentieth of it
    expect(of('0.1 %', 'chlorine-bleach').strength.percent).toBeCloseTo(0.1, 12);
    expect(of('1000 ppm', 'chlorine-bleach').strength.ppm).toBeCloseTo(1000, 9);
    expect(of('1:50', 'chlorine-bleach').strength.percent).toBeCloseTo((5.25 * 1.08) / 50, 9);
    // grams of the powder, whole tablets of their weight
    expect(of('30 g/L', 'citric-descaler').stock_g).toBeCloseTo(30, 9);
    expect(of('1 tablet per litre', 'descaler-tablets').tablets).toMatchObject({ count: 1, each_g: 16 });
    expect(of('2 tablets per bottle', 'descaler-tablets', 2000).tablets!.count).toBe(2);
    // so much in this bottle
    expect(of('20 mL per bottle').stock_mL).toBeCloseTo(20, 12);
    expect(of('3 drops per bottle', 'dish-detergent', 500).stock_mL).toBeCloseTo(0.15, 12);
  });
  test('a capful that was weighed here counts for the common one', () => {
    const cap: Measure = { ...spoon('mine', 22), name: 'capful' };
    const r = dilute(
      { stock: { percent: 10 }, target: { ratio: ratioOf('a capful made up to 1 L', [cap]) }, final: { mL: 1000 } },
      catalogue,
    );
    // a form has four figures: 1+44.45
    expect(r.ok && r.value.stock_mL).toBeCloseTo(22, 2);
  });
  test('an old bottle at its weakest: how much more of it is enough, or a fresh one', () => {
    const old = (ppm: number, madeDaysAgo: number) =>
      answer({ stock: { product: 'chlorine-bleach', madeDaysAgo }, target: { ppm }, final: { mL: 1000 } });
    expect(old(1000, 30).warnings.join()).not.toMatch(/weakest/);
    const a = old(900, 300);
    const weakest = 900 * (a.stockStrength.low / a.stockStrength.percent);
    expect(weakest).toBeLessThan(800);
    const said = /At its weakest .* gives (\d+) ppm, below 800: take ([\d.]+) mL to be sure, or a fresh one/.exec(
      a.warnings.join(),
    );
    expect(Number(said?.[1])).toBe(Math.round(weakest));
    // so much of it at its weakest makes 800
    expect((Number(said?.[2]) / a.stock_mL) * weakest).toBeGreaterThanOrEqual(799);
  });
  test('no rounding passes the strongest that was allowed, and spoons stay within a fifth', () => {
    const bleach = { stock: { product: 'chlorine-bleach' }, target: { ppm: 1000 }, final: { mL: 750 } };
    expect(answer(bleach, 0.11).window.max).toBeCloseTo(0.11, 12);
    // the tablespoon is 8 % over: not any more
    expect(answer(bleach, 0.106).kitchen?.text).not.toBe('1 tablespoon');
    expect(answer(bleach, 0.05).window.max).toBeCloseTo(0.1 / 0.9525, 9);
    const wide = answer({ ...bleach, measures: ['red'] });
    expect(wide.kitchen).toMatchObject({ text: '2 red spoons', stock_mL: 14 });
    expect(answer({ ...bleach, measures: ['blue'] }).kitchen).toBeNull();
    expect(answer({ ...bleach, measures: ['blue'] }).warnings).toEqual([
      'No spoon or cup here stays inside the window: weigh it, or use a syringe or a finer measure.',
    ]);
  });
  test('a named window begins and ends where it says', () => {
    const at = (ppm: number) => answer({ stock: { product: 'chlorine-bleach' }, target: { ppm } }).window.target;
    expect([at(799), at(800), at(1600), at(1602)]).toEqual([null, 'hard-surface', 'hard-surface', null]);
  });
  test('as strong as the stock is no water at all', () =>
    expect(answer({ stock: { percent: 5 }, target: { percent: 5 } })).toMatchObject({ stock_mL: 1000, water_mL: 0 }));
});

describe('what cannot be, in a sentence', () => {
  test.each([
    [{ final: { mL: 0 } }, /^\/final\/mL .*more than 0 mL and at most 1000 L/],
    [{ final: { mL: 1e6 + 1 } }, /^\/final\/mL/],
    [{ final: { mL: NaN } }, /^\/final\/mL/],
    [{ final: { mL: 1e6 } }, null],
    [{ stock: {} }, /^\/stock Say what you start from in one way/],
    [{ stock: { percent: 5, ppm: 5 } }, /^\/stock Say what/],
    [{ stock: { percent: 0 } }, /^\/stock The strength must be more than 0/],
    [{ stock: { percent: 100.1 } }, /^\/stock The strength/],
    [{ stock: { percent: 100 } }, null],
    [{ stock: { ppm: 1e6 + 1 } }, /^\/stock The strength/],
    [{ stock: { product: 'nothing' } }, /^\/stock\/product "nothing" is not in the catalogue/],
    [{ stock: { product: 'white-vinegar', labelPercent: 0 } }, /^\/stock\/labelPercent/],
    [{ stock: { product: 'white-vinegar', labelPercent: 100.1 } }, /^\/stock\/labelPercent/],
    [{ stock: { product: 'white-vinegar', labelPercent: 100 } }, null],
    [{ stock: { product: 'white-vinegar', madeDaysAgo: -1 } }, /^\/stock\/madeDaysAgo/],
    [{ stock: { product: 'white-vinegar', madeDaysAgo: 36500 } }, /^\/stock\/madeDaysAgo/],
    [{ stock: { product: 'white-vinegar', madeDaysAgo: 0 } }, null],
    [{ target: {} }, /^\/target Say what you want in one way/],
    [{ target: { percent: 1, ratio: ratioOf('1+9') } }, /^\/target Say what/],
    [{ target: { percent: 0 } }, /^\/target The wanted strength must be more than 0/],
    [{ target: { ppm: -5 } }, /^\/target The wanted/],
    [{ target: { percent: 10.001 } }, /^\/target 10 % is stronger than the 10 %/],
    [
      { stock: { product: 'white-vinegar' }, target: { ratio: ratioOf('10 %') } },
      /^\/target 10 % is stronger than the 5\.05 %.* If so much of the bottle is meant, write 1\+9\.$/,
    ],
    [{ target: { ratio: ratioOf('1 cup per bottle') } }, /^\/target\/ratio That is more than the bottle holds/],
    [{ target: { ratio: ratioOf('2 tablets per litre') } }, /^\/target\/ratio How much is one of them\? Weigh one/],
    [{ measures: ['no-spoon'] }, /^\/measures\/0 "no-spoon" is no measure/],
    [{ measures: ['red', 'no-spoon'] }, /^\/measures\/1 "no-spoon"/],
    [{ measures: ['red', 'metric-tsp'] }, null],
    [{ measures: [] }, null],
  ] as [object, RegExp | null][])('%j', (q, want) =>
    want ? expect(problem(q)).toMatch(want) : expect(problem(q)).toBeNull(),
  );
});

describe('bleach grows old (second order; rate by the water-utility handbook, reckoned apart)', () => {
  test.each([
    // % w/w, g/mL, days, °C, left: k = 10^(0.298 M) · 2.083e10 · T · e^(−1.018e5/RT) · e^(−56.5/R) a mol a second
    [5.25, 1.08, 400, 20, 4.30413],
    [5.25, 1.08, 400, 25, 3.61996],
    [5.25, 1.08, 400, 15, 4.75267],
    [10, 1.15, 100, 20, 8.39833],
  ])('%d %%, %d g/mL, %d days at %d °C: %d', (percent, density, days, at, left) =>
    expect(agedBleach(percent, density, days, at)).toBeCloseTo(left, 3),
  );
  test('the range: five degrees either way, never more than was filled', () => {
    expect(agedBleachRange(5.25, 1.08, 400)).toEqual({
      likely: agedBleach(5.25, 1.08, 400, 20),
      low: 5.25 * 0.5 ** (400 / halfLife_days(5.25, 25)),
      high: agedBleach(5.25, 1.08, 400, 15),
    });
    expect(agedBleachRange(5.25, 1.08, 0).high).toBe(5.25);
  });
  test('half-lives as makers print them, and between them; the low edge is the lower of the two', () => {
    expect(halfLife_days(10, 25)).toBeCloseTo(220, 6);
    expect(halfLife_days(5, 15)).toBeCloseTo(5000, 6);
    expect(halfLife_days(7, 25)).toBeLessThan(790);
    expect(halfLife_days(7, 25)).toBeGreaterThan(220);
    expect(halfLife_days(0.1, 25)).toBeCloseTo(6000, 6);
    expect(halfLife_days(20, 25)).toBeCloseTo(100, 6);
    // 10 % after its half-life is at 5 % at the most hopeful of the low edge
    expect(agedBleachRange(10, 1.15, 220).low).toBeLessThanOrEqual(5 + 1e-9);
    for (const days of [30, 100, 365, 1000])
      for (const percent of [1, 2.5, 5.25, 8.25, 12]) {
        const r = agedBleachRange(percent, 1.08, days);
        expect(r.low).toBeLessThanOrEqual(r.likely);
        expect(r.likely).toBeLessThanOrEqual(r.high);
      }
  });
});

describe('what the windows count', () => {
  test('the strongest of a kind is the end of what is mixed at home', () => {
    for (const kind of ['chlorine', 'peroxide', 'alcohol', 'acid'] as const) {
      const all = [...catalogue.targets.values()].filter((t) => t.kind === kind);
      expect(strongestOf(kind, catalogue).percent.max).toBe(Math.max(...all.map((t) => t.percent.max)));
      expect(strongestOf(kind, catalogue).kind).toBe(kind);
    }
    expect(strongestOf('chlorine', catalogue).id).toBe('body-fluid');
  });
  test('ppm: chlorine as Cl2, alcohol by its density, anything else its own weight', () => {
    const ppm = (id: string) => ppmPerPercent(catalogue.products.get(id)!, catalogue);
    expect(ppm('chlorine-bleach')).toBeCloseTo(10000 * 0.9525, 6);
    expect(ppm('isopropanol-70')).toBeCloseTo(10000 * 0.786, 6);
    expect(ppm('white-vinegar')).toBe(10000);
  });
  test('a window in percent of the product: both ends and the aim', () => {
    const own = inPercentOf(
      catalogue.targets.get('hard-surface')!,
      catalogue.products.get('chlorine-bleach')!,
      catalogue,
    );
    const t = catalogue.targets.get('hard-surface')!.percent;
    for (const end of ['min', 'max', 'aim'] as const) expect(own[end]).toBeCloseTo(t[end] / 0.9525, 9);
    const acid = catalogue.targets.get('descale-light')!;
    expect(inPercentOf(acid, catalogue.products.get('citric-descaler')!, catalogue)).toEqual(acid.percent);
  });
  test('without a purpose there is no window, without a figure of chlorine none of chlorine', () => {
    const vinegar = catalogue.products.get('white-vinegar')!;
    expect(targetsOf({ ...vinegar, purposes: undefined } as never, catalogue)).toEqual([]);
    const bare = new Map(catalogue.substances);
    bare.set('sodium-hypochlorite', { ...bare.get('sodium-hypochlorite')!, availableChlorine: undefined } as never);
    expect(targetsOf(catalogue.products.get('chlorine-bleach')!, { ...catalogue, substances: bare })).toEqual([]);
  });
});

describe('spoons', () => {
  const at = (id: string): Measure => catalogue.measures.get(id)!;
  const drawer = ['metric-cup', 'metric-tsp', 'metric-tbsp'].map(at);
  test.each([
    [5, '1 teaspoon', 5],
    [2.5, '½ teaspoon', 2.5],
    [15, '1 tablespoon', 15],
    [22.5, '1½ tablespoons', 22.5],
    [35, '2 tablespoons + 1 teaspoon', 35],
    [250, '1 cup', 250],
    [265, '1 cup + 1 tablespoon', 265],
    [500, '2 cups', 500],
    [2500, '10 cups', 2500],
  ])('%d mL: %s', (mL, text, holds) =>
    expect(kitchenRound(mL, mL * 0.99, mL * 1.01, drawer)).toMatchObject({ text, stock_mL: holds }),
  );
  test('the ends of the span are in it; past twelve scoops there is none', () => {
    const one = [at('metric-tsp')];
    expect(kitchenRound(5.5, 5, 6, one)?.stock_mL).toBe(5);
    expect(kitchenRound(4.5, 4, 5, one)?.stock_mL).toBe(5);
    expect(kitchenRound(5.5, 5.01, 6, one)).toBeNull();
    expect(kitchenRound(50, 49, 51, one)?.text).toBe('10 teaspoons');
    expect(kitchenRound(60, 59, 61, one)?.text).toBe('12 teaspoons');
    expect(kitchenRound(62.5, 62, 63, one)).toBeNull();
  });
  test('a name that ends in s stays, the rest takes one', () => {
    const named = (name: string) => kitchenRound(14, 13.9, 14.1, [{ ...spoon('x', 7), name }])?.text;
    expect([named('glass'), named('scoop, small')]).toEqual(['2 glass', '2 scoops']);
  });
});
