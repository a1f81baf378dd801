import type { Catalogue } from '../catalogue';
import type { Kit, Stock } from './records';

/** What one piece weighs, g, where the catalogue does not say (common practice). */
const PIECE_g = 60;
/** Cloth and brushes fill four times the room that they weigh as water (common practice). */
const LOOSE_mL_per_g = 4;

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
const pieceOf_g = (item: string, catalogue: Catalogue): number => catalogue.tools.get(item)?.weight_g ?? PIECE_g;
/** What so many packs weigh, g, without the packs themselves: liquids by the density of the catalogue, else as water. */
export function massOf(stock: readonly Stock[], catalogue: Catalogue): number {
  return stock.reduce((g, { item, pack, onHand }) => {
    if (pack.unit === 'piece') return g + pieceOf_g(item, catalogue) * onHand;
    return g + (pack.unit === 'g' ? onHand : onHand * (catalogue.products.get(item)?.density ?? 1));
  }, 0);
}
/** The room that so many packs take, mL: a pack that is half empty is as big as a full one; pieces by their weight. */
export function bulkOf(stock: readonly Stock[], catalogue: Catalogue): number {
  return stock.reduce((mL, { item, pack, onHand }) => {
    if (pack.unit === 'piece') return mL + LOOSE_mL_per_g * pieceOf_g(item, catalogue) * onHand;
    return mL + Math.ceil(onHand / pack.amount) * pack.amount;
  }, 0);
}

/** More packs of one thing than a home keeps; and single things (common practice). */
const MANY_PACKS = 25;
const MANY_PIECES = 500;
/** Whether an amount of a thing is so odd that it is asked about: why, as a question; null where it is not. */
export function oddAmount(amount: number, pack: Stock['pack']): string | null {
  const packs = amount / pack.amount;
  if (pack.unit === 'piece' ? amount > MANY_PIECES : packs > MANY_PACKS)
    return pack.unit === 'piece'
      ? `${amount} of it? That is a great many for one home.`
      : `${amount} ${pack.unit}? That is ${Math.round(packs)} packs of ${pack.amount} ${pack.unit}.`;
  if (pack.unit === 'piece' && !Number.isInteger(amount * 2))
    return `${amount} pieces? Pieces are counted whole or by halves.`;
  return null;
}
