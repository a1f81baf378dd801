import { gramsOf, freedBound, roomAir, type Spill, vapourOf } from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

const gas = (id: string) => c.substances.get(id)!;
const released = (id: string, spill: Spill): number | string => {
  const a = roomAir({ gas: id, spill, room_m3: 8, ach: 2, minutes: 60 }, c);
  return a.ok ? a.value.released_g : a.problems[0]!.message;
};
const parts = (x: Parameters<typeof gramsOf>[0]) => {
  const r = gramsOf(x, '/spill', c);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return r.value;
};
const of = (substance: string, percent: number, mL: number) => ({ substance, percent, mL });

describe('what comes free when two things meet, by hand', () => {
  // 10 % of a substance in 100 mL is 10 g
  test.each([
    [
      'hydrogen sulfide',
      'hydrogen-sulfide',
      of('sodium-sulfide', 10, 100),
      of('hydrochloric-acid', 30, 1000),
      (10 / 78.04) * 34.08,
    ],
    [
      'sulfur dioxide, two a metabisulfite',
      'sulfur-dioxide',
      of('sodium-metabisulfite', 10, 100),
      of('hydrochloric-acid', 30, 1000),
      (20 / 190.11) * 64.06,
    ],
    [
      'sulfur dioxide, as far as the acid goes',
      'sulfur-dioxide',
      of('sodium-metabisulfite', 10, 100),
      of('hydrochloric-acid', 3.6461, 50),
      0.05 * 64.06,
    ],
    [
      'hydrogen fluoride',
      'hydrofluoric-acid',
      of('sodium-fluoride', 5, 100),
      of('hydrochloric-acid', 30, 1000),
      (5 / 41.99) * 20.01,
    ],
    [
      'chloramine, one a nitrogen',
      'monochloramine',
      of('ammonia', 1.7031, 100),
      of('sodium-hypochlorite', 30, 10000),
      0.1 * 51.476,
    ],
    [
      'trichloramine, three chlorines a nitrogen',
      'nitrogen-trichloride',
      of('ammonia', 1.7031, 1000),
      of('sodium-hypochlorite', 7.4442, 300),
      0.1 * 120.37,
    ],
    [
      'ammonia out of its salt',
      'ammonia',
      of('ammonium-chloride', 5.3491, 100),
      of('sodium-hydroxide', 10, 1000),
      0.1 * 17.031,
    ],
  ])('%s, whichever is named first', (_, id, a, b, grams) => {
    expect(released(id, { ...a, with: b })).toBeCloseTo(grams, 1);
    expect(released(id, { ...b, with: a })).toBeCloseTo(grams, 1);
  });
  test('a mole of chlorine a proton from N–Cl and hypochlorous acid, half a mole from a salt of it', () => {
    const acid = of('hydrochloric-acid', 3.6461, 1000);
    // a mole of H+ and chlorine in plenty
    expect(released('chlorine', { ...of('sodium-hypochlorite', 10, 10000), with: acid })).toBeCloseTo(70.906 / 2, 1);
    expect(released('chlorine', { ...of('sodium-dichloroisocyanurate', 50, 1000), with: acid })).toBeCloseTo(70.906, 1);
    expect(released('chlorine', { ...of('hypochlorous-acid', 10, 10000), with: acid })).toBeCloseTo(70.906, 1);
    expect(released('chlorine', { ...acid, with: of('trichloroisocyanuric-acid', 50, 1000) })).toBeCloseTo(70.906, 1);
  });
  test('never more than is there, and nothing where they do not meet', () => {
    expect(
      released('chlorine', { ...of('sodium-hypochlorite', 1, 100), with: { substance: 'hydrochloric-acid' } }),
    ).toBeCloseTo(0.9525, 2);
    expect(
      released('hydrogen-sulfide', { ...of('sodium-chloride', 1, 100), with: { substance: 'hydrochloric-acid' } }),
    ).toMatch(/does not come out of that by itself.*none is told/);
    // of what gives it no molar mass is known: no amount is told
    expect(
      freedBound(
        parts(of('calcium-polysulfide', 10, 100)),
        parts(of('hydrochloric-acid', 10, 100)),
        gas('hydrogen-sulfide'),
        c,
      ),
    ).toBeNull();
  });
  test('alcohol is declared by volume: 70 % of it in a litre weighs 552 g', () => {
    expect(
      parts({ product: 'isopropanol-70', percent: 70, mL: 1000 }).find((p) => p.substance.id === 'isopropanol')!.grams,
    ).toBeCloseTo(700 * gas('isopropanol').density_gPerMl!, 6);
    expect(
      parts({ product: 'isopropanol-70', mL: 1000 }).find((p) => p.substance.id === 'isopropanol')!.grams,
    ).toBeCloseTo(720 * gas('isopropanol').density_gPerMl!, 6);
  });
});

