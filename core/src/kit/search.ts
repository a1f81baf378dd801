import type { Cover } from './cover';
import { firstPrices, flatten, improve, IN, OPEN, OUT } from './bound';

/** What the search ended with: the lightest set that it found, the least that there can be, and whether it went through all. */
export interface Searched {
  items: Set<number> | null;
  bound: number;
  done: boolean;
  /** Items that are settled at the root, for whoever goes on from there. */
  out: Set<number>;
  in: Set<number>;
  nodes: number;
}
const ROOT_ROUNDS = 400;
const NODE_ROUNDS = 60;
const now = (): number => performance.now() / 1000;

/**
 * Branch and bound over items with Lagrange bounds: exact. `spots` must each have a way; weights whole numbers. Begins
 * with `first` where that serves all; ends at `until` (seconds of `performance.now`).
 */
export function searchCover(
  spots: readonly (readonly (readonly number[])[])[],
  cover: Pick<Cover, 'weights' | 'conflicts'>,
  first: ReadonlySet<number> | null,
  until: number,
  better?: (items: Set<number>, bound: number) => void,
): Searched {
  const names = [...new Set(spots.flat(2))].sort((a, b) => a - b);
  const at = new Map(names.map((i, k) => [i, k]));
  const weights = names.map((i) => cover.weights[i]!);
  const local = spots.map((s) => s.map((w) => w.map((i) => at.get(i)!)));
  const f = flatten(local, weights);
  const clashes = names.map((): number[] => []);
  for (const [a, b] of cover.conflicts)
    if (at.has(a) && at.has(b)) {
      clashes[at.get(a)!]!.push(at.get(b)!);
      clashes[at.get(b)!]!.push(at.get(a)!);
    }
  const weighs = (set: Iterable<number>): number => [...set].reduce((sum, i) => sum + cover.weights[i]!, 0);
  let best = first ? new Set(first) : null;
  let most = best ? weighs(best) : weights.reduce((a, b) => a + b, 0) + 1;
  let nodes = 0;
  let over = false;

  const settle = (fixed: Uint8Array, i: number, to: number): boolean => {
    if (fixed[i] === to) return true;
    if (fixed[i] !== OPEN) return false;
    fixed[i] = to;
    return to === OUT || clashes[i]!.every((c) => settle(fixed, c, OUT));
  };
  /** Whether what is in serves all; then it is a cover. */
  const serves = (has: (i: number) => boolean): boolean => local.every((ways) => ways.some((w) => w.every(has)));
  const take = (has: (i: number) => boolean, bound: number): void => {
    const set = new Set<number>();
    names.forEach((name, i) => has(i) && set.add(name));
    // without what is not needed
    for (const name of [...set].sort((a, b) => cover.weights[b]! - cover.weights[a]!)) {
      set.delete(name);
      if (!serves((i) => set.has(names[i]!))) set.add(name);
    }
    const w = weighs(set);
    if (w < most) {
      [best, most] = [set, w];
      better?.(set, bound);
    }
  };

  const rootFixed = new Uint8Array(names.length).fill(OPEN);
  const sigma = firstPrices(f);
  let rootBound = 0;
  const visit = (fixed: Uint8Array, prices: Float64Array, rounds: number, root: boolean): void => {
    if (over) return;
    nodes++;
    if (now() > until) {
      over = true;
      return;
    }
    let p = improve(f, fixed, prices, most, rounds);
    if (root) rootBound = p.bound;
    if (Math.ceil(p.bound - 1e-6) >= most) return;
    // what would cost too much at these prices is settled, either way
    for (let changed = true; changed;) {
      changed = false;
      for (let i = 0; i < names.length; i++) {
        if (fixed[i] !== OPEN) continue;
        const r = p.reduced[i]!;
        if (r > 0 && Math.ceil(p.bound + r - 1e-6) >= most) {
          if (!settle(fixed, i, OUT)) return;
          changed = true;
        } else if (r < 0 && Math.ceil(p.bound - r - 1e-6) >= most) {
          if (!settle(fixed, i, IN)) return;
          changed = true;
        }
      }
      if (!changed) break;
      p = improve(f, fixed, prices, most, Math.min(rounds, 20));
      if (Math.ceil(p.bound - 1e-6) >= most) return;
    }
    if (serves((i) => fixed[i] === IN)) return take((i) => fixed[i] === IN, p.bound);
    // a cover from what the prices want, now and then
    const wants = (i: number): boolean => fixed[i] === IN || (fixed[i] === OPEN && p.reduced[i]! < 0);
    if (serves(wants) && names.every((_, i) => !wants(i) || clashes[i]!.every((c) => !wants(c)))) take(wants, p.bound);
    // branch on what is wanted most of what is open
    let pick = -1;
    let score = -Infinity;
    for (let i = 0; i < names.length; i++) {
      if (fixed[i] !== OPEN) continue;
      const s = -p.reduced[i]! / Math.max(1, weights[i]!) + p.wanted[i]!;
      if (s > score) [score, pick] = [s, i];
    }
    if (pick < 0) return;
    for (const to of [IN, OUT]) {
      const next = new Uint8Array(fixed);
      if (settle(next, pick, to)) visit(next, new Float64Array(p.sigma), NODE_ROUNDS, false);
    }
  };
  visit(rootFixed, sigma, ROOT_ROUNDS, true);
  return {
    items: best,
    bound: over ? Math.min(most, Math.ceil(rootBound - 1e-6)) : most,
    done: !over,
    out: new Set(names.filter((_, i) => rootFixed[i] === OUT)),
    in: new Set(names.filter((_, i) => rootFixed[i] === IN)),
    nodes,
  };
}
