import type { Pair } from '../method';

interface Row {
  job: number;
  /** The other thing of the pair; −1 where it needs none. */
  other: number;
  harm: number;
}
/** What would do each job, by number of the things: so that one thing more or less is looked up, not worked out anew. */
export class PairTable {
  private readonly of: Row[][];
  private readonly all: { product: number; tool: number; harm: number }[][];
  constructor(pairs: readonly (readonly Pair[])[], at: ReadonlyMap<string, number>) {
    this.of = Array.from({ length: at.size }, () => []);
    this.all = pairs.map((ps, job) =>
      ps.map(({ product, tool, harm }) => {
        const [p, t] = [product === null ? -1 : at.get(product)!, at.get(tool)!];
        this.of[t]!.push({ job, other: p, harm });
        if (p >= 0) this.of[p]!.push({ job, other: t, harm });
        return { product: p, tool: t, harm };
      }),
    );
  }
  /** The least harm of each job with such things; Infinity where none of it is done. */
  harms(has: ReadonlySet<number>): Float64Array {
    const out = new Float64Array(this.all.length).fill(Infinity);
    this.all.forEach((ps, job) => {
      for (const p of ps)
        if ((p.product < 0 || has.has(p.product)) && has.has(p.tool) && p.harm < out[job]!) out[job] = p.harm;
    });
    return out;
  }
  /** The same with one thing more. */
  withItem(harms: Float64Array, has: ReadonlySet<number>, item: number): Float64Array {
    const out = new Float64Array(harms);
    for (const r of this.of[item]!) if ((r.other < 0 || has.has(r.other)) && r.harm < out[r.job]!) out[r.job] = r.harm;
    return out;
  }
}
/** How many jobs are done, and their harm together; an open one counts as the worst. */
export function sumOf(harms: Float64Array): { done: number; harm: number } {
  let [done, harm] = [0, 0];
  for (const h of harms) {
    if (h === Infinity) harm += 1;
    else {
      done++;
      harm += h;
    }
  }
  return { done, harm };
}
