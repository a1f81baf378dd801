import type { AcidBaseSystem, Catalogue, Product, Substance } from '../catalogue';
import { type Activity, hoclPka, type Solute, solvePh, titratable } from './ph';
import { MOLAR_VOLUME_L } from './yields';
import { inOneGo, type Stepwise } from '../stepwise';

/** A thing as chemistry sees it: what is in it at the least and at the most, and how much of it there is. */
export interface Portion {
  name: string;
  /** Amount in mL as poured; for a solid its bulk volume. */
  mL: number;
  /** g/mL. */
  density: number;
  solid: boolean;
  contents: Product['contents'];
}
export interface Range {
  min: number;
  max: number;
}
export interface PhSaid {
  name: string;
  pH: Range | null;
  /** Why there is no figure. */
  because?: string;
}
/** Shares of a system's forms over pH, for drawing. */
export interface Speciation {
  system: string;
  name: string;
  forms: { name: string; charge: number; points: [pH: number, share: number][] }[];
}
export interface Fizz {
  /** L at 25 °C and 1 atm, at the most. */
  co2_L: number;
  usedUp: 'acid' | 'carbonate' | 'both';
  acid_mmol: number;
  carbonate_mmol: number;
  /** The salt that is left in the water, g. */
  salt_g: number;
  /** Pressure above the outside in a bottle that just holds both, bar: with all that water can take up, and with none of it. */
  closed_bar: Range;
}
export interface Neutral {
  acid_mmol: number;
  alkali_mmol: number;
  usedUp: 'acid' | 'alkali' | 'both';
  /** How much warmer at the most, K: 14 K for each mol/L of alkali other than carbonate that is neutralised. */
  warmer_K: number;
}
export interface Explanation {
  each: PhSaid[];
  mix: PhSaid | null;
  speciation: Speciation[];
  fizz: Fizz | null;
  neutral: Neutral | null;
  /** Oxygen from a peroxide, L at the most, where one is in it. */
  oxygen_L: number;
  activity: Activity;
}

/** Heat of neutralisation in dilute water, K per mol/L: 57 kJ/mol over 4.18 kJ/(L·K) (CRC Handbook). */
const K_PER_MOL = 57 / 4.18;
/** CO2 in water at 25 °C, mol/(L·atm) (CRC Handbook, Henry's constant 0.034). */
const CO2_SOLUBLE = 0.034;
/** A bottle is never quite full. */
const HEADSPACE = 0.2;
/** Cl2 + H2O ⇌ HOCl + H+ + Cl−, mol²/L² at 25 °C (Wang and Margerum 1994, about 5·10⁻⁴). */
export const CHLORINE_HYDROLYSIS = 5.1e-4;
/** A solid alone is dissolved for its pH: g per L of water. */
const SOLID_ALONE_G_PER_L = 10;
const EVERY_PH = Array.from({ length: 141 }, (_, i) => i / 10);

type End = 'min' | 'max';
const isActing = (id: string, catalogue: Catalogue): 'acid' | 'alkali' | null => {
  const q = titratable([{ substance: id, molPerL: 1 }], catalogue.substances, catalogue.systems);
  return q < -1e-3 ? 'acid' : q > 1e-3 ? 'alkali' : null;
};

/** mol of each substance in a portion, at one end of what its label allows; of what has no formula none is told. */
function moles(p: Portion, end: (id: string) => End, catalogue: Catalogue): Map<string, number> {
  const out = new Map<string, number>();
  for (const c of p.contents) {
    const s = catalogue.substances.get(c.substance);
    if (!s?.molarMass) continue;
    const g = p.mL * p.density * (c.percent[end(s.id)] / 100);
    out.set(s.id, (out.get(s.id) ?? 0) + g / s.molarMass);
  }
  return out;
}
function solutes(parts: readonly Portion[], end: (id: string) => End, catalogue: Catalogue): Solute[] {
  const liquid = parts.filter((p) => !p.solid).reduce((sum, p) => sum + p.mL, 0);
  const grams = parts.reduce((sum, p) => sum + p.mL * p.density, 0);
  const litres = liquid > 0 ? liquid / 1000 : grams / SOLID_ALONE_G_PER_L;
  const all = new Map<string, number>();
  for (const p of parts) for (const [id, n] of moles(p, end, catalogue)) all.set(id, (all.get(id) ?? 0) + n);
  // what does not dissolve in so little water cannot act: no solution is above 20 mol/L
  return [...all].map(([substance, n]) => ({ substance, molPerL: Math.min(20, n / litres) }));
}

