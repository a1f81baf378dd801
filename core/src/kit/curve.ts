import type { Catalogue } from '../catalogue';
import type { Pair } from '../method';
import { bettered, coverOf, gentlest } from './smallest';

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
  const harm = (set: ReadonlySet<number>): number => {
    const has = (x: string): boolean => set.has(at.get(x) ?? -1);
    const done = pairs.flatMap((ps) => gentlest(ps, has)?.harm ?? []);
    return done.length ? done.reduce((a, b) => a + b, 0) / done.length : 0;
  };
  let now = new Set(kit.map((x) => at.get(x)!));
  const out: CurvePoint[] = [{ items: [...kit], added: [], gone: [], harm: harm(now) }];
  for (let more = 0; more < MOST_MORE; more++) {
    let best: { i: number; harm: number } | null = null;
    for (let i = 0; i < cover.names.length; i++) {
      if (now.has(i) || [...clashes[i]!].some((c) => now.has(c))) continue;
      const h = harm(new Set([...now, i]));
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
