import { type Catalogue, faceIdOf, type Product, tuning } from '../catalogue';
import type { Method } from './combine';
import type { Face } from './types';

/** Three quarters of 0.8 are 0.6, and a little more in binary. */
const A_HAIR = 1e-9;
const led = new WeakMap<Product, string>();
/** The mechanism that a product is made for: what it brings most of at the strength of its label. */
export function ledBy(product: Product): string {
  let best = led.get(product);
  if (best === undefined) {
    const [first] = Object.entries(product.mechanisms).sort(([a, x], [b, y]) => y - x || (a < b ? -1 : 1));
    led.set(product, (best = first?.[0] ?? ''));
  }
  return best;
}
/** Made for this very surface by its label: what one reaches for there. */
export const isMadeFor = (product: Product, { material }: Pick<Face, 'material'>): boolean =>
  product.madeOn?.includes(faceIdOf(material)) === true;
const known = new WeakMap<Face['soil'], ReadonlySet<string>>();
/**
 * The chemistries that a ladder for this soil ends with: each that lifts nearly as much of it as the one that lifts
 * most. How near is data; effect saturates, so what is left of the soil is what tells them from a detergent.
 */
export function remediesFor({ soil }: Pick<Face, 'soil'>, catalogue: Catalogue): ReadonlySet<string> {
  let out = known.get(soil);
  if (out) return out;
  // what is water, cool or warm, is a beginning: no product is made for it
  const chemistry = Object.entries(soil.lifts).filter(([id]) => {
    const m = catalogue.mechanisms.get(id);
    return m?.factor === 'chemistry' && !m.when;
  });
  const most = Math.max(0, ...chemistry.map(([, lifts]) => lifts));
  out = new Set(
    chemistry.filter(([, lifts]) => lifts >= most * tuning(catalogue).remedyFrom - A_HAIR).map(([id]) => id),
  );
  known.set(soil, out);
  return out;
}
/** Of each such chemistry the gentlest method that suffices, or else its strongest; by what it lifts, most first. */
export function remediesAmong(all: readonly Method[], face: Face, catalogue: Catalogue): Method[] {
  const { suffices } = tuning(catalogue);
  return [...remediesFor(face, catalogue)]
    .sort((a, b) => face.soil.lifts[b]! - face.soil.lifts[a]! || (a < b ? -1 : 1))
    .flatMap((id) => {
      const mine = all.filter((m) => m.chem.product && ledBy(m.chem.product) === id);
      const enough = mine.filter((m) => m.effect >= suffices);
      const of = enough.length ? enough : mine;
      return of.length ? [of.reduce((a, b) => (better(b, a, enough.length > 0) ? b : a))] : [];
    });
}
/** Gentler, then stronger; where nothing suffices stronger, then gentler. */
const better = (a: Method, b: Method, suffices: boolean): boolean =>
  (suffices ? a.cost - b.cost || b.D - a.D : b.D - a.D || a.cost - b.cost) < 0;