function phOf(name: string, parts: readonly Portion[], catalogue: Catalogue, activity: Activity): PhSaid {
  const unstated = parts.flatMap((p) =>
    p.contents.filter((c) => c.percent.max - c.percent.min >= 99 && isActing(c.substance, catalogue)),
  );
  if (unstated.length)
    return {
      name,
      pH: null,
      because: `how much ${catalogue.substances.get(unstated[0]!.substance)!.name.toLowerCase()} is in it is not stated`,
    };
  const values: number[] = [];
  for (const acid of ['min', 'max'] as const)
    for (const alkali of ['min', 'max'] as const) {
      const list = solutes(parts, (id) => (isActing(id, catalogue) === 'acid' ? acid : alkali), catalogue);
      const r = solvePh(list, catalogue.substances, catalogue.systems, { activity });
      if (!r.ok) return { name, pH: null, because: lower(r.problems[0]!.message) };
      values.push(r.value.pH);
    }
  return { name, pH: { min: Math.min(...values), max: Math.max(...values) } };
}
const lower = (s: string): string => s.charAt(0).toLowerCase() + s.slice(1).replace(/\.$/, '');

/**
 * Shares of the forms of an acid–base system over pH 0 to 14. For hypochlorous acid, dissolved chlorine is drawn too
 * where chloride is given (mol/L): it is what escapes.
 */
export function speciate(system: AcidBaseSystem, chloride_molPerL = 0): Speciation {
  const pKa = system.followsTemperature ? [hoclPka(25)] : system.pKa;
  const forms = system.species.map((name, n): Speciation['forms'][number] => ({
    name,
    charge: system.fullCharge - n,
    points: [],
  }));
  const gas = system.followsTemperature && chloride_molPerL > 0;
  const chlorine: Speciation['forms'][number] = { name: 'Cl2', charge: 0, points: [] };
  for (const pH of EVERY_PH) {
    const h = 10 ** -pH;
    const w = [1];
    for (const k of pKa) w.push(w[w.length - 1]! * (10 ** -k / h));
    const cl2 = gas ? (h * chloride_molPerL) / CHLORINE_HYDROLYSIS : 0;
    const sum = w.reduce((a, b) => a + b, cl2);
    forms.forEach((f, i) => f.points.push([pH, w[i]! / sum]));
    if (gas) chlorine.points.push([pH, cl2 / sum]);
  }
  return { system: system.id, name: system.name, forms: gas ? [chlorine, ...forms] : forms };
}

/**
 * What happens when so much of each meets, in numbers: pH of each and of the mix, which forms there are, what is used
 * up first, gas and pressure at the most. An explanation only: no figure here softens a verdict. O(parts²).
 */
export const explain = (parts: readonly Portion[], catalogue: Catalogue, activity: Activity = 'ideal'): Explanation =>
  inOneGo(explainStepwise(parts, catalogue, activity));

/** The same in steps, for who must be heard meanwhile. */
export function* explainStepwise(
  parts: readonly Portion[],
  catalogue: Catalogue,
  activity: Activity = 'ideal',
): Stepwise<Explanation> {
  const each: PhSaid[] = [];
  for (const p of parts) {
    each.push(phOf(p.name, [p], catalogue, activity));
    yield;
  }
  const mix = parts.length > 1 ? phOf('the mix', parts, catalogue, activity) : null;
  yield;
  const all = solutes(parts, () => 'max', catalogue);
  const litres = parts.filter((p) => !p.solid).reduce((sum, p) => sum + p.mL, 0) / 1000;
  const systems = new Map<string, number>();
  for (const s of all)
    for (const x of catalogue.substances.get(s.substance)!.acidBase?.parts ?? [])
      systems.set(x.system, (systems.get(x.system) ?? 0) + s.molPerL * x.perFormula);
  const total = (is: (s: Substance) => boolean | undefined): number =>
    all.reduce((n, s) => n + (is(catalogue.substances.get(s.substance)!) ? s.molPerL : 0), 0);
  const hypochlorite = total((s) => s.acidBase?.parts.some((x) => catalogue.systems.get(x.system)!.followsTemperature));
  const chloride = total((s) => s.classes.includes('halide-salt'));
  const speciation = [...systems]
    .map(([id, molPerL]) => ({ system: catalogue.systems.get(id)!, molPerL }))
    .filter((x) => x.molPerL > 0.001)
    .sort(
      (a, b) =>
        Number(Boolean(b.system.followsTemperature)) - Number(Boolean(a.system.followsTemperature)) ||
        b.molPerL - a.molPerL,
    )
    // chlorine is made with as much chloride as hypochlorite: at least so much is there
    .map((x) => speciate(x.system, Math.max(chloride, hypochlorite)));
  yield;
  const held: Held[] = [];
  for (const p of parts) {
    held.push(holds(p, catalogue));
    yield;
  }
  return {
    each,
    mix,
    speciation,
    fizz: fizzOf(held, litres),
    neutral: neutralOf(held, litres),
    oxygen_L: oxygenOf(parts, catalogue),
    activity,
  };
}

