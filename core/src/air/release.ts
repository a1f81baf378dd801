import type { AirLimit, Catalogue, Product, Substance } from '../catalogue';
import { solutionOf } from '../mixing';
import { sourceOfSpill } from './room';

/** A gas that things let go into a room, at the most, and how fast. */
export interface Release {
  gas: Substance;
  /** mg at the most. */
  mg: number;
  /** 0 = all at once; else it comes off with this constant, 1/min. */
  perMin: number;
  /** The air holds no more of it than stands over the liquid; Infinity where it is freed. */
  saturated_ppm: number;
  because: string;
  source: string;
  /** Published limits, lowest first. */
  limits: AirLimit[];
}

/**
 * Gases that so many mL of each product can let go into a room, at the most: what forms when two of them
 * meet, where the yield can be bounded, or what evaporates from one. `forms` are substance ids of the verdict.
 * A gas whose amount cannot be bounded is not in the answer: unknown, and so not safe.
 */
export function releasesOf(
  products: readonly Product[],
  forms: readonly string[],
  mL: number,
  catalogue: Catalogue,
): Release[] {
  const out: Release[] = [];
  const limitsOf = (gas: string): AirLimit[] =>
    [...catalogue.limits.values()].filter((l) => l.gas === gas).sort((a, b) => a.ppm - b.ppm);
  const add = (gas: Substance, spill: Parameters<typeof sourceOfSpill>[0]): void => {
    if (out.some((r) => r.gas.id === gas.id)) return;
    const limits = limitsOf(gas.id);
    if (!limits.length || !gas.molarMass) return;
    const s = sourceOfSpill(spill, gas, catalogue);
    if (!s.ok) return;
    const { instant_mg, rate_mgPerMin, until_min } = s.value.source;
    const mg = instant_mg + rate_mgPerMin * until_min;
    if (!(mg > 0) || !Number.isFinite(mg)) return;
    out.push({
      gas,
      mg,
      perMin: instant_mg > 0 ? 0 : rate_mgPerMin / mg,
      saturated_ppm: s.value.saturated_ppm,
      because: s.value.because.text,
      source: s.value.because.source ?? 'from-memory',
      limits,
    });
  };
  if (products.length > 1)
    for (const word of forms) {
      const gas = [...catalogue.substances.values()].find(
        (x) => x.id === word || x.name.toLowerCase() === word.toLowerCase(),
      );
      if (!gas) continue;
      for (const a of products)
        for (const b of products) if (a !== b) add(gas, { product: a.id, mL, with: { product: b.id, mL } });
    }
  else
    for (const p of products)
      for (const c of p.contents) {
        const gas = catalogue.substances.get(c.substance)!;
        if (gas.vapourPressure_kPa || solutionOf(gas.id, catalogue)) add(gas, { product: p.id, mL });
      }
  return out;
}
