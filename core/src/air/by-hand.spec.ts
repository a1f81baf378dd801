import {
  type AirQuestion,
  boxConcentration,
  gramsOf,
  purgeMinutes,
  releasesOf,
  roomAir,
  scatter,
  seeded,
  sourceOfSpill,
  type Spill,
  zoneCurve,
} from '@dolly-tub/core';
import { catalogue as c } from '../../checks/catalogue-for-tests';

/** Each figure is recomputed beside it, by another way where there is one. */
const gas = (id: string) => c.substances.get(id)!;
const ask = (q: Partial<AirQuestion>) => {
  const all = { gas: 'chlorine', room_m3: 10, ach: 2, minutes: 120, ...q };
  return roomAir(all.released_g === undefined && !all.spill ? { ...all, released_g: 2 } : all, c);
};
const answer = (q: Partial<AirQuestion>) => {
  const a = ask(q);
  if (!a.ok) throw new Error(a.problems[0]!.message);
  return a.value;
};
const wrong = (q: Partial<AirQuestion>) => {
  const a = ask(q);
  return a.ok ? null : a.problems[0]!.path;
};
const spilt = (id: string, spill: Spill) => {
  const s = sourceOfSpill(spill, gas(id), c);
  if (!s.ok) throw new Error(s.problems[0]!.message);
  return s.value;
};
const ml = (s: Partial<Spill>): Spill => ({ product: 'acetone', mL: 100, ...s });
const parts = (x: Parameters<typeof gramsOf>[0]) => {
  const r = gramsOf(x, '/spill', c);
  if (!r.ok) throw new Error(r.problems[0]!.path);
  return r.value;
};
const grams = (x: Parameters<typeof gramsOf>[0]) => Object.fromEntries(parts(x).map((p) => [p.substance.id, p.grams]));

