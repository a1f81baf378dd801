import {
  type Application,
  type Catalogue,
  isSolid,
  type Mechanism,
  type Product,
  type Tool,
  tuning,
} from '../catalogue';
import { ACID_BASE_CLASSES, type Solute, solvePh, titratable } from '../chemistry';
import { significant } from '../quantity';
import { holdsFor } from './refuse/holds';
import type { Face, Rung } from './types';

/** A product at one of its strengths: share of the mix, percent, dose a litre, pH and reserve. */
export interface Strength {
  product: Product;
  dilution: number;
  strength: Rung['strength'];
  dose: Rung['dose'];
  pH: { min: number; max: number } | null;
  reserve: number;
  supply: Record<string, number>;
}

/** Strengths of a product by its usual use: neat, or low, middle and high of its range (shared over questions). */
const strengthCache = new WeakMap<Product, Strength[]>();
export function strengthsOf(product: Product, catalogue: Catalogue): Strength[] {
  let out = strengthCache.get(product);
  if (out) return out;
  const u = product.use;
  if (u.unit === 'neat' || u.min === undefined || u.max === undefined) out = [strengthAt(product, null, catalogue)];
  else {
    const mid = Math.sqrt(u.min * u.max);
    const amounts = u.max / u.min > tuning(catalogue).strengthsApart ? [u.min, mid, u.max] : [mid];
    out = amounts.map((a) =>
      strengthAt(product, { amount: significant(a, 2), unit: u.unit as 'g/L' | 'mL/L' }, catalogue),
    );
  }
  strengthCache.set(product, out);
  return out;
}

/** A product at a dose a litre, or neat: its percent, pH, reserve and what it supplies. */
export function strengthAt(product: Product, dose: Rung['dose'], catalogue: Catalogue): Strength {
  const density = product.density ?? 1;
  const gPerL = dose ? (dose.unit === 'g/L' ? dose.amount : dose.amount * density) : null;
  const dilution = dose ? (dose.unit === 'g/L' ? dose.amount / 1000 : dose.amount / 1000) : 1;
  const percent = gPerL === null ? product.strength.percent : (product.strength.percent / 100) * (gPerL / 10);
  const water = product.contents.every((c) => catalogue.substances.get(c.substance)?.classes.includes('water'));
  const chem = chemistryOf(product, gPerL, catalogue);
  const u = product.use;
  const reference = dose && u.min && u.max ? dose.amount / Math.sqrt(u.min * u.max) : 1;
  const supply: Record<string, number> = {};
  for (const [m, v] of Object.entries(product.mechanisms)) {
    // c/(c + half), with half set so that the catalogue's value stands at the usual strength
    const x = v >= 1 ? 1 : (reference * v) / (reference * v + (1 - v));
    if (m === 'abrasion' && dose) continue;
    supply[m] = x;
  }
  return {
    product,
    dilution,
    strength: water
      ? null
      : {
          percent: significant(percent, 3),
          basis: dose ? (product.strength.basis === 'v/v' ? 'v/v' : 'w/v') : product.strength.basis,
        },
    dose,
    pH: chem.pH,
    reserve: chem.reserve,
    supply,
  };
}

/**
 * pH range and titratable reserve (mol/L) of a mix. Computed from the contents where all of them are named and known.
 * Else the declared range of the neat product, whose worse end counts; thinned with water it is no further from
 * neutral than what is named in it can make it, all its alkali without its acid and the other way round.
 */
