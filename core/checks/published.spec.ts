import {
  agedBleach,
  advise,
  chlorineBound_g,
  descaled_g,
  dilute,
  fizz,
  hoclFraction,
  hoclPka,
  mix,
  parseRatio,
  ppmOf,
  purgeMinutes,
  roomAir,
  type Solute,
  solvePh,
  casIsValid,
} from '@dolly-tub/core';
import { catalogue } from './catalogue-for-tests';
import { ratioOf } from './ratios';

/** Outside checks, grouped by the published source that they are held to. */
const pH = (solutes: Solute[], options = {}): number => {
  const r = solvePh(solutes, catalogue.substances, catalogue.systems, options);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value.pH;
};
const M = (id: string): number => catalogue.substances.get(id)!.molarMass!;
const gPer100mL = (id: string, g: number): Solute[] => [{ substance: id, molPerL: (g * 10) / M(id) }];

describe('CRC Handbook constants: pH of common solutions, ideal, 25 °C', () => {
  test.each([
    ['acetic-acid', 5, 2.42],
    ['citric-acid', 10, 1.71],
    ['ammonia', 5, 11.86],
    ['borax', 1, 9.24],
    ['sodium-carbonate', 1, 11.64],
  ])('%s %d g/100 mL → %d', (id, g, want) => expect(pH(gPer100mL(id, g))).toBeCloseTo(want, 1.7));
  test('0.1 M sodium bicarbonate → 8.34, Davies 8.13', () => {
    expect(pH([{ substance: 'sodium-bicarbonate', molPerL: 0.1 }])).toBeCloseTo(8.34, 1.7);
    expect(pH([{ substance: 'sodium-bicarbonate', molPerL: 0.1 }], { activity: 'davies' })).toBeCloseTo(8.13, 1.7);
  });
  test('1 % sodium carbonate with Davies activities → 11.38', () =>
    expect(pH(gPer100mL('sodium-carbonate', 1), { activity: 'davies' })).toBeCloseTo(11.38, 1.7));
  test('pure water → 7.00', () => expect(pH([])).toBeCloseTo(7, 6));
  test('0.1 M sodium hydroxide → 13.00', () =>
    expect(pH([{ substance: 'sodium-hydroxide', molPerL: 0.1 }])).toBeCloseTo(13, 3));
  test('0.01 M hydrochloric acid → 2.00', () =>
    expect(pH([{ substance: 'hydrochloric-acid', molPerL: 0.01 }])).toBeCloseTo(2, 3));
  test('equal acetic acid and acetate → pKa 4.76 (Henderson–Hasselbalch)', () =>
    expect(
      pH([
        { substance: 'acetic-acid', molPerL: 0.1 },
        { substance: 'sodium-acetate', molPerL: 0.1 },
      ]),
    ).toBeCloseTo(4.76, 2));
  test('equal ammonia and ammonium chloride → pKa 9.25', () =>
    expect(
      pH([
        { substance: 'ammonia', molPerL: 0.1 },
        { substance: 'ammonium-chloride', molPerL: 0.1 },
      ]),
    ).toBeCloseTo(9.25, 2));
});

describe('Morris 1966, J. Phys. Chem. 70:3798', () => {
  test('pKa of HOCl at 25 °C is 7.54', () => expect(hoclPka(25)).toBeCloseTo(7.54, 2));
  test('about one half is HOCl at pH 7.5, 25 °C', () => expect(hoclFraction(7.5)).toBeCloseTo(0.52, 1));
  test('it rises with cold: pKa at 5 °C above that at 35 °C', () => expect(hoclPka(5)).toBeGreaterThan(hoclPka(35)));
});

describe('CDC 2003 Environmental Infection Control, Appendix B, Table B.1', () => {
  test.each([
    [2, 0.99, 138],
    [6, 0.99, 46],
    [12, 0.99, 23],
    [2, 0.999, 207],
    [6, 0.999, 69],
    [12, 0.999, 35],
  ])('%d ACH, %d removed → %d min', (ach, removed, want) =>
    expect(Math.round(purgeMinutes(1, 1 - removed, ach))).toBeCloseTo(want, 0),
  );
});

