import type { Catalogue } from '../catalogue';
import { judgeThere } from './meets';
import { capital } from '../reason';
import { answerOf, type Clock, type GateAnswer, type GateReason, type There } from './types';

/** Kinds of places that cloths and brushes are kept apart for. */
export type Kept = 'toilet' | 'floor' | 'kitchen' | 'rest';

/** A piece that a hand would take: its class, where it has been since it was last washed, and what it carries. */
export interface Piece {
  name: string;
  /** Id of `classes`, by its colour; null where it has none. */
  class: string | null;
  /** Kinds of places that it has been used at since it was washed. */
  usedAt: readonly Kept[];
  there: readonly There[];
}

/**
 * Whether a cloth, brush or head may be taken for a product at a place: its class binds it, a piece that has been at the
 * toilet or on a floor is one of theirs until it is washed, and what it carries must not meet the product.
 */
export function mayTake(
  piece: Piece,
  place: Kept | null,
  product: string | null,
  clock: Clock | undefined,
  catalogue: Catalogue,
): GateAnswer {
  const bars: GateReason[] = [];
  if (place) {
    const own = piece.class ? catalogue.classes.get(piece.class) : undefined;
    if (own && !own.goes.includes(place))
      bars.push({
        kind: 'class',
        text: `${capital(piece.name)} is kept for ${own.name}.`,
        source: own.basis.default,
        level: 3,
      });
    for (const at of ['toilet', 'floor'] as const)
      if (at !== place && piece.usedAt.includes(at))
        bars.push({
          kind: 'class',
          text: `${capital(piece.name)} has been at the ${at}: it stays there until it is washed.`,
          source: catalogue.classes.get(at)?.basis.default ?? 'common-practice',
          level: 3,
        });
  }
  if (!product) return answerOf(bars, []);
  const met = judgeThere({ product }, piece.there, clock, catalogue);
  return answerOf([...bars, ...met.bars], met.asks);
}