describe('a room, asked at its edges', () => {
  test.each([
    ['room_m3', [0.5, 10_000], [0.4, 10_001, NaN]],
    ['ach', [0, 200], [-0.1, 201, NaN]],
    ['minutes', [1, 10_080], [0.9, 10_081]],
    ['mixingFactor', [1, 10], [0.9, 10.1, NaN]],
    ['released_g', [1e-6, 1e5], [0, 1e5 + 1]],
  ] as const)('%s', (key, fine, bad) => {
    for (const x of fine) expect([x, wrong({ [key]: x })]).toEqual([x, null]);
    for (const x of bad) expect([x, wrong({ [key]: x })]).toEqual([x, `/${key}`]);
  });
  test('neither grams nor a spill; a spill of nothing; of what nobody knows; a gas without a limit', () => {
    expect(roomAir({ gas: 'chlorine', room_m3: 10, ach: 1, minutes: 10 }, c)).toMatchObject({
      problems: [{ path: '/released_g' }],
    });
    const acetone = (spill: Spill) => wrong({ gas: 'acetone', spill });
    for (const mL of [0, -1, 1e5 + 1, NaN]) expect(acetone(ml({ mL }))).toBe('/spill/mL');
    expect(acetone(ml({ mL: 1e5 }))).toBeNull();
    expect(acetone({ mL: 1 })).toBe('/spill');
    expect(acetone(ml({ product: 'nothing-such' }))).toBe('/spill/product');
    expect(acetone({ substance: 'nothing-such', mL: 1 })).toBe('/spill/substance');
    expect(acetone(ml({ with: { product: 'nothing-such' } }))).toBe('/spill/with/product');
    expect(wrong({ gas: 'sodium-chloride' })).toBe('/gas');
  });
  test('the curve: a point at the start, at the end, and each as one box has it', () => {
    const a = answer({ ach: 3, minutes: 90 });
    expect([a.curve[0]![0], a.curve.at(-1)![0]]).toEqual([0, 90]);
    const whole = { instant_mg: 2000, rate_mgPerMin: 0, until_min: 0 };
    for (const [t, ppm] of a.curve) expect(ppm).toBeCloseTo((boxConcentration(t, whole, 10, 3) * 24.45) / 70.906, 9);
    // 2 g in 10 m³: 200 mg/m³
    expect(a.peak_ppm).toBeCloseTo((200 * 24.45) / 70.906, 9);
    expect(a.released_g).toBe(2);
    for (let i = 1; i < a.curve.length; i++) expect(a.curve[i]![0]).toBeGreaterThan(a.curve[i - 1]![0]);
  });
  test('limits lowest first; minutes above each: ln(peak/limit)/ACH, never longer than was asked', () => {
    const a = answer({ ach: 6, minutes: 10_000 });
    expect(a.limits.map((l) => l.ppm)).toEqual(a.limits.map((l) => l.ppm).sort((x, y) => x - y));
    for (const l of a.limits)
      expect(l.minutesAbove).toBeCloseTo(l.ppm < a.peak_ppm ? (60 * Math.log(a.peak_ppm / l.ppm)) / 6 : 0, 6);
    expect(answer({ ach: 0, minutes: 30 }).limits[0]!.minutesAbove).toBe(30);
    expect(a.limits.every((l) => c.sources.has(l.source))).toBe(true);
  });
  test('safe after: to the lowest limit, times the mixing factor; at once where it was never above; never without air', () => {
    const a = answer({});
    const lowest = a.limits[0]!.ppm;
    expect(a.safeAfter_min).toBeCloseTo(30 * Math.log(a.peak_ppm / lowest), 6);
    expect(answer({ mixingFactor: 3 }).safeAfter_min).toBeCloseTo(3 * a.safeAfter_min!, 6);
    expect(answer({ released_g: 1e-6 }).safeAfter_min).toBe(0);
    expect(answer({ released_g: 1e-6, ach: 0 }).safeAfter_min).toBe(0);
    expect(answer({ ach: 0 }).safeAfter_min).toBeNull();
  });
  test('a vapour that rises: above a limit from when it passes it till it is back, safe after that', () => {
    const q = { gas: 'acetone', spill: ml({ mL: 500, area_m2: 0.5 }), ach: 4, minutes: 600 };
    const a = answer(q);
    const s = spilt('acetone', q.spill).source;
    const ppm = (t: number) => (boxConcentration(t, s, 10, 4) * 24.45) / 58.08;
    expect(a.peak_ppm).toBeCloseTo(ppm(s.until_min), 6);
    const step = 0.005;
    for (const l of [a.limits[0]!, a.limits.at(-1)!]) {
      let above = 0;
      for (let t = 0; t < 600; t += step) if (ppm(t) > l.ppm) above += step;
      expect(Math.abs(l.minutesAbove - above)).toBeLessThan(0.02);
    }
    const last = ppm(s.until_min);
    expect(a.safeAfter_min).toBeCloseTo(s.until_min + purgeMinutes(last, a.limits[0]!.ppm, 4), 6);
    expect(ppm(a.safeAfter_min!)).toBeCloseTo(a.limits[0]!.ppm, 6);
    expect(a.released_g).toBeCloseTo(0.79 * 500, 6);
  });
  test('a tenth of the lower explosive limit: 2.5 % of acetone, 2500 ppm; chlorine does not burn', () => {
    expect(answer({ gas: 'acetone', released_g: 100 }).explosive).toMatchObject({ ppm: 2500 });
    const above = answer({ gas: 'acetone', released_g: 100, ach: 6, minutes: 500 });
    expect(above.explosive!.minutesAbove).toBeCloseTo(10 * Math.log(above.peak_ppm / 2500), 6);
    expect(answer({ gas: 'acetone', released_g: 1 }).explosive!.minutesAbove).toBe(0);
    expect(answer({}).explosive).toBeNull();
  });
});

