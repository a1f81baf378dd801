import { seeded } from '../quantity';
import type { Cover } from './cover';

const LEAST_OUT = 2;
const MOST_OUT = 6;
/** Steps of one try: more of it is better spent on another. */
const MOST_STEPS = 1500;
const now = (): number => performance.now() / 1000;

/**
 * A lighter set from one that serves all: some things are taken out, and what is open then is closed again for less than
 * they weighed, by depth-first search (ruin and recreate). So many tries, and until `until` (seconds of `performance.now`);
 * the same for the same seed as long as the time allows.
 */
export function polish(
  spots: readonly (readonly (readonly number[])[])[],
  cover: Pick<Cover, 'weights' | 'conflicts'>,
  from: ReadonlySet<number>,
  until: number,
  better?: (items: Set<number>) => void,
  tries = Infinity,
  seed = 1,
): Set<number> {
  const next = seeded(seed);
  const clashes = cover.weights.map(() => new Set<number>());
  for (const [a, b] of cover.conflicts) {
    clashes[a]!.add(b);
    clashes[b]!.add(a);
  }
  let best = new Set(from);
  const has = new Uint8Array(cover.weights.length);
  let steps = 0;
  /** What a way still asks for; −1 where it may not be. */
  const asks = (way: readonly number[], budget: number): number => {
    let w = 0;
    for (const i of way)
      if (!has[i]) {
        w += cover.weights[i]!;
        if (w > budget) return -1;
        for (const c of clashes[i]!) if (has[c]) return -1;
      }
    return w;
  };
  const close = (open: readonly number[], budget: number): boolean => {
    if (++steps > MOST_STEPS) return false;
    // the open spot with the fewest ways that can still be paid for
    let pick: { ways: (readonly number[])[]; cost: number[] } | null = null;
    const left: number[] = [];
    for (const s of open) {
      const ways: (readonly number[])[] = [];
      const cost: number[] = [];
      let served = false;
      for (const w of spots[s]!) {
        const c = asks(w, budget);
        if (c === 0) {
          served = true;
          break;
        }
        if (c > 0) {
          ways.push(w);
          cost.push(c);
        }
      }
      if (served) continue;
      if (!ways.length) return false;
      left.push(s);
      if (!pick || ways.length < pick.ways.length) pick = { ways, cost };
    }
    if (!pick) return true;
    for (const [k, way] of pick.ways.entries()) {
      const adds = way.filter((i) => !has[i]);
      if (adds.some((a) => adds.some((b) => clashes[a]!.has(b)))) continue;
      for (const i of adds) has[i] = 1;
      if (close(left, budget - pick.cost[k]!)) return true;
      for (const i of adds) has[i] = 0;
    }
    return false;
  };
  const all = spots.map((_, s) => s);
  for (let n = 0; n < tries && now() < until && best.size > 1; n++) {
    const items = [...best];
    const out = new Set<number>();
    const many = Math.min(items.length, LEAST_OUT + Math.floor(next() * (MOST_OUT - LEAST_OUT + 1)));
    while (out.size < many) out.add(items[Math.floor(next() * items.length)]!);
    has.fill(0);
    for (const i of items) if (!out.has(i)) has[i] = 1;
    const weighed = [...out].reduce((sum, i) => sum + cover.weights[i]!, 0);
    steps = 0;
    if (close(all, weighed - 1)) {
      best = new Set(cover.weights.flatMap((_, i) => (has[i] ? [i] : [])));
      better?.(best);
    }
  }
  return best;
}
