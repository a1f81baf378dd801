import {
  explain,
  hoclPka,
  type PhOptions,
  type Portion,
  type Solute,
  solvePh,
  speciate,
  titratable,
  waterPkw,
} from '@dolly-tub/core';
import fc from 'fast-check';
import { catalogue, raw } from '../../checks/catalogue-for-tests';

/** Figures recomputed in the comment beside them, and what must hold of every mixture whatever its figures. */
const answer = (s: readonly Solute[], o: PhOptions = {}) => {
  const r = solvePh(s, catalogue.substances, catalogue.systems, o);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
const refused = (substance: string, molPerL: number) => {
  const r = solvePh(
    [
      { substance: 'water', molPerL: 1 },
      { substance, molPerL },
    ],
    catalogue.substances,
    catalogue.systems,
  );
  return r.ok ? null : r.problems[0]!.path;
};
const one = (substance: string, molPerL: number): Solute[] => [{ substance, molPerL }];
const reserve = (substance: string, molPerL: number): number =>
  titratable(one(substance, molPerL), catalogue.substances, catalogue.systems);
const acidBase = (id: string) => catalogue.substances.get(id)!.acidBase!;
const known = raw.substances.filter((s) => s.acidBase).map((s) => s.id);
const mixture = fc.array(
  fc.record({ substance: fc.constantFrom(...known), molPerL: fc.double({ min: 1e-5, max: 0.4, noNaN: true }) }),
  { minLength: 1, maxLength: 4 },
);
const charges = new Map<string, number>([
  ...[...catalogue.systems.values()].flatMap((y) => [
    ...y.species.map((n, i) => [n, y.fullCharge - i] as const),
    ...(y.polymers ?? []).map((p) => [p.name, p.charge] as const),
  ]),
  ['H+', 1],
  ['OH-', -1],
]);
const strongIons = (s: readonly Solute[]): [net: number, all: number] =>
  s.reduce<[number, number]>(
    ([net, all], x) => {
      const { strongCations: c, strongAnions: a } = acidBase(x.substance);
      return [net + (c - a) * x.molPerL, all + (c + a) * x.molPerL];
    },
    [0, 0],
  );

describe('constants that follow the temperature', () => {
  // Morris 1966, table of pKa of HOCl
  test.each([
    [5, 7.754],
    [10, 7.69],
    [15, 7.633],
    [20, 7.582],
    [25, 7.537],
    [30, 7.497],
    [35, 7.463],
  ])('HOCl at %d °C: %d', (t, pKa) => expect(hoclPka(t)).toBeCloseTo(pKa, 2));
  // CRC Handbook, ion product of water
  test.each([
    [0, 14.95],
    [10, 14.53],
    [25, 14.0],
    [40, 13.53],
    [50, 13.26],
  ])('water at %d °C: pKw %d', (t, pKw) => expect(waterPkw(t)).toBeCloseTo(pKw, 1.7));
  test('the answer follows: water at 50 °C is neutral at 6.63, 0.001 mol/L of alkali stands at 10.27', () => {
    expect(answer([], { temperatureC: 50 }).pH).toBeCloseTo(waterPkw(50) / 2, 6);
    expect(answer(one('sodium-hydroxide', 0.001), { temperatureC: 50 }).pH).toBeCloseTo(waterPkw(50) - 3, 6);
  });
  test('bleach in cold water holds a little more HOCl: its own pKa, not that at 25 °C', () => {
    const hypochlorite = one('sodium-hypochlorite', 0.01);
    const at = (temperatureC: number) => {
      const a = answer(hypochlorite, { temperatureC });
      const of = (n: string) => a.species.find((x) => x.name === n)!.molPerL;
      return (of('H+') * of('OCl-')) / of('HOCl');
    };
    for (const t of [5, 35]) expect(-Math.log10(at(t))).toBeCloseTo(hoclPka(t), 6);
    // at 25 °C it is the same constant, not the rounded one of the table
    expect(-Math.log10(at(25))).toBeCloseTo(hoclPka(25), 6);
  });
  test('what did not follow is named, what did is not, and at 25 °C nothing is said', () => {
    const notes = (s: Solute[], temperatureC: number) => answer(s, { temperatureC }).notes;
    expect(notes(one('acetic-acid', 0.1), 25)).toEqual([]);
    expect(notes(one('sodium-hypochlorite', 0.1), 10)).toEqual(['Water and HOCl follow the temperature.']);
    const [both] = notes([...one('sodium-hypochlorite', 0.1), ...one('acetic-acid', 0.01)], 10);
    expect(both).toMatch(/stay at 25 °C: acetic acid\.$/);
  });
});

describe('charge, mass and ionic strength of any mixture', () => {
  const holds = (s: Solute[], activity: 'ideal' | 'davies') => {
    const a = answer(s, { activity });
    const [net, all] = strongIons(s);
    const scale = Math.max(1e-7, ...s.map((x) => x.molPerL));
    const of = new Map(a.species.map((x) => [x.name, x.molPerL]));
    const charge = a.species.reduce((q, x) => q + (charges.get(x.name) ?? 0) * x.molPerL, net);
    // polymers and pairs move a species by what sodium holds of it, but lose none of it
    const mass = [...catalogue.systems.values()].every((y) => {
      const put = s.reduce(
        (n, x) =>
          n +
          acidBase(x.substance)
            .parts.filter((p) => p.system === y.id)
            .reduce((m, p) => m + p.perFormula * x.molPerL, 0),
        0,
      );
      if (put === 0) return true;
      const found =
        y.species.reduce((n, name) => n + of.get(name)!, 0) +
        (activity === 'davies' ? (y.polymers ?? []).reduce((n, p) => n + p.of * of.get(p.name)!, 0) : 0);
      return Math.abs(found - put) < 1e-9 * scale + 1e-12;
    });
    const ionic = (all + a.species.reduce((n, x) => n + (charges.get(x.name) ?? 0) ** 2 * x.molPerL, 0)) / 2;
    return { neutral: Math.abs(charge) < 1e-6 * scale, mass, ionic, told: a.ionicStrength };
  };
  test('ideal: neutral, nothing lost, and ½·Σ c·z² of all ions, the strong ones too', () =>
    fc.assert(
      fc.property(mixture, (s) => {
        const h = holds(s, 'ideal');
        return h.neutral && h.mass && Math.abs(h.ionic - h.told) < 1e-9 * Math.max(1e-7, h.ionic);
      }),
      { numRuns: 300 },
    ));
  test('Davies: neutral with its polymers, nothing lost, and pairs only take from the ionic strength', () =>
    fc.assert(
      fc.property(mixture, (s) => {
        const h = holds(s, 'davies');
        return h.neutral && h.mass && h.told <= h.ionic * (1 + 1e-6);
      }),
      { numRuns: 300 },
    ));
  test('salt: 0.1 mol/L has an ionic strength of 0.1 and stays at 7', () => {
    const a = answer(one('sodium-chloride', 0.1));
    expect([a.pH, a.ionicStrength]).toEqual([expect.closeTo(7, 9), expect.closeTo(0.1, 6)]);
  });
  test('Davies by hand: 0.1 mol/L of hydrochloric acid, log γ = −0.509·(√I/(1+√I) − 0.3·I) = −0.107: pH 1.107', () => {
    const a = answer(one('hydrochloric-acid', 0.1), { activity: 'davies' });
    const log = -0.509 * (Math.sqrt(0.1) / (1 + Math.sqrt(0.1)) - 0.03);
    expect(a.pH).toBeCloseTo(1 - log, 6);
    // the fit ends at 0.5 mol/L and its last figure stands beyond
    const strong = answer(one('hydrochloric-acid', 1), { activity: 'davies' }).pH;
    expect(strong).toBeCloseTo(0.509 * (Math.sqrt(0.5) / (1 + Math.sqrt(0.5)) - 0.15), 6);
  });
  test('Davies moves a constant by its charges: acetate gains, ammonium not at all', () => {
    // I = 0.1: HA ⇌ H+ + A− by 2·log γ = −0.214; NH4+ ⇌ H+ + NH3 by nothing, and the pH itself by 0.107
    const log = -0.509 * (Math.sqrt(0.1) / (1 + Math.sqrt(0.1)) - 0.03);
    const of = (s: Solute[]) => answer(s, { activity: 'davies' }).pH;
    const acetate = [...one('acetic-acid', 0.1), ...one('sodium-acetate', 0.1)];
    const ammonium = [...one('ammonia', 0.1), ...one('ammonium-chloride', 0.1)];
    expect(of(acetate)).toBeCloseTo(4.76 + log, 2);
    expect(of(ammonium)).toBeCloseTo(9.25 - log, 2);
  });
  test('the law of mass action holds of what sodium holds, at that ionic strength (MINTEQA2: NaHPO4−, log K 1.07)', () => {
    for (const [acid, alkali] of [
      [0.1, 0.2],
      [0.02, 0.03],
      [0.2, 0.35],
    ] as const) {
      const s = [...one('phosphoric-acid', acid), ...one('sodium-hydroxide', alkali)];
      const { ionic, told } = holds(s, 'davies');
      // a pair takes HPO4 with z² = 4, and its sodium, of which the strong ions still count one
      const held = (ionic - told) / 2;
      const I = Math.min(told, 0.5);
      const a = -0.509 * (Math.sqrt(I) / (1 + Math.sqrt(I)) - 0.3 * I);
      const total = answer(s, { activity: 'davies' }).species.find((x) => x.name === 'HPO42-')!.molPerL;
      expect(Math.log10(held / ((total - held) * (alkali - held)))).toBeCloseTo(1.07 + 4 * a, 3);
    }
  });
  test('and of the polyborates (MINTEQA2: log K −9.306 and −7.306): 2 B(OH)3 ⇌ P− + H+', () => {
    for (const c of [0.05, 0.3, 0.6]) {
      const r = answer(one('boric-acid', c), { activity: 'davies' });
      const of = (n: string) => r.species.find((x) => x.name === n)!.molPerL;
      const I = r.ionicStrength;
      const a = -0.509 * (Math.sqrt(I) / (1 + Math.sqrt(I)) - 0.3 * I);
      expect(Math.log10((of('H5(BO3)2-') * of('H+')) / of('B(OH)3') ** 2)).toBeCloseTo(-9.306 - 2 * a, 6);
      expect(Math.log10((of('H8(BO3)3-') * of('H+')) / of('B(OH)3') ** 3)).toBeCloseTo(-7.306 - 2 * a, 6);
      // without sodium nothing is paired: all ions are told
      const { ionic, told } = holds(one('boric-acid', c), 'davies');
      expect(told).toBeCloseTo(ionic, 12);
    }
    // ideal leaves them out, as textbook figures do: √(Ka·c)
    expect(answer(one('boric-acid', 0.3)).pH).toBeCloseTo((9.24 - Math.log10(0.3)) / 2, 3);
  });
  test('of no system the most protonated form is held: the solver counts on it', () => {
    for (const y of catalogue.systems.values())
      expect([y.id, (y.pairs ?? []).some((p) => p.species === y.species[0])]).toEqual([y.id, false]);
  });
  test('sodium holds phosphate: of 0.1 mol/L of the disodium salt a part is paired, of the potassium-free acid none', () => {
    const told = (s: Solute[]) => {
      const h = holds(s, 'davies');
      return h.told / h.ionic;
    };
    expect(told(one('phosphoric-acid', 0.1))).toBeCloseTo(1, 6);
    expect(told([...one('phosphoric-acid', 0.1), ...one('sodium-hydroxide', 0.2)])).toBeLessThan(0.95);
  });
});

describe('what is said of strength, and what is refused', () => {
  test('from 0.5 mol/L on the word is "about"; beyond what Davies is good for that is said too', () => {
    expect(answer(one('sodium-chloride', 0.49)).notes).toEqual([]);
    expect(answer(one('sodium-chloride', 0.51)).notes.join()).toMatch(/^About/);
    expect(answer(one('sodium-chloride', 0.51)).notes).toHaveLength(1);
    expect(answer(one('sodium-chloride', 0.51), { activity: 'davies' }).notes.join()).toMatch(/Stronger than Davies/);
    expect(answer(one('sodium-chloride', 0.49), { activity: 'davies' }).notes).toEqual([]);
  });
  test('amounts from 0 to 60 mol/L, told at the row that is wrong', () => {
    for (const bad of [-0.001, 60.1, NaN]) expect(refused('acetic-acid', bad)).toBe('/solutes/1/molPerL');
    for (const fine of [0, 60]) expect(refused('acetic-acid', fine)).toBeNull();
    expect(refused('nothing-such', 1)).toBe('/solutes/1/substance');
  });
  test('an acid, alkali, builder or soap whose strength is not known gives no pH; alcohol and scent do not matter', () => {
    for (const s of raw.substances.filter((x) => !x.acidBase)) {
      const matters = s.classes.some((c) =>
        [
          'strong-mineral-acid',
          'organic-acid',
          'acid-salt',
          'fluoride-acid',
          'caustic',
          'mild-alkali',
          'ammonia',
          'amine',
          'builder',
          'soap',
          'hydrochloric',
        ].includes(c),
      );
      expect([s.id, refused(s.id, 0.1)]).toEqual([s.id, matters ? '/solutes/1/substance' : null]);
    }
    const water = answer(one('ethanol', 5));
    expect(water.pH).toBeCloseTo(7, 9);
    expect(water.species.find((s) => s.name === catalogue.substances.get('ethanol')!.name)).toMatchObject({
      molPerL: 5,
    });
  });
});

describe('reserve to pH 7, by hand', () => {
  test.each([
    ['hydrochloric-acid', 0.1, -0.1],
    ['sodium-hydroxide', 0.1, 0.1],
    ['sodium-chloride', 3, 0],
    // 0.1 of borate's four borons are half deprotonated as sold: 2 of 4; at pH 7 hardly any
    ['borax', 0.1, 0.2 - 0.4 / (1 + 10 ** (9.24 - 7))],
    // at 7: HCO3− 81.7 % of what CO2 and carbonate leave
    [
      'sodium-carbonate',
      0.1,
      0.2 - (0.1 * 10 ** (7 - 6.35) * (1 + 2 * 10 ** (7 - 10.33))) / (1 + 10 ** (7 - 6.35) * (1 + 10 ** (7 - 10.33))),
    ],
    ['ammonia', 0.1, 0.1 / (1 + 10 ** (7 - 9.25))],
    [
      'citric-acid',
      0.1,
      -0.1 *
        ((s) => (s[1]! + 2 * s[2]! + 3 * s[3]!) / s.reduce((a, b) => a + b))([
          1,
          10 ** (7 - 3.13),
          10 ** (14 - 7.89),
          10 ** (21 - 14.29),
        ]),
    ],
  ])('%s %d mol/L: %d', (id, molPerL, want) => expect(reserve(id, molPerL)).toBeCloseTo(want, 6));
  test('it adds up, and what has no data counts nothing', () => {
    const both = titratable(
      [...one('acetic-acid', 0.2), ...one('ammonia', 0.1), ...one('ethanol', 9), ...one('nothing-such', 1)],
      catalogue.substances,
      catalogue.systems,
    );
    expect(both).toBeCloseTo(reserve('acetic-acid', 0.2) + reserve('ammonia', 0.1), 12);
  });
});

const holding = (contents: [id: string, min: number, max?: number][], more: Partial<Portion> = {}): Portion => ({
  name: 'A',
  mL: 100,
  density: 1,
  solid: false,
  contents: contents.map(([substance, min, max]) => ({ substance, percent: { min, max: max ?? min } })),
  ...more,
});
const powder = (id: string, grams: number): Portion => holding([[id, 100]], { mL: grams, solid: true });

describe('a portion as chemistry sees it', () => {
  const pH = (parts: Portion[]) => explain(parts, catalogue);
  test('moles by density: 100 mL of 1.2 g/mL at 10 % hold 12 g', () => {
    const e = pH([holding([['citric-acid', 10]], { density: 1.2 })]);
    expect(e.each[0]!.pH!.min).toBeCloseTo(answer(one('citric-acid', 120 / 192.12)).pH, 9);
  });
  test('a powder alone is told as 10 g in a litre; with a liquid it is dissolved in that', () => {
    const alone = pH([{ ...powder('citric-acid', 3), density: 2 }]);
    expect(alone.each[0]!.pH!.max).toBeCloseTo(answer(one('citric-acid', 10 / 192.12)).pH, 9);
    const both = pH([powder('citric-acid', 3), holding([['water', 100]])]);
    expect(both.mix!.pH!.max).toBeCloseTo(answer(one('citric-acid', 30 / 192.12)).pH, 9);
    expect(both.each[1]!.pH!.min).toBeCloseTo(7, 6);
  });
  test('two liquids share their water', () => {
    const e = pH([holding([['acetic-acid', 6.0052]]), holding([['water', 100]], { mL: 300 })]);
    expect(e.mix!.pH!.min).toBeCloseTo(answer(one('acetic-acid', 0.25)).pH, 9);
    expect(e.mix!.name).toBe('the mix');
    expect(pH([holding([['acetic-acid', 6]])]).mix).toBeNull();
  });
  test('no solution is above 20 mol/L of anything', () => {
    const e = pH([powder('sodium-hydroxide', 500), holding([['water', 100]])]);
    expect(e.mix!.pH!.max).toBeCloseTo(14 + Math.log10(20), 6);
  });
  test('a label’s range: sourest with most acid and least alkali, and the other way round', () => {
    const e = pH([holding([['acetic-acid', 4, 8]]), holding([['ammonia', 1, 3]])]);
    const at = (acid: number, alkali: number) =>
      answer([...one('acetic-acid', (acid * 5) / 60.052), ...one('ammonia', (alkali * 5) / 17.031)]).pH;
    expect([e.mix!.pH!.min, e.mix!.pH!.max]).toEqual([expect.closeTo(at(8, 1), 9), expect.closeTo(at(4, 3), 9)]);
  });
  test('not stated is no figure for an acid or an alkali, and does not matter for salt', () => {
    const of = (id: string, max: number) => pH([holding([[id, 0, max]])]).each[0]!;
    for (const id of ['acetic-acid', 'ammonia']) {
      expect(of(id, 99)).toMatchObject({
        pH: null,
        because: expect.stringMatching(/^how much .* is in it is not stated$/),
      });
      expect(of(id, 98.9).pH).not.toBeNull();
    }
    expect(of('sodium-chloride', 100).pH).not.toBeNull();
    expect(of('ethanol', 100).pH).not.toBeNull();
  });
  test('an acid of unknown strength: no figure, and the reason in a sentence that can follow a colon', () => {
    const e = pH([holding([['potassium-alum', 5]])]);
    expect(e.each[0]!.pH).toBeNull();
    expect(e.each[0]!.because).toMatch(/^the acid strength of .* is not known here, so no pH can be given with it$/);
  });
});

describe('the drawing of the forms', () => {
  test('chlorine first, then what there is most of; a trace of less than 1 mmol/L is not drawn', () => {
    const e = explain(
      [holding([['sodium-hypochlorite', 0.1]]), holding([['acetic-acid', 5]]), holding([['ammonia', 0.0001]])],
      catalogue,
    );
    expect(e.speciation.map((s) => s.system)).toEqual(['hypochlorous', 'acetic']);
    const more = explain(
      [holding([['acetic-acid', 1]]), holding([['ammonia', 2]]), holding([['sodium-hypochlorite', 0.1]])],
      catalogue,
    );
    expect(more.speciation.map((s) => s.system)).toEqual(['hypochlorous', 'ammonium', 'acetic']);
    // 1 % of borax is 0.026 mol/L with four borons each, 0.3 % of acetic acid 0.05
    const borax = explain(
      [
        holding([
          ['acetic-acid', 0.3],
          ['borax', 1],
        ]),
      ],
      catalogue,
    );
    expect(borax.speciation.map((s) => s.system)).toEqual(['boric', 'acetic']);
  });
  test('chlorine is drawn with as much chloride as hypochlorite at least, and with the salt’s where that is more', () => {
    const at2 = (parts: Portion[]) => {
      const [hocl] = explain(parts, catalogue).speciation;
      const of = (n: string) => hocl!.forms.find((f) => f.name === n)!.points[20]![1];
      return of('Cl2') / of('HOCl');
    };
    const molPerL = 50 / 74.442;
    // [Cl2]/[HOCl] = [H+][Cl−]/K (Wang and Margerum 1994: 5.1·10⁻⁴)
    expect(at2([holding([['sodium-hypochlorite', 5]])])).toBeCloseTo((0.01 * molPerL) / 5.1e-4, 6);
    const salted = holding([
      ['sodium-hypochlorite', 5],
      ['sodium-chloride', 20],
    ]);
    expect(at2([salted])).toBeCloseTo((0.01 * (200 / 58.44)) / 5.1e-4, 6);
  });
  test('every tenth from 0 to 14; no chlorine where there is no chloride, none beside other systems', () => {
    const hocl = catalogue.systems.get('hypochlorous')!;
    expect(speciate(hocl).forms.map((f) => f.name)).toEqual(['HOCl', 'OCl-']);
    expect(speciate(hocl, 0.1).forms.map((f) => [f.name, f.charge])).toEqual([
      ['Cl2', 0],
      ['HOCl', 0],
      ['OCl-', -1],
    ]);
    const s = speciate(catalogue.systems.get('citric')!, 1);
    expect(s.forms.map((f) => f.charge)).toEqual([0, -1, -2, -3]);
    const xs = s.forms[0]!.points.map((p) => p[0]);
    expect([xs.length, xs[0], xs.at(-1)]).toEqual([141, 0, 14]);
    // at pH 5.6, by its three constants
    const w = [1, 10 ** (5.6 - 3.13), 10 ** (11.2 - 7.89), 10 ** (16.8 - 14.29)];
    s.forms.forEach((f, i) => expect(f.points[56]![1]).toBeCloseTo(w[i]! / w.reduce((a, b) => a + b), 9));
  });
});

describe('gas, warmth and oxygen, by hand', () => {
  const VINEGAR = holding([['acetic-acid', 6.0052]], { mL: 1000 });
  const fizz = (...parts: Portion[]) => explain(parts, catalogue).fizz;
  test.each([
    // a mole of acid: what is used up, litres of gas
    ['half a mole of bicarbonate', powder('sodium-bicarbonate', 42.0035), 'carbonate', 0.5],
    ['a mole of bicarbonate', powder('sodium-bicarbonate', 84.007), 'both', 1],
    ['two moles of bicarbonate', powder('sodium-bicarbonate', 168.014), 'acid', 1],
    ['a quarter mole of washing soda', powder('sodium-carbonate', 26.4975), 'carbonate', 0.25],
    ['a mole of washing soda', powder('sodium-carbonate', 105.99), 'acid', 0.5],
    ['a quarter mole of percarbonate, two carbonates in each', powder('sodium-percarbonate', 78.505), 'both', 0.5],
  ] as const)('a mole of vinegar on %s', (_, soda, usedUp, mol) => {
    for (const f of [fizz(VINEGAR, soda), fizz(soda, VINEGAR)]) {
      expect(f!.usedUp).toBe(usedUp);
      expect(f!.co2_L).toBeCloseTo(mol * 24.465, 2);
      expect(f!.acid_mmol).toBeCloseTo(1000, 1);
    }
  });
  test('bicarbonate goes first, then each two acids a carbonate: 1 mol on 0.4 and 0.2', () => {
    const f = fizz(VINEGAR, powder('sodium-bicarbonate', 33.6028), powder('sodium-carbonate', 21.198))!;
    expect(f.co2_L).toBeCloseTo(0.6 * 24.465, 2);
    expect([f.usedUp, f.carbonate_mmol]).toEqual(['carbonate', expect.closeTo(600, 1)]);
    // 0.8 mol of acetate: 60.052 − 1.008 + 22.99
    expect(f.salt_g).toBeCloseTo(0.8 * 82.034, 1);
  });
  test('citric acid gives three, sulfuric two, the sour salt one, ammonium none', () => {
    const mmol = (id: string, grams: number) =>
      fizz(powder(id, grams), powder('sodium-bicarbonate', 1000), holding([['water', 100]]))?.acid_mmol ?? 0;
    expect(mmol('citric-acid', 192.12)).toBeCloseTo(3000, 0);
    expect(mmol('sulfuric-acid', 98.079)).toBeCloseTo(2000, 0);
    expect(mmol('sodium-bisulfate', 120.06)).toBeCloseTo(1000, 0);
    expect(mmol('hydrochloric-acid', 36.461)).toBeCloseTo(1000, 0);
  });
  test('what is left of the acid after the bicarbonate takes two a carbonate: 1 mol on 0.8 and 0.5', () => {
    const f = fizz(VINEGAR, powder('sodium-bicarbonate', 67.2056), powder('sodium-carbonate', 52.995))!;
    expect(f.co2_L).toBeCloseTo(0.9 * 24.465, 2);
    expect(f.usedUp).toBe('acid');
  });
  test('ammonium carbonate fizzes as well, and of two carbonates in one salt both', () => {
    const of = (id: string) =>
      fizz(holding([['hydrochloric-acid', 36.461]]), powder(id, catalogue.substances.get(id)!.molarMass! / 10))!;
    expect(of('ammonium-carbonate').carbonate_mmol).toBeCloseTo(100, 1);
    expect(of('ammonium-bicarbonate').carbonate_mmol).toBeCloseTo(100, 1);
    expect(of('sodium-percarbonate').carbonate_mmol).toBeCloseTo(200, 1);
  });
  test('protons under 7 alone: phosphoric gives one, cream of tartar the one that it has left', () => {
    const mmol = (id: string) =>
      fizz(
        powder(id, catalogue.substances.get(id)!.molarMass!),
        powder('sodium-bicarbonate', 1000),
        holding([['water', 100]]),
      )!.acid_mmol;
    expect(mmol('phosphoric-acid')).toBeCloseTo(1000, 0);
    expect(mmol('potassium-bitartrate')).toBeCloseTo(1000, 0);
  });
  test('within a hundredth both are used up', () => {
    expect(fizz(VINEGAR, powder('sodium-bicarbonate', 84.007 * 1.009))!.usedUp).toBe('both');
    expect(fizz(VINEGAR, powder('sodium-bicarbonate', 84.007 * 1.02))!.usedUp).toBe('acid');
    expect(fizz(VINEGAR, powder('sodium-bicarbonate', 84.007 * 0.98))!.usedUp).toBe('carbonate');
  });
  test('shut in a bottle a fifth empty: n·RT over the head, with and without what the water takes up', () => {
    const f = fizz(VINEGAR, powder('sodium-bicarbonate', 84.007))!;
    // 1 L of water has 0.25 L above it: 24.465/0.25 atm; with Henry's 0.034 mol/(L·atm) in that litre
    expect(f.closed_bar.max).toBeCloseTo((24.465 / 0.25) * 1.01325, 1);
    expect(f.closed_bar.min).toBeCloseTo((1 / (0.25 / 24.465 + 0.034)) * 1.01325, 1);
  });
  test('dry powders meet in 50 mL at the least, and a breath of gas is none', () => {
    const dry = fizz(powder('citric-acid', 1), powder('sodium-bicarbonate', 10))!;
    expect(dry.closed_bar.max).toBeCloseTo((((3 / 192.12) * 24.465) / 0.0125) * 1.01325, 2);
    expect(fizz(holding([['acetic-acid', 0.0001]]), powder('sodium-bicarbonate', 1))).toBeNull();
    expect(fizz(VINEGAR)).toBeNull();
    expect(fizz(VINEGAR, holding([['acetic-acid', 5]]))).toBeNull();
  });
  test('acid on alkali: 57 kJ a mole in the water that there is', () => {
    const n = (acid_g: number, alkali_g: number) =>
      explain([holding([['hydrochloric-acid', acid_g]]), holding([['sodium-hydroxide', alkali_g]])], catalogue)
        .neutral!;
    expect(n(3.6461, 3.9997)).toMatchObject({ usedUp: 'both', warmer_K: expect.closeTo((0.1 / 0.2) * (57 / 4.18), 6) });
    expect(n(3.6461, 3.9997 * 1.02).usedUp).toBe('acid');
    expect(n(3.6461, 3.9997 * 0.98)).toMatchObject({ usedUp: 'alkali', alkali_mmol: expect.closeTo(98, 6) });
    expect(n(3.6461, 8)).toMatchObject({ acid_mmol: expect.closeTo(100, 6), warmer_K: expect.closeTo(6.818, 2) });
  });
  test('a product’s own acid meets its own alkali before the other’s; two powders without water warm nothing', () => {
    const own = holding([
      ['hydrochloric-acid', 3.6461],
      ['sodium-hydroxide', 2],
    ]);
    const e = explain([own, holding([['sodium-hydroxide', 3.9997]])], catalogue).neutral!;
    expect(e.acid_mmol).toBeCloseTo(100 - 2000 / 39.997, 3);
    expect(explain([powder('citric-acid', 10), powder('sodium-hydroxide', 10)], catalogue).neutral).toBeNull();
    expect(explain([own], catalogue).neutral).toBeNull();
    expect(explain([holding([['ammonia', 1]]), holding([['sodium-hydroxide', 1]])], catalogue).neutral).toBeNull();
  });
  test('oxygen: half a mole a peroxide, three peroxides in two carbonates', () => {
    const L = (p: Portion) => explain([p], catalogue).oxygen_L;
    expect(L(holding([['hydrogen-peroxide', 3.4015]]))).toBeCloseTo(0.05 * 24.465, 6);
    expect(L(powder('sodium-percarbonate', 314.02))).toBeCloseTo(1.5 * 24.465, 6);
    expect(L(holding([['acetic-acid', 5]]))).toBe(0);
  });
});
