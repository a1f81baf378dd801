/**
 * Spots that each need one of several ways, a way being the items that it needs all of: which items to have. Weights are
 * whole numbers above 0; a conflict is a pair that may not both be had.
 */
export interface Cover {
  weights: readonly number[];
  conflicts: readonly (readonly [number, number])[];
  spots: readonly (readonly (readonly number[])[])[];
}
/** Items by number, which spots they leave, the sum of their weights, and the least that any such set can weigh. */
export interface Covered {
  items: number[];
  uncovered: number[];
  value: number;
  bound: number;
  /** Nothing weighs less, and nothing serves more spots. */
  proven: boolean;
}

/** A mixed-integer programme in rows: minimise cost · x, lower ≤ A x ≤ upper, 0 ≤ x ≤ 1. */
export interface Milp {
  cost: number[];
  /** Columns that must be whole. */
  whole: boolean[];
  rows: { of: number[]; with: number[]; lower: number; upper: number }[];
}
export interface Solved {
  status: 'optimal' | 'stopped' | 'infeasible';
  x: ArrayLike<number> | null;
  bound: number;
}
/** Somebody who solves such programmes, for so many seconds at the most; `start` is a solution to begin with. */
export type MilpSolver = (
  model: Milp,
  o: { time_s: number; start?: readonly number[]; better?(x: ArrayLike<number>, bound: number): void },
) => Solved;

const key = (way: readonly number[]): string => way.join(',');
const holds = (way: readonly number[], all: ReadonlySet<number>): boolean => way.every((i) => all.has(i));
const isWithin = (a: readonly number[], b: readonly number[]): boolean => a.every((i) => b.includes(i));

/** Every part of a way that is itself a way would be: all its non-empty subsets, as keys; ways are a few items long. */
function* partsOf(way: readonly number[]): Generator<string> {
  for (let m = 1; m < 1 << way.length; m++) {
    let k = '';
    for (let i = 0; i < way.length; i++) if (m & (1 << i)) k += k ? `,${way[i]!}` : String(way[i]!);
    yield k;
  }
}
/** Ways longer than that are compared one by one. */
const SHORT_WAY = 6;
/** Whether one of the ways (by their keys) lies within a way, which is in order. */
function anyWithin(keys: ReadonlySet<string>, ways: readonly (readonly number[])[], way: readonly number[]): boolean {
  if (way.length > SHORT_WAY) return ways.some((w) => isWithin(w, way));
  for (const k of partsOf(way)) if (keys.has(k)) return true;
  return false;
}

/** A way without what is listed twice, in order; ways that hold another one whole, or a conflict in themselves, fall away. */
export function leastWays(ways: readonly (readonly number[])[], clash: (a: number, b: number) => boolean): number[][] {
  const all = [...new Map(ways.map((w) => [...new Set(w)].sort((a, b) => a - b)).map((w) => [key(w), w])).values()]
    .filter((w) => !w.some((a, i) => w.slice(i + 1).some((b) => clash(a, b))))
    .sort((a, b) => a.length - b.length);
  const kept: number[][] = [];
  const keys = new Set<string>();
  for (const w of all)
    if (!anyWithin(keys, kept, w)) {
      kept.push(w);
      keys.add(key(w));
    }
  return kept;
}

/** What is left to decide after the plain reasoning, and what that has shown. */
export interface Presolved {
  spots: number[][][];
  /** Items that cannot help more than another that weighs no more and clashes with no more. */
  dropped: Set<number>;
  /** Items that some spot cannot do without. */
  forced: Set<number>;
  /** Spots that no way serves. */
  impossible: number[];
}

/**
 * What structure shows without solving, every step keeping an optimum of the whole: equal spots merged, ways that hold
 * another one dropped, spots that any cover of another serves dropped, items that another outdoes dropped, items that a
 * spot cannot do without taken. Holds where all spots that can be served are served together.
 */
