import type { Catalogue } from '../catalogue';
import type { Kit, Stock } from './records';

/** What one piece weighs, g: a cloth, a brush, a pair of gloves (common practice; nothing heavy is counted in pieces). */
const PIECE_g = 60;

/** How much of a thing is there, over all its packs, in their unit. */
export const onHandOf = (item: string, stock: readonly Stock[]): number =>
  stock.filter((s) => s.item === item).reduce((n, s) => n + s.onHand, 0);

/** A thing of a kit that is below what should be there, with what is missing, in its unit. */
export interface BelowPar {
  item: string;
  unit: Stock['pack']['unit'];
  has: number;
  level: number;
  missing: number;
}
/** Everything of a kit that is below its par, in the order of the kit. */
export function belowPar({ id, par }: Pick<Kit, 'id' | 'par'>, stock: readonly Stock[]): BelowPar[] {
  const here = stock.filter((s) => s.kit === id);
  return par
    .map(({ item, unit, level }) => ({ item, unit, has: onHandOf(item, here), level }))
    .filter(({ has, level }) => has < level)
    .map((p) => ({ ...p, missing: Math.round((p.level - p.has) * 1000) / 1000 }));
}
/** What so many packs weigh, g, without the packs themselves: liquids by the density of the catalogue, else as water. */
export function massOf(stock: readonly Stock[], catalogue: Catalogue): number {
  return stock.reduce((g, { item, pack, onHand }) => {
    if (pack.unit === 'piece') return g + PIECE_g * onHand;
    return g + (pack.unit === 'g' ? onHand : onHand * (catalogue.products.get(item)?.density ?? 1));
  }, 0);
}
