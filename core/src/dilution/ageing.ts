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

/** Likely strength with a range: ±5 K of storage and a label that may be 10 % over at filling. */
export function agedBleachRange(
  percent: number,
  density: number,
  days: number,
): { likely: number; low: number; high: number } {
  return {
    likely: agedBleach(percent, density, days, 20),
    low: agedBleach(percent, density, days, 25),
    high: Math.min(percent, agedBleach(percent, density, days, 15)),
  };
}
