import type { Catalogue } from '../catalogue';
import { clashesOn } from '../gate';
import { type Context, type Pair, type Question, sufficing } from '../method';
import { bad, ok, type Result } from '../reason';
import { type Cover, type MilpSolver, withoutIdle } from './cover';
import { goalValue, type KitGoal, worthOf } from './goals';
import { solveCover } from './solve';
import { PairTable, sumOf } from './table';

export interface SmallestAsk {
  jobs: readonly Question[];
  /** Ids of what is there anyway: taken before what is not. */
  own?: readonly string[];
  goal?: KitGoal;
  /** What holds for all of the jobs: people, stance, the house; or one for each of them. */
  context?: Context;
  contexts?: readonly Context[];
  /** Pairs at this level of the shelf column or above never share a carrier. */
  apartFrom?: number;
  time_s?: number;
}
export interface KitCover {
  job: number;
  product: string | null;
  tool: string;
}
/** The smallest kit for some jobs. */
export interface SmallestKit {
  items: string[];
  covers: KitCover[];
  /** Jobs that nothing in it serves. */
  uncovered: number[];
  /** Of these, jobs that nothing at all would serve. */
  impossible: number[];
  goal: { name: KitGoal; value: number };
  /** No set is less of the goal: proven; else the least that there could be. */
  proven: boolean;
  least: number;
  /** Pairs that stand in one carrier only each in a tray of its own. */
  trays: [string, string][];
  /** Jobs that each item is there for: without it they could not be done. */
  needed: Record<string, number[]>;
}

/** Levels of the shelf column from which two things never share a carrier. */
export const APART = 4;
/** And from which they do so only each in a tray of its own. */
export const TRAY = 3;
/** The goal counts first, then the number of things: more than a kit ever holds. */
const FEWER = 200;
const TIME_s = 4;

/** Jobs as what would do each: pairs of product and tool, equal questions asked once; own records only where they are there. */
export function pairsOf(
  jobs: readonly Question[],
  contexts: Context | readonly Context[],
  catalogue: Catalogue,
  own: ReadonlySet<string> = new Set(),
  done: (n: number) => void = () => undefined,
): Result<Pair[][]> {
  const known = new Map<string, Pair[]>();
  // a record of the household's own is no thing that one can go and buy
  const canBeHad = (id: string | null): boolean =>
    id === null ||
    own.has(id) ||
    (catalogue.products.get(id) ?? catalogue.tools.get(id))?.basis['default'] !== 'household';
  const out: Pair[][] = [];
  for (const [i, q] of jobs.entries()) {
    const key = JSON.stringify([
      q.material,
      q.finish ?? null,
      q.soil,
      q.severity ?? null,
      q.age ?? null,
      q.area_m2 ?? null,
      q.zone ?? null,
      q.food ?? null,
      q.touched ?? null,
    ]);
    const own_context = Array.isArray(contexts) ? (contexts as readonly Context[])[i] : undefined;
    // what stands round one spot is its own
    let pairs = own_context ? undefined : known.get(key);
    if (!pairs) {
      const r = sufficing(q, own_context ?? (contexts as Context), catalogue);
      if (!r.ok) return { ok: false, problems: r.problems.map((p) => ({ ...p, path: `/jobs/${i}${p.path}` })) };
      pairs = r.value.filter((p) => canBeHad(p.product) && canBeHad(p.tool));
      if (!own_context) known.set(key, pairs);
    }
    out.push(pairs);
    done(i + 1);
  }
  return ok(out);
}

/** A cover whose items are named. */
export interface NamedCover extends Cover {
  names: string[];
}
/** Jobs, by what would do each, as a cover: the least of a goal, and of the number of things after it. */
export function coverOf(
  pairs: readonly (readonly Pair[])[],
  goal: KitGoal,
  apartFrom: number,
  catalogue: Catalogue,
): NamedCover {
  const names = [
    ...new Set(pairs.flatMap((ps) => ps.flatMap((p) => [...(p.product ? [p.product] : []), p.tool]))),
  ].sort();
  const at = new Map(names.map((n, i) => [n, i]));
  return {
    names,
    weights: names.map((n) => (goal === 'items' ? 1 : worthOf(n, goal, catalogue) * FEWER + 1)),
    conflicts: apart(names, apartFrom, catalogue).map(([a, b]) => [at.get(a)!, at.get(b)!] as const),
    spots: pairs.map((ps) => ps.map((p) => [...(p.product ? [at.get(p.product)!] : []), at.get(p.tool)!])),
  };
}
const clashing = new WeakMap<Catalogue, Map<string, readonly (readonly [string, string])[]>>();
/** Pairs that never share a carrier; asked once for one set of things. */
function apart(names: readonly string[], from: number, catalogue: Catalogue): readonly (readonly [string, string])[] {
  let of = clashing.get(catalogue);
  if (!of) clashing.set(catalogue, (of = new Map()));
  const key = `${from}|${names.join(',')}`;
  let pairs = of.get(key);
  if (!pairs) {
    pairs = clashesOn(names, catalogue)
      .filter((c) => c.level >= from)
      .map((c) => c.pair);
    if (of.size > MOST_KNOWN) of.clear();
    of.set(key, pairs);
  }
  return pairs;
}
const MOST_KNOWN = 20;

/**
 * The fewest things (or the least cost, harm, weight, scent) with which each job has a method that suffices, nothing in
 * one carrier that must be kept apart. What is owned is preferred where it makes no difference. Jobs that cannot be served
 * beside the others are named, as few as can be. Problems for what is not in the catalogue.
 */
