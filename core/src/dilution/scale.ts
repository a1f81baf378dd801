import type { Substance } from '../catalogue';

/** g/mol of calcium carbonate. */
const CACO3 = 100.09;
/** g of calcite to a g of pure acid, all of it used up: a carbonate takes two protons. Null where it is no acid for scale. */
export const calcitePerGram = ({ dissolvesLime, molarMass }: Substance): number | null =>
  dissolvesLime && molarMass ? (dissolvesLime.protons * CACO3) / (2 * molarMass) : null;

/** Density of the crust, g/cm³: half as dense as calcite (2.71), since it holds pores and water (common practice). */
const CRUST_DENSITY = 1.8;
/** Grams of scale of a crust so thick on so much. */
export const scaleOf = (thickness_mm: number, area_cm2: number): number =>
  (thickness_mm / 10) * area_cm2 * CRUST_DENSITY;

/**
 * What it takes to dissolve so much scale with baths of a liquid of so many percent (g in 100 mL): grams of acid at the
 * least, how many baths, after how many grams of scale each is spent, and what falls out if it is pressed further. A bath counts with what stays in clear solution;
 * scale holds more than lime, so it is never fewer. Null for what is no acid for scale.
 */
export function descale(
  scale_g: number,
  acid: Substance,
  bath_mL: number,
  percent: number,
): { acid_g: number; rounds: number; each_g: number; leaves: string | null } | null {
  const all = calcitePerGram(acid);
  if (all === null || !(percent > 0 && bath_mL > 0)) return null;
  const inClear = ((bath_mL * percent) / 100) * (acid.dissolvesLime!.clear ?? all);
  return {
    acid_g: scale_g / all,
    each_g: inClear,
    rounds: Math.max(1, Math.ceil(scale_g / inClear - 1e-9)),
    leaves: acid.dissolvesLime!.leaves ?? null,
  };
}

/** Alkalinity as a share of hardness, and hardness mg/L as CaCO3, to scale mg a litre at the boil (PHREEQC, 10⁻³ atm CO2). */
const BOILED: readonly { alkalinity: number; mgPerL: readonly number[] }[] = [
  { alkalinity: 0.6, mgPerL: [14, 45, 76, 107, 138, 168, 199, 229] },
  { alkalinity: 0.8, mgPerL: [21, 61, 100, 140, 180, 219, 259, 299] },
  { alkalinity: 1, mgPerL: [27, 71, 114, 156, 197, 237, 278, 318] },
];
const STEP = 50;

/** Scale that a litre leaves when it is boiled, mg at the most; between rows straight lines, below the first through nothing. */
export function scaleBoiled_mgPerL(hardness_mgL: number, alkalinity = 0.8): number {
  const ofRow = (mgPerL: readonly number[]): number => {
    const at = Math.max(0, hardness_mgL) / STEP;
    const i = Math.min(mgPerL.length - 1, Math.floor(at));
    const low = i === 0 ? 0 : mgPerL[i - 1]!;
    const high = mgPerL[Math.min(i, mgPerL.length - 1)]!;
    const last = mgPerL.length;
    // past the table as steep as at its end
    if (at >= last) return mgPerL[last - 1]! + (at - last) * (mgPerL[last - 1]! - mgPerL[last - 2]!);
    return low + (at - i) * (high - low);
  };
  const rows = BOILED.map((r) => ({ a: r.alkalinity, x: ofRow(r.mgPerL) }));
  const a = Math.min(1, Math.max(BOILED[0]!.alkalinity, alkalinity));
  const above = rows.findIndex((r) => r.a >= a - 1e-12);
  const [one, two] = [rows[Math.max(0, above - 1)]!, rows[above]!];
  return one.a === two.a ? two.x : one.x + ((a - one.a) / (two.a - one.a)) * (two.x - one.x);
}

const SODIUM_STEARATE = 306.5;
const SODA = 105.99;
/** g of soap that the lime in a litre turns to scum: two molecules for each of calcium (sodium stearate 306.5). */
export const soapLost_gPerL = (hardness_mgL: number): number => (hardness_mgL / 1000 / CACO3) * 2 * SODIUM_STEARATE;
/** g of washing soda (anhydrous) that bind the lime of a litre: one for one. */
export const sodaToSoften_gPerL = (hardness_mgL: number): number => (hardness_mgL / 1000 / CACO3) * SODA;
