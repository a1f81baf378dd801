import type { DensityTable } from '../catalogue';
import { bad, ok, type Result } from '../reason';

/** Water at 20 °C, g/mL (CRC Handbook of Chemistry and Physics). */
export const WATER_gPerML = 0.9982;
/** Per cent of what is no solution any more. */
const PURE_AT = 100;

/** The rows with water before them, and the pure thing after them where it is known. */
const rowsOf = (table: DensityTable, pure?: number): DensityTable['rows'] => [
  { percent: 0, gPerMl: WATER_gPerML },
  ...table.rows,
  ...(pure && table.rows.at(-1)!.percent < PURE_AT ? [{ percent: PURE_AT, gPerMl: pure }] : []),
];

/** g/mL of a solution of so many per cent of weight at 20 °C, straight lines between the rows; null past the last one. */
export function densityAt(table: DensityTable, percent: number, pure?: number): number | null {
  const rows = rowsOf(table, pure);
  const above = rows.findIndex((r) => r.percent >= percent - 1e-12);
  if (above < 0 || percent < 0) return null;
  const [one, two] = [rows[Math.max(0, above - 1)]!, rows[above]!];
  if (one.percent === two.percent) return two.gPerMl;
  return one.gPerMl + ((percent - one.percent) / (two.percent - one.percent)) * (two.gPerMl - one.gPerMl);
}

/** One strength on every basis: per cent of weight, g in 100 mL, and per cent of volume where the pure thing is a liquid. */
export interface Bases {
  ww: number;
  wv: number;
  vv: number | null;
  gPerML: number;
}
/**
 * A strength said on one basis, on all of them, by the density of the solution at 20 °C. `pure` g/mL is the density of the
 * pure liquid: alcohol is counted by volume. A problem where the table does not reach.
 */
export function basesOf(said: number, basis: 'ww' | 'wv' | 'vv', table: DensityTable, pure?: number): Result<Bases> {
  // a heavy liquid holds more than 100 g in 100 mL
  if (!(said >= 0 && (basis === 'wv' || said <= 100))) return bad('/percent', 'A strength is between 0 and 100 %.');
  if (basis === 'vv' && !pure) return bad('/basis', 'Only what is a liquid by itself is counted by volume.');
  const last = rowsOf(table, pure).at(-1)!.percent;
  // each basis grows with the per cent of weight, so halving the span finds it
  const value = (ww: number): number => {
    const wv = ww * densityAt(table, ww, pure)!;
    return basis === 'ww' ? ww : basis === 'wv' ? wv : wv / pure!;
  };
  if (said > value(last) * (1 + 1e-9))
    return bad('/percent', `How heavy so strong a solution is, is not known here: up to ${last} % of weight.`);
  let [low, high] = [0, last];
  for (let i = 0; i < 60; i++) {
    const mid = (low + high) / 2;
    if (value(mid) < said) low = mid;
    else high = mid;
  }
  const ww = (low + high) / 2;
  const gPerML = densityAt(table, ww, pure)!;
  return ok({ ww, wv: ww * gPerML, vv: pure ? (ww * gPerML) / pure : null, gPerML });
}

/**
 * Water that fills up so much alcohol of one strength (% v/v) to a volume, mL, and how much the two shrink together: the
 * volume of a mix is the mass of both by its density. Null where the table does not reach.
 */
export function fillUpAlcohol(
  stock_mL: number,
  percent_vv: number,
  final_mL: number,
  table: DensityTable,
  pure: number,
): { water_mL: number; shrinks_mL: number } | null {
  const stock = basesOf(percent_vv, 'vv', table, pure);
  const mixed = basesOf((percent_vv * stock_mL) / final_mL, 'vv', table, pure);
  if (!stock.ok || !mixed.ok || stock_mL > final_mL) return null;
  const water_mL = (final_mL * mixed.value.gPerML - stock_mL * stock.value.gPerML) / WATER_gPerML;
  return { water_mL, shrinks_mL: stock_mL + water_mL - final_mL };
}
