/**
 * The least that a cover can weigh, by Lagrange: the rows "no way without its items" are taken into the cost at prices
 * that are moved along the subgradient (Held and Karp 1971; Beasley 1993 for covering). Every price gives a true bound.
 * Prices of a spot's items, σ: the bound is Σ over spots of the cheapest way, + Σ over items of min(0, weight − Σ σ).
 */
export interface Prices {
  /** Per spot and item one, in the order of `Flat.pairItem`. */
  sigma: Float64Array;
  bound: number;
  /** Weight of each item less what its spots pay for it: above 0 it is not wanted at these prices. */
  reduced: Float64Array;
  /** How often an item was in a cheapest way, a share of the spots that know it; over the last rounds. */
  wanted: Float64Array;
}
/** Spots and ways as flat arrays: pairs are (spot, item), ways lists of pairs. */
export interface Flat {
  items: number;
  weights: Float64Array;
  /** Item of each pair. */
  pairItem: Int32Array;
  /** Pairs of item i: `pairsOf[pairsAt[i] .. pairsAt[i+1]]`. */
  pairsAt: Int32Array;
  pairsOf: Int32Array;
  /** Ways of spot s: `wayAt[s] .. wayAt[s+1]`; pairs of way w: `memberOf[memberAt[w] .. memberAt[w+1]]`. */
  wayAt: Int32Array;
  memberAt: Int32Array;
  memberOf: Int32Array;
}

/** Flat arrays of spots over items 0..n−1. */
export function flatten(spots: readonly (readonly (readonly number[])[])[], weights: readonly number[]): Flat {
  const pairItem: number[] = [];
  const wayAt = [0];
  const memberAt = [0];
  const memberOf: number[] = [];
  for (const ways of spots) {
    const local = new Map<number, number>();
    for (const w of ways) {
      for (const i of w) {
        if (!local.has(i)) local.set(i, pairItem.push(i) - 1);
        memberOf.push(local.get(i)!);
      }
      memberAt.push(memberOf.length);
    }
    wayAt.push(memberAt.length - 1);
  }
  const per = weights.map((): number[] => []);
  pairItem.forEach((i, p) => per[i]!.push(p));
  const pairsAt = new Int32Array(weights.length + 1);
  per.forEach((l, i) => (pairsAt[i + 1] = pairsAt[i]! + l.length));
  return {
    items: weights.length,
    weights: Float64Array.from(weights),
    pairItem: Int32Array.from(pairItem),
    pairsAt,
    pairsOf: Int32Array.from(per.flat()),
    wayAt: Int32Array.from(wayAt),
    memberAt: Int32Array.from(memberAt),
    memberOf: Int32Array.from(memberOf),
  };
}

/** What is settled of an item: not to be had, to be had, open. */
export const OUT = 0;
export const IN = 1;
export const OPEN = 2;

/** Prices to begin with: each item's weight shared among its spots. */
export function firstPrices(f: Flat): Float64Array {
  const sigma = new Float64Array(f.pairItem.length);
  for (let p = 0; p < sigma.length; p++) {
    const i = f.pairItem[p]!;
    sigma[p] = f.weights[i]! / Math.max(1, f.pairsAt[i + 1]! - f.pairsAt[i]!);
  }
  return sigma;
}

/** Rounds without a better bound after which the step is halved. */
const PATIENCE = 12;
const SMALLEST = 0.01;

/**
 * Better prices in so many rounds, beginning with `sigma` (which is changed). `fixed` says what is settled; `below` is
 * the weight that a better cover must stay under: a bound from there on ends it. Infinity where a spot has no way left.
 */
export function improve(f: Flat, fixed: Uint8Array, sigma: Float64Array, below: number, rounds: number): Prices {
  const spots = f.wayAt.length - 1;
  const pairs = f.pairItem.length;
  const best = new Float64Array(sigma);
  const use = new Float64Array(pairs);
  const reduced = new Float64Array(f.items);
  const bestReduced = new Float64Array(f.items);
  const wanted = new Float64Array(f.items);
  let bound = -Infinity;
  let step = 1.6;
  let since = 0;
  for (let round = 0; round < rounds; round++) {
    use.fill(0);
    let sum = 0;
    for (let s = 0; s < spots; s++) {
      let least = Infinity;
      let at = -1;
      for (let w = f.wayAt[s]!; w < f.wayAt[s + 1]!; w++) {
        let price = 0;
        for (let m = f.memberAt[w]!; m < f.memberAt[w + 1]!; m++) {
          const p = f.memberOf[m]!;
          if (fixed[f.pairItem[p]!] === OUT) {
            price = Infinity;
            break;
          }
          price += sigma[p]!;
        }
        if (price < least) [least, at] = [price, w];
      }
      if (at < 0) return { sigma: best, bound: Infinity, reduced: bestReduced, wanted };
      sum += least;
      for (let m = f.memberAt[at]!; m < f.memberAt[at + 1]!; m++) use[f.memberOf[m]!] = 1;
    }
    let norm = 0;
    for (let i = 0; i < f.items; i++) {
      if (fixed[i] === OUT) continue;
      let r = f.weights[i]!;
      for (let k = f.pairsAt[i]!; k < f.pairsAt[i + 1]!; k++) r -= sigma[f.pairsOf[k]!]!;
      reduced[i] = r;
      const has = fixed[i] === IN || r < 0 ? 1 : 0;
      if (has) sum += r;
      for (let k = f.pairsAt[i]!; k < f.pairsAt[i + 1]!; k++) {
        const p = f.pairsOf[k]!;
        wanted[i] = wanted[i]! + use[p]! / rounds / (f.pairsAt[i + 1]! - f.pairsAt[i]!);
        const g = use[p]! - has;
        // a price of nothing cannot fall
        if (g < 0 && sigma[p]! <= 0) use[p] = 0;
        else use[p] = g;
        norm += use[p]! * use[p]!;
      }
    }
    if (sum > bound + 1e-9) {
      bound = sum;
      best.set(sigma);
      bestReduced.set(reduced);
      since = 0;
      if (bound >= below) break;
    } else if (++since >= PATIENCE) {
      step /= 2;
      since = 0;
      sigma.set(best);
      if (step < SMALLEST) break;
      continue;
    }
    if (norm === 0) break;
    const move = (step * Math.max(below - sum, 1e-3 * Math.abs(below) + 1e-6)) / norm;
    for (let p = 0; p < pairs; p++) if (use[p] !== 0) sigma[p] = Math.max(0, sigma[p]! + move * use[p]!);
  }
  sigma.set(best);
  return { sigma: best, bound, reduced: bestReduced, wanted };
}
