import { type Catalogue, faceIdOf, type Material, type Product, type Soil, tuning, withFinish } from '../catalogue';
import { needOf } from './advise';
import { PRODUCT_RULES, strengthOnMaterial } from './refuse';
import { ledBy, remediesFor } from './remedies';
import { activeOf, doseOf, strengthsOf } from './supply';
import type { Face, Here, Refusal } from './types';

/** A mark that a product shifts, with how likely one go of it clears a film that has dried, by chemistry alone. */
export interface Shifts {
  soil: string;
  name: string;
  nature: string;
  effect: number;
}
/** Surfaces of one family of which the same is true. */
export interface Bearing {
  family: string;
  surfaces: { id: string; name: string }[];
}
export interface ProductUse {
  product: string;
  /** Why it is never offered as a method; null where it is. */
  never: string | null;
  /** Why not in this house: its people, its animals, what it chose. */
  notHere: string | null;
  /** Marks that its chemistry is a remedy of, then others that it shifts; most first. */
  remedyOf: Shifts[];
  also: Shifts[];
  /** Marks that it makes worse. */
  worsens: { soil: string; name: string; because: string }[];
  /** Surfaces that it was made for and that bear it; where they bear it only so long, minutes. */
  on: (Bearing & { minutes: number | null })[];
  /** Surfaces that it harms, with what decides. */
  harms: (Bearing & { because: string; operands: string | null; source: string })[];
  /** Others that are made for the same chemistry. */
  like: { id: string; name: string }[];
}
/** From here on it is worth naming that it shifts a mark. */
const WORTH = 0.3;

/**
 * The other way round: one product, and on what it is good, harmless, harmful or useless; by the same limits, bans and
 * doses as the ladders. Effect 0–1.
 */
export function useOfProduct(
  id: string,
  context: Pick<Here, 'profile' | 'habits'>,
  catalogue: Catalogue,
): ProductUse | null {
  const product = catalogue.products.get(id);
  if (!product) return null;
  const here: Here = { ...context, met: [] };
  const faces = [...catalogue.materials.values()]
    .filter((m) => !m.unknown)
    .flatMap((m) => [m, ...m.finishes.map((f) => withFinish(m, f.id))]);
  // these rules read the product and the surface; any mark will do
  const [mark] = catalogue.soils.values();
  const refusedBy = (rule: string, m: Material): Refusal | null =>
    PRODUCT_RULES[rule]!(product, faceFor(m, mark!), here, catalogue);
  const refused = refusedBy('neverAdvised', faces[0]!);
  const notHere = refusedBy('people', faces[0]!) ?? refusedBy('keptTo', faces[0]!);
  const meant = faces.filter((m) => !refusedBy('madeFor', m));
  const verdicts = meant.map((m) => ({ m, said: gentlest(product, m, catalogue) }));
  const bearing = verdicts.flatMap(({ m, said }) => ('refusal' in said ? [] : [{ m, minutes: said.minutes }]));
  const shifts = [...catalogue.soils.values()]
    .flatMap((soil) =>
      shiftsOf(
        product,
        soil,
        bearing.map((b) => b.m),
        here,
        catalogue,
      ),
    )
    .sort((a, b) => b.effect - a.effect || (a.name < b.name ? -1 : 1));
  const isRemedy = (s: Shifts): boolean =>
    remediesFor({ soil: catalogue.soils.get(s.soil)! }, catalogue).has(ledBy(product));
  return {
    product: product.id,
    never: refused?.because ?? (meant.length ? null : 'Its label is for another use than cleaning a surface.'),
    notHere: notHere?.because ?? null,
    remedyOf: shifts.filter(isRemedy),
    also: shifts.filter((s) => !isRemedy(s)),
    worsens: worsened(
      product,
      bearing.map((b) => b.m),
      here,
      catalogue,
    ),
    on: byFamily(bearing, ({ minutes }) => String(minutes)).map(([family, group]) => ({
      ...named(family, group),
      minutes: group[0]!.minutes,
    })),
    harms: byFamily(
      verdicts.flatMap(({ m, said }) => ('refusal' in said ? [{ m, refusal: said.refusal }] : [])),
      ({ refusal }) => refusal.kind,
    ).map(([family, group]) => ({ ...named(family, group), ...reasonOf(group[0]!.refusal, group.length) })),
    like: [...catalogue.products.values()]
      .filter((p) => p.id !== id && p.advised && p.suits !== 'none' && ledBy(product) && ledBy(p) === ledBy(product))
      .map((p) => ({ id: p.id, name: p.name })),
  };
}