describe('evaporation', () => {
  // ideal gas: saturated air holds P·M/(R·T); 0.25 cm/s of it leave each m²
  const saturated_mgPerM3 = (kPa: number, molar: number) => ((kPa * 1000 * molar) / (8.314 * 298.15)) * 1000;
  test('30.77 kPa of acetone: 721 g/m³ × 0.15 m/min × 0.5 m²', () => {
    const { source, saturated_ppm } = spilt('acetone', ml({ area_m2: 0.5 }));
    expect(source.rate_mgPerMin).toBeCloseTo(saturated_mgPerM3(30.77, 58.08) * 0.0025 * 60 * 0.5, 3);
    expect(source.until_min).toBeCloseTo(79_000 / source.rate_mgPerMin, 9);
    expect(source.instant_mg).toBe(0);
    expect(saturated_ppm).toBeCloseTo((30.77 / 101.325) * 1e6, 3);
  });
  test('without an area a film of a millimetre; hot four times as much, at most an atmosphere', () => {
    const rate = (s: Spill) => spilt('acetone', s).source.rate_mgPerMin;
    expect(rate(ml({}))).toBeCloseTo(rate(ml({ area_m2: 0.1 })), 9);
    expect(rate(ml({ area_m2: 0.2 }))).toBeCloseTo(2 * rate(ml({ area_m2: 0.1 })), 9);
    expect(rate(ml({ hot: true })) / rate(ml({}))).toBeCloseTo(101.325 / 30.77, 6);
    const spirit = { product: 'white-spirit', mL: 100 };
    expect(
      spilt('white-spirit', { ...spirit, hot: true }).source.rate_mgPerMin /
        spilt('white-spirit', spirit).source.rate_mgPerMin,
    ).toBeCloseTo(4, 9);
  });
  test('in words: area, grams, what stands over it, hot', () => {
    const text = (id: string, s: Spill) => spilt(id, s).because.text;
    expect(text('acetone', ml({ area_m2: 0.5 }))).toMatch(
      /from 0\.50 m².* all 79\.0 g.*over the neat liquid.* 30\.8 kPa\./,
    );
    expect(text('acetone', ml({ hot: true }))).toMatch(/101 kPa, hot\./);
    expect(text('chlorine', { product: 'chlorine-bleach', mL: 100, with: { product: 'white-vinegar' } })).toMatch(
      /^At most \d+\.\d g of gas can come free, all at once\. The chlorine is used up first\.$/,
    );
  });
  test('what meets nothing that frees it evaporates by itself; a gas of another thing is not told', () => {
    const s = spilt('acetone', ml({ with: { product: 'white-vinegar', mL: 10 } }));
    expect([s.source.instant_mg, s.source.rate_mgPerMin > 0]).toEqual([0, true]);
    expect(sourceOfSpill(ml({}), gas('ammonia'), c)).toMatchObject({ ok: false, problems: [{ path: '/spill' }] });
    // nitric acid stronger than its table
    expect(sourceOfSpill({ substance: 'nitric-acid', percent: 90, mL: 10 }, gas('nitric-acid'), c)).toMatchObject({
      ok: false,
      problems: [{ message: expect.stringMatching(/^How much nitric acid stands over that is not known/i) }],
    });
  });
});

describe('grams of each ingredient', () => {
  test('a product at its declared most: 6.15 % of 1.08 g/mL, water as the rest', () => {
    const g = grams({ product: 'chlorine-bleach', mL: 1000 });
    expect(g['sodium-hypochlorite']).toBeCloseTo(66.42, 6);
    expect(g['sodium-chloride']).toBeCloseTo(54, 6);
    expect(g['water']).toBeCloseTo(1080 - 66.42 - 5.4 - 54 - 10.8, 6);
    expect(grams({ product: 'chlorine-bleach', percent: 3, mL: 1000 })).toMatchObject({
      'sodium-hypochlorite': expect.closeTo(32.4, 6),
      'sodium-chloride': expect.closeTo(54, 6),
    });
  });
  test('a substance: neat its density, else g in 100 mL; alcohol by volume', () => {
    expect(grams({ substance: 'acetone', mL: 200 })['acetone']).toBeCloseTo(158.2, 6);
    expect(grams({ substance: 'acetone', percent: 10, mL: 200 })['acetone']).toBeCloseTo(20, 6);
    expect(grams({ substance: 'isopropanol', percent: 50, mL: 200 })['isopropanol']).toBeCloseTo(78.6, 6);
    expect(grams({ substance: 'sodium-hypochlorite', mL: 100 })['sodium-hypochlorite']).toBeCloseTo(100, 6);
  });
  test('shares: by weight of all, by moles of all with the water', () => {
    const [p] = parts({ substance: 'acetone', percent: 10, mL: 100 });
    expect(p!.percent).toBeCloseTo(10, 9);
    expect(p!.moleFraction).toBeCloseTo(10 / 58.08 / (10 / 58.08 + 90 / 18.015), 9);
    expect(p!.watery).toBe(true);
    const [neat] = parts({ substance: 'acetone', mL: 100 });
    expect([neat!.percent, neat!.moleFraction, neat!.watery]).toEqual([100, 1, false]);
    const ammonia = parts({ product: 'household-ammonia', mL: 100 });
    const moles = ammonia.map((x) => x.grams / (x.substance.molarMass ?? 200));
    ammonia.forEach((x, i) => expect(x.moleFraction).toBeCloseTo(moles[i]! / moles.reduce((a, b) => a + b), 9));
    expect(ammonia.reduce((n, x) => n + x.percent, 0)).toBeCloseTo(100, 9);
  });
  test('from a fifth of water on it stands in water', () => {
    const watery = (percent: number) => parts({ substance: 'sodium-hypochlorite', percent, mL: 100 })[0]!.watery;
    expect([watery(80), watery(80.1)]).toEqual([true, false]);
  });
});

