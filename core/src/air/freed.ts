import { type Catalogue, type Product, sourceOf, type Substance } from '../catalogue';
import { MOLAR } from '../chemistry';
import { WATERY } from '../mixing';
import { bad, capital, ok, type Result } from '../reason';

/** So much of a product or a substance; mL. */
export interface Spilt {
  product?: string;
  substance?: string;
  percent?: number;
  mL: number;
}
export interface Part {
  substance: Substance;
  grams: number;
  /** Of the liquid that it stands in. */
  moleFraction: number;
  /** w/w. */
  percent: number;
  /** It stands in water. */
  watery: boolean;
}
/** Molar mass of what is not known, g/mol: of a usual surfactant or salt. */
const USUAL_MOLAR = 200;

/**
 * Grams of each ingredient at its declared maximum, unless a percent is named; alcohol is declared by volume and weighs
 * its density. A product's rest is taken as water where it holds any.
 */
export function gramsOf(s: Spilt, path: string, catalogue: Catalogue): Result<Part[]> {
  let rows: { substance: string; percent: number; declared: 'w/w' | 'v/v' | 'w/v' }[];
  let density = 1;
  const byVolume = (id: string): boolean =>
    (catalogue.substances.get(id)?.classes ?? []).includes('alcohol') &&
    catalogue.substances.get(id)?.density_gPerMl !== undefined;
  if (s.product !== undefined) {
    const p: Product | undefined = catalogue.products.get(s.product);
    if (!p) return bad(`${path}/product`, `"${s.product}" is not in the catalogue of products.`);
    density = p.density ?? 1;
    rows = p.contents.map((c) => ({
      substance: c.substance,
      percent: c.substance === p.strength.substance && s.percent !== undefined ? s.percent : c.percent.max,
      declared: byVolume(c.substance) ? 'v/v' : 'w/w',
    }));
  } else if (s.substance !== undefined)
    rows = [{ substance: s.substance, percent: s.percent ?? 100, declared: byVolume(s.substance) ? 'v/v' : 'w/v' }];
  else return bad(path, 'Name a product or a substance.');
  const parts: Part[] = [];
  for (const r of rows) {
    const substance = catalogue.substances.get(r.substance);
    if (!substance) return bad(`${path}/substance`, `"${r.substance}" is not in the catalogue of substances.`);
    const mL = (s.mL * r.percent) / 100;
    const grams =
      r.declared === 'v/v'
        ? mL * substance.density_gPerMl!
        : r.declared === 'w/w'
          ? mL * density
          : // without a product the percent is g/100 mL; neat, it weighs its density
            mL * (r.percent === 100 ? (substance.density_gPerMl ?? 1) : 1);
    parts.push({ substance, grams, moleFraction: 0, percent: 0, watery: false });
  }
  const isWater = (p: Part): boolean => p.substance.classes.includes('water');
  // water is what the maxima of the rest leave, never more than is declared
  const rest = parts.filter((p) => !isWater(p)).reduce((g, p) => g + p.grams, 0);
  const declared = parts.find(isWater);
  const water = declared
    ? Math.min(declared.grams, Math.max(0, s.mL * density - rest))
    : s.product === undefined && (s.percent ?? 100) < 100
      ? Math.max(0, s.mL - rest)
      : 0;
  if (declared) declared.grams = water;
  const mass = rest + water;
  const molesOf = (p: Part): number => p.grams / (p.substance.molarMass ?? USUAL_MOLAR);
  const moles = parts.reduce((n, p) => n + molesOf(p), 0) + (declared ? 0 : water / 18.015);
  for (const p of parts) {
    p.moleFraction = moles > 0 ? molesOf(p) / moles : 0;
    p.percent = mass > 0 ? (100 * p.grams) / mass : 0;
    p.watery = (100 * water) / mass >= WATERY;
  }
  return ok(parts);
}

/** mol of H+ that a mole of an acid can give, counting every proton of its systems. */
export function protonsOf(s: Substance): number {
  if (!s.acidBase) return 0;
  const held = s.acidBase.parts.reduce((n, p) => n + p.perFormula * p.protonsHeld, 0);
  return Math.max(0, held + s.acidBase.strongAnions - s.acidBase.strongCations);
}
const molesOf = (p: Part): number => p.grams / (p.substance.molarMass ?? Infinity);
const operandsOf = (s: Substance, catalogue: Catalogue): Set<string> =>
  new Set([...s.classes, `substance:${s.id}`].flatMap((k) => catalogue.operandsOf.get(k) ?? [k]));