export function smallestKit(
  ask: SmallestAsk,
  catalogue: Catalogue,
  solver: MilpSolver,
  better?: (so_far: SmallestKit) => void,
): Result<SmallestKit> {
  if (!ask.jobs.length) return bad('/jobs', 'Name at least one job: a surface and what is on it.');
  const goal = ask.goal ?? 'items';
  const started = performance.now();
  const pairs = pairsOf(ask.jobs, ask.contexts ?? ask.context ?? {}, catalogue, new Set(ask.own ?? []));
  if (!pairs.ok) return pairs;
  const left = (ask.time_s ?? TIME_s) - (performance.now() - started) / 1000;
  return ok(smallestOf(pairs.value, { ...ask, goal, time_s: Math.max(0.2, left) }, catalogue, solver, better));
}

/** The same from what would do each job. */
export function smallestOf(
  pairs: readonly (readonly Pair[])[],
  ask: Pick<SmallestAsk, 'own' | 'goal' | 'apartFrom' | 'time_s'>,
  catalogue: Catalogue,
  solver: MilpSolver,
  better?: (so_far: SmallestKit) => void,
): SmallestKit {
  const goal = ask.goal ?? 'items';
  const cover = coverOf(pairs, goal, ask.apartFrom ?? APART, catalogue);
  const tell = (items: readonly number[], bound: number, proven: boolean): SmallestKit =>
    told(items, bound, proven, goal, cover, pairs, catalogue);
  const found = solveCover(cover, solver, {
    time_s: ask.time_s ?? TIME_s,
    ...(better ? { better: (x) => better(tell(x.items, x.bound, false)) } : {}),
  })!;
  const items = bettered(cover, new Set(found.items), new Set(ask.own ?? []), pairs, catalogue);
  return tell([...items], found.bound, found.proven);
}

/** The least harm with which each job is done from a set of things; null where it is not. */
export const gentlest = (pairs: readonly Pair[], has: (item: string) => boolean): Pair | null =>
  pairs.reduce<Pair | null>(
    (best, p) => ((p.product === null || has(p.product)) && has(p.tool) && (!best || p.harm < best.harm) ? p : best),
    null,
  );

/**
 * The same amount of the goal with more of what is owned, then with less harm: one thing against another, as long as it
 * helps, everything still served and nothing beside what it must be kept apart from; then without what is idle.
 */
function bettered(
  cover: NamedCover,
  items: Set<number>,
  own: ReadonlySet<string>,
  pairs: readonly (readonly Pair[])[],
  catalogue: Catalogue,
): Set<number> {
  const clashes = cover.names.map(() => new Set<number>());
  for (const [a, b] of cover.conflicts) {
    clashes[a]!.add(b);
    clashes[b]!.add(a);
  }
  const table = new PairTable(pairs, new Map(cover.names.map((n, i) => [n, i])));
  const bought = (set: ReadonlySet<number>): number => [...set].filter((i) => !own.has(cover.names[i]!)).length;
  let now = new Set(items);
  let best = { bought: bought(now), ...sumOf(table.harms(now)) };
  for (let changed = true, rounds = 0; changed && rounds < MOST_ROUNDS; rounds++) {
    changed = false;
    for (const out of [...now]) {
      if (!now.has(out)) continue;
      const rest = new Set(now);
      rest.delete(out);
      const harms = table.harms(rest);
      for (let into = 0; into < cover.names.length; into++) {
        if (now.has(into) || cover.weights[into]! !== cover.weights[out]!) continue;
        if (catalogue.products.has(cover.names[into]!) !== catalogue.products.has(cover.names[out]!)) continue;
        if ([...clashes[into]!].some((c) => rest.has(c))) continue;
        const s = sumOf(table.withItem(harms, rest, into));
        const next = new Set([...rest, into]);
        const buys = bought(next);
        if (s.done < best.done || buys > best.bought || (buys === best.bought && s.harm >= best.harm - 1e-9)) continue;
        [now, best, changed] = [next, { bought: buys, ...s }, true];
        break;
      }
    }
  }
  return withoutIdle(cover, now);
}
const MOST_ROUNDS = 6;

function told(
  items: readonly number[],
  bound: number,
  proven: boolean,
  goal: KitGoal,
  cover: NamedCover,
  pairs: readonly (readonly Pair[])[],
  catalogue: Catalogue,
): SmallestKit {
  const names = items.map((i) => cover.names[i]!).sort();
  const set = new Set(names);
  const covers: KitCover[] = [];
  const uncovered: number[] = [];
  pairs.forEach((ps, job) => {
    const p = gentlest(ps, (x) => set.has(x));
    if (p) covers.push({ job, product: p.product, tool: p.tool });
    else uncovered.push(job);
  });
  const whole = names.reduce((sum, n) => sum + worthOf(n, goal, catalogue), 0);
  const least = goal === 'items' ? bound : Math.floor(bound / FEWER);
  return {
    items: names,
    covers,
    uncovered,
    impossible: pairs.flatMap((ps, job) => (ps.length ? [] : [job])),
    goal: { name: goal, value: goalValue(whole, goal) },
    proven,
    least: goalValue(proven ? whole : Math.min(least, whole), goal),
    trays: clashesOn(names, catalogue).flatMap((c) => (c.level === TRAY ? [c.pair] : [])),
    needed: Object.fromEntries(
      names.map((n) => [
        n,
        covers.flatMap(({ job }) => (gentlest(pairs[job]!, (x) => x !== n && set.has(x)) ? [] : [job])),
      ]),
    ),
  };
}