describe('what is freed, told with what ends it', () => {
  const freed = (id: string, a: Spill, b?: Spill['with']) => spilt(id, { ...a, with: b ?? {} });
  test.each([
    // 0.1 mol of hypochlorite, so much acid: g of chlorine, who ends it
    [100, 35.453, 'The acid is used up first.'],
    [201, 70.906, 'The chlorine is used up first.'],
    [400, 70.906, 'The chlorine is used up first.'],
  ])('%d mL of 1 mol/10 mL acid on a mole of bleach: %d g', (mL, g, why) => {
    const s = freed(
      'chlorine',
      { substance: 'sodium-hypochlorite', percent: 7.4442, mL: 1000 },
      { substance: 'hydrochloric-acid', percent: 36.461, mL },
    );
    expect(s.source.instant_mg / 1000).toBeCloseTo(g, 1);
    expect(s.because).toMatchObject({ rule: 'R1', source: 'stoichiometry', text: expect.stringContaining(why) });
    expect([s.source.rate_mgPerMin, s.source.until_min, s.saturated_ppm]).toEqual([0, 0, Infinity]);
  });
  test('calcium hypochlorite holds two, as the salt that it is: two protons a chlorine', () => {
    const s = freed(
      'chlorine',
      { substance: 'calcium-hypochlorite', percent: 14.298, mL: 1000 },
      { substance: 'hydrochloric-acid', percent: 36.461, mL: 100 },
    );
    expect(s.source.instant_mg / 1000).toBeCloseTo(70.906 / 2, 1);
  });
  test('of N–Cl and a salt together, what takes one proton goes first', () => {
    const both = [...parts({ substance: 'sodium-dichloroisocyanurate', percent: 100, mL: 100 })];
    // 100 g of dichlor hold 64.47 g of available chlorine: 0.909 mol
    expect(both[0]!.grams).toBe(100);
    const s = freed(
      'chlorine',
      { substance: 'sodium-dichloroisocyanurate', mL: 100 },
      { substance: 'hydrochloric-acid', percent: 3.6461, mL: 500 },
    );
    expect(s.source.instant_mg / 1000).toBeCloseTo(0.5 * 70.906, 1);
  });
  test('an acid of unknown strength sets no limit; an alkali frees no chlorine', () => {
    const bleach = { substance: 'sodium-hypochlorite', percent: 7.4442, mL: 100 };
    expect(
      freed('chlorine', bleach, { substance: 'potassium-alum', percent: 1, mL: 1 }).source.instant_mg / 1000,
    ).toBeCloseTo(7.09, 1);
    expect(sourceOfSpill({ ...bleach, with: { substance: 'sodium-hydroxide', mL: 100 } }, gas('chlorine'), c).ok).toBe(
      false,
    );
  });
  test('halogens: bromine as far as the chlorine goes; of what holds none known, all there is', () => {
    const bromide = { substance: 'sodium-bromide', percent: 10.289, mL: 1000 };
    const g = (b: Spill['with']) => freed('bromine', bromide, b).source.instant_mg / 1000;
    expect(g({ substance: 'sodium-hypochlorite', percent: 7.4442, mL: 5000 })).toBeCloseTo(0.5 * 159.81, 1);
    expect(g({ substance: 'sodium-hypochlorite', percent: 7.4442, mL: 250 })).toBeCloseTo(0.25 * 159.81, 1);
    expect(
      freed('bromine', bromide, { substance: 'sodium-hypochlorite', percent: 7.4442, mL: 250 }).because.text,
    ).toMatch(/what frees it is used up first\.$/);
  });
});

