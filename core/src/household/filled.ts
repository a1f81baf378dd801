import type { Product } from '../catalogue';
import type { DiluteAnswer } from '../dilution';
import { movesFor } from './moves';
import type { Bottle, LogFields, Stock } from './records';

/** What goes into a bottle: the recipe, what of the thing's own records it takes, and when it is past. */
export interface Mixed {
  product: Product;
  recipe: DiluteAnswer;
  /** The thing is weighed, not poured. */
  solid: boolean;
  /** Finished volume, mL. */
  mL: number;
  mixedAt: Date;
  discardAt: string;
}
/** The entry that a mixed bottle is, how much of the thing it took, and of what its shelf was short. */
export interface Filled {
  entry: LogFields;
  amount: number;
  unit: 'g' | 'mL';
  short: boolean;
}

/**
 * The log entry of a bottle that is mixed as the spoons measure it: what goes in of the thing (two decimals), water to the
 * line, the strength really got, and what comes off the shelf, the bottle's own kit first.
 */
export function filledOf(
  { product, recipe, solid, mL, mixedAt, discardAt }: Mixed,
  bottle: Bottle,
  stock: readonly Stock[],
): Filled {
  const unit = solid ? 'g' : 'mL';
  const volume = recipe.kitchen?.stock_mL ?? recipe.stock_mL;
  const amount = Math.round((solid ? volume * (product.density ?? 1) : volume) * 100) / 100;
  const { moves, short } = movesFor([{ item: product.id, amount, unit }], [...stock], [bottle.kit ?? '']);
  const got = recipe.kitchen?.percent ?? recipe.strength.percent;
  return {
    amount,
    unit,
    short: short.length > 0,
    entry: {
      kind: 'mix',
      bottle: bottle.id,
      names: { bottle: bottle.name, product: product.name },
      moves,
      fill: {
        parts: [
          {
            item: product.id,
            stock: moves[0]?.stock ?? null,
            amount,
            unit,
            strength: recipe.stockStrength.percent,
            contents: null,
          },
        ],
        water_mL: Math.round(solid ? mL : mL - volume),
        result: [
          {
            substance: product.strength.substance,
            percent: Number(got.toPrecision(6)),
            basis: recipe.stockStrength.basis === 'v/v' ? 'v/v' : 'w/v',
          },
        ],
        target: recipe.window.target,
        mixedAt: mixedAt.toISOString(),
        by: null,
        discardAt,
        left_mL: mL,
        labelPrintedAt: null,
      },
    },
  };
}
