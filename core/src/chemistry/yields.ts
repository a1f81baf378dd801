/** g/mol, IUPAC standard atomic weights. */
export const MOLAR = {
  naocl: 74.442,
  cl2: 70.906,
  bicarbonate: 84.007,
  acetic: 60.052,
  co2: 44.009,
  caco3: 100.087,
} as const;

/** L/mol of an ideal gas at 25 °C and 1 atm. */
export const MOLAR_VOLUME_L = 24.465;

/** Upper bound of chlorine (g) freed from available chlorine (g as Cl2) by acid: all of it, or half a mole a mole of H+. */
export function chlorineBound_g(availableChlorine_g: number, acid_mol = Infinity): number {
  return Math.min(availableChlorine_g, (acid_mol / 2) * MOLAR.cl2);
}

/** Acid meets bicarbonate: mol CO2 freed, its volume (L, 25 °C), which one is used up, and grams of salt left. */
export function fizz(
  acid_mol: number,
  bicarbonate_mol: number,
): { co2_L: number; usedUp: 'acid' | 'soda' | 'both'; acetate_g: number } {
  const n = Math.min(acid_mol, bicarbonate_mol);
  const usedUp = Math.abs(acid_mol - bicarbonate_mol) < 1e-9 ? 'both' : acid_mol < bicarbonate_mol ? 'acid' : 'soda';
  return { co2_L: n * MOLAR_VOLUME_L, usedUp, acetate_g: n * 82.034 };
}

/** Grams of CaCO3 that so many mol of H+ can dissolve at most (2 H+ a carbonate). */
export const descaled_g = (protons_mol: number): number => (protons_mol / 2) * MOLAR.caco3;

/** mg/m³ of a gas as ppm by volume at 25 °C, 1 atm: × 24.45 / M (NIOSH Pocket Guide). */
export const ppmOf = (mgPerM3: number, molarMass: number): number => (mgPerM3 * 24.45) / molarMass;
