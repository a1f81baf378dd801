import { bad, ok, type Result } from '../reason';

/** A standard machine load that the dose on a label is told for, kg of dry laundry (Regulation (EC) No 648/2004, Annex VII B). */
export const STANDARD_LOAD_kg = 4.5;
/** Edges of soft and hard water, mg/L as CaCO3: 1.5 and 2.5 mmol/L (German Wasch- und Reinigungsmittelgesetz § 9). */
const SOFT = 150;
const HARD = 250;
/** Dose against medium water and usual soil (common practice): labels step by a fifth for water and by a third for soil. */
const BY_WATER = { soft: 0.8, medium: 1, hard: 1.2 } as const;
const BY_SOIL = [0.7, 1, 1.35] as const;
/** The part of a dose that goes to the water and the machine, whatever is in it (common practice). */
const ALWAYS = 0.4;

/**
 * Dose for a load, in the unit of the label's dose: from what the label says for a usual load, usual soil and medium water.
 * `soil` 1 light, 2 usual, 3 heavy. More than the machine holds is not asked here.
 */
export function laundryDose(q: { label: number; load_kg: number; soil: number; hardness_mgL: number }): Result<number> {
  if (!(q.label > 0)) return bad('/label', 'Write what the label says for a usual load.');
  if (!(q.load_kg > 0 && q.load_kg <= 30)) return bad('/load_kg', 'A load is more than 0 and at most 30 kg.');
  const soil = BY_SOIL[Math.round(q.soil) - 1];
  if (soil === undefined) return bad('/soil', 'Soil is 1 for light, 2 for usual, 3 for heavy.');
  const water = q.hardness_mgL < SOFT ? 'soft' : q.hardness_mgL > HARD ? 'hard' : 'medium';
  return ok(q.label * (ALWAYS + (1 - ALWAYS) * (q.load_kg / STANDARD_LOAD_kg)) * soil * BY_WATER[water]);
}
