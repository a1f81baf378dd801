/** A grain (avoirdupois), mg: exact (NIST SP 811). */
const GRAIN_MG = 64.79891;
/** Gallons, L: exact (UK Weights and Measures Act 1985; NIST SP 811). */
const UK_GALLON_L = 4.54609;
const US_GALLON_L = 3.785411784;
/** Molar masses, g/mol (IUPAC atomic weights): calcium carbonate and calcium oxide. */
const CACO3 = 100.087;
const CAO = 56.077;

export type HardnessUnit = 'mgL' | 'dH' | 'fH' | 'e' | 'gpg' | 'mmolL';
/**
 * Units of the hardness of water, each as milligrams of calcium carbonate a litre: the German degree is 10 mg of calcium
 * oxide a litre (DIN 38409-6), the French one 10 mg of carbonate a litre, the English (Clark) one grain of it in an
 * imperial gallon, the American one grain in a gallon of the United States.
 */
export const HARDNESS_UNITS: readonly { id: HardnessUnit; name: string; mgL: number; of?: readonly string[] }[] = [
  { id: 'mgL', name: 'mg/L as CaCO₃', mgL: 1 },
  { id: 'dH', name: '°dH', mgL: (10 * CACO3) / CAO, of: ['de', 'nl', 'pl', 'cs'] },
  { id: 'fH', name: '°fH', mgL: 10, of: ['fr', 'it', 'es'] },
  { id: 'e', name: '°e (Clark)', mgL: GRAIN_MG / UK_GALLON_L },
  { id: 'gpg', name: 'grains a US gallon', mgL: GRAIN_MG / US_GALLON_L, of: ['en-us'] },
  { id: 'mmolL', name: 'mmol/L', mgL: CACO3 },
];
const unit = (id: HardnessUnit): (typeof HARDNESS_UNITS)[number] => HARDNESS_UNITS.find((u) => u.id === id)!;

/** Hardness in a unit as mg/L of calcium carbonate, whole. */
export const hardness_mgL = (value: number, id: HardnessUnit): number => Math.round(value * unit(id).mgL);
/** Hardness of so many mg/L of calcium carbonate in a unit, to three figures. */
export const hardnessIn = (mgL: number, id: HardnessUnit): number => Number((mgL / unit(id).mgL).toPrecision(3));
/** The unit in which water works of a place print it; by locale (common practice). */
export function hardnessUnitOf(locale: string): HardnessUnit {
  const said = locale.toLowerCase();
  return HARDNESS_UNITS.find((u) => u.of?.some((l) => said === l || said.startsWith(`${l}-`)))?.id ?? 'mgL';
}