/** Protons that a formula gives to anything weaker than itself: those of a pKa under 7, and the strong ones. */
function acidProtons(s: Substance, catalogue: Catalogue): number {
  const ab = s.acidBase!;
  let strong = ab.strongAnions - ab.strongCations;
  let weak = 0;
  for (const part of ab.parts) {
    const system = catalogue.systems.get(part.system)!;
    const lost = system.pKa.length - part.protonsHeld;
    strong -= (system.fullCharge - lost) * part.perFormula;
    weak += system.pKa.slice(lost).filter((k) => k < 7).length * part.perFormula;
  }
  return strong + weak;
}

const highest = (): End => 'max';
interface Held {
  acid: number;
  alkali: number;
  /** Carbonate that one proton frees, and two. */
  once: number;
  twice: number;
  acid_g: number;
}
/** Acid and alkali (to pH 7) a portion holds at the most, mol; what is a carbonate is counted apart. */
function holds(p: Portion, catalogue: Catalogue): Held {
  const out = { acid: 0, alkali: 0, once: 0, twice: 0, acid_g: 0 };
  for (const [id, n] of moles(p, highest, catalogue)) {
    const s = catalogue.substances.get(id)!;
    const q = titratable([{ substance: id, molPerL: 1 }], catalogue.substances, catalogue.systems) * n;
    // ammonium's too, and both of those in one salt
    const carbon = s.acidBase?.parts.filter((x) => catalogue.systems.get(x.system)!.fizzes && x.protonsHeld < 2);
    if (carbon?.length) for (const x of carbon) out[x.protonsHeld ? 'once' : 'twice'] += n * x.perFormula;
    else if (q < 0) {
      out.acid += acidProtons(s, catalogue) * n;
      out.acid_g += n * s.molarMass!;
    } else out.alkali += q;
  }
  return out;
}

function fizzOf(h: readonly Held[], litres: number): Fizz | null {
  const acid = h.reduce((n, x) => n + x.acid, 0);
  const once = h.reduce((n, x) => n + x.once, 0);
  const twice = h.reduce((n, x) => n + x.twice, 0);
  // acid and carbonate in one product as sold are no meeting
  if (h.length < 2) return null;
  const co2 = Math.min(once, acid) + Math.min(twice, Math.max(0, acid - once) / 2);
  if (co2 * MOLAR_VOLUME_L < 0.001) return null;
  const need = once + 2 * twice;
  const used = Math.min(acid, need);
  const acid_g = h.reduce((n, x) => n + x.acid_g, 0) * (used / acid);
  const water = Math.max(litres, 0.05);
  const head = (water / (1 - HEADSPACE)) * HEADSPACE;
  const bar = (n: number, room: number): number => (n / room) * 1.01325;
  return {
    co2_L: co2 * MOLAR_VOLUME_L,
    usedUp: Math.abs(acid - need) < 0.01 * need ? 'both' : acid < need ? 'acid' : 'carbonate',
    acid_mmol: acid * 1000,
    carbonate_mmol: (once + twice) * 1000,
    // the acid without its protons, with sodium in their place
    salt_g: acid_g + used * (22.99 - 1.008),
    closed_bar: { min: bar(co2, head / MOLAR_VOLUME_L + CO2_SOLUBLE * water), max: bar(co2, head / MOLAR_VOLUME_L) },
  };
}

function neutralOf(h: readonly Held[], litres: number): Neutral | null {
  // carbonates fizz and cool rather than warm: they are told by their gas
  const net = h.map((x) => x.alkali - x.acid);
  const acid = net.filter((x) => x < 0).reduce((n, x) => n - x, 0);
  const alkali = net.filter((x) => x > 0).reduce((n, x) => n + x, 0);
  if (!(acid > 0 && alkali > 0) || litres <= 0) return null;
  const n = Math.min(acid, alkali);
  return {
    acid_mmol: acid * 1000,
    alkali_mmol: alkali * 1000,
    usedUp: Math.abs(acid - alkali) < 0.01 * acid ? 'both' : acid < alkali ? 'acid' : 'alkali',
    warmer_K: (n / litres) * K_PER_MOL,
  };
}

/** L of oxygen when all peroxide, free or held, falls apart. */
function oxygenOf(parts: readonly Portion[], catalogue: Catalogue): number {
  let mol = 0;
  for (const p of parts)
    for (const [id, n] of moles(p, highest, catalogue))
      for (const x of catalogue.substances.get(id)!.acidBase?.parts ?? [])
        mol += (catalogue.systems.get(x.system)!.oxygenPerMol ?? 0) * x.perFormula * n;
  return mol * MOLAR_VOLUME_L;
}
