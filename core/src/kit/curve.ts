import type { Catalogue } from '../catalogue';
import type { Pair } from '../method';
import { coverOf } from './smallest';
import { PairTable, sumOf } from './table';

/** What a kit gets better in: wear of the surfaces (0–1), or minutes that its jobs wait. */
export type CurveOf = 'harm' | 'minutes';
/** A kit on the way from the smallest to the best: how many things, and how its jobs come off with it. */
export interface CurvePoint {
  items: string[];
  /** What came to it last; null at the smallest. */
  added: string | null;
  /** Mean over the jobs that it serves, each at its best. */
  value: number;
}
/** Less than that nobody notices. */
const WORTH: Record<CurveOf, number> = { harm: 0.002, minutes: 0.25 };
/** Minutes as a share of more than anything waits, since an open job counts as one. */
const LONGEST_min = 100_000;
const OF: Record<CurveOf, { share: (p: Pair) => number; of: number }> = {
  harm: { share: (p) => p.harm, of: 1 },
  minutes: { share: (p) => p.dwell_min / LONGEST_min, of: LONGEST_min },
};
const MOST_MORE = 8;

/**
 * From a kit on, one thing more at a time, each the one that makes its jobs gentlest (or quickest), until nothing more is worth having.
 * Never beside what it must be kept apart from.
 */
export function curveFrom(
  kit: readonly string[],
  pairs: readonly (readonly Pair[])[],
  apartFrom: number,
  catalogue: Catalogue,
  measure: CurveOf = 'harm',
): CurvePoint[] {
  const { share, of } = OF[measure];
  const cover = coverOf(pairs, 'items', apartFrom, catalogue);
  const at = new Map(cover.names.map((n, i) => [n, i]));
  const clashes = cover.names.map(() => new Set<number>());
  for (const [a, b] of cover.conflicts) {
    clashes[a]!.add(b);
    clashes[b]!.add(a);
  }
  const table = new PairTable(
    pairs.map((ps) => ps.map((p) => ({ ...p, harm: share(p) }))),
    at,
  );
  const mean = (harms: Float64Array): number => {
    const { done, harm } = sumOf(harms);
    return done ? (of * (harm - (harms.length - done))) / done : 0;
  };
  let now = new Set(kit.map((x) => at.get(x)!));
  const out: CurvePoint[] = [{ items: [...kit], added: null, value: mean(table.harms(now)) }];
  for (let more = 0; more < MOST_MORE; more++) {
    const harms = table.harms(now);
    let best: { i: number; value: number } | null = null;
    for (let i = 0; i < cover.names.length; i++) {
      if (now.has(i) || [...clashes[i]!].some((c) => now.has(c))) continue;
      const h = mean(table.withItem(harms, now, i));
      if (!best || h < best.value - 1e-9) best = { i, value: h };
    }
    if (!best || best.value > out.at(-1)!.value - WORTH[measure]) break;
    now = new Set([...now, best.i]);
    out.push({ items: [...now].map((i) => cover.names[i]!).sort(), added: cover.names[best.i]!, value: best.value });
  }
  return out;
}
