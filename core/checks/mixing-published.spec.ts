import { hoclPka, mix, type MixItem, ppmOf, purgeMinutes } from '@dolly-tub/core';
import { catalogue } from './catalogue-for-tests';

/** Mixing, air and limits held to what is published. The source stands in the title of each group. */
const level = (a: MixItem, b: MixItem, more: MixItem[] = []): { level: number; forms: string } => {
  const r = mix({ items: [a, b, ...more], meeting: 'container' }, catalogue);
  if (!r.ok) throw new Error(r.problems[0]!.message);
  return { level: r.value.level, forms: r.value.findings.flatMap((f) => f.forms).join(', ') };
};
const s = (substance: string, percent = 100, state?: 'solid' | 'liquid'): MixItem => ({
  substance,
  percent,
  ...(state ? { state } : {}),
});
const p = (product: string): MixItem => ({ product });

describe('CDC MMWR 1991;40(36): chlorine gas toxicity from mixture of bleach with other cleaning products', () => {
  test.each([
    ['bleach and an acid bowl cleaner', p('chlorine-bleach'), p('toilet-cleaner-acid'), /chlorine/],
    ['bleach and phosphoric acid cleaner', p('chlorine-bleach'), s('phosphoric-acid', 10), /chlorine/],
    ['bleach and ammonia: chloramines', p('chlorine-bleach'), s('ammonia', 5), /chloramine/],
    ['bleach and vinegar', p('chlorine-bleach'), p('white-vinegar'), /chlorine/],
    ['bleach and urine', p('chlorine-bleach'), s('urine'), /chloramine/],
  ])('%s → 5', (_, a, b, forms) => expect(level(a, b)).toEqual({ level: 5, forms: expect.stringMatching(forms) }));
});

describe('CLP 1272/2008, EUH031: contact with acids liberates toxic gas', () => {
  test.each([
    ['sodium-hypochlorite', 5],
    ['calcium-hypochlorite', 65],
    ['trichloroisocyanuric-acid', 90],
    ['sodium-dichloroisocyanurate', 60],
    ['sodium-dichloroisocyanurate-dihydrate', 60],
    ['potassium-dichloroisocyanurate', 60],
    ['sodium-metabisulfite', 5],
    ['sodium-dithionite', 5],
    ['sodium-sulfide', 5],
    ['calcium-polysulfide', 20],
  ])('%s at %d %% with hydrochloric acid → 5', (id, pc) =>
    expect(level(s(id, pc), s('hydrochloric-acid', 9)).level).toBe(5),
  );
  test('EUH206 holds from 1 % active chlorine: 1 % is judged no milder than 5 %', () =>
    expect(level(s('sodium-hypochlorite', 1), s('citric-acid', 5)).level).toBe(5));
});
describe('CLP 1272/2008, EUH032 and EUH029: phosphides', () => {
  test.each(['aluminium-phosphide', 'zinc-phosphide'])('%s with acid → 5, phosphine', (id) =>
    expect(level(s(id, 50), s('hydrochloric-acid', 9))).toEqual({
      level: 5,
      forms: expect.stringMatching(/phosphine/),
    }),
  );
  test('aluminium phosphide with water → 5', () =>
    expect(level(s('aluminium-phosphide', 56), p('water')).level).toBe(5));
});
describe('CLP 1272/2008, EUH014 and H260: violent with water', () => {
  test.each([
    ['calcium-carbide', 75],
    ['sulfuric-acid', 95],
  ])('%s %d %% with water → at least 4', (id, pc) =>
    expect(level(s(id, pc), p('water')).level).toBeGreaterThanOrEqual(4),
  );
});

