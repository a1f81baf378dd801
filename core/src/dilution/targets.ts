import { type Catalogue, type Product, type Target } from '../catalogue';

/**
 * The named strengths that may be measured for with a product: those of its own active substance, where the product is
 * for that. A window speaks of one substance and one use: not every acid is a descaler, and percent of percarbonate is
 * not percent of hydrogen peroxide.
 */
export const targetsOf = (product: Product, catalogue: Catalogue): Target[] =>
  [...catalogue.targets.values()].filter(
    (t) =>
      t.substances.includes(product.strength.substance) &&
      (t.purpose === 'disinfect' ? product.disinfects !== 'no' : (product.purposes ?? []).includes(t.purpose)) &&
      // a chlorine window is in available chlorine: without that figure it cannot judge
      (t.kind !== 'chlorine' || catalogue.substances.get(product.strength.substance)?.availableChlorine !== undefined),
  );

/** The strongest named target of its kind: the end of what anything of that chemistry is mixed to at home. */
export const strongestOf = (kind: Target['kind'], catalogue: Catalogue): Target =>
  [...catalogue.targets.values()].filter((t) => t.kind === kind).sort((a, b) => b.percent.max - a.percent.max)[0]!;

/** What `ppm` stands for in a product: a percent of its own strength is so many mg/L of what the targets count. */
export function ppmPerPercent(product: Product, catalogue: Catalogue): number {
  const substance = catalogue.substances.get(product.strength.substance);
  // a percent of volume weighs as much as the pure liquid
  const weighs = product.strength.basis === 'v/v' ? (substance?.density_gPerMl ?? 1) : 1;
  return 10000 * (substance?.availableChlorine ?? 1) * weighs;
}

/** mg/L of what the targets count in a mL of the product itself at so many percent of its own: a heavy liquid holds more. */
export const ppmOfStock = (product: Product, percent: number, catalogue: Catalogue): number =>
  percent * ppmPerPercent(product, catalogue) * (product.strength.basis === 'v/v' ? 1 : (product.density ?? 1));

/** Window and aim of a target in the product's own percent (chlorine windows are written in % available chlorine). */
export function inPercentOf(target: Target, product: Product, catalogue: Catalogue): Target['percent'] {
  const k = target.kind === 'chlorine' ? 10000 / ppmPerPercent(product, catalogue) : 1;
  return { min: target.percent.min * k, max: target.percent.max * k, aim: target.percent.aim * k };
}
