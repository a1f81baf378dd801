/**
 * An order in which things that behave alike stand together: from the one with the most trouble, always on to
 * the nearest that is left (sum of differences of level against all others). `level(i, j)` is symmetric.
 */
export function clusterOrder(n: number, level: (i: number, j: number) => number): number[] {
  if (n === 0) return [];
  const row = Array.from({ length: n }, (_, i) => Array.from({ length: n }, (_x, j) => (i === j ? 0 : level(i, j))));
  const trouble = row.map((r) => r.reduce((a, v) => a + v * v, 0));
  const distance = (i: number, j: number): number =>
    row[i]!.reduce((a, v, k) => (k === i || k === j ? a : a + Math.abs(v - row[j]![k]!)), 0);
  const left = new Set(row.keys());
  let at = trouble.indexOf(Math.max(...trouble));
  const order = [at];
  left.delete(at);
  while (left.size) {
    let best = -1;
    let nearest = Infinity;
    for (const j of left) {
      const d = distance(at, j);
      if (d < nearest) [best, nearest] = [j, d];
    }
    order.push(best);
    left.delete(best);
    at = best;
  }
  return order;
}
