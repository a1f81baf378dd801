import { CHLORINE_HYDROLYSIS, explain, fizz, hoclFraction, type Portion, speciate } from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue } from '../../checks/catalogue-for-tests';

const of = (id: string, mL = 100): Portion => {
  const p = catalogue.products.get(id)!;
  return {
    name: p.name,
    mL,
    density: p.density ?? 1,
    solid: ['powder', 'tablet', 'block', 'solid'].includes(p.state),
    contents: p.contents,
  };
};
const pure = (substance: string, percent: number, mL = 100, solid = false): Portion => ({
  name: substance,
  mL,
  density: 1,
  solid,
  contents: [{ substance, percent: { min: percent, max: percent } }],
});
const share = (s: ReturnType<typeof speciate>, form: string, pH: number): number =>
  s.forms.find((f) => f.name === form)!.points.find((p) => Math.abs(p[0] - pH) < 1e-9)![1];

describe('pH of each and of the mix', () => {
  test('5 % acetic acid 2.42, the other way round the same (CRC Handbook constants)', () => {
    const e = explain([pure('acetic-acid', 5), pure('sodium-bicarbonate', 1)], catalogue);
    expect(e.each[0]!.pH!.min).toBeCloseTo(2.42, 1.7);
    const turned = explain([pure('sodium-bicarbonate', 1), pure('acetic-acid', 5)], catalogue);
    expect(turned.mix!.pH!.min).toBeCloseTo(e.mix!.pH!.min, 9);
  });
  test('the mix lies between its parts', () => {
    fc.assert(
      fc.property(
        fc.constantFrom('acetic-acid', 'citric-acid', 'hydrochloric-acid'),
        fc.constantFrom('sodium-hydroxide', 'ammonia', 'sodium-carbonate'),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        fc.double({ min: 0.1, max: 10, noNaN: true }),
        (a, b, x, y) => {
          const e = explain([pure(a, x), pure(b, y)], catalogue);
          const [acid, base, mix] = [e.each[0]!.pH!.min, e.each[1]!.pH!.max, e.mix!.pH!];
          return mix.min >= acid - 1e-9 && mix.max <= base + 1e-9;
        },
      ),
      { numRuns: 300 },
    );
  });
  test('a label range gives a range, and an amount that is not stated gives none, with the reason', () => {
    const e = explain([of('white-vinegar'), of('chlorine-bleach')], catalogue);
    expect(e.each[0]!.pH!.max).toBeGreaterThanOrEqual(e.each[0]!.pH!.min);
    const unknown: Portion = {
      ...of('white-vinegar'),
      contents: [{ substance: 'acetic-acid', percent: { min: 0, max: 100 } }],
    };
    expect(explain([unknown], catalogue).each[0]).toMatchObject({
      pH: null,
      because: expect.stringMatching(/acetic acid is in it is not stated/),
    });
  });
  test('Davies is stated and differs a little', () => {
    const parts = [pure('sodium-carbonate', 1)];
    const [ideal, davies] = [explain(parts, catalogue), explain(parts, catalogue, 'davies')];
    expect([ideal.activity, davies.activity]).toEqual(['ideal', 'davies']);
    expect(ideal.each[0]!.pH!.min - davies.each[0]!.pH!.min).toBeGreaterThan(0.15);
  });
});

describe('forms over pH', () => {
  const hocl = [...catalogue.systems.values()].find((s) => s.followsTemperature)!;
  test('HOCl and OCl− are half and half at 7.54, and as Morris 1966 says elsewhere', () => {
    const s = speciate(hocl);
    for (const pH of [4, 6, 7.5, 9, 11]) expect(share(s, 'HOCl', pH)).toBeCloseTo(hoclFraction(pH), 6);
  });
  test('with chloride, dissolved chlorine rules in strong acid and is gone in bleach (Wang and Margerum 1994)', () => {
    const s = speciate(hocl, 0.7);
    // [Cl2]/[HOCl] = [H+][Cl−]/K, recomputed by hand at pH 2: 0.01 × 0.7 / 5.1e-4 = 13.7
    expect(share(s, 'Cl2', 2) / share(s, 'HOCl', 2)).toBeCloseTo((0.01 * 0.7) / CHLORINE_HYDROLYSIS, 6);
    expect(share(s, 'Cl2', 11)).toBeLessThan(1e-6);
  });
  test('ammonia and ammonium are half and half at 9.25 (CRC Handbook)', () => {
    const s = speciate(catalogue.systems.get('ammonium')!);
    expect(share(s, 'NH3', 9.2)).toBeCloseTo(1 / (1 + 10 ** 0.05), 6);
  });
  test('shares add up to one, of every system, at every pH', () => {
    for (const x of catalogue.systems.values()) {
      const s = speciate(x, 0.1);
      for (let i = 0; i < s.forms[0]!.points.length; i += 7)
        expect(s.forms.reduce((sum, f) => sum + f.points[i]![1], 0)).toBeCloseTo(1, 9);
    }
  });
});