function chemistryOf(
  product: Product,
  gPerL: number | null,
  catalogue: Catalogue,
): { pH: Strength['pH']; reserve: number } {
  const t = tuning(catalogue);
  const density = product.density ?? 1;
  const grams = gPerL ?? 1000 * density;
  const solutes: Solute[] = [];
  const least: Solute[] = [];
  const most: Solute[] = [];
  let unknownReserve = false;
  let aqueous = gPerL !== null;
  for (const c of product.contents) {
    const s = catalogue.substances.get(c.substance)!;
    if (s.classes.includes('water')) {
      aqueous = true;
      continue;
    }
    const percent =
      c.substance === product.strength.substance
        ? product.strength.percent
        : product.disclosed === 'yes'
          ? (c.percent.min + c.percent.max) / 2
          : c.percent.max;
    const matters = s.classes.some((k) => ACID_BASE_CLASSES.has(k));
    if (!s.acidBase || !s.molarMass) {
      if (matters && c.percent.max >= 0.1) unknownReserve = true;
      continue;
    }
    const molar = (share: number): Solute => ({
      substance: s.id,
      molPerL: Math.min(t.molarMost, (grams * share) / 100 / s.molarMass!),
    });
    solutes.push(molar(percent));
    least.push(molar(c.percent.min));
    most.push(molar(c.percent.max));
  }
  if (!aqueous) return { pH: null, reserve: 0 };
  const reserve = Math.max(
    unknownReserve ? t.unknownReserve_molPerL : 0,
    Math.abs(titratable(solutes, catalogue.substances, catalogue.systems)),
  );
  if (product.disclosed === 'yes' && !unknownReserve && solutes.length) {
    const solved = solvePh(solutes, catalogue.substances, catalogue.systems);
    if (solved.ok) return { pH: { min: solved.value.pH, max: solved.value.pH }, reserve };
  }
  const neat = product.pH && { min: product.pH.min, max: product.pH.max };
  const declaredInUse = product.pH?.of !== 'neat';
  if (!neat || declaredInUse || gPerL === null || unknownReserve || !solutes.length || product.disclosed === 'no')
    return { pH: neat, reserve };
  const ends = endsOf(least, most, catalogue);
  // what is named must account for the neat product’s own pH: else something in it is not named, and the neat one counts
  const whole = endsOf(scaled(least, (1000 * density) / gPerL), scaled(most, (1000 * density) / gPerL), catalogue);
  if (!whole || whole.max < neat.max - UNTOLD || whole.min > neat.min + UNTOLD) return { pH: neat, reserve };
  const [lowest, highest] = [Math.min(neat.min, NEUTRAL), Math.max(neat.max, NEUTRAL)];
  return { pH: ends ? { min: Math.max(lowest, ends.min), max: Math.min(highest, ends.max) } : neat, reserve };
}

const scaled = (list: readonly Solute[], by: number): Solute[] => list.map((s) => ({ ...s, molPerL: s.molPerL * by }));
/** How far a declared pH may be from what is named before something else must be in it. */
const UNTOLD = 0.5;
/** The most acid and the most alkaline that such solutes can be: all of the one kind with the least of the other. */
function endsOf(
  least: readonly Solute[],
  most: readonly Solute[],
  { substances, systems }: Catalogue,
): { min: number; max: number } | null {
  const alone = most.map((s) => solvePh([s], substances, systems));
  const of = (wanted: (pH: number) => boolean): number | null => {
    const mixed = most.map((s, n) => {
      const own = alone[n]!;
      return own.ok && wanted(own.value.pH) ? s : least[n]!;
    });
    const solved = solvePh(mixed, substances, systems);
    return solved.ok ? solved.value.pH : null;
  };
  const [min, max] = [of((pH) => pH < NEUTRAL), of((pH) => pH > NEUTRAL)];
  return min === null || max === null ? null : { min: Math.min(min, NEUTRAL), max: Math.max(max, NEUTRAL) };
}
const NEUTRAL = 7;

/** Ways of putting a strength on a surface, whatever the mark. */
export const waysToPutOn = (s: Strength, material: Face['material'], catalogue: Catalogue): Application[] =>
  [...catalogue.applications.values()].filter((a) => {
    const { state, foams } = s.product;
    if (!a.forStates.includes(state) && !(foams && a.forStates.includes('foam'))) return false;
    // a day under powder is for what cannot be washed
    if (a.unwashable && material.soft && material.wetness === 'flood') return false;
    if (a.poultice && !(s.product.poultice && material.porous && a.families!.includes(material.family))) return false;
    const solid = isSolid(s.product);
    // dry strewing wants the powder itself, every wet way wants it dissolved
    if (a.wetness === 'dry') return solid && s.dose === null;
    // and a paste is stirred from the powder, never from what is dissolved
    return !solid || (s.dose === null) === (a.undissolved === true);
  });
/** Whether a way is one for this mark, and this place of it. */
export const fitsMark = (a: Application, { zone, soil }: Face): boolean =>
  (!a.forNatures || a.forNatures.includes(soil.nature)) &&
  (a.wetness === 'dry' ||
    ((a.zone === undefined || a.zone === zone) && (a.notZone === undefined || a.notZone !== zone)));