describe('NIOSH Pocket Guide: ppm and mg/m³', () => {
  test('chlorine 1 ppm = 2.90 mg/m³', () => expect(1 / ppmOf(1, 70.906)).toBeCloseTo(2.9, 2));
  test('ammonia 1 ppm = 0.70 mg/m³', () => expect(1 / ppmOf(1, 17.031)).toBeCloseTo(0.7, 2));
  test('isopropanol 1 ppm = 2.46 mg/m³', () => expect(1 / ppmOf(1, 60.1)).toBeCloseTo(2.46, 2));
});

describe('Stoichiometry: bleach, vinegar and soda, descaling', () => {
  const spill = { product: 'chlorine-bleach', percent: 5.25, mL: 250, with: { product: 'toilet-cleaner-acid' } };
  const air = roomAir({ gas: 'chlorine', spill, room_m3: 8, ach: 2, minutes: 60 }, catalogue);
  if (!air.ok) throw new Error('no air');
  test('250 mL of 5.25 % bleach frees at most 13.5 g chlorine', () =>
    expect(air.value.released_g).toBeCloseTo(13.5, 1));
  test('that is 582 ppm in 8 m³', () => expect(Math.abs(air.value.peak_ppm - 582)).toBeLessThan(2));
  test('down to 0.5 ppm in 212 min at 2 ACH, to the lowest limit of all (0.1 ppm) in 260', () => {
    expect(Math.round(purgeMinutes(air.value.peak_ppm, 0.5, 2))).toBe(212);
    expect(Math.round(air.value.safeAfter_min!)).toBe(260);
  });
  test('the same three times as long with mixing factor 3', () => {
    const slow = roomAir({ gas: 'chlorine', spill, room_m3: 8, ach: 2, minutes: 60, mixingFactor: 3 }, catalogue);
    expect(slow.ok && Math.round(slow.value.safeAfter_min!)).toBe(780);
  });
  test('at the most is the declared maximum: a bottle of up to 6.15 % may free 15.8 g', () => {
    const most = roomAir(
      { gas: 'chlorine', spill: { ...spill, percent: undefined }, room_m3: 8, ach: 2, minutes: 60 },
      catalogue,
    );
    expect(most.ok && most.value.released_g).toBeCloseTo((250 * 1.08 * 0.0615 * 70.906) / 74.442, 1);
  });
  test('one mol chlorine a mol hypochlorite at most, half a mol a mol of acid', () => {
    expect(chlorineBound_g(70.906)).toBe(70.906);
    expect(chlorineBound_g(70.906, 0.5)).toBeCloseTo(70.906 / 4, 6);
  });
  test('100 mL of 5 % vinegar meets 7.0 g bicarbonate: 2.04 L CO2, 6.8 g acetate', () => {
    const acid = 5 / 60.052;
    expect(acid * 84.007).toBeCloseTo(7.0, 1);
    const f = fizz(acid, 7.0 / 84.007);
    expect(f.co2_L).toBeCloseTo(2.04, 1);
    expect(f.acetate_g).toBeCloseTo(6.8, 1);
  });
  test.each([
    ['acetic-acid', 5, 1, 4.2],
    ['citric-acid', 10, 3, 7.8],
    ['sulfamic-acid', 10, 1, 5.2],
    ['hydrochloric-acid', 10, 1, 13.7],
  ])('%s %d g dissolves at most so much CaCO3', (id, g, protons, want) =>
    expect(descaled_g((g / M(id)) * protons)).toBeCloseTo(want, 1),
  );
  test('available chlorine: trichlor 91.5 %, dichlor 64.5 %, calcium hypochlorite 99.2 %', () => {
    const a = (id: string) => catalogue.substances.get(id)!.availableChlorine! * 100;
    expect(a('trichloroisocyanuric-acid')).toBeCloseTo(91.5, 1);
    expect(a('sodium-dichloroisocyanurate')).toBeCloseTo(64.5, 1);
    expect(a('calcium-hypochlorite')).toBeCloseTo(99.2, 1);
    expect(a('sodium-dichloroisocyanurate-dihydrate')).toBeCloseTo(55.4, 1);
  });
});

