import type { Catalogue, Solution } from '../catalogue';
import { solutionOf } from '../mixing';
import type { Part } from './freed';

/** kPa over the liquid at 25 °C, and how it is known. */
export interface Vapour {
  kPa: number;
  how: 'solution' | 'neat' | 'emulsion' | 'mixture';
  source: string;
}
/** How many times more comes off hot water (50 °C) than at 25 °C: ammonia three times, alcohols four (the safe side for all). */
export const HOT_TIMES = 4;

/**
 * What an ingredient's vapour amounts to over the thing that it stands in. In water by the table of its solutions; what
 * does not dissolve in water counts in full; neat it is its own; among other liquids its share (Raoult). Null where it is
 * not known: above the strongest solution in the table, or no pressure at all.
 */
export function vapourOf(part: Part, catalogue: Catalogue): Vapour | null {
  const s = part.substance;
  const source = s.basis['vapourPressure_kPa'] ?? s.basis.default;
  const table = part.watery ? solutionOf(s.id, catalogue) : undefined;
  if (table) {
    const kPa = between(table, part.moleFraction);
    return kPa === null ? null : { kPa, how: 'solution', source: table.basis.default };
  }
  if (!s.vapourPressure_kPa) return null;
  if (part.percent > 99) return { kPa: s.vapourPressure_kPa, how: 'neat', source };
  if (!part.watery) return { kPa: s.vapourPressure_kPa * part.moleFraction, how: 'mixture', source };
  // in water and in no table: what floats or is emulsified gives off as much as if it were alone
  return { kPa: s.vapourPressure_kPa, how: 'emulsion', source };
}

/** kPa between two rows of a table, over the mole fraction; through zero below the first, unknown above the last. */
function between(t: Solution, x: number): number | null {
  const at = t.rows.findIndex((r) => r.moleFraction >= x);
  if (at < 0) {
    const last = t.rows[t.rows.length - 1]!;
    return x <= last.moleFraction * 1.05 ? last.kPa : null;
  }
  const high = t.rows[at]!;
  const low = at > 0 ? t.rows[at - 1]! : { moleFraction: 0, kPa: 0 };
  const k = (x - low.moleFraction) / (high.moleFraction - low.moleFraction);
  if (t.logarithmic && low.kPa > 0) return low.kPa * (high.kPa / low.kPa) ** k;
  return low.kPa + k * (high.kPa - low.kPa);
}