describe('what things let go by themselves or together', () => {
  const p = (id: string) => c.products.get(id)!;
  test('alone it evaporates: mg, constant and saturation of the spill', () => {
    const [r] = releasesOf([p('acetone')], [], 250, c);
    const s = spilt('acetone', { product: 'acetone', mL: 250 });
    expect(r).toMatchObject({ gas: { id: 'acetone' }, mg: expect.closeTo(0.79 * 250_000, 3) });
    expect(r!.perMin).toBeCloseTo(s.source.rate_mgPerMin / (0.79 * 250_000), 9);
    expect(r!.saturated_ppm).toBe(s.saturated_ppm);
    expect(r!.because).toBe(s.because.text);
    expect(r!.limits.map((l) => l.ppm)).toEqual([...r!.limits.map((l) => l.ppm)].sort((a, b) => a - b));
  });
  test('ammonia is told from its solution, and a thing with two vapours tells both, each once', () => {
    expect(releasesOf([p('household-ammonia')], [], 100, c).map((r) => r.gas.id)).toEqual(['ammonia']);
    const twice = releasesOf(
      [p('acetone'), p('chlorine-bleach'), p('white-vinegar')],
      ['chlorine', 'Chlorine'],
      100,
      c,
    );
    expect(twice.map((r) => r.gas.id)).toEqual(['chlorine']);
  });
  test('named by the verdict in words or by its id; what does not form between them is left out', () => {
    const of = (...forms: string[]) => releasesOf([p('chlorine-bleach'), p('white-vinegar')], forms, 100, c);
    expect(of('CHLORINE').map((r) => r.gas.id)).toEqual(['chlorine']);
    expect(of('nothing such', 'hydrogen-sulfide', 'chlorine').map((r) => r.gas.id)).toEqual(['chlorine']);
    expect(releasesOf([p('chlorine-bleach')], ['chlorine'], 100, c)).toEqual([]);
  });
});