export function presolve(cover: Cover): Presolved {
  const clashes = cover.weights.map(() => new Set<number>());
  for (const [a, b] of cover.conflicts) {
    clashes[a]!.add(b);
    clashes[b]!.add(a);
  }
  const clash = (a: number, b: number): boolean => clashes[a]!.has(b);
  const impossible: number[] = [];
  let spots: number[][][] = [];
  cover.spots.forEach((ways, i) => {
    const least = leastWays(ways, clash);
    if (least.length) spots.push(least);
    else impossible.push(i);
  });
  const forced = new Set<number>();
  const dropped = new Set<number>();
  for (let changed = true; changed;) {
    changed = false;
    // equal spots once; of two, the one whose every way serves the other stands for both
    const unique = [...new Map(spots.map((s) => [s.map(key).sort().join('|'), s])).values()].sort(
      (a, b) => a.length - b.length,
    );
    const kept: number[][][] = [];
    for (const s of unique) {
      const keys = new Set(s.map(key));
      if (!kept.some((k) => k.every((way) => anyWithin(keys, s, way)))) kept.push(s);
    }
    if (kept.length < spots.length) changed = true;
    spots = kept;
    // what every way of a spot needs is had; what clashes with that is not
    for (const s of spots)
      for (const i of s[0]!)
        if (!forced.has(i) && s.every((w) => w.includes(i))) {
          forced.add(i);
          changed = true;
        }
    for (const i of forced)
      for (const c of clashes[i]!)
        if (!dropped.has(c)) {
          dropped.add(c);
          changed = true;
        }
    // a is outdone by b: in every way that needs it b does as well, weighs no more and clashes with nothing else
    const used = new Map<number, [number, number][]>();
    spots.forEach((s, si) => s.forEach((w, wi) => w.forEach((i) => used.set(i, [...(used.get(i) ?? []), [si, wi]]))));
    const keyed = spots.map((s) => new Set(s.map(key)));
    for (const [a, places] of used) {
      if (forced.has(a) || dropped.has(a)) continue;
      const [si, wi] = places[0]!;
      const candidates = new Set(spots[si]!.flatMap((w) => (w === spots[si]![wi] ? [] : w)));
      for (const b of candidates) {
        if (b === a || dropped.has(b) || cover.weights[b]! > cover.weights[a]!) continue;
        if ([...clashes[b]!].some((c) => c !== a && !clashes[a]!.has(c) && !dropped.has(c))) continue;
        const instead = places.every(([s, w]) => {
          const swapped = [...new Set(spots[s]![w]!.map((i) => (i === a ? b : i)))].sort((x, y) => x - y);
          return anyWithin(keyed[s]!, spots[s]!, swapped);
        });
        if (instead) {
          dropped.add(a);
          changed = true;
          break;
        }
      }
    }
    if (dropped.size) spots = spots.map((s) => s.filter((w) => !w.some((i) => dropped.has(i))));
    // what is had anyway is no condition any more
    spots = spots.map((s) =>
      leastWays(
        s.map((w) => w.filter((i) => !forced.has(i))),
        clash,
      ),
    );
    const open = spots.filter((s) => !s.some((w) => !w.length));
    if (open.length < spots.length) changed = true;
    spots = open;
    // a spot that lost its last way: together they cannot be served
    if (spots.some((s) => !s.length)) break;
  }
  return { spots, dropped, forced, impossible };
}

/** Spots that hang together by an item or a conflict, each group by itself. */
export function components(
  spots: readonly (readonly (readonly number[])[])[],
  conflicts: Cover['conflicts'],
): number[][] {
  const parent = new Map<number, number>();
  const find = (i: number): number => {
    let x = i;
    while ((parent.get(x) ?? x) !== x) x = parent.get(x)!;
    return x;
  };
  const join = (a: number, b: number): void => void parent.set(find(a), find(b));
  const known = new Set(spots.flat(2));
  for (const s of spots) for (const w of s) for (const i of w) join(i, s[0]![0]!);
  for (const [a, b] of conflicts) if (known.has(a) && known.has(b)) join(a, b);
  const groups = new Map<number, number[]>();
  spots.forEach((s, i) => {
    const root = find(s[0]![0]!);
    groups.set(root, [...(groups.get(root) ?? []), i]);
  });
  return [...groups.values()];
}

/**
 * The programme in its strong form: for every spot and item the sum of that spot's ways that use the item is at most the
 * item. Items are whole; ways follow. With `miss` a spot may stay open at that cost.
 */