/** An acid whose protons are not known gives as many as it likes. */
const protonsIn = (parts: readonly Part[], catalogue: Catalogue): number =>
  parts.reduce((n, p) => {
    if (!operandsOf(p.substance, catalogue).has('acid')) return n;
    return n + (p.substance.acidBase && p.substance.molarMass ? protonsOf(p.substance) * molesOf(p) : Infinity);
  }, 0);
const chlorineIn = (parts: readonly Part[]): number =>
  parts.reduce((g, p) => g + (p.substance.availableChlorine ?? 0) * p.grams, 0) / MOLAR.cl2;

/** So many grams at the most, and what is used up first. */
export interface Bound {
  grams: number;
  because: string;
  rule?: string;
  source: string;
}

/**
 * The most of a gas that two things let go when they meet, whichever is named first: all that one holds of what gives
 * it, or what the other has of what frees it. Null where no amount can be bounded. `endless`: the other is there without end.
 */
export function freedBound(
  a: readonly Part[],
  b: readonly Part[],
  gas: Substance,
  catalogue: Catalogue,
  endless: 'b' | null = null,
): Bound | null {
  const all: Bound[] = [];
  for (const [from, by] of [
    [a, b],
    [b, a],
  ] as const) {
    const without = by === b && endless === 'b';
    if (gas.boundByAvailableChlorine) {
      const acid = without ? Infinity : protonsIn(by, catalogue);
      const chlorine = chlorineOf(from, acid);
      if (chlorine.mol > 0 && acid > 0)
        all.push({
          grams: chlorine.mol * MOLAR.cl2,
          because: chlorine.short ? 'The acid is used up first.' : 'The chlorine is used up first.',
          rule: 'R1',
          source: 'stoichiometry',
        });
    }
    for (const f of catalogue.freed.values()) {
      if (f.gas !== gas.id) continue;
      const givers = f.from.flatMap((x) => {
        const p = from.find((y) => y.substance.id === x.substance);
        return p ? [{ p, mol: x.mol }] : [];
      });
      const frees = by.filter((p) => operandsOf(p.substance, catalogue).has(f.by));
      if (!givers.length || !frees.length) continue;
      if (givers.some((g) => !g.p.substance.molarMass)) return null;
      const held = givers.reduce((n, g) => n + g.mol * molesOf(g.p), 0);
      const limits = [
        f.protons && !without ? protonsIn(by, catalogue) / f.protons : Infinity,
        f.chlorine && !without ? chlorineIn(by) / f.chlorine : Infinity,
      ];
      // a halogen of which no chlorine is known sets no limit
      if (f.chlorine && frees.some((p) => p.substance.availableChlorine === undefined)) limits[1] = Infinity;
      const mol = Math.min(held, ...limits);
      all.push({
        grams: mol * gas.molarMass!,
        because: `${capital(f.name)}; ${mol < held ? 'what frees it is used up first' : 'what gives it is used up first'}.`,
        source: sourceOf(f, 'from', catalogue).id,
      });
    }
  }
  return all.length ? all.reduce((x, y) => (y.grams > x.grams ? y : x)) : null;
}

/**
 * mol of Cl2 that so many mol of H+ free: one a proton from N–Cl and hypochlorous acid (HOCl + Cl⁻ + H⁺ → Cl2 + H2O),
 * two protons for one from a salt of it (OCl⁻ + Cl⁻ + 2 H⁺ → Cl2 + H2O). What needs one is freed first.
 */
function chlorineOf(parts: readonly Part[], protons: number): { mol: number; short: boolean } {
  const salt = (s: Substance): boolean =>
    Boolean(s.acidBase && s.classes.includes('hypochlorite') && s.acidBase.parts.every((p) => p.protonsHeld === 0));
  const [bound, free] = [true, false].map((x) => chlorineIn(parts.filter((p) => salt(p.substance) === x)));
  const first = Math.min(free!, protons);
  const second = Math.min(bound!, (protons - first) / 2);
  const mol = first + (Number.isFinite(second) ? second : bound!);
  return { mol, short: mol < bound! + free! };
}
