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
