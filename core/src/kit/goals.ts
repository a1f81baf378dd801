import type { Catalogue } from '../catalogue';
import { usualPack } from '../household';

/** What a kit is to be least of. */
export const GOALS = ['items', 'cost', 'harm', 'weight', 'scent'] as const;
export type KitGoal = (typeof GOALS)[number];

/** An empty bottle, g. */
const BOTTLE_g = 40;
const BY_SIGNAL: Readonly<Record<string, number>> = { Danger: 4, Warning: 2 };
const BY_FUME = 4;
const BLADE = 1;
const MAY_SMELL = 1;
const SMELLS = 2;

/** What one thing costs of a goal, a whole number: one; tenths of a euro; points of harm; grams; points of scent. */
export function worthOf(item: string, goal: KitGoal, catalogue: Catalogue): number {
  if (goal === 'items') return 1;
  const product = catalogue.products.get(item);
  const tool = catalogue.tools.get(item);
  if (goal === 'cost') return Math.round((product?.price ?? tool?.price ?? 0) * 10);
  if (goal === 'weight')
    return product
      ? Math.round(usualPack(item, catalogue).amount * (product.density ?? 1)) + BOTTLE_g
      : Math.round(tool?.weight_g ?? 0);
  if (goal === 'scent')
    return product ? { no: 0, varies: MAY_SMELL, yes: SMELLS, unknown: MAY_SMELL }[product.fragrance] : 0;
  // harm: what its label warns of, what it gives off, an edge that cuts
  if (!product) return tool?.blade ? BLADE : 0;
  return (BY_SIGNAL[product.hazards.signal ?? ''] ?? 0) + Math.round(product.fume * BY_FUME);
}
/** A whole number of a goal in the unit that it is told in: euros, else as it is. */
export const goalValue = (whole: number, goal: KitGoal): number => (goal === 'cost' ? whole / 10 : whole);