describe('EPA-600/2-80-076, hazardous waste compatibility: classes that must not meet', () => {
  // group numbers of the chart: 1 and 2 acids mineral and oxidising, 3 organic acids, 4 alcohols, 5 aldehydes, 7 amines,
  // 10 caustics, 15 fluorides, 17 halogenated organics, 19 ketones, 21 to 22 metals, 24 metal salts, 31 phenols,
  // 33 sulfides, 104 strong oxidisers, 105 strong reducers, 107 water-reactive
  test.each([
    ['1 × 10: heat', s('hydrochloric-acid', 30), s('sodium-hydroxide', 30), 4],
    ['1 × 10: heat', s('sulfuric-acid', 90), s('potassium-hydroxide', 20), 4],
    ['3 × 10: heat', s('acetic-acid', 80), s('sodium-hydroxide', 30), 4],
    ['1 × 7: heat', s('hydrochloric-acid', 30), s('monoethanolamine', 30), 4],
    ['1 × 15: toxic gas', s('hydrochloric-acid', 20), s('sodium-fluoride', 5), 5],
    ['3 × 15: toxic gas', s('acetic-acid', 25), s('sodium-fluoride', 5), 5],
    ['1 × 21: gas that burns', s('hydrochloric-acid', 20), s('magnesium'), 4],
    ['1 × 22: gas that burns', s('hydrochloric-acid', 20), s('zinc'), 4],
    ['1 × 22: gas that burns', s('sulfuric-acid', 30), s('aluminium'), 4],
    ['10 × 22: gas that burns', s('sodium-hydroxide', 20), s('aluminium'), 4],
    ['10 × 22: gas that burns', s('potassium-hydroxide', 20), s('zinc'), 4],
    ['1 × 33: toxic gas', s('sulfuric-acid', 20), s('sodium-sulfide', 10), 5],
    ['3 × 33: toxic gas', s('acetic-acid', 25), s('sodium-sulfide', 10), 5],
    ['2 × 4: heat, fire', s('nitric-acid', 60), s('ethanol', 90), 4],
    ['2 × 19: heat, fire', s('nitric-acid', 60), s('acetone'), 4],
    ['2 × 22: fumes', s('nitric-acid', 60), s('zinc'), 4],
    ['2 × 7: heat, toxic gas', s('nitric-acid', 60), s('monoethanolamine', 50), 4],
    ['4 × 104: heat, fire', s('potassium-permanganate', 100, 'solid'), s('glycerol'), 4],
    ['4 × 104: heat, fire', s('calcium-hypochlorite', 65, 'solid'), s('ethanol', 90), 4],
    ['5 × 104: heat, fire', s('potassium-permanganate', 100, 'solid'), s('formaldehyde', 37), 4],
    ['19 × 104: heat, fire', s('calcium-hypochlorite', 65, 'solid'), s('acetone'), 4],
    ['7 × 104: heat, toxic gas', s('calcium-hypochlorite', 65, 'solid'), s('monoethanolamine', 50), 4],
    ['10 × 17: heat, gas that burns', s('sodium-hydroxide', 20), s('trichloroethylene'), 4],
    ['31 × 104: heat, fire', s('sodium-hypochlorite', 5), s('phenol', 5), 4],
    ['33 × 104: heat', s('sodium-hypochlorite', 5), s('sodium-sulfide', 5), 4],
    ['104 × 105: heat, fire', s('hydrogen-peroxide', 30), s('sodium-metabisulfite', 50), 4],
    ['104 × 105: heat', s('potassium-permanganate', 100, 'solid'), s('sodium-sulfite', 50), 4],
    ['104 × 1: toxic gas', s('potassium-permanganate', 100, 'solid'), s('hydrochloric-acid', 30), 5],
    ['104 × 101: fire', s('sodium-chlorate', 100, 'solid'), s('sucrose', 100, 'solid'), 4],
    ['104 × 28: fire', s('potassium-nitrate', 100, 'solid'), s('sulfur', 100, 'solid'), 4],
    ['5 × 10 aside: 7 × 17: heat, toxic gas', s('monoethanolamine', 50), s('dichloromethane'), 4],
  ])('%s', (_, a, b, least) => expect(level(a, b).level).toBeGreaterThanOrEqual(least));
});

describe('CDC Guideline for Disinfection and Sterilization 2008: what undoes a disinfectant', () => {
  test('chlorine and formaldehyde: a carcinogen forms, keep apart', () =>
    expect(level(s('sodium-hypochlorite', 5), s('formaldehyde', 4)).level).toBeGreaterThanOrEqual(4));
  test('quats and anionic soap: loses its effect', () =>
    expect(level(p('quat-disinfectant'), p('castile-soap')).level).toBe(2));
  test('chlorine and protein soil: used up', () =>
    expect(level(s('sodium-hypochlorite', 0.5), s('protein-soil')).level).toBe(2));
});
test('Basrani and others 2007: hypochlorite and chlorhexidine, a brown sludge with chloroaniline → 4', () =>
  expect(level(s('sodium-hypochlorite', 1), s('chlorhexidine-digluconate', 2)).level).toBe(4));
test('Odabasi 2008; Wang and others 2019: bleach and limonene give chlorinated organics → 4', () =>
  expect(level(s('sodium-hypochlorite', 5), s('limonene', 0.5))).toEqual({
    level: 4,
    forms: expect.stringMatching(/chlorinated/),
  }));
test('haloform reaction (chemistry textbook): bleach and rubbing alcohol, bleach and acetone → 5, chloroform', () => {
  expect(level(p('chlorine-bleach'), p('isopropanol-70'))).toEqual({
    level: 5,
    forms: expect.stringMatching(/chloroform/),
  });
  expect(level(p('chlorine-bleach'), p('acetone')).level).toBe(5);
});

describe('White, Handbook of Chlorination, after Morris 1966: pKa of HOCl over temperature', () => {
  test.each([
    [5, 7.754],
    [10, 7.69],
    [15, 7.633],
    [20, 7.582],
    [25, 7.537],
    [30, 7.497],
  ])('%d °C → %d', (t, want) => expect(Math.abs(hoclPka(t) - want)).toBeLessThan(0.006));
});

