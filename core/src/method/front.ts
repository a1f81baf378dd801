/** Something with a benefit (more is better) and a cost (less is better). */
export interface Scored {
  gain: number;
  cost: number;
  /** What decides between equals. */
  more?: number;
}

/**
 * Pareto front: from least cost to most, each with strictly more gain than all before it. O(n log n).
 * Ties in cost keep the larger gain. What is dropped is told which one outdoes it.
 */
export function front<T extends Scored>(items: readonly T[], outdone?: (loser: T, by: T) => void): T[] {
  const sorted = [...items].sort((a, b) => a.cost - b.cost || b.gain - a.gain || (b.more ?? 0) - (a.more ?? 0));
  const kept: T[] = [];
  for (const x of sorted) {
    const last = kept[kept.length - 1];
    if (!last || x.gain > last.gain + 1e-12) kept.push(x);
    else outdone?.(x, last);
  }
  return kept;
}