const make = (q: Parameters<typeof dilute>[0]) => {
  const r = dilute(q, catalogue);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
describe('WHO and CDC 2014: parts of water = (stock ÷ wanted) − 1', () => {
  test('5 % → 0.5 %: 9 parts', () =>
    expect(make({ stock: { percent: 5 }, target: { percent: 0.5 }, final: { mL: 1000 } }).partsWater).toBeCloseTo(
      9,
      9,
    ));
  test('5 % → 0.05 %: 99 parts', () =>
    expect(make({ stock: { percent: 5 }, target: { percent: 0.05 }, final: { mL: 1000 } }).partsWater).toBeCloseTo(
      99,
      6,
    ));
  test('2.6 % → 0.5 %: 4.2 parts', () =>
    expect(make({ stock: { percent: 2.6 }, target: { percent: 0.5 }, final: { mL: 1000 } }).partsWater).toBeCloseTo(
      4.2,
      6,
    ));
});
describe('CDC, Cleaning and Disinfecting with Bleach', () => {
  const gal = 3785.411784;
  const spoon = (percent: number, mL: number, water: number) => (percent * 10000 * mL) / (water + mL);
  test.each([5.25, 8.25])('5 tablespoons a US gallon of %d %% bleach: about 1000 to 1600 ppm', (p) => {
    const ppm = spoon(p, 5 * 14.78676478125, gal);
    expect(ppm).toBeGreaterThan(980);
    expect(ppm).toBeLessThan(1620);
  });
  test('the tablespoon and the third-cup form agree within 7 %', () =>
    expect(Math.abs(1 - (5 * 14.78676478125) / (236.5882365 / 3))).toBeLessThan(0.07));
  test('4 teaspoons a US quart is the same strength within 7 %', () =>
    expect(Math.abs(1 - spoon(5.25, 4 * 4.92892159375, gal / 4) / spoon(5.25, 5 * 14.78676478125, gal))).toBeLessThan(
      0.07,
    ));
});
describe('CDC Guideline for Disinfection and Sterilization 2008', () => {
  test.each([
    [5.25, 5250],
    [6.15, 6150],
  ])('1:10 of %d %% is %d ppm', (p, ppm) =>
    expect(
      make({ stock: { percent: p }, target: { ratio: ratioOf('1:10') }, final: { mL: 1000 } }).strength.ppm,
    ).toBeCloseTo(ppm, 3),
  );
  test.each([
    [5.25, 525],
    [6.15, 615],
  ])('1:100 of %d %% is %d ppm', (p, ppm) =>
    expect(
      make({ stock: { percent: p }, target: { ratio: ratioOf('1:100') }, final: { mL: 1000 } }).strength.ppm,
    ).toBeCloseTo(ppm, 3),
  );
  test('alcohol 70 % cut half and half is 35 %: told that it does not disinfect', () => {
    const d = make({ stock: { product: 'isopropanol-70' }, target: { ratio: ratioOf('50/50') }, final: { mL: 200 } });
    expect(d.strength.percent).toBeCloseTo(35, 6);
    expect(d.warnings.join(' ')).toMatch(/does not disinfect/);
  });
  test('quats and cotton, soap: pointless, never better', () => {
    const r = mix(
      { items: [{ product: 'quat-disinfectant' }, { product: 'castile-soap' }], meeting: 'container' },
      catalogue,
    );
    expect(r.ok && r.value.level).toBe(2);
  });
});
describe('FDA Food Code 2022, 4-501.114; 40 CFR 180.940', () => {
  test('food contact window is 50 to 200 ppm', () => {
    const d = make({ stock: { product: 'chlorine-bleach' }, target: { ppm: 100 }, final: { mL: 1000 } });
    expect(d.window.target).toBe('food-contact');
    const scale = d.strength.ppm / d.strength.percent;
    expect(d.window.min * scale).toBeCloseTo(50, 0);
    expect(d.window.max * scale).toBeCloseTo(200, 0);
  });
});
describe('NIST Handbook 44: units of volume', () => {
  test.each([
    ['us-gal', 3785.411784],
    ['us-cup', 236.5882365],
    ['us-floz', 29.5735295625],
    ['us-tbsp', 14.78676478125],
    ['us-tsp', 4.92892159375],
    ['uk-pint', 568.26125],
    ['uk-floz', 28.4130625],
    ['uk-gal', 4546.09],
  ])('%s is %d mL', (id, mL) => expect(catalogue.measures.get(id)!.volume_mL).toBe(mL));
  test('a gallon is 16 cups, 128 fluid ounces, 256 tablespoons, 768 teaspoons', () => {
    const v = (id: string) => catalogue.measures.get(id)!.volume_mL;
    expect(
      [
        v('us-gal') / v('us-cup'),
        v('us-gal') / v('us-floz'),
        v('us-gal') / v('us-tbsp'),
        v('us-gal') / v('us-tsp'),
      ].map((x) => Math.round(x * 1e9) / 1e9),
    ).toEqual([16, 128, 256, 768]);
  });
});
describe('Utility handbook on hypochlorite decay (from memory)', () => {
  test('80 % of a 6 % bottle is left after a year at 20 °C', () =>
    expect(agedBleach(6, 1.08, 365, 20) / 6).toBeCloseTo(0.8, 1.7));
  test('66 % at 25 °C', () => expect(agedBleach(6, 1.08, 365, 25) / 6).toBeCloseTo(0.66, 1.7));
  test('70 % of an 8.25 % one at 20 °C', () => expect(agedBleach(8.25, 1.11, 365, 20) / 8.25).toBeCloseTo(0.7, 1.7));
});
describe('CDC MMWR 1991;40(36) and CLP EUH031', () => {
  const level = (a: string, b: string, more = {}) => {
    const r = mix({ items: [{ product: a }, { product: b }], meeting: 'container', ...more }, catalogue);
    if (!r.ok) throw new Error(r.problems[0]!.message);
    return r.value;
  };
  test.each([
    ['chlorine-bleach', 'white-vinegar'],
    ['chlorine-bleach', 'toilet-cleaner-acid'],
    ['chlorine-bleach', 'household-ammonia'],
    ['chlorine-bleach', 'glass-cleaner-ammonia'],
    ['scouring-powder-chlorine', 'citric-descaler'],
    ['tank-block-chlorine', 'sulfamic-descaler'],
    ['chlorine-bleach', 'isopropanol-70'],
    ['chlorine-bleach', 'rust-remover-oxalic'],
  ])('%s and %s: 5, with an emergency line', (a, b) => {
    const v = level(a, b);
    expect(v.level).toBe(5);
    expect(v.verdict).toBe('deadly');
    expect(v.emergency).toMatch(/do not go back/i);
  });
  test('1 L at 500 mg/L, fully acidified, is 21.6 ppm in 8 m³', () =>
    expect(ppmOf((chlorineBound_g(0.5) * 1000) / 8, 70.906)).toBeCloseTo(21.6, 1));
});
describe('Common practice: harmless pairs stay harmless, useless ones useless', () => {
  test.each([
    ['water', 'dish-detergent', 0],
    ['isopropanol-70', 'water', 0],
    ['white-vinegar', 'dish-detergent', 0],
    ['white-vinegar', 'baking-soda', 2],
    ['white-vinegar', 'castile-soap', 2],
    ['citric-descaler', 'washing-soda', 2],
    ['peroxide-3', 'baking-soda', 1],
    ['chlorine-bleach', 'water', 0],
  ])('%s + %s → %d', (a, b, want) => {
    const r = mix({ items: [{ product: a }, { product: b }], meeting: 'container' }, catalogue);
    expect(r.ok && r.value.level).toBe(want);
  });
  test('vinegar and soda in a closed bottle → 4', () => {
    const r = mix(
      { items: [{ product: 'white-vinegar' }, { product: 'baking-soda' }], meeting: 'container', closed: true },
      catalogue,
    );
    expect(r.ok && r.value.level).toBe(4);
  });
});
describe('CAS registry: check digits', () => {
  test('every number in the catalogue holds, and a changed digit does not', () => {
    let seen = 0;
    for (const s of catalogue.substances.values()) {
      if (!s.cas) continue;
      seen++;
      expect([s.id, casIsValid(s.cas)]).toEqual([s.id, true]);
      expect(casIsValid(s.cas.slice(0, -1) + ((Number(s.cas.slice(-1)) + 1) % 10))).toBe(false);
    }
    expect(seen).toBeGreaterThan(250);
  });
});
describe('Conservation notes, stone-trade guidance, stain guides: held facts of choosing', () => {
  const ladder = (material: string, soil: string, finish?: string) => {
    const a = advise({ material, soil, ...(finish ? { finish } : {}) }, {}, catalogue);
    if (!a.ok) throw new Error(a.problems[0]!.message);
    return a.value;
  };
  const products = (l: ReturnType<typeof ladder>) =>
    l.ladder.map((r) => catalogue.products.get(r.product ?? '')).filter((p) => p !== undefined);
  const has = (p: { contents: { substance: string }[] }, group: string) =>
    p.contents.some((c) =>
      catalogue.substances.get(c.substance)!.classes.some((k) => (catalogue.operandsOf.get(k) ?? [k]).includes(group)),
    );
  test.each([
    ['marble', 'polished', 'limescale'],
    ['limestone', undefined, 'hard-water-spots'],
    ['cement-grout', 'unsealed', 'limescale'],
    ['travertine', undefined, 'soap-scum'],
  ])('no acid on %s %s (stone-trade guidance)', (m, f, s) =>
    expect(products(ladder(m, s, f)).filter((p) => p.mechanisms['acid'])).toEqual([]),
  );
  test.each([
    ['wool', undefined],
    ['silk', undefined],
    ['leather', 'finished'],
  ])('no chlorine or protein enzyme on %s (AATCC fibre tables)', (m, f) =>
    expect(products(ladder(m, 'blood', f)).filter((p) => has(p, 'active-halogen') || p.mechanisms['protease'])).toEqual(
      [],
    ),
  );
  test.each(['acrylic', 'acetate', 'polystyrene'])('no ketone on %s (polymer resistance tables)', (m) =>
    expect(products(ladder(m, 'permanent-marker')).filter((p) => has(p, 'ketone'))).toEqual([]),
  );
  test('no chlorine on rust (extension stain guides)', () =>
    expect(products(ladder('cotton', 'rust', 'white')).filter((p) => has(p, 'active-halogen'))).toEqual([]));
  test('no heat on blood (extension stain guides: cool water first)', () =>
    expect(ladder('cotton', 'blood').ladder.filter((r) => r.temperature_C > 25)).toEqual([]));
  test('acid on scale where the face bears it: glass', () =>
    expect(products(ladder('glass', 'limescale')).some((p) => p.mechanisms['acid'])).toBe(true));
  test('alcohol on ballpoint where the face bears it: stainless steel', () =>
    expect(products(ladder('stainless-steel', 'ink-ballpoint')).some((p) => has(p, 'alcohol'))).toBe(true));
  test('no alcohol on ballpoint on leather, acetate or shellac', () => {
    const strong = (p: { contents: { substance: string; percent: { max: number } }[] }) =>
      p.contents.some((c) => c.percent.max > 20 && catalogue.substances.get(c.substance)!.classes.includes('alcohol'));
    for (const m of ['leather', 'acetate', 'shellac-wood'])
      expect(
        products(ladder(m, 'ink-ballpoint'))
          .filter(strong)
          .map((p) => p.id),
      ).toEqual([]);
  });
  test('no abrasive on a plastic or plated face (mineralogy handbooks; CCI Notes on metals)', () => {
    for (const m of ['acrylic', 'gel-coat', 'chrome-plate'])
      expect(ladder(m, 'limescale').ladder.filter((r) => catalogue.tools.get(r.tool)!.abrasive !== 'none')).toEqual([]);
  });
  test('damage is no soil: an etched mark has no method', () =>
    expect(ladder('marble', 'etch-mark').recommended).toBeNull());
  test('ratio language: 1:10 has two readings, 1+9 first', () => {
    const r = parseRatio('1:10', catalogue.measures);
    expect(r.ok && r.value.readings.map((x) => x.form)).toEqual(['1+9', '1+10']);
  });
});
