import type { Catalogue } from '../catalogue';
import { mayShelve } from '../gate';
import type { Pair } from '../method';

/** What would help most: one thing, or two that do nothing without each other, and the jobs that they add. */
export interface Help {
  items: string[];
  jobs: number[];
}
/**
 * Of things that are not there, those that add most jobs for each thing that is got, one after the other; so many at the
 * most. Never what may not stand beside what was told before it.
 */
export function helpMost(
  pairs: readonly (readonly Pair[])[],
  there: readonly string[],
  most: number,
  catalogue: Catalogue,
): { done: number[]; help: Help[] } {
  const has = new Set(there);
  const serves = (ps: readonly Pair[]): boolean =>
    ps.some((p) => (p.product === null || has.has(p.product)) && has.has(p.tool));
  let open = pairs.flatMap((ps, job) => (ps.length && !serves(ps) ? [job] : []));
  const done = pairs.flatMap((ps, job) => (serves(ps) ? [job] : []));
  const help: Help[] = [];
  const told: string[] = [];
  while (help.length < most && open.length) {
    const adds = new Map<string, { items: string[]; jobs: Set<number> }>();
    for (const job of open)
      for (const p of pairs[job]!) {
        const items = [p.product, p.tool].filter((x): x is string => x !== null && !has.has(x)).sort();
        const key = items.join(' ');
        const one = adds.get(key) ?? { items, jobs: new Set<number>() };
        one.jobs.add(job);
        adds.set(key, one);
      }
    // what one of two adds by itself counts for both of them
    for (const two of adds.values())
      if (two.items.length === 2) for (const x of two.items) for (const j of adds.get(x)?.jobs ?? []) two.jobs.add(j);
    const [best] = [...adds.values()]
      .filter(({ items }) => items.every((x) => mayShelve(x, told, null, {}, catalogue).may !== 'no'))
      .sort(
        (a, b) =>
          b.jobs.size / b.items.length - a.jobs.size / a.items.length || (a.items.join() < b.items.join() ? -1 : 1),
      );
    if (!best) break;
    for (const x of best.items) {
      has.add(x);
      told.push(x);
    }
    const now = open.filter((job) => serves(pairs[job]!));
    open = open.filter((job) => !now.includes(job));
    help.push({ items: best.items, jobs: now });
  }
  return { done, help };
}