/**
 * Dose of one mechanism on a soil: lifts · supply · (1 − e^(−t·Q10^((T−20)/10)/τ)). Warmth quickens, it does
 * not make a weak thing strong: the dose never passes lifts · supply. Minutes, °C.
 */
export function mechanismDose(
  lifts: number,
  supply: number,
  m: Mechanism,
  minutes: number,
  temperature_C: number,
): number {
  return lifts * supply * (1 - Math.exp((-minutes * m.q10 ** ((temperature_C - 20) / 10)) / m.tau_min));
}

type Parts = Rung['doses'];
/** A mechanism that does something here: what it lifts of this soil times what is supplied of it. */
export interface Active {
  m: Mechanism;
  lifts: number;
  supply: number;
  /** Minutes that it acts at the least. */
  least_min: number;
}

/** Mechanisms of a chemistry that act on this soil and face, by cool or by warm water. */
export function activeOf(
  supply: Readonly<Record<string, number>>,
  face: Face,
  warm: boolean,
  catalogue: Catalogue,
): Active[] {
  const out: Active[] = [];
  const least_min = tuning(catalogue).time.actsFrom_min;
  for (const id in supply) {
    const lifts = face.soil.lifts[id];
    const s = supply[id]!;
    if (!lifts || !s) continue;
    const m = catalogue.mechanisms.get(id)!;
    if (m.porousOnly && !face.material.porous) continue;
    if (m.when && m.when !== (warm ? 'warm' : 'cool')) continue;
    const one = { m, lifts, supply: s, least_min };
    // two names of one action in one product, an acid that also binds: the one that does more counts, not both
    const twin = m.like === undefined ? -1 : out.findIndex((x) => x.m.like === m.like);
    if (twin < 0) out.push(one);
    else if (lifts * s > out[twin]!.lifts * out[twin]!.supply) out[twin] = one;
  }
  return out;
}

/** Dose of active mechanisms after so many minutes at a temperature; their parts too, when asked for. */
export function doseOf(active: readonly Active[], minutes: number, temperature_C: number, parts?: Parts): number {
  let D = 0;
  for (const { m, lifts, supply, least_min } of active) {
    const dose = mechanismDose(lifts, supply, m, Math.max(minutes, least_min), temperature_C);
    D += dose;
    parts?.push({ mechanism: m.id, name: m.name, lifts, supply, dose });
  }
  return D;
}

/**
 * Mechanisms of a tool that act here. What works only dry or only wet counts only there. Where rubbing would
 * drive the soil into cloth, the tool blots instead (its absorbency), and dry blotting takes up only what is fresh.
 */
export function activeOfTool(
  tool: Pick<Tool, 'mechanisms' | 'hardness_mohs'>,
  face: Face,
  dry: boolean,
  catalogue: Catalogue,
): Active[] {
  const out: Active[] = [];
  const least_min = tuning(catalogue).time.actsFrom_min;
  for (const id in tool.mechanisms) {
    const supply = tool.mechanisms[id]!;
    const m = catalogue.mechanisms.get(id)!;
    // what is fresh is blotted up; what has dried comes off with the liquid as rubbing would take it
    const fresh = face.age === 'fresh' || !m.insteadOf ? (face.soil.lifts[id] ?? 0) : 0;
    const lifts = Math.max(fresh, m.insteadOf ? (face.soil.lifts[m.insteadOf] ?? 0) * (m.insteadShare ?? 1) : 0);
    if (!lifts || !supply) continue;
    if (m.when && m.when !== (dry ? 'dry' : 'wet')) continue;
    if (m.cuts && (face.soil.hardness ?? 0) > (tool.hardness_mohs ?? tuning(catalogue).mohsUnknown)) continue;
    if (m.softOnly && !face.material.soft) continue;
    if (m.spreads && face.material.soft && bans(face, m.spreads)) continue;
    if (m.insteadOf && (dry ? face.age !== 'fresh' : !(face.material.soft && bans(face, m.bannedAs!)))) continue;
    out.push({ m, lifts, supply, least_min });
  }
  return out;
}

/** Whether the soil bans a way of handling, e.g. rubbing. */
const bans = (face: Face, handling: string): boolean =>
  face.soil.sets.some((s) => holdsFor(s, face) && s.mechanism === handling);
