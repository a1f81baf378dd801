import type { Product } from '../catalogue';
import type { DiluteAnswer } from '../dilution';
import type { AlsoMade } from '../gate';
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
  /** What went in besides. */
  also?: readonly AlsoMade[];
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
  { product, recipe, solid, mL, mixedAt, discardAt, also = [] }: Mixed,
  bottle: Bottle,
  stock: readonly Stock[],
): Filled {
  const unit = solid ? 'g' : 'mL';
  const volume = recipe.kitchen?.stock_mL ?? recipe.stock_mL;
  const amount = Math.round((solid ? volume * (product.density ?? 1) : volume) * 100) / 100;
  const others = also.map(
    (a) => ({ item: a.product.id, amount: a.g ?? a.mL!, unit: a.g === null ? 'mL' : 'g' }) as const,
  );
  const takes = [{ item: product.id, amount, unit } as const, ...others];
  const { moves, short } = movesFor(takes, [...stock], [bottle.kit ?? '']);
  const fromOf = (item: string): string | null =>
    moves.find((m) => stock.find((s) => s.id === m.stock)?.item === item)?.stock ?? null;
  const poured = also.reduce((sum, a) => sum + (a.mL ?? 0), solid ? 0 : volume);
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
            stock: fromOf(product.id),
            amount,
            unit,
            strength: recipe.stockStrength.percent,
            contents: null,
          },
          ...others.map((o, i) => ({
            ...o,
            stock: fromOf(o.item),
            strength: also[i]!.product.strength.percent,
            contents: null,
          })),
        ],
        water_mL: Math.max(0, Math.round(mL - poured)),
        result: [
          {
            substance: product.strength.substance,
            percent: Number(got.toPrecision(6)),
            basis: recipe.stockStrength.basis === 'v/v' ? 'v/v' : 'w/v',
          },
          ...also.map((a) => ({
            substance: a.product.strength.substance,
            percent: Number(a.percent.toPrecision(6)),
            basis: a.product.strength.basis === 'v/v' ? ('v/v' as const) : ('w/v' as const),
          })),
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