export function programme(
  spots: readonly (readonly (readonly number[])[])[],
  weights: readonly number[],
  conflicts: Cover['conflicts'],
  miss: number | null,
): { model: Milp; items: number[]; at: ReadonlyMap<number, number>; missAt: number } {
  const items = [...new Set(spots.flat(2))].sort((a, b) => a - b);
  const at = new Map(items.map((i, c) => [i, c]));
  const cost = items.map((i) => weights[i]!);
  const whole = items.map(() => true);
  const rows: Milp['rows'] = [];
  let next = items.length;
  for (const ways of spots) {
    const first = next;
    next += ways.length;
    cost.push(...ways.map(() => 0));
    whole.push(...ways.map(() => false));
    rows.push({ of: ways.map((_, w) => first + w), with: ways.map(() => 1), lower: 1, upper: Infinity });
    for (const i of new Set(ways.flat())) {
      const using = ways.flatMap((w, k) => (w.includes(i) ? [first + k] : []));
      rows.push({ of: [...using, at.get(i)!], with: [...using.map(() => 1), -1], lower: -Infinity, upper: 0 });
    }
  }
  const missAt = next;
  if (miss !== null) {
    let s = 0;
    for (const row of rows)
      if (row.lower === 1) {
        row.of.push(missAt + s++);
        row.with.push(1);
      }
    cost.push(...spots.map(() => miss));
    // a spot half open would be no spot open
    whole.push(...spots.map(() => true));
  }
  for (const [a, b] of conflicts)
    if (at.has(a) && at.has(b)) rows.push({ of: [at.get(a)!, at.get(b)!], with: [1, 1], lower: -Infinity, upper: 1 });
  return { model: { cost, whole, rows }, items, at, missAt };
}

/** Which spots a set of items serves. */
export const servedBy = (cover: Pick<Cover, 'spots'>, items: ReadonlySet<number>): boolean[] =>
  cover.spots.map((ways) => ways.some((w) => holds(w, items)));

/**
 * A cover by hand: the way that serves most open spots for what it adds, again and again, and then without what is not
 * needed. Never takes what clashes with what it has. `had` are items that are there anyway.
 */
export function greedy(cover: Cover, had: ReadonlySet<number> = new Set()): Set<number> {
  const clashes = cover.weights.map(() => new Set<number>());
  for (const [a, b] of cover.conflicts) {
    clashes[a]!.add(b);
    clashes[b]!.add(a);
  }
  const items = new Set(had);
  const open = new Set(cover.spots.map((_, i) => i));
  const settle = (): void => {
    for (const s of open) if (cover.spots[s]!.some((w) => holds(w, items))) open.delete(s);
  };
  settle();
  for (;;) {
    // each way by what it adds; ways of several spots that add the same are one choice
    const choices = new Map<string, { adds: number[]; serves: number }>();
    for (const s of open)
      for (const adds of new Map(
        cover.spots[s]!.map((w) => w.filter((i) => !items.has(i)).sort((a, b) => a - b)).map((w) => [key(w), w]),
      ).values()) {
        if (adds.some((i) => [...clashes[i]!].some((c) => items.has(c) || adds.includes(c)))) continue;
        const had = choices.get(key(adds));
        if (had) had.serves++;
        else choices.set(key(adds), { adds, serves: 1 });
      }
    let best: { adds: number[]; rate: number } | null = null;
    for (const { adds } of choices.values()) {
      // what it serves with what is had, not by itself alone
      const withIt = new Set([...items, ...adds]);
      let serves = 0;
      for (const s of open) if (cover.spots[s]!.some((w) => holds(w, withIt))) serves++;
      const rate = serves / adds.reduce((n, i) => n + cover.weights[i]!, 0);
      if (!best || rate > best.rate) best = { adds, rate };
    }
    if (!best) break;
    for (const i of best.adds) items.add(i);
    settle();
  }
  return withoutIdle(cover, items, had);
}

/** A set without what serves nothing that the rest does not serve, the heaviest tried first. */
export function withoutIdle(
  cover: Cover,
  from: ReadonlySet<number>,
  had: ReadonlySet<number> = new Set(),
): Set<number> {
  const items = new Set(from);
  const served = servedBy(cover, items);
  for (const i of [...items].sort((a, b) => cover.weights[b]! - cover.weights[a]! || b - a)) {
    if (had.has(i)) continue;
    items.delete(i);
    const now = servedBy(cover, items);
    if (served.some((s, k) => s && !now[k])) items.add(i);
  }
  return items;
}
