import {
  components,
  type Cover,
  type Covered,
  greedy,
  leastWays,
  type MilpSolver,
  presolve,
  programme,
  servedBy,
  withoutIdle,
} from './cover';
import { polish } from './polish';
import { searchCover } from './search';

export interface SolveOptions {
  /** Seconds in all. */
  time_s: number;
  /** What is the best so far, and the least that it could weigh. */
  better?(so_far: Covered): void;
  /** Every spot that can be served by itself must be served; else what is not served is the least. */
  all?: boolean;
}
/** Seconds of the own search before the solver takes over: what it can prove at all, it proves in that. */
const SEARCH_s = 3;
/** Spots of a part from which on a better set is looked for first, and the share of the time for that. */
const MANY = 50;
const POLISHED = 0.3;
const NEAR_ONE = 0.5;
const WHOLE = 1e-6;
const now = (): number => performance.now() / 1000;

/**
 * The lightest set of items that serves every spot, conflicts kept: structure first, then a mixed-integer programme for
 * each part that hangs together: by branch and bound where that proves it soon, else by the solver. Where not all spots can be served together, as many as can be, then the lightest.
 * `infeasible` only with `all`: null then.
 */
export function solveCover(cover: Cover, solver: MilpSolver, o: SolveOptions): Covered | null {
  const until = now() + o.time_s;
  const hard = solveHard(cover, solver, until, o);
  if (hard !== 'impossible') return hard;
  return o.all ? null : solveSoft(cover, solver, until, o);
}

const valueOf = (cover: Cover, items: Iterable<number>): number =>
  [...items].reduce((sum, i) => sum + cover.weights[i]!, 0);
const answerOf = (cover: Cover, items: ReadonlySet<number>, bound: number, proven: boolean): Covered => {
  const served = servedBy(cover, items);
  const value = valueOf(cover, items);
  return {
    items: [...items].sort((a, b) => a - b),
    uncovered: served.flatMap((s, i) => (s ? [] : [i])),
    value,
    bound: proven ? value : Math.min(value, Math.ceil(bound - WHOLE)),
    proven,
  };
};

function solveHard(cover: Cover, solver: MilpSolver, until: number, o: SolveOptions): Covered | 'impossible' {
  const p = presolve(cover);
  if (o.all && p.impossible.length) return 'impossible';
  if (p.spots.some((s) => !s.length)) return 'impossible';
  const chosen = new Set(p.forced);
  const clash = cover.conflicts.some(([a, b]) => chosen.has(a) && chosen.has(b));
  if (clash) return 'impossible';
  let bound = valueOf(cover, chosen);
  let proven = true;
  const parts = components(p.spots, cover.conflicts).map((group) => group.map((i) => p.spots[i]!));
  // small parts first: what they leave of the time is for the large ones
  parts.sort((a, b) => a.length - b.length);
  // a first set, so that there is something to show
  const rough = parts.map((spots) => greedy({ ...cover, spots }));
  const complete = (upTo: ReadonlySet<number>[]): Set<number> => new Set([...p.forced, ...upTo.flatMap((s) => [...s])]);
  const found: ReadonlySet<number>[] = [...rough];
  o.better?.(answerOf(cover, complete(found), bound, false));
  for (const [k, spots] of parts.entries()) {
    const left = Math.max(0.05, until - now());
    const serves = servedBy({ spots }, rough[k]!).every(Boolean);
    // a large part is not proven soon: a better set first
    if (serves && spots.length > MANY)
      found[k] = polish(spots, cover, rough[k]!, now() + left * POLISHED, (set) => {
        found[k] = set;
        o.better?.(answerOf(cover, complete(found), bound, false));
      });
    const s = searchCover(spots, cover, serves ? found[k]! : null, now() + Math.min(SEARCH_s, left / 2), (set, b) => {
      found[k] = set;
      o.better?.(answerOf(cover, complete(found), bound + b, false));
    });
    if (s.items) found[k] = s.items;
    if (s.done) {
      if (!s.items) return 'impossible';
      bound += valueOf(cover, s.items);
      continue;
    }
    const { model, items, at } = programme(spots, cover.weights, cover.conflicts, null);
    const start = startOf(spots, model.cost.length, at, found[k]!);
    const r = solver(model, {
      time_s: Math.max(0.05, (until - now()) / (parts.length - k)),
      ...(start ? { start } : {}),
      better: (x, b) => {
        found[k] = new Set(items.filter((_, c) => x[c]! > NEAR_ONE));
        o.better?.(answerOf(cover, complete(found), bound + b, false));
      },
    });
    if (r.status === 'infeasible') return 'impossible';
    if (r.x) found[k] = new Set(items.filter((_, c) => r.x![c]! > NEAR_ONE));
    if (r.status !== 'optimal') proven = false;
    bound += r.status === 'optimal' ? valueOf(cover, found[k]!) : Math.max(s.bound, r.bound);
  }
  const all = withoutIdle(cover, complete(found));
  return answerOf(cover, all, bound, proven);
}

/** Where they cannot all be served together: each open spot costs more than all items, so as few as can be stay open. */
function solveSoft(cover: Cover, solver: MilpSolver, until: number, o: SolveOptions): Covered {
  const miss = cover.weights.reduce((a, b) => a + b, 0) + 1;
  const pairs = new Set(cover.conflicts.flatMap(([a, b]) => [`${a},${b}`, `${b},${a}`]));
  // equal spots count as often as there are of them, so they stay apart here
  const spots = cover.spots.map((ways) => leastWays(ways, (a, b) => pairs.has(`${a},${b}`))).filter((s) => s.length);
  const { model, items, at, missAt } = programme(spots, cover.weights, cover.conflicts, miss);
  const rough = greedy(cover);
  const start = startOf(spots, model.cost.length, at, rough, missAt);
  const r = solver(model, {
    time_s: Math.max(0.05, until - now()),
    ...(start ? { start } : {}),
    better: (x, b) =>
      o.better?.(answerOf(cover, new Set(items.filter((_, c) => x[c]! > NEAR_ONE)), leastOf(b, miss), false)),
  });
  const chosen = r.x ? new Set(items.filter((_, c) => r.x![c]! > NEAR_ONE)) : rough;
  return answerOf(cover, withoutIdle(cover, chosen), leastOf(r.bound, miss), r.status === 'optimal');
}
/** Of a bound that counts open spots too, what is left for the items. */
const leastOf = (bound: number, miss: number): number => Math.max(0, bound % miss);

/** A set as values of all columns, for the solver to begin with; null where it serves not all of them. */
function startOf(
  spots: readonly (readonly (readonly number[])[])[],
  columns: number,
  at: ReadonlyMap<number, number>,
  items: ReadonlySet<number>,
  missAt?: number,
): number[] | null {
  const x = new Array<number>(columns).fill(0);
  for (const i of items) if (at.has(i)) x[at.get(i)!] = 1;
  let next = at.size;
  for (const [s, ways] of spots.entries()) {
    const w = ways.findIndex((way) => way.every((i) => items.has(i)));
    if (w >= 0) x[next + w] = 1;
    else if (missAt === undefined) return null;
    else x[missAt + s] = 1;
    next += ways.length;
  }
  return x;
}
