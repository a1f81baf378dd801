import { type Catalogue, isSolid } from '../catalogue';
import type { Stock } from './records';

type Pack = Pick<Stock['pack'], 'amount' | 'unit'>;
/** Of a product that the house has no pack of: half a litre or half a kilogram (common practice). */
const USUAL = 500;

/** What one buys of a thing where the house has no pack of it: pastes by weight too; a tool is one piece. */
export function usualPack(item: string, catalogue: Catalogue): Pack {
  const product = catalogue.products.get(item);
  if (!product) return { amount: 1, unit: 'piece' };
  return { amount: USUAL, unit: isSolid(product) || product.state === 'paste' ? 'g' : 'mL' };
}
