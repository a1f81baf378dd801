import { type Catalogue, productClasses } from './catalogue';
import type { Product } from './schema';

const SOLID: ReadonlySet<string> = new Set(['powder', 'tablet', 'block', 'solid']);
/** Measured by weight, and dissolved before it is wet. */
export const isSolid = (product: Pick<Product, 'state'>): boolean => SOLID.has(product.state);

/** Nothing in it but water. */
export const isWater = (product: Product, catalogue: Catalogue): boolean =>
  productClasses(product, catalogue).every((c) => c === 'water');

const known = new WeakMap<Product, { max: number; operands: ReadonlySet<string> }[]>();

/**
 * Percent in use of the ingredients that belong to any of the classes, groups or `substance:id`, each at its declared
 * maximum. `dilution` is the share of the mix: mL a mL, or g a mL for solids; 1 as sold. Thinned liquids count g in 100 mL.
 */
export function percentInUse(
  option: { product: Product; dilution: number },
  classes: readonly string[],
  catalogue: Catalogue,
): number {
  const { product, dilution } = option;
  let parts = known.get(product);
  if (!parts)
    known.set(
      product,
      (parts = product.contents.map((c) => ({
        max: c.percent.max,
        operands: new Set([
          ...catalogue.substances.get(c.substance)!.classes.flatMap((k) => catalogue.operandsOf.get(k) ?? [k]),
          ...(catalogue.operandsOf.get(`substance:${c.substance}`) ?? [`substance:${c.substance}`]),
        ]),
      }))),
    );
  let sum = 0;
  for (const c of parts) if (classes.some((k) => c.operands.has(k))) sum += c.max;
  return sum * dilution * (dilution < 1 && !isSolid(product) ? (product.density ?? 1) : 1);
}

/** Grams of available chlorine (as Cl2) in 100 g, of the nominal strength where it is the chlorine that is declared, else of the declared maxima. */
export function availableChlorine(product: Product, catalogue: Catalogue, percent = product.strength.percent): number {
  const own = catalogue.substances.get(product.strength.substance)?.availableChlorine;
  if (own) return percent * own;
  const sum = product.contents.reduce(
    (a, c) => a + c.percent.max * (catalogue.substances.get(c.substance)?.availableChlorine ?? 0),
    0,
  );
  return Math.min(100, sum);
}
