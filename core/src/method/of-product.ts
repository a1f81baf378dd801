import { type Catalogue, type Material, type Product, type Soil, tuning } from '../catalogue';
import { needOf } from './advise';
import {
  type Bearing,
  bearingOf,
  everyFace,
  faceFor,
  gentlestOn,
  harmedOf,
  type Harmed,
  placesOf,
  type Shifts,
  WORTH,
} from './other-way';
import { PRODUCT_RULES } from './refuse';
import { ledBy, remediesFor } from './remedies';
import { activeOf, doseOf, strengthsOf } from './supply';
import type { Here, Refusal } from './types';

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
  harms: Harmed[];
  /** Others that are made for the same chemistry. */
  like: { id: string; name: string }[];
}
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
  const faces = everyFace(catalogue);
  // these rules read the product and the surface; any mark will do
  const [mark] = catalogue.soils.values();
  const refusedBy = (rule: string, m: Material): Refusal | null =>
    PRODUCT_RULES[rule]!(product, faceFor(m, mark!), here, catalogue);
  const refused = refusedBy('neverAdvised', faces[0]!);
  const notHere = refusedBy('people', faces[0]!) ?? refusedBy('keptTo', faces[0]!);
  const lifts = Object.keys(product.mechanisms).length > 0;
  const meant = lifts ? faces.filter((m) => !refusedBy('madeFor', m)) : [];
  const verdicts = meant.map((m) => ({ m, said: gentlestOn(product, m, catalogue) }));
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
    never:
      refused?.because ??
      (!lifts
        ? 'It lifts nothing by itself: what it does is done by its tool.'
        : meant.length
          ? null
          : 'Its label is for another use than cleaning a surface.'),
    notHere: notHere?.because ?? null,
    remedyOf: shifts.filter(isRemedy),
    also: shifts.filter((s) => !isRemedy(s)),
    worsens: worsened(
      product,
      bearing.map((b) => b.m),
      here,
      catalogue,
    ),
    on: bearingOf(bearing, ({ minutes }) => minutes).map(({ says, ...x }) => ({ ...x, minutes: says })),
    harms: harmedOf(verdicts.flatMap(({ m, said }) => ('refusal' in said ? [{ m, refusal: said.refusal }] : []))),
    like: [...catalogue.products.values()]
      .filter((p) => p.id !== id && p.advised && p.suits !== 'none' && ledBy(product) && ledBy(p) === ledBy(product))
      .map((p) => ({ id: p.id, name: p.name })),
  };
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
