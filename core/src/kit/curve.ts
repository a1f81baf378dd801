import type { Catalogue } from '../catalogue';
import type { Pair } from '../method';
import { coverOf } from './smallest';
import { PairTable, sumOf } from './table';

/** A kit on the way from the smallest to the best: how many things, and the harm of its jobs done with it, 0–1 each. */
export interface CurvePoint {
  items: string[];
  /** What came to it last; null at the smallest. */
  added: string | null;
  /** Mean harm of the jobs that it serves, each at its gentlest. */
  harm: number;
}
/** Less than that nobody notices. */
const WORTH = 0.002;
const MOST_MORE = 8;

/**
 * From a kit on, one thing more at a time, each the one that makes its jobs gentlest, until nothing more is worth having.
 * Never beside what it must be kept apart from.
 */
export function curveFrom(
  kit: readonly string[],
  pairs: readonly (readonly Pair[])[],
  apartFrom: number,
  catalogue: Catalogue,
): CurvePoint[] {
  const cover = coverOf(pairs, 'items', apartFrom, catalogue);
  const at = new Map(cover.names.map((n, i) => [n, i]));
  const clashes = cover.names.map(() => new Set<number>());
  for (const [a, b] of cover.conflicts) {
    clashes[a]!.add(b);
    clashes[b]!.add(a);
  }
  const table = new PairTable(pairs, at);
  const mean = (harms: Float64Array): number => {
    const { done, harm } = sumOf(harms);
    return done ? (harm - (harms.length - done)) / done : 0;
  };
  let now = new Set(kit.map((x) => at.get(x)!));
  const out: CurvePoint[] = [{ items: [...kit], added: null, harm: mean(table.harms(now)) }];
  for (let more = 0; more < MOST_MORE; more++) {
    const harms = table.harms(now);
    let best: { i: number; harm: number } | null = null;
    for (let i = 0; i < cover.names.length; i++) {
      if (now.has(i) || [...clashes[i]!].some((c) => now.has(c))) continue;
      const h = mean(table.withItem(harms, now, i));
      if (!best || h < best.harm - 1e-12) best = { i, harm: h };
    }
    if (!best || best.harm > out.at(-1)!.harm - WORTH) break;
    now = new Set([...now, best.i]);
    out.push({ items: [...now].map((i) => cover.names[i]!).sort(), added: cover.names[best.i]!, harm: best.harm });
  }
  return out;
}
