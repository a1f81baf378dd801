import { type Catalogue, isWater, percentInUse, type Product, type Soil, sourceOf, tuning } from '../../catalogue';
import { refusedByPeople, refusedByRecord } from '../../gate';
import { stanceRefusesProduct } from '../stances';
import type { Face, Here, Refusal } from '../types';
import { holdsFor } from './holds';
import { listed, refusal } from './words';

/** One reason against a product whatever its strength: a small rule with a name, asked in order. */
type ProductRule = (p: Product, face: Face, here: Here, c: Catalogue) => Refusal | null;

/** The gate knows it for mixing only. */
const neverAdvised: ProductRule = (p, _face, _here, c) => {
  const no = refusedByRecord(p);
  return no && refusal('never-advised', { thing: p.name }, no.source, c);
};
/** Its label is made for another kind of surface, a machine or a drain. */
const madeFor: ProductRule = (p, face, _here, c) => {
  const fits =
    p.suits !== 'none' &&
    (p.suits === 'both' || (p.suits === 'soft') === face.material.soft) &&
    (!p.families || p.families.includes(face.material.family));
  if (fits) return null;
  const what = p.families
    ? listed(p.families)
    : p.suits === 'none'
      ? 'a machine, a drain or another use'
      : p.suits === 'soft'
        ? 'cloth and pile'
        : 'hard surfaces';
  return refusal('made-for', { thing: p.name, for: what, face: face.material.name }, sourceOf(p, 'suits', c).id, c);
};
const madeForFloors: ProductRule = (p, face, _here, c) =>
  p.floor && !face.material.floor && face.zone !== 'floor'
    ? refusal('made-for', { thing: p.name, for: 'floors', face: face.material.name }, sourceOf(p, 'suits', c).id, c)
    : null;
const madeForSoils: ProductRule = (p, face, _here, c) =>
  p.forNatures && !p.forNatures.includes(face.soil.nature)
    ? refusal(
        'soil-made-for',
        { thing: p.name, for: listed(p.forNatures), soil: face.soil.name },
        sourceOf(p, 'suits', c).id,
        c,
      )
    : null;
/** What the household keeps to: pantry, steam, and its choices where people disagree. */
const keptTo: ProductRule = (p, _face, here, c) => {
  const stance = here.profile?.stance;
  if (stance === 'pantry' && !p.pantry) return refusal('pantry', {}, 'household', c);
  if (stance === 'steam' && !isWater(p, c)) return refusal('steam-only', {}, 'household', c);
  return stanceRefusesProduct(p, here.neighbours ?? [], here.habits, c);
};
const people: ProductRule = (p, _face, here, c) => {
  const no = refusedByPeople(p, 1, null, here.profile ?? {}, c);
  return no && refusal('people', { says: no.text }, no.source, c);
};
/** A soil's ban reads on a product by its mechanisms, or by a class of that name; a ban on warmth is none on the product. */
const makesItWorse: ProductRule = (p, face, _here, c) => {
  const ban = face.soil.sets.find((s) => holdsFor(s, face) && setBy(s, p, c));
  if (!ban) return null;
  const mechanism = c.mechanisms.get(ban.mechanism)?.name ?? ban.mechanism;
  return refusal(
    'worsens',
    { mechanism, soil: face.soil.name, why: ban.because },
    sourceOf(face.soil, 'sets', c).id,
    c,
  );
};
/** Products and bans are immutable: each pair is judged once. */
const bans = new WeakMap<Product, WeakMap<Soil['sets'][number], boolean>>();
function setBy(set: Soil['sets'][number], p: Product, c: Catalogue): boolean {
  let known = bans.get(p);
  if (!known) bans.set(p, (known = new WeakMap()));
  let yes = known.get(set);
  if (yes === undefined) known.set(set, (yes = judgeSet(set, p, c)));
  return yes;
}
function judgeSet({ mechanism, fromPercent }: Soil['sets'][number], p: Product, c: Catalogue): boolean {
  const t = tuning(c);
  if (c.mechanisms.get(mechanism)?.when) return false;
  if ((p.mechanisms[mechanism] ?? 0) > t.mechanismFrom) return true;
  if (mechanism === 'salt')
    return p.contents.some(
      (x) =>
        x.percent.max >= t.saltFrom_percent && c.substances.get(x.substance)?.classes.includes('halide-salt') === true,
    );
  // a chemistry counts by what the product does, and where there is much of it; a class at its first trace
  const from = fromPercent ?? (c.mechanisms.has(mechanism) ? t.banFrom_percent : 0);
  const of = p.contents.filter((x) => c.substances.get(x.substance)?.classes.includes(mechanism));
  return !mechanism.startsWith('water') && of.length > 0 && of.reduce((sum, x) => sum + x.percent.max, 0) >= from;
}
/** Mould is cleaned and kept dry: what kills it is used only by the person's own label, which is an own record. */
const biocide: ProductRule = (p, face, _here, c) =>
  face.soil.hygiene?.asks === 'dry' && !face.material.soft && p.disinfects !== 'no' && p.basis.default !== 'household'
    ? refusal('biocide', { thing: p.name }, sourceOf(face.soil, 'hygiene', c).id, c)
    : null;
/** Grit on a surface that bears none at all. */
const fragile: ProductRule = (p, face, _here, c) =>
  face.material.scrub === 'none' && percentInUse({ product: p, dilution: 1 }, ['abrasive'], c) > 0
    ? refusal('fragile', { face: face.material.name }, sourceOf(face.material, 'scrub', c).id, c)
    : null;

export const PRODUCT_RULES: Readonly<Record<string, ProductRule>> = {
  neverAdvised,
  madeFor,
  madeForFloors,
  madeForSoils,
  keptTo,
  people,
  makesItWorse,
  biocide,
  fragile,
};
const ORDER = Object.values(PRODUCT_RULES);
/** Those that read the surface and the house alone, and those that read the mark or its place. */
const OF_THE_SURFACE = [neverAdvised, madeFor, keptTo, people, fragile];
const OF_THE_MARK = ORDER.filter((rule) => !OF_THE_SURFACE.includes(rule));

/** What refuses a product whatever its strength: the first rule that does, or null. */
export function refuseProduct(product: Product, face: Face, here: Here, catalogue: Catalogue): Refusal | null {
  for (const rule of ORDER) {
    const no = rule(product, face, here, catalogue);
    if (no) return no;
  }
  return null;
}
/** Whether a product is out on this surface whatever the mark; and whether it is out for this mark. */
export const outOnSurface = (p: Product, face: Face, here: Here, c: Catalogue): boolean =>
  OF_THE_SURFACE.some((rule) => rule(p, face, here, c) !== null);
export const outForMark = (p: Product, face: Face, here: Here, c: Catalogue): boolean =>
  OF_THE_MARK.some((rule) => rule(p, face, here, c) !== null);