describe('zones and scatter at their edges', () => {
  const room = { room_m3: 20, near_m3: 2, exchange_m3PerMin: 3 };
  test('uneven times give the same as even ones', () => {
    const source = [{ kind: 'spray', from_min: 1, until_min: 4, mg: 100, airborne: 0.4, perMin: 0.1 } as const];
    const air = [
      { from_min: 0, ach: 1 },
      { from_min: 12, ach: 5 },
    ];
    const even = zoneCurve(
      room,
      source,
      air,
      Array.from({ length: 31 }, (_, i) => i),
    );
    const uneven = zoneCurve(room, source, air, [0, 0.5, 3, 4, 11.9, 12, 29, 30]);
    for (const [i, t] of [3, 4, 12, 29, 30].entries()) {
      const at = [2, 3, 5, 6, 7][i]!;
      expect(uneven.near[at]).toBeCloseTo(even.near[t]!, 9);
      expect(uneven.far[at]).toBeCloseTo(even.far[t]!, 9);
    }
  });
  test('a source as fast as the room itself has no pole', () => {
    for (const perMin of [1 / 60, 0.15, 1.5]) {
      const one = { room_m3: 20, near_m3: 0, exchange_m3PerMin: 0 };
      const at = (k: number) =>
        zoneCurve(
          one,
          [{ kind: 'decaying', from_min: 0, mg: 100, perMin: k }],
          [{ from_min: 0, ach: 60 * perMin }],
          [0, 10],
        ).near[1]!;
      // C = m·k·t·e^(−kt)/V where both constants are one
      expect(at(perMin)).toBeCloseTo(5 * perMin * 10 * Math.exp(-perMin * 10), 5);
      expect(at(perMin * 1.0001)).toBeCloseTo(at(perMin), 3);
    }
  });
  test('what is done before the first minute, or twice at one minute, adds up', () => {
    const twice = zoneCurve(
      room,
      [
        { kind: 'instant', at_min: 5, mg: 10 },
        { kind: 'instant', at_min: 5, mg: 20 },
      ],
      [{ from_min: 0, ach: 0 }],
      [0, 4.9, 5, 500],
    );
    expect([...twice.near].map((x) => Number(x.toFixed(4)))).toEqual([0, 0, 15, 1.5]);
    expect(twice.far[2]).toBe(0);
  });
  test('no sources, no gas; more terms than there was room for', () => {
    expect([...zoneCurve(room, [], [{ from_min: 0, ach: 1 }], [0, 1]).near]).toEqual([0, 0]);
    const many = Array.from(
      { length: 40 },
      () => ({ kind: 'constant', from_min: 0, until_min: 9, mgPerMin: 1 }) as const,
    );
    const all = zoneCurve(room, many, [{ from_min: 0, ach: 1 }], [0, 5, 20]);
    const whole = zoneCurve(
      room,
      [{ kind: 'constant', from_min: 0, until_min: 9, mgPerMin: 40 }],
      [{ from_min: 0, ach: 1 }],
      [0, 5, 20],
    );
    for (const i of [1, 2]) expect(all.near[i]).toBeCloseTo(whole.near[i]!, 9);
  });
  const known = (middle: number) => ({ middle, factor: 1 });
  const sure = {
    room_m3: known(20),
    ach: known(1),
    opened: null,
    exchange_m3PerMin: known(3),
    near_m3: 2,
    mg: known(100),
    perMin: known(0.2),
  };
  test('with nothing uncertain all runs are the one curve, and nothing has a share', () => {
    const a = scatter(sure, 30, 100, 1)!;
    const curve = zoneCurve(
      room,
      [{ kind: 'decaying', from_min: 0, mg: 100, perMin: 0.2 }],
      [{ from_min: 0, ach: 1 }],
      a.times,
    );
    a.times.forEach((_, i) => {
      for (const band of [a.low, a.middle, a.high]) expect(band[i]).toBeCloseTo(curve.near[i]!, 9);
    });
    expect(a.shares.map((s) => s.share)).toEqual([0, 0, 0, 0, 0]);
    expect([a.times.length, a.times[0], a.times.at(-1), a.runs]).toEqual([61, 0, 30, 100]);
  });
  test('nine of ten lie between middle/f and middle·f', () => {
    const a = scatter({ ...sure, mg: { middle: 100, factor: 3 }, perMin: known(0) }, 30, 8000, 2)!;
    expect(a.low[0]).toBeCloseTo(50 / 3, 0);
    expect(Math.abs(a.middle[0]! - 50)).toBeLessThan(2);
    expect(Math.abs(a.high[0]! / 150 - 1)).toBeLessThan(0.05);
    expect(a.shares[0]).toMatchObject({ input: 'amount', share: expect.closeTo(1, 1) });
  });
  test('a window opened from a minute on lowers what comes after, and not what was before', () => {
    const a = scatter({ ...sure, opened: { from_min: 15, ach: known(12) } }, 30, 50, 1)!;
    const b = scatter(sure, 30, 50, 1)!;
    expect(a.middle[20]).toBeCloseTo(b.middle[20]!, 9);
    expect(a.middle[60]).toBeLessThan(b.middle[60]! / 2);
  });
  test('the near zone is never more than half the room', () => {
    const a = scatter({ ...sure, room_m3: known(3), near_m3: 2, perMin: known(0) }, 30, 10, 1)!;
    expect(a.middle[0]).toBeCloseTo(100 / 1.5, 6);
  });
  test('mulberry32: the first numbers of seed 1 (as its author’s code gives them)', () => {
    const next = seeded(1);
    expect([next(), next(), next()].map((x) => Number(x.toFixed(10)))).toEqual([
      0.627_073_940_6, 0.002_735_721_2, 0.527_447_04,
    ]);
  });
});