/** A surface and a mark as a question has them: a film that has dried. */
const faceFor = (material: Material, soil: Soil): Face => ({
  material,
  among: {
    materials: [material.id],
    families: [material.family],
    faces: [material.face],
    soils: [soil.id],
    natures: [soil.nature],
  },
  soil,
  severity: 3,
  age: 'dried',
  area_m2: 1,
  zone: soil.zone ?? null,
  washed: false,
});

/** The weakest of its strengths that the surface bears, with its minutes; else why it bears none. */
function gentlest(
  product: Product,
  material: Material,
  catalogue: Catalogue,
): { minutes: number | null } | { refusal: Refusal } {
  let first: Refusal | null = null;
  for (const s of strengthsOf(product, catalogue)) {
    const v = strengthOnMaterial(s, material, catalogue);
    if (!('refusal' in v)) return { minutes: Number.isFinite(v.maxMinutes) ? v.maxMinutes : null };
    first ??= v.refusal;
  }
  return { refusal: first! };
}

/** How much of a mark it shifts where the surface lets it work: the best over what it may be put on. */
function shiftsOf(product: Product, soil: Soil, on: readonly Material[], here: Here, catalogue: Catalogue): Shifts[] {
  if (soil.damage && !soil.restores) return [];
  const t = tuning(catalogue);
  const places = placesOf(on).map((m) => faceFor(m, soil));
  const minutes = product.dwell_min?.max ?? t.time.unheld_min;
  let best = 0;
  for (const face of places) {
    if (PRODUCT_RULES['madeForSoils']!(product, face, here, catalogue)) continue;
    if (PRODUCT_RULES['makesItWorse']!(product, face, here, catalogue)) continue;
    for (const s of strengthsOf(product, catalogue))
      for (const [warm, temperature] of [
        [false, t.cool_C],
        [true, t.warm_C],
      ] as const) {
        const D = doseOf(activeOf(s.supply, face, warm, catalogue), minutes, temperature);
        best = Math.max(best, 1 - Math.exp(-D / needOf(face, catalogue)));
      }
  }
  return best >= WORTH ? [{ soil: soil.id, name: soil.name, nature: soil.nature, effect: best }] : [];
}

/** Where a surface drinks and where it does not: a chemistry may work, or harm, on one alone. */
const placesOf = (on: readonly Material[]): Material[] =>
  [on.find((m) => m.porous), on.find((m) => !m.porous)].flatMap((m) => m ?? []);

function worsened(product: Product, on: readonly Material[], here: Here, catalogue: Catalogue): ProductUse['worsens'] {
  const places = placesOf(on);
  return [...catalogue.soils.values()].flatMap((soil) => {
    const said = places.map((m) => {
      const face = faceFor(m, soil);
      // what it is not made for it is not tried on
      const tried = !PRODUCT_RULES['madeForSoils']!(product, face, here, catalogue);
      return tried ? PRODUCT_RULES['makesItWorse']!(product, face, here, catalogue) : null;
    });
    const [no] = said;
    return no && said.every(Boolean) ? [{ soil: soil.id, name: soil.name, because: no.because }] : [];
  });
}

const named = (family: string, group: readonly { m: Material }[]): Bearing => ({
  family,
  surfaces: group.map(({ m }) => ({ id: faceIdOf(m), name: m.name })),
});
const reasonOf = (r: Refusal, of: number): { because: string; operands: string | null; source: string } => ({
  because: r.because,
  // a figure of one of them is not one of all
  operands: of === 1 ? (r.operands ?? null) : null,
  source: r.source,
});
/** In groups of one family of which the same is said, in the order of the catalogue. */
function byFamily<T extends { m: Material }>(list: readonly T[], same: (x: T) => string): [string, T[]][] {
  const groups = new Map<string, T[]>();
  for (const x of list) {
    const key = `${x.m.family}|${same(x)}`;
    groups.set(key, [...(groups.get(key) ?? []), x]);
  }
  return [...groups.values()].map((g) => [g[0]!.m.family, g]);
}
