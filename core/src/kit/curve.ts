import type { Catalogue } from '../catalogue';
import type { Pair } from '../method';
import { bettered, coverOf } from './smallest';
import { PairTable, sumOf } from './table';

/** A kit on the way from the smallest to the best: how many things, and the harm of its jobs done with it, 0–1 each. */
export interface CurvePoint {
  items: string[];
  /** What came to it last, and what went for it; none at the smallest. */
  added: string[];
  gone: string[];
  /** Mean harm of the jobs that it serves, each at its gentlest. */
  harm: number;
}
/** Less than that nobody notices. */
const WORTH = 0.002;
const MOST_MORE = 8;

/**
 * From a kit on, one thing more at a time, each the one that makes its jobs gentlest, others exchanged where that helps;
 * until nothing more is worth having. Never beside what it must be kept apart from.
 */
export function curveFrom(
  kit: readonly string[],
  pairs: readonly (readonly Pair[])[],
  own: readonly string[],
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
  const harm = (set: ReadonlySet<number>): number => mean(table.harms(set));
  let now = new Set(kit.map((x) => at.get(x)!));
  const out: CurvePoint[] = [{ items: [...kit], added: [], gone: [], harm: harm(now) }];
  for (let more = 0; more < MOST_MORE; more++) {
    const harms = table.harms(now);
    let best: { i: number; harm: number } | null = null;
    for (let i = 0; i < cover.names.length; i++) {
      if (now.has(i) || [...clashes[i]!].some((c) => now.has(c))) continue;
      const h = mean(table.withItem(harms, now, i));
      if (!best || h < best.harm - 1e-12) best = { i, harm: h };
    }
    if (!best || best.harm > out.at(-1)!.harm - WORTH) break;
    const next = new Set([...now, best.i]);
    const swapped = bettered(cover, next, new Set(own), pairs, catalogue, false);
    now = harm(swapped) <= best.harm ? swapped : next;
    const before = out.at(-1)!.items;
    const items = [...now].map((i) => cover.names[i]!).sort();
    out.push({
      items,
      added: items.filter((x) => !before.includes(x)),
      gone: before.filter((x) => !items.includes(x)),
      harm: harm(now),
    });
  }
  return out;
}
