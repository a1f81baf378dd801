import {
  bottlesFrom,
  calcitePerGram,
  contactPlan,
  descale,
  type Dilution,
  evaporation_gPerM2Min,
  FILM_um,
  saturation_kPa,
  scaleBoiled_mgPerL,
  scaleOf,
  soapLost_gPerL,
  sodaToSoften_gPerL,
  solveDilution,
  staysWet,
  stockByStrip,
  topUp,
} from '@dolly-tub/core';
import fc from 'fast-check';
import psychrolib from 'psychrolib';
import { catalogue } from '../../checks/catalogue-for-tests';
import { runs } from '../../checks/depth';

describe('any three of the five give the other two', () => {
  const solved = (given: Partial<Dilution>): Dilution => {
    const r = solveDilution(given);
    if (!r.ok) throw new Error(r.problems[0]!.message);
    return r.value;
  };
  test('5 % to 0.5 %: nine parts of water (WHO and CDC guidance on chlorine solutions, 2014)', () => {
    const d = solved({ stock_percent: 5, wanted_percent: 0.5, stock_mL: 100 });
    expect(d.water_mL / d.stock_mL).toBeCloseTo(9, 12);
    expect(d.final_mL).toBeCloseTo(1000, 12);
  });
  test('whatever three are told, the rest comes back', () => {
    const KEYS = ['stock_percent', 'wanted_percent', 'stock_mL', 'water_mL', 'final_mL'] as const;
    fc.assert(
      fc.property(
        fc.double({ min: 1, max: 100, noNaN: true }),
        fc.double({ min: 0.02, max: 0.95, noNaN: true }),
        fc.double({ min: 50, max: 20000, noNaN: true }),
        fc.shuffledSubarray([...KEYS], { minLength: 3, maxLength: 5 }),
        (stock_percent, share, final_mL, told) => {
          const whole: Dilution = {
            stock_percent,
            wanted_percent: stock_percent * share,
            final_mL,
            stock_mL: final_mL * share,
            water_mL: final_mL * (1 - share),
          };
          const r = solveDilution(Object.fromEntries(told.map((k) => [k, whole[k]])));
          // three volumes say nothing of the strengths; two of them and one strength leave the other open only then
          if (!told.includes('stock_percent') && !told.includes('wanted_percent')) return !r.ok;
          return r.ok && KEYS.every((k) => Math.abs(r.value[k] / whole[k] - 1) < 1e-6);
        },
      ),
      { numRuns: runs(3000) },
    );
  });
  test.each([
    [{ stock_percent: 5, wanted_percent: 6, final_mL: 100 }, /only make it weaker|do not fit/],
    [{ stock_percent: 5, wanted_percent: 0.5 }, /one thing more/],
    [{ stock_percent: 0, wanted_percent: 0, final_mL: 10 }, /above 0|up to 100/],
    [{ stock_percent: 200, wanted_percent: 5, final_mL: 10 }, /up to 100/],
    [{ stock_mL: 10, water_mL: 10, final_mL: 30, stock_percent: 5 }, /do not fit together/],
    [{ stock_mL: 10, wanted_percent: 90, final_mL: 100 }, /more than 100|only make/],
    [{ final_mL: Number.NaN, stock_mL: 1, stock_percent: 5 }, /above 0/],
  ])('%j gets a sentence', (given, says) => {
    const r = solveDilution(given);
    expect(r.ok ? 'ok' : r.problems[0]!.message).toMatch(says);
  });
  test('half a bottle that has gone weak is made full again', () => {
    const r = topUp({ rest_mL: 400, rest_percent: 0.3, full_mL: 800, wanted_percent: 0.5, stock_percent: 5 });
    // 4 g wanted, 1.2 g there: 2.8 g are 56 mL of 5 %
    expect(r).toEqual({ ok: true, value: { stock_mL: expect.closeTo(56, 9), water_mL: expect.closeTo(344, 9) } });
    const no = (q: Partial<Parameters<typeof topUp>[0]>) => {
      const x = topUp({ rest_mL: 400, rest_percent: 0.3, full_mL: 800, wanted_percent: 0.5, stock_percent: 5, ...q });
      return x.ok ? 'ok' : x.problems[0]!.message;
    };
    expect(no({ rest_percent: 2 })).toMatch(/too strong/);
    expect(no({ wanted_percent: 4 })).toMatch(/no room for as much/);
    expect(no({ rest_mL: 800 })).toMatch(/full already/);
    expect(no({ stock_percent: 0 })).toMatch(/how strong/);
  });
  test('bottles from a container, and the strength by a strip', () => {
    expect(bottlesFrom(1000, 56)).toEqual({ bottles: 17, rest_mL: expect.closeTo(48, 9) });
    expect(bottlesFrom(1000, 0)).toEqual({ bottles: 0, rest_mL: 1000 });
    // a mL in a litre that reads 50 ppm: 50 000
    expect(stockByStrip(50, 1, 1000)).toBe(50_000);
  });
});