describe('CRC Handbook of Chemistry and Physics: pKa at 25 °C', () => {
  test.each([
    ['acetic', [4.756]],
    ['citric', [3.13, 4.76, 6.4]],
    ['lactic', [3.86]],
    ['formic', [3.75]],
    ['glycolic', [3.83]],
    ['oxalic', [1.25, 3.81]],
    ['phosphoric', [2.16, 7.21, 12.32]],
    ['carbonic', [6.35, 10.33]],
    ['ammonium', [9.25]],
    ['boric', [9.27]],
    ['hydrofluoric', [3.2]],
    ['sulfurous', [1.85, 7.2]],
    ['nitrous', [3.25]],
    ['benzoic', [4.2]],
    ['tartaric', [2.98, 4.34]],
    ['monoethanolammonium', [9.5]],
    ['phenol', [9.99]],
  ])('%s', (id, want) => {
    const pKa = catalogue.systems.get(id)!.pKa;
    want.forEach((w, i) => expect(Math.abs(pKa[i]! - w)).toBeLessThan(id === 'oxalic' ? 0.5 : 0.06));
  });
});

describe('NIOSH Pocket Guide to Chemical Hazards: limits in ppm', () => {
  test.each([
    ['chlorine', 'IDLH', 10],
    ['chlorine', 'NIOSH ceiling', 0.5],
    ['ammonia', 'NIOSH REL', 25],
    ['ammonia', 'STEL', 35],
    ['ammonia', 'IDLH', 300],
    ['acetic-acid', 'IDLH', 50],
    ['hydrogen-peroxide', 'IDLH', 75],
    ['isopropanol', 'IDLH', 2000],
    ['acetone', 'IDLH', 2500],
    ['hydrochloric-acid', 'NIOSH ceiling', 5],
    ['hydrochloric-acid', 'IDLH', 50],
    ['hydrogen-sulfide', 'IDLH', 100],
    ['sulfur-dioxide', 'NIOSH REL', 2],
    ['sulfur-dioxide', 'IDLH', 100],
    ['chloroform', 'IDLH', 500],
    ['hydrofluoric-acid', 'IDLH', 30],
    ['nitrogen-dioxide', 'IDLH', 13],
    ['chlorine-dioxide', 'IDLH', 5],
    ['bromine', 'IDLH', 3],
    ['phosphine', 'IDLH', 50],
    ['carbon-monoxide', 'IDLH', 1200],
    ['butoxyethanol', 'IDLH', 700],
  ])('%s, %s: %d', (gas, name, ppm) =>
    expect([...catalogue.limits.values()].find((l) => l.gas === gas && l.name === name)?.ppm).toBe(ppm),
  );
  test.each([
    ['acetic-acid', 2.46],
    ['hydrogen-peroxide', 1.39],
    ['sulfur-dioxide', 2.62],
    ['hydrogen-sulfide', 1.4],
    ['acetone', 2.38],
    ['hydrochloric-acid', 1.49],
    ['hydrofluoric-acid', 0.82],
    ['nitrogen-dioxide', 1.88],
    ['chlorine-dioxide', 2.76],
    ['bromine', 6.54],
    ['chloroform', 4.88],
    ['butoxyethanol', 4.83],
  ])('%s: 1 ppm = %d mg/m³', (gas, mg) =>
    expect(1 / ppmOf(1, catalogue.substances.get(gas)!.molarMass!)).toBeCloseTo(mg, 1.7),
  );
});

describe('CDC 2003 Environmental Infection Control, Appendix B, Table B.1', () => {
  test.each([
    [4, 69, 104],
    [8, 35, 52],
    [10, 28, 41],
    [15, 18, 28],
    [20, 14, 21],
    [50, 6, 8],
  ])('%d air changes: 99 %% in %d min, 99.9 %% in %d min', (ach, two, three) => {
    expect(Math.abs(purgeMinutes(1, 0.01, ach) - two)).toBeLessThan(1);
    expect(Math.abs(purgeMinutes(1, 0.001, ach) - three)).toBeLessThan(1);
  });
});

describe('CLP 1272/2008, Annex VI and EU 2019/1148: lines of strength', () => {
  test.each([
    ['formic acid, corrosive from 10 %', 'formic-acid', 10],
    ['acetic acid, corrosive from 25 %', 'acetic-acid', 25],
    ['nitric acid, kept from the public above 3 %', 'nitric-acid', 3],
  ])('%s', (_, id, line) => {
    const at = (pc: number): number => level(s(id, pc), s('sodium-hydroxide', 5)).level;
    expect([at(line), at(line * 0.9)]).toEqual([4, expect.any(Number)]);
    expect(at(line)).toBeGreaterThanOrEqual(at(line * 0.9));
  });
  test('sodium hydroxide is corrosive from 2 %: with a weak acid only then heat', () => {
    expect(level(s('sodium-hydroxide', 2), s('acetic-acid', 5)).level).toBe(4);
    expect(level(s('sodium-hydroxide', 1), s('acetic-acid', 5)).level).toBe(2);
  });
  test('peroxide from 8 % blinds: with an alcohol it is no household strength', () => {
    expect(level(s('hydrogen-peroxide', 8, 'liquid'), s('ethanol', 70)).level).toBe(4);
    expect(level(s('hydrogen-peroxide', 3, 'liquid'), s('ethanol', 70)).level).toBe(1);
  });
});
