import { type Ageing, type Catalogue, isSolid, type Product } from '../catalogue';

/**
 * Strength (% w/w NaOCl) of liquid chlorine bleach after so many days closed and dark.
 * Second order: dC/dt = −k·C², log10 k = 0.149·μ + log10(2.083e10·T·e^(−1.018e5/RT)·e^(−56.5/R)),
 * μ = 2 × molarity (equal chloride). Water-utility handbook, from memory; good between 3 and 15 %.
 */
export function agedBleach(percent: number, density: number, days: number, temperatureC = 20): number {
  const T = temperatureC + 273.15;
  const R = 8.314;
  const M0 = (percent * 10 * density) / 74.442;
  // what hypochlorite loses stays as chloride and chlorate, so μ hardly changes and k is taken as constant
  const k = 10 ** (0.149 * 2 * M0 + Math.log10(2.083e10 * T * Math.exp(-1.018e5 / (R * T)) * Math.exp(-56.5 / R)));
  return percent / (1 + k * M0 * days * 86400);
}

/**
 * Days in which half of it is lost, by percent and by storage at 15 and 25 °C, as makers print them (White, Handbook of
 * Chlorination, from memory). The formula is 19 to 44 % on the hopeful side of these away from 5 %.
 */
const HALF_LIVES: readonly { percent: number; at15: number; at25: number }[] = [
  { percent: 0.5, at15: 60_000, at25: 6_000 },
  { percent: 2.5, at15: 18_000, at25: 1_800 },
  { percent: 5, at15: 5_000, at25: 790 },
  { percent: 10, at15: 800, at25: 220 },
  { percent: 15, at15: 330, at25: 100 },
];
/** Half-life in days: straight lines between the rows in logarithms; past the ends as at the last row. */
export function halfLife_days(percent: number, temperatureC: number): number {
  const rows = HALF_LIVES.map((r) => {
    const share = (temperatureC - 15) / 10;
    return { x: Math.log(r.percent), y: Math.log(r.at15) + share * (Math.log(r.at25) - Math.log(r.at15)) };
  });
  const x = Math.min(rows.at(-1)!.x, Math.max(rows[0]!.x, Math.log(percent)));
  const above = Math.max(
    1,
    rows.findIndex((r) => r.x >= x),
  );
  const [one, two] = [rows[above - 1]!, rows[above]!];
  return Math.exp(one.y + ((x - one.x) / (two.x - one.x)) * (two.y - one.y));
}

/**
 * Likely strength with a range: ±5 K of storage; the low edge is the lower of the formula and of the makers' half-lives,
 * since it is the edge that has to be strong enough.
 */
export function agedBleachRange(
  percent: number,
  density: number,
  days: number,
): { likely: number; low: number; high: number } {
  const halved = percent * 0.5 ** (days / halfLife_days(percent, 25));
  return {
    likely: agedBleach(percent, density, days, 20),
    low: Math.min(agedBleach(percent, density, days, 25), halved),
    high: Math.min(percent, agedBleach(percent, density, days, 15)),
  };
}

/** How a pack was kept; the last of them only where somebody says so. */
export type PackKept = 'shut' | 'opened' | 'damp';
/** What a product still holds: percent of its own basis, likely and at its edges, and why. */
export interface Aged {
  likely: number;
  low: number;
  high: number;
  says: string;
  source: string;
}
/**
 * What is left of a product's strength after so many days, at about 20 °C; null for what does not age here. Bleach by
 * the formula, everything else by the half-lives of `ageing`. Where nobody says how it was kept, it is likely as one kept
 * shut, and at its weakest as one that was opened.
 */
export function agedStrength(
  product: Product,
  percent: number,
  days: number,
  kept: PackKept | null,
  catalogue: Catalogue,
): Aged | null {
  if (!(days > 0)) return null;
  const { substance } = product.strength;
  const rows = [...catalogue.ageing.values()].filter((r) => r.substances.includes(substance));
  const of = (k: PackKept): Ageing | undefined => rows.find((r) => r.kept === k);
  const likely = of(kept ?? 'shut') ?? of('opened');
  if (likely) {
    // what was opened has been shut before: the weakest of those that may hold
    const weakest = kept ? likely : (of('opened') ?? likely);
    const left = (halfLife: number): number => percent * 0.5 ** (days / halfLife);
    return {
      likely: left(likely.halfLife_days.likely),
      low: Math.min(left(weakest.halfLife_days.low), left(likely.halfLife_days.low)),
      high: left(likely.halfLife_days.high),
      says: likely.says,
      source: likely.basis.default,
    };
  }
  if (!catalogue.substances.get(substance)?.availableChlorine || isSolid(product)) return null;
  return {
    ...agedBleachRange(percent, product.density ?? 1, days),
    says: 'bleach falls apart by itself, the stronger and warmer the sooner',
    source: 'utility-hypochlorite-handbook',
  };
}

/** How long a pack is good for one recipe, in days from when it was made or opened. */
export interface Lasting {
  /** The amount that a fresh one takes is enough, even at its weakest. */
  enough_days: number;
  /** Taken for its weakest, no more than twice as much is needed. */
  more_days: number;
}
/** From here on a new one is bought: twice the amount carries twice the salt and lye along (common practice). */
const TWICE = 2;
const YEARS_10 = 3650;
/**
 * Until when the amount for a fresh pack is enough, and until when more of it makes up for its age: `least` is the lowest
 * percent that counts and `wanted` what a fresh one is measured to, both of the finished mix; null for what does not age.
 */
export function lasting(
  product: Product,
  percent: number,
  wanted: number,
  least: number,
  kept: PackKept | null,
  catalogue: Catalogue,
): Lasting | null {
  if (!agedStrength(product, percent, 1, kept, catalogue)) return null;
  const share = (days: number): number =>
    days > 0 ? agedStrength(product, percent, days, kept, catalogue)!.low / percent : 1;
  /** Days until the weakest share falls below one; it only falls. */
  const until = (to: number): number => {
    let [low, high] = [0, YEARS_10];
    if (share(high) >= to) return high;
    while (high - low > 0.5) {
      const mid = (low + high) / 2;
      if (share(mid) >= to) low = mid;
      else high = mid;
    }
    return Math.floor(low);
  };
  return { enough_days: until(Math.min(1, least / wanted)), more_days: until(Math.min(1, least / wanted / TWICE)) };
}
