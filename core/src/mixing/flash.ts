import type { Catalogue, Solution } from '../catalogue';
import type { Ingredient, JudgedItem } from './items';

/** Percent from which something that burns counts in a thing that is mostly water (CLP Annex I 2.6; common practice). */
const IN_WATER = 10;
/** Of alcohol in water at a flame; from `IN_WATER` where it is hot. */
const ALCOHOL_AT_FLAME = 20;

/**
 * Flash point of an ingredient as it stands in a thing, °C, closed cup; −∞ for what burns as a gas, is sprayed, or is an
 * organic liquid of which none is known; null where it does not burn, or there is too little of it in water.
 */
export function flashOf(i: Ingredient, item: JudgedItem, hot: boolean, catalogue: Catalogue): number | null {
  const s = i.substance === null ? undefined : catalogue.substances.get(i.substance);
  if (s?.flash_C === 'none') return null;
  const liquid = i.operands.has('organic-liquid');
  if (s?.flash_C === undefined && !liquid) return null;
  const watery = item.watery && !item.aerosol;
  const least = i.operands.has('alcohol') && !hot ? ALCOHOL_AT_FLAME : IN_WATER;
  if (watery && i.percent < least) return null;
  if (item.aerosol && liquid) return -Infinity;
  // in water the flash point of the next stronger row: it is the lower one
  const row = watery ? solutionOf(i.substance, catalogue)?.rows.find((r) => r.percent >= i.percent) : undefined;
  if (row && row.flash_C !== null) return row.flash_C === 'none' ? null : row.flash_C;
  return s?.flash_C === undefined || s.flash_C === 'gas' ? -Infinity : s.flash_C;
}

const solutions = new WeakMap<object, Map<string, Solution>>();
/** What stands over a solution of a substance in water, where it is known. */
export function solutionOf(substance: string | null, catalogue: Catalogue): Solution | undefined {
  if (substance === null) return undefined;
  let known = solutions.get(catalogue.solutions);
  if (!known)
    solutions.set(
      catalogue.solutions,
      (known = new Map([...catalogue.solutions.values()].map((x) => [x.substance, x]))),
    );
  return known.get(substance);
}