describe('a wet film', () => {
  test('saturation over water is that of ASHRAE as psychrolib has it, 1 to 90 °C', () => {
    psychrolib.SetUnitSystem(psychrolib.SI);
    for (let t = 1; t <= 90; t += 1) expect(saturation_kPa(t) / (psychrolib.GetSatVapPres(t) / 1000)).toBeCloseTo(1, 4);
  });
  test('22 °C, half wet air, 0.1 m/s: 3.1 g/m² a minute (worked example, Carrier)', () =>
    expect(evaporation_gPerM2Min({ temperature_C: 22, humidity: 0.5, speed_mPerS: 0.1 })).toBeCloseTo(3.1, 1));
  test('sprayed and wiped it lasts 6 to 13 minutes, from a wet cloth 16 to 32', () => {
    const span = (um: number) => Object.values(staysWet(um)).map((x) => Math.round(x));
    expect(span(FILM_um.spray)).toEqual([6, 13]);
    expect(span(FILM_um.cloth)).toEqual([16, 32]);
  });
  test('warmer, drier, windier air and more alcohol dry it sooner, a thicker film later', () => {
    const air = { temperature_C: 20, humidity: 0.5, speed_mPerS: 0.1 };
    const least = (um: number, more: Partial<typeof air> = {}, alcohol = 0) =>
      staysWet(um, { ...air, ...more }, alcohol).least_min;
    fc.assert(
      fc.property(fc.double({ min: 0.1, max: 5, noNaN: true }), (x) => {
        const base = least(30);
        return (
          least(30, { temperature_C: 20 + x }) < base &&
          least(30, { humidity: 0.5 - x / 20 }) < base &&
          least(30, { speed_mPerS: 0.1 + x }) < base &&
          least(30 + x) > base &&
          least(30, {}, x / 10) < base
        );
      }),
    );
    expect(least(30, {}, 0.7)).toBeCloseTo(least(30) / 5, 9);
    expect(least(30, {}, 1)).toBeCloseTo(least(30) / 5, 9);
  });
  test('ten minutes are missed by a wiped film: wetted again; alcohol so often that it is soaked', () => {
    expect(contactPlan(10, FILM_um.spray)).toEqual({ holds: false, again_min: [5], soak: false });
    expect(contactPlan(10, FILM_um.cloth)).toEqual({ holds: true, again_min: [], soak: false });
    expect(contactPlan(10, FILM_um.spray, undefined, 0.7)).toMatchObject({ holds: false, soak: true });
    // never dry between: whatever is asked, the gaps are shorter than the film lasts
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 60 }), fc.integer({ min: 8, max: 80 }), (contact, um) => {
        const plan = contactPlan(contact, um);
        const { least_min } = staysWet(um);
        if (plan.holds) return least_min >= contact;
        const at = [0, ...plan.again_min];
        return plan.soak || at.every((x, i) => ((at[i + 1] ?? contact) as number) - x <= least_min + 0.5);
      }),
    );
  });
});

describe('scale', () => {
  test.each([
    ['citric-acid', 0.78],
    ['acetic-acid', 0.83],
    ['formic-acid', 1.09],
    ['hydrochloric-acid', 1.37],
    ['tartaric-acid', 0.67],
    ['phosphoric-acid', 1.02],
    ['sodium-bisulfate', 0.42],
    ['sulfamic-acid', 0.52],
    ['lactic-acid', 0.56],
    ['methanesulfonic-acid', 0.52],
    ['malic-acid', 0.75],
  ])('a gram of %s dissolves %d g (stoichiometry; PHREEQC 3)', (id, g) =>
    expect(calcitePerGram(catalogue.substances.get(id)!)).toBeCloseTo(g, 2),
  );
  test('what is no acid for scale is none', () => {
    expect(calcitePerGram(catalogue.substances.get('oxalic-acid')!)).toBeNull();
    expect(descale(10, catalogue.substances.get('oxalic-acid')!, 1000, 5)).toBeNull();
    expect(descale(10, catalogue.substances.get('citric-acid')!, 0, 5)).toBeNull();
  });
  test('ten grams in a kettle: 13 g of citric acid by the sums, and one bath of a litre of 5 % in clear', () => {
    const citric = catalogue.substances.get('citric-acid')!;
    expect(descale(10, citric, 1000, 5)).toEqual({
      acid_g: expect.closeTo(12.8, 1),
      rounds: 1,
      each_g: expect.closeTo(10, 6),
      leaves: 'a white crust of calcium citrate',
    });
    expect(descale(30, citric, 1000, 5)!.rounds).toBe(3);
    // vinegar leaves nothing behind: a litre of 5 % takes 41 g
    expect(descale(41, catalogue.substances.get('acetic-acid')!, 1000, 5)).toMatchObject({ rounds: 1, leaves: null });
  });
  test('a crust of half a millimetre on 200 cm² is 18 g', () => expect(scaleOf(0.5, 200)).toBeCloseTo(18, 9));
  test.each([
    [50, 0.6, 14],
    [100, 0.8, 61],
    [200, 1, 156],
    [300, 0.8, 219],
    [400, 1, 318],
    [250, 0.7, (138 + 180) / 2],
    [0, 0.8, 0],
    [25, 0.8, 10.5],
  ])('%d mg/L at an alkalinity of %d leaves %d mg a litre (PHREEQC 3)', (h, a, mg) => {
    expect(scaleBoiled_mgPerL(h, a)).toBeCloseTo(mg, 6);
  });
  test('harder water never leaves less', () =>
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 700, noNaN: true }),
        fc.double({ min: 0, max: 100, noNaN: true }),
        fc.double({ min: 0.6, max: 1, noNaN: true }),
        (h, more, a) => scaleBoiled_mgPerL(h + more, a) >= scaleBoiled_mgPerL(h, a) - 1e-9,
      ),
    ));
  test('300 mg/L eat 1.8 g of soap a litre, or ask for 0.32 g of soda', () => {
    expect(soapLost_gPerL(300)).toBeCloseTo(1.84, 2);
    expect(sodaToSoften_gPerL(300)).toBeCloseTo(0.318, 3);
  });
});