describe('what stands over it (modified UNIFAC, Henry’s constants, handbooks; at 25 °C)', () => {
  const kPa = (x: Parameters<typeof gramsOf>[0], id: string) => {
    const v = vapourOf(
      parts(x).find((p) => p.substance.id === id)!,
      c,
    );
    return v && [Number(v.kPa.toPrecision(3)), v.how];
  };
  test('over solutions in water by their table, neither its pure pressure nor its share of it', () => {
    // 10 % w/w of ammonia: 13.0 kPa, where Raoult says 105
    expect(kPa(of('ammonia', 10, 100), 'ammonia')![0]).toBeGreaterThan(11);
    expect(kPa(of('ammonia', 10, 100), 'ammonia')![0]).toBeLessThan(15);
    expect(kPa({ product: 'isopropanol-70', mL: 100 }, 'isopropanol')![0]).toBeGreaterThan(3.5);
    expect(kPa(of('butoxyethanol', 5, 100), 'butoxyethanol')![0]).toBeCloseTo(0.06, 2);
    expect(kPa(of('acetic-acid', 5, 100), 'acetic-acid')![0]).toBeCloseTo(0.0244, 3);
  });
  test('every row of every table comes back at its own share, and none above the pure liquid', () => {
    for (const t of c.solutions.values())
      for (const r of t.rows) {
        const part = {
          substance: gas(t.substance),
          grams: 1,
          moleFraction: r.moleFraction,
          percent: r.percent,
          watery: true,
        };
        expect(vapourOf(part, c)!.kPa).toBeCloseTo(r.kPa, 9);
        const pure = gas(t.substance).vapourPressure_kPa;
        if (pure !== undefined && t.substance !== 'butoxyethanol') expect(r.kPa).toBeLessThanOrEqual(pure * 1.02);
      }
  });
  test('what does not dissolve counts in full; neat as itself; among liquids its share; above the table unknown', () => {
    const limonene = { substance: gas('limonene'), grams: 5, moleFraction: 0.01, percent: 5, watery: true };
    expect(vapourOf(limonene, c)).toMatchObject({ kPa: gas('limonene').vapourPressure_kPa, how: 'emulsion' });
    expect(kPa({ product: 'acetone', mL: 100 }, 'acetone')).toEqual([
      expect.closeTo(gas('acetone').vapourPressure_kPa!, 0),
      'neat',
    ]);
    const half = { substance: gas('acetone'), grams: 1, moleFraction: 0.5, percent: 50, watery: false };
    expect(vapourOf(half, c)).toMatchObject({ kPa: gas('acetone').vapourPressure_kPa! / 2, how: 'mixture' });
    const strong = { substance: gas('nitric-acid'), grams: 1, moleFraction: 0.5, percent: 60, watery: true };
    expect(vapourOf(strong, c)).toBeNull();
    expect(vapourOf({ ...half, substance: gas('sodium-chloride') }, c)).toBeNull();
    // hydrochloric acid by the logarithm between 20 and 25 %
    const t = c.solutions.get('hydrochloric-acid')!;
    const [a, b] = [t.rows[1]!, t.rows[2]!];
    const mid = {
      substance: gas('hydrochloric-acid'),
      grams: 1,
      moleFraction: (a.moleFraction + b.moleFraction) / 2,
      percent: 22,
      watery: true,
    };
    expect(vapourOf(mid, c)!.kPa).toBeCloseTo(Math.sqrt(a.kPa * b.kPa), 6);
  });
  test('hot gives off more, the words say which it was, and the air holds no more than stands over the liquid', () => {
    const at = (hot: boolean) => {
      const a = roomAir(
        {
          gas: 'ammonia',
          spill: { product: 'household-ammonia', mL: 500, area_m2: 0.05, hot },
          room_m3: 8,
          ach: 0,
          minutes: 5,
        },
        c,
      );
      if (!a.ok) throw new Error(a.problems[0]!.message);
      return a.value;
    };
    expect(at(true).peak_ppm).toBeGreaterThan(at(false).peak_ppm * 1.5);
    expect(at(false).because[0]!.text).toMatch(/over this solution in water stand .* kPa/);
    expect(at(true).because[0]!.text).toMatch(/kPa, hot/);
    const air = roomAir(
      { gas: 'white-spirit', spill: { product: 'white-spirit', mL: 5000 }, room_m3: 1, ach: 0, minutes: 10080 },
      c,
    );
    expect(air.ok && air.value.peak_ppm).toBeCloseTo((gas('white-spirit').vapourPressure_kPa! / 101.325) * 1e6, 3);
  });
  test('a tenth of the lower explosive limit, and for how long', () => {
    const a = roomAir(
      { gas: 'acetone', spill: { product: 'acetone', mL: 1000, area_m2: 2 }, room_m3: 8, ach: 0.5, minutes: 120 },
      c,
    );
    if (!a.ok) throw new Error('no answer');
    expect(a.value.explosive).toMatchObject({ ppm: gas('acetone').lowerExplosive_percent! * 1000 });
    expect(a.value.explosive!.minutesAbove).toBeGreaterThan(10);
    const bleach = roomAir({ gas: 'chlorine', released_g: 1, room_m3: 8, ach: 1, minutes: 60 }, c);
    expect(bleach.ok && bleach.value.explosive).toBeNull();
  });
});

test('of what may cause cancer no time is promised after which it is safe', () => {
  for (const id of [
    'chloroform',
    'dichloromethane',
    'formaldehyde',
    'tetrachloroethylene',
    'naphthalene',
    'paradichlorobenzene',
  ]) {
    const a = roomAir({ gas: id, released_g: 0.001, room_m3: 50, ach: 10, minutes: 60 }, c);
    expect([id, a.ok && a.value.safeAfter_min]).toEqual([id, null]);
    expect(a.ok && a.value.because.map((b) => b.text).join(' ')).toMatch(/may cause cancer \((IARC group|NTP)/);
  }
  const acetone = roomAir({ gas: 'acetone', released_g: 0.001, room_m3: 50, ach: 10, minutes: 60 }, c);
  expect(acetone.ok && acetone.value.safeAfter_min).toBe(0);
});
test.each([
  'dichloromethane',
  'methanol',
  'formaldehyde',
  'nitric-acid',
  'naphthalene',
  'paradichlorobenzene',
  'tetrachloroethylene',
  'limonene',
  'white-spirit',
])('%s has a limit, each under its own name with a source', (id) => {
  const all = [...c.limits.values()].filter((l) => l.gas === id);
  expect(all.length).toBeGreaterThan(0);
  for (const l of all) expect(c.sources.has(l.basis.default)).toBe(true);
});