describe('what is used up, and what comes off', () => {
  test('100 mL of 5 % vinegar and 7.0 g bicarbonate: both used up, 2.04 L, 6.8 g acetate (stoichiometry)', () => {
    const e = explain([pure('acetic-acid', 5), pure('sodium-bicarbonate', 100, 7, true)], catalogue).fizz!;
    expect(e.usedUp).toBe('both');
    expect(e.co2_L).toBeCloseTo(2.04, 1.7);
    expect(e.salt_g).toBeCloseTo(6.8, 1);
    const simple = fizz(5 / 60.052, 7 / 84.007);
    expect(e.co2_L / simple.co2_L).toBeCloseTo(1, 1.7);
  });
  test('washing soda takes two acids for one gas', () => {
    const e = explain([pure('acetic-acid', 6.0052), pure('sodium-carbonate', 100, 10.599, true)], catalogue).fizz!;
    // 0.1 mol acid on 0.1 mol carbonate: 0.05 mol gas
    expect(e.co2_L).toBeCloseTo(0.05 * 24.465, 2);
    expect(e.usedUp).toBe('acid');
  });
  test('never more gas than acid or carbonate allow, and more of one never gives less', () => {
    fc.assert(
      fc.property(
        fc.double({ min: 0.5, max: 10, noNaN: true }),
        fc.double({ min: 0.5, max: 50, noNaN: true }),
        (pc, g) => {
          const gas = (p: number, m: number): number =>
            explain([pure('acetic-acid', p), pure('sodium-bicarbonate', 100, m, true)], catalogue).fizz!.co2_L;
          const bound = Math.min(pc / 60.052, g / 84.007) * 24.465;
          return (
            gas(pc, g) <= bound + 1e-6 && gas(pc * 1.5, g) >= gas(pc, g) - 1e-9 && gas(pc, g * 1.5) >= gas(pc, g) - 1e-9
          );
        },
      ),
      { numRuns: 300 },
    );
  });
  test('3 % peroxide holds ten times its volume of oxygen (the "10 volume" of the trade)', () =>
    expect(explain([pure('hydrogen-peroxide', 3)], catalogue).oxygen_L / 0.1).toBeCloseTo(10.8, 0));
  test('acid on alkali: the lesser is used up, and the heat is that of the lesser (57 kJ/mol, CRC Handbook)', () => {
    const e = explain([pure('hydrochloric-acid', 3.646), pure('sodium-hydroxide', 2)], catalogue).neutral!;
    expect(e.acid_mmol).toBeCloseTo(100, 0);
    expect(e.alkali_mmol).toBeCloseTo(50, 0);
    expect(e.usedUp).toBe('alkali');
    // 0.05 mol in 0.2 L: 0.25 mol/L × 13.6 K
    expect(e.warmer_K).toBeCloseTo(3.4, 1);
  });
  test('vinegar and soda do not warm: carbonates take no part in that figure (CRC Handbook, the fizz is endothermic)', () => {
    expect(explain([pure('acetic-acid', 5), pure('sodium-bicarbonate', 100, 7, true)], catalogue).neutral).toBeNull();
    expect(explain([pure('citric-acid', 10), pure('sodium-carbonate', 5)], catalogue).neutral).toBeNull();
  });
  test('a bottle shut on it would see far more than it holds: lower with all that water takes up', () => {
    const f = explain([pure('acetic-acid', 5), pure('sodium-bicarbonate', 100, 7, true)], catalogue).fizz!;
    expect(f.closed_bar.min).toBeGreaterThan(10);
    expect(f.closed_bar.max).toBeGreaterThan(f.closed_bar.min);
  });
  test('a fizzing tablet as sold is no meeting', () =>
    expect(explain([of('white-vinegar')], catalogue).fizz).toBeNull());
});

test('every pair of the catalogue is explained without a crash, and no share is out of range', () => {
  const ids = [...catalogue.products.keys()];
  fc.assert(
    fc.property(fc.constantFrom(...ids), fc.constantFrom(...ids), (a, b) => {
      const e = explain([of(a), of(b)], catalogue);
      const all = [...e.each, ...(e.mix ? [e.mix] : [])];
      return all.every((x) => x.pH === null || (x.pH.min >= -2 && x.pH.max <= 16 && x.pH.min <= x.pH.max));
    }),
    { numRuns: 400 },
  );
});
